package figure

import (
	"math"

	"ardentgusset/core/plane"
)

// Profile is the outline of the figure at a bearing, from the top down: x is
// the distance from the axis, y the drop.
func (f Figure) Profile(degrees float64) []plane.Point {
	out := make([]plane.Point, len(f.slices))
	for i, s := range f.slices {
		out[i] = plane.Pt(s.section.Reach(degrees), s.drop)
	}
	return out
}

// hull is the way cloth takes from the waist at a bearing: the outer hull of the
// profile down to its widest point, from where it falls straight. x is the
// distance from the axis, y the drop.
func (f Figure) hull(degrees float64) []plane.Point {
	chain := make([]plane.Point, 0, 16)
	widest, to := -1.0, towards(degrees)
	for i := range f.slices {
		s := &f.slices[i]
		p := plane.Pt(s.section.reach(to), s.drop)
		if p.Y < 0 || p.X <= widest && len(chain) > 0 {
			continue
		}
		widest = p.X
		for len(chain) > 1 {
			a, b := chain[len(chain)-2], chain[len(chain)-1]
			if b.Sub(a).Cross(p.Sub(a)) > 0 { // b lies outside the chord: keep it
				break
			}
			chain = chain[:len(chain)-1]
		}
		chain = append(chain, p)
	}
	return chain
}

// downTo is the length of a hull from its top to a drop.
func downTo(hull []plane.Point, drop float64) float64 {
	run := 0.0
	for i := 1; i < len(hull); i++ {
		a, b := hull[i-1], hull[i]
		if b.Y >= drop {
			return run + a.To(b)*max(drop-a.Y, 0)/(b.Y-a.Y)
		}
		run += a.To(b)
	}
	return run + drop - hull[len(hull)-1].Y
}

// read is the wearer's reading from waist to floor at a bearing, as the tape
// lies on the bare body or, once it was taken over the real skirts, on them:
// a + b·cos θ + c·cos 2θ through front, side and back, and a sine for what
// differs between left and right.
func (f Figure) read(degrees float64) float64 {
	t := degrees * math.Pi / 180
	smooth := func(front, side, back float64) float64 {
		return ((front+back)/2+side)/2 + (front-back)/2*math.Cos(t) + ((front+back)/2-side)/2*math.Cos(2*t)
	}
	return smooth(f.Length("waist_to_floor_front"), f.Length("waist_to_floor_side"), f.Length("waist_to_floor_back")) +
		smooth(f.lift[0], f.lift[1], f.lift[2]) + f.tilt*math.Sin(t)
}

// WaistToFloor is the length a cloth needs from the waist to the floor at a
// bearing, over everything worn so far and in the ensemble's shoes: the
// wearer's readings at front, side and back, run smoothly between them, plus
// what the layers add to the way over the hips, plus the heel.
func (f Figure) WaistToFloor(degrees float64) float64 { return f.Fall(degrees, f.Floor()) }

// Floor is the drop of the floor below the waist at the side, in the
// ensemble's shoes, mm.
func (f Figure) Floor() float64 { return f.Length("waist_to_floor_side") + f.heel }

// Fall is the length of cloth from the waist down to a drop at a bearing: over
// the outer hull of what it hangs on, then straight. What the wearer's reading
// has more or less than the model's way to the floor lies between waist and
// hip, where the tape follows the body.
func (f Figure) Fall(degrees, drop float64) float64 { return f.falling(degrees)(drop) }

// Falls is Fall at many drops of one bearing.
func (f Figure) Falls(degrees float64, drops []float64) []float64 {
	fall := f.falling(degrees)
	out := make([]float64, len(drops))
	for i, d := range drops {
		out[i] = fall(d)
	}
	return out
}

func (f Figure) falling(degrees float64) func(drop float64) float64 {
	return f.fallingOver(f.hull(degrees), degrees)
}

// fallingOver is falling where the hull at that bearing is known.
func (f Figure) fallingOver(hull []plane.Point, degrees float64) func(drop float64) float64 {
	floor := f.Length("waist_to_floor_side")
	off := f.read(degrees) - downTo(f.Bare().hull(degrees), floor)
	over := min(max(f.levels[Hip], 2*math.Abs(off)), 0.9*floor)
	return func(drop float64) float64 {
		if drop <= 0 {
			return drop
		}
		return downTo(hull, drop) + off*min(drop/over, 1)
	}
}

