package web

import (
	"encoding/json"
	"fmt"
	"html"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/draft"
	"ardentgusset/core/reckon"
	"ardentgusset/internal/web/hall"
)

// Every reckoner has a page that works without any ensemble, whose address holds all that was asked: loaded again, also by
// a reader of the other unit, it answers the same; and its strips can be printed.
func TestEveryReckonerHasAPage(t *testing.T) {
	s := demoServer(t, nil)
	index := get(t, s, "/reckon")
	state := regexp.MustCompile(`data-state="([^"]*)"`)
	for _, r := range reckon.All() {
		a := r.About()
		assert.Contains(t, index, `href="/reckon/`+a.Name+`"`)
		page := get(t, s, "/reckon/"+a.Name)
		assert.Contains(t, page, "drawn to scale", a.Name)
		assert.NotContains(t, page, "⟦", a.Name)
		assert.NotContains(t, page, "NaN", a.Name)
		// A little more of everything that is a length.
		v, _ := reckon.Settle(r, nil)
		q := url.Values{"u": {"in"}}
		for _, one := range v.All() {
			if p := one.Parameter; p.Unit == draft.Length && one.Number > 20 {
				q.Set(string(p.Key), fmt.Sprintf("%.4f", one.Number/25.4*1.01))
			}
		}
		at := "/reckon/" + a.Name + "?" + q.Encode()
		got := ask(s, "GET", at, nil, nil)
		if got.Code != 200 {
			assert.Equal(t, 422, got.Code, a.Name)
			continue
		}
		cm := got.Body.String()
		m := state.FindStringSubmatch(cm)
		require.NotNil(t, m, a.Name)
		again := get(t, s, "/reckon/"+a.Name+"?"+html.UnescapeString(m[1]))
		assert.Equal(t, answerOf(cm), answerOf(again), "%s: its state is the whole of it", a.Name)
		pdf := ask(s, "GET", "/reckon/"+a.Name+"/strips.pdf?"+q.Encode(), nil, nil)
		assert.Equal(t, 200, pdf.Code, a.Name)
		assert.True(t, strings.HasPrefix(pdf.Body.String(), "%PDF-"), a.Name)
	}
	assert.Equal(t, 404, ask(s, "GET", "/reckon/tea", nil, nil).Code)
	assert.Contains(t, get(t, s, "/reckon?q=how+much+bias"), "/reckon/bias")
	assert.NotContains(t, get(t, s, "/reckon?q=how+much+bias"), `"/reckon/time"`)
}

func answerOf(page string) string {
	_, rest, _ := strings.Cut(page, `<dl class="answer">`)
	rest, _, _ = strings.Cut(rest, "</dl>")
	return rest
}

// What can't be is said at its field, with what would be right, and nothing that was typed is lost.
func TestReckonerRefusesByField(t *testing.T) {
	s := demoServer(t, nil)
	for at, says := range map[string]string{
		"/reckon/pleats?u=in&cloth=20&finished=28":   "more than 28 in",
		"/reckon/pleats?cloth=wide&finished=70":      "wide",
		"/reckon/buttons?long=10+cm&count=40":        "There is room for",
		"/reckon/bones?wide=300+cm":                  "It lies between",
		"/reckon/tiers?count=2.5":                    "whole number",
		"/reckon/gathers?by=guess":                   "Choose one of",
		"/reckon/scallops?long=100&count=30&deep=30": "half a circle",
	} {
		got := ask(s, "GET", at, nil, map[string]string{"Cookie": "unit=" + map[bool]string{true: "in", false: "cm"}[strings.Contains(at, "u=in")]})
		assert.Equal(t, 422, got.Code, at)
		assert.Contains(t, html.UnescapeString(got.Body.String()), says, at)
	}
	got := ask(s, "GET", "/reckon/pleats?cloth=wide&finished=70", nil, nil).Body.String()
	assert.Contains(t, got, `value="wide"`)
	assert.Equal(t, 422, ask(s, "GET", "/reckon/pleats/strips.pdf?cloth=1&finished=70", nil, nil).Code)
	assert.Equal(t, 422, ask(s, "GET", "/reckon/pleats/strips.pdf?sheet=a0", nil, nil).Code)
	for _, gone := range []string{"999/1", "1/999", "x/y", "1/x"} {
		assert.Equal(t, 404, ask(s, "GET", "/reckon/pleats?for="+url.QueryEscape(gone), nil, nil).Code, gone)
	}
}

// Opened from a garment it starts from its numbers, and its answer goes back as a setting, with undo.
func TestReckonedForAGarment(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	_, stages, err := s.Walk(t.Context(), e)
	require.NoError(t, err)
	tried := 0
	for i, stage := range stages {
		for _, one := range stage.Values.All() {
			for _, a := range hall.ReckonersFor()[hall.Asks{Key: one.Parameter.Key, Unit: one.Parameter.Unit}] {
				at := fmt.Sprintf("/reckon/%s?for=%d/%d", a.Name, e.ID, e.Layers[i].ID)
				got := ask(s, "GET", at, nil, nil)
				assert.Contains(t, []int{200, 422}, got.Code, at) // its numbers may be beyond the examples of the rest
				assert.Contains(t, got.Body.String(), e.Layers[i].Name)
				tried++
			}
		}
	}
	assert.Greater(t, tried, 30)
	var layer uint
	for i, stage := range stages {
		if stage.Kind == "petticoat-flounced" {
			layer = e.Layers[i].ID
		}
	}
	path := fmt.Sprintf("/ensembles/3/layers/%d", layer)
	assert.Contains(t, get(t, s, path+"/draft"), "/reckon/gathers?for=3")
	page := get(t, s, fmt.Sprintf("/reckon/gathers?for=3/%d", layer))
	assert.Contains(t, page, `value="1.75"`, "as full as the flounce is set")
	page = get(t, s, fmt.Sprintf("/reckon/gathers?for=3/%d&by=ratio&ratio=2.25", layer))
	m := regexp.MustCompile(`name="settings" value="([^"]*fullness[^"]*)"`).FindStringSubmatch(page)
	require.NotNil(t, m, "it can be put back")
	var set map[string]float64
	require.NoError(t, json.Unmarshal([]byte(html.UnescapeString(m[1])), &set))
	assert.InDelta(t, 2.25, set["fullness"], 1e-9)
	post(t, s, path+"/apply", url.Values{"settings": {html.UnescapeString(m[1])}})
	now := func() any {
		e, err := s.Store.Ensemble(t.Context(), 3)
		require.NoError(t, err)
		for _, l := range e.Layers {
			if l.ID == layer {
				return l.Settings["fullness"]
			}
		}
		return nil
	}
	assert.InDelta(t, 2.25, now(), 1e-9)
	post(t, s, "/ensembles/3/undo", url.Values{})
	assert.Nil(t, now())
}
