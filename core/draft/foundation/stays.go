package foundation

import (
	"fmt"
	"math"
	"slices"

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
	"ardentgusset/core/work"
)

// Stays are conical stays of the eighteenth century: a smooth cone from the
// waist to the bust, a point before, tabs over the hips.
type Stays struct{}

// About describes it.
func (Stays) About() draft.About {
	return draft.About{Kind: "stays", Name: "Stays", Family: family.Foundation,
		What: "Conical stays with tabs and straps, fully or half boned, laced behind, before or both; for the eighteenth century.",
		Usual: cloth.Fabric{Name: "Linen canvas", Colour: "unbleached", Width: 1450, Selvedge: 10, Thickness: 0.6, Weight: 260,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Stays) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		lacedWaist(30, 90, "Girth of the waist inside the closed stays. They shape a cone more than they draw in."),
		draft.OneOf("closing", "Laced", "Behind needs help to put on; before is for those who dress alone, often over a stomacher; both "+
			"fits a changing body.", "back", "behind", "front", "before", "both", "before and behind"),
		draft.Tally(draft.Panels, "Panels a side", 3, 6, 4, "four or five are usual", figure.Memory, "Seams lean towards the point."),
		draft.OneOf("boning", "Boning", "Fully boned stays stand by themselves; half boned are lighter, cooler and quicker.", "half",
			"half boned", "full", "fully boned"),
		upTo(draft.TopFront, "Top edge, front", "Up from the waist; just over the bust line holds it.", 1.06, "just over the bust line"),
		upTo(draft.TopSide, "Top edge, side", "Below the arm; a hand's breadth must stay free.", 0.86,
			"86 % of waist to bust line"),
		upTo(draft.TopBack, "Top edge, back", "Over the shoulder blades.", 1.2, "a fifth above the bust line"),
		draft.MmFrom("point", "Point, before", 0, 160, "a third of the way to the hip", "Down from the waist at the centre front.",
			func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return on.Drop(figure.Hip) * 0.34, figure.Memory
			}),
		draft.MmFrom("tabs", "Tabs, long", 30, 160, "to the high hip",
			"Cut between the seams; they spread over the hips and are bound.", func(on figure.Figure, _ draft.Values) (float64,
				figure.Source) {
				return on.Drop(figure.HighHip) * 0.9, figure.Memory
			}),
		draft.OneOf("straps", "Straps", "They hold the top edge to the body and the shoulders back; leave them off for a low neckline.",
			"yes", "sewn behind, tied before", "no", "none"),
		draft.OneOf("bone_kind", "Bones of", "Plastic stands nearest to baleen and is cut with shears; flat steel is firmer. Steel must "+
			"be capped.", "plastic", "plastic", "steel", "flat steel"),
		draft.Mm(draft.BoneWidth, "Bone width", 4, 12, 6, "narrow", figure.Memory,
			"Channels are this, the bone's thickness and "+measure.Tell(1.5)+"."),
		part.Allowance(6, 25, 12, "enough to let out", figure.Practice,
			"At the panel seams; tabs, top and point are bound and have none."),
	}
	ask := lacingParameters(22, 40)
	for i := range ask {
		switch ask[i].Key {
		case draft.Lacing:
			ask[i] = draft.OneOf(draft.Lacing, "Lacing", "Stays of the period are laced round and round with one lace; criss-cross is "+
				"easier to draw alone.", "spiral", "spiral, eyelets staggered", "criss-cross", "criss-cross, "+
				"both ends", "loops", "criss-cross with loops at the waist")
		case draft.EyeletKind:
			ask[i] = draft.OneOf(draft.EyeletKind, "Eyelets made", "Hand-worked ones are right for the period; each takes time and floss.",
				"hand", "worked by hand", "metal", "metal")
		}
	}
	return slices.Concat(list, carries(35, -15), ask)
}

