package web

import (
	"encoding/json"
	"net/url"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/internal/web/wearing"
)

// A bodice goes round the figure as it was meant to. When it is cut and the corset under it is then
// laced less, it says that it is too tight, at the waist and not at the bust, in the table and
// in what the drawing colours.
func TestEaseFollowsWhatIsUnderIt(t *testing.T) {
	s := demoServer(t, nil)
	const bodice, corset = "/ensembles/4/layers/21", "/ensembles/4/layers/17"
	page := get(t, s, "/ensembles/4/figure")
	assert.Contains(t, page, "Ease of the ")
	assert.NotContains(t, page, `class="fit tight"`)
	post(t, s, bodice+"/state", sure("cut"))
	post(t, s, corset+"/settings", url.Values{"key": {"laced_waist"}, "value": {"70 cm"}})
	page = get(t, s, "/ensembles/4/figure")
	assert.Regexp(t, `waist</th><td><b>−[^<]+</b></td><td>[^−<]+</td><td class="fit tight">tight`, page)
	assert.Regexp(t, `bust</th><td><b>[^<]+</b></td><td>[^<]+</td><td class="fit as meant">`, page)
	assert.Contains(t, page, "drafted to another figure")
	var drawn wearing.DrawnFigure
	require.NoError(t, json.Unmarshal([]byte(get(t, s, "/ensembles/4/figure.json")), &drawn))
	fits := map[string]int{}
	for _, l := range drawn.Layers {
		last := -1e9
		for _, e := range l.Ease {
			switch {
			case e.By < -10:
				fits["tight"]++
			case e.By < 10:
				fits["as meant"]++
			}
			assert.Greater(t, e.Drop, last, "from the top down")
			last = e.Drop
		}
	}
	assert.Greater(t, fits["tight"], 2)
	assert.Greater(t, fits["as meant"], 2)
}
