package bringing

import (
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/measure"
	"ardentgusset/core/own"
	"ardentgusset/core/pattern"
	"ardentgusset/core/written"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// sent writes a pattern as a file: as it came, what was said of it and what was changed.
func sent(c *hall.Call, doc *own.Document, name string) error {
	safe := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' {
			return r
		}
		return '-'
	}, name)
	c.Header("Content-Disposition", fmt.Sprintf(`attachment; filename="%s.json"`, safe))
	c.Data(http.StatusOK, "application/json; charset=utf-8", []byte(doc.Text()))
	return nil
}

// changing is one change of a pattern: the pattern, the set as it is now, and what was sent.
type changing struct {
	of   *subject
	doc  *own.Document
	set  alter.Set
	form func(key string) string
	c    *hall.Call
	u    measure.Unit
}

// does are what can be done, by the button.
var does = map[string]func(*changing) error{
	"sew": (*changing).sew, "sew-sure": (*changing).sewSure, "unsew": (*changing).unsew, "takes": (*changing).takes,
	"edge": (*changing).edge, "piece": (*changing).piece, "op": (*changing).op, "off": (*changing).off, "drop": (*changing).drop,
	"earlier": (*changing).earlier,
}

// afterDraft are what can be done to what is drafted here.
var afterDraft = []string{"op", "off", "drop", "earlier"}

// change does one thing to a pattern and keeps it. What can't be done is told, and what was typed stays.
func (s *Room) change(c *hall.Call) error {
	var refused error
	err := s.Change(c, func(l store.Layer) error {
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		of, err := subjectOf(&l, s.View(c.Ctx(), e, l.ID, hall.UnitOf(c)).Layer.Stage)
		if err != nil {
			return err
		}
		do, ok := does[c.PostForm("do")]
		if !ok || of.drafted != nil && !slices.Contains(afterDraft, c.PostForm("do")) {
			return &store.FieldError{Field: "do", Why: "there is no such change"}
		}
		set, _ := of.now()
		before := of.settings()
		if refused = do(&changing{of, of.doc, set, c.PostForm, c, hall.UnitOf(c)}); refused != nil {
			return nil
		}
		after := of.settings()
		if maps.Equal(before, after) {
			return nil
		}
		g, _ := catalogue.Find(l.Kind)
		if wrong := draft.Fits(g, after); wrong != nil {
			refused = wrong
			return nil
		}
		return s.Store.ApplySettings(c.Ctx(), l.ID, after, "")
	})
	if err != nil {
		return err
	}
	if refused != nil {
		return s.shown(c, hall.Sentence(measure.Say(refused.Error(), hall.UnitOf(c))), http.StatusUnprocessableEntity)
	}
	to := fmt.Sprintf("/ensembles/%d/layers/%d/pattern", hall.ID(c, "ensemble"), hall.ID(c, "layer"))
	if at := c.PostForm("at"); at != "" && !strings.ContainsFunc(at, func(r rune) bool { return r != '-' && (r < 'a' || r > 'z') }) {
		to += "#" + at
	}
	return s.Done(c, to)
}

// side is an edge as it is chosen: piece, a stroke, edge.
func (g *changing) side(key, label string) (written.Side, error) {
	piece, edge, _ := strings.Cut(g.form(key), "/")
	p, ok := g.set.Piece(piece)
	if ok {
		_, ok = p.Edge(edge)
	}
	if !ok {
		return written.Side{}, fmt.Errorf("%s: choose an edge", label)
	}
	return written.Side{Piece: piece, Edge: edge}, nil
}

