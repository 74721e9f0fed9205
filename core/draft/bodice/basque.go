package bodice

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
)

// Basque is the close bodice of about 1869 to 1889: side bodies and side-backs, two darts a side,
// buttoned before, boned, with a basque over the skirt.
type Basque struct{}

func (Basque) About() draft.About {
	return draft.About{Kind: "bodice-basque", Name: "Basque bodice, 1869 to 1889", Family: family.Bodice,
		What: "Front with two darts, underarm piece, side-back and back, flat-lined, boned and buttoned before; a basque runs out " +
			"below the " +
			"waist.",
		Usual: cloth.Fabric{Name: "Wool suiting", Colour: "woad", Width: 1400, Selvedge: 10, Thickness: 0.6, Weight: 220, Shrinkage: 0.04}}
}

func (Basque) Parameters() []draft.Parameter {
	out := eases(20, 0, 25, "⟦1 cm⟧ to ⟦3 cm⟧ over a closed corset.")
	out = append(out, necks(0, 0, 0)...)
	out = append(out, armholes(8, 12, 30, 12)...)
	out = append(out,
		draft.Mm("front_point", "Below the waist, centre front", 10, 190, 85, "a point from 1883", figure.Memory,
			"⟦6 cm⟧ to ⟦11 cm⟧ in the 1880s, "+
				"⟦12 cm⟧ to ⟦22 cm⟧ in the cuirass of 1876 to 1882."),
		draft.Mm("side_low", "Below the waist, side", 10, 190, 30, "cut up over the hip", figure.Memory, "⟦2 cm⟧ to ⟦4 cm⟧ in the 1880s."),
		draft.Mm("back_low", "Below the waist, centre back", 10, 190, 95, "over the bustle", figure.Memory, "⟦6 cm⟧ to ⟦14 cm⟧."),
		draft.Times("dart_take", "Of what would open, the darts take", 0.6, 1, 1, "the form as it is", figure.Memory,
			"1 is the way the form unrolls."),
		draft.Mm("lap", "Lap before", 8, 30, 13, "half the button and a little", figure.Practice,
			"Beyond the centre front; the other side has an "+
				"underlap as wide besides."),
		draft.Tally("buttons", "Buttons, about", 8, 24, 15, "one every ⟦28⟧ or so", figure.Memory,
			"One lies at the waist and one at the bust; "+
				"the others evenly between."),
		draft.Mm("collar", "Stand collar, high", 0, 70, 38, "⟦3 cm⟧ to ⟦45⟧", figure.Memory, "0 for none."))
	out = append(out, allowances(25, 20)...)
	return append(out, sleeve.Parameters("fitted")...)
}

// basqueLines are where its upright lines lie (from memory): the share of the half girth at the
// underarm's level, the waist and the hip.
var basqueLines = map[string][3]float64{"side-front": {0.46, 0.50, 0.49}, "side-back": {0.66, 0.73, 0.70}, "back": {0.83, 0.92, 0.89}}

// backSeamOn is how far down the back of the armhole the back seam leaves it, as a part.
const backSeamOn = 0.45

// Draft drafts it.
func (Basque) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	front, side, back := -v.Number("front_point"), -v.Number("side_low"), -v.Number("back_low")
	h, err := lay(on, v, cutOf(v, math.Min(front, math.Min(side, back))))
	if err != nil {
		return draft.Draft{}, err
	}
	h.hem, h.opens = fall(front, side, back), "centre-front"
	cf, cb := h.centreFront(), h.centreBack()
	seam := func(id, name string, part int, at float64, between ...surface.Station) upright {
		s := basqueLines[id]
		return upright{id, name, h.climb(h.top[part].line.At(at), s[1], s[2], between...), part, at}
	}
	sideFront := seam("side-front", "front of the underarm", scyeFront, h.onScye(scyeFront, basqueLines["side-front"][0]))
	sideBack := seam("side-back", "back of the underarm", scyeBack, math.Max(h.onScye(scyeBack, basqueLines["side-back"][0]), 25))
	curved := h.backSeam()
	if err := h.panelsOf(cf, sideFront, sideBack, curved, cb); err != nil {
		return draft.Draft{}, err
	}
	h.join("front", "underarm", "side-front", 2)
	h.join("underarm", "side-back", "side-back", 2)
	h.join("side-back", "back", "back", 2)
	h.pairMirrored("back", "centre-back", 2)
	h.shoulder("front", "back")
	pattern.Fair(h.Pieces, h.Seams)
	h.allow()
	if err := h.buttoned(v); err != nil {
		return draft.Draft{}, err
	}
	for i := range h.Pieces {
		h.Pieces[i].Be(pattern.FacedOut, "hem")
		h.Pieces[i].Cut = 4
		h.Pieces[i].Layered(pattern.ForLining)
	}
	if k, ok := sleeve.Chosen(v); ok {
		if err := k.Draft(h.Draft, h.armhole("front", "underarm", "side-back", "back"), on, v); err != nil {
			return draft.Draft{}, err
		}
	} else {
		for _, p := range []string{"front", "underarm", "side-back", "back"} {
			h.Pieces[h.index(p)].Be(pattern.FacedOut, "scye", "scye-back")
		}
	}
	if err := h.standCollar(v.Number("collar")); err != nil {
		return draft.Draft{}, err
	}
	h.bones()
	h.finish(in)
	h.Covered = true
	waist := 2 * h.form.HalfGirth(0)
	h.Buy("tape", "Waist tape, "+measure.TellStock(22)+" wide", (waist+120)/1000, "m",
		"the waist and to close it; it hooks first and takes the strain")
	h.Fastenings = append(h.Fastenings, closure.Fastening{Kind: closure.Hooks, Count: 2, For: "the waist tape",
		Why: "it closes by itself, first"})
	h.Wear.Cover[0].Depth, h.Wear.Cover[1].Depth = 2*float64(in.Thickness), 2*float64(in.Thickness)
	h.Tell("seams", "Flat-line first: outer and lining of each piece are basted together, waist on waist, and sewn as one. Clip the "+
		"waist two "+
		"thirds deep, press over a ham.")
	h.Do("waist-tape", "Tack the waist tape", 25, nil, "At centre back, side-backs and underarms, free before. It is shorter than the "+
		"waist seam by "+
		measure.Tell(12)+" and hooks before the buttons are closed.", after("bones", "it lies over the bones"))
	return *h.Draft, h.sound()
}

