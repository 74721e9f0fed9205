package drape

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
)

// whole is how much of the hem that a garment says it has its strips must have between them to be all of it, as a part of it; a train
// has more.
const whole, trailing = 0.03, 0.35

// Drapes are what hangs of a garment over what is beneath it, the highest first; none for one whose pieces do not hang all round from
// a band or a waist. bending is the cloth's bending length, thick its thickness, mm; beneath is what hangs of the layer under it.
func Drapes(d *draft.Draft, on figure.Figure, bending, thick float64, beneath []*Sheet) []*Sheet {
	by := holdsOut(beneath)
	all := drapes(d, on, bending, thick, by, beneath)
	if len(beneath) > 0 && slices.ContainsFunc(all, func(s *Sheet) bool { return s.Lacks > 0 }) {
		// It is too close for the folds beneath: they are pressed flat on what they hang on.
		all = drapes(d, on, bending, thick, 0, beneath)
	}
	for _, s := range all {
		s.limp = !d.Wear.Stands
	}
	return all
}

func drapes(d *draft.Draft, on figure.Figure, bending, thick, by float64, beneath []*Sheet) []*Sheet {
	strips := hangingOf(d, on)
	if len(strips) == 0 {
		if s := before(d, on, bending, thick, beneath); s != nil {
			return []*Sheet{s}
		}
		if s, drop, ok := shouldered(d); ok {
			g := Under(on, drop, on.Floor(), thick, by, beneath...)
			g.ends, g.exact = ending(d), true
			s.halves(g.round())
			sheet := Hang(s.Panels, g, bending, on.Floor())
			sheet.whole = true
			return []*Sheet{sheet}
		}
		return nil
	}
	floor := on.Floor()
	long := 0.0
	for i := range strips {
		long += length(strips[i].Panels[0].Front)
	}
	var out []*Sheet
	for i := range strips {
		s := &strips[i]
		var g *Ground
		switch {
		case i > 0:
			g = out[i-1].beneath(on, floor, thick)
		case wraps(d):
			g = Over(on, d.Wear.Hang[0].Drop, floor, thick, beneath...)
			g.necked(d, s, on.Length("neck_girth"))
			if s.Panels[0].FrontIs == Open {
				g.opens = worn
			}
		default:
			g = Under(on, s.drop(d, on, floor, thick, long), floor, thick, by, beneath...)
		}
		if i == len(strips)-1 && d.Wear.Train == 0 && shortened(d) {
			g.ends = ending(d)
		}
		for k := range s.Panels {
			s.Panels[k].Loops = loopsOf(d, s.Panels[k].Piece)
			s.Panels[k].Ties = tiesOf(d, &s.Panels[k])
		}
		out = append(out, Hang(s.Panels, g, bending, floor))
	}
	base := out[len(out)-1]
	over := []*Sheet{base}
	for _, f := range flouncesOf(d) {
		if s := f.set(d, base, over, on, bending, thick, floor); s != nil {
			out, over = append(out, s), append(over, s)
		}
	}
	return out
}

// worn is how far apart the front edges of a wrap are worn, each from the middle, above and below, in steps of two degrees (from
// memory).
var worn = [2]float64{2.5, 8}

// wraps tells whether a garment hangs from the neck over both arms.
func wraps(d *draft.Draft) bool {
	return len(d.Wear.Hang) > 0 && d.Wear.Hang[0].Drop < -300 && d.Sleeve() == nil && d.Wear.Arms == figure.Arms{}
}

// shortened tells whether something takes up of a garment's length: tucks, cords, ties, or a lower edge that is drawn up.
func shortened(d *draft.Draft) bool {
	if len(d.Wear.Foot) == 3 {
		return true
	}
	for i := range d.Pieces {
		for _, m := range d.Pieces[i].Marks {
			if m.Kind == pattern.TuckLine || m.Kind == pattern.CordLine || m.Kind == pattern.Tie {
				return true
			}
		}
	}
	return false
}

// ending is how far below the waist a garment ends by the bearing, 0 front to 1 back: what cords, tucks and ties take up of its length is
// not seen.
func ending(d *draft.Draft) func(share float64) float64 {
	hang, foot := d.Wear.Hang, d.Wear.Foot
	if len(foot) != 3 {
		return func(float64) float64 { return hang[len(hang)-1].Drop }
	}
	return func(share float64) float64 {
		a, b, t := foot[0], foot[1], 2*share
		if share > 0.5 {
			a, b, t = foot[1], foot[2], 2*share-1
		}
		return a + (b-a)*(1-math.Cos(math.Pi*t))/2
	}
}

