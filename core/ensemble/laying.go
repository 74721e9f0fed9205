package ensemble

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Laying is how a layer is cut from its cloths, as a person chose it.
type Laying struct {
	Folds  map[cloth.Role]lay.Fold `json:"folds,omitempty"`
	Gap    measure.Length          `json:"gap_mm,omitempty"` // kept between pieces
	Cross  []string                `json:"cross,omitempty"`  // pieces that may also lie across the grain
	Bias   []string                `json:"bias,omitempty"`   // pieces that may also lie on the bias
	Match  []string                `json:"match,omitempty"`  // seams at which the cloth's repeat must meet
	Bound  []Bound                 `json:"bound,omitempty"`  // edges that lie on a selvedge or a stripe because somebody wants them so
	Beside []Beside                `json:"beside,omitempty"` // cloths beside the outer one
	// FromOuter are the parts that are cut from the outer cloth because somebody wants them so.
	FromOuter []cloth.Role                  `json:"from_outer,omitempty"`
	Sent      map[string]map[cloth.Role]int `json:"sent,omitempty"` // how many of a piece are cut from which; none: all from the outer
	Pieced    []pattern.Piecing             `json:"pieced,omitempty"`
	Pinned    map[string][]lay.Placement    `json:"pinned,omitempty"` // by sheet
	Kept      map[string]KeptLay            `json:"kept,omitempty"`   // by sheet
}

// Bound is an edge of a piece that lies on a line of the outer cloth.
type Bound struct {
	Piece string `json:"piece"`
	Edge  string `json:"edge"`
	At    lay.At `json:"at"`
}

// Number gives every piecing an ID of its own.
func (l *Laying) Number() {
	next := 0
	for _, p := range l.Pieced {
		next = max(next, p.ID)
	}
	for i := range l.Pieced {
		if l.Pieced[i].ID == 0 {
			next++
			l.Pieced[i].ID = next
		}
	}
}

// KeptLay is a lay that somebody looked for or laid by hand: when the job of
// the sheet is another now, that lay is stale.
type KeptLay struct {
	Hash   string  `json:"hash"` // of its job
	Length float64 `json:"length_mm"`
}

// Beside is a cloth that parts of a layer are cut from beside its outer one.
type Beside struct {
	Role   cloth.Role   `json:"role"`
	Stash  uint         `json:"stash,omitempty"` // which of the stash it is; 0: its own
	Fabric cloth.Fabric `json:"fabric"`
}

// PiecingAllowance is what each side of a piecing seam gets, mm (common
// practice, no source).
const PiecingAllowance = 10.0

// Use is one cloth of a layer and how many of each piece are cut from it.
type Use struct {
	Role   cloth.Role
	Stash  uint
	Fabric cloth.Fabric
	Counts map[string]int
}

// Area is what is cut from it, mm².
func (u Use) Area(pieces []pattern.Piece) float64 {
	sum := 0.0
	for i := range pieces {
		sum += pieces[i].Area() * float64(u.Counts[pieces[i].ID])
	}
	return sum
}

// Count is how many of a piece are cut from a cloth.
func (l Laying) Count(p *pattern.Piece, role cloth.Role) int {
	sent, chosen := l.Sent[p.ID]
	switch {
	case chosen:
		return sent[role]
	case role == cloth.Outer:
		// What is for another layer is cut from its cloth when there is one.
		n := p.Cut
		for _, b := range l.Beside {
			n -= p.CutOf(pattern.For(b.Role))
		}
		return n
	case slices.ContainsFunc(l.Beside, func(b Beside) bool { return b.Role == role }):
		return p.CutOf(pattern.For(role))
	}
	return 0
}

// Uses are the cloths the stage is cut from, the outer first; one that nothing
// is cut from is left out, the outer never.
func (s Stage) Uses() []Use {
	if s.Layer.Cut != nil && len(s.Layer.Cut.Uses) > 0 { // as they were when it was cut
		var out []Use
		for _, u := range s.Layer.Cut.Uses {
			out = append(out, u.Use)
		}
		return out
	}
	all := []Use{{Role: cloth.Outer, Stash: s.Stash, Fabric: s.Fabric}}
	for _, b := range s.Laying.Beside {
		all = append(all, Use{Role: b.Role, Stash: b.Stash, Fabric: b.Fabric})
	}
	var out []Use
	for i, u := range all {
		u.Counts = map[string]int{}
		n := 0
		for k := range s.Draft.Pieces {
			p := &s.Draft.Pieces[k]
			if c := s.Laying.Count(p, u.Role); c > 0 {
				u.Counts[p.ID] = c
				n += c
			}
		}
		if n > 0 || i == 0 {
			out = append(out, u)
		}
	}
	return out
}

// Sheet is one piece of cloth with what is laid on it.
type Sheet struct {
	Key    string // of the sheet among those of the stage
	Job    lay.Job
	Result lay.Result
	Cut    int   // which of the pieces in hand; −1 when it is still to be bought
	Err    error // why nothing can be laid on it
}

