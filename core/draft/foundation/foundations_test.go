package foundation

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/quilt"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func usual(t require.TestingT) figure.Figure {
	return drafttest.Body(t, map[string]float64{"waist_girth": 710, "underbust_girth": 790, "bust_girth": 910, "hip_girth": 980, "height": 1660}, 0)
}

func drafted(t require.TestingT, g draft.Garment, set draft.Settings) draft.Draft {
	return drafttest.Make(t, g, usual(t), set)
}

func shaped() []draft.Garment {
	return []draft.Garment{Corset{}, Stays{}, Jumps{}, BonedBodice{}}
}

// Across the pieces themselves, the panels of every foundation add up at the
// waist to the width it says it is made, whatever is chosen; a busk's front is
// straight, and both edges of every seam take half of the shaping.
func TestPanelsAddUpToTheWidthMade(t *testing.T) {
	for _, g := range shaped() {
		t.Run(g.About().Kind, func(t *testing.T) {
			rapid.Check(t, func(t *rapid.T) {
				set := draft.Settings{}
				for _, p := range g.Parameters() {
					switch p.Key {
					case "panels":
						set[p.Key] = rapid.SampledFrom([]float64{3, 4, 5}).Draw(t, string(p.Key))
						if _, wrong := draft.Settle(g, usual(t), draft.Settings{p.Key: set[p.Key]}); len(wrong) > 0 {
							delete(set, p.Key)
						}
					case "laced_waist":
						set[p.Key] = rapid.Float64Range(650, 700).Draw(t, string(p.Key))
					case "lacing_gap":
						set[p.Key] = rapid.Float64Range(0, 60).Draw(t, string(p.Key))
					case "closing":
						set[p.Key] = p.Options[rapid.IntRange(0, len(p.Options)-1).Draw(t, string(p.Key))].Key
					}
				}
				d := drafted(t, g, set)
				across := 0.0
				for i := range d.Pieces {
					p := &d.Pieces[i]
					if !strings.HasPrefix(p.ID, "panel-") {
						continue
					}
					outline, _ := p.Outline()
					for _, s := range plane.Spans(outline, plane.Pt(-1e4, 1e-7), plane.Pt(1, 0)) {
						across += 2 * (s[1] - s[0])
					}
				}
				require.InDelta(t, drafttest.Value(d, "waist.made"), across, 1)
				if d.Wear.LaceTo > 0 {
					gaps := 0.0
					for _, l := range d.Laces {
						gaps += l.Gap
					}
					require.InDelta(t, d.Wear.LaceTo-gaps, across, 1, "laced waist less its gaps")
				}
			})
		})
	}
}

// Every bone on the pieces is in the list, as many as there are layers of it,
// and no bone reaches its binding.
func TestEveryBoneIsListed(t *testing.T) {
	for _, g := range append(shaped(), ShortStays{}) {
		d := drafted(t, g, nil)
		marks, listed := map[string]int{}, map[string]int{}
		for i := range d.Pieces {
			for _, m := range d.Pieces[i].Marks {
				if m.Kind != pattern.BoneLine {
					continue
				}
				marks[d.Pieces[i].ID]++
				assert.InDelta(t, bone.ChannelWidth(m.Width, 1.5), m.Channel, 0.51, "the channel is as wide as bone, thickness and ease")
				assert.GreaterOrEqual(t, plane.Length(m.Path)-m.Long, 2*6.0, "%s: at least 6 mm free at each end (common practice, no source)", g.About().Kind)
				bed := m.Bed()
				outline, _ := d.Pieces[i].Outline()
				for _, q := range bed {
					assert.True(t, plane.Inside(outline, q) || plane.Apartness(outline, q) < 0.6, "%s %s: a bone stays inside its piece", g.About().Kind, d.Pieces[i].ID)
				}
			}
		}
		for _, b := range d.Bones {
			listed[b.Piece]++
		}
		assert.Equal(t, marks, listed, g.About().Kind)
		cut := 0
		for _, s := range bone.List(d.Bones) {
			cut += s.Count
		}
		sum := 0
		for _, b := range d.Bones {
			sum += b.Count
		}
		assert.Equal(t, sum, cut)
	}
}

