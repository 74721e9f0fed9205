package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

var both = []work.Need{work.Machine, work.Hand, work.Iron}

// Selvedge is the key of an edge that is the woven edge of the cloth: its piece is laid so.
const Selvedge = "selvedge"

// bound is an edge in a folded strip.
const bound = "a -14,0 4,0; b -3,2.4 -5,2.4 -5,1.2 5.2,1.2 5.2,-1.2 -5,-1.2 -5,-2.4 -3,-2.4;"

var edges = []Technique{
	{Key: "bind-felled", Name: "Bound, felled inside", Others: []string{"bias binding, finished by hand"}, Family: Edges, Of: Bind,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Felling, 2, 1}}, Handling: 12, Needs: both, Fit: Fit{Strong: 2, Clean: 3,
			Curve: 3},
		What: "A strip is sewn on the right side, folded round the edge and felled down inside. It needs no allowance.",
		Steps: []string{"Cut the strip four times its finished width, on the bias for curves.",
			"Sew it to the right side, its first fold on the line; ease outer curves, stretch " +
				"inner ones.", "Fold it over and in.", "Fell it to the row of stitching, so that nothing goes through."},
		Suits: "stays, corsets, necks, tabs", NotFor: "an edge that still has its allowance: the garment grows by it",
		Wrong: "A wavy edge was stretched; a curling one held too tight.", Section: bound +
			"s3 -3.6,1.7 -3.6,-1.8", Right: []Seen{{FoldEdge, 0}, {SeamLine, -6}}},
	{Key: "bind-machine", Name: "Bound by machine", Family: Edges, Of: Bind,
		Seam: "BSc",
		Passes: []Pass{{stitch.Lockstitch, 2, 1},
			{stitch.Lockstitch, 4, 1}}, Handling: 9, Needs: sewing, Fit: Fit{Strong: 3, Clean: 3, Curve: 2, Shows: true}, From: 1860,
		What: "The strip is sewn on from the wrong side, folded to the right and stitched along its fold.",
		Steps: []string{"Sew to the wrong side.", "Fold over to just past that row.", "Stitch close to the fold from the right side.",
			"Mitre corners as they come."},
		Suits: "corsets to be worn often, aprons, stage clothes", NotFor: "fine cloth",
		Wrong: "The row misses inside: make the strip a little wider.", Section: bound +
			"s5 -4,3.3 -4,-3.3", Right: []Seen{{FoldEdge, 0}, {Line, -5}}},
	{Key: "bind-double", Name: "Double binding", Family: Edges, Of: Bind, Passes: []Pass{{stitch.Lockstitch, 3, 1},
		{stitch.Felling, 3, 1}}, Handling: 11, Needs: both, Fit: Fit{Strong: 2, Clean: 3, Curve: 2, Thick: 0.3},
		What:  "A strip folded in half first, six times the finished width: a firm round edge in thin cloth.",
		Steps: []string{"Press the strip in half.", "Sew its raw edges to the right side.", "Fold over.", "Fell the fold inside."},
		Suits: "sheers, light silk", NotFor: "thick cloth", Wrong: "Thin places where it was pulled at corners.",
		Section: "a -14,0 4,0; b -6,1.2 5.2,1.2 5.2,-1.2 -6,-1.2; c -6,2.4 6.4,2.4 6.4,-2.4 -6,-2.4; s3 -1.6,3.2 " +
			"-1.6,-.6", Right: []Seen{{FoldEdge, 0}, {SeamLine, -6}}},
	{Key: "bind-ribbon", Name: "Bound with ribbon or tape", Family: Edges, Of: Bind,
		Seam:     "BSa",
		Passes:   []Pass{{stitch.Running, 3, 1}},
		Handling: 6, Needs: hand, Fit: Fit{Strong: 1, Clean: 3},
		What: "A woven ribbon folded over a straight edge: it has no raw edges to turn.",
		Steps: []string{"Press the ribbon in half, one side a thread wider.", "Lay the edge into it, wide side behind.",
			"Run or stitch through all.", "Fold corners, do not cut."},
		Suits: "straight edges of stays and jackets", NotFor: "curves",
		Wrong: "On a curve it stands off: use bias.", Section: "a -14,0 4,0; b -5,1.2 5.2,1.2 5.2,-1.2 -5,-1.2; s3 " +
			"-3,2.1 -3,-2.1", Right: []Seen{{FoldEdge, 0}, {Dashes, -5}}},
	{Key: "bind-braid", Name: "Bound with folded braid", Family: Edges, Of: Bind,
		Passes:   []Pass{{stitch.Running, 3, 2}},
		Handling: 8, Needs: hand, Fit: Fit{Strong: 2, Clean: 3, Curve: 2},
		What: "A woven or plaited braid, folded over the edge and sewn down on both sides: it gives round a curve as ribbon does not.",
		Steps: []string{"Shrink the braid over steam.", "Fold it over the edge, one side a thread wider.",
			"Sew it down in front, stitch by stitch into its edge.", "Sew it down behind; turn its ends under and whip them."},
		Suits: "jackets, stays, mantles, edges that rub", NotFor: "sheer cloth",
		Wrong: "It waves: the braid was stretched, ease it on.", Section: "a -14,0 4,0; b -5,1.4 5.4,1.4 5.4,-1.4 -5,-1.4; s3 -3,2.3 -3,-2.3",
		Right: []Seen{{FoldEdge, 0}, {Dashes, -5}}},
	{Key: "face-shaped", Name: "Shaped facing", Family: Edges, Of: Face,
		Lies:  LieUnderFacing,
		Asked: 10, Used: 8,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Lockstitch, 3, 1}}, Handling: 10, Needs: sewing, Fit: Fit{Strong: 2, Clean: 3,
			Curve: 3},
		What: "A piece cut like the edge, sewn right sides together and turned inside; understitched so that it stays there.",
		Steps: []string{"Compare its length with the edge first.", "Sew right sides together.", "Grade and clip; understitch.",
			"Turn; catch it down at seams only."},
		Suits: "necks, tops of bodices, hems of thick cloth", NotFor: "sheers",
		Wrong: "It rolls out: understitch, or take a hair off its edge.", Section: "a -12,0 1,0 1,-1.2 -5,-1.2; b -12,-4.8 1,-4.8 " +
			"1,-3.6 -5,-3.6; s2 -3,-.6 -3,-4.2", Right: []Seen{{FoldEdge, 0}}},
	{Key: "face-bias", Name: "Bias facing", Family: Edges, Of: Face,
		Lies:  LieUnderFacing,
		Asked: 8, Used: 6,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Felling, 2, 1}}, Handling: 8, Needs: both, Fit: Fit{Strong: 1, Clean: 3,
			Curve: 3},
		What: "A bias strip sewn to the edge and turned wholly inside.",
		Steps: []string{"Sew the strip to the right side.", "Trim and clip.", "Turn it all inside, seam a hair in.",
			"Fell its other edge down."},
		Suits: "armholes, necks, curved hems", NotFor: "corners", Wrong: "Puckers inside: the strip was too tight on an outer curve.",
		Section: "a -14,0 4,0 4,-1.2 0,-1.2; b 0,-2.4 4,-2.4 4,-3.6 -8,-3.6 -8,-2.4 -4,-2.4; s2 2,-.6 2,-3", Right: []Seen{{FoldEdge,
			0}, {Slants, -8}}},
	{Key: "turned-stitched", Name: "Turned twice and stitched", Family: Edges, Of: Opening, Asked: 12, Used: 12,
		Passes: byMachine(stitch.Lockstitch, 3), Handling: 5, Needs: sewing, Fit: Fit{Strong: 2, Clean: 3, Shows: true},
		What:  "A narrow fold, folded again and sewn close to its inner edge.",
		Steps: []string{"Press a few threads under.", "Press the same again.", "Stitch close to the inner fold.", "Press."},
		Suits: "openings, frills, ties", NotFor: "strong curves", Wrong: "Ropes: it was turned off the thread.", Section: turn2 +
			"s3 -2.5,.9 -2.5,-3.4", Right: []Seen{{FoldEdge, 0}, {Line, -8}}},
	{Key: "piped-edge", Name: "Piped edge", Family: Edges, Of: Face,
		Lies:  LieFelled,
		Asked: 10, Used: 10,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Lockstitch, 3, 1},
			{stitch.Felling, 2, 1}}, Handling: 12, Needs: both, Fit: Fit{Strong: 3, Clean: 3, Curve: 2, Shows: true}, From: 1820, To: 1900,
		What: "A covered cord along an edge, its allowances turned inside and felled.",
		Steps: []string{"Cover the cord with bias.", "Sew it to the right side, cord inwards.", "Turn the allowances in.",
			"Fell them down."},
		Suits: "necks, armholes, waists and points of bodices", NotFor: "what is starched", Wrong: "Corners that pull: snip the strip’s " +
			"allowance to the cord.",
		Section: "a -14,0 1,0 1,-4; b 2.2,-4 2.2,1.6 4.6,1.6 4.6,-1.4 3.4,-1.4 3.4,-4; x 3.4,.1; s3 -.4,-2.6 " +
			"4.6,-2.6", Right: []Seen{{FoldEdge, 0}, {Pads, -1}}},
	{Key: "bag-out", Name: "Lined to the edge and turned", Others: []string{"bagged out"}, Family: Edges, Of: Turn,
		Lies:  LieBetween,
		Asked: 10, Used: 6,
		Passes: byMachine(stitch.Lockstitch, 2), Handling: 7, Needs: sewing, Fit: Fit{Strong: 2, Clean: 3, Curve: 2},
		What: "Outer cloth and lining sewn right sides together all round but for a gap, and turned out.",
		Steps: []string{"Right sides together; leave a hand’s breadth open on a straight stretch.", "Trim corners, clip curves.",
			"Turn, push the corners out with something blunt, roll the seam to the edge.", "Press and close the gap by ladder stitch."},
		Suits: "pads, tabs, straps, capes", NotFor: "edges that must be bound for wear", Wrong: "Lumpy corners: trim closer, to two " +
			"threads.",
		Section: "a -14,0 4,0 4,-1.2 0,-1.2; b 0,-2.4 4,-2.4 4,-3.6 -14,-3.6; s2 2,-.6 2,-3", Right: []Seen{{FoldEdge, 0}}},
	{Key: Selvedge, Name: "Selvedge kept", Family: Edges, Of: Opening, Handling: 0.2, Needs: table, Passes: nil,
		Fit:  Fit{Strong: 2, Clean: 3},
		What: "The woven edge of the cloth is the edge of the garment.",
		Steps: []string{"Lay the piece with its edge on the selvedge.", "Snip a tight selvedge every hand’s breadth.",
			"Leave it as it is."},
		Suits: "straight breadths, linings, hidden edges", NotFor: "a selvedge that draws up", Wrong: "It puckers after washing: snip " +
			"or cut it off.", Section: one + "x 14.6,0", Right: []Seen{{FoldEdge, 0}}},
	{Key: "band-felled", Name: "Band, felled inside", Family: Edges, Of: Band,
		Faces: "right sides together, then folded over", Lies: LieInBand,
		Asked: 12, Used: 12,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Felling, 3, 1}}, Handling: 25, Needs: both, Fit: Fit{Strong: 2, Clean: 3,
			Curve: 1},
		What: "A folded strip closes over a raw edge: sewn on outside, felled down inside.",
		Steps: []string{"Quarter band and edge, without the underlap; match, spread and pin.", "Sew with the fuller side on top.",
			"Press the allowances into the band, close its ends.", "Turn the inner edge under and fell it to the row."},
		Suits: "waists, cuffs, leg bands, necks", NotFor: "—", Wrong: "It twists: the inner edge was shifted along while it was pinned.",
		Section: "a -14,0 0,0 0,-1.4 2.6,-1.4; b -2.6,2.4 -2.6,1.2 12,1.2 12,-3.6 -2.6,-3.6 -2.6,-2.6 1,-2.6; s3 -1.6,2.1 " +
			"-1.6,-3.2", Right: []Seen{{SeamLine, 0}}},
	{Key: "band-ditch", Name: "Band, stitched in the ditch", Family: Edges, Of: Band,
		Faces: "right sides together, then folded over", Lies: LieInBand,
		Asked: 12, Used: 12,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Lockstitch, 4, 1}}, Handling: 18, Needs: sewing, Fit: Fit{Strong: 3, Clean: 3,
			Curve: 1}, From: 1870,
		What: "The band’s inside edge is caught by a row in the groove of the seam outside.",
		Steps: []string{"Sew the band on from the right side.", "Fold its inner edge a little past the seam; baste.",
			"Spread the seam and stitch in its groove.", "Check inside before the basting comes out."},
		Suits: "bands to be worn often", NotFor: "an inside that should look sewn by hand", Wrong: "Missed places inside: fold it " +
			"further past.",
		Section: "a -14,0 0,0 0,-1.4 2.6,-1.4; b -2.6,2.4 -2.6,1.2 12,1.2 12,-3.6 -4,-3.6 -4,-2.6 1,-2.6; s4 -1.6,2.1 " +
			"-1.6,-4.4", Right: []Seen{{SeamLine, 0}}},
	{Key: "scallop-faced", Name: "Scallops, faced", Family: Edges, Of: Face,
		Lies:  LieUnderFacing,
		Asked: 6, Used: 5, Passes: byMachine(stitch.Lockstitch, 2),
		Handling: 30, Needs: sewing, Fit: Fit{Strong: 2, Clean: 3, Curve: 3}, From: 1830,
		What: "A row of arcs sewn through edge and facing before either is cut, then trimmed, clipped and turned.",
		Steps: []string{"Draw the arcs on the facing with a template.",
			"Sew them with short stitches; one stitch across at each inner point.", "Trim. Arcs that hang have too much allowance " +
				"once they are turned: cut it out in notches. Arcs that rise have too little: snip it open.",
			"Snip to the stitch at every point between hanging arcs, cut across the tips of rising ones.", "Turn and press from both sides."},
		Suits: "hems, tiers, collars", NotFor: "cloth that frays as you look", Wrong: "Points that pull: snip closer, to one thread.",
		Section: "a -14,0 4,0 4,-1.2 1,-1.2; b 1,-2.4 4,-2.4 4,-3.6 -8,-3.6; s2 2.4,-.6 2.4,-3", Right: []Seen{{FoldEdge, 0}, {Waves, -2}}},
}
