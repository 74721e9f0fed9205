package alter_test

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func n(x float64) *float64 { return &x }

// nearest is the place of an edge that lies nearest to a point.
func nearest(p *pattern.Piece, q plane.Point) (out pattern.Place) {
	best := math.Inf(1)
	for _, e := range p.Edges {
		if along, off := plane.Nearest(e.Line, q); off < best {
			best, out = off, pattern.Place{Edge: e.ID, At: along}
		}
	}
	return out
}

// gore is a panel with leaning sides: 200 below, 120 above, 400 high.
func gore() pattern.Piece {
	return pattern.Piece{ID: "gore", Name: "Gore", Cut: 2, Edges: []pattern.Edge{
		{ID: "hem", Line: []plane.Point{{X: 0, Y: 0}, {X: 200, Y: 0}}},
		{ID: "side", Line: []plane.Point{{X: 200, Y: 0}, {X: 160, Y: 400}}},
		{ID: "top", Line: []plane.Point{{X: 160, Y: 400}, {X: 40, Y: 400}}},
		{ID: "other", Line: []plane.Point{{X: 40, Y: 400}, {X: 0, Y: 0}}}}}
}

func done(t require.TestingT, p pattern.Piece, ops ...alter.Op) pattern.Piece {
	for i := range ops {
		ops[i].Piece = p.ID
	}
	out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{p}}, ops)
	require.NoError(t, err)
	return out.Pieces[0]
}

// apartBy is how far two outlines lie apart at most.
func apartBy(p, q pattern.Piece) float64 {
	a, _ := p.Outline()
	b, _ := q.Outline()
	off := 0.0
	for _, x := range []([2][]plane.Point){{a, b}, {b, a}} {
		for _, v := range x[0] {
			near := math.Inf(1)
			for i, w := range x[1] {
				near = min(near, plane.Off(v, w, x[1][(i+1)%len(x[1])]))
			}
			off = max(off, near)
		}
	}
	return off
}

func TestLengthenedAndShortened(t *testing.T) {
	p := gore()
	long := done(t, p, alter.Op{Op: "lengthen", At: n(150), By: alter.Amounts{20}})
	side, _ := long.Edge("side")
	assert.InDelta(t, math.Hypot(40, 400)+20, side.Length(), 1e-9)
	line, _ := long.Outline()
	was, _ := p.Outline()
	assert.InDelta(t, 20*(200-2*15), plane.Area(line)-plane.Area(was), 1e-6, "as wide as it is there, times what it grew")
	back := done(t, long, alter.Op{Op: "lengthen", At: n(150), By: alter.Amounts{-20}})
	assert.InDelta(t, 0, apartBy(p, back), 1e-9)
	short := done(t, p, alter.Op{Op: "lengthen", At: n(150), By: alter.Amounts{-20}})
	line, _ = short.Outline()
	assert.InDelta(t, 380, plane.BoxOf(line).Height(), 1e-9)
	side, _ = short.Edge("side")
	assert.Len(t, side.Line, 4, "its step is drawn out over a hand's width")
	for _, o := range []alter.Op{{Op: "lengthen", Piece: "gore", At: n(0), By: alter.Amounts{5}}, {Op: "lengthen", Piece: "gore", By: alter.Amounts{5}},
		{Op: "lengthen", Piece: "gore", At: n(390), By: alter.Amounts{-20}}, {Op: "lengthen", Piece: "gore", At: n(100), By: alter.Amounts{1e9}},
		{Op: "lengthen", Piece: "nothing", At: n(100), By: alter.Amounts{1}}, {Op: "stretch", Piece: "gore"}} {
		_, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{p}}, []alter.Op{o})
		var of *alter.OpError
		require.ErrorAs(t, err, &of)
		assert.NotEmpty(t, of.Field)
	}
}

