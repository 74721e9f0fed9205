package drape_test

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/drape"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// away is how far two places lie apart, mm.
func away(p, q drape.Point) float64 {
	return math.Sqrt((p.X-q.X)*(p.X-q.X) + (p.Y-q.Y)*(p.Y-q.Y) + (p.Z-q.Z)*(p.Z-q.Z))
}

// Straps lie on the body from before it over the shoulder to behind, nowhere in it, as wide as they are cut and as long but for
// their ends; one that is cut wider is drawn wider.
func TestStrapsGoOverShoulders(t *testing.T) {
	for _, kind := range []string{"stays", "short-stays", "jumps", "bust-support", "skirt-pinafore"} {
		for n := range 3 {
			on := rapid.Custom(drafttest.Wearer).Example(n + 1)
			g, _ := catalogue.Find(kind)
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			if err != nil { // children are not laced
				continue
			}
			surface := on.Rings()
			flaps := drape.Straps(&d, drape.Fit(&d, surface), surface)
			require.NotEmpty(t, flaps, kind)
			s := flaps[0]
			rows := len(s.On) / s.Columns
			first, last, top := s.On[s.Columns/2], s.On[len(s.On)-s.Columns/2], math.Inf(-1)
			assert.Positive(t, first.Y, "%s begins before", kind)
			assert.Negative(t, last.Y, "%s ends behind", kind)
			for _, p := range s.On {
				top = max(top, p.Z)
				if inside := inside(on.At(-p.Z), p.X, p.Y); on.Torso().ShoulderPoint.Z > p.Z {
					assert.Less(t, inside, 6.0, "%s lies in body %d at %.0f %.0f %.0f", kind, n, p.X, p.Y, p.Z)
				}
			}
			shoulder := on.Torso().ShoulderPoint.Z
			assert.Greater(t, top, shoulder-30, "%s goes over the shoulder", kind)
			for k := 2; k < rows-2; k++ {
				row := s.On[k*s.Columns : (k+1)*s.Columns]
				assert.InDelta(t, d.Strap.Wide, away(row[0], row[s.Columns-1]), 1, "%s, body %d, row %d", kind, n, k)
			}
			long := 0.0
			for k := 1; k < rows; k++ {
				long += away(s.On[(k-1)*s.Columns+2], s.On[k*s.Columns+2])
			}
			cut := 0.0
			for i := range d.Pieces {
				if d.Pieces[i].ID == d.Strap.Piece {
					line, _ := d.Pieces[i].Outline()
					for _, p := range line {
						cut = max(cut, p.Y)
					}
				}
			}
			// Cut long where its end is found on the wearer; where it is tied before, ribbons bridge the rest.
			assert.Greater(t, long, cut-130, "%s on body %d", kind, n)
			assert.Less(t, long, cut+80, "%s on body %d", kind, n)
			wider := d
			wider.Strap.Wide += 10
			again := drape.Straps(&wider, drape.Fit(&wider, surface), surface)[0]
			k := rows / 3 * s.Columns
			assert.Greater(t, away(again.On[k], again.On[k+s.Columns-1]), away(s.On[k], s.On[k+s.Columns-1])+5, kind)
		}
	}
}
