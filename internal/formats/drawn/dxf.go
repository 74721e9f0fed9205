package drawn

import (
	"bufio"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"ardentgusset/core/plane"
)

// units are what $INSUNITS says, mm.
var units = map[int]float64{1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000}

// entity is an entity of a DXF drawing: its pairs in order.
type entity struct {
	kind  string
	codes []int
	text  []string
	in    []*entity // vertices of a polyline
}

func (e *entity) first(code int) (string, bool) {
	for i, c := range e.codes {
		if c == code {
			return e.text[i], true
		}
	}
	return "", false
}

func (e *entity) number(code int, other float64) float64 {
	t, ok := e.first(code)
	if !ok {
		return other
	}
	x, err := strconv.ParseFloat(strings.TrimSpace(t), 64)
	if err != nil || math.IsNaN(x) || math.IsInf(x, 0) {
		return other
	}
	return x
}

func (e *entity) numbers(code int) (out []float64) {
	for i, c := range e.codes {
		if c == code {
			if x, err := strconv.ParseFloat(strings.TrimSpace(e.text[i]), 64); err == nil && !math.IsNaN(x) && !math.IsInf(x, 0) {
				out = append(out, x)
			}
		}
	}
	return out
}

// DXF reads the lines of a DXF drawing in text. What is not read is counted by its kind.
func DXF(r io.Reader) (*Drawing, error) {
	scan := bufio.NewScanner(io.LimitReader(r, MostBytes))
	scan.Buffer(make([]byte, 0, 4096), 1<<20)
	d := &Drawing{Left: map[string]int{}}
	blocks := map[string][]*entity{}
	base := map[string]plane.Point{}
	var top []*entity
	section, block, variable := "", "", ""
	var now, poly *entity
	var corner plane.Point
	put := func(e *entity) {
		if e == nil || e.kind == "" {
			return
		}
		switch {
		case e.kind == "VERTEX" && poly != nil:
			poly.in = append(poly.in, e)
		case e.kind == "SEQEND":
			poly = nil
		case section == "BLOCKS" && block != "":
			blocks[block] = append(blocks[block], e)
		case section == "ENTITIES":
			top = append(top, e)
		}
		if e.kind == "POLYLINE" {
			poly = e
		}
	}
	count := 0
	for scan.Scan() {
		line := strings.TrimSpace(scan.Text())
		if count == 0 && strings.HasPrefix(line, "AutoCAD Binary") {
			return nil, errors.New("this is a binary DXF file: save it as text")
		}
		code, err := strconv.Atoi(line)
		if err != nil || !scan.Scan() {
			return nil, fmt.Errorf("this is no DXF file that can be read: line %d is no group code", 2*count+1)
		}
		if count++; count > 4*MostPoints {
			return nil, fmt.Errorf("the drawing has more than %d pairs", 4*MostPoints)
		}
		value := strings.TrimRight(scan.Text(), "\r\n ")
		if code != 0 {
			switch {
			case now != nil:
				now.codes, now.text = append(now.codes, code), append(now.text, value)
			case section == "" && code == 2:
				section = strings.TrimSpace(value)
			case section == "HEADER" && code == 9:
				variable = strings.TrimSpace(value)
			case section == "HEADER" && variable == "$INSUNITS" && code == 70:
				n, _ := strconv.Atoi(strings.TrimSpace(value))
				d.Unit = units[n]
			}
			continue
		}
		kind := strings.TrimSpace(value)
		if now != nil && now.kind == "BLOCK" {
			block, _ = now.first(2)
			corner = plane.Pt(now.number(10, 0), now.number(20, 0))
			base[block] = corner
			now = nil
		}
		put(now)
		now = nil
		switch kind {
		case "SECTION":
			section = ""
		case "ENDSEC":
			section, poly = "-", nil
		case "ENDBLK":
			block = ""
		case "EOF":
			return d, (&dxfWalk{d: d, blocks: blocks, base: base}).walk(top, upright, "", 0)
		default:
			if section == "ENTITIES" || section == "BLOCKS" {
				now = &entity{kind: kind}
			}
		}
	}
	if scan.Err() != nil || len(top) == 0 {
		return nil, errors.New("this is no DXF file that can be read: it ends before its entities do")
	}
	put(now)
	return d, (&dxfWalk{d: d, blocks: blocks, base: base}).walk(top, upright, "", 0)
}

type dxfWalk struct {
	d      *Drawing
	blocks map[string][]*entity
	base   map[string]plane.Point
	points int
}

func (w *dxfWalk) walk(list []*entity, m matrix, group string, deep int) error {
	if deep > 20 {
		return errors.New("blocks of the drawing hold each other")
	}
	for _, e := range list {
		if e.kind == "INSERT" {
			name, _ := e.first(2)
			in, ok := w.blocks[name]
			if !ok {
				return fmt.Errorf("INSERT: there is no block %.40q", name)
			}
			sin, cos := math.Sincos(e.number(50, 0) * math.Pi / 180)
			sx, sy := e.number(41, 1), e.number(42, 1)
			at := m.then(matrix{cos * sx, sin * sx, -sin * sy, cos * sy, e.number(10, 0), e.number(20, 0)})
			b := w.base[name]
			if err := w.walk(in, at.then(matrix{1, 0, 0, 1, -b.X, -b.Y}), name, deep+1); err != nil {
				return err
			}
			continue
		}
		on, closed, ok := drawnAs(e)
		if !ok {
			w.d.Left[e.kind]++
			continue
		}
		w.points += len(on)
		if w.points > MostPoints || len(w.d.Lines) >= MostLines {
			return fmt.Errorf("the drawing has more than %d lines or %d points", MostLines, MostPoints)
		}
		for i, q := range on {
			on[i] = m.of(q)
		}
		layer, _ := e.first(8)
		w.d.Lines = append(w.d.Lines, Line{On: on, Closed: closed, Kind: strings.TrimSpace(layer), Group: group})
	}
	return nil
}

