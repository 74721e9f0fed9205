package dxf

import (
	"bufio"
	"bytes"
	"math"
	"strconv"
	"strings"
	"testing"

	"ardentgusset/core/lay"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// pairs reads a file back as the format is laid down: a code and a value, each on a line of its own.
func pairs(t *testing.T, text string) (codes []int, values []string) {
	lines := bufio.NewScanner(strings.NewReader(text))
	for lines.Scan() {
		code, err := strconv.Atoi(strings.TrimSpace(lines.Text()))
		require.NoError(t, err)
		require.True(t, lines.Scan(), "a code without its value")
		codes, values = append(codes, code), append(values, lines.Text())
	}
	return codes, values
}

// A lay is written whole: its sections in order, a border for every copy, and its names in the format's letters.
func TestLay(t *testing.T) {
	j := lay.Job{Cloth: lay.Cloth{Width: 1400, Selvedge: 10, Flaws: [][]lay.XY{{{10, 10}, {30, 10}, {20, 30}}}},
		Pieces: []lay.Piece{{ID: "a", Count: 2, Outline: []lay.XY{{0, 0}, {200, 0}, {200, 100}, {0, 100}}}}}
	r := lay.Result{Length: 450, Placements: []lay.Placement{{ID: "a", X: 0, Y: 20}, {ID: "a", Copy: 1, X: 220, Y: 20}, {ID: "gone"}}}
	var b bytes.Buffer
	require.NoError(t, Lay(&b, j, r, map[string]string{"a": "Rückenteil 🧵"}))
	codes, values := pairs(t, b.String())
	var names []string
	borders, depth := map[string]int{}, 0
	for i, code := range codes {
		switch {
		case code == 0 && values[i] == "SECTION":
			depth++
		case code == 0 && values[i] == "ENDSEC":
			depth--
		case code == 0 && values[i] == "POLYLINE":
			borders[values[i+1]]++
		case code == 1 && strings.Contains(values[i], "teil"):
			names = append(names, values[i])
		}
		require.GreaterOrEqual(t, depth, 0)
	}
	assert.Zero(t, depth)
	assert.Equal(t, "EOF", values[len(values)-1])
	assert.Equal(t, map[string]int{"CLOTH": 1, "FLAW": 1, "CUT": 2}, borders)
	assert.Equal(t, []string{`R\U+00FCckenteil ? 1`, `R\U+00FCckenteil ? 2`}, names, "what the format has no code for becomes no other letter")
}

// A number that is none never reaches the file.
func TestNumbers(t *testing.T) {
	var b bytes.Buffer
	d := &writer{w: &b}
	d.pair(10, math.NaN())
	d.pair(20, math.Inf(1))
	assert.Equal(t, " 10\n0.0000\n 20\n0.0000\n", b.String())
	assert.Equal(t, "a  b", text("a\n\x7fb"))
}
