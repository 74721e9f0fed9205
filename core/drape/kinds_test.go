package drape_test

import (
	"fmt"
	"math"
	"os"
	"slices"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/drape"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// inside is how far within a section a place lies, mm; less than nothing outside it.
func inside(s figure.Section, x, y float64) float64 {
	in := math.Inf(1)
	for b := 0.0; b < 360; b += 2 {
		sin, cos := math.Sincos(b * math.Pi / 180)
		in = min(in, s.Reach(b)-(x*sin+y*cos))
	}
	return in
}

// What hangs of every kind, on every body: all the cloth that was drafted is in every row, to a hundredth, but close below pressed
// pleats, which lie over one another there; nothing of it lies inside what is beneath, nor runs through itself; its lower edge hangs in the middle before and
// behind where it was drafted to, and how many folds there are is settled by more than chance.
func TestEveryKindHangsAsDrafted(t *testing.T) {
	bodies := 2
	if os.Getenv("EVERY_BODY") != "" {
		bodies = 12
	}
	hung := map[string]bool{}
	for n := range bodies {
		on := rapid.Custom(drafttest.Wearer).Example(n + 1)
		for _, g := range catalogue.All() {
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			if err != nil {
				continue
			}
			kind := g.About().Kind
			sheets := drape.Drapes(&d, on, g.About().Usual.Bends(), 0.5, nil)
			for k, s := range sheets {
				hung[kind] = true
				name := fmt.Sprintf("%s, strip %d, body %d", kind, k, n)
				crossed := 1.0
				if k > 0 || len(d.TiedUp) > 0 || tapes(&d) { // on what is not round, or caught up so that it is several times as full
					crossed = 4
				}
				for j := range s.Rows {
					if j > 0 && !onFloor(s.Row(j), on.Floor()) {
						assert.LessOrEqual(t, through(s.Row(j)), crossed, "row %d of %s", j, name)
					}
					slack := 0.01
					switch {
					case j == 0: // the seam itself, where it is taken in too finely for folds to be drawn
						slack = 0.13
					case len(d.TiedUp) > 0: // drawn up by loops
						slack = 0.02
					case s.Pleated() && -s.Row(j)[0].Z < 250:
						slack = 0.06
					}
					if s.Tight == 0 {
						assert.InDelta(t, 1, s.Long(j)/s.Wide(j), slack, "row %d of %s", j, name)
					}
					for i := 0; i < s.Columns; i += 7 {
						p := s.Row(j)[i]
						require.False(t, math.IsNaN(p.X+p.Y+p.Z), name)
						if j > 2 && -p.Z > 0 {
							assert.Less(t, inside(on.At(-p.Z), p.X, p.Y), 1.0, "row %d of %s", j, name)
						}
					}
				}
			}
			if len(sheets) == 0 || d.Wear.Hem == 0 || d.Wear.Train > 0 || kind == "cloak" {
				continue
			}
			s := sheets[0]
			for _, o := range sheets {
				if o.Row(o.Rows - 1)[0].Z < s.Row(s.Rows - 1)[0].Z {
					s = o
				}
			}
			row := s.Row(s.Rows - 1)
			to := d.Wear.Hang[len(d.Wear.Hang)-1].Drop
			assert.InDelta(t, to, -row[0].Z, 2.1, "%s on body %d: before", kind, n)
		}
	}
	for _, kind := range []string{"petticoat-gored", "petticoat-tiered", "petticoat-flounced", "petticoat-corded", "skirt-gored-1887", "skirt-tied-back",
		"skirt-circle", "skirt-breadths", "skirt-gores", "skirt-umbrella", "skirt-pinafore", "skirt-tiered", "skirt-flounced", "overskirt",
		"gown-open", "gown-high-waist", "dress-1920s", "dress-bias", "dress-1950s", "dress-shirt", "cloak", "coat-skirted", "coat-caped"} {
		assert.True(t, hung[kind], kind)
	}
}

// onFloor tells whether some of a row lies on the floor, where folds lie over each other.
func onFloor(row []drape.Point, floor float64) bool {
	return slices.ContainsFunc(row, func(p drape.Point) bool { return p.Z < 3-floor })
}

// through is how deep, seen from above, a row runs through itself, mm; 0 for one that doesn't.
func through(row []drape.Point) (deep float64) {
	cross := func(p, q, r drape.Point) float64 { return (q.X-p.X)*(r.Y-p.Y) - (q.Y-p.Y)*(r.X-p.X) }
	for i := 0; i+1 < len(row); i++ {
		for k := i + 2; k+1 < len(row) && k < i+40; k++ {
			a, b, c, d := row[i], row[i+1], row[k], row[k+1]
			ca, cb, cc, cd := cross(c, d, a), cross(c, d, b), cross(a, b, c), cross(a, b, d)
			if ca > 0 == (cb > 0) || cc > 0 == (cd > 0) {
				continue
			}
			ab, at := math.Hypot(b.X-a.X, b.Y-a.Y), math.Hypot(d.X-c.X, d.Y-c.Y)
			deep = max(deep, min(math.Abs(ca)/at, math.Abs(cb)/at, math.Abs(cc)/ab, math.Abs(cd)/ab))
		}
	}
	return deep
}

// tapes tells whether tapes tie a garment back.
func tapes(d *draft.Draft) bool {
	return slices.ContainsFunc(d.Pieces, func(p pattern.Piece) bool {
		return slices.ContainsFunc(p.Marks, func(m pattern.Mark) bool { return m.Kind == pattern.Tie })
	})
}

// A skirt that is tied back lies taut before and is full behind at its tapes; untied, it is as full all round; and with tapes or without
// its rows have their cloth and its hem hangs where it was drafted to. A tape further down moves it further down.
func TestTiedBack(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	g, _ := catalogue.Find("skirt-tied-back")
	hang := func(ties float64) (*draft.Draft, *drape.Sheet) {
		v, unmet := draft.Settle(g, on, draft.Settings{"ties": ties})
		require.Empty(t, unmet)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		return &d, drape.Drapes(&d, on, 22, 0.5, nil)[0]
	}
	behind := func(s *drape.Sheet, z float64) (share float64) { // of the row nearest to a height, what lies in the back sixth
		best := 0
		for j := range s.Rows {
			if math.Abs(s.Row(j)[0].Z-z) < math.Abs(s.Row(best)[0].Z-z) {
				best = j
			}
		}
		row, all, back := s.Row(best), 0.0, 0.0
		for i := 1; i < len(row); i++ {
			long := math.Hypot(row[i].X-row[i-1].X, row[i].Y-row[i-1].Y)
			all += long
			if math.Atan2(row[i].X, -row[i].Y) < math.Pi/6 {
				back += long
			}
		}
		return back / all
	}
	_, free := hang(0)
	_, tied := hang(3)
	assert.Greater(t, behind(tied, -400), 1.25*behind(free, -400))
	assert.InDelta(t, behind(free, -960), behind(tied, -960), 0.12)
	_, once := hang(1)
	assert.Less(t, behind(once, -520), behind(tied, -520), "one tape, 25 cm down, lets go of it sooner")
	foot := func(s *drape.Sheet) float64 { return s.Row(s.Rows - 1)[0].Z }
	assert.InDelta(t, foot(free), foot(tied), 3)
}

// A piece cut narrower is drawn narrower: what is drawn is read from the pieces.
func TestNarrowedPiecesAreDrawnNarrower(t *testing.T) {
	on := rapid.Custom(drafttest.Wearer).Example(1)
	g, _ := catalogue.Find("skirt-gores")
	v, _ := draft.Settle(g, on, nil)
	d, err := draft.Make(g, on, v, g.About().Usual)
	require.NoError(t, err)
	before := drape.Drapes(&d, on, 22, 0.5, nil)[0]
	for i := range d.Pieces {
		if p := &d.Pieces[i]; p.ID == "front" { // 10 mm at the lower edge of its half
			for e := range p.Edges {
				for k := range p.Edges[e].Line {
					if q := &p.Edges[e].Line[k]; q.X > 1 {
						q.X -= 10 * (1 - min(q.Y/1000, 1))
					}
				}
			}
		}
	}
	after := drape.Drapes(&d, on, 22, 0.5, nil)[0]
	last := before.Rows - 1
	assert.InDelta(t, 10, before.Wide(last)-after.Wide(last), 1)
	assert.InDelta(t, 10, before.Long(last)-after.Long(last), 6)
}

// Sleeves go round the arm as they are cut, in folds where they are wide, and never inside it.
func TestSleevesGoRoundArms(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	arm := drape.ArmOf(on, on)
	bare := arm.Bare()
	require.Zero(t, len(bare.On)%bare.Columns)
	for _, kind := range []string{"bodice-basque", "gown-high-waist", "bodice-shirt", "gown-tea"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		cut := d.Sleeve()
		require.NotEmpty(t, cut, kind)
		s := arm.Sleeve(cut, drape.HeadGathers(&d), 22)
		rows := len(s.On) / s.Columns
		require.Equal(t, len(cut)+8, rows)
		for k, at := range cut {
			long := 0.0
			row := s.On[(k+8)*s.Columns : (k+9)*s.Columns]
			for i, p := range row {
				q := row[(i+1)%s.Columns]
				long += math.Sqrt((p.X-q.X)*(p.X-q.X) + (p.Y-q.Y)*(p.Y-q.Y) + (p.Z-q.Z)*(p.Z-q.Z))
			}
			if drape.HeadGathers(&d) < 60 && k > 2 && k < len(cut)-3 {
				assert.InDelta(t, 1, long/at.Round, 0.06, "%s, %g below the armpit", kind, at.Below)
			}
		}
	}
}
