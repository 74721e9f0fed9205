package tracejson

import (
	"encoding/json"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// camera is one of our own: it looks at a sheet from a height, askew, through a lens that bends.
type camera struct{ tilt, turn, high, bow float64 }

// sees is the pixel at which a place of the sheet is seen, mm from its lower left corner, in a picture of 4000 by 3000.
func (c camera) sees(p plane.Point) Px {
	x, y := p.X-350, p.Y-260
	st, ct := math.Sincos(c.turn * math.Pi / 180)
	x, y = ct*x-st*y, st*x+ct*y
	sin, cos := math.Sincos(c.tilt * math.Pi / 180)
	deep := c.high + y*sin
	u, v := 3600*x/deep, 3600*y*cos/deep
	// The lens: what belongs at r is seen at s, r = s/(1+λs²), by repetition.
	r := math.Hypot(u, v) / 2500
	s := r
	for range 60 {
		s = r * (1 + c.bow*s*s)
	}
	if r > 0 {
		u, v = u*s/r, v*s/r
	}
	return Px{2000 + u, 1500 - v}
}

func askPiece(t *testing.T, c camera, p *pattern.Piece) (Trace, plane.Box) {
	t.Helper()
	line, _ := p.Outline()
	b := plane.BoxOf(line)
	shift := plane.Pt(350, 260).Sub(b.Centre())
	tr := Trace{Version: 1, Square: &Square{Wide: 700, High: 520}}
	for i, q := range []plane.Point{{}, {X: 700}, {X: 700, Y: 520}, {Y: 520}} {
		tr.Square.Corners[i] = c.sees(q)
	}
	tr.Check = &Distance{A: c.sees(plane.Pt(40, 30)), B: c.sees(plane.Pt(340, 430)), MM: 500}
	if c.bow != 0 {
		tr.Lens = &Lens{Wide: 4000, High: 3000, Straight: [3]Px{c.sees(plane.Pt(0, 0)), c.sees(plane.Pt(350, 0)), c.sees(plane.Pt(700, 0))}}
	}
	one := Piece{ID: p.ID, Grain: []Px{c.sees(shift), c.sees(shift.Add(plane.Pt(0, 100)))}}
	for _, e := range p.Edges {
		one.Points = append(one.Points, Point{At: c.sees(e.Line[0].Add(shift)), Kind: "corner"})
		n := max(int(e.Length()/15), 4)
		if len(e.Line) == 2 {
			n = 0
		}
		for k := 1; k < n; k++ {
			q, _ := plane.Along(e.Line, e.Length()*float64(k)/float64(n))
			one.Points = append(one.Points, Point{At: c.sees(q.Add(shift)), Kind: "smooth"})
		}
	}
	tr.Outlines = []Piece{one}
	return tr, b
}

// Our own pieces photographed askew by a computed camera, through lenses that bend and that don't, come back within three thousandths of
// their size and of every edge.
func TestPhotographedPiecesComeBack(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	tried := 0
	for _, kind := range []string{"corset", "bodice-basque", "bodice-1950s"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			line, _ := p.Outline()
			if b := plane.BoxOf(line); b.Width() > 640 || b.Height() > 480 || b.Height() < 120 {
				continue
			}
			for _, c := range []camera{{0, 0, 1100, 0}, {14, 8, 1100, 0}, {-11, -20, 1200, -0.05}, {9, 3, 1150, 0.04}} {
				tr, box := askPiece(t, c, p)
				b, err := json.Marshal(tr)
				require.NoError(t, err)
				var again Trace
				require.NoError(t, json.Unmarshal(b, &again))
				set, off, err := again.Pieces()
				require.NoError(t, err, "%s of %s", p.ID, kind)
				tried++
				got := &set.Pieces[0]
				now, _ := got.Outline()
				is := plane.BoxOf(now)
				assert.InDelta(t, box.Width(), is.Width(), 0.003*box.Width()+0.3, "%s of %s by %v", p.ID, kind, c)
				assert.InDelta(t, box.Height(), is.Height(), 0.003*box.Height()+0.3, "%s of %s by %v", p.ID, kind, c)
				require.NotNil(t, off.Check)
				assert.InDelta(t, 0, *off.Check, 0.75)
				require.Len(t, got.Edges, len(p.Edges))
				for k, e := range p.Edges {
					if len(p.Mouths(e.ID)) > 0 { // its dart's cap is a corner of its own
						continue
					}
					assert.InDelta(t, e.Length(), got.Edges[k].Length(), 0.003*e.Length()+0.4, "%s, %s of %s by %v", e.ID, p.ID, kind, c)
				}
			}
		}
	}
	assert.Greater(t, tried, 30)
}

// A flat scan with two scale points; the fold is found along the grain, and what can't be is said by its field.
func TestScansAndWhatIsWrongWithThem(t *testing.T) {
	base := func() Trace {
		return Trace{Scale: &Distance{Px{0, 0}, Px{1000, 0}, 250}, Outlines: []Piece{{ID: "a", Fold: true, Grain: []Px{{100, 900}, {100, 100}},
			Points: []Point{{At: Px{100, 900}}, {At: Px{700, 900}}, {At: Px{700, 500}, Kind: "corner"}, {At: Px{650, 300}, Kind: "smooth"},
				{At: Px{540, 160}, Kind: "smooth"}, {At: Px{400, 100}}, {At: Px{100, 100}}}}}}
	}
	tr := base()
	set, off, err := tr.Pieces()
	require.NoError(t, err)
	p := &set.Pieces[0]
	fold, ok := p.Edge(p.Fold)
	require.True(t, ok)
	assert.InDelta(t, 200, fold.Length(), 1e-6)
	assert.Len(t, p.Edges, 5)
	line, _ := p.Outline()
	assert.Positive(t, plane.Area(line))
	assert.InDelta(t, 0, plane.BoxOf(line).Min.Norm(), 1e-9)
	assert.InDelta(t, 0.5, off.Reading, 1e-9)
	for says, change := range map[string]func(*Trace){
		"pixels apart": func(t *Trace) { t.Scale.B = Px{8, 0} }, "missing": func(t *Trace) { t.Scale = nil },
		"reads": func(t *Trace) { t.Check = &Distance{Px{0, 0}, Px{0, 800}, 180} }, "crosses": func(t *Trace) { t.Outlines[0].Points[1].At = Px{50, 50} },
		"corner or smooth": func(t *Trace) { t.Outlines[0].Points[1].Kind = "sharp" }, "which is the fold": func(t *Trace) { t.Outlines[0].Grain = []Px{{0, 0}, {70, 99}} },
		"three points": func(t *Trace) { t.Outlines[0].Points = nil }, "two places": func(t *Trace) { t.Outlines[0].Grain = []Px{{1, 1}} },
		"1 to 200": func(t *Trace) { t.Outlines = nil }, "both": func(t *Trace) { t.Square = &Square{} }, "newer": func(t *Trace) { t.Version = 3 },
		"twice": func(t *Trace) { t.Outlines = append(t.Outlines, t.Outlines[0]) },
	} {
		tr := base()
		change(&tr)
		_, _, err := tr.Pieces()
		assert.ErrorContains(t, err, says)
	}
}
