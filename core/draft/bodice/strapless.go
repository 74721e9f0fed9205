package bodice

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/interp"
	"gonum.org/v1/gonum/spatial/r3"
)

// Strapless is a boned bodice that ends above the bust: seams through the bust points, cups that may
// be divided and pleated, a peplum if wanted.
type Strapless struct{}

// About describes it.
func (Strapless) About() draft.About {
	return draft.About{Kind: "bodice-strapless", Name: "Strapless bodice", Family: family.Bodice, Over: family.Foundation,
		What: "Four panels a half with a seam over the bust point, boned, on a waist stay that carries it; upper cups plain, divided or " +
			"pleated; a peplum if wanted.",
		Usual: cloth.Fabric{Name: "Duchess satin", Colour: "madder", Width: 1400, Selvedge: 10, Thickness: 0.5, Weight: 200,
			Shrinkage: 0.02}}
}

// Parameters are what is asked about it.
func (Strapless) Parameters() []draft.Parameter {
	top := func(key draft.Key, label string, low, high, usual float64, rule, help string) draft.Parameter {
		p := draft.Mm(key, label, low, high, usual, rule, figure.Memory, help)
		return p
	}
	return slices.Concat(eases(0, -15, 20, "It is carried by the waist: tight at the waist and the ribs, none at the bust."),
		[]draft.Parameter{
			top("top_cup", "Upper edge above the bust points", 20, 90, 52, "⟦45⟧ to ⟦6 cm⟧", "At the fullest of the cup."),
			top(draft.TopFront, "And at the centre front", -20, 90, 35, "a sweetheart's dip", "Above the level of the bust points."),
			top(draft.TopSide, "Below the armpit, at the side", 5, 90, 20, "free of the arm", "It clears the arm when that hangs."),
			top(draft.TopBack, "Lower still behind, by", 0, 140, 65, "⟦6 cm⟧ to ⟦8 cm⟧", "At the centre back."),
			draft.Mm("low", "Below the waist", 0, 150, 40, "to hold the waist down", figure.Memory, "0 ends at the waist."),
			draft.OneOf("cups", "Upper cups", "Divided, they are seamed at the level of the bust points; pleats are folded before "+
				"the edge "+
				"is cut, so "+
				"that the edge comes out as it was.", "plain", "in one with "+
				"the panels", "divided", "divided", "pleated", "divided and pleated"),
			draft.Mm("peplum", "Peplum, deep", 0, 250, 0, "⟦6 cm⟧ to ⟦20 cm⟧", figure.Memory,
				"0 for none. It is a part of a circle, set to the lower edge."),
			draft.Times("peplum_part", "Peplum, part of a circle", 0.3, 1, 0.6, "the fuller, the more it flares", figure.Memory,
				"1 is a whole circle."),
			closes("zip", "lacing", "hooks"), laps(0)}, allowances(15, 12))
}

// Draft drafts it.
func (s Strapless) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return s.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Strapless) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := cutOff(ask, on, v, lower{by: []lowered{{key: "low", front: 1, side: 1, back: 1}}})
	if err != nil {
		return draft.Draft{}, err
	}
	bp := h.form.Torso.BustPoint
	princess := h.through("princess", "seam over the bust", h.form.Share(bp), bp, 0.22, 0.25)
	side := h.offTop("side", "side", 0.5, 0.5, 0.5)
	back := h.offTop("side-back", "side-back", 0.74, 0.76, 0.74)
	s := sewing{panels: []named{h.between("front", "Front", h.centreFront(), princess, surface.FromFront).onFold("centre-front"),
		h.between("side-front", "Side front", princess, side, surface.FromMiddle),
		h.between("side-back", "Side back", side, back, surface.FromMiddle),
		h.between("back", "Back", back, h.centreBack(), surface.FromBack)},
		opens: "centre-back", strain: 3, lined: true, faced: "face-shaped", hem: pattern.FacedOut}
	if v.Choice("cups") != "plain" {
		s.shape = func() error { return h.cups(v.Choice("cups") == "pleated", bp.Z) }
	}
	if err := h.together(s, in); err != nil {
		return draft.Draft{}, err
	}
	if deep := v.Number("peplum"); deep >= 20 {
		h.peplum(deep, v.Number("peplum_part"))
	}
	h.Covered = true
	low := v.Number("low") - 8
	h.boned("on the seams over the bust", "front", bp.Z-20+low)
	h.boned("on the side seams", "side-front", h.underarm().Z-15+low)
	h.boned("on the side-backs", "side-back", h.underarm().Z-40+low)
	h.boned("beside the opening", "back", h.underarm().Z-v.Number(draft.TopBack)-15+low)
	stay := 2*h.form.HalfGirth(0) - v.Number(draft.WaistEase) - 25
	h.Buy("tape", "Waist stay, "+measure.TellStock(28)+" wide", (stay+100)/1000, "m",
		"the waist less "+measure.Tell(25)+", and to close it")
	h.StayHooks()
	h.Do(work.ToWaistStay, "Tack the waist stay", work.TackBoned, 1,
		"To the seams and bones at the waist, free beside the opening. It closes first, with two hooks: "+
			"it is what carries the bodice.", after(work.ToBone, "it lies over the bones"))
	h.TryOn += " Lift the arms: it must stay where it is, held at the waist."
	return *h.Draft, h.sound()
}

