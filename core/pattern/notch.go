package pattern

import "math"

// notchGap is how far apart the notches of one group lie, shortest the least length of a seam that gets one, and
// clearOfDart how far a notch stays from a dart's seam, mm (common practice, no source).
const notchGap, shortest, clearOfDart = 9.0, 55.0, 8.0

// Sewn is how long an edge is as it is sewn to another, mm: its darts are shut. It is 0 where there is none.
func (p *Piece) Sewn(edge string) float64 {
	e, ok := p.Edge(edge)
	if !ok {
		return 0
	}
	return e.Length() - dartsTake(p.Mouths(edge))
}

// dartsTake is what darts take of the edge that they lie on.
func dartsTake(mouths []Mouth) (sum float64) {
	for _, m := range mouths {
		sum += m.To - m.From
	}
	return sum
}

// opened is how far along an edge as it is drawn what lies so far along it as it is sewn, mm.
func opened(mouths []Mouth, at float64) float64 {
	for _, m := range mouths {
		if at <= m.From {
			break
		}
		at += m.To - m.From
	}
	return at
}

// seamsOf are how far along an edge as it is sewn the seams of its darts lie, mm.
func seamsOf(mouths []Mouth) []float64 {
	out, shut := make([]float64, len(mouths)), 0.0
	for i, m := range mouths {
		out[i] = m.From - shut
		shut += m.To - m.From
	}
	return out
}

// notchShares are where along a seam its first notch may lie, the usual one first: never such that a group comes to lie
// round the middle.
var notchShares = [...]float64{0.38, 0.34, 0.3, 0.26, 0.22, 0.18, 0.66, 0.7, 0.74, 0.14}

// Tell adds notches that tell the seams of a garment apart: both edges of a
// seam carry the same group of one, two or three, neighbouring seams different
// ones, and none lies in the middle, so that neither end can be taken for the
// other. They lie equally far along both edges as they are sewn, with their darts shut, and
// clear of those; edges of different lengths are notched at the same share of them. An edge that is sewn to several, as
// the mouth of a slit to both sides of its gore, has one group, and so have all that are sewn to it. What one edge is
// marked with besides, a waist or a bust line, is marked on the other.
func Tell(pieces []Piece, seams []Seam) {
	told := map[Side]group{}
	count := 0
	for _, s := range seams {
		t, ok := teller(pieces, seams, s)
		if !ok {
			continue
		}
		keyA, keyB := Side{Piece: s.A.Piece, Edge: s.A.Edge}, Side{Piece: s.B.Piece, Edge: s.B.Edge}
		a, toldA := told[keyA]
		b, toldB := told[keyB]
		switch {
		case toldA && toldB:
		case toldA:
			told[keyB] = t.turned(a)
			t.b.put(told[keyB])
		case toldB:
			told[keyA] = t.back().turned(b)
			t.a.put(told[keyA])
		default:
			g := group{n: 1 + count%3, rising: true}
			count++
			g.from = t.clearest(g.n)
			told[keyA], told[keyB] = g, t.turned(g)
			t.a.put(g)
			if keyA != keyB {
				t.b.put(told[keyB])
			}
		}
		if keyA != keyB {
			t.named()
			t.back().named()
		}
	}
}

// group is a group of notches on an edge: the place of its first as the edge is sewn, mm, from which the others follow
// towards its end, or towards its start.
type group struct {
	from   float64
	n      int
	rising bool
}

// place is where the k-th notch of a group lies.
func (g group) place(k int) float64 {
	if g.rising {
		return g.from + notchGap*float64(k)
	}
	return g.from - notchGap*float64(k)
}

// edged is an edge with its darts and its length as it is sewn, mm.
type edged struct {
	p      *Piece
	e      *Edge
	mouths []Mouth
	long   float64
}

func (x edged) put(g group) {
	for k := range g.n {
		x.p.Notches = append(x.p.Notches, Notch{Edge: x.e.ID, At: opened(x.mouths, g.place(k))})
	}
}

