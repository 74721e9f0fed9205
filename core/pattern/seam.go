package pattern

import "math"

// Side is one edge of one piece, as it takes part in a seam.
type Side struct {
	Piece string
	Edge  string
	Copy  string // which of several alike pieces, in words, or ""
}

// Seam is a pair of named edges that will be sewn together. length(A) + Ease
// = length(B): a positive ease is what B has too much of and how it is taken
// up is said in Absorbed.
type Seam struct {
	ID        string
	A, B      Side
	Ease      float64
	Absorbed  string // "gathers", "pleats", "darts", "" when the edges are equal
	Technique string
}

// Times is how often the seam is sewn in the whole garment: once for every
// copy of its pieces, and for both ends of one cut on the fold. A seam that
// names its copies is sewn once.
func (s Seam) Times(pieces []Piece) int {
	if s.A.Copy != "" || s.B.Copy != "" {
		return 1
	}
	n := 0
	for _, p := range pieces {
		if p.ID != s.A.Piece && p.ID != s.B.Piece {
			continue
		}
		times := p.Cut
		if p.Fold != "" {
			times *= 2
		}
		if n == 0 || times < n {
			n = times
		}
	}
	return n
}

// Slack is how far sewn edges may differ from what is intended, mm.
const Slack = 0.5

// Trued is a seam measured.
type Trued struct {
	Seam
	LengthA, LengthB float64
	Difference       float64 // length(B) − length(A) − ease
	True             bool
	Missing          string // names an edge that does not exist
}

// True measures every seam. Whatever is not true within Slack is a fault of
// the draft.
func True(pieces []Piece, seams []Seam) []Trued {
	out := make([]Trued, 0, len(seams))
	find := func(s Side) (float64, bool) {
		for i := range pieces {
			if pieces[i].ID == s.Piece {
				if e, ok := pieces[i].Edge(s.Edge); ok {
					return e.Length(), true
				}
			}
		}
		return 0, false
	}
	for _, s := range seams {
		t := Trued{Seam: s}
		var okA, okB bool
		t.LengthA, okA = find(s.A)
		t.LengthB, okB = find(s.B)
		if !okA {
			t.Missing = s.A.Piece + " " + s.A.Edge
		} else if !okB {
			t.Missing = s.B.Piece + " " + s.B.Edge
		}
		t.Difference = t.LengthB - t.LengthA - s.Ease
		t.True = t.Missing == "" && math.Abs(t.Difference) <= Slack
		out = append(out, t)
	}
	return out
}
