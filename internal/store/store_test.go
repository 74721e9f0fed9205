package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

func fresh(t *testing.T) (*Store, string) {
	path := filepath.Join(t.TempDir(), "a folder? with #signs", "data.db")
	s, err := Open(path)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s, path
}

func dressed(t *testing.T, s *Store) Ensemble {
	w, err := s.AddWearer(ctx, "Somebody", figure.Women)
	require.NoError(t, err)
	e, err := s.AddEnsemble(ctx, Ensemble{Name: "A dress", WearerID: w.ID, Hours: 2})
	require.NoError(t, err)
	for _, k := range []string{"shift", "corset", "petticoat-tiered"} {
		_, err := s.AddLayer(ctx, Layer{EnsembleID: e.ID, Kind: k, Name: k, Fabric: cloth.Fabric{Width: 1500, Thickness: 0.3}})
		require.NoError(t, err)
	}
	e, err = s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	return e
}

func show(v any) string { return fmt.Sprint(v) }

func TestReadingsAndConflicts(t *testing.T) {
	s, _ := fresh(t)
	w, err := s.AddWearer(ctx, "  Somebody\n ", figure.Women)
	require.NoError(t, err)
	assert.Equal(t, "Somebody", w.Name)
	require.NoError(t, s.SetReading(ctx, w.ID, "waist_girth", figure.Bare, Entry{Value: 710, Typed: "71 cm"}))
	var c *Conflict
	require.ErrorAs(t, s.SetReading(ctx, w.ID, "waist_girth", figure.Bare, Entry{Value: 650, Typed: "65"}), &c, "another tab had nothing there")
	assert.Equal(t, "71 cm", measure.Say(c.Theirs, measure.CM))
	require.NoError(t, s.SetReading(ctx, w.ID, "waist_girth", figure.OverCorset, Entry{Value: 660, Typed: "66"}))
	require.NoError(t, s.SetReading(ctx, w.ID, "waist_girth", figure.Bare, Entry{Was: 710}))
	w, err = s.Wearer(ctx, w.ID)
	require.NoError(t, err)
	require.Len(t, w.Readings, 1)
	_, err = s.Undo(ctx, OfWearer, w.ID, 0)
	require.NoError(t, err)
	w, _ = s.Wearer(ctx, w.ID)
	assert.Len(t, w.Readings, 2)
	var fe *FieldError
	assert.ErrorAs(t, s.SetReading(ctx, w.ID, "waist_girth", figure.Bare, Entry{Value: -5, Was: 710}), &fe)
	assert.ErrorAs(t, s.SetReading(ctx, w.ID, "tail_length", figure.Bare, Entry{Value: 500}), &fe)
}

func TestNames(t *testing.T) {
	for _, bad := range []string{"", "  \n", strings.Repeat("a", 10000), "\xff"} {
		_, err := Named("name", bad)
		assert.Error(t, err)
	}
	n, err := Named("name", "<script>alert(1)</script> 👗")
	require.NoError(t, err)
	assert.Equal(t, "<script>alert(1)</script> 👗", n)
}

func TestLayersMoveAndComeBack(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	kinds := func() (out []string) {
		e, err := s.Ensemble(ctx, e.ID)
		require.NoError(t, err)
		for i, l := range e.Layers {
			require.Equal(t, i, l.Position)
			out = append(out, l.Kind)
		}
		return
	}
	require.NoError(t, s.MoveLayer(ctx, e.Layers[2].ID, 1))
	assert.Equal(t, []string{"shift", "petticoat-tiered", "corset"}, kinds())
	require.NoError(t, s.Tick(ctx, e.Layers[1].ID, "cut", true))
	require.NoError(t, s.NoteStep(ctx, e.Layers[1].ID, "cut", "chalk does not show", ""))
	require.NoError(t, s.RemoveLayer(ctx, e.Layers[1].ID))
	assert.Equal(t, []string{"shift", "petticoat-tiered"}, kinds())
	label, err := s.Undo(ctx, OfEnsemble, e.ID, 0)
	require.NoError(t, err)
	assert.Equal(t, "removing corset", label)
	assert.Equal(t, []string{"shift", "petticoat-tiered", "corset"}, kinds())
	got, _ := s.Ensemble(ctx, e.ID)
	require.Len(t, got.Layers[2].Steps, 1)
	assert.Equal(t, "chalk does not show", got.Layers[2].Steps[0].Note)
	assert.NotNil(t, got.Layers[2].Steps[0].DoneAt)
}

