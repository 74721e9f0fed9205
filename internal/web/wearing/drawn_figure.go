package wearing

import (
	"fmt"
	"math"
	"sync"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/ensemble/worn"
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
	worn.Figure
	Bare   drawnLayer   `json:"bare"`
	Layers []drawnLayer `json:"layers"`
	Levels []drawnLevel `json:"levels"`
	Band   *drawnBand   `json:"band,omitempty"`
	// Heights are where a section may be cut, every centimetre.
	Heights []drawnAdds `json:"heights"`
	Rule    drawnRule   `json:"rule"`
}

type drawnLayer struct {
	worn.Layer
	ID     string      `json:"id"`
	Name   string      `json:"name"`
	Colour string      `json:"colour"`
	Says   []string    `json:"says"`   // what it adds, in words
	At     []drawnAdds `json:"at"`     // and where
	Girths []string    `json:"girths"` // of the figure with it, at each level
	Around []string    `json:"around"` // of the layer itself, at each height; "" where it is not
	Ease   []drawnEase `json:"ease,omitempty"`
	// Taut tells where there is less cloth than it hangs over; "" where there is enough.
	Taut string `json:"taut,omitempty"`
}

// drawnEase is how a fitted garment goes round what is under it, from the top down.
type drawnEase struct {
	Drop float64 `json:"drop"`
	By   float64 `json:"by"` // how much more ease there is than was meant, mm
}

type drawnAdds struct {
	Drop float64 `json:"drop"`
	Text string  `json:"text"`
}

type drawnLevel struct {
	Label string  `json:"label"`
	Drop  float64 `json:"drop"`
}

type drawnBand struct {
	Label string      `json:"label"`
	Low   []worn.Ring `json:"low"`
	High  []worn.Ring `json:"high"`
}

type drawnRule struct {
	MM   float64 `json:"mm"`
	Text string  `json:"text"`
}

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
	d := DrawnFigure{Figure: worn.Dress(bare, stages), Rule: drawnRule{100, measure.Length(100).In(measure.CM)}}
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
	d.Bare = drawnLayer{Layer: worn.Layer{Rings: d.Figure.Bare}, Name: "bare", Girths: girths(bare, u),
		Around: around(bare.Rings(), d.Heights, u)}
	for _, l := range figure.Levels() {
		d.Levels = append(d.Levels, drawnLevel{l.Label(), tenth(bare.Drop(l))})
	}
	d.Layers = make([]drawnLayer, len(d.Figure.Layers))
	var all sync.WaitGroup
	for k, l := range d.Figure.Layers {
		all.Go(func() { d.Layers[k] = told(stages, l, e.Layers[l.Stage].Fabric.Colour, d.Heights, u) })
	}
	all.Wait()
	if p, ok := silhouette.PeriodOf(e.Aim.Key); ok {
		seen, _ := ensemble.Seen(bare, stages)
		low, high := silhouette.Band(e.Aim, seen)
		d.Band = &drawnBand{p.Label, worn.Rings(low), worn.Rings(high)}
	}
	return d
}

// tautFrom is from how much on cloth that is missing is told, mm: less than that gives.
const tautFrom = 25

// told is a layer with all that is said of it.
func told(stages []ensemble.Stage, of worn.Layer, colour string, heights []drawnAdds, u measure.Unit) drawnLayer {
	i := of.Stage
	stage := &stages[i]
	l := drawnLayer{Layer: of, ID: stage.ID, Name: stage.Name, Colour: colour, Girths: girths(stage.After, u),
		Around: around(stage.AsMade(), heights, u)}
	l.Says, l.At = adds(stages, i, u)
	if of.Lacks > tautFrom {
		l.Taut = fmt.Sprintf("%s: %s less cloth than it hangs over, %s below where it is held. It is drawn taut there; it would pull, or "+
			"stand open.", stage.Name, measure.Length(of.Lacks).Body(u), measure.Length(of.LacksAt).Body(u))
	}
	for _, e := range stage.Ease() {
		l.Ease = append(l.Ease, drawnEase{tenth(e.Drop), tenth(e.Is - e.Meant)})
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

func tenth(x float64) float64 { return math.Round(x*10) / 10 }
