package foundation

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// eyeletMargin is what the first and last eyelet keep from the ends of the
// edge (common practice: 3/8 in).
const eyeletMargin = 10.0

// eyeletLane is the least width between the stitch lines that the eyelets stand
// in, mm (common practice: 3/8 in).
const eyeletLane = 9.525

// lane says where a lacing edge's bones and eyelets stand, in from a first
// channel that begins at from: the middle of the outer bone, of the eyelets and
// of the inner bone, and where it all ends.
func lane(from, channel float64) (outer, eyelets, inner, end float64) {
	wide := max(eyeletLane, channel)
	return from + channel/2, from + channel + wide/2, from + channel + wide + channel/2, from + 2*channel + wide
}

// narrowest is the least width of a panel that can be sewn and boned, mm.
const narrowest = 22.0

// laceable refuses those on whom nothing may be drawn in. A child is known by
// its size; what only a doctor can know, the wearer's own page says.
func laceable(on figure.Figure) error {
	if on.ChildSized() {
		return fmt.Errorf("this is a child, or a child’s size: children are not laced or boned; make an unboned bodice with buttons, " +
			"and ask a doctor where a child needs support")
	}
	return nil
}

// lacedWaist asks for the girth the waist is drawn to: at most most less than
// the bare one, usual less by default, and never less on a wearer who may not
// be laced.
func lacedWaist(usual, most float64, help string) draft.Parameter {
	return draft.Parameter{Key: draft.LacedWaist, Label: "Laced waist", Unit: draft.Length,
		Rule: "the bare waist less the usual reduction", Help: help,
		Default: func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
			bare := on.Bare().GirthAt(figure.Waist)
			if on.Care() != figure.Usual {
				return bare, figure.Reason{Text: "nothing is drawn in on this wearer before a doctor agrees", Source: figure.Own}
			}
			return bare - usual, figure.Reason{Text: "bare " + measure.Tell(bare) + " less " + measure.Tell(usual), Source: figure.Practice}
		},
		Between: func(on figure.Figure, _ draft.Values) (float64, float64) {
			bare := on.Bare().GirthAt(figure.Waist)
			if on.Care() != figure.Usual {
				return bare, bare + 30
			}
			return bare - most, bare
		}}
}

// upTo and downTo are edge heights as shares of the way from the waist to the
// bust line and to the hip line.
func upTo(key draft.Key, label, help string, share float64, rule string) draft.Parameter {
	p := draft.MmFrom(key, label, 30, 300, rule, help, func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
		return -on.Drop(figure.Bust) * share, figure.Memory
	})
	p.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		bust := -on.Drop(figure.Bust)
		return max(90, bust*0.65), bust*1.35 + 20
	}
	return p
}

func downTo(key draft.Key, label, help string, share float64, rule string) draft.Parameter {
	p := draft.MmFrom(key, label, 30, 240, rule, help, func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
		return on.Drop(figure.Hip) * share, figure.Memory
	})
	p.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		return min(30, on.Drop(figure.Hip)*0.2), on.Drop(figure.Hip) * 0.95
	}
	return p
}

// lacingParameters are asked of everything that laces.
// Fewer eyelets are a way to be done sooner: a third farther apart, to a most in mm (from memory: farther apart the edge gapes
// between them).
const (
	fewerEyelets = "Fewer eyelets"
	fartherApart = "the edge gapes a little between them, and each bears more"
	mostApart    = 32.0
)

func wider(now float64) float64 { return max(min(now*1.34, mostApart), now) }

func lacingParameters(spacing, gap float64) []draft.Parameter {
	return []draft.Parameter{
		draft.Mm(draft.LacingGap, "Lacing gap", 0, 120, gap, "parallel, the same from top to bottom", figure.Practice,
			"Left open between the two edges when it is closed."),
		draft.OneOf(draft.Lacing, "Lacing", "Criss-cross draws in evenly and can be drawn tighter at the waist; spiral is one lace round "+
			"and round, quick, and closes flatter.",
			"criss-cross", "criss-cross, both ends", "loops", "criss-cross with loops at the waist", "spiral", "spiral, eyelets staggered"),
		draft.OneOf("eyelet_rule", "Eyelets set out", "Folding the paper in half and half again needs no ruler and gives 3, 5, 9 or 17.",
			"spacing", "evenly, at about a spacing", "fold", "by folding: 3, 5, 9, 17", "count", "evenly, a given number"),
		draft.Mm("eyelet_spacing", "Eyelet spacing, about", 12, 45, spacing, "nearest even division", figure.Practice,
			"The first and last lie "+measure.Tell(eyeletMargin)+" from the ends of the edge.").Quicker(fewerEyelets, fartherApart,
			wider),
		draft.Tally("eyelet_count", "Eyelets a side", 3, 40, 12, "used when a number is given", figure.Memory,
			"Only when a number is given.").Quicker(fewerEyelets, fartherApart, func(now float64) float64 {
			return max(math.Round(now*0.75), 5)
		}),
		draft.OneOf("waist_eyelets", "Eyelets at the waist", "Two more close to the waist hold where the strain is greatest.", "even",
			"as everywhere", "close", "closer together"),
		draft.OneOf(draft.EyeletKind, "Eyelets made", "Hand-worked ones are right for anything before about 1830; each takes time "+
			"and floss.", "metal", "metal", "hand", "worked by hand"),
	}
}

