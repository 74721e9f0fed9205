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

// TiedBack is a skirt of about 1870 to 1882: gores before and at the sides, straight cloth pleated behind, and tapes inside
// that draw its fullness to the back.
type TiedBack struct{}

// About describes it.
func (TiedBack) About() draft.About {
	return draft.About{
		Kind: "skirt-tied-back", Name: "Skirt tied back, about 1875", Family: family.Skirt,
		What: "Front gore, two side gores a side and a pleated back, wide at the hem; tapes inside tie behind and draw it close to the " +
			"front, so that all the fullness hangs behind. Over a bustle of the 1870s, or without one to 1882.",
		Usual: cloth.Fabric{Name: "Wool tammy", Colour: "verdigris", Width: 1500, Selvedge: 10, Thickness: 0.35, Weight: 160,
			Shrinkage: 0.03},
	}
}

// tiedAt are how far below the waist the tapes lie, mm, and tieEnds what each has to be tied with (both from memory).
var tiedAt, tieEnds = []float64{250, 400, 550}, 300.0

// Parameters are what is asked about it.
func (TiedBack) Parameters() []draft.Parameter {
	list := Gored{}.Parameters()
	for i := range list {
		p := &list[i]
		set := func(mm float64, rule, why string, help string) {
			p.Default, p.Rule = draft.Fixed(mm, why, figure.Memory), rule
			if help != "" {
				p.Help = help
			}
		}
		switch p.Key {
		case draft.Clearance:
			set(25, "⟦2.5 cm⟧", "1870 to 1876", "All round, in the shoes of the ensemble. 1877 to 1882 ⟦3 cm⟧.")
		case "back_share":
			set(0.33, "a third", "the pleats take ⟦9 cm⟧ to ⟦14 cm⟧ each side of the centre", "")
		case draft.PocketDown:
			set(200, "⟦20 cm⟧", "as the years had it", "")
		case draft.PocketMouth:
			set(150, "⟦15 cm⟧", "a hand", "")
		case draft.HemRound:
			p.Rule, p.Help = "⟦=3.2 m⟧, or more where what it hangs over needs it",
				"1870 to 1876 ⟦270 cm⟧ to ⟦400 cm⟧, 1877 to 1882 ⟦180 cm⟧ to ⟦240 cm⟧."
			p.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
				return max(3200, math.Ceil(leastHem(on, v)*1.1)), figure.Reason{Text: "1870 to 1876 ⟦270 cm⟧ to ⟦400 cm⟧",
					Source: figure.Memory}
			}
		}
	}
	ties := draft.Tally("ties", "Pairs of tapes inside", 0, float64(len(tiedAt)), float64(len(tiedAt)),
		"three: ⟦25 cm⟧, ⟦40 cm⟧ and ⟦55 cm⟧ below the waist",
		figure.Memory, "On the seams before the back breadth. None lets it hang free.")
	return append(list, ties)
}

// Draft drafts it.
func (TiedBack) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d, err := Gored{}.Draft(on, v, in)
	if err != nil {
		return d, err
	}
	back := formOf(on, v).bearings[v.Whole("side_gores")+1] // of the seam before the back breadth
	long, n := 0.0, 0
	for k := range v.Whole("ties") {
		down := tiedAt[k]
		drop := on.FallsTo(back, down)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if e, ok := p.Edge("right"); ok && p.ID == "back" {
				if e.Length()-down < 80 {
					continue
				}
				at, _ := plane.Along(e.Line, e.Length()-down)
				p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Tie, Path: []plane.Point{at}, Label: "tape inside"})
				long, n = long+2*(on.At(drop).Arc(back, 180)+tieEnds), n+1
			}
		}
	}
	if n > 0 {
		d.Buy("tape", "Tape to tie it back, "+measure.TellStock(20)+" wide", long/1000, "m",
			fmt.Sprintf("%s: from the seam to the centre back, and %s to tie with", measure.Count(2*n, "tape"), measure.Tell(tieEnds)))
		d.Do(work.ToTie, "Sew the tapes inside", work.SewTies, n, "On the allowances of the seams before the back breadth, at the notches, "+
			"through nothing else. Tied behind, under the back breadth, just so tight that the front lies close and one can still "+
			"walk: loosen the lowest for stairs.", work.After{Step: work.ToJoin, Why: "they are sewn to the allowances"})
	}
	return d, nil
}
