package drape

import "math"

// waves are the sines of a fold and of the finer ones in it at the middles of its steps.
var waves = func() (w [3][parts]float64) {
	for i := range parts {
		u := (float64(i) + 0.5) / parts
		for k := range w {
			w[k][i] = math.Sin(2 * math.Pi * u * float64(int(1)<<k))
		}
	}
	return w
}()

// curve is a fold's course: along its base and out from it, as parts of the cloth that is drawn.
type curve struct {
	x, y [parts + 1]float64
	high float64
}

// turn works out the curve of a fold and finer ones in it.
func (c *curve) turn(swing [3]float64) {
	const du = 1.0 / parts
	c.high = 0
	for i := range parts {
		sin, cos := math.Sincos(swing[0]*waves[0][i] + swing[1]*waves[1][i] + swing[2]*waves[2][i])
		c.x[i+1], c.y[i+1] = c.x[i]+cos*du, max(c.y[i]+sin*du, 0)
		c.high = max(c.high, c.y[i+1])
	}
}

// fold is one fold in one row.
type fold struct {
	from, base  float64 // where on the ring it begins and how much of that it takes, mm
	cloth       float64 // that it has, mm
	below, deep float64 // how far below where it is held it is looked at there, and how much hangs there in all
	turns       float64 // of the ring over it, radians
	wave        float64
	pleat       bool

	fine float64 // how many times as long as drawn its cloth is
	out  float64 // how far its crest stands out, mm
	curve
}

// rounds is how often a fold is worked out anew with what it stands out.
const rounds = 4

// settle finds the curve of a fold: its fullness over the ring through its middle, parted between it and the finer waves in it.
func (f *fold) settle() {
	f.fine = 1
	turns := rounds
	if f.out > 0 { // it is near what it was in the row above
		turns = 2
	}
	for range turns {
		base := f.base + f.turns*f.out/2
		if f.cloth <= base*1.0001 || base <= 0 && f.cloth <= 0 {
			f.out, f.fine = 0, 1
			f.curve.turn([3]float64{})
			return
		}
		full := math.Log(min(f.cloth/max(base, 1e-6), 60))
		w := f.weights(base)
		for range 2 {
			f.draw(full, w)
			most := standsOut(f.below, f.deep)
			k := f.out / most
			k *= k
			pull := 1 / math.Sqrt(1+k*k)
			if f.pleat || pull > 0.999 {
				break
			}
			for i := range 3 {
				w[i] *= pull
			}
			w[3] = 1 - w[0] - w[1] - w[2]
		}
		f.draw(full, w)
	}
}

// draw works the curve out for a fullness, as its logarithm, and how it is parted.
func (f *fold) draw(full float64, w [4]float64) {
	var swing [3]float64
	for i := range swing {
		if w[i] > 0 {
			swing[i] = known.swing.at(math.Exp(-full * w[i]))
		}
	}
	f.fine = math.Exp(full * w[3])
	f.curve.turn(swing)
	f.out = f.high * f.cloth / f.fine
}

// weights are how the fullness of a fold so wide is parted between it and the finer ones it is made of further up.
func (f *fold) weights(base float64) (w [4]float64) {
	if f.pleat {
		return [4]float64{1}
	}
	x := min(max(math.Log2(max(base, 1e-6)/f.wave), 0), 3)
	for i := range w {
		if t := 1 - math.Abs(x-float64(i)); t > 0 {
			w[i] = t * t * (3 - 2*t)
		}
	}
	return w
}
