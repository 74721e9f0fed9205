package main

import (
	"os"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every module that is linked in is named with its version, and its licence's text goes with it.
func TestNoticeNamesWhatIsLinkedIn(t *testing.T) {
	out, err := exec.Command("go", "list", "-deps", "-f", "{{with .Module}}{{if not .Main}}{{.Path}} {{.Version}}{{end}}{{end}}", ".").Output()
	require.NoError(t, err)
	notice, err := os.ReadFile("../../NOTICE.md")
	require.NoError(t, err)
	texts, err := os.ReadFile("../../LICENSES.md")
	require.NoError(t, err)
	seen := map[string]bool{}
	for _, line := range strings.Fields(strings.ReplaceAll(string(out), " ", "@")) {
		path, version, ok := strings.Cut(line, "@")
		require.True(t, ok)
		if seen[path] {
			continue
		}
		seen[path] = true
		assert.Contains(t, string(notice), "| "+path+" | "+version+" |", "make notice renews the list")
		assert.Contains(t, string(texts), "## "+path+" "+version+"\n")
	}
	assert.Greater(t, len(seen), 20)
	assert.NotContains(t, string(notice), "see its text")
}
