package main

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"mime/multipart"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"ardentgusset/internal/store"

	"github.com/stretchr/testify/require"
)

// Killed at whatever moment while it writes, restores and searches, the program
// starts again on a sound file, and everything it had answered for is there. A
// few kills as a rule; two hundred when EVERY_BODY is set.
func TestKilledAtAnyMoment(t *testing.T) {
	kills := 8
	if os.Getenv("EVERY_BODY") != "" {
		kills = 200
	}
	db := demoFile(t)
	random := rand.New(rand.NewPCG(uint64(time.Now().UnixNano()), 1))
	answered := noteOf(t, db)
	writes := 0
	var asked string // and not answered for: it may be there or not
	for k := range kills {
		p, address := begin(t, "serve", db)
		noted := noteOf(t, db)
		require.Contains(t, []string{answered, asked}, noted, "after kill %d", k)
		answered = noted
		ctx, stop := context.WithCancel(context.Background())
		var busy sync.WaitGroup
		busy.Go(func() { search(ctx, address) })
		if k%3 == 2 {
			busy.Go(func() { restoreItself(ctx, address) })
		}
		kill := time.After(time.Duration(20+random.IntN(400)) * time.Millisecond)
		func() {
			for n := 0; ; n++ {
				select {
				case <-kill:
					return
				default:
				}
				text := fmt.Sprintf("asked %d-%d", k, n)
				asked = text
				form := url.Values{"key": {"note"}, "value": {text}}
				res, err := http.PostForm(address+"/stash/1", form)
				if err == nil {
					_, _ = io.Copy(io.Discard, res.Body)
					_ = res.Body.Close()
					if res.StatusCode < 400 {
						answered = text
						writes++
					}
				}
			}
		}()
		require.NoError(t, p.Process.Kill())
		_ = p.Wait()
		stop()
		busy.Wait()
		if k%3 == 2 { // a restore in between may have put back what was there when it was taken
			answered = noteOf(t, db)
		}
	}
	require.Contains(t, []string{answered, asked}, noteOf(t, db))
	require.Greater(t, writes, kills, "it was busy")
	t.Logf("%d kills, %d writes answered for", kills, writes)
}

// noteOf is the note of the first cloth, read without opening the file to write;
// the file must be sound.
func noteOf(t *testing.T, db string) string {
	st, err := store.Read(db)
	require.NoError(t, err)
	defer func() { require.NoError(t, st.Close()) }()
	b, err := st.StashCloth(context.Background(), 1)
	require.NoError(t, err)
	all, err := st.Ensembles(context.Background())
	require.NoError(t, err)
	require.Len(t, all, 8)
	return b.Note
}

// search asks for a shorter lay until it is stopped.
func search(ctx context.Context, address string) {
	q, err := http.NewRequestWithContext(ctx, http.MethodPost, address+"/ensembles/1/layers/4/look", nil)
	if err != nil {
		return
	}
	if res, err := http.DefaultClient.Do(q); err == nil {
		_, _ = io.Copy(io.Discard, res.Body)
		_ = res.Body.Close()
	}
}

// restoreItself takes a backup and puts it back.
func restoreItself(ctx context.Context, address string) {
	q, err := http.NewRequestWithContext(ctx, http.MethodGet, address+"/backup", nil)
	if err != nil {
		return
	}
	res, err := http.DefaultClient.Do(q)
	if err != nil {
		return
	}
	var copied, body bytes.Buffer
	_, err = io.Copy(&copied, res.Body)
	if err = errors.Join(err, res.Body.Close()); err != nil {
		return
	}
	form := multipart.NewWriter(&body)
	part, err := form.CreateFormFile("backup", filepath.Base("backup.db"))
	if err != nil {
		return
	}
	_, _ = part.Write(copied.Bytes())
	_ = form.Close()
	if q, err = http.NewRequestWithContext(ctx, http.MethodPost, address+"/restore", &body); err != nil {
		return
	}
	q.Header.Set("Content-Type", form.FormDataContentType())
	if res, err = http.DefaultClient.Do(q); err == nil {
		_, _ = io.Copy(io.Discard, res.Body)
		_ = res.Body.Close()
	}
}
