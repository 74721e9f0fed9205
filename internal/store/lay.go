package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"ardentgusset/core/lay"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// KeepLay keeps the best lay of a job under the job's hash, in the place of an
// earlier one.
func (s *Store) KeepLay(ctx context.Context, hash string, r lay.Result) error {
	text, err := json.Marshal(r)
	if err != nil {
		return fmt.Errorf("the lay can't be kept: %w", err)
	}
	return explain(s.db.WithContext(ctx).Clauses(clause.OnConflict{UpdateAll: true}).Create(&FoundLay{hash, text}).Error)
}

// FoundLay is the lay kept for a job, and whether there is one.
func (s *Store) FoundLay(ctx context.Context, hash string) (lay.Result, bool, error) {
	var kept FoundLay
	err := s.db.WithContext(ctx).First(&kept, "hash = ?", hash).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return lay.Result{}, false, nil
	}
	if err != nil {
		return lay.Result{}, false, explain(err)
	}
	var r lay.Result
	if err := json.Unmarshal(kept.Text, &r); err != nil {
		return r, false, fmt.Errorf("a kept lay can't be read: %w", err)
	}
	return r, true, nil
}
