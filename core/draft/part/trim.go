package part

import (
	"fmt"
	"math"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// trims are the kinds of trimming that is set on a skirt in rows, and how many times what it is set on each is long
// (common practice, no source).
var trims = map[string]float64{"gathered": 1.75, "knife": 3, "box": 2.75, "ruched": 1.6}

// TrimsAsked asks for rows of trimming on a skirt.
func TrimsAsked() []draft.Parameter {
	kind := draft.OneOf("trim", "Trimmed with", "Set on in rows from the hem up, each to its own level of the skirt.", "none", "nothing",
		"gathered", "gathered flounces", "knife", "knife-pleated flounces", "box", "box-pleated flounces", "ruched", "ruched bands",
		"circular", "circular flounces, cut round")
	on := func(v draft.Values) bool { return v.Choice("trim") != "none" }
	rows := draft.Tally("trim_rows", "Rows of it", 1, 6, 1, "one at the hem", figure.Memory,
		"They overlap by ⟦2 cm⟧; ruched bands stand apart.")
	deep := draft.Mm("trim_deep", "Each deep, finished", 30, 400, 140, "⟦10 cm⟧ to ⟦20 cm⟧", figure.Memory, "With its heading.")
	head := draft.Mm("trim_heading", "Heading", 0, 50, 15, "⟦1 cm⟧ to ⟦2 cm⟧", figure.Memory,
		"What stands up above its row of stitching.")
	full := draft.Times("trim_full", "Long, times what it is set on", 1.2, 4, 0, "by its kind", figure.Practice,
		"Gathered 1.5 to 2, knife pleats 3, box pleats 2.5 to 3, ruched 1.4 to 1.8.")
	full.Default = func(_ figure.Figure, v draft.Values) (float64, figure.Reason) {
		return trims[v.Choice("trim")], figure.Reason{Text: "usual for it", Source: figure.Practice}
	}
	radius := draft.Mm("trim_radius", "Its inner radius", 40, 600, 150, "smaller falls in more folds", figure.Memory,
		"Of the rings that it is cut in.")
	rows.When, deep.When = on, on
	head.When = func(v draft.Values) bool { return on(v) && v.Choice("trim") != "circular" }
	full.When, radius.When = head.When, func(v draft.Values) bool { return v.Choice("trim") == "circular" }
	return []draft.Parameter{kind, rows, deep, head, full, radius}
}

// overlaps is by how much a row of trimming covers the one below, and between how far ruched bands stand apart, mm; trimSeam
// and trimHem are its allowances (common practice, no source).
const overlaps, apartRuched, trimSeam, trimHem = 20.0, 40.0, 10.0, 12.0

// RoundAt is what a skirt's pieces measure all round at a height above the hem, and the line there on each: from the point
// so far up one side to that of the other, along an arc that meets both square.
func RoundAt(d *draft.Draft, pieces []Between, up float64) (round float64, lines map[string][]plane.Point) {
	lines = map[string][]plane.Point{}
	for _, at := range pieces {
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if p.ID != at.Piece {
				continue
			}
			if line := levelOf(p, up); line != nil {
				lines[p.ID] = line
				round += 2 * plane.Length(line)
			}
		}
	}
	return round, lines
}

// levelOf is the line on a piece at a height above its hem; nil where a side ends below.
func levelOf(p *pattern.Piece, up float64) []plane.Point {
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].ID != "hem" {
			continue
		}
		right, left := p.Edges[(i+1)%n].Line, plane.Reversed(p.Edges[(i+n-1)%n].Line)
		if plane.Length(right) < up || plane.Length(left) < up {
			return nil
		}
		a, da := plane.Along(left, up)
		b, db := plane.Along(right, up)
		return arcBetween(a, b, math.Atan2(da.Cross(db), db.Dot(da))/2)
	}
	return nil
}

// arcBetween is the arc from a to b whose directions there turn from its chord by half of what it turns, radians, positive
// for one that hangs below its chord.
func arcBetween(a, b plane.Point, half float64) []plane.Point {
	if math.Abs(half) < 1e-6 {
		return []plane.Point{a, b}
	}
	out := b.Sub(a).Unit().Right()
	r := a.To(b) / 2 / math.Sin(half)
	centre := a.Mid(b).Sub(out.Times(r * math.Cos(half)))
	steps := max(int(math.Abs(half)*60), 8)
	line := []plane.Point{a}
	for i := 1; i < steps; i++ {
		line = append(line, centre.Add(a.Sub(centre).Turned(2*half*float64(i)/float64(steps))))
	}
	return append(line, b)
}

