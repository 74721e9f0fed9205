package drafting

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/web/hall"
)

// dressingView is the order in which a stack is put on.
type dressingView struct {
	All      []donningView
	Walking  *ensemble.Walking
	Piled    map[draft.Place][]*ensemble.Stage
	QuickWay bool // nobody laced and closed behind is left alone
}

type donningView struct {
	ensemble.Donning
	Tape string // what passes against what must; "" where nothing must
}

// viewDressing is how the page's stack is put on, nil for none.
func viewDressing(p *hall.Head) *dressingView {
	all := ensemble.Dressing(p.E.Stages)
	if len(all) == 0 {
		return nil
	}
	v := dressingView{QuickWay: ensemble.QuickWayOut(all), Piled: ensemble.Piled(all)}
	whole := 0.0
	for _, o := range all {
		whole = max(whole, max(o.Needs, o.Passes))
	}
	for _, o := range all {
		one := donningView{Donning: o}
		if o.Needs > 0 {
			one.Tape = svg.Passing(o.Needs, o.Passes, whole, p.Unit)
		}
		v.All = append(v.All, one)
	}
	if w, ok := ensemble.WalkingIn(p.E.Stages); ok {
		v.Walking = &w
	}
	return &v
}
