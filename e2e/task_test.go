package e2e

import (
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// counted is a tab that counts what whoever sits before it does.
type counted struct {
	*tab
	clicks, fields int
	began          time.Time
}

func (c *counted) click(sel string) {
	c.Helper()
	c.clicks++
	c.tab.click(sel)
}

func (c *counted) follow(sel string) {
	c.Helper()
	c.reply(func() { c.click(sel) })
}

func (c *counted) enter(sel, text string) {
	c.Helper()
	c.fields++
	c.tab.enter(sel, text)
}

// told says what it took.
func (c *counted) told() {
	c.Helper()
	c.Logf("%d clicks, %d fields, %.0f s of the program", c.clicks, c.fields, time.Since(c.began).Seconds())
}

// inches reads the lengths of a text in yards and inches as inches.
func inches(text string) (out []float64) {
	for _, m := range regexp.MustCompile(`([\d.]+)?\s*([¼½¾⅛⅜⅝⅞])?\s*(yd|in)\b`).FindAllStringSubmatch(text, -1) {
		v, _ := strconv.ParseFloat(m[1], 64)
		v += map[string]float64{"¼": 0.25, "½": 0.5, "¾": 0.75, "⅛": 0.125, "⅜": 0.375, "⅝": 0.625, "⅞": 0.875}[m[2]]
		if m[3] == "yd" {
			v *= 36
		}
		out = append(out, v)
	}
	return out
}

// A beginner in inches makes an outfit of the 1870s from an empty file: nine weeks, six hours a week, 5 yards of wool, a machine that
// sews straight and nothing else. She is told what comes first, no lining is cut from her wool, no step wants a machine that she has
// not, what is to buy and what is late is said with ways out, and the first garment is cut and its first step done.
func TestABeginnersOutfitInInches(t *testing.T) {
	c := &counted{tab: open(t, app(t, false)), began: time.Now()}
	c.visit("/")
	c.sees("A costume is a stack of layers on a body")
	c.follow(`[data-switch="unit"] button`)
	c.follow(`.welcome a[href="/wearers/new"]`)
	c.enter("#name", "Myself")
	c.follow(".main-button")
	for key, typed := range map[string]string{"height": "5 ft 5", "bust_girth": "36", "underbust_girth": "31 1/2", "waist_girth": "28", "hip_girth": "39 1/4", "back_waist_length": "15 3/4"} {
		c.enter("#r-"+key, typed)
		c.until(`document.querySelector("#r-` + key + `").dataset.was !== "0"`)
	}
	assert.Equal(t, "28 in", js[string](c.tab, `document.querySelector("#r-waist_girth").value`), "she reads inches")
	c.visit("/ensembles/new")
	c.clicks++
	c.enter("#name", "Winter outfit")
	c.enter("#part", "about 1875")
	c.fields++
	js[bool](c.tab, `(document.querySelector("#event_date").value = "2027-04-07", true)`) // nine weeks on
	c.enter("#heel", "1 1/2")
	c.enter("#hours", "6 a week")
	c.follow(".main-button")
	c.enter("#find-stacks", "1870s winter")
	c.reply(func() { c.click(`#stacks li:not([hidden]) .garment-button`) })
	layers := js[int](c.tab, `document.querySelectorAll(".stack li[data-layer]").length`)
	require.Equal(t, 7, layers)
	for i := 1; i <= layers; i++ {
		require.False(t, js[bool](c.tab, `fetch("/ensembles/1/layers/`+strconv.Itoa(i)+`/draft").then((r) => r.text()).then((t) => t.includes("What would help"))`), "layer %d can be drafted", i)
	}

	c.visit("/workroom")
	c.clicks++
	c.enter(`form.machine:last-of-type input[name="name"]`, "Straight stitch")
	c.follow(`form.machine:last-of-type button`)

	// The wool: 5 yards of 54 inches for skirt and bodice.
	for _, layer := range []string{"6", "7"} {
		c.visit("/ensembles/1/layers/" + layer + "/cloth")
		c.clicks++
		c.enter("#c-name", "Grey wool")
		c.enter("#c-width_mm", "54 1/2") // kept one after the other
		c.until(`document.querySelector("#c-width_mm").dataset.was.startsWith("1384.3")`)
	}
	c.visit("/ensembles/1/buy")
	c.clicks++
	c.until(`!document.querySelector(".pending")`)
	wool := 0.0
	list := js[string](c.tab, `[...document.querySelectorAll(".buy-all tr")].map((r) => r.innerText.replace(/\s+/g, " ")).join("\n")`)
	for _, row := range strings.Split(list, "\n") {
		if strings.Contains(row, "Grey wool") && !strings.Contains(row, "spool") {
			all := inches(row)
			require.NotEmpty(t, all, row)
			wool += all[0]
		}
	}
	assert.Greater(t, wool, 90.0, list)
	assert.LessOrEqual(t, wool, 12*36.0, "the wool is that of skirt and bodice alone:\n"+list)
	assert.Contains(t, list, "spool")
	c.enter(`[data-price="budget"]`, "120")
	c.until(`document.querySelector(".buy-line").innerText.includes("left") || document.querySelector(".buy-line").innerText.includes("over")`)

	c.visit("/ensembles/1/plan?ways=yes")
	c.clicks++
	plan := c.text("main")
	assert.Regexp(t, `hours a week|chance|four in five|in time`, plan)
	needs := js[string](c.tab, `fetch("/ensembles/1/plan.csv").then((r) => r.text())`)
	assert.NotContains(t, needs, "overlock")
	if strings.Contains(plan, "hours a week would do") {
		assert.True(t, js[bool](c.tab, `[...document.querySelectorAll(".enough li")].every((li) => li.querySelector("form button"))`), "every way that would be enough can be taken")
	}

	c.visit("/ensembles/1/bench")
	c.clicks++
	for range 3 { // buying, washing, cutting: whatever comes first
		name := c.text("#now-name")
		c.follow(".big-done")
		c.tab.sureOfCut()
		if c.text("#now-name") != name {
			break
		}
	}
	c.sees("1 of ")
	c.told()
	assert.LessOrEqual(t, c.clicks, 25)
	assert.LessOrEqual(t, c.fields, 25)
}

// A cosplayer in centimetres: a coat with a shoulder cape over trousers of her own, five weeks; closures and a mock-up, cloth in the
// cupboard that does not reach, and another like it for a friend.
func TestACosplayersCoatInCentimetres(t *testing.T) {
	c := &counted{tab: open(t, app(t, true)), began: time.Now()}
	c.visit("/ensembles/new?wearer=1")
	c.enter("#name", "Storm captain")
	c.fields++
	js[bool](c.tab, `(document.querySelector("#event_date").value = "2027-03-10", true)`)
	c.enter("#hours", "2")
	c.follow(".main-button")
	id := strings.Split(path(c.tab), "/")[2]
	c.clicks += 2
	c.putOn("coat-caped")
	c.follow(`[data-key="3"]`)
	c.sees("Lines and lengths")
	c.sees("Opening and closing")
	layer := js[string](c.tab, `document.querySelector(".stack li[data-layer]").dataset.layer`)
	here := "/ensembles/" + id + "/layers/" + layer
	c.visit(here + "/cloth")
	c.clicks++
	c.until(`document.querySelector(".lay")`)
	c.enter("#c-in_hand_mm", "3 m")
	c.sees("From the cloth in hand outward")
	c.click(`[data-try$="/choices"]`)
	c.until(`[...document.querySelectorAll("[data-try-says]")].some((p) => / help|None of/.test(p.textContent))`)
	assert.True(t, js[bool](c.tab, `[...document.querySelectorAll(".choice-card h4")].length > 0`), "something saves cloth")
	c.visit("/ensembles/" + id + "/buy")
	c.clicks++
	c.sees("Cheap cotton for the mock-up")
	c.visit("/ensembles/" + id + "/bench")
	c.clicks++
	assert.Contains(t, c.text(".order"), "Mock-up")
	c.visit("/ensembles/" + id + "/particulars")
	c.clicks++
	c.follow(`form[action$="/another"] button`)
	c.sees("another like it")
	assert.Contains(t, js[string](c.tab, `document.querySelector("#name").value`), "Storm captain, another")
	c.told()
	assert.LessOrEqual(t, c.clicks, 16)
}
