package making

import (
	"slices"
	"time"

	"ardentgusset/core/stitch"
	"ardentgusset/core/technique"
)

// Machine is a sewing machine as its owner knows it.
type Machine struct {
	ID          string
	Name        string
	Thickest    float64 // stack it sews, tested on a sample, mm; 0 when it was not tried
	Reverse     bool
	WalkingFoot bool
	Zigzag      bool
	Overlock    bool
	Buttonholes bool
	Throat      float64 // room between needle and pillar, mm; 0 when not measured
	Bobbin      float64 // m of thread on one bobbin; 0 when not measured
	Speed       float64 // against the usual, 1 for as quick
	Quirks      string
	Out         []Span // when it is out of order
}

// Span is a time in which something can't be used, both days counted in.
type Span struct{ From, To time.Time }

// Works tells whether the machine can be used on a day.
func (m Machine) Works(day time.Time) bool {
	return !slices.ContainsFunc(m.Out, func(s Span) bool { return !day.Before(s.From) && !day.After(s.To) })
}

// Sews tells whether the machine sews a kind of stitch.
func (m Machine) Sews(k stitch.Kind) bool {
	switch k {
	case stitch.Zigzag, stitch.Satin:
		return m.Zigzag
	case stitch.Overlock, stitch.Chainstitch:
		return m.Overlock
	}
	return true
}

// can tells which stitches the maker can sew; nil when no machine is recorded, and nobody
// knows.
func (m Maker) can() func(stitch.Kind) bool {
	if len(m.Machines) == 0 {
		return nil
	}
	return func(k stitch.Kind) bool {
		return stitch.FormOf(k).Hand || slices.ContainsFunc(m.Machines, func(x Machine) bool { return x.Sews(k) })
	}
}

// Thickest is the thickest stack that any machine sews, mm, and which; 0 when none was
// tried.
func (m Maker) Thickest() (float64, string) {
	most, name := 0.0, ""
	for _, x := range m.Machines {
		if x.Thickest > most {
			most, name = x.Thickest, x.Name
		}
	}
	return most, name
}

// speed is how quick the quickest machine is against the usual.
func (m Maker) speed() float64 {
	best := 0.0
	for _, x := range m.Machines {
		if x.Speed > best {
			best = x.Speed
		}
	}
	if best <= 0 {
		return 1
	}
	return best
}

// any tells whether one of the maker's machines has something; true when none is recorded, and nobody knows.
func (m Maker) any(has func(Machine) bool) bool {
	return len(m.Machines) == 0 || slices.ContainsFunc(m.Machines, has)
}

// tied is what tying both ends of a row takes where no machine sews backwards over them, minutes, and creeping by how much longer
// layers are quilted without a foot that takes the upper ones along (both from memory).
const tied, creeping = 1.0, 1.25

// Rate is what a maker clocked for a technique: so many minutes for so many metres.
type Rate struct{ Minutes, Metres float64 }

// Rates are a maker's own times, by the key of a technique.
type Rates map[string]Rate

// sure is how many metres of one's own are worth as much as the rate from memory.
const sure = 3.0

// Of is the minutes a metre of a technique takes at these rates, on a usual machine: the rate
// from memory, drawn towards the maker's own as metres of it gather.
func (r Rates) Of(t technique.Technique) float64 { return Maker{Rates: r}.perMetre(t) }

// perMetre is the minutes a metre of a technique takes on the maker's machines: a slow one
// stretches what is sewn by machine, guiding and all: makers report twice the time at half the speed (common practice, no
// source). What the maker clocked has it in it already.
func (m Maker) perMetre(t technique.Technique) float64 {
	memory := t.Minutes()
	sewn := t.OnMachine()
	if sewn > 0 {
		sewn += t.Handling
	}
	slower := sewn * (1/m.speed() - 1)
	if t.Of == technique.Quilt && !m.any(func(x Machine) bool { return x.WalkingFoot }) {
		slower += sewn / m.speed() * (creeping - 1)
	}
	own, ok := m.Rates[t.Key]
	if !ok || own.Metres <= 0 {
		return memory + slower
	}
	return ((memory+slower)*sure + own.Minutes) / (sure + own.Metres)
}
