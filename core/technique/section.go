package technique

import (
	"math"
	"strconv"
	"strings"

	"ardentgusset/core/plane"
)

// Section is the work cut through, in thicknesses of the cloth: x along the section, y up
// to the right side. Cloths are bands one thickness wide about their lines; threads are
// lines that pass through them.
//
// It is written one line a thing: a letter, then corners x,y. a, b, c, d are cloths; i is an
// interlining or cord seen end on (a point); s is a thread, with the number of bands it
// passes through first: "s2 -1.5,-1 1.5,-1". n is a needle's way, drawn broken. x is a bone
// or cord cut through, at a point.
type Section string

// Layer is a cloth in a section.
type Layer struct {
	Cloth byte
	Line  []plane.Point
}

// Thread is a thread in a section, and through how many bands it goes.
type Thread struct {
	Line    []plane.Point
	Through int
	Needle  bool // the way of the needle, not a thread that stays
}

// Parts are the things in a section.
func (s Section) Parts() (bands []Layer, threads []Thread, cores []plane.Point) {
	for _, line := range strings.FieldsFunc(string(s), func(r rune) bool { return r == '\n' || r == ';' }) {
		words := strings.Fields(line)
		if len(words) < 2 {
			continue
		}
		var pts []plane.Point
		for _, w := range words[1:] {
			x, y, _ := strings.Cut(w, ",")
			fx, errX := strconv.ParseFloat(x, 64)
			fy, errY := strconv.ParseFloat(y, 64)
			if errX != nil || errY != nil {
				panic("technique: a section has the corner " + w)
			}
			pts = append(pts, plane.Pt(fx, fy))
		}
		switch kind := words[0][0]; kind {
		case 's', 'n':
			n, err := strconv.Atoi(words[0][1:])
			if err != nil {
				panic("technique: a section has the thread " + words[0])
			}
			threads = append(threads, Thread{pts, n, kind == 'n'})
		case 'x':
			cores = append(cores, pts...)
		default:
			bands = append(bands, Layer{kind, pts})
		}
	}
	return bands, threads, cores
}

// Crossed is how many times a thread goes through a band, counting every crossing of a
// band's middle line.
func Crossed(t Thread, bands []Layer) int {
	n := 0
	for i := 1; i < len(t.Line); i++ {
		for _, b := range bands {
			for k := 1; k < len(b.Line); k++ {
				if meet(t.Line[i-1], t.Line[i], b.Line[k-1], b.Line[k]) {
					n++
				}
			}
		}
	}
	return n
}

// meet tells whether two stretches cross.
func meet(a, b, c, d plane.Point) bool {
	side := func(p, q, r plane.Point) bool { return q.Sub(p).Cross(r.Sub(p)) > 0 }
	return side(a, b, c) != side(a, b, d) && side(c, d, a) != side(c, d, b)
}

// Closest is the least distance between two bands' middle lines, or between parts of one
// that are not neighbours: bands one thickness wide touch at 1 and cross below it.
func Closest(bands []Layer) float64 {
	least := math.Inf(1)
	for i, a := range bands {
		for k := 1; k < len(a.Line); k++ {
			for j := i; j < len(bands); j++ {
				b := bands[j]
				from := 1
				if j == i {
					from = k + 2
				}
				for m := from; m < len(b.Line); m++ {
					least = min(least, apart(a.Line[k-1], a.Line[k], b.Line[m-1], b.Line[m]))
				}
			}
		}
	}
	return least
}

// apart is the distance between two stretches.
func apart(a, b, c, d plane.Point) float64 {
	if meet(a, b, c, d) {
		return 0
	}
	to := func(p, q, r plane.Point) float64 {
		u := r.Sub(q)
		t := 0.0
		if l := u.Dot(u); l > 0 {
			t = max(0, min(1, p.Sub(q).Dot(u)/l))
		}
		return p.To(q.Add(u.Times(t)))
	}
	return min(min(to(a, c, d), to(b, c, d)), min(to(c, a, b), to(d, a, b)))
}

// Look is how a row of stitches looks on the right side.
type Look string

// What is seen of a technique on the right side.
const (
	SeamLine Look = "seam"    // two edges meeting
	FoldEdge Look = "fold"    // an edge that is folded or bound
	RawEdge  Look = "raw"     // an edge that is cut
	Dashes   Look = "dashes"  // stitches with gaps
	Line     Look = "line"    // stitches end to end
	Dots     Look = "dots"    // pricks
	Slants   Look = "slants"  // slanting stitches
	Crosses  Look = "crosses" // crossing slants
	Combs    Look = "combs"   // blanket or buttonhole stitch
	Zigzags  Look = "zigzags"
	Folds    Look = "folds"  // pleats, tucks
	Waves    Look = "waves"  // gathers
	Rings    Look = "rings"  // eyelets, buttons
	Bars     Look = "bars"   // bars and hooks
	Pads     Look = "ridges" // a corded or boned ridge
)

// Seen is one thing the right side shows: how it looks and how far it lies from the seam or
// edge, mm, to the right of it.
type Seen struct {
	Look Look
	At   float64
}
