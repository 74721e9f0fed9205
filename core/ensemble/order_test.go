package ensemble

import (
	"slices"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Nothing is worked on before it is cut: every step of every garment but what goes before waits, by way of others, for the
// cutting; with fins, capes and puffs too.
func TestEveryStepWaitsForTheCloth(t *testing.T) {
	before := map[work.ID]bool{work.ToGet: true, work.ToBuy: true, work.ToWash: true, work.ToMockUp: true, work.ToShrink: true, work.ToCut: true}
	set := map[string]draft.Settings{"bodice-basque": {"sleeve": "fins"}, "coat-caped": {"cape_lining": "whole"}}
	for _, g := range catalogue.All() {
		p := plan(g.About().Kind)
		if s, ok := set[g.About().Kind]; ok {
			p.Layers[0].Settings = s
		}
		_, stages, err := Walk(t.Context(), p, tested)
		require.NoError(t, err)
		if stages[0].Err != nil {
			require.Nil(t, set[g.About().Kind], "%v", stages[0].Err)
			continue
		}
		after := map[work.ID][]work.After{}
		for _, s := range stages[0].Steps() {
			after[s.ID] = s.After
		}
		for id := range after {
			if before[id] {
				continue
			}
			seen, found := map[work.ID]bool{}, false
			for next := []work.ID{id}; len(next) > 0 && !found; next = next[1:] {
				found = next[0] == work.ToCut
				for _, a := range after[next[0]] {
					if !seen[a.Step] {
						seen[a.Step] = true
						next = append(next, a.Step)
					}
				}
			}
			assert.True(t, found, "%s: %s", g.About().Kind, id)
		}
	}
}

// A lining that is basted to the outer is sewn with it: no seam, no dart and no tuft takes longer for it.
func TestAFlatLiningIsSewnWithItsOuter(t *testing.T) {
	tried := 0
	for _, g := range catalogue.All() {
		p := plan(g.About().Kind)
		_, stages, err := Walk(t.Context(), p, tested)
		require.NoError(t, err)
		if stages[0].Err != nil || !stages[0].Values.Has("lined") {
			continue
		}
		var flat string
		for _, c := range stages[0].Values.Get("lined").Parameter.Options {
			if c.Key == "flat" || c.Key == "yes" && g.About().Kind == "bustle-pad" {
				flat = c.Key
			}
		}
		if flat == "" {
			continue
		}
		p.Layers[0].Settings = draft.Settings{"lined": flat}
		_, lined, err := Walk(t.Context(), p, tested)
		require.NoError(t, err)
		require.NoError(t, lined[0].Err)
		times := map[string][2]float64{}
		for k, s := range []Stage{stages[0], lined[0]} {
			for _, r := range s.Making.Rows {
				if r.Of == technique.Dart || r.Of == technique.Tuft || r.Join == pattern.Beside && r.B.Piece != "" {
					one := times[r.Key]
					one[k] = float64(max(r.Times, r.Count, 1))
					times[r.Key] = one
				}
			}
		}
		for key, n := range times {
			if n[0] > 0 && n[1] > 0 {
				assert.Equal(t, n[0], n[1], "%s: %s", g.About().Kind, key)
				tried++
			}
		}
	}
	assert.Greater(t, tried, 20)
}

// The two strips of a placket are one placket.
func TestAPlacketIsMadeOnce(t *testing.T) {
	minutes := func(kind string) (sum float64) {
		for _, r := range walk(t, plan(kind))[0].Making.Rows {
			if r.Of == technique.Placket {
				sum += r.Minutes
			}
		}
		return sum
	}
	assert.InDelta(t, minutes("petticoat-gored"), minutes("petticoat-tiered"), 6)
}

// What is fitted to the body is tried: in cheap cloth before it is cut, and when it closes; the body has to be there, in what
// is worn beneath, by name.
func TestFittedGarmentsAreTriedOn(t *testing.T) {
	for _, g := range catalogue.All() {
		s := walk(t, plan(g.About().Kind))[0]
		fitted := len(s.Draft.Girths) > 0 && !slices.Contains([]string{"petticoat-double", "petticoat-gored"}, g.About().Kind)
		if !fitted {
			continue
		}
		var mock, tried bool
		for _, st := range s.Steps() {
			wearer := slices.Contains(st.Needs, work.Wearer)
			mock = mock || st.ID == work.ToMockUp && wearer
			tried = tried || (st.ID == work.ToTryOn || st.ID == work.ToHang) && wearer
		}
		assert.True(t, mock, "%s: no mock-up", g.About().Kind)
		assert.True(t, tried, "%s: nobody tries it on", g.About().Kind)
	}
	order, err := Order(walk(t, plan("combinations", "corset", "petticoat-gored", "skirt-gores")))
	require.NoError(t, err)
	for _, st := range order {
		if st.Layer == "skirt-gores" && st.Own == work.ToMockUp {
			assert.Contains(t, st.How, "Over Combinations, ")
		}
		assert.NotContains(t, st.How, "the shift", "what is really beneath is named")
	}
}
