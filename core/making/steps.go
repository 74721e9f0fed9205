package making

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// steps are the order of work of a garment: what rules give for its rows, and its own.
func steps(g Garment, all []Row, m Maker) []work.Step {
	var out []work.Step
	for _, p := range phases() {
		s := work.Step{ID: p.id, Name: p.name, After: p.after.after()}
		var own []Row
		for _, r := range all {
			if phaseOf(r) == p.id {
				own = append(own, r)
			}
		}
		if !g.fill(&s, own, all, m) {
			continue
		}
		for _, t := range g.Told {
			if t.Step == p.id {
				s.How = strings.TrimSpace(s.How + " " + t.How)
				s.After = append(slices.Clone(t.After), s.After...)
			}
		}
		s.Minutes = max(1, math.Round(s.Minutes))
		out = append(out, s)
	}
	out = append(out, g.Own...)
	out = tidy(g, out)
	settle(all, out)
	return out
}

// settle lets what was glued, sealed or fused dry, set and cool before the next step on it.
func settle(rows []Row, all []work.Step) {
	hours := map[work.ID]float64{}
	for _, r := range rows {
		at := phaseOf(r)
		hours[at] = max(hours[at], r.Technique.Rests)
		hours[work.ToFinish] = max(hours[work.ToFinish], r.Finish.Rests)
	}
	for i := range all {
		for k := range all[i].After {
			a := &all[i].After[k]
			a.Hours = max(a.Hours, hours[a.Step])
		}
	}
}

// tidy drops reasons that name a step the garment does not have, and keeps one reason for
// each; what waits for nothing waits for what it works on.
func tidy(g Garment, all []work.Step) []work.Step {
	has := map[work.ID]bool{}
	for _, s := range all {
		has[s.ID] = true
	}
	lateChannels := !g.Flat
	for i := range all {
		s := &all[i]
		seen := map[work.ID]bool{s.ID: true}
		s.After = slices.DeleteFunc(slices.Clone(s.After), func(a work.After) bool {
			drop := !has[a.Step] || seen[a.Step]
			seen[a.Step] = true
			return drop
		})
		if s.ID == work.ToGather && smockedOpen(g) { // its pleats are drawn up while it lies open
			s.After = slices.DeleteFunc(s.After, func(a work.After) bool { return a.Step == work.ToClose })
		}
		if s.ID == work.ToClose && smockedOpen(g) && !has[work.ToSmock] { // its rows are gathered some other way
			s.After = append(s.After, work.After{Step: work.ToGather, Why: "its pleats are drawn up while it lies open"})
		}
		if g.Filled && (s.ID == work.ToDart || s.ID == work.ToJoin) {
			s.After = slices.DeleteFunc(s.After, func(a work.After) bool { return a.Step == work.ToQuilt })
		}
		if lateChannels && s.ID == work.ToChannel && has[work.ToPress] {
			s.After = append(s.After, work.After{Step: work.ToPress, Why: "they lie on pressed seams"})
		}
		if g.Flat && s.ID == work.ToJoin && has[work.ToChannel] {
			s.After = append(s.After, work.After{Step: work.ToChannel, Why: "channels are stitched flat"})
		}
		if at, ok := places()[s.ID]; len(s.After) == 0 && has[work.ToCut] && s.ID != work.ToShrink && (!ok || at > places()[work.ToCut]) {
			s.After = []work.After{{Step: work.ToCut, Why: "there must be something to sew"}}
		}
	}
	rest(g, all)
	return all
}

// smockedOpen tells whether seams wait for the smocking.
func smockedOpen(g Garment) bool {
	return slices.ContainsFunc(g.Seams, func(s pattern.Seam) bool { return s.Wait == pattern.ForSmocking })
}

// Hours that pass before a step because of what came before it (from memory): washed cloth dries, what hangs off the grain
// drops over night, cut on the bias for two days.
const drying, dropping, droppingBias = 8.0, 12.0, 48.0

