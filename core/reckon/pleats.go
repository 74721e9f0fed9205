package reckon

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Pleats is cloth laid into equal folds: any one of its numbers from the others.
type Pleats struct{}

// About describes it.
func (Pleats) About() About {
	return About{Name: "pleats", Title: "Pleats", What: "Cloth, finished width, count, depth and spacing: any of them from the " +
		"others, with " +
		"the marks to fold by.", Asked: "pleat knife box inverted cartridge organ fold kilt how deep take up plaid repeat",
		Links: []Link{{"pleats", "count", "count"}, {"pleat_ratio", "", "full"}}}
}

// Parameters are what is asked about it.
func (Pleats) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.OneOf("kind", "Kind", "", "knife", "knife: all one way", "box", "box", "inverted", "inverted", "cartridge", "cartridge",
			"organ", "organ: rounded, not pressed"),
		draft.OneOf("seek", "Sought is", "", "depth", "how deep the folds are", "cloth", "how much cloth it takes", "finished",
			"how wide it comes out", "count", "how many there are", "spacing", "how many, at a spacing")}
	but := func(p draft.Parameter, not ...string) {
		p.When = func(v draft.Values) bool { return !slices.Contains(not, v.Choice("seek")) }
		list = append(list, p)
	}
	but(length("cloth", "Cloth, flat", 20, 100000, 2100, "Seam to seam."), "cloth", "spacing")
	but(length("finished", "Finished width", 10, 30000, 700, "With the stretch that stays unpleated."), "finished")
	but(tally("count", "Pleats", 1, 600, 24, "In all."), "count", "spacing")
	but(length("depth", "Depth of a fold", 1, 600, 29, "Of the under-fold: half of what a single fold takes up."), "depth")
	but(length("spacing", "Spacing, fold to fold", 1, 600, 29, "As finished."), "depth", "cloth", "finished", "count")
	return append(list,
		length("plain", "Unpleated stretch", 0, 2000, 0, "Kept flat at the end, for a placket; it counts in both lengths."),
		length("repeat", "Repeat of the pattern", 0, 900, 0, "Of a check or stripe, across the pleats; 0 for plain cloth."))
}

// foldsOf is how many folds of cloth each pleat of a kind has.
func foldsOf(kind string) float64 {
	if kind == "box" || kind == "inverted" || kind == "organ" {
		return 2
	}
	return 1
}

// solved are the five numbers of pleats that fit each other, mm, without what stays plain.
type solved struct {
	cloth, finished, depth float64
	count                  int
}

func solve(v draft.Values) (s solved, err error) {
	f, plain := foldsOf(v.Choice("kind")), v.Number("plain")
	num := func(key draft.Key) float64 {
		if v.Has(key) {
			return v.Number(key)
		}
		return 0
	}
	s = solved{cloth: num("cloth") - plain, finished: num("finished") - plain, depth: num("depth"), count: int(math.Round(num("count")))}
	if v.Has("finished") && s.finished <= 0 {
		return s, wrong(v, "plain", "nothing is left to pleat: less than %s", measure.Tell(v.Number("finished")))
	}
	if v.Has("cloth") && v.Has("finished") && s.cloth <= s.finished {
		return s, wrong(v, "cloth", "pleats take more cloth than they finish: more than %s", measure.Tell(v.Number("finished")))
	}
	if v.Choice("kind") == "cartridge" {
		return cartridges(v, s)
	}
	switch v.Choice("seek") {
	case "cloth":
		s.cloth = s.finished + 2*f*s.depth*float64(s.count)
	case "finished":
		if s.finished = s.cloth - 2*f*s.depth*float64(s.count); s.finished <= 0 {
			return s, wrong(v, "depth", "so many folds take up all of it: less than %s each",
				measure.TellFine(s.cloth/(2*f*float64(s.count))))
		}
	case "count":
		s.count = int(math.Round((s.cloth - s.finished) / (2 * f * s.depth)))
		if s.count < 1 {
			return s, wrong(v, "depth", "not even one fold so deep can be laid: at most %s", measure.TellFine((s.cloth-s.finished)/(2*f)))
		}
	case "spacing":
		s.count = max(int(math.Round(s.finished/num("spacing"))), 1)
		s.cloth = s.finished + 2*f*s.depth*float64(s.count)
	}
	s.depth = (s.cloth - s.finished) / (2 * f * float64(s.count)) // exactly, for a whole count
	return s, nil
}

