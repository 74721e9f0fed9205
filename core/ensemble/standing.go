package ensemble

import (
	"ardentgusset/core/figure"
)

// Standing is how much further out than everything beneath it a layer stands on
// one side, where it does so most.
type Standing struct {
	Side    string  // "behind", "beside"
	Bearing float64 // of it, degrees from the front
	By      float64 // mm
	Drop    float64 // below the waist, mm
	AtHem   bool
}

// worthSaying is how far out a layer must stand to be spoken of, nearHem how close
// to its lower edge it stands out at the hem, mm.
const worthSaying, nearHem = 12.0, 40.0

// StandsOut says where a layer of a stack stands out most below the waist, behind
// and beside, if it does so by more than a maker would notice. A layer beneath that
// ends higher up counts downwards with its lowest ring: a skirt that hangs past its
// petticoat stands out from the petticoat, not from the leg.
func StandsOut(stages []Stage, at int) []Standing {
	surface := stages[at].Surface()
	if len(surface) == 0 {
		return nil
	}
	var beneath []figure.Surface
	for i := range at { // what is tied on presses loose cloth down
		if r := stages[i].Surface(); len(r) > 0 && len(stages[at].Draft.Wear.Hang) > 0 {
			beneath = append(beneath, r)
		}
	}
	bottom := surface[len(surface)-1].Drop
	var out []Standing
	for _, side := range []Standing{{Side: "behind", Bearing: 180}, {Side: "beside", Bearing: 90}} {
		for _, r := range surface {
			if r.Drop < 0 {
				continue
			}
			under := stages[at].On.At(r.Drop).Reach(side.Bearing)
			for _, rings := range beneath {
				under = max(under, reachAt(rings, r.Drop, side.Bearing))
			}
			if by := r.Section.Reach(side.Bearing) - under; by > side.By+0.5 {
				side.By, side.Drop = by, r.Drop
			}
		}
		if side.AtHem = side.Drop > bottom-nearHem; side.By > worthSaying {
			out = append(out, side)
		}
	}
	return out
}

// reachAt is how far out rings stand at a drop, the lowest below them, nothing
// above them.
func reachAt(rings figure.Surface, drop, bearing float64) float64 {
	if last := rings[len(rings)-1]; drop > last.Drop {
		return last.Section.Reach(bearing)
	}
	if rings[0].Drop >= drop {
		return 0
	}
	s, _ := rings.At(drop)
	return s.Reach(bearing)
}
