package figure

import (
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/measure"
)

// Compared is a reading taken over the real clothes beside what was computed
// for them, mm.
type Compared struct {
	Measurement    Measurement
	Computed, Read float64
	Used           bool   // the reading took the computed one's place
	Why            string // when it did not
}

// Slack is how far a reading over the clothes may differ from what is computed
// before it is remarked on, mm (common practice: 2 cm).
const Slack = 20.0

// Measured is the figure with the readings taken over it in this state of
// dress put in place of what is computed, and each comparison. Readings at a
// waist more than Slack from this one's were taken over something else (a
// corset closed differently): they are compared and not used.
func (f Figure) Measured(readings []Reading, over Worn) (Figure, []Compared) {
	var all []Compared
	waist := 0.0
	for _, r := range readings {
		if r.Worn != over {
			continue
		}
		m, _ := MeasurementOf(r.Key)
		if c, ok := f.reads(m); ok {
			all = append(all, Compared{Measurement: m, Computed: c, Read: float64(r.Value)})
			if r.Key == "waist_girth" {
				waist = float64(r.Value)
			}
		}
	}
	if by := math.Abs(waist - f.GirthAt(Waist)); waist > 0 && by > Slack {
		for i := range all {
			all[i].Why = fmt.Sprintf("taken with the waist at %s; here it is %s", measure.Tell(waist), measure.Tell(f.GirthAt(Waist)))
		}
		return f, all
	}
	share := map[float64]float64{}
	var drops []float64
	out := f.dressed(func(s slice) Section { return s.section })
	for i, c := range all {
		all[i].Used = true
		if c.Measurement.Girth {
			d := f.levels[Level(c.Measurement.Key[:len(c.Measurement.Key)-len("_girth")])]
			share[d] = c.Read / c.Computed
			drops = append(drops, d)
		}
	}
	if len(drops) > 0 {
		out.corrected(drops, share)
	}
	// Lengths last: the girths beneath them have a say in what is computed.
	for _, c := range all {
		if now, ok := out.reads(c.Measurement); ok && !c.Measurement.Girth {
			out.lift[map[string]int{"waist_to_floor_front": 0, "waist_to_floor_side": 1,
				"waist_to_floor_back": 2}[c.Measurement.Key]] += c.Read - now
		}
	}
	return out, all
}

// corrected scales the sections at some drops, and what lies between them.
// Between levels the correction runs straight; it fades out 12 cm beyond the
// outermost ones.
func (f *Figure) corrected(drops []float64, share map[float64]float64) {
	sort.Float64s(drops)
	const fade = 120.0
	at := append([]float64{drops[0] - fade}, append(drops, drops[len(drops)-1]+fade)...)
	k := func(drop float64) float64 {
		for i := 1; i < len(at); i++ {
			if drop >= at[i-1] && drop <= at[i] {
				a, b := 1.0, 1.0
				if v, ok := share[at[i-1]]; ok {
					a = v
				}
				if v, ok := share[at[i]]; ok {
					b = v
				}
				return a + (b-a)*(drop-at[i-1])/(at[i]-at[i-1])
			}
		}
		return 1
	}
	for i, s := range f.slices {
		f.slices[i].section = s.section.Scaled(k(s.drop))
	}
}

// reads is what a tape would read on the figure as it stands, in stockinged
// feet.
func (f Figure) reads(m Measurement) (float64, bool) {
	switch m.Key {
	case "waist_to_floor_front":
		return f.WaistToFloor(0) - f.heel, true
	case "waist_to_floor_side":
		return (f.WaistToFloor(90)+f.WaistToFloor(270))/2 - f.heel, true
	case "waist_to_floor_back":
		return f.WaistToFloor(180) - f.heel, true
	}
	for _, l := range Levels() {
		if m.Key == string(l)+"_girth" {
			return f.GirthAt(l), true
		}
	}
	return 0, false
}
