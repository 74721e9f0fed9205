// Package store keeps what a person entered. It is the only package that
// knows SQL. What can be worked out is not kept: it is worked out again.
package store

import (
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/silhouette"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"gorm.io/gorm"
)

// Wearer is a person who is measured.
type Wearer struct {
	ID        uint         `gorm:"primaryKey;autoIncrement" json:"id"`
	Name      string       `gorm:"not null" json:"name"`
	Group     figure.Group `gorm:"column:bodies;not null;default:all" json:"group"` // whose table missing readings come from
	Care      figure.Care  `gorm:"not null;default:''" json:"care"`
	Readings  []Reading    `gorm:"constraint:OnDelete:CASCADE" json:"readings"`
	UpdatedAt time.Time    `json:"updated_at"`
}

// Reading is one measurement of a wearer in one state of dress: what counts
// now, and every number that was taken for it.
type Reading struct {
	ID       uint           `gorm:"primaryKey;autoIncrement" json:"id"`
	WearerID uint           `gorm:"not null;uniqueIndex:one_reading" json:"wearer_id"`
	Key      string         `gorm:"not null;uniqueIndex:one_reading" json:"key"`
	Worn     figure.Worn    `gorm:"not null;uniqueIndex:one_reading" json:"worn"`
	MM       measure.Length `gorm:"column:mm;not null" json:"mm"` // 0 while it waits on a string
	Left     measure.Length `gorm:"column:left_mm;not null;default:0" json:"left_mm"`
	Right    measure.Length `gorm:"column:right_mm;not null;default:0" json:"right_mm"`
	Waiting  bool           `gorm:"not null;default:false" json:"waiting"` // marked on a string, to be laid on a ruler
	// Provisional: worked out from a reading over clothes until it is measured.
	Provisional bool      `gorm:"not null;default:false" json:"provisional"`
	Typed       string    `gorm:"not null" json:"typed"`
	TakenAt     time.Time `json:"taken_at"`
	Takes       []Take    `gorm:"serializer:json;not null;default:'[]'" json:"takes"` // oldest first
}

// Side is the side of the body a number was taken on; "" for the whole.
type Side string

// The sides that readings are taken on.
const (
	LeftSide  Side = "left"
	RightSide Side = "right"
)

// Take is one laying-on of the tape. Those of one sitting are repeats of each
// other, and their mean counts.
type Take struct {
	MM      measure.Length `json:"mm"`
	Typed   string         `json:"typed"`
	Side    Side           `json:"side,omitempty"`
	Sitting int            `json:"sitting"`
	At      time.Time      `json:"at"`
}

// mostTakes is how many are kept of one measurement.
const mostTakes = 40

// Repeats are the takes of the last sitting on a side.
func (r Reading) Repeats(side Side) []Take {
	last, out := 0, []Take(nil)
	for _, t := range r.Takes {
		if t.Side == side {
			last = max(last, t.Sitting)
		}
	}
	for _, t := range r.Takes {
		if t.Side == side && t.Sitting == last {
			out = append(out, t)
		}
	}
	return out
}

// Spread is how far the repeats of the last sitting differ, mm.
func (r Reading) Spread(side Side) measure.Length {
	all := r.Repeats(side)
	if len(all) == 0 {
		return 0
	}
	low, high := all[0].MM, all[0].MM
	for _, t := range all {
		low, high = min(low, t.MM), max(high, t.MM)
	}
	return high - low
}

// State is how far a layer has come.
type State string

// How far a layer may have come.
const (
	Planned State = "planned"
	Drafted State = "drafted"
	Cut     State = "cut"
	Sewn    State = "sewn"
	WornNow State = "worn"
)

// States in the order they are reached.
func States() []State { return []State{Planned, Drafted, Cut, Sewn, WornNow} }

// Ensemble is a costume: a stack of layers for one wearer and one day.
type Ensemble struct {
	ID        uint           `gorm:"primaryKey;autoIncrement" json:"id"`
	Name      string         `gorm:"not null" json:"name"`
	Part      string         `json:"part"` // period or character
	Occasion  string         `json:"occasion"`
	WearerID  uint           `gorm:"not null" json:"wearer_id"`
	Wearer    Wearer         `gorm:"constraint:OnDelete:RESTRICT" json:"-"`
	EventDate string         `json:"event_date"` // 2006-01-02, or ""
	Heel      measure.Length `gorm:"column:heel_mm;not null;default:0" json:"heel_mm"`
	Hours     float64        `gorm:"column:hours_per_day;not null;default:2" json:"hours_per_day"`
	// What bones are sold by where they are bought.
	Stock  measure.Unit   `gorm:"column:stock_unit;not null;default:cm" json:"stock_unit"`
	Aim    silhouette.Aim `gorm:"serializer:json;not null;default:'{}'" json:"aim"` // the outline to reach; no key for none
	Layers []Layer        `gorm:"constraint:OnDelete:CASCADE" json:"layers"`
	// Of notions, by what they are, for one of their unit; negative: in hand already.
	Prices map[string]float64 `gorm:"serializer:json" json:"prices"`
	// Profile is what is wanted of the way it is sewn, and Sewn the techniques
	// chosen for all of it.
	Profile  technique.Profile `gorm:"not null;default:''" json:"profile"`
	Sewn     making.Choices    `gorm:"serializer:json" json:"sewn"`
	Planning Planning          `gorm:"serializer:json;not null;default:'{}'" json:"planning"`
	Maker    making.Maker      `gorm:"-" json:"-"` // who sews, on what
	// Elsewhere is what was timed in other ensembles of work that has no technique, by station.
	Elsewhere []work.Logged `gorm:"-" json:"-"`
	UpdatedAt time.Time     `json:"updated_at"`
}

