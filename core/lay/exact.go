package lay

import (
	"context"
	"math"
	"slices"
	"sort"

	"ardentgusset/core/plane"
)

// exact makes a lay of places that are clear, or nearly: each piece where it
// lies, moved on a little where it must be, and then, one by one, all moved
// back as far as they go.
func (s *search) exact(ctx context.Context, a attempt) attempt {
	grace, stop := context.WithTimeout(context.WithoutCancel(ctx), moment)
	defer stop()
	order, lying := s.fromBeginning(a), s.lying()
	out := attempt{pose: slices.Clone(a.pose), x: slices.Clone(a.x), y: slices.Clone(a.y), ok: true}
	residue := map[string]plane.Point{}
	for _, at := range s.job.Pinned {
		if p := s.job.piece(at.ID); p.Match != nil {
			if _, known := residue[p.Match.Group]; !known {
				residue[p.Match.Group] = p.matchAt(at)
			}
		}
	}
	for _, i := range order {
		if ctx.Err() != nil && grace.Err() != nil {
			return attempt{}
		}
		p, m := s.poses[a.pose[i]], s.items[i].piece.Match
		// A hundredth of a millimetre is given back to what touches.
		x, y, ok := s.nearest(i, a.pose[i], max(a.x[i]+p.box.Min.X-0.01, 0), a.y[i], lying, residue, false)
		if !ok {
			return attempt{}
		}
		out.x[i], out.y[i] = x, y
		if m != nil {
			if _, known := residue[m.Group]; !known {
				residue[m.Group] = p.match.Add(plane.Pt(x, y))
			}
		}
		lying = append(lying, obstacle(plane.Moved(p.shape, plane.Pt(x, y)), s.job.Gap))
	}
	return s.finished(s.pushedBack(out, residue))
}

// pushedBack moves all pieces of a lay back, one by one, as far as they go.
func (s *search) pushedBack(out attempt, residue map[string]plane.Point) attempt {
	order := s.fromBeginning(out)
	// lying stands in their order, after the flaws: out of it one is taken at a
	// time.
	lying := s.lying()
	for _, i := range order {
		lying = append(lying, obstacle(plane.Moved(s.poses[out.pose[i]].shape, plane.Pt(out.x[i], out.y[i])), s.job.Gap))
	}
	for range passes {
		moved := false
		for k, i := range order {
			at := len(s.flaws) + k
			others := append(slices.Clone(lying[:at]), lying[at+1:]...)
			p := s.poses[out.pose[i]]
			x, y, ok := s.nearest(i, out.pose[i], 0, out.y[i], others, residue, true)
			if ok && x < out.x[i]-0.05 {
				out.x[i], out.y[i], moved = x, y, true
				lying[at] = obstacle(plane.Moved(p.shape, plane.Pt(x, y)), s.job.Gap)
			}
		}
		if !moved {
			break
		}
	}
	return out
}

// fromBeginning lists the items in the order they begin along the cloth.
func (s *search) fromBeginning(a attempt) []int {
	order := make([]int, len(s.items))
	for i := range order {
		order[i] = i
	}
	sort.SliceStable(order, func(p, q int) bool {
		i, k := order[p], order[q]
		return a.x[i]+s.poses[a.pose[i]].box.Min.X < a.x[k]+s.poses[a.pose[k]].box.Min.X
	})
	return order
}

// lying are the flaws, with room for the items.
func (s *search) lying() []placed {
	all := make([]placed, len(s.flaws), len(s.flaws)+len(s.items))
	for k, f := range s.flaws {
		all[k] = obstacle(s.poses[f].shape, s.gaps[k])
	}
	return all
}

func (s *search) placement(i int, a attempt) Placement {
	it := &s.items[i]
	return Placement{ID: it.piece.ID, Copy: it.copy, Mirrored: it.mirrored, Turn: s.poses[a.pose[i]].turn, X: a.x[i], Y: a.y[i]}
}

// finished gives a lay its result; not ok when it is longer than the cloth.
func (s *search) finished(out attempt) attempt {
	r := Result{Length: s.begin, Placements: slices.Clone(s.job.Pinned), Unplaced: []Unplaced{}}
	for i := range s.items {
		r.Length = max(r.Length, out.x[i]+s.poses[out.pose[i]].box.Max.X)
		r.Placements = append(r.Placements, s.placement(i, out))
	}
	if r.Length > 0 {
		r.Utilisation = s.area / (s.job.Cloth.Width * r.Length)
	}
	if limit := s.job.Cloth.Length; limit > 0 && r.Length > limit+1e-6 {
		return attempt{}
	}
	inOrder(s.job, r.Placements)
	out.result, out.ok = r, true
	return out
}

// passes is how often all pieces are moved back.
const passes = 3

// nearest is the least place from floor on where a piece lies clear, at its
// height or a level or two beside it.
func (s *search) nearest(i, id int, floor, y float64, lying []placed, residue map[string]plane.Point, beside bool) (float64, float64,
	bool) {
	c, p, m := s.job.Cloth, s.poses[id], s.items[i].piece.Match
	low, high := p.across(c)
	if high < low {
		high = low
	}
	ys := []float64{y}
	if want, known := residue[groupOf(m)]; known && c.RepeatY > 0 && m != nil {
		ys[0] = want.Y - p.match.Y + math.Round((y-want.Y+p.match.Y)/c.RepeatY)*c.RepeatY
	} else if beside && !p.fixed {
		for _, d := range [...]float64{-1, 1, -2, 2, -4, 4} {
			ys = append(ys, s.level(y+d*s.pitch, low, high))
		}
	}
	bestX, bestY, found := math.Inf(1), 0.0, false
	for _, y := range ys {
		if y < low-edgeSlack || y > high+edgeSlack {
			continue
		}
		free := c
		free.Length = 0
		if x, ok := slide(p, y, floor, lying, free, m, residue, bestX-1e-6); ok && x < bestX-1e-6 {
			bestX, bestY, found = x, y, true
		}
	}
	return bestX, bestY, found
}

func groupOf(m *Match) string {
	if m == nil {
		return ""
	}
	return m.Group
}
