package worn

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
)

// Trim is what is stitched, boned, laced or buttoned on a fitted garment: a line x, y, drop, x, y, drop …, or one place and how far
// it is across, mm.
type Trim struct {
	Is     drape.TrimIs `json:"is"`
	On     []float64    `json:"p"`
	Across float64      `json:"across,omitempty"`
}

// trimsOf are those of a stage's garment, with its seams and edges where its draft has drawn none, and its collar and lapels.
func trimsOf(stage *ensemble.Stage, surface figure.Surface, lines []Line) ([]Trim, []Sheet) {
	if len(stage.Draft.Drawn) == 0 { // how high its edges reach its own levels do not tell
		surface = stage.After.Rings()
	}
	f := drape.Fit(&stage.Draft, surface)
	if f == nil {
		return nil, nil
	}
	var out []Trim
	for _, t := range f.Trims(len(stage.Draft.Drawn) == 0) {
		one := Trim{Is: t.Is, Across: tenth(t.Across)}
		for _, p := range t.On {
			one.On = append(one.On, tenth(p.X), tenth(-p.Y), tenth(-p.Z))
		}
		if len(one.On) > 0 {
			out = append(out, one)
		}
	}
	end := endOf(lines)
	out = append(out, within(stitched(stage, f), end)...)
	for _, l := range lines {
		if l.Kind == draft.DrawnRoll {
			opened(lines, l.Line[1])
			break
		}
	}
	var flaps []Sheet
	if end > 0 && len(stage.Draft.Wear.Hang) == 0 {
		for _, l := range f.Tails(lowerEdge(lines)) {
			flaps = append(flaps, Sheet{Columns: l.Columns, On: l.On})
		}
	}
	for _, l := range f.Flaps(surface) {
		flaps = append(flaps, Sheet{Columns: l.Columns, On: l.On})
		if l.Lapel {
			rolled(lines, l)
		}
	}
	return out, flaps
}

// strapped are a garment's straps and what they hold up, over what it is worn over.
func strapped(stage *ensemble.Stage, surface figure.Surface) (out []Sheet) {
	if stage.Draft.Strap.Piece == "" {
		return nil
	}
	for _, l := range drape.Straps(&stage.Draft, drape.Fit(&stage.Draft, surface), stage.On.Rings()) {
		out = append(out, Sheet{Columns: l.Columns, On: l.On})
	}
	return out
}

// endOf is how far below the waist the lower edges of what is drawn lie at most; 0 where none are.
func endOf(lines []Line) (drop float64) {
	for _, l := range lines {
		for k := 2; l.Kind == draft.DrawnEdge && k < len(l.Line); k += 3 {
			drop = max(drop, l.Line[k])
		}
	}
	return drop
}

// lowerEdge are the places of the edges that are drawn below the waist.
func lowerEdge(lines []Line) (out []drape.Point) {
	for _, l := range lines {
		for k := 0; l.Kind == draft.DrawnEdge && k+2 < len(l.Line); k += 3 {
			if l.Line[k+2] > 0 {
				out = append(out, drape.Point{X: l.Line[k], Y: -l.Line[k+1], Z: -l.Line[k+2]})
			}
		}
	}
	return out
}

// within are trims as far as they lie above an end; all of them where there is none.
func within(trims []Trim, end float64) (out []Trim) {
	const below = 6.0
	for _, t := range trims {
		if t.Across == 0 && end > 0 {
			t.On = above(t.On, end+below)
		}
		if len(t.On) > 3 || t.Across > 0 {
			out = append(out, t)
		}
	}
	return out
}

// hooped are the steels of a cage, as they are worn.
func hooped(d *draft.Draft) (out []Trim) {
	for _, h := range d.Hoops {
		if len(h.Shape) < 2 {
			continue
		}
		line := slices.Clone(h.Shape)
		first, last := line[0], line[len(line)-1]
		if long := plane.Length(line); math.Abs(long+last.To(first)-h.Around) < math.Abs(long-h.Around) {
			line = append(line, first) // it goes all round
		}
		for _, side := range []float64{1, -1}[:min(h.Count, 2)] {
			one := Trim{Is: drape.HoopTrim}
			for _, p := range line {
				one.On = append(one.On, tenth(side*p.X), tenth(p.Y), tenth(h.Drop))
			}
			out = append(out, one)
		}
	}
	return out
}

// opened leaves out what a front that turns back has no longer: the neckline before its roll, which begins at y, and the front edge.
func opened(lines []Line, y float64) {
	brk := 0.0
	for _, l := range lines {
		if l.Kind == draft.DrawnRoll {
			brk = l.Line[len(l.Line)-1]
		}
	}
	for i := range lines {
		l := &lines[i]
		if l.Kind != draft.DrawnNeck && l.Kind != draft.DrawnEdge {
			continue
		}
		var kept []float64
		for k := 0; k+2 < len(l.Line); k += 3 {
			p := l.Line[k : k+3]
			if l.Kind == draft.DrawnNeck && p[1] < y-1 || l.Kind == draft.DrawnEdge && p[1] < 0 && math.Abs(p[0]) < 2 && p[2] < brk-1 {
				continue
			}
			kept = append(kept, p...)
		}
		if len(kept) < len(l.Line) { // what is left of it can't be dragged by the weights of the whole
			l.Line, l.Pulls = kept, nil
		}
	}
}

// rolled lets the line that a front rolls on lie where its piece has it, up to the neck.
func rolled(lines []Line, l drape.Flap) {
	for i := range lines {
		old := lines[i].Line
		if lines[i].Kind != draft.DrawnRoll || len(old) < 3 {
			continue
		}
		side := 1.0
		if old[0] < 0 {
			side = -1
		}
		line := slices.Clone(old[:3])
		for k := 0; k < len(l.On); k += l.Columns {
			p := l.On[k]
			line = append(line, tenth(side*p.X), tenth(-p.Y), tenth(-p.Z))
		}
		lines[i].Line = line
	}
}
