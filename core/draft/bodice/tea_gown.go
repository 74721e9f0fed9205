package bodice

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// TeaGown is the loose gown of 1890 to 1910 that hangs from neck and shoulders over a fitted lining, with pleats behind from
// the neck down, open before.
type TeaGown struct{}

// About describes it.
func (TeaGown) About() draft.About {
	return draft.About{Kind: "gown-tea", Name: "Tea gown, 1890 to 1910", Family: family.Gown,
		What: "A loose outer of front and back that falls from the shoulders to the floor, its back laid in deep pleats at the neck, over " +
			"a fitted lining that is hooked to the hip. Worn at home, often without a corset: draft it to that figure.",
		Usual: cloth.Fabric{Name: "Wool challis", Colour: "weld", Width: 1500, Selvedge: 10, Thickness: 0.3, Weight: 120, Shrinkage: 0.04}}
}

// hipLow is how far below the waist its bodice part and its lining reach, mm; it is lengthened from there.
const hipLow = 120.0

// Parameters are what is asked about it.
func (TeaGown) Parameters() []draft.Parameter {
	pleats := draft.Tally(draft.Pleats, "Pleats behind, a side", 1, 4, 2, "two", figure.Memory, "Folded towards the centre back.")
	stitched := draft.Mm("stitched", "Pleats stitched down", 20, 240, 120, "⟦12 cm⟧", figure.Memory, "From the neck.")
	full := draft.Mm("fullness", "Pleated behind, in all", 0, 1000, 450, "⟦50 cm⟧ to ⟦90 cm⟧", figure.Memory,
		"Cloth beside what the back needs. 0 for a plain back.")
	full.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		// What a cloth of a usual width has beside the back itself, at its hem.
		room := usualWidth - ringOf(on,
			v)/2 - 2*math.Tan(v.Number("flare")*math.Pi/180)*(on.WaistToFloor(90)-v.Number(draft.Clearance)) - 80
		return max(min(450, math.Floor(room/10)*10), 0), figure.Reason{Text: "⟦45 cm⟧, or what the back leaves of a cloth " +
			"of ⟦150 cm⟧",
			Source: figure.Memory}
	}
	pleats.When = func(v draft.Values) bool { return v.Number("fullness") >= leastFull }
	stitched.When = pleats.When
	flare := draft.Times("flare", "Side seams slope out, degrees", 0, 16, 6, "a soft flare", figure.Memory, "From the waist to the hem.")
	flare.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		least := min(leastFlare(on, v), 30)
		return least, max(16, least+4)
	}
	return slices.Concat(loose(200, 120, "⟦20 cm⟧ and more: it hangs free of the lining."), necks(0, 0, 0), armholes(0, 0, 0, 12),
		[]draft.Parameter{
			part.Clearance(300, 0, "to the floor", figure.Memory, "In the shoes of the ensemble."),
			part.TrainAsked(), flare, full, pleats, stitched,
			draft.Mm("lining_ease", "Lining, ease at bust and waist", 10, 160, 40, "over the figure as it is worn", figure.Memory,
				"It is fitted; without a corset it wants ⟦4 cm⟧ to ⟦6 cm⟧."),
			closes("hooks", "buttons", "loops"), laps(20)},
		collars(55, 70, "stand", "none", "flat", "ruffle", "bound"), moves("side", "side seam"), allowances(15, 40),
		sleeve.Parameters("gathered"))
}

// leastFlare is how far the side seams must slope out to go round what it hangs over below the waist, degrees.
func leastFlare(on figure.Figure, v draft.Values) float64 {
	ring, least := ringOf(on, v), 0.0
	for _, drop := range on.Drops(60, on.Floor()-v.Number(draft.Clearance)) {
		least = max(least, math.Atan((on.Girth(drop)+30-ring)/4/drop)*180/math.Pi)
	}
	return math.Ceil(least)
}

// usualWidth is what a cloth of a usual width has between its selvedges once it is washed, mm (from memory).
const usualWidth = 1420.0

