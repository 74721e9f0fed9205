package part

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/interp"
)

// TrainAsked asks for the train of a skirt.
func TrainAsked() draft.Parameter {
	p := draft.Mm("train", "Train, behind the heels", 0, 1500, 0,
		"none; by day ⟦10 cm⟧ to ⟦40 cm⟧, in the evening ⟦50 cm⟧ and more",
		figure.Memory, "How far its end lies behind where the skirt would fall to the floor, at the centre back.")
	p.When = func(v draft.Values) bool { return v.Number(draft.Clearance) <= trainBelow }
	return p
}

// trainBelow is how far above the floor the hem of a skirt lies at most that may have a train, mm.
const trainBelow = 150.0

// trails is which part of a train the skirt has at bearings from the centre front to the centre back (from memory).
var trails = []struct{ bearing, share float64 }{{0, 0}, {45, 0.1}, {90, 0.35}, {135, 0.75}, {180, 1}}

// touches is where a train first lies on the floor, as a part of it: to there it slants (from memory), and settles how
// soon it has come down to the floor where the skirt clears it, mm.
const touches, settles = 0.375, 60.0

// Trailing is how much longer cloth must be than its fall to the floor from a height for its end to lie so far behind,
// all mm: it slants to where it touches, and lies flat from there. Added straight on to the fall it would be too
// long.
func Trailing(high, train float64) float64 {
	a := touches * train
	return math.Hypot(high, a) + train - a - high
}

// train is a skirt's train: by how much its hem is lower, by how far along the hem from the centre front. A function of
// the bearing would bend at every seam between gores that flare differently.
type train struct {
	share  interp.FritschButland // of the train, by the way along the hem
	long   float64
	clear  float64
	high   func(bearing float64) float64
	ways   []float64 // along the hem, at the seams
	angles []float64 // and their bearings
}

// bearing is about the one at which a place of the hem hangs.
func (t *train) bearing(way float64) float64 { return between(way, t.ways, t.angles) }

// between is where a number lies in a rising list, as it would lie in another.
func between(x float64, from, to []float64) float64 {
	for i := 1; i < len(from); i++ {
		if x <= from[i] || i == len(from)-1 {
			return to[i-1] + (to[i]-to[i-1])*(x-from[i-1])/max(from[i]-from[i-1], 1e-9)
		}
	}
	return to[0]
}

// lower is by how much the hem is lower at a place along it.
func (t *train) lower(way float64) float64 {
	s := t.long * max(t.share.Predict(way), 0)
	return Trailing(t.high(t.bearing(way)), s) + t.clear*(1-math.Exp(-s/max(settles, t.clear)))
}

// Between says which bearings a piece of a skirt lies between, and whether its hem runs from the back to the front.
type Between struct {
	Piece    string
	From, To float64
	Back     bool
}

// Trained lengthens the hem of a skirt into the train that was asked for, and says how it is worn. The pieces' sides
// run on straight; it is alike on both sides of every seam.
func Trained(d *draft.Draft, on figure.Figure, v draft.Values, pieces []Between) error {
	if !v.Has("train") || v.Number("train") < 1 {
		return nil
	}
	t := train{long: v.Number("train"), clear: v.Number(draft.Clearance), ways: []float64{0}, angles: []float64{pieces[0].From}}
	find := func(id string) *pattern.Piece {
		for i := range d.Pieces {
			if d.Pieces[i].ID == id {
				return &d.Pieces[i]
			}
		}
		panic("part: there is no piece " + id)
	}
	way := 0.0
	for _, at := range pieces {
		e, _ := find(at.Piece).Edge("hem")
		way += e.Length()
		t.ways, t.angles = append(t.ways, way), append(t.angles, at.To)
	}
	heights := make([]float64, 37) // at every five degrees: they are asked for often
	for i := range heights {
		heights[i] = fallsFrom(on, 5*float64(i))
	}
	t.high = func(b float64) float64 {
		i := min(max(int(b/5), 0), len(heights)-2)
		return heights[i] + (heights[i+1]-heights[i])*(b/5-float64(i))
	}
	var xs, ys []float64
	for _, at := range trails {
		xs, ys = append(xs, between(at.bearing, t.angles, t.ways)), append(ys, at.share)
	}
	// Alike on both sides of either centre: the hem runs square over both.
	n := len(xs)
	xs = append(append([]float64{2*xs[0] - xs[1]}, xs...), 2*xs[n-1]-xs[n-2])
	ys = append(append([]float64{ys[1]}, ys...), ys[n-2])
	if err := t.share.Fit(xs, ys); err != nil {
		return err
	}
	for k, at := range pieces {
		p := find(at.Piece)
		from, to := t.ways[k], t.ways[k+1]
		if at.Back {
			from, to = to, from
		}
		longer, err := p.Lower("hem", func(share float64) float64 { return t.lower(from + (to-from)*share) })
		if err != nil {
			return err
		}
		*p = longer
	}
	for k := 1; k < len(pieces); k++ {
		before, after := pieces[k-1], pieces[k]
		if off := math.Abs(hemCorner(find(before.Piece), !before.Back) + hemCorner(find(after.Piece), after.Back) - 180); off > mostJut {
			return fmt.Errorf("the hem of so long a train would jut by %.0f° at a seam: choose a shorter one, or more gores", off)
		}
	}
	d.Wear.Train = t.long
	hem := 0.0
	for _, at := range pieces {
		e, _ := find(at.Piece).Edge("hem")
		hem += 2 * e.Length()
	}
	for i := range d.Dimensions {
		if d.Dimensions[i].Key == "hem" {
			d.Dimensions[i].Value = hem
		}
	}
	d.Measure("train", "the train", "longer than its fall at the centre back", t.lower(180))
	d.Remark(false, "It trails by "+measure.Tell(t.long), fmt.Sprintf("Inside its end goes a dust ruffle ⟦9 cm⟧ to ⟦13 cm⟧ "+
		"deep, and a facing ⟦8 cm⟧ to ⟦12 cm⟧; a loop at the hem and a button ⟦40 cm⟧ below the waist lift it. The petticoat "+
		"beneath carries %s of "+
		"train. It catches on stairs, wheels and other people’s feet: over the arm there.", measure.Tell(0.6*t.long)))
	return nil
}

// mostJut is how far from straight on a hem may run over a seam before that is no hem, degrees: a few are pressed away.
const mostJut = 12.0

// hemCorner is the angle between a piece's hem and the edge beside it, at the hem's end or its beginning, degrees.
func hemCorner(p *pattern.Piece, atEnd bool) float64 {
	n := len(p.Edges)
	i := slices.IndexFunc(p.Edges, func(e pattern.Edge) bool { return e.ID == "hem" })
	hem, beside := p.Edges[i].Line, plane.Reversed(p.Edges[(i+n-1)%n].Line)
	if atEnd {
		hem, beside = plane.Reversed(hem), p.Edges[(i+1)%n].Line
	}
	away := func(line []plane.Point) plane.Point {
		q, _ := plane.Along(line, 1)
		return q.Sub(line[0]).Unit()
	}
	return math.Acos(max(-1, min(1, away(hem).Dot(away(beside))))) * 180 / math.Pi
}

// fallsFrom is the height above the floor from which cloth falls straight at a bearing: that of the widest place it
// hangs over.
func fallsFrom(on figure.Figure, bearing float64) float64 {
	widest, at := math.Inf(-1), 0.0
	for _, q := range on.Profile(bearing) {
		if q.Y >= 0 && q.X > widest+0.5 {
			widest, at = q.X, q.Y
		}
	}
	return max(on.Floor()-at, 100)
}
