package figure

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"ardentgusset/core/measure"
	"ardentgusset/core/memo"

	"gonum.org/v1/gonum/interp"
)

// Taken is a number the figure stands on, and how it was come by.
type Taken struct {
	Measurement Measurement
	Value       measure.Length
	Estimated   bool           // nobody measured it
	On          string         // the day it was measured, 2006-01-02, or ""
	Spread      measure.Length // ± when estimated
	Reason      Reason
}

// Note is something the wearer should know about the readings.
type Note struct {
	Key   string // the measurement it is about
	Title string
	Text  string // what, why, and what to do
	Grave bool   // do not cut before this is settled
	// Instead is a bare reading that could stand in until it is measured,
	// worked out from the one that was taken; 0 when no sum gives one.
	Instead    measure.Length
	InsteadWhy string
	// Meant is the reading if its number was in the other unit; 0 when that is
	// no likelier.
	Meant measure.Length
}

// Care is what must be known of a wearer before anything is laced.
type Care string

const (
	Usual  Care = ""       // the usual cautions
	Child  Care = "child"  // nothing is laced or boned on a child
	Doctor Care = "doctor" // nothing is drawn in before a doctor has agreed
)

// Level is a named height on the figure.
type Level string

// The named heights, from the top down.
const (
	Bust      Level = "bust"
	Underbust Level = "underbust"
	Waist     Level = "waist"
	HighHip   Level = "high_hip"
	Hip       Level = "hip"
	Knee      Level = "knee"
)

// Levels are the named heights from the top down.
func Levels() []Level { return []Level{Bust, Underbust, Waist, HighHip, Hip} }

// Label is the level in words.
func (l Level) Label() string {
	return map[Level]string{Bust: "bust", Underbust: "underbust", Waist: "waist", HighHip: "high hip", Hip: "hip", Knee: "knee"}[l]
}

type slice struct {
	drop    float64 // mm below the waist; above it negative
	section Section
}

// Figure is a body as dressed so far: a column of convex sections about one
// axis. Heights are drops below the waist in mm, negative above it. A Figure
// is never changed; dressing returns another.
type Figure struct {
	slices []slice // from the top down
	levels map[Level]float64
	taken  map[string]Taken
	notes  []Note
	heel   float64
	tilt   float64    // half of what the left is longer than the right from waist to floor
	lift   [3]float64 // what readings over the real support add to the computed lengths: front, side, back
	full   float64    // the fullest hem of cloth worn so far
	arms   Arms       // the sleeves worn so far
	care   Care
	bare   *Figure // nil on the bare figure itself
	torso  Torso
	trunk  trunk // what the torso was solved from
	book   *memo.Book
}

// Depth as a part of breadth where no pair of readings is given (from memory);
// the bust has its own form.
var depthShare = map[Level]float64{Underbust: 0.70, Waist: 0.72, HighHip: 0.70, Hip: 0.74}

// forward is how far each section lies before the axis of the body, as a part
// of its own depth (from memory): bust before it, seat behind it.
var forward = map[Level]float64{Bust: 0.05, Underbust: 0.02, Waist: 0, HighHip: -0.02, Hip: -0.065}

// shiftThickness is what a reading over a shift is freed of, mm (from memory:
// shirting lies at 0.3 to 0.5).
const shiftThickness = 0.4

// corsetThickness is that of two layers, casings and bones spread out, and
// usualReduction what a corset is mostly closed by, mm (both from memory).
const corsetThickness, usualReduction = 1.8, 50

// Shortest and Tallest bound what is accepted as a reading at all, whatever
// it is of: outside them it is a slip of the pen, not a body.
const (
	Shortest = 10 * measure.Millimetre
	Tallest  = 3 * measure.Metre
	// HighestHeel is the highest heel that is drafted for.
	HighestHeel = 250 * measure.Millimetre
)

