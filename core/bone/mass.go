package bone

// Densities in g/mm³: carbon steel 7.85 g/cm³ (EN 1991-1-1, annex A, gives
// 77 to 78.5 kN/m³), polyester 1.38, beech 0.72 (from memory).
const steel, plastic, wood = 7.85e-3, 1.38e-3, 0.72e-3

// Mass is the weight of all bones of the kind at the place, g. Flat steels are
// 0.5 mm thick without their coat; a spiral's coil fills about four tenths of
// 1.5 mm (both from memory: weigh one of yours if it matters).
func (b Bone) Mass() float64 {
	volume := b.Length * b.Width * float64(b.Count)
	switch b.Kind {
	case Flat:
		return volume * 0.5 * steel
	case Spiral:
		return volume * 1.5 * 0.4 * steel
	case Plastic:
		return volume * b.Kind.Thickness() * plastic
	case Wooden:
		return volume * b.Kind.Thickness() * wood
	}
	return 0
}

// Mass is the weight of both halves of the busk, g: steels 0.9 mm thick, as broad
// all along as a straight one, and a gram and a half for every fastener (from
// memory).
func (b Busk) Mass() float64 {
	return 2*b.Length*13*0.9*steel + 1.5*float64(len(b.Studs))
}

// Mass is the weight of all steels of the hoop, g: hoop steel is 7 mm wide and
// 0.8 mm thick with its cover (from memory).
func (h Hoop) Mass() float64 { return h.Cut() * float64(h.Count) * 7 * 0.8 * 0.8 * steel }