func (g *changing) sew() error {
	a, err := g.side("a", "sew")
	if err != nil {
		return err
	}
	b, err := g.side("b", "to")
	if err != nil {
		return err
	}
	if a == b {
		return fmt.Errorf("to: choose another edge; this one is sewn to its mirror image by being cut on the fold")
	}
	for _, s := range g.set.Seams {
		for _, side := range []pattern.Side{s.A, s.B} {
			if at := written.SideOf(side); at == a || at == b {
				return fmt.Errorf("%s of %s is sewn to something already: take that seam apart first", at.Edge, at.Piece)
			}
		}
	}
	g.doc.Seams = append(g.doc.Seams, own.Seam{A: a, B: b, Takes: pattern.Takeup(g.form("takes"))})
	return nil
}

// sewSure sews all that is proposed and sure.
func (g *changing) sewSure() error {
	v := patternView{}
	v.propose(g.set)
	for _, p := range v.Proposed {
		if p.Sure() {
			g.doc.Seams = append(g.doc.Seams, own.Seam{A: written.SideOf(p.A), B: written.SideOf(p.B)})
		}
	}
	return nil
}

func (g *changing) unsew() error {
	id := g.form("seam")
	n := len(g.doc.Seams)
	g.doc.Seams = slices.DeleteFunc(g.doc.Seams, func(s own.Seam) bool { return s.ID() == id })
	if len(g.doc.Seams) == n && slices.ContainsFunc(g.set.Seams, func(s pattern.Seam) bool { return s.ID == id }) {
		g.doc.NotSewn = append(g.doc.NotSewn, id)
	}
	return nil
}

// takes says what takes the difference of a seam up.
func (g *changing) takes() error {
	id, by := g.form("seam"), pattern.Takeup(g.form("takes"))
	if !slices.Contains(own.Takes(), by) {
		return fmt.Errorf("taken up by: choose from the list")
	}
	for i := range g.doc.Seams {
		if g.doc.Seams[i].ID() == id {
			g.doc.Seams[i].Takes = by
			return nil
		}
	}
	for _, s := range g.set.Seams { // it came with it: from now on it is said
		if s.ID == id {
			g.doc.NotSewn = append(g.doc.NotSewn, id)
			g.doc.Seams = append(g.doc.Seams, own.Seam{A: written.SideOf(s.A), B: written.SideOf(s.B), Takes: by})
		}
	}
	return nil
}

// every stands for all edges of all pieces.
const every = "*"

// edge says what an edge is, and its allowance.
func (g *changing) edge() error {
	said := own.Said{Kind: pattern.EdgeKind(g.form("kind"))}
	if said.Kind != "" && !slices.ContainsFunc(own.Kinds(), func(k own.Kind) bool { return k.Key == said.Kind }) {
		return fmt.Errorf("it is: choose from the list")
	}
	if text := strings.TrimSpace(g.form("allowance")); text != "" {
		l, err := measure.Parse(text, g.u)
		if err != nil {
			return fmt.Errorf("allowance: %w", err)
		}
		if mm := float64(l); mm > 300 {
			return fmt.Errorf("allowance: %s; %s at most", measure.Tell(mm), measure.Tell(300))
		}
		mm := float64(l)
		said.Allowance = &mm
	}
	if said.Kind == "" && said.Allowance == nil {
		return fmt.Errorf("allowance: say how much, or what the edge is")
	}
	if g.form("e") == every {
		for i := range g.set.Pieces {
			p := &g.set.Pieces[i]
			for _, e := range p.Edges {
				if e.ID != p.Fold {
					said.Piece, said.Edge = p.ID, e.ID
					g.say(said)
				}
			}
		}
		return nil
	}
	at, err := g.side("e", "edge")
	if err != nil {
		return err
	}
	said.Piece, said.Edge = at.Piece, at.Edge
	g.say(said)
	return nil
}

// say keeps what is said of an edge with what was said before.
func (g *changing) say(said own.Said) {
	for i := range g.doc.Edges {
		if was := &g.doc.Edges[i]; was.Piece == said.Piece && was.Edge == said.Edge {
			if said.Kind != "" {
				was.Kind = said.Kind
			}
			if said.Allowance != nil {
				was.Allowance = said.Allowance
			}
			return
		}
	}
	g.doc.Edges = append(g.doc.Edges, said)
}

