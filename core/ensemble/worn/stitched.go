package worn

import (
	"math"

	"ardentgusset/core/closure"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
)

// seenFrom is how far from its seam or edge a row of stitches lies at least that is seen from two metres, mm: nearer it is one line with
// it.
const seenFrom = 3.0

// pullAcross is a zip's pull, mm.
const pullAcross = 7.0

// stitched are the rows that the techniques a garment is worked by leave on its right side, beside its seams and edges, and its zips.
func stitched(stage *ensemble.Stage, f *drape.Fitted) (out []Trim) {
	put := func(is drape.TrimIs, on []drape.Point, across float64) {
		for _, side := range []float64{1, -1} {
			one := Trim{Is: is, Across: across}
			for _, p := range on {
				one.On = append(one.On, tenth(side*p.X), tenth(-p.Y), tenth(-p.Z))
			}
			if len(one.On) > 3 || across > 0 && len(one.On) > 0 {
				out = append(out, one)
			}
			if across > 0 && len(on) > 0 && math.Abs(on[0].X) < 3*across { // in the middle there is one
				break
			}
		}
	}
	zip := zipped(stage)
	for _, r := range stage.Making.Rows {
		if r.Count > 0 || r.A.Edge == "" {
			continue
		}
		t := r.Technique
		if r.Edge == pattern.Opening && zip.Key != "" {
			t = zip
			if line := f.Beside(r.A, 0); len(line) > 1 {
				top := line[0]
				if last := line[len(line)-1]; last.Z > top.Z {
					top = last
				}
				put(drape.StudTrim, []drape.Point{{X: top.X, Y: top.Y, Z: top.Z - 10}}, pullAcross)
			}
		}
		for _, s := range t.Right {
			if s.Look != technique.Line && s.Look != technique.Dashes && s.Look != technique.Zigzags || math.Abs(s.At) < seenFrom {
				continue
			}
			side := r.A
			if s.At > 0 && r.B.Edge != "" {
				side = r.B
			}
			put(drape.StitchTrim, f.Beside(side, math.Abs(s.At)), 0)
		}
	}
	return out
}

// hemmed are the rows of stitches that are seen beside the lower edges of what hangs.
func hemmed(stage *ensemble.Stage, sheets []*drape.Sheet) (out []Trim) {
	for _, r := range stage.Making.Rows {
		if r.Of != technique.Hem {
			continue
		}
		for _, s := range r.Technique.Right {
			if s.Look != technique.Line && s.Look != technique.Dashes || math.Abs(s.At) < seenFrom {
				continue
			}
			for _, h := range sheets {
				one := Trim{Is: drape.StitchTrim}
				low, above := h.Row(h.Rows-1), h.Row(h.Rows-2)
				for i := 0; i < h.Shown(); i += 2 {
					p, q := low[i], above[i]
					k := math.Abs(s.At) / max(math.Sqrt((p.X-q.X)*(p.X-q.X)+(p.Y-q.Y)*(p.Y-q.Y)+(p.Z-q.Z)*(p.Z-q.Z)), math.Abs(s.At))
					one.On = append(one.On, tenth(p.X+(q.X-p.X)*k), tenth(-p.Y-(q.Y-p.Y)*k), tenth(-p.Z-(q.Z-p.Z)*k))
				}
				out = append(out, one, Trim{Is: drape.StitchTrim, On: mirror(one.On)})
			}
		}
		return out // one kind of hem all round
	}
	return nil
}

// zipped is how the zip of a garment's opening is set in; of no name where it has none.
func zipped(stage *ensemble.Stage) technique.Technique {
	for _, x := range stage.Draft.Fastenings {
		if x.Kind != closure.Zips || x.For != "" {
			continue
		}
		for _, r := range stage.Making.Rows {
			if r.Of == technique.Zip {
				return r.Technique
			}
		}
	}
	return technique.Technique{}
}
