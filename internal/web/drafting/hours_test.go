package drafting

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Hours are typed by the day or by the week, as people have them.
func TestHoursADayOrAWeek(t *testing.T) {
	for typed, hours := range map[string]float64{"1.5": 1.5, "2 h": 2, "1,5": 1.5, "1 1/2": 1.5, "6 a week": 6.0 / 7, "14 hours a week": 2, "7/week": 1} {
		got, err := hoursADay(typed)
		require.NoError(t, err, typed)
		assert.InDelta(t, hours, got, 1e-6, typed)
	}
	for _, typed := range []string{"0", "-2", "25", "1 a week", "six", "a week", "NaN", "200 a week", "1e9", ""} {
		_, err := hoursADay(typed)
		assert.Error(t, err, typed)
	}
}
