package main

import (
	"bytes"
	"context"
	"errors"
	"os"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/reckon"
	"ardentgusset/internal/formats/reckonjson"
)

// reckonOut answers a sum, or lists them all.
func reckonOut(_ context.Context, c *call) error {
	in := c.String("in", "", "inputs in JSON, - for standard input; none for its example")
	if len(c.args) == 0 || strings.HasPrefix(c.args[0], "-") {
		if err := c.parse(); err != nil {
			return err
		}
		return bad("name a reckoner, or list; see ardent-gusset reckon list")
	}
	name := c.args[0]
	c.args = c.args[1:]
	if err := c.parse(); err != nil {
		return err
	}
	if name == "list" {
		b, err := asJSON(struct {
			Reckoners []reckonjson.About `json:"reckoners"`
		}{reckonjson.List()})
		if err != nil {
			return err
		}
		return c.write("-", b)
	}
	r, ok := reckon.Find(name)
	if !ok {
		return bad("there is no reckoner %.40q; see ardent-gusset reckon list", name)
	}
	set := draft.Settings{}
	if *in != "" {
		src := c.stdin
		if *in != "-" {
			f, err := os.Open(*in)
			if err != nil {
				return bad("%v", err)
			}
			defer f.Close()
			src = f
		}
		var err error
		if set, err = reckonjson.Read(src); err != nil {
			return bad("%v", err)
		}
	}
	var b bytes.Buffer
	if err := reckonjson.Write(&b, r, set); err != nil {
		var s *draft.SettingError
		if errors.As(err, &s) {
			return bad("%s (%s): %s", s.Label, s.Key, measure.Say(s.Why, measure.CM))
		}
		return err
	}
	return c.write("-", b.Bytes())
}
