package cloth

import (
	"fmt"
	"slices"

	"ardentgusset/core/family"
	"ardentgusset/core/measure"
)

// Role is what a cloth does in a garment.
type Role string

// The parts a cloth has in a garment.
const (
	Outer       Role = "outer"
	Strength    Role = "strength"
	Lining      Role = "lining"
	Interlining Role = "interlining"
	Interfacing Role = "interfacing"
	Contrast    Role = "contrast"
	HiddenCloth Role = "hidden"
)

// Roles lists all, the outer first.
func Roles() []Role {
	return []Role{Outer, Lining, Strength, Interlining, Interfacing, Contrast, HiddenCloth}
}

// Label names a role as it is listed.
func (r Role) Label() string {
	if r == HiddenCloth {
		return "parts nobody sees"
	}
	if r == Strength {
		return "strength layer"
	}
	return string(r)
}

// Fitness is how well a cloth suits.
type Fitness int

// How well a cloth suits.
const (
	Poor Fitness = iota
	Fair
	Good
	Unjudged // nothing is known that would tell
)

// String is it in words.
func (f Fitness) String() string { return [...]string{"poor", "fair", "good", "not known"}[f] }

// Verdict is one judgement on a cloth, and why.
type Verdict struct {
	Fitness Fitness
	Why     string
}

// wantsOf is what a garment of a family asks of its cloth in a role.
func wantsOf(kind family.Kind, role Role) family.Cloth {
	switch role {
	case Lining:
		return family.Cloth{Low: 50, High: 160, Fibres: []string{"cotton", "linen", "silk", "viscose"}, For: "a lining"}
	case Interlining:
		return family.Cloth{Low: 80, High: 250, Fibres: []string{"cotton", "linen", "wool"}, For: "an interlining"}
	case Interfacing:
		return family.Cloth{Low: 120, High: 450, Fibres: []string{"linen", "cotton", "hemp"}, Firm: true, For: "an interfacing"}
	case HiddenCloth:
		return family.Cloth{Low: 60, High: 180, Fibres: []string{"cotton", "linen"}, For: "pockets and facings"}
	}
	if f, ok := family.Of(kind); ok {
		return f.Cloth
	}
	outermost := family.All()
	return outermost[len(outermost)-1].Cloth
}

// Suits judges a cloth for a layer of a family (as the catalogue names them)
// in a role, the gravest first. What nobody entered is not judged. Limits are
// common practice, no source; weights from memory.
func (f Fabric) Suits(kind family.Kind, role Role) []Verdict {
	w := wantsOf(kind, role)
	var out []Verdict
	say := func(fit Fitness, format string, a ...any) { out = append(out, Verdict{fit, fmt.Sprintf(format, a...)}) }
	if f.Weight > 0 {
		weight := measure.TellDensity(f.Weight)
		switch {
		case f.Weight < w.Low*0.6:
			say(Poor, "%s is too light for %s; %s to %s suits", weight, w.For, measure.TellDensity(w.Low), measure.TellDensity(w.High))
		case f.Weight < w.Low:
			say(Fair, "%s is light for %s: use it doubled or over a firmer one", weight, w.For)
		case f.Weight > w.High*1.6:
			say(Poor, "%s is too heavy for %s; %s to %s suits", weight, w.For, measure.TellDensity(w.Low), measure.TellDensity(w.High))
		case f.Weight > w.High:
			say(Fair, "%s is heavy for %s: seams will be bulky", weight, w.For)
		default:
			say(Good, "%s suits %s", weight, w.For)
		}
	}
	if w.Firm {
		switch {
		case f.Stretch > 0.05 || f.Weave == "knit":
			say(Poor, "it gives %.0f %%: what must hold its size would grow in wear", f.Stretch*100)
		case f.Weave == "coutil" || f.Weave == "herringbone" || f.Weave == "twill":
			say(Good, "%s holds bones and eyelets without giving", f.Weave)
		case f.Weave == "satin" || f.Weave == "gauze" || f.Weave == "net" || f.Weave == "velvet":
			say(Fair, "%s slips or lets bones through: put it over a firm cloth", f.Weave)
		}
	}
	if f.Fibre != "" {
		if slices.Contains(w.Fibres, f.Fibre) || f.Fibre == "blend" {
			say(Good, "%s is usual for %s", f.Fibre, w.For)
		} else if w.Washed {
			say(Poor, "%s is seldom worn next to the skin and hard to wash hot: linen or cotton", f.Fibre)
		} else {
			say(Fair, "%s is not usual for %s", f.Fibre, w.For)
		}
		if f.Fibre == "polyester" || f.Fibre == "nylon" {
			say(Fair, "%s melts: keep it from flames and hot irons, and expect it to be warm to wear", f.Fibre)
		}
	}
	if shows, tested := f.SeeThrough(); shows && w.Opaque {
		how := "looks thin enough to let"
		switch {
		case tested:
			how = "let in its test"
		case f.Shows > 0:
			how = "lets"
		}
		say(Fair, "it %s what lies under show: line it, or choose what is under by its colour", how)
	}
	if f.Frays() == 3 {
		say(Fair, "it frays freely: give it deep allowances and enclosed or overcast seams, and cut slashes last")
	}
	if s, ok := f.swatch(MarkTest); ok && !s.Yes {
		say(Fair, "the marker did not come out: tailor's tacks or thread only")
	}
	if irons := f.Irons(); irons == "none" || irons == "cool" {
		say(Fair, "it takes %s ironing: finger-press, and never press a seam open with steam before trying a scrap",
			map[string]string{"none": "no", "cool": "only cool"}[irons])
	}
	slices.SortStableFunc(out, func(a, b Verdict) int { return int(a.Fitness) - int(b.Fitness) })
	return out
}

// Worst is the gravest of the verdicts; Unjudged when there is none.
func Worst(all []Verdict) Fitness {
	least := Unjudged
	for _, v := range all {
		least = min(least, v.Fitness)
	}
	return least
}
