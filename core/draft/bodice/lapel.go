package bodice

import (
	"errors"
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"ardentgusset/core/surface"
	"ardentgusset/core/work"
	"gonum.org/v1/gonum/spatial/r3"
)

// lapels asks for what turns back before: the front's upper part, with a collar sewn to it at a
// notch or in one with it.
func lapels(usual string, up float64) []draft.Parameter {
	turned := func(v draft.Values) bool { return v.Choice(draft.CollarKind) != "none" }
	notched := func(v draft.Values) bool { return v.Choice(draft.CollarKind) == "notched" }
	kinds := []string{"notched", "lapels and a notched collar", "shawl", "a shawl, in one with the front", "none", "none: it is faced"}
	if usual == "shawl" {
		kinds = []string{kinds[2], kinds[3], kinds[0], kinds[1], kinds[4], kinds[5]}
	}
	breaks := draft.Mm("lapel_break", "It breaks above the waist by", 10, 260, up, "at the uppermost button", figure.Memory,
		"Where the front begins to turn back; the uppermost button stands there.")
	breaks.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		t := on.Torso()
		return 10, max(min(260, t.BustPoint.Z+0.35*(t.Throat.Z-t.BustPoint.Z)), 20)
	}
	wide := draft.Mm("lapel_wide", "Lapel, wide", 45, 140, 82, "⟦75⟧ to ⟦9 cm⟧; a shawl’s ⟦9 cm⟧ to ⟦14 cm⟧", figure.Memory,
		"From the line it rolls on to its point.")
	gorge := draft.Mm("lapel_gorge", "Gorge, below the shoulder", 40, 110, 70, "⟦6 cm⟧ to ⟦8 cm⟧", figure.Memory,
		"From the shoulder seam down beside the roll to where the collar’s seam turns out.")
	stand := draft.Mm("collar_stand", "Collar’s stand behind", 18, 40, 28, "⟦25⟧ to ⟦32⟧", figure.Memory,
		"What stands up at the neck.")
	fall := draft.Mm("collar_fall", "Collar’s fall behind", 30, 90, 42, "⟦4 cm⟧ to ⟦45⟧; a shawl’s to ⟦8 cm⟧", figure.Memory,
		"What turns down over it; it must cover the stand.")
	breaks.When, wide.When, stand.When, fall.When, gorge.When = turned, turned, turned, turned, notched
	return []draft.Parameter{draft.OneOf(draft.CollarKind, "Collar", "The front turns back along a line that rolls.", kinds...),
		breaks, wide,
		gorge, stand, fall}
}

// lapelled tells whether the front turns back.
func (h *half) lapelled() bool {
	return h.v.Has("lapel_break") && h.v.Choice(draft.CollarKind) != "none"
}

// roll is the line that a front turns back on, and what is drawn by it. up runs up along it, out
// away from the body.
type roll struct {
	shoulder, gorge, brk plane.Point // the neck point, the inner end of the gorge, the break
	up, out              plane.Point
	foot                 plane.Point // beside the gorge's inner end, on the roll
}

// rollOf lays the roll on a front piece: from the break to two thirds of the stand beyond the
// neck point (common practice, no source).
func (h *half) rollOf(p *pattern.Piece) (roll, float64) {
	neck, _ := p.Edge("neck")
	shoulder, _ := p.Edge("shoulder")
	front, _ := p.Edge(h.opens)
	r := roll{shoulder: neck.Line[0]}
	before, _ := plane.Along(shoulder.Line, shoulder.Length()-30)
	through := r.shoulder.Add(r.shoulder.Sub(before).Unit().Times(h.v.Number("collar_stand") * 2 / 3))
	at := h.fromNeck(figure.InFront, front.Length(), h.v.Number("lapel_break"))
	r.brk, _ = plane.Along(front.Line, at)
	r.up = through.Sub(r.brk).Unit()
	r.out = r.up.Left()
	down := 70.0
	if h.v.Choice(draft.CollarKind) == "notched" {
		down = h.v.Number("lapel_gorge")
	}
	r.gorge = r.shoulder.Sub(r.up.Times(down))
	r.foot = r.brk.Add(r.up.Times(r.gorge.Sub(r.brk).Dot(r.up)))
	return r, at
}

