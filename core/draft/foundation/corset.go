// Package foundation holds the garments that shape the body: corsets, stays,
// jumps and the like.
package foundation

import (
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// Corset is a corset of the later nineteenth century with a straight busk
// before and lacing behind, drafted as a half of 4 to 7 panels.
type Corset struct{}

func (Corset) About() draft.About {
	return draft.About{
		Kind: "corset", Name: "Corset", Family: "foundation",
		What:  "Busk before, lacing behind, four to seven panels a side; draws the waist in and carries the skirts.",
		Usual: cloth.Fabric{Name: "Corset coutil", Colour: "chalk", Width: 1370, Selvedge: 10, Thickness: 0.6, Weight: 270, Shrinkage: 0.02},
	}
}

const (
	buskAllowance   = 15.0
	lacingAllowance = 40.0 // turned in behind bones and eyelets
	boneThickness   = 2.0
	bindingFinish   = 6.0
	waistTape       = 22.0 // 20 to 25 is usual
	casing          = 0.6  // what bones, casings and tape add to the cloth, spread out, mm (from memory)
	narrowest       = 22.0
)

func (Corset) Parameters() []draft.Parameter {
	return []draft.Parameter{
		{Key: "laced_waist", Label: "Laced waist", Unit: draft.Length,
			Rule: "the bare waist less 5 cm", Help: "Girth of the waist inside the closed corset. The cloth is made to this less the lacing gap.",
			Default: func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
				bare := on.Bare().GirthAt(figure.Waist)
				return bare - 50, figure.Reason{Text: "bare " + measure.Tell(bare) + " less " + measure.Tell(50), Source: figure.Practice}
			},
			Between: func(on figure.Figure, _ draft.Values) (float64, float64) {
				bare := on.Bare().GirthAt(figure.Waist)
				return bare - 120, bare
			}},
		{Key: "lacing_gap", Label: "Lacing gap", Unit: draft.Length, Low: 0, High: 120,
			Rule: "5 cm, parallel", Help: "Left open between the two back edges, the same from top to bottom.",
			Default: draft.Fixed(50, "usual gap", figure.Practice)},
		{Key: "panels", Label: "Panels a side", Unit: draft.Count, Low: 4, High: 7,
			Rule: "5", Help: "More panels share the shaping among more seams.",
			Default: draft.Fixed(5, "four to seven are usual", figure.Practice)},
		{Key: "top_front", Label: "Top edge, front", Unit: draft.Length, Low: 40, High: 260,
			Rule: "nine tenths of waist to bust line: mid-bust", Help: "Up the busk from the waist.",
			Default: upTo(0.9, "mid-bust")},
		{Key: "top_side", Label: "Top edge, side", Unit: draft.Length, Low: 40, High: 260,
			Rule: "78 parts in 100 of waist to bust line", Help: "Up from the waist below the arm; a hand's breadth must stay free.",
			Default: upTo(0.78, "clears the arm")},
		{Key: "top_back", Label: "Top edge, back", Unit: draft.Length, Low: 40, High: 280,
			Rule: "95 parts in 100 of waist to bust line", Help: "Up the lacing edge from the waist.",
			Default: upTo(0.95, "holds the back")},
		{Key: "bottom_front", Label: "Lower edge, front", Unit: draft.Length, Low: 40, High: 240,
			Rule: "seven tenths of waist to hip", Help: "Down the busk from the waist; sitting must stay possible.",
			Default: downTo(0.7, "sitting stays possible")},
		{Key: "bottom_side", Label: "Lower edge, side", Unit: draft.Length, Low: 30, High: 240,
			Rule: "55 parts in 100 of waist to hip", Help: "Down from the waist over the hip bone.",
			Default: downTo(0.55, "just over the hip bone")},
		{Key: "bottom_back", Label: "Lower edge, back", Unit: draft.Length, Low: 40, High: 240,
			Rule: "six tenths of waist to hip", Help: "Down the lacing edge from the waist.",
			Default: downTo(0.6, "clears the chair")},
		{Key: "top_ease", Label: "Ease at the top edge", Unit: draft.Length, Low: 0, High: 60,
			Rule: "1 cm", Help: "Room for breathing at the bust line; fades to nothing at the waist.",
			Default: draft.Fixed(10, "room for breath", figure.Memory)},
		{Key: "hip_ease", Label: "Hip spring", Unit: draft.Length, Low: 0, High: 80,
			Rule: "2 cm", Help: "Room at the hip line for flesh moved down; fades to nothing at the waist.",
			Default: draft.Fixed(20, "flesh moves down when the waist is laced", figure.Memory)},
		{Key: "layers", Label: "Layers of cloth", Unit: draft.Choice, First: "two",
			Options: []draft.Option{{Key: "two", Label: "two, bones between them"}, {Key: "one", Label: "one, bones in casings"}},
			Rule:    "two", Help: "Two layers are stitched together beside each bone; one layer takes a casing tape for each."},
		{Key: "bone_width", Label: "Bone width", Unit: draft.Length, Low: 4, High: 12,
			Rule: "6 mm", Help: "Spiral steel on the curved seams, flat steel at the lacing.",
			Default: draft.Fixed(6, "the usual narrow bone", figure.Memory)},
		{Key: "eyelet_spacing", Label: "Eyelet spacing, about", Unit: draft.Length, Low: 15, High: 40,
			Rule: "2.4 cm", Help: "The nearest even division is used; the first and last lie 10 mm from the ends.",
			Default: draft.Fixed(24, "2 to 2.5 cm", figure.Practice)},
		{Key: "allowance", Label: "Seam allowance", Unit: draft.Length, Low: 6, High: 25,
			Rule: "1.5 cm", Help: "At the panel seams. Top and bottom are bound and have none.",
			Default: draft.Fixed(15, "enough to let out", figure.Practice)},
	}
}

