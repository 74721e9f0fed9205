package draft

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Unit is how a parameter is counted and typed.
type Unit string

// How numbers of an answer are read.
const (
	Length Unit = "length" // mm
	Count  Unit = "count"  // whole
	Ratio  Unit = "ratio"
	Choice Unit = "choice"
	// Document is a text that a page of its own makes: it is kept whole and never typed.
	Document Unit = "document"
)

// Option is one answer to a choice.
type Option struct {
	Key   string `json:"key"`
	Label string `json:"label"`
}

// Parameter is one thing that can be chosen about a garment, described as
// data: the form, the checks, the command line and the guide all come from
// it.
type Parameter struct {
	Key       Key
	Label     string
	Unit      Unit
	Low, High float64 // inclusive; for lengths mm
	Options   []Option
	Rule      string // how the default is found, in words
	Help      string
	// Default gives the default on a figure, with its reason. Values holds
	// the parameters before this one.
	Default func(on figure.Figure, v Values) (float64, figure.Reason)
	// Between gives the range on a figure, where it depends on it; else Low
	// and High hold.
	Between func(on figure.Figure, v Values) (low, high float64)
	// First is the default of a choice.
	First string
	// When tells whether it is asked at all, with the parameters before it; nil for always.
	// What is set for one that is not asked is kept and does nothing.
	When func(v Values) bool
	// Saves is what lessening it is called where cloth must be saved, "" when
	// it is no way to. The options of a choice then stand from the least up.
	Saves string
	// SavesTo is the least that is offered where cloth must be saved, when that
	// is more than the lowest that can be drafted.
	SavesTo func(on figure.Figure, v Values) float64
	// Raises is how far the lower edge of the garment rises for every mm more of it; 0 for what leaves the edge
	// where it is.
	Raises float64
	// Sooner is what changing it is called where time must be saved; nil when it is no way to.
	Sooner *Sooner
	// Reads tells whether a document can be read, and what is wrong with it.
	Reads func(text string) error
}

// Sooner is a setting that leaves less to sew: what it is called, what it costs, and what a number becomes.
type Sooner struct {
	What, Costs string
	To          func(now float64) float64
}

// Lessened are the shares of the way from its value to its lowest that are
// tried where cloth must be saved.
func (p Parameter) Lessened() []float64 {
	if p.Unit == Count {
		return []float64{0.5}
	}
	return []float64{0.25, 0.6}
}

// Settings are a person's own choices by parameter key: float64 for lengths
// (mm), counts and ratios, string for choices.
type Settings map[Key]any

// Value is a parameter settled on a figure.
type Value struct {
	Parameter Parameter
	Number    float64
	Choice    string
	Own       bool // the person's own choice, not the default
	Default   float64
	Reason    figure.Reason
	Low, High float64
}

// Values are all parameters of a garment settled on a figure.
type Values struct {
	list  []Value
	at    map[Key]int
	rings []Ring
	begun []Ring
}

// AskedAs are the values for a draft whose rings are asked for as those of another were, and not found out anew: the other
// side of one garment.
func (v Values) AskedAs(d Draft) Values {
	v.rings = d.Asked
	return v
}

// Rings are what rings are asked to measure besides, where that is known; nil where it is to be found out.
func (v Values) Rings() []Ring { return v.rings }

// BegunAs are the values for a draft that is found out from what another asked its rings for: one that differs little comes
// out sooner, and its rings within the same tolerance.
func (v Values) BegunAs(asked []Ring) Values {
	v.begun = asked
	return v
}

// Begun is what is asked of rings to begin with, nil for nothing.
func (v Values) Begun() []Ring { return v.begun }

// All lists the values in the order of the parameters.
func (v Values) All() []Value { return v.list }

// Has tells whether a parameter of that key has been settled.
func (v Values) Has(key Key) bool { _, ok := v.at[key]; return ok }

// Get is the value of a parameter. A key that was not asked for is a mistake
// of the garment, and panics.
func (v Values) Get(key Key) Value {
	i, ok := v.at[key]
	if !ok {
		panic("draft: there is no parameter " + string(key))
	}
	return v.list[i]
}