// onSheet is the job of pieces on the k-th piece of a cloth in hand, or, past
// them, on cloth still to be bought.
func (s Stage) onSheet(u Use, k int) (key string, c lay.Cloth) {
	f := u.Fabric
	cuts := f.Pieces()
	if k >= len(cuts) {
		f.Prewashed = false // what is bought is new
	}
	along, across := f.Shrinks()
	sx, sy := 1-along, 1-across
	c = lay.Cloth{Width: float64(f.Width) * sy, Selvedge: float64(f.Selvedge), Nap: f.Nap, RepeatX: float64(f.RepeatX) * sx,
		RepeatY:  float64(f.RepeatY) * sy,
		HalfDrop: f.HalfDrop, Fold: s.Laying.Folds[u.Role]}
	key = fmt.Sprintf("%s-buy", u.Role)
	if k < len(cuts) {
		cut := cuts[k]
		key = fmt.Sprintf("%s-%d", u.Role, k+1)
		c.Length, c.Width = float64(cut.Length)*sx, float64(cut.Wide(f))*sy
		if cut.Width > 0 || len(cut.Outline) > 0 { // its edges are no selvedges
			c.Selvedge, c.Torn = 0, true
		}
		scaled := func(line [][2]float64) []lay.XY {
			out := make([]lay.XY, len(line))
			for i, q := range line {
				out[i] = lay.XY{min(max(q[0]*sx, 0), c.Length), min(max(q[1]*sy, 0), c.Width)}
			}
			return out
		}
		if len(cut.Outline) > 0 {
			c.Outline = scaled(cut.Outline)
		}
		for _, w := range cut.Flaws {
			c.Flaws = append(c.Flaws, scaled(w.Around))
		}
		if len(cut.Outline) > 0 || (c.Fold == lay.Crosswise && len(cut.Flaws) > 0) {
			c.Fold = lay.Flat // neither can be folded
		}
	}
	if c.RepeatX > 0 || c.RepeatY > 0 || (c.Fold == lay.Crosswise && c.Nap) {
		c.Fold = lay.Flat
	}
	return key, c
}

// piecesOn are a use's pieces as they are laid on a cloth.
func (s Stage) piecesOn(u Use, c lay.Cloth) []lay.Piece {
	matches, onSelvedge := s.matches(), map[string][]string{}
	if u.Role == cloth.Outer {
		onSelvedge = s.onSelvedge()
	}
	var out []lay.Piece
	for i := range s.Draft.Pieces {
		p := &s.Draft.Pieces[i]
		n := u.Counts[p.ID]
		if n == 0 {
			continue
		}
		q := lay.Piece{ID: p.ID, Count: n, MirrorPairs: p.Mirrored, Turns: p.Turns()}
		// Half a millimetre of simplicity keeps the search short; the shape
		// laid always holds the true one.
		for _, v := range plane.Plainer(p.Opened(), 0.25) {
			v = OnCloth(v)
			q.Outline = append(q.Outline, lay.XY{v.X, v.Y})
		}
		for _, edge := range onSelvedge[p.ID] {
			if h, ok := heldTo(p, edge, q.Outline); ok {
				h.Y = banded(u.Fabric, c)
				q.Hold = append(q.Hold, h)
			}
		}
		if u.Role == cloth.Outer {
			q.Hold = append(q.Hold, s.bound(p, u.Fabric, c, q.Outline)...)
		}
		if p.EitherWay || slices.Contains(s.Laying.Cross, p.ID) {
			q.Turns = append(q.Turns, 90, 270)
		}
		if slices.Contains(s.Laying.Bias, p.ID) {
			q.Turns = append(q.Turns, 45, 135, 225, 315)
		}
		if u.Fabric.Railroad { // up runs across the cloth
			for k := range q.Turns {
				q.Turns[k] = math.Mod(q.Turns[k]+90, 360)
			}
		}
		switch {
		case len(q.Hold) > 0: // cut from a single layer, and as it is: what is held is told by its corners
		case p.ToFold() && c.Fold == lay.Lengthwise && !u.Fabric.Railroad:
			q.OnFold = q.Even()
		case c.Fold != lay.Flat && !q.MirrorPairs && q.Count > 1: // cut from both layers at once
			q.Even()
		}
		if m, ok := matches[p.ID]; ok && (c.RepeatX > 0 || c.RepeatY > 0) {
			m := m
			q.Match, q.Turns = &m, q.Turns[:1] // turned about, the repeat would run the other way
		}
		out = append(out, q)
	}
	return out
}

// Sheets lays a use: on each piece of cloth in hand as much as it holds, and,
// unless no more is to be had, the rest on cloth to be bought. find gives the
// lay of a job; when it has none yet, the answer is false.
func (s Stage) Sheets(u Use, find func(lay.Job) (lay.Result, bool)) ([]Sheet, bool) {
	if s.Layer.Cut != nil { // what is cut lies as it was cut
		for _, m := range s.Layer.Cut.Uses {
			if m.Role == u.Role {
				return m.Sheets, true
			}
		}
	}
	return bed{fabric: u.Fabric, counts: u.Counts, on: func(k int) (string, lay.Cloth) { return s.onSheet(u, k) },
		pieces: func(c lay.Cloth) []lay.Piece { return s.piecesOn(u, c) }, gap: float64(s.Laying.Gap),
		pinned: s.Laying.Pinned}.sheets(find)
}

