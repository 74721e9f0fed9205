// Package skirt holds the outer skirts.
package skirt

import (
	"errors"
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// Gored is a walking skirt of about 1887: a front gore, side gores, and back
// breadths pleated into the band.
type Gored struct{}

func (Gored) About() draft.About {
	return draft.About{
		Kind: "skirt-gored-1887", Name: "Gored skirt, about 1887", Family: "skirt",
		What:  "Front gore, side gores and a pleated back on a band; cut to the hip and shaped to the waist.",
		Usual: cloth.Fabric{Name: "Wool twill", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 0.6, Weight: 240, Shrinkage: 0.03},
	}
}

// steepest is what one gore edge takes in between hip and waist before darts
// help it; darts are between the smallest and the largest, mm (from memory:
// more pulls the seam off its line, less is not worth a dart).
const steepest, smallestDart, largestDart = 20.0, 12.0, 28.0

func (Gored) Parameters() []draft.Parameter {
	return []draft.Parameter{
		{Key: "clearance", Label: "Hem above the floor", Unit: draft.Length, Low: 0, High: 400,
			Rule: "4 cm", Help: "All round, in the shoes of the ensemble.",
			Default: draft.Fixed(40, "clears the street", figure.Memory)},
		{Key: "side_gores", Label: "Side gores a side", Unit: draft.Count, Low: 1, High: 3,
			Rule: "2", Help: "More gores share the shaping over the hip.",
			Default: draft.Fixed(2, "two make a smooth hip", figure.Memory)},
		{Key: "waist_ease", Label: "Ease at the waist", Unit: draft.Length, Low: 0, High: 40,
			Rule: "1 cm", Help: "Over the waist as it is dressed underneath.",
			Default: draft.Fixed(10, "the band turns over its own thickness", figure.Memory)},
		{Key: "hip_ease", Label: "Ease at the hip", Unit: draft.Length, Low: 10, High: 200,
			Rule: "5 cm", Help: "Over the hip as it is dressed underneath.",
			Default: draft.Fixed(50, "the skirt hangs free of the petticoat", figure.Memory)},
		{Key: "back_share", Label: "Back, part of the band", Unit: draft.Ratio, Low: 0.12, High: 0.4,
			Rule: "a quarter", Help: "How much of the waist the pleated back takes.",
			Default: draft.Fixed(0.25, "fullness is carried behind", figure.Memory)},
		{Key: "pleat_ratio", Label: "Pleated cloth, times finished", Unit: draft.Ratio, Low: 1.5, High: 5, Saves: "Shallower pleats behind",
			Rule: "3", Help: "Full-depth knife pleats take three times.",
			Default: draft.Fixed(3, "full-depth knife pleats", figure.Practice)},
		{Key: "hem_round", Label: "Hem, all round", Unit: draft.Length, Saves: "Less flare",
			Rule: "2.4 m, or a tenth more than the cloth at the hip", Help: "1877–82 180 to 220 cm, 1883–89 220 to 280, 1890–96 300 to 450.",
			Default: func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
				if least := clothAtHip(on, v); least*1.1 > 2400 {
					return math.Ceil(least * 1.1), figure.Reason{Text: "a tenth more than the cloth at the hip with its pleats", Source: figure.Memory}
				}
				return 2400, figure.Reason{Text: "1883–89: 220 to 280 cm", Source: figure.Memory}
			},
			Between: func(on figure.Figure, v draft.Values) (float64, float64) {
				low := math.Ceil(clothAtHip(on, v)) + 20
				return low, math.Max(4500, low*1.5)
			}},
		{Key: "pleats", Label: "Pleats a side", Unit: draft.Count, Low: 1, High: 12,
			Rule: "4", Help: "Turned towards the centre back.",
			Default: draft.Fixed(4, "deep, quiet pleats", figure.Memory)},
		{Key: "placket", Label: "Placket opening", Unit: draft.Length, Low: 150, High: 320,
			Rule: "9 in", Help: "In the left seam before the back breadth; the pleats stop short of it.",
			Default: draft.Fixed(228.6, "8 to 9 in", figure.Practice)},
		{Key: "band", Label: "Band, finished depth", Unit: draft.Length, Low: 12, High: 60,
			Rule: "2.5 cm", Help: "Sits upwards from the waist seam.",
			Default: draft.Fixed(25, "a narrow band", figure.Practice)},
		{Key: "lap", Label: "Lap of the band", Unit: draft.Length, Low: 12, High: 60,
			Rule: "2.5 cm", Help: "The underlap for the hooks.",
			Default: draft.Fixed(25, "two hooks", figure.Practice)},
		{Key: "allowance", Label: "Seam allowance", Unit: draft.Length, Low: 6, High: 30,
			Rule: "1.5 cm", Help: "At every seam and the waist.",
			Default: draft.Fixed(15, "enough to fell", figure.Practice)},
		{Key: "hem", Label: "Hem allowance", Unit: draft.Length, Low: 10, High: 120, Saves: "A facing instead of a deep hem",
			Rule: "5 cm", Help: "Turned up, or faced; levelled after hanging.",
			Default: draft.Fixed(50, "room to level", figure.Memory)},
	}
}

