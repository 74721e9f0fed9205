// Package bone is the arithmetic of bones, busks, hoops and their channels.
package bone

import (
	"math"
	"sort"

	"ardentgusset/core/plane"
)

// Kind of stiffener.
type Kind string

// Bone materials, softest first.
const (
	Spiral  Kind = "spiral steel" // bends both ways: for curved seams
	Flat    Kind = "flat steel"   // bends one way: for straight places
	Plastic Kind = "plastic"      // cut with shears, ends rounded and sanded
	Wooden  Kind = "wooden busk"
)

// Thickness is how thick a bone of the kind lies in its channel, mm (from
// memory).
func (k Kind) Thickness() float64 {
	switch k {
	case Plastic:
		return 1.5
	case Wooden:
		return 5
	case Flat:
		return 1
	}
	return 2
}

// Steel tells that bones of the kind are cut from steel and capped.
func (k Kind) Steel() bool { return k == Spiral || k == Flat }

// Bone is one bone in its channel. All mm.
type Bone struct {
	Kind      Kind
	Place     string
	Piece     string // the piece it is marked on
	Width     float64
	Channel   float64 // length of the channel
	Length    float64 // of the bone: the stock length chosen
	Clearance float64 // asked for at each end; what rounding down leaves is more
	Count     int     // in the whole garment
}

// Clearance is what a bone leaves free at each end of its channel so that it
// never works into the binding (common practice: 6 to 12 mm).
const Clearance = 8.0

// Step is the step bones are stocked in, mm, and Shortest the least that is
// sold (from memory: suppliers list them centimetre by centimetre).
const Step, Shortest = 10.0, 60.0

// Fit chooses the bone for a channel: its length less a clearance at both
// ends, rounded down to stock. ok is false when the channel is too short for
// any.
func Fit(kind Kind, place string, width, channel, clearance float64) (b Bone, ok bool) {
	length := math.Floor((channel-2*clearance)/Step+1e-9) * Step
	return Bone{Kind: kind, Place: place, Width: width, Channel: channel, Length: length, Clearance: clearance,
		Count: 2}, length >= Shortest
}

// InchStep is the step bones are stocked in where they are sold by the inch (from
// memory).
const InchStep = 25.4 / 4

// Restocked is the bone for the same channel where they are sold by the inch. One
// too short for the least that is sold so stays as it is.
func (b Bone) Restocked() Bone {
	if length := math.Floor((b.Channel-2*b.Clearance)/InchStep+1e-9) * InchStep; length >= Shortest {
		b.Length = length
	}
	return b
}

// ChannelWidth is the width between the stitch lines for a flat channel:
// bone width + thickness + ease (common practice: 1 to 2 mm of ease).
func ChannelWidth(width, thickness float64) float64 { return width + thickness + 1.5 }

// Stock is how many bones of one kind, width and length are needed.
type Stock struct {
	Kind          Kind
	Width, Length float64
	Count         int
	Spare         int // one for every eight, at least one (from memory)
	Places        []string
}

// List is the cut list: the bones by kind, width and length.
func List(bones []Bone) []Stock {
	type key struct {
		kind          Kind
		width, length float64
	}
	at := map[key]int{}
	var out []Stock
	for _, b := range bones {
		k := key{b.Kind, b.Width, b.Length}
		i, ok := at[k]
		if !ok {
			i = len(out)
			at[k] = i
			out = append(out, Stock{Kind: b.Kind, Width: b.Width, Length: b.Length})
		}
		out[i].Count += b.Count
		out[i].Places = append(out[i].Places, b.Place)
	}
	for i := range out {
		if out[i].Kind != Wooden {
			out[i].Spare = (out[i].Count + 7) / 8
		}
	}
	sort.SliceStable(out, func(i, j int) bool {
		a, b := out[i], out[j]
		if a.Kind != b.Kind {
			return a.Kind < b.Kind
		}
		if a.Width != b.Width {
			return a.Width < b.Width
		}
		return a.Length < b.Length
	})
	return out
}

// Total is the length of all bones of a kind, mm, without spares: what to buy
// where steel is sold by the length.
func Total(bones []Bone, kind Kind) float64 {
	sum := 0.0
	for _, b := range bones {
		if b.Kind == kind {
			sum += b.Length * float64(b.Count)
		}
	}
	return sum
}

// Busk is a front fastening of two steels: loops on one half, studs on the
// other.
type Busk struct {
	Length float64
	Width  float64   // of each steel; of a spoon busk at its lower end
	Spoon  bool      // widens and curves in over the belly
	Studs  []float64 // from the lower end
}

// busks are the lengths busks are sold in, with the number of their fasteners
// (from memory: they are made to whole inches, whatever they are sold in).
var busks = []struct {
	inches float64
	studs  int
}{{6, 3}, {7, 3}, {8, 4}, {9, 4}, {10, 5}, {11, 5}, {12, 5}, {13, 5}, {14, 6}, {15, 6}, {16, 6}}

// ShortestFront is the least front edge that a busk is sold for, mm.
func ShortestFront() float64 { return busks[0].inches*25.4 + 2*Clearance }

// BuskFor is the longest stock busk that leaves a clearance at both ends of a
// front edge; ok is false when even the shortest is too long. Its fasteners
// stand evenly, the lowest two closer together to hold over the belly (from
// memory).
func BuskFor(front float64, spoon bool) (busk Busk, ok bool) {
	for _, b := range busks {
		length := b.inches * 25.4
		if length > front-2*Clearance {
			continue
		}
		busk, ok = Busk{Length: length, Width: 13, Spoon: spoon}, true
		if spoon {
			busk.Width = 45
		}
		const end, close = 20.0, 0.7
		step := (length - 2*end) / (float64(b.studs-2) + close)
		busk.Studs = append(busk.Studs, end)
		for i := range b.studs - 1 {
			busk.Studs = append(busk.Studs, end+step*(close+float64(i)))
		}
	}
	return busk, ok
}

// Hoop is one steel of a cage, hoop skirt or pannier. All mm.
type Hoop struct {
	Place   string
	Drop    float64 // of its level below the waist
	Around  float64 // length of its path
	Overlap float64 // the ends lie over each other, or turn back, this far in all
	Count   int
	// Shape is its line as worn, seen from above with the front down: x to the
	// wearer's left, y towards the back. Of two alike it is the left one.
	Shape []plane.Point
}

// Breadth is how broad it stands from side to side.
func (h Hoop) Breadth() float64 { return plane.BoxOf(h.Shape).Width() }

// Cut is the steel to cut for one: its path and the overlap.
func (h Hoop) Cut() float64 { return h.Around + h.Overlap }

// Steel is the length of all hoops together, mm.
func Steel(hoops []Hoop) float64 {
	sum := 0.0
	for _, h := range hoops {
		sum += h.Cut() * float64(h.Count)
	}
	return sum
}
