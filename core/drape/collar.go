package drape

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// Flap is cloth of a fitted garment that is turned over or stands up: rows of as many points each, on the left half.
type Flap struct {
	Columns int
	On      []Point
	Lapel   bool // its first column is the line that a front rolls on, from its upper end down to the break
}

// across and lifted are how many places a flap has over its width, and how far it stands off what it lies on, mm.
const across, lifted = 6, 5.0

// Flaps are the collar and the lapels of a garment on its surface, each read from its piece.
func (f *Fitted) Flaps(surface figure.Surface) []Flap {
	var out []Flap
	neck := neckOf(f.draft.Drawn)
	if len(neck) > 2 {
		h := hillOf(surface, neck)
		switch f.draft.Collar.As {
		case draft.StandsUp, draft.FallsOver, draft.Ruffled:
			if p := pieceOf(f.draft, f.draft.Collar.Piece); p != nil {
				out = append(out, h.collar(p, f.draft.Collar, neck))
			}
		case draft.TurnsOver:
			out = append(out, h.turned(f.draft.Collar, neck, rollOf(f.draft.Drawn)))
		}
	}
	for i := range f.draft.Pieces {
		p := &f.draft.Pieces[i]
		if p.Hidden || p.Of != "" || !f.has(p.ID) {
			continue
		}
		for _, m := range p.Marks {
			if m.Kind == pattern.FoldLine && m.Label == pattern.Roll && len(m.Path) > 1 {
				out = append(out, f.lapel(p, m.Path))
			}
		}
	}
	return out
}

// neckOf is the neckline of the left half as it lies on the figure, from the centre back to the centre front.
func neckOf(drawn []draft.Drawn) (out []r3.Vec) {
	for _, l := range drawn {
		if l.Kind == draft.DrawnNeck && !l.Right {
			out = append(out, l.Line...)
		}
	}
	if len(out) == 0 {
		return nil
	}
	front, back := math.Inf(-1), math.Inf(1)
	for _, p := range out {
		front, back = max(front, p.Y), min(back, p.Y)
	}
	axis := (front + back) / 2
	slices.SortStableFunc(out, func(a, b r3.Vec) int {
		if math.Atan2(math.Abs(a.X), a.Y-axis) > math.Atan2(math.Abs(b.X), b.Y-axis) {
			return -1
		}
		return 1
	})
	return slices.CompactFunc(out, func(a, b r3.Vec) bool { return r3.Norm(r3.Sub(a, b)) < 1 })
}

// rollOf is the line a front turns back on, from its upper end to the break.
func rollOf(drawn []draft.Drawn) []r3.Vec {
	for _, l := range drawn {
		if l.Kind == draft.DrawnRoll && !l.Right {
			return l.Line
		}
	}
	return nil
}

// hill is a surface as it falls away from a neck, in every direction from an axis in it.
type hill struct {
	axis  float64 // y, forward
	rings []half
}

func hillOf(surface figure.Surface, neck []r3.Vec) *hill {
	h := &hill{}
	front, back := math.Inf(-1), math.Inf(1)
	for _, p := range neck {
		front, back = max(front, p.Y), min(back, p.Y)
	}
	h.axis = (front + back) / 2
	for _, r := range surface {
		one := half{drop: r.Drop}
		for _, p := range r.Section.Between(0, 180) {
			one.on = append(one.on, plane.Pt(p.X, -p.Y))
		}
		h.rings = append(h.rings, one)
	}
	return h
}

// slope is how the surface falls in a direction from the axis: how far out and how far below the waist each of its places lies.
func (h *hill) slope(sin, cos float64) (out []plane.Point) {
	for _, r := range h.rings {
		for i := 1; i < len(r.on); i++ {
			a, b := r.on[i-1].Sub(plane.Pt(0, h.axis)), r.on[i].Sub(plane.Pt(0, h.axis))
			ca, cb := a.Cross(plane.Pt(sin, cos)), b.Cross(plane.Pt(sin, cos))
			if ca == cb || ca > 0 == (cb > 0) && ca != 0 && cb != 0 {
				continue
			}
			p := a.Toward(b, ca/(ca-cb))
			if far := p.Dot(plane.Pt(sin, cos)); far > 0 {
				out = append(out, plane.Pt(far, r.drop))
				break
			}
		}
	}
	return out
}

