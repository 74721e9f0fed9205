package pattern

// Fair .
func Fair(pieces []Piece, seams []Seam) {}

// Tell .
func Tell(pieces []Piece, seams []Seam) {}
