package sleeve

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// cuffed are the kinds whose lower edge may have a cuff turned back over it.
var cuffed = map[string]bool{"fitted": true, "straight": true, "gathered": true, "mutton": true, Raglan: true}

// cuffs asks for a turned-back cuff.
func cuffs() []draft.Parameter {
	may := func(v draft.Values) bool { return cuffed[v.Choice(draft.Sleeve)] }
	kind := draft.OneOf("cuff", "Cuff", "Turned back, it is cut a little longer than the sleeve’s lower edge and widens upwards, so that "+
		"it stands off.", "none", "none: the lower edge is hemmed", "turned", "turned back")
	deep := draft.Mm("cuff_deep", "Cuff, deep", 35, 160, 75, "⟦6 cm⟧ to ⟦11 cm⟧", figure.Memory, "As it lies turned back.")
	flare := draft.Mm("cuff_flare", "Its upper edge is longer by", 0, 60, 12, "⟦1 cm⟧ to ⟦14⟧; wing cuffs more", figure.Memory,
		"Than its lower edge: the sleeve under it widens upwards.")
	turned := func(v draft.Values) bool { return may(v) && v.Choice("cuff") == "turned" }
	kind.When, deep.When, flare.When = may, turned, turned
	return []draft.Parameter{kind, deep, flare}
}

// cuffOver is how much longer than the sleeve's lower edge a cuff turned over it is, mm (from
// memory).
const cuffOver = 4.0

// Cuff adds the cuff that is chosen to a drafted sleeve.
func Cuff(d *draft.Draft, v draft.Values) {
	if !v.Has("cuff") || !cuffed[v.Choice(draft.Sleeve)] || v.Choice("cuff") != "turned" {
		return
	}
	type side struct {
		piece string
		long  float64
	}
	var hems []side
	long := 0.0
	for _, id := range []string{"sleeve", "sleeve-top", "sleeve-under", "sleeve-front", "sleeve-back"} {
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if e, ok := p.Edge("hem"); ok && p.ID == id {
				e.Allowance, e.Turned, e.Kind = 12, false, ""
				hems = append(hems, side{id, e.Length()})
				long += e.Length()
			}
		}
	}
	deep, lower := v.Number("cuff_deep"), long+cuffOver
	c := ring(lower, lower+v.Number("cuff_flare"), deep)
	var parts []pattern.Stretch
	for _, h := range hems {
		parts = append(parts, pattern.Stretch{ID: "to-" + h.piece, Name: "to the sleeve", Length: lower * h.long / long})
	}
	parts[len(parts)-1].Length = 0
	c.Split("lower", parts...)
	c.Be(pattern.Layered, "upper")
	c.Layered(pattern.ForLining)
	c.Interfaced()
	d.Pieces = append(d.Pieces, c)
	for i, h := range hems {
		d.Seams = append(d.Seams, pattern.Seam{ID: "cuff-" + h.piece, A: pattern.Side{Piece: h.piece, Edge: "hem"},
			B: pattern.Side{Piece: "turned-cuff", Edge: parts[i].ID}, Ease: cuffOver * h.long / long, Absorbed: pattern.Eased,
			Join: pattern.Banded})
	}
	d.Seams = append(d.Seams, pattern.Seam{ID: "cuff-ends", A: pattern.Side{Piece: "turned-cuff", Edge: "start"},
		B: pattern.Side{Piece: "turned-cuff", Edge: "end"}})
	d.Measure("cuff", "the cuff", "at its upper edge", lower+v.Number("cuff_flare"))
	d.Tell(work.ToSleeve, "The cuff goes on before the sleeve is set: its right side to the wrong side of the sleeve, then turned back over "+
		"the seam. It is "+measure.Tell(cuffOver)+" longer so that it does not draw the sleeve in.")
}

// ring is a cuff laid flat: a part of a ring, or a rectangle, whose edges are so long, so deep.
func ring(lower, upper, deep float64) pattern.Piece {
	const n = 48
	var low, high []plane.Point
	if upper-lower < 0.5 {
		low, high = []plane.Point{{}, {X: lower}}, []plane.Point{{X: lower, Y: deep}, {Y: deep}}
	} else {
		// Both arcs have one middle, below: their radii differ by the depth.
		r := lower * deep / (upper - lower)
		angle := lower / r
		at := func(radius, t float64) plane.Point {
			s, c := math.Sincos((t - 0.5) * angle)
			return plane.Pt(radius*s, radius*c-r)
		}
		for k := range n + 1 {
			t := float64(k) / n
			low, high = append(low, at(r, t)), append(high, at(r+deep, 1-t))
		}
	}
	return pattern.Piece{ID: "turned-cuff", Name: "Turned-back cuff", Cut: 4, Mirrored: true, Edges: []pattern.Edge{
		{ID: "lower", Name: "to the sleeve", Line: low, Allowance: 12},
		{ID: "end", Name: "end", Line: []plane.Point{low[len(low)-1], high[0]}, Allowance: 12, Corner: true},
		{ID: "upper", Name: "upper edge", Line: high, Allowance: 10},
		{ID: "start", Name: "other end", Line: []plane.Point{high[len(high)-1], low[0]}, Allowance: 12, Corner: true}}}
}
