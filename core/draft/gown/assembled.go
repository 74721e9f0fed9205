package gown

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/spatial/r3"
)

// Draft drafts it.
func (j Joined) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d, err := j.bodice.Draft(on, j.above(v), in)
	if err != nil {
		return draft.Draft{}, err
	}
	j.let(d.Drawn)
	pattern.Fair(d.Pieces, d.Seams) // while the lower edge is still free
	waist := drawn(d, "hem")
	if !waist.Above || len(waist.Runs) == 0 {
		return draft.Draft{}, fmt.Errorf("the lower edge of the bodice slants too much for a waist seam: let it lie more level")
	}
	shape, upper := j.skirt(v), waist
	gap := free(v)
	if waist.Runs[0].Lap > 0 { // what laps before is not open
		gap = 0
	}
	if gap = min(gap, waist.Runs[0].Long-20); gap > 0 { // no skirt is sewn to the bodice before
		upper.Runs = slices.Clone(waist.Runs)
		upper.Runs[0].Lap, upper.Runs[0].Long = gap, upper.Runs[0].Long-gap
	}
	b := part.Bodice{Seam: 2 * upper.Half(), Side: j.side(upper), Opening: j.below(v), Opens: j.opens, Allowance: v.Number(draft.Allowance),
		Free: max(gap, 0)}
	s, err := shape.garment.Draft(on.From(waist.Drop), b.Told(shape.below(v)), in)
	if err != nil {
		return draft.Draft{}, fmt.Errorf("the skirt: %w", err)
	}
	pattern.Fair(s.Pieces, s.Seams)
	if err := j.stand(&d, &s, waist, v); err != nil {
		return draft.Draft{}, err
	}
	lower := drawn(s, "top")
	for i := range lower.Runs {
		lower.Runs[i].Piece = "skirt-" + lower.Runs[i].Piece
	}
	merge(&d, s, shape, waist.Drop)
	sewn(&d, upper, lower, j.opens == "centre-front")
	if b.Free > 0 {
		j.shows(&d, on, b)
	}
	if asked := free(v); asked > b.Free+0.5 {
		why := "The bodice’s front is no wider at the waist."
		if waist.Runs[0].Lap > 0 {
			why = "The fronts of the bodice lap; closed edge to edge they leave the skirt open."
		}
		d.Remark(false, fmt.Sprintf("The skirt begins %s behind the centre front, not %s", measure.Tell(b.Free), measure.Tell(asked)), why)
	}
	d.Waist = draft.Waist{}
	j.closed(&d, on, b)
	j.carried(&d, b)
	if j.opens == "centre-front" {
		d.Drawn = append(d.Drawn, opened(d, on, waist.Drop, freeBearing(on, b)))
	}
	return d, nil
}

// shows says how much of what is worn beneath an open skirt shows: between its edges as they fall over it.
func (j Joined) shows(d *draft.Draft, on figure.Figure, b part.Bodice) {
	_, bottom := d.Wear.Reach()
	hem := d.Wear.Hung(d.Wear.Dress(on)).At(bottom)
	open := 0.0 // as the pieces have it
	for i := range d.Pieces {
		if e, ok := d.Pieces[i].Edge("waist-lap"); ok {
			open += 2 * e.Length()
		}
	}
	low := 2 * hem.Arc(0, freeBearing(on, b))
	d.Measure("skirt.gap", "the skirt", "open before, at the waist", open)
	d.Measure("skirt.shows", "the skirt", "open before, at the hem as it hangs", low)
	d.Remark(false, "The petticoat shows before", fmt.Sprintf("Over %s at the waist and, as the edges fall with the skirt, some "+
		"%s at the hem: it is of a stuff to be seen, at least there.", measure.Tell(open), measure.Tell(low)))
}

