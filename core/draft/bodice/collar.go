package bodice

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// collarNames are the ways a neckline is finished, in words.
var collarNames = map[string]string{"none": "none: it is faced", "bound": "none: it is bound", "stand": "a stand",
	"flat":    "flat, rounded before",
	"pointed": "flat, pointed before", "sailor": "a sailor’s, square behind", "ruffle": "a ruffle"}

// collars asks for a collar, the usual one first, so high or wide.
func collars(high, wide float64, kinds ...string) []draft.Parameter {
	var options []string
	for _, k := range kinds {
		options = append(options, k, collarNames[k])
	}
	is := func(wanted ...string) func(draft.Values) bool {
		return func(v draft.Values) bool {
			for _, w := range wanted {
				if v.Choice(draft.CollarKind) == w {
					return true
				}
			}
			return false
		}
	}
	stand := draft.Mm("collar", "Stand collar, high", 0, 80, high, "⟦3 cm⟧ to ⟦45⟧ in the 1880s, to ⟦75⟧ about 1900",
		figure.Memory, "0 for none.")
	stand.When = is("stand")
	flat := draft.Mm("collar_wide", "Collar, wide", 20, 260, wide, "⟦6 cm⟧ to ⟦95⟧; a sailor’s ⟦21 cm⟧ to ⟦26 cm⟧ behind",
		figure.Memory, "From the neckline to its outer edge, at the centre back.")
	flat.When = is("flat", "pointed", "sailor", "ruffle")
	lap := draft.Mm("collar_lap", "Shoulders lapped at their ends by", 0, 60, 15, "⟦10⟧ to ⟦25⟧ make a small roll", figure.Memory,
		"The flat collar is copied from the bodice with its shoulder seams laid over each other: the more, the more it rolls.")
	lap.When = is("flat", "pointed", "sailor")
	full := draft.Times("collar_full", "Ruffle, times the neckline", 1.2, 3, 1.8, "1.5 to 2.5", figure.Memory, "Gathered to the neckline.")
	full.When = is("ruffle")
	return []draft.Parameter{draft.OneOf(draft.CollarKind, "Collar", "It is drafted to the neckline as it is sewn.", options...), stand,
		flat, lap, full}
}

// necklinePart is a stretch of the neckline on one piece, from the centre back to the front.
type necklinePart struct {
	piece  string
	length float64
}

// neckline is the neckline from the centre back to the centre front, without laps; what of it
// lies on a lap becomes an edge of its own.
func (h *half) neckline() []necklinePart {
	var parts []necklinePart
	for i := len(h.Pieces) - 1; i >= 0; i-- {
		p := &h.Pieces[i]
		e, ok := p.Edge("neck")
		if !ok || p.Of != "" {
			continue
		}
		n := e.Length()
		if lap, ok := h.lapOf(p); ok {
			own, over := pattern.Stretch{ID: "neck", Name: "neckline", Length: n - lap}, pattern.Stretch{ID: "neck-lap",
				Name: "neckline, lap", Length: lap}
			if h.opens == "centre-front" {
				p.Split("neck", own, over)
			} else {
				p.Split("neck", over, own)
			}
			p.Be(pattern.Opening, "neck-lap")
			n -= lap
		}
		parts = append(parts, necklinePart{p.ID, n})
	}
	// From the back over the top of a raglan sleeve to the front, whatever piece was cut off which.
	place := func(q necklinePart) int {
		switch p := &h.Pieces[h.index(q.piece)]; {
		case meets(p, "neck", "overarm", false):
			return 1
		case meets(p, "neck", "overarm", true):
			return 2
		case meets(p, "neck", "shoulder", true), meets(p, "neck", "raglan", true):
			return 3
		}
		return 0
	}
	slices.SortStableFunc(parts, func(a, b necklinePart) int { return place(a) - place(b) })
	return parts
}

