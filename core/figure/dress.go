package figure

import (
	"math"
	"sort"
)

// Covered is the figure under a cloth whose thickness at each drop is given,
// mm. Every girth grows by exactly 2π × thickness.
func (f Figure) Covered(thickness func(drop float64) float64) Figure {
	return f.dressed(func(s slice) Section { return s.section.Thicker(max(thickness(s.drop), 0)) })
}

// Laced is the figure with its waist drawn to a girth. The change fades, as
// half a cosine wave, to nothing at the bust line and the hip line. A girth
// larger than the waist's changes nothing. moved is the share, 0 to 1, of the
// flesh that is pressed away which comes out again above and below, half at
// the bust line and half at the hip line.
func (f Figure) Laced(to, moved float64) Figure {
	g := f.GirthAt(Waist)
	if to >= g || to <= 0 {
		return f.dressed(func(s slice) Section { return s.section })
	}
	up, down := f.levels[Bust], f.levels[Hip]
	out := f.dressed(func(s slice) Section {
		x := s.drop / down
		if s.drop < 0 {
			x = s.drop / up
		}
		fade := (1 + math.Cos(math.Pi*min(x, 1))) / 2
		return s.section.Scaled(1 - fade*(1-to/g))
	})
	if moved <= 0 {
		return out
	}
	lost := 0.0
	for i := 1; i < len(f.slices); i++ {
		a := f.slices[i-1].section.Area() - out.slices[i-1].section.Area()
		b := f.slices[i].section.Area() - out.slices[i].section.Area()
		lost += (a + b) / 2 * (f.slices[i].drop - f.slices[i-1].drop)
	}
	// A raised cosine of half-width w holds a volume of w × its height.
	const w = 70
	each := min(moved, 1) * lost / 2 / w
	for i, s := range out.slices {
		for _, centre := range []float64{up, down} {
			if d := math.Abs(s.drop - centre); d < w {
				more := each * (1 + math.Cos(math.Pi*d/w)) / 2
				out.slices[i].section = out.slices[i].section.Scaled(math.Sqrt(1 + more/s.section.Area()))
			}
		}
	}
	return out
}

// Pad is padding laid on the figure: depth by height, and how far round it
// reaches. All mm and degrees.
type Pad struct {
	Bearing float64 // of its middle: 180 back, 90 the left hip
	Spread  float64 // to either side of the middle, where it runs out
	Depth   []Depth // from the top down; straight between, nothing outside
}

// Depth is the thickness of something at a drop.
type Depth struct{ Drop, Depth float64 }

// DepthAt runs straight between the given depths and is 0 outside them.
func DepthAt(list []Depth, drop float64) float64 {
	for i, d := range list {
		if drop < d.Drop-1e-9 {
			if i == 0 {
				return 0
			}
			p := list[i-1]
			return p.Depth + (d.Depth-p.Depth)*(drop-p.Drop)/(d.Drop-p.Drop)
		}
	}
	if n := len(list); n > 0 && drop <= list[n-1].Drop+1e-9 {
		return list[n-1].Depth
	}
	return 0
}

// edgeFade is how far beyond its edge a layer's thickness is still felt by what
// is worn over it, mm: a tape or a band bridges the step (from memory).
const edgeFade = 30.0

// DepthOver is DepthAt, running out beyond both ends instead of breaking off.
func DepthOver(list []Depth, drop float64) float64 {
	if len(list) == 0 {
		return 0
	}
	first, last := list[0], list[len(list)-1]
	switch {
	case drop < first.Drop:
		return first.Depth * max(0, 1-(first.Drop-drop)/edgeFade)
	case drop > last.Drop:
		return last.Depth * max(0, 1-(drop-last.Drop)/edgeFade)
	}
	return DepthAt(list, drop)
}

// Padded is the figure with pads on. A pad is full over the inner half of its
// spread and runs out over the outer half as half a cosine wave.
func (f Figure) Padded(pads []Pad) Figure {
	return f.dressed(func(s slice) Section {
		section := s.section
		for _, p := range pads {
			d := DepthAt(p.Depth, s.drop)
			if d <= 0 {
				continue
			}
			section = section.Padded(func(degrees float64) float64 {
				off := math.Abs(math.Mod(degrees-p.Bearing+540, 360) - 180)
				switch x := off / p.Spread; {
				case x >= 1:
					return 0
				case x <= 0.5:
					return d
				default:
					return d * (1 + math.Cos(math.Pi*(2*x-1))) / 2
				}
			})
		}
		return section
	})
}

