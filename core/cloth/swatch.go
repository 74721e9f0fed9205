package cloth

import (
	"fmt"

	"ardentgusset/core/measure"
)

// Test is what is tried on a swatch before the cloth is cut.
type Test string

// The tests that a swatch is put to.
const (
	ShrinkTest  Test = "shrink"
	GatherTest  Test = "gather"
	PressTest   Test = "press"
	FrayTest    Test = "fray"
	MarkTest    Test = "mark"
	OpacityTest Test = "opacity"
	FeedTest    Test = "feed"
)

// Swatch is one test and what came of it. Which fields count depends on the
// test; the last one of a kind holds.
type Swatch struct {
	ID   int    `json:"id,omitempty"` // unique in its cloth
	Test Test   `json:"test"`
	On   string `json:"on"` // 2006-01-02
	Note string `json:"note,omitempty"`
	// Shrink: a square measured before and after the wash it will get.
	Along       measure.Length `json:"along_mm,omitempty"`
	Across      measure.Length `json:"across_mm,omitempty"`
	AlongAfter  measure.Length `json:"along_after_mm,omitempty"`
	AcrossAfter measure.Length `json:"across_after_mm,omitempty"`
	// Gather: a strip drawn up as far as it goes happily, before and after.
	Flat  measure.Length `json:"flat_mm,omitempty"`
	Drawn measure.Length `json:"drawn_mm,omitempty"`
	// Press: the hottest that leaves no mark, one of Ironings.
	Ironing string `json:"ironing,omitempty"`
	// Fray: how far a cut edge ravels when rubbed ten times.
	Ravelled measure.Length `json:"ravelled_mm,omitempty"`
	// Mark: the marker comes out again. Opacity: what lies under shows.
	Yes bool `json:"yes,omitempty"`
	// Feed: how many layers the machine takes evenly.
	Layers int `json:"layers,omitempty"`
}

// About says how a test is done and what it is for.
func (t Test) About() (label, how string) {
	switch t {
	case ShrinkTest:
		return "Shrinks", "Cut a square along the threads, measure it both ways, wash and dry it as the garment will be, measure again. " +
			"The lay allows for what it lost."
	case GatherTest:
		return "Gathers", "Run two gathering threads through a strip, draw it up until it stops lying well, measure both. Garments that " +
			"gather more are warned of."
	case PressTest:
		return "Takes the iron", "Press a scrap hotter and hotter, on both sides, dry and damp. The hottest setting that leaves no mark " +
			"is its limit."
	case FrayTest:
		return "Frays", "Cut a scrap across the threads and rub the edge ten times with a thumb; measure how far it ravels."
	case MarkTest:
		return "Marks come out", "Mark a scrap with what you mark with, leave it a day, take it out as you would."
	case OpacityTest:
		return "Shows what lies under", "Lay it over the stuffing, boning or colour that will be under it, in daylight."
	case FeedTest:
		return "Layers the machine feeds", "Stitch scraps in more and more layers until the machine slips, skips or stalls; the most it " +
			"took evenly counts."
	}
	return string(t), ""
}

// Tests lists all tests in the order they are offered.
func Tests() []Test {
	return []Test{ShrinkTest, GatherTest, PressTest, FrayTest, MarkTest, OpacityTest, FeedTest}
}

