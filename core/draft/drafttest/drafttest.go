// Package drafttest drafts garments for tests and looks things up in what comes of
// it.
package drafttest

import (
	"context"
	"fmt"
	"maps"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/require"
)

// Book keeps bodies and panels for all tests of a package: many draft to the same.
var Book = memo.New(512 << 20)

// bodyKey is a body by its readings, as they are written down.
type bodyKey string

// Body is a woman of those readings, mm, in shoes with a heel so high.
func Body(t require.TestingT, readings map[string]float64, heel float64) figure.Figure {
	on, err := memo.Find(context.Background(), Book, bodyKey(fmt.Sprint(readings, heel)), 200<<10, func() (figure.Figure, error) {
		var list []figure.Reading
		for _, k := range slices.Sorted(maps.Keys(readings)) {
			list = append(list, figure.Reading{Key: k, Value: measure.Length(readings[k])})
		}
		return figure.New(list, figure.Women, measure.Length(heel))
	})
	require.NoError(t, err)
	return on.Keeping(Book)
}

// Make drafts a garment to a figure with settings, the rest by default, in its usual
// cloth; all settings must be in range and the draft sound.
func Make(t require.TestingT, g draft.Garment, on figure.Figure, set draft.Settings) draft.Draft {
	kind := g.About().Kind
	v, wrong := draft.Settle(g, on, set)
	require.Empty(t, wrong, kind)
	d, err := draft.Make(g, on, v, g.About().Usual)
	require.NoError(t, err, kind)
	require.NoError(t, d.Check(), kind)
	return d
}

// Piece is the piece with that ID, which must be there.
func Piece(t require.TestingT, d draft.Draft, id string) *pattern.Piece {
	for i := range d.Pieces {
		if d.Pieces[i].ID == id {
			return &d.Pieces[i]
		}
	}
	require.Fail(t, "no piece "+id)
	return nil
}

// Length is how long an edge of a piece is, mm.
func Length(t require.TestingT, d draft.Draft, piece, edge string) float64 {
	e, ok := Piece(t, d, piece).Edge(edge)
	require.True(t, ok, edge)
	return e.Length()
}

// Value is a dimension of the draft, NaN when it has none of that key.
func Value(d draft.Draft, key string) float64 {
	for _, x := range d.Dimensions {
		if x.Key == key {
			return x.Value
		}
	}
	return math.NaN()
}
