package outside

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A tape laid round the exported pieces of every fitted garment, by a program that knows the files alone: the levels of the body
// that are written on them, less what GEOS finds of each in the darts, of every piece as often as it is worn. No ring is
// smaller than the body it goes round; from level to level they grow and shrink as a body does, without a jump; a dress's are
// those of its bodice. Nothing is compared with what the program says of itself.
func TestTapeRoundEveryExportedGarment(t *testing.T) {
	ids, files := exported(t)
	var got []struct {
		Garment string
		Figure  map[string]float64
		Rings   [][2]float64 // mm below the waist, and round
		Pieces  []int        // that each ring runs over
	}
	ask(t, `
out = []
for d in data:
    rings = {}
    for p in d["pieces"]:
        worn = (2 if p["mirror_pairs"] else 1) * (2 if p["on_fold"] else 1)
        shut = [Polygon(m["path"]).buffer(0) for m in p["marks"] if m["kind"] == "dart" and len(m.get("path", [])) > 2]
        for l in p.get("levels", []):
            if l.get("open"):
                continue
            line = LineString(l["path"])
            long = line.length - sum(line.intersection(s).length for s in shut)
            rings.setdefault(round(l["below_waist_mm"], 1), []).append(worn * long)
    out.append(dict(Garment=d["garment"], Figure=d["figure"], Rings=[[k, sum(v)] for k, v in sorted(rings.items())],
        Pieces=[len(v) for k, v in sorted(rings.items())]))
print(json.dumps(out))`, files, &got)
	require.Len(t, got, len(files))
	fitted, rings := map[string]bool{}, 0
	of := map[string]map[float64]float64{}                                                                            // of bodices by their body, for the dresses that are cut from them
	laced := map[string]bool{"corset": true, "stays": true, "short-stays": true, "jumps": true, "boned-bodice": true} // and leave gaps
	for i, g := range got {
		if laced[g.Garment] || len(g.Rings) < 5 || g.Garment == "mantle" || g.Garment == "cloak" { // those hang from the shoulder, over the arms
			continue
		}
		fitted[g.Garment] = true
		most := 0
		for _, n := range g.Pieces {
			most = max(most, n)
		}
		own := map[float64]float64{}
		for k, r := range g.Rings {
			if g.Pieces[k] != most {
				continue // a piece has ended, or begins further down: it is no ring
			}
			rings++
			own[r[0]] = r[1]
			if r[0] == 0 {
				assert.Greater(t, r[1], g.Figure["waist_girth"]-16, "%s: the waist of a bodice that a stay holds may be less", ids[i])
				assert.Less(t, r[1], g.Figure["waist_girth"]+500, ids[i])
			}
			if k > 1 && g.Pieces[k-1] == most && g.Pieces[k-2] == most {
				a, b := g.Rings[k-2], g.Rings[k-1]
				first, second := (b[1]-a[1])/(b[0]-a[0]), (r[1]-b[1])/(r[0]-b[0])
				assert.InDelta(t, first, second, 5, "%s: between %.0f and %.0f below the waist it jumps", ids[i], a[0], r[0])
			}
		}
		if top := g.Rings[0]; g.Pieces[0] == most && top[0] < -110 {
			assert.Greater(t, top[1], g.Figure["bust_girth"]-6, "%s: under the armhole", ids[i])
		}
		body := ids[i][strings.LastIndex(ids[i], " "):]
		of[g.Garment+body] = own
	}
	t.Logf("%d kinds, %d rings", len(fitted), rings)
	assert.Greater(t, len(fitted), 17)
	assert.Greater(t, rings, 900)
	for dress, bodice := range map[string]string{"dress-1920s": "bodice-straight", "dress-1950s": "bodice-1950s"} {
		for _, body := range []string{" 790", " 920", " 1280"} {
			met := 0
			for drop, round := range of[dress+body] {
				if same, ok := of[bodice+body][drop]; ok && drop < -40 {
					assert.InDelta(t, same, round, 12, "%s and %s on%s, %.0f below the waist", dress, bodice, body, drop)
					met++
				}
			}
			assert.Positive(t, met, "%s on%s", dress, body)
		}
	}
}
