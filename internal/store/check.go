package store

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"ardentgusset/core/lay"

	"gorm.io/gorm"
)

// models are all that is kept, a table each.
func models() []any {
	return []any{&Wearer{}, &Reading{}, &Ensemble{}, &Layer{}, &StepLog{}, &Timing{}, &History{}, &CutDraft{}, &FoundLay{}, &Stashed{},
		&Photo{}, &Clocked{}, &Workroom{}, &Received{}, &Habits{}}
}

// tables are the names of their tables, and that of the migrations.
func (s *Store) tables() []string {
	out := []string{"migrations"}
	for _, m := range models() {
		stmt := &gorm.Statement{DB: s.db}
		if stmt.Parse(m) == nil { // our own types: they parse
			out = append(out, stmt.Schema.Table)
		}
	}
	return out
}

// foreign fails on a file that is damaged or holds what this program never
// made: other tables, views, triggers.
func (s *Store) foreign() error {
	var said string
	if err := s.db.Raw("pragma integrity_check(1)").Scan(&said).Error; err != nil {
		return err
	}
	if said != "ok" {
		return errors.New("it is damaged: " + said)
	}
	var all []struct{ Type, Name string }
	if err := s.db.Raw("select type, name from sqlite_master").Scan(&all).Error; err != nil {
		return err
	}
	known := s.tables()
	wearers := false
	for _, o := range all {
		wearers = wearers || o.Name == "wearers"
		switch {
		case strings.HasPrefix(o.Name, "sqlite_"), o.Type == "index":
		case o.Type == "table" && slices.Contains(known, o.Name):
		default:
			return fmt.Errorf("it holds a %s %q that is not this program’s", o.Type, o.Name)
		}
	}
	if !wearers {
		return errors.New("it holds no wearers' table")
	}
	return nil
}

// Check proves that every page can be drawn from the file: all tables and
// columns are there, every reference leads somewhere, and everything that is
// kept as text can be read.
func (s *Store) Check(ctx context.Context) error {
	if err := s.foreign(); err != nil {
		return err
	}
	db := s.db.WithContext(ctx)
	for _, m := range models() {
		stmt := &gorm.Statement{DB: db}
		if err := stmt.Parse(m); err != nil {
			return err
		}
		var have []string
		if err := db.Raw("select name from pragma_table_info(?)", stmt.Schema.Table).Scan(&have).Error; err != nil {
			return err
		}
		if len(have) == 0 {
			return fmt.Errorf("its table %s is missing", stmt.Schema.Table)
		}
		for _, column := range stmt.Schema.DBNames {
			if !slices.Contains(have, column) {
				return fmt.Errorf("its table %s has no column %s", stmt.Schema.Table, column)
			}
		}
	}
	var broken []struct{ Table, Parent string }
	if err := db.Raw("select \"table\", parent from pragma_foreign_key_check").Scan(&broken).Error; err != nil {
		return err
	}
	if len(broken) > 0 {
		return fmt.Errorf("something in %s belongs to a record of %s that is not there", broken[0].Table, broken[0].Parent)
	}
	return s.readable(ctx)
}

// readable reads everything once.
func (s *Store) readable(ctx context.Context) error {
	if _, err := s.Wearers(ctx); err != nil {
		return fmt.Errorf("its wearers can't be read: %w", err)
	}
	if _, err := s.Stash(ctx); err != nil {
		return fmt.Errorf("its stash can't be read: %w", err)
	}
	if _, err := s.Ensembles(ctx); err != nil { // with the drafts they were cut to
		return fmt.Errorf("its ensembles can't be read: %w", err)
	}
	db := s.db.WithContext(ctx)
	var h History
	rows, err := db.Model(&History{}).Rows()
	if err != nil {
		return err
	}
	for rows.Next() {
		if err = db.ScanRows(rows, &h); err != nil {
			break
		}
		if h.Before != "" && !json.Valid([]byte(h.Before)) {
			err = fmt.Errorf("what undoing %q would bring back can't be read", h.Label)
			break
		}
	}
	if err = errors.Join(err, rows.Close()); err != nil {
		return err
	}
	var hashes []string
	if err := db.Model(&CutDraft{}).Pluck("hash", &hashes).Error; err != nil {
		return err
	}
	for _, hash := range hashes {
		if _, err := s.cutDraft(ctx, hash); err != nil {
			return err
		}
	}
	var lays []FoundLay
	return db.Model(&FoundLay{}).FindInBatches(&lays, 50, func(*gorm.DB, int) error {
		for _, l := range lays {
			var r lay.Result
			if err := json.Unmarshal(l.Text, &r); err != nil {
				return fmt.Errorf("a kept lay can't be read: %w", err)
			}
		}
		return nil
	}).Error
}

// unpacked is what was kept compressed.
func unpacked(text []byte) ([]byte, error) {
	z, err := gzip.NewReader(bytes.NewReader(text))
	if err != nil {
		return nil, err
	}
	return io.ReadAll(z)
}

// Prune drops the photos that no cloth, no step and nothing that can be undone
// needs any more.
func (s *Store) Prune(ctx context.Context) error {
	db := s.db.WithContext(ctx)
	return explain(db.Where("hash not in (?) and hash not in (?) and not exists (select 1 from histories where scope in (?) and "+
		"instr(before, hash) > 0)", db.Model(&Stashed{}).Select("photo"), db.Model(&StepLog{}).Select("photo"),
		[]Scope{OfStash, OfEnsemble}).Delete(&Photo{}).Error)
}
