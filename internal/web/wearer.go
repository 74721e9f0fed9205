package web

import (
	"errors"
	"fmt"
	"net/http"
	"strings"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type wearerView struct {
	Rec    store.Wearer
	Worn   figure.Worn // what is being worn while measuring now
	States []wornState
	Fields []readingField
	Extras []readingField
	Notes  []figure.Note
	Stand  string
	Undo   string
	Count  int // readings taken bare
	Total  int
}

type wornState struct {
	Key   figure.Worn
	Label string
	Count int
}

type readingField struct {
	figure.Measurement
	Typed     string // as shown in the field
	MM        measure.Length
	Other     string // in the other unit
	Estimated bool
	Estimate  string
	Reason    figure.Reason
	Note      string
}

// viewWearer works a wearer out as measured in one state of dress.
func (s *Server) viewWearer(c *gin.Context, st *store.Store, w store.Wearer, worn figure.Worn, u measure.Unit) (wearerView, error) {
	v := wearerView{Rec: w, Worn: worn}
	var readings []figure.Reading
	at := map[string]store.Reading{}
	count := map[figure.Worn]int{}
	for _, r := range w.Readings {
		readings = append(readings, figure.Reading{Key: r.Key, Worn: r.Worn, Value: r.MM})
		count[r.Worn]++
		if r.Worn == worn {
			at[r.Key] = r
		}
	}
	for _, state := range figure.States() {
		v.States = append(v.States, wornState{state.Key, state.Label, count[state.Key]})
	}
	f, err := figure.New(readings, w.Group, 0)
	if err != nil {
		return v, err
	}
	v.Notes = f.Notes()
	notes := map[string]string{}
	for _, n := range v.Notes {
		notes[n.Key] = n.Title
	}
	for _, m := range figure.Measurements() {
		if worn != figure.Bare && !m.Girth {
			continue // lengths do not depend on what is worn
		}
		fd := readingField{Measurement: m}
		if r, ok := at[m.Key]; ok {
			fd.MM, fd.Typed, fd.Other = r.MM, r.MM.In(u), r.MM.In(u.Other())
			v.Count++
		}
		if worn == figure.Bare {
			fd.Note = notes[m.Key]
			if t, ok := f.Taken(m.Key); ok && fd.MM == 0 {
				fd.Estimated, fd.Reason = t.Estimated, t.Reason
				fd.Estimate = t.Value.Bare(u) + " ± " + t.Spread.In(u)
			}
		}
		v.Total++
		if m.Extra {
			v.Extras = append(v.Extras, fd)
		} else {
			v.Fields = append(v.Fields, fd)
		}
	}
	v.Stand = svg.Stand{Bare: f, Unit: u, Marks: true, Across: 560}.Draw()
	if h, ok := st.LastAction(c.Request.Context(), store.OfWearer, w.ID); ok {
		v.Undo = h.Label
	}
	return v, nil
}

func wornOf(text string) figure.Worn {
	for _, s := range figure.States() {
		if string(s.Key) == text {
			return s.Key
		}
	}
	return figure.Bare
}

func (s *Server) newWearer(c *gin.Context) {
	p := s.page(c, "A new wearer")
	p.V = map[string]string{"Name": "", "Group": "women"}
	s.render(c, http.StatusOK, "newwearer", p)
}

func groupOf(text string) figure.Group {
	if g := figure.Group(text); g == figure.Women || g == figure.Men {
		return g
	}
	return figure.AllBodies
}

func (s *Server) addWearer(c *gin.Context) {
	st, release := s.data()
	defer release()
	w, err := st.AddWearer(c.Request.Context(), c.PostForm("name"), groupOf(c.PostForm("group")))
	var field *store.FieldError
	if errors.As(err, &field) {
		p := s.page(c, "A new wearer")
		p.Message = sentence(field.Why)
		p.V = map[string]string{"Name": c.PostForm("name"), "Group": c.PostForm("group")}
		s.render(c, http.StatusUnprocessableEntity, "newwearer", p)
		return
	}
	if err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, fmt.Sprintf("/wearers/%d", w.ID))
}

