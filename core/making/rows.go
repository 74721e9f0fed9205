package making

import (
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
)

// rows lists all that is worked on a garment: its seams in the order they are listed, its
// edges, and what lies in its pieces.
func rows(g Garment, c Choices, m Maker) []Row {
	var out []Row
	out = append(out, seamRows(g, c, m)...)
	out = append(out, edgeRows(g, c, m)...)
	return append(out, workedRows(g, c, m)...)
}

// turned is how far a line turns in all, whichever way, in degrees.
func turned(line []plane.Point) float64 {
	line = plane.Join(line)
	sum := 0.0
	for i := 2; i < len(line); i++ {
		u, v := line[i-1].Sub(line[i-2]), line[i].Sub(line[i-1])
		sum += math.Abs(math.Atan2(u.Cross(v), u.Dot(v)))
	}
	return sum * 180 / math.Pi
}

// situation is where a row is worked, but for what only the row knows.
func (g Garment) situation(m Maker) technique.Situation {
	s := technique.Situation{Year: m.Year, Seen: g.Seen, Frays: g.Cloth.Frays(), Sheer: g.Cloth.Sheer(),
		Thick: float64(g.Cloth.Thickness), Can: m.can(),
		NoButtonholes: !m.any(func(x Machine) bool { return x.Buttonholes || x.Zigzag })}
	end, _ := technique.Find(usual[technique.Finish])
	s.Ends = m.perMetre(end)
	switch {
	case g.Wear.LaceTo > 0:
		s.Strain = 3
	case len(g.Laces) > 0:
		s.Strain = 2
	}
	return s
}

func (g Garment) piece(id string) *pattern.Piece {
	for i := range g.Pieces {
		if g.Pieces[i].ID == id {
			return &g.Pieces[i]
		}
	}
	return nil
}

func seamRows(g Garment, c Choices, m Maker) []Row {
	var out []Row
	strips := map[string]int{} // of the placket in a piece
	for _, s := range g.Seams {
		if s.Join == pattern.Stripped {
			strips[s.A.Piece]++
		}
	}
	for _, s := range g.Seams {
		a, b := g.piece(s.A.Piece), g.piece(s.B.Piece)
		if a == nil || b == nil || s.Join == pattern.OwnFacing { // that is worked with its edge
			continue
		}
		ea, okA := a.Edge(s.A.Edge)
		eb, okB := b.Edge(s.B.Edge)
		if !okA || !okB {
			continue
		}
		like := string(s.Join)
		if like == "" {
			like = "beside"
		}
		r := Row{Key: "seam/" + s.ID, Like: "like/" + like, Name: seamName(a, b, ea, eb, s), Of: workOf(s.Join), Join: s.Join, A: s.A,
			B: s.B, Length: min(a.Sewn(s.A.Edge), b.Sewn(s.B.Edge)), Times: max(s.Times(g.Pieces), 1), Ease: s.Ease,
			Absorbed: s.Absorbed, AllowA: ea.Allowance, AllowB: eb.Allowance, Note: s.Note, Wait: s.Wait}
		r.Length -= min(s.Open, r.Length) / float64(r.Times)
		r.Shared = s.Join == pattern.Stripped && strips[s.A.Piece] > 1
		r.Situation = g.situation(m)
		r.Situation.Turn = max(turned(ea.Line), turned(eb.Line))
		r.Situation.Strain = max(s.Strain, r.Situation.Strain)
		r.Situation.Seen = g.Seen && !a.Hidden && !b.Hidden
		r.Situation.Enclosed = g.Covered || (a.Hidden || a.Covered) && (b.Hidden || b.Covered)
		r.Situation.Length = r.Length * float64(r.Times)
		pick(&r, s.Technique, c, m)
		finish(&r, r.Situation.Enclosed, c, m)
		reckon(&r, float64(g.Cloth.Thickness), m)
		out = append(out, r)
	}
	return out
}

