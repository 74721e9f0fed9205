package ensemble

import (
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// Fit is how a garment goes round what is under it now, beside what was meant.
type Fit string

// How a garment goes round what is under it.
const (
	Tight   Fit = "tight"
	AsMeant Fit = "as meant"
	Loose   Fit = "loose"
)

// EaseAt is the ease of a fitted garment at a drop below the waist: as it is over what is worn
// under it now, and as it was meant when it was drafted, mm.
type EaseAt struct{ Drop, Is, Meant float64 }

// tighter and looser are how far ease may fall short of what was meant, or go beyond it, before
// it is said, mm (from memory: a finger's breadth is felt).
const tighter, looser = 8.0, 16.0

// Fit tells whether that is tight, as meant or loose: less than nothing is tight, whatever was
// meant, unless it was meant so.
func (e EaseAt) Fit() Fit {
	switch by := e.Is - e.Meant; {
	case by < -tighter || e.Is < 0 && by < -1:
		return Tight
	case by > looser:
		return Loose
	}
	return AsMeant
}

// Ease is how a fitted garment goes round the figure it is worn over now, from the top down;
// nothing for one that is not fitted. It differs from what was meant where the garment was cut and
// the figure has changed since.
func (s Stage) Ease() []EaseAt {
	var out []EaseAt
	top, _ := s.Draft.Wear.Reach()
	for i, r := range s.Draft.Girths {
		if bust := s.On.Drop(figure.Bust); i == 0 && top < bust && r.Drop > bust+0.5 && s.Draft.On[figure.Bust] > 0 && !s.founds() {
			// An armhole below the bust line leaves no ring on it: the highest one has to go round the bust. A foundation
			// that ends below the bust leaves it free, and so does what hangs from the waist.
			out = append(out, EaseAt{bust, r.Made - s.On.GirthAt(figure.Bust), r.Meant - s.Draft.On[figure.Bust]})
		}
		out = append(out, EaseAt{r.Drop, r.Made - s.On.Girth(r.Drop), r.Meant - r.Over})
	}
	return out
}

// founds tells whether it is a foundation.
func (s Stage) founds() bool {
	return s.Garment != nil && s.Garment.About().Family == family.Foundation
}

// EaseNear is the ease at the height nearest to a drop; false where the garment is not.
func EaseNear(all []EaseAt, drop float64) (EaseAt, bool) {
	if len(all) < 2 || drop < all[0].Drop-1 || drop > all[len(all)-1].Drop+1 {
		return EaseAt{}, false
	}
	for i := 1; i < len(all); i++ {
		if a, b := all[i-1], all[i]; drop <= b.Drop || i == len(all)-1 {
			k := (drop - a.Drop) / (b.Drop - a.Drop)
			return EaseAt{drop, a.Is + (b.Is-a.Is)*k, a.Meant + (b.Meant-a.Meant)*k}, true
		}
	}
	return EaseAt{}, false
}
