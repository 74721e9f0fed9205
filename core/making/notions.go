package making

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/bone"
	"ardentgusset/core/edge"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
)

// boundFinish is how wide a binding shows on each side, mm (from memory).
const boundFinish = 6.0

// notion is what a technique calls for by the length of what is worked by it.
type called struct {
	kind, what string
	more       float64 // on the length, for joins, corners and ends, as a part
	why        string
	grams      float64 // a metre, of what is bought by weight; 0 for what is bought by length
}

// notionOf is what each technique calls for; what is not listed needs thread only.
func notionOf(g Garment) map[string]called {
	strip := measure.TellFine(edge.BindingStrip(boundFinish))
	wide, steel := 0.0, 0.0
	for _, b := range g.Bones {
		wide = max(wide, bone.ChannelWidth(b.Width, b.Kind.Thickness()))
	}
	for i := range g.Pieces {
		for _, m := range g.Pieces[i].Marks {
			if m.Kind == pattern.HoopLine {
				steel = max(steel, m.Width)
			}
		}
	}
	return map[string]called{
		"bind-felled":  {"binding", "Binding, cut " + strip + " wide, fine and close", 0.06, "every bound edge", 0},
		"bind-machine": {"binding", "Binding, cut " + strip + " wide, fine and close", 0.06, "every bound edge", 0},
		"bind-double":  {"binding", "Binding, cut " + measure.TellFine(6*boundFinish) + " wide, doubled", 0.06, "every bound edge", 0},
		"bind-ribbon":  {"ribbon", "Ribbon to bind with, " + measure.TellStock(2*boundFinish+3) + " wide", 0.06, "every bound edge", 0},
		"face-bias":    {"binding", "Bias strip for facings, cut " + measure.TellFine(faceStrip) + " wide", 0.08, "every faced edge", 0},
		"hem-faced":    {"binding", "Bias strip to face the hem, cut " + measure.TellFine(hemStrip) + " wide", 0.05, "the hem", 0},
		"hem-braid":    {"tape", "Brush braid, shrunk", 0.05, "the hem", 0},
		"hem-stiff":    {"tape", "Stiff net, " + measure.TellStock(50) + " wide", 0.05, "the hem", 0},
		"hem-bound":    {"binding", "Light binding for the hem’s edge", 0.05, "the hem", 0},
		"hong-kong": {"binding", "Light bias strip, cut " + measure.TellFine(25) + " wide", 0.08,
			"both allowances of every seam so finished", 0},
		"casing-tape":  {"tape", "Bone casing, " + measure.TellStock(math.Ceil(wide+5)) + " wide", 0.08, "every channel, and its ends", 0},
		"hoop-channel": {"tape", "Tape for the channels, " + measure.TellStock(steel+12) + " wide", 0.05, "one channel for every steel", 0},
		"corded-seam":  {"cord", "Fine cord and bias strip for the seams", 0.08, "every seam so sewn", 0},
		"piped-edge":   {"cord", "Fine cord and bias strip for the edges", 0.08, "every edge so finished", 0},
		"filler-cord": {"cord", "Strong cotton thread to overcast over", 1.1,
			"both allowances of every seam so finished, two threads of it", 0},
		"bind-braid": {"braid", "Braid to bind with, " + measure.TellStock(2*boundFinish+4) + " wide, shrunk", 0.06, "every bound edge", 0},
		"hem-fused":  {"web", "Fusible web, " + measure.TellStock(20) + " wide", 0.05, "the hem", 0},
		"hem-glued":  {"glue", "Cloth glue", 0.1, "the hem", 6},
		"sealed":     {"liquid", "Sealing liquid for cut edges", 0.1, "both allowances of every seam so finished", 2},
		"elastic":    {"tape", "Elastic", -0.3, "the casing, drawn in", 0},
	}
}

// faceStrip and hemStrip are how wide strips for facings are cut, mm (from memory).
const faceStrip, hemStrip = 30.0, 60.0

// fastened are the fasteners that techniques call for in place of hooks and eyes.
var fastened = map[string]notion.Notion{"snaps": {Kind: "snap", What: "Snaps", Unit: "pair"},
	"pins": {Kind: "pin", What: "Straight pins, brass or steel, fine and sharp", Unit: "piece"}}

// Fastened are notions with the fasteners that are really sewn on.
func (m Making) Fastened(all []notion.Notion) []notion.Notion {
	out := slices.Clone(all)
	for _, r := range m.Rows {
		other, ok := fastened[r.Technique.Key]
		for i := range out {
			if ok && r.Of == technique.Hook && out[i].Kind == "hook" {
				out[i].Kind, out[i].What, out[i].Unit = other.Kind, strings.Replace(out[i].What, "Hooks and eyes", other.What, 1), other.Unit
			}
		}
	}
	return out
}

// Notions are what the techniques call for beside thread.
func (m Making) Notions(g Garment) []notion.Notion {
	all := notionOf(g)
	for _, n := range g.Notions {
		if n.Kind == "elastic" { // how much, the draft knows better
			delete(all, n.Kind)
		}
	}
	long := map[string]float64{}
	var order []string
	add := func(t technique.Technique, length float64) {
		key := t.Stem()
		if _, ok := all[key]; !ok || length <= 0 {
			return
		}
		if long[key] == 0 {
			order = append(order, key)
		}
		long[key] += length
	}
	for _, r := range m.Rows {
		if r.Join == pattern.Faced && r.Technique.Stem() == "face-bias" {
			continue // its strip is a piece of the pattern
		}
		add(r.Technique, r.Length*float64(max(r.Times, 1)))
		if r.Finished() {
			add(r.Finish, 2*r.Length*float64(max(r.Times, 1)))
		}
	}
	var out []notion.Notion
	for _, k := range order {
		n := all[k]
		why := n.why + " " + measure.TellLong(long[k])
		if n.more > 0 {
			why += fmt.Sprintf(", and %.0f %% for joins, corners and ends", n.more*100)
		}
		one := notion.Notion{Kind: n.kind, What: n.what, Quantity: long[k] * (1 + n.more) / 1000, Unit: "m", Why: why}
		if n.grams > 0 {
			one.Quantity, one.Unit = math.Ceil(one.Quantity*n.grams), "g"
		}
		out = append(out, one)
	}
	return out
}