// marked are how far along the edge as it is sewn its notches lie.
func (x edged) marked() (out []float64) {
	for _, n := range x.p.Notches {
		if n.Edge == x.e.ID {
			out = append(out, closedAt(x.mouths, n.At))
		}
	}
	return out
}

// telling is a seam whose edges are notched.
type telling struct {
	a, b  edged
	alike bool // they run the same way
}

// teller finds a seam's edges; ok is false where they are not there or too short to be notched.
func teller(pieces []Piece, seams []Seam, s Seam) (t telling, ok bool) {
	a, i, okA := at(pieces, s.A)
	b, k, okB := at(pieces, s.B)
	if !okA || !okB {
		return t, false
	}
	side := func(p *Piece, e *Edge) edged {
		mouths := p.Mouths(e.ID)
		return edged{p, e, mouths, e.Length() - dartsTake(mouths)}
	}
	t = telling{a: side(a, &a.Edges[i]), b: side(b, &b.Edges[k]), alike: s.Alike(pieces, seams)}
	return t, t.a.long >= shortest && t.b.long >= shortest
}

// back is the same seam seen from its other edge.
func (t telling) back() telling { return telling{a: t.b, b: t.a, alike: t.alike} }

// across is how far along the other edge what lies so far along the first, both as they are sewn, mm.
func (t telling) across(at float64) float64 {
	if t.alike {
		return t.b.long * at / t.a.long
	}
	return t.b.long * (1 - at/t.a.long)
}

// turned is a group of the first edge as it lies on the other.
func (t telling) turned(g group) group {
	return group{from: t.across(g.from), n: g.n, rising: g.rising == t.alike}
}

// clearest is where a group of so many may begin along the first edge: at the usual share, or where it is clear of darts and
// of what is notched by name.
func (t telling) clearest(n int) float64 {
	clear := func(from float64) (least float64) {
		least = math.Inf(1)
		for j := range n {
			at := from + notchGap*float64(j)
			for _, d := range seamsOf(t.a.mouths) {
				least = min(least, math.Abs(at-d))
			}
			for _, d := range seamsOf(t.b.mouths) {
				least = min(least, math.Abs(t.across(at)-d))
			}
			for _, d := range t.a.marked() { // what is notched by name may be taken for it
				least = min(least, math.Abs(at-d))
			}
			for _, d := range t.b.marked() {
				least = min(least, math.Abs(t.across(at)-d))
			}
		}
		return least
	}
	best := notchShares[0] * t.a.long
	for _, share := range notchShares {
		if clear(best) >= clearOfDart {
			break
		}
		if at := share * t.a.long; at+notchGap*float64(n) < t.a.long-notchGap && clear(at) > clear(best) {
			best = at
		}
	}
	return best
}

// named marks on the other edge what the first is marked with by name and the other is not.
func (t telling) named() {
	if math.Abs(t.a.long-t.b.long) > evenly*t.a.long {
		return // it is gathered or eased: where it comes is not known
	}
	for _, n := range t.a.p.Notches {
		if n.Edge != t.a.e.ID || n.Label == "" || n.At < notchGap || n.At > t.a.e.Length()-notchGap {
			continue
		}
		known := false
		for _, o := range t.b.p.Notches {
			known = known || o.Edge == t.b.e.ID && o.Label == n.Label
		}
		if !known {
			at := opened(t.b.mouths, t.across(closedAt(t.a.mouths, n.At)))
			t.b.p.Notches = append(t.b.p.Notches, Notch{Edge: t.b.e.ID, At: at, Label: n.Label})
		}
	}
}

// evenly is by how much of its length one edge of a seam may be longer than the other to have the same marks.
const evenly = 0.02

// closedAt is how far along an edge as it is sewn what lies so far along it as it is drawn, mm.
func closedAt(mouths []Mouth, at float64) float64 {
	out := at
	for _, m := range mouths {
		if at > m.From {
			out -= min(at, m.To) - m.From
		}
	}
	return out
}
