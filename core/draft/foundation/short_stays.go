package foundation

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
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

// ShortStays are the short stays of about 1795 to 1820: a deep band under the
// bust with gussets that lift it, straps, laced before.
type ShortStays struct{}

// About describes it.
func (ShortStays) About() draft.About {
	return draft.About{Kind: "short-stays", Name: "Short stays", Family: family.Foundation,
		What: "Ends a little below the bust; two gussets a side lift it, straps carry it, lacing before. For high waists, about 1795 " +
			"to 1820.",
		Usual: cloth.Fabric{Name: "Cotton jean", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.45, Weight: 220, Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (ShortStays) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.Mm("below", "Reaches below the bust", 15, 120, 50, "a hand's breadth of band", figure.Memory,
			"Down from the underbust line."),
		draft.Mm("above", "Top edge above the bust line, before", -20, 60, 15, "holds the fullest part", figure.Memory,
			"At the centre front; low necklines want less."),
		draft.Tally(draft.Panels, "Panels a side", 2, 3, 2, "front and back", figure.Practice, "Three add a side piece."),
		draft.Times("lift", "Gussets, of the bust's own room", 0.7, 1.3, 1, "just what the bust needs", figure.Memory,
			"More for a softer bust; less presses it flat."),
		draft.Mm(draft.Ease, "Ease under the bust", -40, 40, -10, "close, so that it holds", figure.Memory,
			"Negative is smaller than the body."),
		draft.OneOf("cord", "Stiffened with", "Cords before are soft and washable; bones hold straighter.", "bones",
			"bones beside the lacing", "cords", "rows of cord before and bones at the lacing"),
		draft.Mm(draft.BoneWidth, "Bone width", 4, 10, 6, "plastic", figure.Memory, "Two at each lacing edge, one in each back."),
		part.Allowance(6, 25, 12, "usual", figure.Practice, "At the seams; top and lower edge are bound."),
	}
	return slices.Concat(list, carries(55, 10), draft.Without(lacingParameters(20, 15), "waist_eyelets"))
}

// turnedIn is what each side of a slash is turned in at its top, mm (from
// memory).
const turnedIn = 5.0

// lessBust is the part of the bust's girth that short stays hold in (from
// memory).
const lessBust = 0.01

// Draft drafts it to a figure, in a cloth.
func (ShortStays) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	if err := laceable(on); err != nil {
		return draft.Draft{}, err
	}
	gap := v.Number(draft.LacingGap)
	found, on := on, on.Carried(carryOf(v, 0)) // it is as wide as the bust is where it lifts it to
	under, bust := -on.Drop(figure.Underbust), -on.Drop(figure.Bust)
	low := max(under-v.Number("below"), 5)
	girthLow, girthBust := on.GirthAt(figure.Underbust)+v.Number(draft.Ease), on.GirthAt(figure.Bust)
	// The panels follow the ribs; what the bust needs more goes into four
	// gussets.
	ribs := func(z float64) float64 {
		if z <= under {
			return on.Girth(-z) + v.Number(draft.Ease)
		}
		return girthLow + (girthBust-girthLow)*0.35*(z-under)/max(bust-under, 1)
	}
	need := max(girthBust*(1-lessBust)-ribs(bust), 0) * v.Number("lift")
	top := bust + v.Number("above")
	high := top - under + 6 // of a gusset
	wide := need / 4 * high / max(bust-under, 1)
	wide = max(wide, 12)
	if wide > high*1.15 {
		return draft.Draft{}, fmt.Errorf("each of four gussets would be %s wide and only %s high: choose less lift or a higher "+
			"top edge", measure.Tell(wide), measure.Tell(high))
	}
	// Between ribs and bust the cloth and its gussets together go round.
	opened := func(z float64) float64 {
		grows := max(0, min(1, (z-(top-high))/high)) * wide * 4
		return max(ribs(z), on.Girth(-min(z, bust))*(1-lessBust)-grows)
	}
	h := &part.Half{Panels: v.Whole(draft.Panels), Least: 60,
		Top: [3]float64{top, bust * 0.97, bust * 1.02}, Bottom: [3]float64{low, low, low},
		Width: func(z float64) float64 {
			z = max(z, low)
			if z > under {
				return (opened(z) - gap) / 2
			}
			return (ribs(z) - gap) / 2
		},
		Share: func(p, _ float64) float64 { return 1 }}
	h.On, h.Slit, h.Measured = part.Lying(on, h.Width, gap, 0), top-high, append(told(on), top-high-1)
	if err := h.Shape(); err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Cautions: []caution.Caution{caution.Lacing, caution.Needle, caution.Iron}}
	held := lessBust*girthBust + max(0, 1-v.Number("lift"))*need/max(v.Number("lift"), 0.1)
	d.Smaller = []figure.Depth{{Drop: -top, Depth: held}, {Drop: -bust, Depth: held},
		{Drop: -under, Depth: max(-v.Number(draft.Ease), 0)}, {Drop: -low, Depth: max(-v.Number(draft.Ease), 0)}}
	for i := range h.Panels {
		p := h.Piece(i, v.Number(draft.Allowance))
		p.Cut = 4
		p.Layered(pattern.ForLining)
		d.Pieces = append(d.Pieces, p)
	}
	last := h.Panels - 1
	part.Rename(&d.Pieces[0], "front", "front-lacing", "front lacing edge", 20)
	d.Pieces[last].Fold, d.Pieces[last].Cut, d.Pieces[last].Mirrored = "back", 2, false
	d.Pieces[last].Layered(pattern.ForLining)
	part.Rename(&d.Pieces[last], "back", "back", "centre back, on the fold", 0)
	straighten(&d.Pieces[last], "back")
	hi, channel, end, err := laceShortStays(&d, h, v)
	if err != nil {
		return d, err
	}
	for i := 1; i < h.Panels; i++ {
		d.Sew(fmt.Sprintf("seam-%d", i), d.Pieces[i-1].ID, "back", d.Pieces[i].ID, "front", "stitched-twice")
	}
	if err := bustGussets(&d, &d.Pieces[0], on, wide, high, end+channel+16, v.Number(draft.Allowance)*0.6); err != nil {
		return d, err
	}
	strap(&d, &d.Pieces[last], on, hi, bust*1.02)
	if v.Choice("cord") == "cords" {
		cordUnderBust(&d, &d.Pieces[0], h, under, low, end+7)
	}
	h.GoesRound(&d, found, gap)
	finishShortStays(&d, h, on, v, in, wide)
	d.Entry = draft.Entry{At: draft.AtFront, Through: true}
	return d, nil
}