func upTo(share float64, why string) func(figure.Figure, draft.Values) (float64, figure.Reason) {
	return func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
		return math.Round(-on.Drop(figure.Bust) * share), figure.Reason{Text: why, Source: figure.Memory}
	}
}

func downTo(share float64, why string) func(figure.Figure, draft.Values) (float64, figure.Reason) {
	return func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
		return math.Round(on.Drop(figure.Hip) * share), figure.Reason{Text: why, Source: figure.Memory}
	}
}

// half is the geometry of one half of the corset. Heights z run up from the
// waist; p runs from 0 at the busk to 1 at the lacing.
type half struct {
	panels int
	knots  []float64   // heights where widths are known, rising
	intake [][]float64 // by seam, by knot: what the seam takes out of the flat width
	slopes [][]float64
	base   []float64 // flat width of each panel before intake
	top    [3]float64
	bottom [3]float64
}

// line is the height of the top or bottom edge at p, through front, side and
// back, level where it meets the busk and the lacing.
func line(through [3]float64, p float64) float64 {
	mid := through[2] - through[0]
	if p < 0.5 {
		return hermite(through[0], 0, through[1], mid*0.5, p*2)
	}
	return hermite(through[1], mid*0.5, through[2], 0, p*2-1)
}

// hermite is the cubic from a to b with slopes sa and sb over a unit step.
func hermite(a, sa, b, sb, t float64) float64 {
	u := 1 - t
	return a*(1+2*t)*u*u + sa*t*u*u + b*t*t*(3-2*t) - sb*t*t*u
}

// at is the intake of a seam at a height. It is linear in the knots' values,
// so the widths of all panels still add up between the knots.
func (h *half) at(seam int, z float64) float64 {
	k := h.knots
	i := sort.SearchFloat64s(k, z)
	if i == 0 {
		return h.intake[seam][0]
	}
	if i == len(k) {
		return h.intake[seam][len(k)-1]
	}
	d := k[i] - k[i-1]
	return hermite(h.intake[seam][i-1], h.slopes[seam][i-1]*d, h.intake[seam][i], h.slopes[seam][i]*d, (z-k[i-1])/d)
}

