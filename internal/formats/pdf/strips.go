package pdf

import (
	"fmt"
	"io"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/reckon"

	"codeberg.org/go-pdf/fpdf"
)

// Strips prints the strips of a reckoner's answer at true scale, to be cut out, joined end to end and laid along the cloth.
type Strips struct {
	Title  string
	Strips []reckon.Strip
	Unit   measure.Unit
	Paper  Paper
}

// Of each row of a strip, mm: how high it is, what lies between two, and the longest strip that is worth its paper.
const rowHigh, rowGap, longestStrip = 14.0, 6.0, 12000.0

// Row is how much of a strip a row of a paper holds, mm.
func (p Paper) Row() float64 { return math.Floor((p.Width-2*margin)/10) * 10 }

// Write writes the PDF. A strip longer than twelve metres is left out, and named.
func (p Strips) Write(w io.Writer) error {
	high := p.Paper.Height
	if p.Paper.Whole {
		high = p.Paper.Width * math.Sqrt2
	}
	f := fpdf.NewCustom(&fpdf.InitType{UnitStr: "mm", Size: fpdf.SizeType{Wd: p.Paper.Width, Ht: high}})
	f.SetAutoPageBreak(false, 0)
	f.SetMargins(0, 0, 0)
	f.SetCatalogSort(true)
	registerFonts(f)
	f.SetTitle(plain(p.Title), true)
	f.SetCreator("Ardent Gusset", true)
	s := &sheet{f, p.Unit}
	y := high
	page := func() {
		f.AddPage()
		s.text(margin, margin+5, 13, "B", p.Title)
		s.text(margin, margin+10, 8, "", "Print at 100 %. This line is 10 cm long; measure it. Cut the strips out, join each end to "+
			"end at its letters.")
		s.SetLineWidth(0.25)
		s.Line(margin, margin+13, margin+100, margin+13)
		y = margin + 22
	}
	for k, strip := range p.Strips {
		if strip.Long > longestStrip {
			if y+rowHigh > high-margin {
				page()
			}
			s.text(margin, y+5, 9, "", measure.Say(fmt.Sprintf("%s is %s long: measure it by the table.", strip.Name,
				measure.TellLong(strip.Long)), p.Unit))
			y += rowHigh
			continue
		}
		tall := tallOf(strip)
		rows := max(int(math.Ceil(strip.Long/p.Paper.Row()-1e-9)), 1)
		for r := range rows {
			if y+tall+8 > high-margin {
				page()
			}
			s.strip(strip, k, r, rows, p.Paper.Row(), y)
			y += tall + rowGap
		}
	}
	if f.PageNo() == 0 {
		page()
		s.text(margin, y, 10, "", "There is nothing to mark.")
	}
	return f.Output(w)
}

// tallOf is how high a strip is printed, mm: its profile and room for the marks.
func tallOf(strip reckon.Strip) float64 {
	deep := 0.0
	for _, q := range strip.Profile {
		deep = max(deep, q.Y)
	}
	return min(rowHigh+deep, mostTall)
}

// mostTall is the highest a row may be, mm; a deeper template is measured out.
const mostTall = 200.0

// profile draws the lower edge of a strip between two places, from the left end of its row.
func (s *sheet) profile(strip reckon.Strip, from, long, foot float64) {
	var line []plane.Point
	for i, q := range strip.Profile {
		if i > 0 {
			p := strip.Profile[i-1]
			for _, end := range []float64{from, from + long} { // where it leaves the row
				if (p.X-end)*(q.X-end) < 0 {
					line = append(line, p.Toward(q, (end-p.X)/(q.X-p.X)))
				}
			}
		}
		if q.X >= from && q.X <= from+long {
			line = append(line, q)
		}
	}
	s.polyline(line, func(q plane.Point) (float64, float64) { return margin + q.X - from, foot - q.Y }, false)
}

// strip prints a row of a strip with the marks that lie on it.
func (s *sheet) strip(strip reckon.Strip, k, row, rows int, room, y float64) {
	from := float64(row) * room
	long := min(strip.Long-from, room)
	s.SetDrawColor(0, 0, 0)
	s.SetLineWidth(0.2)
	tall := tallOf(strip)
	s.Line(margin, y, margin+long, y)
	s.Line(margin, y, margin, y+tall)
	s.Line(margin+long, y, margin+long, y+tall)
	if len(strip.Profile) > 0 && tall < mostTall {
		s.profile(strip, from, long, y+tall)
	} else {
		s.Line(margin, y+tall, margin+long, y+tall)
	}
	name := measure.Say(strip.Name, s.unit)
	if rows > 1 {
		name += fmt.Sprintf(" · %d of %d", row+1, rows)
	}
	s.text(margin+1.5, y-1, 6.5, "", name)
	if row > 0 {
		s.text(margin+1, y+rowHigh-1.2, 7, "B", joinName(k, row))
	}
	if row+1 < rows {
		s.text(margin+long-7, y+rowHigh-1.2, 7, "B", joinName(k, row+1))
	}
	for _, m := range strip.Marks {
		x := m.At - from
		if x < -1e-6 || x > long+1e-6 || x <= 1e-6 && row > 0 { // what lies on a join is printed once
			continue
		}
		switch m.Kind {
		case reckon.FoldAt:
			s.SetDashPattern([]float64{1.5, 1}, 0)
		case reckon.JoinAt:
			s.SetDashPattern([]float64{0.4, 0.8}, 0)
		}
		s.Line(margin+x, y, margin+x, y+rowHigh*0.6)
		s.SetDashPattern(nil, 0)
		s.text(margin+x+0.6, y+rowHigh*0.58, 5.5, "", measure.Say(m.Label, s.unit))
	}
}

func joinName(k, at int) string { return fmt.Sprintf("%c%d", 'A'+k%26, at) }