// Draft drafts it to a figure, in a cloth.
func (Stays) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	if err := laceable(on); err != nil {
		return draft.Draft{}, err
	}
	laced, gap := v.Number(draft.LacedWaist), v.Number(draft.LacingGap)
	closing := v.Choice("closing")
	gaps := gap
	if closing == "both" {
		gaps = 2 * gap
	}
	// What the bust measures in them is drawn to a cone.
	closed := on.Laced(laced, 0).Carried(carryOf(v, 1))
	bust, bustZ := closed.GirthAt(figure.Bust), -closed.Drop(figure.Bust)
	h := &part.Half{Panels: v.Whole(draft.Panels), Least: narrowest,
		Top:    [3]float64{v.Number(draft.TopFront), v.Number(draft.TopSide), v.Number(draft.TopBack)},
		Bottom: [3]float64{-v.Number("point"), 0, -v.Number("point") * 0.35},
		// A cone: the girth grows straight from the waist to the bust line, and
		// nowhere presses more than it says.
		Width: func(z float64) float64 {
			girth := max(laced+(bust-laced)*min(z/bustZ, 1), closed.Girth(-z))
			if z < 0 {
				girth = max(laced*(1-z/900), closed.Girth(-z))
			}
			return (girth - gaps) / 2
		},
		Share: func(p, z float64) float64 { return 0.5 + math.Sin(math.Pi*p)*(1-0.3*math.Abs(z)) }}
	before, behind := gap, gap
	if closing == "back" {
		before = 0
	} else if closing == "front" {
		behind = 0
	}
	h.On, h.Measured = part.Lying(closed, h.Width, before, behind), told(closed)
	if err := h.Shape(); err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Cautions: []caution.Caution{caution.Lacing, caution.Needle, caution.Iron}}
	for i := range h.Panels {
		p := h.Piece(i, v.Number(draft.Allowance))
		p.Cut = 4
		p.Layered(pattern.ForLining)
		if i > 0 {
			straight := ""
			if i == h.Panels-1 && closing == "front" {
				straight = "right"
			}
			tab(&p, v.Number("tabs"), closed.Girth(v.Number("tabs"))/laced*1.03, straight)
		}
		d.Pieces = append(d.Pieces, p)
	}
	last := h.Panels - 1
	kind := bone.Plastic
	if v.Choice("bone_kind") == "steel" {
		kind = bone.Flat
	}
	b := part.Boned{Draft: &d, Width: v.Number(draft.BoneWidth), Clearance: bone.Clearance, Count: 2}
	_, _, _, room := lane(1, b.Channel(kind)) // bone, eyelets, bone
	room += 2
	if err := staysEdges(&d, h, b, kind, v); err != nil {
		return d, err
	}
	if err := fanBones(&d, h, b, kind, v, room); err != nil {
		return d, err
	}
	for i := 1; i < h.Panels; i++ {
		d.Sew(fmt.Sprintf("seam-%d", i), d.Pieces[i-1].ID, "back", d.Pieces[i].ID, "front", "whipped")
		d.Seams[len(d.Seams)-1].Note = "it ends at the waist, tabs stay free; or stitch it and press it open"
	}
	if v.Choice("straps") == "yes" {
		strap(&d, &d.Pieces[last], on, v.Number(draft.TopFront), v.Number(draft.TopBack))
	}
	h.GoesRound(&d, on, gaps)
	finishStays(&d, h, on, closed, v, in, kind)
	d.Entry = draft.Entry{At: draft.AtBack, Through: true}
	if v.Choice("closing") != "back" {
		d.Entry.At = draft.AtFront
	}
	return d, nil
}

// tab turns the lower edge of a panel into a tab: down from both ends, spread
// as the figure spreads, and round at the corners. It is bound and has no
// allowance. At a fold or an open front ("left" or "right") it goes straight
// down, and the upright edge with it.
func tab(p *pattern.Piece, long, spread float64, straight string) {
	var e, leftEdge, rightEdge *pattern.Edge
	for i := range p.Edges {
		if p.Edges[i].ID == "bottom" {
			n := len(p.Edges)
			e, rightEdge, leftEdge = &p.Edges[i], &p.Edges[(i+1)%n], &p.Edges[(i+n-1)%n]
		}
	}
	a, b := e.Line[0], e.Line[len(e.Line)-1]
	more := (spread - 1) * a.To(b) / 2
	r := min(long*0.3, a.To(b)*0.25)
	la, lb := plane.Pt(a.X-more, a.Y-long), plane.Pt(b.X+more, b.Y-long)
	if straight == "left" {
		la.X = a.X
	}
	if straight == "right" {
		lb.X = b.X
	}
	e.ID, e.Name, e.Allowance, e.Corner = "tab", "tab, bound", 0, true
	in := lb.Sub(la).Unit()
	upA, upB := a.Sub(la).Unit(), b.Sub(lb).Unit()
	var left, right []plane.Point
	if straight == "left" {
		leftEdge.Line = plane.Join(leftEdge.Line, []plane.Point{la})
		left = []plane.Point{la}
	} else {
		left = plane.Join([]plane.Point{a, la.Add(upA.Times(r))}, plane.Sweep(la.Add(upA.Times(r)), upA.Times(-1), la.Add(in.Times(r)), in))
	}
	if straight == "right" {
		rightEdge.Line = plane.Join([]plane.Point{lb}, rightEdge.Line)
		for i := range p.Notches { // they count from the edge's start
			if p.Notches[i].Edge == rightEdge.ID {
				p.Notches[i].At += long
			}
		}
		right = []plane.Point{lb}
	} else {
		right = plane.Join(plane.Sweep(lb.Sub(in.Times(r)), in, lb.Add(upB.Times(r)), upB), []plane.Point{b})
	}
	e.Line = plane.Join(left, right)
}

