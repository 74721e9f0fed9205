// Package tracejson reads what was clicked on a picture, in pixels with y down, and makes pieces of it.
package tracejson

import (
	"fmt"
	"math"

	"ardentgusset/core/alter"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/trace"
	"ardentgusset/core/written"
)

// Px is a pixel: to the right and down.
type Px [2]float64

func (p Px) point() plane.Point { return plane.Pt(p[0], -p[1]) }

// Trace is what was clicked: a scale by two points, or a rectangle seen askew; a distance to check it by; an edge known to be straight, for
// the bow of the lens; and the pieces.
type Trace struct {
	Version  int       `json:"version"`
	Scale    *Distance `json:"scale,omitempty"`
	Check    *Distance `json:"check,omitempty"`
	Square   *Square   `json:"square,omitempty"`
	Lens     *Lens     `json:"lens,omitempty"`
	Outlines []Piece   `json:"pieces"`
}

// Distance is a known distance between two pixels.
type Distance struct {
	A  Px      `json:"a"`
	B  Px      `json:"b"`
	MM float64 `json:"mm"`
}

func (d *Distance) known() trace.Known { return trace.Known{A: d.A.point(), B: d.B.point(), MM: d.MM} }

// Square is a known rectangle: its corners, clicked round.
type Square struct {
	Corners [4]Px   `json:"corners"`
	Wide    float64 `json:"wide_mm"`
	High    float64 `json:"high_mm"`
}

// Lens is the size of the picture, pixels, and an edge known to be straight: its start, its middle and its end.
type Lens struct {
	Wide     float64 `json:"wide_px"`
	High     float64 `json:"high_px"`
	Straight [3]Px   `json:"straight"`
}

// Piece is an outline, its grain and whether it lies on the fold.
type Piece struct {
	ID     string  `json:"id"`
	Name   string  `json:"name,omitempty"`
	Points []Point `json:"points"`
	Grain  []Px    `json:"grain,omitempty"`
	Fold   bool    `json:"fold,omitempty"`
}

// Point is a place of an outline: a corner, or smooth.
type Point struct {
	At   Px     `json:"at"`
	Kind string `json:"kind,omitempty"`
}

// Error names the field that is wrong, and tells why.
type Error struct{ Field, Why string }

func (e *Error) Error() string { return e.Field + ": " + e.Why }

func wrong(field, format string, a ...any) error { return &Error{field, fmt.Sprintf(format, a...)} }

const mostPoints = 20000

// Pieces are the pieces, mm, and how far they may be off.
func (t *Trace) Pieces() (alter.Set, written.Errors, error) {
	var out alter.Set
	var off written.Errors
	if t.Version > 1 {
		return out, off, wrong("version", "%d: a newer program wrote it; this one reads 1", t.Version)
	}
	place, scale, doubt, err := t.places()
	if err != nil {
		return out, off, err
	}
	off.Reading = rounded(scale * trace.ClickedWithin)
	if t.Check != nil {
		k := t.Check.known()
		if _, err := k.Scale(); err != nil {
			return out, off, wrong("check", "%s", err)
		}
		read := place(k.A).To(place(k.B))
		by, _ := k.Checked(read, doubt)
		if math.Abs(by) > trace.Refused {
			return out, off, wrong("check", "by these it reads %.1f mm, not %g mm (%+.1f %%): one is misread, or the sheet is not flat",
				read, k.MM, 100*by)
		}
		mm := rounded(read - k.MM)
		off.Check = &mm
	}
	if len(t.Outlines) == 0 || len(t.Outlines) > written.MostPieces {
		return out, off, wrong("pieces", "there are %d; 1 to %d are right", len(t.Outlines), written.MostPieces)
	}
	points := 0
	for i := range t.Outlines {
		q := &t.Outlines[i]
		field := fmt.Sprintf("pieces[%d]", i)
		if q.ID == "" {
			q.ID = fmt.Sprintf("piece-%d", i+1)
		}
		if _, twice := out.Piece(q.ID); twice {
			return out, off, wrong(field+".id", "%q is there twice", q.ID)
		}
		if points += len(q.Points); points > mostPoints {
			return out, off, wrong("pieces", "more than %d points in all", mostPoints)
		}
		p, worst, err := q.piece(place, field)
		if err != nil {
			return out, off, err
		}
		off.Curves = max(off.Curves, rounded(worst))
		out.Pieces = append(out.Pieces, p)
	}
	return out, off, nil
}

