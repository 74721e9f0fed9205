package web

import (
	"cmp"
	"encoding/json"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type stashView struct {
	Cloths []stashCard
	Colour []string
	Undo   string // a deleted cloth that can come back
	UndoID uint
	Last   uint
}

type stashCard struct {
	store.Stashed
	Drawing string
	Held    measure.Length
	Area    float64 // m²
	Uses    []store.StashUse
}

type stashClothView struct {
	Rec      store.Stashed
	Fields   []clothField
	More     []clothField
	Colours  []string
	Pieces   []stashPiece
	Data     string // the pieces as JSON, for drawing on
	Tests    []testView
	Uses     []store.StashUse
	Suits    []suitRow
	Sums     []string
	Undo     string
	Last     uint // the action that would be undone
	Irons    []string
	TestDays string
}

type stashPiece struct {
	cloth.Cut
	Drawing string
	Wide    measure.Length
	Area    float64
	Index   int // its place, for naming it
	ID      int // of the piece, for changing it
}

type testView struct {
	Test       cloth.Test
	Label, How string
	Results    []testResult
	Fields     []clothField
}

type testResult struct {
	ID    int
	Text  string
	On    string
	Note  string
	Holds bool // the last of its kind
}

type suitRow struct {
	Label    string
	Fitness  cloth.Fitness
	Verdicts []cloth.Verdict
}

func (s *Server) stash(c *gin.Context) {
	st := s.st
	p := s.page(c, "The stash")
	all, err := st.Stash(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	uses, err := st.UsesOf(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	v := stashView{Colour: cloth.Colours()}
	for _, b := range all {
		card := stashCard{Stashed: b, Held: b.Fabric.Held(), Uses: uses[b.ID]}
		for _, cut := range b.Fabric.Pieces() {
			card.Area += cut.Area(b.Fabric) / 1e6
		}
		card.Drawing = svg.Cloths(b.Fabric, p.Unit)
		v.Cloths = append(v.Cloths, card)
	}
	if h, ok := st.LastDeleted(c.Request.Context()); ok && h.Scope == store.OfStash {
		v.Undo, v.UndoID, v.Last = h.Label, h.ScopeID, h.ID
	}
	p.V = v
	s.render(c, http.StatusOK, "stash", p)
}

func (s *Server) addStash(c *gin.Context) {
	st := s.st
	f := cloth.Fabric{Name: c.PostForm("name"), Colour: cmp.Or(c.PostForm("colour"), cloth.Colours()[0]), Width: cloth.DefaultWidth, Selvedge: 10, Thickness: 0.4}
	if text := strings.TrimSpace(c.PostForm("width")); text != "" {
		w, err := measure.Parse(text, unitOf(c))
		if err != nil {
			s.fail(c, &store.FieldError{Field: "width", Why: err.Error()})
			return
		}
		f.Width = w
	}
	if text := strings.TrimSpace(c.PostForm("length")); text != "" {
		l, err := measure.Parse(text, unitOf(c))
		if err != nil {
			s.fail(c, &store.FieldError{Field: "length", Why: err.Error()})
			return
		}
		f.Lengths = []cloth.Cut{{Length: l}}
	}
	b, err := st.AddStash(c.Request.Context(), f)
	if err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, fmt.Sprintf("/stash/%d", b.ID))
}

func (s *Server) stashCloth(c *gin.Context) {
	st := s.st
	p := s.page(c, "")
	if err := s.viewStash(c, st, p); err != nil {
		s.fail(c, err)
		return
	}
	s.render(c, http.StatusOK, "stash-cloth", p)
}

func (s *Server) viewStash(c *gin.Context, st *store.Store, p *page) error {
	b, err := st.StashCloth(c.Request.Context(), id(c, "cloth"))
	if err != nil {
		return err
	}
	uses, err := st.UsesOf(c.Request.Context())
	if err != nil {
		return err
	}
	p.Title = b.Fabric.Name
	p.Path = fmt.Sprintf("/stash/%d", b.ID)
	f := b.Fabric
	v := stashClothView{Rec: b, Colours: cloth.Colours(), Uses: uses[b.ID], Irons: cloth.Ironings()}
	v.Fields, v.More = clothFields(f, p.Unit)
	// Its length is said piece by piece here.
	v.Fields = slices.DeleteFunc(v.Fields, func(f clothField) bool { return f.Key == "in_hand_mm" })
	for i, cut := range f.Pieces() {
		v.Pieces = append(v.Pieces, stashPiece{Cut: cut, Drawing: svg.ClothCut(f, cut, p.Unit), Wide: cut.Wide(f), Area: cut.Area(f) / 1e6, Index: i, ID: max(cut.ID, 1)})
	}
	type corner = [][2]float64
	data := []gin.H{}
	for _, cut := range f.Pieces() {
		flaws := []gin.H{}
		for _, w := range cut.Flaws {
			flaws = append(flaws, gin.H{"what": w.What, "around": w.Around})
		}
		data = append(data, gin.H{"name": cut.Name, "length": float64(cut.Length), "width": float64(cut.Wide(f)), "outline": append(corner{}, cut.Outline...), "flaws": flaws})
	}
	v.Data = encode(data)
	for _, t := range cloth.Tests() {
		label, how := t.About()
		one := testView{Test: t, Label: label, How: how, Fields: testFields(t)}
		last := -1
		for _, sw := range f.Swatches {
			if sw.Test == t {
				one.Results = append(one.Results, testResult{ID: sw.ID, Text: outcome(sw), On: longDay(sw.On), Note: sw.Note})
				last = len(one.Results) - 1
			}
		}
		if last >= 0 {
			one.Results[last].Holds = true
		}
		v.Tests = append(v.Tests, one)
	}
	for _, fam := range families {
		row := suitRow{Label: fam.label, Verdicts: f.Suits(fam.key, cloth.Outer)}
		row.Fitness = cloth.Worst(row.Verdicts)
		v.Suits = append(v.Suits, row)
	}
	for _, r := range []cloth.Role{cloth.Lining, cloth.Interlining, cloth.Interfacing} {
		row := suitRow{Label: "As " + r.Label(), Verdicts: f.Suits("", r)}
		row.Fitness = cloth.Worst(row.Verdicts)
		v.Suits = append(v.Suits, row)
	}
	along, across := f.Shrinks()
	if along > 0 || across > 0 {
		v.Sums = append(v.Sums, fmt.Sprintf("Washed, %s along leaves %s and %s across leaves %s.", measure.Tell(1000), measure.Tell(1000*(1-along)), measure.Tell(float64(f.Width)), measure.Tell(float64(f.Washed()))))
	}
	g, tested := f.GathersTo()
	v.Sums = append(v.Sums, fmt.Sprintf("It gathers about %.2g times%s.", g, map[bool]string{true: ", as tested", false: ", judged by its thickness"}[tested]))
	area := 0.0
	for _, cut := range f.Pieces() {
		area += cut.Area(f)
	}
	if area > 0 && f.Weight > 0 {
		v.Sums = append(v.Sums, fmt.Sprintf("What is in hand weighs about %.0f g and is worth %.2f.", f.Mass(area), f.Cost(f.Held())))
	}
	if f.Warp > 0 && f.Weft > 0 {
		v.Sums = append(v.Sums, fmt.Sprintf("%.0f × %.0f threads a centimetre.", f.Warp, f.Weft))
	}
	if h, ok := st.LastAction(c.Request.Context(), store.OfStash, b.ID); ok {
		v.Undo, v.Last = h.Label, h.ID
	}
	p.V = v
	return nil
}

// testFields are what is asked for a swatch test.
func testFields(t cloth.Test) []clothField {
	length := func(key, label string) clothField { return clothField{Key: key, Label: label} }
	yes := func(label string) clothField {
		return clothField{Key: "yes", Label: label, Options: []option{{"yes", "yes", false}, {"no", "no", false}}}
	}
	switch t {
	case cloth.ShrinkTest:
		return []clothField{length("along_mm", "Along, before"), length("along_after_mm", "after"), length("across_mm", "Across, before"), length("across_after_mm", "after")}
	case cloth.GatherTest:
		return []clothField{length("flat_mm", "Flat"), length("drawn_mm", "Drawn up")}
	case cloth.PressTest:
		f := clothField{Key: "ironing", Label: "Hottest without a mark"}
		for _, i := range cloth.Ironings() {
			f.Options = append(f.Options, option{i, i, false})
		}
		return []clothField{f}
	case cloth.FrayTest:
		return []clothField{length("ravelled_mm", "Ravelled")}
	case cloth.MarkTest:
		return []clothField{yes("It came out")}
	case cloth.OpacityTest:
		return []clothField{yes("What is under shows")}
	}
	return []clothField{{Key: "layers", Label: "Layers fed evenly"}}
}

// outcome says what came of a swatch test.
func outcome(s cloth.Swatch) string {
	switch s.Test {
	case cloth.ShrinkTest:
		return fmt.Sprintf("lost %.1f in 100 along (%s to %s) and %.1f across (%s to %s)", (1-float64(s.AlongAfter/s.Along))*100, measure.Tell(float64(s.Along)), measure.Tell(float64(s.AlongAfter)),
			(1-float64(s.AcrossAfter/s.Across))*100, measure.Tell(float64(s.Across)), measure.Tell(float64(s.AcrossAfter)))
	case cloth.GatherTest:
		return fmt.Sprintf("%s drew up to %s: %.2g times", measure.Tell(float64(s.Flat)), measure.Tell(float64(s.Drawn)), float64(s.Flat/s.Drawn))
	case cloth.PressTest:
		return "takes " + s.Ironing
	case cloth.FrayTest:
		return "ravelled " + measure.TellFine(float64(s.Ravelled))
	case cloth.MarkTest:
		return map[bool]string{true: "the marker came out", false: "the marker stayed"}[s.Yes]
	case cloth.OpacityTest:
		return map[bool]string{true: "what is under shows", false: "nothing shows through"}[s.Yes]
	}
	return fmt.Sprintf("%d layers", s.Layers)
}

// stashParts answers with the parts of the page that follow from the cloth.
func (s *Server) stashParts(c *gin.Context, st *store.Store) {
	p := s.page(c, "")
	if err := s.viewStash(c, st, p); err != nil {
		s.fail(c, err)
		return
	}
	v := p.V.(stashClothView)
	fields := map[string]gin.H{}
	for _, f := range append(slices.Clone(v.Fields), v.More...) {
		fields[f.Key] = gin.H{"value": f.Value, "other": f.Other, "was": f.Was}
	}
	s.parts(c, p, gin.H{"fields": fields}, "stash-head", "stash-pieces", "stash-judged", "stash-tests")
}

// setStash changes one field of a cloth.
func (s *Server) setStash(c *gin.Context) {
	st := s.st
	if err := s.noteEnsembles(c, st, func(store.Ensemble) bool { return true }); err != nil {
		s.fail(c, err)
		return
	}
	err := st.SetStash(c.Request.Context(), id(c, "cloth"), func(b *store.Stashed) error {
		if c.PostForm("key") == "note" {
			if was, shown := c.GetPostForm("was"); shown && was != b.Note {
				return &store.Conflict{Theirs: "another text", Was: b.Note}
			}
			b.Note = c.PostForm("value")
			return nil
		}
		return changeField(c, &b.Fabric, unitOf(c))
	})
	if err != nil {
		s.fail(c, err)
		return
	}
	s.stashParts(c, st)
}

// setPieces changes the pieces of a cloth that are in hand: one is added, named,
// sized, shaped, marked with a flaw, or taken away.
func (s *Server) setPieces(c *gin.Context) {
	st := s.st
	u := unitOf(c)
	err := st.SetStash(c.Request.Context(), id(c, "cloth"), func(b *store.Stashed) error {
		f := &b.Fabric
		f.Lengths = slices.Clone(f.Pieces())
		f.InHand = 0
		f.Number()
		bad := func(key, why string) error { return &store.FieldError{Field: key, Why: why} }
		size := func(key string) (measure.Length, error) {
			l, err := measure.Parse(c.PostForm(key), u)
			if err != nil {
				return 0, bad(key, err.Error())
			}
			return l, nil
		}
		if c.PostForm("do") == "add" {
			l, err := size("length")
			if err != nil {
				return err
			}
			cut := cloth.Cut{Length: l, Name: short(c.PostForm("name"))}
			if c.PostForm("width") != "" {
				if cut.Width, err = size("width"); err != nil {
					return err
				}
			}
			f.Lengths = append(f.Lengths, cut)
			return nil
		}
		if c.PostForm("do") == "trace" { // corners in pixels, with a distance that is known
			apart, err := size("apart")
			if err != nil {
				return err
			}
			pixels, perr := strconv.ParseFloat(c.PostForm("pixels"), 64)
			line, err := cornersOf(c.PostForm("corners"))
			switch {
			case err != nil:
				return bad("corners", err.Error())
			case perr != nil || !(pixels >= 2 && pixels <= 1e5) || !(apart >= 5 && apart <= 10*measure.Metre):
				return bad("apart", "the two points need a distance of 5 mm to 10 m, and to lie apart on the photo")
			}
			for i := range line {
				line[i][0], line[i][1] = line[i][0]*float64(apart)/pixels, line[i][1]*float64(apart)/pixels
			}
			cut := cloth.Cut{Name: short(c.PostForm("name"))}
			fitOutline(&cut, line)
			f.Lengths = append(f.Lengths, cut)
			return nil
		}
		k := slices.IndexFunc(f.Lengths, func(o cloth.Cut) bool { return strconv.Itoa(o.ID) == c.PostForm("piece") })
		if k < 0 {
			return bad("piece", "this piece is no longer there; load the page again")
		}
		cut := &f.Lengths[k]
		switch c.PostForm("do") {
		case "remove":
			f.Lengths = slices.Delete(f.Lengths, k, k+1)
		case "name":
			cut.Name = short(c.PostForm("name"))
		case "outline":
			line, err := cornersOf(c.PostForm("corners"))
			if err != nil {
				return bad("corners", err.Error())
			}
			if len(line) == 0 {
				cut.Outline = nil
				break
			}
			fitOutline(cut, line)
		case "flaw":
			line, err := cornersOf(c.PostForm("corners"))
			if err != nil {
				return bad("corners", err.Error())
			}
			for i := range line { // a click may fall just beside the cloth
				line[i][0] = math.Max(0, math.Min(line[i][0], float64(cut.Length)))
				line[i][1] = math.Max(0, math.Min(line[i][1], float64(cut.Wide(*f))))
			}
			cut.Flaws = append(slices.Clone(cut.Flaws), cloth.Flaw{What: short(c.PostForm("name")), Around: line})
		case "unflaw":
			i := slices.IndexFunc(cut.Flaws, func(o cloth.Flaw) bool { return strconv.Itoa(o.ID) == c.PostForm("flaw") })
			if i < 0 {
				return bad("flaw", "this flaw is no longer marked; load the page again")
			}
			cut.Flaws = slices.Delete(slices.Clone(cut.Flaws), i, i+1)
		default:
			return bad("do", "there is nothing of that name to do with a piece of cloth")
		}
		return nil
	})
	if err != nil {
		s.fail(c, err)
		return
	}
	s.stashParts(c, st)
}

// fitOutline makes a piece of cloth the shape of an outline, moved so that its
// rectangle begins at its corner.
func fitOutline(cut *cloth.Cut, line [][2]float64) {
	poly := make([]plane.Point, len(line))
	for i, q := range line {
		poly[i] = plane.Pt(q[0], q[1])
	}
	b := plane.BoxOf(poly)
	was := b.Min
	cut.Length, cut.Width = measure.Length(b.Width()), measure.Length(b.Height())
	cut.Outline = make([][2]float64, len(line))
	for i, q := range poly {
		cut.Outline[i] = [2]float64{math.Round((q.X-was.X)*100) / 100, math.Round((q.Y-was.Y)*100) / 100}
	}
	// Flaws stay where they were on the cloth; those that are cut off go.
	var kept []cloth.Flaw
	for _, w := range cut.Flaws {
		var moved [][2]float64
		inside := true
		for _, q := range w.Around {
			m := [2]float64{q[0] - was.X, q[1] - was.Y}
			inside = inside && m[0] >= 0 && m[1] >= 0 && m[0] <= b.Width() && m[1] <= b.Height()
			moved = append(moved, m)
		}
		if inside {
			kept = append(kept, cloth.Flaw{What: w.What, Around: moved})
		}
	}
	cut.Flaws = kept
}

func short(s string) string {
	s = strings.TrimSpace(strings.Map(func(r rune) rune {
		if r < ' ' {
			return ' '
		}
		return r
	}, s))
	if r := []rune(s); len(r) > 80 {
		return string(r[:80])
	}
	return s
}

// cornersOf reads corners as the page sends them: [[along, across], …], mm.
func cornersOf(text string) ([][2]float64, error) {
	if strings.TrimSpace(text) == "" {
		return nil, nil
	}
	var out [][2]float64
	if err := json.Unmarshal([]byte(text), &out); err != nil {
		return nil, errors.New("the corners could not be read; click them once more")
	}
	if len(out) < 3 || len(out) > 200 {
		return nil, errors.New("an outline needs 3 to 200 corners")
	}
	for _, q := range out {
		if math.IsNaN(q[0]+q[1]) || math.Abs(q[0]) > 1e6 || math.Abs(q[1]) > 1e6 {
			return nil, errors.New("a corner lies nowhere; click it once more")
		}
	}
	return out, nil
}

// readOutline reads the first closed shape of an SVG file as an outline, sizes
// in its own units taken as mm unless it says otherwise, and answers with its
// corners; nothing is kept yet.
func (s *Server) readOutline(c *gin.Context) {
	line, err := svgOutline(c.Request.Body)
	if err != nil {
		s.fail(c, &store.FieldError{Field: "outline", Why: err.Error()})
		return
	}
	c.JSON(http.StatusOK, gin.H{"corners": line})
}

// svgOutline finds the first polygon, rectangle or path of straight lines and
// curves in an SVG file. A width in mm, cm or in with a viewBox gives its scale.
func svgOutline(r io.Reader) ([][2]float64, error) {
	dec := xml.NewDecoder(io.LimitReader(r, 2<<20))
	dec.Strict = false
	dec.Entity = xml.HTMLEntity
	scale := 1.0
	for {
		t, err := dec.Token()
		if err == io.EOF {
			return nil, errors.New("the file holds no polygon, rectangle or path")
		}
		if err != nil {
			return nil, errors.New("this is no SVG file that can be read")
		}
		el, ok := t.(xml.StartElement)
		if !ok {
			continue
		}
		at := map[string]string{}
		for _, a := range el.Attr {
			at[a.Name.Local] = a.Value
		}
		num := func(key string) float64 {
			v, err := strconv.ParseFloat(strings.TrimSpace(at[key]), 64)
			if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
				return 0
			}
			return v
		}
		var line [][2]float64
		switch el.Name.Local {
		case "svg":
			box := strings.Fields(strings.ReplaceAll(at["viewBox"], ",", " "))
			if len(box) == 4 {
				w, err := strconv.ParseFloat(box[2], 64)
				l, perr := measure.Parse(strings.Replace(at["width"], "px", "", 1), measure.CM)
				if err == nil && perr == nil && w > 0 && strings.ContainsAny(at["width"], "mci") {
					scale = float64(l) / w
				}
			}
			continue
		case "polygon", "polyline":
			line = pairs(at["points"])
		case "rect":
			x, y, w, h := num("x"), num("y"), num("width"), num("height")
			line = [][2]float64{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}}
		case "path":
			if line, err = pathOutline(at["d"]); err != nil {
				return nil, err
			}
		default:
			continue
		}
		if len(line) < 3 {
			continue
		}
		for i := range line { // SVG runs down
			line[i][0], line[i][1] = line[i][0]*scale, -line[i][1]*scale
		}
		if len(line) > mostOutlined {
			return nil, fmt.Errorf("the shape in the file has more than %d points: draw round the cloth with fewer", mostOutlined)
		}
		if len(line) > mostCorners {
			line = fewer(line)
		}
		for _, q := range line {
			if math.IsNaN(q[0]+q[1]) || math.Abs(q[0]) > 1e6 || math.Abs(q[1]) > 1e6 {
				return nil, errors.New("the shape in the file is larger than any cloth")
			}
		}
		return line, nil
	}
}

