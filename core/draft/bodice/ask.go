package bodice

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// What every bodice is asked for.
func eases(bust, waist, hip float64, help string) []draft.Parameter {
	return []draft.Parameter{
		draft.Mm(draft.BustEase, "Ease at the bust", -20, 200, bust, "to breathe and move", figure.Memory, help),
		draft.Mm(draft.WaistEase, "Ease at the waist", -20, 160, waist, "over what is worn under it", figure.Memory, "On the whole girth."),
		draft.Mm(draft.HipEase, "Ease at the hip", 0, 200, hip, "it slides over the skirt", figure.Memory,
			"Below the waist, towards the hip line."),
	}
}

// loose asks for the ease of what hangs straight from the bust down: as much at the bust and
// at the hip.
func loose(bust, hip float64, help string) []draft.Parameter {
	return []draft.Parameter{
		draft.Mm(draft.BustEase, "Ease at the bust", 20, 260, bust, "it hangs from there", figure.Memory, help),
		draft.Mm(draft.HipEase, "Ease at the hip, at least", 10, 260, hip, "to walk and sit", figure.Memory,
			"Where the hip is larger than the bust it decides how wide the whole is."),
	}
}

func necks(front, back, wide float64) []draft.Parameter {
	low := draft.Mm(draft.NeckFront, "Neckline lower in front by", -8, 190, front, "at the base of the neck", figure.Practice,
		"Below the hollow of the throat, at the centre front.")
	low.Between = func(on figure.Figure, _ draft.Values) (float64, float64) { // it stays above the bust line
		t := on.Torso()
		return -8, max(min(190, 0.75*(t.Throat.Z-t.BustPoint.Z)), 0)
	}
	broad := draft.Mm(draft.NeckWide, "Neckline wider by", 0, 90, wide, "at the base of the neck", figure.Practice,
		"Along the shoulder, each side.")
	broad.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		return 0, max(min(90, on.Length("shoulder_length")-60), 0)
	}
	behind := draft.Mm(draft.NeckBack, "Neckline lower behind by", -5, 150, back, "at the base of the neck", figure.Practice,
		"At the centre back.")
	behind.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		t := on.Torso()
		return -5, max(min(150, 0.7*(t.Nape.Z-t.Underarm)), 0)
	}
	return []draft.Parameter{low, behind, broad}
}

// necksOf asks besides how the neckline runs before, the usual way first.
func necksOf(front, back, wide float64, shapes ...string) []draft.Parameter {
	names := map[string]string{"round": "round", "square": "square", "v": "in a point"}
	var options []string
	for _, s := range shapes {
		options = append(options, s, names[s])
	}
	return append([]draft.Parameter{draft.OneOf("neck_shape", "Neckline before", "How it runs from the centre front to the shoulder.",
		options...)}, necks(front, back, wide)...)
}

func armholes(inset, backNeck, backArm, drop float64) []draft.Parameter {
	inside := draft.Mm("inset", "Armhole inside the shoulder's end by", 0, 60, inset, "the sleeve begins on the bone", figure.Memory,
		"Along the shoulder.")
	inside.Between = func(on figure.Figure, v draft.Values) (float64, float64) { // what the neckline leaves of the shoulder
		return 0, max(min(60, on.Length("shoulder_length")-v.Number(draft.NeckWide)-45), 0)
	}
	low := draft.Mm(draft.ScyeDrop, "Armhole below the armpit", 4, 70, drop, "high armholes let the arm move", figure.Memory,
		"The lower it lies, the more the whole bodice lifts with the arm.")
	low.Between = func(on figure.Figure, _ draft.Values) (float64, float64) { // the side keeps some length
		return 4, max(min(70, on.Torso().Underarm-90), 4)
	}
	return []draft.Parameter{inside,
		draft.Mm("seam_back_neck", "Shoulder seam behind the ridge, at the neck", 0, 40, backNeck, "as the years had it", figure.Memory,
			"0 lies on the ridge of the shoulder."),
		draft.Mm("seam_back_arm", "Shoulder seam behind the ridge, at the armhole", 0, 75, backArm, "as the years had it", figure.Memory,
			"It moves cloth from the back to the front; lengths along neck and armhole stay."), low}
}

func allowances(seam, hem float64) []draft.Parameter {
	return []draft.Parameter{
		draft.Mm(draft.Allowance, "Allowance at fitted seams", 10, 45, seam, "the store for alterations", figure.Practice,
			"At all upright seams; shoulders have 20, neck and armholes 10."),
		draft.Mm(draft.Hem, "Allowance at the lower edge", 8, 60, hem, "faced or turned up", figure.Practice, "A facing takes less."),
	}
}

// lineable are the allowances of a bodice that may be had with a lining.
func lineable(seam, hem float64) []draft.Parameter {
	return append(allowances(seam, hem), part.LayersAsked())
}

