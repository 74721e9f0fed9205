// Package drawn reads drawings of pattern pieces: the outlines in an SVG file (W3C, Scalable Vector Graphics 1.1, chapters 7 to 9) or a
// DXF file (its format's published reference, releases 12 to 2018 in text), in mm with y up.
package drawn

import (
	"errors"
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/alter"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/written"
)

// Most is how many lines a drawing may have, and how many points in all.
const (
	MostLines  = 20000
	MostPoints = 400000
	MostBytes  = 8 << 20
)

// Line is a line of a drawing, mm, y up.
type Line struct {
	On     []plane.Point
	Closed bool
	Kind   string // its class or its layer
	Group  string // the piece it is drawn in, where the drawing says so
	Name   string // of the edge, where the drawing says so
}

// Drawing is what was read: its lines, the size of its unit, mm, 0 where it does not say, and what was left out, in words.
type Drawing struct {
	Lines []Line
	Unit  float64
	Left  map[string]int
}

// UnitError tells that a drawing does not say how large it is, and how large its largest shape would be in units.
type UnitError struct{ Wide, High float64 }

func (e *UnitError) Error() string {
	return fmt.Sprintf("the drawing does not say how large it is. Its largest shape is %.5g by %.5g units: say how many mm a unit is "+
		"(1, 25.4/96 = 0.264583, 25.4/90 = 0.282222, 25.4/72 = 0.352778, 25.4)", e.Wide, e.High)
}

// joined is how near two ends lie that are one, mm.
const joined = 0.5

// Pieces are the pieces of a drawing: of one of this program's own those that it names, with their edges; else every closed outline that
// lies in no other, with what lies in it as inner lines. unit is how many mm a unit is, where the drawing does not say.
func (d *Drawing) Pieces(unit float64) (alter.Set, error) {
	scale := d.Unit
	if scale == 0 {
		scale = unit
	}
	if scale == 0 {
		w, h := 0.0, 0.0
		for _, l := range d.Lines {
			if b := plane.BoxOf(l.On); b.Width()*b.Height() > w*h {
				w, h = b.Width(), b.Height()
			}
		}
		return alter.Set{}, &UnitError{w, h}
	}
	if !(scale > 1e-4 && scale < 1e4) {
		return alter.Set{}, errors.New("a unit of a drawing is 0.0001 to 10,000 mm")
	}
	lines := make([]Line, 0, len(d.Lines))
	for _, l := range d.Lines {
		on := make([]plane.Point, len(l.On))
		for i, q := range l.On {
			on[i] = q.Times(scale)
		}
		l.On = on
		lines = append(lines, l)
	}
	if named(lines) {
		return ours(lines)
	}
	return outlines(chained(lines))
}

// chained are the lines with those that meet end to end made one, and closed where they come back.
func chained(lines []Line) []Line {
	var out, open []Line
	for _, l := range lines {
		n := len(l.On)
		if n > 2 && (l.Closed || l.On[0].To(l.On[n-1]) < joined) {
			if l.On[0].To(l.On[n-1]) < joined {
				l.On = l.On[:n-1]
			}
			l.Closed = true
			out = append(out, l)
		} else if n > 1 {
			open = append(open, l)
		}
	}
	sort.SliceStable(open, func(i, j int) bool { return plane.Length(open[i].On) > plane.Length(open[j].On) })
	used := make([]bool, len(open))
	for i := range open {
		if used[i] {
			continue
		}
		used[i] = true
		line := append([]plane.Point{}, open[i].On...)
		for grown := true; grown; {
			grown = false
			best, off, turned := -1, joined, false
			for k := range open {
				if used[k] || open[k].Kind != open[i].Kind {
					continue
				}
				end := line[len(line)-1]
				if d := end.To(open[k].On[0]); d < off {
					best, off, turned = k, d, false
				}
				if d := end.To(open[k].On[len(open[k].On)-1]); d < off {
					best, off, turned = k, d, true
				}
			}
			if best >= 0 {
				next := open[best].On
				if turned {
					next = plane.Reversed(next)
				}
				line, used[best], grown = append(line, next[1:]...), true, true
			}
		}
		l := open[i]
		l.On = line
		if n := len(line); n > 3 && line[0].To(line[n-1]) < joined {
			l.On, l.Closed = line[:n-1], true
		}
		out = append(out, l)
	}
	return out
}

