package sleeve

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// mutton is full above and close below the elbow, of one piece.
var mutton = Kind{Key: "mutton", Label: "leg-of-mutton, full above and close below",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(70),
			fullHead(),
			draft.Mm("sleeve_stand", "It stands off the shoulder by", 0, 180, 60, "held by what is under it", figure.Memory,
				"A frill of net or organdie, or a lining shorter than the sleeve, holds it out."),
			draft.Times("sleeve_forearm", "Forearm, times the arm", 1.05, 1.5, 1.15, "close, and a slit at the wrist", figure.Memory,
				"1.10 to 1.2."),
			wristEase(25)}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		plain, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*0.02)
		if err != nil {
			return err
		}
		h := plain.puffed(a.Around()*v.Number("sleeve_full"), v.Number("sleeve_stand"))
		elbow, wrist := one.elbow*v.Number("sleeve_forearm"), one.wrist+v.Number(draft.SleeveWrist)
		p := body(h, one.long-plain.high, wrist, 0)
		bend := max(one.bend-plain.high, 40)
		mid := (h.front[0].X + h.back[0].X) / 2
		// From the armpit down: it leaves the head square and runs on into the straight forearm.
		side := func(x float64, from plane.Point) []plane.Point {
			k := math.Copysign(1, from.X-mid)
			at, foot := plane.Pt(mid+k*elbow/2, from.Y-bend), plane.Pt(x, p.Edges[0].Line[0].Y)
			return append(plane.Cubic(from, plane.Pt(from.X, from.Y-0.3*bend), at.Sub(foot.Sub(at).Unit().Times(0.4*bend)), at), foot)
		}
		front, back := side(mid-wrist/2, h.front[0]), side(mid+wrist/2, h.back[0])
		p.Edges[3].Line, p.Edges[1].Line = front, plane.Reversed(back)
		p.Allow(hem, "hem")
		p.Edges[0].Turned = true
		p.Be(pattern.Hem, "hem")
		d.Pieces = append(d.Pieces, p)
		seamUnder(d)
		h.sew(d, pattern.Gathers, h.whole("sleeve"))
		tell(d, h, "gather it in above the notches, more behind than before")
		d.Remark(false, "A slit at the wrist, and a close lining",
			"The forearm closes with buttons over ⟦8 cm⟧ of the seam left open. A fitted "+
				"lining of two pieces carries the fullness; crisp interlining to the elbow holds it out.")
		return nil
	}}

// bell widens to its lower edge, which hangs longer behind.
var bell = Kind{Key: "bell", Label: "bell or pagoda, widening below",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(50), headEase(3), part.LongSleeve("Length"),
			draft.Times("sleeve_flare", "Lower edge, times the elbow", 1.4, 4.5, 2, "1.6 to 2.4; a pagoda's to 4", figure.Memory,
				"Round the lower edge."),
			draft.Mm("sleeve_drop", "Longer behind than at the seam by", 0, 140, 60, "⟦6 cm⟧ to ⟦10 cm⟧", figure.Memory, "In its middle.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		h, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*v.Number(draft.SleeveHead)/100)
		if err != nil {
			return err
		}
		width := h.width
		long := one.long*v.Number(draft.SleeveLong) - h.high
		foot, drop := one.elbow*v.Number("sleeve_flare"), v.Number("sleeve_drop")
		if long < 60 {
			return fmt.Errorf("a bell sleeve needs some length below the armpit: choose it longer than %s of the arm", "0.35")
		}
		mid := (h.front[0].X + h.back[0].X) / 2
		p := body(h, max(long-drop, 40), foot, 0)
		left, right := plane.Pt(mid-foot/2, p.Edges[0].Line[0].Y), plane.Pt(mid+foot/2, p.Edges[0].Line[0].Y)
		// The lower edge leaves both seams square, and is lowest in the middle.
		lean := math.Atan2(foot/2-width/2, max(long-drop, 40))
		low := plane.Pt(mid, left.Y-drop-(foot-width)*0.12)
		edge := plane.Join(plane.Sweep(left, plane.Pt(math.Cos(lean), -math.Sin(lean)), low, plane.Pt(1, 0)),
			plane.Sweep(low, plane.Pt(1, 0), right, plane.Pt(math.Cos(lean), math.Sin(lean))))
		p.Edges[0].Line = edge
		p.Allow(12, "hem")
		p.Be(pattern.FacedOut, "hem")
		d.Pieces = append(d.Pieces, p)
		seamUnder(d)
		h.sew(d, pattern.Eased, h.whole("sleeve"))
		tell(d, h, "ease it in between the notches")
		d.Remark(false, "The weight hangs from the head", "Line it, face the lower edge ⟦6 cm⟧ to ⟦9 cm⟧ deep on the bias, and let it "+
			"hang a night "+
			"before that. An undersleeve on a tape fills it.")
		return nil
	}}

