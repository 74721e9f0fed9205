package worn

import (
	"math"

	"ardentgusset/core/drape"

	"gonum.org/v1/gonum/spatial/r3"
)

// View is a side that a figure is looked at from: Yaw in degrees, 0 from before and 90 from the wearer's left, Pitch how far from above,
// and how many mm a dot of the picture is wide.
type View struct {
	Yaw, Pitch float64
	Dot        float64
}

// Picture is what is seen of a figure, dot by dot: what it belongs to, −1 for nothing, how light it is and how near, mm.
type Picture struct {
	Wide, High int
	Dot        float64
	Left, Top  float64 // of its first dot, mm from the axis and below the waist
	of         []int8
	light      []float32
	near       []float32
	figured    []uint8 // how much of the motif's colour it has, in quarters
	// veils are where sheer cloth of a layer lies before all that is not, and how often, by the layer.
	veils map[int][]uint8
	turn  [4]float64
}

// seen is where a place lies on the page: right, down, and towards who looks, mm.
func (p *Picture) seen(q r3.Vec) r3.Vec {
	sy, cy, sp, cp := p.turn[0], p.turn[1], p.turn[2], p.turn[3]
	before := q.X*sy - q.Y*cy
	return r3.Vec{X: q.X*cy + q.Y*sy, Y: before*sp + q.Z*cp, Z: before*cp - q.Z*sp}
}

// lamp is where the light comes from: the left, above and before the page.
var lamp = r3.Vec{X: -0.4503, Y: -0.5003, Z: 0.7405}

// From is what is seen of the figure in its first n layers.
func (f *Figure) From(v View, n int) *Picture {
	p := &Picture{Dot: v.Dot}
	p.turn[0], p.turn[1] = math.Sincos(v.Yaw * math.Pi / 180)
	p.turn[2], p.turn[3] = math.Sincos(v.Pitch * math.Pi / 180)
	parts := f.parts(min(n, len(f.Layers)))
	low, high := r3.Vec{X: math.Inf(1), Y: math.Inf(1)}, r3.Vec{X: math.Inf(-1), Y: math.Inf(-1)}
	for i := range parts {
		for k, q := range parts[i].on {
			q = p.seen(q)
			parts[i].on[k] = q
			parts[i].out[k] = p.seen(parts[i].out[k])
			low = r3.Vec{X: min(low.X, q.X), Y: min(low.Y, q.Y)}
			high = r3.Vec{X: max(high.X, q.X), Y: max(high.Y, q.Y)}
		}
	}
	p.Left, p.Top = low.X-2*v.Dot, low.Y-2*v.Dot
	p.Wide, p.High = int((high.X-p.Left)/v.Dot)+3, int((high.Y-p.Top)/v.Dot)+3
	p.of, p.light, p.near = make([]int8, p.Wide*p.High), make([]float32, p.Wide*p.High), make([]float32, p.Wide*p.High)
	p.figured = make([]uint8, p.Wide*p.High)
	for i := range p.of {
		p.of[i], p.near[i] = -1, float32(math.Inf(-1))
	}
	for _, sheer := range []bool{false, true} {
		for i := range parts {
			if parts[i].sheer == sheer {
				p.draw(&parts[i])
			}
		}
	}
	return p
}

// draw puts a part into the picture where nothing nearer is.
func (p *Picture) draw(m *part) {
	if m.sheer && p.veils[m.of] == nil {
		if p.veils == nil {
			p.veils = map[int][]uint8{}
		}
		p.veils[m.of] = make([]uint8, p.Wide*p.High)
	}
	columns := m.columns
	if !m.closed {
		columns--
	}
	for i := range m.rows - 1 {
		for j := range columns {
			l, r := j, (j+1)%m.columns
			a, b, c, d := i*m.columns+l, (i+1)*m.columns+l, i*m.columns+r, (i+1)*m.columns+r
			high := min(m.drop[a], m.drop[b], m.drop[c], m.drop[d])
			if low := max(m.drop[a], m.drop[b], m.drop[c], m.drop[d]); len(m.covered) > 0 && m.hidden(high, low) {
				continue
			}
			p.face(m, a, b, c)
			p.face(m, c, b, d)
		}
	}
}

