package store

import (
	"bytes"
	"context"
	"crypto/sha256"
	"fmt"
	"image"
	"sync"

	"gorm.io/gorm/clause"
)

// LargestPhoto is in bytes, LongestSide of a photo in pixels.
const LargestPhoto, LongestSide = 8 << 20, 12000

// MostPixels is the largest picture that is opened, and decoding is held while
// one is.
const MostPixels = 40_000_000

var decoding sync.Mutex

// KeepPhoto keeps a picture and gives its hash. It fails on what is no PNG or
// JPEG and on what is too large.
func (s *Store) KeepPhoto(ctx context.Context, data []byte) (string, error) {
	if len(data) > LargestPhoto {
		return "", &FieldError{"photo", "a photo holds at most 8 MB; take it smaller"}
	}
	c, _, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil || c.Width < 1 || c.Height < 1 || c.Width > LongestSide || c.Height > LongestSide || c.Width*c.Height > MostPixels {
		return "", &FieldError{"photo", "this is no picture that can be read: PNG or JPEG, at most 12,000 pixels a side and 40 " +
			"million in all"}
	}
	decoding.Lock() // one at a time: a picture takes far more room opened than kept
	_, kind, err := image.Decode(bytes.NewReader(data))
	decoding.Unlock()
	if err != nil || kind != "png" && kind != "jpeg" { // a head alone is no picture
		return "", &FieldError{"photo", "this picture is broken off or damaged; take it once more"}
	}
	p := Photo{Hash: fmt.Sprintf("%x", sha256.Sum256(data)), Type: "image/" + kind, Data: data}
	return p.Hash, explain(s.db.WithContext(ctx).Clauses(clause.OnConflict{DoNothing: true}).Create(&p).Error)
}

// Photo finds a picture.
func (s *Store) Photo(ctx context.Context, hash string) (Photo, error) {
	var p Photo
	return p, explain(s.db.WithContext(ctx).First(&p, "hash = ?", hash).Error)
}
