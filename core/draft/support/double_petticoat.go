package support

import (
	"fmt"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/work"
)

// DoublePetticoat is a winter petticoat of two layers, joined at the hem and
// held together by level rows of stitching, on a yoke of thin cloth.
type DoublePetticoat struct{}

// About describes it.
func (DoublePetticoat) About() draft.About {
	return draft.About{Kind: "petticoat-double", Name: "Double winter petticoat", Family: family.Support,
		What: "Two layers of flannel turned at the hem and stitched in level rings; a light deep yoke keeps the bulk off the waist.",
		Usual: cloth.Fabric{Name: "Wool flannel", Colour: "madder", Width: 1450, Selvedge: 10, Thickness: 1.2, Weight: 240,
			Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (DoublePetticoat) Parameters() []draft.Parameter {
	return part.OnBand(90, 8,
		lengthBelow(260, "waist to floor, less the band and ⟦26 cm⟧: warm and clear of wet ground"),
		draft.Tally(draft.Gores, "Side gores a side", 1, 2, 1, "one is enough", figure.Memory, "Two share a wide flare between them."),
		draft.Mm(draft.HipEase, "Ease at the hip", 20, 160, 60, "thick cloth needs room", figure.Memory,
			"Between the body as dressed underneath and the cloth."),
		hemRound(1900, "warmth without weight"),
		draft.Mm("ring", "Rings apart", 60, 300, 152.4, "every ⟦6 in⟧", figure.Practice,
			"Each is a level row through both layers; measured up from the hem at every seam."),
		draft.Mm("ring_clear", "No ring within, of the top", 60, 400, 200, "clear of the opening", figure.Memory,
			"The opening must stay free, and bulk near the waist shows."),
	)
}

// Draft drafts it to a figure, in a cloth.
func (DoublePetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	g, err := goredBody(on, v, v.Number(draft.HemRound), v.Number(draft.HipEase), v.Number(draft.Allowance))
	if err != nil {
		return draft.Draft{}, err
	}
	for i := range g.Pieces {
		p := &g.Pieces[i]
		if _, ok := p.Edge("hem"); !ok {
			continue
		}
		p.Cut *= 2
		p.LayeredApart(pattern.ForLining)
		p.Be(pattern.Layered, "hem")
		for z := v.Number("ring"); z < g.long-v.Number("ring_clear"); z += v.Number("ring") {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.RingLine, Path: g.Row(p.ID, z)})
		}
	}
	total, n := 0.0, 0
	for z := v.Number("ring"); z < g.long-v.Number("ring_clear"); z += v.Number("ring") {
		total += g.Round(z) // they shorten upwards as the gores narrow
		n++
	}
	g.dress(on, in, 2, inFolds+0.1)
	thick := float64(in.Thickness)
	// The yoke is of thin cloth; only the turnings of the flannel reach it.
	const thin = 0.3
	g.Wear.Cover = []figure.Depth{{Drop: 0, Depth: 4 * thin}, {Drop: g.Band.Depth - 1, Depth: 4 * thin},
		{Drop: g.Band.Depth, Depth: 4*thin + 2*thick}, {Drop: g.Band.Depth + 40, Depth: 2 * thick}, {Drop: g.reaches, Depth: 2 * thick}}
	g.Measure("rings", "the rings", "in length together", total)
	g.sew("everything but the yoke twice")
	g.Tell(work.ToJoin, "Two skirts alike. Measure every seam of one against the other before they meet: hems that differ are trimmed now.")
	g.Tell(work.ToTurn, "Right sides together, stitch the hem, trim, turn, press, topstitch so that it does not balloon.")
	if n > 0 {
		g.Tell(work.ToRing, fmt.Sprintf("%s, %s apart, measured up from the hem at every seam; in all %s. Pin at each seam so that "+
			"both layers "+
			"stay level.", measure.Count(n, "row"), measure.Tell(v.Number("ring")), measure.TellLong(total)))
		g.Remark(false, fmt.Sprintf("%s, %s of stitching", measure.Count(n, "level ring"), measure.TellLong(total)),
			"Each row must reach the same height above the hem on every gore, or the ends do not meet.")
	}
	g.Do(work.ToCheck, "Check the hem", work.CheckHem, 1,
		"It was closed at the beginning; see that it hangs level over what is worn "+
			"under it, and let the yoke seam take what differs.", work.After{Step: work.ToBand, Why: "it hangs from the band"})
	seam := 2*2*thick + 2*thick
	if seam > 6 {
		g.Remark(false, fmt.Sprintf("Crossing seams are %s thick under the needle", measure.TellFine(seam)),
			"Try it on a scrap; trim the inner allowances in steps, or turn the wheel by hand there.")
	}
	if v.Choice(draft.Closure) == "drawstring" {
		g.Remark(false, "A drawstring undoes what the yoke is for", "It gathers thick cloth at the waist.")
	}
	return g.Draft, nil
}
