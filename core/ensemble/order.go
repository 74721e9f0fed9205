package ensemble

import (
	"fmt"
	"slices"
	"strings"

	"ardentgusset/core/work"
)

// LayerStep is a step of one layer, with the layer it belongs to.
type LayerStep struct {
	work.Step
	Layer string  // the layer's ID
	Own   work.ID // the step's ID within its garment
}

// Order is the order of work of the whole ensemble. To the reasons each
// garment gives are added those that only the stack knows: whatever is tried
// on is tried on over the finished layers beneath, and nothing is begun over
// a layer that changes the figure before that layer is made.
func Order(stages []Stage) ([]LayerStep, error) {
	var all []work.Step
	layer := map[work.ID]LayerStep{}
	type end struct {
		id     work.ID
		name   string
		shapes bool
	}
	var below []end
	for _, s := range stages {
		if s.Err != nil || len(s.Steps()) == 0 {
			continue
		}
		steps, err := work.Order(s.Steps())
		if err != nil {
			return nil, fmt.Errorf("%s: %w", s.Name, err)
		}
		var under []string
		for _, b := range below {
			under = append(under, b.name)
		}
		key := func(id work.ID) work.ID { return id.In(s.ID) }
		for _, st := range steps {
			own := st.ID
			st.ID = key(own)
			st.After = slices.Clone(st.After)
			for k := range st.After {
				st.After[k].Step = key(st.After[k].Step)
			}
			if slices.Contains(st.Needs, work.Wearer) && len(under) > 0 {
				st.How = strings.TrimSpace(st.How + " Over " + Listed(under) + ".")
			}
			for _, b := range below {
				switch {
				case slices.Contains(st.Needs, work.Wearer):
					st.After = append(st.After, work.After{Step: b.id, Why: "it is tried on over the finished " + b.name})
				case b.shapes && (own == work.ToMockUp || own == work.ToCut):
					st.After = append(st.After, work.After{Step: b.id, Why: "the finished " + b.name +
						" changes the figure this is cut to"})
				}
			}
			all = append(all, st)
			layer[st.ID] = LayerStep{Layer: s.ID, Own: own}
		}
		below = append(below, end{key(steps[len(steps)-1].ID), s.Name, s.Draft.Wear.Shapes()})
	}
	sorted, err := work.Order(all)
	if err != nil {
		return nil, err
	}
	out := make([]LayerStep, len(sorted))
	for i, st := range sorted {
		l := layer[st.ID]
		out[i] = LayerStep{Step: st, Layer: l.Layer, Own: l.Own}
	}
	return out, nil
}