func (Corset) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	laced, gap := v.Number("laced_waist"), v.Number("lacing_gap")
	closed := on.Laced(laced)
	h := &half{panels: v.Whole("panels"),
		top:    [3]float64{v.Number("top_front"), v.Number("top_side"), v.Number("top_back")},
		bottom: [3]float64{-v.Number("bottom_front"), -v.Number("bottom_side"), -v.Number("bottom_back")}}
	high, low := 0.0, 0.0
	for i := range 41 {
		high = math.Max(high, line(h.top, float64(i)/40))
		low = math.Min(low, line(h.bottom, float64(i)/40))
	}
	bustZ, hipZ := -on.Drop(figure.Bust), on.Drop(figure.Hip)
	// Width of the half at a height: half of the laced figure's girth and its
	// ease there, less the gap.
	width := func(z float64) float64 {
		ease := v.Number("top_ease") * math.Min(z/bustZ, 1)
		girth := closed.Girth(-z)
		if z < 0 {
			ease = v.Number("hip_ease") * math.Min(-z/hipZ, 1)
		}
		if z == 0 {
			girth = math.Min(laced, on.GirthAt(figure.Waist))
		}
		return (girth + ease - gap) / 2
	}
	if err := h.shape(width, low, high); err != nil {
		return draft.Draft{}, err
	}
	two := v.Choice("layers") == "two"
	layers := 1
	if two {
		layers = 2
	}
	c := corsetDraft{half: h, v: v, layers: layers, in: in, allowance: v.Number("allowance")}
	for i := range h.panels {
		c.pieces = append(c.pieces, c.panel(i))
	}
	c.seams()
	if err := c.stiffen(); err != nil {
		return draft.Draft{}, err
	}
	return c.finish(on, laced, gap, width), nil
}

// shape shares the difference between the widest level and every other among
// the seams: most at the sides at the waist, towards the back above it and
// towards the front below it.
func (h *half) shape(width func(float64) float64, low, high float64) error {
	h.knots = []float64{low, low * 0.5, 0, high * 0.5, high}
	seams := h.panels - 1
	total := 0.0
	for _, z := range h.knots {
		total = math.Max(total, width(z))
	}
	h.intake = make([][]float64, seams)
	h.slopes = make([][]float64, seams)
	for k, z := range h.knots {
		weights := make([]float64, seams)
		sum := 0.0
		for j := range weights {
			p := float64(j+1) / float64(h.panels)
			waist := 0.35 + math.Sin(math.Pi*p)
			end := 0.3 + p
			if z < 0 {
				end = 1.3 - p
			}
			away := math.Abs(z) / math.Max(high, -low)
			weights[j] = waist*(1-away) + end*away
			sum += weights[j]
		}
		for j := range weights {
			if h.intake[j] == nil {
				h.intake[j] = make([]float64, len(h.knots))
			}
			h.intake[j][k] = (total - width(z)) * weights[j] / sum
		}
	}
	for j := range seams {
		s := make([]float64, len(h.knots))
		for k := range s {
			a, b := max(k-1, 0), min(k+1, len(s)-1)
			s[k] = (h.intake[j][b] - h.intake[j][a]) / (h.knots[b] - h.knots[a])
		}
		s[2] = 0 // seams stand upright at the waist
		h.slopes[j] = s
	}
	atWaist := width(0) / float64(h.panels)
	for i := range h.panels {
		b := atWaist
		if i > 0 {
			b += h.intake[i-1][2] / 2
		}
		if i < seams {
			b += h.intake[i][2] / 2
		}
		h.base = append(h.base, b)
	}
	for i := range h.panels {
		for k := range 51 {
			z := low + (high-low)*float64(k)/50
			if l, r := h.edges(i, z); r-l < narrowest {
				return fmt.Errorf("panel %d would be %s wide, %s the waist; at least %s is needed to sew and bone it: choose fewer panels or a smaller lacing gap",
					i+1, measure.Tell(math.Max(r-l, 0)), aboveBelow(z), measure.Tell(narrowest))
			}
		}
	}
	return nil
}

func aboveBelow(z float64) string {
	switch {
	case z > 5:
		return "above"
	case z < -5:
		return "below"
	}
	return "at"
}

// edges are the x of a panel's two edges at a height.
func (h *half) edges(panel int, z float64) (left, right float64) {
	right = h.base[panel]
	if panel > 0 {
		left = h.at(panel-1, z) / 2
	}
	if panel < h.panels-1 {
		right -= h.at(panel, z) / 2
	}
	return left, right
}

// reach is the lower and upper end of the border before panel i (i = panels
// is the lacing edge).
func (h *half) reach(i int) (bottom, top float64) {
	p := float64(i) / float64(h.panels)
	return line(h.bottom, p), line(h.top, p)
}

