package technique

import (
	"testing"

	"ardentgusset/core/stitch"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// drawnSituation is any place where something is worked.
func drawnSituation(t *rapid.T) Situation {
	return Situation{Year: rapid.SampledFrom([]int{0, 1350, 1780, 1850, 1887, 1925, 1955}).Draw(t, "year"), Seen: rapid.Bool().Draw(t, "seen"),
		Frays: rapid.IntRange(0, 3).Draw(t, "frays"), Thick: rapid.Float64Range(0.1, 4).Draw(t, "thick"),
		Turn: rapid.Float64Range(0, 120).Draw(t, "turn"), Strain: rapid.IntRange(0, 3).Draw(t, "strain"),
		Enclosed: rapid.Bool().Draw(t, "enclosed"), Length: rapid.Float64Range(50, 5000).Draw(t, "length"),
		Count: rapid.IntRange(0, 20).Draw(t, "count"), Ends: rapid.Float64Range(0, 6).Draw(t, "ends")}
}

// Wherever something is worked: everything of its kind is ranked, the best first, each with reasons that add up to something,
// and the order is the same whenever it is asked for.
func TestEverythingIsRankedWithReasons(t *testing.T) {
	works := map[Work]int{}
	for _, e := range All() {
		works[e.Of]++
	}
	rapid.Check(t, func(t *rapid.T) {
		s := drawnSituation(t)
		p := rapid.SampledFrom(Profiles()).Draw(t, "profile").Profile
		for of, n := range works {
			if of == "" {
				continue
			}
			got := Rank(of, s, p)
			require.Len(t, got, n, of)
			for i, r := range got {
				require.Equal(t, of, r.Of)
				if i > 0 {
					require.GreaterOrEqual(t, got[i-1].Score, r.Score)
				}
				if r.Score < -felt { // a few minutes are not worth a word
					require.NotEmpty(t, r.Against, "%s: %g without a reason against it", r.Key, r.Score)
				}
				for _, why := range append(append([]string(nil), r.Speaks...), r.Against...) {
					require.NotContains(t, why, "%!", r.Key)
				}
			}
			require.Equal(t, got, Rank(of, s, p))
		}
	})
}

// Facts of the trade (common practice, no source): a long curved seam is not felled flat, what frays and is seen inside wants
// its edges shut, 1780 knows no machine, and a hurry takes the fewest minutes of what holds.
func TestRankingOfTheTrade(t *testing.T) {
	place := func(list []Ranked, key string) int {
		for i, r := range list {
			if r.Key == key {
				return i
			}
		}
		t.Fatalf("%s is not ranked", key)
		return -1
	}
	base := Situation{Year: 1887, Frays: 1, Thick: 0.4, Length: 600}
	curved := base
	curved.Turn = 90
	flat, bent := Rank(Join, base, Usual), Rank(Join, curved, Usual)
	assert.Greater(t, place(bent, "flat-felled"), place(bent, "plain"), "round a curve")
	assert.GreaterOrEqual(t, place(bent, "flat-felled"), place(flat, "flat-felled"))
	loose := base
	loose.Frays, loose.Seen = 3, false
	assert.Less(t, place(Rank(Join, loose, Strong), "french"), place(Rank(Join, base, Quick), "french"), "edges that fray are shut in")
	old := base
	old.Year = 1780
	for _, r := range Rank(Join, old, Then)[:2] {
		assert.False(t, r.Machine(), "%s in 1780", r.Key)
	}
	quick := Rank(Hem, base, Quick)
	assert.True(t, quick[0].Machine(), "a hem in a hurry is not sewn by hand")
	none := base
	none.Can = func(k stitch.Kind) bool { return k != stitch.Lockstitch }
	for _, r := range Rank(Hem, none, Usual)[:1] {
		for _, pass := range r.Passes {
			assert.NotEqual(t, stitch.Lockstitch, pass.Stitch, "no machine sews it")
		}
	}
	thick := base
	thick.Thick = 3
	for _, r := range Rank(Hem, thick, Usual)[:1] {
		assert.False(t, r.Fit.Thick > 0 && r.Fit.Thick < 3, "%s is for thin cloth", r.Key)
	}
}

// Every profile is told once, the usual first, in words of its own.
func TestProfilesAreTold(t *testing.T) {
	seen := map[Profile]bool{}
	for i, p := range Profiles() {
		assert.False(t, seen[p.Profile])
		seen[p.Profile] = true
		assert.NotEmpty(t, p.Label)
		assert.NotEmpty(t, p.What)
		assert.Equal(t, i == 0, p.Profile == Usual)
	}
}
