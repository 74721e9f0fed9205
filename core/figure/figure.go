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
	Spread      measure.Length // ± when estimated
	Reason      Reason
}

// Note is something the wearer should know about the readings.
type Note struct {
	Key   string // the measurement it is about
	Title string
	Text  string // what, why, and what to do
	Grave bool   // do not cut before this is settled
}

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
	bare   *Figure // nil on the bare figure itself
}

// Depth as a part of breadth where no pair of readings is given. The bust is
// the mean of chest depth : chest breadth over the 507 bodies; the rest are
// from memory.
var depthShare = map[Level]float64{Bust: 0.69, Underbust: 0.70, Waist: 0.72, HighHip: 0.70, Hip: 0.74}

// shiftThickness is what a reading over a shift is freed of, mm (from memory:
// shirting lies at 0.3 to 0.5).
const shiftThickness = 0.4

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
		if r.Worn == Bare || r.Worn == "" || !m.Girth {
			got[r.Key] = r.Value
			f.taken[r.Key] = Taken{Measurement: m, Value: r.Value, Reason: Reason{"measured", Own}}
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
		if r.Worn == Bare || r.Worn == "" || !m.Girth {
			continue
		}
		if _, ok := got[r.Key]; ok {
			continue // the bare reading is there; the other one is for comparing
		}
		switch r.Worn {
		case OverShift:
			v := r.Value - measure.Length(2*math.Pi*shiftThickness)
			got[r.Key] = v
			f.taken[r.Key] = Taken{Measurement: m, Value: v, Reason: Reason{"measured over a shift, less 2π × 0.4 mm", Own}}
		default:
			over := "a closed corset"
			if r.Worn == OverSkirts {
				over = "corset and petticoats"
			}
			f.notes = append(f.notes, Note{Key: r.Key, Grave: true,
				Title: m.Label + " was measured over " + over,
				Text: fmt.Sprintf("What is worn under the corset must fit the body as it is without it; cut to this reading it comes out too small. "+
					"The reading is kept for comparing, and the bare %s is estimated. Measure it bare.", m.Label)})
		}
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
		named[l] = s
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
// larger than the waist's changes nothing.
func (f Figure) Laced(to float64) Figure {
	g := f.GirthAt(Waist)
	if to >= g || to <= 0 {
		return f.dressed(func(s slice) Section { return s.section })
	}
	up, down := f.levels[Bust], f.levels[Hip]
	return f.dressed(func(s slice) Section {
		x := s.drop / down
		if s.drop < 0 {
			x = s.drop / up
		}
		fade := (1 + math.Cos(math.Pi*math.Min(x, 1))) / 2
		return s.section.Scaled(1 - fade*(1-to/g))
	})
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
	// a + b·cos θ + c·cos 2θ through the three readings.
	b := (front - back) / 2
	a := ((front+back)/2 + side) / 2
	c := ((front+back)/2 - side) / 2
	t := degrees * math.Pi / 180
	return a + b*math.Cos(t) + c*math.Cos(2*t) + f.overhang(degrees) - f.Bare().overhang(degrees) + f.heel
}
