package skirt

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/caution"
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

// Umbrella is a skirt of one part of a circle, without side seams: darts take it to the waist before and at the sides, what
// is left lies in pleats or gathers behind.
type Umbrella struct{}

// About describes it.
func (Umbrella) About() draft.About {
	return draft.About{Kind: "skirt-umbrella", Name: "Umbrella skirt, 1893 to 1902", Family: family.Skirt,
		What: "Nearly half a circle in one, smooth before, falling in flutes from the hip, with its one seam behind on the bias. " +
			"Darts at the waist, a few pleats at the centre back.",
		Usual: cloth.Fabric{Name: "Wool serge", Colour: "ink", Width: 1500, Selvedge: 10, Thickness: 0.5, Weight: 230, Shrinkage: 0.03}}
}

// Of the half waist, its darts lie at these parts from the centre front, and each takes so much, mm (from memory); they
// are so long, mm.
var umbrellaDarts = []struct{ at, take float64 }{{0.2, 15}, {0.4, 18}}

const umbrellaDart = 110.0

// usualWidth is what a cloth of a usual width has for a piece without its seams, mm (from memory).
const usualWidth = 1380.0

// behindHalf is how much of the half band takes what is pleated behind, mm (from memory).
const behindHalf = 45.0

// Parameters are what is asked about it.
func (Umbrella) Parameters() []draft.Parameter {
	share := draft.Times(draft.Circle, "Part of a circle", 0.2, 1, 0.36, "a third and a little more; above a half in the fullest years",
		figure.Memory,
		"½ is half a circle. The less of it, the nearer it hangs to the hips.").Saving("Less of a circle")
	share.Between = func(on figure.Figure, v draft.Values) (float64, float64) { return min(leastUmbrella(on, v), 1), 1 }
	share.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		if least := leastUmbrella(on, v); least > 0.36 {
			return min(least, 1), figure.Reason{Text: "less does not go round what is worn under it", Source: figure.Memory}
		}
		return 0.36, figure.Reason{Text: "smooth before, in flutes at the hem", Source: figure.Memory}
	}
	gathered := draft.Mm("gathered", "Taken in behind, in all", 0, 500, 160,
		"two box pleats of ⟦4 cm⟧, or ⟦12 cm⟧ to ⟦20 cm⟧ gathered", figure.Memory,
		"Cloth of the waist edge at the centre back, beside what the band has there.")
	panels := draft.Tally(draft.Panels, "Panels a side", 1, 2, 1, "one where the cloth is wide enough, else a seam at the side",
		figure.Memory,
		"One is the umbrella’s own cut.")
	panels.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		if u, err := opened(on, v); err == nil && u.Outer*math.Sin(min(u.Angle[len(u.Angle)-1], math.Pi/2)) > usualWidth {
			return 2, figure.Reason{Text: "half of it is wider than a cloth of ⟦150 cm⟧", Source: figure.Memory}
		}
		return 1, figure.Reason{Text: "half of it lies across a cloth of ⟦150 cm⟧", Source: figure.Memory}
	}
	list := append(fitted(), // their order is that of what rests on them
		part.Clearance(400, 20, "⟦=2 cm⟧; for cycling ⟦20 cm⟧ and more", figure.Memory,
			"All round, in the shoes of the ensemble."), part.TrainAsked(),
		draft.Tally("darts", "Darts a side", 0, float64(len(umbrellaDarts)), 2, "two: ⟦15⟧ and ⟦18⟧", figure.Memory,
			"At a fifth and two fifths of the half waist."), gathered, share,
		draft.OneOf("seams", "Before", "A seam lies on the straight of the cloth. On the fold wants cloth as wide as the front opened out.",
			"two", "a seam", "one", "on the fold"), panels)
	for i := range list {
		switch p := &list[i]; p.Key {
		case draft.HipEase:
			p.Default, p.Rule = draft.Fixed(40, "smooth, and free to walk in", figure.Memory), "⟦4 cm⟧"
		case draft.Placket:
			p.Help = "In the seam at the centre back."
		case draft.Hem:
			p.Default = draft.Fixed(15, "a wide one does not lie on the curve: it is faced", figure.Practice)
			p.Rule, p.Saves = "⟦15⟧", ""
			p.High = 40
		}
	}
	return append(append(list, part.TrimsAsked()...), part.LayersAsked())
}

