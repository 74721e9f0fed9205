package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"

	"gonum.org/v1/gonum/spatial/r3"
)

// Arm is the wearer's left arm as it is drawn: away from the body and bent a little, clear of all that is worn. The right one is its
// mirror image.
type Arm struct {
	on                  []r3.Vec // its middle, from the shoulder's end on, a place every stride
	long, armpit        float64
	upper, elbow, wrist float64 // girths, mm
	bend                float64
	foot                bool          // it is a leg
	seat                [2]float64    // half of what it begins as, across and from front to back, mm
	heel                float64       // what its foot stands on, mm
	body                figure.Figure // whose leg it is
	knee                float64       // how far below the waist, mm
	calf                float64       // its girth, mm; 0 for an arm
}

// stride is between two places of an arm, clearOf how far it keeps from what is worn, mm; bentForward how far forward the forearm goes
// and away how far out an arm goes at least, as parts of their lengths (from memory: as a dress stand's arms are set).
const stride, clearOf, bentForward, away = 8.0, 10.0, 0.5, 0.2

// ArmOf is the arm of a body beside all that is worn, as it is seen.
func ArmOf(bare, seen figure.Figure) *Arm {
	t := seen.Torso()
	a := &Arm{long: bare.Length("arm_length"), upper: bare.Length("upper_arm_girth"), elbow: bare.Length("elbow_girth"),
		wrist: bare.Length("wrist_girth"), armpit: t.ShoulderPoint.Z - t.Underarm}
	a.bend = 0.55 * a.long
	// It begins in the shoulder, so that its top is no higher than that.
	r := a.upper / (2 * math.Pi)
	from := r3.Vec{X: t.ShoulderPoint.X - 0.75*r, Y: t.ShoulderPoint.Y - 6, Z: t.ShoulderPoint.Z - 0.85*r}
	a.armpit -= 0.85 * r
	a.long -= 0.3 * r
	out := away
	at := func(s float64) r3.Vec {
		upper := min(s, a.bend)
		down := math.Sqrt(max(1-out*out, 0.04))
		p := r3.Vec{X: from.X + out*upper, Y: from.Y - 0.04*upper, Z: from.Z - down*upper}
		if s > a.bend { // the forearm comes forward, and no further out than the elbow lets it
			rest, side := s-a.bend, out*0.7
			p.X, p.Y = p.X+side*rest, p.Y+bentForward*rest
			p.Z -= math.Sqrt(max(1-side*side-bentForward*bentForward, 0.04)) * rest
		}
		return p
	}
	for s := a.armpit; s < a.long; s += 15 { // out until it clears everything beside it
		for range 8 {
			p := at(s)
			section := seen.At(-p.Z)
			bearing := math.Atan2(p.X, p.Y)
			off := section.Reach(bearing*180/math.Pi) + a.Girth(s)/(2*math.Pi) + clearOf - math.Hypot(p.X, p.Y)
			if off <= 0 || out >= 0.8 {
				break
			}
			out = min(out+off/s, 0.8)
		}
	}
	n := int(math.Ceil((a.long+30)/stride)) + 1
	raw := make([]r3.Vec, n)
	for i := range raw {
		raw[i] = at(float64(i) * stride)
	}
	const round = 5 // strides to either side that the elbow is rounded over
	for i := range raw {
		sum, count := r3.Vec{}, 0.0
		for k := i - round; k <= i+round; k++ {
			j := min(max(k, 0), n-1)
			if i-round < 0 || i+round >= n {
				j = i
			}
			sum, count = r3.Add(sum, raw[j]), count+1
		}
		a.on = append(a.on, r3.Scale(1/count, sum))
	}
	return a
}

// Girth is the bare arm's so far along it, mm.
func (a *Arm) Girth(s float64) float64 {
	switch {
	case s < 60 && !a.foot:
		return a.upper * (0.55 + 0.45*math.Sin(max(s, 0)/60*math.Pi/2))
	case s < 0.28*a.long:
		return a.upper
	case s < a.bend:
		return a.upper + (a.elbow-a.upper)*(s-0.28*a.long)/(a.bend-0.28*a.long)
	}
	return a.calved(s)
}

