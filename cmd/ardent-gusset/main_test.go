package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func cli(t *testing.T, stdin string, args ...string) (code int, out, errs string) {
	var stdout, stderr bytes.Buffer
	code = run(context.Background(), args, strings.NewReader(stdin), &stdout, &stderr)
	return code, stdout.String(), stderr.String()
}

// started is the day the demo is filled in on.
var started = time.Now()

func demoFile(t *testing.T) string {
	return demotest.File(t, started)
}

// TestMain lets the tests start this program as a process of its own.
func TestMain(m *testing.M) {
	if os.Getenv("ARDENT_GUSSET_PROCESS") != "" {
		os.Exit(run(context.Background(), os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
	}
	os.Exit(m.Run())
}

// begin starts this program on a data file as a process of its own, and says where it
// listens.
func begin(t *testing.T, command, db string) (*exec.Cmd, string) {
	p := exec.Command(os.Args[0], command, "--addr", "127.0.0.1:0", "--db", db)
	p.Env = append(os.Environ(), "ARDENT_GUSSET_PROCESS=1")
	out, err := p.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, p.Start())
	first, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err, "it starts")
	return p, strings.TrimPrefix(strings.TrimSpace(first), "listening on ")
}

// Killed in the middle of a search: the data file opens, nothing entered is
// lost, and the best lay found so far is there.
func TestKilledWhileLaying(t *testing.T) {
	db := filepath.Join(t.TempDir(), "demo.db")
	page := func(address, path string) string {
		res, err := http.Get(address + path)
		require.NoError(t, err)
		body, err := io.ReadAll(res.Body)
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		return string(body)
	}
	long := regexp.MustCompile(`the lay is ([\d.]+) cm long`)
	p, address := begin(t, "demo", db)
	before := long.FindStringSubmatch(page(address, "/ensembles/1/layers/4/cloth?wait=1"))
	require.NotEmpty(t, before)
	res, err := http.Post(address+"/ensembles/1/layers/4/look", "", nil)
	require.NoError(t, err)
	lines := bufio.NewScanner(res.Body)
	lines.Buffer(nil, 1<<22)
	best := ""
	for best == "" && lines.Scan() {
		if m := long.FindStringSubmatch(lines.Text()); m != nil {
			best = m[1]
		}
	}
	require.NotEmpty(t, best)
	require.NoError(t, p.Process.Kill())
	_ = p.Wait()
	_ = res.Body.Close()

	p, address = begin(t, "demo", db)
	after := long.FindStringSubmatch(page(address, "/ensembles/1/layers/4/cloth?wait=1"))
	require.NotEmpty(t, after)
	var was, found, now float64
	_, err = fmt.Sscan(before[1]+" "+best+" "+after[1], &was, &found, &now)
	require.NoError(t, err)
	assert.Less(t, found, was)
	assert.LessOrEqual(t, now, found, "the best so far, or one kept just after")
	assert.Contains(t, page(address, "/"), "The salt-auction dress")
	require.NoError(t, p.Process.Kill())
	_ = p.Wait()
}

func TestHelpAndVersion(t *testing.T) {
	code, out, _ := cli(t, "", "--help")
	assert.Equal(t, done, code)
	for _, c := range commands() {
		assert.Contains(t, out, c.name)
		code, help, _ := cli(t, "", c.name, "--help")
		assert.Equal(t, done, code, c.name)
		assert.Contains(t, help, c.what)
	}
	code, out, _ = cli(t, "", "version")
	assert.Equal(t, done, code)
	assert.Contains(t, out, version)
	code, _, errs := cli(t, "", "knit")
	assert.Equal(t, badInput, code)
	assert.Contains(t, errs, `"knit"`)
}

