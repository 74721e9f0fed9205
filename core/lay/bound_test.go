package lay

import (
	"context"
	"fmt"
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// comb is an outline of some corners whose teeth reach almost through it: the
// worst that a lay can be asked to place.
func comb(corners int) []XY {
	const w, h = 1200.0, 800.0
	out := []XY{{0, 0}, {w, 0}}
	teeth := (corners - 2) / 2
	for k := range teeth {
		x := w - w*float64(k)/float64(teeth)
		out = append(out, XY{x, h}, XY{x - w/float64(teeth)/2, 20})
	}
	return out
}

// Whatever comes in, a lay keeps about to its seconds, and what it gives lies
// apart on the cloth.
func TestTimeIsKept(t *testing.T) {
	var flaws [][]XY
	for k := range MaxFlaws {
		x, y := float64(k*37%5000), float64(k*91%1400)
		flaws = append(flaws, []XY{{x, y}, {x + 3, y}, {x + 3, y + 3}})
	}
	var ragged []Piece
	for k := range 30 {
		ragged = append(ragged, Piece{ID: fmt.Sprint(k), Count: 1, Turns: []float64{0, 180}, Outline: comb(120 + k)})
	}
	two := func(corners int) []Piece {
		return []Piece{{ID: "comb", Count: 2, Turns: []float64{0, 180}, Outline: comb(corners), Match: &Match{Point: XY{10, 10}, Group: "g"}}}
	}
	wide := []Piece{{ID: "a", Count: 40, Turns: []float64{0, 45, 90}, Outline: []XY{{0, 0}, {9e5, 0}, {8e5, 7e5}}}}
	for name, j := range map[string]Job{
		"a comb of all corners":  {Cloth: Cloth{Width: 1500}, Pieces: two(MaxPoints)},
		"all flaws":              {Cloth: Cloth{Width: 1500, Flaws: flaws}, Pieces: two(300)},
		"a narrow repeat":        {Cloth: Cloth{Width: 1500, RepeatX: MinRepeat, RepeatY: MinRepeat}, Pieces: two(52)},
		"a comb in its repeat":   {Cloth: Cloth{Width: 1500, RepeatX: 20, RepeatY: 20}, Pieces: two(52)},
		"many combs":             {Cloth: Cloth{Width: 1500}, Pieces: ragged},
		"cloth a kilometre wide": {Cloth: Cloth{Width: MaxSize}, Pieces: wide},
	} {
		t.Run(name, func(t *testing.T) {
			j.Seconds = 0.3
			require.NoError(t, j.Check())
			begun := time.Now()
			r := Search(context.Background(), j, 0, nil)
			assert.Less(t, time.Since(begun), 6*time.Second) // that much for a slow machine
			assert.Empty(t, r.Unplaced)
			if len(j.Pieces[0].Outline) < 100 { // the judge itself takes long over combs
				assert.Empty(t, j.Faults(r.Placements))
			}
		})
	}
}

// What is beyond the limits is refused, and the error says the limit.
func TestBoundsAreSaid(t *testing.T) {
	one := []Piece{{ID: "a", Count: 1, Outline: []XY{{0, 0}, {10, 0}, {0, 10}}}}
	many := make([][]XY, MaxFlaws+1)
	for k := range many {
		many[k] = one[0].Outline
	}
	for want, j := range map[string]Job{
		"at most 300":  {Cloth: Cloth{Width: 100, Flaws: many}, Pieces: one},
		"3000 corners": {Cloth: Cloth{Width: 1500, Flaws: [][]XY{comb(2000), comb(2000)}}, Pieces: one},
		"2 and more":   {Cloth: Cloth{Width: 100, RepeatX: 0.01}, Pieces: one},
	} {
		require.ErrorContains(t, j.Check(), want)
	}
	for _, points := range []string{"[[0,0],[1],[0,1]]", "[[0,0],[1,2,3],[0,1]]", `[[0,0],"x",[0,1]]`} {
		_, err := Read(strings.NewReader(`{"cloth":{"width_mm":100},"pieces":[{"id":"a","count":1,"outline":` + points + `}]}`))
		require.ErrorContains(t, err, "two numbers", points)
	}
}

// The shape that stands for an outline holds all of it.
func TestWhatStandsForAnOutlineHoldsIt(t *testing.T) {
	for _, n := range []int{16, 50, 119, 121, 400, 3000} {
		round := make([]XY, n)
		for k := range round {
			a := 2 * math.Pi * float64(k) / float64(n)
			r := 400 + 30*math.Sin(9*a)
			round[k] = XY{r * math.Cos(a), r * math.Sin(a)}
		}
		for _, outline := range [][]XY{comb(n), round} {
			s := stand(points(outline))
			assert.LessOrEqual(t, len(s), 2*mostCorners)
			assert.True(t, holds(s, points(outline)), "%d corners", n)
		}
	}
}
