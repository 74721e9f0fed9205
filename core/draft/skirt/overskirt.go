package skirt

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Overskirt is a draped overskirt of the 1870s and 1880s on a band of its own: an apron front whose sides
// are drawn up in pleats, and a back drawn up in puffs on tapes.
type Overskirt struct{}

// About describes it.
func (Overskirt) About() draft.About {
	return draft.About{Kind: "overskirt", Name: "Draped overskirt", Family: family.Skirt,
		What: "An apron front, its sides drawn up in pleats that fan to the hips, and a back looped up in puffs on tapes: over " +
			"the skirts " +
			"of the 1870s and 1880s.",
		Usual: cloth.Fabric{Name: "Silk and wool", Colour: "verdigris", Width: 1400, Selvedge: 10, Thickness: 0.35, Weight: 150,
			Shrinkage: 0.02}}
}

// Parameters are what is asked about it.
func (Overskirt) Parameters() []draft.Parameter {
	puffs := draft.Tally("puffs", "Puffs behind", 1, 3, 2, "two, the upper one larger", figure.Memory,
		"Each is looped up from a point on the cloth to a ring higher up on its tape.")
	pleats := draft.Tally(draft.Pleats, "Pleats at each side", 3, 9, 5, "four to seven", figure.Memory,
		"They turn up, the first ⟦6 cm⟧ below "+
			"the band.")
	pleats.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 3, max(min(9, 1+math.Floor((v.Number("side")-firstPleat-lastPleat)/25)), 3)
	}
	back := draft.MmFrom("back", "Back, drawn up", 300, 1100, "to ⟦22 cm⟧ above the floor",
		"From the band to its lower edge as it hangs, over what is worn under it.", func(on figure.Figure,
			_ draft.Values) (float64, figure.Source) {
			return max(min(on.WaistToFloor(180)-220, 1100), 300), figure.Memory
		})
	return draft.Without(part.OnBand(25, 10,
		draft.Mm("front", "Front, at the centre", 300, 900, 550, "⟦40 cm⟧ to ⟦80 cm⟧", figure.Memory, "From the band to the hem."),
		draft.Mm("side", "Sides, drawn up", 220, 800, 520, "as long as the tape that holds them", figure.Memory,
			"From the band to where the apron's edge ends behind the hip."),
		draft.Times("draws", "Sides, cut times drawn", 1.2, 2.2, 1.6, "1.4 to 2", figure.Memory, "The more, the deeper the folds."),
		pleats,
		draft.Times("apron_full", "Apron over the hips, times what it covers", 1, 1.4, 1.15, "loose enough to fold", figure.Memory,
			"1.15 lies easily; to 1.35 makes rich folds."),
		back, puffs,
		draft.Times("back_draws", "Back, cut times drawn", 1.2, 1.9, 1.5, "1.35 to 1.8", figure.Memory,
			"A puff that stands out so far takes up twice that."),
		draft.Times("back_full", "Back at the band, times what it is taken into", 2, 6.5, 5, "5 to 6 to 1", figure.Memory,
			"Pleated small, or gathered."),
		draft.Mm(draft.Hem, "Hem allowance", 10, 60, 25, "faced or turned; trimmed before it is draped", figure.Memory, "All round "+
			"both pieces.")), draft.Placket)
}

// covers is how far round the apron reaches, degrees (from memory: just behind the hip), firstPleat how
// far below the band its uppermost pleat lies and lastPleat how far above its end the lowest, mm.
const covers, firstPleat, lastPleat = 112.0, 60.0, 80.0

// apron is the front as it is cut: the half on its fold.
type apron struct {
	waist, top, hem float64 // of the half: of the band, and of the cloth at the band and at the hem
	front, cut      float64 // along the centre and along the side
	seamed          bool    // it has a seam down the centre: the cloth is too narrow for the fold
	drawn           float64
	pleats          int
}

// takeUp is what each of the side's pleats takes up, mm: twice its depth.
func (a apron) takeUp() float64 { return (a.cut - a.drawn) / float64(a.pleats) }

// apronOn drafts it.
func apronOn(on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) (apron, error) {
	waist := on.At(0)
	a := apron{waist: band.Lower * waist.Arc(0, covers) / waist.Girth(), front: v.Number("front"), drawn: v.Number("side"),
		pleats: v.Whole(draft.Pleats)}
	a.cut = a.drawn * v.Number("draws")
	hip := on.At(min(on.Drop(figure.Hip), on.FallsTo(90, a.drawn))).Arc(0, covers)
	// It is cut on the fold, in one breadth: a narrow cloth takes from what would only fold.
	room := float64(in.Usable())/2 - max(v.Number(draft.Allowance), v.Number(draft.Hem)) - 4 // its sides slant
	least := max(hip, a.waist)
	if least > room-5 {
		room, a.seamed = 2*room-v.Number(draft.Allowance), true
	}
	if least > room-5 {
		return a, fmt.Errorf("the apron goes round %s from side to side, and this cloth has %s: choose a wider cloth, or shorter sides",
			measure.Tell(2*least), measure.Tell(2*room))
	}
	a.top = min(max(a.waist, hip*v.Number("apron_full")), room-5)
	a.hem = min(a.top*1.3, room) // folds that fan out need more below
	return a, nil
}

