package bodice

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"
)

// sewing says how a bodice goes together once its lines are laid.
type sewing struct {
	panels []named // from the centre front to the centre back; neighbours share an upright
	opens  string  // the centre where it opens, "" for one that goes on over the head
	strain int     // of its seams
	lined  bool    // flat-lined: outer and lining of a piece are sewn as one
	faced  string  // the technique its neck and armholes are usually faced by, "" for a strip
	hem    pattern.EdgeKind
	// shape changes the pieces before they are sewn to anything, nil for none.
	shape func() error
}

// together unrolls the panels, sews them to each other and finishes the garment: opening,
// linings, sleeve, collar, facings.
func (h *half) together(m sewing, in cloth.Fabric) error {
	h.opens = m.opens
	if err := h.add(m.panels...); err != nil {
		return err
	}
	ids := h.seamed(m)
	first, last := ids[0], ids[len(ids)-1]
	if err := h.rimAtSides(); err != nil {
		return err
	}
	for range 3 { // what the first pass leaves, where an edge bends sharply, the next ones take
		pattern.Fair(h.Pieces, h.Seams)
	}
	h.allow()
	if m.shape != nil {
		before := h.rows()
		if err := m.shape(); err != nil {
			return err
		}
		h.fuller(before)
	}
	if err := h.again(); err != nil {
		return err
	}
	if err := h.close(first, last); err != nil {
		return err
	}
	for i := range h.Pieces {
		p := &h.Pieces[i]
		p.Be(m.hem, "hem")
		if m.hem == pattern.Hem {
			if e, ok := p.Edge("hem"); ok {
				e.Turned = true
			}
		}
		if m.lined {
			p.Cut *= 2
			p.Layered(pattern.ForLining)
		} else {
			part.Layers(p, h.v)
		}
	}
	body := len(h.Pieces)
	for _, p := range h.Pieces {
		h.body = append(h.body, p.Copied())
	}
	sleeved := false
	if k, ok := sleeve.Chosen(h.v); ok {
		if err := k.Draft(h.Draft, h.armhole(h.round(ids)...), h.on, h.v); err != nil {
			return err
		}
		sleeve.Cuff(h.Draft, h.v)
		h.Wear.Arms = sleeve.Worn(h.Draft)
		sleeve.Over(h.Draft, h.on)
		if k.Key == sleeve.Raglan {
			h.drawRaglan()
		}
		sleeved = true
	}
	collared, err := h.collar()
	if err != nil {
		return err
	}
	for i := range h.Pieces[:body] {
		p := &h.Pieces[i]
		if !sleeved {
			p.Face(m.faced, "scye", "scye-back")
		}
		if !collared {
			p.Face(m.faced, "neck", "neck-side", "top")
		}
	}
	h.finish(in)
	return h.sound()
}

// seamed sews the panels to each other, at the centres that do not open, and at the shoulders; it gives their IDs, from the centre
// front to the centre back.
func (h *half) seamed(m sewing) (ids []string) {
	for i, p := range m.panels {
		ids = append(ids, p.id)
		if i > 0 {
			h.join(m.panels[i-1].id, p.id, m.panels[i-1].right, m.strain)
		}
	}
	for _, c := range []struct{ piece, edge string }{{ids[0], "centre-front"}, {ids[len(ids)-1], "centre-back"}} {
		if p := &h.Pieces[h.index(c.piece)]; p.Fold != c.edge && m.opens != c.edge {
			h.pairMirrored(c.piece, c.edge, m.strain)
		}
	}
	for _, front := range ids {
		for _, back := range ids {
			if h.alongTop(front, shoulderFront) && h.alongTop(back, shoulderBack) {
				h.shoulder(front, back)
			}
		}
	}
	return ids
}

// pairMirrored sews an edge to its mirror image on the other half.
func (h *half) pairMirrored(piece, edge string, strain int) {
	h.Seams = append(h.Seams, pattern.Seam{ID: edge, A: pattern.Side{Piece: piece, Edge: edge, Copy: pattern.Copy{Hand: pattern.Left}},
		B: pattern.Side{Piece: piece, Edge: edge, Copy: pattern.Copy{Hand: pattern.Right}}, Strain: strain})
}

// round are the pieces that the armhole runs over, from the front's shoulder down and up to the
// back's: what was cut off the first of them before, or off the last behind, lies at the shoulder.
func (h *half) round(panels []string) []string {
	out := slices.Clone(panels)
	for i := range h.Pieces {
		p := &h.Pieces[i]
		if p.Of != "" || slices.Contains(panels, p.ID) {
			continue
		}
		if _, ok := p.Edge("scye"); ok {
			out = append([]string{p.ID}, out...)
		}
		if _, ok := p.Edge("scye-back"); ok {
			out = append(out, p.ID)
		}
	}
	return out
}

// alongTop tells whether the panel of a piece runs along a stretch of the upper edge.
func (h *half) alongTop(piece string, part int) bool {
	for _, l := range h.panels {
		if l.id == piece {
			return l.from <= part && part <= l.to
		}
	}
	return false
}

// plumb lets a panel's centre unroll straight, as the front of what hangs does.
func (n named) plumb(edge string) named {
	n.panel.Straight = edge
	return n
}

// onFold lays a panel's centre on the fold of the cloth.
func (n named) onFold(edge string) named {
	n.panel.Fold = edge
	return n
}

// between is a panel between two uprights with its darts.
func (h *half) between(id, name string, a, b upright, from surface.Datum, darts ...surface.Dart) named {
	return named{id: id, name: name, panel: h.panel(a, b, from, "", darts...), right: b.id, from: a.on, to: b.on}
}

