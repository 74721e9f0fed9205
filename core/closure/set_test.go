package closure

import (
	"testing"

	"ardentgusset/core/technique"

	"github.com/stretchr/testify/assert"
)

// Every kind of fastener is bought by the count and worked by the count, each of its works
// by a technique of its kind.
func TestFastenersSayWhatTheyTake(t *testing.T) {
	for kind := range fasteners {
		f := Fastening{Kind: kind, Count: 7, Size: 12, Why: "seven"}
		bought := f.Notions(1)
		assert.Len(t, bought, 1)
		assert.Equal(t, 7.0, bought[0].Quantity)
		assert.NotContains(t, bought[0].What, " for ")
		f.For = "the stay"
		assert.Contains(t, f.Notions(1)[0].What, " for the stay")
		assert.NotEmpty(t, f.Works())
		for _, w := range f.Works() {
			assert.Equal(t, 7, w.Count)
			some := false
			for _, e := range technique.All() {
				some = some || e.Of == w.Of
			}
			assert.True(t, some, "nothing in the book works %s", w.Of)
		}
	}
}

// A lacing is bought whole: eyelets for both rows, twice where it is doubled, and lace that goes through them all when it is
// open; by hand floss in place of metal.
func TestLacingSaysWhatItTakes(t *testing.T) {
	rows := []float64{20, 60, 100, 140, 180, 220}
	l := Lacing{Place: "at the back", Left: rows, Right: rows, Style: CrissCross, Gap: 50, Open: 300, Tail: 400}
	assert.Equal(t, 6, l.Pairs())
	assert.Equal(t, 12, l.Eyelets())
	assert.InDelta(t, 40, l.Spacing(), 1e-9)
	n := l.Notions(1)
	assert.Len(t, n, 2)
	assert.Equal(t, 12.0, n[0].Quantity)
	assert.InDelta(t, l.Length(l.Open)/1000, n[1].Quantity, 1e-9)
	assert.Greater(t, n[1].Quantity*1000, 6*300.0, "it crosses the open gap at every pair")
	assert.Greater(t, l.Length(300), l.Length(50), "opened it takes more")
	hand := l
	hand.Hand = true
	assert.Equal(t, "m", hand.Notions(1)[0].Unit)
	assert.Equal(t, "eyelet-hand", hand.Works()[0].Technique)
	twice := l
	twice.Doubled = true
	assert.Equal(t, 24, twice.Eyelets())
	assert.InDelta(t, 2*n[1].Quantity, twice.Notions(1)[1].Quantity, 1e-9)
	assert.Equal(t, 12, l.Works()[0].Count)
	assert.Zero(t, l.Mass())
	assert.Zero(t, Lacing{Left: []float64{10}}.Spacing())
	up := Stagger(rows)
	for i := range rows {
		assert.InDelta(t, rows[i]+20, up[i], 1e-9, "half a space higher")
	}
}
