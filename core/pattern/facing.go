package pattern

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// OwnFacing joins an edge of a piece to the facing that derives from it: it is sewn as the edge
// is worked, and makes no seam of it.
const OwnFacing Join = "own facing"

// Facing is the piece that faces consecutive edges of another, given in their order: those
// edges themselves, and inside them a line as far away as it is wide, mm, that meets the edges
// beside them square and just so far along. Darts that open on what is faced are closed first.
// It fails when the piece is too small for it.
func (p Piece) Facing(width float64, edges ...string) (Piece, error) {
	shut, err := p.shutOn(edges)
	if err != nil {
		return p, err
	}
	n := len(shut.Edges)
	first, err := shut.index(edges[0])
	if err != nil {
		return p, err
	}
	var run []plane.Point
	out := Piece{ID: "facing-" + p.ID + "-" + edges[0], Name: p.Name + " facing, " + shut.Edges[first].Name,
		Cut: p.CutOf(ForOuter), Mirrored: p.Mirrored,
		Fold: p.Fold, GrainDegrees: p.GrainDegrees, Hidden: true, Of: p.ID}
	if out.Cut == 0 && len(p.Also) > 0 { // of what is cut for another layer only, one for either side
		out.Cut = min(p.Also[0].N, 2)
		out.Also = []CutFor{{For: p.Also[0].For, N: out.Cut}}
	}
	for k, id := range edges {
		e := shut.Edges[(first+k)%n]
		if e.ID != id {
			return p, fmt.Errorf("%s: %s does not follow on what is faced before it", p.Name, id)
		}
		e.Line = append([]plane.Point{}, e.Line...)
		e.Kind, e.Technique, e.Turned = "", "", false
		out.Edges = append(out.Edges, e)
		run = plane.Join(run, e.Line)
	}
	before, after := shut.Edges[(first+n-1)%n], shut.Edges[(first+len(edges))%n]
	back, on := before.Length(), after.Length()
	if len(edges)+2 > n || back < width+1 || on < width+1 {
		return p, fmt.Errorf("%s is too small for a facing so wide", p.Name)
	}
	from, into := plane.Along(before.Line, back-width)
	to, away := plane.Along(after.Line, width)
	inner := plane.Reversed(insideOf(run, width, from, into.Left(), to, away.Right()))
	side := func(e Edge, line []plane.Point) Edge {
		return Edge{ID: e.ID, Name: e.Name, Line: line, Allowance: e.Allowance, Kind: Enclosed}
	}
	out.Edges = append(out.Edges, side(after, plane.Part(after.Line, 0, width)),
		Edge{ID: "inner", Name: "inner edge", Line: inner, Kind: Loose},
		side(before, plane.Part(before.Line, back-width, back)))
	if p.Fold != "" && before.ID != p.Fold && after.ID != p.Fold { // one for either side
		out.Fold, out.Cut, out.Mirrored = "", 2*out.Cut, true
	}
	for _, notch := range shut.Notches {
		switch e, ok := out.Edge(notch.Edge); {
		case !ok:
			continue
		case notch.Edge == before.ID:
			notch.At -= back - width
			fallthrough
		default:
			if notch.At > 1 && notch.At < e.Length()-1 {
				out.Notches = append(out.Notches, notch)
			}
		}
	}
	return out, out.Fault()
}

// insideOf is a line inside a run of edges, so wide away from it, that leaves one point and
// comes to another in given directions.
func insideOf(run []plane.Point, wide float64, from, leaving, to, arriving plane.Point) []plane.Point {
	// Near its ends it turns to where it must go.
	middle := slices.DeleteFunc(plane.Parallel(run, wide), func(q plane.Point) bool { return min(q.To(from), q.To(to)) < 0.6*wide })
	if len(middle) < 3 {
		return plane.Sweep(from, leaving, to, arriving)
	}
	m := len(middle)
	return plane.Join(plane.Sweep(from, leaving, middle[0], middle[1].Sub(middle[0]).Unit()), middle,
		plane.Sweep(middle[m-1], middle[m-1].Sub(middle[m-2]).Unit(), to, arriving))
}

// Room is how wide a facing of consecutive edges can be, mm: to not quite half of the edges
// beside them.
func (p *Piece) Room(edges ...string) float64 {
	n, wide := len(p.Edges), math.Inf(1)
	for k, e := range p.Edges {
		if slices.Contains(edges, e.ID) {
			continue
		}
		if slices.Contains(edges, p.Edges[(k+1)%n].ID) || slices.Contains(edges, p.Edges[(k+n-1)%n].ID) {
			wide = min(wide, notHalf*e.Length())
		}
	}
	return wide
}

// notHalf is the share of an edge that facings from either end may take each.
const notHalf = 0.46

// Beside tells whether an edge lies right before, or right after, consecutive edges of the piece.
func (p *Piece) Beside(s Side, before bool, edges []string) bool {
	n := len(p.Edges)
	for k, e := range p.Edges {
		if s.Piece != p.ID || e.ID != s.Edge {
			continue
		}
		if before {
			return p.Edges[(k+1)%n].ID == edges[0]
		}
		return p.Edges[(k+n-1)%n].ID == edges[len(edges)-1]
	}
	return false
}

// shutOn is the piece with the darts that open on edges closed; they open elsewhere instead.
func (p Piece) shutOn(edges []string) (Piece, error) {
	for range len(p.Marks) {
		all := p.mouths()
		i := slices.IndexFunc(all, func(m mouth) bool { return slices.Contains(edges, p.Edges[m.edge].ID) })
		if i < 0 {
			return p, nil
		}
		// The edge that has the most room, away from what is faced.
		n, to := len(p.Edges), -1
		for k, e := range p.Edges {
			apart := e.ID != p.Fold && !slices.Contains(edges, e.ID) && !slices.Contains(edges, p.Edges[(k+1)%n].ID) &&
				!slices.Contains(edges, p.Edges[(k+n-1)%n].ID)
			if apart && (to < 0 || e.Length() > p.Edges[to].Length()) {
				to = k
			}
		}
		if to < 0 {
			return p, fmt.Errorf("%s has no edge where the dart could open instead", p.Name)
		}
		moved, err := p.DartMoved(p.Marks[all[i].mark].Label, p.Edges[to].ID, p.Edges[to].Length()*0.5)
		if err != nil {
			return p, err
		}
		p = moved
	}
	return p, nil
}
