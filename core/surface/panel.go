package surface

// Edge is a named part of a panel's outline: a line on the form.
type Edge struct {
	ID, Name string
	Line     Line
}

// Dart is a cut from an edge into the panel, or within it from tip to tip: what opens when the
// panel is unrolled is taken up.
type Dart struct {
	ID   string
	Edge string // the edge its mouth lies on; "" for one that closes at both ends
	Line Line   // from the mouth, or the lower tip, to the tip
}

// Panel is a part of the form between lines. Its edges run round it head to tail, seen from
// outside against the clock, up on the wearer's left and down on the right of what is seen.
type Panel struct {
	Edges []Edge
	Darts []Dart
	// From is where distances round the form are counted from: the nearer centre or, for
	// what lies at the side, its own middle, since others' move with what lies between.
	From Datum
	Fold string // the edge that lies on a fold and unrolls straight, "" for none
	// Straight is an edge that is to unroll straight without lying on a fold: a front that
	// hangs plumb.
	Straight string
	// Take says how far each dart opens, radians, of how far each would: what they do not
	// take the cloth must give. Nil, or 0 for a dart, leaves it to open as it unrolls.
	Take func(swing []float64) []float64
	// Like is the panel as it was unrolled on a form that differs a little: it is begun from there. Nil for none.
	Like *Flat
}

// Datum is what distances round the form are counted from.
type Datum int

// Where a panel is held while it is unrolled.
const (
	FromFront Datum = iota
	FromBack
	FromMiddle
)

// widestCell and narrowestCell are how far apart the points inside a panel lie at most and at
// least, cellsAcross how many there are across one at least, step how far apart those on its
// outline, mm.
const widestCell, narrowestCell, cellsAcross, step = 20.0, 11.0, 6.0, 9.0
