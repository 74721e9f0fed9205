package web

import (
	"net/url"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/technique"
	"ardentgusset/core/term"
	"ardentgusset/internal/web/hall"
)

// Every entry of the book has a card with both its drawings, in either unit, and stays
// within what the page may weigh.
func TestEveryCardOfTheBook(t *testing.T) {
	s := demoServer(t, nil)
	index := ask(s, "GET", "/book", nil, nil).Body.String()
	assert.Less(t, len(index), 175_000)
	for _, e := range technique.All() {
		assert.Contains(t, index, `href="/book/technique/`+e.Key+`"`)
		for _, unit := range []string{"cm", "in"} {
			w := ask(s, "GET", "/book/technique/"+e.Key, nil, map[string]string{"Cookie": "unit=" + unit})
			require.Equal(t, 200, w.Code, e.Key)
			body := w.Body.String()
			assert.Contains(t, body, `class="technique"`)
			assert.Contains(t, body, "th-face")
			for _, bad := range []string{"NaN", "%!", "⟦"} {
				assert.NotContains(t, body, bad, e.Key)
			}
			for _, step := range e.Steps {
				assert.Contains(t, strings.Join(strings.Fields(tags.ReplaceAllString(body, "")), " "), step, e.Key)
			}
		}
	}
	assert.Equal(t, 404, ask(s, "GET", "/book/technique/nothing", nil, nil).Code)
	assert.Equal(t, 404, ask(s, "GET", "/book/words/nothing", nil, nil).Code)
}

// A year or a thickness that can't be read is said beside its field, and what was typed
// stays.
func TestQuestionsToTheBookThatCantBeRead(t *testing.T) {
	s := demoServer(t, nil)
	for _, q := range []string{"year=abc", "year=12", "thick=abc", "thick=-1", "year=1780&thick=9m"} {
		w := ask(s, "GET", "/book?"+q, nil, nil)
		assert.Equal(t, 422, w.Code, q)
		assert.Contains(t, w.Body.String(), `role="alert"`, q)
		assert.Contains(t, w.Body.String(), ` wrong"`, q)
	}
	w := ask(s, "GET", "/book?q="+url.QueryEscape("<b>qqqq"), nil, nil)
	assert.Equal(t, 200, w.Code)
	assert.Contains(t, w.Body.String(), "Nothing in the book answers that")
	assert.NotContains(t, w.Body.String(), "<b>qqqq")
}

// Terms are explained where they stand, once a text, and quietly for those who know them.
func TestWordsWhereTheyStand(t *testing.T) {
	got := string(hall.Explained("Fell the binding; the <binding> and seams of bias."))
	assert.Equal(t, 1, strings.Count(got, "#binding"))
	assert.Contains(t, got, `href="/book/words#seam">seams</a>`)
	assert.Contains(t, got, `#bias`)
	assert.Contains(t, got, "&lt;binding&gt;")
	s := demoServer(t, nil)
	w := ask(s, "POST", "/book/marked", url.Values{"words": {"known"}}, nil)
	require.Len(t, w.Result().Cookies(), 1)
	body := ask(s, "GET", "/ensembles/1/bench", nil, map[string]string{"Cookie": "words=known"}).Body.String()
	assert.Contains(t, body, "data-known")
	for _, one := range term.All() {
		assert.Equal(t, 200, ask(s, "GET", "/book/words/"+url.PathEscape(one.Key()), nil, nil).Code, one.Word)
	}
}