type corsetDraft struct {
	*half
	v         draft.Values
	in        cloth.Fabric
	layers    int
	allowance float64
	pieces    []pattern.Piece
	joined    []pattern.Seam
	bones     []bone.Bone
	eyelets   []float64
	busk      float64
}

func (c *corsetDraft) panel(i int) pattern.Piece {
	lb, lt := c.reach(i)
	rb, rt := c.reach(i + 1)
	upright := func(side int, from, to float64) []plane.Point {
		n := int(math.Ceil(math.Abs(to-from) / 2.5))
		var out []plane.Point
		for k := range n + 1 {
			z := from + (to-from)*float64(k)/float64(n)
			l, r := c.edges(i, z)
			out = append(out, plane.Pt([2]float64{l, r}[side], z))
		}
		return out
	}
	across := func(through [3]float64, from, to plane.Point, back bool) []plane.Point {
		const n = 24
		var out []plane.Point
		for k := range n + 1 {
			t := float64(k) / n
			p := (float64(i) + t) / float64(c.panels)
			if back {
				p = (float64(i) + 1 - t) / float64(c.panels)
			}
			out = append(out, plane.Pt(from.X+(to.X-from.X)*t, line(through, p)))
		}
		return out
	}
	left, right := upright(0, lt, lb), upright(1, rb, rt)
	p := pattern.Piece{ID: fmt.Sprintf("panel-%d", i+1), Name: fmt.Sprintf("%d %s", i+1, c.name(i)),
		Cut: 2 * c.layers, Mirrored: true,
		Edges: []pattern.Edge{
			{ID: "bottom", Name: "lower edge", Line: across(c.bottom, left[len(left)-1], right[0], false)},
			{ID: "back", Name: "back edge", Line: right, Allowance: c.allowance},
			{ID: "top", Name: "upper edge", Line: across(c.top, right[len(right)-1], left[0], true)},
			{ID: "front", Name: "front edge", Line: left, Allowance: c.allowance},
		}}
	if i == 0 {
		p.Edges[3].ID, p.Edges[3].Name, p.Edges[3].Allowance = "busk", "busk edge", buskAllowance
	}
	if i == c.panels-1 {
		p.Edges[1].ID, p.Edges[1].Name, p.Edges[1].Allowance = "lacing", "lacing edge", lacingAllowance
	}
	// Notches: one at the waist, and one halfway up to tell the ends apart.
	for _, side := range []struct {
		e   pattern.Edge
		top float64
	}{{p.Edges[1], rt}, {p.Edges[3], lt}} {
		p.Notches = append(p.Notches, pattern.Notch{Edge: side.e.ID, At: edgeAt(side.e.Line, 0), Label: "waist"})
		if side.e.ID == "front" || side.e.ID == "back" {
			p.Notches = append(p.Notches, pattern.Notch{Edge: side.e.ID, At: edgeAt(side.e.Line, side.top/2)})
		}
	}
	l, r := c.edges(i, 0)
	p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.WaistLine, Path: []plane.Point{{X: l}, {X: r}}, Label: "waist"})
	return p
}

// edgeAt is the distance along an upright edge at which it passes a height.
func edgeAt(line []plane.Point, z float64) float64 {
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if (a.Y-z)*(b.Y-z) <= 0 && a.Y != b.Y {
			return run + a.To(a.Toward(b, (z-a.Y)/(b.Y-a.Y)))
		}
		run += a.To(b)
	}
	return run / 2
}

func (c *corsetDraft) name(i int) string {
	switch {
	case i == 0:
		return "Front"
	case i == c.panels-1:
		return "Back"
	}
	p := (float64(i) + 0.5) / float64(c.panels)
	switch {
	case p < 0.42:
		return "Side front"
	case p <= 0.58:
		return "Side"
	}
	return "Side back"
}

