package ensemble

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
)

// Finder is how a lay of a job is come by; false when there is none yet.
type Finder func(lay.Job) (lay.Result, bool)

// Missing is why copies of a piece found no room.
type Missing struct {
	Piece  string // its ID
	Why    string
	Copies []int // from 1
}

// MissingFrom groups what found no room on the sheets by its piece and reason, in the
// order the lay gives.
func MissingFrom(sheets []Sheet) []Missing {
	var out []Missing
	at := map[[2]string]int{}
	for _, x := range Unplaced(sheets) {
		key := [2]string{x.ID, x.Why}
		i, ok := at[key]
		if !ok {
			i = len(out)
			at[key] = i
			out = append(out, Missing{Piece: x.ID, Why: x.Why})
		}
		out[i].Copies = append(out[i].Copies, x.Copy+1)
	}
	return out
}

// Shortfall is by how much the cloth in hand falls short of what is cut from it: as a
// piece of its own that would hold the rest, and as what one piece in hand would have
// to be longer. Each is 0 when that would not do, or is not known yet.
func (s Stage) Shortfall(u Use, unit measure.Unit, find Finder) (more, longer measure.Length) {
	free := u
	free.Fabric.NoMore = false
	if all, ok := s.Sheets(free, find); ok && len(Unplaced(all)) == 0 {
		more = s.Need(free, all, unit).Length
	}
	cuts := u.Fabric.Pieces()
	if len(cuts) != 1 || len(cuts[0].Outline) > 0 || cuts[0].Width > 0 {
		return more, 0
	}
	free.Fabric.InHand, free.Fabric.Lengths = 0, nil
	if all, ok := s.Sheets(free, find); ok && len(all) == 1 && all[0].Err == nil {
		along, _ := u.Fabric.Shrinks()
		longer = measure.Length(all[0].Result.Length/(1-along)) - cuts[0].Length
	}
	return more, longer
}

// MatchingTakes is how much more of a cloth it takes that its repeat meets at the
// chosen seams, and whether that can be said: both ways all pieces have room, or the
// same are without.
func (s Stage) MatchingTakes(u Use, sheets []Sheet, unit measure.Unit, find Finder) (measure.Length, bool) {
	free := s
	free.Laying.Match = nil
	plain, ok := free.Sheets(u, find)
	if !ok {
		return 0, false
	}
	now, was := s.Need(u, sheets, unit), free.Need(u, plain, unit)
	return now.Length + now.Used - was.Length - was.Used, len(Unplaced(plain)) == len(Unplaced(sheets))
}

// UseOf is the stage's cloth of a role, also when nothing is cut from it yet; the
// outer one when it has none.
func (s Stage) UseOf(role cloth.Role) Use {
	uses := s.Uses()
	for _, u := range uses {
		if u.Role == role {
			return u
		}
	}
	for _, b := range s.Laying.Beside {
		if b.Role == role {
			return Use{Role: role, Stash: b.Stash, Fabric: b.Fabric, Counts: map[string]int{}}
		}
	}
	return uses[0]
}