// Number is a length in mm, a count or a ratio.
func (v Values) Number(key Key) float64 { return v.Get(key).Number }

// Whole is a count.
func (v Values) Whole(key Key) int { return int(math.Round(v.Number(key))) }

// Choice is the key of the chosen option.
func (v Values) Choice(key Key) string { return v.Get(key).Choice }

// SettingError says which setting is wrong and what would be right.
type SettingError struct {
	Key        Key
	Label, Why string
}

// Error says it in words.
func (e *SettingError) Error() string { return e.Label + ": " + e.Why }

// Settle resolves settings against a garment's parameters on a figure. A
// setting outside its range is brought to the nearer end for drafting and
// reported, so that one bad number never takes the drawing away; the error,
// when not nil, is the first of those reported.
func Settle(g Garment, on figure.Figure, set Settings) (Values, []*SettingError) {
	return SettleAll(g.Parameters(), "a "+g.About().Kind, on, set)
}

// SettleAll is Settle for a list of parameters; of names what they are of.
func SettleAll(list []Parameter, of string, on figure.Figure, set Settings) (Values, []*SettingError) {
	v := Values{at: map[Key]int{}}
	var wrong []*SettingError
	known := map[Key]bool{}
	for _, p := range list {
		known[p.Key] = true
		if p.When != nil && !p.When(v) {
			continue
		}
		val := Value{Parameter: p, Low: p.Low, High: p.High}
		fail := func(format string, a ...any) {
			wrong = append(wrong, &SettingError{p.Key, p.Label, fmt.Sprintf(format, a...)})
		}
		raw, own := set[p.Key]
		if p.Unit == Document {
			if val.Choice, val.Own = raw.(string); own && !val.Own {
				fail("it is no text")
			} else if own && p.Reads != nil {
				if err := p.Reads(val.Choice); err != nil {
					fail("%s", err)
				}
			}
		} else if p.Unit == Choice {
			val.Choice = p.First
			if own {
				s, _ := raw.(string)
				if p.has(s) {
					val.Choice, val.Own = s, true
				} else {
					fail("choose one of %s", p.optionKeys())
				}
			}
		} else {
			if p.Between != nil {
				val.Low, val.High = p.Between(on, v)
			}
			if p.Default != nil {
				val.Default, val.Reason = p.Default(on, v)
			}
			val.Default = min(max(val.Default, val.Low), val.High)
			if p.Unit == Count {
				val.Default = math.Round(val.Default)
			}
			val.Number = val.Default
			if own {
				n, ok := raw.(float64)
				switch {
				case !ok || math.IsNaN(n) || math.IsInf(n, 0):
					fail("%s is not a number", brief(raw))
				case n < val.Low-p.hair() || n > val.High+p.hair():
					fail("it lies between %s and %s; it was %s", p.Tell(val.Low), p.Tell(val.High), p.Tell(n))
					val.Number, val.Own = min(max(n, val.Low), val.High), true
				case p.Unit == Count && n != math.Trunc(n):
					fail("%g is not a whole number", n)
					val.Number, val.Own = math.Round(n), true
				default:
					val.Number, val.Own = min(max(n, val.Low), val.High), true
				}
			}
		}
		v.at[p.Key] = len(v.list)
		v.list = append(v.list, val)
	}
	if text, ok := set[ByHand]; ok {
		known[ByHand] = true
		if err := readByHand(text); err != nil {
			wrong = append(wrong, &SettingError{ByHand, "Changes by hand", err.Error()})
		}
	}
	var strange []Key
	for k := range set {
		if !known[k] {
			strange = append(strange, k)
		}
	}
	slices.Sort(strange)
	for _, k := range strange {
		wrong = append(wrong, &SettingError{Key(brief(k)), brief(k), "there is no such parameter for " + of})
	}
	return v, wrong
}

