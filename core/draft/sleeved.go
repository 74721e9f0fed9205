package draft

import (
	"math"
	"slices"
	"strings"

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
	if len(parts) == 0 {
		return d.straightSleeve(step)
	}
	if long < step || math.IsInf(long, 1) {
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

// straightSleeve is a sleeve without a rounded head: its armpit lies where the seam along it ends, whatever height its piece is drawn at.
func (d Draft) straightSleeve(step float64) (out []SleeveAt) {
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if !slices.Contains(sleevePieces, strings.TrimSuffix(p.ID, "-"+string(pattern.Left))) || p.Of != "" {
			continue
		}
		for _, s := range d.Seams {
			e, ok := p.Edge(s.A.Edge)
			if s.A.Piece != p.ID || s.B.Piece != p.ID || !ok {
				continue
			}
			outline, _ := p.Outline()
			b, low := plane.BoxOf(e.Line), plane.BoxOf(outline).Min.Y
			long := b.Max.Y - low
			n := max(int(math.Round(long/step)), 1)
			for k := range n + 1 {
				below := min(max(long*float64(k)/float64(n), 1), long-1)
				round := 0.0
				for _, s := range plane.Spans(outline, plane.Pt(-5000, b.Max.Y-below), plane.Pt(1, 0)) {
					round += s[1] - s[0]
				}
				out = append(out, SleeveAt{below, round})
			}
			return append(out, d.cuff(long)...)
		}
	}
	return nil
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

// Leg is what goes round a leg: what it measures round itself so far below the crotch, and the frill that hangs from its lower edge.
type Leg struct{ Cloth, Frill []SleeveAt }

// Leg is what of the draft goes round either leg, read off the piece that is sewn to itself at the inner leg, on which the crotch lies
// at the height 0; nothing for a garment without legs.
func (d Draft) Leg() (out Leg) {
	at := slices.IndexFunc(d.Seams, func(s pattern.Seam) bool { return s.ID == InnerLeg })
	if at < 0 {
		return out
	}
	i := slices.IndexFunc(d.Pieces, func(p pattern.Piece) bool { return p.ID == d.Seams[at].A.Piece })
	if i < 0 {
		return out
	}
	outline, _ := d.Pieces[i].Outline()
	long := -plane.BoxOf(outline).Min.Y
	n := max(int(long/40), 2)
	for k := range n + 1 {
		below := min(max(long*float64(k)/float64(n), 1), long-1)
		round := 0.0
		for _, s := range plane.Spans(outline, plane.Pt(-5000, -below), plane.Pt(1, 0)) {
			round += s[1] - s[0]
		}
		out.Cloth = append(out.Cloth, SleeveAt{below, round})
	}
	beneath := func(piece string) *pattern.Piece { // what is sewn to its lower edge
		for _, s := range d.Seams {
			if s.Join != pattern.Banded || s.A.Piece != piece && s.B.Piece != piece {
				continue
			}
			other := s.A.Piece
			if other == piece {
				other = s.B.Piece
			}
			for k := range d.Pieces {
				if p := &d.Pieces[k]; p.ID == other && p.Cut >= 2 && other != d.Pieces[i].ID {
					return p
				}
			}
		}
		return nil
	}
	band := beneath(d.Pieces[i].ID)
	if band == nil {
		return out
	}
	line, _ := band.Outline()
	b := plane.BoxOf(line)
	high := b.Height()
	for _, m := range band.Marks {
		if m.Kind == pattern.FoldLine {
			high /= 2
			break
		}
	}
	out.Cloth = append(out.Cloth, SleeveAt{long + 2, b.Width()}, SleeveAt{long + high, b.Width()})
	for k := range d.Pieces {
		for _, s := range d.Seams {
			if p := &d.Pieces[k]; s.Join == pattern.Banded && s.A.Piece == band.ID && s.B.Piece == p.ID && p.ID != d.Pieces[i].ID {
				line, _ := p.Outline()
				f := plane.BoxOf(line)
				out.Frill = []SleeveAt{{long + high, b.Width()}, {long + high + f.Height()*0.3, f.Width()},
					{long + high + f.Height(), f.Width()}}
			}
		}
	}
	return out
}

// InnerLeg is the seam that closes a leg.
const InnerLeg = "inner-leg"

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

// TiedUp is a place of a piece that hangs, as far down it as it is cut, and how far below its upper edge a tape holds that, mm.
type TiedUp struct {
	Piece       string
	Cloth, Tied float64
}
