package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// necked lets the ways of what is worn over the shoulders begin at the neck, a girth in mm: as far before the highest level of its pieces
// as those have it. Round the neck cloth lies by its upper edge, round the shoulders by that level.
func (g *Ground) necked(d *draft.Draft, s *Strip, neck float64) {
	type known struct{ round, neck, above float64 } // shares of the level and of the neck, and mm
	var all []known
	panels := settled(s.Panels, g.round())
	var paths [][]plane.Point
	wide, held, drop := 0.0, 0.0, 0.0
	for _, p := range panels {
		l := highestLevel(d, p.Piece)
		if l == nil {
			return
		}
		path := l.Path
		if n := len(path) - 1; path[n].To(nearTo(p.Front, path[n])) < path[0].To(nearTo(p.Front, path[0])) {
			path = plane.Reversed(path)
		}
		paths, wide, drop = append(paths, path), wide+plane.Length(path), l.Drop
		for _, t := range p.Taken {
			held += max(t.On, 0)
		}
	}
	if wide <= 0 || held <= 0 {
		return
	}
	round, on := 0.0, 0.0
	for i, p := range panels {
		own, long := 0.0, plane.Length(paths[i])
		for _, t := range p.Taken {
			own += max(t.On, 0)
		}
		for k := range 5 {
			u := float64(k) / 4
			top, _ := plane.Along(p.Upper, u*plane.Length(p.Upper))
			at, _ := plane.Along(paths[i], u*long)
			all = append(all, known{(round + u*long) / wide, (on + u*own) / held, top.To(at)})
		}
		round, on = round+long, on+own
	}
	var ring [bearings]float64 // how far round the level each way lies
	var last spot
	for m := range g.ways {
		w, hint := &g.ways[m], 0
		p := w.at(w.reaches(drop), &hint)
		if m > 0 {
			ring[m] = ring[m-1] + math.Hypot(p.x-last.x, p.y-last.y)
		}
		last = p
	}
	first, back := g.ways[0].on[0], g.ways[bearings-1].on[0]
	middle, k := (first.y+back.y)/2, 0
	var starts [bearings]spot
	for m := range g.ways {
		share := ring[m] / max(ring[bearings-1], 1e-9)
		for k < len(all)-2 && all[k+1].round < share {
			k++
		}
		a, b := all[k], all[k+1]
		x := min(max((share-a.round)/max(b.round-a.round, 1e-9), 0), 1)
		sin, cos := math.Sincos(math.Pi * (a.neck + (b.neck-a.neck)*x))
		r := neck / (2 * math.Pi)
		w := &g.ways[m]
		starts[m] = w.start(spot{r * sin, middle + r*cos, 0}, a.above+(b.above-a.above)*x-w.reaches(drop))
	}
	const beside = 10 // a neckline has no corners
	for m := range g.ways {
		q, sum, count := starts[m], 0.0, 0.0
		for k := max(m-beside, 0); k <= min(m+beside, bearings-1); k++ {
			sum, count = sum+starts[k].z, count+1
		}
		q.z = sum / count
		g.ways[m].begin(q)
	}
}

// start is where a way would begin so much earlier, above or beside it at the neck.
func (w *way) start(neck spot, above float64) spot {
	p := w.on[0]
	above = max(above, 1)
	dx, dy := neck.x-p.x, neck.y-p.y
	in := math.Sqrt(dx*dx + dy*dy)
	if most := above * 0.98; in > most { // it does not come as far in
		dx, dy, in = dx*most/in, dy*most/in, most
	}
	return spot{p.x + dx, p.y + dy, p.z + math.Sqrt(above*above-in*in)}
}

// begin lets a way begin earlier, at another place.
func (w *way) begin(q spot) {
	p := w.on[0]
	above := math.Sqrt((q.x-p.x)*(q.x-p.x) + (q.y-p.y)*(q.y-p.y) + (q.z-p.z)*(q.z-p.z))
	w.on = append([]spot{q}, w.on...)
	run := make([]float64, 0, len(w.run)+1)
	run = append(run, 0)
	for _, x := range w.run {
		run = append(run, x+above)
	}
	w.run = run
}

// highestLevel is the highest level of a piece; nil for a piece without.
func highestLevel(d *draft.Draft, id string) (high *pattern.Level) {
	for i := range d.Pieces {
		if d.Pieces[i].ID != id {
			continue
		}
		for k := range d.Pieces[i].Levels {
			if l := &d.Pieces[i].Levels[k]; len(l.Path) > 1 && (high == nil || l.Drop < high.Drop) {
				high = l
			}
		}
	}
	return high
}

// nearTo is the place of a line nearest to a point.
func nearTo(line []plane.Point, q plane.Point) plane.Point {
	at, _ := placeOn(line, q)
	p, _ := plane.Along(line, at)
	return p
}
