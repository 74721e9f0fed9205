package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// flounced is a straight strip that goes round and is gathered on to a line that is marked on what carries it.
type flounced struct {
	piece *pattern.Piece
	row   float64 // how far above its lower edge its gathering row lies, mm
	nth   int     // which of the lines on what carries it, the lowest first
}

// flouncesOf are the strips of a draft that are set on, the lowest first, as their lines are marked.
func flouncesOf(d *draft.Draft) (out []flounced) {
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if p.Hidden || p.Of != "" || p.Fold != "" || !ringed(p, d.Seams) {
			continue
		}
		line, _ := p.Outline()
		b := plane.BoxOf(line)
		sum, count := 0.0, 0.0
		for _, m := range p.Marks {
			if m.Kind == pattern.Gather && len(m.Path) > 1 && plane.Length(m.Path) > 0.8*b.Width() {
				sum, count = sum+middle(m.Path).Y-b.Min.Y, count+1
			}
		}
		if count > 0 && sum/count > b.Height()/2 {
			out = append(out, flounced{p, sum / count, len(out)})
		}
	}
	return out
}

// ringed tells whether a piece is sewn to copies of itself all round, and to nothing else.
func ringed(p *pattern.Piece, seams []pattern.Seam) bool {
	own := false
	for _, s := range seams {
		if s.A.Piece != p.ID && s.B.Piece != p.ID {
			continue
		}
		if s.A.Piece != s.B.Piece || s.A.Edge == s.B.Edge || s.Join != pattern.Beside {
			return false
		}
		own = true
	}
	return own
}

// lines are, for each panel of a sheet, how far down it its n-th marked line lies, as a part of its length; false where one has none.
func (s *Sheet) lines(d *draft.Draft, nth int) (out []float64, ok bool) {
	for _, p := range s.panels {
		share, found := 0.0, 0
		for i := range d.Pieces {
			if d.Pieces[i].ID != p.Piece {
				continue
			}
			for _, m := range d.Pieces[i].Marks {
				if m.Kind != pattern.Section || len(m.Path) < 2 {
					continue
				}
				if found == nth {
					q := middle(m.Path)
					_, up := placeOn(p.Upper, q)
					_, low := placeOn(p.Lower, q)
					share = up / max(up+low, 1e-9)
				}
				found++
			}
		}
		if found <= nth {
			return nil, false
		}
		out = append(out, share)
	}
	return out, true
}

// set hangs a flounce on the line of a sheet that carries it, over all that is on it already.
func (f *flounced) set(d *draft.Draft, base *Sheet, over []*Sheet, on figure.Figure, bending, thick, floor float64) *Sheet {
	at, ok := base.lines(d, f.nth)
	if !ok {
		return nil
	}
	line := make([]Point, base.Columns)
	for col := range line {
		panel, _, _ := base.Place(0, col)
		k, share := base.at[col], at[panel]
		end := within(base.cells.deep[rows], k)
		for j := 1; j <= rows; j++ {
			from, to := within(base.cells.deep[j-1], k), within(base.cells.deep[j], k)
			if to >= share*end || j == rows {
				x := min(max((share*end-from)/max(to-from, 1e-9), 0), 1)
				a, b := base.On[(j-1)*base.Columns+col], base.On[j*base.Columns+col]
				line[col] = Point{X: a.X + (b.X-a.X)*x, Y: a.Y + (b.Y-a.Y)*x, Z: a.Z + (b.Z-a.Z)*x}
				break
			}
		}
	}
	reach, z := reached(line)
	rowsOf := []ring{{z, reach}}
	for _, s := range over {
		for j := range s.Rows {
			r, at := reached(s.Row(j))
			rowsOf = append(rowsOf, ring{at, r})
		}
	}
	g := ground(-z, floor, func(drop float64) [bearings]float64 {
		out := reach
		for _, r := range rowsOf {
			if r.z <= z && -r.z <= drop { // it hangs over all that stands out above
				for m := range out {
					out[m] = max(out[m], r.reach[m])
				}
			}
		}
		for m := range out {
			out[m] += thick
		}
		return out
	})
	if hang := d.Wear.Hang; f.nth == 0 && d.Wear.Train == 0 { // tucks take some of its length
		g.ends = func(float64) float64 { return hang[len(hang)-1].Drop }
	}
	return Hang(f.panels(2*g.round()), g, bending, floor)
}

// ring is what a row reaches by the bearing, and how high it lies.
type ring struct {
	z     float64
	reach [bearings]float64
}

// panels are the flounce's copies from the centre front on, below its gathering row, gathered on to what is so far round.
func (f *flounced) panels(round float64) (out []Panel) {
	line, _ := f.piece.Outline()
	b := plane.BoxOf(line)
	w, y := b.Width(), b.Min.Y+f.row
	var lower []plane.Point
	for _, e := range f.piece.Edges {
		if kind := e.Kind; e.Turned || kind == pattern.Hem || middle(e.Line).Y < b.Min.Y+0.3*b.Height() && !rises(&e, plane.Pt(0, -1)) {
			lower = append(lower, e.Line...)
		}
	}
	if lower = plane.Join(lower); len(lower) < 2 {
		lower = []plane.Point{b.Min, {X: b.Max.X, Y: b.Min.Y}}
	}
	one := Panel{Piece: f.piece.ID, Upper: []plane.Point{{X: b.Min.X, Y: y}, {X: b.Max.X, Y: y}}, Lower: lower,
		Front: []plane.Point{{X: b.Min.X, Y: y}, lower[0]}, Back: []plane.Point{{X: b.Max.X, Y: y}, lower[len(lower)-1]},
		Taken: []Taken{{w, round / float64(f.piece.Cut)}}}
	left := float64(f.piece.Cut) / 2
	for ; left >= 1; left-- {
		out = append(out, one)
	}
	if left > 0.01 {
		out = append(out, one.part(left))
	}
	return out
}

