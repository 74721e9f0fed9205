package store

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/spatial/r3"
)

// What was cut is kept for as long as the file lives, so it has types of its
// own, field for field: a core type that is renamed or loses a field no longer
// converts, which the compiler says, and the files that are out there go on
// being read. A change of these types needs a new version here.

// keptVersion is the version written. Version 0, without a number, was the
// draft alone; version 1 had its techniques in free words and its rows and steps as
// they were worked out; in version 2 hooks and buttons were but notions; in version 3 a garment measured what its form did,
// and no levels lay on its pieces.
const keptVersion = 4

type keptCut struct {
	Version int       `json:"version"`
	Draft   keptDraft `json:"draft"`
	Uses    []keptUse `json:"uses"`
}

// keptUse is a cloth it was cut from and how it lay on it.
type keptUse struct {
	Role   cloth.Role     `json:"role"`
	Stash  uint           `json:"stash"`
	Fabric cloth.Fabric   `json:"fabric"`
	Counts map[string]int `json:"counts"`
	Sheets []keptSheet    `json:"sheets"`
}

type keptSheet struct {
	Key    string     `json:"key"`
	Job    lay.Job    `json:"job"`
	Result lay.Result `json:"result"`
	Cut    int        `json:"cut"`
}

type keptDraft struct {
	Pieces     []keptPiece
	Seams      []keptSeam
	Dimensions []keptDimension
	Bones      []keptBone
	Hoops      []keptHoop
	Laces      []keptLacing
	Quilting   []keptQuilted
	Fastenings []keptFastening
	Notions    []keptNotion
	Spares     []keptSpare
	Own        []keptStep
	Steps      []keptStep
	Told       []keptTold
	MockUp     string
	Flat       bool
	Covered    bool
	Casing     bool
	Filled     bool
	Works      []keptWorked
	TryOn      string
	Wear       keptWear
	Smaller    []keptDepth
	Notes      []keptNote
	Cautions   []keptCaution
	On         map[figure.Level]float64
	Drawn      []keptDrawn `json:",omitempty"`
	Girths     []keptRound `json:",omitempty"`
	Waist      *keptWaist  `json:",omitempty"`
	Entry      *keptEntry  `json:",omitempty"`
}

type keptPoint struct{ X, Y float64 }

type keptPiece struct {
	ID, Name     string
	Edges        []keptEdge
	Cut          int
	Also         []keptCutFor
	Mirrored     bool
	Fold         string
	EitherWay    bool
	GrainDegrees float64
	Hidden       bool
	Of           string `json:",omitempty"`
	Notches      []keptNotch
	Marks        []keptMark
	Levels       []keptLevel `json:",omitempty"`
	Covered      bool        `json:",omitempty"`
}

type keptCutFor struct {
	For   pattern.For
	N     int
	Apart bool `json:",omitempty"`
}

type keptEdge struct {
	ID, Name  string
	Line      []keptPoint
	Allowance float64
	Turned    bool
	Kind      pattern.EdgeKind
	Technique string
	Corner    bool
}

type keptNotch struct {
	Edge  string
	At    float64
	Label string
}

type keptMark struct {
	Kind          pattern.MarkKind
	Path          []keptPoint
	Label         string
	Width         float64
	Channel, Long float64
}

type keptSeam struct {
	ID        string
	A, B      keptSide
	Ease      float64
	Absorbed  pattern.Takeup
	Join      pattern.Join
	Technique string
	Strain    int
	Open      float64
	Repeat    int
	Wait      pattern.Wait
	Note      string
}

type keptDimension struct {
	Key, Part, Label string
	Value            float64
}

type keptBone struct {
	Kind            bone.Kind
	Place, Piece    string
	Width           float64
	Channel, Length float64
	Clearance       float64
	Count           int
}

type keptHoop struct {
	Place                 string
	Drop, Around, Overlap float64
	Count                 int
	Shape                 []keptPoint
}

type keptLacing struct {
	Place, Piece                        string
	Style                               closure.Style
	Left, Right                         []float64
	Inset, Gap, Open, Tail, Waist, Loop float64
	Hand, Doubled                       bool
}