// lapOf is the lap that a piece has along the neckline.
func (h *half) lapOf(p *pattern.Piece) (float64, bool) {
	if _, ok := p.Edge(h.opens); !ok {
		return 0, false
	}
	_, lap, turned := h.closing()
	return lap + turned, lap > 0
}

// collar adds the collar that is chosen; it is false where the neckline has none.
func (h *half) collar() (bool, error) {
	if !h.v.Has(draft.CollarKind) {
		return false, nil
	}
	switch kind := h.v.Choice(draft.CollarKind); kind {
	case "notched", "shawl":
		h.Collar = draft.Collar{As: draft.TurnsOver, Stand: h.v.Number("collar_stand"), Fall: h.v.Number("collar_fall"), Gorge: 70}
		if kind == "notched" {
			h.Collar.Gorge = h.v.Number("lapel_gorge")
		}
		return true, h.lapel(h.panels[0].id)
	case "bound":
		for i := range h.Pieces {
			h.Pieces[i].Be(pattern.Bound, "neck", "neck-side")
			h.Pieces[i].Allow(0, "neck", "neck-side")
		}
		return true, nil
	case "stand":
		if h.v.Number("collar") < 8 {
			return false, nil
		}
		h.Collar = draft.Collar{As: draft.StandsUp, Piece: "collar"}
		return true, h.standCollar(h.v.Number("collar"))
	case "flat", "pointed", "sailor":
		is, err := h.flatCollar(kind)
		if is {
			h.Collar = draft.Collar{As: draft.FallsOver, Piece: "collar"}
		}
		return is, err
	case "ruffle":
		h.Collar = draft.Collar{As: draft.Ruffled, Piece: "ruffle"}
		return true, h.ruffle()
	}
	return false, nil
}

// takes sews a collar's edge to the neckline, piece by piece, from the centre back forward: it
// is shorter than that by so much in all, and drawn up by what is given.
func (h *half) takes(p *pattern.Piece, parts []necklinePart, more float64, by pattern.Takeup) {
	long := 0.0
	for _, s := range parts {
		long += s.length
	}
	e, _ := p.Edge("neck")
	whole := e.Length()
	var stretches []pattern.Stretch
	for i, s := range parts {
		stretches = append(stretches, pattern.Stretch{ID: fmt.Sprintf("neck-%d", i+1), Name: "to the " + s.piece,
			Length: whole * s.length / long})
	}
	stretches[len(stretches)-1].Length = 0
	p.Split("neck", stretches...)
	for i, s := range parts {
		seam := pattern.Seam{ID: "collar-" + s.piece, A: pattern.Side{Piece: p.ID, Edge: stretches[i].ID},
			B: pattern.Side{Piece: s.piece, Edge: "neck"}, Ease: more * s.length / long, Absorbed: by, Join: pattern.Banded}
		if seam.Ease < 0 { // the collar is the longer side
			seam.A, seam.B, seam.Ease = seam.B, seam.A, -seam.Ease
		}
		h.Seams = append(h.Seams, seam)
	}
}

// standCollar adds a straight stand to the neckline: as long as it less a little, its ends rising
// towards the opening so that it leans in.
func (h *half) standCollar(high float64) error {
	parts := h.neckline()
	long := 0.0
	for _, s := range parts {
		long += s.length
	}
	// It lies on the fold at the centre away from the opening.
	fold, centre, ends := "centre-back", "centre back", "end before"
	if h.opens == "centre-back" {
		fold, centre, ends = "centre-front", "centre front", "end behind"
		slices.Reverse(parts)
	}
	const shorter, rise = 2.0, 10.0
	edge := plane.Cubic(plane.Pt(0, 0), plane.Pt(long*0.45, 0), plane.Pt(long*0.75, rise*0.45), plane.Pt(long-shorter, rise))
	k := (long - shorter) / plane.Length(edge)
	for i := range edge {
		edge[i] = edge[i].Times(k)
	}
	end := edge[len(edge)-1].Sub(edge[len(edge)-2]).Unit().Left()
	front := edge[len(edge)-1].Add(end.Times(high))
	top := plane.Cubic(front, front.Add(edge[len(edge)-2].Sub(edge[len(edge)-1]).Unit().Times(long*0.3)), plane.Pt(long*0.42, high),
		plane.Pt(0, high))
	p := pattern.Piece{ID: "collar", Name: "Stand collar", Cut: 2, Fold: fold, Edges: []pattern.Edge{
		{ID: "neck", Name: "to the neckline", Line: edge},
		{ID: "end", Name: ends, Line: []plane.Point{edge[len(edge)-1], front}},
		{ID: "top", Name: "upper edge", Line: top},
		{ID: fold, Name: centre + ", on the fold", Line: []plane.Point{plane.Pt(0, high), plane.Pt(0, 0)}}}}
	layered(&p)
	p.Interfaced()
	h.takes(&p, parts, shorter, pattern.Eased)
	h.Pieces = append(h.Pieces, p)
	return nil
}

