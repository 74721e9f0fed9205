// Package sleeve drafts sleeves to an armhole: each kind is one file and a line in All.
package sleeve

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Part is a stretch of an armhole on one piece of the bodice, from the shoulder down in front
// and from the underarm up behind.
type Part struct {
	Piece, Edge string
	Length      float64
	Front       bool
}

// Armhole is what a sleeve is drafted to, mm.
type Armhole struct {
	Parts []Part  // round it, from the shoulder seam down the front and up the back
	Depth float64 // from the shoulder point to the level of the underarm
	// Crown is how far before the shoulder seam the top of the arm lies, along it: where the
	// seam is set behind the ridge, the middle of the head does not meet it.
	Crown float64
}

// Front and Back are the lengths of its halves, before and behind the top of the arm; Around is
// all of it.
func (a Armhole) Front() float64 { return a.half(true) - a.Crown }

// Back is the length of its back half.
func (a Armhole) Back() float64 { return a.half(false) + a.Crown }

// Around is its whole length.
func (a Armhole) Around() float64 { return a.half(true) + a.half(false) }

func (a Armhole) half(front bool) float64 {
	sum := 0.0
	for _, p := range a.Parts {
		if p.Front == front {
			sum += p.Length
		}
	}
	return sum
}

// Kind is a kind of sleeve. Its parameters are asked when it is chosen; their keys begin with
// "sleeve_".
type Kind struct {
	Key, Label string
	Parameters func() []draft.Parameter
	// Draft adds the sleeve's pieces and seams to a draft.
	Draft func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error
}

// All lists the kinds, the plainest first.
func All() []Kind {
	return []Kind{fitted, straight, gathered, mutton, bishop, bell, elbowed, angel, raglan, capped, elastic, finned}
}

// Chosen is the kind that is chosen in a bodice's parameters; false for no sleeve.
func Chosen(v draft.Values) (Kind, bool) {
	if !v.Has(draft.Sleeve) {
		return Kind{}, false
	}
	for _, k := range All() {
		if k.Key == v.Choice(draft.Sleeve) {
			return k, true
		}
	}
	return Kind{}, false
}

// Parameters are the choice of a sleeve and what every kind asks, shown when it is chosen. The
// kind named first is the usual one.
func Parameters(first string) []draft.Parameter {
	var options []string
	add := func(key, label string) { options = append(options, key, label) }
	for _, k := range All() {
		if k.Key == first {
			add(k.Key, k.Label)
		}
	}
	if first == "none" {
		add("none", "none")
	}
	for _, k := range All() {
		if k.Key != first {
			add(k.Key, k.Label)
		}
	}
	if first != "none" {
		add("none", "none")
	}
	out := []draft.Parameter{draft.OneOf(draft.Sleeve, "Sleeve", "Any of them fits any armhole: its head is drafted to the armhole’s "+
		"own length.",
		options...)}
	seen := map[draft.Key]int{}
	for _, k := range All() {
		for _, p := range k.Parameters() {
			if at, ok := seen[p.Key]; ok { // kinds may ask the same, each with what is usual in it
				was, usual := out[at].When, out[at].Default
				out[at].When = func(v draft.Values) bool { return was(v) || v.Choice(draft.Sleeve) == k.Key }
				out[at].Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
					if v.Choice(draft.Sleeve) == k.Key {
						return p.Default(on, v)
					}
					return usual(on, v)
				}
				continue
			}
			p.When = func(v draft.Values) bool { return v.Choice(draft.Sleeve) == k.Key }
			seen[p.Key] = len(out)
			out = append(out, p)
		}
	}
	return append(out, cuffs()...)
}

// ofScye is the least width of a set-in sleeve as a part of the armhole: a narrower one would need
// a head higher than the armhole is deep (from memory).
const ofScye = 0.68

// What every set-in sleeve is asked for.
func armEase(usual float64) draft.Parameter {
	p := draft.MmFrom(draft.SleeveArm, "Ease round the upper arm", 15, 200, "the arm bends in it, and the head fits the armhole",
		"Added to the upper arm girth for the width of the sleeve at the armpit.",
		func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
			arm, ease := on.Length("upper_arm_girth"), usual
			if under := on.Arms().Upper; under > 0 {
				ease = max(ease, under+slips-arm)
			}
			return max(ease, ofScye*(on.Length("scye_girth")+30)-arm), figure.Memory
		})
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		armhole := on.Length("scye_girth") // a deeper one is larger
		if v.Has(draft.ScyeDrop) {
			armhole += deeper * v.Number(draft.ScyeDrop)
		}
		return 15, max(min(200, 0.9*armhole-on.Length("upper_arm_girth")), 40)
	}
	return p
}

