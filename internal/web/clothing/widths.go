package clothing

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// widthRow is one width compared: the garment drafted and laid anew on it, in a
// single layer and folded.
type widthRow struct {
	Width  measure.Length
	Own    bool // the cloth chosen
	Single widthLay
	Folded widthLay
	Why    string // why it can't be cut from
}

type widthLay struct {
	Unit   measure.Unit
	Length measure.Length
	Buy    string
	Cost   float64
	Area   float64 // m² bought
	Waste  float64 // share of it that no piece is cut from
	Least  bool    // of all cloth bought, by area
	Why    string  // why it can't be laid so
}

// compareWidths drafts and lays a garment on cloth of every usual width, of its
// own, and of the width the request names, and sends the table as a part of the
// page.
func (s *Room) compareWidths(c *hall.Call) error {
	e, at, err := s.LayerAsked(c)
	if err != nil {
		return err
	}
	p := s.Page(c, "")
	own := e.Layers[at].Fabric.Width
	widths := append(ensemble.SoldWidths(), own)
	if text := c.Query("width"); text != "" {
		w, err := measure.Parse(text, p.Unit)
		if err == nil && !(w >= cloth.MinWidth && w <= cloth.MaxWidth) {
			err = fmt.Errorf("a cloth's width lies between ⟦10 cm⟧ and ⟦=5 m⟧")
		}
		if err != nil {
			return &store.FieldError{Field: "width", Why: err.Error()}
		}
		widths = append(widths, w)
	}
	slices.Sort(widths)
	widths = slices.CompactFunc(widths, func(a, b measure.Length) bool { return math.Abs(float64(a-b)) < 1 })
	var rows []widthRow
	least := math.Inf(1)
	for _, w := range widths {
		row := widthRow{Width: w, Own: math.Abs(float64(w-own)) < 1}
		// As it would be cut now: breadths follow the width of the cloth.
		l := &e.Layers[at]
		l.Fabric.Width, l.Fabric.InHand, l.Fabric.Lengths, l.Fabric.NoMore, l.Cut, l.CutHash, l.Laying.Pinned = w, 0, nil, false,
			nil, "", nil
		_, stages, err := s.Walk(c.Ctx(), e)
		if err != nil {
			return err
		}
		stage := &stages[at]
		if stage.Err != nil {
			row.Why = hall.Sentence(stage.Err.Error())
			rows = append(rows, row)
			continue
		}
		for _, fold := range []lay.Fold{lay.Flat, lay.Lengthwise} {
			one, ok := s.onWidth(c, stage, fold, p)
			if !ok {
				return nil // the page has gone
			}
			if one.Why == "" {
				least = min(least, one.Area)
			}
			if fold == lay.Flat {
				row.Single = one
			} else {
				row.Folded = one
			}
		}
		rows = append(rows, row)
	}
	for i := range rows {
		for _, l := range []*widthLay{&rows[i].Single, &rows[i].Folded} {
			l.Least = l.Why == "" && l.Area > 0 && l.Area < least+1e-9
		}
	}
	p.Path = fmt.Sprintf("/ensembles/%d/layers/%d/cloth", e.ID, e.Layers[at].ID)
	return hall.Parts(s.Hall, c, p, rows, nil, "cloth-widths")
}

// onWidth lays a stage's outer cloth folded one way; false when the asker has
// gone.
func (s *Room) onWidth(c *hall.Call, stage *ensemble.Stage, fold lay.Fold, p *hall.Head) (widthLay, bool) {
	if c.Ctx().Err() != nil {
		return widthLay{}, false
	}
	on := *stage
	on.Laying.Folds = map[cloth.Role]lay.Fold{cloth.Outer: fold}
	u := on.Uses()[0]
	sheets, ok := on.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(c.Ctx(), j) })
	if !ok || len(sheets) == 0 {
		return widthLay{Why: "nothing is cut from it"}, ok
	}
	sheet := sheets[0]
	switch {
	case sheet.Err != nil:
		return widthLay{Why: hall.Sentence(sheet.Err.Error())}, true
	case fold != lay.Flat && sheet.Job.Cloth.Fold == lay.Flat:
		return widthLay{Why: "laid in a single layer, so that its repeat can be seen to match"}, true
	}
	n := on.Need(u, sheets, p.Unit)
	out := widthLay{Unit: p.Unit, Length: n.Length, Buy: n.Buy.AsBought(p.Unit), Cost: n.Cost,
		Area: float64(n.Buy) * float64(u.Fabric.Width) / 1e6}
	out.Waste = 1 - sheet.Result.Utilisation*sheet.Result.Length*sheet.Job.Cloth.Width/(out.Area*1e6)
	return out, true
}
