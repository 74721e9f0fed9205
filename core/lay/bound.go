package lay

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Limits of a job: within them a lay keeps to its seconds and to the memory of
// a small machine.
const (
	MaxPieces   = 2000
	MaxPoints   = 5000  // corners of one outline
	MaxCorners  = 60000 // of all different outlines together
	MaxFlaws    = 300   // flaws of one cloth
	MaxFlawed   = 3000  // corners of all flaws together
	MinRepeat   = 2.0   // mm, of a repeat that is not 0
	MaxSize     = 1e6   // mm
	mostCorners = 120   // corners a shape is laid with
	plainest    = 4.0   // mm, how far a shape of more may be made plainer before its hull is laid
)

// UnmarshalJSON reads a point: exactly two numbers.
func (p *XY) UnmarshalJSON(b []byte) error {
	var list []float64
	if err := json.Unmarshal(b, &list); err != nil {
		return fmt.Errorf("a point is two numbers, [x, y], not %.40s", b)
	}
	if len(list) != 2 {
		return fmt.Errorf("a point is two numbers, [x, y]; one has %d", len(list))
	}
	*p = XY{list[0], list[1]}
	return nil
}

// raggedness is how many times longer than round its hull an outline of many
// corners is at least that is laid as its hull at once: no piece of a garment
// is, a comb is.
const raggedness = 4.0

// checkFlaws says what is wrong with the flaws of the cloth.
func (c *Cloth) checkFlaws() error {
	if len(c.Flaws) > MaxFlaws {
		return fmt.Errorf("cloth.flaws: %d are too many; at most %d, so mark those that lie close together as one", len(c.Flaws), MaxFlaws)
	}
	corners := 0
	for i, flaw := range c.Flaws {
		if err := checkPolygon(flaw); err != nil {
			return fmt.Errorf("flaw %d %w", i+1, err)
		}
		if corners += len(flaw); corners > MaxFlawed {
			return fmt.Errorf("flaw %d brings the flaws over %d corners together: a few corners to each are enough", i+1, MaxFlawed)
		}
	}
	return nil
}

// checkRepeat says what is wrong with the repeat of the cloth.
func (c *Cloth) checkRepeat() error {
	for _, r := range []struct {
		name  string
		value float64
	}{{"cloth.repeat_x_mm", c.RepeatX}, {"cloth.repeat_y_mm", c.RepeatY}} {
		if r.value != 0 && r.value < MinRepeat {
			return fmt.Errorf("%s must be 0, for cloth without a repeat, or %g and more, not %g", r.name, MinRepeat, r.value)
		}
	}
	return nil
}

// stand is the shape that stands for an outline while it is laid: it holds the
// outline, stands out from it by little, and never has so many corners that one
// comparison takes long. What is still too ragged is laid as its hull.
func stand(outline []plane.Point) []plane.Point {
	s := outline
	if plane.Area(s) < 0 { // a mirrored one runs the other way round
		s = plane.Reversed(s)
	}
	hull := plane.Hull(s)
	if ragged(s) {
		return plane.Plainer(hull, plainer)
	}
	for t := plainer; t <= plainest; t *= 2 {
		if len(plane.Thinned(append(slices.Clone(s), s[0]), t)) > mostCorners {
			continue
		}
		if plain := plane.Plainer(s, t); holds(plain, s) {
			return plain
		}
	}
	if len(s) <= mostCorners {
		return s
	}
	return plane.Plainer(hull, plainer)
}

// ragged tells whether an outline is laid as its hull at once.
func ragged(outline []plane.Point) bool {
	return len(outline) > mostCorners/2 && plane.Length(outline) > raggedness*plane.Length(plane.Hull(outline))
}

// holds tells whether a polygon is sound and no corner of another lies outside
// it.
func holds(outer, inner []plane.Point) bool {
	if _, _, crossed := plane.Crossing(outer); crossed {
		return false
	}
	for _, p := range inner {
		if !plane.Inside(outer, p) && plane.Apartness(outer, p) > 1e-6 {
			return false
		}
	}
	return math.Abs(plane.Area(outer)) >= math.Abs(plane.Area(inner))
}
