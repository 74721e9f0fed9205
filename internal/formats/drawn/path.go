package drawn

import (
	"errors"
	"math"
	"strconv"

	"ardentgusset/core/plane"
)

var errPath = errors.New("a path of the drawing can't be read")

// wants is how many numbers a command of a path takes.
var wants = map[byte]int{'M': 2, 'L': 2, 'H': 1, 'V': 1, 'C': 6, 'S': 4, 'Q': 4, 'T': 2, 'A': 7, 'Z': 0}

// pen draws a path.
type pen struct {
	d        string
	at       int
	out      []Line
	on       []plane.Point
	here     plane.Point
	start    plane.Point
	handle   plane.Point // the last of the curve before, for one that goes on smoothly
	handleOf byte
}

// subpaths are the lines of path data, all of its commands.
func subpaths(d string) ([]Line, error) {
	p := &pen{d: d}
	cmd := byte(0)
	for {
		p.skip()
		if p.at >= len(p.d) {
			break
		}
		if c := p.d[p.at]; c >= 'A' && c <= 'Z' && c != 'E' || c >= 'a' && c <= 'z' && c != 'e' {
			cmd = c
			p.at++
		} else if cmd == 0 || cmd == 'Z' || cmd == 'z' {
			return nil, errPath
		}
		upper := cmd &^ 0x20
		n, ok := wants[upper]
		if !ok {
			return nil, errPath
		}
		v := make([]float64, n)
		for i := range v {
			var err error
			if v[i], err = p.number(upper == 'A' && (i == 3 || i == 4)); err != nil {
				return nil, err
			}
		}
		p.step(upper, cmd != upper, v)
		if len(p.on) > MostPoints || len(p.out) > MostLines {
			return nil, errors.New("a path of the drawing has too many points")
		}
		switch cmd {
		case 'M':
			cmd = 'L'
		case 'm':
			cmd = 'l'
		}
	}
	p.lift(false)
	return p.out, nil
}

func (p *pen) skip() {
	for p.at < len(p.d) && (p.d[p.at] <= ' ' || p.d[p.at] == ',') {
		p.at++
	}
}

// number reads the next number; a flag is one digit.
func (p *pen) number(flag bool) (float64, error) {
	p.skip()
	i := p.at
	if flag {
		if i < len(p.d) && (p.d[i] == '0' || p.d[i] == '1') {
			p.at++
			return float64(p.d[i] - '0'), nil
		}
		return 0, errPath
	}
	point, power := false, false
	for p.at < len(p.d) {
		c := p.d[p.at]
		switch {
		case c >= '0' && c <= '9':
		case c == '.' && !point && !power:
			point = true
		case (c == 'e' || c == 'E') && !power && p.at > i:
			power = true
		case (c == '-' || c == '+') && (p.at == i || p.d[p.at-1] == 'e' || p.d[p.at-1] == 'E'):
		default:
			goto done
		}
		p.at++
	}
done:
	x, err := strconv.ParseFloat(p.d[i:p.at], 64)
	if err != nil || math.IsNaN(x) || math.IsInf(x, 0) {
		return 0, errPath
	}
	return x, nil
}

// lift ends a line.
func (p *pen) lift(closed bool) {
	if len(p.on) > 1 {
		p.out = append(p.out, Line{On: p.on, Closed: closed})
	}
	p.on = nil
}

func (p *pen) to(q plane.Point) {
	if len(p.on) == 0 {
		p.on = append(p.on, p.here)
	}
	p.on = append(p.on, q)
	p.here = q
}

func (p *pen) cubic(a, b, c plane.Point) {
	if len(p.on) == 0 {
		p.on = append(p.on, p.here)
	}
	p.on = append(p.on, fine(p.here, a, b, c)...)
	p.here, p.handle = c, b
}

