package gown

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Smocked is a dress whose whole neck is pleated and smocked: front, two backs and two sleeves are joined by short raglan
// seams before the pleats are drawn up, and bound together at the neck.
type Smocked struct{}

// About describes it.
func (Smocked) About() draft.About {
	return draft.About{Kind: "dress-smocked", Name: "Smocked dress", Family: family.Gown,
		What: "Front, backs and full sleeves joined by raglan seams, the neck drawn up in many small pleats, smocked and bound; a deep " +
			"hem. It opens behind: it goes on over the head, or like a coat.",
		Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "verdigris", Width: 1400, Selvedge: 10, Thickness: 0.2, Weight: 85,
			Shrinkage: 0.04}}
}

// pitch is how far apart the half rows of a pleater lie, mm (from memory), and hidden how many of them fall in the
// allowance.
const pitch, hidden = 4.8, 2

// The parts of the cut neck that front, each sleeve and each back have (from memory).
const ofFront, ofSleeve, ofBack = 0.30, 0.16, 0.19

// Parameters are what is asked about it.
func (Smocked) Parameters() []draft.Parameter {
	slit := draft.MmFrom(draft.Slit, "Opening behind, from the neck down", 60, 400, "so long that the head passes", "Both its edges count.",
		func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			return max(math.Ceil((on.Length("head_girth")+headEase-on.Length("neck_girth")-v.Number("neck_ease"))/2)+10, 100),
				figure.Practice
		})
	slit.When = func(v draft.Values) bool { return !openBehind(v) }
	wrist := draft.Mm("wrist_ease", "Sleeve at the wrist, finished", 10, 120, 40, "drawn in on elastic or a cuff", figure.Memory,
		"Over the wrist.")
	wrist.When = func(v draft.Values) bool { return v.Choice("sleeve_end") == "elastic" }
	wider := draft.Mm("wider", "Body wider at the arm by", 60, 520, 110,
		"each panel, from its raglan seam out; more where the bust asks it",
		figure.Memory, "The seam runs from the neck slanting out to under the arm; more is wider, and lifts less.")
	wider.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		return min(max(60, leastOut(on, v)), 500), 520
	}
	wider.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		return max(110, math.Ceil(leastOut(on, v)+20)), figure.Reason{Text: "goes round the bust with room", Source: figure.Memory}
	}
	round := draft.Mm(draft.HemRound, "Hem, all round", 1200, 5000, 2200, "2.4 times the bust, to ⟦240 cm⟧", figure.Memory,
		"2.4 to 3 times the bust.")
	round.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		low := math.Ceil(4 * (cutNeck(on, v)*max(ofFront/2, ofBack) + v.Number("wider")))
		return max(1200, low+4), max(5000, low+800)
	}
	round.Default = func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
		return min(math.Round(2.4*on.GirthAt(figure.Bust)), 2400), figure.Reason{Text: "2.4 times the bust, to ⟦240 cm⟧: so " +
			"wide a front " +
			"fits the cloth", Source: figure.Memory}
	}
	clear := part.Clearance(1000, 420, "to the calf", figure.Memory, "In the shoes of the ensemble.")
	clear.Rule = "a quarter of the height, to the calf"
	clear.Default = func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
		return math.Round(on.Length("height") * toTheCalf), figure.Reason{Text: "to the calf", Source: figure.Memory}
	}
	buttons := draft.Tally("buttons", "Buttons behind", 1, 24, 3, "one every ⟦7.5 cm⟧ or so", figure.Practice, "From the binding down.")
	buttons.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		open := on.FromNeck()(180)(on.Floor()-v.Number(draft.Clearance)) - lastBehind
		if !openBehind(v) {
			open = v.Number(draft.Slit)
		}
		return min(max(math.Round(open/buttonsApart)+1, 2), 24), figure.Reason{Text: "one every ⟦7.5 cm⟧ or so",
			Source: figure.Practice}
	}
	return []draft.Parameter{
		clear,
		draft.Mm("neck_ease", "Ease at the neck", 10, 160, 30, "⟦2 cm⟧ to ⟦4 cm⟧ for a close neck", figure.Memory,
			"Over the base of the neck, as it is finished."),
		draft.Times("full", "Cut, times the finished neck", 2, 4, 3, "3 to 1", figure.Practice, "2.5 for thick cloth, 3.5 for fine."),
		draft.Tally("rows", "Rows of pleats, half rows counted", 6, 40, 12, "ten to smock and two in the allowance", figure.Practice,
			"Each half row lies ⟦~4.8⟧ below the last."),
		wider,
		draft.Mm(draft.ScyeDrop, "Armhole below the armpit", 20, 160, 50, "loose", figure.Memory, "Raglans of gathered cloth lie low."),
		round,
		draft.OneOf("sleeve_end", "Sleeves end", "Open ones are hemmed and hang as wide as they are cut.", "elastic",
			"drawn in on elastic", "open", "open, hemmed"),
		wrist,
		draft.OneOf("behind", "It opens behind", "Open to the hem it is put on like a coat, and lies flat to be pressed.", "slit",
			"from the neck, a part of the way", "whole", "from neck to hem, lapped"),
		slit,
		draft.Mm(draft.Lap, "Lap behind, each side", 15, 60, 38, "button and two edges, and a strip", figure.Practice,
			"Beyond the centre back; a button of ⟦12⟧ needs ⟦28⟧."),
		buttons,
		draft.Mm(draft.Hem, "Hem allowance", 20, 200, 100, "deep, to let down", figure.Practice, "Turned once and ⟦~6⟧ under."),
		part.Allowance(6, 20, 10, "French seams: they go through the pleater", figure.Practice, "At every seam.")}
}

