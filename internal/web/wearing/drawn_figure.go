package wearing

import (
	"fmt"
	"math"
	"slices"
	"sync"

	"ardentgusset/core/draft"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/silhouette"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// DrawnFigure is everything the canvas draws, all lengths in mm: rings of
// points seen from above (x to the wearer's left, y towards the back) at their
// drop below the waist, and every word as it is to be read.
type DrawnFigure struct {
	Floor  float64      `json:"floor"`
	Bare   drawnLayer   `json:"bare"`
	Layers []drawnLayer `json:"layers"`
	Levels []drawnLevel `json:"levels"`
	Band   *drawnBand   `json:"band,omitempty"`
	// Heights are where a section may be cut, every centimetre.
	Heights []drawnAdds `json:"heights"`
	Rule    drawnRule   `json:"rule"`
	// Arm is the left one, beside all that is worn.
	Arm *drawnSheet `json:"arm"`
	// Leg is the left one, from the crotch down, which lies so far below the waist.
	Leg    *drawnSheet `json:"leg"`
	Crotch float64     `json:"crotch"`
}

type drawnLayer struct {
	ID     string      `json:"id"`
	Name   string      `json:"name"`
	Colour string      `json:"colour"`
	Rings  []drawnRing `json:"rings"`
	Lines  []drawnLine `json:"lines,omitempty"`
	Trims  []drawnTrim `json:"trims,omitempty"`
	// Flaps are its collar and its lapels.
	Flaps []drawnSheet `json:"flaps,omitempty"`
	Skin  []drawnRing  `json:"skin,omitempty"` // the body under it, where it is laced
	// Sleeve is its left one, where it has sleeves.
	Sleeve *drawnSheet `json:"sleeve,omitempty"`
	// Legs are what goes round its left leg, where it has legs.
	Legs []drawnSheet `json:"legs,omitempty"`
	// OverArms is set for what is worn over both arms, which are then not seen.
	OverArms bool `json:"over_arms,omitempty"`
	// Sheets are what hangs of it in folds; Held the rings above that.
	Sheets []drawnSheet `json:"sheets,omitempty"`
	Held   []drawnRing  `json:"held,omitempty"`
	Hangs  bool         `json:"hangs"`
	Says   []string     `json:"says"`   // what it adds, in words
	At     []drawnAdds  `json:"at"`     // and where
	Girths []string     `json:"girths"` // of the figure with it, at each level
	Around []string     `json:"around"` // of the layer itself, at each height; "" where it is not
	Ease   []drawnEase  `json:"ease,omitempty"`
}

// drawnEase is how a fitted garment goes round what is under it, from the top down.
type drawnEase struct {
	Drop float64      `json:"drop"`
	Fit  ensemble.Fit `json:"fit"`
}

type drawnAdds struct {
	Drop float64 `json:"drop"`
	Text string  `json:"text"`
}

type drawnRing struct {
	Drop float64   `json:"d"`
	Line []float64 `json:"p"`           // x, y, x, y …
	At   []float64 `json:"z,omitempty"` // the drop of each point, where they differ
	In   []int     `json:"m,omitempty"` // how far within the garment each point lies, mm; less than 0 where it is not there
}

// drawnLine is a seam or an edge as it lies on the figure.
type drawnLine struct {
	Kind  draft.DrawnKind `json:"kind"`
	Line  []float64       `json:"p"` // x, y, drop, x, y, drop …
	Pulls []drawnPull     `json:"pulls,omitempty"`
}

// drawnPull is a choice that moves a line, now at so many mm and at least and most.
type drawnPull struct {
	Key    string     `json:"key"`
	Name   string     `json:"name"`
	Way    draft.Way  `json:"way"`
	Moved  [3]float64 `json:"moved"`
	Was    any        `json:"was"`         // what is kept of it
	Weight []float64  `json:"w,omitempty"` // how far each point goes with it; all alike without
}

// drawnLines are the lines of a garment, its left half and its mirror image. What is cut can't be
// moved any more.
func drawnLines(stage *ensemble.Stage) []drawnLine {
	var out []drawnLine
	sides, made := []float64{1, -1}, stage.Made()
	if slices.ContainsFunc(stage.Draft.Drawn, func(l draft.Drawn) bool { return l.Right }) {
		sides = sides[:1] // the right has its own
	}
	for _, l := range stage.Draft.Drawn {
		var pulls []drawnPull
		for _, p := range l.Pulls {
			if !stage.Values.Has(p.Key) || stage.Cut != nil {
				continue
			}
			v := stage.Values.Get(p.Key)
			one := drawnPull{Key: string(p.Key), Name: v.Parameter.Label, Way: p.Way, Moved: [3]float64{v.Number, v.Low, v.High},
				Was: stage.Settings[p.Key]}
			for _, w := range p.Weight {
				one.Weight = append(one.Weight, math.Round(w*1000)/1000)
			}
			pulls = append(pulls, one)
		}
		for _, side := range sides {
			if l.Right {
				side = -1
			}
			one := drawnLine{Kind: l.Kind, Pulls: pulls}
			for _, p := range l.Line {
				k := made(-p.Z)
				one.Line = append(one.Line, tenth(side*p.X*k), tenth(-p.Y*k), tenth(-p.Z))
			}
			out = append(out, one)
		}
	}
	return out
}

// footed is a garment's surface down to its lower edge where that is not level.
func footed(rings []drawnRing, stage *ensemble.Stage) []drawnRing {
	const points = 180
	drops, ok := stage.Foot(points)
	if !ok {
		return rings
	}
	highest, worn, made := slices.Min(drops), stage.Draft.Wear.Hung(stage.After), stage.Made()
	var out []drawnRing
	for _, r := range rings {
		if r.Drop < highest-2 {
			out = append(out, r)
		}
	}
	add := func(drop func(i int) float64, level bool) {
		r := drawnRing{Drop: tenth(drop(0))}
		for i := 0; i < points; i += everyPoint {
			s := worn.At(drop(i))
			p := s.Outline()[i].Times(made(drop(i)))
			r.Line = append(r.Line, tenth(p.X), tenth(p.Y))
			if !level {
				r.At = append(r.At, tenth(drop(i)))
			}
		}
		if !level {
			r.Drop = tenth(slices.Max(drops))
		}
		out = append(out, r)
	}
	add(func(int) float64 { return highest }, true)
	const steps = 4 // so that the cloth below the highest point follows the form
	for k := 1; k <= steps; k++ {
		part := float64(k) / steps
		add(func(i int) float64 { return highest + (drops[i]-highest)*part }, false)
	}
	return out
}

type drawnLevel struct {
	Label string  `json:"label"`
	Drop  float64 `json:"drop"`
}

type drawnBand struct {
	Label string      `json:"label"`
	Low   []drawnRing `json:"low"`
	High  []drawnRing `json:"high"`
}

type drawnRule struct {
	MM   float64 `json:"mm"`
	Text string  `json:"text"`
}

// ringStep is the least distance between two rings that are drawn, mm; every
// fourth of a section's points is enough for the eye.
const ringStep, everyPoint = 15.0, 4

// shouldersAbove: rings that begin higher than this hold the shoulders, mm.
const shouldersAbove = -320.0

func drawnRings(rings []figure.Ring) []drawnRing {
	var out []drawnRing
	for i, r := range rings {
		// The turn of the shoulder is sharp: what lies above the chest is close
		// together and all needed.
		if n := len(out); i > 0 && i < len(rings)-1 && r.Drop-out[n-1].Drop < ringStep && !(rings[0].Drop < shouldersAbove && i < 25) {
			continue
		}
		d := drawnRing{Drop: tenth(r.Drop)}
		for k, p := range r.Section.Outline() {
			if k%everyPoint == 0 {
				d.Line = append(d.Line, tenth(p.X), tenth(p.Y))
			}
		}
		out = append(out, d)
	}
	return out
}

func tenth(x float64) float64 { return math.Round(x*10) / 10 }

func (s *Room) figureJSON(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	u := hall.UnitOf(c)
	bare, stages, err := s.Walk(c.Ctx(), e)
	if err != nil {
		return &store.FieldError{Field: "wearer", Why: err.Error()}
	}
	c.JSON(200, DrawFigure(e, bare, stages, u))
	return nil
}

// DrawFigure is everything the canvas draws of a dressed figure.
func DrawFigure(e store.Ensemble, bare figure.Figure, stages []ensemble.Stage, u measure.Unit) DrawnFigure {
	d := DrawnFigure{Floor: tenth(bare.Floor()), Rule: drawnRule{100, measure.Length(100).In(measure.CM)}}
	if u == measure.IN {
		d.Rule = drawnRule{4 * 25.4, measure.Length(4 * 25.4).In(u)}
	}
	top, _ := bare.Span()
	for drop := math.Ceil(top/10) * 10; drop < d.Floor-10; drop += 10 {
		text := "the waist"
		switch {
		case drop < 0:
			text = measure.Length(-drop).Body(u) + " above the waist"
		case drop > 0:
			text = measure.Length(drop).Body(u) + " below the waist"
		}
		d.Heights = append(d.Heights, drawnAdds{drop, text})
	}
	d.Bare = drawnLayer{Name: "bare", Rings: drawnRings(bare.Rings()), Girths: girths(bare, u), Around: around(bare.Rings(), d.Heights, u)}
	for _, l := range figure.Levels() {
		d.Levels = append(d.Levels, drawnLevel{l.Label(), tenth(bare.Drop(l))})
	}
	layers := make([]drawnLayer, len(stages))
	var all sync.WaitGroup
	hung := ensemble.Drapes(stages)
	for i := range stages {
		if stages[i].Err == nil {
			all.Go(func() { layers[i] = drawLayer(stages, i, hung[i], e.Layers[i].Fabric.Colour, d.Heights, u) })
		}
	}
	all.Wait()
	for i, l := range layers {
		if stages[i].Err == nil {
			d.Layers = append(d.Layers, l)
		}
	}
	drawLimbs(&d, bare, stages)
	if p, ok := silhouette.PeriodOf(e.Aim.Key); ok {
		seen, _ := ensemble.Seen(bare, stages)
		low, high := silhouette.Band(e.Aim, seen)
		d.Band = &drawnBand{p.Label, drawnRings(low), drawnRings(high)}
	}
	return d
}

// drawLayer draws one of the stages.
func drawLayer(stages []ensemble.Stage, i int, sheets []*drape.Sheet, colour string, heights []drawnAdds, u measure.Unit) drawnLayer {
	stage := stages[i]
	l := drawnLayer{ID: stage.ID, Name: stage.Name, Colour: colour, Girths: girths(stage.After, u), Hangs: len(stage.Draft.Wear.Hang) > 0}
	surface := stage.AsMade()
	l.Rings, l.Around = footed(drawnRings(surface), &stages[i]), around(surface, heights, u)
	l.Lines = drawnLines(&stages[i])
	if len(sheets) == 0 || len(l.Lines) > 0 {
		l.Trims, l.Flaps = drawTrims(&stages[i], surface, l.Lines)
	}
	if len(l.Lines) == 0 && len(l.Trims) > 0 {
		l.Rings = fittedRings(&stages[i], l.Trims)
	}
	l.OverArms = stage.Garment != nil && stage.Garment.About().Family == family.Wrap && stage.Draft.Sleeve() == nil
	if len(sheets) > 0 {
		for _, s := range sheets {
			l.Sheets = append(l.Sheets, drawSheet(s))
		}
		l.Held = held(surface, sheets[0])
	}
	m := maskOf(l.Lines, l.Trims, len(sheets) > 0)
	m.worn(l.Rings)
	m.worn(l.Held)
	if stage.Draft.Wear.LaceTo > 0 {
		l.Skin = drawnRings(stage.After.Rings())
	}
	l.Says, l.At = adds(stages, i, u)
	for _, e := range stage.Ease() {
		l.Ease = append(l.Ease, drawnEase{tenth(e.Drop), e.Fit()})
	}
	return l
}

// girths are those of a figure at each level, as they are read.
func girths(f figure.Figure, u measure.Unit) (out []string) {
	for _, l := range figure.Levels() {
		out = append(out, measure.Length(f.GirthAt(l)).Body(u))
	}
	return out
}

// around are the girths of a surface at each height.
func around(surface figure.Surface, heights []drawnAdds, u measure.Unit) []string {
	out := make([]string, len(heights))
	for i, h := range heights {
		if s, ok := surface.At(h.Drop); ok {
			out[i] = measure.Length(s.Girth()).Body(u)
		}
	}
	return out
}

// adds says what a layer does to the figure, and where.
func adds(stages []ensemble.Stage, i int, u measure.Unit) (says []string, at []drawnAdds) {
	signed := func(by float64) string {
		if by < 0 {
			return "−" + measure.Length(-by).Fine(u)
		}
		return "+" + measure.Length(by).Fine(u)
	}
	stage := stages[i]
	for _, l := range figure.Levels() {
		if by := stage.After.GirthAt(l) - stage.On.GirthAt(l); math.Abs(by) > 0.5 {
			at = append(at, drawnAdds{tenth(stage.After.Drop(l)), signed(by)})
			says = append(says, l.Label()+" "+signed(by))
		}
	}
	if lift := stage.On.Drop(figure.Bust) - stage.After.Drop(figure.Bust); math.Abs(lift) > 0.5 {
		how := "lifts"
		if lift < 0 {
			how = "lowers"
		}
		says = append(says, how+" the bust by "+measure.Length(math.Abs(lift)).Fine(u))
		if stage.Draft.Wear.Carry.Flat > 0 {
			says = append(says, "draws its front to a cone")
		}
	}
	if stage.Draft.Wear.Shoulders.Lift > 0 {
		was, now := stage.On.Torso().ShoulderPoint, stage.After.Torso().ShoulderPoint
		says = append(says, "lifts the shoulders' ends by "+measure.Length(now.Z-was.Z).Fine(u)+" and sets them "+
			measure.Length(now.X-was.X).Fine(u)+" further out, each side")
	}
	for _, out := range ensemble.StandsOut(stages, i) {
		where := "at the hem"
		if !out.AtHem {
			where = "most " + measure.Length(out.Drop).Body(u) + " below the waist"
		}
		says = append(says, fmt.Sprintf("%s further out %s, %s", measure.Length(out.By).Body(u), out.Side, where))
	}
	if h := stage.Draft.Wear.Hem; h > 0 {
		says = append(says, "hem "+measure.Length(h).Body(u)+" round")
	}
	if len(says) == 0 {
		says = []string{"changes no girth that a tape would show"}
	}
	return says, at
}
