package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
)

// Backup writes a whole, consistent copy of the data to a new file that only
// its owner can read. A copy that can't be finished leaves nothing behind.
func (s *Store) Backup(ctx context.Context, path string) (err error) {
	if _, err := os.Lstat(path); err == nil {
		return fmt.Errorf("%s is already there; a backup never goes over a file", path)
	}
	dir, err := os.MkdirTemp(filepath.Dir(path), ".backup-*")
	if err != nil {
		return fmt.Errorf("the backup can't be written: %w", err)
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	tmp := filepath.Join(dir, "copy.db")
	if err := s.db.WithContext(ctx).Exec("vacuum into ?", tmp).Error; err != nil {
		return explain(err)
	}
	return finished(tmp, path)
}

// finished gives a whole file, flushed and private, its name; it never takes
// the place of another.
func finished(tmp, path string) error {
	if err := os.Chmod(tmp, 0o600); err != nil {
		return err
	}
	f, err := os.OpenFile(tmp, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	if err := errors.Join(f.Sync(), f.Close()); err != nil {
		return err
	}
	// A link fails where a rename would go over what came there meanwhile.
	if err := os.Link(tmp, path); err != nil {
		if os.IsExist(err) {
			return fmt.Errorf("%s is already there", path)
		}
		return os.Rename(tmp, path) // a file system without links
	}
	return nil
}

// sidecars are what SQLite keeps beside a data file.
var sidecars = []string{"-wal", "-shm", "-journal"}

// Restore puts a backup where no data file is yet. What the backup's own
// companions hold belongs to it; companions left where it shall go belong to
// something else and are not touched. The backup is checked first, and nothing
// is left behind when that fails.
func Restore(from, to string) (err error) {
	for _, end := range append([]string{""}, sidecars...) {
		if _, err := os.Lstat(to + end); err == nil {
			return fmt.Errorf("%s is already there; restore never goes over a file: move it away or choose another name", to+end)
		}
	}
	dir, err := os.MkdirTemp(filepath.Dir(to), ".restore-*")
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	tmp := filepath.Join(dir, "sound.db")
	if err := sound(from, tmp); err != nil {
		return fmt.Errorf("%s is not a sound backup: %w", from, err)
	}
	return finished(tmp, to)
}

// sound copies a backup whole to a new file, brought up to this version and
// closed, or says what is wrong with it.
func sound(from, to string) error {
	if _, err := os.Stat(from); err != nil {
		return err
	}
	check, err := open(from, reading)
	if err != nil {
		return err
	}
	err = check.foreign()
	if err == nil { // with what its write-ahead log still holds
		err = check.db.Exec("vacuum into ?", to).Error
	}
	if err = errors.Join(err, check.Close()); err != nil {
		return err
	}
	st, err := open(to, writing)
	if err != nil {
		return err
	}
	err = st.Check(context.Background())
	if err == nil { // a plain file, without companions
		err = st.db.Exec("pragma journal_mode(delete)").Error
	}
	return errors.Join(err, st.Close())
}

// Restored is where the data that a restore replaced is kept.
type Restored struct{ Kept string }

// Restore puts a backup's contents in the place of the data, all in one
// transaction: another process that has the file open, or a kill at any moment,
// finds either the old data whole or the new. What was there is first copied
// beside it under a name of its own.
func (s *Store) Restore(ctx context.Context, from io.Reader) (done Restored, err error) {
	dir, err := os.MkdirTemp(filepath.Dir(s.path), ".restore-*")
	if err != nil {
		return done, err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	upload, incoming := filepath.Join(dir, "uploaded.db"), filepath.Join(dir, "sound.db")
	if err := received(from, upload); err != nil {
		return done, err
	}
	if err := sound(upload, incoming); err != nil {
		return done, &FieldError{"backup", "that file is not a sound backup of this program: " +
			strings.ReplaceAll(err.Error(), dir+string(filepath.Separator), "")}
	}
	stamp := s.path + ".before-" + s.now().Format("20060102-150405")
	done.Kept = stamp
	for n := 2; ; n++ {
		if err = s.Backup(ctx, done.Kept); err == nil || !strings.Contains(err.Error(), "is already there") {
			break
		}
		done.Kept = fmt.Sprintf("%s-%d", stamp, n)
	}
	if err != nil {
		return done, err
	}
	defer s.changes.everything()
	return done, explain(s.replace(ctx, incoming))
}

// received writes an upload to a private file as it comes in.
func received(from io.Reader, path string) error {
	out, err := os.OpenFile(path, os.O_CREATE|os.O_WRONLY|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, from)
	return errors.Join(err, out.Close())
}

// replace takes over every table of another file.
func (s *Store) replace(ctx context.Context, file string) (err error) {
	raw, err := s.db.DB()
	if err != nil {
		return err
	}
	conn, err := raw.Conn(ctx) // what is attached belongs to one connection
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, conn.Close()) }()
	run := func(statement string, args ...any) {
		if err == nil {
			_, err = conn.ExecContext(ctx, statement, args...)
		}
	}
	run("attach ? as incoming", file)
	if err != nil {
		return err
	}
	defer func() {
		// Whatever happened, the connection goes back as it was.
		_, e1 := conn.ExecContext(context.Background(), "detach incoming")
		_, e2 := conn.ExecContext(context.Background(), "pragma foreign_keys(1)")
		err = errors.Join(err, e1, e2)
	}()
	run("pragma foreign_keys(0)")
	run("begin immediate")
	if err != nil {
		return err
	}
	for _, t := range append(s.tables(), "sqlite_sequence") {
		run("delete from main." + t)
		run("insert into main." + t + " select * from incoming." + t)
	}
	if err == nil {
		run("commit")
	}
	if err != nil {
		_, rolled := conn.ExecContext(context.Background(), "rollback")
		return errors.Join(err, rolled)
	}
	return nil
}
