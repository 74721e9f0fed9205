package underwear

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

// Combinations are a bodice and drawers in one, joined at a waistband.
type Combinations struct{}

// About describes it.
func (Combinations) About() draft.About {
	return draft.About{Kind: "combinations", Name: "Combinations", Family: family.Underwear,
		What:  "Sleeveless bodice and open legs joined at a band: one layer less at the waist under a corset, from the 1870s on.",
		Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 95, Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Combinations) Parameters() []draft.Parameter {
	return append([]draft.Parameter{
		draft.Mm(draft.BustEase, "Ease round the bust", 20, 200, 70, "loose under the corset", figure.Memory,
			"Between body and cloth at the bust line."),
		draft.Mm(draft.WaistEase, "Ease in the waistband", 5, 120, 35, "bare waist, not drawn in", figure.Memory,
			"It goes under the corset and must fit the body as it is without it."),
		draft.Mm("neck_drop", "Neck, below the hollow of the throat", 20, 220, 110, "under a day bodice", figure.Memory,
			"Down the centre front."),
		draft.Mm(draft.Band, "Waistband, finished", 12, 60, 25.4, "⟦1 in⟧", figure.Practice,
			"In two layers; the inner is felled by hand over the raw edges."),
		draft.Mm("extension", "Front extension for buttons", 15, 50, 25, "turned twice", figure.Practice,
			"Cut at twice this beyond the centre front."),
		part.Allowance(6, 25, 12.7, "⟦1/2 in⟧", figure.Practice, "At every seam."),
	}, draft.Without(legParameters(), "crotch")...)
}

// Draft drafts it to a figure, in a cloth.
func (Combinations) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}}
	seam := v.Number(draft.Allowance)
	waist := on.GirthAt(figure.Waist) + v.Number(draft.WaistEase)
	top, err := legsInto(&d, on, v.With(nil, map[draft.Key]string{"crotch": "open"}), seam, v.Number(draft.Band), 0, waist)
	if err != nil {
		return d, err
	}
	bust := on.GirthAt(figure.Bust) + v.Number(draft.BustEase)
	long := on.Length("back_waist_length")
	ext := v.Number("extension")
	front, back, taken, err := bodice(on, bust, max(waist*1.12, bust*0.86), v.Number("neck_drop"), seam, ext)
	if err != nil {
		return d, err
	}
	frontWaist, _ := front.Edge("waist")
	backWaist, _ := back.Edge("waist")
	q := waist / 4
	band := combinedBand(waist, ext, v.Number(draft.Band), seam)
	d.Pieces = append([]pattern.Piece{front, back, band}, d.Pieces...)
	gather := func(id, edge, piece, other string, which pattern.Hand, long, from float64) {
		d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: "band", Edge: edge},
			B: pattern.Side{Piece: piece, Edge: other, Copy: pattern.Copy{Hand: which}}, Ease: long - from, Absorbed: pattern.Gathers,
			Join: pattern.Banded, Note: "the inner band felled over it"})
	}
	// The front's waist edge has the extension beyond the centre besides.
	gather("band-front-left", "to-front-left", "front", "waist", "left", frontWaist.Length(), q)
	gather("band-front-right", "to-front-right", "front", "waist", "right", frontWaist.Length(), q)
	dart := pattern.Seam{ID: "side", A: pattern.Side{Piece: "back", Edge: "side"}, B: pattern.Side{Piece: "front", Edge: "side"},
		Ease: taken, Technique: "french"}
	switch {
	case !pattern.Darts.Holds(sideLength(&d, "back"), taken):
		return d, fmt.Errorf("the front is %s longer at the side than the back: no dart takes so much; measure front length and back "+
			"waist length once more", measure.Tell(taken))
	case taken >= smallestDart:
		dart.Absorbed = pattern.Darts
	case taken > 0:
		dart.Absorbed = pattern.Eased
	}
	d.Seams = append(d.Seams, dart)
	gather("band-back-left", "to-back-left", "back", "waist", "left", backWaist.Length(), q)
	gather("band-back-right", "to-back-right", "back", "waist", "right", backWaist.Length(), q)
	gather("band-leg-left", "to-leg-left", "leg", "top", "left", top/2, 2*q)
	gather("band-leg-right", "to-leg-right", "leg", "top", "right", top/2, 2*q)
	d.Sew("shoulder", "front", "shoulder", "back", "shoulder", "french")
	opening := long - v.Number("neck_drop") + v.Number(draft.Band)
	n := max(4, int(opening/70)+1)
	buttons(&d.Pieces[0], ext, n-1)
	d.Fasten(closure.Buttons, n, 11,
		fmt.Sprintf("one every %s or so of an opening of %s, one of them on the band where it strains", measure.Tell(70),
			measure.Tell(opening)))
	d.Buy("lace", "Edging for neck and armholes", 2.4, "m", "instead of a facing, or on it; measure the finished edges")
	d.Measure("band", "the band", "in length", waist+2*ext)
	d.Measure("bust", "the bodice", "round the bust", bust)
	d.Spares = []draft.Spare{{Dimension: "bust", Where: "both side seams", Seams: 2, Allowance: seam},
		{Dimension: "band", Where: "the buttons", Slide: ext - 12}}
	d.Wear = combinedWear(on, v, float64(in.Thickness))
	tellCombinations(&d)
	d.Entry = draft.Entry{At: draft.AtFront, Through: true} // open before and below, the band with it
	return d, nil
}

