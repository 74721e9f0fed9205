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

// Panelled is a dress of rectangles: front and back, a panel as long as the side between them, and straight sleeves. Its
// lower edge and the ends of its sleeves may be the selvedge.
type Panelled struct{}

// About describes it.
func (Panelled) About() draft.About {
	return draft.About{Kind: "dress-panelled", Name: "Straight dress with side panels", Family: family.Gown,
		What: "Two rectangles and two panels in the sides, all as long as the dress, and straight sleeves: for firm wool, every seam " +
			"stitched down on both sides. The neck is cut small first, tried on, and enlarged. Nothing but shoulders and neck is " +
			"cut to shape.",
		Usual: cloth.Fabric{Name: "Fulled wool", Colour: "madder", Width: 1500, Selvedge: 10, Thickness: 0.9, Weight: 340,
			Shrinkage: 0.03}}
}

// firstWide and firstDeep are which part of the neck's width and depth is cut before it is tried on (from memory: 160 by 60
// of 200 by 90).
const firstWide, firstDeep = 0.8, 0.67

// Parameters are what is asked about it.
func (Panelled) Parameters() []draft.Parameter {
	deep := draft.MmFrom(draft.NeckFront, "Neck, deep before", 30, 260, "as deep as the head needs, ⟦9 cm⟧ at least",
		"From the height of the shoulders at the neck. Low before, it does not choke when the arms are lifted.",
		func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			need := on.Length("head_girth") + headEase
			for mm := 90.0; mm < 260; mm++ {
				if panelledNeck(v.Number(draft.NeckWide), mm, v.Number(draft.NeckBack))+2*v.Number("neck_slit") >= need {
					return mm, figure.Practice
				}
			}
			return 260, figure.Practice
		})
	panel := draft.Mm("panel", "Side panels, wide", 50, 320, 130, "⟦10 cm⟧ to ⟦16 cm⟧", figure.Memory,
		"What they take, front and back have less: those are to reach from shoulder to shoulder.")
	panel.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		return 50, max(min(320, panelledRound(on, v)/2-320), 60)
	}
	sleeve := draft.MmFrom(draft.Sleeve, "Sleeve, half as wide", 130, 400, "⟦22 cm⟧, or the arm with ease",
		"What is sewn to front and back each; the panel’s width comes to it where its top is sewn to the sleeve.",
		func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
			return max(220, math.Ceil(on.Length("upper_arm_girth")/2+45)), figure.Memory
		})
	long := part.LongSleeve("Sleeves, long")
	long.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		return leastLong(on, panelledRound(on, v)/4-v.Number("panel")/2, shortestSleeve), 1.1
	}
	return []draft.Parameter{
		part.Clearance(900, 120, "to the ankle: free to move in", figure.Memory,
			"At the side, in the shoes of the ensemble."),
		draft.Mm(draft.Ease, "Ease round the body", 60, 400, 120, "goes on over the head", figure.Memory,
			"Over the larger of bust and waist; "+
				"over the hips half of it."),
		panel, sleeve, long,
		draft.OneOf("panel_top", "The panel’s top",
			"Sewn to the sleeve it gives the arm room. Hemmed, it stays open under the arm and lets "+
				"air in.", "sewn", "sewn to the sleeve", "open", "hemmed, and open"),
		draft.Mm("wedge", "Shoulder, sloped by", 0, 60, 32, "⟦2.5 cm⟧ to ⟦4 cm⟧ over the shoulder: shallow, the arms are lifted",
			figure.Memory,
			"The surplus is folded and stitched down, not cut off."),
		draft.Mm(draft.NeckWide, "Neck, half width", 60, 160, 100, "⟦10 cm⟧", figure.Memory, "From the centre to the shoulder seam."),
		draft.Mm(draft.NeckBack, "Neck, deep behind", 10, 120, 25, "just below the nape", figure.Memory, "As before."),
		draft.Mm("neck_slit", "Neck slit, down the centre front", 0, 200, 0, "none", figure.Memory, "Both its edges count."), deep,
		draft.OneOf(draft.Ends, "Lower edge and sleeve ends",
			"A selvedge needs no hem: front, back and panels then lie across the cloth, their "+
				"lower edges along it.", "turned", "hemmed", "selvedge", "the selvedge"),
		draft.Mm(draft.Hem, "Hem allowance", 8, 60, 20, "once, by hand: fulled cloth does not fray", figure.Practice,
			"At lower edge and sleeves, "+
				"where they are hemmed."),
		part.Allowance(8, 25, 15, "both sides are stitched down", figure.Practice, "At every seam.")}
}

