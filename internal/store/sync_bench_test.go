package store

import (
	"context"
	"path/filepath"
	"testing"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/require"
)

// BenchmarkKeepingAReading is what a person waits for who enters a reading, synced to
// the disk before it is answered (FULL), beside what it would be without (NORMAL, which
// a power cut may undo).
func BenchmarkKeepingAReading(b *testing.B) {
	for _, mode := range []string{"FULL", "NORMAL"} {
		b.Run(mode, func(b *testing.B) {
			s, err := Open(filepath.Join(b.TempDir(), "data.db"))
			require.NoError(b, err)
			defer func() { require.NoError(b, s.Close()) }()
			require.NoError(b, s.db.Exec("pragma synchronous="+mode).Error)
			w, err := s.AddWearer(context.Background(), "Someone", figure.Women)
			require.NoError(b, err)
			was := measure.Length(0)
			for i := 0; b.Loop(); i++ {
				now := measure.Length(700 + i%2)
				require.NoError(b, s.SetReading(context.Background(), w.ID, "waist_girth", figure.Bare, Entry{Value: now, Was: was, Typed: "70"}))
				was = now
			}
		})
	}
}
