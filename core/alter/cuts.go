package alter

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// asPlace reads a place that may come as a list of two numbers.
func asPlace(v any, field string) (plane.Point, *OpError) {
	switch x := v.(type) {
	case XY:
		return x.point(), nil
	case *XY:
		if x != nil {
			return x.point(), nil
		}
	case []any:
		if len(x) == 2 {
			a, okA := x[0].(float64)
			b, okB := x[1].(float64)
			if okA && okB {
				return plane.Pt(a, b), nil
			}
		}
	}
	return plane.Point{}, wrong(field, "a place is wanted, [x, y] in mm")
}

// flattest is the sine of the flattest angle at which a cut meets an edge.
const flattest = 0.2

// ends are where a cut begins and ends.
func ends(p *pattern.Piece, o *Op) (from, to pattern.Place, err *OpError) {
	a, err := asPlace(o.From, "from")
	if err != nil {
		return from, to, err
	}
	b, err := asPlace(o.To, "to")
	if err != nil {
		return from, to, err
	}
	if from, err = place(p, a, "from"); err != nil {
		return from, to, err
	}
	if to, err = place(p, b, "to"); err != nil {
		return from, to, err
	}
	for _, x := range []struct {
		at    pattern.Place
		field string
	}{{from, "from"}, {to, "to"}} {
		e, _ := p.Edge(x.at.Edge)
		at, way := plane.Along(e.Line, x.at.At)
		if math.Abs(way.Cross(b.Sub(a).Unit())) < flattest {
			return from, to, &OpError{Field: x.field, Why: "the cut runs almost along " + e.ID + " there: cut it more squarely",
				Piece: p.ID, At: &at}
		}
	}
	line, _ := p.Outline()
	for k := 1; k < 8; k++ { // along an edge nothing is cut
		if q := a.Toward(b, float64(k)/8); !plane.Inside(line, q) || plane.Apartness(line, q) < least/3 {
			return from, to, &OpError{Field: "to", Why: "the cut would leave " + p.Name + ", or run along its edge", Piece: p.ID, At: &q}
		}
	}
	return from, to, nil
}

// slash cuts from edge to edge and opens the cut, or laps it.
func slash(_ *Set, p *pattern.Piece, o *Op) *OpError {
	from, to, err := ends(p, o)
	if err != nil {
		return err
	}
	if len(o.By) != 1 {
		return wrong("by_mm", "one number is wanted, mm")
	}
	open, over := o.By[0], o.By[0]
	switch o.Hinge {
	case "", "none":
	case "from":
		open = 0
	case "to":
		over = 0
	default:
		return wrong("hinge", "it is from, to or none")
	}
	var out pattern.Piece
	var bad error
	if o.By[0] >= 0 {
		out, bad = p.Slashed(pattern.Slash{From: from, To: to, Open: open, Over: over})
	} else {
		out, bad = pinched(p, from, to, -open, -over)
	}
	if bad != nil {
		return wrong("by_mm", "%v", bad)
	}
	*p = out
	return nil
}

