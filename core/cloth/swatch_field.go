package cloth

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"ardentgusset/core/measure"
)

// SwatchField is one thing that is written down of a swatch test: a length, a
// number of layers, or one of Options.
type SwatchField struct {
	Key, Label string
	Options    []Option

	length func(*Swatch) *measure.Length
}

// Fields are what is written down of a test.
func (t Test) Fields() []SwatchField {
	yes := func(label string) []SwatchField {
		return []SwatchField{{Key: "yes", Label: label, Options: []Option{{"yes", "yes"}, {"no", "no"}}}}
	}
	switch t {
	case ShrinkTest:
		return []SwatchField{
			{Key: "along_mm", Label: "Along, before", length: func(s *Swatch) *measure.Length { return &s.Along }},
			{Key: "along_after_mm", Label: "after", length: func(s *Swatch) *measure.Length { return &s.AlongAfter }},
			{Key: "across_mm", Label: "Across, before", length: func(s *Swatch) *measure.Length { return &s.Across }},
			{Key: "across_after_mm", Label: "after", length: func(s *Swatch) *measure.Length { return &s.AcrossAfter }},
		}
	case GatherTest:
		return []SwatchField{
			{Key: "flat_mm", Label: "Flat", length: func(s *Swatch) *measure.Length { return &s.Flat }},
			{Key: "drawn_mm", Label: "Drawn up", length: func(s *Swatch) *measure.Length { return &s.Drawn }},
		}
	case FrayTest:
		return []SwatchField{{Key: "ravelled_mm", Label: "Ravelled", length: func(s *Swatch) *measure.Length { return &s.Ravelled }}}
	case PressTest:
		return []SwatchField{{Key: "ironing", Label: "Hottest without a mark", Options: named(Ironings())[1:]}}
	case MarkTest:
		return yes("It came out")
	case OpacityTest:
		return yes("What is under shows")
	}
	return []SwatchField{{Key: "layers", Label: "Layers fed evenly"}}
}

// Set writes down what a reader typed. An error says what would be right.
func (d SwatchField) Set(s *Swatch, typed string, u measure.Unit) error {
	typed = strings.TrimSpace(typed)
	switch {
	case d.length != nil:
		if typed == "" {
			if s.Test == FrayTest {
				return errors.New("measure how far the edge ravelled; 0 when it did not")
			}
			return nil
		}
		l, err := measure.Parse(typed, u)
		*d.length(s) = l
		return err
	case d.Key == "layers":
		n, err := strconv.Atoi(typed)
		if err != nil {
			return errors.New("count the layers, 1 to 40")
		}
		s.Layers = n
	case d.Key == "yes":
		s.Yes = typed == "yes"
	default:
		s.Ironing = typed
	}
	return nil
}

// Outcome says what came of a test.
func (s Swatch) Outcome() string {
	tell := func(l measure.Length) string { return measure.Tell(float64(l)) }
	switch s.Test {
	case ShrinkTest:
		lost := func(before, after measure.Length) float64 { return (1 - float64(after/before)) * 100 }
		return fmt.Sprintf("lost %.1f %% along (%s to %s) and %.1f across (%s to %s)",
			lost(s.Along, s.AlongAfter), tell(s.Along), tell(s.AlongAfter),
			lost(s.Across, s.AcrossAfter), tell(s.Across), tell(s.AcrossAfter))
	case GatherTest:
		return fmt.Sprintf("%s drew up to %s: %.2g times", tell(s.Flat), tell(s.Drawn), float64(s.Flat/s.Drawn))
	case PressTest:
		return "takes " + s.Ironing
	case FrayTest:
		return "ravelled " + measure.TellFine(float64(s.Ravelled))
	case MarkTest:
		if s.Yes {
			return "the marker came out"
		}
		return "the marker stayed"
	case OpacityTest:
		if s.Yes {
			return "what is under shows"
		}
		return "nothing shows through"
	}
	return measure.Count(s.Layers, "layer")
}