// layered gives a collar of two layers its allowances and edges.
func layered(p *pattern.Piece) {
	p.Allow(10, "neck", "end", "top")
	p.Layered(pattern.ForLining)
	p.Be(pattern.Layered, "end", "top")
}

// shouldered is the piece on which the neckline begins at the shoulder, in front, or ends there,
// behind.
func (h *half) shouldered(front bool) (pattern.Piece, bool) {
	for _, p := range h.body {
		if p.Of == "" && meets(&p, "neck", "shoulder", front) {
			return p, true
		}
	}
	return pattern.Piece{}, false
}

// flatCollar is copied from the neckline: the back laid to the front at the shoulder, lapped at
// the shoulder's end so that the collar rolls a little, its outer edge so wide away (common
// practice, no source).
func (h *half) flatCollar(kind string) (bool, error) {
	front, okF := h.shouldered(true)
	back, okB := h.shouldered(false)
	if !okF || !okB {
		h.Remark(false, "No collar on this neckline", "A flat collar needs a neckline that runs round from the shoulders; this one has "+
			"corners, or seams "+
			"in it. It is faced.")
		return false, nil
	}
	nf, _ := front.Edge("neck")
	nb, _ := back.Edge("neck")
	sf, _ := front.Edge("shoulder")
	sb, _ := back.Edge("shoulder")
	parts := h.neckline()
	lapF, _ := h.lapOf(&front)
	lapB, _ := h.lapOf(&back)
	fore := plane.Part(nf.Line, 0, nf.Length()-lapF) // from the shoulder to the centre front
	aft := plane.Part(nb.Line, lapB, nb.Length())    // from the centre back to the shoulder
	long := min(sf.Length(), sb.Length())
	wide := h.v.Number("collar_wide")
	lap := math.Asin(min(h.v.Number("collar_lap")/long, 0.5))
	// The back is turned over the shoulder: its shoulder lies on the front's, turned in by the lap.
	from, to := aft[len(aft)-1], fore[0]
	u, v := sb.Line[len(sb.Line)-1].Sub(sb.Line[0]), sf.Line[0].Sub(sf.Line[len(sf.Line)-1])
	angle := math.Atan2(u.Cross(v), u.Dot(v)) - lap
	laid := make([]plane.Point, len(aft))
	for i, q := range aft {
		laid[i] = q.Sub(from).Turned(angle).Add(to)
	}
	neck := plane.Join(laid, fore) // from the centre back to the centre front
	end, outer := flatEdges(kind, neck, wide, 0.5*h.on.Length("across_back")+20)
	p := pattern.Piece{ID: "collar", Name: "Collar", Cut: 2, Fold: "centre-back"}
	p.Edges = []pattern.Edge{{ID: "neck", Name: "to the neckline", Line: neck}}
	if end != nil {
		p.Edges = append(p.Edges, pattern.Edge{ID: "end", Name: "end before", Line: end})
	}
	p.Edges = append(p.Edges, pattern.Edge{ID: "top", Name: "outer edge", Line: outer},
		pattern.Edge{ID: "centre-back", Name: "centre back, on the fold", Line: []plane.Point{outer[len(outer)-1], neck[0]}})
	p, err := p.Upright("centre-back")
	if err != nil {
		return false, err
	}
	if kind == "sailor" {
		p.Edges[1].Corner = true
	}
	layered(&p)
	if h.opens == "centre-back" { // in halves
		p.Fold, p.Cut, p.Mirrored = "", 4, true
		p.Layered(pattern.ForLining)
		p.Allow(10, "centre-back")
		p.Be(pattern.Layered, "centre-back")
		p.Edges[len(p.Edges)-1].Name = "centre back"
	}
	p.Interfaced()
	if err := p.Fault(); err != nil {
		return false, fmt.Errorf("the collar has no room: make it narrower, or lap its shoulders by more than %s",
			measure.Tell(h.v.Number("collar_lap")))
	}
	h.takes(&p, parts, 0, pattern.Eased)
	h.Pieces = append(h.Pieces, p)
	return true, nil
}