// combinedBand is the band: underlap, right front, back, left front; below it the legs, from the centre front round.
func combinedBand(waist, ext, deep, seam float64) pattern.Piece {
	q := waist / 4
	band := pattern.Rectangle("band", "Waistband", waist+2*ext, deep, seam)
	band.Cut = 2
	band.Layered(pattern.ForLining)
	band.EitherWay = true
	band.Be(pattern.Enclosed, "left", "right")
	band.Split("top", pattern.Stretch{ID: "end-left", Name: "button extension", Length: ext},
		pattern.Stretch{ID: "to-front-left", Name: "to the left front", Length: q},
		pattern.Stretch{ID: "to-back-left", Name: "to the left half of the back", Length: q}, pattern.Stretch{ID: "to-back-right",
			Name: "to the right half of the back", Length: q}, pattern.Stretch{ID: "to-front-right", Name: "to the right front",
			Length: q}, pattern.Stretch{ID: "end-right", Name: "other extension"})
	band.Split("bottom", pattern.Stretch{ID: "low-left", Name: "button extension, below", Length: ext},
		pattern.Stretch{ID: "to-leg-right", Name: "to the right leg", Length: 2 * q},
		pattern.Stretch{ID: "to-leg-left", Name: "to the left leg", Length: 2 * q}, pattern.Stretch{ID: "low-right",
			Name: "other extension, below"})
	for _, e := range band.Edges {
		if len(e.ID) > 3 && e.ID[:3] == "to-" {
			band.Notches = append(band.Notches, pattern.Notch{Edge: e.ID, At: e.Length()})
		}
	}
	return band
}

// combinedWear is how the garment lies on the figure, in cloth so thick.
func combinedWear(on figure.Figure, v draft.Values, t float64) (w draft.Wear) {
	bottom := on.Rise() + v.Number("leg")
	w.Cover = []figure.Depth{{Drop: -on.Length("back_waist_length") + v.Number("neck_drop") + 60, Depth: t}, {Drop: -30, Depth: 1.3 * t},
		{Drop: 0, Depth: 3 * t}, {Drop: v.Number(draft.Band), Depth: 3 * t}, {Drop: v.Number(draft.Band) + 40, Depth: 1.5 * t},
		{Drop: bottom, Depth: 1.5 * t}}
	hip := on.GirthAt(figure.Hip) + v.Number(draft.Ease)
	w.Hang = []draft.Hang{{Drop: 0, Girth: on.Girth(0)}, {Drop: on.Drop(figure.Hip), Girth: hip},
		{Drop: bottom * 0.8, Girth: hip * 1.02}, {Drop: bottom, Girth: hip * 0.8}}
	return w
}

