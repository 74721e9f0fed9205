package bodice

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
)

// A bodice with its sleeve drafted again, nothing changed: its panels are known.
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

// A seam of a bodice with its sleeve dragged: every step is a new one.
func BenchmarkDrag(b *testing.B) {
	on := drafttest.Body(b, slight, 0)
	by := 0.0
	for b.Loop() {
		by += 0.01
		v, _ := draft.Settle(Basque{}, on, draft.Settings{"move_side_front": by})
		if _, err := draft.Make(Basque{}, on, v, Basque{}.About().Usual); err != nil {
			b.Fatal(err)
		}
	}
}