// backSeam bows out from the waist over the blade into the armhole.
func (h *half) backSeam() upright {
	at := h.top[scyeBack].line.Length() * (1 - backSeamOn)
	share := basqueLines["back"]
	waist := h.form.Place(0, share[1])
	line := h.form.Bow(waist, h.top[scyeBack].line.At(at), surface.FromBack, 0.5, 0.62)
	if h.hem(share[1]) < -1 {
		line = h.climb(waist, share[1], share[2]).Then(line)
	}
	return upright{"back", "back seam", line, scyeBack, at}
}

// panelsOf unrolls the four panels; the darts of the front lie between the waist and below the bust
// point.
func (h *half) panelsOf(cf, sideFront, sideBack, curved, cb upright) error {
	bp := h.form.Torso.BustPoint
	var darts []surface.Dart
	const dartEnds, tipUnder = -115.0, 25.0
	for i, d := range []struct{ waist, x float64 }{{0.15, 0.72}, {0.27, 1.14}} {
		tip := h.form.At(bp.Z-tipUnder, bp.X*d.x, figure.InFront)
		dart := surface.Dart{ID: fmt.Sprintf("dart %d", i+1)}
		foot := h.hem(d.waist)
		if foot < dartEnds-15 {
			foot = dartEnds // it closes again below the waist
		} else {
			dart.Edge = "hem"
		}
		stations := []surface.Station{{Z: foot, Share: d.waist}}
		if foot < -2 {
			stations = append(stations, surface.Station{Z: 0, Share: d.waist})
		}
		dart.Line = h.form.Through(append(stations, surface.Station{Z: tip.Z, Share: h.form.Share(tip)})...)
		darts = append(darts, dart)
	}
	front := h.panel(cf, sideFront, surface.FromFront, "", darts...)
	// The second dart takes a little more than the first (from memory: 20 and 25 of the
	// suppression).
	front.Take = func(swing []float64) []float64 {
		all := math.Max((swing[0]+swing[1])*h.v.Number("dart_take"), 0.04)
		return []float64{all * 0.45, all * 0.55}
	}
	return h.add(named{"front", "Front", front},
		named{"underarm", "Underarm piece", h.panel(sideFront, sideBack, surface.FromMiddle, "")},
		named{"side-back", "Side-back", h.panel(sideBack, curved, surface.FromMiddle, "")},
		named{"back", "Back", h.panel(curved, cb, surface.FromBack, "")})
}

// pairMirrored sews an edge to its mirror image on the other half.
func (h *half) pairMirrored(piece, edge string, strain int) {
	h.Seams = append(h.Seams, pattern.Seam{ID: edge, A: pattern.Side{Piece: piece, Edge: edge, Copy: pattern.Copy{Hand: pattern.Left}},
		B: pattern.Side{Piece: piece, Edge: edge, Copy: pattern.Copy{Hand: pattern.Right}}, Strain: strain})
}