// pinched is a piece with a wedge or a strip folded out of it beside a cut, on its right: it undoes what was opened there.
func pinched(p *pattern.Piece, from, to pattern.Place, open, over float64) (pattern.Piece, error) {
	i, j := indexOf(p, from.Edge), indexOf(p, to.Edge)
	if i == j {
		return *p, fmt.Errorf("%s: a cut must run from one edge to another", p.Name)
	}
	first, last := p.Edges[i].Line, p.Edges[j].Line
	a, _ := plane.Along(first, from.At)
	b, _ := plane.Along(last, to.At)
	further, ok := away(first, from.At, open, 1)
	nearer, still := away(last, to.At, over, -1)
	if !ok || !still {
		return *p, fmt.Errorf("%s has not so much beside the cut to fold out", p.Name)
	}
	a2, _ := plane.Along(first, further)
	b2, _ := plane.Along(last, nearer)
	was, now := b2.Sub(a2), b.Sub(a)
	angle := math.Atan2(was.Cross(now), was.Dot(now))
	about, onto := a2, a
	if over < open { // it turns about the end that stays shut
		about, onto = b2, b
	}
	turn := func(q plane.Point) plane.Point { return q.Sub(about).Turned(angle).Add(onto) }
	n := len(p.Edges)
	region := append([]plane.Point{}, plane.Part(first, further, plane.Length(first))...)
	fold := false
	for k := (i + 1) % n; k != j; k = (k + 1) % n {
		region = append(region, p.Edges[k].Line...)
		fold = fold || p.Fold != "" && p.Edges[k].ID == p.Fold
	}
	region = append(region, plane.Part(last, 0, nearer)...)
	out := p.Copied()
	for k := (i + 1) % n; k != j; k = (k + 1) % n {
		out.Edges[k].Line = each(p.Edges[k].Line, turn)
	}
	out.Edges[i].Line = closed(plane.Part(first, 0, from.At), each(plane.Part(first, further, plane.Length(first)), turn))
	out.Edges[j].Line = closed(each(plane.Part(last, 0, nearer), turn), plane.Part(last, to.At, plane.Length(last)))
	carry(&out, p, func(q plane.Point) plane.Point {
		if plane.Inside(region, q) || plane.Within(region, q, 0.05) {
			return turn(q)
		}
		return q
	})
	if fold { // what is on the fold stays where it was
		back := func(q plane.Point) plane.Point { return q.Sub(onto).Turned(-angle).Add(about) }
		for k := range out.Edges {
			out.Edges[k].Line = each(out.Edges[k].Line, back)
		}
		for k := range out.Marks {
			out.Marks[k].Path = each(out.Marks[k].Path, back)
		}
		for k := range out.Levels {
			out.Levels[k].Path = each(out.Levels[k].Path, back)
		}
	}
	return out, nil
}

// closed are two stretches of an edge drawn together.
func closed(a, b []plane.Point) []plane.Point {
	const together = 1.0
	a, b = slices.Clone(a), slices.Clone(b)
	if end := len(a) - 1; end >= 0 && len(b) > 0 && a[end].To(b[0]) < together {
		a[end] = a[end].Mid(b[0])
		b[0] = a[end]
	}
	return plane.Join(a, b)
}

// away is how far along a line the place lies that is so far from one, straight across, the one way or the other.
func away(line []plane.Point, at, far, way float64) (float64, bool) {
	if far <= 0 {
		return at, true
	}
	from, _ := plane.Along(line, at)
	long := plane.Length(line)
	low, high := at, at+way*far
	for range 60 { // further until it is beyond
		q, _ := plane.Along(line, min(max(high, 0), long))
		if q.To(from) >= far-1e-9 {
			break
		}
		if high < 0 || high > long {
			return at, false
		}
		high += way * max(far-q.To(from), 1e-9)
	}
	for range 60 {
		mid := (low + high) / 2
		if q, _ := plane.Along(line, min(max(mid, 0), long)); q.To(from) < far {
			low = mid
		} else {
			high = mid
		}
	}
	return high, high >= 0 && high <= long
}

func indexOf(p *pattern.Piece, id string) int {
	return slices.IndexFunc(p.Edges, func(e pattern.Edge) bool { return e.ID == id })
}

// spread opens an edge by many cuts that are hinged at another.
func spread(_ *Set, p *pattern.Piece, o *Op) *OpError {
	e, err := edge(p, o.Edge, "edge")
	if err != nil {
		return err
	}
	hinge, err := edge(p, o.WithEdge, "with_edge")
	if err != nil {
		return err
	}
	if len(o.By) != 1 {
		return wrong("by_mm", "one number is wanted, mm: by how much in all")
	}
	cuts := o.Cuts
	if cuts == 0 {
		cuts = 6
	}
	if cuts < 1 || cuts > 60 {
		return wrong("cuts", "it is 1 to 60")
	}
	out, bad := p.Spread(pattern.Place{Edge: e.ID}, e.Length(), pattern.Place{Edge: hinge.ID}, hinge.Length(), o.By[0], 0, cuts)
	if bad != nil {
		return wrong("by_mm", "%v", bad)
	}
	*p = out
	return nil
}

// moveDart closes a dart and opens it elsewhere.
func moveDart(_ *Set, p *pattern.Piece, o *Op) *OpError {
	e, err := edge(p, o.Edge, "edge")
	if err != nil {
		return err
	}
	if o.At == nil {
		return wrong("at_mm", "it is missing: how far along %s, mm", e.ID)
	}
	var darts []string
	for _, m := range p.Marks {
		if m.Kind == pattern.Dart {
			darts = append(darts, m.Label)
		}
	}
	name := o.Dart
	if name == "" && len(darts) == 1 {
		name = darts[0]
	}
	if name == "" && len(darts) > 1 {
		return wrong("dart", "%s has several: name one of %q", p.Name, darts)
	}
	if !slices.Contains(darts, name) {
		return wrong("dart", "%s has no dart %.40q; its darts are %q", p.Name, name, darts)
	}
	out, bad := p.DartMoved(name, e.ID, *o.At)
	if bad != nil {
		return wrong("at_mm", "%v", bad)
	}
	*p = out
	return nil
}