// fine is a cubic as chords, close enough for any cutter, without its first point.
func fine(a, b, c, d plane.Point) []plane.Point {
	bend := max(a.Sub(b.Times(2)).Add(c).Norm(), b.Sub(c.Times(2)).Add(d).Norm()) * 6
	n := min(max(int(math.Ceil(math.Sqrt(bend/8/0.01))), 4), 400)
	out := make([]plane.Point, 0, n)
	for k := 1; k <= n; k++ {
		t := float64(k) / float64(n)
		u := 1 - t
		out = append(out, a.Times(u*u*u).Add(b.Times(3*u*u*t)).Add(c.Times(3*u*t*t)).Add(d.Times(t*t*t)))
	}
	return out
}

// step draws what a command does.
func (p *pen) step(cmd byte, relative bool, v []float64) {
	from := plane.Point{}
	if relative {
		from = p.here
	}
	pt := func(i int) plane.Point { return from.Add(plane.Pt(v[i], v[i+1])) }
	smooth := func(of string) plane.Point { // the handle before, mirrored
		if p.handleOf == of[0] || p.handleOf == of[1] {
			return p.here.Times(2).Sub(p.handle)
		}
		return p.here
	}
	switch cmd {
	case 'M':
		p.lift(false)
		p.here = pt(0)
		p.start = p.here
	case 'L':
		p.to(pt(0))
	case 'H':
		p.to(plane.Pt(from.X+v[0], p.here.Y))
	case 'V':
		p.to(plane.Pt(p.here.X, from.Y+v[0]))
	case 'C':
		p.cubic(pt(0), pt(2), pt(4))
	case 'S':
		p.cubic(smooth("CS"), pt(0), pt(2))
	case 'Q', 'T':
		var mid, end plane.Point
		if cmd == 'Q' {
			mid, end = pt(0), pt(2)
		} else {
			mid, end = smooth("QT"), pt(0)
		}
		p.cubic(p.here.Toward(mid, 2.0/3), end.Toward(mid, 2.0/3), end)
		p.handle = mid
	case 'A':
		p.arc(v[0], v[1], v[2], v[3] != 0, v[4] != 0, pt(5))
	case 'Z':
		p.lift(true)
		p.here = p.start
	}
	p.handleOf = cmd
}

// arc is an elliptical arc to a place (SVG 1.1, F.6.5).
func (p *pen) arc(rx, ry, lean float64, large, sweep bool, to plane.Point) {
	rx, ry = math.Abs(rx), math.Abs(ry)
	from := p.here
	if rx < 1e-9 || ry < 1e-9 || from.To(to) < 1e-12 {
		p.to(to)
		return
	}
	sin, cos := math.Sincos(lean * math.Pi / 180)
	half := from.Sub(to).Times(0.5)
	x, y := cos*half.X+sin*half.Y, -sin*half.X+cos*half.Y
	if l := x*x/(rx*rx) + y*y/(ry*ry); l > 1 {
		rx, ry = rx*math.Sqrt(l), ry*math.Sqrt(l)
	}
	k := math.Sqrt(max((rx*rx*ry*ry-rx*rx*y*y-ry*ry*x*x)/(rx*rx*y*y+ry*ry*x*x), 0))
	if large == sweep {
		k = -k
	}
	cx, cy := k*rx*y/ry, -k*ry*x/rx
	mid := from.Mid(to).Add(plane.Pt(cos*cx-sin*cy, sin*cx+cos*cy))
	start := math.Atan2((y-cy)/ry, (x-cx)/rx)
	by := math.Atan2((-y-cy)/ry, (-x-cx)/rx) - start
	if sweep && by < 0 {
		by += 2 * math.Pi
	} else if !sweep && by > 0 {
		by -= 2 * math.Pi
	}
	n := max(int(math.Abs(by)/(2*math.Pi)*360), 4)
	for i := 1; i < n; i++ {
		s, c := math.Sincos(start + by*float64(i)/float64(n))
		p.to(mid.Add(plane.Pt(cos*rx*c-sin*ry*s, sin*rx*c+cos*ry*s)))
	}
	p.to(to)
}
