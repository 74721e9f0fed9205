package outside

import (
	"bytes"
	"encoding/json"
	"os/exec"
	"testing"

	"ardentgusset/core/lay"
	"ardentgusset/internal/formats/dxf"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A lay as DXF, read by ezdxf: it finds nothing to mend, the cloth and every
// piece are there at their true size and place, and names come back.
func TestLayAsDXFReadByEzdxf(t *testing.T) {
	python := ""
	for _, p := range []string{"/usr/bin/python3", "python3"} {
		if exec.Command(p, "-c", "import ezdxf").Run() == nil {
			python = p
			break
		}
	}
	if python == "" {
		missing(t, "python3-ezdxf")
	}
	j := lay.Job{Seed: 1, Cloth: lay.Cloth{Width: 900, Selvedge: 10, Length: 2000, Flaws: [][]lay.XY{{{500, 100}, {560, 110}, {520, 170}}}}, Pieces: []lay.Piece{
		{ID: "gore", Count: 4, MirrorPairs: true, Turns: []float64{0, 180}, Outline: []lay.XY{{0, 0}, {800, 100}, {800, 200}, {0, 310}, {-20, 150}}},
		{ID: "yoke", Count: 1, Turns: []float64{0, 90}, Outline: []lay.XY{{0, 0}, {400, 0}, {350, 120}, {50, 120}}},
	}}
	require.NoError(t, j.Check())
	r := lay.Place(t.Context(), j)
	require.Empty(t, r.Unplaced)
	var file bytes.Buffer
	require.NoError(t, dxf.Lay(&file, j, r, map[string]string{"gore": "Seitenbahn, ½", "yoke": "Yoke\nback"}))
	cmd := exec.Command(python, "-c", `
import sys, json, io, ezdxf
doc = ezdxf.read(io.StringIO(sys.stdin.read()))
audit = doc.audit()
out = dict(errors=[str(e) for e in audit.errors], version=doc.dxfversion, layers=sorted(l.dxf.name for l in doc.layers), cut=[], cloth=[], flaws=0, texts=[], grain=0)
for e in doc.modelspace():
    kind, layer = e.dxftype(), e.dxf.layer
    if kind == "POLYLINE":
        pts = [[v.dxf.location.x, v.dxf.location.y] for v in e.vertices]
        assert e.is_closed
        if layer == "CUT": out["cut"].append(pts)
        if layer == "CLOTH": out["cloth"] = pts
        if layer == "FLAW": out["flaws"] += 1
    if kind == "TEXT": out["texts"].append(e.dxf.text)
    if kind == "LINE" and layer == "GRAIN": out["grain"] += 1
print(json.dumps(out))`)
	cmd.Stdin = &file
	var stderr bytes.Buffer
	cmd.Stderr = &stderr
	text, err := cmd.Output()
	require.NoError(t, err, stderr.String())
	var got struct {
		Errors  []string
		Version string
		Layers  []string
		Cut     [][][2]float64
		Cloth   [][2]float64
		Flaws   int
		Texts   []string
		Grain   int
	}
	require.NoError(t, json.Unmarshal(text, &got))
	assert.Empty(t, got.Errors)
	assert.Equal(t, "AC1009", got.Version)
	for _, l := range dxf.Layers() {
		assert.Contains(t, got.Layers, l.Name)
	}
	assert.Equal(t, [][2]float64{{0, 0}, {2000, 0}, {2000, 900}, {0, 900}}, got.Cloth)
	assert.Equal(t, 1, got.Flaws)
	assert.Equal(t, 5, got.Grain)
	assert.Len(t, got.Texts, 5)
	assert.Contains(t, got.Texts, "Yoke back")
	require.Len(t, got.Cut, 5)
	for i, at := range r.Placements {
		var p *lay.Piece
		for k := range j.Pieces {
			if j.Pieces[k].ID == at.ID {
				p = &j.Pieces[k]
			}
		}
		for k, q := range p.Shape(at) {
			assert.InDelta(t, q.X, got.Cut[i][k][0], 1e-3)
			assert.InDelta(t, q.Y, got.Cut[i][k][1], 1e-3)
		}
	}
}
