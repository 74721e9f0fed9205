// Package svg draws: pattern pieces, the figure, a lay and the tape, as SVG
// text. Lengths are mm; a drawing says how large its unit is on screen, so
// that lettering keeps its size at any scale.
package svg

import (
	"fmt"
	"html"
	"math"
	"strconv"
	"strings"

	"ardentgusset/core/plane"
)

// drawing is SVG text being written. y runs down in it.
type drawing struct{ strings.Builder }

func (d *drawing) put(format string, a ...any) { fmt.Fprintf(d, format, a...) }

// n writes a number short and never as NaN.
func n(x float64) string {
	if math.IsNaN(x) || math.IsInf(x, 0) {
		x = 0
	}
	return strconv.FormatFloat(math.Round(x*100)/100+0, 'f', -1, 64)
}

func esc(s string) string { return html.EscapeString(s) }

// path writes points (y up) as path data.
func path(line []plane.Point, closed bool) string {
	var b strings.Builder
	for i, p := range line {
		if i == 0 {
			b.WriteByte('M')
		} else {
			b.WriteByte('L')
		}
		b.WriteString(n(p.X))
		b.WriteByte(' ')
		b.WriteString(n(-p.Y))
	}
	if closed {
		b.WriteByte('Z')
	}
	return b.String()
}

// smooth writes a fair curve through points (y down) as path data: Catmull
// and Rom's spline as cubics.
func smooth(pts []plane.Point, move bool) string {
	var b strings.Builder
	for i, p := range pts {
		if i == 0 {
			if move {
				fmt.Fprintf(&b, "M%s %s", n(p.X), n(p.Y))
			} else {
				fmt.Fprintf(&b, "L%s %s", n(p.X), n(p.Y))
			}
			continue
		}
		a, z := pts[max(i-2, 0)], pts[min(i+1, len(pts)-1)]
		q := pts[i-1]
		c1, c2 := q.Add(p.Sub(a).Times(1.0/6)), p.Sub(z.Sub(q).Times(1.0/6))
		fmt.Fprintf(&b, "C%s %s %s %s %s %s", n(c1.X), n(c1.Y), n(c2.X), n(c2.Y), n(p.X), n(p.Y))
	}
	return b.String()
}