// angel is a part of a circle hung from the armhole, soft, to a long point or short.
var angel = Kind{Key: "angel", Label: "angel or flutter, a part of a circle",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{
			draft.Times("sleeve_circle", "Part of a circle", 0.25, 0.9, 0.5, "0.3 to 0.6", figure.Memory,
				"The more, the more folds at its edge."),
			draft.Mm("sleeve_deep", "Deep over the arm", 80, 800, 220, "⟦18 cm⟧, or to the floor", figure.Memory,
				"At the middle of the arm."),
			draft.Mm("sleeve_inner", "Deep at the underarm", 30, 700, 120, "shorter", figure.Memory, "Along the seam.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		inner := a.Around()
		part := v.Number("sleeve_circle")
		r := fullness.CircleRadius(inner, part)
		angle := 2 * math.Pi * part
		at := func(radius, t float64) plane.Point { // t from -1/2 at the back's underarm to 1/2
			return plane.Pt(radius*math.Sin(-t*angle), -radius*math.Cos(t*angle))
		}
		deep := func(t float64) float64 {
			k := math.Cos(t * math.Pi)
			return r + v.Number("sleeve_inner") + (v.Number("sleeve_deep")-v.Number("sleeve_inner"))*k*k
		}
		const n = 96
		var head, hemLine []plane.Point
		for i := range n + 1 {
			t := float64(i)/n - 0.5
			head = append(head, at(r, t))
			hemLine = append(hemLine, at(deep(-t), -t))
		}
		// The underarm seam is straight at both ends; the head runs from back to front.
		p := pattern.Piece{ID: "sleeve", Name: "Sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
			{ID: "hem", Name: "lower edge", Line: hemLine, Allowance: 6, Turned: true, Kind: pattern.Hem},
			{ID: "back", Name: "underarm, back", Line: []plane.Point{hemLine[n], head[0]}, Allowance: allowance},
			{ID: "head", Name: "head", Line: head, Allowance: 10},
			{ID: "front", Name: "underarm, front", Line: []plane.Point{head[n], hemLine[0]}, Allowance: allowance}}}
		d.Pieces = append(d.Pieces, p)
		seamUnder(d)
		h := strung(a, head)
		h.sew(d, pattern.Eased, h.whole("sleeve"))
		d.Measure("sleeve.armhole", "the armhole", "round its seam line", inner)
		d.Measure("sleeve.head", "the sleeve’s head", "along its seam line", plane.Length(head))
		d.Remark(false, "Let it hang", "Its middle lies on the bias and drops by 2 to 4 %: a night, then level it "+
			"and roll a "+
			"narrow hem.")
		return nil
	}}

// strung is a head drawn as one line from the back's underarm to the front's, parted where the
// armhole's halves meet.
func strung(a Armhole, line []plane.Point) head {
	long := plane.Length(line)
	at := long * a.Back() / a.Around()
	return head{a: a, back: plane.Part(line, 0, at), front: plane.Reversed(plane.Part(line, at, long))}
}

