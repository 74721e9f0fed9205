// Package brought is the garment that is not drafted here: its pieces are brought in, bought, traced or copied from a book, and all else
// follows from them as it does from a draft.
package brought

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/own"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
)

// Key is the parameter that holds the pattern.
const Key draft.Key = "pattern"

// Garment is a pattern of one's own, worn as a family is.
type Garment struct{ Family family.Kind }

// kind is what is particular about one worn as a family is.
type kind struct {
	name, what string
	usual      cloth.Fabric
	least      float64 // that it must be wider than what it goes round, mm (common practice, no source); less than nothing: is not asked
	waist      bool    // it hangs from the waist
	stands     bool
}

// What it is usually made of.
var (
	linen = cloth.Fabric{Name: "Linen", Colour: "chalk", Width: 1500, Selvedge: 10, Thickness: 0.4, Weight: 150, Shrinkage: 0.05}
	firm  = cloth.Fabric{Name: "Corset coutil", Colour: "chalk", Width: 1370, Selvedge: 10, Thickness: 0.6, Weight: 270, Shrinkage: 0.02}
	wool  = cloth.Fabric{Name: "Wool suiting", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 0.5, Weight: 230, Shrinkage: 0.03}
)

var kinds = map[family.Kind]kind{
	family.Underwear:  {"Underwear of your own", "A shift, drawers or a petticoat from a pattern you bring.", linen, 40, false, false},
	family.Foundation: {"Foundation of your own", "A corset or stays from a pattern you bring.", firm, -1, false, false},
	family.Support:    {"Support of your own", "A petticoat or a pad from a pattern you bring, worn for its shape.", linen, 0, true, true},
	family.Skirt:      {"Skirt of your own", "A skirt from a pattern you bring.", wool, 20, true, false},
	family.Gown:       {"Gown of your own", "A gown or a dress from a pattern you bring.", wool, 40, false, false},
	family.Bodice:     {"Bodice of your own", "A bodice, a blouse or a jacket from a pattern you bring.", wool, 30, false, false},
	family.Wrap:       {"Wrap of your own", "A coat, a cape or a cloak from a pattern you bring.", wool, 80, false, false},
	family.Accessory:  {"Accessory of your own", "A collar, a bag or a belt from a pattern you bring.", linen, -1, false, false},
}

// All are they, from the skin out.
func All() (out []draft.Garment) {
	for _, f := range family.All() {
		if _, ok := kinds[f.Kind]; ok {
			out = append(out, Garment{f.Kind})
		}
	}
	return out
}

// Kind is what the one of a family is called in the catalogue.
func Kind(f family.Kind) string { return "own-" + string(f) }

// About describes it.
func (g Garment) About() draft.About {
	k := kinds[g.Family]
	return draft.About{Kind: Kind(g.Family), Name: k.name, Family: g.Family, What: k.what, Usual: k.usual}
}

// Parameters asks for the pattern, where it sits, and what closes it.
func (g Garment) Parameters() []draft.Parameter {
	k := kinds[g.Family]
	top := draft.MmFrom("sits", "Its upper edge, below the waist", -700, 1500, "at the waist, or on the shoulder",
		"Where its pieces do not tell. Above the waist it is less than nothing.",
		func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
			if k.waist {
				return 0, figure.Memory
			}
			return -on.Torso().NeckPoint.Z, figure.Memory
		})
	return []draft.Parameter{
		{Key: Key, Label: "The pattern", Unit: draft.Document, Reads: func(text string) error {
			_, err := own.Read(text)
			return err
		}},
		top,
		draft.OneOf("closes", "Closed with", "What is set at its openings; how many follows from how long they are.",
			"none", "nothing", "hooks", "hooks and eyes", "buttons", "buttons"),
	}
}

