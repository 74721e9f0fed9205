// Package closure is the arithmetic of what holds a garment shut: eyelets and
// the lace through them, hooks and buttons.
package closure

import (
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Even places n things evenly over a length with a margin at both ends:
// spacing (L − 2m)/(n − 1). One alone lies in the middle.
func Even(length float64, n int, margin float64) []float64 {
	if n < 1 {
		return nil
	}
	if n == 1 {
		return []float64{length / 2}
	}
	out := make([]float64, n)
	for i := range out {
		out[i] = margin + (length-2*margin)*float64(i)/float64(n-1)
	}
	return out
}

// CountFor is how many things fit over a length at about a spacing, at least
// two.
func CountFor(length, spacing, margin float64) int {
	return max(2, int(math.Round((length-2*margin)/spacing))+1)
}

// FoldedCount is the count that folding the paper in half and half again
// gives, nearest to a wanted one: 3, 5, 9, 17, 33.
func FoldedCount(wanted int) int {
	best := 3
	for n := 3; n <= 33; n = 2*n - 1 {
		if abs(n-wanted) <= abs(best-wanted) {
			best = n
		}
	}
	return best
}

func abs(n int) int { return max(n, -n) }

// CloserAt puts one more between each of the two spaces that meet nearest to a
// height, where the strain is greatest.
func CloserAt(at []float64, height float64) []float64 {
	if len(at) < 3 {
		return at
	}
	k := 1
	for i := 1; i < len(at)-1; i++ {
		if math.Abs(at[i]-height) < math.Abs(at[k]-height) {
			k = i
		}
	}
	out := append([]float64{}, at[:k]...)
	out = append(out, (at[k-1]+at[k])/2, at[k], (at[k]+at[k+1])/2)
	return append(out, at[k+1:]...)
}

// Style is the way a lace goes.
type Style string

const (
	CrissCross Style = "criss-cross" // one lace, both ends crossing upwards
	Spiral     Style = "spiral"      // one lace, fastened at one end, round and round
	Ladder     Style = "ladder"      // both ends climb their side and cross level at every pair
)

// Lacing is two facing rows of eyelets and the lace through them. All mm.
type Lacing struct {
	Place       string
	Piece       string // the piece its left row is marked on
	Style       Style
	Left, Right []float64 // heights of the eyelets, rising
	Inset       float64   // from the edge to the middle of an eyelet
	Gap         float64   // between the edges as worn
	Open        float64   // between the edges to get in
	Tail        float64   // at each end
	Waist       float64   // height of the waist: where loops are drawn out
	Loop        float64   // length of each of the two loops there; 0 for none
	Hand        bool      // worked by hand rather than set in metal
	Doubled     bool      // several edges alike: twice of everything
}

// Stagger is the right row for a left one when the lace goes round and round:
// each eyelet half a space higher, so that the edges stay level.
func Stagger(left []float64) []float64 {
	out := make([]float64, len(left))
	half := 0.0
	if len(left) > 1 {
		half = (left[1] - left[0]) / 2
	}
	for i, at := range left {
		out[i] = at + half
		if i+1 < len(left) {
			out[i] = (at + left[i+1]) / 2
		}
	}
	return out
}

// Pairs is how many pairs of eyelets there are.
func (l Lacing) Pairs() int { return min(len(l.Left), len(l.Right)) }

// Eyelets is how many there are in all.
func (l Lacing) Eyelets() int {
	n := len(l.Left) + len(l.Right)
	if l.Doubled {
		n *= 2
	}
	return n
}

// Spacing is the usual space between two eyelets of a row.
func (l Lacing) Spacing() float64 {
	if len(l.Left) < 2 {
		return 0
	}
	return l.Left[1] - l.Left[0]
}

// Straight is the space between two pairs where the lace runs straight up and
// is drawn out into a loop on each side; −1 for none.
func (l Lacing) Straight() int {
	if l.Loop == 0 || l.Style != CrissCross {
		return -1
	}
	best, at := math.Inf(1), -1
	for i := 0; i+1 < l.Pairs(); i++ {
		if d := math.Abs((l.Left[i]+l.Left[i+1])/2 - l.Waist); d < best {
			best, at = d, i
		}
	}
	return at
}

// Path is the way of the lace with the edges a gap apart, as lines that are
// sewn through one after the other: x runs across from the left row, y up.
// Tails are not in it.
func (l Lacing) Path(gap float64) [][]plane.Point {
	d := gap + 2*l.Inset
	n := l.Pairs()
	left := func(i int) plane.Point { return plane.Pt(0, l.Left[i]) }
	right := func(i int) plane.Point { return plane.Pt(d, l.Right[i]) }
	if n == 0 {
		return nil
	}
	if l.Style == Spiral {
		var way []plane.Point
		for i := range n {
			way = append(way, left(i), right(i))
		}
		return [][]plane.Point{way}
	}
	one, two := []plane.Point{left(0)}, []plane.Point{left(0), right(0)}
	if l.Style == Ladder {
		for i := 1; i < n; i++ {
			a, b := left(i), right(i)
			if i%2 == 0 {
				a, b = b, a
			}
			one, two = append(one, a, b), append(two, b, a)
		}
		return [][]plane.Point{one, two}
	}
	onLeft := true // where the first end is
	straight := l.Straight()
	for i := 1; i < n; i++ {
		if i-1 != straight {
			onLeft = !onLeft
		}
		if onLeft {
			one, two = append(one, left(i)), append(two, right(i))
		} else {
			one, two = append(one, right(i)), append(two, left(i))
		}
	}
	return [][]plane.Point{one, two}
}

// Length is the lace needed with the edges a gap apart: its way, two tails and
// the loops. Criss-cross through evenly set pairs it is d + 2(n−1)·√(s² + d²)
// + 2T; spiral (2n−1)·√((s/2)² + d²) + 2T; ladder d + 2(n−1)·(s + d) + 2T, by plain geometry.
func (l Lacing) Length(gap float64) float64 {
	sum := 2 * l.Tail
	for _, way := range l.Path(gap) {
		sum += plane.Length(way)
	}
	if l.Straight() >= 0 {
		sum += 2 * l.Loop
	}
	return sum
}

// FlossPerEyelet is the silk or cotton floss one eyelet worked by hand takes,
// mm: 40 in of three strands (common practice).
const FlossPerEyelet = 40 * 25.4

// Anchored places n things from one length to another so that one lies on each anchor
// between them, and evenly from anchor to anchor: the counts in the spaces are those whose largest gap is
// least. Anchors outside, or nearer than six tenths of a gap to another, are left out, and so are the last of more than n
// can lie on.
func Anchored(from, to float64, n int, anchors ...float64) []float64 {
	if n < 2 || to <= from {
		return []float64{from}
	}
	const near = 0.6
	gap := (to - from) / float64(n-1)
	stops := []float64{from}
	sorted := slices.Clone(anchors)
	slices.Sort(sorted)
	for _, a := range sorted {
		if a >= stops[len(stops)-1]+gap*near && a <= to-gap*near && len(stops) < n-1 {
			stops = append(stops, a)
		}
	}
	stops = append(stops, to)
	spaces := len(stops) - 1
	counts := make([]int, spaces) // every space has one gap at least, the rest go where they are widest
	for i := range counts {
		counts[i] = 1
	}
	wide := func(i int) float64 { return (stops[i+1] - stops[i]) / float64(counts[i]) }
	for range n - 1 - spaces {
		widest := 0
		for i := range counts {
			if wide(i) > wide(widest)+1e-9 {
				widest = i
			}
		}
		counts[widest]++
	}
	out := []float64{from}
	for i, k := range counts {
		for j := 1; j <= k; j++ {
			out = append(out, stops[i]+(stops[i+1]-stops[i])*float64(j)/float64(k))
		}
	}
	return out
}
