package drape

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// laidRows is how many places along it a piece that is laid on has.
const laidRows = 30

// LaidOn are the pieces of a garment that lie by themselves, on a surface and on an arm, on the left half.
func LaidOn(d *draft.Draft, on figure.Figure, surface figure.Surface, arm *Arm) (flaps []Flap) {
	for _, l := range d.Laid {
		p := pieceOf(d, l.Piece)
		if p == nil {
			continue
		}
		switch l.At {
		case draft.RoundNeck:
			neck := necklineOf(d.Drawn, on)
			flaps = append(flaps, hillOf(surface, neck).collar(p, draft.Collar{As: l.As, Piece: l.Piece}, neck))
		case draft.OverShoulders:
			flaps = append(flaps, capeOf(d, &l, necklineOf(d.Drawn, on), surface, arm))
		case draft.AtSide:
			flaps = append(flaps, atSide(p, surface))
		case draft.OnShoulder:
			flaps = append(flaps, onShoulderOf(p, on, surface))
		case draft.RoundFace:
			flaps = append(flaps, roundFace(p, on))
		case draft.RoundWrist:
			flaps = append(flaps, arm.cuff(p))
		}
	}
	return flaps
}

// necklineOf is a garment's neckline from the centre back to the centre front; where it has none, the body's at the nape, the sides of
// the neck and the throat.
func necklineOf(drawn []draft.Drawn, on figure.Figure) (out []r3.Vec) {
	if neck := neckOf(drawn); len(neck) > 2 {
		return neck
	}
	const n = 24
	t := on.Torso()
	wide := t.NeckPoint.X
	middle, deep := (t.Nape.Y+t.Throat.Y)/2, (t.Throat.Y-t.Nape.Y)/2
	for k := range n + 1 {
		sin, cos := math.Sincos(math.Pi * float64(k) / n) // from behind
		z := t.NeckPoint.Z*sin*sin + (t.Nape.Z*(1+cos)/2+t.Throat.Z*(1-cos)/2)*cos*cos
		out = append(out, r3.Vec{X: wide * sin, Y: middle - deep*cos, Z: z})
	}
	return out
}

// capeOf is a cape from the neck over shoulders and arms, straight down from where they stand out furthest, as deep as its edges tell.
func capeOf(d *draft.Draft, l *draft.Laid, neck []r3.Vec, surface figure.Surface, arm *Arm) Flap {
	const columns, over = 9, 22.0 // the sleeve and air over the arm
	deep := func(s pattern.Side) float64 {
		if p := pieceOf(d, s.Piece); p != nil {
			if e, ok := p.Edge(s.Edge); ok {
				return e.Length()
			}
		}
		return 0
	}
	behind, shoulder, before := deep(l.Behind), deep(l.Shoulder), deep(l.Before)
	h := hillOf(surface, neck)
	limbs := arm.Bare()
	line := spreadVec(neck, l.Gap, laidRows*2)
	out := Flap{Columns: columns}
	for k, at := range line {
		share := float64(k) / float64(len(line)-1) // 0 behind, 1 before
		long := behind + (shoulder-behind)*min(2*share, 1) + (before-shoulder)*max(2*share-1, 0)
		// It goes out from the neck evenly from behind to its front edge, whatever the neck's own shape.
		turn := math.Pi + (math.Atan2(line[len(line)-1].X, line[len(line)-1].Y-h.axis)-math.Pi)*share
		sin, cos := math.Sincos(turn)
		far := max(at.X*sin+(at.Y-h.axis)*cos, 1)
		hull := []plane.Point{{X: far, Y: at.Z}}
		put := func(p plane.Point) {
			for len(hull) > 1 {
				a, b := hull[len(hull)-2], hull[len(hull)-1]
				if b.Sub(a).Cross(p.Sub(b)) < 0 {
					break
				}
				hull = hull[:len(hull)-1]
			}
			hull = append(hull, p)
		}
		reach := map[int]float64{} // by height, in steps
		lowest := 0
		note := func(far, z float64) {
			if z >= at.Z-2 || z < at.Z-long-60 {
				return
			}
			i := int((at.Z - z) / step)
			reach[i], lowest = max(reach[i], far), max(lowest, i)
		}
		for _, p := range h.slope(sin, cos) {
			note(p.X+over/2, -p.Y)
		}
		for _, p := range limbs.On {
			x, y := p.X, p.Y-h.axis
			if a := x*sin + y*cos; a > 0 && math.Abs(x*cos-y*sin) < 30 {
				note(a+over, p.Z)
			}
		}
		widest := far
		for i := 0; i <= lowest; i++ {
			if r, ok := reach[i]; ok && r > widest { // cloth does not draw in again
				widest = r
				put(plane.Pt(r, at.Z-(float64(i)+0.5)*step))
			}
		}
		put(plane.Pt(widest, at.Z-long-200))
		for j := range columns {
			q, _ := plane.Along(hull, long*float64(j)/(columns-1))
			out.On = append(out.On, Point{X: at.X + (q.X-far)*sin, Y: at.Y + (q.X-far)*cos, Z: q.Y})
		}
	}
	return out
}

// spreadVec are so many places evenly along a line, but for what is left out at its end.
func spreadVec(line []r3.Vec, less float64, n int) []r3.Vec {
	run := make([]float64, len(line))
	for i := 1; i < len(line); i++ {
		run[i] = run[i-1] + r3.Norm(r3.Sub(line[i], line[i-1]))
	}
	out, i := make([]r3.Vec, 0, n), 1
	for k := range n {
		at := max(run[len(run)-1]-less, 1) * float64(k) / float64(n-1)
		for i < len(line)-1 && run[i] < at {
			i++
		}
		t := min(max((at-run[i-1])/max(run[i]-run[i-1], 1e-9), 0), 1)
		out = append(out, r3.Add(line[i-1], r3.Scale(t, r3.Sub(line[i], line[i-1]))))
	}
	return out
}

