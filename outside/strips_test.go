package outside

import (
	"bytes"
	"image"
	"os"
	"path/filepath"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/reckon"
	"ardentgusset/internal/formats/pdf"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// ticks are where upright lines stand in a row of the page, mm from its left edge, a little below the row's top.
func ticks(img image.Image, y float64) (out []float64) {
	b := img.Bounds()
	from, to := int((y+1)*10), int((y+4)*10)
	inked := -2
	for x := b.Min.X; x < b.Max.X; x++ {
		whole := true
		for yy := from; yy < to && whole; yy++ {
			r, _, _, _ := img.At(x, yy).RGBA()
			whole = r < 0xa000
		}
		if whole {
			if x > inked+1 {
				out = append(out, float64(x)/10)
			}
			inked = x
		}
	}
	return out
}

// The strip of five buttons over 8 in, first and last 3/8 in from the ends, as poppler draws it: its ends and marks lie where the
// trade's worked example has them (0.375, 2.188, 4, 5.812 and 7.625 in; common practice, no source); and one longer than a row
// goes on in the next, where it stopped.
func TestStripsByPoppler(t *testing.T) {
	poppler(t, "pdftoppm")
	const in = 25.4
	r, ok := reckon.Find("buttons")
	require.True(t, ok)
	print := func(set draft.Settings, paper string) image.Image {
		a, err := reckon.Do(r, set)
		require.NoError(t, err)
		p, _ := pdf.PaperOf(paper)
		var b bytes.Buffer
		require.NoError(t, pdf.Strips{Title: "Buttons", Strips: a.Strips[:1], Unit: measure.IN, Paper: p}.Write(&b))
		file := filepath.Join(t.TempDir(), "strip.pdf")
		require.NoError(t, os.WriteFile(file, b.Bytes(), 0o600))
		return ink(t, file, 1)
	}
	const row, next = 32.0, 52.0 // where the first and the second row begin on the page
	img := print(draft.Settings{"long": 5 * in, "top": 0.375 * in, "bottom": 0.375 * in, "count": 3.0}, "letter")
	got := ticks(img, row)
	require.Len(t, got, 5, "%v", got)
	for i, want := range []float64{0, 0.375, 2.5, 4.625, 5} {
		assert.InDelta(t, want*in, got[i]-got[0], 0.25)
	}
	img = print(draft.Settings{"long": 8 * in, "top": 0.375 * in, "bottom": 0.375 * in, "count": 5.0}, "a4")
	first, second := ticks(img, row), ticks(img, next)
	require.Len(t, first, 6, "%v", first)
	require.Len(t, second, 3, "%v", second)
	held := first[5] - first[0]
	for i, want := range []float64{0.375, 2.1875, 4, 5.8125} {
		assert.InDelta(t, want*in, first[i+1]-first[0], 0.25)
	}
	assert.InDelta(t, 7.625*in, held+second[1]-second[0], 0.3)
	assert.InDelta(t, 8*in, held+second[2]-second[0], 0.3)
}
