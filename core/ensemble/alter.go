package ensemble

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
)

// leastSeam is what must stay of an allowance for the seam to hold, mm (common
// practice, no source).
const leastSeam = 4.0

// Alteration is what would bring a garment that is already cut to the figure
// as it is now.
type Alteration struct {
	Part, Label string  // what is wrong: "the cloth", "at the waist"
	By          float64 // mm it should be larger by; smaller when negative
	Enough      bool    // it can be done with what was cut
	Text        string  // what to do
}

// Change is the difference it is for.
func (a Alteration) Change() Change { return Change{Part: a.Part, Label: a.Label, By: a.By} }

// Alterations compares a stage's cut cloth with what would be cut now. It is
// empty when nothing is cut, when nothing differs, or when there is nothing to
// compare it with.
func (s Stage) Alterations() []Alteration {
	if s.Layer.Cut == nil || s.NowErr != nil {
		return nil
	}
	now := map[string]draft.Dimension{}
	for _, d := range s.Now.Dimensions {
		now[d.Key] = d
	}
	spares := map[string]draft.Spare{}
	for _, sp := range s.Draft.Spares {
		spares[sp.Dimension] = sp
	}
	var out []Alteration
	without := 0
	for _, was := range s.Draft.Dimensions {
		d, ok := now[was.Key]
		by := d.Value - was.Value
		if !ok || math.Abs(by) <= Noticed {
			continue
		}
		sp, spare := spares[was.Key]
		if !spare {
			without++
			continue
		}
		a := Alteration{Part: was.Part, Label: was.Label, By: by}
		a.Text, a.Enough = mend(sp, by)
		out = append(out, a)
	}
	if len(out) == 0 && without > 0 {
		out = append(out, Alteration{Part: s.Name, Text: fmt.Sprintf("%d of its measures would be cut differently now, and it has no "+
			"seam or hem that gives: try it on before more is done, or cut the piece again", without)})
	}
	return out
}

// mend says how a spare takes up a change.
func mend(sp draft.Spare, by float64) (text string, enough bool) {
	if sp.Seams == 0 {
		way := "lengthen"
		if by < 0 {
			way = "shorten"
		}
		if by < 0 || by <= sp.Slide {
			return fmt.Sprintf("%s at %s by %s: it gives %s, enough", way, sp.Where, measure.TellFine(math.Abs(by)),
				measure.TellFine(max(sp.Slide, math.Abs(by)))), true
		}
		return fmt.Sprintf("%s at %s: it gives %s and %s is wanted, not enough; piece it on or cut it again", way, sp.Where,
			measure.TellFine(max(sp.Slide, 0)), measure.TellFine(by)), false
	}
	each := math.Abs(by) / float64(2*sp.Seams)
	if by < 0 {
		return fmt.Sprintf("take in %s by %s at each edge", sp.Where, measure.TellFine(each)), true
	}
	if each <= sp.Allowance-leastSeam {
		return fmt.Sprintf("let out %s by %s at each edge: the allowance is %s, enough", sp.Where, measure.TellFine(each),
			measure.TellFine(sp.Allowance)), true
	}
	return fmt.Sprintf("%s would have to be let out by %s at each edge; the allowance is %s and %s of it must stay, not enough: set in "+
		"a strip or cut it again", sp.Where, measure.TellFine(each), measure.TellFine(sp.Allowance), measure.TellFine(leastSeam)), false
}
