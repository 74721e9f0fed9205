// Package gown holds dresses that are cut in one from the shoulder to the hem.
package gown

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Straight is a gown of straight pieces: four body breadths, gores set into the sides and the centre
// seams, tapering sleeves with gussets.
type Straight struct{}

// About describes it.
func (Straight) About() draft.About {
	return draft.About{Kind: "gown-straight", Name: "Straight gown with gores", Family: family.Gown,
		What: "Straight breadths from shoulder to hem, with one gore or many narrow ones in the sides and in the centres before and " +
			"behind, " +
			"tapering sleeves on square gussets. Of the 1100s to the 1400s; hardly a scrap is left over.",
		Usual: cloth.Fabric{Name: "Wool broadcloth", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 0.8, Weight: 320,
			Shrinkage: 0.04}}
}

// headEase is what a neck must have more than the head it passes, mm (common practice, no source).
const headEase = 15.0

// Parameters are what is asked about it.
func (Straight) Parameters() []draft.Parameter {
	slit := draft.MmFrom("neck_slit", "Neck slit, down the centre front", 0, 300, "as long as the head needs",
		"Left open at the top of the centre seam: both its edges count.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			return max(math.Ceil((on.Length("head_girth")+headEase-neckRound(on, v))/2), 0), figure.Practice
		})
	centre := draft.Mm("centre_gore", "Centre gores, wide at the hem", 0, 900, 400, "⟦30 cm⟧ to ⟦60 cm⟧; 0 for none", figure.Memory,
		"One before and one behind, set into the centre seams.").Saving("Narrower gores in the centre")
	side := draft.Mm("side_gore", "Side gores, wide at the hem", 100, 2400, 500, "⟦30 cm⟧ to ⟦60 cm⟧", figure.Memory,
		"All at each side.").Saving("Narrower gores at the sides")
	sleeves := part.LongSleeve("Sleeves, long")
	sleeves.Between = func(on figure.Figure, v draft.Values) (float64, float64) { // below the gusset something is left
		return leastLong(on, quarter(on, v), v.Number("gusset")+40), 1.1
	}
	wrist := draft.Mm("wrist", "Sleeve at the wrist", 170, 500, 240, "a folded hand passes: ⟦24 cm⟧", figure.Practice, "Round.")
	wrist.Between = func(on figure.Figure, v draft.Values) (float64, float64) { // it tapers
		return 170, max(min(500, on.Length("upper_arm_girth")+v.Number("sleeve_ease")-21), 180)
	}
	side.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 100, min(2400, 1000*v.Number(draft.Gores))
	}
	return []draft.Parameter{
		part.Clearance(700, 30, "for walking ⟦3 cm⟧ and more; 0 lies on the foot", figure.Memory,
			"At the side, in the shoes of the ensemble. Level it when it has hung."),
		draft.Mm(draft.Ease, "Ease round the body", 40, 300, 100, "goes on over the head", figure.Memory,
			"Over the larger of bust and waist."),
		draft.Mm("gore_from", "Gores begin below the waist by", -120, 200, 0, "at the waist", figure.Memory,
			"All of them. Higher, they give room over full hips."),
		draft.Tally(draft.Gores, "Side gores, a side", 1, 5, 1, "one; many narrow ones hang in many folds", figure.Memory,
			"They share what the sides are wide at the hem."), side, centre,
		draft.Mm("sleeve_ease", "Ease round the upper arm", 40, 300, 110, "the arm bends", figure.Memory, "Over the upper arm girth."),
		wrist,
		draft.Mm("gusset", "Gusset, side of the square", 60, 160, 120, "⟦12 cm⟧", figure.Practice, "Set under each arm on its corner."),
		sleeves,
		draft.Mm(draft.NeckWide, "Neck, half width", 60, 200, 85, "⟦7.5 cm⟧ to ⟦10 cm⟧", figure.Memory, "From the centre to the "+
			"shoulder seam."),
		draft.Mm(draft.NeckFront, "Neck, deep before", 40, 260, 100, "⟦9 cm⟧ to ⟦11 cm⟧", figure.Memory, "Cut it smaller, try it "+
			"on, then enlarge."),
		draft.Mm(draft.NeckBack, "Neck, deep behind", 15, 160, 25, "just below the nape", figure.Memory, "From the shoulder line."),
		slit,
		draft.Mm(draft.Hem, "Hem allowance", 10, 80, 25, "a narrow hem on a wide curve", figure.Practice,
			"At the lower edge and the wrists."),
		part.Allowance(6, 25, 12, "run and felled", figure.Practice, "At every seam.")}
}

