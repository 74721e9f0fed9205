// Package making works out how a drafted garment is made: from what its seams and edges
// are, the techniques chosen for them and the maker come the allowances, the thread, the
// seam table and the order of work with its reasons.
package making

import (
	"math"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
	"ardentgusset/core/stitch"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Choices are the techniques a maker chose, by what they are for: the key of a row
// ("seam/side-1"), or what it is like ("like/beside"), with "/finish" behind it for its
// allowances. The particular goes before the general.
type Choices map[string]string

// Maker is who sews, on what, and what is wanted.
type Maker struct {
	Profile  technique.Profile
	Year     int // of the clothes, 0 when it is not known
	Machines []Machine
	Rates    Rates
}

// Garment is a draft to be made.
type Garment struct {
	draft.Draft
	Cloth  cloth.Fabric
	Seen   bool // from outside, as it is worn
	InHand bool // its cloth need not be bought
	// Fixed is set when the cloth is cut: its lines stay as they are.
	Fixed bool
}

// Row is one thing that is worked: a seam, an edge, or what lies in a piece.
type Row struct {
	Key, Like string
	Name      string
	Of        technique.Work
	Join      pattern.Join     // of a seam
	Edge      pattern.EdgeKind // of an edge
	A, B      pattern.Side     // of a seam; A of an edge
	Length    float64          // once, mm
	Times     int              // in the whole garment
	Count     int              // of what is counted and not measured
	Layers    int              // under the needle, at most
	Thick     float64          // of the finished work, mm
	Ease      float64
	Absorbed  pattern.Takeup
	AllowA    float64
	AllowB    float64
	Note      string
	Wait      pattern.Wait
	Shared    bool // one working of its technique covers it and its like: the two strips of a placket
	// Technique is how it is worked and Finish what becomes of its raw allowances;
	// Chosen is the key that decided, "" for the usual.
	Technique     technique.Technique
	Finish        technique.Technique
	Chosen        string
	ChosenFinish  string
	Situation     technique.Situation
	Thread        float64 // mm, without waste
	Minutes       float64
	FinishMinutes float64
	Wants         float64 // the allowance its techniques ask, mm; 0 for as drafted
}

// Finished tells whether its allowances are finished by themselves.
func (r Row) Finished() bool { return r.Finish.Key != "" && r.Finish.Key != "raw" }

// Making is a garment's making worked out.
type Making struct {
	Rows      []Row
	Crossings []Crossing
	Steps     []work.Step
}

// Of works a garment's making out.
func Of(g Garment, c Choices, m Maker) Making {
	out := Making{Rows: rows(g, c, m)}
	out.Crossings = crossings(g, out.Rows, m)
	out.Steps = steps(g, out.Rows, m)
	return out
}

// Minutes is all of it, the garment's own steps with it.
func (m Making) Minutes() float64 {
	sum := 0.0
	for _, s := range m.Steps {
		sum += s.Minutes
	}
	return sum
}

// Thread is all its sewing thread with waste, m.
func (m Making) Thread() float64 {
	sum := 0.0
	for _, r := range m.Rows {
		sum += r.Thread
	}
	return sum / 1000 * (1 + stitch.Waste)
}

// Clocked shares the minutes a step took among the techniques it was worked by, by what each
// was expected to take, with the metres worked.
func (m Making) Clocked(step work.ID, minutes float64) map[string]Rate {
	expected := 0.0
	for _, r := range m.Rows {
		if phaseOf(r) == step && r.Length > 0 {
			expected += r.Minutes
		}
	}
	out := map[string]Rate{}
	if expected <= 0 || minutes <= 0 {
		return out
	}
	for _, r := range m.Rows {
		if phaseOf(r) == step && r.Length > 0 {
			one := out[r.Technique.Key]
			one.Minutes += minutes * r.Minutes / expected
			one.Metres += r.Length * float64(max(r.Times, 1)) / 1000
			out[r.Technique.Key] = one
		}
	}
	return out
}

// Allow gives the pieces the allowances that chosen techniques ask for; where nothing was
// chosen they stay as they were drafted. An edge that takes part in several seams has what
// the neediest asks. Sewing lines are never touched. It changes the pieces it is given, tells whether
// it did, and names those whose cutting line crosses itself with allowances so wide.
func (m Making) Allow(pieces []pattern.Piece) (crowded []string, changed bool) {
	for i := range pieces {
		widened := false
		for k := range pieces[i].Edges {
			e := &pieces[i].Edges[k]
			side := pattern.Side{Piece: pieces[i].ID, Edge: e.ID}
			chosen, wants := false, 0.0
			for _, r := range m.Rows {
				switch {
				case !r.touches(side):
				case r.Chosen != "" || r.ChosenFinish != "":
					chosen, wants = true, max(wants, r.Wants)
				default:
					wants = max(wants, e.Allowance)
				}
			}
			if chosen {
				widened, changed = widened || wants > e.Allowance, changed || wants != e.Allowance
				e.Allowance = wants
			}
		}
		if widened && pieces[i].Fault() != nil {
			crowded = append(crowded, pieces[i].Name)
		}
	}
	return crowded, changed
}

// Measure reads the allowances of the pieces into the rows.
func (m Making) Measure(pieces []pattern.Piece) {
	of := func(s pattern.Side) float64 {
		for i := range pieces {
			if pieces[i].ID == s.Piece {
				if e, ok := pieces[i].Edge(s.Edge); ok {
					return e.Allowance
				}
			}
		}
		return 0
	}
	for i := range m.Rows {
		m.Rows[i].AllowA, m.Rows[i].AllowB = of(m.Rows[i].A), of(m.Rows[i].B)
	}
}

// Turned is how much of its allowance a row has in the finished work, mm: a hem all that it was cut with, unless another
// way to work it was chosen, which asks for its own.
func (r Row) Turned() float64 {
	switch {
	case r.Of != technique.Hem:
		return r.Technique.Used
	case r.Chosen != "":
		return min(r.Technique.Used, r.Wants)
	}
	return r.AllowA
}

// touches tells whether a row works an edge, on whichever copy.
func (r Row) touches(s pattern.Side) bool {
	return r.A.Piece == s.Piece && r.A.Edge == s.Edge || r.B.Piece == s.Piece && r.B.Edge == s.Edge
}

// Words are how a seam is sewn, for a reader: its technique and what is particular.
func Words(s pattern.Seam) string {
	key := s.Technique
	if key == "" {
		key = usual[workOf(s.Join)]
	}
	out := key
	if t, ok := technique.Find(key); ok {
		out = strings.ToLower(t.Name[:1]) + t.Name[1:]
	}
	if s.Note != "" {
		out += "; " + s.Note
	}
	return out
}

// Step is the name of a step that rules may give; ok is false for none.
func Step(id work.ID) (name string, ok bool) {
	for _, p := range phases() {
		if p.id == id {
			return p.name, true
		}
	}
	return "", false
}

// usualOf is what a row is sewn by when nobody chose: what the garment says, or the usual
// of its kind.
func usualOf(r Row, said string) string {
	if said != "" {
		return said
	}
	if r.Join == pattern.Tiered || r.Join == pattern.AtWaist { // what is gathered springs back from an open seam
		return "plain-one-side"
	}
	if key, ok := usual[r.Of]; ok {
		return key
	}
	return ""
}

// usual is what each kind of work is mostly done by (common practice, no source).
var usual = map[technique.Work]string{
	technique.Join: "plain", technique.Band: "band-felled", technique.Turn: "bag-out", technique.Face: "face-bias",
	technique.Placket: "placket-strips", technique.Hem: "hem-narrow", technique.Bind: "bind-felled", technique.Opening: "turned-stitched",
	technique.Busk: "busk", technique.Casing: "drawstring", technique.Dart: "dart", technique.Gather: "gathers",
	technique.Pleat: "knife-pleats", technique.Tuck: "tucks", technique.Channel: "channel-between", technique.Bone: "bone-capped",
	technique.Cord: "corded-rows", technique.Quilt: "quilt-machine", technique.Ring: "rings", technique.Tuft: "tufting",
	technique.Floss: "flossing", technique.Eyelet: "eyelet-metal", technique.Buttonhole: "buttonhole-hand",
	technique.Button: "button-sewn", technique.Hook: "hooks",
	technique.Zip: "zip-lapped", technique.Loop: "loops", technique.Lacing: "lacing", technique.Finish: "overcast-finish",
}

// workOf is the kind of work that a join is.
func workOf(j pattern.Join) technique.Work {
	switch j {
	case pattern.Banded:
		return technique.Band
	case pattern.Turned:
		return technique.Turn
	case pattern.Faced:
		return technique.Face
	case pattern.Stripped:
		return technique.Placket
	case pattern.Busked:
		return technique.Busk
	}
	return technique.Join
}

// workOfEdge is the kind of work that an edge is; "" for one that nothing is done to.
func workOfEdge(k pattern.EdgeKind) technique.Work {
	switch k {
	case pattern.Hem:
		return technique.Hem
	case pattern.Bound:
		return technique.Bind
	case pattern.FacedOut:
		return technique.Face
	case pattern.Opening:
		return technique.Opening
	case pattern.BuskEdge:
		return technique.Busk
	case pattern.CasingAt:
		return technique.Casing
	case pattern.Layered:
		return technique.Turn
	case pattern.Loose:
		return technique.Finish
	}
	return ""
}

// pick settles the technique of a row: the maker's choice for it, for all like it, the
// profile's, or the usual.
func pick(r *Row, said string, c Choices, m Maker) {
	use := func(key, from string) bool {
		t, ok := technique.Find(key)
		if !ok || t.Of != r.Of {
			return false
		}
		r.Technique, r.Chosen = t, from
		return true
	}
	switch {
	case c[r.Key] != "" && use(c[r.Key], r.Key):
	case c[r.Like] != "" && use(c[r.Like], r.Like):
	case m.Profile != technique.Usual && use(technique.Rank(r.Of, r.Situation, m.Profile)[0].Key, "profile"):
	default:
		use(usualOf(*r, said), "")
	}
}

// finish settles what becomes of a seam's raw allowances.
func finish(r *Row, covered bool, c Choices, m Maker) {
	if r.Of != technique.Join || r.Technique.Fit.Clean >= 2 {
		return
	}
	s := r.Situation
	s.Enclosed = covered
	for _, key := range []string{r.Key + "/finish", r.Like + "/finish"} {
		if t, ok := technique.Find(c[key]); ok && t.Of == technique.Finish {
			r.Finish, r.ChosenFinish = t, key
			return
		}
	}
	key := usual[technique.Finish]
	if covered {
		key = "raw"
	}
	if m.Profile != technique.Usual {
		key, r.ChosenFinish = technique.Rank(technique.Finish, s, m.Profile)[0].Key, "profile"
	}
	r.Finish, _ = technique.Find(key)
}

// setUp is what it takes to pin, find the place and begin, every time, minutes (from
// memory): without it many short seams would look as quick as a long one.
const setUp = 3.0

// reckon works thread and time of a row out.
func reckon(r *Row, thick float64, m Maker) {
	all := r.Length * float64(max(r.Times, 1))
	if r.Count > 0 && r.Technique.Each > 0 {
		all = r.Length
	}
	if r.Of == technique.Finish { // a finish is reckoned for both allowances of a seam
		all /= 2
	}
	r.Thread = r.Technique.Thread(thick) * all / 1000
	r.Minutes = m.perMetre(r.Technique)*all/1000 + r.Technique.Each*float64(r.Count)
	if r.A.Piece != "" {
		r.Minutes += setUp * float64(max(r.Times, 1))
	}
	if r.Technique.Machine() && !m.any(func(x Machine) bool { return x.Reverse }) {
		r.Minutes += tied * float64(max(r.Times, r.Count, 1))
	}
	if r.Shared {
		r.Minutes, r.Thread = r.Minutes/2, r.Thread/2
	}
	if r.Finished() {
		r.Thread += r.Finish.Thread(thick) * all / 1000
		r.FinishMinutes = m.perMetre(r.Finish) * all / 1000
	}
	r.Layers = r.Technique.Needle()
	r.Thick = float64(r.Technique.Stack()) * thick
	if r.Absorbed == pattern.Gathers || r.Absorbed == pattern.Pleats {
		// What is drawn up lies on itself as often as it is fuller.
		more := math.Ceil(max((r.Length+r.Ease)/max(r.Length, 1), 1)) - 1
		r.Layers += int(more)
		r.Thick += more * thick
	}
	if (r.Chosen != "" || r.ChosenFinish != "") && r.Of != technique.Finish {
		r.Wants = max(r.Technique.Asked, r.Finish.Asked)
	}
}

// As is a row as it would be by another technique, in cloth thick mm: its time, thread, layers
// and allowance. A technique that finishes allowances takes the place of the finish.
func (r Row) As(t technique.Technique, thick float64, m Maker) Row {
	if t.Of == technique.Finish {
		r.Finish, r.ChosenFinish = t, r.Key+"/finish"
	} else {
		r.Technique, r.Chosen = t, r.Key
		if t.Fit.Clean >= 2 {
			r.Finish, r.ChosenFinish = technique.Technique{}, ""
		}
	}
	r.FinishMinutes = 0
	reckon(&r, thick, m)
	return r
}

// sentence is a text with a capital at its beginning.
func sentence(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}
