package draught

import (
	"math"
	"testing"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Lengths as they are typed: with fractions, units mixed freely, and names.
func TestLengthsAsTheyAreTyped(t *testing.T) {
	names := Names{"B": 900, "u": 37.5, "waist": 700}
	for text, mm := range map[string]float64{"27 5/8": 701.675, "9 3/16": 233.3625, "9½": 241.3, "3/8": 9.525, "2.5 cm": 25, "1 1/2 in": 38.1, "5/8\"": 15.875,
		"B/4 + 1/2 in": 237.7, "waist / 2 + 20 mm": 370, "B/4+1/2": 237.7, "2u": 0, "2*u - 1 cm": 65, "(B + waist)/8": 200, "-1/4": -6.35, "12mm": 12, "7": 177.8} {
		got, err := Measured(text, measure.IN, names)
		if text == "2u" { // a product is written as one
			assert.Error(t, err)
			continue
		}
		require.NoError(t, err, text)
		assert.InDelta(t, mm, got, 1e-9, text)
	}
	for _, text := range []string{"", "B*B", "1/0", "hips", "(1", "1)", "1 +", "∞", "9/B", "1e99", "((((((((((((((((((((((((((((((((((((((((((1"} {
		_, err := Measured(text, measure.IN, names)
		assert.Error(t, err, text)
	}
}

// Rows of a draught, worked by hand in sixteenths of an inch.
func TestPointsOfADraught(t *testing.T) {
	d, err := Read(`# a back
1 at 0, 0
2 from 1 down 16 1/4
3 from 1 down 7 3/8
4 from 3 right 9 1/2
5 from 3 to 4 half, down 3/8
6 from 4 at 225° 1 3/4
7: 1–4 meets 2–3
8 on 1–4 level with 6
9 from 1 10, to meet 3–4, nearer to 4
10 from 1 8, from 4 8, farther from 2
11 from 2 square to 1–2 3 left
12 from 3 to 4 -1`, measure.IN, nil)
	require.NoError(t, err)
	at := func(name string, x, y, by float64) {
		p, ok := d.At(name)
		require.True(t, ok, name)
		assert.InDelta(t, x, p.X, by, name)
		assert.InDelta(t, y, p.Y, by, name)
	}
	at("2", 0, 412.75, 1e-9)
	at("3", 0, 187.325, 1e-9)
	at("4", 241.3, 187.325, 1e-9)
	at("5", 120.65, 196.85, 1e-9)
	at("6", 209.87, 155.89, 0.005)
	at("7", 0, 0, 1e-9)
	at("9", 171.54, 187.325, 0.01)
	at("11", 76.2, 412.75, 1e-9)
	at("12", -25.4, 187.325, 1e-9)
	p, _ := d.At("10")
	one, _ := d.At("1")
	four, _ := d.At("4")
	assert.InDelta(t, 203.2, p.To(one), 1e-6)
	assert.InDelta(t, 203.2, p.To(four), 1e-6)
	assert.Len(t, d.Points(), 12)
	for text, says := range map[string]string{"1 at 0": "not understood", "1 from 2 down 3": "no point 2 yet", "1 at 0,0\n1 at 1,1": "already",
		"a at 0,0\nb at 9,0\nc from a 2, from b 3, nearer to a": "do not meet", "a at 0,0\nb from a down much": "much", "?": "name",
		"a at 0,0\nb at 1,0\nc at 0,1\nd at 1,1\ne a–b meets c–d": "side by side", "a at 0,0\nb at 0,9\nc at 9,9\nd from a 3, to meet b–c": "too far",
		"a at 0,0\nb at 9,0\nc from a 8, from b 8": "two such places"} {
		_, err := Read(text, measure.IN, nil)
		var row *RowError
		require.ErrorAs(t, err, &row, text)
		assert.Contains(t, row.Why, says, text)
	}
}

// A walk along points is a piece against the clock, whichever way it is walked; hollows bend into it by what was asked.
func TestAWalkIsAPiece(t *testing.T) {
	d, err := Read("a at 0, 0\nb from a right 8\nc from b down 16\nd from a down 16\ne at 9, 8\nf at -1, 8", measure.IN, nil)
	require.NoError(t, err)
	for _, walk := range []string{"a–b straight; b–c curve hollow 1/2 at half; c–d; d–a arc 20", "a–d arc 20; d–c; c–b curve hollow 1/2; b-a"} {
		p, err := d.Piece("back", "Back", walk)
		require.NoError(t, err, walk)
		line, _ := p.Outline()
		box := plane.BoxOf(line)
		assert.InDelta(t, 16*25.4, box.Height(), 1e-6)
		// Half an inch hollow takes two thirds of that by the height; an arc adds its segment.
		assert.InDelta(t, (8*16-16*0.5*2/3+16*2.0/3*1.67)*25.4*25.4, plane.Area(line), 0.02*8*16*25.4*25.4)
		assert.Positive(t, plane.Area(line))
		assert.InDelta(t, 8*25.4, box.Max.X, 1e-6, "hollow stays inside")
		assert.Less(t, box.Min.X, -30.0, "the arc bows out")
		require.NoError(t, p.Fault())
	}
	p, err := d.Piece("x", "X", "a–b; b–c curve through e; c–d; d–a curve through f")
	require.NoError(t, err)
	line, _ := p.Outline()
	assert.InDelta(t, 10*25.4, plane.BoxOf(line).Width(), 2)
	for walk, says := range map[string]string{"a–b": "close", "a–b; c–d": "begins at c", "a–b; b–c wavy; c–a": "wavy", "a–c; c–b; b–d; d–a": "crosses",
		"a–b; b–z; z–a": "no point z", "a–b; b–c arc 2; c–a": "at least"} {
		_, err := d.Piece("x", "X", walk)
		assert.ErrorContains(t, err, says, walk)
	}
}

// Shapes by their measures: areas and edges as plane geometry has them, sound as pieces.
func TestShapes(t *testing.T) {
	for _, x := range []struct {
		as    Shape
		s     Sizes
		area  float64
		edges map[string]float64
	}{
		{RectangleOf, Sizes{Wide: 300, High: 900}, 270000, map[string]float64{"top": 300, "left": 900}},
		{GoreOf, Sizes{Top: 120, Bottom: 400, High: 900}, 900 * 260, map[string]float64{"top": 120, "bottom": 400, "left": 900, "right": 900}},
		{GoreOf, Sizes{Top: 400, Bottom: 120, High: 900}, 900 * 260, map[string]float64{"top": 400, "bottom": 120, "left": 900}},
		{GoreOf, Sizes{Top: 200, Bottom: 200, High: 500}, 100000, map[string]float64{"top": 200, "left": 500}},
		{TriangleOf, Sizes{Bottom: 100, High: 150}, 7500, map[string]float64{"bottom": 100, "left": 158.114}},
		{GussetOf, Sizes{Wide: 80, High: 120}, 4800, map[string]float64{"upper-left": 72.111}},
		{CircleOf, Sizes{Inner: 700, Deep: 600, Angle: 180}, math.Pi / 2 * (math.Pow(700/math.Pi+600, 2) - math.Pow(700/math.Pi, 2)),
			map[string]float64{"top": 700, "bottom": 700 + 600*math.Pi, "left": 600}},
		{BandOf, Sizes{Long: 400, Deep: 40, Rise: 0}, 16000, map[string]float64{"top": 400}},
		{BandOf, Sizes{Long: 400, Deep: 40, Rise: -30}, 15780, map[string]float64{"left": 40}},
		{StripOf, Sizes{Start: 60, End: 20, Long: 500}, 20000, map[string]float64{"bottom": 60, "top": 20}},
	} {
		p, err := Shaped("a", "A", x.as, x.s)
		require.NoError(t, err, x.as)
		line, _ := p.Outline()
		assert.InDelta(t, x.area, plane.Area(line), 0.006*x.area, "%s %v", x.as, x.s)
		for id, long := range x.edges {
			e, ok := p.Edge(id)
			require.True(t, ok, "%s %s", x.as, id)
			assert.InDelta(t, long, e.Length(), 0.002*long, "%s %s", x.as, id)
		}
		_, _, crossed := plane.Crossing(line)
		assert.False(t, crossed)
	}
	for _, x := range []struct {
		as Shape
		s  Sizes
	}{{RectangleOf, Sizes{Wide: 1}}, {CircleOf, Sizes{Inner: 9, Deep: 9, Angle: 400}}, {"star", Sizes{}}, {GoreOf, Sizes{Top: math.NaN()}}, {BandOf, Sizes{Long: 9, Deep: 9, Rise: 90}}} {
		_, err := Shaped("a", "A", x.as, x.s)
		assert.Error(t, err)
	}
}
