package store

import (
	"encoding/json"

	"gorm.io/gorm"
)

// undoParts brings back the cloths an action took from. It fails when one of
// them has been changed since.
func undoParts(tx *gorm.DB, main History) error {
	var parts []History
	if err := tx.Where("main = ?", main.ID).Find(&parts).Error; err != nil {
		return err
	}
	for _, h := range parts {
		var last History
		if err := tx.Where("scope = ? and scope_id = ?", h.Scope, h.ScopeID).Order("id desc").First(&last).Error; err != nil {
			return err
		}
		if last.ID != h.ID {
			return &Conflict{Theirs: "“" + last.Label + "” on the cloth it was cut from", Done: true}
		}
		var b Stashed
		if err := json.Unmarshal([]byte(h.Before), &b); err != nil {
			return err
		}
		if err := tx.Save(&b).Error; err != nil {
			return err
		}
		if err := tx.Delete(&h).Error; err != nil {
			return err
		}
	}
	return nil
}
