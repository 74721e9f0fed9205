// Package outline reads the outline of a piece of cloth from an SVG drawing
// (W3C, Scalable Vector Graphics 1.1, chapters 8 and 9).
package outline

import (
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// MostPoints is how many points a shape may have to be read, MostCorners how
// many corners are kept of it.
const MostPoints, MostCorners = 3000, 200

// Read finds the first polygon, rectangle or path of straight lines and curves
// in an SVG file: corners [along, across], mm, with y up. Sizes are in its own
// units, taken as mm, unless a width in mm, cm or in with a viewBox says
// otherwise. An error says what is wrong with the file.
func Read(r io.Reader) ([][2]float64, error) {
	dec := xml.NewDecoder(io.LimitReader(r, 2<<20))
	dec.Strict = false
	dec.Entity = xml.HTMLEntity
	scale := 1.0
	for {
		t, err := dec.Token()
		if err == io.EOF {
			return nil, errors.New("the file holds no polygon, rectangle or path")
		}
		if err != nil {
			return nil, errors.New("this is no SVG file that can be read")
		}
		el, ok := t.(xml.StartElement)
		if !ok {
			continue
		}
		at := map[string]string{}
		for _, a := range el.Attr {
			at[a.Name.Local] = a.Value
		}
		if el.Name.Local == "svg" {
			if s, ok := scaleOf(at); ok {
				scale = s
			}
			continue
		}
		line, err := shape(el.Name.Local, at)
		if err != nil {
			return nil, err
		}
		if len(line) >= 3 {
			return sized(line, scale)
		}
	}
}

// scaleOf is the size of one unit of a drawing, mm, when it says so.
func scaleOf(at map[string]string) (float64, bool) {
	box := strings.Fields(strings.ReplaceAll(at["viewBox"], ",", " "))
	if len(box) != 4 || !strings.ContainsAny(at["width"], "mci") {
		return 0, false
	}
	w, err := strconv.ParseFloat(box[2], 64)
	if err != nil || !(w > 0) {
		return 0, false
	}
	l, err := measure.Parse(at["width"], measure.CM)
	return float64(l) / w, err == nil
}

// shape is the line round an element; none when it is of another kind.
func shape(name string, at map[string]string) ([][2]float64, error) {
	num := func(key string) float64 {
		v, err := strconv.ParseFloat(strings.TrimSpace(at[key]), 64)
		if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
			return 0
		}
		return v
	}
	switch name {
	case "polygon", "polyline":
		return pairs(at["points"]), nil
	case "rect":
		x, y, w, h := num("x"), num("y"), num("width"), num("height")
		return [][2]float64{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}}, nil
	case "path":
		return path(at["d"])
	}
	return nil, nil
}

// sized brings a line to mm, y up, with no more corners than are kept.
func sized(line [][2]float64, scale float64) ([][2]float64, error) {
	for i := range line { // SVG runs down
		line[i][0], line[i][1] = line[i][0]*scale, -line[i][1]*scale
	}
	if len(line) > MostPoints {
		return nil, fmt.Errorf("the shape in the file has more than %d points: draw round the cloth with fewer", MostPoints)
	}
	if len(line) > MostCorners {
		line = fewer(line)
	}
	for _, q := range line {
		if math.IsNaN(q[0]+q[1]) || math.Abs(q[0]) > 1e6 || math.Abs(q[1]) > 1e6 {
			return nil, errors.New("the shape in the file is larger than any cloth")
		}
	}
	sum := 0.0
	for i, a := range line {
		b := line[(i+1)%len(line)]
		sum += a[0]*b[1] - b[0]*a[1]
	}
	if math.Abs(sum)/2 < leastArea {
		return nil, errors.New("the shape encloses nothing: draw the border of the cloth, all round")
	}
	return line, nil
}

// leastArea is the least that a shape encloses to be a piece of cloth, mm²: a centimetre square.
const leastArea = 100.0

// fewer leaves out corners that hardly matter, until no more than MostCorners
// are left.
func fewer(line [][2]float64) [][2]float64 {
	round := make([]plane.Point, 0, len(line)+1)
	for _, q := range line {
		round = append(round, plane.Pt(q[0], q[1]))
	}
	round = append(round, round[0])
	kept := round
	for tolerance := 0.25; len(kept) > MostCorners && tolerance < 200; tolerance *= 2 {
		kept = plane.Thinned(round, tolerance)
	}
	out := make([][2]float64, 0, len(kept))
	for _, q := range kept[:len(kept)-1] {
		out = append(out, [2]float64{q.X, q.Y})
	}
	return out
}

// pairs reads numbers two by two.
func pairs(text string) [][2]float64 {
	f := strings.FieldsFunc(text, func(r rune) bool { return strings.ContainsRune(between, r) })
	var out [][2]float64
	for i := 0; i+1 < len(f) && len(out) < mostRead; i += 2 {
		x, errX := strconv.ParseFloat(f[i], 64)
		y, errY := strconv.ParseFloat(f[i+1], 64)
		if errX != nil || errY != nil {
			return nil
		}
		out = append(out, [2]float64{x, y})
	}
	return out
}

// between is what stands between numbers, mostRead how many points are read
// before it is clear that there are too many.
const between, mostRead = " ,\n\t\r", 5000