// cutOff lays a form whose upper edge runs below the arms.
func cutOff(ask *asked, on figure.Figure, v draft.Values, low lower) (*half, error) {
	if on.ChildSized() {
		return nil, errChild
	}
	c := surface.Ease{Bust: v.Number(draft.BustEase), Waist: v.Number(draft.WaistEase), Hip: v.Number(draft.HipEase), More: ask.more}
	hem := low.at(v)
	h := &half{Draft: &draft.Draft{}, on: on, v: v, form: ask.formOf(on, hem(0)-20, c), hem: hem, lower: low, ask: ask}
	t := h.form.Torso
	side := max(t.Underarm-v.Number(draft.TopSide), h.form.Levels[figure.Underbust]+12)
	apex := h.form.Share(t.BustPoint)
	shares := []float64{-apex, 0, apex, 0.5, 1} // its mirror image beyond the middle: it crosses that level
	cup := min(t.BustPoint.Z+v.Number("top_cup"), t.Throat.Z-60)
	heights := []float64{cup, t.BustPoint.Z + v.Number(draft.TopFront), cup, side, side - v.Number(draft.TopBack)}
	var curve interp.FritschButland
	if err := curve.Fit(shares, heights); err != nil {
		return nil, fmt.Errorf("the upper edge can’t be drawn on this body")
	}
	h.top = []stretch{{"top", "upper edge", h.form.Around(0, 1, curve.Predict), 0}}
	h.holdBust()
	return h, nil
}

// offTop is an upright from the upper edge, where that lies at a share of the half girth, down
// through shares of it at the waist and the hip.
func (h *half) offTop(id, name string, top, waist, hip float64, between ...surface.Station) upright {
	line := h.top[0].line
	at, long := 0.0, line.Length()
	for s := 0.0; s <= long; s += 1.5 {
		if h.form.Share(line.At(s)) >= top {
			at = s
			break
		}
	}
	return upright{id, name, h.climb(line.At(at), waist, hip, between...), 0, at}
}

// through is an upright from the upper edge over a point of the form.
func (h *half) through(id, name string, top float64, over r3.Vec, waist, hip float64) upright {
	return h.offTop(id, name, top, waist, hip, surface.Station{Z: over.Z, Share: h.form.Share(over)})
}

// cups divides the two front panels at a height and, if wanted, lays pleats into the upper one. A
// body that has no room for it keeps its cups in one with the panels, and says so.
func (h *half) cups(pleated bool, level float64) error {
	pieces, seams := slices.Clone(h.Pieces), slices.Clone(h.Seams)
	if err := h.divided(pleated, level); err != nil {
		h.Pieces, h.Seams = pieces, seams
		h.Remark(false, "The cups can’t be divided on this body", err.Error()+". They stay in one with the panels.")
	}
	return nil
}

func (h *half) divided(pleated bool, level float64) error {
	low := 0.0
	for _, id := range []string{"front", "side-front"} {
		i := h.index(id)
		places, err := h.across(id, level)
		if err != nil {
			return err
		}
		for k := range places { // both sides of the seam over the bust are cut at one place
			switch e, _ := h.edge(id, "princess"); {
			case places[k].Edge != "princess":
			case id == "front": // it runs up
				low = places[k].At
			default:
				places[k].At = e.Length() - low
			}
		}
		lower, upper, err := h.Pieces[i].Parted(places[1], places[0], "cup", "cup seam")
		if err != nil {
			return err
		}
		if _, ok := lower.Edge("hem"); !ok {
			lower, upper = upper, lower
		}
		if _, ok := upper.Edge("side"); ok {
			return fmt.Errorf("the level of the bust points reaches the side seam")
		}
		upper.ID, upper.Name = id+"-cup", h.Pieces[i].Name+", upper cup"
		upper.Allow(h.v.Number(draft.Allowance), "cup")
		lower.Allow(h.v.Number(draft.Allowance), "cup")
		h.Pieces[i] = lower
		h.Seams = append(h.Seams, pattern.Seam{ID: id + "-cup", A: pattern.Side{Piece: id, Edge: "cup"},
			B: pattern.Side{Piece: upper.ID, Edge: "cup"}, Strain: 2})
		if pleated && id == "front" {
			if upper, err = pleats(upper, "cup", "top", 3, 25); err != nil {
				return err
			}
			pleated, _ := upper.Edge("cup")
			plain, _ := lower.Edge("cup")
			s := &h.Seams[len(h.Seams)-1]
			s.Ease, s.Absorbed = pleated.Length()-plain.Length(), pattern.Pleats
		}
		if err := upper.Fault(); err != nil {
			return err
		}
		h.Pieces = append(h.Pieces, upper)
	}
	// What was one seam over the bust is two now.
	for k, s := range h.Seams {
		if s.ID == "princess" {
			up := s
			up.ID, up.A.Piece, up.B.Piece, up.Ease, up.Absorbed = "princess-cup", "front-cup", "side-front-cup", 0, pattern.Equal
			h.Seams = slices.Insert(h.Seams, k+1, up)
			break
		}
	}
	return nil
}

