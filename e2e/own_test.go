package e2e

import (
	"math"
	"strconv"
	"strings"
	"testing"

	"ardentgusset/core/measure"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// pictured gives the tracing page a picture: a sheet with a rectangle of 600 by 400 pixels on it, its upper left corner at 100, 80.
const pictured = `(async () => {
	const c = Object.assign(document.createElement("canvas"), { width: 900, height: 700 }), g = c.getContext("2d");
	g.fillStyle = "#eee"; g.fillRect(0, 0, 900, 700); g.strokeRect(100, 80, 600, 400);
	const blob = await new Promise((r) => c.toBlob(r)), all = new DataTransfer();
	all.items.add(new File([blob], "page.png", { type: "image/png" }));
	const input = document.querySelector("[data-picture]");
	input.files = all.files; input.dispatchEvent(new Event("change", { bubbles: true }));
	return true; })()`

// at clicks places of the picture, in the mode that is named.
func (b *tab) at(mode string, places ...[2]float64) {
	b.Helper()
	js[bool](b, `(document.querySelector('[name="mode"][value="`+mode+`"]').click(), true)`)
	for _, p := range places {
		x, y := strconv.FormatFloat(p[0], 'f', 2, 64), strconv.FormatFloat(p[1], 'f', 2, 64)
		js[bool](b, `(() => { const s = document.querySelector("[data-sheet]"), r = s.getBoundingClientRect(), k = r.width / s.viewBox.baseVal.width;
			s.dispatchEvent(new MouseEvent("click", { bubbles: true, clientX: r.left + `+x+` * k, clientY: r.top + `+y+` * k })); return true; })()`)
	}
}

// A piece is traced over a picture whose scale is known by a rectangle, checked by a length, a corner that was clicked wrongly is undone
// by a key, and it comes out as large as it is. What was clicked survives the page being closed, and a wrong length is told on the page.
func TestTracing(t *testing.T) {
	b := open(t, app(t, true))
	b.size(1280, 800)
	b.visit("/ensembles/1/own/trace")
	b.accessible("tracing")
	require.True(t, js[bool](b, pictured))
	b.until(`document.querySelector("[data-sheet]").viewBox.baseVal.width === 900`)
	b.at("square", [2]float64{100, 80}, [2]float64{700, 80}, [2]float64{700, 480}, [2]float64{100, 480})
	b.at("check", [2]float64{100, 80}, [2]float64{400, 80})
	b.at("corner", [2]float64{200, 180}, [2]float64{200.4, 430}, [2]float64{500, 431}, [2]float64{777, 33})
	js[bool](b, `(document.querySelector("[data-view]").focus(), true)`)
	b.press("z")
	b.at("corner", [2]float64{500, 180})
	b.visit("/ensembles/1/layers")
	b.visit("/ensembles/1/own/trace")
	b.until(`document.querySelectorAll(".trace-point").length === 4`)
	b.enter("#wide", "30")
	b.enter("#high", "20")
	b.enter("#check", "19")
	b.enter("#name", "Traced square")
	js[bool](b, `(document.querySelector("[data-trace] .main-button").click(), true)`)
	b.until(`!document.querySelector("[data-wrong]").hidden`)
	assert.Contains(t, b.text("[data-wrong]"), "is misread")
	b.enter("#check", "15")
	js[bool](b, `(document.querySelector("[data-trace] .main-button").click(), true)`)
	b.until(`location.pathname.endsWith("/pattern")`)
	b.sees("15 cm by 12.5 cm")
	b.sees("Traced: clicks lie within")
	b.visit("/ensembles/1/own/trace")
	assert.Equal(t, 0, js[int](b, `document.querySelectorAll(".trace-point").length`), "brought in, it is not kept any more")
}

// The cross is moved and clicked by keys alone.
func TestTracingByKeys(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/own/trace")
	require.True(t, js[bool](b, pictured))
	b.until(`document.querySelector("[data-sheet]").viewBox.baseVal.width === 900`)
	js[bool](b, `(document.querySelector("[data-view]").focus(), true)`)
	b.press("c")
	b.press(kb.Enter)
	for range 5 {
		b.press(kb.ArrowRight)
	}
	b.press("s")
	b.press(kb.Enter)
	points := js[[][]float64](b, `JSON.parse(localStorage.getItem("trace-1")).points.map((p) => p.at)`)
	require.Len(t, points, 2)
	assert.InDelta(t, 450, points[0][0], 0.1)
	assert.Greater(t, points[1][0], points[0][0]+4)
	assert.Equal(t, []string{"corner", "smooth"}, js[[]string](b, `JSON.parse(localStorage.getItem("trace-1")).points.map((p) => p.kind)`))
}

// bookBodice brings in, on its page, the example and a back like it.
func (b *tab) bookBodice() {
	b.Helper()
	b.click("[data-example]")
	points := js[string](b, `document.querySelector("#points").value`)
	require.Contains(b, points, "waist/4")
	second := strings.NewReplacer("1: at 0, 0", "11: at 24, 0", "\n2:", "\n12:", "\n3:", "\n13:", "\n4:", "\n14:", "\n5:", "\n15:", "\n6:", "\n16:", "\n7:", "\n17:",
		"from 1 ", "from 11 ", "from 2 ", "from 12 ", "from 3 ", "from 13 ", "down 3\n", "down 3/4\n").Replace(points)
	lines := js[string](b, `document.querySelector("#lines").value`)
	back := strings.NewReplacer("Front", "Back", "7–2", "17–12", "2–5", "12–15", "5–6", "15–16", "6–4", "16–14", "4–3", "14–13", "3–7", "13–17").Replace(lines)
	js[bool](b, `(document.querySelector("#points").value += "\n" + `+quoted(second)+`, document.querySelector("#lines").value += "\n" + `+quoted(back)+`,
		document.querySelector("#kind").value = "own-bodice", document.querySelector("#name").value = "Book bodice", true)`)
	js[bool](b, `(document.querySelector(".bring-form .main-button").click(), true)`)
	b.until(`location.pathname.endsWith("/pattern")`)
}

// A beginner in inches types a bodice of a book, sews it by clicking its edges, says its allowance and its waist, takes it in, sees it change
// and finds it laid on cloth.
func TestADiagramToLaidCloth(t *testing.T) {
	b := open(t, app(t, true))
	b.size(1024, 768)
	b.visit("/ensembles/8/own")
	if b.text("body") != "" && js[string](b, `document.body.dataset.unit`) != string(measure.IN) {
		js[bool](b, `(document.querySelector('[data-switch="unit"] button').click(), true)`)
		b.until(`document.body.dataset.unit === "in"`)
	}
	b.visit("/ensembles/8/own")
	b.accessible("bringing in")
	// What is typed outlives the page.
	js[bool](b, `(() => { const a = document.querySelector("#points"); a.value = "1: at 0, 0"; a.dispatchEvent(new Event("input")); return true; })()`)
	b.visit("/ensembles/8/own")
	b.until(`document.querySelector("#points").value === "1: at 0, 0"`)
	js[bool](b, `(document.querySelector("#points").value = "", true)`)
	b.bookBodice()
	b.accessible("a pattern")
	edge := func(key string) {
		js[bool](b, `(document.querySelector('[data-edge="`+key+`"]').dispatchEvent(new MouseEvent("click", { bubbles: true })), true)`)
	}
	sew := func(one, other string) {
		b.Helper()
		js[bool](b, `(document.querySelector('select[name="a"]').focus(), true)`)
		edge(one)
		edge(other)
		assert.Equal(t, one, js[string](b, `document.querySelector('select[name="a"]').value`))
		assert.Equal(t, other, js[string](b, `document.querySelector('select[name="b"]').value`))
		n := js[int](b, `document.querySelectorAll(".own-seams tbody tr").length`)
		b.reply(func() {
			js[bool](b, `(document.querySelector('select[name="b"]').form.querySelector("button").click(), true)`)
		})
		assert.Equal(t, n+1, js[int](b, `document.querySelectorAll(".own-seams tbody tr").length`))
	}
	sew("piece-1/5-6", "piece-2/15-16")
	sew("piece-1/4-3", "piece-2/14-13")
	b.reply(func() {
		js[bool](b, `(document.querySelector('select[name="e"]').value = "*", document.querySelector('input[name="allowance"]').value = "5/8",
			document.querySelector('input[name="allowance"]').form.querySelector("button").click(), true)`)
	})
	assert.True(t, js[bool](b, `document.querySelector('select[name="e"] option:nth-child(4)').textContent.includes("+")`))
	for i, fold := range []string{"", "17-12"} {
		b.reply(func() {
			js[bool](b, `(() => { const f = document.querySelectorAll(".own-piece-form")[`+strconv.Itoa(i)+`]; f.elements.waist.value = "0"; f.elements.fold.value = "`+fold+`"; f.querySelector("button").click(); return true; })()`)
		})
	}
	b.sees("as sewn")
	waist := func() float64 {
		text := js[string](b, `[...document.querySelectorAll("#round .numbers tbody tr")].find((r) => r.children[0].textContent === "waist").children[1].textContent`)
		l, err := measure.Parse(strings.TrimSpace(strings.TrimSuffix(text, "in")), measure.IN)
		require.NoError(t, err, text)
		return float64(l)
	}
	was := waist()
	b.reply(func() {
		js[bool](b, `(() => { const f = document.querySelector("[data-ops]"); f.elements.what.value = "take-in"; f.elements.what.dispatchEvent(new Event("change", { bubbles: true }));
		f.elements.e.value = "piece-1/5-6"; f.elements.by.value = "1/2"; f.querySelector('[value="op"]').click(); return true; })()`)
	})
	assert.Equal(t, 1, js[int](b, `document.querySelectorAll(".own-ops li").length`))
	assert.InDelta(t, 25.4, was-waist(), 3.3, "half an inch on either side, read to an eighth")
	b.accessible("a changed pattern")
	at := strings.TrimSuffix(js[string](b, `location.pathname`), "/pattern")
	b.visit(at + "/cloth")
	b.until(`document.querySelectorAll("svg .piece, svg path").length > 4`)
	b.sees("Book bodice")
	assert.False(t, math.IsNaN(was))
}
