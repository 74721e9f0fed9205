package foundation

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
)

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
