package cloth

import (
	"errors"
	"math"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/measure"
)

// FieldKind is how a particular of a cloth is typed and read.
type FieldKind int

const (
	SizeField    FieldKind = iota // a length
	ThinField                     // a length that is millimetres unless it says otherwise
	NumberField                   // a plain number
	PartField                     // a part of the whole, typed in hundredths
	DensityField                  // g/m², or oz/yd² for a reader in inches
	PriceField                    // of a metre, or of a yard for a reader in inches
	TextField                     // words
	ChoiceField                   // one of Options
	LinesField                    // lengths, one after the other
)

// Field is one particular of a cloth: how it is asked, and where it is kept.
// Exactly one of the places is set.
type Field struct {
	Key, Label, Help string
	Kind             FieldKind
	More             bool // asked apart, after those that a lay cannot do without
	Options          []Option

	length func(*Fabric) *measure.Length
	lines  func(*Fabric) *[]measure.Length
	number func(*Fabric) *float64
	text   func(*Fabric) *string
	count  func(*Fabric) *int
	yes    func(*Fabric) *bool
	fault  string // the key its faults go by, when it is another
	always bool   // a choice that can't be left open
}

// Option is one value that can be chosen for a field.
type Option struct{ Value, Label string }

func named(list []string) []Option {
	out := []Option{{"", "not said"}}
	for _, x := range list {
		out = append(out, Option{x, x})
	}
	return out
}

func either(no, yes string) []Option { return []Option{{"no", no}, {"yes", yes}} }