func TestListAndExport(t *testing.T) {
	db := demoFile(t)
	code, out, errs := cli(t, "", "list", "--db", db)
	require.Equal(t, done, code, errs)
	var l struct {
		Wearers   []struct{ ID int }
		Ensembles []struct {
			ID     int
			Layers []struct {
				ID      int
				Garment string
			}
		}
	}
	require.NoError(t, json.Unmarshal([]byte(out), &l))
	assert.Len(t, l.Wearers, 4)
	assert.Len(t, l.Ensembles, 8)
	for what, start := range map[string]string{"pattern": "{", "svg": "<svg", "pdf": "%PDF-"} {
		file := filepath.Join(t.TempDir(), "out")
		code, _, errs := cli(t, "", "export", "--db", db, "--ensemble", "1", "--layer", "2", "--what", what, "--out", file)
		require.Equal(t, done, code, errs)
		b, err := os.ReadFile(file)
		require.NoError(t, err)
		assert.True(t, strings.HasPrefix(string(b), start), what)
	}
	for _, bad := range [][]string{{"--ensemble", "1", "--what", "cake"}, {"--ensemble", "1", "--what", "pdf", "--paper", "a7"}} {
		code, _, _ := cli(t, "", append([]string{"export", "--db", db, "--out", "-"}, bad...)...)
		assert.Equal(t, badInput, code)
	}
	for _, gone := range [][]string{{"--ensemble", "9"}, {"--ensemble", "1", "--layer", "77"}} {
		code, _, errs := cli(t, "", append([]string{"export", "--db", db, "--what", "svg", "--out", "-"}, gone...)...)
		assert.Equal(t, couldNot, code)
		assert.Equal(t, 1, strings.Count(errs, "\n"))
	}
	code, _, errs = cli(t, "", "list", "--db", filepath.Join(t.TempDir(), "none.db"))
	assert.Equal(t, couldNot, code)
	assert.Contains(t, errs, "no data file")
}

func TestCatalogueNamesEverything(t *testing.T) {
	code, out, _ := cli(t, "", "catalogue")
	require.Equal(t, done, code)
	var c struct {
		Garments []struct {
			Kind       string
			Parameters []struct{ Key, Label, Unit, Default, Help string }
		}
		Measurements []struct{ Key, Meaning string }
	}
	require.NoError(t, json.Unmarshal([]byte(out), &c))
	require.Len(t, c.Garments, len(catalogue.All()))
	for _, g := range c.Garments {
		for _, p := range g.Parameters {
			assert.NotEmpty(t, p.Label, g.Kind+" "+p.Key)
			assert.NotEmpty(t, p.Default, g.Kind+" "+p.Key)
			assert.NotEmpty(t, p.Help, g.Kind+" "+p.Key)
		}
	}
	for _, m := range c.Measurements {
		assert.NotEmpty(t, m.Meaning, m.Key)
	}
}

// published is the pattern contract, field by field; anything else in a file
// fails to decode.
type published struct {
	Format  string             `json:"format"`
	Version int                `json:"version"`
	Garment string             `json:"garment"`
	Figure  map[string]float64 `json:"figure"`
	Pieces  []struct {
		ID     string         `json:"id"`
		Name   string         `json:"name"`
		Cut    int            `json:"cut"`
		CutFor map[string]int `json:"cut_for"`
		Levels []struct {
			BelowWaist float64      `json:"below_waist_mm"`
			Path       [][2]float64 `json:"path"`
			Open       bool         `json:"open"`
		} `json:"levels"`
		MirrorPairs bool         `json:"mirror_pairs"`
		OnFold      bool         `json:"on_fold"`
		Grain       float64      `json:"grain_deg"`
		Outline     [][2]float64 `json:"outline"`
		CutOutline  [][2]float64 `json:"cut_outline"`
		Edges       []struct {
			ID        string  `json:"id"`
			From      int     `json:"from"`
			To        int     `json:"to"`
			Length    float64 `json:"length_mm"`
			Allowance float64 `json:"allowance_mm"`
		} `json:"edges"`
		Marks []struct {
			Kind  string       `json:"kind"`
			At    []float64    `json:"at"`
			Path  [][2]float64 `json:"path"`
			Label string       `json:"label"`
		} `json:"marks"`
	} `json:"pieces"`
	Seams []struct {
		ID        string `json:"id"`
		A         publishedSide
		B         publishedSide
		Ease      float64 `json:"ease_mm"`
		Technique string  `json:"technique"`
	} `json:"seams"`
	Notions []struct {
		Kind     string  `json:"kind"`
		What     string  `json:"what"`
		Quantity float64 `json:"quantity"`
		Unit     string  `json:"unit"`
		Why      string  `json:"why"`
	} `json:"notions"`
}

type publishedSide struct {
	Piece string `json:"piece"`
	Edge  string `json:"edge"`
}

