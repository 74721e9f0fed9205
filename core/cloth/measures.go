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
		{"yard", "yards", yard, "three feet", parts},
		{"quarter", "quarters", yard / 4, "a quarter of a yard", parts},
		{"nail", "nails", yard / 16, "a sixteenth of a yard", parts},
		{"ell_english", "English ells", yard * 5 / 4, "five quarters of a yard", memory},
		{"ell_flemish", "Flemish ells", yard * 3 / 4, "three quarters of a yard", memory},
		{"ell_scots", "Scots ells", 943.1, "a little more than a yard", memory},
		{"ell_french", "French ells, as counted in England", yard * 6 / 4, "six quarters of a yard", memory},
		{"aune", "aunes of Paris", 1188.4, "three feet, seven inches and ten lines and five sixths, of Paris", memory},
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
