package lay

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Hold binds a stretch of a piece's outline to a line of the cloth: from one corner to another, counter-clockwise, by their
// numbers in the outline. At a selvedge it lies on an edge of the cloth, whatever is kept free there else: on either, or on that at
// height Y, which is 0 or the width; at a stripe on one of the lines at heights Y across the cloth, mm.
type Hold struct {
	From int       `json:"from"`
	To   int       `json:"to"`
	At   At        `json:"at"`
	Y    []float64 `json:"y_mm,omitempty"`
	// Inside is how far within the piece its line on the stripe lies: the allowance beyond it, mm.
	Inside float64 `json:"inside_mm,omitempty"`
}

// At is what of the cloth a stretch is held to.
type At string

// What it can be.
const (
	AtSelvedge At = "selvedge"
	AtStripe   At = "stripe"
)

// heldWithin is how far from its line any place of a held stretch may lie, mm.
const heldWithin = 0.5

// mostStripes is how many lines of a cloth a stretch may be held to.
const mostStripes = 200

// checkHolds says what is wrong with what of a piece is held.
func (p *Piece) checkHolds(c Cloth) error {
	for i, h := range p.Hold {
		name := fmt.Sprintf("hold %d", i+1)
		n := len(p.Outline)
		switch {
		case h.From < 0 || h.From >= n || h.To < 0 || h.To >= n || h.From == h.To:
			return fmt.Errorf("%s: from and to must be two different corners, 0 to %d, not %d and %d", name, n-1, h.From, h.To)
		case h.At == AtSelvedge && slices.ContainsFunc(h.Y, func(y float64) bool { return y != 0 && y != c.Width }):
			return fmt.Errorf("%s: a selvedge lies at y_mm 0 or at the width, %g; left out it may be either", name, c.Width)
		case h.At == AtStripe && (len(h.Y) == 0 || len(h.Y) > mostStripes):
			return fmt.Errorf("%s: y_mm must have 1 to %d stripes, not %d", name, mostStripes, len(h.Y))
		case h.At != AtSelvedge && h.At != AtStripe:
			return fmt.Errorf("%s: at must be selvedge or stripe, not %.40q", name, string(h.At))
		}
		if !(h.Inside >= 0 && h.Inside <= c.Width) || h.Inside > 0 && h.At != AtStripe {
			return fmt.Errorf("%s: inside_mm is 0 or more, up to the cloth's width, and for stripes alone, not %g", name, h.Inside)
		}
		for _, y := range h.Y {
			if !(y >= 0 && y <= c.Width) {
				return fmt.Errorf("%s: a stripe at %g lies beside the cloth, which is 0 to %g", name, y, c.Width)
			}
		}
	}
	return nil
}

// corners are those of a held stretch on its piece as it is written, in order.
func (h Hold) corners(p *Piece) (out []plane.Point) {
	all := points(p.Outline)
	n, step := len(all), 1
	if plane.Area(all) < 0 { // written clockwise
		step = n - 1
	}
	for i := h.From; ; i = (i + step) % n {
		if out = append(out, all[i]); i == h.To {
			return out
		}
	}
}

// Held are the stretches of a piece that are held to a line of the cloth, as a placement puts them on it.
func (p *Piece) Held(at Placement) (out [][]plane.Point) {
	for _, h := range p.Hold {
		line := h.corners(p)
		if at.Mirrored {
			for i := range line {
				line[i].Y = -line[i].Y
			}
		}
		out = append(out, plane.Moved(plane.Turned(line, at.Turn), plane.Pt(at.X, at.Y)))
	}
	return out
}

// stretch are the heights, lowest and highest, between which a held stretch lies.
func (h Hold) stretch(p *Piece, mirrored bool, turn float64) (low, high float64) {
	low, high = math.Inf(1), math.Inf(-1)
	one := Piece{Outline: p.Outline, Hold: []Hold{h}}
	for _, q := range one.Held(Placement{Mirrored: mirrored, Turn: turn})[0] {
		low, high = min(low, q.Y), max(high, q.Y)
	}
	return low, high
}

// lines are the heights at which a held stretch may lie, of a piece whose middle lies at a height, the stretch at another.
func (h Hold) lines(middle, stretch float64) []float64 {
	out := slices.Clone(h.Y)
	for i := range out {
		out[i] -= math.Copysign(h.Inside, middle-stretch)
	}
	return out
}

// among tells whether a stretch held to a selvedge may lie on that at a height.
func (h Hold) among(y float64) bool { return len(h.Y) == 0 || slices.Contains(h.Y, y) }

