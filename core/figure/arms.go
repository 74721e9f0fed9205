package figure

import "math"

// Arms are what sleeves measure that are worn on the arms, mm: round the upper arm and round the lower edge, and how far
// below the shoulder point that lies. Zero for bare arms.
type Arms struct{ Upper, Lower, Down float64 }

// Sleeved is the figure with sleeves on its arms, over those it wears: what goes over them must go round the fullest.
func (f Figure) Sleeved(a Arms) Figure {
	f.arms.Upper = max(f.arms.Upper, a.Upper)
	switch {
	case a.Down > f.arms.Down+reaching:
		f.arms.Lower, f.arms.Down = a.Lower, a.Down
	case a.Down > f.arms.Down-reaching:
		f.arms.Lower, f.arms.Down = max(f.arms.Lower, a.Lower), max(f.arms.Down, a.Down)
	}
	return f
}

// reaching is within what two sleeves end at the same place, mm.
const reaching = 60.0

// Arms are the sleeves worn so far.
func (f Figure) Arms() Arms { return f.arms }

// forearm is the girth of the forearm beside that of the upper arm, and pressed how much nearer to the trunk's side an
// arm at rest lies than a stiff round one, in its radii (both from memory).
const forearm, pressed = 0.85, 0.6

// Armed is the section at a drop with both arms hanging beside it, in the sleeves they wear: what a wrap has to go round. From
// the shoulder's end an arm hangs down beside the trunk as far as the wrist; above the shoulder and below the wrist it is the
// section alone. (Over both upper arms it measures 1.1 to 1.15 of the bust, as surveys of bodies have shoulders; from memory.)
func (f Figure) Armed(drop float64) Section {
	s, end := f.At(drop), f.torso.ShoulderPoint
	down := drop + end.Z
	if down <= 0 || down > f.Length("arm_length") {
		return s
	}
	girth := max(f.Length("upper_arm_girth"), f.arms.Upper)
	if elbow := f.Length("arm_length") * 0.55; down > elbow {
		girth = f.Length("upper_arm_girth") * forearm
		if f.arms.Down > elbow && down < f.arms.Down+reaching {
			girth = max(girth, f.arms.Lower)
		}
	}
	r := girth / (2 * math.Pi)
	out, armpit := s.Breadth()/2+r*(1-pressed), end.Z-f.torso.Underarm
	if down < armpit { // from the shoulder's end outwards
		below := f.At(-f.torso.Underarm).Breadth()/2 + r*(1-pressed)
		out = end.X + max(below-end.X, 0)*down/armpit
	}
	if down < r { // the top of the arm is round
		r = math.Sqrt(r*r - (r-down)*(r-down))
	}
	out = max(out, end.X)
	arms := blank()
	for i := range arms.support {
		arms.support[i] = math.Abs(sines[i])*out + cosines[i]*end.Y + r
	}
	return s.With(arms)
}
