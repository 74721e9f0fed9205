package drafting

import (
	"ardentgusset/core/ensemble"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/web/hall"
)

// waistView is how the bodice and the skirt of a layer go together at the waist.
type waistView struct {
	Bodice, Skirt string
	SkirtID       string
	Drawing       string
	Over          float64 // what the skirt has more, all round
	Join          ensemble.WaistJoin
	Even          string // the skirt's settings that make both alike, "" for none
	Darts         int    // of the bodice, all round: where tucks would lie
	Tuck          float64
}

// viewWaists are the pairs that a layer is one of.
func viewWaists(p *hall.Head, layer string) []waistView {
	var out []waistView
	for _, w := range ensemble.WaistPairs(p.E.Stages) {
		if w.Bodice.ID != layer && w.Skirt.ID != layer {
			continue
		}
		v := waistView{Bodice: w.Bodice.Name, Skirt: w.Skirt.Name, SkirtID: w.Skirt.ID, Over: w.Over(), Join: w.Join(),
			Drawing: svg.Waists(w.Bodice.Name, w.Skirt.Name, w.Bodice.Draft.Waist, w.Skirt.Draft.Waist, p.Unit)}
		for _, s := range w.Seams {
			if s.Dart {
				v.Darts += 2
			}
		}
		if v.Darts > 0 {
			v.Tuck = v.Over / float64(v.Darts)
		}
		if set := w.Even(); set != nil && w.Skirt.Cut == nil {
			v.Even = hall.Encode(set)
		}
		out = append(out, v)
	}
	return out
}
