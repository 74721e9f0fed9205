package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A cloak over a winter stack: another finish at the neck brings its own pieces and fields; nonsense is
// refused at its field and loses nothing; it hangs from the shoulders on the figure.
func TestACloakOverAll(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/6/layers/29/draft")
	require.Contains(t, b.text("#draft-sheet"), "Hood")
	b.choose("neck", "collar")
	b.until(`document.querySelector("#draft-sheet").textContent.includes("Collar") && !document.querySelector("#draft-sheet").textContent.includes("Hood")`)
	b.until(`document.querySelector("#p-collar")`)
	long := js[string](b, `document.querySelector("#p-length").value`)
	b.enter("#p-length", "nine furlongs")
	b.until(`document.querySelector("#p-length").getAttribute("aria-invalid") === "true" || document.body.textContent.includes("nine furlongs")`)
	b.visit("/ensembles/6/layers/29/draft")
	assert.Equal(t, long, js[string](b, `document.querySelector("#p-length").value`), "what was there is kept")
	b.enter("#p-length", "40 in")
	b.until(`document.querySelector("#p-length").dataset.was !== ""`)
	b.accessible("a cloak")
	b.visit("/ensembles/6/figure")
	b.until(`document.querySelector("[data-figure]").dataset.drawn > 0`)
	b.sees("Fair cloak")
}

// Straight breadths: gathered, then laid in box pleats that are stitched down. The pleats are marked on
// every breadth, the fields that belong to them are asked, and the steps say so.
func TestBreadthsInBoxPleats(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/2/layers")
	b.putOn("skirt-breadths")
	b.visit("/ensembles/2/draft")
	b.until(`document.querySelector("#p-into")`)
	b.choose("into", "box")
	b.until(`document.querySelector("#p-stitched")`)
	b.enter("#p-stitched", "18 cm")
	b.until(`document.querySelector("#p-stitched").dataset.was === "180"`)
	b.sees("pleat: fold here")
	b.accessible("a skirt in box pleats")
}
