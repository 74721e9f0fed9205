package foundation

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
	"ardentgusset/core/work"
)

// Jumps are a quilted, lightly boned bodice with tabs and straps, laced before.
type Jumps struct{}

// About describes it.
func (Jumps) About() draft.About {
	return draft.About{Kind: "jumps", Name: "Jumps", Family: family.Foundation,
		What: "A quilted bodice with few bones, tabs and straps, laced before; worn at home in place of stays.",
		Usual: cloth.Fabric{Name: "Printed cotton", Colour: "woad", Width: 1400, Selvedge: 10, Thickness: 0.35, Weight: 150,
			Shrinkage: 0.03}}
}

const wadding = 2.0 // one thin layer, sewn down (from memory)

// Parameters are what is asked about it.
func (Jumps) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.Mm(draft.Ease, "Ease at the waist", 0, 60, 15, "worn for comfort", figure.Memory,
			"Nothing is drawn in; the wadding itself takes room, which is reckoned besides."),
		draft.Tally(draft.Panels, "Panels a side", 3, 5, 3, "front, side and back", figure.Practice, "The back is cut on the fold."),
		upTo(draft.TopFront, "Top edge, front", "Up from the waist.", 1.04, "at the bust line"),
		upTo(draft.TopSide, "Top edge, side", "Below the arm.", 0.84, "84 % of waist to bust line"),
		upTo(draft.TopBack, "Top edge, back", "Over the shoulder blades.", 1.15, "above the bust line"),
		draft.MmFrom("tabs", "Tabs, long", 30, 160, "to the high hip", "Cut between the seams, bound, without allowance.",
			func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return on.Drop(figure.HighHip) * 0.95, figure.Memory
			}),
		draft.Mm("spacing", "Quilting lines apart", 6, 60, 12.7, "⟦1/2 in⟧", figure.Practice,
			"Measured from one base line, so that slips do not add up."),
		draft.Times("angle", "Quilting, degrees from level", 10, 80, 45, "diagonal", figure.Practice,
			"Mirrored left to right and at every seam, so that the lines meet in a zigzag."),
		draft.Times("shrink", "Quilting draws in, %", 0, 15, 3, "quilt a square and measure", figure.Memory,
			"Quilt first and cut to the line, or cut larger by this."),
		draft.OneOf("canvas", "Canvas behind the eyelets", "Without it the eyelets pull out of shape at the first wearing.", "yes",
			"yes, as wide as the boned edge", "no", "none"),
		draft.Mm(draft.BoneWidth, "Bone width", 4, 12, 6, "plastic", figure.Memory,
			"Two bones on each front edge, one behind each seam, two at the back."),
		part.Allowance(6, 25, 12.7, "⟦1/2 in⟧", figure.Practice,
			"At the seams; the wadding is cut back out of it."),
	}
	ask := lacingParameters(25, 20)
	for i := range ask {
		switch ask[i].Key {
		case draft.Lacing:
			ask[i] = draft.OneOf(draft.Lacing, "Lacing", "One lace round and round closes flattest before.", "spiral",
				"spiral, eyelets staggered", "criss-cross", "criss-cross, both ends")
		case draft.EyeletKind:
			ask[i] = draft.OneOf(draft.EyeletKind, "Eyelets made", "Worked by hand they lie flat and soft.", "hand", "worked by hand",
				"metal", "metal")
		}
	}
	return append(list, ask...)
}

