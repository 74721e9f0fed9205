package e2e

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// choose takes an option of a garment's choice.
func (b *tab) choose(key, option string) {
	b.Helper()
	js[bool](b, `(s => (s.value = "`+option+`", s.dispatchEvent(new Event("change", {bubbles: true})), true))(document.querySelector("#p-`+key+`"))`)
}

// A bodice over a corset: another sleeve and another collar are put to it without losing what was
// chosen; its panels lie on the figure; it prints; and a corset that is laced more moves its
// waist.
func TestABodiceOverACorset(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/4/layers/21/draft")
	b.sees("Bodice, drafted over")
	require.Contains(t, b.text("#draft-sheet"), "Under sleeve")
	b.choose("sleeve", "mutton")
	b.until(`document.querySelector("#draft-sheet").textContent.includes("Sleeve") && !document.querySelector("#draft-sheet").textContent.includes("Under sleeve")`)
	b.choose("collar_kind", "ruffle")
	b.until(`document.querySelector("#draft-sheet").textContent.includes("Ruffle")`)
	assert.Equal(t, "mutton", js[string](b, `document.querySelector("#p-sleeve").value`))
	b.accessible("a bodice with a leg-of-mutton sleeve")
	before := js[string](b, `[...document.querySelectorAll("#draft-sheet .sew")].map(p => p.getAttribute("d")).join()`)
	// The corset beneath, laced more.
	b.visit("/ensembles/4/layers/17/draft")
	b.enter("#p-laced_waist", "62 cm")
	b.until(`document.querySelector("#p-laced_waist").dataset.was === "620"`)
	b.visit("/ensembles/4/layers/21/draft")
	after := js[string](b, `[...document.querySelectorAll("#draft-sheet .sew")].map(p => p.getAttribute("d")).join()`)
	assert.NotEqual(t, before, after, "the bodice follows the corset")
	b.visit("/ensembles/4/figure.json")
	b.sees("lifts the bust by")
}

// A shaped facing for the lower edge of the bodice: chosen at Seams, it is a piece of the draft.
func TestAFacingFromItsPiece(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/4/layers/21/seams?row=edge/back/hem")
	b.until(`document.querySelectorAll(".ranked li").length > 2`)
	js[bool](b, `([...document.querySelectorAll("[data-sew-form]")].find(f => f.elements.to.value == "face-shaped").querySelector('button[value="row"]').click(), true)`)
	b.until(`document.querySelector("#seams-sheet").textContent.includes("Back facing, lower edge")`)
	b.sees("On the same edges: Back facing, lower edge.")
	b.visit("/ensembles/4/layers/21/draft")
	b.sees("Back facing, lower edge")
}

// A seam is dragged on the figure: it follows the pointer, its pieces are drawn as it goes, what it
// is let go at is kept; the ease map says in colours and words how the bodice goes round.
func TestASeamDraggedOnTheFigure(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/4/figure")
	b.until(`document.querySelector("[data-figure]").dataset.drawn > 0`)
	place := b.grabbable("ew-resize", 120, 260)
	b.mouse("mousePressed", place[0], place[1])
	for step := 1.0; step <= 3; step++ {
		b.mouse("mouseMoved", place[0]+3*step, place[1])
	}
	b.mouse("mouseReleased", place[0]+9, place[1])
	b.until(`!document.querySelector("[data-pieces]").hidden && document.querySelector("[data-pieces] svg.sheet")`)
	says := b.text("[data-adds]")
	assert.Regexp(t, `: −?[0-9.]+ cm`, says)
	// An edge goes up and down.
	place = b.grabbable("ns-resize", 60, 420)
	b.mouse("mousePressed", place[0], place[1])
	for step := 1.0; step <= 3; step++ {
		b.mouse("mouseMoved", place[0], place[1]-2*step)
	}
	b.mouse("mouseReleased", place[0], place[1]-6)
	b.until(`document.querySelector("[data-adds]").textContent !== ` + quoted(says))
	assert.Regexp(t, `: −?[0-9.]+ cm`, b.text("[data-adds]"))
	js[bool](b, `(document.querySelector("[data-ease]").click(), true)`)
	assert.False(t, js[bool](b, `document.querySelector("[data-ease-key]").hidden`))
	b.sees("as meant")
	plain := b.drawn()
	b.click("[data-arms]")
	assert.Equal(t, "false", js[string](b, `document.querySelector("[data-arms]").getAttribute("aria-pressed")`))
	b.until(`document.querySelector(".figure-canvas").toDataURL() !== ` + quoted(plain))
	b.accessible("the figure with its ease")
	b.visit("/ensembles/4/layers/21/draft")
	assert.GreaterOrEqual(t, js[int](b, `[...document.querySelectorAll(".param.own [data-key]")].filter(i => /^(move_|neck_|front_point|side_low|back_low|scye_drop|inset)/.test(i.dataset.key)).length`), 2, "both are kept")
}

// grabbable is the first place of the figure, between two heights of its canvas, where a line can
// be dragged the way its pointer says.
func (b *tab) grabbable(pointer string, from, to int) []float64 {
	b.Helper()
	find := fmt.Sprintf(`(() => {
		const c = document.querySelector(".figure-canvas"), r = c.getBoundingClientRect();
		for (let y = r.top + %d; y < r.top + %d; y += 4) for (let x = r.left + 60; x < r.right - 200; x += 2) {
			c.dispatchEvent(new PointerEvent("pointermove", {clientX: x, clientY: y, bubbles: true}));
			if (c.style.cursor === %q) return [x, y];
		}
		return [];
	})()`, from, to, pointer)
	b.until(find + `.length === 2`) // not while what was let go is still being kept
	return js[[]float64](b, find)
}
