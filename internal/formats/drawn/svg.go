package drawn

import (
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"regexp"
	"strconv"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// matrix is an SVG transform: a c e, b d f.
type matrix [6]float64

var upright = matrix{1, 0, 0, 1, 0, 0}

func (m matrix) of(p plane.Point) plane.Point {
	return plane.Pt(m[0]*p.X+m[2]*p.Y+m[4], m[1]*p.X+m[3]*p.Y+m[5])
}

func (m matrix) then(n matrix) matrix { // n within m
	return matrix{m[0]*n[0] + m[2]*n[1], m[1]*n[0] + m[3]*n[1], m[0]*n[2] + m[2]*n[3], m[1]*n[2] + m[3]*n[3],
		m[0]*n[4] + m[2]*n[5] + m[4], m[1]*n[4] + m[3]*n[5] + m[5]}
}

var transforms = regexp.MustCompile(`([a-zA-Z]+)\s*\(([^)]*)\)`)

// transform reads a transform attribute.
func transform(text string) (matrix, error) {
	m := upright
	for _, x := range transforms.FindAllStringSubmatch(text, 50) {
		var v []float64
		for _, f := range strings.FieldsFunc(x[2], func(r rune) bool { return strings.ContainsRune(", \t\n\r", r) }) {
			n, err := strconv.ParseFloat(f, 64)
			if err != nil || math.IsNaN(n) || math.IsInf(n, 0) {
				return m, fmt.Errorf("a transform can't be read: %.40q", x[0])
			}
			v = append(v, n)
		}
		at := func(i int) float64 {
			if i < len(v) {
				return v[i]
			}
			return 0
		}
		var one matrix
		sin, cos := math.Sincos(at(0) * math.Pi / 180)
		switch {
		case x[1] == "translate":
			one = matrix{1, 0, 0, 1, at(0), at(1)}
		case x[1] == "scale" && len(v) == 1:
			one = matrix{v[0], 0, 0, v[0], 0, 0}
		case x[1] == "scale":
			one = matrix{at(0), 0, 0, at(1), 0, 0}
		case x[1] == "rotate":
			one = matrix{1, 0, 0, 1, at(1), at(2)}.then(matrix{cos, sin, -sin, cos, 0, 0}).then(matrix{1, 0, 0, 1, -at(1), -at(2)})
		case x[1] == "skewX":
			one = matrix{1, 0, math.Tan(at(0) * math.Pi / 180), 1, 0, 0}
		case x[1] == "skewY":
			one = matrix{1, math.Tan(at(0) * math.Pi / 180), 0, 1, 0, 0}
		case x[1] == "matrix" && len(v) == 6:
			one = matrix(v)
		default:
			return m, fmt.Errorf("a transform can't be read: %.40q", x[0])
		}
		m = m.then(one)
	}
	return m, nil
}

// element is an element of the drawing, as far as it is looked at.
type element struct {
	name string
	at   map[string]string
	in   []*element
}

const deepest, mostElements = 60, 60000

// SVG reads the lines of an SVG drawing. Scripts, links and foreign things are left out and counted; nothing is run or fetched.
func SVG(r io.Reader) (*Drawing, error) {
	dec := xml.NewDecoder(io.LimitReader(r, MostBytes))
	dec.Strict = false
	dec.Entity = xml.HTMLEntity
	root := &element{}
	stack := []*element{root}
	ids := map[string]*element{}
	for count := 0; ; {
		t, err := dec.Token()
		if err == io.EOF {
			break
		}
		if err != nil {
			return nil, errors.New("this is no SVG file that can be read")
		}
		switch t := t.(type) {
		case xml.StartElement:
			if count++; count > mostElements || len(stack) > deepest {
				return nil, fmt.Errorf("the drawing has more than %d elements, or more than %d within each other", mostElements, deepest)
			}
			e := &element{name: t.Name.Local, at: map[string]string{}}
			for _, a := range t.Attr {
				e.at[a.Name.Local] = a.Value
			}
			if id := e.at["id"]; id != "" {
				ids[id] = e
			}
			top := stack[len(stack)-1]
			top.in = append(top.in, e)
			stack = append(stack, e)
		case xml.EndElement:
			if len(stack) > 1 {
				stack = stack[:len(stack)-1]
			}
		}
	}
	d := &Drawing{Left: map[string]int{}}
	w := &svgWalk{d: d, ids: ids}
	for _, e := range root.in {
		if e.name != "svg" {
			continue
		}
		unit, m := sized(e.at)
		d.Unit = unit
		if err := w.walk(e, m, "", 0); err != nil {
			return nil, err
		}
		return d, nil
	}
	return nil, errors.New("this is no SVG file that can be read")
}

// sized is how many mm a unit of a drawing is, 0 where it does not say, and how its lines are turned up and moved.
func sized(at map[string]string) (float64, matrix) {
	flipped := matrix{1, 0, 0, -1, 0, 0}
	box := strings.Fields(strings.ReplaceAll(at["viewBox"], ",", " "))
	width := strings.TrimSpace(at["width"])
	length := func(text string) float64 {
		number := strings.TrimRight(text, "abcdefghijklmnopqrstuvwxyz")
		x, err := strconv.ParseFloat(strings.TrimSpace(number), 64)
		if err != nil || !(x > 0) {
			return 0
		}
		switch strings.TrimSpace(text[len(number):]) {
		case "mm":
			return x
		case "cm":
			return 10 * x
		case "in":
			return 25.4 * x
		case "pt":
			return 25.4 / 72 * x
		case "pc":
			return 25.4 / 6 * x
		}
		return 0
	}
	w, h := length(width), length(strings.TrimSpace(at["height"]))
	if w == 0 {
		return 0, flipped
	}
	if len(box) != 4 {
		return 25.4 / 96, flipped // a CSS pixel
	}
	bw, err := strconv.ParseFloat(box[2], 64)
	bh, err2 := strconv.ParseFloat(box[3], 64)
	if err != nil || err2 != nil || !(bw > 0) || !(bh > 0) {
		return 0, flipped
	}
	unit := w / bw
	if h > 0 && strings.TrimSpace(at["preserveAspectRatio"]) != "none" {
		unit = min(unit, h/bh)
	}
	return unit, flipped
}

type svgWalk struct {
	d      *Drawing
	ids    map[string]*element
	points int
}

func (w *svgWalk) walk(e *element, m matrix, group string, deep int) error {
	if deep > deepest {
		return errors.New("the drawing refers to itself")
	}
	own, err := transform(e.at["transform"])
	if err != nil {
		return err
	}
	m = m.then(own)
	if piece := e.at["data-piece"]; piece != "" { // a piece of this program's own comes back where it is drafted, not where its sheet has it
		group, m = piece, matrix{1, 0, 0, -1, 0, 0}
	}
	switch e.name {
	case "script", "foreignObject", "image", "a", "iframe":
		w.d.Left[e.name]++
		if e.name != "a" {
			return nil
		}
	case "defs", "symbol", "style", "title", "desc", "metadata", "clipPath", "mask", "pattern", "marker", "text":
		return nil
	case "use":
		to, ok := w.ids[strings.TrimPrefix(e.at["href"], "#")]
		if !ok {
			w.d.Left["use"]++
			return nil
		}
		at := m.then(matrix{1, 0, 0, 1, float(e.at["x"]), float(e.at["y"])})
		if to.name == "symbol" {
			for _, in := range to.in {
				if err := w.walk(in, at, group, deep+1); err != nil {
					return err
				}
			}
			return nil
		}
		return w.walk(to, at, group, deep+1)
	default:
		lines, err := shapes(e)
		if err != nil {
			return err
		}
		for _, l := range lines {
			w.points += len(l.On)
			if w.points > MostPoints || len(w.d.Lines) >= MostLines {
				return fmt.Errorf("the drawing has more than %d lines or %d points", MostLines, MostPoints)
			}
			for i, q := range l.On {
				l.On[i] = m.of(q)
				if math.IsNaN(q.X+q.Y) || math.Abs(q.X)+math.Abs(q.Y) > 1e9 {
					return errors.New("a line of the drawing is larger than any cloth")
				}
			}
			l.Group, l.Kind = group, strings.TrimSpace(e.at["class"])
			l.Name = e.at["data-edge"][strings.LastIndex(e.at["data-edge"], " ")+1:] // after its piece
			w.d.Lines = append(w.d.Lines, l)
		}
	}
	for _, in := range e.in {
		if err := w.walk(in, m, group, deep+1); err != nil {
			return err
		}
	}
	return nil
}

func float(text string) float64 {
	text = strings.TrimSpace(text)
	if l, err := strconv.ParseFloat(text, 64); err == nil && !math.IsNaN(l) && !math.IsInf(l, 0) {
		return l
	}
	if l, err := measure.Parse(text, measure.CM); err == nil && strings.ContainsAny(text, "mc") {
		return float64(l) * 96 / 25.4
	}
	return 0
}

// shapes are the lines of an element.
func shapes(e *element) ([]Line, error) {
	num := func(key string) float64 { return float(e.at[key]) }
	switch e.name {
	case "path":
		return subpaths(e.at["d"])
	case "polygon", "polyline":
		var on []plane.Point
		f := strings.FieldsFunc(e.at["points"], func(r rune) bool { return strings.ContainsRune(", \t\n\r", r) })
		for i := 0; i+1 < len(f); i += 2 {
			on = append(on, plane.Pt(float(f[i]), float(f[i+1])))
		}
		return []Line{{On: on, Closed: e.name == "polygon"}}, nil
	case "line":
		return []Line{{On: []plane.Point{{X: num("x1"), Y: num("y1")}, {X: num("x2"), Y: num("y2")}}}}, nil
	case "rect":
		x, y, w, h := num("x"), num("y"), num("width"), num("height")
		rx, ry := num("rx"), num("ry")
		if rx == 0 {
			rx = ry
		}
		if ry == 0 {
			ry = rx
		}
		rx, ry = min(rx, w/2), min(ry, h/2)
		if rx <= 0 || ry <= 0 {
			return []Line{{On: []plane.Point{{X: x, Y: y}, {X: x + w, Y: y}, {X: x + w, Y: y + h}, {X: x, Y: y + h}}, Closed: true}}, nil
		}
		var on []plane.Point
		for k, c := range []plane.Point{{X: x + w - rx, Y: y + ry}, {X: x + w - rx, Y: y + h - ry}, {X: x + rx, Y: y + h - ry},
			{X: x + rx, Y: y + ry}} {
			on = append(on, turned(c, rx, ry, float64(k)*90-90, 90)...)
		}
		return []Line{{On: on, Closed: true}}, nil
	case "circle":
		return []Line{{On: turned(plane.Pt(num("cx"), num("cy")), num("r"), num("r"), 0, 360), Closed: true}}, nil
	case "ellipse":
		return []Line{{On: turned(plane.Pt(num("cx"), num("cy")), num("rx"), num("ry"), 0, 360), Closed: true}}, nil
	}
	return nil, nil
}

// turned is a stretch of an ellipse from an angle on, degrees.
func turned(c plane.Point, rx, ry, from, by float64) []plane.Point {
	n := max(int(math.Abs(by)/360*180), 6)
	out := make([]plane.Point, 0, n+1)
	for k := range n + 1 {
		sin, cos := math.Sincos((from + by*float64(k)/float64(n)) * math.Pi / 180)
		out = append(out, c.Add(plane.Pt(rx*cos, ry*sin)))
	}
	return out
}
