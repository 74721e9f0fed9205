package foundation

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// BonedBodice is the strapless foundation of a 1950s gown: panels, bones on
// every seam and a stay round the waist that carries the skirt.
type BonedBodice struct{}

// About describes it.
func (BonedBodice) About() draft.About {
	return draft.About{Kind: "boned-bodice", Name: "Strapless boned foundation", Family: family.Foundation,
		What: "A close bodice of panels without straps, boned on its seams, with a waist stay that takes the weight; sewn inside a " +
			"gown or worn under it.",
		Usual: cloth.Fabric{Name: "Cotton bobbinet", Colour: "chalk", Width: 1500, Selvedge: 10, Thickness: 0.4, Weight: 120,
			Shrinkage: 0.01}}
}

// Parameters are what is asked about it.
func (BonedBodice) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.Mm("top_snug", "Top edge, smaller than the body by", 0, 60, 20, "so that it does not gape", figure.Memory,
			"All round at the top edge."),
		draft.Mm(draft.WaistEase, "Ease at the waist", 0, 60, 15, "the stay holds, not the cloth", figure.Memory,
			"The stay itself is cut to the body."),
		draft.Mm("above", "Top edge above the bust line, before", 10, 120, 55, "covers the bust", figure.Memory,
			"At the centre front; the side follows a little lower."),
		upTo(draft.TopBack, "Top edge, back", "Up from the waist.", 0.86, "86 % of waist to bust line"),
		downTo("below", "Lower edge, all round", "Down from the waist.", 0.42, "to the high hip"),
		draft.Tally(draft.Panels, "Panels a side", 4, 6, 4, "front, side front, side, back", figure.Practice,
			"The first seam runs over the bust point."),
		draft.OneOf("bones", "Bones", "One more before keeps the edge up under a full bust.", "seams", "on every seam", "more",
			"on every seam and before"),
		draft.OneOf(draft.Closure, "Closed behind with", "Hooks lie flat and can be moved; lacing adapts.", "hooks", "hooks and eyes",
			"lacing", "lacing"),
		draft.Mm("stay", "Waist stay, wide", 15, 40, 25, "grosgrain", figure.Practice, "Closed by itself before the bodice is."),
		draft.Mm(draft.BoneWidth, "Bone width", 4, 12, 6, "spiral", figure.Memory, "In casings on the seam allowances."),
		part.Allowance(10, 30, 19, "a casing fits on it", figure.Practice, "At the seams."),
		draft.Mm("eyelet_spacing", "Eyelet or hook spacing, about", 12, 45, 20, "nearest even division", figure.Practice,
			"Along the opening.").Quicker("Fewer eyelets or hooks", fartherApart, wider),
	}
	return append(list, carries(15, 0)...)
}

// Draft drafts it to a figure, in a cloth.
func (BonedBodice) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	if err := laceable(on); err != nil {
		return draft.Draft{}, err
	}
	found := on
	on = on.Carried(carryOf(v, 0))
	bustZ := -on.Drop(figure.Bust)
	top := bustZ + v.Number("above")
	gap := 0.0
	if v.Choice(draft.Closure) == "lacing" {
		gap = 20
	}
	h := &part.Half{Panels: v.Whole(draft.Panels), Least: 30,
		Top:    [3]float64{top, bustZ + v.Number("above")*0.35, v.Number(draft.TopBack)},
		Bottom: [3]float64{-v.Number("below") * 1.1, -v.Number("below"), -v.Number("below")},
		Width: func(z float64) float64 {
			ease := v.Number(draft.WaistEase)
			if z > 0 {
				ease += (-v.Number("top_snug") - ease) * min(z/top, 1)
			}
			return (on.Girth(-z) + ease - gap) / 2
		},
		// The seam over the bust point takes most above the waist, the sides
		// below it.
		Share: func(p, z float64) float64 {
			if z > 0 {
				return 0.5 + 1.6*math.Exp(-math.Pow((p-0.25)/0.14, 2))*z + math.Sin(math.Pi*p)*(1-z)
			}
			return 0.5 + math.Sin(math.Pi*p)
		}}
	h.On, h.Measured = part.Lying(on, h.Width, 0, gap), told(on)
	if err := h.Shape(); err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Cautions: []caution.Caution{caution.Needle, caution.Steel, caution.Iron}}
	for i := range h.Panels {
		p := h.Piece(i, v.Number(draft.Allowance))
		p.Cut = 4
		p.Layered(pattern.ForLining)
		d.Pieces = append(d.Pieces, p)
		q := &d.Pieces[i]
		q.Allow(10, "top", "bottom")
		q.Be(pattern.FacedOut, "top", "bottom")
	}
	for i := range d.Pieces {
		if err := d.Pieces[i].Fault(); err != nil {
			return d, fmt.Errorf("%w: the edges are too far from the body’s own lines for so many panels", err)
		}
	}
	last := h.Panels - 1
	d.Pieces[0].Fold, d.Pieces[0].Cut, d.Pieces[0].Mirrored = "front", 2, false
	d.Pieces[0].Layered(pattern.ForLining)
	part.Rename(&d.Pieces[0], "front", "front", "centre front, on the fold", 0)
	straighten(&d.Pieces[0], "front")
	part.Rename(&d.Pieces[last], "back", "opening", "centre back, opening", 25)
	snug := v.Number("top_snug")
	d.Smaller = []figure.Depth{{Drop: -top, Depth: snug}, {Drop: -top * v.Number(draft.WaistEase) / max(snug+v.Number(draft.WaistEase),
		1), Depth: 0}}
	if err := stiffenBoned(&d, h, v, gap); err != nil {
		return d, err
	}
	for i := 1; i < h.Panels; i++ {
		d.Sew(fmt.Sprintf("seam-%d", i), d.Pieces[i-1].ID, "back", d.Pieces[i].ID, "front", "plain")
		d.Seams[len(d.Seams)-1].Note = "pressed open over a ham, a bone casing on its allowances"
	}
	h.GoesRound(&d, found, gap)
	finishBoned(&d, h, on, v, in, top, gap)
	tellBoned(&d)
	d.Entry = draft.Entry{At: draft.AtBack, Through: true}
	return d, nil
}

