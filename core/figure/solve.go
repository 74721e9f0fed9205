package figure

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"

	"gonum.org/v1/gonum/spatial/r3"
)

// solved is a torso that meets its readings as far as they go together.
type solved struct {
	built
	bust   Section
	upper  []key
	column Column // from the waist up
	level  float64
	// What the tapes find on it.
	backWaist, neck, neckToBust, front, ring float64
	off                                      float64 // how far front readings are from being met, mm
	rise                                     float64
}

// finger is the least between two levels, shortestChest that between the bust line and the
// nape, mm, whatever was typed.
const finger, shortestChest = 15.0, 130.0

// closeEnough is how near a tape must come to its reading, mm; mostRounds how often the torso
// is laid out anew for it.
const closeEnough, mostRounds = 0.02, 40

// lowestRise is how far below the nape a neck point may lie at most, mm (from memory: it lies above
// it on nearly everybody; lower the shoulders would be a hook at the neck).
const lowestRise = -3.0

// solve finds the torso of the readings. A front that is longer or shorter than the others make it moves the shoulder, not the
// ring of the armhole: what it has more belongs to the bust. lower gives the sections from the waist up to the
// bust line for a bust section at a height. Girths are met exactly by the sections; lengths fix
// heights: the nape is as high as back waist length says, the neck point as neck to bust
// point says, the neck ring as large as the neck. The breasts' projection gives way only
// within bounds, since a millimetre of tape is five to nine of breast.
func (t trunk) solve(lower func(bust Section, level float64) Column) solved {
	if read := t.front > 0 || t.neckToBust > 0; read && t.arm == 0 {
		usual := t
		usual.front, usual.neckToBust = 0, 0
		t.usualArm = usual.solve(lower).ring
	}
	u := unknowns{ring: 1, nape: t.backWaist * 0.985, rise: usualRise, p: t.prior(), bust: t.bustLevel}
	low, high := max(t.prior()-15, 0), t.prior()+20
	s := solved{}
	s.bust, _ = t.bustSection(u.p)
	laidOut := math.NaN()
	for range mostRounds {
		if laidOut != u.p {
			s.bust, _ = t.bustSection(u.p)
			laidOut = u.p
		}
		u.nape = max(u.nape, t.underbustLevel+finger+shortestChest)
		u.bust = min(max(u.bust, t.underbustLevel+finger), u.nape-shortestChest)
		s.built = t.build(u, s.bust, s.bust.support[0])
		s.upper = s.sections(9, false)
		s.column = append(lower(s.bust, u.bust), ringed(s.upper[1:])...)
		s.level, s.rise = u.bust, u.rise
		s.tapes()
		worst := 0.0
		miss := func(by float64) float64 { worst = max(worst, math.Abs(by)); return by }
		u.ring *= 1 + miss(t.neck-s.neck)/s.neck
		u.nape += miss(t.backWaist - s.backWaist)
		s.off = 0
		if t.front > 0 && t.neckToBust > 0 {
			by := t.front - t.neckToBust - (s.front - s.neckToBust)
			// First the breasts, as far as they may, where the bust line was read.
			if t.bustLevelRead {
				next := min(max(u.p+4*by, low), high)
				if math.Abs(next-u.p) > 0.01 {
					u.p = next
				} else {
					u.bust += by
				}
			} else {
				u.bust += by
			}
			miss(by)
		}
		if t.neckToBust > 0 || t.front > 0 {
			by := t.neckToBust - s.neckToBust
			if t.neckToBust == 0 {
				by = t.front - s.front
			}
			next := min(max(u.rise+max(-10, min(by, 10)), lowestRise), 25)
			lean := min(max(u.lean-by, -18), 18)
			switch {
			case math.Abs(next-u.rise) > closeEnough/2:
				u.rise = next
				miss(by)
			case math.Abs(lean-u.lean) > closeEnough/2:
				u.lean = lean
				miss(by)
			default:
				s.off = by
			}
		}
		if worst < closeEnough {
			break
		}
	}
	s.upper = s.sections(6, true)
	s.column = append(lower(s.bust, s.level), ringed(s.upper[1:])...)
	s.tapes()
	s.armhole(t)
	return s
}

// lowestScye and highestScye bound how far below the armpit's section the underarm point of
// the bare arm may lie, mm.
const lowestScye, highestScye = 60.0, -10.0

// armhole sets the underarm point: where the arm's ring says, or where the ring is what the readings without those of the
// front make it; all that is drafted begins from it.
func (s *solved) armhole(t trunk) {
	ring := func(drop float64) float64 {
		o := ScyeUsual
		o.Drop, o.Within = drop, !t.frontRead
		front, back := s.column.Scye(s.Torso, o)
		return long(front) + long(back)
	}
	s.ScyeDrop = ScyeUsual.Drop
	want := t.arm
	if want == 0 {
		want = t.usualArm
	}
	if want > 0 {
		low, high := highestScye, lowestScye
		for range 30 {
			if mid := (low + high) / 2; ring(mid) < want {
				low = mid
			} else {
				high = mid
			}
		}
		s.ScyeDrop = (low + high) / 2
	}
	s.ring = ring(s.ScyeDrop)
	s.Underarm -= s.ScyeDrop - ScyeUsual.Drop
	s.ScyeDrop = ScyeUsual.Drop
}

