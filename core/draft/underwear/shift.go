// Package underwear holds what is worn next to the skin.
package underwear

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Shift is a shift of rectangles, side gores and square gussets, after the
// old economical cut.
type Shift struct{}

// About describes it.
func (Shift) About() draft.About {
	return draft.About{
		Kind: "shift", Name: "Shift", Family: family.Underwear,
		What: "Rectangles, triangles and square gussets; worn next to the skin, under everything.",
		Usual: cloth.Fabric{Name: "Fine linen or lawn", Colour: "unbleached", Width: 1500, Selvedge: 10, Thickness: 0.3, Weight: 120,
			Shrinkage: 0.05},
	}
}

// Parameters are what is asked about it.
func (Shift) Parameters() []draft.Parameter {
	return []draft.Parameter{
		{Key: draft.Ease, Label: "Ease round the body", Unit: draft.Length, Low: 40, High: 400,
			Rule: "⟦14 cm⟧", Help: "Over the largest of bust, waist and hip as they are without a corset.",
			Default: draft.Fixed(140, "pulls on over the head without an opening", figure.Memory)},
		{Key: "sleeve_ease", Label: "Ease round the upper arm", Unit: draft.Length, Low: 30, High: 300,
			Rule: "⟦10 cm⟧", Help: "Added to the upper arm girth for the width of the sleeve.",
			Default: draft.Fixed(100, "the arm can be lifted", figure.Memory)},
		{Key: "gusset", Label: "Gusset, side of the square", Unit: draft.Length, Low: 50, High: 160,
			Rule: "⟦10 cm⟧", Help: "Finished side of the square set under each arm.",
			Default: draft.Fixed(100, "the usual square", figure.Practice)},
		{Key: "sleeve_length", Label: "Sleeve length", Unit: draft.Length, Low: 60, High: 700,
			Rule: "⟦18 cm⟧", Help: "From the shoulder line down the arm; measured from the body's edge.",
			Default: draft.Fixed(180, "to the middle of the upper arm", figure.Memory),
			Between: func(_ figure.Figure, v draft.Values) (float64, float64) { return v.Number("gusset") + 20, 700 }},
		{Key: draft.FullLength, Raises: -1, Label: "Length from the shoulder", Unit: draft.Length, Low: 500, High: 1500,
			Rule: "front length and waist to knee", Help: "From the shoulder to the hem.",
			Default: func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
				return on.Length("front_length") + on.Length("waist_to_knee"), figure.Reason{Text: "front length and waist to knee",
					Source: figure.Practice}
			},
			Between: func(on figure.Figure, v draft.Values) (float64, float64) {
				low := goreTop(on, v) + 120
				return low, low + 800
			}},
		{Key: "flare", Label: "Gore width at the hem", Unit: draft.Length, Low: 60, High: 500, Saves: "Less flare",
			Rule: "⟦22 cm⟧", Help: "Width of each of the two side gores at the hem.",
			Default: draft.Fixed(220, "room to walk", figure.Memory),
			Between: func(on figure.Figure, v draft.Values) (float64, float64) {
				return 60, min(500, 1.5*(v.Number(draft.FullLength)-goreTop(on, v)))
			}},
		{Key: "neck_width", Label: "Neck, half width", Unit: draft.Length, Low: 60, High: 220,
			Rule: "half of across back less ⟦5.5 cm⟧", Help: "From the centre to the end of the shoulder seam.",
			Default: func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
				return math.Round(on.Length("across_back")/2 - 55), figure.Reason{Text: "leaves a shoulder strap that stays on",
					Source: figure.Memory}
			},
			Between: func(on figure.Figure, v draft.Values) (float64, float64) {
				_, _, half := widthOf(on, v)
				return 60, max(70, half-20)
			}},
		{Key: draft.NeckFront, Label: "Neck depth, front", Unit: draft.Length, Low: 40, High: 260,
			Rule: "⟦17 cm⟧", Help: "Cut it smaller first, try it on, then enlarge.",
			Default: draft.Fixed(170, "hides under a low bodice", figure.Memory)},
		{Key: draft.NeckBack, Label: "Neck depth, back", Unit: draft.Length, Low: 20, High: 200,
			Rule:    "⟦6 cm⟧",
			Help:    "From the shoulder line down the centre back.",
			Default: draft.Fixed(60, "lies below the nape", figure.Memory)},
		{Key: draft.Allowance, Label: "Seam allowance", Unit: draft.Length, Low: 6, High: 25,
			Rule: "⟦1.2 cm⟧", Help: "Felled: one side trimmed, the other turned over it.",
			Default: draft.Fixed(12, "enough to run and fell", figure.Practice)},
		{Key: draft.Hem, Label: "Hem allowance", Unit: draft.Length, Low: 6, High: 60, Saves: "A facing instead of a hem",
			Rule: "⟦2 cm⟧", Help: "Turned twice, at the lower edge and the sleeves.",
			Default: draft.Fixed(20, "turned twice", figure.Practice)},
	}
}

