package making_test

import (
	"math"
	"os"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func body(t require.TestingT) figure.Figure {
	return drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 30)
}

func garment(g draft.Garment, d draft.Draft) making.Garment {
	f, _ := family.Of(g.About().Family)
	return making.Garment{Draft: d, Cloth: g.About().Usual, Seen: f.Seen}
}

// everyStepIsThere checks that what a step waits for is a step that a rule gives or that the garment has of its own: a
// reason that names any other would be left out and nobody would see it.
func everyStepIsThere(t *testing.T, d draft.Draft, all []work.After) {
	t.Helper()
	for _, a := range all {
		_, rule := making.Step(a.Step)
		own := slices.ContainsFunc(d.Own, func(s work.Step) bool { return s.ID == a.Step })
		assert.True(t, rule || own, "%s is no step: %s", a.Step, a.Why)
	}
}

// Everything that is worked on a garment has a technique of its kind, time and thread;
// every edge is a seam, a fold, or said to be something.
func TestEverythingHasATechnique(t *testing.T) {
	on := body(t)
	for _, g := range catalogue.All() {
		kind := g.About().Kind
		d := drafttest.Make(t, g, on, nil)
		m := making.Of(garment(g, d), nil, making.Maker{})
		seen := map[string]bool{}
		for _, r := range m.Rows {
			assert.False(t, seen[r.Key], "%s: %s stands twice", kind, r.Key)
			seen[r.Key] = true
			assert.NotEmpty(t, r.Technique.Key, "%s: %s", kind, r.Key)
			assert.Equal(t, r.Of, r.Technique.Of, "%s: %s", kind, r.Key)
			assert.Greater(t, r.Minutes, 0.0, "%s: %s by %s", kind, r.Key, r.Technique.Key)
			assert.NotEmpty(t, r.Name)
			if r.B.Piece != "" {
				assert.NotEmpty(t, r.Alike(), "%s: %s", kind, r.Like)
			}
		}
		for _, s := range d.Seams {
			assert.True(t, seen["seam/"+s.ID], "%s: seam %s is not sewn", kind, s.ID)
			if s.Technique != "" {
				_, ok := technique.Find(s.Technique)
				assert.True(t, ok, "%s: %s is in no book", kind, s.Technique)
			}
		}
		ids := map[work.ID]bool{}
		for _, s := range m.Steps {
			assert.False(t, ids[s.ID], "%s: step %s stands twice", kind, s.ID)
			ids[s.ID] = true
		}
		assert.True(t, ids["cut"])
		for _, told := range d.Told {
			_, ok := making.Step(told.Step)
			assert.True(t, ok, "%s tells of %s, which no rule gives", kind, told.Step)
			everyStepIsThere(t, d, told.After)
		}
		for _, own := range d.Own {
			everyStepIsThere(t, d, own.After)
		}
		for _, s := range d.Seams {
			if _, ok := making.Step(work.ID(s.Wait)); s.Wait != pattern.ForNothing {
				assert.True(t, ok, "%s: %s waits for %s", kind, s.ID, s.Wait)
			}
		}
		if m.Minutes() < 90 || m.Minutes() > 6000 {
			t.Errorf("%s takes %.0f min", kind, m.Minutes())
		}
		t.Logf("%-22s %4d rows %2d steps %5.0f min %5.0f m of thread", kind, len(m.Rows), len(m.Steps), m.Minutes(), m.Thread())
	}
}

// Any choice of techniques on any garment, over its parameter space and very different bodies, leaves sewing lines as they are, cutting lines
// sound, allowances that are enough for what was chosen, an order that keeps every reason,
// and times and thread that are finite. Garments of every family when EVERY_BODY is set, any of
// them otherwise.
func TestAnyChoiceOfTechniques(t *testing.T) {
	if os.Getenv("EVERY_BODY") == "" {
		rapid.Check(t, func(t *rapid.T) {
			for range 3 {
				anyChoice(t, rapid.SampledFrom(catalogue.All()).Draw(t, "garment"))
			}
		})
		return
	}
	of := map[family.Kind][]draft.Garment{}
	for _, g := range catalogue.All() {
		of[g.About().Family] = append(of[g.About().Family], g)
	}
	for name, garments := range of {
		t.Run(string(name), func(t *testing.T) {
			t.Parallel()
			rapid.Check(t, func(t *rapid.T) {
				for range 3 {
					anyChoice(t, rapid.SampledFrom(garments).Draw(t, "garment"))
				}
			})
		})
	}
}

