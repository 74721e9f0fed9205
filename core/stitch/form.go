package stitch

import "math"

// Form is how one kind of stitch is made: its usual size and the way its thread takes.
type Form struct {
	Kind    Kind
	ISO     string  // type by ISO 4915, only where sure; "" otherwise
	Hand    bool    // by hand, else by machine
	Long    float64 // of one stitch along the row, mm
	Wide    float64 // across the row, mm; 0 when it lies on a line
	Minutes float64 // to sew a metre of it, without pinning or pressing (from memory)
	// way is the thread that one stitch takes, mm, in cloth t mm thick in all.
	way func(f Form, t float64) float64
}

// More kinds of stitch than rows of garments are sewn in today.
const (
	Running      Kind = "running stitch"
	Backstitch   Kind = "backstitch"
	HalfBack     Kind = "half backstitch"
	Prick        Kind = "prick stitch"
	Whip         Kind = "whip stitch"
	Overcast     Kind = "overcast stitch"
	Slip         Kind = "slip stitch"
	Catch        Kind = "catch stitch"
	Blanket      Kind = "blanket stitch"
	Buttonhole   Kind = "buttonhole stitch"
	Tack         Kind = "tailor’s tack"
	Pad          Kind = "pad stitch"
	Ladder       Kind = "ladder stitch"
	Zigzag       Kind = "zigzag"
	Overlock     Kind = "three-thread overlock"
	Chainstitch  Kind = "chainstitch, two threads"
	MachineBaste Kind = "machine basting"
	Satin        Kind = "satin stitch"
)

// forms are all kinds with their usual size. Sizes and minutes are from memory; the ways
// are geometry.
var forms = []Form{
	{Running, "209", true, 3, 0, 7, once},
	{Basting, "209", true, 10, 0, 3, once},
	{GatherRow, "", false, 4, 0, 1.5, once},
	{Backstitch, "202", true, 2.5, 0, 16, func(f Form, t float64) float64 { return 3*f.Long + 2*t }},
	{HalfBack, "", true, 4, 0, 11, func(f Form, t float64) float64 { return 2*f.Long + 2*t }},
	{Prick, "", true, 5, 0, 13, func(f Form, t float64) float64 { return 1.4*f.Long + 2*t }},
	{Whip, "", true, 3, 1.5, 12, slanted},
	{Overcast, "", true, 5, 4, 9, slanted},
	{Felling, "", true, 3, 2, 15, slanted},
	{Slip, "", true, 6, 0.7, 13, func(f Form, t float64) float64 { return f.Long + 2*f.Wide }},
	{Ladder, "", true, 4, 0.7, 15, func(f Form, t float64) float64 { return f.Long + 2*f.Wide }},
	{Catch, "", true, 7, 5, 14, func(f Form, t float64) float64 { return 2*math.Hypot(f.Long/2, f.Wide) + 0.5*f.Long }},
	{Blanket, "", true, 5, 5, 18, func(f Form, t float64) float64 { return 2*f.Wide + f.Long + t }},
	{Buttonhole, "", true, 1, 3, 70, func(f Form, t float64) float64 { return 2*f.Wide + 2*f.Long + t }},
	{Tack, "", true, 50, 10, 6, func(f Form, t float64) float64 { return f.Long + 4*f.Wide }},
	{Pad, "", true, 8, 8, 12, slanted},
	{Satin, "", true, 0.5, 6, 120, func(f Form, t float64) float64 { return 2*f.Wide + 2*t + f.Long }},
	{Lockstitch, "301", false, StitchLength, 0, 1.5, func(f Form, t float64) float64 { return 2 * (f.Long + t) }},
	{MachineBaste, "301", false, 5, 0, 1, func(f Form, t float64) float64 { return 2 * (f.Long + t) }},
	{Zigzag, "304", false, 1.5, 4, 2, func(f Form, t float64) float64 { return 2 * (math.Hypot(f.Long, f.Wide) + t) }},
	{Chainstitch, "401", false, StitchLength, 0, 1.5, func(f Form, t float64) float64 { return 4*f.Long + 2*t + f.Long/2 }},
	// A needle thread through the cloth, two loopers round its edge.
	{Overlock, "504", false, StitchLength, 5, 1.5, func(f Form, t float64) float64 {
		return f.Long + 2*t +
			4*math.Hypot(f.Long/2, f.Wide) + 2*f.Wide
	}},
}

func once(f Form, t float64) float64    { return f.Long + t }
func slanted(f Form, t float64) float64 { return 2 * math.Hypot(f.Long/2, math.Hypot(f.Wide, t/2)) }

// Forms lists all kinds of stitch.
func Forms() []Form { return append([]Form(nil), forms...) }

// FormOf is the form of a kind; an unknown one panics.
func FormOf(k Kind) Form {
	for _, f := range forms {
		if f.Kind == k {
			return f
		}
	}
	panic("stitch: there is no " + string(k))
}

// Ratio is the thread it takes for a length of row, in cloth t mm thick in all.
func (f Form) Ratio(t float64) float64 { return f.way(f, t) / f.Long }