// ringOf is what the outer measures round itself from the bust to the hip, mm.
func ringOf(on figure.Figure, v draft.Values) float64 {
	return max(on.GirthAt(figure.Bust)+v.Number(draft.BustEase), max(on.GirthAt(figure.HighHip),
		on.GirthAt(figure.Hip))+v.Number(draft.HipEase))
}

// leastFull is the least fullness that is pleated, mm.
const leastFull = 40.0

// Draft drafts it.
func (t TeaGown) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return t.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (TeaGown) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	ask.last = true // it hangs in pleats, and goes round nothing
	h, err := begun(ask, on, v, lower{above: -hipLow})
	if err != nil {
		return draft.Draft{}, err
	}
	h.spans = nil
	side := h.side(0.5, 0.5)
	if err := h.together(sewing{panels: []named{h.between("front", "Front", h.centreFront(), side, surface.FromFront).plumb("centre-front"),
		h.between("back", "Back", side, h.centreBack(), surface.FromBack).onFold("centre-back")},
		opens: "centre-front", faced: "face-bias", hem: pattern.Hem}, in); err != nil {
		return draft.Draft{}, err
	}
	h.Waist = draft.Waist{}
	if err := h.toTheFloor(); err != nil {
		return draft.Draft{}, err
	}
	if err := h.pleatedBehind(); err != nil {
		return draft.Draft{}, err
	}
	if err := h.linedFitted(in); err != nil {
		return draft.Draft{}, err
	}
	for _, id := range []string{"front", "back"} { // what hangs in pleats goes round nothing
		h.Pieces[h.index(id)].Levels = nil
	}
	h.hangs(float64(in.Thickness))
	if err := part.Trained(h.Draft, on, v, []part.Between{{Piece: "front", From: 0, To: 90}, {Piece: "back", From: 90,
		To: 180}}); err != nil {
		return draft.Draft{}, err
	}
	h.tellTea()
	return *h.Draft, h.sound()
}

// toTheFloor lets front and back hang from the hip to the hem, the side seams sloping out from the waist.
func (h *half) toTheFloor() error {
	from, clear := h.on.FromNeck(), h.v.Number(draft.Clearance)
	below := func(b float64) float64 { w := from(b); return w(h.on.Floor()-clear) - w(0) }
	if least := min(below(0), min(below(90), below(180))); least < hipLow+200 {
		return fmt.Errorf("below the waist it would be only %s long: let its hem come nearer the floor", measure.Tell(max(least, 0)))
	}
	slope := h.v.Number("flare") * math.Pi / 180
	for _, at := range []struct {
		piece, centre string
		bearing       float64
	}{{"front", "centre-front", 0}, {"back", "centre-back", 180}} {
		p := &h.Pieces[h.index(at.piece)]
		hem, _ := p.Edge("hem")
		side, _ := p.Edge("side")
		centre, _ := p.Edge(at.centre)
		first := at.piece == "front" // its hem runs from the centre to the side, the back's from the side to the centre
		upward := side.Line
		if !first {
			upward = plane.Reversed(side.Line)
		}
		out := 1.0
		if hem.Line[0].X > hem.Line[len(hem.Line)-1].X == first {
			out = -1
		}
		waist, dir := plane.Along(upward, min(hipLow, plane.Length(upward)/2))
		down := plane.Pt(out*math.Sin(slope), -math.Cos(slope))
		run := func(reach float64) []plane.Point { // from the waist down
			return plane.Sweep(waist, dir.Times(-1), waist.Add(down.Times(reach)), down)
		}
		low, high := 100.0, 2*below(90)
		for range 50 {
			if mid := (low + high) / 2; plane.Length(run(mid)) < below(90) {
				low = mid
			} else {
				high = mid
			}
		}
		lower := run(low)
		foot := lower[len(lower)-1]
		line := plane.Join(plane.Reversed(lower), plane.Part(upward, min(hipLow, plane.Length(upward)/2), plane.Length(upward)))
		end := centre.Line[len(centre.Line)-1] // of a front it runs down, of a back up
		if !first {
			end = centre.Line[0]
		}
		end = plane.Pt(end.X, end.Y-(below(at.bearing)-hipLow))
		curve := plane.Sweep(end, plane.Pt(out, 0), foot, down.Turned(out*math.Pi/2))
		// Lengthened at its start, an edge takes its notches along.
		begins, was := side, side.Length()
		if first {
			hem.Line, side.Line = curve, line
			centre.Line = append(centre.Line, end)
		} else {
			begins, was = centre, centre.Length()
			hem.Line, side.Line = plane.Reversed(curve), plane.Reversed(line)
			centre.Line = append([]plane.Point{end}, centre.Line...)
		}
		for k := range p.Notches {
			if n := &p.Notches[k]; n.Edge == begins.ID {
				n.At += begins.Length() - was
			}
		}
		hem.Allowance, hem.Turned = h.v.Number(draft.Hem), true
		if err := p.Fault(); err != nil {
			return err
		}
	}
	return nil
}