// mostOutlined is how many points a shape may have to be read, mostCorners how
// many corners are kept of it.
const mostOutlined, mostCorners = 3000, 200

// fewer leaves out corners that hardly matter, until no more than mostCorners
// are left.
func fewer(line [][2]float64) [][2]float64 {
	round := make([]plane.Point, 0, len(line)+1)
	for _, q := range line {
		round = append(round, plane.Pt(q[0], q[1]))
	}
	round = append(round, round[0])
	kept := round
	for tolerance := 0.25; len(kept) > mostCorners && tolerance < 200; tolerance *= 2 {
		kept = plane.Thinned(round, tolerance)
	}
	out := make([][2]float64, 0, len(kept))
	for _, q := range kept[:len(kept)-1] {
		out = append(out, [2]float64{q.X, q.Y})
	}
	return out
}

// pairs reads numbers two by two.
func pairs(text string) [][2]float64 {
	f := strings.FieldsFunc(text, func(r rune) bool { return r == ' ' || r == ',' || r == '\n' || r == '\t' || r == '\r' })
	var out [][2]float64
	for i := 0; i+1 < len(f) && len(out) < 5000; i += 2 {
		x, errX := strconv.ParseFloat(f[i], 64)
		y, errY := strconv.ParseFloat(f[i+1], 64)
		if errX != nil || errY != nil {
			return nil
		}
		out = append(out, [2]float64{x, y})
	}
	return out
}

