package outside

import (
	"encoding/json"
	"fmt"
	"os/exec"
	"path/filepath"
	"strconv"
	"testing"
	"time"

	"ardentgusset/internal/demo/demotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// written is what the program's commands write of one layer of the demo.
type written struct {
	Name                     string
	Pattern, Making, Plan    json.RawMessage
	SVG                      string
	Ensemble, Layer, Garment string
}

// files are those of every layer of half the demo, written by the program as it is built, from a data file.
func files(t *testing.T) (out []written) {
	bin := filepath.Join(t.TempDir(), "ardent-gusset")
	build := exec.Command("go", "build", "-o", bin, "../cmd/ardent-gusset")
	said, err := build.CombinedOutput()
	require.NoError(t, err, string(said))
	db := demotest.File(t, time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC))
	run := func(args ...string) []byte {
		res, err := exec.Command(bin, args...).Output()
		require.NoError(t, err, "%v", args)
		return res
	}
	var all struct {
		Ensembles []struct {
			ID     int
			Name   string
			Layers []struct {
				ID            int
				Garment, Name string
			}
		}
	}
	require.NoError(t, json.Unmarshal(run("list", "--db", db), &all))
	require.Len(t, all.Ensembles, 8)
	for _, e := range all.Ensembles[:4] {
		plan := run("plan", "--db", db, "--ensemble", strconv.Itoa(e.ID), "--from", "2026-03-02", "--runs", "50")
		for _, l := range e.Layers {
			at := []string{"--db", db, "--ensemble", strconv.Itoa(e.ID), "--layer", strconv.Itoa(l.ID)}
			out = append(out, written{Name: fmt.Sprintf("%s, %s", e.Name, l.Name), Ensemble: e.Name, Layer: strconv.Itoa(l.ID),
				Garment: l.Garment, Plan: plan,
				Pattern: run(append([]string{"export", "--what", "pattern", "--out", "-"}, at...)...),
				Making:  run(append([]string{"making"}, at...)...),
				SVG:     string(run(append([]string{"export", "--what", "svg", "--out", "-"}, at...)...))})
		}
	}
	return out
}

