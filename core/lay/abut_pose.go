package lay

import (
	"math"

	"ardentgusset/core/plane"
)

// abutPose is a pose with half of the gap round it, so that what may touch is
// just the gap apart.
type abutPose struct {
	pose
	obstacle placed
	bare     []plane.Point // without the gap
	bareBox  plane.Box
	edges    []edge      // counter-clockwise
	toward   [ways][]int // edges by the way they run
	round    float64     // perimeter
	slack    float64     // how far others may stand in it until they are moved apart
	area     float64
}

type edge struct {
	a, b  plane.Point
	along plane.Point // of length 1
	long  float64
	turns [2]bool // whether the border turns at a and at b
}

// ways is how many ways edges are sorted by; a border turns where it changes its
// way by more than turning.
const ways, turning = 32, math.Pi / 12

// way is which of the ways an edge runs.
func (e *edge) way() int {
	return int(math.Floor(math.Atan2(e.along.Y, e.along.X)/(2*math.Pi)*ways)+ways) % ways
}

func newAbutPose(shape []plane.Point, gap, slack float64) abutPose {
	p := abutPose{bare: shape, bareBox: plane.BoxOf(shape), slack: slack}
	if plane.Area(shape) < 0 {
		shape = plane.Reversed(shape)
	}
	if gap > 0 {
		var sides []plane.Side
		for i, v := range shape {
			sides = append(sides, plane.Side{Line: []plane.Point{v, shape[(i+1)%len(shape)]}, Out: gap})
		}
		shape = plane.Outset(sides)
	}
	for i, v := range shape {
		w := shape[(i+1)%len(shape)]
		e := edge{a: v, b: w, along: w.Sub(v).Unit(), long: v.To(w)}
		p.toward[e.way()] = append(p.toward[e.way()], i)
		p.edges = append(p.edges, e)
		p.round += e.long
	}
	for i := range p.edges {
		e, next := &p.edges[i], &p.edges[(i+1)%len(p.edges)]
		e.turns[1] = math.Abs(math.Atan2(e.along.Cross(next.along), e.along.Dot(next.along))) > turning
		next.turns[0] = e.turns[1]
	}
	p.pose = pose{shape: shape, inner: inside(shape), box: plane.BoxOf(shape), convex: convex(shape)}
	p.obstacle = obstacle(shape, 0)
	return p
}

// against tells whether two edges run against each other, as the borders of
// neighbours do.
func (e *edge) against(f *edge) bool {
	return e.along.Dot(f.along) < -0.9 && math.Abs(e.along.Cross(f.along))*min(e.long, f.long) <= alongside
}

// rounding is how far a piece may stand in its neighbours at first: corners have
// been rounded, and what they are off by adds up.
const rounding = 0.2
