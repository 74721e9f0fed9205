package sewing

import (
	"fmt"
	"math"
	"net/url"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// seamsView is how a garment is sewn: its pieces drawn with every seam and edge by its
// technique, the seam table, and what can be chosen for one of them.
type seamsView struct {
	Drawing  string
	Legend   []wayLine
	Groups   []seamGroup
	Row      *rowView
	Profiles []technique.ProfileAbout
	Profile  technique.Profile
	Minutes  float64
	Thread   float64
	Bobbins  string
	Needle   string
	Spool    string // thread in hand that can’t be had again
	Short    bool   // it does not last
	Colours  []threadOf
	Beyond   []beyondView
	Limit    string
	Cut      bool
	Err      string
}

// threadOf is what the whole ensemble takes of thread of a colour, m.
type threadOf struct {
	Colour string
	Metres float64
}

type wayLine struct {
	Number int
	Name   string
	Key    string
}

type seamGroup struct {
	Title string
	Rows  []seamLine
}

// seamLine is a row of the seam table.
type seamLine struct {
	making.Row
	Here    bool
	Edges   string // to light up on the drawing
	Sewn    float64
	Grades  []float64
	Copies  string  // which of its pieces
	Trimmed float64 // what is trimmed off its allowance
	Done    bool
	Needs   string // what the technique asks that was not cut
}

// rowView is the row that is chosen, with the techniques ranked for it.
type rowView struct {
	seamLine
	Ranked   []rankedView
	Finishes []rankedView
	Account  []pattern.Stretched
	Shares   []string // other joins that rest on the same edges
	Like     string   // in words, "" where it stands alone
	Was      string
	WasLike  string
	WasEnd   string
}

type rankedView struct {
	technique.Ranked
	Drawing   string
	Minutes   float64
	Thread    float64
	Allowance string // what would change
	Chosen    bool
	Home      string
}

// beyondView are crossings that are too thick for the machine, alike in what crosses what.
type beyondView struct {
	making.Crossing
	Where  string
	Places int
}

func (s *Room) seamsStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "seams", hall.ID(c, "layer"), func(p *hall.Head) (seamsView, error) {
		return s.viewSeams(p, c.Query("row")), nil
	})
}

