package drape

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
)

// strapRows and strapSteps are how many places a strap has along it, and at how many the way over the body is looked at.
const strapRows, strapSteps = 40, 120

// strapOff is how far a strap stands off the body, mm.
const strapOff = 3.0

// Straps are the left strap of a garment over the shoulder of what it is worn over, and the bib it holds up; f, how its pieces lie, is nil
// for one that hangs.
func Straps(d *draft.Draft, f *Fitted, on figure.Surface) []Flap {
	s := d.Strap
	if s.Piece == "" {
		return nil
	}
	h := halvesOf(on)
	if len(h) < 2 {
		return nil
	}
	body := &relief{h}
	behind, ok := body.end(s.Behind, f, false)
	if !ok {
		return nil
	}
	before, ok := body.end(s.Before, f, true)
	if !ok { // on the upper edge, straight before the other end
		edge := f.upperEdge()
		if len(edge) == 0 {
			return nil
		}
		before = slices.MinFunc(edge, func(a, b Point) int {
			if math.Abs(a.X-behind.X) < math.Abs(b.X-behind.X) {
				return -1
			}
			return 1
		})
	}
	out := []Flap{body.strap(before, behind, s.Wide)}
	if s.BibWide > 0 {
		out = append(out, body.bib(s.BibWide, s.BibHigh))
	}
	return out
}

// upperEdge are the places of a garment's edges before the body, the highest of those that lie one above another first.
func (f *Fitted) upperEdge() (out []Point) {
	if f == nil {
		return nil
	}
	for _, t := range f.Trims(true) {
		if t.Is != EdgeTrim {
			continue
		}
		for _, p := range t.On {
			if p.Y > 0 && p.X > 0 {
				out = append(out, p)
			}
		}
	}
	const hollowed = 120.0 // how far an upper edge sweeps down to the arm at most
	top := math.Inf(-1)
	for _, p := range out {
		top = max(top, p.Z)
	}
	return slices.DeleteFunc(out, func(p Point) bool {
		return p.Z < top-hollowed || slices.ContainsFunc(out, func(q Point) bool {
			return math.Abs(q.X-p.X) < drawnEvery && q.Z > p.Z+2*drawnEvery
		})
	})
}

// relief is the body as it is seen from above.
type relief struct{ rings []half }

// share is how far out of a ring a place lies, from its middle: 1 on it.
func (h *half) share(x, y float64) float64 {
	n := len(h.on)
	middle := (h.on[0].Y + h.on[n-1].Y) / 2
	p := plane.Pt(math.Abs(x), y-middle)
	far := p.To(plane.Pt(0, 0))
	if far < 1e-9 {
		return 0
	}
	for i := 1; i < n; i++ {
		a, b := h.on[i-1].Sub(plane.Pt(0, middle)), h.on[i].Sub(plane.Pt(0, middle))
		ca, cb := a.Cross(p), b.Cross(p)
		if ca == cb || ca*cb > 0 {
			continue
		}
		if at := a.Toward(b, ca/(ca-cb)); at.Dot(p) > 0 {
			return far / at.To(plane.Pt(0, 0))
		}
	}
	return math.Inf(1)
}

// height is how high above the waist the body is at a place seen from above; far below it where there is none of it.
func (r *relief) height(x, y float64) float64 {
	above := math.Inf(1)
	for i := range r.rings {
		s := r.rings[i].share(x, y)
		if s > 1 {
			above = s
			continue
		}
		z := -r.rings[i].drop
		if i > 0 && !math.IsInf(above, 1) {
			z += (r.rings[i].drop - r.rings[i-1].drop) * (1 - s) / (above - s)
		}
		return z
	}
	return -r.rings[len(r.rings)-1].drop - 1000
}

