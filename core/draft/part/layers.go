package part

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
)

// LayersAsked asks what a garment's pieces are cut in beside their cloth.
func LayersAsked() draft.Parameter {
	return draft.OneOf("lined", "Lining",
		"Flat-lined, outer and lining of each piece are basted together and sewn as one: it hangs firmer, "+
			"and its edges are faced. An interlining between them stiffens or warms; it is cut to the folds.", "none", "none",
		"flat", "flat-lined", "inter", "flat-lined over an interlining")
}

// Lined tells whether a lining was asked for.
func Lined(v draft.Values) bool { return v.Has("lined") && v.Choice("lined") != "none" }

// Layers cuts a piece in the layers that were asked for.
func Layers(p *pattern.Piece, v draft.Values) {
	if !Lined(v) {
		return
	}
	n := p.Cut
	p.Cut, p.Also = 2*n, []pattern.CutFor{{For: pattern.ForLining, N: n}}
	if v.Choice("lined") == "inter" {
		p.Cut, p.Also = 3*n, append(p.Also, pattern.CutFor{For: pattern.ForInterlining, N: n})
	}
}