// widthOf finds the fullest place of the body as it is at this place in the
// stack, its girth, and from it half the width of the front (and the back).
func widthOf(on figure.Figure, v draft.Values) (fullest figure.Level, girth, half float64) {
	for _, l := range []figure.Level{figure.Bust, figure.Waist, figure.Hip} {
		if g := on.GirthAt(l); g > girth {
			fullest, girth = l, g
		}
	}
	return fullest, girth, (girth + v.Number(draft.Ease)) / 4
}

// armholeOf is half the width of the sleeve.
func armholeOf(on figure.Figure, v draft.Values) float64 {
	return (on.Length("upper_arm_girth") + v.Number("sleeve_ease")) / 2
}

// goreTop is how far below the shoulder the gores begin: at the waist, or a
// little below the gusset when that is lower.
func goreTop(on figure.Figure, v draft.Values) float64 {
	return max(on.Length("front_length"), armholeOf(on, v)+v.Number("gusset")+60)
}

// Draft drafts it to a figure, in a cloth.
func (Shift) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	gusset := v.Number("gusset")
	fullest, girth, half := widthOf(on, v)
	armhole := armholeOf(on, v)
	length, flare := v.Number(draft.FullLength), v.Number("flare")
	top := goreTop(on, v)
	slant := length - top // the gore's slanted edge, and the body edge it is sewn to

	seam, hem := v.Number(draft.Allowance), v.Number(draft.Hem)
	front := shiftBody("front", "Front", v.Number(draft.NeckFront), half, top, slant, armhole, on, v)
	back := shiftBody("back", "Back", v.Number(draft.NeckBack), half, top, slant, armhole, on, v)

	gore := shiftGore(slant, flare, seam, hem)
	sleeve := shiftSleeve(armhole, v.Number("sleeve_length"), gusset, seam, hem)
	square := pattern.Rectangle("gusset", "Underarm gusset", gusset, gusset, seam)
	square.Cut = 2

	s := func(id, pa, ea, pb, eb, how string) pattern.Seam {
		return pattern.Seam{ID: id, A: pattern.Side{Piece: pa, Edge: ea}, B: pattern.Side{Piece: pb, Edge: eb}, Technique: how}
	}
	const fell = "run-and-fell"
	for _, p := range []*pattern.Piece{&gore, &square} { // set in: wedges and squares, all corners
		for i := range p.Edges {
			p.Edges[i].Corner = p.Edges[i].ID != "hem"
		}
	}
	d := draft.Draft{
		Pieces: []pattern.Piece{front, back, gore, sleeve, square},
		Seams: []pattern.Seam{
			s("shoulder", "front", "shoulder", "back", "shoulder", fell),
			s("sleeve-front", "front", "armhole", "sleeve", "head-front", fell),
			s("sleeve-back", "back", "armhole", "sleeve", "head-back", fell),
			s("gusset-body-front", "front", "gusset", "gusset", "bottom", fell),
			s("gusset-body-back", "back", "gusset", "gusset", "right", fell),
			s("gusset-sleeve-front", "sleeve", "gusset-front", "gusset", "left", fell),
			s("gusset-sleeve-back", "sleeve", "gusset-back", "gusset", "top", fell),
			s("underarm", "sleeve", "under-front", "sleeve", "under-back", fell),
			s("side", "front", "side", "back", "side", fell),
			s("gore-front", "front", "gore", "gore", "front", fell),
			s("gore-back", "back", "gore", "gore", "back", fell),
		},
		Cautions: []caution.Caution{caution.Iron},
		Wear:     draft.Wear{Cover: cover(on, length, float64(in.Thickness), 4*half)},
	}
	add := func(key, part, label string, value float64) {
		d.Dimensions = append(d.Dimensions, draft.Dimension{Key: key, Part: part, Label: label, Value: value})
	}
	add("body.width", "front and back", "in width", 2*half)
	add("sleeve.width", "every sleeve", "in width", 2*armhole)
	add("length", "the shift", "in length", length)
	d.Spares = []draft.Spare{{Dimension: "body.width", Where: "both side seams", Seams: 1, Allowance: seam},
		{Dimension: "length", Where: "the hem", Slide: max(hem-8,
			0)}} // a body is two widths round, so each seam takes up a whole difference
	hemDrop := length - on.Length("front_length")
	d.Wear.Hang = []draft.Hang{{Drop: on.Drop(figure.Bust), Girth: on.GirthAt(figure.Bust) + 40},
		{Drop: on.Drop(figure.Hip), Girth: max(4*half, on.GirthAt(figure.Hip))}, {Drop: hemDrop, Girth: 4*half + flare}}
	headPasses(&d, v)
	d.Notes = append(d.Notes, draft.Note{Title: "Drafted to the body without a corset",
		Text: fmt.Sprintf("The %s is fullest here at %s and decides the width.", fullest.Label(), measure.Tell(girth))})
	tellShift(&d)
	d.Entry = draft.Entry{Closed: 4 * half, Only: draft.OverHead}
	return d, nil
}

