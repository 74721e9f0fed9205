package web

import (
	"fmt"
	"net/url"
	"regexp"
	"slices"
	"sort"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/net/html"
)

// form is a form of a page, as a browser would send it.
type form struct {
	page, method, action string
	values               url.Values
	typed                []string // fields in which anything can be typed or chosen
}

func attribute(n *html.Node, key string) (string, bool) {
	for _, a := range n.Attr {
		if a.Key == key {
			return a.Val, true
		}
	}
	return "", false
}

// formsOf reads the forms of a page, with what stands in their fields.
func formsOf(t *testing.T, page, body string) (out []form) {
	root, err := html.Parse(strings.NewReader(body))
	require.NoError(t, err)
	var fields func(n *html.Node, f *form)
	fields = func(n *html.Node, f *form) {
		if n.Type == html.ElementNode {
			name, named := attribute(n, "name")
			value, _ := attribute(n, "value")
			kind, _ := attribute(n, "type")
			_, checked := attribute(n, "checked")
			switch {
			case !named || name == "":
			case n.Data == "input" && (kind == "radio" || kind == "checkbox"):
				if checked {
					f.values.Add(name, value)
				}
				f.typed = append(f.typed, name)
			case n.Data == "input" && kind == "file":
			case n.Data == "input" || n.Data == "button":
				if n.Data == "input" || f.values.Get(name) == "" {
					f.values.Add(name, value)
				}
				f.typed = append(f.typed, name)
			case n.Data == "textarea":
				if n.FirstChild != nil {
					f.values.Add(name, n.FirstChild.Data)
				} else {
					f.values.Add(name, "")
				}
				f.typed = append(f.typed, name)
			case n.Data == "select":
				chosen := ""
				for o := range n.Descendants() {
					if v, _ := attribute(o, "value"); o.Data == "option" {
						if _, sel := attribute(o, "selected"); sel || chosen == "" {
							chosen = v
						}
					}
				}
				f.values.Add(name, chosen)
				f.typed = append(f.typed, name)
			}
		}
		for c := n.FirstChild; c != nil; c = c.NextSibling {
			fields(c, f)
		}
	}
	for n := range root.Descendants() {
		if n.Type != html.ElementNode || n.Data != "form" {
			continue
		}
		f := form{page: page, method: "GET", action: page, values: url.Values{}}
		if m, ok := attribute(n, "method"); ok {
			f.method = strings.ToUpper(m)
		}
		if a, ok := attribute(n, "action"); ok && a != "" {
			f.action = a
		}
		fields(n, &f)
		sort.Strings(f.typed)
		f.typed = slices.Compact(f.typed)
		out = append(out, f)
	}
	return out
}

// nonsense is what people type by accident or on purpose.
var nonsense = []string{"", "abc", "-1", "1e309", "nan", "inf", "99999999999999999999", "1/0", "½½", "5 5 5", "0x10", "−3 cm",
	"<script>alert(1)</script>", "'; drop table layers; --", "\x00\xff", strings.Repeat("long ", 2000)}

// broken are signs of a number or a value that came to nothing.
var broken = regexp.MustCompile(`NaN|[+-]Inf\b|%!|<nil>|runtime error|goroutine \d|<script>alert`)

// Every field of every form of every page, one by one with everything of the above in it: nothing fails inside, nothing that
// is no number is shown, what was typed never comes back as code, whatever is refused is refused in words, and the pages go
// on opening, on what was kept after all as well.
func TestEveryFieldStandsNonsense(t *testing.T) {
	seen := map[string]bool{}
	tried, refused, kept := 0, 0, 0
	for _, page := range pages {
		s := demoServer(t, nil)
		path := strings.SplitN(page, "#", 2)[0]
		all := formsOf(t, path, get(t, s, path))
		for _, f := range all {
			for _, field := range f.typed {
				at := f.method + " " + regexp.MustCompile(`\d+`).ReplaceAllString(strings.SplitN(f.action, "?", 2)[0], "N") + " " + field + " " + f.values.Get("what") + f.values.Get("do")
				if field == "key" || field == "value" {
					at += f.values.Get("key")
				}
				if seen[at] {
					continue
				}
				seen[at] = true
				for k, bad := range nonsense {
					if k > 3 && (tried+k)%4 != 0 { // the first always, of the others every fourth
						continue
					}
					tried++
					values := url.Values{}
					for name, v := range f.values {
						values[name] = slices.Clone(v)
					}
					values.Set(field, bad)
					where := fmt.Sprintf("%s: %s %s with %.20q in %s", page, f.method, f.action, bad, field)
					to, head := f.action, map[string]string{"X-From-Page": "1"}
					var body url.Values
					if f.method == "POST" {
						body = values
					} else {
						to = strings.SplitN(to, "?", 2)[0] + "?" + values.Encode()
					}
					w := ask(s, f.method, to, body, head)
					require.Less(t, w.Code, 500, "%s: %.300s", where, w.Body)
					said := w.Body.String()
					if strings.Contains(w.Header().Get("Content-Type"), "html") || w.Code >= 400 {
						require.Empty(t, broken.FindString(strings.ReplaceAll(said, html.EscapeString(bad), "")), where)
					}
					if w.Code >= 400 {
						refused++
						require.Greater(t, len(strings.TrimSpace(said)), 10, "%s: it is refused without a word", where)
						continue
					}
					if f.method == "POST" {
						kept++
						// The page opens on what was kept; where it is gone, or led away, the next try begins with another copy.
						again := ask(s, "GET", path, nil, nil).Code
						require.Less(t, again, 500, where)
						if again != 200 {
							s = demoServer(t, nil)
						}
					}
				}
			}
		}
	}
	t.Logf("%d fields, %d tries, %d refused, %d kept", len(seen), tried, refused, kept)
	assert.Greater(t, len(seen), 150)
	assert.Greater(t, refused, 200)
}