// freeBearing is the bearing at which a skirt begins that leaves a part of the waist free before, degrees; 0 for none.
func freeBearing(on figure.Figure, b part.Bodice) float64 {
	if b.Free <= 0 {
		return 0
	}
	waist := on.At(0)
	low, high := 0.0, 180.0
	for range 40 {
		if mid := (low + high) / 2; waist.Arc(0, mid) < b.Free/(b.Free+b.Seam/2)*waist.Girth()/2 {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

// let leaves the lines alone that a setting pulls which the dress decides.
func (j Joined) let(lines []draft.Drawn) {
	decided := j.set.keys()
	for i := range lines {
		lines[i].Pulls = slices.DeleteFunc(slices.Clone(lines[i].Pulls), func(p draft.Pull) bool { return slices.Contains(decided, p.Key) })
	}
}

// opened is the line of a skirt's front edges as they hang at a bearing, from the waist seam to the hem.
func opened(d draft.Draft, on figure.Figure, from, bearing float64) draft.Drawn {
	line := draft.Drawn{Kind: draft.DrawnEdge, Name: "front edge"}
	worn := d.Wear.Hung(d.Wear.Dress(on))
	_, bottom := d.Wear.Reach()
	sin, cos := math.Sincos(bearing * math.Pi / 180)
	for drop := from; ; drop += 25 {
		at := min(drop, bottom)
		reach := worn.At(at).Reach(bearing)
		line.Line = append(line.Line, r3.Vec{X: reach * sin, Y: reach * cos, Z: -at})
		if at < drop || at == bottom {
			return line
		}
	}
}

// drawn is a draft's side of the waist seam, the runs as long as those edges of it are drawn.
func drawn(d draft.Draft, edge string) draft.Waist {
	w := d.Waist
	w.Runs = slices.Clone(w.Runs)
	for i := range w.Runs {
		r := &w.Runs[i]
		for k := range d.Pieces {
			if e, ok := d.Pieces[k].Edge(edge); ok && d.Pieces[k].ID == r.Piece {
				more := e.Length() - r.Lap - r.Long - r.More
				if r.By == pattern.Gathers || r.By == pattern.Pleats { // it is drawn up to its length
					r.More += more
				} else {
					r.Long += more
				}
			}
		}
	}
	return w
}

// side is where the bodice's side seam comes to the waist seam, as a share of its half: the seam nearest
// to the middle.
func (j Joined) side(w draft.Waist) float64 {
	at, best := 0.0, 0.5
	off := math.Inf(1)
	for _, r := range w.Runs[:len(w.Runs)-1] {
		at += r.Long
		if x := at / w.Half(); math.Abs(x-0.5) < off {
			best, off = x, math.Abs(x-0.5)
		}
	}
	return best
}

// lastButton is how far above the hem the last button of a dress lies at least, mm (from memory: so that
// one can walk in it), and buttonWide how large they are.
const lastButton, buttonWide = 150.0, 13.0

// stand carries the lap or the button stand of the bodice down the skirt, as wide as it is above; a stand is folded
// alike, with buttons as far apart.
func (j Joined) stand(d, s *draft.Draft, w draft.Waist, v draft.Values) error {
	if j.opens != "centre-front" {
		return nil
	}
	front := &s.Pieces[0]
	if w.Runs[0].Lap <= 0 { // its edges are turned in, and hang over what is worn beneath
		front.Be(pattern.Opening, "centre-front")
		return nil
	}
	e, _ := front.Edge("centre-front")
	line := slices.Clone(e.Line) // from the waist down
	p, err := front.Extended("centre-front", w.Runs[0].Lap, "centre")
	if err != nil {
		return err
	}
	p.Be(pattern.Opening, "centre-front")
	s.Waist.Runs[0].Lap = w.Runs[0].Lap
	if !v.Has("stand") { // it laps as wide as above, and is left open
		*front = p
		return nil
	}
	stand := v.Number("stand")
	for _, at := range []float64{stand / 2, stand * 3 / 2} {
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: plane.Beside(line, -at), Label: "fold"})
	}
	upper := &d.Pieces[slices.IndexFunc(d.Pieces, func(q pattern.Piece) bool { return q.ID == w.Runs[0].Piece })]
	var heights []float64 // of the bodice's buttons
	for _, m := range upper.Marks {
		if m.Kind == pattern.Button {
			heights = append(heights, m.Path[0].Y)
		}
	}
	if n := len(heights); n > 1 {
		slices.Sort(heights)
		hem, _ := upper.Edge("hem")
		apart := (heights[n-1] - heights[0]) / float64(n-1)
		count := 0
		for at := apart - (heights[0] - hem.Line[0].Y); at < plane.Length(line)-lastButton; at += apart {
			q, _ := plane.Along(line, at)
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Button, Path: []plane.Point{q}, Width: buttonWide})
			count++
		}
		for i := range d.Fastenings {
			if f := &d.Fastenings[i]; f.Kind == closure.Buttons {
				f.Count += count
				f.Why += fmt.Sprintf("; %d more as far apart on the skirt, the last no nearer than %s to its hem", count,
					measure.Tell(lastButton))
			}
		}
	}
	*front = p
	return nil
}

