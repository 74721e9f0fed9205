package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A sum on the command line: from a file or from standard input, all of them listed, and what can't be refused in one line that
// names the field.
func TestReckonCommand(t *testing.T) {
	code, out, _ := cli(t, "", "reckon", "list")
	require.Equal(t, done, code)
	var list struct {
		Reckoners []struct{ Name string }
	}
	require.NoError(t, json.Unmarshal([]byte(out), &list))
	assert.Len(t, list.Reckoners, 25)

	type answer struct {
		Numbers []struct {
			Key   string
			Value float64
		}
		Strips []struct {
			Marks []struct {
				At float64 `json:"at_mm"`
			}
		}
	}
	file := filepath.Join(t.TempDir(), "in.json")
	require.NoError(t, os.WriteFile(file, []byte(`{"cloth":3200,"finished":700,"count":24}`), 0o600))
	for _, in := range [][]string{{"reckon", "pleats", "--in", file}, {"reckon", "pleats", "--in", "-"}} {
		code, out, errs := cli(t, `{"cloth":3200,"finished":700,"count":24}`, in...)
		require.Equal(t, done, code, errs)
		var a answer
		require.NoError(t, json.Unmarshal([]byte(out), &a))
		for _, n := range a.Numbers {
			if n.Key == "depth" {
				assert.InDelta(t, 52.08, n.Value, 0.01)
			}
		}
		assert.Len(t, a.Strips[0].Marks, 48)
	}
	for name, bad := range map[string]struct {
		args  []string
		stdin string
		says  string
	}{
		"none":     {[]string{"reckon"}, "", "reckon list"},
		"unknown":  {[]string{"reckon", "tea"}, "", "tea"},
		"field":    {[]string{"reckon", "pleats", "--in", "-"}, `{"pleets":3}`, "pleets"},
		"range":    {[]string{"reckon", "pleats", "--in", "-"}, `{"count":0}`, "Pleats (count)"},
		"can't be": {[]string{"reckon", "pleats", "--in", "-"}, `{"cloth":600,"finished":700}`, "more than 70 cm"},
		"text":     {[]string{"reckon", "pleats", "--in", "-"}, `{"cloth":"wide"}`, "not a number"},
		"no JSON":  {[]string{"reckon", "pleats", "--in", "-"}, `cloth 3`, "JSON"},
		"two":      {[]string{"reckon", "pleats", "--in", "-"}, `{} {}`, "follows"},
		"no file":  {[]string{"reckon", "pleats", "--in", file + "x"}, "", "in.jsonx"},
		"too much": {[]string{"reckon", "pleats", "deep"}, "", "deep"},
	} {
		code, _, errs := cli(t, bad.stdin, bad.args...)
		assert.Equal(t, badInput, code, name)
		assert.Contains(t, errs, bad.says, name)
	}
}
