package svg

import (
	"math"

	"ardentgusset/core/plane"
)

// shortening draws a long strip as if its middle were pushed together, so that
// all other pieces are not drawn tiny beside it. Its zero value shortens nothing.
type shortening struct {
	upright  bool    // along y, not along x
	from, to float64 // the part that is pushed together
	by       float64 // how much of it is left, of one
	whole    float64 // the length of the finished strip
}

// long is how much longer than the largest other piece a strip may be drawn, and
// narrow what makes a strip, its breadth of its length.
const long, narrow = 1.1, 0.2

// shorten finds the strips that are much longer than all else, and shortens them.
func shorten(spots []spot) {
	largest := 0.0
	strip := func(b plane.Box) bool {
		return min(b.Width(), b.Height()) < narrow*max(b.Width(), b.Height())
	}
	for _, s := range spots {
		if !strip(s.box) {
			largest = max(largest, max(s.box.Width(), s.box.Height()))
		}
	}
	if largest == 0 {
		return
	}
	for i := range spots {
		s := &spots[i]
		length, start := s.box.Width(), s.box.Min.X
		s.short.upright = s.box.Height() > length
		if s.short.upright {
			length, start = s.box.Height(), s.box.Min.Y
		}
		if !strip(s.box) || length <= largest*long*1.15 {
			s.short = shortening{}
			continue
		}
		// Its middle fifth, as drawn, stands for all that is left out.
		shown := largest * long
		s.short.from, s.short.to = start+shown*0.4, start+length-shown*0.4
		s.short.by = shown * 0.2 / (s.short.to - s.short.from)
		outline, _ := s.p.Outline()
		s.short.whole = max(plane.BoxOf(outline).Width(), plane.BoxOf(outline).Height())
		s.cut = s.short.line(s.cut)
		s.box = plane.BoxOf(s.cut)
	}
}

// point is where a point of the piece is drawn.
func (k shortening) point(p plane.Point) plane.Point {
	if k.by == 0 {
		return p
	}
	v := &p.X
	if k.upright {
		v = &p.Y
	}
	switch {
	case *v > k.to:
		*v -= (k.to - k.from) * (1 - k.by)
	case *v > k.from:
		*v = k.from + (*v-k.from)*k.by
	}
	return p
}

func (k shortening) line(line []plane.Point) []plane.Point {
	if k.by == 0 {
		return line
	}
	out := make([]plane.Point, len(line))
	for i, p := range line {
		out[i] = k.point(p)
	}
	return out
}

// breaks are two waved lines across the piece where its middle is left out.
func (k shortening) breaks(box plane.Box) [][]plane.Point {
	if k.by == 0 {
		return nil
	}
	wave := func(at float64) []plane.Point {
		var line []plane.Point
		low, high := box.Min.Y, box.Max.Y
		if k.upright {
			low, high = box.Min.X, box.Max.X
		}
		over := (high - low) * 0.12
		for i := range 25 {
			t := float64(i) / 24
			across, along := low-over+(high-low+2*over)*t, at+math.Sin(2*math.Pi*t)*(high-low)*0.12
			if k.upright {
				line = append(line, plane.Pt(across, along))
			} else {
				line = append(line, plane.Pt(along, across))
			}
		}
		return line
	}
	middle := k.from + (k.to-k.from)*k.by/2
	gap := min((k.to-k.from)*k.by*0.3, 12)
	return [][]plane.Point{wave(middle - gap), wave(middle + gap)}
}
