package outside

import (
	"bytes"
	"encoding/json"
	"os/exec"
	"testing"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/internal/formats/drawn"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// pythonWith is an interpreter that has a module; the test is left out with a message where there is none.
func pythonWith(t *testing.T, module, pack string) string {
	t.Helper()
	for _, p := range []string{"/usr/bin/python3", "python3"} {
		if exec.Command(p, "-c", "import "+module).Run() == nil {
			return p
		}
	}
	missing(t, pack)
	return ""
}

// run gives a Python program JSON and reads what it prints.
func run(t *testing.T, python, program string, in, out any) {
	t.Helper()
	b, err := json.Marshal(in)
	require.NoError(t, err)
	cmd := exec.Command(python, "-c", program)
	cmd.Stdin = bytes.NewReader(b)
	var stderr bytes.Buffer
	cmd.Stderr = &stderr
	text, err := cmd.Output()
	require.NoError(t, err, stderr.String())
	require.NoError(t, json.Unmarshal(text, out))
}

// Drawings that ezdxf writes are read as it flattens them: polylines with bulges, splines, ellipses and arcs, in blocks that are moved,
// turned, scaled and mirrored, in any of its releases. Areas are those of its own flattening, to a ten-thousandth.
func TestDrawingsWrittenByEzdxf(t *testing.T) {
	python := pythonWith(t, "ezdxf", "python3-ezdxf")
	var got []struct {
		Release string  `json:"release"`
		Text    string  `json:"text"`
		Area    float64 `json:"area"`
		Unit    int     `json:"unit"`
	}
	run(t, python, `
import sys, json, io, math, ezdxf
from ezdxf import path
sys.stdin.read()
out = []
def area(pts):
    return abs(sum(a[0]*b[1]-b[0]*a[1] for a, b in zip(pts, pts[1:]+pts[:1]))/2)
def shapes(space, release):
    yield space.add_lwpolyline([(0,0,0.25),(120,0,0),(150,90,-0.4),(20,140,0)], format="xyb", close=True) if release != "R12" else None
    yield space.add_polyline2d([(0,0,0.25),(120,0,0),(150,90,-0.4),(20,140,0)], format="xyb", close=True)
    yield space.add_circle((40,50), 33)
    if release != "R12":
        yield space.add_ellipse((10,20), major_axis=(60,25), ratio=0.5)
        yield space.add_closed_spline([(0,0),(100,-20),(180,60),(90,150),(-30,80)], degree=3) if hasattr(space, "add_closed_spline") else None
for release in ("R12", "R2000", "R2010", "R2018"):
    for unit in (1, 4, 5):
        count = len([s for s in shapes(ezdxf.new(release).modelspace(), release)])
        for k in range(count):
            doc = ezdxf.new(release); doc.units = unit
            block = doc.blocks.new("PIECE", base_point=(7, -3))
            made = [s for s in shapes(doc.modelspace(), release)]
            if made[k] is None: continue
            doc.modelspace().delete_all_entities()
            made = [s for s in shapes(block, release)]
            keep = made[k]
            for e in list(block):
                if e is not keep: block.delete_entity(e)
            doc.modelspace().add_blockref("PIECE", (300, 200), dxfattribs=dict(rotation=33, xscale=1.5, yscale=-0.8))
            pts = [(v.x, v.y) for v in path.make_path(keep).flattening(0.0005)]
            s = io.StringIO(); doc.write(s)
            out.append(dict(release=release+" "+keep.dxftype(), text=s.getvalue(), area=area(pts)*1.5*0.8, unit=unit if release != "R12" else 0))
print(json.dumps(out))`, nil, &got)
	require.Greater(t, len(got), 20)
	for _, x := range got {
		d, err := drawn.DXF(bytes.NewReader([]byte(x.Text)))
		require.NoError(t, err, x.Release)
		mm := map[int]float64{0: 1, 1: 25.4, 4: 1, 5: 10}[x.Unit]
		if x.Unit != 0 {
			require.Equal(t, mm, d.Unit, x.Release)
		}
		d.Unit = 0
		set, err := d.Pieces(1)
		require.NoError(t, err, x.Release)
		require.Len(t, set.Pieces, 1, x.Release)
		line, _ := set.Pieces[0].Outline()
		assert.InDelta(t, x.Area, plane.Area(line), 0.0005*x.Area, "%s, unit %d", x.Release, x.Unit)
	}
}

// Pieces cut, opened and closed, by GEOS: what was opened parallel has grown by just the strip, what was parted has no less and no more
// than it had, and the sewing line found inside is the cutting line drawn in by the allowance.
func TestAlterationsByGEOS(t *testing.T) {
	python := pythonWith(t, "shapely", "python3-shapely")
	on := drafttest.Body(t, nil, 30)
	type one struct {
		Name   string         `json:"name"`
		Was    [][2]float64   `json:"was"`
		Now    [][][2]float64 `json:"now"`
		Does   string         `json:"does"`
		At, By float64
	}
	var in []one
	xy := func(p *pattern.Piece) (out [][2]float64) {
		line, _ := p.Outline()
		for _, q := range line {
			out = append(out, [2]float64{q.X, q.Y})
		}
		return out
	}
	for _, kind := range []string{"bodice-basque", "skirt-gores", "corset", "drawers"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			line, _ := p.Outline()
			b := plane.BoxOf(line)
			at, by := b.Height()*0.45, 18.0
			if out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{*p}}, []alter.Op{{Op: "lengthen", Piece: p.ID, At: &at, By: alter.Amounts{by}}}); err == nil {
				in = append(in, one{kind + " " + p.ID, xy(p), [][][2]float64{xy(&out.Pieces[0])}, "lengthen", b.Min.Y + at, by})
			}
			found := 9.0
			bare := p.Copied()
			bare.Fold = ""
			if out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{bare}}, []alter.Op{{Op: "allowance", Piece: p.ID, Found: &found}}); err == nil {
				in = append(in, one{kind + " " + p.ID, xy(p), [][][2]float64{xy(&out.Pieces[0])}, "allowance", 0, found})
			}
			if spans := plane.Spans(line, plane.Pt(0, b.Min.Y+b.Height()/2), plane.Pt(1, 0)); len(spans) == 1 {
				from, to := alter.XY{spans[0][0], b.Min.Y + b.Height()/2}, alter.XY{spans[0][1], b.Min.Y + b.Height()/2}
				if out, err := alter.Apply(alter.Set{Pieces: []pattern.Piece{*p}}, []alter.Op{{Op: "split", Piece: p.ID, From: &from, To: to}}); err == nil {
					in = append(in, one{kind + " " + p.ID, xy(p), [][][2]float64{xy(&out.Pieces[0]), xy(&out.Pieces[1])}, "split", 0, 0})
				}
			}
		}
	}
	var got []struct {
		Name string  `json:"name"`
		Does string  `json:"does"`
		Off  float64 `json:"off"`
		Sure bool    `json:"sound"`
	}
	run(t, python, `
import sys, json
from shapely.geometry import Polygon, LineString
from shapely.ops import unary_union
out = []
for x in json.load(sys.stdin):
    was = Polygon(x["was"]); now = [Polygon(p) for p in x["now"]]
    sound = all(p.is_valid for p in now)
    if x["does"] == "lengthen":
        b = was.bounds
        wide = was.intersection(LineString([(b[0]-9, x["At"]), (b[2]+9, x["At"])])).length
        off = now[0].area - was.area - wide * x["By"]
    elif x["does"] == "allowance":
        mitred = was.buffer(-x["By"], join_style=2, mitre_limit=4)
        off = now[0].symmetric_difference(mitred).area / was.length * 1.0 if mitred.geom_type == "Polygon" else 0
    else:
        off = unary_union(now).symmetric_difference(was).area + (now[0].intersection(now[1]).area)
    out.append(dict(name=x["name"], does=x["does"], off=off, sound=sound))
print(json.dumps(out))`, in, &got)
	count := map[string]int{}
	for _, x := range got {
		count[x.Does]++
		assert.True(t, x.Sure, "%s %s", x.Name, x.Does)
		most := map[string]float64{"lengthen": 1, "allowance": 0.25, "split": 1}[x.Does] // mm², but for mm of the sewing line
		assert.InDelta(t, 0, x.Off, most, "%s %s", x.Name, x.Does)
	}
	for _, does := range []string{"lengthen", "allowance", "split"} {
		assert.Greater(t, count[does], 8, does)
	}
}
