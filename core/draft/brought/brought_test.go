package brought_test

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/brought"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/own"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/written"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// from is what is drafted of a kind, brought in again as one of one's own.
func from(t *testing.T, on figure.Figure, kind string) (draft.Draft, *own.Document) {
	t.Helper()
	g, ok := catalogue.Find(kind)
	require.True(t, ok)
	v, _ := draft.Settle(g, on, nil)
	d, err := draft.Make(g, on, v, g.About().Usual)
	require.NoError(t, err)
	doc := own.Bring(alter.Set{Pieces: d.Pieces, Seams: d.Seams})
	return d, doc
}

// drafted is a pattern drafted as a garment of a family.
func drafted(t *testing.T, on figure.Figure, f family.Kind, doc *own.Document) (draft.Draft, error) {
	t.Helper()
	g, ok := catalogue.Find(brought.Kind(f))
	require.True(t, ok)
	v, wrong := draft.Settle(g, on, draft.Settings{brought.Key: doc.Text()})
	require.Empty(t, wrong)
	return draft.Make(g, on, v, g.About().Usual)
}

// What is brought in is cut as it came, to a hundredth of a mm, whatever the body; and it is kept as it came.
func TestPiecesStayAsTheyCame(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	for _, kind := range []string{"skirt-gores", "bodice-darted", "corset", "cloak"} {
		was, doc := from(t, on, kind)
		again, err := own.Read(doc.Text())
		require.NoError(t, err, kind)
		assert.Equal(t, doc.Text(), again.Text(), kind)
		for _, f := range []family.Kind{family.Bodice, family.Skirt, family.Wrap} {
			now, err := drafted(t, drafttest.Body(t, nil, 36), f, again)
			require.NoError(t, err, "%s worn as a %s", kind, f)
			require.Len(t, now.Pieces, len(was.Pieces))
			for i := range was.Pieces {
				a, _ := was.Pieces[i].Outline()
				b, _ := now.Pieces[i].Outline()
				require.Len(t, b, len(a), was.Pieces[i].ID)
				for k := range a {
					require.Less(t, a[k].To(b[k]), 0.01, "%s of %s", was.Pieces[i].ID, kind)
				}
			}
		}
	}
}

// What it measures round is what its pieces measure: as the draft that it came from said, and 10 mm less when a panel is narrower by 5 on
// both its copies. A figure that is larger makes it too tight, and that is told.
func TestRingsAreReadFromThePieces(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	was, doc := from(t, on, "bodice-darted")
	now, err := drafted(t, on, family.Bodice, doc)
	require.NoError(t, err)
	require.NotEmpty(t, now.Girths)
	made := func(d *draft.Draft) map[int]float64 {
		out := map[int]float64{}
		for _, g := range d.Girths {
			out[int(math.Round(g.Drop))] = g.Made
		}
		return out
	}
	before, after := made(&was), made(&now)
	require.Greater(t, len(after), 5)
	for drop, long := range after {
		if at, ok := before[drop]; ok {
			assert.InDelta(t, at, long, 0.05, "%d", drop)
		}
	}
	var front string
	for _, p := range was.Pieces {
		if strings.HasPrefix(p.ID, "side") || strings.HasPrefix(p.ID, "front") {
			front = p.ID
		}
	}
	p, _ := (&alter.Set{Pieces: was.Pieces}).Piece(front)
	edge := ""
	for _, s := range was.Seams { // a long seam of it to a neighbour
		for _, side := range []pattern.Side{s.A, s.B} {
			if e, ok := p.Edge(side.Edge); ok && side.Piece == front && e.Length() > 100 && s.Join == pattern.Beside {
				edge = side.Edge
			}
		}
	}
	require.NotEmpty(t, edge)
	doc.Ops = []alter.Op{{Op: "take-in", Piece: front, Edge: edge, By: alter.Amounts{5}}}
	less, err := drafted(t, on, family.Bodice, doc)
	require.NoError(t, err)
	for drop, long := range made(&less) {
		if drop > -40 && drop < 40 {
			assert.InDelta(t, after[drop]-10, long, 1, "%d", drop)
		}
	}

	large, err := drafted(t, drafttest.Body(t, map[string]float64{"waist_girth": 1100, "bust_girth": 1200, "hip_girth": 1250}, 30),
		family.Bodice, doc)
	require.NoError(t, err)
	for _, g := range large.Girths {
		assert.Less(t, g.Made, g.Meant-100)
	}
}