// A hem let down by 50 where the edge leans 7°: the edge grows by 50.38, and the hem by 6.14 at each edge (plane trigonometry).
func TestAHemLetDown(t *testing.T) {
	lean := math.Tan(7 * math.Pi / 180)
	p := pattern.Piece{ID: "gore", Name: "Gore", Cut: 1, Edges: []pattern.Edge{
		{ID: "hem", Line: []plane.Point{{X: 0, Y: 0}, {X: 300, Y: 0}}},
		{ID: "side", Line: []plane.Point{{X: 300, Y: 0}, {X: 300 - 400*lean, Y: 400}}},
		{ID: "top", Line: []plane.Point{{X: 300 - 400*lean, Y: 400}, {X: 400 * lean, Y: 400}}},
		{ID: "other", Line: []plane.Point{{X: 400 * lean, Y: 400}, {X: 0, Y: 0}}}}}
	q := done(t, p, alter.Op{Op: "hem", Edge: "hem", By: alter.Amounts{50}, Found: n(30)})
	side, _ := q.Edge("side")
	was, _ := p.Edge("side")
	hem, _ := q.Edge("hem")
	assert.InDelta(t, 50.38, side.Length()-was.Length(), 0.01)
	assert.InDelta(t, 2*6.14, hem.Length()-300, 0.01)
	assert.Equal(t, 30.0, hem.Allowance)
	assert.InDelta(t, 0, apartBy(p, done(t, q, alter.Op{Op: "hem", Edge: "hem", By: alter.Amounts{-50}})), 1e-6)
}

// Corners inside the cutting line, by plane trigonometry: two allowances at a right angle, and at others.
func TestTheSewingLineIsFound(t *testing.T) {
	for _, x := range []struct{ angle, a, b, inside float64 }{{90, 15, 15, 21.21}, {90, 15, 40, 42.72}, {80, 15, 40, 45.79}, {60, 12.7, 12.7, 25.40},
		{120, 15, 10, 15.28}} {
		sin, cos := math.Sincos(x.angle * math.Pi / 180)
		far := plane.Pt(300*cos, 300*sin)
		p := pattern.Piece{ID: "p", Name: "P", Cut: 1, Edges: []pattern.Edge{{ID: "a", Line: []plane.Point{{}, {X: 300}}},
			{ID: "c", Line: []plane.Point{{X: 300}, far}}, {ID: "b", Line: []plane.Point{far, {}}}}}
		q := done(t, p, alter.Op{Op: "allowance", Edge: "a", Found: n(x.a)}, alter.Op{Op: "allowance", Edge: "b", Found: n(x.b)})
		e, _ := q.Edge("a")
		assert.InDelta(t, x.inside, e.Line[0].Norm(), 0.006, "%g°", x.angle)
	}
}

// A neck cut at radius 60 gains 15.71 where 10 of it is allowance; a hem at 900 over 40° loses 27.9 by 40 (arcs).
func TestCurvesInsideTheirCuttingLine(t *testing.T) {
	arc := func(r, degrees float64) []plane.Point {
		var out []plane.Point
		for k := range 200 {
			sin, cos := math.Sincos(degrees * math.Pi / 180 * float64(k) / 199)
			out = append(out, plane.Pt(r*cos, r*sin))
		}
		return out
	}
	neck := plane.Reversed(arc(60, 90)) // its piece lies outside it
	at := func(x, y float64) plane.Point { return plane.Pt(x, y) }
	p := pattern.Piece{ID: "p", Name: "P", Cut: 1, Edges: []pattern.Edge{{ID: "neck", Line: neck}, {ID: "a", Line: []plane.Point{at(60, 0), at(200, 0)}},
		{ID: "b", Line: []plane.Point{at(200, 0), at(200, 200), at(0, 200)}}, {ID: "c", Line: []plane.Point{at(0, 200), at(0, 60)}}}}
	q := done(t, p, alter.Op{Op: "allowance", Edge: "neck", Found: n(10)})
	e, _ := q.Edge("neck")
	assert.InDelta(t, 109.96, e.Length(), 0.01)
	hem := arc(900, 40)
	sin, cos := math.Sincos(40 * math.Pi / 180)
	g := pattern.Piece{ID: "g", Name: "G", Cut: 1, Edges: []pattern.Edge{{ID: "hem", Line: hem},
		{ID: "side", Line: []plane.Point{at(900*cos, 900*sin), at(300*cos, 300*sin)}}, {ID: "top", Line: []plane.Point{at(300*cos, 300*sin), at(300, 0)}},
		{ID: "fold", Line: []plane.Point{at(300, 0), at(900, 0)}}}}
	q = done(t, g, alter.Op{Op: "allowance", Edge: "hem", Found: n(40)})
	e, _ = q.Edge("hem")
	assert.InDelta(t, 600.4, e.Length(), 0.02)
}

