package svg

import (
	"encoding/xml"
	"io"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/ensemble/worn"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On every sheet, whatever the pieces, nothing lies over anything else, all of
// it lies in the view, and the pieces are not drawn absurdly small.
func TestPiecesAreSetApart(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var pieces []pattern.Piece
		for range rapid.IntRange(1, 14).Draw(t, "pieces") {
			pieces = append(pieces, pattern.Rectangle("p", strings.Repeat("n", rapid.IntRange(1, 24).Draw(t, "name")),
				rapid.Float64Range(20, 1500).Draw(t, "w"), rapid.Float64Range(20, 1300).Draw(t, "h"), 12))
		}
		spots, w, h, unit := Sheet{Width: 640, Height: 470}.arrange(pieces)
		require.Len(t, spots, len(pieces))
		for i, a := range spots {
			boxA := plane.Box{Min: plane.Pt(a.x, a.y), Max: plane.Pt(a.x+a.box.Width(), a.y+a.box.Height()+33*unit)}
			require.GreaterOrEqual(t, boxA.Min.X, 0.0)
			require.GreaterOrEqual(t, boxA.Min.Y, 0.0)
			require.LessOrEqual(t, boxA.Max.X, w)
			require.LessOrEqual(t, boxA.Max.Y, h+1)
			for _, b := range spots[i+1:] {
				boxB := plane.Box{Min: plane.Pt(b.x, b.y), Max: plane.Pt(b.x+b.box.Width(), b.y+b.box.Height()+33*unit)}
				require.True(t, boxA.Max.X <= boxB.Min.X || boxB.Max.X <= boxA.Min.X || boxA.Max.Y <= boxB.Min.Y || boxB.Max.Y <= boxA.Min.Y, "two pieces overlap")
			}
		}
		widest := 0.0
		for _, s := range spots {
			widest = max(widest, s.box.Width(), s.box.Height())
		}
		require.Greater(t, widest/unit, 60.0, "the largest piece is drawn at least 60 pixels large")
	})
}

func wellFormed(t *testing.T, text string) {
	dec := xml.NewDecoder(strings.NewReader(text))
	for {
		if _, err := dec.Token(); err == io.EOF {
			return
		} else if err != nil {
			t.Fatalf("%v in %.200s", err, text)
		}
	}
}

func TestDrawingsAreWellFormed(t *testing.T) {
	bare, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	drawn := map[string]bool{}
	for _, stack := range catalogue.Everything() {
		stackIsWellFormed(t, bare, stack, drawn)
	}
	assert.Len(t, drawn, len(catalogue.All()))
	wellFormed(t, Stand{Bare: bare, Marks: true}.Draw())
	wellFormed(t, Tape([]Pin{{"waist", 700, true}, {"bare waist", 710, false}}, measure.IN))
	for _, state := range []string{"planned", "drafted", "cut", "sewn", "worn", "stale"} {
		wellFormed(t, Band("madder", state, 1))
	}
	// At true scale a millimetre is a millimetre: the width attribute and the
	// view agree.
	sheet := Sheet{TrueScale: true}.Draw([]pattern.Piece{pattern.Rectangle("a", "A", 100, 50, 0)})
	var root struct {
		Width   string `xml:"width,attr"`
		ViewBox string `xml:"viewBox,attr"`
	}
	require.NoError(t, xml.Unmarshal([]byte(sheet), &root))
	assert.Equal(t, strings.TrimSuffix(root.Width, "mm"), strings.Fields(root.ViewBox)[2])
}

