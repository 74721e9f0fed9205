package bodice

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"sync"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
)

// named is a panel and what its piece is called.
type named struct {
	id, name string
	panel    surface.Panel
	right    string // the upright it ends at, away from the centre front
	from, to int    // the stretches of the upper edge that it runs along
}

// add unrolls panels and cuts their pieces, side by side, and adds them in order.
func (h *half) add(panels ...named) error {
	flats, pieces := make([]*surface.Flat, len(panels)), make([]pattern.Piece, len(panels))
	unlaid, uncut := make([]error, len(panels)), make([]error, len(panels))
	var all sync.WaitGroup
	for i, p := range panels {
		p.panel.Like = h.ask.flats[p.id]
		all.Go(func() {
			if flats[i], unlaid[i] = h.form.Unroll(p.panel); unlaid[i] == nil {
				pieces[i], uncut[i] = h.piece(p, flats[i])
			}
		})
	}
	all.Wait()
	h.ask.flats = map[string]*surface.Flat{}
	for i, p := range panels {
		h.ask.flats[p.id] = flats[i]
		if unlaid[i] != nil {
			return fmt.Errorf("the %s can’t be laid out on this body: %w; another cut suits it, or less extreme neckline and armhole",
				strings.ToLower(p.name), unlaid[i])
		}
		if uncut[i] != nil {
			return uncut[i]
		}
		h.draw(p.panel)
		h.panels = append(h.panels, laid{p.id, flats[i], p.from, p.to})
		h.Pieces = append(h.Pieces, pieces[i])
	}
	return nil
}

// piece is the piece of an unrolled panel. It changes nothing of the garment: pieces are cut side by side.
func (h *half) piece(n named, flat *surface.Flat) (pattern.Piece, error) {
	id, name, p := n.id, n.name, n.panel
	var err error
	h.grain(p, flat)
	piece := flat.Piece(id, name, tipBefore)
	for i := range piece.Edges { // upright seams end in a corner at whatever crosses them
		e := &piece.Edges[i]
		e.Corner = e.ID != "hem" && e.ID != "top" && e.ID != "neck" && e.ID != "neck-side" && e.ID != "scye" && e.ID != "scye-back" &&
			e.ID != "shoulder"
	}
	if e, ok := piece.Edge(p.Fold); ok { // a fold is straight and upright
		x := e.Line[0].X
		for i := range e.Line {
			e.Line[i].X = x
		}
		straightened(&piece, p.Fold)
		piece.Fold = p.Fold
		piece.Mirrored = false
		piece.Cut = 1
	}
	// An opening's edge is a fair line: nothing is sewn to it, stitch by stitch.
	for _, id := range []string{"centre-front", "centre-back"} {
		if e, ok := piece.Edge(id); ok && id != p.Fold && id == h.opens {
			e.Line = fairThrough(e.Line, 6)
		}
	}
	fairRim(&piece, flat)
	// Neckline and armhole run on over the shoulder, and level over the centres.
	for _, q := range []struct {
		edge   string
		start  bool
		beside string
		over   float64
	}{{"neck", true, "shoulder", 60}, {"neck", false, "shoulder", 45}, {"neck-side", true, "shoulder", 60},
		{"neck", false, "centre-front", 30}, {"neck", true, "centre-back", 25}, {"hem", true, "centre-front", 25},
		{"hem", false, "centre-back", 25},
		{"top", false, "centre-front", 25}, {"scye", false, "shoulder", 50}, {"scye-back", true, "shoulder", 50}} {
		if q.beside == "centre-front" && h.vee || q.edge == "neck" && q.beside == "shoulder" && h.wide {
			continue
		}
		if (q.edge == "hem" || q.edge == "top") && q.beside != p.Fold {
			continue
		}
		if q.beside == "shoulder" && h.setBack > 0 && strings.HasPrefix(q.edge, "scye") {
			continue // a seam that lies behind the ridge meets the armhole at a slant, which runs on over it all the same
		}
		if meets(&piece, q.edge, q.beside, q.start) {
			if piece, err = piece.Squared(q.edge, q.start, q.over); err != nil {
				return piece, err
			}
		}
	}
	withinFold(&piece)
	h.levels(&piece, flat)
	heights := h.heights()
	outline, _ := piece.Outline()
	for i, line := range flat.Levels(heights) {
		if line != nil {
			if e, ok := piece.Edge(h.opens); ok && h.opens != p.Fold { // the edge was made fair: it is closed there
				line = endingOn(line, outline, e.Line)
			}
			piece.Levels = append(piece.Levels, pattern.Level{Drop: -heights[i], Path: line})
		}
	}
	h.rowsAcross(&piece, n, flat)
	if err := piece.Fault(); err != nil {
		return piece, fmt.Errorf("%w: neckline, armhole and seams lie too near each other, or its darts open too far for its size", err)
	}
	return piece, nil
}