// drawnAs is the line of an entity.
func drawnAs(e *entity) (on []plane.Point, closed, ok bool) {
	at := func(x, y int) plane.Point { return plane.Pt(e.number(x, 0), e.number(y, 0)) }
	switch e.kind {
	case "LINE":
		return []plane.Point{at(10, 20), at(11, 21)}, false, true
	case "CIRCLE":
		return turned(at(10, 20), e.number(40, 0), e.number(40, 0), 0, 360), true, true
	case "ARC":
		from, to := e.number(50, 0), e.number(51, 360)
		for to <= from {
			to += 360
		}
		return turned(at(10, 20), e.number(40, 0), e.number(40, 0), from, to-from), false, true
	case "ELLIPSE":
		major, ratio := at(11, 21), e.number(40, 1)
		from, to := e.number(41, 0), e.number(42, 2*math.Pi)
		n := 180
		for k := range n + 1 {
			sin, cos := math.Sincos(from + (to-from)*float64(k)/float64(n))
			on = append(on, at(10, 20).Add(major.Times(cos)).Add(major.Left().Times(ratio*sin)))
		}
		return on, to-from > 2*math.Pi-1e-6, true
	case "LWPOLYLINE":
		xs, ys := e.numbers(10), e.numbers(20)
		var bulges []float64
		for i, c := range e.codes { // a bulge belongs to the vertex before it
			x, _ := strconv.ParseFloat(strings.TrimSpace(e.text[i]), 64)
			switch {
			case c == 10:
				bulges = append(bulges, 0)
			case c == 42 && len(bulges) > 0:
				bulges[len(bulges)-1] = x
			}
		}
		var v []plane.Point
		for i := range min(len(xs), len(ys)) {
			v = append(v, plane.Pt(xs[i], ys[i]))
		}
		closed = int(e.number(70, 0))&1 == 1
		return bulged(v, bulges, closed), closed, len(v) > 1
	case "POLYLINE":
		var v []plane.Point
		var bulges []float64
		for _, x := range e.in {
			v, bulges = append(v, plane.Pt(x.number(10, 0), x.number(20, 0))), append(bulges, x.number(42, 0))
		}
		closed = int(e.number(70, 0))&1 == 1
		return bulged(v, bulges, closed), closed, len(v) > 1
	case "SPLINE":
		on = spline(e)
		return on, int(e.number(70, 0))&1 == 1, len(on) > 1
	}
	return nil, false, false
}

// bulged are the stretches between vertices, bowed by their bulge: the tangent of a quarter of the angle each turns through.
func bulged(v []plane.Point, bulges []float64, closed bool) (out []plane.Point) {
	n := len(v)
	for i, a := range v {
		out = append(out, a)
		if i == n-1 && !closed {
			break
		}
		b, k := v[(i+1)%n], 0.0
		if i < len(bulges) {
			k = bulges[i]
		}
		if math.Abs(k) < 1e-9 || a.To(b) < 1e-12 {
			continue
		}
		angle := 4 * math.Atan(k)
		r := a.To(b) / 2 / math.Sin(angle/2)
		mid := a.Mid(b).Add(b.Sub(a).Unit().Left().Times(r * math.Cos(angle/2)))
		from := a.Sub(mid)
		steps := max(int(math.Abs(angle)/(2*math.Pi)*180), 4)
		for s := 1; s < steps; s++ {
			out = append(out, mid.Add(from.Turned(angle*float64(s)/float64(steps))))
		}
	}
	return out
}

// spline is a NURBS of any degree up to five as chords (the algorithm of de Boor), or the line through its fit points.
func spline(e *entity) (out []plane.Point) {
	degree := int(e.number(71, 3))
	knots, weights := e.numbers(40), e.numbers(41)
	xs, ys := e.numbers(10), e.numbers(20)
	n := min(len(xs), len(ys))
	if degree < 1 || degree > 5 || n <= degree || len(knots) < n+degree+1 {
		fx, fy := e.numbers(11), e.numbers(21)
		var v []plane.Point
		for i := range min(len(fx), len(fy)) {
			v = append(v, plane.Pt(fx[i], fy[i]))
		}
		if len(v) > 2 {
			return plane.Through(v)
		}
		return v
	}
	steps := min(16*n, 4000)
	low, high := knots[degree], knots[n]
	for s := range steps + 1 {
		t := low + (high-low)*float64(s)/float64(steps)
		k := degree
		for k < n-1 && knots[k+1] <= t {
			k++
		}
		var q [6][3]float64
		for j := range degree + 1 {
			w := 1.0
			if i := j + k - degree; i < len(weights) && weights[i] > 0 {
				w = weights[i]
			}
			q[j] = [3]float64{xs[j+k-degree] * w, ys[j+k-degree] * w, w}
		}
		for r := 1; r <= degree; r++ {
			for j := degree; j >= r; j-- {
				a, b := knots[j+k-degree], knots[j+1+k-r]
				alpha := 0.0
				if b > a {
					alpha = (t - a) / (b - a)
				}
				for c := range 3 {
					q[j][c] = (1-alpha)*q[j-1][c] + alpha*q[j][c]
				}
			}
		}
		out = append(out, plane.Pt(q[degree][0]/q[degree][2], q[degree][1]/q[degree][2]))
	}
	return out
}
