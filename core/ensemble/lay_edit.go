package ensemble

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
)

// LayEdit is one change of how a layer is laid.
type LayEdit struct {
	Do    string // one of LayEdits
	About string // the ID of the piece or seam it is about, where it is about one
	Role  cloth.Role
	Value string
	Unit  measure.Unit
	// Pieces are the layer's, as drafted.
	Pieces []pattern.Piece
}

func (e LayEdit) piece() *pattern.Piece {
	for i := range e.Pieces {
		if e.Pieces[i].ID == e.About {
			return &e.Pieces[i]
		}
	}
	return nil
}

var errGonePiece = errors.New("this piece is no longer there; load the page again")

// layEdits are all changes by name.
var layEdits = map[string]func(*Laying, LayEdit) error{
	"count": sendCopies, "lie": lieOf, "match": matchAt, "fold": setFold, "gap": setGap, "add": addCloth, "drop": dropCloth, "bind": bindEdge,
	"unpin": func(l *Laying, e LayEdit) error { delete(l.Pinned, e.Value); return nil }, "unpiece": makeWhole,
}

// Edit makes a change. An error says what would be right, and nothing has changed then.
func (l *Laying) Edit(e LayEdit) error {
	do, known := layEdits[e.Do]
	if !known {
		return errors.New("there is nothing of that name to change")
	}
	with := l.With(e.Pieces) // what is seen is what is changed
	if err := do(&with, e); err != nil {
		return err
	}
	*l = with
	return nil
}

// mostCopies is how many copies of a piece may be cut from a cloth, largestGap how far
// apart pieces may be laid.
const mostCopies, largestGap = 200, 100 * measure.Millimetre

// sendCopies changes how many of a piece are cut from a cloth.
func sendCopies(l *Laying, e LayEdit) error {
	p := e.piece()
	n, err := strconv.Atoi(e.Value)
	if p == nil || err != nil || n < 0 || n > mostCopies {
		return fmt.Errorf("how many are cut from this cloth: a whole number from 0 to %d", mostCopies)
	}
	if p.Mirrored && n%2 != 0 {
		return fmt.Errorf("%s is cut in pairs, a left and a right: an even number", p.Name)
	}
	sent := map[cloth.Role]int{}
	for r, k := range l.Sent[p.ID] {
		sent[r] = k
	}
	if _, chosen := l.Sent[p.ID]; !chosen {
		for _, r := range cloth.Roles() {
			if k := l.Count(p, r); k > 0 {
				sent[r] = k
			}
		}
	}
	sent[e.Role] = n
	all := map[string]map[cloth.Role]int{}
	for id, m := range l.Sent {
		all[id] = m
	}
	all[p.ID] = sent
	if len(sent) == 1 && sent[cloth.Outer] == p.Cut && (Laying{Beside: l.Beside}).Count(p, cloth.Outer) == p.Cut { // as it would be anyhow
		delete(all, p.ID)
	}
	l.Sent = all
	return nil
}

// lieOf changes how a piece may lie.
func lieOf(l *Laying, e LayEdit) error {
	if e.piece() == nil {
		return errGonePiece
	}
	without := func(list []string) []string {
		return slices.DeleteFunc(slices.Clone(list), func(x string) bool { return x == e.About })
	}
	cross, bias := without(l.Cross), without(l.Bias)
	switch e.Value {
	case "cross":
		cross = append(cross, e.About)
	case "bias":
		bias = append(bias, e.About)
	case "":
	default:
		return errors.New("choose along the grain, also across, or also on the bias")
	}
	l.Cross, l.Bias = cross, bias
	return nil
}

// matchAt asks the repeat to meet at a seam, or no longer.
func matchAt(l *Laying, e LayEdit) error {
	l.Match = slices.DeleteFunc(slices.Clone(l.Match), func(x string) bool { return x == e.About })
	if e.Value == "yes" {
		l.Match = append(l.Match, e.About)
	}
	return nil
}

// bindEdge lays an edge of a piece on a line of the cloth: "hem selvedge", "hem stripe", or "" for none.
func bindEdge(l *Laying, e LayEdit) error {
	p := e.piece()
	if p == nil {
		return errGonePiece
	}
	bound := slices.DeleteFunc(slices.Clone(l.Bound), func(b Bound) bool { return b.Piece == e.About })
	if e.Value != "" {
		edge, at, _ := strings.Cut(e.Value, " ")
		known := slices.ContainsFunc(Bindable(p), func(o pattern.Edge) bool { return o.ID == edge })
		if !known || lay.At(at) != lay.AtSelvedge && lay.At(at) != lay.AtStripe {
			return errors.New("choose a straight edge of the piece, and the selvedge or a stripe for it")
		}
		bound = append(bound, Bound{e.About, edge, lay.At(at)})
	}
	l.Bound = bound
	return nil
}

func setGap(l *Laying, e LayEdit) error {
	g, err := measure.Parse(e.Value, e.Unit)
	if err != nil {
		return err
	}
	if !(g >= 0 && g <= largestGap) {
		return fmt.Errorf("a gap lies between 0 and %s", measure.Tell(largestGap.Float()))
	}
	l.Gap = g
	return nil
}

func setFold(l *Laying, e LayEdit) error {
	fold := lay.Fold(e.Value)
	if !slices.Contains([]lay.Fold{lay.Flat, lay.Lengthwise, lay.Crosswise}, fold) {
		return errors.New("choose a single layer, folded lengthwise or folded crosswise")
	}
	folds := map[cloth.Role]lay.Fold{}
	for r, f := range l.Folds {
		folds[r] = f
	}
	delete(folds, e.Role)
	if fold != lay.Flat {
		folds[e.Role] = fold
	}
	l.Folds = folds
	return nil
}

// addCloth gives the garment another cloth.
func addCloth(l *Laying, e LayEdit) error {
	role := cloth.Role(e.Value)
	if !slices.Contains(cloth.Roles(), role) || role == cloth.Outer {
		return errors.New("choose lining, interlining, interfacing, contrast or parts nobody sees")
	}
	l.Own(role)
	l.FromOuter = slices.DeleteFunc(slices.Clone(l.FromOuter), func(r cloth.Role) bool { return r == role })
	return nil
}

// dropCloth takes a cloth away; what was cut from it comes from the outer one.
func dropCloth(l *Laying, e LayEdit) error {
	if e.Role == cloth.Outer {
		return errors.New("a garment has an outer cloth")
	}
	l.Beside = slices.DeleteFunc(slices.Clone(l.Beside), func(b Beside) bool { return b.Role == e.Role })
	if slices.Contains(ofTheirOwn[:], e.Role) && !slices.Contains(l.FromOuter, e.Role) {
		l.FromOuter = append(slices.Clone(l.FromOuter), e.Role)
	}
	all := map[string]map[cloth.Role]int{}
	for id, m := range l.Sent {
		sent, left := map[cloth.Role]int{}, 0
		for r, k := range m {
			if r != e.Role {
				sent[r] = k
				left += k
			}
		}
		if left > 0 {
			all[id] = sent
		}
	}
	l.Sent = all
	return nil
}

// makeWhole takes a piecing back.
func makeWhole(l *Laying, e LayEdit) error {
	k := slices.IndexFunc(l.Pieced, func(o pattern.Piecing) bool { return strconv.Itoa(o.ID) == e.Value })
	if k < 0 {
		return errors.New("this piecing is no longer there; load the page again")
	}
	l.Pieced = slices.Delete(slices.Clone(l.Pieced), k, k+1)
	return nil
}
