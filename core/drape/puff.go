package drape

import (
	"math"

	"ardentgusset/core/draft"
)

// Loop is a place of a panel that a tape draws up: so far down its cloth, and so far down from where it is held once it is tied, mm.
type Loop struct{ Cloth, Tied float64 }

// loopsOf are a piece's loops, from the top down.
func loopsOf(d *draft.Draft, piece string) (out []Loop) {
	for _, t := range d.TiedUp {
		if t.Piece == piece {
			out = append(out, Loop{t.Cloth, t.Tied})
		}
	}
	return out
}

// puff is cloth between two places that are held nearer to each other than it is long: its belly is half a wave of a meander, which turns
// as ψ cos πu.
type puff struct {
	cloth, tied, long, apart float64 // where it begins on the cloth and on the way down, and how long and how far apart, mm
	swing                    float64
}

// at is how far down the way a place of the puff lies, by its place on the cloth, and how far out from it.
func (p *puff) at(cloth float64) (down, out float64) {
	const steps = 24
	u := min(max((cloth-p.cloth)/max(p.long, 1e-9), 0), 1)
	for i := range steps {
		x := (float64(i) + 0.5) / steps * u
		sin, cos := math.Sincos(p.swing * math.Cos(math.Pi*x))
		down, out = down+cos*u/steps, out+sin*u/steps
	}
	return p.tied + down*p.long, out * p.long * stuffed
}

// stuffed is how much of its belly a puff keeps: the rest folds in on itself (from memory).
const stuffed = 0.55

// tiedUp is cloth of a length, drawn up by loops so that it comes down so far.
type tiedUp struct {
	puffs []puff
	last  Loop
}

// besideTied is how far puffs stand out by the bearing: less towards what is not drawn up beside them.
func (h *hanging) besideTied() (out [bearings]float64) {
	const wide = 12.0 // bearings
	for m := range out {
		near := wide
		for k := range h.tied {
			if h.tied[k] == nil {
				near = min(near, math.Abs(float64(k-m)))
			}
		}
		out[m] = math.Sqrt(smooth(near / wide))
	}
	return out
}

// tiedAt tells whether cloth is drawn up at a place in cells.
func (h *hanging) tiedAt(at float64) bool {
	i := min(int(within(h.cuts, at)), bearings-2)
	return h.tied[i] != nil || h.tied[i+1] != nil
}

// tie draws cloth up by its loops, to end so far down; nil where it has none, or where nothing is drawn up.
func tie(loops []Loop, long, to float64) *tiedUp {
	const least = 0.97
	if len(loops) == 0 || to > long*least {
		return nil
	}
	end := loops[len(loops)-1]
	rest := long - end.Cloth
	// What hangs below the last loop hangs as long as it is; the tapes are as long as that leaves them.
	by := min(max((to-rest)/max(end.Tied, 1), 0.15), end.Cloth/max(end.Tied, 1))
	t := &tiedUp{}
	var before Loop
	for _, l := range loops {
		p := puff{cloth: before.Cloth, tied: before.Tied * by, long: l.Cloth - before.Cloth, apart: (l.Tied - before.Tied) * by}
		if p.long < 1 {
			return nil
		}
		p.swing = Swing(p.long / min(max(p.apart, 0.05*p.long), p.long))
		t.puffs = append(t.puffs, p)
		before = l
	}
	t.last = Loop{end.Cloth, end.Tied * by}
	return t
}

// at is how far down the way a place of the cloth lies, and how far out from it.
func (t *tiedUp) at(cloth float64) (down, out float64) {
	for i := range t.puffs {
		if p := &t.puffs[i]; cloth < p.cloth+p.long {
			return p.at(cloth)
		}
	}
	return t.last.Tied + cloth - t.last.Cloth, 0
}
