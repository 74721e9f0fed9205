// Package reckon are the sums people stop their sewing for. A reckoner is thin: what it asks, and an answer put together from
// the rooms that know the formulas. It needs no wearer and no garment.
package reckon

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Reckoner is one sum.
type Reckoner interface {
	About() About
	// Parameters are what it asks, described as those of garments are.
	Parameters() []draft.Parameter
	// Reckon answers for settled values. An error is a *draft.SettingError that names the field and what would be right.
	Reckon(v draft.Values) (Answer, error)
}

// About is what a reckoner is for.
type About struct {
	Name  string // in addresses and on the command line
	Title string
	What  string
	Asked string // words it is looked for by, beside those of its title
	// Links are settings of garments that it can start from and be sent to.
	Links []Link
}

// Link joins a setting of garments with an input it starts and a number of the answer it takes back; either may be "".
type Link struct {
	Setting, Input draft.Key
	Number         string
}

// Kind is how a number of an answer is counted and written.
type Kind string

// How numbers of an answer are read.
// Times is p, k times as long.
// How numbers of an answer are read.
const (
	Length  Kind = "mm"
	Fine    Kind = "mm, small"
	Long    Kind = "mm, long" // told in metres or yards
	Bought  Kind = "mm, as it is bought"
	Count   Kind = "count"
	Times   Kind = "times"
	Degrees Kind = "degrees"
	Minutes Kind = "minutes"
	Area    Kind = "m²"
	Grams   Kind = "g"
	Density Kind = "g/m²"
	Money   Kind = "money"
	Percent Kind = "%"
	Plain   Kind = "number"
)

// Number is one of an answer, with its reason.
type Number struct {
	Key, Label string
	Kind       Kind
	Value      float64
	Why        figure.Reason
}

// Text is the number as it is read, its lengths still in no unit.
func (n Number) Text() string {
	switch n.Kind {
	case Length:
		return measure.Tell(n.Value)
	case Fine:
		return measure.TellFine(n.Value)
	case Long, Bought:
		return measure.TellLong(n.Value)
	case Count:
		return fmt.Sprintf("%.0f", n.Value)
	case Degrees:
		return fmt.Sprintf("%.1f°", n.Value)
	case Minutes:
		return fmt.Sprintf("%d h %02d", int(math.Round(n.Value))/60, int(math.Round(n.Value))%60)
	case Area:
		return measure.TellArea(n.Value)
	case Grams:
		return measure.TellMass(n.Value)
	case Density:
		return measure.TellDensity(n.Value)
	case Money:
		return measure.TellMoney(n.Value)
	case Percent:
		return fmt.Sprintf("%.1f %%", n.Value)
	}
	return plainly(n.Value)
}

// plainly is a number to three figures after the point, without idle zeros.
func plainly(x float64) string { return fmt.Sprintf("%g", math.Round(x*1000)/1000) }

// MarkKind is what is done at a mark of a strip.
type MarkKind string

// What a mark on a strip says.
const (
	Place  MarkKind = "place"
	FoldAt MarkKind = "fold"
	JoinAt MarkKind = "join"
)

// StripMark is a place along an edge, mm from its start.
type StripMark struct {
	At    float64
	Label string
	Kind  MarkKind
}

// Strip is an edge with marks, to be printed at true scale and laid along the cloth.
type Strip struct {
	Name  string
	Long  float64 // mm
	Marks []StripMark
	// Profile is the shape of its lower edge, mm, x along it and y from 0 up: a template is cut out along it. None: it is
	// straight.
	Profile []plane.Point
}

// Tape is the marks as they are read off a tape with a tick, mm: each from the start and rounded for itself, so that no
// rounding adds up and the last is as near as the tape has it; and the way from the mark before, which sums to the last.
func (s Strip) Tape(tick float64) (from, step []float64) {
	last := 0.0
	for _, m := range s.Marks {
		at := math.Round(m.At/tick) * tick
		from, step = append(from, at), append(step, at-last)
		last = at
	}
	return from, step
}

// ShapeKind is what a line of a drawing is.
type ShapeKind string

