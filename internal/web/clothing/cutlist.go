package clothing

import (
	"bytes"
	"fmt"
	"net/http"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/internal/formats/dxf"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// cutView is everything a layer is cut from and into, to be checked off.
type cutView struct {
	Cloths    []cutCloth
	Done, All int
	Last      string // what is still missing, when little is
}

type cutCloth struct {
	Role   cloth.Role
	Label  string
	Fabric cloth.Fabric
	Pieces []cutPiece
	Note   string
}

// cutPiece is one copy of a piece.
type cutPiece struct {
	Key     string // of its tick
	Name    string
	Side    string // left, right, or which of several
	Fold    bool   // it is cut on the fold
	Drawing string
	Cut     bool
}

// isCut tells whether a copy is ticked off.
func isCut(l store.Layer, key string) bool { return l.Pieces[key] }

func viewCut(p *hall.Head) cutView {
	l := p.E.Layer
	var v cutView
	var missing []string
	for _, u := range l.Stage.Uses() {
		c := cutCloth{Role: u.Role, Label: u.Role.Label(), Fabric: u.Fabric}
		switch l.Stage.Laying.Folds[u.Role] {
		case lay.Lengthwise:
			c.Note = "folded lengthwise, right sides together: both layers at once"
		case lay.Crosswise:
			c.Note = "folded crosswise, right sides together: both layers at once"
		default:
			c.Note = "in a single layer, right side up"
		}
		for i := range l.Stage.Draft.Pieces {
			q := &l.Stage.Draft.Pieces[i]
			for k := range u.Counts[q.ID] {
				one := cutPiece{Key: ensemble.PieceKey(u.Role, q.ID, k), Name: q.Name, Fold: q.ToFold(),
					Drawing: svg.Little(q.Opened(), q.Mirrored && k%2 == 1)}
				switch {
				case q.Mirrored:
					one.Side = []string{"one side", "its mirror image"}[k%2]
					if u.Counts[q.ID] > 2 {
						one.Side += fmt.Sprintf(", pair %d", k/2+1)
					}
				case u.Counts[q.ID] > 1:
					one.Side = fmt.Sprintf("%d of %d", k+1, u.Counts[q.ID])
				}
				one.Cut = isCut(l.Rec, one.Key)
				v.All++
				if one.Cut {
					v.Done++
				} else {
					name := strings.ToLower(q.Name)
					if one.Side != "" {
						name += " (" + one.Side + ")"
					}
					missing = append(missing, name)
				}
				c.Pieces = append(c.Pieces, one)
			}
		}
		v.Cloths = append(v.Cloths, c)
	}
	if len(missing) > 0 && len(missing) <= 4 {
		v.Last = strings.Join(missing, ", ")
	}
	return v
}

// cutStation is the page on which all cut pieces are laid out and checked.
func (s *Room) cutStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "cutlist", hall.ID(c, "layer"), func(p *hall.Head) (cutView, error) {
		p.Station = "cloth"
		if p.E.Layer.Stage.Err != nil {
			return cutView{}, nil // the page says why
		}
		return viewCut(p), nil
	})
}

// tickPiece ticks a copy of a piece off the cut list, or puts it back.
func (s *Room) tickPiece(c *hall.Call) error {
	ask := ""
	err := s.Change(c, func(l store.Layer) error {
		p := s.Page(c, "")
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		p.E = s.View(c.Ctx(), e, l.ID, p.Unit)
		if p.E.Layer.Stage.Err != nil {
			return p.E.Layer.Stage.Err
		}
		for _, cl := range viewCut(p).Cloths {
			for _, one := range cl.Pieces {
				if one.Key == c.PostForm("piece") {
					if l.CutHash == "" { // a piece is cut when the cloth is
						var err error
						ask, err = s.CutOut(c, l, store.Cut)
						return err
					}
					return s.Store.TickPiece(c.Ctx(), l.ID, one.Key, c.PostForm("cut") == "yes")
				}
			}
		}
		return &store.FieldError{Field: "piece", Why: "this piece is no longer cut for the garment; load the page again"}
	})
	if err != nil {
		return err
	}
	if ask != "" {
		return s.Done(c, ask)
	}
	return s.Back(c)
}

// allCutView is what a whole ensemble is cut from and into, cloth by cloth.
type allCutView struct {
	Cloths    []allCutCloth
	Done, All int
	Wrong     []string // layers that can't be drafted
}

type allCutCloth struct {
	Fabric cloth.Fabric
	Rows   []allCutRow
}

type allCutRow struct {
	Layer      uint
	Of, Name   string
	Role       string // "" for the outer cloth
	Count, Cut int
	Note       string // left and right, on the fold
}