// bustSection is the section at the bust: by its girth alone, or with the breadth and depth
// that were read.
func (t trunk) bustSection(p float64) (Section, float64) {
	if t.breadth > 0 && t.depth > 0 {
		if s, err := SectionOf(t.bust, t.breadth, t.depth); err == nil {
			s = s.Shifted(forward[Bust] * s.Depth())
			return s, s.support[0]
		}
	}
	return t.breasts(p)
}

func ringed(keys []key) []Ringed {
	out := make([]Ringed, len(keys))
	for i, k := range keys {
		out[i] = Ringed{k.z, k.Section}
	}
	return out
}

// tapes lays every tape of the upper body.
func (s *solved) tapes() {
	c := s.column
	s.neck = 2 * long(c.neckLine(s.Torso))
	s.backWaist = c.laid(s.Nape, r3.Vec{}, Behind)
	s.neckToBust = c.laid(s.NeckPoint, s.BustPoint, InFront)
	s.front = s.neckToBust + c.laid(s.BustPoint, r3.Vec{X: s.BustPoint.X}, InFront)
}

// remarks says where readings do not go together, and what was done.
func (s *solved) remarks(t trunk) []Note {
	var out []Note
	if by := s.level - t.bustLevel; t.bustLevelRead && math.Abs(by) > 5 {
		out = append(out, Note{Key: "waist_to_bust", Title: "Waist to bust line does not go with the front length",
			Text: fmt.Sprintf("The tapes over the bust put its line %s above the waist, the reading %s. The former is used; measure "+
				"front length, neck to bust point and waist to bust line once more, all to the same cord.", measure.Tell(s.level),
				measure.Tell(t.bustLevel))})
	}
	if t.arm > 0 && math.Abs(s.ring-t.arm) > 2 {
		out = append(out, Note{Key: "scye_girth", Title: "The armhole ring does not go with across back and front",
			Text: fmt.Sprintf("On this body it comes to %s. The tape runs over the shoulder point and close under the arm; measure it "+
				"and across back and front once more.", measure.Tell(s.ring))})
	}
	if by := t.backWaist - s.backWaist; math.Abs(by) > 2 {
		out = append(out, Note{Key: "back_waist_length", Title: "The back waist length does not go with the heights of bust and underbust",
			Text: fmt.Sprintf("On a form with those heights it comes to %s. Measure all three once more, to the same cord.",
				measure.Tell(s.backWaist))})
	}
	for _, a := range []struct {
		key, name string
		read      bool
		tape      float64
		side      Facing
	}{{"across_back", "Across back", t.backRead, t.acrossBack, Behind}, {"across_front", "Across front", t.frontRead, t.acrossFront,
		InFront}} {
		if most := 2 * s.column.mostAcross(s.Torso, a.side); a.read && a.tape-most > 2 {
			out = append(out, Note{Key: a.key, Title: a.name + " does not go with the shoulders and the bust",
				Text: fmt.Sprintf("On a form with those it is %s at most: more would lie on the arm. That is used; measure all three once "+
					"more.", measure.Tell(most))})
		}
	}
	if math.Abs(s.off) > 2 {
		key, label := "neck_to_bust_point", "Neck to bust point"
		if t.neckToBust == 0 {
			key, label = "front_length", "Front length"
		}
		out = append(out, Note{Key: key, Title: label + " does not go with the back waist length",
			Text: fmt.Sprintf("With that back no body has it: %s are left over. Measure both once more, the tape held against the "+
				"same bone and the same cord.", measure.Tell(math.Abs(s.off)))})
	}
	return out
}

// trunkOf are the numbers the torso is solved from.
func (f *Figure) trunkOf(group Group) trunk {
	v := func(key string) float64 { return float64(f.taken[key].Value) }
	read := func(key string) bool { t, ok := f.taken[key]; return ok && !t.Estimated }
	t := trunk{bust: v("bust_girth"), underbust: v("underbust_girth"), neck: v("neck_girth"), backWaist: v("back_waist_length"),
		apart: v("bust_separation"), shoulder: v("shoulder_length"), shoulderDrop: v("shoulder_drop"), acrossBack: v("across_back"),
		acrossFront: v("across_front"), scye: v("scye_depth"), bustLevelRead: read("waist_to_bust"), frontRead: read("across_front"),
		backRead: read("across_back"),
		breadth:  v("bust_breadth"), depth: v("bust_depth"), women: 0.5}
	switch group {
	case Women:
		t.women = 1
	case Men:
		t.women = 0
	}
	if read("front_length") {
		t.front = v("front_length")
	}
	if read("neck_to_bust_point") {
		t.neckToBust = v("neck_to_bust_point")
	}
	if read("scye_girth") {
		t.arm = v("scye_girth")
	}
	return t
}

// readOff fills in what the solved torso gives by itself.
func (f *Figure) readOff(s solved) {
	for key, value := range map[string]float64{"neck_to_bust_point": s.neckToBust, "front_length": s.front, "scye_girth": s.ring,
		"waist_to_bust": s.level} {
		if t, ok := f.taken[key]; ok && !t.Estimated {
			continue
		}
		m, _ := MeasurementOf(key)
		if key == "waist_to_bust" && math.Abs(value-float64(f.taken[key].Value)) < 0.5 {
			continue // as it was estimated
		}
		f.taken[key] = Taken{Measurement: m, Value: measure.Length(math.Round(value)), Estimated: true, Spread: measure.Length(m.spread),
			Reason: Reason{"read off the form that the other readings make", Memory}}
	}
}
