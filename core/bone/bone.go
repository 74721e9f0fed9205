// Package bone is the arithmetic of bones, busks and their channels.
package bone

import "math"

// Kind of stiffener.
type Kind string

const (
	Spiral Kind = "spiral steel"
	Flat   Kind = "flat steel"
)

// Bone is one bone in its channel. All mm.
type Bone struct {
	Kind    Kind
	Place   string
	Width   float64
	Channel float64 // length of the channel
	Length  float64 // of the bone: the stock length chosen
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
func Fit(kind Kind, place string, width, channel float64) (b Bone, ok bool) {
	length := math.Floor((channel-2*Clearance)/Step+1e-9) * Step
	return Bone{kind, place, width, channel, length}, length >= Shortest
}

// ChannelWidth is the width between the stitch lines for a flat channel:
// bone width + thickness + ease (common practice: 1 to 2 mm of ease).
func ChannelWidth(width, thickness float64) float64 { return width + thickness + 1.5 }

// busks are the lengths busks are sold in, mm (from memory; whole and half
// inches and round centimetres both occur).
var busks = []float64{150, 180, 200, 230, 255, 280, 305, 330, 355, 380, 405}

// BuskFor is the longest stock busk that leaves a clearance at both ends of a
// front edge; ok is false when even the shortest is too long.
func BuskFor(front float64) (length float64, ok bool) {
	for _, b := range busks {
		if b <= front-2*Clearance {
			length, ok = b, true
		}
	}
	return length, ok
}
