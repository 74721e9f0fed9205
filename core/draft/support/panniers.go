package support

import (
	"fmt"
	"math"

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
	"ardentgusset/core/work"
)

// Panniers are a pair of side hoops: bags with three half steels each, tied at
// the waist.
type Panniers struct{}

// About describes it.
func (Panniers) About() draft.About {
	return draft.About{Kind: "panniers", Name: "Panniers", Family: family.Support, Over: family.Foundation,
		What:  "A pair of side hoops of the eighteenth century: wide at the hips, flat before and behind, and usable as pockets.",
		Usual: cloth.Fabric{Name: "Linen", Colour: "unbleached", Width: 1450, Selvedge: 10, Thickness: 0.4, Weight: 180, Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (Panniers) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.Mm("projection", "Each stands out", 60, 450, 160, "a modest pair", figure.Memory, "From the hip to the widest steel."),
		draft.MmFrom(draft.Long, "Length from the waist", 180, 600, "just below the hip, and a hand more", "To the lowest steel.",
			func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return on.Drop(figure.Hip) * 1.45, figure.Memory
			}),
		draft.Tally("steels", "Steels in each", 2, 5, 3, "three", figure.Memory, "The lowest is the widest."),
		draft.Mm("steel", "Steel or cane width", 4, 12, 7, "boning or cane", figure.Memory,
			"Channels are made "+measure.TellFine(5)+" wider."),
		part.Allowance(6, 25, 12.7, "⟦1/2 in⟧", figure.Practice, "At every seam."),
	}
}

// stopped is how far a half steel ends inside the seam its channel runs into,
// mm (from memory).
const stopped = 6.0

// bag is one side of the panniers as its steels hold it: what they make of the figure, and at each of them how far the cloth
// goes round outside, how deep it is inside, and, from the waist, how far down the outside it lies, mm.
type bag struct {
	props       []figure.Prop
	hoops       []bone.Hoop
	arcs, flats []float64
	way         []float64
}

// bagOn puts the steels on a figure.
func bagOn(on figure.Figure, v draft.Values) *bag {
	n, long, out := v.Whole("steels"), v.Number(draft.Long), v.Number("projection")
	b := &bag{props: []figure.Prop{{Drop: 0, Section: on.At(0)}}, way: []float64{0}}
	hip := on.At(on.Drop(figure.Hip))
	const first = 70.0
	for i := range n {
		t := float64(i) / float64(n-1)
		drop := first + (long-first)*t
		under := on.At(drop)
		reach := max(hip.Breadth(), under.Breadth())/2 + out*(0.62+0.38*math.Sin(t*math.Pi/2))
		deep := under.Depth() * (0.72 + 0.1*t)
		b.props = append(b.props, figure.Prop{Drop: drop, Section: figure.Oblong(2*reach, deep/2, deep/2).With(under)})
		side := reach - under.Breadth()/2*0.55 // the bag begins this far inside the hip
		round := figure.Oblong(2*side, deep/2, deep/2)
		arc := round.Arc(0, 180)
		b.arcs, b.flats = append(b.arcs, arc), append(b.flats, deep)
		b.hoops = append(b.hoops, bone.Hoop{Place: fmt.Sprintf("steel %d from the top, each side", i+1), Drop: drop, Around: arc,
			Overlap: -2 * stopped, Count: 2, Shape: plane.Moved(round.Between(0, 180), plane.Pt(under.Breadth()/2*0.55, 0))})
	}
	for i := 1; i < len(b.props); i++ {
		above, below := b.props[i-1], b.props[i]
		b.way = append(b.way, b.way[i-1]+math.Hypot(below.Drop-above.Drop, below.Section.Reach(90)-above.Section.Reach(90)))
	}
	return b
}

// across is how wide a panel is by height above its lower edge, that lies slant from the waist: at every steel as wide as what it
// covers there.
func (b *bag) across(slant, top float64, at []float64) func(up float64) float64 {
	return func(up float64) float64 {
		down := slant - up
		for i := 1; i <= len(at); i++ {
			if down <= b.way[i] {
				from := top
				if i > 1 {
					from = at[i-2]
				}
				return from + (at[i-1]-from)*(down-b.way[i-1])/(b.way[i]-b.way[i-1])
			}
		}
		return at[len(at)-1]
	}
}

