package clothing

import (
	"io"
	"net/http"

	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// setPhoto keeps a picture of the cloth.
func (s *Room) setPhoto(c *hall.Call) error {
	data, err := io.ReadAll(c.Request.Body)
	if err == nil {
		var hash string
		if hash, err = s.Store.KeepPhoto(c.Ctx(), data); err == nil {
			err = s.Store.SetStash(c.Ctx(), hall.ID(c, "cloth"), func(b *store.Stashed) error { b.Photo = hash; return nil })
		}
	}
	if err != nil {
		return err
	}
	return s.stashParts(c)
}

func (s *Room) photo(c *hall.Call) error {
	p, err := s.Store.Photo(c.Ctx(), c.Param("hash"))
	if err != nil {
		return err
	}
	if p.Type != "image/png" && p.Type != "image/jpeg" {
		return store.ErrGone
	}
	c.Header("Cache-Control", "private, max-age=31536000, immutable")
	c.Header("Content-Disposition", "inline")
	c.Data(http.StatusOK, p.Type, p.Data)
	return nil
}