// New makes the bare figure of a wearer. Missing readings are estimated from
// the others; readings taken over clothes are freed of them where that can be
// done and otherwise left out, with a note. heel is that of the shoes worn
// with the ensemble, mm. The error names the first reading no body can have.
func New(readings []Reading, group Group, heel measure.Length) (Figure, error) {
	f := Figure{levels: map[Level]float64{}, taken: map[string]Taken{}, heel: float64(heel)}
	if !(heel >= 0 && heel <= HighestHeel) {
		return f, fmt.Errorf("heel: %s is not a shoe's; it must lie between 0 and %s", measure.Tell(heel.Float()),
			measure.Tell(HighestHeel.Float()))
	}
	got := map[string]measure.Length{}
	for _, r := range readings {
		m, ok := MeasurementOf(r.Key)
		if !ok {
			return f, fmt.Errorf("%s: there is no such measurement", r.Key)
		}
		if !(r.Value >= Shortest && r.Value <= Tallest) {
			return f, fmt.Errorf("%s: %s is not a body's; it must lie between %s and %s", m.Label, measure.Tell(r.Value.Float()),
				measure.Tell(Shortest.Float()), measure.Tell(Tallest.Float()))
		}
		if r.Worn == Bare || r.Worn == "" || !m.Dressed() {
			got[r.Key] = r.Value
			f.taken[r.Key] = Taken{Measurement: m, Value: r.Value, On: r.On, Reason: Reason{"measured", Own}}
			if r.Provisional {
				f.taken[r.Key] = Taken{Measurement: m, Value: r.Value, On: r.On, Estimated: true, Spread: standInSpread,
					Reason: Reason{"worked out from a reading over clothes until it is measured", Memory}}
			}
			f.sides(m, r)
		}
	}
	f.settleDressed(readings, got)
	for _, m := range measurements {
		if _, ok := got[m.Key]; ok || m.Extra || m.onForm {
			continue
		}
		e := estimate(m, group, got)
		f.taken[m.Key] = Taken{Measurement: m, Value: e.Value, Estimated: true, Spread: e.Spread, Reason: e.Reason}
	}
	bare := map[string]measure.Length{} // what was measured so, not what was worked out of readings over clothes
	for _, r := range readings {
		if m, _ := MeasurementOf(r.Key); r.Worn == Bare || r.Worn == "" || !m.Dressed() {
			bare[r.Key] = r.Value
		}
	}
	f.question(got)
	f.overCorset(readings, bare)
	if !ofChild(got) {
		f.compare(bare, group)
	}
	return f, f.build(group)
}

// settleDressed turns readings over clothes into bare ones where no bare one
// was taken, or says why they can't be used.
func (f *Figure) settleDressed(readings []Reading, got map[string]measure.Length) {
	for _, r := range readings {
		m, _ := MeasurementOf(r.Key)
		if r.Worn == Bare || r.Worn == "" || !m.Dressed() {
			continue
		}
		if _, ok := got[r.Key]; ok {
			continue // the bare reading is there; the other one is for comparing
		}
		switch {
		case !m.Girth && r.Worn != OverSkirts: // thin layers do not lengthen the way to the floor
			got[r.Key] = r.Value
			f.taken[r.Key] = Taken{Measurement: m, Value: r.Value, On: r.On, Reason: Reason{"measured over " + overWhat(r.Worn), Own}}
		case r.Worn == OverShift:
			v := r.Value - measure.Length(2*math.Pi*shiftThickness)
			got[r.Key] = v
			f.taken[r.Key] = Taken{Measurement: m, Value: v, On: r.On, Reason: Reason{"measured over a shift, less 2π × 0.4 mm", Own}}
		default:
			n := Note{Key: r.Key, Grave: true, Title: m.Label + " was measured over " + overWhat(r.Worn),
				Text: fmt.Sprintf("What is worn under the corset must fit the body as it is without it; cut to this reading it comes "+
					"out too small. "+
					"The reading is kept for comparing, and the bare %s is estimated. Measure it bare.", m.Label)}
			thick := measure.Length(2 * math.Pi * corsetThickness)
			switch {
			case r.Worn == OverSkirts:
				n.Text += " Between cloth and body lies air: no sum frees the reading of it."
			case r.Key == "waist_girth":
				n.Instead, n.InsteadWhy = r.Value-thick+usualReduction, fmt.Sprintf("this reading less the corset’s own thickness, and "+
					"the usual %s it draws in (from memory)", measure.Tell(usualReduction))
			default:
				n.Instead, n.InsteadWhy = r.Value-thick, fmt.Sprintf("this reading less the corset’s own thickness, %s all round "+
					"(from memory)", measure.Tell(float64(thick)))
			}
			f.notes = append(f.notes, n)
		}
	}
}

