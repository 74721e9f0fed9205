package ics

import (
	"bytes"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Whole days with the end not counted in, lines that end in CRLF and none over 75 octets, and one UID for the same
// thing whenever it is written (RFC 5545, 3.1, 3.6.1 and 3.8.4.7).
func TestWrite(t *testing.T) {
	day := time.Date(2027, 6, 18, 0, 0, 0, 0, time.UTC)
	entries := []Entry{{ID: "event", Name: "The pageant, at the harbour; " + strings.Repeat("long ", 30), Note: "one\ntwo", From: day, To: day.AddDate(0, 0, 1)},
		{ID: "fitting", Name: "Fitting", From: day, To: day}}
	write := func(stamp time.Time) string {
		var b bytes.Buffer
		require.NoError(t, Write(&b, "Plan", entries, stamp))
		return b.String()
	}
	text := write(day)
	for _, line := range strings.Split(strings.TrimSuffix(text, "\r\n"), "\r\n") {
		assert.LessOrEqual(t, len(line), 75, line)
		assert.NotContains(t, line, "\n")
	}
	whole := strings.ReplaceAll(text, "\r\n ", "")
	assert.Contains(t, whole, "DTSTART;VALUE=DATE:20270618\r\n")
	assert.Contains(t, whole, "DTEND;VALUE=DATE:20270620\r\n")
	assert.Contains(t, whole, `SUMMARY:The pageant\, at the harbour\; long`)
	assert.Contains(t, whole, `DESCRIPTION:one\ntwo`)
	assert.NotContains(t, strings.Split(whole, "BEGIN:VEVENT")[2], "DESCRIPTION")
	uids := func(text string) (out []string) {
		for _, l := range strings.Split(text, "\r\n") {
			if strings.HasPrefix(l, "UID:") {
				out = append(out, l)
			}
		}
		return out
	}
	assert.Equal(t, uids(text), uids(write(day.AddDate(0, 0, 3))))
	assert.NotEqual(t, uids(text)[0], uids(text)[1])
}
