package work

import "math"

// Handwork is a kind of work that a garment has of its own, beside what rules of making give.
type Handwork string

// The kinds of handwork there are.
const (
	MakeFins      Handwork = "fins"
	CutNeck       Handwork = "neck"
	TackStay      Handwork = "stay"
	TackBoned     Handwork = "stay to bones"
	SetStay       Handwork = "stay to every seam"
	TackTape      Handwork = "waist tape"
	SetTape       Handwork = "waist tape beneath channels"
	TackRibbon    Handwork = "ribbon"
	TackPads      Handwork = "shoulder pads"
	FellLining    Handwork = "lining"
	TieUp         Handwork = "puffs"
	BibAndStraps  Handwork = "bib"
	BackStraps    Handwork = "back straps"
	TurnStraps    Handwork = "straps"
	SewTies       Handwork = "ties"
	Stuff         Handwork = "stuffing"
	StuffRim      Handwork = "rim"
	StuffRows     Handwork = "rows"
	StackWadding  Handwork = "wadding"
	CloseOpening  Handwork = "opening"
	CheckHem      Handwork = "hem"
	WashCord      Handwork = "cord"
	MarkRows      Handwork = "row marks"
	Starch        Handwork = "starch"
	WorkGussetBar Handwork = "bars"
)

// handwork is what each takes: minutes once, and for each of what is counted, with what it needs (from memory).
var handwork = map[Handwork]struct {
	once, each float64
	needs      []Need
}{
	MakeFins: {each: 25}, CutNeck: {once: 30}, TackStay: {once: 20}, TackBoned: {once: 25},
	SetStay: {once: 40, needs: []Need{Hand}}, TackTape: {once: 25}, SetTape: {once: 30, needs: []Need{Machine}}, TackRibbon: {once: 15},
	FellLining: {once: 30, each: 20, needs: []Need{Hand}},
	TackPads:   {once: 20}, TieUp: {once: 15, needs: []Need{Hand, Wearer}},
	BibAndStraps: {once: 45, needs: []Need{Machine, Iron, Wearer}}, BackStraps: {once: 35},
	TurnStraps: {once: 25, needs: []Need{Hand, Wearer}}, SewTies: {each: 8}, Stuff: {once: 40, needs: []Need{Hand}},
	StuffRim: {once: 20, needs: []Need{Hand}}, StuffRows: {once: 25, each: 12, needs: []Need{Hand}},
	StackWadding: {once: 30, needs: []Need{Hand}}, CloseOpening: {once: 15, needs: []Need{Hand}},
	CheckHem: {once: 15, needs: []Need{Wearer}}, WashCord: {once: 20, needs: []Need{Iron}}, MarkRows: {once: 5, each: 1,
		needs: []Need{Table}},
	Starch: {once: 30, needs: []Need{Iron}}, WorkGussetBar: {once: 24, needs: []Need{Hand}},
}

// Minutes is how long it is likely to take, for so many of what is counted. A kind that is not in the table is a slip
// of the garment, and panics.
func (h Handwork) Minutes(count int) float64 {
	w, ok := handwork[h]
	if !ok {
		panic("work: nothing is known of the handwork " + string(h))
	}
	return math.Round(w.once + w.each*float64(count))
}

// Needs is what it can't be done without.
func (h Handwork) Needs() []Need { return handwork[h].needs }
