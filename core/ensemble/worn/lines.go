package worn

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// Line is a seam or an edge as it lies on the figure.
type Line struct {
	Kind  draft.DrawnKind `json:"kind"`
	Line  []float64       `json:"p"` // x, y, drop, x, y, drop …
	Pulls []Pull          `json:"pulls,omitempty"`
}

// necklines are those of a garment that hangs from the shoulders in one length, from the left shoulder to the right before and behind.
func necklines(stage *ensemble.Stage, surface figure.Surface) (out []Line) {
	for _, half := range drape.ShoulderNeck(&stage.Draft, surface) {
		for _, side := range []float64{1, -1} {
			one := Line{Kind: draft.DrawnNeck}
			for _, p := range half {
				one.Line = append(one.Line, tenth(side*p.X), tenth(-p.Y), tenth(-p.Z))
			}
			out = append(out, one)
		}
	}
	return out
}

// Pull is a choice that moves a line, now at so many mm and at least and most.
type Pull struct {
	Key    string     `json:"key"`
	Name   string     `json:"name"`
	Way    draft.Way  `json:"way"`
	Moved  [3]float64 `json:"moved"`
	Was    any        `json:"was"`         // what is kept of it
	Weight []float64  `json:"w,omitempty"` // how far each point goes with it; all alike without
}

// Lines are the lines of a garment, its left half and its mirror image. What is cut can't be
// moved any more.
func linesOf(stage *ensemble.Stage) []Line {
	var out []Line
	sides, made := []float64{1, -1}, stage.Made()
	if slices.ContainsFunc(stage.Draft.Drawn, func(l draft.Drawn) bool { return l.Right }) {
		sides = sides[:1] // the right has its own
	}
	for _, l := range stage.Draft.Drawn {
		var pulls []Pull
		for _, p := range l.Pulls {
			if !stage.Values.Has(p.Key) || stage.Cut != nil {
				continue
			}
			v := stage.Values.Get(p.Key)
			one := Pull{Key: string(p.Key), Name: v.Parameter.Label, Way: p.Way, Moved: [3]float64{v.Number, v.Low, v.High},
				Was: stage.Settings[p.Key]}
			for _, w := range p.Weight {
				one.Weight = append(one.Weight, math.Round(w*1000)/1000)
			}
			pulls = append(pulls, one)
		}
		for _, side := range sides {
			if l.Right {
				side = -1
			}
			one := Line{Kind: l.Kind, Pulls: pulls}
			for _, p := range l.Line {
				k := made(-p.Z)
				one.Line = append(one.Line, tenth(side*p.X*k), tenth(-p.Y*k), tenth(-p.Z))
			}
			out = append(out, one)
		}
	}
	return out
}
