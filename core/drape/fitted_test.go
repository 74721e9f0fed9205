package drape_test

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/drape"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func apart(a, b drape.Point) float64 {
	return math.Sqrt((a.X-b.X)*(a.X-b.X) + (a.Y-b.Y)*(a.Y-b.Y) + (a.Z-b.Z)*(a.Z-b.Z))
}

// laidOut is a kind drafted to a body and its pieces laid round that.
func laidOut(t *testing.T, g draft.Garment, on figure.Figure, set draft.Settings) (draft.Draft, *drape.Fitted) {
	t.Helper()
	v, _ := draft.Settle(g, on, set)
	d, err := draft.Make(g, on, v, g.About().Usual)
	if err != nil {
		return d, nil
	}
	return d, drape.Fit(&d, d.Wear.Dress(on).Rings())
}

// Where two pieces of a fitted garment are sewn together at a level they lie on the same place of the figure, and from one end of a level
// to the other a piece lies as far round as it measures there, of every kind on several bodies.
func TestPiecesLieSideBySideRoundTheFigure(t *testing.T) {
	kinds := map[string]bool{}
	for n := range 3 {
		on := rapid.Custom(drafttest.Wearer).Example(n + 1)
		for _, g := range catalogue.All() {
			d, f := laidOut(t, g, on, nil)
			if f == nil || len(drape.Drapes(&d, on, 20, 0.5, nil)) > 0 && len(d.Drawn) == 0 {
				continue
			}
			kind := g.About().Kind
			ends := map[float64][]drape.Point{}
			for i := range d.Pieces {
				p := &d.Pieces[i]
				if p.Of != "" || p.Hidden {
					continue
				}
				for _, l := range p.Levels {
					if l.Open {
						continue
					}
					a, ok := f.At(p.ID, l.Path[0])
					require.True(t, ok)
					b, _ := f.At(p.ID, l.Path[len(l.Path)-1])
					assert.InDelta(t, -l.Drop, a.Z, 0.5, "%s, %s", kind, p.ID)
					ends[l.Drop] = append(ends[l.Drop], a, b)
				}
			}
			for drop, e := range ends {
				for k := 2; k+1 < len(e); k += 2 {
					assert.Less(t, apart(e[k-1], e[k]), 1.0, "%s at %.0f: where one piece ends the next begins", kind, drop)
				}
				kinds[kind] = true
			}
		}
	}
	assert.Greater(t, len(kinds), 15, "of which kinds pieces were laid")
}

// A panel made narrower in its draft takes less of the round, and all that lies behind it moves forward with it.
func TestANarrowerPieceMovesWhatLiesBehindIt(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	g, _ := catalogue.Find("corset")
	d, f := laidOut(t, g, on, nil)
	level := func(f *drape.Fitted, id string) (a, b drape.Point) {
		p := pieceNamed(t, &d, id)
		for _, l := range p.Levels {
			if math.Abs(l.Drop) < 0.01 {
				a, _ = f.At(id, l.Path[0])
				b, _ = f.At(id, l.Path[len(l.Path)-1])
			}
		}
		return a, b
	}
	a, b := level(f, "panel-2")
	was := apart(a, b)
	p := pieceNamed(t, &d, "panel-2")
	for i := range p.Levels {
		path := p.Levels[i].Path
		path[len(path)-1] = path[len(path)-1].Sub(plane.Pt(10, 0))
	}
	c, e := level(drape.Fit(&d, d.Wear.Dress(on).Rings()), "panel-2")
	assert.Less(t, apart(c, e), was-5)
	assert.Greater(t, e.Y, b.Y, "it ends further forward")
}

func pieceNamed(t *testing.T, d *draft.Draft, id string) *pattern.Piece {
	t.Helper()
	for i := range d.Pieces {
		if d.Pieces[i].ID == id {
			return &d.Pieces[i]
		}
	}
	require.Fail(t, "no piece "+id)
	return nil
}

// A basque's buttons lie in one row down the centre front, each on its mark, as far apart as on the piece; a corset is laced from eyelet to
// eyelet across its gap; a jacket's lapels lie outside the line they roll on, as wide as they were asked to be.
func TestWhatClosesIsSeenWhereItIs(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	find := func(kind string, set draft.Settings) (draft.Draft, *drape.Fitted, []drape.Trim) {
		g, ok := catalogue.Find(kind)
		require.True(t, ok)
		d, f := laidOut(t, g, on, set)
		require.NotNil(t, f, kind)
		return d, f, f.Trims(len(d.Drawn) == 0)
	}
	d, _, trims := find("bodice-basque", nil)
	var buttons []drape.Point
	for _, x := range trims {
		if x.Is == drape.ButtonTrim {
			buttons = append(buttons, x.On[0])
			assert.InDelta(t, 13, x.Across, 1e-6)
		}
	}
	assert.Len(t, buttons, d.Fastenings[0].Count)
	for i, b := range buttons {
		assert.Less(t, math.Abs(b.X), 14.0, "button %d", i)
		assert.Positive(t, b.Y)
		if i > 0 {
			assert.InDelta(t, 31, apart(b, buttons[i-1]), 7, "button %d", i)
		}
	}
	d, _, trims = find("corset", nil)
	laces := 0
	for _, x := range trims {
		if x.Is == drape.LaceTrim {
			laces++
			assert.Greater(t, apart(x.On[0], x.On[1]), d.Laces[0].Gap, "over the gap")
			assert.Negative(t, x.On[0].Y, "behind")
		}
	}
	assert.Equal(t, 2*(len(d.Laces[0].Left)-1), laces)
	_, f, _ := find("jacket-tailored", draft.Settings{"lapel_wide": 90.0})
	var lapel drape.Flap
	for _, l := range f.Flaps(d.Wear.Dress(on).Rings()) {
		if l.Lapel {
			lapel = l
		}
	}
	widest := 0.0
	for k := 0; k < len(lapel.On); k += lapel.Columns {
		sum := 0.0
		for j := 1; j < lapel.Columns; j++ {
			sum += apart(lapel.On[k+j-1], lapel.On[k+j])
		}
		assert.GreaterOrEqual(t, lapel.On[k+lapel.Columns-1].X, lapel.On[k].X-1, "outward")
		widest = max(widest, sum)
	}
	assert.InDelta(t, 90, widest, 9)
}
