package figure

import (
	"context"
	"hash/maphash"
	"math"

	"ardentgusset/core/memo"

	"gonum.org/v1/gonum/interp"
)

// Carry is what a foundation does to the bust it carries (as a choice; usual ones are from
// memory). All mm.
type Carry struct {
	Lift  float64 // its points rise by
	More  float64 // its girth grows by, less where it is pressed
	Apart float64 // its points move apart by
	// Flat is how far the front is drawn to a cone between the waist and the bust: 1 for
	// conical stays, 0 for what follows the body.
	Flat float64
}

// None tells whether nothing is changed.
func (c Carry) None() bool { return c == Carry{} }

// above and below the bust the change fades out: how far below the underbust line it begins,
// and over how much height a girth added runs out.
const carryBelow, carryOver = 25.0, 95.0

// Carried is the figure with its bust carried. The back stays as it is; sections stay convex, and
// the girth at the bust line, which rises with it, is what it was and what is added.
func (f Figure) Carried(c Carry) Figure {
	if c.None() || f.torso.Throat.Z == 0 {
		return f
	}
	old := -f.levels[Bust]
	if room := f.torso.Armpit + 40 - old; c.Lift > room { // never above the armpits
		c.Lift = max(room, 0)
	}
	bust, low, high := old+c.Lift, -f.levels[Underbust]-carryBelow, f.torso.Throat.Z
	if low < 1 {
		low = 1
	}
	var warp interp.FritschButland // the height the front comes from
	if warp.Fit([]float64{low, bust, high}, []float64{low, old, high}) != nil {
		return f
	}
	key := carryKey{f.sum(), c, bust, low, high}
	slices, err := memo.Find(context.Background(), f.book, key, carryWeight, func() ([]slice, error) {
		return f.pushed(c, bust, low, high, func(z float64) float64 { return -warp.Predict(z) }).slices, nil
	})
	if err != nil { // only a work that fails gives one
		return f
	}
	out := f.dressed(func(s slice) Section { return s.section })
	out.slices = slices
	out.levels = map[Level]float64{}
	for l, drop := range f.levels {
		out.levels[l] = drop
	}
	out.levels[Bust] = -bust
	out.torso.BustPoint.Z += c.Lift
	out.torso.BustPoint.X += c.Apart / 2
	return out
}

// carryKey is what the sections of a carried figure depend on.
type carryKey struct {
	figure          uint64
	carry           Carry
	bust, low, high float64
}

// carryWeight is about what they weigh, bytes.
const carryWeight = 60 << 10

// sum tells the sections of figures apart, with the girth they are to keep at the bust.
func (f Figure) sum() uint64 {
	var h maphash.Hash
	h.SetSeed(seed)
	for _, s := range f.slices {
		maphash.WriteComparable(&h, s.drop)
		maphash.WriteComparable(&h, s.section.Sum())
	}
	maphash.WriteComparable(&h, f.levels[Bust])
	return h.Sum64()
}

// pushed is the figure with those sections in front, between the heights low and high, that came from other drops; its
// girth at the bust, now at that height, is what it was with what the carriage adds.
func (f Figure) pushed(c Carry, bust, low, high float64, came func(z float64) (drop float64)) Figure {
	var front [directions]float64 // 1 before, 0 from the sides back
	reach := 0.0
	for i := range front {
		t := min(max(cosines[i]/0.5, 0), 1)
		front[i] = t * t * (3 - 2*t)
		reach += front[i] * 2 * math.Pi / directions
	}
	from := func(z float64) Section {
		s := f.At(-z)
		if z <= low || z >= high {
			return s
		}
		w := f.At(came(z))
		s = s.copied()
		for i := range s.support {
			s.support[i] += front[i] * (w.support[i] - s.support[i])
		}
		return s
	}
	at := from(bust)
	push := (f.GirthAt(Bust) + c.More - at.Girth()) / reach
	return f.levelled(-bust).dressed(func(s slice) Section {
		z := -s.drop
		if z <= 0 || z >= high {
			return s.section
		}
		got := from(z).copied()
		if d := math.Abs(z - bust); d < carryOver {
			fading := (1 + math.Cos(math.Pi*d/carryOver)) / 2
			for i := range got.support {
				got.support[i] += front[i] * push * fading
			}
		}
		if c.Flat > 0 && z < bust {
			waist := f.At(0)
			for i := range got.support {
				cone := waist.support[i] + (at.support[i]+front[i]*push-waist.support[i])*z/bust
				got.support[i] += front[i] * c.Flat * (cone - got.support[i])
			}
		}
		return got.hulled()
	})
}