// Prop is a section held out from the body at a drop, by a hoop or by cloth
// that stands by itself.
type Prop struct {
	Drop    float64
	Section Section
}

// Propped is the figure under a support: cloth stretched straight from prop to
// prop, and over whatever of the figure stands out further. The props run from
// the top down.
func (f Figure) Propped(props []Prop) Figure {
	if len(props) == 0 {
		return f
	}
	// Below its lowest edge nothing is held out: a level on it and one just
	// under it keep the two apart.
	end := props[len(props)-1].Drop
	f = f.levelled(props[0].Drop).levelled(end).levelled(end + 1)
	if len(props) <= 12 { // hoops; cloth is given closer than the levels are
		for _, p := range props {
			f = f.levelled(p.Drop)
		}
	}
	return f.dressed(func(s slice) Section {
		for i := 1; i < len(props); i++ {
			a, b := props[i-1], props[i]
			if s.drop >= a.Drop-1e-9 && s.drop <= b.Drop+1e-9 {
				return s.section.With(a.Section.Toward(b.Section, (s.drop-a.Drop)/max(b.Drop-a.Drop, 1e-9)))
			}
		}
		return s.section
	})
}

// Draped is the figure under cloth that hangs taut between what holds it out,
// from one drop down to another: in every direction the profile's hollows are
// bridged straight down the cloth, as a tape bridges them round the body.
func (f Figure) Draped(from, to float64) Figure {
	var in []int
	for i, s := range f.slices {
		if s.drop >= from-1e-9 && s.drop <= to+1e-9 {
			in = append(in, i)
		}
	}
	if len(in) < 3 {
		return f
	}
	// The outermost of all straight lines between two levels is a section
	// again: the larger support at each bearing of blends of sections.
	bridged := make([]Section, len(in))
	for i := range bridged {
		bridged[i] = blank()
	}
	chain := make([]int, 0, len(in))
	for k := range directions {
		at := func(i int) (drop, reach float64) { return f.slices[in[i]].drop, f.slices[in[i]].section.support[k] }
		chain = chain[:0]
		for i := range in {
			for len(chain) > 1 {
				d0, r0 := at(chain[len(chain)-2])
				d1, r1 := at(chain[len(chain)-1])
				d2, r2 := at(i)
				if (r1-r0)*(d2-d0) > (r2-r0)*(d1-d0) {
					break
				}
				chain = chain[:len(chain)-1]
			}
			chain = append(chain, i)
		}
		for c := 1; c < len(chain); c++ {
			d0, r0 := at(chain[c-1])
			d1, r1 := at(chain[c])
			for i := chain[c-1]; i <= chain[c]; i++ {
				d, _ := at(i)
				bridged[i].support[k] = r0 + (r1-r0)*(d-d0)/(d1-d0)
			}
		}
	}
	next := 0
	return f.dressed(func(s slice) Section {
		if next < len(in) && f.slices[in[next]].drop == s.drop {
			next++
			return bridged[next-1]
		}
		return s.section
	})
}

func (f Figure) dressed(change func(slice) Section) Figure {
	bare := f.Bare()
	out := f
	out.bare = &bare
	out.slices = make([]slice, len(f.slices))
	for i, s := range f.slices {
		out.slices[i] = slice{s.drop, change(s)}
	}
	return out
}

// levelled is the figure with a section worked out at a drop, unless it is
// there already.
func (f Figure) levelled(drop float64) Figure {
	n := len(f.slices)
	i := sort.Search(n, func(i int) bool { return f.slices[i].drop >= drop-1e-6 })
	if i == 0 || i == n || f.slices[i].drop <= drop+1e-6 {
		return f
	}
	out := f
	out.slices = append(append(append(make([]slice, 0, n+1), f.slices[:i]...), slice{drop, f.At(drop)}), f.slices[i:]...)
	if f.bare == nil {
		bare := f
		out.bare = &bare
	}
	return out
}
