package memo

import (
	"context"
	"errors"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A book gives what was put last under a key, never weighs more than it may, and forgets what was
// asked for longest ago: a model that keeps everything in a list says what must be there.
func TestTheLeastUsedIsForgotten(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		type kept struct{ key, value, weight int }
		b, most := New(10), 10
		var model []kept // the one asked for last at the end
		touch := func(key int) (kept, bool) {
			for i, k := range model {
				if k.key == key {
					model = append(append(model[:i:i], model[i+1:]...), k)
					return k, true
				}
			}
			return kept{}, false
		}
		for range rapid.IntRange(1, 60).Draw(t, "steps") {
			key := rapid.IntRange(0, 6).Draw(t, "key")
			if rapid.Bool().Draw(t, "put") {
				one := kept{key, rapid.Int().Draw(t, "value"), rapid.IntRange(1, 12).Draw(t, "weight")}
				Put(b, key, one.value, one.weight)
				if _, ok := touch(key); ok {
					model = model[:len(model)-1]
				}
				if one.weight > most {
					continue
				}
				model = append(model, one)
				for sum := 0; ; sum = 0 {
					for _, k := range model {
						sum += k.weight
					}
					if sum <= most {
						break
					}
					model = model[1:]
				}
				continue
			}
			want, held := touch(key)
			got, ok := Get[int](b, key)
			require.Equal(t, held, ok)
			require.Equal(t, want.value, got)
		}
	})
}

// Many who ask at once get one answer that one of them worked out; an error is nobody else's.
func TestOneWorksForAll(t *testing.T) {
	b := New(10)
	var worked atomic.Int32
	gate := make(chan struct{})
	var all sync.WaitGroup
	for range 8 {
		all.Go(func() {
			v, err := Find(t.Context(), b, "key", 1, func() (string, error) {
				worked.Add(1)
				<-gate
				return "answer", nil
			})
			assert.NoError(t, err)
			assert.Equal(t, "answer", v)
		})
	}
	close(gate)
	all.Wait()
	assert.EqualValues(t, 1, worked.Load())
	_, err := Find(t.Context(), b, "other", 1, func() (int, error) { return 0, errors.New("not yet") })
	require.Error(t, err)
	v, err := Find(t.Context(), b, "other", 1, func() (int, error) { return 7, nil })
	require.NoError(t, err)
	assert.Equal(t, 7, v)
}

// Who does not wait any more is let go, and a panic leaves nobody waiting.
func TestNobodyIsLeftWaiting(t *testing.T) {
	b := New(10)
	begun, gate := make(chan struct{}), make(chan struct{})
	go func() {
		_, _ = Find(context.Background(), b, 1, 1, func() (int, error) { close(begun); <-gate; return 1, nil })
	}()
	<-begun
	ctx, stop := context.WithCancel(t.Context())
	stop()
	_, err := Find(ctx, b, 1, 1, func() (int, error) { return 2, nil })
	require.ErrorIs(t, err, context.Canceled)
	close(gate)
	assert.Panics(t, func() { _, _ = Find(t.Context(), b, 2, 1, func() (int, error) { panic("slip") }) })
	v, err := Find(t.Context(), b, 2, 1, func() (int, error) { return 3, nil })
	require.NoError(t, err)
	assert.Equal(t, 3, v)
}

// Without a book everything is worked out, and nothing is kept.
func TestWithoutABook(t *testing.T) {
	v, err := Find(t.Context(), nil, "key", 1, func() (int, error) { return 1, nil })
	require.NoError(t, err)
	assert.Equal(t, 1, v)
	Put(nil, "key", 2, 1)
	_, ok := Get[int](nil, "key")
	assert.False(t, ok)
}
