package store_test

import (
	"strings"
	"testing"
	"time"
	"unicode/utf8"

	"ardentgusset/core/cloth"
	"ardentgusset/core/work"
	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// One like another has its layers as they would be drafted, and nothing of what was done, cut or in hand; the first stays as it was.
func TestAnotherEnsemble(t *testing.T) {
	s, err := store.Open(demotest.File(t, time.Date(2027, 2, 3, 12, 0, 0, 0, time.UTC)))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	all, err := s.Ensembles(t.Context())
	require.NoError(t, err)
	for _, e := range all {
		before, err := s.Ensemble(t.Context(), e.ID)
		require.NoError(t, err)
		other, err := s.AnotherEnsemble(t.Context(), e.ID)
		require.NoError(t, err)
		got, err := s.Ensemble(t.Context(), other.ID)
		require.NoError(t, err)
		assert.True(t, strings.HasSuffix(got.Name, ", another"))
		assert.LessOrEqual(t, utf8.RuneCountInString(got.Name), store.LongestName)
		assert.Empty(t, got.EventDate)
		require.Len(t, got.Layers, len(before.Layers))
		for i, l := range got.Layers {
			was := before.Layers[i]
			assert.Equal(t, was.Kind, l.Kind)
			assert.Equal(t, was.Settings, l.Settings)
			assert.Equal(t, was.Fabric.Width, l.Fabric.Width)
			assert.Equal(t, store.Planned, l.State)
			assert.Zero(t, l.Fabric.Held())
			assert.Nil(t, l.Cut)
			assert.False(t, l.Ticked(work.ToCut))
			for _, role := range []cloth.Role{cloth.Lining, cloth.Outer} {
				assert.Equal(t, was.Laying.Sent["side"][role], l.Laying.Sent["side"][role])
			}
		}
		after, err := s.Ensemble(t.Context(), e.ID)
		require.NoError(t, err)
		assert.Equal(t, before, after)
	}
	_, err = s.AnotherEnsemble(t.Context(), 999)
	assert.ErrorIs(t, err, store.ErrGone)
}
