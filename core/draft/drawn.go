package draft

import "gonum.org/v1/gonum/spatial/r3"

// CollarAs is how a collar lies.
type CollarAs string

// How collars lie.
const (
	StandsUp  CollarAs = "stands"  // up along the neck
	FallsOver CollarAs = "falls"   // over the shoulders, flat
	TurnsOver CollarAs = "turns"   // it stands up behind, turns over and runs into a lapel
	Ruffled   CollarAs = "ruffled" // it falls in folds
)

// Collar is how a collar lies: which piece it is and, of one that turns over, how high it stands and how far it falls behind, and how
// far from the shoulder along the line it rolls on its seam to the lapel lies, mm.
type Collar struct {
	As                 CollarAs
	Piece              string
	Stand, Fall, Gorge float64
}

// Drawn is a line of the garment as it lies on the figure: x to the wearer's left, y forward, z
// up from the waist, mm.
type Drawn struct {
	Kind DrawnKind
	Name string
	Line []r3.Vec
	// Pulls are the parameters that move it, none for one that stays.
	Pulls []Pull
	// Right is set where the right side has lines of its own: it is one of those, and lies at the
	// mirror image of Line.
	Right bool
}

// Pull is how a parameter moves a drawn line: each point by so much for every mm of it.
type Pull struct {
	Key    Key
	Way    Way
	Weight []float64 // by point of the line; nil moves it all alike
}

// Way is the way that a line is moved.
type Way string

// Necklines by shape.
const (
	Round Way = "round" // round the figure, towards the back
	Down  Way = "down"
	Out   Way = "out" // from the middle to the side
)

// DrawnKind is what a drawn line is.
type DrawnKind string

// What lines are drawn on a figure.
const (
	DrawnSeam DrawnKind = "seam"
	DrawnDart DrawnKind = "dart"
	DrawnEdge DrawnKind = "edge"
	DrawnScye DrawnKind = "armhole"
	DrawnNeck DrawnKind = "neck"
	DrawnRoll DrawnKind = "roll" // what a front turns back on
)
