package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// open are two cloths joined by a plain seam, their allowances laid apart.
const open = "a -14,0 -.6,0 -.6,-1.2 -8,-1.2; b 14,0 .6,0 .6,-1.2 8,-1.2; s2 -1.4,-.6 1.4,-.6;"

var sewing = []work.Need{work.Machine, work.Iron}

var seams = []Technique{
	{Key: "plain", Name: "Plain seam, pressed open", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Curve: 3}, Seam: "SSa", Asked: 15,
		Used: 15, Passes: byMachine(stitch.Lockstitch, 2), Handling: 2.5, Needs: sewing,
		What: "Right sides together, one row, allowances laid apart. The flattest seam, and the easiest to alter.",
		Steps: []string{"Lay the right sides together, notch to notch, and pin across the line.", "Sew along the line.",
			"Press the row flat as it is, then open over a roll.", "Finish the allowances if the cloth frays."},
		Suits: "fitted seams, anything that may be let out", NotFor: "sheer cloth; linen that is washed hard",
		Wrong: "Ridges outside: press over a roll so that only the seam touches it.", Section: open, Right: []Seen{{SeamLine, 0}}},
	{Key: "plain-one-side", Name: "Plain seam, pressed to one side", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Curve: 3},
		Seam: "SSa", Asked: 12, Used: 12, Passes: byMachine(stitch.Lockstitch, 2), Handling: 2, Needs: sewing,
		What: "Both allowances lie on the same side, so that they can be finished together or hold a bone.",
		Steps: []string{"Sew right sides together.", "Press flat, then both allowances to one side, the larger piece’s side or towards " +
			"the back.", "Trim them to different widths in thick cloth.", "Finish them as one."},
		Suits: "corset panels, skirts’ gathers, yokes", NotFor: "thick cloth that must lie flat",
		Wrong:   "A step on the right side: grade the allowances.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -8,-1.2; b 14,0 .6,0 .6,-2.4 -6,-2.4; s2 -1.4,-.6 1.4,-.6", Right: []Seen{{SeamLine, 0}}},
	{Key: "stitched-twice", Name: "Seam stitched twice", Family: Seams, Of: Join, Fit: Fit{Strong: 3, Curve: 3}, Asked: 15, Used: 15,
		Passes: []Pass{{stitch.Lockstitch, 2, 2}}, Handling: 2, Needs: sewing,
		What: "Two rows on each other or a thread apart, both allowances to one side.",
		Steps: []string{"Sew with a short stitch.", "Press the row flat.", "Sew again on it, or a thread outside it.",
			"Press both allowances to one side."},
		Suits: "corsets, crotch seams, anything that is pulled", NotFor: "what may be let out", Wrong: "A ridge: the rows lie apart.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -8,-1.2; b 14,0 .6,0 .6,-2.4 -6,-2.4; s2 -1.4,-.5 1.4,-.5; s2 -1.4,-.8 1.4,-.8",
		Right:   []Seen{{SeamLine, 0}}},
	{Key: "hand-seam", Name: "Seam sewn by hand", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Curve: 3}, Asked: 12, Used: 12, To: 1860,
		Passes: []Pass{{stitch.HalfBack, 2, 1}}, Handling: 2.5, Needs: []work.Need{work.Hand, work.Iron},
		What: "Two edges joined with half backstitches, before there were machines.",
		Steps: []string{"Baste right sides together.", "Half backstitch along the line, with waxed thread.",
			"A full backstitch every hand’s breadth where it is strained.", "Press open or to one side."},
		Suits: "clothes as they were made before about 1860", NotFor: "a deadline", Wrong: "Gaps when it is pulled: the stitches were " +
			"running stitches.",
		History: "Long seams by hand until home machines; visible ones longer.", Section: open, Right: []Seen{{SeamLine, 0}}},
	{Key: "french", Name: "French seam", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Clean: 3, Thick: 0.35}, Seam: "SSae", Asked: 13,
		Used: 6, Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Lockstitch, 4, 1}}, Handling: 6, Needs: sewing,
		What: "Sewn twice, first wrong sides together, so that the raw edges lie inside the seam.",
		Steps: []string{"Wrong sides together, sew 6 to 7 parts of the allowance from the line out.",
			"Trim to less than half a finger’s breadth.", "Turn right sides together, with the first row exactly on the " +
				"fold; press.", "Sew on the seam line: nothing may stick out of it."},
		Suits: "sheer and light cloth, underwear, straight seams", NotFor: "curves, thick cloth, seams that may be let out",
		Wrong: "Whiskers on the right side: the first allowance was not trimmed enough.",
		Section: "a -14,0 -.6,0 -.6,-5 -2.2,-5 -2.2,-2; b 14,0 .6,0 .6,-6.2 -3.6,-6.2 -3.6,-2; s2 -1.4,-1.2 1.4,-1.2; s2 -4.4,-3.6 " +
			"-1.5,-3.6", Right: []Seen{{SeamLine, 0}}},
	{Key: "mantua", Name: "Mantua-maker’s seam", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Clean: 3, Thick: 0.35}, Asked: 15,
		Used: 6, To: 1870, Passes: byHand(stitch.Felling, 4), Handling: 4, Needs: hand,
		What: "One allowance is folded over the other and both over again, and a single row of small stitches holds all: a seam " +
			"enclosed in one go.",
		Steps: []string{"Right sides together, one edge a little higher.", "Fold the higher over the lower.",
			"Fold both over again onto the cloth.", "Whip through all layers, or run close beneath the fold."},
		Suits: "linings, skirts of light silk, ruffles", NotFor: "fitted curves",
		Wrong: "When it shows outside, fold deeper and take smaller stitches.", History: "Eighteenth and early nineteenth century gowns " +
			"and linens.",
		Section: "a -14,0 -.6,0 -.6,-2.6; b 14,0 .6,0 .6,-3.9 -1.8,-3.9 -1.8,-1.2; s3 -2.6,-1.9 1.4,-1.9", Right: []Seen{{SeamLine, 0}}},
	{Key: "flat-felled", Name: "Flat-felled seam", Family: Seams, Of: Join, Fit: Fit{Strong: 3, Clean: 3, Curve: 1, Thick: 0.6,
		Shows: true}, Seam: "LSc", Asked: 16, Used: 8, Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Lockstitch, 3,
		1}}, Handling: 5, Needs: sewing,
		What: "One allowance is trimmed, the other folded over it and sewn down flat: two rows, nothing raw.",
		Steps: []string{"Sew the seam.", "Trim the allowance that will lie beneath to a third.",
			"Fold the other over it, half its width in.", "Lay flat and stitch along the fold."},
		Suits: "shirts, work clothes, drawers", NotFor: "thick wool; curves",
		Wrong: "Twisting: press between every step.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -5,-1.2; b 14,0 .6,0 .6,-3.6 -7,-3.6 -7,-2.4 -1.8,-2.4; s2 -1.4,-.6 1.4,-.6; s3 -6,-4.4 " +
			"-6,-3 -6,1", Right: []Seen{{SeamLine, 0}, {Line, -6}}},
	{Key: "run-and-fell", Name: "Run-and-fell seam", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Clean: 3, Curve: 1, Thick: 0.5,
		Shows: true}, Asked: 12, Used: 5, To: 1900, Passes: []Pass{{stitch.Running, 2, 1}, {stitch.Felling, 3,
		1}}, Handling: 3, Needs: hand,
		What: "The flat-felled seam by hand: a running row, then the turned allowance felled down.",
		Steps: []string{"Run the seam, a backstitch every few stitches.", "Trim one allowance.",
			"Turn the other over it and press with a nail.", "Fell it down with small stitches."},
		Suits: "shifts, shirts, baby linen", NotFor: "heavy cloth", Wrong: "A bulky fell was not trimmed.", History: "The seam of linen " +
			"until the end of the nineteenth century.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -5,-1.2; b 14,0 .6,0 .6,-3.6 -7,-3.6 -7,-2.4 -1.8,-2.4; s2 -1.4,-.6 1.4,-.6; s2 -9,-.8 -8.4,.6 " +
			"-8,1 -7.6,.6 -6.6,-.8", Right: []Seen{{SeamLine, 0}, {Slants, -6}}},
	{Key: "lapped", Name: "Lapped seam", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Curve: 1, Clean: 1, Shows: true}, Asked: 12,
		Used: 10, Passes: byMachine(stitch.Lockstitch, 3), Handling: 3, Needs: sewing,
		What: "One edge is turned under, laid on the seam line of the other from the right side, and stitched.",
		Steps: []string{"Press one edge under along its line.", "Lay its fold on the other’s line, right sides up.", "Baste.",
			"Stitch close to the fold, from the right side."},
		Suits: "yokes, points and corners, matching a pattern exactly", NotFor: "cloth that shows every row",
		Wrong:   "A corner that will not lie: clip the piece beneath to the stitching.",
		Section: "a -14,0 0,0 0,-1.2 -7,-1.2; b -8,-2.4 14,-2.4; s3 -2,.9 -2,-3.3", Right: []Seen{{SeamLine, 0}, {Line, -2}}},
	{Key: "whipped", Name: "Edges whipped together", Family: Seams, Of: Join, Fit: Fit{Strong: 1, Clean: 3, Shows: true}, Asked: 10,
		Used: 10, Passes: byHand(stitch.Whip, 2), Handling: 3, Needs: hand,
		What: "Pieces that are finished by themselves, or selvedges, are joined edge to edge with small slanting stitches.",
		Steps: []string{"Finish each piece: turned, lined, bound.", "Lay them face to face, edge on edge.",
			"Whip through the very edges, with strong waxed thread.", "Open the seam and rub it flat."},
		Suits: "stays, linen at its selvedges", NotFor: "cloth that frays at the fold", Wrong: "Gaps: closer stitches, and pull every " +
			"fifth tight.",
		Section: "a -12,0 -.7,0 -.7,-1.2 -7,-1.2; b 12,0 .7,0 .7,-1.2 7,-1.2; s2 -1.6,-.6 1.6,-.6", Right: []Seen{{SeamLine, 0},
			{Slants, 0}}},
	{Key: "open-topstitched", Name: "Open seam, topstitched both sides", Family: Seams, Of: Join,
		Fit: Fit{Strong: 3, Clean: 1, Curve: 1, Shows: true}, Asked: 15, Used: 15, From: 1850, Passes: []Pass{{stitch.Lockstitch, 2, 1},
			{stitch.Lockstitch, 2, 2}}, Handling: 4, Needs: sewing,
		What: "A plain open seam whose allowances are sewn down either side of it: flat for good, and a decoration.",
		Steps: []string{"Sew and press open.", "Topstitch from the right side, even with the seam, one side.",
			"The other side in the same direction.", "Trim what lies beyond the rows."},
		Suits: "heavy cotton, channels for bones, leather", NotFor: "thin silk", Wrong: "A ripple between the rows: sew both in one " +
			"direction.",
		Section: open + "s2 -4,.9 -4,-2; s2 4,.9 4,-2", Right: []Seen{{SeamLine, 0}, {Line, -4}, {Line, 4}}},
	{Key: "welt", Name: "Welt seam", Family: Seams, Of: Join, Fit: Fit{Strong: 3, Clean: 1, Curve: 2, Shows: true}, Asked: 15, Used: 12,
		From: 1850, Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Lockstitch, 2, 1}}, Handling: 3.5, Needs: sewing,
		What: "Both allowances to one side, the inner trimmed, the outer caught by a row from the right side: flat, with a slight ridge.",
		Steps: []string{"Sew the seam and press to one side.", "Trim the inner allowance.",
			"Topstitch through the outer, clear of the trimmed one.", "Press on the wrong side."},
		Suits: "coats, riding habits, heavy wool", NotFor: "sheer cloth", Wrong: "If the row falls off the allowance, it was trimmed " +
			"too narrow.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -3,-1.2; b 14,0 .6,0 .6,-2.4 -8,-2.4; s2 -1.4,-.6 1.4,-.6; s2 " +
			"-5,.9 -5,-3.3", Right: []Seen{{SeamLine, 0}, {Line, -5}}},
	{Key: "corded-seam", Name: "Corded seam", Others: []string{"piped seam"}, Family: Seams, Of: Join,
		Fit: Fit{Strong: 3, Clean: 1, Curve: 2, Shows: true}, Asked: 12, Used: 12, From: 1820, To: 1900,
		Passes: []Pass{{stitch.Lockstitch, 3, 1}, {stitch.Lockstitch, 4, 1}}, Handling: 8, Needs: sewing,
		What: "A cord in a bias strip is caught in the seam and stands out on the right side.",
		Steps: []string{"Cover the cord with a bias strip, sewn close.", "Lay it on one edge, raw edges together; sew on its row.",
			"Lay the other piece on top.", "Sew again from the first side, a thread closer to the cord."},
		Suits: "bodices of the middle of the nineteenth century, armholes, waists", NotFor: "knits", Wrong: "The first row shows: " +
			"sew closer.",
		History: "Fine cord in nearly every bodice seam from the 1830s to the 1860s.",
		Section: "a -14,0 -1.8,0 -1.8,-4; b 14,0 1.8,0 1.8,-4; c -.55,-4 -.55,0 -.55,1.2 .55,1.2 .55,0 .55,-4; x 0,.4; s4 -2.8,-1.6 " +
			"2.8,-1.6", Right: []Seen{{SeamLine, 0}, {Pads, 1}}},
	{Key: "false-tuck", Name: "False seam by a tuck", Family: Seams, Of: Alone, Fit: Fit{Strong: 1, Clean: 3}, Asked: 0, Used: 0,
		Passes: byMachine(stitch.Lockstitch, 2), Handling: 2.5, Needs: sewing,
		What:  "A fine tuck sewn and pressed so that whole cloth looks as if it were pieced. It takes twice its depth of width.",
		Steps: []string{"Mark the line.", "Fold wrong sides inward along it.", "Sew a few threads from the fold.", "Press to one side."},
		Suits: "gowns of many gores cut from wide cloth", NotFor: "cloth already cut to its width", Wrong: "When the panels come out " +
			"narrow, the tucks were not allowed for.",
		Section: "a -14,0 -.6,0 -.6,-2.4 .6,-2.4 .6,0 14,0; s2 -1.5,-1.2 1.5,-1.2", Right: []Seen{{SeamLine, 0}}},
	{Key: "overlocked-seam", Name: "Overlocked seam", Family: Seams, Of: Join, Fit: Fit{Strong: 2, Clean: 2, Curve: 2}, Asked: 10,
		Used: 6, From: 1960, Passes: byMachine(stitch.Overlock, 2), Handling: 1.5, Needs: machine,
		What: "Sewn, trimmed and finished in one pass.",
		Steps: []string{"Pin along the edge, out of the knife’s way.", "Overlock with the needle on the seam line.", "Secure the ends.",
			"Press to one side."},
		Suits: "knits, stage clothes in a hurry", NotFor: "seams that are pressed open or let out", Wrong: "A tight seam snaps: loosen " +
			"the needle thread.",
		Section: "a -12,0 -.6,0 -.6,-4; b 12,0 .6,0 .6,-4; s2 -1.6,-1.4 1.6,-1.4; s0 -1.6,-1.4 -1.6,-4.4 0,-5 1.6,-4.4 " +
			"1.6,-1.4", Right: []Seen{{SeamLine, 0}}},
}