// fields are all particulars, in the order they are asked.
var fields = []Field{
	{Key: "name", Label: "Name", Kind: TextField, text: func(f *Fabric) *string { return &f.Name }},
	{Key: "colour", Label: "Colour", Kind: ChoiceField, always: true, Options: named(Colours())[1:],
		text: func(f *Fabric) *string { return &f.Colour }},
	{Key: "width_mm", Label: "Width", Help: "From edge to edge, before washing.",
		length: func(f *Fabric) *measure.Length { return &f.Width }},
	{Key: "selvedge_mm", Label: "Selvedge, each", Help: "Not cut from.",
		length: func(f *Fabric) *measure.Length { return &f.Selvedge }},
	{Key: "thickness_mm", Label: "Thickness", Kind: ThinField,
		Help:   "Fold it in ten, measure, divide by ten. Every layer adds 2π times this to the girth.",
		length: func(f *Fabric) *measure.Length { return &f.Thickness }},
	{Key: "weight_gsm", Label: "Weight", Kind: DensityField, Help: "As the shop says it. Either is read: 150 g/m² or 4½ oz/yd².",
		number: func(f *Fabric) *float64 { return &f.Weight }},
	{Key: "price_per_m", Label: "Price", Kind: PriceField, Help: "In your own money.",
		number: func(f *Fabric) *float64 { return &f.Price }},
	{Key: "shrinkage_percent", fault: "shrinkage", Label: "Shrinkage, %", Kind: PartField,
		Help:   "Wash a swatch and measure. Pieces are cut after washing. A swatch test counts before this.",
		number: func(f *Fabric) *float64 { return &f.Shrinkage }},
	{Key: "in_hand_mm", Label: "Length in hand", Help: "Leave at 0 when it is still to be bought.",
		length: func(f *Fabric) *measure.Length { return &f.InHand }},
	{Key: "nap", Label: "Nap or one-way print", Kind: ChoiceField, Help: "Every piece then lies the same way up.",
		Options: either("none", "one way only"), yes: func(f *Fabric) *bool { return &f.Nap }},

	{Key: "fibre", Label: "Fibre", Kind: ChoiceField, More: true, Options: named(Fibres()),
		text: func(f *Fabric) *string { return &f.Fibre }},
	{Key: "weave", Label: "Weave", Kind: ChoiceField, More: true, Options: named(Weaves()),
		text: func(f *Fabric) *string { return &f.Weave }},
	{Key: "warp_per_cm", Label: "Warp threads a cm", Kind: NumberField, More: true, Help: "Count under a glass, twice.",
		number: func(f *Fabric) *float64 { return &f.Warp }},
	{Key: "weft_per_cm", Label: "Weft threads a cm", Kind: NumberField, More: true,
		number: func(f *Fabric) *float64 { return &f.Weft }},
	{Key: "fraying", Label: "Frays", Kind: ChoiceField, More: true, Help: "A swatch test counts before this.",
		Options: []Option{{"0", "not known"}, {"1", "hardly"}, {"2", "some"}, {"3", "freely"}},
		count:   func(f *Fabric) *int { return &f.Fraying }},
	{Key: "shows_through", Label: "Through it shows", Kind: ChoiceField, More: true,
		Help:    "Lay it over print, in daylight. A swatch test counts before this.",
		Options: []Option{{"0", "not known"}, {"1", "nothing"}, {"2", "a little"}, {"3", "everything: it is sheer"}},
		count:   func(f *Fabric) *int { return &f.Shows }},
	{Key: "stretch_percent", fault: "stretch", Label: "Stretch across, %", Kind: PartField, More: true,
		Help: "Pull ten of anything gently along a ruler.", number: func(f *Fabric) *float64 { return &f.Stretch }},
	{Key: "bending_mm", Label: "Bending length", Kind: ThinField, More: true,
		Help: "Push a strip over a table’s edge until its end has sunk by 41.5°: half of what hangs over. 0 when it was not measured; " +
			"the folds are then guessed.",
		length: func(f *Fabric) *measure.Length { return &f.Bending }},
	{Key: "railroad", Label: "Print or nap runs", Kind: ChoiceField, More: true,
		Help:    "Up on the garment then lies across the cloth.",
		Options: either("along it", "across it"), yes: func(f *Fabric) *bool { return &f.Railroad }},
	{Key: "repeat_along_mm", Label: "Repeat along", More: true,
		Help:   "From one motif, check or stripe to the next, along the cloth; 0 for plain.",
		length: func(f *Fabric) *measure.Length { return &f.RepeatX }},
	{Key: "repeat_across_mm", Label: "Repeat across", More: true, Help: "The same, from selvedge to selvedge.",
		length: func(f *Fabric) *measure.Length { return &f.RepeatY }},
	{Key: "stripes_mm", Label: "Stripes or border, from the lower selvedge", Kind: LinesField, More: true,
		Help:  "Lines along the cloth that an edge can be laid on: ⟦5 cm⟧, ⟦20 cm⟧. Nothing for none.",
		lines: func(f *Fabric) *[]measure.Length { return &f.Stripes }},
	{Key: "bands_mm", Label: "Bands of a selvedge, from its edge", Kind: LinesField, More: true,
		Help:  "The middle of each, from the cloth’s edge inward: ⟦2 cm⟧, ⟦4 cm⟧. Nothing for none.",
		lines: func(f *Fabric) *[]measure.Length { return &f.Bands }},
	{Key: "bands_along", Label: "Bands lie along", Kind: ChoiceField, More: true,
		Help:    "Edges that lie on a selvedge then lie on one with bands.",
		Options: []Option{{"", "both selvedges, alike"}, {LowerSelvedge, "the lower one alone"}, {UpperSelvedge, "the upper one alone"}},
		text:    func(f *Fabric) *string { return &f.BandsAlong }},
	{Key: "bands_face", Label: "Bands are seen on", Kind: ChoiceField, More: true,
		Options: []Option{{"", "both faces"}, {RightFace, "the right face alone"}}, text: func(f *Fabric) *string { return &f.BandsFace }},
	{Key: "motifs", Label: "What repeats both ways", Kind: ChoiceField, More: true, Options: either("are checks", "are motifs"),
		yes: func(f *Fabric) *bool { return &f.Motifs }},
	{Key: "half_drop", Label: "Half-drop", Kind: ChoiceField, More: true,
		Help:    "The next motif across lies half a repeat further on.",
		Options: either("no", "yes"), yes: func(f *Fabric) *bool { return &f.HalfDrop }},
	{Key: "ironing", Label: "Hottest ironing", Kind: ChoiceField, More: true, Help: "A swatch test counts before this.",
		Options: named(Ironings()), text: func(f *Fabric) *string { return &f.Ironing }},
	{Key: "prewashed", Label: "What is in hand is", Kind: ChoiceField, More: true, Help: "Washed cloth shrinks no more.",
		Options: either("not washed yet", "washed"), yes: func(f *Fabric) *bool { return &f.Prewashed }},
	{Key: "paid", Label: "What is not in hand yet is", Kind: ChoiceField, More: true,
		Options: either("still to pay", "paid for already"), yes: func(f *Fabric) *bool { return &f.Paid }},
	{Key: "no_more", Label: "More of it", Kind: ChoiceField, More: true,
		Help:    "The lay then never reckons with buying more.",
		Options: either("can be bought", "is not to be had"), yes: func(f *Fabric) *bool { return &f.NoMore }},
}

