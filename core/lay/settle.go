package lay

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"ardentgusset/core/plane"
)

// still is what lies on the cloth before anything is placed: flaws, what an
// irregular piece of cloth lacks, and pinned pieces, which keep their gap.
type still struct {
	shape []plane.Point
	gap   float64
}

// stills lists everything that pieces must keep clear of.
func (j *Job) stills() []still {
	var out []still
	for _, f := range j.Cloth.Flaws {
		out = append(out, still{plainIfRagged(clean(points(f))), 0})
	}
	for _, f := range beyond(j.Cloth) {
		out = append(out, still{f, 0})
	}
	for _, at := range j.Pinned {
		if p := j.piece(at.ID); p != nil {
			out = append(out, still{plainIfRagged(p.Shape(at)), j.Gap})
		}
	}
	return out
}

// plainIfRagged keeps what lies still to so many corners; below that it is what
// it is.
func plainIfRagged(shape []plane.Point) []plane.Point {
	if len(shape) > mostCorners {
		return stand(shape)
	}
	return shape
}

// items are the copies that are still to be placed.
func (j *Job) items() []item {
	pinned := map[string]bool{}
	for _, at := range j.Pinned {
		pinned[copyKey(at.ID, at.Copy)] = true
	}
	var out []item
	for i := range j.Pieces {
		p := &j.Pieces[i]
		known := map[bool]item{} // mirrored or not: all copies have the same shapes
		for _, c := range p.copies() {
			if pinned[copyKey(p.ID, c)] {
				continue
			}
			mirrored := p.MirrorPairs && c%2 == 1
			it, ok := known[mirrored]
			if !ok {
				it = newItem(p, c, j.Cloth)
				known[mirrored] = it
			}
			it.copy = c
			out = append(out, it)
		}
	}
	return out
}

func copyKey(id string, copy int) string { return fmt.Sprintf("%d %s", copy, id) }

// copies are the numbers of the copies to place.
func (p *Piece) copies() []int {
	if len(p.Copies) > 0 {
		return p.Copies
	}
	out := make([]int, p.Count)
	for i := range out {
		out[i] = i
	}
	return out
}

func (j *Job) piece(id string) *Piece {
	for i := range j.Pieces {
		if j.Pieces[i].ID == id {
			return &j.Pieces[i]
		}
	}
	return nil
}

// pinnedEnd is how far along the cloth the pinned pieces reach, and their area.
func (j *Job) pinnedEnd() (end, area float64) {
	for _, at := range j.Pinned {
		if p := j.piece(at.ID); p != nil {
			shape := p.Shape(at)
			end = max(end, plane.BoxOf(shape).Max.X)
			area += math.Abs(plane.Area(shape))
		}
	}
	return end, area
}

// beyond is what the rectangle round an irregular piece of cloth has and the
// cloth has not, in strips as high as the cloth's corners lie apart: each is a
// triangle or has four corners, none hollow.
func beyond(c Cloth) [][]plane.Point {
	poly := clean(points(c.Outline))
	if len(poly) < 3 {
		return nil
	}
	end := c.Length
	if end == 0 {
		end = plane.BoxOf(poly).Max.X
	}
	levels := []float64{0, c.Width}
	for _, p := range poly {
		levels = append(levels, p.Y)
	}
	sort.Float64s(levels)
	var out [][]plane.Point
	for k := 1; k < len(levels); k++ {
		low, high := levels[k-1], levels[k]
		if high-low < 1e-6 {
			continue
		}
		type side struct{ below, above float64 }
		var sides []side
		for i, a := range poly {
			b := poly[(i+1)%len(poly)]
			if a.Y > b.Y {
				a, b = b, a
			}
			if b.Y-a.Y > 1e-9 && a.Y <= low+1e-9 && b.Y >= high-1e-9 {
				sides = append(sides, side{at(a, b, low), at(a, b, high)})
			}
		}
		slices.SortFunc(sides, func(a, b side) int {
			switch {
			case a.below+a.above < b.below+b.above:
				return -1
			case a.below+a.above > b.below+b.above:
				return 1
			}
			return 0
		})
		from := side{0, 0}
		sides = append(sides, side{end, end})
		for i, to := range sides {
			if i%2 == 0 {
				strip := clean([]plane.Point{{X: from.below, Y: low}, {X: to.below, Y: low}, {X: to.above, Y: high},
					{X: from.above, Y: high}})
				if len(strip) > 2 && math.Abs(plane.Area(strip)) > 1e-3 {
					out = append(out, strip)
				}
			}
			from = to
		}
	}
	return out
}

