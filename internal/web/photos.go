package web

import (
	"io"
	"net/http"

	"ardentgusset/internal/store"
)

// setPhoto keeps a picture of the cloth.
func (s *Server) setPhoto(c *call) error {
	data, err := io.ReadAll(c.Request.Body)
	if err == nil {
		var hash string
		if hash, err = s.st.KeepPhoto(c.ctx(), data); err == nil {
			err = s.st.SetStash(c.ctx(), id(c, "cloth"), func(b *store.Stashed) error { b.Photo = hash; return nil })
		}
	}
	if err != nil {
		return err
	}
	return s.stashParts(c)
}

func (s *Server) photo(c *call) error {
	p, err := s.st.Photo(c.ctx(), c.Param("hash"))
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
