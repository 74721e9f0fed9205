package bodice_test

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/plane"
)

func TestDraw(t *testing.T) {
	kind, out := os.Getenv("KIND"), os.Getenv("OUT")
	if out == "" {
		t.Skip()
	}
	g, _ := catalogue.Find(kind)
	set := draft.Settings{}
	for _, kv := range strings.Fields(os.Getenv("SET")) {
		k, v, _ := strings.Cut(kv, "=")
		var f float64
		if _, err := fmt.Sscan(v, &f); err == nil {
			set[k] = f
		} else {
			set[k] = v
		}
	}
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	if os.Getenv("BODY") == "B" {
		on = drafttest.Body(t, map[string]float64{"bust_girth": 1150, "waist_girth": 930, "hip_girth": 1170, "height": 1680}, 0)
	}
	v, wrong := draft.Settle(g, on, set)
	if len(wrong) > 0 {
		t.Fatal(wrong[0])
	}
	d, err := draft.Make(g, on, v, g.About().Usual)
	if err != nil {
		t.Fatal(err)
	}
	var b strings.Builder
	x, y, rowH, w := 30.0, 30.0, 0.0, 1500.0
	body := ""
	path := func(l []plane.Point, ox, oy float64) string {
		s := ""
		for i, p := range l {
			c := "L"
			if i == 0 {
				c = "M"
			}
			s += fmt.Sprintf("%s%.1f %.1f", c, p.X+ox, oy-p.Y)
		}
		return s
	}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		cl := p.CutLine()
		box := plane.BoxOf(cl)
		if x+box.Width() > w {
			x = 30
			y += rowH + 40
			rowH = 0
		}
		ox, oy := x-box.Min.X, y+box.Max.Y
		ol, _ := p.Outline()
		body += fmt.Sprintf(`<path d="%sZ" fill="none" stroke="#bbb"/><path d="%sZ" fill="#f6efdd" stroke="#000"/>`, path(cl, ox, oy), path(ol, ox, oy))
		for _, m := range p.Marks {
			body += fmt.Sprintf(`<path d="%s" fill="none" stroke="#c33"/>`, path(m.Path, ox, oy))
		}
		for _, e := range p.Edges {
			q, _ := plane.Along(e.Line, e.Length()/2)
			body += fmt.Sprintf(`<text x="%.0f" y="%.0f" font-size="11">%s</text>`, q.X+ox, oy-q.Y, e.ID)
			s := e.Line[0]
			body += fmt.Sprintf(`<circle cx="%.1f" cy="%.1f" r="2"/>`, s.X+ox, oy-s.Y)
		}
		body += fmt.Sprintf(`<text x="%.0f" y="%.0f" font-size="14" font-weight="bold">%s %s</text>`, ox+box.Centre().X-20, oy-box.Centre().Y, p.Name, p.CutNote())
		if err := p.Fault(); err != nil {
			body += fmt.Sprintf(`<text x="%.0f" y="%.0f" font-size="14" fill="red">%s</text>`, ox+box.Min.X, oy-box.Min.Y+12, err)
		}
		x += box.Width() + 40
		if box.Height() > rowH {
			rowH = box.Height()
		}
	}
	b.WriteString(fmt.Sprintf(`<svg xmlns="http://www.w3.org/2000/svg" width="1500" height="%.0f" style="background:#fff">%s</svg>`, y+rowH+40, body))
	os.WriteFile(out, []byte("<html><body style='margin:0'>"+b.String()+"</body></html>"), 0o644)
	for _, s := range d.Seams {
		fmt.Println(s.ID, s.Ease)
	}
	for _, s := range d.Dimensions {
		fmt.Println(s.Key, s.Value)
	}
	for _, s := range d.Notes {
		fmt.Println(s.Title, s.Text)
	}
	fmt.Println(d.Check())
}
