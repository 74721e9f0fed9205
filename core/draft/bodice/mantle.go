package bodice

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Mantle is the wrap of 1880 to 1889: a back that is fitted over the bustle, fronts with long ends, and a part over the arm
// that is sewn to both from the end of the shoulder down, with an opening for the hand.
type Mantle struct{}

// About describes it.
func (Mantle) About() draft.About {
	return draft.About{Kind: "mantle", Name: "Mantle over a bustle, 1880 to 1889", Family: family.Wrap,
		What: "A back fitted to the waist that springs over the bustle, long ends before, and between them a part that covers the arm: " +
			"no sleeve, an opening for the hand. A ribbon inside holds it to the waist.",
		Usual: cloth.Fabric{Name: "Wool coating", Colour: "ink", Width: 1500, Selvedge: 10, Thickness: 1.0, Weight: 360, Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (Mantle) Parameters() []draft.Parameter {
	low := func(key draft.Key, label, where string, usual float64) draft.Parameter {
		return draft.Mm(key, label, 60, 190, usual, "over the hip", figure.Memory, where)
	}
	return slices.Concat(eases(120, 70, 40, "⟦10 cm⟧ to ⟦14 cm⟧: over a bodice with its sleeves."),
		necks(0, 0, 5), armholes(0, 0, 0, 20),
		[]draft.Parameter{
			low(draft.FrontPoint, "Below the waist, where the ends begin", "At the seam before the arm.", 120),
			low(draft.SideLow, "Below the waist, over the arm", "At the side.", 120),
			low(draft.BackLow, "Below the waist, behind", "At the centre back, open over the bustle.", 160),
			draft.Mm(draft.Ends, "The ends before hang lower by", 0, 700, 300, "⟦35 cm⟧ to ⟦50 cm⟧ below the waist in all", figure.Memory,
				"Straight down from the lower edge."),
			draft.Times("arms", "Round the arms, times the bust", 1.1, 1.35, 1.18, "1.12 to 1.2 and room to lift them", figure.Memory,
				"What it measures over the arms, beside the bust with its ease."),
			draft.Mm("arm_long", "Opening for the hand", 160, 320, 235, "⟦22 cm⟧ to ⟦25 cm⟧", figure.Memory,
				"The seam before the arm is left "+
					"open so far up from its lower end."),
			closes("hooks", "buttons"), laps(25)},
		collars(45, 70, "stand", "flat", "none"), moves("back", "back seam"), allowances(20, 25))
}

// Where the seam before the arm leaves the front of the armhole, as a part from the shoulder down, and its share of the
// half girth below; where the back seam does, as a part from the shoulder down, and its shares at waist and hip (from memory).
const mantleBefore, mantleShare, mantleBehind, mantleWaist, mantleHip = 0.42, 0.295, 0.42, 0.86, 0.8

// mantleRise is how steeply the upper edge of the part over the arm rises to the shoulder from either side, radians (from
// memory: it is a low sleeve head).
const mantleRise = 0.45

// mantleHead is how far the ends of its head lie apart, beside the length of its edge (from memory).
const mantleHead = 0.88

// ribbonMore is how much longer than the waist the ribbon inside is, mm (from memory).
const ribbonMore = 20.0

// Draft drafts it.
func (Mantle) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(&asked{}, on, v, threeLows)
	if err != nil {
		return draft.Draft{}, err
	}
	h.opens = "centre-front"
	at := h.top[scyeFront].line.Length() * mantleBefore
	// The front hangs: it is as wide at the waist as above and below.
	bust, waist, hip := h.form.HalfGirth(h.form.Levels[figure.Bust]), h.form.HalfGirth(0), h.form.HalfGirth(h.form.Levels[figure.Hip])
	before := upright{"arm-seam", "seam before the arm", h.climb(h.top[scyeFront].line.At(at), mantleShare*bust/waist,
		mantleShare*bust/hip),
		scyeFront, at}
	behind := h.bowed("back", "back seam", mantleBehind, mantleWaist, mantleHip)
	h.spans = nil // it covers the arms
	if err := h.add(h.between("front", "Front", h.centreFront(), before, surface.FromFront).plumb("centre-front"),
		h.between("back", "Back", behind, h.centreBack(), surface.FromBack)); err != nil {
		return draft.Draft{}, err
	}
	h.shoulder("front", "back")
	for range 3 {
		pattern.Fair(h.Pieces, h.Seams)
	}
	h.allow()
	if err := h.close("front", "back"); err != nil {
		return draft.Draft{}, err
	}
	over, err := h.overArm(before, behind)
	if err != nil {
		return draft.Draft{}, err
	}
	h.Pieces = append(h.Pieces, over)
	if err := h.mantled(); err != nil {
		return draft.Draft{}, err
	}
	if _, err := h.collar(); err != nil {
		return draft.Draft{}, err
	}
	h.finishMantle(in)
	return *h.Draft, h.sound()
}

// armed is half of what it measures round body and arms from the arms to the waist.
func (h *half) armed() float64 {
	return h.v.Number("arms") * (h.on.GirthAt(figure.Bust) + h.v.Number(draft.BustEase)) / 2
}

// shareAt is the share of the half girth at which an upright line passes a height, or its end where it does not reach it.
func (h *half) shareAt(line surface.Line, z float64) float64 {
	best := line[0]
	for _, p := range line {
		if math.Abs(p.Z-z) < math.Abs(best.Z-z) {
			best = p
		}
	}
	return h.form.Share(best)
}

// overArm is the part over the arm: as long at its sides as the seams that it is sewn to, at its head as what is left of the
// armhole, and as wide as arms and body leave between front and back.
func (h *half) overArm(before, behind upright) (pattern.Piece, error) {
	front, _ := h.edge("front", "arm-seam")
	back, _ := h.edge("back", "back")
	onFront, _ := h.edge("front", "scye")
	onBack, _ := h.edge("back", "scye-back")
	if front == nil || back == nil || onFront == nil || onBack == nil {
		return pattern.Piece{}, errors.New("the shoulder leaves no room for the part over the arm: let the armhole begin further out")
	}
	head := onFront.Length() + onBack.Length()
	arm := h.heights()[0]             // as far up it goes round body and arms
	wide := func(z float64) float64 { // between the seams, at a height
		from, to := h.shareAt(before.line, z), h.shareAt(behind.line, z)
		at := max(z, 0) // below the waist the arms lie over the skirts: no narrower there
		if z < 0 {
			from, to = h.shareAt(before.line, 0), h.shareAt(behind.line, 0)
		}
		body := h.form.HalfGirth(z) * (h.shareAt(behind.line, z) - h.shareAt(before.line, z))
		return max(h.armed()-h.form.HalfGirth(at)*(1-to+from), max(body+10, head))
	}
	// Each side from the lower edge up, by its own heights; its height is what makes it as long as its seam.
	tall := map[bool]float64{} // by how much its height there is more than on the figure, before and behind
	side := func(line surface.Line, long, end float64, before bool) ([]plane.Point, error) {
		low, high := line[0].Z, line[len(line)-1].Z
		run := func(k float64) []plane.Point {
			return plane.Through([]plane.Point{{X: wide(low) / 2}, {X: wide(low) / 2, Y: -low * k * 0.5}, {X: wide(0) / 2, Y: -low * k},
				{X: (wide(0) + wide(arm)) / 4, Y: (arm/2 - low) * k}, {X: wide(arm) / 2, Y: (arm - low) * k}, {X: end,
					Y: (high - low) * k}})
		}
		a, b := 0.1, 2.0
		for range 50 {
			if mid := (a + b) / 2; plane.Length(run(mid)) < long {
				a = mid
			} else {
				b = mid
			}
		}
		if line := run(a); math.Abs(plane.Length(line)-long) < 0.05 && a > 0.5 {
			tall[before] = a
			return line, nil
		}
		return nil, errors.New("the part over the arm would be wider than its seams are long: give it less width round the arms")
	}
	var left, right []plane.Point
	end := head * mantleHead / 2
	for range 4 { // its ends lie at different heights
		var err error
		if right, err = side(behind.line, back.Length(), end, false); err != nil {
			return pattern.Piece{}, err
		}
		if left, err = side(before.line, front.Length(), end, true); err != nil {
			return pattern.Piece{}, err
		}
		rise := right[len(right)-1].Y - left[len(left)-1].Y
		end = math.Sqrt(max(head*head*mantleHead*mantleHead-rise*rise, head*head/9)) / 2
	}
	left = plane.Mirrored(left, 0)
	from, to := right[len(right)-1], left[len(left)-1]
	top, err := mantleTop(from, to, head)
	if err != nil {
		return pattern.Piece{}, err
	}
	seam := h.v.Number(draft.Allowance)
	p := pattern.Piece{ID: "over-arm", Name: "Part over the arm", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "hem", Name: "lower edge", Line: []plane.Point{left[0], right[0]}, Allowance: h.v.Number(draft.Hem), Turned: true},
		{ID: "back", Name: "back edge", Line: right, Allowance: seam, Corner: true},
		{ID: "top", Name: "shoulder edge", Line: top, Allowance: 10, Corner: true},
		{ID: "left", Name: "front edge", Line: plane.Reversed(left), Allowance: seam, Corner: true}}}
	p.Split("top", pattern.Stretch{ID: "scye-back", Name: "shoulder edge, behind", Length: onBack.Length()},
		pattern.Stretch{ID: "scye", Name: "shoulder edge, before"})
	for i := range p.Edges {
		p.Edges[i].Corner = p.Edges[i].ID != "hem"
	}
	h.armedLevels(&p, left, right, tall, wide, before, behind)
	return p, p.Fault()
}

