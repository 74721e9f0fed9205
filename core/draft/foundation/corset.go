// Package foundation holds the garments that shape the body: corsets, stays,
// jumps and the like.
package foundation

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
	"ardentgusset/core/work"
)

// Corset is a corset of the later nineteenth and early twentieth century with
// a busk before and lacing behind, drafted as a half of 4 to 7 panels.
type Corset struct{}

// About describes it.
func (Corset) About() draft.About {
	return draft.About{
		Kind: "corset", Name: "Corset", Family: family.Foundation,
		What: "Busk before, lacing behind, four to seven panels a side; draws the waist in and carries the skirts.",
		Usual: cloth.Fabric{Name: "Corset coutil", Colour: "chalk", Width: 1370, Selvedge: 10, Thickness: 0.6, Weight: 270,
			Shrinkage: 0.02},
	}
}

const (
	buskAllowance   = 15.0
	lacingAllowance = 40.0 // turned in behind bones and eyelets
	bindingFinish   = 6.0
	waistTape       = 22.0 // 20 to 25 is usual
	casing          = 0.6  // what bones, casings and tape add to the cloth, spread out, mm (from memory)
	spoonEase       = 12.0 // room over the belly that a spoon busk is bent for (from memory)
)

// Parameters are what is asked about it.
func (Corset) Parameters() []draft.Parameter {
	front := downTo("bottom_front", "Lower edge, front", "Down the busk from the waist; sitting must stay possible.", 0.7,
		"seven tenths of waist to hip")
	reach := front.Between
	front.Between = func(on figure.Figure, v draft.Values) (float64, float64) { // a busk fits in it
		low, high := reach(on, v)
		return min(max(low, bone.ShortestFront()-v.Number(draft.TopFront)), high), high
	}
	list := []draft.Parameter{
		lacedWaist(50, 120, "Girth of the waist inside the closed corset. The cloth is made to this less the lacing gap."),
		draft.Tally(draft.Panels, "Panels a side", 4, 7, 5, "four to seven are usual", figure.Practice,
			"More panels share the shaping among more seams."),
		draft.OneOf("front", "Front", "A spoon busk widens and curves in over the belly (1870s and 1880s); a straight one suits every "+
			"period of the busk.", "straight", "straight busk", "spoon", "spoon busk"),
		draft.OneOf("height", "Top edge", "Mid-bust leaves the bust its freedom and lifts it; over the bust holds more and shows above "+
			"a low neckline.", "mid", "mid-bust", "over", "over the bust"),
		draft.MmFrom(draft.TopFront, "Top edge, front", 40, 300, "nine tenths of waist to bust line, or past it",
			"Up the busk from the waist.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
				if v.Choice("height") == "over" {
					return -on.Drop(figure.Bust)*1.12 + 20, figure.Memory
				}
				return -on.Drop(figure.Bust) * 0.9, figure.Memory
			}),
		upTo(draft.TopSide, "Top edge, side", "Up from the waist below the arm; a hand's breadth must stay free.", 0.78,
			"78 % of waist to bust line"),
		upTo(draft.TopBack, "Top edge, back", "Up the lacing edge from the waist.", 0.95, "95 % of waist to bust line"),
		front,
		downTo("bottom_side", "Lower edge, side", "Down from the waist over the hip bone.", 0.55, "55 % of waist to hip"),
		downTo("bottom_back", "Lower edge, back", "Down the lacing edge from the waist; it must clear the chair.", 0.6,
			"six tenths of waist to hip"),
		draft.Mm("top_ease", "Ease at the top edge", 0, 60, 10, "room for breath", figure.Memory,
			"At the bust line; fades to nothing at the waist."),
		draft.Mm(draft.HipEase, "Hip spring", 0, 80, 20, "flesh moves down when the waist is laced", figure.Memory,
			"Room at the hip line; fades to nothing at the waist."),
		draft.Times("moved", "Flesh that comes out again", 0, 1, 0, "not reckoned", figure.Memory,
			"The share of what is laced away that comes out above and below, half at each. 0 leaves the hip spring to hold it; a soft "+
				"body takes 0.3 to 0.6."),
		draft.OneOf("layers", "Layers of cloth", "Two layers carry the bones between them and are worn longest; one is cooler and "+
			"quicker.", "two", "two, stitched together", "one", "one"),
		draft.OneOf("channels", "Bone channels", "Between two layers they need no casing; outside they decorate; inside they hide. One "+
			"layer needs casings.", "between", "between the layers", "inside", "casings inside", "outside", "casings outside"),
		draft.OneOf("bones", "Bones", "Beside every seam is enough for a light reduction; one more in each panel keeps the cloth from "+
			"folding.", "seams", "beside every seam", "both", "beside the seams and in the panels"),
		draft.OneOf("bone_kind", "Bones of", "Spiral steel bends with curved seams, flat steel holds straight edges; plastic is cut "+
			"with shears and softens with wear.", "steel", "steel: spiral and flat", "plastic", "plastic"),
		draft.Mm(draft.BoneWidth, "Bone width", 4, 12, 6, "the usual narrow bone", figure.Memory,
			"Channels are this, the bone's thickness and "+measure.Tell(1.5)+"."),
		draft.OneOf(draft.Ends, "Ends of the bones", "Flossing holds a bone from working through its channel and shows as decoration.",
			"plain", "plain", "flossed", "flossed top and bottom"),
		draft.OneOf("cording", "Cording", "Rows of cord between the layers stiffen without steel: under the bust they lift, over the "+
			"hips they keep the lower edge from rolling up.", "none", "none", "bust", "under the bust", "hips", "over the hips"),
		draft.OneOf("modesty", "Modesty panel", "A loose flap behind the lacing keeps the shift from showing through the gap.", "no",
			"none", "yes", "behind the lacing"),
		part.Allowance(6, 25, 15, "enough to let out", figure.Practice,
			"At the panel seams. Top and bottom are bound and have none."),
	}
	return slices.Concat(list, carries(20, 0), lacingParameters(24, 50))
}