// umbrellaEdge is how long the half of its upper edge is before darts and pleats are sewn, mm.
func umbrellaEdge(on figure.Figure, v draft.Values) float64 {
	half := (on.GirthAt(figure.Waist) + v.Number(draft.WaistEase) + v.Number("gathered")) / 2
	for _, d := range umbrellaDarts[:v.Whole("darts")] {
		half += d.take
	}
	return half
}

// leastUmbrella is the least part of a circle that goes round what it hangs over, to the hundredth.
func leastUmbrella(on figure.Figure, v draft.Values) float64 {
	half, least := umbrellaEdge(on, v), 0.2
	drops := on.Drops(40, on.FallsTo(90, on.WaistToFloor(90)-v.Number(draft.Clearance)))
	needs := make([]float64, len(drops))
	for i, drop := range drops {
		ease := min(v.Number(draft.HipEase), v.Number(draft.HipEase)*drop/on.Drop(figure.Hip))
		needs[i] = (on.Girth(drop)+ease)/2 - half
	}
	for _, b := range []float64{0, 90, 180} {
		for i, fall := range on.Falls(b, drops) {
			least = max(least, math.Ceil(100*needs[i]/math.Pi/fall)/100)
		}
	}
	return least
}

// umbrella is the skirt as it is cut.
type umbrella struct {
	part.Turned
	plain, before float64 // of the half upper edge: what lies before the pleats, sewn and cut
}

// opened lays it out.
func opened(on figure.Figure, v draft.Values) (*umbrella, error) {
	const steps, behind = 60, 10 // of them in the cloth that is taken in
	half, bearing := umbrellaEdge(on, v), bearings(on.At(0))
	u := &umbrella{plain: (on.GirthAt(figure.Waist)+v.Number(draft.WaistEase))/2 - behindHalf}
	if v.Number("gathered") < 1 {
		u.plain += behindHalf
	}
	u.before = u.plain
	for _, d := range umbrellaDarts[:v.Whole("darts")] {
		u.before += d.take
	}
	along, ways := make([]float64, steps+1), make([]float64, steps+1)
	last := steps - behind
	if half-u.before < 1 {
		last = steps
	}
	sewn := 2 * u.plain / (on.GirthAt(figure.Waist) + v.Number(draft.WaistEase)) // of the half band
	for i := range ways {
		share := min(float64(i)/float64(last), 1)
		b := bearing(share * sewn)
		along[i] = share * u.before / half
		if i > last {
			b += (180 - b) * float64(i-last) / float64(steps-last)
			along[i] += (1 - along[i]) * float64(i-last) / float64(steps-last)
		}
		ways[i] = on.Fall(b, on.Floor()-v.Number(draft.Clearance))
	}
	var err error
	if u.Turned, err = part.TurnedBy(v.Number(draft.Circle), along, ways, half); err != nil {
		return nil, err
	}
	return u, u.Fair()
}

// pieces are its half, or a front and a back of it, the centre front upright.
func (u *umbrella) pieces(v draft.Values) []pattern.Piece {
	whole := u.Angle[len(u.Angle)-1]
	if v.Whole(draft.Panels) == 1 {
		return []pattern.Piece{u.piece(v, "half", "Half", 0, whole)}
	}
	side := whole / 2
	return []pattern.Piece{u.piece(v, "front", "Front", 0, side), u.piece(v, "back", "Back", side, whole)}
}

