package web

import (
	"net/url"
	"regexp"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var planLeft = regexp.MustCompile(`(\d+) of (\d+) done · ([^<·]*) left`)

// Made means made: what is sewn takes no more hours in the plan, ticked or not; its open steps are ticked with one press. The
// questions before the cut tick what they answer, and what hangs in the wardrobe wants no cloth, no notions and no work.
func TestMadeMeansMade(t *testing.T) {
	s := demoServer(t, nil)
	const skirt, petticoat = "/ensembles/1/layers/4", "/ensembles/1/layers/3"
	left := func() []string {
		found := planLeft.FindStringSubmatch(get(t, s, "/ensembles/1/plan"))
		require.Len(t, found, 4)
		return found
	}
	assert.NotContains(t, get(t, s, "/ensembles/1/plan"), "Walking skirt: Mock-up in cheap cloth, done")
	assert.Contains(t, get(t, s, skirt+"/guard"), "The mock-up was tried on")
	without := sure("cut")
	without.Del("mock-up")
	assert.Contains(t, ask(s, "POST", skirt+"/state", without, nil).Header().Get("Location"), "/guard", "nothing is cut before its verdict")
	post(t, s, skirt+"/state", sure("cut"))
	assert.Contains(t, get(t, s, "/ensembles/1/plan"), "Walking skirt: Mock-up in cheap cloth, done")
	assert.NotContains(t, get(t, s, "/ensembles/1/layers"), "takes no more hours")
	begun := left()
	post(t, s, skirt+"/state", url.Values{"state": {"sewn"}})
	assert.Contains(t, get(t, s, "/ensembles/1/layers"), "It is sewn: it takes no more hours.")
	sewn := left()
	assert.NotEqual(t, begun[3], sewn[3], "its hours are gone")
	assert.Equal(t, 422, ask(s, "POST", petticoat+"/finished", url.Values{"finished": {"yes"}}, nil).Code, "it is not sewn")
	post(t, s, skirt+"/finished", url.Values{"finished": {"yes"}})
	assert.NotContains(t, get(t, s, "/ensembles/1/layers"), "It is sewn: it takes no more hours.", "all of its steps are ticked")
	assert.Equal(t, sewn, left(), "and nothing else has changed")
	post(t, s, "/ensembles/1/undo", nil)
	assert.Contains(t, get(t, s, "/ensembles/1/layers"), "It is sewn: it takes no more hours.")

	assert.Contains(t, get(t, s, "/ensembles/1/buy"), "Sewing thread to match Striped cambric")
	post(t, s, petticoat+"/had", url.Values{"had": {"owned"}})
	assert.Contains(t, get(t, s, "/ensembles/1/layers"), "It is finished already.")
	assert.NotContains(t, get(t, s, "/ensembles/1/buy"), "Sewing thread to match Striped cambric")
	assert.NotContains(t, get(t, s, "/ensembles/1/plan"), "Petticoat: ")
	post(t, s, petticoat+"/had", url.Values{"had": {""}})
	assert.Contains(t, get(t, s, "/ensembles/1/buy"), "Sewing thread to match Striped cambric")
}
