package figure

import (
	"sort"
)

// Ring is a section at a drop, for drawing.
type Ring struct {
	Drop    float64
	Section Section
}

// Surface is what lies round a figure as rings, from the top down.
type Surface []Ring

// At is the section at a drop, between the rings above and below it; false above the first and below
// the last.
func (s Surface) At(drop float64) (Section, bool) {
	i := sort.Search(len(s), func(i int) bool { return s[i].Drop >= drop })
	switch {
	case i == len(s) || i == 0 && s[0].Drop > drop:
		return Section{}, false
	case i == 0:
		return s[0].Section, true
	}
	a, b := s[i-1], s[i]
	return a.Section.Toward(b.Section, (drop-a.Drop)/max(b.Drop-a.Drop, 1e-9)), true
}

// neckRings are how the neck goes on above its base: by how much higher, how large beside the
// section at the neck point and how far forward (from memory; it is only drawn).
var neckRings = []struct{ up, share, lean float64 }{{84, 0.97, 22}, {62, 0.95, 16}, {40, 0.94, 9}, {18, 0.96, 3}}

// ringStep is the least between two rings, mm.
const ringStep = 9.0

// Rings are the figure's sections from the top down, with the neck above them. The lowest are
// those of legs and skirts.
func (f Figure) Rings() Surface {
	top := f.slices[0]
	var out Surface
	for _, n := range neckRings {
		out = append(out, Ring{top.drop - n.up, top.section.Scaled(n.share).Shifted(n.lean)})
	}
	for _, s := range f.slices {
		if s.drop >= out[len(out)-1].Drop+ringStep || s.drop == top.drop {
			out = append(out, Ring{s.drop, s.section})
		}
	}
	return out
}