// rest says between which steps nothing is done while hours pass.
func rest(g Garment, all []work.Step) {
	hours := dropping
	for _, p := range g.Pieces {
		if p.GrainDegrees == 45 && !p.Hidden {
			hours = droppingBias
		}
	}
	for i := range all {
		for k := range all[i].After {
			a := &all[i].After[k]
			switch {
			case a.Step == work.ToWash:
				a.Hours = drying
			case all[i].ID == work.ToHang:
				a.Hours = hours
			}
		}
	}
}

// fill works out what a step takes from the rows that are worked in it; it is false when
// there is nothing to do.
func (g Garment) fill(s *work.Step, own, all []Row, m Maker) bool {
	switch s.ID {
	case work.ToBuy:
		n := len(g.Shopping(float64(g.Cloth.Thickness)))
		if g.Fixed || g.InHand && n == 0 {
			return false
		}
		s.Minutes = errand + 2*float64(n)
		s.How = "The cloth"
		if g.InHand {
			s.How = "The cloth is in the stash. Still to get: " + measure.Count(n, "notion")
		} else if n > 0 {
			s.How += ", " + measure.Count(n, "notion") + " besides,"
		}
		s.How += " and thread, as the list to buy has them. Hold the thread to the cloth in daylight."
	case work.ToWash:
		if g.Cloth.Shrinkage <= 0 || g.Cloth.Prewashed {
			return false
		}
		s.Minutes, s.Needs, s.How = 30, []work.Need{work.Iron}, "As it will be washed later, and pressed along the grain: it shrinks now "+
			"or when it is worn."
	case work.ToMockUp:
		if g.MockUp == "" {
			return false
		}
		s.Minutes, s.Needs, s.How = 40+12*float64(len(g.Pieces)), []work.Need{work.Machine, work.Wearer}, g.MockUp
	case work.ToCut:
		n := g.copies()
		s.Minutes, s.Needs = 15+4*float64(n), []work.Need{work.Table}
		s.How = measure.Count(n, "piece") + ". Both ends of every grain line the same distance from the selvedge; count them against the " +
			"list before the first cut."
		if len(g.Cloth.Bands) > 0 && g.Cloth.BandsFace == cloth.RightFace {
			s.How += " Its bands show on the right face alone: chalk the right side of every piece before anything is folded."
		}
	case work.ToMark:
		return g.marking(s)
	case work.ToStay:
		return g.staying(s, m)
	case work.ToPress:
		return pressing(s, all)
	case work.ToFinish:
		return finishing(s, all)
	case work.ToHang:
		if !g.drops() {
			return false
		}
		s.Minutes, s.Needs, s.How = 45, []work.Need{work.Wearer}, "On a form or a hanger, by the band. Then over what is worn "+
			"under it, in "+
			"the shoes: mark the same height from the floor all round and trim."
	case work.ToTryOn:
		if g.TryOn == "" {
			return false
		}
		s.Minutes, s.Needs, s.How = 40, []work.Need{work.Wearer}, g.TryOn
	case work.ToMeasure:
		if !g.Wear.Shapes() || g.TryOn == "" {
			return false
		}
		s.Minutes, s.Needs, s.How = 15, []work.Need{work.Wearer}, "Everything outside is checked against what it measures as it is worn: "+
			"enter it under the state it was taken in."
	case work.ToQuilt:
		if !sewing(s, own) {
			return false
		}
		if slices.ContainsFunc(own, func(r Row) bool { return r.Technique.Machine() }) {
			s.How = strings.TrimSpace(s.How + " " + g.underArm(m))
		}
	default:
		return sewing(s, own)
	}
	return true
}

// quilted is how thick quilted layers are at least as they are rolled up, mm (from memory).
const quilted = 4.0

