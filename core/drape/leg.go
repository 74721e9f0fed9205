package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"

	"gonum.org/v1/gonum/spatial/r3"
)

// LegOf is the left leg of a body from the crotch down, standing; the right one is its mirror image. It is drawn as an arm is, with a
// foot for a hand.
func LegOf(bare figure.Figure) *Arm {
	rise, floor := bare.Rise()-overlap, bare.Floor()
	a := &Arm{upper: bare.Length("thigh_girth"), elbow: bare.Length("knee_girth"), wrist: bare.Length("ankle_girth"),
		long: max(floor-bare.Heel()-rise-ankleHigh, 200), heel: bare.Heel(), body: bare,
		knee: bare.Drop(figure.Knee), foot: true, armpit: overlap}
	a.bend = min(max(bare.Drop(figure.Knee)-rise, 0.3*a.long), 0.7*a.long)
	seat := bare.At(rise + overlap)
	a.seated(seat)
	side := seat.Breadth() / 4
	middle := (seat.Reach(0) - seat.Reach(180)) / 2
	apart := max(side*0.72, a.wrist/(2*math.Pi)+22)
	n := int(math.Ceil((a.long+30)/stride)) + 1
	for i := range n {
		s := float64(i) * stride
		k := min(s/a.long, 1)
		// The thigh leans back to the knee's middle, the calf lies a little behind it.
		y := middle*(1-k) + 8*math.Sin(math.Pi*min(s/a.bend, 1)) - 12*math.Sin(math.Pi*min(max((s-a.bend)/(a.long-a.bend), 0), 1))
		thigh := a.upper/(2*math.Pi) + 2
		x := thigh + (side-thigh)*a.blend(s)
		a.on = append(a.on, r3.Vec{X: x + (apart-thigh)*k, Y: y, Z: -rise - s})
	}
	a.calf = bare.Length("calf_girth")
	return a
}

// overlap is how far above the crotch a leg begins, mm: within the body.
const overlap = 30.0

// ankleHigh is how high the ankle lies above the floor, mm (from memory).
const ankleHigh = 75.0

// calved is a leg's girth below the knee, which its calf makes thicker on the way.
func (a *Arm) calved(s float64) float64 {
	k := min((s-a.bend)/(a.long-a.bend), 1)
	plain := a.elbow + (a.wrist-a.elbow)*k
	if a.calf == 0 || k <= 0 {
		return plain
	}
	const at = 0.28 // of the way from the knee to the ankle it is fullest
	full := a.calf - (a.elbow + (a.wrist-a.elbow)*at)
	if k < at {
		return plain + full*math.Sin(k/at*math.Pi/2)
	}
	x := math.Cos((k - at) / (1 - at) * math.Pi / 2)
	return plain + full*x*x
}

// within moves what of a leg above the knee lies outside the figure to its surface: what hangs there hangs over that.
func (t *Tube) within(f figure.Figure, knee float64) {
	for i := range t.On {
		p := &t.On[i]
		if -p.Z > knee {
			continue
		}
		reach := f.At(-p.Z).Reach(math.Atan2(p.X, p.Y)*180/math.Pi) - 1
		if r := math.Hypot(p.X, p.Y); r > reach && r > 0 {
			p.X, p.Y = p.X*reach/r, p.Y*reach/r
		}
	}
}

// bareLeg is the leg and its foot.
func (a *Arm) bareLeg() Tube {
	t := Tube{Columns: 28}
	add := func(s, girth, fore float64) {
		at, side, forward := a.frame(min(max(s, 0), a.long))
		at.Z -= max(s-a.long, 0)
		t.ring(at, side, forward, func(k int) (float64, float64, float64) {
			turn := 2 * math.Pi * float64(k) / float64(t.Columns)
			r := girth/(2*math.Pi) + a.broader(s, turn)
			if c := math.Cos(turn); c > 0 {
				r += fore * c * c
			}
			return turn, r, 0
		})
	}
	for s := 0.0; s < a.long; s += a.long / 24 {
		add(s, a.Girth(s), 0)
	}
	for _, f := range []struct{ down, share, fore float64 }{{0, 1, 0}, {28, 1.02, 28}, {48, 1.06, 95}, {62, 1.08, 140}, {72, 1.0, 140}} {
		add(a.long+f.down*(ankleHigh+a.heel)/ankleHigh, a.wrist*f.share, f.fore)
	}
	t.within(a.body, a.knee)
	return t
}

// seated lets a leg begin as half of what it hangs from.
func (a *Arm) seated(seat figure.Section) { a.seat = [2]float64{seat.Breadth() / 4, seat.Depth() / 2} }

// joined is how far below the crotch a leg is round, mm (from memory).
const joined = 150.0

// blend is how much of a leg is still the seat so far below the crotch, 1 to 0.
func (a *Arm) blend(s float64) float64 {
	x := min(max(1-s/joined, 0), 1)
	return x * x * (3 - 2*x)
}

// broader is how much further out than a round one a leg reaches in a direction so far below the crotch, mm.
func (a *Arm) broader(s, turn float64) float64 {
	if !a.foot || s > joined {
		return 0
	}
	sin, cos := math.Sincos(turn)
	sin, cos = sin/a.seat[0], cos/a.seat[1]
	return (1/math.Sqrt(sin*sin+cos*cos) - a.upper/(2*math.Pi)) * a.blend(s)
}

// Legged are what goes round a leg that hangs from a seat: the cloth of it, gathered into its band, and its frill.
func (a *Arm) Legged(l draft.Leg, seat figure.Section, bending float64) (out []Tube) {
	own := *a
	own.seated(seat)
	a = &own
	if len(l.Cloth) > 1 {
		out = append(out, a.Sleeve(l.Cloth, 0, bending))
	}
	if len(l.Frill) > 1 {
		out = append(out, a.Sleeve(l.Frill, 0, bending))
	}
	return out
}
