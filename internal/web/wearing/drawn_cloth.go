package wearing

import (
	"encoding/base64"
	"encoding/binary"
	"math"

	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// drawnSheet is cloth as it hangs, of the left half: rows of points from where it is held down, each from the centre front to the
// centre back. The right half is its mirror image.
type drawnSheet struct {
	Rows    int `json:"rows"`
	Columns int `json:"columns"`
	// Points are x to the left, y towards the back and the drop below the waist of each, row by row, in tenths of a millimetre: signed
	// numbers of two bytes, the low one first, in base64.
	Points string `json:"p"`
	// In is how deep in a fold each lies, 0 to 255, in base64.
	In string `json:"in"`
}

// drawSheets are what hangs of a stage's garment in folds, and the drop that it begins at.
func drawSheets(stage *ensemble.Stage) (out []drawnSheet, from float64) {
	sheets := drape.Drapes(&stage.Draft, stage.On, stage.Fabric.Bends(), float64(stage.Fabric.Thickness))
	for i, s := range sheets {
		points, in := make([]byte, 0, 6*len(s.On)), make([]byte, 0, len(s.On))
		for _, p := range s.On {
			for _, x := range [3]float64{p.X, -p.Y, -p.Z} {
				points = binary.LittleEndian.AppendUint16(points, uint16(int16(min(max(math.Round(10*x), math.MinInt16), math.MaxInt16))))
			}
			in = append(in, byte(math.Round(255*min(max(p.In, 0), 1))))
		}
		out = append(out, drawnSheet{s.Rows, s.Columns, base64.StdEncoding.EncodeToString(points), base64.StdEncoding.EncodeToString(in)})
		if i == 0 {
			from = -s.On[0].Z
			for _, p := range s.Row(0) {
				from = min(from, -p.Z)
			}
		}
	}
	return out, from
}

// heldUpTo are the rings of a garment that lie above where its cloth begins to hang.
func heldUpTo(surface figure.Surface, drop float64) figure.Surface {
	var out figure.Surface
	for _, r := range surface {
		if r.Drop >= drop-0.5 {
			break
		}
		out = append(out, r)
	}
	if s, ok := surface.At(drop); ok {
		out = append(out, figure.Ring{Drop: drop, Section: s})
	}
	return out
}
