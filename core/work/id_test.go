package work

import (
	"go/ast"
	"go/parser"
	"go/token"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A step's name comes back from where it stands in a plan, whatever the lane is called, and one that stands nowhere has none.
func TestIDsInPlans(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lane := rapid.StringMatching(`[a-z0-9]{1,12}`).Draw(t, "lane")
		own := ID(rapid.StringMatching(`[a-z]{1,9}(-[a-z]{1,5})?`).Draw(t, "own"))
		gotLane, gotOwn := own.In(lane).Parts()
		require.Equal(t, lane, gotLane)
		require.Equal(t, own, gotOwn)
		gotLane, gotOwn = own.Parts()
		require.Empty(t, gotLane)
		require.Equal(t, own, gotOwn)
	})
}

// No two steps have one name, none is written with anything that a log, an address or a lane could not carry, and all are
// called by what is done. IDs are kept in people's logs: those that were written once stand here for good.
func TestIDsAreWritable(t *testing.T) {
	file, err := parser.ParseFile(token.NewFileSet(), "id.go", nil, 0)
	require.NoError(t, err)
	seen := map[string]string{}
	ast.Inspect(file, func(n ast.Node) bool {
		v, ok := n.(*ast.ValueSpec)
		if !ok || len(v.Values) != 1 {
			return true
		}
		lit, ok := v.Values[0].(*ast.BasicLit)
		require.True(t, ok)
		id, err := strconv.Unquote(lit.Value)
		require.NoError(t, err)
		name := v.Names[0].Name
		assert.True(t, strings.HasPrefix(name, "To"), name)
		assert.Regexp(t, `^[a-z]+(-[a-z]+)*$`, id, name)
		if was := seen[id]; was != "" {
			// A bodice's waist stay took the name of stay-stitching before: both never stand in one garment.
			assert.ElementsMatch(t, []string{"ToStay", "ToSetStay"}, []string{was, name})
		}
		seen[id] = name
		return true
	})
	assert.Greater(t, len(seen), 60)
	for _, kept := range []string{"buy", "wash", "mock-up", "cut", "mark", "seams", "press", "finish", "sleeves", "close", "waist", "band", "bones", "bind",
		"closure", "try-on", "hang", "hem", "measure", "get", "waist-stay", "loop-up"} {
		assert.NotEmpty(t, seen[kept], "%s was written in logs", kept)
	}
}

// StationOf follows what a step needs, the wearer before all; a step of nothing is an errand, and one of the hand alone can
// be taken along.
func TestStationsOfNeeds(t *testing.T) {
	for _, c := range []struct {
		needs    []Need
		at       Station
		portable bool
	}{{nil, OutOfDoor, false}, {[]Need{Hand}, ByHand, true}, {[]Need{Hand, Machine}, AtMachine, false}, {[]Need{Iron}, AtIron, false},
		{[]Need{Table, Iron}, AtTable, false}, {[]Need{Hand, Wearer}, OnWearer, false}} {
		s := Step{Needs: c.needs}
		assert.Equal(t, c.at, StationOf(s), c.needs)
		assert.Equal(t, c.portable, s.Portable(), c.needs)
	}
	all := Stations()
	assert.Equal(t, OutOfDoor, all[0], "first it is bought")
	seen := map[Station]bool{}
	for _, s := range all {
		assert.False(t, seen[s])
		seen[s] = true
	}
}

// A step in work: what is spent of it is not to do again, its spread keeps its order, and how long the whole takes is known
// however much of it is left.
func TestSpreadsKeepTheirOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := Step{Minutes: rapid.Float64Range(1, 600).Draw(t, "minutes")}
		if rapid.Bool().Draw(t, "worn") {
			s.Needs = []Need{Wearer}
		}
		a := Around(s)
		require.LessOrEqual(t, a.Low, a.Likely)
		require.LessOrEqual(t, a.Likely, a.High)
		require.Greater(t, a.Mean(), a.Low)
		require.Less(t, a.Mean(), a.High)
		require.Positive(t, a.Variance())
		k := rapid.Float64Range(0.1, 4).Draw(t, "times")
		b := a.Times(k)
		require.InDelta(t, k*a.Mean(), b.Mean(), 1e-6)
		require.InDelta(t, k*k*a.Variance(), b.Variance(), 1e-6*(1+b.Variance()))
		o := Operation{Step: s, Spread: b, Share: k}
		require.InDelta(t, s.Minutes, o.Whole(), 1e-6)
		o.Share = 0
		require.InDelta(t, b.Likely, o.Whole(), 1e-6)
	})
}
