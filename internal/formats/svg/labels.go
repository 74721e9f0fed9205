package svg

import (
	"math"

	"ardentgusset/core/plane"
)

// labels sets lettering on a sheet so that none lies over another. Places are in
// the sheet's own millimetres, y down; unit is how many of them a CSS pixel is.
type labels struct {
	unit  float64
	taken []plane.Box
}

// label is a place where a text could stand: the middle of its foot, and its turn
// in degrees, clockwise.
type label struct {
	at    plane.Point
	angle float64
}

// letterWide is how wide a letter is on average, of its size (measured on the
// faces the program ships).
const letterWide = 0.5

// box is the upright rectangle round a text at a place.
func (l label) box(text string, size float64) plane.Box {
	w, h := letterWide*size*float64(len([]rune(text))), size*0.8
	sin, cos := math.Sincos(l.angle * math.Pi / 180)
	mid := plane.Pt(l.at.X+sin*h/2, l.at.Y-cos*h/2)
	across, down := (w*math.Abs(cos)+h*math.Abs(sin))/2, (w*math.Abs(sin)+h*math.Abs(cos))/2
	return plane.Box{Min: plane.Pt(mid.X-across, mid.Y-down), Max: plane.Pt(mid.X+across, mid.Y+down)}
}

func (l *labels) keepClear(b plane.Box) { l.taken = append(l.taken, b) }

// place takes the first of the places where a text lies over nothing, or the one
// where it lies over least; one that can be done without is left out then.
func (l *labels) place(text string, size float64, places []label, needed bool) (label, bool) {
	best, least := places[0], math.Inf(1)
	for _, at := range places {
		over := 0.0
		b := at.box(text, size)
		for _, t := range l.taken {
			w, h := min(b.Max.X, t.Max.X)-max(b.Min.X, t.Min.X), min(b.Max.Y, t.Max.Y)-max(b.Min.Y, t.Min.Y)
			if w > 0 && h > 0 {
				over += w * h
			}
		}
		if over < least {
			best, least = at, over
		}
		if over == 0 {
			break
		}
	}
	if least > 0 && !needed {
		return label{}, false
	}
	l.keepClear(best.box(text, size))
	return best, true
}