// tubeFrom is how far below the waist a loose bodice must reach for the hip to count, mm.
const tubeFrom = 60.0

// cutOf is how the upper edge is laid by what was asked.
func cutOf(on figure.Figure, v draft.Values, low float64) cut {
	ease := surface.Ease{Bust: v.Number(draft.BustEase), Hip: v.Number(draft.HipEase)}
	if v.Has(draft.WaistEase) {
		ease.Waist = v.Number(draft.WaistEase)
	} else { // a tube round the fullest
		ring := max(on.GirthAt(figure.Bust)+ease.Bust, on.GirthAt(figure.Waist)+ease.Hip)
		if low < -tubeFrom {
			ring = max(ring, max(on.GirthAt(figure.HighHip), on.GirthAt(figure.Hip))+ease.Hip)
		}
		ease = surface.Ease{Bust: ring - on.GirthAt(figure.Bust), Waist: ring - on.GirthAt(figure.Waist),
			Hip: ring - on.GirthAt(figure.Hip), Ring: ring}
	}

	shape := surface.Round
	if v.Has("neck_shape") && v.Choice("neck_shape") != "round" {
		shape = surface.NeckShape(v.Choice("neck_shape"))
	}
	return cut{neck: surface.Neck{Front: v.Number(draft.NeckFront), Back: v.Number(draft.NeckBack), Wide: v.Number(draft.NeckWide),
		Shape: shape},
		inset: v.Number("inset"), backNeck: v.Number("seam_back_neck"), backArm: v.Number("seam_back_arm"),
		scyeDrop: v.Number(draft.ScyeDrop),
		ease:     ease, low: low}
}

// allow gives the pieces the allowances that were asked for.
func (h *half) allow() {
	for i := range h.Pieces {
		p := &h.Pieces[i]
		for k := range p.Edges {
			e := &p.Edges[k]
			switch {
			case e.ID == p.Fold:
				e.Allowance = 0
			case e.ID == "hem":
				e.Allowance = h.v.Number(draft.Hem)
			case e.ID == "neck" || e.ID == "neck-side" || e.ID == "top" || e.ID == "scye" || e.ID == "scye-back":
				e.Allowance = 10
			case e.ID == "shoulder":
				e.Allowance = 20
			default:
				e.Allowance = h.v.Number(draft.Allowance)
			}
		}
	}
}

// after is what a step of its own must come after, and why.
func after(step work.ID, why string) work.After { return work.After{Step: step, Why: why} }

// levelApart is how far apart the levels lie that a bodice is measured at, mm, besides those that have names.
const levelApart = 12.0

// heights are the levels that go all round: from just below armholes and neckline down to where the lower edge is
// highest, those that have names among them.
func (h *half) heights() []float64 {
	top, foot := h.bust(), math.Inf(-1)
	const parts = 20
	for i := range parts + 1 {
		foot = max(foot, h.hem(float64(i)/parts)+overHem)
	}
	if top <= foot {
		return nil
	}
	named := []float64{top}
	for _, l := range figure.Levels() {
		if z := h.form.Levels[l]; z < top-levelApart/2 && z > foot {
			named = append(named, z)
		}
	}
	if math.Abs(foot) <= 1 || h.v.Has(draft.SeamUp) { // it ends at the waist, or in a seam near it
		named = append(named, foot)
	}
	var out []float64
	for i, z := range named {
		out = append(out, z)
		next := foot
		if i+1 < len(named) {
			next = named[i+1]
		}
		for k, n := 1, int(math.Ceil((z-next)/levelApart)); k < n; k++ {
			out = append(out, z+(next-z)*float64(k)/float64(n))
		}
	}
	return out
}

// overHem is how far over the lower edge the lowest level lies, mm.
const overHem = 0.3

// fuller takes what reshaping has made the rings larger by for meant: it is gathered, pleated or hangs. Rings that it has
// broken are rings no longer.
func (h *half) fuller(before []sewn.Ring) {
	now := map[float64]sewn.Ring{}
	for _, r := range h.rows() {
		now[r.Drop] = r
	}
	h.full = map[float64]float64{}
	for _, was := range before {
		if r := now[was.Drop]; len(r.Parts) >= len(was.Parts) {
			h.full[was.Drop] = r.Girth - was.Girth
			continue
		}
		for i := range h.Pieces {
			p := &h.Pieces[i]
			p.Levels = slices.DeleteFunc(p.Levels, func(l pattern.Level) bool { return l.Drop == was.Drop })
		}
	}
}

// meant is what the bodice is meant to measure round itself at a height: the form as it was asked for, and what is gathered
// or pleated.
func (h *half) meant(z float64) float64 { return 2*h.form.HalfGirth(z) - h.form.More(z) + h.full[-z] }

// made is what its pieces measure at levels as they are sewn, by drop.
func (h *half) made(at []ringAt) map[float64]float64 {
	drops := make([]float64, len(at))
	for i, r := range at {
		drops[i] = -r.z
	}
	out := map[float64]float64{}
	for _, r := range sewn.Rings(h.Pieces, h.Seams, drops...) {
		out[r.Drop] = r.Girth
	}
	return out
}

