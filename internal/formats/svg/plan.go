package svg

import (
	"fmt"
	"time"
)

// Thread is one lane of a drawn plan: a garment, or a job beside the garments.
type Thread struct {
	ID, Name string
	Colour   string // of its cloth, "" for none
}

// Stitch is an operation on a thread.
type Stitch struct {
	ID, Name, Link string
	Lane           int
	From, To       float64 // days from the first
	Done, Ready    bool
	Chain          bool // on the longest chain
	Station        string
	Said           string // what a reader is told of it
}

// Joint is where a stitch waits for one of another thread.
type Joint struct {
	From, To int // stitches
	Chain    bool
}

// Needlework is a plan to be drawn: its threads in order of wear, the outermost first, its stitches in order of work.
type Needlework struct {
	First    time.Time // the day it is drawn from
	Today    float64   // days from that one
	Days     float64
	Threads  []Thread
	Stitches []Stitch
	Joints   []Joint
	Event    float64 // days from the first, negative for none
	Barred   [][2]float64
	Near     bool // one thread, with the names of its stitches
}

// The drawing's measures: of the names' column, of what is done, of a lane, and of the band of days above.
const planNames, planDone, planLane, planDays = 150.0, 86.0, 44.0, 34.0

// Plan draws the work as it will be sewn: every garment is a thread that runs through the days, every operation a stitch as
// long as it takes. What is done lies tight at the left, what can be done now has the needle at it; where a garment waits
// for another the threads are knotted, and the longest chain is drawn heavier.
func Plan(w Needlework) string {
	lane := planLane
	if w.Near {
		lane = 150
	}
	days := max(w.Days, 7) + 1
	if until := w.Event + 1; !w.Near && until > days && until < 2*days+14 { // so far off that the work would be small it is left out
		days = until
	}
	k := max(760/days, 15) // of a day
	if w.Near {
		k = max(760/days, 46)
	}
	wide, deep := planNames+planDone+days*k+20, planDays+float64(len(w.Threads))*lane+14
	x := func(day float64) float64 { return planNames + planDone + day*k }
	y := func(i int) float64 { return planDays + (float64(i)+0.5)*lane }
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="needlework" role="group" aria-label="%s" viewBox="0 0 %s %s" width="%s" height="%s">`,
		esc(fmt.Sprintf("The work in %d threads; the same as a list stands below", len(w.Threads))), n(wide), n(deep), n(wide), n(deep))
	w.days(&d, days, k, x, deep)
	at := w.places(x, lane)
	for i, t := range w.Threads {
		first, last := x(0), planNames+planDone
		for s, st := range w.Stitches {
			if st.Lane == i {
				first, last = min(first, at[s][0]), max(last, at[s][1])
			}
		}
		d.put(`<path class="strand %s" d="M%s %sH%s"/>`, esc(dyeOf(t.Colour)), n(first), n(y(i)), n(last))
		d.put(`<text class="lane" x="0" y="%s" font-size="13">%s</text>`, n(y(i)+4), esc(shortened(t.Name, 21)))
	}
	for _, j := range w.Joints {
		a, b := at[j.From], at[j.To]
		ya, yb := y(w.Stitches[j.From].Lane), y(w.Stitches[j.To].Lane)
		kind := "joint"
		if j.Chain {
			kind += " chain"
		}
		bend := max((b[0]-a[1])/2, 10)
		d.put(`<path class="%s" d="M%s %sC%s %s %s %s %s %s"/><circle class="%s" cx="%s" cy="%s" r="2.6"/>`,
			kind, n(a[1]), n(ya), n(a[1]+bend), n(ya),
			n(b[0]-bend), n(yb), n(b[0]), n(yb), kind, n(b[0]), n(yb))
	}
	for i, s := range w.Stitches {
		w.stitch(&d, s, at[i], y(s.Lane), i)
	}
	d.put(`</svg>`)
	return d.String()
}

// days draws the days, the day of the event, and the days on which the machine can't be used.
func (w Needlework) days(d *drawing, days, k float64, x func(float64) float64, deep float64) {
	for _, b := range w.Barred {
		from, to := max(b[0], 0), min(b[1]+1, days)
		if to > from {
			d.put(`<rect class="barred" x="%s" y="%s" width="%s" height="%s"/>`, n(x(from)), n(planDays-6), n((to-from)*k), n(deep-planDays))
		}
	}
	d.put(`<path class="today" d="M%s %sV%s"/>`, n(x(0)), n(planDays-8), n(deep-8))
	d.put(`<text class="day" x="%s" y="13" font-size="12" text-anchor="end">done</text>`, n(x(0)-8))
	step := 1
	for _, s := range []int{1, 2, 7, 14, 28, 56} {
		if step = s; float64(s)*k > 62 {
			break
		}
	}
	for i := 0; float64(i) < days; i++ {
		date := w.First.AddDate(0, 0, i)
		tall := 4.0
		if date.Weekday() == time.Monday {
			tall = 8
		}
		d.put(`<path class="mark" d="M%s %sv%s"/>`, n(x(float64(i))), n(planDays-8), n(tall))
		if i%step == 0 {
			text := date.Format("2 Jan")
			if float64(i) == w.Today {
				text = "today"
			}
			d.put(`<text class="day" x="%s" y="13" font-size="12">%s</text>`, n(x(float64(i))+1), esc(text))
		}
	}
	if w.Event >= 0 && w.Event < days {
		d.put(`<path class="event" d="M%s 18V%s"/><text class="event" id="the-day" x="%s" y="%s" font-size="12" text-anchor="end">the day</text>`,
			n(x(w.Event)),
			n(deep-8), n(x(w.Event)-4), n(planDays-9))
	}
}

// least is how long a stitch is drawn at least.
const leastStitch = 5.0

// places is from where to where every stitch runs: what is done lies evenly at the left.
func (w Needlework) places(x func(float64) float64, lane float64) [][2]float64 {
	done, seen := make([]int, len(w.Threads)), make([]int, len(w.Threads))
	for _, s := range w.Stitches {
		if s.Done {
			done[s.Lane]++
		}
	}
	out := make([][2]float64, len(w.Stitches))
	for i, s := range w.Stitches {
		if s.Done {
			each := min(9, (planDone-12)/float64(done[s.Lane]))
			from := planNames + planDone - 8 - float64(done[s.Lane]-seen[s.Lane])*each
			out[i] = [2]float64{from, from + each*0.62}
			seen[s.Lane]++
			continue
		}
		out[i] = [2]float64{x(s.From), max(x(s.To), x(s.From)+leastStitch) - 1.5}
	}
	return out
}

func (w Needlework) stitch(d *drawing, s Stitch, at [2]float64, y float64, i int) {
	kind := "stitch " + s.Station
	switch {
	case s.Done:
		kind += " done"
	case s.Ready:
		kind += " ready"
	}
	if s.Chain && !s.Done {
		kind += " chain"
	}
	d.put(`<a href="%s" class="%s" id="on-%s"><title>%s</title>`, esc(s.Link), esc(kind), esc(s.ID), esc(s.Said))
	lean := 1.6
	d.put(`<path class="hit" d="M%s %sH%s"/><path class="thread" d="M%s %sL%s %s"/>`,
		n(at[0]-2), n(y), n(at[1]+2), n(at[0]), n(y+lean), n(at[1]), n(y-lean))
	switch s.Station {
	case "machine", "overlock": // stitched close: ticks across
		for q := at[0] + 3; q < at[1]; q += 5 {
			d.put(`<path class="tick" d="M%s %sv5"/>`, n(q), n(y-2.5))
		}
	case "wearer": // a button
		d.put(`<circle class="button" cx="%s" cy="%s" r="4"/>`, n((at[0]+at[1])/2), n(y))
	case "iron":
		d.put(`<path class="steam" d="M%s %sq3 -4 0 -8"/>`, n((at[0]+at[1])/2), n(y-5))
	}
	if s.Ready && !s.Done {
		d.put(`<path class="needle" d="M%s %sl-11 3.4a2.4 2.4 0 0 1 0 -4.8z"/>`, n(at[0]), n(y+0.6))
	}
	if w.Near && !s.Done {
		up := y - 16
		if i%2 == 1 {
			up = y + 22
		}
		d.put(`<text class="named" x="%s" y="%s" font-size="12" transform="rotate(%d %s %s)">%s</text>`,
			n(at[0]), n(up), -32+64*(i%2), n(at[0]), n(up),
			esc(shortened(s.Name, 26)))
	}
	d.put(`</a>`)
}

// dyeOf is the class of a cloth's colour.
func dyeOf(colour string) string {
	if colour == "" {
		return "dye-none"
	}
	return "dye-" + colour
}

// shortened is a text cut to so many letters.
func shortened(s string, most int) string {
	r := []rune(s)
	if len(r) <= most {
		return s
	}
	return string(r[:most-1]) + "…"
}

// Chance draws how the chance of being done rises day by day, with the days by which it is even and four in five, and the
// event.
func Chance(by []float64, first time.Time, even, likely, event int) string {
	const wide, deep, left, foot = 520.0, 150.0, 40.0, 24.0
	days := len(by)
	if event >= 0 {
		days = max(days, event+2)
	}
	k := (wide - left - 12) / max(float64(days), 1)
	x := func(day float64) float64 { return left + day*k }
	y := func(chance float64) float64 { return deep - foot - chance*(deep-foot-14) }
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="chance" role="img" aria-label="%s" viewBox="0 0 %s %s">`,
		esc(fmt.Sprintf("The chance of being done rises to an even one by %s and to four in five by %s", first.AddDate(0, 0,
			even).Format("2 January"),
			first.AddDate(0, 0, likely).Format("2 January"))), n(wide), n(deep))
	for _, c := range []float64{0.5, 0.8, 1} {
		d.put(`<path class="level" d="M%s %sH%s"/><text class="level" x="%s" y="%s" font-size="11" text-anchor="end">%.0f %%</text>`,
			n(left), n(y(c)),
			n(wide-10), n(left-4), n(y(c)+4), 100*c)
	}
	line := fmt.Sprintf("M%s %s", n(x(0)), n(y(0)))
	for i := range days {
		c := 1.0
		if i < len(by) {
			c = by[i]
		}
		line += fmt.Sprintf("L%s %sL%s %s", n(x(float64(i))), n(y(c)), n(x(float64(i+1))), n(y(c)))
	}
	d.put(`<path class="under" d="%sV%sH%sZ"/><path class="curve" d="%s"/>`, line, n(y(0)), n(x(0)), line)
	for _, m := range []struct {
		day  int
		kind string
	}{{even, "even"}, {likely, "likely"}} {
		d.put(`<path class="%s" d="M%s %sV%s"/><text class="%s" x="%s" y="%s" font-size="11" text-anchor="middle">%s</text>`,
			m.kind, n(x(float64(m.day)+0.5)),
			n(y(0)), n(y(map[string]float64{"even": 0.5, "likely": 0.8}[m.kind])), m.kind, n(x(float64(m.day)+0.5)), n(deep-8),
			esc(first.AddDate(0, 0, m.day).Format("2 Jan")))
		if likely-even < int(44/k) {
			break // two dates would lie on each other
		}
	}
	if event >= 0 {
		d.put(`<path class="event" d="M%s 4V%s"/><text class="event" x="%s" y="13" font-size="12" text-anchor="end">the day</text>`,
			n(x(float64(event))), n(y(0)),
			n(x(float64(event))-4))
	}
	d.put(`</svg>`)
	return d.String()
}