// Over is the length of cloth from the base of the neck down to a drop at a bearing: over shoulders, back
// or bust on the outer hull of the figure as dressed, then straight, as a cape hangs.
func (f Figure) Over(degrees, drop float64) float64 { return f.FromNeck()(degrees)(drop) }

// FromNeck is Over for many bearings and drops: by bearing what gives the length by drop.
func (f Figure) FromNeck() func(degrees float64) func(drop float64) float64 {
	return f.fromNeck(func(s *slice) Section { return s.section })
}

// OverArms is FromNeck for what hangs over both arms as well.
func (f Figure) OverArms() func(degrees float64) func(drop float64) float64 {
	armed := make(map[*slice]Section, len(f.slices))
	for i := range f.slices {
		armed[&f.slices[i]] = f.Armed(f.slices[i].drop)
	}
	return f.fromNeck(func(s *slice) Section { return armed[s] })
}

// fromNeck is FromNeck over the outlines that worn gives.
func (f Figure) fromNeck(worn func(s *slice) Section) func(degrees float64) func(drop float64) float64 {
	t := f.Torso()
	ends := (t.Throat.Z + t.Nape.Z) / 2
	return func(degrees float64) func(drop float64) float64 {
		turn := degrees * math.Pi / 180
		from := -((ends+t.NeckPoint.Z)/2 + (t.Throat.Z-t.Nape.Z)/2*math.Cos(turn) + (ends-t.NeckPoint.Z)/2*math.Cos(2*turn))
		to := towards(degrees)
		chain := append(make([]plane.Point, 0, 16), plane.Pt(f.At(from).reach(to), from))
		for i := range f.slices {
			p := plane.Pt(worn(&f.slices[i]).reach(to), f.slices[i].drop)
			if p.Y <= from || p.X <= chain[len(chain)-1].X {
				continue
			}
			for len(chain) > 1 {
				a, b := chain[len(chain)-2], chain[len(chain)-1]
				if b.Sub(a).Cross(p.Sub(a)) > 0 { // b lies outside the chord: keep it
					break
				}
				chain = chain[:len(chain)-1]
			}
			chain = append(chain, p)
		}
		hull := f.hull(degrees)
		fall := f.fallingOver(hull, degrees)
		return func(drop float64) float64 {
			way := downTo(chain, drop)
			if drop > 0 { // what the wearer's own reading to the floor has more lies below the waist
				way += fall(drop) - downTo(hull, drop)
			}
			return way
		}
	}
}

// FallsTo is the drop that a length of cloth from the waist reaches at a
// bearing: the other way round of Fall.
func (f Figure) FallsTo(degrees, length float64) float64 {
	fall := f.falling(degrees)
	low, high := 0.0, max(length*1.5, 1)+500
	for range 50 {
		mid := (low + high) / 2
		if fall(mid) < length {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

// Drops are the levels at which the figure is known between two drops, from
// the top down, with both ends.
func (f Figure) Drops(from, to float64) []float64 {
	out := []float64{from}
	for _, s := range f.slices {
		if s.drop > from+0.5 && s.drop < to-0.5 {
			out = append(out, s.drop)
		}
	}
	return append(out, to)
}

// overhead is how much more than the bust a garment put on over the head must
// pass, arms first (from memory).
const overhead = 1.05

// Overhead is the girth that must pass through a garment put on over the head:
// bust and arms together, or a large head, mm.
func (f Figure) Overhead() float64 { return max(f.GirthAt(Bust)*overhead, 580) }

// Reached is the drop that a length of cloth laid down from the waist reaches,
// taken all round: over a shelf it does not come far down.
func (f Figure) Reached(length float64) float64 {
	_, end := f.Span()
	const step = 5.0
	run, drop := 0.0, 0.0
	for ; drop+step <= end; drop += step {
		out := (f.Girth(drop+step) - f.Girth(drop)) / (2 * math.Pi)
		next := run + math.Hypot(step, out)
		if next >= length {
			return drop + step*(length-run)/(next-run)
		}
		run = next
	}
	return drop
}
