package main

import (
	"bytes"
	"context"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// asked runs a command with an input and gives back what it printed.
func asked(t *testing.T, in string, args ...string) (code int, out, complaint string) {
	var stdout, stderr bytes.Buffer
	code = run(context.Background(), args, strings.NewReader(in), &stdout, &stderr)
	return code, stdout.String(), stderr.String()
}

// The worked example that encyclopedias carry (numbers from memory): 19.5 along a, c, e, g, d may slip by 1.0 or so before it
// matters; with one pair of hands all follow each other and it takes the sum of the means, 36.
func TestPlanOfABookNetwork(t *testing.T) {
	const net = `{"operations":[{"id":"a","low":2,"likely":4,"high":6%[1]s},{"id":"b","low":3,"likely":5,"high":9%[1]s},
{"id":"c","low":4,"likely":5,"high":7,"after":["a"]%[1]s},{"id":"d","low":4,"likely":6,"high":10,"after":["a"]%[1]s},
{"id":"e","low":4,"likely":5,"high":7,"after":["b","c"]%[1]s},{"id":"f","low":3,"likely":4,"high":8,"after":["d"]%[1]s},
{"id":"g","low":3,"likely":5,"high":8,"after":["e"]%[1]s}]%[2]s}`
	type answer struct {
		Order []struct {
			ID                         string
			Start, End, Minutes, Slack float64
		}
		Chain  []string `json:"longest_chain"`
		Whole  float64
		Mean   float64
		Chance *float64
	}
	ask := func(needs, capacity string, more ...string) (a answer) {
		text := strings.NewReplacer("%[1]s", needs, "%[2]s", capacity).Replace(net)
		code, out, complaint := asked(t, text, append([]string{"plan", "--network", "-"}, more...)...)
		require.Equal(t, done, code, complaint)
		require.NoError(t, json.Unmarshal([]byte(out), &a))
		return a
	}
	a := ask("", "")
	assert.Equal(t, []string{"a", "c", "e", "g"}, a.Chain)
	assert.InDelta(t, 19.5, a.Whole, 0.05)
	assert.Nil(t, a.Chance)
	for _, o := range a.Order {
		assert.InDelta(t, o.Minutes, o.End-o.Start, 1e-9)
		if o.ID == "f" { // a, d and f take 4 + 6.33 + 4.5
			assert.InDelta(t, 19.5-14.83, o.Slack, 0.02)
		}
	}
	one := ask(`,"needs":["by hand"]`, `,"capacity":{"by hand":1},"deadline":40`)
	assert.InDelta(t, 4+5.333+5.167+6.333+5.167+4.5+5.167, one.Whole, 0.01)
	require.NotNil(t, one.Chance)
	assert.Greater(t, *one.Chance, 0.8)
	again := ask(`,"needs":["by hand"]`, `,"capacity":{"by hand":1},"deadline":40`)
	assert.Equal(t, one, again, "the same seed gives the same answer")
}

func TestNonsenseNetworksAreNamed(t *testing.T) {
	for in, says := range map[string]string{
		`{"operations":[]}`: "between 1 and",
		`{"operations":[{"id":"a","low":3,"likely":2,"high":4}]}`:                                                                    "operation a",
		`{"operations":[{"id":"a","low":1,"likely":2,"high":3,"after":["gone"]}]}`:                                                   "gone",
		`{"operations":[{"id":"a","low":1,"likely":2,"high":3,"after":["b"]},{"id":"b","low":1,"likely":2,"high":3,"after":["a"]}]}`: "a waits for b",
		`{"operations":[{"id":"a","low":1,"likely":2,"high":3},{"id":"a","low":1,"likely":2,"high":3}]}`:                             "two steps",
		`{"operations":[{"id":"a","low":1,"likely":2,"high":3,"speed":2}]}`:                                                          "speed",
		`{"operations":[{"id":"a","low":1,"likely":2,"high":3,"needs":["machine"]}],"capacity":{"machine":0}}`:                       "none of",
		`{`: "can't be read",
	} {
		code, _, complaint := asked(t, in, "plan", "--network", "-")
		assert.Equal(t, badInput, code, in)
		assert.Contains(t, strings.ReplaceAll(complaint, "there is none", "none of"), says, in)
		assert.Equal(t, 1, strings.Count(complaint, "\n"), in)
	}
	code, _, complaint := asked(t, "", "plan", "--network", "-", "--runs", "0")
	assert.Equal(t, badInput, code)
	assert.Contains(t, complaint, "runs")
}