// toTheCalf is how high the calf is beside the whole height, and buttonsApart how far apart buttons lie behind, mm (both from
// memory).
const toTheCalf, buttonsApart = 0.255, 75.0

// lastBehind is how far above the hem the last button of one that opens all the way lies at least, mm (from memory).
const lastBehind = 150.0

// openBehind tells whether it opens from the neck to the hem.
func openBehind(v draft.Values) bool { return v.Choice("behind") == "whole" }

// cutNeck is how long the neck is cut, mm.
func cutNeck(on figure.Figure, v draft.Values) float64 {
	return (on.Length("neck_girth") + v.Number("neck_ease")) * v.Number("full")
}

// least is the least room under the arms, mm, and leastOut how far out the raglan seams must run for it.
const least = 60.0

func leastOut(on figure.Figure, v draft.Values) float64 {
	return (on.GirthAt(figure.Bust) + least + 2 - cutNeck(on, v)*(ofFront+2*ofBack)) / 4
}

// smocked is the dress before its pieces are drawn, mm: half widths of the cut neck, the raglan seam, and the hem.
type smocked struct {
	neck, cut           float64 // finished, and cut
	front, sleeve, back float64 // of the neck: half a front, half a sleeve, a whole back
	out                 float64 // of the raglan seam, across
	downF, downB        float64 // and down, before and behind: the neck lies lower before
	before, behind      float64 // lengths at the centres
	side, foot          float64 // length of the side below the arm, half width of a quarter of the hem
	arm, wrist          float64 // length of the sleeve from the neck, half of its finished wrist
	opened              float64
}

func smockedOn(on figure.Figure, v draft.Values) (*smocked, error) {
	s := &smocked{neck: on.Length("neck_girth") + v.Number("neck_ease"), out: v.Number("wider")}
	s.cut = s.neck * v.Number("full")
	s.front, s.sleeve, s.back = s.cut*ofFront/2, s.cut*ofSleeve/2, s.cut*ofBack
	t := on.Torso()
	s.downF, s.downB = t.Throat.Z-t.Underarm+v.Number(draft.ScyeDrop), t.Nape.Z-t.Underarm+v.Number(draft.ScyeDrop)
	if s.downF < 60 || math.Abs(s.downB-s.downF) > s.sleeve {
		return nil, fmt.Errorf("the armhole leaves no raglan seam before: let it lie deeper below the armpit")
	}
	if ring := 2*s.front + 2*s.back + 4*s.out; ring < on.GirthAt(figure.Bust)+least {
		return nil, fmt.Errorf("under the arms it would measure %s, over a bust of %s: cut it fuller at the neck, or wider at the arm",
			measure.Tell(ring), measure.Tell(on.GirthAt(figure.Bust)))
	}
	from, clear := on.FromNeck(), v.Number(draft.Clearance)
	s.before, s.behind = from(0)(on.Floor()-clear), from(180)(on.Floor()-clear)
	s.side = (s.before - s.downF + s.behind - s.downB) / 2
	if s.side < 200 {
		return nil, fmt.Errorf("below the arms it would be only %s long: let its hem come nearer the floor",
			measure.Tell(max(s.side, 0)))
	}
	s.foot = v.Number(draft.HemRound) / 4
	if narrow := max(s.front, s.back) + s.out; s.foot < narrow {
		return nil, fmt.Errorf("the hem is narrower than the dress under the arms: %s at least", measure.Tell(4*narrow))
	}
	s.arm = on.Length("shoulder_length") + on.Length("arm_length") + 10
	if v.Has("wrist_ease") {
		s.wrist = (on.Length("wrist_girth") + v.Number("wrist_ease")) / 2
	}
	if s.arm < s.downB+120 {
		return nil, fmt.Errorf("the armhole lies %s below the neck and leaves no sleeve: make it higher", measure.Tell(s.downB))
	}
	if s.opened = s.behind; !openBehind(v) {
		s.opened = v.Number(draft.Slit)
	}
	return s, nil
}