// reachAt is from where to where a piece reaches across at a height of its drawing.
func reachAt(outline []plane.Point, y float64) (left, right float64) {
	left, right = math.Inf(1), math.Inf(-1)
	for i, a := range outline {
		b := outline[(i+1)%len(outline)]
		if (a.Y-y)*(b.Y-y) > 0 || a.Y == b.Y {
			continue
		}
		x := a.Toward(b, (y-a.Y)/(b.Y-a.Y)).X
		left, right = min(left, x), max(right, x)
	}
	return left, right
}

// atSide hangs a piece flat from the waist, between the side and the front.
func atSide(p *pattern.Piece, surface figure.Surface) Flap {
	const bearing, below, off = 72.0, 14.0, 4.0
	outline, _ := p.Outline()
	box := plane.BoxOf(outline)
	out := Flap{Columns: across}
	body := &relief{halvesOf(surface)}
	sin, cos := math.Sincos(bearing * math.Pi / 180)
	far := 0.0 // it hangs straight down from where the body stands out most beside it
	for k := range laidRows {
		drop := below + box.Height()*float64(k)/(laidRows-1)
		far = max(far, body.out(sin, cos, drop))
		y := min(max(box.Max.Y-(drop-below), box.Min.Y+0.5), box.Max.Y-0.5)
		left, right := reachAt(outline, y)
		for j := range across {
			x := right + (left-right)*float64(j)/(across-1) - (box.Min.X+box.Max.X)/2
			out.On = append(out.On, Point{X: sin*(far+off) - cos*x, Y: cos*(far+off) + sin*x, Z: -drop})
		}
	}
	return out
}

// out is how far a body reaches in a direction at a drop.
func (r *relief) out(sin, cos, drop float64) float64 {
	i := 1
	for i < len(r.rings)-1 && r.rings[i].drop < drop {
		i++
	}
	h := &r.rings[i]
	if s := h.share(100*sin, 100*cos); s > 0 && !math.IsInf(s, 1) {
		return 100 / s
	}
	return 0
}

// onShoulderOf lays a piece on the shoulder, its straight edge beyond the shoulder's end.
func onShoulderOf(p *pattern.Piece, on figure.Figure, surface figure.Surface) Flap {
	const beyond, thick = 12.0, 12.0
	outline, _ := p.Outline()
	box := plane.BoxOf(outline)
	t := on.Torso()
	body := &relief{halvesOf(surface)}
	out := Flap{Columns: across}
	for k := range laidRows { // along its straight edge, from before back
		along := box.Min.X + 0.5 + (box.Width()-1)*float64(k)/(laidRows-1)
		low, high := math.Inf(1), math.Inf(-1)
		for i, a := range outline {
			b := outline[(i+1)%len(outline)]
			if (a.X-along)*(b.X-along) <= 0 && a.X != b.X {
				y := a.Toward(b, (along-a.X)/(b.X-a.X)).Y
				low, high = min(low, y), max(high, y)
			}
		}
		bent := math.Abs(2*float64(k)/(laidRows-1) - 1) // over the ridge its ends go down
		for j := range across {
			in := low + (high-low)*float64(j)/(across-1)
			x := t.ShoulderPoint.X + beyond - in
			y := t.ShoulderPoint.Y + (box.Max.X+box.Min.X)/2*0.8 - along*0.8
			z := max(body.height(min(x, t.ShoulderPoint.X-4), y), t.ShoulderPoint.Z-60*bent)
			z += thick * (1 - 0.3*float64(j)/(across-1)) * (1 - 0.7*bent*bent)
			out.On = append(out.On, Point{X: x, Y: y, Z: z})
		}
	}
	return out
}

// roundFace stands a brim round the face, from the crown of the head down to the ear.
func roundFace(p *pattern.Piece, on figure.Figure) Flap {
	const head = headRound / (2 * math.Pi)
	outline, _ := p.Outline()
	box := plane.BoxOf(outline)
	t := on.Torso()
	inner, _ := p.Edge("inner")
	long := max(inner.Length(), 1)
	out := Flap{Columns: across}
	for k := range laidRows {
		share := float64(k) / (laidRows - 1)
		q, ahead := plane.Along(inner.Line, min(max(share, 0.01), 0.99)*long)
		deep := width(p, q, ahead.Left())
		turn := share * long / head
		sin, cos := math.Sincos(turn)
		flare := (box.Width() - long*0.9) / max(box.Width(), 1)
		for j := range across {
			a := deep * float64(across-1-j) / (across - 1)
			r := head + a*max(0.25+flare, 0.1)
			out.On = append(out.On, Point{X: r * sin, Y: (t.Nape.Y+t.Throat.Y)/2 + headFore + a*0.93,
				Z: t.NeckPoint.Z + chinAbove + headHigh - head + r*cos})
		}
	}
	return out
}

// cuff is a straight piece round the wrist, from where it closes round to there.
func (a *Arm) cuff(p *pattern.Piece) Flap {
	const round, rows = 28, 5
	outline, _ := p.Outline()
	box := plane.BoxOf(outline)
	out := Flap{Columns: round + 1}
	for k := range rows {
		s := a.long - box.Height()*(1-float64(k)/(rows-1))
		at, side, fore := a.frame(s)
		t := Tube{Columns: round}
		t.ring(at, side, fore, func(k int) (float64, float64, float64) {
			return 2 * math.Pi * float64(k) / round, max(box.Width(), a.Girth(s)+8) / (2 * math.Pi), 0
		})
		out.On = append(append(out.On, t.On...), t.On[0])
	}
	return out
}
