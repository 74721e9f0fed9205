package store

import (
	"bytes"
	"database/sql"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func backupOf(t *testing.T, s *Store) string {
	path := filepath.Join(t.TempDir(), "backup.db")
	require.NoError(t, s.Backup(ctx, path))
	return path
}

// A restore while another process has the file open: that one sees the old
// data whole or the new, the kept copy has the last write, and two restores in
// one second keep both.
func TestRestoreUnderAnotherProcess(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	b, err := os.ReadFile(backupOf(t, s))
	require.NoError(t, err)
	other, err := sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath())
	require.NoError(t, err)
	defer other.Close()
	count := func(db *sql.DB) (n int) {
		require.NoError(t, db.QueryRow("select count(*) from layers").Scan(&n))
		return n
	}
	require.Equal(t, 3, count(other))
	s.now = func() time.Time { return time.Date(2026, 3, 14, 10, 0, 0, 0, time.UTC) }
	_, err = s.AddLayer(ctx, Layer{EnsembleID: e.ID, Kind: "shift", Name: "the last write", Fabric: cloth.Fabric{Width: 1500, Thickness: 0.3}})
	require.NoError(t, err)
	first, err := s.Restore(ctx, bytes.NewReader(b))
	require.NoError(t, err)
	require.Equal(t, 3, count(other), "the other process sees what was restored")
	second, err := s.Restore(ctx, bytes.NewReader(b))
	require.NoError(t, err)
	assert.NotEqual(t, first.Kept, second.Kept)
	kept, err := Read(first.Kept)
	require.NoError(t, err)
	defer kept.Close()
	was, err := kept.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Len(t, was.Layers, 4, "the kept copy has the last write")
	for _, f := range []string{path, first.Kept, second.Kept} {
		info, err := os.Stat(f)
		require.NoError(t, err)
		assert.Equal(t, os.FileMode(0o600), info.Mode().Perm(), "only its owner reads %s", filepath.Base(f))
	}
	// What is kept goes on working.
	_, err = s.AddLayer(ctx, Layer{EnsembleID: e.ID, Kind: "shift", Name: "after", Fabric: cloth.Fabric{Width: 1500, Thickness: 0.3}})
	require.NoError(t, err)
}

// Restores and writes at once: every write that is acknowledged after the last
// restore is there, and every reader finds something whole.
func TestRestoresAndWritesAtOnce(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	b, err := os.ReadFile(backupOf(t, s))
	require.NoError(t, err)
	var wg sync.WaitGroup
	for range 4 {
		wg.Go(func() {
			for range 12 {
				_, _ = s.AddLayer(ctx, Layer{EnsembleID: e.ID, Kind: "shift", Name: "more", Fabric: cloth.Fabric{Width: 1500, Thickness: 0.3}})
				got, err := s.Ensemble(ctx, e.ID)
				assert.NoError(t, err)
				assert.GreaterOrEqual(t, len(got.Layers), 3)
			}
		})
	}
	for range 3 {
		_, err := s.Restore(ctx, bytes.NewReader(b))
		assert.NoError(t, err)
	}
	wg.Wait()
	require.NoError(t, s.Check(ctx))
}

// What can't serve every page is refused before anything is touched, by its
// own reason.
func TestUnsoundBackups(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	require.NoError(t, s.SetReading(ctx, e.WearerID, "waist_girth", figure.Bare, Entry{Value: 710, Typed: "71"}))
	good := backupOf(t, s)
	for why, statement := range map[string]string{
		"is missing":               "drop table timings",
		"no column":                "alter table ensembles drop column occasion",
		"can't be read":            "update layers set settings = '{\"broken'",
		"undoing":                  "update histories set before = '{'",
		"that is not there":        "pragma foreign_keys(0); delete from wearers",
		"trigger":                  "create trigger t after insert on layers begin delete from wearers; end",
		"view":                     "create view v as select * from wearers",
		"not this program’s":       "create table letters(text)",
		"a cut garment's draft":    "insert into cut_drafts values ('abc', x'00')",
		"a kept lay can't be read": "insert into found_lays values ('abc', 'x')",
	} {
		bad := filepath.Join(t.TempDir(), "bad.db")
		text, err := os.ReadFile(good)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(bad, text, 0o600))
		db, err := sql.Open("sqlite", bad)
		require.NoError(t, err)
		_, err = db.Exec(statement)
		require.NoError(t, err, why)
		require.NoError(t, db.Close())
		text, err = os.ReadFile(bad)
		require.NoError(t, err)
		_, err = s.Restore(ctx, bytes.NewReader(text))
		var field *FieldError
		require.ErrorAs(t, err, &field, why)
		assert.Contains(t, err.Error(), why)
		to := filepath.Join(t.TempDir(), "x.db")
		require.ErrorContains(t, Restore(bad, to), why)
		_, err = os.Stat(to)
		require.True(t, os.IsNotExist(err), why)
	}
	got, err := s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Len(t, got.Layers, 3, "nothing was touched")
	left, _ := filepath.Glob(filepath.Join(filepath.Dir(s.path), "*before*"))
	assert.Empty(t, left)
}