// widths are the girths the skirt is made to and how the back divides them.
type widths struct{ waist, hip, frontWaist, frontHip, back, backCloth float64 }

func widthsOf(on figure.Figure, v draft.Values) widths {
	w := widths{waist: on.GirthAt(figure.Waist) + v.Number("waist_ease")}
	w.hip = math.Max(on.GirthAt(figure.Hip)+v.Number("hip_ease"), w.waist)
	w.back = w.waist / 2 * v.Number("back_share")
	w.backCloth = (w.back-free)*v.Number("pleat_ratio") + free
	w.frontWaist = w.waist/2 - w.back
	w.frontHip = math.Max(w.hip/2*(1-v.Number("back_share")*1.1), w.frontWaist)
	return w
}

// clothAtHip is the cloth round the hip with all the pleats' depth: a hem
// can't be less.
func clothAtHip(on figure.Figure, v draft.Values) float64 {
	w := widthsOf(on, v)
	return 2 * (w.frontHip + w.backCloth + steepest + smallestDart)
}

// free is what stays unpleated beside the seam for the placket, mm.
const free = 20.0

// gore is one gore before it is drawn.
type gore struct {
	id, name        string
	half            bool    // lies on a fold at its centre
	waist           float64 // of the half or the whole gore, with its darts
	darts           int
	intake          float64 // of each dart
	takeLeft, take  float64 // what the left and right edge take in from hip to waist
	flareLeft       float64
	flare           float64 // how far the right edge runs out from hip to hem
	longLeft        float64 // length of the left edge, or of the fold
	long            float64 // length of the right edge
	hip             float64 // waist to hip down an edge
	allowance, turn float64
}

// lean is how much steeper an edge sets out from the waist than it runs on the
// mean: the hip is fullest above its line (from memory).
const lean = 1.15

// edgeLine is the right-hand edge of a gore from its waist corner: a fair
// curve to the hip, then straight; exactly long.
func edgeLine(at plane.Point, take, flare, hip, long float64) []plane.Point {
	down := plane.Pt(flare, -(long - hip)).Unit()
	hipPoint := at.Add(plane.Pt(take, -hip))
	curve := plane.Sweep(at, plane.Pt(take*lean, -hip), hipPoint, down)
	rest := long - plane.Length(curve)
	return append(curve, hipPoint.Add(down.Times(rest)))
}