// drawRoll draws the line that the front turns back on as it lies on the figure.
func (h *half) drawRoll() {
	neck := h.top[neckFront].line
	low := h.form.At(h.v.Number("lapel_break"), 0, figure.InFront)
	h.Drawn = append(h.Drawn, draft.Drawn{Kind: draft.DrawnRoll, Name: "roll",
		Line: thinned(h.form.Straight(neck[len(neck)-1], low, surface.FromFront))})
}

// fromNeck is how far down an opening of a length a height lies, counted from the neck, mm.
func (h *half) fromNeck(side figure.Facing, long, z float64) float64 {
	top, low := h.top[neckFront].line[0].Z, h.hem(0)
	if side == figure.Behind {
		line := h.top[len(h.top)-1].line
		top, low = line[len(line)-1].Z, h.hem(1)
	}
	centre := h.form.Centre(side, low, top)
	part := 0.0
	for k := 1; k < len(centre); k++ {
		low, high := centre[k-1], centre[k]
		switch {
		case high.Z <= z:
			part = centre[:k+1].Length()
		case low.Z < z: // it lies between
			part = centre[:k].Length() + (z-low.Z)/(high.Z-low.Z)*r3.Norm(r3.Sub(high, low))
		}
	}
	return long * (1 - part/centre.Length())
}

// How a lapel is shaped (from memory), mm: its point lies so far below the gorge's inner end, the
// notch leaves so much of its upper edge free, the collar's end is as long and stands off at an
// angle.
const pointDrop, notchFree, collarEnd, notchAngle = 14.0, 36.0, 34.0, 72.0

// backNecks are the stretches of the neckline behind the shoulder, from the shoulder back, and
// their length.
func (h *half) backNecks(front string) (parts []necklinePart, long float64) {
	for i := range h.Pieces {
		p := &h.Pieces[i]
		if e, ok := p.Edge("neck"); ok && p.ID != front && p.Of == "" {
			parts = append(parts, necklinePart{p.ID, e.Length()})
			long += e.Length()
		}
	}
	return parts, long
}

var errLapel = errors.New("the lapel has no room on this front: let it break lower, make it narrower, or raise the neckline")

// lapel turns the front back: its neckline and its front edge above the break become gorge and
// lapel, it is faced in its own shape, and the collar is drafted where it will be sewn.
func (h *half) lapel(first string) error {
	i := h.index(first)
	front := h.Pieces[i].Copied()
	neck, ok := front.Edge("neck")
	if !ok || !meets(&front, "neck", "shoulder", true) {
		return errors.New("lapels want a round neckline that runs to the shoulder in one, and no raglan sleeve: choose another neckline, " +
			"sleeve or collar")
	}
	r, at := h.rollOf(&front)
	edge, _ := front.Edge(h.opens)
	if lowest := neck.Line[0].Sub(r.brk).Dot(r.up); lowest < h.v.Number("lapel_wide")+40 {
		return errLapel
	}
	h.drawRoll()
	behind, long := h.backNecks(first)
	below := plane.Part(edge.Line, at, edge.Length())
	var top []pattern.Edge // from the shoulder to the break
	if h.v.Choice(draft.CollarKind) == "shawl" {
		top = h.shawlEdges(r, long)
	} else {
		top = h.lapelEdges(r)
	}
	front.Edges = replaced(front.Edges, "neck", h.opens, append(top, pattern.Edge{ID: h.opens, Name: edge.Name, Line: below,
		Allowance: edge.Allowance}))
	front.Marks = append(clippedAbove(front.Marks, r), pattern.Mark{Kind: pattern.FoldLine, Label: pattern.Roll,
		Path: []plane.Point{r.brk, r.foot}})
	front.Allow(10, "neck", "gorge", "lapel-top", "lapel", h.opens)
	if err := front.Fault(); err != nil {
		return errLapel
	}
	facing, err := facingOf(front, h.opens)
	if err != nil {
		return err
	}
	if h.v.Choice(draft.CollarKind) == "shawl" {
		turned(&facing, "", "lapel", lapelTurn, false)
	} else {
		turned(&facing, "lapel-top", "lapel", lapelTurn, true)
	}
	if facing.Fault() != nil {
		return errLapel
	}
	front.Be(pattern.Sewn, h.opens)
	h.Pieces[i] = front
	h.Pieces = append(h.Pieces, facing)
	for _, e := range []string{"lapel-top", "lapel", h.opens} {
		if _, ok := front.Edge(e); ok {
			h.Seams = append(h.Seams, h.eased("facing-"+e, first, facing.ID, e, pattern.Turned))
		}
	}
	if h.v.Choice(draft.CollarKind) == "shawl" {
		h.shawl(first, facing.ID, behind, long)
	} else if err := h.notched(first, facing.ID, r, behind, long); err != nil {
		return err
	}
	h.Buy("tape", "Stay tape, "+measure.TellStock(10), 2*(r.brk.To(r.foot)+40)/1000, "m", "along both roll lines")
	h.Tell(work.ToTurn, "Tape the roll line before anything is faced, the tape shorter than the line by "+measure.Tell(8)+": it draws the "+
		"lapel to the body. Facing and upper collar are cut larger at their edges: eased on, they let the seam roll out of sight. Above "+
		"the break the facing is rolled "+measure.Tell(lapelTurn)+" to the right side, below it to the wrong one.")
	return nil
}

