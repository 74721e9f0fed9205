package wrap

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Half a cloak for a neck of 420, 1200 long: its neck lies 133.7 from the middle, its hem measures 4189.9
// and its cloth 2.766 m² (worked example, common practice, no source).
func TestHalfACircle(t *testing.T) {
	c := &cloak{whole: math.Pi / 2, neck: 420 / math.Pi}
	for i := range 61 {
		c.angle = append(c.angle, c.whole*float64(i)/60)
		c.ways = append(c.ways, 1200)
	}
	require.NoError(t, c.hem.Fit(c.angle, c.ways))
	assert.InDelta(t, 133.7, c.neck, 0.05)
	assert.InDelta(t, 4189.9, c.round(func(int) float64 { return 1200 }), 0.6)
	hem, right, top, left := c.panel(0, c.whole, c.whole, -1)
	assert.InDelta(t, 2.766, 2*plane.Area(plane.Join(hem, right, top, left))/1e6, 0.001)
}

// On any body and for any choice: the neck edges add up to what the neck with its ease, less what they stretch, is gathered from;
// every panel is as long, at front, side and back, as the way over the figure is, as a tape laid over its
// profile finds it; hood and collar are sewn to the whole neck.
func TestCloaksAddUp(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Cloak{}, on)
		d, err := draft.Make(Cloak{}, on, v, Cloak{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		necks, held := 0.0, 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if top, ok := p.Edge("top"); ok && p.ID != "collar" {
				necks += 2 * top.Length()
			}
			for _, e := range p.Edges {
				if strings.HasPrefix(e.ID, "to-") {
					held += 2 * e.Length()
				}
			}
			if v.Choice("lining") == "lined" && p.ID != "collar" {
				require.Equal(t, p.Cut/2, p.CutOf(pattern.ForLining), p.ID)
			}
		}
		drawn := necks / v.Number("neck_full")
		require.InDelta(t, on.Length("neck_girth")+v.Number("ease")-5, drawn, 0.006*drawn)
		switch v.Choice("neck") {
		case "hood":
			require.InDelta(t, 2*v.Number("hood_deep"), held, 0.5)
		case "collar":
			require.InDelta(t, drawn, held, 0.004*drawn)
		default:
			require.Zero(t, held)
		}
		// The back's fold is as long as was asked; the front edge hangs as low.
		back := drafttest.Length(t, d, "back", "centre")
		require.InDelta(t, v.Number("length"), back, 3)
		drop, nape := on.Floor(), -on.Torso().Nape.Z
		for low := nape; drop-low > 0.01; {
			if mid := (low + drop) / 2; drafttest.ClothDown(on, 180, nape, mid) < back {
				low = mid
			} else {
				drop = mid
			}
		}
		if drop < 0 { // below the waist the wearer's own readings lengthen or shorten the way
			front := drafttest.Value(d, "length.front")
			require.InDelta(t, drafttest.ClothDown(on, 0, -on.Torso().Throat.Z, drop), front, 15)
		}
	})
	assert.Greater(t, drafted, 25)
}

// On any body, as it comes, it closes over body and arms. With a plain neck and less of a circle it falls open on some, and what
// is offered then closes it.
func TestCloaksCloseOverTheArms(t *testing.T) {
	open := func(d draft.Draft) (draft.Settings, bool) {
		for _, n := range d.Notes {
			if n.Title == "It does not close over the arms" {
				return n.Fix, true
			}
		}
		return nil, false
	}
	offered := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		made := func(set draft.Settings) (draft.Draft, error) {
			v, wrong := draft.Settle(Cloak{}, on, set)
			require.Empty(t, wrong)
			return draft.Make(Cloak{}, on, v, Cloak{}.About().Usual)
		}
		d, err := made(nil)
		if err != nil {
			return
		}
		if _, bare := open(d); bare {
			require.Greater(t, drafttest.Value(d, "neck"), 1.99*drafttest.Value(d, "neck.drawn"), "no neck takes more")
		}
		set := draft.Settings{"circle": rapid.Float64Range(0.4, 0.6).Draw(t, "circle"), "neck_full": 1.0}
		d, err = made(set)
		if err != nil {
			return
		}
		if fix, bare := open(d); bare && fix != nil {
			offered++
			d, err = made(fix)
			require.NoError(t, err)
			_, still := open(d)
			require.False(t, still, "%v", fix)
		}
	})
	assert.Greater(t, offered, 5)
}

// What is told of a cloak is read from its panels: with the side of one taken in by 10 mm its ring over the arms, as the room that
// sews measures it, is smaller by 20, and the dimension that is shown is that ring.
func TestACloakIsMeasuredOnItsPanels(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, panels := range []float64{2, 3, 4} {
		d := drafttest.Make(t, Cloak{}, on, draft.Settings{"panels": panels, "circle": 0.75})
		shown := drafttest.Value(d, "shoulders")
		at := func() (best float64) { // the ring nearest to what is shown
			for _, r := range sewn.Rings(d.Pieces, d.Seams) {
				if math.Abs(r.Girth-shown) < math.Abs(best-shown) {
					best = r.Girth
				}
			}
			return best
		}
		require.InDelta(t, shown, at(), 1e-6)
		for i := range d.Pieces {
			if p := &d.Pieces[i]; p.ID == "back" {
				e, _ := p.Edge("right")
				inwards := plane.Pt(-10, 0)
				if hem, _ := p.Edge("hem"); e.Line[0].X < (plane.BoxOf(hem.Line).Min.X+plane.BoxOf(hem.Line).Max.X)/2 {
					inwards.X = 10
				}
				e.Line = plane.Moved(e.Line, inwards)
			}
		}
		require.InDelta(t, shown-20, at(), 6, "the side slants: %.0f panels", panels)
	}
}

// Over a skirt that stands out behind the back is longer by what the way over it is; over full sleeves there is more cloth.
func TestCloakOverSkirts(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	sleeved := on.Sleeved(figure.Arms{Upper: 560, Lower: 240, Down: 580})
	assert.Greater(t, drafttest.Value(drafttest.Make(t, Cloak{}, sleeved, nil), "neck"),
		drafttest.Value(drafttest.Make(t, Cloak{}, on, nil), "neck")+60)
	wide := on.Covered(func(drop float64) float64 { return min(max(drop, 0)*0.9, 220) })
	a, b := drafttest.Make(t, Cloak{}, on, nil), drafttest.Make(t, Cloak{}, wide, nil)
	for _, where := range []string{"front", "side", "back"} {
		assert.Greater(t, drafttest.Value(b, "length."+where), drafttest.Value(a, "length."+where)+10, where)
	}
}