// checkPublished proves a pattern file sound from what is in it alone.
func checkPublished(t *testing.T, kind, text string) {
	dec := json.NewDecoder(strings.NewReader(text))
	dec.DisallowUnknownFields()
	var p published
	require.NoError(t, dec.Decode(&p), kind)
	assert.Equal(t, "ardent-gusset/pattern", p.Format)
	assert.Equal(t, 1, p.Version)
	assert.Equal(t, kind, p.Garment)
	assert.NotEmpty(t, p.Pieces, kind)
	lengths := map[publishedSide]float64{}
	for _, piece := range p.Pieces {
		at := kind + " " + piece.ID
		n := len(piece.Outline)
		area := 0.0
		for i, a := range piece.Outline {
			b := piece.Outline[(i+1)%n]
			area += (a[0]*b[1] - a[1]*b[0]) / 2
		}
		require.Positive(t, area, "%s runs counter-clockwise", at)
		require.GreaterOrEqual(t, len(piece.CutOutline), 3, at)
		require.Positive(t, piece.Cut, at)
		for i, e := range piece.Edges {
			require.Equal(t, piece.Edges[(i+1)%len(piece.Edges)].From%n, e.To%n, "%s: the edges follow one another", at)
			sum := 0.0
			for k := e.From; k%n != e.To%n; k++ {
				a, b := piece.Outline[k%n], piece.Outline[(k+1)%n]
				sum += math.Hypot(b[0]-a[0], b[1]-a[1])
			}
			assert.InDelta(t, e.Length, sum, 0.1, "%s %s", at, e.ID)
			lengths[publishedSide{piece.ID, e.ID}] = e.Length
		}
		for _, m := range piece.Marks {
			assert.NotEmpty(t, m.Kind, at)
			assert.True(t, (len(m.At) == 2) != (len(m.Path) > 1), "%s: a mark is a point or a path", at)
		}
	}
	for _, s := range p.Seams {
		a, okA := lengths[s.A]
		b, okB := lengths[s.B]
		require.True(t, okA && okB, "%s: seam %s joins edges that are there", kind, s.ID)
		assert.InDelta(t, b, a+s.Ease, 0.5, "%s: seam %s", kind, s.ID)
		assert.NotEmpty(t, s.Technique, "%s: seam %s", kind, s.ID)
	}
	for _, x := range p.Notions {
		assert.Positive(t, x.Quantity, "%s: %s", kind, x.What)
		assert.NotEmpty(t, x.Why, "%s: %s", kind, x.What)
	}
}

// Every garment leaves the program as the contract says, drafted without a
// data file and out of one.
func TestEveryGarmentIsPublished(t *testing.T) {
	db := filepath.Join(t.TempDir(), "all.db")
	st, err := store.Open(db)
	require.NoError(t, err)
	ctx := t.Context()
	w, err := st.AddWearer(ctx, "Somebody", figure.Women)
	require.NoError(t, err)
	for _, stack := range catalogue.Everything() {
		e, err := st.AddEnsemble(ctx, store.Ensemble{Name: stack.Label, WearerID: w.ID, Hours: 2})
		require.NoError(t, err)
		for _, k := range stack.Kinds {
			g, _ := catalogue.Find(k)
			_, err := st.AddLayer(ctx, store.Layer{EnsembleID: e.ID, Kind: k, Name: k, Fabric: g.About().Usual, State: store.Drafted})
			require.NoError(t, err)
		}
	}
	all, err := st.Ensembles(ctx)
	require.NoError(t, err)
	require.NoError(t, st.Close())
	seen := map[string]bool{}
	for _, e := range all {
		for _, l := range e.Layers {
			code, out, errs := cli(t, "", "export", "--db", db, "--ensemble", fmt.Sprint(e.ID), "--layer", fmt.Sprint(l.ID), "--what", "pattern", "--out", "-")
			require.Equal(t, done, code, errs)
			checkPublished(t, l.Kind, out)
			seen[l.Kind] = true
		}
	}
	require.Len(t, seen, len(catalogue.All()))
	for _, g := range catalogue.All() {
		code, out, errs := cli(t, `{"readings":{"waist_girth":720,"bust_girth":930,"hip_girth":990}}`, "draft", "--garment", g.About().Kind, "--figure", "-", "--out", "-")
		require.Equal(t, done, code, errs)
		checkPublished(t, g.About().Kind, out)
	}
}

