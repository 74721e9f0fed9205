// Package stitch is a stitch by itself: its kinds, their size, and what a row of them takes
// in thread.
package stitch

// Kind of stitch a row is sewn in.
type Kind string

// The kinds of sewing that thread is reckoned for.
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

// tails are what a gathering row has at its ends to draw by, mm.
const tails = 300.0

// Thread is what the row takes, mm, without waste, in cloth of a thickness.
func (r Row) Thread(cloth float64) float64 {
	thread := r.Length * FormOf(r.Kind).Ratio(cloth*float64(max(r.Layers, 1)))
	if r.Kind == GatherRow {
		thread += tails
	}
	return thread
}