// laceShortStays lays the bones and eyelets of the fronts and the bones beside the centre back. It
// gives how high the front edge ends, how wide a channel is and how far in the lacing reaches, mm.
func laceShortStays(d *draft.Draft, h *part.Half, v draft.Values) (top, channel, end float64, err error) {
	last := h.Panels - 1
	b := part.Boned{Draft: d, Width: v.Number(draft.BoneWidth), Clearance: bone.Clearance, Count: 2}
	channel = b.Channel(bone.Plastic)
	outer, eyelets, inner, taken := lane(1, channel)
	for k, x := range []float64{outer, inner} {
		if err := b.Add(&d.Pieces[0], bone.Plastic, []string{"at the front edge", "inside the eyelets"}[k], h.Upright(0, x)); err != nil {
			return 0, 0, 0, err
		}
	}
	lo, hi := h.Reach(0)
	lacingEdge(d, &d.Pieces[0], v.With(nil, map[draft.Key]string{"waist_eyelets": "even"}), "at the centre front",
		[]plane.Point{{Y: lo}, {Y: hi}}, eyelets, -1)
	if err := b.Add(&d.Pieces[last], bone.Plastic, "beside the centre back", h.Upright(last, h.Base(last)-channel)); err != nil {
		return 0, 0, 0, err
	}
	return hi, channel, taken, nil
}

// gusset is a wedge with a curved top edge and two equal sides, as long as its
// slash.
func gusset(wide, high, allowance float64) pattern.Piece {
	half := wide / 2
	drop := math.Sqrt(max(high*high-half*half, 1))
	tip, right, left := plane.Pt(0, 0), plane.Pt(half, drop), plane.Pt(-half, drop)
	return pattern.Piece{ID: "gusset", Name: "Bust gusset", Cut: 8, Edges: []pattern.Edge{
		{ID: "right", Name: "side", Line: []plane.Point{tip, right}, Allowance: allowance},
		{ID: "top", Name: "upper edge", Line: plane.Sweep(right, plane.Pt(-1, 0.35), left, plane.Pt(-1, -0.35)), Corner: true},
		{ID: "left", Name: "other side", Line: []plane.Point{left, tip}, Allowance: allowance},
	}}
}

