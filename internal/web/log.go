package web

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"slices"
	"strconv"
	"time"

	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

// tookOf draws what was timed beside what was expected, by station; "" when nothing was.
func tookOf(e *ensembleView) string {
	type sums struct{ expected, taken float64 }
	by := map[work.Station]*sums{}
	for i := range e.Plan {
		p := &e.Plan[i]
		if !p.Done || p.Spent <= 0 {
			continue
		}
		if by[p.Station] == nil {
			by[p.Station] = &sums{}
		}
		by[p.Station].expected += p.Whole
		by[p.Station].taken += p.Spent
	}
	var rows []svg.Taken
	for _, st := range work.Stations() {
		if s := by[st]; s != nil {
			rows = append(rows, svg.Taken{Name: stationNames[st], Expected: s.expected, Taken: s.taken,
				Said: fmt.Sprintf("%s: %s, expected %s",
					stationNames[st], duration(s.taken), duration(s.expected))})
		}
	}
	if len(rows) == 0 {
		return ""
	}
	return svg.Took(rows, duration)
}

// stationNames are the stations as they are read.
var stationNames = map[work.Station]string{work.AtTable: "at the table", work.AtMachine: "by machine", work.AtOverlock: "overlocking",
	work.AtIron: "at the iron", work.ByHand: "by hand", work.OnWearer: "on the wearer", work.OutOfDoor: "errands"}

// sincePause is what has changed since an ensemble was put aside.
func sincePause(e store.Ensemble) []string {
	p := e.Planning.Paused
	if p == nil {
		return nil
	}
	since, err := time.Parse(time.DateOnly, p.On)
	if err != nil {
		return nil
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
	if e.UpdatedAt.After(since) {
		out = append(out, "The ensemble itself was changed.")
	}
	return out
}

// logCSV is what was timed, as a table.
func (s *Server) logCSV(c *call) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return err
	}
	v := s.view(c.ctx(), e, 0, unitOf(c))
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	_ = w.Write([]string{"garment", "step", "station", "begun", "ended", "minutes", "expected minutes of the step", "done"})
	for _, l := range e.Layers {
		timings := slices.Clone(l.Timings)
		slices.SortFunc(timings, func(a, b store.Timing) int { return a.StartedAt.Compare(b.StartedAt) })
		for _, t := range timings {
			q := v.byID(fmt.Sprintf("%d/%s", l.ID, t.Step))
			end, long := "", s.opt.Now().Sub(t.StartedAt)
			if t.EndedAt != nil {
				end, long = t.EndedAt.Format(time.RFC3339), t.EndedAt.Sub(t.StartedAt)
			}
			name := q.Name
			if name == "" {
				name = t.Step
			}
			_ = w.Write([]string{l.Name, name, string(q.Station), t.StartedAt.Format(time.RFC3339), end,
				strconv.FormatFloat(long.Minutes(), 'f', 1, 64),
				strconv.FormatFloat(q.Whole, 'f', 0, 64), yes(q.Done)})
		}
	}
	w.Flush()
	if err := w.Error(); err != nil {
		return err
	}
	c.Header("Content-Disposition", fmt.Sprintf(`attachment; filename="log-%d.csv"`, e.ID))
	c.Data(200, "text/csv; charset=utf-8", []byte(c.reader.Say(b.String())))
	return nil
}
