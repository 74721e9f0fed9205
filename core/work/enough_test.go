package work

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The hours that are told do, and an hour less does not; where no hours do it is said.
func TestEnoughHoursAreEnough(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var all []Operation
		for i := range rapid.IntRange(1, 12).Draw(t, "steps") {
			low := rapid.Float64Range(10, 200).Draw(t, "minutes")
			o := Operation{Step: Step{ID: ID(rune('a' + i))}, Spread: Spread{Low: low, Likely: low * 1.2, High: low * 2}}
			if i > 0 {
				o.After = []After{{Step: all[i-1].ID}}
			}
			all = append(all, o)
		}
		c := Calendar{First: time.Date(2027, 2, 3, 0, 0, 0, 0, time.UTC)}
		if rapid.Bool().Draw(t, "some days") {
			c.Hours = [7]float64{3, 0, 0, 1, 0, 0, 2}
		}
		before := Day(rapid.IntRange(2, 40).Draw(t, "day"))
		trials := Trials{Runs: 60, Seed: 1, Common: 0.18}
		week, ok, err := c.Enough(t.Context(), all, before, 0.8, trials)
		require.NoError(t, err)
		by := func(week float64) float64 {
			usual := c.Hours
			if usual == ([7]float64{}) {
				usual = [7]float64{1, 1, 1, 1, 1, 1, 1}
			}
			with := c
			for more := 0.0; more < 60; more += 0.01 { // as many hours as it is, on the days that are not full
				sum := 0.0
				for i, h := range usual {
					with.Hours[i] = min(h*more, 16)
					sum += with.Hours[i]
				}
				if sum >= week {
					break
				}
			}
			f, err := with.Forecast(t.Context(), all, trials)
			require.NoError(t, err)
			return f.By(before - 1)
		}
		if !ok {
			assert.Less(t, by(16*7), 0.8)
			return
		}
		assert.GreaterOrEqual(t, by(week), 0.8)
		if week > 1 {
			assert.Less(t, by(week-1.01), 0.8, "%g hours", week)
		}
	})
}
