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
	// scye and neck are the lines it runs between, as they lie where nothing is asked.
	scye, neck surface.Line
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
		part       int
		notch      float64
		scye, neck surface.Line
		half       *float64
	}{{scyeFront, figure.NotchFront, front, neckFront, &t.Front}, {scyeBack, figure.NotchBack, back, neckBack, &t.Back}} {
		row, ok := h.spanAt(acrossAt{part: a.part, z: t.Armpit + a.notch*(t.ShoulderPoint.Z-t.Armpit), scye: a.scye, neck: a.neck})
		if !ok {
			continue
		}
		reach := row.reach(h)
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

// spanAt is what is measured from armhole to armhole at its height; false where that meets neither armhole nor neckline.
func (h *half) spanAt(row acrossAt) (acrossAt, bool) {
	if _, ok := crossingAt(row.scye, row.z); !ok {
		return row, false
	}
	row.half, row.parted = row.reach(h), false
	if top := row.centre(); top < row.z {
		begin, ok := crossingAt(row.neck, row.z)
		if !ok {
			return row, false
		}
		row.parted = true
		row.half -= row.from(h, begin)
	}
	return row, true
}

// reach is how far it is from the centre to the armhole, and from how far a place on the form lies from there, mm.
func (a acrossAt) reach(h *half) float64 {
	end, _ := crossingAt(a.scye, a.z)
	return a.from(h, end)
}

func (a acrossAt) from(h *half, p r3.Vec) float64 {
	share := h.form.Share(p)
	if a.part == scyeBack {
		share = 1 - share
	}
	return share * h.form.HalfGirth(a.z)
}

// centre is how high the neckline lies at the centre.
func (a acrossAt) centre() float64 {
	if a.part == scyeBack {
		return a.neck[len(a.neck)-1].Z
	}
	return a.neck[0].Z
}

// offCorner is how far from a seam's end on the armhole it is measured across at least, mm: there the seam runs so nearly level
// that a hair up or down is a centimetre along it.
const offCorner = 7.0

// clearOf lets it be measured across clear of where a seam meets the armhole.
func (h *half) clearOf(part int, z float64) {
	for i, row := range h.spans {
		if off := row.z - z; row.part == part && math.Abs(off) < offCorner {
			row.z = z + math.Copysign(offCorner, off)
			if row, ok := h.spanAt(row); ok {
				h.spans[i] = row
			}
		}
	}
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

// rowsAcross lays on a piece where it is measured from armhole to armhole, if it is a part of that: to the armhole as it is drawn.
func (h *half) rowsAcross(p *pattern.Piece, n named, flat *surface.Flat) {
	outline, _ := p.Outline()
	for _, a := range h.spans {
		if a.part == scyeFront && n.from > scyeFront || a.part == scyeBack && n.from < scyeBack {
			continue
		}
		if row := flat.Levels([]float64{a.z})[0]; plane.Length(row) > 1 {
			for _, id := range []string{"scye", "scye-back"} {
				if e, ok := p.Edge(id); ok {
					row = endingOn(reaching(row, outline, e.Line), outline, e.Line)
				}
			}
			p.Levels = slices.Insert(p.Levels, 0, pattern.Level{Drop: -a.z, Path: row, Open: true})
		}
	}
}

// reaching is a row that goes on, where it ends a few millimetres within an edge, to beyond it.
func reaching(row, outline, edge []plane.Point) []plane.Point {
	const within = 5.0
	for range 2 {
		if _, off := placeOn(edge, row[0]); off < within && plane.Inside(outline, row[0]) {
			on, _ := plane.Along(row, 1)
			row = append([]plane.Point{row[0].Add(row[0].Sub(on).Unit().Times(within))}, row...)
		}
		row = plane.Reversed(row)
	}
	return row
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
			next[a.part] = math.Round(min(max(was-off, -acrossLess), acrossMore)/askedBy) * askedBy
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
