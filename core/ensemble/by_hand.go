package ensemble

import (
	"fmt"
	"math"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/own"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/core/written"
)

// changeByHand does to what was drafted what was changed of it by hand. One that can't be done any more is told, with all after it left out.
// What is told of the garment is read anew from its pieces.
func (s *Stage) changeByHand() {
	text, _ := s.Settings[draft.ByHand].(string)
	ops, err := own.ReadChanges(text)
	if err != nil || len(ops) == 0 {
		return
	}
	was := alter.Set{Pieces: s.Now.Pieces, Seams: s.Now.Seams}
	s.Plain = &was
	set, err := alter.Apply(was, ops)
	if err != nil {
		s.Now.Remark(true, "A change by hand can't be done any more", err.Error()+". It and all changes after it are left out: look at them "+
			"on the page of the pattern.")
	}
	rejoin(&was, &set)
	closed := least(s.Now.Girths)
	s.Now.Pieces, s.Now.Seams = set.Pieces, set.Seams
	s.Now.Dimensions, s.Now.Spares, s.Now.Waist = nil, nil, draft.Waist{} // they were read before
	s.Now.Remeasure()
	if s.Now.Entry.Closed > 0 {
		s.Now.Entry.Closed += least(s.Now.Girths) - closed
	}
	for _, g := range s.Now.Girths {
		at := measure.Tell(math.Abs(g.Drop)) + " below the waist"
		if g.Drop < 0 {
			at = measure.Tell(-g.Drop) + " above the waist"
		}
		s.Now.Measure(fmt.Sprintf("round.%.0f", g.Drop), "the whole", "round, "+at, g.Made)
	}
	s.rehem(&was)
}

// least is what the narrowest ring measures, mm; 0 for none.
func least(rings []draft.Around) (made float64) {
	for i, r := range rings {
		if i == 0 || r.Made < made {
			made = r.Made
		}
	}
	return made
}

// edgeLong is how long an edge is, mm; 0 for one that is not there.
func edgeLong(set *alter.Set, side pattern.Side) float64 {
	if p, ok := set.Piece(side.Piece); ok {
		if e, ok := p.Edge(side.Edge); ok {
			return e.Length()
		}
	}
	return 0
}

// rejoin gives seams whose edges were changed what they now have to take up.
func rejoin(was, now *alter.Set) {
	before := map[string]pattern.Seam{}
	for _, s := range was.Seams {
		before[s.ID] = s
	}
	for i := range now.Seams {
		s := &now.Seams[i]
		old, ok := before[s.ID]
		if !ok || old.A != s.A || old.B != s.B {
			continue
		}
		by := edgeLong(now, s.B) - edgeLong(now, s.A) - edgeLong(was, s.B) + edgeLong(was, s.A)
		if math.Abs(by) < 0.01 {
			continue
		}
		s.Ease += by
		if s.Ease < 0 {
			s.A, s.B, s.Ease = s.B, s.A, -s.Ease
		}
		if !s.Absorbed.Holds(edgeLong(now, s.A), s.Ease) {
			s.Absorbed = written.TakenUp(now, *s)
		}
	}
}

// rehem reads the hem anew: how long it is, and how far down it hangs where all of it was moved alike.
func (s *Stage) rehem(was *alter.Set) {
	before, after, low, most := 0.0, 0.0, math.Inf(1), math.Inf(-1)
	for i := range s.Now.Pieces {
		p := &s.Now.Pieces[i]
		old, ok := was.Piece(p.ID)
		for _, e := range p.Edges {
			if p.Of != "" || p.KindOf(e, s.Now.Seams) != pattern.Hem {
				continue
			}
			after += e.Length() * float64(sewn.Times(p))
			if ok {
				if o, there := old.Edge(e.ID); there {
					before += o.Length() * float64(sewn.Times(old))
				}
				by := high(p) - high(old)
				low, most = min(low, by), max(most, by)
			}
		}
	}
	w := &s.Now.Wear
	if before <= 0 || w.Hem <= 0 || len(w.Hang) == 0 {
		return
	}
	w.Hem *= after / before
	const alike = 1.0
	switch {
	case most-low > alike:
		s.Now.Remark(false, "The hem is not level any more", fmt.Sprintf("Its pieces were changed by %s to %s in length. It is drawn "+
			"where it was before; level it when it hangs.", measure.TellFine(low), measure.TellFine(most)))
	case math.Abs(most) > 0.05:
		hang := append(w.Hang[:0:0], w.Hang...)
		hang[len(hang)-1].Drop = max(hang[len(hang)-1].Drop+most, hang[0].Drop+1)
		w.Hang = hang
	}
}

// high is how high a piece is, mm.
func high(p *pattern.Piece) float64 {
	line, _ := p.Outline()
	return plane.BoxOf(line).Height()
}
