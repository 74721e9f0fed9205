package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Smocking is rows of small pleats drawn up on threads.
type Smocking struct{}

// About describes it.
func (Smocking) About() About {
	return About{Name: "smocking", Title: "Smocking pleats", What: "Cloth for a finished width, rows and how deep they reach, " +
		"threads, and the pleats " +
		"taken out at the edges.", Asked: "smock pleater rows honeycomb bishop dots half space",
		Links: []Link{{"rows", "rows", "rows"}, {"full", "full", "full"}}}
}

// Parameters are what is asked about it.
func (Smocking) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("finished", "Finished width", 20, 3000, 330, "Neck, yoke or cuff."),
		number("full", "Times as much cloth", 1.5, 5, 3, "About 3 to 1; in thick cloth 2.5."),
		tally("rows", "Rows, all of them", 2, 80, 12, "Half spaces counted."),
		tally("hidden", "of which in the allowance", 0, 10, 2, "White thread: they stay in."),
		length("pitch", "Row to row", 1, 30, 4.8, "⟦~4.8⟧ is usual."),
		length("dots", "Stitch to stitch along a row", 1, 20, 4, "Two of them make a pleat."),
		length("edge", "Without pleats at each end", 0, 200, 25, "Pleats drawn out again, for facings and seams."),
		length("tail", "Thread beyond each end", 0, 600, 150, "To tie and to draw.")}
}

// Reckon does the sum.
func (Smocking) Reckon(v draft.Values) (a Answer, err error) {
	finished, rows, hidden := v.Number("finished"), v.Whole("rows"), v.Whole("hidden")
	if hidden >= rows {
		return a, wrong(v, "hidden", "some rows must be left to smock: fewer than %d", rows)
	}
	cloth, edge := finished*v.Number("full"), v.Number("edge")
	all := cloth + 2*edge
	pitch, dots := v.Number("pitch"), v.Number("dots")
	deep := float64(rows-1) * pitch
	a.put("cloth", "Cloth that is pleated", Length, cloth, "finished width times the ratio", figure.Practice)
	a.put("all", "Cloth in all", Length, all, "and both ends without pleats", figure.Geometry)
	a.put("full", "Times as full", Times, v.Number("full"), "as asked", figure.Practice)
	a.put("rows", "Rows", Count, float64(rows), "as asked", figure.Practice)
	a.put("deep", "First to last row", Fine, deep, "one space fewer than rows", figure.Geometry)
	a.put("smocked", "of which is smocked", Fine, float64(rows-1-hidden)*pitch, "without those in the allowance", figure.Geometry)
	pleats := math.Floor(cloth / (2 * dots))
	a.put("pleats", "Pleats", Count, pleats, "two stitches to each", figure.Geometry)
	a.put("out", "Pleats drawn out at each end", Count, math.Round(edge/(2*dots)), "what stays flat there, if all of it was pleated",
		figure.Geometry)
	thread := all + 2*v.Number("tail")
	a.put("thread", "Each thread", Length, thread, "the flat cloth and both tails", figure.Practice)
	a.put("threads", "All threads", Long, thread*float64(rows), "one to a row", figure.Geometry)
	a.sum("%s × %s = %s", measure.Tell(finished), plainly(v.Number("full")), measure.Tell(cloth))
	a.sum("(%d − 1) × %s = %s", rows, measure.TellFine(pitch), measure.TellFine(deep))
	a.note(false, "Before the side seams", "Short seams that the rows cross are sewn first, as narrow French seams: they must pass "+
		"the needles. No "+
		"machine-made buttonhole holds in the pleats: a snap there.")
	a.box(Cloth, "", 0, -deep-2*pitch, all, deep+4*pitch)
	s := Strip{Name: "Down from the first row", Long: max(deep, pitch)}
	for i := range rows {
		y := -float64(i) * pitch
		kind := Stitch
		if i < hidden {
			kind = FoldLn
		}
		a.draw(kind, "", pt(edge, y), pt(edge+cloth, y))
		s.Marks = append(s.Marks, StripMark{float64(i) * pitch, fmt.Sprint(i + 1), Place})
	}
	a.across(measure.Tell(cloth), edge, -deep-5*pitch, cloth)
	a.Strips = []Strip{s}
	return a, nil
}
