package ensemble

import (
	"fmt"

	"ardentgusset/core/cloth"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// OnCloth takes a point of a piece, which is drawn grain upwards, to the lay's
// axes, where the grain runs along x: up becomes onwards along the cloth. The
// lay mirrors across the cloth, so a left and a right keep the same way up.
func OnCloth(q plane.Point) plane.Point { return plane.Pt(q.Y, -q.X) }

// ClothNeed is what a cloth of a layer comes to in the shop and on the scales.
type ClothNeed struct {
	Length measure.Length // still to be bought, unwashed, to the millimetre
	Buy    measure.Length // as shops sell it
	Cost   float64        // of that
	Spent  float64        // on what is in hand
	Used   measure.Length // of what is in hand, as it lies
	Mass   float64        // of what is cut from it, g
}

// Need works the sheets of a cloth into what to buy.
func (s Stage) Need(u Use, sheets []Sheet, unit measure.Unit) ClothNeed {
	var n ClothNeed
	for _, sheet := range sheets {
		if sheet.Cut < 0 {
			n.Length += u.Fabric.ToBuy(measure.Length(sheet.Result.Length))
			continue
		}
		along, _ := u.Fabric.Shrinks()
		n.Used += measure.Length(sheet.Result.Length / (1 - along))
	}
	if n.Length > 0 {
		n.Buy = n.Length.Bought(unit)
	}
	n.Cost, n.Spent = u.Fabric.Cost(n.Buy), u.Fabric.Cost(u.Fabric.Held())
	n.Mass = u.Fabric.Mass(u.Area(s.Draft.Pieces))
	return n
}

// cheap is a cotton that mock-ups are made of (from memory: common widths and weights).
func cheap() cloth.Fabric {
	return cloth.Fabric{Name: "Cheap cotton for the mock-up", Colour: "unbleached", Width: 1500, Selvedge: 10, Thickness: 0.35, Weight: 140,
		Fibre: "cotton", Weave: "plain"}
}

// MockUp is what a mock-up of a fitted garment is cut from: each of its pieces once, facings and pockets left out; false where
// none is needed any more.
func (s Stage) MockUp() (Use, bool) {
	if s.Err != nil || s.Had != ToMake || s.Layer.Cut != nil || s.Draft.MockUp == "" || len(s.Draft.Girths) == 0 {
		return Use{}, false
	}
	u := Use{Role: cloth.Outer, Fabric: cheap(), Counts: map[string]int{}}
	for i := range s.Draft.Pieces {
		if p := &s.Draft.Pieces[i]; p.Of == "" && p.Cut > 0 {
			u.Counts[p.ID] = min(p.Cut, sewn.Times(p))
			if p.Fold != "" {
				u.Counts[p.ID] = 1
			}
		}
	}
	return u, len(u.Counts) > 0
}

// Lost is what a layer takes once more.
type Lost struct {
	Cloth measure.Length  `json:"cloth_mm,omitempty"` // of its outer cloth
	Steps map[work.ID]int `json:"steps,omitempty"`    // how often each is done again
}

// again is the thread that what is done again takes once more, m.
func (s Stage) again() (metres float64) {
	for _, r := range s.Making.Rows {
		metres += r.Thread / 1000 * (1 + stitch.Waste) * float64(s.Lost.Steps[making.StepOf(r)])
	}
	return metres
}

// Thread is the sewing thread a stage takes, with waste, in metres, and the
// sum behind it.
func (s Stage) Thread() (metres float64, why string) {
	var seams, others, seamThread, rest float64
	for _, r := range s.Making.Rows {
		if long := r.Length * float64(max(r.Times, 1)); r.B.Piece != "" {
			seams += long
			seamThread += r.Thread
		} else {
			others += long
			rest += r.Thread
		}
	}
	why = fmt.Sprintf("seams of %s take %s, edges and other rows of %s take %s, each by its technique, and %.0f %% for ends",
		measure.TellLong(seams), measure.TellLong(seamThread), measure.TellLong(others), measure.TellLong(rest), stitch.Waste*100)
	again := s.again()
	if again > 0 {
		why += "; what is sewn again takes " + measure.TellLong(again*1000)
	}
	return s.Making.Thread() + again, why
}

// Notions lists everything to buy for a stage beside its cloth, thread
// included.
func (s Stage) Notions() []notion.Notion {
	out := s.Making.Fastened(s.Draft.Shopping(float64(s.Fabric.Thickness)))
	if s.Err != nil {
		return nil
	}
	if s.Had != ToMake {
		return s.have()
	}
	if s.Layer.Cut == nil || s.Layer.Cut.Told { // what was cut before has them in its own list
		out = append(out, s.Making.Notions(s.toMake(s.Draft))...)
	}
	if s.Lost.Cloth > 0 {
		out = append(out, notion.Notion{Kind: "cloth", What: s.Fabric.String() + ", for what is cut again", Unit: "m",
			Quantity: float64(s.Lost.Cloth) / float64(measure.Metre),
			Why:      "as it was said at the bench; nothing where what was left over does"})
	}
	m, why := s.Thread()
	return append(out, notion.Notion{Kind: "thread", What: "Sewing thread for " + s.Name, Quantity: m, Unit: "m", Why: why})
}
