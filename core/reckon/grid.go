package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
)

// Grid is beads, shells, tufts or studs set over a shape.
type Grid struct{}

// About describes it.
func (Grid) About() About {
	return About{Name: "grid", Title: "Beads and tufts on a grid", What: "How many lie on a shape, what they weigh and cost, and how " +
		"far the stock goes.",
		Asked: "bead shell sequin stud tuft grid decoration rows count stock spacing"}
}

// Parameters are what is asked about it.
func (Grid) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("shape", "Shape", "", "rectangle", "rectangle", "triangle", "triangle, point down", "round", "round or oval"),
		length("wide", "Wide", 10, 5000, 300, ""), length("high", "High", 10, 5000, 400, ""),
		length("across", "Apart, across", 2, 500, 25, ""), length("down", "and down", 2, 500, 25, ""),
		draft.OneOf("set", "Set", "", "square", "one below the other", "offset", "every other row by half"),
		length("edge", "Clear of the edge", 0, 300, 12, ""),
		number("mass", "Each weighs, g", 0, 500, 0.4, ""), number("price", "Each costs", 0, 500, 0.05, ""),
		tally("stock", "In hand", 0, 100000, 200, ""), number("minutes", "Minutes to sew one on", 0, 60, 1, "Timed over ten of yours.")}
}

// Reckon does the sum.
func (Grid) Reckon(v draft.Values) (a Answer, err error) {
	wide, high, edge := v.Number("wide"), v.Number("high"), v.Number("edge")
	if 2*edge >= min(wide, high) {
		return a, wrong(v, "edge", "it leaves nothing of the shape: less than half its width and height")
	}
	half := func(y float64) float64 { // of its width at a height
		switch v.Choice("shape") {
		case "triangle":
			return wide / 2 * y / high
		case "round":
			t := (2*y - high) / high
			return wide / 2 * math.Sqrt(max(1-t*t, 0))
		}
		return wide / 2
	}
	n, rows, columns := 0, 0, 0
	s := Strip{Name: "Rows, from the top", Long: high}
	for y := high - edge; y >= edge-1e-9; y -= v.Number("down") {
		room := half(y) - edge
		if v.Choice("shape") == "triangle" { // clear of its slanting sides, square to them
			room = half(y) - edge*math.Hypot(wide/2, high)/high
		}
		if room < 0 {
			continue
		}
		step, from := v.Number("across"), 0.0
		if v.Choice("set") == "offset" && rows%2 == 1 {
			from = step / 2
		}
		row := 0
		for x := from; x <= room+1e-9; x += step {
			for _, side := range []float64{x, -x} {
				if side == 0 && row > 0 || side < 0 && x == 0 {
					continue
				}
				row++
				if n+row <= 4000 {
					a.draw(Point, "", pt(side, y))
				}
			}
		}
		n += row
		columns = max(columns, row)
		rows++
		s.Marks = append(s.Marks, StripMark{high - y, fmt.Sprint(row), Place})
	}
	if n == 0 {
		return Answer{}, wrong(v, "across", "not one lies on it: closer, or nearer the edge")
	}
	a.put("count", "In all", Count, float64(n), "counted row by row, from the middle outwards", figure.Geometry)
	a.put("rows", "Rows", Count, float64(rows), "as many as lie clear of the edge", figure.Geometry)
	a.put("most", "Longest row", Count, float64(columns), "", figure.Geometry)
	stock := v.Whole("stock")
	a.put("buy", "Still to get", Count, float64(max(n-stock, 0)), "those in hand taken off", figure.Geometry)
	a.put("mass", "They add", Grams, float64(n)*v.Number("mass"), "each times their number", figure.Geometry)
	a.put("cost", "They cost", Money, float64(max(n-stock, 0))*v.Number("price"), "those still to get", figure.Geometry)
	a.put("minutes", "Sewing on", Minutes, float64(n)*v.Number("minutes"), "by your own ten", figure.Own)
	if stock > 0 && stock < n {
		k := math.Sqrt(float64(n) / float64(stock))
		a.note(false, "With those in hand", "Set them %s times as far apart: %d go round.", plainly(math.Ceil(k*100)/100), stock)
	}
	line := []plane.Point{pt(-wide/2, 0), pt(wide/2, 0), pt(wide/2, high), pt(-wide/2, high)}
	switch v.Choice("shape") {
	case "triangle":
		line = []plane.Point{pt(0, 0), pt(wide/2, high), pt(-wide/2, high)}
	case "round":
		line = nil
		for i := range 72 {
			sin, cos := math.Sincos(2 * math.Pi * float64(i) / 72)
			line = append(line, pt(wide/2*cos, high/2+high/2*sin))
		}
	}
	a.Drawing = append([]Shape{{Kind: Cloth, Line: line, Closed: true}}, a.Drawing...)
	a.Strips = []Strip{s}
	a.sum("%d rows, the longest of %d: %d", rows, columns, n)
	return a, nil
}