type corset struct {
	draft.Draft
	*part.Half
	v      draft.Values
	in     cloth.Fabric
	layers int
	busk   bone.Busk
	corded float64 // all rows of cord in both halves
	made   float64
}

// Draft drafts it to a figure, in a cloth.
func (Corset) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	if err := laceable(on); err != nil {
		return draft.Draft{}, err
	}
	laced, gap := v.Number(draft.LacedWaist), v.Number(draft.LacingGap)
	moved := v.Number("moved")
	closed := on.Laced(laced, moved).Carried(carryOf(v, 0))
	width := part.Worn(closed, v.Number("top_ease"), v.Number(draft.HipEase), gap)
	spoon := v.Choice("front") == "spoon"
	c := &corset{v: v, in: in, layers: 1, Half: &part.Half{Panels: v.Whole(draft.Panels), Least: narrowest,
		Top:    [3]float64{v.Number(draft.TopFront), v.Number(draft.TopSide), v.Number(draft.TopBack)},
		Bottom: [3]float64{-v.Number("bottom_front"), -v.Number("bottom_side"), -v.Number("bottom_back")},
		Width: func(z float64) float64 {
			w := width(z)
			if spoon && z < 0 {
				w += spoonEase / 2 * min(-z/on.Drop(figure.HighHip), 1)
			}
			return w
		},
		// The gap is all behind: what lies before the side is the body's own.
		Before: func(z float64) float64 {
			section := closed.At(-z)
			w := width(z)
			if spoon && z < 0 {
				w += spoonEase / 2 * min(-z/on.Drop(figure.HighHip), 1)
			}
			return (w + gap/2) * section.Arc(0, 90) * 2 / section.Girth()
		},
		// Most at the sides at the waist, towards the back above it and
		// towards the front below it.
		Share: func(p, z float64) float64 {
			end := 0.3 + p
			if z < 0 {
				end = 1.3 - p
			}
			return (0.35+math.Sin(math.Pi*p))*(1-math.Abs(z)) + end*math.Abs(z)
		}}}
	if v.Choice("layers") == "two" {
		c.layers = 2
	}
	c.Half.On = part.Lying(closed, c.Half.Width, 0, gap)
	c.Measured = told(closed)
	if err := c.Shape(); err != nil {
		return draft.Draft{}, err
	}
	for i := range c.Panels {
		p := c.Piece(i, v.Number(draft.Allowance))
		if p.Cut = 2 * c.layers; c.layers == 2 {
			p.LayeredApart(pattern.ForStrength)
		}
		l, r := c.Edges(i, 0)
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.TapeLine, Width: waistTape, Path: []plane.Point{{X: l}, {X: r}}})
		c.Pieces = append(c.Pieces, p)
	}
	part.Rename(&c.Pieces[0], "front", "busk", "busk edge", buskAllowance)
	part.Rename(&c.Pieces[c.Panels-1], "back", "lacing", "lacing edge", lacingAllowance)
	if err := c.stiffen(); err != nil {
		return draft.Draft{}, err
	}
	c.join()
	c.GoesRound(&c.Draft, on, gap)
	c.finish(on, laced, gap, moved)
	c.Entry = draft.Entry{At: draft.AtFront, Through: true} // the busk; the lacing behind is only let out
	return c.Draft, nil
}