func TestDraftWithoutADataFile(t *testing.T) {
	dir := t.TempDir()
	write := func(name, text string) string {
		f := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(f, []byte(text), 0o600))
		return f
	}
	fig := write("figure.json", `{"readings":{"waist_girth":700,"bust_girth":900,"hip_girth":970},"worn":[{"garment":"shift"},{"garment":"corset","params":{"laced_waist":650}}]}`)
	code, out, errs := cli(t, "", "draft", "--garment", "petticoat-tiered", "--figure", fig, "--params", write("p.json", `{"upper_ratio":2.5}`), "--out", "-")
	require.Equal(t, done, code, errs)
	var p struct {
		Garment string
		Figure  map[string]float64
	}
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.Equal(t, "petticoat-tiered", p.Garment)
	assert.InDelta(t, 661, p.Figure["waist_girth"], 2, "drafted over the corset")
	for text, want := range map[string]string{
		`{"readings":{"tail":7}}`: "tail", `{"girths":{}}`: "girths", `{`: "can't be read", `{"readings":{"waist_girth":7}}`: "Waist",
		`{"readings":{},"worn":[{"garment":"toga"}]}`: "toga", `{"readings":{},"worn":[{"garment":"corset","params":{"laced_waist":1}}]}`: "Laced waist",
	} {
		code, _, errs := cli(t, text, "draft", "--garment", "shift", "--figure", "-", "--out", "-")
		assert.Equal(t, badInput, code, text)
		assert.Contains(t, errs, want)
	}
}

func TestLay(t *testing.T) {
	job := `{"cloth":{"width_mm":300},"pieces":[{"id":"front","count":2,"mirror_pairs":true,"turns":[0,180],"outline":[[0,0],[100,0],[100,50]]}]}`
	code, out, errs := cli(t, job, "lay", "--in", "-", "--out", "-")
	require.Equal(t, done, code, errs)
	var r struct {
		Placements []struct{ Mirrored bool }
		Unplaced   []any
		Length     float64 `json:"length_mm"`
	}
	require.NoError(t, json.Unmarshal([]byte(out), &r))
	require.Len(t, r.Placements, 2)
	assert.NotEqual(t, r.Placements[0].Mirrored, r.Placements[1].Mirrored)
	assert.NotNil(t, r.Unplaced)
	code, _, errs = cli(t, strings.Replace(job, "[100,50]]", "[100,50],[50,-9]]", 1), "lay", "--in", "-", "--out", "-")
	assert.Equal(t, badInput, code)
	assert.Contains(t, errs, `"front" crosses itself`)
	assert.Equal(t, 1, strings.Count(errs, "\n"))
	// So many rounds give the same lay twice, whatever the clock says.
	gores := `{"cloth":{"width_mm":700},"rounds":4,"pieces":[{"id":"gore","count":6,"mirror_pairs":true,"turns":[0,180],"outline":[[0,0],[400,60],[400,120],[0,200]]},{"id":"strip","count":3,"turns":[0,180],"outline":[[0,0],[300,0],[300,70],[0,70]]}]}`
	_, once, _ := cli(t, gores, "lay", "--in", "-", "--out", "-")
	_, twice, _ := cli(t, gores, "lay", "--in", "-", "--out", "-")
	assert.Equal(t, once, twice)
	assert.Contains(t, once, `"unplaced":[]`)
	file := filepath.Join(t.TempDir(), "r.json")
	code, _, _ = cli(t, "{}", "lay", "--in", "-", "--out", file)
	assert.Equal(t, badInput, code)
	_, err := os.Stat(file)
	assert.ErrorIs(t, err, os.ErrNotExist, "no half result")
}

func TestBackupRestoreCommands(t *testing.T) {
	db := demoFile(t)
	copyTo, back := filepath.Join(t.TempDir(), "copy.db"), filepath.Join(t.TempDir(), "back.db")
	code, _, errs := cli(t, "", "backup", "--db", db, "--out", copyTo)
	require.Equal(t, done, code, errs)
	code, _, _ = cli(t, "", "backup", "--db", db, "--out", copyTo)
	assert.Equal(t, couldNot, code)
	code, _, errs = cli(t, "", "restore", "--in", copyTo, "--db", back)
	require.Equal(t, done, code, errs)
	code, _, _ = cli(t, "", "restore", "--in", copyTo, "--db", back)
	assert.Equal(t, couldNot, code, "never over an existing file")
	_, before, _ := cli(t, "", "list", "--db", db)
	_, after, _ := cli(t, "", "list", "--db", back)
	assert.Equal(t, before, after)
}

