package figure

import (
	"maps"
	"math"

	"ardentgusset/core/measure"
)

// leastHip is how far below the level that a figure is counted from its hip lies at least, mm.
const leastHip = 60.0

// From is the same figure counted from another level than its waist, mm below it or, negative, above: for
// what hangs from there. Drops, levels and the ways to the floor are counted from it; the marks of the
// torso stay where they are, and are not to be read from what it gives.
func (f Figure) From(drop float64) Figure {
	if drop == 0 {
		return f
	}
	out := f.counted(drop)
	bare := f.Bare().counted(drop)
	bare.bare = nil
	out.bare = &bare
	floor := f.Length("waist_to_floor_side")
	out.taken = maps.Clone(f.taken)
	for i, key := range []string{"waist_to_floor_front", "waist_to_floor_side", "waist_to_floor_back"} {
		t := f.taken[key]
		t.Value -= measure.Length(drop)
		out.taken[key] = t
		// The tape's own way differs from the model's by as much as before.
		b := 90 * float64(i)
		off := f.read(b) - downTo(f.Bare().hull(b), floor)
		out.lift[i] = off + downTo(bare.hull(b), floor-drop) - float64(t.Value)
		if i == 1 {
			out.lift[i] -= f.tilt // that is read besides
		}
	}
	return out
}

// counted is the figure with its sections and levels counted from a drop.
func (f Figure) counted(drop float64) Figure {
	out := f
	out.slices = make([]slice, len(f.slices))
	for i, s := range f.slices {
		out.slices[i] = slice{s.drop - drop, s.section}
		if math.Abs(s.drop-drop) < 1e-3 {
			out.slices[i].drop = 0
		}
	}
	out.levels = map[Level]float64{}
	for l, at := range f.levels {
		out.levels[l] = at - drop
	}
	out.levels[Waist] = 0
	out.levels[Hip] = max(out.levels[Hip], leastHip)
	out.levels[HighHip] = min(max(out.levels[HighHip], leastHip/2), out.levels[Hip]-1)
	out.levels[Knee] = max(out.levels[Knee], out.levels[Hip]+1)
	return out.levelled(0)
}
