package surface

import (
	"context"
	"encoding/binary"
	"fmt"
	"hash/maphash"
	"maps"
	"math"
	"slices"

	"ardentgusset/core/memo"
	"ardentgusset/core/plane"
)

// settling is a panel cut up, and where its points lie when they have come to rest.
type settling struct {
	mesh *mesh
	at   []plane.Point
}

// key is what a panel's settling depends on: its lines, its form, and, once they are known, how far
// its darts are held open.
type key struct {
	panel uint64
	takes string
}

// weight is about what a settling weighs, bytes.
const weight = 60 << 10

// settled is the settling of a key, worked out where it is not known; it is never changed.
func (s *Form) settled(of key, work func() (settling, error)) (settling, error) {
	return memo.Find(context.Background(), s.book, of, weight, work)
}

// seed is that of the sums below, one for the run of the program.
var seed = maphash.MakeSeed()

// sum takes numbers and names together.
type sum struct{ maphash.Hash }

func newSum() *sum {
	s := &sum{}
	s.SetSeed(seed)
	return s
}

func (s *sum) numbers(all ...float64) {
	var b [8]byte
	for _, v := range all {
		binary.LittleEndian.PutUint64(b[:], math.Float64bits(v))
		_, _ = s.Write(b[:]) // a sum takes what it is given
	}
}

func (s *sum) whole(v uint64) {
	var b [8]byte
	binary.LittleEndian.PutUint64(b[:], v)
	_, _ = s.Write(b[:])
}

func (s *sum) line(l Line) {
	s.numbers(float64(len(l)))
	for _, p := range l {
		s.numbers(p.X, p.Y, p.Z)
	}
}

// keyOf is the key of a panel before its darts are held.
func (s *Form) keyOf(p Panel) key {
	h := newSum()
	s.sum.Do(func() {
		f := newSum()
		for i := range s.rows {
			f.numbers(s.rows[i].z)
			for _, q := range s.rows[i].points {
				f.numbers(q.X, q.Y)
			}
		}
		s.is = f.Sum64()
	})
	h.whole(s.is)
	h.numbers(s.coarse, float64(p.From))
	h.numbers(s.Held...)
	for _, l := range slices.Sorted(maps.Keys(s.Levels)) {
		_, _ = h.WriteString(string(l))
		h.numbers(s.Levels[l])
	}
	_, _ = h.WriteString(fmt.Sprintf("%q %q", p.Fold, p.Straight))
	for _, e := range p.Edges {
		_, _ = h.WriteString(fmt.Sprintf("%q", e.ID))
		h.line(e.Line)
	}
	for _, d := range p.Darts {
		_, _ = h.WriteString(fmt.Sprintf("%q %q", d.ID, d.Edge))
		h.line(d.Line)
	}
	return key{panel: h.Sum64()}
}
