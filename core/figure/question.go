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

// A child's height and bust girth lie between these, mm (from memory: sizes of clothes from three to eleven years).
const (
	childLow, childTall   measure.Length = 850, 1400
	childThin, childRound measure.Length = 450, 760
)

// ofChild tells whether readings are a child's: nothing that adults measure is said of them.
func ofChild(got map[string]measure.Length) bool {
	h, b := got["height"], got["bust_girth"]
	return h >= childLow && h < childTall && b >= childThin && b < childRound
}

// deviations is how many standard errors a reading may lie from what the others lead one to expect before it is questioned: of
// a thousand bodies three differ more, if they spread as a bell does.
const deviations = 3.0

// compare questions the reading that goes least with the others, where it lies beyond what bodies do. One wrong number makes the
// others look wrong as well; the worst is the one to measure again.
func (f *Figure) compare(got map[string]measure.Length, group Group) {
	worst, of, expected, spread := deviations, Measurement{}, 0.0, 0.0
	for _, m := range measurements {
		v, ok := got[m.Key]
		if !ok || m.column < 0 || v < m.Low || v > m.High {
			continue
		}
		known := map[int]float64{}
		for _, k := range measurements {
			if w, ok := got[k.Key]; ok && k.column >= 0 && k.Key != m.Key && w >= k.Low && w <= k.High {
				known[k.column] = float64(w)
			}
		}
		if len(known) < 2 {
			continue
		}
		e, twice := estimateFrom(group, m.column, known)
		if off := math.Abs(float64(v)-e) / (twice / 2); off > worst {
			worst, of, expected, spread = off, m, e, twice
		}
	}
	if of.Key == "" {
		return
	}
	f.notes = append(f.notes, Note{Key: of.Key, Title: of.Label + " does not go with the other readings",
		Text: fmt.Sprintf("By them %s would be expected, give or take %s; typed is %s. Measure once more; if it stays, it stands.",
			measure.TellBody(expected), measure.TellRough(spread), measure.TellBody(got[of.Key].Float()))})
}

// overCorset questions a waist that is larger over a closed corset than bare: a corset draws it in, and has thickness.
func (f *Figure) overCorset(readings []Reading, got map[string]measure.Length) {
	for _, r := range readings {
		bare, ok := got[r.Key]
		if r.Worn != OverCorset || r.Key != "waist_girth" || !ok || r.Value <= bare+drawsIn {
			continue
		}
		f.notes = append(f.notes, Note{Key: r.Key, Title: "The waist is larger over the corset than bare",
			Text: fmt.Sprintf("%s over it, %s bare: a closed corset draws the waist in. Were the two swapped?",
				measure.TellBody(r.Value.Float()), measure.TellBody(bare.Float()))})
	}
}

// drawsIn is by how much a waist may read more over a corset than bare: what is hardly laced has its own thickness, mm.
const drawsIn = 2 * math.Pi * corsetThickness

// question adds notes about readings that are unlikely; none is refused.
func (f *Figure) question(got map[string]measure.Length) {
	if ofChild(got) {
		return
	}
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