// outlines are pieces of every closed outline that lies in no other.
func outlines(lines []Line) (alter.Set, error) {
	const least = 100.0 // mm²
	var closed []Line
	open, near := 0, math.Inf(1)
	for _, l := range lines {
		if l.Closed && math.Abs(plane.Area(l.On)) >= least {
			closed = append(closed, l)
		} else if !l.Closed {
			open++
			near = min(near, l.On[0].To(l.On[len(l.On)-1]))
		}
	}
	if len(closed) == 0 {
		if open > 0 {
			return alter.Set{}, fmt.Errorf("no outline closes: %d lines end in the open, the nearest ends %.1f mm apart; they are "+
				"joined within %.1f",
				open, near, joined)
		}
		return alter.Set{}, errors.New("there is no outline in the drawing")
	}
	sort.SliceStable(closed, func(i, j int) bool { return math.Abs(plane.Area(closed[i].On)) > math.Abs(plane.Area(closed[j].On)) })
	out := alter.Set{}
	for _, l := range closed {
		in := -1
		for k := range out.Pieces {
			line, _ := out.Pieces[k].Outline()
			if plane.Inside(line, l.On[0]) {
				in = k
			}
		}
		if in >= 0 {
			out.Pieces[in].Marks = append(out.Pieces[in].Marks, pattern.Mark{Kind: pattern.Section, Path: append(append([]plane.Point{},
				l.On...), l.On[0]),
				Label: l.Kind})
			continue
		}
		if len(out.Pieces) == written.MostPieces {
			return out, fmt.Errorf("more than %d outlines", written.MostPieces)
		}
		id := fmt.Sprintf("piece-%d", len(out.Pieces)+1)
		name := l.Group
		if name == "" {
			name = fmt.Sprintf("Piece %d", len(out.Pieces)+1)
		}
		p, err := written.Outlined(id, name, l.On)
		if err != nil {
			return out, fmt.Errorf("outline %d: %w", len(out.Pieces)+1, err)
		}
		out.Pieces = append(out.Pieces, p)
	}
	for _, l := range lines {
		if l.Closed {
			continue
		}
		for k := range out.Pieces {
			line, _ := out.Pieces[k].Outline()
			mid, _ := plane.Along(l.On, plane.Length(l.On)/2)
			if plane.Inside(line, mid) {
				out.Pieces[k].Marks = append(out.Pieces[k].Marks, pattern.Mark{Kind: pattern.Section, Path: l.On, Label: l.Kind})
				break
			}
		}
	}
	return out, nil
}

// named tells whether a drawing names its pieces and their edges, as this program's own do.
func named(lines []Line) bool {
	for _, l := range lines {
		if l.Group != "" && l.Name != "" {
			return true
		}
	}
	return false
}

// ours are the pieces of a drawing of this program's own: their edges follow each other.
func ours(lines []Line) (alter.Set, error) {
	out := alter.Set{}
	for _, l := range lines {
		if l.Group == "" || l.Name == "" || len(l.On) < 2 {
			continue
		}
		p, ok := out.Piece(l.Group)
		if !ok {
			out.Pieces = append(out.Pieces, pattern.Piece{ID: l.Group, Name: l.Group, Cut: 1})
			p = &out.Pieces[len(out.Pieces)-1]
		}
		id := l.Name
		if l.Kind == "on-fold" {
			id, p.Fold = "fold", "fold"
		}
		p.Edges = append(p.Edges, pattern.Edge{ID: id, Name: id, Line: l.On})
	}
	for i := range out.Pieces {
		p := &out.Pieces[i]
		for k := range p.Edges { // drawn to the hundredth, ends meet again
			next := &p.Edges[(k+1)%len(p.Edges)]
			end := &p.Edges[k].Line[len(p.Edges[k].Line)-1]
			if end.To(next.Line[0]) > joined {
				return out, fmt.Errorf("%s: its edges %s and %s don’t meet", p.ID, p.Edges[k].ID, next.ID)
			}
			*end = next.Line[0]
		}
	}
	return out, nil
}
