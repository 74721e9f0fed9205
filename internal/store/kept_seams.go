package store

import "ardentgusset/core/pattern"

// What of a cut draft says how its pieces meet and go round, in types of its own as all that is kept.

type keptSide struct{ Piece, Edge, Copy string }

func keptSideOf(s pattern.Side) keptSide { return keptSide{s.Piece, s.Edge, s.Copy.String()} }

func (k keptSide) side() pattern.Side {
	return pattern.Side{Piece: k.Piece, Edge: k.Edge, Copy: pattern.ReadCopy(k.Copy)}
}

type keptLevel struct {
	Drop float64
	Path []keptPoint
	Open bool `json:",omitempty"`
}

type keptRound struct {
	Drop, Made, Meant, Over float64
	Parts                   int
	Gap                     float64 `json:",omitempty"`
}

type keptArms struct{ Upper, Lower, Down float64 }
