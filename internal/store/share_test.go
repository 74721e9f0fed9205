package store

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"testing"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func drafted(e Ensemble) ([]ensemble.Stage, error) {
	_, stages, err := ensemble.Walk(context.Background(), e.Plan(), nil)
	return stages, err
}

// Three ensembles of one maker: the one whose day is first has its hours, the next what it leaves, the one without a day comes
// last; a pause, and one that can't be drafted, take nothing; and one that is reckoned alone has all of them.
func TestHoursGoToTheFirstDay(t *testing.T) {
	s, _ := fresh(t)
	w, err := s.AddWearer(ctx, "Somebody", figure.Women)
	require.NoError(t, err)
	add := func(name, day string) uint {
		e, err := s.AddEnsemble(ctx, Ensemble{Name: name, WearerID: w.ID, Hours: 2, EventDate: day})
		require.NoError(t, err)
		_, err = s.AddLayer(ctx, Layer{EnsembleID: e.ID, Kind: "shift", Name: "Shift", Fabric: cloth.Fabric{Width: 1500, Thickness: 0.3}})
		require.NoError(t, err)
		return e.ID
	}
	later, sometime, first := add("later", "2027-06-01"), add("sometime", ""), add("first", "2027-05-01")
	now := time.Date(2027, 3, 1, 9, 0, 0, 0, time.UTC)
	ends := func() map[uint]work.Day {
		out := map[uint]work.Day{}
		require.NoError(t, s.InTurn(ctx, now, drafted, func(one One, share Share) bool {
			placed, unplaced := one.Calendar.Schedule(one.Work, one.Minutes)
			require.Empty(t, unplaced)
			out[one.ID] = work.Finish(placed)
			spent := one.Calendar.Spent(one.Work, one.Minutes)
			sum, minutes := 0.0, 0.0
			for d, h := range spent {
				sum += h
				require.LessOrEqual(t, h+share.Taken[d], 2+1e-9, "no day is given twice")
			}
			for _, m := range one.Minutes {
				minutes += m
			}
			require.InDelta(t, minutes/60, sum, 1e-6)
			return true
		}))
		return out
	}
	at := ends()
	assert.Less(t, at[first], at[later])
	assert.Less(t, at[later], at[sometime])
	require.NoError(t, s.SetPause(ctx, first, "at the neck", ""))
	assert.Less(t, ends()[later], at[later])
	require.NoError(t, s.SetPause(ctx, first, "", ""))
	assert.Equal(t, at, ends())
	require.NoError(t, s.SetAlone(ctx, later, true))
	alone := ends()
	assert.Equal(t, at[first], alone[later], "as if there were nothing else: they are alike")
	require.NoError(t, s.SetAlone(ctx, later, false))
	share, err := s.ShareOf(ctx, sometime, now, func(e Ensemble) ([]ensemble.Stage, error) {
		if e.ID == first {
			return nil, errors.New("no figure")
		}
		return drafted(e)
	})
	require.NoError(t, err)
	assert.Equal(t, []string{"later"}, share.Ahead)
}

// What is done to one ensemble changes nothing of what others leave it; what is done to another, to the wearer or to the
// machines does; what is only looked at does not.
func TestChangesBeside(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	other, err := s.AddEnsemble(ctx, Ensemble{Name: "Another", WearerID: e.WearerID, Hours: 2})
	require.NoError(t, err)
	_, err = s.AddLayer(ctx, Layer{EnsembleID: other.ID, Kind: "shift", Name: "Shift", Fabric: cloth.Fabric{Width: 1500, Thickness: 0.3}})
	require.NoError(t, err)
	mark := s.ChangesBeside(e.ID)
	same := func(what string) { assert.Equal(t, mark, s.ChangesBeside(e.ID), what) }
	changed := func(what string) {
		now := s.ChangesBeside(e.ID)
		assert.NotEqual(t, mark, now, what)
		mark = now
	}
	require.NoError(t, s.Tick(ctx, e.Layers[0].ID, "cut", true))
	same("its own step")
	require.NoError(t, s.SetHours(ctx, e.ID, [7]float64{1, 1, 1, 1, 1, 1, 1}, nil))
	same("its own hours")
	require.NoError(t, s.See(ctx, map[uint]ensemble.Snapshot{e.Layers[0].ID: {}}))
	same("looked at")
	_, err = s.Ensembles(ctx)
	require.NoError(t, err)
	same("read")
	o, err := s.Ensemble(ctx, other.ID)
	require.NoError(t, err)
	require.NoError(t, s.Tick(ctx, o.Layers[0].ID, "cut", true))
	changed("another’s step")
	require.NoError(t, s.SetReading(ctx, e.WearerID, "waist_girth", figure.Bare, Entry{Value: 700, Typed: "70"}))
	changed("the wearer")
	last, ok := s.LastAction(ctx, OfEnsemble, other.ID)
	require.True(t, ok)
	_, err = s.Undo(ctx, OfEnsemble, other.ID, last.ID)
	require.NoError(t, err)
	changed("undo of another’s")
	require.NoError(t, s.At(time.Now().Add(-time.Hour)).Tick(ctx, o.Layers[0].ID, "cut", true))
	changed("sent later by a device")
	require.NoError(t, s.DeleteEnsemble(ctx, other.ID))
	changed("another is gone")
	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, s.Backup(ctx, copied))
	same("a backup")
	f, err := os.Open(copied)
	require.NoError(t, err)
	defer f.Close()
	_, err = s.Restore(ctx, f)
	require.NoError(t, err)
	changed("everything was restored")
}
