package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
)

// Tiers are strips each fuller than the one above, flounces, ruffles and tucks.
type Tiers struct{}

// About describes it.
func (Tiers) About() About {
	return About{Name: "tiers", Title: "Tiers, flounces, tucks", What: "Breadths for each tier, whole cloth widths with the fullness " +
		"left to " +
		"float, and whether one can walk in it.", Asked: "tier flounce ruffle tuck growth breadth panels how much cloth skirt hem " +
		"walk stride",
		Links: []Link{{"tucks", "tucks", ""}, {"tuck", "tuck", ""}, {"heading", "heading", ""}, {"hem_round", "", "sweep"}}}
}

// Parameters are what is asked about it.
func (Tiers) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("top", "What the first is gathered to", 50, 6000, 711.2, "The waist, or the skirt it is set on."),
		tally("count", "Tiers", 1, 6, 2, "One for a flounce or a ruffle."),
		number("full", "Times as full, each", 1, 6, 2, "Of what it is gathered to."),
		length("long", "Length, all of them", 30, 2500, 812.8, "From the top of the first to the finished hem."),
		length("first", "of which the first", 20, 2500, 508, "The others share the rest evenly."),
		length("cloth", "Width of the cloth", 200, 4000, 1371.6, "Usable, without selvedges."),
		length("allowance", "Seam allowance", 3, 40, 12.7, "At every seam."),
		length("hem", "Hem allowance", 3, 300, 28.6, "Of the last."),
		length("heading", "Heading above each", 0, 100, 0, "A frill that stands above the stitching."),
		length("band", "Cloth for a band besides", 0, 400, 76.2, "Cut across the cloth; 0 for none."),
		tally("tucks", "Tucks in the last", 0, 20, 0, "To look at, or to let down."),
		given("tucks", 1, length("tuck", "Depth of a tuck", 2, 120, 12, "Each takes up twice that.")),
		draft.OneOf("widths", "Breadths", "", "exact", "as full as asked", "whole", "whole widths, as near as they come"),
		length("step", "A stride", 200, 1000, 600, "Heel to heel; ⟦60 cm⟧ is a full one."),
		length("leg", "Depth of the leg and what it wears", 50, 500, 110, "Where the hem strikes it.")}
}

// tier is one of them, mm.
type tier struct {
	net, cut, times float64 // round; down as it is cut; as full as what it is gathered to
	panels          int
}

// Reckon does the sum.
func (Tiers) Reckon(v draft.Values) (a Answer, err error) {
	n, long, first := v.Whole("count"), v.Number("long"), v.Number("first")
	if n > 1 && first >= long {
		return a, wrong(v, "first", "the others are left nothing: less than %s", measure.Tell(long))
	}
	used := v.Number("cloth") - 2*v.Number("allowance")
	if used <= 0 {
		return a, wrong(v, "cloth", "two allowances leave nothing of it: more than %s", measure.TellFine(2*v.Number("allowance")))
	}
	exact, whole := tiersOf(v, false), tiersOf(v, true)
	all := exact
	if v.Choice("widths") == "whole" {
		all = whole
	}
	down := func(list []tier) (sum float64) {
		for _, t := range list {
			sum += float64(t.panels) * t.cut
		}
		return sum + v.Number("band")
	}
	y, hem := 0.0, 0.0
	for i, t := range all {
		name := fmt.Sprintf("Tier %d", i+1)
		a.put(fmt.Sprintf("round_%d", i+1), name+", round", Length, t.net, "what it is gathered to times its fullness", figure.Geometry)
		a.put(fmt.Sprintf("down_%d", i+1), "cut down", Length, t.cut, "finished depth, both allowances, heading, hem and tucks",
			figure.Geometry)
		a.put(fmt.Sprintf("panels_%d", i+1), "breadths", Count, float64(t.panels), "the least whose width within its seams is enough",
			figure.Geometry)
		a.put(fmt.Sprintf("full_%d", i+1), "times as full", Times, t.times, "round over what it is gathered to", figure.Geometry)
		a.sum("tier %d: %s round ÷ %s a breadth = %d breadths, each cut %s down", i+1, measure.Tell(t.net), measure.Tell(used), t.panels,
			measure.Tell(t.cut))
		a.box(Cloth, name, -t.net/2, y-t.cut, t.net, t.cut)
		s := Strip{Name: name, Long: t.net}
		for k := range t.panels {
			s.Marks = append(s.Marks, StripMark{t.net * float64(k+1) / float64(t.panels), "join", JoinAt})
			x := -t.net/2 + t.net*float64(k+1)/float64(t.panels)
			if k+1 < t.panels {
				a.draw(Stitch, "", pt(x, y), pt(x, y-t.cut))
			}
		}
		a.Strips = append(a.Strips, s)
		y -= t.cut * 1.15
		hem = t.net
	}
	a.put("length", "Cloth to buy, at least", Bought, down(all), "all breadths laid across it, and the band", figure.Geometry)
	if d := down(exact) - down(whole); d > 1 {
		a.put("saves", "Whole widths save", Long, d, "with the fullness left to float", figure.Geometry)
	}
	need := fullness.Sweep(v.Number("step"), v.Number("leg"))
	a.put("sweep", "Hem a full step needs", Length, need, "two steps, and the legs between them", figure.Geometry)
	if hem < need {
		a.note(false, "The hem holds the stride", "It measures %s; steps of %s are the most it lets.", measure.Tell(hem),
			measure.Tell(max((hem-math.Pi*v.Number("leg"))/2, 0)))
	}
	return a, nil
}

// tiersOf are the tiers, exactly as full as asked, or of whole widths.
func tiersOf(v draft.Values, whole bool) (out []tier) {
	n, seam := v.Whole("count"), v.Number("allowance")
	used := v.Number("cloth") - 2*seam
	round := v.Number("top")
	for i := range n {
		t := tier{net: round * v.Number("full")}
		if whole {
			t.panels = max(int(math.Round(v.Number("top")*math.Pow(v.Number("full"), float64(i+1))/used)), 1)
			t.net = float64(t.panels) * used
		} else {
			t.panels, _ = fullness.Panels(t.net, v.Number("cloth"), seam)
		}
		t.times = t.net / round
		deep := v.Number("long")
		if n > 1 {
			deep = v.Number("first")
		}
		if i > 0 {
			deep = (v.Number("long") - v.Number("first")) / float64(n-1)
		}
		t.cut = deep + seam + v.Number("heading")
		if i == n-1 {
			t.cut += v.Number("hem")
			if v.Whole("tucks") > 0 {
				t.cut += fullness.Tucks(v.Whole("tucks"), v.Number("tuck"))
			}
		} else {
			t.cut += seam
		}
		out, round = append(out, t), t.net
	}
	return out
}
