package draft

import "ardentgusset/core/pattern"

// LaidAt is where a piece lies that neither goes round the figure nor hangs from its waist.
type LaidAt string

// Where such pieces lie.
const (
	RoundNeck     LaidAt = "neck"      // a collar by itself
	OverShoulders LaidAt = "shoulders" // a cape: it falls from the neck over shoulders and arms
	AtSide        LaidAt = "side"      // it hangs flat from the waist beside the body
	OnShoulder    LaidAt = "shoulder"  // along the shoulder, its straight edge at the arm
	RoundFace     LaidAt = "face"
	RoundWrist    LaidAt = "wrist"
)

// Laid is such a piece and how it lies: a collar as it does; a cape by the edges that tell how deep it is behind, at the shoulder and
// before, and how far from the centre front it begins, mm.
type Laid struct {
	Piece                    string
	At                       LaidAt
	As                       CollarAs
	Behind, Shoulder, Before pattern.Side
	Gap                      float64
}
