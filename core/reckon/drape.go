package reckon

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/drape"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Drape is how a cloth falls, from a strip of it over a table's edge.
type Drape struct{}

// About describes it.
func (Drape) About() About {
	return About{Name: "drape", Title: "How a cloth falls",
		What:  "Its stiffness from a strip laid over a table's edge, and the folds that makes.",
		Asked: "drape bending stiffness stiff soft limp folds fall hang strip table cantilever"}
}

// Parameters are what is asked about it.
func (Drape) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("over", "A strip hangs over the edge by", 30, 400, 100,
			"A hand's breadth wide, along the grain, flat on the table and held there."),
		length("below", "Its tip hangs below the edge by", 3, 400, 60, "Straight down."),
		length("out", "and out from the edge by", 1, 400, 72, "Level."),
		number("weight", "A square metre weighs, g", 0, 1500, 0, "0 where it is not known."),
		length("hem", "A skirt of it, round at the hem", 500, 12000, 3200, "The cloth of it."),
		length("long", "and long", 100, 1600, 1000, "From the waist to the hem."),
	}
}

// Reckon does the sum.
func (Drape) Reckon(v draft.Values) (a Answer, err error) {
	over, below, out := v.Number("over"), v.Number("below"), v.Number("out")
	chord := math.Hypot(below, out)
	if chord > over*1.02 {
		return a, wrong(v, "below", "the tip would be %s from the edge, and only %s hangs over it: measure again", measure.Tell(chord),
			measure.Tell(over))
	}
	if chord < over*0.72 {
		return a, wrong(v, "over", "the tip is %s from the edge with %s hanging over: it is curled or folded; let less hang over",
			measure.Tell(chord), measure.Tell(over))
	}
	angle := math.Atan2(below, out) * 180 / math.Pi
	if angle < 8 {
		return a, wrong(v, "over", "it hardly bends: let more of it hang over, until its tip is well below the edge")
	}
	c := drape.Overhang(over, below, out)
	const peirce figure.Source = "Peirce 1930"
	a.put("bending", "Its bending length", Length, c, "how much of it holds itself up", peirce)
	a.put("angle", "The strip falls at", Degrees, angle, "from the edge to its tip", figure.Geometry)
	if w := v.Number("weight"); w > 0 {
		a.put("rigidity", "Flexural rigidity, mg cm", Plain, w*0.1*math.Pow(c/10, 3), "weight times the length three times over", peirce)
	}
	folds, shadow := drape.Tester(c)
	a.put("shadow", "On a drape tester it covers", Percent, 100*shadow, "of the ring beyond the disc", figure.Memory)
	a.put("nodes", "and falls there in folds", Count, float64(folds), "a sample of ⟦300⟧ over a disc of ⟦180⟧", figure.Memory)
	hem := v.Number("hem")
	a.put("folds", "A skirt of it falls in folds", Count, float64(drape.FoldsRound(c, hem, v.Number("long"), hem/2)),
		"gathered to half its hem, at the hem", figure.Memory)
	a.sum("%s × ∛(cos ½ × %.0f° ÷ (8 × tan %.0f°)) = %s", measure.Tell(over), angle, angle, measure.Tell(c))
	a.note(false, "Four strips", "Two along and two across the grain, each with either side up: the mean of them. A strip that twists is "+
		"too narrow. Write it on the cloth, and the figure falls in its folds.")
	// The strip from its side, and how it would hang were it a rod.
	table := over * 0.5
	a.box(Other, "table", -table, -over*0.08, table, over*0.08)
	s := Shape{Kind: Cloth}
	s.Line = append(s.Line, pt(-table*0.9, 0), pt(0, 0))
	for k := 1; k <= 24; k++ { // it leaves the edge level and steepens towards its tip
		t := float64(k) / 24
		s.Line = append(s.Line, pt(out*t, -below*t*t*(3-t)/2))
	}
	a.Drawing = append(a.Drawing, s)
	a.Drawing = append(a.Drawing, Shape{Kind: FoldLn, Line: s.Line[1:2:2]})
	a.Drawing[len(a.Drawing)-1].Line = append(a.Drawing[len(a.Drawing)-1].Line, pt(out, -below))
	a.up(measure.Tell(below), out+over*0.12, -below, below)
	a.across(measure.Tell(out), 0, over*0.12, out)
	return a, nil
}
