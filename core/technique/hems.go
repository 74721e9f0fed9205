package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// turn1 is an edge turned up once, turn2 twice.
const (
	turn1 = "a -14,0 6,0 6,-1.2 -4,-1.2;"
	turn2 = "a -14,0 6,0 6,-2.4 -4,-2.4 -4,-1.2 4.6,-1.2;"
)

var hems = []Technique{
	{Key: "hem-felled", Name: "Hem, felled", Others: []string{"hem sewn by hand"}, Family: Hems, Of: Hem, Asked: 25, Used: 25,
		Passes: byHand(stitch.Felling, 2), Handling: 8, Needs: ironed, Fit: Fit{Strong: 2, Clean: 3, Curve: 1},
		What: "Turned twice and felled to the cloth with small slanting stitches.",
		Steps: []string{"Let the garment hang, then level it.", "Press the first narrow turn, then the hem itself.",
			"Baste near the inner fold, seams on seams.", "Fell, a thread or two of the cloth at each stitch."},
		Suits: "linen, cotton, skirts of all years", NotFor: "strong curves, where the fold has too much cloth",
		Wrong: "It shows outside: take less, and never draw tight.", Section: turn2 +
			"s4 -6,-.8 -5.2,.4 -4.6,-.6 -3.2,-3.2", Right: []Seen{{FoldEdge, 0}, {Dots, -10}}},
	{Key: "hem-slip", Name: "Hem, slip stitched", Family: Hems, Of: Hem, Asked: 30, Used: 30, Passes: byHand(stitch.Slip, 2),
		Handling: 8, Needs: ironed, Fit: Fit{Strong: 1, Clean: 3, Curve: 1},
		What: "Turned twice; the thread runs in the fold and is seen on neither side.",
		Steps: []string{"Level, press, baste.", "Run inside the fold for a finger’s breadth.",
			"Take up one thread of the cloth opposite.", "Go back into the fold."},
		Suits: "visible skirts of silk and wool", NotFor: "what is trodden on", Wrong: "A pulled dent: the thread was drawn too tight.",
		Section: turn2 + "s3 1,-1.8 -4.6,-1.8 -5,.3 -5.4,-1.2", Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-catch", Name: "Hem, catch stitched", Family: Hems, Of: Hem, Asked: 35, Used: 35, Passes: byHand(stitch.Catch, 2),
		Handling: 7, Needs: ironed, Fit: Fit{Strong: 1, Clean: 1, Curve: 2},
		What: "Turned once, its raw edge held by catch stitches: flat and yielding in thick cloth.",
		Steps: []string{"Level and press one turn; shrink the surplus in wool.", "Baste.", "Catch stitch over the raw edge.",
			"Press from the right side through a cloth."},
		Suits: "wool, velvet, lined skirts", NotFor: "cloth that frays, unlined", Wrong: "A ridge outside: press with the edge of the " +
			"iron inside only.",
		Section: turn1 + "s4 -2,-2 -2.2,-.6 -3.2,-2 -4.8,-2 -5.4,.4 -6,-.9", Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-narrow", Name: "Narrow hem by machine", Family: Hems, Of: Hem,
		Seam:  "EFb",
		Asked: 14, Used: 14,
		Passes: byMachine(stitch.Lockstitch, 3), Handling: 5, Needs: sewing, Fit: Fit{Strong: 3, Clean: 3, Curve: 1,
			Shows: true}, From: 1855,
		What:  "Turned twice, a finger’s breadth or less, and stitched.",
		Steps: []string{"Press the first turn.", "Fold again as you sew, or press it.", "Stitch close to the inner fold.", "Press."},
		Suits: "petticoats, frills, linings", NotFor: "fine skirts, where the row is seen", Wrong: "It twists in cloth off " +
			"the thread.", Section: turn2 + "s3 -2.5,.9 -2.5,-3.4", Right: []Seen{{FoldEdge, 0}, {Line, -8}}},
	{Key: "hem-deep", Name: "Deep hem by machine", Family: Hems, Of: Hem, Asked: 50, Used: 50, Passes: byMachine(stitch.Lockstitch, 3),
		Handling: 7, Needs: sewing, Fit: Fit{Strong: 3, Clean: 3, Shows: true}, From: 1855,
		What: "A deep turned hem stitched near its inner fold: it gives weight, and can be let down.",
		Steps: []string{"Level first.", "Press the narrow turn and the deep one.",
			"Baste; the surplus of a curve goes between the seams.", "Stitch from the wrong side."},
		Suits: "petticoats, aprons, children’s clothes", NotFor: "flared skirts", Wrong: "Pleats in the turn: gather the fold’s " +
			"edge first.", Section: turn2 + "s3 -3,.9 -3,-3.4", Right: []Seen{{FoldEdge, 0}, {Line, -10}}},
	{Key: "hem-rolled", Name: "Rolled hem by hand", Family: Hems, Of: Hem, Asked: 8, Used: 6, Passes: byHand(stitch.Slip, 2),
		Handling: 2, Needs: hand, Fit: Fit{Strong: 1, Clean: 3, Curve: 3, Thick: 0.25},
		What: "The very edge is rolled between the fingers and caught as it goes.",
		Steps: []string{"Trim clean, a hand’s breadth ahead only.", "Roll the edge over twice with the thumb.",
			"Slip through the roll and take one thread beneath.", "Draw up every few stitches: it rolls itself."},
		Suits: "sheers, ruffles, handkerchiefs", NotFor: "thick cloth", Wrong: "It unrolls: stitches closer together.",
		Section: "a -14,0 4,0 4,-2.4 1.4,-2.4 1.4,-1.2 2.8,-1.2; s3 -.6,.6 -.4,-.6 2,-1.8 2.6,-3.2", Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-faced", Name: "Faced hem", Family: Hems, Of: Hem, Asked: 12, Used: 10,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Felling, 2, 1}}, Handling: 12, Needs: both, Fit: Fit{Strong: 3, Clean: 3,
			Curve: 3},
		What: "A shaped or bias strip instead of a turned hem: no surplus to ease, less cloth lost.",
		Steps: []string{"Cut the facing like the hem, or on the bias.", "Sew right sides together.",
			"Turn; press the seam just inside.", "Fell the upper edge."},
		Suits: "flared and trained skirts, short cloth", NotFor: "light gathers", Wrong: "It hangs below: the facing was longer than " +
			"the hem.",
		Section: "a -14,0 4,0 4,-1.2 0,-1.2; b 0,-2.4 4,-2.4 4,-3.6 -8,-3.6 -8,-2.4 -4,-2.4; s2 2,-.6 2,-3", Right: []Seen{{FoldEdge,
			0}, {Dots, -10}}},
	{Key: "hem-braid", Name: "Hem with a brush braid", Family: Hems, Of: Hem, Asked: 15, Used: 15,
		Passes: []Pass{{stitch.Felling, 2, 1}, {stitch.Running, 2, 1}}, Handling: 9, Needs: ironed, Fit: Fit{Strong: 3, Clean: 3,
			Curve: 2}, From: 1840, To: 1910,
		What: "A wool braid set inside the edge, a thread below it: it takes the dirt and is replaced.",
		Steps: []string{"Shrink the braid first.", "Face or turn the hem.", "Set the braid so that it shows by a thread.",
			"Run it at the fold, fell it above."},
		Suits: "walking skirts", NotFor: "evening trains", Wrong: "A puckered edge: the braid was " +
			"not shrunk.", History: "Usual on walking skirts in the second half of the nineteenth century.",
		Section: turn1 + "b -3,-2.4 6.6,-2.4; s4 -2,-3.2 -1.4,-.6 -.6,-3.2", Right: []Seen{{FoldEdge, 0}, {Pads, 0}}},
	{Key: "hem-stiff", Name: "Hem stiffened", Family: Hems, Of: Hem, Asked: 30, Used: 30,
		Passes: []Pass{{stitch.Lockstitch, 2, 1}, {stitch.Felling, 2, 1}}, Handling: 14, Needs: both, Fit: Fit{Strong: 2, Clean: 3,
			Curve: 2}, From: 1880,
		What: "A strip of stiff net or canvas inside the hem makes it stand out.",
		Steps: []string{"Cover its raw ends.", "Sew it to the edge, on the right side.", "Turn it inside.",
			"Fell it to interlining or lining, never to the outside."},
		Suits: "full skirts, tail coats, dance dresses", NotFor: "narrow skirts", Wrong: "A scratchy edge: bind " +
			"the strip.", Section: turn1 + "i -3,-2.4 5,-2.4; b -10,-3.6 5,-3.6; s2 -2,-4.4 -1.6,-3 -1,-1.8", Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-bound", Name: "Hem with a bound edge", Family: Hems, Of: Hem, Asked: 40, Used: 40,
		Passes: []Pass{{stitch.Lockstitch, 2, 2}, {stitch.Slip, 2, 1}}, Handling: 12, Needs: both, Fit: Fit{Strong: 2, Clean: 3,
			Curve: 2}, From: 1880,
		What:  "Turned once; its raw edge is wrapped in a light binding and slip stitched to the cloth.",
		Steps: []string{"Bind the raw edge.", "Press one turn.", "Fold the bound edge back and slip stitch beneath it.", "Press lightly."},
		Suits: "thick cloth, unlined coats", NotFor: "sheers", Wrong: "It prints through: press round the " +
			"binding.", Section: "a -14,0 6,0 6,-1.6 -3,-1.6; b 0,-2.8 -4.2,-2.8 -4.2,-1 ; s3 -1,-3.5 " +
			"-1,-.6 -1.6,.4", Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-overlocked", Name: "Overlocked and turned once", Family: Hems, Of: Hem,
		Seam:  "EFa",
		Asked: 25, Used: 25,
		Passes: []Pass{{stitch.Overlock, 1, 1}, {stitch.Lockstitch, 2, 1}}, Handling: 4, Needs: sewing, Fit: Fit{Strong: 2, Clean: 2,
			Curve: 2, Shows: true}, From: 1960,
		What:  "The raw edge is overlocked, turned once and stitched.",
		Steps: []string{"Overlock the edge.", "Press one turn.", "Stitch beside the overlock.", "Press."},
		Suits: "stage clothes, lining", NotFor: "an inside of its time", Wrong: "Waves: less feed, or ease the edge.", Section: turn1 +
			"s2 -3,.9 -3,-2", Right: []Seen{{FoldEdge, 0}, {Line, -9}}},
	{Key: "hem-fused", Name: "Fused with web", Family: Hems, Of: Hem,
		Asked: 25, Used: 25,
		Handling: 5, Rests: 0.25, Needs: []work.Need{work.Iron}, Fit: Fit{Strong: 1, Clean: 1, Curve: 1}, From: 1975,
		What: "Turned once over a strip of fusible web and pressed: no stitch shows, and none holds it.",
		Steps: []string{"Try web, heat and time on a scrap.", "Press the turn.", "Lay the web in the fold and press, do not slide.",
			"Let it cool flat before it is moved: warm web gives way."},
		Suits: "costumes for one evening, cloth that takes heat", NotFor: "velvet, silk, what is washed often",
		Wrong: "It lets go in the wash: catch it down by hand.", Section: turn1 + "x -3,-1.2; x -5,-1.2; x -7,-1.2",
		Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-glued", Name: "Glued", Family: Hems, Of: Hem,
		Asked: 20, Used: 20,
		Handling: 4, Rests: 12, Needs: table, Fit: Fit{Strong: 1, Clean: 1, Curve: 2}, From: 1950,
		What: "Turned once and held with cloth glue: for what can’t be sewn or pressed.",
		Steps: []string{"Try the glue on a scrap: it may stain or stiffen.", "Air the room.",
			"A thin line, a finger’s breadth inside the edge; turn and weight it.", "Leave it over night under weights before it is moved."},
		Suits: "felt, foam, leather cloth, props", NotFor: "clothes that are washed, cloth seen close to",
		Wrong: "It comes through: too much, or too thin a cloth. Follow the maker’s sheet.", Section: turn1 + "x -6,-1.2; x -8,-1.2",
		Right: []Seen{{FoldEdge, 0}}},
	{Key: "hem-join", Name: "Two layers joined at the hem", Family: Hems, Of: Turn,
		Lies:  LieBetween,
		Asked: 12, Used: 8,
		Passes: byMachine(stitch.Lockstitch, 2), Handling: 6, Needs: sewing, Fit: Fit{Strong: 3, Clean: 3, Curve: 2},
		What: "Outer skirt and inner are sewn right sides together at the hem and turned: there is no other hem.",
		Steps: []string{"Match seams, right sides together.", "Sew all round.", "Trim and clip; turn.",
			"Press the seam to the very edge; hang before it is stitched down."},
		Suits: "double petticoats, lined capes", NotFor: "layers that stretch differently", Wrong: "The lining drags: shorten it by a " +
			"thread or two at the waist.",
		Section: "a -14,0 4,0 4,-1.2 0,-1.2; b 0,-2.4 4,-2.4 4,-3.6 -14,-3.6; s2 2,-.6 2,-3", Right: []Seen{{FoldEdge, 0}}},
}
