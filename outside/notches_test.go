package outside

import (
	"bytes"
	"encoding/json"
	"fmt"
	"sync"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/patternjson"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// exported are the patterns of every garment by itself, as they are written to files, on three bodies.
func exported(t *testing.T) (ids []string, files []json.RawMessage) {
	writing.Lock()
	defer writing.Unlock()
	if len(allIDs) == 0 {
		allIDs, allFiles = writtenOnThree(t)
	}
	return allIDs, allFiles
}

// They are written once for all checks of them.
var (
	writing  sync.Mutex
	allIDs   []string
	allFiles []json.RawMessage
)

func writtenOnThree(t *testing.T) (ids []string, files []json.RawMessage) {
	for _, body := range [][4]float64{{1560, 790, 610, 870}, {1660, 920, 740, 990}, {1680, 1280, 1120, 1330}} {
		var readings []figure.Reading
		for k, key := range []string{"height", "bust_girth", "waist_girth", "hip_girth"} {
			readings = append(readings, figure.Reading{Key: key, Worn: figure.Bare, Value: measure.Length(body[k])})
		}
		for _, g := range catalogue.All() {
			kind := g.About().Kind
			p := ensemble.Plan{Group: figure.Women, Readings: readings,
				Layers: []ensemble.Layer{{ID: kind, Kind: kind, Name: kind, Fabric: g.About().Usual}}}
			_, stages, err := ensemble.Walk(t.Context(), p, nil)
			require.NoError(t, err)
			if stages[0].Err != nil { // it says what would have to change
				continue
			}
			var b bytes.Buffer
			require.NoError(t, patternjson.Write(&b, stages[0]))
			ids, files = append(ids, fmt.Sprintf("%s on %.0f", kind, body[1])), append(files, b.Bytes())
		}
	}
	return ids, files
}

// Pieces laid on each other along a seam, by a program that knows the files alone: where both edges are upright it is known
// which ends meet, and every notch of one edge lies on one of the other; elsewhere they do so from one end or the other. Its
// cutting line holds every piece.
func TestNotchesMeet(t *testing.T) {
	ids, files := exported(t)
	require.Greater(t, len(files), 190)
	var got []struct {
		Upright, Lying, Notches int
		Faults                  []string
	}
	ask(t, `
def near(p, q, l):
    """How far along the line l, from its start, the place q lies; None beside it."""
    run = 0.0
    for a, b in zip(l, l[1:]):
        d = math.dist(a, b)
        if d > 0:
            u = ((q[0] - a[0]) * (b[0] - a[0]) + (q[1] - a[1]) * (b[1] - a[1])) / d
            if -0.01 <= u <= d + 0.01:
                foot = (a[0] + (b[0] - a[0]) * u / d, a[1] + (b[1] - a[1]) * u / d)
                if math.dist(foot, q) < 0.05:
                    return run + u
        run += d
    return None
out = []
for d in data:
    pieces = {p["id"]: p for p in d["pieces"]}
    r = dict(Upright=0, Lying=0, Notches=0, Faults=[])
    for p in d["pieces"]:
        sew, cut = Polygon(p["outline"]), Polygon(p["cut_outline"])
        if not sew.is_valid or not cut.is_valid or not cut.buffer(0.05).contains(sew):
            r["Faults"].append(p["name"] + ": its cutting line crosses itself or the sewing line")
    for s in d["seams"]:
        sides = []
        for side in (s["a"], s["b"]):
            p = pieces[side["piece"]]
            e = [e for e in p["edges"] if e["id"] == side["edge"]][0]
            i, n = e["from"], len(p["outline"])
            line = [p["outline"][i]]
            while i != e["to"]:
                i = (i + 1) % n
                line.append(p["outline"][i])
            long = sum(math.dist(a, b) for a, b in zip(line, line[1:]))
            at = [near(p, m["at"], line) for m in p["marks"] if m["kind"] == "notch"]
            at = sorted(x for x in at if x is not None and 9 <= x <= long - 9)
            sides.append((line, long, at))
        if s["a"] == s["b"] or abs(s["ease_mm"]) > 0.6:
            continue
        (la, long, na), (lb, other, nb) = sides
        up = [l[-1][1] - l[0][1] for l in (la, lb)]
        meet = lambda x, y: len(x) == len(y) and all(abs(i - j) < 1.5 for i, j in zip(x, y))
        same, turned = meet(na, nb), meet(na, sorted(other - x for x in nb))
        r["Notches"] += len(na)
        if abs(up[0]) > 0.7 * long and abs(up[1]) > 0.7 * other:
            r["Upright"] += 1
            if not (same if up[0] * up[1] > 0 else turned):
                r["Faults"].append("%s: %s and %s of %.0f" % (s["id"], na, nb, long))
        else:
            r["Lying"] += 1
            if not same and not turned:
                r["Faults"].append("%s: %s and %s of %.0f, from either end" % (s["id"], na, nb, long))
    out.append(r)
print(json.dumps(out))`, files, &got)
	upright, lying, notches := 0, 0, 0
	for i, g := range got {
		assert.Empty(t, g.Faults, ids[i])
		upright, lying, notches = upright+g.Upright, lying+g.Lying, notches+g.Notches
	}
	assert.Greater(t, upright, 550)
	assert.Greater(t, lying, 400)
	assert.Greater(t, notches, 1500)
}
