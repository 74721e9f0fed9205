package draft_test

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
)

// The sum of a skirt's opening as a tailor does it: a waist of 66 cm with an opening of 23 cm passes hips of
// 98 cm with the hands, by a centimetre; with 20 cm it does not (worked example, common practice, no source).
func TestSkirtsPassTheHips(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"hip_girth": 980, "bust_girth": 1150}, 0) // not over the head
	assert.InDelta(t, 1020, draft.Stepping(on), 1)
	e := draft.Entry{Closed: 660, Slit: 230}
	assert.InDelta(t, 1030, e.Passes(), 0.5)
	how, needs, passes := e.Way(on)
	assert.Equal(t, draft.SteppedInto, how)
	assert.InDelta(t, 10, passes-needs, 1.5)
	short := draft.Entry{Closed: 660, Slit: 200}
	how, _, passes = short.Way(on)
	assert.Equal(t, draft.Stuck, how)
	assert.InDelta(t, 975, passes, 0.5)
	longer := draft.Entry{Closed: 660, Slit: 200 + short.Longer(on)}
	how, _, _ = longer.Way(on)
	assert.Equal(t, draft.SteppedInto, how, "as long as was said, it passes")
	barely := draft.Entry{Closed: 660, Slit: 200 + short.Longer(on) - 7}
	how, _, _ = barely.Way(on)
	assert.Equal(t, draft.Stuck, how)
}

func TestWaysIn(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 900, "hip_girth": 1200}, 0)
	for _, c := range []struct {
		e   draft.Entry
		how draft.Manner
	}{
		{draft.Entry{Tied: true}, draft.TiedOn},
		{draft.Entry{At: draft.AtBack, Through: true}, draft.PutRound},
		{draft.Entry{Closed: 1000}, draft.OverHead},
		{draft.Entry{Closed: 1000, Only: draft.SteppedInto}, draft.Stuck},
		{draft.Entry{Closed: 1400}, draft.SteppedInto},
		{draft.Entry{Closed: 1400, Only: draft.OverHead}, draft.OverHead},
		{draft.Entry{Closed: 700, Slit: 60}, draft.Stuck},
	} {
		how, _, _ := c.e.Way(on)
		assert.Equal(t, c.how, how, "%+v", c.e)
	}
	assert.Equal(t, on.GirthAt(figure.Hip)+40, draft.Stepping(on))
}