// Draft drafts it to a figure, in a cloth.
func (Jumps) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	if err := laceable(on); err != nil {
		return draft.Draft{}, err
	}
	gap, bustZ := v.Number(draft.LacingGap), -on.Drop(figure.Bust)
	t := 2*float64(in.Thickness) + wadding
	// Padding all round adds 2πt to the girth its outside must have: the
	// pattern is drafted half-way through it.
	room := math.Pi * t
	waist := on.GirthAt(figure.Waist) + v.Number(draft.Ease) + room
	bust := on.GirthAt(figure.Bust) + v.Number(draft.Ease) + room
	h := &part.Half{Panels: v.Whole(draft.Panels), Least: 40,
		Top: [3]float64{v.Number(draft.TopFront), v.Number(draft.TopSide), v.Number(draft.TopBack)},
		Width: func(z float64) float64 {
			girth := max(waist+(bust-waist)*min(z/bustZ, 1), on.Girth(-z)+v.Number(draft.Ease)+room)
			if z < 0 {
				girth = waist
			}
			return (girth - gap) / 2
		},
		Share: func(p, z float64) float64 { return 0.4 + math.Sin(math.Pi*p) }}
	h.On, h.Measured = part.Lying(on, h.Width, gap, 0), told(on)
	if err := h.Shape(); err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Cautions: []caution.Caution{caution.Needle, caution.Iron}}
	spread := on.Girth(v.Number("tabs")) / on.GirthAt(figure.Waist) * 1.04
	for i := range h.Panels {
		p := h.Piece(i, v.Number(draft.Allowance))
		p.Cut = 4
		p.Layered(pattern.ForLining)
		tab(&p, v.Number("tabs"), spread, map[int]string{0: "left", h.Panels - 1: "right"}[i])
		d.Pieces = append(d.Pieces, p)
	}
	last := h.Panels - 1
	part.Rename(&d.Pieces[0], "front", "front-lacing", "front edge", 0)
	d.Pieces[last].Fold, d.Pieces[last].Cut, d.Pieces[last].Mirrored = "back", 2, false
	d.Pieces[last].Layered(pattern.ForLining)
	part.Rename(&d.Pieces[last], "back", "back", "centre back, on the fold", 0)
	straighten(&d.Pieces[0], "front-lacing")
	straighten(&d.Pieces[last], "back")

	b := part.Boned{Draft: &d, Width: v.Number(draft.BoneWidth), Clearance: 10, Count: 2}
	channel := b.Channel(bone.Plastic)
	outer, eyelets, inner, end := lane(7, channel)
	for k, x := range []float64{outer, inner} {
		if err := b.Add(&d.Pieces[0], bone.Plastic, []string{"at the front edge", "inside the eyelets"}[k], h.Upright(0, x)); err != nil {
			return d, err
		}
	}
	low, top := h.Reach(0)
	lacingEdge(&d, &d.Pieces[0], v, "at the centre front", []plane.Point{{Y: low}, {Y: top}}, eyelets, -1)
	for i := 1; i < h.Panels; i++ {
		if err := b.Add(&d.Pieces[i], bone.Plastic, fmt.Sprintf("behind seam %d", i), h.Beside(i, channel/2+2)); err != nil {
			return d, err
		}
	}
	if err := b.Add(&d.Pieces[last], bone.Plastic, "beside the centre back", h.Upright(last, h.Base(last)-channel)); err != nil {
		return d, err
	}
	for i := 1; i < h.Panels; i++ {
		d.Sew(fmt.Sprintf("seam-%d", i), d.Pieces[i-1].ID, "back", d.Pieces[i].ID, "front", "plain")
		d.Seams[len(d.Seams)-1].Note = "basted at every line crossing; it ends at the waist"
	}
	quilted(&d, v.Number("spacing"), v.Number("angle"), channel)
	if v.Choice("canvas") == "yes" {
		low, top := h.Reach(0)
		c := pattern.Rectangle("eyelet-canvas", "Canvas behind the eyelets", end+7, top-low, 0)
		c.Cut, c.Hidden = 2, true
		d.Pieces = append(d.Pieces, c)
	} else {
		d.Remark(true, "Nothing behind the eyelets", "Eyelets in unsupported cloth pull out of shape at the first wearing: choose "+
			"canvas behind them.")
	}
	strap(&d, &d.Pieces[last], on, v.Number(draft.TopFront), v.Number(draft.TopBack))
	h.GoesRound(&d, on, gap)
	finishJumps(&d, h, v, t)
	d.Entry = draft.Entry{At: draft.AtFront, Through: true}
	return d, nil
}

// straighten sets an upright edge exactly upright: rounding in the shaping
// must not tilt a fold or a front.
func straighten(p *pattern.Piece, edge string) {
	e, ok := p.Edge(edge)
	if !ok {
		return
	}
	a, b := e.Line[0], e.Line[len(e.Line)-1]
	e.Line = []plane.Point{a, plane.Pt(a.X, b.Y)}
}

