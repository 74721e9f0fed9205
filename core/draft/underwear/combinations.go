package underwear

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// Combinations are a bodice and drawers in one, joined at a waistband.
type Combinations struct{}

func (Combinations) About() draft.About {
	return draft.About{Kind: "combinations", Name: "Combinations", Family: "underwear",
		What:  "Sleeveless bodice and open legs joined at a band: one layer less at the waist under a corset, from the 1870s on.",
		Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 95, Shrinkage: 0.04}}
}

func (Combinations) Parameters() []draft.Parameter {
	return append([]draft.Parameter{
		draft.Mm("bust_ease", "Ease round the bust", 20, 200, 70, "loose under the corset", figure.Memory, "Between body and cloth at the bust line."),
		draft.Mm("waist_ease", "Ease in the waistband", 5, 120, 35, "bare waist, not drawn in", figure.Memory, "It goes under the corset and must fit the body as it is without it."),
		draft.Mm("neck_drop", "Neck, below the hollow of the throat", 20, 220, 110, "under a day bodice", figure.Memory, "Down the centre front."),
		draft.Mm("band", "Waistband, finished", 12, 60, 25.4, "1 in", figure.Practice, "In two layers; the inner is felled by hand over the raw edges."),
		draft.Mm("extension", "Front extension for buttons", 15, 50, 25, "turned twice", figure.Practice, "Cut at twice this beyond the centre front."),
		draft.Mm("allowance", "Seam allowance", 6, 25, 12.7, "1/2 in", figure.Practice, "At every seam."),
	}, draft.Without(legParameters(), "crotch")...)
}

