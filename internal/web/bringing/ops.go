package bringing

import (
	"bytes"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/written"
	"ardentgusset/internal/formats/drawn"
	"ardentgusset/internal/formats/pieces"
)

// op adds a change and tries it.
func (g *changing) op() error {
	o, err := g.typed()
	if err != nil {
		return err
	}
	g.doc.Ops = append(g.doc.Ops, o)
	_, err = g.of.now()
	return err
}

// typed is a change as it was typed.
func (g *changing) typed() (o alter.Op, err error) {
	at := slices.IndexFunc(alter.List(), func(a alter.About) bool { return a.Op == g.form("what") })
	if at < 0 {
		return o, fmt.Errorf("change: choose one from the list")
	}
	o.Op = g.form("what")
	for _, f := range alter.List()[at].Fields {
		if err := g.field(&o, f); err != nil {
			return o, err
		}
	}
	return o, nil
}

// length is a field of a change that is a length, mm; nil for one that may be left out and is.
func (g *changing) length(key string, f alter.Field) (*float64, error) {
	text := strings.TrimSpace(g.form(key))
	if text == "" {
		if f.May {
			return nil, nil
		}
		return nil, fmt.Errorf("%s: how much?", f.What)
	}
	l, err := measure.Parse(text, g.u)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", f.What, err)
	}
	mm := float64(l)
	return &mm, nil
}

// field reads one field of a change.
func (g *changing) field(o *alter.Op, f alter.Field) (err error) {
	switch f.Key {
	case "piece", "edge", "with", "with_edge":
		return g.edgeOf(o, f)
	case "from", "to":
		return g.placeOf(o, f)
	case "by_mm":
		for _, text := range strings.Split(g.form("by"), ";") {
			l, err := measure.ParseSigned(strings.TrimSpace(text), g.u)
			if err != nil {
				return fmt.Errorf("by: %w", err)
			}
			o.By = append(o.By, float64(l))
		}
	case "at_mm":
		o.At, err = g.length("along", f)
	case "found_mm":
		o.Found, err = g.length("found", f)
	case "share":
		n, bad := strconv.ParseFloat(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(g.form("share")), "%")), 64)
		if bad != nil || math.IsNaN(n) || math.IsInf(n, 0) {
			return fmt.Errorf("how far towards it: a number of per cent, 50 for half way")
		}
		n /= 100
		o.Share = &n
	case "cuts":
		if text := strings.TrimSpace(g.form("cuts")); text != "" {
			if o.Cuts, err = strconv.Atoi(text); err != nil {
				return fmt.Errorf("cuts: %.20q is not a whole number", text)
			}
		}
	case "hinge":
		o.Hinge = g.form("hinge")
	case "name":
		o.Name = strings.TrimSpace(g.form("called"))
	}
	return err
}

// edgeOf reads which piece and which edge a change is done to, or the other one that it speaks of.
func (g *changing) edgeOf(o *alter.Op, f alter.Field) error {
	if strings.HasPrefix(f.Key, "with") {
		side, err := g.side("w", "the other edge")
		if err != nil {
			return err
		}
		if o.Op == "join" {
			o.With = side.Piece
		}
		o.WithEdge = side.Edge
		return nil
	}
	if g.form("e") == "" && f.May {
		return nil
	}
	key := "e"
	if o.Op == "slash" || o.Op == "split" { // the piece that is cut
		key = "from"
	}
	side, err := g.side(key, "edge")
	if err != nil {
		return err
	}
	o.Piece = side.Piece
	if f.Key == "edge" {
		o.Edge = side.Edge
	}
	return nil
}

// placeOf reads where a change begins or ends, or what it goes towards.
func (g *changing) placeOf(o *alter.Op, f alter.Field) error {
	switch {
	case f.Key == "from" && o.Op == "bust":
		return g.bustPoint(o)
	case f.Key == "to" && o.Op == "grade":
		return g.other(o)
	case f.Key == "from":
		at, err := g.place("from", "where the cut begins")
		o.From = at
		return err
	}
	at, err := g.place("to", "where the cut ends")
	if err == nil {
		o.To = *at
	}
	return err
}

// place is a place on an edge: which, and how far along it.
func (g *changing) place(key, label string) (*alter.XY, error) {
	side, err := g.side(key, label)
	if err != nil {
		return nil, err
	}
	p, _ := g.set.Piece(side.Piece)
	e, _ := p.Edge(side.Edge)
	at := e.Length() / 2
	if text := strings.TrimSpace(g.form(key + "-along")); text != "" {
		l, err := measure.Parse(text, g.u)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", label, err)
		}
		if at = float64(l); at > e.Length() {
			return nil, fmt.Errorf("%s: the edge is %s long", label, measure.Tell(e.Length()))
		}
	}
	q, _ := plane.Along(e.Line, at)
	return &alter.XY{q.X, q.Y}, nil
}

// bustPoint is where the bust lies, from the piece's lowest and leftmost places.
func (g *changing) bustPoint(o *alter.Op) error {
	p, ok := g.set.Piece(o.Piece)
	if !ok {
		return fmt.Errorf("edge: choose the side edge of the front")
	}
	line, _ := p.Outline()
	box := plane.BoxOf(line)
	var xy [2]float64
	for i, key := range []string{"right", "up"} {
		l, err := measure.Parse(strings.TrimSpace(g.form(key)), g.u)
		if err != nil {
			return fmt.Errorf("the bust point, %s: %w", map[string]string{"right": "from the left", "up": "from below"}[key], err)
		}
		xy[i] = float64(l)
	}
	o.From = &alter.XY{box.Min.X + xy[0], box.Min.Y + xy[1]}
	return nil
}

// other reads the pieces of the other size.
func (g *changing) other(o *alter.Op) error {
	file, _, err := g.c.Request.FormFile("sizes")
	if err != nil {
		return fmt.Errorf("the other size: choose the file with its pieces")
	}
	defer file.Close()
	data, err := io.ReadAll(io.LimitReader(file, drawn.MostBytes+1))
	if err != nil {
		return err
	}
	set, _, err := pieces.Read(bytes.TrimSpace(data), 0)
	if err != nil {
		return fmt.Errorf("the other size: %w", err)
	}
	o.Sizes = set.Pieces
	var list []written.Piece
	for i := range set.Pieces {
		list = append(list, written.Of(&set.Pieces[i]))
	}
	o.To = list
	return nil
}
