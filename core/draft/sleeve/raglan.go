package sleeve

import (
	"errors"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// raglan is a sleeve in two parts that runs up over the shoulder to the neckline: the bodice's
// shoulder is cut off and becomes the top of the sleeve.
var raglan = Kind{Key: Raglan, Label: "raglan, in two parts up to the neckline",
	Parameters: func() []draft.Parameter {
		return []draft.Parameter{armEase(70), part.LongSleeve("Length"), wristEase(80),
			draft.Mm("sleeve_neck", "Of the neckline it takes, before and behind", 10, 60, 32, "⟦2 cm⟧ to ⟦45⟧", figure.Memory,
				"From the shoulder along the neckline to where its seam begins."),
			draft.Times("sleeve_down", "Its seam meets the armhole, down from the shoulder", 0.35, 0.75, 0.55, "about the middle",
				figure.Memory, "As a part of the armhole's front and of its back.")}
	},
	Draft: func(d *draft.Draft, a Armhole, on figure.Figure, v draft.Values) error {
		one := armOf(on)
		h, err := headFor(a, one.upper+v.Number(draft.SleeveArm), 0)
		if err != nil {
			return err
		}
		r := raglanOf{h: h, a: a, long: one.long * v.Number(draft.SleeveLong)}
		r.under = max(r.long-h.high, 40)
		r.foot = min(one.girth(r.long)+v.Number(draft.SleeveWrist), h.width*1.3)
		front, err := r.parted(d, true, v.Number("sleeve_neck"), v.Number("sleeve_down"))
		if err != nil {
			return err
		}
		back, err := r.parted(d, false, v.Number("sleeve_neck"), v.Number("sleeve_down"))
		if err != nil {
			return err
		}
		r.join(d, front, back)
		tell(d, h, "below the raglan seams it is sewn to the armhole edge to edge")
		return nil
	}}

// Raglan is the kind that takes the shoulder with it.
const Raglan = "raglan"

// raglanOf is a raglan sleeve being drafted.
type raglanOf struct {
	h                 head
	a                 Armhole
	long, under, foot float64
}

// yokeOff is what is cut off a bodice's piece for the top of a raglan sleeve, as points: where its
// seam leaves the armhole, the shoulder's end, the neck, where the seam reaches the neckline.
type yokeOff struct {
	of, edge, necked           string // the piece, its armhole, its neckline at the shoulder
	scye, shoulder, neck, seam []plane.Point
	low                        float64 // how far up the armhole, from the underarm, the seam meets it
	allowance                  float64 // of the neckline
}

var errNoShoulder = errors.New("a raglan seam needs a front and a back that reach from the neckline over the shoulder to the armhole in " +
	"one piece: choose another sleeve for this cut")

// parted cuts the front's or the back's shoulder off the bodice.
func (r raglanOf) parted(d *draft.Draft, front bool, neck, down float64) (yokeOff, error) {
	edge := map[bool]string{true: "scye", false: "scye-back"}[front]
	out := yokeOff{edge: edge}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		over, shoulder := p.Edge("shoulder")
		scye, armed := p.Edge(edge)
		if p.Of != "" || !shoulder || !armed {
			continue
		}
		if over.Kind == pattern.Opening {
			return out,
				errors.New("a raglan sleeve takes the shoulders with it, and these open there: choose another opening, or another " +
					"sleeve")
		}
		n := besideShoulder(p, front)
		if n.ID != "neck" && n.ID != "neck-side" {
			return out, errNoShoulder
		}
		out.necked = n.ID
		up := min(down*r.a.half(front), 0.88*scye.Length())
		if neck > n.Length()-12 {
			return out, errors.New("the raglan seam would take all of the neckline: let it take less, or lower the neckline")
		}
		from, to := pattern.Place{Edge: n.ID, At: neck}, pattern.Place{Edge: edge, At: scye.Length() - up}
		if !front {
			from.At, to.At = n.Length()-neck, up
		}
		rest, off, err := p.Parted(from, to, "raglan", "raglan seam")
		if err != nil {
			return out, err
		}
		if _, ok := rest.Edge("shoulder"); ok {
			rest, off = off, rest
		}
		for _, m := range off.Marks {
			if m.Kind == pattern.Dart {
				return out, errors.New("the raglan seam would cross the dart at the shoulder: choose another place for that dart")
			}
		}
		rest.ID, rest.Name, rest.Fold, rest.Cut, rest.Mirrored = p.ID, p.Name, p.Fold, p.Cut, p.Mirrored
		rest.Allow(allowance, "raglan")
		out.of, out.allowance = p.ID, n.Allowance
		for _, e := range off.Edges {
			switch e.ID {
			case edge:
				out.scye = e.Line
			case "shoulder":
				out.shoulder = e.Line
			case n.ID:
				out.neck = e.Line
			case "raglan":
				out.seam = e.Line
			}
		}
		if !front { // as the front's: from the underarm up, from the arm to the neck, down to the armhole
			out.scye, out.shoulder = plane.Reversed(out.scye), plane.Reversed(out.shoulder)
			out.neck, out.seam = plane.Reversed(out.neck), plane.Reversed(out.seam)
		}
		out.low = r.a.half(front) - plane.Length(out.scye)
		r.curve(&out, &rest, edge, front)
		*p = rest
		return out, nil
	}
	return out, errNoShoulder
}