// Draft takes the pattern as it is now, and reads from its pieces what they measure and how they are worn.
func (g Garment) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	text := v.Choice(Key)
	if text == "" {
		return draft.Draft{}, fmt.Errorf("it has no pieces yet: bring a pattern in")
	}
	doc, err := own.Read(text)
	if err != nil {
		return draft.Draft{}, err
	}
	set, err := doc.Set(levels(on)...)
	if err != nil {
		return draft.Draft{}, err
	}
	k := kinds[g.Family]
	d := draft.Draft{Pieces: set.Pieces, Seams: set.Seams, On: map[figure.Level]float64{}}
	for _, l := range figure.Levels() {
		d.On[l] = on.GirthAt(l)
	}
	known(&d)
	top, bottom := reach(doc, d.Pieces, v.Number("sits"))
	if longest := on.Floor() - 1; bottom > longest {
		d.Remark(false, fmt.Sprintf("It is %s longer than to the floor", measure.Tell(bottom-longest)),
			"Its pieces reach so far below where its upper edge sits. Shorten it, or let it sit higher.")
		bottom = longest
	}
	if bottom < top+1 {
		return draft.Draft{}, fmt.Errorf("its upper edge would sit on the floor: it sits %s below the waist, and is shorter than that",
			measure.Tell(v.Number("sits")))
	}
	rings(&d, on, k)
	thick := in.Thickness.Float()
	d.Wear.Cover = []figure.Depth{{Drop: top, Depth: thick}, {Drop: bottom, Depth: thick}}
	if hem := hemOf(&d); hem > 0 && bottom > on.Drop(figure.Hip)+hangsFrom {
		d.Wear.Hem, d.Wear.Stands = hem, k.stands
		d.Wear.Hang = part.Flare(on, max(top, 0), bottom, hem, inFolds)
	}
	opened(&d, v.Choice("closes"))
	if k.least >= 0 && len(d.Girths) > 0 {
		d.MockUp = "how it sits: nothing in these pieces was drawn for this body. Look at the shoulders, the bust, the waist and the length"
		d.TryOn = "Every level of it, over what is worn beneath: it was drawn for another body."
	}
	return d, nil
}

// hangsFrom is how far below the hip cloth reaches that hangs, mm; inFolds how much of what a hem has more stands out (from memory).
const hangsFrom, inFolds = 100.0, 0.5

// levels are those of the figure, mm below the waist, from the top down.
func levels(on figure.Figure) (out []float64) {
	for _, l := range figure.Levels() {
		out = append(out, on.Drop(l))
	}
	return out
}

// known says what edges are that nothing was said of: the lowest of a piece, where it is sewn to nothing, is its hem, others are turned in.
// No edge of a pattern that was brought is moved to meet its neighbours.
func known(d *draft.Draft) {
	for i := range d.Pieces {
		p := &d.Pieces[i]
		line, _ := p.Outline()
		box := plane.BoxOf(line)
		for k := range p.Edges {
			e := &p.Edges[k]
			if p.KindOf(*e, d.Seams) == pattern.Sewn || e.ID == p.Fold {
				continue
			}
			e.Corner = true
			if e.Kind != "" || e.Allowance == 0 {
				continue
			}
			if own := plane.BoxOf(e.Line); own.Max.Y < box.Min.Y+lowest*box.Height() && own.Width() > own.Height() {
				e.Kind, e.Turned = pattern.Hem, true
			}
		}
	}
}

// lowest is which part of a piece's height, from below, its hem lies in.
const lowest = 0.3

// reach is where the pieces begin and end, mm below the waist: as it is marked on them, else from where their upper edge sits.
func reach(doc *own.Document, pieces []pattern.Piece, sits float64) (top, bottom float64) {
	top, bottom = math.Inf(1), math.Inf(-1)
	long := 0.0
	for i := range pieces {
		p := &pieces[i]
		line, _ := p.Outline()
		box := plane.BoxOf(line)
		long = max(long, box.Height())
		waist, ok := doc.Waist[p.ID]
		nearest := math.Inf(1)
		for _, l := range p.Levels { // they went with the changes: the one nearest to the waist tells where that lies now
			if off := math.Abs(l.Drop); len(l.Path) > 0 && !l.Open && off < nearest {
				nearest, waist, ok = off, l.Path[0].Y+l.Drop, true
			}
		}
		if ok && p.Of == "" {
			top, bottom = min(top, waist-box.Max.Y), max(bottom, waist-box.Min.Y)
		}
	}
	if top > bottom {
		return sits, sits + long
	}
	return top, bottom
}