// neckRound is what the neck measures without its slit, mm.
func neckRound(_ figure.Figure, v draft.Values) float64 {
	w := v.Number(draft.NeckWide)
	return 2 * (plane.Length(neckLine(w, v.Number(draft.NeckFront), 0)) + plane.Length(neckLine(w, v.Number(draft.NeckBack), 0)))
}

// neckLine is half of a neckline from its end on the shoulder, at a height, down to the centre.
func neckLine(wide, deep, high float64) []plane.Point {
	shoulder, centre := plane.Pt(wide, high), plane.Pt(0, high-deep)
	return plane.Cubic(shoulder, shoulder.Sub(plane.Pt(0, deep*0.6)), centre.Add(plane.Pt(wide*0.6, 0)), centre)
}

// straight is the gown before its pieces are drawn, mm.
type straight struct {
	half, armhole   float64 // widths of a quarter of the body and of half a sleeve
	above, slant    float64 // from the shoulder down to the gores, and from there to the hem
	side, centre    float64 // gores at the hem
	gores           int     // of a side
	gusset, sleeve  float64
	wrist, overHips float64
	pieces          []pattern.Piece
}

// wide is how wide a gore is at a way below its tip.
func (s *straight) wide(hem, down float64) float64 { return hem * max(down, 0) / s.slant }

// leastGore is the narrowest gore that is set into a seam, mm at its hem; less is none.
const leastGore = 20.0

// quarter is how wide a quarter of the body is, mm.
func quarter(on figure.Figure, v draft.Values) float64 {
	return (max(on.GirthAt(figure.Bust), on.GirthAt(figure.Waist)) + v.Number(draft.Ease)) / 4
}

// leastLong is which part of the arm a straight sleeve covers at least, whose body reaches so far from the centre, so that so
// much of it is left beyond the body, mm.
func leastLong(on figure.Figure, half, left float64) float64 {
	arm := on.Length("arm_length")
	least := 1 - (on.Length("across_back")/2+arm-half-left)/arm
	return min(max(math.Ceil(least*100)/100, 0.2), 1)
}

func straightOn(on figure.Figure, v draft.Values) (*straight, error) {
	s := &straight{gusset: v.Number("gusset"), side: v.Number("side_gore"), gores: v.Whole(draft.Gores), centre: v.Number("centre_gore"),
		wrist: v.Number("wrist") / 2}
	if s.centre < leastGore {
		s.centre = 0
	}
	s.half = quarter(on, v)
	s.armhole = (on.Length("upper_arm_girth") + v.Number("sleeve_ease")) / 2
	// The way from the shoulder to the waist, at the middle of each half: between front and back.
	down := (on.Length("front_length") + on.Length("back_waist_length")) / 2
	s.above = down + v.Number("gore_from")
	s.slant = on.WaistToFloor(90) - v.Number(draft.Clearance) - v.Number("gore_from")
	if least := s.armhole + s.gusset + 40; s.above < least {
		s.slant -= least - s.above
		s.above = least
	}
	if s.slant < 250 {
		return nil, fmt.Errorf("the gores would be only %s long: let the hem come nearer the floor, or begin them higher",
			measure.Tell(max(s.slant, 0)))
	}
	for _, g := range []float64{s.side / float64(s.gores), s.centre} {
		if g > 1.3*s.slant {
			return nil, fmt.Errorf("a gore %s wide and %s long is all bias: make it narrower, or begin the gores higher", measure.Tell(g),
				measure.Tell(s.slant))
		}
	}
	// From half the back to the wrist, over the shoulder; the body takes the first of it.
	arm := on.Length("arm_length")
	whole := on.Length("across_back")/2 + arm - s.half + 30
	s.sleeve = whole + arm*(v.Number(draft.SleeveLong)-1)
	if whole < s.gusset+60 {
		return nil, fmt.Errorf("the body is so wide that it covers the arm to %s from the wrist: give it less ease",
			measure.Tell(max(whole, 0)))
	}
	if s.wrist > s.armhole-10 {
		return nil, fmt.Errorf("the sleeve is to be %s round at the wrist and is only %s at the top: make it narrower below",
			measure.Tell(2*s.wrist), measure.Tell(2*s.armhole))
	}
	// It tapers to the wrist: where it ends higher up the arm it is wider by as much.
	s.wrist = s.armhole - (s.armhole-s.wrist)*min(s.sleeve/whole, 1)
	s.overHips = math.Inf(1)
	for _, drop := range on.Drops(v.Number("gore_from"), on.Drop(figure.Hip)+120) {
		at := drop + down - s.above
		round := 4*s.half + 2*s.wide(s.side, at) + 2*s.wide(s.centre, at)
		s.overHips = min(s.overHips, round-on.Girth(drop))
	}
	return s, nil
}