type keptQuilted struct {
	Piece   string
	Copies  int
	Spacing float64
	Lines   [][]keptPoint
}

type keptNotion struct {
	Kind, What string
	Quantity   float64
	Unit, Why  string
	Grams      float64 `json:",omitempty"`
}

type keptSpare struct {
	Dimension, Where string
	Seams            int
	Allowance, Slide float64
}

type keptStep struct {
	ID        work.ID
	Name, How string
	Needs     []work.Need
	Minutes   float64
	After     []keptAfter
	Technique string
}

type keptTold struct {
	Step  work.ID
	How   string
	After []keptAfter
}

type keptWorked struct {
	Key, Name string
	Of        technique.Work
	Join      pattern.Join
	Technique string
	Count     int
	Length    float64
}

type keptFastening struct {
	Kind     closure.Fastener
	Count    int
	Size     float64
	For, Why string
}

type keptAfter struct {
	Step  work.ID
	Why   string
	Hours float64 `json:",omitempty"`
}

type keptDepth struct{ Drop, Depth float64 }

type keptPad struct {
	Bearing, Spread float64
	Depth           []keptDepth
}

type keptProp struct {
	Drop    float64
	Section figure.Section // as it writes itself: its support, bearing by bearing
}

type keptHang struct{ Drop, Girth float64 }

type keptCarry struct{ Lift, More, Apart, Flat float64 }

type keptDrawn struct {
	Kind draft.DrawnKind
	Name string
	Line [][3]float64
	// Right is set for a line of the right side alone.
	Right bool `json:",omitempty"`
}

type keptNote struct {
	Title, Text string
	Grave       bool
	Fix         draft.Settings
	FixLabel    string
}

type keptCaution struct {
	Key   string `json:"key"`
	Title string `json:"title"`
	Text  string `json:"text"`
}

// each converts a list, nothing into nothing.
func each[A, B any](in []A, f func(A) B) []B {
	if in == nil {
		return nil
	}
	out := make([]B, len(in))
	for i, v := range in {
		out[i] = f(v)
	}
	return out
}

func keptLine(in []plane.Point) []keptPoint {
	return each(in, func(p plane.Point) keptPoint { return keptPoint(p) })
}
func line(in []keptPoint) []plane.Point {
	return each(in, func(p keptPoint) plane.Point { return plane.Point(p) })
}
func keptDepths(in []figure.Depth) []keptDepth {
	return each(in, func(d figure.Depth) keptDepth { return keptDepth(d) })
}
func depths(in []keptDepth) []figure.Depth {
	return each(in, func(d keptDepth) figure.Depth { return figure.Depth(d) })
}

func keptStepOf(s work.Step) keptStep {
	return keptStep{s.ID, s.Name, s.How, s.Needs, s.Minutes, each(s.After, func(a work.After) keptAfter { return keptAfter(a) }),
		s.Technique}
}

func (s keptStep) step() work.Step {
	return work.Step{ID: s.ID, Name: s.Name, How: s.How, Needs: s.Needs, Minutes: s.Minutes, Technique: s.Technique,
		After: each(s.After, func(a keptAfter) work.After { return work.After(a) })}
}

