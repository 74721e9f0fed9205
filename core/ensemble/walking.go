package ensemble

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/measure"
)

// under is how much higher a petticoat's hem lies than that of the skirt over it, and least the least of it, mm
// (common practice, no source).
const under, leastUnder = 25.0, 15.0

// hung tells whether a stage has a hem that hangs round the legs, and how far below the waist.
func (s *Stage) hung() (bottom float64, ok bool) {
	if s.Err != nil || s.Draft.Wear.Hem <= 0 {
		return 0, false
	}
	_, bottom = s.Draft.Wear.Reach()
	for _, drop := range s.Draft.Wear.Foot { // a hem that is not level
		bottom = max(bottom, drop)
	}
	return bottom, bottom > 0
}

// hems says of every petticoat that shows below the skirt worn over it, and offers to shorten it.
func hems(stages []Stage) {
	for i := range stages {
		s := &stages[i]
		low, ok := s.hung()
		if !ok || s.Garment == nil || s.Garment.About().Family != family.Support {
			continue
		}
		for k := i + 1; k < len(stages); k++ {
			o := &stages[k]
			over, ok := o.hung()
			if !ok || o.Garment == nil {
				continue
			}
			if f := o.Garment.About().Family; f == family.Wrap || f == family.Support { // petticoats may end alike
				continue
			}
			if low > over-leastUnder {
				s.shows(o, low-over+under)
			}
			break
		}
	}
}

// shows says that a stage's hem shows below another's, and by how much it must be shorter.
func (s *Stage) shows(o *Stage, by float64) {
	s.Draft.Notes = slices.Clip(s.Draft.Notes) // what was cut is shared
	floor := s.On.Floor()
	low, _ := s.hung()
	over, _ := o.hung()
	text := fmt.Sprintf("It ends %s above the floor, %s over it %s. A petticoat ends %s higher than its skirt.",
		measure.Tell(max(floor-low, 0)), o.Name, measure.Tell(max(floor-over, 0)), measure.Tell(under))
	for _, v := range s.Values.All() {
		if v.Parameter.Raises == 0 || s.Cut != nil {
			continue
		}
		if to := math.Round(v.Number + by/v.Parameter.Raises); to >= v.Low && to <= v.High {
			s.Draft.Offer(false, "Its hem shows below the skirt", text, "Shorten it", draft.Settings{v.Parameter.Key: to})
			return
		}
	}
	s.Draft.Remark(false, "Its hem shows below the skirt", text)
}

// Walking is what a stack lets its wearer do on her feet.
type Walking struct {
	// Stage is the one whose hem holds the legs together most, Step the longest step in it, mm, no more
	// than a full stride.
	Stage *Stage
	Step  float64
	// Clear is how far the outermost hem is above the floor, mm; Lift is set where it must be lifted on
	// stairs, Trails where it lies on the floor.
	Clear        float64
	Lift, Trails bool
}

// onStairs is how far a hem must be above the floor to clear the stair that is trodden on, mm (common practice, no
// source: risers of 170 to 180).
const onStairs = 40.0

// WalkingIn is how one walks in a stack; ok is false where nothing hangs round the legs.
func WalkingIn(stages []Stage) (w Walking, ok bool) {
	w.Step = part.Stride
	for i := range stages {
		s := &stages[i]
		low, hangs := s.hung()
		if !hangs || s.Garment == nil || s.Garment.About().Family == family.Wrap {
			continue
		}
		ok = true
		high := max(s.On.Floor()-low, 0)
		if e := s.Draft.Entry; e.Through && e.At == draft.AtFront && fasteners(s.Draft) == 0 {
			continue // it hangs open
		}
		if step := part.Step(s.Draft.Wear.Hem, high+s.Draft.Wear.Slit); step < w.Step {
			w.Step, w.Stage = step, s
		}
		w.Clear, w.Trails = high, s.Draft.Wear.Train > 0
	}
	w.Lift, w.Trails = ok && w.Clear < onStairs, w.Trails || ok && w.Clear < 1
	return w, ok
}
