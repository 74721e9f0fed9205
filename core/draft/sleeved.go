package draft

import (
	"math"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// SleeveAt is what a sleeve measures round itself so far below the armpit, mm, as it is cut.
type SleeveAt struct{ Below, Round float64 }

// sleevePieces are the pieces that go round the arm, by ID.
var sleevePieces = []string{"sleeve", "sleeve-top", "sleeve-under", "sleeve-front", "sleeve-back"}

// Sleeve is what the draft's sleeve measures round itself from the armpit down to its lower edge,
// read off its pieces, on which the armpit lies at the height 0; nothing for a garment without
// sleeves that go round the arm. Where left and right differ it is the left's.
func (d Draft) Sleeve() []SleeveAt {
	const step = 30.0
	var parts [][]plane.Point
	long := math.Inf(1)
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if !goesRoundArm(p) {
			continue
		}
		line, _ := p.Outline()
		parts = append(parts, line)
		if e, ok := p.Edge("hem"); ok { // where it is whole: a lower edge may hang deeper behind
			long = min(long, -plane.BoxOf(e.Line).Max.Y)
		}
	}
	if len(parts) == 0 || long < step || math.IsInf(long, 1) {
		return nil
	}
	var out []SleeveAt
	n := max(int(math.Round(long/step)), 1)
	for k := range n + 1 {
		below := min(max(long*float64(k)/float64(n), 1), long-1)
		round := 0.0
		for _, outline := range parts {
			for _, s := range plane.Spans(outline, plane.Pt(-5000, -below), plane.Pt(1, 0)) {
				round += s[1] - s[0]
			}
		}
		out = append(out, SleeveAt{below, round})
	}
	return append(out, d.cuff(long)...)
}

// cuff is the folded cuff that a full sleeve is gathered into, below its lower edge.
func (d Draft) cuff(long float64) []SleeveAt {
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if p.ID != "cuff" && p.ID != "cuff-"+string(pattern.Left) {
			continue
		}
		if e, ok := p.Edge("top"); ok {
			line, _ := p.Outline()
			return []SleeveAt{{long + 6, e.Length()}, {long + 6 + plane.BoxOf(line).Height()/2, e.Length()}}
		}
	}
	return nil
}

func goesRoundArm(p *pattern.Piece) bool {
	_, front := p.Edge("front")
	_, back := p.Edge("back")
	if !front && !back || p.Of != "" {
		return false // a cap, or what hangs open
	}
	for _, id := range sleevePieces {
		if p.ID == id || p.ID == id+"-"+string(pattern.Left) {
			return true
		}
	}
	return false
}