// keep writes what was cut.
func keep(m ensemble.Made) keptCut {
	d := m.Draft
	k := keptCut{Version: keptVersion, Draft: keptDraft{
		Pieces: each(d.Pieces, func(p pattern.Piece) keptPiece {
			return keptPiece{p.ID, p.Name, each(p.Edges, func(e pattern.Edge) keptEdge {
				return keptEdge{e.ID, e.Name, keptLine(e.Line), e.Allowance, e.Turned, e.Kind, e.Technique, e.Corner}
			}), p.Cut, each(p.Also, func(c pattern.CutFor) keptCutFor { return keptCutFor(c) }), p.Mirrored, p.Fold,
				p.EitherWay, p.GrainDegrees, p.Hidden, p.Of,
				each(p.Notches, func(n pattern.Notch) keptNotch { return keptNotch(n) }),
				each(p.Marks, func(m pattern.Mark) keptMark {
					return keptMark{m.Kind, keptLine(m.Path), m.Label, m.Width, m.Channel, m.Long}
				}),
				each(p.Levels, func(l pattern.Level) keptLevel { return keptLevel{l.Drop, keptLine(l.Path), l.Open} }), p.Covered}
		}),
		Seams: each(d.Seams, func(s pattern.Seam) keptSeam {
			return keptSeam{s.ID, keptSideOf(s.A), keptSideOf(s.B), s.Ease, s.Absorbed, s.Join, s.Technique, s.Strain, s.Open, s.Repeat,
				s.Wait, s.Note}
		}),
		Dimensions: each(d.Dimensions, func(x draft.Dimension) keptDimension { return keptDimension(x) }),
		Bones:      each(d.Bones, func(b bone.Bone) keptBone { return keptBone(b) }),
		Hoops: each(d.Hoops, func(h bone.Hoop) keptHoop {
			return keptHoop{h.Place, h.Drop, h.Around, h.Overlap, h.Count, keptLine(h.Shape)}
		}),
		Laces: each(d.Laces, func(l closure.Lacing) keptLacing { return keptLacing(l) }),
		Quilting: each(d.Quilting, func(q quilt.Quilted) keptQuilted {
			return keptQuilted{q.Piece, q.Copies, q.Spacing, each(q.Lines, keptLine)}
		}),
		Fastenings: each(d.Fastenings, func(f closure.Fastening) keptFastening { return keptFastening(f) }),
		Notions:    each(d.Notions, func(n notion.Notion) keptNotion { return keptNotion(n) }),
		Spares:     each(d.Spares, func(s draft.Spare) keptSpare { return keptSpare(s) }),
		Own:        each(d.Own, keptStepOf), Steps: each(d.Steps, keptStepOf),
		Told: each(d.Told, func(t draft.Told) keptTold {
			return keptTold{t.Step, t.How, each(t.After, func(a work.After) keptAfter { return keptAfter(a) })}
		}),
		MockUp: d.MockUp, Flat: d.Flat, Covered: d.Covered, Casing: d.Casing, Filled: d.Filled, TryOn: d.TryOn, Entry: keptEntryOf(d.Entry),
		Works: each(d.Works, keptWorkedOf),
		Wear: keptWear{d.Wear.LaceTo, d.Wear.Moved,
			each(d.Wear.Pads, func(p figure.Pad) keptPad { return keptPad{p.Bearing, p.Spread, keptDepths(p.Depth)} }),
			each(d.Wear.Props, func(p figure.Prop) keptProp { return keptProp(p) }), keptDepths(d.Wear.Cover),
			each(d.Wear.Hang, func(h draft.Hang) keptHang { return keptHang(h) }), d.Wear.Stands, d.Wear.Hem,
			keptCarry(d.Wear.Carry), d.Wear.Foot, d.Wear.Train, d.Wear.Slit, d.Wear.Shoulders, keptArms(d.Wear.Arms)},
		Waist: keptWaistOf(d.Waist),
		Drawn: each(d.Drawn, func(l draft.Drawn) keptDrawn {
			return keptDrawn{l.Kind, l.Name, each(l.Line, func(p r3.Vec) [3]float64 { return [3]float64{p.X, p.Y, p.Z} }), l.Right}
		}),
		Girths:   each(d.Girths, func(a draft.Around) keptRound { return keptRound(a) }),
		Smaller:  keptDepths(d.Smaller),
		Notes:    each(d.Notes, func(n draft.Note) keptNote { return keptNote(n) }),
		Cautions: each(d.Cautions, func(c caution.Caution) keptCaution { return keptCaution(c) }),
		On:       d.On,
	}}
	for _, u := range m.Uses {
		k.Uses = append(k.Uses, keptUse{u.Role, u.Stash, u.Fabric, u.Counts,
			each(u.Sheets, func(s ensemble.Sheet) keptSheet { return keptSheet{s.Key, s.Job, s.Result, s.Cut} })})
	}
	return k
}