// Shows tells whether a repeat is large enough for the picture's dots.
func (p *Picture) Shows(r *Repeat) bool {
	const dots = 5.0
	least := math.Inf(1)
	for _, x := range [2]float64{r.Along, r.Across} {
		if x > 0 {
			least = min(least, x)
		}
	}
	return least >= dots*p.Dot
}

// face puts a triangle into the picture.
func (p *Picture) face(m *part, i, j, k int) {
	a, b, c := m.on[i], m.on[j], m.on[k]
	area := (b.X-a.X)*(c.Y-a.Y) - (b.Y-a.Y)*(c.X-a.X)
	if math.Abs(area) < 1e-9 {
		return
	}
	facing := m.out[i].Z+m.out[j].Z+m.out[k].Z > 0
	if m.shut && !facing {
		return
	}
	lift := 0.0
	if facing {
		lift = m.lift
	}
	x0 := max(int(math.Ceil((min(a.X, b.X, c.X)-p.Left)/p.Dot)), 0)
	x1 := min(int((max(a.X, b.X, c.X)-p.Left)/p.Dot), p.Wide-1)
	y0 := max(int(math.Ceil((min(a.Y, b.Y, c.Y)-p.Top)/p.Dot)), 0)
	y1 := min(int((max(a.Y, b.Y, c.Y)-p.Top)/p.Dot), p.High-1)
	for y := y0; y <= y1; y++ {
		py := p.Top + float64(y)*p.Dot
		for x := x0; x <= x1; x++ {
			px := p.Left + float64(x)*p.Dot
			u := ((b.X-px)*(c.Y-py) - (b.Y-py)*(c.X-px)) / area
			v := ((c.X-px)*(a.Y-py) - (c.Y-py)*(a.X-px)) / area
			w := 1 - u - v
			if u < -1e-9 || v < -1e-9 || w < -1e-9 {
				continue
			}
			at := y*p.Wide + x
			near := float32(u*a.Z + v*b.Z + w*c.Z + lift)
			if near <= p.near[at] {
				continue
			}
			if m.in != nil && u*m.in[i]+v*m.in[j]+w*m.in[k] < 0 {
				continue
			}
			if m.sheer {
				p.veils[m.of][at] = min(p.veils[m.of][at]+1, 3)
				continue
			}
			n := r3.Add(r3.Add(r3.Scale(u, m.out[i]), r3.Scale(v, m.out[j])), r3.Scale(w, m.out[k]))
			light := 0.0
			if long := r3.Norm(n); long > 0 && n.Z > 0 {
				light = max(r3.Dot(n, lamp)/long, 0)
				light *= 1.25 - 0.25*light
			}
			p.of[at], p.near[at], p.light[at] = int8(m.of), near, float32(light)
			p.figured[at] = 0
			if m.repeat != nil && p.Shows(m.repeat) {
				r, s, t := m.cloth[i], m.cloth[j], m.cloth[k]
				p.figured[at] = uint8(math.Round(4 * m.repeat.At(u*r[0]+v*s[0]+w*t[0], u*r[1]+v*s[1]+w*t[1])))
			}
		}
	}
}

// LineIs is what a line of a drawing is.
type LineIs string

// What lines are.
const (
	SeamLine   LineIs = "seam"
	EdgeLine   LineIs = "edge"
	DartLine   LineIs = "dart"
	StitchLine LineIs = "stitch" // of a channel, of quilting
	LaceLine   LineIs = "lace"
	ButtonMark LineIs = "button"
)

// Stroke is what is seen of a line: x from the axis and y below the waist on the page, mm, a button's one place with how far it is across.
type Stroke struct {
	Is     LineIs
	Of     int
	On     [][2]float64
	Across float64
}

