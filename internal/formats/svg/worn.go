package svg

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/ensemble/worn"
)

// Worn draws a dressed figure from a side: what is seen of each garment in its dye and tones, with ink where one ends before another.
type Worn struct {
	Figure  worn.Figure
	Colours []string // of the layers, by their stage
	IDs     []string // of the stages; may be nil
	View    worn.View
	Label   string // what it shows, for who can't see it
	Plain   bool   // lines only, as for paper
	Small   bool   // no more than shows on a card
	Alone   bool   // it is a file of its own, which no page's style reaches
}

// look is how a part of it is drawn: by its class, or, where it stands alone, by what that means.
func (w Worn) look(class string) string {
	if !w.Alone {
		return `class="` + class + `"`
	}
	var b strings.Builder
	for _, c := range strings.Fields(class) {
		b.WriteString(alone[c] + " ")
	}
	return b.String()
}

// alone is what classes mean where no page's own style reaches: as in the light room.
var alone = map[string]string{
	"worn-cloth": `fill-rule="evenodd"`, "worn-dark": `fill="#14161f" fill-opacity=".32" fill-rule="evenodd"`,
	"worn-pale":   `fill="#fcf9f1" fill-opacity=".3" fill-rule="evenodd"`,
	"worn-print":  `fill="#a02d27" fill-opacity=".3" fill-rule="evenodd"`,
	"worn-veil":   `fill-opacity=".38" fill-rule="evenodd" stroke="#252838" stroke-opacity=".5" stroke-width="2"`,
	"worn-bright": `fill="#fff" fill-opacity=".15" fill-rule="evenodd"`, "worn-paper": `fill="#fff" fill-rule="evenodd"`,
	"worn-skin": `fill="#f3ecda"`, "dye-unbleached": `fill="#d9cba9"`, "dye-chalk": `fill="#e9e5da"`,
	"dye-madder": `fill="#ad5046"`, "dye-weld": `fill="#d3b25c"`, "dye-woad": `fill="#5c7f9f"`, "dye-walnut": `fill="#8f7358"`,
	"dye-verdigris": `fill="#5f9080"`, "dye-ink": `fill="#4a4d5e"`,
	"worn-line": `fill="none" stroke="#252838" stroke-linejoin="round"`, "worn-ink": `stroke-width="4"`, "worn-edge": `stroke-width="4"`,
	"worn-seam": `stroke-opacity=".65" stroke-width="3"`, "worn-stitch": `stroke-opacity=".4" stroke-width="2"`,
	"worn-dart": `stroke-dasharray="9 6" stroke-width="3"`, "worn-lace": `stroke-width="4"`,
	"worn-button": `fill="#fcf9f1" stroke="#252838" stroke-width="3"`, "worn-floor": `fill="none" stroke="#252838" stroke-width="3"`,
	"wall-level": `fill="none" stroke="#777" stroke-width="2" stroke-dasharray="4 8"`,
}