// piece draws a gore. Its waist line has exactly the length asked for and
// meets its edges squarely; so does the hem.
func (g gore) piece() (pattern.Piece, error) {
	if g.long < g.hip+80 || g.longLeft < g.hip+80 {
		return pattern.Piece{}, errors.New("the skirt is too short: it ends above the hip and 8 cm; lower the hem")
	}
	chord := g.waist
	var waist, left, right []plane.Point
	for range 8 {
		var lc, rc plane.Point
		var atLeft plane.Point // direction of the waist line at its left end
		tiltR := plane.Pt(g.take*lean, -g.hip).Unit()
		if g.half {
			rise := chord * math.Tan(math.Atan2(g.take*lean, g.hip)/2)
			lc, rc, atLeft = plane.Pt(0, 0), plane.Pt(chord, rise), plane.Pt(1, 0)
		} else {
			lc, rc = plane.Pt(-chord/2, 0), plane.Pt(chord/2, 0)
			tiltL := plane.Pt(-g.takeLeft*lean, -g.hip).Unit()
			atLeft = tiltL.Left()
		}
		waist = plane.Reversed(plane.Sweep(lc, atLeft, rc, tiltR.Left()))
		right = edgeLine(rc, g.take, g.flare, g.hip, g.long)
		if g.half {
			left = []plane.Point{lc, plane.Pt(0, -g.longLeft)}
		} else {
			left = plane.Mirrored(edgeLine(plane.Pt(-lc.X, lc.Y), g.takeLeft, g.flareLeft, g.hip, g.longLeft), 0)
		}
		got := plane.Length(waist)
		if math.Abs(got-g.waist) < 1e-4 {
			break
		}
		chord *= g.waist / got
	}
	direction := func(l []plane.Point) plane.Point { return l[len(l)-1].Sub(l[len(l)-2]).Unit() }
	lh, rh := left[len(left)-1], right[len(right)-1]
	hem := plane.Sweep(lh, direction(left).Left(), rh, direction(right).Left())
	p := pattern.Piece{ID: g.id, Name: g.name, Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: hem, Allowance: g.turn},
		{ID: "back", Name: "back edge", Line: plane.Reversed(right), Allowance: g.allowance},
		{ID: "waist", Name: "waist edge", Line: waist, Allowance: g.allowance},
		{ID: "front", Name: "front edge", Line: left, Allowance: g.allowance},
	}}
	if g.half {
		p.Fold, p.Cut = "fold", 1
		p.Edges[3] = pattern.Edge{ID: "fold", Name: "centre fold", Line: left}
	} else {
		p.Cut, p.Mirrored = 2, true
		p.Notches = append(p.Notches, pattern.Notch{Edge: "front", At: g.hip, Label: "hip"})
	}
	p.Notches = append(p.Notches, pattern.Notch{Edge: "back", At: g.long - g.hip, Label: "hip"})
	for i := range g.darts {
		// Along the waist line from its right end; darts stand between the
		// quarter points of the piece.
		mid := g.waist * float64(i+1) / float64(g.darts+1)
		a, _ := plane.Along(waist, mid-g.intake/2)
		b, _ := plane.Along(waist, mid+g.intake/2)
		centre := a.Mid(b)
		down := b.Sub(a).Left().Unit() // the waist line runs right to left
		tip := centre.Add(down.Times(math.Min(g.hip*0.62, 120)))
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{a, tip, b}, Label: fmt.Sprintf("dart %.0f mm", g.intake)})
	}
	return p, nil
}

// rename gives an edge of a piece the name it has in this garment.
func rename(p *pattern.Piece, from, to, name string) {
	for i := range p.Edges {
		if p.Edges[i].ID == from {
			p.Edges[i].ID, p.Edges[i].Name = to, name
		}
	}
	for i := range p.Notches {
		if p.Notches[i].Edge == from {
			p.Notches[i].Edge = to
		}
	}
}

