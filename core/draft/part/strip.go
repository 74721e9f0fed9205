package part

import (
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"

	"gonum.org/v1/gonum/spatial/r3"
)

// strip is a panel as it lies flat: the ends of its level lines, by knot. Between them it is
// straight. The waist lies level at height 0.
type strip struct {
	knots       []float64
	left, right []plane.Point
}

// at is the point of the cloth at a share of the way across, at a height of the body.
func (s *strip) at(t, z float64) plane.Point {
	k := s.knots
	i := min(max(sort.SearchFloat64s(k, z), 1), len(k)-1)
	part := (z - k[i-1]) / (k[i] - k[i-1])
	l, r := s.left[i-1].Toward(s.left[i], part), s.right[i-1].Toward(s.right[i], part)
	return l.Toward(r, t)
}

// Lying is where a half lies on a figure that it closes on with gaps before and behind, mm.
func Lying(on figure.Figure, width func(z float64) float64, before, behind float64) func(z float64) func(along float64) r3.Vec {
	form := surface.On(on, -on.Drop(figure.Hip)-40, surface.Ease{})
	return func(z float64) func(along float64) r3.Vec {
		level, whole := form.Level(z), width(z)+(before+behind)/2
		return func(along float64) r3.Vec { return level((along + before/2) / whole) }
	}
}

// lay unrolls the panels level by level from the waist: on each, both edges are as long as their
// way over the body, its levels as wide as they are, and it leans as its seams do. The edges at
// the centre front and the centre back are straight. It fails where a level widens by more than
// the way to it is long: such a panel has no flat shape.
func (h *Half) lay() error {
	h.laid = make([]strip, h.Panels)
	waist := sort.SearchFloat64s(h.knots, -1e-9)
	for i := range h.laid {
		s := &h.laid[i]
		n := len(h.knots)
		*s = strip{knots: h.knots, left: make([]plane.Point, n), right: make([]plane.Point, n)}
		for k, z := range h.knots {
			l, r := h.Edges(i, z)
			s.left[k], s.right[k] = plane.Pt(l, z), plane.Pt(r, z)
		}
	}
	if h.On == nil {
		return nil
	}
	// The borders on the body.
	borders := make([][]r3.Vec, h.Panels+1)
	tangent := make([][]r3.Vec, h.Panels+1)
	low, high := h.span()
	for _, z := range h.knots {
		run := 0.0
		held := min(max(z, low), high)
		on := h.On(held)
		for j := range borders {
			p := on(run)
			p.Z = z
			borders[j] = append(borders[j], p)
			tangent[j] = append(tangent[j], r3.Unit(r3.Sub(on(run+0.5), on(run-0.5))))
			if j < h.Panels {
				l, r := h.Edges(j, held)
				run += r - l
			}
		}
	}
	for i := range h.laid {
		s := &h.laid[i]
		for _, sign := range []int{1, -1} {
			for k := waist; k+sign >= 0 && k+sign < len(h.knots); k += sign {
				next := k + sign
				l, r := h.Edges(i, h.knots[next])
				q := step{left: s.left[k], right: s.right[k], up: float64(sign), wide: r - l}
				q.alongLeft, q.shiftLeft = moved(borders[i], tangent[i], k, next)
				q.alongRight, q.shiftRight = moved(borders[i+1], tangent[i+1], k, next)
				switch i {
				case 0:
					s.left[next], s.right[next] = q.fromLeft()
				case h.Panels - 1:
					s.left[next], s.right[next] = q.fromRight()
				default:
					s.left[next], s.right[next] = q.free()
				}
				if off := s.left[next].To(s.right[next]) - q.wide; math.Abs(off) > flatSlack && h.knots[next] > low &&
					h.knots[next] < high {
					return fmt.Errorf("panel %d widens too fast to be cut flat at %s from the waist: choose more panels, or edges nearer "+
						"the waist", i+1, measure.Tell(math.Abs(h.knots[next])))
				}
			}
		}
	}
	return nil
}

// flatSlack is how far a level of a flat panel may be off the body's, mm.
const flatSlack = 1.0

