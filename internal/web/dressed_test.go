package web

import (
	"encoding/json"
	"fmt"
	"html"
	"net/url"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/wearing"
)

func get(t testing.TB, s *Server, path string) string {
	w := ask(s, "GET", path, nil, nil)
	require.Equal(t, 200, w.Code, "%s: %s", path, w.Body)
	return w.Body.String()
}

func post(t testing.TB, s *Server, path string, form url.Values) string {
	w := ask(s, "POST", path, form, map[string]string{"X-From-Page": "1"})
	require.Equal(t, 200, w.Code, "%s: %s", path, w.Body)
	return w.Body.String()
}

var sheet = regexp.MustCompile(`(?s)<svg[^>]*class="sheet.*?</svg>`)

// Cloth that is cut stays as it was cut: the drawing, the figure outside it and
// the exports. What would differ now is said with what saves it.
func TestCutLayerKeepsItsDraft(t *testing.T) {
	s := demoServer(t, nil)
	const petticoat, skirt = "/ensembles/1/layers/3", "/ensembles/1/layers/4"
	post(t, s, petticoat+"/state", sure("cut"))
	post(t, s, skirt+"/state", sure("sewn"))
	before, file := sheet.FindString(get(t, s, petticoat+"/draft")), get(t, s, petticoat+"/pattern.json")
	require.NotEmpty(t, before)
	assert.NotContains(t, get(t, s, petticoat+"/draft"), "would be cut differently")
	// The corset is made to another waist.
	post(t, s, "/ensembles/1/layers/2/settings", url.Values{"key": {"laced_waist"}, "value": {"64 cm"}, "was": {"660"}})
	body := get(t, s, petticoat+"/draft")
	assert.Equal(t, before, sheet.FindString(body))
	assert.Equal(t, file, get(t, s, petticoat+"/pattern.json"))
	assert.Contains(t, body, "It is cut, and would be cut differently now")
	now := get(t, s, petticoat+"/draft?show=now")
	assert.NotEqual(t, before, sheet.FindString(now), "what it would be now is another drawing")
	skirtPage := get(t, s, skirt+"/draft")
	assert.Contains(t, skirtPage, "It is sewn, and would be cut differently now")
	assert.Regexp(t, `take in|let out|move|shorten|lengthen`, skirtPage)
	assert.Contains(t, get(t, s, "/ensembles/1/layers"), `class="alter"`)
	// Choices still move what would be; what is cut stays.
	post(t, s, petticoat+"/settings", url.Values{"key": {"upper_ratio"}, "value": {"3"}})
	assert.Equal(t, before, sheet.FindString(get(t, s, petticoat+"/draft")))
	post(t, s, petticoat+"/state", url.Values{"state": {"planned"}})
	assert.NotEqual(t, before, sheet.FindString(get(t, s, petticoat+"/draft")), "planned anew, it is drafted anew")
}

func TestWearerHasChanged(t *testing.T) {
	s := demoServer(t, nil)
	body := get(t, s, "/ensembles/3/layers/9/draft")
	assert.Contains(t, body, "Brine Hallowick has changed")
	assert.Contains(t, body, "since then waist 25 mm larger")
	assert.Contains(t, body, "69.5 cm by the tape")
	assert.Contains(t, body, "The tape counts.")
}

func TestMakingOfGarments(t *testing.T) {
	s := demoServer(t, nil)
	corset := get(t, s, "/ensembles/1/layers/2/draft")
	for _, want := range []string{"Bones", "Free at each end", "Lacing, at the centre back", "as worn", "to get in", "end to end"} {
		assert.Contains(t, corset, want)
	}
	// Every gap has its drawing, one of them shown.
	steps := strings.Count(corset, "data-lace-step")
	assert.GreaterOrEqual(t, steps, 5)
	assert.Equal(t, steps, strings.Count(corset, `class="laced"`))
	assert.Equal(t, steps-1, len(regexp.MustCompile(`data-lace-step="\d+" hidden`).FindAllString(corset, -1)))
	cage := get(t, s, "/ensembles/3/layers/11/draft")
	assert.Contains(t, cage, "Steel in all")
	assert.Contains(t, cage, `class="hoops"`)
	assert.NotContains(t, get(t, s, "/ensembles/1/layers/1/draft"), "paper making", "a shift has nothing but seams")
	post(t, s, "/ensembles/2/layers", url.Values{"kind": {"jumps"}})
	jumps := get(t, s, "/ensembles/2/layers/37/draft")
	assert.Contains(t, jumps, "Quilting")
	assert.Regexp(t, `wind \d+ bobbin`, jumps)
}

