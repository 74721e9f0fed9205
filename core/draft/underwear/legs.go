package underwear

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// legParameters are asked of everything with legs.
func legParameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("crotch", "Crotch", "Open, as worn under corset and hoops until the twentieth century: nothing need be undone. "+
			"Closed is warmer and needs an opening at the side.",
			"open", "open, its edges faced", "closed", "closed"),
		draft.MmFrom("leg", "Leg, from crotch to hem", 80, 700, "to just below the knee",
			"Down the inside of the leg, without the frill.", func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return on.Drop(figure.Knee) - on.Rise() + 40, figure.Memory
			}),
		hipEase(),
		legRatio(),
		draft.Mm("depth_ease", "Ease in the crotch", 10, 120, 45, "to sit and step", figure.Memory, "Added to the crotch length."),
		draft.Mm("frill", "Frill at the leg, finished", 0, 160, 60, "lawn, gathered", figure.Memory, "Less than ⟦~10⟧: a plain band."),
		draft.Times("frill_ratio", "Frill, times the leg", 1.3, 3, 2, "fine cotton", figure.Practice,
			"By the cloth: sew a test strip.").Saving("Less full frills"),
	}
}

// hipEase lets the thigh in.
func hipEase() draft.Parameter {
	p := draft.Mm(draft.Ease, "Ease round the hips", 40, 500, 160, "loose", figure.Memory, "Between body and cloth at the hip line.")
	p.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		least := on.Length("thigh_girth")*1.09/(0.5+frontPoint+backPoint) - max(on.GirthAt(figure.Hip), on.GirthAt(figure.HighHip))
		return max(40, math.Ceil(least)), max(500, math.Ceil(least)+200)
	}
	return p
}

// legRatio keeps the hem narrower than the leg is above it.
func legRatio() draft.Parameter {
	p := draft.Times("leg_ratio", "Leg, times the knee", 1.1, 3, 1.7, "full enough to bend", figure.Memory,
		"Width of the leg at its hem before it is gathered.")
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		hip := max(on.GirthAt(figure.Hip), on.GirthAt(figure.HighHip)) + v.Number(draft.Ease)
		most := hip * (0.5 + frontPoint + backPoint) * 1.14 / on.Length("knee_girth")
		least := math.Ceil((on.Length("knee_girth")+cuffEase)*1.05/on.Length("knee_girth")*100) / 100
		return max(1.1, least), max(least+0.05, min(3, math.Floor(most*100)/100))
	}
	return p
}

// cuffEase is the ease of a leg band round the knee, mm (from memory).
const cuffEase = 40.0

// frontPoint and backPoint are how far the crotch reaches beyond front and
// back, as parts of the width round the hips (from memory).
const frontPoint, backPoint = 0.045, 0.095

// topShare is how much of the width round the hips is left at the waist edge
// (from memory).
const topShare = 0.92

// hemHalf is half the width of a leg at its hem, before it is gathered.
func hemHalf(on figure.Figure, v draft.Values) float64 {
	return on.Length("knee_girth") * v.Number("leg_ratio") / 2
}