// lacingEdge sets eyelets along the upright edge of a piece and lists the lace.
// edge runs from its lower to its upper end; in is how far inside it the row
// stands; side 1 has the cloth on the left of the edge (a right-hand edge).
func lacingEdge(d *draft.Draft, piece *pattern.Piece, v draft.Values, place string, edge []plane.Point, in, side float64) closure.Lacing {
	long := plane.Length(edge)
	n := closure.CountFor(long, v.Number("eyelet_spacing"), eyeletMargin)
	switch v.Choice("eyelet_rule") {
	case "fold":
		n = closure.FoldedCount(n)
	case "count":
		n = v.Whole("eyelet_count")
	}
	n = min(n, max(2, int((long-2*eyeletMargin)/9)+1)) // washers must not touch
	waist := 0.0
	if at, ok := crossing(edge, 0); ok {
		waist = at
	}
	left := closure.Even(long, n, eyeletMargin)
	if v.Choice("waist_eyelets") == "close" {
		if closer := closure.CloserAt(left, waist); closer[1]-closer[0] >= 9 && (len(left) < 2 || (left[1]-left[0])/2 >= 9) {
			left = closer
		}
	}
	l := closure.Lacing{Place: place, Piece: piece.ID, Style: closure.CrissCross, Left: left, Right: left, Inset: in,
		Gap: v.Number(draft.LacingGap), Open: v.Number(draft.LacingGap) + 150,
		Tail: 300, Waist: waist, Hand: v.Choice(draft.EyeletKind) == "hand"}
	switch v.Choice(draft.Lacing) {
	case "loops":
		l.Loop = 400
	case "spiral":
		// The other row stands half a space higher; both keep the margin.
		l.Style = closure.Spiral
		half := (long - 2*eyeletMargin) / (float64(len(left)) - 0.5) / 2
		left = closure.Even(long-half, len(left), eyeletMargin)
		if v.Choice("waist_eyelets") == "close" {
			left = closure.CloserAt(closure.Even(long-half, max(len(left)-2, 2), eyeletMargin), waist)
		}
		l.Left, l.Right = left, closure.Stagger(left)
	}
	row := plane.Beside(edge, in*side)
	for _, h := range left {
		at, _ := plane.Along(row, h*plane.Length(row)/long)
		piece.Marks = append(piece.Marks, pattern.Mark{Kind: pattern.Eyelet, Path: []plane.Point{at}, Width: 5})
	}
	if l.Style == closure.Spiral {
		d.Remark(false, "Eyelets of the other edge stand half a space higher",
			"Mark the row drawn here on one half. On the other move every eyelet up by "+measure.TellFine(l.Spacing()/2)+", so that the "+
				"edges stay level when it is laced round and round.")
	}
	d.Laces = append(d.Laces, l)
	return l
}

// crossing is how far along an upright line a height is passed.
func crossing(line []plane.Point, y float64) (float64, bool) {
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if (a.Y-y)*(b.Y-y) <= 0 && a.Y != b.Y {
			return run + a.To(a.Toward(b, (y-a.Y)/(b.Y-a.Y))), true
		}
		run += a.To(b)
	}
	return 0, false
}

// bonedLacing is the usual lacing edge at the centre back of a half: bone,
// eyelets, bone, on straight lines inside the last panel. It gives the room
// it takes.
func bonedLacing(d *draft.Draft, h *part.Half, b part.Boned, piece *pattern.Piece, v draft.Values, kind bone.Kind) error {
	channel := b.Channel(kind)
	last := h.Panels - 1
	edge := h.Base(last)
	outer, eyelets, inner, _ := lane(1, channel)
	if err := b.Add(piece, kind, "at the lacing edge", h.Upright(last, edge-outer)); err != nil {
		return err
	}
	if err := b.Add(piece, kind, "inside the eyelets", h.Upright(last, edge-inner)); err != nil {
		return err
	}
	low, top := h.Reach(h.Panels)
	lacingEdge(d, piece, v, "at the centre back", []plane.Point{{X: edge, Y: low}, {X: edge, Y: top}}, eyelets, 1)
	return nil
}

// reductionNotes say what drawing in by so much means.
func reductionNotes(d *draft.Draft, on figure.Figure, laced, gentle float64) {
	bare := on.Bare().GirthAt(figure.Waist)
	reduction := bare - laced
	if on.Care() == figure.Doctor {
		d.Remark(true, "Nothing is drawn in", "The wearer’s page says that a doctor should be asked first. Until one has agreed it is "+
			"drafted to the waist as it is, to hold and not to reduce; a corset maker or doctor can say what is safe.")
	}
	switch {
	case reduction > 80:
		d.Offer(true, "Laced in by "+measure.Tell(reduction),
			"More than an experienced wearer usually takes ("+measure.Tell(70)+" to "+measure.Tell(80)+"). Begin with a gentle "+
				"reduction and come down over weeks.",
			"Lace in by "+measure.Tell(gentle), draft.Settings{draft.LacedWaist: math.Round(bare - gentle)})
	case reduction > 50:
		d.Remark(false, "Laced in by "+measure.Tell(reduction),
			"Up to "+measure.Tell(50)+" is gentle; "+measure.Tell(70)+" to "+measure.Tell(80)+" is for the experienced.")
	}
	if under := on.GirthAt(figure.Waist); laced > under {
		d.Remark(false, "It is larger than the waist it closes on", "It will be worn with the edges closer than the lacing gap.")
	}
}
