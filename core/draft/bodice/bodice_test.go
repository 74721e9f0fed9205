package bodice

import (
	"math"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

var slight = map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}

// dressed is a body in one of several states of dress.
func dressed(t *rapid.T) figure.Figure {
	f := drafttest.Wearer(t)
	if rapid.Bool().Draw(t, "laced") {
		f = f.Laced(f.GirthAt(figure.Waist)*0.92, 0.5).Covered(func(float64) float64 { return 1.8 })
	}
	return f
}

// made drafts a bodice, or gives the reason why not.
func made(t require.TestingT, g draft.Garment, on figure.Figure, set draft.Settings) (draft.Draft, error) {
	v, wrong := draft.Settle(g, on, set)
	require.Empty(t, wrong)
	d, err := draft.Make(g, on, v, g.About().Usual)
	if err == nil {
		err = d.Check()
	}
	return d, err
}

// A tape round the assembled pieces at the waist, along the line that is marked on them, reads
// the dressed waist and the ease: the marks are measured on the pieces, less what the darts
// take up.
func TestTapeRoundTheWaist(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := dressed(t)
		ease := rapid.Float64Range(0, 60).Draw(t, "ease")
		g := rapid.SampledFrom([]draft.Garment{Basque{}, Vest{}, Strapless{}, Quilted{}}).Draw(t, "bodice")
		set := draft.Settings{"waist_ease": ease}
		thick := 0.0
		if (g != Vest{}) && (g != Strapless{}) {
			set["sleeve"] = "none"
		}
		if (g == Quilted{}) {
			thick = 2 * math.Pi * 6
		}
		d, err := made(t, g, on, set)
		if err != nil {
			return
		}
		drafted++
		sum := 0.0
		for _, p := range d.Pieces {
			for _, m := range p.Marks {
				if m.Kind == pattern.WaistLine {
					sum += worn(p, m.Path)
				}
			}
		}
		within := 0.003
		if gives(d) { // the cloth stretches where it is told to, and not only there
			within = 0.02
		}
		require.InDelta(t, on.GirthAt(figure.Waist)+ease+thick, 2*sum, within*on.GirthAt(figure.Waist)+1, g.About().Kind)
	})
	assert.Greater(t, drafted, 25)
}

// A tape round the assembled pieces at the bust reads the dressed bust and the ease, with darts and
// without: a cut that has none must be as wide there as one that has. Where the armhole is cut below
// the bust points it is laid just under it, and reads what the body measures there at least.
func TestTapeRoundTheBust(t *testing.T) {
	drafted, deep := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		on := dressed(t)
		ease := rapid.Float64Range(25, 110).Draw(t, "ease")
		g := rapid.SampledFrom([]draft.Garment{Block{}, Basque{}, Darted{}, Fifties{}, Straight{}, Vest{}, Tailored{},
			Conical{}, Shirt{}}).Draw(t, "bodice")
		set := draft.Settings{"bust_ease": ease}
		v, _ := draft.Settle(g, on, nil)
		if v.Has("sleeve") {
			set["sleeve"] = "none"
		}
		if v.Has("back_full") {
			set["back_full"] = 1.0
		}
		drop := 0.0
		if v.Has("scye_drop") {
			drop = rapid.Float64Range(v.Get("scye_drop").Low, v.Get("scye_drop").High).Draw(t, "drop")
			set["scye_drop"] = drop
		}
		d, err := made(t, g, on, set)
		if err != nil {
			return
		}
		drafted++
		sum := 0.0
		for _, p := range d.Pieces {
			for _, m := range p.Marks {
				if m.Kind == pattern.BustLine && p.Of == "" {
					sum += worn(p, m.Path)
				}
			}
		}
		if under := on.Torso().Underarm - drop; v.Has("scye_drop") && under < on.Torso().BustPoint.Z {
			deep++
			least := math.Inf(1) // a neckline may dip deeper still
			for z := under; z > under-80; z -= 4 {
				at := on.Column(z - 1).At(z)
				least = min(least, at.Girth())
			}
			require.Greater(t, 2*sum, 0.95*(least+ease), g.About().Kind)
			return
		}
		want := on.GirthAt(figure.Bust) + ease
		if set := v.Get("hip_ease"); !v.Has("waist_ease") { // it hangs: the larger of both decides
			want = max(want, max(on.GirthAt(figure.Waist), on.GirthAt(figure.Hip))+set.Number)
		}
		within := 0.004
		if gives(d) || on.GirthAt(figure.Waist) > 0.9*on.GirthAt(figure.Bust) {
			within = 0.02 // darts that widen upwards are sewn shorter than they open
		}
		require.InDelta(t, want, 2*sum, within*want+1, g.About().Kind)
	})
	assert.Greater(t, drafted, 25)
	assert.Greater(t, deep, 3)
}