// piece is the apron: its centre on the fold, its side slanting out, its hem falling to the sides, from
// where the pleats draw it up.
func (a apron) piece(v draft.Values) (pattern.Piece, error) {
	// The side leans so that it is as long as it is cut between the widths; it rises a little above the
	// centre at the band, for the waist slopes up to the hip.
	rise := min(15, a.top/12)
	out := a.hem - a.top
	if a.cut <= out+60 {
		return pattern.Piece{}, fmt.Errorf("the apron’s sides are cut only %s long: make them longer, or cut them fuller",
			measure.Tell(a.cut))
	}
	down := math.Sqrt(a.cut*a.cut - out*out)
	corner, foot := plane.Pt(a.top, rise), plane.Pt(a.hem, rise-down)
	side := foot.Sub(corner).Unit()
	low := plane.Pt(0, -a.front)
	hem := plane.Sweep(low, plane.Pt(1, 0), foot, plane.Pt(foot.X, 1.3*(foot.Y-low.Y)).Unit())
	top := plane.Sweep(corner, side.Right(), plane.Pt(0, 0), plane.Pt(-1, 0))
	p := pattern.Piece{ID: "apron", Name: "Apron front", Cut: 1, Fold: "centre", Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: hem, Allowance: v.Number(draft.Hem), Turned: true},
		{ID: "side", Name: "side, drawn up", Line: []plane.Point{foot, corner}, Allowance: v.Number(draft.Allowance)},
		{ID: "top", Name: "waist edge", Line: top, Allowance: v.Number(draft.Allowance)},
		{ID: "centre", Name: "centre, on the fold", Line: []plane.Point{{}, {Y: -a.front}}}}}
	if a.seamed {
		p.Cut, p.Mirrored, p.Fold = 2, true, ""
		part.Rename(&p, "centre", "centre", "centre seam", v.Number(draft.Allowance))
	}
	p.Be(pattern.Hem, "hem")
	p.Be(pattern.FacedOut, "side")
	// Between the pleats lies what shows, evenly; each is folded upwards.
	shows := (a.drawn - firstPleat - lastPleat) / float64(max(a.pleats-1, 1))
	at := firstPleat
	outline, _ := p.Outline()
	for i := range a.pleats {
		for k, kind := range []pattern.MarkKind{pattern.PleatTo, pattern.PleatFold} {
			q := corner.Add(side.Times(at + float64(k)*a.takeUp()))
			label := ""
			if kind == pattern.PleatFold {
				label = fmt.Sprint(i + 1)
			}
			long := 45.0
			for long > 8 && !plane.Inside(outline, q.Add(side.Right().Times(long+4))) { // near the hem it is shorter
				long -= 4
			}
			if !plane.Inside(outline, q.Add(side.Right().Times(long))) {
				return p, fmt.Errorf("the apron runs out into a point at the lower ends of its sides: let it be longer before, " +
					"or draw its sides up less")
			}
			p.Marks = append(p.Marks, pattern.Mark{Kind: kind, Label: label, Path: []plane.Point{q, q.Add(side.Right().Times(long))}})
		}
		at += shows + a.takeUp()
	}
	return p, nil
}

// looped is where the back is drawn up: how far down the cloth each loop lies, and how far down its tape
// the ring it is tied to, from the band, mm.
type looped struct{ loop, ring float64 }

// loops draw cloth of one length to another in puffs of which each is smaller than the one above: as 2 to
// 1.5 to 1. What the last has below it hangs.
func loops(cut, drawn float64, puffs int) []looped {
	shares := []float64{2, 1.5, 1}[:puffs]
	sum := 0.0
	for _, s := range shares {
		sum += s
	}
	const hangs = 0.22 // of the drawn length lies below the last loop
	var out []looped
	cloth, tape := 0.0, 0.0
	for _, s := range shares {
		tape += drawn * (1 - hangs) * s / sum
		cloth += (cut - drawn*hangs) * s / sum
		out = append(out, looped{cloth, tape})
	}
	return out
}

