package part

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
)

// Band is the band at the waist of a skirt or a pair of drawers, folded over
// the raw edge, with its closure. All mm.
type Band struct {
	Waist     float64 // of the figure it goes round, with ease
	Length    float64 // of the band between its ends: the waist, or what a drawstring draws in
	Depth     float64 // finished
	Lap       float64 // underlap at the closing end
	Allowance float64
	Closure   string // hooks, buttons or drawstring
	Opening   float64
}

// bandEnds is the allowance at the two ends of a band.
const bandEnds = 12.7

// BandParameters are asked of everything on a band.
func BandParameters(depth, ease float64) []draft.Parameter {
	return []draft.Parameter{
		draft.Mm("ease", "Ease in the band", 0, 40, ease, "the band turns over its own thickness", figure.Memory, "Added to the waist as it is dressed underneath."),
		draft.Mm("band", "Band, finished depth", 12, 160, depth, "usual", figure.Practice, "Cut at twice this and two allowances, and folded. A deep band of thin cloth lets the bulk begin below the waist."),
		draft.OneOf("closure", "Closed with", "Hooks lie flattest. Buttons are quickest to do and undo. A drawstring fits any waist, and its gathers add bulk.",
			"hooks", "hooks and eyes", "buttons", "buttons", "drawstring", "a drawstring"),
		draft.Mm("lap", "Lap of the band", 12, 60, 25.4, "1 in", figure.Practice, "The underlap for hooks or buttons; it carries no gathers."),
		draft.Mm("placket", "Placket opening", 100, 320, 228.6, "7 to 10 in", figure.Practice, "Left open from the band down, so that the waist passes the hips."),
		draft.Mm("allowance", "Seam allowance", 6, 25, 12.7, "1/2 in", figure.Practice, "At every seam."),
	}
}

// BandOn is the band for a figure at its place in the stack.
func BandOn(on figure.Figure, v draft.Values) Band {
	b := Band{Waist: on.GirthAt(figure.Waist) + v.Number("ease"), Depth: v.Number("band"), Lap: v.Number("lap"), Allowance: v.Number("allowance"), Closure: v.Choice("closure"), Opening: v.Number("placket")}
	b.Length = b.Waist
	if b.Closure == "drawstring" {
		// It must pass the hips undone, with the opening's help.
		b.Length = math.Max(b.Waist*1.08, on.GirthAt(figure.Hip)-2*b.Opening+40)
		b.Lap = 0
	}
	return b
}

// Piece is the band laid flat, its lower half the outside. parts divide the
// edge that takes the garment, in order from its left end; the underlap comes
// last.
func (b Band) Piece(parts ...pattern.Stretch) pattern.Piece {
	p := pattern.Rectangle("band", "Band", b.Length+b.Lap, 2*b.Depth, b.Allowance)
	p.Allow(bandEnds, "left", "right")
	if b.Lap > 0 {
		parts = append(parts, pattern.Stretch{ID: "underlap", Name: "underlap", Length: b.Lap})
	}
	p.Split("bottom", parts...)
	for i := range p.Edges[:len(parts)-1] {
		p.Notches = append(p.Notches, pattern.Notch{Edge: p.Edges[i].ID, At: p.Edges[i].Length()})
	}
	p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: b.Depth}, {X: b.Length + b.Lap, Y: b.Depth}}, Label: "fold"})
	if b.Closure == "buttons" {
		for _, x := range []float64{b.Lap / 2, b.Length + b.Lap/2} {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Button, Width: 12, Path: []plane.Point{{X: x, Y: b.Depth / 2}}})
		}
	}
	p.EitherWay = true
	return p
}

// Bulk is how thick the cloth lies under the band: two folded layers of it and
// their turnings, and the gathered cloth twice over. thickness is that of the
// band and of the garment, full the garment's width at the seam.
func (b Band) Bulk(band, garment, full float64) float64 {
	bulk := 4*band + garment*full/b.Length
	if b.Closure == "drawstring" {
		bulk *= b.Length / b.Waist
	}
	return bulk
}

// Finish adds the closure's notions, the dimensions and the felled row, and
// says when it won't pass the hips.
func (b Band) Finish(d *draft.Draft, on figure.Figure, bulk float64) {
	d.Measure("band", "the band", "in length", b.Length+b.Lap)
	d.Stitch("band, felled inside", stitch.Felling, b.Length+b.Lap, 3)
	d.Spares = append(d.Spares, draft.Spare{Dimension: "band", Where: "the closure of the band", Slide: math.Max(b.Lap-10, 0) / 2})
	rows := max(1, int(b.Depth/40)+1)
	switch b.Closure {
	case "hooks":
		d.Buy("hook", "Hooks and eyes", float64(rows+1), "pair", fmt.Sprintf("%d on the band, one half-way down the opening", rows))
	case "buttons":
		d.Buy("button", "Flat buttons, "+measure.TellFine(12), float64(rows+1), "piece", fmt.Sprintf("%d on the band, one half-way down the opening; buttonholes of %s", rows, measure.TellFine(15)))
	case "drawstring":
		d.Spares[len(d.Spares)-1].Slide = b.Length - b.Waist
		d.Buy("tape", "Drawstring tape, "+measure.TellFine(10)+" wide", (b.Length+2*350)/1000, "m", "the casing and "+measure.Tell(350)+" to tie at each end")
		d.Offer(false, "A drawstring bunches at the waist", fmt.Sprintf("It draws %s into %s: about %s thick under what is worn on top. Hooks lie flatter.", measure.Tell(b.Length), measure.Tell(b.Waist), measure.TellFine(bulk)),
			"Close it with hooks", draft.Settings{"closure": "hooks"})
	}
	if bulk > 5 && b.Closure != "drawstring" {
		d.Remark(false, fmt.Sprintf("The waist is %s thick", measure.TellFine(bulk)), "Thinner cloth for the band, a deeper band or fewer gathers at the top make it flatter.")
	}
	if b.Closure != "drawstring" {
		if passes := b.Length + 2*b.Opening; passes < on.GirthAt(figure.Hip) {
			d.Offer(true, "It may not pass the hips", fmt.Sprintf("Band and opening give %s to get into; the hips measure %s. Make the opening longer, or put it on over the head.", measure.Tell(passes), measure.Tell(on.GirthAt(figure.Hip))),
				"Lengthen the opening", draft.Settings{"placket": math.Min(320, math.Ceil((on.GirthAt(figure.Hip)-b.Length)/2)+10)})
		}
	}
}
