package ensemble

import (
	"fmt"
	"math"
	"slices"
	"sort"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
)

// Remedy is one thing that could be done when cloth does not reach, or should
// be saved: what it is, what it costs in looks or work, and the change itself.
// Only one kind of change is set.
type Remedy struct {
	Key      string
	Title    string
	Why      string
	Settings draft.Settings    // of the garment
	Cross    []string          // pieces that may lie across the grain
	Pieced   []pattern.Piecing // new seams
	Hide     map[string]int    // pieces cut from another cloth, and how many
	Width    measure.Length    // cloth of another width, to be bought
	Buy      bool              // more of the cloth is bought
}

// HiddenFabric is what parts nobody sees are cut from when nothing else was
// chosen.
func HiddenFabric() cloth.Fabric {
	return cloth.Fabric{Name: "Plain calico", Colour: "unbleached", Width: 1500, Selvedge: 10, Thickness: 0.3, Weight: 140,
		Shrinkage: 0.04, Fibre: "cotton", Weave: "plain"}
}

// Apply is a layer with the remedy's change.
func (r Remedy) Apply(l Layer) Layer {
	lay := l.Laying
	switch {
	case len(r.Settings) > 0:
		set := draft.Settings{}
		for k, v := range l.Settings {
			set[k] = v
		}
		for k, v := range r.Settings {
			set[k] = v
		}
		l.Settings = set
	case len(r.Cross) > 0:
		lay.Cross = append(slices.Clone(lay.Cross), r.Cross...)
	case len(r.Pieced) > 0:
		lay.Pieced = append(slices.Clone(lay.Pieced), r.Pieced...)
	case len(r.Hide) > 0:
		if !slices.ContainsFunc(lay.Beside, func(b Beside) bool { return b.Role == cloth.HiddenCloth }) {
			lay.Beside = append(slices.Clone(lay.Beside), Beside{Role: cloth.HiddenCloth, Fabric: HiddenFabric()})
		}
		sent := map[string]map[cloth.Role]int{}
		for k, v := range lay.Sent {
			sent[k] = v
		}
		for id, n := range r.Hide {
			sent[id] = map[cloth.Role]int{cloth.HiddenCloth: n}
		}
		lay.Sent = sent
	case r.Width > 0:
		l.Fabric.Width, l.Fabric.InHand, l.Fabric.Lengths = r.Width, 0, nil
	case r.Buy:
		l.Fabric.NoMore = false
	}
	l.Laying = lay
	return l
}

// SoldWidths are the widths cloth is usually sold in, mm (common practice, no
// source).
func SoldWidths() []measure.Length { return []measure.Length{900, 1120, 1150, 1370, 1500} }

// Remedies are what could be tried for a stage, the gentlest on its looks
// first. missing are the pieces that found no room; none when all have, and
// cloth is to be saved.
func (s Stage) Remedies(missing []lay.Unplaced) []Remedy {
	if s.Err != nil || s.Layer.Cut != nil {
		return nil
	}
	var out []Remedy
	names := map[string]string{}
	for i := range s.Draft.Pieces {
		names[s.Draft.Pieces[i].ID] = s.Draft.Pieces[i].Name
	}
	outer := s.Uses()[0]
	// What nobody sees goes first: it costs nothing in looks.
	var hidden []string
	hide := map[string]int{}
	for i := range s.Draft.Pieces {
		if p := &s.Draft.Pieces[i]; p.Hidden && outer.Counts[p.ID] > 0 {
			hidden = append(hidden, p.ID)
			hide[p.ID] = outer.Counts[p.ID]
		}
	}
	if len(hidden) > 0 {
		out = append(out, Remedy{Key: "hide", Title: "Another cloth for " + list(hidden, names),
			Why: "Nobody sees them: plain calico wears as well and costs less.", Hide: hide})
	}
	// Which pieces stand in the way: those with no room, or the largest.
	var ask []string
	for _, u := range missing {
		if !slices.Contains(ask, u.ID) {
			ask = append(ask, u.ID)
		}
	}
	bySize := slices.Clone(s.Draft.Pieces)
	sort.SliceStable(bySize, func(a, b int) bool { return bySize[a].Area() > bySize[b].Area() })
	for i := range bySize {
		if len(ask) < 2 && outer.Counts[bySize[i].ID] > 0 && !slices.Contains(ask, bySize[i].ID) {
			ask = append(ask, bySize[i].ID)
		}
	}
	ask = ask[:min(len(ask), 3)]
	var cross []string
	for i := range s.Draft.Pieces {
		if p := &s.Draft.Pieces[i]; !p.EitherWay && outer.Counts[p.ID] > 0 && !slices.Contains(s.Laying.Cross, p.ID) {
			if slices.Contains(ask, p.ID) {
				out = append(out, Remedy{Key: "cross-" + p.ID, Title: p.Name + " may lie across the grain",
					Why: "It hangs a little stiffer and takes the light otherwise; cut every copy of it alike.", Cross: []string{p.ID}})
			}
			cross = append(cross, p.ID)
		}
	}
	if len(cross) > 1 && !outer.Fabric.Nap {
		out = append(out, Remedy{Key: "cross-all", Title: "Every piece may lie across the grain",
			Why: "For cloth that is alike both ways; the fall of the skirt changes.", Cross: cross})
	}
	for _, g := range s.Values.All() {
		if g.Parameter.Saves != "" {
			out = append(out, s.lessened(g)...)
		}
		if g.Parameter.Raises != 0 {
			out = append(out, s.raised(g)...)
		}
	}
	for _, id := range ask {
		out = append(out, s.piecings(id, names[id])...)
	}
	widest := outer.Fabric.Width
	for _, w := range SoldWidths() {
		if w > widest+10 {
			out = append(out, Remedy{Key: fmt.Sprintf("width-%.0f", float64(w)),
				Title: fmt.Sprintf("The same in cloth %s wide",
					measure.Tell(float64(w))), Why: "If it is sold in that width. Breadths follow the cloth.", Width: w})
			break
		}
	}
	if len(missing) > 0 && outer.Fabric.NoMore {
		out = append(out, Remedy{Key: "buy", Title: "Buy more after all",
			Why: "If more turns up: check that it is of the same dye lot.", Buy: true})
	}
	return out
}

