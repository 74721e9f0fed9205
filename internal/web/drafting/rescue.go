package drafting

import (
	"encoding/json"
	"fmt"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/internal/web/hall"

	"github.com/gin-gonic/gin"
)

// enoughRescues is how many ways out are shown: more are no easier to choose among.
const enoughRescues = 6

// rescueView is a change with which a layer can be drafted.
type rescueView struct {
	E, L  uint
	Title string
	Set   string // the settings as the form sends them
}

// tryRescues tries other settings for a layer that can't be drafted, and sends each as it was tried. Nothing is changed.
func (s *Room) tryRescues(c *hall.Call) error {
	p, ctx := s.Page(c, ""), c.Ctx()
	e, at, err := s.LayerAsked(c)
	if err != nil {
		return err
	}
	_, stages, err := s.Walk(ctx, e)
	if err != nil {
		return err
	}
	var all [][]ensemble.Rescue
	if stages[at].Err != nil {
		all = stages[at].Rescues()
	}
	send := s.Events(c, p)
	if send("begun", gin.H{"count": len(all)}) != nil {
		return nil
	}
	found, tried, plan := 0, 0, e.Plan()
	for _, tries := range all {
		if found == enoughRescues {
			break
		}
		html := ""
		for _, r := range tries {
			ok, err := ensemble.Tried(ctx, plan, at, r, s.Memory)
			if err != nil {
				return nil // nobody waits any more
			}
			if !ok {
				continue
			}
			set, err := json.Marshal(r.Settings)
			if err != nil {
				return err
			}
			if html, err = hall.Part(s.Hall, "rescue", p, rescueView{e.ID, e.Layers[at].ID, r.Title, string(set)}); err != nil {
				s.Opt.Log.Error("a rescue could not be drawn", "error", err.Error())
				return nil
			}
			found++
			break
		}
		tried++
		if send("choice", gin.H{"html": html, "worth": html != ""}) != nil {
			return nil
		}
	}
	says := fmt.Sprintf("With each of these alone it can be drafted. %s tried.", measure.Count(tried, "setting"))
	switch {
	case len(all) == 0:
		says = "It can be drafted now."
	case found == 0:
		says = fmt.Sprintf("None of %s helps by itself: what is worn under it stands in the way, or it is another garment that suits.",
			measure.Count(tried, "setting"))
	}
	_ = send("over", gin.H{"says": says}) // or nobody waits any more
	return nil
}