// armedLevels lays levels on the part over the arm, which is so wide at a height and so much taller at its sides than on the
// figure, before and behind, and says what the mantle is meant to measure there round body and arms.
func (h *half) armedLevels(p *pattern.Piece, left, right []plane.Point, tall map[bool]float64, wide func(z float64) float64,
	before, behind upright) {
	for _, z := range h.heights() {
		l, okL := atHeight(left, (z-before.line[0].Z)*tall[true])
		r, okR := atHeight(right, (z-behind.line[0].Z)*tall[false])
		if okL && okR {
			p.Levels = append(p.Levels, pattern.Level{Drop: -z, Path: []plane.Point{l, r}})
			from, to := h.shareAt(before.line, z), h.shareAt(behind.line, z)
			h.Girths = append(h.Girths, draft.Around{Drop: -z, Meant: 2 * (wide(z) + h.form.HalfGirth(z)*(1-to+from)), Over: h.on.Girth(-z),
				Parts: 3})
		}
	}
}

// atHeight is where a side that runs up from its lower end passes a height over that; false where it does not.
func atHeight(line []plane.Point, y float64) (plane.Point, bool) {
	for k := 1; k < len(line); k++ {
		if a, b := line[k-1], line[k]; a.Y <= y && b.Y >= y && b.Y > a.Y {
			return a.Toward(b, (y-a.Y)/(b.Y-a.Y)), true
		}
	}
	return plane.Point{}, false
}

