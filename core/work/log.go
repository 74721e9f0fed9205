package work

import "math"

// Logged is a step that was timed: how long it was expected to take and how long it took, minutes.
type Logged struct {
	Station            Station
	Expected, Actually float64
}

// Pace is how a maker's times compare with what was expected, by station: 1.2 takes a fifth longer.
type Pace map[Station]float64

// steady is how many minutes of expected work of a station are worth as much as the usual pace, and drift how far times
// scatter about a pace that is known, as the standard deviation of the logarithm (both from memory).
const steady, drift = 240.0, 0.3

// Learn is a maker's pace: what was logged, shrunk towards the usual while it is little. Of the times of a station, P minutes
// expected and A taken, the pace is (steady + A)/(steady + P).
func Learn(log []Logged) Pace {
	expected, taken := map[Station]float64{}, map[Station]float64{}
	for _, l := range log {
		if l.Expected > 0 && l.Actually > 0 && !math.IsInf(l.Actually, 0) {
			expected[l.Station] += l.Expected
			taken[l.Station] += l.Actually
		}
	}
	out := Pace{}
	for st := range expected {
		out[st] = (steady + taken[st]) / (steady + expected[st])
	}
	return out
}

// Of is the pace at a station; 1 where nothing was logged.
func (p Pace) Of(st Station) float64 {
	if k, ok := p[st]; ok {
		return k
	}
	return 1
}
