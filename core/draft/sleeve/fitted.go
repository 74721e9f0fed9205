package sleeve

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// fitted is the coat sleeve of two pieces: a top, and an under sleeve that lies inside the
// arm, both bent at the elbow.
var fitted = Kind{Key: "fitted", Label: "fitted, of two pieces",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(50), headEase(5.5), part.LongSleeve("Length"), wristEase(50),
			draft.Mm("sleeve_bend", "It bends forward at the elbow by", 0, 120, 45, "as the arm hangs", figure.Memory,
				"How far the wrist lies before the upper arm’s line: ⟦3 cm⟧ to ⟦4 cm⟧ in coats, more in the 1880s."),
			draft.Mm("sleeve_roll", "The front seam lies inside the arm by", 10, 35, 22, "it is not seen from before", figure.Memory,
				"Both seams are moved under the arm: the top sleeve is that much wider.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		h, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*v.Number(draft.SleeveHead)/100)
		if err != nil {
			return err
		}
		width := h.width
		long := one.long * v.Number(draft.SleeveLong)
		under := max(long-h.high, 60)
		// The arm bends where it does, however far down it the sleeve comes.
		bend := max(one.bend-h.high, 20)
		wrist := max(one.long-h.high, bend+40)
		foot := min(one.girth(long)+v.Number(draft.SleeveWrist), width)
		elbow := min(one.elbow+v.Number(draft.SleeveArm)*0.8, width)
		atWrist := min(one.girth(one.long)+v.Number(draft.SleeveWrist), elbow)
		// The tube is opened at two lines: in front at a quarter of its width, behind where
		// the hind seam leaves the armhole; each moved under the arm by the roll.
		roll := v.Number("sleeve_roll")
		fx, bx := width*0.25-roll, width*0.75+roll*0.6
		lean := v.Number("sleeve_bend")
		// How far forward each level is moved, and how wide the flat tube is there.
		forward := func(y float64) float64 {
			if y <= bend {
				return lean * 0.25 * y / bend
			}
			return lean*0.25 + lean*0.75*(y-bend)/(wrist-bend)
		}
		asTheArm := func(y float64) float64 {
			if y <= bend {
				return width + (elbow-width)*y/bend
			}
			return elbow + (atWrist-elbow)*(y-bend)/(wrist-bend)
		}
		wide := func(y float64) float64 { return asTheArm(y) + (foot-asTheArm(under))*y/under }
		const parts = 24
		var front, hind []plane.Point // of the top sleeve, from the armpit down
		var underFront, underHind []plane.Point
		for k := range parts + 1 {
			y := under * float64(k) / parts
			w, shift := wide(y), width/2-forward(y)
			top, low := (bx-fx)/width*w, (1-(bx-fx)/width)*w
			middle := shift + (fx+bx-width)/2
			front = append(front, plane.Pt(middle-top/2, -y))
			hind = append(hind, plane.Pt(middle+top/2, -y))
			// The under sleeve goes on round the arm behind the hind seam: its front lies at
			// the right.
			middle = (bx+width+fx)/2 + forward(y)
			underHind = append(underHind, plane.Pt(middle-low/2, -y))
			underFront = append(underFront, plane.Pt(middle+low/2, -y))
		}
		// The head is cut where the two lines meet it.
		whole := h.line() // from the back's underarm to the front's
		cutHind, cutFront, end := lengthTo(whole, bx), lengthTo(whole, fx), plane.Length(whole)
		crown := plane.Part(whole, cutHind, cutFront)
		hollow := plane.Join(plane.Moved(plane.Part(whole, cutFront, end), plane.Pt(width, 0)), plane.Part(whole, 0, cutHind))
		top := pattern.Piece{ID: "sleeve-top", Name: "Top sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
			{ID: "hem", Name: "lower edge", Line: []plane.Point{front[parts], hind[parts]}},
			{ID: "hind", Name: "hind seam", Line: plane.Through(append(plane.Reversed(hind), crown[0]))},
			{ID: "head", Name: "head", Line: crown},
			{ID: "front", Name: "front seam", Line: plane.Through(append([]plane.Point{crown[len(crown)-1]}, front...))}}}
		low := pattern.Piece{ID: "sleeve-under", Name: "Under sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
			{ID: "hem", Name: "lower edge", Line: []plane.Point{underHind[parts], underFront[parts]}},
			{ID: "front", Name: "front seam", Line: plane.Through(append(plane.Reversed(underFront), hollow[0]))},
			{ID: "hollow", Name: "under the arm", Line: hollow},
			{ID: "hind", Name: "hind seam", Line: plane.Through(append([]plane.Point{hollow[len(hollow)-1]}, underHind...))}}}
		for _, p := range []*pattern.Piece{&top, &low} {
			p.Allow(allowance, "hind", "front")
			p.Allow(10, "head", "hollow")
			p.Allow(hem, "hem")
			p.Edges[0].Turned = true
			p.Be(pattern.Hem, "hem")
		}
		d.Pieces = append(d.Pieces, top, low)
		for _, id := range []string{"front", "hind"} {
			a, _ := top.Edge(id)
			b, _ := low.Edge(id)
			more := a.Length() - b.Length()
			seam := pattern.Seam{ID: "sleeve-" + id, A: pattern.Side{Piece: "sleeve-under", Edge: id},
				B:    pattern.Side{Piece: "sleeve-top", Edge: id},
				Ease: more, Absorbed: pattern.Eased, Strain: 1}
			if id == "hind" {
				seam.Note = "the top eased on over the elbow"
			} else {
				seam.Note = "the hollow at the elbow stretched with the iron"
			}
			d.Seams = append(d.Seams, seam)
		}
		h.sew(d, pattern.Eased, headPart{"sleeve-top", "head", cutHind, cutFront}, headPart{"sleeve-under", "hollow", cutFront, end},
			headPart{"sleeve-under", "hollow", 0, cutHind})
		tell(d, h, "ease it in between the notches, over the fingers, and shrink it with the iron")
		return nil
	}}

// lengthTo is how far along a head's line its x comes down to a value.
func lengthTo(line []plane.Point, x float64) float64 {
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if (a.X-x)*(b.X-x) <= 0 && a.X != b.X {
			return run + a.To(b)*(a.X-x)/(a.X-b.X)
		}
		run += a.To(b)
	}
	return run
}
