package drape

import (
	"math"
)

// parts is in how many steps a fold is drawn.
const parts = 20

// Sheet is cloth as it hangs: rows of points from where it is held down to its lower edge, each from the front to the back of the left
// half. All rows have as many points.
type Sheet struct {
	Rows, Columns int
	On            []Point // row by row
	Folds         int
	// Tight is how much more lies beneath than there is cloth, mm, where that is most, and how far down; 0 where it goes round.
	Tight, TightAt float64
	// Lacks and LacksAt are the same below where it lies as what it is sewn to.
	Lacks, LacksAt float64

	cells  *cells
	panels []Panel
	opens  bool
	whole  bool      // its cloth goes on above, up to the shoulders
	limp   bool      // it does not hold out what goes round it
	upto   int       // how many columns are cloth, 0 for all
	at     []float64 // of each column, in cells and parts of one
	fine   []float64 // of each row and fold: how many times as long as drawn its cloth is, by gathers too fine to draw
	folds  []float64 // where they begin and end, in cells and parts of one
}

// Point is a place of a sheet: x to the left, y forward, z up, mm; and how deep in a fold it lies, 0 on a crest to 1.
type Point struct{ X, Y, Z, In float64 }

// Row are the points of one row.
func (s *Sheet) Row(j int) []Point { return s.On[j*s.Columns : (j+1)*s.Columns] }

// Opens tells whether its front edges are worn apart.
func (s *Sheet) Opens() bool { return s.opens }

// Whole tells whether its cloth goes on above where it begins to fall in folds.
func (s *Sheet) Whole() bool { return s.whole }

// Pleated tells whether some of its folds are pressed pleats.
func (s *Sheet) Pleated() bool { return len(s.cells.folds) > 1 }

// Wide is the cloth there is in a row, mm, as it was drafted.
func (s *Sheet) Wide(j int) (sum float64) {
	for _, w := range s.cells.wide[j] {
		sum += w
	}
	return sum
}

// Long is the cloth that is drawn in a row, mm: along its points, and what is gathered too finely for them.
func (s *Sheet) Long(j int) (sum float64) {
	row := s.Row(j)
	n := len(s.folds) - 1
	for f := range n {
		part := 0.0
		for i := f*parts + 1; i <= (f+1)*parts; i++ {
			a, b := row[i-1], row[i]
			part += math.Sqrt((a.X-b.X)*(a.X-b.X) + (a.Y-b.Y)*(a.Y-b.Y) + (a.Z-b.Z)*(a.Z-b.Z))
		}
		sum += part * s.fine[j*n+f]
	}
	return sum
}

// Line is a line on a sheet, from the top down or from the front on: a seam, or an edge.
type Line struct {
	Edge bool
	On   []Point
}

// Lines are a sheet's seams, from the front on, and its lower edge.
func (s *Sheet) Lines() (out []Line) {
	down := func(at float64) []Point {
		c := searched(s.at, at) - 1
		c = min(max(c, 0), s.Columns-2)
		k := min(max((at-s.at[c])/max(s.at[c+1]-s.at[c], 1e-9), 0), 1)
		line := make([]Point, s.Rows)
		for j := range line {
			a, b := s.On[j*s.Columns+c], s.On[j*s.Columns+c+1]
			line[j] = Point{X: a.X + (b.X-a.X)*k, Y: a.Y + (b.Y-a.Y)*k, Z: a.Z + (b.Z-a.Z)*k}
		}
		return line
	}
	n := len(s.panels)
	if is := s.panels[0].FrontIs; is != Folded {
		out = append(out, Line{is == Open, down(0)})
	}
	if s.upto > 0 {
		return append(out, Line{true, down(s.at[s.upto-1])}, Line{true, s.Row(s.Rows - 1)[:s.upto]})
	}
	for k := 1; k < s.cells.n; k++ {
		if s.cells.panel[k] != s.cells.panel[k-1] {
			out = append(out, Line{On: down(float64(k))})
		}
	}
	if is := s.panels[n-1].BackIs; is != Folded {
		out = append(out, Line{is == Open, down(float64(s.cells.n))})
	}
	return append(out, Line{true, s.Row(s.Rows - 1)})
}

// Place is where on which panel a point of the sheet lies: x and y as the piece is drawn, mm.
func (s *Sheet) Place(j, column int) (panel int, x, y float64) {
	c := s.cells
	at := s.at[column]
	k := min(int(at), c.n-1)
	p := c.left[j][k].Toward(c.right[j][k], at-float64(k))
	return c.panel[k], p.X, p.Y
}

// Hang hangs a strip of panels, from the centre front to the centre back, on what is beneath: cloth of a bending length, mm, held at
// its upper edge, so far above the floor at most as that lies.
func Hang(panels []Panel, on *Ground, bending, floor float64) *Sheet {
	h := &hanging{panels: panels, cells: cut(settled(panels, on.round())), ground: on, c: max(bending, 2), floor: floor}
	h.plumb()
	h.share()
	h.part()
	return h.draw()
}

