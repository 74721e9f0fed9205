package ensemble

import (
	"fmt"
	"testing"

	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What is told to be enough is, and none of it could be left out; where all together are not enough they are all told.
func TestEnoughWaysAreEnoughAndNoneTooMany(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var all []work.Operation
		var ways []Way
		for i := range rapid.IntRange(3, 10).Draw(t, "steps") {
			low := rapid.Float64Range(20, 200).Draw(t, "minutes")
			id := work.ID(fmt.Sprint("s", i))
			all = append(all, work.Operation{Step: work.Step{ID: id, Minutes: low}, Spread: work.Spread{Low: low, Likely: low, High: low}})
			if rapid.Bool().Draw(t, "way") {
				w := Way{Kind: ByTechnique, What: fmt.Sprint("way ", i), Seen: rapid.Float64Range(0, 1).Draw(t, "seen"), saves: map[work.ID]float64{}}
				w.saves[id] = rapid.Float64Range(5, low).Draw(t, "saves")
				ways = append(ways, w)
			}
		}
		if len(ways) == 0 {
			return
		}
		chance := func(all []work.Operation) (float64, error) { return 1 / (1 + total(all)/500), nil }
		want := rapid.Float64Range(0.2, 0.9).Draw(t, "wanted")
		set, reached, err := Enough(ways, all, want, chance)
		require.NoError(t, err)
		is, _ := chance(TryAll(set, all))
		assert.InDelta(t, is, reached, 1e-9)
		if reached < want {
			most, _ := chance(TryAll(ways, all))
			assert.InDelta(t, most, reached, 1e-9, "all of them together")
			return
		}
		for i := range set {
			fewer := append(append([]Way{}, set[:i]...), set[i+1:]...)
			if len(fewer) == 0 {
				continue
			}
			without, _ := chance(TryAll(fewer, all))
			assert.Less(t, without, want, "%s is not needed", set[i].What)
		}
	})
}
