package figure

import (
	"math"

	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/interp"
	"gonum.org/v1/gonum/spatial/r3"
)

// The upper body is a column of convex sections like the rest, carried up to where neck and
// shoulder meet. Over the breasts a section is the hull of the ribs and two discs; above them
// it narrows to a flat oval between the shoulder points, and from there runs straight to the
// neck, so that the shoulder is a straight line. Proportions that no reading gives are from
// memory and say so.

// Torso is where the marks of the upper body lie, on the wearer's left: x to the left, y
// forward, z up from the waist, mm.
type Torso struct {
	Nape, NeckPoint, Throat, ShoulderPoint, BustPoint r3.Vec
	Armpit                                            float64 // height of the section at the armpit
	Underarm                                          float64 // height of the armpit itself, at most as high
	// Back and Front are half of across back and front, along the tape, mm; FrontRead is
	// set when the front one was read and not guessed.
	Back, Front float64
	FrontRead   bool
	ScyeDrop    float64 // of the underarm point below the armpit
}

// trunk are the numbers the torso is solved from, mm.
type trunk struct {
	bust, underbust                    float64
	neck, backWaist, neckToBust, front float64 // the last two 0 when not read
	apart, shoulder, shoulderDrop      float64
	acrossBack, acrossFront, scye      float64
	bustLevel                          float64
	bustLevelRead, frontRead, backRead bool
	women                              float64 // 1 for women, 0 for men, ½ for nobody knows
	breadth, depth                     float64 // of the bust, 0 when not read
	underbustLevel                     float64
	arm, usualArm                      float64 // ring of the armhole, 0 when not read; and what it usually is then
}

// built is a torso with its unknowns set: what the readings are compared with.
type built struct {
	Torso
	keys []key // from the bust up to the neck point
	p    float64
}

// key is a section at a height above the waist.
type key struct {
	z float64
	Section
}

// superHalves is the section of two half super-ellipses that meet at the side tips (±w, tip):
// front to f, back to b (negative), of exponents pf and pb. Its support is the dual's:
// (|w sin|^q + |d cos|^q)^(1/q), q = p/(p−1).
func superHalves(w, f, b, tip, pf, pb float64) Section {
	s := blank()
	for i := range s.support {
		sin, cos := math.Abs(sines[i]), cosines[i]
		d, p := f-tip, pf
		if cos < 0 {
			d, p = tip-b, pb
		}
		q := p / (p - 1)
		if q == 2 {
			s.support[i] = tip*cos + math.Hypot(w*sin, d*cos)
		} else {
			s.support[i] = tip*cos + math.Pow(math.Pow(w*sin, q)+math.Pow(d*math.Abs(cos), q), 1/q)
		}
	}
	return s
}

// discs adds two discs of radius r to a section, their centres c to either side, their fronts
// at f.
func (s Section) discs(c, f, r float64) Section {
	s = s.copied()
	for i := range s.support {
		s.support[i] = max(s.support[i], c*math.Abs(sines[i])+(f-r)*cosines[i]+r)
	}
	return s
}

// turning is a Gauss curve of 6 degrees over the bearings, its sum 1.
var turning = func() (k [19]float64) {
	sum := 0.0
	for i := range k {
		x := float64(i-9) * 360 / directions / 6
		k[i] = math.Exp(-x * x / 2)
		sum += k[i]
	}
	for i := range k {
		k[i] /= sum
	}
	return k
}()

// rounded is the section with its corners rounded: each support the mean of those round it. A
// positive mean keeps convex what was convex, and the girth exactly.
func (s Section) rounded() Section {
	out := blank()
	for i := range out.support {
		for k, w := range turning {
			out.support[i] += w * s.support[(i+k-9+directions)%directions]
		}
	}
	return out
}

