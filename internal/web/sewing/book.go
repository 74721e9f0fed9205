package sewing

import (
	"net/http"
	"strconv"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/stitch"
	"ardentgusset/core/technique"
	"ardentgusset/core/term"
	"ardentgusset/internal/web/hall"
)

// bookView is the drawn index of the stitch book, or what a question found.
type bookView struct {
	Query, Year, By string
	Thick           string
	Wrong           string // which field can't be read
	Asked           bool
	Groups          []bookGroup
	Terms           []term.Term // that a question names
	Count           int
}

type bookGroup struct {
	Label, What string
	Cards       []bookCard
}

type bookCard struct {
	technique.Technique
	Drawing string
}

// book shows the stitch book: by family, or what answers a question.
func (s *Room) book(c *hall.Call) error {
	p := s.Page(c, "Stitch book")
	v := bookView{Query: strings.TrimSpace(c.Query("q")), Year: c.Query("year"), By: c.Query("by"), Thick: c.Query("thick")}
	f := technique.Filter{Query: v.Query, By: v.By}
	status := http.StatusOK
	if v.Year != "" {
		year, err := strconv.Atoi(v.Year)
		if err != nil || year < 1000 || year > 2100 {
			v.Wrong, p.Message, status = "year", "The year is four figures, such as 1780.", http.StatusUnprocessableEntity
		} else {
			f.Year = year
		}
	}
	if v.Thick != "" {
		t, err := measure.Parse(v.Thick, c.Reader.Unit)
		if err != nil || t <= 0 || t > 20 {
			v.Wrong, p.Message, status = "thick", "The cloth’s thickness is a length such as 0.4 mm or "+
				"1/64 in.", http.StatusUnprocessableEntity
		} else {
			f.Thick = float64(t)
		}
	}
	v.Asked = v.Query != ""
	found := technique.Search(f)
	v.Count = len(found)
	if v.Asked {
		if len(found) > 0 {
			v.Groups = []bookGroup{{Cards: cards(found)}}
		}
		for _, span := range term.In(v.Query) {
			v.Terms = append(v.Terms, span.Term)
		}
	} else {
		for _, about := range technique.Families() {
			var own []technique.Technique
			for _, t := range found {
				if t.Family == about.Family {
					own = append(own, t)
				}
			}
			if len(own) > 0 {
				v.Groups = append(v.Groups, bookGroup{about.Label, about.What, cards(own)})
			}
		}
	}
	return hall.Render(s.Hall, c, status, "book", p, v)
}

func cards(list []technique.Technique) []bookCard {
	out := make([]bookCard, len(list))
	for i, t := range list {
		out[i] = bookCard{t, hall.DrawnTechniques(t)}
	}
	return out
}

// techniqueView is one entry of the book.
type techniqueView struct {
	technique.Technique
	Drawing string
	Passes  []passView
	Per     string  // what thread and minutes are told for: a metre or a yard
	Thread  float64 // mm, in cloth half a millimetre thick
	Sewing  float64 // minutes
	Years   string
	Like    []bookCard // others that work the same kind of thing
}

type passView struct {
	Stitch stitch.Kind
	ISO    string
	Layers int
	Times  float64
	Long   float64
}

// usualCloth is what the thread of an entry is told for, mm.
const usualCloth = 0.5

func (s *Room) bookEntry(c *hall.Call) error {
	t, ok := technique.Find(c.Param("technique"))
	if !ok {
		return hall.ErrNoPage
	}
	p := s.Page(c, t.Name)
	v := techniqueView{Technique: t, Drawing: hall.DrawnTechniques(t), Years: years(t), Per: "metre", Thread: t.Thread(usualCloth),
		Sewing: t.Minutes()}
	if c.Reader.Unit == measure.IN {
		part := float64(measure.Yard / measure.Metre)
		v.Per, v.Thread, v.Sewing = "yard", v.Thread*part, v.Sewing*part
	}
	for _, pass := range t.Passes {
		form := stitch.FormOf(pass.Stitch)
		v.Passes = append(v.Passes, passView{pass.Stitch, form.ISO, pass.Layers, pass.Times, form.Long})
	}
	for _, o := range technique.All() {
		if o.Of == t.Of && o.Key != t.Key && (t.Of != technique.Alone || o.Family == t.Family) && len(v.Like) < 6 {
			v.Like = append(v.Like, bookCard{o, hall.DrawnTechniques(o)})
		}
	}
	return hall.Render(s.Hall, c, http.StatusOK, "book-entry", p, v)
}

func years(t technique.Technique) string {
	switch {
	case t.From == 0 && t.To == 0:
		return "in all years"
	case t.To == 0:
		return "from about " + strconv.Itoa(t.From)
	case t.From == 0:
		return "until about " + strconv.Itoa(t.To)
	}
	return "from about " + strconv.Itoa(t.From) + " to " + strconv.Itoa(t.To)
}

// words lists the terms of the trade.
func (s *Room) words(c *hall.Call) error {
	p := s.Page(c, "Words")
	type word struct {
		term.Term
		Drawing string
	}
	var v []word
	for _, t := range term.All() {
		one := word{Term: t}
		if drawn, ok := technique.Find(t.Drawn); ok {
			one.Drawing = hall.DrawnTechniques(drawn)
		}
		v = append(v, one)
	}
	return hall.Render(s.Hall, c, http.StatusOK, "words", p, v)
}

// setWords remembers whether terms are marked where they stand.
func (s *Room) setWords(c *hall.Call) error {
	keep := "known"
	if c.PostForm("words") == "mark" {
		keep = "mark"
	}
	hall.Remember(c, "words", keep)
	return s.Done(c, "/book/words")
}

// oneWord is the piece of a page that a term opens where it stands.
func (s *Room) oneWord(c *hall.Call) error {
	for _, t := range term.All() {
		if t.Key() == c.Param("term") {
			p := s.Page(c, t.Word)
			v := map[string]any{"Term": t, "Drawing": ""}
			if drawn, ok := technique.Find(t.Drawn); ok {
				v["Drawing"] = hall.DrawnTechniques(drawn)
			}
			return hall.Render(s.Hall, c, http.StatusOK, "one-word", p, v)
		}
	}
	return hall.ErrNoPage
}
