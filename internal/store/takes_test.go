package store

import (
	"testing"
	"time"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/silhouette"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func readingOf(t *testing.T, s *Store, wearer uint, key string) Reading {
	w, err := s.Wearer(ctx, wearer)
	require.NoError(t, err)
	for _, r := range w.Readings {
		if r.Key == key {
			return r
		}
	}
	return Reading{}
}

func TestRepeatsSidesAndStrings(t *testing.T) {
	s, _ := fresh(t)
	w, err := s.AddWearer(ctx, "Somebody", figure.Women)
	require.NoError(t, err)
	day := time.Date(2027, 3, 1, 9, 0, 0, 0, time.UTC)
	s.now = func() time.Time { return day }
	put := func(key string, e Entry) error {
		e.Was = readingOf(t, s, w.ID, key).MM
		return s.SetReading(ctx, w.ID, key, figure.Bare, e)
	}
	// Three layings-on of one sitting: their mean counts, their spread shows.
	require.NoError(t, put("waist_girth", Entry{Value: 710, Typed: "71"}))
	require.NoError(t, put("waist_girth", Entry{Value: 716, Typed: "71.6", Again: true}))
	require.NoError(t, put("waist_girth", Entry{Value: 713, Typed: "71.3", Again: true}))
	r := readingOf(t, s, w.ID, "waist_girth")
	assert.InDelta(t, 713, float64(r.MM), 1e-9)
	assert.Len(t, r.Repeats(""), 3)
	assert.InDelta(t, 6, float64(r.Spread("")), 1e-9)
	// A later sitting starts anew and keeps what was.
	day = day.AddDate(0, 2, 0)
	require.NoError(t, put("waist_girth", Entry{Value: 735, Typed: "73.5"}))
	r = readingOf(t, s, w.ID, "waist_girth")
	assert.EqualValues(t, 735, r.MM)
	assert.Len(t, r.Takes, 4)
	assert.Len(t, r.Repeats(""), 1)
	assert.Equal(t, day, r.TakenAt.UTC())
	// Left and right: one alone stands for both, both for their mean.
	require.NoError(t, put("waist_to_floor_side", Entry{Value: 1050, Typed: "105", Side: LeftSide}))
	assert.EqualValues(t, 1050, readingOf(t, s, w.ID, "waist_to_floor_side").MM)
	require.NoError(t, put("waist_to_floor_side", Entry{Value: 1070, Typed: "107", Side: RightSide}))
	r = readingOf(t, s, w.ID, "waist_to_floor_side")
	assert.EqualValues(t, []any{measure.Length(1060), measure.Length(1050), measure.Length(1070)}, []any{r.MM, r.Left, r.Right})
	require.NoError(t, put("waist_to_floor_side", Entry{Side: LeftSide}))
	assert.EqualValues(t, 1070, readingOf(t, s, w.ID, "waist_to_floor_side").MM)
	var fe *FieldError
	require.ErrorAs(t, put("height", Entry{Value: 1600, Side: LeftSide}), &fe)
	// A length on a string waits without counting.
	require.NoError(t, put("hip_girth", Entry{Waiting: true, Typed: "string"}))
	got, _ := s.Wearer(ctx, w.ID)
	assert.True(t, readingOf(t, s, w.ID, "hip_girth").Waiting)
	for _, f := range got.Figures() {
		assert.NotEqual(t, "hip_girth", f.Key)
	}
	require.NoError(t, put("hip_girth", Entry{Value: 980, Typed: "98"}))
	assert.False(t, readingOf(t, s, w.ID, "hip_girth").Waiting)
}

// Whatever is entered in whatever order, the reading is the mean of its last
// sitting and never leaves a body's range; every number stays on record.
func TestTakesProperty(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var r Reading
		now := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC)
		entered := 0
		for range rapid.IntRange(1, 30).Draw(t, "entries") {
			e := Entry{Value: measure.Length(rapid.IntRange(200, 2000).Draw(t, "mm")), Again: rapid.Bool().Draw(t, "again"),
				Side: rapid.SampledFrom([]Side{"", LeftSide, RightSide}).Draw(t, "side")}
			r.take(e, now)
			entered++
			low, high := measure.Length(1e9), measure.Length(0)
			for _, one := range r.Repeats(e.Side) {
				low, high = min(low, one.MM), max(high, one.MM)
			}
			mean := r.MM
			switch e.Side {
			case LeftSide:
				mean = r.Left
			case RightSide:
				mean = r.Right
			}
			if mean < low-1e-6 || mean > high+1e-6 {
				t.Fatalf("%v lies outside its repeats %v to %v", mean, low, high)
			}
			if r.Spread(e.Side) != high-low {
				t.Fatalf("spread %v", r.Spread(e.Side))
			}
		}
		if len(r.Takes) != min(entered, mostTakes) {
			t.Fatalf("%d takes of %d", len(r.Takes), entered)
		}
	})
}

func draftOf(t *testing.T, kind string) draft.Draft {
	g, _ := catalogue.Find(kind)
	_, stages, err := ensemble.Walk(t.Context(), ensemble.Plan{Group: figure.Women, Layers: []ensemble.Layer{{ID: "1", Kind: kind, Name: kind, Fabric: g.About().Usual}}}, nil)
	require.NoError(t, err)
	require.NoError(t, stages[0].Err)
	return stages[0].Draft
}

