package pattern

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// whole is a front without a dart.
func whole(t *rapid.T) Piece {
	p := blouse(t)
	p.Marks, p.Notches = nil, nil
	hem, _ := p.Edge("hem")
	hem.Line = []plane.Point{hem.Line[0], hem.Line[len(hem.Line)-1]}
	return p
}

func length(t require.TestingT, p Piece, edge string) float64 {
	e, ok := p.Edge(edge)
	require.True(t, ok, edge)
	return e.Length()
}

func closed(t require.TestingT, p Piece) {
	n := len(p.Edges)
	for i := range p.Edges {
		require.Less(t, p.Edges[i].Line[len(p.Edges[i].Line)-1].To(p.Edges[(i+1)%n].Line[0]), 1e-6)
	}
}

// A slash adds to the edges it opens what it says, and to no other; hinged, it adds nothing
// where it is hinged, and the area of the wedge that opens.
func TestSlashAddsWhatItSays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := whole(t)
		to := rapid.SampledFrom([]string{"shoulder", "neck", "scye"}).Draw(t, "to")
		w, f := length(t, p, "hem"), length(t, p, to)
		s := Slash{From: Place{"hem", w * rapid.Float64Range(0.2, 0.8).Draw(t, "from")},
			To: Place{to, f * rapid.Float64Range(0.2, 0.8).Draw(t, "at")}, Open: rapid.Float64Range(1, 60).Draw(t, "open")}
		got, err := p.Slashed(s)
		if err != nil {
			require.ErrorContains(t, err, "leave the piece")
			return
		}
		closed(t, got)
		for _, e := range p.Edges {
			if e.ID != "hem" {
				require.InDelta(t, e.Length(), length(t, got, e.ID), 1e-6, "%s is hinged or not cut", e.ID)
			}
		}
		require.InDelta(t, w+s.Open, length(t, got, "hem"), s.Open*0.7, "the cut may cross the edge aslant")
		before, _ := p.Outline()
		after, _ := got.Outline()
		c, err := p.chord(s.From, s.To)
		require.NoError(t, err)
		long := c.a.To(c.b)
		require.InDelta(t, long*s.Open*math.Sqrt(1-s.Open*s.Open/long/long/4)/2, plane.Area(after)-plane.Area(before), 0.02*long*s.Open+0.5)
		even := s
		even.Over = s.Open
		got, err = p.Slashed(even)
		require.NoError(t, err)
		closed(t, got)
		after, _ = got.Outline()
		require.InDelta(t, long*s.Open, plane.Area(after)-plane.Area(before), 1e-3, "drawn apart evenly: a strip as long as the cut")
		back, err := got.Slashed(Slash{From: s.From, To: s.To, Open: -s.Open, Over: -s.Open})
		require.NoError(t, err)
		again, _ := back.Outline()
		require.InDelta(t, plane.Area(before), plane.Area(again), s.Open*s.Open+1)
	})
}

// Fullness spread over a stretch adds what it says; on the fold the middle stays straight and
// where it was.
func TestSpreadIsFairAndAddsWhatItSays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := whole(t)
		p.Fold = "centre"
		w, f := length(t, p, "hem"), length(t, p, "neck")
		open, far := rapid.Float64Range(10, w).Draw(t, "open"), rapid.Float64Range(0, 0.6*f).Draw(t, "far")
		got, err := p.Spread(Place{"hem", 5}, w*0.5, Place{"neck", f * 0.3}, f*0.6, open, far, 8)
		require.NoError(t, err)
		closed(t, got)
		require.InDelta(t, w+open, length(t, got, "hem"), 0.06*(w+open))
		require.InDelta(t, f+far, length(t, got, "neck"), 0.12*(f+far))
		for _, id := range []string{"side", "scye", "shoulder", "centre"} {
			require.InDelta(t, length(t, p, id), length(t, got, id), 1e-6, id)
		}
		fold, _ := got.Edge("centre")
		for _, q := range fold.Line {
			require.InDelta(t, 0, q.X, 1e-6, "the fold stays")
		}
	})
}

// A pleat folded before the edge is cut ends on the edge: folded, the jog lies on what comes
// after it.
func TestPleatJogs(t *testing.T) {
	p := Rectangle("p", "A piece", 300, 200, 10)
	top, _ := p.Edge("top")
	top.Line = []plane.Point{{X: 300, Y: 200}, {X: 0, Y: 260}} // aslant
	p.Edges[3].Line[0] = plane.Pt(0, 260)
	got, err := p.Slashed(Slash{From: Place{"bottom", 150}, To: Place{"top", plane.Length(top.Line) / 2}, Open: 40, Over: 40, Pleat: true})
	require.NoError(t, err)
	require.NoError(t, got.Fault())
	e, _ := got.Edge("top")
	var peak plane.Point
	for _, q := range e.Line {
		if math.Abs(q.X-170) < 0.1 {
			peak = q
		}
	}
	require.InDelta(t, 170, peak.X, 0.1, "the fold is in the middle of what opened")
	// The edge beyond the second line of the pleat, mirrored in that line.
	require.InDelta(t, 230+20*(260.0-200)/300, peak.Y, 0.5)
	e, _ = got.Edge("bottom")
	require.InDelta(t, 340, e.Length(), 1e-6, "square edges need no jog")
}

