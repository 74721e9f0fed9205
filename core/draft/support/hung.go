package support

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/interp"
)

// hung is straight cloth on a band: so many equal breadths round it from the opening behind, alike on both sides. Their lower
// edges are straight; their upper edges are cut so that the hem hangs level over whatever stands out beneath.
type hung struct {
	id, name string
	n        int
	width    float64 // all round, mm
	short    float64 // the cloth where the way down is shortest, mm
	more     interp.FritschButland
	moved    float64    // by how much its hem is off level where its upper edge would have had a point, mm
	lengths  [3]float64 // how much longer than at its shortest it is drawn before, at the side and behind, mm
}

// evenSteps is at how many places of the half a way down is asked for.
const evenSteps = 60

// hang lays straight cloth out that is so long where the way down is shortest, mm.
func hang(on figure.Figure, id, name string, n int, width, short float64) (*hung, error) {
	h := &hung{id: id, name: name, n: n, width: width, short: short}
	waist := on.At(0)
	least := min(on.WaistToFloor(0), min(on.WaistToFloor(90), on.WaistToFloor(180)))
	ways := make([]float64, evenSteps+1) // from the centre front to the centre back
	for i := range ways {
		ways[i] = on.WaistToFloor(part.BearingOf(waist, float64(i)/evenSteps)) - least
	}
	h.moved = part.FlatAtEnds(ways)
	xs, ys := make([]float64, 0, evenSteps+3), make([]float64, 0, evenSteps+3)
	for i := -1; i <= evenSteps+1; i++ { // alike on both sides of both centres
		k := i
		if i < 0 {
			k = -i
		} else if i > evenSteps {
			k = 2*evenSteps - i
		}
		xs, ys = append(xs, float64(i)/evenSteps), append(ys, ways[k])
	}
	if err := h.more.Fit(xs, ys); err != nil {
		return nil, fmt.Errorf("the upper edge can’t be drawn on this body: %w", err)
	}
	for i, b := range []float64{0, 90, 180} { // as the edge is drawn
		h.lengths[i] = h.more.Predict(waist.Arc(0, b) / waist.Arc(0, 180))
	}
	return h, nil
}

// tall is how tall the cloth is so far round it from the opening, mm.
func (h *hung) tall(x float64) float64 {
	half := h.width / 2
	if x > half {
		x = h.width - x
	}
	return h.short + h.more.Predict(1-x/half)
}

// pairs is how many breadths of a side lie between the opening and the middle before.
func (h *hung) pairs() int { return h.n / 2 }

// where names the breadths of a side from the opening on, and the one in the middle before, where there is one.
func (h *hung) where(k int) (id, name string) {
	kinds := h.pairs() + h.n%2
	switch {
	case kinds == 1:
		return h.id, h.name
	case k == kinds-1:
		return h.id + "-front", h.name + ", before"
	case k == 0:
		return h.id + "-back", h.name + ", behind"
	case kinds == 3:
		return h.id + "-side", h.name + ", at the side"
	}
	return fmt.Sprintf("%s-side-%d", h.id, k), fmt.Sprintf("%s, at the side, %d", h.name, k)
}

// pieces are its breadths, from the opening behind to the front: pairs, and one for the middle before where they are odd. Each
// has its left edge nearer the opening; where that is the opening it is parted at its end.
func (h *hung) pieces(seam, opening float64) (out []pattern.Piece) {
	wide := h.width / float64(h.n)
	for k := range h.pairs() + h.n%2 {
		p := pattern.Piece{Cut: 2, Mirrored: true}
		p.ID, p.Name = h.where(k)
		if k == h.pairs() {
			p.Cut, p.Mirrored = 1, false
		}
		const parts = 48
		var top []plane.Point // from right to left
		for i := range parts + 1 {
			x := wide * (1 - float64(i)/parts)
			top = append(top, plane.Pt(x, h.tall(wide*float64(k)+x)))
		}
		p.Edges = []pattern.Edge{
			{ID: "bottom", Name: "lower edge", Line: []plane.Point{{}, {X: wide}}, Allowance: seam},
			{ID: "right", Name: "right edge", Line: []plane.Point{{X: wide}, top[0]}, Allowance: seam},
			{ID: "top", Name: "upper edge", Line: top, Allowance: seam},
			{ID: "left", Name: "left edge", Line: []plane.Point{top[parts], {}}, Allowance: seam}}
		if k == 0 {
			p.Split("left", pattern.Stretch{ID: "left-opening", Name: "left edge at the opening", Length: opening},
				pattern.Stretch{ID: "left", Name: "left edge"})
			p.Notches = append(p.Notches, pattern.Notch{Edge: "left", At: 0, Label: "end of opening"})
			if h.n == 1 {
				p.Split("right", pattern.Stretch{ID: "right", Name: "right edge", Length: top[0].Y - opening},
					pattern.Stretch{ID: "right-opening", Name: "right edge at the opening"})
				p.Notches = append(p.Notches, pattern.Notch{Edge: "right-opening", At: 0, Label: "end of opening"})
			}
		}
		p.GatherRows(top)
		out = append(out, p)
	}
	return out
}