// stiffenBoned lays the bones of a boned bodice and closes it behind.
func stiffenBoned(d *draft.Draft, h *part.Half, v draft.Values, gap float64) error {
	b := part.Boned{Draft: d, Width: v.Number(draft.BoneWidth), Clearance: 10, Count: 2}
	channel, last := b.Channel(bone.Spiral), h.Panels-1
	for i := 1; i < h.Panels; i++ {
		if err := b.Add(&d.Pieces[i], bone.Spiral, fmt.Sprintf("on seam %d", i), h.Beside(i, channel/2+1.5)); err != nil {
			return err
		}
	}
	if v.Choice("bones") == "more" {
		if err := b.Add(&d.Pieces[0], bone.Spiral, "before, between centre and seam", h.Within(0, 0.42)); err != nil {
			return err
		}
	}
	low, high := h.Reach(h.Panels)
	long := high - low
	if v.Choice(draft.Closure) == "lacing" {
		if err := b.Add(&d.Pieces[last], bone.Flat, "at the opening", h.Upright(last, h.Base(last)-channel/2-1)); err != nil {
			return err
		}
		_, eyelets, _, _ := lane(1, channel)
		lacingEdge(d, &d.Pieces[last], laces(v, gap), "at the centre back", []plane.Point{{X: h.Base(last), Y: low},
			{X: h.Base(last), Y: high}}, eyelets, 1)
	} else {
		if err := b.Add(&d.Pieces[last], bone.Flat, "beside the hooks", h.Upright(last, h.Base(last)-channel-4)); err != nil {
			return err
		}
		n := int(math.Round((long-20)/v.Number("eyelet_spacing"))) + 1
		d.Fasten(closure.Hooks, n, 0, fmt.Sprintf("one every %s or so of an opening %s long, one of them on the "+
			"waist stay", measure.Tell(v.Number("eyelet_spacing")), measure.Tell(long)))
	}
	return nil
}

// laces settles the questions of lacing that this garment does not ask.
func laces(v draft.Values, gap float64) draft.Values {
	return v.With(map[draft.Key]float64{draft.LacingGap: gap, "eyelet_count": 12}, map[draft.Key]string{"eyelet_rule": "spacing",
		draft.Lacing: "criss-cross", "waist_eyelets": "even", draft.EyeletKind: "metal"})
}

// tellBoned says what is particular about the making of a boned bodice.
func tellBoned(d *draft.Draft) {
	d.MockUp = "With bones taped on. Raise the arms, sit, dance: the top edge must not move."
	d.Tell(work.ToCut, "Two layers, the front on the fold.")
	d.Tell(work.ToJoin, "Over a ham at the bust; notch the allowances there.")
	d.Tell(work.ToChannel, "One casing on each seam, closed at the lower end.")
	d.Do(work.ToStay, "Set the waist stay", work.SetStay, 1, "Tacked at every seam allowance but the last before the opening.",
		work.After{Step: work.ToChannel, Why: "it lies over the casings"})
	d.Tell(work.ToBone, measure.TellFine(10)+" free at both ends.")
	d.Tell(work.ToFace,
		"Face or turn in top and lower edge; understitch the top.", work.After{Step: work.ToBone, Why: "the edges are closed only " +
			"when the bones are in"})
	d.Tell(work.ToFasten, "Stay first, then the opening.", work.After{Step: work.ToStay, Why: "the stay closes first"})
	d.TryOn = "Close the stay first; raise the arms, sit: the top edge must not move."
}

// finishBoned adds what follows from the pieces: dimensions, notions, what it does to the
// figure.
func finishBoned(d *draft.Draft, h *part.Half, on figure.Figure, v draft.Values, in cloth.Fabric, top, gap float64) {
	waist := on.GirthAt(figure.Waist)
	atWaist(d, h, gap)
	d.Measure("top.made", "the cloth", "at the top edge", 2*h.Width(top)+gap)
	d.Measure("stay", "the waist stay", "in length", waist+2*25)
	d.Spares = []draft.Spare{{Dimension: "waist.made", Where: fmt.Sprintf("all %d seams", 2*(h.Panels-1)), Seams: 2 * (h.Panels - 1),
		Allowance: v.Number(draft.Allowance)}}
	d.Buy("tape", "Waist stay, grosgrain "+measure.TellStock(v.Number("stay"))+" wide", (waist+150)/1000, "m",
		"the waist as it is dressed underneath and the ends turned back")
	d.StayHooks()
	d.Covered, d.Casing = true, true
	t := 2*float64(in.Thickness) + 0.6
	d.Wear.Carry = carryOf(v, 0)
	d.Wear.Cover = []figure.Depth{{Drop: -top, Depth: t}, {Drop: v.Number("below"), Depth: t}}
	d.Remark(false, "The stay carries it", fmt.Sprintf("Cut to %s, a little above the waist seam, sewn only at the seam allowances "+
		"before and loose behind. With it closed the top edge stays up without being tight.", measure.Tell(waist)))
}
