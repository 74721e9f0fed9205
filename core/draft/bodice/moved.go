package bodice

import (
	"math"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/surface"

	"gonum.org/v1/gonum/spatial/r3"
)

// mostMoved is how far a line can be moved round the body from where its years had it, mm: less
// than half of what lies between two darts.
const mostMoved = 20.0

// moves asks how far the lines that divide a bodice are moved round it; they are given as ID and
// name in turn.
func moves(lines ...string) []draft.Parameter {
	var out []draft.Parameter
	for i := 0; i < len(lines); i += 2 {
		name := strings.ToUpper(lines[i+1][:1]) + lines[i+1][1:]
		out = append(out, draft.Mm(movedKey(lines[i]), name+", moved back by", -mostMoved, mostMoved, 0, "where its years had it",
			figure.Memory, "At the waist, with all of its height; less than nothing moves it forward. It can be dragged on the figure."))
	}
	return out
}

// movedKey is the parameter that moves a line.
func movedKey(line string) draft.Key {
	return draft.Key("move_" + strings.NewReplacer(" ", "_", "-", "_").Replace(line))
}

// moved is how far a line is moved back, as a share of the half girth at the waist.
func (h *half) moved(line string) float64 {
	if key := movedKey(line); h.v.Has(key) {
		return h.v.Number(key) / h.form.HalfGirth(0)
	}
	return 0
}

// movable is how a line between two panels, or a dart, is dragged, nil for one that stays.
func (h *half) movable(line string) []draft.Pull {
	if key := movedKey(line); h.v.Has(key) {
		return []draft.Pull{{Key: key, Way: draft.Round}}
	}
	return nil
}

// lower is a lower edge: so far above the waist, less what the settings that lower it say.
type lower struct {
	above float64
	by    []lowered
}

// lowered is a setting that lowers the lower edge, and by how much for every mm at the centre
// front, the side and the centre back. Half waves run between them, level at all three; a point
// runs out within a share of the half girth, hollow, with its tip at the centre.
type lowered struct {
	key               draft.Key
	front, side, back float64
	within            float64 // 0 for a wave
}

// threeLows is a lower edge that is set at all three.
var threeLows = lower{by: []lowered{{key: draft.FrontPoint, front: 1}, {key: draft.SideLow, side: 1}, {key: draft.BackLow, back: 1}}}

// raised is a lower edge that lies level, above the waist by what is asked.
var raised = lower{by: []lowered{{key: draft.SeamUp, front: -1, side: -1, back: -1}}}

// sideDart is how far below the armhole a dart at the side is met, and shortSide what the side keeps below that, mm.
const sideDart, shortSide = 75.0, 40.0

// seamUp asks for that.
func seamUp() draft.Parameter {
	up := draft.Mm(draft.SeamUp, "Waist seam above the waist by", -20, 80, 0, "at the waist", figure.Practice,
		"All round. ⟦2 cm⟧ to ⟦5 cm⟧ above it in the 1940s; less than nothing lies below it.")
	up.Between = func(on figure.Figure, v draft.Values) (float64, float64) { // below the underbust line and the dart at the side
		side := on.Torso().Underarm - v.Number(draft.ScyeDrop) - sideDart
		return -20, max(min(80, min(-on.Drop(figure.Underbust)-20, side-shortSide)), 0)
	}
	return up
}

// at is its height at a share of the half girth.
func (l lower) at(v draft.Values) func(share float64) float64 {
	return func(share float64) float64 {
		z := l.above
		for _, b := range l.by {
			z -= v.Number(b.key) * b.weight(share)
		}
		return z
	}
}

// hollow is how a point's lower edge curves: 1 were straight lines to the tip (from memory).
const hollow = 1.4

func (b lowered) weight(share float64) float64 {
	if b.within > 0 {
		tip := func(away float64) float64 { return math.Pow(max(1-away/b.within, 0), hollow) }
		return b.front*tip(share) + b.back*tip(1-share)
	}
	wave := func(from, to, part float64) float64 { return from + (to-from)*(1-math.Cos(2*math.Pi*part))/2 }
	if share < 0.5 {
		return wave(b.front, b.side, share)
	}
	return wave(b.side, b.back, share-0.5)
}

// pulls is how an edge of a panel is dragged, by what it is.
func (h *half) pulls(e surface.Edge, kind draft.DrawnKind) []draft.Pull {
	points := thinned(e.Line)
	var out []draft.Pull
	pull := func(key draft.Key, way draft.Way, weight func(p r3.Vec) float64) {
		if !h.v.Has(key) {
			return
		}
		w, most := make([]float64, len(points)), 0.0
		for i, p := range points {
			w[i] = weight(p)
			most = max(most, math.Abs(w[i]))
		}
		if most > 0.05 {
			out = append(out, draft.Pull{Key: key, Way: way, Weight: w})
		}
	}
	// between is how much of the way up from low to high a point still has to go.
	between := func(low, high r3.Vec) func(r3.Vec) float64 {
		return func(p r3.Vec) float64 {
			return min(max((high.Z-p.Z)/max(high.Z-low.Z, 1), 0), 1)
		}
	}
	first := func(k int) r3.Vec { return h.top[k].line[0] }
	switch {
	case e.ID == "hem":
		for _, b := range h.lower.by {
			pull(b.key, draft.Down, func(p r3.Vec) float64 { return b.weight(h.form.Share(p)) })
		}
	case e.ID == "top":
		h.pullsOfTop(pull)
	case kind == draft.DrawnNeck:
		front := between(first(neckFront), first(shoulderFront))
		before := func(p r3.Vec) float64 { // parted from the back by where the shoulder lies
			if p.Y < first(shoulderFront).Y {
				return 0
			}
			return front(p)
		}
		behind := func(p r3.Vec) float64 {
			if p.Y >= first(shoulderFront).Y {
				return 0
			}
			t := 1 - p.X/max(first(neckBack).X, 1)
			return t * t * (3 - 2*t)
		}
		pull(draft.NeckFront, draft.Down, before)
		pull(draft.NeckBack, draft.Down, behind)
		pull(draft.NeckWide, draft.Out, func(p r3.Vec) float64 { return 1 - before(p) - behind(p) })
	case kind == draft.DrawnScye:
		low := between(h.underarm(), h.form.Torso.ShoulderPoint)
		pull(draft.ScyeDrop, draft.Down, low)
		pull("inset", draft.Out, func(p r3.Vec) float64 { return low(p) - 1 })
	default:
		return h.movable(e.ID)
	}
	return out
}

// pullsOfTop is how an upper edge below the arms is dragged: at the centre, over the bust, at the
// side and behind.
func (h *half) pullsOfTop(pull func(key draft.Key, way draft.Way, weight func(p r3.Vec) float64)) {
	apex := h.form.Share(h.form.Torso.BustPoint)
	hat := func(from, at, to, way float64) func(r3.Vec) float64 { // full at one place, nothing beyond two others
		return func(p r3.Vec) float64 {
			share := h.form.Share(p)
			if share < at {
				return way * max(1-(at-share)/max(at-from, 1e-6), 0)
			}
			return way * max(1-(share-at)/max(to-at, 1e-6), 0)
		}
	}
	pull(draft.TopFront, draft.Down, hat(-apex, 0, apex, -1))
	pull("top_cup", draft.Down, hat(0, apex, 0.5, -1))
	pull(draft.TopSide, draft.Down, hat(apex, 0.5, 1e6, 1)) // all behind is reckoned from it
	pull(draft.TopBack, draft.Down, hat(0.5, 1, 2, 1))
}
