package figure

import "math"

// Arms are what sleeves measure that are worn on the arms, mm: round the upper arm and round the lower edge, and how far
// below the shoulder point that lies. Zero for bare arms.
type Arms struct{ Upper, Lower, Down float64 }

// Sleeved is the figure with sleeves on its arms, over those it wears: what goes over them must go round the fullest.
func (f Figure) Sleeved(a Arms) Figure {
	f.arms.Upper = math.Max(f.arms.Upper, a.Upper)
	switch {
	case a.Down > f.arms.Down+reaching:
		f.arms.Lower, f.arms.Down = a.Lower, a.Down
	case a.Down > f.arms.Down-reaching:
		f.arms.Lower, f.arms.Down = math.Max(f.arms.Lower, a.Lower), math.Max(f.arms.Down, a.Down)
	}
	return f
}

// reaching is within what two sleeves end at the same place, mm.
const reaching = 60.0

// Arms are the sleeves worn so far.
func (f Figure) Arms() Arms { return f.arms }
