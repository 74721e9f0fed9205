package lay

import "ardentgusset/core/plane"

// GrainLine says where a placed copy lies, for chalking it on the cloth: its
// line along the grain runs through the middle of the piece, mm from the near
// selvedge and from the end the lay begins at.
type GrainLine struct {
	ID       string
	Copy     int
	Mirrored bool
	Turn     float64
	Up       float64 // of the line, from the near selvedge
	From, To float64 // of the piece, from the end
	Low      float64 // of the piece's lower edge, from the near selvedge
}

// GrainLines are those of all copies of a lay, in its order.
func (j *Job) GrainLines(r Result) []GrainLine {
	out := make([]GrainLine, 0, len(r.Placements))
	for _, at := range r.Placements {
		p := j.piece(at.ID)
		if p == nil {
			continue
		}
		shape := p.Shape(at)
		b := plane.BoxOf(shape)
		out = append(out, GrainLine{ID: at.ID, Copy: at.Copy, Mirrored: at.Mirrored, Turn: at.Turn, Up: plane.Middle(shape, 0.5).Y,
			From: b.Min.X, To: b.Max.X, Low: b.Min.Y})
	}
	return out
}
