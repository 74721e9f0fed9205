package gown

import (
	"math"
	"os"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func dresses() []Joined {
	return []Joined{Fifties(), ShirtDress(), openGown(), Regency(), Twenties(), Bias(), SkirtedCoat()}
}

// atWaist is how long the waist seam runs over pieces, the whole round: their edges, without the lap, and less
// the distance of the legs of every dart that opens on them.
func atWaist(d draft.Draft, skirt bool) (sum float64) {
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if strings.HasPrefix(p.ID, "skirt-") != skirt {
			continue
		}
		on := func(q plane.Point) bool { // a dart may lie where the edge is divided
			for _, e := range p.Edges {
				if off, _ := plane.Apart([]plane.Point{q}, e.Line); strings.HasPrefix(e.ID, "waist-") && off < 1 {
					return true
				}
			}
			return false
		}
		for _, e := range p.Edges {
			if strings.HasPrefix(e.ID, "waist-") && e.ID != "waist-lap" {
				sum += 2 * e.Length()
			}
		}
		for _, m := range p.Marks {
			if a, b := m.Path[0], m.Path[len(m.Path)-1]; m.Kind == pattern.Dart && on(a) && on(b) {
				sum -= 2 * a.To(b)
			}
		}
	}
	return sum
}

// On any body and for any choice of any dress: what its skirt measures at the waist, less what the seams say is
// taken up, is what its bodice measures there; each stretch is sewn once; its hem lies as high above the floor
// as was asked, by the way down the profile from the seam; and its skirt goes round what is under it.
func TestDressesJoin(t *testing.T) {
	each := map[string][]Joined{"any": dresses()}
	if os.Getenv("EVERY_BODY") != "" {
		each = map[string][]Joined{}
		for _, g := range dresses() {
			each[g.About().Kind] = []Joined{g}
		}
	}
	for kind, some := range each {
		t.Run(kind, func(t *testing.T) {
			drafted := 0
			rapid.Check(t, func(t *rapid.T) {
				g := some[rapid.IntRange(0, len(some)-1).Draw(t, "dress")]
				on := drafttest.Wearer(t)
				v := drafttest.Few(t, g, on, 12)
				d, err := draft.Make(g, on, v, g.About().Usual)
				if err != nil {
					return
				}
				drafted++
				require.NoError(t, d.Check())
				sewn := map[pattern.Side]int{}
				gathered := 0.0
				for _, s := range d.Seams {
					if s.Join != pattern.AtWaist {
						continue
					}
					sewn[pattern.Side{Piece: s.A.Piece, Edge: s.A.Edge}]++
					sewn[pattern.Side{Piece: s.B.Piece, Edge: s.B.Edge}]++
					require.NotEqual(t, strings.HasPrefix(s.A.Piece, "skirt-"), strings.HasPrefix(s.B.Piece, "skirt-"), s.ID)
					if s.Absorbed == pattern.Gathers || s.Absorbed == pattern.Pleats {
						gathered += 1
					}
				}
				for i := range d.Pieces {
					p := &d.Pieces[i]
					for _, e := range p.Edges {
						_, hem := p.Edge("hem")
						require.False(t, hem && e.ID == "top" && strings.HasPrefix(p.ID, "skirt-"))
						if strings.HasPrefix(e.ID, "waist-") && p.KindOf(e, d.Seams) == pattern.Sewn {
							require.Equal(t, 1, sewn[pattern.Side{Piece: p.ID, Edge: e.ID}], "%s %s", p.ID, e.ID)
						}
					}
				}
				above, below := atWaist(d, false), atWaist(d, true)
				if gathered == 0 {
					require.InDelta(t, above, below, 10, "darts shut, both are as long")
				} else {
					require.Greater(t, math.Min(above, below)+2*free(v), on.Girth(g.drop(on, v))*0.93)
				}
				hangs(t, d, on, v, g.drop(on, v))
			})
			assert.Greater(t, drafted, 25)
		})
	}
}