// What one file says of a garment is so by the others: every seam of the pattern is sewn, as long as its shorter edge, with
// the allowances that are drawn; what is worked at an edge is as long as the edge; the operations stand in an
// order that keeps every reason, and the plan has them in it and on days that keep it too; the drawing has every cutting line
// where the pattern has it.
func TestFilesAgreeWithEachOther(t *testing.T) {
	in := files(t)
	require.Greater(t, len(in), 15)
	var got []struct {
		Seams, Edges, Operations, Drawn int
		Faults                          []string
	}
	ask(t, `
import re, collections
def run(p): return sum(math.dist(a, b) for a, b in zip(p, p[1:]))
out = []
for one in data:
    d, faults = one["Pattern"], []
    made = [l for l in one["Making"]["layers"] if l["layer"] == one["Layer"]][0]
    pieces = {p["id"]: p for p in d["pieces"]}
    edges = {}
    for p in d["pieces"]:
        for e in p["edges"]:
            i, n = e["from"], len(p["outline"])
            line = [p["outline"][i]]
            while True:
                i = (i + 1) % n
                line.append(p["outline"][i])
                if i == e["to"]:
                    break
            edges[p["id"] + " " + e["id"]] = (run(line), e["allowance_mm"], line)
            if abs(run(line) - e["length_mm"]) > 0.3:
                faults.append("%s %s is written as %s and %.1f long" % (p["id"], e["id"], e["length_mm"], run(line)))
    # Seams.
    sewn = {s["seam"]: s for s in made["seams"]}
    for s in d["seams"]:
        a, b = (x["piece"] + " " + x["edge"] for x in (s["a"], s["b"]))
        m = sewn.get(s["id"])
        if m is None:
            faults.append("the seam %s is not sewn" % s["id"])
            continue
        shorter, longer = sorted((edges[a][0], edges[b][0]))
        if "open for" in s["technique"]: # of one of its copies a part
            shorter *= 0.5
        if not (shorter - 0.6 <= m["length_mm"] <= longer + 0.6):
            faults.append("the seam %s of %.1f and %.1f is sewn %.1f long" % (s["id"], shorter, longer, m["length_mm"]))
        if (m["a"], m["b"]) != (a, b) or abs(m["ease_mm"] - s["ease_mm"]) > 0.01:
            faults.append("the seam %s joins other edges" % s["id"])
        if abs(m["allowance_a_mm"] - edges[a][1]) > 0.01 or abs(m["allowance_b_mm"] - edges[b][1]) > 0.01:
            faults.append("the seam %s has allowances %s, %s where %s, %s are drawn" % (s["id"], m["allowance_a_mm"],
                m["allowance_b_mm"], edges[a][1], edges[b][1]))
        if m["minutes"] <= 0 or m["thread_mm"] < m["length_mm"] and m["thread_mm"] > 0:
            faults.append("the seam %s takes no time, or less thread than it is long" % s["id"])
    # Edges.
    for e in made["edges"]:
        if e["piece"] + " " + e["edge"] not in edges:
            faults.append("%s of %s is worked and not there" % (e["edge"], e["piece"]))
        elif not 0.5 * edges[e["piece"] + " " + e["edge"]][0] - 0.6 <= e["length_mm"] <= edges[e["piece"] + " " + e["edge"]][0] + 0.6:
            faults.append("%s of %s is worked %.0f long" % (e["edge"], e["piece"], e["length_mm"]))
    # The order of work, and the plan.
    before = set()
    for o in made["operations"]:
        before.add(o["id"])
    order = {o["id"]: i for i, o in enumerate(made["operations"])}
    for o in made["operations"]:
        if o["minutes"] <= 0:
            faults.append("%s takes no time" % o["id"])
        for a in o["after"]:
            if a["id"] not in order:
                faults.append("%s waits for %s, which is not there" % (o["id"], a["id"]))
            elif not a["why"]:
                faults.append("%s waits for %s without a reason" % (o["id"], a["id"]))
    steps = {s["id"]: s for s in one["Plan"]["order"] if s["id"].split("/")[0] == one["Layer"]}
    for o in made["operations"]:
        mine = steps.get(one["Layer"] + "/" + o["id"])
        if mine is None:
            continue # it is done
        if abs(mine["minutes"] - o["minutes"]) > 0.6 * o["minutes"] + 1:
            faults.append("%s takes %.0f min to make and %.0f in the plan" % (o["id"], o["minutes"], mine["minutes"]))
        for a in o["after"]:
            first = steps.get(one["Layer"] + "/" + a["id"])
            if first is not None and first["end"] > mine["start"]:
                faults.append("%s is planned before %s is done" % (o["id"], a["id"]))
    # The drawing: every cutting line, moved to where its piece is drawn, upside down.
    drawn = collections.defaultdict(list)
    for name, dx, dy, inner in re.findall(r'<g class="piece" data-piece="([^"]+)" transform="translate\((\S+) (\S+)\)">(.*?)</g>',
            one["SVG"], re.S):
        m = re.search(r'<path class="cut[^"]*" d="([^"]+)"', inner)
        if m:
            drawn[name].append([(float(x), -float(y)) for x, y in re.findall(r"(-?[\d.]+) (-?[\d.]+)", m.group(1))])
    for p in d["pieces"]:
        if p["id"] not in drawn:
            faults.append("%s is not drawn" % p["id"])
            continue
        want, line = Polygon(p["cut_outline"]).buffer(0), Polygon(drawn[p["id"]][0]).buffer(0)
        if p["on_fold"] and abs(line.area - want.area) > 0.02 * want.area: # it may be drawn opened
            line = Polygon(drawn[p["id"]][0]).buffer(0).intersection(want.buffer(0.2))
        rest = want.symmetric_difference(line).area
        if rest > 0.1 * want.length + 2: # 0.1 mm all round
            faults.append("%s is drawn otherwise: %.0f mm2 of %.0f" % (p["id"], rest, want.area))
    out.append(dict(Seams=len(d["seams"]), Edges=len(edges), Operations=len(made["operations"]), Drawn=len(drawn), Faults=faults))
print(json.dumps(out))`, in, &got)
	require.Len(t, got, len(in))
	seams, edges, operations, drawn := 0, 0, 0, 0
	for i, g := range got {
		assert.Empty(t, g.Faults, in[i].Name)
		seams, edges, operations, drawn = seams+g.Seams, edges+g.Edges, operations+g.Operations, drawn+g.Drawn
	}
	t.Logf("%d layers: %d seams, %d edges, %d operations, %d drawings", len(in), seams, edges, operations, drawn)
	assert.Greater(t, seams, 120)
	assert.Greater(t, operations, 200)
}