// replaced are edges with those from one to another put away for others.
func replaced(edges []pattern.Edge, from, to string, by []pattern.Edge) []pattern.Edge {
	var out []pattern.Edge
	for _, e := range edges {
		switch e.ID {
		case from:
			out = append(out, by...)
		case to:
		default:
			out = append(out, e)
		}
	}
	return out
}

// clippedAbove are marks without what of their fold lines lies above the break.
func clippedAbove(marks []pattern.Mark, r roll) []pattern.Mark {
	var out []pattern.Mark
	for _, m := range marks {
		if m.Kind == pattern.FoldLine {
			var kept []plane.Point
			for _, q := range m.Path {
				if q.Y < r.brk.Y {
					kept = append(kept, q)
				}
			}
			if len(kept) < 2 {
				continue
			}
			m.Path = kept
		}
		out = append(out, m)
	}
	return out
}

// lapelEdges are the neckline beside the roll, the gorge, what the notch leaves free of the lapel's
// upper edge, and its outer edge.
func (h *half) lapelEdges(r roll) []pattern.Edge {
	tip := r.foot.Add(r.out.Times(h.v.Number("lapel_wide"))).Sub(r.up.Times(pointDrop))
	way := r.gorge.To(tip)
	notch := r.gorge.Toward(tip, max(1-notchFree/way, 0.35))
	fall := tip.To(r.brk)
	outer := plane.Cubic(tip, tip.Sub(r.up.Times(0.3*fall)).Add(r.out.Times(0.05*fall)),
		r.brk.Add(r.up.Times(0.3*fall)).Add(r.out.Times(0.05*fall)), r.brk)
	return []pattern.Edge{{ID: "neck", Name: "neckline, beside the roll", Line: []plane.Point{r.shoulder, r.gorge}, Corner: true},
		{ID: "gorge", Name: "gorge", Line: []plane.Point{r.gorge, notch}, Corner: true},
		{ID: "lapel-top", Name: "lapel, upper edge", Line: []plane.Point{notch, tip}, Corner: true},
		{ID: "lapel", Name: "lapel", Line: outer, Corner: true}}
}

// facingOf is the facing of a front that turns back, in its own shape, to the shoulder and the
// lower edge.
func facingOf(front pattern.Piece, opens string) (pattern.Piece, error) {
	const atShoulder, atHem = 40.0, 75.0
	shoulder, _ := front.Edge("shoulder")
	hem, _ := front.Edge("hem")
	low := plane.Part(hem.Line, 0, min(atHem, hem.Length()*0.6))
	high := plane.Part(shoulder.Line, max(shoulder.Length()-atShoulder, 0), shoulder.Length())
	a, b := low[len(low)-1], high[0]
	rise := a.To(b)
	f := pattern.Piece{ID: "front-facing", Name: "Front facing", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "hem", Name: "lower edge", Line: low, Allowance: 10, Kind: pattern.Layered},
		{ID: "inner", Name: "inner edge", Line: plane.Cubic(a, a.Add(plane.Pt(0, 0.35*rise)), b.Sub(plane.Pt(0, 0.4*rise)), b),
			Allowance: 10, Kind: pattern.Enclosed, Corner: true},
		{ID: "shoulder", Name: "shoulder", Line: high, Allowance: 15, Kind: pattern.Enclosed, Corner: true}}}
	for _, e := range front.Edges {
		switch e.ID {
		case "neck", "gorge", "lapel-top", "lapel", "collar-back", opens:
			e.Line = append([]plane.Point{}, e.Line...)
			e.Corner, e.Allowance, e.Kind = true, 10, ""
			f.Edges = append(f.Edges, e)
		}
	}
	f.Also = []pattern.CutFor{{For: pattern.ForInterfacing, N: 2}}
	f.Cut = 4
	if err := f.Fault(); err != nil {
		return f, fmt.Errorf("the front is too narrow for its facing: %w", err)
	}
	return f, nil
}