// frame is a place along the arm, and what lies to the side of it and before it there.
func (a *Arm) frame(s float64) (at, side, fore r3.Vec) {
	x := min(max(s/stride, 0), float64(len(a.on)-1)-1e-9)
	i := int(x)
	j := min(i+1, len(a.on)-1)
	at = r3.Add(a.on[i], r3.Scale(x-float64(i), r3.Sub(a.on[j], a.on[i])))
	lo, hi := max(i-1, 0), min(i+2, len(a.on)-1)
	down := r3.Unit(r3.Sub(a.on[hi], a.on[lo]))
	forward := r3.Vec{Y: 1}
	fore = r3.Unit(r3.Sub(forward, r3.Scale(r3.Dot(forward, down), down)))
	side = r3.Cross(fore, down)
	if side.X < 0 {
		side = r3.Scale(-1, side)
	}
	return at, side, fore
}

// Tube is what goes round a limb: rings of as many points each, from the top down.
type Tube struct {
	Columns int
	On      []Point
	// Wide and Down are of each ring the cloth in it and how far down the limb it lies, mm; nil for the limb itself.
	Wide, Down []float64
}

func (t *Tube) ring(at, side, fore r3.Vec, course func(k int) (turn, r, in float64)) {
	for k := range t.Columns {
		turn, r, in := course(k)
		sin, cos := math.Sincos(turn)
		p := r3.Add(at, r3.Add(r3.Scale(r*sin, side), r3.Scale(r*cos, fore)))
		t.On = append(t.On, Point{p.X, p.Y, p.Z, in})
	}
}

// Bare is the arm itself.
func (a *Arm) Bare() Tube {
	if a.foot {
		return a.bareLeg()
	}
	t := Tube{Columns: 28}
	add := func(s, girth float64) {
		at, side, fore := a.frame(s)
		t.ring(at, side, fore, func(k int) (float64, float64, float64) {
			return 2 * math.Pi * float64(k) / float64(t.Columns), girth / (2 * math.Pi), 0
		})
	}
	for s := 4.0; s < a.long+1; s += a.long / 22 {
		add(s, a.Girth(s))
	}
	// The hand, closed to a mitten's shape.
	for _, h := range []struct{ down, share float64 }{{6, 1}, {20, 1.12}, {27, 0.8}, {30, 0.1}} {
		add(a.long+h.down, a.wrist*h.share)
	}
	return t
}

// roomy is from which slack on, as a part of what it goes round, a sleeve falls in folds; standing which part of the slack stands off
// the arm, and sagging how much of that lies below it (from memory).
const roomy, standing, sagging = 0.22, 0.55, 0.45

