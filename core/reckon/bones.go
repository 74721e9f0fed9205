package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Bones is channels, and what goes into them.
type Bones struct{}

// About describes it.
func (Bones) About() About {
	return About{Name: "bones", Title: "Bones and channels", What: "Channel width, bone length to buy or cut, tips, and how boned " +
		"layers are set " +
		"off from each other.", Asked: "bone boning channel steel spiral busk length tips casing stagger",
		Links: []Link{{"bone_width", "wide", ""}}}
}

// Parameters are what is asked about it.
func (Bones) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("kind", "Kind", "", string(bone.Spiral), "spiral steel", string(bone.Flat), "flat steel", string(bone.Plastic),
			"plastic"),
		length("wide", "Bone, wide", 3, 25, 6, ""),
		length("channel", "Channel, long", 30, 1500, 300, "Seam line to seam line."),
		length("clear", "Clear of each end", 2, 30, 10, "6 to ⟦~12⟧, and never into the binding."),
		tally("count", "How many alike", 1, 100, 12, ""),
		draft.OneOf("stock", "Sold by", "", "cm", "the centimetre", "in", "the quarter inch", "cut", "the length, cut to fit"),
		tally("layers", "Boned layers over each other", 1, 4, 1, "A bodice over a corset.")}
}

// Reckon does the sum.
func (Bones) Reckon(v draft.Values) (a Answer, err error) {
	kind, wide, channel := bone.Kind(v.Choice("kind")), v.Number("wide"), v.Number("channel")
	b, ok := bone.Fit(kind, "", wide, channel, v.Number("clear"))
	if !ok {
		return a, wrong(v, "channel", "too short for any bone that is sold: %s at least", measure.Tell(bone.Shortest+2*v.Number("clear")))
	}
	b.Count = v.Whole("count")
	why := "the channel less what is clear at both ends, rounded down to what is sold"
	switch v.Choice("stock") {
	case "in":
		b = b.Restocked()
	case "cut":
		b.Length, why = channel-2*v.Number("clear"), "the channel less what is clear at both ends"
	}
	ch := bone.ChannelWidth(wide, kind.Thickness())
	n := v.Whole("count")
	a.put("channel", "Channel between its stitch lines", Fine, ch, "the bone's width and thickness, and ease", figure.Practice)
	a.put("length", "Bone", Length, b.Length, why, figure.Practice)
	a.put("clear", "leaves free at each end", Fine, (channel-b.Length)/2, "half of what is left", figure.Geometry)
	a.put("count", "Bones", Count, float64(n), "as asked", figure.Practice)
	a.put("spare", "and spares", Count, max(math.Ceil(float64(n)/8), 1), "one for every eight", figure.Memory)
	a.put("total", "Steel, where it is sold by the length", Long, b.Length*float64(n), "all of them", figure.Geometry)
	if v.Choice("stock") == "cut" && kind != bone.Plastic {
		a.put("tips", "Tips", Count, float64(2*n), "two to a bone", figure.Practice)
		a.note(false, "Cutting steel", "Goggles and gloves, the piece held fast; ends fly. Smooth and tip every end.")
	}
	if kind == bone.Plastic {
		a.note(false, "Plastic", "Cut it with shears, round the ends and sand them, or they come through.")
	}
	a.put("mass", "Weight of all", Grams, b.Mass(), "steel by its width and length", figure.Memory)
	a.sum("%s − 2 × %s = %s, sold as %s", measure.Tell(channel), measure.TellFine(v.Number("clear")),
		measure.Tell(channel-2*v.Number("clear")), measure.Tell(b.Length))
	layers := v.Whole("layers")
	if layers > 1 {
		a.put("offset", "Set off each layer's bones by", Fine, ch+2, "a channel and its stitching, so that none lies on another",
			figure.Practice)
		a.note(false, "Bone on bone", "Steel over steel stands out and breaks needles: mark the second layer's channels from the "+
			"first, and sew "+
			"it before any bone goes in.")
	}
	for k := range layers {
		x := float64(k) * (ch + 2)
		kindOf := Cloth
		if k%2 == 1 {
			kindOf = Other
		}
		a.box(kindOf, "", x, 0, ch, channel)
		y := (channel - b.Length) / 2
		a.box(CutLn, "", x+(ch-wide)/2, y, wide, b.Length)
	}
	a.up(measure.Tell(channel), -channel/10, 0, channel)
	a.up(measure.Tell(b.Length), float64(layers)*(ch+2)+channel/14, (channel-b.Length)/2, b.Length)
	y := (channel - b.Length) / 2
	s := Strip{Name: "Channel", Long: channel, Marks: []StripMark{{y, "bone", Place}, {channel - y, "bone", Place}}}
	a.Strips = []Strip{s, {Name: fmt.Sprintf("Across: %d channels side by side", min(n, 12)), Long: ch * float64(min(n, 12))}}
	for k := range min(n, 12) + 1 {
		a.Strips[1].Marks = append(a.Strips[1].Marks, StripMark{ch * float64(k), "stitch", Place})
	}
	return a, nil
}
