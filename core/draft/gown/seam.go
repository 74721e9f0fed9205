package gown

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
)

// seamed is the upper or the lower half of a waist seam: one piece's run of it.
type seamed struct {
	draft.WaistRun
	edge     string
	from, to float64 // where it lies on the half seam, from the centre front, mm
	whole    float64 // the length of its edge
	mouths   []pattern.Mouth
	// back is set where the edge runs from the back to the front, before where its lap lies before its
	// front end.
	back, before bool
	cuts         []cut
}

// cut is where the seam's edge is divided, along the edge from its front end, and the part that begins there.
type cut struct {
	at float64
	id string
}

// along is how far along its edge, from its front end, a place of the half seam lies.
func (s *seamed) along(at float64) float64 {
	share := (at - s.from) / (s.to - s.from)
	x := share * s.Long
	if s.before {
		x += s.Lap
	}
	switch {
	case s.More == 0:
	case s.By != pattern.Darts && s.Plain > 0: // what lies plain lies plain, wherever the run was made to end
		on := at - s.from
		if x += on - share*s.Long; on > s.Plain {
			x += (s.Long + s.More - (s.to - s.from)) * (on - s.Plain) / max(s.to-s.from-s.Plain, 1e-6)
		}
	case s.By != pattern.Darts:
		x += share * s.More
	default:
		for i, d := range s.Darts {
			if share*s.Long > d {
				x += s.taken(i)
			}
		}
	}
	return x
}

// taken is what a dart takes of the edge.
func (s *seamed) taken(i int) float64 {
	all := 0.0
	for _, m := range s.mouths {
		all += m.To - m.From
	}
	if len(s.mouths) != len(s.Darts) || all < 1e-6 {
		return s.More / float64(len(s.Darts))
	}
	if s.back {
		i = len(s.mouths) - 1 - i
	}
	return s.More * (s.mouths[i].To - s.mouths[i].From) / all
}

// nearBy is how near to one of the bodice's a seam of the skirt is sewn to it, mm; where it is gathered
// it may come from further off (both from memory).
const nearBy, nearGathered = 4.0, 18.0

// full tells whether a run is gathered so much that it gives at its ends.
func full(s *seamed) bool { return s.By == pattern.Gathers && s.More > 0.3*s.Long }

// gives tells whether a run may end elsewhere: what is gathered behind a plain part must not be crowded.
func (s *seamed) gives(to float64) bool {
	return s.Plain == 0 || to-s.from-s.Plain > 0.7*(s.to-s.from-s.Plain)
}

// stretchesOf are the runs of one side of the waist seam, in order from the centre front.
func stretchesOf(runs []draft.WaistRun, pieces []pattern.Piece, edge string, half float64) []*seamed {
	sum := 0.0
	for _, r := range runs {
		sum += r.Long
	}
	var out []*seamed
	at := 0.0
	for _, r := range runs {
		s := &seamed{WaistRun: r, edge: edge, from: at, to: at + r.Long*half/sum}
		at = s.to
		for i := range pieces {
			if p := &pieces[i]; p.ID == r.Piece {
				e, _ := p.Edge(edge)
				s.whole, s.mouths = e.Length(), p.Mouths(edge)
			}
		}
		out = append(out, s)
	}
	return out
}

// sewn sews the lower edge of a bodice to the upper one of a skirt, stretch by stretch: between every two
// seams of either. What each has more is what its darts, gathers and pleats take, as they were drafted.
func sewn(d *draft.Draft, bodice, skirt draft.Waist, lapped bool) {
	half := bodice.Half()
	above, below := stretchesOf(bodice.Runs, d.Pieces, "hem", half), stretchesOf(skirt.Runs, d.Pieces, "top", half)
	above[0].before, below[0].before = above[0].Lap > 0 && lapped, below[0].Lap > 0
	for k, s := range below { // the skirt's pieces run from the back to the front, but for a back drawn about its centre
		s.back = s.Piece != "skirt-back" || !folded(d, s.Piece)
		if k == len(below)-1 {
			break
		}
		near := nearBy
		if full(s) && full(below[k+1]) {
			near = nearGathered
		}
		for _, a := range above[:len(above)-1] {
			if math.Abs(a.to-s.to) < near && s.gives(a.to) {
				s.to, below[k+1].from = a.to, a.to
			}
		}
	}
	var seams []pattern.Seam
	add := func(a, b *seamed, from, to float64) {
		id := fmt.Sprintf("waist-%d", len(seams)+1)
		seam := pattern.Seam{ID: id, A: pattern.Side{Piece: a.Piece, Edge: id}, B: pattern.Side{Piece: b.Piece, Edge: id}, Strain: 1,
			Join: pattern.AtWaist, Ease: b.along(to) - b.along(from) - (a.along(to) - a.along(from))}
		a.cuts, b.cuts = append(a.cuts, cut{a.along(from), id}), append(b.cuts, cut{b.along(from), id})
		by := b.By
		if seam.Ease < 0 {
			seam.A, seam.B, seam.Ease, by = seam.B, seam.A, -seam.Ease, a.By
		}
		switch {
		case seam.Ease <= pattern.Slack/2:
			seam.Ease, by = 0, pattern.Equal
		case by == pattern.Equal:
			by = pattern.Eased
		}
		seam.Absorbed = by
		seams = append(seams, seam)
	}
	for i, k := 0, 0; i < len(above) && k < len(below); {
		a, b := above[i], below[k]
		add(a, b, max(a.from, b.from), min(a.to, b.to))
		if a.to <= b.to+1e-6 {
			i++
		}
		if b.to <= a.to+1e-6 {
			k++
		}
	}
	for _, s := range slices.Concat(above, below) {
		s.divide(d)
	}
	if above[0].before && below[0].before { // the stand goes on: the seam runs through both
		seams = append(seams, pattern.Seam{ID: "waist-stand", A: pattern.Side{Piece: above[0].Piece, Edge: "waist-lap"},
			B: pattern.Side{Piece: below[0].Piece, Edge: "waist-lap"}, Strain: 1, Join: pattern.AtWaist})
	}
	d.Seams = append(d.Seams, seams...)
}

// folded tells whether a piece lies on the fold, or is drawn as one that was cut in two there.
func folded(d *draft.Draft, piece string) bool {
	for i := range d.Pieces {
		if p := &d.Pieces[i]; p.ID == piece {
			_, cut := p.Edge("centre-back")
			return p.Fold != "" || cut
		}
	}
	return false
}

// divide parts its edge where the seam's stretches begin; what laps is a part of its own.
func (s *seamed) divide(d *draft.Draft) {
	parts := slices.Clone(s.cuts)
	switch {
	case s.Lap > 0 && s.before:
		parts = append([]cut{{0, "waist-lap"}}, parts...)
	case s.Lap > 0:
		parts = append(parts, cut{s.whole - s.Lap, "waist-lap"})
	}
	var list []pattern.Stretch
	for i, c := range parts {
		end := s.whole
		if i < len(parts)-1 {
			end = parts[i+1].at
		}
		list = append(list, pattern.Stretch{ID: c.id, Name: "waist edge", Length: end - c.at})
	}
	if s.back {
		slices.Reverse(list)
	}
	for i := range d.Pieces {
		if p := &d.Pieces[i]; p.ID == s.Piece {
			p.Split(s.edge, list...)
			p.Be(pattern.Enclosed, "waist-lap")
		}
	}
}
