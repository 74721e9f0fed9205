package svg

import (
	"fmt"
	"strings"

	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
)

// A work cut through is drawn in thicknesses of its cloth, unit px to one.
const unit = 10.0

// half is how far a section and a right side reach to either side of the seam, in
// thicknesses of the cloth.
const half = 14.0

// Technique draws a technique twice, one above the other and in line: the work cut
// through, its cloths as thick bands and its threads as lines; and its right side.
func Technique(t technique.Technique) string {
	layers, threads, cores := t.Section.Parts()
	low, high := -2.0, 2.0
	for _, l := range layers {
		for _, p := range l.Line {
			low, high = min(low, p.Y-1.2), max(high, p.Y+1.2)
		}
	}
	for _, s := range threads {
		for _, p := range s.Line {
			low, high = min(low, p.Y-0.5), max(high, p.Y+0.5)
		}
	}
	const strip, gap = 9.0, 1.6
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="technique" role="img" aria-label="%s, cut through and from its right side" viewBox="%s %s %s %s">`,
		esc(t.Name), n(-(half+0.6)*unit), n(-high*unit), n(2*(half+0.6)*unit), n((high-low+gap+strip)*unit))
	for _, l := range layers {
		line := folded(l.Line)
		d.put(`<path class="th-edge" d="%s"/><path class="th-cloth th-%c" d="%s"/>`, line, l.Cloth, line)
	}
	for _, c := range cores {
		d.put(`<circle class="th-core" cx="%s" cy="%s" r="%s"/>`, n(c.X*unit), n(-c.Y*unit), n(0.62*unit))
	}
	for _, s := range threads {
		class := "th-thread"
		if s.Needle {
			class = "th-needle"
		}
		d.put(`<path class="%s" d="%s"/>`, class, folded(s.Line))
	}
	rightSide(&d, t, layers, -low*unit+gap*unit, strip*unit)
	d.put(`</svg>`)
	return d.String()
}

// folded is a line in thicknesses as path data, its corners rounded as cloth and thread
// are.
func folded(line []plane.Point) string {
	var b strings.Builder
	at := func(p plane.Point) string { return n(p.X*unit) + " " + n(-p.Y*unit) }
	b.WriteString("M" + at(line[0]))
	for i := 1; i < len(line); i++ {
		p := line[i]
		if i == len(line)-1 {
			b.WriteString("L" + at(p))
			break
		}
		before, after := line[i-1].Sub(p), line[i+1].Sub(p)
		r := min(0.5, min(plane.Pt(0, 0).To(before), plane.Pt(0, 0).To(after))/2)
		fmt.Fprintf(&b, "L%sQ%s %s", at(p.Add(before.Unit().Times(r))), at(p), at(p.Add(after.Unit().Times(r))))
	}
	return b.String()
}

// rightSide draws what the right side shows in a strip below the section, in line with it:
// an edge stands where the cloth of the section ends.
func rightSide(d *drawing, t technique.Technique, layers []technique.Layer, top, deep float64) {
	end, off := half, 0.0
	for _, s := range t.Right {
		if s.At >= 0 && (s.Look == technique.FoldEdge || s.Look == technique.RawEdge) {
			end = -half
			for _, l := range layers {
				for _, p := range l.Line {
					end = max(end, p.X)
				}
			}
			off = end - s.At
		}
	}
	d.put(`<rect class="th-face th-a" x="%s" y="%s" width="%s" height="%s"/>`, n(-half*unit), n(top), n((half+end)*unit), n(deep))
	cloths := []string{"b", "a"}
	for i, s := range t.Right {
		if s.Look == technique.SeamLine {
			x := s.At + off
			d.put(`<rect class="th-face th-%s" x="%s" y="%s" width="%s" height="%s"/>`, cloths[i%2], n(x*unit), n(top), n((end-x)*unit),
				n(deep))
		}
	}
	for _, s := range t.Right {
		look(d, s.Look, (s.At+off)*unit, top, deep, end*unit)
	}
}

// look draws one thing of the right side at x, from top, so deep; end is where the cloth ends.
func look(d *drawing, l technique.Look, x, top, deep, end float64) {
	line := func(class string, x float64) {
		d.put(`<path class="%s" d="M%s %sV%s"/>`, class, n(x), n(top), n(top+deep))
	}
	each := func(step float64, draw func(y float64) string) {
		var b strings.Builder
		for y := top + step/2; y < top+deep-step/4; y += step {
			b.WriteString(draw(y))
		}
		d.put(`<path class="th-thread" d="%s"/>`, b.String())
	}
	cloth := func(step float64, draw func(y float64) string) {
		var b strings.Builder
		for y := top + step/2; y < top+deep; y += step {
			b.WriteString(draw(y))
		}
		d.put(`<path class="th-line" d="%s"/>`, b.String())
	}
	switch l {
	case technique.SeamLine:
		line("th-seam", x)
	case technique.FoldEdge:
		line("th-fold", min(x, end))
	case technique.RawEdge:
		cloth(4, func(y float64) string { return fmt.Sprintf("M%s %sl4 1.4", n(min(x, end)), n(y)) })
	case technique.Dashes:
		each(11, func(y float64) string { return fmt.Sprintf("M%s %sv6", n(x), n(y-3)) })
	case technique.Line:
		each(7, func(y float64) string { return fmt.Sprintf("M%s %sv6", n(x), n(y-3)) })
	case technique.Dots:
		each(13, func(y float64) string { return fmt.Sprintf("M%s %sv1.6", n(x), n(y-0.8)) })
	case technique.Slants:
		each(9, func(y float64) string { return fmt.Sprintf("M%s %sl8 -6", n(x-4), n(y+3)) })
	case technique.Crosses:
		each(13, func(y float64) string { return fmt.Sprintf("M%s %sl12 -9m0 9l-12 -9", n(x-6), n(y+4.5)) })
	case technique.Combs:
		line("th-thread", x+5)
		each(7, func(y float64) string { return fmt.Sprintf("M%s %sh10", n(x-5), n(y)) })
	case technique.Zigzags:
		each(8, func(y float64) string { return fmt.Sprintf("M%s %sl8 4l-8 4", n(x-4), n(y-4)) })
	case technique.Folds:
		line("th-fold", x)
		cloth(9, func(y float64) string { return fmt.Sprintf("M%s %sl14 3", n(x), n(y)) })
	case technique.Waves:
		cloth(10, func(y float64) string { return fmt.Sprintf("M%s %sq8 -4 16 0", n(x-8), n(y)) })
	case technique.Rings:
		for y := top + 22; y < top+deep; y += 46 {
			d.put(`<circle class="th-ring" cx="%s" cy="%s" r="8"/><circle class="th-hole" cx="%s" cy="%s" r="4"/>`, n(x), n(y), n(x), n(y))
		}
	case technique.Bars:
		for y := top + 22; y < top+deep; y += 46 {
			d.put(`<path class="th-bar" d="M%s %sh18"/>`, n(x-9), n(y))
		}
	case technique.Pads:
		line("th-ridge", x)
	}
}
