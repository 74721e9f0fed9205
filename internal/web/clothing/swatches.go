package clothing

import (
	"slices"
	"strconv"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// setSwatches records a test, or takes one away.
func (s *Room) setSwatches(c *hall.Call) error {
	u := hall.UnitOf(c)
	err := s.Store.SetStash(c.Ctx(), hall.ID(c, "cloth"), func(b *store.Stashed) error {
		f := &b.Fabric
		f.Swatches = slices.Clone(f.Swatches)
		if c.PostForm("do") == "remove" {
			k := slices.IndexFunc(f.Swatches, func(o cloth.Swatch) bool { return strconv.Itoa(o.ID) == c.PostForm("swatch") })
			if k < 0 {
				return &store.FieldError{Field: "swatch", Why: "this test is no longer there; load the page again"}
			}
			f.Swatches = slices.Delete(f.Swatches, k, k+1)
			return nil
		}
		note, err := store.Labelled("note", c.PostForm("note"))
		if err != nil {
			return err
		}
		sw := cloth.Swatch{Test: cloth.Test(c.PostForm("test")), On: s.Opt.Now().Format(time.DateOnly), Note: note}
		for _, field := range sw.Test.Fields() {
			if err := field.Set(&sw, c.PostForm(field.Key), u); err != nil {
				return &store.FieldError{Field: field.Key, Why: err.Error()}
			}
		}
		if key, why := sw.Fault(); why != "" {
			return &store.FieldError{Field: key, Why: why}
		}
		if len(f.Swatches) >= mostSwatches {
			return &store.FieldError{Field: "test", Why: "a hundred tests are the most a cloth can keep; take old ones away"}
		}
		f.Swatches = append(f.Swatches, sw)
		return nil
	})
	if err != nil {
		return err
	}
	return s.stashParts(c)
}

// mostSwatches is how many tests are kept of a cloth.
const mostSwatches = 100