func (c *corsetDraft) seams() {
	for i := 1; i < c.panels; i++ {
		c.joined = append(c.joined, pattern.Seam{ID: fmt.Sprintf("seam-%d", i),
			A: pattern.Side{Piece: c.pieces[i-1].ID, Edge: "back"}, B: pattern.Side{Piece: c.pieces[i].ID, Edge: "front"},
			Technique: "stitched twice, pressed to the back; the bone beside it goes through the allowance"})
	}
	if c.layers == 1 {
		front, _ := c.pieces[0].Edge("busk")
		f := pattern.Rectangle("busk-facing", "Busk facing", 50, front.Length(), 10)
		f.Cut, f.Mirrored = 2, true
		f.Allow(buskAllowance, "left")
		f.Allow(0, "top", "bottom")
		c.pieces = append(c.pieces, f)
		c.joined = append(c.joined, pattern.Seam{ID: "busk-seam", A: pattern.Side{Piece: "panel-1", Edge: "busk"}, B: pattern.Side{Piece: "busk-facing", Edge: "left"},
			Technique: "stitched between the busk's loops or round its studs"})
	}
}

// stiffen places the busk, a bone beside every seam and two at the lacing
// edge with the eyelets between them.
func (c *corsetDraft) stiffen() error {
	width := c.v.Number("bone_width")
	channel := bone.ChannelWidth(width, boneThickness)
	add := func(i int, kind bone.Kind, place string, path []plane.Point) error {
		b, ok := bone.Fit(kind, place, width, plane.Length(path))
		if !ok {
			return fmt.Errorf("the channel %s is %s long, too short for any bone: make the corset longer there", place, measure.Tell(b.Channel))
		}
		c.bones = append(c.bones, b)
		c.pieces[i].Marks = append(c.pieces[i].Marks, pattern.Mark{Kind: pattern.BoneLine, Path: path, Width: width,
			Label: fmt.Sprintf("bone %.0f mm", b.Length)})
		return nil
	}
	for i := 1; i < c.panels; i++ {
		// The channel runs beside the seam on the panel behind it.
		path := beside(c, i, channel/2+2)
		if err := add(i, bone.Spiral, fmt.Sprintf("behind seam %d", i), path); err != nil {
			return err
		}
	}
	last := c.panels - 1
	lb, lt := c.reach(c.panels)
	edgeX := c.base[last]
	for k, x := range []float64{edgeX - channel/2 - 1, edgeX - channel*2.5 - 1} {
		place := "at the lacing edge"
		if k == 1 {
			place = "inside the eyelets"
		}
		p := float64(last) / float64(c.panels)
		t := p + (1-p)*(x/edgeX)
		if err := add(last, bone.Flat, place, []plane.Point{{X: x, Y: line(c.bottom, t)}, {X: x, Y: line(c.top, t)}}); err != nil {
			return err
		}
	}
	long := lt - lb
	n := closure.CountFor(long, c.v.Number("eyelet_spacing"), 10)
	c.eyelets = closure.Even(long, n, 10)
	for _, at := range c.eyelets {
		c.pieces[last].Marks = append(c.pieces[last].Marks, pattern.Mark{Kind: pattern.Eyelet, Path: []plane.Point{{X: edgeX - channel*1.5 - 1, Y: lb + at}}, Width: 5})
	}
	fb, ft := c.reach(0)
	busk, ok := bone.BuskFor(ft - fb)
	if !ok {
		return fmt.Errorf("the front edge is %s long, too short for any stock busk: raise the top edge or lower the lower edge at the front", measure.Tell(ft-fb))
	}
	c.busk = busk
	mid := (ft + fb) / 2
	c.pieces[0].Marks = append(c.pieces[0].Marks, pattern.Mark{Kind: pattern.BuskLine, Width: 13, Label: fmt.Sprintf("busk %.0f mm", busk),
		Path: []plane.Point{{X: 7.5, Y: mid - busk/2}, {X: 7.5, Y: mid + busk/2}}})
	return nil
}

// beside is the line a distance inside the front edge of panel i, from the
// lower to the upper edge.
func beside(c *corsetDraft, i int, in float64) []plane.Point {
	b, t := c.reach(i)
	n := int(math.Ceil((t - b) / 6))
	var out []plane.Point
	for k := range n + 1 {
		z := b + (t-b)*float64(k)/float64(n)
		l, r := c.edges(i, z)
		x := l + math.Min(in, (r-l)/2)
		if k == 0 || k == n { // end on the bound edge itself
			p := (float64(i) + (x-l)/(r-l)) / float64(c.panels)
			z = line(c.bottom, p)
			if k == n {
				z = line(c.top, p)
			}
		}
		out = append(out, plane.Pt(x, z))
	}
	return out
}

