package wearing

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// arm is the wearer's left arm as it is drawn: how it hangs from the shoulder's end beside all that is
// worn, and how thick it is. x to the left, y forward, mm.
type arm struct {
	x, y, drop   float64 // where it begins
	out          float64 // of every mm down its length, what it goes out to the side
	long, bend   float64
	upper, elbow float64 // girths
	wrist        float64
	armpit       float64 // how far along it the armpit lies
}

// clearOf is how far an arm hangs clear of what is worn, bent how much the forearm comes forward, as
// a part of its length (from memory).
const clearOf, bent = 8.0, 0.12

func armOf(bare, seen figure.Figure) arm {
	t := seen.Torso()
	a := arm{x: t.ShoulderPoint.X, y: t.ShoulderPoint.Y, drop: -t.ShoulderPoint.Z, long: bare.Length("arm_length"),
		upper: bare.Length("upper_arm_girth"), elbow: bare.Length("elbow_girth"), wrist: bare.Length("wrist_girth"),
		armpit: t.ShoulderPoint.Z - t.Underarm}
	a.bend = 0.57 * a.long
	a.x -= 0.6 * a.upper / (2 * math.Pi)
	for s := a.armpit; s < a.long; s += 15 { // out until it clears everything beside it
		for range 6 {
			reach := seen.At(a.drop + s*math.Sqrt(1-a.out*a.out)).Reach(90)
			if off := reach + a.girth(s)/(2*math.Pi) + clearOf - (a.x + a.out*s); off > 0 {
				a.out = min(a.out+off/s, 0.8)
			}
		}
	}
	return a
}

// girth is the bare arm's so far along it.
func (a arm) girth(s float64) float64 {
	switch {
	case s < 60:
		return a.upper * (0.55 + 0.45*math.Sin(s/60*math.Pi/2))
	case s < 0.28*a.long:
		return a.upper
	case s < a.bend:
		return a.upper + (a.elbow-a.upper)*(s-0.28*a.long)/(a.bend-0.28*a.long)
	}
	return a.elbow + (a.wrist-a.elbow)*min((s-a.bend)/(a.long-a.bend), 1)
}

// ring is a level ring of a girth round the arm so far along it; side is 1 for the left arm, −1 for the
// right one.
func (a arm) ring(s, girth, side float64) drawnRing {
	r := girth / (2 * math.Pi)
	x, y := a.x+a.out*s, a.y-6
	if s > a.bend {
		y += bent * (s - a.bend)
	}
	ring := drawnRing{Drop: tenth(a.drop + s*math.Sqrt(1-a.out*a.out))}
	const points = 48
	for i := range points {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / points)
		ring.Line = append(ring.Line, tenth(side*(x+side*r*sin)), tenth(-(y + r*cos)))
	}
	return ring
}

// rings are the bare arm, or the sleeve on it.
func (a arm) rings(side float64, sleeve []draft.SleeveAt) []drawnRing {
	var out []drawnRing
	if sleeve == nil {
		for s := 6.0; s < a.long+1; s += a.long / 16 {
			out = append(out, a.ring(s, a.girth(s), side))
		}
		return out
	}
	top := sleeve[0].Round
	for _, k := range []float64{0.04, 0.25, 0.5, 0.75} { // over the head it swells from the shoulder
		s := k * a.armpit
		out = append(out, a.ring(s, max(top*(0.62+0.38*math.Sin(min(k/0.6, 1)*math.Pi/2)), a.girth(s)+6), side))
	}
	for _, at := range sleeve {
		s := a.armpit + at.Below
		out = append(out, a.ring(s, max(at.Round, a.girth(s)+6), side))
	}
	return out
}

// drawArms adds the arms, and the sleeves of what is worn, left and right.
func drawArms(d *DrawnFigure, bare figure.Figure, stages []ensemble.Stage) {
	seen, _ := ensemble.Seen(bare, stages)
	a := armOf(bare, seen)
	for _, side := range []float64{1, -1} {
		d.Arms = append(d.Arms, a.rings(side, nil))
	}
	for i := range stages {
		if sleeve := stages[i].Draft.Sleeve(); stages[i].Err == nil && sleeve != nil {
			d.Layers[i].Sleeves = [][]drawnRing{a.rings(1, sleeve), a.rings(-1, sleeve)}
		}
	}
}
