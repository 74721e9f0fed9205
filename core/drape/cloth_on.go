package drape

import (
	"cmp"
	"math"
	"slices"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Cut is a place of a piece of cloth; Piece is "" where it is of none.
type Cut struct {
	Piece string
	At    plane.Point
}

// Columned are every by-th of a sheet's columns as far as it is cloth, and two at each seam, with what of which piece lies there: row by
// row, and how many a row has.
func (s *Sheet) Columned(by int) (columns int, on []Point, cuts []Cut) {
	type column struct {
		at    float64 // in cells
		panel int     // whose edge it is, where it lies at a seam
	}
	var all []column
	last := s.Shown() - 1
	for c := 0; c <= last; c += by {
		at := s.at[c]
		panel := s.cells.panel[min(int(at), s.cells.n-1)]
		if n := len(all); n > 0 && panel != all[n-1].panel {
			for k := int(all[n-1].at) + 1; k <= int(at) && k < s.cells.n; k++ {
				if a, b := s.cells.panel[k-1], s.cells.panel[k]; a != b {
					all = append(all, column{float64(k), a}, column{float64(k), b})
				}
			}
		}
		all = append(all, column{at, panel})
	}
	for j := range s.Rows {
		for _, c := range all {
			i := min(max(searched(s.at, c.at)-1, 0), s.Columns-2)
			k := min(max((c.at-s.at[i])/max(s.at[i+1]-s.at[i], 1e-9), 0), 1)
			a, b := s.On[j*s.Columns+i], s.On[j*s.Columns+i+1]
			on = append(on, Point{X: a.X + (b.X-a.X)*k, Y: a.Y + (b.Y-a.Y)*k, Z: a.Z + (b.Z-a.Z)*k, In: a.In + (b.In-a.In)*k})
			cell := min(int(c.at), s.cells.n-1)
			for cell > 0 && s.cells.panel[cell] != c.panel {
				cell--
			}
			p := s.cells.left[j][cell].Toward(s.cells.right[j][cell], c.at-float64(cell))
			cuts = append(cuts, Cut{s.panels[c.panel].Piece, p})
		}
	}
	return len(all), on, cuts
}

// Around is a place on a ring of what is worn: which part of the way from the centre front to the centre back, and what lies there.
type Around struct {
	Share float64
	Cut
}

// span is a piece on its way down the figure: from where to where of the way round it lies at one of its levels.
type span struct {
	drop, from, to float64
	l              *laid
}

// Cloth tells of a fitted garment what of which piece lies where round the figure, by the drop: as many places at each, and two at each
// seam.
type Cloth struct {
	pieces []clothed
}

type clothed struct {
	id    string
	spans []span // from the top down
	above float64
	below float64
	mid   float64
}

// Cloth is what is known of a garment's pieces round the figure.
func (f *Fitted) Cloth() *Cloth {
	byPiece := map[string]*clothed{}
	var order []string
	for i := range f.levels {
		r := &f.levels[i]
		long := max(f.ringLong(r.drop), 1)
		for k := range r.laid {
			l := &r.laid[k]
			c := byPiece[l.piece]
			if c == nil {
				c = &clothed{id: l.piece}
				byPiece[l.piece] = c
				order = append(order, l.piece)
			}
			a, b := f.on(r, l, 0)/long, f.on(r, l, l.places[len(l.places)-1].along)/long
			c.spans = append(c.spans, span{r.drop, min(a, b), max(a, b), l})
		}
	}
	out := &Cloth{}
	for _, id := range order {
		c := byPiece[id]
		slices.SortStableFunc(c.spans, func(a, b span) int { return cmp.Compare(a.drop, b.drop) })
		for _, s := range c.spans {
			c.mid += (s.from + s.to) / 2 / float64(len(c.spans))
		}
		c.reach(f.draft.Pieces)
		out.pieces = append(out.pieces, *c)
	}
	slices.SortStableFunc(out.pieces, func(a, b clothed) int { return cmp.Compare(a.mid, b.mid) })
	return out
}

// reach finds how far above its first level and below its last a piece goes.
func (c *clothed) reach(pieces []pattern.Piece) {
	for i := range pieces {
		if pieces[i].ID != c.id {
			continue
		}
		line, _ := pieces[i].Outline()
		b := plane.BoxOf(line)
		first, last := c.spans[0], c.spans[len(c.spans)-1]
		c.above = first.drop - max(b.Max.Y-first.l.path[0].Y, 0)
		c.below = last.drop + max(last.l.path[0].Y-b.Min.Y, 0)
	}
}

// at is where a piece lies round a drop, and whether it is there at all.
func (c *clothed) at(drop float64) (from, to float64, a, b span, k float64, ok bool) {
	n := len(c.spans)
	i := 0
	for i < n-1 && c.spans[i+1].drop <= drop {
		i++
	}
	a = c.spans[i]
	b = a
	if i+1 < n && drop > a.drop {
		b = c.spans[i+1]
		k = (drop - a.drop) / max(b.drop-a.drop, 1e-9)
	}
	return a.from + (b.from-a.from)*k, a.to + (b.to-a.to)*k, a, b, k, drop >= c.above && drop <= c.below
}

// each is in how many steps a piece is looked at from one side to the other.
const each = 6

// Columns is how many places it tells of at each drop.
func (c *Cloth) Columns() int { return len(c.pieces) * (each + 1) }

// At are the places at a drop, from the centre front to the centre back.
func (c *Cloth) At(drop float64) []Around {
	out := make([]Around, 0, c.Columns())
	last := 0.0
	for i := range c.pieces {
		p := &c.pieces[i]
		from, to, a, b, k, ok := p.at(drop)
		if !ok { // it has ended, or has not begun: no wider than nothing
			from, to = last, last
		}
		from = min(max(from, last), 1)
		to = min(max(to, from), 1)
		if i == len(c.pieces)-1 && ok && to > 0.97 {
			to = 1
		}
		for e := range each + 1 {
			t := float64(e) / each
			q := a.l.cloth(t).Toward(b.l.cloth(t), k)
			if drop < a.drop {
				q.Y += a.drop - drop
			} else if a.drop == b.drop && drop > a.drop {
				q.Y -= drop - a.drop
			}
			out = append(out, Around{from + (to-from)*t, Cut{p.id, q}})
		}
		last = to
	}
	return out
}

// cloth is the place of a path so far along what of it is sewn, 0 to 1, from the side nearer the centre front.
func (l *laid) cloth(t float64) plane.Point {
	want := t * l.long()
	i, _ := slices.BinarySearchFunc(l.places, want, func(s shut, x float64) int { return cmp.Compare(s.sewn, x) })
	i = min(max(i, 1), len(l.places)-1)
	a, b := l.places[i-1], l.places[i]
	along := a.along + (b.along-a.along)*min(max((want-a.sewn)/max(b.sewn-a.sewn, 1e-9), 0), 1)
	q, _ := plane.Along(l.path, math.Max(along, 0))
	return q
}
