package support

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
	"ardentgusset/core/work"
)

// BustlePad is a stuffed pad tied round the waist, over the seat or over seat
// and hips.
type BustlePad struct{}

// About describes it.
func (BustlePad) About() draft.About {
	return draft.About{Kind: "bustle-pad", Name: "Bustle pad", Family: family.Support, Over: family.Foundation,
		What: "A stuffed, quilted and tufted pad on ties; fills the back of the skirt a little and carries the band and the pleats.",
		Usual: cloth.Fabric{Name: "Cotton sateen", Colour: "unbleached", Width: 1400, Selvedge: 10, Thickness: 0.35, Weight: 150,
			Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (BustlePad) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("shape", "Covers", "Hip and back pads round out the whole skirt, as about 1900; the back alone gives the "+
			"small bustle.", "back", "the back", "hips", "the back and the hips"),
		draft.MmFrom("width", "Width at the waist", 160, 700, "a third of the waist, or two thirds with the hips",
			"From end to end along the upper edge.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
				share := 0.34
				if v.Choice("shape") == "hips" {
					share = 0.64
				}
				return on.GirthAt(figure.Waist) * share, figure.Memory
			}),
		draft.Mm("depth", "Length down the back", 90, 320, 170, "to the fullest of the seat", figure.Memory,
			"From the upper to the lower edge at the middle."),
		draft.Mm("height", "Stuffed, high", 15, 160, 55, "everyday size", figure.Memory,
			"At the fullest; under skirts it is pressed to about nine tenths."),
		draft.Mm("rim", "Rim, high", 8, 60, 25.4, "about ⟦1 in⟧", figure.Practice,
			"The outer edge is stuffed first; less at the corners, or they show."),
		draft.Tally("darts", "Darts in the outer piece", 0, 6, 3, "so that it curves", figure.Practice,
			"At the lower edge; they make the outer side longer than the inner."),
		draft.Mm("rows", "Quilting rows apart", 15, 80, 32, "wide enough to stuff between", figure.Memory,
			"Parallel to the lower edge; each pinned from its middle outwards."),
		draft.OneOf("lined", "Flat lining", "Lay a scrap over the stuffing before cutting: thin cloth shows it and needs a "+
			"second layer.", "no", "none", "yes", "both sides, same cloth"),
		draft.Times("packing", "Packing, grams a litre", 20, 200, 80, "shredded cotton scraps", figure.Memory,
			"Weigh a measured cupful of your stuffing, pressed as firmly as you will."),
		part.Allowance(6, 20, 10, "clipped and turned", figure.Practice, "All round."),
	}
}