// stiffen places the busk, the bones and the eyelets.
func (c *corset) stiffen() error {
	b := part.Boned{Draft: &c.Draft, Width: c.v.Number(draft.BoneWidth), Clearance: bone.Clearance, Count: 2}
	curved, straight := bone.Spiral, bone.Flat
	if c.v.Choice("bone_kind") == "plastic" {
		curved, straight = bone.Plastic, bone.Plastic
	}
	channel := b.Channel(curved)
	for i := 1; i < c.Panels; i++ {
		if l, r := c.Edges(i, 0); i == c.Panels-1 && r-l < channel*4+eyeletLane {
			continue // the two at the lacing edge stand close enough to this seam
		}
		// The channel runs beside the seam on the panel behind it.
		if err := b.Add(&c.Pieces[i], curved, fmt.Sprintf("behind seam %d", i), c.Beside(i, channel/2+2)); err != nil {
			return err
		}
	}
	if c.v.Choice("bones") == "both" {
		for i := range c.Panels - 1 {
			share := 0.5
			if i > 0 {
				l, r := c.Edges(i, 0)
				share = 0.5 + (channel+2)/2/(r-l)
			}
			if i == 0 && c.v.Choice("front") == "spoon" || !roomFor(c.Half, i, share, channel) {
				continue
			}
			if err := b.Add(&c.Pieces[i], curved, "in the middle of panel "+c.Pieces[i].Name, c.Within(i, share)); err != nil {
				return err
			}
		}
	}
	if err := bonedLacing(&c.Draft, c.Half, b, &c.Pieces[c.Panels-1], c.v, straight); err != nil {
		return err
	}
	low, top := c.Reach(0)
	busk, ok := bone.BuskFor(top-low, c.v.Choice("front") == "spoon")
	if !ok {
		return fmt.Errorf("the front edge is %s long, too short for any stock busk: raise the top edge or lower the lower edge at "+
			"the front", measure.Tell(top-low))
	}
	c.busk = busk
	foot := (top+low)/2 - busk.Length/2
	front := &c.Pieces[0]
	width := 13.0
	front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.BuskLine, Width: width, Label: "busk", Long: busk.Length,
		Path: []plane.Point{{X: width/2 + 1, Y: foot}, {X: width/2 + 1, Y: foot + busk.Length}}})
	if busk.Spoon {
		// The blade widens below the waist.
		front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.BuskLine, Width: 1,
			Path: plane.Sweep(plane.Pt(width+1, foot+busk.Length*0.45), plane.Pt(0.05, -1), plane.Pt(busk.Width, foot+busk.Width*0.7),
				plane.Pt(0, -1))})
	}
	// Loops lie in gaps of the seam, on the wearer's right; studs come through
	// holes in the blade's middle, on the left. The one piece carries both.
	const loop = 14.0
	for _, at := range busk.Studs {
		front.Marks = append(front.Marks,
			pattern.Mark{Kind: pattern.Loop, Path: []plane.Point{{X: 0, Y: foot + at - loop/2}, {X: 0, Y: foot + at + loop/2}},
				Label: "loop, right half"},
			pattern.Mark{Kind: pattern.Stud, Width: 5, Path: []plane.Point{{X: width/2 + 1, Y: foot + at}}, Label: "stud, left half"})
		front.Notches = append(front.Notches, pattern.Notch{Edge: "busk", At: top - foot - at, Label: "fastener"})
	}
	if c.v.Choice(draft.Ends) == "flossed" {
		for i := range c.Pieces {
			for _, m := range c.Pieces[i].Marks {
				if m.Kind == pattern.BoneLine {
					long := plane.Length(m.Path)
					for _, at := range []float64{14, long - 14} {
						q, _ := plane.Along(m.Path, at)
						c.Pieces[i].Marks = append(c.Pieces[i].Marks, pattern.Mark{Kind: pattern.Flossing, Width: 10,
							Path: []plane.Point{q}})
					}
				}
			}
		}
	}
	c.cords()
	return nil
}

// A group of cords: how many rows, how far apart, and the cord, mm (from
// memory).
const cordRows, cordPitch, cordThick = 7, 6.0, 3.0

