package ensemble

import (
	"maps"

	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/memo"
)

// hands are the figures of a wearer whose left and right differ, each as if both sides were like
// one, dressed as far as the walk has come.
type hands struct{ left, right figure.Figure }

// handsOf are they; nil for a wearer whose sides are alike, or of whom no such figures can be made.
func (p Plan) handsOf(book *memo.Book) *hands {
	l, r, differ := figure.BySide(p.Readings)
	if !differ {
		return nil
	}
	left, wrongL := figure.New(l, p.Group, p.Heel)
	right, wrongR := figure.New(r, p.Group, p.Heel)
	if wrongL != nil || wrongR != nil {
		return nil
	}
	return &hands{left.Keeping(book).Caring(p.Care), right.Keeping(book).Caring(p.Care)}
}

// dressed are both with a garment on.
func (h *hands) dressed(w draft.Wear) *hands {
	if h == nil {
		return nil
	}
	return &hands{w.Dress(h.left), w.Dress(h.right)}
}

// rightKey is the end of the key of a setting that the right side has for itself: "lap_right" for
// its "lap".
const rightKey = "_right"

// rightSettings are the stage's settings as the right side has them, and whether they differ.
func (s *Stage) rightSettings() (draft.Settings, bool) {
	out, differ := draft.Settings{}, false
	maps.Copy(out, s.Settings)
	for _, v := range s.Values.All() {
		key := v.Parameter.Key
		own := key + rightKey
		if !s.Values.Has(own) || v.Parameter.Unit == draft.Choice {
			continue
		}
		if right := s.Values.Get(own); right.Own && right.Number != v.Number {
			out[key], differ = right.Number, true
		}
	}
	return out, differ
}

// sided drafts a bodice for the left and the right by themselves, where the wearer or the settings
// ask for that. What can't be put together stays as it was drafted for both, and says so.
func (s *Stage) sided() {
	if s.Garment.About().Family != family.Bodice {
		return
	}
	settings, differ := s.rightSettings()
	if s.hands == nil && !differ {
		return
	}
	on := hands{s.On, s.On}
	if s.hands != nil {
		on = *s.hands
	}
	make := func(f figure.Figure, set draft.Settings, like draft.Draft) (draft.Draft, error) {
		v, _ := draft.Settle(s.Garment, f, set)
		return draft.Make(s.Garment, f, v.AskedAs(like), s.Fabric)
	}
	left, err := make(on.left, s.Settings, draft.Draft{})
	if err == nil {
		var right, both draft.Draft
		if right, err = make(on.right, settings, left); err == nil {
			if both, err = draft.Sided(left, right); err == nil {
				err = both.Check()
			}
			if err == nil {
				s.Now = both
				return
			}
		}
	}
	s.Now.Remark(true, "Left and right are cut alike", "They differ, but could not be drafted each by itself: "+err.Error()+
		". Both are cut to the mean; fit each side by itself at the mock-up.")
}
