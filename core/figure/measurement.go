// Package figure is the body as dressed so far: the measurements it is made
// from, its level sections, and what each layer of clothes does to it.
package figure

import (
	"ardentgusset/core/measure"
)

// Source says where a number comes from.
type Source string

// Where numbers come from.
const (
	Practice Source = "common practice, no source"
	Memory   Source = "from memory"
	Geometry Source = "geometry"
	Own      Source = "the wearer's own reading"
	Bodies   Source = "507 adults: Heinz, Peterson, Johnson and Kerr, Journal of Statistics Education 11(2), 2003"
)

// Reason is why a number is what it is.
type Reason struct {
	Text   string `json:"text"`
	Source Source `json:"source"`
}

// Measurement describes one thing that can be measured on a wearer. Names
// follow the terms of ISO 8559-1 where it has them.
type Measurement struct {
	Key     string         `json:"key"`
	Label   string         `json:"label"`
	Meaning string         `json:"meaning"` // where the tape lies and how to hold it
	Low     measure.Length `json:"low_mm"`  // below this an adult reading is questioned
	High    measure.Length `json:"high_mm"` // above this it is questioned
	Girth   bool           `json:"girth"`
	Extra   bool           `json:"extra"` // sharpens the figure, but is not asked for first
	Hold    string         `json:"hold"`  // how to hold the tape, where it is not as for every girth or length
	Sided   bool           `json:"sided"` // left and right may be taken apart

	column int     // in the 507 bodies, or -1
	share  float64 // of the height, when there is no column
	// spread is ± of that share, as a part of the height, two standard deviations; mm where it
	// is guessed or read off the form.
	spread float64
	guess  func(have func(key string) float64) float64 // from other readings, from memory
	said   string                                      // that sum in words
	onForm bool                                        // not estimated: read off the solved form
}

