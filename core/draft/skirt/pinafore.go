package skirt

import (
	"fmt"
	"math"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Pinafore is a skirt of a few straight breadths with a bib on its band and straps that cross behind.
type Pinafore struct{}

// About describes it.
func (Pinafore) About() draft.About {
	return draft.About{Kind: "skirt-pinafore", Name: "Pinafore skirt", Family: family.Skirt,
		What: "Three straight breadths gathered to a band, a doubled bib on it before, and straps over the shoulders that cross behind. " +
			"Two metres and a half of a remnant make it.",
		Usual: cloth.Fabric{Name: "Cotton twill", Colour: "woad", Width: 1400, Selvedge: 10, Thickness: 0.4, Weight: 180, Shrinkage: 0.04}}
}

// strapRoom is what a strap has more than its way, to be pinned and cut by trying on, mm (common practice, no source).
const strapRoom = 40.0

// straightest is how deep a band may be that carries a bib: a deeper one is shaped to the hips, mm.
const straightest = 38.0

// Parameters are what is asked about it.
func (Pinafore) Parameters() []draft.Parameter {
	list := Breadths{}.Parameters()
	for i := range list {
		switch p := &list[i]; p.Key {
		case draft.Band:
			p.Default, p.Rule = draft.Fixed(36, "wide enough to carry a bib", figure.Memory), "⟦3.6 cm⟧"
			p.High = straightest
		case draft.Clearance:
			p.Default, p.Rule = draft.Fixed(380, "to the calf", figure.Memory), "to the calf"
		case draft.HemRound:
			usual := p.Default
			p.Rule = "2.1 times the waist, or more where what it hangs over needs it"
			p.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
				if n, why := usual(on, v); n < 2.3*on.GirthAt(figure.Waist) || n > 2.6*on.GirthAt(figure.Waist) {
					return n, why
				}
				return math.Round(2.1 * on.GirthAt(figure.Waist)), figure.Reason{Text: "2.1 times the waist", Source: figure.Memory}
			}
		}
	}
	wide := draft.Mm("bib_wide", "Bib, wide", 120, 360, 210, "⟦18 cm⟧ to ⟦24 cm⟧", figure.Memory, "At the band and at the top.")
	wide.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		return 120, max(min(360, on.GirthAt(figure.Waist)/2-40), 140)
	}
	return append(list, wide,
		draft.MmFrom("bib_high", "Bib, high above the band", 80, 360, "to ⟦11 cm⟧ below the pit of the neck",
			"It is doubled; its upper edge is "+
				"the fold.", func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return max(min(on.Torso().Throat.Z-110, 360), 80), figure.Memory
			}),
		draft.Mm("strap_wide", "Straps, wide", 20, 80, 35, "⟦3 cm⟧ to ⟦4 cm⟧", figure.Memory, "Cut at twice this and two allowances."),
		draft.MmFrom("strap_long", "Straps, long", 500, 1500, "from the bib over the shoulder, across the back, and room", "Tried on and "+
			"cut to length.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			return strapWay(on, v.Number("bib_high")) + strapRoom, figure.Practice
		}),
		draft.Mm("strap_end", "They end beside the centre back by", 30, 160, 70, "⟦6 cm⟧ to ⟦8 cm⟧", figure.Memory,
			"On the band, crossed."))
}

// strapWay is the way of a strap from the upper corner of a bib over the shoulder and across the back to the band.
func strapWay(on figure.Figure, bib float64) float64 {
	before := max(on.Length("front_length")-bib, 60)
	behind := math.Hypot(on.Length("back_waist_length")+20, on.Length("across_back")*0.45)
	return math.Round(before + behind)
}

