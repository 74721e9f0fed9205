// Package silhouette compares a dressed figure with the outline of a period:
// how wide the hem, how far out behind and beside, how small the waist.
package silhouette

import (
	"fmt"
	"math"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Trait is one number of an outline.
type Trait string

const (
	Hem    Trait = "hem"    // circumference of the outermost hem, mm
	Behind Trait = "behind" // down to a hand below the hip, the furthest point behind stands this far out behind the back of the waist, mm
	Beside Trait = "beside" // the same at the side, left and right taken together and halved, mm
	Ratio  Trait = "ratio"  // girth of the waist as a part of the girth at the hip line, both as dressed
)

// Traits in the order they are said.
func Traits() []Trait { return []Trait{Behind, Beside, Hem, Ratio} }

// Label is the trait in words.
func (t Trait) Label() string {
	return map[Trait]string{Hem: "hem, all round", Behind: "out behind", Beside: "out beside", Ratio: "waist to hip"}[t]
}

// Length tells whether the trait is a length in mm.
func (t Trait) Length() bool { return t != Ratio }

// Bounds are the least and the most a trait may be.
func (t Trait) Bounds() (low, high float64) {
	switch t {
	case Hem:
		return 800, 12000
	case Ratio:
		return 0.1, 1.5
	}
	return 0, 1200
}

// Range is what a period wants of a trait, both ends included.
type Range struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Aim is the outline to reach.
type Aim struct {
	Key    string          `json:"key"` // of the period it began from
	Wanted map[Trait]Range `json:"wanted"`
}

// Period is an outline with its usual ranges.
type Period struct {
	Key, Label string
	Aim        Aim
}

func period(key, label string, behind, beside, hem, ratio Range) Period {
	return Period{key, label, Aim{key, map[Trait]Range{Behind: behind, Beside: beside, Hem: hem, Ratio: ratio}}}
}

// Periods lists outlines from memory: hems differ widely within each, and
// every number is the maker's to change.
func Periods() []Period {
	return []Period{
		period("1740", "1740s to 1770s, over panniers", Range{30, 110}, Range{150, 450}, Range{2600, 3600}, Range{0.3, 0.5}),
		period("1775", "1775 to 1790, over pads", Range{60, 160}, Range{90, 200}, Range{2600, 3400}, Range{0.42, 0.6}),
		period("1795", "1795 to 1820", Range{20, 90}, Range{30, 110}, Range{2000, 2500}, Range{0.65, 1}),
		period("1830", "1830s", Range{70, 170}, Range{100, 220}, Range{2800, 3500}, Range{0.4, 0.6}),
		period("1840", "1840s", Range{80, 200}, Range{110, 250}, Range{3500, 4500}, Range{0.36, 0.56}),
		period("1856", "1856 to 1866, over hoops", Range{150, 400}, Range{180, 450}, Range{3500, 6000}, Range{0.28, 0.5}),
		period("1870", "1870 to 1876", Range{140, 280}, Range{70, 160}, Range{3000, 4000}, Range{0.4, 0.6}),
		period("1877", "1877 to 1882", Range{50, 120}, Range{60, 130}, Range{1800, 2200}, Range{0.54, 0.72}),
		period("1883", "1883 to 1889", Range{120, 200}, Range{60, 150}, Range{2200, 2800}, Range{0.42, 0.62}),
		period("1890", "1890 to 1896", Range{60, 140}, Range{70, 160}, Range{3000, 4500}, Range{0.5, 0.68}),
		period("1897", "1897 to 1908", Range{60, 150}, Range{60, 150}, Range{3000, 4000}, Range{0.5, 0.68}),
		period("1909", "1909 to 1914", Range{40, 110}, Range{40, 110}, Range{1500, 2000}, Range{0.6, 0.8}),
		period("1920", "1920s", Range{20, 90}, Range{20, 80}, Range{1000, 1600}, Range{0.72, 1}),
		period("1947", "1947 to 1958", Range{80, 200}, Range{90, 220}, Range{3000, 8000}, Range{0.4, 0.6}),
	}
}

// PeriodOf finds a period by its key.
func PeriodOf(key string) (Period, bool) {
	for _, p := range Periods() {
		if p.Key == key {
			return p, true
		}
	}
	return Period{}, false
}

// With is the aim with one range changed; it fails when the range is empty or
// outside what a costume can be.
func (a Aim) With(t Trait, r Range) (Aim, error) {
	low, high := t.Bounds()
	say := func(x float64) string {
		if t.Length() {
			return measure.Tell(x)
		}
		return fmt.Sprintf("%.2g", x)
	}
	if !(r.Low >= low && r.High <= high) || math.IsNaN(r.High) {
		return a, fmt.Errorf("%s: both ends lie between %s and %s", t.Label(), say(low), say(high))
	}
	if r.Low > r.High {
		return a, fmt.Errorf("%s: the first number is the smaller one; these are %s and %s", t.Label(), say(r.Low), say(r.High))
	}
	out := Aim{a.Key, map[Trait]Range{}}
	for k, v := range a.Wanted {
		out.Wanted[k] = v
	}
	out.Wanted[t] = r
	return out, nil
}

// Of reads the traits off a figure as it is seen: with everything on and its
// cloth hanging. hem is the circumference of its outermost hem, 0 for none.
func Of(seen figure.Figure, hem float64) map[Trait]float64 {
	waist := seen.At(0)
	// Further down it is the hem that says how far the cloth stands out.
	low := seen.Drop(figure.Hip) + 80
	behind, beside := 0.0, 0.0
	for drop := 0.0; drop <= low; drop += 10 {
		s := seen.At(drop)
		behind = max(behind, s.Reach(180)-waist.Reach(180))
		beside = max(beside, (s.Breadth()-waist.Breadth())/2)
	}
	return map[Trait]float64{Hem: hem, Behind: behind, Beside: beside, Ratio: waist.Girth() / seen.GirthAt(figure.Hip)}
}

// Finding is one trait judged.
type Finding struct {
	Trait  Trait
	Have   float64
	Wanted Range
	Within bool
	Text   string   // what is missing or too much
	Try    []string // kinds of garment that would give it
}

// Judge compares a figure with an aim. wears are the families it already
// wears.
func Judge(aim Aim, have map[Trait]float64) []Finding {
	var out []Finding
	for _, t := range Traits() {
		want, ok := aim.Wanted[t]
		if !ok {
			continue
		}
		f := Finding{Trait: t, Have: have[t], Wanted: want, Within: have[t] >= want.Low-0.5e-3*want.Low &&
			have[t] <= want.High+0.5e-3*want.High}
		if !f.Within {
			f.Text, f.Try = advice(t, f.Have, want)
		}
		out = append(out, f)
	}
	return out
}

func advice(t Trait, have float64, want Range) (string, []string) {
	short := want.Low - have
	switch {
	case t == Behind && short > 70:
		return fmt.Sprintf("%s more wanted behind: a cage, or a large pad under petticoats",
			measure.Tell(short)), []string{"bustle-cage", "bustle-pad"}
	case t == Behind && short > 0:
		return fmt.Sprintf("%s more wanted behind: a larger pad, or a fuller petticoat", measure.Tell(short)), []string{"bustle-pad",
			"petticoat-flounced"}
	case t == Behind:
		return fmt.Sprintf("%s too far out behind: a smaller pad, or fewer pleats at the centre back", measure.Tell(have-want.High)), nil
	case t == Beside && short > 90:
		return fmt.Sprintf("%s more wanted on each side: panniers or hoops", measure.Tell(short)), []string{"panniers", "hoop-skirt"}
	case t == Beside && short > 0:
		return fmt.Sprintf("%s more wanted on each side: a hip roll, or a fuller petticoat", measure.Tell(short)), []string{"hip-roll",
			"petticoat-corded"}
	case t == Beside:
		return fmt.Sprintf("%s too wide on each side: a smaller support, or one that gives behind instead",
			measure.Tell(have-want.High)), nil
	case t == Hem && have == 0:
		return "nothing worn has a hem yet", []string{"petticoat-gored"}
	case t == Hem && short > 0:
		return fmt.Sprintf("%s more wanted round the hem: more flare or more breadths in the outermost skirt, and a petticoat as full "+
			"beneath it", measure.Tell(short)), []string{"petticoat-tiered", "petticoat-flounced"}
	case t == Hem:
		return fmt.Sprintf("%s too much round the hem: less flare, or a breadth fewer", measure.Tell(have-want.High)), nil
	case t == Ratio && short > 0:
		return "the waist is smaller against the hips than the period shows it: less reduction, or less at the hips", nil
	}
	return "the waist is large against the hips: more fullness at the hips costs nobody their breath; a corset does " +
		"the rest", []string{"hip-roll", "corset"}
}

// outlineShare is how much of a hem's cloth shows as outline; the rest lies in
// folds (from memory).
const outlineShare = 0.8

// Band gives the least and the greatest form the aim allows on a figure, as
// sections from the waist down to a little above the floor.
func Band(aim Aim, seen figure.Figure) (low, high []figure.Ring) {
	waist := seen.At(0)
	floor := seen.Length("waist_to_floor_side")
	end := func(pick func(Range) float64) []figure.Ring {
		behind, beside, hem := pick(aim.Wanted[Behind]), pick(aim.Wanted[Beside]), pick(aim.Wanted[Hem])*outlineShare
		full := figure.Oblong(waist.Breadth()+2*beside, waist.Reach(0)+30, waist.Reach(180)+behind)
		foot := full.Scaled(hem / full.Girth())
		var out []figure.Ring
		const shelf, steps = 0.2, 28.0 // the fullest lies a fifth of the way down
		for i := 0.0; i <= steps; i++ {
			t := i / steps * 0.97
			var s figure.Section
			if t < shelf {
				k := t / shelf
				s = waist.Toward(full, math.Sin(k*math.Pi/2))
			} else {
				s = full.Toward(foot, (t-shelf)/(0.97-shelf))
			}
			out = append(out, figure.Ring{Drop: t * floor, Section: s})
		}
		return out
	}
	low = end(func(r Range) float64 { return r.Low })
	high = end(func(r Range) float64 { return r.High })
	for i := range low { // where the ranges cross, the band is as wide as it is
		high[i].Section = high[i].Section.With(low[i].Section)
	}
	return low, high
}
