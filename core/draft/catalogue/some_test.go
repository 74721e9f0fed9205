package catalogue

import (
	"context"
	"fmt"
	"hash/fnv"
	"math/rand/v2"
	"os"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/gown"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"

	"github.com/stretchr/testify/require"
)

// some are the garments a long test tries: all of them when EVERY_BODY is set; otherwise, of those
// that are unrolled from the figure and take longest, two: other ones in every test, always the
// same in one. KINDS names the only ones to try, with commas between them.
func some(t testing.TB) []draft.Garment {
	if kinds := os.Getenv("KINDS"); kinds != "" {
		var out []draft.Garment
		for _, kind := range strings.Split(kinds, ",") {
			g, ok := Find(kind)
			require.True(t, ok, kind)
			out = append(out, g)
		}
		return out
	}
	n := 2
	if os.Getenv("EVERY_BODY") != "" {
		n = len(All())
	}
	return sampled(t, All(), n, unrolled, func(g draft.Garment) string { return g.About().Kind })
}

// unrolled tells whether a garment is unrolled from the figure, by itself or as a part of one.
func unrolled(g draft.Garment) bool {
	_, joined := g.(gown.Joined)
	return joined || g.About().Family == family.Bodice
}

// someStacks are the stacks a long test tries, of those with such a garment one; any three when
// EVERY_BODY is set.
func someStacks(t testing.TB) []Stack {
	n := 1
	if os.Getenv("EVERY_BODY") != "" {
		n = 3
	}
	return sampled(t, Stacks(), n, func(s Stack) bool {
		for _, kind := range s.Kinds {
			if g, ok := Find(kind); ok && unrolled(g) {
				return true
			}
		}
		return false
	}, func(s Stack) string { return s.Label })
}

func sampled[T any](t testing.TB, all []T, n int, long func(T) bool, name func(T) string) []T {
	var out, slow []T
	for _, x := range all {
		if long(x) {
			slow = append(slow, x)
		} else {
			out = append(out, x)
		}
	}
	of := fnv.New64() // what passed once passes again
	of.Write([]byte(t.Name()))
	draw := rand.New(rand.NewPCG(of.Sum64(), 0))
	draw.Shuffle(len(slow), func(i, k int) { slow[i], slow[k] = slow[k], slow[i] })
	var names []string
	for _, x := range slow[:min(n, len(slow))] {
		names = append(names, name(x))
	}
	t.Log("tried among others: " + strings.Join(names, ", "))
	return append(out, slow[:min(n, len(slow))]...)
}

// figureKey is a body by its readings, as they are written down.
type figureKey string

// newFigure is figure.New, once for all tests, with a book that keeps what is unrolled on it.
func newFigure(list []figure.Reading, group figure.Group, heel measure.Length) (figure.Figure, error) {
	key := figureKey(fmt.Sprint(list, group, float64(heel)))
	f, err := memo.Find(context.Background(), drafttest.Book, key, 200<<10, func() (figure.Figure, error) { return figure.New(list, group, heel) })
	return f.Keeping(drafttest.Book), err
}
