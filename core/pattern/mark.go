package pattern

import (
	"math"

	"ardentgusset/core/plane"
)

// MarkKind is what a mark on a piece means. Each is drawn in its own way.
type MarkKind string

const (
	WaistLine MarkKind = "waist"
	BoneLine  MarkKind = "bone"
	BuskLine  MarkKind = "busk"
	Eyelet    MarkKind = "eyelet"
	PleatFold MarkKind = "pleat-fold"
	PleatTo   MarkKind = "pleat-to"
	Gather    MarkKind = "gather"
	FoldLine  MarkKind = "fold"
	Dart      MarkKind = "dart"
	Placket   MarkKind = "placket"
	Section   MarkKind = "section" // where the next piece of a joined edge begins
	Stud      MarkKind = "stud"    // of a busk: a hole on one half, a gap in the seam on the other
	TapeLine  MarkKind = "tape"    // the middle of a tape laid inside, as wide as its Width
	QuiltLine MarkKind = "quilt"
	Meeting   MarkKind = "meeting" // where a quilting line of the next piece ends
	TuckLine  MarkKind = "tuck"
	CordLine  MarkKind = "cord"
	HoopLine  MarkKind = "hoop" // channel of a steel
	RingLine  MarkKind = "ring" // stitching that holds two layers together
	Tuft      MarkKind = "tuft"
	Flossing  MarkKind = "flossing"
	SlashLine MarkKind = "slash"
	Button    MarkKind = "button"
)

// Mark is something drawn inside the sewing line: a path, or a point when the
// path has one.
type Mark struct {
	Kind  MarkKind
	Path  []plane.Point
	Label string
	Width float64 // of a bone or a busk, or the diameter of an eyelet, mm
}

// Strokes are the lines a mark is drawn with, mm: its path, or, for a mark of
// one point, the sign of its kind. A bone, busk, steel or tape has its two
// sides.
func (m Mark) Strokes() [][]plane.Point {
	if len(m.Path) > 1 {
		switch m.Kind {
		case BoneLine, BuskLine, HoopLine, TapeLine:
			if m.Width > 0 {
				return [][]plane.Point{plane.Beside(m.Path, m.Width/2), plane.Beside(m.Path, -m.Width/2)}
			}
		}
		return [][]plane.Point{m.Path}
	}
	if len(m.Path) == 0 {
		return nil
	}
	c := m.Path[0]
	r := math.Max(m.Width/2, 2)
	at := func(x, y float64) plane.Point { return c.Add(plane.Pt(x*r, y*r)) }
	switch m.Kind {
	case Meeting:
		return [][]plane.Point{{at(-1, 0), at(0, 1), at(1, 0), at(0, -1), at(-1, 0)}}
	case Tuft:
		return [][]plane.Point{{at(-1, -1), at(1, 1)}, {at(-1, 1), at(1, -1)}}
	case Flossing:
		return [][]plane.Point{{at(0, -0.8), at(-0.7, 0.8)}, {at(0, -0.8), at(0, 1)}, {at(0, -0.8), at(0.7, 0.8)}}
	case Button:
		return [][]plane.Point{ring(c, r), {at(-0.4, 0), at(0.4, 0)}}
	case Stud:
		return [][]plane.Point{ring(c, r), ring(c, r/2)}
	}
	return [][]plane.Point{ring(c, r)}
}

func ring(c plane.Point, r float64) []plane.Point {
	const n = 24
	out := make([]plane.Point, n+1)
	for i := range out {
		s, k := math.Sincos(2 * math.Pi * float64(i) / n)
		out[i] = c.Add(plane.Pt(r*k, r*s))
	}
	return out
}