// The lines of one quilted piece end on its seam where a line of the next
// begins, or where a mark says one of the first ends: laid on each other they
// meet in a zigzag.
func TestQuiltingMeetsAtTheSeams(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := drafted(t, Jumps{}, draft.Settings{"spacing": rapid.Float64Range(9, 25).Draw(t, "spacing"), "angle": rapid.Float64Range(30, 60).Draw(t, "angle")})
		lines := map[string][][]plane.Point{}
		for _, q := range d.Quilting {
			lines[q.Piece] = q.Lines
		}
		met := 0
		for k := 1; k < 3; k++ {
			a, b := drafttest.Piece(t, d, "panel-"+string(rune('0'+k))), drafttest.Piece(t, d, "panel-"+string(rune('0'+k+1)))
			back, ok := a.Edge("back")
			require.True(t, ok)
			front, ok := b.Edge("front")
			require.True(t, ok)
			long := front.Length()
			there := quilt.Met(front.Line, lines[b.ID])
			for _, m := range b.Marks {
				if m.Kind == pattern.Meeting {
					there = append(there, quilt.Met(front.Line, [][]plane.Point{{m.Path[0], m.Path[0]}})...)
				}
			}
			for _, at := range quilt.Met(back.Line, lines[a.ID]) {
				best := math.Inf(1)
				for _, h := range there {
					best = min(best, math.Abs(long-at-h))
				}
				require.Less(t, best, 1.0, "a line of %s ends at %v and none of %s begins there", a.ID, at, b.ID)
				met++
			}
		}
		require.Positive(t, met)
		sum := 0.0
		for _, q := range d.Quilting {
			for _, l := range q.Lines {
				sum += plane.Length(l) * float64(q.Copies)
			}
		}
		require.InDelta(t, sum, quilt.Set(d.Quilting).Length(), 1e-6)
	})
}

// Slashed and spread, the pleated cup is longer along the join by what its
// pleats take up: each pleat of an intake takes it once.
func TestPleatsTakeUpWhatTheSlashOpens(t *testing.T) {
	for _, n := range []float64{1, 2, 3, 4} {
		for _, deep := range []float64{8, 14} {
			d := drafted(t, BustSupport{}, draft.Settings{"pleats": n, "pleat": deep})
			upper, _ := drafttest.Piece(t, d, "upper-cup").Edge("cross")
			lower, _ := drafttest.Piece(t, d, "lower-cup").Edge("cross")
			assert.InDelta(t, n*deep, lower.Length()-upper.Length(), 0.3, "%v pleats of %v", n, deep)
			folds := 0
			for _, m := range drafttest.Piece(t, d, "lower-cup").Marks {
				if m.Kind == pattern.PleatFold {
					folds++
				}
			}
			assert.EqualValues(t, n, folds)
		}
	}
}

// Tabs, points and tops of stays are bound: no allowance; their seams have one.
func TestBoundEdgesHaveNoAllowance(t *testing.T) {
	for _, g := range []draft.Garment{Stays{}, Jumps{}} {
		d := drafted(t, g, nil)
		sewn := map[string]bool{}
		for _, s := range d.Seams {
			sewn[s.A.Piece+" "+s.A.Edge], sewn[s.B.Piece+" "+s.B.Edge] = true, true
		}
		for i := range d.Pieces {
			p := &d.Pieces[i]
			for _, e := range p.Edges {
				if strings.HasPrefix(e.ID, "tab") || e.ID == "top" {
					assert.Zero(t, e.Allowance, "%s %s %s", g.About().Kind, p.ID, e.ID)
				}
				if sewn[p.ID+" "+e.ID] {
					assert.Positive(t, e.Allowance, "%s %s %s", g.About().Kind, p.ID, e.ID)
				}
			}
		}
	}
}

