package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

var closures = []Technique{
	{Key: "eyelet-hand", Name: "Eyelet worked by hand", Family: Closures, Of: Eyelet, Each: 13, Passes: nil, Needs: hand,
		Fit:  Fit{Strong: 3},
		What: "A hole pushed open with an awl and bound round with close stitches.",
		Steps: []string{"Canvas or a second layer behind it.", "Push the threads apart with an awl; do not cut.",
			"Run a ring round it.", "Whip or buttonhole it closely over the ring, opening it with the awl now and then."},
		Suits: "stays, bodices, everything before metal eyelets", NotFor: "cloth without support", Wrong: "It closes up: more stitches, " +
			"and use the awl again.",
		History: "The only way before about 1830.", Section: "a -14,0 -2,0; a 2,0 14,0; b -14,-1.2 -2,-1.2; b 2,-1.2 14,-1.2; s2 -1,-.6 " +
			"-1.4,.9 -3.6,.9 -3.8,-2 -1.4,-2 -1,-.6; s2 1,-.6 1.4,.9 3.6,.9 3.8,-2 1.4,-2 1,-.6", Right: []Seen{{Rings, 0}}},
	{Key: "eyelet-metal", Name: "Metal eyelet", Family: Closures, Of: Eyelet, Each: 2, Needs: table, Fit: Fit{Strong: 3}, From: 1830,
		What: "A metal ring with a washer, set through all layers with a die.",
		Steps: []string{"Try the die on the same layers.", "A hole smaller than the shank: push it open.",
			"Barrel from the right side, washer behind.", "Strike once, straight; feel for split edges."},
		Suits: "corsets from the middle of the nineteenth century on", NotFor: "before about 1830; loose cloth", Wrong: "It pulls out: " +
			"the hole was cut too large; a larger eyelet with canvas behind.",
		Section: "a -14,0 -2,0; a 2,0 14,0; b -14,-1.2 -2,-1.2; b 2,-1.2 14,-1.2; i -4,1.2 -.8,1.2 -.8,-2.4 -4,-2.4; i 4,1.2 .8,1.2 " +
			".8,-2.4 4,-2.4", Right: []Seen{{Rings, 0}}},
	{Key: "busk", Name: "Busk set in the front edges", Family: Closures, Of: Busk, Asked: 15, Used: 15,
		Passes: []Pass{{stitch.Lockstitch, 4, 2}}, Handling: 60, Needs: []work.Need{work.Machine,
			work.Hand}, Fit: Fit{Strong: 3}, From: 1830,
		What: "Two steels, one with loops in the gaps of a seam, one with studs through holes.",
		Steps: []string{"Loop half: sew the front seam and leave gaps for the loops.",
			"Turn, push the loops out, sew close beside the busk by hand or with a narrow foot.", "Mark the studs from " +
				"the loops.", "Awl holes, push the studs through, sew beside that half."},
		Suits: "front-fastening corsets", NotFor: "fronts shorter than any stock busk", Wrong: "The halves are not level: mark studs " +
			"from the other half, never from a ruler.",
		Section: "a -14,0 1,0 1,-1.2 -6,-1.2; b -14,-5 1,-5 1,-3.8 -6,-3.8; i 0,-2.5 -4.4,-2.5; s4 -5.4,.9 " +
			"-5.4,-5.9", Right: []Seen{{FoldEdge, 0}, {Bars, 0}, {Line, -6}}},
	{Key: "pins", Name: "Pinned shut", Family: Closures, Of: Hook, Each: 1, Needs: hand, Fit: Fit{Strong: 1}, To: 1790,
		What: "Straight pins, pushed in each time it is put on: most fronts closed so until the end of the eighteenth century.",
		Steps: []string{"Lap or meet the edges over a stay.", "Push each pin in and out twice, its point away from the skin.",
			"Pins cross the pull.", "Count them when it comes off."},
		Suits: "fronts of gowns, kerchiefs, stomachers", NotFor: "children, and what is danced in", Wrong: "A row of holes: pins were " +
			"pushed in elsewhere each time; mark their places.",
		Section: "a -14,0 6,0; b -6,-1.2 14,-1.2; s6 -4,.9 -2,-2.2 2,.9 4,-1.9", Right: []Seen{{Line, 0}}},
	{Key: "hooks", Name: "Hooks and eyes", Family: Closures, Of: Hook, Each: 5, Needs: hand, Fit: Fit{Strong: 2}, From: 1500,
		What: "Small wire hooks that meet loops or worked bars, out of sight.",
		Steps: []string{"Space them evenly, one at the strain.", "Hook a few threads in from the edge, eye a few threads out.",
			"Round each ring with buttonhole stitch; two stitches over the bill.", "Turn hook and eye about in turn where it strains."},
		Suits: "bands, bodices, plackets", NotFor: "cloth that gives", Wrong: "The edge gapes: closer, or set them further in.",
		Section: "a -14,0 -1,0 -1,-1.2 -8,-1.2; b 14,0 1,0 1,-1.2 8,-1.2; i -5,-2.4 1.6,-2.4; s4 -4,-3.2 -3.8,-.5 " +
			"-3.2,-3.2", Right: []Seen{{SeamLine, 0}, {Bars, 0}}},
	{Key: "buttonhole-hand", Name: "Buttonhole worked by hand", Family: Closures, Of: Buttonhole, Each: 25, Needs: hand,
		Fit:  Fit{Strong: 3},
		What: "A slit bound with buttonhole stitch, with a bar at the end that does not strain.",
		Steps: []string{"Button’s width and thickness, and a little.", "Stitch round the line, then cut.",
			"Overcast; lay a strand along.", "Buttonhole stitch from the far end, fan at the strain, bar at the other."},
		Suits: "linen, bodices, shifts", NotFor: "one layer without interfacing", Wrong: "Ragged ends: cut after the first row, with " +
			"sharp points.",
		Section: "a -14,0 -1,0; a 1,0 14,0; b -14,-1.2 -1,-1.2; b 1,-1.2 14,-1.2; s2 0,.4 -.4,1.2 -4,.9 -4.2,-2 " +
			"-.4,-2.1 -.1,-.4", Right: []Seen{{SeamLine, 0}, {Combs, -1}, {Combs, 1}}},
	{Key: "buttonhole-machine", Name: "Buttonhole by machine", Family: Closures, Of: Buttonhole, Each: 5, Needs: machine,
		Fit: Fit{Strong: 2}, From: 1945,
		What: "Two narrow rows of satin zigzag and two bars; cut last.",
		Steps: []string{"Interfacing, and a test on the same layers.", "Mark both ends on every one.",
			"Sew; do the same with a second pass in loose cloth.", "Pin across the end, cut from both ends to the middle."},
		Suits: "washable clothes", NotFor: "an outside of its time", Wrong: "Whiskers: seal before cutting, trim after.",
		Section: "a -14,0 -1,0; a 1,0 14,0; b -14,-1.2 -1,-1.2; b 1,-1.2 14,-1.2; s2 -4,.9 -4,-2; s2 " +
			"4,.9 4,-2", Right: []Seen{{SeamLine, 0}, {Zigzags, -2}, {Zigzags, 2}}},
	{Key: "button-sewn", Name: "Button sewn on", Family: Closures, Of: Button, Each: 5, Needs: hand, Fit: Fit{Strong: 2},
		What: "Through the holes, with a shank of thread as long as the buttonhole is thick.",
		Steps: []string{"Mark through the finished buttonhole.", "A pin over the button keeps the stitches long.",
			"Pull the pin, wind the thread round the shank.", "Fasten under the button."},
		Suits: "every button with holes", NotFor: "thin cloth without a patch behind", Wrong: "The edge dimples: the shank is " +
			"too short.", Section: two + "i -5,1.6 5,1.6; s6 -1.6,2.4 -1.6,-1.9 1.6,-1.9 1.6,2.4 -1.6,2.4", Right: []Seen{{Rings, 0}}},
	{Key: "snaps", Name: "Snaps", Family: Closures, Of: Hook, Each: 4, Needs: hand, Fit: Fit{Strong: 0}, From: 1900,
		What: "Two metal halves that click: for places that must lie shut and do not strain.",
		Steps: []string{"Ball half on the overlap.", "Three stitches a hole, none through to the right side.",
			"Chalk the ball and press: it marks the other half.", "Sew that."},
		Suits: "a gape between buttons, plackets", NotFor: "anything under strain", Wrong: "It opens: a hook " +
			"instead.", Section: "a -14,0 14,0; b -14,-3.6 14,-3.6; i -2,-1.2 2,-1.2; i -2,-2.4 2,-2.4; s2 -3,-1.6 -2.6,.4 " +
			"-1.8,-.6", Right: []Seen{{Dots, 0}}},
	{Key: "zip-centred", Name: "Zip, centred", Family: Closures, Of: Zip, Asked: 20, Used: 15, Each: 15,
		Passes: byMachine(stitch.Lockstitch, 3), Handling: 30, Needs: sewing, Fit: Fit{Strong: 2, Clean: 1, Shows: true}, From: 1937,
		What: "Both edges meet over the middle of the zip, a row on either side.",
		Steps: []string{"Close the seam below; baste the opening shut and press it open.",
			"Lay the zip face down on it, teeth on the seam; baste.",
			"Stitch from the right side, down one side, across, and the other side from the top too.", "Take the basting out."},
		Suits: "centre backs of plain cloth, cushions, skirts", NotFor: "cloth where two rows would be seen as a stripe",
		Wrong: "One side is longer at the top: sew both sides from below or both from above.", History: "In dresses from 1937 (from " +
			"memory); hooks " +
			"and snaps before.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -8,-1.2; b 14,0 .6,0 .6,-1.2 8,-1.2; c -7,-2.4 7,-2.4; s3 -5,.9 -5,-3.3; s3 5,.9 5,-3.3; x 0,-3.8",
		Right:   []Seen{{SeamLine, 0}, {Line, -6}, {Line, 6}}},
	{Key: "zip-lapped", Name: "Zip, lapped", Family: Closures, Of: Zip, Asked: 25, Used: 22, Each: 15,
		Passes: byMachine(stitch.Lockstitch, 3), Handling: 32, Needs: sewing, Fit: Fit{Strong: 2, Clean: 1, Shows: true}, From: 1937,
		What: "One edge is sewn close beside the teeth, the other laps over them: a single row is seen.",
		Steps: []string{"Press one edge in a little short of its line, the other on it.", "Stitch the first edge close beside the teeth.",
			"Lay the other over, to the seam line; baste.", "Stitch it down from the right side, across at the foot and up."},
		Suits: "side openings of dresses and skirts", NotFor: "very thick cloth", Wrong: "The teeth show: the lap was not basted to the " +
			"seam line.",
		Section: "a -14,0 3,0 3,-1.2 -6,-1.2; b 14,-2.4 1,-2.4 1,-3.6 8,-3.6; c -5,-4.8 7,-4.8; s3 -4,.9 -4,-5.7; s3 4,-1.6 4,-5.7; " +
			"x 0,-6.2",
		Right: []Seen{{SeamLine, 0}, {Line, -8}}},
	{Key: "zip-hidden", Name: "Zip, hidden in the seam", Family: Closures, Of: Zip, Asked: 20, Used: 15, Each: 12,
		Passes: byMachine(stitch.Lockstitch, 2), Handling: 24, Needs: sewing, Fit: Fit{Strong: 2, Clean: 1}, From: 1960,
		What: "Sewn to the allowances with the teeth rolled back; outside only a seam is seen. The seam below is closed afterwards.",
		Steps: []string{"Press the teeth flat, not hot.", "Sew each side to its allowance in the fold of the teeth, from the top down.",
			"Close the zip and look: waist on waist.", "Close the seam below, a little beside the last stitches."},
		Suits: "smooth fitted dresses, stage clothes", NotFor: "clothes that should look of a time before it", Wrong: "A bubble at " +
			"its foot: " +
			"the seam was begun too far below.",
		Section: "a -14,0 -.6,0 -.6,-1.2 -8,-1.2; b 14,0 .6,0 .6,-1.2 8,-1.2; c -7,-2.4 7,-2.4; s2 -1.8,-.7 -1.8,-3.2; s2 1.8,-.7 " +
			"1.8,-3.2; " +
			"x 0,-3.8", Right: []Seen{{SeamLine, 0}}},
	{Key: "placket-strips", Name: "Placket of two strips", Family: Closures, Of: Placket,
		Passes: []Pass{{stitch.Lockstitch, 2, 2}, {stitch.Felling, 2, 2}}, Handling: 120, Needs: both, Fit: Fit{Strong: 2, Clean: 3},
		What: "A wide strip doubled under one edge makes the underlap, a narrow one turned in faces the other.",
		Steps: []string{"Sew each strip to its edge of the opening.", "Fold the wide one in half over the raw edge, fell it.",
			"Turn the narrow one wholly inside, fell it.", "Bar the lower end through all layers."},
		Suits: "skirts, petticoats", NotFor: "tight bodices", Wrong: "It tears below: the bar was left out.", Section: "a -14,0 1,0 " +
			"1,-1.2 -3,-1.2; b 14,-3 -2,-3 -2,-4.2 4,-4.2; s2 -1.6,.9 -1.6,-2; s2 2,-2.2 2,-5", Right: []Seen{{FoldEdge, 0}, {Bars, 8}}},
	{Key: "placket-slit", Name: "Continuous lap in a slit", Family: Closures, Of: Placket, Asked: 0, Used: 0,
		Passes: []Pass{{stitch.Lockstitch, 2, 2}, {stitch.Felling, 2, 2}}, Handling: 45, Needs: both, Fit: Fit{Strong: 1, Clean: 3},
		What: "One strip goes down one side of a slit and up the other.",
		Steps: []string{"Slit; stay its point with a row of tiny stitches.", "Spread it straight, sew the strip on.",
			"Fold over and fell.", "One side laps over, the other folds back; a row across the point."},
		Suits: "drawers, sleeves, petticoats", NotFor: "seams", Wrong: "A pucker at the point: clip closer to " +
			"the row.", Section: "a -14,0 1,0; b -4,2.4 -5,2.4 -5,1.2 2.4,1.2 2.4,-1.2 -5,-1.2 -5,-2.4 -4,-2.4; s3 " +
			"-3,1.9 -3,-1.9", Right: []Seen{{FoldEdge, 0}, {SeamLine, -4}}},
	{Key: "loops", Name: "Button loops", Family: Closures, Of: Loop, Asked: 12, Used: 12, Each: 4,
		Needs: []work.Need{work.Machine, work.Hand}, Fit: Fit{Strong: 2},
		What: "Turned bias tubes, caught between an edge and its facing.",
		Steps: []string{"Sew a narrow tube, trim, turn with a thread.", "Measure one round the button.",
			"Baste all on the right side, loops inwards.", "Facing on top; sew; turn."},
		Suits: "backs and cuffs", NotFor: "heavy strain", Wrong: "Uneven: pin all on a card first.", Section: "a -14,0 1,0 1,-1.2 " +
			"-5,-1.2; b -14,-4.8 1,-4.8 1,-3.6 -5,-3.6; i -4,-2.4 8,-2.4; s3 -3,-.6 -3,-4.2", Right: []Seen{{FoldEdge, 0}, {Waves, 1}}},
	{Key: "ties", Name: "Ties and tapes", Family: Closures, Of: Tie, Each: 6, Needs: []work.Need{work.Machine, work.Hand},
		Fit:  Fit{Strong: 2},
		What: "Tapes sewn on flat or caught in a seam, and tied.",
		Steps: []string{"Hem or knot the free end.", "Turn the other end under.",
			"Sew a square with a cross, or catch it in the seam twice.", "Pin its length out of the way while other seams are sewn."},
		Suits: "pads, petticoats, panniers, bustles", NotFor: "where a knot shows", Wrong: "It tears the cloth: a " +
			"patch behind.", Section: "a -14,0 14,0; b 8,2.4 -2,2.4 -2,1.2 3,1.2; s3 -.6,3.2 -.6,-.9; s3 " +
			"1.6,3.2 1.6,-.9", Right: []Seen{{Bars, 0}, {Crosses, 0}}},
	{Key: "lacing", Name: "Lacing", Family: Closures, Of: Lacing, Each: 0, Handling: 5, Needs: hand, Fit: Fit{Strong: 3},
		What: "A cord through eyelets: criss-cross draws evenly, spiral closes flat.",
		Steps: []string{"Begin at the bottom for spiral, at the top for criss-cross.", "Leave loops at the waist to pull by.",
			"Close in several goes, the waist last.", "Tie a bow, never a knot."},
		Suits: "what draws the body in, what must fit several", NotFor: "closing alone, unless it is " +
			"in front", Wrong: "It slants: spiral eyelets must be staggered by half a step.", Section: "a -14,0 -4,0; a 4,0 14,0; s0 " +
			"-3.6,0 3.6,0", Right: []Seen{{Rings, -4}, {Crosses, 0}, {Rings, 4}}},
}
