package accessory

import (
	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Sash is a sash that is tied, or hooked under a bow that is made up and sewn on.
type Sash struct{}

// About describes it.
func (Sash) About() draft.About {
	return draft.About{Kind: "sash", Name: "Sash", Family: family.Accessory, Over: family.Gown,
		What: "A length of light cloth round the waist: tied, with its ends hanging, or hooked under a bow of loops and tails that is " +
			"sewn up once.",
		Usual: cloth.Fabric{Name: "Silk taffeta", Colour: "verdigris", Width: 1400, Selvedge: 10, Thickness: 0.2, Weight: 80,
			Shrinkage: 0.02}}
}

// knotted is what a knot takes of a ribbon, and tails how long both together hang, times a loop of the bow (both common
// practice, no source).
const knotted, tails = 70.0, 2.8

// BowLength is the ribbon that a bow of two loops of the given length takes, with its knot and its tails, mm: each loop
// lies double.
func BowLength(loop float64) float64 { return 4*loop + knotted + tails*loop }

// Parameters are what is asked about it.
func (Sash) Parameters() []draft.Parameter {
	bow := func(v draft.Values) bool { return v.Choice("fastens") == "bow" }
	tied := func(v draft.Values) bool { return !bow(v) }
	loop := draft.Mm("loop", "Each loop of the bow, long", 60, 300, 120, "⟦9 cm⟧ to ⟦16 cm⟧", figure.Memory, "From the knot out.")
	loop.When = bow
	ends := draft.Mm(draft.Ends, "Each end hangs", 100, 1200, 450, "⟦40 cm⟧ to ⟦60 cm⟧", figure.Memory, "Below the knot.")
	ends.When = tied
	return []draft.Parameter{
		draft.OneOf("fastens", "It is", "A tied sash is quickest, a made bow always sits.", "tied", "tied", "bow",
			"hooked under a made bow"),
		draft.Mm("wide", "Wide, finished", 40, 300, 150, "⟦12 cm⟧ to ⟦20 cm⟧", figure.Memory, "It folds to a third where it is tied."),
		ends, loop,
		draft.OneOf("layers", "Its edges are", "Doubled it has a seam along one side and no hem; single it is hemmed narrow all "+
			"round.", "hemmed",
			"hemmed, one layer", "doubled", "doubled, turned"),
		draft.Mm(draft.Allowance, "Seam and hem allowance", 4, 20, 8, "narrow", figure.Practice, "At every edge.")}
}

// Draft drafts it.
func (Sash) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	waist, wide, seam := on.GirthAt(figure.Waist), v.Number("wide"), v.Number(draft.Allowance)
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}, Entry: draft.Entry{Tied: true}}
	doubled := v.Choice("layers") == "doubled"
	strip := func(id, name string, long, across float64) {
		high := across
		if doubled {
			high *= 2
		}
		p := pattern.Rectangle(id, name, high, long, seam) // along the cloth: it may be longer than that is wide
		p.EitherWay = true
		if doubled {
			p.Marks = []pattern.Mark{{Kind: pattern.FoldLine, Path: []plane.Point{{X: across}, {X: across, Y: long}}, Label: "fold"}}
			p.Be(pattern.Enclosed, "bottom", "top", "left", "right")
		} else {
			p.Be(pattern.Hem, "bottom", "top", "left", "right")
		}
		d.Pieces = append(d.Pieces, p)
	}
	long := waist + 40 // hooked behind
	if v.Choice("fastens") == "bow" {
		strip("sash", "Sash", long, wide)
		loop := v.Number("loop")
		strip("bow", "Bow", BowLength(loop), min(wide, 160))
		strip("knot", "Knot", knotted*1.6, min(wide, 160)/2)
		d.Measure("bow", "the bow", "its ribbon", BowLength(loop))
		d.Fasten(closure.Hooks, 3, 0, "one above the other behind the bow")
		d.Tell(work.ToFasten, "The bow: lay two loops, the ends behind, draw the middle together with a thread, and the knot over it.")
	} else {
		long = waist + 2*v.Number(draft.Ends) + 2*knotted
		strip("sash", "Sash", long, wide)
	}
	d.Measure("long", "the sash", "in length", long)
	d.Measure("wide", "the sash", "in width", wide)
	d.Spares = []draft.Spare{{Dimension: "long", Where: "its ends", Slide: max(long-waist-knotted, 0) / 2}}
	thick := float64(in.Thickness)
	layers := 3.0 // it lies in folds
	if doubled {
		layers = 6
	}
	d.Wear.Cover = []figure.Depth{{Drop: -wide / 6, Depth: layers * thick}, {Drop: wide / 6, Depth: layers * thick}}
	return d, nil
}
