package drape

import (
	"slices"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Strips are what of a draft hangs from an upper edge, as its pieces are sewn side by side, the highest first.
func Strips(d *draft.Draft) []Strip {
	all := map[string]*hung{}
	var order []string
	for i := range d.Pieces {
		if h, ok := hungOf(&d.Pieces[i], d.Seams); ok {
			all[h.p.ID] = &h
			order = append(order, h.p.ID)
		}
	}
	var out []Strip
	done := map[string]bool{}
	for _, id := range order {
		if done[id] {
			continue
		}
		chain := chained(all, id)
		for _, l := range chain {
			done[l.h.p.ID] = true
		}
		if s, ok := stripOf(d, chain); ok {
			out = append(out, s)
		}
	}
	for i := range out { // a tier hangs from the one above
		for from := out[i].From; from != ""; {
			k := slices.IndexFunc(out, func(s Strip) bool {
				return slices.ContainsFunc(s.Panels, func(p Panel) bool { return p.Piece == from })
			})
			if k < 0 || out[i].Rung > len(out) {
				break
			}
			out[i].Rung++
			from = out[k].From
		}
	}
	slices.SortStableFunc(out, func(a, b Strip) int { return a.Rung - b.Rung })
	return out
}

// link is a piece in a chain from one end of a half to the other; turned where it is entered by its right side.
type link struct {
	h      *hung
	turned bool
	half   bool // only the half that is entered first: its other one is the mirror image
	whole  int  // how many copies of it make the whole round, where it is sewn to itself all round; 0 else
}

// enter and leave are the sides a link is entered and left by.
func (l link) enter() *side {
	if l.turned {
		return &l.h.right
	}
	return &l.h.left
}

func (l link) leave() *side {
	if l.turned {
		return &l.h.left
	}
	return &l.h.right
}

// chained is the chain of pieces that a piece hangs in.
func chained(all map[string]*hung, id string) []link {
	h := all[id]
	if h.left.mate == id && h.right.mate == id && !h.left.self && !h.right.self { // a ring of copies
		return []link{{h: h, whole: h.p.Cut}}
	}
	ends := func(s *side) bool { return s.self || s.mate == "" || all[s.mate] == nil }
	// To one end first.
	at := link{h: h}
	for range len(all) {
		if ends(at.enter()) {
			break
		}
		next, ok := beyond(all, at.h, at.enter())
		if !ok || next.h.p.ID == id {
			break
		}
		// Entered from behind it is left by the side it was entered by.
		at = link{h: next.h, turned: !next.turned}
	}
	chain := []link{at}
	for range len(all) {
		last := &chain[len(chain)-1]
		if ends(last.leave()) {
			break
		}
		next, ok := beyond(all, last.h, last.leave())
		if !ok || slices.ContainsFunc(chain, func(l link) bool { return l.h == next.h }) {
			// It goes on in the other copy of what came before: its middle is the middle of all.
			last.half = true
			break
		}
		chain = append(chain, next)
	}
	if first := &chain[0]; len(chain) > 1 && first.enter().mate == chain[1].h.p.ID && !first.enter().self {
		first.half = true
	}
	return chain
}

// beyond is the piece beside a side.
func beyond(all map[string]*hung, from *hung, s *side) (link, bool) {
	h := all[s.mate]
	if h == nil {
		return link{}, false
	}
	if h.right.mate == from.p.ID && slices.ContainsFunc(h.p.Edges, func(e pattern.Edge) bool { return e.ID == s.edge }) {
		e, _ := h.p.Edge(s.edge)
		mid, _ := plane.Along(e.Line, e.Length()/2)
		_, offRight := placeOn(h.right.line, mid)
		_, offLeft := placeOn(h.left.line, mid)
		return link{h: h, turned: offRight < offLeft}, true
	}
	return link{h: h}, true
}

// panel is a link as it hangs, from the side it is entered by.
func (l link) panel() Panel {
	p := Panel{Piece: l.h.p.ID}
	upper, lower := l.h.upper, plane.Reversed(l.h.lower) // both from right to left
	taken := slices.Clone(l.h.taken)
	front, back := plane.Reversed(l.h.right.line), l.h.left.line
	if !l.turned {
		upper, lower = plane.Reversed(upper), plane.Reversed(lower)
		slices.Reverse(taken)
		front, back = back, front
	}
	p.Upper, p.Lower, p.Front, p.Back, p.Taken = upper, lower, front, back, taken
	p.FrontIs, p.BackIs = l.enter().is(l.h.p), l.leave().is(l.h.p)
	for _, m := range l.h.p.Marks {
		if m.Kind == pattern.PleatFold && len(m.Path) > 1 {
			if at, off := placeOn(upper, m.Path[0]); off < 30 {
				p.Folds = append(p.Folds, at)
			}
		}
	}
	slices.Sort(p.Folds)
	return p
}

// part is so much of a panel from its front on, as a part of it.
func (p Panel) part(share float64) Panel {
	upper, lower := plane.Length(p.Upper), plane.Length(p.Lower)
	up, _ := plane.Along(p.Upper, upper*share)
	down, _ := plane.Along(p.Lower, lower*share)
	out := Panel{Piece: p.Piece, Upper: plane.Part(p.Upper, 0, upper*share), Lower: plane.Part(p.Lower, 0, lower*share),
		Front: p.Front, Back: []plane.Point{up, down}, FrontIs: p.FrontIs, BackIs: Folded}
	left := upper * share
	for _, t := range p.Taken {
		if t.Own <= left {
			out.Taken = append(out.Taken, t)
		} else if left > 0 {
			on := t.On
			if on > 0 {
				on *= left / t.Own
			}
			out.Taken = append(out.Taken, Taken{left, on})
		}
		left -= t.Own
	}
	for _, f := range p.Folds {
		if f < upper*share {
			out.Folds = append(out.Folds, f)
		}
	}
	return out
}

// stripOf is a chain as a strip, from the centre front on.
func stripOf(d *draft.Draft, chain []link) (s Strip, ok bool) {
	s = Strip{By: chain[0].h.by, From: chain[0].h.from}
	if chain[0].whole > 0 {
		one := chain[0].panel()
		left := float64(chain[0].whole) / 2
		for ; left >= 1; left-- {
			s.Panels = append(s.Panels, one)
		}
		if left > 0.01 {
			s.Panels = append(s.Panels, one.part(left))
		}
		return s, true
	}
	if backFirst(d, chain) {
		slices.Reverse(chain)
		for i := range chain {
			chain[i].turned = !chain[i].turned
		}
	}
	for i, l := range chain {
		p := l.panel().unlapped(i == 0 && l.enter().open, i == len(chain)-1 && l.leave().open, l.h)
		if l.half && i == len(chain)-1 {
			p = p.part(0.5)
		} else if l.half { // the half next to the one after it
			l.turned = !l.turned
			p = l.panel().part(0.5).turned()
		}
		s.Panels = append(s.Panels, p)
	}
	return s, true
}

// turned is a panel from its other side.
func (p Panel) turned() Panel {
	out := Panel{Piece: p.Piece, Upper: plane.Reversed(p.Upper), Lower: plane.Reversed(p.Lower), Front: p.Back, Back: p.Front,
		FrontIs: p.BackIs, BackIs: p.FrontIs, Taken: slices.Clone(p.Taken)}
	slices.Reverse(out.Taken)
	long := plane.Length(p.Upper)
	for _, f := range p.Folds {
		out.Folds = append(out.Folds, long-f)
	}
	slices.Sort(out.Folds)
	return out
}

// backFirst tells whether a chain begins at the centre back: by where the skirt's seam line at the waist has its pieces, by where its
// opening is, and by which piece its end is.
func backFirst(d *draft.Draft, chain []link) bool {
	at := func(piece string) int {
		return slices.IndexFunc(d.Waist.Runs, func(r draft.WaistRun) bool { return r.Piece == piece })
	}
	first, last := chain[0], chain[len(chain)-1]
	if a, b := at(first.h.p.ID), at(last.h.p.ID); a >= 0 && b >= 0 && a != b {
		return a > b
	}
	if a, b := first.enter().open, last.leave().open; a != b && (d.Entry.At == draft.AtBack || d.Entry.At == draft.AtFront) {
		return a == (d.Entry.At == draft.AtBack)
	}
	behind := func(l link) bool { return strings.Contains(l.h.p.ID, "back") }
	if len(chain) == 1 {
		return false
	}
	return behind(first) && !behind(last)
}

// unlapped is a panel without what of it laps over beyond the centre, at its front or its back.
func (p Panel) unlapped(front, back bool, h *hung) Panel {
	lap := 0.0
	for _, e := range h.edges {
		if strings.HasSuffix(e.ID, "-lap") {
			lap += e.Length()
		}
	}
	if lap == 0 || !front && !back {
		return p
	}
	if back {
		return p.turned().unlapped(true, false, h).turned()
	}
	upper, lower := plane.Length(p.Upper), plane.Length(p.Lower)
	up, _ := plane.Along(p.Upper, lap)
	down, _ := plane.Along(p.Lower, lap)
	out := Panel{Piece: p.Piece, Upper: plane.Part(p.Upper, lap, upper), Lower: plane.Part(p.Lower, lap, lower),
		Front: []plane.Point{up, down}, Back: p.Back, FrontIs: Open, BackIs: p.BackIs}
	left := lap
	for _, t := range p.Taken {
		if t.Own > left {
			own := t.Own - left
			on := t.On
			if on > 0 {
				on *= own / t.Own
			}
			out.Taken = append(out.Taken, Taken{own, on})
		}
		left = max(left-t.Own, 0)
	}
	for _, f := range p.Folds {
		if f > lap {
			out.Folds = append(out.Folds, f-lap)
		}
	}
	return out
}

func length(line []plane.Point) float64 { return plane.Length(line) }

// is tells what a side of a piece is.
func (s *side) is(p *pattern.Piece) SideIs {
	switch {
	case s.fold:
		return Folded
	case s.mate == "" && !s.self:
		return Open
	}
	return Sewn
}
