package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
)

// Backup writes a whole, consistent copy of the data to a new file.
func (s *Store) Backup(ctx context.Context, path string) error {
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("%s is already there; a backup never goes over a file", path)
	}
	return explain(s.db.WithContext(ctx).Exec("vacuum into ?", path).Error)
}

// Restore copies a backup to where no data file is yet. The backup is opened
// and checked first; nothing is left behind when that fails.
func Restore(from, to string) error {
	if _, err := os.Stat(to); err == nil {
		return fmt.Errorf("%s is already there; restore never goes over a file: move it away or choose another name", to)
	}
	check, err := open(from, "ro")
	if err != nil {
		return err
	}
	var ok string
	err = check.db.Raw("pragma integrity_check").Scan(&ok).Error
	if err == nil && ok != "ok" {
		err = errors.New(ok)
	}
	if err == nil && !check.db.Migrator().HasTable(&Wearer{}) {
		err = errors.New("it holds no wearers' table")
	}
	if err = errors.Join(err, check.Close()); err != nil {
		return fmt.Errorf("%s is not a sound backup: %w", from, err)
	}
	return copyFile(from, to)
}

// copyFile copies by way of a temporary name, so that half a copy never looks
// like a whole one.
func copyFile(from, to string) (err error) {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, in.Close()) }()
	out, err := os.CreateTemp(filepath.Dir(to), ".restore-*")
	if err != nil {
		return err
	}
	if _, err = io.Copy(out, in); err == nil {
		err = out.Sync()
	}
	err = errors.Join(err, out.Close())
	if err == nil {
		err = os.Rename(out.Name(), to)
	}
	if err != nil {
		_ = os.Remove(out.Name())
	}
	return err
}
