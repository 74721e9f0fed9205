// Package lay places pieces on cloth.
//
// Coordinates: x runs along the cloth's length, y across it from 0 to its
// width, mm. Angles are degrees counter-clockwise.
package lay

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// XY is a point as it stands in a job: [x, y].
type XY [2]float64

// Cloth is what is cut from.
type Cloth struct {
	Width    float64 `json:"width_mm"`
	Selvedge float64 `json:"selvedge_mm,omitempty"` // kept free at both edges
	Torn     bool    `json:"no_selvedge,omitempty"` // its edges are cut ones: nothing can be held to a selvedge
	Length   float64 `json:"length_mm,omitempty"`   // 0: as long as needed
	Nap      bool    `json:"nap,omitempty"`         // only the first turn of each piece
	RepeatX  float64 `json:"repeat_x_mm,omitempty"`
	RepeatY  float64 `json:"repeat_y_mm,omitempty"`
	HalfDrop bool    `json:"half_drop,omitempty"` // the next repeat across lies half a repeat further along
	Fold     Fold    `json:"fold,omitempty"`
	Outline  []XY    `json:"outline,omitempty"` // of an irregular piece of cloth; none: a rectangle
	Flaws    [][]XY  `json:"flaws,omitempty"`   // polygons no piece may touch
}

// Fold is how cloth is doubled before it is cut, right sides together: both
// layers are cut at once.
type Fold string

// Lengthwise cloth is folded along its middle, selvedge to selvedge; crosswise
// across it, end to end, which turns the lower layer about.
const (
	Flat       Fold = ""
	Lengthwise Fold = "lengthwise"
	Crosswise  Fold = "crosswise"
)

// Match ties a point of a piece to the same place of the cloth's repeat as
// the other pieces of its group.
type Match struct {
	Point XY     `json:"point"`
	Group string `json:"group"`
}

// Piece is a shape to place, count times.
type Piece struct {
	ID          string    `json:"id"`
	Count       int       `json:"count"`
	MirrorPairs bool      `json:"mirror_pairs,omitempty"` // odd copies are mirrored, y -> −y
	Turns       []float64 `json:"turns,omitempty"`        // that keep the grain right; none: only 0
	Outline     []XY      `json:"outline"`                // the cutting line, a simple polygon
	Match       *Match    `json:"match,omitempty"`
	Copies      []int     `json:"copies,omitempty"`  // which of 0 to count-1 are placed; none: all
	Hold        []Hold    `json:"hold,omitempty"`    // stretches that must lie on a line of the cloth
	OnFold      bool      `json:"on_fold,omitempty"` // alike on both sides of its middle, which lies on a lengthwise fold

	half []plane.Point // of a piece on the fold: what lies on one side of it
}

// Job is everything the engine needs. Version guards the format; 0 means 1.
type Job struct {
	Version int     `json:"version,omitempty"`
	Cloth   Cloth   `json:"cloth"`
	Gap     float64 `json:"gap_mm,omitempty"`  // least distance between pieces
	Seconds float64 `json:"seconds,omitempty"` // how long it may search
	Rounds  int     `json:"rounds,omitempty"`  // of searching: the same lay on every machine, if the seconds allow them
	Seed    int64   `json:"seed,omitempty"`
	Pieces  []Piece `json:"pieces"`
	// Pinned copies lie where they are said to; the rest is placed round them.
	Pinned []Placement `json:"pinned,omitempty"`

	doubled bool // the cloth is the half of a folded one
}

// Placement is one copy placed: the outline, mirrored if said, turned about
// (0,0), then moved by (X, Y).
type Placement struct {
	ID       string  `json:"id"`
	Copy     int     `json:"copy"`
	Mirrored bool    `json:"mirrored"`
	Turn     float64 `json:"turn_deg"`
	X        float64 `json:"x_mm"`
	Y        float64 `json:"y_mm"`
}

