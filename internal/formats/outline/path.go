package outline

import (
	"errors"
	"strconv"
	"strings"

	"ardentgusset/core/plane"
)

const commands = "MmLlHhVvCcQqSsTtZzAa"

var errUnreadable = errors.New("the path in the file can't be read")

// path walks the first subpath of path data: lines and curves, not arcs.
func path(d string) ([][2]float64, error) {
	tokens, err := split(d)
	if err != nil {
		return nil, err
	}
	out, err := (&walker{tokens: tokens}).walk()
	if err != nil {
		return nil, err
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

// split takes path data apart into commands and numbers.
func split(d string) ([]string, error) {
	var tokens []string
	for i := 0; i < len(d) && len(tokens) < 8*mostRead; {
		switch ch := d[i]; {
		case strings.IndexByte(commands, ch) >= 0:
			tokens = append(tokens, string(ch))
			i++
		case strings.IndexByte(between, ch) >= 0:
			i++
		default:
			j := number(d, i)
			if j == i {
				return nil, errUnreadable
			}
			tokens = append(tokens, d[i:j])
			i = j
		}
	}
	return tokens, nil
}

// number is where a number that begins at i ends; the next may follow without
// a space when it begins with a sign or with a second point.
func number(d string, i int) int {
	j := i
	for ; j < len(d); j++ {
		ch := d[j]
		sign := (ch == '-' || ch == '+') && (j == i || d[j-1] == 'e' || d[j-1] == 'E')
		power := (ch == 'e' || ch == 'E') && j > i
		if !(ch >= '0' && ch <= '9' || ch == '.' || sign || power) || ch == '.' && strings.ContainsAny(d[i:j], ".eE") {
			break
		}
	}
	return j
}

// walker draws a path step by step.
type walker struct {
	tokens []string
	k      int // of the next token
	at     plane.Point
	out    []plane.Point
	cmd    byte
}

// walk draws the first subpath.
func (w *walker) walk() ([]plane.Point, error) {
	for w.k < len(w.tokens) && len(w.out) < mostRead {
		if t := w.tokens[w.k]; len(t) == 1 && strings.IndexByte(commands, t[0]) >= 0 {
			w.cmd = t[0]
			w.k++
			again := (w.cmd == 'M' || w.cmd == 'm') && len(w.out) > 0
			if w.cmd == 'Z' || w.cmd == 'z' || again { // only the first shape
				break
			}
		}
		if err := w.step(); err != nil {
			return nil, err
		}
	}
	return w.out, nil
}

// arguments is how many numbers a command takes.
var arguments = map[byte]int{'M': 2, 'L': 2, 'H': 1, 'V': 1, 'C': 6, 'Q': 4}

// step draws what the command in force does with the next numbers.
func (w *walker) step() error {
	from, upper := plane.Point{}, w.cmd
	if w.cmd >= 'a' { // small letters count from where the pen is
		from, upper = w.at, w.cmd-'a'+'A'
	}
	n, known := arguments[upper]
	if !known {
		return errors.New("the path in the file has arcs or shorthand curves; save it with straight lines or plain curves")
	}
	v, err := w.take(n)
	if err != nil {
		return err
	}
	was, to := w.at, from
	if n >= 2 {
		to = from.Add(plane.Pt(v[n-2], v[n-1]))
	}
	switch upper {
	case 'H':
		to = plane.Pt(from.X+v[0], was.Y)
	case 'V':
		to = plane.Pt(was.X, from.Y+v[0])
	case 'C':
		w.out = append(w.out, curve(was, from.Add(plane.Pt(v[0], v[1])), from.Add(plane.Pt(v[2], v[3])), to)...)
	case 'Q': // the cubic that is the same curve
		mid := from.Add(plane.Pt(v[0], v[1]))
		w.out = append(w.out, curve(was, was.Toward(mid, 2.0/3), to.Toward(mid, 2.0/3), to)...)
	}
	w.at = to
	if upper != 'C' && upper != 'Q' {
		w.out = append(w.out, to)
	}
	switch w.cmd { // further pairs after a move are lines
	case 'M':
		w.cmd = 'L'
	case 'm':
		w.cmd = 'l'
	}
	return nil
}

func curve(a, b, c, d plane.Point) []plane.Point { return plane.Cubic(a, b, c, d)[1:] }

// take reads the next n numbers.
func (w *walker) take(n int) ([]float64, error) {
	v := make([]float64, n)
	for i := range v {
		if w.k >= len(w.tokens) {
			return nil, errUnreadable
		}
		var err error
		if v[i], err = strconv.ParseFloat(w.tokens[w.k], 64); err != nil {
			return nil, errUnreadable
		}
		w.k++
	}
	return v, nil
}
