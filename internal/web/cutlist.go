package web

import (
	"bytes"
	"fmt"
	"math"
	"net/http"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/dxf"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
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

func viewCut(p *page) cutView {
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
				one := cutPiece{Key: ensemble.PieceKey(u.Role, q.ID, k), Name: q.Name, Fold: q.Fold != "",
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
func (s *Server) cutStation(c *call) error {
	return s.station(c, "cutlist", id(c, "layer"), func(p *page) error {
		p.Station = "cloth"
		if p.E.Layer.Stage.Err == nil {
			p.V = viewCut(p)
		} else {
			p.V = cutView{}
		}
		return nil
	})
}

// tickPiece ticks a copy of a piece off the cut list, or puts it back.
func (s *Server) tickPiece(c *call) error {
	ask := ""
	err := s.change(c, func(l store.Layer) error {
		p := s.page(c, "")
		e, err := s.st.Ensemble(c.ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		p.E = s.view(c.ctx(), e, l.ID, p.Unit)
		if p.E.Layer.Stage.Err != nil {
			return p.E.Layer.Stage.Err
		}
		for _, cl := range viewCut(p).Cloths {
			for _, one := range cl.Pieces {
				if one.Key == c.PostForm("piece") {
					if l.CutHash == "" { // a piece is cut when the cloth is
						var err error
						ask, err = s.cutOut(c, l, store.Cut)
						return err
					}
					return s.st.TickPiece(c.ctx(), l.ID, one.Key, c.PostForm("cut") == "yes")
				}
			}
		}
		return &store.FieldError{Field: "piece", Why: "this piece is no longer cut for the garment; load the page again"}
	})
	if err != nil {
		return err
	}
	if ask != "" {
		return s.done(c, ask)
	}
	return s.back(c)
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
func (s *Server) allCut(c *call) error {
	return s.station(c, "cutall", 0, func(p *page) error {
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
					case q.Fold != "":
						row.Note = "on the fold"
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
		p.V = v
		return nil
	})
}

// guardView is what is asked before dear cloth is cut.
type guardView struct {
	State  store.State
	Checks []guardCheck
	Money  float64 // the cloth that would be spoiled
	Cloths []string
	Grave  []string // what speaks against cutting now
	Asked  bool     // it was sent with something left open
}

// guardCheck is one thing to look at before cutting.
type guardCheck struct {
	Key, Label, How string
	Done            bool
}

// checks are asked of every layer before its cloth is cut.
func checks(stage *ensemble.Stage, p *page) []guardCheck {
	out := []guardCheck{
		{Key: "washed", Label: "The cloth is washed, or never will be",
			How: "Washed and pressed as the garment will be. Cloth that shrinks after cutting can’t be helped."},
		{Key: "width", Label: "I measured its width", How: "Between the selvedges, in three places, after washing."},
	}
	nap := false
	for _, u := range stage.Uses() {
		along, across := u.Fabric.Shrinks()
		out[0].How += fmt.Sprintf(" %s: reckoned with %.0f in 100 along and %.0f across.", u.Fabric, along*100, across*100)
		out[1].How += fmt.Sprintf(" %s: reckoned with %s.", u.Fabric, u.Fabric.Washed().In(p.Unit))
		nap = nap || u.Fabric.Nap
	}
	if nap {
		out = append(out, guardCheck{Key: "nap", Label: "An arrow is chalked on the cloth for its nap",
			How: "Stroke it: every piece’s top must point the same way."})
	} else {
		out = append(out, guardCheck{Key: "nap", Label: "It has no nap, sheen or one-way print",
			How: "Look at it from both ends in daylight. If it has one, say so on the Cloth page: the lay changes."})
	}
	n, flaws := 0, 0
	for _, u := range stage.Uses() {
		for _, k := range u.Counts {
			n += k
		}
		for _, cut := range u.Fabric.Pieces() {
			flaws += len(cut.Flaws)
		}
	}
	if flaws > 0 {
		out = append(out, guardCheck{Key: "flaws", Label: "Every flaw I can find is marked",
			How: "Hold it to the light: the lay keeps clear of the flaws that are marked, and only of those."})
	}
	if rec := p.E.Layer.Rec; rec.Spool > 0 && stage.Making.Thread() > rec.Spool {
		out = append(out, guardCheck{Key: "thread", Label: "I know that the special thread will not last",
			How: fmt.Sprintf("%s are in hand and %s are needed, ends counted in: a spool that runs out can’t be matched.",
				measure.TellLong(rec.Spool*1000), measure.TellLong(stage.Making.Thread()*1000))})
	}
	if guessed := estimatedUnder(p); len(guessed) > 0 {
		out = append(out, guardCheck{Key: "estimated", Label: "I cut although some readings are only estimated",
			How: "Nobody measured " + strings.Join(guessed, ", ") + ". Measure them first if the wearer is at hand."})
	}
	if below := unfinishedBeneath(p); len(below) > 0 {
		out = append(out, guardCheck{Key: "beneath", Label: "I cut although what is worn under it is not finished",
			How: strings.Join(below, ", ") + " still to be made: what is fitted over the real thing fits."})
	}
	if others := othersOn(p); len(others) > 0 {
		out = append(out, guardCheck{Key: "others", Label: "I know what else is to be cut from this cloth",
			How: strings.Join(others, ", ") + ": after this cut they are laid on what is left."})
	}
	return append(out,
		guardCheck{Key: "pieces", Label: "All pieces are there",
			How: fmt.Sprintf("Lay every pattern piece on the cloth before the first cut: %d in all, counting copies.", n)},
		guardCheck{Key: "grain", Label: "Both ends of every grain line are equally far from the selvedge",
			How: "Measure with a ruler, piece by piece; the lay’s printed sheet has the distances."})
}

// estimatedUnder are the readings a layer's draft rests on that nobody took.
func estimatedUnder(p *page) []string {
	var out []string
	for _, n := range figureNotes(p.E.Bare) {
		if n.Title == estimatedTitle {
			out = append(out, strings.TrimSuffix(strings.TrimPrefix(n.Text, "Nobody measured "), ". What you see rests on an estimate."))
		}
	}
	return out
}

// unfinishedBeneath are the layers under the chosen one that shape the figure
// and are not made yet.
func unfinishedBeneath(p *page) []string {
	var out []string
	for i := range p.E.Stages {
		rec := p.E.Rec.Layers[i]
		if rec.ID == p.E.Layer.Rec.ID {
			break
		}
		if p.E.Stages[i].Draft.Wear.Shapes() && rec.State != store.Sewn && rec.State != store.WornNow {
			out = append(out, rec.Name)
		}
	}
	return out
}

// othersOn are the other layers of this ensemble that are to be cut from a cloth
// the chosen one is cut from.
func othersOn(p *page) []string {
	mine := map[uint]bool{}
	for _, u := range p.E.Layer.Stage.Uses() {
		mine[u.Stash] = u.Stash > 0
	}
	var out []string
	for i := range p.E.Stages {
		rec := p.E.Rec.Layers[i]
		if rec.ID == p.E.Layer.Rec.ID || rec.CutHash != "" || p.E.Stages[i].Err != nil {
			continue
		}
		for _, u := range p.E.Stages[i].Uses() {
			if u.Stash > 0 && mine[u.Stash] {
				out = append(out, rec.Name)
				break
			}
		}
	}
	return out
}

func (s *Server) viewGuard(c *call, p *page) guardView {
	stage := p.E.Layer.Stage
	v := guardView{State: store.State(c.DefaultQuery("state", string(store.Cut)))}
	if !v.State.Made() {
		v.State = store.Cut
	}
	v.Checks = checks(stage, p)
	for _, u := range stage.Uses() {
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.lays.get(c.ctx(), j) })
		length := measure.Length(0)
		if ok {
			need := stage.Need(u, sheets, p.Unit)
			length = need.Used + need.Buy
			if len(ensemble.Unplaced(sheets)) > 0 {
				v.Grave = append(v.Grave, fmt.Sprintf("%s does not reach for every piece.", u.Fabric))
			}
		}
		cost := u.Fabric.Cost(length)
		v.Money += cost
		v.Cloths = append(v.Cloths, fmt.Sprintf("%s, %s", u.Fabric, length.In(p.Unit)))
	}
	for _, n := range stage.Draft.Notes {
		if n.Grave {
			v.Grave = append(v.Grave, n.Title)
		}
	}
	v.Money = math.Round(v.Money*100) / 100
	return v
}

// guard asks what must be sure before cloth is cut.
func (s *Server) guardStation(c *call) error {
	return s.station(c, "guard", id(c, "layer"), func(p *page) error {
		p.Station = "cloth"
		if p.E.Layer.Stage.Err != nil {
			return p.E.Layer.Stage.Err
		}
		v := s.viewGuard(c, p)
		v.Asked = c.Query("asked") != ""
		for i := range v.Checks {
			v.Checks[i].Done = c.Query(v.Checks[i].Key) != ""
		}
		p.V = v
		return nil
	})
}

// sure tells whether everything that is asked before cutting was answered, and
// where to ask it when not.
func (s *Server) sure(c *call, e store.Ensemble, l store.Layer, stage *ensemble.Stage, p *page, state store.State) (ask string, ok bool) {
	ask = fmt.Sprintf("/ensembles/%d/layers/%d/guard?state=%s", e.ID, l.ID, state)
	sent, open := c.PostForm("asked") != "", false
	for _, check := range checks(stage, p) {
		if c.PostForm(check.Key) != "" {
			sent = true
			ask += "&" + check.Key + "=yes"
		} else {
			open = true
		}
	}
	if sent {
		ask += "&asked=yes"
	}
	return ask, !open
}

// wallStation is the lay as one page for the wall: the drawing with where each
// grain line lies, and the same as a table.
func (s *Server) wallStation(c *call) error {
	return s.station(c, "wall", id(c, "layer"), func(p *page) error {
		p.Station = "cloth"
		stage := p.E.Layer.Stage
		if stage.Err != nil {
			return stage.Err
		}
		u := stage.UseOf(roleOf(c))
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.lays.get(c.ctx(), j) })
		if !ok {
			return c.ctx().Err()
		}
		v := wallView{Role: u.Role, Fabric: u.Fabric}
		names := map[string]string{}
		for i := range stage.Draft.Pieces {
			names[stage.Draft.Pieces[i].ID] = stage.Draft.Pieces[i].Name
		}
		for _, sheet := range sheets {
			w := wallSheet{Name: sheetName(u, sheet, p.Unit), Length: sheet.Result.Length}
			w.Drawing = svg.Lay{Job: sheet.Job, Result: sheet.Result, Names: names, Dye: u.Fabric.Colour, Unit: p.Unit,
				Measures: true}.Draw()
			for _, g := range sheet.Job.GrainLines(sheet.Result) {
				w.Lines = append(w.Lines, wallLine{Name: names[g.ID], Copy: g.Copy + 1, GrainLine: g})
			}
			v.Sheets = append(v.Sheets, w)
		}
		p.V = v
		return nil
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

func laySVG(sheet ensemble.Sheet, names map[string]string, p *page) (string, string, []byte) {
	return "image/svg+xml", "svg", []byte(svg.Lay{Job: sheet.Job, Result: sheet.Result, Names: names, Unit: p.Unit, TrueScale: true}.Draw())
}

func layDXF(sheet ensemble.Sheet, names map[string]string, _ *page) (string, string, []byte) {
	var b bytes.Buffer
	if err := dxf.Lay(&b, sheet.Job, sheet.Result, names); err != nil { // can't be: it writes to memory
		return "text/plain", "txt", []byte(err.Error())
	}
	return "image/vnd.dxf", "dxf", b.Bytes()
}

// layFile sends the lay of a sheet at its true size: write makes
// its content type, its ending and the file.
func (s *Server) layFile(write func(sheet ensemble.Sheet, names map[string]string, p *page) (kind, ext string,
	data []byte)) func(*call) error {
	return func(c *call) error {
		return s.paper(c, func(p *page) error {
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
