package reckon

import (
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
)

// length, tally and number are what a reckoner asks; its examples are nobody's default.
func length(key draft.Key, label string, low, high, example float64, help string) draft.Parameter {
	return draft.Mm(key, label, low, high, example, "an example", figure.Memory, help)
}

func tally(key draft.Key, label string, low, high, example float64, help string) draft.Parameter {
	return draft.Tally(key, label, low, high, example, "an example", figure.Memory, help)
}

func number(key draft.Key, label string, low, high, example float64, help string) draft.Parameter {
	return draft.Times(key, label, low, high, example, "an example", figure.Memory, help)
}

// when asks parameters only while a choice before them is one of some.
func when(key draft.Key, of []string, list ...draft.Parameter) []draft.Parameter {
	for i := range list {
		own := list[i].When
		list[i].When = func(v draft.Values) bool {
			return v.Has(key) && slices.Contains(of, v.Choice(key)) && (own == nil || own(v))
		}
	}
	return list
}

// given asks a parameter only while a count before it is at least so many.
func given(key draft.Key, least int, p draft.Parameter) draft.Parameter {
	p.When = func(v draft.Values) bool { return v.Has(key) && v.Whole(key) >= least }
	return p
}