// seamAt is an upright that meets the armhole, front or back, where that lies at a share of the
// half girth, and runs down through shares of it at the waist and the hip.
func (h *half) seamAt(id, name string, part int, scye, waist, hip float64) upright {
	by := h.moved(id)
	scye, waist, hip = scye+by, waist+by, hip+by
	at := h.onScye(part, scye)
	if part == scyeBack {
		at = max(at, 25)
	} else if z := h.top[part].line.At(at).Z - belowArm; z > h.bust()+heldApart {
		h.form.Held = append(h.form.Held, z) // the front keeps its width up to the seam's top
	}
	h.clearOf(part, h.top[part].line.At(at).Z)
	return upright{id, name, h.climb(h.top[part].line.At(at), waist, hip), part, at}
}

// leastTop is how much of the armhole a piece between two seams has at least, mm.
const leastTop = 18.0

// seamBefore is such an upright that meets the back of the armhole below another seam.
func (h *half) seamBefore(next upright, id, name string, scye, waist, hip float64) upright {
	u := h.seamAt(id, name, scyeBack, scye, waist, hip)
	if at := next.at - leastTop; u.at > at {
		waist, hip = waist+h.moved(id), hip+h.moved(id)
		u = upright{id, name, h.climb(h.top[scyeBack].line.At(at), waist, hip), scyeBack, at}
	}
	return u
}

// bowed is a seam of the back that bows from the waist, at a share of the half girth, over the
// blade into the armhole, which it meets a part of the way down its back.
func (h *half) bowed(id, name string, down, waist, hip float64) upright {
	waist, hip = waist+h.moved(id), hip+h.moved(id)
	at := h.top[scyeBack].line.Length() * (1 - down)
	foot := h.form.Place(max(h.hem(waist), 0), waist)
	line := h.form.Bow(foot, h.top[scyeBack].line.At(at), surface.FromBack, 0.5, 0.62)
	if h.hem(waist) < -1 {
		line = h.climb(foot, waist, hip).Then(line)
	}
	h.clearOf(scyeBack, h.top[scyeBack].line.At(at).Z)
	return upright{id, name, line, scyeBack, at}
}

// shaped tells whether there is anything to take in at the waist: on a body, and in a bodice, that are
// fullest there a dart would open the wrong way.
func (h *half) shaped() bool {
	return h.form.HalfGirth(h.form.Levels[figure.Bust])-h.form.HalfGirth(0) > leastDart &&
		h.on.GirthAt(figure.Bust)-h.on.GirthAt(figure.Waist) > 2*leastDart
}

// frontDart is a dart of the front that stands at a share of the half girth at the waist; its
// tip lies under the bust point, or beside it by a part of its distance from the middle. It
// opens at the lower edge, or ends within the piece when that lies far below the waist.
func (h *half) frontDart(id string, waist, beside, under, ends float64) surface.Dart {
	waist += h.moved(id)
	bp := h.form.Torso.BustPoint
	tip := h.form.At(bp.Z-under, bp.X*beside, figure.InFront)
	dart := surface.Dart{ID: id}
	foot := h.hem(waist)
	if ends < 0 && foot < ends-15 && h.shaped() { // else it would close the wrong way

		foot = ends
	} else {
		dart.Edge = "hem"
	}
	stations := []surface.Station{{Z: foot, Share: waist}}
	if foot < -2 {
		stations = append(stations, surface.Station{Z: 0, Share: waist})
	}
	dart.Line = h.form.Through(append(stations, surface.Station{Z: tip.Z, Share: h.form.Share(tip)})...)
	return dart
}

// sharing says how darts share what opens: each its part of what they take of it together.
func (h *half) sharing(take float64, parts ...float64) func([]float64) []float64 {
	return func(swing []float64) []float64 {
		all := 0.0
		for _, s := range swing {
			all += s
		}
		all = max(all*take, 0.04)
		out := make([]float64, len(swing))
		for i := range out {
			out[i] = all * parts[i]
		}
		return out
	}
}

// begun lays a bodice's form and upper edge by what was asked, down to its lower edge.
func begun(ask *asked, on figure.Figure, v draft.Values, hem lower) (*half, error) {
	return begunWith(ask, on, v, hem, 0)
}

// begunWith does so for a bodice that is itself so thick that it is as much wider all round, mm.
func begunWith(ask *asked, on figure.Figure, v draft.Values, hem lower, more float64) (*half, error) {
	at := hem.at(v)
	c := cutOf(on, v, min(at(0), min(at(0.5), at(1))))
	c.ease.Bust, c.ease.Waist, c.ease.Hip = c.ease.Bust+more, c.ease.Waist+more, c.ease.Hip+more
	c.ease.More = ask.more
	h, err := lay(ask, on, v, c)
	if err != nil {
		return nil, err
	}
	h.hem, h.lower = at, hem
	h.holdOverHem()
	return h, nil
}

// sound refuses what can't be sewn: with the sleeve or the settings that were chosen.
func (h *half) sound() error {
	for _, s := range pattern.True(h.Pieces, h.Seams) {
		if s.Beyond || !s.True {
			return fmt.Errorf("the %s would not go together: %s are over; choose less ease for the head, or another sleeve or cut",
				strings.ReplaceAll(s.ID, "-", " "), measure.TellFine(max(math.Abs(s.Ease), math.Abs(s.Difference))))
		}
	}
	return nil
}