// hulled is the convex section nearest to one whose support has dents: the hull of its
// outline, at the same girth.
func (s Section) hulled() Section {
	if s.Convex() {
		return s
	}
	girth := s.Girth()
	line := plane.Hull(s.Outline())
	out := blank()
	at := 0
	for i := range line {
		if -line[i].Y > -line[at].Y {
			at = i
		}
	}
	reach := func(k, i int) float64 { return line[k].X*sines[i] - line[k].Y*cosines[i] }
	for i := range out.support { // the hull runs round as the bearings do
		for reach((at+1)%len(line), i) >= reach(at, i) {
			at = (at + 1) % len(line)
		}
		out.support[i] = reach(at, i)
	}
	return out.Scaled(girth / out.Girth())
}

// ribDepth is the depth of the ribs beside half their breadth, ribBack how square the back of
// a chest is (from memory).
const ribDepth, ribBack = 0.7, 2.35

// breasts is the section at the bust: ribs and two discs that stand out p beyond them, of
// that girth.
func (t trunk) breasts(p float64) (s Section, front float64) {
	c := t.apart / 2
	of := func(k float64) Section {
		r := min(t.apart*0.2, max(0.95*k-c, 10))
		return superHalves(k, ribDepth*k, -ribDepth*k, 0, 2, ribBack).discs(min(c, 0.85*k), ribDepth*k+p, r)
	}
	low, high := t.bust/12, t.bust/4
	for range 40 {
		mid := (low + high) / 2
		if of(mid).Girth() < t.bust {
			low = mid
		} else {
			high = mid
		}
	}
	s = of((low + high) / 2).rounded()
	return s, s.support[0]
}

// prior is how far breasts stand out beyond the ribs (from memory: so that a bust of 947 over
// 807 is some 250 deep, as women's chests mostly are).
func (t trunk) prior() float64 {
	return max(0, t.women*(0.20*(t.bust-t.underbust)+4))
}

// unknowns are what the readings are solved for.
type unknowns struct {
	ring float64 // scale of the neck ring
	nape float64 // height of the nape
	rise float64 // of the neck point above the nape
	lean float64 // of the neck forward
	p    float64 // of the breasts beyond the ribs
	bust float64 // height of the bust line
}

// usualRise is how much higher than the nape the neck point lies, mm (from memory).
const usualRise = 8.0