func (Gored) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	w := widthsOf(on, v)
	waist, hip := w.waist, w.hip
	hipDrop := on.Drop(figure.Hip)
	n := v.Whole("side_gores")

	backFinished, backCloth, frontWaist := w.back, w.backCloth, w.frontWaist
	if backFinished < free+20 {
		return draft.Draft{}, fmt.Errorf("the back takes only %s of the band a side, too little to pleat: give it a larger part", measure.Tell(backFinished))
	}
	surplus := w.frontHip - frontWaist
	edges := float64(2*n + 1)
	take := math.Min(surplus/edges, steepest)
	inDarts := (surplus - take*edges) / float64(n+1)
	darts := int(math.Ceil(inDarts/largestDart - 1e-9))
	intake := 0.0
	if inDarts < smallestDart { // the edges take it
		take, darts, inDarts = surplus/edges, 0, 0
	}
	if darts > 0 {
		intake = inDarts / float64(darts)
	}
	if darts > 3 {
		return draft.Draft{}, fmt.Errorf("hip and waist differ by %s; that is more than three darts a gore can take in: use more side gores or a larger part for the back", measure.Tell(hip-waist))
	}

	// Lengths by bearing: the seams stand at even shares of the half round.
	long := func(bearing float64) float64 { return on.WaistToFloor(bearing) - v.Number("clearance") }
	bearing := func(i int) float64 { // seam i, 0 between front and first side gore
		return 180 * (0.18 + (0.74-0.18)*float64(i)/float64(n))
	}
	// The front takes a little more than its even part of the waist.
	share := func(i int) float64 {
		if i == 0 {
			return 1.15 / (float64(n) + 1.15)
		}
		return 1 / (float64(n) + 1.15)
	}
	seam, turn := v.Number("allowance"), v.Number("hem")
	build := func(flare float64) ([]pattern.Piece, float64, error) {
		var out []pattern.Piece
		round := 0.0
		for i := range n + 2 {
			g := gore{hip: hipDrop, allowance: seam, turn: turn, darts: darts, intake: intake, take: take, takeLeft: take}
			switch {
			case i == 0:
				g.id, g.name, g.half = "front", "Front gore", true
				g.waist = frontWaist*share(0) + inDarts
				g.longLeft, g.long = long(0), long(bearing(0))
				g.flare = flare * 0.7
			case i == n+1:
				g.id, g.name, g.half = "back", "Back breadth", true
				g.waist, g.darts = backCloth, 0
				g.longLeft, g.long = long(180), long(bearing(n))
				g.flare = flare * 0.6
			default:
				g.id, g.name = fmt.Sprintf("side-%d", i), "Side gore"
				if n > 1 {
					g.name = fmt.Sprintf("Side gore %d", i)
				}
				g.waist = frontWaist*share(i) + inDarts
				g.longLeft, g.long = long(bearing(i-1)), long(bearing(i))
				g.flareLeft, g.flare = flare*0.8, flare*1.2
			}
			p, err := g.piece()
			if err != nil {
				return nil, 0, err
			}
			if i == n+1 {
				rename(&p, "back", "side", "side edge")
			}
			hem, _ := p.Edge("hem")
			round += 2 * hem.Length() // a left and a right, or both halves on the fold
			out = append(out, p)
		}
		return out, round, nil
	}
	want := v.Number("hem_round")
	pieces, least, err := build(0)
	if err != nil {
		return draft.Draft{}, err
	}
	if least > want+1 {
		return draft.Draft{}, fmt.Errorf("a hem of %s is narrower than the skirt at the hip with its pleats, %s: widen the hem, or take fewer or shallower pleats",
			measure.Tell(want), measure.Tell(least))
	}
	low, high := 0.0, long(90)
	round := least
	for range 60 {
		mid := (low + high) / 2
		if pieces, round, err = build(mid); err != nil {
			return draft.Draft{}, err
		}
		if math.Abs(round-want) < 0.05 {
			break
		}
		if round < want {
			low = mid
		} else {
			high = mid
		}
	}
	if math.Abs(round-want) > 1 {
		return draft.Draft{}, fmt.Errorf("a hem of %s can't be reached with %d gores of this length: ask for less, or more gores", measure.Tell(want), n)
	}
	pl, err := fullness.KnifePleats(backCloth-free, backFinished-free, v.Whole("pleats"))
	if err != nil {
		return draft.Draft{}, err
	}
	back := &pieces[n+1]
	markPleats(back, pl)

	// The band, marked where each piece begins, from the opening on.
	lap := v.Number("lap")
	band := pattern.Rectangle("band", "Band", waist+lap, 2*v.Number("band"), seam)
	band.EitherWay = true
	band.Marks = append(band.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: v.Number("band")}, {X: waist + lap, Y: v.Number("band")}}, Label: "fold"})
	type target struct {
		id, piece string
		length    float64
		ease      float64
		absorbed  string
	}
	goreEase, goreHow := inDarts, "darts"
	if darts == 0 {
		goreHow = ""
	}
	var order []target
	for i := n; i >= 1; i-- {
		order = append(order, target{fmt.Sprintf("left-side-%d", i), fmt.Sprintf("side-%d", i), frontWaist * share(i), goreEase, goreHow})
	}
	order = append(order, target{"left-front", "front", frontWaist * share(0), goreEase, goreHow}, target{"right-front", "front", frontWaist * share(0), goreEase, goreHow})
	for i := 1; i <= n; i++ {
		order = append(order, target{fmt.Sprintf("right-side-%d", i), fmt.Sprintf("side-%d", i), frontWaist * share(i), goreEase, goreHow})
	}
	order = append(order, target{"right-back", "back", backFinished, backCloth - backFinished, "pleats"}, target{"left-back", "back", backFinished, backCloth - backFinished, "pleats"})
	var parts []pattern.Stretch
	for _, o := range order {
		parts = append(parts, pattern.Stretch{ID: o.id, Name: "to " + o.id, Length: o.length})
	}
	parts = append(parts, pattern.Stretch{ID: "underlap", Name: "underlap"})
	band.Split("bottom", parts...)
	for _, o := range order {
		e, _ := band.Edge(o.id)
		band.Notches = append(band.Notches, pattern.Notch{Edge: o.id, At: e.Length()})
	}
	d := draft.Draft{Pieces: append(pieces, band), Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	d.Pieces = append(d.Pieces, pocketAndPlacket(v.Number("placket"))...)
	for _, o := range order {
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + o.id, A: pattern.Side{Piece: "band", Edge: o.id, Copy: "the band"}, B: pattern.Side{Piece: o.piece, Edge: "waist", Copy: sideOf(o.id)},
			Ease: o.ease, Absorbed: o.absorbed, Technique: "banded, felled inside"})
	}
	for i := 0; i <= n; i++ {
		a, b, eb := "front", fmt.Sprintf("side-%d", i+1), "front"
		if i > 0 {
			a = fmt.Sprintf("side-%d", i)
		}
		if i == n {
			b, eb = "back", "side"
		}
		how := "plain, pressed open, felled"
		if i == n {
			how = fmt.Sprintf("plain; on the left open for %s at the top", measure.Tell(v.Number("placket")))
		}
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("gore-%d", i+1), A: pattern.Side{Piece: a, Edge: "back"}, B: pattern.Side{Piece: b, Edge: eb}, Technique: how})
	}
	d.Seams = append(d.Seams, pattern.Seam{ID: "pocket", A: pattern.Side{Piece: "pocket", Edge: "round"}, B: pattern.Side{Piece: "pocket", Edge: "round"}, Technique: "each half to its own skirt edge first, then round in one pass"})
	finish(&d, on, v, in, finished{waist: waist, hip: hip, round: round, n: n, frontWaist: frontWaist, share: share, pleats: pl, back: backFinished, hipDrop: hipDrop, take: take, darts: darts, intake: intake})
	return d, nil
}