func (s *Room) viewSeams(p *hall.Head, chosen string) seamsView {
	l := p.E.Layer
	stage := l.Stage
	v := seamsView{Profiles: technique.Profiles(), Profile: p.E.Rec.Profile, Cut: stage.Layer.Cut != nil}
	if stage.Err != nil {
		v.Err = hall.Sentence(stage.Err.Error())
		return v
	}
	v.Minutes, v.Thread = stage.Making.Minutes(), stage.Making.Thread()
	if rec := l.Rec; rec.Spool > 0 {
		v.Spool, v.Short = measure.Say(measure.TellLong(rec.Spool*1000), p.Unit), rec.Spool < v.Thread
	}
	v.Colours = threads(p.E)
	v.Bobbins = bobbins(v.Thread, p.E.Rec.Maker.Machines)
	stack := 0.0
	for _, x := range stage.Making.Crossings {
		stack = max(stack, x.Thick)
	}
	v.Needle = hall.Sentence(making.NeedleFor(stage.Fabric, stack).String())
	done := map[work.ID]bool{}
	for _, log := range l.Rec.Steps {
		done[log.Step] = !p.E.Rec.DoneOn(log).IsZero()
	}
	ways := map[string]int{}
	edges := map[string]svg.Way{}
	groups := []seamGroup{{Title: "Seams"}, {Title: "Edges"}, {Title: "In the pieces"}}
	for _, r := range stage.Making.Rows {
		if _, seen := ways[r.Technique.Key]; !seen && r.A.Piece != "" {
			ways[r.Technique.Key] = len(ways)
			v.Legend = append(v.Legend, wayLine{ways[r.Technique.Key], r.Technique.Name, r.Technique.Key})
		}
		line := seamLine{Row: r, Here: r.Key == chosen, Sewn: r.Length * float64(max(r.Times, 1)),
			Grades: r.Grades(float64(stage.Fabric.Thickness)),
			Copies: copies(stage.Draft, r),
			Done:   done[making.StepOf(r)]}
		if r.A.Piece != "" {
			line.Trimmed = max(0, r.AllowA-max(r.Turned(), r.Finish.Used))
			if ask := max(r.Technique.Asked, r.Finish.Asked); v.Cut && (r.Chosen != "" || r.ChosenFinish != "") &&
				ask > min(r.AllowA, orAll(r))+0.5 {
				line.Needs = measure.TellFine(ask)
			}
		}
		if r.B.Piece != "" {
			line.Edges = r.A.Piece + " " + r.A.Edge + "|" + r.B.Piece + " " + r.B.Edge
		} else if r.A.Piece != "" {
			line.Edges = r.A.Piece + " " + r.A.Edge
		}
		for _, side := range []pattern.Side{r.A, r.B} {
			if side.Piece != "" {
				edges[side.Piece+" "+side.Edge] = svg.Way{Number: ways[r.Technique.Key], Row: r.Key, Title: r.Name + ": " +
					r.Technique.Name,
					Chosen: r.Key == chosen}
			}
		}
		k := 2
		switch {
		case r.A.Piece == "":
		case r.Edge != "":
			k = 1
		default:
			k = 0
		}
		groups[k].Rows = append(groups[k].Rows, line)
		if line.Here {
			v.Row = s.viewRow(p, line)
		}
	}
	for _, g := range groups {
		if len(g.Rows) > 0 {
			v.Groups = append(v.Groups, g)
		}
	}
	sheet := svg.Sheet{Unit: p.Unit, Title: l.Rec.Name + ", how it is sewn", Ways: edges, Width: 720}
	v.crossed(p, stage.Making, &sheet)
	sheet.Height = 420
	v.Drawing = sheet.Draw(stage.Draft.Pieces)
	if limit, name := p.E.Rec.Maker.Thickest(); limit > 0 {
		v.Limit = name + " sews " + measure.TellFine(limit)
	}
	return v
}

// crossed marks where seams cross on the sheet, and gathers those that no machine of the maker's sews.
func (v *seamsView) crossed(p *hall.Head, made making.Making, sheet *svg.Sheet) {
	names, techniques := map[string]string{}, map[string]string{}
	for _, r := range made.Rows {
		names[r.Key], techniques[r.Key] = r.Name, r.Technique.Name
	}
	for _, x := range made.Crossings {
		title := p.Reader.Say(fmt.Sprintf("%s over %s: %d layers, %s", names[x.Over], names[x.Under], x.Layers, measure.TellFine(x.Thick)))
		sheet.Crossings = append(sheet.Crossings, svg.CrossedAt{Piece: x.Piece, At: x.At, Beyond: x.Beyond, Title: title})
		if !x.Beyond {
			continue
		}
		where := techniques[x.Over] + " over " + strings.ToLower(techniques[x.Under])
		k := slices.IndexFunc(v.Beyond, func(b beyondView) bool { return b.Where == where && b.Layers == x.Layers })
		if k < 0 {
			v.Beyond, k = append(v.Beyond, beyondView{Crossing: x, Where: where}), len(v.Beyond)
		}
		v.Beyond[k].Places++
	}
}

// copies says on which copies of its pieces a row is worked.
func copies(d draft.Draft, r making.Row) string {
	for _, s := range d.Seams {
		if "seam/"+s.ID == r.Key {
			switch a, b := s.A.Copy.String(), s.B.Copy.String(); {
			case a != "" && b != "" && a != b:
				return a + " and " + b
			case a != "" || b != "":
				return "" // its name says it
			}
		}
	}
	if r.A.Piece == "" || r.Times != 2 {
		return ""
	}
	for _, p := range d.Pieces {
		if p.ID == r.A.Piece && (p.Mirrored || p.Fold != "") {
			return "left and right"
		}
	}
	return ""
}