// join lays a piece against another along a seam.
func join(s *Set, p *pattern.Piece, o *Op) *OpError {
	e, err := edge(p, o.Edge, "edge")
	if err != nil {
		return err
	}
	q, ok := s.Piece(o.With)
	if !ok || q.ID == p.ID {
		return wrong("with", "there is no other piece %.40q", o.With)
	}
	f, err := edge(q, o.WithEdge, "with_edge")
	if err != nil {
		return err
	}
	other, joined := apartFrom(p, q, s)
	out, bad := p.Joined(e.ID, other, joined[f.ID])
	if bad != nil {
		return wrong("with_edge", "%v", bad)
	}
	gone := q.ID
	*p = out
	s.Pieces = slices.DeleteFunc(s.Pieces, func(x pattern.Piece) bool { return x.ID == gone })
	s.Seams = slices.DeleteFunc(s.Seams, func(x pattern.Seam) bool {
		return x.A.Piece == out.ID && x.B.Piece == out.ID && (x.A.Edge == o.Edge || x.B.Edge == o.Edge)
	})
	return nil
}

// apartFrom is a piece whose edges have other names than those of the one it is joined to, with the seams' names changed to them.
func apartFrom(p, q *pattern.Piece, s *Set) (pattern.Piece, map[string]string) {
	out, names := q.Copied(), map[string]string{}
	for i := range out.Edges {
		was := out.Edges[i].ID
		id := was
		for _, taken := p.Edge(id); taken; _, taken = p.Edge(id) {
			id += "-" + q.ID
		}
		out.Edges[i].ID, names[was] = id, id
	}
	for i := range out.Notches {
		out.Notches[i].Edge = names[out.Notches[i].Edge]
	}
	if out.Fold != "" {
		out.Fold = names[out.Fold]
	}
	for i := range s.Seams {
		for _, side := range []*pattern.Side{&s.Seams[i].A, &s.Seams[i].B} {
			if side.Piece == q.ID {
				side.Piece, side.Edge = p.ID, names[side.Edge]
			}
		}
	}
	return out, names
}

// split parts a piece along a straight line.
func split(s *Set, p *pattern.Piece, o *Op) *OpError {
	from, to, err := ends(p, o)
	if err != nil {
		return err
	}
	n := 2
	for _, taken := s.Piece(fmt.Sprintf("%s-%d", p.ID, n)); taken; _, taken = s.Piece(fmt.Sprintf("%s-%d", p.ID, n)) {
		n++
	}
	id := fmt.Sprintf("%s-%d", p.ID, n)
	cut := "parted"
	for _, taken := p.Edge(cut); taken; _, taken = p.Edge(cut) {
		cut += "-2"
	}
	left, right, bad := p.Parted(from, to, cut, "where it is parted")
	if bad != nil {
		return wrong("to", "%v", bad)
	}
	right.ID, right.Name = id, p.Name+" 2"
	if o.Name != "" {
		right.Name = o.Name
	}
	for i := range s.Seams { // seams of what is only on the new piece go with it
		for _, side := range []*pattern.Side{&s.Seams[i].A, &s.Seams[i].B} {
			if _, still := left.Edge(side.Edge); side.Piece == left.ID && !still {
				side.Piece = id
			}
		}
	}
	*p = left
	s.Pieces = append(s.Pieces, right)
	s.Seams = append(s.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: left.ID, Edge: cut}, B: pattern.Side{Piece: id, Edge: cut}})
	return nil
}