// gives tells whether a draft warns that its cloth must give.
func gives(d draft.Draft) bool {
	return slices.ContainsFunc(d.Notes, func(n draft.Note) bool { return strings.Contains(n.Title, "must give by") })
}

// worn is how much of a line on a piece is left when its darts are shut: what lies between a
// dart's drawn legs is taken up.
func worn(p pattern.Piece, line []plane.Point) float64 {
	taken := func(q plane.Point) bool {
		for _, m := range p.Marks {
			if m.Kind == pattern.Dart && plane.Inside(m.Path, q) {
				return true
			}
		}
		return false
	}
	sum := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		const steps = 12
		for k := range steps {
			from, to := a.Toward(b, float64(k)/steps), a.Toward(b, float64(k+1)/steps)
			switch in, out := taken(from), taken(to); {
			case !in && !out:
				sum += from.To(to)
			case in != out: // where it crosses a leg, by halving
				free, shut := from, to
				if in {
					free, shut = to, from
				}
				start := free
				for range 20 {
					if mid := free.Mid(shut); taken(mid) {
						shut = mid
					} else {
						free = mid
					}
				}
				sum += start.To(free)
			}
		}
	}
	return sum
}

// end is the direction of an edge where it leaves its start or comes to its end.
func end(t require.TestingT, d draft.Draft, piece, edge string, start bool) plane.Point {
	e, ok := drafttest.Piece(t, d, piece).Edge(edge)
	require.True(t, ok, piece+" "+edge)
	if start {
		return e.Line[1].Sub(e.Line[0]).Unit()
	}
	n := len(e.Line)
	return e.Line[n-1].Sub(e.Line[n-2]).Unit()
}

// inner is the angle between two edges where they meet, degrees.
func inner(into, out plane.Point) float64 {
	return 180 - math.Atan2(into.Cross(out), into.Dot(out))*180/math.Pi
}

// Necklines and armholes walk on over the shoulder seam without a kink: the corners of front and
// back there make a straight line.
func TestWalksOverTheShoulder(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	for _, g := range []draft.Garment{Block{}, Basque{}, Darted{}, Fifties{}, Straight{}} {
		d, err := made(t, g, on, draft.Settings{"sleeve": "none"})
		require.NoError(t, err)
		neck := inner(end(t, d, "front", "shoulder", false), end(t, d, "front", "neck", true)) +
			inner(end(t, d, "back", "neck", false), end(t, d, "back", "shoulder", true))
		assert.InDelta(t, 180, neck, 3, g.About().Kind)
		scye := inner(end(t, d, "front", "scye", false), end(t, d, "front", "shoulder", true)) +
			inner(end(t, d, "back", "shoulder", false), end(t, d, "back", "scye-back", true))
		assert.InDelta(t, 180, scye, 3, g.About().Kind)
	}
}

// The sleeve's head is longer than the armhole by the ease that was asked, whichever sleeve is
// set into whichever bodice; the stretches of both pair up one to one.
func TestAnySleeveInAnyArmhole(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	for _, g := range []draft.Garment{Block{}, Basque{}, Darted{}, Conical{}, Shirt{}} {
		for _, c := range []struct {
			kind  string
			set   draft.Settings
			share float64
		}{{"fitted", draft.Settings{"sleeve_head": 5.0}, 0.05}, {"straight", draft.Settings{"sleeve_head": 3.0}, 0.03},
			{"bishop", draft.Settings{"sleeve_head": 4.0}, 0.04}, {"gathered", draft.Settings{"sleeve_full": 0.8}, 0.82},
			{"mutton", draft.Settings{"sleeve_full": 1.2}, 1.22}, {"bell", draft.Settings{"sleeve_head": 3.0}, 0.03},
			{"elbow", draft.Settings{"sleeve_head": 6.0}, 0.06}, {"angel", draft.Settings{}, 0},
			{"fins", draft.Settings{"sleeve_head": 4.0}, 0.04}} {
			c.set["sleeve"] = c.kind
			d, err := made(t, g, on, c.set)
			require.NoError(t, err, "%s in %s", c.kind, g.About().Kind)
			hole, head := 0.0, 0.0
			for _, s := range pattern.True(d.Pieces, d.Seams) {
				if s.Join == pattern.Sleeved {
					hole += s.LengthA
					head += s.LengthB
				}
			}
			assert.InDelta(t, drafttest.Value(d, "sleeve.armhole"), hole, 0.5)
			assert.InDelta(t, hole*(1+c.share), head, hole*0.012, "%s in %s", c.kind, g.About().Kind)
			assert.Greater(t, hole, 0.4*920.0)
			assert.Less(t, hole, 0.56*920)
			if c.kind != "fitted" { // of one piece: its head runs on under the arm
				s := drafttest.Piece(t, d, "sleeve")
				first, last := s.Edges[2].ID, s.Edges[len(s.Edges)-2].ID
				under := inner(end(t, d, "sleeve", last, false), end(t, d, "sleeve", "front", true)) +
					inner(end(t, d, "sleeve", "back", false), end(t, d, "sleeve", first, true))
				assert.InDelta(t, 180, under, 6, "%s in %s: under the arm", c.kind, g.About().Kind)
			}
		}
	}
}