func headEase(usual float64) draft.Parameter {
	return draft.Times(draft.SleeveHead, "Ease of the head, % of the armhole", 0, 12, usual,
		"wool takes 6 to 10, silk 2 to 4, cotton 2 to 5", figure.Memory, "How much longer the sleeve’s head is than the armhole; eased in "+
			"between the notches.")
}

func wristEase(usual float64) draft.Parameter {
	return draft.MmFrom(draft.SleeveWrist, "Ease at the lower edge", 10, 400, "the hand passes, or a slit is left",
		"Added to the arm’s girth at the lower edge.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			one, under := armOf(on), on.Arms()
			long := one.long
			if v.Has(draft.SleeveLong) { // some always reach the wrist
				long *= v.Number(draft.SleeveLong)
			}
			if under.Upper == 0 || under.Down < long-reach { // it ends higher up the arm
				return usual, figure.Memory
			}
			return max(usual, under.Lower+slips-one.girth(long)), figure.Memory
		})
}

// deeper is by how much an armhole is longer for every mm it is cut deeper, and reach within what two sleeves end at the same
// place, mm (both from memory).
const deeper, reach = 1.5, 90.0

// arm is a wearer's arm, mm: girths and where they are, from the shoulder point down.
type arm struct{ upper, elbow, wrist, long, bend float64 }

// bendAt is where the elbow is on the way from the shoulder point to the wrist (from memory).
const bendAt = 0.57

func armOf(on figure.Figure) arm {
	a := arm{upper: on.Length("upper_arm_girth"), elbow: on.Length("elbow_girth"), wrist: on.Length("wrist_girth"),
		long: on.Length("arm_length")}
	a.bend = bendAt * a.long
	return a
}

// girth is the arm's girth at a distance down from the shoulder point: straight from the
// upper arm to the elbow and on to the wrist.
func (a arm) girth(down float64) float64 {
	switch top := 0.28 * a.long; {
	case down <= top:
		return a.upper
	case down <= a.bend:
		return a.upper + (a.elbow-a.upper)*(down-top)/(a.bend-top)
	case down <= a.long:
		return a.elbow + (a.wrist-a.elbow)*(down-a.bend)/(a.long-a.bend)
	}
	return a.wrist
}

// head is a sleeve's head over its width at the armpit: curves from the underarm up to the
// middle and down again. x runs from the front (left of the piece) to the back, the level of
// the armpit is 0.
type head struct {
	front, back []plane.Point // each from the underarm up to the middle
	high, width float64
	asked       float64 // the width that was asked for; less where the armhole needs more
	a           Armhole
	ease        float64
}

// Shares of the ease that the front of a head takes, and how its quarters are curved (from
// memory; found by laying heads into armholes).
const (
	frontEase                                    = 0.45
	frontHollow, frontCrown, backHollow, backTop = 0.52, 0.52, 0.40, 0.62
)

// flattest is the least height of a head, as a part of the armhole's depth (from memory): what is
// flatter lies in folds under the arm, as a kimono's does, and has no head to set. One that is
// higher than steepest can't be set either: the sleeve is then drafted wider.
const flattest, steepest = 0.15, 1.1

// headFor is the head of a width at the armpit, or the next wider one that this armhole can take,
// whose curve is as long as the armhole and its ease.
func headFor(a Armhole, width, ease float64) (head, error) {
	long := a.Around() + ease
	if long < width*1.01 {
		return head{}, fmt.Errorf("the sleeve is too wide for this armhole: %s round the arm want a head of %s at least, and the armhole "+
			"with its ease gives %s; less ease round the arm, or a deeper armhole", measure.Tell(width), measure.Tell(width*1.01),
			measure.Tell(long))
	}
	h := headOf(a, width, ease)
	if h.high > steepest*a.Depth {
		low, high := width, long/1.01
		for range 20 {
			if mid := (low + high) / 2; headOf(a, mid, ease).high > steepest*a.Depth {
				low = mid
			} else {
				high = mid
			}
		}
		h = headOf(a, high, ease)
	}
	h.asked = width
	if share := h.high / a.Depth; share < flattest {
		return h,
			fmt.Errorf("the sleeve is too wide for this armhole: its head would be %s high on an armhole %s deep; less ease round the "+
				"arm", measure.Tell(h.high), measure.Tell(a.Depth))
	}
	return h, nil
}