func (c *corsetDraft) finish(on figure.Figure, laced, gap float64, width func(float64) float64) draft.Draft {
	d := draft.Draft{Pieces: c.pieces, Seams: c.joined, Cautions: []caution.Caution{caution.Lacing, caution.Needle, caution.Steel, caution.Iron}}
	add := func(key, part, label string, value float64) {
		d.Dimensions = append(d.Dimensions, draft.Dimension{Key: key, Part: part, Label: label, Value: value})
	}
	made := width(0) * 2
	add("waist.made", "the cloth", "at the waist", made)
	for i := range c.panels {
		l, r := c.edges(i, 0)
		add(fmt.Sprintf("panel-%d.waist", i+1), "panel "+c.pieces[i].Name, "at the waist", r-l)
	}
	bounds := 0.0
	channels := 0.0
	for i := range c.panels {
		for _, id := range []string{"top", "bottom"} {
			e, _ := c.pieces[i].Edge(id)
			bounds += 2 * e.Length()
		}
	}
	for _, b := range c.bones {
		channels += 2 * b.Channel
	}
	buskEdge, _ := c.pieces[0].Edge("busk")
	lacingEdge, _ := c.pieces[c.panels-1].Edge("lacing")
	d.Rows = []stitch.Row{
		{What: "bone channels, both sides of each", Kind: stitch.Lockstitch, Length: 2 * channels, Layers: c.layers + 1},
		{What: "busk edges, twice", Kind: stitch.Lockstitch, Length: 4 * buskEdge.Length(), Layers: 2 * c.layers},
		{What: "lacing edges", Kind: stitch.Lockstitch, Length: 2 * lacingEdge.Length(), Layers: 2 * c.layers},
		{What: "binding, by machine outside", Kind: stitch.Lockstitch, Length: bounds, Layers: c.layers + 2},
		{What: "binding, felled inside", Kind: stitch.Felling, Length: bounds, Layers: c.layers + 2},
		{What: "waist tape, both edges", Kind: stitch.Lockstitch, Length: 2 * made, Layers: c.layers + 1},
	}
	// Both halves sew every panel seam twice; the seams themselves count once each way below.
	for _, s := range c.joined {
		for i := range d.Pieces {
			if d.Pieces[i].ID == s.A.Piece {
				e, _ := d.Pieces[i].Edge(s.A.Edge)
				d.Rows = append(d.Rows, stitch.Row{What: "second row of " + s.ID, Kind: stitch.Lockstitch, Length: 2 * float64(c.layers) * e.Length(), Layers: 2})
			}
		}
	}
	c.notions(&d, made, gap, bounds, channels)
	top, bottom := math.Max(c.top[1], c.top[2]), math.Max(-c.bottom[1], -c.bottom[2])
	t := float64(c.in.Thickness)*float64(c.layers) + casing
	d.Wear = draft.Wear{LaceTo: laced, Cover: []draft.Cover{{Drop: -top, Thickness: t}, {Drop: bottom, Thickness: t}}}
	c.notes(&d, on, laced, made, gap)
	d.Steps = c.steps()
	return d
}