// A dart of 14° moved to the shoulder; where its parts go is worked by hand.
func TestADartMoved(t *testing.T) {
	at := func(x, y float64) plane.Point { return plane.Pt(x, y) }
	p := pattern.Piece{ID: "front", Name: "Front", Cut: 2, Edges: []pattern.Edge{
		{ID: "waist", Line: []plane.Point{at(-90, -160), at(130, -160)}},
		{ID: "side", Line: []plane.Point{at(130, -160), at(149.41, -12.52), at(148, 24), at(150, 60)}},
		{ID: "scye", Line: []plane.Point{at(150, 60), at(118, 140), at(110, 206)}},
		{ID: "shoulder", Line: []plane.Point{at(110, 206), at(-12, 212), at(-40, 213.4)}},
		{ID: "middle", Line: []plane.Point{at(-40, 213.4), at(-90, -160)}}},
		Marks: []pattern.Mark{{Kind: pattern.Dart, Path: []plane.Point{at(149.41, -12.52), {}, at(148, 24)}, Label: "side"}}}
	shoulder, _ := p.Edge("shoulder")
	q := done(t, p, alter.Op{Op: "move-dart", Edge: "shoulder", At: n(shoulder.Line[0].To(at(-12, 212)))})
	m := q.Marks[0].Path
	scye, _ := q.Edge("scye")
	assert.InDelta(t, 51.76, m[0].To(m[2]), 0.02)
	found := false
	for _, one := range [][3]plane.Point{{m[0], m[2], scye.Line[1]}} {
		a, b := one[0], one[1]
		found = a.To(at(39.64, 208.61)) < 0.05 && b.To(at(-12, 212)) < 0.05
		assert.InDelta(t, 0, one[2].To(at(148.36, 107.29)), 0.05)
	}
	assert.True(t, found, "%v", m)
}

// A panel of 260 by 700 cut six times and opened 40 each at the hem: 3.274° each, a hem of 500, and a top that runs on a radius of 758.
func TestAPanelSpread(t *testing.T) {
	p := pattern.Rectangle("panel", "Panel", 260, 700, 0)
	q := done(t, p, alter.Op{Op: "spread", Edge: "bottom", WithEdge: "top", By: alter.Amounts{240}})
	low, _ := q.Edge("bottom")
	top, _ := q.Edge("top")
	assert.InDelta(t, 500, low.Length(), 3)
	assert.InDelta(t, 260, top.Length(), 1)
	a, b := top.Line[0], top.Line[len(top.Line)-1]
	turn := 6 * 2 * math.Asin(40.0/1400)
	assert.InDelta(t, 2*758.2*math.Sin(turn/2), a.To(b), 1)
}