// hanging is a strip on its way on.
type hanging struct {
	*cells
	panels []Panel
	ground *Ground
	c      float64
	floor  float64

	rings   [][bearings]spot    // [row] what it lies on
	round   [][bearings]float64 // and how far round each of its places lies
	cuts    []float64           // [cut] its bearing, in steps
	less    [bearings]float64   // how much of its length cloth comes down by
	tied    [bearings]*tiedUp   // where loops draw it up
	base    [][]float64         // [row][cut] how far round it lies
	folds   []float64           // where folds begin and end, in cells and parts of one
	pleats  map[int]bool        // which folds are pressed pleats
	tight   float64
	lacks   float64
	lacksAt float64
	tightA  float64
}

// plumb lays the rows on what is beneath, straight down from where they are held.
func (h *hanging) plumb() {
	h.rings, h.round = make([][bearings]spot, rows+1), make([][bearings]float64, rows+1)
	var hints [bearings]int
	// How far round at the top each bearing lies, as a part of what the upper edge is sewn to.
	var top [bearings]float64
	for m := 1; m < bearings; m++ {
		a, b := h.ground.ways[m-1].on[0], h.ground.ways[m].on[0]
		top[m] = top[m-1] + math.Sqrt((a.x-b.x)*(a.x-b.x)+(a.y-b.y)*(a.y-b.y))
	}
	scale := top[bearings-1] / max(h.top[h.n], 1e-9)
	var cell [bearings]int
	var in [bearings]float64 // which cell a bearing lies in, and how far
	k := 0
	for m := range bearings {
		for k < h.n-1 && h.top[k+1]*scale < top[m] {
			k++
		}
		cell[m] = k
		if wide := (h.top[k+1] - h.top[k]) * scale; wide > 1e-9 {
			in[m] = min(max((top[m]-h.top[k]*scale)/wide, 0), 1)
		}
	}
	h.cuts = make([]float64, h.n+1)
	m := 0
	for k := range h.cuts {
		at := h.top[k] * scale
		for m < bearings-2 && top[m+1] < at {
			m++
		}
		h.cuts[k] = float64(m) + min(max((at-top[m])/max(top[m+1]-top[m], 1e-9), 0), 1)
	}
	for m := range h.less {
		h.less[m] = 1
		if h.ground.ends != nil {
			w := &h.ground.ways[m]
			long := h.deep[rows][cell[m]]
			long += (h.deep[rows][cell[m]+1] - long) * in[m]
			most := long * (1 - takenUp)
			if h.ground.exact {
				most = long
			}
			if to := w.reaches(h.ground.ends(float64(m)/(bearings-1))) - w.from; to < most {
				h.less[m] = max(to/long, 0.1)
				if h.tied[m] = tie(h.panels[h.panel[cell[m]]].Loops, long, to); h.tied[m] != nil {
					h.less[m] = 1
				}
			}
		}
	}
	beside := h.besideTied()
	var opened [rows + 1]float64
	for j := range opened {
		opened[j] = h.ground.opens[0] + (h.ground.opens[1]-h.ground.opens[0])*share(j)
	}
	for j := range rows + 1 {
		for m := range bearings {
			d := h.deep[j][cell[m]]
			d += (h.deep[j][cell[m]+1] - d) * in[m]
			d *= h.less[m]
			out := 0.0
			if t := h.tied[m]; t != nil {
				d, out = t.at(d)
			}
			p := h.ground.at(opened[j]+float64(m)*(1-opened[j]/(bearings-1)), d, &hints)
			out *= beside[m]
			if r := math.Sqrt(p.x*p.x + p.y*p.y); out > 0 && r > 1 {
				p.x, p.y = p.x*(r+out)/r, p.y*(r+out)/r
			}
			h.rings[j][m] = p
			if m > 0 {
				a, b := h.rings[j][m-1], h.rings[j][m]
				h.round[j][m] = h.round[j][m-1] + math.Sqrt((a.x-b.x)*(a.x-b.x)+(a.y-b.y)*(a.y-b.y)+(a.z-b.z)*(a.z-b.z))
			}
		}
	}
}

// takenUp is from which part of its length on cloth that is longer than it hangs has the rest taken up.
const takenUp = 0.015

// along is how far round a row a bearing in steps lies.
func (h *hanging) along(j int, at float64) float64 {
	m := min(int(at), bearings-2)
	return h.round[j][m] + (h.round[j][m+1]-h.round[j][m])*(at-float64(m))
}

// pushed is from which share of the way down folds push each other apart to even fullness, and by how much (from memory); evenly is by
// how much sharing out may change at most from row to row, by mm down.
const pushed, evenly = 0.35, 1.0 / 300

// heldWithin is how far below where cloth is held it lies as that does, mm.
const heldWithin = 20.0