func stackIsWellFormed(t *testing.T, bare figure.Figure, stack catalogue.Stack, drawn map[string]bool) {
	on := bare
	var plan ensemble.Plan
	for _, kind := range stack.Kinds {
		g, ok := catalogue.Find(kind)
		require.True(t, ok, kind)
		drawn[kind] = true
		v, _ := draft.Settle(g, on, nil)
		d, err := g.Draft(on, v, g.About().Usual)
		require.NoError(t, err, "%s in %s", kind, stack.Label)
		for _, l := range d.Laces {
			for _, gap := range []float64{0, l.Gap, l.Open} {
				wellFormed(t, Laced(l, gap, l.Open, measure.CM))
			}
		}
		if len(d.Hoops) > 0 {
			steels := Hoops(on, d.Hoops, measure.IN)
			wellFormed(t, steels)
			count := 0
			for _, h := range d.Hoops {
				count += 2 * h.Count
			}
			assert.Equal(t, count, strings.Count(steels, `class="steel"`), "from the side and from above")
		}
		for _, s := range []Sheet{{Unit: measure.IN, Title: `<"&'>`}, {Unit: measure.CM, TrueScale: true, Dimensions: true}} {
			text := s.Draw(d.Pieces)
			wellFormed(t, text)
			assert.NotContains(t, text, "NaN")
			assert.Equal(t, len(d.Pieces), strings.Count(text, `class="piece"`))
		}
		on = d.Wear.Dress(on)
		plan.Layers = append(plan.Layers, ensemble.Layer{ID: kind, Kind: kind, Name: kind, Fabric: g.About().Usual})
	}
	bare, stages, err := ensemble.Walk(t.Context(), plan, nil)
	require.NoError(t, err)
	w := Worn{Figure: worn.Dress(bare, stages), Label: `<"&'>`}
	for _, s := range stages {
		w.Colours, w.IDs = append(w.Colours, "woad"), append(w.IDs, s.ID)
	}
	w.View = w.Figure.Telling(12)
	card, wide, high := w.Draw()
	wellFormed(t, card)
	assert.NotContains(t, card, "NaN")
	assert.Positive(t, wide*high)
	if len(w.Figure.Layers) > 0 { // what is outermost is seen, but for what is held in the hand
		last := w.Figure.Layers[len(w.Figure.Layers)-1]
		if len(last.Rings) > 1 || len(last.Sheets) > 0 {
			assert.Contains(t, card, `data-layer="`+w.IDs[last.Stage]+`"`, stack.Label)
		}
	}
	wellFormed(t, Stand{Bare: bare, Worn: &w, After: stages[len(stages)-1].After, Dressed: true}.Draw())
	wellFormed(t, Wall{Worn: w, Title: `<"&'>`, Levels: []WallLevel{{"waist", 0, "70 cm", "71 cm"}}}.Draw())
}

// A lay is drawn with every piece once, flaws and the fold; small it has no
// lettering; at true size one unit is a millimetre.
func TestLayDrawings(t *testing.T) {
	j := lay.Job{Seed: 1, Cloth: lay.Cloth{Width: 700, Selvedge: 10, Fold: lay.Lengthwise, Flaws: [][]lay.XY{{{10, 20}, {50, 20}, {30, 60}}}}, Pieces: []lay.Piece{
		{ID: "a&b", Count: 4, MirrorPairs: true, Turns: []float64{0, 180}, Outline: []lay.XY{{0, 0}, {300, 20}, {280, 120}, {10, 90}}}}}
	require.NoError(t, j.Check())
	r := lay.Place(t.Context(), j)
	names := map[string]string{"a&b": "Front <1>"}
	for _, unit := range []measure.Unit{measure.CM, measure.IN} {
		whole := Lay{Job: j, Result: r, Names: names, Dye: "woad", Unit: unit, Sheet: "outer-buy", Measures: true}.Draw()
		assert.Equal(t, 4, strings.Count(whole, `class="laid"`))
		assert.Equal(t, 1, strings.Count(whole, `class="flaw"`))
		assert.Equal(t, 1, strings.Count(whole, `class="fold"`))
		assert.Contains(t, whole, "Front &lt;1&gt;")
		assert.NotContains(t, whole, "NaN")
		assert.Contains(t, whole, " up · ")
		wellFormed(t, whole)
	}
	small := Lay{Job: j, Result: r, Names: names, Small: true}.Draw()
	assert.NotContains(t, small, "<text")
	wellFormed(t, small)
	j.Pinned = r.Placements[:1]
	assert.Equal(t, 1, strings.Count(Lay{Job: j, Result: r, Sheet: "x"}.Draw(), "laid pinned"))
	irregular := lay.Job{Cloth: lay.Cloth{Width: 300, Length: 400, RepeatX: 50, RepeatY: 40, Outline: []lay.XY{{0, 0}, {400, 0}, {200, 300}}}, Pieces: []lay.Piece{{ID: "p", Count: 1, Outline: []lay.XY{{0, 0}, {60, 0}, {0, 60}}}}}
	drawn := Lay{Job: irregular, Result: lay.Place(t.Context(), irregular), TrueScale: true}.Draw()
	assert.Contains(t, drawn, `class="no-cloth"`)
	assert.Equal(t, 7+7, strings.Count(drawn, `class="repeat"`))
	wellFormed(t, drawn)
}

