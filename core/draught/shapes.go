package draught

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Shape is a simple shape that is typed by its measures.
type Shape string

// The shapes.
const (
	RectangleOf Shape = "rectangle" // wide, high
	GoreOf      Shape = "gore"      // top, bottom, high; its ends are arcs square to both sides
	TriangleOf  Shape = "triangle"  // bottom, high
	GussetOf    Shape = "gusset"    // wide and high across its corners
	CircleOf    Shape = "circle"    // inner edge, depth, angle: a part of a ring
	BandOf      Shape = "band"      // long, deep, rise in the middle
	StripOf     Shape = "strip"     // wide at its start, wide at its end, long
)

// Sizes are the measures of a shape, mm, and an angle in degrees.
type Sizes struct {
	Wide, High, Top, Bottom, Inner, Deep, Long, Rise, Start, End, Angle float64
}

// Shaped is the piece of a shape. An error names the measure that can't be.
func Shaped(id, name string, as Shape, s Sizes) (pattern.Piece, error) {
	p := pattern.Piece{ID: id, Name: name, Cut: 1}
	const least, most = 3.0, 30000.0
	need := func(field string, x float64) error {
		if !(x >= least && x <= most) {
			return fmt.Errorf("%s: %s to %s are right", field, measure.TellFine(least), measure.TellLong(most))
		}
		return nil
	}
	first := func(errs ...error) error {
		for _, err := range errs {
			if err != nil {
				return err
			}
		}
		return nil
	}
	edge := func(id string, line ...plane.Point) {
		p.Edges = append(p.Edges, pattern.Edge{ID: id, Name: id + " edge", Line: line})
	}
	var err error
	switch as {
	case RectangleOf:
		if err = first(need("wide", s.Wide), need("high", s.High)); err == nil {
			p = pattern.Rectangle(id, name, s.Wide, s.High, 0)
		}
	case GoreOf:
		if err = first(need("top", s.Top), need("bottom", s.Bottom), need("high", s.High)); err == nil {
			gored(edge, s)
		}
	case TriangleOf:
		if err = first(need("bottom", s.Bottom), need("high", s.High)); err == nil {
			a, b, c := plane.Pt(0, 0), plane.Pt(s.Bottom, 0), plane.Pt(s.Bottom/2, s.High)
			edge("bottom", a, b)
			edge("right", b, c)
			edge("left", c, a)
		}
	case GussetOf:
		if err = first(need("wide", s.Wide), need("high", s.High)); err == nil {
			a, b, c, d := plane.Pt(s.Wide/2, 0), plane.Pt(s.Wide, s.High/2), plane.Pt(s.Wide/2, s.High), plane.Pt(0, s.High/2)
			edge("lower-right", a, b)
			edge("upper-right", b, c)
			edge("upper-left", c, d)
			edge("lower-left", d, a)
		}
	case CircleOf:
		if err = first(need("inner", s.Inner), need("deep", s.Deep)); err == nil && !(s.Angle >= 10 && s.Angle <= 355) {
			err = fmt.Errorf("angle: 10 to 355 degrees are right; a whole ring is cut as two halves")
		}
		if err == nil {
			turn := s.Angle * math.Pi / 180
			r := s.Inner / turn
			low, top := round(r+s.Deep, turn), plane.Reversed(round(r, turn))
			edge("bottom", low...)
			edge("right", low[len(low)-1], top[0])
			edge("top", top...)
			edge("left", top[len(top)-1], low[0])
		}
	case BandOf:
		if err = first(need("long", s.Long), need("deep", s.Deep)); err == nil && !(math.Abs(s.Rise) <= s.Long/3) {
			err = fmt.Errorf("rise: a third of the length at most, up or down")
		}
		if err == nil {
			low := bent(plane.Pt(0, 0), plane.Pt(s.Long, 0), 0.5, plane.Pt(0, s.Rise))
			if math.Abs(s.Rise) < 0.01 {
				low = []plane.Point{{}, {X: s.Long}}
			}
			top := plane.Reversed(plane.Beside(low, s.Deep))
			edge("bottom", low...)
			edge("right", low[len(low)-1], top[0])
			edge("top", top...)
			edge("left", top[len(top)-1], low[0])
		}
	case StripOf:
		if err = first(need("start", s.Start), need("end", s.End), need("long", s.Long)); err == nil {
			wide := max(s.Start, s.End)
			a, b := plane.Pt((wide-s.Start)/2, 0), plane.Pt((wide+s.Start)/2, 0)
			c, d := plane.Pt((wide+s.End)/2, s.Long), plane.Pt((wide-s.End)/2, s.Long)
			edge("bottom", a, b)
			edge("right", b, c)
			edge("top", c, d)
			edge("left", d, a)
		}
	default:
		err = fmt.Errorf("shape: there is no %.40q", as)
	}
	if err != nil {
		return p, fmt.Errorf("%s: %w", name, err)
	}
	return p, nil
}

// round is an arc about the middle above it, its own middle lowest, against the clock.
func round(r, turn float64) []plane.Point {
	n := max(int(turn/0.02), 8)
	out := make([]plane.Point, 0, n+1)
	for k := range n + 1 {
		sin, cos := math.Sincos(-math.Pi/2 - turn/2 + turn*float64(k)/float64(n))
		out = append(out, plane.Pt(r*cos, r*sin))
	}
	return out
}

// gored is a gore: its ends are arcs about the point where its sides meet, as long as was asked, so that they meet the sides squarely.
func gored(edge func(id string, line ...plane.Point), s Sizes) {
	if math.Abs(s.Bottom-s.Top) < 0.5 {
		a, b, c, d := plane.Pt(0, 0), plane.Pt(s.Bottom, 0), plane.Pt((s.Bottom+s.Top)/2, s.High), plane.Pt((s.Bottom-s.Top)/2, s.High)
		edge("bottom", a, b)
		edge("right", b, c)
		edge("top", c, d)
		edge("left", d, a)
		return
	}
	// Sides as long as it is high, about one middle: arcs of r and r+high are as top and bottom are.
	turn := (s.Bottom - s.Top) / s.High
	low, high := round(s.Bottom/math.Abs(turn), math.Abs(turn)), round(s.Top/math.Abs(turn), math.Abs(turn))
	if turn < 0 { // it widens upwards: the other way up
		low, high = upsideDown(low), upsideDown(high)
	}
	top := plane.Reversed(high)
	edge("bottom", low...)
	edge("right", low[len(low)-1], top[0])
	edge("top", top...)
	edge("left", top[len(top)-1], low[0])
}

func upsideDown(line []plane.Point) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, q := range line {
		out[i] = plane.Pt(q.X, -q.Y)
	}
	return out
}
