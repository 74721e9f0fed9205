package worn

import (
	"encoding/base64"
	"encoding/binary"
	"encoding/json"
	"math"

	"ardentgusset/core/drape"
)

// Sheet is cloth as it hangs or stands, of the left half: rows of points from where it is held, each from the centre front to the centre
// back; or what goes round the left arm or leg. The right half is its mirror image.
type Sheet struct {
	Columns int
	Closed  bool // each row goes round: its last point is followed by its first
	On      []drape.Point
	// Seams and Edges are lines on it, each x, y towards the back, drop, x, y, drop …, mm; the right half's are their mirror images.
	Seams, Edges [][]float64
	// Cloth is where on its cloth each point lies, along it and across it, mm, where that shows.
	Cloth [][2]float64
}

// Rows is how many it has.
func (s *Sheet) Rows() int { return len(s.On) / s.Columns }

// MarshalJSON writes it as what draws it reads it: the points as x to the left, y towards the back and the drop below the waist, row by
// row, in tenths of a millimetre: signed numbers of two bytes, the low one first, in base64; and how deep in a fold each lies, 0 to 255.
// Where the cloth shows it, along and across, in quarters of a millimetre, in the same way.
func (s Sheet) MarshalJSON() ([]byte, error) {
	points, in := make([]byte, 0, 6*len(s.On)), make([]byte, 0, len(s.On))
	for _, p := range s.On {
		for _, x := range [3]float64{p.X, -p.Y, -p.Z} {
			points = binary.LittleEndian.AppendUint16(points, uint16(int16(min(max(math.Round(10*x), math.MinInt16), math.MaxInt16))))
		}
		in = append(in, byte(math.Round(255*min(max(p.In, 0), 1))))
	}
	cloth := make([]byte, 0, 4*len(s.Cloth))
	for _, u := range s.Cloth {
		for _, x := range u {
			cloth = binary.LittleEndian.AppendUint16(cloth, uint16(int16(min(max(math.Round(4*x), math.MinInt16), math.MaxInt16))))
		}
	}
	return json.Marshal(struct {
		Rows    int         `json:"rows"`
		Columns int         `json:"columns"`
		Closed  bool        `json:"closed,omitempty"`
		Points  string      `json:"p"`
		Seams   [][]float64 `json:"seams,omitempty"`
		Edges   [][]float64 `json:"edges,omitempty"`
		In      string      `json:"in"`
		Cloth   string      `json:"u,omitempty"`
	}{s.Rows(), s.Columns, s.Closed, base64.StdEncoding.EncodeToString(points), s.Seams, s.Edges,
		base64.StdEncoding.EncodeToString(in), base64.StdEncoding.EncodeToString(cloth)})
}

// hung is a sheet of cloth with its seams and edges. Every other point is enough for the eye.
func hung(s *drape.Sheet, on *print) Sheet {
	shown := s.Shown()
	out := Sheet{Columns: (shown + 1) / 2}
	if on != nil {
		var cuts []drape.Cut
		out.Columns, out.On, cuts = s.Columned(2)
		for _, c := range cuts {
			out.Cloth = append(out.Cloth, on.at(c))
		}
	}
	for i, p := range s.On {
		if col := i % s.Columns; on == nil && col%2 == 0 && col < shown {
			out.On = append(out.On, p)
		}
	}
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