// Fields lists every particular of a cloth, in the order they are asked.
func Fields() []Field { return slices.Clone(fields) }

// FieldOf is the particular with that key.
func FieldOf(key string) (Field, bool) {
	i := slices.IndexFunc(fields, func(f Field) bool { return f.Key == key })
	if i < 0 {
		return Field{}, false
	}
	return fields[i], true
}

// Said is the label for a reader: prices and weights name what they are for one
// of.
func (d Field) Said(u measure.Unit) string {
	switch {
	case d.Kind == PriceField && u == measure.IN:
		return d.Label + " a yard"
	case d.Kind == PriceField:
		return d.Label + " a metre"
	case d.Kind == DensityField && u == measure.IN:
		return d.Label + ", oz/yd²"
	case d.Kind == DensityField:
		return d.Label + ", g/m²"
	}
	return d.Label
}

// scale is what a number typed by a reader is multiplied by to be kept.
func (d Field) scale(u measure.Unit) float64 {
	switch {
	case d.Kind == PartField:
		return 0.01
	case d.Kind == DensityField && u == measure.IN:
		return measure.OuncePerSquareYard
	case d.Kind == PriceField && u == measure.IN:
		return float64(measure.Metre / measure.Yard)
	}
	return 1
}

// Kept is the value as it is kept, to the last digit: two cloths agree in the
// field when it is the same.
func (d Field) Kept(f Fabric) string {
	switch {
	case d.lines != nil:
		var all []string
		for _, l := range *d.lines(&f) {
			all = append(all, strconv.FormatFloat(float64(l), 'g', -1, 64))
		}
		return strings.Join(all, " ")
	case d.length != nil:
		return strconv.FormatFloat(float64(*d.length(&f)), 'g', -1, 64)
	case d.number != nil:
		return strconv.FormatFloat(*d.number(&f), 'g', -1, 64)
	case d.text != nil:
		return *d.text(&f)
	case d.count != nil:
		return strconv.Itoa(*d.count(&f))
	case *d.yes(&f):
		return "yes"
	}
	return "no"
}

// Show is the value as a reader types it, and the same in the other unit where
// that says more.
func (d Field) Show(f Fabric, u measure.Unit) (value, other string) {
	switch {
	case d.lines != nil:
		var here, there []string
		for _, l := range *d.lines(&f) {
			here, there = append(here, l.In(u)), append(there, l.In(u.Other()))
		}
		return strings.Join(here, ", "), strings.Join(there, ", ")
	case d.Kind == ThinField:
		return strconv.FormatFloat(math.Round(float64(*d.length(&f))*100)/100, 'f', -1, 64) + " mm", ""
	case d.length != nil:
		return d.length(&f).In(u), d.length(&f).In(u.Other())
	case d.Kind == PriceField:
		return decimals(*d.number(&f)/d.scale(u), 2), ""
	case d.Kind == DensityField:
		if *d.number(&f) > 0 {
			other = measure.Say(measure.TellDensity(*d.number(&f)), u.Other())
		}
		return decimals(*d.number(&f)/d.scale(u), 1), other
	case d.number != nil:
		return decimals(*d.number(&f)/d.scale(u), 2), ""
	}
	return d.Kept(f), ""
}