func TestAim(t *testing.T) {
	s := demoServer(t, nil)
	assert.NotContains(t, get(t, s, "/ensembles/1/figure"), "out behind")
	post(t, s, "/ensembles/1/aim", url.Values{"period": {"1883"}})
	body := get(t, s, "/ensembles/1/figure")
	assert.Contains(t, body, "more wanted behind")
	assert.Contains(t, body, "Put on: ")
	post(t, s, "/ensembles/1/aim", url.Values{"period": {"1883"}, "behind_low": {"2 cm"}, "ratio_high": {"0.9"}})
	body = get(t, s, "/ensembles/1/figure")
	assert.NotContains(t, body, "more wanted behind")
	assert.Contains(t, body, `value="0.90"`)
	for _, bad := range []url.Values{{"period": {"1492"}}, {"period": {"1883"}, "behind_low": {"90 cm"}}, {"period": {"1883"}, "hem_low": {"wide"}}} {
		w := ask(s, "POST", "/ensembles/1/aim", bad, map[string]string{"X-From-Page": "1"})
		assert.Equal(t, 422, w.Code, bad)
	}
	assert.Contains(t, get(t, s, "/ensembles/1/figure"), `value="0.90"`, "what was refused changed nothing")
	// Typed on the page, it comes back as it was typed, with what would be right.
	w := ask(s, "POST", "/ensembles/1/aim", url.Values{"period": {"1883"}, "hem_low": {"very wide"}}, nil)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), `value="very wide"`)
	assert.Contains(t, w.Body.String(), `role="alert">Hem, all round`)
	post(t, s, "/ensembles/1/aim", url.Values{"period": {""}})
	assert.NotContains(t, get(t, s, "/ensembles/1/figure"), "out behind")
}

// The canvas is given all layers, their rings from the top down, and the same
// girths as the table.
func TestFigureData(t *testing.T) {
	s := demoServer(t, nil)
	for _, unit := range []measure.Unit{measure.CM, measure.IN} {
		w := ask(s, "GET", "/ensembles/3/figure.json", nil, map[string]string{"Cookie": "unit=" + string(unit)})
		require.Equal(t, 200, w.Code)
		var d wearing.DrawnFigure
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &d))
		require.Len(t, d.Layers, 9)
		require.NotNil(t, d.Band)
		page := ask(s, "GET", "/ensembles/3/figure", nil, map[string]string{"Cookie": "unit=" + string(unit)}).Body.String()
		for _, l := range append(d.Layers, d.Bare) {
			require.Greater(t, len(l.Rings), 3, l.Name)
			for i, r := range l.Rings {
				require.Len(t, r.Line, 90, l.Name)
				if i > 0 {
					require.Greater(t, r.Drop, l.Rings[i-1].Drop, l.Name)
				}
			}
			for _, g := range l.Girths {
				assert.Contains(t, page, ">"+g, "%s", l.Name)
			}
		}
		for _, l := range d.Layers {
			require.NotEmpty(t, l.Says, l.Name)
		}
		assert.Contains(t, d.Rule.Text, string(unit))
		// The waist is among the heights, and every layer there has the girth
		// the table gives it.
		for i, h := range d.Heights {
			if h.Drop == 0 {
				assert.Equal(t, "the waist", h.Text)
				assert.Equal(t, d.Bare.Girths[2], d.Bare.Around[i])
				assert.NotEmpty(t, d.Layers[8].Around[i])
			}
		}
		require.Len(t, d.Layers[0].Around, len(d.Heights))
	}
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/9/figure.json", nil, nil).Code)
}

// A straight dress over a petticoat that stands out is said to have too little cloth, in the reader's unit; the petticoat is not.
func TestTooLittleClothIsTold(t *testing.T) {
	s := demoServer(t, nil)
	require.Equal(t, 303, ask(s, "POST", "/ensembles", url.Values{"name": {"Too close"}, "wearer": {"1"}}, nil).Code)
	require.Equal(t, 200, ask(s, "POST", "/ensembles/9/layers", url.Values{"kind": {"corset", "petticoat-gored", "dress-panelled"}},
		map[string]string{"X-From-Page": "1"}).Code)
	for _, unit := range []measure.Unit{measure.CM, measure.IN} {
		var d wearing.DrawnFigure
		w := ask(s, "GET", "/ensembles/9/figure.json", nil, map[string]string{"Cookie": "unit=" + string(unit)})
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &d))
		require.Len(t, d.Layers, 3)
		assert.Empty(t, d.Layers[1].Taut)
		assert.Regexp(t, `^Straight dress with side panels: \d.* `+string(unit)+` less cloth than it hangs over, .* `+string(unit)+` below`, d.Layers[2].Taut)
	}
}

