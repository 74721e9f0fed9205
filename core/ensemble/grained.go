package ensemble

import (
	"math"
	"slices"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Grain is how a piece lies on its cloth: turned by so much counter-clockwise, a place of it on the origin of the repeat.
type Grain struct {
	turn   float64 // radians
	origin plane.Point
}

// At is where a place of the piece lies on the cloth: along it and across it from the origin of the repeat, mm.
func (g Grain) At(q plane.Point) (along, across float64) {
	p := OnCloth(q).Sub(g.origin).Turned(g.turn)
	return p.X, p.Y
}

// Grains are how a layer's pieces lie on its outer cloth. Where a seam is to match they lie as that asks; else the middle of a motif
// runs down the fold of a piece, or its middle (common practice, no source).
func (s *Stage) Grains() map[string]Grain {
	matches, out := s.matches(), map[string]Grain{}
	fabric := s.Layer.Fabric
	for i := range s.Draft.Pieces {
		p := &s.Draft.Pieces[i]
		g := Grain{turn: p.Turns()[0]}
		switch {
		case slices.Contains(s.Laying.Cross, p.ID):
			g.turn += 90
		case slices.Contains(s.Laying.Bias, p.ID):
			g.turn += 45
		}
		if fabric.Railroad {
			g.turn += 90
		}
		g.turn *= math.Pi / 180
		if m, ok := matches[p.ID]; ok {
			g.origin = plane.Pt(m.Point[0], m.Point[1])
		} else {
			g.origin = OnCloth(centred(p))
		}
		out[p.ID] = g
	}
	return out
}

// centred is a place on a piece's fold, or else in its middle.
func centred(p *pattern.Piece) plane.Point {
	line, _ := p.Outline()
	b := plane.BoxOf(line)
	at := plane.Pt((b.Min.X+b.Max.X)/2, b.Min.Y)
	if e, ok := p.Edge(p.Fold); ok && len(e.Line) > 0 {
		at.X = e.Line[0].X
	}
	return at
}