// headPasses says so where the neck is too small for a head.
func headPasses(d *draft.Draft, v draft.Values) {
	neckEdge := 0.0
	for i := range d.Pieces {
		if e, ok := d.Pieces[i].Edge("neck"); ok {
			neckEdge += 2 * e.Length()
		}
	}
	if over := neckEdge; over < 560 {
		d.Notes = append(d.Notes, draft.Note{Grave: true, Title: "The head may not pass the neck",
			Text: fmt.Sprintf("The opening measures %s; a head needs about %s. Widen or deepen the neck.", measure.Tell(over),
				measure.Tell(580)),
			Fix: draft.Settings{draft.NeckFront: min(260, v.Number(draft.NeckFront)+50)}, FixLabel: "Deepen the front by " +
				measure.Tell(50)})
	}
}

// tellShift says how its seams are joined and its hems turned, and what is particular about the steps.
func tellShift(d *draft.Draft) {
	for i := range d.Seams {
		switch d.Seams[i].ID {
		case "sleeve-front", "sleeve-back":
			d.Seams[i].Join = pattern.Sleeved
		case "underarm", "side":
			d.Seams[i].Wait = pattern.ForSleeves
		case "shoulder":
		default:
			d.Seams[i].Join = pattern.Inset
		}
	}
	for i := range d.Pieces {
		for k := range d.Pieces[i].Edges {
			if e := &d.Pieces[i].Edges[k]; e.ID == "hem" || d.Pieces[i].ID == "sleeve" && e.ID == "bottom" {
				e.Kind, e.Technique = pattern.Hem, "hem-felled"
			}
		}
	}
	d.Tell(work.ToCut, "Pull a thread and cut along it: every straight edge lies on the grain. Cut the neck ⟦2 cm⟧ smaller than drawn.")
	d.Tell(work.ToGusset, "Gores from the point down to the hem, so that any stretch runs off at the hem. Two neighbouring sides of each "+
		"square to "+
		"the two sleeve edges; stop each seam one allowance before the corner.")
	d.Tell(work.ToJoin, "The shoulders; then try it over the head, and cut the neck to its line.")
	d.Tell(work.ToSleeve, "Sleeve head to the armhole edges, shoulder to shoulder; then the free sides of the gusset to front and back.")
	d.Tell(work.ToClose, "From the sleeve hem through the gusset down to the gore; sew the underarm twice.")
	d.Tell(work.ToBind, "The neck has no allowance: the binding takes its place.")
	d.Tell(work.ToHem, "Turn it in twice.", work.After{Step: work.ToClose, Why: "the hem runs round over the side seams"})
}

// cover is a loose cloth's thickness down the body: it hangs in folds, so on
// the mean it lies as thick as its width over the girth there.
func cover(on figure.Figure, length, thickness, width float64) []figure.Depth {
	top, _ := on.Span()
	bottom := max(length-on.Length("front_length"), 50)
	var out []figure.Depth
	for drop := top; drop < bottom+40; drop += 40 {
		at := min(drop, bottom)
		out = append(out, figure.Depth{Drop: at, Depth: thickness * max(1, width/on.Girth(at))})
	}
	return out
}

