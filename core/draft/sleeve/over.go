package sleeve

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// clears is by how much a sleeve is larger round than one that is worn under it, at least, mm, and slips what is usual
// (both from memory: lining slides on lining).
const clears, slips = 4.0, 18.0

// Worn is what the sleeves of a draft measure as they are sewn, read from their pieces: round the upper arm, at the level of
// the armpit, and along their lower edges. Nothing for a draft without sleeves.
func Worn(d *draft.Draft) figure.Arms {
	var a figure.Arms
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if p.ID != "sleeve" && p.ID != "sleeve-top" && p.ID != "sleeve-under" {
			continue
		}
		outline, _ := p.Outline()
		const below = 1.0
		for _, s := range plane.Spans(outline, plane.Pt(0, -below), plane.Pt(1, 0)) {
			a.Upper += s[1] - s[0]
		}
		a.Lower += p.Sewn("hem")
		a.Down = max(a.Down, plane.BoxOf(outline).Height())
	}
	if cuff := ringOf(d, "cuff"); cuff > 0 {
		a.Lower = cuff
	}
	return a
}

// ringOf is the length of the edge that a strip of that name closes the sleeve with, 0 for none.
func ringOf(d *draft.Draft, piece string) float64 {
	for _, s := range d.Seams {
		for _, side := range []pattern.Side{s.A, s.B} {
			if strings.HasPrefix(side.Piece, piece) && s.Absorbed == pattern.Gathers {
				for i := range d.Pieces {
					if d.Pieces[i].ID == side.Piece {
						return d.Pieces[i].Sewn(side.Edge)
					}
				}
			}
		}
	}
	return 0
}

// Over tells where sleeves do not clear those that are worn under them.
func Over(d *draft.Draft, on figure.Figure) {
	under, is := on.Arms(), Worn(d)
	if under.Upper == 0 || is.Upper == 0 {
		return
	}
	if short := under.Upper + clears - is.Upper; short > 0.5 {
		d.Remark(short > slips, "The sleeve lies tight over the one beneath", fmt.Sprintf("Round the upper arm it measures %s, the sleeve "+
			"under it %s: %s more ease round the upper arm clears it, a deeper armhole lets it have that; a full sleeve is crushed, or "+
			"wants a cape over it.", measure.Tell(is.Upper), measure.Tell(under.Upper), measure.TellFine(short)))
	}
	if math.Abs(under.Down-is.Down) < 90 && is.Lower < under.Lower+clears-0.5 {
		d.Remark(false, "The lower edge does not pass the sleeve beneath", fmt.Sprintf("It measures %s, that of the sleeve under it "+
			"%s: more ease at the lower edge, or a sleeve that ends higher.", measure.Tell(is.Lower), measure.Tell(under.Lower)))
	}
}
