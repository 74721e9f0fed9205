package bodice

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Straight is the dress body of about 1919 to 1929: a tube from shoulder to a low waist, on over
// the head through a slit, with a panel laid on before.
type Straight struct{}

// About describes it.
func (Straight) About() draft.About {
	return draft.About{Kind: "bodice-straight", Name: "Straight body, 1919 to 1929", Family: family.Bodice,
		What: "Front and back of one width from the bust down to a low waist, a neck slit, a panel with bound edges laid on before. " +
			"It goes " +
			"on over the head.",
		Usual: cloth.Fabric{Name: "Silk crêpe", Colour: "verdigris", Width: 1100, Selvedge: 10, Thickness: 0.25, Weight: 95,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Straight) Parameters() []draft.Parameter {
	return slices.Concat(loose(110, 80, "⟦8 cm⟧ to ⟦15 cm⟧, over a flattened bust."), necksOf(20, 0, 15, "round", "v", "square"),
		armholes(0, 0, 0, 45),
		[]draft.Parameter{
			draft.Mm(draft.Long, "Below the waist", 60, 190, 140, "the low waist", figure.Memory, "⟦10 cm⟧ to ⟦18 cm⟧."),
			draft.Mm(draft.Slit, "Slit from the neckline down, before", 0, 200, 120, "⟦8 cm⟧ to ⟦14 cm⟧", figure.Memory,
				"So that the head passes."),
			draft.Mm("panel", "Panel before, wide", 0, 220, 140, "⟦11 cm⟧ to ⟦17 cm⟧", figure.Memory,
				"Laid on from the neckline to the low waist; its edges are bound, and have no allowance. 0 for none.")},
		collars(30, 75, "flat", "none", "pointed", "sailor", "bound", "ruffle"), slices.Concat(moves("side", "side seam"),
			lineable(15, 15)), sleeve.Parameters("none"))
}

// Draft drafts it.
func (s Straight) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return s.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Straight) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{by: []lowered{{key: draft.Long, front: 1, side: 1, back: 1}}})
	if err != nil {
		return draft.Draft{}, err
	}
	side := h.side(0.5, 0.5)
	err = h.together(sewing{panels: []named{h.between("front", "Front", h.centreFront(), side, surface.FromFront).onFold("centre-front"),
		h.between("back", "Back", side, h.centreBack(), surface.FromBack).onFold("centre-back")},
		faced: "face-bias", hem: pattern.Enclosed}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	h.headPasses(v.Number(draft.Slit))
	if wide := v.Number("panel"); wide >= 20 {
		e, _ := h.edge("front", "centre-front")
		p := pattern.Rectangle("panel", "Panel before", wide, e.Length(), 0)
		p.Be(pattern.Bound, "left", "right")
		p.Be(pattern.Enclosed, "top", "bottom")
		p.Allow(12, "top", "bottom")
		h.Pieces = append(h.Pieces, p)
		h.Buy("tape", "Stay tape, "+measure.TellStock(10), (wide+30)/1000, "m", "behind the panel’s lower end")
		h.Tell(work.ToSetOn, "The panel’s edges are bound first, and cut off by nothing: then it is stitched on in the binding’s ditch.")
	}
	return *h.Draft, nil
}

// headEase is what neckline and slit must be more than the head, mm (common practice, no source).
const headEase = 15.0

// leastSlit is how deep a slit a head needs to pass a neckline, mm: both its edges open.
func leastSlit(neck, head float64) float64 { return max(head+headEase-neck, 0) / 2 }

// headPasses says whether the head passes the neckline and a slit, and marks the slit.
func (h *half) headPasses(slit float64) {
	neck := 0.0
	for _, p := range h.Pieces {
		for _, id := range []string{"neck", "neck-side"} {
			if e, ok := p.Edge(id); ok && p.Of == "" {
				neck += 2 * (e.Length() - h.taken(pattern.Side{Piece: p.ID, Edge: id}))
			}
		}
	}
	if front := &h.Pieces[h.index("front")]; slit > 0 {
		if e, ok := front.Edge("centre-front"); ok {
			top := e.Line[0]
			path := []plane.Point{top, {X: top.X, Y: top.Y - slit}}
			front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.SlashLine, Path: path,
				Label: "neck slit"})
		}
	}
	h.Measure("neck", "the neckline", "round, without the slit", neck)
	head := h.on.Length("head_girth")
	if passes := neck + 2*slit; passes < head+headEase {
		more := math.Ceil(leastSlit(neck, head)/5) * 5
		h.Offer(true, "The head does not pass", fmt.Sprintf("Neckline and slit give %s; the head measures %s and wants %s more.",
			measure.Tell(passes), measure.Tell(head), measure.Tell(headEase)), "Make the slit "+measure.Tell(more),
			draft.Settings{draft.Slit: more})
	}
}
