package ensemble

import (
	"slices"

	"ardentgusset/core/work"
)

// WorkedBy are the techniques a step of the maker's own may be worked by.
func WorkedBy() []string {
	return []string{"satin", "chain", "free-motion", "applique", "couching", "feather", "lace-edge", "insertion"}
}

// swap is another way to do a step of embroidery.
type swap struct {
	to    string // technique, "" for the same
	part  float64
	what  string
	costs string
	seen  float64
}

// swaps are they (from memory; appliqué is said to take a tenth of filling stitches).
var swaps = []swap{
	{"applique", 0.1, "appliqué in place of embroidery", "bolder shapes, and their edges show", 0.5},
	{"free-motion", 0.25, "embroidered by machine, your own or a borrowed one", "it lies flatter and looks stitched; try a test square, " +
		"and take every motif along in one visit", 0.6},
	{"", 0.5, "one side first: the one that is seen", "the other is plain on the day", 0.7},
}

// filling are the stitches that fill a surface.
var filling = []string{"satin", "chain"}

// instead are ways to do the maker's own steps of embroidery sooner.
func instead(extras []Extra, all []work.Operation) (out []Way) {
	for _, x := range extras {
		i := slices.IndexFunc(all, func(o work.Operation) bool { return o.ID == x.ID })
		if i < 0 || all[i].Done || !slices.Contains(filling, x.Technique) {
			continue
		}
		for _, s := range swaps {
			if s.to == "" && x.Half {
				continue
			}
			saved := all[i].Minutes() * (1 - s.part)
			w := Way{Kind: OtherStep, Layer: x.Layer, Row: string(x.ID), To: s.to, What: x.Name + ": " + s.what, Costs: s.costs, Seen: s.seen,
				Saves: saved, saves: map[work.ID]float64{x.ID: saved}}
			if w.Saves >= worthwhile {
				out = append(out, w)
			}
		}
	}
	return out
}

// Instead is a step of embroidery done another way: by a technique of the list, or, with none, one side of it. It is false
// for what can't be done so.
func Instead(x Extra, to string) (Extra, bool) {
	if !slices.Contains(filling, x.Technique) {
		return x, false
	}
	for _, s := range swaps {
		if s.to != to || to == "" && x.Half {
			continue
		}
		x.Minutes *= s.part
		if to == "" {
			x.Half = true
			return x, true
		}
		x.Technique = to
		if to == "free-motion" {
			x.Needs = []work.Need{work.Machine}
		}
		return x, true
	}
	return x, false
}
