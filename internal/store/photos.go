package store

import (
	"bytes"
	"context"
	"crypto/sha256"
	"fmt"
	"image"
	"image/color"
	"sync"

	"gorm.io/gorm/clause"
)

// LargestPhoto is in bytes, LongestSide of a photo in pixels.
const LargestPhoto, LongestSide = 8 << 20, 12000

// MostOpened is how many bytes a picture may take while it is open, and decoding is held while one is.
const MostOpened = 128 << 20

var decoding sync.Mutex

// bytesAPoint is about what a point of a picture takes opened.
func bytesAPoint(m color.Model, kind string, data []byte) float64 {
	switch {
	case kind == "jpeg" && progressive(data):
		return 3 + 3*4 // the passes are held as whole numbers, one for every colour
	case m == color.YCbCrModel:
		return 3
	case m == color.GrayModel:
		return 1
	case m == color.Gray16Model:
		return 2
	case m == color.RGBA64Model || m == color.NRGBA64Model:
		return 8
	}
	if _, ok := m.(color.Palette); ok {
		return 1
	}
	return 4
}

// weighed refuses what is no picture, or takes too much room opened.
func weighed(data []byte) error {
	c, kind, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil || kind != "png" && kind != "jpeg" || c.Width < 1 || c.Height < 1 {
		return &FieldError{"photo", "this is no picture that can be read: PNG or JPEG"}
	}
	if c.Width > LongestSide || c.Height > LongestSide ||
		float64(c.Width)*float64(c.Height)*bytesAPoint(c.ColorModel, kind, data) > MostOpened {
		return &FieldError{"photo", "this picture takes too much room opened: at most 12,000 pixels a side, and about 30 million in all, " +
			"fewer of a picture with 16 bits a colour or sent in passes; take it smaller"}
	}
	return nil
}

// KeepPhoto keeps a picture, without what a camera wrote beside it, and gives its hash. It fails on what is no PNG or
// JPEG and on what is too large.
func (s *Store) KeepPhoto(ctx context.Context, data []byte) (string, error) {
	if len(data) > LargestPhoto {
		return "", &FieldError{"photo", "a photo holds at most 8 MB; take it smaller"}
	}
	if err := weighed(data); err != nil {
		return "", err
	}
	decoding.Lock() // one at a time: a picture takes far more room opened than kept
	_, kind, err := image.Decode(bytes.NewReader(data))
	decoding.Unlock()
	if err != nil || kind != "png" && kind != "jpeg" { // a head alone is no picture
		return "", &FieldError{"photo", "this picture is broken off or damaged; take it once more"}
	}
	data = bared(data, kind)
	p := Photo{Hash: fmt.Sprintf("%x", sha256.Sum256(data)), Type: "image/" + kind, Data: data}
	return p.Hash, explain(s.db.WithContext(ctx).Clauses(clause.OnConflict{DoNothing: true}).Create(&p).Error)
}

// Photo finds a picture.
func (s *Store) Photo(ctx context.Context, hash string) (Photo, error) {
	var p Photo
	return p, explain(s.db.WithContext(ctx).First(&p, "hash = ?", hash).Error)
}
