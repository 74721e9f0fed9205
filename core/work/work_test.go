package work

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestOrderKeepsEveryReason(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 25).Draw(t, "n")
		perm := rapid.Permutation(func() []int {
			p := make([]int, n)
			for i := range p {
				p[i] = i
			}
			return p
		}()).Draw(t, "order")
		steps := make([]Step, n)
		for i, p := range perm { // a step may only wait for one of lower rank: no circle
			steps[i] = Step{ID: ID(fmt.Sprint(p))}
			for k := 0; k < p; k++ {
				if rapid.IntRange(0, 4).Draw(t, "edge") == 0 {
					steps[i].After = append(steps[i].After, After{Step: ID(fmt.Sprint(k))})
				}
			}
		}
		got, err := Order(steps)
		require.NoError(t, err)
		require.Len(t, got, n)
		done := map[ID]bool{}
		for _, s := range got {
			for _, a := range s.After {
				require.True(t, done[a.Step], "%s before %s", s.ID, a.Step)
			}
			done[s.ID] = true
		}
		again, _ := Order(steps)
		require.Equal(t, got, again)
	})
}

func TestOrderKeepsWhatItMay(t *testing.T) {
	got, err := Order([]Step{{ID: "c", After: []After{{Step: "b"}}}, {ID: "a"}, {ID: "b"}})
	require.NoError(t, err)
	assert.Equal(t, []ID{"a", "b", "c"}, []ID{got[0].ID, got[1].ID, got[2].ID})
}

func TestOrderRefuses(t *testing.T) {
	_, err := Order([]Step{{ID: "a", After: []After{{Step: "b"}}}, {ID: "b", After: []After{{Step: "a"}}}})
	assert.ErrorContains(t, err, "circle")
	_, err = Order([]Step{{ID: "a", After: []After{{Step: "gone"}}}})
	assert.ErrorContains(t, err, "gone")
	_, err = Order([]Step{{ID: "a"}, {ID: "a"}})
	assert.Error(t, err)
}

func TestDaysUntil(t *testing.T) {
	day := time.Date(2027, 2, 27, 22, 0, 0, 0, time.UTC)
	assert.Equal(t, 2, DaysUntil(day, time.Date(2027, 3, 1, 1, 0, 0, 0, time.UTC)))
}

func TestPortable(t *testing.T) {
	assert.True(t, Step{Needs: []Need{Hand}}.Portable())
	assert.False(t, Step{Needs: []Need{Hand, Wearer}}.Portable())
	assert.False(t, Step{}.Portable())
}