// curve lets the raglan seam run into the armhole below it, and into the head under the arm, in as
// fair a curve as both allow: halfway between the ways they leave it.
func (r raglanOf) curve(y *yokeOff, rest *pattern.Piece, edge string, front bool) {
	low, _ := rest.Edge(edge)
	scye := low.Line // from the seam down
	if front {
		scye = plane.Reversed(scye)
	}
	const near = 14.0
	at, _ := plane.Along(scye, near)
	body := at.Sub(scye[0]).Unit()
	head := r.h.line()
	from := y.low - near
	if front {
		from = plane.Length(head) - y.low + near
	}
	_, on, _ := r.laid(*y, front, 0)
	under, _ := plane.Along(head, from)
	// The head's way there, turned back to how the piece lies.
	u, w := y.scye[len(y.scye)-1].Sub(y.scye[0]), r.top().Sub(on)
	sleeve := under.Sub(on).Unit().Turned(-math.Atan2(u.Cross(w), u.Dot(w)))
	neck, foot := y.seam[0], y.seam[len(y.seam)-1]
	way := body.Add(sleeve).Unit()
	long := neck.To(foot)
	y.seam = plane.Cubic(neck, neck.Add(foot.Sub(neck).Times(0.4)), foot.Sub(way.Times(0.3*long)), foot)
	// On the front it runs from the armhole up to the neck, on the back down.
	e, _ := rest.Edge("raglan")
	if e.Line = y.seam; front {
		e.Line = plane.Reversed(y.seam)
	}
}

// top is where the shoulder seam meets the head.
func (r raglanOf) top() plane.Point {
	at, _ := plane.Along(r.h.line(), r.a.half(false))
	return at
}

// besideShoulder is the edge that the shoulder meets at the neck.
func besideShoulder(p *pattern.Piece, front bool) pattern.Edge {
	n := len(p.Edges)
	for i := range p.Edges {
		if p.Edges[i].ID == "shoulder" && front {
			return p.Edges[(i+1)%n]
		}
		if p.Edges[i].ID == "shoulder" {
			return p.Edges[(i+n-1)%n]
		}
	}
	return pattern.Edge{}
}

// laid is the cut off shoulder laid to the head: the armhole's end of its seam on the head, its
// shoulder's end towards the head's middle, turned from there by an angle about the former.
func (r raglanOf) laid(y yokeOff, front bool, turn float64) (at func([]plane.Point) []plane.Point, on, top plane.Point) {
	line := r.h.line()
	top = r.top()
	from := y.low
	if front {
		from = plane.Length(line) - y.low
	}
	on, _ = plane.Along(line, from)
	s := y.scye[0]
	u, w := y.scye[len(y.scye)-1].Sub(s), top.Sub(on)
	angle := math.Atan2(u.Cross(w), u.Dot(w)) + turn
	return func(line []plane.Point) []plane.Point {
		out := make([]plane.Point, len(line))
		for i, q := range line {
			out[i] = q.Sub(s).Turned(angle).Add(on)
		}
		return out
	}, on, top
}

