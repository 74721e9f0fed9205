package draft

import (
	"fmt"
	"slices"

	"ardentgusset/core/bone"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
)

// Sets are all that is set into the garment or closes it.
func (d Draft) Sets() []notion.Set {
	out := []notion.Set{bone.Set{Bones: d.Bones, Casing: d.Casing}, bone.Hoops(d.Hoops)}
	for _, l := range d.Laces {
		out = append(out, l)
	}
	out = append(out, quilt.Set(d.Quilting))
	for _, f := range d.Fastenings {
		out = append(out, f)
	}
	return out
}

// Shopping is everything the draft calls for beside cloth and sewing thread:
// its own notions and what its bones, hoops, laces, quilting and fastenings take.
// thickness is that of its cloth, mm.
func (d Draft) Shopping(thickness float64) []notion.Notion {
	out := slices.Clone(d.Notions)
	for _, s := range d.Sets() {
		out = append(out, s.Notions(thickness)...)
	}
	return out
}

// Clash is something on a piece that lies in the way of something else.
type Clash struct {
	Piece string
	What  string
	At    plane.Point
	Grave bool // it can't be sewn so at all
}

// ClashError refuses a draft in which something can't be sewn beside something
// else.
type ClashError struct{ Clash }

// Error says it in words.
func (e *ClashError) Error() string {
	return fmt.Sprintf("%s: %s; choose narrower bones or fewer of them", e.Piece, e.What)
}

// Clashes finds bones that leave their piece, bones over bones or over
// eyelets, and rows of stitching that run across a bone or an eyelet.
func (d Draft) Clashes() []Clash {
	var out []Clash
	for i := range d.Pieces {
		p := &d.Pieces[i]
		outline, _ := p.Outline()
		add := func(grave bool, at plane.Point, format string, a ...any) {
			out = append(out, Clash{p.Name, fmt.Sprintf(format, a...), at, grave})
		}
		for k, m := range p.Marks {
			if m.Kind != pattern.BoneLine {
				continue
			}
			long := plane.Length(m.Path)
			middle := plane.Part(m.Path, min(12, long/3), long-min(12, long/3))
			for _, off := range []float64{-m.Width / 2, m.Width / 2} {
				for _, q := range plane.Beside(middle, off) {
					if !plane.Inside(outline, q) {
						add(true, q, "a bone runs out over the seam")
						break
					}
				}
			}
			for n, o := range p.Marks {
				switch o.Kind {
				case pattern.BoneLine:
					if n > k {
						if gap, at := plane.Apart(middle, o.Path); gap < (m.Width+o.Width)/2 {
							add(true, at, "two bones lie on each other")
						}
					}
				case pattern.Eyelet:
					if gap, at := plane.Apart(middle, o.Path); gap < (m.Width+o.Width)/2 {
						add(true, at, "an eyelet lies over a bone")
					}
				case pattern.QuiltLine, pattern.TuckLine:
					if gap, at := plane.Apart(middle, o.Path); gap < m.Width/2-0.1 {
						add(false, at, "%s stitching crosses a bone: stop it at the channel", o.Kind)
					}
				}
			}
		}
		for _, m := range p.Marks {
			if m.Kind != pattern.Eyelet {
				continue
			}
			for _, o := range p.Marks {
				if o.Kind == pattern.QuiltLine || o.Kind == pattern.TuckLine {
					if gap, at := plane.Apart(m.Path, o.Path); gap < m.Width/2-0.1 {
						add(false, at, "%s stitching runs through an eyelet", o.Kind)
					}
				}
			}
		}
	}
	return out
}