// cords marks level rows of cord on the panels they stiffen, from channel to
// channel and clear of the seams.
func (c *corset) cords() {
	var low, step float64
	first, last := 0, 1
	switch c.v.Choice("cording") {
	case "bust":
		low, step = c.Rise(0, c.Top[0]*0.5), cordPitch
	case "hips":
		low, step = c.Rise(c.Panels/2, c.Bottom[1]*0.85), cordPitch
		first, last = 1, c.Panels-2
	default:
		return
	}
	for i := first; i <= last; i++ {
		p := &c.Pieces[i]
		outline, _ := p.Outline()
		plan := quilt.Plan{Outline: outline, Spacing: step, Through: plane.Pt(0, low), Shortest: 15}
		for _, m := range p.Marks {
			if w := max(m.Width, m.Channel) + 2*cordThick; (m.Kind == pattern.BoneLine || m.Kind == pattern.BuskLine) && m.Width > 1 {
				plan.Clear = append(plan.Clear, append(plane.Beside(m.Path, w/2), plane.Reversed(plane.Beside(m.Path, -w/2))...))
			}
		}
		for _, l := range plan.Lines() {
			row := math.Round((l[0].Y - low) / step)
			if row < 0 || row >= cordRows {
				continue
			}
			in := l[1].Sub(l[0]).Unit().Times(cordThick)
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.CordLine, Path: []plane.Point{l[0].Add(in), l[1].Sub(in)}, Label: "cord"})
			c.corded += plane.Length(l) * 2
		}
	}
}

// roomFor tells whether a channel at a share of the way across keeps clear of the panel's edges
// and of the bone behind its front seam.
func roomFor(h *part.Half, i int, share, channel float64) bool {
	before := channel*1.5 + 3
	if i == 0 {
		before = 13 + channel/2 + 3
	}
	wide := h.Narrowest(i)
	return share*wide >= before && (1-share)*wide >= channel/2+2
}

func (c *corset) join() {
	for i := 1; i < c.Panels; i++ {
		c.Sew(fmt.Sprintf("seam-%d", i), c.Pieces[i-1].ID, "back", c.Pieces[i].ID, "front", "stitched-twice")
		c.Seams[len(c.Seams)-1].Note = "pressed to the back; the bone beside it goes through the allowance"
	}
	if c.layers == 1 {
		front, _ := c.Pieces[0].Edge("busk")
		f := pattern.Rectangle("busk-facing", "Busk facing", 50, front.Length(), 10)
		f.Cut, f.Mirrored, f.Hidden = 2, true, true
		f.Allow(buskAllowance, "left")
		f.Allow(0, "top", "bottom")
		c.Pieces = append(c.Pieces, f)
		c.Seams = append(c.Seams, pattern.Seam{ID: "busk-seam", A: pattern.Side{Piece: "panel-1", Edge: "busk"},
			B: pattern.Side{Piece: "busk-facing", Edge: "left"}, Join: pattern.Busked,
			Note: "stitched between the busk’s loops or round its studs"})
	}
	c.Pieces[0].Be(pattern.BuskEdge, "busk")
	c.Covered, c.Casing = c.layers == 2, c.layers == 1 || c.v.Choice("channels") != "between"
	if c.v.Choice("modesty") == "yes" {
		low, top := c.Reach(c.Panels)
		m := pattern.Rectangle("modesty", "Modesty panel", c.v.Number(draft.LacingGap)+110, top-low-16, 10)
		m.Cut = 2
		c.Pieces = append(c.Pieces, m)
	}
}