// sideOf says which half of the skirt a stretch of the band belongs to.
func sideOf(id string) string {
	if id[:4] == "left" {
		return "left"
	}
	return "right"
}

// markPleats draws fold and placement of every pleat on the back breadth,
// counted from its side edge.
func markPleats(back *pattern.Piece, pl fullness.Pleats) {
	waist, _ := back.Edge("waist")
	put := func(kind pattern.MarkKind, at float64, label string) {
		a, dir := plane.Along(waist.Line, free+at)
		back.Marks = append(back.Marks, pattern.Mark{Kind: kind, Label: label, Path: []plane.Point{a, a.Add(dir.Left().Times(70))}})
	}
	for i, m := range pl.Marks() {
		put(pattern.PleatFold, m.Fold, fmt.Sprint(i+1))
		put(pattern.PleatTo, math.Min(m.To, pl.Cloth), "")
	}
}

// pocketAndPlacket are the small pieces that do not show.
func pocketAndPlacket(opening float64) []pattern.Piece {
	const mouth, deep, wide = 170.0, 300.0, 160.0
	a, b := plane.Pt(0, deep), plane.Pt(0, deep-mouth)
	low := plane.Pt(25, 30)
	round := plane.Join(
		plane.Cubic(b, b.Add(plane.Pt(5, -50)), low.Add(plane.Pt(-25, 30)), low),
		plane.Cubic(low, plane.Pt(60, 0), plane.Pt(wide, 0), plane.Pt(wide, 90)),
		plane.Cubic(plane.Pt(wide, 90), plane.Pt(wide, 200), plane.Pt(90, deep), a))
	pocket := pattern.Piece{ID: "pocket", Name: "Pocket", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "mouth", Name: "mouth", Line: []plane.Point{a, b}, Allowance: 15},
		{ID: "round", Name: "round edge", Line: round, Allowance: 12},
	}}
	facing := pattern.Rectangle("placket-facing", "Placket facing", 25, opening+25, 12)
	lap := pattern.Rectangle("placket-lap", "Placket underlap", 50, opening+25, 12)
	facing.EitherWay, lap.EitherWay = true, true
	pocket.Hidden, facing.Hidden, lap.Hidden = true, true, true
	return []pattern.Piece{pocket, facing, lap}
}

