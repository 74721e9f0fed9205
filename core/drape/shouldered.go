package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// breadth is a piece that hangs from the shoulders or is let in between such: what of it lies below the armholes.
type breadth struct {
	p           *pattern.Piece
	left, right upright
	lower       []plane.Point // from left to right
	whole       bool          // it goes up to the shoulder
}

// upright is a side of a breadth, from the top down, with the edge that comes to the hem.
type upright struct {
	line []plane.Point
	edge *pattern.Edge
}

// shouldered is a garment that hangs from the shoulders in one length, as a strip from below the armholes on, and how far below the waist
// that begins; false for one that does not.
func shouldered(d *draft.Draft) (Strip, float64, bool) {
	hang := d.Wear.Hang
	if len(hang) == 0 || hang[0].Drop > -60 || wraps(d) {
		return Strip{}, 0, false
	}
	cut := math.Inf(-1) // how high above the hem it is cut
	for i := range d.Pieces {
		if e := sleeved(d, &d.Pieces[i]); e != nil && hemOf(&d.Pieces[i]) >= 0 {
			cut = max(cut, min(e.Line[0].Y, e.Line[len(e.Line)-1].Y)-foot(&d.Pieces[i]))
		}
	}
	if math.IsInf(cut, -1) {
		return Strip{}, 0, false
	}
	cut = min(cut, hang[len(hang)-1].Drop-hang[0].Drop) // nor higher than it begins to hang
	all := map[string]*breadth{}
	var order []string
	for i := range d.Pieces {
		if b := breadthOf(&d.Pieces[i], cut); b != nil {
			all[b.p.ID] = b
			order = append(order, b.p.ID)
		}
	}
	var s Strip
	deepest := math.Inf(1)
	for _, id := range order { // the front's neck is lower than the back's (common practice, no source)
		b := all[id]
		for _, turned := range []bool{false, true} {
			front, back := b.sides(turned)
			if !b.whole || !middleSide(d, all, b, front) || back.edge == nil {
				continue
			}
			if y := b.neck(turned); y < deepest {
				if panels := walked(d, all, b, turned); len(panels) > 1 {
					deepest, s = y, Strip{Panels: panels}
				}
			}
		}
	}
	return s, hang[len(hang)-1].Drop - cut, len(s.Panels) > 1
}

// sleeved is the edge of a piece that a sleeve is set into, the lowest; nil for none. A sleeve is sewn to itself along its length.
func sleeved(d *draft.Draft, p *pattern.Piece) (low *pattern.Edge) {
	if p.Hidden || p.Of != "" {
		return nil
	}
	tubes := map[string]bool{}
	for _, s := range d.Seams {
		if s.A.Piece == s.B.Piece && s.A.Edge != s.B.Edge {
			tubes[s.A.Piece] = true
		}
	}
	at := func(e *pattern.Edge) float64 { return min(e.Line[0].Y, e.Line[len(e.Line)-1].Y) }
	for _, s := range d.Seams {
		for _, way := range [2][2]pattern.Side{{s.A, s.B}, {s.B, s.A}} {
			if way[0].Piece != p.ID || way[1].Piece == p.ID || !tubes[way[1].Piece] {
				continue
			}
			if e, ok := p.Edge(way[0].Edge); ok && (low == nil || at(e) < at(low)) {
				low = e
			}
		}
	}
	return low
}

// hemOf is the first of a piece's edges that lie along its foot; −1 for a piece without.
func hemOf(p *pattern.Piece) int {
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].Kind == pattern.Hem && p.Edges[(i+n-1)%n].Kind != pattern.Hem && level(&p.Edges[i]) {
			return i
		}
	}
	return -1
}

// level tells whether an edge runs more across than down.
func level(e *pattern.Edge) bool {
	a, b := e.Line[0], e.Line[len(e.Line)-1]
	return math.Abs(b.X-a.X) > math.Abs(b.Y-a.Y)
}

// foot is how high the lower edge of a piece lies on its drawing, on the mean of its ends.
func foot(p *pattern.Piece) float64 {
	e := &p.Edges[hemOf(p)]
	return (e.Line[0].Y + e.Line[len(e.Line)-1].Y) / 2
}