// Rounding of the overarm seam over the shoulder's end: along the shoulder, and down the arm, mm
// (from memory).
const overShoulder, overArm = 45.0, 70.0

// overarm is the seam from the neck over the shoulder down to the lower edge.
func (r raglanOf) overarm(shoulder []plane.Point, top plane.Point) []plane.Point {
	neck := plane.Reversed(shoulder) // from the neck to the arm
	whole := plane.Length(neck)
	kept := plane.Part(neck, 0, whole-min(overShoulder, whole/2))
	end, n := neck[len(neck)-1], len(kept)
	foot := plane.Pt((r.h.width-r.foot)/2+r.foot*top.X/r.h.width, -r.under)
	down := foot.Sub(top).Unit()
	arm := top.Add(down.Times(overArm))
	along := kept[n-1].Sub(kept[n-2]).Unit()
	curve := plane.Cubic(kept[n-1], kept[n-1].Add(along.Times(0.6*kept[n-1].To(end))), arm.Sub(down.Times(0.6*arm.To(end))), arm)
	return plane.Join(kept, curve, []plane.Point{arm, foot})
}

// join adds the sleeve's two pieces and sews them to each other and to the bodice.
func (r raglanOf) join(d *draft.Draft, front, back yokeOff) {
	backAt, backOn, top := r.laid(back, false, 0)
	behind := r.overarm(backAt(back.shoulder), top)
	// The front's is turned until both overarm seams are as long.
	var at func([]plane.Point) []plane.Point
	var on plane.Point
	low, high := -0.35, 0.35
	for range 40 {
		mid := (low + high) / 2
		at, on, _ = r.laid(front, true, mid)
		if plane.Length(r.overarm(at(front.shoulder), top)) > plane.Length(behind) == (r.longer(front, top)) {
			high = mid
		} else {
			low = mid
		}
	}
	before := r.overarm(at(front.shoulder), top)
	line, shift := r.h.line(), (r.h.width-r.foot)/2
	foot := before[len(before)-1]
	piece := func(id, name string, edges ...pattern.Edge) {
		p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true, Edges: edges}
		p.Allow(allowance, "front", "back", "overarm", "raglan")
		p.Allow(10, "head")
		p.Allow(hem, "hem")
		p.Edges[0].Turned = true
		p.Be(pattern.Hem, "hem")
		d.Pieces = append(d.Pieces, p)
	}
	long := plane.Length(line)
	piece("sleeve-front", "Sleeve, front",
		pattern.Edge{ID: "hem", Name: "lower edge", Line: []plane.Point{plane.Pt(shift, -r.under), foot}},
		pattern.Edge{ID: "overarm", Name: "overarm seam", Line: plane.Reversed(before), Corner: true},
		pattern.Edge{ID: front.necked, Name: "neckline", Line: at(front.neck), Allowance: front.allowance},
		pattern.Edge{ID: "raglan", Name: "raglan seam", Line: ended(at(front.seam), on)},
		pattern.Edge{ID: "head", Name: "under the arm", Line: begun(plane.Part(line, long-front.low, long), on)},
		pattern.Edge{ID: "front", Name: "underarm, front", Line: squareSide(plane.Pt(0, 0), plane.Pt(shift, -r.under))})
	piece("sleeve-back", "Sleeve, back",
		pattern.Edge{ID: "hem", Name: "lower edge", Line: []plane.Point{foot, plane.Pt(r.h.width-shift, -r.under)}},
		pattern.Edge{ID: "back", Name: "underarm, back", Line: plane.Reversed(squareSide(plane.Pt(r.h.width, 0),
			plane.Pt(r.h.width-shift, -r.under)))},
		pattern.Edge{ID: "head", Name: "under the arm", Line: ended(plane.Part(line, 0, back.low), backOn)},
		pattern.Edge{ID: "raglan", Name: "raglan seam", Line: begun(plane.Reversed(backAt(back.seam)), backOn)},
		pattern.Edge{ID: back.necked, Name: "neckline", Line: plane.Reversed(backAt(back.neck)), Allowance: back.allowance},
		pattern.Edge{ID: "overarm", Name: "overarm seam", Line: behind, Corner: true})
	r.sew(d, front, back)
}