// elbowed ends below the elbow with ruffles.
var elbowed = Kind{Key: "elbow", Label: "to the elbow, with ruffles",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(45), headEase(6),
			draft.Tally("sleeve_ruffles", "Ruffles", 0, 3, 2, "one to three", figure.Memory, "Each a third longer than the one above it."),
			draft.Mm("sleeve_ruffle", "The uppermost, deep at the elbow", 30, 160, 90, "⟦6 cm⟧ to ⟦23 cm⟧", figure.Memory,
				"It tapers to half as deep before."),
			draft.Times("sleeve_ruffle_full", "Ruffles, times the lower edge", 1.3, 3, 2, "1.8 to 2.5", figure.Memory,
				"Gathered to the sleeve.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		h, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*v.Number(draft.SleeveHead)/100)
		if err != nil {
			return err
		}
		width := h.width
		const below = 40.0
		foot := max(one.elbow+30, width*0.8)
		p := body(h, max(one.bend+below-h.high, 40), foot, 14)
		p.Allow(12, "hem")
		p.Be(pattern.FacedOut, "hem")
		d.Pieces = append(d.Pieces, p)
		seamUnder(d)
		h.sew(d, pattern.Eased, h.whole("sleeve"))
		tell(d, h, "ease it in between the notches, small pleats at the top")
		edge, _ := p.Edge("hem")
		for i := range v.Whole("sleeve_ruffles") {
			deep := v.Number("sleeve_ruffle") * math.Pow(4.0/3, float64(i))
			long := edge.Length() * v.Number("sleeve_ruffle_full")
			id := fmt.Sprintf("ruffle-%d", i+1)
			r := pattern.Piece{ID: id, Name: fmt.Sprintf("Sleeve ruffle %d", i+1), Cut: 2, Mirrored: true, Edges: []pattern.Edge{
				{ID: "hem", Name: "lower edge", Line: plane.Through([]plane.Point{plane.Pt(0, -deep/2), plane.Pt(long*0.3, -deep*0.82),
					plane.Pt(long*0.55, -deep), plane.Pt(long*0.8, -deep*0.8), plane.Pt(long,
						-deep/2)}), Allowance: 6, Turned: true, Kind: pattern.Hem},
				{ID: "back", Name: "end", Line: []plane.Point{plane.Pt(long, -deep/2), plane.Pt(long, 0)}, Allowance: 10},
				{ID: "top", Name: "to the sleeve", Line: []plane.Point{plane.Pt(long, 0), plane.Pt(0, 0)}, Allowance: 10},
				{ID: "front", Name: "end", Line: []plane.Point{plane.Pt(0, 0), plane.Pt(0, -deep/2)}, Allowance: 10}}}
			d.Pieces = append(d.Pieces, r)
			d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: id, Edge: "front"},
				B: pattern.Side{Piece: id, Edge: "back"}},
				pattern.Seam{ID: id + "-on", A: pattern.Side{Piece: "sleeve", Edge: "hem"}, B: pattern.Side{Piece: id, Edge: "top"},
					Ease: long - edge.Length(), Absorbed: pattern.Gathers, Join: pattern.SetOn})
		}
		return nil
	}}

// elastic is a ring drawn in by elastic above and below, worn off the shoulder.
var elastic = Kind{Key: "elastic", Label: "off the shoulder, on elastic",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{
			draft.Times("sleeve_ring", "Ring, times the arm", 1.4, 3.5, 2.5, "twice and a half the arm", figure.Practice,
				"Before it is drawn in."),
			draft.Mm("sleeve_tall", "Deep, finished", 80, 800, 180, "over the upper arm", figure.Memory, "Between its two casings."),
			draft.Mm("sleeve_casing", "Casings, high", 8, 40, 15, "elastic and a little", figure.Practice, "Elastic and a little room.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		ring, casing := one.upper*v.Number("sleeve_ring"), v.Number("sleeve_casing")
		p := pattern.Rectangle("sleeve", "Sleeve", ring, v.Number("sleeve_tall"), allowance)
		p.Cut, p.EitherWay = 2, true
		p.Allow(casing+8, "top", "bottom")
		p.Be(pattern.CasingAt, "top", "bottom")
		for i := range p.Edges {
			if p.Edges[i].Kind == pattern.CasingAt {
				p.Edges[i].Technique = "elastic"
			}
		}
		d.Pieces = append(d.Pieces, p)
		d.Seams = append(d.Seams, pattern.Seam{ID: "underarm", A: pattern.Side{Piece: "sleeve", Edge: "left"},
			B: pattern.Side{Piece: "sleeve", Edge: "right"}})
		// The armhole is finished by itself; the ring is caught to it under the arm.
		for _, q := range a.Parts {
			pieceOf(d, q.Piece).Face("face-bias", q.Edge)
		}
		const lap, lift = 20.0, 25.0
		d.Buy("elastic", "Elastic, "+measure.TellStock(casing-3)+" wide", 2*(2*one.upper+lift+2*lap)/1000, "m",
			"the arm below, the arm and "+measure.Tell(lift)+" above so that it can lift, and "+measure.Tell(lap)+" to lap, on both sides")
		d.Measure("sleeve.ring", "the sleeve", "round, before it is drawn in", ring)
		d.Tell(work.ToSleeve, "Catch its upper edge to the armhole under the arm, from "+measure.Tell(25)+" off the side seam forward and "+
			"back; the rest "+
			"lies off the shoulder.")
		return nil
	}}
