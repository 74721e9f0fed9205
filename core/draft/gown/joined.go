package gown

import (
	"math"
	"slices"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
)

// Joined is a dress of a bodice and a skirt that are sewn together at the waist, wherever its years had
// it. Both are drafted as they are by themselves, the skirt to the seam that the bodice gives it.
type Joined struct {
	about  draft.About
	bodice draft.Garment
	set    decided            // of the bodice
	upper  []draft.Adjustment // of the bodice's parameters
	// skirts are the shapes that its skirt may have, the usual one first.
	skirts []Skirt
	opens  string // "centre-back" or "centre-front", "" where it goes on over the head
	// level is how far below the waist its seam lies, mm, negative above; nil for at the waist.
	level func(on figure.Figure, v draft.Values) float64
	// clearance is the usual one of its skirt, opening how far it opens below the seam, mm.
	clearance, opening asked
	stay               bool   // a tape inside the waist carries the skirt
	parted             bool   // its skirt is open before, over what is worn beneath
	told               string // what is particular about joining the two
}

// asked is a length or a number that is asked for: its usual value, the reason, and what is said of it.
type asked struct {
	usual     float64
	why, help string
}

// decided are settings that a dress decides and does not ask.
type decided struct {
	numbers map[draft.Key]float64
	choices map[draft.Key]string
}

// keys are what is decided, with others.
func (d decided) keys(others ...draft.Key) []draft.Key {
	out := slices.Clone(others)
	for k := range d.numbers {
		out = append(out, k)
	}
	for k := range d.choices {
		out = append(out, k)
	}
	return out
}

// Skirt is a shape that the skirt of a dress may have.
type Skirt struct {
	key, label string
	garment    draft.Garment
	set        decided
	hem        asked // its allowance, mm
	bias       bool  // its panels lie on the bias of the cloth
	// usual and first are adjustments of the skirt's parameters: other defaults and other first options.
	usual, first []draft.Adjustment
}

// bySeam are a skirt's own parameters that a bodice takes the place of, or the dress asks for.
var bySeam = []draft.Key{draft.Band, draft.Closure, draft.Lap, draft.Placket, draft.Ease, draft.WaistEase, draft.Allowance,
	draft.Clearance, draft.Hem}

// About describes it.
func (j Joined) About() draft.About { return j.about }

// Parameters are the bodice's, then the skirt's.
func (j Joined) Parameters() []draft.Parameter {
	var out []draft.Parameter
	for _, p := range draft.Without(draft.Adjust(j.bodice.Parameters(), j.upper...), j.set.keys()...) {
		out = append(out, view{values: j.above, figure: same}.of(p, p.Key))
	}
	if len(j.skirts) > 1 {
		var options []string
		for _, s := range j.skirts {
			options = append(options, s.key, s.label)
		}
		out = append(out, draft.OneOf("skirt", "Its skirt", "Each is drafted to the waist seam of the bodice.", options...))
	}
	out = append(out, draft.Mm("skirt_clearance", "Hem above the floor", 0, 1000, j.clearance.usual, j.clearance.why, figure.Memory,
		strings.TrimSpace("All round, in the shoes of the ensemble. "+j.clearance.help)),
		j.hem())
	if j.opens == "centre-back" {
		out = append(out, draft.Mm("skirt_opening", "Open below the waist seam", 80, 400, j.opening.usual, j.opening.why, figure.Practice,
			"So that it passes hips or shoulders: the seam and both edges of the opening must go round them."))
	}
	if j.parted {
		out = append(out, j.gap())
	}
	for _, s := range j.skirts {
		seen := view{figure: func(on figure.Figure, v draft.Values) figure.Figure { return on.From(j.drop(on, v)) },
			values: func(v draft.Values) draft.Values { return s.below(v) },
			when:   func(v draft.Values) bool { return j.skirt(v).key == s.key },
			bodice: func(on figure.Figure, v draft.Values) part.Bodice {
				return part.Bodice{Seam: j.nearly(on, v) - 2*free(v), Side: 0.5, Opening: j.below(v), Opens: j.opens,
					Allowance: v.Number(draft.Allowance), Free: free(v)}
			}}
		own := draft.Adjust(draft.Adjust(s.garment.Parameters(), s.usual...), s.first...)
		for _, p := range draft.Less(draft.Without(own, s.set.keys()...), bySeam...) {
			out = append(out, seen.of(p, draft.Key(s.key)+"_"+p.Key))
		}
	}
	return out
}

