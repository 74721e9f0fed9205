// Package ics writes a plan as a calendar that other programs read (RFC 5545).
package ics

import (
	"crypto/sha256"
	"fmt"
	"io"
	"time"

	ical "github.com/arran4/golang-ical"
)

// Entry is a day, or some, of a plan: work to be done, a fitting, a delivery, the event.
type Entry struct {
	ID   string // the same for the same thing whenever it is written: imported again it is not doubled
	Name string
	Note string
	From time.Time
	To   time.Time // the last day
}

// Write writes entries as whole days. stamp is when they were worked out.
func Write(w io.Writer, name string, entries []Entry, stamp time.Time) error {
	c := ical.NewCalendar()
	c.SetProductId("-//Ardent Gusset//plan//EN")
	c.SetMethod(ical.MethodPublish)
	c.SetName(name)
	for _, e := range entries {
		sum := sha256.Sum256([]byte(e.ID))
		one := c.AddEvent(fmt.Sprintf("%x@ardent-gusset", sum[:12]))
		one.SetDtStampTime(stamp)
		one.SetSummary(e.Name)
		if e.Note != "" {
			one.SetDescription(e.Note)
		}
		one.SetAllDayStartAt(e.From)
		one.SetAllDayEndAt(e.To.AddDate(0, 0, 1)) // the end is not counted in
	}
	return c.SerializeTo(w, ical.WithNewLineWindows) // lines end so everywhere (RFC 5545, 3.1)
}
