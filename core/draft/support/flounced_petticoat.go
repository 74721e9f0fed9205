package support

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/edge"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// FlouncedPetticoat is a gored petticoat with gathered flounces set on it; or, Outer, a skirt of them, whose
// flounces may be cut in scallops.
type FlouncedPetticoat struct{ Outer bool }

// About describes it.
func (g FlouncedPetticoat) About() draft.About {
	if g.Outer {
		return draft.About{Kind: "skirt-flounced", Name: "Flounced skirt", Family: family.Skirt,
			What: "Up to six tiers of flounces over a gored skirt, from hem to hip, their edges hemmed or cut in scallops that " +
				"follow the " +
				"width of each tier. The 1850s, and many a character.",
			Usual: cloth.Fabric{Name: "Silk taffeta", Colour: "verdigris", Width: 1400, Selvedge: 10, Thickness: 0.2, Weight: 95,
				Shrinkage: 0.02}}
	}
	return draft.About{Kind: "petticoat-flounced", Name: "Flounced petticoat", Family: family.Support,
		What: "A gored petticoat with one to four gathered flounces, each with a heading and tucks; holds out the hem of trained and " +
			"bell skirts.",
		Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.2, Weight: 85, Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (g FlouncedPetticoat) Parameters() []draft.Parameter {
	long, most, usual := lengthBelow(80, "waist to floor, less the band, ⟦4 cm⟧ clear of the floor and ⟦4 cm⟧ shorter than the skirt"),
		4.0, 1.0
	if g.Outer {
		long, most, usual = lengthBelow(40, "waist to floor, less the band, ⟦4 cm⟧ clear of the floor"), 6, 3
	}
	list := part.OnBand(25.4, 5, long,
		draft.Tally(draft.Gores, "Side gores a side", 1, 2, 2, "two share the flare", figure.Memory,
			"One is enough for a hem to about ⟦=2 m⟧."),
		draft.Mm(draft.HipEase, "Ease at the hip", 10, 160, 50, "sits without pulling", figure.Memory,
			"Between the body as dressed underneath and the cloth."),
		hemRound(2400, "skirts of the 1870s to 1900s"),
		draft.Tally("flounces", "Flounces", 1, most, usual, map[bool]string{false: "one deep one", true: "three tiers"}[g.Outer],
			figure.Memory, "From the hem up; each covers the seam of the one below."),
		flounceDepth(),
		draft.Times("fullness", "Flounce, times the place it is set on", 1.2, 3, 1.75, "fine cotton", figure.Practice,
			"1.5 to 2 for most cotton; sew a test strip.").Saving("Less full flounces"),
		draft.Mm("heading", "Heading above the gathers", 0, 40, 12, "narrow", figure.Practice,
			"It stands up above the seam; none sets the flounce by its raw edge."),
		draft.Mm("tuck", "Depth of a tuck", 3, 25, 8, "narrow", figure.Memory, "Each takes up twice its depth of cloth."),
		tuckCount(),
	)
	if !g.Outer {
		return list
	}
	for i := range list {
		if list[i].Key == "tucks" { // what is seen is plain
			list[i].Default = draft.Fixed(0, "none", figure.Memory)
		}
	}
	chord := draft.Mm("scallop", "Scallops, from point to point", 30, 300, 120, "⟦6 cm⟧ to ⟦16 cm⟧", figure.Memory,
		"About, on the lowest flounce: a whole number comes between every two seams. Above they are smaller as the tiers are.")
	deep := draft.Mm("scallop_deep", "Scallops, deep", 8, 120, 35, "a third to a quarter of their width", figure.Memory,
		"From the points to the lowest of the arc.")
	deep.Between = func(_ figure.Figure, v draft.Values) (float64, float64) { // where a tier is narrow they come out narrower
		return 8, max(min(120, min(v.Number("scallop")*0.3, v.Number("flounce")-v.Number("heading")-40)), 9)
	}
	for _, q := range []*draft.Parameter{&chord, &deep} {
		q.When = func(v draft.Values) bool { return v.Choice("edge") == "scallops" }
	}
	return append(list, draft.OneOf("edge", "Edge of the flounces", "Scallops are faced with their own cloth, or bound where "+
		"they are tight.",
		"hem", "hemmed", "scallops", "scalloped"), chord, deep)
}

// scalloped cuts the lower edge of a flounce in scallops, in ratio to the lowest flounce, whose panels are
// share times as wide; it tells how many each panel has.
func scalloped(p *pattern.Piece, v draft.Values, share float64) (int, edge.Scallop, error) {
	e, _ := p.Edge("bottom")
	wide := e.Length()
	n := max(int(math.Round(wide/(v.Number("scallop")*share))), 1)
	s, err := edge.Scallops(wide, n, min(v.Number("scallop_deep")*share, wide/float64(n)*0.45))
	if err != nil {
		return 0, s, err
	}
	e.Line, e.Corner, e.Turned = s.Line(n), true, false
	for i := range p.Edges { // its sides end at the points
		switch q := &p.Edges[i]; q.ID {
		case "right":
			q.Line[0] = e.Line[len(e.Line)-1]
		case "left":
			q.Line[len(q.Line)-1] = e.Line[0]
		}
	}
	p.Be(pattern.FacedOut, "bottom")
	p.Allow(scallopAllowance, "bottom")
	if !s.Turnable(scallopAllowance) {
		p.Be(pattern.Bound, "bottom")
		p.Allow(0, "bottom")
	}
	return n, s, nil
}

// scallopAllowance is that of a scalloped edge that is faced and turned, mm (common practice, no source).
const scallopAllowance = 6.0

// flounceDepth leaves room for all flounces on the skirt.
func flounceDepth() draft.Parameter {
	p := draft.Mm("flounce", "Flounce, finished depth", 60, 500, 250, "a quarter of the skirt", figure.Memory,
		"With its heading.").Saving("Shallower flounces")
	p.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 60, max(80, min(500, v.Number(draft.FullLength)*0.8/v.Number("flounces")+15))
	}
	return p
}

// tuckCount leaves room for all tucks on the flounce.
func tuckCount() draft.Parameter {
	p := draft.Tally("tucks", "Tucks in each flounce", 0, 8, 3, "a group above the hem", figure.Memory,
		"Tucks stiffen the flounce and can be let down.")
	p.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 0, min(8, max(0, math.Floor((v.Number("flounce")-v.Number("heading")-52)/(1.6*v.Number("tuck")))))
	}
	return p
}

