package e2e

import "testing"

// On a phone the plan goes on sideways: one press brings the day of the event into view, and the page does not jump.
func TestToTheDay(t *testing.T) {
	b := open(t, app(t, true))
	b.size(390, 844)
	b.visit("/ensembles/1/plan")
	seen := `((m, o) => m.right <= o.right + 1 && m.left >= o.left)(document.getElementById("the-day").getBoundingClientRect(), document.querySelector(".needlework-box").getBoundingClientRect())`
	if js[bool](b, seen) {
		t.Fatal("the day is in view to begin with: nothing is tried")
	}
	js[bool](b, `(document.querySelector(".sideways a").scrollIntoView({ block: "center" }), window.was = scrollY, true)`)
	b.click(".sideways a")
	b.until(seen + ` && scrollY === window.was`)
}
