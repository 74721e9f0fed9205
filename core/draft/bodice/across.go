package bodice

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/core/surface"

	"gonum.org/v1/gonum/spatial/r3"
)

// acrossAt is where it is measured from armhole to armhole, before or behind, and how much the half is meant to measure from
// the centre, or from a neckline that dips below it, mm.
type acrossAt struct {
	part int // scyeFront or scyeBack
	z    float64
	half float64
	// parted is one that a neckline dips below.
	parted bool
}

// acrossWithin is how near the half between the armholes comes to what it is meant to measure before it is left, mm, and
// acrossRounds how often it alone is asked for; acrossLess and acrossMore how far an armhole is moved for it.
const acrossWithin, acrossRounds, acrossLess, acrossMore = 1.5, 3, 35.0, 20.0

// armholes lays the armhole, front and back, so that the cloth between armhole and centre measures what the form does there.
// A front without a dart to the bust is wider than the form where the armhole ends it: what is over is cut away there.
func (h *half) armholes(o figure.ScyeOf, neckFront, neckBack surface.Line) (front, back surface.Line) {
	t := &h.form.Torso
	front, back = h.form.Scye(o)
	h.spans = nil
	for _, a := range []struct {
		part        int
		notch       float64
		scye, neck  surface.Line
		corner, top float64
		half        *float64
	}{{scyeFront, figure.NotchFront, front, neckFront, 0, neckFront[0].Z, &t.Front},
		{scyeBack, figure.NotchBack, back, neckBack, 1, neckBack[len(neckBack)-1].Z, &t.Back}} {
		z := t.Armpit + a.notch*(t.ShoulderPoint.Z-t.Armpit)
		end, ok := crossingAt(a.scye, z)
		if !ok {
			continue
		}
		whole := h.form.HalfGirth(z)
		reach := math.Abs(h.form.Share(end)-a.corner) * whole
		row := acrossAt{part: a.part, z: z, half: reach}
		if a.top < z {
			begin, ok := crossingAt(a.neck, z)
			if !ok {
				continue
			}
			row.parted = true
			row.half -= math.Abs(h.form.Share(begin)-a.corner) * whole
		}
		h.spans = append(h.spans, row)
		if more, ok := h.ask.across[a.part]; ok {
			*a.half = reach + more
			o.Within = o.Within && a.part != scyeFront
		}
	}
	if len(h.ask.across) > 0 {
		front, back = h.form.Scye(o)
	}
	return front, back
}

// crossingAt is where a line is at a height.
func crossingAt(line surface.Line, z float64) (r3.Vec, bool) {
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if (a.Z-z)*(b.Z-z) <= 0 && a.Z != b.Z {
			k := (z - a.Z) / (b.Z - a.Z)
			return r3.Vec{X: a.X + (b.X-a.X)*k, Y: a.Y + (b.Y-a.Y)*k, Z: z}, true
		}
	}
	return r3.Vec{}, false
}

// rowsAcross lays on a piece where it is measured from armhole to armhole, if it is a part of that.
func (h *half) rowsAcross(p *pattern.Piece, n named, flat *surface.Flat) {
	for _, a := range h.spans {
		if a.part == scyeFront && n.from > scyeFront || a.part == scyeBack && n.from < scyeBack {
			continue
		}
		if row := flat.Levels([]float64{a.z})[0]; plane.Length(row) > 1 {
			p.Levels = slices.Insert(p.Levels, 0, pattern.Level{Drop: -a.z, Path: row, Open: true})
		}
	}
}

// rows are its rings and what it measures between the armholes, as it is sewn.
func (h *half) rows() []sewn.Ring {
	return append(sewn.Across(h.Pieces, h.Seams), sewn.Rings(h.Pieces, h.Seams)...)
}

// acrossAgain is what is asked of the cloth between the armholes the next time, and whether it has to be.
func (h *half) acrossAgain() (next map[int]float64, out bool) {
	next = map[int]float64{}
	made := map[float64]float64{}
	for _, r := range sewn.Across(h.Pieces, h.Seams) {
		made[r.Drop] = r.Girth / 2
	}
	for _, a := range h.spans {
		is, ok := made[-a.z]
		if !ok {
			continue
		}
		was := h.ask.across[a.part]
		next[a.part] = was
		if off := is - a.half - h.full[-a.z]/2; math.Abs(off) > acrossWithin && !h.ask.enough {
			next[a.part] = math.Round(math.Min(math.Max(was-off, -acrossLess), acrossMore)/askedBy) * askedBy
			out = out || next[a.part] != was && h.ask.rounds < acrossRounds
		}
	}
	return next, out
}

// yields lets what was asked between the armholes go by half, then wholly, where a body leaves no room for it; false where
// nothing was asked.
func (a *asked) yields() bool {
	if len(a.across) == 0 {
		return false
	}
	if a.enough {
		a.across = nil
		return true
	}
	a.enough = true
	for part := range a.across {
		a.across[part] /= 2
	}
	return true
}

// openly takes what was asked between the armholes before.
func (a *asked) openly(r draft.Ring) {
	if a.across == nil {
		a.across = map[int]float64{}
	}
	part := scyeFront
	if r.Behind {
		part = scyeBack
	}
	a.across[part] = r.More
}

// measureAcross tells what it measures from armhole to armhole, as it is sewn: not where a neckline parts it, and not of
// what has a part of the sleeve's cut off it.
func (h *half) measureAcross() {
	if h.v.Has(draft.Sleeve) && h.v.Choice(draft.Sleeve) == sleeve.Raglan {
		return
	}
	made := map[float64]float64{}
	for _, r := range sewn.Across(h.Pieces, h.Seams) {
		made[r.Drop] = r.Girth
	}
	for _, a := range h.spans {
		is, ok := made[-a.z]
		if !ok {
			continue
		}
		key, where := "across.front", "across the front, from armhole to armhole"
		if a.part == scyeBack {
			key, where = "across.back", "across the back, from armhole to armhole"
		}
		if off := is - 2*a.half - h.full[-a.z]; math.Abs(off) > acrossTold {
			h.outBy(where, off)
		}
		if !a.parted {
			h.Measure(key, "the bodice", where, is)
		}
	}
}

// acrossTold is from how much on it is told that the cloth between the armholes is out, mm.
const acrossTold = 2 * 3.0
