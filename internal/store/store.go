package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"time"

	"ardentgusset/core/memo"

	"github.com/glebarez/sqlite"

	"github.com/go-gormigrate/gormigrate/v2"
	"github.com/gofrs/flock"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
	"gorm.io/gorm/logger"
)

// Store is one SQLite file, opened.
type Store struct {
	db   *gorm.DB
	path string
	now  func() time.Time
	cuts *memo.Book // what cloth was cut to
	// changes is shared by all that write through the same database.
	changes *changeBook
	// current: the file was of this version when it was opened.
	current bool
	lock    *flock.Flock // held while this process may write; nil when it only reads
	// filling: what is entered is no person's action, and nothing to undo.
	filling bool
	once    string // the token of what is done, "" for none
}

// Errors a person can act on.
var (
	// ErrGone: the record was deleted, perhaps in another tab.
	ErrGone = errors.New("this is no longer there; it was deleted, perhaps in another tab. Undo on the first page brings it back")
	// ErrFull and ErrReadOnly: nothing could be written.
	ErrFull     = errors.New("the disk is full: this was not kept. Free some space and enter it again; what was kept before is safe")
	ErrReadOnly = errors.New("the data file can't be written to: this was not kept. Check its permissions, or start the program with " +
		"another --db")
	// ErrDisk: the disk fails, or was taken out.
	ErrDisk = errors.New("the disk that the data file lies on can’t be read or written: this was not kept. See that it is there and " +
		"sound, copy the file elsewhere, and start the program with it")
	// ErrOther: the tables are not those of this version.
	ErrOther = errors.New("the data file is not as this version of the program makes it: nothing was changed. Start the program again, so " +
		"that it brings the file up to date, or restore a backup")
	// ErrBusy: another process is writing.
	ErrBusy = errors.New("the data file is busy: another program is writing to it. This was not kept; enter it again in a moment")
	// ErrNewer: the file belongs to a later version of the program.
	ErrNewer = errors.New("this data file was written by a newer version of Ardent Gusset; use that version, or restore a backup into " +
		"another file. Nothing was changed")
	// ErrNothingToUndo says there is no earlier state.
	ErrNothingToUndo = errors.New("there is nothing to undo")
)

// Conflict: the value was changed elsewhere since it was shown.
type Conflict struct {
	Theirs string // what it was changed to, in words
	Was    string // the same as a field sends it back, so that it can be entered again
	Done   bool   // it is nothing that is entered, but what would be taken back
}

// still is a conflict where something is not as it was shown; nil where it is, or nothing was shown.
func still(now string, was *string) error {
	if was == nil || *was == now {
		return nil
	}
	return &Conflict{Theirs: quoted(now), Was: now}
}

// Error says it in words.
func (c *Conflict) Error() string {
	if c.Done {
		return fmt.Sprintf("%s was done in another tab meanwhile. Load the page again to see what would be taken back", c.Theirs)
	}
	return fmt.Sprintf("this was changed to %s in another tab meanwhile. Enter yours again to use it instead", c.Theirs)
}

// InUse: a wearer who is still dressed in something can't be deleted.
type InUse struct{ Ensembles []string }

// Error says it in words.
func (e *InUse) Error() string {
	return "still the wearer of " + strings.Join(e.Ensembles, ", ") + ": give these another wearer or delete them first"
}

// mode is what a file is opened for.
type mode int

const (
	writing mode = iota // created when it is not there, and brought up to this version
	reading             // never changed in any way
)

