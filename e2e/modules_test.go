package e2e

import (
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// The scripts' own sums, asked for as the page does: projection, shading, painting, panning, photos and sequence.

// A point turned by a quarter comes to look this way, one ring lies between two, and the near half of a ring is half.
func TestProjection(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/")
	const use = `import("/static/projection.js").then((m) => `
	assert.Equal(t, []float64{0, 3, 1}, js[[]float64](b, use+`m.project(90, 0)(1, 0, 3).map((x) => Math.round(x * 1e6) / 1e6 + 0))`))
	assert.Equal(t, []float64{5, 10}, js[[]float64](b, use+`m.ringAt([{d: 0, p: [0, 0]}, {d: 10, p: [10, 20]}], 5).p)`))
	assert.True(t, js[bool](b, use+`m.ringAt([{d: 0, p: [0]}, {d: 10, p: [10]}], 11) === null)`))
	assert.Equal(t, []float64{0, 8}, js[[]float64](b, use+`{ const s = [{rings: [{d: 0, p: []}, {d: 8, p: []}, {d: 12, p: [], z: [9, 12]}]}]; m.bound(s); return [s[0].top, s[0].bottom]; })`))
	// Twenty points of a circle seen from before: half of them and the two at the sides.
	const circle = `const ring = {d: 0, p: Array.from({length: 20}, (_, i) => [Math.sin(i * Math.PI / 10 + 0.1), -Math.cos(i * Math.PI / 10 + 0.1)]).flat()};`
	assert.Equal(t, []float64{1, 10}, js[[]float64](b, use+`{ `+circle+` const runs = m.nearHalf(ring, (x, y, d) => [x, d], (x, y) => y < 0); return [runs.length, runs[0].length]; })`))
	assert.Equal(t, []bool{true, false}, js[[]bool](b, use+`{ const f = {A: [0, 0], B: [2, 0], C: [2, 2], D: [0, 2]}; return [m.inside(f, 1, 1), m.inside(f, 3, 1)]; })`))
}

// A face in the light is lighter than one in the shade, and what the hand is on is redder; each is told by its layer's dye.
func TestShading(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/")
	const use = `import("/static/shading.js").then((m) => { const ink = m.palette([{colour: "woad"}]); ` +
		`const shapes = [{}, {id: "a", colour: "woad"}]; const at = (shade, lit = "") => m.colour({i: 1, j: 0, low: 0, shade}, {ink, shapes, view: {lit}}).match(/[0-9]+/g).slice(0, 3).map(Number); `
	assert.True(t, js[bool](b, use+`const sum = (c) => c[0] + c[1] + c[2]; return sum(at(0.9)) > sum(at(0.5)) && sum(at(0.5)) > sum(at(0)); })`))
	assert.True(t, js[bool](b, use+`return at(0.5, "a")[0] > at(0.5)[0]; })`))
	assert.Equal(t, "rgb(1 2 3 / 0.5)", js[string](b, use+`return m.css([1, 2, 3], 0.5); })`))
	// Of a tube seen from before, half of the faces look this way.
	assert.Equal(t, 10, js[int](b, `Promise.all([import("/static/shading.js"), import("/static/projection.js")]).then(([m, p]) => {
		const ring = (d) => ({d, p: Array.from({length: 20}, (_, i) => [Math.sin(i * Math.PI / 10 + 0.05), -Math.cos(i * Math.PI / 10 + 0.05)]).flat()});
		const at = p.project(0, 0);
		return m.strip(ring(0), ring(10), 1, (x, y, d) => { const q = at(x, y, d); return [q[0] * 100, q[1] * 100, q[2]]; }, 100, 1).filter((f) => f.front).length;
	})`))
}

// A figure that is turned on a slow machine has fewer dots, never too few to be seen, and as many as ever where that is quick enough.
func TestTurningKeepsUp(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/")
	const use = `import("/static/figure.js").then((m) => { let s = 0.9; const after = (n, ms) => { for (let k = 0; k < n; k++) s = m.sharpness(s, ms); return s; }; `
	assert.Equal(t, 0.9, js[float64](b, use+`return after(20, 16); })`))
	assert.InDelta(t, 0.45, js[float64](b, use+`return after(20, 90); })`), 1e-9)
	assert.Equal(t, 0.9, js[float64](b, use+`after(20, 90); return after(40, 16); })`))
	assert.Equal(t, 0.9, js[float64](b, use+`return after(1, 1200); })`), "the first after a rest tells nothing")
}

// What is painted is what stands on the page: the scene gives its faces, the last on top, and the section its girths.
func TestPainting(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/figure")
	b.until(`Number(document.querySelector("[data-figure]").dataset.drawn) > 0`)
	assert.True(t, js[bool](b, `import("/static/painting.js").then(async (m) => {
		const { bound } = await import("/static/projection.js"), { palette } = await import("/static/shading.js");
		const data = await (await fetch("/ensembles/1/figure.json", { headers: { "X-From-Page": "1" } })).json();
		const shapes = [data.bare, ...data.layers];
		bound(shapes);
		const canvas = Object.assign(document.body.appendChild(document.createElement("canvas")), { style: "width:400px;height:500px;display:block" });
		const scene = { canvas, plan: canvas, data, shapes, top: -450, widest: 500, turn: 0, upto: shapes.length - 1, ink: palette(data.layers),
			view: { yaw: 0, pitch: 6, lit: "", at: 0, ease: false }, drag: { holds: () => false } };
		const whole = m.paintFigure(scene), rows = m.paintSection(scene);
		scene.upto = 0;
		const bare = m.paintFigure(scene);
		const one = m.paintSection(scene);
		canvas.style.display = "none";
		return whole.hits.length > bare.hits.length && whole.bands > 20 && rows.length > one.length && one.length === 1 && m.paintFigure(scene) === null;
	})`))
}

// Solids: a tube's corners look outwards, what others cover is left out, and of two shapes the nearer is found at a pixel; cloth that
// hangs is drawn on both sides.
func TestSolids(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/")
	const use = `import("/static/solid.js").then(async (m) => {
		const ring = (r, d) => ({ d, p: Array.from({ length: 24 }, (_, i) => [r * Math.sin(i * Math.PI / 12), -r * Math.cos(i * Math.PI / 12)]).flat() });
		const tube = (r) => m.tube([ring(r, 0), ring(r, 50), ring(r, 100)]);
		const draw = (s, parts) => s.draw({ w: 200, h: 200, quick: false, parts, lines: [], shadow: [0, 0, 0], ink: [0, 0, 0], gloss: 0, fits: null,
			view: { yaw: 0, pitch: 0, x: 100, y: 100, k: 1, middle: 50 } });
		const part = (grid, id, covered = []) => ({ grid, dye: [1, 0, 0], id, covered, fitted: false, lift: 0 });
`
	assert.True(t, js[bool](b, use+`const g = tube(40); for (let k = 0; k < g.corner.length; k += m.wide)
		if (g.corner[k] * g.corner[k + 3] + g.corner[k + 1] * g.corner[k + 4] < 39) return false; return true; })`), "outwards")
	assert.Equal(t, []int{1, 0}, js[[]int](b, use+`const g = tube(40); return [m.unhidden(g, g.fine, [[-1, 60]]).length, m.unhidden(g, g.fine, [[-1, 101]]).length]; })`))
	assert.Equal(t, []int{3, 2, 0}, js[[]int](b, use+`const s = m.solid(); draw(s, [part(tube(60), 2), part(tube(80), 3, [[-1, 60]])]);
		return [s.at(100, 130), s.at(100, 70), s.at(4, 4)]; })`))
	assert.True(t, js[bool](b, use+`const data = await (await fetch("/ensembles/1/figure.json", { headers: { "X-From-Page": "1" } })).json();
		const hung = data.layers.filter((l) => l.sheets); const both = m.sheets(hung[0].sheets[0]);
		let far = [0, 0]; both.forEach((g, n) => { for (let k = 0; k < g.corner.length; k += m.wide) far[n] = n ? Math.min(far[n], g.corner[k]) : Math.max(far[n], g.corner[k]); });
		return hung.length > 0 && both.length === 2 && far[0] > 100 && Math.abs(far[0] + far[1]) < 0.2 && m.lowest(data.arm) > 0; })`))
}

// A drawing is enlarged and moved by keys, and comes back whole.
func TestPanning(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/2/draft")
	const box = `document.querySelector(".drawing svg").getAttribute("viewBox").split(" ").map(Number)`
	was := js[[]float64](b, box)
	b.press("+")
	larger := js[[]float64](b, box)
	assert.InDelta(t, 0.8*was[2], larger[2], 0.2)
	assert.InDelta(t, was[0]+was[2]/2, larger[0]+larger[2]/2, 0.2, "about its middle")
	js[bool](b, `(document.querySelector(".drawing").focus(), true)`)
	b.press(kb.ArrowRight)
	moved := js[[]float64](b, box)
	assert.Greater(t, moved[0], larger[0])
	assert.InDelta(t, larger[2], moved[2], 1e-9)
	b.press("0")
	assert.Equal(t, was, js[[]float64](b, box))
}

// A photo that could not be sent is kept on the device until it is, one for a step.
func TestKeptPhotos(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/")
	const use = `import("/static/photos.js").then(async (m) => { `
	assert.Equal(t, []float64{1, 2, 0}, js[[]float64](b, use+`
		await m.keepPhoto({ url: "/a", name: "one", at: 1 });
		const first = (await m.keptPhotos()).length;
		await m.keepPhoto({ url: "/a", name: "two", at: 2 });
		const kept = await m.keptPhotos();
		await m.dropPhoto("/a");
		return [first, kept[0].at, (await m.keptPhotos()).length];
	})`))
}

// A wrong entry of the plan keeps what was typed and says what would be right.
func TestPlanFormsKeepWhatWasTyped(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/plan")
	assert.True(t, js[bool](b, `(() => {
		const field = document.querySelector('.at-plan form[method="post"][action$="/plan"] input[name^="hours"], .at-plan form[action$="/plan"] input[inputmode="decimal"]');
		field.value = "many";
		field.form.requestSubmit();
		field.id = "typed-wrong";
		return true;
	})()`))
	b.until(`document.querySelector("#typed-wrong").form.querySelector(".problem")?.textContent.length > 10`)
	assert.Equal(t, "many", js[string](b, `document.querySelector("#typed-wrong").value`))
}