// read makes of what was kept what the rest of the program works with.
func (k keptCut) read() ensemble.Made {
	d := k.Draft
	m := ensemble.Made{Draft: draft.Draft{
		Pieces: each(d.Pieces, func(p keptPiece) pattern.Piece {
			return pattern.Piece{ID: p.ID, Name: p.Name, Edges: each(p.Edges, func(e keptEdge) pattern.Edge {
				return pattern.Edge{ID: e.ID, Name: e.Name, Line: line(e.Line), Allowance: e.Allowance, Turned: e.Turned, Kind: e.Kind,
					Technique: e.Technique, Corner: e.Corner}
			}), Cut: p.Cut, Also: each(p.Also, func(c keptCutFor) pattern.CutFor { return pattern.CutFor(c) }),
				Mirrored: p.Mirrored, Fold: p.Fold, EitherWay: p.EitherWay, GrainDegrees: p.GrainDegrees, Hidden: p.Hidden, Of: p.Of,
				Notches: each(p.Notches, func(n keptNotch) pattern.Notch { return pattern.Notch(n) }),
				Marks: each(p.Marks, func(m keptMark) pattern.Mark {
					return pattern.Mark{Kind: m.Kind, Path: line(m.Path), Label: m.Label, Width: m.Width, Channel: m.Channel, Long: m.Long}
				}),
				Levels: each(p.Levels, func(l keptLevel) pattern.Level {
					return pattern.Level{Drop: l.Drop, Path: line(l.Path), Open: l.Open}
				}), Covered: p.Covered}
		}),
		Seams: each(d.Seams, func(s keptSeam) pattern.Seam {
			return pattern.Seam{ID: s.ID, A: s.A.side(), B: s.B.side(), Ease: s.Ease, Absorbed: s.Absorbed,
				Join: s.Join, Technique: s.Technique, Strain: s.Strain, Open: s.Open, Repeat: s.Repeat, Wait: s.Wait, Note: s.Note}
		}),
		Dimensions: each(d.Dimensions, func(x keptDimension) draft.Dimension { return draft.Dimension(x) }),
		Bones:      each(d.Bones, func(b keptBone) bone.Bone { return bone.Bone(b) }),
		Hoops: each(d.Hoops, func(h keptHoop) bone.Hoop {
			return bone.Hoop{Place: h.Place, Drop: h.Drop, Around: h.Around, Overlap: h.Overlap, Count: h.Count, Shape: line(h.Shape)}
		}),
		Laces: each(d.Laces, func(l keptLacing) closure.Lacing { return closure.Lacing(l) }),
		Quilting: each(d.Quilting, func(q keptQuilted) quilt.Quilted {
			return quilt.Quilted{Piece: q.Piece, Copies: q.Copies, Spacing: q.Spacing, Lines: each(q.Lines, line)}
		}),
		Fastenings: each(d.Fastenings, func(f keptFastening) closure.Fastening { return closure.Fastening(f) }),
		Notions:    each(d.Notions, func(n keptNotion) notion.Notion { return notion.Notion(n) }),
		Spares:     each(d.Spares, func(s keptSpare) draft.Spare { return draft.Spare(s) }),
		Own:        each(d.Own, keptStep.step), Steps: each(d.Steps, keptStep.step),
		Told: each(d.Told, func(t keptTold) draft.Told {
			return draft.Told{Step: t.Step, How: t.How, After: each(t.After, func(a keptAfter) work.After { return work.After(a) })}
		}),
		MockUp: d.MockUp, Flat: d.Flat, Covered: d.Covered, Casing: d.Casing, Filled: d.Filled, TryOn: d.TryOn, Entry: d.Entry.entry(),
		Works: each(d.Works, keptWorked.worked),
		Wear: draft.Wear{LaceTo: d.Wear.LaceTo, Moved: d.Wear.Moved, Carry: figure.Carry(d.Wear.Carry),
			Pads: each(d.Wear.Pads, func(p keptPad) figure.Pad {
				return figure.Pad{Bearing: p.Bearing, Spread: p.Spread, Depth: depths(p.Depth)}
			}),
			Props: each(d.Wear.Props, func(p keptProp) figure.Prop { return figure.Prop(p) }), Cover: depths(d.Wear.Cover),
			Hang: each(d.Wear.Hang, func(h keptHang) draft.Hang { return draft.Hang(h) }), Stands: d.Wear.Stands, Hem: d.Wear.Hem,
			Foot: d.Wear.Foot, Train: d.Wear.Train, Slit: d.Wear.Slit, Shoulders: figure.Shoulders(d.Wear.Shoulders),
			Arms: figure.Arms(d.Wear.Arms)},
		Waist: d.Waist.waist(),
		Drawn: each(d.Drawn, func(l keptDrawn) draft.Drawn {
			return draft.Drawn{Kind: l.Kind, Name: l.Name, Line: each(l.Line,
				func(p [3]float64) r3.Vec { return r3.Vec{X: p[0], Y: p[1], Z: p[2]} }), Right: l.Right}
		}),
		Girths:   each(d.Girths, func(a keptRound) draft.Around { return draft.Around(a) }),
		Smaller:  depths(d.Smaller),
		Notes:    each(d.Notes, func(n keptNote) draft.Note { return draft.Note(n) }),
		Cautions: each(d.Cautions, func(c keptCaution) caution.Caution { return caution.Caution(c) }),
		On:       d.On,
	}}
	for _, u := range k.Uses {
		m.Uses = append(m.Uses, ensemble.MadeUse{Use: ensemble.Use{Role: u.Role, Stash: u.Stash, Fabric: u.Fabric, Counts: u.Counts},
			Sheets: each(u.Sheets, func(s keptSheet) ensemble.Sheet {
				return ensemble.Sheet{Key: s.Key, Job: s.Job, Result: s.Result, Cut: s.Cut}
			})})
	}
	return m
}