// threads sums the sewing thread of an ensemble by the colour of its cloths.
func threads(e *hall.EnsembleView) []threadOf {
	var out []threadOf
	for i := range e.Stages {
		if e.Stages[i].Err != nil {
			continue
		}
		colour := e.Rec.Layers[i].Fabric.Colour
		k := slices.IndexFunc(out, func(t threadOf) bool { return t.Colour == colour })
		if k < 0 {
			out, k = append(out, threadOf{Colour: colour}), len(out)
		}
		out[k].Metres += e.Stages[i].Making.Thread()
	}
	return out
}

// setSpool says how much thread is in hand that can’t be had again.
func (s *Room) setSpool(c *hall.Call) error {
	text := strings.TrimSpace(c.PostForm("spool"))
	metres := 0.0
	if text != "" {
		l, err := measure.Parse(text, c.Reader.Unit)
		if err != nil || l < 0 {
			return &store.FieldError{Field: "spool", Why: "the thread in hand is a length such as ⟦=200 m⟧, a kilometre at most"}
		}
		metres = float64(l) / 1000
	}
	if err := s.Change(c, func(l store.Layer) error { return s.Store.SetSpool(c.Ctx(), l.ID, metres) }); err != nil {
		return err
	}
	return s.Back(c)
}

// orAll is the smaller of a row's two allowances, or its only one.
func orAll(r making.Row) float64 {
	if r.B.Piece == "" {
		return r.AllowA
	}
	return r.AllowB
}

// bobbins says how many bobbins a length of thread takes, m.
func bobbins(thread float64, machines []making.Machine) string {
	holds, from := 0.0, "from memory"
	for _, m := range machines {
		if m.Bobbin > holds {
			holds, from = m.Bobbin, m.Name
		}
	}
	if holds == 0 {
		holds = 30
	}
	// Half of a lockstitch’s thread comes from the bobbin.
	return measure.Count(int(math.Ceil(thread/2/holds)), "bobbin") + " of " + measure.TellLong(holds*1000) + " (" + from + ")"
}

func (s *Room) viewRow(p *hall.Head, line seamLine) *rowView {
	stage, rec := p.E.Layer.Stage, p.E.Layer.Rec
	maker := p.E.Rec.Plan().Maker
	v := &rowView{seamLine: line, Like: line.Alike(), Was: rec.Sewn[line.Key], WasLike: rec.Sewn[line.Row.Like],
		WasEnd: rec.Sewn[line.Key+"/finish"]}
	thick := float64(stage.Fabric.Thickness)
	rank := func(of technique.Work, now string) []rankedView {
		var out []rankedView
		for _, r := range technique.Rank(of, line.Situation, p.E.Rec.Profile) {
			as := line.As(r.Technique, thick, maker)
			one := rankedView{Ranked: r, Drawing: hall.DrawnTechniques(r.Technique), Minutes: as.Minutes + as.FinishMinutes,
				Thread: as.Thread,
				Chosen: r.Key == now, Home: years(r.Technique)}
			if line.A.Piece != "" && math.Abs(as.Wants-line.AllowA) > 0.5 {
				one.Allowance = measure.TellFine(line.AllowA) + " → " + measure.TellFine(as.Wants)
			}
			out = append(out, one)
		}
		return out
	}
	v.Ranked = rank(line.Of, line.Technique.Key)
	if line.Finish.Key != "" {
		v.Finishes = rank(technique.Finish, line.Finish.Key)
	}
	for _, seam := range stage.Draft.Seams {
		if "seam/"+seam.ID == line.Key {
			v.Account = pattern.Account(stage.Draft.Pieces, stage.Draft.Seams, seam)
			for i := range v.Account {
				switch at := &v.Account[i]; {
				case i == len(v.Account)-1:
					at.To = "the end"
				case at.To == "":
					at.To = "a notch"
				}
			}
			continue
		}
		for _, side := range []pattern.Side{seam.A, seam.B} {
			if side.Piece == line.A.Piece && side.Edge == line.A.Edge || side.Piece == line.B.Piece && side.Edge == line.B.Edge {
				if name := sharing(stage, seam, line.Row); name != "" && !slices.Contains(v.Shares, name) {
					v.Shares = append(v.Shares, name)
				}
			}
		}
	}
	return v
}

