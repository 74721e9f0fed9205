package store

import (
	"encoding/json"
	"time"

	"github.com/go-gormigrate/gormigrate/v2"
	"gorm.io/gorm"
)

// The tables as they stood when each migration was written. They never follow
// the models: a field that is renamed there needs a migration of its own.
type (
	wearer0004 struct {
		ID        uint   `gorm:"primaryKey;autoIncrement"`
		Name      string `gorm:"not null"`
		Group     string `gorm:"column:bodies;not null;default:all"`
		Care      string `gorm:"not null;default:''"`
		UpdatedAt time.Time
	}
	reading0004 struct {
		ID          uint       `gorm:"primaryKey;autoIncrement"`
		WearerID    uint       `gorm:"not null;uniqueIndex:one_reading"`
		Wearer      wearer0004 `gorm:"constraint:OnDelete:CASCADE;foreignKey:WearerID"`
		Key         string     `gorm:"not null;uniqueIndex:one_reading"`
		Worn        string     `gorm:"not null;uniqueIndex:one_reading"`
		MM          float64    `gorm:"column:mm;not null"`
		Left        float64    `gorm:"column:left_mm;not null;default:0"`
		Right       float64    `gorm:"column:right_mm;not null;default:0"`
		Waiting     bool       `gorm:"not null;default:false"`
		Provisional bool       `gorm:"not null;default:false"`
		Typed       string     `gorm:"not null"`
		TakenAt     time.Time
		Takes       string `gorm:"not null;default:'[]'"`
	}
	ensemble0004 struct {
		ID        uint   `gorm:"primaryKey;autoIncrement"`
		Name      string `gorm:"not null"`
		Part      string
		Occasion  string
		WearerID  uint       `gorm:"not null"`
		Wearer    wearer0004 `gorm:"constraint:OnDelete:RESTRICT;foreignKey:WearerID"`
		EventDate string
		Heel      float64 `gorm:"column:heel_mm;not null;default:0"`
		Hours     float64 `gorm:"column:hours_per_day;not null;default:2"`
		Aim       string  `gorm:"not null;default:'{}'"`
		Prices    string
		UpdatedAt time.Time
	}
	ensemble0006 struct {
		ID    uint   `gorm:"primaryKey;autoIncrement"`
		Stock string `gorm:"column:stock_unit;not null;default:cm"`
	}
	layer0004 struct {
		ID         uint         `gorm:"primaryKey;autoIncrement"`
		EnsembleID uint         `gorm:"not null;index:idx_layers_ensemble_id"`
		Ensemble   ensemble0004 `gorm:"constraint:OnDelete:CASCADE;foreignKey:EnsembleID"`
		Position   int          `gorm:"not null"`
		Kind       string       `gorm:"not null"`
		Name       string       `gorm:"not null"`
		State      string       `gorm:"not null;default:planned"`
		Settings   string       `gorm:"not null"`
		Fabric     string       `gorm:"not null"`
		Stash      uint         `gorm:"column:stash_id;not null;default:0"`
		Laying     string
		Pieces     string `gorm:"column:pieces_cut"`
		Seen       string `gorm:"not null"`
		CutHash    string `gorm:"not null;default:''"`
		CutAt      *time.Time
	}
	stepLog0004 struct {
		ID      uint      `gorm:"primaryKey;autoIncrement"`
		LayerID uint      `gorm:"not null;uniqueIndex:one_step"`
		Layer   layer0004 `gorm:"constraint:OnDelete:CASCADE;foreignKey:LayerID"`
		Step    string    `gorm:"not null;uniqueIndex:one_step"`
		DoneAt  *time.Time
		Note    string
	}
	timing0004 struct {
		ID        uint      `gorm:"primaryKey;autoIncrement"`
		LayerID   uint      `gorm:"not null;index:idx_timings_layer_id"`
		Layer     layer0004 `gorm:"constraint:OnDelete:CASCADE;foreignKey:LayerID"`
		Step      string    `gorm:"not null"`
		StartedAt time.Time
		EndedAt   *time.Time
	}
	history0004 struct {
		ID      uint      `gorm:"primaryKey;autoIncrement"`
		Scope   string    `gorm:"not null;index:of"`
		ScopeID uint      `gorm:"not null;index:of"`
		Label   string    `gorm:"not null"`
		Before  string    `gorm:"not null"`
		Deleted bool      `gorm:"not null"`
		At      time.Time `gorm:"not null"`
	}
	cutDraft0004 struct {
		Hash string `gorm:"primaryKey"`
		Text []byte `gorm:"not null"`
	}
	foundLay0004 struct {
		Hash string `gorm:"primaryKey"`
		Text []byte `gorm:"not null"`
	}
	stashed0004 struct {
		ID        uint   `gorm:"primaryKey;autoIncrement"`
		Fabric    string `gorm:"not null"`
		Note      string `gorm:"not null;default:''"`
		Photo     string `gorm:"not null;default:''"`
		UpdatedAt time.Time
	}
	photo0004 struct {
		Hash string `gorm:"primaryKey"`
		Type string `gorm:"not null"`
		Data []byte `gorm:"not null"`
	}
	layer0005 struct {
		ID    uint `gorm:"primaryKey;autoIncrement"`
		Taken string
	}
	history0005 struct {
		ID   uint `gorm:"primaryKey;autoIncrement"`
		Main uint `gorm:"not null;default:0"`
	}
)

