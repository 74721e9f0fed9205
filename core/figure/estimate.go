package figure

import (
	_ "embed"
	"fmt"
	"math"
	"strconv"
	"strings"
	"sync"

	"ardentgusset/core/measure"

	"gonum.org/v1/gonum/mat"
)

//go:embed bodies.csv
var bodiesCSV string

// Columns of the table that hold no lengths.
const columnGender = 24

// bodies is the table of 507 adults, lengths in millimetres.
var bodies = sync.OnceValue(func() [][]float64 {
	var rows [][]float64
	for i, line := range strings.Split(strings.TrimSpace(bodiesCSV), "\n") {
		if i == 0 {
			continue
		}
		cells := strings.Split(strings.TrimSpace(line), ",")
		row := make([]float64, len(cells))
		for j, c := range cells {
			// The table is built in, and a test reads every cell of it.
			v, _ := strconv.ParseFloat(c, 64)
			if j != columnGender {
				v *= 10
			}
			row[j] = v
		}
		rows = append(rows, row)
	}
	return rows
})

// Estimate is a reading that nobody took.
type Estimate struct {
	Value  measure.Length
	Spread measure.Length // ±, two standard deviations
	Reason Reason
}

// estimateFrom predicts one column of the table from others by ordinary least
// squares over the bodies of a group. The spread is twice the standard error
// of a single new body's prediction (Draper and Smith, Applied Regression
// Analysis, ch. 3).
func estimateFrom(group Group, column int, known map[int]float64) (value, spread float64) {
	var keys []int
	for c := range known {
		if c != column {
			keys = append(keys, c)
		}
	}
	// Map order must not decide the last digit.
	for i := range keys {
		for j := i + 1; j < len(keys); j++ {
			if keys[j] < keys[i] {
				keys[i], keys[j] = keys[j], keys[i]
			}
		}
	}
	var rows [][]float64
	for _, b := range bodies() {
		if group == AllBodies || group == "" || (b[columnGender] == 0) == (group == Women) {
			rows = append(rows, b)
		}
	}
	n, p := len(rows), len(keys)+1
	x := mat.NewDense(n, p, nil)
	y := mat.NewVecDense(n, nil)
	for i, r := range rows {
		x.Set(i, 0, 1)
		for j, k := range keys {
			x.Set(i, j+1, r[k])
		}
		y.SetVec(i, r[column])
	}
	var qr mat.QR
	qr.Factorize(x)
	var beta mat.VecDense
	if err := qr.SolveVecTo(&beta, false, y); err != nil {
		// Only columns that depend on one another can do this, and the table
		// has none; the plain mean is still a fair answer.
		return meanOf(rows, column)
	}
	var rss float64
	for i := range n {
		d := y.AtVec(i) - mat.Dot(x.RowView(i), &beta)
		rss += d * d
	}
	at := mat.NewVecDense(p, nil)
	at.SetVec(0, 1)
	for j, k := range keys {
		at.SetVec(j+1, known[k])
	}
	// Leverage of the new body: xᵀ(XᵀX)⁻¹x.
	var xtx mat.Dense
	xtx.Mul(x.T(), x)
	var w mat.VecDense
	leverage := 1.0
	if err := w.SolveVec(&xtx, at); err == nil {
		leverage = mat.Dot(at, &w)
	}
	s := math.Sqrt(rss / float64(n-p))
	return mat.Dot(at, &beta), 2 * s * math.Sqrt(1+math.Max(leverage, 0))
}

func meanOf(rows [][]float64, column int) (mean, spread float64) {
	for _, r := range rows {
		mean += r[column] / float64(len(rows))
	}
	for _, r := range rows {
		spread += (r[column] - mean) * (r[column] - mean) / float64(len(rows)-1)
	}
	return mean, 2 * math.Sqrt(spread)
}

// Underbust as a part of the bust girth, with two standard deviations; and
// depth as a part of breadth where there is no pair of readings.
const underbustShare, underbustSpread = 0.87, 0.06

// estimate fills in a missing bare reading from those that were taken.
func estimate(m Measurement, group Group, taken map[string]measure.Length) Estimate {
	known := map[int]float64{}
	var from []string
	for _, k := range measurements {
		if v, ok := taken[k.Key]; ok && k.column >= 0 && k.Key != m.Key {
			known[k.column] = float64(v)
			from = append(from, strings.ToLower(k.Label))
		}
	}
	who := map[Group]string{Women: "260 women", Men: "247 men"}[group]
	if who == "" {
		who = "507 adults"
	}
	why := "mean of " + who
	if len(from) > 0 {
		why = fmt.Sprintf("from %s, over %s", strings.Join(from, ", "), who)
	}
	switch {
	case m.column >= 0:
		v, s := estimateFrom(group, m.column, known)
		v = math.Min(math.Max(v, float64(m.Low)), float64(m.High))
		return Estimate{measure.Length(v), measure.Length(s), Reason{why, Bodies}}
	case m.Key == "underbust_girth":
		bust, s := taken["bust_girth"], measure.Length(0)
		if bust == 0 {
			bm, _ := MeasurementOf("bust_girth")
			e := estimate(bm, group, taken)
			bust, s = e.Value, e.Spread
		}
		return Estimate{bust * underbustShare, bust*underbustSpread + s*underbustShare, Reason{"87 parts in 100 of the bust", Memory}}
	default:
		height, s := taken["height"], measure.Length(0)
		if height == 0 {
			hm, _ := MeasurementOf("height")
			e := estimate(hm, group, taken)
			height, s = e.Value, e.Spread
		}
		share := measure.Length(m.share)
		return Estimate{height * share, height*measure.Length(m.spread) + s*share, Reason{fmt.Sprintf("%.3g of the height", m.share), Memory}}
	}
}