// build lays out the keys from the bust to the neck point.
func (t trunk) build(u unknowns, bust Section, front float64) built {
	n := t.neck * u.ring
	b := built{p: u.p}
	y := -4 + u.lean
	b.NeckPoint = r3.Vec{X: 0.160 * n, Y: y, Z: u.nape + u.rise}
	b.Nape = r3.Vec{Y: y - 0.140*n, Z: u.nape}
	b.Throat = r3.Vec{Y: y + 0.140*n, Z: u.nape - 0.145*n}
	drop := max(min(min(t.shoulderDrop, 0.85*t.shoulder), b.NeckPoint.Z-u.bust-60), 5)
	b.ShoulderPoint = r3.Vec{X: b.NeckPoint.X + math.Sqrt(max(t.shoulder*t.shoulder-drop*drop-16, 1)), Y: b.NeckPoint.Y + 4,
		Z: b.NeckPoint.Z - drop}
	b.BustPoint = r3.Vec{X: t.apart / 2, Y: front, Z: u.bust}
	sp := b.ShoulderPoint
	b.Armpit = min(max(u.nape-t.scye, u.bust+12), sp.Z-40)
	b.Underarm = min(max(u.nape-t.scye, 40), b.Armpit)
	b.Back, b.Front, b.FrontRead = t.acrossBack/2, t.acrossFront/2, t.frontRead
	delta := sp.Z - b.Armpit
	half := bust.support[directions/4]

	// The front runs straight from the bust to the throat; the back through the blades.
	breast := func(z float64) float64 {
		if z > b.Throat.Z {
			return b.Throat.Y - 0.3*(z-b.Throat.Z)
		}
		return front + (b.Throat.Y-front)*(z-u.bust)/(b.Throat.Z-u.bust)
	}
	var back interp.FritschButland
	behind := bust.support[directions/2]
	zs := []float64{u.bust, b.Armpit + 0.35*delta, sp.Z, max(u.nape, sp.Z+1)}
	// The four heights rise by the way they are made, so that the fit can't fail.
	_ = back.Fit(zs, []float64{behind, behind + 3, -b.Nape.Y + 0.52*max(u.nape-sp.Z, 0), -b.Nape.Y})

	up := func(z, w, pf, pb float64) Section {
		fade := max(0, 1-(z-u.bust)/(b.Armpit+0.55*delta-u.bust))
		tip := sp.Y * (z - u.bust) / (sp.Z - u.bust)
		f, b := breast(z), max(back.Predict(z), 10-tip)
		s := superHalves(w, max(f-u.p*fade, tip+10), -b, tip, pf, pb)
		r := min(min(t.apart*0.2*(2-fade), 0.42*(f+b)), max(0.95*w-t.apart/2*fade, 10))
		return s.discs(min(t.apart/2, 0.85*w)*fade, f, r).rounded()
	}
	b.keys = []key{{u.bust, bust}}
	add := func(z float64, s Section) {
		if last := b.keys[len(b.keys)-1]; z > last.z+3 {
			b.keys = append(b.keys, key{z, s})
		}
	}
	add(b.Armpit, up(b.Armpit, 0.985*half, 2.05, 2.3))
	at := b.Armpit + 0.22*delta
	// From the armpit the sides widen to the shoulder's end, as a form without arms does.
	wide := func(share float64) float64 { return 0.985*half + share*(sp.X-0.985*half) }
	add(at, up(at, wide(0.3), 2.05, 2.3))
	at = b.Armpit + 0.5*delta
	add(at, up(at, wide(0.65), 2.05, 2.3))
	if at := sp.Z - 18; at > b.Armpit+0.55*delta {
		add(at, up(at, sp.X+1, 2.05, 2.3))
	}
	add(sp.Z, superHalves(sp.X, breast(sp.Z), -back.Predict(sp.Z), sp.Y, 2, 2))
	top := superHalves(b.NeckPoint.X, b.Throat.Y-0.3*(b.NeckPoint.Z-b.Throat.Z), b.Nape.Y, b.NeckPoint.Y, 2, 2)
	b.keys = append(b.keys, key{b.NeckPoint.Z, top})
	return b
}

// sections are the levels from the bust to the neck point, about every step mm, from the
// bottom up, made convex when fine: up to the shoulder point on a smooth curve through the keys at every bearing,
// from there straight.
func (b built) sections(step float64, fine bool) []key {
	n := len(b.keys)
	shoulder := b.keys[n-2]
	zs := make([]float64, n-1)
	for i := range zs {
		zs[i] = b.keys[i].z
	}
	var heights []float64
	for i := 1; i < n-1; i++ {
		from, to := zs[i-1], zs[i]
		parts := max(int(math.Ceil((to-from)/step)), 1)
		for k := range parts {
			heights = append(heights, from+(to-from)*float64(k)/float64(parts))
		}
	}
	out := make([]key, len(heights), len(heights)+12)
	for i := range out {
		out[i].Section = blank()
	}
	ys := make([]float64, n-1)
	for d := range directions/2 + 1 { // left and right are alike
		for i := range ys {
			ys[i] = b.keys[i].support[d]
		}
		var curve interp.FritschButland
		_ = curve.Fit(zs, ys) // the keys' heights rise
		for i, z := range heights {
			out[i].z = z
			v := curve.Predict(z)
			out[i].support[d], out[i].support[(directions-d)%directions] = v, v
		}
	}
	if fine {
		for i := range out {
			out[i].Section = out[i].hulled()
		}
	}
	neck := b.keys[n-1]
	parts := max(int(math.Ceil((neck.z-shoulder.z)/step)), 4)
	for k := range parts + 1 {
		share := float64(k) / float64(parts)
		out = append(out, key{shoulder.z + (neck.z-shoulder.z)*share, shoulder.Toward(neck.Section, share)})
	}
	return out
}