// goesRound tells what the bodice is meant to measure round itself at its levels, and what it does.
func (h *half) goesRound() {
	made := map[float64]float64{}
	for _, r := range sewn.Rings(h.Pieces, h.Seams) {
		made[r.Drop] = r.Girth
	}
	for _, z := range h.heights() {
		h.Girths = append(h.Girths, draft.Around{Drop: -z, Made: made[-z], Meant: h.meant(z), Over: h.on.Girth(-z), Parts: len(h.panels)})
	}
}

// level is how far a lower edge may lie from its own middle height and still be sewn to a skirt, mm (from
// memory: the deepest dip of a waist seam and then some).
const level = 45.0

// meetsSkirt tells what a lower edge that lies level runs over, its darts shut and without laps.
func (h *half) meetsSkirt() {
	shares := []float64{0, 0.25, 0.5, 0.75, 1}
	middle := 0.0
	for _, s := range shares {
		middle += h.hem(s) / float64(len(shares))
	}
	for _, s := range shares {
		if math.Abs(h.hem(s)-middle) > level {
			return
		}
	}
	h.Waist.Above, h.Waist.Drop = true, -middle
	beyond := 0.0 // of the opening's lap
	if h.opens != "" {
		_, lap, turned := h.closing()
		beyond = lap + turned
	}
	for i, l := range h.panels {
		p := &h.Pieces[h.index(l.id)]
		run := draft.WaistRun{Piece: l.id, Name: p.Name}
		opened := false
		for _, e := range l.flat.Edges {
			if e.ID != "hem" {
				continue
			}
			opened = len(e.Parts) > 1
			for i, part := range e.Parts {
				if i > 0 {
					run.Darts = append(run.Darts, run.Long)
				}
				run.Long += plane.Length(part)
			}
		}
		if h.opens == "centre-front" && i == 0 || h.opens == "centre-back" && i == len(h.panels)-1 {
			run.Lap = beyond
		}
		if e, ok := p.Edge("hem"); ok && opened && len(p.Mouths("hem")) == 0 {
			run.By, run.Darts = pattern.Gathers, nil
			run.More = e.Length() - run.Lap - run.Long
		} else if ok {
			if run.More = h.taken(pattern.Side{Piece: l.id, Edge: "hem"}); run.More > 0 {
				run.By = pattern.Darts
			}
			run.Long = e.Length() - run.Lap - run.More // as it is drawn: edges are made fair when they are unrolled
		}
		h.Waist.Runs = append(h.Waist.Runs, run)
	}
}

// wear is what the bodice does to what is worn over it: cloth so thick from the neck to the
// lower edge.
func (h *half) wear(thick float64) {
	low := min(min(h.hem(0), h.hem(0.5)), h.hem(1))
	if h.hem(0) != h.hem(0.5) || h.hem(1) != h.hem(0.5) {
		h.Wear.Foot = []float64{-h.hem(0), -h.hem(0.5), -h.hem(1)}
	}
	h.Wear.Cover = []figure.Depth{{Drop: -h.form.Torso.NeckPoint.Z, Depth: thick}, {Drop: -low, Depth: thick}}
}

// toldFrom is by how much a ring may be out before it is told, gravelyFrom before nothing should be cut to it, mm.
const toldFrom, gravelyFrom = 1.5, 5.0

// outBy tells of a ring that could not be had as it was asked for.
func (h *half) outBy(where string, off float64) {
	how, what := "more", "Take it in at the side seams at the mock-up."
	if off < 0 {
		how, what = "less", "Let it out at the side seams at the mock-up."
	}
	h.Remark(off < -gravelyFrom, "It measures "+measure.TellFine(math.Abs(off))+" "+how+" "+where+" than was asked for",
		"So its pieces measure as they are sewn: on this figure the darts and the levels that are held lie too near each other. "+what)
}

// measure adds the dimensions a maker compares, as the pieces are sewn.
func (h *half) measure() {
	h.measureAcross()
	held := h.ringsHeld()
	made := h.made(held)
	for i, r := range held {
		is, ok := made[-r.z]
		if !ok {
			continue
		}
		if r.level == "" {
			if off := is - h.meant(r.z); math.Abs(off) > toldFrom {
				h.outBy("round its lower edge", off)
			}
			h.Measure("girth.edge", "the bodice", "round its lower edge", is)
			continue
		}
		where := "round the " + r.level.Label()
		switch {
		case i == 0:
			where = "round the bust, below the armholes"
		case r.level == figure.Bust:
			continue
		}
		if off := is - h.meant(r.z); math.Abs(off) > toldFrom {
			h.outBy(where, off)
		}
		h.Measure("girth."+string(r.level), "the bodice", where, is)
	}
}