// anyChoice checks one garment with any choice of techniques.
func anyChoice(t *rapid.T, g draft.Garment) {
	on := drafttest.Wearer(t)
	d, err := draft.Make(g, on, drafttest.Chosen(t, g, on), g.About().Usual)
	if err != nil || d.Check() != nil {
		return // refused, as other tests have it
	}
	before := making.Of(garment(g, d), nil, making.Maker{})
	c := making.Choices{}
	for _, r := range before.Rows {
		var of []technique.Technique
		for _, x := range technique.All() {
			if x.Of == r.Of {
				of = append(of, x)
			}
		}
		if rapid.Bool().Draw(t, r.Key) {
			c[rapid.SampledFrom([]string{r.Key, r.Like}).Draw(t, "for")] = rapid.SampledFrom(of).Draw(t, "technique").Key
		}
	}
	m := making.Maker{Profile: rapid.SampledFrom([]technique.Profile{"", "then", "quick", "strong", "first"}).Draw(t, "profile"),
		Year: rapid.SampledFrom([]int{0, 1780, 1887, 2020}).Draw(t, "year")}
	sewn := garment(g, d)
	sewn.Fixed, sewn.InHand = rapid.Bool().Draw(t, "cut"), rapid.Bool().Draw(t, "in hand")
	sewn.Cloth.Shrinkage = rapid.SampledFrom([]float64{0, 0.03}).Draw(t, "shrinks")
	var lines [][]plane.Point
	for i := range d.Pieces {
		line, _ := d.Pieces[i].Outline()
		lines = append(lines, line)
	}
	if !sewn.Fixed {
		sewn.Shaped(c, m)
		d = sewn.Draft
		require.NoError(t, d.Check())
	}
	made := making.Of(sewn, c, m)
	for i := len(lines); i < len(d.Pieces); i++ {
		line, _ := d.Pieces[i].Outline()
		lines = append(lines, line)
	}
	crowded, _ := made.Allow(d.Pieces)
	made.Measure(d.Pieces)
	for i := range d.Pieces {
		line, _ := d.Pieces[i].Outline()
		require.Equal(t, lines[i], line, "a sewing line moved")
		if !slices.Contains(crowded, d.Pieces[i].Name) {
			require.NoError(t, d.Pieces[i].Fault(), d.Pieces[i].Name)
			continue
		}
		require.ErrorContains(t, d.Pieces[i].Fault(), "cutting line", "told, and only where it is so")
	}
	for _, r := range made.Rows {
		require.False(t, math.IsNaN(r.Minutes+r.Thread) || math.IsInf(r.Minutes+r.Thread, 0) || r.Minutes < 0 || r.Thread < 0, r.Key)
		if r.Chosen != "" && r.A.Piece != "" && r.Of != technique.Finish {
			require.GreaterOrEqual(t, r.AllowA+1e-9, r.Technique.Asked, "%s by %s", r.Key, r.Technique.Key)
		}
	}
	var order []work.Step
	order, err = work.Order(made.Steps)
	require.NoError(t, err)
	at := map[work.ID]int{}
	for i, s := range order {
		at[s.ID] = i
	}
	for _, s := range order {
		for _, a := range s.After {
			require.Less(t, at[a.Step], at[s.ID], "%s before %s", s.ID, a.Step)
			require.NotEmpty(t, a.Why)
		}
	}
}

// A facing whose piece has one dart for a very full bust still goes on: the dart takes nearly as much of
// the lower edge as it leaves.
func TestFacingOfOneDeepDart(t *testing.T) {
	g, _ := catalogue.Find("bodice-plain")
	on := drafttest.Body(t, map[string]float64{"bust_girth": 2068, "waist_girth": 1379, "hip_girth": 1616, "height": 2043,
		"underbust_girth": 1656, "high_hip_girth": 1457}, 70)
	d := drafttest.Make(t, g, on, draft.Settings{"sleeve": "none", "bust_dart": "waist"})
	shaped := garment(g, d)
	shaped.Shaped(making.Choices{"like/faced": "face-shaped"}, making.Maker{})
	require.NoError(t, shaped.Draft.Check())
	deepest := 0.0
	for _, s := range pattern.True(shaped.Pieces, shaped.Seams) {
		if s.Absorbed == pattern.Darts {
			deepest = max(deepest, s.Ease/s.LengthA)
		}
	}
	assert.Greater(t, deepest, 0.6, "it is one")
}