// backBreadths are the half back from its centre out, so wide in all: on the fold, or from a seam down the
// centre.
func backBreadths(v draft.Values, in cloth.Fabric, wide, cut float64) ([]pattern.Piece, error) {
	seam, hem := v.Number(draft.Allowance), v.Number(draft.Hem)
	n, err := fullness.Panels(2*wide, float64(in.Usable()), max(seam, hem))
	if err != nil {
		return nil, err
	}
	piece := func(id, name string, across float64, folded bool) pattern.Piece {
		p := pattern.Rectangle(id, name, across, cut, seam)
		p.Allow(hem, "bottom")
		p.Be(pattern.Hem, "bottom")
		p.Cut, p.Mirrored = 2, true
		if folded {
			p.Cut, p.Mirrored, p.Fold = 1, false, "left"
			p.Allow(0, "left")
		}
		e, _ := p.Edge("top")
		p.GatherRows(e.Line)
		return p
	}
	// All as wide, the first on the fold where their number is odd.
	each, rest := 2*wide/float64(n), wide
	var out []pattern.Piece
	for k := 0; rest > 0.5; k++ {
		across := each
		if k == 0 && n%2 == 1 {
			across /= 2
		}
		id, name := "back", "Back"
		if k > 0 {
			id, name = fmt.Sprintf("back-%d", k+1), fmt.Sprintf("Back %d, further out", k+1)
		}
		out = append(out, piece(id, name, across, k == 0 && n%2 == 1))
		rest -= across
	}
	last := &out[len(out)-1]
	last.Allow(hem, "right")
	last.Be(pattern.FacedOut, "right")
	return out, nil
}

// Draft drafts it.
func (Overskirt) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	band := part.BandOn(on, v)
	a, err := apronOn(on, v, in, band)
	if err != nil {
		return draft.Draft{}, err
	}
	front, err := a.piece(v)
	if err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	taken := band.Lower/2 - a.waist // of the band by the half back
	cut := v.Number("back") * v.Number("back_draws")
	wide := taken * v.Number("back_full")
	if wide > 4000 {
		return draft.Draft{}, fmt.Errorf("the back would be %s wide: take it less full", measure.TellLong(2*wide))
	}
	ties := loops(cut, v.Number("back"), v.Whole("puffs"))
	tapes := []float64{0, wide * 0.55}
	backs, err := backBreadths(v, in, wide, cut)
	if err != nil {
		return draft.Draft{}, err
	}
	d.Pieces = append([]pattern.Piece{front}, backs...)
	from := 0.0
	for i := range backs {
		p := &d.Pieces[1+i]
		across := plane.BoxOf(p.Edges[0].Line).Width()
		tieUp(&d, p, from, across, cut, ties, tapes)
		from += across
		if i > 0 {
			d.Sew(fmt.Sprintf("back-%d", i), d.Pieces[i].ID, "right", p.ID, "left", "plain")
		}
	}
	if a.seamed {
		d.Sew("centre-front", "apron", "centre", "apron", "centre", "plain")
		d.Remark(false, "The apron has a seam down the centre", "The cloth is too narrow for it on the fold; a wider one saves the seam.")
	}
	if backs[0].Fold == "" {
		d.Sew("centre-back", "back", "left", "back", "left", "plain")
	}
	var stretches []pattern.Stretch
	sew := func(hand pattern.Hand, k int) {
		p := &d.Pieces[k]
		e, _ := p.Edge("top")
		long, by := a.waist, pattern.SmallPleats
		if k > 0 {
			long, by = taken*e.Length()/wide, pattern.Gathers
		}
		more := e.Length() - long
		switch {
		case more <= pattern.Slack:
			by = pattern.Equal
		case more > long: // over what stands out at the sides
			by = pattern.Gathers
		}
		id := "to-" + p.ID + "-" + string(hand)
		stretches = append(stretches, pattern.Stretch{ID: id, Name: "to the " + p.ID + ", " + string(hand), Length: long})
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + id[3:], A: pattern.Side{Piece: "band", Edge: id},
			B: pattern.Side{Piece: p.ID, Edge: "top", Copy: pattern.Copy{Hand: hand}}, Ease: more, Absorbed: by, Join: pattern.Banded})
	}
	sew(pattern.Left, 0)
	sew(pattern.Right, 0)
	for k := len(backs); k > 0; k-- {
		sew(pattern.Right, k)
	}
	for k := range backs {
		sew(pattern.Left, k+1)
	}
	d.Pieces = append(d.Pieces, band.Piece(stretches...))
	finishOverskirt(&d, on, v, in, drapery{a, band, ties, tapes, cut, wide})
	return d, nil
}

// tieUp marks the loops of a breadth that lies so far out, so wide and so long, and tells how far they draw it up.
func tieUp(d *draft.Draft, p *pattern.Piece, from, across, cut float64, ties []looped, tapes []float64) {
	for _, l := range ties {
		d.TiedUp = append(d.TiedUp, draft.TiedUp{Piece: p.ID, Cloth: l.loop, Tied: l.ring})
	}
	for _, x := range tapes {
		if x < from || x >= from+across {
			continue
		}
		for k, l := range ties {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Tie, Label: fmt.Sprint("loop ", k+1),
				Path: []plane.Point{{X: x - from, Y: cut - l.loop}}})
		}
	}
}