// showsBelow is how much of what is worn beneath an open skirt shows at its hem, mm (from memory: ⟦45 cm⟧ to ⟦65 cm⟧).
const showsBelow = 550.0

// gap asks how far behind the centre front the skirt begins.
func (j Joined) gap() draft.Parameter {
	p := draft.MmFrom(skirtGap, "Skirt begins behind the centre front by", 0, 160, "the petticoat shows over some ⟦55 cm⟧ at the hem",
		"Each side, along the waist. 0 for front edges that meet.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			hem := 2 * showsBelow // round what the skirt falls over, at its widest
			for _, drop := range on.Drops(0, on.Floor()-v.Number("skirt_clearance")) {
				hem = max(hem, on.Girth(drop))
			}
			share := showsBelow / hem
			return math.Round(min(max(share*j.nearly(on, v)/2, 20), 130)), figure.Memory
		})
	return p
}

// skirtGap is how far behind the centre front an open skirt begins, mm.
const skirtGap draft.Key = "skirt_gap"

// free is that, 0 for a skirt whose edges meet.
func free(v draft.Values) float64 {
	if !v.Has(skirtGap) {
		return 0
	}
	return v.Number(skirtGap)
}

// hem asks for the hem, of the chosen skirt.
func (j Joined) hem() draft.Parameter {
	p := draft.MmFrom("skirt_hem", "Hem allowance", 4, 160, j.skirts[0].hem.why, "Turned twice, or faced.", nil)
	p.Default = func(_ figure.Figure, v draft.Values) (float64, figure.Reason) {
		h := j.skirt(v).hem
		return h.usual, figure.Reason{Text: h.why, Source: figure.Practice}
	}
	return p
}

// below are the dress's values as the skirt sees them.
func (s Skirt) below(v draft.Values) draft.Values {
	return v.Under("skirt_", s.key+"_").With(s.set.numbers, s.set.choices)
}

// above are the dress's values as the bodice sees them.
func (j Joined) above(v draft.Values) draft.Values { return v.With(j.set.numbers, j.set.choices) }

// skirt is the chosen shape.
func (j Joined) skirt(v draft.Values) Skirt {
	if v.Has("skirt") {
		for _, s := range j.skirts {
			if s.key == v.Choice("skirt") {
				return s
			}
		}
	}
	return j.skirts[0]
}

// drop is how far below the waist the seam lies.
func (j Joined) drop(on figure.Figure, v draft.Values) float64 {
	if j.level == nil {
		return 0
	}
	return j.level(on, v)
}

// below is how far the skirt opens below the seam.
func (j Joined) below(v draft.Values) float64 {
	if v.Has("skirt_opening") {
		return v.Number("skirt_opening")
	}
	return 0
}

// nearly is about how long the waist seam will be, before the bodice is drafted: what is asked of a skirt
// rests on it.
func (j Joined) nearly(on figure.Figure, v draft.Values) float64 {
	girth := on.Girth(j.drop(on, v))
	if v.Has(draft.WaistEase) {
		return girth + v.Number(draft.WaistEase)
	}
	return max(on.GirthAt(figure.Bust)+v.Number(draft.BustEase), girth+v.Number(draft.HipEase))
}

// view is how a part of the dress sees it.
type view struct {
	figure func(on figure.Figure, v draft.Values) figure.Figure
	values func(v draft.Values) draft.Values
	when   func(v draft.Values) bool                          // nil for always
	bodice func(on figure.Figure, v draft.Values) part.Bodice // of a skirt
}

// same is the figure itself.
func same(on figure.Figure, _ draft.Values) figure.Figure { return on }

// of is a parameter of the part, asked under a key of the dress.
func (w view) of(p draft.Parameter, key draft.Key) draft.Parameter {
	out := p
	out.Key = key
	as := func(on figure.Figure, v draft.Values) (figure.Figure, draft.Values) {
		inner := w.values(v)
		if w.bodice != nil {
			inner = w.bodice(on, v).Told(inner)
		}
		return w.figure(on, v), inner
	}
	if p.Default != nil {
		out.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) { return p.Default(as(on, v)) }
	}
	if p.Between != nil {
		out.Between = func(on figure.Figure, v draft.Values) (float64, float64) { return p.Between(as(on, v)) }
	}
	if p.SavesTo != nil {
		out.SavesTo = func(on figure.Figure, v draft.Values) float64 { return p.SavesTo(as(on, v)) }
	}
	if p.When != nil || w.when != nil {
		out.When = func(v draft.Values) bool {
			return (w.when == nil || w.when(v)) && (p.When == nil || p.When(w.values(v)))
		}
	}
	return out
}