// Trimmed sets the rows of trimming that were asked for on a skirt: the lines they lie on are marked on every piece, and
// each row is cut as long as its own level wants.
func Trimmed(d *draft.Draft, v draft.Values, in cloth.Fabric, pieces []Between) error {
	if !v.Has("trim_rows") {
		return nil
	}
	kind, deep, rows := v.Choice("trim"), v.Number("trim_deep"), v.Whole("trim_rows")
	heading := 0.0
	if v.Has("trim_heading") {
		heading = min(v.Number("trim_heading"), deep/3)
	}
	step := deep - heading - overlaps
	if kind == "ruched" {
		step = deep + apartRuched
	}
	total, cloth := 0.0, 0.0
	for k := range rows {
		up := deep - heading + float64(k)*max(step, 20) // of the row of stitching
		round, lines := RoundAt(d, pieces, up)
		if len(lines) < len(pieces) {
			return fmt.Errorf("%s of trimming %s deep reach above the skirt: fewer rows, or narrower ones", measure.Count(rows, "row"),
				measure.Tell(deep))
		}
		for i := range d.Pieces {
			if line, ok := lines[d.Pieces[i].ID]; ok {
				d.Pieces[i].Marks = append(d.Pieces[i].Marks, pattern.Mark{Kind: pattern.Section, Path: line})
			}
		}
		id := fmt.Sprintf("trim-%d", k+1)
		name := fmt.Sprintf("Row %d of the trimming", k+1)
		long := round
		var err error
		if kind == "circular" {
			err = ringed(d, id, name, round, deep, v.Number("trim_radius"))
		} else {
			long = round * v.Number("trim_full")
			err = stripped(d, id, name, long, deep, heading, kind, in)
		}
		if err != nil {
			return err
		}
		d.Measure(id, fmt.Sprintf("row %d of the trimming", k+1), "in length", long)
		total, cloth = total+round, cloth+long
	}
	of := technique.Gather
	if kind == "knife" || kind == "box" {
		of = technique.Pleat
	}
	if kind != "circular" {
		d.Works = append(d.Works, notion.Worked{Key: "trim-fullness", Name: "the trimming", Of: of, Length: cloth})
	}
	d.Works = append(d.Works, notion.Worked{Key: "trimming", Name: "the trimming to the skirt", Of: technique.Join, Join: pattern.SetOn,
		Technique: "lapped", Length: total})
	d.Tell(work.ToSetOn, fmt.Sprintf("The lowest row of trimming first, each to its own line: %s in all, %s of strip. Quarter row and line, "+
		"match, and stitch.", measure.TellLong(total), measure.TellLong(cloth)))
	return nil
}

// stripped cuts a row as straight strips across the cloth, joined to a ring.
func stripped(d *draft.Draft, id, name string, long, deep, heading float64, kind string, in cloth.Fabric) error {
	n, err := fullness.Panels(long, float64(in.Usable()), trimSeam)
	if err != nil {
		return err
	}
	p := pattern.Rectangle(id, name, long/float64(n), deep, trimSeam)
	p.Cut, p.EitherWay = n, true
	p.Allow(trimHem, "bottom", "top")
	p.Be(pattern.Hem, "bottom", "top")
	row := deep - heading
	if kind == "gathered" || kind == "ruched" {
		p.GatherRows([]plane.Point{{X: long / float64(n), Y: row}, {Y: row}})
	}
	if kind == "ruched" { // along both edges
		p.GatherRows([]plane.Point{{X: long / float64(n), Y: heading}, {Y: heading}})
	}
	d.Pieces = append(d.Pieces, p)
	for c := range n {
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("%s-join-%d", id, c+1),
			A: pattern.Side{Piece: id, Edge: "right", Copy: pattern.Nth(c, n)}, B: pattern.Side{Piece: id, Edge: "left",
				Copy: pattern.Nth(c+1, n)}})
	}
	return nil
}

// widestCut is how much of a whole ring one piece is cut as at most: the scissors must get in.
const widestCut = 0.97

// ringed cuts a row in parts of rings about an inner radius, whose inner edges together are as long as what it is set on.
func ringed(d *draft.Draft, id, name string, round, deep, radius float64) error {
	angle := round / radius
	n := max(int(math.Ceil(angle/(2*math.Pi*widestCut))), 1)
	half := angle / float64(n) / 2
	arc := func(r, from, to float64) (line []plane.Point) {
		steps := max(int(math.Abs(to-from)*r/6), 24)
		for i := range steps + 1 {
			sin, cos := math.Sincos(from + (to-from)*float64(i)/float64(steps))
			line = append(line, plane.Pt(r*sin, -r*cos))
		}
		return line
	}
	outer, inner := arc(radius+deep, -half, half), arc(radius, half, -half)
	// Its arcs meet the joins square as they are: nothing is to be made fair there.
	p := pattern.Piece{ID: id, Name: name, Cut: n, Edges: []pattern.Edge{
		{ID: "bottom", Name: "lower edge", Line: outer, Allowance: 6, Kind: pattern.Hem, Corner: true},
		{ID: "right", Name: "right edge", Line: []plane.Point{outer[len(outer)-1], inner[0]}, Allowance: 6},
		{ID: "top", Name: "upper edge", Line: inner, Allowance: 6, Kind: pattern.Enclosed, Corner: true},
		{ID: "left", Name: "left edge", Line: []plane.Point{inner[len(inner)-1], outer[0]}, Allowance: 6}}}
	if err := p.Fault(); err != nil {
		return fmt.Errorf("the rings can’t be cut so: %w; a larger inner radius, or a narrower flounce", err)
	}
	d.Pieces = append(d.Pieces, p)
	for c := range n {
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("%s-join-%d", id, c+1),
			A: pattern.Side{Piece: id, Edge: "right", Copy: pattern.Nth(c, n)}, B: pattern.Side{Piece: id, Edge: "left",
				Copy: pattern.Nth(c+1, n)}})
	}
	d.Measure(id+".lower", name, "along its lower edge", (radius+deep)*angle)
	return nil
}