// fasten makes fastenings of the hooks and buttons among the notions.
func (d *keptDraft) fasten() {
	kinds := map[string]closure.Fastener{"hook": closure.Hooks, "button": closure.Buttons}
	var rest []keptNotion
	for _, n := range d.Notions {
		kind, ok := kinds[n.Kind]
		if !ok {
			rest = append(rest, n)
			continue
		}
		f := keptFastening{Kind: kind, Count: int(math.Ceil(n.Quantity)), Size: 12, Why: n.Why}
		if _, what, ok := strings.Cut(n.What, " for "); ok {
			f.For = what
		}
		d.Fastenings = append(d.Fastenings, f)
	}
	d.Notions = rest
}

// readCut reads a kept text of any version. It fails on what has no pieces: an
// empty draft is no draft that cloth was cut to.
func readCut(text []byte) (ensemble.Made, error) {
	var head struct {
		Version int `json:"version"`
	}
	if err := json.Unmarshal(text, &head); err != nil {
		return ensemble.Made{}, err
	}
	var k keptCut
	var err error
	switch head.Version {
	case 0:
		err = json.Unmarshal(text, &k.Draft)
	case 1, 2, 3, keptVersion:
		err = json.Unmarshal(text, &k)
	default:
		return ensemble.Made{}, ErrNewer
	}
	if err == nil && len(k.Draft.Pieces) == 0 {
		err = fmt.Errorf("it holds no pieces")
	}
	if head.Version < 4 { // what it was meant to measure was all that was told
		for i := range k.Draft.Girths {
			k.Draft.Girths[i].Meant = k.Draft.Girths[i].Made
		}
	}
	if head.Version < 3 {
		k.Draft.fasten()
	}
	if head.Version < 2 { // its techniques are words
		for i := range k.Draft.Seams {
			k.Draft.Seams[i].Note, k.Draft.Seams[i].Technique = k.Draft.Seams[i].Technique, ""
		}
	}
	made := k.read()
	made.Told = head.Version >= 2
	return made, err
}