// A bust opened by 20 with its hinge 165 from the bust point: the part turns 8.475°, the point drops by 13.93, the dart's mouth is 18.92.
func TestAFullBust(t *testing.T) {
	at := func(x, y float64) plane.Point { return plane.Pt(x, y) }
	p := pattern.Piece{ID: "front", Name: "Front", Cut: 1, Fold: "middle", Edges: []pattern.Edge{
		{ID: "waist", Line: []plane.Point{at(-90, -180), at(100, -180)}},
		{ID: "side", Line: []plane.Point{at(100, -180), at(128, 0), at(132, 60)}},
		{ID: "scye", Line: []plane.Point{at(132, 60), at(104, 128), at(110, 206)}},
		{ID: "shoulder", Line: []plane.Point{at(110, 206), at(-20, 230)}},
		{ID: "neck", Line: []plane.Point{at(-20, 230), at(-90, 160)}},
		{ID: "middle", Line: []plane.Point{at(-90, 160), at(-90, -180)}}}}
	side, _ := p.Edge("side")
	do := alter.Op{Op: "bust", From: &alter.XY{0, 0}, To: alter.XY{104, 128}, Edge: "side", At: n(side.Line[0].To(side.Line[1])), By: alter.Amounts{20}}
	q := done(t, p, do)
	m := q.Marks[0].Path
	assert.InDelta(t, 0, m[1].To(at(20, -13.93)), 0.01)
	assert.InDelta(t, 18.92, m[0].To(m[2]), 0.01)
	u, v := m[0].Sub(m[1]), m[2].Sub(m[1])
	assert.InDelta(t, 8.475, math.Abs(math.Atan2(u.Cross(v), u.Dot(v)))*180/math.Pi, 0.001)
	middle, _ := q.Edge("middle")
	waist, _ := q.Edge("waist")
	assert.InDelta(t, 340+13.93, middle.Length(), 0.01)
	assert.InDelta(t, 210, waist.Length(), 0.01)
	scye, _ := q.Edge("scye")
	was, _ := p.Edge("scye")
	assert.InDelta(t, was.Length(), scye.Length(), 1e-6)
	// As its mirror image it comes to the same.
	flipped := p.Mirror()
	e, _ := flipped.Edge("side")
	other := alter.Op{Op: "bust", From: &alter.XY{0, 0}, To: alter.XY{-104, 128}, Edge: "side", At: n(e.Length() - *do.At), By: alter.Amounts{20}}
	assert.InDelta(t, 0, apartBy(q.Mirror(), done(t, flipped, other)), 1e-6)
}

// Three eighths of the way between two sizes.
func TestBetweenTwoSizes(t *testing.T) {
	p := gore()
	q := p.Copied()
	q.Edges[1].Line[0], q.Edges[0].Line[1] = plane.Pt(216, -6), plane.Pt(216, -6)
	out := done(t, p, alter.Op{Op: "grade", Sizes: []pattern.Piece{q}, Share: n(0.375)})
	assert.InDelta(t, 0, out.Edges[1].Line[0].To(plane.Pt(206, -2.25)), 1e-9)
	assert.InDelta(t, 0, apartBy(p, done(t, p, alter.Op{Op: "grade", Sizes: []pattern.Piece{q}, Share: n(0)})), 1e-9)
	assert.InDelta(t, 0, apartBy(q, done(t, p, alter.Op{Op: "grade", Sizes: []pattern.Piece{q}, Share: n(1)})), 1e-9)
	_, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{p}}, []alter.Op{{Op: "grade", Sizes: []pattern.Piece{q}, Share: n(1.8)}})
	assert.ErrorContains(t, err, "share")
}