// shiftBody is half of the front or the back, on the fold, with a neck so deep: a straight
// breadth from the shoulder line down, cut off square. The gores begin at slant above its
// hem.
func shiftBody(id, name string, depth, half, top, slant, armhole float64, on figure.Figure, v draft.Values) pattern.Piece {
	seam, hem, gusset, neck := v.Number(draft.Allowance), v.Number(draft.Hem), v.Number("gusset"), v.Number("neck_width")
	// On the fold at x = 0; the shoulder lies along the top.
	h := top + slant
	cf, corner := plane.Pt(0, h-depth), plane.Pt(half, h)
	shoulder := plane.Pt(neck, h)
	p := pattern.Piece{ID: id, Name: name, Cut: 1, Fold: "fold", Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: []plane.Point{{}, {X: half}}, Allowance: hem},
		{ID: "gore", Name: "gore edge", Line: []plane.Point{{X: half}, {X: half, Y: slant}}, Allowance: seam},
		{ID: "side", Name: "side edge", Line: []plane.Point{{X: half, Y: slant}, {X: half, Y: h - armhole - gusset}}, Allowance: seam},
		{ID: "gusset", Name: "gusset edge", Line: []plane.Point{{X: half, Y: h - armhole - gusset}, {X: half, Y: h - armhole}},
			Allowance: seam},
		{ID: "armhole", Name: "sleeve edge", Line: []plane.Point{{X: half, Y: h - armhole}, corner}, Allowance: seam},
		{ID: "shoulder", Name: "shoulder", Line: []plane.Point{corner, shoulder}, Allowance: seam},
		{ID: "neck", Name: "neck edge", Line: plane.Cubic(shoulder, shoulder.Add(plane.Pt(0, -depth*0.62)),
			cf.Add(plane.Pt(neck*0.62, 0)), cf), Allowance: 0},
		{ID: "fold", Name: "centre fold", Line: []plane.Point{cf, {}}},
	}}
	waist := top + slant - on.Length("front_length")
	p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.WaistLine, Path: []plane.Point{{Y: waist}, {X: half, Y: waist}},
		Label: "waist"})
	return p
}

// shiftGore is a wedge set into a side, with a slanted edge so long and so wide below; its
// hem is an arc about the tip, so that it hangs level.
func shiftGore(slant, flare, seam, hem float64) pattern.Piece {
	side := math.Sqrt(max(slant*slant-flare*flare/4, 100)) // its height
	gore := pattern.Piece{ID: "gore", Name: "Side gore", Cut: 2}
	var arc []plane.Point
	tip, l, r := plane.Pt(0, side), plane.Pt(-flare/2, 0), plane.Pt(flare/2, 0)
	half2 := math.Asin(flare / 2 / slant)
	for i := range 25 {
		s, c := math.Sincos(half2 * (float64(i)/12 - 1))
		arc = append(arc, plane.Pt(slant*s, side-slant*c))
	}
	arc[0], arc[24] = l, r
	gore.Edges = []pattern.Edge{
		{ID: "hem", Name: "hem", Line: arc, Allowance: hem},
		{ID: "back", Name: "back edge", Line: []plane.Point{r, tip}, Allowance: seam},
		{ID: "front", Name: "front edge", Line: []plane.Point{tip, l}, Allowance: seam},
	}
	return gore
}

func shiftSleeve(armhole, long, gusset, seam, hem float64) pattern.Piece {
	sleeve := pattern.Rectangle("sleeve", "Sleeve", 2*armhole, long, seam)
	sleeve.Cut, sleeve.Mirrored = 2, true
	sleeve.Allow(hem, "bottom")
	sleeve.Split("top", pattern.Stretch{ID: "head-back", Name: "head, back half", Length: armhole},
		pattern.Stretch{ID: "head-front", Name: "head, front half"})
	sleeve.Split("right", pattern.Stretch{ID: "under-back", Name: "underarm, back", Length: long - gusset},
		pattern.Stretch{ID: "gusset-back", Name: "gusset edge, back"})
	sleeve.Split("left", pattern.Stretch{ID: "gusset-front", Name: "gusset edge, front", Length: gusset},
		pattern.Stretch{ID: "under-front", Name: "underarm, front"})
	sleeve.Notches = append(sleeve.Notches, pattern.Notch{Edge: "head-front", At: 0, Label: "shoulder"})
	return sleeve
}
