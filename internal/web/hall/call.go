package hall

import (
	"context"
	"errors"
	"mime"
	"net/http"
	"strconv"

	"ardentgusset/core/measure"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

// Call is one request as a handler sees it.
type Call struct {
	*gin.Context
	Reader measure.Reader // who asks
}

// Ctx ends when nobody waits for the answer any more.
func (c *Call) Ctx() context.Context { return c.Request.Context() }

// errUnreadable is about a request whose form is broken.
var errUnreadable = errors.New("what was sent can’t be read as a form; load the page again and repeat this")

// Handle makes a handler of one that may fail: the form is read before it runs,
// and what went wrong is answered after it.
func (s *Hall) Handle(do func(*Call) error) gin.HandlerFunc {
	return func(g *gin.Context) {
		c := &Call{Context: g, Reader: s.readerOf(g)}
		if err := readForm(g); err != nil {
			s.Fail(g, err)
			return
		}
		if err := do(c); err != nil {
			s.Fail(g, err)
		}
	}
}

// readForm reads a posted form. Files are sent as what they are or in parts, and
// are left to their handlers.
func readForm(c *gin.Context) error {
	if c.Request.Method != http.MethodPost {
		return nil
	}
	kind, _, err := mime.ParseMediaType(c.GetHeader("Content-Type"))
	if c.GetHeader("Content-Type") == "" && c.Request.ContentLength == 0 {
		return nil // a button without fields
	}
	if err != nil {
		return &store.FieldError{Field: "", Why: errUnreadable.Error()}
	}
	if kind != "application/x-www-form-urlencoded" {
		return nil
	}
	if err := c.Request.ParseForm(); err != nil {
		var large *http.MaxBytesError
		if errors.As(err, &large) {
			return err
		}
		return &store.FieldError{Field: "", Why: errUnreadable.Error()}
	}
	return nil
}

// readerOf is who asks, as the browser remembers; what it was not told is as it is for these data.
func (s *Hall) readerOf(c *gin.Context) measure.Reader {
	unit, told := c.Cookie("unit")
	money, paid := c.Cookie("money")
	if told != nil || paid != nil {
		if h, err := s.Store.Habits(c.Request.Context()); err == nil { // and where they can’t be read, as where nobody chose
			if told != nil {
				unit = string(h.Unit)
			}
			if paid != nil {
				money = string(h.Money)
			}
		}
	}
	return measure.Reader{Unit: measure.UnitOf(unit), Money: measure.CurrencyOf(money)}
}

// ID reads a number out of the path; 0, which no record has, when it is none.
func ID(c *Call, name string) uint {
	n, err := strconv.ParseUint(c.Param(name), 10, 32)
	if err != nil {
		return 0
	}
	return uint(n)
}