// flatEdges are the end before, nil where it runs to a point there, and the outer edge of a flat
// collar along a neckline from the centre back to the centre front; across is how far the square
// back of a sailor's collar reaches.
func flatEdges(kind string, neck []plane.Point, wide, across float64) (end, outer []plane.Point) {
	n := len(neck)
	behind := neck[1].Sub(neck[0]).Unit().Left() // away from the neck at the centre back
	forward := neck[n-1].Sub(neck[n-2]).Unit()
	before := forward.Left()
	edge := plane.Parallel(neck, wide)
	switch kind {
	case "sailor":
		low := neck[0].Add(behind.Times(wide))
		corner := low.Add(behind.Right().Times(across))
		outer = []plane.Point{neck[n-1], corner, low}
	case "pointed":
		tip := neck[n-1].Add(before.Times(wide * 1.05)).Add(forward.Times(wide * 0.15))
		cut := plane.Part(edge, 0, plane.Length(edge)*0.86)
		outer = plane.Join([]plane.Point{tip}, plane.Reversed(cut))
		end = []plane.Point{neck[n-1], tip}
	default:
		cut := plane.Part(edge, 0, plane.Length(edge)*0.72)
		m := len(cut)
		round := plane.Sweep(neck[n-1], before, cut[m-1], cut[m-2].Sub(cut[m-1]).Unit())
		half := plane.Length(round) * 0.35
		end = plane.Part(round, 0, half)
		outer = plane.Join(plane.Part(round, half, plane.Length(round)), plane.Reversed(cut))
	}
	return end, outer
}

// ruffle is a strip gathered to the neckline, turned in at its ends.
func (h *half) ruffle() error {
	parts := h.neckline()
	long := 0.0
	for _, s := range parts {
		long += s.length
	}
	p := pattern.Rectangle("ruffle", "Ruffle, half", long*h.v.Number("collar_full"), h.v.Number("collar_wide"), 10)
	p.Cut, p.EitherWay = 2, true
	p.Edges[0].ID, p.Edges[0].Name = "neck", "to the neckline"
	p.Be(pattern.Hem, "right", "top")
	p.Be(pattern.Opening, "left")
	if h.opens != "centre-back" {
		h.Seams = append(h.Seams, pattern.Seam{ID: "ruffle-back", A: pattern.Side{Piece: "ruffle", Edge: "left",
			Copy: pattern.Copy{N: 1, Of: 2}},
			B: pattern.Side{Piece: "ruffle", Edge: "left", Copy: pattern.Copy{N: 2, Of: 2}}})
	}
	h.takes(&p, parts, -long*(h.v.Number("collar_full")-1), pattern.Gathers)
	h.Pieces = append(h.Pieces, p)
	h.Tell(work.ToSetOn, "The ruffle’s fullness evenly; its allowance is pressed away from the neck, "+measure.Tell(5)+" left free at "+
		"the ends.")
	return nil
}
