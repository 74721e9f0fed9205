package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
)

// whole is how much of the hem that a garment says it has its strips must have between them to be all of it, as a part of it.
const whole = 0.03

// Drapes are what hangs of a garment over what is beneath it, the highest first; none for one whose pieces do not hang all round from
// a band or a waist. bending is the cloth's bending length, thick its thickness, mm.
func Drapes(d *draft.Draft, on figure.Figure, bending, thick float64) []*Sheet {
	strips := hangingOf(d)
	if len(strips) == 0 {
		return nil
	}
	floor := on.Length("waist_to_floor_side")
	var out []*Sheet
	for i := range strips {
		s := &strips[i]
		if i > 0 {
			out = append(out, Hang(s.Panels, out[i-1].beneath(on, floor, thick), bending, floor))
			continue
		}
		out = append(out, Hang(s.Panels, Under(on, s.drop(d, on, floor, thick), floor, thick), bending, floor))
	}
	return out
}

// hangingOf are the strips of a garment that make up all of its hem, one below the other.
func hangingOf(d *draft.Draft) (out []Strip) {
	if len(d.Wear.Hang) == 0 || d.Wear.Hem <= 0 {
		return nil
	}
	atWaist := false
	all := Strips(d)
	for _, s := range all {
		atWaist = atWaist || s.By == pattern.AtWaist
	}
	for _, s := range all {
		if s.By == pattern.Banded && (atWaist || d.Wear.Hang[0].Drop < -60) {
			continue
		}
		if len(out) > 0 && s.By != pattern.Tiered {
			return nil // two that hang side by side
		}
		out = append(out, s)
	}
	if len(out) == 0 {
		return nil
	}
	hem := 0.0
	for _, p := range out[len(out)-1].Panels {
		hem += 2 * length(p.Lower)
	}
	if math.Abs(hem-d.Wear.Hem) > whole*d.Wear.Hem {
		return nil
	}
	return out
}

// drop is how far below the waist a strip is held: below its band, or where the cloth before comes down to where it was drafted to.
func (s *Strip) drop(d *draft.Draft, on figure.Figure, floor, thick float64) float64 {
	hang := d.Wear.Hang
	if s.By == pattern.Banded {
		return max(hang[0].Drop, 0)
	}
	hem, long := hang[len(hang)-1].Drop, length(s.Panels[0].Front)
	top, _ := on.Span()
	low, high := max(top+60, hem-long-40), hem-1
	for range 12 {
		mid := (low + high) / 2
		if Under(on, mid, floor, thick).Reaches(hem) > long {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2
}

// beneath is what the next tier hangs on: what the figure is, and this one at its lower edge, at the middle of its folds.
func (s *Sheet) beneath(on figure.Figure, floor, thick float64) *Ground {
	var reach [bearings]float64
	row := s.Row(s.Rows - 1)
	z, count := 0.0, 0.0
	sum, n := [bearings]float64{}, [bearings]float64{}
	for _, p := range row {
		r := math.Hypot(p.X, p.Y)
		at := math.Atan2(p.X, p.Y) / math.Pi * (bearings - 1)
		z, count = z+p.Z, count+1
		for m := max(int(at)-6, 0); m <= min(int(at)+7, bearings-1); m++ {
			w := max(1-math.Abs(at-float64(m))/7, 0)
			sum[m], n[m] = sum[m]+w*r, n[m]+w
		}
	}
	for m := range reach {
		if n[m] > 0 {
			reach[m] = sum[m] / n[m]
		} else if m > 0 {
			reach[m] = reach[m-1]
		}
	}
	return ground(-z/count, floor, func(at float64) [bearings]float64 {
		out := radial(on.At(at), thick)
		for m := range out {
			out[m] = max(out[m], reach[m])
		}
		return out
	})
}
