package part

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// PocketsAsked asks for pockets in the seams of a skirt.
func PocketsAsked() []draft.Parameter {
	down := draft.Mm(draft.PocketDown, "Pocket begins below the waist by", 40, 320, 90, "the hand finds it; in the 1870s ⟦20 cm⟧",
		figure.Memory,
		"Down the seam, from the seam at the waist.")
	mouth := draft.Mm(draft.PocketMouth, "Pocket, its mouth", 110, 220, 150, "a hand with a glove", figure.Practice, "Along the seam.")
	down.When = func(v draft.Values) bool { return v.Choice(draft.Pockets) != "none" }
	mouth.When = down.When
	kind := draft.OneOf("pocket_kind", "Kind of pocket", "In the seam: both halves are sewn on before it is closed. A patch is set "+
		"on before "+
		"the seams are sewn, a slit is bound and has its bag behind it.", "seam", "in the side seam", "patch", "a patch, set on",
		"slit", "a bound slit")
	kind.When = down.When
	return []draft.Parameter{draft.OneOf(draft.Pockets, "Pockets", "At the side; the opening of the skirt keeps its own.", "none", "none",
		"right", "one, at the right", "both", "one at each side"), kind, down, mouth}
}

// A pocket's bag is so wide and so much deeper than its mouth, its lower corners are round by so much, its seams have
// this allowance, and so much of the seam must be left below it, mm (common practice, no source).
const bagWide, bagBelow, bagRound, bagSeam, belowPocket = 160.0, 110.0, 60.0, 12.0, 120.0

// Pocketed sets the pockets that were asked for into the seam nearest to the side: a notch at both ends of each mouth,
// and the bags. opensLeft is set where the opening lies in the left one of the seam before the back.
func Pocketed(d *draft.Draft, v draft.Values, pieces []Between, opensLeft bool) error {
	if !v.Has(draft.PocketMouth) {
		return nil
	}
	at, off := 0, math.Inf(1)
	for k := 1; k < len(pieces); k++ {
		if o := math.Abs(pieces[k].From - 90); o < off {
			at, off = k, o
		}
	}
	if at == 0 {
		return fmt.Errorf("the skirt has no seam at the side for a pocket")
	}
	down, mouth := v.Number(draft.PocketDown), v.Number(draft.PocketMouth)
	both := v.Choice(draft.Pockets) == "both"
	if v.Has("pocket_kind") && v.Choice("pocket_kind") != "seam" {
		return placed(d, v, pieces[at-1].Piece, both)
	}
	if both && opensLeft && at == len(pieces)-1 {
		d.Remark(false, "A pocket at the right only", "The opening lies in the left one of the same seam.")
		both = false
	}
	for i, side := range []struct {
		piece, edge string
	}{{pieces[at-1].Piece, "right"}, {pieces[at].Piece, "left"}} {
		if i == 1 && pieces[at].Back {
			side.edge = "right"
		}
		for k := range d.Pieces {
			p := &d.Pieces[k]
			if p.ID != side.piece {
				continue
			}
			e, ok := p.Edge(side.edge)
			if !ok {
				return fmt.Errorf("the skirt has no seam at the side for a pocket")
			}
			long := e.Length()
			if room := long - down - belowPocket; mouth > room {
				return fmt.Errorf("the seam has no room for a pocket: one that begins higher, or a mouth of %s at most",
					measure.Tell(max(room, 0)))
			}
			for _, from := range []float64{down, down + mouth} {
				if side.edge == "right" { // that runs up from the hem
					from = long - from
				}
				p.Notches = append(p.Notches, pattern.Notch{Edge: side.edge, At: from, Label: "pocket"})
			}
		}
	}
	deep := mouth + bagBelow
	bag := pattern.Piece{ID: "pocket", Name: "Pocket bag", Cut: 2, Mirrored: true, Hidden: true, Edges: []pattern.Edge{
		{ID: "bag", Name: "edge of the bag", Line: plane.Join([]plane.Point{{Y: deep - mouth}, {Y: bagRound}},
			plane.Quarter(plane.Pt(0, bagRound), plane.Pt(0, 0), plane.Pt(bagRound, 0)), []plane.Point{{X: bagRound},
				{X: bagWide - bagRound}},
			plane.Quarter(plane.Pt(bagWide-bagRound, 0), plane.Pt(bagWide, 0), plane.Pt(bagWide, bagRound)),
			[]plane.Point{{X: bagWide, Y: bagRound}, {X: bagWide, Y: deep}, {Y: deep}}), Allowance: bagSeam},
		{ID: "mouth", Name: "mouth", Line: []plane.Point{{Y: deep}, {Y: deep - mouth}}, Allowance: bagSeam, Kind: pattern.Enclosed,
			Corner: true}}}
	if both {
		bag.Cut = 4
	}
	d.Pieces = append(d.Pieces, bag)
	d.Seams = append(d.Seams, pattern.Seam{ID: "pocket", A: pattern.Side{Piece: "pocket", Edge: "bag"},
		B: pattern.Side{Piece: "pocket", Edge: "bag"}, Join: pattern.Pocket})
	where, mouths := "the right", 1.0
	if both {
		where, mouths = "both sides", 2
	}
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), mouths*(mouth+40)/1000, "m", "along the mouth of each pocket")
	d.Tell(work.ToPocket, fmt.Sprintf("At %s: a bag to each edge of the seam, from notch to notch, before the seam is closed; then seam "+
		"and bag in "+
		"one, round the corners. A tape along the mouth keeps it from stretching.", where))
	return nil
}