func (c *corset) finish(on figure.Figure, laced, gap, moved float64) {
	c.Cautions = []caution.Caution{caution.Lacing, caution.Needle, caution.Steel, caution.Iron}
	c.made = atWaist(&c.Draft, c.Half, 0)
	c.Spares = []draft.Spare{{Dimension: "waist.made", Where: fmt.Sprintf("all %d panel seams", 2*(c.Panels-1)),
		Seams: 2 * (c.Panels - 1), Allowance: c.v.Number(draft.Allowance)}}
	bones := 0
	for _, b := range c.Bones {
		bones += b.Count
	}
	kind := "straight"
	if c.busk.Spoon {
		kind = "spoon"
	}
	c.Buy("busk", fmt.Sprintf("Busk, %s, %s, %d fasteners", kind, measure.Tell(c.busk.Length), len(c.busk.Studs)), 1, "pair",
		"longest stock length that leaves "+measure.TellFine(bone.Clearance)+" at both ends of the front edge")
	c.Notions[len(c.Notions)-1].Grams = c.busk.Mass()
	c.Buy("tape", "Waist tape, "+measure.TellStock(waistTape)+" wide, that does not stretch", (c.made+2*2*30)/1000, "m",
		fmt.Sprintf("waist of the cloth %s, and %s turned in at four ends", measure.Tell(c.made), measure.Tell(30)))
	if c.corded > 0 {
		c.Buy("cord", "Cotton cord, "+measure.TellStock(cordThick)+" thick, shrunk", c.corded*1.1/1000, "m",
			"all rows of both halves, and a tenth for the ends")
		if c.layers == 1 {
			c.Remark(false, "Cords lie between two layers", "With one layer of cloth back the corded panels with a scrap of lining.")
		}
	}
	if c.v.Choice(draft.Ends) == "flossed" {
		c.Buy("floss", "Buttonhole silk for flossing", float64(2*bones)*0.6, "m",
			fmt.Sprintf("%d bone ends × %s (from memory)", 2*bones, measure.Tell(600)))
	}
	t := float64(c.in.Thickness)*float64(c.layers) + casing
	c.Wear = draft.Wear{LaceTo: laced, Moved: moved, Carry: carryOf(c.v, 0),
		Cover: []figure.Depth{{Drop: -max(c.Top[1], c.Top[2]), Depth: t},
			{Drop: max(-c.Bottom[1], -c.Bottom[2]), Depth: t}}}
	reductionNotes(&c.Draft, on, laced, 50)
	if c.v.Number(draft.TopFront) < -on.Drop(figure.Underbust) {
		c.Offer(false, "The top edge lies below the bust", "It gives no support there; plan something that does, or raise the front edge.",
			"Raise the front to mid-bust", draft.Settings{draft.TopFront: math.Round(-on.Drop(figure.Bust) * 0.9)})
	}
	if c.layers == 1 && c.v.Choice("channels") == "between" {
		c.Remark(false, "One layer has no between", "The bones go into casings on the inside; choose outside to show them.")
	}
	c.Remark(false, "Measure again over it", fmt.Sprintf("The cloth measures %s at the waist: laced %s less the gap of %s. When the "+
		"corset is made, measure bust, waist and hip over it closed before cutting what goes on top.",
		measure.Tell(c.made), measure.Tell(laced), measure.Tell(gap)))
	c.tell(bones)
}

// tell says what is particular about the making of a corset with so many bones.
func (c *corset) tell(bones int) {
	c.MockUp = fmt.Sprintf("The same panels without binding, bones taped on, laced to a gap of %s. Note where it gapes or "+
		"digs in.",
		measure.Tell(c.v.Number(draft.LacingGap)))
	c.TryOn = "Loosen fully, fasten the busk, draw in evenly from top and bottom to the waist. Wear it an hour."
	c.Tell(work.ToCut, fmt.Sprintf("Each of the %d panels %d times, half of them mirrored.", c.Panels, 2*c.layers))
	c.Tell(work.ToBusk,
		fmt.Sprintf("Busk of %s centred on the front edge. Loops on the wearer's right, in gaps of the seam at the %d marks; "+
			"studs on "+
			"the left.", measure.Tell(c.busk.Length), len(c.busk.Studs)))
	c.Tell(work.ToJoin, "Pin waist notch to waist notch, then the ends; ease nothing: both edges of every seam are the same length.")
	c.Do(work.ToTape, "Waist tape", work.SetTape, 1,
		"Inside, at the waist notches, from busk to lacing edge; the rows of the channels hold it, no row of its own "+
			"crosses a bone.", work.After{Step: work.ToPress, Why: "it lies flat only on pressed seams"})
	c.Tell(work.ToChannel, fmt.Sprintf("%d in each half, %s between the rows.", bones/2,
		measure.TellFine(bone.ChannelWidth(c.v.Number(draft.BoneWidth), bone.Spiral.Thickness()))),
		work.After{Step: work.ToTape, Why: "the tape lies under the bones"})
	c.Tell(work.ToCord,
		fmt.Sprintf("%d rows, %s apart: stitch a row, lay the cord against it, stitch along its other side with a narrow foot.",
			cordRows, measure.TellFine(cordPitch)))
	c.Tell(work.ToEyelet, fmt.Sprintf("%d in each half between the two bone channels. Make the hole with an awl: pushed threads hold better "+
		"than cut ones.", c.Laces[0].Eyelets()/2))
	c.Tell(work.ToBone, "Check each bone against its channel before it goes in: "+measure.TellFine(bone.Clearance)+" must stay free at "+
		"both ends.",
		work.After{Step: work.ToEyelet, Why: "a hammer or awl beside a bone slips"})
	c.Tell(work.ToBind, "Keep the needle clear of the bones.")
	c.Tell(work.ToFloss, "A small fan of stitches across each end, through the cloth beside the bone, never through it.")
}
