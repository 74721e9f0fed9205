package wearing

import (
	"errors"
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
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
	Last   uint // the action that would be undone
	Count  int  // readings taken bare
	Total  int
	// Strings are readings marked on a string and not yet laid on a ruler, and
	// Waiting their names.
	Strings []store.Reading
	Waiting []string
}

type wornState struct {
	Key   figure.Worn
	Label string
	Count int
}

type readingField struct {
	figure.Measurement
	Rec       store.Reading
	Left      string
	Right     string
	Repeats   []string // of the last sitting, when there is more than one
	Spread    measure.Length
	History   []pastTake // earlier sittings, newest first
	Day       string     // when it was taken
	Typed     string     // as shown in the field
	MM        measure.Length
	Other     string // in the other unit
	Estimated bool
	Estimate  string
	Reason    figure.Reason
	Doubts    []figure.Note // what is unlikely about it
}

// pastTake is a number taken before the one that counts now.
type pastTake struct{ Day, Value string }

// hasty is the spread of repeats above which they are questioned, mm.
const hasty = 10

// viewWearer works a wearer out as measured in one state of dress.
func (s *Room) viewWearer(c *hall.Call, w store.Wearer, worn figure.Worn, u measure.Unit) (wearerView, error) {
	v := wearerView{Rec: w, Worn: worn}
	at := map[string]store.Reading{}
	count := map[figure.Worn]int{}
	for _, r := range w.Readings {
		if r.Waiting {
			v.Strings = append(v.Strings, r)
		}
		count[r.Worn]++
		if r.Worn == worn {
			at[r.Key] = r
		}
	}
	for _, state := range figure.States() {
		v.States = append(v.States, wornState{state.Key, state.Label, count[state.Key]})
	}
	f, err := figure.New(w.Figures(), w.Group, 0)
	if err != nil {
		return v, err
	}
	v.Notes = f.Notes()
	doubts := map[string][]figure.Note{}
	for _, n := range v.Notes {
		doubts[n.Key] = append(doubts[n.Key], n)
	}
	for i := range v.Strings {
		if m, ok := figure.MeasurementOf(v.Strings[i].Key); ok {
			v.Waiting = append(v.Waiting, m.Label)
		}
	}
	for _, m := range figure.Measurements() {
		if worn != figure.Bare && !m.Dressed() {
			continue // these do not depend on what is worn
		}
		fd := readingField{Measurement: m, Rec: at[m.Key]}
		if r, ok := at[m.Key]; ok {
			fd.take(r, u)
			v.Count++
		}
		if worn == figure.Bare {
			fd.Doubts = doubts[m.Key]
			if t, ok := f.Taken(m.Key); ok && (fd.MM == 0 || fd.Rec.Provisional) {
				fd.Estimated, fd.Reason = t.Estimated, t.Reason
				fd.Estimate = t.Value.BareBody(u) + " ± " + t.Spread.Rough(u)
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
	if h, ok := s.Store.LastAction(c.Ctx(), store.OfWearer, w.ID); ok {
		v.Undo, v.Last = h.Label, h.ID
	}
	return v, nil
}

// take fills a field from what was taken.
func (fd *readingField) take(r store.Reading, u measure.Unit) {
	show := func(l measure.Length) string {
		if l == 0 {
			return ""
		}
		return l.In(u)
	}
	fd.MM, fd.Typed, fd.Other = r.MM, show(r.MM), show(r.MM)
	if r.MM > 0 {
		fd.Other = r.MM.In(u.Other())
	}
	if r.Waiting {
		fd.Typed = "string"
	}
	fd.Left, fd.Right = show(r.Left), show(r.Right)
	fd.Day = r.TakenAt.Format("Mon 2 January 2006")
	current := map[string]bool{}
	mark := func(t store.Take) string { return fmt.Sprint(t.Side, t.Sitting) }
	for _, side := range []store.Side{"", store.LeftSide, store.RightSide} {
		again := r.Repeats(side)
		for _, t := range again {
			current[mark(t)] = true
		}
		if len(again) > 1 {
			for _, t := range again {
				fd.Repeats = append(fd.Repeats, strings.TrimSpace(string(side)+" "+t.MM.In(u)))
			}
			fd.Spread = max(fd.Spread, r.Spread(side))
		}
	}
	for i := len(r.Takes) - 1; i >= 0; i-- {
		if t := r.Takes[i]; !current[mark(t)] {
			fd.History = append(fd.History, pastTake{t.At.Format("2 January 2006"), strings.TrimSpace(string(t.Side) + " " + t.MM.In(u))})
		}
	}
}

// Hasty tells whether the repeats differ by more than a tape should.
func (fd readingField) Hasty() bool { return fd.Spread > hasty }

// Clothes says what to wear for it.
func (fd readingField) Clothes(worn figure.Worn) string {
	switch {
	case worn == figure.OverShift:
		return "Over the shift that will be worn, nothing else."
	case worn == figure.OverCorset:
		return "Over the corset, laced as it will be on the day. It shows what is made to go over it; nothing under it is cut to this."
	case worn == figure.OverSkirts:
		return "Over corset and every petticoat or support, tied as on the day."
	case fd.Key == "height" || strings.HasSuffix(fd.Key, "_floor_front") || strings.HasSuffix(fd.Key, "_floor_side") ||
		strings.HasSuffix(fd.Key, "_floor_back"):
		return "Without shoes; heels are added for each ensemble."
	}
	return "Bare, or over one thin close layer; no corset, no padded bra."
}

func wornOf(text string) figure.Worn {
	for _, s := range figure.States() {
		if string(s.Key) == text {
			return s.Key
		}
	}
	return figure.Bare
}

func (s *Room) newWearer(c *hall.Call) error {
	p := s.Page(c, "A new wearer")
	return hall.Render(s.Hall, c, http.StatusOK, "newwearer", p, map[string]string{"Name": "", "Group": "women"})
}

func groupOf(text string) figure.Group {
	if g := figure.Group(text); g == figure.Women || g == figure.Men {
		return g
	}
	return figure.AllBodies
}

func (s *Room) addWearer(c *hall.Call) error {
	w, err := s.Store.AddWearer(c.Ctx(), c.PostForm("name"), groupOf(c.PostForm("group")))
	var field *store.FieldError
	if errors.As(err, &field) {
		p := s.Page(c, "A new wearer")
		p.Message = hall.Sentence(field.Why)
		return hall.Render(s.Hall, c, http.StatusUnprocessableEntity, "newwearer", p, map[string]string{"Name": c.PostForm("name"),
			"Group": c.PostForm("group")})
	}
	if err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/wearers/%d", w.ID))
}

func (s *Room) wearer(c *hall.Call) error {
	w, err := s.Store.Wearer(c.Ctx(), hall.ID(c, "wearer"))
	if err != nil {
		return err
	}
	p := s.Page(c, w.Name)
	v, err := s.viewWearer(c, w, wornOf(c.Query("worn")), p.Unit)
	if err != nil {
		return err
	}
	return hall.Render(s.Hall, c, http.StatusOK, "wearer", p, v)
}

func (s *Room) changeWearer(c *hall.Call) error {
	w := hall.ID(c, "wearer")
	if err := s.Store.ChangeWearer(c.Ctx(), w, c.PostForm("name"), groupOf(c.PostForm("group")),
		figure.Care(c.PostForm("care")), hall.Shown(c)); err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/wearers/%d", w))
}

// mostTyped is how much is kept of what was typed for a reading, letters.
const mostTyped = 80

// setReading keeps one reading as it was typed.
func (s *Room) setReading(c *hall.Call) error {
	p := s.Page(c, "")
	wearer, key, worn := hall.ID(c, "wearer"), c.PostForm("key"), wornOf(c.PostForm("worn"))
	e := store.Entry{Typed: strings.TrimSpace(c.PostForm("value")), Side: store.Side(c.PostForm("side")),
		Again: c.PostForm("again") != "", Provisional: c.PostForm("provisional") != ""}
	var err error
	switch word := strings.ToLower(e.Typed); {
	case word == "":
		if e.Again { // an empty repeat changes nothing
			return &store.FieldError{Field: key, Why: "type what the tape reads the second time"}
		}
	case word == "string" || word == "cord" || word == "ribbon":
		e.Waiting = true
	default:
		if e.Value, err = measure.Parse(e.Typed, p.Unit); err != nil {
			return &store.FieldError{Field: key, Why: err.Error()}
		}
		if e.Value == 0 {
			return &store.FieldError{Field: key, Why: "a body measures more than nothing; empty the field to take the reading away"}
		}
	}
	if _, scan := fmt.Sscan(c.PostForm("was"), &e.Was); scan != nil {
		e.Was = 0
	}
	if typed := []rune(e.Typed); len(typed) > mostTyped {
		e.Typed = string(typed[:mostTyped])
	}
	if err := s.NoteEnsembles(c, func(e store.Ensemble) bool { return e.WearerID == wearer }); err != nil {
		return err
	}
	if err := s.Store.SetReading(c.Ctx(), wearer, key, worn, e); err != nil {
		return err
	}
	w, err := s.Store.Wearer(c.Ctx(), wearer)
	if err != nil {
		return err
	}
	v, err := s.viewWearer(c, w, worn, p.Unit)
	if err != nil {
		return err
	}
	p.Path = fmt.Sprintf("/wearers/%d?worn=%s", wearer, worn)
	fields := map[string]gin.H{}
	for _, f := range append(v.Fields, v.Extras...) {
		more, err := hall.Part(s.Hall, "reading-more", p, f)
		if err != nil {
			return err
		}
		doubt, err := hall.Part(s.Hall, "reading-doubt", p, f)
		if err != nil {
			return err
		}
		fields[f.Key] = gin.H{"value": f.Typed, "was": float64(f.MM), "other": f.Other, "estimate": estimateText(f),
			"doubt": strings.TrimSpace(doubt), "more": more}
	}
	return hall.Parts(s.Hall, c, p, v, gin.H{"fields": fields}, "wearer-stand", "wearer-notes", "wearer-undo", "wearer-states",
		"wearer-strings")
}

func estimateText(f readingField) string {
	if !f.Estimated {
		return ""
	}
	return "estimated " + f.Estimate
}

func (s *Room) deleteWearer(c *hall.Call) error {
	if err := s.Store.DeleteWearer(c.Ctx(), hall.ID(c, "wearer")); err != nil {
		return err
	}
	return s.Done(c, "/")
}

func (s *Room) undoWearer(c *hall.Call) error {
	if _, err := s.Store.Undo(c.Ctx(), store.OfWearer, hall.ID(c, "wearer"), hall.LastShown(c)); err != nil {
		return err
	}
	return s.Back(c)
}