// merge adds what a skirt drafted to the waist seam has to the bodice.
func merge(d *draft.Draft, s draft.Draft, shape Skirt, drop float64) {
	for _, p := range s.Pieces {
		if shape.bias {
			p.GrainDegrees = 45
		}
		p.ID, p.Name = "skirt-"+p.ID, "Skirt "+strings.ToLower(p.Name[:1])+p.Name[1:]
		for i := range p.Levels {
			p.Levels[i].Drop += drop
		}
		d.Pieces = append(d.Pieces, p)
	}
	for _, x := range s.Seams {
		x.ID, x.A.Piece, x.B.Piece = "skirt-"+x.ID, "skirt-"+x.A.Piece, "skirt-"+x.B.Piece
		d.Seams = append(d.Seams, x)
	}
	for _, g := range s.Girths {
		g.Drop += drop
		d.Girths = append(d.Girths, g)
	}
	for _, x := range s.Dimensions {
		x.Key = "skirt." + x.Key
		d.Dimensions = append(d.Dimensions, x)
	}
	for _, x := range s.Spares {
		x.Dimension = "skirt." + x.Dimension
		d.Spares = append(d.Spares, x)
	}
	for _, n := range s.Notes {
		fix := draft.Settings{}
		for k, to := range n.Fix {
			if key, ok := shape.asks(k); ok {
				fix[key] = to
			}
		}
		if n.Fix = fix; len(fix) == 0 { // what it would set is the bodice's
			n.Fix, n.FixLabel = nil, ""
		}
		d.Notes = append(d.Notes, n)
	}
	d.Notions, d.Fastenings = append(d.Notions, s.Notions...), append(d.Fastenings, s.Fastenings...)
	d.Works, d.Own, d.Told = append(d.Works, s.Works...), append(d.Own, s.Own...), append(d.Told, s.Told...)
	d.Warn(s.Cautions...)
	d.MockUp = strings.TrimSpace(d.MockUp + " " + s.MockUp)
	for i := range d.Pieces {
		d.Pieces[i].Covered = d.Pieces[i].Covered || d.Covered
	}
	d.Covered = false // what lies between layers above does not below
	for _, c := range s.Wear.Cover {
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: c.Drop + drop, Depth: c.Depth})
	}
	d.Wear.Hang, d.Wear.Foot, d.Wear.Hem, d.Wear.Train, d.Wear.Slit = nil, nil, s.Wear.Hem, s.Wear.Train, s.Wear.Slit
	for _, h := range s.Wear.Hang {
		d.Wear.Hang = append(d.Wear.Hang, draft.Hang{Drop: h.Drop + drop, Girth: h.Girth})
	}
}

// asks is the dress's key for a setting of the skirt; ok is false for one that it does not ask for.
func (s Skirt) asks(key draft.Key) (draft.Key, bool) {
	switch key {
	case draft.Clearance, draft.Hem:
		return "skirt_" + key, true
	case draft.Placket:
		return "skirt_opening", true
	}
	if slices.Contains(s.set.keys(bySeam...), key) {
		return "", false
	}
	return draft.Key(s.key) + "_" + key, true
}

// hookEvery is how far apart the hooks of a placket stand in a dress, mm (from memory).
const hookEvery = 35.0

// closed closes the opening below the seam as the bodice is closed above it, and says when the dress
// can't be got into.
func (j Joined) closed(d *draft.Draft, on figure.Figure, b part.Bodice) {
	if b.Opens == "centre-front" {
		d.Entry = draft.Entry{At: draft.AtFront, Through: true}
		return
	}
	zip := slices.IndexFunc(d.Fastenings, func(f closure.Fastening) bool { return f.Kind == closure.Zips })
	switch {
	case b.Opening <= 0:
	case zip >= 0:
		f := &d.Fastenings[zip]
		f.Size = math.Floor((f.Size+b.Opening)/10) * 10
		f.Why = "the bodice’s opening and " + measure.Tell(b.Opening) + " below the waist seam"
	default:
		d.Placket(b.Opening, b.Allowance)
		n := max(int(math.Ceil(b.Opening/hookEvery)), 3)
		d.Fastenings = append(d.Fastenings, closure.Fastening{Kind: closure.Hooks, Count: n, For: "the opening of the skirt",
			Why: fmt.Sprintf("one every %s of the placket", measure.Tell(b.Opening/float64(n)))})
	}
	e := draft.Entry{At: draft.AtBack, Closed: b.Seam, Slit: b.Opening}
	if b.Opens == "" {
		e = draft.Entry{Closed: b.Seam, Only: draft.OverHead}
	}
	part.GettingIn(d, on, e, func(lacks, longer float64, e draft.Entry) (string, draft.Settings) {
		if b.Opens == "" {
			return "", nil
		}
		return part.Lengthened("skirt_opening", 400)(lacks, longer, e)
	})
}

// stayLess is how much less than the waist seam the stay inside it measures, mm (from memory).
const stayLess = 15.0

// carried says how the two are joined, and what carries the skirt.
func (j Joined) carried(d *draft.Draft, b part.Bodice) {
	d.Measure("waist-seam", "the waist seam", "all round", b.Seam)
	if j.told != "" {
		d.Tell(work.ToWaist, j.told)
	}
	const stay = "waist-stay"
	at := slices.IndexFunc(d.Own, func(s work.Step) bool { return s.ID == stay })
	if j.stay && at < 0 {
		d.Buy("tape", "Waist stay, "+measure.TellStock(25)+" wide", (b.Seam-stayLess+80)/1000, "m",
			"the waist seam less "+measure.Tell(stayLess)+", and to close it: it carries the skirt, not the seam")
		d.StayHooks()
		d.Do(stay, "Tack the waist stay", work.TackStay, 1,
			"Along the waist seam, to its allowances at sides, darts and centres, free beside the "+
				"opening; it closes first, with two hooks.")
		at = len(d.Own) - 1
	}
	if at >= 0 {
		d.Own[at].After = append(d.Own[at].After, work.After{Step: work.ToWaist, Why: "it lies on the waist seam"})
	}
}
