package ensemble

import (
	"context"
	"fmt"
	"maps"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/memo"
)

// Rescue is a change of settings with which a layer that can't be drafted can be: it was tried. A nil among the settings
// is the usual one again.
type Rescue struct {
	Title    string // with lengths marked up
	Settings draft.Settings
}

// shares are the parts of the way from a number to either end of its range that are tried, the nearest first.
var shares = [...]float64{0.1, 0.25, 0.5, 1}

// Rescues are the changes that are worth trying for a layer that can't be drafted: back to all that is usual, then every
// setting by itself, those that the maker set first, then those that choose a shape or a number of pieces; each with its
// tries, the nearest first.
func (s Stage) Rescues() (out [][]Rescue) {
	var own, shape, rest [][]Rescue
	all := draft.Settings{}
	for _, v := range s.Values.All() {
		switch {
		case v.Own:
			all[v.Parameter.Key] = nil
			own = append(own, tries(v))
		case v.Parameter.Unit == draft.Choice || v.Parameter.Unit == draft.Count:
			shape = append(shape, tries(v))
		default:
			rest = append(rest, tries(v))
		}
	}
	if len(all) > 1 {
		out = append(out, []Rescue{{"All settings as usual", all}})
	}
	return slices.Concat(out, own, shape, rest)
}

// tries are other values of one setting, the nearest first.
func tries(v draft.Value) (out []Rescue) {
	p := v.Parameter
	if p.Unit == draft.Choice {
		for _, o := range p.Options {
			if o.Key != v.Choice {
				out = append(out, Rescue{fmt.Sprintf("%s: %s", p.Label, o.Label), draft.Settings{p.Key: o.Key}})
			}
		}
		return out
	}
	seen := map[float64]bool{v.Number: true}
	add := func(n float64) {
		if n = math.Round(n*p.Steps()) / p.Steps(); n < v.Low || n > v.High || seen[n] {
			return
		}
		seen[n] = true
		out = append(out, Rescue{fmt.Sprintf("%s: %s instead of %s", p.Label, p.Tell(n), p.Tell(v.Number)), draft.Settings{p.Key: n}})
	}
	if v.Own {
		add(v.Default)
	}
	for _, share := range shares {
		add(v.Number + (v.Low-v.Number)*share)
		add(v.Number + (v.High-v.Number)*share)
	}
	return out
}

// Tried tells whether a layer of a plan can be drafted with a rescue. What it is worn over is looked up in the book.
func Tried(ctx context.Context, p Plan, at int, r Rescue, book *memo.Book) (bool, error) {
	layer := p.Layers[at]
	set := maps.Clone(layer.Settings)
	if set == nil {
		set = draft.Settings{}
	}
	for k, v := range r.Settings {
		if v == nil {
			delete(set, k)
		} else {
			set[k] = v
		}
	}
	layer.Settings = set
	p.Layers = append(append([]Layer{}, p.Layers[:at]...), layer)
	_, stages, err := Walk(ctx, p, book)
	if err != nil {
		return false, err
	}
	return stages[at].Err == nil, nil
}
