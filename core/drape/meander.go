// Package drape lays drafted cloth on a figure as it hangs: in folds where there is more of it than what it lies on, plain where
// there is not. What it draws is as long as what was drafted, and never lies inside what is beneath.
//
// Coordinates: x to the wearer's left, y forward, z up from the waist, mm. Depths run down the cloth from where it is held.
package drape

import "math"

// A fold is a sine-generated curve: along its cloth, u from 0 in a valley over the crest at ½ to the next valley at 1, it turns as
// ψ sin 2πu (Langbein and Leopold, 1966, for meanders; very near Euler's elastica). Then its base is J₀(ψ) of its cloth, and its crest
// stands ½ H₀(ψ) of it high: J₀ Bessel's function, H₀ Struve's.

// swings and crests are ψ and the crest's height as a part of the cloth, by the base as a part of the cloth, 0 to 1.
const shares = 2048

type table [shares + 1]float64

func (t *table) at(share float64) float64 {
	x := min(max(share, 0), 1) * shares
	i := min(int(x), shares-1)
	return t[i] + (t[i+1]-t[i])*(x-float64(i))
}

// meanders holds both tables.
type meanders struct{ swing, crest table }

// fullest is the swing at which a fold's two valleys meet: the first zero of J₀.
const fullest = 2.404825557695773

func made() *meanders {
	m := new(meanders)
	for i := range m.swing {
		share := float64(i) / shares
		low, high := 0.0, fullest
		for range 36 {
			if mid := (low + high) / 2; math.J0(mid) > share {
				low = mid
			} else {
				high = mid
			}
		}
		m.swing[i] = low
		m.crest[i] = struve(low) / 2
	}
	return m
}

// known are the tables, worked out once.
var known = made()

// struve is Struve's function of order 0, by its power series (Abramowitz and Stegun, 12.1.4).
func struve(x float64) float64 {
	term := 2 / math.Pi * x
	sum := term
	for k := 1; k < 40; k++ {
		odd := float64(2*k + 1)
		term *= -x * x / (odd * odd)
		sum += term
	}
	return sum
}

// Swing is how far a fold turns from its course at its steepest, radians, when its cloth is so many times as long as its base, 1 and
// more.
func Swing(fullness float64) float64 { return known.swing.at(1 / max(fullness, 1)) }

// Crest is how high a fold stands out of its valleys, as a part of its cloth, when that is so many times as long as its base.
func Crest(fullness float64) float64 { return known.crest.at(1 / max(fullness, 1)) }