// standInSpread is the ± of a bare girth worked out from one over clothes, mm
// (from memory).
const standInSpread = 25

// overWhat says a state of dress in words.
func overWhat(w Worn) string {
	switch w {
	case OverShift:
		return "a shift"
	case OverCorset:
		return "a closed corset"
	}
	return "corset and petticoats"
}

// build lays out the sections from the numbers: below the bust by the girths, above it as the
// tapes of the upper body say.
func (f *Figure) build(group Group) error {
	v := func(key string) float64 { return float64(f.taken[key].Value) }
	// Heights in order, never closer than a finger, whatever was typed.
	under := max(v("waist_to_underbust"), finger)
	bust := max(v("waist_to_bust"), under+finger)
	high := max(v("waist_to_high_hip"), finger)
	hip := max(v("waist_to_hip"), high+finger)
	knee := max(v("waist_to_knee"), hip+finger)
	floor := max(v("waist_to_floor_side"), knee+finger)

	named := map[Level]Section{}
	for _, l := range Levels() {
		girth := v(string(l) + "_girth")
		s := EllipseOfGirth(girth, depthShare[l])
		b, d := v(string(l)+"_breadth"), v(string(l)+"_depth")
		if b > 0 && d > 0 {
			exact, err := SectionOf(girth, b, d)
			if err != nil {
				f.notes = append(f.notes, Note{Key: string(l) + "_breadth", Title: "Breadth and depth don't go with the " + l.Label() +
					" girth",
					Text: fmt.Sprintf("A body %s broad and %s deep can't have a girth of %s: a tape pulled flat round it already reads "+
						"more or less. Measure the three once more; the usual proportion is used until then.",
						measure.Tell(b), measure.Tell(d), measure.Tell(girth))})
			} else {
				s = exact
			}
		}
		named[l] = s.Shifted(forward[l] * s.Depth())
	}
	t := f.trunkOf(group)
	t.bustLevel, t.underbustLevel = bust, under
	// Below the hip the figure is only draped over, never cut to: proportions from memory.
	stops := func(s Section, level float64) []slice {
		return []slice{{-level, s}, {-under, named[Underbust]}, {0, named[Waist]}, {high, named[HighHip]}, {hip, named[Hip]},
			{knee, named[Hip].Scaled(0.78)}, {floor, named[Hip].Scaled(0.5)}}
	}
	s := t.solve(func(s Section, level float64) Column {
		var c Column
		for _, one := range filled(stops(s, level), 0) {
			c = append(c, Ringed{-one.drop, one.section})
		}
		slices.Reverse(c)
		return c
	})
	for i := len(s.upper) - 1; i > 0; i-- {
		f.slices = append(f.slices, slice{-s.upper[i].z, s.upper[i].Section})
	}
	f.slices = append(f.slices, filled(stops(s.bust, s.level), math.Inf(1))...)
	f.levels = map[Level]float64{Bust: -s.level, Underbust: -under, Waist: 0, HighHip: high, Hip: hip, Knee: knee}
	f.torso, f.trunk = s.Torso, t
	f.notes = append(f.notes, s.remarks(t)...)
	f.readOff(s)
	return nil
}

// filled puts levels between stops, from the top down to a drop: sections run from one to
// the next, girths on a smooth curve through all.
func filled(stops []slice, to float64) []slice {
	xs, ys := make([]float64, len(stops)), make([]float64, len(stops))
	for i, s := range stops {
		xs[i], ys[i] = s.drop, s.section.Girth()
	}
	var smooth interp.FritschButland
	_ = smooth.Fit(xs, ys) // heights are in order
	var out []slice
	for i, s := range stops {
		out = append(out, s)
		if i == len(stops)-1 || s.drop >= to {
			break
		}
		next, step := stops[i+1], 20.0
		if s.drop < 0 {
			step = 10
		}
		n := int(math.Ceil((next.drop - s.drop) / step))
		for k := 1; k < n; k++ {
			share := float64(k) / float64(n)
			drop := s.drop + (next.drop-s.drop)*share
			between := s.section.Toward(next.section, share)
			out = append(out, slice{drop, between.Scaled(smooth.Predict(drop) / between.Girth())})
		}
	}
	return out
}

