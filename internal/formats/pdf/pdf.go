// Package pdf prints pattern pieces at true scale: on sheets of paper to be
// joined, or on one large one.
package pdf

import (
	"context"
	"fmt"
	"io"
	"math"
	"strings"

	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"codeberg.org/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
)

// Paper is what is printed on, mm; upright.
type Paper struct {
	Key, Name     string
	Width, Height float64
	Whole         bool // everything on one sheet, as long as needed
}

// Papers that can be chosen.
func Papers() []Paper {
	return []Paper{
		{"a4", "A4, joined", 210, 297, false},
		{"letter", "Letter, joined", 215.9, 279.4, false},
		{"a0", "one sheet, A0 wide", 841, 0, true},
	}
}

// PaperOf finds a paper by its key.
func PaperOf(key string) (Paper, bool) {
	for _, p := range Papers() {
		if p.Key == key {
			return p, true
		}
	}
	return Paper{}, false
}

// Printers keep a strip free round a page, and joined pages lap by a strip.
const margin, lap = 10.0, 10.0

// Print writes the pieces, with what they are and whose on every page.
type Print struct {
	Garment, Ensemble, Wearer string
	Drafted                   string // the day
	Unit                      measure.Unit
	Paper                     Paper
}

func (p Print) title() string { return p.Ensemble + ": " + p.Garment }

type sheet struct {
	*fpdf.Fpdf
	unit measure.Unit
}

// Write lays the pieces out and writes the PDF. The error is for pieces that
// can't be laid or a writer that fails.
func (p Print) Write(ctx context.Context, w io.Writer, pieces []pattern.Piece) error {
	need := 0.0
	for i := range pieces {
		b := plane.BoxOf(pieces[i].CutLine())
		need = max(need, min(b.Width(), b.Height()))
	}
	width := p.Paper.Width - 2*margin
	if p.Paper.Whole && need+20 > width { // what is wider than the sheet comes in several
		p.Paper.Whole, p.Paper.Height = false, p.Paper.Width*math.Sqrt2
	}
	tileW, tileH := p.Paper.Width-2*margin-lap, p.Paper.Height-2*margin-lap
	if !p.Paper.Whole {
		// As wide as a few sheets, so that the map is not one long ribbon.
		width = tileH * max(3, math.Ceil((need+20)/tileH))
	}
	spread, length, err := arrange(ctx, pieces, width)
	if err != nil {
		return err
	}
	height := p.Paper.Height
	if p.Paper.Whole { // as long as what lies on it, below the heading and the squares
		height = length + 2*margin + 120
	}
	f := fpdf.NewCustom(&fpdf.InitType{UnitStr: "mm", Size: fpdf.SizeType{Wd: p.Paper.Width, Ht: height}})
	f.SetAutoPageBreak(false, 0)
	f.SetMargins(0, 0, 0)
	f.SetCatalogSort(true)
	registerFonts(f)
	f.SetTitle(plain(p.title()), true)
	f.SetCreator("Ardent Gusset", true)
	s := &sheet{f, p.Unit}
	if p.Paper.Whole {
		f.AddPage()
		s.heading(p, margin, margin+6)
		s.testSquares(p.Paper.Width-margin-110, margin+2)
		s.legend(pieces, margin, margin+20)
		for _, q := range spread {
			s.piece(q, func(a plane.Point) (float64, float64) { return margin + a.Y, margin + 118 + a.X })
		}
		return f.Output(w)
	}
	s.tiles(p, spread, pieces, width, length, tileW, tileH)
	return f.Output(w)
}

func registerFonts(f *fpdf.Fpdf) {
	f.AddUTF8FontFromBytes("body", "", goregular.TTF)
	f.AddUTF8FontFromBytes("body", "B", gobold.TTF)
}

// laid is a piece with its place on the whole spread: x along its length, y
// across.
type laid struct {
	piece *pattern.Piece
	move  func(plane.Point) plane.Point
	cut   []plane.Point
}

func arrange(ctx context.Context, pieces []pattern.Piece, width float64) ([]laid, float64, error) {
	pieces = pattern.Whole(pieces)
	j := lay.Job{Cloth: lay.Cloth{Width: width}, Seed: 1}
	for i := range pieces {
		q := lay.Piece{ID: fmt.Sprint(i), Count: 1, Turns: []float64{0, 90, 180, 270}}
		for _, c := range plane.Plainer(pieces[i].CutLine(), 1) {
			q.Outline = append(q.Outline, lay.XY{c.X, c.Y})
		}
		j.Pieces = append(j.Pieces, q)
	}
	if err := j.Check(); err != nil {
		return nil, 0, fmt.Errorf("the pieces can't be set on the paper: %w", err)
	}
	r := lay.Place(ctx, j)
	var out []laid
	for _, at := range r.Placements {
		var k int
		if _, err := fmt.Sscan(at.ID, &k); err != nil {
			return nil, 0, err
		}
		move := func(q plane.Point) plane.Point {
			return plane.Turned([]plane.Point{q}, at.Turn)[0].Add(plane.Pt(at.X, at.Y))
		}
		l := laid{piece: &pieces[k], move: move}
		for _, c := range pieces[k].CutLine() {
			l.cut = append(l.cut, move(c))
		}
		out = append(out, l)
	}
	return out, r.Length, nil
}

