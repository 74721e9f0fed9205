package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/stat"
)

// Time is a sample that was timed, and the whole of it.
type Time struct{}

// About describes it.
func (Time) About() About {
	return About{Name: "time", Title: "How long it will take", What: "From a timed sample to the whole, with a spread, and the days " +
		"it fills.",
		Asked: "time how long hours sample estimate deadline embroidery hem days"}
}

// mostSamples is how many may be timed.
const mostSamples = 5

// Parameters are what is asked about it.
func (Time) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		number("whole", "The whole is so many", 1, 1e6, 120, "Eyelets, squares, motifs, hand's breadths of hem."),
		number("sample", "A sample was", 0.1, 1e5, 4, "Of the same."),
		tally("samples", "Samples timed", 1, mostSamples, 2, "Three say much more than one.")}
	for i := range mostSamples {
		list = append(list, given("samples", i+1, number(draft.Key(fmt.Sprintf("t%d", i+1)), fmt.Sprintf("Sample %d took, minutes",
			i+1), 0.05, 10000,
			[]float64{12, 14, 13, 12, 12}[i], "")))
	}
	return append(list, number("done", "Done already", 0, 1e6, 0, "Of the whole."), number("hours", "Hours a day for it", 0.1, 24, 1.5, ""))
}

// Reckon does the sum.
func (Time) Reckon(v draft.Values) (a Answer, err error) {
	left := v.Number("whole") - v.Number("done")
	if left <= 0 {
		return a, wrong(v, "done", "nothing is left to do: less than %s", plainly(v.Number("whole")))
	}
	if v.Number("sample") > v.Number("whole") {
		return a, wrong(v, "sample", "a sample is less than the whole: at most %s", plainly(v.Number("whole")))
	}
	var per []float64
	for i := range v.Whole("samples") {
		per = append(per, v.Number(draft.Key(fmt.Sprintf("t%d", i+1)))/v.Number("sample"))
	}
	mean := stat.Mean(per, nil)
	likely := mean * left
	spread := work.Around(work.Step{Minutes: likely})
	why := "7 to 19 tenths of it: one sample says little"
	if len(per) > 1 {
		// Samples differ, and their mean is off by that over the root of their number; the whole evens out.
		off := max(stat.StdDev(per, nil)/math.Sqrt(float64(len(per)))*left, 0.05*likely)
		spread, why = work.Spread{Low: max(likely-2*off, likely*0.5), Likely: likely, High: likely + 2*off},
			"twice as far as the samples leave their mean in doubt, "+
				"a twentieth at least"
	}
	a.put("each", "One takes, minutes", Plain, mean, "the mean of your samples", figure.Own)
	a.put("likely", "Likely", Minutes, spread.Likely, "times what is left", figure.Own)
	a.put("low", "At best", Minutes, spread.Low, why, figure.Memory)
	a.put("high", "When it goes badly", Minutes, spread.High, why, figure.Memory)
	a.put("days", "Days of it", Plain, math.Ceil(spread.Likely/60/v.Number("hours")*10)/10, "hours over hours a day", figure.Geometry)
	a.put("days_high", "up to", Plain, math.Ceil(spread.High/60/v.Number("hours")*10)/10, "the same, at worst", figure.Geometry)
	a.sum("%s × %s minutes = %s hours", plainly(left), plainly(mean), plainly(spread.Likely/60))
	a.note(false, "Samples flatter",
		"The first are done fresh. Tired hands, bad light and threading are not in them: nearer the upper end.")
	a.box(Cloth, "", 0, 0, spread.High, spread.High/8)
	a.box(Other, "", 0, 0, spread.Likely, spread.High/8)
	a.box(Stitch, "", 0, 0, spread.Low, spread.High/8)
	return a, nil
}