// Laced before and behind there are two gaps; the front is then no fold.
func TestStaysLacedBothWays(t *testing.T) {
	d := drafted(t, Stays{}, draft.Settings{"closing": "both", "lacing_gap": 40.0, "laced_waist": 680.0})
	require.Len(t, d.Laces, 2)
	assert.InDelta(t, 600, drafttest.Value(d, "waist.made"), 0.1)
	assert.Empty(t, drafttest.Piece(t, d, "panel-1").Fold)
	one := drafted(t, Stays{}, draft.Settings{"closing": "back"})
	assert.Len(t, one.Laces, 1)
	assert.Equal(t, "front", drafttest.Piece(t, one, "panel-1").Fold)
}

// The waist stay of a strapless bodice closes round the waist by itself, and the
// order of work sets it.
func TestWaistStayCarries(t *testing.T) {
	d := drafted(t, BonedBodice{}, nil)
	on := usual(t)
	assert.Greater(t, drafttest.Value(d, "stay"), on.GirthAt(figure.Waist), "long enough to close")
	var steps []string
	for _, s := range d.Own {
		steps = append(steps, s.Name+" "+s.How)
	}
	assert.Contains(t, strings.ToLower(strings.Join(steps, " ")), "stay")
}

// The busk's loops lie on the front edge of the right half, its studs level with
// them inside the left, and the busk leaves a clearance at both ends.
func TestBuskIsCarriedToThePieces(t *testing.T) {
	for _, front := range []string{"straight", "spoon"} {
		d := drafted(t, Corset{}, draft.Settings{"front": front})
		p := drafttest.Piece(t, d, "panel-1")
		edge, ok := p.Edge("busk")
		require.True(t, ok)
		var heights []float64
		for _, m := range p.Marks {
			outline, _ := p.Outline()
			switch m.Kind {
			case pattern.Loop:
				assert.Less(t, plane.Apartness(outline, m.Path[0].Mid(m.Path[1])), 0.01, "a gap in the seam")
				heights = append(heights, m.Path[0].Mid(m.Path[1]).Y)
			case pattern.Stud:
				assert.InDelta(t, heights[len(heights)-1], m.Path[0].Y, 1e-6)
				assert.Greater(t, plane.Apartness(outline, m.Path[0]), 4.0, "a hole in the cloth over the blade")
			}
		}
		busk, ok := bone.BuskFor(edge.Length(), front == "spoon")
		require.True(t, ok)
		require.Len(t, heights, len(busk.Studs))
		low, high := plane.BoxOf(edge.Line).Min.Y, plane.BoxOf(edge.Line).Max.Y
		for i, h := range heights {
			assert.Greater(t, h, low+bone.Clearance)
			assert.Less(t, h, high-bone.Clearance)
			if i > 0 {
				assert.InDelta(t, busk.Studs[i]-busk.Studs[i-1], math.Abs(h-heights[i-1]), 0.01)
			}
		}
	}
}

// The lower cup of a bust support is as long over the bust point as the way there on the body: no
// shorter than the straight, no longer than a tape that follows every hollow, stepped up numerically;
// counted from the ends of its lower edge.
func TestCupOverTheBust(t *testing.T) {
	for _, under := range []float64{780, 800, 830} {
		on := drafttest.Body(t, map[string]float64{"bust_girth": 980, "underbust_girth": under, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
		d := drafttest.Make(t, BustSupport{}, on, draft.Settings{"pleats": 0.0})
		x, tape := on.Torso().BustPoint.X, 0.0
		low, high := -on.Drop(figure.Underbust), -on.Drop(figure.Bust)
		c := on.Column(0)
		y := func(z float64) float64 { s := c.At(z); return s.Y(x, figure.InFront) }
		const step = 0.5
		for z := low; z < high-1e-9; z += step {
			tape += math.Hypot(step, y(z+step)-y(z))
		}
		cup := drafttest.Piece(t, d, "lower-cup")
		foot, _ := cup.Edge("band")
		stands := plane.BoxOf(cup.Edges[2].Line).Max.Y - foot.Line[0].Y
		assert.Greater(t, stands, math.Hypot(high-low, y(high)-y(low))-3, "under %v", under)
		assert.Less(t, stands, tape+3, "under %v", under)
	}
}