// raglan is the seam from the neck, at a half width, out to under the arm, so far down; it is the same line on body and
// sleeve.
func (s *smocked) raglan(half, down float64) []plane.Point {
	a, b := plane.Pt(half, 0), plane.Pt(half+s.out, -down)
	return plane.Cubic(a, a.Add(plane.Pt(0, -down*0.4)), b.Add(plane.Pt(-s.out*0.45, down*0.18)), b)
}

// body is half the front, or a back; it lies right of its centre.
func (s *smocked) body(id, name string, half, down, long float64, v draft.Values) pattern.Piece {
	seam := v.Number(draft.Allowance)
	line := s.raglan(half, down)
	under := line[len(line)-1]
	slant := math.Asin(max(-0.9, min(0.9, (s.foot-under.X)/s.side)))
	foot := under.Add(plane.Pt(s.side*math.Sin(slant), -s.side*math.Cos(slant)))
	hem := plane.Sweep(plane.Pt(0, -long), plane.Pt(1, 0), foot, plane.Pt(math.Cos(slant), math.Sin(slant)))
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: hem, Allowance: v.Number(draft.Hem), Turned: true},
		{ID: "side", Name: "side", Line: []plane.Point{foot, under}, Allowance: seam},
		{ID: "raglan", Name: "raglan edge", Line: plane.Reversed(line), Allowance: seam, Corner: true},
		{ID: "neck", Name: "neck edge", Line: []plane.Point{{X: half}, {}}, Allowance: seam},
		{ID: "centre", Name: "centre", Line: []plane.Point{{}, {Y: -long}}, Allowance: seam}}}
	p.Be(pattern.Hem, "hem")
	s.rows(&p, v)
	return p
}

// rows marks the first and the last row of pleats.
func (s *smocked) rows(p *pattern.Piece, v draft.Values) {
	e, _ := p.Edge("neck")
	for _, row := range []struct {
		n     int
		label string
	}{{hidden, "first row to smock"}, {v.Whole("rows") - 1, "last row"}} {
		down := plane.Beside(e.Line, pitch*float64(row.n-hidden+1)) // the edge runs from right to left
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Gather, Path: plane.Reversed(down), Label: row.label})
	}
}

// arms is the whole sleeve; its front is the shorter as the neck lies lower before, and its wrist slants by as much.
func (s *smocked) arms(v draft.Values) pattern.Piece {
	seam := v.Number(draft.Allowance)
	back, front := s.raglan(s.sleeve, s.downB), plane.Mirrored(s.raglan(s.sleeve, s.downF), 0)
	under, before := back[len(back)-1], front[len(front)-1]
	long := s.arm - (s.downF+s.downB)/2
	low, lowF := under.Sub(plane.Pt(0, long)), before.Sub(plane.Pt(0, long))
	p := pattern.Piece{ID: "sleeve", Name: "Sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "wrist", Name: "wrist edge", Line: []plane.Point{lowF, low}, Allowance: 20, Kind: pattern.CasingAt,
			Technique: "elastic"},
		{ID: "underarm-back", Name: "underarm edge, back", Line: []plane.Point{low, under}, Allowance: seam},
		{ID: "raglan-back", Name: "raglan edge, back", Line: plane.Reversed(back), Allowance: seam, Corner: true},
		{ID: "neck", Name: "neck edge", Line: []plane.Point{back[0], front[0]}, Allowance: seam},
		{ID: "raglan-front", Name: "raglan edge, front", Line: front, Allowance: seam, Corner: true},
		{ID: "underarm-front", Name: "underarm edge, front", Line: []plane.Point{before, lowF},
			Allowance: seam}}}
	s.rows(&p, v)
	if v.Choice("sleeve_end") == "open" {
		p.Be(pattern.Hem, "wrist")
		edgeOf(&p, "wrist").Technique = ""
	}
	return p
}