// checkCloth says what is wrong with the cloth's shape or fold.
func (j *Job) checkCloth() error {
	c := j.Cloth
	if !slices.Contains([]Fold{Flat, Lengthwise, Crosswise}, c.Fold) {
		return fmt.Errorf("cloth.fold must be lengthwise, crosswise or left out, not %.40q", c.Fold)
	}
	if c.Fold == Crosswise && c.Nap {
		return fmt.Errorf("cloth.fold: cloth with a nap can't be folded crosswise, its lower layer would lie the other way up")
	}
	if c.Fold != Flat && (c.RepeatX > 0 || c.RepeatY > 0) {
		return fmt.Errorf("cloth.fold: cloth with a repeat is laid in a single layer, so that it can be seen to match")
	}
	if c.Fold == Crosswise && len(c.Flaws) > 0 {
		return fmt.Errorf("cloth.fold: cloth with flaws can't be folded crosswise, because the fold moves with the length; fold it " +
			"lengthwise or lay it flat")
	}
	if c.Fold == Crosswise && len(j.Pinned) > 0 {
		return fmt.Errorf("pinned: on cloth folded crosswise nothing can be pinned, because the fold moves with the length")
	}
	if len(c.Outline) > 0 {
		if err := checkPolygon(c.Outline); err != nil {
			return fmt.Errorf("cloth.outline %w", err)
		}
		if c.Fold != Flat {
			return fmt.Errorf("cloth.fold: an irregular piece of cloth is laid in a single layer")
		}
		if c.Length == 0 {
			return fmt.Errorf("cloth.length_mm must be given for an irregular piece of cloth")
		}
		if b := plane.BoxOf(points(c.Outline)); b.Min.X < -1e-6 || b.Min.Y < -1e-6 || b.Max.X > c.Length+1e-6 || b.Max.Y > c.Width+1e-6 {
			return fmt.Errorf("cloth.outline must lie within 0 to length_mm and 0 to width_mm")
		}
	}
	for i := range j.Pieces {
		if p := &j.Pieces[i]; p.OnFold && !p.symmetrical(alike) {
			return fmt.Errorf("piece %q is said to lie on the fold but is not alike on both sides of its middle", shorten(p.ID))
		}
	}
	return nil
}

// checkPinned says what is wrong with the pinned copies.
func (j *Job) checkPinned() error {
	if len(j.Pinned) == 0 {
		return nil
	}
	seen := map[string]bool{}
	for _, at := range j.Pinned {
		name := fmt.Sprintf("pinned piece %q, copy %d,", shorten(at.ID), at.Copy)
		p := j.piece(at.ID)
		if p == nil || !slices.Contains(p.copies(), at.Copy) {
			return fmt.Errorf("%s is not in the job", name)
		}
		if seen[copyKey(at.ID, at.Copy)] {
			return fmt.Errorf("%s is pinned twice", name)
		}
		seen[copyKey(at.ID, at.Copy)] = true
		if math.IsNaN(at.X+at.Y+at.Turn) || math.Abs(at.X) > MaxSize || math.Abs(at.Y) > MaxSize {
			return fmt.Errorf("%s has no place", name)
		}
	}
	if j.Cloth.Fold == Lengthwise {
		free := *j
		free.Pinned = nil
		f := fold(free)
		for _, at := range j.Pinned {
			p := f.double.piece(at.ID)
			switch {
			case p == nil || !(slices.Contains(p.Copies, at.Copy) || slices.Contains(p.Copies, at.Copy^1)):
				return fmt.Errorf("pinned piece %q, copy %d, is cut from a single layer behind the folded cloth and can't be pinned",
					shorten(at.ID), at.Copy)
			case !slices.Contains(p.Copies, at.Copy):
				return fmt.Errorf("pinned piece %q, copy %d, is the lower of two cut at once: pin copy %d, and it follows",
					shorten(at.ID), at.Copy, at.Copy^1)
			}
		}
	}
	for _, f := range j.Faults(j.Pinned) {
		return fmt.Errorf("pinned piece %q, copy %d, %s", shorten(f.ID), f.Copy, f.Why)
	}
	return nil
}

// Fault is what is wrong with a copy where it lies.
type Fault struct {
	ID     string
	Copy   int
	Why    string
	Other  string // the piece it lies on, or ""
	Beside int    // that one's copy
}

