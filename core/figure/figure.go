package figure

import (
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

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
	care   Care
	bare   *Figure // nil on the bare figure itself
}

// Depth as a part of breadth where no pair of readings is given. The bust is
// the mean of chest depth : chest breadth over the 507 bodies; the rest are
// from memory.
var depthShare = map[Level]float64{Bust: 0.69, Underbust: 0.70, Waist: 0.72, HighHip: 0.70, Hip: 0.74}

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
	Shortest = 20 * measure.Millimetre
	Tallest  = 3 * measure.Metre
)

// New makes the bare figure of a wearer. Missing readings are estimated from
// the others; readings taken over clothes are freed of them where that can be
// done and otherwise left out, with a note. heel is that of the shoes worn
// with the ensemble, mm. The error names the first reading no body can have.
func New(readings []Reading, group Group, heel measure.Length) (Figure, error) {
	f := Figure{levels: map[Level]float64{}, taken: map[string]Taken{}, heel: float64(heel)}
	got := map[string]measure.Length{}
	for _, r := range readings {
		m, ok := MeasurementOf(r.Key)
		if !ok {
			return f, fmt.Errorf("%s: there is no such measurement", r.Key)
		}
		if !(r.Value >= Shortest && r.Value <= Tallest) {
			return f, fmt.Errorf("%s: %s is not a body's; it must lie between %s and %s", m.Label, measure.Tell(r.Value.Float()), measure.Tell(Shortest.Float()), measure.Tell(Tallest.Float()))
		}
		if r.Worn == Bare || r.Worn == "" || !m.Dressed() {
			got[r.Key] = r.Value
			f.taken[r.Key] = Taken{Measurement: m, Value: r.Value, On: r.On, Reason: Reason{"measured", Own}}
			if r.Provisional {
				f.taken[r.Key] = Taken{Measurement: m, Value: r.Value, On: r.On, Estimated: true, Spread: standInSpread, Reason: Reason{"worked out from a reading over clothes until it is measured", Memory}}
			}
			f.sides(m, r)
		}
	}
	f.settleDressed(readings, got)
	for _, m := range measurements {
		if _, ok := got[m.Key]; ok || m.Extra {
			continue
		}
		e := estimate(m, group, got)
		f.taken[m.Key] = Taken{Measurement: m, Value: e.Value, Estimated: true, Spread: e.Spread, Reason: e.Reason}
	}
	f.question(got)
	return f, f.build()
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
				Text: fmt.Sprintf("What is worn under the corset must fit the body as it is without it; cut to this reading it comes out too small. "+
					"The reading is kept for comparing, and the bare %s is estimated. Measure it bare.", m.Label)}
			thick := measure.Length(2 * math.Pi * corsetThickness)
			switch {
			case r.Worn == OverSkirts:
				n.Text += " Between cloth and body lies air: no sum frees the reading of it."
			case r.Key == "waist_girth":
				n.Instead, n.InsteadWhy = r.Value-thick+usualReduction, fmt.Sprintf("this reading less the corset’s own thickness, and the usual %s it draws in (from memory)", measure.Tell(usualReduction))
			default:
				n.Instead, n.InsteadWhy = r.Value-thick, fmt.Sprintf("this reading less the corset’s own thickness, %s all round (from memory)", measure.Tell(float64(thick)))
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
			Text: "Bodies differ so. Skirts are hung to each side’s own length; where pieces are cut in pairs, fit each side by itself at the mock-up."})
	}
}

