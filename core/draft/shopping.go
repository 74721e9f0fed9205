package draft

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/closure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
)

// Shopping is everything the draft calls for beside cloth and sewing thread:
// its own notions and what its bones, hoops, laces and quilting take.
// thickness is that of its cloth, mm.
func (d Draft) Shopping(thickness float64) []Notion {
	out := append([]Notion(nil), d.Notions...)
	add := func(kind, what string, quantity float64, unit, why string) {
		out = append(out, Notion{Kind: kind, What: what, Quantity: quantity, Unit: unit, Why: why})
	}
	for _, s := range bone.List(d.Bones) {
		why := fmt.Sprintf("%d needed", s.Count)
		if s.Spare > 0 {
			why += fmt.Sprintf(" and %d to spare", s.Spare)
		}
		unit, what := "piece", fmt.Sprintf("%s bone, %s wide, %s long", capital(string(s.Kind)), measure.TellStock(s.Width),
			measure.Tell(s.Length))
		if s.Kind == bone.Wooden {
			what = fmt.Sprintf("Wooden busk, %s wide, %s long", measure.TellStock(s.Width), measure.Tell(s.Length))
		}
		add("bone", what, float64(s.Count+s.Spare), unit, why+"; each channel less its clearance, down to stock")
	}
	for _, k := range []bone.Kind{bone.Flat, bone.Plastic, bone.Spiral} {
		if total := bone.Total(d.Bones, k); total > 0 && k == bone.Plastic {
			add("bone", "or plastic boning by the length", total/1000*1.05, "m",
				"all plastic bones end to end, and one part in twenty for the ends")
		}
	}
	if steel := bone.Steel(d.Hoops); steel > 0 {
		add("hoop", "Hoop steel", steel/1000, "m", measure.Count(hoopCount(d.Hoops), "steel")+", overlaps counted in")
		add("hoop", "Joiners and tips for the steel ends", float64(2*hoopCount(d.Hoops)), "piece", "two ends to every steel")
	}
	for _, l := range d.Laces {
		if l.Hand {
			add("eyelet", "Floss for eyelets "+l.Place, float64(l.Eyelets())*closure.FlossPerEyelet/1000, "m",
				fmt.Sprintf("%d eyelets worked by hand × %s in three strands", l.Eyelets(), measure.Tell(closure.FlossPerEyelet)))
		} else {
			add("eyelet", "Eyelets, "+measure.TellStock(5)+", with washers", float64(l.Eyelets()), "piece",
				fmt.Sprintf("%d pairs %s", l.Pairs(), l.Place))
		}
		times := 1.0
		if l.Doubled {
			times = 2
		}
		why := fmt.Sprintf("%s through %d pairs, opened %s to get in, tails of %s", l.Style, l.Pairs(), measure.Tell(l.Open),
			measure.Tell(l.Tail))
		if l.Loop > 0 && l.Style == closure.CrissCross {
			why += ", two loops at the waist"
		}
		add("lace", "Lace, "+l.Place, times*l.Length(l.Open)/1000, "m", why)
	}
	if total := d.QuiltedLength(); total > 0 {
		thread, bobbins := quilt.Thread(total, thickness*3)
		add("thread", "Thread for the quilting", thread/1000, "m", fmt.Sprintf("%s of lines; wind %s before you begin",
			measure.TellLong(total), measure.Count(bobbins, "bobbin")))
	}
	return out
}

// QuiltedLength is all quilting in the garment, mm.
func (d Draft) QuiltedLength() float64 {
	sum := 0.0
	for _, q := range d.Quilting {
		sum += q.Length()
	}
	return sum
}

func capital(s string) string { return string(s[0]-'a'+'A') + s[1:] }

func hoopCount(hoops []bone.Hoop) int {
	n := 0
	for _, h := range hoops {
		n += h.Count
	}
	return n
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
			middle := plane.Part(m.Path, math.Min(12, long/3), long-math.Min(12, long/3))
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
