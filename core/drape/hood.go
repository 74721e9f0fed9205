package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Hood is the left half of a hood, from the edge round the face to the seam behind, in rows from the neck up: as it is worn over the
// head and as it lies on the back.
type Hood struct {
	Columns  int
	Up, Down []Point
}

// hoodRows and hoodColumns are in how many steps a hood is drawn; headGone is how far above the neck seam a hood has left the neck's
// shape, mm (from memory).
const hoodRows, hoodColumns, headGone = 20, 17, 90.0

// HoodOf is the hood that is sewn to what hangs from the neck; nil for a garment without. Its piece is sewn to its mirror image from the
// neck behind to the top, and its front edge is free.
func HoodOf(d *draft.Draft, on figure.Figure, hangs *Sheet) *Hood {
	face, crown := hoodEdges(d, hangs)
	if face == nil {
		return nil
	}
	neck := hangs.Row(0)
	long := 0.0
	run := make([]float64, len(neck))
	for i := 1; i < len(neck); i++ {
		long += math.Hypot(neck[i].X-neck[i-1].X, neck[i].Y-neck[i-1].Y)
		run[i] = long
	}
	round := func(t float64) Point { // the neck, from the front edge back
		i := 1
		for i < len(neck)-1 && run[i] < t*long {
			i++
		}
		k := min(max((t*long-run[i-1])/max(run[i]-run[i-1], 1e-9), 0), 1)
		a, b := neck[i-1], neck[i]
		return Point{X: a.X + (b.X-a.X)*k, Y: a.Y + (b.Y-a.Y)*k, Z: a.Z + (b.Z-a.Z)*k}
	}
	first, last := neck[0], neck[len(neck)-1]
	middle := (first.Y + last.Y) / 2
	h := &Hood{Columns: hoodColumns}
	high, back := plane.Length(face), plane.Length(crown)
	const head = headRound / (2 * math.Pi)
	for j := range hoodRows { // from the top down, as all sheets run
		s := 1 - float64(j)/(hoodRows-1)
		f, _ := plane.Along(face, s*high)
		c, _ := plane.Along(crown, s*back)
		wide := f.To(c)
		left := smooth(s * high / headGone)
		if left < 1 { // what is more than the neck is folded there
			wide = long + (wide-long)*left
		}
		across := min(head*0.95, wide*2/math.Pi)
		deep := deepOf(across, wide)
		for k := range hoodColumns {
			t := float64(k) / (hoodColumns - 1)
			n := round(t)
			sin, cos := math.Sincos(t * math.Pi / 2)
			up := Point{X: across * cos, Y: middle + head*0.85 - deep*sin, Z: first.Z + s*high}
			up.X, up.Y, up.Z = n.X+(up.X-n.X)*left, n.Y+(up.Y-n.Y)*left, n.Z*(1-left)+up.Z*left
			h.Up = append(h.Up, up)
		}
	}
	for j := range hoodRows {
		s := float64(j) / (hoodRows - 1)
		f, _ := plane.Along(face, s*high)
		c, _ := plane.Along(crown, s*back)
		for k := range hoodColumns {
			t := float64(k) / (hoodColumns - 1)
			h.Down = append(h.Down, lainBack(on, round(t), s, t, s*back, f.To(c)))
		}
	}
	return h
}

// lainBack is a place of a hood that lies on the back: how far up it is of the whole, and how far from the face edge to the middle behind.
func lainBack(on figure.Figure, neck Point, s, t, down, wide float64) Point {
	const rolls, rise, off = 110.0, 26.0, 10.0 // mm of cloth that roll over, how high, and how far it keeps from what is beneath
	x := min(down/rolls, 1)
	z := neck.Z + rise*math.Sin(x*math.Pi)
	falls := max(down-rolls*0.5, 0) * (0.25 + 0.55*math.Sin(t*math.Pi/2))
	z -= falls
	// Further down it lies on the back, as broad as its cloth.
	r := on.At(-z).Reach(180)
	turn := math.Pi - (1-t)*min(wide/max(r, 60), 2.2)
	reach := on.At(-min(z, neck.Z)).Reach(turn*180/math.Pi) + off + 16*math.Sin(s*math.Pi)
	sin, cos := math.Sincos(turn)
	p := Point{X: reach * sin, Y: reach * cos, Z: z}
	k := smooth(down / rolls)
	return Point{X: neck.X + (p.X-neck.X)*k, Y: neck.Y + (p.Y-neck.Y)*k, Z: p.Z, In: 0.3 * (1 - k)}
}

func smooth(x float64) float64 {
	x = min(max(x, 0), 1)
	return x * x * (3 - 2*x)
}

// deepOf is how deep a quarter of an ellipse is that is so far across and so long round.
func deepOf(across, long float64) float64 {
	low, high := 0.0, long
	for range 30 {
		deep := (low + high) / 2
		a, b := across, deep // Ramanujan's first formula, a quarter of it
		if math.Pi/4*(3*(a+b)-math.Sqrt((3*a+b)*(a+3*b))) < long {
			low = deep
		} else {
			high = deep
		}
	}
	return (low + high) / 2
}

// hoodEdges are the front edge of a hood from the neck up, and its seam to its mirror image from the neck behind to the same top.
func hoodEdges(d *draft.Draft, hangs *Sheet) (face, crown []plane.Point) {
	hung := map[string]bool{}
	for _, p := range hangs.panels {
		hung[p.Piece] = true
	}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		held, self := false, ""
		for _, s := range d.Seams {
			switch {
			case s.A.Piece == p.ID && s.B.Piece == p.ID && s.A.Edge == s.B.Edge:
				self = s.A.Edge
			case s.A.Piece == p.ID && hung[s.B.Piece], s.B.Piece == p.ID && hung[s.A.Piece]:
				held = true
			}
		}
		if !held || self == "" || hung[p.ID] || p.Hidden || p.Of != "" {
			continue
		}
		seam, _ := p.Edge(self)
		for k := range p.Edges {
			if e := &p.Edges[k]; e.Kind == pattern.Opening {
				face, crown = e.Line, seam.Line
			}
		}
		if face == nil {
			continue
		}
		if face[0].Y > face[len(face)-1].Y {
			face = plane.Reversed(face)
		}
		if crown[0].Y > crown[len(crown)-1].Y {
			crown = plane.Reversed(crown)
		}
		return face, crown
	}
	return nil, nil
}
