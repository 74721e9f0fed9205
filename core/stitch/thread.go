// Package stitch is the stitch book: what a row of stitches takes in thread.
package stitch

import "math"

// Kind of stitch a row is sewn in.
type Kind string

const (
	Lockstitch Kind = "lockstitch"
	GatherRow  Kind = "gathering row"
	Felling    Kind = "hand felling"
	Basting    Kind = "basting"
)

// Row is a line of stitching.
type Row struct {
	What   string
	Kind   Kind
	Length float64 // mm
	Layers int     // of the garment's cloth under the needle
}

// Waste is what is lost in tails and broken threads, as a part (common
// practice: 10 to 15 in 100).
const Waste = 0.15

// StitchLength is the usual length of a machine stitch, mm.
const StitchLength = 2.5

// LockstitchRatio is thread used per length of seam by a balanced lockstitch:
// two threads, each going along the stitch and through the seam once,
// 2(1 + T/L) for stitch length L and seam thickness T.
func LockstitchRatio(length, thickness float64) float64 { return 2 * (1 + thickness/length) }

// Thread is what the row takes, mm, without waste, in cloth of a thickness.
// Felling goes zigzag, 3 mm on and 2 mm across a stitch; running stitches go
// once along, dipping through.
func (r Row) Thread(cloth float64) float64 {
	t := cloth * float64(max(r.Layers, 1))
	switch r.Kind {
	case Felling:
		const on, across = 3.0, 2.0
		return r.Length * 2 * math.Hypot(on/2, across) / on
	case GatherRow:
		const long, tails = 4.0, 300.0 // two tails to draw by
		return r.Length*(1+t/long) + tails
	case Basting:
		const long = 10.0
		return r.Length * (1 + t/long)
	default:
		return r.Length * LockstitchRatio(StitchLength, t)
	}
}