// question adds notes about readings that are unlikely; none is refused.
func (f *Figure) question(got map[string]measure.Length) {
	add := func(key, title, text string) {
		f.notes = append(f.notes, Note{Key: key, Title: title, Text: text})
	}
	for _, m := range measurements {
		v, ok := got[m.Key]
		if !ok {
			continue
		}
		switch {
		case v >= m.Low && v <= m.High:
		case v*2.54 >= m.Low && v*2.54 <= m.High:
			add(m.Key, m.Label+": inches typed as centimetres?", fmt.Sprintf("%s is small for an adult; %s in would be usual. If it was inches, add “in” to the number.", v.In(measure.CM), v.Bare(measure.CM)))
		case v/2.54 >= m.Low && v/2.54 <= m.High:
			add(m.Key, m.Label+": centimetres typed as inches?", fmt.Sprintf("%s is large; %s cm would be usual. If it was centimetres, add “cm” to the number.", v.In(measure.IN), v.Bare(measure.IN)))
		default:
			add(m.Key, m.Label+" is unusual", fmt.Sprintf("Adults mostly lie between %s and %s. Measure once more; if it stays, it stands.", measure.Tell(m.Low.Float()), measure.Tell(m.High.Float())))
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

// build lays out the sections from the numbers.
func (f *Figure) build() error {
	v := func(key string) float64 { return float64(f.taken[key].Value) }
	// Heights in order, never closer than a finger, whatever was typed.
	const finger = 15
	under := math.Max(v("waist_to_underbust"), finger)
	bust := math.Max(v("waist_to_bust"), under+finger)
	high := math.Max(v("waist_to_high_hip"), finger)
	hip := math.Max(v("waist_to_hip"), high+finger)
	knee := math.Max(v("waist_to_knee"), hip+finger)
	floor := math.Max(v("waist_to_floor_side"), knee+finger)
	f.levels = map[Level]float64{Bust: -bust, Underbust: -under, Waist: 0, HighHip: high, Hip: hip, Knee: knee}

	named := map[Level]Section{}
	for _, l := range Levels() {
		girth := v(string(l) + "_girth")
		s := EllipseOfGirth(girth, depthShare[l])
		b, d := v(string(l)+"_breadth"), v(string(l)+"_depth")
		if b > 0 && d > 0 {
			exact, err := SectionOf(girth, b, d)
			if err != nil {
				f.notes = append(f.notes, Note{Key: string(l) + "_breadth", Title: "Breadth and depth don't go with the " + l.Label() + " girth",
					Text: fmt.Sprintf("A body %s broad and %s deep can't have a girth of %s: a tape pulled flat round it already reads more or less. Measure the three once more; the usual proportion is used until then.",
						measure.Tell(b), measure.Tell(d), measure.Tell(girth))})
			} else {
				s = exact
			}
		}
		named[l] = s.Shifted(forward[l] * s.Depth())
	}
	// Above the bust and below the hip the figure is only drawn and draped
	// over, never cut to: proportions from memory.
	top := -bust - 90
	stops := []slice{
		{top, named[Bust].Scaled(0.95)}, {-bust, named[Bust]}, {-under, named[Underbust]}, {0, named[Waist]},
		{high, named[HighHip]}, {hip, named[Hip]}, {knee, named[Hip].Scaled(0.78)}, {floor, named[Hip].Scaled(0.5)},
	}
	xs, ys := make([]float64, len(stops)), make([]float64, len(stops))
	for i, s := range stops {
		xs[i], ys[i] = s.drop, s.section.Girth()
	}
	var smooth interp.FritschButland
	if err := smooth.Fit(xs, ys); err != nil {
		return fmt.Errorf("the readings give no figure: %w", err)
	}
	for i, s := range stops {
		f.slices = append(f.slices, s)
		if i == len(stops)-1 {
			break
		}
		next := stops[i+1]
		n := int(math.Ceil((next.drop - s.drop) / 20))
		for k := 1; k < n; k++ {
			share := float64(k) / float64(n)
			drop := s.drop + (next.drop-s.drop)*share
			between := s.section.Toward(next.section, share)
			f.slices = append(f.slices, slice{drop, between.Scaled(smooth.Predict(drop) / between.Girth())})
		}
	}
	return nil
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
func (f Figure) Length(key string) float64 { return float64(f.taken[key].Value) }

// Drop is the height of a level, mm below the waist (negative above).
func (f Figure) Drop(l Level) float64 { return f.levels[l] }

// Heel is the heel of the shoes worn with the ensemble, mm.
func (f Figure) Heel() float64 { return f.heel }

// Span is the drop of the topmost and the lowest section.
func (f Figure) Span() (top, bottom float64) {
	return f.slices[0].drop, f.slices[len(f.slices)-1].drop
}

// At is the section at a drop.
func (f Figure) At(drop float64) Section {
	n := len(f.slices)
	i := sort.Search(n, func(i int) bool { return f.slices[i].drop >= drop })
	switch {
	case i == 0:
		return f.slices[0].section
	case i == n:
		return f.slices[n-1].section
	}
	a, b := f.slices[i-1], f.slices[i]
	return a.section.Toward(b.section, (drop-a.drop)/(b.drop-a.drop))
}

// Girth is what a tape reads at a drop, mm; GirthAt the same at a level.
func (f Figure) Girth(drop float64) float64  { return f.At(drop).Girth() }
func (f Figure) GirthAt(level Level) float64 { return f.At(f.levels[level]).Girth() }

// Covered is the figure under a cloth whose thickness at each drop is given,
// mm. Every girth grows by exactly 2π × thickness.
func (f Figure) Covered(thickness func(drop float64) float64) Figure {
	return f.dressed(func(s slice) Section { return s.section.Thicker(math.Max(thickness(s.drop), 0)) })
}

// Laced is the figure with its waist drawn to a girth. The change fades, as
// half a cosine wave, to nothing at the bust line and the hip line. A girth
// larger than the waist's changes nothing. moved is the share, 0 to 1, of the
// flesh that is pressed away which comes out again above and below, half at
// the bust line and half at the hip line.
func (f Figure) Laced(to, moved float64) Figure {
	g := f.GirthAt(Waist)
	if to >= g || to <= 0 {
		return f.dressed(func(s slice) Section { return s.section })
	}
	up, down := f.levels[Bust], f.levels[Hip]
	out := f.dressed(func(s slice) Section {
		x := s.drop / down
		if s.drop < 0 {
			x = s.drop / up
		}
		fade := (1 + math.Cos(math.Pi*math.Min(x, 1))) / 2
		return s.section.Scaled(1 - fade*(1-to/g))
	})
	if moved <= 0 {
		return out
	}
	lost := 0.0
	for i := 1; i < len(f.slices); i++ {
		a := f.slices[i-1].section.Area() - out.slices[i-1].section.Area()
		b := f.slices[i].section.Area() - out.slices[i].section.Area()
		lost += (a + b) / 2 * (f.slices[i].drop - f.slices[i-1].drop)
	}
	// A raised cosine of half-width w holds a volume of w × its height.
	const w = 70
	each := math.Min(moved, 1) * lost / 2 / w
	for i, s := range out.slices {
		for _, centre := range []float64{up, down} {
			if d := math.Abs(s.drop - centre); d < w {
				more := each * (1 + math.Cos(math.Pi*d/w)) / 2
				out.slices[i].section = out.slices[i].section.Scaled(math.Sqrt(1 + more/s.section.Area()))
			}
		}
	}
	return out
}

// Pad is padding laid on the figure: depth by height, and how far round it
// reaches. All mm and degrees.
type Pad struct {
	Bearing float64 // of its middle: 180 back, 90 the left hip
	Spread  float64 // to either side of the middle, where it runs out
	Depth   []Depth // from the top down; straight between, nothing outside
}

// Depth is the thickness of something at a drop.
type Depth struct{ Drop, Depth float64 }

// DepthAt runs straight between the given depths and is 0 outside them.
func DepthAt(list []Depth, drop float64) float64 {
	for i, d := range list {
		if drop < d.Drop-1e-9 {
			if i == 0 {
				return 0
			}
			p := list[i-1]
			return p.Depth + (d.Depth-p.Depth)*(drop-p.Drop)/(d.Drop-p.Drop)
		}
	}
	if n := len(list); n > 0 && drop <= list[n-1].Drop+1e-9 {
		return list[n-1].Depth
	}
	return 0
}

// Padded is the figure with pads on. A pad is full over the inner half of its
// spread and runs out over the outer half as half a cosine wave.
func (f Figure) Padded(pads []Pad) Figure {
	return f.dressed(func(s slice) Section {
		section := s.section
		for _, p := range pads {
			d := DepthAt(p.Depth, s.drop)
			if d <= 0 {
				continue
			}
			section = section.Padded(func(degrees float64) float64 {
				off := math.Abs(math.Mod(degrees-p.Bearing+540, 360) - 180)
				switch x := off / p.Spread; {
				case x >= 1:
					return 0
				case x <= 0.5:
					return d
				default:
					return d * (1 + math.Cos(math.Pi*(2*x-1))) / 2
				}
			})
		}
		return section
	})
}

// Prop is a section held out from the body at a drop, by a hoop or by cloth
// that stands by itself.
type Prop struct {
	Drop    float64
	Section Section
}

// Propped is the figure under a support: cloth stretched straight from prop to
// prop, and over whatever of the figure stands out further. The props run from
// the top down.
func (f Figure) Propped(props []Prop) Figure {
	if len(props) == 0 {
		return f
	}
	// Below its lowest edge nothing is held out: a level on it and one just
	// under it keep the two apart.
	end := props[len(props)-1].Drop
	f = f.levelled(props[0].Drop).levelled(end).levelled(end + 1)
	if len(props) <= 12 { // hoops; cloth is given closer than the levels are
		for _, p := range props {
			f = f.levelled(p.Drop)
		}
	}
	return f.dressed(func(s slice) Section {
		for i := 1; i < len(props); i++ {
			a, b := props[i-1], props[i]
			if s.drop >= a.Drop-1e-9 && s.drop <= b.Drop+1e-9 {
				return s.section.With(a.Section.Toward(b.Section, (s.drop-a.Drop)/math.Max(b.Drop-a.Drop, 1e-9)))
			}
		}
		return s.section
	})
}

// Draped is the figure under cloth that hangs taut between what holds it out,
// from one drop down to another: in every direction the profile's hollows are
// bridged straight down the cloth, as a tape bridges them round the body.
func (f Figure) Draped(from, to float64) Figure {
	var in []int
	for i, s := range f.slices {
		if s.drop >= from-1e-9 && s.drop <= to+1e-9 {
			in = append(in, i)
		}
	}
	if len(in) < 3 {
		return f
	}
	// The outermost of all straight lines between two levels is a section
	// again: the larger support at each bearing of blends of sections.
	supports := make([][directions]float64, len(in))
	chain := make([]int, 0, len(in))
	for k := range directions {
		at := func(i int) (drop, reach float64) { return f.slices[in[i]].drop, f.slices[in[i]].section.support[k] }
		chain = chain[:0]
		for i := range in {
			for len(chain) > 1 {
				d0, r0 := at(chain[len(chain)-2])
				d1, r1 := at(chain[len(chain)-1])
				d2, r2 := at(i)
				if (r1-r0)*(d2-d0) > (r2-r0)*(d1-d0) {
					break
				}
				chain = chain[:len(chain)-1]
			}
			chain = append(chain, i)
		}
		for c := 1; c < len(chain); c++ {
			d0, r0 := at(chain[c-1])
			d1, r1 := at(chain[c])
			for i := chain[c-1]; i <= chain[c]; i++ {
				d, _ := at(i)
				supports[i][k] = r0 + (r1-r0)*(d-d0)/(d1-d0)
			}
		}
	}
	next := 0
	return f.dressed(func(s slice) Section {
		if next < len(in) && f.slices[in[next]].drop == s.drop {
			next++
			return Section{supports[next-1]}
		}
		return s.section
	})
}

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
			out.lift[map[string]int{"waist_to_floor_front": 0, "waist_to_floor_side": 1, "waist_to_floor_back": 2}[c.Measurement.Key]] += c.Read - now
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

func (f Figure) dressed(change func(slice) Section) Figure {
	bare := f.Bare()
	out := f
	out.bare = &bare
	out.slices = make([]slice, len(f.slices))
	for i, s := range f.slices {
		out.slices[i] = slice{s.drop, change(s)}
	}
	return out
}

// levelled is the figure with a section worked out at a drop, unless it is
// there already.
func (f Figure) levelled(drop float64) Figure {
	n := len(f.slices)
	i := sort.Search(n, func(i int) bool { return f.slices[i].drop >= drop-1e-6 })
	if i == 0 || i == n || f.slices[i].drop <= drop+1e-6 {
		return f
	}
	out := f
	out.slices = append(append(append(make([]slice, 0, n+1), f.slices[:i]...), slice{drop, f.At(drop)}), f.slices[i:]...)
	if f.bare == nil {
		bare := f
		out.bare = &bare
	}
	return out
}

// Profile is the outline of the figure at a bearing, from the top down: x is
// the distance from the axis, y the drop.
func (f Figure) Profile(degrees float64) []plane.Point {
	out := make([]plane.Point, len(f.slices))
	for i, s := range f.slices {
		out[i] = plane.Pt(s.section.Reach(degrees), s.drop)
	}
	return out
}

// overhang is by how much cloth hanging from the waist at a bearing is longer
// than the straight drop: it lies on the outer hull of the profile down to
// the widest point and falls straight from there.
func (f Figure) overhang(degrees float64) float64 {
	var chain []plane.Point
	widest := -1.0
	for _, p := range f.Profile(degrees) {
		if p.Y < 0 {
			continue
		}
		if p.X <= widest && len(chain) > 0 {
			continue
		}
		widest = p.X
		for len(chain) > 1 {
			a, b := chain[len(chain)-2], chain[len(chain)-1]
			if b.Sub(a).Cross(p.Sub(a)) > 0 { // b lies outside the chord: keep it
				break
			}
			chain = chain[:len(chain)-1]
		}
		chain = append(chain, p)
	}
	last := chain[len(chain)-1]
	return plane.Length(chain) - (last.Y - chain[0].Y)
}

// WaistToFloor is the length a cloth needs from the waist to the floor at a
// bearing, over everything worn so far and in the ensemble's shoes: the
// wearer's readings at front, side and back, run smoothly between them, plus
// what the layers add to the way over the hips, plus the heel.
func (f Figure) WaistToFloor(degrees float64) float64 {
	front, side, back := f.Length("waist_to_floor_front"), f.Length("waist_to_floor_side"), f.Length("waist_to_floor_back")
	// a + b·cos θ + c·cos 2θ through the three readings, and a sine for what
	// differs between left and right.
	t := degrees * math.Pi / 180
	smooth := func(front, side, back float64) float64 {
		return ((front+back)/2+side)/2 + (front-back)/2*math.Cos(t) + ((front+back)/2-side)/2*math.Cos(2*t)
	}
	return smooth(front, side, back) + smooth(f.lift[0], f.lift[1], f.lift[2]) + f.tilt*math.Sin(t) +
		f.overhang(degrees) - f.Bare().overhang(degrees) + f.heel
}

// Fall is the length of cloth from the waist down to a drop at a bearing: over
// the outer hull of what it hangs on, then straight.
func (f Figure) Fall(degrees, drop float64) float64 {
	floor := f.Length("waist_to_floor_side")
	return f.WaistToFloor(degrees) - f.heel - (floor - drop)
}

// Reached is the drop that a length of cloth laid down from the waist reaches,
// taken all round: over a shelf it does not come far down.
func (f Figure) Reached(length float64) float64 {
	_, end := f.Span()
	const step = 5.0
	run, drop := 0.0, 0.0
	for ; drop+step <= end; drop += step {
		out := (f.Girth(drop+step) - f.Girth(drop)) / (2 * math.Pi)
		next := run + math.Hypot(step, out)
		if next >= length {
			return drop + step*(length-run)/(next-run)
		}
		run = next
	}
	return drop
}

// Ring is a section at a drop, for drawing.
type Ring struct {
	Drop    float64
	Section Section
}

// Rings are the figure's sections from the top down, with shoulders and neck
// above them (their proportions from memory; they are only drawn). The lowest
// are those of legs and skirts.
func (f Figure) Rings() []Ring {
	top := f.slices[0].drop
	shoulder := -f.Length("back_waist_length") + 25
	half, chest := f.Length("across_back")/2+12, f.slices[0].section
	neck := f.Length("neck_girth") / (2 * math.Pi)
	// The neck leans forward, the shoulders lie back.
	ring := func(drop, breadth, depth, lean float64) Ring {
		return Ring{drop, Ellipse(breadth*2, depth*2).Shifted(lean)}
	}
	d := chest.Depth() / 2
	out := []Ring{
		ring(shoulder-84, neck*0.98, neck*0.9, 16), ring(shoulder-58, neck*0.96, neck*0.9, 8), ring(shoulder-38, neck*1.16, neck*1.0, -2), ring(shoulder-18, half*0.55, neck*1.06, -10),
		ring(shoulder+2, half*0.88, math.Max(d*0.56, neck*1.1), -14), ring(shoulder+24, half*0.985, d*0.68, -14), ring(shoulder+60, half*0.93, d*0.82, -10),
	}
	if mid := (top + shoulder + 60) / 2; mid > shoulder+70 && mid < top-10 {
		out = append(out, ring(mid, half*0.89, d*0.92, -2))
	}
	out = smoothed(append(out, Ring{top, chest}))
	for _, s := range f.slices {
		if s.drop > out[len(out)-1].Drop+4 {
			out = append(out, Ring{s.drop, s.section})
		}
	}
	return out
}

// smoothed puts two rings between each pair of the given ones, on a smooth curve
// through them (Catmull and Rom's).
func smoothed(rings []Ring) []Ring {
	out := rings[:1:1]
	for i := 1; i < len(rings); i++ {
		a, b, c, d := rings[max(i-2, 0)], rings[i-1], rings[i], rings[min(i+1, len(rings)-1)]
		curve := func(p, q, r, s, t float64) float64 {
			return q + t/2*(r-p+t*(2*p-5*q+4*r-s+t*(3*(q-r)+s-p)))
		}
		for _, t := range []float64{1.0 / 3, 2.0 / 3, 1} {
			next := Ring{Drop: b.Drop + (c.Drop-b.Drop)*t}
			for k := range next.Section.support {
				next.Section.support[k] = curve(a.Section.support[k], b.Section.support[k], c.Section.support[k], d.Section.support[k], t)
			}
			out = append(out, next)
		}
	}
	return out
}

// Care is what must be known of the wearer before anything is laced.
func (f Figure) Care() Care { return f.care }

// Caring marks what must be known of the wearer.
func (f Figure) Caring(c Care) Figure {
	f.care = c
	return f
}