// Draft drafts it to a figure, in a cloth.
func (Panniers) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	n, out, seam := v.Whole("steels"), v.Number("projection"), v.Number(draft.Allowance)
	steels := bagOn(on, v)
	d := draft.Draft{Cautions: []caution.Caution{caution.Hoops, caution.Steel, caution.Flame}, Entry: draft.Entry{Tied: true},
		Hoops: steels.hoops}
	arcs, flats, way := steels.arcs, steels.flats, steels.way
	const below = 12.0 // of cloth under the lowest channel
	slant := way[n] + below
	top := max(arcs[0]*0.8, 120)
	outside := part.Gore{ID: "outer", Name: "Outer panel", Width: steels.across(slant, top, arcs), Left: slant, Right: slant, Allowance: seam,
		Turned: seam}
	outer, err := outside.Piece()
	if err != nil {
		return draft.Draft{}, err
	}
	// The flat side is as deep as the bag and as long at its edges as the
	// outer panel's.
	inside := part.Gore{ID: "inner", Name: "Inner panel", Width: steels.across(slant, min(flats[0]*0.9, flats[n-1]), flats), Left: slant,
		Right: slant, Allowance: seam, Turned: seam}
	inner, err := inside.Piece()
	if err != nil {
		return draft.Draft{}, err
	}
	outer.Cut, inner.Cut = 2, 2
	for _, p := range []*pattern.Piece{&outer, &inner} {
		for i := range p.Edges { // sewn to the floor, not turned up
			p.Edges[i].Turned = false
		}
	}
	for k := range n {
		outer.Marks = append(outer.Marks, pattern.Mark{Kind: pattern.HoopLine, Path: outside.Row(slant - way[k+1]),
			Width: v.Number("steel"), Label: fmt.Sprintf("steel %d", k+1)})
	}
	// The floor of the bag: half an oval whose curve is the outer hem and
	// whose straight side is the inner one.
	outerHem, _ := outer.Edge("hem")
	innerHem, _ := inner.Edge("hem")
	floor := halfOval(innerHem.Length(), outerHem.Length())
	if floor == nil {
		return draft.Draft{}, fmt.Errorf("panniers that stand out %s are flatter than their own floor: let them stand out further",
			measure.Tell(out))
	}
	base := pattern.Piece{ID: "floor", Name: "Floor of the bag", Cut: 2, Edges: []pattern.Edge{
		{ID: "inside", Name: "straight edge", Line: []plane.Point{floor[len(floor)-1], floor[0]}, Allowance: seam},
		{ID: "outside", Name: "curved edge", Line: floor, Allowance: seam},
	}}
	for _, p := range []*pattern.Piece{&outer, &inner} { // the waist tape runs through the gathered top
		top, _ := p.Edge("top")
		p.Notches = append(p.Notches, pattern.Notch{Edge: "top", At: top.Length() / 2, Label: "middle, on the waist tape"})
		p.Be(pattern.CasingAt, "top")
	}
	d.Pieces = []pattern.Piece{outer, inner, base}
	d.Sew("front", "outer", "left", "inner", "right", "plain-one-side")
	d.Sew("back", "outer", "right", "inner", "left", "plain-one-side")
	d.Sew("curve", "outer", "hem", "floor", "outside", "plain-one-side")
	d.Sew("straight", "inner", "hem", "floor", "inside", "plain-one-side")
	for i := range d.Seams {
		d.Seams[i].Note = []string{"the steels end in it", "clipped"}[i/2]
	}
	finishPanniers(&d, on, v, in, steels.props)
	return d, nil
}

// halfOval is half an ellipse on a straight side, whose curve has the given
// length; from right to left over the top. It is nil when the curve is shorter
// than the side allows.
func halfOval(side, curve float64) []plane.Point {
	line := func(high float64) []plane.Point {
		var out []plane.Point
		const n = 96
		for i := range n + 1 {
			t := math.Pi * float64(i) / n
			out = append(out, plane.Pt(side/2*math.Cos(t), high*math.Sin(t)))
		}
		return out
	}
	if curve < side*1.06 {
		return nil
	}
	lo, hi := 0.0, curve
	for range 60 {
		mid := (lo + hi) / 2
		if plane.Length(line(mid)) > curve {
			hi = mid
		} else {
			lo = mid
		}
	}
	return line(lo)
}

// tellPanniers says what is particular about the making of panniers.
func tellPanniers(d *draft.Draft) {
	d.Flat = true
	d.Tell(work.ToMark, "The channels on the outer panels.")
	d.Tell(work.ToChannel, "On the outer panels while they lie flat.")
	d.Tell(work.ToJoin, "Front and back edges first, leaving the mouths of the channels open, then the floors.")
	d.Tell(work.ToCase, "Gather the tops on the waist tape. Leave a slit at the top of each outer panel when they are to serve as pockets.")
	d.Tell(work.ToBone, "By the list; both sides alike.")
	d.TryOn = "Tapes from edge to edge inside each bag at every steel: they hold the curve."
}

// finishPanniers adds what follows from the pieces: dimensions, notions, what they do to the
// figure.
func finishPanniers(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, props []figure.Prop) {
	long := v.Number(draft.Long)
	for i, h := range d.Hoops {
		d.Measure(fmt.Sprintf("steel-%d", i+1), h.Place, "in length", h.Cut())
	}
	worn := on.Propped(props)
	wide := worn.At(long).Breadth()
	d.Measure("breadth", "the pair", "from side to side", wide)
	waist := on.GirthAt(figure.Waist)
	d.Buy("tape", "Waist tape, "+measure.TellStock(20)+" wide", (waist+700)/1000, "m", "the waist and a bow")
	t := float64(in.Thickness)
	d.Wear = draft.Wear{Props: props, Cover: []figure.Depth{{Drop: 0, Depth: 3 * t}, {Drop: 20, Depth: 3 * t}, {Drop: 60, Depth: t + 2},
		{Drop: long, Depth: t + 2}}}
	d.Remark(false, fmt.Sprintf("%s from side to side", measure.Tell(wide)),
		"Doors are passed sideways. Skirts over it need their length from the waist over the widest steel: it is reckoned for every "+
			"direction.")
	tellPanniers(d)
}