// The order is the one a person is measured in. Ranges of the girths with a
// column hold every one of the 507 bodies and leave room outside; the others
// are from memory.
var measurements = []Measurement{
	{Key: "height", Label: "Height", Meaning: "Standing straight against a wall, no shoes, from the floor to the top of the head.",
		Low: 1200, High: 2150, column: 23},
	{Key: "bust_girth", Label: "Bust", Meaning: "Level round the fullest part of the bust, arms down, breathing out.", Low: 650,
		High: 1800, Girth: true, column: 10},
	{Key: "underbust_girth", Label: "Underbust", Meaning: "Level round the ribs just under the bust.", Low: 550, High: 1600,
		Girth: true, column: -1},
	{Key: "waist_girth", Label: "Waist", Meaning: "Round the narrowest part; tie a cord there first and leave it on. Do not pull in.",
		Low: 480, High: 1800, Girth: true, column: 11},
	{Key: "high_hip_girth", Label: "High hip", Meaning: "Level round the top of the hip bones, about the height of the navel.",
		Low: 550, High: 1900, Girth: true, column: 12},
	{Key: "hip_girth", Label: "Hip", Meaning: "Level round the fullest part of the seat, feet together.", Low: 700, High: 2000,
		Girth: true, column: 13},
	{Key: "neck_girth", Label: "Neck", Meaning: "Round the base of the neck, over the hollow of the throat and the bone at the back.",
		Low: 280, High: 520, Girth: true, column: -1, spread: 25, said: "14 % of the height and 13 of the bust",
		guess: func(v func(string) float64) float64 { return 0.14*v("height") + 0.13*v("bust_girth") }},
	{Key: "upper_arm_girth", Label: "Upper arm", Meaning: "Round the fullest part of the upper arm, arm bent.", Low: 200, High: 600,
		Girth: true, Sided: true, column: 15},
	{Key: "wrist_girth", Label: "Wrist", Meaning: "Round the wrist bone.", Low: 120, High: 240, Girth: true, Sided: true, column: 20},
	{Key: "thigh_girth", Label: "Thigh", Meaning: "Round the fullest part of the thigh, just below the seat, weight on both feet.",
		Low: 400, High: 900, Girth: true, Sided: true, column: 14},
	{Key: "knee_girth", Label: "Knee", Meaning: "Round the middle of the knee, leg a little bent.", Low: 270, High: 600, Girth: true,
		Sided: true, column: 17},
	{Key: "calf_girth", Label: "Calf", Meaning: "Round the fullest part of the calf.", Low: 250, High: 560, Girth: true, Sided: true,
		column: 18},
	{Key: "ankle_girth", Label: "Ankle", Meaning: "Round the ankle bone.", Low: 160, High: 340, Girth: true, Sided: true, column: 19},
	{Key: "back_waist_length", Label: "Back waist length", Meaning: "From the bone at the base of the neck down the spine to the " +
		"waist cord.", Low: 300, High: 560, column: -1, share: 0.245, spread: 0.02},
	{Key: "front_length", Label: "Front length", Meaning: "From where shoulder and neck meet, over the bust, down to the waist cord.",
		Low: 320, High: 640, column: -1, spread: 25, onForm: true},
	{Key: "across_back", Label: "Across back", Meaning: "From arm to arm across the shoulder blades.", Low: 280, High: 520, column: -1,
		spread: 28, said: "from the bust", guess: func(v func(string) float64) float64 { return 0.21*v("bust_girth") + 157 }},
	{Key: "across_front", Label: "Across front", Meaning: "From arm to arm across the chest, a third of the way up from armpit to " +
		"shoulder.",
		Low: 240, High: 500, column: -1, spread: 30, said: "somewhat less than across back",
		guess: func(v func(string) float64) float64 { return v("across_back") - 25 }},
	{Key: "shoulder_length", Label: "Shoulder length", Meaning: "From where shoulder and neck meet to the point of the shoulder.",
		Low: 90, High: 190, Sided: true, column: -1, spread: 18, said: "from height and bust",
		guess: func(v func(string) float64) float64 { return 0.074*v("height") + 0.012*(v("bust_girth")-920) }},
	{Key: "shoulder_drop", Label: "Shoulder slope", Meaning: "How much lower the point of the shoulder lies than where shoulder and neck " +
		"meet.", Hold: "A ruler held level against the neck over the shoulder, the drop read with another.", Low: 10, High: 90,
		Sided: true, column: -1, spread: 16, said: "a slope of 20½° on the shoulder length",
		guess: func(v func(string) float64) float64 { return v("shoulder_length") * 0.35 }},
	{Key: "scye_depth", Label: "Armpit depth", Meaning: "From the bone at the base of the neck straight down to the level of the armpits.",
		Hold: "A ruler held level under both arms behind the back, its height marked on the spine.", Low: 130, High: 340, column: -1,
		spread: 25, said: "an eighth of the bust and a constant, between four and six tenths of the back",
		guess: func(v func(string) float64) float64 {
			back := v("back_waist_length")
			return min(max(0.125*v("bust_girth")+85, 0.42*back), 0.6*back)
		}},
	{Key: "scye_girth", Label: "Armhole", Meaning: "Round the arm where it joins the body: over the point of the shoulder and close " +
		"under the armpit, arm hanging.", Low: 280, High: 700, Girth: true, Sided: true, column: -1, spread: 30, onForm: true},
	{Key: "elbow_girth", Label: "Elbow", Meaning: "Round the elbow, arm bent.", Low: 180, High: 480, Girth: true, Sided: true, column: -1,
		spread: 20, said: "from upper arm and wrist", guess: func(v func(string) float64) float64 {
			return (v("upper_arm_girth")+v("wrist_girth"))/2 + 28
		}},
	{Key: "head_girth", Label: "Head", Meaning: "Round the head above the brows and over the widest place behind.", Low: 480, High: 660,
		Girth: true, column: -1, spread: 32, said: "6 % of the height, " +
			"and ⟦46 cm⟧", guess: func(v func(string) float64) float64 {
			return 0.06*v("height") + 460
		}},
	{Key: "arm_length", Label: "Arm length", Meaning: "From the point of the shoulder over the bent elbow to the wrist bone.",
		Hold: "Hand on the hip, elbow bent; the tape goes round the outside of " +
			"the elbow.", Low: 450, High: 760, Sided: true, column: -1, share: 0.352, spread: 0.028},
	{Key: "neck_to_bust_point", Label: "Neck to bust point", Meaning: "From where shoulder and neck meet straight down to the point of " +
		"the bust.", Low: 200, High: 420, Sided: true, column: -1, spread: 25, onForm: true},
	{Key: "bust_separation", Label: "Bust points apart", Meaning: "Straight across from one bust point to the other.", Low: 130,
		High: 320, column: -1, spread: 30, said: "10 % of the bust and 6 of the height",
		guess: func(v func(string) float64) float64 { return 0.10*v("bust_girth") + 0.06*v("height") }},
	{Key: "waist_to_bust", Label: "Waist to bust line", Meaning: "Straight up at the side from the waist cord to the height of the " +
		"fullest bust.", Low: 100, High: 280, column: -1, spread: 32, said: "10.5 % of the height, less for a full bust",
		guess: func(v func(string) float64) float64 { return 0.105*v("height") - 0.05*max(v("bust_girth")-920, 0) }},
	{Key: "waist_to_underbust", Label: "Waist to underbust", Meaning: "Straight up at the side from the waist cord to the " +
		"underbust line.", Low: 40, High: 200, column: -1, share: 0.058, spread: 0.02},
	{Key: "waist_to_high_hip", Label: "Waist to high hip", Meaning: "Down the side from the waist cord to the high hip line.", Low: 50,
		High: 160, column: -1, share: 0.057, spread: 0.012},
	{Key: "waist_to_hip", Label: "Waist to hip", Meaning: "Down the side from the waist cord to the hip line.", Low: 120, High: 300,
		Sided: true, column: -1, share: 0.119, spread: 0.018},
	{Key: "waist_to_knee", Label: "Waist to knee", Meaning: "Down the side from the waist cord to the middle of the knee.", Low: 400,
		High: 800, column: -1, share: 0.352, spread: 0.024},
	{Key: "crotch_length", Label: "Crotch length", Meaning: "From the waist cord in front, between the legs, to the waist cord behind.",
		Hold: "Loose enough to sit; pass the tape through and hold both ends at the cord " +
			"yourself.", Low: 480, High: 1000, column: -1, share: 0.415, spread: 0.045},
	{Key: "waist_to_floor_front", Label: "Waist to floor, front",
		Meaning: "At the centre front from the waist cord over the belly, then straight down. " +
			"No shoes.", Low: 700, High: 1400, column: -1, share: 0.615, spread: 0.03},
	{Key: "waist_to_floor_side", Label: "Waist to floor, side",
		Meaning: "At the side from the waist cord over the hip, then straight down. " +
			"No shoes.", Sided: true, Low: 700, High: 1400, column: -1, share: 0.625, spread: 0.03},
	{Key: "waist_to_floor_back", Label: "Waist to floor, back",
		Meaning: "At the centre back from the waist cord over the seat, then straight down. " +
			"No shoes.", Low: 700, High: 1400, column: -1, share: 0.625, spread: 0.03},
	{Key: "bust_breadth", Label: "Bust breadth", Meaning: "Between two books held upright against the sides at the bust line.",
		Low: 180, High: 600, column: -1, Extra: true},
	{Key: "bust_depth", Label: "Bust depth", Meaning: "Between a wall behind the back and a book held upright against the bust.",
		Low: 120, High: 550, column: -1, Extra: true},
	{Key: "waist_breadth", Label: "Waist breadth", Meaning: "Between two books held upright against the sides at the waist cord.",
		Low: 140, High: 600, column: -1, Extra: true},
	{Key: "waist_depth", Label: "Waist depth", Meaning: "Between two books held upright before and behind the waist.", Low: 110,
		High: 550, column: -1, Extra: true},
	{Key: "hip_breadth", Label: "Hip breadth", Meaning: "Between two books held upright against the sides at the hip line.", Low: 220,
		High: 700, column: -1, Extra: true},
	{Key: "hip_depth", Label: "Hip depth", Meaning: "Between a wall behind the seat and a book held upright in front at the hip line.",
		Low: 140, High: 600, column: -1, Extra: true},
}

