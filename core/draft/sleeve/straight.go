package sleeve

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// straight is a sleeve of one piece, narrowed to its lower edge, with a dart at the elbow.
var straight = Kind{Key: "straight", Label: "straight, of one piece",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(50), headEase(5), longSleeve(), wristEase(60),
			draft.Mm("sleeve_elbow_dart", "Dart at the elbow", 0, 35, 15, "the forearm bends forward", figure.Memory,
				"On the back edge; its point towards the elbow. Nothing for a sleeve that hangs straight.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		width := one.upper + v.Number("sleeve_arm")
		h, err := headFor(a, width, a.Around()*v.Number("sleeve_head")/100)
		if err != nil {
			return err
		}
		long := one.long * v.Number("sleeve_long")
		under := math.Max(long-h.high, 40)
		foot := math.Min(one.girth(long)+v.Number("sleeve_wrist"), width*1.6)
		shift := (width - foot) / 2
		dart := v.Number("sleeve_elbow_dart")
		at := math.Max(one.bend-h.high, 0)
		if at > under-60 {
			dart = 0
		}
		back := []plane.Point{plane.Pt(width-shift, -under), plane.Pt(width, 0)}
		p := pattern.Piece{ID: "sleeve", Name: "Sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
			{ID: "hem", Name: "lower edge", Line: []plane.Point{plane.Pt(shift, -under), plane.Pt(width-shift, -under)}},
			{ID: "back", Name: "underarm, back", Line: back},
			{ID: "head", Name: "head", Line: h.line()},
			{ID: "front", Name: "underarm, front", Line: []plane.Point{plane.Pt(0, 0), plane.Pt(shift, -under)}},
		}}
		ease, absorbed := 0.0, pattern.Equal
		if dart > 0 {
			// The piece is opened at the elbow by the dart: what lies below it turns forward.
			turnAt(&p, plane.Pt(width/2, -at), dart, width)
			ease, absorbed = capLength(&p), pattern.Darts
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
// given one.
func turnAt(p *pattern.Piece, tip plane.Point, dart, width float64) {
	back, front, hem := &p.Edges[1], &p.Edges[3], &p.Edges[0]
	at := func(line []plane.Point, y float64) plane.Point {
		a, b := line[0], line[len(line)-1]
		return a.Toward(b, (y-a.Y)/(b.Y-a.Y))
	}
	pivot := at(front.Line, tip.Y)
	open := at(back.Line, tip.Y)
	angle := -2 * math.Asin(dart/2/open.To(pivot)) // forward is to the left: against the clock is backward
	turn := func(q plane.Point) plane.Point { return q.Sub(pivot).Turned(angle).Add(pivot) }
	low := turn(open)
	foot := turn(back.Line[0])
	hem.Line = []plane.Point{turn(hem.Line[0]), foot}
	mid := low.Mid(open)
	out := mid.Sub(tip).Unit().Times(dart * 0.12)
	back.Line = []plane.Point{foot, low, mid.Add(out), open, back.Line[len(back.Line)-1]}
	front.Line = []plane.Point{front.Line[0], pivot, hem.Line[0]}
	p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{low, tip, open}, Label: "elbow"})
}

// capLength is what the elbow's dart takes of the back edge.
func capLength(p *pattern.Piece) float64 {
	l := p.Edges[1].Line
	return l[1].To(l[2]) + l[2].To(l[3])
}
