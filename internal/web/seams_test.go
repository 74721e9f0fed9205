package web

import (
	"encoding/json"
	"net/url"
	"regexp"
	"strconv"
	"testing"

	"ardentgusset/core/making"
	"ardentgusset/core/technique"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// petticoat is a layer of the demo that is not cut.
const petticoat = "/ensembles/1/layers/3"

func stageOf(t *testing.T, s *Server, ensemble uint, layer int) making.Making {
	e, err := s.Store.Ensemble(t.Context(), ensemble)
	require.NoError(t, err)
	return s.View(t.Context(), e, 0, "cm").Stages[layer].Making
}

// A French seam for all side seams changes cutting line, cloth, thread, steps and hours,
// and undo brings all of it back.
func TestChoosingATechniqueChangesWhatFollows(t *testing.T) {
	s := demoServer(t, nil)
	before := stageOf(t, s, 1, 2)
	cut := get(t, s, petticoat+"/pattern.json")
	var row making.Row
	for _, r := range before.Rows {
		if r.Like == "like/beside" {
			row = r
			break
		}
	}
	require.NotEmpty(t, row.Key)
	require.NotEqual(t, "french", row.Technique.Key)
	post(t, s, petticoat+"/sewn", url.Values{"row": {row.Key}, "to": {"french"}, "for": {"like"}, "was": {""}})
	after := stageOf(t, s, 1, 2)
	for _, r := range after.Rows {
		if r.Like == "like/beside" {
			assert.Equal(t, "french", r.Technique.Key, r.Key)
			assert.InDelta(t, 13, r.AllowA, 1e-9)
			assert.Empty(t, r.Finish.Key, "its edges are enclosed")
		}
	}
	assert.NotEqual(t, before.Minutes(), after.Minutes())
	assert.NotEqual(t, before.Thread(), after.Thread())
	now := get(t, s, petticoat+"/pattern.json")
	assert.NotEqual(t, cut, now)
	outline := regexp.MustCompile(`"outline":\[[^"]*`)
	assert.Equal(t, outline.FindAllString(cut, -1), outline.FindAllString(now, -1), "sewing lines stay")
	page := get(t, s, petticoat+"/seams?row="+url.QueryEscape(row.Key))
	assert.Contains(t, page, "French seam")
	assert.Contains(t, page, "As usual again")
	assert.Contains(t, get(t, s, "/ensembles/1/bench?step=3/seams"), "French seam")
	post(t, s, "/ensembles/1/undo", url.Values{"back": {petticoat + "/seams"}})
	assert.Equal(t, cut, get(t, s, petticoat+"/pattern.json"))
}

// What can't be chosen is refused with a reason and changes nothing.
func TestTechniquesThatCantBeChosen(t *testing.T) {
	s := demoServer(t, nil)
	row := stageOf(t, s, 1, 2).Rows[2].Key
	for why, v := range map[string]url.Values{
		"no longer part":      {"row": {"seam/none"}, "to": {"french"}, "for": {"row"}},
		"techniques listed":   {"row": {row}, "to": {"busk"}, "for": {"row"}},
		"one of the":          {"row": {row}, "to": {"nonsense"}, "for": {"row"}},
		"for this one":        {"row": {row}, "to": {"french"}, "for": {"everybody"}},
		"has been set":        {"row": {row}, "to": {"french"}, "for": {"row"}, "was": {"plain"}},
		"Choose one of those": nil,
	} {
		path := petticoat + "/sewn"
		if v == nil {
			path, v = "/ensembles/1/sewing", url.Values{"profile": {"nonsense"}}
		}
		w := ask(s, "POST", path, v, map[string]string{"X-From-Page": "1"})
		assert.GreaterOrEqual(t, w.Code, 400, why)
		assert.Less(t, w.Code, 500, why)
		if why != "has been set" {
			assert.Contains(t, w.Body.String(), why)
		}
	}
	assert.Empty(t, stageOf(t, s, 1, 2).Rows[2].Chosen)
}

// A choice comes back with the redrawn parts, and another tab's choice is not run over.
func TestChoiceFromThePage(t *testing.T) {
	s := demoServer(t, nil)
	row := "seam/upper-side-1"
	w := ask(s, "POST", petticoat+"/sewn", url.Values{"row": {row}, "to": {"french"}, "for": {"row"}, "was": {""}}, map[string]string{"X-From-Page": "1"})
	require.Equal(t, 200, w.Code, w.Body)
	var a struct{ Parts map[string]string }
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &a))
	for _, part := range []string{"seams-sheet", "seams-table", "seams-choose", "headline"} {
		assert.Contains(t, a.Parts, part)
	}
	w = ask(s, "POST", petticoat+"/sewn", url.Values{"row": {row}, "to": {"welt"}, "for": {"row"}, "was": {""}}, map[string]string{"X-From-Page": "1"})
	assert.Equal(t, 409, w.Code, "it was chosen meanwhile")
}

