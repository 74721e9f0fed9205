package measure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestParseAsPeopleType(t *testing.T) {
	for text, mm := range map[string]float64{
		"27 1/2": 698.5, "27-1/2": 698.5, "27–½ in": 698.5, `5'4"`: 1625.6, `5'4-1/2"`: 1638.3, "27.5in": 698.5, "27.5 IN.": 698.5, "70 cm": 700, "70cm": 700, "5⅝": 142.875, "5 ⅝ in": 142.875,
		"⅝ in": 15.875, "1/2": 12.7, "3/4 yd": 685.8, "2 1/4 yd": 2057.4, "5 ft 3 in": 1600.2, `5' 3"`: 1600.2, "5'3": 1600.2,
		"70,5 cm": 705, "1.4 m": 1400, "140 mm": 140, " 14 ": 355.6, ".5": 12.7, "0": 0, "2 yards 9 inches": 2057.4,
	} {
		got, err := Parse(text, IN)
		require.NoError(t, err, text)
		assert.InDelta(t, mm, float64(got), 1e-9, text)
	}
	got, err := Parse("70", CM)
	require.NoError(t, err)
	assert.EqualValues(t, 700, got)
}

// A change may be less than nothing; a length of cloth may not.
func TestSignedLengths(t *testing.T) {
	for text, want := range map[string]float64{"-5 mm": -5, "−1.5": -15, "– 1/2 in": -12.7, "2 cm": 20, "0": 0} {
		got, err := ParseSigned(text, CM)
		require.NoError(t, err, text)
		assert.InDelta(t, want, float64(got), 1e-9, text)
	}
	for _, text := range []string{"--5", "-", "-x", "5-"} {
		_, err := ParseSigned(text, CM)
		assert.Error(t, err, text)
	}
}

func TestParseRefuses(t *testing.T) {
	for _, text := range []string{"", "  ", "-3", "NaN", "inf", "1e9", "27 1/0", "27 1/", "/2", "70 furlongs", "1,250 mm", "3 in 2 ft",
		"5 3", "<script>", "👗", "999999999999 yd", "1..2", "cm", "3 in in", "27 1/2 1/2"} {
		_, err := Parse(text, IN)
		var pe *ParseError
		require.ErrorAs(t, err, &pe, text)
		assert.NotEmpty(t, pe.Why)
	}
}

// Published exact values: 1 in = 25.4 mm, 1 ft = 304.8 mm, 1 yd = 914.4 mm
// (NIST Special Publication 811, appendix B.8).
func TestUnitsAgainstPublishedValues(t *testing.T) {
	for text, mm := range map[string]float64{"1 in": 25.4, "1 ft": 304.8, "1 yd": 914.4, "1 m": 1000} {
		got, err := Parse(text, CM)
		require.NoError(t, err)
		assert.Equal(t, mm, math.Round(float64(got)*1e9)/1e9, text)
	}
}

func TestWrittenLengthsReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := Length(rapid.Float64Range(0, 20000).Draw(t, "mm"))
		for unit, half := range map[Unit]float64{CM: 0.5, IN: 25.4 / 32} {
			back, err := Parse(l.In(unit), unit.Other())
			if err != nil {
				t.Fatalf("%s: %v", l.In(unit), err)
			}
			if d := math.Abs(float64(back - l)); d > half+1e-9 {
				t.Fatalf("%v mm -> %s -> %v mm", l, l.In(unit), back)
			}
		}
	})
}

func TestWriting(t *testing.T) {
	assert.Equal(t, "5⅝ in", Length(142.875).In(IN))
	assert.Equal(t, "5 3/16 in", (5*Inch + 3*Inch/16).In(IN))
	assert.Equal(t, "3/16 in", (3 * Inch / 16).In(IN))
	assert.Equal(t, "14.3 cm", Length(142.875).In(CM))
	assert.Equal(t, "−14 cm", Length(-140).In(CM))
	assert.Equal(t, "0 cm", Length(-0.2).In(CM))
	assert.Equal(t, "−4.5 mm", Length(-4.5).Fine(CM))
	assert.Equal(t, "2⅝ yd", (2.6 * Yard).Bought(IN).AsBought(IN))
	assert.Equal(t, "2.4 m", Length(2310).Bought(CM).AsBought(CM))
}

func TestBoughtIsNeverShort(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := Length(rapid.Float64Range(0, 50000).Draw(t, "mm"))
		for _, u := range []Unit{CM, IN} {
			b := l.Bought(u)
			if b < l-1e-3 || b > l+Yard/8 || b.Bought(u) != b {
				t.Fatalf("%v bought as %v", l, b)
			}
		}
	})
}

func FuzzParse(f *testing.F) {
	for _, s := range []string{"27 1/2", "5⅝", "70 cm", "1e400", "NaN", "5' 3\"", "\xff", "1/0", "0/5 in"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		l, err := Parse(s, IN)
		if err == nil && (math.IsNaN(float64(l)) || l < 0 || l > Longest) {
			t.Fatalf("%q gave %v", s, l)
		}
	})
}

func TestToldLengthsAreSaidInEitherUnit(t *testing.T) {
	text := "gap of " + Tell(50.8) + ", off by " + TellFine(1.25) + "; ⟦not a length⟧"
	assert.Equal(t, "4.6 m", Say(TellLong(4572), CM))
	assert.Equal(t, "5.0 yd", Say(TellLong(4572), IN))
	assert.Equal(t, "gap of 5.1 cm, off by 1.3 mm; ⟦not a length⟧", Say(text, CM))
	assert.Equal(t, "gap of 2 in, off by 1/16 in; ⟦not a length⟧", Say(text, IN))
}