// share shares out each row between its cells: plumb where that goes, more evenly where a cell has not cloth enough and further down.
func (h *hanging) share() {
	even := make([]float64, rows+1) // 0 plumb, 1 all cells as full as each other
	plumb := make([]float64, h.n)
	for j := range rows + 1 {
		total, cloth := h.round[j][bearings-1], 0.0
		for _, w := range h.wide[j] {
			cloth += w
		}
		if short := total - cloth; short > h.lacks && h.depth(j) > heldWithin {
			h.lacks, h.lacksAt = short, h.depth(j)
		}
		if short := total - cloth; short > h.tight && j > 0 {
			h.tight, h.tightA = short, h.depth(j)
		}
		full := total / max(cloth, 1e-9)
		need := 0.0
		for k := range plumb {
			plumb[k] = h.along(j, h.cuts[k+1]) - h.along(j, h.cuts[k])
			w := h.wide[j][k]
			if by := plumb[k] - w*full; plumb[k] > w && by > 1e-9 {
				need = max(need, (plumb[k]-w)/by)
			}
		}
		even[j] = min(max(need, pushed*share(j)), 1)
	}
	for j := 1; j <= rows; j++ {
		even[j] = max(even[j], even[j-1]-(h.depth(j)-h.depth(j-1))*evenly)
	}
	for j := rows - 1; j >= 0; j-- {
		even[j] = max(even[j], even[j+1]-(h.depth(j+1)-h.depth(j))*evenly)
	}
	h.base = make([][]float64, rows+1)
	cutOf := h.begins()
	for j := range rows + 1 {
		total, cloth := h.round[j][bearings-1], 0.0
		for _, w := range h.wide[j] {
			cloth += w
		}
		h.base[j] = make([]float64, h.n+1)
		for k := range h.n {
			by := h.along(j, h.cuts[k+1]) - h.along(j, h.cuts[k])
			h.base[j][k+1] = h.base[j][k] + by + (h.wide[j][k]*total/max(cloth, 1e-9)-by)*even[j]
		}
		for p := range h.panels {
			if tied := tiedBack(h.panels[p].Ties, h.deep[j][cutOf[p]]); tied > 0 {
				h.tieBack(j, cutOf[p], tied)
			}
		}
	}
}

// depth is how far down a row lies on the mean.
func (h *hanging) depth(j int) float64 {
	sum := 0.0
	for _, d := range h.deep[j] {
		sum += d
	}
	return sum / float64(h.n+1)
}

// uneven is by how much of its width a fold's end lies aside from where it would be evenly (from memory).
const uneven = 0.42

// part parts the cloth into folds, as many as its stiffness makes at the lower edge; pleats are one each.
func (h *hanging) part() {
	turns := h.turns(rows)
	run := make([]float64, h.n+1) // how many folds each cell makes
	for k := range h.n {
		deep := (h.deep[rows][k] + h.deep[rows][k+1]) / 2
		wide, base := wave(h.c, deep, deep), h.base[rows][k+1]-h.base[rows][k]
		turn, middle := turns(h.base[rows][k], h.base[rows][k+1]), base
		for range 2 { // the ring through the middle of the folds
			full := max(h.wide[rows][k]/max(middle, 1e-6), 1)
			middle = base + turn*Crest(full)*full*wide/2
		}
		run[k+1] = run[k] + middle/wide
	}
	h.folds = []float64{0}
	hung := func(from, to float64) { // by its stiffness from one place to another
		a, b := within(run, from), within(run, to)
		n := max(int(math.Round(b-a)), 1)
		for f := 1; f < n; f++ {
			at := a + (float64(f)+uneven*golden(f))*(b-a)/float64(n)
			k := min(max(searched(run, at)-1, 0), h.n-1)
			h.folds = append(h.folds, float64(k)+(at-run[k])/max(run[k+1]-run[k], 1e-9))
		}
		h.folds = append(h.folds, to)
	}
	end := float64(h.n)
	h.pleats = map[int]bool{}
	marks := h.cells.folds
	if len(marks) < 2 {
		hung(0, end)
		return
	}
	const apart = 0.02
	if marks[0] > apart {
		hung(0, marks[0])
	}
	for k, at := range marks {
		next := end
		if k+1 < len(marks) {
			next = marks[k+1]
		} else if last := marks[k] + (marks[k]-marks[k-1])*1.5; last < end { // the last is as wide as the one before it
			next = marks[k] + (marks[k] - marks[k-1])
		}
		if next > at+apart && next <= end {
			h.pleats[len(h.folds)-1] = true
			h.folds = append(h.folds, next)
		}
	}
	if last := h.folds[len(h.folds)-1]; last < end-apart {
		hung(last, end)
	} else {
		h.folds[len(h.folds)-1] = end
	}
}

// within is where a place in cells and parts of one lies in a list of what the cuts have.
func within(list []float64, at float64) float64 {
	k := min(int(at), len(list)-2)
	return list[k] + (list[k+1]-list[k])*(at-float64(k))
}