func TestUsualStacksBeginAnEnsemble(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", "/ensembles", url.Values{"name": {"Empty so far"}, "wearer": {"1"}}, nil)
	require.Equal(t, 303, w.Code)
	body := get(t, s, "/ensembles/9/layers")
	for _, g := range catalogue.All() {
		assert.Contains(t, body, ">"+g.About().Name+"<")
	}
	for _, st := range catalogue.Stacks() {
		assert.Contains(t, body, st.Label)
	}
	assert.Equal(t, 422, ask(s, "POST", "/ensembles/9/layers", url.Values{"kind": {"shift", "toga"}}, map[string]string{"X-From-Page": "1"}).Code)
	assert.Contains(t, get(t, s, "/ensembles/9/layers"), "The stack is empty", "all or nothing")
	// Each is drawn on the wearer, for the page's own asking.
	own := map[string]string{"X-From-Page": "1"}
	for _, n := range []string{"0", strconv.Itoa(len(catalogue.Stacks()) - 1)} {
		w := ask(s, "GET", "/ensembles/9/begin/"+n, nil, own)
		assert.Equal(t, 200, w.Code)
		assert.Contains(t, w.Body.String(), "<svg")
		assert.Contains(t, w.Body.String(), `class="garment"`)
	}
	for _, n := range []string{"-1", "9999", "shift", "1e3"} {
		assert.Equal(t, 404, ask(s, "GET", "/ensembles/9/begin/"+n, nil, own).Code, n)
	}
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/999/begin/0", nil, own).Code)
	post(t, s, "/ensembles/9/layers", url.Values{"kind": catalogue.Stacks()[0].Kinds})
	body = get(t, s, "/ensembles/9/layers")
	assert.NotContains(t, body, "Begin as it was worn")
	assert.Contains(t, body, "Panniers")
}

// The order of dressing says how each layer is got into, in the reader's unit, and what one can do in it.
func TestGettingDressed(t *testing.T) {
	s := demoServer(t, nil)
	body := get(t, s, "/ensembles/3/layers")
	assert.Contains(t, body, "Getting dressed")
	assert.Contains(t, body, "put on over the head")
	assert.Contains(t, body, "opens at the left side")
	assert.Contains(t, body, "all close behind")
	assert.Contains(t, body, "class=\"passing")
	assert.Regexp(t, `\d+(\.\d)? cm go through`, body)
	post(t, s, "/unit", url.Values{"unit": {"in"}, "back": {"/"}})
	post(t, s, "/ensembles", url.Values{"name": {"Empty"}, "wearer": {"1"}})
	assert.NotContains(t, get(t, s, "/ensembles/9/layers"), "Getting dressed", "nothing is put on yet")
}

func TestReadingsOfBothSides(t *testing.T) {
	s := demoServer(t, nil)
	put := func(form url.Values) string { form.Set("worn", "bare"); return post(t, s, "/wearers/1/readings", form) }
	put(url.Values{"key": {"waist_to_floor_side"}, "value": {"104"}, "was": {"1055"}, "side": {"left"}})
	body := put(url.Values{"key": {"waist_to_floor_side"}, "value": {"107"}, "was": {"1055"}, "side": {"right"}})
	assert.Contains(t, body, "the right is 30 mm more")
	body = put(url.Values{"key": {"waist_girth"}, "value": {"72.2"}, "was": {"710"}, "again": {"yes"}})
	assert.Contains(t, body, "71.6 cm", "the mean counts")
	assert.Contains(t, body, "they differ by 1.2 cm")
	body = put(url.Values{"key": {"neck_girth"}, "value": {"string"}, "was": {"0"}})
	assert.Contains(t, body, "On a string")
	w := ask(s, "POST", "/wearers/1/readings", url.Values{"key": {"waist_girth"}, "value": {""}, "was": {"716"}, "again": {"yes"}, "worn": {"bare"}}, map[string]string{"X-From-Page": "1"})
	assert.Equal(t, 422, w.Code)
}

// Over a cage the back needs more cloth to the floor than the front gained.
func TestFallsOverEverything(t *testing.T) {
	s := demoServer(t, nil)
	body := get(t, s, "/ensembles/3/figure")
	cell := regexp.MustCompile(`<th scope="row">(front|back)</th><td>([\d.]+) cm</td><td><b>([\d.]+) cm`)
	gained := map[string]float64{}
	for _, m := range cell.FindAllStringSubmatch(body, -1) {
		var bare, over float64
		_, err := fmt.Sscan(m[2], &bare)
		require.NoError(t, err)
		_, err = fmt.Sscan(m[3], &over)
		require.NoError(t, err)
		gained[m[1]] = over - bare
	}
	require.Len(t, gained, 2)
	assert.Greater(t, gained["back"], gained["front"]+5)
}

// Nine layers walked anew, their figure and every sheet of pieces drawn.
func BenchmarkNineLayersDrawn(b *testing.B) {
	s := demoServer(b, nil)
	e, err := s.Store.Ensemble(b.Context(), 3)
	require.NoError(b, err)
	for i := range e.Layers {
		e.Layers[i].Cut = nil
	}
	drawnAnew(b, e)
}

