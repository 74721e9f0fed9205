package notion

import (
	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
)

// Worked is a thing that is worked and is neither a seam nor an edge nor a mark.
type Worked struct {
	Key       string // its row's: kept with what was chosen for it
	Name      string // what a maker calls all of it, or, where each is counted, one of them
	Each      bool   // they are counted: "14 hooks and eyes"
	Many      string // several of them, where that is not the name with an s
	Of        technique.Work
	Join      pattern.Join
	Technique string  // key of the usual one; "" for that of its kind
	Count     int     // of what is counted, 0 for what is measured alone
	Length    float64 // in all, mm
}

// Set is what is set into a garment or closes it: bones, steels, lacing, quilting, hooks,
// buttons. It says itself what is bought for it, how it is worked and what it weighs beside
// what is bought, so that a new kind of it needs no other place.
type Set interface {
	// Notions are what is bought for it, in cloth thick mm.
	Notions(thickness float64) []Notion
	// Works are how it is worked.
	Works() []Worked
	// Mass is the weight, g, of what its notions weigh nothing for.
	Mass() float64
}