// A shaped facing chosen for faced edges is cut of what it faces: its edges are the piece's,
// facings meet where their pieces do, and hang free nowhere but inside. A strip instead of it
// takes the facing out of the pattern again.
func TestFacingsDeriveFromTheirPieces(t *testing.T) {
	g, ok := catalogue.Find("bodice-plain")
	require.True(t, ok)
	d := drafttest.Make(t, g, body(t), draft.Settings{"sleeve": "none"})
	shaped := garment(g, d)
	shaped.Shaped(making.Choices{"like/faced": "face-shaped"}, making.Maker{})
	require.NoError(t, shaped.Draft.Check())
	names := map[string]bool{}
	for _, p := range shaped.Pieces[len(d.Pieces):] {
		names[p.ID] = true
		require.NotEmpty(t, p.Of)
		for _, e := range p.Edges {
			assert.NotEqual(t, pattern.Opening, p.KindOf(e, shaped.Seams), "%s %s", p.ID, e.ID)
		}
	}
	for _, id := range []string{"front-neck", "back-neck", "front-scye", "back-scye-back", "front-hem", "back-hem"} {
		assert.True(t, names["facing-"+id], id)
	}
	joins := map[string]bool{}
	for _, s := range pattern.True(shaped.Pieces, shaped.Seams) {
		joins[s.A.Piece+" "+s.B.Piece] = true
		if s.Join == pattern.OwnFacing {
			assert.True(t, s.True, s.ID)
			if s.A.Edge != "hem" { // there the darts are closed first
				assert.InDelta(t, s.LengthA, s.LengthB, 1e-6, s.ID)
			}
		}
	}
	assert.True(t, joins["facing-front-neck facing-back-neck"] && joins["facing-back-hem facing-front-hem"], "%v", joins)
	m := making.Of(shaped, making.Choices{"like/faced": "face-shaped"}, making.Maker{})
	for _, r := range m.Rows {
		if r.Of == technique.Face {
			assert.Equal(t, r.A.Edge, r.B.Edge, "its facing stands beside it in the seam table")
		}
	}
	strip := garment(g, d)
	strip.Shaped(making.Choices{"like/faced": "face-bias"}, making.Maker{})
	assert.Len(t, strip.Pieces, len(d.Pieces))
}

// Allowances that lie on each other are graded in thick cloth, never beyond what was cut; in
// thin cloth not at all.
func TestGrading(t *testing.T) {
	g, _ := catalogue.Find("petticoat-gored")
	d := drafttest.Make(t, g, body(t), nil)
	graded := 0
	for _, r := range making.Of(garment(g, d), making.Choices{"like/beside": "plain-one-side"}, making.Maker{}).Rows {
		assert.Nil(t, r.Grades(0.3), r.Key)
		widths := r.Grades(1.2)
		if widths == nil {
			continue
		}
		graded++
		require.Len(t, widths, 2)
		assert.LessOrEqual(t, widths[0], min(r.AllowA, r.AllowB)+1e-9, r.Key)
		assert.Less(t, widths[1], widths[0])
		assert.Positive(t, widths[1])
	}
	assert.Positive(t, graded)
}

// From which side a seam is sewn (common practice, no source): gathers are watched from
// above, and a sleeve is sewn from inside it.
func TestFromWhichSide(t *testing.T) {
	for kind, want := range map[string]map[technique.Work]string{"petticoat-tiered": {technique.Band: "the gathers uppermost"},
		"shift": {technique.Join: "from inside the sleeve"}} {
		g, ok := catalogue.Find(kind)
		require.True(t, ok, kind)
		for of, upper := range want {
			seen := false
			for _, r := range making.Of(garment(g, drafttest.Make(t, g, body(t), nil)), nil, making.Maker{}).Rows {
				seen = seen || r.Of == of && r.Upper() == upper
				if r.B.Piece != "" {
					assert.NotEmpty(t, r.Faces(), r.Key)
				}
			}
			assert.True(t, seen, "%s: %s", kind, upper)
		}
	}
}

