package outline

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func FuzzRead(f *testing.F) {
	f.Add(`<svg width="10cm" viewBox="0 0 100 100"><polygon points="0,0 50,0 50,40"/></svg>`)
	f.Add(`<svg><rect x="1" y="2" width="30" height="4e1"/></svg>`)
	f.Add(`<svg><path d="M0 0c1 2 3 4 5-6q7 8 9.5.5h3V4z"/></svg>`)
	f.Fuzz(func(t *testing.T, text string) {
		line, err := Read(strings.NewReader(text))
		if err != nil {
			return
		}
		if len(line) < 3 || len(line) > 200 {
			t.Fatalf("%d corners", len(line))
		}
		if _, err := json.Marshal(line); err != nil {
			t.Fatal(err)
		}
	})
}

// A shape of more points than a hand draws is refused at once; one of many is
// thinned and stays where it is.
func TestOutlineOfManyPoints(t *testing.T) {
	drawn := func(n int, turns float64) string {
		var b strings.Builder
		for k := range n {
			a := turns * 2 * math.Pi * float64(k) / float64(n)
			fmt.Fprintf(&b, "%.2f,%.2f ", 500+(400-20*a/math.Pi)*math.Cos(a), 500+(400-20*a/math.Pi)*math.Sin(a))
		}
		return `<svg><polygon points="` + b.String() + `"/></svg>`
	}
	_, err := Read(strings.NewReader(drawn(4000, 1)))
	require.ErrorContains(t, err, "3000 points")
	line, err := Read(strings.NewReader(drawn(2500, 0.9)))
	require.NoError(t, err)
	assert.LessOrEqual(t, len(line), MostCorners)
	begun := time.Now()
	_, err = Read(strings.NewReader(drawn(2999, 9)))
	require.NoError(t, err)
	assert.Less(t, time.Since(begun), 2*time.Second) // 20 ms here
}

// Every command of path data that is read, absolute and relative, draws the same
// house (W3C, SVG 1.1, 8.3: relative coordinates count from the current point).
func TestPathCommands(t *testing.T) {
	want := [][2]float64{{0, 0}, {40, 0}, {40, -30}, {20, -45}, {0, -30}}
	for _, d := range []string{"M0 0 40 0 40 30 20 45 0 30z", "m0 0 40 0 0 30-20 15-20-15z", "M0,0H40V30L20,45L0,30Z", "M0 0h40v30l-20 15l-20-15", "M0 0H4e1V3E+1L20 45 0 30Z M5 5h9v9z"} {
		line, err := Read(strings.NewReader(`<svg><path d="` + d + `"/></svg>`))
		require.NoError(t, err, d)
		assert.Equal(t, want, line, d)
	}
	for _, d := range []string{"M0 0A5 5 0 0 1 9 9", "L", "M0", "M0 0 L5 x", "9 9 9"} {
		_, err := Read(strings.NewReader(`<svg><path d="` + d + `"/></svg>`))
		assert.Error(t, err, d)
	}
}