// Draw draws it, and how wide and high it is, mm.
func (w Worn) Draw() (text string, wide, high float64) {
	var d drawing
	p := w.Figure.From(w.View, len(w.Figure.Layers))
	box := [4]float64{p.Left - 4, p.Top - 4, float64(p.Wide)*p.Dot + 8, float64(p.High)*p.Dot + 8}
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="worn" role="img" aria-label="%s" viewBox="%s %s %s %s">`,
		esc(w.Label), n(box[0]), n(box[1]), n(box[2]), n(box[3]))
	w.inner(&d, p)
	d.put(`</svg>`)
	return d.String(), box[2], box[3]
}

// inner is all of the figure, its axis at x 0 and its waist at y 0.
func (w Worn) inner(d *drawing, p *worn.Picture) {
	least, long, step := 6, 4, 9.0
	if w.Small {
		least, long, step = 12, 7, 16.0
	}
	for i := range len(w.Figure.Layers) + 1 {
		dye, stage := "worn-skin", -1
		if i > 0 {
			stage = w.Figure.Layers[i-1].Stage
			dye = "dye-" + esc(w.Colours[stage])
		}
		whole := rings(p.Region(i, worn.Whole, least))
		if whole == "" {
			continue
		}
		data := ""
		if stage >= 0 && w.IDs != nil {
			data = fmt.Sprintf(` class="garment" data-layer="%s"`, esc(w.IDs[stage]))
		}
		d.put(`<g%s>`, data)
		if w.Plain {
			d.put(`<path %s d="%s"/>`, w.look("worn-paper"), whole)
		} else {
			d.put(`<path %s d="%s"/>`, w.look("worn-cloth "+dye), whole)
			w.printed(d, p, i, least)
			if dark := rings(p.Region(i, worn.Dark, 2*least)); dark != "" {
				d.put(`<path %s d="%s"/>`, w.look("worn-dark"), dark)
			}
			if bright := rings(p.Region(i, worn.Bright, 2*least)); bright != "" {
				d.put(`<path %s d="%s"/>`, w.look("worn-bright"), bright)
			}
		}
		d.put(`</g>`)
	}
	for i := range w.Figure.Layers {
		for times := uint8(1); times <= 3; times++ { // where it lies twice it shows less
			if veil := rings(p.Veil(i+1, times, least)); veil != "" && !w.Plain {
				d.put(`<path %s d="%s"/>`, w.look("worn-veil dye-"+esc(w.Colours[w.Figure.Layers[i].Stage])), veil)
			}
		}
	}
	lines := map[worn.LineIs]*strings.Builder{}
	order := []worn.LineIs{worn.StitchLine, worn.DartLine, worn.SeamLine, worn.LaceLine, worn.EdgeLine}
	for _, is := range order {
		lines[is] = &strings.Builder{}
	}
	var buttons strings.Builder
	for _, s := range w.Figure.Strokes(p, len(w.Figure.Layers)) {
		if s.Is == worn.ButtonMark {
			fmt.Fprintf(&buttons, `<circle cx="%s" cy="%s" r="%s"/>`, n(s.On[0][0]), n(s.On[0][1]), n(s.Across/2))
			continue
		}
		if w.Small && (s.Is == worn.StitchLine || s.Is == worn.DartLine) {
			continue
		}
		lines[s.Is].WriteString(track(s.On))
	}
	for _, is := range order {
		if lines[is].Len() > 0 {
			d.put(`<path %s d="%s"/>`, w.look("worn-line worn-"+string(is)), lines[is].String())
		}
	}
	var ink strings.Builder
	for _, line := range p.Ink(long, step) {
		ink.WriteString(track(line))
	}
	d.put(`<path %s d="%s"/>`, w.look("worn-line worn-ink"), ink.String())
	if buttons.Len() > 0 {
		d.put(`<g %s>%s</g>`, w.look("worn-button"), buttons.String())
	}
}

// printed draws what shows on the cloth of a part: light on what is dyed, dyed on what is light.
func (w Worn) printed(d *drawing, p *worn.Picture, of, least int) {
	if of == 0 {
		return
	}
	l := &w.Figure.Layers[of-1]
	r, look := l.Repeat, "worn-pale"
	if r == nil || !p.Shows(r) {
		return
	}
	if colour := w.Colours[l.Stage]; colour == "unbleached" || colour == "chalk" {
		look = "worn-print"
	}
	tones := []worn.Tone{worn.Paler}
	if r.Along > 0 && r.Across > 0 && !r.Motifs {
		tones = []worn.Tone{worn.Pale, worn.Paler}
	}
	for _, t := range tones {
		d.put(`<path %s d="%s"/>`, w.look(look), rings(p.Region(of, t, least)))
	}
}

// rings are closed lines as a path.
func rings(all [][][2]float64) string {
	var b strings.Builder
	for _, r := range all {
		b.WriteString(track(r))
		b.WriteByte('Z')
	}
	return b.String()
}

// track is a line as a path, to the millimetre: it is drawn at a tenth of its size at most.
func track(line [][2]float64) string {
	var b strings.Builder
	x, y := 0, 0
	for k, q := range line {
		u, v := int(math.Round(q[0])), int(math.Round(q[1]))
		switch {
		case k == 0:
			fmt.Fprintf(&b, "M%d %d", u, v)
		case u == x && v == y:
			continue
		default:
			fmt.Fprintf(&b, "l%d %d", u-x, v-y)
		}
		x, y = u, v
	}
	return b.String()
}
