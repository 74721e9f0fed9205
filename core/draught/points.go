package draught

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// RowError tells which row can't be read, from 1, and why.
type RowError struct {
	Row int
	Why string
}

func (e *RowError) Error() string { return fmt.Sprintf("row %d: %s", e.Row, e.Why) }

// Draught is a table of points as it is read: where each lies, mm, x to the right and y down from the corner.
type Draught struct {
	Unit  measure.Unit // of numbers without one
	Names Names
	at    map[string]plane.Point
	order []string
}

// Points are the names of the points, in their order.
func (d *Draught) Points() []string { return d.order }

// At is where a point lies, y down.
func (d *Draught) At(name string) (plane.Point, bool) {
	p, ok := d.at[name]
	return p, ok
}

const name, pair = `([\pL\d']+)`, `([\pL\d']+)\s*[-–]\s*([\pL\d']+)`

// The ways in which a book gives a point.
var (
	atRow     = regexp.MustCompile(`^at\s+(.+),\s*(.+)$`)
	wayRow    = regexp.MustCompile(`^from\s+` + name + `\s+(right|left|up|down)\s+(.+)$`)
	slantRow  = regexp.MustCompile(`^from\s+` + name + `\s+at\s+([-\d.]+)\s*°?\s+(.+)$`)
	alongRow  = regexp.MustCompile(`^from\s+` + name + `\s+to\s+` + name + `\s+(.+)$`)
	squareRow = regexp.MustCompile(`^from\s+` + name + `\s+square\s+to\s+` + pair + `\s+(.+?)\s+(left|right)$`)
	meetRow   = regexp.MustCompile(`^` + pair + `\s+meets\s+` + pair + `$`)
	lineRow   = regexp.MustCompile(`^from\s+` + name + `\s+(.+?),\s*to\s+meet\s+` + pair + `(?:,?\s+(nearer to|farther from)\s+` + name + `)?$`)
	twoRow    = regexp.MustCompile(`^from\s+` + name + `\s+(.+?),\s*from\s+` + name + `\s+(.+?)(?:,\s*(nearer to|farther from)\s+` + name + `)?$`)
	levelRow  = regexp.MustCompile(`^on\s+` + pair + `\s+(level with|under)\s+` + name + `$`)
	named     = regexp.MustCompile(`^` + name + `[:\s]\s*(.+)$`)
	downAt    = regexp.MustCompile(`^(.+?),\s*(right|left|up|down)\s+(.+)$`)
)

// Read reads a table of points, a row each: its name and how it is found. Rows that are empty or begin with # say nothing.
func Read(text string, unit measure.Unit, names Names) (*Draught, error) {
	d := &Draught{Unit: unit, Names: names, at: map[string]plane.Point{}}
	rows := strings.Split(text, "\n")
	const most = 400
	if len(rows) > most {
		return d, &RowError{most + 1, fmt.Sprintf("a draught has %d rows at most", most)}
	}
	for i, row := range rows {
		row = strings.TrimSpace(row)
		if row == "" || strings.HasPrefix(row, "#") {
			continue
		}
		m := named.FindStringSubmatch(row)
		if m == nil {
			return d, &RowError{i + 1, fmt.Sprintf("%.60q: a name is wanted, and how the point is found", row)}
		}
		if _, twice := d.at[m[1]]; twice {
			return d, &RowError{i + 1, fmt.Sprintf("there is a point %s already", m[1])}
		}
		p, err := d.found(strings.TrimSpace(m[2]))
		if err != nil {
			return d, &RowError{i + 1, err.Error()}
		}
		if math.IsNaN(p.X+p.Y) || math.Abs(p.X)+math.Abs(p.Y) > 1e5 {
			return d, &RowError{i + 1, "it lies further away than any cloth reaches"}
		}
		d.at[m[1]], d.order = p, append(d.order, m[1])
	}
	return d, nil
}

func (d *Draught) length(text string) (float64, error) { return Measured(text, d.Unit, d.Names) }