func TestServe(t *testing.T) {
	for _, args := range [][]string{{"serve", "--addr", "0.0.0.0:0"}, {"serve", "--addr", "nonsense"}, {"serve", "--adr", "x"}, {"serve", "extra"}} {
		code, _, errs := cli(t, "", append(args[:1:1], append(args[1:], "--db", filepath.Join(t.TempDir(), "x.db"))...)...)
		assert.Equal(t, badInput, code, args)
		assert.NotEmpty(t, errs)
	}
	ctx, stop := context.WithCancel(context.Background())
	r, w := io.Pipe()
	ended := make(chan int)
	go func() {
		ended <- run(ctx, []string{"demo", "--addr", "127.0.0.1:0", "--db", filepath.Join(t.TempDir(), "demo.db")}, nil, w, io.Discard)
	}()
	first, err := bufio.NewReader(r).ReadString('\n')
	require.NoError(t, err)
	address, ok := strings.CutPrefix(strings.TrimSpace(first), "listening on ")
	require.True(t, ok, first)
	res, err := http.Get(address)
	require.NoError(t, err)
	body, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	assert.Equal(t, 200, res.StatusCode)
	assert.Contains(t, string(body), "The lighthouse widow")
	http.DefaultClient.CloseIdleConnections()
	stop()
	select {
	case code := <-ended:
		assert.Equal(t, done, code)
	case <-time.After(15 * time.Second):
		t.Fatal("it did not stop")
	}
}

// The book as other programs read it.
func TestBookAsJSON(t *testing.T) {
	code, out, _ := cli(t, "", "book")
	require.Equal(t, 0, code)
	var b struct {
		Techniques []struct {
			Key, Name, Family, What, Source string
			Allowance                       struct {
				Asked float64 `json:"asked_mm"`
				Used  float64 `json:"used_mm"`
			}
			Passes []struct {
				Stitch string
				Layers int
				Factor float64 `json:"length_factor"`
			}
			Thread  float64 `json:"thread_per_m"`
			Minutes float64 `json:"minutes_per_m"`
			Needs   []string
		}
		Terms []struct{ Term, Meaning string }
	}
	require.NoError(t, json.Unmarshal([]byte(out), &b))
	assert.GreaterOrEqual(t, len(b.Techniques), 80)
	assert.GreaterOrEqual(t, len(b.Terms), 150)
	for _, e := range b.Techniques {
		assert.NotEmpty(t, e.Needs, e.Key)
		assert.GreaterOrEqual(t, e.Allowance.Asked, e.Allowance.Used, e.Key)
		if e.Key == "french" {
			// Twice a lockstitch of 2.5 mm: 2(1+1/2.5) and 2(1+2/2.5) times its length.
			assert.InDelta(t, 1000*(2.8+3.6), e.Thread, 1e-6)
		}
	}
}