// leg is one leg laid open: hem below, waist above, its front to the left. It
// is seamed to itself at the inner leg; front crotch and back crotch stay free
// of one another on the same leg.
// below is how far under the waist the band it hangs from ends: the leg begins
// there. Both tops together are at least as wide as least, what they are
// gathered to.
func leg(on figure.Figure, v draft.Values, seam, below, least float64) (pattern.Piece, error) {
	// The crotch runs down before and up behind, so each side takes half of
	// the ease.
	body := on.Rise() + v.Number("depth_ease")/2 - below
	if body < 60 {
		return pattern.Piece{}, fmt.Errorf("a band %s deep leaves the legs only %s to the crotch: choose a narrower band",
			measure.Tell(below), measure.Tell(max(body, 0)))
	}
	hip := max(on.GirthAt(figure.Hip), on.GirthAt(figure.HighHip)) + v.Number(draft.Ease)
	thigh := on.Length("thigh_girth")
	hip = max(hip, least*1.04/topShare)
	wide := hip / 2
	front, back := hip*frontPoint, hip*backPoint
	hem := 2 * hemHalf(on, v)
	whole := front + wide + back
	if whole < thigh*1.08 {
		return pattern.Piece{}, fmt.Errorf("the leg would be %s wide at the crotch and the thigh measures %s: choose more ease",
			measure.Tell(whole), measure.Tell(thigh))
	}
	if hem > whole*1.15 {
		return pattern.Piece{}, fmt.Errorf("a leg %s wide at the hem is wider than at the crotch, %s: choose a smaller ratio",
			measure.Tell(hem), measure.Tell(whole))
	}
	long := v.Number("leg")
	middle := whole / 2
	low, high := plane.Pt(middle-hem/2, -long), plane.Pt(middle+hem/2, -long)
	tipF, tipB := plane.Pt(0, 0), plane.Pt(whole, 0)
	topF, topB := plane.Pt(front+wide*0.02, body-18), plane.Pt(front+wide*(0.02+topShare), body+26)
	down := plane.Pt(0.03, -1)
	a := pattern.Piece{ID: "leg", Name: "Leg", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "hem", Name: "leg hem", Line: []plane.Point{low, high}, Allowance: seam},
		{ID: "inner-back", Name: "inner leg, back", Line: plane.Sweep(high, plane.Pt(0.15*(tipB.X-high.X)/max(long, 1), 1), tipB,
			plane.Pt((tipB.X-high.X)/long*1.8, 1)), Allowance: seam},
		{ID: "crotch-back", Name: "crotch, back", Line: plane.Cubic(tipB, tipB.Add(plane.Pt(-back*0.85, 8)),
			topB.Add(plane.Pt(back*0.12, -body*0.62)), topB), Allowance: 10},
		{ID: "top", Name: "waist edge", Line: plane.Sweep(topB, plane.Pt(-1, -0.02), topF, plane.Pt(-1, -0.06)), Allowance: seam},
		{ID: "crotch-front", Name: "crotch, front", Line: plane.Cubic(topF, topF.Add(down.Times(body*0.55)),
			tipF.Add(plane.Pt(front*0.85, 6)), tipF), Allowance: 10},
		{ID: "inner-front", Name: "inner leg, front", Line: plane.Sweep(tipF, plane.Pt(-(low.X-tipF.X)/long*-1.8, -1), low,
			plane.Pt(0.15*(low.X-tipF.X)/max(long, 1), -1)), Allowance: seam},
	}}
	a.GatherRows(a.Edges[3].Line)
	a.GatherRows(a.Edges[0].Line)
	return a, nil
}

// legBand is how long the band round the knee is, finished, mm.
func legBand(on figure.Figure) float64 { return on.Length("knee_girth") + cuffEase }

