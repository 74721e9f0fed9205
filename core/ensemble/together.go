package ensemble

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
)

// bed is a cloth, what is cut from it, and how that lies.
type bed struct {
	fabric cloth.Fabric
	counts map[string]int                  // by piece
	on     func(k int) (string, lay.Cloth) // the k-th length in hand, or past them what is bought
	pieces func(c lay.Cloth) []lay.Piece   // as they are laid on it
	gap    float64
	pinned map[string][]lay.Placement
}

// sheets lays what is cut from a cloth: on each length in hand as much as it holds, and, unless no more is to be had, the rest on
// cloth to be bought. False while find has no lay of a job yet.
func (b bed) sheets(find func(lay.Job) (lay.Result, bool)) ([]Sheet, bool) {
	left := map[string][]int{} // copies still to be placed
	for id, n := range b.counts {
		for c := range n {
			left[id] = append(left[id], c)
		}
	}
	cuts := b.fabric.Pieces()
	last := len(cuts)
	if b.fabric.NoMore && last > 0 {
		last--
	}
	var out []Sheet
	for k := 0; k <= last; k++ {
		sheet := Sheet{Cut: k}
		if k >= len(cuts) {
			sheet.Cut = -1
		}
		var c lay.Cloth
		sheet.Key, c = b.on(k)
		j := lay.Job{Seed: 1, Cloth: c, Gap: b.gap}
		var unfit []lay.Unplaced
		for _, p := range b.pieces(c) {
			if len(left[p.ID]) == 0 {
				continue
			}
			one := lay.Job{Cloth: c, Pieces: []lay.Piece{p}}
			if err := one.Check(); err != nil {
				if sheet.Err == nil {
					sheet.Err = err
				}
				for _, copy := range left[p.ID] {
					unfit = append(unfit, lay.Unplaced{ID: p.ID, Copy: copy, Why: "it is wider than the cloth at every turn it may lie"})
				}
				continue
			}
			if len(left[p.ID]) < p.Count {
				p.Copies = left[p.ID]
			}
			j.Pieces = append(j.Pieces, p)
		}
		if len(j.Pieces) == 0 && len(unfit) == 0 {
			break
		}
		sheet.Job = j
		if len(j.Pieces) > 0 {
			// Pins that no longer hold, because a piece or the cloth has
			// changed, are let go.
			for _, at := range b.pinned[sheet.Key] {
				with := j
				with.Pinned = append(slices.Clone(j.Pinned), at)
				if with.Check() == nil {
					j = with
				}
			}
			sheet.Job = j
			if sheet.Err = j.Check(); sheet.Err == nil {
				r, ok := find(j)
				if !ok {
					return out, false
				}
				sheet.Result = r
			}
		}
		for _, at := range sheet.Result.Placements {
			left[at.ID] = slices.DeleteFunc(slices.Clone(left[at.ID]), func(c int) bool { return c == at.Copy })
		}
		sheet.Result.Unplaced = append(slices.Clone(sheet.Result.Unplaced), unfit...)
		out = append(out, sheet)
	}
	return out, true
}

// Part is what one garment has cut from a cloth that others are cut from as well.
type Part struct {
	Stage *Stage
	Use   Use
}

// Together lays garments that share a cloth as if they were one, before the first of them is cut: what one leaves the others
// have. Each piece of the k-th garment is called "k/" and its ID. False while find has no lay of a job yet.
func Together(parts []Part, find func(lay.Job) (lay.Result, bool)) ([]Sheet, bool) {
	if len(parts) == 0 {
		return nil, true
	}
	first := parts[0]
	b := bed{fabric: first.Use.Fabric, counts: map[string]int{}}
	b.on = func(k int) (string, lay.Cloth) { return first.Stage.onSheet(first.Use, k) }
	fold := first.Stage.Laying.Folds[first.Use.Role]
	for k, p := range parts {
		if p.Stage.Laying.Folds[p.Use.Role] != fold { // laid differently they lie in a single layer
			b.on = func(n int) (string, lay.Cloth) {
				key, c := first.Stage.onSheet(first.Use, n)
				c.Fold = lay.Flat
				return key, c
			}
		}
		b.gap = max(b.gap, float64(p.Stage.Laying.Gap))
		for id, n := range p.Use.Counts {
			b.counts[fmt.Sprintf("%d/%s", k, id)] = n
		}
	}
	b.pieces = func(c lay.Cloth) (all []lay.Piece) {
		for k, p := range parts {
			for _, q := range p.Stage.piecesOn(p.Use, c) {
				q.ID = fmt.Sprintf("%d/%s", k, q.ID)
				if q.Match != nil {
					m := *q.Match
					m.Group = fmt.Sprintf("%d/%s", k, m.Group)
					q.Match = &m
				}
				all = append(all, q)
			}
		}
		return all
	}
	return b.sheets(find)
}

// NeedOf works the sheets of a cloth that garments share into what to buy: all that is cut from it weighs what its garments do.
func NeedOf(parts []Part, sheets []Sheet, unit measure.Unit) ClothNeed {
	if len(parts) == 0 {
		return ClothNeed{}
	}
	n := parts[0].Stage.Need(parts[0].Use, sheets, unit)
	n.Mass = 0
	for _, p := range parts {
		n.Mass += p.Use.Fabric.Mass(p.Use.Area(p.Stage.Draft.Pieces))
	}
	return n
}

// ToBeCut tells whether the stage is made here and its cloth is not yet cut.
func (s *Stage) ToBeCut() bool { return s.Layer.Cut == nil && s.Had == ToMake }

// Shared are the cloths that more than one garment of the stages is still to be cut from, in the order of the first that is, with
// what each has of it: those of a stash, and those that have one name and are laid alike and are still to be bought, of which one length
// is bought. What somebody laid by hand on cloth to be bought is bought as it lies.
func Shared(stages []Stage) [][]Part {
	var order []string
	by := map[string][]Part{}
	for i := range stages {
		s := &stages[i]
		if s.Err != nil || !s.ToBeCut() {
			continue
		}
		for _, u := range s.Uses() {
			key, ok := s.cloth(u)
			if !ok || len(u.Counts) == 0 {
				continue
			}
			if by[key] == nil {
				order = append(order, key)
			}
			by[key] = append(by[key], Part{s, u})
		}
	}
	var out [][]Part
	for _, key := range order {
		if len(by[key]) > 1 {
			out = append(out, by[key])
		}
	}
	return out
}

// cloth is what a use is cut from, told from every other; false for what it shares with nothing.
func (s *Stage) cloth(u Use) (key string, ok bool) {
	if u.Stash > 0 {
		return fmt.Sprint("stash ", u.Stash), true
	}
	bought := fmt.Sprintf("%s-buy", u.Role)
	if u.Fabric.Held() > 0 || u.Fabric.NoMore || len(s.Laying.Pinned[bought]) > 0 || s.Laying.Kept[bought].Hash != "" {
		return "", false
	}
	f := u.Fabric // what it is made of and how thick it is somebody may have said of one layer alone
	along, across := f.Shrinks()
	text, err := json.Marshal([]any{strings.ToLower(f.Name), f.Colour, f.Width, f.Selvedge, f.Price, f.Nap, f.Railroad, f.RepeatX, f.RepeatY,
		f.HalfDrop, f.Stripes, f.Bands, f.BandsAlong, f.BandsFace, along, across})
	return string(text), err == nil
}
