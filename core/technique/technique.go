// Package technique is the stitch book: how a seam, an edge, a hem, a dart, fullness, a
// closure or a channel is sewn. A technique is data; one entry makes a new one.
package technique

import (
	"slices"
	"sync"

	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// Family sorts techniques by what they are for.
type Family string

// The families of the book.
const (
	Stitches   Family = "stitches"
	Seams      Family = "seams"
	Finishes   Family = "finishes"
	Hems       Family = "hems"
	Edges      Family = "edges"
	Fullness   Family = "fullness"
	Closures   Family = "closures"
	Channels   Family = "channels"
	Marking    Family = "marking"
	Decoration Family = "decoration"
)

// FamilyAbout is a family as it is listed.
type FamilyAbout struct {
	Family      Family
	Label, What string
}

// Families lists all in the order they are used in.
func Families() []FamilyAbout {
	return []FamilyAbout{
		{Stitches, "Stitches", "By hand and by machine, one at a time."},
		{Marking, "Marking and basting", "What is taken out again."},
		{Seams, "Seams", "Two edges made one."},
		{Finishes, "Seam finishes", "What keeps a raw allowance from fraying."},
		{Fullness, "Darts and fullness", "Flat cloth made to go round."},
		{Edges, "Edges", "Bound, faced, piped: an edge that is sewn to nothing."},
		{Hems, "Hems", "A lower edge turned up."},
		{Channels, "Channels and bones", "Where bones, cords and steels go."},
		{Closures, "Closures", "What opens and shuts."},
		{Decoration, "Decoration by hand", "What is worked to be seen."},
	}
}

// Work is a kind of thing that is worked: a technique is chosen among those of one kind.
type Work string

// The kinds of work there are.
const (
	Alone      Work = "" // a stitch that is used within others
	Join       Work = "seam"
	Finish     Work = "raw allowance"
	Hem        Work = "hem"
	Bind       Work = "bound edge"
	Face       Work = "faced edge"
	Turn       Work = "turned edge"
	Opening    Work = "edge of an opening"
	Band       Work = "band"
	Dart       Work = "dart"
	Gather     Work = "gathers"
	Pleat      Work = "pleats"
	Tuck       Work = "tuck"
	Channel    Work = "channel"
	Bone       Work = "bone"
	Casing     Work = "casing"
	Cord       Work = "cord"
	Stay       Work = "stay"
	Floss      Work = "bone end"
	Eyelet     Work = "eyelet"
	Busk       Work = "busk"
	Hook       Work = "fastener"
	Zip        Work = "zip"
	Buttonhole Work = "buttonhole"
	Button     Work = "button"
	Loop       Work = "loop"
	Tie        Work = "tie"
	Lacing     Work = "lacing"
	Placket    Work = "placket"
	Quilt      Work = "quilting"
	Tuft       Work = "tuft"
	Ring       Work = "ring"
	Decorate   Work = "decoration"
	Mark       Work = "mark"
	Baste      Work = "basting"
)

// Fit is how well a technique stands up to what may be asked of it (from memory).
type Fit struct {
	Strong int     // 0 holds nothing … 3 holds any strain
	Clean  int     // 0 leaves raw edges … 3 encloses them
	Curve  int     // 0 straight edges only … 3 any curve
	Thick  float64 // the thickest cloth it suits, mm; 0 for any
	Fuller float64 // the most it takes up, cut length to finished; 0 for any
	Shows  bool    // rows or an edge are seen on the right side
}

// Lie is where the allowances of a seam or an edge end up.
type Lie string

// The ways that allowances lie.
const (
	LieOpen        Lie = "open"
	LieToOneSide   Lie = "to one side"
	LieInBand      Lie = "into the band"
	LieUnderFacing Lie = "under the facing"
	LieBetween     Lie = "between the layers"
	LieEnclosed    Lie = "enclosed"
	LieBeneathLap  Lie = "beneath the lap"
	LieInPiece     Lie = "inside each piece"
	LieFelled      Lie = "inside, felled"
)

// Stacked tells whether both allowances lie on each other, so that they are graded.
func (l Lie) Stacked() bool {
	return l == LieToOneSide || l == LieInBand || l == LieUnderFacing || l == LieBetween
}

// Pass is one row of stitching that a technique takes.
type Pass struct {
	Stitch stitch.Kind
	Layers int     // of cloth it goes through
	Times  float64 // of the length of what is sewn; 1 for once along it
}

// Technique is one entry of the book.
type Technique struct {
	Key    string
	Root   string // of what it is a variant by hand, "" for one of its own
	Name   string
	Others []string // other names
	Family Family
	Of     Work
	Fit    Fit
	What   string // one or two sentences
	// Faces says which faces of the cloth meet as it is sewn; "" for right sides together.
	// Lies is where the allowances end up.
	Faces string
	Lies  Lie
	// Seam type by ISO 4916 and ASTM D6193, only where sure.
	Seam string
	// Asked is the allowance it asks of each edge, and Used how much of it is in the
	// finished work, mm; what is over is trimmed. An edge without allowance asks none.
	Asked, Used float64
	Passes      []Pass
	Handling    float64 // minutes a metre beside the stitching: pinning, pressing, trimming (from memory)
	Each        float64 // minutes for one, of what is counted and not measured (from memory)
	Rests       float64 // hours in which it dries, sets or cools, and nothing is done with it (from memory; the maker’s sheet goes first)
	Steps       []string
	Needs       []work.Need
	// Years it is at home in, 0 for open; History says more (from memory unless it names
	// a source).
	From, To int
	History  string
	Suits    string
	NotFor   string
	Wrong    string // what goes wrong, and how it is mended
	// Section is the work cut through, Right what its right side shows.
	Section Section
	Right   []Seen
}

// All lists the book, family by family. It is not to be changed.
var All = sync.OnceValue(func() []Technique {
	all := slices.Concat(stitches, marking, seams, finishes, fullness, edges, hems, channels, closures, decoration)
	all = append(all, byHands(all)...)
	for i := range all {
		if t := &all[i]; t.Machine() && t.From < machines {
			t.From = machines
		}
	}
	return all
})

var byKey = sync.OnceValue(func() map[string]Technique {
	out := map[string]Technique{}
	for _, t := range All() {
		out[t.Key] = t
	}
	return out
})

// Find is the technique of that key.
func Find(key string) (Technique, bool) {
	t, ok := byKey()[key]
	return t, ok
}

// Hand tells whether all of it is sewn by hand, Machine whether any by machine.
func (t Technique) Hand() bool {
	return len(t.Passes) > 0 && !slices.ContainsFunc(t.Passes, func(p Pass) bool { return !stitch.FormOf(p.Stitch).Hand })
}

// Machine tells whether any of it is sewn by machine.
func (t Technique) Machine() bool {
	return slices.ContainsFunc(t.Passes, func(p Pass) bool { return !stitch.FormOf(p.Stitch).Hand })
}

// Thread is what a metre of it takes, mm, in cloth of a thickness, without waste.
func (t Technique) Thread(thickness float64) float64 {
	sum := 0.0
	for _, p := range t.Passes {
		sum += 1000 * p.Times * stitch.FormOf(p.Stitch).Ratio(thickness*float64(p.Layers))
	}
	return sum
}

// Minutes is how long a metre of it takes, handling included.
func (t Technique) Minutes() float64 {
	sum := t.Handling
	for _, p := range t.Passes {
		sum += p.Times * stitch.FormOf(p.Stitch).Minutes
	}
	return sum
}

// OnMachine is how many of the minutes of a metre are sewn by machine: those a quicker
// machine shortens.
func (t Technique) OnMachine() float64 {
	sum := 0.0
	for _, p := range t.Passes {
		if f := stitch.FormOf(p.Stitch); !f.Hand {
			sum += p.Times * f.Minutes
		}
	}
	return sum
}

// Topstitched is how many rows of it are seen on the right side.
func (t Technique) Topstitched() int {
	n := 0
	for _, s := range t.Right {
		if s.Look == Line || s.Look == Dashes || s.Look == Zigzags {
			n++
		}
	}
	return n
}

// AtHome tells whether it is at home in a year; 0 asks for none.
func (t Technique) AtHome(year int) bool {
	return year == 0 || (t.From == 0 || year >= t.From) && (t.To == 0 || year <= t.To)
}
