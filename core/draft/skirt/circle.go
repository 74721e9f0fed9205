package skirt

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Circle is a skirt cut as a circle or a part of one, in panels. Its hem is an arc about the middle
// of the circle; where the way to the floor is longer, over a bustle or a hip, the waist edge rises
// towards that middle, so that the hem comes out level.
type Circle struct{}

// About describes it.
func (Circle) About() draft.About {
	return draft.About{Kind: "skirt-circle", Name: "Circle skirt", Family: family.Skirt,
		What: "A whole circle, or any part of one, on a band: smooth at the waist, all its fullness at the hem. In a front, a back and " +
			"side panels, with the opening in the left seam.",
		Usual: cloth.Fabric{Name: "Wool crepe", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 0.45, Weight: 200, Shrinkage: 0.03}}
}

// loosely is how much wider than the figure a circle hangs over it at least, mm (from memory).
const loosely = 30.0

// Parameters are what is asked about it.
func (Circle) Parameters() []draft.Parameter {
	share := draft.Times(draft.Circle, "Part of a circle", 0.1, 1, 0.75, "three quarters, or more where the hips need it",
		figure.Memory, "1 is a whole circle, ½ a half one. The less of it, the nearer it hangs to the hips.").Saving("Less of a circle")
	share.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		least, _ := leastCircle(on, v)
		return least, 1
	}
	share.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		if least, _ := leastCircle(on, v); least > 0.75 {
			return least, figure.Reason{Text: "less does not go round what is worn under it", Source: figure.Memory}
		}
		return 0.75, figure.Reason{Text: "falls in folds all round, and is no heavier than it must be", Source: figure.Memory}
	}
	return append(part.OnBand(30, 10,
		part.Clearance(700, 290, "1947 to 1952 ⟦29 cm⟧, 1953 to 1960 ⟦33 cm⟧ to ⟦45 cm⟧",
			figure.Memory, "All round, in the shoes of the ensemble."),
		part.TrainAsked(), share,
		draft.Tally("sides", "Side panels a side", 0, 3, 1, "one: four panels in all", figure.Memory,
			"More panels fit a narrower cloth; none makes it of two halves."),
		draft.Times("give", "The bias gives, %", 0, 10, 3, "cotton 1 to 2, wool 2 to 3, silk crepe 4 to 6",
			figure.Memory, "Of its length, where it hangs on the bias: what the hem drops by there, and is levelled by."),
		draft.Mm(draft.Hem, "Hem allowance", 4, 40, 12, "narrow: a wide one does not lie on the curve", figure.Practice,
			"Turned twice, or faced on the bias.")), extras()...)
}

// bulging is how far below the band it is not looked at what the circle goes round, mm: what stands out
// at once lifts it (from memory).
const bulging = 60.0

// leastCircle is the least part of a circle that goes round what a skirt of these choices hangs over,
// to the hundredth; whole is false when not even a whole one does.
func leastCircle(on figure.Figure, v draft.Values) (least float64, whole bool) {
	deep, half, floor := 0.0, on.GirthAt(figure.Waist)/2, 0.25 // a shaped band is larger below, and leaves more
	if v.Has(draft.Band) {
		deep = v.Number(draft.Band)
	}
	if v.Has("waist_seam") { // it hangs from a bodice, which may be looser than the figure
		half, floor = v.Number("waist_seam")/2, 0.1
	}
	drops := on.Drops(deep, on.Drop(figure.Hip)+150)
	need := make([]float64, len(drops))
	for i, drop := range drops {
		need[i] = on.Girth(drop) + loosely
	}
	// How much cloth lies below each drop, at some bearings.
	const steps = 20
	below := make([][]float64, steps+1)
	for k := range below {
		falls := on.Falls(180*float64(k)/steps, append(slices.Clone(drops), on.Floor()))
		for i := range drops {
			below[k] = append(below[k], falls[len(drops)]-falls[i])
		}
	}
	clear := v.Number(draft.Clearance)
	goes := func(share float64) bool {
		t, err := part.TurnedOver(on.At(0), share, steps, func(b float64) float64 {
			return below[int(math.Round(b*steps/180))][0] - clear
		}, half)
		if err != nil {
			return false
		}
		for i, n := range need {
			round, far := 0.0, 0.0
			for k := 1; k <= steps; k++ {
				round += (t.Angle[k] - t.Angle[k-1]) * (2*(t.Outer+clear) - below[k][i] - below[k-1][i])
				far = max(far, below[k][0]-below[k][i])
			}
			if far > bulging && round < n {
				return false
			}
		}
		return true
	}
	if !goes(1) {
		return 1, false
	}
	low, high := floor-0.01, 1.0
	for high-low > 0.004 {
		if mid := (low + high) / 2; goes(mid) {
			high = mid
		} else {
			low = mid
		}
	}
	return max(min(math.Ceil(high*100)/100, 1), floor), true
}

