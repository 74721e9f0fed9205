package technique

import (
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

var table = []work.Need{work.Table}

var marking = []Technique{
	{Key: "chalk", Name: "Chalk line", Family: Marking, Of: Mark, Handling: 1, Needs: table,
		What: "A thin line of tailor’s chalk on the wrong side.",
		Steps: []string{"Sharpen the chalk: a blunt edge draws a line as wide as a stitch.",
			"Hold the ruler on the line and draw towards you.", "Brush it off a scrap first, before ironing and after."},
		Suits: "wool, flannel, most cotton; waxed chalk stays on wool where powder rubs off", NotFor: "waxed chalk on silk, which keeps " +
			"the grease",
		Wrong: "A line lost while sewing: thread trace what is needed later.", Section: one +
			"x -4,.9 -2,.9 0,.9 2,.9", Right: []Seen{{Line, -3}}},
	{Key: "thread-trace", Name: "Thread tracing", Others: []string{"thread marking"}, Family: Marking, Of: Mark,
		Passes: byHand(stitch.Basting, 1), Handling: 1, Needs: hand,
		What: "A line of uneven basting along a marked line, in a thread of another colour, seen on both sides.",
		Steps: []string{"Use soft cotton in a colour that can’t be missed.", "Short stitches beneath, long ones above.",
			"Cross two lines at every corner, so that it is exact.", "Pull it out before pressing the finished seam hard."},
		Suits: "centre lines, waist lines, anything marked on both sides", NotFor: "cloth that keeps the holes",
		Wrong: "A print of thread pressed in: use silk thread and press round it.", Section: one +
			"s4 -9,.8 -3,.8 -2.6,-.8 -1,-.8 -.6,.8 6,.8 6.4,-.8 8,-.8 8.4,.8", Right: []Seen{{Dashes, 0}}},
	{Key: "tailor-tacks", Name: "Tailor’s tacks", Family: Marking, Of: Mark, Passes: byHand(stitch.Tack, 2), Handling: 1, Needs: hand,
		What: "Loops through both layers at a point, cut apart between them: a tuft of thread on each.",
		Steps: []string{"Double soft thread, no knot.", "Take a small stitch through both layers, then another on the same place, " +
			"leaving a loop.", "Lift the layers apart gently and snip between.", "Draw them out when the place has been sewn."},
		Suits: "dart tips, pocket ends, eyelets on two layers at once", NotFor: "slippery linings, where they fall out",
		Wrong:   "Gone when you need them: leave longer tails, handle less.",
		Section: "a -14,0 14,0; b -14,-2.4 14,-2.4; s4 -2,1.6 -1.6,-3.2 1.6,-3.2 2,1.6", Right: []Seen{{Dots, 0}}},
	{Key: "wheel", Name: "Wheel and carbon paper", Family: Marking, Of: Mark, Handling: 0.7, Needs: table,
		What: "A toothed wheel prints the line on the wrong side through a coloured paper.",
		Steps: []string{"Try on a scrap: some colours do not show, some never come out.", "Lay the paper face to the wrong side.",
			"Roll once along a ruler, firmly, on card.", "Mark both pieces of a pair."},
		Suits: "cotton, linen, strength layers", NotFor: "light silk; anything where a mark may shine through",
		Wrong: "Marks that shine through: use white, or chalk.", Section: one +
			"x -6,-.9 -3,-.9 0,-.9 3,-.9 6,-.9", Right: []Seen{{Dots, 0}}},
	{Key: "notches", Name: "Notches clipped", Family: Marking, Of: Mark, Asked: 8, Used: 8, Handling: 0.5, Needs: table,
		What: "A short snip into the allowance shows where two edges meet.",
		Steps: []string{"Snip no deeper than a third of the allowance.",
			"Where the allowance is narrow or the cloth frays, cut a small tooth outward, or chalk it.", "Trim them only when the seam " +
				"has been sewn."},
		Suits: "firm cloth with a usual allowance", NotFor: "loose weaves, allowances that will be let out",
		Wrong: "A snip past the line: lay a scrap behind and darn before sewing.", Section: "a -14,0 1,0; a " +
			"2.4,0 14,0", Right: []Seen{{RawEdge, 0}, {Bars, -2}}},
	{Key: "hand-baste", Name: "Basting by hand", Others: []string{"tacking"}, Family: Marking, Of: Baste,
		Passes: byHand(stitch.Basting, 2), Handling: 1, Needs: hand,
		What: "Long running stitches that hold layers until they are sewn. Pins shift; basting does not.",
		Steps: []string{"Lay the work flat on a table and keep it there.", "Sew beside the line, in the allowance, long stitches.",
			"Fasten with one stitch back, so that it comes out easily.", "Pull it when the seam is sewn."},
		Suits: "fitting, velvet, checks to be matched, sleeves", NotFor: "nothing: it only takes time",
		Wrong: "It broke when pulled: snip it every hand’s breadth.", Section: two +
			"s4 -10,.8 -4,.8 -3.4,-1.9 2,-1.9 2.6,.8 9,.8", Right: []Seen{{Dashes, 0}}},
	{Key: "diagonal-baste", Name: "Diagonal basting", Family: Marking, Of: Baste, Passes: byHand(stitch.Pad, 2), Handling: 0.5, Needs: hand,
		What: "Slanting stitches over a surface that hold two layers as one.",
		Steps: []string{"Lay both layers flat, smooth from the middle outwards.",
			"Take straight stitches across, one below the other: the thread slants between.", "Work in rows a hand’s " +
				"breadth apart.", "Leave it in until the edges are sewn."},
		Suits: "flat lining, interlining, pleats before pressing", NotFor: "marking a line",
		Wrong: "Bubbles: the layers were not smoothed; unpick and begin in the middle.", Section: two +
			"s4 -6,.8 -1.4,.8 -1,-1.9 1,-1.9 1.4,.8 6,.8", Right: []Seen{{Slants, -4}, {Slants, 4}}},
	{Key: "slip-baste", Name: "Slip basting", Family: Marking, Of: Baste, Passes: byHand(stitch.Ladder, 2), Handling: 2, Needs: hand,
		What: "One edge turned under and basted to the other from the right side, so that stripes meet exactly; sewn afterwards " +
			"from inside.",
		Steps: []string{"Press one edge under on its line.", "Lay it on the other’s line, right sides up, and match the pattern.",
			"Run through the fold, then straight down and on in the cloth beneath.", "Open it out: the stitches lie on the seam line."},
		Suits: "checks, stripes, changes made while fitting", NotFor: "long plain seams",
		Wrong: "A step between stripes: pin every one.", Section: fold +
			"s2 -5,1.8 -2,1.8 -.4,.6 0,-.8 2,-.8", Right: []Seen{{SeamLine, -1}}},
}
