package patternjson

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
	"ardentgusset/core/written"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every garment that is written is read again as it was: its outlines, edges, seams and levels to a hundredth of a mm, and written once
// more it is the same.
func TestWrittenPatternsAreReadAgain(t *testing.T) {
	for _, g := range catalogue.All() {
		p := ensemble.Plan{Group: figure.Women, Layers: []ensemble.Layer{{ID: "1", Kind: g.About().Kind, Name: "x", Fabric: g.About().Usual}}}
		_, stages, err := ensemble.Walk(t.Context(), p, nil)
		require.NoError(t, err)
		s := stages[0]
		require.NoError(t, s.Err, g.About().Kind)
		var b bytes.Buffer
		require.NoError(t, Write(&b, s))
		set, err := written.Read(b.Bytes())
		require.NoError(t, err, g.About().Kind)
		require.Len(t, set.Pieces, len(s.Draft.Pieces))
		for i := range set.Pieces {
			was, now := &s.Draft.Pieces[i], &set.Pieces[i]
			require.Len(t, now.Edges, len(was.Edges), was.ID)
			a, _ := was.Outline()
			c, _ := now.Outline()
			require.Len(t, c, len(a), "%s of %s", was.ID, g.About().Kind)
			for k := range a {
				require.Less(t, a[k].To(c[k]), 0.01)
			}
			for k := range was.Edges {
				assert.InDelta(t, was.Edges[k].Length(), now.Edges[k].Length(), 0.05)
				assert.InDelta(t, was.Edges[k].Allowance, now.Edges[k].Allowance, 0.001)
			}
			assert.Len(t, now.Levels, len(was.Levels))
			assert.Len(t, now.Notches, len(was.Notches))
			assert.Equal(t, was.Fold != "", now.Fold != "")
		}
		var again, third bytes.Buffer
		require.NoError(t, WriteOwn(&again, set, Told{}))
		set, err = written.Read(again.Bytes())
		require.NoError(t, err)
		require.NoError(t, WriteOwn(&third, set, Told{}))
		assert.Equal(t, again.String(), third.String(), g.About().Kind)
	}
}

// What names no edges has them from corner to corner.
func TestEdgesOfAnOutlineAlone(t *testing.T) {
	set, err := written.Read([]byte(`{"pieces":[{"id":"a","outline":[[0,0],[100,0],[100,50],[50,60],[0,50]]}]}`))
	require.NoError(t, err)
	assert.Len(t, set.Pieces[0].Edges, 4, "the ridge of 23° is no corner")
	var round []string
	for k := range 40 {
		sin, cos := math.Sincos(2 * math.Pi * float64(k) / 40)
		round = append(round, fmt.Sprintf("[%g,%g]", 100*cos, 100*sin))
	}
	set, err = written.Read([]byte(`{"pieces":[{"id":"a","outline":[` + strings.Join(round, ",") + `]}]}`))
	require.NoError(t, err)
	assert.Len(t, set.Pieces[0].Edges, 1)
	line, _ := set.Pieces[0].Outline()
	assert.Positive(t, plane.Area(line))
}

// What is wrong is named.
func TestPatternsThatCantBeRead(t *testing.T) {
	const ring = `"outline":[[0,0],[100,0],[100,50],[0,50]]`
	for text, says := range map[string]string{
		`{`: "can't be read", `{"pieces":[]}`: "none", `{"pieces":[{"id":"a","outline":[[0,0],[1,1]]}]}`: "three points",
		`{"pieces":[{"id":"a",` + ring + `},{"id":"a",` + ring + `}]}`:                                                        "twice",
		`{"pieces":[{"id":"a","outline":[[0,0],[100,50],[100,0],[0,50]]}]}`:                                                   "crosses",
		`{"pieces":[{"id":"a","outline":[[0,0],[1e7,0],[0,9]]}]}`:                                                             "further",
		`{"pieces":[{"id":"a",` + ring + `,"edges":[{"id":"x","from":0,"to":2}]}]}`:                                           "close",
		`{"pieces":[{"id":"a",` + ring + `,"edges":[{"id":"x","from":0,"to":9}]}]}`:                                           "follow",
		`{"pieces":[{"id":"a",` + ring + `,"edges":[{"id":"x","from":0,"to":0,"allowance_mm":-4}]}]}`:                         "allowance_mm",
		`{"pieces":[{"id":"a","on_fold":true,` + ring + `}]}`:                                                                 "fold",
		`{"pieces":[{"id":"a",` + ring + `}],"seams":[{"id":"s","a":{"piece":"b","edge":"x"},"b":{"piece":"a","edge":"x"}}]}`: `"b"`,
		`{"format":"other","pieces":[{"id":"a",` + ring + `}]}`:                                                               "format",
		`{"version":2,"pieces":[{"id":"a",` + ring + `}]}`:                                                                    "newer",
		`{"pieces":[{"id":"a","colour":1}]}`:                                                                                  "colour",
	} {
		_, err := written.Read([]byte(text))
		assert.ErrorContains(t, err, says, text)
	}
	var d written.Document
	require.NoError(t, json.Unmarshal([]byte(`{"pieces":[]}`), &d))
}
