package store

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What is said of the hours is what the calendar has: a day where all are alike, else a week.
func TestPaceIsWhatTheCalendarHas(t *testing.T) {
	e := Ensemble{Hours: 1.5}
	assert.Equal(t, "1.5 h a day", e.Pace())
	assert.Equal(t, "1.5", e.TypedHours())
	e.Hours = 6.0 / 7
	assert.Equal(t, "6 h a week", e.Pace())
	assert.Equal(t, "6 a week", e.TypedHours())
	e.Planning.Hours = &[7]float64{3, 0, 0, 0, 0, 0, 3}
	assert.Equal(t, "6 h a week", e.Pace())
	e.Planning.Hours = &[7]float64{2, 2, 2, 2, 2, 2, 2}
	assert.Equal(t, "2 h a day", e.Pace())
}
