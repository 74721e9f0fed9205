package figure

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
)

// sides keeps what differs between left and right.
func (f *Figure) sides(m Measurement, r Reading) {
	if r.Left == 0 || r.Right == 0 {
		return
	}
	if m.Key == "waist_to_floor_side" {
		f.tilt = float64(r.Left-r.Right) / 2
	}
	if by := math.Abs(float64(r.Left - r.Right)); by >= 10 {
		longer := "left"
		if r.Right > r.Left {
			longer = "right"
		}
		f.notes = append(f.notes, Note{Key: m.Key, Title: fmt.Sprintf("%s: the %s is %s more", m.Label, longer, measure.TellFine(by)),
			Text: "Bodies differ so. Bodices and sleeves are drafted for each side by itself, skirts hung to each side’s own length; what " +
				"is cut in pairs all the same is fitted by itself at the mock-up."})
	}
}

// question adds notes about readings that are unlikely; none is refused.
func (f *Figure) question(got map[string]measure.Length) {
	add := func(key, title, text string) {
		f.notes = append(f.notes, Note{Key: key, Title: title, Text: text})
	}
	meant := func(key string, v measure.Length, title, text string) {
		f.notes = append(f.notes, Note{Key: key, Title: title, Text: text, Meant: v})
	}
	for _, m := range measurements {
		v, ok := got[m.Key]
		if !ok {
			continue
		}
		switch {
		case v >= m.Low && v <= m.High:
		case v*2.54 >= m.Low && v*2.54 <= m.High:
			meant(m.Key, v*2.54, m.Label+": inches typed as centimetres?", fmt.Sprintf("%s is small for an adult; %s would be usual.",
				measure.Tell(v.Float()), measure.Tell(2.54*v.Float())))
		case v/2.54 >= m.Low && v/2.54 <= m.High:
			meant(m.Key, v/2.54, m.Label+": centimetres typed as inches?", fmt.Sprintf("%s is large; %s would be usual.",
				measure.Tell(v.Float()), measure.Tell(v.Float()/2.54)))
		default:
			add(m.Key, m.Label+" is unusual", fmt.Sprintf("Adults mostly lie between %s and %s. Measure once more; if it stays, "+
				"it stands.", measure.Tell(m.Low.Float()), measure.Tell(m.High.Float())))
		}
	}
	above := func(a, b string, why string) {
		x, okA := got[a]
		y, okB := got[b]
		if okA && okB && x > y {
			ma, _ := MeasurementOf(a)
			mb, _ := MeasurementOf(b)
			add(a, ma.Label+" is more than "+mb.Label, why)
		}
	}
	above("underbust_girth", "bust_girth", "The underbust is rarely the larger. Were the two swapped?")
	above("waist_girth", "bust_girth", "This can be, but two swapped numbers are commoner. Measure both once more.")
	above("waist_girth", "hip_girth", "This can be, but two swapped numbers are commoner. Measure both once more.")
	above("high_hip_girth", "hip_girth", "The hip is taken at the fullest place; if the body is fuller higher up, measure the hip there.")
	above("waist_to_underbust", "waist_to_bust", "The bust line lies above the underbust.")
	above("waist_to_high_hip", "waist_to_hip", "The high hip lies above the hip.")
}