// Draft drafts it to a figure, in a cloth.
func (BustlePad) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	w, long, height, rim := v.Number("width"), v.Number("depth"), v.Number("height"), min(v.Number("rim"), v.Number("height"))
	waist := on.GirthAt(figure.Waist)
	if w > waist*0.9 {
		return draft.Draft{}, fmt.Errorf("width: the pad would go nine tenths round a waist of %s: choose at most %s",
			measure.Tell(waist), measure.Tell(waist*0.9))
	}
	under := pad(w, long, 0)
	darts := v.Whole("darts")
	takes := float64(darts) * min(14, long*0.09)
	outer := spreadBy(w, long, takes)
	top, bottom := padSide("outer", "Outer side", outer, v), padSide("inner", "Inner side", under, v)
	padDarts(&top, outer[0], darts, takes, long)
	d := draft.Draft{Cautions: []caution.Caution{caution.Dust, caution.Iron}}
	outline, _ := bottom.Outline()
	lines, volume := padRows(v, under[0], outline, rim)
	for _, l := range lines {
		bottom.Marks = append(bottom.Marks, pattern.Mark{Kind: pattern.QuiltLine, Path: l})
	}
	d.Quilting = []quilt.Quilted{{Piece: "inner", Copies: 1, Spacing: v.Number("rows"), Lines: lines}}
	tufts := tuftsOn(&bottom, lines)
	for _, p := range []*pattern.Piece{&top, &bottom} {
		for _, at := range []float64{8, p.Edges[1].Length() - 8} {
			p.Notches = append(p.Notches, pattern.Notch{Edge: "upper", At: at, Label: "tie"})
		}
	}
	d.Pieces = []pattern.Piece{top, bottom}
	join := func(edge string, ease float64, absorbed pattern.Takeup) {
		d.Seams = append(d.Seams, pattern.Seam{ID: edge, A: pattern.Side{Piece: "inner", Edge: edge},
			B: pattern.Side{Piece: "outer", Edge: edge}, Ease: ease, Absorbed: absorbed, Join: pattern.Turned,
			Note: "clipped, turned, topstitched at the edge"})
	}
	if darts > 0 {
		join("lower", takes, pattern.Darts)
	} else {
		join("lower", 0, pattern.Equal)
	}
	join("upper", 0, pattern.Equal)
	weight := volume / 1e6 * v.Number("packing")
	d.Measure("width", "the pad", "in width, at the waist", w)
	d.Measure("depth", "the pad", "in length", long)
	d.Measure("height", "the pad", "in height, stuffed", height)
	d.Buy("stuffing", "Stuffing: scraps shredded small, or wadding", math.Round(weight), "g",
		"its volume (each strip's area × its height, rounded on top), packed as chosen")
	tie := waist*0.75 + 450
	d.Buy("tape", "Tape for two ties, "+measure.TellStock(20)+" wide", 2*tie/1000, "m",
		fmt.Sprintf("each %s: round the rest of the waist and a bow", measure.Tell(tie)))
	pressed := height * 0.9
	spread := min(w/2/(waist/(2*math.Pi))*180/math.Pi*1.15, 175)
	d.Wear.Pads = []figure.Pad{{Bearing: 180, Spread: spread, Depth: []figure.Depth{{Drop: 0, Depth: rim * 0.5},
		{Drop: long * 0.3, Depth: pressed * 0.85}, {Drop: long * 0.6, Depth: pressed}, {Drop: long * 0.9,
			Depth: rim * 0.8}, {Drop: long + 15, Depth: 0}}}}
	t := float64(in.Thickness)
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: 2 * t}, {Drop: long, Depth: 2 * t}}
	first := weight * 0.35
	d.Remark(false, "About "+measure.TellMass(weight)+" of stuffing",
		fmt.Sprintf("Rim first, about %s, %s high and less at the corners; then row by row. Note what goes into each row: the next pad "+
			"comes out alike.", measure.TellMass(first), measure.TellFine(rim)))
	if v.Choice("lined") == "no" {
		d.Remark(false, "Lay a scrap over the stuffing", "If it shows through, line both sides: the pieces are then cut twice.")
	}
	tellPad(&d, len(lines), tufts, rim)
	d.Entry = draft.Entry{Tied: true}
	return d, nil
}

// spreadBy is the outer side of a pad: spread towards its lower edge until that is longer by what its darts take.
func spreadBy(w, long, takes float64) [2][]plane.Point {
	inner := plane.Length(pad(w, long, 0)[0])
	lo, hi := 0.0, 1.0
	for range 40 {
		mid := (lo + hi) / 2
		if plane.Length(pad(w, long, mid)[0]) > inner+takes {
			hi = mid
		} else {
			lo = mid
		}
	}
	return pad(w, long, lo)
}

// padDarts draws so many darts evenly along the lower edge of a pad's outer side, that take so much in all.
func padDarts(p *pattern.Piece, lower []plane.Point, darts int, takes, long float64) {
	for i := range darts {
		at := plane.Length(lower) * float64(i+1) / float64(darts+1)
		q, dir := plane.Along(lower, at)
		half := takes / float64(darts) / 2
		tip := q.Add(dir.Left().Times(long * 0.4))
		a, _ := plane.Along(lower, at-half)
		b, _ := plane.Along(lower, at+half)
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{a, tip, b}, Label: "dart"})
	}
}

