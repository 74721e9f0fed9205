package notion_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
)

// What is bought is never less than what is needed, nor more than one step of
// the shop's measure above it.
func TestBoughtIsEnough(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := notion.Notion{Kind: "tape", Unit: "m", Quantity: rapid.Float64Range(0.01, 60).Draw(t, "metres")}
		for unit, step := range map[measure.Unit]measure.Length{measure.CM: 100, measure.IN: measure.Yard / 8} {
			said := n.Amount(unit)
			got, err := measure.Parse(said, unit)
			if err != nil {
				t.Fatalf("%s can't be read: %v", said, err)
			}
			if over := float64(got) - n.Quantity*1000; over < -1e-3 || over > float64(step)+1e-3 {
				t.Fatalf("%g m is bought as %s, %g mm over", n.Quantity, said, over)
			}
		}
	})
}

func TestAmounts(t *testing.T) {
	for _, c := range []struct {
		n      notion.Notion
		cm, in string
	}{
		{notion.Notion{Unit: "piece", Quantity: 14}, "14", "14"},
		{notion.Notion{Unit: "pair", Quantity: 1}, "1 pair", "1 pair"},
		{notion.Notion{Unit: "pair", Quantity: 7}, "7 pairs", "7 pairs"},
		{notion.Notion{Unit: "m", Quantity: 2.31}, "2.4 m", "2⅝ yd"}, // 2.526 yd, bought by the eighth
	} {
		assert.Equal(t, c.cm, c.n.Amount(measure.CM))
		assert.Equal(t, c.in, c.n.Amount(measure.IN))
	}
}

// A price by the yard and by the metre of the same tape is the same money: a
// yard is 0.9144 m, a pound 453.592 g (international agreement of 1959).
func TestPricedByOne(t *testing.T) {
	for unit, want := range map[string][2]float64{"m": {1, 0.9144}, "g": {1000, 453.59237}, "m²": {1, 0.83612736}, "piece": {1, 1}} {
		name, per := notion.Notion{Unit: unit}.Priced(measure.CM)
		assert.NotEmpty(t, name)
		assert.InDelta(t, want[0], per, 1e-9, unit)
		name, per = notion.Notion{Unit: unit}.Priced(measure.IN)
		assert.NotEmpty(t, name)
		assert.InDelta(t, want[1], per, 1e-6, unit)
	}
}

func TestMassFollowsTheAmount(t *testing.T) {
	assert.InDelta(t, 50, notion.Notion{Kind: "tape", Unit: "m", Quantity: 10}.Mass(), 1e-9)
	assert.InDelta(t, 2*notion.Notion{Kind: "hook", Unit: "pair", Quantity: 3}.Mass(),
		notion.Notion{Kind: "hook", Unit: "pair", Quantity: 6}.Mass(), 1e-9)
	assert.InDelta(t, 320, notion.Notion{Kind: "wadding", Unit: "g", Quantity: 320}.Mass(), 1e-9, "what is bought by weight weighs that")
	assert.InDelta(t, 9, notion.Notion{Kind: "tape", Unit: "m", Quantity: 10, Grams: 9}.Mass(), 1e-9, "a weight that is told goes first")
	m := notion.Notion{Kind: "bone", Unit: "piece", Quantity: 12}.Mass()
	assert.False(t, math.IsNaN(m))
	assert.Zero(t, m, "bones are weighed as what they are")
}
