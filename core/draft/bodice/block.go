package bodice

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"

	"gonum.org/v1/gonum/spatial/r3"
)

// Block is a plain bodice with darts to the waist, of any year: front on the fold, opening
// behind.
type Block struct{}

// About describes it.
func (Block) About() draft.About {
	return draft.About{Kind: "bodice-plain", Name: "Plain bodice with darts", Family: family.Bodice,
		What: "Front and back with darts at waist, side and shoulder, to the waist; it opens behind. The ground that others are " +
			"made from.",
		Usual: cloth.Fabric{Name: "Firm cotton", Colour: "chalk", Width: 1500, Selvedge: 10, Thickness: 0.35, Weight: 150, Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Block) Parameters() []draft.Parameter {
	out := eases(60, 30, 40, "On the whole girth: ⟦4 cm⟧ to ⟦8 cm⟧ for clothes without a corset.")
	out = append(out, necksOf(0, 0, 0, "round", "square", "v")...)
	out = append(out, armholes(0, 0, 0, 15)...)
	out = append(out,
		draft.OneOf("bust_dart", "The bust's dart opens", "All of them point to the bust point; only where the cloth is cut differs.",
			"side", "at the side", "shoulder", "at the shoulder", "waist", "at the waist, in one with the "+
				"waist dart"),
		draft.Times("waist_share", "The waist dart takes, of both", 0.15, 0.75, 0.42, "what the waist is smaller", figure.Memory,
			"Front darts turn about the bust point: what one takes more the other takes less."),
		draft.Times(draft.DartTake, "How much of the fullness the darts take", 0.6, 1, 0.9, "the rest is eased in", figure.Memory,
			"1 is the way the form unrolls. Less leaves the cloth more to give, mostly before the armhole."),
		closes("buttons", "zip", "hooks", "lacing", "loops"), laps(20))
	out = append(out, collars(35, 80, "none", "stand", "flat", "pointed", "ruffle", "bound")...)
	out = append(out, slices.Concat(moves("side", "side seam"),
		lineable(20, 15))...)
	return append(out, sleeve.Parameters("straight")...)
}

// Draft drafts it.
func (b Block) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return b.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Block) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{})
	if err != nil {
		return draft.Draft{}, err
	}
	cf, cb := h.centreFront(), h.centreBack()
	waist := h.form.Share(h.form.Upright(h.underarm().Y, 0, 10)[0])
	side := h.side(waist, waist)
	front := h.between("front", "Front", cf, side, surface.FromFront, h.frontDarts(side)...).onFold("centre-front")
	front.panel.Take = h.share
	back := h.between("back", "Back", side, cb, surface.FromBack)
	back.panel = h.back(side, cb, waist)
	err = h.together(sewing{panels: []named{front, back}, opens: "centre-back", strain: 1, faced: "face-shaped", hem: pattern.FacedOut}, in)
	return *h.Draft, err
}

// index is where a piece stands.
func (h *half) index(id string) int {
	for i := range h.Pieces {
		if h.Pieces[i].ID == id {
			return i
		}
	}
	panic("bodice: there is no piece " + id)
}

// frontDarts are the waist dart and the bust's dart where it is wanted, both to the bust point.
func (h *half) frontDarts(side upright) []surface.Dart {
	bp := h.form.Torso.BustPoint
	waist := surface.Dart{ID: "waist", Edge: "hem", Line: h.form.Beside(figure.InFront, [2]float64{0, 0.86 * bp.X}, [2]float64{bp.Z, bp.X})}
	tip := waist.Line[len(waist.Line)-1]
	other := surface.Dart{ID: "bust"}
	to := func(edge string, mouth r3.Vec) {
		other.Edge, other.Line = edge, h.form.Straight(mouth, tip, surface.FromFront)
	}
	switch h.v.Choice("bust_dart") {
	case "side":
		to("side", side.line.At(side.line.Length()-70))
	case "shoulder":
		seam := h.top[shoulderFront].line
		to("shoulder", seam.At(seam.Length()*0.45))
	}
	darts := []surface.Dart{waist}
	if other.Edge != "" {
		darts = append(darts, other)
		// Its mouth leaves a good part of the edge it lies on.
		long := side.line.Length()
		if other.Edge == "shoulder" {
			long = h.top[shoulderFront].line.Length()
		}
		h.mostBust = 2 * math.Asin(min(0.27*long/other.Line.Length(), 0.5))
	}
	return darts
}

// share says how far the front darts open: together as far as the form lets them, less what is
// eased in; they turn about one point, so that how they share it is free.
func (h *half) share(swing []float64) []float64 {
	all := 0.0
	for _, s := range swing {
		all += s
	}
	all = max(all*h.v.Number(draft.DartTake), 0.03)
	if len(swing) == 1 {
		return []float64{all}
	}
	bust := min(all*(1-h.v.Number("waist_share")), h.mostBust)
	return []float64{all - bust, bust}
}