// pad is the outline of a pad as its lower edge, left to right, and its waist
// edge, right to left. spread widens it towards the lower edge.
func pad(w, long, spread float64) [2][]plane.Point {
	sag := w * 0.07 // the waist edge follows the waist
	left, right := plane.Pt(-w/2, 0), plane.Pt(w/2, 0)
	middle := plane.Pt(0, -long)
	lower := plane.Join(plane.Cubic(left, plane.Pt(-w/2*1.08, -long*0.55), plane.Pt(-w*0.28, -long), middle),
		plane.Cubic(middle, plane.Pt(w*0.28, -long), plane.Pt(w/2*1.08, -long*0.55), right))
	upper := plane.Join(plane.Cubic(right, plane.Pt(w*0.3, -sag*0.8), plane.Pt(w*0.15, -sag), plane.Pt(0, -sag)),
		plane.Cubic(plane.Pt(0, -sag), plane.Pt(-w*0.15, -sag), plane.Pt(-w*0.3, -sag*0.8), left))
	for i, q := range lower { // the waist edge stays
		lower[i] = plane.Pt(q.X*(1+spread*max(-q.Y, 0)/long), q.Y*(1+spread*0.4))
	}
	return [2][]plane.Point{lower, upper}
}

// tellPad says what is particular about the making of a pad with so many rows.
func tellPad(d *draft.Draft, lines, tufts int, rim float64) {
	d.Filled = true
	d.Tell(work.ToMark, "Try the chalk or carbon on a scrap first: some colours do not show. If it is lined, the linings are basted flat "+
		"on both "+
		"sides and the two handled as one.")
	d.Tell(work.ToDart, "From the edge to the tip; slash and press open.")
	d.Tell(work.ToTurn,
		"Pin the ties’ ends at the marks and their tails out of the way of the needle; leave "+measure.Tell(100)+" open at the "+
			"waist edge. Clip the curves, trim the corners.", work.After{Step: work.ToDart,
			Why: "the outer side fits the inner only with its darts sewn"})
	d.Do(work.ToRim, "Stuff the rim", work.StuffRim, 1, fmt.Sprintf("%s high, less towards the corners.", measure.TellFine(rim)),
		work.After{Step: work.ToTurn, Why: "the rim is stuffed before the first row shuts it"})
	filled := work.After{Step: work.ToRim, Why: "the rim is stuffed before the middle"}
	if lines > 0 {
		d.Tell(work.ToQuilt, "Stuffing as you go, from the outermost in; pin each from its middle outwards; leave long tails and tie them.",
			work.After{Step: work.ToRim, Why: "quilting before full stuffing passes under the foot"})
		filled = work.After{Step: work.ToQuilt, Why: "the middle is filled last"}
	}
	d.Do(work.ToFill, "Stuff row by row; the rest of the stuffing; close", work.StuffRows, lines,
		"Fill the middle, turn the opening in and topstitch or fell it.", filled)
	if tufts > 0 {
		d.Tell(work.ToTuft, "A few tight stitches through everything at each dot.",
			work.After{Step: work.ToFill, Why: "tufts hold the finished stuffing"})
	}
}

