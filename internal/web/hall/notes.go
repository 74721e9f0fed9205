package hall

import (
	"fmt"
	"slices"
	"strings"

	"ardentgusset/core/caution"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// NoteView is a note as it is shown.
type NoteView struct {
	draft.Note
	Caution  bool
	Urgent   bool   // stands above everything else
	Settings string // of the fix, as JSON
	Lesson   string // it comes from, by its key; "" for none
}

// estimatedTitle is the note on readings nobody took.
const estimatedTitle = "Estimated: measure before cutting"

// figureNotes are what every draft must say about the figure it rests on:
// readings that can't be a bare body's, and girths nobody measured.
func figureNotes(bare figure.Figure) []NoteView {
	var out []NoteView
	for _, n := range bare.Notes() {
		if n.Grave {
			out = append(out, NoteView{Note: draft.Note{Grave: true, Title: n.Title, Text: n.Text}, Urgent: true})
		}
	}
	var guessed []string
	for _, key := range []string{"bust_girth", "waist_girth", "hip_girth", "waist_to_hip", "waist_to_floor_side"} {
		if t, ok := bare.Taken(key); ok && t.Estimated {
			guessed = append(guessed, fmt.Sprintf("%s (± %s)", strings.ToLower(t.Measurement.Label), measure.TellRough(t.Spread.Float())))
		}
	}
	if len(guessed) > 0 {
		out = append(out, NoteView{Note: draft.Note{Grave: true, Title: estimatedTitle, Text: "Nobody measured " +
			strings.Join(guessed, ", ") + ". What you see rests on an estimate."}, Urgent: true})
	}
	return out
}

// notesOf ranks what the margin says about a layer: what is wrong, what needs
// deciding, what is good to know, and the cautions.
func notesOf(l *LayerView) []NoteView {
	var out []NoteView
	if l.Stage.Layer.Cut != nil && l.Stage.NowErr != nil {
		out = append(out, NoteView{Note: draft.Note{Grave: true, Title: "It could not be drafted as things are now",
			Text: Sentence(l.Stage.NowErr.Error()) + " What it was cut to is drawn."}, Urgent: true})
	}
	add := func(n draft.Note, caution bool) {
		v := NoteView{Note: n, Caution: caution, Urgent: n.Grave}
		if n.Fix != nil {
			v.Settings = Encode(n.Fix)
		}
		out = append(out, v)
	}
	for _, w := range l.Stage.Wrong {
		add(draft.Note{Grave: true, Title: w.Label + " is outside its range", Text: Sentence(w.Why) +
			" The nearest value that can be drafted is drawn.",
			Fix: draft.Settings{w.Key: nil}, FixLabel: "Use the default"}, false)
	}
	notes := l.Stage.Draft.Notes
	if l.Stage.Layer.Cut != nil && l.Stage.NowErr == nil { // what has become true since it was cut
		for _, n := range l.Stage.Now.Notes {
			if !slices.ContainsFunc(notes, func(o draft.Note) bool { return o.Title == n.Title && o.Text == n.Text }) {
				n.Title = "As things are now: " + strings.ToLower(n.Title[:1]) + n.Title[1:]
				notes = append(notes[:len(notes):len(notes)], n)
			}
		}
	}
	for _, grave := range []bool{true, false} {
		for _, n := range notes {
			if n.Grave == grave {
				add(n, false)
			}
		}
		if grave {
			for _, c := range l.Stage.Draft.Cautions {
				if c == caution.Lacing {
					add(draft.Note{Title: c.Title, Text: c.Text}, true)
					out[len(out)-1].Urgent = true
				}
			}
		}
	}
	for _, c := range l.Stage.Draft.Cautions {
		if c != caution.Lacing {
			add(draft.Note{Title: c.Title, Text: c.Text}, true)
		}
	}
	return out
}