// Dressed tells whether the reading depends on what is worn.
func (m Measurement) Dressed() bool {
	return m.Girth && m.onTrunk() || m.Key == "waist_to_floor_front" || m.Key == "waist_to_floor_side" || m.Key == "waist_to_floor_back"
}

func (m Measurement) onTrunk() bool {
	for _, l := range Levels() {
		if m.Key == string(l)+"_girth" {
			return true
		}
	}
	return false
}

// Holding says how to hold the tape.
func (m Measurement) Holding() string {
	switch {
	case m.Hold != "":
		return m.Hold
	case m.Girth:
		return "Snug and level, a finger beneath it; breathe out and let the arms hang."
	case m.Extra:
		return "Both books upright, their spines in one line; read the gap on the floor or the table."
	default:
		return "The tape lies on the body without pull and does not twist. Somebody else reads it; looking down bends the back."
	}
}

// Measurements lists everything that can be measured, in measuring order.
func Measurements() []Measurement { return append([]Measurement(nil), measurements...) }

// MeasurementOf finds a measurement by its key.
func MeasurementOf(key string) (Measurement, bool) {
	for _, m := range measurements {
		if m.Key == key {
			return m, true
		}
	}
	return Measurement{}, false
}

// Worn is what was on the body when a reading was taken.
type Worn string

const (
	Bare       Worn = "bare"       // skin, or the thinnest close-fitting underwear
	OverShift  Worn = "shift"      // over a thin loose layer
	OverCorset Worn = "corset"     // over a closed corset
	OverSkirts Worn = "petticoats" // over corset and petticoats or a bustle
)

// States lists what a reading may have been taken over, with its wording.
func States() []struct {
	Key   Worn
	Label string
} {
	return []struct {
		Key   Worn
		Label string
	}{{Bare, "bare, or one thin close layer"}, {OverShift, "over a shift"}, {OverCorset, "over a closed corset"}, {OverSkirts,
		"over corset and petticoats"}}
}

// Reading is one number taken off a wearer.
type Reading struct {
	Key   string         `json:"key"`
	Worn  Worn           `json:"worn"`
	Value measure.Length `json:"value_mm"`
	Left  measure.Length `json:"left_mm,omitempty"`  // when both sides were taken,
	Right measure.Length `json:"right_mm,omitempty"` // Value is their mean
	On    string         `json:"on,omitempty"`       // the day, 2006-01-02
	// Provisional is set when it was worked out from a reading over clothes and
	// only stands in until the body is measured.
	Provisional bool `json:"provisional,omitempty"`
}

// Group says which of the 507 bodies a missing reading is estimated from.
type Group string

// Whose body is estimated from.
const (
	AllBodies Group = "all"
	Women     Group = "women"
	Men       Group = "men"
)