// moved is how long a border is from one knot to the next, and how far it runs along the level
// towards the back.
func moved(border, tangent []r3.Vec, from, to int) (long, shift float64) {
	d := r3.Sub(border[to], border[from])
	return r3.Norm(d), r3.Dot(d, r3.Unit(r3.Add(tangent[from], tangent[to])))
}

// step is one level line of a strip and what is known of the next.
type step struct {
	left, right           plane.Point
	up, wide              float64 // up is 1 above the waist, -1 below it
	alongLeft, alongRight float64 // the edges' lengths from this level to the next
	shiftLeft, shiftRight float64 // and how far they run along the level
}

// axes are the direction of the level line, and of the next level from it.
func (q step) axes() (across, outward plane.Point) {
	across = q.right.Sub(q.left).Unit()
	return across, across.Left().Times(q.up)
}

// free is the next level line of a panel between two seams: both edges as long as they are, the
// line as wide, and leaning as the edges do on the body.
func (q step) free() (left, right plane.Point) {
	across, outward := q.axes()
	was := q.left.To(q.right)
	lean := q.shiftLeft + q.shiftRight // both ends' way along the level
	at := func(half float64) (x1, y1, x2, y2 float64) {
		x1, x2 = (was+lean)/2-half, (was+lean)/2+half
		x1, x2 = within(x1, 0, q.alongLeft), within(x2, was, q.alongRight)
		y1 = math.Sqrt(max(q.alongLeft*q.alongLeft-x1*x1, 0))
		y2 = math.Sqrt(max(q.alongRight*q.alongRight-(x2-was)*(x2-was), 0))
		return x1, y1, x2, y2
	}
	low, high := q.wide/2-8, q.wide/2+2
	for range 50 {
		mid := (low + high) / 2
		x1, y1, x2, y2 := at(mid)
		if math.Hypot(x2-x1, y2-y1) < q.wide {
			low = mid
		} else {
			high = mid
		}
	}
	x1, y1, x2, y2 := at((low + high) / 2)
	return q.left.Add(across.Times(x1)).Add(outward.Times(y1)), q.left.Add(across.Times(x2)).Add(outward.Times(y2))
}

// fromLeft is the next level line of a panel whose left edge is upright, fromRight of one whose
// right edge is.
func (q step) fromLeft() (left, right plane.Point) {
	left = q.left.Add(plane.Pt(0, q.up*q.alongLeft))
	return left, reached(left, q.wide, q.right, q.alongRight, plane.Pt(1, 0), q.up)
}

func (q step) fromRight() (left, right plane.Point) {
	right = q.right.Add(plane.Pt(0, q.up*q.alongRight))
	return reached(right, q.wide, q.left, q.alongLeft, plane.Pt(-1, 0), q.up), right
}

// within is x, at most so far from a middle.
func within(x, middle, far float64) float64 {
	return min(max(x, middle-far), middle+far)
}

// reached is the point so far from a and from b that lies beyond b upwards (up 1) or downwards;
// where there is none, beside b: the edge is as long as it is, and the level line is not.
func reached(a plane.Point, fromA float64, b plane.Point, fromB float64, away plane.Point, up float64) plane.Point {
	d := b.Sub(a)
	apart := math.Hypot(d.X, d.Y)
	x := (fromA*fromA - fromB*fromB + apart*apart) / (2 * apart)
	if math.Abs(x) > fromA {
		return b.Add(away.Times(math.Copysign(fromB, fromA-apart)))
	}
	y := math.Sqrt(fromA*fromA - x*x)
	along, side := d.Unit(), d.Unit().Left()
	one, other := a.Add(along.Times(x)).Add(side.Times(y)), a.Add(along.Times(x)).Add(side.Times(-y))
	if (one.Y-other.Y)*up > 0 {
		return one
	}
	return other
}

// Reach is where the border before panel i ends below and above on the cloth, mm up from the
// waist along it: i = 0 is the centre front, Panels the centre back.
func (h *Half) Reach(i int) (bottom, top float64) {
	low, high := h.reach(i)
	return h.Rise(i, low), h.Rise(i, high)
}

// Rise is how far up the cloth a height of the body lies on the border before panel i.
func (h *Half) Rise(i int, z float64) float64 {
	if i == h.Panels {
		return h.laid[i-1].at(1, z).Y
	}
	return h.laid[i].at(0, z).Y
}
