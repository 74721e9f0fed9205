package ensemble

import (
	"fmt"
	"math"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Made is what cloth was cut to: the draft, and from which cloths and how they
// lay. It never changes.
type Made struct {
	Draft draft.Draft
	Uses  []MadeUse // none for what was cut before lays were kept
	// Told is set where the draft carries what its making is worked out from; what
	// was cut before carries its steps alone.
	Told bool
	// Key tells it from everything else that was cut; "" where nobody gave it one.
	Key string `json:"-"`
}

// MadeUse is a cloth with the lay that was cut.
type MadeUse struct {
	Use
	Sheets []Sheet
}

// Taken is what cutting takes from one piece of a cloth of the stash.
type Taken struct {
	Stash uint
	Piece int        // its ID
	Left  *cloth.Cut // what remains of it, nil when nothing does
}

// CutOut is what is cut when the stage's cloths are cut now: its draft, and the
// lays that find gives of them. It is false when find has none.
func (s Stage) CutOut(find func(lay.Job) (lay.Result, bool)) (Made, bool) {
	made := Made{Draft: s.Draft, Told: true}
	for _, u := range s.Uses() {
		sheets, ok := s.Sheets(u, find)
		if !ok {
			return Made{}, false
		}
		made.Uses = append(made.Uses, MadeUse{Use: u, Sheets: sheets})
	}
	return made, true
}

// Takes is what a cut lay takes from the pieces of the stash it lies on.
func (m Made) Takes() []Taken {
	var out []Taken
	for _, u := range m.Uses {
		if u.Stash == 0 {
			continue
		}
		pieces := u.Fabric.Pieces()
		for _, s := range u.Sheets {
			if s.Cut < 0 || s.Cut >= len(pieces) || len(s.Result.Placements) == 0 {
				continue
			}
			out = append(out, Taken{u.Stash, pieces[s.Cut].ID, s.remnant(u.Fabric, pieces[s.Cut])})
		}
	}
	return out
}

// Remnants are kept when they are at least so long and large: what is smaller
// goes into the scrap bag (from memory).
const leastRemnant, leastArea = 60.0, 150 * 150.0

// bands is in how many strips across the cloth a remnant's edge is followed.
const bands = 48

// remnant is what a lay leaves of a piece of cloth: all that lies beyond the
// last cut, strip by strip across the cloth, with the flaws in it. It is never
// drawn larger than it is. What falls between the pieces is scrap.
func (s Sheet) remnant(f cloth.Fabric, cut cloth.Cut) *cloth.Cut {
	along, across := f.Shrinks()
	sx, sy := 1-along, 1-across // the lay is on the washed cloth
	long, wide := float64(cut.Length), float64(cut.Wide(f))
	whole := []plane.Point{{}, {X: long}, {X: long, Y: wide}, {Y: wide}}
	if len(cut.Outline) > 2 {
		whole = nil
		for _, q := range cut.Outline {
			whole = append(whole, plane.Pt(q[0], q[1]))
		}
	}
	if plane.Area(whole) < 0 {
		whole = plane.Reversed(whole)
	}
	ends := make([]float64, bands) // how far along each strip is cut
	step := wide / bands
	for _, poly := range s.placed() {
		for i, a := range poly {
			b := poly[(i+1)%len(poly)]
			a, b = plane.Pt(a.X/sx, a.Y/sy), plane.Pt(b.X/sx, b.Y/sy)
			low, high := min(a.Y, b.Y), max(a.Y, b.Y)
			for k := max(int(low/step), 0); k < bands && float64(k)*step < high-1e-6; k++ {
				// The part of the side inside the strip, its farther end.
				at := func(y float64) float64 {
					if high-low < 1e-9 {
						return max(a.X, b.X)
					}
					return a.X + (b.X-a.X)*(max(low, min(high, y))-a.Y)/(b.Y-a.Y)
				}
				ends[k] = max(ends[k], max(at(float64(k)*step), at(float64(k+1)*step)))
			}
		}
	}
	left := connected(ends, step, whole)
	if len(left) == 0 {
		return nil
	}
	box := plane.BoxOf(left)
	if box.Width() < leastRemnant || math.Abs(plane.Area(left)) < leastArea {
		return nil
	}
	return remnantOf(f, cut, left, box)
}

// narrowest is the least a strip of a remnant must be wide to count, mm.
const narrowest = 20.0

// connected is the largest stretch of strips across the cloth that hang
// together beyond the places where each is cut, as one outline.
func connected(ends []float64, step float64, whole []plane.Point) []plane.Point {
	type strip struct{ from, to float64 }
	all := make([]strip, len(ends))
	for k := range ends {
		from, to := ends[k], math.Inf(1)
		for _, y := range []float64{(float64(k) + 0.02) * step, (float64(k) + 0.5) * step, (float64(k) + 0.98) * step} {
			spans := plane.Spans(whole, plane.Pt(-1, y), plane.Pt(1, 0))
			if len(spans) == 0 {
				to = from
				break
			}
			last := spans[len(spans)-1]
			from, to = max(from, last[0]-1), min(to, last[1]-1)
		}
		all[k] = strip{from, max(to, from)}
	}
	best, first, last := 0.0, 0, -1
	for k := 0; k < len(all); {
		area, end := 0.0, k
		for end < len(all) && all[end].to-all[end].from >= narrowest &&
			(end == k || min(all[end].to, all[end-1].to)-max(all[end].from, all[end-1].from) >= narrowest) {
			area += (all[end].to - all[end].from) * step
			end++
		}
		if area > best {
			best, first, last = area, k, end-1
		}
		k = max(end, k+1)
	}
	var near, far []plane.Point
	for k := first; k <= last; k++ {
		low, high := float64(k)*step, float64(k+1)*step
		near = append(near, plane.Pt(all[k].from, low), plane.Pt(all[k].from, high))
		far = append(far, plane.Pt(all[k].to, low), plane.Pt(all[k].to, high))
	}
	return plane.Join(far, plane.Reversed(near))
}

// placed are the cut pieces where they lay.
func (s Sheet) placed() [][]plane.Point {
	var out [][]plane.Point
	for _, at := range s.Result.Placements {
		for i := range s.Job.Pieces {
			if p := &s.Job.Pieces[i]; p.ID == at.ID {
				out = append(out, p.Shape(at))
			}
		}
	}
	return out
}

// remnantOf is a remnant as a piece of cloth, moved to its own corner.
func remnantOf(f cloth.Fabric, cut cloth.Cut, left []plane.Point, box plane.Box) *cloth.Cut {
	out := cloth.Cut{Name: cut.Name, Width: cut.Width}
	if out.Name == "" {
		out.Name = "remnant"
	}
	out.Length = measure.Length(box.Width())
	// A plain length of cloth needs no outline; a strip that is not as wide as the
	// cloth does.
	plain := box.Min.Y < 1 && box.Max.Y > float64(cut.Wide(f))-1
	for _, q := range tidied(left) {
		x := q.X - box.Min.X
		plain = plain && (x < 1 || x > box.Width()-1)
		out.Outline = append(out.Outline, [2]float64{max(0, min(x, box.Width())),
			max(0, min(q.Y, float64(cut.Wide(f))))})
	}
	if plain && len(cut.Outline) == 0 {
		out.Outline = nil
	}
	for _, w := range cut.Flaws {
		moved, inside := cloth.Flaw{What: w.What}, false
		for _, q := range w.Around {
			inside = inside || plane.Inside(left, plane.Pt(q[0], q[1]))
			moved.Around = append(moved.Around, [2]float64{max(q[0]-box.Min.X, 0), q[1]})
		}
		for _, q := range left { // or it lies round a corner of what is left
			around := make([]plane.Point, len(w.Around))
			for i, c := range w.Around {
				around[i] = plane.Pt(c[0], c[1])
			}
			inside = inside || plane.Inside(around, q)
		}
		if inside {
			out.Flaws = append(out.Flaws, moved)
		}
	}
	return &out
}

// tidied drops the points of an outline that lie on a straight run.
func tidied(line []plane.Point) []plane.Point {
	var out []plane.Point
	n := len(line)
	for i, p := range line {
		a, b := line[(i+n-1)%n], line[(i+1)%n]
		if math.Abs(p.Sub(a).Cross(b.Sub(p))) > 1e-6 {
			out = append(out, p)
		}
	}
	return out
}

// PieceKey names a copy of a piece that is cut from a cloth.
func PieceKey(role cloth.Role, piece string, copy int) string {
	return fmt.Sprintf("%s/%s/%d", role, piece, copy)
}

// PieceKeys name every copy that is cut for the stage.
func (s Stage) PieceKeys() []string {
	var out []string
	for _, u := range s.Uses() {
		for i := range s.Draft.Pieces {
			for k := range u.Counts[s.Draft.Pieces[i].ID] {
				out = append(out, PieceKey(u.Role, s.Draft.Pieces[i].ID, k))
			}
		}
	}
	return out
}

// Cutting are the steps of a stage's work that are done when its cloth is cut.
func (s Stage) Cutting() []work.ID {
	var out []work.ID
	for _, st := range s.Draft.Steps {
		if st.ID == work.ToCut {
			out = append(out, st.ID)
		}
	}
	return out
}