func TestHistoryIsKeptWithinBounds(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	other, err := s.AddEnsemble(ctx, Ensemble{Name: "Another", WearerID: e.WearerID})
	require.NoError(t, err)
	was := other.Particulars()
	other.Name = "Another name"
	require.NoError(t, s.ChangeEnsemble(ctx, other, was))
	var conflict *Conflict
	require.ErrorAs(t, s.ChangeEnsemble(ctx, other, was), &conflict, "another tab has changed the particulars")
	require.NoError(t, s.ChangeEnsemble(ctx, other, conflict.Was), "and mine again, knowingly")
	for i := range historyLength + 15 {
		require.NoError(t, s.Tick(ctx, e.Layers[0].ID, "cut", i%2 == 0))
	}
	var n int64
	require.NoError(t, s.db.Model(&History{}).Where("scope_id = ?", e.ID).Where("scope = ?", OfEnsemble).Count(&n).Error)
	assert.EqualValues(t, historyLength, n)
	h, ok := s.LastAction(ctx, OfEnsemble, other.ID)
	require.True(t, ok, "what was done elsewhere is not forgotten for it")
	assert.Equal(t, "the ensemble's particulars", h.Label)
	for range historyLength {
		_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
		require.NoError(t, err)
	}
	_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
	assert.ErrorIs(t, err, ErrNothingToUndo)
}

func TestDeletedEnsembleComesBack(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	var use *InUse
	require.ErrorAs(t, s.DeleteWearer(ctx, e.WearerID), &use)
	require.NoError(t, s.DeleteEnsemble(ctx, e.ID))
	_, err := s.Ensemble(ctx, e.ID)
	require.ErrorIs(t, err, ErrGone)
	require.ErrorIs(t, s.MoveLayer(ctx, e.Layers[0].ID, 1), ErrGone)
	h, ok := s.LastDeleted(ctx)
	require.True(t, ok)
	require.NoError(t, s.DeleteWearer(ctx, e.WearerID))
	_, err = s.Undo(ctx, h.Scope, h.ScopeID, h.ID)
	require.ErrorContains(t, err, "wearer was deleted")
	_, err = s.Undo(ctx, OfWearer, e.WearerID, 0)
	require.NoError(t, err)
	_, err = s.Undo(ctx, h.Scope, h.ScopeID, h.ID)
	require.NoError(t, err)
	back, err := s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Len(t, back.Layers, 3)
	_, err = s.Undo(ctx, OfEnsemble, 999, 0)
	assert.ErrorIs(t, err, ErrNothingToUndo)
}

func TestTwoTabsEditOneLayer(t *testing.T) {
	s, _ := fresh(t)
	id := dressed(t, s).Layers[1].ID
	require.NoError(t, s.SetSetting(ctx, id, "laced_waist", 650.0, nil, show))
	var c *Conflict
	require.ErrorAs(t, s.SetSetting(ctx, id, "laced_waist", 640.0, nil, show), &c)
	require.NoError(t, s.SetSetting(ctx, id, "panels", 6.0, nil, show), "another field is no conflict")
	require.NoError(t, s.SetSetting(ctx, id, "laced_waist", 640.0, 650.0, show))
	require.NoError(t, s.SetSetting(ctx, id, "laced_waist", nil, 640.0, show))
	var wg sync.WaitGroup
	for i := range 8 {
		wg.Go(func() { _ = s.SetSetting(ctx, id, draft.Key(fmt.Sprint("field ", i)), float64(i), nil, show) })
	}
	wg.Wait()
	var l Layer
	require.NoError(t, s.db.First(&l, id).Error)
	assert.Len(t, l.Settings, 9, "eight at once and the panels: none is lost")
}

func TestTimerRunsOnce(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	require.NoError(t, s.Time(ctx, e.Layers[0].ID, "cut", true))
	require.NoError(t, s.Time(ctx, e.Layers[1].ID, "seams", true))
	e, _ = s.Ensemble(ctx, e.ID)
	assert.NotNil(t, e.Layers[0].Timings[0].EndedAt)
	assert.Nil(t, e.Layers[1].Timings[0].EndedAt)
	require.NoError(t, s.Tick(ctx, e.Layers[1].ID, "seams", true))
	e, _ = s.Ensemble(ctx, e.ID)
	assert.NotNil(t, e.Layers[1].Timings[0].EndedAt)
}