// What is opened and closed again, let out and taken in, is as it was; parted and joined too. On real pieces, anywhere on them.
func TestWhatIsDoneIsUndone(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	var pieces []pattern.Piece
	for _, kind := range []string{"bodice-darted", "skirt-gores", "corset", "shift"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		pieces = append(pieces, d.Pieces...)
	}
	rapid.Check(t, func(t *rapid.T) {
		p := rapid.SampledFrom(pieces).Draw(t, "piece")
		p.Notches, p.Marks, p.Levels = nil, nil, nil
		line, _ := p.Outline()
		box := plane.BoxOf(line)
		by := rapid.Float64Range(2, max(min(30, 0.2*min(box.Width(), box.Height())), 2.5)).Draw(t, "by")
		try := func(ops ...alter.Op) (pattern.Piece, bool) {
			for i := range ops {
				ops[i].Piece = p.ID
			}
			out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{p}}, ops)
			if err != nil {
				return p, false
			}
			return out.Pieces[0], true
		}
		at := n(rapid.Float64Range(0.1, 0.9).Draw(t, "at") * box.Height())
		if q, ok := try(alter.Op{Op: "lengthen", At: at, By: alter.Amounts{by}}, alter.Op{Op: "lengthen", At: at, By: alter.Amounts{-by}}); ok {
			assert.InDelta(t, 0, apartBy(p, q), 0.01, "%s lengthened and shortened", p.ID)
		}
		e := rapid.SampledFrom(p.Edges).Draw(t, "edge")
		f := rapid.SampledFrom(p.Edges).Draw(t, "other")
		a, _ := plane.Along(e.Line, rapid.Float64Range(0.2, 0.8).Draw(t, "from")*e.Length())
		b, _ := plane.Along(f.Line, rapid.Float64Range(0.2, 0.8).Draw(t, "to")*f.Length())
		from, to := alter.XY{a.X, a.Y}, alter.XY{b.X, b.Y}
		if _, there := p.Edge(p.Fold); e.ID != f.ID && !there {
			for _, hinge := range []string{"from", "to", "none"} {
				opened, ok := try(alter.Op{Op: "slash", From: &from, To: to, By: alter.Amounts{by}, Hinge: hinge})
				if !ok {
					continue
				}
				// Where the cut ended has moved with what lies before it.
				near := func(q plane.Point) alter.XY {
					x := nearest(&opened, q)
					e, _ := opened.Edge(x.Edge)
					at, _ := plane.Along(e.Line, x.At)
					return alter.XY{at.X, at.Y}
				}
				start, end := near(a), near(b)
				q, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{opened}}, []alter.Op{{Op: "slash", Piece: p.ID, From: &start, To: end, By: alter.Amounts{-by}, Hinge: hinge}})
				if err == nil {
					assert.InDelta(t, 0, apartBy(p, q.Pieces[0]), 0.01, "%s slashed from %s to %s, hinge %s", p.ID, e.ID, f.ID, hinge)
				}
			}
		}
		if q, ok := try(alter.Op{Op: "let-out", Edge: e.ID, By: alter.Amounts{by / 3}}, alter.Op{Op: "take-in", Edge: e.ID, By: alter.Amounts{by / 3}}); ok && len(e.Line) == 2 {
			assert.InDelta(t, 0, apartBy(p, q), 0.01, "%s let out and taken in at %s", p.ID, e.ID)
		}
	})
}

// A piece unfolded at its fold is as large as it was cut, and whole.
func TestUnfoldedAndParted(t *testing.T) {
	p := gore()
	p.Edges[3].Line = []plane.Point{{X: 0, Y: 400}, {}}
	p.Edges[2].Line[1] = plane.Pt(0, 400)
	p.Fold, p.Cut = "other", 1
	was := p.Area()
	q := done(t, p, alter.Op{Op: "mirror", Edge: "other"})
	assert.Empty(t, q.Fold)
	assert.InDelta(t, was, q.Area(), 1e-6)
	out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{gore()}}, []alter.Op{{Op: "split", Piece: "gore", From: &alter.XY{100, 0}, To: alter.XY{100, 400}, Name: "Half"},
		{Op: "join", Piece: "gore", Edge: "parted", With: "gore-2", WithEdge: "parted"}})
	require.NoError(t, err)
	require.Len(t, out.Pieces, 1)
	assert.Empty(t, out.Seams)
	whole := gore()
	assert.InDelta(t, 0, apartBy(whole, out.Pieces[0]), 1e-6)
}