// Bare is the figure with nothing on.
func (f Figure) Bare() Figure {
	if f.bare == nil {
		return f
	}
	return *f.bare
}

// Notes are what the readings give cause to say, gravest first.
func (f Figure) Notes() []Note {
	out := append([]Note(nil), f.notes...)
	sort.SliceStable(out, func(i, j int) bool { return out[i].Grave && !out[j].Grave })
	return out
}

// Taken is a number the figure stands on; false when the measurement is an
// extra that was not taken.
func (f Figure) Taken(key string) (Taken, bool) { t, ok := f.taken[key]; return t, ok }

// Length is the value of a measurement that is never missing (all but the
// extras), mm, measured or estimated, undressed.
func (f Figure) Length(key string) float64 {
	t, ok := f.taken[key]
	if !ok {
		panic("figure: there is no reading " + key)
	}
	return float64(t.Value)
}

// Drop is the height of a level, mm below the waist (negative above).
func (f Figure) Drop(l Level) float64 { return f.levels[l] }

// Fullness is the circumference of the fullest hem worn so far, mm; 0 when
// nothing with a hem is.
func (f Figure) Fullness() float64 { return f.full }

// Hemmed is the figure with a hem of a circumference worn on it.
func (f Figure) Hemmed(round float64) Figure {
	f.full = max(f.full, round)
	return f
}

// Heel is the heel of the shoes worn with the ensemble, mm.
func (f Figure) Heel() float64 { return f.heel }

// Span is the drop of the topmost and the lowest section.
func (f Figure) Span() (top, bottom float64) {
	return f.slices[0].drop, f.slices[len(f.slices)-1].drop
}

// about are the sections above and below a drop, and how far from one to the other it lies, 0 to 1.
func (f Figure) about(drop float64) (a, b Section, share float64) {
	n := len(f.slices)
	i := sort.Search(n, func(i int) bool { return f.slices[i].drop >= drop })
	switch {
	case i == 0:
		return f.slices[0].section, f.slices[0].section, 0
	case i == n:
		return f.slices[n-1].section, f.slices[n-1].section, 0
	}
	over, under := f.slices[i-1], f.slices[i]
	return over.section, under.section, (drop - over.drop) / (under.drop - over.drop)
}

// At is the section at a drop.
func (f Figure) At(drop float64) Section {
	a, b, share := f.about(drop)
	return a.Toward(b, share)
}

// Girth is what a tape reads at a drop, mm; GirthAt the same at a level.
func (f Figure) Girth(drop float64) float64 {
	a, b, share := f.about(drop)
	sum := 0.0
	for i, h := range &a.support {
		sum += h + (b.support[i]-h)*share
	}
	return sum * 2 * math.Pi / directions
}

// GirthAt is what a tape reads at a level, mm.
func (f Figure) GirthAt(level Level) float64 { return f.Girth(f.levels[level]) }

// Keeping is the figure with a book that what is worked out on it, and on all that it is dressed to,
// may be kept in.
func (f Figure) Keeping(b *memo.Book) Figure {
	f.book = b
	return f
}

// Book is the book that what is worked out on the figure may be kept in; nil for none.
func (f Figure) Book() *memo.Book { return f.book }

// Care is what must be known of the wearer before anything is laced.
func (f Figure) Care() Care { return f.care }

// Caring marks what must be known of the wearer.
func (f Figure) Caring(c Care) Figure {
	f.care = c
	return f
}

// ChildSized tells whether this is a child, by what was said of the wearer or by the size.
func (f Figure) ChildSized() bool {
	bare := f.Bare()
	height, known := bare.Taken("height")
	small := known && !height.Estimated && height.Value < 1400
	return f.care == Child || small && bare.GirthAt(Bust) < 760 || bare.GirthAt(Bust) < 640
}