// longer tells whether turning the front's shoulder to the left makes its overarm seam longer.
func (r raglanOf) longer(front yokeOff, top plane.Point) bool {
	length := func(turn float64) float64 {
		at, _, _ := r.laid(front, true, turn)
		return plane.Length(r.overarm(at(front.shoulder), top))
	}
	return length(0.1) > length(-0.1)
}

func begun(line []plane.Point, at plane.Point) []plane.Point {
	return append([]plane.Point{at}, line[1:]...)
}

func ended(line []plane.Point, at plane.Point) []plane.Point {
	return append(append([]plane.Point{}, line[:len(line)-1]...), at)
}

// sew pairs the sleeve's edges with the bodice's and with each other; the bodice's shoulder seam
// is gone.
func (r raglanOf) sew(d *draft.Draft, front, back yokeOff) {
	var seams []pattern.Seam
	for _, s := range d.Seams {
		if s.A.Edge != "shoulder" && s.B.Edge != "shoulder" {
			seams = append(seams, s)
		}
	}
	d.Seams = seams
	add := func(id string, a, b pattern.Side, join pattern.Join) {
		d.Seams = append(d.Seams, pattern.Seam{ID: id, A: a, B: b, Strain: 1, Join: join})
	}
	side := func(piece, edge string) pattern.Side { return pattern.Side{Piece: piece, Edge: edge} }
	before, behind := pieceOf(d, "sleeve-front"), pieceOf(d, "sleeve-back")
	a, _ := before.Edge("overarm")
	b, _ := behind.Edge("overarm")
	over := pattern.Seam{ID: "overarm", A: side("sleeve-front", "overarm"), B: side("sleeve-back", "overarm"), Strain: 1}
	if more := b.Length() - a.Length(); math.Abs(more) > pattern.Slack {
		over.Ease, over.Absorbed = math.Abs(more), pattern.Eased
		if more < 0 {
			over.A, over.B = over.B, over.A
		}
	}
	d.Seams = append(d.Seams, over)
	add("underarm", side("sleeve-front", "front"), side("sleeve-back", "back"), "")
	for _, y := range []struct {
		sleeve string
		yokeOff
		front bool
	}{{"sleeve-front", front, true}, {"sleeve-back", back, false}} {
		add("raglan-"+y.of, side(y.of, "raglan"), side(y.sleeve, "raglan"), "")
		// Below it the sleeve meets every piece that the armhole still runs over.
		var below []pattern.Stretch
		for _, q := range r.a.Parts {
			if e, ok := pieceOf(d, q.Piece).Edge(q.Edge); ok && q.Front == y.front {
				below = append(below, pattern.Stretch{ID: "head-" + q.Piece, Name: "under the arm, to " + q.Piece, Length: e.Length()})
				add("armhole-"+q.Piece+"-"+y.sleeve, side(q.Piece, y.edge), side(y.sleeve, "head-"+q.Piece), pattern.Sleeved)
			}
		}
		pieceOf(d, y.sleeve).Split("head", below...)
	}
	d.Measure("sleeve.overarm", "the sleeve", "along the overarm seam, from the neck", a.Length())
	d.Tell(work.ToSleeve, "The overarm and underarm seams first, then both raglan seams from the underarm up to the neck: "+
		measure.Tell(plane.Length(front.seam)+front.low)+" before, "+measure.Tell(plane.Length(back.seam)+back.low)+" behind.")
}
