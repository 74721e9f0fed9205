package bodice

import (
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Quilted is a padded character jacket: panels mapped on the figure, quilted over wadding, with
// piping between them.
type Quilted struct{}

// About describes it.
func (Quilted) About() draft.About {
	return draft.About{Kind: "jacket-quilted", Name: "Padded, quilted jacket", Family: family.Bodice, Over: family.Gown,
		What: "Six panels a half mapped on the figure, quilted over wadding and piped between; a hidden zip before, a stand collar. For " +
			"characters.",
		Usual: cloth.Fabric{Name: "Cotton sateen", Colour: "verdigris", Width: 1500, Selvedge: 10, Thickness: 0.35, Weight: 160,
			Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (Quilted) Parameters() []draft.Parameter {
	return slices.Concat(eases(40, 40, 40, "⟦2 cm⟧ to ⟦6 cm⟧ over what is worn beneath; what the wadding takes is added by itself."),
		necks(10, 5, 10), armholes(0, 0, 0, 30),
		[]draft.Parameter{
			draft.Mm("wadding", "Wadding, thick", 1, 20, 6, "⟦4⟧ to ⟦8⟧", figure.Memory, "Round the body it takes 2π times its thickness."),
			draft.Mm(draft.Long, "Below the waist", 0, 180, 60, "to the high hip", figure.Memory, "Its lower edge is bound."),
			draft.Mm("yoke", "Yoke seam before, below the shoulder", 60, 200, 120, "a panel over the chest", figure.Memory,
				"At the armhole."),
			draft.Mm("rows", "Quilting rows apart", 10, 60, 25, "by the wadding", figure.Memory,
				"Thicker wadding wants wider rows.").Quicker(
				"Rows farther apart", "it is softer, and the wadding may shift", func(now float64) float64 { return now * 1.5 }),
			draft.Times("angle", "Rows, degrees from level", 0, 90, 45, "diagonal", figure.Memory, "90 for upright rows."),
			closes("zip", "hooks")},
		collars(45, 60, "stand", "none", "bound"), slices.Concat(moves("side-front", "seam before", "side-back", "seam behind"),
			allowances(15, 15)), sleeve.Parameters("straight"))
}

// Draft drafts it.
func (q Quilted) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return q.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Quilted) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	round := 2 * math.Pi * v.Number("wadding")
	h, err := begunWith(ask, on, v, lower{by: []lowered{{key: draft.Long, front: 1, side: 1, back: 1}}}, round)
	if err != nil {
		return draft.Draft{}, err
	}
	sideFront := h.seamAt("side-front", "side front", scyeFront, 0.34, 0.30, 0.32)
	side := h.side(0.5, 0.5)
	sideBack := h.seamAt("side-back", "side-back", scyeBack, 0.68, 0.74, 0.71)
	err = h.together(sewing{panels: []named{
		h.between("front", "Front", h.centreFront(), sideFront, surface.FromFront).plumb("centre-front"),
		h.between("side-front", "Side front", sideFront, side, surface.FromMiddle),
		h.between("side-back", "Side-back", side, sideBack, surface.FromMiddle),
		h.between("back", "Back", sideBack, h.centreBack(), surface.FromBack).onFold("centre-back")},
		opens: "centre-front", strain: 1, faced: "face-bias", hem: pattern.Bound, shape: h.chest}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	h.Flat = true
	h.padded(v.Number("wadding"), v.Number("rows"), v.Number("angle"))
	return *h.Draft, h.sound()
}

// chest cuts a panel off the top of the front.
func (h *half) chest() error {
	i := h.index("front")
	p := h.Pieces[i]
	scye, ok := p.Edge("scye")
	cf, okC := p.Edge("centre-front")
	if !ok || !okC {
		return nil
	}
	down := min(h.v.Number("yoke"), scye.Length()-15)
	at := scye.Length() - down // it runs from the seam up to the shoulder
	q, _ := plane.Along(scye.Line, at)
	along := 0.0
	for s := 2.0; s < cf.Length()-2; s += 2 {
		if c, _ := plane.Along(cf.Line, s); c.Y <= q.Y-12 {
			along = s
			break
		}
	}
	if along == 0 || at < 5 {
		return nil
	}
	upper, lower, err := p.Parted(pattern.Place{Edge: "scye", At: at}, pattern.Place{Edge: "centre-front", At: along}, "chest",
		"chest seam")
	if err != nil { // this body has no room for it: the front stays whole
		return nil
	}
	if _, ok := upper.Edge("shoulder"); !ok {
		upper, lower = lower, upper
	}
	upper.ID, upper.Name = "chest", "Chest"
	upper.Allow(h.v.Number(draft.Allowance), "chest")
	lower.Allow(h.v.Number(draft.Allowance), "chest")
	h.Pieces[i] = lower
	h.Pieces = append(h.Pieces, upper)
	for k := range h.Seams {
		for _, s := range []*pattern.Side{&h.Seams[k].A, &h.Seams[k].B} {
			if s.Piece == "front" && s.Edge == "shoulder" {
				s.Piece = "chest"
			}
		}
	}
	h.Seams = append(h.Seams, pattern.Seam{ID: "chest", A: pattern.Side{Piece: "front", Edge: "chest"},
		B: pattern.Side{Piece: "chest", Edge: "chest"}, Strain: 1})
	upper.Be(pattern.Opening, "centre-front")
	return nil
}

// padded cuts every panel of the body in three layers and quilts them.
func (h *half) padded(wadding, rows, angle float64) {
	for i := range h.Pieces {
		p := &h.Pieces[i]
		if p.ID != "chest" && !slices.ContainsFunc(h.panels, func(l laid) bool { return l.id == p.ID }) {
			continue // sleeves and collar are plain
		}
		n := p.Cut
		p.Cut, p.Also = 3*n, []pattern.CutFor{{For: pattern.ForLining, N: n}, {For: pattern.ForInterlining, N: n}}
		line, _ := p.Outline()
		box := plane.BoxOf(line)
		copies := n
		if p.Fold != "" {
			copies = 2 * n
		}
		lines := quilt.Plan{Outline: line, Spacing: rows, Angle: angle, Through: box.Centre(), Shortest: 12}.Lines()
		h.Quilting = append(h.Quilting, quilt.Quilted{Piece: p.ID, Copies: copies, Spacing: rows, Lines: lines})
		for _, l := range lines {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.QuiltLine, Path: l})
		}
	}
	h.Buy("wadding", "Wadding, "+measure.TellFine(wadding)+" thick", h.paddedArea(), "m²", "all panels, without their allowances")
	h.Buy("cord", "Piping cord and bias strip for it", h.pipingLong()/1000, "m",
		"every seam between panels, once, and a tenth for ends and joins")
	h.Wear.Cover[0].Depth, h.Wear.Cover[1].Depth = wadding+2, wadding+2
	h.Tell(work.ToQuilt, "Blocks are cut a twentieth larger, quilted, then cut to the pattern: quilting draws the cloth in.")
	h.Tell(work.ToJoin, "Wadding is cut away to the seam line before the seam is sewn, piping between. Three piped seams never meet in "+
		"one point: "+
		"set them off by "+measure.Tell(10)+".")
}

func (h *half) paddedArea() float64 {
	sum := 0.0
	for _, q := range h.Quilting {
		for i := range h.Pieces {
			if h.Pieces[i].ID == q.Piece {
				line, _ := h.Pieces[i].Outline()
				sum += plane.Area(line) * float64(q.Copies)
			}
		}
	}
	return sum / 1e6
}

func (h *half) pipingLong() float64 {
	sum := 0.0
	for _, s := range h.Seams {
		if s.Join != pattern.Beside {
			continue
		}
		if e, ok := h.edge(s.A.Piece, s.A.Edge); ok {
			sum += 2 * e.Length()
		}
	}
	return sum * 1.1
}
