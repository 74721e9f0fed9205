package draught

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/trace"
)

// The lines between points.
var (
	lineOf  = regexp.MustCompile(`^` + pair + `\s*(.*)$`)
	hollow  = regexp.MustCompile(`^curve\s+(hollow|bowed)\s+(.+?)(?:\s+at\s+(.+))?$`)
	through = regexp.MustCompile(`^curve\s+through\s+(.+)$`)
	arcOf   = regexp.MustCompile(`^arc\s+(.+?)(?:\s+(left|right))?$`)
)

// Piece is a closed walk along points as a piece, its lines parted by semicolons or rows: "1–2 straight; 2–5 curve through 7 8; 5–1 curve
// hollow 3/8 at half; 3–4 arc 9". hollow bends into the piece, bowed out of it. Its edges are called by the points they run between. An
// error names the line by its number, from 1.
func (d *Draught) Piece(id, name, walk string) (pattern.Piece, error) {
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true}
	var ends [][2]string
	var hows []string
	var round []plane.Point
	lines := strings.FieldsFunc(walk, func(r rune) bool { return r == ';' || r == '\n' })
	for i, text := range lines {
		m := lineOf.FindStringSubmatch(strings.TrimSpace(text))
		if m == nil {
			return p, &RowError{i + 1, fmt.Sprintf("%.60q: a line is wanted, as 1–2 straight", text)}
		}
		q, err := d.points(m[1], m[2])
		if err != nil {
			return p, &RowError{i + 1, err.Error()}
		}
		if n := len(ends); n > 0 && ends[n-1][1] != m[1] {
			return p, &RowError{i + 1, fmt.Sprintf("it begins at %s, the line before it ends at %s: a piece is a closed walk", m[1],
				ends[n-1][1])}
		}
		ends, hows, round = append(ends, [2]string{m[1], m[2]}), append(hows, strings.TrimSpace(m[3])), append(round, q[0])
	}
	if len(ends) < 2 || ends[len(ends)-1][1] != ends[0][0] {
		return p, &RowError{len(lines), "the walk does not close: its last line ends where its first begins"}
	}
	against := plane.Area(round) < 0 // y is down: then it runs against the clock on paper
	for i := range ends {
		line, err := d.line(ends[i], hows[i], against)
		if err != nil {
			return p, &RowError{i + 1, err.Error()}
		}
		for k := range line {
			line[k].Y = -line[k].Y
		}
		p.Edges = append(p.Edges, pattern.Edge{ID: ends[i][0] + "-" + ends[i][1], Name: ends[i][0] + " to " + ends[i][1], Line: line})
	}
	if !against {
		for i, j := 0, len(p.Edges)-1; i < j; i, j = i+1, j-1 {
			p.Edges[i], p.Edges[j] = p.Edges[j], p.Edges[i]
		}
		for i := range p.Edges {
			p.Edges[i].Line = plane.Reversed(p.Edges[i].Line)
		}
	}
	outline, _ := p.Outline()
	if i, _, crossed := plane.Crossing(outline); crossed {
		return p, &RowError{len(lines), fmt.Sprintf("the walk crosses itself near %.0f, %.0f", outline[i].X, -outline[i].Y)}
	}
	return p, nil
}

// line is a line between two points, y down; against tells whether the walk runs against the clock on paper.
func (d *Draught) line(ends [2]string, how string, against bool) ([]plane.Point, error) {
	q, err := d.points(ends[0], ends[1])
	if err != nil {
		return nil, err
	}
	a, b := q[0], q[1]
	if a.To(b) < 2 {
		return nil, fmt.Errorf("%s and %s lie %.1f mm apart: a line is 2 long at least", ends[0], ends[1], a.To(b))
	}
	inwards := b.Sub(a).Unit().Right() // y down, against the clock on paper: the piece lies on the left of the way as it is seen
	if !against {
		inwards = inwards.Times(-1)
	}
	switch {
	case how == "" || how == "straight":
		return []plane.Point{a, b}, nil
	case through.MatchString(how):
		var on []plane.Point
		for _, n := range strings.Fields(through.FindStringSubmatch(how)[1]) {
			p, err := d.point(strings.Trim(n, ","))
			if err != nil {
				return nil, err
			}
			on = append(on, p)
		}
		all := append(append([]plane.Point{a}, on...), b)
		if len(all) > 3 {
			return plane.Through(all), nil
		}
		c := trace.Fit(all, plane.Point{}, plane.Point{}, trace.Fine)
		return c.Line(), nil
	case hollow.MatchString(how):
		m := hollow.FindStringSubmatch(how)
		by, err := d.length(m[2])
		if err != nil {
			return nil, err
		}
		share := 0.5
		if m[3] != "" && m[3] != "half" {
			at, err := d.length(m[3])
			if err != nil {
				return nil, err
			}
			share = at / a.To(b)
		}
		if share < 0.1 || share > 0.9 {
			return nil, fmt.Errorf("its deepest place lies too near an end")
		}
		if m[1] == "bowed" {
			by = -by
		}
		return bent(a, b, share, inwards.Times(by)), nil
	case arcOf.MatchString(how):
		m := arcOf.FindStringSubmatch(how)
		r, err := d.length(m[1])
		if err != nil {
			return nil, err
		}
		half := a.To(b) / 2
		if r < half {
			return nil, fmt.Errorf("an arc between them has a radius of %.1f mm at least", half)
		}
		rise := r - math.Sqrt(r*r-half*half)
		out := inwards.Times(-rise)
		if m[2] == "left" || m[2] == "right" { // of the way, as it is seen
			out = b.Sub(a).Unit().Right().Times(rise)
			if m[2] == "right" {
				out = out.Times(-1)
			}
		}
		return arc(a, b, out, r), nil
	}
	return nil, fmt.Errorf("%.60q is not understood: straight; curve through R S; curve hollow 3/8 at half; curve bowed 3/8; arc 9", how)
}

// bent is a curve from a to b that leaves the straight way by most at a share of it: two halves of a parabola's kind, level there.
func bent(a, b plane.Point, share float64, by plane.Point) []plane.Point {
	const steps = 24
	out := make([]plane.Point, 0, steps+1)
	for k := range steps + 1 {
		t := float64(k) / steps
		x := t / share
		if t > share {
			x = (1 - t) / (1 - share)
		}
		out = append(out, a.Toward(b, t).Add(by.Times(1-(1-x)*(1-x))))
	}
	return out
}

// arc is an arc of a radius from a to b that leaves the straight way by out in its middle.
func arc(a, b, out plane.Point, r float64) []plane.Point {
	rise := out.Norm()
	if rise < 1e-9 {
		return []plane.Point{a, b}
	}
	middle := a.Mid(b).Add(out.Unit().Times(rise - r))
	u, v := a.Sub(middle), b.Sub(middle)
	turn := math.Atan2(u.Cross(v), u.Dot(v))
	n := max(int(math.Abs(turn)/0.03), 4)
	line := make([]plane.Point, 0, n+1)
	for k := range n + 1 {
		line = append(line, middle.Add(u.Turned(turn*float64(k)/float64(n))))
	}
	line[0], line[n] = a, b
	return line
}
