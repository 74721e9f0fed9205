package clothing

import (
	"encoding/json"
	"errors"
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/outline"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// setPieces changes the pieces of a cloth that are in hand: one is added, named,
// sized, shaped, marked with a flaw, or taken away.
func (s *Room) setPieces(c *hall.Call) error {
	err := s.Store.SetStash(c.Ctx(), hall.ID(c, "cloth"), func(b *store.Stashed) error {
		f := &b.Fabric
		f.Lengths = slices.Clone(f.Pieces())
		f.InHand = 0
		f.Number()
		name, err := store.Labelled("name", c.PostForm("name"))
		if err != nil {
			return err
		}
		e := pieceEdit{Call: c, f: f, name: name}
		do := c.PostForm("do")
		if change, ok := wholeEdits[do]; ok {
			return change(&e)
		}
		change, ok := pieceEdits[do]
		if !ok {
			return bad("do", "there is nothing of that name to do with a piece of cloth")
		}
		e.at = slices.IndexFunc(f.Lengths, func(o cloth.Cut) bool { return strconv.Itoa(o.ID) == c.PostForm("piece") })
		if e.at < 0 {
			return bad("piece", "this piece is no longer there; load the page again")
		}
		e.cut = &f.Lengths[e.at]
		return change(&e)
	})
	if err != nil {
		return err
	}
	return s.stashParts(c)
}

// pieceEdit is one change of the pieces of a cloth as a form sends it.
type pieceEdit struct {
	*hall.Call
	f    *cloth.Fabric
	name string
	at   int        // of the piece it is about
	cut  *cloth.Cut // that piece
}

func bad(key, why string) error { return &store.FieldError{Field: key, Why: why} }

// size is a length the form holds.
func (e *pieceEdit) size(key string) (measure.Length, error) {
	l, err := measure.Parse(e.PostForm(key), e.Reader.Unit)
	if err != nil {
		return 0, bad(key, err.Error())
	}
	return l, nil
}

// wholeEdits make a piece, pieceEdits change one.
var (
	wholeEdits = map[string]func(*pieceEdit) error{"add": addPiece, "trace": tracePiece}
	pieceEdits = map[string]func(*pieceEdit) error{
		"remove":  func(e *pieceEdit) error { e.f.Lengths = slices.Delete(e.f.Lengths, e.at, e.at+1); return nil },
		"name":    func(e *pieceEdit) error { e.cut.Name = e.name; return nil },
		"outline": outlinePiece, "flaw": markFlaw, "unflaw": unmarkFlaw,
	}
)

func addPiece(e *pieceEdit) error {
	l, err := e.size("length")
	if err != nil {
		return err
	}
	cut := cloth.Cut{Length: l, Name: e.name}
	if e.PostForm("width") != "" {
		if cut.Width, err = e.size("width"); err != nil {
			return err
		}
	}
	e.f.Lengths = append(e.f.Lengths, cut)
	return nil
}

// tracePiece makes a piece of corners in pixels, with a distance that is known.
func tracePiece(e *pieceEdit) error {
	apart, err := e.size("apart")
	if err != nil {
		return err
	}
	line, err := cornersOf(e.PostForm("corners"))
	if err != nil {
		return bad("corners", err.Error())
	}
	pixels, err := strconv.ParseFloat(e.PostForm("pixels"), 64)
	if err != nil || !(pixels >= 2 && pixels <= 1e5) || !(apart >= 5 && apart <= 10*measure.Metre) {
		return bad("apart", "the two points need a distance of ⟦~5⟧ to ⟦=10 m⟧, and to lie apart on the photo")
	}
	for i := range line {
		line[i][0], line[i][1] = line[i][0]*float64(apart)/pixels, line[i][1]*float64(apart)/pixels
	}
	cut := cloth.Cut{Name: e.name}
	cut.Reshape(line)
	e.f.Lengths = append(e.f.Lengths, cut)
	return nil
}

// outlinePiece gives a piece an outline, or its rectangle back.
func outlinePiece(e *pieceEdit) error {
	line, err := cornersOf(e.PostForm("corners"))
	switch {
	case err != nil:
		return bad("corners", err.Error())
	case len(line) == 0:
		e.cut.Outline = nil
	default:
		e.cut.Reshape(line)
	}
	return nil
}

func markFlaw(e *pieceEdit) error {
	line, err := cornersOf(e.PostForm("corners"))
	if err != nil {
		return bad("corners", err.Error())
	}
	for i := range line { // a click may fall just beside the cloth
		line[i][0] = max(0, min(line[i][0], float64(e.cut.Length)))
		line[i][1] = max(0, min(line[i][1], float64(e.cut.Wide(*e.f))))
	}
	e.cut.Flaws = append(slices.Clone(e.cut.Flaws), cloth.Flaw{What: e.name, Around: line})
	return nil
}

func unmarkFlaw(e *pieceEdit) error {
	i := slices.IndexFunc(e.cut.Flaws, func(o cloth.Flaw) bool { return strconv.Itoa(o.ID) == e.PostForm("flaw") })
	if i < 0 {
		return bad("flaw", "this flaw is no longer marked; load the page again")
	}
	e.cut.Flaws = slices.Delete(slices.Clone(e.cut.Flaws), i, i+1)
	return nil
}

// readOutline reads the first closed shape of an SVG file as an outline, sizes
// in its own units taken as mm unless it says otherwise, and answers with its
// corners; nothing is kept yet.
func (s *Room) readOutline(c *hall.Call) error {
	line, err := outline.Read(c.Request.Body)
	if err != nil {
		return &store.FieldError{Field: "outline", Why: err.Error()}
	}
	c.JSON(http.StatusOK, gin.H{"corners": line})
	return nil
}

// cornersOf reads corners as the page sends them: [[along, across], …], mm.
func cornersOf(text string) ([][2]float64, error) {
	if strings.TrimSpace(text) == "" {
		return nil, nil
	}
	var out [][2]float64
	if err := json.Unmarshal([]byte(text), &out); err != nil {
		return nil, errors.New("the corners could not be read; click them once more")
	}
	if len(out) < 3 || len(out) > 200 {
		return nil, errors.New("an outline needs 3 to 200 corners")
	}
	for _, q := range out {
		if math.IsNaN(q[0]+q[1]) || math.Abs(q[0]) > 1e6 || math.Abs(q[1]) > 1e6 {
			return nil, errors.New("a corner lies nowhere; click it once more")
		}
	}
	return out, nil
}
