package foundation

import (
	"fmt"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
)

// told are the heights of the levels with names that a foundation may cover.
func told(on figure.Figure) []float64 {
	var out []float64
	for _, l := range []figure.Level{figure.Bust, figure.Underbust, figure.HighHip, figure.Hip} {
		out = append(out, -on.Drop(l))
	}
	return out
}

// atWaist tells what its cloth, with a gap that counts as cloth, and every panel measure at the waist as they are sewn.
func atWaist(d *draft.Draft, h *part.Half, gap float64) float64 {
	made, panels := h.Cloth(d, 0)
	d.Measure("waist.made", "the cloth", "at the waist", made+gap)
	for i, long := range panels {
		d.Measure(fmt.Sprintf("panel-%d.waist", i+1), "panel "+d.Pieces[i].Name, "at the waist", long)
	}
	return made
}

// carries asks what a foundation does to the bust, by what is usual for it (from memory).
func carries(lift, more float64) []draft.Parameter {
	return []draft.Parameter{
		draft.Mm("bust_lift", "It lifts the bust points by", -30, 80, lift, "as its years had it", figure.Memory,
			"⟦15⟧ in the 1860s, ⟦25⟧ in the 1880s, ⟦45⟧ in conical stays, ⟦55⟧ over short ones; about 1905 they sink. What is worn "+
				"over it is "+
				"drafted to where they are then."),
		draft.Mm("bust_more", "The bust measures more over it by", -80, 60, more, "as a choice", figure.Memory,
			"Rounder, or pressed flat where it is less than nothing. Its own thickness comes besides."),
	}
}

// carryOf is that choice; flat says how far the front becomes a cone.
func carryOf(v draft.Values, flat float64) figure.Carry {
	return figure.Carry{Lift: v.Number("bust_lift"), More: v.Number("bust_more"), Flat: flat}
}