// turnedOn lays the circle out for a waist edge of the given length on the half, in panels. Where there
// are two only, they part at the share of the half that is given, or in the middle for none.
func turnedOn(on figure.Figure, share float64, sides int, long func(bearing float64) float64, half, side float64) (turned, error) {
	t, err := part.TurnedOver(on.At(0), share, 60, long, half)
	if err != nil {
		return turned{}, err
	}
	whole := math.Pi * share
	one := 2 * whole / float64(2+2*sides)
	out := turned{Turned: t, panels: []float64{0}}
	for k := range sides + 1 {
		out.panels = append(out.panels, one/2+one*float64(k))
	}
	out.panels = append(out.panels, whole)
	if err := out.Fair(); err != nil {
		return turned{}, err
	}
	if sides == 0 && side > 0 { // its one seam meets the bodice's
		low, high := 0.0, whole
		for range 50 {
			if mid := (low + high) / 2; plane.Length(out.upper(0, mid)) < side*half {
				low = mid
			} else {
				high = mid
			}
		}
		out.panels[1] = low
	}
	return out, nil
}

// upper is its upper edge from one angle to another.
func (t turned) upper(from, to float64) []plane.Point {
	_, _, top, _ := t.Panel(from, to, from, 1)
	return top
}

// turned is the skirt as it is cut, and the angles that part its panels, from 0 to that of the whole half.
type turned struct {
	part.Turned
	panels []float64
}

// pieces are the panels from the front to the back.
func (t turned) pieces(v draft.Values) []pattern.Piece {
	n := len(t.panels) - 1
	var out []pattern.Piece
	for k := range n {
		from, to := t.panels[k], t.panels[k+1]
		p := pattern.Piece{ID: fmt.Sprintf("side-%d", k), Name: "Side panel", Cut: 2, Mirrored: true}
		about, way, leftID := (from+to)/2, 1.0, "left"
		switch k {
		case 0:
			p = pattern.Piece{ID: "front", Name: "Front", Cut: 1, Fold: "centre"}
			about, leftID = from, "centre"
		case n - 1:
			p = pattern.Piece{ID: "back", Name: "Back", Cut: 1, Fold: "centre"}
			about, way, leftID = to, -1, "centre"
		default:
			if n > 3 {
				p.Name = []string{"", "Side front panel", "Side panel", "Side back panel"}[k]
			}
		}
		if k == 2 && n == 4 {
			p.Name = "Side back panel"
		}
		hem, right, top, left := t.Panel(from, to, about, way)
		seam := v.Number(draft.Allowance)
		p.Edges = []pattern.Edge{
			{ID: "hem", Name: "hem", Line: hem, Allowance: v.Number(draft.Hem), Turned: true},
			{ID: "right", Name: "side edge", Line: right, Allowance: seam},
			{ID: "top", Name: "waist edge", Line: top, Allowance: seam},
			{ID: leftID, Name: "front edge", Line: left, Allowance: seam}}
		if p.Fold != "" {
			p.Edges[3].Name, p.Edges[3].Allowance = "centre, on the fold", 0
		}
		p.Be(pattern.Hem, "hem")
		out = append(out, p)
	}
	return out
}

