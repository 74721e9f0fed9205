package drawn_test

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/internal/formats/drawn"
	"ardentgusset/internal/formats/svg"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func pieces(t *testing.T, text string, unit float64) []pattern.Piece {
	t.Helper()
	d, err := drawn.SVG(strings.NewReader(text))
	require.NoError(t, err)
	set, err := d.Pieces(unit)
	require.NoError(t, err)
	return set.Pieces
}

func box(p pattern.Piece) plane.Box {
	line, _ := p.Outline()
	return plane.BoxOf(line)
}

// A square of an inch is one in every way a drawing can say it; and in any group, turned, mirrored or used again.
func TestASquareInEveryWay(t *testing.T) {
	const in = `width="1in" height="1in" viewBox="0 0 10 10"`
	for _, body := range []string{
		`<rect width="10" height="10"/>`, `<path d="M0 0h10v10h-10z"/>`, `<path d="m0,0 10,0 0,10 -10,0z"/>`, `<polygon points="0,0 10,0 10,10 0,10"/>`,
		`<g transform="translate(5 5) rotate(90)"><g transform="scale(2 -2)"><path d="M-2.5-2.5H2.5V2.5H-2.5Z"/></g></g>`,
		`<defs><rect id="a" width="5" height="5"/></defs><use href="#a" transform="matrix(2 0 0 2 0 0)"/>`,
		`<line x1="0" y1="0" x2="10" y2="0"/><line x1="10" y1="10" x2="10" y2="0"/><polyline points="10,10 0,10 0,0"/>`,
		`<path d="M0 0L10 0L10 10L0 10L0 0.001"/>`, `<script>boo()</script><rect width="10" height="10"/><foreignObject><rect width="90" height="90"/></foreignObject>`,
	} {
		got := pieces(t, `<svg xmlns="http://www.w3.org/2000/svg" `+in+`>`+body+`</svg>`, 0)
		require.Len(t, got, 1, body)
		assert.InDelta(t, 25.4, box(got[0]).Width(), 0.01, body)
		assert.InDelta(t, 25.4*25.4, got[0].Area(), 0.5, body)
		assert.Len(t, got[0].Edges, 4, body)
	}
}

// Curves: circles, ellipses and rounded corners by their areas; arcs, smooth and short commands by where they run.
func TestCurvesOfADrawing(t *testing.T) {
	const mm = `<svg width="100mm" height="100mm" viewBox="0 0 100 100">`
	for body, area := range map[string]float64{
		`<circle cx="50" cy="50" r="30"/>`:                                                        math.Pi * 900,
		`<ellipse cx="50" cy="50" rx="40" ry="20"/>`:                                              math.Pi * 800,
		`<rect x="10" y="10" width="60" height="40" rx="10"/>`:                                    2400 - (4-math.Pi)*100,
		`<path d="M20 50A30 30 0 1 1 80 50A30 30 0 0 1 20 50z"/>`:                                 math.Pi * 900,
		`<path d="M20 50a30 30 0 0 0 60 0z"/>`:                                                    math.Pi * 450,
		`<path d="M20 50a40 20 90 1010 0" />`:                                                     -1, // flags run together, and an arc that goes nowhere
		`<path d="M50 20C66.57 20 80 33.43 80 50S66.57 80 50 80 20 66.57 20 50 33.43 20 50 20"/>`: math.Pi * 900,
		`<path d="M10 50Q30 10 50 50T90 50V90H10z"/>`:                                             80 * 40,
	} {
		d, err := drawn.SVG(strings.NewReader(mm + body + `</svg>`))
		if area < 0 {
			require.NoError(t, err, body)
			continue
		}
		require.NoError(t, err, body)
		set, err := d.Pieces(0)
		require.NoError(t, err, body)
		assert.InDelta(t, area, set.Pieces[0].Area(), 0.003*area, body)
	}
}

// Without a size nothing is guessed: 744.094 units that are 210 mm wide are 90 to the inch, and taken for 96 they are 6.25 % too small.
func TestTheUnitIsNotGuessed(t *testing.T) {
	d, err := drawn.SVG(strings.NewReader(`<svg viewBox="0 0 744.094 1052"><rect width="744.094" height="900"/></svg>`))
	require.NoError(t, err)
	_, err = d.Pieces(0)
	var unit *drawn.UnitError
	require.ErrorAs(t, err, &unit)
	assert.InDelta(t, 744.094, unit.Wide, 1e-6)
	set, err := d.Pieces(25.4 / 90)
	require.NoError(t, err)
	assert.InDelta(t, 210, box(set.Pieces[0]).Width(), 0.01)
	d, err = drawn.SVG(strings.NewReader(`<svg width="210mm" viewBox="0 0 744.094 1052"><rect width="744.094" height="900"/></svg>`))
	require.NoError(t, err)
	assert.InDelta(t, 0.28222, d.Unit, 1e-5)
}