// Plan is what the walk up the stack needs of an ensemble that was read with
// its wearer and layers.
func (e Ensemble) Plan() ensemble.Plan {
	p := ensemble.Plan{Group: e.Wearer.Group, Heel: e.Heel, Care: e.Wearer.Care, Stock: e.Stock, Readings: e.Wearer.Figures(),
		Sewn: e.Sewn, Maker: e.Maker}
	p.Maker.Profile, p.Maker.Year = e.Profile, ensemble.YearIn(e.Part)
	for _, l := range e.Layers {
		p.Layers = append(p.Layers, e.layerOf(l))
	}
	return p
}

// Figures are the wearer's readings as the figure takes them; those that still
// wait on a string are left out.
func (w Wearer) Figures() []figure.Reading {
	var out []figure.Reading
	for _, r := range w.Readings {
		if r.MM > 0 {
			out = append(out, figure.Reading{Key: r.Key, Worn: r.Worn, Value: r.MM, Left: r.Left, Right: r.Right,
				On: r.TakenAt.Format(time.DateOnly), Provisional: r.Provisional})
		}
	}
	return out
}

// Layer is one garment in the stack; position 0 lies next to the skin.
type Layer struct {
	ID         uint           `gorm:"primaryKey;autoIncrement" json:"id"`
	EnsembleID uint           `gorm:"not null;index" json:"ensemble_id"`
	Position   int            `gorm:"not null" json:"position"`
	Kind       string         `gorm:"not null" json:"kind"`
	Name       string         `gorm:"not null" json:"name"`
	State      State          `gorm:"not null;default:planned" json:"state"`
	Settings   draft.Settings `gorm:"serializer:json;not null" json:"settings"`
	Fabric     cloth.Fabric   `gorm:"serializer:json;not null" json:"fabric"`
	// Which of the stash its outer cloth is; 0: its own.
	Stash   uint              `gorm:"column:stash_id;not null;default:0" json:"stash_id"`
	Laying  ensemble.Laying   `gorm:"serializer:json" json:"laying"`
	Sewn    making.Choices    `gorm:"serializer:json" json:"sewn"`                         // techniques chosen for it
	Spool   float64           `gorm:"column:spool_m;not null;default:0" json:"spool_m"`    // thread in hand that can’t be had again, m
	Pieces  map[string]bool   `gorm:"column:pieces_cut;serializer:json" json:"pieces_cut"` // ticked off the cut list
	Seen    ensemble.Snapshot `gorm:"serializer:json;not null" json:"seen"`                // the draft last taken note of
	CutHash string            `gorm:"not null;default:''" json:"cut_hash"`                 // of the draft its cloth was cut to
	CutAt   *time.Time        `json:"cut_at"`
	Cut     *ensemble.Made    `gorm:"-" json:"-"`                     // that draft, and how it lay
	Begun   []draft.Ring      `gorm:"-" json:"-"`                     // what a preview of it begins with
	Taken   []Taken           `gorm:"serializer:json" json:"taken"`   // what cutting it took from the stash
	Had     ensemble.Had      `gorm:"not null;default:''" json:"had"` // bought, borrowed or finished already, not made now
	Steps   []StepLog         `gorm:"constraint:OnDelete:CASCADE" json:"steps"`
	Timings []Timing          `gorm:"constraint:OnDelete:CASCADE" json:"timings"`
	Clocked []Clocked         `gorm:"constraint:OnDelete:CASCADE" json:"clocked"`
}

// Taken is a piece of a cloth of the stash that a layer was cut from, as it was,
// and the IDs of what remained.
type Taken struct {
	Stash uint      `json:"stash_id"`
	Was   cloth.Cut `json:"was"`
	Left  int       `json:"left,omitempty"` // 0 when nothing remained
}

// Finished tells whether a layer in that state is made to the end.
func (s State) Finished() bool { return s == Sewn || s == WornNow }

// Made tells whether its cloth is cut.
func (s State) Made() bool { return s == Cut || s == Sewn || s == WornNow }

