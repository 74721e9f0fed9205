package web

import (
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/internal/store"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var (
	// The other unit stands in small type, in what explains how to type, and in
	// what is meant for a machine.
	aside = regexp.MustCompile(`(?s)<small.*?</small>|<span class="other".*?</span>|<option.*?</option>|<script.*?</script>|<dialog.*?</dialog>|<p class="quiet hint".*?</p>|<span class="estimate".*?</span>|<span class="more">As the shop says.*?</span>|<dt><label for="c-w[ae][^>]*threads a cm.*?</dt>`)
	tags  = regexp.MustCompile(`(?s)<[^>]*>`)
	units = map[string]*regexp.Regexp{
		"in": regexp.MustCompile(`[0-9½¼¾] ?(mm|cm|m|m²|g|kg|g/m²)\b`),
		"cm": regexp.MustCompile(`[0-9½¼¾⅛⅜⅝⅞] (in|yd|yd²|oz|lb|oz/yd²)[ .,;:)]`),
	}
	counted = regexp.MustCompile(`[0-9] in (every|each|the|all|order|one|hand|100|front)\b`)
)

// A page speaks in one unit, the reader's: no length, weight or area in another
// but in small type beside it, and a cloth's thickness.
func TestOneUnitOnEveryPage(t *testing.T) {
	s := demoServer(t, nil)
	for unit, foreign := range units {
		for _, p := range append([]string{"/ensembles/3/buy", "/ensembles/3/bench", "/ensembles/2/layers/6/cloth?wait=1"}, pages...) {
			if p == "/guide" { // it says that either is read
				continue
			}
			body := ask(s, "GET", p, nil, map[string]string{"Cookie": "unit=" + unit + "; money=%24"}).Body.String()
			text := counted.ReplaceAllString(strings.Join(strings.Fields(tags.ReplaceAllString(aside.ReplaceAllString(body, " "), " ")), " "), "")
			for _, at := range foreign.FindAllStringIndex(text, -1) {
				t.Errorf("%s in %s: …%s…", p, unit, text[max(0, at[0]-50):min(len(text), at[1]+20)])
			}
		}
	}
}

// Prices are for a yard where one reads in inches and for a metre otherwise, are
// kept exactly, and carry the sign the maker chose.
func TestPricesInTheMakersOwn(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", "/money", url.Values{"money": {"kr"}, "back": {"/ensembles/1/buy"}}, nil)
	cookie := w.Result().Cookies()[0]
	assert.Equal(t, "/ensembles/1/buy", w.Header().Get("Location"))
	kr := cookie.Name + "=" + cookie.Value
	page := func(path, cookies string) string {
		w := ask(s, "GET", path, nil, map[string]string{"Cookie": cookies})
		require.Equal(t, 200, w.Code)
		return w.Body.String()
	}
	assert.Contains(t, page("/ensembles/1/buy", kr), " kr</b>")
	assert.Contains(t, page(skirt+"/cloth", "unit=in"), "Price a yard")
	head := map[string]string{"X-From-Page": "1", "Cookie": "unit=in; " + kr}
	w = ask(s, "POST", skirt+"/cloth", url.Values{"key": {"price_per_m"}, "value": {"$9.144"}}, head)
	require.Equal(t, 200, w.Code, w.Body)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	assert.InDelta(t, 10, e.Layers[3].Fabric.Price, 1e-9, "9.144 a yard is 10 a metre")
	// Tape, typed for a yard, comes back the same; sewing thread is sold by the spool to everybody.
	tape := regexp.MustCompile(`data-price="(tape-[^"]+)"`).FindStringSubmatch(page("/ensembles/1/buy", "unit=in"))[1]
	w = ask(s, "POST", "/ensembles/1/price", url.Values{"key": {tape}, "value": {"0.50"}, "was": {"0"}}, head)
	require.Equal(t, 200, w.Code, w.Body)
	assert.Regexp(t, `data-price="`+tape+`" data-was="0\.54680[0-9]*" value="0\.50"`, page("/ensembles/1/buy", "unit=in"))
	assert.Regexp(t, `data-price="`+tape+`" data-was="0\.54680[0-9]*" value="0\.55"`, page("/ensembles/1/buy", "unit=cm"))
	thread := regexp.MustCompile(`data-price="(thread-[^"]+)"`).FindStringSubmatch(page("/ensembles/1/buy", "unit=in"))[1]
	w = ask(s, "POST", "/ensembles/1/price", url.Values{"key": {thread}, "value": {"2.50"}, "was": {"0"}}, head)
	require.Equal(t, 200, w.Code, w.Body)
	for _, unit := range []string{"unit=in", "unit=cm"} {
		assert.Regexp(t, `data-price="`+thread+`" data-was="0\.0125" value="2\.50"`, page("/ensembles/1/buy", unit))
	}
}