// mantleTop is the shoulder edge of the part over the arm, from its back to its front seam, as long as the armhole leaves.
func mantleTop(from, to plane.Point, long float64) ([]plane.Point, error) {
	rise := plane.Pt(-math.Cos(mantleRise), math.Sin(mantleRise))
	round := func(reach float64) []plane.Point {
		return plane.Cubic(from, from.Add(rise.Times(reach)), to.Add(plane.Pt(-rise.X, rise.Y).Times(reach)), to)
	}
	low, high := 0.0, 2*long
	for range 50 {
		if mid := (low + high) / 2; plane.Length(round(mid)) < long {
			low = mid
		} else {
			high = mid
		}
	}
	top := round(low)
	if math.Abs(plane.Length(top)-long) > 0.05 {
		return nil, errors.New("the part over the arm can’t be set to the shoulder on this body: the back’s seam begins too far above " +
			"the front’s; let the armhole begin elsewhere")
	}
	return top, nil
}

// mantled divides what is left open, lets the ends hang, and sews it together.
func (h *half) mantled() error {
	open := h.v.Number("arm_long")
	i, k, b := h.index("front"), h.index("over-arm"), h.index("back")
	e, _ := h.Pieces[i].Edge("arm-seam")
	seam := e.Length()
	if seam-open < 60 {
		return fmt.Errorf("the opening for the hand leaves only %s of the seam before the arm: make it shorter, or let the mantle "+
			"reach lower",
			measure.Tell(max(seam-open, 0)))
	}
	p := h.Pieces[i]
	if ends := h.v.Number(draft.Ends); ends > 1 {
		p = hanging(p, ends, h.v.Number(draft.Allowance))
	}
	p.Split("arm-seam", pattern.Stretch{ID: "hand", Name: "opening for the hand", Length: open},
		pattern.Stretch{ID: "arm-seam", Name: "seam before the arm"})
	p.Be(pattern.Opening, "hand")
	h.Pieces[i] = p
	side := &h.Pieces[k]
	side.Split("left", pattern.Stretch{ID: "arm-seam", Name: "seam before the arm", Length: seam - open},
		pattern.Stretch{ID: "hand", Name: "opening for the hand"})
	side.Be(pattern.Opening, "hand")
	cb, _ := h.edge("back", "centre-back")
	if free := h.belowWaist(cb); free > 30 {
		h.Pieces[b].Split("centre-back", pattern.Stretch{ID: "split", Name: "open over the bustle", Length: free},
			pattern.Stretch{ID: "centre-back", Name: "centre back"})
		h.Pieces[b].Be(pattern.Opening, "split")
	}
	for n := range h.Pieces {
		for m := range h.Pieces[n].Edges {
			e := &h.Pieces[n].Edges[m]
			if e.ID == "arm-seam" || e.ID == "hand" || e.ID == "end" || e.ID == "split" {
				e.Corner, e.Allowance = true, h.v.Number(draft.Allowance)
			}
			if e.ID == "hem" {
				e.Turned, e.Kind, e.Allowance = true, pattern.Hem, h.v.Number(draft.Hem)
			}
		}
		h.Pieces[n].Cut *= 2
		h.Pieces[n].Layered(pattern.ForLining)
	}
	h.pairMirrored("back", "centre-back", 1)
	for _, s := range []struct{ id, piece, edge string }{{"arm-seam", "front", "arm-seam"},
		{"over-shoulder-front", "front", "scye"}, {"back", "back", "back"}, {"over-shoulder-back", "back", "scye-back"}} {
		h.Seams = append(h.Seams, pattern.Seam{ID: s.id, A: pattern.Side{Piece: s.piece, Edge: s.edge},
			B: pattern.Side{Piece: "over-arm", Edge: s.edge}, Strain: 1})
	}
	return nil
}