// neckZone is how much of the half neck behind takes the pleats, at most, mm.
const neckZone = 45.0

// pleatedBehind adds the fullness at the centre back and marks its pleats from the neck down.
func (h *half) pleatedBehind() error {
	full := h.v.Number("fullness") / 2
	if 2*full < leastFull {
		return nil
	}
	i := h.index("back")
	neck, _ := h.Pieces[i].Edge("neck")
	zone := min(neckZone, neck.Length()*0.6)
	was := neck.Length()
	p, err := h.Pieces[i].Extended("centre-back", full, "as far as the back itself")
	if err != nil {
		return err
	}
	e, _ := p.Edge("neck")
	line := e.Line // from the centre back on
	if !meets(&p, "neck", "centre-back", true) {
		line = plane.Reversed(line)
	}
	pl, err := fullness.KnifePleats(full+zone, zone, h.v.Whole(draft.Pleats))
	if err != nil {
		return err
	}
	deep := h.v.Number("stitched")
	put := func(kind pattern.MarkKind, at float64, label string) { // counted from the shoulder's side
		q, _ := plane.Along(line, full+zone-min(at, pl.Cloth))
		p.Marks = append(p.Marks, pattern.Mark{Kind: kind, Label: label, Path: []plane.Point{q, q.Sub(plane.Pt(0, deep))}})
	}
	for k, m := range pl.Marks() {
		put(pattern.PleatFold, m.Fold, fmt.Sprint(k+1))
		put(pattern.PleatTo, m.To, "")
	}
	h.Pieces[i] = p
	more := e.Length() - was
	for k := range h.Seams {
		s := &h.Seams[k]
		for _, side := range []pattern.Side{s.A, s.B} {
			if side.Piece == "back" && side.Edge == "neck" {
				if s.A.Piece == "back" { // it was the shorter side
					s.A, s.B, s.Ease = s.B, s.A, -s.Ease
				}
				s.Ease, s.Absorbed = s.Ease+more, pattern.Pleats
				break
			}
		}
	}
	h.Tell(work.ToPleat,
		fmt.Sprintf("%d a side, towards the centre back: each shows %s and takes up %s, stitched down for %s, free below. The "+
			"neck is stayed before they are laid.", pl.Count, measure.TellFine(pl.Reveal), measure.TellFine(pl.TakeUp), measure.Tell(deep)))
	return nil
}

