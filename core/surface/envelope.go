package surface

import (
	"math"

	"gonum.org/v1/gonum/floats"
)

// envelope is a symmetric matrix kept row by row, each from its first entry that is not nought to
// its diagonal (Jennings, The Computer Journal 9(3), 1966); factored in place into the lower
// triangle whose product with its own transpose it is (Cholesky), which fills nothing before a
// row's first entry.
type envelope struct {
	first []int
	rows  [][]float64
}

// newEnvelope is one of noughts whose rows begin at first.
func newEnvelope(first []int) *envelope {
	e := &envelope{first: first, rows: make([][]float64, len(first))}
	size := 0
	for i, f := range first {
		size += i - f + 1
	}
	all := make([]float64, size)
	for i, f := range first {
		e.rows[i], all = all[:i-f+1:i-f+1], all[i-f+1:]
	}
	return e
}

// add adds to the entry of a row and a column, either way round.
func (e *envelope) add(i, j int, v float64) {
	if i < j {
		i, j = j, i
	}
	e.rows[i][j-e.first[i]] += v
}

// factor fails where the matrix is not positive definite.
func (e *envelope) factor() bool {
	for i, row := range e.rows {
		f := e.first[i]
		for j := f; j <= i; j++ {
			g := max(f, e.first[j])
			v := row[j-f] - floats.Dot(row[g-f:j-f], e.rows[j][g-e.first[j]:j-e.first[j]])
			if j < i {
				row[j-f] = v / e.rows[j][j-e.first[j]]
				continue
			}
			if !(v > 0) || math.IsInf(v, 0) {
				return false
			}
			row[j-f] = math.Sqrt(v)
		}
	}
	return true
}

// solve turns the right side of the equations into what answers them.
func (e *envelope) solve(x []float64) {
	for i, row := range e.rows {
		f := e.first[i]
		x[i] = (x[i] - floats.Dot(row[:i-f], x[f:i])) / row[i-f]
	}
	for i := len(x) - 1; i >= 0; i-- {
		f, row := e.first[i], e.rows[i]
		x[i] /= row[i-f]
		floats.AddScaled(x[f:i], -x[i], row[:i-f])
	}
}