// rimWave is the shortest wave that an armhole keeps, mm (from memory): an armhole is one sweep from the shoulder to the side.
const rimWave = 110.0

// fairRim draws what of the armhole lies on a piece as one fair line: unrolled, it follows the mesh, and bends over the end of
// the shoulder as the body does.
func fairRim(p *pattern.Piece, flat *surface.Flat) {
	n := len(p.Edges)
	rim := func(i int) bool {
		e := flat.Edges[i%n]
		return (e.ID == "scye" || e.ID == "scye-back") && len(e.Parts) == 1
	}
	for i := range n {
		if !rim(i) || rim(i+n-1) {
			continue
		}
		line := p.Edges[i].Line
		two := rim(i + 1)
		if two {
			line = plane.Join(line, p.Edges[(i+1)%n].Line)
		}
		fair := plane.Faired(line, rimWave)
		if !two {
			p.Edges[i].Line = fair
			continue
		}
		at, long := p.Edges[i].Length()/plane.Length(line)*plane.Length(fair), plane.Length(fair)
		p.Edges[i].Line, p.Edges[(i+1)%n].Line = plane.Part(fair, 0, at), plane.Part(fair, at, long)
	}
}

// endingOn is a level line without what of its ends lies beyond an edge of the outline.
func endingOn(line, outline, edge []plane.Point) []plane.Point {
	const beyond, step = 6.0, 0.1
	for range 2 {
		if _, off := placeOn(edge, line[0]); off < beyond && !plane.Inside(outline, line[0]) {
			for at := step; at < beyond; at += step {
				if q, _ := plane.Along(line, at); plane.Inside(outline, q) {
					line = plane.Part(line, at, plane.Length(line))
					break
				}
			}
		}
		line = plane.Reversed(line)
	}
	return line
}

// pointedFrom is by how much both armholes' corners at the side seam may differ from a straight line together before they are
// drawn anew beside it, radians (from memory): a front without a dart beside the bust, held to its width below the arm, would
// end in a point there. What is less is shared out between the two as it is everywhere.
const pointedFrom = 0.45

// rimAtSides draws the armhole anew beside a side seam that it would meet in a point.
func (h *half) rimAtSides() error {
	for _, s := range h.Seams {
		if s.ID != "side" {
			continue
		}
		type rim struct {
			piece int
			edge  string
			start bool
		}
		var rims []rim
		corners := -math.Pi
		for _, side := range []pattern.Side{s.A, s.B} {
			i := h.index(side.Piece)
			for _, edge := range []string{"scye", "scye-back"} {
				for _, start := range []bool{true, false} {
					if meets(&h.Pieces[i], edge, side.Edge, start) {
						rims = append(rims, rim{i, edge, start})
						corners += corner(&h.Pieces[i], edge, start)
					}
				}
			}
		}
		if len(rims) != 2 || math.Abs(corners) < pointedFrom {
			continue
		}
		for _, r := range rims {
			var err error
			if h.Pieces[r.piece], err = h.Pieces[r.piece].Squared(r.edge, r.start, 50); err != nil {
				return err
			}
		}
	}
	return nil
}

// corner is the angle inside a piece between an edge and its neighbour, at its start or at its end, radians.
func corner(p *pattern.Piece, edge string, start bool) float64 {
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].ID != edge {
			continue
		}
		line, beside := p.Edges[i].Line, p.Edges[(i+1)%n].Line
		if start {
			line, beside = plane.Reversed(line), plane.Reversed(p.Edges[(i+n-1)%n].Line)
		}
		const near = 4.0
		end, _ := plane.Along(line, plane.Length(line)-near)
		out, _ := plane.Along(beside, near)
		u, v := end.Sub(beside[0]), out.Sub(beside[0])
		return math.Abs(math.Atan2(u.Cross(v), u.Dot(v)))
	}
	return math.Pi / 2
}

