package pdf

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"codeberg.org/go-pdf/fpdf"
)

// tiles prints a first page with title, test square, legend and map, and then
// every sheet of the spread that something lies on. Rows run along the
// spread's length and are numbered; columns run across it and are lettered.
func (s *sheet) tiles(p Print, spread []laid, pieces []pattern.Piece, width, length, tileW, tileH float64) {
	// Upright sheets: the spread's length runs down the page.
	rows := int(math.Ceil(length / tileH))
	cols := int(math.Ceil(width / tileW))
	used := make([][]bool, rows)
	for r := range used {
		used[r] = make([]bool, cols)
		for c := range used[r] {
			box := plane.Box{Min: plane.Pt(float64(r)*tileH, float64(c)*tileW), Max: plane.Pt(float64(r+1)*tileH+lap,
				float64(c+1)*tileW+lap)}
			for _, l := range spread {
				if reaches(l.cut, box) {
					used[r][c] = true
				}
			}
		}
	}
	count := 0
	for _, row := range used {
		for _, u := range row {
			if u {
				count++
			}
		}
	}
	s.AddPage()
	s.heading(p, margin, margin+6)
	s.text(margin, margin+18, 9, "", fmt.Sprintf("%s. Cut each at its right and lower join line and lay it over the next, diamond on "+
		"diamond.", measure.Count(count, "sheet")))
	s.testSquares(margin, margin+24)
	s.legend(pieces, margin, margin+136)
	s.pageMap(spread, used, width, length, tileW, tileH)
	at := 0
	for r := range rows {
		for c := range cols {
			if used[r][c] {
				at++
				s.tile(spread, used, r, c, tileW, tileH)
				s.caption(p, fmt.Sprintf("%s, sheet %d of %d", name(r, c), at, count), margin+2, margin+tileH+lap-2, tileW/2-4)
			}
		}
	}
}

// caption says at the foot of a sheet what it is part of. Long names are cut, the
// number of the sheet never.
func (s *sheet) caption(p Print, which string, x, y, room float64) {
	s.SetFont("body", "", 6.5)
	rest := []rune(plain(p.Garment + " for " + p.Wearer + ", " + p.Ensemble))
	for len(rest) > 0 && s.GetStringWidth(which+" · "+string(rest)+"…") > room {
		rest = rest[:len(rest)-1]
	}
	if whole := plain(p.Garment + " for " + p.Wearer + ", " + p.Ensemble); string(rest) != whole {
		rest = append(rest, '…')
	}
	s.text(x, y, 6.5, "", which+" · "+string(rest))
}

func name(r, c int) string { return fmt.Sprintf("%c%d", 'A'+c%26, r+1) }

// reaches tells whether a shape comes into a box.
func reaches(shape []plane.Point, box plane.Box) bool {
	in := func(q plane.Point) bool {
		return q.X >= box.Min.X && q.X <= box.Max.X && q.Y >= box.Min.Y && q.Y <= box.Max.Y
	}
	corners := []plane.Point{box.Min, {X: box.Max.X, Y: box.Min.Y}, box.Max, {X: box.Min.X, Y: box.Max.Y}}
	for _, q := range corners {
		if plane.Inside(shape, q) {
			return true
		}
	}
	for i, a := range shape {
		b := shape[(i+1)%len(shape)]
		steps := int(a.To(b)/3) + 1
		for k := range steps {
			if in(a.Toward(b, float64(k)/float64(steps))) {
				return true
			}
		}
	}
	return false
}

// pageMap draws the whole spread small, with the sheets over it.
func (s *sheet) pageMap(spread []laid, used [][]bool, width, length, tileW, tileH float64) {
	_, pageH := s.GetPageSize()
	pageW, _ := s.GetPageSize()
	left, top := pageW-margin-72, margin+24
	// Whole sheets are drawn, and reach past what lies on them.
	k := min(72/max(width, float64(len(used[0]))*tileW), (pageH-margin-top-20)/max(length, float64(len(used))*tileH))
	place := func(q plane.Point) (float64, float64) { return left + q.Y*k, top + q.X*k }
	s.SetDrawColor(30, 33, 48)
	s.SetDashPattern(nil, 0)
	s.SetLineWidth(0.25)
	for _, l := range spread {
		s.polyline(l.cut, place, true)
	}
	s.SetLineWidth(0.1)
	for r := range used {
		for c := range used[r] {
			if used[r][c] {
				x, y := left+float64(c)*tileW*k, top+float64(r)*tileH*k
				s.Rect(x, y, tileW*k, tileH*k, "D")
				s.text(x+0.8, y+3, max(4, min(7, tileW*k*0.8)), "", name(r, c))
			}
		}
	}
	s.text(left, top-2, 8, "", "Map of the sheets")
}

func (s *sheet) tile(spread []laid, used [][]bool, r, c int, tileW, tileH float64) {
	s.AddPage()
	x0, y0 := float64(r)*tileH, float64(c)*tileW
	place := func(q plane.Point) (float64, float64) { return margin + q.Y - y0, margin + q.X - x0 }
	s.ClipRect(margin, margin, tileW+lap, tileH+lap, false)
	box := plane.Box{Min: plane.Pt(x0, y0), Max: plane.Pt(x0+tileH+lap, y0+tileW+lap)}
	for _, l := range spread {
		if reaches(l.cut, box) {
			s.piece(l, place)
		}
	}
	s.ClipEnd()
	s.SetDashPattern(nil, 0)
	s.SetDrawColor(120, 120, 120)
	s.SetLineWidth(0.1)
	has := func(r, c int) bool { return r >= 0 && c >= 0 && r < len(used) && c < len(used[0]) && used[r][c] }
	// Join lines, half a diamond at the middle of each side that has a
	// neighbour.
	left, top, right, bottom := margin, margin, margin+tileW, margin+tileH
	s.Rect(left, top, tileW, tileH, "D")
	diamond := func(x, y float64) {
		s.Polygon([]fpdf.PointType{{X: x - 3, Y: y}, {X: x, Y: y - 3}, {X: x + 3, Y: y}, {X: x, Y: y + 3}}, "D")
	}
	if has(r, c+1) {
		diamond(right, top+tileH/2)
		s.text(right+1, top+tileH/2-5, 7, "", name(r, c+1))
	}
	if has(r, c-1) {
		diamond(left, top+tileH/2)
	}
	if has(r+1, c) {
		diamond(left+tileW/2, bottom)
		s.text(left+tileW/2+5, bottom+4, 7, "", name(r+1, c))
	}
	if has(r-1, c) {
		diamond(left+tileW/2, top)
	}
	s.SetTextColor(120, 120, 120)
	s.text(left+2, top+6, 12, "B", name(r, c))
	s.SetTextColor(0, 0, 0)
}