// panelledRound is what it measures round the body, mm.
func panelledRound(on figure.Figure, v draft.Values) float64 {
	ease := v.Number(draft.Ease)
	return max(max(on.GirthAt(figure.Bust), on.GirthAt(figure.Waist))+ease, max(on.GirthAt(figure.HighHip),
		on.GirthAt(figure.Hip))+ease/2)
}

// panelledNeck is what a neck measures, without a slit, mm.
func panelledNeck(wide, before, behind float64) float64 {
	return 2 * (plane.Length(neckLine(wide, before, 0)) + plane.Length(neckLine(wide, behind, 0)))
}

// panelled is the dress before its pieces are drawn, mm.
type panelled struct {
	half, panel, arm, long, sleeve float64 // half a front, a panel, half a sleeve, from the shoulder to the hem, along the arm
	wedge, neck                    float64
	kept                           bool // its ends are selvedges
	sewn                           bool // the panel's top is sewn to the sleeve
}

func panelledOn(on figure.Figure, v draft.Values) (*panelled, error) {
	s := &panelled{panel: v.Number("panel"), arm: v.Number(draft.Sleeve), wedge: v.Number("wedge"), neck: v.Number(draft.NeckWide),
		kept: v.Choice(draft.Ends) == "selvedge", sewn: v.Choice("panel_top") == "sewn"}
	s.half = panelledRound(on, v)/4 - s.panel/2
	if s.half < s.neck+50 {
		return nil, fmt.Errorf("the panels leave front and back only %s wide, and the neck takes %s of it: make the panels narrower",
			measure.Tell(2*s.half), measure.Tell(2*s.neck))
	}
	down := (on.Length("front_length") + on.Length("back_waist_length")) / 2
	s.long = down + on.WaistToFloor(90) - v.Number(draft.Clearance)
	if s.long < s.wedge+s.arm+250 {
		return nil, fmt.Errorf("below the arms it would be only %s long: let its hem come nearer the floor", measure.Tell(max(s.long-
			s.wedge-s.arm, 0)))
	}
	arm := on.Length("arm_length")
	whole := on.Length("across_back")/2 + arm - s.half + 20
	if whole < 150 {
		return nil, fmt.Errorf("the body is so wide that it covers the arm to %s from the wrist: give it less ease, or wider panels",
			measure.Tell(max(whole, 0)))
	}
	s.sleeve = whole + arm*(v.Number(draft.SleeveLong)-1)
	return s, nil
}

// shortestSleeve is the least of a sleeve beyond the body, mm.
const shortestSleeve = 60.0

// body is the front or the back, on its fold.
func (s *panelled) body(id, name string, deep float64, v draft.Values) pattern.Piece {
	seam := v.Number(draft.Allowance)
	edge := func(id, name string, line ...plane.Point) pattern.Edge {
		return pattern.Edge{ID: id, Name: name, Line: line, Allowance: seam, Corner: id == "armhole"}
	}
	outer, under := plane.Pt(s.half, s.long-s.wedge), plane.Pt(s.half, s.long-s.wedge-s.arm)
	neck := neckLine(s.neck, deep, s.long)
	p := pattern.Piece{ID: id, Name: name, Cut: 1, Fold: "centre", Edges: []pattern.Edge{
		edge("hem", "lower edge", plane.Pt(0, 0), plane.Pt(s.half, 0)),
		edge("side", "side edge", plane.Pt(s.half, 0), under),
		edge("armhole", "sleeve edge", under, outer),
		edge("shoulder", "shoulder", outer, plane.Pt(s.neck, s.long)),
		{ID: "neck", Name: "neck edge", Line: neck, Allowance: 10, Kind: pattern.Hem},
		{ID: "centre", Name: "centre, on the fold", Line: []plane.Point{neck[len(neck)-1], {}}}}}
	first := neckLine(s.neck*firstWide, deep*firstDeep, s.long)
	p.Marks = []pattern.Mark{{Kind: pattern.SlashLine, Path: first, Label: "cut first"}}
	if slit := v.Number("neck_slit"); slit > 0 && id == "front" {
		from := neck[len(neck)-1]
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.SlashLine, Path: []plane.Point{from, from.Sub(plane.Pt(0, slit))},
			Label: "slit"})
	}
	s.end(&p, "hem", v)
	return p
}

