package hall

import (
	"errors"
	"net/http"
	"net/url"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
)

// errPanic is a slip of the program that one request met.
var errPanic = errors.New("something went wrong inside the program. What you entered before is kept; go back and try once more")

// unforeseen is said of what nobody foresaw.
const unforeseen = "Something happened that this program did not foresee; its log says what. What was kept before is safe. Load the page " +
	"again and look whether what you did is there"

// Fail answers with what went wrong: JSON to the page's own requests, a page
// otherwise.
func (s *Hall) Fail(c *gin.Context, err error) {
	status := http.StatusInternalServerError
	var field *store.FieldError
	var conflict *store.Conflict
	var inUse *store.InUse
	var large *http.MaxBytesError
	var parse *measure.ParseError
	answer := gin.H{}
	switch {
	case errors.Is(err, store.ErrGone), errors.Is(err, ErrNoPage), errors.Is(err, store.ErrNothingToUndo):
		status = http.StatusNotFound
	case errors.As(err, &field):
		status = http.StatusUnprocessableEntity
		answer["field"] = field.Field
	case errors.As(err, &parse):
		status = http.StatusUnprocessableEntity
	case errors.As(err, &conflict):
		status = http.StatusConflict
		answer["theirs"], answer["was"] = conflict.Theirs, conflict.Was
	case errors.As(err, &inUse):
		status = http.StatusConflict
	case errors.As(err, &large):
		status = http.StatusRequestEntityTooLarge
		err = errors.New("this is more than a field can hold")
	case errors.Is(err, store.ErrFull), errors.Is(err, store.ErrReadOnly), errors.Is(err, store.ErrDisk):
		status = http.StatusInsufficientStorage
	case errors.Is(err, store.ErrBusy):
		status = http.StatusServiceUnavailable
	}
	said := err.Error()
	if status == http.StatusInternalServerError {
		if !errors.Is(err, store.ErrOther) && !errors.Is(err, errPanic) { // what nobody foresaw is for the log
			said = unforeseen
		}
		s.Opt.Log.Error("a request failed", "route", c.FullPath(), "error", err.Error())
	}
	if WantsJSON(c) {
		answer["error"] = Sentence(s.readerOf(c).Say(said))
		c.AbortWithStatusJSON(status, answer)
		return
	}
	p := s.Page(&Call{Context: c, Reader: s.readerOf(c)}, "Not done")
	p.Message = Sentence(said)
	c.Abort()
	renderAs(s, c, status, "error", p, struct{}{})
}

// Sentence is a text with a capital at its beginning and a stop at its end.
func Sentence(s string) string {
	if s == "" {
		return s
	}
	r := []rune(s)
	s = strings.ToUpper(string(r[0])) + string(r[1:])
	if !strings.HasSuffix(s, ".") && !strings.HasSuffix(s, "?") {
		s += "."
	}
	return s
}

// WantsJSON tells whether a page's own script asks.
func WantsJSON(c *gin.Context) bool { return c.GetHeader("X-From-Page") != "" }

// Shown is what a form was shown as it stood when its page was made; nil where it does not say.
func Shown(c *Call) *string {
	if was, ok := c.GetPostForm("was"); ok {
		return &was
	}
	return nil
}

// Done answers a change: JSON to the page's own requests, otherwise the page
// it came from.
func (s *Hall) Done(c *Call, to string) error {
	if WantsJSON(c.Context) {
		c.JSON(http.StatusOK, gin.H{"go": to})
		return nil
	}
	c.Redirect(http.StatusSeeOther, to)
	return nil
}

// Remember keeps a choice of this browser.
func Remember(c *Call, key, value string) {
	http.SetCookie(c.Writer, &http.Cookie{Name: key, Value: value, Path: "/", MaxAge: 365 * 24 * 3600, SameSite: http.SameSiteLaxMode,
		HttpOnly: true})
}

// Back returns to the page a form names, if it is one of ours.
func (s *Hall) Back(c *Call) error {
	return s.Done(c, OwnPath(c.PostForm("back")))
}

// OwnPath is a path of this program, or the first page for anything else: a
// browser drops blanks and reads backslashes as slashes, so neither may be in
// it.
func OwnPath(to string) string {
	u, err := url.Parse(to)
	if err != nil || u.Scheme != "" || u.Host != "" || u.User != nil || !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") ||
		strings.ContainsFunc(to, func(r rune) bool { return r <= ' ' || r == '\\' || r == 0x7f }) {
		return "/"
	}
	return to
}

// ErrNoPage: the address names nothing.
var ErrNoPage = errors.New("there is no such page")