// breadth is the piece that the i-th breadth from the opening is a copy of, from the left round; over is set where it lies
// the other way about, its right edge nearer the opening it began from.
func (h *hung) breadth(i int) (id string, copied pattern.Copy, over bool) {
	k := i
	if i >= h.n-h.pairs() {
		k, over = h.n-1-i, true
	}
	id, _ = h.where(k)
	switch {
	case k == h.pairs(): // the middle before, which is one
		return id, pattern.Copy{}, false
	case over:
		return id, pattern.Copy{Hand: pattern.Right}, true
	}
	return id, pattern.Copy{Hand: pattern.Left}, false
}

// sewn are the seams of its breadths: to a band whose lower edge is so long, beside each other, and below the opening, where
// the last waits for something.
func (h *hung) sewn(d *draft.Draft, lower float64, wait pattern.Wait, note string) (parts []pattern.Stretch) {
	top := func(id string) float64 {
		for i := range d.Pieces {
			if e, ok := d.Pieces[i].Edge("top"); ok && d.Pieces[i].ID == id {
				return e.Length()
			}
		}
		return 0
	}
	each := lower / float64(h.n)
	for i := range h.n {
		id, copied, _ := h.breadth(i)
		parts = append(parts, pattern.Stretch{ID: fmt.Sprintf("to-%s-%d", h.id, i+1), Name: "to the " + strings.ToLower(h.name),
			Length: each})
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("band-%d", i+1), A: pattern.Side{Piece: "band", Edge: parts[i].ID},
			B: pattern.Side{Piece: id, Edge: "top", Copy: copied}, Ease: top(id) - each, Absorbed: pattern.Gathers, Join: pattern.Banded})
	}
	number := 0
	beside := func(pa, ea string, ca pattern.Copy, pb, eb string, cb pattern.Copy) *pattern.Seam {
		number++
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("%s-side-%d", h.id, number), A: pattern.Side{Piece: pa, Edge: ea, Copy: ca},
			B: pattern.Side{Piece: pb, Edge: eb, Copy: cb}})
		return &d.Seams[len(d.Seams)-1]
	}
	left, right := pattern.Copy{Hand: pattern.Left}, pattern.Copy{Hand: pattern.Right}
	back, _ := h.where(0)
	for k := 1; k < h.pairs(); k++ {
		a, _ := h.where(k - 1)
		b, _ := h.where(k)
		beside(a, "right", pattern.Copy{}, b, "left", pattern.Copy{})
	}
	switch before, _ := h.where(h.pairs() - 1 + h.n%2); {
	case h.n == 1:
		s := beside(back, "right", pattern.Copy{}, back, "left", pattern.Copy{})
		s.Wait, s.Note = wait, note
		return parts
	case h.n%2 == 0:
		beside(before, "right", left, before, "right", right)
	default:
		a, _ := h.where(h.pairs() - 1)
		beside(a, "right", left, before, "left", pattern.Copy{})
		beside(before, "right", pattern.Copy{}, a, "right", right)
	}
	s := beside(back, "left", left, back, "left", right)
	s.Wait, s.Note = wait, note
	return parts
}

// opened are both sides of its opening, for the strips that are sewn to them.
func (h *hung) opened() (under, over pattern.Side) {
	back, _ := h.where(0)
	if h.n == 1 {
		return pattern.Side{Piece: back, Edge: "right-opening"}, pattern.Side{Piece: back, Edge: "left-opening"}
	}
	return pattern.Side{Piece: back, Edge: "left-opening", Copy: pattern.Copy{Hand: pattern.Right}},
		pattern.Side{Piece: back, Edge: "left-opening", Copy: pattern.Copy{Hand: pattern.Left}}
}

// measured says how long it is before, at the side and behind, where its cloth is so long at its shortest, and how its hem is
// levelled.
func (h *hung) measured(d *draft.Draft, of string, long, slide float64) {
	for i, at := range []string{"front", "side", "back"} {
		d.Measure("length."+at, of, "in length at the "+at, long+h.lengths[i])
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + at, Where: "the hem, " + at, Slide: slide})
	}
	part.RemarkSlope(d, h.moved)
}

// cut says how the breadths of it are cut that are not alike.
func (h *hung) cut() string {
	lowest, highest := math.Inf(1), 0.0
	for i := range evenSteps + 1 {
		at := h.tall(h.width / 2 * float64(i) / evenSteps)
		lowest, highest = min(lowest, at), max(highest, at)
	}
	if highest-lowest < 3 {
		return ""
	}
	return fmt.Sprintf(" Their upper edges are cut to their own lines, %s apart in all: the hem is straight and hangs level. Mark each as "+
		"it is cut.", measure.Tell(highest-lowest))
}