// A piece cut in two has the area it had; joined again along the cut it is what it was.
func TestPartedAndJoinedAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := whole(t)
		p.Marks = []Mark{{Kind: WaistLine, Path: []plane.Point{plane.Pt(5, 20), plane.Pt(60, 22), plane.Pt(120, 20), plane.Pt(170, 21)}}}
		hem, _ := p.Edge("hem") // a dart that opens at the lower edge
		a, _ := plane.Along(hem.Line, hem.Length()*0.3)
		b, _ := plane.Along(hem.Line, hem.Length()*0.4)
		p.Marks = append(p.Marks, Mark{Kind: Dart, Path: []plane.Point{a, a.Mid(b).Add(plane.Pt(0, 60)), b}})
		p.Notches = []Notch{{Edge: "side", At: 30}}
		to := rapid.SampledFrom([]string{"shoulder", "neck", "scye"}).Draw(t, "to")
		left, right, err := p.Parted(Place{"hem", length(t, p, "hem") * rapid.Float64Range(0.2, 0.8).Draw(t, "from")},
			Place{to, length(t, p, to) * rapid.Float64Range(0.1, 0.9).Draw(t, "at")}, "cut", "the cut")
		if err != nil {
			require.ErrorContains(t, err, "leave the piece")
			return
		}
		require.NoError(t, left.Fault())
		require.NoError(t, right.Fault())
		closed(t, left)
		closed(t, right)
		area := func(p Piece) float64 { line, _ := p.Outline(); return plane.Area(line) }
		require.InDelta(t, area(p), area(left)+area(right), 1e-6*area(p))
		require.InDelta(t, length(t, left, "cut"), length(t, right, "cut"), 1e-9)
		require.Len(t, right.Notches, 1)
		marked := 0.0 // what is marked is on one part or the other, out to the edges
		for _, part := range []Piece{left, right} {
			for _, m := range part.Marks {
				marked += plane.Length(m.Path)
			}
		}
		require.InDelta(t, plane.Length(p.Marks[0].Path)+plane.Length(p.Marks[1].Path), marked, 1.5)
		again, err := left.Joined("cut", right, "cut")
		require.NoError(t, err)
		require.InDelta(t, area(p), area(again), 1e-3)
		require.Len(t, again.Edges, len(p.Edges))
		for _, e := range p.Edges {
			require.InDelta(t, e.Length(), length(t, again, e.ID), 1e-3, e.ID)
		}
	})
}

// The mirror image is as large, the other way about, and its own mirror image is the piece.
func TestMirror(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := blouse(t)
		m := p.Mirror()
		require.NoError(t, m.Fault())
		a, _ := p.Outline()
		b, _ := m.Outline()
		require.InDelta(t, plane.Area(a), plane.Area(b), 1e-6)
		back := m.Mirror()
		require.Equal(t, p.Edges, back.Edges)
		require.Equal(t, p.Marks, back.Marks)
		for i, n := range p.Notches {
			require.InDelta(t, n.At, back.Notches[i].At, 1e-9)
		}
		require.Less(t, plane.BoxOf(b).Max.X, 1e-6)
	})
}

// An edge let out adds its width along it; taken in by as much it is what it was.
func TestLet(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := whole(t)
		by := rapid.Float64Range(-12, 25).Draw(t, "by")
		end := rapid.Float64Range(-12, 25).Draw(t, "end")
		got, err := p.Let("side", by, end)
		require.NoError(t, err)
		closed(t, got)
		side := length(t, p, "side")
		a, _ := p.Outline()
		b, _ := got.Outline()
		require.InDelta(t, side*(by+end)/2, plane.Area(b)-plane.Area(a), 0.02*side*(math.Abs(by)+math.Abs(end))+60)
		require.InDelta(t, length(t, p, "shoulder"), length(t, got, "shoulder"), 1e-9)
		back, err := got.Let("side", -by, -end)
		require.NoError(t, err)
		c, _ := back.Outline()
		require.InDelta(t, plane.Area(a), plane.Area(c), 0.004*plane.Area(a))
	})
}

// Lengthened across, both edges that are crossed grow by as much, and the area by the strip.
func TestLengthened(t *testing.T) {
	p := Rectangle("p", "A piece", 300, 200, 10)
	for _, by := range []float64{-30, 12, 45} {
		got, err := p.Lengthened(Place{"right", 80}, Place{"left", 120}, by)
		require.NoError(t, err)
		require.InDelta(t, 200+by, length(t, got, "right"), 1e-6)
		require.InDelta(t, 200+by, length(t, got, "left"), 1e-6)
		require.InDelta(t, 300, length(t, got, "top"), 1e-9)
	}
}