// What lines of a drawing are.
const (
	Cloth   ShapeKind = "cloth"
	Other   ShapeKind = "other" // a second cloth
	Stitch  ShapeKind = "stitch"
	FoldLn  ShapeKind = "fold"
	CutLn   ShapeKind = "cut"
	Point   ShapeKind = "point"
	Cord    ShapeKind = "cord"
	Measure ShapeKind = "measure" // a dimension, from its first point to its last
)

// Shape is a line of a drawing, mm, y up.
type Shape struct {
	Kind   ShapeKind
	Line   []plane.Point
	Closed bool
	Label  string
}

// Note is what to look out for.
type Note struct {
	Title, Text string
	Grave       bool
}

// Answer is what comes of a reckoner, as data.
type Answer struct {
	Numbers []Number
	Strips  []Strip
	Drawing []Shape
	Working []string // the sum, line by line
	Folds   string   // the same without a ruler, "" where there is no way
	Notes   []Note
}

// put adds a number.
func (a *Answer) put(key, label string, k Kind, value float64, why string, source figure.Source) {
	a.Numbers = append(a.Numbers, Number{key, label, k, value, figure.Reason{Text: why, Source: source}})
}

// sum adds a line of the working.
func (a *Answer) sum(format string, args ...any) {
	a.Working = append(a.Working, fmt.Sprintf(format, args...))
}

func (a *Answer) note(grave bool, title, format string, args ...any) {
	a.Notes = append(a.Notes, Note{title, fmt.Sprintf(format, args...), grave})
}

func (a *Answer) draw(k ShapeKind, label string, line ...plane.Point) {
	a.Drawing = append(a.Drawing, Shape{Kind: k, Line: line, Label: label})
}

// box draws a rectangle of cloth with its lower left corner at a point.
func (a *Answer) box(k ShapeKind, label string, x, y, wide, high float64) {
	a.Drawing = append(a.Drawing, Shape{Kind: k, Closed: true, Label: label, Line: []plane.Point{{X: x, Y: y}, {X: x + wide, Y: y},
		{X: x + wide, Y: y + high}, {X: x, Y: y + high}}})
}

// across and up draw a dimension.
func (a *Answer) across(label string, x, y, wide float64) {
	a.draw(Measure, label, plane.Pt(x, y), plane.Pt(x+wide, y))
}

func (a *Answer) up(label string, x, y, high float64) {
	a.draw(Measure, label, plane.Pt(x, y), plane.Pt(x, y+high))
}

// Number finds one of the answer.
func (a Answer) Number(key string) (Number, bool) {
	i := slices.IndexFunc(a.Numbers, func(n Number) bool { return n.Key == key })
	if i < 0 {
		return Number{}, false
	}
	return a.Numbers[i], true
}

// Check refuses an answer that holds a number that is none.
func (a Answer) Check() error {
	for _, n := range a.Numbers {
		if math.IsNaN(n.Value) || math.IsInf(n.Value, 0) {
			return fmt.Errorf("%s can't be worked out from these numbers", n.Label)
		}
	}
	for _, s := range a.Strips {
		for _, m := range s.Marks {
			if math.IsNaN(m.At) || m.At < -1e-6 || m.At > s.Long+1e-6 {
				return fmt.Errorf("a mark of %s lies outside it", s.Name)
			}
		}
	}
	return nil
}

// wrong is an input that can't be, and what would be right.
func wrong(v draft.Values, key draft.Key, format string, args ...any) error {
	label := string(key)
	if v.Has(key) {
		label = v.Get(key).Parameter.Label
	}
	return &draft.SettingError{Key: key, Label: label, Why: fmt.Sprintf(format, args...)}
}

// Settle brings settings into range; what had to be is told.
func Settle(r Reckoner, set draft.Settings) (draft.Values, []*draft.SettingError) {
	return draft.SettleAll(r.Parameters(), "the reckoner "+r.About().Name, figure.Figure{}, set)
}

// Do answers for settings, all of which must be in range.
func Do(r Reckoner, set draft.Settings) (Answer, error) {
	v, wrong := Settle(r, set)
	if len(wrong) > 0 {
		return Answer{}, wrong[0]
	}
	a, err := r.Reckon(v)
	if err != nil {
		return Answer{}, err
	}
	return a, a.Check()
}