// onBlade is how far from the centre back the middle of a strap lies at most, of the width across the back.
const onBlade = 0.35

// strap adds a pair of straps sewn to the top of the back piece beside its
// side seam, or on the blade, and tied before.
func strap(d *draft.Draft, back *pattern.Piece, on figure.Figure, topFront, topBack float64) {
	const wide, tie = 34.0, 50.0
	e, _ := back.Edge("top")
	w := min(wide, e.Length()*0.6)
	// Over the shoulder it comes from the blade: a back that reaches to the side has it further in (from memory).
	if in := on.Length("across_back") * onBlade; e.Length()-w/2 > in+w {
		back.Split("top", pattern.Stretch{ID: "top", Name: "upper edge", Length: in - w/2},
			pattern.Stretch{ID: "strap-seam", Name: "to the strap", Length: w}, pattern.Stretch{ID: "top-2", Name: "upper edge"})
	} else {
		back.Split("top", pattern.Stretch{ID: "top", Name: "upper edge", Length: e.Length() - w},
			pattern.Stretch{ID: "strap-seam", Name: "to the strap"})
	}
	if s, ok := back.Edge("strap-seam"); ok {
		s.Allowance = 10
	}
	s, _ := back.Edge("strap-seam")
	long := max(on.Length("back_waist_length")-topBack+on.Length("front_length")-topFront-tie, 120)
	p := pattern.Rectangle("strap", "Strap", s.Length(), long, 0)
	p.Cut, p.Mirrored = 4, true
	p.Layered(pattern.ForLining)
	p.Allow(10, "bottom")
	part.Rename(&p, "left", "strap-side", "side edge", 0)
	part.Rename(&p, "right", "strap-other", "other side edge", 0)
	part.Rename(&p, "top", "strap-end", "end, tied before", 0)
	for i := range p.Edges {
		p.Edges[i].Corner = true
	}
	d.Pieces = append(d.Pieces, p)
	d.Seams = append(d.Seams, pattern.Seam{ID: "strap", A: pattern.Side{Piece: "strap", Edge: "bottom"},
		B: pattern.Side{Piece: back.ID, Edge: "strap-seam"}, Join: pattern.SetOn, Technique: "stitched-twice", Strain: 2})
	d.Strap = draft.Strap{Piece: "strap", Wide: s.Length(), Behind: draft.StrapEnd{Side: pattern.Side{Piece: back.ID, Edge: "strap-seam"}}}
	d.Tell(work.ToSetOn, "Straps behind first; their length before is found on the wearer.")
	d.Measure("strap", "the strap", "in length", long)
	d.Buy("ribbon", "Ribbon to tie the straps", 1.2, "m", "two of "+measure.Tell(600))
}

// tellStays says what is particular about the making of stays.
func tellStays(d *draft.Draft, closing string) {
	d.MockUp = "In card or stiff cloth, laced as it will be; look that the tabs spread on the hips and the top edge does not cut in."
	d.Tell(work.ToCut, "All on one grain, even where that costs cloth: a support off the grain warps.")
	d.Tell(work.ToChannel, "Through both layers of every panel while it lies flat, from the middle of the panel outwards.")
	d.Tell(work.ToEyelet, "Between the two channels of the edge, with canvas behind them; push the threads aside with an awl.")
	d.Tell(work.ToJoin, "From the top to the waist; below it the tabs stay free.")
	d.Tell(work.ToBone, "Ends rounded and smoothed, by the list; "+measure.TellFine(bone.Clearance)+" free at both ends.",
		work.After{Step: work.ToEyelet, Why: "an awl beside a bone slips"})
	d.Tell(work.ToBind,
		"Tabs first, by hand: at the top of every slit take one deep stitch. Fine, close cloth; loosely woven cloth frays away.")
	d.TryOn = "Lace from the bottom up"
	if closing == "back" {
		d.TryOn += ", somebody else drawing"
	}
	d.TryOn += "; sit, bend, breathe."
}

