package bodice

import (
	"fmt"
	"math"
	"slices"
	"strconv"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// closings are the ways to close an opening from edge to edge, in words.
var closings = map[string]string{"buttons": "buttons and worked holes", "loops": "buttons and loops",
	"hooks": "hooks and eyes, edge to edge",
	"zip":   "a zip", "lacing": "lacing"}

// closes asks how a bodice closes, the usual way first.
func closes(kinds ...string) draft.Parameter {
	var options []string
	for _, k := range kinds {
		options = append(options, k, closings[k])
	}
	return draft.OneOf("closes", "It closes with", "Buttons need a lap; loops an underlay; hooks and lacing meet edge to edge; a "+
		"zip is set "+
		"edge to edge, and was not used in clothes before 1937.", options...)
}

// laps asks for the lap of buttons.
func laps(usual float64) draft.Parameter {
	p := draft.Mm(draft.Lap, "Lap of the opening", 0, 90, usual, "half the button and a little", figure.Memory,
		"Beyond the centre; the other side has an underlap as wide besides.")
	p.When = func(v draft.Values) bool {
		return !v.Has("closes") || v.Choice("closes") == "buttons" || v.Choice("closes") == "loops"
	}
	return p
}

// lapRight asks for the lap of the right side where it is another: a wide one crosses over.
func lapRight() draft.Parameter {
	p := draft.MmFrom("lap_right", "Lap of its right side", 0, 90, "like the left", "A wide one crosses over the left and closes to the "+
		"side; the left then needs little more than carries the buttons.",
		func(_ figure.Figure, v draft.Values) (float64, figure.Source) {
			return v.Number(draft.Lap), figure.Practice
		})
	p.When = func(v draft.Values) bool { return v.Has(draft.Lap) && laps(0).When(v) }
	return p
}

// leastLap is the least lap that carries a button, apart how far apart fasteners stand, margin how
// far from the ends, mm (from memory).
const leastLap, margin = 10.0, 13.0

var apart = map[string]float64{"buttons": 50, "loops": 22, "hooks": 20, "lacing": 22}

// close closes the opening of the first piece, in front, or of the last, behind.
func (h *half) close(first, last string) error {
	if h.opens == "" {
		return nil
	}
	piece, side := first, figure.InFront
	if h.opens == "centre-back" {
		piece, side = last, figure.Behind
	}
	i := h.index(piece)
	e, ok := h.Pieces[i].Edge(h.opens)
	if !ok {
		return nil
	}
	line := append([]plane.Point{}, e.Line...)
	if side == figure.Behind { // counted from the neck down
		line = plane.Reversed(line)
	}
	long := plane.Length(line)
	kind, lap, turned := h.closing()
	if lap > 0 {
		p, err := h.Pieces[i].Extended(h.opens, lap+turned, "centre")
		if err != nil {
			return err
		}
		if turned > 0 { // a stand is folded twice: at its edge, and again
			for _, at := range []float64{lap, lap + turned/2} {
				p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: plane.Beside(e.Line, -at), Label: "fold"})
			}
		}
		h.Pieces[i] = p
	}
	h.Pieces[i].Be(pattern.Opening, h.opens)
	if kind == "zip" {
		h.Fasten(closure.Zips, 1, math.Floor(long/10)*10, "the length of the opening, down to what is sold")
		return nil
	}
	if h.lapelled() {
		h.buttoned(i, line, long)
		return nil
	}
	count := closure.CountFor(long, apart[kind], margin)
	if kind == "buttons" && h.v.Has(draft.Buttons) {
		count = h.v.Whole(draft.Buttons)
	}
	at := closure.Anchored(margin, long-margin, count, h.anchors(side, long)...)
	if kind == "lacing" {
		at = closure.Even(long, count, margin)
		h.laced(i, line, at)
		return nil
	}
	for _, a := range at {
		q, _ := plane.Along(line, a)
		h.Pieces[i].Marks = append(h.Pieces[i].Marks, pattern.Mark{Kind: pattern.Button, Path: []plane.Point{q}, Width: buttonSize})
	}
	why := fmt.Sprintf("one every %s or so of an opening of %s", measure.Tell(long/float64(len(at))), measure.Tell(long))
	places := "one lies at the neck"
	for _, a := range []struct {
		z     float64
		where string
	}{{h.bustLine(), "one at the bust line"}, {0, "one at the waist"}} {
		down := h.fromNeck(side, long, a.z)
		if slices.ContainsFunc(at, func(x float64) bool { return math.Abs(x-down) < 1 }) {
			places += ", " + a.where
		}
	}
	switch kind {
	case "hooks":
		h.Fasten(closure.Hooks, len(at), 0, why)
	case "loops":
		h.Fasten(closure.Loops, len(at), buttonSize, why)
	default:
		h.Fasten(closure.Buttons, len(at), buttonSize, why+"; "+places)
	}
	return nil
}

