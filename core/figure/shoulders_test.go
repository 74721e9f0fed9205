package figure

import (
	"testing"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

// Pads lift the shoulders' ends by what they are thick and set them out; the way to them from where
// the pads run out is that of a straight, the neck stays as it was, every section stays convex, and nothing below the middle of the
// armhole changes.
func TestShouldered(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := drawn(t)
		s := Shoulders{Lift: rapid.Float64Range(4, 40).Draw(t, "lift"), Out: rapid.Float64Range(0, 45).Draw(t, "out")}
		g := f.Shouldered(s)
		was, now := f.Torso(), g.Torso()
		lift := min(s.Lift, f.Padding())
		require.InDelta(t, lift, now.ShoulderPoint.Z-was.ShoulderPoint.Z, 1e-6)
		require.InDelta(t, s.Out, now.ShoulderPoint.X-was.ShoulderPoint.X, 1.5)
		require.InDelta(t, was.NeckPoint.X, now.NeckPoint.X, 0.01)
		for what, p := range map[string][2]r3.Vec{"throat": {was.Throat, now.Throat}, "nape": {was.Nape, now.Nape}} {
			require.InDelta(t, p[0].Y, p[1].Y, 1, what)
		}
		ring := func(f Figure, t Torso) float64 { return long(f.Column(0).neckLine(t)) }
		if half := ring(f, was); half < 1.8*f.Length("shoulder_length") { // else the neck reaches out under the pads
			require.InDelta(t, half, ring(g, now), 0.03*half, "half the neck is not wider for it")
		}
		c := g.Column(0)
		for _, r := range c {
			require.True(t, r.Convex(), "at %.0f", r.Z)
			if r.Z < was.Armpit {
				require.InDelta(t, f.Girth(-r.Z), r.Girth(), 1e-6)
			}
		}
		e := now.ShoulderPoint
		n := was.NeckPoint // as far as the pads reach towards it
		n.Z -= padEnds * (n.Z - was.ShoulderPoint.Z)
		bare := f.Column(0).At(n.Z)
		n.X = bare.X(n.Y)
		for k := 0.1; k < 1; k += 0.2 {
			at := c.At(n.Z + (e.Z-n.Z)*k)
			require.InDelta(t, n.X+(e.X-n.X)*k, at.X(n.Y+(e.Y-n.Y)*k), 2.5, "the shoulder is a straight")
		}
	})
}
