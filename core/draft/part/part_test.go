package part

import (
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func body(t require.TestingT, waist, hip float64) figure.Figure {
	on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: measure.Length(waist)}, {Key: "hip_girth", Value: measure.Length(hip)}}, figure.Women, 0)
	require.NoError(t, err)
	return on
}

// A gored skirt on any figure: hems add up to the hem, every pair of sewn edges
// is true, and the parts of the band fill its lower edge.
func TestGoredSkirtsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(560, 1100).Draw(t, "waist")
		on := body(t, waist, waist*rapid.Float64Range(1.1, 1.45).Draw(t, "hip"))
		s := Skirt{On: on, Ease: 50, Long: rapid.Float64Range(550, 950).Draw(t, "long"), Gores: rapid.IntRange(1, 2).Draw(t, "gores"), Turned: 30,
			Band: Band{Length: waist + 20, Lower: waist + 20, Lap: 25, Depth: 25, Allowance: 12, Opening: 220}}
		hem := s.Least() * rapid.Float64Range(1, 2.2).Draw(t, "hem")
		s.Hem = hem
		var d draft.Draft
		if _, err := s.Into(&d); err != nil {
			require.NotEmpty(t, err.Error())
			return
		}
		sum := 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			require.NoError(t, p.Fault(), p.ID)
			e, ok := p.Edge("hem")
			if !ok {
				continue
			}
			times := float64(p.Cut)
			if p.Fold != "" {
				times *= 2
			}
			sum += e.Length() * times
		}
		require.InDelta(t, hem, sum, 0.001*hem)
		for _, m := range pattern.True(d.Pieces, d.Seams) {
			require.Empty(t, m.Missing, m.ID)
			require.True(t, m.True, "%s is off by %v, to be %s", m.ID, m.Difference, m.Absorbed)
		}
		band := 0.0
		for i := range d.Pieces {
			if d.Pieces[i].ID != "band" {
				continue
			}
			for _, e := range d.Pieces[i].Edges {
				if strings.HasPrefix(e.ID, "to-") {
					band += e.Length()
				}
			}
		}
		require.InDelta(t, waist+20, band, 0.5)
	})
}

// Gathered or drawn up on a string, a band adds bulk at the waist; layers of
// the skirt's own cloth add theirs.
func TestBulkGrowsWithCloth(t *testing.T) {
	b := Band{Length: 700, Lower: 700, Lap: 25, Depth: 25, Allowance: 12}
	assert.Greater(t, b.Bulk(0.3, 0.3, 1400), b.Bulk(0.3, 0.3, 700), "twice the cloth is thicker")
	assert.Greater(t, b.Bulk(0.3, 1.2, 1400), b.Bulk(0.3, 0.3, 1400))
	assert.Greater(t, b.Bulk(1.0, 1.0, 700), b.Bulk(0.3, 1.0, 700))
}

// The outline of a flared skirt widens from the figure's girth to a share of
// its hem and never narrows.
func TestFlareOnlyWidens(t *testing.T) {
	on := body(t, 710, 980)
	for _, share := range []float64{0.3, 0.6, 0.9} {
		hang := Flare(on, 25, 900, 2400, share)
		require.Greater(t, len(hang), 2)
		assert.InDelta(t, on.Girth(25), hang[0].Girth, 1e-6)
		last := hang[len(hang)-1]
		assert.InDelta(t, 900, last.Drop, 1e-6)
		assert.Less(t, last.Girth, 2400.1)
		for i := 1; i < len(hang); i++ {
			assert.Greater(t, hang[i].Drop, hang[i-1].Drop)
			if hang[i].Drop > on.Drop(figure.Hip) {
				assert.GreaterOrEqual(t, hang[i].Girth, min(hang[i-1].Girth, last.Girth)-0.5)
			}
		}
	}
	more, less := Flare(on, 25, 900, 2400, 0.9), Flare(on, 25, 900, 2400, 0.3)
	assert.Greater(t, more[len(more)-1].Girth, less[len(less)-1].Girth)
}

// A bone too long for its place is refused by the place's name; one that fits
// is marked and listed once for each copy.
func TestBonesAreMarkedAndListed(t *testing.T) {
	p := pattern.Rectangle("panel", "Panel", 90, 300, 12)
	var d draft.Draft
	b := Boned{Draft: &d, Width: 6, Clearance: 8, Count: 2}
	require.NoError(t, b.Add(&p, "spiral steel", "beside the seam", p.Edges[1].Line))
	require.Len(t, d.Bones, 1)
	assert.InDelta(t, 280, d.Bones[0].Length, 1e-9, "300 less 8 at both ends, down to a whole centimetre")
	assert.Equal(t, 2, d.Bones[0].Count)
	assert.Len(t, p.Marks, 1)
	short := pattern.Rectangle("scrap", "Scrap", 40, 50, 12)
	err := b.Add(&short, "spiral steel", "in the scrap", short.Edges[1].Line)
	require.ErrorContains(t, err, "in the scrap")
	assert.Len(t, d.Bones, 1)
	assert.Empty(t, short.Marks)
}