// Pieces of one's own go in and come out as they were; operations change them, and undo it; what can't be is said with its number and its
// field, exit code 2.
func TestPiecesOfOnesOwn(t *testing.T) {
	dir := t.TempDir()
	write := func(name, text string) string {
		p := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(p, []byte(text), 0o600))
		return p
	}
	type doc struct {
		Pieces []struct {
			ID      string       `json:"id"`
			Outline [][2]float64 `json:"outline"`
		} `json:"pieces"`
		Truing []struct {
			Seam string  `json:"seam"`
			A    float64 `json:"a_mm"`
			True bool    `json:"true"`
		} `json:"truing"`
		Girths []struct {
			Level  string  `json:"level"`
			Sewn   float64 `json:"sewn_mm"`
			Figure float64 `json:"figure_mm"`
		} `json:"girths"`
	}
	read := func(text string) (d doc) {
		require.NoError(t, json.Unmarshal([]byte(text), &d))
		return d
	}
	fig := write("figure.json", `{"readings":{"waist_girth":700,"bust_girth":900,"hip_girth":970}}`)
	code, out, errs := cli(t, "", "draft", "--garment", "bodice-basque", "--figure", fig, "--out", "-")
	require.Zero(t, code, errs)
	pieces := write("pieces.json", out)
	code, same, errs := cli(t, "", "own", "--in", pieces, "--figure", fig, "--out", "-")
	require.Zero(t, code, errs)
	was, now := read(out), read(same)
	require.Len(t, now.Pieces, len(was.Pieces))
	for i, p := range was.Pieces {
		for k, at := range p.Outline {
			assert.InDelta(t, at[0], now.Pieces[i].Outline[k][0], 0.01)
			assert.InDelta(t, at[1], now.Pieces[i].Outline[k][1], 0.01)
		}
	}
	require.NotEmpty(t, now.Truing)
	require.NotEmpty(t, now.Girths)
	for _, x := range now.Truing {
		assert.True(t, x.True, x.Seam)
	}
	// Narrowed at one seam, every girth that crosses it says so.
	ops := write("ops.json", `{"version":1,"ops":[{"op":"take-in","piece":"underarm","edge":"side-back","by_mm":[5,5]}]}`)
	code, narrow, errs := cli(t, "", "own", "--in", pieces, "--ops", ops, "--figure", fig, "--out", "-")
	require.Zero(t, code, errs)
	for i, g := range read(narrow).Girths {
		assert.InDelta(t, 10, now.Girths[i].Sewn-g.Sewn, 1.5, g.Level)
		assert.Equal(t, now.Girths[i].Figure, g.Figure)
	}
	code, list, _ := cli(t, "", "own", "list")
	require.Zero(t, code)
	assert.Contains(t, list, `"move-dart"`)
	for text, says := range map[string]string{
		`{"ops":[{"op":"lengthen","piece":"nobody","at_mm":9,"by_mm":3}]}`: "operation 1, lengthen, piece", `{"ops":[{"op":"fly"}]}`: "fly",
		`{"ops":[{"op":"take-in","piece":"underarm","edge":"side-back","by_mm":"much"}]}`: "by_mm", `{"ops":[{"oops":1}]}`: "oops", `{"version":9,"ops":[]}`: "newer",
	} {
		code, _, errs := cli(t, "", "own", "--in", pieces, "--ops", write("bad.json", text), "--out", "-")
		assert.Equal(t, badInput, code, text)
		assert.Contains(t, errs, says)
	}
	code, _, errs = cli(t, `<svg viewBox="0 0 9 9"><rect width="9" height="9"/></svg>`, "own", "--in", "-", "--out", "-")
	assert.Equal(t, badInput, code)
	assert.Contains(t, errs, "how many mm a unit is")
	code, out, errs = cli(t, `<svg viewBox="0 0 9 9"><rect width="9" height="9"/></svg>`, "own", "--in", "-", "--unit", "10", "--out", "-")
	require.Zero(t, code, errs)
	assert.InDelta(t, 90, read(out).Pieces[0].Outline[2][1]-read(out).Pieces[0].Outline[0][1], 0.01)

	// A draught of a book, and its seams proposed.
	code, out, errs = cli(t, `{"format":"ardent-gusset/draught","unit":"cm","shapes":[{"id":"a","shape":"gore","is":{"top":"12","bottom":"40","high":"90"}},`+
		`{"id":"b","shape":"gore","is":{"top":"14","bottom":"50","high":"90"}}]}`, "own", "--in", "-", "--pair", "--out", "-")
	require.Zero(t, code, errs)
	assert.Contains(t, out, `"proposed"`)

	trace := `{"version":1,"scale":{"a":[0,0],"b":[1000,0],"mm":250},"check":{"a":[0,0],"b":[0,400],"mm":100},` +
		`"pieces":[{"id":"a","points":[{"at":[0,0],"kind":"corner"},{"at":[0,400],"kind":"corner"},{"at":[400,400],"kind":"corner"},{"at":[330,120],"kind":"smooth"}]}]}`
	code, out, errs = cli(t, trace, "trace", "--in", "-", "--out", "-")
	require.Zero(t, code, errs)
	assert.Contains(t, out, `"error_mm"`)
	code, _, errs = cli(t, strings.Replace(trace, `"mm":100`, `"mm":104`, 1), "trace", "--in", "-", "--out", "-")
	assert.Equal(t, badInput, code)
	assert.Contains(t, errs, "100.0")
	assert.Contains(t, errs, "104")
}
