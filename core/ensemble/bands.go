package ensemble

import (
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// BandHeights are the heights across a cloth, mm, at which its selvedges' bands lie, washed as it is; none on a piece of cloth that has
// lost its selvedges.
func BandHeights(f cloth.Fabric, c lay.Cloth) (out []float64) {
	if c.Torn || f.Width <= 0 {
		return nil
	}
	shrunk := c.Width / float64(f.Width)
	for _, b := range f.Bands {
		at := float64(b) * shrunk
		if f.BandsAlong != cloth.UpperSelvedge {
			out = append(out, at)
		}
		if f.BandsAlong != cloth.LowerSelvedge {
			out = append(out, c.Width-at)
		}
	}
	slices.Sort(out)
	return out
}

// banded are the heights of the selvedges an edge may be held to: none for either, that of the one with the bands where only one has
// some.
func banded(f cloth.Fabric, c lay.Cloth) []float64 {
	switch {
	case len(f.Bands) == 0:
		return nil
	case f.BandsAlong == cloth.LowerSelvedge:
		return []float64{0}
	case f.BandsAlong == cloth.UpperSelvedge:
		return []float64{c.Width}
	}
	return nil
}

// bandsMeet is within what bands that come to a seam from both sides are taken for one line, mm (common practice, no source).
const bandsMeet = 1.0

// BandMeeting is how the bands of the selvedges come to a seam, read from how its pieces lie on the cloth.
type BandMeeting struct {
	Seam, Label string
	Bands       int     // how many come to it, from the side that has more
	Step        float64 // the greatest distance along the seam between a band of one side and that of the other, mm; endless for one without
	Without     string  // name of the piece that does not lie on a selvedge beside it; "" where both do
	// Piece and Edge are what could be laid on a selvedge so that they go on; "" where nothing can.
	Piece, Edge string
}

// Meets tells whether the bands go on across the seam.
func (m BandMeeting) Meets() bool { return m.Step <= bandsMeet }

// compare sets how many bands come to a seam so long and how far they miss each other there, copy by copy. A band on its very end may
// lie on one side of it and not on the other.
func (m *BandMeeting) compare(onA, onB [][]float64, long float64) {
	within := func(on []float64, as int) []float64 {
		for len(on) > as && on[0] < bandsMeet {
			on = on[1:]
		}
		for len(on) > as && on[len(on)-1] > long-bandsMeet {
			on = on[:len(on)-1]
		}
		return on
	}
	for _, one := range onA {
		for _, other := range onB {
			one, other := within(one, len(other)), within(other, len(one))
			m.Bands = max(m.Bands, len(one), len(other))
			if len(one) != len(other) {
				m.Step = math.Inf(1)
				continue
			}
			for i := range one {
				m.Step = max(m.Step, math.Abs(one[i]-other[i]))
			}
		}
	}
}

// lies tells whether an edge of a piece is held to a selvedge.
func (s Stage) lies(piece string, kept map[string][]string) bool {
	return len(kept[piece]) > 0 ||
		slices.ContainsFunc(s.Laying.Bound, func(b Bound) bool { return b.Piece == piece && b.At == lay.AtSelvedge })
}

// BandMeetings are how bands meet across the seams of what is cut from a cloth, seam by seam; only of seams that a band comes to, and
// beside which a piece lies on a selvedge.
func (s Stage) BandMeetings(u Use, sheets []Sheet) (out []BandMeeting) {
	if len(u.Fabric.Bands) == 0 {
		return nil
	}
	piece := func(id string) *pattern.Piece {
		i := slices.IndexFunc(s.Draft.Pieces, func(p pattern.Piece) bool { return p.ID == id && u.Counts[id] > 0 })
		if i < 0 {
			return nil
		}
		return &s.Draft.Pieces[i]
	}
	kept := s.onSelvedge()
	for _, seam := range s.Draft.Seams {
		a, b := piece(seam.A.Piece), piece(seam.B.Piece)
		if a == nil || b == nil {
			continue
		}
		round := !seam.Alike(s.Draft.Pieces, s.Draft.Seams)
		onA, lengthA, okA := bandsAlong(u.Fabric, sheets, a, seam.A.Edge, false)
		onB, _, okB := bandsAlong(u.Fabric, sheets, b, seam.B.Edge, round)
		if !okA || !okB || len(onA) == 0 || len(onB) == 0 {
			continue
		}
		held := func(p *pattern.Piece) bool { return s.lies(p.ID, kept) }
		if !held(a) && !held(b) {
			continue // what comes to it there comes so by chance
		}
		m := BandMeeting{Seam: seam.ID, Label: a.Name + " to " + b.Name}
		m.compare(onA, onB, lengthA)
		if m.Bands == 0 {
			continue
		}
		switch far := slices.Concat(onA, onB); { // a piece that lies anywhere has them by chance
		case m.Step <= bandsMeet:
		case !held(a):
			m.Without, m.Piece, m.Edge = a.Name, a.ID, beside(a, seam.A.Edge, far, lengthA, false)
		case !held(b):
			m.Without, m.Piece, m.Edge = b.Name, b.ID, beside(b, seam.B.Edge, far, lengthA, round)
		}
		if m.Edge == "" {
			m.Piece = ""
		}
		out = append(out, m)
	}
	return out
}

// bandsAlong are, for each copy that is laid, how far along a sewing line the bands cross it, from its start or, turned round, from its
// end, mm; and how long the line is.
func bandsAlong(f cloth.Fabric, sheets []Sheet, p *pattern.Piece, edge string, round bool) (out [][]float64, length float64, ok bool) {
	e, ok := p.Edge(edge)
	if !ok {
		return nil, 0, false
	}
	length = e.Length()
	line := make([]plane.Point, len(e.Line))
	for _, sheet := range sheets {
		heights := BandHeights(f, sheet.Job.Cloth)
		for _, at := range sheet.Result.Placements {
			if at.ID != p.ID {
				continue
			}
			for i, q := range e.Line {
				q = OnCloth(q)
				if at.Mirrored {
					q.Y = -q.Y
				}
				line[i] = q
			}
			var on []float64
			along := 0.0
			laid := plane.Moved(plane.Turned(line, at.Turn), plane.Pt(at.X, at.Y))
			for i := 1; i < len(laid); i++ {
				from, to := laid[i-1], laid[i]
				for _, y := range heights {
					if (from.Y < y) != (to.Y < y) {
						on = append(on, along+from.To(to)*(y-from.Y)/(to.Y-from.Y))
					}
				}
				along += from.To(to)
			}
			if round {
				for i := range on {
					on[i] = length - on[i]
				}
			}
			slices.Sort(on)
			out = append(out, on)
		}
	}
	return out, length, true
}

// beside is the edge of a piece that goes on from the end of a seam's edge which the bands lie near: what could be laid on a selvedge.
func beside(p *pattern.Piece, edge string, bands [][]float64, length float64, round bool) string {
	i := slices.IndexFunc(p.Edges, func(e pattern.Edge) bool { return e.ID == edge })
	sum, count := 0.0, 0
	for _, on := range bands {
		for _, at := range on {
			sum, count = sum+at, count+1
		}
	}
	if i < 0 || count == 0 {
		return ""
	}
	n := len(p.Edges)
	next := p.Edges[(i+1)%n].ID
	if start := sum/float64(count) < length/2; start != round {
		next = p.Edges[(i+n-1)%n].ID
	}
	if !slices.ContainsFunc(Bindable(p), func(e pattern.Edge) bool { return e.ID == next }) {
		return ""
	}
	return next
}