// Fault says what is wrong with a swatch: the key of the field and what would
// be right; "" when nothing is.
func (s Swatch) Fault() (key, why string) {
	positive := func(key string, l measure.Length, what string) (string, string) {
		if !(l >= measure.Millimetre && l <= 2*measure.Metre) {
			return key, what + " lies between ⟦~1⟧ and ⟦=2 m⟧"
		}
		return "", ""
	}
	check := func(all ...[2]string) (string, string) {
		for _, one := range all {
			if one[1] != "" {
				return one[0], one[1]
			}
		}
		return "", ""
	}
	at := func(key string, l measure.Length, what string) [2]string {
		k, why := positive(key, l, what)
		return [2]string{k, why}
	}
	switch s.Test {
	case ShrinkTest:
		if key, why = check(at("along_mm", s.Along, "the square before washing"),
			at("across_mm", s.Across, "the square before washing"), at("along_after_mm", s.AlongAfter,
				"the square after washing"), at("across_after_mm", s.AcrossAfter, "the square after washing")); why != "" {
			return key, why
		}
		for _, side := range []struct {
			key           string
			before, after measure.Length
		}{{"along_after_mm", s.Along, s.AlongAfter}, {"across_after_mm", s.Across, s.AcrossAfter}} {
			if lost := 1 - float64(side.after/side.before); lost > MaxShrinkage || lost < -0.05 {
				return side.key, fmt.Sprintf("it would have lost %.0f %%; between −5 and 25 is what cloth does. Measure once more",
					lost*100)
			}
		}
	case GatherTest:
		if key, why = check(at("flat_mm", s.Flat, "the strip"), at("drawn_mm", s.Drawn, "the strip drawn up")); why != "" {
			return key, why
		}
		if s.Drawn >= s.Flat {
			return "drawn_mm", "drawn up it is shorter than flat"
		}
	case PressTest:
		for _, i := range Ironings() {
			if i == s.Ironing {
				return "", ""
			}
		}
		return "ironing", "choose the hottest setting that leaves no mark"
	case FrayTest:
		if !(s.Ravelled >= 0 && s.Ravelled <= 100) {
			return "ravelled_mm", "an edge ravels between 0 and ⟦10 cm⟧"
		}
	case MarkTest, OpacityTest:
	case FeedTest:
		if s.Layers < 1 || s.Layers > 40 {
			return "layers", "count the layers, 1 to 40"
		}
	default:
		return "test", "choose one of the tests"
	}
	return "", ""
}

// swatch is the last test of a kind.
func (f Fabric) swatch(t Test) (Swatch, bool) {
	for i := len(f.Swatches) - 1; i >= 0; i-- {
		if f.Swatches[i].Test == t {
			return f.Swatches[i], true
		}
	}
	return Swatch{}, false
}

// GathersTo is how many times its width the cloth gathers, as tested or judged
// by its thickness: thin cloth draws up further (from memory: sheer 3, fine
// 2.5, medium 2, heavy 1.5).
func (f Fabric) GathersTo() (times float64, tested bool) {
	if s, ok := f.swatch(GatherTest); ok && s.Drawn > 0 {
		return float64(s.Flat / s.Drawn), true
	}
	switch t := f.Thickness; {
	case t <= 0.15:
		return 4, false
	case t <= 0.3:
		return 3, false
	case t <= 0.6:
		return 2.5, false
	}
	return 2, false
}

// Frays is how freely it frays, 1 to 3, as tested or entered; 0 when nobody
// knows. Up to 1 mm is hardly, more than 4 mm freely (from memory).
func (f Fabric) Frays() int {
	if s, ok := f.swatch(FrayTest); ok {
		switch {
		case s.Ravelled <= 1:
			return 1
		case s.Ravelled <= 4:
			return 2
		}
		return 3
	}
	return f.Fraying
}

// Irons is the ironing limit as tested or entered, "" when nobody knows.
func (f Fabric) Irons() string {
	if s, ok := f.swatch(PressTest); ok {
		return s.Ironing
	}
	return f.Ironing
}

// Feeds is how many layers the machine takes, as tested; 0 when nobody tried.
func (f Fabric) Feeds() int {
	s, _ := f.swatch(FeedTest)
	return s.Layers
}

// SeeThrough tells whether what lies under shows: tested, said, or judged by weight
// and weave.
func (f Fabric) SeeThrough() (shows, tested bool) {
	if s, ok := f.swatch(OpacityTest); ok {
		return s.Yes, true
	}
	if f.Shows > 0 {
		return f.Shows > 1, false
	}
	return f.Weave == "gauze" || f.Weave == "net" || (f.Weight > 0 && f.Weight < 70), false
}

// Sheer tells whether its own seams show through it: said or tested, or known by its weave.
func (f Fabric) Sheer() bool {
	if shows, tested := f.SeeThrough(); tested {
		return shows
	}
	return f.Shows == 3 || f.Shows == 0 && (f.Weave == "gauze" || f.Weave == "net")
}

// Mass is the weight of an area of the cloth, g; area in mm².
func (f Fabric) Mass(area float64) float64 { return max(area, 0) / 1e6 * f.Weight }