// Sleeve is a sleeve on the arm: its cloth so far below the armpit, gathered into its head by so much, mm.
func (a *Arm) Sleeve(cloth []draft.SleeveAt, gathered, bending float64) Tube {
	type ringed struct{ s, cloth, stand float64 }
	var rings []ringed
	top := cloth[0].Round
	puff := min(gathered, 0.9*top)
	last := a.armpit + cloth[len(cloth)-1].Below
	for _, k := range []float64{-0.08, 0.02, 0.12, 0.25, 0.4, 0.55, 0.7, 0.85} { // over the head it swells from the shoulder
		if a.foot {
			break
		}
		share := min(max(k, 0)/0.55, 1)
		round := top * (0.5 + 0.5*math.Sin(share*math.Pi/2))
		swells := puff * math.Sin(math.Pi*min(max(k+0.1, 0)/1.4, 1))
		rings = append(rings, ringed{s: k * a.armpit, cloth: max(round, a.Girth(k*a.armpit)+8) + swells})
	}
	for _, at := range cloth {
		rings = append(rings, ringed{s: a.armpit + at.Below, cloth: max(at.Round, a.Girth(a.armpit+at.Below)+6)})
	}
	most, widest := 0.0, 0.0
	for i := range rings {
		r := &rings[i]
		arm := a.Girth(r.s) + 6
		slack := r.cloth - arm
		r.stand = arm + slack
		if slack > roomy*arm {
			r.stand = arm + roomy*arm + (slack-roomy*arm)*standing
		}
		// Where it is held it lies close: a gathered head, and a cuff.
		if end := last - r.s; end < 160 && len(cloth) > 2 {
			below := cloth[len(cloth)-1].Round
			r.stand = min(r.stand, max(below, arm)+7*end)
		}
		if puff > 60 {
			r.stand = min(r.stand, a.upper*0.8+9*max(r.s+0.1*a.armpit, 6))
		}
		most, widest = max(most, r.cloth/r.stand), max(widest, r.stand)
	}
	folds := 0
	if most > 1.04 {
		folds = min(max(int(math.Round(widest/wave(bending, 160, 500))), 5), 14)
	}
	const each = 10
	t := Tube{Columns: 32}
	if folds > 0 {
		t.Columns = folds * each
	}
	for i, r := range rings {
		t.Wide, t.Down = append(t.Wide, r.cloth), append(t.Down, r.s)
		at, side, fore := a.frame(r.s)
		base := r.stand / (2 * math.Pi)
		if sag := sagging * (base - (a.Girth(r.s)+6)/(2*math.Pi)); sag > 1 && i > 3 {
			down := r3.Vec{Z: -1}
			along := r3.Unit(r3.Cross(side, fore))
			fall := r3.Sub(down, r3.Scale(r3.Dot(down, along), along))
			at = r3.Add(at, r3.Scale(sag, fall))
		}
		if folds == 0 {
			t.ring(at, side, fore, func(k int) (float64, float64, float64) {
				turn := 2 * math.Pi * float64(k) / float64(t.Columns)
				return turn, base + a.broader(r.s, turn), 0
			})
			continue
		}
		x, y := rounded(r.cloth, r.stand, folds, each)
		high := 0.0
		for _, v := range y {
			high = max(high, v)
		}
		t.ring(at, side, fore, func(k int) (float64, float64, float64) {
			f, u := k/each, k%each
			in := 0.0
			if high > 1 {
				in = min(high/(r.stand/float64(folds)), 1) * (1 - min(y[u]/(0.55*high), 1))
			}
			turn := 2 * math.Pi * (float64(f) + x[u]) / float64(folds)
			return turn, base + y[u] + a.broader(r.s, turn), in
		})
	}
	return t
}

// rounded is one of so many folds of cloth round a ring: how far along its base and out from it each of its places lies, the base as 1.
func rounded(cloth, base float64, folds, each int) (x, y []float64) {
	own, on, out := cloth/float64(folds), base/float64(folds), 0.0
	var c curve
	for range 10 { // by halves, since a fold that stands further out has more round it
		c.turn([3]float64{Swing(own / (on + math.Pi/float64(folds)*out))})
		out += (c.high*own - out) / 2
	}
	for u := range each {
		at := u * parts / each
		x, y = append(x, c.x[at]/c.x[parts]), append(y, c.y[at]*own)
	}
	r := base / (2 * math.Pi)
	long := func() (sum float64) { // all round, from point to point
		for u := range each {
			turn, next := x[u], 1.0
			to := y[0]
			if u+1 < each {
				next, to = x[u+1], y[u+1]
			}
			a, b, by := r+y[u], r+to, 2*math.Pi*(next-turn)/float64(folds)
			sum += math.Sqrt(a*a + b*b - 2*a*b*math.Cos(by))
		}
		return sum * float64(folds)
	}
	for range 6 {
		has := long()
		if loose := has - base; loose > 0.5 && cloth > base {
			k := min(max(math.Sqrt((cloth-base)/loose), 0.6), 1.6)
			for u := range y {
				y[u] *= k
			}
		}
	}
	return x, y
}

// HeadGathers is how much of a draft's sleeve is gathered into the armhole, mm.
func HeadGathers(d *draft.Draft) (sum float64) {
	for _, s := range d.Seams {
		if s.Join == pattern.Sleeved && s.Absorbed == pattern.Gathers && s.A.Copy.Hand != pattern.Right && s.B.Copy.Hand != pattern.Right {
			sum += math.Abs(s.Ease)
		}
	}
	return sum
}
