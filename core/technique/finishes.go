package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

var finishes = []Technique{
	{Key: "raw", Name: "Left raw", Family: Finishes, Of: Finish, Asked: 8, Used: 8, Handling: 0.1, Needs: table, Fit: Fit{Curve: 3},
		What:  "The allowance is left as it was cut: a lining, a second layer or a channel covers it.",
		Steps: []string{"Press it as the seam asks.", "Trim loose threads.", "See that something covers it before it is worn."},
		Suits: "seams between two layers, felt, closely woven cloth never washed", NotFor: "cloth that frays in " +
			"the open", Wrong: "It frays in wear: overcast it.", Section: open, Right: []Seen{{SeamLine, 0}}},
	{Key: "pinked", Name: "Pinked allowances", Family: Finishes, Of: Finish, Fit: Fit{Clean: 1, Curve: 3}, Asked: 12, Used: 10,
		From: 1700, Handling: 1, Passes: []Pass{{stitch.Lockstitch, 1, 0.001}}, Needs: []work.Need{work.Table},
		What: "The edge is cut in small teeth, so that threads can’t run along it.",
		Steps: []string{"Try the shears on a scrap.", "Cut away no more than a few threads.", "Keep the teeth in step at each bite.",
			"A row of stitching beside them holds longer."},
		Suits: "close cloth, things seldom washed, silk ruffles", NotFor: "loose weaves; laundry", Wrong: "If it frays all the same, " +
			"overcast it.",
		History: "Punched by hand in the eighteenth century; shears from the end of the " +
			"nineteenth.", Section: open, Right: []Seen{{SeamLine, 0}}},
	{Key: "overcast-finish", Name: "Allowances overcast by hand", Family: Finishes, Of: Finish, Fit: Fit{Clean: 2, Curve: 3}, Asked: 12,
		Used: 12, Passes: []Pass{{stitch.Overcast, 1, 2}}, Handling: 1, Needs: hand,
		What: "Each raw edge wrapped with slack slanting stitches.",
		Steps: []string{"Press the seam open.", "Trim loose threads.", "Overcast each edge by itself, from right to left.",
			"Press the edge once more, lightly."},
		Suits: "wool, silk, anything with an open seam", NotFor: "cloth that falls apart", Wrong: "Curled edges: too tight.",
		History: "The usual finish inside nineteenth century bodices.", Section: open +
			"s1 5.6,-.3 6.4,-2 8.2,-2.2 8.9,-1 8.2,-.4", Right: []Seen{{SeamLine, 0}}},
	{Key: "zigzag-finish", Name: "Allowances zigzagged", Family: Finishes, Of: Finish,
		Seam: "EFd",
		Fit:  Fit{Clean: 2, Curve: 3}, Asked: 12,
		Used: 12, From: 1945, Passes: []Pass{{stitch.Zigzag, 1, 2}}, Handling: 0.5, Needs: machine,
		What: "The machine swings over each raw edge.",
		Steps: []string{"Set a width that falls just off the edge.", "Sew each allowance by itself.", "Do not stretch the edge.",
			"Trim whiskers."},
		Suits: "washable everyday work", NotFor: "sheer cloth", Wrong: "Tunnels: lower the tension.", Section: open +
			"s1 6,-.4 6,-2", Right: []Seen{{SeamLine, 0}}},
	{Key: "overlock-finish", Name: "Allowances overlocked", Family: Finishes, Of: Finish,
		Seam: "EFd",
		Fit:  Fit{Clean: 2, Curve: 3}, Asked: 12,
		Used: 10, From: 1960, Passes: []Pass{{stitch.Overlock, 1, 2}}, Handling: 0.5, Needs: machine,
		What: "Each raw edge trimmed and wrapped by three threads.",
		Steps: []string{"Overlock before the seam is sewn, if nothing will be altered.", "Let the knife take threads, not cloth.",
			"Press.", "Secure ends in the seams that cross."},
		Suits: "cloth that frays freely", NotFor: "an inside that should look of its time", Wrong: "Ridges outside: press " +
			"over a roll.", Section: open + "s1 5,-.4 5,-2", Right: []Seen{{SeamLine, 0}}},
	{Key: "turned-finish", Name: "Allowances turned and stitched", Family: Finishes, Of: Finish,
		Fit: Fit{Clean: 3, Curve: 1, Thick: 0.35}, Asked: 18, Used: 12, From: 1850, Passes: []Pass{{stitch.Lockstitch, 2,
			2}}, Handling: 3, Needs: sewing,
		What: "Each edge is folded under itself and stitched by itself.",
		Steps: []string{"Press the seam open.", "Turn each edge under by a few threads more than it frays.",
			"Stitch close to its fold, not through the garment.", "Press."},
		Suits: "unlined jackets of light cloth", NotFor: "thick cloth", Wrong: "Stiff seams: turn less.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -8,-1.2 -8,-2.4 -4,-2.4; b 14,0 .6,0 .6,-1.2 8,-1.2 8,-2.4 4,-2.4; s2 -1.4,-.6 1.4,-.6; s2 " +
			"-6.6,-.6 -6.6,-3.2; s2 6.6,-.6 6.6,-3.2", Right: []Seen{{SeamLine, 0}}},
	{Key: "hong-kong", Name: "Allowances bound in bias", Others: []string{"Hong Kong finish"}, Family: Finishes, Of: Finish,
		Fit: Fit{Clean: 3, Curve: 2}, Asked: 15, Used: 15, Passes: []Pass{{stitch.Lockstitch, 2, 2},
			{stitch.Lockstitch, 3, 2}}, Handling: 8, Needs: sewing,
		What: "Each raw edge is wrapped in a strip of light bias cloth: the inside looks as good as the outside.",
		Steps: []string{"Sew a bias strip to the right side of the allowance, a needle’s breadth in.",
			"Fold it over the edge to the back.", "Stitch in the groove from the top.", "Trim the strip’s raw edge beneath."},
		Suits: "unlined coats, seams that are seen", NotFor: "thin cloth", Wrong: "A wavy edge: the strip was stretched, or was not on " +
			"the bias.",
		Section: "a -14,0 -.6,0 -.6,-2.4 -8,-2.4; b 14,0 .6,0 .6,-2.4 8,-2.4; s2 -1.4,-1.2 1.4,-1.2; c 4,-1.2 9.2,-1.2 9.2,-3.6 4,-3.6; " +
			"s3 5,-.4 5,-4.4", Right: []Seen{{SeamLine, 0}}},
	{Key: "filler-cord", Name: "Overcast over a filler cord", Family: Finishes, Of: Finish, Fit: Fit{Clean: 2, Curve: 2}, Asked: 12,
		Used: 12, Passes: []Pass{{stitch.Overcast, 1, 2}}, Handling: 2, Needs: hand,
		What: "A thread laid along the edge is wrapped with it: it stops cloth that frays as you look.",
		Steps: []string{"Lay two threads of strong cotton along the edge.", "Overcast over both.",
			"Ease out any puckers along the cord.", "Fasten the cord’s ends."},
		Suits: "brocades, loose silk", NotFor: "sheer cloth", Wrong: "A frill: the cord was pulled.", Section: open +
			"x 8.9,-1.2; s1 6,-.4 6.2,-2.2 9.4,-2.4 9.9,-1.2 9.4,-.2 6.4,-.3", Right: []Seen{{SeamLine, 0}}},
	{Key: "sealed", Name: "Edges sealed with liquid", Family: Finishes, Of: Finish, Fit: Fit{Clean: 1, Curve: 3}, Asked: 10, Used: 10,
		From: 1980, Handling: 3, Rests: 1, Needs: table,
		What: "A thin line of sealing liquid along the raw edge binds its threads; it dries clear and a little stiff.",
		Steps: []string{"Try it on a scrap: it may darken the cloth or take its dye.", "Air the room; lay paper under the edge.",
			"Run a thin line along the very edge, no further in than 3 threads.", "Let it dry flat, nothing on it, before it is touched."},
		Suits: "ribbon ends, slashes, brocade before it is sewn", NotFor: "what lies on the skin, sheer cloth, clothes shown close to",
		Wrong: "A dark or shiny rim: too much. Solvents hurt: follow the maker’s sheet.", Section: open + "x 8.9,-.6; x 9.6,-.6",
		Right: []Seen{{SeamLine, 0}}},
	{Key: "catch-finish", Name: "Allowances caught down", Family: Finishes, Of: Finish, Fit: Fit{Clean: 1, Curve: 3}, Asked: 15,
		Used: 15, Passes: []Pass{{stitch.Catch, 2, 2}}, Handling: 1, Needs: hand,
		What:  "Open allowances are held to the cloth or its interlining with catch stitches, so that they never turn.",
		Steps: []string{"Press open.", "Catch stitch each edge to what lies beneath it.", "Take up a thread only.", "Keep it slack."},
		Suits: "tailored work, interlined bodices", NotFor: "a single layer, where it shows", Wrong: "Dimples outside: a bite went " +
			"through.",
		Section: open + "s4 9.4,-.6 8.8,.3 8.4,-.4 7,-2 6.2,-2 6,-.8", Right: []Seen{{SeamLine, 0}}},
}