// piece is what lies between two angles, with the darts and the pleats that fall on it.
func (u *umbrella) piece(v draft.Values, id, name string, from, to float64) pattern.Piece {
	whole, seam := u.Angle[len(u.Angle)-1], v.Number(draft.Allowance)
	about := from
	if from > 0 {
		about = (from + to) / 2
	}
	hem, right, top, left := u.Panel(from, to, about, 1)
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: hem, Allowance: v.Number(draft.Hem), Turned: true},
		{ID: "right", Name: "back edge", Line: right, Allowance: seam},
		{ID: "top", Name: "waist edge", Line: top, Allowance: seam},
		{ID: "left", Name: "front edge", Line: left, Allowance: seam}}}
	if from == 0 && v.Choice("seams") == "one" {
		p.Name, p.Cut, p.Mirrored, p.Fold = name+", on the fold", 1, false, "left"
		p.Edges[3].Name, p.Edges[3].Allowance = "centre, on the fold", 0
	}
	p.Be(pattern.Hem, "hem")
	start := plane.Length(u.upper(0, from))                                        // of its edge along the half, from the centre front
	if behind := start + plane.Length(top) - u.before; to == whole && behind > 1 { // the edge runs from the back to the front
		p.Split("top", pattern.Stretch{ID: "top-back", Name: "waist edge, behind", Length: behind},
			pattern.Stretch{ID: "top", Name: "waist edge"})
		e, _ := p.Edge("top-back")
		p.GatherRows(e.Line)
	}
	e, _ := p.Edge("top")
	taken := 0.0
	for i, d := range umbrellaDarts[:v.Whole("darts")] {
		at := d.at*u.plain + taken + d.take/2 // of its middle
		taken += d.take
		if at < start || at > start+e.Length() {
			continue
		}
		at = e.Length() - (at - start)
		a, _ := plane.Along(e.Line, at-d.take/2)
		b, _ := plane.Along(e.Line, at+d.take/2)
		down := b.Sub(a).Left().Unit()
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{a, a.Mid(b).Add(down.Times(umbrellaDart)), b},
			Label: fmt.Sprintf("dart %d, %s", i+1, measure.TellFine(d.take))})
	}
	return p
}

// upper is its upper edge from one angle to another.
func (u *umbrella) upper(from, to float64) []plane.Point {
	if to <= from {
		return nil
	}
	_, _, top, _ := u.Panel(from, to, from, 1)
	return top
}

// Draft drafts it.
func (Umbrella) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	if least := leastUmbrella(on, v); least > 1 {
		return draft.Draft{}, fmt.Errorf("not even a whole circle goes round what is worn under it: choose a skirt of straight breadths " +
			"or of gores, or wear less under it")
	}
	u, err := opened(on, v)
	if err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Pieces: u.pieces(v), Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	band := part.Band{Allowance: v.Number(draft.Allowance), Closure: "hooks", Opening: v.Number(draft.Placket), At: draft.AtBack,
		Depth: v.Number(draft.Band), Lap: v.Number(draft.Lap)}
	n := len(d.Pieces)
	joined(&d, n, false, band.Opening, measure.Tell(band.Opening), "side")
	if p := d.Pieces[0]; p.Fold == "" {
		d.Sew("centre-front", p.ID, "left", p.ID, "left", "plain")
	}
	runs, edges := u.runs(&d, v)
	for _, r := range runs {
		band.Waist += 2 * r.Long
	}
	band.Length, band.Lower = band.Waist, band.Waist
	d.Placket(band.Opening, band.Allowance)
	var stretches []pattern.Stretch
	add := func(side pattern.Hand, edge string, r draft.WaistRun) {
		id := "to-" + r.Piece + "-" + edge + "-" + string(side)
		stretches = append(stretches, pattern.Stretch{ID: id, Name: "to " + r.Name + ", " + string(side), Length: r.Long})
		s := pattern.Seam{ID: "band-" + r.Piece + "-" + edge + "-" + string(side), A: pattern.Side{Piece: "band", Edge: id},
			B: pattern.Side{Piece: r.Piece, Edge: edge, Copy: pattern.Copy{Hand: side}}, Ease: r.More, Join: pattern.Banded}
		if r.More > 0 {
			s.Absorbed = r.By
		}
		d.Seams = append(d.Seams, s)
	}
	for k := len(runs) - 1; k >= 0; k-- {
		add(pattern.Left, edges[k], runs[k])
	}
	for k, r := range runs {
		add(pattern.Right, edges[k], r)
	}
	d.Waist.Runs = runs
	d.Pieces = append(d.Pieces, band.Piece(stretches...))
	part.RemarkSlope(&d, u.Moved)
	u.finish(&d, on, v, in, band)
	bearings := []float64{0, 180}
	if n == 2 {
		bearings = []float64{0, 90, 180}
	}
	return d, finished(&d, on, v, in, betweens(d.Pieces[:n], bearings, false))
}