// flounce is one panel of a flounce, counted from the lowest, with the lines of its tucks and its gathers.
func flounce(v draft.Values, i int, w, high, seam float64) pattern.Piece {
	heading, tucks, tuck := v.Number("heading"), v.Whole("tucks"), v.Number("tuck")
	p := pattern.Rectangle(fmt.Sprintf("flounce-%d", i+1), fmt.Sprintf("Flounce %d", i+1), w, high, seam)
	p.Allow(turnedUnder+hemDepth, "bottom")
	p.Be(pattern.Hem, "bottom")
	if heading > 0 {
		p.Allow(6, "top") // turned under behind the heading
	}
	y := 30.0
	for t := range tucks {
		foot := y + float64(t)*(2*tuck+tuck*0.6)
		for _, line := range []float64{foot, foot + 2*tuck} {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.TuckLine, Path: []plane.Point{{X: 0, Y: line}, {X: w, Y: line}}})
		}
	}
	row := high - heading
	p.GatherRows([]plane.Point{{X: w, Y: row}, {X: 0, Y: row}})
	return p
}

// flounces are those that were set on: how wide they are in all, how long what they are set on is, mm, and
// how each is scalloped.
type flounces struct {
	width, place float64
	cut          []string
}

// setOn adds the flounces, each a step above the one below and cut so high with its tucks, and the lines
// that they are set on.
func (outer FlouncedPetticoat) setOn(g *gored, v draft.Values, in cloth.Fabric, step, high float64) (flounces, error) {
	var set flounces
	lowest, seam := 0.0, g.Band.Allowance
	for i := range v.Whole("flounces") {
		up := v.Number("flounce") - v.Number("heading") + float64(i)*step
		place := g.Round(up) // what it is set on narrows upwards as the gores do
		width := place * v.Number("fullness")
		k, err := fullness.Panels(width, float64(in.Usable()), seam)
		if err != nil {
			return set, fmt.Errorf("the cloth is too narrow for the flounces: %w", err)
		}
		id := fmt.Sprintf("flounce-%d", i+1)
		p := flounce(v, i, width/float64(k), high, seam)
		p.Cut = k
		if lowest == 0 {
			lowest = width
		}
		if outer.Outer && v.Choice("edge") == "scallops" {
			each, s, err := scalloped(&p, v, width/lowest)
			if err != nil {
				return set, err
			}
			set.cut = append(set.cut, fmt.Sprintf("flounce %d: %s of %s, %s deep, radius %s, on each of %s", i+1,
				measure.Count(each, "scallop"),
				measure.TellFine(s.Chord), measure.TellFine(s.Depth), measure.TellFine(s.Radius()), measure.Count(k, "panel")))
		}
		g.Pieces = append(g.Pieces, p)
		for c := range k {
			g.Seams = append(g.Seams, pattern.Seam{ID: fmt.Sprintf("%s-side-%d", id, c+1),
				A: pattern.Side{Piece: id, Edge: "right", Copy: pattern.Nth(c, k)}, B: pattern.Side{Piece: id, Edge: "left",
					Copy: pattern.Nth(c+1, k)}, Technique: "french"})
		}
		g.Measure(id+".width", "flounce "+fmt.Sprint(i+1), "in width, all round", width)
		set.width += width
		set.place += place
		// The line it is set on is marked on every gore.
		for j := range g.Pieces {
			if row := g.Row(g.Pieces[j].ID, up); row != nil {
				g.Pieces[j].Marks = append(g.Pieces[j].Marks, pattern.Mark{Kind: pattern.Section, Path: row})
			}
		}
	}
	return set, nil
}