// across are the two places where a level of the form crosses a piece's border, right and left.
func (h *half) across(id string, level float64) ([]pattern.Place, error) {
	var line []plane.Point
	for _, l := range h.panels {
		if l.id == id {
			line = l.flat.Across(level)
		}
	}
	var places []pattern.Place
	if len(line) > 1 {
		for _, end := range []plane.Point{line[len(line)-1], line[0]} {
			for _, e := range h.Pieces[h.index(id)].Edges {
				if at, off := placeOn(e.Line, end); off < 1.5 && at > 4 && at < e.Length()-4 {
					places = append(places, pattern.Place{Edge: e.ID, At: at})
					break
				}
			}
		}
	}
	if len(places) != 2 {
		return nil, fmt.Errorf("the level of the bust points does not cross the %s", strings.ReplaceAll(id, "-", " "))
	}
	return places, nil
}

// pleats lays so many pleats of a depth into a piece, between two edges: both are cut with the
// pleats folded, and come out as they were.
func pleats(p pattern.Piece, from, to string, n int, take float64) (pattern.Piece, error) {
	a, okA := p.Edge(from)
	b, okB := p.Edge(to)
	if !okA || !okB {
		return p, fmt.Errorf("%s has no room for pleats", p.Name)
	}
	longA, longB := a.Length(), b.Length()
	var err error
	for k := 1; k <= n; k++ {
		t := float64(k) / float64(n+1)
		a, _ = p.Edge(from) // those before have made it longer on this side of the next
		if p, err = p.Slashed(pattern.Slash{From: pattern.Place{Edge: from, At: longA*t + a.Length() - longA},
			To: pattern.Place{Edge: to, At: longB * (1 - t)}, Open: take, Over: take, Pleat: true}); err != nil {
			return p, fmt.Errorf("the pleats have no room: %w", err)
		}
	}
	return p, nil
}

// peplum adds a part of a circle to the lower edge, half of it a piece.
func (h *half) peplum(deep, part float64) {
	type share struct {
		piece  string
		length float64
	}
	var parts []share
	long := 0.0
	for _, l := range h.panels {
		if e, ok := h.edge(l.id, "hem"); ok {
			parts = append(parts, share{l.id, e.Length()})
			long += e.Length()
		}
	}
	r := long / (math.Pi * part)
	angle := long / r
	arc := func(radius float64) []plane.Point {
		const n = 64
		var out []plane.Point
		for i := range n + 1 {
			t := -math.Pi/2 + angle*float64(i)/n
			out = append(out, plane.Pt(radius*math.Cos(t), radius*math.Sin(t)))
		}
		return out
	}
	inner, outer := plane.Reversed(arc(r)), arc(r+deep)
	p := pattern.Piece{ID: "peplum", Name: "Peplum", Cut: 1, Fold: "centre-front", Edges: []pattern.Edge{
		{ID: "centre-front", Name: "centre front, on the fold", Line: []plane.Point{plane.Pt(0, -r), plane.Pt(0, -r-deep)}},
		{ID: "hem", Name: "lower edge", Line: outer, Allowance: 10, Turned: true},
		{ID: "centre-back", Name: "centre back", Line: []plane.Point{outer[len(outer)-1], inner[0]}, Allowance: 15, Kind: pattern.Opening},
		{ID: "waist", Name: "to the lower edge", Line: inner, Allowance: 12}}}
	var stretches []pattern.Stretch
	for i := len(parts) - 1; i >= 0; i-- { // it runs from the centre back forward
		stretches = append(stretches, pattern.Stretch{ID: "waist-" + parts[i].piece, Name: "to the " + parts[i].piece,
			Length: p.Edges[3].Length() * parts[i].length / long})
	}
	p.Split("waist", stretches...)
	h.Pieces = append(h.Pieces, p)
	for _, s := range parts {
		h.Seams = append(h.Seams, pattern.Seam{ID: "peplum-" + s.piece, A: pattern.Side{Piece: s.piece, Edge: "hem"},
			B: pattern.Side{Piece: "peplum", Edge: "waist-" + s.piece}, Absorbed: pattern.Eased, Join: pattern.Tiered})
	}
	for _, l := range h.panels {
		if e, ok := h.edge(l.id, "hem"); ok {
			e.Kind, e.Turned = "", false
		}
	}
}