// Cloth that lies in the stash is not bought again, nor cloth that is cut.
func TestWhatIsInHandIsNotBought(t *testing.T) {
	g, _ := catalogue.Find("petticoat-gored")
	d := drafttest.Make(t, g, body(t), nil)
	how := func(m making.Garment) string {
		for _, s := range making.Of(m, nil, making.Maker{}).Steps {
			if s.ID == "buy" {
				return s.How
			}
		}
		return ""
	}
	all := garment(g, d)
	assert.Contains(t, how(all), "The cloth, ")
	all.InHand = true
	assert.Contains(t, how(all), "in the stash")
	all.Fixed = true
	assert.Empty(t, how(all))
}

// What is not chosen keeps the allowance it was drafted with.
func TestNothingChosenChangesNothing(t *testing.T) {
	on := body(t)
	for _, g := range catalogue.All() {
		d := drafttest.Make(t, g, on, nil)
		was := drafttest.Make(t, g, on, nil)
		making.Of(garment(g, d), nil, making.Maker{}).Allow(d.Pieces)
		assert.Equal(t, was.Pieces, d.Pieces, g.About().Kind)
	}
}

// Needles and stitches as common practice has them, and the count to the inch from the
// inch's 25.4 mm.
func TestNeedles(t *testing.T) {
	for _, c := range []struct {
		f     cloth.Fabric
		stack float64
		size  string
	}{{cloth.Fabric{Weight: 60, Fibre: "silk"}, 1, "60–70"}, {cloth.Fabric{Weight: 95}, 1, "70"}, {cloth.Fabric{Weight: 150}, 1, "80"},
		{cloth.Fabric{Weight: 270}, 1, "90"}, {cloth.Fabric{Weight: 400}, 1, "110"}, {cloth.Fabric{Weight: 150}, 6, "100"}} {
		assert.Equal(t, c.size, making.NeedleFor(c.f, c.stack).Size)
	}
	said := making.NeedleFor(cloth.Fabric{Weight: 150}, 1).String()
	assert.Contains(t, measure.Say(said, measure.CM), "2.5 mm")
	assert.Contains(t, measure.Say(said, measure.IN), "10 stitches to the inch")
}

// One's own times count more the more metres of them there are, and never leave the
// span between memory and what was clocked.
func TestOwnTimes(t *testing.T) {
	french, _ := technique.Find("french")
	memory := french.Minutes()
	last := memory
	for _, metres := range []float64{0.5, 1, 3, 10, 100} {
		got := making.Rates{"french": {Minutes: 2 * memory * metres, Metres: metres}}.Of(french)
		assert.Greater(t, got, last)
		assert.Less(t, got, 2*memory)
		last = got
	}
	assert.InDelta(t, 2*memory, last, memory*0.05)
	assert.InDelta(t, 1.5*memory, making.Rates{"french": {Minutes: 6 * memory, Metres: 3}}.Of(french), 1e-9)
}

// What a step took is shared among its techniques whole.
func TestClockedTimeIsSharedWhole(t *testing.T) {
	g, _ := catalogue.Find("petticoat-gored")
	m := making.Of(garment(g, drafttest.Make(t, g, body(t), nil)), nil, making.Maker{})
	sum, metres := 0.0, 0.0
	for _, r := range m.Clocked("seams", 90) {
		sum += r.Minutes
		metres += r.Metres
	}
	assert.InDelta(t, 90, sum, 1e-9)
	long := 0.0
	for _, r := range m.Rows {
		if making.StepOf(r) == "seams" {
			long += r.Length * float64(r.Times)
		}
	}
	assert.InDelta(t, long/1000, metres, 1e-9)
	assert.Empty(t, m.Clocked("seams", 0))
	assert.Empty(t, m.Clocked("press", 30))
}

// A stack beyond what the machine sews is said at the crossing, with substitutes; with a
// machine strong enough none is.
func TestCrossingsAgainstTheMachine(t *testing.T) {
	g, _ := catalogue.Find("skirt-gored-1887")
	d := drafttest.Make(t, g, body(t), nil)
	beyond := func(limit float64) int {
		n := 0
		for _, c := range making.Of(garment(g, d), nil, making.Maker{Machines: []making.Machine{{Name: "old one", Thickest: limit}}}).Crossings {
			if c.Beyond {
				n++
				require.NotEmpty(t, c.Ways)
				for i := 1; i < len(c.Ways); i++ {
					assert.Positive(t, c.Ways[i].Minutes)
				}
			}
			assert.InDelta(t, float64(c.Layers)*0.6, c.Thick, 1e-9)
		}
		return n
	}
	assert.Positive(t, beyond(1.5))
	assert.Zero(t, beyond(12))
	last := 1 << 30
	for limit := 0.6; limit < 8; limit += 0.3 {
		n := beyond(limit)
		assert.LessOrEqual(t, n, last, "a stronger machine meets no more stacks")
		last = n
	}
}

