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

	"gonum.org/v1/gonum/spatial/r3"
)

// Shirt is the loose bodice of a blouse or shirt dress, from the 1890s on: a yoke behind, a button
// stand turned twice before; or, Waisted, one that darts take in to the waist.
type Shirt struct{ Waisted bool }

// About describes it.
func (Shirt) About() draft.About {
	return draft.About{Kind: "bodice-shirt", Name: "Shirt bodice", Family: family.Bodice,
		What:  "Fronts with a button stand turned twice, a back gathered or plain under a yoke, a collar; loose at the waist, 1890s on.",
		Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.2, Weight: 90, Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (g Shirt) Parameters() []draft.Parameter {
	room := loose(100, 50, "⟦7 cm⟧ to ⟦14 cm⟧; fitted ⟦6 cm⟧.")
	if g.Waisted {
		room = eases(100, 70, 40, "⟦7 cm⟧ to ⟦14 cm⟧ at the bust, ⟦6 cm⟧ to ⟦10 cm⟧ at the waist.")
	}
	all := slices.Concat(room, necks(0, 0, 0), armholes(0, 0, 0, 40),
		[]draft.Parameter{
			draft.Mm(draft.Long, "Below the waist", 0, 190, 120, "tucked in", figure.Memory,
				"0 ends at the waist, to be joined to a skirt."),
			draft.Mm("stand", "Button stand, finished", 15, 45, 25, "turned twice", figure.Practice,
				"The centre front lies in its middle: half of it and twice its width are added beyond."),
			draft.Mm("yoke", "Yoke behind, deep", 50, 140, 95, "⟦8 cm⟧ to ⟦11 cm⟧ below the nape", figure.Memory, "At the centre back."),
			draft.Times("back_full", "Back gathered under it, times", 1, 1.5, 1.15, "1 for a plain back", figure.Memory,
				"In its middle part."),
			draft.Tally(draft.Buttons, "Buttons", 4, 12, 7, "every ⟦8 cm⟧ or so", figure.Memory,
				"One lies at the bust line and one at the waist.")},
		collars(32, 70, "stand", "flat", "pointed", "sailor", "none", "bound"), slices.Concat(moves("side", "side seam"),
			lineable(15, 12)), sleeve.Parameters("bishop"))
	if g.Waisted { // what darts take in below is not gathered above
		return append(draft.Without(all, "back_full", draft.Long), seamUp())
	}
	return all
}

// Draft drafts it.
func (s Shirt) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return s.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Shirt) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	hem := raised
	if v.Has(draft.Long) {
		hem.by = []lowered{{key: draft.Long, front: 1, side: 1, back: 1}}
	}
	h, err := begun(ask, on, v, hem)
	if err != nil {
		return draft.Draft{}, err
	}
	waist := 0.5
	var before, behind []surface.Dart
	if v.Has(draft.WaistEase) {
		waist = h.form.Share(h.form.Upright(h.underarm().Y, 0, 10)[0])
		if middle := waist + (1-waist)*0.48; h.shaped() {
			foot := surface.Station{Z: h.hem(middle), Share: middle}
			tip := surface.Station{Z: min(h.underarm().Z-30, h.form.Levels[figure.Bust]-12), Share: middle}
			behind = append(behind, surface.Dart{ID: "waist", Edge: "hem", Line: h.form.Through(foot, tip)})
		}
	}
	side := h.side(waist, waist)
	var take func(swing []float64) []float64
	if v.Has(draft.WaistEase) { // the dart at the side takes what the waist leaves of the bust's
		bp := h.form.Torso.BustPoint
		mouth := side.line.At(side.line.Length() - sideDart)
		tip := h.form.At(bp.Z, bp.X*1.1, figure.InFront)
		most := 2 * math.Asin(min(0.27*side.line.Length()/r3.Norm(r3.Sub(mouth, tip)), 0.5))
		before = []surface.Dart{h.frontDart("waist", 0.24, 1, 30, 0), {ID: "side", Edge: "side",
			Line: h.form.Straight(mouth, tip, surface.FromFront)}}
		take = func(swing []float64) []float64 {
			all := max((swing[0]+swing[1])*0.85, 0.04)
			across := min(0.6*all, most)
			return []float64{all - across, across}
		}
	}
	front := h.between("front", "Front", h.centreFront(), side, surface.FromFront, before...).plumb("centre-front")
	front.panel.Take = take
	back := h.between("back", "Back", side, h.centreBack(), surface.FromBack, behind...).onFold("centre-back")
	if len(behind) > 0 { // a fifth of what the half waist is smaller than the half bust, as on a plain bodice
		need := (h.form.HalfGirth(h.form.Levels[figure.Bust]) - h.form.HalfGirth(0)) * 0.2
		back.panel.Take = func(swing []float64) []float64 {
			return []float64{max(swing[0]*0.7, 2*math.Asin(min(need/2/behind[0].Line.Length(), 0.5)))}
		}
	}
	s := sewing{panels: []named{front, back},
		opens: "centre-front", strain: 0, faced: "face-bias", hem: pattern.Hem, shape: h.yoked}
	if !v.Has(draft.Long) || v.Number(draft.Long) < 8 {
		s.hem = pattern.Enclosed
	}
	if err := h.together(s, in); err != nil {
		return draft.Draft{}, err
	}
	return *h.Draft, nil
}

