package web

import (
	"bytes"
	"html/template"
	"net/http"
	"regexp"
	"sync"

	"ardentgusset/docs"
	"ardentgusset/internal/web/hall"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/parser"
)

// guideView is the guide as a page, and what stands in it.
type guideView struct {
	Text     template.HTML
	Sections []guideSection
}

type guideSection struct{ ID, Title string }

// What of the guide is not shown beside the program itself: its title, and the pictures of it.
var (
	titled  = regexp.MustCompile(`(?m)\A# .*\n`)
	picture = regexp.MustCompile(`(?m)^!\[[^\]]*\]\([^)]*\)\n`)
	heading = regexp.MustCompile(`<h2 id="([^"]+)">([^<]+)</h2>`)
)

// guide is made once: it is part of the program.
var guide = sync.OnceValues(func() (guideView, error) {
	text := picture.ReplaceAllString(titled.ReplaceAllString(docs.Guide, ""), "")
	var out bytes.Buffer
	md := goldmark.New(goldmark.WithParserOptions(parser.WithAutoHeadingID()))
	if err := md.Convert([]byte(text), &out); err != nil {
		return guideView{}, err
	}
	v := guideView{Text: template.HTML(out.String())} // of the program's own text
	for _, m := range heading.FindAllStringSubmatch(out.String(), -1) {
		v.Sections = append(v.Sections, guideSection{m[1], m[2]})
	}
	return v, nil
})

func (s *Server) guide(c *hall.Call) error {
	v, err := guide()
	if err != nil {
		return err
	}
	return hall.Render(s.Hall, c, http.StatusOK, "guide", s.Page(c, "Guide"), v)
}
