package lay

import (
	"context"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// alike is how far two sides of a symmetrical piece may differ, mm; of one that
// is cut from both layers without being mirrored, so that the lower copy lies
// where the upper one does, exactlyAlike.
const alike, exactlyAlike = 0.5, 0.002

// symmetrical tells whether a piece is alike on both sides of its middle: its
// mirror image lies on it.
func (p *Piece) symmetrical(within float64) bool {
	poly := clean(points(p.Outline))
	b := plane.BoxOf(poly)
	middle := b.Min.Y + b.Max.Y
	for _, q := range poly {
		if plane.Apartness(poly, plane.Pt(q.X, middle-q.Y)) > within {
			return false
		}
	}
	return true
}

// Even makes a piece exactly alike on both sides of its middle, by its upper
// half, when it very nearly is; it tells whether it is.
func (p *Piece) Even() bool {
	if !p.symmetrical(alike) {
		return false
	}
	b := plane.BoxOf(clean(points(p.Outline)))
	middle := (b.Min.Y + b.Max.Y) / 2
	half := p.above()
	from := -1 // where it leaves the middle
	for i, q := range half {
		if next := half[(i+1)%len(half)]; math.Abs(q.Y) < 1e-9 && math.Abs(next.Y) < 1e-9 {
			from = (i + 1) % len(half)
		}
	}
	if from < 0 {
		return false
	}
	var line []plane.Point
	for i := range half {
		line = append(line, half[(from+i)%len(half)])
	}
	out := make([]XY, 0, 2*len(line))
	for _, q := range line {
		out = append(out, XY{q.X, middle + q.Y})
	}
	for i := len(line) - 2; i > 0; i-- {
		out = append(out, XY{line[i].X, middle - line[i].Y})
	}
	p.Outline = out
	return true
}

// above is the half of a symmetrical piece above its middle, which then lies at
// height 0.
func (p *Piece) above() []plane.Point {
	poly := clean(points(p.Outline))
	b := plane.BoxOf(poly)
	middle := (b.Min.Y + b.Max.Y) / 2
	for i := range poly {
		if poly[i].Y -= middle; math.Abs(poly[i].Y) < 1e-3 {
			poly[i].Y = 0 // a corner that means to lie on it does
		}
	}
	var out []plane.Point
	for i, a := range poly {
		c := poly[(i+1)%len(poly)]
		if a.Y >= 0 {
			out = append(out, a)
		}
		if a.Y*c.Y < 0 {
			out = append(out, plane.Pt(a.Toward(c, a.Y/(a.Y-c.Y)).X, 0))
		}
	}
	return clean(out)
}

// folded is a lay on doubled cloth, in two parts: what is cut through both
// layers, on half the cloth, and what has no counterpart and is cut from a
// single layer behind it.
type folded struct {
	job    Job
	double Job
	single []Piece
}

// fold takes a job apart.
func fold(j Job) folded {
	f := folded{job: j}
	d := j
	d.doubled = true
	d.Pieces, d.Pinned = nil, nil
	d.Cloth.Fold = Flat
	if c := j.Cloth; c.Fold == Lengthwise {
		// From the fold, at height 0, to the selvedges.
		d.Cloth.Width, d.Cloth.Selvedge = c.Width/2-c.Selvedge, 0
	} else {
		d.Cloth.Length /= 2
	}
	d.Cloth.Flaws = nil
	for _, flaw := range j.Cloth.Flaws { // a flaw in either layer spoils both
		for _, sign := range []float64{1, -1} {
			if q := clipped(flaw, j.Cloth.Width/2, sign, d.Cloth.Width); len(q) > 2 {
				d.Cloth.Flaws = append(d.Cloth.Flaws, q)
			}
		}
	}
	for i := range j.Pieces {
		p := j.Pieces[i]
		all := p.copies()
		if len(p.Hold) > 0 { // cut from a single layer, where the edge is seen to lie
			f.single = append(f.single, p)
			continue
		}
		if p.OnFold && j.Cloth.Fold == Lengthwise {
			p.half = p.above()
			p.Copies, p.MirrorPairs = slices.Clone(all), false
			d.Pieces = append(d.Pieces, p)
			continue
		}
		// Copies 2k and 2k+1 are cut together when both are asked for and the
		// lower, which comes out mirrored, is what is wanted there.
		var pairs, lone []int
		for _, c := range all {
			switch mate := c ^ 1; {
			case !slices.Contains(all, mate) || !(p.MirrorPairs || p.symmetrical(exactlyAlike)) || !p.returns(j.Cloth):
				lone = append(lone, c)
			case c%2 == 0:
				pairs = append(pairs, c)
			}
		}
		if len(pairs) > 0 && f.fits(p, d.Cloth) {
			q := p
			q.Copies, q.MirrorPairs = pairs, false
			d.Pieces = append(d.Pieces, q)
		} else {
			lone = slices.Clone(all)
		}
		if len(lone) > 0 {
			q := p
			q.Copies = lone
			f.single = append(f.single, q)
		}
	}
	for _, at := range j.Pinned {
		if q, ok := f.upper(at); ok {
			d.Pinned = append(d.Pinned, q)
		}
	}
	f.double = d
	return f
}

// returns tells whether the lower layer's turns are allowed wherever the upper
// one's are.
func (p *Piece) returns(c Cloth) bool {
	all := p.turns(c.Nap)
	for _, t := range all {
		back := -t
		if c.Fold == Crosswise {
			back = 180 - t
		}
		if !slices.ContainsFunc(all, func(o float64) bool { return sameTurn(math.Mod(o+720, 360), math.Mod(back+720, 360)) }) {
			return false
		}
	}
	return true
}

// fits tells whether a piece is narrow enough for the doubled cloth at some turn.
func (f *folded) fits(p Piece, c Cloth) bool {
	for _, t := range p.turns(c.Nap) {
		if plane.BoxOf(plane.Turned(points(p.Outline), t)).Height() <= c.Width-2*c.Selvedge+edgeSlack {
			return true
		}
	}
	return false
}

// clipped is the part of a flaw on one side of the fold, as it lies on the half.
func clipped(flaw []XY, middle, sign, width float64) []XY {
	poly := clean(points(flaw))
	for i := range poly {
		poly[i].Y = (poly[i].Y - middle) * sign
	}
	var out []plane.Point
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		if a.Y >= 0 {
			out = append(out, a)
		}
		if a.Y*b.Y < 0 {
			out = append(out, plane.Pt(a.Toward(b, -a.Y/(b.Y-a.Y)).X, 0))
		}
	}
	out = clean(out)
	if len(out) < 3 || plane.BoxOf(out).Min.Y > width || math.Abs(plane.Area(out)) < 1e-3 {
		return nil
	}
	xy := make([]XY, len(out))
	for i, q := range out {
		xy[i] = XY{q.X, q.Y}
	}
	return xy
}