func (Combinations) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}}
	seam := v.Number("allowance")
	top, err := legsInto(&d, on, v.With(nil, map[string]string{"crotch": "open"}), seam)
	if err != nil {
		return d, err
	}
	waist := on.GirthAt(figure.Waist) + v.Number("waist_ease")
	bust := on.GirthAt(figure.Bust) + v.Number("bust_ease")
	long := on.Length("back_waist_length")
	ext := v.Number("extension")
	front, back, err := bodice(on, bust, math.Max(waist*1.12, bust*0.86), v.Number("neck_drop"), seam, ext)
	if err != nil {
		return d, err
	}
	frontWaist, _ := front.Edge("waist")
	backWaist, _ := back.Edge("waist")
	// The band: underlap, right front, back, left front; the legs below it from
	// centre front round.
	q := waist / 4
	band := pattern.Rectangle("band", "Waistband", waist+2*ext, v.Number("band"), seam)
	band.Cut = 2
	band.EitherWay = true
	band.Split("top", pattern.Stretch{ID: "end-left", Name: "button extension", Length: ext}, pattern.Stretch{ID: "to-front-left", Name: "to the left front", Length: q},
		pattern.Stretch{ID: "to-back", Name: "to the back", Length: 2 * q}, pattern.Stretch{ID: "to-front-right", Name: "to the right front", Length: q}, pattern.Stretch{ID: "end-right", Name: "other extension"})
	band.Split("bottom", pattern.Stretch{ID: "low-left", Name: "button extension, below", Length: ext}, pattern.Stretch{ID: "to-leg-right", Name: "to the right leg", Length: 2 * q},
		pattern.Stretch{ID: "to-leg-left", Name: "to the left leg", Length: 2 * q}, pattern.Stretch{ID: "low-right", Name: "other extension, below"})
	for _, e := range band.Edges {
		if len(e.ID) > 3 && e.ID[:3] == "to-" {
			band.Notches = append(band.Notches, pattern.Notch{Edge: e.ID, At: e.Length()})
		}
	}
	d.Pieces = append([]pattern.Piece{front, back, band}, d.Pieces...)
	gather := func(id, edge, piece, other, which string, long, from float64) {
		d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: "band", Edge: edge, Copy: "the band"}, B: pattern.Side{Piece: piece, Edge: other, Copy: which}, Ease: long - from, Absorbed: "gathers", Technique: "gathered, stitched to the outer band; the inner felled over it"})
	}
	// The front's waist edge has the extension beyond the centre besides.
	gather("band-front-left", "to-front-left", "front", "waist", "left", frontWaist.Length(), q)
	gather("band-front-right", "to-front-right", "front", "waist", "right", frontWaist.Length(), q)
	// The back lies on the fold: its half edge is sewn twice.
	d.Seams = append(d.Seams, pattern.Seam{ID: "band-back", A: pattern.Side{Piece: "band", Edge: "to-back", Copy: "the band"}, B: pattern.Side{Piece: "back", Edge: "waist", Copy: "half of the fold, twice"}, Ease: backWaist.Length() - 2*q, Absorbed: "gathers", Technique: "both halves of the back, gathered"})
	gather("band-leg-left", "to-leg-left", "leg", "top", "left leg", top/2, 2*q)
	gather("band-leg-right", "to-leg-right", "leg", "top", "right leg", top/2, 2*q)
	d.Sew("shoulder", "front", "shoulder", "back", "shoulder", "French")
	d.Sew("side", "front", "side", "back", "side", "French")
	opening := long - v.Number("neck_drop") + v.Number("band")
	n := max(4, int(opening/70)+1)
	d.Buy("button", "Flat buttons, "+measure.TellFine(11), float64(n), "piece", fmt.Sprintf("one every %s or so of an opening of %s, one of them on the band where it strains", measure.Tell(70), measure.Tell(opening)))
	d.Buy("lace", "Edging for neck and armholes", 2.4, "m", "or a bias facing; measure the finished edges")
	d.Measure("band", "the band", "in length", waist+2*ext)
	d.Measure("bust", "the bodice", "round the bust", bust)
	d.Spares = []draft.Spare{{Dimension: "bust", Where: "both side seams", Seams: 2, Allowance: seam}, {Dimension: "band", Where: "the buttons", Slide: ext - 12}}
	d.Stitch("neck, armholes and fronts", stitch.Lockstitch, 2*opening+1800, 3)
	d.Stitch("band, felled inside", stitch.Felling, 2*waist, 3)
	t := float64(in.Thickness)
	bottom := rise(on) + v.Number("leg")
	d.Wear.Cover = []figure.Depth{{Drop: -long + v.Number("neck_drop") + 60, Depth: t}, {Drop: -30, Depth: 1.3 * t}, {Drop: 0, Depth: 3 * t}, {Drop: v.Number("band"), Depth: 3 * t}, {Drop: v.Number("band") + 40, Depth: 1.5 * t}, {Drop: bottom, Depth: 1.5 * t}}
	hip := on.GirthAt(figure.Hip) + v.Number("ease")
	d.Wear.Hang = []draft.Hang{{Drop: 0, Girth: on.Girth(0)}, {Drop: on.Drop(figure.Hip), Girth: hip}, {Drop: bottom * 0.8, Girth: hip * 1.02}, {Drop: bottom, Girth: hip * 0.8}}
	d.Do("cut", "Cut; label every edge", 45, []work.Need{work.Table}, "Fronts with their extension, back on the fold, a left and a right leg.")
	d.Do("bodice", "Shoulders and sides of the bodice", 50, []work.Need{work.Machine}, "French seams: no raw edge under a corset.", work.After{Step: "cut", Why: "edges are labelled before they meet"})
	d.Do("fronts", "Turn the front extensions twice", 30, []work.Need{work.Machine, work.Iron}, "On the fold marks.", work.After{Step: "bodice", Why: "the neck edge ends in it"})
	d.Do("edges", "Finish neck and armholes", 60, []work.Need{work.Hand}, "Bias facing or edging.", work.After{Step: "fronts", Why: "the neck runs from front to front"})
	d.Do("legs", "Close each leg, face the crotch", 80, []work.Need{work.Machine, work.Hand}, "Front of a leg to the back of the same leg at the inner leg only; the crotch stays open and is faced.", work.After{Step: "cut", Why: "the labels are read before pinning"})
	d.Do("frills", "Frills and leg bands", 70, []work.Need{work.Machine, work.Hand}, "Look under the frill before trimming.", work.After{Step: "legs", Why: "the leg is a tube"})
	d.Do("band", "Join bodice and legs at the band", 90, []work.Need{work.Machine, work.Hand}, "Outer layer first, centre and side marks matched; the inner layer felled over the raw edges.", work.After{Step: "legs", Why: "the crotch edges end in the band"}, work.After{Step: "edges", Why: "the bodice is easier to finish by itself"})
	d.Do("buttons", "Buttonholes, then buttons", 60, []work.Need{work.Hand}, "One at the band.", work.After{Step: "band", Why: "the opening runs over the band"})
	return d, nil
}

