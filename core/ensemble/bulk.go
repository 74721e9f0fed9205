package ensemble

import (
	"fmt"
	"strings"

	"ardentgusset/core/measure"
)

// Bulk says what a cloth means for the stage's seams and fullness: how thick
// they come out, and where it is asked for more than it gives.
func (s Stage) Bulk(u Use) []string {
	var out []string
	most, where := 0, ""
	for _, r := range s.Making.Rows {
		if r.B.Piece == "" || u.Counts[r.A.Piece] == 0 && u.Counts[r.B.Piece] == 0 {
			continue
		}
		if n := max(r.Technique.Stack(), r.Layers); n > most {
			most, where = n, strings.ToLower(r.Technique.Name)
		}
	}
	if most > 0 {
		t := float64(u.Fabric.Thickness)
		out = append(out, fmt.Sprintf("The thickest seam (%s) is %s, about %s.", where, measure.Count(most, "layer"),
			measure.TellFine(float64(most)*t)))
		if feeds := u.Fabric.Feeds(); feeds > 0 && most > feeds {
			out = append(out, fmt.Sprintf("Your machine took %s of it: sew that seam by hand, grade its allowances, or use thinner "+
				"cloth inside.", measure.Count(feeds, "layer")))
		}
	}
	gathers, tested := u.Fabric.GathersTo()
	for _, m := range s.Trued {
		if m.Absorbed != "gathers" || u.Counts[m.B.Piece] == 0 || m.LengthA <= 0 {
			continue
		}
		if r := m.LengthB / m.LengthA; r > gathers+0.05 {
			how := "by its thickness it gathers"
			if tested {
				how = "its swatch gathered"
			}
			out = append(out, fmt.Sprintf("A seam draws it up %.1f times; %s %.1f times at most. Take less fullness, or "+
				"cartridge-pleat it.", r, how, gathers))
			break
		}
	}
	return out
}

// Mass is the weight of the finished garment, g, and whether every cloth's
// weight is known: its cloths as they are cut, its bones, steels, stuffing and trim.
func (s Stage) Mass() (grams float64, known bool) {
	known = true
	for _, u := range s.Uses() {
		area := u.Area(s.Draft.Pieces)
		if area > 0 && u.Fabric.Weight == 0 {
			known = false
		}
		grams += u.Fabric.Mass(area)
	}
	for _, set := range s.Draft.Sets() {
		grams += set.Mass()
	}
	for _, n := range s.Notions() {
		grams += n.Mass()
	}
	return grams, known
}
