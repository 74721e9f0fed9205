package wearing

import (
	"encoding/base64"
	"encoding/binary"
	"math"

	"ardentgusset/core/drape"
	"ardentgusset/core/figure"
)

// drawnSheet is cloth as it hangs, of the left half: rows of points from where it is held down, each from the centre front to the
// centre back; or what goes round the left arm. The right half is its mirror image.
type drawnSheet struct {
	Rows    int `json:"rows"`
	Columns int `json:"columns"`
	// Closed is set where each row goes round: its last point is followed by its first.
	Closed bool `json:"closed,omitempty"`
	// Points are x to the left, y towards the back and the drop below the waist of each, row by row, in tenths of a millimetre: signed
	// numbers of two bytes, the low one first, in base64.
	Points string `json:"p"`
	// Seams and Edges are lines on it, each x, y, drop, x, y, drop …, mm; the right half's are their mirror images.
	Seams [][]float64 `json:"seams,omitempty"`
	Edges [][]float64 `json:"edges,omitempty"`
	// In is how deep in a fold each lies, 0 to 255, in base64.
	In string `json:"in"`
}

// drawSheet is a sheet with its seams and edges.
func drawSheet(s *drape.Sheet) drawnSheet {
	// Every other point is enough for the eye.
	var on []drape.Point
	for i, p := range s.On {
		if i%s.Columns%2 == 0 {
			on = append(on, p)
		}
	}
	out := sheetOf(on, (s.Columns+1)/2)
	for _, l := range s.Lines() {
		line := make([]float64, 0, 3*len(l.On))
		for _, p := range l.On {
			line = append(line, tenth(p.X), tenth(-p.Y), tenth(-p.Z))
		}
		if l.Edge {
			out.Edges = append(out.Edges, line)
		} else {
			out.Seams = append(out.Seams, line)
		}
	}
	return out
}

// sheetOf writes points, so many in a row.
func sheetOf(on []drape.Point, columns int) drawnSheet {
	points, in := make([]byte, 0, 6*len(on)), make([]byte, 0, len(on))
	for _, p := range on {
		for _, x := range [3]float64{p.X, -p.Y, -p.Z} {
			points = binary.LittleEndian.AppendUint16(points, uint16(int16(min(max(math.Round(10*x), math.MinInt16), math.MaxInt16))))
		}
		in = append(in, byte(math.Round(255*min(max(p.In, 0), 1))))
	}
	return drawnSheet{Rows: len(on) / columns, Columns: columns, Points: base64.StdEncoding.EncodeToString(points),
		In: base64.StdEncoding.EncodeToString(in)}
}

// held are the rings of a garment from its top down to where its cloth begins to hang, which need not be level.
func held(surface figure.Surface, s *drape.Sheet) []drawnRing {
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
	out := drawnRings(above)
	if len(out) == 0 {
		return nil
	}
	last := out[len(out)-1]
	end := drawnRing{Drop: last.Drop}
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
