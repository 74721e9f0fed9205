package technique

import "ardentgusset/core/stitch"

// quilted are two cloths with wadding between.
const quilted = "a -14,0 14,0; i -14,-1.8 14,-1.8; b -14,-3.6 14,-3.6;"

var decoration = []Technique{
	{Key: "quilt-machine", Name: "Quilting by machine", Family: Decoration, Of: Quilt, Passes: byMachine(stitch.Lockstitch, 3),
		Handling: 2.5, Needs: machine, Fit: Fit{Strong: 3, Shows: true}, From: 1860,
		What: "Rows through outer cloth, wadding and lining.",
		Steps: []string{"Baste in a grid, from the middle outwards.", "Sew all rows the same way, longest first.",
			"Wind the bobbins before you begin.", "Cut to the line afterwards: quilting draws the cloth in."},
		Suits: "jumps, petticoats, linings", NotFor: "silk that keeps the holes of a slip", Wrong: "A pleat beneath: unpick that row; " +
			"baste closer.", Section: quilted + "s3 -4,1 -4,-4.4; s3 4,1 4,-4.4", Right: []Seen{{Line, -4}, {Line, 4}}},
	{Key: "quilt-hand", Name: "Quilting by hand", Family: Decoration, Of: Quilt, Passes: byHand(stitch.Running, 3), Handling: 2,
		Needs: hand, Fit: Fit{Strong: 2, Shows: true},
		What: "Running stitches through all three layers, a few on the needle at a time.",
		Steps: []string{"Stretch it in a frame, or baste closely.", "Knot inside the wadding.", "One hand beneath feels the point.",
			"Even before small: five to the inch are well."},
		Suits: "silk petticoats, waistcoats", NotFor: "a deadline", Wrong: "Stitches that miss the lining: stab in two " +
			"movements.", Section: quilted + "s12 -9,.8 -6,.8 -5.6,-4.4 -3.4,-4.4 -3,.8 0,.8 .4,-4.4 2.6,-4.4 " +
			"3,.8 6,.8", Right: []Seen{{Dashes, -4}, {Dashes, 4}}},
	{Key: "tufting", Name: "Tufting", Family: Decoration, Of: Tuft, Each: 4, Needs: hand, Fit: Fit{Strong: 1, Shows: true},
		What: "A stitch straight through a stuffed form and back, tied: it keeps the stuffing in place.",
		Steps: []string{"A long needle and strong thread.", "Down and up again a thread beside.", "Draw to the depth and knot.",
			"A scrap or button under the knot in thin cloth."},
		Suits: "pads, cushions", NotFor: "thin cloth without a patch", Wrong: "The thread cuts in: a button " +
			"beneath.", Section: "a -12,-1 -3,0 0,-1.6 3,0 12,-1; b -12,-5 -3,-6 0,-4.4 3,-6 12,-5; s4 -.3,-.6 -.3,-5.6 " +
			".3,-5.6 .3,-.6", Right: []Seen{{Dots, 0}}},
	{Key: "applique", Name: "Appliqué", Family: Decoration, Of: Decorate, Passes: byHand(stitch.Felling, 2), Handling: 10, Needs: hand,
		Fit:  Fit{Strong: 1, Shows: true},
		What: "A shape of one cloth felled or corded on another: a pattern for a tenth of the time of embroidery.",
		Steps: []string{"Back the shape, cut it, turn its edge or leave it raw under a cord.", "Baste it on.",
			"Fell or couch round it.", "Cut away behind where it is thick."},
		Suits: "borders, large figures", NotFor: "sheer grounds with a dark shape", Wrong: "The ground puckers: work in " +
			"a frame.", Section: "b -14,0 14,0; a 6,2.4 8,2.4 8,1.2 -8,1.2 -8,2.4 -6,2.4; s5 9.6,-.8 9.2,.3 9,-.7 8.6,.6 " +
			"7.4,1.8 7,3.1", Right: []Seen{{SeamLine, 8}, {Slants, 9}}},
	{Key: "satin", Name: "Satin stitch", Family: Decoration, Of: Decorate, Passes: byHand(stitch.Satin, 1), Handling: 1, Needs: hand,
		Fit:  Fit{Shows: true},
		What: "Stitches side by side that fill a shape.",
		Steps: []string{"Draw the shape; outline it with small stitches.", "Work straight across, over the outline.",
			"Never longer than a finger’s breadth.", "Measure a test square before promising a panel."},
		Suits: "monograms, small figures", NotFor: "large surfaces", Wrong: "Gaps: keep the thread untwisted.", Section: one +
			"s2 -4,-.9 -4.2,.9 4.2,.9 4,-.9", Right: []Seen{{Combs, -1}, {Combs, 1}}},
	{Key: "chain", Name: "Chain stitch", Family: Decoration, Of: Decorate, Passes: byHand(stitch.Backstitch, 1), Handling: 1,
		Needs: hand, Fit: Fit{Shows: true},
		What: "Loops each held by the next: lines and filling.",
		Steps: []string{"Come up, hold the thread in a loop.", "Go down where you came up.", "Come up a stitch on, inside the loop.",
			"The last loop is held by a small stitch."},
		Suits: "outlines, borders", NotFor: "washing in a machine", Wrong: "Tight loops pucker: looser.", Section: one +
			"s4 -6,.8 -5.6,-.8 -.6,-.8 0,.8 .4,.8 .8,-.8 5.6,-.8 6,.8", Right: []Seen{{Waves, 0}}},
	{Key: "feather", Name: "Feather stitch", Family: Decoration, Of: Decorate, Passes: byHand(stitch.Catch, 1), Handling: 1,
		Needs: hand, Fit: Fit{Shows: true}, From: 1820,
		What:  "Loops thrown left and right of a line.",
		Steps: []string{"Draw the line.", "A loop to one side, held below.", "A loop to the other.", "Keep them even."},
		Suits: "tucks, underwear, yokes", NotFor: "coarse cloth", Wrong: "It wanders: draw two lines beside.", Section: one +
			"s2 -4,.8 -3.6,-.8 0,-.8 .4,.8 4,.8", Right: []Seen{{Crosses, 0}}},
	{Key: "couching", Name: "Cord or braid couched on", Others: []string{"braiding"}, Family: Decoration, Of: Decorate,
		Passes: byHand(stitch.Whip, 1), Handling: 5, Needs: hand, Fit: Fit{Shows: true},
		What: "A cord laid along a line and held with small stitches over it.",
		Steps: []string{"Draw or prick the pattern.", "Lay the cord without stretching.", "A small stitch over it every few threads.",
			"Sink its ends to the back."},
		Suits: "military and walking dress, cuffs, borders", NotFor: "very thin cloth", Wrong: "Corners that round off: a stitch on " +
			"both sides of the point.", Section: one + "x 0,1; s2 -1.6,-.8 -1.4,1.9 1.4,1.9 1.6,-.8", Right: []Seen{{Pads, 0},
			{Slants, 0}}},
	{Key: "insertion", Name: "Lace let in", Family: Decoration, Of: Decorate, Passes: []Pass{{stitch.Whip, 2, 2}}, Handling: 8,
		Needs: hand, Fit: Fit{Strong: 1, Shows: true}, From: 1840,
		What: "Lace sewn on the cloth along both edges, the cloth cut away behind and rolled.",
		Steps: []string{"Baste the lace flat.", "Whip both its edges down.", "Cut the cloth behind along its middle.",
			"Roll the edges back and whip them."},
		Suits: "fine underwear, blouses", NotFor: "loose cloth", Wrong: "A frayed edge: roll before " +
			"more is cut.", Section: "a -14,0 -4,0 -4,-1.2 -8,-1.2; b 14,0 4,0 4,-1.2 8,-1.2; c -6,1.2 6,1.2; s3 -5,2 -5,-2; s3 " +
			"5,2 5,-2", Right: []Seen{{SeamLine, -5}, {Crosses, 0}, {SeamLine, 5}}},
	{Key: "lace-edge", Name: "Lace or trimming sewn on", Family: Decoration, Of: Decorate, Passes: byHand(stitch.Whip, 2), Handling: 5,
		Needs: hand, Fit: Fit{Shows: true},
		What: "Edging whipped to a finished edge, or gathered by its own thread and whipped.",
		Steps: []string{"Finish the edge first.", "Draw the lace’s own thread to gather.", "Whip edge to edge, right sides together.",
			"Flatten with a nail."},
		Suits: "necks, cuffs, petticoats", NotFor: "raw edges", Wrong: "A ridge: smaller bites.", Section: "a -10,0 -.6,0; b 10,0 .6,0; " +
			"s2 -2,-.9 -1.2,.9 0,1.2 1.2,.9 2,-.9", Right: []Seen{{SeamLine, 0}, {Slants, 0}, {Waves, 4}}},
	{Key: "rings", Name: "Rings stitched through two layers", Family: Decoration, Of: Ring, Passes: byMachine(stitch.Lockstitch, 2),
		Handling: 2, Needs: machine, Fit: Fit{Strong: 2, Shows: true}, From: 1855,
		What: "Level rows that hold two skirts together, so that they swing as one.",
		Steps: []string{"Let it hang first.", "Mark each row from the hem up.", "Baste along, smooth from the seams.",
			"Sew from seam to seam in one direction."},
		Suits: "double petticoats", NotFor: "layers cut on different grain", Wrong: "A bubble between rows: unpick the " +
			"row above.", Section: "a -14,0 14,0; b -14,-1.3 14,-1.3; s2 -5,.9 -5,-2.2; s2 5,.9 5,-2.2", Right: []Seen{{Line, -5},
			{Line, 5}}},
}