// pathOutline walks the first subpath of path data: lines and curves, not arcs.
func pathOutline(d string) ([][2]float64, error) {
	var tokens []string
	word := func(i int) int {
		j := i
		for j < len(d) {
			ch := d[j]
			if (ch >= '0' && ch <= '9') || ch == '.' || ((ch == '-' || ch == '+') && (j == i || d[j-1] == 'e' || d[j-1] == 'E')) || ((ch == 'e' || ch == 'E') && j > i) {
				if ch == '.' && strings.ContainsAny(d[i:j], ".eE") {
					break
				}
				j++
				continue
			}
			break
		}
		return j
	}
	for i := 0; i < len(d) && len(tokens) < 40000; {
		switch ch := d[i]; {
		case strings.IndexByte("MmLlHhVvCcQqSsTtZzAa", ch) >= 0:
			tokens = append(tokens, string(ch))
			i++
		case ch == ' ' || ch == ',' || ch == '\n' || ch == '\t' || ch == '\r':
			i++
		default:
			j := word(i)
			if j == i {
				return nil, errors.New("the path in the file can't be read")
			}
			tokens = append(tokens, d[i:j])
			i = j
		}
	}
	var out []plane.Point
	var at plane.Point
	k := 0
	next := func() (float64, bool) {
		if k >= len(tokens) {
			return 0, false
		}
		v, err := strconv.ParseFloat(tokens[k], 64)
		if err != nil {
			return 0, false
		}
		k++
		return v, true
	}
	cmd := byte(0)
	begun := false
	for k < len(tokens) && len(out) < 5000 {
		if t := tokens[k]; len(t) == 1 && strings.IndexByte("MmLlHhVvCcQqSsTtZzAa", t[0]) >= 0 {
			cmd = t[0]
			k++
			if cmd == 'Z' || cmd == 'z' {
				break
			}
			if (cmd == 'M' || cmd == 'm') && begun {
				break // only the first shape
			}
		}
		rel := plane.Point{}
		if cmd >= 'a' {
			rel = at
		}
		take := func(n int) ([]float64, bool) {
			v := make([]float64, n)
			for i := range v {
				var ok bool
				if v[i], ok = next(); !ok {
					return nil, false
				}
			}
			return v, true
		}
		var ok bool
		var v []float64
		switch cmd {
		case 'M', 'm', 'L', 'l':
			if v, ok = take(2); ok {
				at = rel.Add(plane.Pt(v[0], v[1]))
				out = append(out, at)
				begun = true
				if cmd == 'M' {
					cmd = 'L'
				} else if cmd == 'm' {
					cmd = 'l'
				}
			}
		case 'H', 'h':
			if v, ok = take(1); ok {
				at.X = rel.X + v[0]
				out = append(out, at)
			}
		case 'V', 'v':
			if v, ok = take(1); ok {
				at.Y = rel.Y + v[0]
				out = append(out, at)
			}
		case 'C', 'c':
			if v, ok = take(6); ok {
				to := rel.Add(plane.Pt(v[4], v[5]))
				out = append(out, plane.Cubic(at, rel.Add(plane.Pt(v[0], v[1])), rel.Add(plane.Pt(v[2], v[3])), to)[1:]...)
				at = to
			}
		case 'Q', 'q':
			if v, ok = take(4); ok {
				mid, to := rel.Add(plane.Pt(v[0], v[1])), rel.Add(plane.Pt(v[2], v[3]))
				out = append(out, plane.Cubic(at, at.Toward(mid, 2.0/3), to.Toward(mid, 2.0/3), to)[1:]...)
				at = to
			}
		default:
			return nil, errors.New("the path in the file has arcs or shorthand curves; save it with straight lines or plain curves")
		}
		if !ok {
			return nil, errors.New("the path in the file can't be read")
		}
	}
	if n := len(out); n > 1 && out[0].Same(out[n-1]) {
		out = out[:n-1]
	}
	xy := make([][2]float64, len(out))
	for i, q := range out {
		xy[i] = [2]float64{q.X, q.Y}
	}
	return xy, nil
}

