package part

import (
	"fmt"
	"math"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Band is the band at the waist of a skirt or a pair of drawers, from the
// waist down, with its closure. A narrow one is a straight strip folded over
// the raw edge; a deep one is shaped, for the body widens below the waist, and
// cut twice. All mm.
type Band struct {
	Waist     float64 // of the figure it goes round, with ease
	Length    float64 // of its upper edge between its ends: the waist, or what a drawstring draws in
	Lower     float64 // of its lower edge, that the garment is sewn to
	Depth     float64 // finished
	Lap       float64 // underlap at the closing end
	Allowance float64
	Closure   string // hooks, buttons or drawstring
	Opening   float64
	At        draft.Place // where it opens
	stands    bool        // what is under it stands out too far for it to lie flat
	// None is set where there is no band: the garment is sewn to a bodice at the waist, and its opening
	// goes on in the bodice's.
	None bool
}

// Bodice is what a skirt has to know of the bodice that it is sewn to in place of a band.
type Bodice struct {
	Seam      float64 // how long the waist seam is, all round, mm
	Side      float64 // where the bodice's side comes to it, as a share of the half from the centre front
	Opening   float64 // how far the skirt opens below it, mm
	Opens     string  // at "centre-front", from top to hem, or at "centre-back"; "" nowhere
	Allowance float64 // at the skirt's seams, mm
	Free      float64 // of the bodice's half waist, from the centre front, that no skirt is sewn to, mm
}

// Told are a skirt's values with those that tell it of the bodice.
func (b Bodice) Told(v draft.Values) draft.Values {
	return v.With(map[draft.Key]float64{"waist_seam": b.Seam, "side_share": b.Side, draft.Placket: b.Opening, draft.Allowance: b.Allowance,
		"waist_free": b.Free},
		map[draft.Key]string{"opens": b.Opens})
}

// SideShare is where a bodice's side seam comes to the waist seam, as a share of its half from the centre
// front; 0 where there is no bodice.
func SideShare(v draft.Values) float64 {
	if v.Has("side_share") {
		return v.Number("side_share")
	}
	return 0
}

// FreeShare is which share of the half waist lies before a skirt that is open over what is worn beneath; 0 for one that meets
// at the centre front.
func FreeShare(v draft.Values) float64 {
	if !v.Has("waist_free") || v.Number("waist_free") <= 0 {
		return 0
	}
	return v.Number("waist_free") / (v.Number("waist_free") + v.Number("waist_seam")/2)
}

// Opens is the centre that a skirt opens at: "centre-front" or "centre-back", "side" elsewhere.
func Opens(v draft.Values) string {
	if v.Has("opens") {
		return v.Choice("opens")
	}
	return "side"
}

// bandEnds is the allowance at the two ends of a band.
const bandEnds = 12.7

// deepest is how deep a band may be cut straight, mm: below that it would cut
// into the hips (common practice: 1 1/2 in).
const deepest = 38.1

// widestRing is how far round its own middle a shaped band may curl, in
// radians: a ring wider than this closes on itself with its lap.
const widestRing = 4.9

// OnBand lists the parameters of something on a band: how deep the band is,
// then its own, whose lengths begin below the band, then those of the band's
// making.
func OnBand(depth, ease float64, own ...draft.Parameter) []draft.Parameter {
	list := []draft.Parameter{
		draft.Mm(draft.Band, "Band, finished depth", 12, 160, depth, "usual", figure.Practice,
			"From the waist down. To "+measure.Tell(deepest)+" it is a straight strip, cut at twice this and folded; a deeper one is "+
				"shaped to the hips and cut twice. A deep band of thin cloth lets the bulk begin below the waist."),
	}
	return append(append(list, own...),
		draft.Mm(draft.Ease, "Ease in the band", 0, 40, ease, "the band turns over its own thickness", figure.Memory,
			"Added to the waist as it is dressed underneath."),
		draft.OneOf(draft.Closure, "Closed with", "Hooks lie flattest. Buttons are quickest to do and undo. A drawstring fits any waist, "+
			"and its gathers add bulk.",
			"hooks", "hooks and eyes", "buttons", "buttons", "drawstring", "a drawstring"),
		draft.Mm(draft.Lap, "Lap of the band", 12, 60, 25.4, "⟦1 in⟧", figure.Practice,
			"The underlap for hooks or buttons; it carries no gathers."),
		draft.Mm(draft.Placket, "Placket opening", 100, 320, 228.6, "⟦7 in⟧ to ⟦10 in⟧", figure.Practice,
			"Left open from the band down, so that the waist passes the hips."),
		Allowance(6, 25, 12.7, "⟦1/2 in⟧", figure.Practice, "At every seam."))
}

// BandOn is the band for a figure at its place in the stack.
func BandOn(on figure.Figure, v draft.Values) Band {
	if v.Has("waist_seam") {
		long := v.Number("waist_seam")
		return Band{Waist: long, Length: long, Lower: long, Allowance: v.Number(draft.Allowance), Opening: v.Number(draft.Placket),
			None: true}
	}
	b := Band{Waist: on.GirthAt(figure.Waist) + v.Number(draft.Ease), Depth: v.Number(draft.Band), Lap: v.Number(draft.Lap),
		Allowance: v.Number(draft.Allowance), Closure: v.Choice(draft.Closure), At: draft.AtBack}
	if v.Has(draft.Placket) { // else it opens from end to end
		b.Opening = v.Number(draft.Placket)
	}
	b.Length = b.Waist
	if b.Closure == "drawstring" {
		// It must pass the hips undone, with the opening's help.
		b.Length = max(b.Waist*1.08, on.GirthAt(figure.Hip)-2*b.Opening+40)
		b.Lap = 0
	}
	b.Lower = b.Length
	if b.Depth > deepest {
		// It lies on what is under it as far down as its cloth reaches, and
		// widens evenly: nowhere tighter than what bulges in between.
		reach := on.Reached(b.Depth)
		for t := 0.2; t < 1.01; t += 0.1 {
			b.Lower = max(b.Lower, b.Length+(on.Girth(reach*t)+v.Number(draft.Ease)-b.Length)/t)
		}
		if most := b.Length + widestRing*b.Depth; b.Lower > most {
			b.Lower, b.stands = most, true
		}
		if !b.Shaped() { // what a hair's shaping would give is not cut
			b.Lower = b.Length
		}
	}
	return b
}

// Shaped tells whether the band is cut to the hips rather than straight.
func (b Band) Shaped() bool { return b.Lower > b.Length+1 }

// Piece is the band laid flat. parts divide the edge that takes the garment,
// in order from its left end, and add up to Lower; the underlap comes last.
func (b Band) Piece(parts ...pattern.Stretch) pattern.Piece {
	var p pattern.Piece
	if b.Shaped() {
		p = b.ring()
	} else {
		p = pattern.Rectangle("band", "Band", b.Length+b.Lap, 2*b.Depth, b.Allowance)
		p.Allow(bandEnds, "left", "right")
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: b.Depth},
			{X: b.Length + b.Lap, Y: b.Depth}}, Label: "fold"})
		p.EitherWay = true
	}
	if b.Lap > 0 {
		parts = append(parts, pattern.Stretch{ID: "underlap", Name: "underlap", Length: b.Lap})
	}
	lower, _ := p.Edge("bottom")
	line := lower.Line
	p.Split("bottom", parts...)
	for i := range p.Edges {
		p.Edges[i].Kind = pattern.Enclosed // what is not sewn to the garment is turned in
	}
	for i := range p.Edges[:len(parts)-1] {
		p.Notches = append(p.Notches, pattern.Notch{Edge: p.Edges[i].ID, At: p.Edges[i].Length()})
	}
	if b.Closure == "buttons" {
		long := plane.Length(line)
		for _, at := range []float64{b.Lap / 2, long - b.Lap/2} {
			q, along := plane.Along(line, at)
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Button, Width: 12,
				Path: []plane.Point{q.Add(along.Left().Times(b.Depth / 2))}})
		}
	}
	return p
}