func TestCutDraftsAreKept(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	id := e.Layers[1].ID
	var fe *FieldError
	require.ErrorAs(t, s.SetState(ctx, id, Cut, nil), &fe, "it goes through CutOut alone")
	d := draftOf(t, "corset")
	require.NoError(t, s.CutOut(ctx, id, Cutting{State: Cut, Made: ensemble.Made{Draft: d}}))
	other := draftOf(t, "shift")
	require.ErrorAs(t, s.CutOut(ctx, id, Cutting{State: Cut, Made: ensemble.Made{Draft: other}}), &fe, "cloth is cut once")
	require.NoError(t, s.SetState(ctx, id, Sewn, nil))
	check := func(s *Store) {
		got, err := s.Ensemble(ctx, e.ID)
		require.NoError(t, err)
		require.NotNil(t, got.Layers[1].Cut)
		assert.Equal(t, Sewn, got.Layers[1].State)
		assert.NotNil(t, got.Layers[1].CutAt)
		require.Len(t, got.Layers[1].Cut.Draft.Pieces, len(d.Pieces), "the first cut stays")
		for _, m := range pattern.True(got.Layers[1].Cut.Draft.Pieces, got.Layers[1].Cut.Draft.Seams) {
			assert.True(t, m.True, m.ID)
		}
		assert.Nil(t, got.Layers[0].Cut)
	}
	check(s)
	require.NoError(t, s.Close())
	s, err := Open(path)
	require.NoError(t, err)
	defer s.Close()
	check(s) // read back from the file
	require.NoError(t, s.SetState(ctx, id, Planned, nil))
	got, _ := s.Ensemble(ctx, e.ID)
	assert.Nil(t, got.Layers[1].Cut, "planned anew, it is drafted anew")
	_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
	require.NoError(t, err)
	check(s)
	// Taking note of changes leaves what it was cut to.
	require.NoError(t, s.See(ctx, map[uint]ensemble.Snapshot{id: {Body: map[string]float64{"waist_girth": 700}, ReadOn: "2027-01-01"}}))
	require.NoError(t, s.See(ctx, map[uint]ensemble.Snapshot{id: {Body: map[string]float64{"waist_girth": 760}, ReadOn: "2027-06-01"}}))
	got, _ = s.Ensemble(ctx, e.ID)
	assert.Equal(t, "2027-01-01", got.Layers[1].Seen.ReadOn)
	assert.InDelta(t, 700, got.Layers[1].Seen.Body["waist_girth"], 1e-9)
}

func TestAimIsKeptAndUndone(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	p, ok := silhouette.PeriodOf("1883")
	require.True(t, ok)
	require.NoError(t, s.SetAim(ctx, e.ID, p.Aim))
	got, err := s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Equal(t, p.Aim, got.Aim)
	_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
	require.NoError(t, err)
	got, _ = s.Ensemble(ctx, e.ID)
	assert.Empty(t, got.Aim.Key)
	// What was nothing before comes back as nothing.
	was := got.Particulars()
	got.Heel = 60
	require.NoError(t, s.ChangeEnsemble(ctx, got, was))
	require.NoError(t, s.ChangeWearer(ctx, e.WearerID, "Somebody", figure.Women, figure.Doctor, nil))
	_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
	require.NoError(t, err)
	_, err = s.Undo(ctx, OfWearer, e.WearerID, 0)
	require.NoError(t, err)
	got, _ = s.Ensemble(ctx, e.ID)
	assert.Zero(t, got.Heel)
	assert.Equal(t, figure.Usual, got.Wearer.Care)
	assert.Len(t, got.Layers, 3)
}

// A file from before repeats, outlines and cut drafts comes up with its
// readings as first takes and nothing lost.
func TestOlderFileIsBroughtUp(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	require.NoError(t, s.SetReading(ctx, e.WearerID, "waist_girth", figure.Bare, Entry{Value: 710, Typed: "71"}))
	for _, change := range []string{
		"alter table readings drop column takes", "alter table readings drop column left_mm", "alter table readings drop column right_mm", "alter table readings drop column waiting", "alter table readings drop column provisional",
		"alter table wearers drop column care", "alter table ensembles drop column aim", "alter table layers drop column cut_hash", "alter table layers drop column cut_at", "drop table cut_drafts",
		"delete from migrations where id like '0002%'",
	} {
		require.NoError(t, s.db.Exec(change).Error, change)
	}
	require.NoError(t, s.Close())
	s, err := Open(path)
	require.NoError(t, err)
	defer s.Close()
	got, err := s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	require.Len(t, got.Layers, 3)
	require.Len(t, got.Wearer.Readings, 1)
	r := got.Wearer.Readings[0]
	assert.EqualValues(t, 710, r.MM)
	require.Len(t, r.Takes, 1)
	assert.Equal(t, "71", r.Takes[0].Typed)
	d := draftOf(t, "shift")
	require.NoError(t, s.Freeze(ctx, map[uint]ensemble.Made{got.Layers[0].ID: {Draft: d}}))
	got, _ = s.Ensemble(ctx, e.ID)
	assert.NotNil(t, got.Layers[0].Cut)
}
