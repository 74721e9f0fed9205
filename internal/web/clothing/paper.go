package clothing

import (
	"bytes"
	"context"
	"encoding/json"
	"net/http"
	"slices"
	"time"

	"ardentgusset/core/lay"
	"ardentgusset/core/pattern"
	"ardentgusset/internal/formats/patternjson"
	"ardentgusset/internal/formats/pdf"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// patience is how long a page waits for its lays before it is shown without
// them.
const patience = 80 * time.Millisecond

// layWithin is the lay of a job if it is known or found soon. The caller holds
// the data.
func (s *Room) layWithin(c *hall.Call, j lay.Job) (lay.Result, bool) {
	wait := patience
	if c.Query("wait") != "" { // the page's own request for the missing part
		wait = 20 * time.Second
	}
	// All lays of one page share its patience.
	until := c.GetTime("patience")
	if until.IsZero() {
		until = time.Now().Add(wait)
		c.Set("patience", until)
	}
	ctx, cancel := context.WithDeadline(c.Ctx(), until)
	defer cancel()
	return s.Lays.Get(ctx, j)
}

// paper answers with a file made from a layer's draft.
func (s *Room) paper(c *hall.Call, write func(*hall.Head) error) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.E = s.View(c.Ctx(), e, hall.ID(c, "layer"), p.Unit)
	if p.E.Layer == nil {
		return store.ErrGone
	}
	if p.E.Layer.Stage.Err != nil {
		return p.E.Layer.Stage.Err
	}
	return write(p)
}

func (s *Room) paperPDF(c *hall.Call) error {
	return s.paper(c, func(p *hall.Head) error {
		paper, ok := pdf.PaperOf(c.DefaultQuery("paper", "a4"))
		if !ok {
			return &store.FieldError{Field: "paper", Why: "choose a4, letter or a0"}
		}
		l := p.E.Layer
		pieces, of := l.Stage.Draft.Pieces, ""
		if id := c.Query("piece"); id != "" {
			k := slices.IndexFunc(pieces, func(q pattern.Piece) bool { return q.ID == id })
			if k < 0 {
				return &store.FieldError{Field: "piece", Why: "there is no such piece any more; load the page again"}
			}
			pieces, of = pieces[k:k+1], "-"+id
		}
		var b bytes.Buffer
		err := pdf.Print{Garment: l.Rec.Name, Ensemble: p.E.Rec.Name, Wearer: p.E.Rec.Wearer.Name,
			Drafted: s.Opt.Now().Format("2 January 2006"), Unit: p.Unit, Paper: paper}.
			Write(c.Ctx(), &b, pieces)
		if err != nil {
			return err
		}
		c.Header("Content-Disposition", `inline; filename="`+l.Rec.Kind+of+"-"+paper.Key+`.pdf"`)
		c.Data(http.StatusOK, "application/pdf", b.Bytes())
		return nil
	})
}

func (s *Room) patternJSON(c *hall.Call) error {
	return s.paper(c, func(p *hall.Head) error {
		var b bytes.Buffer
		if err := patternjson.Write(&b, *p.E.Layer.Stage); err != nil {
			return err
		}
		c.Header("Content-Disposition", `attachment; filename="`+p.E.Layer.Rec.Kind+`.json"`)
		c.Data(http.StatusOK, "application/json", b.Bytes())
		return nil
	})
}

// layJSON sends the best lay known of a layer's cloth, or the job it answers, as
// the lay command reads and writes them.
func (s *Room) layJSON(job bool) func(*hall.Call) error {
	return func(c *hall.Call) error {
		return s.paper(c, func(p *hall.Head) error {
			l := p.E.Layer
			sheet, err := s.sheetOf(c, p)
			if err != nil {
				return err
			}
			var out any = sheet.Job
			name := "-lay-job.json"
			if !job {
				// What this job never had to place is no business of it.
				r := sheet.Result
				r.Unplaced = []lay.Unplaced{}
				for _, u := range sheet.Result.Unplaced {
					if slices.ContainsFunc(sheet.Job.Pieces, func(q lay.Piece) bool { return q.ID == u.ID }) {
						r.Unplaced = append(r.Unplaced, u)
					}
				}
				out, name = r, "-lay.json"
			}
			text, err := json.Marshal(out)
			if err != nil {
				return err
			}
			c.Header("Content-Disposition", `attachment; filename="`+l.Rec.Kind+name+`"`)
			c.Data(http.StatusOK, "application/json", append(text, '\n'))
			return nil
		})
	}
}

func (s *Room) piecesSVG(c *hall.Call) error {
	return s.paper(c, func(p *hall.Head) error {
		l := p.E.Layer
		c.Header("Content-Disposition", `attachment; filename="`+l.Rec.Kind+`.svg"`)
		c.Data(http.StatusOK, "image/svg+xml", []byte(svg.Sheet{Unit: p.Unit, Dimensions: true, TrueScale: true, Title: p.E.Rec.Name +
			": " + l.Rec.Name}.Draw(l.Stage.Draft.Pieces)))
		return nil
	})
}