// decimals writes a number to at most that many places.
func decimals(x float64, places int) string {
	text := strconv.FormatFloat(x, 'f', places, 64)
	return strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
}

// Set puts what a reader typed into the field. An error says what would be
// right, and leaves the cloth as it was.
func (d Field) Set(f *Fabric, typed string, u measure.Unit) error {
	next := *f
	if err := d.put(&next, strings.TrimSpace(typed), u); err != nil {
		return err
	}
	// It may make another field wrong; which one is said is always the same.
	for _, field := range append([]Field{d}, fields...) {
		if why := field.Fault(next); why != "" {
			return errors.New(why)
		}
	}
	if why := next.Faults()["lengths"]; why != "" {
		return errors.New(why)
	}
	*f = next
	return nil
}

// Fault says what is wrong with the field of a cloth, or "".
func (d Field) Fault(f Fabric) string {
	if d.fault != "" {
		return f.Faults()[d.fault]
	}
	return f.Faults()[d.Key]
}

var errNotListed = errors.New("choose one of the list")

func (d Field) put(f *Fabric, typed string, u measure.Unit) (err error) {
	if d.Kind == ChoiceField {
		if !slices.ContainsFunc(d.Options, func(o Option) bool { return o.Value == typed }) {
			return errNotListed
		}
		switch {
		case d.text != nil:
			*d.text(f) = typed
		case d.yes != nil:
			*d.yes(f) = typed == "yes"
		default:
			*d.count(f), err = strconv.Atoi(typed)
		}
		return err
	}
	var l measure.Length
	var n float64
	switch d.Kind {
	case LinesField:
		all := []measure.Length{}
		for _, part := range strings.FieldsFunc(typed, func(r rune) bool { return r == ',' && !strings.Contains(typed, ";") || r == ';' }) {
			if l, err = measure.Parse(strings.TrimSpace(part), u); err != nil {
				return err
			}
			all = append(all, l)
		}
		slices.Sort(all)
		*d.lines(f) = all
	case SizeField:
		l, err = measure.Parse(typed, u)
		*d.length(f) = l
	case ThinField:
		// A bare number is millimetres here, whatever the unit: nobody counts a
		// cloth's thickness in inches.
		if l, err = measure.Parse(typed+" mm", u); err != nil {
			l, err = measure.Parse(typed, u)
		}
		*d.length(f) = l
	case PriceField:
		n, err = measure.ParseMoney(typed)
		*d.number(f) = n * d.scale(u)
	case DensityField:
		*d.number(f), err = density(typed, d.scale(u))
	case TextField:
		*d.text(f) = typed
	default:
		n, err = measure.ParseNumber(strings.TrimSuffix(typed, "%"))
		*d.number(f) = n * d.scale(u)
	}
	return err
}

// density reads a cloth's weight, with or without what it is measured in.
func density(typed string, scale float64) (float64, error) {
	lower := strings.ToLower(typed)
	for _, said := range []struct {
		suffix string
		scale  float64
	}{{"g/m²", 1}, {"g/m2", 1}, {"gsm", 1}, {"oz/yd²", measure.OuncePerSquareYard}, {"oz/yd2", measure.OuncePerSquareYard}, {"oz",
		measure.OuncePerSquareYard}, {"g", 1}} {
		if bare, ok := strings.CutSuffix(lower, said.suffix); ok {
			n, err := measure.ParseNumber(bare)
			return n * said.scale, err
		}
	}
	n, err := measure.ParseNumber(typed)
	return n * scale, err
}