// piece says what a piece is called, how often it is cut, where it lies on the fold and where its waist is.
func (g *changing) piece() error {
	at := slices.IndexFunc(g.doc.Came.Pieces, func(p written.Piece) bool { return p.ID == g.form("piece") })
	if at < 0 {
		return fmt.Errorf("the piece was made by a change: what it is follows from that")
	}
	p := g.doc.Came.Pieces[at]
	if name := strings.TrimSpace(g.form("name")); name != "" && len(name) <= 80 {
		p.Name = name
	} else if name != "" {
		return fmt.Errorf("called: a name has 80 letters at most")
	}
	n, err := strconv.Atoi(strings.TrimSpace(g.form("cut")))
	if err != nil || n < 1 || n > 40 {
		return fmt.Errorf("cut: how many, a whole number from 1 to 40")
	}
	p.Cut, p.MirrorPairs = n, g.form("mirrored") != ""
	low := 0.0
	for i, q := range p.Outline {
		if i == 0 || q[1] < low {
			low = q[1]
		}
	}
	delete(g.doc.Waist, p.ID)
	if text := strings.TrimSpace(g.form("waist")); text != "" {
		l, err := measure.ParseSigned(text, g.u)
		if err != nil {
			return fmt.Errorf("the waist lies above its lowest point: %w", err)
		}
		if mm := float64(l); mm < -2000 || mm > 3000 {
			return fmt.Errorf("the waist lies above its lowest point: %s is further than anybody’s", measure.Tell(mm))
		}
		if g.doc.Waist == nil {
			g.doc.Waist = map[string]float64{}
		}
		g.doc.Waist[p.ID] = low + float64(l)
	}
	if err := g.fold(&p, g.form("fold")); err != nil {
		return err
	}
	g.doc.Came.Pieces[at] = p
	return nil
}

// onFold is what an edge is called that lies on the fold.
const onFold = "fold"

// fold lays a piece on the fold at an edge, or takes it from there.
func (g *changing) fold(p *written.Piece, edge string) error {
	if edge == onFold && p.OnFold || edge == "" && !p.OnFold {
		return nil
	}
	p.Edges = slices.Clone(p.Edges)
	rename := func(from, to string) {
		for i := range p.Edges {
			if p.Edges[i].ID == from {
				p.Edges[i].ID = to
			}
		}
	}
	if p.OnFold {
		rename(onFold, "side")
		p.OnFold = false
	}
	if edge == "" {
		return nil
	}
	for _, e := range p.Edges {
		if e.ID == edge {
			for _, s := range g.set.Seams {
				for _, side := range []pattern.Side{s.A, s.B} {
					if side.Piece == p.ID && side.Edge == edge {
						return fmt.Errorf("on the fold at: %s is sewn to something; take that seam apart first", edge)
					}
				}
			}
			rename(edge, onFold)
			p.OnFold, p.MirrorPairs = true, false
			return nil
		}
	}
	return fmt.Errorf("on the fold at: choose one of its edges as it came")
}

// nth is the change that a button speaks of.
func (g *changing) nth() (int, error) {
	n, err := strconv.Atoi(g.form("n"))
	if err != nil || n < 0 || n >= len(g.doc.Ops) {
		return 0, fmt.Errorf("the change is not there any more; load the page again")
	}
	return n, nil
}

func (g *changing) off() error {
	n, err := g.nth()
	if err == nil {
		g.doc.Ops[n].Off = !g.doc.Ops[n].Off
	}
	return err
}

func (g *changing) drop() error {
	n, err := g.nth()
	if err == nil {
		g.doc.Ops = slices.Delete(g.doc.Ops, n, n+1)
	}
	return err
}

func (g *changing) earlier() error {
	n, err := g.nth()
	if err == nil && n > 0 {
		g.doc.Ops[n-1], g.doc.Ops[n] = g.doc.Ops[n], g.doc.Ops[n-1]
	}
	return err
}