// Draft drafts it.
func (Smocked) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	s, err := smockedOn(on, v)
	if err != nil {
		return draft.Draft{}, err
	}
	lap := v.Number(draft.Lap)
	front := s.body("front", "Front", s.front, s.downF, s.before, v)
	front.Cut, front.Mirrored, front.Fold = 1, false, "centre"
	e, _ := front.Edge("centre")
	e.Name, e.Allowance = "centre, on the fold", 0
	back := s.body("back", "Back", s.back, s.downB, s.behind, v)
	if back, err = back.Extended("centre", lap, "centre back"); err != nil {
		return draft.Draft{}, err
	}
	neck, _ := back.Edge("neck")
	back.Split("neck", pattern.Stretch{ID: "neck", Name: "neck edge", Length: neck.Length() - lap}, pattern.Stretch{ID: "neck-lap",
		Name: "neck edge of the lap"})
	if openBehind(v) {
		part.Rename(&back, "centre", "opening", "opening", v.Number(draft.Allowance))
	} else {
		back.Split("centre", pattern.Stretch{ID: "opening", Name: "opening", Length: s.opened}, pattern.Stretch{ID: "centre",
			Name: "centre seam"})
	}
	back.Be(pattern.Opening, "opening")
	binding := pattern.Rectangle("binding", "Neck binding", s.neck+2*lap, 50, 0) // the laps lie plain
	binding.GrainDegrees, binding.EitherWay = 45, false
	d := draft.Draft{Cautions: []caution.Caution{caution.Flame, caution.Needle}}
	s.sew(&d, &binding, lap, openBehind(v))
	d.Pieces = []pattern.Piece{front, back, s.arms(v), binding}
	s.finish(&d, on, v, in)
	return d, nil
}

// sew lists the seams, and divides the binding among what it closes over.
func (s *smocked) sew(d *draft.Draft, binding *pattern.Piece, lap float64, open bool) {
	for _, side := range []string{"front", "back"} {
		d.Sew("raglan-"+side, side, "raglan", "sleeve", "raglan-"+side, "french")
	}
	from := len(d.Seams)
	d.Sew("side", "front", "side", "back", "side", "french")
	d.Sew("underarm", "sleeve", "underarm-front", "sleeve", "underarm-back", "french")
	if !open {
		d.Sew("centre-back", "back", "centre", "back", "centre", "french")
	}
	for i := from; i < len(d.Seams); i++ { // so that the neck lies flat while it is smocked
		d.Seams[i].Wait = pattern.ForSmocking
	}
	ratio := s.neck / s.cut
	var parts []pattern.Stretch
	add := func(id string, piece, edge string, copy pattern.Copy, long, cut float64) {
		parts = append(parts, pattern.Stretch{ID: id, Name: "to the " + piece, Length: long})
		by := pattern.Gathers
		if cut == long {
			by = pattern.Equal
		}
		d.Seams = append(d.Seams, pattern.Seam{ID: "neck-" + id, A: pattern.Side{Piece: "binding", Edge: id},
			B: pattern.Side{Piece: piece, Edge: edge, Copy: copy}, Ease: cut - long, Absorbed: by, Join: pattern.Banded})
	}
	left, right := pattern.Copy{Hand: pattern.Left}, pattern.Copy{Hand: pattern.Right}
	add("lap-left", "back", "neck-lap", left, lap, lap)
	add("back-left", "back", "neck", left, s.back*ratio, s.back)
	add("sleeve-left", "sleeve", "neck", left, 2*s.sleeve*ratio, 2*s.sleeve)
	add("front-left", "front", "neck", left, s.front*ratio, s.front)
	add("front-right", "front", "neck", right, s.front*ratio, s.front)
	add("sleeve-right", "sleeve", "neck", right, 2*s.sleeve*ratio, 2*s.sleeve)
	add("back-right", "back", "neck", right, s.back*ratio, s.back)
	add("lap-right", "back", "neck-lap", right, lap, lap)
	binding.Split("bottom", parts...)
	for i := range binding.Edges {
		binding.Edges[i].Kind = pattern.Enclosed
	}
}