// hangs looks at the lengths of a dress's skirt before and behind, by the way down the figure's profile from its
// seam to the floor, what the wearer's own reading has more with it.
func hangs(t *rapid.T, d draft.Draft, on figure.Figure, v draft.Values, seam float64) {
	var skirt []*pattern.Piece // from the front to the back
	for i := range d.Pieces {
		if _, hem := d.Pieces[i].Edge("hem"); hem && strings.HasPrefix(d.Pieces[i].ID, "skirt-") {
			skirt = append(skirt, &d.Pieces[i])
		}
	}
	for bearing, p := range map[float64]*pattern.Piece{0: skirt[0], 180: skirt[len(skirt)-1]} {
		centre := p.Fold // or the edge or seam there
		for _, id := range []string{"right", "centre-front", "centre-back"} {
			if _, ok := p.Edge(id); ok && p.Fold == "" && (id != "right" || bearing == 180) {
				centre = id
			}
		}
		e, _ := p.Edge(centre)
		long := e.Length()
		for _, id := range []string{"pleat", "slit"} { // below the seam
			if below, ok := p.Edge(id); ok && bearing == 180 {
				long += below.Length()
			}
		}
		if bearing == 180 && d.Wear.Train > 0 {
			continue
		}
		gap := 0.0 // as it was drafted
		for _, x := range d.Dimensions {
			if x.Key == "skirt.gap" {
				gap = x.Value / 2
			}
		}
		if gap > 0 && d.Wear.Train > 0 { // it is a part of the train already
			continue
		}
		if gap > 0 && bearing == 0 { // where its front edge begins
			share := gap / (gap + atWaist(d, false)/2)
			for on.At(0).Arc(0, bearing) < share*on.At(0).Girth()/2 {
				bearing += 0.25
			}
		}
		own := on.WaistToFloor(bearing) - drafttest.ClothDown(on, bearing, 0, on.Floor())
		way := drafttest.ClothDown(on, bearing, seam, on.Floor()) + own
		allowed := 4.0
		if gap > 0 && bearing < 90 { // the upper edge is level into its front end, which lies beside the centre
			allowed = 9
		}
		for _, n := range d.Notes {
			if n.Title == "The hem can’t be drafted level" {
				return
			}
		}
		require.InDelta(t, way-v.Number("skirt_clearance"), long, allowed, "%s", p.ID)
	}
}

// Counted from another level, what hangs from there is as long as the way down the profile, and the figure
// measures the same.
func TestFiguresAreCountedFromAnyLevel(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		drop := rapid.Float64Range(-220, 180).Draw(t, "drop")
		from := on.From(drop)
		for _, at := range []float64{0, 37, 150, 400} {
			require.InDelta(t, on.Girth(drop+at), from.Girth(at), 0.01)
		}
		for _, bearing := range []float64{0, 90, 180} {
			own := on.WaistToFloor(bearing) - drafttest.ClothDown(on, bearing, 0, on.Floor())
			require.InDelta(t, drafttest.ClothDown(on, bearing, drop, on.Floor())+own, from.WaistToFloor(bearing), 1.5, "%g: %g + %g", bearing, drop, own)
		}
		require.InDelta(t, on.Floor()-drop, from.Floor(), 1e-6)
	})
}

// An open gown's skirt begins as far behind the centre front as was asked, on both sides: the bodice's waist edge is free so
// far, and the skirt is sewn to all that is left of it; at the hem the petticoat shows over 450 to 650 as it comes (common
// practice, no source), and a gap of nothing closes it.
func TestTheOpenGownIsOpen(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, gap := range []float64{0, 40, 62, 63, 110} {
		d := drafttest.Make(t, Open{}, on, draft.Settings{"skirt_gap": gap})
		whole, sewn := 0.0, 0.0
		for i := range d.Pieces {
			for _, e := range d.Pieces[i].Edges {
				switch {
				case strings.HasPrefix(d.Pieces[i].ID, "skirt-"):
				case e.ID == "waist-lap":
					assert.InDelta(t, gap, e.Length(), 0.5)
					whole += e.Length()
				case strings.HasPrefix(e.ID, "waist-"):
					whole += e.Length()
					sewn += e.Length()
				}
			}
		}
		assert.InDelta(t, whole-gap, sewn, 0.1)
		round := 0.0
		for i := range d.Pieces {
			if e, ok := d.Pieces[i].Edge("hem"); ok && strings.HasPrefix(d.Pieces[i].ID, "skirt-") {
				round += 2 * e.Length()
			}
		}
		assert.InDelta(t, 3000, round, 1, "as much cloth, pleated closer")
	}
	for _, bust := range []float64{800, 920, 1120} {
		body := drafttest.Body(t, map[string]float64{"bust_girth": bust, "waist_girth": bust * 0.8, "hip_girth": bust * 1.1, "height": 1650}, 0)
		_, has := draft.Settle(Open{}, body, nil)
		require.Empty(t, has)
		v, _ := draft.Settle(Open{}, body, nil)
		assert.Greater(t, v.Number("skirt_gap"), 15.0)
		assert.Less(t, v.Number("skirt_gap"), 131.0)
	}
}
