// Package demotest gives tests the demo's data without filling it in anew for each.
package demotest

import (
	"context"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"ardentgusset/core/lay"
	"ardentgusset/core/memo"
	"ardentgusset/internal/demo"
	"ardentgusset/internal/store"

	"github.com/stretchr/testify/require"
)

var (
	filling sync.Mutex
	filled  = map[time.Time][]byte{} // the file by the day the demo was filled in
)

// Book keeps what was drafted, for all tests of a package.
var Book = memo.New(512 << 20)

// File is a fresh file with the demo's data, as filled in on a day: once for all tests of a package,
// then copied.
func File(t testing.TB, day time.Time) string {
	filling.Lock()
	defer filling.Unlock()
	path := filepath.Join(t.TempDir(), "data.db")
	if data, ok := filled[day]; ok {
		require.NoError(t, os.WriteFile(path, data, 0o600))
		return path
	}
	st, err := store.Open(path)
	require.NoError(t, err)
	require.NoError(t, demo.Fill(context.Background(), st, day, lay.Place, Book))
	require.NoError(t, st.Close())
	data, err := os.ReadFile(path)
	require.NoError(t, err)
	filled[day] = data
	return path
}
