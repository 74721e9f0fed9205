package pattern

import "math"

// Side is one edge of one piece, as it takes part in a seam.
type Side struct {
	Piece string
	Edge  string
	Copy  Copy
}

// Takeup is what takes up what one edge of a seam has more than the other.
type Takeup string

// The ways that a longer edge is taken up.
const (
	Equal       Takeup = "" // nothing: the edges are of one length
	Eased       Takeup = "eased"
	ShrunkIn    Takeup = "eased and shrunk in" // a sleeve's head over its middle
	Darts       Takeup = "darts"
	SmallPleats Takeup = "small pleats"
	Pleats      Takeup = "pleats"
	Gathers     Takeup = "gathers"
)

// most is how much longer than the other an edge may be, as a part of it, for
// each way to take that up, and a few millimetres besides (from memory: wool
// eases by six parts in a hundred, the one dart of a front over a very full bust takes nearly as much as
// it leaves, pleats of full depth take three times,
// cartridge gathers eight).
var most = map[Takeup]float64{Equal: 0, Eased: 0.06, ShrunkIn: 0.2, Darts: 1.2, SmallPleats: 1.2, Pleats: 6, Gathers: 8}

// easily is what can be eased in anywhere, mm (from memory).
const easily = 4.0

// Holds tells whether a takeup can make an edge as long as one that is given:
// only easing works both ways, with the longer edge underneath.
func (t Takeup) Holds(length, more float64) bool {
	share, known := most[t]
	switch {
	case !known:
		return false
	case t == Equal:
		return math.Abs(more) <= Slack
	case t == Eased:
		return math.Abs(more) <= max(share*length, easily)
	}
	return more >= -Slack && more <= share*length+easily
}

// Join is what a seam joins: how it may be sewn, and when, follow from it.
type Join string

const (
	Beside   Join = ""        // two pieces side by side
	Inset    Join = "inset"   // a gusset or wedge set into the flat piece
	Sleeved  Join = "sleeve"  // a sleeve to the body
	Banded   Join = "band"    // an edge closed into a band
	Tiered   Join = "tier"    // a fuller edge to a plainer one
	AtWaist  Join = "waist"   // a bodice to its skirt
	Turned   Join = "turned"  // two layers face to face, turned out
	Faced    Join = "facing"  // a facing to its edge
	Stripped Join = "placket" // a strip to the edge of an opening
	SetOn    Join = "set on"  // a strap or frill to what carries it
	Pocket   Join = "pocket"  // the bag of a pocket
	Busked   Join = "busk"    // a facing that holds a half of a busk
	Rejoined Join = "piecing" // two parts of what is drafted as one
)

// Wait is what must be done before a seam that is closed after the others.
type Wait string

// What a seam may wait for.
const (
	ForNothing  Wait = ""
	ForSeams    Wait = "seams"    // until the other seams are sewn: it closes the round
	ForSleeves  Wait = "sleeves"  // until the sleeves are set: it runs through both
	ForCords    Wait = "cords"    // until the cords are in: their ends lie in it
	ForChannels Wait = "channels" // until the channels are stitched: their mouths lie in it
	ForSmocking Wait = "smock"    // until the smocking is worked: it is worked flat
)

// Seam is a pair of named edges that will be sewn together. length(A) + Ease
// = length(B). Ease is what was meant when it was drafted: the darts, the
// pleats or the fullness planned, never what the drawn edges happen to differ
// by; Absorbed says what takes it up.
type Seam struct {
	ID       string
	A, B     Side
	Ease     float64
	Absorbed Takeup
	Join     Join
	// Technique is the key of the technique it is usually sewn by; "" for the
	// usual one of its join.
	Technique string
	Strain    int     // 0 hangs, 1 is moved in, 2 is pulled, 3 is laced
	Open      float64 // of it stays open, on one copy, mm
	Repeat    int     // how often it is sewn, where its copies are named and it is more than once
	Wait      Wait    // what it must wait for, when it is closed after the others
	Note      string  // what is particular about it
}

// Times is how often the seam is sewn in the whole garment: once for every
// copy of its pieces that is sewn by itself, and for both ends of one cut on the fold. A seam that
// names its copies is sewn once, and so is one that joins two copies of a piece to each other.
func (s Seam) Times(pieces []Piece) int {
	if s.Repeat > 0 {
		return s.Repeat
	}
	if s.A.Copy != (Copy{}) || s.B.Copy != (Copy{}) {
		return 1
	}
	n := 0
	for _, p := range pieces {
		if p.ID != s.A.Piece && p.ID != s.B.Piece {
			continue
		}
		times := p.Sewings()
		if p.Fold != "" {
			times *= 2
		}
		if n == 0 || times < n {
			n = times
		}
	}
	if s.A == s.B {
		n = max(n/2, 1)
	}
	return n
}

// Slack is how far sewn edges may differ from what is intended, mm.
const Slack = 0.5

// Trued is a seam measured.
type Trued struct {
	Seam
	LengthA, LengthB float64
	SewnA, SewnB     float64 // as they are joined, their darts shut
	Difference       float64 // length(B) − length(A) − ease
	True             bool
	Missing          string // names an edge that does not exist
	Beyond           bool   // what takes the ease up can't take up so much
}

// DartsA is what darts take of the one edge, mm.
func (t Trued) DartsA() float64 { return t.LengthA - t.SewnA }

// DartsB is what darts take of the other edge, mm.
func (t Trued) DartsB() float64 { return t.LengthB - t.SewnB }

// Eased is what the other edge was meant to have more than the one once the darts of both are shut, mm.
func (t Trued) Eased() float64 {
	if by := t.Ease - t.DartsB() + t.DartsA(); math.Abs(by) > Slack {
		return by
	}
	return 0
}

// True measures every seam on the drawn edges and compares it with what was
// meant. Whatever is not true within Slack, or can't be taken up, is a fault
// of the draft.
func True(pieces []Piece, seams []Seam) []Trued {
	out := make([]Trued, 0, len(seams))
	find := func(s Side) (long, sewn float64, ok bool) {
		for i := range pieces {
			if pieces[i].ID == s.Piece {
				if e, ok := pieces[i].Edge(s.Edge); ok {
					return e.Length(), pieces[i].Sewn(s.Edge), true
				}
			}
		}
		return 0, 0, false
	}
	for _, s := range seams {
		t := Trued{Seam: s}
		var okA, okB bool
		t.LengthA, t.SewnA, okA = find(s.A)
		t.LengthB, t.SewnB, okB = find(s.B)
		if !okA {
			t.Missing = s.A.Piece + " " + s.A.Edge
		} else if !okB {
			t.Missing = s.B.Piece + " " + s.B.Edge
		}
		t.Difference = t.LengthB - t.LengthA - s.Ease
		// Darts that open on a waist seam are shut before it is sewn, however it falls into stretches.
		shut := s.Join == AtWaist && s.Absorbed == Darts
		t.Beyond = t.Missing == "" && !shut && !s.Absorbed.Holds(t.LengthA, s.Ease)
		t.True = t.Missing == "" && !t.Beyond && math.Abs(t.Difference) <= Slack
		out = append(out, t)
	}
	return out
}
