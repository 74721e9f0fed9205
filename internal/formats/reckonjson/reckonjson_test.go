package reckonjson

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/reckon"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The list names for every reckoner all it asks, with units and ranges, and what it answers; and its own defaults, sent back,
// give the same answer as none.
func TestListsWhatItAnswers(t *testing.T) {
	all := List()
	require.Len(t, all, len(reckon.All()))
	for _, a := range all {
		r, ok := reckon.Find(a.Name)
		require.True(t, ok)
		require.NotEmpty(t, a.What)
		require.NotEmpty(t, a.Output, a.Name)
		set := draft.Settings{}
		asked, _ := reckon.Settle(r, nil)
		for _, f := range a.Input {
			require.NotEmpty(t, f.Unit, "%s %s", a.Name, f.Key)
			assert.NotContains(t, f.Help, "⟦")
			if f.Unit == "choice" {
				require.NotEmpty(t, f.Options)
			} else {
				require.Less(t, *f.Low, *f.High, "%s %s", a.Name, f.Key)
			}
			if asked.Has(draft.Key(f.Key)) {
				set[draft.Key(f.Key)] = f.Default
			}
		}
		var none, own bytes.Buffer
		require.NoError(t, Write(&none, r, nil))
		require.NoError(t, Write(&own, r, set), a.Name)
		assert.Equal(t, none.String(), own.String(), a.Name)
		var out struct {
			Reckoner string         `json:"reckoner"`
			Input    map[string]any `json:"input"`
			Numbers  []struct {
				Key, Unit, Source string
				Value             float64
			} `json:"numbers"`
		}
		require.NoError(t, json.Unmarshal(none.Bytes(), &out))
		assert.Equal(t, a.Name, out.Reckoner)
		require.Len(t, out.Numbers, len(a.Output))
		for i, n := range out.Numbers {
			assert.Equal(t, a.Output[i].Key, n.Key)
			assert.NotEmpty(t, n.Source)
		}
		assert.NotContains(t, none.String(), "⟦", a.Name)
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{`{}`, `{"cloth":3200}`, `{"kind":"box"}`, `[]`, `{"cloth":1e999}`, `{"a":{}}`, `{} {}`, "", `{"count":null}`} {
		f.Add(s)
	}
	r, _ := reckon.Find("pleats")
	f.Fuzz(func(t *testing.T, text string) {
		set, err := Read(strings.NewReader(text))
		if err != nil {
			return
		}
		var b bytes.Buffer
		if err := Write(&b, r, set); err == nil {
			require.True(t, json.Valid(b.Bytes()))
		}
	})
}