// legsInto adds the legs with facings and frills to a draft: all that does not
// depend on what they hang from. below is where that ends; a closed crotch is
// left open behind for the opening.
func legsInto(d *draft.Draft, on figure.Figure, v draft.Values, seam, below, opening, least float64) (top float64, err error) {
	p, err := leg(on, v, seam, below, least)
	if err != nil {
		return 0, err
	}
	waist, _ := p.Edge("top")
	top = 2 * waist.Length()
	d.Sew(draft.InnerLeg, "leg", "inner-front", "leg", "inner-back", "french")
	d.Seams[len(d.Seams)-1].Note = "the front of a leg to the back of the same leg, never front to front"
	front, _ := p.Edge("crotch-front")
	back, _ := p.Edge("crotch-back")
	if v.Choice("crotch") == "open" {
		for _, e := range []*pattern.Edge{front, back} {
			f := pattern.Rectangle("facing-"+e.ID[len("crotch-"):], "Crotch facing, "+e.ID[len("crotch-"):], e.Length(), 25, 8)
			f.Cut, f.Mirrored, f.Hidden, f.GrainDegrees = 2, true, true, 45
			d.Pieces = append(d.Pieces, f)
			d.Seams = append(d.Seams, pattern.Seam{ID: e.ID, A: pattern.Side{Piece: "leg", Edge: e.ID},
				B: pattern.Side{Piece: f.ID, Edge: "top"}, Join: pattern.Faced, Note: "left and right stay open"})
		}
		d.Remark(false, "Front meets back only at the inner leg",
			"Each leg is closed to itself there and nowhere else. Pin front to front once and the legs can't be put on: every edge "+
				"carries its partner’s name.")
	} else {
		long := back.Length()
		if opening > long-60 {
			return 0, fmt.Errorf("an opening of %s leaves nothing of the back seam, which is %s long: choose a shorter one",
				measure.Tell(opening), measure.Tell(long))
		}
		p.Split("crotch-back", pattern.Stretch{ID: "crotch-back", Name: "crotch, back", Length: long - opening},
			pattern.Stretch{ID: "opening", Name: "opening, behind"})
		p.Notches = append(p.Notches, pattern.Notch{Edge: "opening", At: 0, Label: "end of opening"})
		d.Placket(opening, seam)
		for _, edge := range []string{"crotch-front", "crotch-back"} {
			d.Seams = append(d.Seams, pattern.Seam{ID: edge,
				A:         pattern.Side{Piece: "leg", Edge: edge, Copy: pattern.Copy{Hand: pattern.Left}},
				B:         pattern.Side{Piece: "leg", Edge: edge, Copy: pattern.Copy{Hand: pattern.Right}},
				Technique: "flat-felled", Wait: pattern.ForSeams, Strain: 2})
		}
	}
	hem, _ := p.Edge("hem")
	band := legBand(on)
	const deepCuff = 15.0
	cuff := pattern.Rectangle("leg-band", "Leg band", band, 2*deepCuff, seam)
	cuff.Cut, cuff.EitherWay = 2, true
	frill := v.Number("frill")
	if frill >= 10 { // sewn on both edges, so it can't be folded: two layers
		cuff = pattern.Rectangle("leg-band", "Leg band, two layers", band, deepCuff, seam)
		cuff.Cut, cuff.EitherWay = 4, true
		cuff.Layered(pattern.ForLining)
	} else {
		cuff.Marks = append(cuff.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: deepCuff}, {X: band, Y: deepCuff}},
			Label: "fold"})
	}
	d.Seams = append(d.Seams, pattern.Seam{ID: "leg-band", A: pattern.Side{Piece: "leg-band", Edge: "bottom"},
		B: pattern.Side{Piece: "leg", Edge: "hem"}, Ease: 2*hemHalf(on,
			v) - band, Absorbed: pattern.Gathers, Join: pattern.Banded})
	d.Pieces = append([]pattern.Piece{p, cuff}, d.Pieces...)
	if frill >= 10 {
		long := band * v.Number("frill_ratio")
		f := pattern.Rectangle("frill", "Leg frill", long, frill, seam)
		f.Cut = 2
		f.Be(pattern.Hem, "bottom")
		f.GatherRows([]plane.Point{{X: long, Y: frill}, {X: 0, Y: frill}})
		d.Pieces = append(d.Pieces, f)
		d.Seams = append(d.Seams, pattern.Seam{ID: "frill", A: pattern.Side{Piece: "leg-band", Edge: "top"},
			B: pattern.Side{Piece: "frill", Edge: "top"}, Ease: band * (v.Number("frill_ratio") - 1), Absorbed: pattern.Gathers,
			Join: pattern.Banded, Note: "between the two layers of the band"})
		d.Tell(work.ToGather, "What trims the frill goes on while the strip is flat.",
			work.After{Step: work.ToHem, Why: "a strip is hemmed more easily than " +
				"a frill"})
		d.Remark(false, "Look under the frill before you trim", "Turn the leg out and see that nothing is caught under it.")
	}
	d.Measure("leg", "each leg", "in length, inside", v.Number("leg"))
	d.Measure("hip", "the legs", "round the hips", max(on.GirthAt(figure.Hip), on.GirthAt(figure.HighHip))+v.Number(draft.Ease))
	d.Measure("leg.hem", "each leg", "at the hem", hem.Length())
	return top, nil
}
