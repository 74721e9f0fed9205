package support

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// Panniers are a pair of side hoops: bags with three half steels each, tied at
// the waist.
type Panniers struct{}

func (Panniers) About() draft.About {
	return draft.About{Kind: "panniers", Name: "Panniers", Family: "support",
		What:  "A pair of side hoops of the eighteenth century: wide at the hips, flat before and behind, and usable as pockets.",
		Usual: cloth.Fabric{Name: "Linen", Colour: "unbleached", Width: 1450, Selvedge: 10, Thickness: 0.4, Weight: 180, Shrinkage: 0.05}}
}

func (Panniers) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.Mm("projection", "Each stands out", 60, 450, 160, "a modest pair", figure.Memory, "From the hip to the widest steel."),
		draft.MmFrom("long", "Length from the waist", 180, 600, "just below the hip, and a hand more", "To the lowest steel.", func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
			return on.Drop(figure.Hip) * 1.45, figure.Memory
		}),
		draft.Tally("steels", "Steels in each", 2, 5, 3, "three", figure.Memory, "The lowest is the widest."),
		draft.Mm("steel", "Steel or cane width", 4, 12, 7, "boning or cane", figure.Memory, "Channels are made "+measure.TellFine(5)+" wider."),
		draft.Mm("allowance", "Seam allowance", 6, 25, 12.7, "1/2 in", figure.Practice, "At every seam."),
	}
}