// A millimetre more of the bust moves no edge of a piece far: drafts follow the body evenly.
func TestAMillimetreMoves(t *testing.T) {
	for _, g := range []draft.Garment{Block{}, Basque{}} {
		var before draft.Draft
		for step := range 6 {
			v := map[string]float64{}
			for k, x := range slight {
				v[k] = x
			}
			v["bust_girth"] += float64(step)
			d, err := made(t, g, drafttest.Body(t, v, 0), draft.Settings{"sleeve": "none"})
			require.NoError(t, err)
			if step > 0 {
				for i := range d.Pieces {
					for k, e := range d.Pieces[i].Edges {
						was := before.Pieces[i].Edges[k]
						assert.InDelta(t, was.Length(), e.Length(), 2.5, "%s %s %s", g.About().Kind, d.Pieces[i].ID, e.ID)
					}
				}
			}
			before = d
		}
	}
}

// The bust's dart may lie at the side, at the shoulder, or in the waist dart: what opens is
// much the same in all.
func TestDartsTakeTheSameWherever(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	var all []float64
	for _, where := range []string{"side", "shoulder", "waist"} {
		d, err := made(t, Block{}, on, draft.Settings{"sleeve": "none", "bust_dart": where, "dart_take": 1.0})
		require.NoError(t, err, where)
		sum := 0.0
		for _, m := range drafttest.Piece(t, d, "front").Marks {
			if m.Kind == pattern.Dart {
				n := len(m.Path)
				tip := m.Path[n/2]
				a, b := m.Path[0].Sub(tip), m.Path[n-1].Sub(tip)
				sum += math.Abs(math.Atan2(a.Cross(b), a.Dot(b))) * 180 / math.Pi
			}
		}
		all = append(all, sum)
	}
	for i := range all {
		assert.InDelta(t, all[0], all[i], 12, "degrees in all, %v", all)
	}
}

// The armhole that is sewn is the one that lies on the figure: what is drawn there is as long as the
// pieces' edges, which were only made to run on over their seams. A millimetre's deeper armhole is a
// little longer, and never jumps.
func TestArmholesAreThoseOnTheFigure(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	lengths := func(g draft.Garment, drop float64) (drawn, sewn float64) {
		set := draft.Settings{"scye_drop": drop}
		if v, _ := draft.Settle(g, on, nil); v.Has("sleeve") {
			set["sleeve"] = "none"
		}
		d, err := made(t, g, on, set)
		require.NoError(t, err, g.About().Kind)
		for _, l := range d.Drawn {
			for i := 1; l.Kind == draft.DrawnScye && i < len(l.Line); i++ {
				drawn += r3.Norm(r3.Sub(l.Line[i], l.Line[i-1]))
			}
		}
		for _, p := range d.Pieces {
			for _, e := range p.Edges {
				if p.Of == "" && (e.ID == "scye" || e.ID == "scye-back") {
					sewn += e.Length()
				}
			}
		}
		return drawn, sewn
	}
	for _, g := range []draft.Garment{Block{}, Fifties{}, Basque{}, Darted{}, Vest{}, Conical{}, Straight{}} {
		last := 0.0
		for drop := 11.0; drop < 17; drop++ {
			drawn, sewn := lengths(g, drop)
			assert.InDelta(t, drawn, sewn, 0.05*drawn, "%s: %.0f", g.About().Kind, drop)
			if last > 0 {
				assert.InDelta(t, 1.8, sewn-last, 5, "%s: %.0f", g.About().Kind, drop)
			}
			last = sewn
		}
	}
}