// breadthOf is what of a piece lies below a height above its foot; nil for one without a lower edge.
func breadthOf(p *pattern.Piece, cut float64) *breadth {
	from := hemOf(p)
	if p.Hidden || p.Of != "" || from < 0 {
		return nil
	}
	n := len(p.Edges)
	y := foot(p) + cut
	b := &breadth{p: p}
	to := from
	for p.Edges[to].Kind == pattern.Hem {
		b.lower = append(b.lower, p.Edges[to].Line...)
		to = (to + 1) % n
		if to == from {
			return nil
		}
	}
	b.lower = plane.Join(b.lower)
	if b.lower[0].X > b.lower[len(b.lower)-1].X {
		return nil
	}
	up := func(i, step int) (u upright) {
		u.edge = &p.Edges[i]
		for ; ; i = (i + step + n) % n {
			line := p.Edges[i].Line
			if step < 0 {
				line = plane.Reversed(line)
			}
			for k, q := range line {
				if m := len(u.line); m > 0 {
					last := u.line[m-1]
					if q.Y < last.Y-0.5 || k > 0 && level(&p.Edges[i]) && q.Y-last.Y < 0.2*math.Abs(q.X-last.X) {
						return u // it has come to its top
					}
					if q.Y >= y {
						if q.Y > last.Y {
							u.line = append(u.line, last.Toward(q, (y-last.Y)/(q.Y-last.Y)))
						}
						return u
					}
				}
				u.line = append(u.line, q)
			}
		}
	}
	b.right, b.left = up(to, 1), up((from-1+n)%n, -1)
	box := plane.BoxOf(b.lower)
	line, _ := p.Outline()
	b.whole = plane.BoxOf(line).Max.Y > y+60
	for _, u := range []*upright{&b.left, &b.right} {
		u.line = plane.Join(u.line)
		if top := u.line[len(u.line)-1]; top.Y < y-1 { // it begins further down: no wider than nothing above
			u.line = append(u.line, plane.Pt(top.X, y))
		}
		if len(u.line) < 2 || plane.Length(u.line) < 0.5*cut || box.Width() < 5 {
			return nil
		}
		u.line = plane.Reversed(u.line)
	}
	return b
}

// sides are the side that a breadth is entered by and the one it is left by.
func (b *breadth) sides(turned bool) (front, back *upright) {
	if turned {
		return &b.right, &b.left
	}
	return &b.left, &b.right
}

// neck is how high a breadth goes above its foot beside the middle of the figure.
func (b *breadth) neck(turned bool) float64 {
	front, back := b.sides(turned)
	x := front.line[len(front.line)-1].X
	x += math.Copysign(4, back.line[len(back.line)-1].X-x)
	line, _ := b.p.Outline()
	top := math.Inf(-1)
	for _, s := range plane.Spans(line, plane.Pt(x, 0), plane.Pt(0, 1)) {
		top = max(top, s[1])
	}
	return top - foot(b.p)
}

// matesOf are the pieces and edges that a side of a breadth is sewn to at its foot.
func matesOf(d *draft.Draft, b *breadth, u *upright) (out []pattern.Side) {
	for _, s := range d.Seams {
		for _, way := range [2][2]pattern.Side{{s.A, s.B}, {s.B, s.A}} {
			if way[0].Piece == b.p.ID && way[0].Edge == u.edge.ID {
				out = append(out, way[1])
			}
		}
	}
	return out
}

// halved tells whether a breadth is let in on both sides into one edge: half of it belongs to each half of the garment.
func halved(mates []pattern.Side) bool {
	return len(mates) > 1 && mates[0].Piece == mates[1].Piece && mates[0].Edge != mates[1].Edge
}

// middleSide tells whether a side of a breadth lies at the middle of the figure: on the fold, open, sewn to its mirror image, or
// with half a breadth there.
func middleSide(d *draft.Draft, all map[string]*breadth, b *breadth, u *upright) bool {
	mates := matesOf(d, b, u)
	if len(mates) == 0 || mates[0].Piece == b.p.ID {
		return true
	}
	return halved(mates) && all[mates[0].Piece] != nil
}

// panel is a breadth as it hangs, entered by the side nearer the front.
func (b *breadth) panel(turned bool) Panel {
	front, back := b.sides(turned)
	lower := b.lower
	if turned {
		lower = plane.Reversed(lower)
	}
	p := Panel{Piece: b.p.ID, Upper: []plane.Point{front.line[0], back.line[0]}, Lower: lower, Front: front.line, Back: back.line}
	p.Taken, p.shoulder = []Taken{{plane.Length(p.Upper), Shared}}, b.whole
	return p
}

// halves lets what lies before the side go half way round, and what lies behind it as well, whatever each has of cloth: but for what is
// let in between them.
func (s *Strip) halves(round float64) {
	between, count := 0.0, 0
	for _, p := range s.Panels {
		if p.shoulder {
			count++
		} else {
			between += plane.Length(p.Upper)
		}
	}
	if count != 2 || between > round/2 {
		return
	}
	for i := range s.Panels {
		p := &s.Panels[i]
		own := plane.Length(p.Upper)
		p.Taken = []Taken{{own, own}}
		if p.shoulder {
			p.Taken[0].On = (round - between) / 2
		}
	}
}

