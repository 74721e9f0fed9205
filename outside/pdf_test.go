package outside

import (
	"bytes"
	"context"
	"image"
	_ "image/png"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/internal/formats/pdf"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func poppler(t *testing.T, tool string) {
	if _, err := exec.LookPath(tool); err != nil {
		missing(t, "poppler-utils")
	}
}

func printed(t *testing.T, paper string, pieces []pattern.Piece) string {
	p, ok := pdf.PaperOf(paper)
	require.True(t, ok)
	var b bytes.Buffer
	require.NoError(t, pdf.Print{Garment: "pieces ½ ⅝ é Ω", Ensemble: "A trial", Wearer: "nobody", Drafted: "2 February 2027", Unit: measure.CM, Paper: p}.Write(context.Background(), &b, pieces))
	file := filepath.Join(t.TempDir(), paper+".pdf")
	require.NoError(t, os.WriteFile(file, b.Bytes(), 0o644))
	return file
}

// ink is the picture of a page at 254 dots an inch: ten to the millimetre.
func ink(t *testing.T, file string, pageNo int) image.Image {
	out := filepath.Join(t.TempDir(), "page")
	n := strconv.Itoa(pageNo)
	require.NoError(t, exec.Command("pdftoppm", "-r", "254", "-gray", "-png", "-f", n, "-l", n, "-singlefile", file, out).Run())
	f, err := os.Open(out + ".png")
	require.NoError(t, err)
	defer f.Close()
	img, _, err := image.Decode(f)
	require.NoError(t, err)
	return img
}

// longest is the longest unbroken dark run along a row or a column, in mm.
func longest(img image.Image, rows bool) float64 {
	b := img.Bounds()
	w, h := b.Dx(), b.Dy()
	if !rows {
		w, h = h, w
	}
	best := 0
	for y := range h {
		run := 0
		for x := range w {
			px, py := x, y
			if !rows {
				px, py = y, x
			}
			if r, _, _, _ := img.At(px, py).RGBA(); r < 0xa000 {
				run++
				best = max(best, run)
			} else {
				run = 0
			}
		}
	}
	return float64(best) / 10
}

// The 10 cm side of the test square, measured on the page as poppler draws
// it, and the page itself as poppler reports it.
func TestPrintedScaleByPoppler(t *testing.T) {
	poppler(t, "pdftoppm")
	poppler(t, "pdfinfo")
	small := pattern.Rectangle("a", "A small piece", 60, 40, 10)
	for paper, size := range map[string][2]float64{"a4": {210, 297}, "letter": {215.9, 279.4}} {
		file := printed(t, paper, []pattern.Piece{small})
		info, err := exec.Command("pdfinfo", file).Output()
		require.NoError(t, err)
		m := regexp.MustCompile(`Page size:\s+([\d.]+) x ([\d.]+) pts`).FindStringSubmatch(string(info))
		require.NotNil(t, m, string(info))
		for i := range 2 {
			pts, err := strconv.ParseFloat(m[i+1], 64)
			require.NoError(t, err)
			assert.InDelta(t, size[i], pts/72*25.4, 0.1, paper)
		}
		img := ink(t, file, 1)
		assert.InDelta(t, 100, longest(img, true), 0.4, "%s: 10 cm across", paper)
		assert.InDelta(t, 100, longest(img, false), 0.4, "%s: 10 cm down", paper)
	}
}

// A piece's own cutting line at true scale: a 150 × 90 mm rectangle with 10 mm
// round it is 170 × 110 on the sheet it is printed on.
func TestPrintedPieceByPoppler(t *testing.T) {
	poppler(t, "pdftoppm")
	p := pattern.Rectangle("a", "Rectangle", 150, 90, 10)
	img := ink(t, printed(t, "a0", []pattern.Piece{p}), 1)
	// Below the heading, legend and squares.
	sub := img.(interface {
		SubImage(image.Rectangle) image.Image
	}).SubImage(image.Rect(0, 1270, img.Bounds().Dx(), img.Bounds().Dy()))
	b := darkBox(sub)
	long, short := max(b[0], b[1]), min(b[0], b[1])
	assert.InDelta(t, 170, long, 0.8)
	assert.InDelta(t, 110, short, 0.8)
}

