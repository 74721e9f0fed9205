package making

import (
	"fmt"
	"slices"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
)

// facingWide is how wide facings are cut where there is room, and narrowestFacing the least
// that still lies flat, mm (common practice: 2 in; the least from memory).
const facingWide, narrowestFacing = 50.8, 18.0

// shortestFacing is how long what is faced must be for a piece of its own, mm.
const shortestFacing = 25.0

// Shaped gives a draft the facings of the edges that are to have a shaped facing, by what is
// chosen or usual for them: each derives from its piece, they are sewn to each other where
// their pieces are, and lie on the cloth like every other piece. Where a piece has no room for
// one, the draft says so and a strip is used.
func (g *Garment) Shaped(c Choices, m Maker) {
	shaped := func(p *pattern.Piece, e pattern.Edge) bool {
		if p.KindOf(e, g.Seams) != pattern.FacedOut {
			return false
		}
		r := Row{Key: "edge/" + p.ID + "/" + e.ID, Like: "like/" + string(pattern.FacedOut), Of: technique.Face}
		r.Situation = g.edgeSituation(p, e, m)
		pick(&r, e.Technique, c, m)
		return r.Technique.Stem() == "face-shaped"
	}
	var all []run
	for i := range g.Pieces {
		for _, edges := range runs(&g.Pieces[i], shaped) {
			all = append(all, run{i, edges, g.Pieces[i].Room(edges...)})
		}
	}
	agree(all, g)
	var facings []pattern.Piece
	for _, r := range all {
		p := &g.Pieces[r.piece]
		f, err := p.Facing(r.wide, r.edges...)
		if r.wide < narrowestFacing || err != nil {
			g.Remark(false, "No room for a shaped facing", fmt.Sprintf("%s, %s: there is less than %s beside it, or its curve is too "+
				"sharp. A strip faces it.", p.Name, r.edges[0], measure.Tell(narrowestFacing)))
			continue
		}
		facings = append(facings, f)
		for _, id := range r.edges {
			s := pattern.Seam{ID: f.ID + "-" + id, A: pattern.Side{Piece: f.ID, Edge: id}, B: pattern.Side{Piece: p.ID, Edge: id},
				Join: pattern.OwnFacing}
			own, _ := p.Edge(id)
			cut, _ := f.Edge(id)
			if s.Ease = own.Length() - cut.Length(); s.Ease > pattern.Slack { // the facing is cut with the darts closed
				s.Absorbed = pattern.Darts
			} else {
				s.Ease = 0
			}
			g.Seams = append(g.Seams, s)
		}
	}
	g.Seams = append(g.Seams, sewn(facings, g.Seams)...)
	g.Pieces = append(g.Pieces, facings...)
}

// run is what one facing faces: edges of a piece that follow on each other, and how wide it is.
type run struct {
	piece int
	edges []string
	wide  float64
}

// agree makes facings that will be one round as wide as the narrowest of them.
func agree(all []run, g *Garment) {
	for i := range all {
		all[i].wide = min(all[i].wide, facingWide)
	}
	for range all {
		for _, s := range g.Seams {
			for i, a := range all {
				for k, b := range all {
					if g.Pieces[a.piece].Beside(s.A, true, a.edges) && g.Pieces[b.piece].Beside(s.B, false, b.edges) ||
						g.Pieces[a.piece].Beside(s.A, false, a.edges) && g.Pieces[b.piece].Beside(s.B, true, b.edges) {
						wide := min(all[i].wide, all[k].wide)
						all[i].wide, all[k].wide = wide, wide
					}
				}
			}
		}
	}
}

// edgeSituation is where an edge of a piece is worked.
func (g Garment) edgeSituation(p *pattern.Piece, e pattern.Edge, m Maker) technique.Situation {
	s := g.situation(m)
	s.Turn = turned(e.Line)
	s.Seen = g.Seen && !p.Hidden
	s.Length = e.Length() * float64(worn(p))
	return s
}

// runs are the edges of a piece that one facing faces: neighbours together.
func runs(p *pattern.Piece, shaped func(*pattern.Piece, pattern.Edge) bool) [][]string {
	n := len(p.Edges)
	start := slices.IndexFunc(p.Edges, func(e pattern.Edge) bool { return !shaped(p, e) })
	if start < 0 {
		return nil // faced all round: a lining
	}
	var out [][]string
	var run []string
	long := 0.0
	for k := 1; k <= n; k++ {
		if e := p.Edges[(start+k)%n]; k < n && shaped(p, e) {
			run, long = append(run, e.ID), long+e.Length()
		} else {
			if long > shortestFacing {
				out = append(out, run)
			}
			run, long = nil, 0
		}
	}
	return out
}

// sewn are the seams between facings whose pieces are sewn together there: where one facing ends
// on a seam the other begins.
func sewn(facings []pattern.Piece, seams []pattern.Seam) []pattern.Seam {
	var out []pattern.Seam
	end := func(f pattern.Piece, s pattern.Side, first bool) bool {
		e := f.Edges[len(f.Edges)-1]
		if !first {
			e = f.Edges[len(f.Edges)-3]
		}
		return f.Of == s.Piece && e.ID == s.Edge
	}
	for _, s := range seams {
		if s.Join != pattern.Beside {
			continue
		}
		mirror := s.A.Piece == s.B.Piece && s.A.Edge == s.B.Edge
		for _, a := range facings {
			for _, b := range facings {
				for _, first := range []bool{true, false} {
					if !end(a, s.A, first) || !mirror && !end(b, s.B, !first) || mirror && a.ID != b.ID {
						continue
					}
					t := s
					t.ID, t.A.Piece, t.B.Piece = s.ID+"-"+a.ID, a.ID, b.ID
					t.Ease, t.Absorbed, t.Strain, t.Open, t.Note, t.Technique = 0, pattern.Equal, 0, 0, "", ""
					out = append(out, t)
				}
			}
		}
	}
	return out
}