// buttoned gives the front its lap and buttons: anchored at the neck, the bust line and the
// waist, even between.
func (h *half) buttoned(v draft.Values) error {
	i := h.index("front")
	e, _ := h.Pieces[i].Edge("centre-front")
	line := append([]plane.Point{}, e.Line...) // from the neck down
	whole := plane.Length(line)
	cf := h.form.Centre(figure.InFront, h.hem(0), h.top[neckFront].line[0].Z)
	place := func(z float64) float64 { // from the neck down, as it lies on the form
		part := 0.0
		for k := 1; k < len(cf); k++ {
			if cf[k].Z <= z {
				part = cf[:k+1].Length()
			}
		}
		return whole * (1 - part/cf.Length())
	}
	at := closure.Anchored(12, whole-14, v.Whole("buttons"), place(h.form.Levels[figure.Bust]), place(0))
	p, err := h.Pieces[i].Extended("centre-front", v.Number("lap"), "centre front")
	if err != nil {
		return err
	}
	for _, a := range at {
		q, _ := plane.Along(line, a)
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Button, Path: []plane.Point{q}, Width: 13})
	}
	h.Pieces[i] = p
	h.Pieces[i].Be(pattern.Opening, "centre-front")
	h.Fasten(closure.Buttons, len(at), 13, fmt.Sprintf("anchored at the neck, the bust line and the waist, even between over %s",
		measure.Tell(whole)))
	return nil
}

// standCollar adds a straight stand to the neckline: as long as it less a little, its ends rising
// towards the centre front so that it leans in.
func (h *half) standCollar(high float64) error {
	if high < 8 {
		for i := range h.Pieces {
			h.Pieces[i].Be(pattern.FacedOut, "neck")
		}
		return nil
	}
	type side struct {
		piece  string
		length float64
	}
	var parts []side
	long := 0.0
	for i := len(h.Pieces) - 1; i >= 0; i-- { // from the centre back to the front
		p := &h.Pieces[i]
		e, ok := p.Edge("neck")
		if !ok {
			continue
		}
		n := e.Length()
		if p.ID == "front" { // the lap is not in the collar
			n -= h.v.Number("lap")
			p.Split("neck", pattern.Stretch{ID: "neck", Name: "neckline", Length: n},
				pattern.Stretch{ID: "neck-lap", Name: "neckline, lap"})
			p.Be(pattern.FacedOut, "neck-lap")
		}
		parts = append(parts, side{p.ID, n})
		long += n
	}
	const shorter, rise = 2.0, 10.0
	edge := plane.Cubic(plane.Pt(0, 0), plane.Pt(long*0.45, 0), plane.Pt(long*0.75, rise*0.45), plane.Pt(long-shorter, rise))
	k := (long - shorter) / plane.Length(edge)
	for i := range edge {
		edge[i] = edge[i].Times(k)
	}
	end := edge[len(edge)-1].Sub(edge[len(edge)-2]).Unit().Left()
	front := edge[len(edge)-1].Add(end.Times(high))
	top := plane.Cubic(front, front.Add(edge[len(edge)-2].Sub(edge[len(edge)-1]).Unit().Times(long*0.3)), plane.Pt(long*0.42, high),
		plane.Pt(0, high))
	p := pattern.Piece{ID: "collar", Name: "Stand collar", Cut: 2, Fold: "centre-back", Edges: []pattern.Edge{
		{ID: "neck", Name: "to the neckline", Line: edge},
		{ID: "end", Name: "end before", Line: []plane.Point{edge[len(edge)-1], front}},
		{ID: "top", Name: "upper edge", Line: top},
		{ID: "centre-back", Name: "centre back, on the fold", Line: []plane.Point{plane.Pt(0, high), plane.Pt(0, 0)}}}}
	p.Allow(10, "neck", "end", "top")
	p.Layered(pattern.ForLining)
	p.Be(pattern.Layered, "end", "top")
	var stretches []pattern.Stretch
	for i, s := range parts {
		stretches = append(stretches, pattern.Stretch{ID: fmt.Sprintf("neck-%d", i+1), Name: "to the " + s.piece,
			Length: s.length - shorter*s.length/long})
	}
	stretches[len(stretches)-1].Length = 0
	p.Split("neck", stretches...)
	h.Pieces = append(h.Pieces, p)
	for i, s := range parts {
		h.Seams = append(h.Seams, pattern.Seam{ID: "collar-" + s.piece, A: pattern.Side{Piece: "collar", Edge: stretches[i].ID},
			B: pattern.Side{Piece: s.piece, Edge: "neck"}, Ease: shorter * s.length / long, Absorbed: pattern.Eased, Join: pattern.Banded})
	}
	return nil
}

// bones lays bones beside the seams, from below the waist to below the armhole, and in the
// darts.
func (h *half) bones() {
	const below, width, clearance = 30.0, 6.0, 8.0
	lay := func(place, piece string, long float64) {
		if b, ok := bone.Fit(bone.Spiral, place, width, long, clearance); ok {
			b.Piece, b.Count = piece, 2
			h.Bones = append(h.Bones, b)
		}
	}
	under := h.underarm().Z
	down := math.Min(below, -math.Max(math.Max(h.hem(0.2), h.hem(0.5)), h.hem(0.9))-8)
	down = math.Max(down, 5)
	lay("on the front of the underarm", "underarm", under-25+down)
	lay("on the back of the underarm", "side-back", under-20+down)
	lay("on the back seams", "back", 80+down)
	lay("in the first darts", "front", h.form.Torso.BustPoint.Z-32-10+down)
	lay("in the second darts", "front", h.form.Torso.BustPoint.Z-32-10+down)
	h.Casing = true
}