// Unplaced is a copy that found no room, and why.
type Unplaced struct {
	ID   string `json:"id"`
	Copy int    `json:"copy"`
	Why  string `json:"why"`
}

// Result is a lay.
type Result struct {
	Length      float64     `json:"length_mm"`
	Utilisation float64     `json:"utilisation"` // area of the pieces over width × length
	Placements  []Placement `json:"placements"`
	Unplaced    []Unplaced  `json:"unplaced"`
}

// Read reads a job. Unknown fields are refused by name.
func Read(r io.Reader) (Job, error) {
	data, err := io.ReadAll(r)
	if err != nil {
		return Job{}, fmt.Errorf("the job can't be read: %w", err)
	}
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.DisallowUnknownFields()
	var j Job
	if err := dec.Decode(&j); err != nil {
		return Job{}, fmt.Errorf("the job can't be read: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	if dec.More() {
		return Job{}, fmt.Errorf("the job can't be read: something follows after its end")
	}
	return j, j.Check()
}

// Check says what is wrong with a job, naming the piece and the reason, or
// nil.
func (j *Job) Check() error {
	if j.Version > 1 || j.Version < 0 {
		return fmt.Errorf("version %d of the job is not known; this program reads version 1", j.Version)
	}
	c := j.Cloth
	for _, f := range []struct {
		name      string
		value     float64
		low, high float64
	}{{"cloth.width_mm", c.Width, 1, MaxSize}, {"cloth.selvedge_mm", c.Selvedge, 0, c.Width / 2.01}, {"cloth.length_mm", c.Length, 0,
		MaxSize},
		{"cloth.repeat_x_mm", c.RepeatX, 0, MaxSize}, {"cloth.repeat_y_mm", c.RepeatY, 0, MaxSize}, {"gap_mm", j.Gap, 0,
			1000}, {"seconds", j.Seconds, 0, 3600}, {"rounds", float64(j.Rounds), 0, 1e6}} {
		if !(f.value >= f.low && f.value <= f.high) {
			return fmt.Errorf("%s must lie between %g and %g, not %g", f.name, f.low, f.high, f.value)
		}
	}
	if len(j.Pieces) == 0 {
		return fmt.Errorf("pieces: there is nothing to place")
	}
	if err := c.checkFlaws(); err != nil {
		return err
	}
	if err := c.checkRepeat(); err != nil {
		return err
	}
	total, corners := 0, 0
	seen := map[string]bool{}
	for i := range j.Pieces {
		p := &j.Pieces[i]
		if p.ID == "" {
			return fmt.Errorf("piece %d has no id", i+1)
		}
		name := fmt.Sprintf("piece %q", shorten(p.ID))
		if seen[p.ID] {
			return fmt.Errorf("%s is there twice", name)
		}
		seen[p.ID] = true
		if p.Count < 1 {
			return fmt.Errorf("%s: count must be 1 or more, not %d", name, p.Count)
		}
		// Checked piece by piece so that the sum can't overflow.
		if p.Count > MaxPieces || total+p.Count > MaxPieces {
			return fmt.Errorf("%s brings the job over %d pieces", name, MaxPieces)
		}
		total += p.Count
		if corners += len(p.Outline); corners > MaxCorners {
			return fmt.Errorf("%s brings the job over %d corners together", name, MaxCorners)
		}
		if err := p.checkCopies(); err != nil {
			return fmt.Errorf("%s: %w", name, err)
		} else if err := checkPolygon(p.Outline); err != nil {
			return fmt.Errorf("%s %w", name, err)
		}
		if len(p.Turns) > 360 {
			return fmt.Errorf("%s has more than 360 turns", name)
		}
		if err := p.checkTurns(c); err != nil {
			return fmt.Errorf("%s %w", name, err)
		}
		if err := p.checkHolds(c); err != nil {
			return fmt.Errorf("%s, %w", name, err)
		}
		if p.Match != nil && !p.Match.Point.place() {
			return fmt.Errorf("%s has a match point that is not a place", name)
		}
	}
	if err := j.checkCloth(); err != nil {
		return err
	}
	return j.checkPinned()
}

// place tells whether a point is one that can be on a cloth.
func (p XY) place() bool {
	return !math.IsNaN(p[0]+p[1]) && math.Abs(p[0]) <= MaxSize && math.Abs(p[1]) <= MaxSize
}

// checkTurns says what is wrong with the turns of a piece: at one of them it has to be narrow enough for the cloth.
func (p *Piece) checkTurns(c Cloth) error {
	fits := false
	narrowest := math.Inf(1)
	for _, t := range p.turns(c.Nap) {
		if math.IsNaN(t) || math.IsInf(t, 0) || math.Abs(t) > 1e6 {
			return fmt.Errorf("has a turn that is not an angle")
		}
		h := plane.BoxOf(plane.Turned(points(p.Outline), t)).Height()
		narrowest = min(narrowest, h)
		fits = fits || h <= c.Width-2*c.Selvedge+edgeSlack || len(p.Hold) > 0 && h <= c.Width+edgeSlack
	}
	if !fits {
		return fmt.Errorf("is %s across at its narrowest allowed turn; the cloth has %s between its selvedges",
			measure.Tell(narrowest), measure.Tell(c.Width-2*c.Selvedge))
	}
	return nil
}

func (p *Piece) checkCopies() error {
	seen := map[int]bool{}
	for _, c := range p.Copies {
		if c < 0 || c >= p.Count || seen[c] {
			return fmt.Errorf("copies must be different numbers from 0 to %d; %d is not", p.Count-1, c)
		}
		seen[c] = true
	}
	return nil
}

func shorten(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

func checkPolygon(xy []XY) error {
	if len(xy) < 3 {
		return fmt.Errorf("needs at least three corners, not %d", len(xy))
	}
	if len(xy) > MaxPoints {
		return fmt.Errorf("has more than %d corners", MaxPoints)
	}
	for _, q := range xy {
		if !q.place() {
			return fmt.Errorf("has a corner that is not a place within %s", measure.TellLong(MaxSize))
		}
	}
	poly := clean(points(xy))
	if len(poly) < 3 {
		return fmt.Errorf("has no area")
	}
	widest := 0.0
	for _, q := range poly {
		widest = max(widest, math.Abs(poly[1].Sub(poly[0]).Cross(q.Sub(poly[0]))))
	}
	if widest < 1e-6 {
		return fmt.Errorf("has no area")
	}
	if _, _, crossed := plane.Crossing(poly); crossed {
		return fmt.Errorf("crosses itself")
	}
	return nil
}

// clean drops corners that repeat their neighbour, the closing one included.
func clean(poly []plane.Point) []plane.Point {
	var out []plane.Point
	for _, q := range poly {
		if len(out) == 0 || !out[len(out)-1].Same(q) {
			out = append(out, q)
		}
	}
	for len(out) > 1 && out[0].Same(out[len(out)-1]) {
		out = out[:len(out)-1]
	}
	return out
}

func points(xy []XY) []plane.Point {
	out := make([]plane.Point, len(xy))
	for i, q := range xy {
		out[i] = plane.Pt(q[0], q[1])
	}
	return out
}

func (p *Piece) turns(nap bool) []float64 {
	t := p.Turns
	if len(t) == 0 {
		t = []float64{0}
	}
	if nap {
		t = t[:1]
	}
	return t
}

// Shape is the outline of a copy as a placement puts it on the cloth.
func (p *Piece) Shape(at Placement) []plane.Point {
	return plane.Moved(p.turned(at.Mirrored, at.Turn), plane.Pt(at.X, at.Y))
}

func (p *Piece) turned(mirrored bool, turn float64) []plane.Point {
	poly := clean(points(p.Outline))
	if mirrored {
		for i := range poly {
			poly[i].Y = -poly[i].Y
		}
	}
	return plane.Turned(poly, turn)
}
