package cloth

// MinBending and MaxBending are the least and the greatest bending length that cloth for clothes has, mm.
const MinBending, MaxBending = 5.0, 90.0

// stiff are bending lengths of cloths by how they are woven, where that settles it whatever they weigh, mm (from memory).
var stiff = map[string]float64{"gauze": 12, "net": 45, "coutil": 40, "brocade": 36, "felt": 40, "knit": 12}

// Bends is the bending length of the cloth, mm: how long a strip of it holds itself up against its own weight. As somebody measured
// it, else by how it is woven, what of, and its weight (from memory: lawn 14, shirting 20, suiting 22, linen 26, cloak wool 30,
// taffeta 30, satin and brocade 38, canvas and net 45 to 50).
func (f Fabric) Bends() float64 {
	if f.Bending > 0 {
		return f.Bending.Float()
	}
	if c, ok := stiff[f.Weave]; ok {
		return c
	}
	weight := f.Weight
	if weight <= 0 {
		weight = 150
	}
	c := 14 + 0.04*min(weight, 700)
	switch f.Fibre {
	case "linen":
		c += 5
	case "silk":
		c += 8
	}
	if f.Weave == "satin" {
		c += 4
	}
	return min(max(c, MinBending), MaxBending)
}