func rounded(x float64) float64 { return math.Round(x*1000) / 1000 }

// places is where a pixel lies, mm; how many mm a pixel is there about, and the doubt of it.
func (t *Trace) places() (place func(plane.Point) plane.Point, scale, doubt float64, err error) {
	lens := trace.Lens{}
	if l := t.Lens; l != nil {
		if !(l.Wide >= 100 && l.High >= 100 && l.Wide <= 1e5 && l.High <= 1e5) {
			return nil, 0, 0, wrong("lens", "the picture is %g by %g pixels: 100 to 100000 are right", l.Wide, l.High)
		}
		lens = trace.Lens{Middle: plane.Pt(l.Wide/2, -l.High/2), Half: math.Hypot(l.Wide, l.High) / 2}
		if lens, err = lens.Straightened(l.Straight[0].point(), l.Straight[1].point(), l.Straight[2].point()); err != nil {
			return nil, 0, 0, wrong("lens.straight", "%s", err)
		}
	}
	switch {
	case t.Square != nil && t.Scale != nil:
		return nil, 0, 0, wrong("square", "scale and square are both given: one of them is enough, the other can be the check")
	case t.Square != nil:
		var c [4]plane.Point
		for i, q := range t.Square.Corners {
			c[i] = lens.Straight(q.point())
		}
		f, err := trace.FlatOf(c, t.Square.Wide, t.Square.High)
		if err != nil {
			return nil, 0, 0, wrong("square", "%s", err)
		}
		long := 0.0
		for i := range c {
			long += c[i].To(c[(i+1)%4])
		}
		scale := 2 * (t.Square.Wide + t.Square.High) / long
		return func(p plane.Point) plane.Point { return f.At(lens.Straight(p)) }, scale, math.Sqrt2 * trace.ClickedWithin * 4 / long, nil
	case t.Scale != nil:
		k := t.Scale.known()
		k.A, k.B = lens.Straight(k.A), lens.Straight(k.B)
		s, err := k.Scale()
		if err != nil {
			return nil, 0, 0, wrong("scale", "%s", err)
		}
		return func(p plane.Point) plane.Point { return lens.Straight(p).Times(s) }, s, k.Doubt(), nil
	}
	return nil, 0, 0, wrong("scale", "it is missing: two points a known distance apart, or square: the corners of a known "+
		"rectangle of %s at least",
		measure.Tell(10))
}

// piece is a piece, mm, and how far its curves leave what was clicked at most.
func (q *Piece) piece(place func(plane.Point) plane.Point, field string) (p pattern.Piece, worst float64, err error) {
	var clicked []trace.Clicked
	for i, at := range q.Points {
		if at.Kind != "corner" && at.Kind != "smooth" && at.Kind != "" {
			return p, 0, wrong(fmt.Sprintf("%s.points[%d].kind", field, i), "%q: corner or smooth", at.Kind)
		}
		on := place(at.At.point())
		if math.IsNaN(on.X+on.Y) || math.Abs(on.X)+math.Abs(on.Y) > 1e5 {
			return p, 0, wrong(fmt.Sprintf("%s.points[%d].at", field, i), "it lies too far outside what gives the scale")
		}
		clicked = append(clicked, trace.Clicked{At: on, Smooth: at.Kind == "smooth"})
	}
	sides, err := trace.Outline(clicked, trace.Usual)
	if err != nil {
		return p, 0, wrong(field+".points", "%s", err)
	}
	for _, s := range sides {
		worst = max(worst, s.Worst)
	}
	var grain [2]plane.Point
	switch len(q.Grain) {
	case 0:
	case 2:
		grain = [2]plane.Point{place(q.Grain[0].point()), place(q.Grain[1].point())}
	default:
		return p, 0, wrong(field+".grain", "two places are wanted, from its lower to its upper end")
	}
	name := q.Name
	if name == "" {
		name = q.ID
	}
	if p, err = trace.Piece(q.ID, name, sides, grain, q.Fold); err != nil {
		return p, worst, wrong(field+".fold", "%s", err)
	}
	return p, worst, nil
}