// Open opens a data file, creating it (and its folder) when it is not there,
// and brings it up to this version. Only one process may have it open so; a
// second one is told. It fails with ErrNewer on a file of a later version.
func Open(path string) (*Store, error) {
	if err := os.MkdirAll(filepath.Dir(path), 0o700); err != nil {
		return nil, fmt.Errorf("the folder %s can't be made: %w", filepath.Dir(path), err)
	}
	lock := flock.New(path+".lock", flock.SetPermissions(0o600))
	held, err := lock.TryLock()
	if err != nil {
		return nil, fmt.Errorf("the data file %s can't be locked: %w", path, err)
	}
	if !held {
		return nil, fmt.Errorf("the data file %s is open in another Ardent Gusset: use that one, close it, or start with another --db",
			path)
	}
	// SQLite makes files that others may read; this one holds a person's body.
	f, err := os.OpenFile(path, os.O_RDWR|os.O_CREATE, 0o600)
	if err == nil {
		err = f.Close()
	}
	if err != nil {
		return nil, errors.Join(fmt.Errorf("%s can't be opened as a data file: %w", path, err), lock.Unlock())
	}
	s, err := open(path, writing)
	if err != nil {
		return nil, errors.Join(err, lock.Unlock())
	}
	s.lock = lock
	leftovers(path)
	if err := s.Prune(context.Background()); err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// leftovers removes what a restore or a backup that was killed left beside the
// file: copies that were never put in place.
func leftovers(path string) {
	for _, pattern := range []string{".restore-*", ".backup-*"} {
		all, _ := filepath.Glob(filepath.Join(filepath.Dir(path), pattern)) // the pattern is sound
		for _, dir := range all {
			if info, err := os.Stat(dir); err == nil && info.IsDir() && time.Since(info.ModTime()) > time.Hour {
				_ = os.RemoveAll(dir)
			}
		}
	}
}

// Read opens a data file that is there for reading alone: it works where
// nothing may be written, and changes nothing. A file of another program, or of
// an earlier version, is refused.
func Read(path string) (*Store, error) {
	s, err := open(path, reading)
	if err != nil {
		return nil, err
	}
	if !s.current {
		return nil, errors.Join(fmt.Errorf("%s was written by an earlier version: start the program with it once to bring it up to "+
			"this one", path), s.Close())
	}
	return s, nil
}

func open(path string, m mode) (*Store, error) {
	// A path may hold characters that mean something in a URI.
	dsn := "file:" + (&url.URL{Path: path}).EscapedPath()
	if m == reading {
		dsn += "?mode=ro"
		if _, err := os.Stat(path + "-wal"); os.IsNotExist(err) && !writable(filepath.Dir(path)) {
			dsn += "&immutable=1" // nobody can be writing, and no log can be made beside it
		}
	} else {
		// Transactions take the write lock at once: one that reads first and
		// writes later could not get it while another waits. What a person
		// entered is on the disk before it is acknowledged.
		dsn += "?mode=rwc&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_txlock=immediate"
	}
	dsn += "&_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)"
	db, err := gorm.Open(sqlite.Open(dsn), &gorm.Config{Logger: logger.Discard, TranslateError: true})
	if err != nil {
		return nil, fmt.Errorf("%s can't be opened as a data file: %w", path, err)
	}
	raw, err := db.DB()
	if err != nil {
		return nil, err
	}
	raw.SetMaxOpenConns(4)
	s := &Store{db: db, path: path, now: time.Now, cuts: memo.New(cutsWeight), changes: &changeBook{own: map[uint]uint64{}}}
	if err := s.changes.count(db); err != nil {
		return nil, errors.Join(err, s.Close())
	}
	known := map[string]bool{}
	for _, m := range migrations() {
		known[m.ID] = true
	}
	applied := 0
	if db.Migrator().HasTable("migrations") {
		var ids []string
		if err := db.Table("migrations").Pluck("id", &ids).Error; err != nil {
			return nil, errors.Join(fmt.Errorf("%s can't be read: %w", path, err), s.Close())
		}
		for _, id := range ids {
			if !known[id] {
				return nil, errors.Join(ErrNewer, s.Close())
			}
			applied++
		}
	} else if err := db.Exec("select count(*) from sqlite_master").Error; err != nil {
		return nil, errors.Join(fmt.Errorf("%s is not a data file of this program: %w", path, err), s.Close())
	}
	s.current = applied == len(known)
	if !s.current && m == writing { // a backup is looked at as it is
		if err := gormigrate.New(db, gormigrate.DefaultOptions, migrations()).Migrate(); err != nil {
			return nil, errors.Join(fmt.Errorf("%s can't be brought up to this version: %w", path, explain(err)), s.Close())
		}
	}
	return s, nil
}

// writable tells whether files can be made in a folder.
func writable(dir string) bool {
	f, err := os.CreateTemp(dir, ".probe-*")
	if err != nil {
		return false
	}
	return errors.Join(f.Close(), os.Remove(f.Name())) == nil
}

// Close closes the file.
func (s *Store) Close() error {
	raw, err := s.db.DB()
	if err == nil {
		err = raw.Close()
	}
	if s.lock != nil {
		err = errors.Join(err, s.lock.Unlock())
	}
	return err
}

// explain turns what SQLite says into what a person can act on.
func explain(err error) error {
	switch {
	case err == nil:
		return nil
	case errors.Is(err, gorm.ErrRecordNotFound):
		return ErrGone
	case strings.Contains(err.Error(), "database or disk is full"):
		return ErrFull
	case strings.Contains(err.Error(), "disk I/O error"), strings.Contains(err.Error(), "unable to open database file"),
		strings.Contains(err.Error(), "disk image is malformed"):
		return ErrDisk
	case strings.Contains(err.Error(), "no such table"), strings.Contains(err.Error(), "no such column"),
		strings.Contains(err.Error(), "columns but"):
		return ErrOther
	case strings.Contains(err.Error(), "database is locked"), strings.Contains(err.Error(), "SQLITE_BUSY"):
		return ErrBusy
	case strings.Contains(err.Error(), "readonly database"), strings.Contains(err.Error(), "read-only"):
		return ErrReadOnly
	}
	return err
}

// Empty tells whether nothing was ever entered.
func (s *Store) Empty() (bool, error) {
	var n int64
	if err := s.db.Model(&Wearer{}).Count(&n).Error; err != nil {
		return false, explain(err)
	}
	return n == 0, nil
}

// historyLength is how many actions on one thing can be undone.
const historyLength = 60

// act runs one action of a person in one transaction, keeping the state of
// the thing it touches so that it can be undone.
func (s *Store) act(ctx context.Context, scope Scope, id uint, label string, do func(tx *gorm.DB) error) error {
	return s.actWith(ctx, scope, id, label, nil, do)
}

// actWith is act for what touches cloths of the stash as well: they come back
// with the same undo, and not by themselves.
func (s *Store) actWith(ctx context.Context, scope Scope, id uint, label string, stash []uint, do func(tx *gorm.DB) error) error {
	if scope == OfEnsemble && len(stash) == 0 { // what takes cloth changes others as well
		ctx = onEnsemble(ctx, id)
	}
	if s.filling {
		return explain(do(s.db.WithContext(ctx)))
	}
	return explain(s.transaction(ctx, func(tx *gorm.DB) error {
		if err := s.receive(tx); err != nil {
			return err
		}
		before, err := whole(tx, scope, id)
		if err != nil {
			return err
		}
		var parts []History
		for _, cloth := range stash {
			was, err := whole(tx, OfStash, cloth)
			if errors.Is(err, gorm.ErrRecordNotFound) {
				continue
			}
			if err != nil {
				return err
			}
			parts = append(parts, History{Scope: OfStash, ScopeID: cloth, Label: label, Before: was, At: s.now()})
		}
		if err := do(tx); err != nil {
			return err
		}
		_, err = whole(tx, scope, id)
		h := History{Scope: scope, ScopeID: id, Label: label, Before: before, Deleted: errors.Is(err, gorm.ErrRecordNotFound), At: s.now()}
		if err := tx.Create(&h).Error; err != nil {
			return err
		}
		for i := range parts {
			parts[i].Main = h.ID
			if err := tx.Create(&parts[i]).Error; err != nil {
				return err
			}
		}
		old := tx.Model(&History{}).Select("id").Where("scope = ? and scope_id = ?", scope,
			id).Order("id desc").Limit(-1).Offset(historyLength)
		return tx.Where("id in (?)", old).Delete(&History{}).Error
	}))
}

// Fill enters all that do does in one transaction, with nothing of it to undo: all of it is there
// afterwards, or none.
func (s *Store) Fill(ctx context.Context, do func(*Store) error) error {
	return explain(s.transaction(ctx, func(tx *gorm.DB) error {
		one := *s
		one.db, one.filling = tx.Session(&gorm.Session{DisableNestedTransaction: true}), true
		return do(&one)
	}))
}

// whole is a wearer or an ensemble with all that belongs to it, as JSON.
func whole(tx *gorm.DB, scope Scope, id uint) (string, error) {
	var v any
	var err error
	switch scope {
	case OfWearer:
		w := Wearer{}
		err, v = tx.Preload("Readings").First(&w, id).Error, &w
	case OfStash:
		b := Stashed{}
		err, v = tx.First(&b, id).Error, &b
	case OfWorkroom:
		w := Workroom{}
		err, v = tx.First(&w, id).Error, &w
	default:
		e := Ensemble{}
		err, v = tx.Preload("Layers.Steps").Preload("Layers.Timings").Preload("Layers.Clocked").First(&e, id).Error, &e
	}
	if err != nil {
		return "", err
	}
	b, err := json.Marshal(v)
	return string(b), err
}

// LastAction is what Undo would undo for a thing, or false.
func (s *Store) LastAction(ctx context.Context, scope Scope, id uint) (History, bool) {
	var h History
	err := s.db.WithContext(ctx).Where("scope = ? and scope_id = ?", scope, id).Order("id desc").First(&h).Error
	return h, err == nil
}

// ActedSince are the labels of what was done to a thing from a time on, the latest first, each once; what was undone, and what
// lies further back than undo reaches, is not among them.
func (s *Store) ActedSince(ctx context.Context, scope Scope, id uint, since time.Time) ([]string, error) {
	var out []string
	err := s.db.WithContext(ctx).Model(&History{}).Where("scope = ? and scope_id = ? and at >= ?", scope, id, since).
		Group("label").Order("max(id) desc").Pluck("label", &out).Error
	return out, explain(err)
}

// LastDeleted is the deletion that can be undone from the first page.
func (s *Store) LastDeleted(ctx context.Context) (History, bool) {
	var all []History
	if s.db.WithContext(ctx).Where("deleted").Order("id desc").Limit(20).Find(&all).Error != nil {
		return History{}, false
	}
	for _, h := range all {
		if last, ok := s.LastAction(ctx, h.Scope, h.ScopeID); ok && last.ID == h.ID {
			return h, true
		}
	}
	return History{}, false
}

// Undo brings a wearer, an ensemble or a cloth back to before the last action
// on it and says what was undone. shown is the action the person saw; when
// something else was done since, nothing is undone and a Conflict says what.
func (s *Store) Undo(ctx context.Context, scope Scope, id, shown uint) (string, error) {
	label := ""
	err := s.transaction(ctx, func(tx *gorm.DB) error {
		var h History
		if err := tx.Where("scope = ? and scope_id = ?", scope, id).Order("id desc").First(&h).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return ErrNothingToUndo
			}
			return err
		}
		if shown != 0 && shown != h.ID {
			return &Conflict{Theirs: "“" + h.Label + "”", Done: true}
		}
		label = h.Label
		if h.Main != 0 {
			return &FieldError{"undo", "the last thing that happened to this cloth is “" + h.Label +
				"”: undo it there, and the cloth comes back"}
		}
		if err := tx.Delete(&h).Error; err != nil {
			return err
		}
		if err := undoParts(tx, h); err != nil {
			return err
		}
		if scope == OfStash {
			var b Stashed
			if err := json.Unmarshal([]byte(h.Before), &b); err != nil {
				return err
			}
			return tx.Save(&b).Error
		}
		if scope == OfWorkroom {
			var w Workroom
			if err := json.Unmarshal([]byte(h.Before), &w); err != nil {
				return err
			}
			return tx.Save(&w).Error
		}
		if scope == OfWearer {
			var w Wearer
			if err := json.Unmarshal([]byte(h.Before), &w); err != nil {
				return err
			}
			if err := tx.Where("wearer_id = ?", id).Delete(&Reading{}).Error; err != nil {
				return err
			}
			was := w
			if err := tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&w).Error; err != nil {
				return err
			}
			// The clause leaves out zeros of columns that have a default, and
			// reads back what stands there.
			return tx.Model(&Wearer{ID: id}).Select("*").Omit("ID", "Readings").Updates(&was).Error
		}
		var e Ensemble
		if err := json.Unmarshal([]byte(h.Before), &e); err != nil {
			return err
		}
		for i := range e.Layers {
			e.Layers[i].renameSteps() // it may be from before steps came from rules
		}
		if err := tx.First(&Wearer{}, e.WearerID).Error; err != nil {
			return fmt.Errorf("its wearer was deleted; bring the wearer back first")
		}
		if err := tx.Where("ensemble_id = ?", id).Delete(&Layer{}).Error; err != nil {
			return err
		}
		was := e
		if err := tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&e).Error; err != nil {
			return err
		}
		return tx.Model(&Ensemble{ID: id}).Select("*").Omit("ID", "Wearer", "Layers").Updates(&was).Error
	})
	return label, explain(err)
}
