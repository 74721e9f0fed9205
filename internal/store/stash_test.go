package store

import (
	"bytes"
	"image"
	"image/png"
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestStash(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	b, err := s.AddStash(ctx, cloth.Fabric{Name: " Harbour twill ", Width: 1400, Thickness: 0.5, Price: 20, Lengths: []cloth.Cut{{Length: 2000, Flaws: []cloth.Flaw{{What: "mend", Around: [][2]float64{{10, 10}, {60, 10}, {30, 50}}}}}}})
	require.NoError(t, err)
	assert.Equal(t, "Harbour twill", b.Fabric.Name)
	var field *FieldError
	_, err = s.AddStash(ctx, cloth.Fabric{Name: "x", Width: 3})
	require.ErrorAs(t, err, &field)
	for _, bad := range []cloth.Cut{{Length: -5}, {Length: measure.Length(math.Inf(1))}, {Length: 500, Outline: [][2]float64{{0, 0}, {500, 500}, {500, 0}, {0, 500}}}, {Length: 500, Outline: [][2]float64{{0, 0}, {900, 0}, {0, 9}}}, {Length: 500, Flaws: []cloth.Flaw{{Around: [][2]float64{{0, 0}}}}}} {
		require.ErrorAs(t, s.SetStash(ctx, b.ID, func(b *Stashed) error { b.Fabric.Lengths = []cloth.Cut{bad}; return nil }), &field)
		assert.Equal(t, "lengths", field.Field)
	}

	// A layer cut from it follows what is said of it, and it can't be deleted.
	l := e.Layers[1]
	require.NoError(t, s.TakeCloth(ctx, l.ID, cloth.Outer, b.ID))
	require.NoError(t, s.SetStash(ctx, b.ID, func(b *Stashed) error { b.Fabric.Width = 1320; return nil }))
	e, err = s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.EqualValues(t, 1320, e.Layers[1].Fabric.Width)
	assert.EqualValues(t, 1320, e.Plan().Layers[1].Fabric.Width)
	require.ErrorAs(t, s.DeleteStash(ctx, b.ID), &field)
	assert.Contains(t, field.Why, "corset of A dress")
	uses, err := s.UsesOf(ctx)
	require.NoError(t, err)
	require.Len(t, uses[b.ID], 1)

	// Undo of the cloth, and of the choice.
	_, err = s.Undo(ctx, OfStash, b.ID, 0)
	require.NoError(t, err)
	_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
	require.NoError(t, err)
	e, err = s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Zero(t, e.Layers[1].Stash)
	assert.EqualValues(t, 1500, e.Layers[1].Fabric.Width)
	got, err := s.StashCloth(ctx, b.ID)
	require.NoError(t, err)
	assert.Equal(t, b.Fabric, got.Fabric)

	require.NoError(t, s.DeleteStash(ctx, b.ID))
	require.ErrorIs(t, s.DeleteStash(ctx, b.ID), ErrGone)
	require.ErrorAs(t, s.TakeCloth(ctx, l.ID, cloth.Outer, b.ID), &field, "a cloth that is gone can't be chosen")
	_, err = s.Undo(ctx, OfStash, b.ID, 0)
	require.NoError(t, err)
	all, err := s.Stash(ctx)
	require.NoError(t, err)
	require.Len(t, all, 1)
	assert.Equal(t, b.Fabric, all[0].Fabric)
}

func TestLayingIsKeptAndUndone(t *testing.T) {
	s, path := fresh(t)
	e := dressed(t, s)
	l := e.Layers[0]
	want := ensemble.Laying{Folds: map[cloth.Role]lay.Fold{cloth.Outer: lay.Lengthwise}, Gap: 3, Cross: []string{"sleeve"}, Pieced: []pattern.Piecing{{Piece: "body", At: 0.8}},
		Pinned: map[string][]lay.Placement{"outer-buy": {{ID: "body", X: 12.5, Turn: 180}}}, Sent: map[string]map[cloth.Role]int{"gusset": {cloth.Lining: 2}}}
	require.NoError(t, s.SetLaying(ctx, l.ID, "the lay", func(l *ensemble.Laying) error { *l = want; return nil }))
	require.NoError(t, s.TickPiece(ctx, l.ID, "outer/body/0", true))
	require.NoError(t, s.TickPiece(ctx, l.ID, "outer/body/1", true))
	require.NoError(t, s.TickPiece(ctx, l.ID, "outer/body/1", false))
	require.NoError(t, s.SetPrice(ctx, e.ID, "Busk", 14.5, 0))
	require.Error(t, s.SetPrice(ctx, e.ID, "Busk", math.NaN(), 14.5))
	require.NoError(t, s.Close())
	s, err := Open(path)
	require.NoError(t, err)
	e, err = s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Equal(t, want, e.Layers[0].Laying)
	assert.Equal(t, map[string]bool{"outer/body/0": true}, e.Layers[0].Pieces)
	assert.Equal(t, map[string]float64{"Busk": 14.5}, e.Prices)
	for range 5 {
		_, err = s.Undo(ctx, OfEnsemble, e.ID, 0)
		require.NoError(t, err)
	}
	e, err = s.Ensemble(ctx, e.ID)
	require.NoError(t, err)
	assert.Empty(t, e.Layers[0].Laying)
	assert.Empty(t, e.Layers[0].Pieces)
	assert.Empty(t, e.Prices)
	require.NoError(t, s.Close())
}

func TestPhotos(t *testing.T) {
	s, _ := fresh(t)
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, image.NewGray(image.Rect(0, 0, 4, 3))))
	hash, err := s.KeepPhoto(ctx, b.Bytes())
	require.NoError(t, err)
	again, err := s.KeepPhoto(ctx, b.Bytes())
	require.NoError(t, err)
	assert.Equal(t, hash, again)
	p, err := s.Photo(ctx, hash)
	require.NoError(t, err)
	assert.Equal(t, "image/png", p.Type)
	assert.Equal(t, b.Bytes(), p.Data)
	for _, bad := range [][]byte{nil, []byte("<svg onload=alert(1)>"), make([]byte, LargestPhoto+1)} {
		_, err = s.KeepPhoto(ctx, bad)
		require.Error(t, err)
	}
	_, err = s.Photo(ctx, "none")
	require.ErrorIs(t, err, ErrGone)
}