// body is half of the front or the back: its centre is a seam, into which a gore is set below.
func (s *straight) body(id, name string, deep float64, v draft.Values) pattern.Piece {
	seam, neck := v.Number(draft.Allowance), v.Number(draft.NeckWide)
	h := s.above + s.slant
	corner, under := plane.Pt(s.half, h), plane.Pt(s.half, h-s.armhole)
	low := plane.Pt(s.half, under.Y-s.gusset)
	edge := func(id, name string, allowance float64, line ...plane.Point) pattern.Edge {
		return pattern.Edge{ID: id, Name: name, Line: line, Allowance: allowance}
	}
	line := neckLine(neck, deep, h)
	cf := line[len(line)-1]
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		edge("hem", "hem", v.Number(draft.Hem), plane.Pt(0, 0), plane.Pt(s.half, 0)),
		edge("gore", "gore edge", seam, plane.Pt(s.half, 0), plane.Pt(s.half, s.slant)),
		edge("side", "side edge", seam, plane.Pt(s.half, s.slant), low),
		edge("gusset", "gusset edge", seam, low, under),
		edge("armhole", "sleeve edge", seam, under, corner),
		edge("shoulder", "shoulder", seam, corner, plane.Pt(neck, h)),
		{ID: "neck", Name: "neck edge", Line: line},
	}}
	if s.centre > 0 {
		p.Edges = append(p.Edges, edge("centre", "centre seam", seam, cf, plane.Pt(0, s.slant)),
			edge("centre-gore", "centre gore edge", seam, plane.Pt(0, s.slant), plane.Pt(0, 0)))
	} else {
		p.Edges = append(p.Edges, edge("centre", "centre seam", seam, cf, plane.Pt(0, 0)))
	}
	waist := s.slant + v.Number("gore_from")
	p.Marks = []pattern.Mark{{Kind: pattern.WaistLine, Path: []plane.Point{{Y: waist}, {X: s.half, Y: waist}}, Label: "waist"}}
	return p
}

// gore is a wedge as long at both its sides as the edge it is set into; its hem is an arc about the tip.
func (s *straight) gore(id, name string, wide float64, v draft.Values) pattern.Piece {
	half := math.Asin(wide / 2 / s.slant)
	high := s.slant * math.Cos(half)
	var arc []plane.Point
	const n = 48
	for i := range n + 1 {
		sin, cos := math.Sincos(half * (2*float64(i)/n - 1))
		arc = append(arc, plane.Pt(s.slant*sin, high-s.slant*cos))
	}
	seam := v.Number(draft.Allowance)
	return pattern.Piece{ID: id, Name: name, Cut: 2, Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: arc, Allowance: v.Number(draft.Hem), Corner: false},
		{ID: "right", Name: "right edge", Line: []plane.Point{arc[n], {Y: high}}, Allowance: seam, Corner: true},
		{ID: "left", Name: "left edge", Line: []plane.Point{{Y: high}, arc[0]}, Allowance: seam, Corner: true}}}
}

// goreID is the piece of a side gore, counted from the front.
func (s *straight) goreID(k int) string {
	if s.gores == 1 {
		return "gore"
	}
	return fmt.Sprintf("gore-%d", k+1)
}

// arm is the sleeve: straight along the arm, tapering from the armhole to the wrist.
func (s *straight) arm(v draft.Values) pattern.Piece {
	seam := v.Number(draft.Allowance)
	a, w := plane.Pt(s.armhole, s.sleeve), plane.Pt(s.wrist, 0)
	p := pattern.Piece{ID: "sleeve", Name: "Sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "bottom", Name: "wrist", Line: []plane.Point{{X: -w.X}, w}, Allowance: v.Number(draft.Hem)},
		{ID: "right", Name: "back edge", Line: []plane.Point{w, a}, Allowance: seam},
		{ID: "top", Name: "head", Line: []plane.Point{a, {X: -a.X, Y: a.Y}}, Allowance: seam},
		{ID: "left", Name: "front edge", Line: []plane.Point{{X: -a.X, Y: a.Y}, {X: -w.X}}, Allowance: seam}}}
	long := w.To(a)
	p.Split("top", pattern.Stretch{ID: "head-back", Name: "head, back half", Length: s.armhole},
		pattern.Stretch{ID: "head-front", Name: "head, front half"})
	p.Split("right", pattern.Stretch{ID: "under-back", Name: "underarm, back", Length: long - s.gusset},
		pattern.Stretch{ID: "gusset-back", Name: "gusset edge, back"})
	p.Split("left", pattern.Stretch{ID: "gusset-front", Name: "gusset edge, front", Length: s.gusset},
		pattern.Stretch{ID: "under-front", Name: "underarm, front"})
	p.Notches = []pattern.Notch{{Edge: "head-front", At: 0, Label: "shoulder"}}
	return p
}

