package ics

import (
	"bytes"
	"strings"
	"testing"
	"time"
	"unicode/utf8"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Whatever entries are called and whenever they are: every line keeps to 75 octets and to whole letters, what is escaped reads
// back as it was, a day is a day and its end is not counted in, and the same entry keeps its name in the calendar.
func TestAnyEntriesAreKept(t *testing.T) {
	back := strings.NewReplacer(`\n`, "\n", `\,`, ",", `\;`, ";", `\\`, `\`)
	rapid.Check(t, func(t *rapid.T) {
		day := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC)
		var in []Entry
		for k := range rapid.IntRange(1, 6).Draw(t, "entries") {
			from := day.AddDate(0, 0, rapid.IntRange(0, 700).Draw(t, "from"))
			in = append(in, Entry{ID: "one/" + string(rune('a'+k)), Name: rapid.StringMatching(`[A-Za-zäöüßé ’,;—]{1,120}`).Draw(t, "name"),
				Note: rapid.StringMatching(`[A-Za-z ,;\n]{0,200}`).Draw(t, "note"), From: from, To: from.AddDate(0, 0, rapid.IntRange(0, 20).Draw(t, "days"))})
		}
		var b bytes.Buffer
		require.NoError(t, Write(&b, "Plan", in, day))
		text := b.String()
		for _, line := range strings.Split(strings.TrimSuffix(text, "\r\n"), "\r\n") {
			require.LessOrEqual(t, len(line), 75)
			require.True(t, utf8.ValidString(line), "a letter is cut in two: %q", line)
		}
		events := strings.Split(strings.ReplaceAll(text, "\r\n ", ""), "BEGIN:VEVENT\r\n")[1:]
		require.Len(t, events, len(in))
		for i, e := range events {
			field := func(name string) string {
				for _, line := range strings.Split(e, "\r\n") {
					if strings.HasPrefix(line, name) {
						return line[len(name):]
					}
				}
				return ""
			}
			require.Equal(t, in[i].Name, back.Replace(field("SUMMARY:")))
			require.Equal(t, in[i].From.Format("20060102"), field("DTSTART;VALUE=DATE:"))
			require.Equal(t, in[i].To.AddDate(0, 0, 1).Format("20060102"), field("DTEND;VALUE=DATE:"))
			require.NotEmpty(t, field("UID:"))
		}
		var again bytes.Buffer
		require.NoError(t, Write(&again, "Plan", in, day))
		require.Equal(t, text, again.String())
	})
}
