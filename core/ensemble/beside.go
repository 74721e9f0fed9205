package ensemble

import (
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/pattern"
)

// ofTheirOwn are the parts of a garment that are of a cloth of their own unless somebody wants them otherwise. A strength layer
// is as a rule of the cloth that it strengthens.
var ofTheirOwn = [...]cloth.Role{cloth.Lining, cloth.Interlining, cloth.Interfacing}

// linedFrom is from which part of the outer's area on a lining is one of its own (from memory): the second layer of a band, a
// cuff or a yoke alone is cut from what is left of the outer cloth.
const linedFrom = 0.3

// onlyLines tells of a piece that is cut for the lining alone.
func onlyLines(p pattern.Piece) bool {
	return p.CutOf(pattern.ForLining) > 0 && p.CutOf(pattern.ForLining) == p.Cut
}

// With is the laying with a cloth for every part that pieces are cut for: the usual one where none was chosen.
func (l Laying) With(pieces []pattern.Piece) Laying {
	area := func(of pattern.For) (sum float64) {
		for i := range pieces {
			if n := pieces[i].CutOf(of); n > 0 {
				sum += pieces[i].Area() * float64(n)
			}
		}
		return sum
	}
	outer := -1.0
	for _, role := range ofTheirOwn {
		if l.of(role) >= 0 || slices.Contains(l.FromOuter, role) {
			continue
		}
		is := area(pattern.For(role))
		if role == cloth.Lining && is > 0 {
			if outer < 0 {
				outer = area(pattern.ForOuter)
			}
			if is < linedFrom*outer && !slices.ContainsFunc(pieces, onlyLines) {
				continue
			}
		}
		if is > 0 {
			l.Beside = append(slices.Clone(l.Beside), Beside{Role: role, Fabric: Usual(role)})
		}
	}
	return l
}

// of is where the cloth of a part is among those beside the outer one, -1 where it has none.
func (l Laying) of(role cloth.Role) int {
	return slices.IndexFunc(l.Beside, func(b Beside) bool { return b.Role == role })
}

// Own is the cloth of a part to be changed: the usual one where none was chosen yet. Nil for what is no such part.
func (l *Laying) Own(role cloth.Role) *Beside {
	if role == cloth.Outer || !slices.Contains(cloth.Roles(), role) {
		return nil
	}
	if l.of(role) < 0 {
		l.Beside = append(slices.Clone(l.Beside), Beside{Role: role, Fabric: Usual(role)})
	}
	return &l.Beside[l.of(role)]
}

// Usual are the cloths that parts of a garment are cut from when nothing else
// was chosen (from memory).
func Usual(role cloth.Role) cloth.Fabric {
	f := HiddenFabric()
	switch role {
	case cloth.Lining:
		f.Name, f.Colour, f.Weight, f.Thickness = "Lining sateen", "chalk", 110, 0.22
	case cloth.Interlining:
		f.Name, f.Weight, f.Thickness, f.Weave = "Cotton flannel", 150, 0.6, "flannel"
	case cloth.Interfacing:
		f.Name, f.Weight, f.Thickness, f.Fibre, f.Width = "Linen canvas", 220, 0.5, "linen", 1200
	case cloth.Contrast:
		f.Name, f.Colour = "A second colour", "madder"
	}
	return f
}