// A backup with a write-ahead log beside it is restored with what the log
// holds; companions at the target belong to something else.
func TestCompanionsBesideAFile(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	dir := t.TempDir()
	for _, end := range []string{"", "-wal", "-shm"} { // as a folder is copied while the program runs
		b, err := os.ReadFile(path + end)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(dir, "copied.db"+end), b, 0o600))
	}
	to := filepath.Join(t.TempDir(), "to.db")
	require.NoError(t, os.WriteFile(to+"-wal", []byte("of something else"), 0o600))
	require.ErrorContains(t, Restore(filepath.Join(dir, "copied.db"), to), "-wal")
	require.NoError(t, os.Remove(to+"-wal"))
	require.NoError(t, Restore(filepath.Join(dir, "copied.db"), to))
	r, err := Read(to)
	require.NoError(t, err)
	defer r.Close()
	got, err := r.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Len(t, got.Layers, 3)
}

// Reading never writes: a foreign file gets no tables, and one that can't be
// written to can be read.
func TestReadingChangesNothing(t *testing.T) {
	foreign := filepath.Join(t.TempDir(), "foreign.db")
	db, err := sql.Open("sqlite", foreign)
	require.NoError(t, err)
	_, err = db.Exec("create table letters(text)")
	require.NoError(t, err)
	require.NoError(t, db.Close())
	was, err := os.ReadFile(foreign)
	require.NoError(t, err)
	_, err = Read(foreign)
	require.Error(t, err)
	now, err := os.ReadFile(foreign)
	require.NoError(t, err)
	assert.Equal(t, was, now)

	s, _ := fresh(t)
	e := dressed(t, s)
	copied := backupOf(t, s)
	require.NoError(t, os.Chmod(copied, 0o400))
	r, err := Read(copied)
	require.NoError(t, err)
	defer r.Close()
	_, err = r.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	out := filepath.Join(t.TempDir(), "again.db")
	require.NoError(t, r.Backup(ctx, out), "it can still be backed up")
	require.Error(t, s.Backup(ctx, filepath.Join(t.TempDir(), "no such folder", "b.db")))
}

// A photo nobody needs any more goes; one that undo would bring back stays.
func TestPhotosArePruned(t *testing.T) {
	s, _ := fresh(t)
	b, err := s.AddStash(ctx, cloth.Fabric{Name: "Wool", Width: 1500, Thickness: 0.5})
	require.NoError(t, err)
	for _, hash := range []string{strings.Repeat("a", 64), strings.Repeat("b", 64), strings.Repeat("c", 64)} {
		require.NoError(t, s.db.Create(&Photo{Hash: hash, Type: "image/png", Data: []byte{1}}).Error)
	}
	for _, hash := range []string{strings.Repeat("a", 64), strings.Repeat("b", 64)} {
		require.NoError(t, s.SetStash(ctx, b.ID, func(b *Stashed) error { b.Photo = hash; return nil }))
	}
	require.NoError(t, s.Prune(ctx))
	var left []string
	require.NoError(t, s.db.Model(&Photo{}).Order("hash").Pluck("hash", &left).Error)
	assert.Equal(t, []string{strings.Repeat("a", 64), strings.Repeat("b", 64)}, left)
}

// The photo of a step stays while the step shows it, and while undo would show it again.
func TestPhotosOfTheWorkAreKept(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	l := e.Layers[0].ID
	shown, undone := strings.Repeat("a", 64), strings.Repeat("b", 64)
	for _, hash := range []string{undone, shown, strings.Repeat("c", 64)} {
		require.NoError(t, s.db.Create(&Photo{Hash: hash, Type: "image/png", Data: []byte{1}}).Error)
	}
	require.NoError(t, s.NoteStep(ctx, l, "mark", "By the window", ""))
	for _, hash := range []string{undone, shown} {
		require.NoError(t, s.PhotoStep(ctx, l, "mark", hash))
	}
	require.NoError(t, s.Tick(ctx, l, "mark", true))
	require.NoError(t, s.Prune(ctx))
	var left []string
	require.NoError(t, s.db.Model(&Photo{}).Order("hash").Pluck("hash", &left).Error)
	assert.Equal(t, []string{shown, undone}, left)
	e, err := s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	k := StepOf{l, "mark"}
	n := e.Noted(s.now())
	assert.Equal(t, shown, n.Photos[k])
	assert.Equal(t, "By the window", n.Notes[k], "one does not wipe the other")
	assert.True(t, n.Done[k])
	assert.False(t, n.DoneOn[k].IsZero())
}