// finished gathers what the drafting found out.
type finished struct {
	waist, hip, round, frontWaist, back, hipDrop, take, intake float64
	n, darts                                                   int
	share                                                      func(int) float64
	pleats                                                     fullness.Pleats
}

func finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, f finished) {
	add := func(key, part, label string, value float64) {
		d.Dimensions = append(d.Dimensions, draft.Dimension{Key: key, Part: part, Label: label, Value: value})
	}
	lap := v.Number("lap")
	add("band", "the band", "in length", f.waist+lap)
	add("front.waist", "the front gore", "at the waist", 2*f.frontWaist*f.share(0))
	for i := 1; i <= f.n; i++ {
		part := "every side gore"
		if f.n > 1 {
			part = fmt.Sprintf("each side gore %d", i)
		}
		add(fmt.Sprintf("side-%d.waist", i), part, "at the waist", f.frontWaist*f.share(i))
	}
	add("back.waist", "the pleated back", "at the waist", 2*f.back)
	add("hip", "the skirt", "at the hip", f.hip)
	add("length.front", "the skirt", "in length at the front", on.WaistToFloor(0)-v.Number("clearance"))
	add("length.side", "the skirt", "in length at the side", on.WaistToFloor(90)-v.Number("clearance"))
	add("length.back", "the skirt", "in length at the back", on.WaistToFloor(180)-v.Number("clearance"))
	add("hem", "the hem", "all round", f.round)
	d.Spares = []draft.Spare{
		{Dimension: "band", Where: "the closure of the band", Slide: math.Max(lap-10, 0) / 2},
		{Dimension: "hip", Where: fmt.Sprintf("all %d seams", 2*(f.n+1)), Seams: 2 * (f.n + 1), Allowance: v.Number("allowance")},
	}
	for _, where := range []string{"front", "side", "back"} {
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where, Slide: math.Max(v.Number("hem")-12, 0)})
	}

	long := on.WaistToFloor(90) - v.Number("clearance")
	seams := 2 * float64(f.n+1) * long
	d.Rows = []stitch.Row{
		{What: "felling the seams, both allowances", Kind: stitch.Felling, Length: 2 * seams, Layers: 2},
		{What: "hem", Kind: stitch.Felling, Length: f.round, Layers: 2},
		{What: "pleats, basted", Kind: stitch.Basting, Length: 4 * f.pleats.Finished, Layers: 3},
		{What: "waist, stay-stitched", Kind: stitch.Lockstitch, Length: f.waist, Layers: 1},
		{What: "band, felled inside", Kind: stitch.Felling, Length: f.waist + lap, Layers: 3},
		{What: "darts", Kind: stitch.Lockstitch, Length: float64(f.darts*2*(f.n+1)) * 2 * 100, Layers: 2},
	}
	hooks := 2.0
	d.Notions = []draft.Notion{
		{Kind: "hook", What: "Hooks and eyes", Quantity: hooks + 1, Unit: "pair", Why: "two on the band, one part-way down the placket"},
		{Kind: "tape", What: "Stay tape, 10 mm", Quantity: (f.waist + 50) / 1000, Unit: "m", Why: "along the waist seam, so that the curved edge does not stretch in the straight band"},
	}
	t := float64(in.Thickness)
	round := func(drop float64) float64 {
		return f.hip + (f.round-f.hip)*math.Max(0, drop-f.hipDrop)/math.Max(long-f.hipDrop, 1)
	}
	// The band has four layers with its turnings, and the pleats lie three
	// deep over a part of the waist.
	atWaist := t * (4 + v.Number("back_share")*(v.Number("pleat_ratio")-1))
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: atWaist}}
	for drop := 40.0; ; drop += 50 {
		at := math.Min(drop, long)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: t * math.Max(1, round(at)/on.Girth(at))})
		if at < drop {
			break
		}
	}
	d.Wear.Hang = []draft.Hang{{Drop: 0, Girth: f.waist}, {Drop: f.hipDrop, Girth: f.hip}, {Drop: long, Girth: f.hip + (f.round-f.hip)*0.85}}
	note := func(title, text string) { d.Notes = append(d.Notes, draft.Note{Title: title, Text: text}) }
	cm := func(x float64) string { return measure.Tell(x) }
	if f.pleats.Overlap() {
		note("The pleats overlap beneath", fmt.Sprintf("Each shows %s and folds %s under: three layers lie over one another. Fewer pleats or less cloth lie flatter.", cm(f.pleats.Reveal), cm(f.pleats.Under)))
	}
	if f.darts > 0 {
		note("Darts take the waist in", fmt.Sprintf("Hip and waist differ by %s; each gore has %d of %s in every half beside what its edges take.", cm(f.hip-f.waist), f.darts, measure.TellFine(f.intake)))
	}
	if open := f.waist + 2*v.Number("placket"); open < on.GirthAt(figure.Hip)+20 {
		d.Notes = append(d.Notes, draft.Note{Grave: true, Title: "It may not pass the hips",
			Text: fmt.Sprintf("Band and opening give %s to get into; the hips as dressed measure %s. Lengthen the placket, or plan to put it on over the head.", cm(open), cm(on.GirthAt(figure.Hip))),
			Fix:  draft.Settings{"placket": math.Min(320, math.Ceil((on.GirthAt(figure.Hip)-f.waist)/2)+15)}, FixLabel: "Lengthen the placket"})
	}
	if back, front := on.WaistToFloor(180), on.WaistToFloor(0); back-front > 20 {
		note("The back is cut longer than the front", fmt.Sprintf("By %s: the way over what is worn underneath is that much longer behind.", cm(back-front)))
	}
	d.Steps = steps(v, f, seams)
}