// Faults finds what is wrong with places: off the cloth, off the grain, over a
// flaw, over or too near each other. It looks at the true outlines. Places of
// unknown pieces are left out.
func (j *Job) Faults(at []Placement) []Fault {
	c := j.Cloth
	var out []Fault
	var stills []placed
	for _, f := range c.Flaws {
		stills = append(stills, obstacle(clean(points(f)), 0))
	}
	gone := beyond(c)
	for _, f := range gone {
		stills = append(stills, obstacle(f, 0))
	}
	lying := make([]placed, 0, len(at))
	var known []Placement
	for _, a := range at {
		p := j.piece(a.ID)
		if p == nil {
			continue
		}
		shape := p.Shape(a)
		fault := func(why string) { out = append(out, Fault{ID: a.ID, Copy: a.Copy, Why: why}) }
		if a.Mirrored != (p.MirrorPairs && a.Copy%2 == 1) {
			fault("is mirrored the wrong way")
		}
		if !slices.ContainsFunc(p.turns(c.Nap), func(t float64) bool { return sameTurn(t, a.Turn) }) {
			fault("lies off the grain")
		}
		b := plane.BoxOf(shape)
		kept := c.Selvedge
		if !p.holds(c, a) {
			fault("has its edge off the " + string(p.Hold[0].At) + " it must lie on")
		} else if len(p.Hold) > 0 {
			kept = 0
		}
		if b.Min.X < -edgeSlack || b.Min.Y < kept-edgeSlack || b.Max.Y > c.Width-kept+edgeSlack ||
			(c.Length > 0 && b.Max.X > c.Length+edgeSlack) {
			fault("lies over the edge of the cloth")
		}
		for k := range stills {
			if stills[k].holds(shape, b) {
				if k < len(c.Flaws) {
					fault("lies over a flaw")
				} else {
					fault("lies over the edge of the cloth")
				}
				break
			}
		}
		for k := range lying {
			if lying[k].holds(shape, b) {
				o := known[k]
				out = append(out, Fault{ID: a.ID, Copy: a.Copy, Why: fmt.Sprintf("lies on %s", o.ID), Other: o.ID, Beside: o.Copy})
			}
		}
		if on := j.OnRepeat(a, at); math.Abs(on.X-a.X) > 2*edgeSlack || math.Abs(on.Y-a.Y) > 2*edgeSlack {
			fault("lies off the repeat")
		}
		known = append(known, a)
		lying = append(lying, obstacle(shape, j.Gap*nearEnough))
	}
	return out
}

// OnRepeat is a place moved the least way that brings its match point onto the
// repeat as the first other place of its group has it; the place itself when
// nothing is to match.
func (j *Job) OnRepeat(at Placement, others []Placement) Placement {
	c, p := j.Cloth, j.piece(at.ID)
	if p == nil || p.Match == nil || (c.RepeatX <= 0 && c.RepeatY <= 0) {
		return at
	}
	for _, o := range others {
		q := j.piece(o.ID)
		if q == nil || q.Match == nil || q.Match.Group != p.Match.Group || (o.ID == at.ID && o.Copy == at.Copy) {
			continue
		}
		d := p.matchAt(at).Sub(q.matchAt(o))
		column := 0
		if c.RepeatY > 0 {
			column = int(math.Round(d.Y / c.RepeatY))
			at.Y += float64(column)*c.RepeatY - d.Y
		}
		if c.RepeatX > 0 {
			if c.HalfDrop && column%2 != 0 {
				d.X += c.RepeatX / 2
			}
			at.X += math.Round(d.X/c.RepeatX)*c.RepeatX - d.X
		}
		return at
	}
	return at
}

func sameTurn(a, b float64) bool {
	d := math.Mod(math.Abs(a-b), 360)
	return d < 1e-6 || d > 360-1e-6
}

// levelSlack is how much of a level edge may lie over another, mm: less than a
// square millimetre along a metre.
const levelSlack = 1e-3

// holds tells whether a shape, where it lies, overlaps the obstacle by more
// than counts as touching.
func (o *placed) holds(shape []plane.Point, box plane.Box) bool {
	return o.holdsBy(shape, box, edgeSlack, levelSlack)
}

// holdsBy is holds with so much counting as touching, along the cloth and across
// it.
func (o *placed) holdsBy(shape []plane.Point, box plane.Box, along, across float64) bool {
	if box.Min.X >= o.box.Max.X || box.Max.X <= o.box.Min.X || box.Min.Y >= o.box.Max.Y || box.Max.Y <= o.box.Min.Y {
		return false
	}
	// Level edges that lie over each other by next to nothing forbid a long
	// stretch, and those that lie on each other none; a little higher and lower
	// it is as it should be.
	p := pose{shape: shape, inner: inside(shape), box: box, convex: convex(shape)}
	for _, dy := range [...]float64{across, -across} {
		if !slices.ContainsFunc(covered(o, &p, dy, o.forbidden(shape, box, dy, nil)),
			func(s span) bool { return s.from < -along && s.to > along }) {
			return false
		}
	}
	return true
}
