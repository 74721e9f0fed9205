package pdf

import (
	"bytes"
	"compress/zlib"
	"io"
	"math"
	"regexp"
	"slices"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// drawnOn are the pages of a print with what is drawn on each, as its operators stand there.
func drawnOn(t *testing.T, text []byte) (pages int, drawn string) {
	pages = len(regexp.MustCompile(`/Type /Page\b[^s]`).FindAll(text, -1))
	for _, m := range regexp.MustCompile(`(?s)stream\r?\n(.*?)\r?\nendstream`).FindAllSubmatch(text, -1) {
		z, err := zlib.NewReader(bytes.NewReader(m[1]))
		if err != nil {
			continue
		}
		b, err := io.ReadAll(z)
		require.NoError(t, err)
		drawn += string(b)
	}
	return pages, drawn
}

// A corset is printed whole on one large sheet and on joined ones, in every paper there is; its legend draws a sign for
// what is marked by one.
func TestPrint(t *testing.T) {
	g, _ := catalogue.Find("corset")
	_, stages, err := ensemble.Walk(t.Context(), ensemble.Plan{Group: figure.Women, Layers: []ensemble.Layer{{ID: "1", Kind: "corset",
		Name: "Corset", Fabric: g.About().Usual}}}, nil)
	require.NoError(t, err)
	require.NoError(t, stages[0].Err)
	for _, paper := range Papers() {
		same, ok := PaperOf(paper.Key)
		require.True(t, ok)
		require.Equal(t, paper, same)
		var b bytes.Buffer
		p := Print{Garment: "Corset", Ensemble: "An ensemble", Wearer: "A wearer", Drafted: "2027-01-05", Unit: measure.CM, Paper: paper}
		require.NoError(t, p.Write(t.Context(), &b, stages[0].Draft.Pieces))
		require.True(t, bytes.HasPrefix(b.Bytes(), []byte("%PDF-")))
		pages, drawn := drawnOn(t, b.Bytes())
		if paper.Whole {
			assert.Equal(t, 1, pages)
		} else {
			assert.Greater(t, pages, 3, paper.Key)
		}
		assert.Regexp(t, `0\.667 (G|0\.667 0\.667 RG)`, drawn, "bones are drawn in grey")
	}
	_, ok := PaperOf("papyrus")
	assert.False(t, ok)
}

// Wherever the sheets are laid, every point of every outline is printed on one of them, and there are no more of them than where the
// first begins at the corner; a sheet that holds only what the lap of the one before prints is not there.
func TestNoSheetTooManyAndNoneTooFew(t *testing.T) {
	saved := 0
	rapid.Check(t, func(t *rapid.T) {
		const tileH, tileW = 267.0, 180.0
		var spread []laid
		long, wide := 0.0, 0.0
		for range rapid.IntRange(1, 4).Draw(t, "pieces") {
			at := plane.Pt(rapid.Float64Range(0, 900).Draw(t, "x"), rapid.Float64Range(0, 400).Draw(t, "y"))
			to := at.Add(plane.Pt(rapid.Float64Range(4, 700).Draw(t, "long"), rapid.Float64Range(4, 500).Draw(t, "wide")))
			mid := plane.Pt(at.X+0.3*(to.X-at.X), to.Y)
			cut := []plane.Point{at, {X: to.X, Y: at.Y}, to, mid, {X: at.X, Y: at.Y + 0.6*(to.Y-at.Y)}}
			spread = append(spread, laid{cut: cut, move: func(q plane.Point) plane.Point { return q }})
			long, wide = max(long, to.X), max(wide, to.Y)
		}
		naive := 0
		for r := range int(math.Ceil(long / tileH)) {
			for c := range int(math.Ceil(wide / tileW)) {
				x, y := float64(r)*tileH, float64(c)*tileW
				if slices.ContainsFunc(spread, func(l laid) bool { return printedOn(l.cut, x, y, tileH, tileW) }) {
					naive++
				}
			}
		}
		moved, used := fewest(spread, long, wide, tileH, tileW)
		count := 0
		for r := range used {
			for c := range used[r] {
				if used[r][c] {
					count++
				}
			}
		}
		require.LessOrEqual(t, count, naive)
		saved += naive - count
		for _, l := range moved {
			for i, a := range l.cut {
				b := l.cut[(i+1)%len(l.cut)]
				for k := range 101 {
					q := a.Toward(b, float64(k)/100)
					on := false
					for r := range used {
						for c := range used[r] {
							x, y := float64(r)*tileH, float64(c)*tileW
							on = on || used[r][c] && q.X >= x && q.X <= x+tileH+lap && q.Y >= y && q.Y <= y+tileW+lap
						}
					}
					require.True(t, on, "%v is printed nowhere", q)
				}
			}
		}
	})
	assert.Positive(t, saved)
}

// printedOn tells whether a shape comes on the sheet at a corner.
func printedOn(cut []plane.Point, x, y, tileH, tileW float64) bool {
	for i, a := range cut {
		b := cut[(i+1)%len(cut)]
		for k := range 200 {
			if q := a.Toward(b, float64(k)/200); q.X >= x && q.X < x+tileH && q.Y >= y && q.Y < y+tileW {
				return true
			}
		}
	}
	return plane.Inside(cut, plane.Pt(x+tileH/2, y+tileW/2))
}
