package store

import (
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/notion"
)

// keptWaist is the seam line at the waist of what was cut.
type keptWaist struct {
	Above bool
	Drop  float64 `json:",omitempty"` // not in what was kept before gowns had waists elsewhere: there it was 0
	Runs  []keptWaistRun
}

// keptWaistRun is what is looked at once it is cut; what takes its edge up is only needed to draft.
type keptWaistRun struct {
	Piece, Name string
	Long        float64
	Darts       []float64
}

func keptWaistOf(w draft.Waist) *keptWaist {
	if len(w.Runs) == 0 {
		return nil
	}
	return &keptWaist{w.Above, w.Drop, each(w.Runs, func(r draft.WaistRun) keptWaistRun {
		return keptWaistRun{Piece: r.Piece, Name: r.Name, Long: r.Long, Darts: r.Darts}
	})}
}

func (k *keptWaist) waist() draft.Waist {
	if k == nil {
		return draft.Waist{}
	}
	return draft.Waist{Above: k.Above, Drop: k.Drop, Runs: each(k.Runs, func(r keptWaistRun) draft.WaistRun {
		return draft.WaistRun{Piece: r.Piece, Name: r.Name, Long: r.Long, Darts: r.Darts}
	})}
}

// keptWear is what it does to the figure.
type keptWear struct {
	LaceTo, Moved float64
	Pads          []keptPad
	Props         []keptProp
	Cover         []keptDepth
	Hang          []keptHang
	Stands        bool
	Hem           float64
	Carry         keptCarry
	Foot          []float64 `json:",omitempty"`
	Train, Slit   float64   `json:",omitempty"`
	Shoulders     struct{ Lift, Out float64 }
	Arms          keptArms
}

// keptEntry is how the wearer gets into what was cut; nothing was kept of it before garments said so.
type keptEntry struct {
	At            draft.Place
	Through, Tied bool
	Closed, Slit  float64
	Only          draft.Manner
}

func keptEntryOf(e draft.Entry) *keptEntry {
	if !e.Given() {
		return nil
	}
	k := keptEntry(e)
	return &k
}

func (k *keptEntry) entry() draft.Entry {
	if k == nil {
		return draft.Entry{}
	}
	return draft.Entry(*k)
}

// keptWorkedOf is what is kept of something that is worked: of what is counted, only the sets that are kept besides
// know the words.
func keptWorkedOf(w notion.Worked) keptWorked {
	return keptWorked{Key: w.Key, Name: w.Name, Of: w.Of, Join: w.Join, Technique: w.Technique, Count: w.Count, Length: w.Length}
}

// worked is it again; what was counted before that was kept by itself is told by its name.
func (w keptWorked) worked() notion.Worked {
	return notion.Worked{Key: w.Key, Name: w.Name, Each: w.Count > 0 && !strings.HasPrefix(w.Name, "the "), Of: w.Of, Join: w.Join,
		Technique: w.Technique, Count: w.Count, Length: w.Length}
}