// LoadPart is what one ensemble wants of a week.
type LoadPart struct {
	Name  string
	Hours float64
	Here  bool
}

// Load draws what is wanted of a week as patches on a strip, and the hours there are as a pin; strips are drawn to one
// scale when all are given the same whole.
func Load(parts []LoadPart, has, whole float64) string {
	const wide, deep = 250.0, 22.0
	k := wide / max(whole, 1)
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="load-strip" role="img" aria-label="%s" viewBox="-4 0 %s %s">`,
		esc(fmt.Sprintf("%d wanted of %.0f hours", len(parts), has)), n(wide+8), n(deep))
	at := 0.0
	for i, p := range parts {
		kind := fmt.Sprintf("patch p%d", i%2)
		if p.Here {
			kind = "patch here"
		}
		d.put(`<rect class="%s" x="%s" y="6" width="%s" height="11"><title>%s</title></rect>`, kind, n(at*k), n(p.Hours*k), esc(p.Name))
		at += p.Hours
	}
	d.put(`<path class="has" d="M%s 1v20"/></svg>`, n(has*k))
	return d.String()
}

// Taken is how long something took beside what was expected, minutes.
type Taken struct {
	Name            string
	Expected, Taken float64
	Said            string
}

// Took draws times taken as stitching along a line, over what was expected as a chalk line.
func Took(rows []Taken, told func(minutes float64) string) string {
	const wide, lane, left = 440.0, 34.0, 110.0
	most := 1.0
	for _, r := range rows {
		most = max(most, max(r.Expected, r.Taken))
	}
	k := (wide - left - 70) / most
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="took" role="img" aria-label="Hours taken beside those expected" viewBox="0 0 %s %s">`,
		n(wide),
		n(lane*float64(len(rows))+8))
	for i, r := range rows {
		y := lane*float64(i) + 20
		kind := "taken"
		if r.Taken > 1.15*r.Expected {
			kind = "taken over"
		}
		d.put(`<g><title>%s</title><text x="0" y="%s" font-size="13">%s</text>`, esc(r.Said), n(y+4), esc(r.Name))
		d.put(`<path class="expected" d="M%s %sH%s"/><path class="%s" d="M%s %sH%s"/>`,
			n(left), n(y+7), n(left+r.Expected*k), kind, n(left), n(y-1),
			n(left+max(r.Taken*k, 2)))
		d.put(`<text class="long" x="%s" y="%s" font-size="12">%s</text></g>`,
			n(left+max(r.Taken, r.Expected)*k+8), n(y+4), esc(told(r.Taken)))
	}
	d.put(`</svg>`)
	return d.String()
}
