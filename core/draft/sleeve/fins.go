package sleeve

import (
	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// finned is a plain sleeve with stiffened, tapering fins along its outside.
var finned = Kind{Key: "fins", Label: "plain, with stiffened fins",
	Parameters: func() []draft.Parameter {
		return append(straight.Parameters(),
			draft.Tally("sleeve_fins", "Fins on a sleeve", 1, 5, 3, "three", figure.Practice,
				"Side by side, so that no bone lies over another."),
			draft.Mm("sleeve_fin_high", "A fin, wide in its middle", 30, 160, 102, "⟦4 in⟧", figure.Practice,
				"It tapers to half as wide at its ends."),
			draft.Mm("sleeve_fin_long", "A fin, long", 120, 700, 635, "⟦25 in⟧", figure.Practice, "Not longer than the sleeve's middle."))
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		if err := straight.Draft(d, a, on, v); err != nil {
			return err
		}
		sleeve := pieceOf(d, "sleeve")
		line, _ := sleeve.Outline()
		box := plane.BoxOf(line)
		n := v.Whole("sleeve_fins")
		long := min(v.Number("sleeve_fin_long"), box.Height()-60)
		if long < v.Number("sleeve_fin_long")-5 {
			d.Remark(false, "The fins are as long as the sleeve has room", "Cut "+measure.Tell(long)+" long.")
		}
		wide := v.Number("sleeve_fin_high")
		const allow, boneWide, apart = 12.7, 6.0, 8.0
		fin := pattern.Piece{ID: "fin", Name: "Fin", Cut: 4 * n, Mirrored: true, Edges: []pattern.Edge{
			{ID: "root", Name: "to the sleeve", Line: []plane.Point{{}, {X: long}}, Allowance: allow},
			{ID: "end", Name: "lower end", Line: []plane.Point{{X: long}, {X: long, Y: wide / 2}}, Allowance: allow, Kind: pattern.Layered},
			{ID: "outer", Name: "outer edge", Line: plane.Cubic(plane.Pt(long, wide/2), plane.Pt(long*0.7, wide*1.17),
				plane.Pt(long*0.3, wide*1.17),
				plane.Pt(0, wide/2)), Allowance: allow, Kind: pattern.Layered},
			{ID: "start", Name: "upper end", Line: []plane.Point{{Y: wide / 2}, {}}, Allowance: allow, Kind: pattern.Layered}}}
		fin.Also = []pattern.CutFor{{For: pattern.ForLining, N: 2 * n}}
		fin.EitherWay = true
		// Their places on the flat sleeve: upright lines, each set off by a bone and its casing.
		mid := box.Centre().X
		for i := range n {
			x := mid + (float64(i)-float64(n-1)/2)*(apart+boneWide)*2
			top := plane.Pt(x, box.Max.Y-30)
			sleeve.Marks = append(sleeve.Marks, pattern.Mark{Kind: pattern.Section,
				Path: []plane.Point{top, top.Sub(plane.Pt(0, long))}, Label: "fin"})
		}
		d.Pieces = append(d.Pieces, fin)
		if b, ok := bone.Fit(bone.Spiral, "along the outer edge of a fin", boneWide, plane.Length(fin.Edges[2].Line), 10); ok {
			b.Piece, b.Count = "fin", 2*n
			d.Bone(b)
		}
		d.Buy("stiffening", "Stiff interfacing for the fins", 4*float64(n)*long*wide/1e6, "m²", "both layers of every fin")
		d.Do(work.ToFins, "Make the fins", work.MakeFins, 2*n, "Interface both layers; sew them face to "+
			"face with "+measure.Tell(160)+" of the root left "+
			"open, turn, press, bone just inside the seam; stitch each flat to its line on the sleeve before the sleeve is closed.",
			work.After{Step: work.ToMark, Why: "their lines are marked on the sleeve"},
			work.After{Step: work.ToCut, Why: "both layers are cut first"})
		const why = "fins are stitched to the sleeve while it lies flat"
		d.Tell(work.ToJoin, "", work.After{Step: work.ToFins, Why: why})
		d.Tell(work.ToSleeve, "", work.After{Step: work.ToFins, Why: why})
		d.Remark(false, "Lift the arm", "Standing fins must clear the ear when the arm is raised, and doorways when it hangs.")
		return nil
	}}
