package bodice

import (
	"errors"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// A lining that is cut by itself: its pleat behind is so deep, twice, so that the back can stretch in it, and it reaches so far
// beyond the finished lower edge, where it is turned under and felled higher up (from memory), mm.
const liningPleat, liningTurned = 12.5, 10.0

// onFacing is the ID of the stretch of the back lining's shoulder that the front facing is sewn to.
const onFacing = "shoulder-facing"

var errLining = errors.New("the front is too narrow for a lining beside its facing: choose none, or a narrower lapel")

// lining cuts the lining of a tailored garment by itself: fronts that end at the facing, without a lapel; a back with a pleat
// at its centre; and sleeves. Its pieces are sewn to each other and the facings like those they lie under, and felled in by
// hand.
func (h *half) lining(first string, panels ...string) error {
	of := map[string]string{} // its pieces, by those they line
	add := func(p pattern.Piece, from string) {
		p.ID, p.Name, p.Of = from+"-lining", h.Pieces[h.index(from)].Name+" lining", from
		n := h.Pieces[h.index(from)].CutOf(pattern.ForOuter)
		p.Cut, p.Also, p.Levels = n, []pattern.CutFor{{For: pattern.ForLining, N: n}}, nil
		p.Allow(liningTurned, "hem")
		for i := range p.Edges {
			e := &p.Edges[i]
			e.Turned = false
			for _, felled := range []string{"hem", "scye", "neck", "head"} { // those of a sleeve's head are parted like the armhole
				if strings.HasPrefix(e.ID, felled) {
					e.Kind, e.Technique = pattern.Enclosed, ""
				}
			}
		}
		h.Pieces, of[from] = append(h.Pieces, p), p.ID
	}
	for _, id := range panels {
		p := h.Pieces[h.index(id)].Copied()
		switch id {
		case first:
			front, err := besideFacing(p, h.Pieces[h.index("front-facing")])
			if err != nil {
				return err
			}
			p = front
		case panels[len(panels)-1]:
			back, err := p.Extended("centre-back", liningPleat, "pleat")
			if err != nil {
				return err
			}
			p = back
		}
		add(p, id)
	}
	for _, p := range slices.Clone(h.Pieces) {
		if (p.ID == "sleeve" || strings.HasPrefix(p.ID, "sleeve-")) && p.Of == "" && p.Mirrored {
			add(p.Copied(), p.ID)
		}
	}
	h.joinLining(first, of)
	h.fellLining(of)
	return nil
}

// besideFacing is a front without what its facing covers: from the facing's inner edge to the side.
func besideFacing(front, facing pattern.Piece) (pattern.Piece, error) {
	inner, ok := facing.Edge("inner")
	low, high, hem := edgeOf(&facing, "hem"), edgeOf(&facing, "shoulder"), edgeOf(&front, "hem")
	if !ok || low == nil || high == nil || hem == nil {
		return front, errLining
	}
	out := front.Copied()
	out.Edges, out.Notches = nil, nil
	for _, e := range front.Edges {
		long := e.Length()
		switch e.ID {
		case "hem":
			by := low.Length()
			e.Line = plane.Part(e.Line, by, long)
			out.Notches = append(out.Notches, shifted(front.Notches, "hem", -by, long-by)...)
		case "shoulder":
			e.Line = plane.Part(e.Line, 0, long-high.Length())
			out.Notches = append(out.Notches, shifted(front.Notches, "shoulder", 0, long-high.Length())...)
		case "neck", "gorge", "lapel-top", "lapel", "collar-back", "centre-front":
			continue
		default:
			if strings.HasPrefix(e.ID, "neck-") {
				continue
			}
			out.Notches = append(out.Notches, shifted(front.Notches, e.ID, 0, long)...)
		}
		out.Edges = append(out.Edges, e)
	}
	line := plane.Reversed(inner.Line)
	at := slices.IndexFunc(out.Edges, func(e pattern.Edge) bool { return e.ID == "shoulder" })
	out.Edges = slices.Insert(out.Edges, at+1, pattern.Edge{ID: "inner", Name: "to the facing", Line: line, Allowance: inner.Allowance,
		Corner: true})
	out.Marks = nil
	outline, _ := out.Outline()
	for _, m := range front.Marks {
		switch m.Kind {
		case pattern.Dart: // one that would lie on the facing is taken as a pleat beside it
			if !slices.ContainsFunc(m.Path, func(q plane.Point) bool {
				_, off := placeOn(line, q)
				return off < clearOfFacing || !plane.Inside(outline, q) && !onOutline(outline, q)
			}) {
				out.Marks = append(out.Marks, m)
			}
		case pattern.WaistLine, pattern.BustLine:
			if m.Path = within(outline, m.Path); len(m.Path) > 1 {
				out.Marks = append(out.Marks, m)
			}
		}
	}
	if out.Fault() != nil {
		return out, errLining
	}
	return out, nil
}

// onOutline tells whether a point lies on an outline, as a dart's mouth does.
func onOutline(outline []plane.Point, q plane.Point) bool {
	_, off := placeOn(append(slices.Clone(outline), outline[0]), q)
	return off < 0.5
}

// clearOfFacing is how far from the facing a dart of the lining lies at least, mm.
const clearOfFacing = 4.0

// within is the part of a line that lies in an outline, as one run.
func within(outline, line []plane.Point) []plane.Point {
	var out []plane.Point
	long := plane.Length(line)
	for at := 0.0; at <= long; at += 2 {
		if q, _ := plane.Along(line, at); plane.Inside(outline, q) {
			out = append(out, q)
		}
	}
	return out
}

// shifted are the notches of an edge, moved along it, that still lie on it.
func shifted(all []pattern.Notch, edge string, by, long float64) []pattern.Notch {
	var out []pattern.Notch
	for _, n := range all {
		if n.Edge == edge {
			if n.At += by; n.At >= 0 && n.At <= long {
				out = append(out, n)
			}
		}
	}
	return out
}

func edgeOf(p *pattern.Piece, id string) *pattern.Edge {
	e, ok := p.Edge(id)
	if !ok {
		return nil
	}
	return e
}

// joinLining sews the lining's pieces like those that they line, and the fronts to their facings. Armholes, neck and lower
// edges are felled.
func (h *half) joinLining(first string, of map[string]string) {
	for _, s := range slices.Clone(h.Seams) {
		a, b := of[s.A.Piece], of[s.B.Piece]
		if a == "" || b == "" || s.Join != pattern.Beside || strings.HasPrefix(s.ID, "shawl") || s.ID == "gorge" {
			continue
		}
		s.ID, s.A.Piece, s.B.Piece = "lining-"+s.ID, a, b
		s.Technique, s.Note, s.Strain = "", "", 0
		if s.A.Edge == "shoulder" {
			h.splitShoulder(&s, of[first])
		} else if _, ok := h.edge(a, s.A.Edge); !ok {
			continue
		}
		h.Seams = append(h.Seams, s)
	}
	facing := &h.Pieces[h.index("front-facing")]
	for i := range facing.Edges {
		if e := &facing.Edges[i]; e.ID == "inner" || e.ID == "shoulder" {
			e.Kind = ""
		}
	}
	h.Seams = append(h.Seams, pattern.Seam{ID: "lining-facing", A: pattern.Side{Piece: of[first], Edge: "inner"},
		B: pattern.Side{Piece: facing.ID, Edge: "inner"}})
}

// splitShoulder parts the shoulder of the back's lining where the front's ends and its facing begins, and lets a seam be the
// one to the lining; what the back's shoulder has to ease in it has there.
func (h *half) splitShoulder(s *pattern.Seam, front string) {
	back := s.A.Piece
	if back == front {
		back = s.B.Piece
	}
	p := &h.Pieces[h.index(back)]
	e, _ := p.Edge("shoulder")
	f, _ := h.edge(front, "shoulder")
	facing, _ := h.edge("front-facing", "shoulder")
	parts := []pattern.Stretch{{ID: onFacing, Name: "shoulder, to the facing", Length: facing.Length()},
		{ID: "shoulder", Name: "shoulder", Length: e.Length() - facing.Length()}}
	if !meets(p, "shoulder", "neck", true) {
		slices.Reverse(parts)
	}
	more := e.Length() - facing.Length() - f.Length()
	p.Split("shoulder", parts...)
	s.Ease, s.Absorbed = 0, pattern.Equal
	s.A, s.B = pattern.Side{Piece: front, Edge: "shoulder"}, pattern.Side{Piece: back, Edge: "shoulder"}
	if more < 0 {
		s.A, s.B, more = s.B, s.A, -more
	}
	if more > pattern.Slack/2 {
		s.Ease, s.Absorbed = more, pattern.Eased
	}
	h.Seams = append(h.Seams, pattern.Seam{ID: "lining-shoulder-facing", A: pattern.Side{Piece: "front-facing", Edge: "shoulder"},
		B: pattern.Side{Piece: back, Edge: onFacing}})
}

// fellLining says how it is set in, by hand, as long as what is felled.
func (h *half) fellLining(of map[string]string) {
	long := 0.0
	for _, id := range of {
		p := &h.Pieces[h.index(id)]
		for _, e := range p.Edges {
			if e.Kind == pattern.Enclosed {
				long += e.Length() * float64(p.Cut)
			}
		}
	}
	h.Do(work.ToLining, "Fell the lining in", work.FellLining, int(math.Ceil(long/1000)),
		"Its pleat at the centre back is pressed to one side and tacked at neck and waist. Baste it in at the facings and seams, with room "+
			"lengthwise; turn it under "+measure.Tell(liningTurned)+" at neck and lower edges, those "+measure.Tell(20)+
			" above the outer’s, and fell. The sleeves’ lining is drawn over the armhole last, over "+measure.TellLong(long)+" in all.",
		after(work.ToSleeve, "the armholes are closed by it"), after(work.ToHem, "it covers the hem"),
		after(work.ToPads, "they lie under it"))
}