// setSwatches records a test, or takes one away.
func (s *Server) setSwatches(c *gin.Context) {
	st := s.st
	u := unitOf(c)
	err := st.SetStash(c.Request.Context(), id(c, "cloth"), func(b *store.Stashed) error {
		f := &b.Fabric
		f.Swatches = slices.Clone(f.Swatches)
		if c.PostForm("do") == "remove" {
			k := slices.IndexFunc(f.Swatches, func(o cloth.Swatch) bool { return strconv.Itoa(o.ID) == c.PostForm("swatch") })
			if k < 0 {
				return &store.FieldError{Field: "swatch", Why: "this test is no longer there; load the page again"}
			}
			f.Swatches = slices.Delete(f.Swatches, k, k+1)
			return nil
		}
		sw := cloth.Swatch{Test: cloth.Test(c.PostForm("test")), On: s.opt.Now().Format("2006-01-02"), Note: short(c.PostForm("note")), Ironing: c.PostForm("ironing"), Yes: c.PostForm("yes") == "yes"}
		for _, field := range []struct {
			key string
			to  *measure.Length
		}{{"along_mm", &sw.Along}, {"along_after_mm", &sw.AlongAfter}, {"across_mm", &sw.Across}, {"across_after_mm", &sw.AcrossAfter}, {"flat_mm", &sw.Flat}, {"drawn_mm", &sw.Drawn}, {"ravelled_mm", &sw.Ravelled}} {
			text := c.PostForm(field.key)
			if text == "" {
				continue
			}
			l, err := measure.Parse(text, u)
			if err != nil {
				return &store.FieldError{Field: field.key, Why: err.Error()}
			}
			*field.to = l
		}
		if text := c.PostForm("layers"); text != "" {
			n, err := strconv.Atoi(strings.TrimSpace(text))
			if err != nil {
				return &store.FieldError{Field: "layers", Why: "count the layers, 1 to 40"}
			}
			sw.Layers = n
		}
		if sw.Test == cloth.FrayTest && c.PostForm("ravelled_mm") == "" {
			return &store.FieldError{Field: "ravelled_mm", Why: "measure how far the edge ravelled; 0 when it did not"}
		}
		if key, why := sw.Fault(); why != "" {
			return &store.FieldError{Field: key, Why: why}
		}
		if len(f.Swatches) >= 100 {
			return &store.FieldError{Field: "test", Why: "a hundred tests are the most a cloth can keep; take old ones away"}
		}
		f.Swatches = append(f.Swatches, sw)
		return nil
	})
	if err != nil {
		s.fail(c, err)
		return
	}
	s.stashParts(c, st)
}

