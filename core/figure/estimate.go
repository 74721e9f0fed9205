package figure

import (
	_ "embed"
	"fmt"
	"math"
	"sort"
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

// Table is the table of 507 measured adults as it was published: a line of centimetres each, below one of names.
func Table() string { return bodiesCSV }

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

// moments are the means and the centred sums of products of a group's columns:
// all that a least-squares fit on any of them needs.
type moments struct {
	n     int
	mean  []float64
	cross *mat.SymDense
}

var momentsOf = map[Group]func() moments{
	AllBodies: sync.OnceValue(func() moments { return sums(AllBodies) }),
	Women:     sync.OnceValue(func() moments { return sums(Women) }),
	Men:       sync.OnceValue(func() moments { return sums(Men) }),
}

func sums(group Group) moments {
	var rows [][]float64
	for _, b := range bodies() {
		if group == AllBodies || (b[columnGender] == 0) == (group == Women) {
			rows = append(rows, b)
		}
	}
	k := len(rows[0])
	m := moments{n: len(rows), mean: make([]float64, k), cross: mat.NewSymDense(k, nil)}
	for _, r := range rows {
		for j, v := range r {
			m.mean[j] += v / float64(len(rows))
		}
	}
	for i := range k {
		for j := i; j < k; j++ {
			sum := 0.0
			for _, r := range rows {
				sum += (r[i] - m.mean[i]) * (r[j] - m.mean[j])
			}
			m.cross.SetSym(i, j, sum)
		}
	}
	return m
}

// estimateFrom predicts one column of the table from others by ordinary least
// squares over the bodies of a group. The spread is twice the standard error
// of a single new body's prediction (Draper and Smith, Applied Regression
// Analysis, ch. 3).
func estimateFrom(group Group, column int, known map[int]float64) (value, spread float64) {
	find, ok := momentsOf[group]
	if !ok {
		find = momentsOf[AllBodies]
	}
	m := find()
	var keys []int
	for c := range known {
		if c != column {
			keys = append(keys, c)
		}
	}
	sort.Ints(keys) // map order must not decide the last digit
	p := len(keys)
	plain := func() (float64, float64) {
		return m.mean[column], 2 * math.Sqrt(m.cross.At(column, column)/float64(m.n-1)*(1+1/float64(m.n)))
	}
	if p == 0 {
		return plain()
	}
	xx, xy, at := mat.NewSymDense(p, nil), mat.NewVecDense(p, nil), mat.NewVecDense(p, nil)
	for i, a := range keys {
		for j := i; j < p; j++ {
			xx.SetSym(i, j, m.cross.At(a, keys[j]))
		}
		xy.SetVec(i, m.cross.At(a, column))
		at.SetVec(i, known[a]-m.mean[a])
	}
	var chol mat.Cholesky
	var beta, w mat.VecDense
	// Only columns that depend on one another can fail here, and the table has
	// none; the plain mean is still a fair answer.
	if !chol.Factorize(xx) || chol.SolveVecTo(&beta, xy) != nil || chol.SolveVecTo(&w, at) != nil {
		return plain()
	}
	rss := max(m.cross.At(column, column)-mat.Dot(&beta, xy), 0)
	leverage := 1/float64(m.n) + mat.Dot(at, &w)
	s := math.Sqrt(rss / float64(m.n-p-1))
	return m.mean[column] + mat.Dot(at, &beta), 2 * s * math.Sqrt(1+max(leverage, 0))
}

// Underbust as a part of the bust girth, with two standard deviations; and
// depth as a part of breadth where there is no pair of readings.
const underbustShare, underbustSpread = 0.87, 0.06

// estimate fills in a missing bare reading from those that were taken.
func estimate(m Measurement, group Group, taken map[string]measure.Length) Estimate {
	if e, ok := childEstimate(m.Key, taken); ok {
		return e
	}
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
	case m.column >= 0 && young(taken): // a breadth or a depth
		v, s := estimateFrom(group, m.column, known)
		return Estimate{measure.Length(max(v, 0.5*float64(m.Low))), measure.Length(2 * s), Reason{"as grown people are built; measure it",
			Memory}}
	case m.column >= 0:
		v, s := estimateFrom(group, m.column, known)
		v = min(max(v, float64(m.Low)), float64(m.High))
		return Estimate{measure.Length(v), measure.Length(s), Reason{why, Bodies}}
	case m.Key == "underbust_girth":
		bust, s := taken["bust_girth"], measure.Length(0)
		if bust == 0 {
			bm, _ := MeasurementOf("bust_girth")
			e := estimate(bm, group, taken)
			bust, s = e.Value, e.Spread
		}
		return Estimate{bust * underbustShare, bust*underbustSpread + s*underbustShare, Reason{"87 % of the bust", Memory}}
	case m.guess != nil:
		have := func(key string) float64 {
			if v, ok := taken[key]; ok {
				return float64(v)
			}
			of, _ := MeasurementOf(key)
			return float64(estimate(of, group, taken).Value)
		}
		v := min(max(m.guess(have), float64(m.Low)), float64(m.High))
		return Estimate{measure.Length(v), measure.Length(m.spread), Reason{m.said, Memory}}
	default:
		height, s := taken["height"], measure.Length(0)
		if height == 0 {
			hm, _ := MeasurementOf("height")
			e := estimate(hm, group, taken)
			height, s = e.Value, e.Spread
		}
		share := measure.Length(m.share)
		return Estimate{height * share, height*measure.Length(m.spread) + s*share,
			Reason{fmt.Sprintf("%.3g of the height", m.share), Memory}}
	}
}
