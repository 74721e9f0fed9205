package technique

import (
	"slices"
	"testing"

	"ardentgusset/core/stitch"
	"ardentgusset/core/work"

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
	loose.Frays, loose.Seen, loose.Thick = 3, false, 0.3
	strong := Rank(Join, loose, Strong)
	assert.Less(t, place(strong, "french"), place(strong, "plain"), "edges that fray are shut in")
	sheer := base
	sheer.Sheer, sheer.Frays, sheer.Thick = true, 0, 0.2
	assert.Less(t, place(Rank(Join, sheer, Usual), "french"), place(Rank(Join, sheer, Usual), "plain"), "allowances show through")
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

// Who works as it was done then is never given what came later or was out of use, for anything that is worked, in cloth of any
// kind, as long as the book has something that was at home; and it has, by hand, for nearly all there is.
func TestThenKeepsToItsYear(t *testing.T) {
	without := map[Work]bool{}
	rapid.Check(t, func(t *rapid.T) {
		one := rapid.SampledFrom(All()).Draw(t, "technique")
		s := Situation{Year: rapid.IntRange(1350, 2020).Draw(t, "year"), Seen: rapid.Bool().Draw(t, "seen"),
			Strain: rapid.IntRange(0, 3).Draw(t, "strain"), Frays: rapid.IntRange(0, 2).Draw(t, "frays"),
			Thick: rapid.Float64Range(0.1, 3).Draw(t, "thick"), Turn: rapid.Float64Range(0, 200).Draw(t, "turn"),
			Length: rapid.Float64Range(0, 9000).Draw(t, "length"), Fullness: rapid.Float64Range(0, 4).Draw(t, "fullness")}
		all := Rank(one.Of, s, Then)
		home := slices.ContainsFunc(all, func(r Ranked) bool { return r.Technique.AtHome(s.Year) })
		if !home {
			without[one.Of] = true
			return
		}
		first := all[0].Technique
		require.True(t, first.AtHome(s.Year), "%s in %d", first.Key, s.Year)
		require.False(t, s.Year < 1850 && first.Machine(), "%s in %d: there were no sewing machines", first.Key, s.Year)
	})
	for _, of := range []Work{Join, Dart, Gather, Pleat, Tuck, Face, Band, Turn, Placket, Hem, Bind, Opening, Casing, Cord, Quilt,
		Channel, Hook, Button, Buttonhole, Finish} {
		assert.False(t, without[of], "%s has nothing for some year", of)
	}
}

// What is sewn by hand needs no machine, and what a machine sews does.
func TestNeedsFollowTheStitches(t *testing.T) {
	for _, e := range All() {
		if e.Hand() && e.Key != "pinked" {
			assert.NotContains(t, e.Needs, work.Machine, e.Key)
			assert.Contains(t, e.Needs, work.Hand, e.Key)
		}
		if e.Root != "" {
			root, ok := Find(e.Root)
			require.True(t, ok)
			assert.True(t, e.Hand() && root.Machine() && e.Of == root.Of, e.Key)
			assert.Greater(t, e.Minutes(), root.Minutes(), "%s takes longer by hand", e.Key)
		}
	}
}