// tellShortStays says what is particular about their making.
func tellShortStays(d *draft.Draft) {
	d.MockUp = "Gussets pinned, straps tied: it says how far each slash goes, and a slash can’t be taken back."
	d.Tell(work.ToGusset, "Point first.")
	d.Do(work.ToPoint, "Work a bar at every gusset’s point", work.WorkGussetBar, 1,
		"Buttonhole stitch across it: all the strain is there.",
		work.After{Step: work.ToGusset, Why: "it closes the point"})
	d.Tell(work.ToChannel, "Each panel flat.")
	d.Tell(work.ToJoin, "Side seams, then straps.", work.After{Step: work.ToPoint, Why: "fronts are handled flat"})
	d.Tell(work.ToBone, "Ends rounded and smoothed.")
	d.Tell(work.ToBind, "Leave the ends of the drawstring casing open at the front.")
	d.Tell(work.ToEyelet, "Between the two bones of each front.",
		work.After{Step: work.ToBind, Why: "they stand a set way inside the finished edge"})
	d.TryOn = "Draw the top edge in by its string; the bust must sit in the gussets, not under them."
}

// bustGussets sets two gussets a side, either side of the bust point, in slashes down
// from the top edge. nearest is how close to the front edge the first may stand, mm.
func bustGussets(d *draft.Draft, front *pattern.Piece, on figure.Figure, wide, high, nearest, allowance float64) error {
	apart := max(on.Length("bust_separation")/2, nearest)
	outline, _ := front.Outline()
	for _, x := range []float64{apart - 26, apart + 26} {
		span := plane.Spans(outline, plane.Pt(x, 0), plane.Pt(0, 1))
		if len(span) == 0 {
			return fmt.Errorf("the bust points lie outside the front panel: choose two panels a side")
		}
		y := span[len(span)-1][1]
		// Slit down the middle; what is turned in at either side runs out to
		// nothing at the point, and the gusset makes up for it.
		front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.SlashLine, Path: []plane.Point{{X: x - turnedIn, Y: y},
			{X: x, Y: y - high}, {X: x + turnedIn, Y: y}}, Label: "gusset: slit, turn in to the lines"})
	}
	d.Pieces = append(d.Pieces, gusset(wide+2*turnedIn, high, allowance))
	d.Seams = append(d.Seams, pattern.Seam{ID: "gusset-sides", A: pattern.Side{Piece: "gusset", Edge: "right"},
		B:    pattern.Side{Piece: "gusset", Edge: "left"},
		Join: pattern.Inset, Repeat: 8, Note: "each side into one side of the slash, the point reinforced with " +
			"buttonhole stitch", Strain: 2})
	return nil
}

// cordUnderBust sets rows of cord across a front below the underbust, from the lacing to
// the side.
func cordUnderBust(d *draft.Draft, front *pattern.Piece, h *part.Half, under, low, from float64) {
	outline, _ := front.Outline()
	for k := range 6 {
		y := h.Rise(0, under) - 4 - float64(k)*5.5
		if span := plane.Spans(outline, plane.Pt(0, y), plane.Pt(1, 0)); len(span) > 0 && y > low+6 {
			front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.CordLine,
				Path: []plane.Point{{X: from, Y: y}, {X: span[0][1] - 4, Y: y}}})
		}
	}
	d.Buy("cord", "Cotton cord, "+measure.TellStock(3)+" thick", 2*6*h.Width(under)*0.6/1000, "m",
		"six rows under the bust, both fronts")
}

// finishShortStays adds what follows from the pieces: dimensions, notions, what they do to the
// figure.
func finishShortStays(d *draft.Draft, h *part.Half, on figure.Figure, v draft.Values, in cloth.Fabric, wide float64) {
	top, low := h.Top[0], h.Bottom[0]
	made, _ := h.Cloth(d, h.Slit-1)
	d.Measure("underbust.made", "the cloth", "under the bust, just below the gussets", made)
	d.Measure("gusset", "each gusset", "in width, at its top", wide)
	d.Spares = []draft.Spare{{Dimension: "underbust.made", Where: fmt.Sprintf("all %d seams", 2*(h.Panels-1)),
		Seams: 2 * (h.Panels - 1), Allowance: v.Number(draft.Allowance)}}
	d.Flat, d.Covered = true, true
	d.Buy("tape", "Drawstring for the top edge, "+measure.TellStock(5)+" wide", (on.GirthAt(figure.Bust)*0.55+300)/1000, "m",
		"over the bust, to draw the gussets in")
	t := 2*float64(in.Thickness) + 0.3
	d.Wear.Carry = carryOf(v, 0)
	d.Wear.Cover = []figure.Depth{{Drop: -top, Depth: t}, {Drop: -low, Depth: t}}
	d.Remark(false, "Fit the gussets on the body", "Cut the slashes short, set the gussets with pins, and open them until the bust "+
		"sits; then sew. Their width is from the girths: "+measure.Tell(wide)+" each.")
	tellShortStays(d)
}
