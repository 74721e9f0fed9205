package sleeve

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// puffed spreads a head between its notches: every point of it moves out from the middle as
// far as the fullness asks, and up as far as the puff stands off (0.6 of it, from memory).
// Below the notches the head stays as it is.
func (h head) puffed(more, stand float64) head {
	out := h
	top := plane.Length(h.front)*(1-notchShare) + plane.Length(h.back)*(1-notchShare)
	// Spread so that the part above the notches grows by more: its width grows, and its
	// height by the stand; the width is found by halving.
	low, high := 0.0, 6*more+50
	for range 50 {
		mid := (low + high) / 2
		f, b := spread(h.front, mid/2, 0.6*stand, -1), spread(h.back, mid/2, 0.6*stand, 1)
		got := plane.Length(plane.Part(f, notchAt(h.front), plane.Length(f))) +
			plane.Length(plane.Part(b, notchAt(h.back), plane.Length(b)))
		if got < top+more {
			low = mid
		} else {
			high = mid
		}
	}
	wide := (low + high) / 2
	out.front, out.back = spread(h.front, wide/2, 0.6*stand, -1), spread(h.back, wide/2, 0.6*stand, 1)
	// The piece begins at its front underarm again.
	for i := range out.front {
		out.front[i].X += wide / 2
	}
	for i := range out.back {
		out.back[i].X += wide / 2
	}
	out.high = h.high + 0.6*stand
	return out
}

// notchShare is how far up a half head its notch lies, as a part of it.
const notchShare = 0.38

func notchAt(half []plane.Point) float64 { return notchShare * plane.Length(half) }

// spread moves a half head above its notch: sideways by up to wide on its way to the notch and
// back to nothing at the middle, upwards to the middle.
func spread(half []plane.Point, wide, up, side float64) []plane.Point {
	long := plane.Length(half)
	const parts = 40
	out := make([]plane.Point, 0, parts+1)
	for k := range parts + 1 {
		t := float64(k) / parts
		q, _ := plane.Along(half, t*long)
		s := 0.0
		if t > notchShare {
			s = (t - notchShare) / (1 - notchShare)
		}
		// The whole lower part moves out with the notch, as it does when a head is slashed
		// and spread to its lower edge.
		out = append(out, plane.Pt(q.X+side*wide*(1-s), q.Y+up*s*s*(3-2*s)))
	}
	return out
}

// widestWorn is the widest that a sleeve was worn, times the arm (from memory: about 1896).
const widestWorn = 3.3

// fullHead asks how full a head is, up to the widest that was worn: round the arm a sleeve is about as wide as its head is long.
func fullHead() draft.Parameter {
	p := draft.Times("sleeve_full", "Fullness of the head, as a part of the armhole", 0.1, 2, 0.5,
		"1890 a quarter, 1894 0.8, 1896 the most: three times the arm and more", figure.Memory,
		"How much longer the head is than the armhole; gathered in above the notches.")
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		armhole := on.Length("scye_girth") + 30
		return 0.1, max(widestWorn*on.Length("upper_arm_girth")/armhole-0.8, 0.6) // a deep head is longer than wide
	}
	return p
}

// gathered is a sleeve with a full head, narrow below: a puff, or to the wrist.
var gathered = Kind{Key: "gathered", Label: "with a full, gathered head",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(50),
			fullHead(),
			draft.Mm("sleeve_stand", "It stands off the shoulder by", 0, 180, 60, "held by what is under it", figure.Memory,
				"A frill of net or organdie, or a lining shorter than the sleeve, holds it out."),
			part.LongSleeve("Length"), wristEase(60)}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		plain, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*0.02)
		if err != nil {
			return err
		}
		h := plain.puffed(a.Around()*v.Number("sleeve_full"), v.Number("sleeve_stand"))
		full(d, h, plain, one, v, one.girth(one.long*v.Number(draft.SleeveLong))+v.Number(draft.SleeveWrist))
		d.Remark(false, "The head must be held up", "Gathered cloth falls by its own weight. A frill of stiff net, half as long again as "+
			"the armhole and as deep as "+measure.Tell(60+v.Number("sleeve_stand")/3)+", or a plain lining sleeve shorter by what it "+
			"stands off, "+
			"holds it.")
		return nil
	}}

