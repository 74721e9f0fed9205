package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What is put on is found by typing and goes where it is worn; what is on is not offered again, but for petticoats; a ready
// stack brings what is not on yet, and one undo takes it back.
func TestPuttingOn(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers")
	shown := func() int {
		return js[int](b, `[...document.querySelectorAll("#garments li")].filter((n) => n.checkVisibility()).length`)
	}
	stack := func() string {
		return js[string](b, `[...document.querySelectorAll(".layer-row h3")].map((n) => n.textContent.trim()).join(" / ")`)
	}
	assert.Equal(t, "Walking skirt / Petticoat / Corset / Shift / Oda Vennlock, bare", stack())
	b.enter("#find-garments", "corset")
	b.until(`document.querySelector(".find [role=status]").textContent.includes("found")`)
	assert.Positive(t, shown())
	assert.True(t, js[bool](b, `[...document.querySelectorAll("#garments .is-on")].some((n) => n.checkVisibility() && n.textContent.includes("Corset"))`))
	assert.Equal(t, 0, js[int](b, `document.querySelectorAll('#garments button[value="corset"]').length`))
	b.accessible("what is found")
	b.enter("#find-garments", "nonsuch")
	b.until(`document.querySelector(".find [role=status]").textContent.startsWith("nothing")`)
	assert.Equal(t, 0, shown())
	b.enter("#find-garments", "drawers skin")
	b.until(`[...document.querySelectorAll("#garments li")].filter((n) => n.checkVisibility()).length === 1`)
	b.reply(func() { b.click(`#garments button[value="drawers"]`) })
	b.until(`location.hash.startsWith("#layer-")`)
	assert.Equal(t, "Walking skirt / Petticoat / Corset / Drawers / Shift / Oda Vennlock, bare", stack())
	js[bool](b, `(document.querySelector("#garments details:last-child").open = true)`)
	b.reply(func() {
		js[bool](b, `([...document.querySelectorAll("#garments li button")].find((n) => n.textContent.includes("about 1887, over a pad")).click(), true)`)
	})
	b.until(`document.querySelectorAll(".layer-row").length > 9`)
	assert.Equal(t, "Cape or cloak / Basque bodice, 1869 to 1889 / Draped overskirt / Walking skirt / Petticoat / Bustle pad / "+
		"Under-petticoat / Corset / Drawers / Shift / Oda Vennlock, bare", stack())
	b.reply(func() { b.click("[data-undo]") })
	b.until(`document.querySelectorAll(".layer-row").length === 6`)
}