// reached is how far out a row of points lies by the bearing, and how high on the mean.
func reached(row []Point) (reach [bearings]float64, z float64) {
	const wide = 4
	var seen [bearings]bool
	for _, p := range row {
		r := math.Hypot(p.X, p.Y)
		at := int(math.Round(math.Atan2(math.Abs(p.X), p.Y) / math.Pi * (bearings - 1)))
		z += p.Z / float64(len(row))
		for m := max(at-wide, 0); m <= min(at+wide, bearings-1); m++ {
			reach[m], seen[m] = max(reach[m], r), true
		}
	}
	for m := 1; m < bearings; m++ {
		if !seen[m] {
			reach[m] = reach[m-1]
		}
	}
	var even [bearings]float64 // a hem that is set on does not follow every fold
	for m := range even {
		sum, count := 0.0, 0.0
		for k := max(m-wide, 0); k <= min(m+wide, bearings-1); k++ {
			sum, count = sum+reach[k], count+1
		}
		even[m] = sum / count
	}
	return even, z
}

// Outside is how far out sheets hang, on the mean of their folds, at a drop in the direction of a place (x to the left, y forward); 0
// where they do not.
func Outside(sheets []*Sheet) func(x, y, drop float64) float64 {
	lies := profile(sheets)
	return func(x, y, drop float64) float64 {
		reach, ok := lies.at(drop)
		if !ok {
			return 0
		}
		at := math.Atan2(math.Abs(x), y) / math.Pi * (bearings - 1)
		m := min(int(at), bearings-2)
		if reach[m] == 0 || reach[m+1] == 0 {
			return 0
		}
		return reach[m] + (reach[m+1]-reach[m])*(at-float64(m))
	}
}

// profiles are how far out cloth hangs in each direction on the mean of its folds, from a height down, a step apart; 0 where none hangs.
type profiles struct {
	top   float64
	reach [][bearings]float64
}

// profile is that of sheets that hang one below or over the other. Their rows need not be level.
func profile(sheets []*Sheet) (out profiles) {
	low := math.Inf(1)
	out.top = math.Inf(-1)
	for _, s := range sheets {
		for _, p := range s.On {
			low, out.top = min(low, p.Z), max(out.top, p.Z)
		}
	}
	if low >= out.top {
		return profiles{}
	}
	out.reach = make([][bearings]float64, int((out.top-low)/step)+1)
	for _, s := range sheets {
		var above evened
		for j := range s.Rows {
			row := averaged(s.Row(j)[:s.Shown()])
			for m := range bearings {
				if j > 0 && above.reach[m] > 0 && row.reach[m] > 0 {
					out.between(m, above.z[m], above.reach[m], row.z[m], row.reach[m])
				}
			}
			above = row
		}
	}
	return out
}

// between notes that in a direction cloth hangs from one height, where it reaches so far out, to a lower one.
func (p *profiles) between(m int, z0, r0, z1, r1 float64) {
	first := max(int(math.Ceil((p.top-z0)/step)), 0)
	for i := first; i < len(p.reach); i++ {
		z := p.top - step*float64(i)
		if z < z1 {
			break
		}
		k := (z0 - z) / max(z0-z1, 1e-9)
		p.reach[i][m] = max(p.reach[i][m], r0+(r1-r0)*k)
	}
}

// evened is a row of cloth by the direction: how high it lies and how far out, on the mean of its folds.
type evened struct{ z, reach [bearings]float64 }

// averaged is a row of points with its folds evened.
func averaged(row []Point) (out evened) {
	const wide = 5
	var count [bearings]float64
	for _, p := range row {
		r := math.Sqrt(p.X*p.X + p.Y*p.Y)
		at := int(math.Round(math.Atan2(math.Abs(p.X), p.Y) / math.Pi * (bearings - 1)))
		for m := max(at-wide, 0); m <= min(at+wide, bearings-1); m++ {
			out.reach[m], out.z[m], count[m] = out.reach[m]+r, out.z[m]+p.Z, count[m]+1
		}
	}
	last := bearings - 1
	for last > 0 && count[last] == 0 {
		last--
	}
	for m := range bearings { // beside an open front there is nothing
		if count[m] > 0 {
			out.reach[m], out.z[m] = out.reach[m]/count[m], out.z[m]/count[m]
		} else if m > 0 && m < last {
			out.reach[m], out.z[m] = out.reach[m-1], out.z[m-1]
		}
	}
	return out
}

// at is how far out it hangs at a drop in each direction, 0 where it does not; false above and below all of it.
func (p *profiles) at(drop float64) (out [bearings]float64, ok bool) {
	at := (p.top + drop) / step
	i := int(math.Floor(at))
	if i < 0 || i >= len(p.reach) {
		return out, false
	}
	k := at - float64(i)
	next := &p.reach[min(i+1, len(p.reach)-1)]
	for m := range out {
		switch a, b := p.reach[i][m], next[m]; {
		case a == 0 || b == 0:
			out[m] = max(a, b)
		default:
			out[m] = a + (b-a)*k
		}
	}
	return out, true
}
