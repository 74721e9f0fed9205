package store

import (
	"bytes"
	"compress/gzip"
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/memo"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// cutKey is the hash under which what cloth was cut to is kept; it never changes.
type cutKey string

// What a cut draft weighs in memory, and all of them at most, bytes.
const cutWeight, cutsWeight = 500 << 10, 32 << 20

// keepCut writes what was cut under its hash, unless it is there already.
func keepCut(tx *gorm.DB, m ensemble.Made) (hash string, err error) {
	text, err := json.Marshal(keep(m))
	if err != nil {
		return "", fmt.Errorf("the draft can't be kept: %w", err)
	}
	hash = fmt.Sprintf("%x", sha256.Sum256(text))
	var b bytes.Buffer
	z := gzip.NewWriter(&b)
	if _, err := z.Write(text); err != nil {
		return "", err
	}
	if err := z.Close(); err != nil {
		return "", err
	}
	return hash, tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&CutDraft{hash, b.Bytes()}).Error
}

// withCuts gives every cut layer of an ensemble its draft.
func (s *Store) withCuts(ctx context.Context, e *Ensemble) error {
	for i := range e.Layers {
		hash := e.Layers[i].CutHash
		if hash == "" {
			continue
		}
		d, err := s.cutDraft(ctx, hash)
		if err != nil {
			return err
		}
		e.Layers[i].Cut = d
	}
	return nil
}

func (s *Store) cutDraft(ctx context.Context, hash string) (*ensemble.Made, error) {
	return memo.Find(ctx, s.cuts, cutKey(hash), cutWeight, func() (*ensemble.Made, error) {
		var kept CutDraft
		if err := s.db.WithContext(ctx).First(&kept, "hash = ?", hash).Error; err != nil {
			return nil, explain(err)
		}
		text, err := unpacked(kept.Text)
		if err != nil {
			return nil, fmt.Errorf("a cut garment's draft can't be read: %w", err)
		}
		m, err := readCut(text)
		if err != nil {
			return nil, fmt.Errorf("a cut garment's draft can't be read: %w", err)
		}
		m.Key = hash
		return &m, nil
	})
}

// Freeze keeps the drafts of layers that were marked as cut before drafts were
// kept. It loses nothing and is not an action to undo.
func (s *Store) Freeze(ctx context.Context, cut map[uint]ensemble.Made) error {
	if len(cut) == 0 {
		return nil
	}
	return explain(s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		for id, d := range cut {
			hash, err := keepCut(tx, d)
			if err != nil {
				return err
			}
			if err := tx.Model(&Layer{}).Where("id = ? and cut_hash = ''", id).Updates(map[string]any{"cut_hash": hash,
				"cut_at": s.now()}).Error; err != nil {
				return err
			}
		}
		return nil
	}))
}
