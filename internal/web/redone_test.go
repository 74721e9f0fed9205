package web

import (
	"fmt"
	"net/url"
	"strings"
	"testing"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What went wrong and is undone is undone in the plan: its hours come back whole, what was clocked of it is lost and told, thread and
// cloth are bought once more. One undo takes it back. What stands before it stays done.
func TestWhatIsUndoneIsDoneAgain(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	layer := e.Layers[3]
	steps := fmt.Sprintf("/ensembles/1/layers/%d/step", layer.ID)
	v := s.View(t.Context(), e, 0, "cm")
	var own []work.ID
	for _, p := range v.Plan {
		if p.LayerID == layer.ID && p.Own != work.ToCut {
			own = append(own, p.Own)
		}
	}
	require.Greater(t, len(own), 4)
	// All but the last two are done; that before them was clocked for half an hour.
	wrong := own[len(own)-3]
	began := time.Now().Add(-2 * time.Hour)
	for _, step := range own[:len(own)-2] {
		require.NoError(t, s.Store.At(began.Add(-time.Hour)).Tick(t.Context(), layer.ID, step, true))
	}
	require.NoError(t, s.Store.At(began).Time(t.Context(), layer.ID, wrong, true))
	require.NoError(t, s.Store.At(began.Add(30*time.Minute)).Time(t.Context(), layer.ID, wrong, false))
	require.NoError(t, s.Store.At(began.Add(30*time.Minute)).Tick(t.Context(), layer.ID, wrong, true))
	type state struct {
		left, thread, cloth, spent, lost float64
		done                             bool
	}
	now := func() (out state) {
		e, err := s.Store.Ensemble(t.Context(), 1)
		require.NoError(t, err)
		v := s.View(t.Context(), e, 0, "cm")
		out.left = v.Left
		for _, p := range v.Plan {
			if p.LayerID == layer.ID && p.Own == wrong {
				out.done, out.spent, out.lost = p.Done, p.Spent, p.Lost
			}
		}
		for _, st := range v.Stages {
			if st.ID != fmt.Sprint(layer.ID) {
				continue
			}
			out.thread, _ = st.Thread()
			for _, n := range st.Notions() {
				if n.Kind == "cloth" {
					out.cloth += n.Quantity
				}
			}
		}
		return out
	}
	before := now()
	require.True(t, before.done)
	assert.InDelta(t, 30, before.spent, 1e-9)
	page := get(t, s, fmt.Sprintf("/ensembles/1/bench?step=%d/%s", layer.ID, own[0]))
	assert.True(t, strings.Contains(page, fmt.Sprintf(`name="again" value="%s"`, own[0])))
	post(t, s, steps, url.Values{"step": {string(wrong)}, "do": {"wrong"}, "reason": {"Sewn inside out"}, "lost": {"45"}, "cloth": {"30 cm"},
		"again": {string(wrong)}})
	after := now()
	assert.False(t, after.done)
	assert.Greater(t, after.left, before.left+1, "its hours are left again")
	assert.Zero(t, after.spent)
	assert.InDelta(t, 45, after.lost, 1e-9, "as was said, of it half an hour by the clock")
	assert.GreaterOrEqual(t, after.thread, before.thread)
	assert.InDelta(t, 0.3, after.cloth-before.cloth, 1e-9)
	assert.True(t, strings.Contains(get(t, s, "/ensembles/1/buy"), "for what is cut again"))
	// Done again it is done, and what it took tells both.
	require.NoError(t, s.Store.At(time.Now().Add(time.Minute)).Tick(t.Context(), layer.ID, wrong, true))
	assert.True(t, now().done)
	assert.True(t, strings.Contains(get(t, s, "/ensembles/1/plan"), "undone again"))
	for range 2 {
		h, ok := s.Store.LastAction(t.Context(), store.OfEnsemble, 1)
		require.True(t, ok)
		post(t, s, "/ensembles/1/undo", url.Values{"last": {fmt.Sprint(h.ID)}})
	}
	assert.Equal(t, before, now())
	for field, bad := range map[string]url.Values{"cloth": {"cloth": {"much"}}, "step": {"again": {"nonsense"}}, "again": {"again": {string(work.ToCut)}}} {
		bad.Set("step", string(wrong))
		bad.Set("do", "wrong")
		bad.Set("reason", "x")
		w := ask(s, "POST", steps, bad, nil)
		assert.Equal(t, 422, w.Code, field)
	}
}

// Of a garment that is sewn or worn, too, what is undone is to be done again, and nothing else.
func TestWhatIsWornCanBeUndone(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	layer := e.Layers[0]
	require.True(t, layer.State.Finished())
	open := func() (out []work.ID) {
		e, err := s.Store.Ensemble(t.Context(), 3)
		require.NoError(t, err)
		for _, p := range s.View(t.Context(), e, 0, "cm").Plan {
			if p.LayerID == layer.ID && !p.Done {
				out = append(out, p.Own)
			}
		}
		return out
	}
	require.Empty(t, open())
	post(t, s, fmt.Sprintf("/ensembles/3/layers/%d/step", layer.ID), url.Values{"step": {string(work.ToJoin)}, "do": {"wrong"}, "reason": {"It tore"},
		"again": {string(work.ToJoin)}})
	assert.Equal(t, []work.ID{work.ToJoin}, open())
	post(t, s, fmt.Sprintf("/ensembles/3/layers/%d/step", layer.ID), url.Values{"step": {string(work.ToJoin)}, "do": {"done"}})
	assert.Empty(t, open())
}

// Thread for what is sewn again is that of its own rows, as often as it is done again.
func TestThreadOfWhatIsSewnAgain(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	p := e.Plan()
	_, plain, err := s.Walk(t.Context(), e)
	require.NoError(t, err)
	p.Layers[3].Lost.Steps = map[work.ID]int{work.ToJoin: 2, work.ToHem: 1}
	_, again, err := ensemble.Walk(t.Context(), p, nil)
	require.NoError(t, err)
	was, _ := plain[3].Thread()
	is, why := again[3].Thread()
	assert.Greater(t, is, was)
	assert.Less(t, is, 3*was)
	assert.Contains(t, why, "sewn again")
}