// What is listed can be done, and what can be done is listed; fields read back as they are written.
func TestTheListIsWhole(t *testing.T) {
	_, err := alter.Apply(alter.Set{}, []alter.Op{{Op: "fold"}})
	for _, a := range alter.List() {
		assert.ErrorContains(t, err, a.Op)
		_, unmet := alter.Apply(alter.Set{}, []alter.Op{{Op: a.Op}})
		assert.NotContains(t, fmt.Sprint(unmet), "there is no operation")
		assert.NotEmpty(t, a.What)
	}
	var o alter.Op
	require.NoError(t, json.Unmarshal([]byte(`{"op":"take-in","by_mm":[0,5,0]}`), &o))
	assert.Equal(t, alter.Amounts{0, 5, 0}, o.By)
	assert.Error(t, json.Unmarshal([]byte(`{"op":"take-in","by_mm":"much"}`), &o))
}

// Unfolded, a back measures round the body what it did.
func TestUnfoldedItGoesRoundAsFar(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	g, _ := catalogue.Find("bodice-darted")
	v, _ := draft.Settle(g, on, nil)
	d, err := draft.Make(g, on, v, g.About().Usual)
	require.NoError(t, err)
	fold := ""
	for i := range d.Pieces {
		if d.Pieces[i].ID == "back" {
			fold = d.Pieces[i].Fold
		}
	}
	was := sewn.Rings(d.Pieces, d.Seams)
	out, err := alter.Apply(alter.Set{Pieces: d.Pieces, Seams: d.Seams}, []alter.Op{{Op: "mirror", Piece: "back", Edge: fold}})
	require.NoError(t, err)
	now := sewn.Rings(out.Pieces, out.Seams)
	require.Len(t, now, len(was))
	for i := range was {
		assert.InDelta(t, was[i].Girth, now[i].Girth, 0.001, "%g below the waist", was[i].Drop)
	}
}

// Whatever is asked of whatever piece, it is done or refused: never a panic, never an outline that crosses itself or is no number.
func TestNonsenseIsRefused(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	var pieces []pattern.Piece
	for _, kind := range []string{"bodice-basque", "shift", "stays", "cloak", "bonnet-brim"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		pieces = append(pieces, d.Pieces...)
	}
	rapid.Check(t, func(t *rapid.T) {
		p := rapid.SampledFrom(pieces).Draw(t, "piece")
		edge := func(n string) string { return rapid.SampledFrom(p.Edges).Draw(t, n).ID }
		num := func(n string) float64 {
			return rapid.OneOf(rapid.Float64Range(-300, 300), rapid.SampledFrom([]float64{0, 1e-9, -1e-9, 1999, -2000, 1e12, math.NaN(), math.Inf(1)})).Draw(t, n)
		}
		at := func(n string) alter.XY {
			e := rapid.SampledFrom(p.Edges).Draw(t, n)
			q, _ := plane.Along(e.Line, e.Length()*rapid.Float64Range(0, 1).Draw(t, n+" at"))
			return alter.XY{q.X, q.Y}
		}
		var by alter.Amounts
		for k := range rapid.IntRange(0, 5).Draw(t, "amounts") {
			by = append(by, num(string(rune('a'+k))))
		}
		from := at("from")
		o := alter.Op{Op: rapid.SampledFrom(alter.List()).Draw(t, "op").Op, Piece: p.ID, Edge: edge("edge"), WithEdge: edge("with"), With: p.ID, From: &from, To: at("to"),
			At: n(num("at")), By: by, Found: n(num("found")), Share: n(num("share")), Cuts: rapid.IntRange(-1, 70).Draw(t, "cuts"), Sizes: []pattern.Piece{p},
			Hinge: rapid.SampledFrom([]string{"", "from", "to", "none", "middle"}).Draw(t, "hinge")}
		out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{p}}, []alter.Op{o})
		if err != nil {
			return
		}
		for i := range out.Pieces {
			line, _ := out.Pieces[i].Outline()
			_, _, crossed := plane.Crossing(line)
			assert.False(t, crossed, "%v", o)
			assert.False(t, math.IsNaN(plane.Area(line)))
		}
	})
}