// yoked cuts the yoke off the back and gathers what is below it.
func (h *half) yoked() error {
	back := h.Pieces[h.index("back")]
	scye, _ := back.Edge("scye-back")
	cb, _ := back.Edge("centre-back")
	down := h.v.Number("yoke")
	long := scye.Length()
	at := 0.0 // where the armhole is as low as the yoke
	for s := 4.0; s < long-4; s += 2 {
		if q, _ := plane.Along(scye.Line, s); q.Y <= cb.Line[len(cb.Line)-1].Y-down {
			at = s
			break
		}
	}
	if at == 0 {
		return fmt.Errorf("the yoke would reach below the armhole: a yoke of less than %s", measure.Tell(down))
	}
	upper, lower, err := back.Parted(pattern.Place{Edge: "centre-back", At: cb.Length() - down},
		pattern.Place{Edge: "scye-back", At: at}, "yoke",
		"yoke seam")
	if err != nil {
		return err
	}
	if _, ok := upper.Edge("neck"); !ok {
		upper, lower = lower, upper
	}
	upper.ID, upper.Name = "yoke", "Yoke"
	upper.Cut *= 2
	upper.Layered(pattern.ForLining)
	e, _ := lower.Edge("yoke")
	plain := e.Length()
	more := 0.0
	if h.v.Has("back_full") {
		more = plain * (h.v.Number("back_full") - 1)
	}
	if more > 5 {
		hem, _ := lower.Edge("hem")
		n := hem.Length()
		if lower, err = lower.Spread(pattern.Place{Edge: "hem", At: n * 0.3}, n*0.6, pattern.Place{Edge: "yoke", At: plain * 0.1},
			plain*0.6, more, more,
			8); err != nil {
			return err
		}
		if lower, err = lower.Upright("centre-back"); err != nil {
			return err
		}
		if lower, err = lower.Squared("hem", false, 40); err != nil {
			return err
		}
	}
	e, _ = lower.Edge("yoke")
	seam := pattern.Seam{ID: "yoke", A: pattern.Side{Piece: "yoke", Edge: "yoke"}, B: pattern.Side{Piece: "back", Edge: "yoke"}, Strain: 1}
	if full := e.Length() - plain; full > pattern.Slack {
		seam.Ease, seam.Absorbed, seam.Join = full, pattern.Gathers, pattern.Tiered
	}
	lower.Allow(12, "yoke")
	upper.Allow(12, "yoke")
	i := h.index("back")
	h.Pieces[i] = lower
	h.Pieces = append(h.Pieces, upper)
	for k := range h.Seams { // the shoulder is the yoke's now
		for _, side := range []*pattern.Side{&h.Seams[k].A, &h.Seams[k].B} {
			if side.Piece == "back" && side.Edge == "shoulder" {
				side.Piece = "yoke"
			}
		}
	}
	h.Seams = append(h.Seams, seam)
	return nil
}
