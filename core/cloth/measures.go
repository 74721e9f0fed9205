package cloth

import "slices"

// OldMeasure is a length cloth was sold by.
type OldMeasure struct {
	Key, Name string
	MM        float64
	Note      string
	Source    string // "from memory" or "geometry"
}

// Measures are old lengths (from memory, but for those that are parts of the yard; they differed by town and by cloth).
func Measures() []OldMeasure {
	const yard, memory, parts = 914.4, "from memory", "geometry"
	return []OldMeasure{
		{"yard", "yards", yard, "36 inches", parts},
		{"quarter", "quarters", yard / 4, "a quarter of a yard: 9 inches", parts},
		{"nail", "nails", yard / 16, "a sixteenth of a yard: 2¼ inches", parts},
		{"ell_english", "English ells", yard * 5 / 4, "five quarters: 45 inches", memory},
		{"ell_flemish", "Flemish ells", yard * 3 / 4, "three quarters: 27 inches", memory},
		{"ell_scots", "Scots ells", 943.1, "about 37 inches", memory},
		{"ell_french", "French ells, as counted in England", yard * 6 / 4, "six quarters: 54 inches", memory},
		{"aune", "aunes of Paris", 1188.4, "3 pieds 7 pouces 10 lignes 5/6, about 46.8 inches", memory},
		{"palmo", "palms", 220, "about a span; many towns, many palms", memory},
	}
}

// MeasureOf finds one by its key.
func MeasureOf(key string) (OldMeasure, bool) {
	all := Measures()
	i := slices.IndexFunc(all, func(m OldMeasure) bool { return m.Key == key })
	if i < 0 {
		return OldMeasure{}, false
	}
	return all[i], true
}