// A diagram without seams, levels or words: two panels. Its edges are told, its seams said, its waist marked; then it goes round, hangs,
// and a hem that is lengthened hangs lower. A ring that does not close is not told.
func TestABareDiagramBecomesAGarment(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	panel := func(id string, wide float64) pattern.Piece {
		p, err := written.Outlined(id, id, []plane.Point{{X: 0, Y: 0}, {X: wide, Y: 0}, {X: wide * 0.7, Y: 800}, {X: wide * 0.1, Y: 800}})
		require.NoError(t, err)
		p.Cut, p.Mirrored = 2, true
		for i := range p.Edges {
			p.Edges[i].Allowance = 15
		}
		return p
	}
	doc := own.Bring(alter.Set{Pieces: []pattern.Piece{panel("front", 500), panel("back", 600)}})
	bare, err := drafted(t, on, family.Skirt, doc)
	require.NoError(t, err)
	assert.Empty(t, bare.Girths, "nothing says where its waist is")
	assert.InDelta(t, 2*(500+600), bare.Wear.Hem, 0.1)
	assert.InDelta(t, 800, bare.Wear.Hang[len(bare.Wear.Hang)-1].Drop, 0.1)

	doc.Waist = map[string]float64{"front": 780}
	doc.Seams = []own.Seam{{A: written.Side{Piece: "front", Edge: "edge-2"}, B: written.Side{Piece: "back", Edge: "edge-4"}}}
	half, err := drafted(t, on, family.Skirt, doc)
	require.NoError(t, err)
	assert.Empty(t, half.Girths, "the back is sewn to it and is not marked")

	doc.Waist["back"] = 780
	both, err := drafted(t, on, family.Skirt, doc)
	require.NoError(t, err)
	require.NotEmpty(t, both.Girths)
	hip := on.Drop(figure.Hip)
	for _, g := range both.Girths {
		if math.Abs(g.Drop-hip) < 0.1 {
			at := (20 + hip) / 800
			assert.InDelta(t, 2*(500+600)*(0.6+0.4*at), g.Made, 1)
		}
	}
	doc.Ops = []alter.Op{{Op: "hem", Piece: "front", Edge: "edge-1", By: alter.Amounts{50}}, {Op: "hem", Piece: "back", Edge: "edge-1",
		By: alter.Amounts{50}}}
	long, err := drafted(t, on, family.Skirt, doc)
	require.NoError(t, err)
	assert.InDelta(t, 50, long.Wear.Hang[len(long.Wear.Hang)-1].Drop-both.Wear.Hang[len(both.Wear.Hang)-1].Drop, 0.5)

	// Lengthened above the waist it begins higher, below it it ends lower.
	taller := func(at float64) draft.Draft {
		doc.Ops = []alter.Op{{Op: "lengthen", Piece: "front", At: &at, By: alter.Amounts{30}}, {Op: "lengthen", Piece: "back", At: &at,
			By: alter.Amounts{30}}}
		d, err := drafted(t, on, family.Skirt, doc)
		require.NoError(t, err)
		return d
	}
	reach := func(d *draft.Draft) (top, bottom float64) { return d.Wear.Cover[0].Drop, d.Wear.Cover[1].Drop }
	was0, was1 := reach(&both)
	above, below := taller(790), taller(300)
	top, bottom := reach(&above)
	assert.InDelta(t, was0-30, top, 0.1)
	assert.InDelta(t, was1, bottom, 0.1)
	top, bottom = reach(&below)
	assert.InDelta(t, was0, top, 0.1)
	assert.InDelta(t, was1+30, bottom, 0.1)
	doc.Ops = []alter.Op{{Op: "hem", Piece: "front", Edge: "edge-1", By: alter.Amounts{50}}, {Op: "hem", Piece: "back", Edge: "edge-1",
		By: alter.Amounts{50}}}

	doc.Ops[1].Edge = "edge-9"
	_, err = drafted(t, on, family.Skirt, doc)
	assert.ErrorContains(t, err, "operation 2, hem, edge")
}

// A text that is no pattern, and one of a newer program, are refused with what is wrong; nothing is drafted of nothing.
func TestWhatIsNoPattern(t *testing.T) {
	for text, why := range map[string]string{"": "can't be read", "{": "can't be read", `{"version":2}`: "newer",
		`{"came":{"pieces":[]}}`: "none", `{"came":{"pieces":[{"id":"a","outline":[[0,0],[1,1]]}]}}`: "three points",
		`{"cme":{}}`: "unknown field"} {
		_, err := own.Read(text)
		assert.ErrorContains(t, err, why, text)
	}
	g, _ := catalogue.Find("own-bodice")
	on := drafttest.Body(t, nil, 30)
	v, _ := draft.Settle(g, on, nil)
	_, err := draft.Make(g, on, v, g.About().Usual)
	assert.ErrorContains(t, err, "bring a pattern in")
	v, wrong := draft.Settle(g, on, draft.Settings{brought.Key: 3.0})
	assert.Len(t, wrong, 1)
	assert.Empty(t, v.Choice(brought.Key))
}