type (
	ensemble0007 struct {
		ID      uint   `gorm:"primaryKey;autoIncrement"`
		Profile string `gorm:"not null;default:''"`
		Sewn    string
	}
	ensemble0008 struct {
		ID       uint   `gorm:"primaryKey;autoIncrement"`
		Planning string `gorm:"not null;default:'{}'"`
	}
	habits0014 struct {
		ID    uint   `gorm:"primaryKey;autoIncrement"`
		Unit  string `gorm:"not null;default:''"`
		Money string `gorm:"not null;default:''"`
		Light string `gorm:"not null;default:''"`
	}
	received0009 struct {
		Token string    `gorm:"primaryKey"`
		At    time.Time `gorm:"not null"`
	}
	stepLog0010 struct {
		Photo string `gorm:"not null;default:''"`
	}
	layer0007 struct {
		ID      uint `gorm:"primaryKey;autoIncrement"`
		Kind    string
		CutHash string
		Sewn    string
		Spool   float64 `gorm:"column:spool_m;not null;default:0"`
	}
	clocked0007 struct {
		ID        uint      `gorm:"primaryKey;autoIncrement"`
		LayerID   uint      `gorm:"not null;index:idx_clockeds_layer_id"`
		Layer     layer0004 `gorm:"constraint:OnDelete:CASCADE;foreignKey:LayerID"`
		Step      string    `gorm:"not null"`
		Technique string    `gorm:"not null"`
		Minutes   float64   `gorm:"not null"`
		Metres    float64   `gorm:"not null"`
	}
	stepLog0013 struct {
		ChosenAt *time.Time
	}
	layer0012 struct {
		ID  uint
		Had string `gorm:"not null;default:''"`
	}
	clocked0011 struct {
		Station  string  `gorm:"not null;default:''"`
		Expected float64 `gorm:"not null;default:0"`
	}
	workroom0007 struct {
		ID       uint `gorm:"primaryKey;autoIncrement"`
		Machines string
	}
)

// TableName is the table it stands in.
func (ensemble0007) TableName() string { return "ensembles" }

// TableName is the table it stands in.
func (ensemble0008) TableName() string { return "ensembles" }

// TableName is the table it stands in.
func (received0009) TableName() string { return "receiveds" }

// TableName is the table it stands in.
func (stepLog0010) TableName() string { return "step_logs" }

// TableName is the table it stands in.
func (layer0007) TableName() string { return "layers" }

// TableName is the table it stands in.
func (clocked0007) TableName() string { return "clockeds" }

// TableName is the table it stands in.
func (clocked0011) TableName() string { return "clockeds" }

// TableName is the table it stands in.
func (layer0012) TableName() string { return "layers" }

// TableName is the table it stands in.
func (stepLog0013) TableName() string { return "step_logs" }

// TableName is the table it stands in.
func (workroom0007) TableName() string { return "workrooms" }

// TableName is the table it stands in.
func (wearer0004) TableName() string { return "wearers" }

// TableName is the table it stands in.
func (reading0004) TableName() string { return "readings" }

// TableName is the table it stands in.
func (ensemble0004) TableName() string { return "ensembles" }

// TableName is the table it stands in.
func (ensemble0006) TableName() string { return "ensembles" }

// TableName is the table it stands in.
func (layer0004) TableName() string { return "layers" }

// TableName is the table it stands in.
func (stepLog0004) TableName() string { return "step_logs" }

// TableName is the table it stands in.
func (timing0004) TableName() string { return "timings" }

// TableName is the table it stands in.
func (history0004) TableName() string { return "histories" }

// TableName is the table it stands in.
func (cutDraft0004) TableName() string { return "cut_drafts" }

// TableName is the table it stands in.
func (foundLay0004) TableName() string { return "found_lays" }

// TableName is the table it stands in.
func (stashed0004) TableName() string { return "stasheds" }

// TableName is the table it stands in.
func (photo0004) TableName() string { return "photos" }

// TableName is the table it stands in.
func (layer0005) TableName() string { return "layers" }