// lessened are the remedies that make less of one setting: never below what
// the garment itself still calls enough.
func (s Stage) lessened(g draft.Value) []Remedy {
	var out []Remedy
	if g.Parameter.Unit == draft.Choice { // the options stand from the least up
		for k, o := range g.Parameter.Options {
			if k > 0 && o.Key == g.Choice {
				less := g.Parameter.Options[k-1]
				out = append(out, Remedy{Key: string("less-" + g.Parameter.Key + "-0"), Title: g.Parameter.Saves,
					Settings: draft.Settings{g.Parameter.Key: less.Key},
					Why:      fmt.Sprintf("%s: %s in the place of %s.", g.Parameter.Label, less.Label, o.Label)})
			}
		}
		return out
	}
	least := g.Low
	if g.Parameter.SavesTo != nil {
		least = max(least, g.Parameter.SavesTo(s.On, s.Values))
	}
	say := func(v float64) string {
		if g.Parameter.Unit == draft.Length {
			return measure.Tell(v)
		}
		return fmt.Sprintf("%g", math.Round(v*100)/100)
	}
	for k, share := range g.Parameter.Lessened() {
		to := g.Number - (g.Number-least)*share
		switch g.Parameter.Unit {
		case draft.Count:
			to = max(math.Floor(to), math.Ceil(least))
		case draft.Ratio:
			to = math.Round(to*100) / 100
		default:
			to = math.Ceil(to)
		}
		if to < g.Number {
			out = append(out, Remedy{Key: fmt.Sprintf("less-%s-%d", g.Parameter.Key, k), Title: g.Parameter.Saves,
				Settings: draft.Settings{g.Parameter.Key: to},
				Why:      fmt.Sprintf("%s from %s to %s.", g.Parameter.Label, say(g.Number), say(to))})
		}
	}
	return out
}

// piecings are the new seams worth trying in a piece: a corner along the grain
// on its outer side, and, square across, low down and high up, where they show
// least.
func (s Stage) piecings(id, name string) []Remedy {
	var p *pattern.Piece
	for i := range s.Draft.Pieces {
		if s.Draft.Pieces[i].ID == id {
			p = &s.Draft.Pieces[i]
		}
	}
	if p == nil {
		return nil
	}
	var out []Remedy
	try := func(key, title, why string, cuts ...pattern.Piecing) {
		pieces, seams := s.Draft.Pieces, s.Draft.Seams
		for _, cut := range cuts {
			var err error
			if pieces, seams, err = pattern.Pieced(pieces, seams, cut, PiecingAllowance); err != nil {
				return
			}
		}
		out = append(out, Remedy{Key: "piece-" + id + "-" + key, Title: title, Why: why, Pieced: cuts})
	}
	lower := strings.ToLower(name)
	for _, at := range []float64{0.85, 0.7, 0.5} {
		try(fmt.Sprintf("side-%.0f", at*100), "Piece the "+lower+" at its side",
			fmt.Sprintf("A seam along the grain, %.0f %% of its width from the left; both parts keep the grain. A side seam hides "+
				"it best.", at*100), pattern.Piecing{Piece: id, At: at})
	}
	for _, strips := range []int{3, 4, 6} {
		var cuts []pattern.Piecing // each takes one strip off what is left
		for left := strips; left > 1; left-- {
			cuts = append(cuts, pattern.Piecing{Piece: id, At: 1 / float64(left)})
		}
		try(fmt.Sprintf("strips-%d", strips), fmt.Sprintf("Piece the %s from %d strips", lower, strips),
			fmt.Sprintf("%d seams along the grain, evenly apart: narrow cloth and remnants go into it. Under pleats and gathers nobody "+
				"counts them.", strips-1), cuts...)
	}
	for _, at := range []float64{0.25, 0.5} {
		try(fmt.Sprintf("low-%.0f", at*100), "Piece the "+lower+" across, low down",
			fmt.Sprintf("A seam square to the grain at %.0f %% of its height: under a trimming, a flounce or a tuck nobody "+
				"sees it.", at*100), pattern.Piecing{Piece: id, Across: true, At: at})
	}
	return out
}

func list(ids []string, names map[string]string) string {
	var all []string
	for _, id := range ids {
		if n := strings.ToLower(names[id]); !slices.Contains(all, n) {
			all = append(all, n)
		}
	}
	return Listed(all)
}

// Listed are names as they are said one after another.
func Listed(names []string) string {
	if len(names) < 2 {
		return strings.Join(names, "")
	}
	return strings.Join(names[:len(names)-1], ", ") + " and " + names[len(names)-1]
}
