package hall

import (
	"encoding/json"
	"fmt"

	"ardentgusset/core/measure"
)

// Events begins an answer of server-sent events and gives the way to send one.
func (s *Hall) Events(c *Call, p *Head) func(event string, data any) error {
	c.Header("Content-Type", "text/event-stream")
	c.Header("X-Accel-Buffering", "no")
	return func(event string, data any) error {
		text, err := json.Marshal(data)
		if err != nil {
			return err
		}
		_, err = fmt.Fprintf(c.Writer, "event: %s\ndata: %s\n\n", event, measure.Say(string(text), p.Unit))
		c.Writer.Flush()
		return err
	}
}
