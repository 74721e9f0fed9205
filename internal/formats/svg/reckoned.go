package svg

import (
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/reckon"
)

// Reckoned is the drawing of a reckoner's answer, to scale: everything it holds in one width of the page. Plain leaves its
// lettering out.
type Reckoned struct {
	Shapes []reckon.Shape
	Unit   measure.Unit
	Name   string
	Plain  bool
}

// How large it is drawn, px.
const reckonedWide, reckonedHigh, reckonedEdge = 640.0, 420.0, 46.0

// Draw draws it.
func (r Reckoned) Draw() string {
	var box plane.Box
	first := true
	for _, s := range r.Shapes {
		for _, p := range s.Line {
			if first {
				box, first = plane.Box{Min: p, Max: p}, false
			}
			box.Min = plane.Pt(min(box.Min.X, p.X), min(box.Min.Y, p.Y))
			box.Max = plane.Pt(max(box.Max.X, p.X), max(box.Max.Y, p.Y))
		}
	}
	edge := reckonedEdge
	if r.Plain {
		edge = 14
	}
	k := min((reckonedWide-2*edge)/max(box.Width(), 1), (reckonedHigh-2*edge)/max(box.Height(), 1))
	wide, high := box.Width()*k+2*edge, box.Height()*k+2*edge
	if r.Plain {
		wide, high = reckonedWide, reckonedHigh
	}
	high = max(high, 90)
	dx, dy := (wide-box.Width()*k)/2-box.Min.X*k, (high-box.Height()*k)/2+box.Max.Y*k
	at := func(p plane.Point) plane.Point { return plane.Pt(dx+p.X*k, p.Y*k-dy) } // path turns y
	var d drawing
	foot := 0.0
	if !r.Plain {
		foot = 22
	}
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="reckoned" role="img" aria-label="%s, drawn to scale" viewBox="0 0 %s %s">`,
		esc(r.Name), n(wide), n(high+foot))
	for _, s := range r.Shapes {
		r.shape(&d, s, at)
	}
	if !r.Plain {
		r.lettering(&d, at)
		r.bar(&d, k, high)
	}
	d.put(`</svg>`)
	return d.String()
}

func (r Reckoned) shape(d *drawing, s reckon.Shape, at func(plane.Point) plane.Point) {
	line := make([]plane.Point, len(s.Line))
	for i, p := range s.Line {
		line[i] = at(p)
	}
	switch {
	case len(line) == 0:
	case s.Kind == reckon.Point:
		d.put(`<circle class="rk-point" cx="%s" cy="%s" r="%s"/>`, n(line[0].X), n(-line[0].Y),
			n(map[bool]float64{false: 3.2, true: 4.5}[r.Plain]))
	case s.Kind == reckon.Measure:
		if r.Plain {
			return
		}
		a, b := line[0], line[len(line)-1]
		tick := a.To(b)
		if tick > 0 {
			side := b.Sub(a).Unit().Right().Times(4)
			d.put(`<path class="rk-measure" d="%s%s%s"/>`, path([]plane.Point{a, b}, false), path([]plane.Point{a.Add(side), a.Sub(side)}, false),
				path([]plane.Point{b.Add(side), b.Sub(side)}, false))
		}
	default:
		d.put(`<path class="rk-%s" d="%s"/>`, string(s.Kind), path(line, s.Closed))
	}
}

// lettering writes labels where they have room.
func (r Reckoned) lettering(d *drawing, at func(plane.Point) plane.Point) {
	var taken []plane.Box
	var all []plane.Point
	for _, s := range r.Shapes {
		all = append(all, s.Line...)
	}
	whole := plane.BoxOf(all)
	write := func(x, y float64, text, class string) {
		half := float64(len([]rune(text)))*3.6 + 3
		box := plane.Box{Min: plane.Pt(x-half, y-12), Max: plane.Pt(x+half, y+3)}
		for _, t := range taken {
			if box.Min.X < t.Max.X && t.Min.X < box.Max.X && box.Min.Y < t.Max.Y && t.Min.Y < box.Max.Y {
				return
			}
		}
		taken = append(taken, box)
		d.put(`<text class="%s" x="%s" y="%s" text-anchor="middle">%s</text>`, class, n(x), n(y), esc(text))
	}
	for _, measures := range []bool{true, false} { // dimensions before names
		for _, s := range r.Shapes {
			if s.Label == "" || len(s.Line) == 0 || (s.Kind == reckon.Measure) != measures {
				continue
			}
			text := measure.Say(s.Label, r.Unit)
			a, b := at(s.Line[0]), at(s.Line[len(s.Line)-1])
			switch {
			case s.Kind == reckon.Measure && math.Abs(b.Y-a.Y) > math.Abs(b.X-a.X):
				aside := -6 - float64(len([]rune(text)))*3.6
				if a.X > at(whole.Min.Mid(whole.Max)).X { // beyond the middle it stands at the right
					aside = -aside
				}
				write(a.X+aside, -(a.Y+b.Y)/2+4, text, "rk-length")
			case s.Kind == reckon.Measure:
				write((a.X+b.X)/2, -(a.Y+b.Y)/2-6, text, "rk-length")
			case s.Kind == reckon.Point:
				write(a.X, -a.Y-8, text, "rk-name")
			default:
				middle := plane.BoxOf(s.Line)
				c := at(plane.Pt((middle.Min.X+middle.Max.X)/2, (middle.Min.Y+middle.Max.Y)/2))
				write(c.X, -c.Y+4, text, "rk-name")
			}
		}
	}
}

// bar draws how long a round length is at this scale, k px to the mm.
func (r Reckoned) bar(d *drawing, k, y float64) {
	steps := []float64{1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000}
	if r.Unit == measure.IN {
		steps = []float64{1.5875, 3.175, 6.35, 12.7, 25.4, 50.8, 127, 254, 508, 914.4, 1828.8, 4572, 9144}
	}
	long := steps[0]
	for _, s := range steps {
		if s*k <= 150 {
			long = s
		}
	}
	d.put(`<path class="rk-measure" d="M8 %sv6h%sv-6"/><text class="rk-length" x="%s" y="%s">%s</text>`,
		n(y+4), n(long*k), n(14+long*k), n(y+12),
		esc(measure.Length(long).In(r.Unit)))
}
