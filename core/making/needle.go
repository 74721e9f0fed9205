package making

import (
	"fmt"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
)

// Needle is what a cloth is sewn with by machine: needle and length of stitch.
type Needle struct {
	Size   string  // Nm, hundredths of a millimetre of its diameter
	Point  string  // "" for the usual one
	Stitch float64 // mm
}

// NeedleFor proposes needle and stitch for a cloth, by its weight, fibre and the thickest
// stack it is sewn in, mm (common practice, no source: 60 to 70 for fine cloth and silk, 80
// medium, 90 to 100 heavy, 110 canvas; 2 mm a stitch in fine silk, 2.5 ordinary).
func NeedleFor(f cloth.Fabric, stack float64) Needle {
	n := Needle{Size: "80", Stitch: 2.5}
	silk := strings.Contains(strings.ToLower(string(f.Fibre)), "silk")
	switch w := f.Weight; {
	case w == 0 && f.Thickness > 0 && f.Thickness < 0.3, w > 0 && w < 110:
		n.Size, n.Stitch = "70", 2.2
	case w >= 330:
		n.Size, n.Stitch = "110", 3
	case w >= 220:
		n.Size = "90"
	}
	if silk {
		n.Point = "fine point"
		if f.Weight < 150 {
			n.Size, n.Stitch = "60–70", 2
		}
	}
	if strings.Contains(strings.ToLower(string(f.Fibre)), "leather") {
		n.Point = "cutting point"
	}
	if stack > 4 && n.Size != "110" {
		n.Size = "100"
	}
	return n
}

// String says it, the stitch as the reader counts it.
func (n Needle) String() string {
	point := ""
	if n.Point != "" {
		point = ", " + n.Point
	}
	return fmt.Sprintf("needle %s%s, %s", n.Size, point, measure.TellStitch(n.Stitch))
}