// fanBones sets bones fanning between the seams, as many as the waist of each panel
// holds, clear of the lacing edges by room, mm.
func fanBones(d *draft.Draft, h *part.Half, b part.Boned, kind bone.Kind, v draft.Values, room float64) error {
	closing, channel, last := v.Choice("closing"), b.Channel(kind), h.Panels-1
	front := closing != "back"
	for i := range h.Panels {
		l, r := h.Edges(i, 0)
		lo, hi := l+channel/2+2, r-channel/2-2
		if i == 0 && front {
			lo = l + room + channel/2
		}
		if i == last && closing != "front" {
			hi = r - room - channel/2
		}
		if i == 0 && !front {
			lo = l + channel/2 + 1
		}
		n := int((hi-lo)/(channel+0.6)) + 1
		if hi < lo {
			n = 0
		}
		if v.Choice("boning") == "half" {
			n = (n + 2) / 3
		}
		for k := range n {
			x := (lo + hi) / 2
			if n > 1 {
				x = lo + (hi-lo)*float64(k)/float64(n-1)
			}
			path := h.Within(i, (x-l)/(r-l))
			if plane.Length(path) < bone.Shortest+2*b.Clearance {
				continue // too short to need one
			}
			if err := b.Add(&d.Pieces[i], kind, fmt.Sprintf("%d of %d in %s", k+1, n, d.Pieces[i].Name), path); err != nil {
				return err
			}
		}
	}
	return nil
}

// finishStays adds what follows from the pieces: dimensions, notions, what it does to
// the figure, and the order of work.
func finishStays(d *draft.Draft, h *part.Half, on, closed figure.Figure, v draft.Values, in cloth.Fabric, kind bone.Kind) {
	bustZ, laced := -on.Drop(figure.Bust), v.Number(draft.LacedWaist)
	atWaist(d, h, 0)
	if top, _ := h.Cloth(d, bustZ); top > 0 {
		d.Measure("top.made", "the cloth", "at the bust line", top)
	}
	d.Spares = []draft.Spare{{Dimension: "waist.made", Where: fmt.Sprintf("all %d panel seams", 2*(h.Panels-1)),
		Seams: 2 * (h.Panels - 1), Allowance: v.Number(draft.Allowance)}}
	channels, count := 0.0, 0
	for _, x := range d.Bones {
		channels += float64(x.Count) * x.Channel
		count += x.Count
	}
	d.Flat, d.Covered = true, true
	t := 2*float64(in.Thickness) + kind.Thickness()*0.6
	low := v.Number("tabs")
	d.Wear = draft.Wear{LaceTo: laced, Carry: carryOf(v, 1), Cover: []figure.Depth{{Drop: -max(h.Top[1], h.Top[2]), Depth: t},
		{Drop: 0, Depth: t},
		{Drop: low, Depth: t}}}
	reductionNotes(d, on, laced, 30)
	d.Remark(false, fmt.Sprintf("%d bones", count), fmt.Sprintf("%s of channels. Sew them before the panels are joined, each "+
		"panel flat.", measure.TellLong(channels)))
	tellStays(d, v.Choice("closing"))
}

// staysEdges makes the front and the back of the stays lace or lie on the fold, as they
// close.
func staysEdges(d *draft.Draft, h *part.Half, b part.Boned, kind bone.Kind, v draft.Values) error {
	closing, last := v.Choice("closing"), h.Panels-1
	outer, eyelets, inner, _ := lane(1, b.Channel(kind)) // bone, eyelets, bone
	if closing != "back" {
		part.Rename(&d.Pieces[0], "front", "front-lacing", "front lacing edge", 20)
		for k, x := range []float64{outer, inner} {
			if err := b.Add(&d.Pieces[0], kind, []string{"at the front edge", "inside the front eyelets"}[k], h.Upright(0, x)); err != nil {
				return err
			}
		}
		low, top := h.Reach(0)
		lacingEdge(d, &d.Pieces[0], v, "at the centre front", []plane.Point{{Y: low}, {Y: top}}, eyelets, -1)
	} else {
		d.Pieces[0].Fold = "front"
		d.Pieces[0].Cut, d.Pieces[0].Mirrored = 2, false
		d.Pieces[0].Layered(pattern.ForLining)
		part.Rename(&d.Pieces[0], "front", "front", "centre front, on the fold", 0)
	}
	if closing != "front" {
		part.Rename(&d.Pieces[last], "back", "lacing", "lacing edge", 25)
		if err := bonedLacing(d, h, b, &d.Pieces[last], v, kind); err != nil {
			return err
		}
	} else {
		d.Pieces[last].Fold = "back"
		d.Pieces[last].Cut, d.Pieces[last].Mirrored = 2, false
		d.Pieces[last].Layered(pattern.ForLining)
		part.Rename(&d.Pieces[last], "back", "back", "centre back, on the fold", 0)
		straighten(&d.Pieces[last], "back")
	}
	return nil
}