// setPhoto keeps a picture of the cloth.
func (s *Server) setPhoto(c *gin.Context) {
	st := s.st
	data, err := io.ReadAll(c.Request.Body)
	if err == nil {
		var hash string
		if hash, err = st.KeepPhoto(c.Request.Context(), data); err == nil {
			err = st.SetStash(c.Request.Context(), id(c, "cloth"), func(b *store.Stashed) error { b.Photo = hash; return nil })
		}
	}
	if err != nil {
		s.fail(c, err)
		return
	}
	s.stashParts(c, st)
}

func (s *Server) photo(c *gin.Context) {
	st := s.st
	p, err := st.Photo(c.Request.Context(), c.Param("hash"))
	if err != nil {
		s.fail(c, err)
		return
	}
	if p.Type != "image/png" && p.Type != "image/jpeg" {
		s.fail(c, store.ErrGone)
		return
	}
	c.Header("Cache-Control", "private, max-age=31536000, immutable")
	c.Header("Content-Disposition", "inline")
	c.Data(http.StatusOK, p.Type, p.Data)
}

func (s *Server) deleteStash(c *gin.Context) {
	st := s.st
	if err := st.DeleteStash(c.Request.Context(), id(c, "cloth")); err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, "/stash")
}

func (s *Server) undoStash(c *gin.Context) {
	st := s.st
	if _, err := st.Undo(c.Request.Context(), store.OfStash, id(c, "cloth"), lastShown(c)); err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, fmt.Sprintf("/stash/%d", id(c, "cloth")))
}