// A form that can't be read is an error at every address that takes one, and
// changes nothing.
func TestFormsThatCantBeRead(t *testing.T) {
	s := demoServer(t, nil)
	for _, path := range []string{"/unit", "/wearers", "/wearers/1", "/wearers/1/readings", "/ensembles", "/ensembles/1/particulars", "/ensembles/1/aim", "/ensembles/1/price", "/stash", "/stash/1", "/stash/1/pieces",
		skirt + "/settings", skirt + "/cloth", skirt + "/laying", skirt + "/state", skirt + "/step", "/wearers/1/delete", "/ensembles/1/undo"} {
		for _, body := range []string{"name=%zz&value=1", "a=1;b=2", "%"} {
			r := httptest.NewRequest("POST", "http://127.0.0.1:8160"+path, strings.NewReader(body))
			r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
			w := httptest.NewRecorder()
			s.ServeHTTP(w, r)
			assert.Equal(t, 422, w.Code, "%s %s", path, body)
			assert.Contains(t, w.Body.String(), "can’t be read as a form", path)
		}
	}
	w, err := s.Store.Wearer(t.Context(), 1)
	require.NoError(t, err)
	assert.NotEmpty(t, w.Readings)
}

// What was typed into a form comes back with what is wrong about it.
func TestARefusedFormKeepsWhatWasTyped(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", "/stash", url.Values{"name": {"Old sail"}, "colour": {"weld"}, "thickness": {"0.6"}, "width": {"abc"}, "length": {"3 m"}}, nil)
	assert.Equal(t, 422, w.Code)
	for _, kept := range []string{`value="Old sail"`, `<option selected>weld`, `value="abc"`, `value="3 m"`, "can&#39;t be read as a length", `id="s-width" name="width" value="abc"`} {
		assert.Contains(t, w.Body.String(), kept)
	}
	for day, why := range map[string]string{"0001-01-01": "the year 1 can&#39;t be meant", "9999-12-31": "the year 9999 can&#39;t be meant", "soon": "year-month-day"} {
		w := ask(s, "POST", "/ensembles", url.Values{"name": {"Ball"}, "wearer": {"1"}, "event_date": {day}, "heel": {"3 cm"}}, nil)
		assert.Equal(t, 422, w.Code)
		assert.Contains(t, strings.ToLower(w.Body.String()), why, day)
		assert.Contains(t, w.Body.String(), `value="Ball"`)
	}
}

// A reading that was most likely meant in the other unit offers that, beside its
// field.
func TestInchesTypedAsCentimetres(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", "/wearers/1/readings", url.Values{"key": {"waist_girth"}, "value": {"28"}, "worn": {"bare"}}, map[string]string{"X-From-Page": "1"})
	require.Equal(t, 409, w.Code, "another reading is there: %s", w.Body)
	w = ask(s, "POST", "/wearers", url.Values{"name": {"New"}}, nil)
	at := w.Header().Get("Location")
	w = ask(s, "POST", at+"/readings", url.Values{"key": {"waist_girth"}, "value": {"28"}, "worn": {"bare"}}, map[string]string{"X-From-Page": "1"})
	require.Equal(t, 200, w.Code, w.Body)
	assert.Contains(t, w.Body.String(), `data-value=\"711.2 mm\"`)
	assert.Contains(t, w.Body.String(), "It was 71.1 cm")
}