// Draft drafts it.
func (Straight) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	s, err := straightOn(on, v)
	if err != nil {
		return draft.Draft{}, err
	}
	square := pattern.Rectangle("gusset", "Underarm gusset", s.gusset, s.gusset, v.Number(draft.Allowance))
	square.Cut = 2
	for i := range square.Edges {
		square.Edges[i].Corner = true
	}
	s.pieces = []pattern.Piece{s.body("front", "Front", v.Number(draft.NeckFront), v), s.body("back", "Back", v.Number(draft.NeckBack), v)}
	for k := range s.gores { // from the front to the back
		name := "Side gore"
		if s.gores > 1 {
			name = fmt.Sprintf("Side gore %d", k+1)
		}
		s.pieces = append(s.pieces, s.gore(s.goreID(k), name, s.side/float64(s.gores), v))
	}
	if s.centre > 0 {
		s.pieces = append(s.pieces, s.gore("centre-gore", "Centre gore", s.centre, v))
	}
	s.pieces = append(s.pieces, s.arm(v), square)
	for i := range s.pieces {
		p := &s.pieces[i]
		p.Be(pattern.Hem, "hem")
		if p.ID == "sleeve" {
			p.Be(pattern.Hem, "bottom")
		}
	}
	d := draft.Draft{Pieces: s.pieces, Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	s.sew(&d, v)
	s.finish(&d, on, v, in)
	return d, nil
}

// sew lists the seams.
func (s *straight) sew(d *draft.Draft, v draft.Values) {
	add := func(id, pa, ea, pb, eb string, join pattern.Join) *pattern.Seam {
		d.Sew(id, pa, ea, pb, eb, "run-and-fell")
		out := &d.Seams[len(d.Seams)-1]
		out.Join = join
		return out
	}
	add("shoulder", "front", "shoulder", "back", "shoulder", pattern.Beside)
	for _, id := range []string{"front", "back"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "centre-" + id, A: pattern.Side{Piece: id, Edge: "centre",
			Copy: pattern.Copy{Hand: pattern.Left}},
			B: pattern.Side{Piece: id, Edge: "centre", Copy: pattern.Copy{Hand: pattern.Right}}, Technique: "run-and-fell"})
		if slit := v.Number("neck_slit"); id == "front" && slit > 0 {
			last := &d.Seams[len(d.Seams)-1]
			last.Open, last.Note = slit, "open for "+measure.Tell(slit)+" at the neck"
		}
	}
	if s.centre > 0 {
		for i, id := range []string{"front", "back"} {
			for _, side := range []struct {
				hand pattern.Hand
				edge string
			}{{pattern.Left, "right"}, {pattern.Right, "left"}} {
				d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("centre-gore-%s-%s", id, side.hand),
					A: pattern.Side{Piece: id, Edge: "centre-gore", Copy: pattern.Copy{Hand: side.hand}},
					B: pattern.Side{Piece: "centre-gore", Edge: side.edge, Copy: pattern.Nth(i, 2)}, Join: pattern.Inset,
					Technique: "run-and-fell"})
			}
		}
	}
	add("sleeve-front", "front", "armhole", "sleeve", "head-front", pattern.Sleeved)
	add("sleeve-back", "back", "armhole", "sleeve", "head-back", pattern.Sleeved)
	add("gusset-body-front", "front", "gusset", "gusset", "bottom", pattern.Inset)
	add("gusset-body-back", "back", "gusset", "gusset", "right", pattern.Inset)
	add("gusset-sleeve-front", "sleeve", "gusset-front", "gusset", "left", pattern.Inset)
	add("gusset-sleeve-back", "sleeve", "gusset-back", "gusset", "top", pattern.Inset)
	add("gore-front", "front", "gore", s.goreID(0), "left", pattern.Inset)
	for k := 1; k < s.gores; k++ {
		add(fmt.Sprintf("gore-%d", k), s.goreID(k-1), "right", s.goreID(k), "left", pattern.Inset)
	}
	add("gore-back", "back", "gore", s.goreID(s.gores-1), "right", pattern.Inset)
	add("underarm", "sleeve", "under-front", "sleeve", "under-back", pattern.Beside).Wait = pattern.ForSleeves
	add("side", "front", "side", "back", "side", pattern.Beside).Wait = pattern.ForSleeves
}

