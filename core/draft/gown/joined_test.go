package gown

import (
	"os"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/foundation"
	"ardentgusset/core/draft/support"
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
					require.Greater(t, min(above, below)+2*free(v), on.Girth(g.drop(on, v))*0.93)
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
		assert.Less(t, v.Number("skirt_gap"), 131.0)
		stays := drafttest.Make(t, foundation.Stays{}, body, nil)
		laced := stays.Wear.Dress(body)
		panniers := drafttest.Make(t, support.Panniers{}, laced, nil)
		over := panniers.Wear.Dress(laced)
		petticoat := drafttest.Make(t, support.FlouncedPetticoat{}, over, nil)
		for name, on := range map[string]figure.Figure{"stays": laced, "panniers": over, "petticoat": petticoat.Wear.Dress(over)} {
			d := drafttest.Make(t, Open{}, on, nil)
			assert.Greater(t, drafttest.Value(d, "skirt.shows"), 450.0, "%.0f, %s", bust, name)
			assert.Less(t, drafttest.Value(d, "skirt.shows"), 650.0, "%.0f, %s", bust, name)
			edge := d.Drawn[len(d.Drawn)-1] // the front edge stands as far from the middle as it is said to
			first, last := edge.Line[0], edge.Line[len(edge.Line)-1]
			assert.Greater(t, first.X, 0.3*drafttest.Value(d, "skirt.gap"))
			assert.Greater(t, last.X, 0.3*drafttest.Value(d, "skirt.shows"))
		}
	}
}

// Where the front of a high-waisted gown's skirt lies plain, a seam of the bodice comes to it as far from the centre front as it
// lies on the bodice; behind that, as much farther as is gathered on the way.
func TestThePlainFrontIsSewnPlain(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, plain := range []float64{0, 100, 250, 300, 500} {
		d := drafttest.Make(t, Regency(), on, draft.Settings{"breadths_plain": plain})
		above, cloth := []float64{0}, []float64{0} // along the half waist, at the ends of its seams
		for _, s := range d.Seams {
			if s.Join != pattern.AtWaist {
				continue
			}
			bodice, skirt := s.A, s.B
			if strings.HasPrefix(bodice.Piece, "skirt-") {
				bodice, skirt = skirt, bodice
			}
			long := drafttest.Length(t, d, bodice.Piece, bodice.Edge)
			if bodice.Piece == "front" { // drawn up on its cord to what it is told
				front := 0.0
				p := drafttest.Piece(t, d, "front")
				for _, e := range p.Edges {
					if strings.HasPrefix(e.ID, "waist-") {
						front += e.Length()
					}
				}
				long *= drafttest.Value(d, "drawn.hem") / 2 / front
			}
			above = append(above, above[len(above)-1]+long)
			cloth = append(cloth, cloth[len(cloth)-1]+drafttest.Length(t, d, skirt.Piece, skirt.Edge))
		}
		half, all := above[len(above)-1], cloth[len(cloth)-1]
		require.Greater(t, len(above), 3)
		for i, x := range above {
			want := x
			if x > plain/2 {
				want = plain/2 + (x-plain/2)*(all-plain/2)/(half-plain/2)
			}
			if plain == 0 {
				continue // how it is spread then is a setting of its own
			}
			// A seam of the skirt may be sewn to one of the bodice's that is near; the plain part never gives.
			allowed := 1.0
			if x > plain/2 {
				allowed = 18*(all-plain/2)/(half-plain/2) + 1
			}
			assert.InDelta(t, want, cloth[i], allowed, "plain over %.0f, %.0f from the centre front", plain, x)
		}
	}
}
