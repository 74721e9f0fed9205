package svg

import (
	"fmt"

	"ardentgusset/core/ensemble/worn"
	"ardentgusset/core/measure"
)

// Wall is a sheet to pin up: a dressed figure from before, from its left and from behind at a tenth of its size, with its girths.
type Wall struct {
	Worn       Worn
	Unit       measure.Unit
	Title, For string
	Levels     []WallLevel
	Falls      []WallFall // one for each side it is seen from
}

// WallLevel is a level and its girths as they are read.
type WallLevel struct {
	Label         string
	Drop          float64
	Dressed, Bare string
}

// WallFall is how long cloth must be from the waist to the floor on a side.
type WallFall struct{ Where, Waist string }

// wallSides are the sides it is seen from, and what they are called.
var wallSides = []struct {
	yaw  float64
	name string
}{{0, "front"}, {90, "left side"}, {180, "back"}}

// What a wall sheet has beside the figure, mm of the figure: its margin, what is between two views, room for the girths, and how high
// its letters are.
const (
	wallMargin, wallGap, wallGirths, wallLetter, wallDot = 110.0, 60.0, 430.0, 36.0, 2.5
)

// Draw draws it. It is as wide and high as it is to be printed, at full size.
func (w Wall) Draw() string {
	f := w.Worn.Figure
	var pictures []*worn.Picture
	wide, top, low := 2*wallMargin+wallGirths, 0.0, f.Floor
	for _, side := range wallSides {
		p := f.From(worn.View{Yaw: side.yaw, Dot: wallDot}, len(f.Layers))
		pictures = append(pictures, p)
		wide += float64(p.Wide)*p.Dot + wallGap
		top, low = min(top, p.Top), max(low, p.Top+float64(p.High)*p.Dot)
	}
	top -= wallMargin + 90
	high := low + 190 - top
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="wall" role="img" aria-label="%s" width="%smm" height="%smm" viewBox="0 %s %s %s">`,
		esc(w.Title+
			", a tenth of its size"), n(wide/10), n(high/10), n(top), n(wide), n(high))
	d.put(`<rect x="0" y="%s" width="%s" height="%s" fill="#fff"/>`, n(top), n(wide), n(high))
	text := func(x, y, size float64, anchor, s string) {
		d.put(`<text x="%s" y="%s" font-size="%s" font-family="Georgia, serif" fill="#252838" text-anchor="%s">%s</text>`,
			n(x), n(y), n(size), anchor, esc(s))
	}
	title := w.Title
	if w.For != "" {
		title += ", for " + w.For
	}
	text(wallMargin, top+wallMargin, 1.5*wallLetter, "start", title)
	x := wallMargin
	for i, p := range pictures {
		axis := x - p.Left
		own := w.Worn
		own.Alone = true
		own.View = worn.View{Yaw: wallSides[i].yaw, Dot: wallDot}
		d.put(`<g transform="translate(%s 0)">`, n(axis))
		own.inner(&d, p)
		d.put(`</g>`)
		for _, l := range w.Levels {
			d.put(`<path %s d="M%s %sh%s"/>`, own.look("wall-level"), n(x), n(l.Drop), n(float64(p.Wide)*p.Dot))
		}
		d.put(`<path %s d="M%s %sh%s"/>`, own.look("worn-floor"), n(x), n(f.Floor), n(float64(p.Wide)*p.Dot))
		middle := x + float64(p.Wide)*p.Dot/2
		text(middle, low+60, wallLetter, "middle", wallSides[i].name)
		if i < len(w.Falls) {
			text(middle, low+105, 0.8*wallLetter, "middle", "waist to floor "+w.Falls[i].Waist)
		}
		x += float64(p.Wide)*p.Dot + wallGap
	}
	last := -1e9
	for _, l := range w.Levels {
		y := max(l.Drop+0.3*wallLetter, last+1.05*2*wallLetter)
		text(x, y, wallLetter, "start", l.Label+" "+l.Dressed)
		text(x, y+0.9*wallLetter, 0.75*wallLetter, "start", "bare "+l.Bare)
		last = y
	}
	ruler, long := "10 cm of the figure: 1 cm here", 100.0
	if w.Unit == measure.IN {
		ruler, long = "10 in of the figure: 1 in here", 254.0
	}
	d.put(`<path %s d="M%s %sv-14v28v-14h%sv-14v28"/>`, alone["worn-floor"], n(wallMargin), n(low+140), n(long))
	text(wallMargin+long+20, low+150, 0.8*wallLetter, "start", ruler)
	text(wide-wallMargin, low+150, 0.8*wallLetter, "end", fmt.Sprintf("prints at full size on a sheet of %.0f by %.0f mm or more",
		wide/10, high/10))
	d.put(`</svg>`)
	return d.String()
}
