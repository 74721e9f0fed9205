package skirt

import (
	"errors"
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Bearings of the first and the last seam as parts of the half round; the
// others lie evenly between them. backFlare is how much of what the hem has
// more goes to the back and frontFlare to the front, degree for degree against
// the sides (all from memory).
const firstSeam, lastSeam, frontFlare, backFlare = 0.18, 0.74, 0.45, 1.1

// form is the skirt before its pieces are drawn: what each gore goes round and
// what it is sewn to.
type form struct {
	*part.Skirt
	bearings        []float64
	waist, hip      float64 // with ease
	back, backCloth float64 // of one half: pleated, and flat
	share           []float64
	darts           []int // of each gore, in each half
	intake          []float64
	drawn           []bool // of each gore: it has too much for darts, and is gathered
	hems            []float64
	n               int       // gores and back
	weights         []float64 // of what each gore takes of the flare, all of a half
	behind          float64   // cloth of the half that is gathered in at the back of one that is not pleated
	pleated         bool      // the back is a straight breadth
	conical         bool      // straight from the waist to the hem where the hip lets it
	moved           float64   // how far off level the hem is drafted
}

// formOf settles where the seams stand. It shares the waist before the back as
// the figure's own waist lies between the seams.
func formOf(on figure.Figure, v draft.Values) *form {
	n := v.Whole("side_gores")
	f := &form{n: n + 2, waist: on.GirthAt(figure.Waist) + v.Number(draft.WaistEase), pleated: true}
	f.bearings = []float64{0}
	for i := range n + 1 {
		f.bearings = append(f.bearings, 180*(firstSeam+(lastSeam-firstSeam)*float64(i)/float64(n)))
	}
	f.bearings = append(f.bearings, 180)
	long := on.Fall(90, on.Floor()-v.Number(draft.Clearance))
	f.Skirt = &part.Skirt{On: on, Long: long, Ease: v.Number(draft.HipEase), Bearings: f.bearings}
	f.Settle()
	f.hip = on.GirthAt(figure.Hip) + v.Number(draft.HipEase)
	f.back = f.waist / 2 * v.Number("back_share")
	f.backCloth = max((f.back-free)*v.Number("pleat_ratio")+free, 0)
	section := on.At(0)
	before := section.Arc(0, f.bearings[n+1])
	for k := range n + 1 {
		f.share = append(f.share, (f.waist/2-f.back)*section.Arc(f.bearings[k], f.bearings[k+1])/before)
	}
	f.share = append(f.share, f.back)
	for k := range f.n {
		w := f.bearings[k+1] - f.bearings[k]
		switch k {
		case 0:
			w *= frontFlare
		case f.n - 1:
			w *= backFlare
		}
		f.weights = append(f.weights, w)
	}
	return f
}

// least is the narrowest that gore k may be at its hem; of the whole gore.
func (f *form) least(k int) float64 {
	if k == f.n-1 && f.pleated {
		return max(f.Widest(k), 2*f.backCloth)
	}
	return max(f.Widest(k), f.share[k]*f.halves(k)) + f.gathered(k)*f.halves(k)
}

// gathered is what a gore has to be gathered in, of a half.
func (f *form) gathered(k int) float64 {
	if k == f.n-1 {
		return f.behind
	}
	return 0
}

// halves is 2 for a gore on the fold.
func (f *form) halves(k int) float64 {
	if k == 0 || k == f.n-1 && !f.Parted {
		return 2
	}
	return 1
}

// leastHem is the narrowest hem that goes round what is under it with all the
// pleats' cloth.
func leastHem(on figure.Figure, v draft.Values) float64 {
	f := formOf(on, v)
	return f.leastRound()
}

func (f *form) leastRound() float64 {
	sum := 0.0
	for k := range f.n {
		sum += f.least(k) * 2 / f.halves(k)
	}
	return sum
}

// hemmed shares a hem among the gores.
func (f *form) hemmed(round float64) error {
	f.hems = nil
	more := round - f.leastRound()
	if more < -1 {
		return fmt.Errorf("a hem of %s is narrower than what it goes round with its pleats, %s: widen the hem, or take fewer or "+
			"shallower pleats", measure.Tell(round), measure.Tell(f.leastRound()))
	}
	sum := 0.0
	for _, w := range f.weights {
		sum += w
	}
	for k := range f.n {
		f.hems = append(f.hems, f.least(k)+max(more, 0)*f.weights[k]/sum/2*f.halves(k))
	}
	return nil
}

// dart settles what darts take in each gore beside its edges.
func (f *form) dart() error {
	f.darts, f.intake, f.drawn = make([]int, f.n), make([]float64, f.n), make([]bool, f.n)
	for k := range f.n {
		if k == f.n-1 && f.pleated {
			continue // what it has more is taken in with the rest
		}
		stands := f.stands(k)
		if k == f.n-1 && f.behind > 0 {
			if more := stands - f.share[k]; more > smallestDart && !f.pleated {
				f.darts[k], f.intake[k], f.drawn[k] = 1, more, true
			}
			continue
		}
		up := f.HipUp((f.bearings[k] + f.bearings[k+1]) / 2)
		hip, slope := f.along(k)(up)
		if !f.pleated { // a flare goes on above the hip
			hip += min(slope, 0) * f.On.Drop(figure.Hip)
		}
		hip /= f.halves(k)
		edges := 2 / f.halves(k)
		more := hip - f.share[k] - steepest*edges
		if over := stands - f.share[k]; !f.pleated && over > smallestDart && over > more {
			f.darts[k], f.intake[k], f.drawn[k] = 1, over, true // over a bustle, a roll or a hoop
			continue
		}
		if more < smallestDart {
			continue
		}
		if more > mostDarts*largestDart { // then the edges take what they can
			more -= (steepestAtAll - steepest) * edges
		}
		f.darts[k] = int(math.Ceil(more/largestDart - 1e-9))
		if f.darts[k] > mostDarts || more > 0.7*f.share[k] {
			if !f.pleated { // over a bustle or a hoop
				f.darts[k], f.intake[k], f.drawn[k] = 1, more, true
				continue
			}
			return fmt.Errorf("hip and waist differ by %s; that is more than %d darts a gore can take in: use more side gores or a "+
				"larger part for the back", measure.Tell(f.hip-f.waist), mostDarts)
		}
		f.intake[k] = more / float64(f.darts[k])
	}
	return nil
}

// leansAt is how steeply an edge of a gore is shaped above the hip at most, mm of width for each mm down (from memory).
const leansAt = 0.4

// stands is how wide gore k must be at the waist, of a half, so that with edges that lean no more than they can it goes round
// all that stands out below: a bustle, a roll or a hoop just under the waist wants cloth there, which is gathered in.
func (f *form) stands(k int) (most float64) {
	hip := f.On.Drop(figure.Hip)
	drops := f.On.Drops(0, max(hip, f.Reach()*0.6))
	falls := f.On.Falls((f.bearings[k]+f.bearings[k+1])/2, drops)
	for i, drop := range drops {
		most = max(most, f.Need(k, drop)/f.halves(k)-leansAt*2/f.halves(k)*falls[i])
	}
	return most
}

// easesIn is how far below the hip a flare eases in, mm (from memory: a corner there shows).
const easesIn = 180.0

// fullest is the most that gore k must go round between the belly and the hip: a gore that went in again below a belly
// would lean the wrong way.
func (f *form) fullest(k int) float64 {
	hip := f.On.Drop(figure.Hip)
	most := 0.0
	for _, share := range []float64{0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1} {
		most = max(most, f.Need(k, hip*share))
	}
	return most
}

// along is a gore's width by height from the hem to the hip, and how it changes: the straightest that goes
// round what is under it. One that is fitted to the hip eases into its flare below.
func (f *form) along(k int) func(up float64) (width, slope float64) {
	straight := f.Straightest(k, f.hems[k])
	if f.pleated || f.conical {
		return straight
	}
	middle := (f.bearings[k] + f.bearings[k+1]) / 2
	hipUp, more := f.HipUp(middle), f.gathered(k)*f.halves(k)
	atHip := f.fullest(k) + more
	ease := min(easesIn, hipUp/3)
	flare := (f.hems[k] - atHip) / max(hipUp-ease/2, 1)
	needs := f.needs(k)
	return func(up float64) (width, slope float64) {
		w, down := 0.0, hipUp-up
		switch {
		case down <= 0:
			return atHip, 0
		case down < ease:
			w, slope = atHip+flare*down*down/2/ease, -flare*down/ease
		default:
			w, slope = atHip+flare*(down-ease/2), -flare
		}
		return max(w, needs(up)+more), slope
	}
}

// needs is what gore k must go round by height above its hem.
func (f *form) needs(k int) func(up float64) float64 {
	drops := f.On.Drops(0, f.Reach())
	falls := f.On.Falls((f.bearings[k]+f.bearings[k+1])/2, drops)
	n := len(drops) - 1
	return func(up float64) float64 {
		at := falls[n] - up
		i := min(max(sort.SearchFloat64s(falls, at), 1), n)
		share := max(0, min(1, (at-falls[i-1])/max(falls[i]-falls[i-1], 1e-9)))
		return f.Need(k, drops[i-1]) + (f.Need(k, drops[i])-f.Need(k, drops[i-1]))*share
	}
}

// width is a gore's width by height above the hem: the figure's own curve from
// the waist to the hip and what the hip has more besides, with the darts not
// yet sewn; below the hip the straightest line.
func (f *form) width(k int) func(up float64) float64 {
	middle := (f.bearings[k] + f.bearings[k+1]) / 2
	along := f.along(k)
	if k == f.n-1 && f.pleated { // cloth to spare at every height
		top := 2 * f.backCloth
		long := f.Length(middle)
		return func(up float64) float64 {
			return max(f.hems[k]+(top-f.hems[k])*up/long, top)
		}
	}
	hipUp, hipDrop, top := f.HipUp(middle), f.On.Drop(figure.Hip), f.Length(middle)
	atHip, _ := along(hipUp)
	spare := atHip - f.Need(k, hipDrop) - f.gathered(k)*f.halves(k)
	inDarts := f.intake[k] * float64(f.darts[k]) * f.halves(k)
	deep := f.dartLength()
	fitted := func(down float64) float64 { // 0 at the waist, 1 at the hip
		need := f.Need(k, hipDrop*down) + f.gathered(k)*f.halves(k)
		if f.drawn[k] { // straight to the hip, or as what stands out wants it
			whole := (f.share[k] + f.intake[k] + f.gathered(k)) * f.halves(k)
			return max(need, whole+(max(atHip, need)-whole)*down)
		}
		w := need + spare*down
		if !f.pleated {
			w = min(w, max(atHip, need))
		}
		return w + inDarts*max(0, 1-down*(top-hipUp)/deep)
	}
	_, slope := along(hipUp)
	curve := fitted
	if !f.drawn[k] {
		curve = oneCurve(fitted, -slope*(top-hipUp))
	}
	return func(up float64) float64 {
		if up <= hipUp || f.conical {
			w, _ := along(up)
			return w
		}
		return curve(max(top-up, 0) / (top - hipUp))
	}
}

// slack is by how much a fitted edge may lie inside what the body and its darts want where that alone makes it one curve, of a
// whole gore, mm (from memory: cloth gives that much).
const slack = 1.0

// oneCurve is the width of a gore from the waist (0) to the hip (1) as one round curve that goes round all that is wanted and runs
// on into what lies below, which widens by so much over that length: what body and darts want by themselves waves at every
// dart's end. Where no round curve is as wide everywhere it is what is wanted there.
func oneCurve(wanted func(down float64) float64, below float64) func(down float64) float64 {
	from, to := wanted(0), wanted(1)
	rise := to - from
	below = min(below, 0.9*rise)                           // what widens faster below bends the other way from the hip on
	flattest, roundest := 1.5*rise-below/2, 3*rise-2*below // how steeply it begins, so that it bends one way alone
	if rise <= 0 || roundest <= flattest {
		return wanted
	}
	round := func(begins float64) func(t float64) float64 {
		return func(t float64) float64 {
			return from + rise*t*t*(3-2*t) + begins*t*(1-t)*(1-t) - below*t*t*(1-t)
		}
	}
	// Over a belly it may be wider above the hip than on it, and comes in again a little.
	const steps, fuller = 24, 3
	for i := range fuller * steps {
		at, wide := round(flattest+(roundest-flattest)*float64(i)/steps), true
		for k := range steps {
			t := float64(k) / steps
			wide = wide && at(t) >= wanted(t)-slack
		}
		if wide {
			return at
		}
	}
	return wanted
}

// dartLength is how far a dart runs down from the waist.
func (f *form) dartLength() float64 { return min(f.On.Drop(figure.Hip)*0.62, 120) }

// gores draws the gores and the back breadth.
func (f *form) gores(seam, turn float64) ([]pattern.Piece, error) {
	long, tops := make([]float64, f.n+1), make([]float64, f.n)
	for j, b := range f.bearings {
		if long[j] = f.Length(b); long[j] < f.On.Drop(figure.Hip)+80 {
			return nil, errors.New("the skirt is too short: it ends above the hip and ⟦8 cm⟧; lower the hem")
		}
	}
	for k := range f.n {
		tops[k] = f.share[k] + f.intake[k]*float64(f.darts[k]) + f.gathered(k)
	}
	if f.pleated {
		tops[f.n-1] = f.backCloth
	}
	f.moved = part.Sloped(long, tops)
	slope := func(j int) float64 { // of the waist line at seam j
		return math.Atan2(long[j+1]-long[j-1], tops[j-1]+tops[j])
	}
	var out []pattern.Piece
	for k := range f.n {
		g := part.Gore{ID: fmt.Sprintf("side-%d", k), Name: "Side gore", Left: long[k], Right: long[k+1], Top: tops[k],
			Width: f.width(k), Fold: f.halves(k) == 2, Allowance: seam, Turned: turn}
		if f.n > 3 {
			g.Name = fmt.Sprintf("Side gore %d", k)
		}
		switch {
		case k == 0:
			g.ID, g.Name, g.SlopeRight = "front", "Front gore", slope(1)
		case k == f.n-1 && g.Fold:
			g.ID, g.Name, g.Left, g.Right, g.SlopeRight = "back", "Back gore", long[f.n], long[f.n-1], -slope(f.n-1)
			if f.pleated {
				g.Name = "Back breadth"
			}
		case k == f.n-1: // its other side is the centre back
			g.ID, g.Name, g.SlopeLeft = "back", "Back gore", slope(k)
		default:
			g.SlopeLeft, g.SlopeRight = slope(k), slope(k+1)
		}
		p, err := g.Piece()
		if err != nil {
			return nil, err
		}
		p.Cut = 1
		if !g.Fold {
			p.Cut, p.Mirrored = 2, true
		}
		side := "back"
		if k == f.n-1 && g.Fold {
			side = "side"
		}
		part.Rename(&p, "right", side, side+" edge", seam)
		part.Rename(&p, "left", "front", "front edge", seam)
		part.Rename(&p, "top", "waist", "waist edge", seam)
		part.Rename(&p, "centre", "fold", "centre fold", 0)
		if p.Fold != "" {
			p.Fold = "fold"
		}
		p.Notches = append(p.Notches, pattern.Notch{Edge: side, At: f.HipUp(f.bearings[min(k+1, f.n-1)]), Label: "hip"})
		if !g.Fold {
			p.Notches = append(p.Notches, pattern.Notch{Edge: "front", At: long[k] - f.HipUp(f.bearings[k]), Label: "hip"})
		}
		f.markDarts(&p, k)
		f.levelled(&p, g.Row(f.HipUp((f.bearings[k]+f.bearings[k+1])/2)))
		out = append(out, p)
	}
	return out, nil
}

// markDarts draws a gore's darts, evenly along its waist line.
func (f *form) markDarts(p *pattern.Piece, k int) {
	waist, _ := p.Edge("waist")
	long := waist.Length()
	if f.drawn[k] {
		p.GatherRows(waist.Line)
		return
	}
	for i := range f.darts[k] {
		mid := long * float64(i+1) / float64(f.darts[k]+1)
		a, _ := plane.Along(waist.Line, mid-f.intake[k]/2)
		b, _ := plane.Along(waist.Line, mid+f.intake[k]/2)
		centre := a.Mid(b)
		down := b.Sub(a).Left().Unit() // the waist line runs right to left
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{a, centre.Add(down.Times(f.dartLength())), b},
			Label: "dart " + measure.TellFine(f.intake[k])})
	}
}

