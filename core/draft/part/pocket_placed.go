package part

import (
	"fmt"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// A patch is so much deeper than its mouth is wide and has a hem at its mouth; a bound slit’s bag is as much wider than its
// mouth and so deep; both lie so far before the seam at the side, mm (common practice, no source).
const patchDeeper, patchHem, slitWider, slitDeep, besideSeam = 20.0, 30.0, 50.0, 220.0, 45.0

// placed sets patches or bound slits on a piece of a skirt, before its back seam, level with the waist.
func placed(d *draft.Draft, v draft.Values, piece string, both bool) error {
	down, mouth, patch := v.Number(draft.PocketDown), v.Number(draft.PocketMouth), v.Choice("pocket_kind") == "patch"
	deep := slitDeep
	if patch {
		deep = mouth + patchDeeper
	}
	n := 1
	if both {
		n = 2
	}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		e, ok := p.Edge("right")
		if p.ID != piece || !ok {
			continue
		}
		if room := e.Length() - down - 60; deep > room {
			return fmt.Errorf("the skirt has no room for so deep a pocket: one that begins higher, or a mouth narrower by %s at least",
				measure.Tell(deep-max(room, 0)))
		}
		at, up := plane.Along(e.Line, e.Length()-down) // the edge runs up from the hem
		in := up.Left()
		outer := at.Add(in.Times(besideSeam))
		inner := outer.Add(in.Times(mouth))
		outline, _ := p.Outline()
		low := up.Times(-deep)
		for _, q := range []plane.Point{outer, inner, inner.Add(low), outer.Add(low)} {
			if !plane.Inside(outline, q) {
				return fmt.Errorf("the %s is too narrow for a pocket with a mouth of %s: take one in the seam, or fewer gores",
					lower(p.Name),
					measure.Tell(mouth))
			}
		}
		path := []plane.Point{outer, inner}
		if patch {
			path = []plane.Point{outer, inner, inner.Add(low), outer.Add(low), outer}
		}
		label := "pocket"
		if !both && p.Mirrored {
			label = "pocket, on the right one"
		}
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Section, Path: path, Label: label})
	}
	if patch {
		p := pattern.Rectangle("pocket", "Patch pocket", mouth, deep, 12)
		p.Cut = n
		p.Allow(patchHem, "top")
		p.Be(pattern.Hem, "top")
		p.Be(pattern.Enclosed, "left", "right", "bottom")
		d.Pieces = append(d.Pieces, p)
		d.Works = append(d.Works, notion.Worked{Key: "pocket", Name: "the patch pockets to the skirt", Of: technique.Join,
			Join:      pattern.SetOn,
			Technique: "lapped", Length: float64(n) * (mouth + 2*deep)})
		d.Tell(work.ToPocket, "Hem its mouth first, turn its edges in and press; stitch it on flat, before the side seam is closed, with a "+
			"triangle at both ends of the mouth.")
		return nil
	}
	bag := pattern.Rectangle("pocket", "Pocket bag", mouth+slitWider, deep, bagSeam)
	bag.Cut, bag.Hidden = 2*n, true
	bag.Be(pattern.Enclosed, "top")
	bind := pattern.Rectangle("pocket-binding", "Binding of the slit", mouth+slitWider, 60, 0)
	bind.Cut, bind.Hidden, bind.EitherWay = n, true, true
	for i := range bind.Edges {
		bind.Edges[i].Kind = pattern.Enclosed
	}
	d.Pieces = append(d.Pieces, bag, bind)
	for _, edge := range []string{"left", "right", "bottom"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "pocket-" + edge, A: pattern.Side{Piece: "pocket", Edge: edge},
			B: pattern.Side{Piece: "pocket", Edge: edge}, Join: pattern.Pocket})
	}
	d.Tell(work.ToPocket, fmt.Sprintf("The binding on the right side over the mark, stitched round it %s above and below; cut between, "+
		"clip into the "+
		"corners, turn through. A bag to each lip, then round it. Try it on scrap: it can’t be undone.", measure.TellFine(3)))
	return nil
}