func (c *corsetDraft) notions(d *draft.Draft, made, gap, bounds, channels float64) {
	add := func(kind, what string, n float64, unit, why string) {
		d.Notions = append(d.Notions, draft.Notion{Kind: kind, What: what, Quantity: n, Unit: unit, Why: why})
	}
	type stock struct {
		kind   bone.Kind
		length float64
	}
	count := map[stock]int{}
	places := map[stock]int{}
	for _, b := range c.bones {
		count[stock{b.Kind, b.Length}] += 2
		places[stock{b.Kind, b.Length}]++
	}
	var keys []stock
	for k := range count {
		keys = append(keys, k)
	}
	sort.Slice(keys, func(i, j int) bool {
		if keys[i].kind != keys[j].kind {
			return keys[i].kind < keys[j].kind
		}
		return keys[i].length < keys[j].length
	})
	for _, k := range keys {
		add("bone", fmt.Sprintf("%s bone, %s wide, %s long", k.kind, measure.TellFine(c.v.Number("bone_width")), measure.Tell(k.length)), float64(count[k]), "piece",
			fmt.Sprintf("%d in each half × 2; channel less %s at each end, down to stock", places[k], measure.TellFine(bone.Clearance)))
	}
	add("busk", fmt.Sprintf("Busk, straight, %s", measure.Tell(c.busk)), 1, "pair", "longest stock length that leaves "+measure.TellFine(bone.Clearance)+" at both ends of the front edge")
	add("eyelet", "Eyelets, "+measure.TellFine(5)+", with washers", float64(2*len(c.eyelets)), "piece", fmt.Sprintf("%d in each half × 2", len(c.eyelets)))
	spacing := 0.0
	if n := len(c.eyelets); n > 1 {
		spacing = c.eyelets[1] - c.eyelets[0]
	}
	channel := bone.ChannelWidth(c.v.Number("bone_width"), boneThickness)
	across := gap + 2*(channel*1.5+1)
	// Opened wide enough to put on: the gap and 15 cm.
	lace := closure.CrissCross(len(c.eyelets), spacing, across+150, 300)
	add("lace", "Corset lace", lace/1000, "m", fmt.Sprintf("criss-cross through %d pairs %s apart, opened %s beyond the gap to get in, tails of %s", len(c.eyelets), measure.TellFine(spacing), measure.Tell(150), measure.Tell(300)))
	add("tape", "Waist tape, "+measure.TellFine(waistTape)+" wide, that does not stretch", (made+2*2*30)/1000, "m", fmt.Sprintf("waist of the cloth %s, and %s turned in at four ends", measure.Tell(made), measure.Tell(30)))
	add("binding", fmt.Sprintf("Binding, cut %s wide", measure.TellFine(edge.BindingStrip(bindingFinish))), (bounds+8*25)/1000, "m", "both edges of both halves, and "+measure.Tell(25)+" at each of eight ends")
	if c.layers == 1 {
		add("tape", "Bone casing, "+measure.TellFine(math.Ceil(channel+5))+" wide", (channels+float64(len(c.bones))*2*20)/1000, "m", "every channel twice (two halves), "+measure.Tell(20)+" each for the ends")
	}
}

func (c *corsetDraft) notes(d *draft.Draft, on figure.Figure, laced, made, gap float64) {
	bare := on.Bare().GirthAt(figure.Waist)
	reduction := bare - laced
	switch {
	case reduction > 80:
		d.Notes = append(d.Notes, draft.Note{Grave: true, Title: fmt.Sprintf("Laced in by %s", measure.Tell(reduction)),
			Text: "More than an experienced wearer usually takes (" + measure.Tell(70) + " to " + measure.Tell(80) + "). Begin with a gentle reduction and come down over weeks.",
			Fix:  draft.Settings{"laced_waist": math.Round(bare - 50)}, FixLabel: "Lace in by " + measure.Tell(50)})
	case reduction > 50:
		d.Notes = append(d.Notes, draft.Note{Title: fmt.Sprintf("Laced in by %s", measure.Tell(reduction)),
			Text: "Up to " + measure.Tell(50) + " is gentle; " + measure.Tell(70) + " to " + measure.Tell(80) + " is for the experienced."})
	}
	if under := on.GirthAt(figure.Waist); laced > under {
		d.Notes = append(d.Notes, draft.Note{Title: "The corset is larger than the waist it closes on",
			Text: "It will be worn with the edges closer than the lacing gap."})
	}
	if c.v.Number("top_front") < -on.Drop(figure.Underbust) {
		d.Notes = append(d.Notes, draft.Note{Title: "The top edge lies below the bust",
			Text: "It gives no support there; plan something that does, or raise the front edge.",
			Fix:  draft.Settings{"top_front": math.Round(-on.Drop(figure.Bust) * 0.9)}, FixLabel: "Raise the front to mid-bust"})
	}
	d.Notes = append(d.Notes, draft.Note{Title: "Measure again over it",
		Text: fmt.Sprintf("The cloth measures %s at the waist: laced %s less the gap of %s. When the corset is made, measure bust, waist and hip over it closed before cutting what goes on top.",
			measure.Tell(made), measure.Tell(laced), measure.Tell(gap))})
}