// withinFold drops what of the other edges lies on or beyond the fold, but for their ends: a hair
// of it may be left where the unrolled edge was made straight.
func withinFold(p *pattern.Piece) {
	fold, ok := p.Edge(p.Fold)
	if !ok {
		return
	}
	line, _ := p.Outline()
	x, left := fold.Line[0].X, plane.BoxOf(line).Centre().X < fold.Line[0].X
	const hair = 0.02
	for i := range p.Edges {
		e := &p.Edges[i]
		if e.ID == p.Fold {
			continue
		}
		kept := e.Line[:1:1]
		for k := 1; k < len(e.Line)-1; k++ {
			if q := e.Line[k]; left && q.X < x-hair || !left && q.X > x+hair {
				kept = append(kept, q)
			}
		}
		e.Line = append(kept, e.Line[len(e.Line)-1])
	}
}

// grain turns a piece so that the lengthwise grain runs up it: along the centre front above the
// waist where it opens there, else square to the waist.
func (h *half) grain(p surface.Panel, flat *surface.Flat) {
	if p.Fold != "" {
		return
	}
	for _, e := range flat.Edges {
		if e.ID == "centre-front" {
			line := plane.Join(e.Parts...) // from the neck down
			low, _ := plane.Along(line, plane.Length(line)*0.75)
			flat.Plumb(low, line[0])
			return
		}
	}
	if waist := flat.Across(max(0.3, h.hem(0.5)+0.3)); len(waist) > 1 && len(p.Darts) == 0 {
		a, b := waist[0], waist[len(waist)-1]
		flat.Plumb(a, a.Add(b.Sub(a).Left()))
	}
}

// meets tells whether an edge of a piece begins, or ends, at another.
func meets(p *pattern.Piece, id, beside string, start bool) bool {
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].ID == id {
			if start {
				return p.Edges[(i+n-1)%n].ID == beside
			}
			return p.Edges[(i+1)%n].ID == beside
		}
	}
	return false
}

// straightened lets the edges beside one begin and end where it does.
func straightened(p *pattern.Piece, id string) {
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].ID != id {
			continue
		}
		e, before, after := p.Edges[i].Line, p.Edges[(i+n-1)%n].Line, p.Edges[(i+1)%n].Line
		before[len(before)-1], after[0] = e[0], e[len(e)-1]
	}
}

// levels marks waist and bust line on a piece, and notches where they meet its seams.
func (h *half) levels(p *pattern.Piece, flat *surface.Flat) {
	for _, l := range []struct {
		kind pattern.MarkKind
		z    float64
	}{{pattern.WaistLine, 0}, {pattern.BustLine, h.bustLine() + 0.2}} {
		line := flat.Across(l.z)
		if len(line) < 2 {
			continue
		}
		p.Marks = append(p.Marks, pattern.Mark{Kind: l.kind, Path: line, Label: string(l.kind)})
		for _, end := range []plane.Point{line[0], line[len(line)-1]} {
			for _, e := range p.Edges {
				if e.ID == p.Fold || e.ID == "hem" {
					continue
				}
				if at, off := placeOn(e.Line, end); off < 0.5 && at > 15 && at < e.Length()-15 && !inMouth(p, e.ID, at) {
					p.Notches = append(p.Notches, pattern.Notch{Edge: e.ID, At: at, Label: string(l.kind)})
				}
			}
		}
	}
}

// inMouth tells whether a place on an edge lies where a dart is taken in.
func inMouth(p *pattern.Piece, edge string, at float64) bool {
	return slices.ContainsFunc(p.Mouths(edge), func(m pattern.Mouth) bool { return at > m.From-1 && at < m.To+1 })
}

// placeOn is how far along a line the point nearest to another lies, and how far off it is.
func placeOn(line []plane.Point, q plane.Point) (at, off float64) {
	off = math.Inf(1)
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		d := b.Sub(a)
		k := 0.0
		if l := d.Dot(d); l > 0 {
			k = min(max(q.Sub(a).Dot(d)/l, 0), 1)
		}
		if o := q.To(a.Add(d.Times(k))); o < off {
			off, at = o, run+k*a.To(b)
		}
		run += a.To(b)
	}
	return at, off
}
