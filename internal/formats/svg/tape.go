package svg

import (
	"math"
	"sort"

	"ardentgusset/core/measure"
)

// Pin is a girth on the tape.
type Pin struct {
	Label string
	MM    float64
	Worn  bool // dressed, above the tape; bare ones hang below it
}

// pinLetter is about how wide a letter of a pin's name is, and besidePin how far from its pin it begins.
const pinLetter, besidePin = 6.6, 8.0

// Tape draws a strip of tape measure that carries girths: dressed above, bare
// below.
func Tape(pins []Pin, unit measure.Unit) string {
	low, high := math.Inf(1), 0.0
	for _, p := range pins {
		low, high = min(low, p.MM), max(high, p.MM)
	}
	if len(pins) == 0 {
		low, high = 600, 1100
	}
	span := max(high-low, 300)
	low, high = low-span*0.12, low+span*1.2
	const width = 1280.0
	at := func(mm float64) float64 { return (mm - low) / (high - low) * width }
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="tape" role="img" aria-label="Girths on a tape" viewBox="0 0 1280 78" ` +
		`preserveAspectRatio="xMidYMid meet">`)
	d.put(`<rect class="strip" x="-400" y="26" width="2080" height="27"/><path class="strip-edge" d="M-400 26H1680M-400 53H1680"/>`)
	step, major := 10.0, 5
	if unit == measure.IN {
		step, major = 25.4/2, 4
	}
	for k := int(math.Ceil(low / step)); float64(k)*step < high; k++ {
		x, tall := at(float64(k)*step), 7.0
		if k%major == 0 {
			tall = 12
			d.put(`<text class="numeral" x="%s" y="50" font-size="12">%s</text>`, n(x+4), measure.Length(float64(k)*step).Bare(unit))
		}
		d.put(`<path class="mark" d="M%s 26v%s"/>`, n(x), n(tall))
	}
	for _, worn := range []bool{true, false} {
		var row []Pin
		for _, p := range pins {
			if p.Worn == worn {
				row = append(row, p)
			}
		}
		sort.SliceStable(row, func(i, j int) bool { return row[i].MM < row[j].MM })
		end := -100.0 // where the last lettering ends, and the last pin stands
		for i, p := range row {
			x := at(p.MM)
			text := p.Label + " " + measure.Length(p.MM).BareBody(unit)
			long := float64(len([]rune(text))) * pinLetter
			y, class := 14.0, "worn"
			if worn {
				d.put(`<path class="pin worn" d="M%s 26V12"/><circle class="pin worn" cx="%s" cy="10" r="4"/>`, n(x), n(x))
			} else {
				y, class = 70, "bare"
				d.put(`<path class="pin bare" d="M%s 53V63"/><circle class="pin bare" cx="%s" cy="66" r="3.5"/>`, n(x), n(x))
			}
			next := width
			if i+1 < len(row) {
				next = at(row[i+1].MM) - besidePin
			}
			switch {
			case x+besidePin >= end && x+besidePin+long <= next:
				d.put(`<text class="pin-name %s" x="%s" y="%s" font-size="12.5">%s</text>`, class, n(x+besidePin), n(y), esc(text))
				end = x + besidePin + long
			case x-besidePin-long >= end:
				d.put(`<text class="pin-name %s" x="%s" y="%s" font-size="12.5" text-anchor="end">%s</text>`, class, n(x-besidePin), n(y),
					esc(text))
				end = x + besidePin
			default: // no room for its name: the pin alone stands there
				end = max(end, x+besidePin)
			}
		}
	}
	d.put(`</svg>`)
	return d.String()
}

// Band draws one layer of the stack as a cut through its cloth: as thick as
// the layer is, its state in the line round it.
func Band(dye, state string, thickness float64) string {
	h := min(7+thickness*5, 30)
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="band %s" viewBox="0 0 200 %s" aria-hidden="true">`, esc(state), n(h+6))
	d.put(`<rect class="dye-%s" x="4" y="3" width="192" height="%s" rx="3"/>`, esc(dye), n(h))
	mid := n(3 + h/2)
	switch state {
	case "cut": // notches along the edge
		for x := 16; x < 196; x += 24 {
			d.put(`<path class="nick" d="M%d 3l3 4 3-4"/>`, x)
		}
	case "sewn", "worn":
		d.put(`<path class="run" d="M12 %s H188"/>`, mid)
		if state == "worn" {
			d.put(`<path class="run" d="M12 %s H188" transform="translate(6 3)"/>`, mid)
		}
	case "stale":
		d.put(`<path class="zig" d="M4 %s l8 -5`, mid)
		for k := range 11 {
			d.put(` 16 %d`, 10-20*(k%2))
		}
		d.put(` 8 -5"/>`)
	}
	d.put(`</svg>`)
	return d.String()
}