// Fits tells whether settings are of a garment's parameters and of their kinds:
// numbers where they are counted or measured, one of the options where they are
// chosen. Ranges are judged by Settle, on the figure.
func Fits(g Garment, set Settings) *SettingError {
	for key, v := range set {
		if key == ByHand {
			if err := readByHand(v); err != nil {
				return &SettingError{ByHand, "Changes by hand", err.Error()}
			}
			continue
		}
		at := slices.IndexFunc(g.Parameters(), func(p Parameter) bool { return p.Key == key })
		if at < 0 {
			return &SettingError{Key(brief(key)), brief(key), "there is no such parameter"}
		}
		p := g.Parameters()[at]
		if p.Unit == Document {
			s, ok := v.(string)
			if !ok {
				return &SettingError{key, p.Label, "it is no text"}
			}
			if p.Reads != nil {
				if err := p.Reads(s); err != nil {
					return &SettingError{key, p.Label, err.Error()}
				}
			}
		} else if p.Unit == Choice {
			if s, ok := v.(string); !ok || !p.has(s) {
				return &SettingError{key, p.Label, "choose one of " + p.optionKeys()}
			}
		} else if n, ok := v.(float64); !ok || math.IsNaN(n) || math.IsInf(n, 0) {
			return &SettingError{key, p.Label, brief(v) + " is not a number"}
		}
	}
	return nil
}

// hair is how far beyond its range a number may lie and still be the end of it: as far as it is
// from what a range is shown as, half a sixteenth of an inch for a length.
func (p Parameter) hair() float64 {
	switch p.Unit {
	case Length:
		return 25.4 / 32
	case Ratio:
		return 0.0051
	}
	return 1e-6
}

func (p Parameter) has(key string) bool {
	for _, o := range p.Options {
		if o.Key == key {
			return true
		}
	}
	return false
}

func (p Parameter) optionKeys() string {
	var keys []string
	for _, o := range p.Options {
		keys = append(keys, o.Key)
	}
	return strings.Join(keys, ", ")
}

// Show writes a number of this parameter in a person's unit.
func (p Parameter) Show(n float64, u measure.Unit) string {
	if p.Unit == Length {
		return measure.Length(n).In(u)
	}
	return strings.TrimSuffix(strings.TrimRight(fmt.Sprintf("%.2f", n), "0"), ".")
}

// Steps is how many steps of this parameter there are to one: whole millimetres and counts, twentieths of a ratio.
func (p Parameter) Steps() float64 {
	if p.Unit == Ratio {
		return 20
	}
	return 1
}

// Tell writes a number of this parameter for a reader whose unit is not known
// yet.
func (p Parameter) Tell(n float64) string {
	if p.Unit == Length {
		return measure.Tell(n)
	}
	return p.Show(n, measure.CM)
}

// Range says in words what would be right.
func (p Parameter) Range(low, high float64, u measure.Unit) string {
	return fmt.Sprintf("it lies between %s and %s", p.Show(low, u), p.Show(high, u))
}

// Type reads what a person typed for this parameter into a setting. Range is
// judged by Settle, on the figure.
func (p Parameter) Type(text string, u measure.Unit) (any, error) {
	switch p.Unit {
	case Document:
		if p.Reads != nil {
			if err := p.Reads(text); err != nil {
				return nil, err
			}
		}
		return text, nil
	case Choice:
		if !p.has(text) {
			return nil, fmt.Errorf("choose one of %s", p.optionKeys())
		}
		return text, nil
	case Length:
		read := measure.Parse
		if p.Low < 0 {
			read = measure.ParseSigned
		}
		l, err := read(text, u)
		return float64(l), err
	default:
		// A plain number reads like a length in millimetres without its unit.
		l, err := measure.Parse(strings.TrimSpace(text)+" mm", u)
		if err != nil {
			return nil, fmt.Errorf("%q is not a number like 5 or 2.5", brief(text))
		}
		if p.Unit == Count && float64(l) != math.Trunc(float64(l)) {
			return nil, fmt.Errorf("%q is not a whole number", brief(text))
		}
		return float64(l), nil
	}
}

