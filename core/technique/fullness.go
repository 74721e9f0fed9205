package technique

import "ardentgusset/core/stitch"

var fullness = []Technique{
	{Key: "dart", Name: "Dart", Family: Fullness, Of: Dart, Each: 6, Passes: byMachine(stitch.Lockstitch, 2), Handling: 10, Needs: sewing,
		Fit:  Fit{Strong: 2, Curve: 2},
		What: "A wedge folded away to a point: flat cloth made to go round.",
		Steps: []string{"Fold right sides together, leg on leg, and pin across.",
			"Sew from the edge to the tip; the last stitches run along the fold.", "Tie the ends: a stitch back there makes " +
				"a dimple.", "Press flat, then over a curve: upright darts to the centre, level ones down."},
		Suits: "bust, hip, shoulder, elbow", NotFor: "cloth whose pattern it would break, sheers that show its shadow",
		Wrong: "A poke at the tip: the last stitches left the fold too steeply.", Section: "a -14,0 -.6,0 -.6,-5 .6,-5 .6,0 14,0; s2 " +
			"-1.6,-.9 1.6,-.9", Right: []Seen{{SeamLine, 0}}},
	{Key: "dart-slashed", Name: "Dart, slashed and pressed open", Family: Fullness, Of: Dart,
		Each: 6, Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Overcast, 1, 1.6}}, Handling: 14, Needs: sewing, Fit: Fit{Strong: 2,
			Curve: 2,
			Clean: 1},
		What: "A wide dart in thick cloth is cut open nearly to its tip and laid apart.",
		Steps: []string{"Sew the dart.", "Slash down its fold, to a finger’s breadth from the tip.",
			"Press open over a ham, the tip as a small box.", "Overcast the edges."},
		Suits: "wool, wide darts", NotFor: "what may be let out",
		Wrong: "Slashed too far: a scrap of interfacing behind the tip.", Section: open, Right: []Seen{{SeamLine, 0}}},
	{Key: "dart-two-ended", Name: "Dart with two points", Family: Fullness, Of: Dart, Each: 6, Passes: byMachine(stitch.Lockstitch, 2),
		Handling: 14, Needs: sewing, Fit: Fit{Strong: 2, Curve: 1}, From: 1890,
		What: "A lens taken out at the waist of a piece that runs on above and below.",
		Steps: []string{"Fold along its middle line.", "Sew from the waist to one tip, then from the waist to the other, overlapping " +
			"a little.", "Snip the fold at the waist.", "Press to the centre."},
		Suits: "dresses and jackets cut in one over the waist", NotFor: "stiff cloth",
		Wrong: "A crease across the waist: snip deeper, nearly to the row.", Section: "a -14,0 -.6,0 -.6,-3 .6,-3 .6,0 14,0; s2 " +
			"-1.6,-.9 1.6,-.9", Right: []Seen{{SeamLine, 0}}},
	{Key: "gathers", Name: "Gathers", Family: Fullness, Of: Gather, Passes: []Pass{{stitch.GatherRow, 1, 2}}, Handling: 4,
		Needs: sewing, Fit: Fit{Strong: 1, Curve: 3, Thick: 0.7},
		What: "Two long rows, one to either side of the seam line, drawn up until the edge fits.",
		Steps: []string{"Longest stitch, two rows a few threads to either side of the line; three in thick cloth.",
			"No thread longer than an arm’s span: split the edge into parts.", "Quarter both edges, match, then draw up " +
				"and spread.", "Sew between the rows with the gathers on top; pull the lower row."},
		Suits: "light cloth; one and a half times for heavy cloth, three for sheer", NotFor: "cloth so thick that it stands: pleat it",
		Wrong: "A broken thread: begin that part again, with a stronger one.", Section: "a -14,-6 -12,0 -10,-6 -8,0 -6,-6 -4,0 -2,-6 " +
			"0,0 2,-6 4,0 6,-6; s10 -13.8,-3 6.4,-3", Right: []Seen{{Waves, 0}, {SeamLine, -4}}},
	{Key: "cartridge", Name: "Cartridge pleats", Others: []string{"gauging"}, Family: Fullness, Of: Gather,
		Passes: []Pass{{stitch.GatherRow, 1, 3}, {stitch.Whip, 2, 0.4}}, Handling: 8, Needs: hand, Fit: Fit{Strong: 2, Curve: 1}, To: 1865,
		What: "Even rows of long stitches drawn up to small organ pipes, each whipped to the finished band.",
		Steps: []string{"Turn the top edge down.", "Mark dots in rows, evenly: the stitch makes the pleat.",
			"Run all rows with strong thread, and draw up together.", "Whip each pleat to the band’s edge, twice."},
		Suits: "very full skirts, sleeves’ heads, neckbands", NotFor: "waists that must lie flat",
		Wrong: "Leaning pipes: the rows were not one below the other.", History: "From the sixteenth century to about 1865 for the " +
			"fullest skirts.",
		Section: "a -14,-5 -14,0 -11,0 -11,-5 -8,-5 -8,0 -5,0 -5,-5 -2,-5 -2,0 1,0 1,-5 4,-5 4,0 7,0 7,-5; s8 " +
			"-15,-2 8,-2", Right: []Seen{{Folds, 0}, {SeamLine, -4}}},
	{Key: "shirring", Name: "Shirring", Family: Fullness, Of: Gather, Passes: []Pass{{stitch.GatherRow, 1, 5}}, Handling: 6,
		Needs: sewing, Fit: Fit{Strong: 1, Curve: 2, Thick: 0.4}, From: 1870,
		What: "Several rows of gathering that stay in, on a piece of the finished width.",
		Steps: []string{"Cut a stay of lining to the finished width.", "Run the rows with a card as a measure.",
			"Draw up and tie each.", "Sew to the stay along every row."},
		Suits: "light silk, yokes, sleeves", NotFor: "cloth that creases",
		Wrong: "It stretches in wear: the stay was left out.", Section: "a -13,-3 -11,0 -9,-3 -7,0 -5,-3 -3,0 -1,-3 1,0 3,-3 5,0 7,-3; " +
			"b -14,-5.2 9,-5.2; s10 -13,-1.5 7,-1.5", Right: []Seen{{Waves, -4}, {Waves, 0}, {Waves, 4}}},
	{Key: "knife-pleats", Name: "Knife pleats", Family: Fullness, Of: Pleat, Passes: []Pass{{stitch.Basting, 3, 2},
		{stitch.Lockstitch, 3, 1}}, Handling: 25, Needs: sewing, Fit: Fit{Strong: 2, Curve: 1},
		What: "Folds all laid one way. Full-depth ones take three times the width.",
		Steps: []string{"Mark fold and placement of each from one starting point.",
			"Fold and pin from that point; measure the whole before the last.", "Baste across twice, top and a hand’s " +
				"breadth below.", "Steam, let cool, and only then pull the lower basting."},
		Suits: "skirts, flounces, backs of bodices", NotFor: "cloth that will not crease",
		Wrong: "Too wide or narrow in all: share the difference among all folds.", Section: "a -14,0 -6,0 -6,-1.2 -11,-1.2 -11,-2.4 " +
			"2,-2.4 2,-1.2 -3,-1.2 -3,0 14,0; s3 -8,.9 -8,-3.2", Right: []Seen{{Folds, 0}}},
	{Key: "box-pleats", Name: "Box pleats", Family: Fullness, Of: Pleat, Passes: []Pass{{stitch.Basting, 3, 2},
		{stitch.Lockstitch, 3, 1}}, Handling: 28, Needs: sewing, Fit: Fit{Strong: 2, Curve: 1},
		What: "Two folds turned away from each other; their backs meet behind.",
		Steps: []string{"Mark the middle and both folds of each.", "Bring the folds to their marks and pin.", "Baste across twice.",
			"Press over a cloth, with strips of paper under the folds."},
		Suits: "skirts, gowns’ backs, trimmings", NotFor: "very thick cloth",
		Wrong: "Backs that lie over one another: fewer or shallower ones.", Section: "a -14,-1.2 -3,-1.2 -3,0 7,0 7,-1.2 14,-1.2; b " +
			"-8,-2.4 11,-2.4; s2 3,.9 3,-3.2", Right: []Seen{{Folds, -3}, {Folds, 3}}},
	{Key: "cord-gathers", Name: "Gathers over a cord", Family: Fullness, Of: Gather, Passes: byMachine(stitch.Zigzag, 1), Handling: 5,
		Needs: machine, Fit: Fit{Strong: 1, Curve: 2}, From: 1945,
		What: "A wide zigzag over strong thread, which is then drawn up: it can’t break.",
		Steps: []string{"Lay the cord in the allowance.", "Zigzag over it without catching it.", "Draw the cord up against a pin.",
			"Pull it out when the seam is sewn."},
		Suits: "thick cloth, long edges", NotFor: "work by hand",
		Wrong: "It will not slide: it was caught by a stitch; snip that one.", Section: "a -14,0 14,0; x 0,.9; s2 -2,-.9 -1.8,1.6 " +
			"1.8,1.6 2,-.9", Right: []Seen{{Waves, 0}}},
	{Key: "tucks", Name: "Tucks", Family: Fullness, Of: Tuck, Passes: byMachine(stitch.Lockstitch, 2), Handling: 4, Needs: sewing,
		Fit:  Fit{Strong: 2},
		What: "Folds sewn parallel to their edge, as decoration, or to let down later. Each takes twice its depth.",
		Steps: []string{"Press every fold along a thread.", "Sew each at its depth, guided by a mark on the machine.",
			"Press each towards the hem before the next.", "Measure the piece afterwards: errors add up."},
		Suits: "petticoats, shirts, children’s clothes", NotFor: "bias edges", Wrong: "A wavy tuck was not on the thread.",
		Section: "a -14,0 -.6,0 -.6,-4 .6,-4 .6,0 14,0; s2 -1.6,-1.2 1.6,-1.2", Right: []Seen{{Folds, 0}, {Line, -2}}},
	{Key: "smocking", Name: "Smocking", Family: Fullness, Of: Gather, Passes: []Pass{{stitch.GatherRow, 1, 8},
		{stitch.Backstitch, 1, 3}}, Handling: 10, Needs: hand, Fit: Fit{Strong: 1, Curve: 2, Thick: 0.4},
		What: "Small even pleats held by decorative stitches on their tops: it gives. It takes about three times the width.",
		Steps: []string{"Run pleating threads from dots in even rows.", "Draw up and tie in twos and threes.",
			"Work the pattern on the tops of the pleats.", "Block to the shape, and only then draw the threads out."},
		Suits: "children’s dresses, sleeves, country smocks", NotFor: "thick cloth",
		Wrong: "Too tight to go round: stitches with less pull, or fewer of them.", Section: "a -13,-3 -11,0 -9,-3 -7,0 -5,-3 -3,0 " +
			"-1,-3 1,0 3,-3 5,0 7,-3; s4 -8,-.8 -6,-.8 -4.2,-.8 -1.8,-.8", Right: []Seen{{Folds, 0}, {Crosses, 0}}},
	{Key: "ease", Name: "Easing", Family: Fullness, Of: Gather, Passes: byMachine(stitch.MachineBaste, 1), Handling: 5, Needs: sewing,
		Fit:  Fit{Strong: 2, Curve: 3, Fuller: 1.1}, // from memory: wool shrinks a tenth, a firm cotton less
		What: "A slightly longer edge made to fit a shorter one without a single pleat. Wool can be shrunk to it.",
		Steps: []string{"A row of long stitches just outside the line.", "Draw it until the lengths agree, spread.",
			"Shrink over a ham with steam, in wool.", "Sew with the longer edge beneath."},
		Suits: "sleeve heads, elbows, shoulders, curved hems", NotFor: "firm cotton, but for very little",
		Wrong: "A pleat caught in the row: unpick two fingers’ breadth and sew again.", Section: two +
			"s4 -10,.8 -4,.8 -3.4,-1.9 2,-1.9 2.6,.8 9,.8", Right: []Seen{{SeamLine, 0}}},
	{Key: "heading", Name: "Ruffle with a heading", Family: Fullness, Of: Gather, Asked: 20, Used: 20,
		Passes: []Pass{{stitch.GatherRow, 1, 2}, {stitch.Lockstitch, 3, 1}}, Handling: 6, Needs: sewing, Fit: Fit{Strong: 1, Curve: 2,
			Shows: true},
		What: "A strip finished on both edges, gathered below its top and sewn on the right side: the top stands up as a frill.",
		Steps: []string{"Hem both edges.", "Two gathering rows where it is sewn on.", "Quarter, pin on, spread.",
			"Stitch between the rows; take them out."},
		Suits: "petticoats, trimmings of the nineteenth century", NotFor: "seams",
		Wrong: "A crooked line: mark it on the garment, not the ruffle.", Section: "a -14,0 14,0; b -5,4 -4,1.4 -2,3 0,1.4 2,3 4,1.4 " +
			"6,4; s2 -4.6,1.1 -4,-.9 0,-.9 .4,1.1", Right: []Seen{{Waves, -4}, {Line, 0}, {Waves, 4}}},
}