// swung is a line so long that leaves a point in a direction and turns to the right by an angle on
// its way: back over the shoulder, so that a collar's outer edge is longer than its neck.
func swung(from, along plane.Point, long, angle float64) []plane.Point {
	const n = 24
	out := []plane.Point{from}
	for k := range n {
		t := (float64(k) + 0.5) / n
		out = append(out, out[k].Add(along.Turned(-angle*t).Times(long/n)))
	}
	return out
}

// leaned is how far a collar that turns over leans from its stand, radians: the further it falls
// over the stand, the longer its outer edge must be (from memory: 20 mm on a back neck of 90 for
// a fall of 42 over 28, up to 50 for a shawl).
func (h *half) leaned(long float64) float64 {
	over := h.v.Number("collar_fall") - h.v.Number("collar_stand")
	return math.Asin(min((12+0.6*max(over, 0))/max(long, 30), 0.7))
}

// notched drafts the collar to the gorge, the neckline beside the roll and the back neck: an under
// collar with a seam behind, and an upper one on the fold.
func (h *half) notched(front, facing string, r roll, behind []necklinePart, long float64) error {
	f := h.Pieces[h.index(front)]
	gorge, _ := f.Edge("gorge")
	neck, _ := f.Edge("neck")
	notch := gorge.Line[len(gorge.Line)-1]
	lean := h.leaned(long)
	aft := swung(r.shoulder, r.up, long, lean)
	end, heading := aft[len(aft)-1], r.up.Turned(-lean)
	outerBack := end.Add(heading.Left().Times(h.v.Number("collar_stand") + h.v.Number("collar_fall")))
	corner := notch.Add(notch.Sub(r.gorge).Unit().Turned(-notchAngle * math.Pi / 180).Times(collarEnd))
	way := outerBack.To(corner)
	c := pattern.Piece{ID: "under-collar", Name: "Under collar", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "gorge", Name: "to the gorge", Line: plane.Reversed(gorge.Line), Corner: true},
		{ID: "neck", Name: "to the neckline", Line: plane.Join(plane.Reversed(neck.Line), aft), Corner: true},
		{ID: "centre-back", Name: "centre back", Line: []plane.Point{end, outerBack}},
		{ID: "outer", Name: "outer edge", Line: plane.Cubic(outerBack, outerBack.Sub(heading.Times(0.35*way)),
			corner.Add(r.up.Times(0.3*way)), corner), Corner: true},
		{ID: "end", Name: "end before", Line: []plane.Point{corner, notch}, Corner: true}}}
	c.Allow(10, "gorge", "neck", "centre-back", "outer", "end")
	up := c.Copied()
	up.ID, up.Name, up.Cut, up.Mirrored, up.Fold = "collar", "Upper collar", 1, false, "centre-back"
	up.Allow(0, "centre-back")
	turned(&up, "outer", "end", collarTurn, false)
	up, err := up.Upright("centre-back")
	if err != nil {
		return err
	}
	for _, p := range []pattern.Piece{c, up} {
		if p.Fault() != nil {
			return errLapel
		}
	}
	c.GrainDegrees = 45
	parts := append([]necklinePart{{front, neck.Length()}}, behind...)
	var stretches []pattern.Stretch
	for k, s := range parts {
		stretches = append(stretches, pattern.Stretch{ID: fmt.Sprintf("neck-%d", k+1), Name: "to the " + s.piece, Length: s.length})
	}
	stretches[len(stretches)-1].Length = 0
	c.Split("neck", stretches...)
	up.Split("neck", stretches...)
	for k := range parts {
		if k > 0 { // the back's neckline lies between the two collars
			up.Be(pattern.Enclosed, stretches[k].ID)
		}
		h.Seams = append(h.Seams, pattern.Seam{ID: "collar-" + parts[k].piece, A: pattern.Side{Piece: "under-collar",
			Edge: stretches[k].ID},
			B: pattern.Side{Piece: parts[k].piece, Edge: "neck"}, Strain: 1})
	}
	side := func(piece, edge string) pattern.Side { return pattern.Side{Piece: piece, Edge: edge} }
	h.Pieces = append(h.Pieces, c, up)
	h.Seams = append(h.Seams,
		pattern.Seam{ID: "gorge", A: side("under-collar", "gorge"), B: side(front, "gorge")},
		pattern.Seam{ID: "gorge-facing", A: side("collar", "gorge"), B: side(facing, "gorge")},
		pattern.Seam{ID: "collar-facing", A: side("collar", "neck-1"), B: side(facing, "neck")},
		h.eased("collar-outer", "under-collar", "collar", "outer", pattern.Turned),
		h.eased("collar-end", "under-collar", "collar", "end", pattern.Turned))
	h.pairMirrored("under-collar", "centre-back", 1)
	h.Seams[len(h.Seams)-1].ID = "under-collar-back"
	h.Measure("lapel.gorge", "the gorge", "along its seam", gorge.Length())
	return nil
}

