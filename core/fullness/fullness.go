// Package fullness is the arithmetic of taking much cloth into little:
// gathers, pleats and tiers, and of joining breadths to get it.
package fullness

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
)

// Pleats are equal knife pleats over a stretch of cloth. All mm.
type Pleats struct {
	Count    int
	Cloth    float64 // flat, before pleating
	Finished float64
	Reveal   float64 // what each shows
	TakeUp   float64 // what each takes up
	Under    float64 // depth of the fold beneath: half the take-up
}

// KnifePleats divides cloth into count pleats that finish at a width. Each
// shows finished/count and takes up (cloth − finished)/count.
func KnifePleats(cloth, finished float64, count int) (Pleats, error) {
	if count < 1 || !(finished > 0) || !(cloth >= finished) {
		return Pleats{}, fmt.Errorf("%s of cloth can't be pleated to %s in %d pleats", measure.Tell(cloth), measure.Tell(finished), count)
	}
	n := float64(count)
	return Pleats{count, cloth, finished, finished / n, (cloth - finished) / n, (cloth - finished) / n / 2}, nil
}

// Overlap tells whether the folds lie over one another beneath.
func (p Pleats) Overlap() bool { return p.Under > p.Reveal+1e-9 }

// Mark is where one pleat is folded and where its fold is brought to, both
// from the starting edge, mm.
type Mark struct{ Fold, To float64 }

// Marks are the pin marks. The fold of pleat i stands a reveal after its
// place and is brought forward over its take-up; positions are worked out
// from the edge, each for itself, so that rounding does not add up.
func (p Pleats) Marks() []Mark {
	out := make([]Mark, p.Count)
	pitch := p.Cloth / float64(p.Count)
	for i := range out {
		fold := float64(i)*pitch + p.Reveal
		out[i] = Mark{Fold: fold, To: fold + p.TakeUp}
	}
	return out
}

// BoxMarks are the pin marks of box pleats: each shows its reveal in the middle of its pitch, and both
// its folds are brought outwards, to where the next one's come.
func (p Pleats) BoxMarks() []Mark {
	var out []Mark
	pitch := p.Cloth / float64(p.Count)
	for i := range p.Count {
		from := float64(i) * pitch
		out = append(out, Mark{Fold: from + p.Under, To: from}, Mark{Fold: from + pitch - p.Under, To: from + pitch})
	}
	return out
}

// InvertedMarks are those of inverted pleats: both folds of each are brought to meet in the middle of
// its pitch.
func (p Pleats) InvertedMarks() []Mark {
	var out []Mark
	pitch := p.Cloth / float64(p.Count)
	for i := range p.Count {
		middle := (float64(i) + 0.5) * pitch
		out = append(out, Mark{Fold: middle - p.Under, To: middle}, Mark{Fold: middle + p.Under, To: middle})
	}
	return out
}

// Cartridges are cartridge pleats: cloth drawn up on threads into equal folds that stand out from the
// edge and are sewn to it one by one. All mm.
type Cartridges struct {
	Count  int
	Stitch float64 // how far apart the stitches of each gathering row lie: half of a fold's cloth
	Pitch  float64 // from fold to fold, finished
}

// CartridgePleats divides cloth into folds as deep as asked, near enough for a whole number of them.
func CartridgePleats(cloth, finished, depth float64) (Cartridges, error) {
	if !(depth > 0) || !(finished > 0) || !(cloth >= 2*depth) {
		return Cartridges{}, fmt.Errorf("%s of cloth can't be laid in cartridge pleats %s deep", measure.Tell(cloth),
			measure.TellFine(depth))
	}
	n := math.Round(cloth / (2 * depth))
	return Cartridges{int(n), cloth / n / 2, finished / n}, nil
}

// Panels is the least number of equal breadths of a cloth that make a net
// width when each loses an allowance at both sides: least k with
// k·(width − 2·allowance) ≥ net. It fails when a breadth leaves nothing.
func Panels(net, width, allowance float64) (int, error) {
	each := width - 2*allowance
	if each <= 0 {
		return 0, fmt.Errorf("cloth %s wide leaves nothing between two allowances of %s", measure.Tell(width), measure.TellFine(allowance))
	}
	return max(1, int(math.Ceil(net/each-1e-9))), nil
}

// Sections is the least number of equal sections that both a breadths and b
// breadths divide into whole: where both tiers can be matched.
func Sections(a, b int) int {
	x, y := a, b
	for y != 0 {
		x, y = y, x%y
	}
	return a / x * b
}

// Tucks is the cloth n tucks of a depth take up: each lies double, 2·n·depth.
func Tucks(n int, depth float64) float64 { return 2 * float64(n) * depth }
