package ensemble

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A bodice's lower edge and the skirt's waist are a pair: both as long as a tape finds them on
// their pieces, darts and pleats taken up, and the skirt can be made as long as the bodice.
func TestBodiceAndSkirtMeetAtTheWaist(t *testing.T) {
	plan := plan("skirt-gored-1887", "bodice-darted")
	plan.Layers[1].Settings = draft.Settings{"waist_up": 0.0, "sleeve": "none"}
	pairs := WaistPairs(walk(t, plan))
	require.Len(t, pairs, 1)
	p := pairs[0]
	assert.Equal(t, "bodice-darted", p.Bodice.ID)
	assert.Equal(t, "skirt-gored-1887", p.Skirt.ID)
	// The band without its underlap.
	band := 0.0
	for _, piece := range p.Skirt.Draft.Pieces {
		for _, e := range piece.Edges {
			if piece.ID == "band" && (len(e.ID) > 4 && (e.ID[:5] == "left-" || len(e.ID) > 5 && e.ID[:6] == "right-")) {
				band += e.Length()
			}
		}
	}
	assert.InDelta(t, band, 2*p.Skirt.Draft.Waist.Half(), 0.1)
	// The bodice's lower edges, less what lies between the legs of their darts.
	hem := 0.0
	for _, piece := range p.Bodice.Draft.Pieces {
		e, ok := piece.Edge("hem")
		if !ok || piece.Of != "" {
			continue
		}
		hem += e.Length()
		for _, m := range piece.Marks {
			if n := len(m.Path); m.Kind == pattern.Dart && n > 2 {
				a, b := along(e.Line, m.Path[0]), along(e.Line, m.Path[n-1])
				hem -= math.Abs(a - b)
			}
		}
	}
	assert.InDelta(t, hem, p.Bodice.Draft.Waist.Half(), 1)
	require.NotNil(t, p.Even())
	plan.Layers[0].Settings = p.Even()
	again := WaistPairs(walk(t, plan))
	require.Len(t, again, 1)
	assert.InDelta(t, 0, again[0].Over(), 3, "it was %.1f", p.Over())
	names := 0
	for _, s := range p.Seams {
		assert.Greater(t, s.At, 0.0)
		assert.Less(t, s.At, p.Bodice.Draft.Waist.Half())
		if s.Dart {
			names++
		}
	}
	assert.Equal(t, 2, names, "two darts a side")
}

// along is how far along a line the point nearest to another lies.
func along(line []plane.Point, q plane.Point) (at float64) {
	best, run := math.Inf(1), 0.0
	for i := range line {
		if i > 0 {
			run += line[i-1].To(line[i])
		}
		if d := line[i].To(q); d < best {
			best, at = d, run
		}
	}
	return at
}
