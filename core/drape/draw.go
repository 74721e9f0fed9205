package drape

import "math"

// draw puts the folds on.
func (h *hanging) draw() *Sheet {
	n := len(h.folds) - 1
	cols := n*parts + 1
	s := &Sheet{Rows: rows + 1, Columns: cols, On: make([]Point, (rows+1)*cols), Folds: n, cells: h.cells,
		panels: h.panels, opens: h.ground.opens[1] > 0, at: make([]float64, cols),
		fine: make([]float64, (rows+1)*n), folds: h.folds, Tight: h.tight, TightAt: h.tightA, Lacks: h.lacks, LacksAt: h.lacksAt}
	for f := range n {
		for i := range parts + 1 {
			s.at[f*parts+i] = h.folds[f] + (h.folds[f+1]-h.folds[f])*float64(i)/parts
		}
	}
	d := drawing{hanging: h, sheet: s, folds: make([]fold, n), out: make([]float64, (rows+1)*cols),
		rise: make([]float64, (rows+1)*cols), bases: make([]lying, (rows+1)*cols)}
	for j := range d.aim {
		d.aim[j] = 1
	}
	for range 3 { // what threads fall by lengthens the rows a little: then they are drawn that much shorter
		for j := range rows + 1 {
			d.row(j)
		}
		d.fall()
		off := 0.0
		for j := range rows + 1 {
			if has := s.Wide(j); has > 0 && has > d.round[j][bearings-1] {
				by := s.Long(j) / has
				off = max(off, math.Abs(by-1))
				d.aim[j] /= by
			}
		}
		if off < near {
			break
		}
	}
	return s
}

// near is within what part of its cloth a row is drawn without another try.
const near = 0.006

// drawing is a sheet on its way.
type drawing struct {
	*hanging
	sheet *Sheet
	folds []fold
	aim   [rows + 1]float64 // how much of its cloth a row is to be drawn with before its threads fall
	rise  []float64         // [row, column] how far it stands up
	out   []float64         // [row, column] how far the fold's middle course stands out there, mm
	bases []lying           // [row, column]
}

// lying is a place on a ring, the way out from it, level, and how much of the way off what is beneath is that and how much up: over a
// shelf folds stand up.
type lying struct {
	spot
	nx, ny  float64
	out, up float64
}

// row draws one row.
func (d *drawing) row(j int) {
	h, n := d.hanging, len(d.folds)
	cloth := make([]float64, h.n+1)
	for k, w := range h.wide[j] {
		cloth[k+1] = cloth[k] + w
	}
	ends := make([]float64, n+1)
	for f := range ends {
		ends[f] = within(h.base[j], h.folds[f])
	}
	for f := 1; f < n; f++ { // they wander a little on their way down
		base, own := ends[f+1]-ends[f-1], within(cloth, h.folds[f+1])-within(cloth, h.folds[f-1])
		below := within(h.deep[j], h.folds[f])
		g := golden(7 * f)
		if h.pleats[f] || h.pleats[f-1] {
			continue
		}
		by := min(0.03*base, 0.17*max(own-base, 0)) * math.Sin(2*math.Pi*below/(1500+500*g)+math.Pi*g)
		ends[f] += by * min(below/200, 1)
	}
	turns := d.turns(j)
	for f := range d.folds {
		one := &d.folds[f]
		a, b := h.folds[f], h.folds[f+1]
		mid := (a + b) / 2
		*one = fold{out: one.out, from: ends[f], base: ends[f+1] - ends[f], cloth: within(cloth, b) - within(cloth, a),
			below: within(h.deep[j], mid),
			deep:  within(h.deep[rows], mid), pleat: h.pleats[f], turns: turns(ends[f], ends[f+1])}
		one.wave = wave(h.c, one.below, one.deep) * (1 + 0.3*golden(3*f+1))
		one.settle()
	}
	scale := 1.0
	for range 2 {
		d.place(j, scale)
		drawn, base := d.sheet.Long(j), ends[n]
		has := d.sheet.Wide(j) * d.aim[j]
		if loose := 1 - base/max(has, 1e-9); loose > 1e-4 {
			scale = min(max(scale*(1+(1-drawn/has)/loose), 0.4), 2.5)
		}
	}
	d.place(j, scale)
}