// ring is the shaped band: a piece of a cone between its two edges, with a
// straight underlap.
func (b Band) ring() pattern.Piece {
	angle := (b.Lower - b.Length) / b.Depth
	r := b.Length / angle
	at := func(radius, share float64) plane.Point {
		t := -angle/2 + angle*share
		return plane.Pt(radius*math.Sin(t), -radius*math.Cos(t)+r+b.Depth)
	}
	arc := func(radius float64) []plane.Point {
		var out []plane.Point
		const n = 96
		for i := range n + 1 {
			out = append(out, at(radius, float64(i)/n))
		}
		return out
	}
	outer, inner := arc(r+b.Depth), plane.Reversed(arc(r))
	along := plane.Pt(math.Cos(angle/2), math.Sin(angle/2))
	lapLow, lapTop := outer[len(outer)-1].Add(along.Times(b.Lap)), inner[0].Add(along.Times(b.Lap))
	return pattern.Piece{ID: "band", Name: "Shaped band", Cut: 2, Edges: []pattern.Edge{
		{ID: "bottom", Name: "lower edge", Line: plane.Join(outer, []plane.Point{lapLow}), Allowance: b.Allowance},
		{ID: "right", Name: "lap end", Line: []plane.Point{lapLow, lapTop}, Allowance: bandEnds},
		{ID: "top", Name: "waist edge", Line: plane.Join([]plane.Point{lapTop}, inner), Allowance: b.Allowance},
		{ID: "left", Name: "other end", Line: []plane.Point{inner[len(inner)-1], outer[0]}, Allowance: bandEnds},
	}}
}