func (s *Server) wearer(c *gin.Context) {
	st, release := s.data()
	defer release()
	w, err := st.Wearer(c.Request.Context(), id(c, "wearer"))
	if err != nil {
		s.fail(c, err)
		return
	}
	p := s.page(c, w.Name)
	if p.V, err = s.viewWearer(c, st, w, wornOf(c.Query("worn")), p.Unit); err != nil {
		s.fail(c, err)
		return
	}
	s.render(c, http.StatusOK, "wearer", p)
}

func (s *Server) changeWearer(c *gin.Context) {
	st, release := s.data()
	defer release()
	w := id(c, "wearer")
	if err := st.ChangeWearer(c.Request.Context(), w, c.PostForm("name"), groupOf(c.PostForm("group"))); err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, fmt.Sprintf("/wearers/%d", w))
}

// setReading keeps one reading as it was typed.
func (s *Server) setReading(c *gin.Context) {
	st, release := s.data()
	defer release()
	p := s.page(c, "")
	wearer, key, worn := id(c, "wearer"), c.PostForm("key"), wornOf(c.PostForm("worn"))
	typed := strings.TrimSpace(c.PostForm("value"))
	var value, was measure.Length
	var err error
	if typed != "" {
		if value, err = measure.Parse(typed, p.Unit); err != nil {
			s.fail(c, &store.FieldError{Field: key, Why: err.Error()})
			return
		}
		if value == 0 {
			s.fail(c, &store.FieldError{Field: key, Why: "a body measures more than nothing; empty the field to take the reading away"})
			return
		}
	}
	if _, scan := fmt.Sscan(c.PostForm("was"), &was); scan != nil {
		was = 0
	}
	if len(typed) > 80 {
		typed = typed[:80]
	}
	if err := s.noteEnsemblesOf(c, st, wearer); err != nil {
		s.fail(c, err)
		return
	}
	if err := st.SetReading(c.Request.Context(), wearer, key, worn, value, was, typed); err != nil {
		s.fail(c, err)
		return
	}
	w, err := st.Wearer(c.Request.Context(), wearer)
	if err != nil {
		s.fail(c, err)
		return
	}
	v, err := s.viewWearer(c, st, w, worn, p.Unit)
	if err != nil {
		s.fail(c, err)
		return
	}
	p.V = v
	p.Path = fmt.Sprintf("/wearers/%d?worn=%s", wearer, worn)
	fields := map[string]gin.H{}
	for _, f := range append(v.Fields, v.Extras...) {
		fields[f.Key] = gin.H{"value": f.Typed, "was": float64(f.MM), "other": f.Other, "estimate": estimateText(f), "note": f.Note}
	}
	s.parts(c, p, gin.H{"fields": fields}, "wearer-stand", "wearer-notes", "wearer-undo", "wearer-states")
}

func estimateText(f readingField) string {
	if !f.Estimated {
		return ""
	}
	return "estimated " + f.Estimate
}

func (s *Server) deleteWearer(c *gin.Context) {
	st, release := s.data()
	defer release()
	if err := st.DeleteWearer(c.Request.Context(), id(c, "wearer")); err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, "/")
}

func (s *Server) undoWearer(c *gin.Context) {
	st, release := s.data()
	defer release()
	if _, err := st.Undo(c.Request.Context(), store.OfWearer, id(c, "wearer")); err != nil {
		s.fail(c, err)
		return
	}
	s.back(c)
}

// noteEnsemblesOf records the drafts of everything a wearer wears before the
// wearer's readings change.
func (s *Server) noteEnsemblesOf(c *gin.Context, st *store.Store, wearer uint) error {
	all, err := st.Ensembles(c.Request.Context())
	if err != nil {
		return err
	}
	for _, e := range all {
		if e.WearerID == wearer {
			if err := st.See(c.Request.Context(), s.unseen(e)); err != nil {
				return err
			}
		}
	}
	return nil
}