// sideLength is how long the side of a piece is.
func sideLength(d *draft.Draft, piece string) float64 {
	for i := range d.Pieces {
		if d.Pieces[i].ID == piece {
			if e, ok := d.Pieces[i].Edge("side"); ok {
				return e.Length()
			}
		}
	}
	return 0
}

// smallestDart is the least that is worth a dart, mm, and throat how far the
// hollow of the throat lies below the point where neck and shoulder meet (from
// memory).
const smallestDart, throat = 8.0, 70.0

// nape is how much higher than the bone at the base of the neck, behind, that
// point lies, mm (from memory).
const nape = 18.0

// bodice is a simple loose bodice, half each: the front with its edge at the
// centre, the back on the fold. All widths are girths. The front is as long as
// the wearer's front from the shoulder over the bust; what its side seam is
// longer than the back's for that is taken in a dart that points to the bust.
func bodice(on figure.Figure, bust, waist, neckDrop, seam, ext float64) (front, back pattern.Piece, taken float64, err error) {
	highBack, highFront := on.Length("back_waist_length")+nape, on.Length("front_length")
	deep := -on.Drop(figure.Bust)
	across := on.Length("across_back") / 2
	shoulder := on.Length("shoulder_length")
	neck := on.Length("neck_girth") / (2 * math.Pi) * 1.12
	under := min(deep+5, highBack-110) // of the armhole, behind
	if highFront-throat-neckDrop < deep*0.55 {
		return front, back, 0, fmt.Errorf("the neck would lie below the bust: choose less than %s below the throat", measure.Tell(neckDrop))
	}
	const fall = 32.0                           // of the shoulder's slope
	tip := min(neck+shoulder*0.55, across*0.96) // a strap of rather more than half the shoulder
	nearNeck := neck + shoulder*0.12
	by := highFront - highBack
	piece := func(id, name string, high, neckY, width, bottom, foot float64) pattern.Piece {
		a, b := plane.Pt(0, 0), plane.Pt(bottom, foot)
		armpit := plane.Pt(width, high-(highBack-under))
		end := plane.Pt(tip, high-fall*(tip-neck)/shoulder)
		near := plane.Pt(nearNeck, high-fall*(nearNeck-neck)/shoulder)
		out := armpit.Sub(b).Unit().Right() // square to the side: the waist runs on over its seam
		return pattern.Piece{ID: id, Name: name, Cut: 1, Edges: []pattern.Edge{
			{ID: "waist", Name: "waist edge", Line: plane.Sweep(a, plane.Pt(1, 0), b, out), Allowance: seam},
			{ID: "side", Name: "side edge", Line: []plane.Point{b, armpit}, Allowance: seam},
			{ID: "armhole", Name: "armhole", Line: plane.Cubic(armpit, armpit.Add(plane.Pt(-(armpit.X-end.X)*0.75, 4)),
				end.Add(plane.Pt(-4, -(end.Y-armpit.Y)*0.55)), end), Allowance: 6},
			{ID: "shoulder", Name: "shoulder", Line: []plane.Point{end, near}, Allowance: seam},
			{ID: "neck", Name: "neck edge", Line: plane.Cubic(near, near.Add(plane.Pt(-2, -(near.Y-neckY)*0.6)),
				plane.Pt(nearNeck*0.55, neckY), plane.Pt(0, neckY)), Allowance: 6},
			{ID: "centre", Name: "centre", Line: []plane.Point{{X: 0, Y: neckY}, a}},
		}}
	}
	q := bust / 4
	back = piece("back", "Back", highBack, highBack-nape-neckDrop*0.35, q-6, waist/4, 0)
	side, _ := back.Edge("side")
	// The front's side is as long as the back's and the dart: its waist corner
	// lies as high as makes it so. A front shorter than the back has no dart.
	taken = max(by, 0)
	want := side.Length() + taken
	foot := waist/4 + 6
	run := q + 6 - foot
	if math.Abs(run) > want*0.8 || by < -0.4*under {
		return front, back, 0, fmt.Errorf("front length and back waist length differ by %s, more than a dart can take in: measure both "+
			"once more", measure.Tell(math.Abs(by)))
	}
	low := under + by - math.Sqrt(want*want-run*run)
	front = piece("front", "Front", highFront, highFront-throat-neckDrop, q+6, foot, low)
	back.Fold = "centre"
	back.Edges[5].Name = "centre back, on the fold"
	front.Cut, front.Mirrored = 2, true
	front.Edges[5].Name, front.Edges[5].Allowance = "centre front", 2*ext
	if taken >= smallestDart {
		point := plane.Pt(min(on.Length("bust_separation")/2, q-40), deep)
		// Level with the bust point across the side, so that its legs are alike,
		// and clear of waist and armhole.
		line := front.Edges[1].Line
		up := line[1].Sub(line[0]).Unit()
		at := max(want*0.3, min(point.Sub(line[0]).Dot(up), want-45-taken/2))
		a, _ := plane.Along(line, at-taken/2)
		b, _ := plane.Along(line, at+taken/2)
		long := max(point.Sub(a.Mid(b)).Dot(up.Left())-25, 30)
		tip := a.Mid(b).Add(up.Left().Times(long))
		front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{a, tip, b}, Label: "dart " +
			measure.TellFine(taken)})
	}
	for _, p := range []*pattern.Piece{&front, &back} {
		p.Be(pattern.FacedOut, "neck", "armhole")
		e, _ := p.Edge("waist")
		p.GatherRows(e.Line)
	}
	return front, back, taken, nil
}