// drapery is what an overskirt is finished from.
type drapery struct {
	apron
	band      part.Band
	ties      []looped
	tapes     []float64
	cut, wide float64 // of the back: its length, and its half width
}

// finishOverskirt measures, closes and says how it is drawn up.
func finishOverskirt(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, o drapery) {
	thick, drawn := float64(in.Thickness), v.Number("back")
	d.Measure("front", "the apron", "in length at the centre", o.front)
	d.Measure("side.cut", "the apron’s side", "as it is cut", o.apron.cut)
	d.Measure("side.drawn", "the apron’s side", "drawn up", o.drawn)
	d.Measure("back.cut", "the back", "as it is cut", o.cut)
	d.Measure("back.drawn", "the back", "drawn up", drawn)
	d.Measure("back.width", "the back", "in width, in all", 2*o.wide)
	band := o.band
	bulk := band.Bulk(thick, thick, o.waist*2+2*o.wide)
	reach := on.FallsTo(180, drawn)
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk}, {Drop: band.Depth + 40, Depth: 2 * thick},
		{Drop: reach, Depth: 2 * thick}}
	// A puff stands out by half of what it takes up more than its tape, less what lies in folds.
	first := o.ties[0]
	stands := min((first.loop-first.ring)/2*0.45, 60)
	d.Wear.Pads = []figure.Pad{{Bearing: 180, Spread: 180 - covers + 10, Depth: []figure.Depth{{Drop: 0, Depth: 0},
		{Drop: first.ring * 0.55, Depth: stands}, {Drop: first.ring, Depth: stands * 0.6}, {Drop: max(reach, first.ring+1),
			Depth: 0}}}}
	d.Wear.Foot = []float64{on.FallsTo(0, band.Depth+o.front), on.FallsTo(90, band.Depth+o.drawn), on.FallsTo(180, band.Depth+drawn)}
	// It hangs over the fullest of what is under it.
	low := on.WaistToFloor(90) - 40
	for _, h := range part.Flare(on, band.Depth, on.FallsTo(90, low), max(on.Fullness(), on.GirthAt(figure.Hip))+80, inFolds) {
		if h.Drop < slices.Max(d.Wear.Foot)+60 {
			d.Wear.Hang = append(d.Wear.Hang, h)
		}
	}
	band.Finish(d, on, bulk)
	d.Fasten(closure.Hooks, 2, 0, "one at the end of each of the apron’s tapes, to the back")
	d.Buy("tape", "Tape, "+measure.TellStock(20), 2*(o.drawn+60)/1000, "m", "for the sides of the apron, as long as they are drawn up")
	strips := 2*len(o.tapes) - 1
	d.Buy("tape", "Tape, "+measure.TellStock(12), float64(strips)*(drawn-250+60)/1000, "m",
		fmt.Sprintf("%s behind, from the band, %s shorter than the cloth", measure.Count(strips, "strip"), measure.Tell(250)))
	d.Buy("rings", "Small rings", float64(strips*len(o.ties)), "", "on the tapes, and a loop of thread for each on the cloth")
	if depth := o.takeUp() / 2; depth > 60 || depth < 12 {
		d.Remark(false, "The pleats of the sides are "+measure.Tell(depth)+" deep", "⟦3 cm⟧ to ⟦4.5 cm⟧ lie best: more pleats make them "+
			"shallower, fewer deeper.")
	}
	var where string
	for i, l := range o.ties {
		where += fmt.Sprintf("; loop %d at %s on the cloth to the ring at %s", i+1, measure.Tell(l.loop), measure.Tell(l.ring))
	}
	d.Tell(work.ToHem, "Flat, with its trimming, before anything is draped.")
	d.Tell(work.ToPleat,
		fmt.Sprintf("%d a side, upwards, each takes up %s; mark both sides at once. Baste them on the figure over the skirt, "+
			"let them fan out, then stitch the edge to a tape %s long, pleat by pleat.", o.pleats, measure.TellFine(o.takeUp()),
			measure.Tell(o.drawn)))
	d.Tell(work.ToBand, "The folds of the back are drawn up into it last.")
	d.Do(work.ToLoopUp, "Tie up the puffs", work.TieUp, 1, fmt.Sprintf("Tapes from the band at the centre back and half-way to each "+
		"side%s. The tapes carry it, "+
		"not the seams.", where), work.After{Step: work.ToBand, Why: "the tapes hang from the band"},
		work.After{Step: work.ToHem, Why: "it is hemmed flat, before anything is draped"})
}