func steps(v draft.Values, f finished, seams float64) []work.Step {
	pleatHow := fmt.Sprintf("%d a side: each shows %s and takes up %s. Bring fold to placement from the seam towards the centre back; %s beside the seam stay flat.", f.pleats.Count, measure.TellFine(f.pleats.Reveal), measure.TellFine(f.pleats.TakeUp), measure.TellFine(free))
	out := []work.Step{
		{ID: "mock-up", Name: "Mock-up of waist and hip", Minutes: 90, Needs: []work.Need{work.Machine, work.Wearer}, How: "Cut the gores to 10 cm below the hip in cheap cloth, fit over corset and petticoat."},
		{ID: "cut", Name: "Check the lay and cut", Minutes: 75, Needs: []work.Need{work.Table}, How: "Both ends of every grain line the same distance from the selvedge. Count the pieces against the list before the first cut.",
			After: []work.After{{Step: "mock-up", Why: "a change found in the mock-up is free; found in the cloth it costs the cloth"}}},
		{ID: "stay", Name: "Stay-stitch the waist edges", Minutes: 15, Needs: []work.Need{work.Machine}, How: "Just inside the allowance, each gore from seam to centre.",
			After: []work.After{{Step: "cut", Why: "before the edges are handled and stretch"}}},
	}
	last := "stay"
	if f.darts > 0 {
		out = append(out, work.Step{ID: "darts", Name: "Sew the darts", Minutes: float64(10 * f.darts * (f.n + 1)), Needs: []work.Need{work.Machine, work.Iron}, How: fmt.Sprintf("%s at the waist, running out to nothing; tie the ends, press towards the centre. Lay left on right: they must end level.", measure.TellFine(f.intake)),
			After: []work.After{{Step: "stay", Why: "the edge must not stretch while it is folded"}}})
		last = "darts"
	}
	return append(out,
		work.Step{ID: "pocket", Name: "Sew each pocket half to its skirt edge", Minutes: 20, Needs: []work.Need{work.Machine}, How: "Right sides together, in the right-hand seam behind the last side gore, 10 cm below the waist.",
			After: []work.After{{Step: last, Why: "the gore must have its final waist"}, {Step: "cut", Why: "both halves are needed"}}},
		work.Step{ID: "seams", Name: "Join the gores", Minutes: math.Round(seams / 1000 * 12), Needs: []work.Need{work.Machine}, How: fmt.Sprintf("From the front outwards, hip notch to hip notch. Leave the left back seam open for %s at the top. Round the pocket in one pass, pivoting at the corners.", measure.Tell(v.Number("placket"))),
			After: []work.After{{Step: "pocket", Why: "pocket halves go on before the side seam is closed"}}},
		work.Step{ID: "press", Name: "Press every seam open", Minutes: 30, Needs: []work.Need{work.Iron}, How: "Over a curve at the hip.",
			After: []work.After{{Step: "seams", Why: "each seam is pressed before the waist seam crosses it"}}},
		work.Step{ID: "placket", Name: "Make the placket", Minutes: 50, Needs: []work.Need{work.Machine, work.Hand}, How: "Underlap doubled on the back edge, facing turned in on the front edge.",
			After: []work.After{{Step: "seams", Why: "it closes the seam's open end"}}},
		work.Step{ID: "pleat", Name: "Pleat the back", Minutes: 45, Needs: []work.Need{work.Table, work.Hand}, How: pleatHow,
			After: []work.After{{Step: "press", Why: "the seams lie under the pleats"}}},
		work.Step{ID: "band", Name: "Set the band", Minutes: 90, Needs: []work.Need{work.Machine, work.Hand, work.Iron}, How: fmt.Sprintf("Stay tape in the seam. Match the band's marks to the seams; it is %s long without its ends.", measure.Tell(f.waist+v.Number("lap"))),
			After: []work.After{{Step: "pleat", Why: "the band takes the pleated edge"}, {Step: "placket", Why: "the opening's edges must be finished before they go into the band"}}},
		work.Step{ID: "hooks", Name: "Hooks and eyes", Minutes: 30, Needs: []work.Need{work.Hand}, How: "Two on the band, one part-way down the placket; closed, both ends lie level.",
			After: []work.After{{Step: "band", Why: "closures go on a finished band"}}},
		work.Step{ID: "hang", Name: "Let it hang overnight, then level the hem", Minutes: 60, Needs: []work.Need{work.Wearer}, How: "Over corset and petticoat, in the shoes. Mark the same height from the floor all round and trim.",
			After: []work.After{{Step: "band", Why: "it hangs from the band"}}},
		work.Step{ID: "hem", Name: "Hem by hand", Minutes: math.Round(f.round / 1000 * 25), Needs: []work.Need{work.Hand}, How: fmt.Sprintf("Turn up %s, ease the fullness in, fell.", measure.Tell(v.Number("hem"))),
			After: []work.After{{Step: "hang", Why: "a skirt drops where it hangs off grain; hemmed too soon it dips"}}},
		work.Step{ID: "fell", Name: "Fell the seams", Minutes: math.Round(2 * seams / 1000 * 15), Needs: []work.Need{work.Hand}, How: "Both allowances of every seam, turned under.",
			After: []work.After{{Step: "hang", Why: "seams may still be let out or taken in when it is tried on"}}},
	)
}
