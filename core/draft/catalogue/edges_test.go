package catalogue

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// corner is the angle inside a piece where one edge gives way to the next, in
// degrees, as they set out from it.
func corner(a, b []plane.Point) float64 {
	la := plane.Length(a)
	p, _ := plane.Along(a, la-0.3)
	q, _ := plane.Along(b, 0.3)
	at := a[len(a)-1]
	u, v := p.Sub(at), q.Sub(at)
	angle := math.Atan2(v.Cross(u), v.Dot(u)) * 180 / math.Pi
	if angle < 0 {
		angle += 360
	}
	return angle
}

// kinks lists the places where an edge does not run on over a seam or a fold,
// with how far it is off, in degrees.
func kinks(d draft.Draft) map[string]float64 {
	sewn := map[string]string{} // what an edge is sewn to
	for _, s := range d.Seams {
		sewn[s.A.Piece+" "+s.A.Edge] = s.B.Piece
		sewn[s.B.Piece+" "+s.B.Edge] = s.A.Piece
	}
	find := func(s pattern.Side) (*pattern.Piece, int) {
		for i := range d.Pieces {
			for k := range d.Pieces[i].Edges {
				if d.Pieces[i].ID == s.Piece && d.Pieces[i].Edges[k].ID == s.Edge {
					return &d.Pieces[i], k
				}
			}
		}
		return nil, 0
	}
	out := map[string]float64{}
	for _, s := range d.Seams {
		a, i := find(s.A)
		b, k := find(s.B)
		if a == nil || b == nil || s.Absorbed == pattern.Gathers || s.Absorbed == pattern.Pleats {
			continue
		}
		if a == b && i == k {
			continue // one copy on another, edge on edge
		}
		n, m := len(a.Edges), len(b.Edges)
		look := func(where string, pa *pattern.Edge, fa *pattern.Edge, pb *pattern.Edge, fb *pattern.Edge, ea, eb *pattern.Edge) {
			if ea.Corner || eb.Corner || ea.ID == a.Fold || eb.ID == b.Fold || sewn[a.ID+" "+ea.ID] != sewn[b.ID+" "+eb.ID] {
				return
			}
			if to := sewn[a.ID+" "+ea.ID]; to != "" {
				// Sewn to a third piece: they run on only where its edge does.
				if to == a.ID || to == b.ID || !straightOn(d, a.ID, ea.ID, b.ID, eb.ID) {
					return
				}
			}
			off := corner(pa.Line, fa.Line) + corner(pb.Line, fb.Line) - 180
			if math.Abs(off) > 3 {
				out[fmt.Sprintf("%s, %s: %s of %s to %s of %s", s.ID, where, ea.ID, a.ID, eb.ID, b.ID)] = off
			}
		}
		A, B := &a.Edges[i], &b.Edges[k]
		beforeA, afterA, beforeB, afterB := &a.Edges[(i+n-1)%n], &a.Edges[(i+1)%n], &b.Edges[(k+m-1)%m], &b.Edges[(k+1)%m]
		// Hem meets hem and top meets top, by their names; where names do not tell, neighbours run opposite ways.
		tells := func(x, y *pattern.Edge) bool { return x.ID == y.ID && x.ID != "left" && x.ID != "right" }
		alike := tells(beforeA, beforeB) || tells(afterA, afterB)
		if opposite := tells(beforeA, afterB) || tells(afterA, beforeB); alike != opposite && alike != s.Alike(d.Pieces, d.Seams) {
			out[fmt.Sprintf("%s: %s of %s and %s of %s are told to run the wrong way (%s %s, %s %s)", s.ID, A.ID, a.ID, B.ID, b.ID, beforeA.ID, afterA.ID, beforeB.ID, afterB.ID)] = 180
		}
		if alike {
			look("start", beforeA, A, beforeB, B, beforeA, beforeB)
			look("end", A, afterA, B, afterB, afterA, afterB)
		} else {
			look("start", beforeA, A, B, afterB, beforeA, afterB)
			look("end", A, afterA, beforeB, B, afterA, beforeB)
		}
	}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		for k := range p.Edges {
			n := len(p.Edges)
			if p.Edges[k].ID != p.Fold {
				continue
			}
			for _, off := range []float64{corner(p.Edges[(k+n-1)%n].Line, p.Edges[k].Line) - 90, corner(p.Edges[k].Line, p.Edges[(k+1)%n].Line) - 90} {
				if math.Abs(off) > 3 {
					out[p.ID+" at its fold"] = off
				}
			}
		}
	}
	return out
}

// straightOn tells whether what two edges are sewn to is one line: the same
// piece, edge after edge without a corner.
func straightOn(d draft.Draft, pieceA, edgeA, pieceB, edgeB string) bool {
	partner := func(piece, edge string) (out []pattern.Side) {
		for _, s := range d.Seams {
			if s.A.Piece == piece && s.A.Edge == edge {
				out = append(out, s.B)
			}
			if s.B.Piece == piece && s.B.Edge == edge {
				out = append(out, s.A)
			}
		}
		return out
	}
	for _, x := range partner(pieceA, edgeA) {
		for _, y := range partner(pieceB, edgeB) {
			for i := range d.Pieces {
				p := &d.Pieces[i]
				for k := range p.Edges {
					e, next := &p.Edges[k], &p.Edges[(k+1)%len(p.Edges)]
					if p.ID == x.Piece && p.ID == y.Piece && (e.ID == x.Edge && next.ID == y.Edge || e.ID == y.Edge && next.ID == x.Edge) {
						return math.Abs(corner(e.Line, next.Line)-180) < 10
					}
				}
			}
		}
	}
	return false
}

// Every finished edge runs on over every seam it crosses.
func TestEdgesRunOn(t *testing.T) {
	bad := map[string]float64{}
	for name, bare := range map[string]figure.Figure{"average": average(t, nil), "large": average(t, map[string]float64{"bust_girth": 1260, "waist_girth": 1080, "hip_girth": 1300}),
		"pear": average(t, map[string]float64{"bust_girth": 860, "waist_girth": 660, "hip_girth": 1120})} {
		for state, on := range states(t, bare) {
			for _, g := range some(t) {
				if f := g.About().Family; f != "skirt" && f != "support" && state != "bare" && state != "laced" {
					continue
				}
				if g.About().Kind == "hoop-skirt" && state != "bare" && state != "laced" {
					continue // nobody wears hoops over another support
				}
				v, _ := draft.Settle(g, on, nil)
				d, err := draft.Make(g, on, v, g.About().Usual)
				if err != nil {
					continue
				}
				for where, off := range kinks(d) {
					bad[fmt.Sprintf("%s, %s, %s, %s", g.About().Kind, name, state, where)] = math.Round(off*10) / 10
				}
			}
		}
	}
	for where, off := range bad {
		t.Errorf("%s: %.1f°", where, off)
	}
}
