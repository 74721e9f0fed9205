package lay

import (
	"context"
	"encoding/json"
	"math"
	"strings"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// heldJob are trapezes and a few other pieces, some held along their lower side.
func heldJob(t *rapid.T) Job {
	j := Job{Cloth: Cloth{Width: rapid.Float64Range(600, 1500).Draw(t, "width"), Selvedge: rapid.Float64Range(0, 20).Draw(t, "selvedge")}, Seed: 1}
	stripes := []float64{j.Cloth.Width * 0.1, j.Cloth.Width * 0.15, j.Cloth.Width * 0.6}
	n := rapid.IntRange(2, 6).Draw(t, "pieces")
	for i := range n {
		w, h := rapid.Float64Range(80, 400).Draw(t, "long"), rapid.Float64Range(60, 280).Draw(t, "high")
		lean := rapid.Float64Range(-60, 60).Draw(t, "lean")
		p := Piece{ID: string(rune('a' + i)), Count: rapid.IntRange(1, 4).Draw(t, "count"), MirrorPairs: rapid.Bool().Draw(t, "mirrored"),
			Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {w / 2, 0}, {w, 0}, {w + lean, h}, {lean + w*0.2, h * 0.8}}}
		switch rapid.IntRange(0, 2).Draw(t, "held") {
		case 1:
			p.Hold = []Hold{{From: 0, To: 2, At: AtSelvedge}}
		case 2:
			p.Hold = []Hold{{From: 0, To: 2, At: AtStripe, Y: stripes}}
		}
		if rapid.Bool().Draw(t, "clockwise") { // the same stretch, by other numbers
			last := len(p.Outline) - 1
			for a, b := 0, last; a < b; a, b = a+1, b-1 {
				p.Outline[a], p.Outline[b] = p.Outline[b], p.Outline[a]
			}
			for k := range p.Hold {
				p.Hold[k].From, p.Hold[k].To = last-p.Hold[k].From, last-p.Hold[k].To
			}
		}
		j.Pieces = append(j.Pieces, p)
	}
	return j
}

// Every copy lies where it is held or is said not to; nothing lies over anything; nothing is lost, found once or searched for.
func TestHeldEdgesLieWhereTheyMust(t *testing.T) {
	held := 0
	rapid.Check(t, func(t *rapid.T) {
		j := heldJob(t)
		require.NoError(t, j.Check())
		lays := []Result{Place(context.Background(), j)}
		if rapid.IntRange(0, 3).Draw(t, "search") == 0 {
			lays = append(lays, Search(context.Background(), j, 2, nil))
		}
		for _, r := range lays {
			assert.Empty(t, j.Faults(r.Placements))
			all := 0
			for i := range j.Pieces {
				all += j.Pieces[i].Count
			}
			assert.Equal(t, all, len(r.Placements)+len(r.Unplaced))
			for _, at := range r.Placements {
				p := j.piece(at.ID)
				if len(p.Hold) == 0 {
					continue
				}
				held++
				// By its own sum: corner by corner to the cloth.
				for _, k := range []int{p.Hold[0].From, p.Hold[0].To} {
					q := plane.Pt(p.Outline[k][0], p.Outline[k][1])
					if at.Mirrored {
						q.Y = -q.Y
					}
					y := q.Turned(at.Turn*math.Pi/180).Y + at.Y
					lines := p.Hold[0].Y
					if p.Hold[0].At == AtSelvedge {
						lines = []float64{0, j.Cloth.Width}
					}
					near := math.Inf(1)
					for _, l := range lines {
						near = min(near, math.Abs(y-l))
					}
					assert.LessOrEqual(t, near, 0.5+1e-9, "%s %d", at.ID, at.Copy)
				}
			}
		}
	})
	assert.Greater(t, held, 20)
}

// A place off its line is a fault, and what no line holds finds no room: it is said why.
func TestWhatCannotBeHeldIsSaid(t *testing.T) {
	read := func(hold string) Job {
		j, err := Read(strings.NewReader(`{"cloth":{"width_mm":600,"selvedge_mm":10},"pieces":[{"id":"front","count":2,"mirror_pairs":true,"turns":[0,180],
			"outline":[[0,0],[200,0],[180,300],[0,300]],"hold":` + hold + `}]}`))
		require.NoError(t, err)
		return j
	}
	j := read(`[{"from":0,"to":1,"at":"selvedge"}]`)
	r := Place(context.Background(), j)
	require.Len(t, r.Placements, 2)
	moved := append([]Placement{}, r.Placements...)
	moved[1].Y += 3
	faults := j.Faults(moved)
	require.NotEmpty(t, faults)
	assert.Contains(t, faults[0].Why, "off the selvedge")
	for hold, why := range map[string]string{
		`[{"from":1,"to":2,"at":"selvedge"}]`:                "not straight along it",
		`[{"from":0,"to":1,"at":"stripe","y_mm":[595]}]`:     "no stripe",
		`[{"from":0,"to":1,"at":"stripe","y_mm":[100,200]}]`: "",
	} {
		r := Place(context.Background(), read(hold))
		if why == "" {
			assert.Empty(t, r.Unplaced)
			continue
		}
		require.Len(t, r.Unplaced, 2, hold)
		assert.Contains(t, r.Unplaced[0].Why, why)
		_, err := json.Marshal(r)
		require.NoError(t, err)
	}
	for hold, why := range map[string]string{
		`[{"from":0,"to":9,"at":"selvedge"}]`:            "0 to 3",
		`[{"from":0,"to":1,"at":"edge"}]`:                "selvedge or stripe",
		`[{"from":0,"to":1,"at":"stripe"}]`:              "y_mm",
		`[{"from":0,"to":1,"at":"stripe","y_mm":[700]}]`: "beside the cloth",
		`[{"from":0,"to":1,"at":"selvedge","y_mm":[7]}]`: "or at the width",
	} {
		_, err := Read(strings.NewReader(`{"cloth":{"width_mm":600},"pieces":[{"id":"front","count":1,"outline":[[0,0],[200,0],[180,300],[0,300]],"hold":` + hold + `}]}`))
		require.Error(t, err, hold)
		assert.Contains(t, err.Error(), why)
	}
}
