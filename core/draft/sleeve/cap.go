package sleeve

import (
	"fmt"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// capped covers the shoulder only; the armhole under it is faced.
var capped = Kind{Key: "cap", Label: "a cap over the shoulder",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{
			draft.Times("sleeve_cover", "It covers of the armhole", 0.3, 0.7, 0.5, "about the upper half", figure.Memory,
				"Measured up from either side; what is below it is faced."),
			draft.Mm("sleeve_cap", "Deep over the shoulder", 40, 160, 80, "⟦6 cm⟧ to ⟦11 cm⟧", figure.Memory,
				"Running out to nothing at both ends."),
			draft.Times(draft.SleeveHead, "Ease of the head, %", 0, 8, 4, "3 to 5", figure.Memory,
				"How much longer the cap is than what it is set to.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		top := a.upper(d, v.Number("sleeve_cover"))
		long := top.Around() * (1 + v.Number(draft.SleeveHead)/100)
		deep := v.Number("sleeve_cap")
		// A bow over the shoulder, as long as it must be: its height is found by halving.
		wide := long * 0.82
		bow := func(high float64) []plane.Point {
			return plane.Cubic(plane.Pt(wide/2, 0), plane.Pt(wide*0.32, high*1.3), plane.Pt(-wide*0.32, high*1.3), plane.Pt(-wide/2, 0))
		}
		low, high := 0.0, long
		for range 50 {
			if mid := (low + high) / 2; plane.Length(bow(mid)) < long {
				low = mid
			} else {
				high = mid
			}
		}
		line := bow(low)
		peak := plane.BoxOf(line).Max.Y
		outer := plane.Cubic(plane.Pt(-wide/2, 0), plane.Pt(-wide*0.3, (peak-deep)*1.15), plane.Pt(wide*0.3, (peak-deep)*1.15),
			plane.Pt(wide/2, 0))
		if deep < 20 || peak-deep > peak*0.9 {
			return fmt.Errorf("a cap so shallow is no sleeve: make it %s deep at least", measure.Tell(40))
		}
		p := pattern.Piece{ID: "sleeve", Name: "Cap", Cut: 4, Mirrored: true, Edges: []pattern.Edge{
			{ID: "hem", Name: "outer edge", Line: outer, Allowance: 8, Kind: pattern.Layered},
			{ID: "head", Name: "head", Line: line, Allowance: 10}}}
		p.Layered(pattern.ForLining)
		d.Pieces = append(d.Pieces, p)
		h := strung(top, line)
		h.sew(d, pattern.Eased, h.whole("sleeve"))
		d.Measure("sleeve.armhole", "the armhole", "where the cap is set", top.Around())
		d.Measure("sleeve.head", "the sleeve’s head", "along its seam line", plane.Length(line))
		return nil
	}}

// upper parts the armhole's edges and gives what lies above: of its front and its back, from the
// shoulder down, a share of either. What lies below is faced.
func (a Armhole) upper(d *draft.Draft, share float64) Armhole {
	out := Armhole{Depth: a.Depth}
	cut := func(front bool, need float64) []Part {
		var parts []Part
		n := len(a.Parts)
		for i := range n {
			q := a.Parts[i]
			if !front { // the back's stand from the underarm up
				q = a.Parts[n-1-i]
			}
			if q.Front != front {
				continue
			}
			switch {
			case need < 1:
				pieceOf(d, q.Piece).Face("face-bias", q.Edge)
			case q.Length <= need+8:
				parts = append(parts, q)
			default:
				p := pieceOf(d, q.Piece)
				over := pattern.Stretch{ID: q.Edge + "-top", Name: "armhole, under the cap", Length: need}
				rest := pattern.Stretch{ID: q.Edge, Name: "armhole", Length: q.Length - need}
				if front { // it runs up to the shoulder
					p.Split(q.Edge, rest, over)
				} else {
					p.Split(q.Edge, over, rest)
				}
				p.Face("face-bias", q.Edge)
				parts = append(parts, Part{Piece: q.Piece, Edge: over.ID, Length: need, Front: front})
			}
			need = max(need-q.Length, 0)
		}
		return parts
	}
	out.Parts = cut(true, a.Front()*share)
	back := cut(false, a.Back()*share)
	for i := len(back) - 1; i >= 0; i-- {
		out.Parts = append(out.Parts, back[i])
	}
	return out
}