// Bulk is how thick the cloth lies under the band: two folded layers of it and
// their turnings, and the gathered cloth twice over. thickness is that of the
// band and of the garment, full the garment's width at the seam.
func (b Band) Bulk(band, garment, full float64) float64 {
	if b.None {
		return garment * max(full/b.Lower, 1)
	}
	bulk := 4*band + garment*full/b.Lower
	if b.Closure == "drawstring" {
		bulk *= b.Length / b.Waist
	}
	return bulk
}

// Finish adds the closure's notions, the dimensions and the felled row, and
// says when it won't pass the hips.
func (b Band) Finish(d *draft.Draft, on figure.Figure, bulk float64) {
	if b.None {
		return
	}
	d.Measure("band", "the band", "in length", b.Length+b.Lap)
	if b.stands {
		d.Offer(false, "The band is too deep to lie flat", fmt.Sprintf("What is worn under it stands out at once below the waist: a "+
			"band %s deep lifts off it. A narrow one lies at "+
			"the waist.", measure.Tell(b.Depth)), "Take a narrow band", draft.Settings{draft.Band: 25.0})
	}
	d.Spares = append(d.Spares, draft.Spare{Dimension: "band", Where: "the closure of the band", Slide: max(b.Lap-10, 0) / 2})
	rows := max(1, int(b.Depth/40)+1)
	count, why := rows, fmt.Sprintf("%d on the band", rows)
	if b.Opening > 0 {
		count, why = count+1, why+", one half-way down the opening"
	}
	switch b.Closure {
	case "hooks":
		d.Fasten(closure.Hooks, count, 0, why)
	case "buttons":
		d.Fasten(closure.Buttons, count, 12, why+"; buttonholes of "+measure.TellFine(15))
	case "drawstring":
		d.Spares[len(d.Spares)-1].Slide = b.Length - b.Waist
		d.Buy("tape", "Drawstring tape, "+measure.TellStock(10)+" wide", (b.Length+2*350)/1000, "m",
			"the casing and "+measure.Tell(350)+" to tie at each end")
		d.Offer(false, "A drawstring bunches at the waist", fmt.Sprintf("It draws %s into %s: about %s thick under what is worn on top. "+
			"Hooks lie flatter.", measure.Tell(b.Length), measure.Tell(b.Waist), measure.TellFine(bulk)),
			"Close it with hooks", draft.Settings{draft.Closure: "hooks"})
	}
	if bulk > 5 && b.Closure != "drawstring" {
		d.Remark(false, fmt.Sprintf("The waist is %s thick", measure.TellFine(bulk)),
			"Thinner cloth for the band, a deeper band or fewer gathers at the top make it flatter.")
	}
	if b.Opening <= 0 { // it opens from end to end
		d.Entry = draft.Entry{At: b.At, Through: true}
		return
	}
	GettingIn(d, on, draft.Entry{At: b.At, Closed: b.Length, Slit: b.Opening}, Lengthened(draft.Placket, 320))
}

// Mending is what makes a garment large enough to get into that lacks so much, mm, of what must pass, or
// whose opening must be longer by so much; no settings where nothing does.
type Mending func(lacks, longer float64, e draft.Entry) (label string, fix draft.Settings)

// Lengthened lengthens the opening that a setting gives, to a most of so many mm.
func Lengthened(key draft.Key, most float64) Mending {
	return func(_, longer float64, e draft.Entry) (string, draft.Settings) {
		if e.Slit+longer > most {
			return "", nil
		}
		return "Lengthen the opening", draft.Settings{key: e.Slit + longer}
	}
}

// GettingIn says how the wearer gets into a garment, and when that can't be done.
func GettingIn(d *draft.Draft, on figure.Figure, e draft.Entry, mend Mending) {
	d.Entry = e
	how, needs, passes := e.Way(on)
	text := fmt.Sprintf("It goes on over the head and measures %s; bust and arms together measure %s.", measure.Tell(e.Closed),
		measure.Tell(on.Overhead()))
	if e.Only != draft.OverHead {
		text = fmt.Sprintf("Closed it measures %s, and its opening of %s gives at both its edges: %s go through. The hips as dressed, "+
			"and the hands beside them, take %s; bust and arms together %s.", measure.Tell(e.Closed), measure.Tell(e.Slit),
			measure.Tell(e.Passes()), measure.Tell(draft.Stepping(on)), measure.Tell(on.Overhead()))
	}
	switch {
	case how == draft.OverHead && e.Only == "":
		d.Remark(false, "It goes on over the head", text+" It passes the bust and not the hips.")
	case how == draft.Stuck:
		label, fix := mend(needs-passes, e.Longer(on), e)
		if fix == nil {
			d.Remark(true, "It can’t be put on", fmt.Sprintf("%s It lacks %s: give it more ease at its narrowest, or leave a seam open "+
				"further down.", text, measure.Tell(needs-passes)))
			return
		}
		d.Offer(true, "It can’t be put on", text, label, fix)
	}
}
