package pdf

import (
	"bytes"
	"compress/zlib"
	"io"
	"regexp"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
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
