package ensemble

import (
	"math"

	"ardentgusset/core/draft"
)

// WaistPair is the seam line that a bodice and the skirt under it have in common: a pair of edges
// between two layers.
type WaistPair struct {
	Bodice, Skirt *Stage
	Seams         []WaistSeam
}

// WaistSeam is a seam of one that comes to the line, how far from the centre front, mm, and the
// nearest of the other; Dart when it is a dart. Nearest is NaN where the other has none.
type WaistSeam struct {
	Name        string
	Dart        bool
	At, Nearest float64
}

// mostEased is how much longer than a bodice's lower edge a skirt's waist may be, all round, and
// be eased on (common practice, no source); more is gathered, or laid in tucks under the darts.
const mostEased = 15.0

// WaistJoin is how the two go together when they are sewn as one.
type WaistJoin string

const (
	WaistShort  WaistJoin = "short"  // the skirt is smaller: it does not go
	WaistEased  WaistJoin = "eased"  // edge to edge, or eased at the sides
	WaistTucked WaistJoin = "tucked" // the skirt has so much more that it is gathered or laid in tucks
)

// Over is how much longer the skirt's waist is than the bodice's lower edge, all round, mm.
func (p WaistPair) Over() float64 {
	return 2 * (p.Skirt.Draft.Waist.Half() - p.Bodice.Draft.Waist.Half())
}

// Join is how they would be sewn as one.
func (p WaistPair) Join() WaistJoin {
	switch over := p.Over(); {
	case over < -0.5:
		return WaistShort
	case over <= mostEased:
		return WaistEased
	}
	return WaistTucked
}

// Even are the settings of the skirt that make its waist as long as the bodice's lower edge; nil
// where that is out of its range.
func (p WaistPair) Even() draft.Settings {
	const key = "waist_ease"
	if !p.Skirt.Values.Has(key) {
		return nil
	}
	v := p.Skirt.Values.Get(key)
	to := math.Round((v.Number-p.Over())*10) / 10
	if to < v.Low || to > v.High {
		return nil
	}
	return draft.Settings{key: to}
}

// atWaist is how far from the waist a bodice may end and still be sewn to a skirt there, mm (from memory).
const atWaist = 45.0

// WaistPairs are the bodices of a stack that end at the waist, each with the outermost skirt
// beneath it.
func WaistPairs(stages []Stage) []WaistPair {
	var out []WaistPair
	for i := range stages {
		b := &stages[i]
		if b.Err != nil || !b.Draft.Waist.Above || len(b.Draft.Waist.Runs) == 0 || math.Abs(b.Draft.Waist.Drop) > atWaist {
			continue
		}
		for k := i - 1; k >= 0; k-- {
			s := &stages[k]
			if s.Err != nil || s.Draft.Waist.Above || len(s.Draft.Waist.Runs) == 0 {
				continue
			}
			out = append(out, WaistPair{b, s, seamsOf(b.Draft.Waist, s.Draft.Waist)})
			break
		}
	}
	return out
}

// seamsOf are the seams and darts of the bodice, each with the nearest of the skirt's.
func seamsOf(bodice, skirt draft.Waist) []WaistSeam {
	theirs := ends(skirt)
	var out []WaistSeam
	for _, s := range ends(bodice) {
		s.Nearest = math.NaN()
		for _, t := range theirs {
			if math.IsNaN(s.Nearest) || math.Abs(t.At-s.At) < math.Abs(s.Nearest-s.At) {
				s.Nearest = t.At
			}
		}
		out = append(out, s)
	}
	return out
}

// ends are where seams and darts come to a waist.
func ends(w draft.Waist) []WaistSeam {
	var out []WaistSeam
	at := 0.0
	for i, r := range w.Runs {
		for _, d := range r.Darts {
			out = append(out, WaistSeam{Name: "dart of the " + r.Name, Dart: true, At: at + d})
		}
		at += r.Long
		if i < len(w.Runs)-1 {
			out = append(out, WaistSeam{Name: r.Name + " to " + w.Runs[i+1].Name, At: at})
		}
	}
	return out
}