// headOf is the head of exactly that width: its height is found by halving, its middle moved
// until front and back each have their own length.
func headOf(a Armhole, width, ease float64) head {
	h := head{a: a, ease: ease, width: width}
	half := func(w, hollow, crown, high float64) []plane.Point {
		return plane.Cubic(plane.Pt(0, 0), plane.Pt(hollow*w, 0), plane.Pt(w-crown*w, high), plane.Pt(w, high))
	}
	long := a.Around() + ease
	wf := width * 0.48
	for range 14 {
		low, high := 2.0, long
		for range 40 {
			mid := (low + high) / 2
			if plane.Length(half(wf, frontHollow, frontCrown, mid))+plane.Length(half(width-wf, backHollow, backTop, mid)) < long {
				low = mid
			} else {
				high = mid
			}
		}
		h.high = (low + high) / 2
		front := a.Front() + frontEase*ease
		low, high = 0.3*width, 0.7*width
		for range 40 {
			mid := (low + high) / 2
			if plane.Length(half(mid, frontHollow, frontCrown, h.high)) < front {
				low = mid
			} else {
				high = mid
			}
		}
		was := wf
		if wf = (low + high) / 2; math.Abs(wf-was) < 1e-6 {
			break
		}
	}
	h.front = half(wf, frontHollow, frontCrown, h.high)
	h.back = half(width-wf, backHollow, backTop, h.high)
	for i := range h.back { // mirrored: the back's underarm lies at the right
		h.back[i].X = width - h.back[i].X
	}
	return h
}

// line is the whole head from the back's underarm over the middle to the front's: against the
// clock along the top of the piece.
func (h head) line() []plane.Point {
	return plane.Join(h.back, plane.Reversed(h.front))
}

// whole is the head of a sleeve that is cut in one.
func (h head) whole(piece string) headPart {
	return headPart{piece, "head", 0, plane.Length(h.line())}
}

// headPart is a stretch of a head on a piece of the sleeve, by lengths along the whole head
// from the back's underarm. Parts of one edge stand in the order the edge runs.
type headPart struct {
	piece, edge string
	from, to    float64
}

// paired is a stretch of the armhole and the one of the head that is sewn to it.
type paired struct {
	part, head int     // which of the armhole's parts, which of the head's
	from, to   float64 // on the armhole, from the back's underarm
	long       float64 // on the head
	idA, idB   string
}

// order are the armhole's parts as the head meets them against the clock: the back from the
// underarm up, then the front from the shoulder down.
func (h head) order() []Part {
	var out []Part
	for _, front := range []bool{false, true} {
		for _, q := range h.a.Parts {
			if q.Front == front {
				out = append(out, q)
			}
		}
	}
	return out
}

// on is where on the head a place of the armhole belongs, both from the back's underarm: below
// the notches lies hardly any ease, most of it over the middle.
func (h head) on(at float64) float64 { return h.along(at, plane.Length(h.back), plane.Length(h.front)) }

// along is on for a head whose halves are known to be so long.
func (h head) along(at, backLong, frontLong float64) float64 {
	if back := h.a.Back(); at <= back {
		return at + (backLong-back)*eased(at/back)
	}
	left := h.a.Around() - at
	return backLong + frontLong - left - (frontLong-h.a.Front())*eased(left/h.a.Front())
}

