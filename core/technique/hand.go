package technique

import (
	"slices"

	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// machines is since when there are sewing machines in workrooms: what one sews is not at home before.
const machines = 1850

// handed are the techniques that are sewn by machine and can as well be sewn by hand: by which stitch, and what is done
// otherwise where the steps of the machine's would not do. What has a name of its own by hand (a mantua-maker’s seam, a run-and-fell
// seam, a hand-worked channel) stands in the book by that.
var handed = []struct {
	of     string
	stitch stitch.Kind
	steps  []string
}{
	{"french", stitch.Running, nil},
	{"stitched-twice", stitch.Backstitch, []string{"Backstitch along the line.", "Press the row flat.",
		"A second row on it, the stitches between those of the first.", "Press both allowances to one side."}},
	{"dart", stitch.HalfBack, []string{"Fold right sides together, leg on leg, and baste.",
		"Half backstitch from the edge to the tip; the last stitches run along the fold.", "Fasten at the tip on the fold.",
		"Press flat, then over a curve: upright darts to the centre, level ones down."}},
	{"gathers", stitch.Running, []string{"Two rows of small even stitches to either side of the line, waxed thread; three in thick cloth.",
		"No thread longer than an arm’s span: split the edge into parts.",
		"Quarter both edges, match, then draw up and stroke each gather down.",
		"Half backstitch between the rows, a gather at a time."}},
	{"ease", stitch.Running, []string{"A row of small even stitches just outside the line.", "Draw it until the lengths agree, spread.",
		"Shrink over a ham with steam, in wool.", "Sew with the longer edge towards you."}},
	{"knife-pleats", stitch.Running, nil},
	{"box-pleats", stitch.Running, nil},
	{"tucks", stitch.Running, []string{"Press every fold along a thread.", "Run each at its depth, measured with a notched card.",
		"Press each towards the hem before the next.", "Measure the piece afterwards: errors add up."}},
	{"heading", stitch.Running, nil},
	{"face-shaped", stitch.HalfBack, nil},
	{"face-bias", stitch.HalfBack, nil},
	{"piped-edge", stitch.HalfBack, nil},
	{"turned-stitched", stitch.Running, []string{"Crease a few threads under.", "Crease the same again, and baste.",
		"Run or fell close to the inner fold.", "Press."}},
	{"bag-out", stitch.HalfBack, nil},
	{"band-felled", stitch.HalfBack, nil},
	{"bind-felled", stitch.HalfBack, nil},
	{"hem-faced", stitch.Running, nil},
	{"hem-join", stitch.Running, nil},
	{"hem-narrow", stitch.Felling, []string{"Roll or crease the first narrow turn.", "Turn it again and baste.",
		"Fell, a thread of the cloth at each stitch.", "Press."}},
	{"placket-strips", stitch.HalfBack, nil},
	{"drawstring", stitch.Running, nil},
	{"corded-rows", stitch.Running, []string{"Wash cord and cloth first.", "Run a row through both layers, push the cord against it.",
		"Run the next row close, with the nail against the cord.", "Do not stretch the cord."}},
}

// ofHand is what ends the key of a technique as it is sewn by hand.
const ofHand = "-hand"

// byHands are the techniques of handed as they are sewn by hand: at home as early as what they are is.
func byHands(all []Technique) []Technique {
	var out []Technique
	for _, h := range handed {
		i := slices.IndexFunc(all, func(t Technique) bool { return t.Key == h.of })
		t := all[i]
		t.Root, t.Key, t.Name, t.Others, t.Seam = t.Key, t.Key+ofHand, t.Name+", by hand", nil, ""
		if h.steps != nil {
			t.Steps = h.steps
		}
		if t.From >= machines { // the machine began it
			t.From = 0
		}
		t.Passes = slices.Clone(t.Passes)
		for k := range t.Passes {
			if p := &t.Passes[k]; !stitch.FormOf(p.Stitch).Hand {
				p.Stitch = h.stitch
			}
		}
		t.Needs = []work.Need{work.Hand}
		if slices.Contains(all[i].Needs, work.Iron) {
			t.Needs = append(t.Needs, work.Iron)
		}
		out = append(out, t)
	}
	return out
}

// Stem is the key of the technique that it is a variant of, its own where it is none: what is bought for it, and what is asked
// of the pattern, is the same.
func (t Technique) Stem() string {
	if t.Root != "" {
		return t.Root
	}
	return t.Key
}
