package skirt

import (
	"fmt"
	"sort"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/work"
)

// topped is the upper edge of one piece of the left half: how much of the band it is sewn to, how
// much more cloth it has, mm, and what takes that up.
type topped struct {
	long, more float64
	plain      float64 // of its length as it is sewn, from its front edge, that nothing is taken up in
	by         pattern.Takeup
}

// joined sews the first pieces of a draft, from the front to the back, to one another, with the
// opening: in the left seam before a back on the fold, else in the seam at the centre back. One that
// opens at the centre front is open there from top to hem, and nowhere else.
func joined(d *draft.Draft, n int, folded bool, opening float64, told, opens string) {
	for k := 1; k < n; k++ {
		edge := "left"
		if folded && k == n-1 {
			edge = "right"
		}
		d.Sew(fmt.Sprintf("seam-%d", k), d.Pieces[k-1].ID, "right", d.Pieces[k].ID, edge, "plain")
	}
	note := "on the left open for " + told + " at the top"
	if !folded {
		d.Sew("centre-back", d.Pieces[n-1].ID, "right", d.Pieces[n-1].ID, "right", "plain")
		note = "open for " + told + " at the top"
	}
	switch opens {
	case "centre-front":
		apart(&d.Pieces[0], opens, "centre front")
		return
	case "centre-back":
		if !folded {
			break
		}
		apart(&d.Pieces[n-1], opens, "centre back")
		d.Sew(opens, d.Pieces[n-1].ID, opens, d.Pieces[n-1].ID, opens, "plain")
		note = "open for " + told + " at the top"
	}
	if opening <= 0 {
		return
	}
	last := &d.Seams[len(d.Seams)-1]
	last.Open, last.Note = opening, note
}

// apart cuts a piece that lies on the fold as a pair, with an edge of that name at its centre.
func apart(p *pattern.Piece, id, name string) {
	beside := p.Edges[0].Allowance
	for _, e := range p.Edges {
		if e.ID == "top" {
			beside = e.Allowance
		}
	}
	part.Rename(p, p.Fold, id, name, beside)
	p.Fold, p.Cut, p.Mirrored = "", 2, true
}

// banded sews the pieces to the band, round it from the opening: the left half forward, then the right
// half, and the left half of a back on the fold. Where there is no band it only says what the waist seam
// runs over.
func banded(d *draft.Draft, band part.Band, tops []topped, folded bool) {
	n := len(tops)
	for k, t := range tops {
		d.Waist.Runs = append(d.Waist.Runs, draft.WaistRun{
			Piece: d.Pieces[k].ID, Name: d.Pieces[k].Name, Long: t.long, More: t.more, Plain: t.plain, By: t.by,
		})
	}
	if band.None {
		return
	}
	d.Placket(band.Opening, band.Allowance)
	var stretches []pattern.Stretch
	add := func(side pattern.Hand, k int) {
		piece := &d.Pieces[k]
		id := "to-" + piece.ID + "-" + string(side)
		stretches = append(stretches, pattern.Stretch{ID: id, Name: "to the " + strings.ToLower(piece.Name) + ", " + string(side),
			Length: tops[k].long})
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + piece.ID + "-" + string(side),
			A:    pattern.Side{Piece: "band", Edge: id},
			B:    pattern.Side{Piece: piece.ID, Edge: "top", Copy: pattern.Copy{Hand: side}},
			Ease: tops[k].more, Absorbed: tops[k].by, Join: pattern.Banded})
	}
	from := n - 1
	if folded {
		from--
	}
	for k := from; k >= 0; k-- {
		add(pattern.Left, k)
	}
	for k := range n {
		add(pattern.Right, k)
	}
	if folded {
		add(pattern.Left, n-1)
	}
	d.Pieces = append(d.Pieces, band.Piece(stretches...))
}

// bearings is bearingOf for many shares of one section: by what lies between every two degrees.
func bearings(waist figure.Section) func(share float64) float64 {
	cuts := make([]float64, 181)
	for i := range cuts {
		cuts[i] = float64(i)
	}
	sums := make([]float64, 181)
	for i, arc := range waist.Arcs(cuts...) {
		if i < 180 {
			sums[i+1] = sums[i] + arc
		}
	}
	return func(share float64) float64 {
		at := share * sums[180]
		i := min(max(sort.SearchFloat64s(sums, at), 1), 180)
		return float64(i-1) + min(max((at-sums[i-1])/max(sums[i]-sums[i-1], 1e-9), 0), 1)
	}
}

// betweens are the bearings between which pieces lie, from the front to the back; a back on the fold is drawn from its
// centre.
func betweens(pieces []pattern.Piece, bearings []float64, folded bool) []part.Between {
	var out []part.Between
	for k := range pieces {
		out = append(out, part.Between{Piece: pieces[k].ID, From: bearings[k], To: bearings[k+1], Back: folded && k == len(pieces)-1})
	}
	return out
}

// extras asks for what may be had with any skirt.
func extras() []draft.Parameter {
	return append(append(part.PocketsAsked(), part.TrimsAsked()...), part.LayersAsked())
}

// finished gives a skirt what may be had with any: a train, trimming, and pockets in its seams.
func finished(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, pieces []part.Between) error {
	if err := part.Trained(d, on, v, pieces); err != nil {
		return err
	}
	if part.Lined(v) {
		flatLined(d, v, in, pieces)
	}
	if err := part.Trimmed(d, v, in, pieces); err != nil {
		return err
	}
	return part.Pocketed(d, v, pieces, pieces[len(pieces)-1].Back && part.Opens(v) == "side")
}

// flatLined cuts every piece of a skirt again in the layers that are sewn with it as one.
func flatLined(d *draft.Draft, v draft.Values, in cloth.Fabric, pieces []part.Between) {
	for _, at := range pieces {
		for i := range d.Pieces {
			if p := &d.Pieces[i]; p.ID == at.Piece {
				part.Layers(p, v)
			}
		}
	}
	for i := range d.Wear.Cover { // about as thick as the outer
		d.Wear.Cover[i].Depth += float64(in.Thickness)
	}
	d.Tell(work.ToJoin, "Baste each piece to its lining first, flat on the table, from the middle out; from then on the two are one.")
}