// hanging is a front whose lower edge hangs straight down by so much more, with a free edge beside its seam.
func hanging(p pattern.Piece, ends, seam float64) pattern.Piece {
	p = p.Copied()
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].ID != "hem" {
			continue
		}
		hem, before := &p.Edges[i], &p.Edges[(i+n-1)%n]
		corner := hem.Line[len(hem.Line)-1]
		for k := range hem.Line {
			hem.Line[k].Y -= ends
		}
		before.Line = append(before.Line, hem.Line[0])
		p.Edges = slices.Insert(p.Edges, i+1, pattern.Edge{ID: "end", Name: "side of the end", Kind: pattern.Opening, Allowance: seam,
			Line: []plane.Point{hem.Line[len(hem.Line)-1], corner}})
		break
	}
	return p
}

// belowWaist is how much of the centre back lies below a hand above the end of the fitted part, mm: it is split from there.
func (h *half) belowWaist(cb *pattern.Edge) float64 {
	const from = 20.0
	line := h.form.Centre(figure.Behind, h.hem(1), 0)
	return max(min(line.Length()-from, cb.Length()-100), 0)
}

// overArms compares what its pieces measure round body and arms with both as they hang, in the sleeves that are worn, from the
// bust to the waist, and offers what is missing. It gives what it measures where it is narrowest there, mm.
func (h *half) overArms() (least float64) {
	h.Remeasure()
	lacks, worst := 0.0, draft.Around{}
	least = math.Inf(1)
	for _, r := range h.Girths {
		if r.Drop > 0 {
			break
		}
		least = min(least, r.Made)
		if by := h.on.Armed(r.Drop).Girth() - r.Made; by > lacks {
			lacks, worst = by, r
		}
	}
	if lacks <= pattern.Slack {
		return least
	}
	title, text := "It is narrow over the arms", fmt.Sprintf("%s above the waist body and arms at rest measure %s in the sleeves that are "+
		"worn, the mantle %s.", measure.Tell(-worst.Drop), measure.Tell(worst.Made+lacks), measure.Tell(worst.Made))
	times := math.Ceil((2*h.armed()+1.1*lacks)/(h.on.GirthAt(figure.Bust)+h.v.Number(draft.BustEase))*100) / 100
	if times <= h.v.Get("arms").High {
		h.Offer(false, title, text, "Give it as much", draft.Settings{"arms": times})
		return least
	}
	h.Remark(false, title, text)
	return least
}

