// Package draft says what a garment is: what can be chosen about it, and what
// a drafting of it to a figure gives. The garments themselves live in the
// folders below, one file each, and are listed in the catalogue.
package draft

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// Garment is all that the program asks of a kind of garment.
type Garment interface {
	// About describes the kind.
	About() About
	// Parameters lists what can be chosen, in the order it is asked. A
	// default may rest on the choices before it.
	Parameters() []Parameter
	// Draft drafts it to a figure, in a fabric. It never looks at what made
	// the figure so. An error says what would have to change.
	Draft(on figure.Figure, with Values, in cloth.Fabric) (Draft, error)
}

// About describes a kind of garment.
type About struct {
	Kind   string       // key, unique in the catalogue
	Name   string       // as a person says it
	Family string       // underwear, foundation, support, skirt
	What   string       // a sentence for choosing it
	Usual  cloth.Fabric // what it is usually made of
}

// Draft is everything that follows from drafting a garment. It is data: the
// drawing, truing, lay, shopping list, order of work and the next figure are
// all worked out from it elsewhere.
type Draft struct {
	Pieces     []pattern.Piece
	Seams      []pattern.Seam
	Dimensions []Dimension
	Rows       []stitch.Row // stitching other than the seams
	Notions    []Notion
	Steps      []work.Step
	Wear       Wear
	Notes      []Note
	Cautions   []caution.Caution
}

// Dimension is a number of the draft that a maker would compare before and
// after a change.
type Dimension struct {
	Key   string  // stable: "side.waist"
	Part  string  // "every side gore"
	Label string  // "at the waist"
	Value float64 // mm
}

// Notion is something to buy beside cloth.
type Notion struct {
	Kind     string // bone, busk, eyelet, lace, tape, binding, hook, thread
	What     string
	Quantity float64
	Unit     string // "piece", "pair", "m" — m quantities are in metres
	Why      string // the sum behind the quantity
}

// Note is a judgement about the draft: what, why, and what to do. When Fix is
// set, those settings do it.
type Note struct {
	Title    string
	Text     string
	Grave    bool
	Fix      Settings
	FixLabel string
}

// Wear is what the garment does to the figure it is worn on.
type Wear struct {
	LaceTo float64 // the waist is drawn to this girth first, mm; 0 for no lacing
	Cover  []Cover // from the top down
	// Hang is how far the cloth stands out where it hangs free of the body,
	// as the girth of its outline by drop. It is only drawn: what is cut to
	// the figure rests on Cover alone.
	Hang []Hang
}

// Hang is the girth of a garment's outline at a drop, mm.
type Hang struct{ Drop, Girth float64 }

// Cover is the thickness of cloth at a drop below the waist, mm. Between
// covers it runs straight; above the first and below the last there is none.
type Cover struct{ Drop, Thickness float64 }

// Dress is the figure with the garment on.
func (w Wear) Dress(f figure.Figure) figure.Figure {
	if w.LaceTo > 0 {
		f = f.Laced(w.LaceTo)
	}
	return f.Covered(w.thickness)
}

func (w Wear) thickness(drop float64) float64 {
	for i, c := range w.Cover {
		if drop < c.Drop-1e-9 {
			if i == 0 {
				return 0
			}
			p := w.Cover[i-1]
			return p.Thickness + (c.Thickness-p.Thickness)*(drop-p.Drop)/(c.Drop-p.Drop)
		}
	}
	if n := len(w.Cover); n > 0 && drop <= w.Cover[n-1].Drop+1e-9 {
		return w.Cover[n-1].Thickness
	}
	return 0
}

// Reach is the drop of the garment's top and bottom on the body.
func (w Wear) Reach() (top, bottom float64) {
	if len(w.Cover) == 0 {
		return 0, 0
	}
	return w.Cover[0].Drop, w.Cover[len(w.Cover)-1].Drop
}

// Check proves the draft sound: every piece can be cut and every seam is
// true. It returns the first fault.
func (d Draft) Check() error {
	for i := range d.Pieces {
		if err := d.Pieces[i].Fault(); err != nil {
			return err
		}
	}
	for _, t := range pattern.True(d.Pieces, d.Seams) {
		if t.Missing != "" {
			return fmt.Errorf("seam %s joins %s, which is not there", t.ID, t.Missing)
		}
		if !t.True {
			return fmt.Errorf("seam %s is out of true by %s", t.ID, measure.TellFine(t.Difference))
		}
	}
	for _, x := range d.Dimensions {
		if math.IsNaN(x.Value) || x.Value < 0 {
			return fmt.Errorf("%s %s can't be worked out", x.Part, x.Label)
		}
	}
	return nil
}