// runs are the stretches of the band from the front to the back, and the edges that are sewn to them.
func (u *umbrella) runs(d *draft.Draft, v draft.Values) (runs []draft.WaistRun, edges []string) {
	at := 0.0
	for i := range d.Pieces {
		p := &d.Pieces[i]
		for _, id := range []string{"top", "top-back"} {
			e, ok := p.Edge(id)
			if !ok {
				continue
			}
			r := draft.WaistRun{Piece: p.ID, Name: "the " + strings.ToLower(p.Name[:1]) + p.Name[1:], Long: e.Length()}
			if id == "top-back" {
				r.Name, r.Long, r.More, r.By = r.Name+", behind", behindHalf, e.Length()-behindHalf, pattern.Gathers
			} else {
				taken := 0.0
				for _, m := range p.Marks {
					if m.Kind == pattern.Dart {
						taken += m.Path[0].To(m.Path[2])
					}
				}
				if r.Long, r.More = e.Length()-taken, taken; taken > 0 {
					r.By = pattern.Darts
				}
				for _, x := range umbrellaDarts[:v.Whole("darts")] {
					if s := x.at*u.plain - at; s > 0 && s < r.Long {
						r.Darts = append(r.Darts, s)
					}
				}
			}
			at += r.Long
			runs, edges = append(runs, r), append(edges, id)
		}
	}
	return runs, edges
}

// finish measures, closes and says what is particular.
func (u *umbrella) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) {
	whole, thick := u.Angle[len(u.Angle)-1], float64(in.Thickness)
	hem := 2 * whole * u.Outer
	reach := on.FallsTo(90, on.WaistToFloor(90)-v.Number(draft.Clearance))
	bulk := band.Bulk(thick, thick, 2*umbrellaEdge(on, v))
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: 40, Depth: thick}, {Drop: reach, Depth: thick * 1.5}}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, 0, reach, hem, foldsOf), hem
	atHip := 2 * (umbrellaEdge(on, v) + whole*on.Fall(90, on.Drop(figure.Hip)))
	d.Measure("hip", "the skirt", "at the hip", atHip)
	d.Measure("hem", "the hem", "all round", hem)
	for i, where := range []string{"front", "side", "back"} {
		d.Measure("length."+where, "the skirt", "in length at the "+where, on.Fall(90*float64(i), on.Floor()-v.Number(draft.Clearance)))
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-8, 0)})
	}
	band.Finish(d, on, bulk)
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), (band.Lower+50)/1000, "m",
		"along the waist edge, which lies on every grain and stretches")
	across := u.Outer * math.Sin(min(whole/v.Number(draft.Panels), math.Pi/2))
	if v.Choice("seams") == "one" {
		if across *= 2; across > float64(in.Width-2*in.Selvedge) {
			d.Offer(false, "It is wider than the cloth",
				fmt.Sprintf("Opened out it measures %s across, the cloth %s between its selvedges: "+
					"corners are pieced.", measure.Tell(across), measure.Tell(float64(in.Width-2*in.Selvedge))),
				"With a seam before", draft.Settings{"seams": "two"})
		}
	}
	if under := on.Fullness(); under > hem+10 {
		d.Remark(false, "What is worn under it is fuller", fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed and shows "+
			"in folds. A larger part of a circle is wider.", measure.Tell(under), measure.Tell(hem)))
	}
	if loose := atHip - on.GirthAt(figure.Hip) - v.Number(draft.HipEase) - v.Number("gathered"); loose > 250 {
		d.Remark(false, "It stands off the hip by "+measure.Tell(loose), "One cone from the waist to so wide a hem can’t lie on the "+
			"hip: the "+
			"surplus falls into the flutes. A smaller part of a circle, or gores, lie closer.")
	}
	d.MockUp = "The upper ⟦25 cm⟧ in cheap cloth, over all that is worn under it: the darts are pinned on the figure, the hip first."
	d.Tell(work.ToStay, "At once when it is cut: the waist edge and both edges of the seam behind.")
	d.Tell(work.ToDart, "From the waist to nothing; tie the ends, press towards the centre.")
	d.Tell(work.ToJoin, "From the hem up; the seam behind lies on the bias: hang the halves a night before it is sewn.")
	d.Tell(work.ToHang, "A day and a night at least, on the band: it drops most half way between the threads.")
	d.Tell(work.ToHem, "Trim it level first. The flutes stand best over a hem that is faced ⟦10 cm⟧ to ⟦25 cm⟧ deep and stiffened: "+
		"choose it among the hems.")
}
