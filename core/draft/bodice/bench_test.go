package bodice

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
)

// A bodice with its sleeve drafted on a body that is known.
func BenchmarkBasque(b *testing.B) {
	on := drafttest.Body(b, slight, 0)
	v, _ := draft.Settle(Basque{}, on, nil)
	for b.Loop() {
		if _, err := draft.Make(Basque{}, on, v, Basque{}.About().Usual); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkBlock(b *testing.B) {
	on := drafttest.Body(b, slight, 0)
	v, _ := draft.Settle(Block{}, on, nil)
	for b.Loop() {
		if _, err := draft.Make(Block{}, on, v, Block{}.About().Usual); err != nil {
			b.Fatal(err)
		}
	}
}
