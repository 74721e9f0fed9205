package drafttest

import (
	"math"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Worn is how often a piece goes round the body: as it lies, not as often as
// it is cut.
func Worn(p *pattern.Piece) float64 {
	if p.Fold != "" || p.Mirrored {
		return 2
	}
	return 1
}

// RowAbove is how long a level of a skirt piece is: from the point of one side that lies so far above the
// hem, measured along that side, to the same of the other, along an arc that meets both square. It is 0
// where a side ends below.
func RowAbove(p *pattern.Piece, up float64) float64 {
	at := -1
	for i := range p.Edges {
		if p.Edges[i].ID == "hem" {
			at = i
		}
	}
	if at < 0 {
		return 0
	}
	n := len(p.Edges)
	var sides [2][]plane.Point // from the hem up
	for k, step := range []int{1, n - 1} {
		for i := (at + step) % n; i != at; i = (i + step) % n {
			e := p.Edges[i]
			if strings.HasPrefix(e.ID, "top") || e.ID == "waist" {
				break
			}
			line := e.Line
			if k == 1 {
				line = plane.Reversed(line)
			}
			sides[k] = plane.Join(sides[k], line)
		}
	}
	var ends, dirs [2]plane.Point
	for k, side := range sides {
		if plane.Length(side) < up {
			return 0
		}
		const near = 12
		ends[k], _ = plane.Along(side, up)
		low, _ := plane.Along(side, max(up-near, 0))
		high, _ := plane.Along(side, min(up+near, plane.Length(side)))
		dirs[k] = high.Sub(low).Unit()
	}
	half := math.Atan2(dirs[0].Cross(dirs[1]), dirs[0].Dot(dirs[1])) / 2
	if math.Abs(half) < 1e-6 {
		return ends[0].To(ends[1])
	}
	return ends[0].To(ends[1]) * half / math.Sin(half)
}

// Gore tells whether a piece of a skirt is one that goes round the body.
func Gore(id string) bool {
	return id == "front" || id == "back" || id == "half" || strings.HasPrefix(id, "side-")
}

// SkirtRound is what the gores measure all round at a height above the hem.
func SkirtRound(d draft.Draft, up float64) float64 {
	sum := 0.0
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if Gore(p.ID) {
			sum += Worn(p) * RowAbove(p, up)
		}
	}
	return sum
}

// ClothDown is how long a cloth is down the profile of a figure at a bearing, from one drop to another, over
// its outer hull, by trying every pair of its points: each step goes to the one that lies furthest out.
func ClothDown(f figure.Figure, degrees, from, to float64) float64 {
	pts := []plane.Point{plane.Pt(f.At(from).Reach(degrees), from)}
	for _, p := range f.Profile(degrees) {
		if p.Y > from && p.Y <= to {
			pts = append(pts, p)
		}
	}
	pts = append(pts, plane.Pt(f.At(to).Reach(degrees), to))
	way, at := 0.0, 0
	for at < len(pts)-1 {
		next, best := at+1, math.Inf(-1)
		for k := at + 1; k < len(pts); k++ {
			if slope := (pts[k].X - pts[at].X) / max(pts[k].Y-pts[at].Y, 1e-9); slope > best+1e-12 {
				next, best = k, slope
			}
		}
		if best < 0 { // from the widest place it falls straight
			return way + to - pts[at].Y
		}
		way += pts[at].To(pts[next])
		at = next
	}
	return way
}
