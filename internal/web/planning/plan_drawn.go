package planning

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/web/hall"
)

// needlework is the plan for drawing; lane is the only thread that is wanted, "" for all.
func needlework(v *hall.EnsembleView, lane string, event int) svg.Needlework {
	w := drawnPlan{svg.Needlework{First: v.Calendar.First, Days: float64(work.Finish(v.Laid)), Event: float64(event), Near: lane != ""}}
	if event >= 0 && float64(event) < 1.6*w.Days+7 { // one that is far off would leave the work no room
		w.Days = max(w.Days, float64(event))
	}
	lanes := map[string]int{}
	add := func(t svg.Thread) {
		if lane == "" || lane == t.ID {
			lanes[t.ID] = len(w.Threads)
			w.Threads = append(w.Threads, t)
		}
	}
	for i := len(v.Stages) - 1; i >= 0; i-- { // the outermost first, as in the stack
		add(svg.Thread{ID: v.Stages[i].ID, Name: v.Rec.Layers[i].Name, Colour: v.Rec.Layers[i].Fabric.Colour})
	}
	stitches := map[work.ID]int{}
	for i := range v.Plan {
		p := &v.Plan[i]
		if _, ok := lanes[p.Lane]; !ok && strings.HasPrefix(p.Lane, "job/") {
			add(svg.Thread{ID: p.Lane, Name: strings.TrimPrefix(p.Lane, "job/")})
		}
		at, ok := lanes[p.Lane]
		if !ok {
			continue
		}
		from, to := inDays(v, i)
		stitches[p.ID] = len(w.Stitches)
		w.Stitches = append(w.Stitches, svg.Stitch{ID: string(p.ID), Name: p.Name, Link: fmt.Sprintf("/ensembles/%d/bench?step=%s", v.Rec.ID,
			p.ID), Lane: at,
			From: from, To: to, Done: p.Done, Ready: p.Ready, Chain: p.Chain, Station: string(p.Station), Said: told(p)})
		last := -1 // of what it waits for on other threads, the one that ends last: it has waited for the others as well
		for _, a := range p.After {
			if k, ok := stitches[a.Step]; ok && w.Stitches[k].Lane != at && !p.Done && (last < 0 ||
				w.Stitches[k].To > w.Stitches[last].To) {
				last = k
			}
		}
		if last >= 0 {
			w.Joints = append(w.Joints, svg.Joint{From: last, To: len(w.Stitches) - 1, Chain: p.Chain && w.Stitches[last].Chain})
		}
	}
	for _, o := range v.Calendar.Outs {
		w.Barred = append(w.Barred, [2]float64{float64(o.From), float64(o.To)})
	}
	if lane != "" || w.begins() > farOff {
		w.nearer()
	}
	return w.Needlework
}

// drawnPlan is a plan on its way to be drawn.
type drawnPlan struct{ svg.Needlework }

// farOff is how many days before the first stitch are not worth drawing: others come first.
const farOff = 7.0

// begins is the day of the first stitch that is still to be made.
func (w *drawnPlan) begins() float64 {
	first := math.Inf(1)
	for _, s := range w.Stitches {
		if !s.Done {
			first = min(first, s.From)
		}
	}
	if math.IsInf(first, 1) {
		return 0
	}
	return first
}

// nearer draws it from the day its first stitch lies on to that of its last.
func (w *drawnPlan) nearer() {
	first, last := math.Inf(1), 0.0
	for _, s := range w.Stitches {
		if !s.Done {
			first, last = min(first, s.From), max(last, s.To)
		}
	}
	if math.IsInf(first, 1) {
		return
	}
	first = math.Floor(first)
	w.First, w.Today, w.Days, w.Event = w.First.AddDate(0, 0, int(first)), -first, math.Ceil(last)-first, w.Event-first
	for i := range w.Stitches {
		w.Stitches[i].From -= first
		w.Stitches[i].To -= first
	}
	for i := range w.Barred {
		w.Barred[i][0] -= first
		w.Barred[i][1] -= first
	}
}

// inDays is where an operation lies, in days and parts of them.
func inDays(v *hall.EnsembleView, i int) (from, to float64) {
	p := v.Laid[i]
	part := func(d work.Day, minute float64) float64 {
		hours, _ := v.Calendar.On(d)
		return float64(d) + min(minute/max(hours*60, 1), 1)*0.96
	}
	return part(p.Start, p.FromMinute), part(p.End, p.ToMinute)
}

// told is an operation in words.
func told(p *hall.Planned) string {
	text := p.LayerName + ": " + p.Name
	switch {
	case p.Done:
		return text + ", done"
	case p.Ready:
		text += ", can be done now"
	case len(p.Waits) > 0:
		text += ", after " + strings.ToLower(p.Waits[0].Name)
	}
	return text + ", " + hall.Duration(p.Minutes()) + ", " + p.When
}
