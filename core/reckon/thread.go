package reckon

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/stitch"
)

// Thread is how much a seam takes, and which needle.
type Thread struct{}

// About describes it.
func (Thread) About() About {
	return About{Name: "thread", Title: "Thread, needle, stitch", What: "Thread for a length in any stitch, spools and bobbins, " +
		"needle and stitch length " +
		"for the cloth.", Asked: "thread spool bobbin needle size stitch length per inch spi"}
}

// Parameters are what is asked about it.
func (Thread) Parameters() []draft.Parameter {
	var options []string
	for _, f := range stitch.Forms() {
		options = append(options, string(f.Kind), string(f.Kind))
	}
	long := length("stitch", "Length of a stitch", 0.5, 20, stitch.StitchLength, "As sewn; fine silk ⟦~2⟧, basting ⟦~5⟧.")
	long.Default = func(_ figure.Figure, v draft.Values) (float64, figure.Reason) {
		return stitch.FormOf(stitch.Kind(v.Choice("kind"))).Long, figure.Reason{Text: "usual of the kind", Source: figure.Memory}
	}
	return []draft.Parameter{
		draft.OneOf("kind", "Stitch", "", options...),
		length("long", "Rows, all together", 10, 1e6, 10000, ""),
		draft.OneOf("by", "A stitch is given", "", "length", "by its length", "inch", "by how many make an inch"),
		whenBy("length", long),
		whenBy("inch", number("per", "Stitches to the inch", 1, 50, 10, "")),
		length("thick", "Thickness sewn through", 0.05, 20, 0.8, "All layers."),
		number("weight", "Cloth weighs, g/m²", 15, 1200, 160, "33.9 g/m² are one ounce a square yard."),
		length("spool", "On a spool", 1000, 5e6, 100000, ""),
		length("bobbin", "On a bobbin", 1000, 200000, 40000, "Your own figure goes before ours.")}
}

// needles are sizes (a hundredth of a millimetre across, as machine needles are numbered) for cloth up to a weight, g/m²
// (common practice, no source).
var needles = []struct {
	most float64
	size float64
	long float64 // stitch, mm
}{{70, 60, 2}, {120, 70, 2}, {220, 80, 2.5}, {320, 90, 2.5}, {480, 100, 3}, {math.Inf(1), 110, 3}}

// Reckon does the sum.
func (Thread) Reckon(v draft.Values) (a Answer, err error) {
	f := stitch.FormOf(stitch.Kind(v.Choice("kind")))
	long, thick, each := v.Number("long"), v.Number("thick"), 0.0
	if v.Choice("by") == "inch" {
		each = 25.4 / v.Number("per")
	} else {
		each = v.Number("stitch")
	}
	f.Long = each
	ratio := f.Ratio(thick)
	if f.Kind == stitch.Lockstitch {
		ratio = stitch.LockstitchRatio(each, thick)
	}
	net := long * ratio
	all := net * (1 + stitch.Waste)
	a.put("ratio", "Thread to a length of row", Times, ratio, "from the stitch's way along and through", figure.Geometry)
	a.put("thread", "Thread", Long, all, "all rows, and 15 % for ends", figure.Practice)
	a.put("spools", "Spools", Count, math.Ceil(all/v.Number("spool")), "whole ones", figure.Geometry)
	if !f.Hand {
		a.put("bobbins", "Bobbins", Count, math.Ceil(all/2/v.Number("bobbin")), "half of it lies below", figure.Geometry)
	}
	a.put("stitch", "A stitch", Fine, each, "as given, or an inch over their number", figure.Geometry)
	a.put("per_inch", "Stitches to the inch", Plain, 25.4/each, "25.4 over the stitch", figure.Geometry)
	a.put("minutes", "Sewing", Minutes, long/1000*f.Minutes, "the row alone, without pinning", figure.Memory)
	for _, n := range needles {
		if v.Number("weight") <= n.most {
			a.put("needle", "Machine needle", Count, n.size, "hundredths of a millimetre across, by the weight of the cloth",
				figure.Practice)
			a.put("usual", "Usual stitch for it", Fine, n.long, "finer cloth, shorter stitch", figure.Practice)
			break
		}
	}
	a.sum("%s × %s × 1.15 = %s", measure.TellLong(long), plainly(ratio), measure.TellLong(all))
	if v.Number("spool") < all {
		a.note(false, "More than one spool", "Buy them together, of one dye lot, before you cut.")
	}
	for i := range 6 {
		x := float64(i) * each * 2
		a.draw(Cord, "", pt(x, thick/2), pt(x+each, thick/2), pt(x+each, -thick/2), pt(x+2*each, -thick/2), pt(x+2*each, thick/2))
	}
	a.box(Cloth, "", 0, -thick/2, each*12, thick)
	s := Strip{Name: "Stitches", Long: 100}
	for x := each; x <= 100+1e-9 && len(s.Marks) < 120; x += each {
		s.Marks = append(s.Marks, StripMark{min(x, 100), "", Place})
	}
	a.Strips = []Strip{s}
	return a, nil
}