// allCut is the cut list of all layers, grouped by cloth: what lies on the table
// at once.
func (s *Room) allCut(c *hall.Call) error {
	return hall.Station(s.Hall, c, "cutall", 0, func(p *hall.Head) (allCutView, error) {
		p.Station = "cloth"
		var v allCutView
		for i := range p.E.Stages {
			stage, rec := &p.E.Stages[i], p.E.Rec.Layers[i]
			if stage.Err != nil {
				v.Wrong = append(v.Wrong, stage.Name)
				continue
			}
			if stage.Had != ensemble.ToMake {
				continue
			}
			for _, u := range stage.Uses() {
				name := u.Fabric.String()
				at := slices.IndexFunc(v.Cloths, func(o allCutCloth) bool {
					return o.Fabric.String() == name &&
						o.Fabric.Width == u.Fabric.Width
				})
				if at < 0 {
					at = len(v.Cloths)
					v.Cloths = append(v.Cloths, allCutCloth{Fabric: u.Fabric})
				}
				for k := range stage.Draft.Pieces {
					q := &stage.Draft.Pieces[k]
					n := u.Counts[q.ID]
					if n == 0 {
						continue
					}
					row := allCutRow{Layer: rec.ID, Of: stage.Name, Name: q.Name, Count: n}
					if u.Role != cloth.Outer {
						row.Role = u.Role.Label()
					}
					switch {
					case q.ToFold():
						row.Note = "on the fold"
					case q.Fold != "":
						row.Note = "whole, not on the fold"
					case q.Mirrored:
						row.Note = fmt.Sprintf("%d left, %d right", (n+1)/2, n/2)
					}
					for copy := range n {
						if isCut(rec, ensemble.PieceKey(u.Role, q.ID, copy)) {
							row.Cut++
						}
					}
					v.All += n
					v.Done += row.Cut
					v.Cloths[at].Rows = append(v.Cloths[at].Rows, row)
				}
			}
		}
		return v, nil
	})
}

// guard asks what must be sure before cloth is cut.
func (s *Room) guardStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "guard", hall.ID(c, "layer"), func(p *hall.Head) (v hall.GuardView, err error) {
		p.Station = "cloth"
		if p.E.Layer.Stage.Err != nil {
			return v, p.E.Layer.Stage.Err
		}
		v = s.ViewGuard(c, p)
		v.Asked = c.Query("asked") != ""
		for i := range v.Checks {
			v.Checks[i].Done = c.Query(v.Checks[i].Key) != ""
		}
		return v, nil
	})
}

// wallStation is the lay as one page for the wall: the drawing with where each
// grain line lies, and the same as a table.
func (s *Room) wallStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "wall", hall.ID(c, "layer"), func(p *hall.Head) (v wallView, err error) {
		p.Station = "cloth"
		stage := p.E.Layer.Stage
		if stage.Err != nil {
			return v, stage.Err
		}
		u := stage.UseOf(roleOf(c))
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(c.Ctx(), j) })
		if !ok {
			return v, c.Ctx().Err()
		}
		v = wallView{Role: u.Role, Fabric: u.Fabric}
		names := map[string]string{}
		for i := range stage.Draft.Pieces {
			names[stage.Draft.Pieces[i].ID] = stage.Draft.Pieces[i].Name
		}
		for _, sheet := range sheets {
			w := wallSheet{Name: sheetName(u, sheet, p.Unit), Length: sheet.Result.Length}
			w.Drawing = svg.Lay{Job: sheet.Job, Result: sheet.Result, Names: names, Dye: u.Fabric.Colour, Unit: p.Unit,
				Bands: ensemble.BandHeights(u.Fabric, sheet.Job.Cloth), Measures: true}.Draw()
			for _, g := range sheet.Job.GrainLines(sheet.Result) {
				w.Lines = append(w.Lines, wallLine{Name: names[g.ID], Copy: g.Copy + 1, GrainLine: g})
			}
			v.Sheets = append(v.Sheets, w)
		}
		return v, nil
	})
}

type wallView struct {
	Role   cloth.Role
	Fabric cloth.Fabric
	Sheets []wallSheet
}

type wallSheet struct {
	Name, Drawing string
	Length        float64
	Lines         []wallLine
}

type wallLine struct {
	Name string
	Copy int
	lay.GrainLine
}

func laySVG(sheet ensemble.Sheet, names map[string]string, p *hall.Head) (string, string, []byte) {
	return "image/svg+xml", "svg", []byte(svg.Lay{Job: sheet.Job, Result: sheet.Result, Names: names, Unit: p.Unit, TrueScale: true}.Draw())
}

func layDXF(sheet ensemble.Sheet, names map[string]string, _ *hall.Head) (string, string, []byte) {
	var b bytes.Buffer
	if err := dxf.Lay(&b, sheet.Job, sheet.Result, names); err != nil { // can't be: it writes to memory
		return "text/plain", "txt", []byte(err.Error())
	}
	return "image/vnd.dxf", "dxf", b.Bytes()
}

// layFile sends the lay of a sheet at its true size: write makes
// its content type, its ending and the file.
func (s *Room) layFile(write func(sheet ensemble.Sheet, names map[string]string, p *hall.Head) (kind, ext string,
	data []byte)) func(*hall.Call) error {
	return func(c *hall.Call) error {
		return s.paper(c, func(p *hall.Head) error {
			sheet, err := s.sheetOf(c, p)
			if err != nil {
				return err
			}
			names := map[string]string{}
			for _, q := range p.E.Layer.Stage.Draft.Pieces {
				names[q.ID] = q.Name
			}
			kind, ext, data := write(sheet, names, p)
			c.Header("Content-Disposition", fmt.Sprintf(`attachment; filename="%s-%s.%s"`, p.E.Layer.Rec.Kind, sheet.Key, ext))
			c.Data(http.StatusOK, kind, data)
			return nil
		})
	}
}