// end is where a strap ends; false where that is left to the other end.
func (r *relief) end(e draft.StrapEnd, f *Fitted, before bool) (Point, bool) {
	if e.Side.Edge != "" && f != nil {
		p := pieceOf(f.draft, e.Side.Piece)
		if p == nil {
			return Point{}, false
		}
		edge, ok := p.Edge(e.Side.Edge)
		if !ok {
			return Point{}, false
		}
		mid, _ := plane.Along(edge.Line, edge.Length()/2)
		return f.At(p.ID, mid)
	}
	if e.Across == 0 && e.Drop == 0 {
		return Point{}, false
	}
	return r.at(e.Across, e.Drop, before), true
}

// at is the place on the body so far from the middle, at a drop, before or behind.
func (r *relief) at(across, drop float64, before bool) Point {
	i := 1
	for i < len(r.rings)-1 && r.rings[i].drop < drop {
		i++
	}
	a, b := &r.rings[i-1], &r.rings[i]
	k := min(max((drop-a.drop)/max(b.drop-a.drop, 1e-9), 0), 1)
	ya, _ := a.forward(math.Abs(across), before)
	yb, _ := b.forward(math.Abs(across), before)
	return Point{X: across, Y: ya*(1-k) + yb*k, Z: -drop}
}

// forward is how far forward a ring lies at so far from the middle, before or behind; beyond its side where that lies, and false.
func (h *half) forward(x float64, before bool) (best float64, found bool) {
	for i := 1; i < len(h.on); i++ {
		a, b := h.on[i-1], h.on[i]
		if (a.X-x)*(b.X-x) > 0 || a.X == b.X {
			continue
		}
		y := a.Toward(b, (x-a.X)/(b.X-a.X)).Y
		if !found || before == (y > best) {
			best, found = y, true
		}
	}
	if !found {
		return (h.on[0].Y + h.on[len(h.on)-1].Y) / 2, false
	}
	return best, true
}

// strap is a strap between its ends, drawn tight over the shoulder.
func (r *relief) strap(before, behind Point, wide float64) Flap {
	out := Flap{Columns: across, On: make([]Point, strapRows*across)}
	over := r.onShoulder(before, behind, wide)
	for j := range across {
		side := wide * (float64(j)/(across-1) - 0.5)
		from, to := r.beside(before, side, true), r.beside(behind, side, false)
		line := r.taut(from, to, over+side)
		for k, p := range line {
			out.On[k*across+across-1-j] = p
		}
	}
	for k := range strapRows { // where the body falls away to the side it is no wider
		row := out.On[k*across : (k+1)*across]
		a, b := row[0], row[across-1]
		by := wide / max(math.Sqrt((a.X-b.X)*(a.X-b.X)+(a.Y-b.Y)*(a.Y-b.Y)+(a.Z-b.Z)*(a.Z-b.Z)), wide/4)
		mid := Point{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2, Z: (a.Z + b.Z) / 2}
		for j := range row {
			p := &row[j]
			p.X, p.Y, p.Z = mid.X+(p.X-mid.X)*by, mid.Y+(p.Y-mid.Y)*by, mid.Z+(p.Z-mid.Z)*by
		}
	}
	return out
}

// beside is the place so far to the left of one on the body or off it, as far off it.
func (r *relief) beside(p Point, left float64, before bool) Point {
	off := p.Y - r.at(p.X, -p.Z, before).Y
	q := r.at(p.X+left, -p.Z, before)
	q.Y += off
	return q
}

// ridge is how high the body is, and where, so far from the middle between a place before it and one behind.
func (r *relief) ridge(x float64, from, to Point) (top, over float64) {
	top, over = math.Inf(-1), from.Y
	for k := range strapSteps {
		y := from.Y + (to.Y-from.Y)*float64(k)/strapSteps
		if z := r.height(x, y); z > top {
			top, over = z, y
		}
	}
	return top, over
}

