package planning

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"sort"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/work"
	"ardentgusset/internal/formats/ics"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// planICS is the plan as a calendar: the event, fittings and deliveries, and on every day with work what is to be done.
func (s *Room) planICS(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	v := s.View(c.Ctx(), e, 0, hall.UnitOf(c))
	var b bytes.Buffer
	if err := ics.Write(&b, e.Name, planEntries(v), s.Opt.Now()); err != nil {
		return err
	}
	c.Header("Content-Disposition", fmt.Sprintf(`attachment; filename="plan-%d.ics"`, e.ID))
	c.Data(200, "text/calendar; charset=utf-8", []byte(c.Reader.Say(b.String())))
	return nil
}

// planEntries are what stands in a calendar.
func planEntries(v *hall.EnsembleView) []ics.Entry {
	id := func(parts ...string) string { return fmt.Sprintf("ensemble/%d/%s", v.Rec.ID, strings.Join(parts, "/")) }
	var out []ics.Entry
	whole := func(key, name, note, from, to string) {
		a, err := time.Parse(time.DateOnly, from)
		b, err2 := time.Parse(time.DateOnly, to)
		if err == nil && err2 == nil {
			out = append(out, ics.Entry{ID: id(key), Name: name, Note: note, From: a, To: b})
		}
	}
	if v.Rec.EventDate != "" {
		name := v.Rec.Name
		if v.Rec.Occasion != "" {
			name = v.Rec.Occasion + ": " + name
		}
		whole("event", name, "", v.Rec.EventDate, v.Rec.EventDate)
	}
	p := v.Rec.Planning
	for _, d := range p.Fittings {
		whole("fitting/"+d, "Fitting: "+v.Rec.Name, "", d, d)
	}
	for _, d := range p.Deliveries {
		whole(d.ID, "Arrives: "+d.What, "for "+v.Rec.Name, d.On, d.On)
	}
	for _, d := range p.Days {
		switch d.Kind {
		case store.MachineDays:
			whole(d.ID, "Machine out of order", d.Why, d.From, d.To)
		case store.HelperDays:
			whole(d.ID, "A helper: "+v.Rec.Name, d.Why, d.From, d.To)
		}
	}
	days := map[string][]string{}
	for i := range v.Plan {
		q := &v.Plan[i]
		if q.Done || q.From.IsZero() {
			continue
		}
		for d := q.From; !d.After(q.To); d = d.AddDate(0, 0, 1) {
			key := d.Format(time.DateOnly)
			days[key] = append(days[key], q.Name+" ("+q.LayerName+"), "+hall.Duration(q.Minutes()))
		}
	}
	keys := make([]string, 0, len(days))
	for k := range days {
		keys = append(keys, k)
	}
	sort.Strings(keys)
	for _, k := range keys {
		whole("work/"+k, "Sew: "+v.Rec.Name, strings.Join(days[k], "\n"), k, k)
	}
	return out
}

// planCSV is the plan as a table.
func (s *Room) planCSV(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	v := s.View(c.Ctx(), e, 0, hall.UnitOf(c))
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	_ = w.Write([]string{"number", "garment", "step", "station", "minutes", "low", "high", "from", "to", "done", "longest chain",
		"after", "note"})
	day := func(t time.Time) string {
		if t.IsZero() {
			return ""
		}
		return t.Format(time.DateOnly)
	}
	names := map[work.ID]string{}
	for i := range v.Plan {
		q := &v.Plan[i]
		names[q.ID] = q.LayerName + ": " + q.Name
		var after []string
		for _, a := range q.After {
			after = append(after, names[a.Step])
		}
		minutes := func(m float64) string { return strconv.FormatFloat(m, 'f', 0, 64) }
		_ = w.Write(cells(strconv.Itoa(q.Number), q.LayerName, q.Name, string(q.Station), minutes(q.Minutes()), minutes(q.Spread.Low),
			minutes(q.Spread.High), day(q.From), day(q.To), yes(q.Done), yes(q.Chain), strings.Join(after, "; "), q.Note))
	}
	w.Flush()
	if err := w.Error(); err != nil {
		return err
	}
	c.Header("Content-Disposition", fmt.Sprintf(`attachment; filename="plan-%d.csv"`, e.ID))
	c.Data(200, "text/csv; charset=utf-8", []byte(c.Reader.Say(b.String())))
	return nil
}

func yes(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}

// cells are the cells of a row as text: what a table would take for a formula begins with an apostrophe, as tables mark text.
func cells(row ...string) []string {
	for i, text := range row {
		if text != "" && strings.ContainsRune("=+-@\t\r", rune(text[0])) {
			row[i] = "'" + text
		}
	}
	return row
}