func darkBox(img image.Image) [2]float64 {
	b := img.Bounds()
	lo, hi := image.Pt(b.Max.X, b.Max.Y), image.Pt(0, 0)
	for y := b.Min.Y; y < b.Max.Y; y++ {
		for x := b.Min.X; x < b.Max.X; x++ {
			if r, _, _, _ := img.At(x, y).RGBA(); r < 0xa000 {
				lo, hi = image.Pt(min(lo.X, x), min(lo.Y, y)), image.Pt(max(hi.X, x), max(hi.Y, y))
			}
		}
	}
	return [2]float64{float64(hi.X-lo.X+1) / 10, float64(hi.Y-lo.Y+1) / 10}
}

// Tiles: their count is on the first page, each is named, and a line drawn
// across several sheets is whole: the parts on the sheets add up.
func TestTilesCoverEveryPiece(t *testing.T) {
	poppler(t, "pdftotext")
	long := pattern.Rectangle("a", "Long", 700, 300, 15)
	file := printed(t, "a4", []pattern.Piece{long})
	text, err := exec.Command("pdftotext", "-layout", file, "-").Output()
	require.NoError(t, err)
	m := regexp.MustCompile(`(\d+) sheets`).FindStringSubmatch(string(text))
	require.NotNil(t, m)
	want, _ := strconv.Atoi(m[1])
	pages := strings.Count(string(text), "\f")
	assert.Equal(t, want+1, pages)
	// Each sheet shows 180 × 267 mm of the spread that no other shows.
	area := plane.BoxOf(long.CutLine())
	assert.GreaterOrEqual(t, float64(want), math.Ceil(area.Width()*area.Height()/(180*267)))
	assert.Contains(t, string(text), "A1")
	assert.Contains(t, string(text), "½ ⅝ é Ω")
}

// What every stage of a real stack prints can be read by poppler.
func TestEveryStagePrints(t *testing.T) {
	poppler(t, "pdfinfo")
	for _, s := range stacks(t)[:4] {
		for _, paper := range []string{"a4", "letter", "a0"} {
			out, err := exec.Command("pdfinfo", printed(t, paper, s.Draft.Pieces)).CombinedOutput()
			require.NoError(t, err, string(out))
			assert.NotContains(t, string(out), "Error")
			if size := map[string]string{"a4": "595.28 x 841.89 pts", "letter": "612 x 792 pts"}[paper]; size != "" {
				assert.Contains(t, string(out), size)
			}
			t.Log(s.Kind, paper, regexp.MustCompile(`Pages:\s+\d+`).FindString(string(out)))
		}
	}
}

// What is wider than the widest sheet is printed on several of them: a quarter of a cloak, 1.5 m each way.
func TestWiderThanTheSheet(t *testing.T) {
	poppler(t, "pdfinfo")
	out, err := exec.Command("pdfinfo", printed(t, "a0", []pattern.Piece{pattern.Rectangle("a", "Wide", 1500, 1450, 15)})).CombinedOutput()
	require.NoError(t, err, string(out))
	assert.Contains(t, string(out), "A0", string(out))
	pages, _ := strconv.Atoi(regexp.MustCompile(`Pages:\s+(\d+)`).FindStringSubmatch(string(out))[1])
	assert.Greater(t, pages, 4, "the first page, and two by two sheets")
}

// Nothing on the first page lies outside the margins, on either paper, and every
// sheet says what it is part of, for whom and which of how many it is.
func TestEverySheetSaysWhatItIs(t *testing.T) {
	poppler(t, "pdftoppm")
	poppler(t, "pdftotext")
	pieces := []pattern.Piece{pattern.Rectangle("a", "Breadth", 700, 500, 15), pattern.Rectangle("b", "Long strip", 2600, 40, 10)}
	for _, paper := range []string{"a4", "letter"} {
		p, _ := pdf.PaperOf(paper)
		file := printed(t, paper, pieces)
		img := ink(t, file, 1)
		b := img.Bounds()
		for y := range b.Dy() {
			for x := range b.Dx() {
				if float64(x) > 98 && float64(x) < (p.Width-9.8)*10 && float64(y) > 90 && float64(y) < (p.Height-9.8)*10 {
					continue
				}
				if r, _, _, _ := img.At(x, y).RGBA(); r < 0xa000 {
					t.Fatalf("%s: ink %d, %d tenths of a millimetre from the corner", paper, x, y)
				}
			}
		}
		text, err := exec.Command("pdftotext", "-layout", file, "-").Output()
		require.NoError(t, err)
		pages := strings.Split(strings.TrimSuffix(string(text), "\f"), "\f")
		for i, page := range pages[1:] {
			assert.Contains(t, page, "sheet "+strconv.Itoa(i+1)+" of "+strconv.Itoa(len(pages)-1))
			assert.Contains(t, page, "pieces ½ ⅝ é Ω for nobody")
		}
	}
}
