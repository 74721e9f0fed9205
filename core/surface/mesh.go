package surface

import (
	"cmp"
	"errors"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// triangulate joins points into triangles so that no point lies in the circle of another
// triangle (Bowyer, The Computer Journal 24(2), 1981; Watson, the same number), then puts in
// the edges that must be there (Sloan, Advances in Engineering Software 15, 1993). The outline
// is the first n points in order, counter-clockwise; only what lies in it is returned. It fails
// when an edge can't be put in.
func triangulate(points []plane.Point, outline [][2]int) ([][3]int, error) {
	tris := delaunay(points)
	must := make(map[[2]int]bool, len(outline))
	for _, e := range outline {
		must[pair(e[0], e[1])] = true
	}
	if err := force(points, &tris, outline, must); err != nil {
		return nil, err
	}
	return tris, nil
}

func pair(a, b int) [2]int { return [2]int{min(a, b), max(a, b)} }

// turn is twice the area of a triangle, positive when its points run counter-clockwise.
func turn(a, b, c plane.Point) float64 { return b.Sub(a).Cross(c.Sub(a)) }

// delaunay triangulates points inside their hull.
func delaunay(points []plane.Point) [][3]int {
	box := plane.BoxOf(points)
	size := max(box.Width(), box.Height()) * 50
	mid := box.Centre()
	n := len(points)
	all := append(slices.Clone(points), mid.Add(plane.Pt(-size, -size)), mid.Add(plane.Pt(size, -size)), mid.Add(plane.Pt(0, size)))
	order := make([]int, n)
	for i := range order {
		order[i] = i
	}
	slices.SortFunc(order, func(a, b int) int { return cmp.Compare(points[a].X, points[b].X) })
	type circle struct {
		t    [3]int
		x, y float64
		r2   float64
	}
	round := func(t [3]int) circle {
		a, b, c := all[t[0]], all[t[1]], all[t[2]]
		bx, by, cx, cy := b.X-a.X, b.Y-a.Y, c.X-a.X, c.Y-a.Y
		d := 2 * (bx*cy - by*cx)
		ux, uy := (cy*(bx*bx+by*by)-by*(cx*cx+cy*cy))/d, (bx*(cx*cx+cy*cy)-cx*(bx*bx+by*by))/d
		return circle{t, a.X + ux, a.Y + uy, ux*ux + uy*uy}
	}
	// Points come from left to right: a triangle whose circle lies wholly to the left of
	// the next is finished.
	open := []circle{round([3]int{n, n + 1, n + 2})}
	var done [][3]int
	var hole [][2]int
	for _, p := range order {
		hole = hole[:0]
		keep := open[:0]
		for _, c := range open {
			dx := all[p].X - c.x
			if dx > 0 && dx*dx > c.r2 {
				done = append(done, c.t)
				continue
			}
			dy := all[p].Y - c.y
			if dx*dx+dy*dy <= c.r2 {
				hole = append(hole, [2]int{c.t[0], c.t[1]}, [2]int{c.t[1], c.t[2]}, [2]int{c.t[2], c.t[0]})
				continue
			}
			keep = append(keep, c)
		}
		open = keep
		for i, e := range hole {
			twice := false
			for k, o := range hole {
				if k != i && o[0] == e[1] && o[1] == e[0] {
					twice = true
					break
				}
			}
			if !twice && math.Abs(turn(all[e[0]], all[e[1]], all[p])) > 1e-12 {
				open = append(open, round([3]int{e[0], e[1], p}))
			}
		}
	}
	for _, c := range open {
		done = append(done, c.t)
	}
	return slices.DeleteFunc(done, func(t [3]int) bool { return t[0] >= n || t[1] >= n || t[2] >= n })
}

var errCrossed = errors.New("the panel’s outline crosses itself")

// force turns the diagonals of neighbouring triangles until every wanted edge is there.
func force(points []plane.Point, tris *[][3]int, edges [][2]int, must map[[2]int]bool) error {
	at := make(map[[2]int]int, 4*len(*tris)) // triangle to the left of a directed edge
	index := func(k int) {
		t := (*tris)[k]
		for j := range 3 {
			at[[2]int{t[j], t[(j+1)%3]}] = k
		}
	}
	for k := range *tris {
		index(k)
	}
	has := func(a, b int) bool {
		_, l := at[[2]int{a, b}]
		_, r := at[[2]int{b, a}]
		return l || r
	}
	crosses := func(a, b, c, d int) bool {
		return turn(points[a], points[b], points[c])*turn(points[a], points[b], points[d]) < 0 &&
			turn(points[c], points[d], points[a])*turn(points[c], points[d], points[b]) < 0
	}
	for _, e := range edges {
		if has(e[0], e[1]) {
			continue
		}
		// The edges that cross it, in the triangles' order, so that every mesh comes out alike.
		var queue [][2]int
		for _, t := range *tris {
			for n := range 3 {
				if q := [2]int{t[n], t[(n+1)%3]}; q[0] < q[1] && crosses(e[0], e[1], q[0], q[1]) {
					queue = append(queue, q)
				}
			}
		}
		for tries := 0; len(queue) > 0; tries++ {
			if tries > 400 {
				return errCrossed
			}
			q := queue[0]
			queue = queue[1:]
			k, okK := at[q]
			o, okO := at[[2]int{q[1], q[0]}]
			if must[pair(q[0], q[1])] || !okK || !okO {
				return errCrossed
			}
			c, d := third((*tris)[k], q), third((*tris)[o], q)
			// The two make a convex four-sided figure only when both new triangles keep
			// their way round; else its turn comes later.
			if turn(points[c], points[d], points[q[1]]) <= 1e-12 || turn(points[d], points[c], points[q[0]]) <= 1e-12 {
				queue = append(queue, q)
				continue
			}
			for _, t := range []int{k, o} {
				for j := range 3 {
					delete(at, [2]int{(*tris)[t][j], (*tris)[t][(j+1)%3]})
				}
			}
			(*tris)[k], (*tris)[o] = [3]int{c, d, q[1]}, [3]int{d, c, q[0]}
			index(k)
			index(o)
			if crosses(e[0], e[1], c, d) {
				queue = append(queue, [2]int{c, d})
			}
		}
		if !has(e[0], e[1]) {
			return errCrossed
		}
	}
	return nil
}

// third is the corner of a triangle that is not on an edge.
func third(t [3]int, edge [2]int) int {
	for _, v := range t {
		if v != edge[0] && v != edge[1] {
			return v
		}
	}
	return t[0]
}
