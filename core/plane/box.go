package plane

// Box is the smallest upright rectangle round the points.
type Box struct{ Min, Max Point }

// BoxOf is the box round all the given points; the zero Box for none.
func BoxOf(lines ...[]Point) Box {
	b, first := Box{}, true
	for _, l := range lines {
		for _, p := range l {
			if first {
				b, first = Box{p, p}, false
			}
			b = b.with(p)
		}
	}
	return b
}

// with is the box round a point as well.
func (b Box) with(p Point) Box {
	return Box{Point{min(b.Min.X, p.X), min(b.Min.Y, p.Y)}, Point{max(b.Max.X, p.X), max(b.Max.Y, p.Y)}}
}

// Width is how far the box reaches along x.
func (b Box) Width() float64 { return b.Max.X - b.Min.X }

// Height is how far it reaches along y.
func (b Box) Height() float64 { return b.Max.Y - b.Min.Y }

// Centre is its middle.
func (b Box) Centre() Point { return b.Min.Mid(b.Max) }
