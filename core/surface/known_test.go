package surface

import (
	"testing"

	"ardentgusset/core/memo"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A panel that is known comes out as when it was new, and what is done to a piece of it does not
// reach the next one; another form, a longer edge, a held level or a dart held otherwise is another
// panel.
func TestKnownPanels(t *testing.T) {
	body := map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}
	book := memo.New(1 << 24)
	of := func(ease, take float64, held ...float64) *Flat {
		s := On(figureOf(t, body).Keeping(book), 0, Ease{Bust: ease, Waist: ease, Hip: ease})
		s.Held = held
		p := block(s, true)
		p.Take = func(swing []float64) []float64 {
			out := make([]float64, len(swing))
			for i := range out {
				out[i] = take * swing[i]
			}
			return out
		}
		f, err := s.Unroll(p)
		require.NoError(t, err)
		return f
	}
	first := of(40, 0.9)
	flat := append(first.flat[:0:0], first.flat...)
	first.Plumb(first.flat[0], first.flat[40])
	again := of(40, 0.9)
	assert.Equal(t, flat, again.flat)
	book = nil
	assert.Equal(t, flat, of(40, 0.9).flat, "worked out anew")
	bust := first.panel.Edges[1].Line[len(first.panel.Edges[1].Line)-1].Z - 10
	for name, other := range map[string]*Flat{"a looser form": of(41, 0.9), "a smaller dart": of(40, 0.7), "a held level": of(40, 0.9, bust)} {
		assert.NotEqual(t, flat, other.flat, name)
	}
}

// What is unrolled at once by many is what one alone would get.
func TestPanelsSideBySide(t *testing.T) {
	f := figureOf(t, map[string]float64{"bust_girth": 1010, "waist_girth": 820, "hip_girth": 1090, "height": 1700})
	s := On(f.Keeping(memo.New(1<<24)), 0,
		Ease{Bust: 30, Waist: 10, Hip: 30})
	p := block(s, true)
	out := make(chan *Flat)
	const many = 6
	for range many {
		go func() {
			f, _ := s.Unroll(p)
			out <- f
		}()
	}
	want := (<-out).flat
	for range many - 1 {
		assert.Equal(t, want, (<-out).flat)
	}
}