// end is an end of a piece: turned up, or the selvedge.
func (s *panelled) end(p *pattern.Piece, edge string, v draft.Values) {
	e, _ := p.Edge(edge)
	if s.kept {
		p.GrainDegrees = 90
		e.Allowance, e.Kind, e.Technique, e.Name = 0, pattern.Opening, "selvedge", e.Name+", the selvedge"
		return
	}
	e.Allowance, e.Turned, e.Kind = v.Number(draft.Hem), true, pattern.Hem
}

// pieces are all of it.
func (s *panelled) pieces(v draft.Values) []pattern.Piece {
	seam := v.Number(draft.Allowance)
	panel := pattern.Rectangle("panel", "Side panel", s.panel, s.long-s.wedge-s.arm, seam)
	panel.Cut = 2
	for i := range panel.Edges {
		panel.Edges[i].Corner = true
	}
	s.end(&panel, "bottom", v)
	if s.sewn {
		panel.Split("top", pattern.Stretch{ID: "top-back", Name: "top, back half", Length: s.panel / 2},
			pattern.Stretch{ID: "top-front", Name: "top, front half"})
	} else {
		panel.Allow(12, "top")
		panel.Be(pattern.Hem, "top")
	}
	round := 2 * s.arm
	if s.sewn {
		round += s.panel
	}
	sleeve := pattern.Rectangle("sleeve", "Sleeve", round, s.sleeve, seam)
	sleeve.Cut = 2
	s.end(&sleeve, "bottom", v)
	stretches := []pattern.Stretch{{ID: "head-back", Name: "head, to the back", Length: s.arm}, {ID: "head-front",
		Name:   "head, to the front",
		Length: s.arm}}
	if s.sewn {
		stretches = append(append([]pattern.Stretch{{ID: "under-back", Name: "to the panel, behind", Length: s.panel / 2}}, stretches...),
			pattern.Stretch{ID: "under-front", Name: "to the panel, before"})
	}
	sleeve.Split("top", stretches...)
	sleeve.Notches = append(sleeve.Notches, pattern.Notch{Edge: "head-front", At: 0, Label: "shoulder"})
	return []pattern.Piece{s.body("front", "Front", v.Number(draft.NeckFront), v), s.body("back", "Back", v.Number(draft.NeckBack), v),
		panel, sleeve}
}

// Draft drafts it.
func (Panelled) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	s, err := panelledOn(on, v)
	if err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Pieces: s.pieces(v), Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	add := func(id, pa, ea, pb, eb string, join pattern.Join) *pattern.Seam {
		d.Sew(id, pa, ea, pb, eb, "open-topstitched")
		out := &d.Seams[len(d.Seams)-1]
		out.Join = join
		return out
	}
	add("side-front", "front", "side", "panel", "left", pattern.Beside)
	add("side-back", "back", "side", "panel", "right", pattern.Beside)
	add("shoulder", "front", "shoulder", "back", "shoulder", pattern.Beside)
	add("sleeve-front", "front", "armhole", "sleeve", "head-front", pattern.Sleeved)
	add("sleeve-back", "back", "armhole", "sleeve", "head-back", pattern.Sleeved)
	if s.sewn {
		add("panel-front", "panel", "top-front", "sleeve", "under-front", pattern.Inset)
		add("panel-back", "panel", "top-back", "sleeve", "under-back", pattern.Inset)
	}
	add("underarm", "sleeve", "left", "sleeve", "right", pattern.Beside)
	s.finish(&d, on, v, in)
	return d, nil
}