func (d *Draught) point(name string) (plane.Point, error) {
	p, ok := d.at[name]
	if !ok {
		return p, fmt.Errorf("there is no point %s yet: name it, or put its row above", name)
	}
	return p, nil
}

func (d *Draught) points(names ...string) (out []plane.Point, err error) {
	for _, n := range names {
		p, err := d.point(n)
		if err != nil {
			return nil, err
		}
		out = append(out, p)
	}
	return out, nil
}

// ways are the four ways square from a point, y down.
var ways = map[string]plane.Point{"right": {X: 1}, "left": {X: -1}, "down": {Y: 1}, "up": {Y: -1}}

// found is where a row says that its point lies.
func (d *Draught) found(how string) (plane.Point, error) {
	if m := downAt.FindStringSubmatch(how); m != nil { // half of 3 to 4, down 3/8
		if p, err := d.found(m[1]); err == nil {
			by, err := d.length(m[3])
			return p.Add(ways[m[2]].Times(by)), err
		}
	}
	switch {
	case atRow.MatchString(how):
		m := atRow.FindStringSubmatch(how)
		x, err := d.length(m[1])
		if err != nil {
			return plane.Point{}, err
		}
		y, err := d.length(m[2])
		return plane.Pt(x, y), err
	case wayRow.MatchString(how):
		m := wayRow.FindStringSubmatch(how)
		p, err := d.point(m[1])
		if err != nil {
			return p, err
		}
		by, err := d.length(m[3])
		return p.Add(ways[m[2]].Times(by)), err
	case meetRow.MatchString(how):
		m := meetRow.FindStringSubmatch(how)
		q, err := d.points(m[1:5]...)
		if err != nil {
			return plane.Point{}, err
		}
		p, ok := plane.Meet(q[0], q[1].Sub(q[0]), q[2], q[3].Sub(q[2]))
		if !ok {
			return p, fmt.Errorf("%s–%s and %s–%s run side by side: they meet nowhere", m[1], m[2], m[3], m[4])
		}
		return p, nil
	case levelRow.MatchString(how):
		return d.level(levelRow.FindStringSubmatch(how))
	case lineRow.MatchString(how):
		return d.compassToLine(lineRow.FindStringSubmatch(how))
	case twoRow.MatchString(how):
		return d.twoCompasses(twoRow.FindStringSubmatch(how))
	case squareRow.MatchString(how):
		return d.square(squareRow.FindStringSubmatch(how))
	case slantRow.MatchString(how):
		m := slantRow.FindStringSubmatch(how)
		p, err := d.point(m[1])
		if err != nil {
			return p, err
		}
		var degrees float64
		if _, err := fmt.Sscanf(m[2], "%g", &degrees); err != nil {
			return p, fmt.Errorf("%q is no angle", m[2])
		}
		by, err := d.length(m[3])
		sin, cos := math.Sincos(degrees * math.Pi / 180) // clockwise, as y is down
		return p.Add(plane.Pt(cos, sin).Times(by)), err
	case alongRow.MatchString(how):
		return d.along(alongRow.FindStringSubmatch(how))
	}
	return plane.Point{}, fmt.Errorf("%.60q is not understood: at x, y; from P right a; from P to Q half; from P at 45° a; from P square to "+
		"P–Q a left; P–Q meets R–S; on P–Q level with R; from P a, to meet Q–R; from P a, from Q b", how)
}

func (d *Draught) along(m []string) (plane.Point, error) {
	q, err := d.points(m[1], m[2])
	if err != nil {
		return plane.Point{}, err
	}
	share := 0.0
	switch said := strings.TrimSpace(m[3]); said {
	case "half":
		share = 0.5
	case "third", "1/3":
		share = 1.0 / 3
	case "2/3", "quarter", "1/4", "3/4":
		share = map[string]float64{"2/3": 2.0 / 3, "quarter": 0.25, "1/4": 0.25, "3/4": 0.75}[said]
	default:
		by, err := d.length(said)
		if err != nil {
			return q[0], err
		}
		if q[0].To(q[1]) < 1e-9 {
			return q[0], fmt.Errorf("%s and %s lie in one place", m[1], m[2])
		}
		return q[0].Add(q[1].Sub(q[0]).Unit().Times(by)), nil
	}
	return q[0].Toward(q[1], share), nil
}