// Draft drafts it.
func (Circle) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	band, clear := part.BandOn(on, v), v.Number(draft.Clearance)
	if _, whole := leastCircle(on, v); !whole {
		return draft.Draft{}, fmt.Errorf("not even a whole circle goes round what is worn under it: choose a skirt of straight breadths " +
			"or of gores, or wear less under it")
	}
	long := func(b float64) float64 { return on.WaistToFloor(b) - clear - band.Depth }
	t, err := turnedOn(on, v.Number(draft.Circle), v.Whole("sides"), long, band.Lower/2, part.SideShare(v))
	if err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Pieces: t.pieces(v), Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	n := len(d.Pieces)
	var tops []topped
	for k := range n {
		e, _ := d.Pieces[k].Edge("top")
		tops = append(tops, topped{long: e.Length()})
	}
	band.At = draft.AtLeft
	joined(&d, n, true, band.Opening, measure.Tell(band.Opening), part.Opens(v))
	banded(&d, band, tops, true)
	part.RemarkSlope(&d, t.Moved)
	t.finish(&d, on, v, in, band)
	bearings := make([]float64, n+1) // at which the panels part
	for k, at := range t.panels {
		bearings[k] = part.BearingOf(on.At(0), at/t.panels[n])
	}
	return d, finished(&d, on, v, in, betweens(d.Pieces[:n], bearings, true))
}

// foldsOf is the part of what a circle's hem has more than it hangs over that shows as girth (from
// memory): the rest lies in folds.
const foldsOf = 0.35

// finish measures, closes and says what is particular.
func (t turned) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) {
	hem := 2 * t.panels[len(t.panels)-1] * t.Outer
	thick := float64(in.Thickness)
	reach := on.FallsTo(90, on.WaistToFloor(90)-v.Number(draft.Clearance))
	bulk := band.Bulk(thick, thick, band.Lower)
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk}, {Drop: band.Depth + 40, Depth: thick},
		{Drop: reach, Depth: thick * 1.5}}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, band.Depth, reach, hem, foldsOf), hem
	drop := fullness.BiasDrop(t.Outer-t.Inner[len(t.Inner)/2], v.Number("give")/100, 45)
	d.Measure("hem", "the hem", "all round", hem)
	d.Measure("radius", "the waist edge", "from the middle of the circle", t.Inner[0])
	for i, where := range []string{"front", "side", "back"} {
		at := i * (len(t.Inner) - 1) / 2
		d.Measure("length."+where, "the skirt", "in length at the "+where, t.Outer-t.Inner[at])
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-8, 0)})
	}
	band.Finish(d, on, bulk)
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), (band.Lower+50)/1000, "m",
		"along the waist edge, which lies on every grain and stretches")
	if wide := t.widest() + 2*v.Number(draft.Allowance); wide > float64(in.Width-2*in.Selvedge) && v.Whole("sides") < 3 {
		d.Offer(false, "A panel is wider than the cloth", fmt.Sprintf("Laid with its middle along the cloth it is %s wide, the cloth %s "+
			"between its selvedges.", measure.Tell(wide), measure.Tell(float64(in.Width-2*in.Selvedge))),
			"One panel more a side", draft.Settings{"sides": v.Number("sides") + 1})
	}
	d.MockUp = "The upper ⟦25 cm⟧ in cheap cloth, over all that is worn under it: smooth at the waist, free at the hip."
	d.Tell(work.ToStay, "At once when it is cut: the waist edge of every panel.")
	d.Tell(work.ToJoin, "From the hem up, so that what stretches ends at the waist; where a bias edge meets a straight one, the bias one "+
		"lies on top.")
	d.Tell(work.ToHang, fmt.Sprintf("It drops by %s or so half way between the threads, by three quarters of that at 30°, by a quarter at "+
		"15°, along them by nothing.", measure.Tell(drop)))
	d.Tell(work.ToHem, "Trim it level first. Turn it with a gathering thread, or face it on the bias: the raw edge is longer "+
		"than the line it lies on.")
}

// widest is how wide the widest whole panel lies, its middle along the cloth.
func (t turned) widest() float64 {
	most := 0.0
	for k := 1; k < len(t.panels); k++ {
		half := (t.panels[k] - t.panels[k-1]) / 2
		if k == 1 || k == len(t.panels)-1 { // on the fold
			half *= 2
		}
		most = max(most, 2*t.Outer*math.Sin(min(half, math.Pi/2)))
	}
	return most
}