// upper is a place of the flat lay as the doubled one has it; false for the
// lower of two copies.
func (f *folded) upper(at Placement) (Placement, bool) {
	p := f.job.piece(at.ID)
	if p == nil {
		return at, false
	}
	if p.OnFold {
		at.Y, at.Mirrored = 0, false
		return at, true
	}
	if at.Copy%2 == 1 {
		return at, false
	}
	at.Y -= f.job.Cloth.Width / 2
	at.Mirrored = false
	return at, true
}

// unfold lays the doubled part flat: the upper copies above the middle (or
// beyond the fold), the lower ones as their mirror images, and then what was
// cut from a single layer.
func (f *folded) unfold(double, single Result) Result {
	c := f.job.Cloth
	out := Result{Placements: []Placement{}, Unplaced: []Unplaced{}}
	begin := double.Length
	if c.Fold == Crosswise {
		begin *= 2
	}
	for _, at := range double.Placements {
		p := f.job.piece(at.ID)
		if p.OnFold && c.Fold == Lengthwise {
			b := plane.BoxOf(points(p.Outline))
			middle := (b.Min.Y + b.Max.Y) / 2
			if sameTurn(at.Turn, 180) {
				middle = -middle
			}
			if at.Mirrored = p.MirrorPairs && at.Copy%2 == 1; at.Mirrored {
				middle = -middle
			}
			at.Y = c.Width/2 - middle
			out.Placements = append(out.Placements, at)
			continue
		}
		under := at
		under.Copy, under.Mirrored = at.Copy+1, p.MirrorPairs
		shape := p.turned(false, at.Turn)
		if c.Fold == Lengthwise {
			at.Y += c.Width / 2
			under.Turn, under.Y = 360-at.Turn, c.Width-at.Y
			for i := range shape {
				shape[i].Y = -shape[i].Y
			}
		} else {
			under.Turn, under.X = 180-at.Turn, double.Length-at.X
			at.X += double.Length
			for i := range shape {
				shape[i].X = -shape[i].X
			}
		}
		under.Turn = math.Mod(under.Turn+720, 360)
		if !p.MirrorPairs { // alike either way: set down so that it covers its image
			want := plane.BoxOf(shape)
			if !p.lies(under.Turn) {
				under.Turn = at.Turn
			}
			got := plane.BoxOf(p.turned(false, under.Turn))
			under.X += want.Min.X - got.Min.X
			under.Y += want.Min.Y - got.Min.Y
		}
		out.Placements = append(out.Placements, at, under)
	}
	for _, at := range single.Placements {
		at.X += begin
		out.Placements = append(out.Placements, at)
	}
	out.Unplaced = append(append(out.Unplaced, double.Unplaced...), single.Unplaced...)
	for _, u := range double.Unplaced {
		if p := f.job.piece(u.ID); !p.OnFold || c.Fold == Crosswise {
			u.Copy++
			out.Unplaced = append(out.Unplaced, u)
		}
	}
	area := 0.0
	for _, at := range out.Placements {
		shape := f.job.piece(at.ID).Shape(at)
		area += math.Abs(plane.Area(shape))
		out.Length = max(out.Length, plane.BoxOf(shape).Max.X)
	}
	if out.Length > 0 {
		out.Utilisation = area / (c.Width * out.Length)
	}
	inOrder(f.job, out.Placements)
	return out
}

