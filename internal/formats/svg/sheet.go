package svg

import (
	"slices"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Sheet is how pieces are drawn together.
type Sheet struct {
	Unit       measure.Unit
	Dimensions bool // edge lengths are written at every edge
	// On screen a sheet is fitted into Width × Height CSS pixels; with TrueScale
	// it is as large as the cloth, for printing and cutting.
	Width, Height float64
	TrueScale     bool
	Title         string
	// Ways, when there are any, draw how the edges are worked instead of what they
	// are, by "piece edge"; Crossings are where seams cross.
	Ways      map[string]Way
	Crossings []CrossedAt
}

// Way is how an edge is worked: one of the ways of its drawing, told apart by colour and
// dash, and which row of a table it is.
type Way struct {
	Number int
	Row    string
	Title  string
	Chosen bool
}

// CrossedAt is a place of a piece where seams cross.
type CrossedAt struct {
	Piece  string
	At     plane.Point
	Beyond bool // too thick for the machine
	Title  string
}

// DistinctWays is how many ways can be told apart.
const DistinctWays = 10

type spot struct {
	p       *pattern.Piece
	cut     []plane.Point
	box     plane.Box
	note    []string // how it is cut, line by line
	letters float64  // in its name or its note, whichever is longer
	waist   bool     // the waist level is drawn at its height 0
	x, y    float64  // of the box's upper left corner, y down
	short   shortening
}

// spotsOf lists the pieces to be drawn: the body of the garment first, bands,
// strips and other narrow things after it. Strips much longer than all else are
// drawn shortened unless the sheet is at true scale.
func (s Sheet) spotsOf(pieces []pattern.Piece) []spot {
	if s.TrueScale {
		pieces = pattern.Whole(pieces)
	}
	out := make([]spot, len(pieces))
	for i := range pieces {
		p := &pieces[i]
		cut := p.CutLine()
		out[i] = spot{p: p, cut: cut, box: plane.BoxOf(cut), note: broken(p.CutNote()), waist: hasWaist(p)}
	}
	if !s.TrueScale {
		shorten(out)
	}
	for i := range out {
		sp := &out[i]
		if sp.short.by > 0 {
			sp.note = append(sp.note, measure.Length(sp.short.whole).In(s.Unit)+" long")
		}
		sp.letters = float64(len([]rune(sp.p.Name)))
		for _, line := range sp.note {
			sp.letters = max(sp.letters, float64(len([]rune(line))-1))
		}
	}
	tallest := 0.0
	for _, s := range out {
		tallest = max(tallest, s.box.Height())
	}
	minor := func(s spot) int {
		if !s.waist && (s.box.Height() < tallest*0.3 || s.box.Width() < tallest*0.12) {
			return 1
		}
		return 0
	}
	slices.SortStableFunc(out, func(a, b spot) int { return minor(a) - minor(b) })
	return out
}

// noteLine is how far apart the lines of a piece's note stand, in pixels of lettering, and
// noteLetters how long one may be.
const noteLine, noteLetters = 15.5, 24

// broken is a note in lines, parted at its commas where it is long.
func broken(note string) []string {
	var lines []string
	for _, part := range strings.Split(note, ", ") {
		if k := len(lines) - 1; k >= 0 && len([]rune(lines[k]))+len([]rune(part))+2 <= noteLetters {
			lines[k] += ", " + part
			continue
		}
		lines = append(lines, part)
	}
	return lines
}

// Draw draws the pieces in rows, each with its name below.
func (s Sheet) Draw(pieces []pattern.Piece) string {
	if s.Width == 0 {
		s.Width, s.Height = 640, 470
	}
	spots, w, h, unit := s.arrange(pieces)
	var d drawing
	size, letters := "", labels{unit: unit}
	if s.TrueScale {
		size = ` width="` + n(w) + `mm" height="` + n(h) + `mm"`
	}
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="sheet" role="img" aria-label="%s"%s viewBox="0 0 %s %s" data-unit="%s">`,
		esc(s.Title), size, n(w), n(h), n(unit))
	if s.TrueScale {
		d.put(`<title>%s</title><style>%s</style>`, esc(s.Title), lineLanguage())
	}
	for _, sp := range spots {
		letters.keepClear(s.nameBox(sp, unit))
	}
	for _, sp := range spots {
		s.piece(&d, sp, &letters)
	}
	d.put(`</svg>`)
	return d.String()
}

// arrange sets the pieces in rows so that the sheet fills its frame best, and
// says how many mm one CSS pixel will be.
func (s Sheet) arrange(pieces []pattern.Piece) (spots []spot, w, h, unit float64) {
	var sum float64
	widest := 0.0
	all := s.spotsOf(pieces)
	for _, sp := range all {
		sum += sp.box.Width()
		widest = max(widest, sp.box.Width())
	}
	unit = 1
	if s.TrueScale {
		spots, w, h = rows(all, max(widest+60, sum/1.7), 1)
		return spots, w, h, 1
	}
	// The largest scale at which the rows still fit the frame. Lettering keeps
	// its size on screen, so at some scale only smaller drawings fit; with
	// very many pieces the sheet may grow downwards: by half, as large as it then can be.
	const grows = 1.5
	least := widest / (s.Width - 60)
	best, scale := least*2, 0.0
	for unit = least; unit < least*12; unit *= 1.03 {
		if spots, w, h = rows(all, s.Width*unit, unit); w <= s.Width*unit+1e-6 && h <= s.Height*unit {
			return spots, w, h, unit
		}
		if k := min(s.Width/w, grows*s.Height/h); k > scale {
			best, scale = unit, k
		}
	}
	spots, w, h = rows(all, s.Width*best, best)
	return spots, w, h, best
}

func rows(all []spot, limit, unit float64) (spots []spot, w, h float64) {
	lines := 1
	for _, sp := range all {
		lines = max(lines, len(sp.note))
	}
	gap, label := 20*unit, (44+noteLine*float64(lines-1))*unit
	x, y, tall := gap, gap, 0.0
	row := 0
	// Pieces of a row stand on one line; those with a waist level stand with
	// it at one height.
	drop := func() {
		waisted, above, below := 0, 0.0, 0.0
		for _, sp := range spots[row:] {
			if sp.waist {
				waisted++
				above, below = max(above, sp.box.Max.Y), max(below, -sp.box.Min.Y)
			}
		}
		if waisted > 1 && above > 0 && below > 0 {
			tall = max(tall, above+below)
		}
		for i := row; i < len(spots); i++ {
			spots[i].y = y + tall - spots[i].box.Height()
			if waisted > 1 && spots[i].waist {
				spots[i].y = y + tall - below - spots[i].box.Max.Y
			}
		}
		row = len(spots)
	}
	for _, sp := range all {
		b := sp.box
		room := max(b.Width(), sp.letters*6*unit)
		if x > gap && x+room+gap > limit {
			drop()
			x, y, tall = gap, y+tall+label+gap*0.6, 0
		}
		sp.x = x + (room-b.Width())/2
		spots = append(spots, sp)
		x += room + gap
		w = max(w, x)
		tall = max(tall, b.Height())
	}
	drop()
	return spots, w, y + tall + label
}

// hasWaist tells whether the waist level is drawn at the height 0 of a piece.
func hasWaist(p *pattern.Piece) bool {
	for _, m := range p.Marks {
		if m.Kind == pattern.WaistLine && m.Path[0].Y == 0 {
			return true
		}
	}
	return false
}