// shawlEdges are the neckline behind, the seam of the shawl at the centre back, and its outer edge
// down to the break.
func (h *half) shawlEdges(r roll, long float64) []pattern.Edge {
	lean := h.leaned(long)
	aft := swung(r.shoulder, r.up, long-shawlShort, lean)
	end, heading := aft[len(aft)-1], r.up.Turned(-lean)
	outer := end.Add(heading.Left().Times(h.v.Number("collar_stand") + h.v.Number("collar_fall")))
	widest := r.foot.Add(r.out.Times(h.v.Number("lapel_wide")))
	upper, lower := outer.To(widest), widest.To(r.brk)
	line := plane.Join(plane.Cubic(outer, outer.Sub(heading.Times(0.35*upper)), widest.Add(r.up.Times(0.35*upper)), widest),
		plane.Cubic(widest, widest.Sub(r.up.Times(0.4*lower)), r.brk.Add(r.up.Times(0.3*lower)).Add(r.out.Times(0.1*lower)), r.brk))
	return []pattern.Edge{{ID: "neck", Name: "to the back neckline", Line: aft, Corner: true},
		{ID: "collar-back", Name: "seam of the shawl, centre back", Line: []plane.Point{end, outer}},
		{ID: "lapel", Name: "outer edge of the shawl", Line: line, Corner: true}}
}

// shawlShort is how much shorter than the back neckline a shawl's neck is, mm (common practice, no
// source).
const shawlShort = 3.0

// shawl sews the shawl behind, and to the back's neckline.
func (h *half) shawl(front, facing string, behind []necklinePart, long float64) {
	e, _ := h.edge(front, "neck")
	whole := e.Length()
	var stretches []pattern.Stretch
	for k, s := range behind {
		stretches = append(stretches, pattern.Stretch{ID: fmt.Sprintf("neck-%d", k+1), Name: "to the " + s.piece,
			Length: whole * s.length / long})
	}
	stretches[len(stretches)-1].Length = 0
	h.Pieces[h.index(front)].Split("neck", stretches...)
	h.Pieces[h.index(facing)].Be(pattern.Enclosed, "neck")
	for k, s := range behind {
		h.Seams = append(h.Seams, pattern.Seam{ID: "shawl-" + s.piece, A: pattern.Side{Piece: front, Edge: stretches[k].ID},
			B: pattern.Side{Piece: s.piece, Edge: "neck"}, Ease: shawlShort * s.length / long, Absorbed: pattern.Eased, Strain: 1})
	}
	h.pairMirrored(front, "collar-back", 1)
	h.Seams[len(h.Seams)-1].ID = "shawl-back"
	h.pairMirrored(facing, "collar-back", 1)
	h.Seams[len(h.Seams)-1].ID = "shawl-back-facing"
}