// buttoned sets the buttons of a front that turns back: from the break down, no lower than the
// wearer can sit in.
func (h *half) buttoned(i int, line []plane.Point, long float64) {
	const sitting = 110.0 // below the waist the fronts must part
	from := h.fromNeck(figure.InFront, long, h.v.Number("lapel_break"))
	foot := max(-sitting, h.hem(0)+40)
	if h.hem(0) > -40 { // it ends at the waist, where its skirts begin
		foot = h.hem(0) + margin
	}
	to := min(h.fromNeck(figure.InFront, long, foot), long-margin)
	n := h.v.Whole(draft.Buttons)
	if fits := 1 + int(max(to-from, 0)/leastApart); n > fits {
		h.Remark(false, measure.Count(fits, "button")+" and not "+strconv.Itoa(n), fmt.Sprintf("From where the lapel breaks to the lowest "+
			"button lie %s: more than that stand nearer than %s. A lapel that breaks higher has room for them.", measure.Tell(to-from),
			measure.Tell(leastApart)))
		n = fits
	}
	for k := range n {
		at := from
		if n > 1 {
			at += (to - from) * float64(k) / float64(n-1)
		}
		q, _ := plane.Along(line, at)
		h.Pieces[i].Marks = append(h.Pieces[i].Marks, pattern.Mark{Kind: pattern.Button, Path: []plane.Point{q}, Width: jacketButton})
	}
	h.Fasten(closure.Buttons, n, jacketButton, "the uppermost where the lapel breaks, none lower than one can sit in")
}

// leastApart is how far apart the buttons of a tailored front stand at least, mm (from memory: usual are 90 to 110).
const leastApart = 60.0

// jacketButton is how large a jacket's buttons are, mm (from memory).
const jacketButton = 20.0

// closing is how the opening closes, how far it laps beyond the centre, and how much is turned
// in besides, mm.
func (h *half) closing() (kind string, lap, turned float64) {
	kind = "buttons"
	if h.v.Has("closes") {
		kind = h.v.Choice("closes")
	}
	switch {
	case h.v.Has("stand"): // the centre lies in the middle of a stand that is turned twice
		return kind, h.v.Number("stand") / 2, 2 * h.v.Number("stand")
	case kind != "buttons" && kind != "loops":
		return kind, 0, 0
	}
	if lap = h.v.Number(draft.Lap); kind == "buttons" && lap < leastLap {
		return "zip", 0, 0
	}
	return kind, lap, 0
}

// buttonSize is how large the buttons are, mm (from memory).
const buttonSize = 13.0

// anchors are where fasteners must lie, counted from the neck down: the bust line and the waist,
// as far as the opening reaches.
func (h *half) anchors(side figure.Facing, long float64) []float64 {
	top := h.top[neckFront].line[0].Z
	low := h.hem(0)
	if side == figure.Behind {
		line := h.top[len(h.top)-1].line
		top, low = line[len(line)-1].Z, h.hem(1)
	}
	var out []float64
	for _, z := range []float64{h.bustLine(), 0} {
		if z < low+20 || z > top-20 {
			continue
		}
		if at := h.fromNeck(side, long, z); at > margin+12 && at < long-margin-12 {
			out = append(out, at)
		}
	}
	return out
}

// laced sets eyelets along the edge of a piece, and the lace through them.
func (h *half) laced(i int, line []plane.Point, at []float64) {
	const in, gap, open, tail = 10.0, 20.0, 160.0, 300.0
	inside := plane.Beside(line, in)
	if h.opens == "centre-back" { // that was turned about
		inside = plane.Beside(line, -in)
	}
	for _, a := range at {
		q, _ := plane.Along(inside, a/plane.Length(line)*plane.Length(inside))
		h.Pieces[i].Marks = append(h.Pieces[i].Marks, pattern.Mark{Kind: pattern.Eyelet, Path: []plane.Point{q}, Width: 5})
	}
	where := "at the centre front"
	if h.opens == "centre-back" {
		where = "at the centre back"
	}
	h.Laces = append(h.Laces, closure.Lacing{Place: where, Piece: h.Pieces[i].ID, Style: closure.Spiral, Left: at, Right: at, Inset: in,
		Gap:  gap,
		Open: open, Tail: tail, Hand: true})
}
