package store

import (
	"strings"

	"ardentgusset/core/work"

	"gorm.io/gorm"
)

// stepsNow is what steps are called since they come from rules, by what garments called
// them; those of one kind of garment first. What is in neither keeps its name.
var stepsNow = map[work.ID]work.ID{
	"hip-roll/sew": "turn", "bustle-pad/close": "turn", "bustle-pad/rows": "quilt", "bustle-pad/tuft": "tufts", "corded/mark": "rows",
	"petticoat-corded/mark": "rows", "combinations/edges": "face", "combinations/fronts": "edges", "boned-bodice/edges": "face",
	"shift/fell": "seams", "shift/gores": "gussets", "shift/sides": "close", "skirt-gored-1887/fell": "finish",
	"stays/straps": "set-on", "jumps/straps": "set-on", "panniers/top": "casing", "petticoat-double/hem": "check",
	"gores": "seams", "breadths": "seams", "legs": "seams", "bodice": "seams", "body": "seams", "cups": "seams", "bags": "seams",
	"shoulder": "seams", "neck": "bind", "casings": "channels", "steel": "bones", "hooks": "closure", "buttons": "closure",
	"lace":    "try-on",
	"balance": "try-on", "tapes": "try-on", "bind-low": "bind", "pleat": "pleats", "gather-lower": "gather", "gather-upper": "gather",
	"frills": "hem", "leg-bands": "band", "crotch": "face", "flounce-hems": "hem", "flounces": "set-on",
}

// stepNow is what a step of a kind of garment is called now.
func stepNow(kind string, step work.ID) work.ID {
	if now, ok := stepsNow[step.In(kind)]; ok {
		return now
	}
	if now, ok := stepsNow[step]; ok {
		return now
	}
	return step
}

// renameSteps gives what was noted of a layer's steps the names they have now. Of several
// that are one now, all must have been done. What is cut from before keeps its own steps.
func (l *Layer) renameSteps() {
	if l.CutHash != "" {
		return
	}
	var out []StepLog
	at := map[work.ID]int{}
	for _, s := range l.Steps {
		name := stepNow(l.Kind, s.Step)
		i, seen := at[name]
		if !seen {
			at[name] = len(out)
			s.Step = name
			out = append(out, s)
			continue
		}
		o := &out[i]
		if s.DoneAt == nil || o.DoneAt == nil {
			o.DoneAt = nil
		} else if s.DoneAt.After(*o.DoneAt) {
			o.DoneAt = s.DoneAt
		}
		o.Note = strings.Trim(o.Note+"\n"+s.Note, "\n")
	}
	l.Steps = out
	for i := range l.Timings {
		l.Timings[i].Step = stepNow(l.Kind, l.Timings[i].Step)
	}
}

// migrateSewing adds what techniques and machines need, and renames the steps of what is
// not cut yet.
func migrateSewing(tx *gorm.DB) error {
	if err := added(tx, &ensemble0007{}, "Profile", "Sewn"); err != nil {
		return err
	}
	if err := added(tx, &layer0007{}, "Sewn", "Spool"); err != nil {
		return err
	}
	if err := created(tx, &clocked0007{}, &workroom0007{}); err != nil {
		return err
	}
	var layers []layer0007
	if err := tx.Where("cut_hash = ''").Find(&layers).Error; err != nil {
		return err
	}
	for _, l := range layers {
		if err := renameLogged(tx, l); err != nil {
			return err
		}
	}
	return nil
}

// renameLogged renames what was noted of the steps of a layer in the file.
func renameLogged(tx *gorm.DB, l layer0007) error {
	var logs []stepLog0004
	if err := tx.Omit("Layer").Where("layer_id = ?", l.ID).Order("id").Find(&logs).Error; err != nil {
		return err
	}
	was := Layer{Kind: l.Kind}
	for _, s := range logs {
		was.Steps = append(was.Steps, StepLog{ID: s.ID, LayerID: l.ID, Step: work.ID(s.Step), DoneAt: s.DoneAt, Note: s.Note})
	}
	was.renameSteps()
	if err := tx.Where("layer_id = ?", l.ID).Delete(&stepLog0004{}).Error; err != nil {
		return err
	}
	for _, s := range was.Steps {
		row := map[string]any{"layer_id": l.ID, "step": s.Step, "done_at": s.DoneAt, "note": s.Note}
		if err := tx.Model(&stepLog0004{}).Create(row).Error; err != nil {
			return err
		}
	}
	var times []timing0004
	if err := tx.Omit("Layer").Where("layer_id = ?", l.ID).Find(&times).Error; err != nil {
		return err
	}
	for _, t := range times {
		if now := stepNow(l.Kind, work.ID(t.Step)); now != work.ID(t.Step) {
			if err := tx.Model(&timing0004{}).Where("id = ?", t.ID).Update("step", now).Error; err != nil {
				return err
			}
		}
	}
	return nil
}
