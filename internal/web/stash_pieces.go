package web

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/outline"
	"ardentgusset/internal/store"
	"encoding/json"
	"errors"
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"
)

// setPieces changes the pieces of a cloth that are in hand: one is added, named,
// sized, shaped, marked with a flaw, or taken away.
func (s *Server) setPieces(c *call) error {
	u := unitOf(c)
	err := s.st.SetStash(c.ctx(), id(c, "cloth"), func(b *store.Stashed) error {
		f := &b.Fabric
		f.Lengths = slices.Clone(f.Pieces())
		f.InHand = 0
		f.Number()
		bad := func(key, why string) error { return &store.FieldError{Field: key, Why: why} }
		size := func(key string) (measure.Length, error) {
			l, err := measure.Parse(c.PostForm(key), u)
			if err != nil {
				return 0, bad(key, err.Error())
			}
			return l, nil
		}
		if c.PostForm("do") == "add" {
			l, err := size("length")
			if err != nil {
				return err
			}
			cut := cloth.Cut{Length: l, Name: short(c.PostForm("name"))}
			if c.PostForm("width") != "" {
				if cut.Width, err = size("width"); err != nil {
					return err
				}
			}
			f.Lengths = append(f.Lengths, cut)
			return nil
		}
		if c.PostForm("do") == "trace" { // corners in pixels, with a distance that is known
			apart, err := size("apart")
			if err != nil {
				return err
			}
			pixels, perr := strconv.ParseFloat(c.PostForm("pixels"), 64)
			line, err := cornersOf(c.PostForm("corners"))
			switch {
			case err != nil:
				return bad("corners", err.Error())
			case perr != nil || !(pixels >= 2 && pixels <= 1e5) || !(apart >= 5 && apart <= 10*measure.Metre):
				return bad("apart", "the two points need a distance of 5 mm to 10 m, and to lie apart on the photo")
			}
			for i := range line {
				line[i][0], line[i][1] = line[i][0]*float64(apart)/pixels, line[i][1]*float64(apart)/pixels
			}
			cut := cloth.Cut{Name: short(c.PostForm("name"))}
			cut.Reshape(line)
			f.Lengths = append(f.Lengths, cut)
			return nil
		}
		k := slices.IndexFunc(f.Lengths, func(o cloth.Cut) bool { return strconv.Itoa(o.ID) == c.PostForm("piece") })
		if k < 0 {
			return bad("piece", "this piece is no longer there; load the page again")
		}
		cut := &f.Lengths[k]
		switch c.PostForm("do") {
		case "remove":
			f.Lengths = slices.Delete(f.Lengths, k, k+1)
		case "name":
			cut.Name = short(c.PostForm("name"))
		case "outline":
			line, err := cornersOf(c.PostForm("corners"))
			if err != nil {
				return bad("corners", err.Error())
			}
			if len(line) == 0 {
				cut.Outline = nil
				break
			}
			cut.Reshape(line)
		case "flaw":
			line, err := cornersOf(c.PostForm("corners"))
			if err != nil {
				return bad("corners", err.Error())
			}
			for i := range line { // a click may fall just beside the cloth
				line[i][0] = math.Max(0, math.Min(line[i][0], float64(cut.Length)))
				line[i][1] = math.Max(0, math.Min(line[i][1], float64(cut.Wide(*f))))
			}
			cut.Flaws = append(slices.Clone(cut.Flaws), cloth.Flaw{What: short(c.PostForm("name")), Around: line})
		case "unflaw":
			i := slices.IndexFunc(cut.Flaws, func(o cloth.Flaw) bool { return strconv.Itoa(o.ID) == c.PostForm("flaw") })
			if i < 0 {
				return bad("flaw", "this flaw is no longer marked; load the page again")
			}
			cut.Flaws = slices.Delete(slices.Clone(cut.Flaws), i, i+1)
		default:
			return bad("do", "there is nothing of that name to do with a piece of cloth")
		}
		return nil
	})
	if err != nil {
		return err
	}
	return s.stashParts(c)
}

// readOutline reads the first closed shape of an SVG file as an outline, sizes
// in its own units taken as mm unless it says otherwise, and answers with its
// corners; nothing is kept yet.
func (s *Server) readOutline(c *call) error {
	line, err := outline.Read(c.Request.Body)
	if err != nil {
		return &store.FieldError{Field: "outline", Why: err.Error()}
	}
	c.JSON(http.StatusOK, gin.H{"corners": line})
	return nil
}

func short(s string) string {
	s = strings.TrimSpace(strings.Map(func(r rune) rune {
		if r < ' ' {
			return ' '
		}
		return r
	}, s))
	if r := []rune(s); len(r) > 80 {
		return string(r[:80])
	}
	return s
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