// turns tells by how much a row's ring turns between two places along it, radians.
func (h *hanging) turns(j int) func(from, to float64) float64 {
	ring, round := &h.rings[j], &h.round[j]
	var way [bearings]float64
	for m := 1; m < bearings; m++ {
		a, b := ring[m-1], ring[m]
		way[m] = math.Atan2(b.x-a.x, b.y-a.y)
		if m > 1 {
			for way[m]-way[m-1] > math.Pi {
				way[m] -= 2 * math.Pi
			}
			for way[m]-way[m-1] < -math.Pi {
				way[m] += 2 * math.Pi
			}
		}
	}
	way[0] = way[1]
	m := 0
	at := func(x float64) float64 {
		for m > 0 && round[m] > x {
			m--
		}
		for m < bearings-2 && round[m+1] < x {
			m++
		}
		return way[m] + (way[m+1]-way[m])*min(max((x-round[m])/max(round[m+1]-round[m], 1e-9), 0), 1)
	}
	return func(from, to float64) float64 { return max(at(to)-at(from), 0) }
}

// lies is where on a row's ring a place along it lies.
func (d *drawing) lies(j int, x float64, hint *int) lying {
	ring, round := &d.rings[j], &d.round[j]
	m := *hint
	for m > 0 && round[m] > x {
		m--
	}
	for m < bearings-2 && round[m+1] < x {
		m++
	}
	*hint = m
	k := (x - round[m]) / max(round[m+1]-round[m], 1e-9)
	a, b := ring[m], ring[m+1]
	at := lying{spot: spot{a.x + (b.x-a.x)*k, a.y + (b.y-a.y)*k, a.z + (b.z-a.z)*k}}
	// The way out turns evenly from one side of the ring to the next.
	out := func(m int) (x, y float64) {
		p, q := ring[max(m-1, 0)], ring[min(m+1, bearings-1)]
		if m == 0 {
			return 0, 1
		}
		if m == bearings-1 {
			return 0, -1
		}
		x, y = -(q.y - p.y), q.x-p.x
		if long := math.Sqrt(x*x + y*y); long > 1e-9 {
			return x / long, y / long
		}
		return sines[m], cosines[m]
	}
	ax, ay := out(m)
	bx, by := out(m + 1)
	k = min(max(k, 0), 1)
	at.nx, at.ny = ax+(bx-ax)*k, ay+(by-ay)*k
	long := math.Sqrt(at.nx*at.nx + at.ny*at.ny)
	at.nx, at.ny = at.nx/long, at.ny/long
	// How what is beneath runs down there, from the row above to the row below.
	above, below := &d.rings[max(j-1, 0)], &d.rings[min(j+1, rows)]
	run := func(m int) (float64, float64) {
		p, q := above[m], below[m]
		return (q.x-p.x)*at.nx + (q.y-p.y)*at.ny, p.z - q.z
	}
	r0, z0 := run(m)
	r1, z1 := run(m + 1)
	outward, down := max(r0+(r1-r0)*k, 0), max(z0+(z1-z0)*k, 0)
	at.out, at.up = 1, 0
	if long := math.Sqrt(outward*outward + down*down); long > 1e-9 {
		at.out, at.up = down/long, outward/long
	}
	return at
}

// place lays a row's folds on its ring.
func (d *drawing) place(j int, scale float64) {
	s := d.sheet
	row, n := s.Row(j), len(d.folds)
	hint := 0
	for f := range d.folds {
		one := &d.folds[f]
		s.fine[j*n+f] = one.fine
		last := one.x[parts]
		lean, cos := 0.0, 1.0
		if one.pleat { // laid over, the more so the nearer to where it is held
			if a := 1.3 * (1 - one.below/450); a > 0 {
				sin, c := math.Sincos(a)
				lean, cos = sin, c
			}
		}
		middle := d.lies(j, one.from+one.base/2, &hint)
		for i := range parts + 1 {
			if f > 0 && i == 0 {
				continue
			}
			y := one.y[i] * one.cloth / one.fine * scale
			x := one.base * one.x[i] / max(last, 1e-9)
			if last <= 1e-9 {
				x = one.base * float64(i) / parts
			}
			if !one.pleat && i > 0 && i < parts { // no fold hangs over into the next, nor through itself
				x = one.keeps(x, i)
			}
			x += y * lean
			at := d.lies(j, one.from+x, &hint)
			at.fans(&middle, i < parts/2)
			col := f*parts + i
			sin := math.Sin(math.Pi * float64(i) / parts)
			d.out[j*s.Columns+col] = one.out * scale * sin * sin
			d.bases[j*s.Columns+col] = at
			y *= cos
			p := Point{X: at.x + at.nx*at.out*y, Y: at.y + at.ny*at.out*y, Z: at.z + at.up*y}
			d.rise[j*s.Columns+col] = at.up * y
			if one.out > 1 {
				p.In = min(one.out/max(one.base, 1e-9), 1) * (1 - min(one.y[i]/max(0.55*one.high, 1e-9), 1))
			}
			if !s.opens || col > s.Columns/2 { // nor over the middle
				p.X = max(p.X, apart)
			}
			if i == 0 || f == len(d.folds)-1 && i == parts {
				p.X = max(at.x, 0)
			}
			row[col] = p
		}
	}
}

