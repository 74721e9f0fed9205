package bodice

import (
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
)

// mostMoved is how far a line can be moved round the body from where its years had it, mm: less
// than half of what lies between two darts.
const mostMoved = 20.0

// moves asks how far the lines that divide a bodice are moved round it; they are given as ID and
// name in turn.
func moves(lines ...string) []draft.Parameter {
	var out []draft.Parameter
	for i := 0; i < len(lines); i += 2 {
		name := strings.ToUpper(lines[i+1][:1]) + lines[i+1][1:]
		out = append(out, draft.Mm(movedKey(lines[i]), name+", moved back by", -mostMoved, mostMoved, 0, "where its years had it",
			figure.Memory, "At the waist, with all of its height; less than nothing moves it forward. It can be dragged on the figure."))
	}
	return out
}

// movedKey is the parameter that moves a line.
func movedKey(line string) string {
	return "move_" + strings.NewReplacer(" ", "_", "-", "_").Replace(line)
}

// moved is how far a line is moved back, as a share of the half girth at the waist.
func (h *half) moved(line string) float64 {
	if key := movedKey(line); h.v.Has(key) {
		return h.v.Number(key) / h.form.HalfGirth(0)
	}
	return 0
}

// movable is the parameter that a drawn line is dragged by, "" for one that stays.
func (h *half) movable(line string) string {
	if key := movedKey(line); h.v.Has(key) {
		return key
	}
	return ""
}
