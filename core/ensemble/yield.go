package ensemble

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
)

// Yield is a setting of which a cloth in hand may yield more or less than is asked now.
type Yield struct {
	draft.Value
	Title string
	Least float64 // what takes the least cloth
	Most  float64 // what takes the most
	step  float64 // it is found to
}

// Yields are the settings of a stage that say how long, full or wide it is; none of one that is cut.
func (s Stage) Yields() (out []Yield) {
	if s.Err != nil || s.Layer.Cut != nil {
		return nil
	}
	for _, v := range s.Values.All() {
		y := Yield{Value: v, Least: v.Low, Most: v.High}
		switch v.Parameter.Unit {
		case draft.Length:
			y.step = 5
		case draft.Ratio:
			y.step = 0.05
		case draft.Count:
			y.step = 1
		default:
			continue
		}
		switch {
		case v.Parameter.Raises != 0:
			y.Title = "The longest"
			if v.Parameter.Raises > 0 {
				y.Least, y.Most = v.High, v.Low
			}
		case v.Parameter.Saves != "" && v.Parameter.Key != draft.Hem:
			y.Title = "The most of it"
		default:
			continue
		}
		out = append(out, y)
	}
	return out
}

// Settings are those of the draft with so much of it.
func (y Yield) Settings(to float64) draft.Settings { return draft.Settings{y.Parameter.Key: to} }

// Told is so much of it in words.
func (y Yield) Told(to float64) string {
	if y.Parameter.Unit == draft.Length {
		return fmt.Sprintf("%s: %s", y.Parameter.Label, measure.Tell(to))
	}
	return fmt.Sprintf("%s: %g", y.Parameter.Label, math.Round(to*100)/100)
}

// Found is the most of it for which fits holds, by halving what lies between the least and the most; what is given was tried itself.
// False where not even the least fits.
func (y Yield) Found(fits func(to float64) (bool, error)) (to float64, ok bool, err error) {
	if ok, err = fits(y.Most); err != nil || ok {
		return y.Most, ok, err
	}
	if ok, err = fits(y.Least); err != nil || !ok {
		return y.Least, false, err
	}
	fit, not := y.Least, y.Most
	for math.Abs(not-fit) > y.step*1.01 {
		mid := fit + math.Copysign(math.Round(math.Abs(not-fit)/2/y.step)*y.step, not-fit)
		if mid == fit || mid == not {
			break
		}
		good, err := fits(mid)
		if err != nil {
			return fit, true, err
		}
		if good {
			fit = mid
		} else {
			not = mid
		}
	}
	return fit, true, nil
}

// shorter are by how much a lower edge is raised where cloth must be saved, mm.
var shorter = []float64{25, 50, 100}

// raised are the remedies that make a garment shorter.
func (s Stage) raised(v draft.Value) (out []Remedy) {
	for _, by := range shorter {
		to := math.Round(v.Number + by/v.Parameter.Raises)
		if to < v.Low || to > v.High {
			continue
		}
		out = append(out, Remedy{Key: fmt.Sprintf("shorter-%s-%.0f", v.Parameter.Key, by), Title: "Shorter by " + measure.Tell(by),
			Settings: draft.Settings{v.Parameter.Key: to},
			Why:      fmt.Sprintf("%s from %s to %s.", v.Parameter.Label, measure.Tell(v.Number), measure.Tell(to))})
	}
	return out
}