// hangingOf are the strips of a garment that make up all of its hem, one below the other.
func hangingOf(d *draft.Draft, on figure.Figure) []Strip {
	if len(d.Wear.Hang) == 0 || d.Wear.Hang[0].Drop < -60 && d.Wear.Hem == 0 {
		return nil
	}
	all := Strips(d)
	atWaist := false
	for _, s := range all {
		atWaist = atWaist || s.By == pattern.AtWaist
	}
	var first, below []Strip
	for _, s := range all {
		switch {
		case s.By == pattern.Tiered:
			below = append(below, s)
		case wraps(d):
			first = append(first, s)
		case s.By == pattern.Banded && (atWaist || d.Wear.Hang[0].Drop < -60):
		default:
			first = append(first, s)
		}
	}
	hem := func(s *Strip) (sum float64) {
		for _, p := range s.Panels {
			sum += 2 * length(p.Lower)
		}
		return sum
	}
	fits := func(s *Strip) bool {
		if h := d.Wear.Hem; h > 0 {
			by := hem(s)/h - 1
			return math.Abs(by) <= whole || d.Wear.Train > 0 && by > 0 && by < trailing
		}
		if hang := d.Wear.Hang; s.Length() < 0.4*(hang[len(hang)-1].Drop-hang[0].Drop) {
			return false // a frill
		}
		held := 0.0 // where no hem is told it must go round the waist
		for _, p := range s.Panels {
			for _, t := range p.Taken {
				held += 2 * max(t.On, 0)
			}
		}
		return math.Abs(held/on.GirthAt(figure.Waist)-1) < 0.15
	}
	if len(below) > 0 && len(first) == 1 && fits(&below[len(below)-1]) {
		return append(first, below...)
	}
	for i := range first {
		if len(below) == 0 && fits(&first[i]) {
			return first[i : i+1]
		}
	}
	if len(first) > 1 && len(below) == 0 { // side by side on one band
		one := first[0]
		for _, s := range first[1:] {
			if s.From != one.From || s.By != one.By {
				return nil
			}
			one.Panels = append(one.Panels[:len(one.Panels):len(one.Panels)], s.Panels...)
		}
		if fits(&one) {
			return []Strip{one}
		}
	}
	return nil
}

// drop is how far below the waist a strip is held: below its band, or where the cloth before, with what hangs from it, comes down to
// where it was drafted to.
func (s *Strip) drop(d *draft.Draft, on figure.Figure, floor, thick, long float64) float64 {
	hang := d.Wear.Hang
	band := max(hang[0].Drop, 0)
	if s.By == pattern.Banded && (d.Wear.Train > 0 || len(d.Wear.Foot) == 3 || band > 0) {
		return band
	}
	hem := hang[len(hang)-1].Drop
	top, _ := on.Span()
	low, high := max(top+60, hem-long-40), hem-1
	for range 12 {
		mid := (low + high) / 2
		if g := Under(on, mid, floor, thick, 1); g.Reaches(hem)-g.ways[0].from > long {
			low = mid
		} else {
			high = mid
		}
	}
	if s.By == pattern.Banded {
		return max((low+high)/2, band)
	}
	return (low + high) / 2
}

// beneath is what the next tier hangs on: what the figure is, and this one at its lower edge, at the middle of its folds.
func (s *Sheet) beneath(on figure.Figure, floor, thick float64) *Ground {
	row := s.Row(s.Rows - 1)
	reach, _ := reached(row)
	z := heights(row)
	top := slices.Max(z[:])
	g := ground(-top, floor, func(at float64) [bearings]float64 {
		out := radial(on.At(at), thick)
		for m := range out {
			out[m] = max(out[m], reach[m])
		}
		return out
	})
	for m := range g.ways { // its lower edge need not be level
		g.ways[m].from = top - z[m]
	}
	return g
}

// heights are how high a row of points lies by the bearing, its folds evened.
func heights(row []Point) (out [bearings]float64) {
	const wide = 9
	var sum, count [bearings]float64
	for _, p := range row {
		at := int(math.Round(math.Atan2(math.Abs(p.X), p.Y) / math.Pi * (bearings - 1)))
		for m := max(at-wide, 0); m <= min(at+wide, bearings-1); m++ {
			sum[m], count[m] = sum[m]+p.Z, count[m]+1
		}
	}
	for m := range out {
		if count[m] > 0 {
			out[m] = sum[m] / count[m]
		} else if m > 0 {
			out[m] = out[m-1]
		}
	}
	return out
}
