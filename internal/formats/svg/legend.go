package svg

import "ardentgusset/core/pattern"

// Line is one entry of the legend.
type Line struct{ Class, Label string }

// Legend lists the lines that occur on the pieces, in a fixed order.
func Legend(pieces []pattern.Piece) []Line {
	all := []Line{{"cut", "cutting line"}, {"sew", "sewing line"}, {"bound", "bound edge, no allowance"},
		{"on-fold", "on the fold of the cloth"}, {"grain", "grain"}, {"notch", "notch"},
		{"waist", "waist level"}, {"bust", "bust level"},
		{"bone", "bone"}, {"busk", "busk"}, {"eyelet", "eyelet"}, {"dart", "dart"}, {"pleat-fold",
			"pleat: fold here"}, {"pleat-to", "pleat: bring to here"},
		{"gather", "gathering row"}, {"fold", "fold"}, {"placket", "placket"}, {"section", "set the next piece on here"}, {"stud",
			"stud or loop of the busk"}, {"tape", "tape inside"},
		{"quilt", "quilting"}, {"meeting", "a line of the next piece ends here"}, {"tuck", "tuck: both its lines"}, {"cord",
			"cord"}, {"hoop", "steel"}, {"ring", "row through both layers"},
		{"tuft", "tuft"}, {"flossing", "flossing"}, {"slash", "slash"}, {"button", "button"}, {"tie", "sew a tape or tie on here"}}
	used := map[string]bool{"cut": true, "sew": true, "grain": true}
	for i := range pieces {
		for _, m := range pieces[i].Marks {
			used[string(m.Kind)] = true
		}
		if len(pieces[i].Notches) > 0 {
			used["notch"] = true
		}
		for _, e := range pieces[i].Edges {
			if e.ID == pieces[i].Fold {
				used["on-fold"] = true
			} else if pieces[i].WithoutAllowance(e) {
				used["bound"] = true
			}
		}
	}
	var out []Line
	for _, l := range all {
		if used[l.Class] {
			out = append(out, l)
		}
	}
	return out
}

// lineLanguage styles a sheet that leaves the program, in ink only.
const lineLanguage = `path{fill:none;stroke:#1e2130;stroke-width:.5}.cut{stroke-width:.9}.sew{stroke-dasharray:4 2}.bound{stroke-dasharray:none;stroke-width:1.1}` +
	`.on-fold{stroke-dasharray:10 2 2 2}.face{stroke:none}.waist{stroke-dasharray:.5 2}.bust{stroke-dasharray:4 2 .5 2}.bone-bed,.busk-bed,.hoop-bed{fill:#bbb;stroke:none;opacity:.5}.gather{stroke-dasharray:1.5 1.5}` +
	`.fold{stroke-dasharray:8 2 2 2}.pleat-to{stroke-dasharray:3 3}.tape{stroke-dasharray:12 3}.quilt{stroke-width:.3}.tuck{stroke-dasharray:6 2 1 2}.cord{stroke-width:.9;stroke-dasharray:.9 1.2}.ring{stroke-dasharray:2 2 6 2}` +
	`.slash{stroke-dasharray:7 2}.section{stroke-dasharray:1 4}text{font-family:sans-serif;text-anchor:middle;fill:#1e2130}`