func (Panniers) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	n, long, out, seam := v.Whole("steels"), v.Number("long"), v.Number("projection"), v.Number("allowance")
	d := draft.Draft{Cautions: []caution.Caution{caution.Hoops, caution.Steel, caution.Flame}}
	props := []figure.Prop{{Drop: 0, Section: on.At(0)}}
	hip := on.At(on.Drop(figure.Hip))
	var arcs, flats []float64
	const first = 70.0
	for i := range n {
		t := float64(i) / float64(n-1)
		drop := first + (long-first)*t
		under := on.At(drop)
		reach := math.Max(hip.Breadth(), under.Breadth())/2 + out*(0.62+0.38*math.Sin(t*math.Pi/2))
		deep := under.Depth() * (0.72 + 0.1*t)
		s := figure.Oblong(2*reach, deep/2, deep/2).With(under)
		props = append(props, figure.Prop{Drop: drop, Section: s})
		side := reach - under.Breadth()/2*0.55 // the bag begins this far inside the hip
		bag := figure.Oblong(2*side, deep/2, deep/2)
		arc := bag.Arc(0, 180)
		arcs, flats = append(arcs, arc), append(flats, deep)
		d.Hoops = append(d.Hoops, bone.Hoop{Place: fmt.Sprintf("steel %d from the top, each side", i+1), Drop: drop, Around: arc, Overlap: 30, Count: 2, Shape: plane.Moved(bag.Between(0, 180), plane.Pt(under.Breadth()/2*0.55, 0))})
	}
	slant := math.Hypot(long, props[n].Section.Reach(90)-on.At(0).Reach(90))
	top := math.Max(arcs[0]*0.8, 120)
	outer, err := part.Gore{ID: "outer", Name: "Outer panel", Top: top, Hem: arcs[n-1], Left: slant, Right: slant, Allowance: seam, Turned: seam}.Piece()
	if err != nil {
		return draft.Draft{}, err
	}
	// The flat side is as deep as the bag and as long at its edges as the
	// outer panel's.
	inner, err := part.Gore{ID: "inner", Name: "Inner panel", Top: math.Min(flats[0]*0.9, flats[n-1]), Hem: flats[n-1], Left: slant, Right: slant, Allowance: seam, Turned: seam}.Piece()
	if err != nil {
		return draft.Draft{}, err
	}
	outer.Cut, inner.Cut = 2, 2
	hem, _ := outer.Edge("hem")
	for k := range n {
		up := slant * (1 - (first+(long-first)*float64(k)/float64(n-1))/long)
		if k == n-1 {
			up = v.Number("steel")/2 + 4
		}
		rowOn(&outer, hem.Line, up, pattern.HoopLine, v.Number("steel"))
	}
	// The floor of the bag: half an oblong whose curve is the outer hem and
	// whose straight side is the inner one.
	innerHem, _ := inner.Edge("hem")
	floor := halfOval(innerHem.Length(), hem.Length())
	if floor == nil {
		return draft.Draft{}, fmt.Errorf("panniers that stand out %s are flatter than their own floor: let them stand out further", measure.Tell(out))
	}
	base := pattern.Piece{ID: "floor", Name: "Floor of the bag", Cut: 2, Edges: []pattern.Edge{
		{ID: "inside", Name: "straight edge", Line: []plane.Point{floor[len(floor)-1], floor[0]}, Allowance: seam},
		{ID: "outside", Name: "curved edge", Line: floor, Allowance: seam},
	}}
	d.Pieces = []pattern.Piece{outer, inner, base}
	d.Sew("front", "outer", "left", "inner", "right", "plain, overcast; the steels end in it")
	d.Sew("back", "outer", "right", "inner", "left", "plain, overcast; the steels end in it")
	d.Seams = append(d.Seams, seamBetween(d.Pieces, "curve", "outer", "hem", "floor", "outside"), seamBetween(d.Pieces, "straight", "inner", "hem", "floor", "inside"))
	around := 0.0
	for _, h := range d.Hoops {
		around += float64(h.Count) * h.Around
	}
	for i, h := range d.Hoops {
		d.Measure(fmt.Sprintf("steel-%d", i+1), h.Place, "in length, with its overlap", h.Cut())
	}
	worn := on.Propped(props)
	wide := worn.At(long).Breadth()
	d.Measure("breadth", "the pair", "from side to side", wide)
	waist := on.GirthAt(figure.Waist)
	d.Buy("tape", "Waist tape, "+measure.TellFine(20)+" wide", (waist+700)/1000, "m", "the waist and a bow")
	d.Buy("tape", "Tape for the channels, "+measure.TellFine(v.Number("steel")+10)+" wide", around/1000*1.05, "m", "one channel for every steel")
	d.Stitch("channels, both edges", stitch.Lockstitch, 2*around, 2)
	d.Stitch("gathering at the waist", stitch.GatherRow, 4*top+4*flats[0], 1)
	t := float64(in.Thickness)
	d.Wear = draft.Wear{Props: props, Cover: []figure.Depth{{Drop: 0, Depth: 3 * t}, {Drop: 20, Depth: 3 * t}, {Drop: 60, Depth: t + 2}, {Drop: long, Depth: t + 2}}}
	d.Remark(false, fmt.Sprintf("%s from side to side", measure.Tell(wide)), "Doors are passed sideways. Skirts over it need their length from the waist over the widest steel: it is reckoned for every direction.")
	d.Do("cut", "Cut the panels and floors", 35, []work.Need{work.Table}, "Two of each; mark the channels on the outer panels.")
	d.Do("channels", "Stitch the channels", math.Round(2*around/1000*6), []work.Need{work.Machine}, "On the outer panels while they lie flat.", work.After{Step: "cut", Why: "a channel is stitched flat"})
	d.Do("bags", "Sew the bags together", 60, []work.Need{work.Machine}, "Front and back edges first, leaving the mouths of the channels open, then the floors.", work.After{Step: "channels", Why: "the mouths lie in the seams"})
	d.Do("top", "Gather the tops to the waist tape", 40, []work.Need{work.Hand}, "Leave a slit at the top of each outer panel when they are to serve as pockets.", work.After{Step: "bags", Why: "the top is closed last"})
	d.Do("steel", "Cut, tip and thread the steels", 15*float64(2*n), []work.Need{work.Table}, "By the list; both sides alike.", work.After{Step: "bags", Why: "sewing beside steel breaks needles"})
	d.Do("tapes", "Tapes across inside; try them on", 40, []work.Need{work.Wearer}, "From edge to edge inside each bag at every steel: they hold the curve.", work.After{Step: "steel", Why: "only with its steels does it take its curve"}, work.After{Step: "top", Why: "it hangs from the waist tape"})
	return d, nil
}

// seamBetween is a seam whose small difference is eased.
func seamBetween(pieces []pattern.Piece, id, pa, ea, pb, eb string) pattern.Seam {
	s := pattern.Seam{ID: id, A: pattern.Side{Piece: pa, Edge: ea}, B: pattern.Side{Piece: pb, Edge: eb}, Technique: "plain, clipped, overcast"}
	for _, t := range pattern.True(pieces, []pattern.Seam{s}) {
		s.Ease = t.Difference
	}
	return s
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