// What is drawn up to less than it was by far is never eased in its place: easing takes a few parts in a hundred (common
// practice, no source).
func TestGathersAreNotEased(t *testing.T) {
	on := body(t)
	ease, ok := technique.Find("ease")
	require.True(t, ok)
	seen := 0
	for _, kind := range []string{"bustle-cage", "petticoat-tiered", "petticoat-flounced", "dress-smocked"} {
		g, ok := catalogue.Find(kind)
		require.True(t, ok)
		for _, r := range making.Of(garment(g, drafttest.Make(t, g, on, nil)), nil, making.Maker{}).Rows {
			if r.Of != technique.Gather || r.Situation.Fullness <= 1.1 {
				continue
			}
			seen++
			for _, p := range technique.Profiles() {
				ranked := technique.Rank(technique.Gather, r.Situation, p.Profile)
				assert.Less(t, slices.IndexFunc(ranked, func(x technique.Ranked) bool { return x.Key == "gathers" }),
					slices.IndexFunc(ranked, func(x technique.Ranked) bool { return x.Key == ease.Key }), "%s: %s, %s", kind, r.Name, p.Profile)
			}
		}
	}
	assert.GreaterOrEqual(t, seen, 3)
}

// A hem is one number: what the pieces are cut with, what the row says is turned and what the step says are the same, as it
// comes and with every other way to work it; never is a part of it trimmed and the whole turned.
func TestAHemIsOneNumber(t *testing.T) {
	for _, kind := range []string{"skirt-gores", "shift", "skirt-gored-1887", "gown-straight", "skirt-circle"} {
		g, ok := catalogue.Find(kind)
		require.True(t, ok)
		on, err := figure.New(nil, figure.Women, 0)
		require.NoError(t, err)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		tried := 0
		for _, way := range append([]string{""}, "hem-slip", "hem-narrow", "hem-rolled") {
			choices := making.Choices{}
			if way != "" {
				for _, r := range making.Of(making.Garment{Draft: d, Cloth: g.About().Usual}, nil, making.Maker{}).Rows {
					if r.Of == technique.Hem {
						choices[r.Key] = way
					}
				}
			}
			made := making.Of(making.Garment{Draft: d, Cloth: g.About().Usual}, choices, making.Maker{})
			pieces := slices.Clone(d.Pieces)
			for i := range pieces {
				pieces[i] = pieces[i].Copied()
			}
			made.Allow(pieces)
			made.Measure(pieces)
			for _, r := range made.Rows {
				if r.Of != technique.Hem || r.A.Piece == "" {
					continue
				}
				tried++
				if way == "" {
					assert.InDelta(t, r.AllowA, r.Turned(), 1e-9, kind)
				}
				assert.LessOrEqual(t, r.Turned(), r.AllowA+1e-9, "%s, %s", kind, way)
				assert.LessOrEqual(t, r.AllowA-r.Turned(), 6.0, "%s, %s: only what frays is trimmed", kind, way)
				said := "Of its allowance " + measure.TellFine(r.Turned())
				assert.True(t, slices.ContainsFunc(made.Steps, func(s work.Step) bool { return strings.Contains(s.How, said) }), "%s, %s: %s", kind, way, said)
			}
		}
		assert.Positive(t, tried, kind)
	}
}