// underArm warns where half of the widest quilted piece, rolled, does not go through any machine's throat.
func (g Garment) underArm(m Maker) string {
	throat := 0.0
	for _, x := range m.Machines {
		throat = max(throat, x.Throat)
	}
	if throat == 0 {
		return ""
	}
	widest := pattern.Piece{}
	wide := 0.0
	for _, p := range g.Pieces {
		if !slices.ContainsFunc(p.Marks, func(k pattern.Mark) bool { return k.Kind == pattern.QuiltLine }) {
			continue
		}
		line, _ := p.Outline()
		box := plane.BoxOf(line)
		if w := min(box.Max.X-box.Min.X, box.Max.Y-box.Min.Y); w > wide {
			wide, widest = w, p
		}
	}
	roll := math.Sqrt(4 / math.Pi * wide / 2 * quilted) // across, of a roll as long as half of it
	if roll <= throat {
		return ""
	}
	return fmt.Sprintf("Half of the %s, rolled up, is about %s thick, and the widest throat %s: quilt it in two parts, or by hand.",
		strings.ToLower(widest.Name), measure.Tell(roll), measure.Tell(throat))
}

// errand is what going to buy takes, minutes (from memory).
const errand = 30.0

// copies is how many pieces are cut.
func (g Garment) copies() int {
	n := 0
	for _, p := range g.Pieces {
		n += p.Cut
	}
	return n
}

// notchLeast is the allowance below which a notch is not clipped, mm.
const notchLeast = 8.0

func (g Garment) marking(s *work.Step) bool {
	notches, marks := 0, 0
	narrow := false
	for i := range g.Pieces {
		p := &g.Pieces[i]
		notches += len(p.Notches) * p.Cut
		marks += len(p.Marks) * worn(p)
		for _, n := range p.Notches {
			if e, ok := p.Edge(n.Edge); ok && e.Allowance < notchLeast {
				narrow = true
			}
		}
	}
	if notches+marks == 0 {
		return false
	}
	s.Minutes, s.Needs = 5+0.25*float64(notches)+0.4*float64(marks), []work.Need{work.Table}
	s.How = fmt.Sprintf("%s and %s; write on every piece what it is. Clip a notch no deeper than a third of its allowance",
		measure.Count(notches,
			"notch", "notches"), measure.Count(marks, "mark"))
	if narrow {
		s.How += "; where that is narrower than ⟦~8⟧, chalk it"
	}
	s.How += "."
	return true
}

// staying is for edges that curve, have an allowance and are handled before they are held.
func (g Garment) staying(s *work.Step, m Maker) bool {
	long := 0.0
	for i := range g.Pieces {
		p := &g.Pieces[i]
		for _, e := range p.Edges {
			if kind := p.KindOf(e, g.Seams); e.Allowance > 0 && kind != pattern.Hem && kind != pattern.OnFold && !g.Covered &&
				turned(e.Line) > 25 {
				long += e.Length() * float64(p.Cut)
			}
		}
	}
	if long == 0 {
		return false
	}
	t, _ := technique.Find("stay-stitch")
	s.Minutes, s.Needs = m.perMetre(t)*long/1000+2, []work.Need{work.Machine}
	s.How = measure.TellLong(long) + " of curved edge, one layer at a time, just outside the line, from the wide end to the narrow."
	return true
}

// pressedMinutes is how long pressing a metre of seam takes (from memory).
const pressedMinutes = 2.5

func pressing(s *work.Step, all []Row) bool {
	long := 0.0
	for _, r := range all {
		if r.B.Piece != "" && phaseOf(r) == work.ToJoin {
			long += r.Length * float64(r.Times)
		}
	}
	if long == 0 {
		return false
	}
	s.Minutes, s.Needs = 5+pressedMinutes*long/1000, []work.Need{work.Iron}
	s.How = measure.TellLong(long) + " of seam: flat as it was sewn first, then as its technique says, over a curve where the piece " +
		"is curved."
	return true
}