// CutDraft is a draft that cloth was cut to, kept under the hash of its text.
// It never changes, so an undo only needs the hash.
type CutDraft struct {
	Hash string `gorm:"primaryKey"`
	Text []byte `gorm:"not null"` // JSON, compressed
}

// FoundLay is the best lay found so far of a job, kept under the hash of the
// job's text. It can be searched for again; it is kept because that takes time.
type FoundLay struct {
	Hash string `gorm:"primaryKey"`
	Text []byte `gorm:"not null"` // JSON
}

// Stashed is a cloth of the stash: a bolt, remnants, an old garment or a
// blanket, whatever ensemble it may go into.
type Stashed struct {
	ID        uint         `gorm:"primaryKey;autoIncrement" json:"id"`
	Fabric    cloth.Fabric `gorm:"serializer:json;not null" json:"fabric"`
	Note      string       `gorm:"not null;default:''" json:"note"`
	Photo     string       `gorm:"not null;default:''" json:"photo"` // hash of its picture
	UpdatedAt time.Time    `json:"updated_at"`
}

// AfterFind and BeforeSave see to it that whatever can be addressed has an ID.
func (b *Stashed) AfterFind(*gorm.DB) error { b.Fabric.Number(); return nil }

// BeforeSave brings it to what is kept.
func (b *Stashed) BeforeSave(*gorm.DB) error { b.Fabric.Number(); return nil }

// AfterFind brings it back from what is kept.
func (l *Layer) AfterFind(*gorm.DB) error { l.Laying.Number(); return nil }

// BeforeSave brings it to what is kept.
func (l *Layer) BeforeSave(*gorm.DB) error { l.Laying.Number(); return nil }

// Photo is a picture, kept under the hash of its bytes. It never changes.
type Photo struct {
	Hash string `gorm:"primaryKey"`
	Type string `gorm:"not null"` // image/png or image/jpeg
	Data []byte `gorm:"not null"`
}

// StepLog is what was noted of one step of the work.
type StepLog struct {
	ID      uint       `gorm:"primaryKey;autoIncrement" json:"id"`
	LayerID uint       `gorm:"not null;uniqueIndex:one_step" json:"layer_id"`
	Step    work.ID    `gorm:"not null;uniqueIndex:one_step" json:"step"`
	DoneAt  *time.Time `json:"done_at"`
	Note    string     `json:"note"`
	Photo   string     `gorm:"not null;default:''" json:"photo"` // hash of its picture
	// ChosenAt is when it was last ticked or unticked: what was done before that and is sent later does not count.
	ChosenAt *time.Time `json:"chosen_at,omitempty"`
}

// Timing is a stretch of work on a step; it runs while EndedAt is nil.
type Timing struct {
	ID        uint       `gorm:"primaryKey;autoIncrement" json:"id"`
	LayerID   uint       `gorm:"not null;index" json:"layer_id"`
	Step      work.ID    `gorm:"not null" json:"step"`
	StartedAt time.Time  `json:"started_at"`
	EndedAt   *time.Time `json:"ended_at"`
}

// Clocked is what a step that was timed and done says of a technique: so many minutes for
// so many metres; or, of work without one, how many minutes were expected at its station.
type Clocked struct {
	ID        uint    `gorm:"primaryKey;autoIncrement" json:"id"`
	LayerID   uint    `gorm:"not null;index" json:"layer_id"`
	Step      work.ID `gorm:"not null" json:"step"`
	Technique string  `gorm:"not null" json:"technique"`
	Station   string  `gorm:"not null;default:''" json:"station"`
	Expected  float64 `gorm:"not null;default:0" json:"expected"`
	Minutes   float64 `gorm:"not null" json:"minutes"`
	Metres    float64 `gorm:"not null" json:"metres"`
}

// Workroom is what a maker sews on; there is one.
type Workroom struct {
	ID       uint             `gorm:"primaryKey;autoIncrement" json:"id"`
	Machines []making.Machine `gorm:"serializer:json" json:"machines"`
}

// Scope is what an undo brings back as a whole.
type Scope string

// What actions are on.
const (
	OfWearer   Scope = "wearer"
	OfEnsemble Scope = "ensemble"
	OfStash    Scope = "stash"
	OfWorkroom Scope = "workroom"
)

// History is the state of a wearer or an ensemble before one action.
type History struct {
	ID      uint   `gorm:"primaryKey;autoIncrement"`
	Scope   Scope  `gorm:"not null;index:of"`
	ScopeID uint   `gorm:"not null;index:of"`
	Label   string `gorm:"not null"`
	Before  string `gorm:"not null"` // JSON of the whole, "" when it did not exist
	Deleted bool   `gorm:"not null"` // the action deleted it
	// Main is the action this is a part of, on something else; 0 for one of its
	// own. It can only be undone with that.
	Main uint      `gorm:"not null;default:0"`
	At   time.Time `gorm:"not null"`
}