// quilted lays lines over every panel: regular on the first, and on each
// further one through the points where those of its neighbour end at the seam
// between them, mirrored in it. The points are marked.
func quilted(d *draft.Draft, spacing, angle, channel float64) {
	var before [][]plane.Point
	lean := angle
	for i := range d.Pieces {
		p := &d.Pieces[i]
		outline, _ := p.Outline()
		plan := quilt.Plan{Outline: outline, Spacing: spacing, Angle: lean, Shortest: 6}
		for _, m := range p.Marks {
			if m.Kind == pattern.BoneLine {
				bed := append(plane.Beside(m.Path, channel/2), plane.Reversed(plane.Beside(m.Path, -channel/2))...)
				plan.Clear = append(plan.Clear, bed)
			}
			if m.Kind == pattern.Eyelet {
				q := m.Path[0]
				r := 6.0
				plan.Clear = append(plan.Clear, []plane.Point{q.Add(plane.Pt(-r, -r)), q.Add(plane.Pt(r, -r)), q.Add(plane.Pt(r, r)),
					q.Add(plane.Pt(-r, r))})
			}
		}
		if i > 0 {
			prev := &d.Pieces[i-1]
			a, okA := prev.Edge("back")
			b, okB := p.Edge("front")
			if okA && okB {
				lean = quilt.MirroredAngle(lean, a.Line, b.Line)
				plan.Angle = lean
				long := b.Length()
				for _, at := range quilt.Met(a.Line, before) {
					// The seam's edges run opposite ways.
					q, _ := plane.Along(b.Line, long-at)
					plan.Crossings = append(plan.Crossings, q)
					p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Meeting, Path: []plane.Point{q}, Width: 2})
				}
			}
		} else {
			plan.Through = plane.Pt(0, 0)
		}
		lines := plan.Lines()
		for _, l := range lines {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.QuiltLine, Path: l})
		}
		before = lines
		copies := p.Cut / 2
		if p.Fold != "" {
			copies = 2 // both halves of the one piece
		}
		d.Quilting = append(d.Quilting, quilt.Quilted{Piece: p.ID, Copies: copies, Spacing: spacing, Lines: lines})
	}
}

// tellJumps says what is particular about the making of jumps with so much quilting, mm.
func tellJumps(d *draft.Draft, bobbins int, length float64) {
	d.Tell(work.ToCut, "Outer cloth, lining and wadding, all on one grain. Cut the wadding back out of the seam allowances.")
	d.Tell(work.ToChannel, "To the lining, by machine, now: after quilting they can only be put in by hand and are weaker.")
	d.Tell(work.ToMark,
		"The first line from the pattern, every other measured from it; carry the meeting points over to the neighbour piece "+
			"at each seam.")
	d.Tell(work.ToQuilt, fmt.Sprintf("%s in all: wind %s first. Many pins, longer stitch, short backstitches.", measure.TellLong(length),
		measure.Count(bobbins, "bobbin")))
	d.Tell(work.ToJoin, "Pin between the basted crossings, stitch, press open, whip the allowances down.")
	d.Tell(work.ToBone, "Ends rounded and sanded; the top edge is still open.")
	d.Tell(work.ToSetOn,
		"Cover the raw edges of the straps with scraps of the binding.")
	d.Tell(work.ToBind,
		"Tabs and fronts before the top, a quarter of the way round at a time: less to unpick. Fine, close cloth: loose wool "+
			"frays away.")
	d.Tell(work.ToEyelet, "Through the canvas as well.", work.After{Step: work.ToBind, Why: "they stand a set way inside the bound edge"})
	d.MockUp = "Fronts and back in cheap cloth, one layer, pinned to the gap of the lacing: the points lie flat, the armholes free the arms."
	d.TryOn = "Lace it, tie the straps; sit and reach."
}

// finishJumps adds what follows from the pieces: dimensions, notions, what they do to the
// figure, t mm thick, and the order of work.
func finishJumps(d *draft.Draft, h *part.Half, v draft.Values, t float64) {
	atWaist(d, h, 0)
	length := quilt.Set(d.Quilting).Length()
	d.Measure("quilting", "the quilting", "in length", length)
	d.Spares = []draft.Spare{{Dimension: "waist.made", Where: fmt.Sprintf("all %d seams", 2*(h.Panels-1)), Seams: 2 * (h.Panels - 1),
		Allowance: v.Number(draft.Allowance)}}
	area := 0.0
	for i := range d.Pieces {
		if d.Pieces[i].Fold != "" || d.Pieces[i].Mirrored && d.Pieces[i].ID != "strap" {
			area += d.Pieces[i].Area() * float64(d.Pieces[i].Cut) / 2
		}
	}
	d.Buy("wadding", "Thin wadding", math.Ceil(area/1e4)/100, "m²", "all pieces once; split a thick one into two layers")
	d.Wear.Cover = []figure.Depth{{Drop: -max(h.Top[1], h.Top[2]), Depth: t}, {Drop: v.Number("tabs"), Depth: t}}
	scale := 1 / (1 - v.Number("shrink")/100)
	d.Remark(false, fmt.Sprintf("Quilting draws the cloth in by %.1f %%", v.Number("shrink")),
		fmt.Sprintf("Quilt first and cut to the line, or cut a piece that finishes %s wide at %s. Backstitch no further than the "+
			"binding covers.", measure.Tell(300), measure.Tell(300*scale)))
	_, bobbins := quilt.Thread(length, t)
	d.Flat = true
	tellJumps(d, bobbins, length)
}
