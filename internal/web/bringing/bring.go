package bringing

import (
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/brought"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draught"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/own"
	"ardentgusset/internal/formats/drawn"
	"ardentgusset/internal/formats/pieces"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// bringView is the page where a pattern is brought in, with what was typed.
type bringView struct {
	Kinds  []draft.About
	Typed  func(key string) string
	Names  []string   // that a draught can say, of the wearer's readings
	Drawer []inDrawer // patterns that were brought in before, for anybody
	// Example shows how points and lines are written.
	Points, Lines string
}

// The example's points, in the reader's unit: half a bodice front.
var examplePoints = map[measure.Unit]string{
	measure.IN: "1: at 0, 0\n2: from 1 down 16 1/2\n3: from 1 right 3\n4: from 3 right 4 1/2, down 1 1/2\n5: from 2 right waist/4 + 1/2\n" +
		"6: from 1 down 8 1/2, right bust/4 + 3/4\n7: from 1 down 3",
	measure.CM: "1: at 0, 0\n2: from 1 down 42\n3: from 1 right 7.5\n4: from 3 right 11.5, down 4\n5: from 2 right waist/4 + 1\n" +
		"6: from 1 down 21.5, right bust/4 + 2\n7: from 1 down 7.5",
}

// exampleLines are the lines round it.
var exampleLines = map[measure.Unit]string{
	measure.IN: "Front: 7–2 straight; 2–5 straight; 5–6 straight; 6–4 curve hollow 5/8 at half; 4–3 straight; 3–7 curve hollow 7/8 at half",
	measure.CM: "Front: 7–2 straight; 2–5 straight; 5–6 straight; 6–4 curve hollow 1.5 at half; 4–3 straight; 3–7 curve hollow 2 at half",
}

func (s *Room) own(c *hall.Call) error { return s.asked(c, "", 0) }

// asked is the page, with what was wrong and what was typed.
func (s *Room) asked(c *hall.Call, message string, status int) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.E = s.View(c.Ctx(), e, 0, p.Unit)
	p.Message = message
	v := bringView{Typed: c.PostForm, Points: examplePoints[p.Unit], Lines: exampleLines[p.Unit], Names: slices.Sorted(namesOf(p.E.Bare))}
	for _, g := range catalogue.Brought() {
		v.Kinds = append(v.Kinds, g.About())
	}
	if v.Drawer, err = s.drawer(c); err != nil {
		return err
	}
	return hall.Render(s.Hall, c, cmp.Or(status, http.StatusOK), "own", p, v)
}

// inDrawer is a pattern in the drawer: which layer it is, what it is called, and whose.
type inDrawer struct {
	Layer    uint
	Name, Of string
}

// drawer are all patterns of one's own that any ensemble has.
func (s *Room) drawer(c *hall.Call) (out []inDrawer, err error) {
	all, err := s.Store.Ensembles(c.Ctx())
	if err != nil {
		return nil, err
	}
	for _, e := range all {
		for i := range e.Layers {
			if _, err := kept(&e.Layers[i]); err == nil {
				out = append(out, inDrawer{e.Layers[i].ID, e.Layers[i].Name, e.Name})
			}
		}
	}
	return out, nil
}

// again is a pattern from the drawer, as it is there with all its changes.
func (s *Room) again(c *hall.Call, layer string) (*own.Document, error) {
	all, err := s.Store.Ensembles(c.Ctx())
	if err != nil {
		return nil, err
	}
	for _, e := range all {
		for i := range e.Layers {
			if strconv.Itoa(int(e.Layers[i].ID)) == layer {
				return kept(&e.Layers[i])
			}
		}
	}
	return nil, fmt.Errorf("the drawer: that pattern is not there any more")
}

// namesOf are the lengths that a draught can say by name.
func namesOf(on figure.Figure) func(yield func(string) bool) {
	return func(yield func(string) bool) {
		for name := range readings(on) {
			if !yield(name) {
				return
			}
		}
	}
}

// readings are the girths of a figure by a word each.
func readings(on figure.Figure) draught.Names {
	out := draught.Names{}
	for _, l := range figure.Levels() {
		out[strings.ReplaceAll(l.Label(), " ", "")] = on.GirthAt(l)
	}
	return out
}

// bring puts on what was brought, and goes on to say what it is.
func (s *Room) bring(c *hall.Call) error {
	id := hall.ID(c, "ensemble")
	e, err := s.Store.Ensemble(c.Ctx(), id)
	if err != nil {
		return err
	}
	g, ok := wornAs(c)
	if !ok {
		return s.asked(c, "Worn as: choose how it is worn.", http.StatusUnprocessableEntity)
	}
	u := hall.UnitOf(c)
	bare := s.View(c.Ctx(), e, 0, u).Bare
	doc, err := s.read(c, readings(bare), u)
	if err == nil {
		_, err = doc.Set()
	}
	if err != nil {
		return s.asked(c, hall.Sentence(measure.Say(err.Error(), u)), http.StatusUnprocessableEntity)
	}
	to, err := s.put(c, id, g, doc)
	var field *store.FieldError
	if errors.As(err, &field) {
		return s.asked(c, "Name: "+field.Why, http.StatusUnprocessableEntity)
	}
	if err != nil {
		return err
	}
	return s.Done(c, to)
}