// Strokes are the lines of the figure's first n layers as far as they are seen.
func (f *Figure) Strokes(p *Picture, n int) (out []Stroke) {
	for i := range f.Layers[:min(n, len(f.Layers))] {
		l := &f.Layers[i]
		lift := layerLift*float64(i+1) + 6
		put := func(is LineIs, line []float64, across float64) {
			for _, run := range p.unhidden(i+1, line, lift) {
				if len(run) > 1 || across > 0 {
					out = append(out, Stroke{is, i + 1, run, across})
				}
			}
		}
		hung := math.Inf(1) // what hangs has its own lines
		if len(l.Sheets) > 0 && len(l.Held) > 0 {
			hung = l.Held[len(l.Held)-1].Drop + 2
		}
		for _, line := range l.Lines {
			is := EdgeLine
			switch line.Kind {
			case "seam":
				is = SeamLine
			case "dart":
				is = DartLine
			}
			put(is, above(line.Line, hung), 0)
		}
		for _, t := range l.Trims {
			if is, ok := trimLines[t.Is]; ok {
				put(is, t.On, t.Across)
			}
		}
		for k := range l.Sheets {
			s := &l.Sheets[k]
			for _, line := range s.Seams {
				put(SeamLine, line, 0)
				put(SeamLine, mirror(line), 0)
			}
			for _, line := range s.Edges {
				put(EdgeLine, line, 0)
				put(EdgeLine, mirror(line), 0)
			}
		}
	}
	return out
}

// trimLines are the trims that are drawn as lines, and as which.
var trimLines = map[drape.TrimIs]LineIs{drape.SeamTrim: SeamLine, drape.EdgeTrim: EdgeLine, drape.BoneTrim: StitchLine,
	drape.QuiltTrim: StitchLine, drape.StitchTrim: StitchLine, drape.PleatTrim: SeamLine, drape.LaceTrim: LaceLine, drape.HoopTrim: EdgeLine,
	drape.ButtonTrim: ButtonMark}

func above(line []float64, drop float64) (out []float64) {
	for k := 0; k+2 < len(line); k += 3 {
		if line[k+2] < drop {
			out = append(out, line[k:k+3]...)
		}
	}
	return out
}

func mirror(line []float64) []float64 {
	out := make([]float64, len(line))
	for k, x := range line {
		if k%3 == 0 {
			x = -x
		}
		out[k] = x
	}
	return out
}

// unhidden are the runs of a layer's line that nothing lies before, and nothing is worn over.
func (p *Picture) unhidden(own int, line []float64, lift float64) (out [][][2]float64) {
	const within = 14.0
	var run [][2]float64
	flush := func() {
		if len(run) > 0 {
			out = append(out, simpler(run, slack*p.Dot))
		}
		run = nil
	}
	look := func(q r3.Vec) {
		x, y := int(math.Round((q.X-p.Left)/p.Dot)), int(math.Round((q.Y-p.Top)/p.Dot))
		dot := func(dx, dy int) (of int8, ok bool) {
			u, v := x+dx, y+dy
			if u < 0 || v < 0 || u >= p.Wide || v >= p.High {
				return -1, false
			}
			at := v*p.Wide + u
			return p.of[at], p.of[at] >= 0 && int(p.of[at]) <= own && float64(p.near[at]) <= q.Z+lift+within
		}
		of, ok := dot(0, 0)
		if of < 0 { // an edge ends beside what it is the edge of
			for _, by := range [4][2]int{{1, 0}, {-1, 0}, {0, 1}, {0, -1}} {
				_, beside := dot(by[0], by[1])
				ok = ok || beside
			}
		}
		hidden := !ok
		if hidden {
			flush()
			return
		}
		run = append(run, [2]float64{q.X, q.Y})
	}
	var last r3.Vec
	for k := 0; k+2 < len(line); k += 3 {
		q := p.seen(r3.Vec{X: line[k], Y: line[k+1], Z: line[k+2]})
		if k > 0 {
			for s, i := int(math.Hypot(q.X-last.X, q.Y-last.Y)/(2*p.Dot)), 1; i <= s; i++ {
				look(r3.Add(last, r3.Scale(float64(i)/float64(s+1), r3.Sub(q, last))))
			}
		}
		look(q)
		last = q
	}
	flush()
	return out
}