// heldAt are the heights at which a piece lies as it is held, turned so; none where no height does, and any for a piece that
// isn't held: then free is set.
func (p *Piece) heldAt(c Cloth, mirrored bool, turn float64) (ys []float64, free bool) {
	if len(p.Hold) == 0 {
		return nil, true
	}
	b := plane.BoxOf(p.turned(mirrored, turn))
	onto := func(y float64, bottom, top bool) bool {
		low, high := c.Selvedge, c.Width-c.Selvedge
		if bottom {
			low = 0
		}
		if top {
			high = c.Width
		}
		return b.Min.Y+y >= low-edgeSlack && b.Max.Y+y <= high+edgeSlack
	}
	for i, h := range p.Hold {
		low, high := h.stretch(p, mirrored, turn)
		var mine []float64
		if high-low <= 2*heldWithin {
			switch {
			case h.At == AtSelvedge && !c.Torn:
				if y := -b.Min.Y; h.among(0) && high+y <= heldWithin && onto(y, true, math.Abs(b.Max.Y+y-c.Width) < heldWithin) {
					mine = append(mine, y)
				}
				y := c.Width - b.Max.Y
				if h.among(c.Width) && low+y >= c.Width-heldWithin && onto(y, math.Abs(b.Min.Y+y) < heldWithin, true) {
					mine = append(mine, y)
				}
			case h.At == AtStripe:
				for _, line := range h.lines(b.Centre().Y, (low+high)/2) {
					if y := line - (low+high)/2; onto(y, false, false) {
						mine = append(mine, y)
					}
				}
			}
		}
		if i == 0 {
			ys = mine
			continue
		}
		ys = slices.DeleteFunc(ys, func(y float64) bool { // it lies so by what was looked at before
			low, high := low+y, high+y
			lies := func(line float64) bool { return low >= line-heldWithin && high <= line+heldWithin }
			if h.At == AtSelvedge {
				return !(h.among(0) && lies(0)) && !(h.among(c.Width) && lies(c.Width))
			}
			return !slices.ContainsFunc(h.lines(b.Centre().Y+y, (low+high)/2), lies)
		})
	}
	return ys, false
}

// OnHold is a place moved the least way across that brings what is held of the piece onto its line; the place itself where nothing
// is held, or nothing can be.
func (j *Job) OnHold(at Placement) Placement {
	p := j.piece(at.ID)
	if p == nil {
		return at
	}
	ys, _ := p.heldAt(j.Cloth, at.Mirrored, at.Turn)
	best := math.Inf(1)
	y := at.Y
	for _, is := range ys {
		if off := math.Abs(is - at.Y); off < best {
			best, y = off, is
		}
	}
	at.Y = y
	return at
}

// holds tells whether a place of a piece keeps what is held of it.
func (p *Piece) holds(c Cloth, at Placement) bool {
	ys, free := p.heldAt(c, at.Mirrored, at.Turn)
	return free || slices.ContainsFunc(ys, func(y float64) bool { return math.Abs(y-at.Y) <= heldWithin })
}

// across are the least and the greatest height that a pose may have on the cloth.
func (p *pose) across(c Cloth) (low, high float64) {
	if p.fixed {
		return p.y, p.y
	}
	return c.Selvedge - p.box.Min.Y, c.Width - c.Selvedge - p.box.Max.Y
}

// across is that of a pose as it is laid edge to edge, which may stand over the edges of the cloth by so much.
func (a *abutting) across(q int, over float64) (low, high float64) {
	if p := a.s.poses[q]; p.fixed {
		return p.y, p.y
	}
	c, b := a.s.job.Cloth, a.poses[q].bareBox
	return c.Selvedge - b.Min.Y - over, c.Width - c.Selvedge - b.Max.Y + over
}

// holdable is the job without the copies that can't be held where they must lie, and those copies.
func (j Job) holdable() (Job, []Unplaced) {
	var lost []Unplaced
	var kept []Piece
	for i := range j.Pieces {
		p := j.Pieces[i]
		if len(p.Hold) == 0 {
			kept = append(kept, p)
			continue
		}
		var left []int
		for _, c := range p.copies() {
			mirrored := p.MirrorPairs && c%2 == 1
			lies := slices.ContainsFunc(p.turns(j.Cloth.Nap), func(t float64) bool {
				ys, _ := p.heldAt(j.Cloth, mirrored, t)
				return len(ys) > 0
			})
			if pinned := slices.ContainsFunc(j.Pinned, func(at Placement) bool { return at.ID == p.ID && at.Copy == c }); lies || pinned {
				left = append(left, c)
			} else {
				lost = append(lost, Unplaced{p.ID, c, p.whyNot(j.Cloth)})
			}
		}
		if p.Copies = left; len(left) > 0 {
			kept = append(kept, p)
		}
	}
	if lost == nil {
		return j, nil
	}
	j.Pieces = kept
	return j, lost
}

// whyNot says why a piece can't be held.
func (p *Piece) whyNot(c Cloth) string {
	for _, h := range p.Hold {
		if h.At == AtSelvedge && c.Torn {
			return "this piece of cloth has no selvedge left for its edge"
		}
		level := false
		for _, t := range p.turns(c.Nap) {
			low, high := h.stretch(p, false, t)
			level = level || high-low <= 2*heldWithin
		}
		if !level && h.At == AtSelvedge {
			return "the edge that must lie on the selvedge is not straight along it at any turn it may have"
		}
		if !level {
			return "the edge that must lie on a stripe is not straight along it at any turn it may have"
		}
		if h.At == AtSelvedge && len(h.Y) > 0 && c.Nap {
			return "only one selvedge is the right one for its edge, and the way the cloth runs does not let it be turned to it"
		}
		if h.At == AtSelvedge {
			return "with its edge on a selvedge it needs more than the width: " + measure.Tell(c.Width-c.Selvedge) + " are there"
		}
	}
	return "no stripe lies where its edges could be on it"
}

// without is a lay without what could not be held, and with it again.
func (r Result) without(lost []Unplaced) Result {
	r.Unplaced = slices.DeleteFunc(slices.Clone(r.Unplaced), func(u Unplaced) bool { return slices.Contains(lost, u) })
	return r
}

func (r Result) with(lost []Unplaced) Result {
	if len(lost) > 0 {
		r.Unplaced = append(slices.Clone(r.Unplaced), lost...)
	}
	return r
}
