package worn

import (
	"math"
	"slices"

	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// Ring is a section of what is worn, seen from above: x to the wearer's left, y towards the back, mm.
type Ring struct {
	Drop float64   `json:"d"`
	Line []float64 `json:"p"`           // x, y, x, y …
	At   []float64 `json:"z,omitempty"` // the drop of each point, where they differ
	In   []int     `json:"m,omitempty"` // how far within the garment each point lies, mm; less than 0 where it is not there
	// Cloth is where on its cloth each point lies, along, across, along …, mm, where that shows.
	Cloth []float64 `json:"u,omitempty"`
}

// ringStep is the least distance between two rings that are drawn, mm; every
// fourth of a section's points is enough for the eye.
const ringStep, everyPoint = 15.0, 4

// shouldersAbove: rings that begin higher than this hold the shoulders, mm.
const shouldersAbove = -320.0

// Rings are a surface's, as many as the eye needs.
func Rings(rings []figure.Ring) []Ring {
	out := []Ring{} // what has none is read as well
	for i, r := range rings {
		// The turn of the shoulder is sharp: what lies above the chest is close
		// together and all needed.
		if n := len(out); i > 0 && i < len(rings)-1 && r.Drop-out[n-1].Drop < ringStep && !(rings[0].Drop < shouldersAbove && i < 25) {
			continue
		}
		d := Ring{Drop: tenth(r.Drop)}
		for k, p := range r.Section.Outline() {
			if k%everyPoint == 0 {
				d.Line = append(d.Line, tenth(p.X), tenth(p.Y))
			}
		}
		out = append(out, d)
	}
	return out
}

// footed is a garment's surface down to its lower edge where that is not level.
func footed(rings []Ring, stage *ensemble.Stage) []Ring {
	const points = 180
	drops, ok := stage.Foot(points)
	if !ok {
		return rings
	}
	highest, worn, made := slices.Min(drops), stage.Draft.Wear.Hung(stage.After), stage.Made()
	var out []Ring
	for _, r := range rings {
		if r.Drop < highest-2 {
			out = append(out, r)
		}
	}
	add := func(drop func(i int) float64, level bool) {
		r := Ring{Drop: tenth(drop(0))}
		for i := 0; i < points; i += everyPoint {
			s := worn.At(drop(i))
			p := s.Outline()[i].Times(made(drop(i)))
			r.Line = append(r.Line, tenth(p.X), tenth(p.Y))
			if !level {
				r.At = append(r.At, tenth(drop(i)))
			}
		}
		if !level {
			r.Drop = tenth(slices.Max(drops))
		}
		out = append(out, r)
	}
	add(func(int) float64 { return highest }, true)
	const steps = 4 // so that the cloth below the highest point follows the form
	for k := 1; k <= steps; k++ {
		part := float64(k) / steps
		add(func(i int) float64 { return highest + (drops[i]-highest)*part }, false)
	}
	return out
}

// held are the rings of a garment from its top down to where its cloth begins to hang, which need not be level.
func held(surface figure.Surface, s *drape.Sheet) []Ring {
	row := s.Row(0)
	from := -row[0].Z
	for _, p := range row {
		from = min(from, -p.Z)
	}
	var above figure.Surface
	for _, r := range surface {
		if r.Drop >= from-1 {
			break
		}
		above = append(above, r)
	}
	if at, ok := surface.At(from); ok {
		above = append(above, figure.Ring{Drop: from, Section: at})
	}
	out := Rings(above)
	if len(out) == 0 {
		return nil
	}
	last := out[len(out)-1]
	end := Ring{Drop: last.Drop}
	for i := 0; i < len(last.Line); i += 2 {
		p := lieAt(row, math.Atan2(math.Abs(last.Line[i]), -last.Line[i+1]))
		end.Line = append(end.Line, tenth(math.Copysign(p.X, last.Line[i])), tenth(-p.Y))
		end.At = append(end.At, tenth(-p.Z))
		end.Drop = max(end.Drop, tenth(-p.Z))
	}
	return append(out, end)
}

// lieAt is the place of a row that is seen in a direction from the axis, radians from the front.
func lieAt(row []drape.Point, way float64) drape.Point {
	for i := 1; i < len(row); i++ {
		a, b := row[i-1], row[i]
		from, to := math.Atan2(a.X, a.Y), math.Atan2(b.X, b.Y)
		if way <= to || i == len(row)-1 {
			k := min(max((way-from)/max(to-from, 1e-9), 0), 1)
			return drape.Point{X: a.X + (b.X-a.X)*k, Y: a.Y + (b.Y-a.Y)*k, Z: a.Z + (b.Z-a.Z)*k}
		}
	}
	return row[0]
}
func tenth(x float64) float64 { return math.Round(x*10) / 10 }
