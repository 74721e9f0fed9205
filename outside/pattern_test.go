package outside

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/patternjson"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// bodices are fitted bodices over a corset and bare, with their own sleeves and with raglan ones, for
// a wearer whose sides are alike and one whose shoulders differ.
func bodices(t *testing.T) []ensemble.Stage {
	var out []ensemble.Stage
	for _, uneven := range []bool{false, true} {
		var readings []figure.Reading
		for key, mm := range map[string]float64{"height": 1660, "bust_girth": 930, "waist_girth": 720, "hip_girth": 990} {
			readings = append(readings, figure.Reading{Key: key, Worn: figure.Bare, Value: measure.Length(mm)})
		}
		if uneven {
			readings = append(readings, figure.Reading{Key: "shoulder_drop", Worn: figure.Bare, Value: 51, Left: 43, Right: 59})
		}
		for n, kinds := range [][]string{{"bodice-basque"}, {"corset", "bodice-basque"}, {"jacket-quilted"}, {"vest"},
			{"corset", "bodice-basque", "jacket-tailored"}} {
			for _, sleeve := range []string{"", "raglan"} {
				p := ensemble.Plan{Group: figure.Women, Readings: readings}
				for i, kind := range kinds {
					g, _ := catalogue.Find(kind)
					set := draft.Settings{}
					if i == len(kinds)-1 && sleeve != "" && kind != "vest" && kind != "jacket-tailored" {
						set["sleeve"] = sleeve
					}
					p.Layers = append(p.Layers, ensemble.Layer{ID: fmt.Sprint(n, sleeve, uneven, kind), Kind: kind, Name: kind, Settings: set,
						Fabric: g.About().Usual})
				}
				_, stages, err := ensemble.Walk(t.Context(), p, nil)
				require.NoError(t, err)
				last := stages[len(stages)-1]
				require.NoError(t, last.Err, last.ID)
				out = append(out, last)
			}
		}
	}
	return out
}

// The exported patterns of bodices, put together by a program that knows only the file: every seam's
// sides differ by the ease that is written, the waist line that is marked on the pieces, less what
// GEOS finds of it in the darts, goes round the figure in the file and the ease that was asked, so
// does the bust line, also where it lies below the bust because the armhole is deep, and the legs of
// every dart are of one length.
func TestExportedBodicesAgainstGEOS(t *testing.T) {
	type asked struct {
		ID      string
		Pattern json.RawMessage
	}
	var in []asked
	var want, wantBust []float64
	for _, s := range bodices(t) {
		var b bytes.Buffer
		require.NoError(t, patternjson.Write(&b, s))
		in = append(in, asked{s.ID, b.Bytes()})
		ease, bust := s.Values.Number("waist_ease"), s.Values.Number("bust_ease")
		if s.Kind == "jacket-quilted" { // and the wadding's own thickness
			ease += 2 * math.Pi * 6
			bust += 2 * math.Pi * 6
		}
		want, wantBust = append(want, ease), append(wantBust, bust)
	}
	var got []struct {
		Waist, Figure, Seam, Legs, Bust, Breast float64
		Seams, Darts                            int
	}
	ask(t, `
def run(pts): return sum(math.dist(a, b) for a, b in zip(pts, pts[1:]))
out = []
for one in data:
    d = one["Pattern"]
    pieces = {p["id"]: p for p in d["pieces"]}
    def edge(side):
        p = pieces[side["piece"]]
        e = [e for e in p["edges"] if e["id"] == side["edge"]][0]
        n, i, pts = len(p["outline"]), e["from"], [p["outline"][e["from"]]]
        while i != e["to"]:
            i = (i + 1) % n
            pts.append(p["outline"][i])
        return run(pts)
    rings, legs, darts = {"waist": 0.0, "bust": 0.0}, 0.0, 0
    for p in pieces.values():
        if "-lining" in p["id"]:  # it lies under the others
            continue
        shut = []
        for m in p["marks"]:
            if m["kind"] == "dart" and len(m.get("path", [])) > 2:
                q, darts = m["path"], darts + 1
                shut.append(Polygon(q).buffer(0))
                tip = max(range(len(q)), key=lambda i: min(math.dist(q[i], q[0]), math.dist(q[i], q[-1])))
                if math.dist(q[0], q[-1]) > 1: # one that closes within the piece comes back to its start
                    legs = max(legs, abs(run(q[:tip + 1]) - run(q[tip:])))
        for m in p["marks"]:
            if m["kind"] in rings:
                line = LineString(m["path"])
                halves = 2 if p["mirror_pairs"] or p["on_fold"] else 1
                rings[m["kind"]] += halves * (line.length - sum(line.intersection(s).length for s in shut))
    seam = max(abs(edge(s["b"]) - edge(s["a"]) - s["ease_mm"]) for s in d["seams"])
    out.append(dict(Waist=rings["waist"], Bust=rings["bust"], Figure=d["figure"]["waist_girth"], Breast=d["figure"]["bust_girth"],
        Seam=seam, Legs=legs, Seams=len(d["seams"]), Darts=darts))
print(json.dumps(out))`, in, &got)
	require.Len(t, got, len(in))
	for i, g := range got {
		assert.Less(t, g.Seam, 0.5, "%s: a seam", in[i].ID)
		assert.Greater(t, g.Seams, 3, in[i].ID)
		assert.InDelta(t, g.Figure+want[i], g.Waist, 1.2, "%s: the waist", in[i].ID)
		assert.InDelta(t, g.Breast+wantBust[i], g.Bust, 1.5, "%s: the bust", in[i].ID)
		assert.Less(t, g.Legs, 1.5, "%s: the legs of a dart", in[i].ID)
	}
}