// finish measures it and says what is particular.
func (s *panelled) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric) {
	ring, thick := 4*s.half+2*s.panel, float64(in.Thickness)
	d.Measure("body", "the dress", "round the body", ring)
	d.Measure("length", "the dress", "from the shoulder", s.long)
	d.Measure("sleeve", "each sleeve", "in length from the body", s.sleeve)
	neck := panelledNeck(s.neck, v.Number(draft.NeckFront), v.Number(draft.NeckBack)) + 2*v.Number("neck_slit")
	d.Measure("neck", "the neck", "round, with its slit", neck)
	d.Spares = []draft.Spare{{Dimension: "body", Where: "the side seams", Seams: 4, Allowance: v.Number(draft.Allowance)}}
	if !s.kept {
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length", Where: "the hem", Slide: max(v.Number(draft.Hem)-8, 0)})
	}
	if need := on.Length("head_girth") + headEase; neck < need-1 {
		d.Offer(true, "The head does not pass the neck", fmt.Sprintf("It measures %s; the head and a little ease %s.",
			measure.Tell(neck), measure.Tell(need)), "Add a slit",
			draft.Settings{"neck_slit": min(math.Ceil(v.Number("neck_slit")+(need-neck)/2), 200)})
	}
	if v.Number("neck_slit") > 0 {
		d.Fasten(closure.Hooks, 1, 0, "at the top of the neck slit; or a brooch")
	}
	part.GettingIn(d, on, draft.Entry{Closed: ring, Only: draft.OverHead}, func(lacks, _ float64, _ draft.Entry) (string, draft.Settings) {
		return "Give it more ease", draft.Settings{draft.Ease: min(v.Number(draft.Ease)+math.Ceil(2*lacks)+10, 400)}
	})
	top, _ := on.Span()
	bottom := on.FallsTo(90, on.WaistToFloor(90)-v.Number(draft.Clearance))
	for drop := top; drop < bottom+40; drop += 40 {
		at := min(drop, bottom)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: thick * max(1, ring/on.Girth(at))})
	}
	d.Wear.Hang = []draft.Hang{{Drop: on.Drop(figure.Bust) - 2, Girth: on.GirthAt(figure.Bust) + 30},
		{Drop: on.Drop(figure.Hip), Girth: max(ring*0.97, on.GirthAt(figure.Hip))}, {Drop: bottom, Girth: ring}}
	d.Wear.Hem = ring
	d.MockUp = "Neck and shoulders in cheap cloth: lift both arms; it must not choke, and the sleeves stand straight out."
	d.TryOn = "Belted as it will be worn: lift both arms, take a long step; the hem clears the ground all round."
	d.Tell(work.ToHem, "", work.After{Step: work.ToTryOn, Why: "its length is seen on the body"})
	if room, long := float64(in.Usable()), s.long+v.Number(draft.Allowance); s.kept && long > room {
		d.Offer(true, "It is longer than the cloth is wide", fmt.Sprintf("%s with its shoulder seam, the cloth %s between its selvedges: "+
			"it can’t lie across. Hem it, or let it end %s higher.", measure.Tell(long), measure.Tell(room), measure.Tell(long-room)),
			"Hem it", draft.Settings{draft.Ends: "turned"})
	}
	if s.kept {
		d.Tell(work.ToCut,
			"Lay the lower edges of front, back and panels, and the ends of the sleeves, along the selvedge; coloured bands at "+
				"the same height on every piece. All right sides marked before anything is folded.")
	} else {
		d.Tell(work.ToCut, "Pull a thread and cut along it. Mark the right side of every piece before anything is folded.")
	}
	d.Tell(work.ToJoin, "From the lower edge up, a panel to the front first, stopping at the notch where the sleeve begins: "+
		measure.Tell(s.arm)+" below the shoulder seam, on both sides alike. Each seam is stitched down at both sides before the next is "+
		"begun. Shoulders as a shallow wedge.")
	d.Tell(work.ToSleeve, "Shoulders and neck first: hem the neck and try it over the head before the sleeves go on.")
	d.Do(work.ToNeck, "Cut the neck, try it on, enlarge it", work.CutNeck, 1,
		fmt.Sprintf("Fold corner to corner to find the middle. Cut the first line, "+
			"%s wide and %s deep before; try it over the head; enlarge it by little to the neck edge at most: %s wide, %s deep.",
			measure.Tell(2*s.neck*firstWide), measure.Tell(v.Number(draft.NeckFront)*firstDeep), measure.Tell(2*s.neck),
			measure.Tell(v.Number(draft.NeckFront))), work.After{Step: work.ToJoin, Why: "the shoulders are sewn first"})
	if !s.kept {
		d.Tell(work.ToHem, "Once to the inside, by hand; check the face before sewing.")
	}
}