// buttons marks the folds of a front extension that is turned twice, and n
// buttonholes along the centre.
func buttons(front *pattern.Piece, ext float64, n int) {
	e, _ := front.Edge("centre")
	top, low := e.Line[0], e.Line[len(e.Line)-1]
	for _, out := range []float64{ext, 1.5 * ext} {
		front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{X: -out, Y: top.Y},
			{X: -out, Y: low.Y}}, Label: "fold"})
	}
	for i := range n {
		y := top.Y - 12 - (top.Y-low.Y-24)*float64(i)/max(float64(n-1), 1)
		front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.Button, Width: 11, Path: []plane.Point{{X: 0, Y: y}}})
	}
}

// tellCombinations says what is particular about the making of combinations.
func tellCombinations(d *draft.Draft) {
	d.MockUp = "Bodice and legs to the knee in cheap cloth: sit, bend, lift a knee; it must not pull from the shoulder to the crotch."
	d.TryOn = "Sit, bend, lift a knee. Nothing may pull, and nothing gather, where a corset will lie on it."
	d.Tell(work.ToCut, "Fronts with their extension, back on the fold, a left and a right leg; label every edge before they meet.")
	d.Tell(work.ToJoin, "Shoulders and sides of the bodice: no raw edge under a corset. Each leg to itself at the inner leg only.")
	d.Tell(work.ToEdge, "The front extensions are turned twice, on the fold marks.")
	d.Tell(work.ToFace,
		"Neck and armholes, or edging instead; the crotch stays open and each of its edges is faced.", work.After{Step: work.ToEdge,
			Why: "the neck runs from front to front"})
	d.Tell(work.ToBand, "Legs into their bands with the frills: look under the frill before trimming. Then bodice and legs to the "+
		"waistband, outer "+
		"layer first, centre and side marks matched.")
	d.Tell(work.ToButtonhole, "One at the band.")
}
