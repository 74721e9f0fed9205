package sleeve

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// straight is a sleeve of one piece, narrowed to its lower edge, with a dart at the elbow.
var straight = Kind{Key: "straight", Label: "straight, of one piece",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(50), headEase(5), part.LongSleeve("Length"), wristEase(60),
			draft.Mm("sleeve_elbow_dart", "Dart at the elbow", 0, 35, 15, "the forearm bends forward", figure.Memory,
				"On the back edge; its point towards the elbow. Nothing for a sleeve that hangs straight.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		h, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*v.Number(draft.SleeveHead)/100)
		if err != nil {
			return err
		}
		width := h.width
		long := one.long * v.Number(draft.SleeveLong)
		under := max(long-h.high, 40)
		foot := min(one.girth(long)+v.Number(draft.SleeveWrist), width*1.6)
		shift := (width - foot) / 2
		dart := v.Number("sleeve_elbow_dart")
		at := max(one.bend-h.high, 0)
		if at > under-60 {
			dart = 0
		}
		back := plane.Reversed(squareSide(plane.Pt(width, 0), plane.Pt(width-shift, -under)))
		p := pattern.Piece{ID: "sleeve", Name: "Sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
			{ID: "hem", Name: "lower edge", Line: []plane.Point{plane.Pt(shift, -under), plane.Pt(width-shift, -under)}},
			{ID: "back", Name: "underarm, back", Line: back},
			{ID: "head", Name: "head", Line: h.line()},
			{ID: "front", Name: "underarm, front", Line: squareSide(plane.Pt(0, 0), plane.Pt(shift, -under))},
		}}
		ease, absorbed := 0.0, pattern.Equal
		if dart > 0 {
			// The piece is opened at the elbow by the dart: what lies below it turns forward.
			ease, absorbed = turnAt(&p, plane.Pt(width/2, -at), dart), pattern.Darts
		}
		p.Allow(allowance, "back", "front")
		p.Allow(10, "head")
		p.Allow(hem, "hem")
		p.Edges[0].Turned = true
		p.Be(pattern.Hem, "hem")
		d.Pieces = append(d.Pieces, p)
		d.Seams = append(d.Seams, pattern.Seam{ID: "underarm", A: pattern.Side{Piece: "sleeve", Edge: "front"},
			B: pattern.Side{Piece: "sleeve", Edge: "back"}, Ease: ease, Absorbed: absorbed, Strain: 1})
		h.sew(d, pattern.Eased, h.whole("sleeve"))
		tell(d, h, "ease it in between the notches")
		return nil
	}}

// turnAt opens a sleeve at the elbow: what lies below a level is turned forward about the
// front edge until the back edge opens by the dart, and the dart is marked with its point at the
// given one. What its dart takes of the back edge is given.
func turnAt(p *pattern.Piece, tip plane.Point, dart float64) (taken float64) {
	back, front, hem := &p.Edges[1], &p.Edges[3], &p.Edges[0]
	below, above := parted(back.Line, tip.Y)
	upper, lower := parted(front.Line, tip.Y)
	pivot, open := lower[0], above[0]
	angle := -2 * math.Asin(dart/2/open.To(pivot)) // forward is to the left: against the clock is backward
	turned := func(line []plane.Point) []plane.Point {
		out := make([]plane.Point, len(line))
		for i, q := range line {
			out[i] = q.Sub(pivot).Turned(angle).Add(pivot)
		}
		return out
	}
	below, lower = turned(below), turned(lower)
	low := below[len(below)-1]
	mid := low.Mid(open)
	cap := []plane.Point{low, mid.Add(mid.Sub(tip).Unit().Times(dart * 0.12)), open}
	hem.Line = []plane.Point{lower[len(lower)-1], below[0]}
	back.Line = plane.Join(below, cap, above)
	front.Line = plane.Join(upper, lower)
	p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{low, tip, open}, Label: "elbow"})
	return plane.Length(cap)
}

// parted are the two parts of a side of a sleeve, above and below a level in the order it runs.
func parted(line []plane.Point, y float64) (first, then []plane.Point) {
	for i := 1; i < len(line); i++ {
		if a, b := line[i-1], line[i]; (a.Y-y)*(b.Y-y) <= 0 && a.Y != b.Y {
			at := a.Toward(b, (y-a.Y)/(b.Y-a.Y))
			const near = 4.0 // what lies so near would bend the line by a hair
			first, then = append([]plane.Point{}, line[:i]...), append([]plane.Point{}, line[i:]...)
			for len(first) > 1 && first[len(first)-1].To(at) < near {
				first = first[:len(first)-1]
			}
			for len(then) > 1 && then[0].To(at) < near {
				then = then[1:]
			}
			return append(first, at), append([]plane.Point{at}, then...)
		}
	}
	return line, line[len(line)-1:]
}
