package pattern

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A bone lies in the middle of its channel: as long as it is, as wide as it is,
// with the same left free at both ends; the channel's two rows are its width
// apart.
func TestABoneLiesInItsChannel(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		long := rapid.Float64Range(80, 400).Draw(t, "channel")
		bone := rapid.Float64Range(40, long-16).Draw(t, "bone")
		width := rapid.Float64Range(4, 12).Draw(t, "width")
		bow := rapid.Float64Range(-15, 15).Draw(t, "bow")
		var path []plane.Point
		for k := 0.0; k <= 1.0001; k += 0.02 {
			path = append(path, plane.Pt(bow*math.Sin(k*math.Pi), k*long))
		}
		m := Mark{Kind: BoneLine, Path: path, Width: width, Channel: width + 2.5, Long: bone}
		bed := m.Bed()
		require.InDelta(t, bone*width, math.Abs(plane.Area(bed)), bone*width*0.03)
		box := plane.BoxOf(bed)
		require.InDelta(t, box.Min.Y, long-box.Max.Y, 1.5, "free alike at both ends")
		rows := m.Strokes()
		require.Len(t, rows, 2)
		gap, _ := plane.Apart(rows[0], rows[1])
		require.InDelta(t, width+2.5, gap, 0.1)
		_, _, crossed := plane.Crossing(bed)
		require.False(t, crossed)
	})
	assert.Nil(t, Mark{Kind: BoneLine, Path: []plane.Point{{}, {Y: 100}}}.Bed(), "a bone of no width has no bed")
	assert.Nil(t, Mark{Kind: Eyelet, Path: []plane.Point{{}}, Width: 5}.Bed())
}

// Every kind of mark of one point has a sign as large as it says, round its
// place, and no other kind has the same.
func TestSignsOfPoints(t *testing.T) {
	same := map[string]MarkKind{}
	for _, l := range LineKinds() {
		k := l.Mark
		if !l.Signed() || k == Loop { // a loop of a busk is a stretch of the seam
			continue
		}
		at := plane.Pt(30, -12)
		sign := fmt.Sprint(Mark{Kind: k, Path: []plane.Point{at}, Width: 8}.Strokes())
		assert.Empty(t, same[sign], "%s is drawn as another", k)
		same[sign] = k
		all := Mark{Kind: k, Path: []plane.Point{at}, Width: 8}.Strokes()
		require.NotEmpty(t, all, k)
		box := plane.BoxOf(all...)
		assert.LessOrEqual(t, max(box.Width(), box.Height()), 12.0, k)
		assert.GreaterOrEqual(t, max(box.Width(), box.Height()), 5.0, k)
		assert.Less(t, box.Centre().To(at), 2.0, k)
	}
	assert.Empty(t, Mark{Kind: Eyelet}.Strokes())
}