// plain is text the fonts can carry.
func plain(s string) string {
	return strings.Map(func(r rune) rune {
		if r > 0xFFFF || r < 32 {
			return '·'
		}
		return r
	}, s)
}

func (s *sheet) text(x, y, size float64, style, t string) {
	s.SetFont("body", style, size)
	s.Text(x, y, plain(measure.Say(t, s.unit)))
}

func (s *sheet) heading(p Print, x, y float64) {
	s.text(x, y, 14, "B", p.title())
	s.text(x, y+6, 9, "", "for "+p.Wearer+", drafted "+p.Drafted)
}

// testSquares draws the two squares that prove the scale.
func (s *sheet) testSquares(x, y float64) {
	s.SetDrawColor(0, 0, 0)
	s.SetLineWidth(0.2)
	s.Rect(x+4, y+4, 100, 100, "D")
	s.SetDashPattern([]float64{2, 1}, 0)
	s.Rect(x, y, 4*25.4, 4*25.4, "D") // apart, so that no side of the two runs on the other
	s.SetDashPattern(nil, 0)
	s.text(x+8, y+12, 8, "", "Test square: the full line is 10 cm,")
	s.text(x+8, y+16, 8, "", "the broken line 4 in. Measure before you cut.")
	s.text(x+8, y+20, 8, "", "Print at 100 %, never “fit to page”.")
}

func (s *sheet) polyline(line []plane.Point, place func(plane.Point) (float64, float64), closed bool) {
	if len(line) < 2 {
		return
	}
	x, y := place(line[0])
	s.MoveTo(x, y)
	for _, q := range line[1:] {
		x, y = place(q)
		s.LineTo(x, y)
	}
	if closed {
		s.ClosePath()
	}
	s.DrawPath("D")
}

// style sets pen and dash for one of our lines; each differs by dash or
// weight, never by colour.
func (s *sheet) style(class string) {
	l := pattern.LineOf(class)
	if l.Grey > 0 {
		s.SetDrawColor(l.Grey, l.Grey, l.Grey)
	} else {
		s.SetDrawColor(30, 33, 48)
	}
	s.SetLineWidth(l.Weight)
	s.SetDashPattern(l.Dash, 0)
}

// piece draws one piece through place, which takes a point of the spread to
// the page.
func (s *sheet) piece(l laid, place func(plane.Point) (float64, float64)) {
	p := l.piece
	via := func(q plane.Point) (float64, float64) { return place(l.move(q)) }
	s.style(pattern.CutLineClass)
	s.polyline(l.cut, place, true)
	for _, e := range p.Edges {
		switch {
		case e.ID == p.Fold:
			s.style(pattern.FoldClass)
		case p.WithoutAllowance(e):
			s.style(pattern.BoundClass)
		case e.Allowance == 0:
			s.style(pattern.CutLineClass)
		default:
			s.style(pattern.SewClass)
		}
		s.polyline(e.Line, via, false)
	}
	for _, m := range p.Marks {
		s.style(string(m.Kind))
		for _, line := range m.Strokes() {
			s.polyline(line, via, false)
		}
	}
	s.style(pattern.NotchClass)
	for _, nt := range p.Notches {
		if e, ok := p.Edge(nt.Edge); ok {
			at, dir := plane.Along(e.Line, nt.At)
			s.polyline([]plane.Point{at, at.Add(dir.Right().Times(min(max(e.Allowance*0.7, 3), 9)))}, via, false)
			if nt.Label != "" {
				x, y := via(at.Add(dir.Left().Times(2)))
				s.text(x, y, 7, "", nt.Label)
			}
		}
	}
	outline, _ := p.Outline()
	b := plane.BoxOf(outline)
	c := b.Centre()
	s.SetLineWidth(0.25)
	for _, line := range p.GrainArrow(outline, 4) {
		s.polyline(line, via, false)
	}
	x, y := via(plane.Pt(c.X, c.Y))
	size := min(11, max(5, min(b.Width(), b.Height())*0.12))
	s.text(x-6, y, size, "B", p.Name)
	s.text(x-6, y+size*0.45, size*0.8, "", p.CutNote())
}

// legend says what the lines are that occur, and what is cut.
func (s *sheet) legend(pieces []pattern.Piece, x, y float64) {
	yy := y
	for _, l := range pattern.LinesOn(pieces) {
		s.style(l.Class)
		if l.Signed() {
			for _, line := range (pattern.Mark{Kind: l.Mark, Path: []plane.Point{{}}}).Strokes() {
				s.polyline(line, func(q plane.Point) (float64, float64) { return x + 9 + q.X, yy - q.Y }, false)
			}
		} else {
			s.Line(x, yy, x+18, yy)
		}
		s.SetDashPattern(nil, 0)
		s.text(x+21, yy+1.2, 8, "", l.Label)
		yy += 6
	}
	yy += 4
	for i := range pieces {
		col, row := i/9, i%9
		s.text(x+float64(col)*62, yy+float64(row)*5, 8, "", fmt.Sprintf("%s: %s", pieces[i].Name, pieces[i].CutNote()))
	}
}
