package cloth

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Cut is one piece of a cloth in hand: a length off the bolt, a remnant, an old
// garment or a blanket. Corners are [along, across], mm, from a corner of its
// rectangle, as it lies now.
type Cut struct {
	ID      int            `json:"id,omitempty"` // unique in its cloth, never used again
	Name    string         `json:"name,omitempty"`
	Length  measure.Length `json:"length_mm"`
	Width   measure.Length `json:"width_mm,omitempty"` // 0: the cloth's own
	Outline [][2]float64   `json:"outline,omitempty"`  // when it is no rectangle
	Flaws   []Flaw         `json:"flaws,omitempty"`
}

// Flaw is a mend, a stain or a hole that no piece may touch.
type Flaw struct {
	ID     int          `json:"id,omitempty"` // unique in its piece
	What   string       `json:"what,omitempty"`
	Around [][2]float64 `json:"around"`
}

// fault says what is wrong with a piece of cloth, or "".
func (c Cut) fault(f Fabric) string {
	wide := c.Wide(f)
	if !(c.Length >= 20*measure.Millimetre && c.Length <= MaxInHand) {
		return "its length lies between ⟦2 cm⟧ and ⟦=500 m⟧"
	}
	if !(wide >= 20*measure.Millimetre && wide <= MaxWidth) {
		return "its width lies between ⟦2 cm⟧ and ⟦=5 m⟧"
	}
	within := func(line [][2]float64) bool {
		for _, q := range line {
			if !(q[0] >= -0.01 && q[0] <= float64(c.Length)+0.01 && q[1] >= -0.01 && q[1] <= float64(wide)+0.01) {
				return false
			}
		}
		return len(line) >= 3 && len(line) <= maxCorners
	}
	sound := func(line [][2]float64) bool {
		poly := corners(line)
		_, _, crossed := plane.Crossing(poly)
		return !crossed && math.Abs(plane.Area(poly)) > 1
	}
	if len(c.Outline) > 0 {
		if !within(c.Outline) {
			return fmt.Sprintf("its outline needs 3 to %d corners within its length and width", maxCorners)
		}
		if !sound(c.Outline) {
			return "its outline crosses itself or has no area; click the corners in order, once round"
		}
	}
	for i, w := range c.Flaws {
		if !within(w.Around) || !sound(w.Around) {
			return fmt.Sprintf("flaw %d needs 3 to %d corners on the cloth, in order, once round", i+1, maxCorners)
		}
	}
	return ""
}

func corners(line [][2]float64) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, q := range line {
		out[i] = plane.Pt(q[0], q[1])
	}
	return out
}

// Wide is the width of a piece of cloth.
func (c Cut) Wide(f Fabric) measure.Length {
	if c.Width > 0 {
		return c.Width
	}
	return f.Width
}

// Area is what there is of a piece of cloth, flaws and all, mm².
func (c Cut) Area(f Fabric) float64 {
	if len(c.Outline) > 2 {
		return math.Abs(plane.Area(corners(c.Outline)))
	}
	return float64(c.Length) * float64(c.Wide(f))
}

// Reshape gives a piece of cloth another outline, mm, moved so that its rectangle
// begins at its corner. Flaws stay where they were on the cloth; those that are
// cut off go.
func (c *Cut) Reshape(line [][2]float64) {
	poly := corners(line)
	box := plane.BoxOf(poly)
	c.Length, c.Width = measure.Length(box.Width()), measure.Length(box.Height())
	c.Outline = make([][2]float64, len(poly))
	for i, q := range poly {
		c.Outline[i] = [2]float64{hundredth(q.X - box.Min.X), hundredth(q.Y - box.Min.Y)}
	}
	var kept []Flaw
	for _, w := range c.Flaws {
		moved := make([][2]float64, len(w.Around))
		inside := true
		for i, q := range w.Around {
			moved[i] = [2]float64{q[0] - box.Min.X, q[1] - box.Min.Y}
			inside = inside && moved[i][0] >= 0 && moved[i][1] >= 0 && moved[i][0] <= box.Width() && moved[i][1] <= box.Height()
		}
		if inside {
			kept = append(kept, Flaw{ID: w.ID, What: w.What, Around: moved})
		}
	}
	c.Flaws = kept
}

func hundredth(x float64) float64 { return math.Round(x*100) / 100 }