func brief(v any) string {
	s := fmt.Sprint(v)
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

// Fixed is a default that is the same on every figure.
func Fixed(n float64, text string, source figure.Source) func(figure.Figure, Values) (float64, figure.Reason) {
	return func(figure.Figure, Values) (float64, figure.Reason) {
		return n, figure.Reason{Text: text, Source: source}
	}
}

// Mm is a length with the same default on every figure.
func Mm(key Key, label string, low, high, usual float64, why string, source figure.Source, help string) Parameter {
	return Parameter{Key: key, Label: label, Unit: Length, Low: low, High: high, Rule: why, Help: help, Default: Fixed(usual, why, source)}
}

// MmFrom is a length whose default is found on the figure.
func MmFrom(key Key, label string, low, high float64, rule, help string, find func(on figure.Figure, v Values) (float64,
	figure.Source)) Parameter {
	return Parameter{Key: key, Label: label, Unit: Length, Low: low, High: high, Rule: rule, Help: help,
		Default: func(on figure.Figure, v Values) (float64, figure.Reason) {
			n, source := find(on, v)
			return math.Round(n), figure.Reason{Text: rule, Source: source}
		}}
}

// Tally is a whole number with the same default on every figure.
func Tally(key Key, label string, low, high, usual float64, why string, source figure.Source, help string) Parameter {
	return Parameter{Key: key, Label: label, Unit: Count, Low: low, High: high, Rule: why, Help: help, Default: Fixed(usual, why, source)}
}

// Times is a ratio with the same default on every figure.
func Times(key Key, label string, low, high, usual float64, why string, source figure.Source, help string) Parameter {
	return Parameter{Key: key, Label: label, Unit: Ratio, Low: low, High: high, Rule: why, Help: help, Default: Fixed(usual, why, source)}
}

// Saving names what lessening a parameter is called where cloth must be saved.
func (p Parameter) Saving(name string) Parameter {
	p.Saves = name
	return p
}

// Raising says how far the lower edge rises for every mm more of a parameter.
func (p Parameter) Raising(by float64) Parameter {
	p.Raises = by
	return p
}

// Quicker names what changing a parameter is called where time must be saved.
func (p Parameter) Quicker(what, costs string, to func(now float64) float64) Parameter {
	p.Sooner = &Sooner{What: what, Costs: costs, To: to}
	return p
}

// OneOf is a choice; its options come as key and label in turn, the usual one
// first.
func OneOf(key Key, label, help string, options ...string) Parameter {
	p := Parameter{Key: key, Label: label, Unit: Choice, First: options[0], Rule: options[1], Help: help}
	for i := 0; i+1 < len(options); i += 2 {
		p.Options = append(p.Options, Option{options[i], options[i+1]})
	}
	return p
}

// Under are the values as a part of the garment sees them: those whose keys have one of the prefixes can
// be read without it.
func (v Values) Under(prefixes ...string) Values {
	out := Values{list: v.list, at: map[Key]int{}}
	for k, i := range v.at {
		out.at[k] = i
	}
	for _, prefix := range prefixes {
		for k, i := range v.at {
			if short, ok := strings.CutPrefix(string(k), prefix); ok {
				out.at[Key(short)] = i
			}
		}
	}
	return out
}

// Changed is the values with another number for one that a garment asks about.
func (v Values) Changed(key Key, number float64) Values {
	v.list = slices.Clone(v.list)
	v.list[v.at[key]].Number = number
	return v
}

// With is the values with others added that a garment does not ask about.
func (v Values) With(numbers map[Key]float64, choices map[Key]string) Values {
	out := Values{list: slices.Clone(v.list), at: map[Key]int{}}
	for k, i := range v.at {
		out.at[k] = i
	}
	put := func(key Key, val Value) {
		val.Parameter.Key = key
		out.at[key] = len(out.list)
		out.list = append(out.list, val)
	}
	for k, n := range numbers {
		put(k, Value{Number: n})
	}
	for k, c := range choices {
		put(k, Value{Choice: c})
	}
	return out
}