// Unplaced is what found no room on any of the sheets.
func Unplaced(sheets []Sheet) []lay.Unplaced {
	if len(sheets) == 0 {
		return nil
	}
	return sheets[len(sheets)-1].Result.Unplaced
}

// Job is the lay of the stage's outer cloth: on the first piece of it in hand,
// or on what is to be bought.
func (s Stage) Job() lay.Job {
	u := s.Uses()[0]
	_, c := s.onSheet(u, 0)
	return lay.Job{Seed: 1, Cloth: c, Gap: float64(s.Laying.Gap), Pieces: s.piecesOn(u, c)}
}

// Matching is a seam at which the cloth's repeat can be asked to meet.
type Matching struct {
	Seam   string
	Label  string
	Chosen bool
	// Free tells that it can be chosen: the pieces of it do not hang together
	// by other chosen seams already.
	Free bool
}

// Matchings lists the seams of the stage between different pieces, or between
// a piece and its mirror image.
func (s Stage) Matchings() []Matching {
	joined := newSets()
	for _, m := range s.chosenSeams() {
		joined.join(m.A.Piece, m.B.Piece)
	}
	names := map[string]string{}
	for i := range s.Draft.Pieces {
		names[s.Draft.Pieces[i].ID] = s.Draft.Pieces[i].Name
	}
	var out []Matching
	for _, seam := range s.Draft.Seams {
		if seam.A.Piece == seam.B.Piece || seam.Ease > pattern.Slack || seam.Ease < -pattern.Slack {
			continue
		}
		m := Matching{Seam: seam.ID, Label: names[seam.A.Piece] + " to " + names[seam.B.Piece],
			Chosen: slices.Contains(s.Laying.Match, seam.ID)}
		m.Free = m.Chosen || joined.find(seam.A.Piece) != joined.find(seam.B.Piece)
		out = append(out, m)
	}
	return out
}

// chosenSeams are the seams to be matched, less those that would close a ring:
// they come out as the others leave them.
func (s Stage) chosenSeams() []pattern.Seam {
	joined := newSets()
	var out []pattern.Seam
	for _, seam := range s.Draft.Seams {
		if slices.Contains(s.Laying.Match, seam.ID) && seam.A.Piece != seam.B.Piece && joined.join(seam.A.Piece, seam.B.Piece) {
			out = append(out, seam)
		}
	}
	return out
}

// matches gives each piece of the chosen seams one point and a group, so that
// when the points of a group lie on the same place of the repeat, it meets at
// every chosen seam: going from seam to seam, a piece's own point is carried on
// by what lies between its two seams.
func (s Stage) matches() map[string]lay.Match {
	out := map[string]lay.Match{}
	seams := s.chosenSeams()
	piece := func(id string) *pattern.Piece {
		for i := range s.Draft.Pieces {
			if s.Draft.Pieces[i].ID == id {
				return &s.Draft.Pieces[i]
			}
		}
		return nil
	}
	// The place of a seam that is looked at is its middle, on the sewing line.
	at := func(side pattern.Side) (plane.Point, bool) {
		p := piece(side.Piece)
		if p == nil {
			return plane.Point{}, false
		}
		e, ok := p.Edge(side.Edge)
		if !ok {
			return plane.Point{}, false
		}
		q, _ := plane.Along(e.Line, e.Length()/2)
		return OnCloth(q), true
	}
	for {
		grown := false
		for _, m := range seams {
			for _, way := range [][2]pattern.Side{{m.A, m.B}, {m.B, m.A}} {
				from, okA := at(way[0])
				to, okB := at(way[1])
				if !okA || !okB {
					continue
				}
				known, ok := out[way[0].Piece]
				if !ok {
					continue
				}
				if _, done := out[way[1].Piece]; done {
					continue
				}
				// place(B) + to = place(A) + from, and place(A) + known is the
				// group's place.
				out[way[1].Piece] = lay.Match{Point: lay.XY{to.X - from.X + known.Point[0], to.Y - from.Y + known.Point[1]},
					Group: known.Group}
				grown = true
			}
		}
		if grown {
			continue
		}
		begun := false
		for _, m := range seams {
			if _, ok := out[m.A.Piece]; !ok {
				if q, ok := at(m.A); ok {
					out[m.A.Piece] = lay.Match{Point: lay.XY{q.X, q.Y}, Group: "from-" + m.A.Piece}
					begun = true
					break
				}
			}
		}
		if !begun {
			return out
		}
	}
}

// sets keeps which pieces hang together.
type sets map[string]string

func newSets() sets { return sets{} }

func (s sets) find(x string) string {
	for s[x] != "" && s[x] != x {
		x = s[x]
	}
	return x
}

// join brings two together; false when they were already.
func (s sets) join(a, b string) bool {
	a, b = s.find(a), s.find(b)
	if a == b {
		return false
	}
	s[a] = b
	return true
}