// falls are places down the surface from one on it, so far off it: as far along it as asked, each the next.
func (h *hill) falls(from r3.Vec, aways []float64, off float64) []Point {
	x, y := from.X, from.Y-h.axis
	far := math.Sqrt(x*x + y*y)
	sin, cos := x/max(far, 1e-9), y/max(far, 1e-9)
	line := h.slope(sin, cos)
	at := plane.Pt(far, -from.Z)
	start := 0
	for i, p := range line { // what lies lower than it, the nearest first
		if p.Y > at.Y+1 && p.X > at.X-4 {
			start = i
			break
		}
		start = i + 1
	}
	way := append([]plane.Point{at}, line[min(start, len(line)):]...)
	if len(way) < 2 {
		way = append(way, at.Add(plane.Pt(0, 400)))
	}
	long := plane.Length(way)
	var out []Point
	for _, a := range aways {
		p, ahead := plane.Along(way, min(a, long))
		n := ahead.Left() // out and up: (out, down) turned
		if n.X < 0 || n.X == 0 && n.Y > 0 {
			n = n.Times(-1)
		}
		k := off * min(a/8, 1)
		p = p.Add(n.Unit().Times(k))
		out = append(out, Point{X: p.X * sin, Y: p.X*cos + h.axis, Z: -p.Y})
	}
	return out
}

// width is how wide a piece is from a place of one of its edges straight across, mm.
func width(p *pattern.Piece, from, inward plane.Point) float64 {
	line, _ := p.Outline()
	best := 0.0
	start := from.Add(inward.Times(2))
	for i := range line {
		a, b := line[i], line[(i+1)%len(line)]
		d, e := inward, b.Sub(a)
		det := d.Cross(e)
		if math.Abs(det) < 1e-12 {
			continue
		}
		t, u := a.Sub(start).Cross(e)/det, a.Sub(start).Cross(d)/det
		if t > 0 && u >= 0 && u <= 1 && (best == 0 || t < best) {
			best = t
		}
	}
	return best + 2
}

// collar is a collar's piece on its neckline, from the centre back to the centre front: standing up, or falling over what is beneath.
func (h *hill) collar(p *pattern.Piece, c draft.Collar, neck []r3.Vec) Flap {
	out := Flap{Columns: across}
	run, sum := make([]float64, len(neck)), 0.0
	for i := 1; i < len(neck); i++ {
		sum += r3.Norm(r3.Sub(neck[i], neck[i-1]))
		run[i] = sum
	}
	var edge []plane.Point
	if e, ok := p.Edge("neck"); ok {
		edge = e.Line
	}
	line, _ := p.Outline()
	middle := plane.BoxOf(line)
	long := plane.Length(edge)
	n := max(int(sum/6), 8)
	k := 0
	for i := 0; i <= n; i++ {
		share := float64(i) / float64(n)
		for k < len(run)-2 && run[k+1] < share*sum {
			k++
		}
		at := r3.Add(neck[k], r3.Scale((share*sum-run[k])/max(run[k+1]-run[k], 1e-9), r3.Sub(neck[k+1], neck[k])))
		wide := middle.Height()
		if long > 0 && c.As == draft.FallsOver {
			q, ahead := plane.Along(edge, min(max(share, 0.01), 0.99)*long)
			wide = width(p, q, ahead.Left())
		}
		aways := make([]float64, across)
		for j := range aways {
			aways[j] = wide * float64(j) / (across - 1)
		}
		switch c.As {
		case draft.StandsUp:
			r := math.Hypot(at.X, at.Y-h.axis)
			sin, cos := at.X/max(r, 1e-9), (at.Y-h.axis)/max(r, 1e-9)
			for _, a := range aways {
				out.On = append(out.On, Point{X: at.X + sin*(3-0.16*a), Y: at.Y + cos*(3-0.16*a), Z: at.Z + 0.98*a})
			}
		default:
			off := lifted
			if c.As == draft.Ruffled {
				off += 6 * (1 + math.Sin(2*math.Pi*share*sum/24))
			}
			out.On = append(out.On, h.falls(at, aways, off)...)
		}
	}
	if c.As == draft.StandsUp { // its right side is the one away from the neck
		slices.Reverse(out.On)
		for k := 0; k < len(out.On); k += across {
			slices.Reverse(out.On[k : k+across])
		}
	}
	return out
}