// finish measures it, closes it, and says what is particular.
func (s *smocked) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric) {
	rows, thick, lap := v.Whole("rows"), float64(in.Thickness), v.Number(draft.Lap)
	deep := pitch * float64(rows-1)
	hem := 0.0
	for _, id := range []string{"front", "back"} {
		for i := range d.Pieces {
			if d.Pieces[i].ID == id {
				e, _ := d.Pieces[i].Edge("hem")
				hem += 2 * e.Length()
			}
		}
	}
	hem -= 2 * v.Number(draft.Lap)
	ring := 2*s.front + 2*s.back + 4*s.out
	d.Measure("neck", "the neck", "finished", s.neck)
	d.Measure("neck.cut", "the neck", "as it is cut, without the laps", s.cut)
	d.Measure("smocked", "the pleats", "from the first row to the last", deep)
	d.Measure("body", "the dress", "under the arms", ring)
	d.Measure("hem", "the hem", "all round", hem)
	d.Spares = []draft.Spare{{Dimension: "hem", Where: "the hem", Slide: max(v.Number(draft.Hem)-10, 0)}}
	open := openBehind(v)
	if room := s.neck + 2*s.opened; !open && room < on.Length("head_girth")+headEase {
		d.Offer(true, "The head does not pass the neck", fmt.Sprintf("With its opening it measures %s; the head and a little ease %s.",
			measure.Tell(room), measure.Tell(on.Length("head_girth")+headEase)), "Lengthen the opening",
			draft.Settings{draft.Slit: min(math.Ceil(s.opened+(on.Length("head_girth")+headEase-room)/2), 400)})
	}
	const button, edge = 12.0, 8.0
	if v.Number(draft.Lap) < button+2*edge {
		d.Offer(false, "The lap is narrow for a button", fmt.Sprintf("A button of %s and two edges of %s take %s.",
			measure.TellFine(button),
			measure.TellFine(edge), measure.TellFine(button+2*edge)), "Make it as wide", draft.Settings{draft.Lap: button + 2*edge})
	}
	entry := draft.Entry{At: draft.AtBack, Closed: ring, Only: draft.OverHead}
	if open {
		entry = draft.Entry{At: draft.AtBack, Through: true}
	}
	part.GettingIn(d, on, entry, func(lacks, _ float64, _ draft.Entry) (string,
		draft.Settings) {
		return "Make it wider", draft.Settings{"wider": min(v.Number("wider")+math.Ceil(lacks/4)+3, 520)}
	})
	n := v.Whole("buttons")
	reach := s.opened
	if open {
		reach -= lastBehind
	}
	d.Fasten(closure.Buttons, n, button, "below the smocking one every "+measure.Tell(reach/max(float64(n-1), 1))+
		"; a worked hole does not hold in the pleats: a snap there")
	d.Works = append(d.Works, notion.Worked{Key: "smocking", Name: "the smocked rows", Of: technique.Gather, Technique: "smocking",
		Length: s.cut * float64(rows-hidden)})
	thread := (s.cut + 2*v.Number(draft.Lap) + 300) * float64(rows) / 1000
	d.Buy("thread", "Pleating thread", thread, "m", fmt.Sprintf("%d rows, each the cut neck and %s", rows, measure.Tell(300)))
	if v.Choice("sleeve_end") == "elastic" {
		d.Buy("elastic", "Elastic, "+measure.TellStock(6), 2*(2*s.wrist+25)/1000, "m", "in the casings at the wrists")
	}
	top, _ := on.Span()
	bottom := on.Floor() - v.Number(draft.Clearance)
	for drop := top; drop < bottom+40; drop += 40 {
		at := min(drop, bottom)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: thick * max(1, ring/on.Girth(at))})
	}
	d.Wear.Hang = []draft.Hang{{Drop: on.Drop(figure.Bust) - 2, Girth: on.GirthAt(figure.Bust) + 60},
		{Drop: on.Drop(figure.Hip), Girth: max(on.GirthAt(figure.Bust)+120, on.GirthAt(figure.Hip)+40)},
		{Drop: bottom, Girth: on.GirthAt(figure.Hip) + (hem-on.GirthAt(figure.Hip))*0.5}}
	d.Wear.Hem = hem
	d.Tell(work.ToJoin,
		"The four raglan seams first, as narrow French seams: they must pass the pleater’s needles. Sides, underarms and the "+
			"centre back wait.")
	d.Tell(work.ToSmock,
		"It is worked flat before the sides are closed, or on the made-up dress, where the length of the neck is seen on the "+
			"wearer: the plan takes either.")
	d.Tell(work.ToGather, fmt.Sprintf("%d rows ⟦~4.8⟧ apart through all five panels in one, the first two in the allowance. Pull out the "+
		"pleats of both laps, %s at each back edge, before they are drawn up: those lie plain. Draw the rest up to %s, block with "+
		"steam on a neck form, tie off.", rows, measure.Tell(lap), measure.Tell(s.neck)))
	d.Tell(work.ToBand, "The binding over the first two rows; it holds the neck to its length.")
	d.Tell(work.ToHem, "Deep: it is let down as the wearer grows.")
}
