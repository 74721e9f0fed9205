package ensemble

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
)

// OnCloth takes a point of a piece, which is drawn grain upwards, to the lay's
// axes, where the grain runs along x: up becomes onwards along the cloth. The
// lay mirrors across the cloth, so a left and a right keep the same way up.
func OnCloth(q plane.Point) plane.Point { return plane.Pt(q.Y, -q.X) }

// Job is the lay of a stage's pieces on its cloth. Each may lie either way
// along it unless the cloth has a nap.
func (s Stage) Job() lay.Job {
	f := s.Fabric
	j := lay.Job{Seed: 1, Cloth: lay.Cloth{Width: float64(f.Washed()), Selvedge: float64(f.Selvedge), Nap: f.Nap}}
	if f.InHand > 0 {
		j.Cloth.Length = float64(f.InHand) * (1 - f.Shrinkage)
	}
	for i := range s.Draft.Pieces {
		p := &s.Draft.Pieces[i]
		out := lay.Piece{ID: p.ID, Count: p.Cut, MirrorPairs: p.Mirrored, Turns: []float64{0, 180}}
		// Half a millimetre of simplicity keeps the search short; the shape
		// laid always holds the true one.
		for _, q := range plane.Plainer(p.Opened(), 0.25) {
			c := OnCloth(q)
			out.Outline = append(out.Outline, lay.XY{c.X, c.Y})
		}
		if p.EitherWay {
			out.Turns = append(out.Turns, 90, 270)
		}
		j.Pieces = append(j.Pieces, out)
	}
	return j
}

// ClothNeed is what a lay comes to in the shop.
type ClothNeed struct {
	Length measure.Length // unwashed, to the millimetre
	Buy    measure.Length // as shops sell it
	Cost   float64
}

// Need works a lay's length into what to buy.
func (s Stage) Need(r lay.Result, u measure.Unit) ClothNeed {
	n := ClothNeed{Length: s.Fabric.ToBuy(measure.Length(r.Length))}
	n.Buy = n.Length.Bought(u)
	n.Cost = s.Fabric.Cost(n.Buy)
	return n
}

// Thread is the sewing thread a stage takes, with waste, in metres, and the
// sum behind it.
func (s Stage) Thread() (metres float64, why string) {
	t := float64(s.Fabric.Thickness)
	var seams, rows, seamThread, rowThread float64
	for _, m := range s.Trued {
		times := float64(m.Times(s.Draft.Pieces))
		length := math.Min(m.LengthA, m.LengthB) * times
		seams += length
		seamThread += stitch.Row{Kind: stitch.Lockstitch, Length: length, Layers: 2}.Thread(t)
	}
	for _, r := range s.Draft.Rows {
		rows += r.Length
		rowThread += r.Thread(t)
	}
	metres = (seamThread + rowThread) / 1000 * (1 + stitch.Waste)
	why = fmt.Sprintf("seams %s × %.2f (two layers of %.2g mm at %.2g mm a stitch), other rows %s taking %s, and %.0f in 100 for ends",
		measure.TellLong(seams), stitch.LockstitchRatio(stitch.StitchLength, 2*t), t, stitch.StitchLength, measure.TellLong(rows), measure.TellLong(rowThread), stitch.Waste*100)
	return metres, why
}

// Notions lists everything to buy for a stage beside its cloth, thread
// included.
func (s Stage) Notions() []draft.Notion {
	out := s.Draft.Shopping(float64(s.Fabric.Thickness))
	if s.Err != nil {
		return nil
	}
	m, why := s.Thread()
	return append(out, draft.Notion{Kind: "thread", What: "Sewing thread for " + s.Name, Quantity: m, Unit: "m", Why: why})
}
