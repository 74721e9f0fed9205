package catalogue

import (
	"errors"
	"math"
	"regexp"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var digits = regexp.MustCompile("[0-9.,]+")

// Every garment, over its whole parameter space and over very different
// bodies, either says what would have to change or gives pieces that can be
// cut and seams that are true.
func TestEveryDraftIsSound(t *testing.T) {
	const largestBust = 1650.0 // mm, about the largest in surveys of bodies (from memory)
	for _, g := range some(t) {
		t.Run(g.About().Kind, func(t *testing.T) {
			t.Parallel()
			drafted, refused := 0, 0
			worst := 0.0
			why := map[string]int{}
			rapid.Check(t, func(t *rapid.T) {
				on := drafttest.Wearer(t)
				beyond := g.About().Family == family.Bodice && on.GirthAt(figure.Bust) > largestBust
				in := g.About().Usual
				in.Width = measure.Length(rapid.Float64Range(700, 1600).Draw(t, "cloth"))
				d, err := draft.Make(g, on, drafttest.Chosen(t, g, on), in)
				readsWell(t, g, d, err)
				clash := new(draft.ClashError)
				if err == nil {
					if err = d.Check(); !errors.As(err, &clash) {
						require.NoError(t, err)
					}
				}
				if err != nil {
					// A child should be; a body beyond all that were ever measured may be.
					if !strings.Contains(err.Error(), "a child") && !beyond {
						refused++
					}
					why[digits.ReplaceAllString(err.Error(), "#")]++
					require.NotEmpty(t, err.Error())
					return
				}
				if !beyond {
					drafted++
				}
				for _, s := range pattern.True(d.Pieces, d.Seams) {
					worst = max(worst, math.Abs(s.Difference))
				}
				made := making.Of(making.Garment{Draft: d, Cloth: in}, nil, making.Maker{})
				_, err = work.Order(made.Steps)
				require.NoError(t, err)
				after := d.Wear.Dress(on)
				for _, l := range figure.Levels() {
					require.True(t, after.At(after.Drop(l)).Convex())
				}
				for _, n := range d.Shopping(float64(in.Thickness)) {
					require.Greater(t, n.Quantity, 0.0, n.What)
					require.False(t, math.IsInf(n.Quantity, 0) || math.IsNaN(n.Quantity), n.What)
				}
				for _, b := range d.Bones {
					require.LessOrEqual(t, b.Length, b.Channel-2*b.Clearance+1e-6, b.Place)
				}
			})
			t.Logf("%d drafted, %d refused, worst seam %.4f mm; refusals %v", drafted, refused, worst, why)
			// What is joined of a bodice, sleeves and a skirt is drawn from the spaces of all three at once.
			least := 3
			if slices.ContainsFunc(g.Parameters(), func(p draft.Parameter) bool { return strings.HasPrefix(string(p.Key), "skirt_") }) {
				least = 2
			}
			require.Greater(t, drafted, least*refused, "most of the parameter space must give a garment")
		})
	}
}

// With nothing chosen every garment drafts on all but impossible bodies, and a
// refusal is never silent.
func TestDefaultsDraft(t *testing.T) {
	tried, every := some(t), 3        // each body tries a third of them
	rapid.Check(t, func(t *rapid.T) { // solving a figure takes longer than most drafts: one for all of them
		on := drafttest.Wearer(t)
		first := rapid.IntRange(0, every-1).Draw(t, "first")
		for i := first; i < len(tried); i += every {
			g := tried[i]
			v, wrong := draft.Settle(g, on, nil)
			require.Empty(t, wrong, g.About().Kind)
			d, err := g.Draft(on, v, g.About().Usual)
			if err == nil && d.Check() == nil {
				for i := range d.Pieces {
					require.Greater(t, plane.Area(d.Pieces[i].Opened()), 100.0, g.About().Kind)
				}
				ringsAsMeant(t, g.About().Kind, on, &d)
			}
		}
	})
}

// ringsAsMeant: at the heights that have names a garment measures round itself, as it is sewn, what it says it was meant to, or
// tells that it does not.
func ringsAsMeant(t require.TestingT, kind string, on figure.Figure, d *draft.Draft) {
	if kind == "mantle" || slices.ContainsFunc(d.Notes, func(n draft.Note) bool { return strings.Contains(n.Title, "than meant at the") }) {
		return // a mantle goes round the arms besides, which have a test of their own
	}
	d.Remeasure()
	for i, r := range d.Girths {
		if i == 0 || slices.ContainsFunc(figure.Levels(), func(l figure.Level) bool { return math.Abs(on.Drop(l)-r.Drop) < 1 }) {
			require.InDelta(t, r.Meant, r.Made, max(3, 0.003*r.Meant), "%s, %.0f below the waist", kind, r.Drop)
		}
	}
}

func TestSettingsAreRefusedByName(t *testing.T) {
	on, err := newFigure(nil, figure.Women, 0)
	require.NoError(t, err)
	g, _ := Find("corset")
	_, wrong := draft.Settle(g, on, draft.Settings{"laced_waist": 9.0, "panels": 4.5, "layers": "nine", "nonsense": 1.0, "lacing_gap": math.NaN()})
	var keys []string
	for _, w := range wrong {
		keys = append(keys, string(w.Key))
	}
	require.ElementsMatch(t, []string{"laced_waist", "panels", "layers", "nonsense", "lacing_gap"}, keys)
}