// linedFitted adds the fitted lining: a boned basque that is hooked before, cut in lining only.
func (h *half) linedFitted(in cloth.Fabric) error {
	set := draft.Settings{draft.Sleeve: "none", draft.CollarKind: "none", "closes": "hooks", draft.FrontPoint: hipLow,
		draft.SideLow:  hipLow,
		draft.BackLow:  hipLow,
		draft.BustEase: h.v.Number("lining_ease"), draft.WaistEase: h.v.Number("lining_ease"),
		draft.HipEase: max(h.v.Number("lining_ease"), 20)}
	for _, key := range []draft.Key{draft.NeckFront, draft.NeckBack, draft.NeckWide, "inset", draft.ScyeDrop, draft.Allowance} {
		set[key] = h.v.Number(key)
	}
	v, _ := draft.Settle(Basque{}, h.on, set)
	d, err := Basque{}.Draft(h.on, v, in)
	if err != nil {
		return fmt.Errorf("its lining: %w", err)
	}
	for _, p := range d.Pieces {
		p = p.Copied()
		p.ID, p.Name = "lining-"+p.ID, "Lining, "+strings.ToLower(p.Name[:1])+p.Name[1:]
		p.Cut = 2
		if p.Fold != "" {
			p.Cut = 1
		}
		p.Also, p.Hidden = []pattern.CutFor{{For: pattern.ForLining, N: p.Cut}}, true
		p.Be(pattern.Enclosed, "neck", "neck-side", "scye", "scye-back")
		p.Be(pattern.Hem, "hem")
		h.Pieces = append(h.Pieces, p)
	}
	for _, s := range d.Seams {
		s.ID, s.A.Piece, s.B.Piece = "lining-"+s.ID, "lining-"+s.A.Piece, "lining-"+s.B.Piece
		h.Seams = append(h.Seams, s)
	}
	for _, b := range d.Bones {
		b.Piece, b.Place = "lining-"+b.Piece, b.Place+" of the lining"
		h.Bone(b)
	}
	h.Girths = d.Girths // what hangs in pleats goes round nothing
	h.Casing = h.Casing || d.Casing
	for _, f := range d.Fastenings {
		if f.For == "" {
			f.For = "the lining"
		}
		h.Fastenings = append(h.Fastenings, f)
	}
	h.Notions, h.Own = append(h.Notions, d.Notions...), append(h.Own, d.Own...)
	return nil
}

// hangs is how it lies on the figure, and what it measures.
func (h *half) hangs(thick float64) {
	hem := 0.0
	for _, id := range []string{"front", "back"} {
		e, _ := h.edge(id, "hem")
		hem += 2 * e.Length()
	}
	_, lap, turned := h.closing()
	hem -= 2 * (lap + turned)
	bottom := h.on.Floor() - h.v.Number(draft.Clearance)
	ring := 2 * h.form.HalfGirth(h.form.Levels[figure.Bust])
	h.Wear.Foot = nil
	h.Wear.Cover = []figure.Depth{{Drop: -h.form.Torso.NeckPoint.Z, Depth: 2 * thick}, {Drop: hipLow, Depth: 2 * thick},
		{Drop: bottom, Depth: thick}}
	h.Wear.Hang = []draft.Hang{{Drop: h.on.Drop(figure.Bust), Girth: max(ring-60, h.on.GirthAt(figure.Bust))},
		{Drop: h.on.Drop(figure.Hip), Girth: max(ring, h.on.GirthAt(figure.Hip)+60)}, {Drop: bottom, Girth: ring + (hem-ring)*0.55}}
	h.Wear.Hem = hem
	h.Covered = true
	h.Measure("hem", "the hem", "all round", hem)
	h.Warn(caution.Flame, caution.Needle, caution.Iron)
	h.Spares = append(h.Spares, draft.Spare{Dimension: "hem", Where: "the side seams", Seams: 2,
		Allowance: h.v.Number(draft.Allowance) - 6})
}

// tellTea says what is particular about its making.
func (h *half) tellTea() {
	h.Tell(work.ToJoin,
		"The lining is made first, fitted and boned; then front and back, shoulders and sides. Lay the outer over the lining, "+
			"shoulder to shoulder: baste both together at neck and armholes before collar and sleeves are set.")
	h.Tell(work.ToFasten,
		"The lining hooks first, from the neck to the hip; the outer laps over it and closes by itself as far as the waist, "+
			"open below.")
	h.Tell(work.ToHang, "A night, on the neck’s tape, before the hem is levelled.")
	h.MockUp = "The lining in its own cloth, fitted on the figure as it will be worn; then the upper part of the back with its pleats."
}