// With a profile nothing that was not at home in the year is taken where the period is
// wanted, and each profile is drawn.
func TestProfiles(t *testing.T) {
	s := demoServer(t, nil)
	for _, p := range technique.Profiles() {
		post(t, s, "/ensembles/1/sewing", url.Values{"profile": {string(p.Profile)}, "back": {"/ensembles/1/layers/4/seams"}})
		m := stageOf(t, s, 1, 3)
		for _, r := range m.Rows {
			require.NotEmpty(t, r.Technique.Key)
			if p.Profile == technique.Then {
				assert.True(t, r.Technique.AtHome(1887), "%s by %s", r.Key, r.Technique.Key)
			}
		}
		assert.Contains(t, get(t, s, "/ensembles/1/layers/4/seams"), `value="`+string(p.Profile)+`" selected`)
	}
}

// What is cut keeps its lines, and is told what another technique would need.
func TestTechniqueForWhatIsCut(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	require.NotEmpty(t, e.Layers[0].CutHash, "the demo's shift is cut")
	shift := "/ensembles/1/layers/" + strconv.Itoa(int(e.Layers[0].ID))
	was := get(t, s, shift+"/pattern.json")
	post(t, s, shift+"/sewn", url.Values{"row": {"seam/side"}, "to": {"flat-felled"}, "for": {"row"}, "was": {""}})
	geometry := regexp.MustCompile(`"cut_outline":\[[^"]*`)
	assert.Equal(t, geometry.FindAllString(was, -1), geometry.FindAllString(get(t, s, shift+"/pattern.json"), -1))
	assert.Contains(t, get(t, s, shift+"/seams?row=seam/side"), "asks 16 mm")
}

// A machine is entered, changed, taken out and brought back; nonsense is said beside its
// field and loses nothing.
func TestWorkroom(t *testing.T) {
	s := demoServer(t, nil)
	machine := url.Values{"name": {"Grandmother’s"}, "thickest": {"1.2 mm"}, "throat": {"7 in"}, "bobbin": {"25 m"}, "speed": {"0.5"}, "zigzag": {"yes"}}
	slow := stageOf(t, s, 1, 3).Minutes()
	post(t, s, "/workroom", machine)
	assert.Greater(t, stageOf(t, s, 1, 3).Minutes(), slow, "a slow machine takes longer")
	page := get(t, s, "/ensembles/1/layers/4/seams")
	assert.Contains(t, page, "Too thick for the machine")
	assert.Contains(t, page, "by hand")
	w, err := s.Store.Workroom(t.Context())
	require.NoError(t, err)
	require.Len(t, w.Machines, 1)
	assert.InDelta(t, 177.8, w.Machines[0].Throat, 1e-9)
	for field, bad := range map[string]string{"name": "", "thickest": "abc", "throat": "1 mm", "bobbin": "0", "speed": "99", "from": "2026-01-02"} {
		v := url.Values{}
		for k, x := range machine {
			v[k] = x
		}
		v["id"] = []string{w.Machines[0].ID}
		v.Set(field, bad)
		got := ask(s, "POST", "/workroom", v, nil)
		assert.Equal(t, 422, got.Code, field)
		assert.Contains(t, got.Body.String(), `role="alert"`, field)
		if field != "name" {
			assert.Contains(t, got.Body.String(), "Grandmother’s")
		}
	}
	post(t, s, "/workroom/remove", url.Values{"id": {w.Machines[0].ID}})
	w, err = s.Store.Workroom(t.Context())
	require.NoError(t, err)
	assert.Empty(t, w.Machines)
	last := regexp.MustCompile(`action="/workroom/undo"[^>]*><input type="hidden" name="last" value="([0-9]+)"`).FindStringSubmatch(get(t, s, "/workroom"))
	require.Len(t, last, 2)
	post(t, s, "/workroom/undo", url.Values{"last": {last[1]}})
	w, err = s.Store.Workroom(t.Context())
	require.NoError(t, err)
	assert.Len(t, w.Machines, 1)
}

