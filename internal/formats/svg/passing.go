package svg

import (
	"fmt"

	"ardentgusset/core/measure"
)

// Passing draws what goes through a garment, as a length of tape from 0, against what must, as a pin; mm. One
// tape is drawn to the scale of another when both are given the same whole.
func Passing(needs, passes, whole float64, unit measure.Unit) string {
	const wide, deep = 260.0, 34.0
	k := wide / max(whole, max(needs, passes))
	kind := "passing"
	if passes < needs {
		kind += " short"
	}
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="%s" role="img" aria-label="%s" viewBox="-4 0 %s %s">`, kind,
		esc(fmt.Sprintf("%s must pass, %s do", measure.Length(needs).In(unit), measure.Length(passes).In(unit))), n(wide+60), n(deep))
	d.put(`<rect class="ribbon" x="0" y="15" width="%s" height="11"/>`, n(passes*k))
	every := 100.0
	if unit == measure.IN {
		every = 101.6
	}
	for at := every; at < passes-1; at += every {
		d.put(`<path class="tick" d="M%s 15v5"/>`, n(at*k))
	}
	d.put(`<path class="pin" d="M%s 6v24"/><circle class="pin" cx="%s" cy="5" r="3"/></svg>`, n(needs*k), n(needs*k))
	return d.String()
}