// The first page stays light and quick with many ensembles: what it shows of each
// is worked out once.
func TestFirstPageOfManyEnsembles(t *testing.T) {
	s := demoServer(t, nil)
	for i := range 21 {
		e, err := s.Store.AddEnsemble(t.Context(), store.Ensemble{Name: "Ensemble " + strconv.Itoa(i), WearerID: 1, Hours: 2, EventDate: "2026-12-0" + strconv.Itoa(1+i%9)})
		require.NoError(t, err)
		for _, kind := range []string{"shift", "corset", "petticoat-gored", "skirt-gored-1887"} {
			g, _ := catalogue.Find(kind)
			_, err := s.Store.AddLayer(t.Context(), store.Layer{EnsembleID: e.ID, Kind: kind, Name: kind, State: store.Drafted, Fabric: g.About().Usual})
			require.NoError(t, err)
		}
	}
	// What is not drawn yet is asked for by the page once it stands.
	page := get(t, s, "/")
	waiting := regexp.MustCompile(`data-card="([^"]+)"`).FindAllStringSubmatch(page, -1)
	require.NotEmpty(t, waiting)
	for _, m := range waiting {
		card := get(t, s, m[1])
		assert.Contains(t, card, "steps done")
		assert.Contains(t, card, "<svg")
		assert.NotContains(t, card, "<html")
	}
	page = get(t, s, "/")
	assert.NotContains(t, page, "data-card")
	assert.Less(t, len(page), 300_000, "a quarter of it on its way")
	assert.Equal(t, 29, strings.Count(page, "steps done"))
	assert.Contains(t, page, "2026</b>, past", "a past event says its year")
	// Ticking a step off counts, though the drawing is the same.
	require.NoError(t, s.Store.Tick(t.Context(), 1, "hem", true))
	before := strings.Count(page, "0 of ")
	require.NoError(t, s.Store.Tick(t.Context(), s.layersOf(t, 10)[0], "cut", true))
	assert.Equal(t, before-1, strings.Count(get(t, s, "/"), "0 of "))
}

func (s *Server) layersOf(t *testing.T, ensemble uint) (ids []uint) {
	e, err := s.Store.Ensemble(t.Context(), ensemble)
	require.NoError(t, err)
	for _, l := range e.Layers {
		ids = append(ids, l.ID)
	}
	return ids
}

// A cloth is never taken for as thick as another: its thickness is asked for, in whatever it is measured.
func TestAClothsThicknessIsAsked(t *testing.T) {
	s := demoServer(t, nil)
	for _, typed := range []string{"", "thick", "0", "-1", "90 cm", "NaN"} {
		w := ask(s, "POST", "/stash", url.Values{"name": {"Oilcloth"}, "width": {"140 cm"}, "thickness": {typed}}, nil)
		assert.Equal(t, 422, w.Code, typed)
		assert.Contains(t, w.Body.String(), "Say how thick it is", typed)
		assert.Contains(t, w.Body.String(), `value="Oilcloth"`, "what was typed is not lost")
	}
	for typed, is := range map[string]string{"0.6": "0.6 mm", "1/32 in": "0.79 mm", "0,25": "0.25 mm"} {
		w := ask(s, "POST", "/stash", url.Values{"name": {"Oilcloth"}, "width": {"140 cm"}, "thickness": {typed}}, nil)
		require.Equal(t, 303, w.Code, typed)
		assert.Contains(t, get(t, s, w.Header().Get("Location")), is, typed)
	}
}

// A unit, a sign of money and a light that were chosen once are those of the data: another device follows them until it chooses for
// itself, and then keeps to its own.
func TestHabitsBelongToTheData(t *testing.T) {
	s := demoServer(t, nil)
	page := func(cookies string) string {
		return ask(s, "GET", "/ensembles/1/buy", nil, map[string]string{"Cookie": cookies}).Body.String()
	}
	unit := func(cookies string) string {
		return regexp.MustCompile(`data-unit="(\w+)"`).FindStringSubmatch(page(cookies))[1]
	}
	assert.Equal(t, "cm", unit(""))
	require.Equal(t, 303, ask(s, "POST", "/unit", url.Values{"unit": {"in"}}, nil).Code)
	require.Equal(t, 303, ask(s, "POST", "/light", url.Values{"light": {"evening"}}, nil).Code)
	require.Equal(t, 303, ask(s, "POST", "/money", url.Values{"money": {"$"}}, nil).Code)
	assert.Equal(t, "in", unit(""), "a phone that was told nothing")
	assert.Equal(t, "cm", unit("unit=cm"), "one that was")
	assert.True(t, strings.Contains(page(""), "$"))
	assert.True(t, strings.Contains(page(""), `data-theme="dark"`))
	require.Equal(t, 303, ask(s, "POST", "/unit", url.Values{"unit": {"furlongs"}}, nil).Code)
	assert.Equal(t, "cm", unit(""))
	path := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, os.WriteFile(path, ask(s, "GET", "/backup", nil, nil).Body.Bytes(), 0o600))
	st, err := store.Open(path)
	require.NoError(t, err)
	t.Cleanup(func() { _ = st.Close() })
	h, err := st.Habits(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "evening", h.Light, "a backup has them too")
}
