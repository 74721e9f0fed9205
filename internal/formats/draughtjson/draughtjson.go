// Package draughtjson reads pieces that are drafted by points as a book gives them, or typed as simple shapes by their measures.
package draughtjson

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/draught"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/written"
)

// Format is what such a file says that it is.
const Format = "ardent-gusset/draught"

type document struct {
	Format  string            `json:"format"`
	Version int               `json:"version"`
	Unit    measure.Unit      `json:"unit"`  // of numbers without one: in or cm
	Names   map[string]string `json:"names"` // sums of what comes before, for use in others: "B": "36 in", "u": "B/24"
	Order   []string          `json:"order"` // of the names, where one rests on another
	Points  string            `json:"points"`
	Pieces  []piece           `json:"pieces"`
	Shapes  []shape           `json:"shapes"`
}

type piece struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Walk string `json:"walk"`
	Fold string `json:"fold"` // the line that lies on the fold, as 1-2
}

type shape struct {
	ID    string            `json:"id"`
	Name  string            `json:"name"`
	Shape draught.Shape     `json:"shape"`
	Is    map[string]string `json:"is"` // its measures
	Angle float64           `json:"angle"`
}

// Is tells whether a file is one.
func Is(data []byte) bool {
	var d struct {
		Format string `json:"format"`
	}
	return json.Unmarshal(data, &d) == nil && d.Format == Format
}

// Read reads its pieces. An error names the field, the row or the measure.
func Read(data []byte) (alter.Set, error) {
	var d document
	out := alter.Set{}
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&d); err != nil {
		return out, fmt.Errorf("the draught can't be read: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	if d.Version > 1 {
		return out, fmt.Errorf("version is %d: a newer program wrote it; this one reads 1", d.Version)
	}
	if d.Unit != measure.IN && d.Unit != measure.CM {
		return out, fmt.Errorf("unit: %q; in or cm are right", d.Unit)
	}
	if len(d.Pieces)+len(d.Shapes) == 0 || len(d.Pieces)+len(d.Shapes) > written.MostPieces {
		return out, fmt.Errorf("pieces and shapes: there are %d; 1 to %d are right", len(d.Pieces)+len(d.Shapes), written.MostPieces)
	}
	names, err := d.names()
	if err != nil {
		return out, err
	}
	table, err := draught.Read(d.Points, d.Unit, names)
	if err != nil {
		return out, fmt.Errorf("points, %w", err)
	}
	put := func(p pattern.Piece, err error) error {
		if err != nil {
			return err
		}
		if _, twice := out.Piece(p.ID); twice || p.ID == "" {
			return fmt.Errorf("id %q is missing or there twice", p.ID)
		}
		out.Pieces = append(out.Pieces, p)
		return nil
	}
	for _, q := range d.Pieces {
		p, err := table.Piece(q.ID, called(q.ID, q.Name), q.Walk)
		if err == nil && q.Fold != "" {
			if _, ok := p.Edge(q.Fold); !ok {
				err = fmt.Errorf("fold: it has no line %q", q.Fold)
			}
			p.Fold, p.Cut, p.Mirrored = q.Fold, 1, false
		}
		if err := put(p, err); err != nil {
			return out, fmt.Errorf("piece %s, %w", q.ID, err)
		}
	}
	for _, q := range d.Shapes {
		sizes, err := q.sizes(d.Unit, names)
		if err != nil {
			return out, fmt.Errorf("shape %s, %w", q.ID, err)
		}
		if err := put(draught.Shaped(q.ID, called(q.ID, q.Name), q.Shape, sizes)); err != nil {
			return out, fmt.Errorf("shape %s, %w", q.ID, err)
		}
	}
	return out, nil
}

func called(id, name string) string {
	if name == "" {
		return id
	}
	return name
}

// names are the lengths that stand for others, mm.
func (d *document) names() (draught.Names, error) {
	out := draught.Names{}
	order := d.Order
	if len(order) == 0 {
		for name := range d.Names {
			order = append(order, name)
		}
	}
	for _, name := range order {
		text, ok := d.Names[name]
		if !ok {
			return nil, fmt.Errorf("order: there is no name %q", name)
		}
		mm, err := draught.Measured(text, d.Unit, out)
		if err != nil {
			return nil, fmt.Errorf("names, %s: %w; what rests on another stands after it in order", name, err)
		}
		out[name] = mm
	}
	if len(out) < len(d.Names) {
		return nil, fmt.Errorf("order: it leaves out some of the %d names", len(d.Names))
	}
	return out, nil
}

func (q *shape) sizes(unit measure.Unit, names draught.Names) (draught.Sizes, error) {
	s := draught.Sizes{Angle: q.Angle}
	to := map[string]*float64{"wide": &s.Wide, "high": &s.High, "top": &s.Top, "bottom": &s.Bottom, "inner": &s.Inner,
		"deep": &s.Deep, "long": &s.Long,
		"rise": &s.Rise, "start": &s.Start, "end": &s.End}
	for key, text := range q.Is {
		at, ok := to[key]
		if !ok {
			return s, fmt.Errorf("there is no measure %q", key)
		}
		mm, err := draught.Measured(text, unit, names)
		if err != nil {
			return s, fmt.Errorf("%s: %w", key, err)
		}
		*at = mm
	}
	return s, nil
}
