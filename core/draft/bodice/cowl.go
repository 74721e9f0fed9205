package bodice

import (
	"fmt"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Cowl is a bodice on the bias whose front hangs in folds at the neckline, with a boned back that
// laces.
type Cowl struct{}

// About describes it.
func (Cowl) About() draft.About {
	return draft.About{Kind: "bodice-cowl", Name: "Bias bodice with a cowl", Family: family.Bodice,
		What: "The front on the bias, its dart turned into folds at the neckline, faced with itself; the back of boned panels, laced. " +
			"1930s on.",
		Usual: cloth.Fabric{Name: "Silk satin", Colour: "woad", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 95, Shrinkage: 0.02}}
}

// Parameters are what is asked about it.
func (Cowl) Parameters() []draft.Parameter {
	return slices.Concat(eases(30, 15, 30, "⟦2 cm⟧ to ⟦4 cm⟧: the bias gives and clings."), necks(10, 60, 35), armholes(15, 0, 0, 15),
		[]draft.Parameter{
			draft.Mm("cowl", "Folds at the neckline, besides the dart's", 0, 120, 40, "deeper folds", figure.Memory,
				"Added at the centre front, hinged at the side: so much more falls in folds."),
			draft.Mm("self", "Faced with itself, deep", 60, 180, 110, "⟦10 cm⟧ to ⟦15 cm⟧", figure.Memory,
				"Folded inside along the neckline; a weight of ⟦g6⟧ or so holds the folds."),
			closes("lacing", "hooks", "zip")},
		lineable(20, 15), sleeve.Parameters("elastic"))
}

// Draft drafts it.
func (c Cowl) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return c.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Cowl) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{})
	if err != nil {
		return draft.Draft{}, err
	}
	waist := h.form.Share(h.form.Upright(h.underarm().Y, 0, 10)[0])
	side := h.side(waist, waist)
	sideBack := h.seamAt("side-back", "side-back", scyeBack, 0.72, 0.78, 0.76)
	front := h.between("front", "Front", h.centreFront(), side, surface.FromFront,
		h.frontDart("waist", 0.24, 1, 15, 0)).onFold("centre-front")
	err = h.together(sewing{panels: []named{front, h.between("side-back", "Side-back", side, sideBack, surface.FromMiddle),
		h.between("back", "Back", sideBack, h.centreBack(), surface.FromBack)},
		opens: "centre-back", strain: 1, faced: "face-bias", hem: pattern.FacedOut, shape: h.cowled}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	h.boned("on the side-back seams", "side-back", h.underarm().Z-40)
	h.boned("beside the lacing", "back", h.underarm().Z-40)
	h.Remark(false, "Cut on the bias, it grows", "By 2 to 4 % of its length, and narrows by as much: cut flat on "+
		"paper, let it "+
		"hang a day or two before the lower edge is levelled. Shoulders and back neck on straight tape.")
	return *h.Draft, nil
}

// fairThrough is a line drawn fair through so many even parts of itself.
func fairThrough(line []plane.Point, parts int) []plane.Point {
	long := plane.Length(line)
	var through []plane.Point
	for k := range parts + 1 {
		q, _ := plane.Along(line, long*float64(k)/float64(parts))
		through = append(through, q)
	}
	through[0], through[parts] = line[0], line[len(line)-1]
	return plane.Through(through)
}

// cowled turns the front's dart into the neckline, adds what is to fall in folds, and draws the
// neckline square to the fold, faced with itself.
func (h *half) cowled() error {
	i := h.index("front")
	p := h.Pieces[i]
	neck, _ := p.Edge("neck")
	var err error
	if p, err = p.DartMoved("waist", "neck", neck.Length()*0.5); err != nil {
		return err
	}
	p = ungathered(p, "neck")
	p.Marks = slices.DeleteFunc(p.Marks, func(m pattern.Mark) bool {
		return m.Kind == pattern.WaistLine || m.Kind == pattern.BustLine // they lie slanting now
	})
	p.Levels = slices.DeleteFunc(p.Levels, func(l pattern.Level) bool { return l.Drop < -1 })
	if more := h.v.Number("cowl"); more > 1 {
		cf, _ := p.Edge("centre-front")
		side, _ := p.Edge("side")
		// Across from the fold to the side, hinged there: the front grows longer in the middle. The
		// first place that lies within the piece serves.
		for _, at := range []float64{0.35, 0.25, 0.45, 0.15} {
			cut := pattern.Slash{From: pattern.Place{Edge: "side", At: side.Length() * 0.85},
				To: pattern.Place{Edge: "centre-front", At: cf.Length() * at}, Over: more}
			if opened, fault := p.Slashed(cut); fault == nil {
				p = opened
				hinged, _ := p.Edge("side") // it bends there: drawn fair again
				hinged.Line = fairThrough(hinged.Line, 6)
				break
			}
		}
	}
	if p, err = p.Upright("centre-front"); err != nil {
		return err
	}
	e, _ := p.Edge("neck")
	cf, _ := p.Edge("centre-front")
	from := e.Line[0] // at the shoulder
	top := plane.Pt(cf.Line[len(cf.Line)-1].X, from.Y)
	e.Line = []plane.Point{from, top}
	cf.Line = []plane.Point{top, cf.Line[len(cf.Line)-1]}
	if p, err = p.Squared("hem", true, 45); err != nil {
		return err
	}
	deep := h.v.Number("self")
	if p, err = p.Extended("neck", deep, "fold"); err != nil {
		return err
	}
	// The facing ends at the shoulder: its edge beyond the fold is the shoulder's mirror image.
	e, _ = p.Edge("neck")
	e.Kind, e.Allowance = pattern.Loose, 0
	p.GrainDegrees = 45
	for k := range p.Edges {
		if p.Edges[k].ID == "shoulder" {
			line := p.Edges[k].Line
			n := len(line)
			p.Edges[k].Line = line[:n-1]
			own := pattern.Edge{ID: "self", Name: "end of the facing", Line: []plane.Point{line[n-2], line[n-1]},
				Kind: pattern.Enclosed, Allowance: 20, Corner: true}
			p.Edges = slices.Insert(p.Edges, k+1, own)
			break
		}
	}
	h.Pieces[i] = p
	h.Measure("cowl", "the front", "its neckline, from shoulder to shoulder", 2*(top.To(from)))
	neckline := h.top[neckFront].line
	apart := 2 * neckline[len(neckline)-1].X
	h.Remark(false, "How deep it hangs", fmt.Sprintf("Between the shoulders, %s apart, the neckline of %s falls in a curve about %s deep.",
		measure.Tell(apart), measure.Tell(2*top.To(from)), measure.Tell(fullness.FestoonDeep(apart, 2*top.To(from)))))
	h.Tell(work.ToFace,
		"The front's own facing is folded in along the neckline, "+measure.Tell(deep)+" deep, and caught at the shoulders only.")
	return p.Fault()
}