// wornAs is the garment that a pattern is brought in as.
func wornAs(c *hall.Call) (draft.Garment, bool) {
	g, ok := catalogue.Find(c.PostForm("kind"))
	return g, ok && strings.HasPrefix(c.PostForm("kind"), brought.Kind(""))
}

// put puts a pattern on as a layer, and says where it is.
func (s *Room) put(c *hall.Call, ensemble uint, g draft.Garment, doc *own.Document) (string, error) {
	a := g.About()
	put, err := s.Store.PutOn(c.Ctx(), ensemble, []store.Layer{{Kind: a.Kind, Name: cmp.Or(strings.TrimSpace(c.PostForm("name")), a.Name),
		Fabric: a.Usual, State: store.Drafted, Settings: draft.Settings{brought.Key: doc.Text()}}}, catalogue.Place)
	if err != nil {
		return "", err
	}
	return fmt.Sprintf("/ensembles/%d/layers/%d/pattern", ensemble, put[0].ID), nil
}

// read is the pattern that was chosen as a file, or typed.
func (s *Room) read(c *hall.Call, names draught.Names, u measure.Unit) (*own.Document, error) {
	if file, _, err := c.Request.FormFile("file"); err == nil {
		defer file.Close()
		data, err := io.ReadAll(io.LimitReader(file, drawn.MostBytes+1))
		if err != nil {
			return nil, err
		}
		if len(data) > 0 {
			return filed(data, c.PostForm("unit"), u)
		}
	}
	if layer := c.PostForm("drawer"); layer != "" {
		return s.again(c, layer)
	}
	if strings.TrimSpace(c.PostForm("points")) == "" {
		return nil, fmt.Errorf("choose a file, take one from the drawer, or type the points of a draught")
	}
	set, err := typedPieces(c.PostForm("points"), c.PostForm("lines"), names, u)
	if err != nil {
		return nil, err
	}
	return own.Bring(set), nil
}

// filed is the pattern in a file: one of one's own that was sent, or pieces.
func filed(data []byte, unit string, u measure.Unit) (*own.Document, error) {
	var kept struct {
		Came json.RawMessage `json:"came"`
	}
	if json.Unmarshal(data, &kept) == nil && kept.Came != nil {
		doc, err := own.Read(string(data))
		if err != nil {
			return nil, fmt.Errorf("the file: %w", err)
		}
		return doc, nil
	}
	mm, err := unitOf(unit, u)
	if err != nil {
		return nil, err
	}
	set, left, err := pieces.Read(data, mm)
	if err != nil {
		return nil, fmt.Errorf("the file: %w", err)
	}
	doc := own.Bring(set)
	for _, kind := range slices.Sorted(maps.Keys(left)) {
		doc.Left += fmt.Sprintf(", %d of %s", left[kind], kind)
	}
	doc.Left = strings.TrimPrefix(doc.Left, ", ")
	return doc, nil
}

// typedPieces are pieces as a book gives them.
func typedPieces(points, lines string, names draught.Names, u measure.Unit) (set alter.Set, err error) {
	table, err := draught.Read(points, u, names)
	if err != nil {
		return set, fmt.Errorf("points, %w", err)
	}
	for i, row := range strings.Split(lines, "\n") {
		if row = strings.TrimSpace(row); row == "" {
			continue
		}
		name, walk, ok := strings.Cut(row, ":")
		name = strings.TrimSpace(name)
		if !ok || name == "" {
			return set, fmt.Errorf("pieces, row %d: the name of a piece, a colon, and the lines round it", i+1)
		}
		p, err := table.Piece(fmt.Sprintf("piece-%d", len(set.Pieces)+1), name, walk)
		if err != nil {
			return set, fmt.Errorf("piece %s, %w", name, err)
		}
		set.Pieces = append(set.Pieces, p)
	}
	if len(set.Pieces) == 0 {
		return set, fmt.Errorf("pieces: say which lines run round a piece")
	}
	return set, nil
}

// unitOf is how long one unit of a drawing is, mm; 0 where that is not said.
func unitOf(text string, u measure.Unit) (float64, error) {
	if strings.TrimSpace(text) == "" {
		return 0, nil
	}
	l, err := measure.Parse(text, u)
	if err != nil {
		return 0, fmt.Errorf("one unit of the drawing: %w", err)
	}
	return float64(l), nil
}