// under is on the other way round.
func (h head) under(at float64) float64 {
	back, front := plane.Length(h.back), plane.Length(h.front)
	low, high := 0.0, h.a.Around()
	for range 50 {
		if mid := (low + high) / 2; h.along(mid, back, front) < at {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2
}

// pairs are the stretches between all places where a part of the armhole or of the head ends.
func (h head) pairs(order []Part, heads []headPart) []paired {
	var all []paired
	at := 0.0
	for i, q := range order {
		for k, p := range heads {
			from, to := max(at, h.under(p.from)), min(at+q.Length, h.under(p.to))
			if to-from > 0.5 {
				all = append(all, paired{part: i, head: k, from: from, to: to, long: h.on(to) - h.on(from), idA: q.Edge,
					idB: fmt.Sprintf("head-%d", len(all)+1)})
			}
		}
		at += q.Length
	}
	return all
}

// sew pairs the parts of a head with those of the armhole: where either ends, both edges are
// parted, and each stretch is sewn to its partner.
func (h head) sew(d *draft.Draft, absorbed pattern.Takeup, heads ...headPart) {
	order := h.order()
	all := h.pairs(order, heads)
	for i, q := range order {
		// The armhole's edges run the other way: their stretches stand in reverse.
		var of []*paired
		for k := range all {
			if all[k].part == i {
				of = append([]*paired{&all[k]}, of...)
			}
		}
		if len(of) < 2 {
			continue
		}
		var parts []pattern.Stretch
		for k, s := range of {
			if k > 0 {
				s.idA = fmt.Sprintf("%s-part-%d", q.Edge, k+1)
			}
			parts = append(parts, pattern.Stretch{ID: s.idA, Name: "armhole", Length: s.to - s.from})
		}
		pieceOf(d, q.Piece).Split(q.Edge, parts...)
	}
	for k, p := range heads {
		if k > 0 && heads[k-1].piece == p.piece && heads[k-1].edge == p.edge {
			continue
		}
		var parts []pattern.Stretch
		for n, q := range heads {
			for _, s := range all {
				if s.head == n && q.piece == p.piece && q.edge == p.edge {
					parts = append(parts, pattern.Stretch{ID: s.idB, Name: "head, to " + order[s.part].Piece, Length: s.long})
				}
			}
		}
		pieceOf(d, p.piece).Split(p.edge, parts...)
	}
	for _, s := range all {
		d.Seams = append(d.Seams, s.seam(order[s.part].Piece, heads[s.head].piece, absorbed))
	}
}

// seam is the pair as a seam; what the head has more is taken up as its share of it asks.
func (s paired) seam(a, b string, absorbed pattern.Takeup) pattern.Seam {
	seam := pattern.Seam{ID: "armhole-" + a + "-" + s.idB, A: pattern.Side{Piece: a, Edge: s.idA}, B: pattern.Side{Piece: b, Edge: s.idB},
		Join: pattern.Sleeved, Strain: 1}
	more := s.long - (s.to - s.from)
	if math.Abs(more) <= pattern.Slack {
		return seam
	}
	seam.Ease, seam.Absorbed = more, absorbed
	switch share := more / (s.to - s.from); {
	case absorbed == pattern.Gathers && share < 0.06:
		seam.Absorbed = pattern.Eased
	case absorbed == pattern.Eased && share > 0.055:
		seam.Absorbed = pattern.ShrunkIn
	}
	return seam
}

// eased is the share of a half head's ease that lies below a share of its length from the
// underarm: a tenth below the notch, the rest above.
func eased(t float64) float64 {
	const notch, below = 0.38, 0.1
	switch {
	case t <= 0:
		return 0
	case t < notch:
		return below * t / notch
	case t < 1:
		return below + (1-below)*(t-notch)/(1-notch)
	}
	return 1
}

func pieceOf(d *draft.Draft, id string) *pattern.Piece {
	for i := range d.Pieces {
		if d.Pieces[i].ID == id {
			return &d.Pieces[i]
		}
	}
	panic("sleeve: there is no piece " + id)
}

// allowance is what the seams of a sleeve have, mm, and its hem.
const allowance, hem = 15.0, 30.0

// tell says what is particular about setting a head in.
func tell(d *draft.Draft, h head, in string) {
	d.Measure("sleeve.armhole", "the armhole", "round its seam line", h.a.Around())
	d.Measure("sleeve.head", "the sleeve’s head", "along its seam line", plane.Length(h.line()))
	d.Measure("sleeve.high", "the sleeve’s head", "in height", h.high)
	if more := h.width - h.asked; more > 1 {
		d.Remark(false, "The armhole asks for a wider sleeve", "It is drafted "+measure.Tell(more)+" wider round the arm than its ease "+
			"says: with less its head would stand higher than this armhole is deep. A higher armhole takes a narrower sleeve.")
	}
	d.Tell(work.ToSleeve, fmt.Sprintf("The head is %s longer than the armhole; %s. The notches first, then the middle of the head at the "+
		"shoulder, shifted forward if the arm hangs forward.", measure.Tell(plane.Length(h.line())-h.a.Around()), in))
}