// onShoulder is how far from the middle a strap goes over the shoulder: above its end before, but no further out than the shoulder bears
// it.
func (r *relief) onShoulder(before, behind Point, wide float64) float64 {
	const nearest, stride, steep = 50.0, 4.0, 1.0
	x := before.X
	for x > nearest {
		out, _ := r.ridge(x+wide/2, before, behind)
		in, _ := r.ridge(x+wide/2-stride, before, behind)
		if in-out < steep*stride && out > before.Z+wide {
			break
		}
		x -= stride
	}
	return x
}

// taut is the shortest way over the body from a place before it to one behind, over the shoulder so far from the middle.
func (r *relief) taut(from, to Point, x float64) []Point {
	top, over := r.ridge(x, from, to)
	ridge := Point{X: x, Y: over, Z: max(top, from.Z, to.Z) + strapOff}
	way := append(r.down(ridge, from), r.down(ridge, to)[1:]...)
	// The first half runs down before, the second down behind: from its foot before to its foot behind.
	n := len(way) / 2
	slices.Reverse(way[:n+1])
	return spread(way, strapRows)
}

// down is the tight way over the body from a ridge to a lower place before it or behind it. It goes sideways evenly as it comes down: on
// a body that is bent one way only that is the shortest.
func (r *relief) down(ridge, to Point) []Point {
	fall, way := max(ridge.Z-to.Z, 1e-9), 1.0
	if to.Y < ridge.Y && to.Y < 0 {
		way = -1
	}
	hull := []plane.Point{{X: 0, Y: ridge.Z}} // how far out, and how high
	put := func(p plane.Point) {
		for len(hull) > 1 {
			a, b := hull[len(hull)-2], hull[len(hull)-1]
			if b.Sub(a).Cross(p.Sub(b)) < 0 {
				break
			}
			hull = hull[:len(hull)-1]
		}
		hull = append(hull, p)
	}
	for i := range r.rings {
		z := -r.rings[i].drop + strapOff
		if z >= ridge.Z || z <= to.Z {
			continue
		}
		x := ridge.X + (to.X-ridge.X)*(ridge.Z-z)/fall
		if y, ok := r.rings[i].forward(math.Abs(x), way > 0); ok {
			put(plane.Pt((y-ridge.Y)*way+strapOff, z))
		}
	}
	put(plane.Pt((to.Y-ridge.Y)*way, to.Z))
	var line []Point
	for _, p := range hull {
		line = append(line, Point{X: ridge.X + (to.X-ridge.X)*(ridge.Z-p.Y)/fall, Y: ridge.Y + way*p.X, Z: p.Y})
	}
	return spread(line, strapRows)
}

// spread are so many places evenly along a line.
func spread(line []Point, n int) []Point {
	run := make([]float64, len(line))
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		run[i] = run[i-1] + math.Sqrt((b.X-a.X)*(b.X-a.X)+(b.Y-a.Y)*(b.Y-a.Y)+(b.Z-a.Z)*(b.Z-a.Z))
	}
	out := make([]Point, 0, n)
	i := 1
	for k := range n {
		at := run[len(run)-1] * float64(k) / float64(n-1)
		for i < len(line)-1 && run[i] < at {
			i++
		}
		a, b := line[i-1], line[i]
		t := min(max((at-run[i-1])/max(run[i]-run[i-1], 1e-9), 0), 1)
		out = append(out, Point{X: a.X + (b.X-a.X)*t, Y: a.Y + (b.Y-a.Y)*t, Z: a.Z + (b.Z-a.Z)*t})
	}
	return out
}

// bib is the left half of a bib that stands on a band and lies on the body, flat from side to side of what stands out most.
func (r *relief) bib(wide, high float64) Flap {
	out := Flap{Columns: across, On: make([]Point, strapRows*across)}
	for j := range across {
		x := wide / 2 * float64(j) / (across - 1)
		foot, top := r.at(x, 0, true), r.at(x, -high, true)
		foot.Y, top.Y = foot.Y+strapOff, top.Y+strapOff
		line := r.down(top, foot)
		for k, p := range line {
			out.On[(strapRows-1-k)*across+across-1-j] = p
		}
	}
	return out
}