// seamName says which pieces a seam joins.
func seamName(a, b *pattern.Piece, ea, eb *pattern.Edge, s pattern.Seam) string {
	if a == b {
		if s.A.Edge == s.B.Edge {
			return a.Name + ", " + ea.Name
		}
		return a.Name + ", " + ea.Name + " to " + eb.Name
	}
	if s.B.Copy != (pattern.Copy{}) && s.B.Copy != s.A.Copy {
		return a.Name + " to " + b.Name + ", " + s.B.Copy.String()
	}
	return a.Name + " to " + b.Name
}

// likes are the words for all rows that are alike.
var likes = map[string]string{"like/beside": "all seams side by side", "like/inset": "everything set in", "like/sleeve": "both sleeves",
	"like/band": "all that the band takes", "like/tier": "all tiers", "like/waist": "the waist seam",
	"like/turned": "all that is turned out",
	"like/facing": "all facings", "like/placket": "the placket", "like/set on": "all that is set on", "like/pocket": "the pocket",
	"like/piecing": "all piecings", "like/hem": "all hems", "like/bound": "all bound edges", "like/faced": "all faced edges",
	"like/opening": "all edges of openings", "like/busk": "both busk edges", "like/casing": "all casings",
	"like/loose": "all free edges inside"}

// Alike says in words what all rows like it are, or "" where it stands alone.
func (r Row) Alike() string { return likes[r.Like] }

func edgeRows(g Garment, c Choices, m Maker) []Row {
	var out []Row
	for i := range g.Pieces {
		p := &g.Pieces[i]
		for _, e := range p.Edges {
			kind := p.KindOf(e, g.Seams)
			of := workOfEdge(kind)
			if of == "" {
				continue
			}
			r := Row{Key: "edge/" + p.ID + "/" + e.ID, Like: "like/" + string(kind), Name: p.Name + ", " + e.Name, Of: of, Edge: kind,
				A: pattern.Side{Piece: p.ID, Edge: e.ID}, Length: e.Length(), Times: worn(p), AllowA: e.Allowance}
			r.Situation = g.edgeSituation(p, e, m)
			r.B = g.facing(r.A)
			said := e.Technique
			switch {
			case said != "":
			case kind == pattern.Hem && e.Allowance >= deepHem:
				said = "hem-felled"
			case kind == pattern.Layered:
				said = "hem-join"
			}
			pick(&r, said, c, m)
			reckon(&r, float64(g.Cloth.Thickness), m)
			out = append(out, r)
		}
	}
	return out
}

// facing is the edge of a shaped facing that is sewn to an edge, if there is one.
func (g Garment) facing(s pattern.Side) pattern.Side {
	for _, f := range g.Seams {
		if f.Join == pattern.OwnFacing && f.B.Piece == s.Piece && f.B.Edge == s.Edge {
			return f.A
		}
	}
	return pattern.Side{}
}

// deepHem is the allowance from which a hem is usually felled by hand, mm (from memory).
const deepHem = 35.0

// worn is how often an edge of a piece is worked: once for every copy of it that is worn
// side by side; layers of one garment are worked as one.
func worn(p *pattern.Piece) int {
	n := p.Outermost()
	if p.Mirrored && n > 2 {
		n = 2
	}
	if p.Fold != "" {
		n = 2
	}
	return max(n, 1)
}

// marked is what marks of a kind on a garment's pieces come to: how many and how long.
func (g Garment) marked(kind pattern.MarkKind, long func(pattern.Mark) float64) (count int, length float64) {
	for i := range g.Pieces {
		p := &g.Pieces[i]
		for _, mark := range p.Marks {
			if mark.Kind == kind {
				count += worn(p)
				length += long(mark) * float64(worn(p))
			}
		}
	}
	return count, length
}

func along(m pattern.Mark) float64 { return plane.Length(m.Path) }

// aLeg is the length of a dart, from its open end to its tip.
func aLeg(m pattern.Mark) float64 { return plane.Length(m.Path) / 2 }

// ruffled is the least fullness of what a garment has gathered of itself, a flounce or smocked rows (common practice, no
// source).
const ruffled = 1.5