// mirror doubles a piece at a straight edge.
func mirror(_ *Set, p *pattern.Piece, o *Op) *OpError {
	e, err := edge(p, o.Edge, "edge")
	if err != nil {
		return err
	}
	const straight = 0.5
	a, b := e.Line[0], e.Line[len(e.Line)-1]
	for _, q := range e.Line {
		if bows := plane.Off(q, a, b); bows > straight {
			return &OpError{Field: "edge", Why: fmt.Sprintf("%s bows by %.1f mm: a piece is doubled at a straight edge", e.ID, bows),
				Piece: p.ID, At: &q}
		}
	}
	fold, id := p.Fold, e.ID
	e.Line = []plane.Point{a, b}
	p.Fold = ""
	levels := doubled(p.Levels, a, b)
	other, names := apartFrom(p, ptr(p.Mirror()), &Set{})
	out, bad := p.Joined(id, other, names[id])
	if bad != nil {
		return wrong("edge", "%v", bad)
	}
	if fold != id && p.Mirrored && out.Cut > 1 {
		out.Cut /= 2
	}
	out.Mirrored = false
	out.Levels = levels
	*p = out
	return nil
}

// doubled are levels of a half that run to the line from a to b, with their mirror images beyond it.
func doubled(levels []pattern.Level, a, b plane.Point) (out []pattern.Level) {
	along := b.Sub(a).Unit()
	beyond := func(q plane.Point) plane.Point {
		off := along.Left().Dot(q.Sub(a))
		return q.Sub(along.Left().Times(2 * off))
	}
	for _, l := range levels {
		if len(l.Path) < 2 {
			continue
		}
		far := plane.Reversed(each(l.Path, beyond))
		first, last := l.Path[0], l.Path[len(l.Path)-1]
		if plane.Off(first, a, b) < plane.Off(last, a, b) {
			l.Path = plane.Join(far, l.Path)
		} else {
			l.Path = plane.Join(l.Path, far)
		}
		out = append(out, l)
	}
	return out
}

func ptr(p pattern.Piece) *pattern.Piece { return &p }

// grade draws pieces a share of the way to those of another size.
func grade(s *Set, p *pattern.Piece, o *Op) *OpError {
	if o.Share == nil || !(*o.Share >= -0.25 && *o.Share <= 1.25) {
		return wrong("share", "it is -0.25 to 1.25 of the way: further take the next size, or let out")
	}
	if len(o.Sizes) == 0 {
		return wrong("to", "the pieces of the other size are missing")
	}
	for i := range s.Pieces {
		one := &s.Pieces[i]
		if p != nil && one.ID != p.ID {
			continue
		}
		k := slices.IndexFunc(o.Sizes, func(q pattern.Piece) bool { return q.ID == one.ID })
		if k < 0 {
			return wrong("to", "the other size has no piece %s", one.ID)
		}
		was := one.Copied()
		if err := toward(one, &o.Sizes[k], *o.Share); err != nil {
			return err
		}
		regraded(one, &was)
	}
	return nil
}

// toward draws a piece a share of the way to another, edge by edge: point by point where both have as many, else by parts of the length.
func toward(p, q *pattern.Piece, share float64) *OpError {
	for i := range p.Edges {
		e := &p.Edges[i]
		f, err := edge(q, e.ID, "to")
		if err != nil {
			return err
		}
		a, b := e.Line, f.Line
		if len(a) != len(b) {
			n := min(max(len(a), len(b), 2), 400)
			a, b = evenly(a, n), evenly(b, n)
		}
		line := make([]plane.Point, len(a))
		for k := range a {
			line[k] = a[k].Toward(b[k], share)
		}
		e.Line = line
		e.Allowance += (f.Allowance - e.Allowance) * min(max(share, 0), 1)
	}
	for i := range p.Marks {
		if i < len(q.Marks) && q.Marks[i].Kind == p.Marks[i].Kind && len(q.Marks[i].Path) == len(p.Marks[i].Path) {
			path := make([]plane.Point, len(p.Marks[i].Path))
			for k := range path {
				path[k] = p.Marks[i].Path[k].Toward(q.Marks[i].Path[k], share)
			}
			p.Marks[i].Path = path
		}
	}
	return nil
}

// regraded lays notches as many parts of the way along their edges as they lay.
func regraded(p, was *pattern.Piece) {
	for i := range p.Notches {
		n := &p.Notches[i]
		old, ok := was.Edge(n.Edge)
		now, still := p.Edge(n.Edge)
		if ok && still && old.Length() > 0 {
			n.At *= now.Length() / old.Length()
		}
	}
}

func evenly(line []plane.Point, n int) []plane.Point {
	out := make([]plane.Point, n)
	long := plane.Length(line)
	for k := range out {
		out[k], _ = plane.Along(line, long*float64(k)/float64(n-1))
	}
	out[0], out[n-1] = line[0], line[len(line)-1]
	return out
}