// bishop is a sleeve that is full at the wrist, gathered into a cuff.
var bishop = Kind{Key: "bishop", Label: "bishop, gathered into a cuff",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(130), headEase(4),
			draft.Times("sleeve_fall", "Width at the wrist, as a part of the cuff", 1.4, 3.6, 2.4, "2.2 to 3.4", figure.Memory,
				"Gathered into the cuff, more of it behind."),
			draft.Mm("sleeve_cuff", "Cuff, deep", 15, 120, 50, "with two buttons", figure.Practice, "Closes over the wrist."),
			draft.Mm("sleeve_cuff_ease", "Ease round the wrist", 5, 60, 25, "the lap besides", figure.Memory,
				"The cuff closes by a lap of "+
					"its own.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		h, err := headFor(a, one.upper+v.Number(draft.SleeveArm), a.Around()*v.Number(draft.SleeveHead)/100)
		if err != nil {
			return err
		}
		cuff := one.wrist + v.Number("sleeve_cuff_ease")
		long := one.long - v.Number("sleeve_cuff") + 25 // it bags over the cuff
		p := body(h, max(long-h.high, 60), cuff*v.Number("sleeve_fall"), 18)
		p.Allow(12, "hem")
		d.Pieces = append(d.Pieces, p)
		seamUnder(d)
		h.sew(d, pattern.Eased, h.whole("sleeve"))
		lap := 18.0
		c := pattern.Rectangle("cuff", "Cuff, folded", cuff+lap, 2*v.Number("sleeve_cuff"), 12)
		c.Cut, c.Mirrored = 2, true
		c.Interfaced()
		c.Split("top", pattern.Stretch{ID: "lap", Name: "lap", Length: lap}, pattern.Stretch{ID: "top", Name: "to the sleeve",
			Length: cuff})
		c.Marks = append(c.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{X: 0, Y: v.Number("sleeve_cuff")},
			{X: cuff + lap, Y: v.Number("sleeve_cuff")}}, Label: "fold"})
		c.Be(pattern.Opening, "left", "right", "lap", "bottom")
		d.Pieces = append(d.Pieces, c)
		e, _ := p.Edge("hem")
		d.Seams = append(d.Seams, pattern.Seam{ID: "cuff", A: pattern.Side{Piece: "cuff", Edge: "top"}, B: pattern.Side{Piece: "sleeve",
			Edge: "hem"}, Ease: e.Length() - cuff, Absorbed: pattern.Gathers, Join: pattern.Banded})
		tell(d, h, "ease it in between the notches")
		d.Remark(false, "A slit at the wrist", "Cut it ⟦9 cm⟧ long at the quarter of the lower edge that lies behind, towards the "+
			"little finger, and bind it before the cuff goes on.")
		return nil
	}}

// body is a sleeve below a head: sides that leave the head square, so that it runs on over
// their seam, to a lower edge so wide, which hangs lower behind by a way.
func body(h head, under, foot, behind float64) pattern.Piece {
	left, right := h.front[0], h.back[0]
	mid := (left.X + right.X) / 2
	a, b := plane.Pt(mid-foot/2, -under), plane.Pt(mid+foot/2, -under)
	// The lower edge meets both sides square: that of a cone.
	lean := math.Atan2(mid-foot/2-left.X, under)
	across, low := plane.Pt(math.Cos(lean), math.Sin(lean)), plane.Pt(mid, -under+foot/2*math.Tan(lean/2))
	edge := plane.Join(plane.Sweep(a, across, low, plane.Pt(1, 0)), plane.Sweep(low, plane.Pt(1, 0), b, plane.Pt(across.X, -across.Y)))
	if behind > 0 {
		edge = plane.Through([]plane.Point{a, plane.Pt(mid-foot/6, -under-behind*0.35), plane.Pt(mid+foot/4, -under-behind),
			plane.Pt(mid+foot*0.42, -under-behind*0.5), b})
	}
	p := pattern.Piece{ID: "sleeve", Name: "Sleeve", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "hem", Name: "lower edge", Line: edge}, {ID: "back", Name: "underarm, back", Line: plane.Reversed(squareSide(right, b))},
		{ID: "head", Name: "head", Line: h.line()}, {ID: "front", Name: "underarm, front", Line: squareSide(left, a)}}}
	p.Allow(allowance, "back", "front")
	p.Allow(10, "head")
	return p
}

// squareSide is a side of a sleeve from the armpit down: upright where it leaves the head, then
// straight towards its foot.
func squareSide(armpit, foot plane.Point) []plane.Point {
	down := foot.Sub(armpit)
	first := plane.Pt(armpit.X, armpit.Y+0.3*down.Y)
	return plane.Cubic(armpit, first, foot.Sub(down.Times(0.35)), foot)
}

func seamUnder(d *draft.Draft) {
	d.Seams = append(d.Seams, pattern.Seam{ID: "underarm", A: pattern.Side{Piece: "sleeve", Edge: "front"},
		B: pattern.Side{Piece: "sleeve", Edge: "back"}, Strain: 1})
}

// full adds a sleeve with a full head that narrows to a lower edge.
func full(d *draft.Draft, h, plain head, one arm, v draft.Values, foot float64) {
	long := one.long * v.Number(draft.SleeveLong)
	p := body(h, max(long-plain.high, 30), foot, 0)
	p.Allow(hem, "hem")
	p.Edges[0].Turned = true
	p.Be(pattern.Hem, "hem")
	d.Pieces = append(d.Pieces, p)
	seamUnder(d)
	h.sew(d, pattern.Gathers, h.whole("sleeve"))
	tell(d, h, "gather it in above the notches, more behind than before")
}