// What is known of a machine moves what it touches: half the speed doubles what it sews and leaves handwork alone; one that does
// not sew backwards ties its ends; without a foot that takes both layers along quilting takes longer; and what is sewn by
// hand is too thick for no machine.
func TestMachinesAreRead(t *testing.T) {
	made := func(kind string, m making.Maker) making.Making {
		g, ok := catalogue.Find(kind)
		require.True(t, ok)
		return making.Of(garment(g, drafttest.Make(t, g, body(t), nil)), nil, m)
	}
	usual := making.Machine{ID: "a", Name: "one", Reverse: true, WalkingFoot: true, Speed: 1}
	slow, plain, creeps := usual, usual, usual
	slow.Speed, plain.Reverse, creeps.WalkingFoot = 0.5, false, false
	sum := func(m making.Making, of func(making.Row) bool) (minutes float64) {
		for _, r := range m.Rows {
			if of(r) {
				minutes += r.Minutes
			}
		}
		return minutes
	}
	with := func(x making.Machine) making.Maker { return making.Maker{Machines: []making.Machine{x}} }
	seams := func(r making.Row) bool { return r.Join == pattern.Beside && r.B.Piece != "" && !r.Technique.Hand() }
	byHand := func(r making.Row) bool { return r.Technique.Hand() }
	a, b := made("skirt-gores", with(usual)), made("skirt-gores", with(slow))
	begun := 0.0
	for _, r := range a.Rows {
		if seams(r) {
			begun += 3 * float64(max(r.Times, 1))
		}
	}
	assert.InDelta(t, 2, (sum(b, seams)-begun)/(sum(a, seams)-begun), 0.01)
	assert.InDelta(t, sum(a, byHand), sum(b, byHand), 0.01)
	assert.Greater(t, sum(made("skirt-gores", with(plain)), seams), sum(a, seams)+5)
	quilt := func(r making.Row) bool { return r.Of == technique.Quilt }
	assert.Greater(t, sum(made("jacket-quilted", with(creeps)), quilt), 1.1*sum(made("jacket-quilted", with(usual)), quilt))
	thin := usual
	thin.Thickest = 0.5
	beyond := func(m making.Making) (n int) {
		for _, c := range m.Crossings {
			if c.Beyond {
				n++
			}
		}
		return n
	}
	assert.Greater(t, beyond(made("skirt-gores", with(thin))), 0)
	then := with(thin)
	then.Profile, then.Year = technique.Then, 1770
	assert.Zero(t, beyond(made("skirt-gores", then)))
}

// What lies between two layers is not finished: no seam of a skirt of two layers, and of a lined coat only those of its skirt.
func TestEnclosedSeamsAreLeft(t *testing.T) {
	finished := func(kind string) (keys []string) {
		g, _ := catalogue.Find(kind)
		for _, r := range making.Of(garment(g, drafttest.Make(t, g, body(t), nil)), nil, making.Maker{}).Rows {
			if r.Finished() && r.Join == pattern.Beside {
				keys = append(keys, r.Key)
			}
		}
		return keys
	}
	assert.Empty(t, finished("petticoat-double"))
	for _, key := range finished("coat-skirted") {
		for _, of := range []string{"shoulder", "armhole", "lining", "side-front", "sleeve"} {
			assert.NotContains(t, key, of)
		}
	}
	assert.NotEmpty(t, finished("skirt-gores"))
}

// What is glued, sealed or fused is bought, and waited for before the next step on it; what is sewn instead is neither. In a hurry
// nobody is sent to the glue.
func TestWhatSetsIsWaitedFor(t *testing.T) {
	g, _ := catalogue.Find("petticoat-tiered")
	on := body(t)
	v, _ := draft.Settle(g, on, nil)
	d, err := draft.Make(g, on, v, g.About().Usual)
	require.NoError(t, err)
	for key, want := range map[string]struct {
		hours float64
		buys  string
	}{"hem-glued": {12, "Cloth glue"}, "hem-fused": {0.25, "Fusible web"}, "hem-narrow": {0, ""}} {
		made := making.Garment{Draft: d, Cloth: g.About().Usual}
		m := making.Of(made, making.Choices{"like/hem": key}, making.Maker{})
		most := 0.0
		for _, s := range m.Steps {
			for _, a := range s.After {
				if a.Step == work.ToHem {
					most = max(most, a.Hours)
				}
			}
		}
		assert.InDelta(t, want.hours, most, 1e-9, key)
		bought := ""
		for _, n := range m.Notions(made) {
			bought += n.What + "; "
		}
		if want.buys == "" {
			assert.NotContains(t, bought, "glue")
		} else {
			assert.Contains(t, bought, want.buys)
		}
	}
	for _, of := range []technique.Work{technique.Hem, technique.Finish} {
		assert.Zero(t, technique.Rank(of, technique.Situation{Year: 2020, Thick: 0.4, Length: 2000}, technique.Quick)[0].Rests)
	}
}
