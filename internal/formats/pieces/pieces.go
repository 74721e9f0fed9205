// Package pieces reads pieces of a pattern from any of the files that hold some, told apart by what they begin with.
package pieces

import (
	"bytes"
	"fmt"

	"ardentgusset/core/alter"
	"ardentgusset/core/written"
	"ardentgusset/internal/formats/draughtjson"
	"ardentgusset/internal/formats/drawn"
)

// Read reads pieces from the pattern format, a draught, an SVG or a DXF file. unit is how many mm a unit of a drawing is that does not say
// so, 0 for not known; left is what a drawing has besides outlines, by its kind.
func Read(data []byte, unit float64) (set alter.Set, left map[string]int, err error) {
	var d *drawn.Drawing
	switch start := bytes.TrimSpace(bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))); {
	case len(data) > drawn.MostBytes:
		return set, nil, fmt.Errorf("it has %d bytes; %d at most", len(data), drawn.MostBytes)
	case draughtjson.Is(data):
		set, err = draughtjson.Read(data)
		return set, nil, err
	case bytes.HasPrefix(start, []byte("{")):
		set, err = written.Read(data)
		return set, nil, err
	case bytes.HasPrefix(start, []byte("<")):
		d, err = drawn.SVG(bytes.NewReader(data))
	default:
		d, err = drawn.DXF(bytes.NewReader(data))
	}
	if err != nil {
		return set, nil, err
	}
	set, err = d.Pieces(unit)
	return set, d.Left, err
}