// finish measures it and says what is particular.
func (s *straight) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric) {
	seam, thick := v.Number(draft.Allowance), float64(in.Thickness)
	arc := func(wide float64) float64 { return 2 * s.slant * math.Asin(wide/2/s.slant) }
	hem := 4*s.half + 2*float64(s.gores)*arc(s.side/float64(s.gores)) + 2*arc(s.centre)
	d.Measure("body", "the gown", "round the body", 4*s.half)
	d.Measure("hem", "the hem", "all round", hem)
	d.Measure("length", "the gown", "from the shoulder", s.above+s.slant)
	d.Measure("sleeve", "each sleeve", "in length from the body", s.sleeve)
	d.Spares = []draft.Spare{{Dimension: "body", Where: "the side and centre seams", Seams: 4, Allowance: seam},
		{Dimension: "length", Where: "the hem", Slide: max(v.Number(draft.Hem)-8, 0)}}
	neck := neckRound(on, v) + 2*v.Number("neck_slit")
	d.Measure("neck", "the neck", "round, with its slit", neck)
	if need := on.Length("head_girth") + headEase; neck < need-1 {
		d.Offer(true, "The head does not pass the neck", fmt.Sprintf("With its slit it measures %s; the head and a little ease %s.",
			measure.Tell(neck), measure.Tell(need)), "Lengthen the slit",
			draft.Settings{"neck_slit": math.Ceil(v.Number("neck_slit") + (need-neck)/2)})
	}
	if v.Number("neck_slit") > 0 {
		d.Fasten(closure.Hooks, 1, 0, "at the top of the neck slit; or a brooch")
	}
	part.GettingIn(d, on, draft.Entry{Closed: 4 * s.half, Only: draft.OverHead}, func(lacks, _ float64, _ draft.Entry) (string,
		draft.Settings) {
		return "Give it more ease", draft.Settings{draft.Ease: min(v.Number(draft.Ease)+math.Ceil(lacks)+10, 300)}
	})
	if s.overHips < 20 {
		d.Offer(s.overHips < -10, "Tight over the hips", fmt.Sprintf("Body and gores leave %s of ease there at the tightest.",
			measure.Tell(s.overHips)),
			"Begin the gores higher", draft.Settings{"gore_from": max(v.Number("gore_from")-60, -120)})
	}
	top, _ := on.Span()
	bottom := on.FallsTo(90, s.slant+v.Number("gore_from"))
	for drop := top; drop < bottom+40; drop += 40 {
		at := min(drop, bottom)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: thick * max(1, 4*s.half/on.Girth(at))})
	}
	d.Wear.Hang = []draft.Hang{{Drop: on.Drop(figure.Bust) - 2, Girth: on.GirthAt(figure.Bust) + 30}, // it hangs from there
		{Drop: on.Drop(figure.Hip), Girth: max(4*s.half, on.GirthAt(figure.Hip))}, {Drop: bottom,
			Girth: 4*s.half + (hem-4*s.half)*0.6}}
	d.Wear.Hem = hem
	d.Tell(work.ToCut, "Pull a thread and cut along it: the body lies on the grain. Two gores lie head to tail in one breadth. Cut "+
		"the neck smaller than drawn.")
	d.Tell(work.ToGusset, "Gores from the point down: set the point first, a few stitches by hand, and sew each side from it. Two "+
		"neighbouring sides of each "+
		"square to the sleeve; stop one allowance before the corner.")
	d.Tell(work.ToJoin, "Shoulders, and the centre seams down to the gores; then over the head, and cut the neck to its line.")
	d.Tell(work.ToSleeve, "Laid flat, shoulder to shoulder, before the sides are closed.")
	d.Tell(work.ToClose, "From the wrist through the gusset down to the gore.")
	d.Tell(work.ToBind, "The neck and its slit have no allowance: the binding takes its place.")
	d.Tell(work.ToHang, "A day at least: the slanting sides of the gores drop.")
	d.Tell(work.ToHem, "Level it on the wearer, then turn it in twice.", work.After{Step: work.ToClose,
		Why: "the hem runs round over the side seams"})
}