func (d *Draught) square(m []string) (plane.Point, error) {
	q, err := d.points(m[1], m[2], m[3])
	if err != nil {
		return plane.Point{}, err
	}
	by, err := d.length(m[4])
	if err != nil {
		return q[0], err
	}
	if q[1].To(q[2]) < 1e-9 {
		return q[0], fmt.Errorf("%s and %s lie in one place", m[2], m[3])
	}
	out := q[2].Sub(q[1]).Unit().Left() // with y down, that is to the right of the way
	if m[5] == "left" {
		out = out.Times(-1)
	}
	return q[0].Add(out.Times(by)), nil
}

func (d *Draught) level(m []string) (plane.Point, error) {
	q, err := d.points(m[1], m[2], m[4])
	if err != nil {
		return plane.Point{}, err
	}
	across := plane.Pt(1, 0)
	if m[3] == "under" {
		across = plane.Pt(0, 1)
	}
	p, ok := plane.Meet(q[0], q[1].Sub(q[0]), q[2], across)
	if !ok {
		return p, fmt.Errorf("%s–%s never comes %s %s", m[1], m[2], m[3], m[4])
	}
	return p, nil
}

// chosen is which of two places is meant.
func (d *Draught) chosen(a, b plane.Point, how, by string) (plane.Point, error) {
	if how == "" {
		if a.To(b) < 1e-6 {
			return a, nil
		}
		return a, fmt.Errorf("there are two such places: say nearer to or farther from a point")
	}
	p, err := d.point(by)
	if err != nil {
		return a, err
	}
	if (a.To(p) <= b.To(p)) == (how == "nearer to") {
		return a, nil
	}
	return b, nil
}

func (d *Draught) compassToLine(m []string) (plane.Point, error) {
	q, err := d.points(m[1], m[3], m[4])
	if err != nil {
		return plane.Point{}, err
	}
	r, err := d.length(m[2])
	if err != nil {
		return plane.Point{}, err
	}
	u := q[2].Sub(q[1]).Unit()
	foot := q[1].Add(u.Times(q[0].Sub(q[1]).Dot(u)))
	off := foot.To(q[0])
	if off > math.Abs(r) {
		return foot, fmt.Errorf("%s–%s lies too far from %s by %s", m[3], m[4], m[1], measure.TellFine(off-math.Abs(r)))
	}
	half := math.Sqrt(r*r - off*off)
	return d.chosen(foot.Add(u.Times(half)), foot.Sub(u.Times(half)), m[5], m[6])
}

func (d *Draught) twoCompasses(m []string) (plane.Point, error) {
	q, err := d.points(m[1], m[3])
	if err != nil {
		return plane.Point{}, err
	}
	r, err := d.length(m[2])
	if err != nil {
		return plane.Point{}, err
	}
	s, err := d.length(m[4])
	if err != nil {
		return plane.Point{}, err
	}
	long := q[0].To(q[1])
	if long < 1e-9 || long > r+s || long < math.Abs(r-s) {
		return q[0], fmt.Errorf("the circles round %s and %s do not meet: they lie %s apart for radii of %s and %s", m[1], m[3],
			measure.TellFine(long),
			measure.TellFine(r), measure.TellFine(s))
	}
	a := (r*r - s*s + long*long) / (2 * long)
	h := math.Sqrt(max(r*r-a*a, 0))
	u := q[1].Sub(q[0]).Unit()
	foot := q[0].Add(u.Times(a))
	return d.chosen(foot.Add(u.Left().Times(h)), foot.Sub(u.Left().Times(h)), m[5], m[6])
}