// dartsAlong is how far along a gore's waist its darts lie once they are sewn: they stand evenly on the open edge.
func (f *form) dartsAlong(k int) (out []float64) {
	n := float64(f.darts[k])
	open := f.share[k] + n*f.intake[k]
	for i := range f.darts[k] {
		out = append(out, open*float64(i+1)/(n+1)-f.intake[k]*(float64(i)+0.5))
	}
	return out
}

// dartCount is how many darts the whole skirt has.
func (f *form) dartCount() int {
	sum := 0
	for k, n := range f.darts {
		if !f.drawn[k] {
			sum += 2 * n
		}
	}
	return sum
}

// sided names the edges of gores by their sides, so that each is sewn to the next one's, and says what their hems are.
func sided(pieces []pattern.Piece) {
	for i := range pieces {
		p := &pieces[i]
		for _, e := range [][2]string{{"back", "right"}, {"side", "right"}, {"front", "left"}, {"waist", "top"}} {
			if old, ok := p.Edge(e[0]); ok {
				part.Rename(p, e[0], e[1], old.Name, old.Allowance)
			}
		}
		p.Be(pattern.Hem, "hem")
	}
}

// hangsFrom is what the gores hang from: a straight band with hooks, or the bodice they are sewn to.
func (f *form) hangsFrom(v draft.Values) part.Band {
	b := part.Band{Waist: f.waist, Length: f.waist, Lower: f.waist, Allowance: v.Number(draft.Allowance), Closure: "hooks",
		Opening: v.Number(draft.Placket), None: true, At: draft.AtBack}
	if !f.Parted {
		b.At = draft.AtLeft
	}
	if v.Has(draft.Band) {
		b.Depth, b.Lap, b.None = v.Number(draft.Band), v.Number(draft.Lap), false
	}
	return b
}
