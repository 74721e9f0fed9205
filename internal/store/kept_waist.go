package store

import "ardentgusset/core/draft"

// keptWaist is the seam line at the waist of what was cut.
type keptWaist struct {
	Above bool
	Runs  []keptWaistRun
}

type keptWaistRun struct {
	Piece, Name string
	Long        float64
	Darts       []float64
}

func keptWaistOf(w draft.Waist) *keptWaist {
	if len(w.Runs) == 0 {
		return nil
	}
	return &keptWaist{w.Above, each(w.Runs, func(r draft.WaistRun) keptWaistRun { return keptWaistRun(r) })}
}

func (k *keptWaist) waist() draft.Waist {
	if k == nil {
		return draft.Waist{}
	}
	return draft.Waist{Above: k.Above, Runs: each(k.Runs, func(r keptWaistRun) draft.WaistRun { return draft.WaistRun(r) })}
}