// finishMantle measures, closes and says what is particular.
func (h *half) finishMantle(in cloth.Fabric) {
	thick := float64(in.Thickness)
	h.Warn(caution.Needle, caution.Iron, caution.Flame)
	h.wear(2 * thick)
	h.Covered = true
	h.entered()
	h.Measure("arms", "the mantle", "round the bust and the arms, where it is narrowest", h.overArms())
	e, _ := h.edge("over-arm", "hem")
	h.Measure("over-arm.hem", "the part over the arm", "along its lower edge", e.Length())
	h.Measure("ends", "the front", "from the waist to its end", -h.hem(0)+h.v.Number(draft.Ends))
	h.Spares = append(h.Spares, draft.Spare{Dimension: "arms", Where: "the four upright seams", Seams: 4,
		Allowance: h.v.Number(draft.Allowance) - 6})
	h.Buy("tape", "Ribbon for the waist, "+measure.TellStock(25)+" wide", (h.on.GirthAt(figure.Waist)+ribbonMore+300)/1000, "m",
		"the waist and "+measure.Tell(ribbonMore)+", and ends to tie: sewn to the back at the waist, tied before under the fronts")
	h.Fastenings = append(h.Fastenings, closure.Fastening{Kind: closure.Hooks, Count: 1, For: "the ribbon at the waist",
		Why: "it closes first, before the neck: else the neck sinks"})
	h.Do(work.ToRibbon, "Sew the ribbon in at the waist", work.TackRibbon, 1,
		"To the back and its seams at the waist line only; it closes before "+
			"the fronts "+
			"do.", after(work.ToJoin, "it lies over the seams"))
	if e, ok := h.edge("over-arm", "arm-seam"); ok {
		h.Remark(false, "How far the arms reach", fmt.Sprintf("The upper arm stays by the body: the seam before it is closed for %s, "+
			"and the "+
			"hand comes out below. To lift the elbow to the front it wants a longer opening or more round the arms.",
			measure.Tell(e.Length())))
	}
	if h.on.GirthAt(figure.Hip)-h.on.GirthAt(figure.Waist) < 150 {
		h.Remark(false, "Nothing stands out behind", "It is cut to spring over a bustle: without one the back hangs straight.")
	}
	h.MockUp = "Back and the part over the arm in cheap cloth, over the bustle and the skirts: it rides up where the spring is short."
	h.TryOn = "Over the dress, both arms bent forward: it must not ride up behind, and the split lies shut over the bustle."
	h.Tell(work.ToHem, "", work.After{Step: work.ToTryOn, Why: "its length is seen on the body"})
	h.Tell(work.ToJoin, "The back seams first, waist notch to waist notch, then the seam before the arm, down to its opening. The end of "+
		"the shoulder is eased.")
	h.Tell(work.ToHem, "Turned up and felled; lining and cloth are turned in to each other round the openings and the split.")
}