// Draft drafts it.
func (Pinafore) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d, err := Breadths{}.Draft(on, v, in)
	if err != nil {
		return d, err
	}
	seam, wide, high := v.Number(draft.Allowance), v.Number("bib_wide"), v.Number("bib_high")
	at := -1
	for i := range d.Pieces {
		if d.Pieces[i].ID == "band" {
			at = i
		}
	}
	band := &d.Pieces[at]
	top, ok := band.Edge("top")
	if !ok || len(top.Line) > 3 {
		return d, fmt.Errorf("a bib wants a straight band: make it %s deep at most", measure.Tell(straightest))
	}
	// The band begins at the opening: so far along it lies the centre front.
	middle := 0.0
	for _, e := range band.Edges {
		if e.ID == "to-front-left" {
			middle += e.Length()
			break
		}
		if e.Line[0].Y < 1e-6 {
			middle += e.Length()
		}
	}
	long := top.Length() // the upper edge runs back from the lap's end
	lap := v.Number(draft.Lap)
	if v.Choice(draft.Closure) == "drawstring" {
		lap = 0
	}
	from := long - middle - wide/2
	if from-lap < 0 || middle < wide/2 {
		return d, fmt.Errorf("the band has no room for a bib %s wide: a narrower one", measure.Tell(wide))
	}
	band.Split("top", pattern.Stretch{ID: "top", Name: "upper edge", Length: from},
		pattern.Stretch{ID: "to-bib", Name: "to the bib", Length: wide}, pattern.Stretch{ID: "top-2", Name: "upper edge"})
	band.Be(pattern.Enclosed, "top", "to-bib", "top-2")
	bib := pattern.Rectangle("bib", "Bib, doubled", wide, 2*high, seam)
	bib.Marks = []pattern.Mark{{Kind: pattern.FoldLine, Path: []plane.Point{{Y: high}, {X: wide, Y: high}}, Label: "fold"}}
	bib.Be(pattern.Enclosed, "left", "right", "top")
	for i := range bib.Edges { // it stands on the band square
		bib.Edges[i].Corner = true
	}
	strap := pattern.Rectangle("strap", "Strap", 2*v.Number("strap_wide"), v.Number("strap_long"), seam)
	strap.Cut = 2
	strap.Marks = []pattern.Mark{{Kind: pattern.FoldLine, Path: []plane.Point{{X: v.Number("strap_wide")}, {X: v.Number("strap_wide"),
		Y: v.Number("strap_long")}}, Label: "fold"}}
	strap.Be(pattern.Enclosed, "left", "right", "top", "bottom")
	d.Pieces = append(d.Pieces, bib, strap)
	d.Seams = append(d.Seams, pattern.Seam{ID: "bib", A: pattern.Side{Piece: "band", Edge: "to-bib"},
		B: pattern.Side{Piece: "bib", Edge: "bottom"}, Join: pattern.Banded})
	d.Measure("bib", "the bib", "high above the band", high)
	d.Measure("strap", "each strap", "in length", v.Number("strap_long"))
	d.Spares = append(d.Spares, draft.Spare{Dimension: "strap", Where: "its end on the band", Slide: strapRoom})
	wideOn := v.Number("strap_wide")
	d.Strap = draft.Strap{Piece: "strap", Wide: wideOn, BibWide: wide, BibHigh: high,
		Before: draft.StrapEnd{Across: (wide - wideOn) / 2, Drop: -high},
		Behind: draft.StrapEnd{Across: -v.Number("strap_end")}}
	if way := strapWay(on, high); v.Number("strap_long") < way {
		d.Offer(true, "The straps are too short", fmt.Sprintf("From the bib over the shoulder to the band behind is %s.",
			measure.Tell(way)),
			"Make them as long", draft.Settings{"strap_long": min(way+strapRoom, 1500)})
	}
	d.Do(work.ToStraps, "Make the bib and set its straps", work.BibAndStraps, 1,
		fmt.Sprintf("Straps sewn lengthwise and turned; "+
			"each into an upper corner of the bib before its sides are sewn and turned. Then try on: crossed behind, pinned %s beside the "+
			"centre back, cut %s longer and set into the band.", measure.Tell(v.Number("strap_end")), measure.Tell(20)),
		work.After{Step: work.ToCut, Why: "they are cut with the rest"})
	d.Tell(work.ToBand, "The bib between the layers of the band, its middle at the centre front.", work.After{Step: work.ToStraps,
		Why: "the bib goes into the band whole"})
	return d, nil
}
