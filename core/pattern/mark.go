package pattern

import (
	"math"

	"ardentgusset/core/plane"
)

// MarkKind is what a mark on a piece means. Each is drawn in its own way.
type MarkKind string

// The kinds of mark there are.
const (
	WaistLine MarkKind = "waist"
	BustLine  MarkKind = "bust"
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
	Stud      MarkKind = "stud"    // of a busk: a hole in the left half
	Loop      MarkKind = "loop"    // of a busk: a gap in the seam of the right half
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
	Tie       MarkKind = "tie" // the end of a tape or tie is sewn here
)

// Roll is the label of the fold line that a lapel turns back on.
const Roll = "roll"

// Mark is something drawn inside the sewing line: a path, or a point when the
// path has one.
type Mark struct {
	Kind  MarkKind
	Path  []plane.Point
	Label string
	Width float64 // of a bone or a busk, or the diameter of an eyelet, mm
	// Channel is the width between the stitch lines of a bone's channel and
	// Long the length of the bone in it, mm; 0 when the mark is no bone.
	Channel, Long float64
}

// Strokes are the lines a mark is drawn with, mm: its path, or, for a mark of
// one point, the sign of its kind. A busk, steel or tape has its two sides, a
// bone the two stitch lines of its channel.
func (m Mark) Strokes() [][]plane.Point {
	if len(m.Path) > 1 {
		switch m.Kind {
		case BoneLine, BuskLine, HoopLine, TapeLine:
			if w := max(m.Width, m.Channel); w > 0 {
				return [][]plane.Point{plane.Beside(m.Path, w/2), plane.Beside(m.Path, -w/2)}
			}
		}
		return [][]plane.Point{m.Path}
	}
	if len(m.Path) == 0 {
		return nil
	}
	c := m.Path[0]
	r := max(m.Width/2, 2)
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
	case Tie:
		return [][]plane.Point{{at(-1, 0.5), at(1, 0.5)}, {at(-1, -0.5), at(1, -0.5)}, {at(0, 1.4), at(0, -1.4)}}
	case Stud:
		return [][]plane.Point{ring(c, r), ring(c, r/2)}
	}
	return [][]plane.Point{ring(c, r)}
}

// closest is how near each other corners of a bed's middle may lie, mm.
const closest = 0.5

// Bed is the place a bone, busk or steel takes up, as a closed outline: as wide
// as it is and, where its length is known, as long, in the middle of its path.
// It is nil for a mark of no width.
func (m Mark) Bed() []plane.Point {
	if m.Width <= 0 || len(m.Path) < 2 {
		return nil
	}
	line := m.Path
	if long := plane.Length(line); m.Long > 0 && m.Long < long {
		line = plane.Part(line, (long-m.Long)/2, (long+m.Long)/2)
	}
	// A corner right beside an end would fold the sides over there.
	end := line[len(line)-1]
	spaced := []plane.Point{line[0]}
	for _, q := range line[1 : len(line)-1] {
		if q.To(spaced[len(spaced)-1]) > closest && q.To(end) > closest {
			spaced = append(spaced, q)
		}
	}
	line = append(spaced, end)
	return append(plane.Beside(line, m.Width/2), plane.Reversed(plane.Beside(line, -m.Width/2))...)
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

// gatherBeside is how far the two gathering rows lie from the seam line, mm
// (common practice: 1/8 in to either side).
const gatherBeside = 3.0

// GatherRows marks the two gathering rows along a line of the piece, one to
// either side of it, following its curve.
func (p *Piece) GatherRows(line []plane.Point) {
	for _, off := range []float64{gatherBeside, -gatherBeside} {
		p.Marks = append(p.Marks, Mark{Kind: Gather, Path: plane.Beside(line, off)})
	}
}
