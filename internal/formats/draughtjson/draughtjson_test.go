package draughtjson

import (
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A page of a book that is not: a back by points in inches with a proportional unit, and its collar as a band.
const page = `{"format":"ardent-gusset/draught","version":1,"unit":"in","names":{"B":"36","u":"B/24"},"order":["B","u"],
"points":"1 at 0, 0\n2 from 1 down 16 1/4\n3 from 1 right 2*u\n4 from 3 right 2 1/2, down 3/4\n5 from 1 down 7 3/8\n6 from 5 right 5*u\n7 from 2 right 4*u\n",
"pieces":[{"id":"back","name":"Back","fold":"1-2","walk":"1–2 straight; 2–7; 7–6 curve hollow 1/4; 6–4 curve hollow 1/2 at half; 4–3; 3–1 curve hollow 1/4"}],
"shapes":[{"id":"collar","shape":"band","is":{"long":"7 1/2","deep":"4 cm","rise":"-1 cm"}}]}`

func TestAPageOfABook(t *testing.T) {
	require.True(t, Is([]byte(page)))
	set, err := Read([]byte(page))
	require.NoError(t, err)
	require.Len(t, set.Pieces, 2)
	back, _ := set.Piece("back")
	fold, ok := back.Edge("1-2")
	require.True(t, ok)
	assert.InDelta(t, 412.75, fold.Length(), 1e-6)
	line, _ := back.Outline()
	assert.InDelta(t, 5*1.5*25.4, plane.BoxOf(line).Width(), 1e-6)
	collar, _ := set.Piece("collar")
	side, _ := collar.Edge("left")
	assert.InDelta(t, 40, side.Length(), 0.01)
	for text, says := range map[string]string{`{"format":"ardent-gusset/draught"}`: "unit", `{"unit":"in"}`: "pieces", `{"unit":"in","colour":1}`: "colour",
		`{"unit":"in","shapes":[{"id":"a","shape":"gore","is":{"tip":"3"}}]}`: "tip", `{"unit":"in","shapes":[{"id":"a","shape":"gore","is":{"top":"much"}}]}`: "much",
		`{"unit":"in","names":{"a":"b"},"shapes":[{"id":"a","shape":"rectangle","is":{"wide":"3","high":"3"}}]}`:                                           "names",
		`{"unit":"in","points":"1 by 2","pieces":[{"id":"a","walk":"1–2"}]}`:                                                                               "row 1",
		`{"unit":"in","points":"1 at 0,0\n2 at 9,0","pieces":[{"id":"a","walk":"1–2"}]}`:                                                                   "close",
		`{"version":4,"unit":"in","shapes":[{}]}`:                                                                                                          "newer",
		`{"unit":"cm","shapes":[{"id":"a","shape":"rectangle","is":{"wide":"3","high":"3"}},{"id":"a","shape":"rectangle","is":{"wide":"3","high":"3"}}]}`: "twice"} {
		_, err := Read([]byte(text))
		assert.ErrorContains(t, err, says, text)
	}
	assert.False(t, Is([]byte(`{"format":"ardent-gusset/pattern"}`)))
}
