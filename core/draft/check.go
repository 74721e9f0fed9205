package draft

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
)

// joins names the pieces that a seam joins.
func (d Draft) joins(s pattern.Seam) string {
	name := func(id string) string {
		for i := range d.Pieces {
			if p := &d.Pieces[i]; p.ID == id && p.Name != "" {
				return p.Name
			}
		}
		return id
	}
	if s.A.Piece == s.B.Piece {
		return name(s.A.Piece)
	}
	return name(s.A.Piece) + " and " + name(s.B.Piece)
}

// Check proves the draft sound: every piece can be cut and every seam is
// true. It returns the first fault.
func (d Draft) Check() error {
	for i := range d.Pieces {
		if err := d.Pieces[i].Fault(); err != nil {
			return err
		}
	}
	return d.Joins()
}

// Joins proves that what can be cut goes together: every seam is true, nothing lies on what would
// hinder it, bones go into their channels. It returns the first fault.
func (d Draft) Joins() error {
	for _, t := range pattern.True(d.Pieces, d.Seams) {
		if t.Missing != "" {
			return fmt.Errorf("the seam of %s joins %s, which is not there", d.joins(t.Seam), t.Missing)
		}
		if t.Beyond {
			how := string(t.Absorbed)
			if how == "" {
				how = "sewing edge to edge"
			}
			return fmt.Errorf("the seam of %s has %s too much to be taken up by %s", d.joins(t.Seam), measure.TellFine(t.Ease), how)
		}
		if !t.True {
			return fmt.Errorf("the seam of %s is out of true by %s", d.joins(t.Seam), measure.TellFine(t.Difference))
		}
	}
	for _, c := range d.Clashes() {
		if c.Grave {
			return &ClashError{c}
		}
	}
	for _, b := range d.Bones {
		if b.Length > b.Channel-2*b.Clearance+1e-6 {
			return fmt.Errorf("the bone %s is longer than its channel allows", b.Place)
		}
	}
	for _, x := range d.Dimensions {
		if math.IsNaN(x.Value) || x.Value < 0 {
			return fmt.Errorf("%s %s can't be worked out", x.Part, x.Label)
		}
	}
	return nil
}
