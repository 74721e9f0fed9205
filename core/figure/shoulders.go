package figure

import "math"

// Shoulders is what pads do to the shoulders, mm: their ends are lifted, and reach further out.
type Shoulders struct{ Lift, Out float64 }

// padHangs is how far down the arm, as a part of the height from the armpit to the shoulder's end,
// a pad is felt (from memory).
const padHangs = 0.5

// padEnds is where a pad has run out on the way from the neck to the shoulder's end, as a part of it,
// and stillFalls how much lower than there a padded shoulder's end lies at least, mm (from memory).
const padEnds, stillFalls = 0.25, 6.0

// Padding is how far the ends of the figure's shoulders can be lifted at most, mm: they stay below
// where the pads run out before the neck.
func (f Figure) Padding() float64 {
	fall := f.torso.NeckPoint.Z - f.torso.ShoulderPoint.Z
	return max((1-padEnds)*fall-stillFalls, 0)
}

// Shouldered is the figure with pads on its shoulders: from the middle of the armhole up, the sides of
// the form are drawn up to the lifted ends and widened out to them; from there they run straight to
// where the pads end before the neck. Chest, back and neck stay what they are.
func (f Figure) Shouldered(s Shoulders) Figure {
	lift := min(s.Lift, f.Padding())
	if lift <= 0 && s.Out <= 0 || f.torso.Throat.Z == 0 {
		return f
	}
	old := f.torso.ShoulderPoint.Z
	neck := f.torso.NeckPoint.Z - padEnds*(f.torso.NeckPoint.Z-old) // where the pads have run out
	end := old + max(lift, 0)
	low := old - padHangs*(old-f.torso.Armpit)
	const side = directions / 4
	breadth := func(z float64) float64 { return f.At(-z).support[side] }
	tip, top := breadth(old)+s.Out, breadth(neck)
	wide := func(z float64) float64 {
		if z >= end {
			return tip + (top-tip)*(z-end)/(neck-end)
		}
		t := (z - low) / (end - low)
		return breadth(low+t*(old-low)) + s.Out*t*t*(3-2*t)
	}
	out := f.levelled(-end).levelled(-low).levelled(-neck).dressed(func(one slice) Section {
		z := -one.drop
		if z <= low || z >= neck {
			return one.section
		}
		return one.section.spread(max(wide(z)-one.section.support[side], 0))
	})
	out.torso.ShoulderPoint.Z = end
	return out
}

// spread is the section drawn out to both sides: the sum of it and of a straight so long either way,
// which is as convex as both, and as deep before and behind as it was.
func (s Section) spread(by float64) Section {
	s = s.copied()
	for i := range s.support {
		s.support[i] += by * math.Abs(sines[i])
	}
	return s
}