// What can't be pieces is refused with what is wrong, bounded in time and memory.
func TestHostileDrawings(t *testing.T) {
	for text, says := range map[string]string{
		``: "SVG", `<html/>`: "SVG", `<svg`: "SVG",
		`<svg width="10mm" viewBox="0 0 10 10"/>`:                                                          "no outline",
		`<svg width="99mm" viewBox="0 0 99 99"><path d="M0 0L50 0L50 50"/></svg>`:                          "open",
		`<svg width="99mm" viewBox="0 0 99 99"><path d="M0 0L1e308 1e308L50 50z"/></svg>`:                  "larger",
		`<svg width="99mm" viewBox="0 0 99 99"><path d="M0 0X"/></svg>`:                                    "path",
		`<svg width="99mm" viewBox="0 0 99 99"><path d="M0 0L40 40L40 0L0 70z"/></svg>`:                    "crosses",
		`<svg width="99mm" viewBox="0 0 99 99"><g id="a"><use href="#a"/></g></svg>`:                       "itself",
		`<svg width="99mm" viewBox="0 0 99 99">` + strings.Repeat("<g>", 200) + `</svg>`:                   "within each other",
		`<svg width="9mm" viewBox="0 0 9 9"><g transform="spin(3)"><rect width="9" height="9"/></g></svg>`: "transform",
	} {
		d, err := drawn.SVG(strings.NewReader(text))
		if err == nil {
			_, err = d.Pieces(0)
		}
		assert.ErrorContains(t, err, says, "%.90s", text)
	}
}

// Drawings of this program's own come back as they were drafted, edge by edge.
func TestOursComeBack(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	for _, kind := range []string{"corset", "bodice-basque", "skirt-gored-1887", "cloak", "drawers"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		got := pieces(t, svg.Sheet{Unit: measure.CM, TrueScale: true, Title: kind}.Draw(d.Pieces), 0)
		for _, p := range d.Pieces {
			var q *pattern.Piece
			for i := range got {
				if got[i].ID == p.ID {
					q = &got[i]
				}
			}
			require.NotNil(t, q, "%s of %s", p.ID, kind)
			require.Len(t, q.Edges, len(p.Edges), p.ID)
			for i, e := range p.Edges {
				for _, at := range e.Line {
					near := math.Inf(1)
					for k := 1; k < len(q.Edges[i].Line); k++ {
						near = min(near, plane.Off(at, q.Edges[i].Line[k-1], q.Edges[i].Line[k]))
					}
					require.Less(t, near, 0.02, "%s, %s of %s", e.ID, p.ID, kind)
				}
			}
		}
	}
}

// dxf is a drawing of entities.
func dxf(unit int, entities string) string {
	return fmt.Sprintf("0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n%d\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n%s0\nENDSEC\n0\nEOF\n", unit, entities)
}

// A bulge of a quarter on a chord of 120: 56.14°, a rise of 15, a radius of 127.5, an arc of 124.94 (plane trigonometry).
func TestABulge(t *testing.T) {
	d, err := drawn.DXF(strings.NewReader(dxf(4, "0\nLWPOLYLINE\n8\n1\n90\n3\n70\n1\n10\n0\n20\n0\n42\n0.25\n10\n120\n20\n0\n10\n60\n20\n200\n")))
	require.NoError(t, err)
	set, err := d.Pieces(0)
	require.NoError(t, err)
	b := box(set.Pieces[0])
	assert.InDelta(t, -15, b.Min.Y, 0.01, "bowed out to the right of the way")
	line, _ := set.Pieces[0].Outline()
	long := 0.0
	for i, p := range line {
		q := line[(i+1)%len(line)]
		if p.Y < 1e-6 && q.Y < 1e-6 {
			long += p.To(q)
		}
	}
	assert.InDelta(t, 124.94, long, 0.01)
	for unit, mm := range map[int]float64{1: 25.4, 5: 10, 6: 1000} {
		d, err := drawn.DXF(strings.NewReader(dxf(unit, "0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n1\n")))
		require.NoError(t, err)
		assert.Equal(t, mm, d.Unit)
	}
	for _, text := range []string{"", "x\ny\n", "AutoCAD Binary DXF\r\n\x1a\x00", "0\nSECTION\n2\nENTITIES\n0\nINSERT\n2\nnone\n0\nENDSEC\n0\nEOF\n"} {
		_, err := drawn.DXF(strings.NewReader(text))
		assert.Error(t, err, "%q", text)
	}
}

func FuzzDrawings(f *testing.F) {
	f.Add([]byte(`<svg width="9mm" viewBox="0 0 9 9"><path d="M0 0a1 2 3 01 4 5z"/></svg>`))
	f.Add([]byte(dxf(4, "0\nSPLINE\n71\n3\n40\n0\n40\n1\n10\n0\n20\n1\n")))
	f.Fuzz(func(t *testing.T, b []byte) {
		for _, read := range []func() (*drawn.Drawing, error){func() (*drawn.Drawing, error) { return drawn.SVG(bytes.NewReader(b)) },
			func() (*drawn.Drawing, error) { return drawn.DXF(bytes.NewReader(b)) }} {
			if d, err := read(); err == nil {
				set, err := d.Pieces(1)
				if err != nil {
					continue
				}
				for _, p := range set.Pieces {
					if line, _ := p.Outline(); math.IsNaN(plane.Area(line)) {
						t.Fatal("no area")
					}
				}
			}
		}
	})
}