// turned is a collar that stands up behind and falls over, from the centre back round to where the lapel begins on the line that rolls.
func (h *hill) turned(c draft.Collar, neck, roll []r3.Vec) Flap {
	out := Flap{Columns: across}
	var line []r3.Vec
	for _, p := range neck { // behind the shoulder
		if len(roll) > 0 && r3.Norm(r3.Sub(p, roll[0])) < 4 {
			break
		}
		line = append(line, p)
	}
	behind := len(line)
	run := 0.0
	for i, p := range roll {
		if i > 0 {
			run += r3.Norm(r3.Sub(p, roll[i-1]))
		}
		if run > c.Gorge {
			break
		}
		line = append(line, p)
	}
	for i, p := range line {
		share := 0.0 // of the way from the shoulder to the gorge
		if i >= behind {
			share = float64(i-behind+1) / float64(max(len(line)-behind, 1))
		}
		up := c.Stand * (1 - share)
		top := r3.Vec{X: p.X * 0.97, Y: p.Y, Z: p.Z + up}
		aways := make([]float64, across-1)
		for j := range aways {
			aways[j] = (c.Fall - up*0.2) * float64(j+1) / (across - 1)
		}
		r := math.Hypot(top.X, top.Y-h.axis)
		out.On = append(out.On, Point{X: top.X, Y: top.Y, Z: top.Z})
		fall := h.falls(p, aways, lifted+3)
		for j := range fall { // it comes down from the stand's edge to the surface
			k := 1 - float64(j+1)/float64(across-1)
			fall[j].Z += up * k
			if r > 0 {
				fall[j].X += top.X / r * 5 * math.Sin(math.Pi*k)
				fall[j].Y += (top.Y - h.axis) / r * 5 * math.Sin(math.Pi*k)
			}
		}
		out.On = append(out.On, fall...)
	}
	return out
}

// lapel is what of a front lies beyond the line that it rolls on, turned over that.
func (f *Fitted) lapel(p *pattern.Piece, roll []plane.Point) Flap {
	out := Flap{Columns: across, Lapel: true}
	a, b := roll[0], roll[len(roll)-1]
	up := b.Sub(a).Unit()
	outward := up.Left()
	if p.Fold == "" && width(p, a.Toward(b, 0.5), outward) > width(p, a.Toward(b, 0.5), outward.Times(-1)) {
		outward = outward.Times(-1)
	}
	const rowsOf = 28
	for i := rowsOf; i >= 0; i-- {
		at := a.Toward(b, float64(i)/rowsOf)
		wide := 0.0
		if i > 0 {
			wide = width(p, at, outward)
		}
		for j := range across {
			x := wide * float64(j) / (across - 1)
			q, _ := f.At(p.ID, at.Sub(outward.Times(x)))
			r := math.Hypot(q.X, q.Y)
			off := lifted * min(x/8, 1)
			q.X, q.Y = q.X*(1+off/max(r, 1)), q.Y*(1+off/max(r, 1))
			out.On = append(out.On, q)
		}
	}
	return out
}
