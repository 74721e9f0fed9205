// Package outside checks the program's results with programs that know
// nothing of it: GEOS (through shapely) for geometry, poppler for PDF.
package outside

import (
	"bytes"
	"encoding/json"
	"os"
	"os/exec"
	"testing"

	"github.com/stretchr/testify/require"
)

// geos finds a Python that has shapely, or skips; on CI it must be there.
func geos(t *testing.T) string {
	for _, p := range []string{"/usr/bin/python3", "python3"} {
		if exec.Command(p, "-c", "import shapely").Run() == nil {
			return p
		}
	}
	missing(t, "python3-shapely")
	return ""
}

func missing(t *testing.T, what string) {
	if os.Getenv("CI") != "" {
		t.Fatalf("%s must be installed on CI", what)
	}
	t.Skipf("%s is not installed: this check against another program is skipped", what)
}

// ask runs a script that reads JSON from standard input and prints JSON.
func ask(t *testing.T, script string, in, out any) {
	data, err := json.Marshal(in)
	require.NoError(t, err)
	cmd := exec.Command(geos(t), "-c", "import sys, json, math\nfrom shapely.geometry import Polygon, LineString, Point, MultiPoint\nfrom shapely.ops import unary_union\ndata = json.load(sys.stdin)\n"+script)
	cmd.Stdin = bytes.NewReader(data)
	var stderr bytes.Buffer
	cmd.Stderr = &stderr
	res, err := cmd.Output()
	require.NoError(t, err, stderr.String())
	require.NoError(t, json.Unmarshal(res, out), string(res))
}