// sharing is what else lies on an edge of a row: the other piece of a seam, or its facing.
func sharing(stage *ensemble.Stage, seam pattern.Seam, row making.Row) string {
	if seam.Join != pattern.OwnFacing {
		for _, r := range stage.Making.Rows {
			if r.Key == "seam/"+seam.ID {
				return r.Name
			}
		}
		return seam.ID
	}
	other := seam.B.Piece
	if row.A.Piece == other {
		other = seam.A.Piece
	}
	for _, p := range stage.Draft.Pieces {
		if p.ID == other {
			return p.Name
		}
	}
	return ""
}

// sew chooses a technique: for one thing, for all like it in the garment, or in the whole
// ensemble.
func (s *Room) sew(c *hall.Call) error {
	row, to, scope := c.PostForm("row"), c.PostForm("to"), c.PostForm("for")
	err := s.Change(c, func(l store.Layer) error {
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		v := s.View(c.Ctx(), e, l.ID, hall.UnitOf(c))
		i := slices.IndexFunc(v.Layer.Stage.Making.Rows, func(r making.Row) bool { return r.Key == row })
		if i < 0 {
			return &store.FieldError{Field: "row", Why: "this seam is no longer part of the garment; load the page again"}
		}
		r := v.Layer.Stage.Making.Rows[i]
		of, end := r.Of, ""
		if c.PostForm("what") == "finish" {
			of, end = technique.Finish, "/finish"
		}
		if t, ok := technique.Find(to); to != "" && (!ok || t.Of != of) {
			return &store.FieldError{Field: "to", Why: "choose one of the techniques listed"}
		}
		switch scope {
		case "row":
			return s.Store.SetSewn(c.Ctx(), l.ID, r.Key+end, to, c.PostForm("was"))
		case "like":
			return s.Store.SetSewn(c.Ctx(), l.ID, r.Like+end, to, l.Sewn[r.Like+end])
		case "ensemble":
			return s.Store.SetSewnEverywhere(c.Ctx(), l.EnsembleID, r.Like+end, to)
		}
		return &store.FieldError{Field: "for", Why: "choose for this one, for all like it, or for the whole ensemble"}
	})
	if err != nil {
		return err
	}
	return s.seamsAgain(c, row)
}

// seamsAgain answers with the redrawn station, or goes back to it.
func (s *Room) seamsAgain(c *hall.Call, row string) error {
	if !hall.WantsJSON(c.Context) {
		return s.Done(c, fmt.Sprintf("/ensembles/%d/layers/%d/seams?row=%s", hall.ID(c, "ensemble"), hall.ID(c, "layer"),
			url.QueryEscape(row)))
	}
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.E, p.Station = s.View(c.Ctx(), e, hall.ID(c, "layer"), p.Unit), "seams"
	p.Path = fmt.Sprintf("/ensembles/%d/layers/%d/seams", e.ID, hall.ID(c, "layer"))
	if p.E.Layer == nil {
		return hall.ErrNoPage
	}
	return hall.Parts(s.Hall, c, p, s.viewSeams(p, row), gin.H{}, "seams-sheet", "seams-table", "seams-choose", "headline",
		"stations", "stack")
}

// setProfile says what is wanted of the way an ensemble is sewn.
func (s *Room) setProfile(c *hall.Call) error {
	if err := s.Store.SetProfile(c.Ctx(), hall.ID(c, "ensemble"), technique.Profile(c.PostForm("profile"))); err != nil {
		return err
	}
	return s.Back(c)
}
