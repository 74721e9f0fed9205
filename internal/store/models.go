// Package store keeps what a person entered. It is the only package that
// knows SQL. What can be worked out is not kept: it is worked out again.
package store

import (
	"strconv"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Wearer is a person who is measured.
type Wearer struct {
	ID        uint         `gorm:"primaryKey;autoIncrement" json:"id"`
	Name      string       `gorm:"not null" json:"name"`
	Group     figure.Group `gorm:"column:bodies;not null;default:all" json:"group"` // whose table missing readings come from
	Readings  []Reading    `gorm:"constraint:OnDelete:CASCADE" json:"readings"`
	UpdatedAt time.Time    `json:"updated_at"`
}

// Reading is one number taken off a wearer, as it was typed and in mm.
type Reading struct {
	ID       uint           `gorm:"primaryKey;autoIncrement" json:"id"`
	WearerID uint           `gorm:"not null;uniqueIndex:one_reading" json:"wearer_id"`
	Key      string         `gorm:"not null;uniqueIndex:one_reading" json:"key"`
	Worn     figure.Worn    `gorm:"not null;uniqueIndex:one_reading" json:"worn"`
	MM       measure.Length `gorm:"column:mm;not null" json:"mm"`
	Typed    string         `gorm:"not null" json:"typed"`
	TakenAt  time.Time      `json:"taken_at"`
}

// State is how far a layer has come.
type State string

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
	Layers    []Layer        `gorm:"constraint:OnDelete:CASCADE" json:"layers"`
	UpdatedAt time.Time      `json:"updated_at"`
}

// Plan is what the walk up the stack needs of an ensemble that was read with
// its wearer and layers.
func (e Ensemble) Plan() ensemble.Plan {
	p := ensemble.Plan{Group: e.Wearer.Group, Heel: e.Heel}
	for _, r := range e.Wearer.Readings {
		p.Readings = append(p.Readings, figure.Reading{Key: r.Key, Worn: r.Worn, Value: r.MM})
	}
	for _, l := range e.Layers {
		p.Layers = append(p.Layers, ensemble.Layer{ID: strconv.Itoa(int(l.ID)), Kind: l.Kind, Name: l.Name, Settings: l.Settings, Fabric: l.Fabric})
	}
	return p
}

// Layer is one garment in the stack; position 0 lies next to the skin.
type Layer struct {
	ID         uint              `gorm:"primaryKey;autoIncrement" json:"id"`
	EnsembleID uint              `gorm:"not null;index" json:"ensemble_id"`
	Position   int               `gorm:"not null" json:"position"`
	Kind       string            `gorm:"not null" json:"kind"`
	Name       string            `gorm:"not null" json:"name"`
	State      State             `gorm:"not null;default:planned" json:"state"`
	Settings   draft.Settings    `gorm:"serializer:json;not null" json:"settings"`
	Fabric     cloth.Fabric      `gorm:"serializer:json;not null" json:"fabric"`
	Seen       ensemble.Snapshot `gorm:"serializer:json;not null" json:"seen"` // the draft last taken note of
	Steps      []StepLog         `gorm:"constraint:OnDelete:CASCADE" json:"steps"`
	Timings    []Timing          `gorm:"constraint:OnDelete:CASCADE" json:"timings"`
}

// StepLog is what was noted of one step of the work.
type StepLog struct {
	ID      uint       `gorm:"primaryKey;autoIncrement" json:"id"`
	LayerID uint       `gorm:"not null;uniqueIndex:one_step" json:"layer_id"`
	Step    string     `gorm:"not null;uniqueIndex:one_step" json:"step"`
	DoneAt  *time.Time `json:"done_at"`
	Note    string     `json:"note"`
}

// Timing is a stretch of work on a step; it runs while EndedAt is nil.
type Timing struct {
	ID        uint       `gorm:"primaryKey;autoIncrement" json:"id"`
	LayerID   uint       `gorm:"not null;index" json:"layer_id"`
	Step      string     `gorm:"not null" json:"step"`
	StartedAt time.Time  `json:"started_at"`
	EndedAt   *time.Time `json:"ended_at"`
}

// Scope is what an undo brings back as a whole.
type Scope string

const (
	OfWearer   Scope = "wearer"
	OfEnsemble Scope = "ensemble"
)

// History is the state of a wearer or an ensemble before one action.
type History struct {
	ID      uint      `gorm:"primaryKey;autoIncrement"`
	Scope   Scope     `gorm:"not null;index:of"`
	ScopeID uint      `gorm:"not null;index:of"`
	Label   string    `gorm:"not null"`
	Before  string    `gorm:"not null"` // JSON of the whole, "" when it did not exist
	Deleted bool      `gorm:"not null"` // the action deleted it
	At      time.Time `gorm:"not null"`
}