func (c *corsetDraft) steps() []work.Step {
	n := float64(c.panels)
	assemble := "Pin waist notch to waist notch, then the ends; ease nothing: both edges of every seam are the same length."
	steps := []work.Step{
		{ID: "mock-up", Name: "Mock-up in cheap cloth, fit over the shift", Minutes: 150, Needs: []work.Need{work.Machine, work.Wearer},
			How: fmt.Sprintf("Same panels without binding, bones taped on, laced to a gap of %s. Note where it gapes or digs in.", measure.Tell(c.v.Number("lacing_gap")))},
		{ID: "cut", Name: "Cut and label the panels", Minutes: 15 + 8*n*float64(c.layers), Needs: []work.Need{work.Table},
			How:   fmt.Sprintf("Each of the %d panels %d times, half of them mirrored. Number every piece on the wrong side.", c.panels, 2*c.layers),
			After: []work.After{{Step: "mock-up", Why: "a change found in the mock-up is free; found in the cloth it costs the cloth"}}},
		{ID: "busk", Name: "Set the busk", Minutes: 60, Needs: []work.Need{work.Machine, work.Hand},
			How:   fmt.Sprintf("Busk of %s centred on the front edge. Loops on the wearer's right, studs on the left.", measure.Tell(c.busk)),
			After: []work.After{{Step: "cut", Why: "it is set into the front panels"}}},
		{ID: "seams", Name: "Join the panels", Minutes: 15 * n * float64(c.layers), Needs: []work.Need{work.Machine}, How: assemble,
			After: []work.After{{Step: "busk", Why: "the busk is set while the front panel still lies flat"}}},
		{ID: "press", Name: "Press every seam", Minutes: 6 * n, Needs: []work.Need{work.Iron}, How: "Towards the back, over a curve.",
			After: []work.After{{Step: "seams", Why: "each seam is pressed before another row crosses it"}}},
		{ID: "tape", Name: "Waist tape", Minutes: 30, Needs: []work.Need{work.Machine}, How: "Inside, at the waist notches, from busk to lacing edge.",
			After: []work.After{{Step: "press", Why: "it lies flat only on pressed seams"}}},
		{ID: "channels", Name: "Stitch the bone channels", Minutes: 12 * float64(2*len(c.bones)), Needs: []work.Need{work.Machine},
			How:   fmt.Sprintf("%d in each half, %s between the rows.", len(c.bones), measure.TellFine(bone.ChannelWidth(c.v.Number("bone_width"), boneThickness))),
			After: []work.After{{Step: "tape", Why: "the tape lies under the bones"}}},
		{ID: "eyelets", Name: "Set the eyelets", Minutes: 4 * float64(2*len(c.eyelets)), Needs: []work.Need{work.Table},
			How:   fmt.Sprintf("%d in each half between the two bone channels. Make the hole with an awl: pushed threads hold better than cut ones.", len(c.eyelets)),
			After: []work.After{{Step: "channels", Why: "the channels' stitching shows where the eyelets go, and two layers carry them"}}},
		{ID: "bones", Name: "Put the bones in", Minutes: 3 * float64(2*len(c.bones)), Needs: []work.Need{work.Hand},
			How:   "Check each bone against its channel before it goes in: " + measure.TellFine(bone.Clearance) + " must stay free at both ends.",
			After: []work.After{{Step: "eyelets", Why: "a hammer or awl beside steel slips"}, {Step: "channels", Why: "sewing beside steel breaks needles"}}},
		{ID: "bind", Name: "Bind the top and lower edges", Minutes: 180, Needs: []work.Need{work.Machine, work.Hand},
			How:   "Stitch outside by machine, fold over, fell inside. Keep the needle clear of the bones.",
			After: []work.After{{Step: "bones", Why: "the edges are closed only when the bones are in"}}},
		{ID: "lace", Name: "Lace it and try it on", Minutes: 40, Needs: []work.Need{work.Wearer},
			How:   "Loosen fully, fasten the busk, draw in evenly from top and bottom to the waist. Wear it an hour.",
			After: []work.After{{Step: "bind", Why: "an unbound edge lets bones out"}}},
		{ID: "measure", Name: "Measure bust, waist and hip over it", Minutes: 15, Needs: []work.Need{work.Wearer},
			How:   "Enter them under “over a closed corset”: everything outside is checked against them.",
			After: []work.After{{Step: "lace", Why: "the corset must sit as it will be worn"}}},
	}
	return steps
}