func finishing(s *work.Step, all []Row) bool {
	by := map[string]float64{}
	var ways []string
	hand, machine := false, false
	add := func(t technique.Technique, of string, length, minutes float64) {
		way := t.Name + ": " + of
		if by[way] == 0 {
			ways = append(ways, way)
		}
		by[way] += length
		s.Minutes += minutes
		s.Technique = t.Key
		hand, machine = hand || !t.Machine(), machine || t.Machine()
	}
	for _, r := range all {
		long := r.Length * float64(r.Times)
		switch {
		case r.Of == technique.Finish:
			add(r.Technique, "the free edges of facings, ", long, r.Minutes)
		case r.Finished():
			add(r.Finish, "both edges of seams, ", long, r.FinishMinutes)
		}
	}
	if len(ways) == 0 {
		return false
	}
	for _, w := range ways {
		s.How += w + measure.TellLong(by[w]) + " in all. "
	}
	s.How = strings.TrimSpace(s.How)
	s.Needs = needs(hand, machine, false)
	return true
}

func needs(hand, machine, iron bool) []work.Need {
	var out []work.Need
	if machine {
		out = append(out, work.Machine)
	}
	if hand {
		out = append(out, work.Hand)
	}
	if iron {
		out = append(out, work.Iron)
	}
	return out
}

// drops tells whether the garment hangs and is not all on the straight grain: then its hem
// is levelled after a night.
func (g Garment) drops() bool {
	for i := range g.Pieces {
		p := &g.Pieces[i]
		hems, slants := false, false
		for _, e := range p.Edges {
			hems = hems || p.KindOf(e, g.Seams) == pattern.Hem
			a, b := e.Line[0], e.Line[len(e.Line)-1]
			if dy := math.Abs(b.Y - a.Y); dy > 250 && math.Abs(b.X-a.X) > dy*math.Tan(4*math.Pi/180) {
				slants = true
			}
		}
		if hems && slants && g.Wear.Hem > 0 {
			return true
		}
	}
	return false
}

// sewing is a step in which rows are worked by their techniques.
func sewing(s *work.Step, own []Row) bool {
	if len(own) == 0 {
		return false
	}
	type group struct {
		name   string
		n      int
		count  int
		long   float64
		turned []float64 // how deep hems are
		notes  []string
	}
	var order []string
	by := map[string]*group{}
	var need []work.Need
	for _, r := range own {
		s.Minutes += r.Minutes
		k := r.Technique.Key
		if by[k] == nil {
			by[k] = &group{name: r.Technique.Name}
			order = append(order, k)
			for _, n := range r.Technique.Needs {
				if !slices.Contains(need, n) {
					need = append(need, n)
				}
			}
		}
		one := by[k]
		one.n += max(r.Times, 1)
		one.count += r.Count
		one.long += r.Length * float64(max(r.Times, 1))
		if deep := r.Turned(); r.Of == technique.Hem && deep > 0 && !slices.ContainsFunc(one.turned,
			func(o float64) bool { return math.Abs(o-deep) < 0.5 }) {
			one.turned = append(one.turned, deep)
		}
		if r.Note != "" && !slices.Contains(one.notes, r.Note) {
			one.notes = append(one.notes, r.Note)
		}
		if r.Wait != pattern.ForNothing {
			s.After = append([]work.After{{Step: ofWait[r.Wait], Why: "this seam is closed only then"}}, s.After...)
		}
	}
	s.Needs = need
	if len(order) > 0 {
		s.Technique = order[0]
	}
	for _, k := range order {
		one := by[k]
		switch {
		case one.count > 0 && one.long < 1:
			s.How += fmt.Sprintf("%s: %d. ", one.name, one.count)
		case one.count > 0:
			s.How += fmt.Sprintf("%s: %d, together %s. ", one.name, one.count, measure.TellLong(one.long))
		default:
			s.How += fmt.Sprintf("%s: %s, together %s. ", one.name, measure.Count(one.n, "length"), measure.TellLong(one.long))
		}
		for _, deep := range one.turned {
			s.How += "Of its allowance " + measure.TellFine(deep) + " are turned. "
		}
		for _, n := range one.notes {
			s.How += sentence(n) + ". "
		}
	}
	s.How = strings.TrimSpace(s.How)
	return true
}