// cartridges are those whose folds hold all the cloth: twice their depth each, however wide they are set.
func cartridges(v draft.Values, s solved) (solved, error) {
	switch v.Choice("seek") {
	case "finished":
		return s, wrong(v, "seek", "cartridge pleats may be set as close as you like: choose another number to be found")
	case "spacing":
		s.count = max(int(math.Round(s.finished/v.Number("spacing"))), 1)
		s.cloth = 2 * s.depth * float64(s.count)
	case "cloth":
		s.cloth = 2 * s.depth * float64(s.count)
	case "count":
		c, err := fullness.CartridgePleats(s.cloth, s.finished, s.depth)
		if err != nil {
			return s, wrong(v, "depth", "%s", err.Error())
		}
		s.count = c.Count
	}
	if s.cloth <= s.finished {
		return s, wrong(v, "depth", "folds so shallow leave nothing to gather: deeper than %s",
			measure.TellFine(s.finished/float64(s.count)/2))
	}
	s.depth = s.cloth / float64(2*s.count)
	return s, nil
}

// Reckon does the sum.
func (Pleats) Reckon(v draft.Values) (a Answer, err error) {
	kind, plain := v.Choice("kind"), v.Number("plain")
	s, err := solve(v)
	if err != nil {
		return a, err
	}
	p, err := fullness.KnifePleats(s.cloth, s.finished, s.count)
	if err != nil {
		return a, wrong(v, "cloth", "%s", err.Error())
	}
	f := foldsOf(kind)
	why := "finished width and two depths for every fold"
	if kind == "cartridge" {
		why = "two depths for every fold"
	}
	a.put("cloth", "Cloth, flat", Length, s.cloth+plain, why, figure.Geometry)
	a.put("finished", "Finished width", Length, s.finished+plain, "cloth less what the folds take up", figure.Geometry)
	a.put("count", "Pleats", Count, float64(s.count), "what all take up over what one takes up", figure.Geometry)
	a.put("spacing", "Spacing, and what each shows", Fine, p.Reveal, "finished width over count", figure.Geometry)
	a.put("take_up", "Each takes up", Fine, p.TakeUp, "cloth less finished width, over count", figure.Geometry)
	a.put("depth", "Depth of a fold", Fine, s.depth, "half of what a fold takes up", figure.Geometry)
	a.put("full", "Times as full", Times, s.cloth/s.finished, "3 for knife pleats of full depth", figure.Practice)
	a.sum("(%s − %s) ÷ %d = %s taken up by each", measure.Tell(s.cloth), measure.Tell(s.finished), s.count, measure.TellFine(p.TakeUp))
	if kind != "cartridge" {
		a.sum("%s ÷ %g ÷ 2 = %s deep, %g to a pleat", measure.TellFine(p.TakeUp), f, measure.TellFine(s.depth), f)
	}
	if kind != "cartridge" && s.depth > p.Reveal/f+1e-9 {
		a.note(false, "The folds lie over one another",
			"Each is %s deep and shows %s: three layers and more lie at the seam. Fewer pleats, "+
				"or less cloth, lie flatter.", measure.TellFine(s.depth), measure.TellFine(p.Reveal))
	}
	cloth := s.cloth / float64(s.count)
	if rep := v.Number("repeat"); rep >= 2 {
		k := max(math.Round(cloth/rep), 1)
		if k*rep <= p.Reveal {
			k++
		}
		a.put("repeat_cloth", "Cloth for the repeat on every face", Length, k*rep*float64(s.count)+plain, "so many whole repeats to each "+
			"pleat", figure.Geometry)
		a.put("repeat_depth", "and folds of", Fine, (k*rep-p.Reveal)/(2*f), "what is left of the repeats, halved", figure.Geometry)
		a.note(false, "The pattern on the faces", "%g repeats to a pleat bring the same part of it to every face. Lay the first fold "+
			"where that part shall show.", k)
	}
	a.marks(kind, p, plain)
	drawPleats(&a, kind, p)
	if kind == "organ" {
		a.note(false, "Rounded", "They are not pressed: a roll of wadding or a stiff lining keeps each round (from memory).")
	}
	return a, nil
}