// bodice is a simple loose bodice, half each: the front with its edge at the
// centre, the back on the fold. All widths are girths.
func bodice(on figure.Figure, bust, waist, neckDrop, seam, ext float64) (front, back pattern.Piece, err error) {
	long, high := on.Length("back_waist_length"), on.Length("front_length")
	deep := -on.Drop(figure.Bust) // height of the bust line, and of the armhole's foot a little above it
	armpit := deep + 35
	across := on.Length("across_back") / 2
	shoulder := on.Length("shoulder_length")
	neck := on.Length("neck_girth") / (2 * math.Pi) * 1.12
	if high-neckDrop-12 < armpit*0.55 {
		return front, back, fmt.Errorf("the neck would lie below the bust: choose less than %s below the throat", measure.Tell(neckDrop))
	}
	top := math.Max(long, armpit+60)
	const fall = 32.0                                // of the shoulder's slope
	tip := math.Min(neck+shoulder*0.55, across*0.96) // a strap of rather more than half the shoulder
	nearNeck := neck + shoulder*0.12
	q := bust / 4
	piece := func(id, name string, neckY, width, bottom float64) pattern.Piece {
		a, b := plane.Pt(0, 0), plane.Pt(bottom, 0)
		under := plane.Pt(width, armpit-30)
		end := plane.Pt(tip, top-fall*(tip/across))
		near := plane.Pt(nearNeck, top-fall*(nearNeck/across)*0.4)
		return pattern.Piece{ID: id, Name: name, Cut: 1, Edges: []pattern.Edge{
			{ID: "waist", Name: "waist edge", Line: []plane.Point{a, b}, Allowance: seam},
			{ID: "side", Name: "side edge", Line: []plane.Point{b, under}, Allowance: seam},
			{ID: "armhole", Name: "armhole", Line: plane.Cubic(under, under.Add(plane.Pt(-(under.X-end.X)*0.75, 4)), end.Add(plane.Pt(-4, -(end.Y-under.Y)*0.55)), end), Allowance: 6},
			{ID: "shoulder", Name: "shoulder", Line: []plane.Point{end, near}, Allowance: seam},
			{ID: "neck", Name: "neck edge", Line: plane.Cubic(near, near.Add(plane.Pt(-2, -(near.Y-neckY)*0.6)), plane.Pt(nearNeck*0.55, neckY), plane.Pt(0, neckY)), Allowance: 6},
			{ID: "centre", Name: "centre", Line: []plane.Point{{X: 0, Y: neckY}, a}},
		}}
	}
	back = piece("back", "Back", top-18-neckDrop*0.35, q-6, waist/4)
	front = piece("front", "Front", math.Min(high-12, top)-neckDrop, q+6, waist/4+12)
	// Front and back meet in one side seam: the same length on both.
	sideB, _ := back.Edge("side")
	sideF, _ := front.Edge("side")
	sideF.Line = plane.Sweep(sideF.Line[0], sideF.Line[1].Sub(sideF.Line[0]), sideF.Line[1], sideF.Line[1].Sub(sideF.Line[0]))
	if by := sideB.Length() - sideF.Length(); math.Abs(by) > 1e-9 {
		// Move the front's waist corner along the waist until the sides agree.
		lo, hi := 0.0, front.Edges[1].Line[len(sideF.Line)-1].X
		up := front.Edges[1].Line[len(sideF.Line)-1]
		for range 60 {
			mid := (lo + hi) / 2
			if plane.Pt(mid, 0).To(up) > sideB.Length() {
				lo = mid
			} else {
				hi = mid
			}
		}
		front.Edges[0].Line = []plane.Point{{}, {X: lo}}
		front.Edges[1].Line = []plane.Point{{X: lo}, up}
	}
	back.Fold = "centre"
	back.Edges[5].Name = "centre back, on the fold"
	front.Cut, front.Mirrored = 2, true
	front.Edges[5].Name, front.Edges[5].Allowance = "centre front", 2*ext
	for _, p := range []*pattern.Piece{&front, &back} {
		p.Notches = append(p.Notches, pattern.Notch{Edge: "side", At: p.Edges[1].Length() / 2})
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Gather, Path: []plane.Point{{X: 10, Y: 3}, {X: p.Edges[0].Length() - 10, Y: 3}}})
	}
	return front, back, nil
}
