package gown

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
)

// BenchmarkDresses times a keystroke in each dress: its settings settled, and the whole drafted.
func BenchmarkDresses(b *testing.B) {
	on := drafttest.Body(b, nil, 0)
	for _, g := range dresses() {
		b.Run(g.About().Kind+"/settle", func(b *testing.B) {
			for range b.N {
				draft.Settle(g, on, nil)
			}
		})
		b.Run(g.About().Kind+"/draft", func(b *testing.B) {
			v, _ := draft.Settle(g, on, nil)
			for range b.N {
				if _, err := draft.Make(g, on, v, g.About().Usual); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