// rings are what the pieces measure round themselves where they go all round, beside what they go round.
func rings(d *draft.Draft, on figure.Figure, k kind) {
	for _, r := range sewn.Rings(d.Pieces, d.Seams) {
		if left := broken(d, r.Drop); left != "" {
			continue
		}
		meant := r.Girth
		if k.least >= 0 {
			meant = max(meant, on.Girth(r.Drop)+k.least)
		}
		d.Girths = append(d.Girths, draft.Around{Drop: r.Drop, Made: r.Girth, Meant: meant, Over: on.Girth(r.Drop), Parts: len(r.Parts)})
		at := measure.Tell(math.Abs(r.Drop)) + " below the waist"
		if r.Drop < 0 {
			at = measure.Tell(-r.Drop) + " above the waist"
		}
		for _, l := range figure.Levels() {
			if math.Abs(on.Drop(l)-r.Drop) < 0.5 {
				at = "at the " + l.Label()
			}
		}
		d.Measure(fmt.Sprintf("round.%.0f", r.Drop), "the whole", "round "+at, r.Girth)
	}
}

// broken is a piece that a level goes on to but is not marked on; "" where it closes.
func broken(d *draft.Draft, drop float64) string {
	has := map[string]bool{}
	for i := range d.Pieces {
		has[d.Pieces[i].ID] = slices.ContainsFunc(d.Pieces[i].Levels, func(l pattern.Level) bool { return l.Drop == drop })
	}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		for _, l := range p.Levels {
			if l.Drop != drop || len(l.Path) < 2 {
				continue
			}
			for _, end := range []plane.Point{l.Path[0], l.Path[len(l.Path)-1]} {
				if mate := beside(d, p, end); mate != "" && !has[mate] {
					return mate
				}
			}
		}
	}
	return ""
}

// beside is the piece that is sewn to another where a level of that ends; "" for none.
func beside(d *draft.Draft, p *pattern.Piece, end plane.Point) string {
	const on = 1.0
	for _, e := range p.Edges {
		if _, off := plane.Nearest(e.Line, end); off > on {
			continue
		}
		for _, s := range d.Seams {
			switch {
			case s.A.Piece == p.ID && s.A.Edge == e.ID:
				return s.B.Piece
			case s.B.Piece == p.ID && s.B.Edge == e.ID:
				return s.A.Piece
			}
		}
	}
	return ""
}

// hemOf is how long the hems are all round, mm: of the pieces that reach lowest.
func hemOf(d *draft.Draft) (sum float64) {
	for i := range d.Pieces {
		p := &d.Pieces[i]
		for _, e := range p.Edges {
			if p.Of == "" && p.KindOf(e, d.Seams) == pattern.Hem {
				sum += e.Length() * float64(sewn.Times(p))
			}
		}
	}
	return sum
}

// opened sets what closes it at its openings.
func opened(d *draft.Draft, with string) {
	const apart = 35.0
	long := 0.0
	for i := range d.Pieces {
		p := &d.Pieces[i]
		for _, e := range p.Edges {
			box, straight := plane.BoxOf(e.Line), e.Line[0].To(e.Line[len(e.Line)-1]) > 0.995*e.Length()
			if p.Of == "" && straight && box.Height() > box.Width() && p.KindOf(e, d.Seams) == pattern.Opening {
				long = max(long, e.Length())
			}
		}
	}
	set := map[string]closure.Fastener{"hooks": closure.Hooks, "buttons": closure.Buttons}[with]
	if set == "" || long < apart {
		return
	}
	n := int(math.Ceil(long/apart)) + 1
	d.Fasten(set, n, 12, fmt.Sprintf("an opening of %s, one every %s", measure.Tell(long), measure.Tell(apart)))
}
