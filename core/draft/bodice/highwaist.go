package bodice

import (
	"fmt"
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

// HighWaist is the bodice of about 1793 to 1822: the waist under the bust, the front full on
// drawstrings, a small back with its seams far in.
type HighWaist struct{}

// About describes it.
func (HighWaist) About() draft.About {
	return draft.About{Kind: "bodice-high-waist", Name: "High-waisted bodice, 1793 to 1822", Family: family.Bodice, Over: family.Gown,
		What: "A full front drawn in at neck and waist on cords, side-back and a narrow back; the waist lies under the bust, the " +
			"shoulder " +
			"seam far behind.",
		Usual: cloth.Fabric{Name: "Cotton muslin", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.18, Weight: 70,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (HighWaist) Parameters() []draft.Parameter {
	under := draft.MmFrom("under", "Waist below the bust point", 40, 170, "below the fullest of the bust",
		"⟦55⟧ to ⟦85⟧ below the bust point, by the years; never above what the bust rests on.",
		func(on figure.Figure, _ draft.Values) (float64, figure.Source) { return 75, figure.Memory })
	under.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		return 40, max(on.Torso().BustPoint.Z-40, 60)
	}
	return slices.Concat([]draft.Parameter{draft.Mm(draft.BustEase, "Ease at the bust", 0, 120, 20, "the lining is close", figure.Memory,
		"Before it is gathered."),
		draft.Mm(draft.WaistEase, "Ease under the bust", -20, 80, 10, "over the stays", figure.Memory, "On the whole girth."),
		draft.Mm(draft.HipEase, "Ease below that", 0, 100, 20, "out of use at this length", figure.Memory, "It ends above."), under},
		necksOf(70, 20, 45, "round", "square", "v"), armholes(0, 25, 70, 10),
		[]draft.Parameter{draft.Times("full", "The front at the waist, times what it is drawn to", 1, 2.4, 1.5, "1.2 to 2.2", figure.Memory,
			"1 is smooth, with darts."),
			draft.Times("full_top", "And at the neckline", 1, 1.8, 1.25, "drawn on a cord", figure.Memory, "1 for a smooth neckline."),
			closes("hooks", "buttons"), laps(12)},
		collars(0, 55, "none", "ruffle", "flat", "bound"), slices.Concat(moves("side", "side seam", "back", "back seam"),
			lineable(15, 12)), sleeve.Parameters("gathered"))
}

// Draft drafts it.
func (h HighWaist) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return h.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (HighWaist) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	up := on.Torso().BustPoint.Z - v.Number("under")
	if up < 12 {
		return draft.Draft{}, fmt.Errorf("a waist %s below the bust point lies at the natural waist on this figure: less, or "+
			"another bodice",
			measure.Tell(v.Number("under")))
	}
	h, err := begun(ask, on, v, lower{above: on.Torso().BustPoint.Z, by: []lowered{{key: "under", front: 1, side: 1, back: 1}}})
	if err != nil {
		return draft.Draft{}, err
	}
	curved := h.bowed("back", "back seam", 0.55, 0.86, 0.86)
	side := h.seamBefore(curved, "side", "side", 0.60, 0.64, 0.62)
	front := h.between("front", "Front", h.centreFront(), side, surface.FromFront,
		h.frontDart("dart", 0.24, 1, 20, 0)).onFold("centre-front")
	s := sewing{panels: []named{front, h.between("side-back", "Side-back", side, curved, surface.FromMiddle),
		h.between("back", "Back", curved, h.centreBack(), surface.FromBack)},
		opens: "centre-back", strain: 1, faced: "face-bias", hem: pattern.Enclosed, shape: h.drawnFront}
	err = h.together(s, in)
	return *h.Draft, err
}

// cordTied is how much longer than the neckline its cord is at either end, mm (from memory).
const cordTied = 200.0

// drawnFront makes the front full at its lower edge and its neckline.
func (h *half) drawnFront() error {
	times, top := h.v.Number("full"), h.v.Number("full_top")
	if times < 1.05 && top < 1.02 {
		return nil
	}
	i := h.index("front")
	worn, _ := h.edge("front", "hem")
	long := worn.Length() - h.taken(pattern.Side{Piece: "front", Edge: "hem"})
	p := ungathered(h.Pieces[i], "hem")
	neck, _ := p.Edge("neck")
	hem, _ := p.Edge("hem")
	more := max(long*times-hem.Length(), 0)
	var err error
	if p, err = p.Spread(pattern.Place{Edge: "hem", At: hem.Length() * 0.05}, hem.Length()*0.55,
		pattern.Place{Edge: "neck", At: neck.Length() * 0.1},
		neck.Length()*0.8, more, neck.Length()*(top-1), 8); err != nil {
		return fmt.Errorf("the front can’t be made so full: %w", err)
	}
	if p, err = p.Upright("centre-front"); err != nil {
		return err
	}
	for _, q := range []struct {
		edge  string
		start bool
	}{{"hem", true}, {"neck", false}} {
		if q.edge == "neck" && h.vee {
			continue
		}
		if p, err = p.Squared(q.edge, q.start, 40); err != nil {
			return err
		}
	}
	if e, ok := p.Edge("neck"); ok && !h.vee { // spread between two of its points it bends at them; at the fold it runs on
		fold := e.Line[len(e.Line)-1]
		whole := plane.Faired(append(slices.Clone(e.Line), plane.Reversed(plane.Mirrored(e.Line, fold.X))[1:]...), rimWave)
		e.Line = plane.Part(whole, 0, plane.Length(whole)/2)
		e.Line[len(e.Line)-1].X = fold.X
		c, _ := p.Edge("centre-front") // it begins where the neckline comes to the fold now
		c.Line[0] = e.Line[len(e.Line)-1]
	}
	e, _ := p.Edge("hem")
	h.Measure("drawn.hem", "the front", "its waist edge is drawn to", 2*long)
	h.Measure("drawn.neck", "the front", "its neckline is drawn to", 2*neck.Length())
	p.GatherRows(e.Line)
	h.Pieces[i] = p
	if top > 1 {
		h.Buy("cord", "Fine cord for the neckline", (2*neck.Length()+2*cordTied)/1000, "m", "as long as it is drawn to, and to tie")
		h.Tell(work.ToGather, "The front’s neckline on a cord to its own length again.")
	}
	h.Tell(work.ToGather, "The front’s waist to the length of the lining or the band.")
	return nil
}