// Draft drafts it to a figure, in a cloth.
func (outer FlouncedPetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	g, err := goredBody(on, v, v.Number(draft.HemRound), v.Number(draft.HipEase), turnedUnder+hemDepth)
	if err != nil {
		return draft.Draft{}, err
	}
	if outer.Outer {
		for i := range g.Dimensions {
			if d := &g.Dimensions[i]; d.Part == "the petticoat" {
				d.Part = "the skirt"
			}
		}
	}
	n, deep, heading := v.Whole("flounces"), v.Number("flounce"), v.Number("heading")
	step := deep - heading - 15 // each lies over the seam of the one below
	if float64(n)*step+heading > g.long*0.85 {
		return draft.Draft{}, fmt.Errorf("%s of %s would reach higher than the skirt they are set on: choose fewer or narrower ones",
			measure.Count(n, "flounce"), measure.Tell(deep))
	}
	tucks, tuck := v.Whole("tucks"), v.Number("tuck")
	takes := fullness.Tucks(tucks, tuck)
	if takes > 0 && float64(tucks)*tuck*1.6+20 > deep-heading-30 {
		return draft.Draft{}, fmt.Errorf("a flounce %[3]s deep has no room for %[1]s of %[2]s: choose fewer or narrower tucks",
			measure.Count(tucks, "tuck"), measure.TellFine(tuck), measure.Tell(deep))
	}
	set, err := outer.setOn(g, v, in, step, deep+takes)
	if err != nil {
		return draft.Draft{}, err
	}
	if len(set.cut) > 0 {
		g.Remark(false, "Scallops in ratio by tier", "From the lowest up — "+strings.Join(set.cut, "; ")+". Print one as a template. "+
			"Trim the points to ⟦4 mm⟧, clip to the stitching between them, turn over a card.")
	}
	g.dress(on, in, 1, min(inFolds+0.08*float64(n), 0.75))
	g.Wear.Stands = !outer.Outer
	g.sew("the gores, the back breadth, the band and the flounces")
	g.Works = append(g.Works,
		notion.Worked{Key: "flounce-gathers", Name: "the tops of the flounces", Of: technique.Gather, Length: set.width},
		notion.Worked{Key: "flounces", Name: "flounces to the skirt", Of: technique.Join, Join: pattern.SetOn, Technique: "lapped",
			Length: set.place})
	if tucks > 0 {
		g.Tell(work.ToTuck, fmt.Sprintf("%d in each flounce, %s deep, each from its own two lines: %s of cloth goes into them.", tucks,
			measure.TellFine(tuck), measure.TellFine(takes)))
		g.Tell(work.ToJoin, "", work.After{Step: work.ToTuck, Why: "joins cross the finished tucks"})
	}
	g.Tell(work.ToSetOn, "The lowest first. Quarter each flounce and its line on the skirt, match, spread, stitch between the two rows.",
		work.After{Step: work.ToHem, Why: "flounces are set level with the finished hem"})
	if each := set.width / float64(n) / 8; each > 1500 {
		g.Remark(false, "Long gathering threads", "Start a new thread at every eighth; one carries ⟦120 cm⟧ to ⟦150 cm⟧.")
	}
	return g.Draft, nil
}