// A step that was timed and ticked off becomes a rate of one's own; not done after all, it
// is none.
func TestTimesOfOnesOwn(t *testing.T) {
	s := demoServer(t, nil)
	for _, do := range []string{"start", "stop", "done"} {
		post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {do}, "back": {"/ensembles/1/bench"}})
	}
	rates, err := s.Store.Rates(t.Context())
	require.NoError(t, err)
	require.NotEmpty(t, rates)
	sum := 0.0
	for _, r := range rates {
		sum += r.Minutes
		assert.Positive(t, r.Metres)
	}
	assert.True(t, sum > 0 && sum < 1, "no more than the test took: %v", sum)
	assert.Contains(t, get(t, s, "/workroom"), "Plain seam")
	post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {"undone"}, "back": {"/ensembles/1/bench"}})
	rates, err = s.Store.Rates(t.Context())
	require.NoError(t, err)
	assert.Empty(t, rates)
}

// A special spool that will not last is said, and asked about before the cloth is cut.
func TestSpoolThatMustLast(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, petticoat+"/spool", url.Values{"spool": {"20 m"}, "back": {petticoat + "/seams"}})
	assert.Contains(t, get(t, s, petticoat+"/seams"), "It does not last")
	assert.Contains(t, get(t, s, petticoat+"/guard"), "special thread will not last")
	post(t, s, petticoat+"/spool", url.Values{"spool": {"900 yd"}, "back": {petticoat + "/seams"}})
	assert.Contains(t, get(t, s, petticoat+"/seams"), "It lasts")
	assert.NotContains(t, get(t, s, petticoat+"/guard"), "special thread")
	assert.Equal(t, 422, ask(s, "POST", petticoat+"/spool", url.Values{"spool": {"abc"}}, nil).Code)
}

// The seam table names everything that is worked, with its time.
func TestSeamTableIsWhole(t *testing.T) {
	s := demoServer(t, nil)
	for layer := range 4 {
		page := get(t, s, "/ensembles/1/layers/"+strconv.Itoa(layer+1)+"/seams")
		for _, r := range stageOf(t, s, 1, layer).Rows {
			assert.Contains(t, page, `data-row="`+r.Key+`"`)
		}
	}
}

// A technique for all parts of a garment in a stack of nine: chosen, worked out and drawn
// again.
func BenchmarkChoosingATechnique(b *testing.B) {
	s := demoServer(b, nil)
	const layer = "/ensembles/3/layers/15"
	to := []string{"french", "plain"}
	row := "seam/gore-1"
	b.ResetTimer()
	for i := range b.N {
		w := ask(s, "POST", layer+"/sewn", url.Values{"row": {row}, "to": {to[i%2]}, "for": {"like"}, "was": {""}}, map[string]string{"X-From-Page": "1"})
		require.Equal(b, 200, w.Code, w.Body)
	}
}

// A shaped facing chosen for the lower edge of the bodice becomes a piece of the pattern: drawn,
// laid, bought and sewn; its name stands beside the edge it faces. Undo takes it out again.
func TestAChosenFacingIsAPiece(t *testing.T) {
	s := demoServer(t, nil)
	const bodice = "/ensembles/4/layers/21"
	before := get(t, s, bodice+"/pattern.json")
	require.NotContains(t, before, "facing-")
	post(t, s, bodice+"/sewn", url.Values{"row": {"edge/back/hem"}, "to": {"face-shaped"}, "for": {"row"}, "was": {""}})
	assert.Contains(t, get(t, s, bodice+"/pattern.json"), `"facing-back-hem"`)
	page := get(t, s, bodice+"/seams?row="+url.QueryEscape("edge/back/hem"))
	assert.Contains(t, page, "On the same edges: Back facing, lower edge.")
	assert.Contains(t, get(t, s, bodice+"/cut"), "Back facing, lower edge")
	post(t, s, "/ensembles/4/undo", url.Values{"back": {bodice + "/seams"}})
	assert.Equal(t, before, get(t, s, bodice+"/pattern.json"))
}
