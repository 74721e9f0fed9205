package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
)

// Quilting is parallel rows through layers, or level rings round a skirt.
type Quilting struct{}

// About describes it.
func (Quilting) About() About {
	return About{Name: "quilting", Title: "Quilting rows and rings", What: "Rows, where they cross a seam, thread, bobbins and time; " +
		"rings round a flared " +
		"skirt.", Asked: "quilt rows lines spacing ring petticoat bobbin thread time wadding",
		Links: []Link{{"rows", "spacing", "spacing"}, {"angle", "angle", ""}}}
}

// Parameters are what is asked about it.
func (Quilting) Parameters() []draft.Parameter {
	list := []draft.Parameter{draft.OneOf("shape", "What", "", "rows", "rows over a piece", "rings", "rings round a skirt")}
	list = append(list, when("shape", []string{"rows"},
		length("wide", "Piece, wide", 20, 4000, 254, "A rectangle as large."), length("high", "and high", 20, 4000, 254, ""),
		number("angle", "Angle of the rows", 0, 90, 0, "Degrees from across."))...)
	list = append(list, when("shape", []string{"rings"},
		length("hem", "Hem, all round", 100, 9000, 2400, ""), length("top", "Round, where the rings end", 100, 9000, 1600, ""),
		length("long", "from the hem up", 20, 1500, 600, ""))...)
	return append(list,
		length("spacing", "Between rows", 3, 400, 12.7, ""),
		length("thick", "Thickness quilted", 0.3, 40, 3, "All layers, pressed lightly."),
		length("slip", "Slip in marking a row", 0, 5, 0.5, "From the row before."))
}

// Reckon does the sum.
func (Quilting) Reckon(v draft.Values) (a Answer, err error) {
	spacing, total, rows := v.Number("spacing"), 0.0, 0
	strip := Strip{Name: "From the base line"}
	if v.Choice("shape") == "rings" {
		hem, top, long := v.Number("hem"), v.Number("top"), v.Number("long")
		if top > hem {
			return a, wrong(v, "top", "a skirt is widest at its hem: at most %s", measure.Tell(hem))
		}
		for at := spacing; at <= long+1e-9; at += spacing {
			ring := hem + (top-hem)*at/long
			total += ring
			rows++
			strip.Marks = append(strip.Marks, StripMark{at, measure.Tell(ring), Place})
			a.draw(Stitch, "", pt(-ring/2/math.Pi, at), pt(ring/2/math.Pi, at))
		}
		if rows == 0 {
			return a, wrong(v, "spacing", "not one ring fits: at most %s", measure.Tell(long))
		}
		strip.Name, strip.Long = "From the hem up", long
		a.Drawing = append(a.Drawing, Shape{Kind: Cloth, Closed: true, Line: []plane.Point{pt(-hem/2/math.Pi, 0), pt(hem/2/math.Pi, 0),
			pt(top/2/math.Pi, long), pt(-top/2/math.Pi, long)}})
		a.sum("each ring: the hem, less so much of what it narrows by as it lies up")
	} else {
		wide, high, angle := v.Number("wide"), v.Number("high"), v.Number("angle")
		p := quilt.Plan{Outline: []plane.Point{pt(0, 0), pt(wide, 0), pt(wide, high), pt(0, high)}, Spacing: spacing, Angle: angle,
			Through: pt(wide/2, high/2), Shortest: 5}
		a.box(Cloth, "", 0, 0, wide, high)
		for _, l := range p.Lines() {
			total += plane.Length(l)
			rows++
			a.draw(Stitch, "", l...)
		}
		if rows == 0 {
			return a, wrong(v, "spacing", "not one row fits: closer ones")
		}
		cross := math.Inf(1)
		if s := math.Abs(math.Cos(angle * math.Pi / 180)); s > 1e-6 {
			cross = spacing / s
			a.put("crossing", "They cross the sides every", Fine, cross, "the spacing over the sine of the angle between row and "+
				"seam", figure.Geometry)
		}
		strip.Name, strip.Long = "Along the side seam", high
		for y := math.Mod(high/2, cross); !math.IsInf(cross, 1) && y <= high+1e-9; y += cross {
			strip.Marks = append(strip.Marks, StripMark{y, "", Place})
		}
		a.put("estimate", "By area over spacing", Long, wide*high/spacing, "near enough on a large piece", figure.Practice)
		a.across(measure.Tell(wide), 0, -high*0.1, wide)
	}
	thread, bobbins := quilt.Thread(total, v.Number("thick"))
	a.put("rows", "Rows", Count, float64(rows), "as many as lie on it", figure.Geometry)
	a.put("spacing", "Between rows", Fine, spacing, "as asked", figure.Geometry)
	a.put("length", "Stitching", Long, total, "all rows, as they lie", figure.Geometry)
	a.put("thread", "Thread, both sides", Long, thread, "a lockstitch through the thickness", figure.Geometry)
	a.put("bobbins", "Bobbins to wind", Count, float64(bobbins), "half lies below; each holds about ⟦=40 m⟧", figure.Memory)
	a.put("minutes", "Time", Minutes, quilt.Minutes(total), "4 minutes a metre with marking and ends", figure.Memory)
	if slip := v.Number("slip"); slip > 0 && rows > 1 {
		a.put("slip", "The last row may lie off by", Fine, slip*float64(rows-1), "where each is marked from the one before",
			figure.Geometry)
		a.put("slip_base", "marked from one base line", Fine, slip, "the same for every row", figure.Geometry)
	}
	a.note(false, "Quilting draws in", "Quilt first, then cut to the line; rows all the same way, longest first.")
	if len(strip.Marks) > 0 {
		a.Strips = []Strip{strip}
	}
	a.sum("%s in %s", measure.TellLong(total), fmt.Sprintf("%d rows", rows))
	return a, nil
}