// fans keeps the way out from a place on its own side of that from the middle of its fold: over a hollow of the ring a fold's sides would
// meet, and go straight out instead. Ways turn to the right from the front to the back.
func (l *lying) fans(middle *lying, before bool) {
	if side := middle.nx*l.ny - middle.ny*l.nx; before && side < 0 || !before && side > 0 {
		l.nx, l.ny = middle.nx, middle.ny
	}
}

// keeps is a place along a fold's base with both its sides on their own side of its middle, and neither over the next fold.
func (f *fold) keeps(x float64, i int) float64 {
	const middle = parts / 2
	x = min(max(x, apart), max(f.base-apart, apart))
	switch {
	case i < middle:
		return min(x, max(f.base/2-apart, 0))
	case i > middle:
		return max(x, min(f.base/2+apart, f.base))
	}
	return x
}

// apart is how far two folds lie apart at least, mm.
const apart = 0.3

// smoothed is over how much of the way down, to either side, how far cloth stands out is evened for its fall, mm.
const smoothed = 130.0

// fall lets each thread fall by what its length leaves when it goes out: crests rise, valleys dip.
func (d *drawing) fall() {
	s := d.sheet
	cols := s.Columns
	depth := make([]float64, rows+1)
	for j := range depth {
		depth[j] = d.depth(j)
	}
	out := make([]float64, rows+1)
	for col := range cols {
		for j := range out {
			sum, count := 0.0, 0.0
			for i := j; i >= 0 && depth[j]-depth[i] <= smoothed; i-- {
				w := 1 - (depth[j]-depth[i])/(smoothed+1)
				sum, count = sum+w*d.out[i*cols+col], count+w
			}
			for i := j + 1; i <= rows && depth[i]-depth[j] <= smoothed; i++ {
				w := 1 - (depth[i]-depth[j])/(smoothed+1)
				sum, count = sum+w*d.out[i*cols+col], count+w
			}
			out[j] = sum / count
		}
		z := s.On[col].Z - d.rise[col]
		less, tied := d.lessAt(s.at[col]), d.tiedAt(s.at[col])
		for j := 1; j <= rows; j++ {
			a, b := d.bases[(j-1)*cols+col], d.bases[j*cols+col]
			long := (within(d.deep[j], s.at[col]) - within(d.deep[j-1], s.at[col])) * less
			run := (b.x-a.x)*b.nx + (b.y-a.y)*b.ny
			if tied { // its own way down is told already
				long = math.Sqrt(run*run + (a.z-b.z)*(a.z-b.z))
			}
			run += (out[j] - out[j-1]) * b.out
			fall := math.Sqrt(max(long*long-run*run, 0))
			// Over a shelf it lies as that does.
			fall = fall*b.out + (a.z-b.z)*(1-b.out)
			z = max(z-fall, -d.floor+onFloor)
			p := &s.On[j*cols+col]
			p.Z = z + d.rise[j*cols+col]
			if b.out > 0 {
				d.ground.clear(p)
			}
		}
	}
}

// lessAt is how much of its length cloth comes down by at a place in cells.
func (h *hanging) lessAt(at float64) float64 {
	m := within(h.cuts, at)
	i := min(int(m), bearings-2)
	return h.less[i] + (h.less[i+1]-h.less[i])*(m-float64(i))
}

// onFloor is how far above the floor the threads of cloth lie that is on it, mm.
const onFloor = 2.0