// half is the half of a breadth on one side of its middle: the back one as it is entered from the middle, or the front one.
func (b *breadth) half(second bool) Panel {
	p := b.panel(false)
	top, bottom := plane.Length(p.Upper), plane.Length(p.Lower)
	up, _ := plane.Along(p.Upper, top/2)
	down, _ := plane.Along(p.Lower, bottom/2)
	middle := []plane.Point{up, down}
	if second {
		p.Upper, p.Lower, p.Front = plane.Part(p.Upper, top/2, top), plane.Part(p.Lower, bottom/2, bottom), middle
	} else {
		p.Upper, p.Lower, p.Back = plane.Part(p.Upper, 0, top/2), plane.Part(p.Lower, 0, bottom/2), middle
	}
	if top < 1 {
		p.Upper = []plane.Point{up, up}
	}
	p.Taken = []Taken{{top / 2, Shared}}
	return p
}

// walked are the panels from a breadth at the centre front to the centre back; nil where the way does not come there.
func walked(d *draft.Draft, all map[string]*breadth, at *breadth, turned bool) (out []Panel) {
	is := func(b *breadth, u *upright) SideIs {
		switch {
		case u.edge.ID == b.p.Fold:
			return Folded
		case len(matesOf(d, b, u)) == 0:
			return Open
		}
		return Sewn
	}
	front, _ := at.sides(turned)
	if mates := matesOf(d, at, front); halved(mates) {
		out = append(out, all[mates[0].Piece].half(true))
		out[0].FrontIs = Folded
	}
	for range len(all) + 1 {
		p := at.panel(turned)
		front, back := at.sides(turned)
		p.FrontIs, p.BackIs = is(at, front), is(at, back)
		out = append(out, p)
		if middleSide(d, all, at, back) && len(out) > 1 {
			if mates := matesOf(d, at, back); halved(mates) {
				last := all[mates[0].Piece].half(false)
				last.BackIs = Folded
				out = append(out, last)
			}
			return out
		}
		var next *breadth
		for _, m := range matesOf(d, at, back) {
			if b := all[m.Piece]; b != nil && b != at {
				next, turned = b, b.right.edge.ID == m.Edge
				break
			}
		}
		if next == nil {
			return nil
		}
		at = next
	}
	return nil
}

// ShoulderNeck is the neckline of a garment that hangs from the shoulders in one length, before and behind, as it lies on its surface,
// each from the middle outward; nil for one whose neckline is drawn, gathered or not there.
func ShoulderNeck(d *draft.Draft, surface figure.Surface) (out [][]Point) {
	s, _, ok := shouldered(d)
	if !ok || len(d.Drawn) > 0 || len(surface) < 2 {
		return nil
	}
	f := Fitted{halves: halvesOf(surface)}
	hem := d.Wear.Hang[len(d.Wear.Hang)-1].Drop
	for k, p := range s.Panels {
		for i := range d.Pieces {
			piece := &d.Pieces[i]
			if piece.ID != p.Piece {
				continue
			}
			b := breadthOf(piece, p.Front[0].Y-foot(piece))
			if b == nil || !b.whole {
				break
			}
			middle := p.Front[len(p.Front)-1].X // of the figure on the piece
			if k > len(s.Panels)/2 {
				middle = p.Back[len(p.Back)-1].X
			}
			var line []Point
			edge := openNeck(d, piece)
			if len(edge) < 2 {
				break
			}
			const places = 24
			for i := range places {
				q, _ := plane.Along(edge, plane.Length(edge)*float64(i)/(places-1))
				drop := max(hem-(q.Y-foot(piece)), surface[0].Drop+1)
				line = append(line, f.beside(drop, math.Abs(q.X-middle), k > len(s.Panels)/2))
			}
			if len(line) > 2 {
				out = append(out, line)
			}
		}
	}
	return out
}

// openNeck is the edge of a piece that joins its highest place to the middle: what is sewn to nothing above, or bound.
func openNeck(d *draft.Draft, p *pattern.Piece) []plane.Point {
	for i := range p.Edges {
		e := &p.Edges[i]
		low := min(e.Line[0].Y, e.Line[len(e.Line)-1].Y)
		if e.ID == p.Fold || low < foot(p)+100 || !level(e) && e.Turns() == 0 {
			continue
		}
		sewn := false
		for _, s := range d.Seams {
			for _, side := range []pattern.Side{s.A, s.B} {
				sewn = sewn || side.Piece == p.ID && side.Edge == e.ID
			}
		}
		if !sewn {
			return e.Line
		}
	}
	return nil
}

// beside is the place on the surface at a drop so far from the middle, before or behind.
func (f *Fitted) beside(drop, x float64, behind bool) Point {
	long := f.ringLong(drop)
	const steps = 120
	last := f.place(drop, 0)
	if behind {
		last = f.place(drop, long)
	}
	for k := 1; k <= steps; k++ {
		run := long / 2 * float64(k) / steps
		if behind {
			run = long - run
		}
		p := f.place(drop, run)
		if p.X >= x {
			return p
		}
		if p.X < last.X {
			break
		}
		last = p
	}
	last.X = max(last.X, min(x, last.X+30))
	return last
}
