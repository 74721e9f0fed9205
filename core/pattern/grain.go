package pattern

import (
	"math"

	"ardentgusset/core/plane"
)

// GrainArrow is the arrow of the lengthwise grain where the piece is widest, inside an outline of
// it, its heads as large as asked, mm: the line and its two heads.
func (p *Piece) GrainArrow(outline []plane.Point, head float64) [][]plane.Point {
	way := plane.Pt(0, 1).Turned(p.GrainDegrees * math.Pi / 180)
	c := plane.Middle(outline, 0.58)
	half := 130.0
	if p.GrainDegrees == 0 {
		half = min(half, plane.BoxOf(outline).Height()*0.3)
	}
	for _, span := range plane.Spans(outline, c, way) {
		if span[0] < 0 && span[1] > 0 { // never out over the edge
			c = c.Add(way.Times((span[0] + span[1]) / 2))
			half = min(half, (span[1]-span[0])*0.36)
		}
	}
	up, down := c.Add(way.Times(half)), c.Add(way.Times(-half))
	a := min(head, half*0.4)
	tip := func(at, back plane.Point) []plane.Point {
		return []plane.Point{at.Add(back.Times(a)).Add(back.Left().Times(a * 0.5)), at,
			at.Add(back.Times(a)).Add(back.Right().Times(a * 0.5))}
	}
	return [][]plane.Point{{down, up}, tip(up, way.Times(-1)), tip(down, way)}
}

// Turns are the ways the piece may lie on cloth whose lengthwise grain runs as its own would
// without GrainDegrees, counter-clockwise in degrees. On the true bias either bias serves.
func (p *Piece) Turns() []float64 {
	turn := func(a float64) float64 { return math.Mod(a+720, 360) }
	g := p.GrainDegrees
	if math.Abs(math.Abs(g)-45) < 1e-9 {
		return []float64{45, 135, 225, 315}
	}
	return []float64{turn(-g), turn(180 - g)}
}
