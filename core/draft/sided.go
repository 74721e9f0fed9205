package draft

import (
	"math"
	"slices"
	"strings"

	"ardentgusset/core/bone"
	"ardentgusset/core/pattern"
	"ardentgusset/core/quilt"
)

// Sided is a draft whose left and right differ, made of a draft of either: what is alike is cut in
// pairs, what differs for each side by itself. All that does not differ by side is the left's. It
// fails when the two can't be put together.
func Sided(left, right Draft) (Draft, error) {
	out := left
	var err error
	if out.Pieces, out.Seams, err = pattern.Sided(left.Pieces, right.Pieces, left.Seams, right.Seams); err != nil {
		return Draft{}, err
	}
	own := func(piece string) bool { // it is cut for each side by itself
		return slices.ContainsFunc(out.Pieces, func(p pattern.Piece) bool { return p.ID == piece+"-left" })
	}
	out.Bones = nil
	for i, b := range left.Bones {
		if i >= len(right.Bones) || b.Length == right.Bones[i].Length || b.Count < 2 {
			if own(b.Piece) {
				b.Piece += "-left"
			}
			out.Bones = append(out.Bones, b)
			continue
		}
		for _, side := range []struct {
			of   bone.Bone
			hand string
		}{{b, "left"}, {right.Bones[i], "right"}} {
			one := side.of
			one.Place, one.Count = one.Place+", "+side.hand, b.Count/2
			if own(b.Piece) {
				one.Piece += "-" + side.hand
			}
			out.Bones = append(out.Bones, one)
		}
	}
	out.Quilting = nil
	for i, q := range left.Quilting {
		if !own(q.Piece) || i >= len(right.Quilting) {
			out.Quilting = append(out.Quilting, q)
			continue
		}
		for _, side := range []struct {
			of   quilt.Quilted
			hand string
		}{{q, "left"}, {right.Quilting[i], "right"}} {
			one := side.of
			one.Piece, one.Copies = one.Piece+"-"+side.hand, max(q.Copies/2, 1)
			out.Quilting = append(out.Quilting, one)
		}
	}
	for i := range out.Laces {
		if own(out.Laces[i].Piece) {
			out.Laces[i].Piece += "-left"
		}
	}
	for _, x := range right.Dimensions {
		k := slices.IndexFunc(left.Dimensions, func(d Dimension) bool { return d.Key == x.Key })
		if k >= 0 && math.Abs(left.Dimensions[k].Value-x.Value) > 1 {
			x.Key, x.Part = x.Key+".right", x.Part+", right"
			out.Dimensions = append(out.Dimensions, x)
		}
	}
	out.Drawn = slices.Clone(left.Drawn)
	for _, l := range right.Drawn {
		l.Right, l.Pulls = true, nil
		out.Drawn = append(out.Drawn, l)
	}
	out.remarkSides()
	return out, nil
}

// remarkSides says which pieces differ by side.
func (d *Draft) remarkSides() {
	var own, opened []string
	for _, p := range d.Pieces {
		switch name := strings.ToLower(p.Name); {
		case p.Of != "":
		case strings.HasSuffix(p.ID, "-left"):
			own = append(own, strings.TrimSuffix(name, ", left"))
		case slices.ContainsFunc(p.Edges, func(e pattern.Edge) bool { return strings.HasSuffix(e.ID, "-left") }):
			opened = append(opened, name)
		}
	}
	text := ""
	if len(own) > 0 {
		text = "Cut each by its own piece, left and right: " + strings.Join(own, ", ") + ". Right side up; mark at once which is " +
			"which, and don’t turn the paper over for the other side. "
	}
	if len(opened) > 0 {
		text += "Opened, with a left and a right half that differ: " + strings.Join(opened, ", ") + "."
	}
	if text != "" {
		d.Remark(false, "Left and right differ", strings.TrimSpace(text))
	}
}
