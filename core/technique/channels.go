package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// chamber are two cloths with a bone between them.
const chamber = "a -14,0 14,0; b -14,-2.4 14,-2.4; x 0,-1.2;"

var channels = []Technique{
	{Key: "channel-between", Name: "Channel between two layers", Family: Channels, Of: Channel,
		Each: 6, Passes: []Pass{{stitch.Lockstitch, 2, 2}}, Handling: 3, Needs: machine, Fit: Fit{Strong: 3, Curve: 1}, From: 1850,
		What: "Two parallel rows through both layers; the bone slides between.",
		Steps: []string{"Baste both layers together, smooth.", "Draw one line; the foot gives the other.",
			"Sew both rows the same way.", "Close one end, put the bone in, and close the other only after trying on."},
		Suits: "corsets and stays of two layers", NotFor: "one layer", Wrong: "The bone will not go in: too narrow by its thickness; " +
			"never force it.",
		Section: chamber + "s2 -4,.9 -4,-3.3; s2 4,.9 4,-3.3", Right: []Seen{{Line, -4}, {Pads, 0}, {Line, 4}}},
	{Key: "channel-hand", Name: "Channel sewn by hand", Family: Channels, Of: Channel, Each: 6, Passes: []Pass{{stitch.Backstitch, 2, 2}},
		Handling: 3, Needs: hand, Fit: Fit{Strong: 2, Curve: 1}, To: 1860,
		What: "Two rows of backstitch, with waxed linen thread.",
		Steps: []string{"Draw all lines at once from the pattern.", "Backstitch small and even.",
			"Try a bone in the first before you sew the rest.", "Rub the rows flat with a bone folder."},
		Suits: "stays as they were made", NotFor: "a deadline", Wrong: "Broken thread where the bone rubs: a stronger one, waxed.",
		Section: chamber + "s2 -4,.9 -4,-3.3; s2 4,.9 4,-3.3", Right: []Seen{{Line, -4}, {Pads, 0}, {Line, 4}}},
	{Key: "casing-tape", Name: "Casing of tape", Family: Channels, Of: Channel, Each: 6, Passes: []Pass{{stitch.Lockstitch, 2, 2}},
		Handling: 5,
		Needs:    machine, Fit: Fit{Strong: 3, Curve: 2}, From: 1860,
		What: "A strip of tape or casing sewn along both edges, inside or out, holds the bone.",
		Steps: []string{"Shrink the tape.", "Lay it over the seam or line.", "Stitch close to each edge, the same way.",
			"Close the lower end."},
		Suits: "corsets of one layer, seams that need covering", NotFor: "thin outer cloth, which shows rows", Wrong: "It ripples on a " +
			"curve: use bias casing.",
		Section: "a -14,0 14,0; b -6,-2.6 6,-2.6; x 0,-1.3; s2 -4,.9 -4,-3.5; s2 4,.9 4,-3.5", Right: []Seen{{Line, -4}, {Line, 4}}},
	{Key: "casing-allowance", Name: "Channel in the allowances", Family: Channels, Of: Channel, Asked: 16, Used: 16,
		Each: 6, Passes: []Pass{{stitch.Lockstitch, 3, 1}}, Handling: 3, Needs: machine, Fit: Fit{Strong: 2, Curve: 1}, From: 1840,
		What: "Both allowances pressed to one side and sewn down; the bone lies between them and the cloth.",
		Steps: []string{"Press both to one side.", "Grade the inner one only if it is wide enough.",
			"Stitch from the right side at the channel’s width.", "Try a bone in."},
		Suits: "bodices, light corsets", NotFor: "allowances narrower than a bone and a stitch", Wrong: "The row misses the allowance: " +
			"cut wider allowances.",
		Section: "a -14,0 -.6,0 -.6,-2.4 8,-2.4; b 14,0 .6,0 .6,-1.2; x 4,-1.2; s2 -1.4,-.6 1.4,-.6; s2 " +
			"7,.9 7,-3.3", Right: []Seen{{SeamLine, 0}, {Line, 7}}},
	{Key: "hoop-channel", Name: "Channel for a steel", Family: Channels, Of: Channel, Each: 3, Passes: []Pass{{stitch.Lockstitch, 2, 2}},
		Handling: 5, Needs: machine, Fit: Fit{Strong: 3, Curve: 2}, From: 1850,
		What: "A tape round a skirt, sewn along both edges, open at one place for the steel.",
		Steps: []string{"Draw the level all round before the last seam is closed.", "Sew the tape along both edges.",
			"Leave its mouth open at the seam.", "Thread the steel, overlap and bind its ends, and only then close."},
		Suits: "hoop skirts, cages, panniers", NotFor: "cloth that drops: let it hang first", Wrong: "It bows: the tape was tighter " +
			"than the steel.",
		Section: "a -14,0 14,0; b -6,-2.6 6,-2.6; x 0,-1.3; s2 -4,.9 -4,-3.5; s2 4,.9 4,-3.5", Right: []Seen{{Line, -4}, {Pads, 0},
			{Line, 4}}},
	{Key: "hoop-tuck", Name: "Channel in a tuck", Family: Channels, Of: Channel, Each: 3, Passes: []Pass{{stitch.Lockstitch, 2, 1}},
		Handling: 3,
		Needs:    machine, Fit: Fit{Strong: 2}, From: 1850,
		What: "A tuck folded in the cloth itself takes the steel. It takes twice its depth in length.",
		Steps: []string{"Add twice the depth of every tuck before cutting.", "Fold along the level, right or wrong side.",
			"Sew at the depth.", "Leave a mouth."},
		Suits: "straight breadths", NotFor: "gored pieces", Wrong: "A shorter skirt than planned: the tucks were " +
			"not added.", Section: "a -14,0 -1.3,0 -1.3,-4 1.3,-4 1.3,0 14,0; x 0,-2.6; s2 -2.2,-.8 2.2,-.8", Right: []Seen{{Folds, 0},
			{Line, -2}}},
	{Key: "drawstring", Name: "Drawstring casing", Family: Channels, Of: Casing, Asked: 25, Used: 25,
		Passes: []Pass{{stitch.Lockstitch, 3, 2}}, Handling: 8, Needs: sewing, Fit: Fit{Strong: 2, Clean: 3},
		What: "An edge turned twice, wide enough for a tape, with an eyelet or a gap where it comes out.",
		Steps: []string{"Work the eyelets first, through one layer and a patch.", "Turn and stitch, near the fold and near the edge.",
			"Draw the tape in with a bodkin.", "Stitch it down once at the middle, so that it can’t slip out."},
		Suits: "necks, petticoats, sleeves", NotFor: "where bulk matters", Wrong: "The tape turns: the casing is too " +
			"wide for it.", Section: turn2 + "x 1,-1.8; s3 -2.5,.9 -2.5,-3.4", Right: []Seen{{FoldEdge, 0}, {Line, -2}, {Line, -9}}},
	{Key: "elastic", Name: "Elastic casing", Family: Channels, Of: Casing, Asked: 20, Used: 20,
		Passes: []Pass{{stitch.Lockstitch, 3, 1}}, Handling: 10, Needs: sewing, Fit: Fit{Strong: 2, Clean: 3}, From: 1930,
		What: "A casing with elastic drawn in: the edge gives.",
		Steps: []string{"Make the casing a thread wider than the elastic.", "Leave a gap.",
			"Draw it in, overlap the ends and sew them twice.", "Close the gap, stretching."},
		Suits: "sleeves, hidden closures", NotFor: "clothes of before its time, where it is seen", Wrong: "It rolls: stitch through it " +
			"at the seams.", Section: turn2 + "x 0,-1.8; s3 -2.5,.9 -2.5,-3.4", Right: []Seen{{Waves, 0}, {Line, -8}}},
	{Key: "corded-rows", Name: "Corded rows", Family: Channels, Of: Cord, Passes: []Pass{{stitch.Lockstitch, 2, 1}}, Handling: 2,
		Needs: machine, Fit: Fit{Strong: 3, Curve: 2},
		What: "Cords between two layers, held by a row close to each: stiff without steel.",
		Steps: []string{"Wash cord and cloth first.", "Sew a row, push the cord against it.",
			"Sew the next row close, with a foot for cords or zips.", "Do not stretch the cord."},
		Suits: "petticoats, stays, bust and hips of corsets", NotFor: "velvet", Wrong: "Narrowed cloth: cut after cording.",
		Section: "a -14,0 14,0; b -14,-2.4 14,-2.4; x -4,-1.2 0,-1.2 4,-1.2; s2 -6,.9 -6,-3.3; s2 -2,.9 -2,-3.3; s2 2,.9 2,-3.3; s2 " +
			"6,.9 6,-3.3", Right: []Seen{{Pads, -4}, {Line, -2}, {Pads, 0}, {Line, 2}, {Pads, 4}}},
	{Key: "waist-stay", Name: "Waist stay", Family: Channels, Of: Stay, Passes: []Pass{{stitch.Whip, 2, 0.3}}, Handling: 25,
		Needs: hand, Fit: Fit{Strong: 3}, From: 1850,
		What: "A ribbon inside the waist, tacked at the seams, that takes the strain and closes first.",
		Steps: []string{"Cut it to the wearer’s waist, plus its lap.", "Tack it to every seam allowance, crosswise.",
			"Leave it free near the opening.", "A hook and eye at its ends."},
		Suits: "bodices, heavy skirts, boned foundations", NotFor: "—", Wrong: "It rides up: tack it lower or " +
			"tighter.", Section: "a -14,0 -.6,0 -.6,-1.2 -6,-1.2; b 14,0 .6,0 .6,-1.2 6,-1.2; c -12,-2.4 12,-2.4; s2 -1.4,-.6 1.4,-.6; " +
			"s4 3,-3.1 3.6,-.6 4.2,-3.1", Right: []Seen{{SeamLine, 0}}},
	{Key: "bone-capped", Name: "Bone cut and tipped", Family: Channels, Of: Bone, Passes: nil, Handling: 0, Each: 4,
		Needs: []work.Need{work.Hand}, Fit: Fit{Strong: 3},
		What: "A bone is cut to length, its ends rounded and tipped, and slid in; the end is closed by hand.",
		Steps: []string{"Measure the channel, less what stays free at both ends.", "Goggles and gloves: cut, file, tip.",
			"Slide it in, curve with curve.", "Close the channel with a few backstitches, never over the bone."},
		Suits: "every boned garment", NotFor: "sewing by machine beside it: needles break on steel", Wrong: "It pokes through: shorten " +
			"it; a longer tip only wears the cloth.", Section: chamber + "s2 8,.9 8,-3.3", Right: []Seen{{Pads, 0}, {Bars, 6}}},
	{Key: "flossing", Name: "Flossing", Family: Channels, Of: Floss, Passes: nil, Each: 12, Needs: hand,
		Fit: Fit{Strong: 2, Shows: true}, From: 1860, To: 1915,
		What: "Silk stitches over a bone’s end that keep it from working through, and decorate.",
		Steps: []string{"Draw the figure on all ends alike.", "Bring the thread up beside the bone.",
			"Work across the end, over the bone, never into it.", "Fasten inside."},
		Suits: "corsets of the second half of the nineteenth century", NotFor: "linen that is boiled", Wrong: "Loose loops catch: a " +
			"second figure over the first.", Section: chamber + "s4 -3,1 -2.6,-3.2 2.6,-3.2 3,1 -3,1", Right: []Seen{{Pads, 0},
			{Crosses, 0}}},
}
