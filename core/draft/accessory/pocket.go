package accessory

import (
	"fmt"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Pocket is a pocket, or a pair, on a tape round the waist, reached through slits in the skirts.
type Pocket struct{}

// About describes it.
func (Pocket) About() draft.About {
	return draft.About{Kind: "pocket-tied", Name: "Tied pockets", Family: family.Underwear, Over: family.Foundation,
		What: "One or two pockets on a tape round the waist, under the skirts: of the 1700s to the 1850s, and for any skirt with a slit " +
			"in its side seam.",
		Usual: cloth.Fabric{Name: "Linen", Colour: "unbleached", Width: 1400, Selvedge: 10, Thickness: 0.4, Weight: 180, Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (Pocket) Parameters() []draft.Parameter {
	slit := draft.Mm(draft.Slit, "Slit, long", 120, 260, 185, "⟦17 cm⟧ to ⟦20 cm⟧: a hand passes", figure.Memory, "Bound, down the "+
		"middle of the front.")
	slit.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 120, min(260, v.Number(draft.Long)-v.Number("from")-80)
	}
	top := draft.Mm("top", "Wide at the top", 60, 200, 100, "narrower than below", figure.Memory, "At the tape.")
	top.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 60, min(200, v.Number("wide")-10)
	}
	return []draft.Parameter{
		draft.Tally(draft.Pockets, "Pockets", 1, 2, 2, "a pair", figure.Memory, "Two balance each other."),
		draft.Mm(draft.Long, "Long", 280, 450, 330, "⟦30 cm⟧ to ⟦36 cm⟧", figure.Memory, "From the tape to the lowest point."),
		draft.Mm("wide", "Wide", 150, 320, 220, "⟦20 cm⟧ to ⟦25 cm⟧", figure.Memory, "At the widest, near the bottom."),
		top,
		draft.Mm("from", "Slit begins below the tape", 20, 80, 40, "⟦4 cm⟧", figure.Memory, "It must lie where the skirt's slit is."),
		slit,
		part.Allowance(6, 20, 10, "bound together", figure.Practice, "Round the edge.")}
}

// tapeWide is how wide the tape is, mm.
const tapeWide = 15

// Draft drafts it.
func (Pocket) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	long, wide, top := v.Number(draft.Long), v.Number("wide")/2, v.Number("top")/2
	n := v.Whole(draft.Pockets)
	// From the bottom, round, wide a third of the way up, then in to the top.
	low, out, up := plane.Pt(0, 0), plane.Pt(wide, long*0.3), plane.Pt(top, long)
	right := plane.Join(plane.Sweep(low, plane.Pt(1, 0), out, plane.Pt(0, 1)),
		plane.Cubic(out, out.Add(plane.Pt(0, long*0.3)), up.Sub(plane.Pt(0, long*0.25)), up))
	outline := plane.Join(plane.Reversed(plane.Mirrored(right, 0)), right)
	side := func(id, name string) pattern.Piece {
		p := pattern.Piece{ID: id, Name: name, Cut: n, Edges: []pattern.Edge{
			{ID: "round", Name: "round edge", Line: outline, Allowance: v.Number(draft.Allowance)},
			{ID: "top", Name: "upper edge", Line: []plane.Point{up, {X: -top, Y: long}}, Corner: true}}}
		p.Be(pattern.Bound, "top")
		return p
	}
	front, back := side("front", "Pocket, front"), side("back", "Pocket, back")
	from := long - v.Number("from")
	front.Marks = []pattern.Mark{{Kind: pattern.SlashLine, Path: []plane.Point{{Y: from}, {Y: from - v.Number(draft.Slit)}}, Label: "slit"}}
	d := draft.Draft{Pieces: []pattern.Piece{front, back}, Cautions: []caution.Caution{caution.Iron, caution.Needle}}
	for i := range n {
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("round-%d", i+1), A: pattern.Side{Piece: "front", Edge: "round",
			Copy: pattern.Nth(i, n)},
			B: pattern.Side{Piece: "back", Edge: "round", Copy: pattern.Nth(i, n)}, Join: pattern.Pocket})
	}
	d.Works = append(d.Works, notion.Worked{Key: "slits", Name: "the slits", Of: technique.Placket,
		Length: v.Number(draft.Slit) * float64(n)})
	tape := on.GirthAt(figure.Waist) + 600
	d.Buy("tape", "Tape, "+measure.TellStock(tapeWide)+" wide", (tape+float64(n)*2*top)/1000, "m",
		"the waist, "+measure.Tell(600)+" to tie, and what binds the tops")
	d.Measure("long", "each pocket", "in length", long)
	d.Measure("tape", "the tape", "with its ends to tie", tape)
	thick := float64(in.Thickness)
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: thick}, {Drop: tapeWide, Depth: thick}} // the tape: what hangs from it is limp
	d.Remark(false, "The slits of the skirts must lie over these", "From "+measure.Tell(v.Number("from"))+" to "+
		measure.Tell(v.Number("from")+v.Number(draft.Slit))+" below the waist, within ⟦2 cm⟧.")
	d.Tell(work.ToPlacket, "Cut the slit only when its binding lies ready; bind both sides in one, the lower end with a few stitches across.")
	d.Entry = draft.Entry{Tied: true}
	d.Laid = []draft.Laid{{Piece: "front", At: draft.AtSide}}
	return d, nil
}