// Twelve layers of 1887, from the skin to a cloak over basque bodice and overskirt.
func BenchmarkTwelveLayersDrawn(b *testing.B) {
	s := demoServer(b, nil)
	e, err := s.Store.Ensemble(b.Context(), 1)
	require.NoError(b, err)
	e.Layers = nil
	for i, kind := range []string{"shift", "drawers", "corset", "under-petticoat", "bustle-cage", "bustle-pad", "petticoat-flounced",
		"petticoat-tiered", "skirt-gored-1887", "overskirt", "bodice-basque", "cloak"} {
		g, _ := catalogue.Find(kind)
		e.Layers = append(e.Layers, store.Layer{ID: uint(i + 1), Position: i, Kind: kind, Name: kind, Fabric: g.About().Usual})
	}
	drawnAnew(b, e)
}

func drawnAnew(b *testing.B, e store.Ensemble) {
	for b.Loop() {
		bare, stages, err := ensemble.Walk(b.Context(), e.Plan(), nil)
		if err != nil {
			b.Fatal(err)
		}
		wearing.DrawFigure(e, bare, stages, measure.CM)
		for _, stage := range stages {
			svg.Sheet{Unit: measure.CM}.Draw(stage.Draft.Pieces)
		}
	}
}

func BenchmarkFigurePage(b *testing.B) {
	s := demoServer(b, nil)
	for b.Loop() {
		if w := ask(s, "GET", "/ensembles/3/figure", nil, nil); w.Code != 200 {
			b.Fatal(w.Code)
		}
	}
}

func BenchmarkEditInNineLayers(b *testing.B) {
	s := demoServer(b, nil)
	for i := 0; b.Loop(); i++ {
		form := url.Values{"key": {"projection"}, "value": {fmt.Sprintf("%d mm", 150+i%40)}}
		if w := ask(s, "POST", "/ensembles/3/layers/11/preview", form, map[string]string{"X-From-Page": "1"}); w.Code != 200 {
			b.Fatal(w.Body)
		}
	}
}

// sure is a state with everything answered that is asked before cloth is cut.
func sure(state string) url.Values {
	return url.Values{"state": {state}, "washed": {"yes"}, "width": {"yes"}, "nap": {"yes"}, "pieces": {"yes"}, "grain": {"yes"}, "mock-up": {"yes"}, "flaws": {"yes"}, "estimated": {"yes"}, "beneath": {"yes"}, "others": {"yes"}}
}

// Shoulders that were read apart are drafted apart: the pieces, the note and the figure's own lines
// for either side.
func TestABodiceForEachSide(t *testing.T) {
	s := demoServer(t, nil)
	wearer := regexp.MustCompile(`/wearers/(\d+)`).FindStringSubmatch(get(t, s, "/ensembles/4/figure"))[0]
	for _, r := range [][3]string{{"left", "4.2", "0"}, {"right", "6", "42"}} {
		post(t, s, wearer+"/readings", url.Values{"worn": {"bare"}, "key": {"shoulder_drop"}, "value": {r[1]}, "was": {r[2]}, "side": {r[0]}})
	}
	body := get(t, s, "/ensembles/4/layers/21/draft")
	assert.Contains(t, body, "Left and right differ")
	assert.Contains(t, body, "Side-back, right")
	assert.Contains(t, get(t, s, "/ensembles/4/layers/21/pattern.json"), "front-right")
	assert.Contains(t, get(t, s, "/ensembles/4/layers/21/seams"), "Side-back, left")
}

// What a bodice and the skirt under it have in common is shown with both, and the skirt can be made
// to match.
func TestTheWaistOfBodiceAndSkirt(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, "/ensembles/4/layers", url.Values{"kind": {"bodice-plain"}})
	own := regexp.MustCompile(`/ensembles/4/layers/(\d+)/draft`).FindAllStringSubmatch(get(t, s, "/ensembles/4/layers"), -1)
	latest := 0
	for _, m := range own {
		n, _ := strconv.Atoi(m[1])
		latest = max(latest, n)
	}
	page := fmt.Sprintf("/ensembles/4/layers/%d/draft", latest)
	body := get(t, s, page)
	assert.Contains(t, body, "At the waist: ")
	assert.Contains(t, body, `class="waists"`)
	even := regexp.MustCompile(`action="([^"]+/apply)"><input type="hidden" name="settings" value="([^"]+)"><input type="hidden" name="back" value="[^"]+"><button class="tool">Make the skirt`).FindStringSubmatch(body)
	require.NotNil(t, even)
	post(t, s, even[1], url.Values{"settings": {html.UnescapeString(even[2])}, "back": {page}})
	assert.Regexp(t, `The skirt’s waist is [0-3](\.\d)? mm`, get(t, s, page))
}
