package planning

import (
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// timed is how long steps took beside what was expected of them, minutes.
type timed struct{ expected, taken float64 }

// timedBy sums the steps that were timed and done by whatever they have in common, with what was undone of them.
func timedBy(e *hall.EnsembleView, of func(*hall.Planned) string) map[string]timed {
	by := map[string]timed{}
	for i := range e.Plan {
		if p := &e.Plan[i]; p.Done && p.Spent > 0 {
			sum := by[of(p)]
			by[of(p)] = timed{sum.expected + p.Whole(), sum.taken + p.Spent + p.Lost}
		}
	}
	return by
}

// tookOf draws what was timed beside what was expected, by kind of work and by garment; nothing when nothing was.
func tookOf(e *hall.EnsembleView) []string {
	draw := func(by map[string]timed, keys []string, name func(string) string) string {
		var rows []svg.Taken
		for _, k := range keys {
			if t, ok := by[k]; ok {
				rows = append(rows, svg.Taken{Name: name(k), Expected: t.expected, Taken: t.taken,
					Said: fmt.Sprintf("%s: %s, expected %s", name(k), hall.Duration(t.taken), hall.Duration(t.expected))})
			}
		}
		return svg.Took(rows, hall.Duration)
	}
	kinds := timedBy(e, func(p *hall.Planned) string { return string(p.Station) })
	if len(kinds) == 0 {
		return nil
	}
	var stations, lanes []string
	for _, st := range work.Stations() {
		stations = append(stations, string(st))
	}
	names := map[string]string{}
	for i := range e.Rec.Layers {
		lane := fmt.Sprint(e.Rec.Layers[i].ID)
		lanes, names[lane] = append(lanes, lane), e.Rec.Layers[i].Name
	}
	return []string{draw(kinds, stations, func(k string) string { return stationNames[work.Station(k)] }),
		draw(timedBy(e, func(p *hall.Planned) string { return p.Lane }), lanes, func(k string) string { return names[k] })}
}

// madeRow is the record of a garment: the days of its first and last step that is done, and the minutes it took by the clock.
type madeRow struct {
	Name         string
	Begun, Ended time.Time // zero when nothing is done
	Done, Of     int
	Spent        float64 // minutes
	Lost         float64 // minutes of them that were undone
}

// Finished says that nothing is left to do.
func (m madeRow) Finished() bool { return m.Of > 0 && m.Done == m.Of }

// madeOf is the record of what was made when, garment by garment in order of wear, of those that were begun.
func madeOf(e *hall.EnsembleView) []madeRow {
	var out []madeRow
	for i := range e.Rec.Layers {
		l := &e.Rec.Layers[i]
		m := madeRow{Name: l.Name}
		for k := range e.Plan {
			p := &e.Plan[k]
			if p.LayerID != l.ID {
				continue
			}
			m.Of++
			m.Spent, m.Lost = m.Spent+p.Spent+p.Lost, m.Lost+p.Lost
			if p.DoneOn.IsZero() {
				continue
			}
			m.Done++
			if m.Begun.IsZero() || p.DoneOn.Before(m.Begun) {
				m.Begun = p.DoneOn
			}
			if p.DoneOn.After(m.Ended) {
				m.Ended = p.DoneOn
			}
		}
		for _, t := range l.Timings {
			if m.Begun.IsZero() || t.StartedAt.Before(m.Begun) {
				m.Begun = t.StartedAt
			}
		}
		if !m.Begun.IsZero() {
			out = append(out, m)
		}
	}
	return out
}

// stationNames are the stations as they are read.
var stationNames = map[work.Station]string{work.AtTable: "at the table", work.AtMachine: "by machine", work.AtOverlock: "overlocking",
	work.AtIron: "at the iron", work.ByHand: "by hand", work.OnWearer: "on the wearer", work.OutOfDoor: "errands"}

// sincePause is what has changed since the day after an ensemble was put aside: readings of its wearer, its own settings and
// prices, the machines of the workroom.
func (s *Room) sincePause(ctx context.Context, e store.Ensemble) ([]string, error) {
	p := e.Planning.Paused
	if p == nil {
		return nil, nil
	}
	since, err := time.Parse(time.DateOnly, p.On)
	if err != nil {
		return nil, nil
	}
	since = since.AddDate(0, 0, 1)
	var out []string
	n := 0
	for _, r := range e.Wearer.Readings {
		if r.TakenAt.After(since) {
			n++
		}
	}
	if n > 0 {
		out = append(out, fmt.Sprintf("%s was measured anew: %d readings. What is not cut is drafted to them.", e.Wearer.Name, n))
	}
	for _, of := range []struct {
		scope store.Scope
		id    uint
		says  string
	}{{store.OfEnsemble, e.ID, "Changed: "}, {store.OfWorkroom, store.TheWorkroom, "In the workroom: "}} {
		labels, err := s.Store.ActedSince(ctx, of.scope, of.id, since)
		if err != nil {
			return nil, err
		}
		if more := len(labels) - mostTold; more > 0 {
			labels = append(labels[:mostTold], fmt.Sprintf("and %d more", more))
		}
		if len(labels) > 0 {
			out = append(out, of.says+strings.Join(labels, ", ")+".")
		}
	}
	return out, nil
}

// mostTold is how many changes are named.
const mostTold = 6

// logCSV is what was timed, as a table.
func (s *Room) logCSV(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	v := s.View(c.Ctx(), e, 0, hall.UnitOf(c))
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	_ = w.Write([]string{"garment", "step", "station", "begun", "ended", "minutes", "expected minutes of the step", "done"})
	for _, l := range e.Layers {
		timings := slices.Clone(l.Timings)
		slices.SortFunc(timings, func(a, b store.Timing) int { return a.StartedAt.Compare(b.StartedAt) })
		for _, t := range timings {
			q := byID(v, t.Step.In(strconv.Itoa(int(l.ID))))
			end, long := "", s.Opt.Now().Sub(t.StartedAt)
			if t.EndedAt != nil {
				end, long = t.EndedAt.Format(time.RFC3339), t.EndedAt.Sub(t.StartedAt)
			}
			name := q.Name
			if name == "" {
				name = string(t.Step)
			}
			_ = w.Write(cells(l.Name, name, string(q.Station), t.StartedAt.Format(time.RFC3339), end,
				strconv.FormatFloat(long.Minutes(), 'f', 1, 64),
				strconv.FormatFloat(q.Whole(), 'f', 0, 64), yes(q.Done)))
		}
	}
	w.Flush()
	if err := w.Error(); err != nil {
		return err
	}
	c.Header("Content-Disposition", fmt.Sprintf(`attachment; filename="log-%d.csv"`, e.ID))
	c.Data(200, "text/csv; charset=utf-8", []byte(c.Reader.Say(b.String())))
	return nil
}