func TestFullDiskWritesNothing(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	raw, _ := s.db.DB()
	raw.SetMaxOpenConns(1)
	var pages int
	require.NoError(t, s.db.Raw("pragma page_count").Scan(&pages).Error)
	require.NoError(t, s.db.Exec(fmt.Sprintf("pragma max_page_count = %d", pages)).Error)
	var err error
	was := ""
	for i := range 400 {
		note := strings.Repeat(fmt.Sprint("long ", i), 190)
		if err = s.NoteStep(ctx, e.Layers[0].ID, "cut", note, was); err != nil {
			break
		}
		was = note
	}
	require.ErrorIs(t, err, ErrFull)
	_, err = s.Ensemble(ctx, e.ID)
	require.NoError(t, err, "what was kept can still be read")
}

func TestReadOnlyAndNewerFiles(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	ro, err := Read(path)
	require.NoError(t, err)
	require.ErrorIs(t, ro.Tick(ctx, e.Layers[0].ID, "cut", true), ErrReadOnly)
	require.NoError(t, ro.Close())
	_, err = Open(path)
	require.ErrorContains(t, err, "open in another", "one process writes to a file")
	require.NoError(t, s.db.Exec("insert into migrations(id) values ('9999_from_the_future')").Error)
	require.NoError(t, s.Close())
	_, err = Open(path)
	require.ErrorIs(t, err, ErrNewer)
}

func TestNotADataFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "letter.db")
	require.NoError(t, os.WriteFile(path, []byte(strings.Repeat("Dear aunt, ", 200)), 0o600))
	_, err := Open(path)
	require.Error(t, err)
	got, _ := os.ReadFile(path)
	assert.True(t, strings.HasPrefix(string(got), "Dear aunt"), "it is left as it was")
}

func TestBackupAndRestore(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	require.NoError(t, s.SetReading(ctx, e.WearerID, "waist_girth", figure.Bare, Entry{Value: 710, Typed: "71"}))
	copyTo := filepath.Join(t.TempDir(), "backup.db")
	require.NoError(t, s.Backup(ctx, copyTo))
	require.Error(t, s.Backup(ctx, copyTo), "never over a file")
	require.Error(t, Restore(copyTo, path), "never over a file")
	to := filepath.Join(t.TempDir(), "restored.db")
	require.NoError(t, Restore(copyTo, to))
	r, err := Open(to)
	require.NoError(t, err)
	defer r.Close()
	got, err := r.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Len(t, got.Layers, 3)
	assert.Len(t, got.Wearer.Readings, 1)
	bad := filepath.Join(t.TempDir(), "bad.db")
	require.NoError(t, os.WriteFile(bad, []byte("SQLite format 3\x00 and then nothing"), 0o600))
	missing := filepath.Join(t.TempDir(), "x.db")
	require.Error(t, Restore(bad, missing))
	_, err = os.Stat(missing)
	assert.True(t, errors.Is(err, os.ErrNotExist), "nothing half restored is left")
}

// Garments put on together are one action, each where it belongs; one too many puts on none.
func TestPuttingOnIsOneAction(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	put := func(kinds ...string) error {
		var all []Layer
		for _, kind := range kinds {
			all = append(all, Layer{Kind: kind, Name: kind, Fabric: cloth.Fabric{Width: 1500, Thickness: 0.4}})
		}
		_, err := s.PutOn(ctx, e.ID, all, func([]string, string) int { return 1 })
		return err
	}
	kinds := func() (out []string) {
		got, err := s.Ensemble(ctx, e.ID)
		require.NoError(t, err)
		for i, l := range got.Layers {
			require.Equal(t, i, l.Position)
			out = append(out, l.Kind)
		}
		return out
	}
	require.NoError(t, put("stays", "drawers"))
	require.Equal(t, []string{"shift", "drawers", "stays", "corset", "petticoat-tiered"}, kinds())
	require.ErrorContains(t, put(strings.Fields(strings.Repeat("petticoat-gored ", 26))...), "thirty layers")
	require.Len(t, kinds(), 5)
	_, err := s.Undo(ctx, OfEnsemble, e.ID, 0)
	require.NoError(t, err)
	require.Equal(t, []string{"shift", "corset", "petticoat-tiered"}, kinds())
}
