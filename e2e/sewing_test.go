package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A French seam for all side seams: chosen on the drawing, seen in cutting line, cloth,
// thread and hours, and undone.
func TestAFrenchSeamForAllSideSeams(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/3/seams")
	b.sees("Petticoat, how it is sewn")
	lines := `[...document.querySelectorAll(".sheet .cut")].map(p => p.getAttribute("d")).join()`
	sums := `document.querySelector("#seams-sheet .quiet").textContent`
	cut, said, hours := js[string](b, lines), js[string](b, sums), b.text("#headline .when")
	// The seam is hit on the drawing.
	js[bool](b, `(document.querySelector('.way-hit[data-row^="seam/upper-side"]').dispatchEvent(new MouseEvent("click", {bubbles: true})), true)`)
	b.until(`document.querySelector("#seams-choose h2")?.textContent.includes("Upper tier")`)
	b.until(`new URL(location.href).searchParams.get("row")?.startsWith("seam/upper-side")`)
	b.until(`document.querySelectorAll(".ranked li").length > 10`)
	js[bool](b, `([...document.querySelectorAll(".ranked summary")].find(s => s.textContent.includes("French seam")).click(), true)`)
	js[bool](b, `([...document.querySelectorAll(".ranked details[open]")].find(s => s.textContent.includes("French seam")).querySelector('button[value="like"]').click(), true)`)
	b.until(`document.querySelector("#seams-table").textContent.includes("French seam chosen")`)
	assert.NotEqual(t, cut, js[string](b, lines), "the cutting lines follow")
	assert.NotEqual(t, said, js[string](b, sums), "so do time and thread")
	assert.NotEqual(t, hours, b.text("#headline .when"), "and the hours of the whole")
	b.accessible("the seams, one chosen")
	b.visit("/ensembles/1/layers/3/seams")
	b.reply(func() { b.press("z") })
	assert.Equal(t, cut, js[string](b, lines))
	assert.Equal(t, said, js[string](b, sums))
}

// A machine too weak for a crossing is told so on the drawing, with what to do instead.
func TestAMachineTooWeakForACrossing(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/workroom")
	b.enter(`.machine input[name="name"]`, "Grandmother’s")
	b.enter(`.machine input[name="thickest"]`, "abc")
	b.reply(func() { b.click(`.machine button`) })
	b.sees("The thickest stack lies between")
	assert.Equal(t, "Grandmother’s", js[string](b, `document.querySelector('section .machine input[name="name"]').value`), "nothing is lost")
	b.enter(`section .machine input[name="thickest"]`, "2 mm")
	b.reply(func() { b.click(`section .machine button`) })
	b.visit("/ensembles/1/layers/4/seams")
	b.sees("Too thick for the machine")
	b.sees("Grandmother’s sews")
	b.sees("with a strong needle")
	require.Positive(t, js[int](b, `document.querySelectorAll(".crossing.beyond").length`))
	b.visit("/workroom")
	b.enter(`.machines .machine input[name="thickest"]`, "12 mm")
	b.reply(func() { b.click(`.machines .machine button`) })
	b.visit("/ensembles/1/layers/4/seams")
	assert.Zero(t, js[int](b, `document.querySelectorAll(".crossing.beyond").length`))
}

// A beginner taps a word, reads it, and is back where the word stood; one who knows the
// words reads plain text.
func TestABeginnerReadsATerm(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/bench")
	b.until(`document.querySelector(".how a.term")`)
	word := b.text(".how a.term")
	js[bool](b, `(document.querySelector(".how a.term").focus(), true)`)
	b.press("\r")
	b.until(`document.querySelector("#word:popover-open")`)
	assert.NotEmpty(t, word)
	assert.Greater(t, len(b.text("#word")), 20)
	b.press("\x1b")
	b.until(`!document.querySelector("#word:popover-open")`)
	b.visit("/book/words")
	b.reply(func() { b.click(`form[action="/book/marked"] button`) })
	b.visit("/ensembles/1/bench")
	b.until(`document.querySelector(".how") && !document.querySelector("a.term")`)
}

// The book answers while a question is typed, and a card is printed with its drawing.
func TestAskingTheBook(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/book")
	b.click("#b-q")
	b.press("hide stitches")
	b.until(`document.querySelector(".book-card span")?.textContent === "Slip stitch" || [...document.querySelectorAll(".book-card span")].slice(0, 6).some(s => s.textContent === "Slip stitch")`)
	b.until(`location.search.includes("hide")`)
	b.reply(func() {
		b.press("\x1b")
		js[bool](b, `([...document.querySelectorAll(".book-card")].find(a => a.textContent === "Slip stitch").click(), true)`)
	})
	b.sees("What goes wrong")
	assert.Greater(t, len(b.printed()), 5000)
}

// On a phone nothing is wider than the screen; on paper the seam table stands without the
// drawing.
func TestSeamsOnPhoneAndPaper(t *testing.T) {
	b := open(t, app(t, true))
	b.size(390, 844)
	for _, p := range []string{"/ensembles/1/layers/2/seams", "/ensembles/1/layers/4/seams?row=seam/gore-1", "/book", "/book/technique/french", "/book/words", "/workroom"} {
		b.visit(p)
		assert.LessOrEqual(t, js[int](b, `document.documentElement.scrollWidth`), 390, "%s is wider than the phone", p)
	}
	b.size(1280, 800)
	b.visit("/ensembles/1/layers/4/seams")
	assert.Greater(t, len(b.printed()), 8000)
	for _, scheme := range []string{"light", "dark"} {
		b.light(scheme)
		for _, p := range []string{"/ensembles/1/layers/2/seams", "/ensembles/1/layers/4/seams?row=seam/gore-1", "/book", "/book/technique/gathers", "/book/words", "/workroom"} {
			b.visit(p)
			b.accessible(scheme + " " + p)
		}
	}
}
