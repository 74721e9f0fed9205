package ensemble

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Snapshot is what a layer was drafted to and came out as, kept so that a
// later draft can be compared with it.
type Snapshot struct {
	Girths     map[figure.Level]float64 `json:"girths_mm"`
	Dimensions []Kept                   `json:"dimensions"`
	// Body holds the wearer's own readings that it rested on, mm, and ReadOn
	// the day of the latest of them.
	Body   map[string]float64 `json:"body_mm,omitempty"`
	ReadOn string             `json:"read_on,omitempty"`
}

// Kept is a dimension of an earlier draft.
type Kept struct {
	Key   string  `json:"key"`
	Part  string  `json:"part"`
	Label string  `json:"label"`
	Value float64 `json:"mm"`
}

// Snapshot records a stage as it would be drafted now.
func (s Stage) Snapshot() Snapshot {
	out := Snapshot{Girths: map[figure.Level]float64{}, Body: map[string]float64{}}
	for _, l := range figure.Levels() {
		out.Girths[l] = s.On.GirthAt(l)
	}
	for _, m := range figure.Measurements() {
		if t, ok := s.On.Taken(m.Key); ok && !t.Estimated {
			out.Body[m.Key] = t.Value.Float()
			out.ReadOn = max(out.ReadOn, t.On)
		}
	}
	for _, d := range s.Now.Dimensions {
		out.Dimensions = append(out.Dimensions, Kept{d.Key, d.Part, d.Label, d.Value})
	}
	return out
}

// Outgrown lists the wearer's own readings that have changed between two
// drafts, the largest change first.
func Outgrown(before, now Snapshot) []Change {
	var out []Change
	for _, m := range figure.Measurements() {
		a, was := before.Body[m.Key]
		b, is := now.Body[m.Key]
		if by := b - a; was && is && math.Abs(by) > Noticed {
			out = append(out, Change{Part: strings.ToLower(m.Label), Girth: m.Girth, Label: "in length", By: by})
		}
	}
	sort.SliceStable(out, func(i, j int) bool { return math.Abs(out[i].By) > math.Abs(out[j].By) })
	return out
}

// Change is one difference between an earlier draft and the one of now.
type Change struct {
	Part, Label string
	Girth       bool // of the figure underneath, not of the garment
	By          float64
}

// Noticed is the least difference that counts as a change, mm.
const Noticed = 0.5

// Changes lists what differs, the figure first. A snapshot of nothing, or a
// garment that could not be drafted, gives none.
func Changes(before, now Snapshot) []Change {
	var out []Change
	for _, l := range figure.Levels() {
		a, ok := before.Girths[l]
		if by := now.Girths[l] - a; ok && math.Abs(by) > Noticed {
			out = append(out, Change{Part: l.Label(), Girth: true, By: by})
		}
	}
	sort.SliceStable(out, func(i, j int) bool { return math.Abs(out[i].By) > math.Abs(out[j].By) })
	was := map[string]float64{}
	for _, k := range before.Dimensions {
		was[k.Key] = k.Value
	}
	for _, k := range now.Dimensions {
		a, ok := was[k.Key]
		if by := k.Value - a; ok && math.Abs(by) > Noticed {
			out = append(out, Change{Part: k.Part, Label: k.Label, By: by})
		}
	}
	return out
}

// Told is what a change of a layer that is not cut yet must come to before it is worth a word: less than a tape shows, mm.
const Told = 3.0

// Telling are the changes that are told: all of them of what is cut, of anything else those that come to 3 mm.
func Telling(changes []Change, cut bool) []Change {
	if cut {
		return changes
	}
	var out []Change
	for _, c := range changes {
		if math.Abs(c.By) >= Told {
			out = append(out, c)
		}
	}
	return out
}

// In says the change in words: "waist 31 mm smaller", "every side gore
// narrower by 6 mm at the waist".
func (c Change) In(u measure.Unit) string {
	by := measure.Length(math.Abs(c.By)).Fine(u)
	word := func(less, more string) string {
		if c.By < 0 {
			return less
		}
		return more
	}
	switch {
	case c.Girth:
		return fmt.Sprintf("%s %s %s", c.Part, by, word("smaller", "larger"))
	case strings.HasPrefix(c.Label, "in length"):
		return strings.TrimSpace(fmt.Sprintf("%s %s by %s %s", c.Part, word("shorter", "longer"), by,
			strings.TrimSpace(strings.TrimPrefix(c.Label, "in length"))))
	case strings.HasPrefix(c.Label, "in width"):
		rest := strings.TrimPrefix(strings.TrimSpace(strings.TrimPrefix(c.Label, "in width")), ", ")
		return strings.TrimSpace(fmt.Sprintf("%s %s by %s %s", c.Part, word("narrower", "wider"), by, rest))
	default:
		return fmt.Sprintf("%s %s by %s %s", c.Part, word("narrower", "wider"), by, c.Label)
	}
}

// Short says the change that matters most, and how many more there are: that of
// the waist, which all lengths and bands follow, else the greatest of the garment,
// else the greatest of the figure.
func Short(changes []Change, u measure.Unit) string {
	if len(changes) == 0 {
		return ""
	}
	first := changes[0]
	for _, c := range changes {
		switch {
		case c.Girth && c.Part == figure.Waist.Label():
			first = c
		case first.Girth && first.Part == figure.Waist.Label():
		case !c.Girth && (first.Girth || math.Abs(c.By) > math.Abs(first.By)):
			first = c
		}
	}
	if more := len(changes) - 1; more > 0 {
		return fmt.Sprintf("%s, and %d more", first.In(u), more)
	}
	return first.In(u)
}

// Say puts changes into one sentence: the figure where it changed most, then
// at most three of the garment in full.
func Say(changes []Change, u measure.Unit) string {
	var parts []string
	girths, more := 0, 0
	for _, c := range changes {
		switch {
		case c.Girth && girths > 0, len(parts) == 4:
			more++
		default:
			parts = append(parts, c.In(u))
			if c.Girth {
				girths++
			}
		}
	}
	if more > 0 {
		parts = append(parts, fmt.Sprintf("and %d more", more))
	}
	return strings.Join(parts, "; ")
}