func TestClothDrawings(t *testing.T) {
	f := cloth.Fabric{Name: "x", Colour: "madder", Width: 1400, Selvedge: 10, Lengths: []cloth.Cut{{Length: 900, Flaws: []cloth.Flaw{{What: "<moth>", Around: [][2]float64{{1, 1}, {9, 1}, {5, 9}}}}}, {Length: 300, Width: 200, Outline: [][2]float64{{0, 0}, {300, 0}, {0, 200}}}}}
	for _, s := range []string{Cloths(f, measure.CM), Cloths(cloth.Fabric{Width: 1400}, measure.IN), ClothCut(f, f.Lengths[0], measure.IN), Little([]plane.Point{{}, {X: 10}, {Y: 20}}, true)} {
		wellFormed(t, s)
		assert.NotContains(t, s, "NaN")
	}
	assert.Equal(t, 2, strings.Count(Cloths(f, measure.CM), `class="cloth `))
	assert.Contains(t, ClothCut(f, f.Lengths[0], measure.CM), "&lt;moth&gt;")
}

// Lettering never lies over other lettering, whatever the garment, in either unit:
// the boxes are worked out here from the drawing alone.
func TestLetteringIsSetApart(t *testing.T) {
	bare, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	for _, g := range catalogue.All() {
		v, _ := draft.Settle(g, bare, nil)
		d, err := draft.Make(g, bare, v, g.About().Usual)
		require.NoError(t, err, g.About().Kind)
		for _, u := range []measure.Unit{measure.CM, measure.IN} {
			texts := lettersOf(t, Sheet{Unit: u, Dimensions: true}.Draw(d.Pieces))
			require.NotEmpty(t, texts)
			for i, a := range texts {
				for _, b := range texts[i+1:] {
					w, h := min(a.Max.X, b.Max.X)-max(a.Min.X, b.Min.X), min(a.Max.Y, b.Max.Y)-max(a.Min.Y, b.Min.Y)
					if w > 0 && h > 0 { // a corner may touch where a text is turned
						assert.Less(t, w*h/min(a.Width()*a.Height(), b.Width()*b.Height()), 0.25, "%s in %s", g.About().Kind, u)
					}
				}
			}
		}
	}
}

// lettersOf are the boxes of all texts of a sheet, smaller than a browser sets
// them: letters four tenths of their size wide.
func lettersOf(t *testing.T, drawing string) []plane.Box {
	var out []plane.Box
	piece := plane.Point{}
	numbers := func(text string) (v []float64) {
		for _, f := range strings.FieldsFunc(text, func(r rune) bool { return strings.ContainsRune("translaeo()", r) || r == ' ' }) {
			x, err := strconv.ParseFloat(f, 64)
			require.NoError(t, err)
			v = append(v, x)
		}
		return v
	}
	dec := xml.NewDecoder(strings.NewReader(drawing))
	for {
		token, err := dec.Token()
		if err == io.EOF {
			return out
		}
		require.NoError(t, err)
		el, ok := token.(xml.StartElement)
		if !ok {
			continue
		}
		at := map[string]string{}
		for _, a := range el.Attr {
			at[a.Name.Local] = a.Value
		}
		if el.Name.Local == "g" && at["class"] == "piece" {
			v := numbers(at["transform"])
			piece = plane.Pt(v[0], v[1])
		}
		if el.Name.Local != "text" {
			continue
		}
		var text string
		require.NoError(t, dec.DecodeElement(&text, &el))
		size, err := strconv.ParseFloat(at["font-size"], 64)
		require.NoError(t, err)
		v := append(numbers(at["transform"]), 0)
		if at["transform"] == "" {
			v = []float64{numbers(at["x"])[0], numbers(at["y"])[0], 0}
		}
		w, h := 0.4*size*float64(len([]rune(text))), 0.7*size
		turn := v[2] * math.Pi / 180
		mid := piece.Add(plane.Pt(v[0]+math.Sin(turn)*h/2, v[1]-math.Cos(turn)*h/2))
		across, down := (w*math.Abs(math.Cos(turn))+h*math.Abs(math.Sin(turn)))/2, (w*math.Abs(math.Sin(turn))+h*math.Abs(math.Cos(turn)))/2
		out = append(out, plane.Box{Min: plane.Pt(mid.X-across, mid.Y-down), Max: plane.Pt(mid.X+across, mid.Y+down)})
	}
}

