// Package quilt lays parallel lines of stitching over the pieces of a garment
// so that they meet at its seams.
package quilt

import (
	"math"
	"sort"

	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
)

// Quilted is the quilting of one piece.
type Quilted struct {
	Piece   string
	Copies  int
	Spacing float64 // mm between lines
	Lines   [][]plane.Point
}

// Length is the stitching in all copies, mm.
func (q Quilted) Length() float64 {
	sum := 0.0
	for _, l := range q.Lines {
		sum += plane.Length(l)
	}
	return sum * float64(max(q.Copies, 1))
}

// Plan lays lines over a piece. All mm and degrees.
type Plan struct {
	Outline []plane.Point
	Spacing float64
	Angle   float64     // of the lines, counter-clockwise from across the piece
	Through plane.Point // a point the first line goes through; the rest are measured from it
	// Crossings, when given, are where lines must pass instead: through each
	// of these points, and further lines at the spacing beyond the outermost.
	Crossings []plane.Point
	Clear     [][]plane.Point // polygons the lines stop at: bone channels, eyelets
	Shortest  float64         // stumps shorter than this are left out
}

// Lines are the lines inside the outline. Every one is measured from the first
// by itself, so that no slip adds up.
func (p Plan) Lines() [][]plane.Point {
	u := plane.Pt(1, 0).Turned(p.Angle * math.Pi / 180)
	across := u.Left()
	low, high := math.Inf(1), math.Inf(-1)
	for _, q := range p.Outline {
		t := q.Dot(across)
		low, high = min(low, t), max(high, t)
	}
	var offsets []float64
	if len(p.Crossings) > 0 {
		for _, c := range p.Crossings {
			offsets = append(offsets, c.Dot(across))
		}
		sort.Float64s(offsets)
		first, last := offsets[0], offsets[len(offsets)-1]
		for t := first - p.Spacing; t > low; t -= p.Spacing {
			offsets = append(offsets, t)
		}
		for t := last + p.Spacing; t < high; t += p.Spacing {
			offsets = append(offsets, t)
		}
		sort.Float64s(offsets)
	} else {
		base := p.Through.Dot(across)
		for k := math.Ceil((low - base) / p.Spacing); base+k*p.Spacing < high; k++ {
			offsets = append(offsets, base+k*p.Spacing)
		}
	}
	var out [][]plane.Point
	for _, t := range offsets {
		origin := across.Times(t)
		spans := plane.Spans(p.Outline, origin, u)
		for _, hole := range p.Clear {
			spans = without(spans, plane.Spans(hole, origin, u))
		}
		for _, s := range spans {
			if s[1]-s[0] >= max(p.Shortest, 1) {
				out = append(out, []plane.Point{origin.Add(u.Times(s[0])), origin.Add(u.Times(s[1]))})
			}
		}
	}
	return out
}

func without(spans, holes [][2]float64) [][2]float64 {
	for _, h := range holes {
		var left [][2]float64
		for _, s := range spans {
			if h[1] <= s[0] || h[0] >= s[1] {
				left = append(left, s)
				continue
			}
			if h[0] > s[0] {
				left = append(left, [2]float64{s[0], h[0]})
			}
			if h[1] < s[1] {
				left = append(left, [2]float64{h[1], s[1]})
			}
		}
		spans = left
	}
	return spans
}

// Met is how far along an edge each line ends on it, mm from the edge's start.
func Met(edge []plane.Point, lines [][]plane.Point) []float64 {
	var out []float64
	for _, l := range lines {
		for _, end := range []plane.Point{l[0], l[len(l)-1]} {
			run := 0.0
			for i := 1; i < len(edge); i++ {
				a, b := edge[i-1], edge[i]
				d := a.To(b)
				if d > 1e-9 {
					t := end.Sub(a).Dot(b.Sub(a)) / (d * d)
					if t >= -1e-9 && t <= 1+1e-9 && end.To(a.Toward(b, t)) < 0.02 {
						out = append(out, run+t*d)
						break
					}
				}
				run += d
			}
		}
	}
	sort.Float64s(out)
	return out
}

// MirroredAngle is the angle of lines on the other side of a seam: those of
// the first piece mirrored in the seam, when its two edges are laid on one
// another. The edges run as their pieces have them; only their chords count.
// Degrees.
func MirroredAngle(angle float64, edge, other []plane.Point) float64 {
	a := edge[len(edge)-1].Sub(edge[0])
	b := other[len(other)-1].Sub(other[0])
	leanA := math.Atan2(a.Y, a.X) * 180 / math.Pi
	leanB := math.Atan2(b.Y, b.X) * 180 / math.Pi
	// The angle between line and seam is the same on both sides, turned the
	// other way; edges of a seam run opposite ways in their own pieces, which
	// a line does not notice.
	return math.Mod(leanB-(angle-leanA)+720, 180)
}

// BobbinHolds is the thread on a wound bobbin, mm (from memory: 40 m; a maker's
// own figure goes before it).
const BobbinHolds = 40000.0

// Thread is what quilting of a length takes through a thickness, top and
// bobbin together, mm, and how many bobbins must be wound: half of it lies
// below.
func Thread(length, thickness float64) (thread float64, bobbins int) {
	thread = length * stitch.LockstitchRatio(stitch.StitchLength, thickness) * (1 + stitch.Waste)
	return thread, int(math.Ceil(thread / 2 / BobbinHolds))
}

// Minutes is the time quilting takes: 4 minutes a metre with marking and ends
// (from memory).
func Minutes(length float64) float64 { return length / 1000 * 4 }