// marks are where each fold is made and brought to, or where the rows are stitched.
func (a *Answer) marks(kind string, p fullness.Pleats, plain float64) {
	cloth, band := Strip{Name: "Cloth", Long: p.Cloth + plain}, Strip{Name: "Finished", Long: p.Finished + plain}
	var all []fullness.Mark
	switch kind {
	case "cartridge":
		half := p.Cloth / float64(2*p.Count)
		for i := range 2*p.Count + 1 {
			cloth.Marks = append(cloth.Marks, StripMark{float64(i) * half, "stitch", Place})
		}
		for i := range p.Count + 1 {
			band.Marks = append(band.Marks, StripMark{float64(i) * p.Reveal, plainly(float64(i)), Place})
		}
		a.Strips = []Strip{cloth, band}
		return
	case "box", "organ":
		all = p.BoxMarks()
	case "inverted":
		all = p.InvertedMarks()
	default:
		all = p.Marks()
	}
	for i, m := range all {
		name := plainly(float64(i + 1))
		first, second := StripMark{m.Fold, "fold " + name, FoldAt}, StripMark{m.To, "to " + name, Place}
		if second.At < first.At {
			first, second = second, first
		}
		cloth.Marks = append(cloth.Marks, first, second)
	}
	for i := range p.Count + 1 {
		band.Marks = append(band.Marks, StripMark{float64(i) * p.Reveal, plainly(float64(i)), Place})
	}
	sortMarks(cloth.Marks)
	a.Strips = []Strip{cloth, band}
}

// drawPleats draws some of them from above, as they lie: the layers drawn apart.
func drawPleats(a *Answer, kind string, p fullness.Pleats) {
	const shown = 4
	n := min(p.Count, shown)
	apart := max(p.Reveal/7, 1)
	var line []plane.Point
	add := func(x float64, layer float64) { line = append(line, plane.Pt(x, -layer*apart)) }
	for i := range n {
		x := float64(i) * p.Reveal
		switch kind {
		case "box", "organ":
			u := p.Under / 2
			add(x, 0)
			add(x+p.Reveal, 0)
			add(x+p.Reveal-u, 1)
			add(x+p.Reveal, 2)
			if i == n-1 {
				break
			}
			add(x+p.Reveal+u, 1)
		case "inverted":
			u := p.Under / 2
			add(x, 0)
			add(x+p.Reveal/2, 0)
			add(x+p.Reveal/2-u, 1)
			add(x+p.Reveal/2+u, 2)
			add(x+p.Reveal/2, 0)
			add(x+p.Reveal, 0)
		case "cartridge":
			add(x, 0)
			add(x+p.Reveal*0.25, -p.TakeUp/2/apart/3)
			add(x+p.Reveal*0.75, -p.TakeUp/2/apart/3)
			add(x+p.Reveal, 0)
		default:
			add(x, 0)
			add(x+p.Reveal, 0)
			add(x+p.Reveal-p.Under, 1)
			add(x+p.Reveal, 2)
		}
	}
	a.Drawing = append(a.Drawing, Shape{Kind: CutLn, Line: line})
	a.across(measure.TellFine(p.Reveal), 0, apart*2, p.Reveal)
	if kind == "knife" {
		a.across(measure.TellFine(p.Under), p.Reveal-p.Under, -apart*4, p.Under)
	}
}