// A strip much longer than all else is drawn shortened, with a break and its true
// length in its note; the points of its ends keep their distances, and at true
// scale nothing is shortened.
func TestLongStripsAreShortened(t *testing.T) {
	pieces := []pattern.Piece{pattern.Rectangle("body", "Body", 300, 400, 10), pattern.Rectangle("tie", "Tie", 2500, 40, 10)}
	spots, _, _, unit := Sheet{Width: 640, Height: 470}.arrange(pieces)
	plain, _, _, small := Sheet{Width: 640, Height: 470}.arrange([]pattern.Piece{pieces[0], pattern.Rectangle("tie", "Tie", 450, 40, 10)})
	assert.InDelta(t, small, unit, small*0.1, "the body is drawn as large as beside a short one")
	assert.Len(t, plain, 2)
	for _, sp := range spots {
		if sp.p.ID == "tie" {
			assert.LessOrEqual(t, sp.box.Width(), 420*1.15)
			a, b := plane.Pt(sp.box.Min.X, 0), plane.Pt(sp.box.Min.X+30, 5)
			assert.InDelta(t, a.To(b), sp.short.point(a).To(sp.short.point(b)), 1e-9)
			for x := -50.0; x < 2550; x++ { // never backwards
				assert.GreaterOrEqual(t, sp.short.point(plane.Pt(x+1, 0)).X, sp.short.point(plane.Pt(x, 0)).X)
			}
		}
	}
	assert.Contains(t, Sheet{Unit: measure.CM}.Draw(pieces), "250 cm long")
	assert.Contains(t, Sheet{}.Draw(pieces), `class="break"`)
	assert.NotContains(t, Sheet{TrueScale: true}.Draw(pieces), `class="break"`)
}

// Whatever is pinned to the tape, no name runs into another, into a pin that stands beside it, or off the strip; a name that has room
// is there.
func TestPinsOfTheTapeStandClear(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var pins []Pin
		for i := range rapid.IntRange(1, 6).Draw(t, "pins") {
			pins = append(pins, Pin{[]string{"waist", "bust", "hip", "bare waist", "underbust", "high hip"}[i],
				rapid.Float64Range(600, 1500).Draw(t, "girth"), rapid.Bool().Draw(t, "worn")})
		}
		unit := rapid.SampledFrom([]measure.Unit{measure.IN, measure.CM}).Draw(t, "unit")
		drawn := Tape(pins, unit)
		names := 0
		for _, row := range []string{"worn", "bare"} {
			var at []float64
			for _, m := range regexp.MustCompile(`<circle class="pin `+row+`" cx="([-\d.]+)"`).FindAllStringSubmatch(drawn, -1) {
				x, _ := strconv.ParseFloat(m[1], 64)
				at = append(at, x)
			}
			var spans [][2]float64
			for _, m := range regexp.MustCompile(`<text class="pin-name `+row+`" x="([-\d.]+)" y="\d+" font-size="12.5"( text-anchor="end")?>([^<]*)<`).FindAllStringSubmatch(drawn, -1) {
				x, _ := strconv.ParseFloat(m[1], 64)
				long := 6.6 * float64(len([]rune(m[3])))
				if m[2] != "" {
					x -= long
				}
				spans = append(spans, [2]float64{x, x + long})
				names++
			}
			for i, s := range spans {
				require.True(t, s[0] >= 0 && s[1] <= 1280.01, "off the strip: %v", s)
				for _, x := range at {
					require.False(t, x > s[0]-3.9 && x < s[1]+3.9, "a pin in a name: %g, %v", x, s)
				}
				for _, o := range spans[:i] {
					require.False(t, s[0] < o[1]-0.01 && o[0] < s[1]-0.01, "%v and %v", s, o)
				}
			}
		}
		require.Positive(t, names)
	})
}
