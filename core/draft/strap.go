package draft

import "ardentgusset/core/pattern"

// Strap is a pair of straps over the shoulders: the piece they are cut from, how wide each is worn, and where the left one begins behind
// and ends before, mm.
type Strap struct {
	Piece          string
	Wide           float64
	Behind, Before StrapEnd
	// Bib is how wide and how high above the waist line that is which they hold up before; 0 for none.
	BibWide, BibHigh float64
}

// StrapEnd is where a strap ends: on an edge of a piece; or so far to the left of the centre, to the right of it for less than 0, and so
// far below the waist on the figure; or, where neither is said, on the upper edge straight before its other end.
type StrapEnd struct {
	Side         pattern.Side
	Across, Drop float64
}
