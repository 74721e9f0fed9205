package drape

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
)

// besideIt is the piece that stands for what an apron leaves free: nothing is drawn of it.
const besideIt = ""

// before is what hangs before only, from a band that ties behind: an apron. Nothing where a garment has none, or what hangs goes on
// behind.
func before(d *draft.Draft, on figure.Figure, bending, thick float64, beneath []*Sheet) *Sheet {
	if len(d.Wear.Hang) > 0 || len(d.Wear.Cover) == 0 || len(d.Hoops) > 0 {
		return nil
	}
	for _, s := range Strips(d) {
		if len(s.Panels) != 1 || s.Panels[0].FrontIs != Folded || s.Panels[0].BackIs != Open {
			continue
		}
		floor := on.Floor()
		_, drop := d.Wear.Reach()
		g := Under(on, drop, floor, thick, 1, beneath...)
		held := 0.0
		for _, t := range s.Panels[0].Taken {
			held += max(t.On, 0)
		}
		round, long := g.round(), s.Length()
		if held <= 0 || held > 0.95*round {
			continue
		}
		// Beside it what is beneath goes on, as if cloth lay smoothly on it.
		top := round - held
		low := top * g.roundAt(long) / round
		free := Panel{Piece: besideIt, Upper: line(0, 0, top, 0), Lower: line(0, -long, low, -long), Front: line(0, 0, 0, -long),
			Back: line(top, 0, low, -long), Taken: []Taken{{top, top}}, FrontIs: Open, BackIs: Folded}
		sheet := Hang([]Panel{s.Panels[0], free}, g, bending, floor)
		for sheet.upto < sheet.Columns && sheet.cells.panel[min(int(sheet.at[sheet.upto]), sheet.cells.n-1)] == 0 {
			sheet.upto++
		}
		return sheet
	}
	return nil
}

func line(x, y, u, v float64) []plane.Point { return []plane.Point{plane.Pt(x, y), plane.Pt(u, v)} }

// roundAt is how far it is half round so far down the ways, mm.
func (g *Ground) roundAt(depth float64) (sum float64) {
	var hints [bearings]int
	last := g.ways[0].at(depth, &hints[0])
	for m := 1; m < bearings; m++ {
		p := g.ways[m].at(depth, &hints[m])
		sum += plane.Pt(last.x, last.y).To(plane.Pt(p.x, p.y))
		last = p
	}
	return sum
}

// Shown is how many of its columns, from the front on, are cloth: all, but of what hangs before only.
func (s *Sheet) Shown() int {
	if s.upto > 0 {
		return s.upto
	}
	return s.Columns
}