// padRows are the rows quilted inside the lower edge; the compartments between them are
// stuffed from the rim in, and volume is what they hold, mm³.
func padRows(v draft.Values, lower, outline []plane.Point, rim float64) (lines [][]plane.Point, volume float64) {
	inner, long, height := plane.Length(lower), v.Number("depth"), v.Number("height")
	area := math.Abs(plane.Area(outline))
	row := 0
	left := area
	for off := v.Number("rows"); off < long*0.8; off += v.Number("rows") {
		// One run inside the pad; where the rows meet the waist edge they end.
		var line []plane.Point
		for _, q := range plane.Beside(lower, off) {
			if plane.Inside(outline, q) && plane.Apartness(outline, q) >= off-1 {
				line = append(line, q)
			}
		}
		if len(line) < 3 || plane.Length(line) < 40 {
			break
		}
		lines = append(lines, line)
		row++
		// The strip this row closes off.
		strip := min((inner+plane.Length(line))/2*v.Number("rows"), left)
		if row == 1 {
			strip = min((inner+plane.Length(line))/2*off, left)
		}
		left -= strip
		share := min(1, float64(row)*v.Number("rows")/(long*0.55))
		at := rim + (height-rim)*share
		if row == 1 {
			at = rim
		}
		volume += strip * at * 0.75 // a stuffed strip is round on top
	}
	volume += max(left, 0) * height * 0.7
	return lines, volume
}

// tuftsApart is about how far tufts lie from each other, tuftsClear how far at least from what holds the stuffing already, a row
// or an edge, mm (both from memory).
const tuftsApart, tuftsClear = 55.0, 30.0

// tuftsOn marks tufts in the open middle that the innermost row leaves, in lines level with the waist edge's ends and evenly to
// both sides of the centre back, and says how many.
func tuftsOn(p *pattern.Piece, lines [][]plane.Point) int {
	if len(lines) == 0 {
		return 0
	}
	outline, _ := p.Outline()
	box, row := plane.BoxOf(outline), lines[len(lines)-1]
	centre := (box.Min.X + box.Max.X) / 2
	// Beyond the row lies a strip that is stuffed shut: only what is farther from the lower edge than the row is open.
	lower, _ := p.Edge("lower")
	rim, _ := plane.Apart(lower.Line, row[len(row)/2:len(row)/2+1])
	free := func(q plane.Point) bool {
		if !plane.Inside(outline, q) || plane.Apartness(outline, q) < tuftsClear {
			return false
		}
		off, _ := plane.Apart(row, []plane.Point{q})
		from, _ := plane.Apart(lower.Line, []plane.Point{q})
		return off >= tuftsClear && from > rim
	}
	high, low := math.Inf(-1), math.Inf(1) // of the open middle, down the centre back
	for y := box.Min.Y; y <= box.Max.Y; y += 2 {
		if free(plane.Pt(centre, y)) {
			high, low = max(high, y), min(low, y)
		}
	}
	if high < low {
		return 0
	}
	tufts, levels := 0, math.Floor((high-low)/tuftsApart)
	for k := 0.0; k <= levels; k++ {
		y := (high+low)/2 + (k-levels/2)*tuftsApart
		for x := 0.0; x < box.Width(); x += tuftsApart {
			for _, side := range []float64{1, -1} {
				q := plane.Pt(centre+side*x, y)
				if x == 0 && side < 0 || !free(q) {
					continue
				}
				p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Tuft, Width: 5, Path: []plane.Point{q}})
				tufts++
			}
		}
	}
	return tufts
}

// padSide is one side of the pad.
func padSide(id, name string, edges [2][]plane.Point, v draft.Values) pattern.Piece {
	p := pattern.Piece{ID: id, Name: name, Cut: 1, Edges: []pattern.Edge{
		{ID: "lower", Name: "lower edge", Line: edges[0], Allowance: v.Number(draft.Allowance)},
		{ID: "upper", Name: "waist edge", Line: edges[1], Allowance: v.Number(draft.Allowance)},
	}}
	if v.Choice("lined") == "yes" {
		p.Cut = 2
		p.Layered(pattern.ForLining)
	}
	p.Notches = append(p.Notches, pattern.Notch{Edge: "upper", At: p.Edges[1].Length() / 2, Label: "centre back"},
		pattern.Notch{Edge: "lower", At: p.Edges[0].Length() / 2, Label: "centre back"})
	return p
}