// workedRows lists what lies in the pieces.
func workedRows(g Garment, c Choices, m Maker) []Row {
	var out []Row
	full := 0.0
	add := func(key, name string, of technique.Work, count int, length float64, said string) {
		if count == 0 {
			return
		}
		r := Row{Key: "work/" + key, Name: name, Of: of, Count: count, Length: length, Times: 1}
		r.Situation = g.situation(m)
		r.Situation.Length, r.Situation.Count, r.Situation.Fullness = length, count, full
		pick(&r, said, c, m)
		reckon(&r, float64(g.Cloth.Thickness), m)
		out = append(out, r)
	}
	n, long := g.marked(pattern.Dart, aLeg)
	add("darts", measure.Count(n, "dart"), technique.Dart, n, long, "")
	n, long, full = g.drawnUp(pattern.Gathers)
	add("gathers", measure.Count(n, "stretch of gathers", "stretches of gathers"), technique.Gather, n, long, "")
	n, long, full = g.drawnUp(pattern.Pleats)
	add("pleats", "the pleats", technique.Pleat, n, long, "")
	full = 0
	n, long = g.marked(pattern.TuckLine, along)
	add("tucks", measure.Count(n/2, "tuck"), technique.Tuck, n/2, long/2, "")
	n, long = g.marked(pattern.CordLine, along)
	add("cords", measure.Count(n, "row of cord", "rows of cord"), technique.Cord, n, long, "")
	n, long = g.marked(pattern.RingLine, along)
	add("rings", "the rings through both layers", technique.Ring, n, long, "")
	n, _ = g.marked(pattern.Flossing, along)
	add("flossing", measure.Count(n, "bone end"), technique.Floss, n, 0, "")
	n, _ = g.marked(pattern.Tuft, along)
	add("tufts", measure.Count(n, "tuft"), technique.Tuft, n, 0, "")
	for _, w := range worked(g) {
		name := w.Name
		if w.Each && w.Count > 0 {
			if name = measure.Count(w.Count, w.Name); w.Many != "" {
				name = measure.Count(w.Count, w.Name, w.Many)
			}
		}
		if w.Count == 0 && w.Length < 1 {
			continue
		}
		r := Row{Key: "work/" + w.Key, Name: name, Of: w.Of, Join: w.Join, Count: w.Count, Length: w.Length, Times: 1}
		r.Situation = g.situation(m)
		r.Situation.Length, r.Situation.Count = w.Length, w.Count
		if w.Of == technique.Gather {
			r.Situation.Fullness = ruffled
		}
		said := w.Technique
		if w.Of == technique.Quilt && g.Filled && said == "" {
			said = "quilt-hand" // no machine takes a stuffed pad
		}
		pick(&r, said, c, m)
		reckon(&r, float64(g.Cloth.Thickness), m)
		out = append(out, r)
	}
	return out
}

// worked is what the garment's sets and the garment itself say is worked; what has one key
// is one.
func worked(g Garment) []notion.Worked {
	var out []notion.Worked
	at := map[string]int{}
	for _, s := range g.Sets() {
		for _, w := range s.Works() {
			k, ok := at[w.Key]
			if !ok {
				at[w.Key] = len(out)
				out = append(out, w)
				continue
			}
			out[k].Count += w.Count
			out[k].Length += w.Length
			if out[k].Technique == "" {
				out[k].Technique = w.Technique
			}
		}
	}
	return append(out, g.Works...)
}

// drawnUp is what seams have on one side that is taken up so: how many stretches, how long
// that side is before, and the most that is to the finished length; 0 where nothing is.
func (g Garment) drawnUp(by pattern.Takeup) (n int, length, fullness float64) {
	for _, s := range g.Seams {
		if s.Absorbed != by {
			continue
		}
		if p := g.piece(s.B.Piece); p != nil {
			if e, ok := p.Edge(s.B.Edge); ok {
				times := max(s.Times(g.Pieces), 1)
				n += times
				length += e.Length() * float64(times)
				if finished := e.Length() - s.Ease; finished > 0 {
					fullness = max(fullness, e.Length()/finished)
				}
			}
		}
	}
	return n, length, fullness
}
