package hall

import (
	"crypto/hmac"
	"crypto/rand"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"sync"
	"time"
)

// visits are what is remembered of visits, beside the data, so that a restart ends none: the secret their cookies are signed
// with, and which of them were ended, until their cookies would have run out. It is no part of a backup.
type visits struct {
	file string // "" where they are kept in memory only
	now  func() time.Time
	mu   sync.Mutex

	Secret []byte               `json:"secret"`
	Ended  map[string]time.Time `json:"ended"`
}

// secretLong is how long the secret is, bytes.
const secretLong = 32

// remembered are the visits remembered beside a data file; new ones where there is no such file yet, or none that can be read.
func remembered(data string, now func() time.Time) (*visits, error) {
	v := &visits{now: now, Ended: map[string]time.Time{}}
	if data != "" && data != ":memory:" {
		v.file = data + ".visits"
		text, err := os.ReadFile(v.file)
		if err != nil && !errors.Is(err, fs.ErrNotExist) {
			return nil, fmt.Errorf("what is remembered of visits can’t be read: %w", err)
		}
		if err == nil && json.Unmarshal(text, v) == nil && len(v.Secret) == secretLong {
			if v.Ended == nil {
				v.Ended = map[string]time.Time{}
			}
			return v, nil
		}
	}
	v.Secret, v.Ended = make([]byte, secretLong), map[string]time.Time{}
	if _, err := rand.Read(v.Secret); err != nil {
		return nil, err
	}
	return v, v.keep()
}

// key is what cookies are signed with under a passphrase: another one ends every visit.
func (v *visits) key(passphrase string) []byte {
	sum := hmac.New(sha256.New, v.Secret)
	_, _ = sum.Write([]byte(passphrase)) // a sum takes what it is given
	return sum.Sum(nil)
}

// ended tells whether a visit was ended.
func (v *visits) ended(visit string) bool {
	v.mu.Lock()
	defer v.mu.Unlock()
	_, left := v.Ended[visit]
	return left
}

// end ends a visit, here and not only in its browser: a cookie that was copied opens nothing any more.
func (v *visits) end(visit string) error {
	v.mu.Lock()
	defer v.mu.Unlock()
	now := v.now()
	maps.DeleteFunc(v.Ended, func(_ string, until time.Time) bool { return until.Before(now) })
	v.Ended[visit] = now.Add(lasts)
	return v.keep()
}

// keep writes them down whole, readable by nobody else: under another name first, so that the file is never half written.
func (v *visits) keep() error {
	if v.file == "" {
		return nil
	}
	text, err := json.Marshal(v)
	if err != nil {
		return err
	}
	f, err := os.CreateTemp(filepath.Dir(v.file), filepath.Base(v.file)+"-*") // for its owner alone
	if err != nil {
		return err
	}
	_, err = f.Write(text)
	if err = errors.Join(err, f.Sync(), f.Close()); err == nil {
		err = os.Rename(f.Name(), v.file)
	}
	if err != nil {
		_ = os.Remove(f.Name()) // the first error is the one that tells
	}
	return err
}
