package pdf

import (
	"fmt"
	"math"
	"slices"

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
	spread, used := fewest(spread, length, width, tileH, tileW)
	rows, cols := len(used), len(used[0])
	length, width = float64(rows)*tileH, float64(cols)*tileW
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
	s.text(margin, margin+18, 9, "", fmt.Sprintf("%s. Where a diamond stands on its right or lower join line, cut a sheet there and "+
		"lay it over the next, diamond on diamond.", measure.Count(count, "sheet")))
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

// shifts is how many places of the sheets are tried, each way.
const shifts = 8

// fewest moves the spread on the sheets to where it takes the fewest, long and wide as it is, and tells which are
// used.
func fewest(spread []laid, long, wide, tileH, tileW float64) (moved []laid, used [][]bool) {
	count := func(used [][]bool) (n int) {
		for _, row := range used {
			for _, u := range row {
				if u {
					n++
				}
			}
		}
		return n
	}
	by, least := plane.Point{}, math.MaxInt
	for i := range shifts {
		for k := range shifts {
			to := plane.Pt(tileH*float64(i)/shifts, tileW*float64(k)/shifts)
			now := sheetsOf(spread, to, long, wide, tileH, tileW)
			if n := count(now); n < least {
				by, least, used = to, n, now
			}
		}
	}
	for _, l := range spread {
		m := l
		m.move = func(q plane.Point) plane.Point { return l.move(q).Add(by) }
		m.cut = plane.Moved(l.cut, by)
		moved = append(moved, m)
	}
	return moved, used
}

// sheetsOf are the sheets that something lies on, with the spread moved. What lies in the lap of the sheet before alone is
// printed there.
func sheetsOf(spread []laid, by plane.Point, long, wide, tileH, tileW float64) [][]bool {
	rows, cols := int(math.Ceil((long+by.X)/tileH)), int(math.Ceil((wide+by.Y)/tileW))
	grid := func() [][]bool {
		out := make([][]bool, rows)
		for r := range out {
			out[r] = make([]bool, cols)
		}
		return out
	}
	must, above, beside := grid(), grid(), grid() // something lies on it, in the lap of the one above, in that of the one beside
	for _, l := range spread {
		for i, a := range l.cut {
			b := l.cut[(i+1)%len(l.cut)]
			steps := int(a.To(b)/3) + 1
			for k := range steps {
				q := a.Toward(b, float64(k)/float64(steps)).Add(by)
				r, c := int(q.X/tileH), int(q.Y/tileW)
				switch {
				case q.X < 0 || q.Y < 0 || r >= rows || c >= cols:
				case r > 0 && q.X-float64(r)*tileH < lap-0.5:
					above[r][c] = true
				case c > 0 && q.Y-float64(c)*tileW < lap-0.5:
					beside[r][c] = true
				default:
					must[r][c] = true
				}
			}
		}
	}
	for r := range rows {
		for c := range cols {
			middle := plane.Pt((float64(r)+0.5)*tileH, (float64(c)+0.5)*tileW).Sub(by)
			must[r][c] = must[r][c] || slices.ContainsFunc(spread, func(l laid) bool { return plane.Inside(l.cut, middle) }) ||
				above[r][c] && !must[r-1][c] || beside[r][c] && !must[r][c-1]
		}
	}
	return must
}

// reaches tells whether a shape may come into a box.
func reaches(shape []plane.Point, box plane.Box) bool {
	b := plane.BoxOf(shape)
	return b.Min.X <= box.Max.X && b.Max.X >= box.Min.X && b.Min.Y <= box.Max.Y && b.Max.Y >= box.Min.Y
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
