package drape

import (
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// rows is in how many steps cloth is looked at from where it is held down to its lower edge, closer together at the top; columns in
// how many parts at least each panel is.
const rows, columns = 36, 6

// Panel is a piece, or half of one, as it hangs in a strip.
type Panel struct {
	Piece string
	// Upper and Lower run from its front side to its back one, Front and Back from the top down; mm, as the piece is drawn.
	Upper, Lower, Front, Back []plane.Point
	// Taken are how its upper edge is taken in, from the front on, over all of its length.
	Taken []Taken
	// Opens tells of its front and its back side what they are where nothing is beside them.
	FrontIs, BackIs SideIs
	// Folds are how far along the upper edge its pleats begin, from the front on, mm.
	Folds []float64
	// Loops are where tapes draw it up.
	Loops []Loop
	// Ties are how far down its front side tapes tie it back, mm.
	Ties []float64
	// shoulder is set for one that goes up to the shoulder.
	shoulder bool
}

// SideIs is what a side of a panel is.
type SideIs int

// What a side can be.
const (
	Sewn   SideIs = iota // to its neighbour or its mirror image
	Folded               // the middle of a piece, or the fold
	Open                 // nothing is sewn to it
)

// Taken is a stretch of an upper edge: its own length and what that lies on, mm.
type Taken struct{ Own, On float64 }

// Shared is what a stretch lies on that has its part of whatever the others leave.
const Shared = -1

// settled are panels whose upper edges lie on so much together, half way round, with what is shared shared out.
func settled(panels []Panel, round float64) []Panel {
	known, shared := 0.0, 0.0
	for _, p := range panels {
		for _, t := range p.Taken {
			if t.On < 0 {
				shared += t.Own
			} else {
				known += t.On
			}
		}
	}
	if shared == 0 {
		return panels
	}
	const leastLeft = 0.12 // of its own length, whatever the others take
	out := slices.Clone(panels)
	each := max(round-known, leastLeft*shared) / shared
	for i := range out {
		out[i].Taken = slices.Clone(out[i].Taken)
		for k := range out[i].Taken {
			if t := &out[i].Taken[k]; t.On < 0 {
				t.On = each * t.Own
			}
		}
	}
	return out
}

// cells are a strip's cloth between upright cuts, row by row.
type cells struct {
	n     int
	panel []int           // of each cell
	wide  [][]float64     // [row][cell] of cloth, mm
	deep  [][]float64     // [row][cut] from the top, mm
	top   []float64       // [cut] how far round what the top is sewn to, mm
	left  [][]plane.Point // [row][cell] where the cell begins on its piece
	right [][]plane.Point
	folds []float64 // where pleats begin, in cells and parts of one
}

// share is how far down the j-th row lies, as a part of the whole.
func share(j int) float64 {
	x := float64(j) / rows
	return x * math.Sqrt(x)
}

// cut cuts a strip's panels into cells.
func cut(panels []Panel) *cells {
	c := &cells{wide: make([][]float64, rows+1), deep: make([][]float64, rows+1), left: make([][]plane.Point, rows+1),
		right: make([][]plane.Point, rows+1), top: []float64{0}}
	for i := range panels {
		c.add(&panels[i], i)
	}
	return c
}

// cuts are where along its width a panel is cut, as parts of its upper edge: evenly, and where it begins to be taken in.
func (p *Panel) cuts(long float64) []float64 {
	var out []float64
	for k := range columns + 1 {
		out = append(out, float64(k)/columns)
	}
	at := 0.0
	for _, t := range p.Taken {
		at += t.Own
		out = append(out, min(at/max(long, 1e-9), 1))
	}
	slices.Sort(out)
	kept := out[:1]
	for _, u := range out[1:] {
		if u-kept[len(kept)-1] > 0.004 {
			kept = append(kept, u)
		}
	}
	kept[len(kept)-1] = 1
	return kept
}

// lies is how far round what it is sewn to a place along the upper edge lies.
func (p *Panel) lies(along, long float64) (on float64) {
	if len(p.Taken) == 0 {
		return along
	}
	for _, t := range p.Taken {
		if t.Own <= 0 {
			on += t.On
			continue
		}
		part := min(along, t.Own)
		on += t.On * part / t.Own
		if along -= part; along <= 0 {
			break
		}
	}
	return on
}

func (c *cells) add(p *Panel, panel int) {
	long := plane.Length(p.Upper)
	at := p.cuts(long)
	n := len(at) - 1
	upper, lower := make([]plane.Point, n+1), make([]plane.Point, n+1)
	bottom := plane.Length(p.Lower)
	for k, u := range at {
		upper[k], _ = plane.Along(p.Upper, u*long)
		lower[k], _ = plane.Along(p.Lower, u*bottom)
	}
	front, back := plane.Length(p.Front), plane.Length(p.Back)
	c0, c1, c2, c3 := upper[0], upper[n], lower[0], lower[n]
	before := make([]plane.Point, n+1)
	deep := make([]float64, n+1)
	for j := range rows + 1 {
		v := share(j)
		f, _ := plane.Along(p.Front, v*front)
		b, _ := plane.Along(p.Back, v*back)
		line := make([]plane.Point, n+1)
		for k, u := range at { // Coons' patch of its four sides
			q := upper[k].Times(1 - v).Add(lower[k].Times(v)).Add(f.Times(1 - u)).Add(b.Times(u))
			line[k] = q.Sub(c0.Times((1 - u) * (1 - v))).Sub(c1.Times(u * (1 - v))).Sub(c2.Times((1 - u) * v)).Sub(c3.Times(u * v))
		}
		for k := range line {
			if j > 0 {
				deep[k] += before[k].To(line[k])
			}
		}
		if m := len(c.deep[j]); m == 0 {
			c.deep[j] = append(c.deep[j], deep...)
		} else { // at the seam to the panel before both come to
			c.deep[j][m-1] = (c.deep[j][m-1] + deep[0]) / 2
			c.deep[j] = append(c.deep[j], deep[1:]...)
		}
		for k := 1; k <= n; k++ {
			c.wide[j] = append(c.wide[j], line[k-1].To(line[k]))
		}
		c.left[j] = append(c.left[j], line[:n]...)
		c.right[j] = append(c.right[j], line[1:]...)
		copy(before, line)
	}
	from := c.top[len(c.top)-1]
	for k := 1; k <= n; k++ {
		c.top = append(c.top, from+p.lies(at[k]*long, long))
		c.panel = append(c.panel, panel)
	}
	for _, x := range p.Folds {
		u := min(max(x/max(long, 1e-9), 0), 1)
		k := min(max(searched(at, u)-1, 0), n-1)
		c.folds = append(c.folds, float64(c.n+k)+(u-at[k])/(at[k+1]-at[k]))
	}
	c.n += n
}

// searched is the first of a rising list that is more than a number.
func searched(list []float64, x float64) int {
	i, _ := slices.BinarySearch(list, x)
	for i < len(list) && list[i] <= x {
		i++
	}
	return i
}
