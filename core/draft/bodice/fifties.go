package bodice

import (
	"errors"
	"math"
	"slices"

	"ardentgusset/core/closure"
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

	"gonum.org/v1/gonum/spatial/r3"
)

// Fifties is the fitted bodice of about 1947 to 1959: darts to the waist, faced, on a waist stay,
// on the straight grain or the bias.
type Fifties struct{}

// About describes it.
func (Fifties) About() draft.About {
	return draft.About{Kind: "bodice-1950s", Name: "Fitted bodice, 1947 to 1959", Family: family.Bodice,
		What: "Front with two waist darts and a side dart, back with one; facings, a waist stay, a zip behind or loops on the shoulders. " +
			"Straight grain or bias.",
		Usual: cloth.Fabric{Name: "Polished cotton", Colour: "weld", Width: 1150, Selvedge: 10, Thickness: 0.3, Weight: 130,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Fifties) Parameters() []draft.Parameter {
	bones := slices.Concat(moves("side", "side seam"),
		lineable(15, 15))
	return slices.Concat(eases(55, 15, 30, "⟦4 cm⟧ to ⟦8 cm⟧ at the bust, ⟦1 cm⟧ to ⟦25⟧ at the waist."),
		necksOf(20, 0, 20, "round", "square", "v"), armholes(10, 0, 0, 15),
		[]draft.Parameter{
			seamUp(),
			draft.OneOf("front_grain", "The front is cut", "On the bias it clings, and grows in length while it hangs.", "straight",
				"on the straight grain", "bias", "on the bias"),
			draft.Times(draft.DartTake, "How much of the fullness the darts take", 0.6, 1, 0.92, "the rest is eased in", figure.Memory,
				"1 is the way the form unrolls."),
			draft.OneOf("opens", "It opens", "Loops along the front shoulders button on an underlay of the back’s; it then goes on over "+
				"the head "+
				"and wants a side opening as well.", "back", "at the centre back", "shoulder", "on the shoulders, with loops"),
			closes("zip", "buttons", "hooks", "loops"), laps(15)},
		collars(35, 80, "none", "flat", "pointed", "stand", "bound"), bones, sleeve.Parameters("none"))
}

// Draft drafts it. A body that has no room for three darts before gets one at the waist and one at
// the side.
func (Fifties) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	with := func(two bool) (draft.Draft, error) {
		return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return fiftiesOf(ask, on, v, in, two) })
	}
	d, err := with(true)
	if err == nil || errors.Is(err, errChild) {
		return d, err
	}
	if fewer, again := with(false); again == nil {
		fewer.Remark(false, "One dart at the waist, not two", "On this body two darts before and one at the side would cross.")
		return fewer, nil
	}
	return d, err
}

func fiftiesOf(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric, two bool) (draft.Draft, error) {
	h, err := begun(ask, on, v, raised)
	if err != nil {
		return draft.Draft{}, err
	}
	waist := h.form.Share(h.form.Upright(h.underarm().Y, 0, 10)[0])
	side := h.side(waist, waist)
	bp := h.form.Torso.BustPoint
	mouth := side.line.At(side.line.Length() - sideDart)
	tip := h.form.At(bp.Z, bp.X*1.1, figure.InFront)
	darts, shares := []surface.Dart{h.frontDart("dart 1", 0.19, 0.88, 18, 0), h.frontDart("dart 2", 0.31, 1.28, 30, 0)}, []float64{0.54,
		0.46}
	if !two {
		darts, shares = []surface.Dart{h.frontDart("dart", 0.24, 1, 20, 0)}, []float64{1}
	}
	darts = append(darts, surface.Dart{ID: "side", Edge: "side", Line: h.form.Straight(mouth, tip, surface.FromFront)})
	front := h.between("front", "Front", h.centreFront(), side, surface.FromFront, darts...).onFold("centre-front")
	most := 2 * math.Asin(min(0.27*side.line.Length()/r3.Norm(r3.Sub(mouth, tip)), 0.5))
	front.panel.Take = func(swing []float64) []float64 {
		all := 0.0
		for _, s := range swing {
			all += s
		}
		all = max(all*v.Number(draft.DartTake), 0.04)
		across := min(0.44*all, most) // no more than its seam has room for
		var out []float64
		for _, s := range shares {
			out = append(out, (all-across)*s)
		}
		return append(out, across)
	}
	back := h.between("back", "Back", side, h.centreBack(), surface.FromBack)
	back.panel = h.back(side, h.centreBack(), waist)
	s := sewing{panels: []named{front, back}, opens: "centre-back", strain: 1, faced: "face-shaped", hem: pattern.FacedOut}
	shoulders := v.Choice("opens") == "shoulder"
	if shoulders {
		s.opens = ""
		s.panels[1] = s.panels[1].onFold("centre-back")
		s.shape = h.loopedShoulders
	}
	if err := h.together(s, in); err != nil {
		return draft.Draft{}, err
	}
	if v.Choice("front_grain") == "bias" {
		h.Pieces[h.index("front")].GrainDegrees = 45
		h.Remark(false, "Cut on the bias, the front grows", "By 1 to 3 % of its length while it hangs: let it "+
			"hang pinned "+
			"to its allowances for a night, then cut the waist level. Stay the neck and shoulders on tape.")
	}
	stay := 2*h.form.HalfGirth(h.hem(0.5)) - v.Number(draft.WaistEase) - 12
	h.Buy("tape", "Waist stay, "+measure.TellStock(25)+" wide", (stay+80)/1000, "m", "the waist less "+measure.Tell(12)+", and to close it")
	h.StayHooks()
	h.Do(work.ToWaistStay, "Tack the waist stay", work.TackStay, 1,
		"At sides, darts and centres, free beside the opening; it closes first, with "+
			"two hooks.",
		after(work.ToJoin, "it lies on the seams"))
	return *h.Draft, nil
}

// loopedShoulders opens the shoulders: loops along the front's edge, an underlay and buttons on the
// back's.
func (h *half) loopedShoulders() error {
	const underlay = 20.0
	h.Seams = slices.DeleteFunc(h.Seams, func(s pattern.Seam) bool { return s.A.Edge == "shoulder" || s.B.Edge == "shoulder" })
	i := h.index("back")
	e, _ := h.Pieces[i].Edge("shoulder")
	line := append([]plane.Point{}, e.Line...)
	usable := plane.Length(line) - 2*margin
	n := max(int(math.Round(usable/21))+1, 3)
	p, err := h.Pieces[i].Extended("shoulder", underlay, "shoulder")
	if err != nil {
		return err
	}
	for _, at := range closure.Even(plane.Length(line), n, margin) {
		q, _ := plane.Along(line, at)
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Button, Path: []plane.Point{q}, Width: 11})
	}
	h.Pieces[i] = p
	for _, id := range []string{"front", "back"} {
		h.Pieces[h.index(id)].Be(pattern.Opening, "shoulder")
	}
	h.Fasten(closure.Loops, 2*n, 11, "evenly along both shoulders, about "+measure.Tell(usable/float64(n-1))+" apart")
	h.Remark(false, "Open at the shoulders only, it must pass shoulders and bust",
		"Leave a side seam open besides, from below the armhole, "+
			"with a zip or hooks.")
	return nil
}