// lies tells whether a turn is one of the piece's own.
func (p *Piece) lies(turn float64) bool {
	return slices.ContainsFunc(p.turns(false), func(t float64) bool { return sameTurn(t, turn) })
}

// rest is the job of what is cut from a single layer, after so much cloth.
func (f *folded) rest(begin float64) Job {
	j := f.job
	j.Cloth.Fold, j.Pinned, j.Pieces = Flat, nil, f.single
	j.Cloth.Flaws = nil
	for _, flaw := range f.job.Cloth.Flaws {
		moved := make([]XY, len(flaw))
		for i, q := range flaw {
			moved[i] = XY{q[0] - begin, q[1]}
		}
		if plane.BoxOf(points(moved)).Max.X > 0 {
			j.Cloth.Flaws = append(j.Cloth.Flaws, moved)
		}
	}
	if j.Cloth.Length > 0 {
		j.Cloth.Length = max(j.Cloth.Length-begin, 1e-3)
	}
	return j
}

// lay lays both parts with whatever lays one.
func (f *folded) lay(one func(Job) Result) Result {
	var double, single Result
	if len(f.double.Pieces) > 0 {
		double = one(f.double)
	}
	begin := double.Length
	if f.job.Cloth.Fold == Crosswise {
		begin *= 2
	}
	if len(f.single) > 0 {
		single = one(f.rest(begin))
	}
	return f.unfold(double, single)
}

// improve goes on from the doubled part's lay and lays the rest behind it anew
// whenever it has become shorter.
func (f *folded) improve(ctx context.Context, best Result, rounds int, report func(Result)) Result {
	if len(f.double.Pieces) == 0 {
		return best
	}
	from := Result{Unplaced: []Unplaced{}}
	inDouble := map[string]bool{}
	for _, p := range f.double.Pieces {
		for _, c := range p.Copies {
			inDouble[copyKey(p.ID, c)] = true
		}
	}
	begin := math.Inf(1)
	if f.job.Cloth.Fold == Crosswise { // the fold lies where the lower copies meet it
		for _, at := range best.Placements {
			if inDouble[copyKey(at.ID, at.Copy)] {
				begin = min(begin, plane.BoxOf(f.job.piece(at.ID).Shape(at)).Min.X)
			}
		}
	}
	for _, at := range best.Placements {
		if !inDouble[copyKey(at.ID, at.Copy)] {
			continue
		}
		if f.job.Cloth.Fold == Lengthwise {
			at, _ = f.upper(at)
		} else {
			at.X -= begin
			at.Mirrored = false
		}
		from.Placements = append(from.Placements, at)
		from.Length = max(from.Length, plane.BoxOf(f.half(at)).Max.X)
	}
	for _, u := range best.Unplaced {
		if inDouble[copyKey(u.ID, u.Copy)] {
			from.Unplaced = append(from.Unplaced, u)
		}
	}
	quick := func(j Job) Result { j.Seconds = 0; return place(context.WithoutCancel(ctx), j, orders) }
	entire := func(r Result) Result {
		b := r.Length
		if f.job.Cloth.Fold == Crosswise {
			b *= 2
		}
		single := Result{}
		if len(f.single) > 0 {
			single = quick(f.rest(b))
		}
		return f.unfold(r, single)
	}
	improve(ctx, f.double, from, rounds, func(r Result) {
		if whole := entire(r); better(whole, best) {
			best = whole
			if report != nil {
				report(best)
			}
		}
	})
	return best
}

// half is a place's shape on the doubled cloth.
func (f *folded) half(at Placement) []plane.Point {
	for i := range f.double.Pieces {
		if p := &f.double.Pieces[i]; p.ID == at.ID {
			return plane.Moved(p.pose(false, at.Turn), plane.Pt(at.X, at.Y))
		}
	}
	return nil
}

// pose is the piece's shape at a turn, before it is moved: the half of one that
// lies on the fold, turned about so that its middle stays there.
func (p *Piece) pose(mirrored bool, turn float64) []plane.Point {
	if p.half == nil {
		return p.turned(mirrored, turn)
	}
	out := slices.Clone(p.half)
	if sameTurn(turn, 180) {
		for i := range out {
			out[i].X = -out[i].X
		}
		slices.Reverse(out)
	}
	return out
}