// TableName is the table it stands in.
func (history0005) TableName() string { return "histories" }

// TableName is the table it stands in.
func (habits0014) TableName() string { return "habits" }

// added adds the columns a table lacks, each by itself: nothing that is there
// is rebuilt.
func added(tx *gorm.DB, table any, fields ...string) error {
	for _, f := range fields {
		if !tx.Migrator().HasColumn(table, f) {
			if err := tx.Migrator().AddColumn(table, f); err != nil {
				return err
			}
		}
	}
	return nil
}

// created creates the tables that are not there.
func created(tx *gorm.DB, tables ...any) error {
	for _, t := range tables {
		if !tx.Migrator().HasTable(t) {
			if err := tx.Migrator().CreateTable(t); err != nil {
				return err
			}
		}
	}
	return nil
}

// migrations, oldest first. Each is never changed once it was released.
func migrations() []*gormigrate.Migration {
	return []*gormigrate.Migration{{
		ID: "0001_wearers_ensembles_layers",
		Migrate: func(tx *gorm.DB) error {
			return created(tx, &wearer0004{}, &reading0004{}, &ensemble0004{}, &layer0004{}, &stepLog0004{}, &timing0004{}, &history0004{})
		},
	}, {
		ID:      "0002_takes_aims_and_cut_drafts",
		Migrate: migrateTakes,
	}, {
		ID:      "0003_found_lays",
		Migrate: func(tx *gorm.DB) error { return created(tx, &foundLay0004{}) },
	}, {
		ID: "0004_stash_and_laying",
		Migrate: func(tx *gorm.DB) error {
			if err := created(tx, &stashed0004{}, &photo0004{}); err != nil {
				return err
			}
			if err := added(tx, &ensemble0004{}, "Prices"); err != nil {
				return err
			}
			return added(tx, &layer0004{}, "Stash", "Laying", "Pieces")
		},
	}, {
		ID: "0005_cloth_that_was_taken",
		Migrate: func(tx *gorm.DB) error {
			if err := added(tx, &layer0005{}, "Taken"); err != nil {
				return err
			}
			return added(tx, &history0005{}, "Main")
		},
	}, {
		ID:      "0006_what_bones_are_sold_by",
		Migrate: func(tx *gorm.DB) error { return added(tx, &ensemble0006{}, "Stock") },
	}, {
		ID:      "0007_how_it_is_sewn",
		Migrate: migrateSewing,
	}, {
		ID:      "0008_the_plan_up_to_the_day",
		Migrate: func(tx *gorm.DB) error { return added(tx, &ensemble0008{}, "Planning") },
	}, {
		ID:      "0009_what_was_received",
		Migrate: func(tx *gorm.DB) error { return created(tx, &received0009{}) },
	}, {
		ID:      "0010_photos_of_the_work",
		Migrate: func(tx *gorm.DB) error { return added(tx, &stepLog0010{}, "Photo") },
	}, {
		ID:      "0011_the_pace_of_other_ensembles",
		Migrate: func(tx *gorm.DB) error { return added(tx, &clocked0011{}, "Station", "Expected") },
	}, {
		ID:      "0012_what_is_not_made",
		Migrate: func(tx *gorm.DB) error { return added(tx, &layer0012{}, "Had") },
	}, {
		ID:      "0013_when_it_was_ticked",
		Migrate: func(tx *gorm.DB) error { return added(tx, &stepLog0013{}, "ChosenAt") },
	}, {
		ID:      "0014_how_one_reads",
		Migrate: func(tx *gorm.DB) error { return created(tx, &habits0014{}) },
	}}
}

func migrateTakes(tx *gorm.DB) error {
	if err := created(tx, &cutDraft0004{}); err != nil {
		return err
	}
	if err := added(tx, &wearer0004{}, "Care"); err != nil {
		return err
	}
	if err := added(tx, &reading0004{}, "Left", "Right", "Waiting", "Provisional", "Takes"); err != nil {
		return err
	}
	if err := added(tx, &ensemble0004{}, "Aim"); err != nil {
		return err
	}
	if err := added(tx, &layer0004{}, "CutHash", "CutAt"); err != nil {
		return err
	}
	// What was taken before is the first take of each reading.
	var all []reading0004
	if err := tx.Find(&all).Error; err != nil {
		return err
	}
	for _, r := range all {
		if r.Takes != "" && r.Takes != "[]" {
			continue
		}
		takes, err := json.Marshal([]map[string]any{{"mm": r.MM, "typed": r.Typed, "sitting": 1, "at": r.TakenAt}})
		if err != nil {
			return err
		}
		if err := tx.Model(&reading0004{ID: r.ID}).Update("takes", string(takes)).Error; err != nil {
			return err
		}
	}
	return nil
}
