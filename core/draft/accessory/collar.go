package accessory

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Collar is a collar on a band of its own, with cuffs if wanted, that is basted or buttoned to what is worn.
type Collar struct{}

// About describes it.
func (Collar) About() draft.About {
	return draft.About{Kind: "collar-loose", Name: "Loose collar and cuffs", Family: family.Accessory, Over: family.Gown,
		What: "A stand, flat, pointed or sailor’s collar drafted to the wearer’s neckline, on a narrow band that is basted or " +
			"buttoned inside " +
			"a neck; cuffs to match. White ones save the dress from washing.",
		Usual: cloth.Fabric{Name: "Linen", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.3, Weight: 130, Shrinkage: 0.05}}
}

// of is the bodice whose neckline it is drafted to.
var of = bodice.Shirt{}

// needless is how much less than the neckline its band measures, mm (common practice, no source): it must not stand away.
const needless = 4.0

// necks are what is asked about the neckline that it is drafted to.
var necks = []draft.Key{draft.NeckFront, draft.NeckBack, draft.NeckWide}

// Parameters are what is asked about it.
func (Collar) Parameters() []draft.Parameter {
	var out []draft.Parameter
	for _, p := range of.Parameters() {
		switch {
		case p.Key == draft.CollarKind:
			p.Options = slices.DeleteFunc(slices.Clone(p.Options), func(o draft.Option) bool { return o.Key == "none" || o.Key == "bound" })
			out = append(out, p)
		case p.Key == "collar": // there is no dress beneath that could do without it
			p.Low = 15
			out = append(out, p)
		case strings.HasPrefix(string(p.Key), "collar"), slices.Contains(necks, p.Key):
			out = append(out, p)
		}
	}
	out = append(out, draft.Mm(draft.Band, "Band, finished", 8, 40, 15, "⟦1 cm⟧ to ⟦2 cm⟧", figure.Memory, "Hidden inside the neck."),
		draft.OneOf("held", "It is held by", "Basting holds best and is undone for every wash.", "basted", "basting", "buttons",
			"small buttons and holes"),
		draft.Mm("cuff", "Cuffs, deep", 0, 160, 70, "⟦6 cm⟧ to ⟦9 cm⟧", figure.Memory, "Turned back over the sleeve’s; 0 for none."))
	ease := draft.Mm("cuff_ease", "Ease of the cuffs", 10, 140, 60, "over the sleeve’s edge", figure.Memory, "Over the wrist.")
	ease.When = func(v draft.Values) bool { return v.Number("cuff") >= 20 }
	return append(out, ease, part.Allowance(5, 15, 8, "trimmed after turning", figure.Practice, "At every seam."))
}

// Draft drafts it.
func (Collar) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	set := draft.Settings{}
	for _, x := range v.All() {
		key := x.Parameter.Key
		switch {
		case key == draft.CollarKind:
			set[key] = x.Choice
		case strings.HasPrefix(string(key), "collar") || slices.Contains(necks, key):
			set[key] = x.Number
		}
	}
	settled, wrong := draft.Settle(of, on, set)
	if len(wrong) > 0 {
		return draft.Draft{}, wrong[0]
	}
	whole, err := of.Draft(on, settled, in)
	if err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}, Entry: draft.Entry{Tied: true}}
	seam := v.Number(draft.Allowance)
	neck := 0.0
	var parts []string
	for _, p := range whole.Pieces {
		if p.ID != "collar" {
			continue
		}
		for i := range p.Edges {
			if e := &p.Edges[i]; e.ID != p.Fold {
				e.Allowance = seam
			}
		}
		for _, e := range p.Edges {
			if strings.HasPrefix(e.ID, "neck-") {
				neck += e.Length()
				parts = append(parts, e.ID)
			}
		}
		d.Pieces = append(d.Pieces, p)
	}
	if len(d.Pieces) == 0 {
		return draft.Draft{}, fmt.Errorf("this collar has no piece of its own: choose a stand, a flat or a pointed one")
	}
	for _, s := range whole.Seams {
		if s.A.Piece == "collar" && s.B.Piece == "collar" {
			d.Seams = append(d.Seams, s)
		}
	}
	long, deep := 2*neck-needless, v.Number(draft.Band)
	band := pattern.Rectangle("band", "Band", long, 2*deep, seam)
	band.EitherWay = true
	band.Marks = []pattern.Mark{{Kind: pattern.FoldLine, Path: []plane.Point{{Y: deep}, {X: long, Y: deep}}, Label: "fold"}}
	d.Pieces = append(d.Pieces, band)
	banded(&d, long/2/neck, parts)
	if deep := v.Number("cuff"); deep >= 20 {
		cuff := pattern.Rectangle("cuff", "Cuff", on.Length("wrist_girth")+v.Number("cuff_ease"), deep, seam)
		cuff.Cut, cuff.EitherWay = 4, true
		cuff.Layered(pattern.ForLining)
		cuff.Interfaced()
		cuff.Be(pattern.Layered, "left", "right", "top", "bottom")
		d.Pieces = append(d.Pieces, cuff)
		d.Laid = append(d.Laid, draft.Laid{Piece: "cuff", At: draft.RoundWrist})
		d.Measure("cuff", "each cuff", "round", on.Length("wrist_girth")+v.Number("cuff_ease"))
	}
	d.Laid = append(d.Laid, draft.Laid{Piece: "collar", At: draft.RoundNeck, As: whole.Collar.As})
	d.Measure("neck", "the collar", "along its neck edge", 2*neck)
	d.Measure("band", "the band", "in length", long)
	d.Spares = []draft.Spare{{Dimension: "band", Where: "its ends before", Slide: seam / 2}}
	if v.Choice("held") == "buttons" {
		n := max(int(math.Round(long/75)), 5)
		d.Fasten(closure.Buttons, n, 9, fmt.Sprintf("one every %s of the band, inside", measure.Tell(long/float64(n))))
	}
	d.Tell(work.ToBand,
		"The collar between its layers. Baste it inside the finished neck, centre back to centre back; it comes off to be washed.")
	return d, nil
}

// banded sews the neck edge of a collar to its band, from the left front round the back to the right: the band is so many
// times as long.
func banded(d *draft.Draft, times float64, parts []string) {
	var stretches []pattern.Stretch
	add := func(side pattern.Hand, edge string) {
		for i := range d.Pieces {
			if d.Pieces[i].ID != "collar" {
				continue
			}
			e, _ := d.Pieces[i].Edge(edge)
			long := e.Length()
			id := "to-" + edge + "-" + string(side)
			stretches = append(stretches, pattern.Stretch{ID: id, Name: "to the collar, " + string(side), Length: long * times})
			d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + edge + "-" + string(side), A: pattern.Side{Piece: "band", Edge: id},
				B: pattern.Side{Piece: "collar", Edge: edge, Copy: pattern.Copy{Hand: side}}, Ease: long * (1 - times),
				Absorbed: pattern.Eased,
				Join:     pattern.Banded})
		}
	}
	for i := len(parts) - 1; i >= 0; i-- {
		add(pattern.Left, parts[i])
	}
	for _, edge := range parts {
		add(pattern.Right, edge)
	}
	band := &d.Pieces[len(d.Pieces)-1]
	band.Split("bottom", stretches...)
	for i := range band.Edges {
		band.Edges[i].Kind = pattern.Enclosed
	}
}