// leastDart is the least intake that is worth a dart, mm.
const leastDart = 6.0

// shoulderDart is how far down a back's shoulder dart reaches, mostShoulder what it takes at most, mm (common practice, no
// source: 8 to 12 wide, some 80 long).
const shoulderDart, mostShoulder = 62.0, 12.0

// back is the back with a dart at the waist and one at the shoulder.
func (h *half) back(side, cb upright, waist float64) surface.Panel {
	middle := waist + (1-waist)*0.48
	tip := min(h.underarm().Z-20, h.form.Levels[figure.Bust]-12) // higher up a long back has nothing to take in
	line := h.form.Through(surface.Station{Z: h.hem(middle), Share: middle}, surface.Station{Z: tip, Share: middle})
	// The waist dart takes what the half waist is smaller than the half bust, by the
	// usual share; the shoulder's a part of what would open: the rest is eased.
	need := (h.form.HalfGirth(h.form.Levels[figure.Bust]) - h.form.HalfGirth(0)) * 0.2
	var darts []surface.Dart
	if need >= leastDart {
		darts = append(darts, surface.Dart{ID: "waist", Edge: "hem", Line: line})
	}
	seam := h.top[shoulderBack].line.Reversed()
	mouth := seam.At(seam.Length() * 0.45)
	const deepNeck = 45.0 // below that the neckline leaves the dart no room
	if below := h.form.Below(mouth, shoulderDart, 0.97, surface.FromBack); below.Z > tip+30 && h.v.Number(draft.NeckBack) < deepNeck &&
		h.v.Choice(draft.Sleeve) != sleeve.Raglan {
		darts = append(darts, surface.Dart{ID: "shoulder", Edge: "shoulder", Line: h.form.Straight(mouth, below, surface.FromBack)})
	}
	p := h.panel(side, cb, surface.FromBack, "", darts...)
	p.Take = func(swing []float64) []float64 {
		out := make([]float64, len(swing))
		for i, s := range swing {
			if darts[i].ID == "waist" {
				out[i] = max(s*0.7, 2*math.Asin(min(need/2/line.Length(), 0.5)))
			} else {
				// What is more than a shoulder dart takes is eased in along the seam.
				out[i] = min(max(s*h.v.Number(draft.DartTake)*0.6, 0.06), 2*math.Asin(mostShoulder/2/darts[i].Line.Length()))
			}
		}
		return out
	}
	return p
}

// finish says what is particular, measures and closes.
func (h *half) finish(in cloth.Fabric) {
	h.Warn(caution.Needle, caution.Iron)
	h.measure()
	thick := float64(in.Thickness)
	if part.Lined(h.v) { // about as thick as the outer
		thick *= 2
	}
	h.wear(thick)
	h.goesRound()
	h.entered()
	h.meetsSkirt()
	h.Spares = append(h.Spares, draft.Spare{Dimension: "girth.waist", Where: "both side seams", Seams: 2,
		Allowance: h.v.Number(draft.Allowance) - 6},
		draft.Spare{Dimension: "girth.bust", Where: "both side seams", Seams: 2, Allowance: h.v.Number(draft.Allowance) - 6})
	h.MockUp = "Close it and look from all sides: centres plumb, the waist level, no drag from bust point to side, the armhole not " +
		"biting when " +
		"the arms go forward."
	h.TryOn = "Over all that is worn under it. Breathe in, sit, lift the arms forward: it must close without pulling at the waist."
	for _, p := range h.panels {
		if !h.v.Has(draft.WaistEase) {
			break // what hangs falls into folds of its own
		}
		if s := p.flat.StrainOver(0.05); s > 0.045 {
			h.Remark(false, fmt.Sprintf("The %s must give by %.0f %%", p.id, 100*s),
				"Over a twentieth of it the cloth stretches "+
					"or is eased by that much to lie on the form. Cloth that gives does it by itself; firm cloth wants more in the "+
					"darts, a "+
					"seam nearer "+
					"the bust point, or the surplus eased into the armhole.")
		}
	}
}

// entered says how the wearer gets into it: an opening at a centre runs from neck to lower edge; what has
// none goes on over the head, and must go round what passes there.
func (h *half) entered() {
	switch h.opens {
	case "centre-front":
		h.Entry = draft.Entry{At: draft.AtFront, Through: true}
	case "centre-back":
		h.Entry = draft.Entry{At: draft.AtBack, Through: true}
	default:
		least := math.Inf(1)
		for _, g := range h.Girths {
			least = min(least, g.Made)
		}
		h.Entry = draft.Entry{Closed: least, Only: draft.OverHead}
	}
}
