package store

import (
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Two tabs: what the second one sends rests on what it showed. It is told what
// stands there now, and sent again knowingly it counts.
func TestTwoTabs(t *testing.T) {
	s, _ := fresh(t)
	e := dressed(t, s)
	layer := e.Layers[0].ID
	var c *Conflict
	require.NoError(t, s.SetSetting(ctx, layer, "ease", 150.0, nil, show))
	require.ErrorAs(t, s.SetSetting(ctx, layer, "ease", 170.0, nil, show), &c)
	assert.Equal(t, "150", c.Was)
	require.NoError(t, s.SetSetting(ctx, layer, "ease", 170.0, 150.0, show), "entered again")

	require.NoError(t, s.NoteStep(ctx, layer, "cut", "mine", ""))
	require.ErrorAs(t, s.NoteStep(ctx, layer, "cut", "theirs", ""), &c)
	assert.Equal(t, "mine", c.Was)
	require.NoError(t, s.NoteStep(ctx, layer, "cut", "theirs", c.Was))

	require.NoError(t, s.SetPrice(ctx, e.ID, "Busk", 12, 0))
	require.ErrorAs(t, s.SetPrice(ctx, e.ID, "Busk", 15, 0), &c, "a field that was empty before is no exception")
	assert.Equal(t, "12", c.Was)

	require.NoError(t, s.SetReading(ctx, e.WearerID, "waist_girth", figure.Bare, Entry{Value: 710, Typed: "71"}))
	require.ErrorAs(t, s.SetReading(ctx, e.WearerID, "waist_girth", figure.Bare, Entry{Value: 650, Typed: "65"}), &c)
	assert.Equal(t, "710", c.Was)

	// Undo does what its button said or nothing.
	shown, ok := s.LastAction(ctx, OfEnsemble, e.ID)
	require.True(t, ok)
	require.NoError(t, s.Tick(ctx, layer, "sew", true))
	_, err := s.Undo(ctx, OfEnsemble, e.ID, shown.ID)
	require.ErrorAs(t, err, &c)
	last, _ := s.LastAction(ctx, OfEnsemble, e.ID)
	_, err = s.Undo(ctx, OfEnsemble, e.ID, last.ID)
	require.NoError(t, err)
}

// Pieces, flaws and swatches keep their IDs when others go, and cloths kept
// before there were IDs get them.
func TestPartsOfAClothHaveIDs(t *testing.T) {
	s, _ := fresh(t)
	b, err := s.AddStash(ctx, cloth.Fabric{Name: "Wool", Width: 1500, Thickness: 0.5, Lengths: []cloth.Cut{{Length: 1000, Name: "one"}, {Length: 900, Name: "two"}, {Length: 800, Name: "three"}}})
	require.NoError(t, err)
	ids := func() (out []int) {
		got, err := s.StashCloth(ctx, b.ID)
		require.NoError(t, err)
		for _, c := range got.Fabric.Lengths {
			out = append(out, c.ID)
		}
		return out
	}
	require.Equal(t, []int{1, 2, 3}, ids())
	require.NoError(t, s.SetStash(ctx, b.ID, func(b *Stashed) error { b.Fabric.Lengths = b.Fabric.Lengths[1:]; return nil }))
	require.Equal(t, []int{2, 3}, ids())
	require.NoError(t, s.SetStash(ctx, b.ID, func(b *Stashed) error {
		b.Fabric.Lengths = append(b.Fabric.Lengths, cloth.Cut{Length: 500})
		return nil
	}))
	require.Equal(t, []int{2, 3, 4}, ids())
}

// One side taken alone leaves what was taken of both together standing.
func TestOneSideDoesNotOverwriteBoth(t *testing.T) {
	s, _ := fresh(t)
	w, err := s.AddWearer(ctx, "Somebody", figure.Women)
	require.NoError(t, err)
	at := func() Reading {
		w, err := s.Wearer(ctx, w.ID)
		require.NoError(t, err)
		return w.Readings[0]
	}
	require.NoError(t, s.SetReading(ctx, w.ID, "thigh_girth", figure.Bare, Entry{Value: 560, Typed: "56"}))
	require.NoError(t, s.SetReading(ctx, w.ID, "thigh_girth", figure.Bare, Entry{Value: 550, Typed: "55", Side: LeftSide, Was: 560}))
	assert.EqualValues(t, 560, at().MM)
	require.NoError(t, s.SetReading(ctx, w.ID, "thigh_girth", figure.Bare, Entry{Value: 570, Typed: "57", Side: RightSide, Was: 560}))
	assert.EqualValues(t, 560, at().MM, "the mean of both sides")
	require.NoError(t, s.SetReading(ctx, w.ID, "thigh_girth", figure.Bare, Entry{Side: RightSide, Was: 560}))
	assert.EqualValues(t, 560, at().MM)
}
