package draft

import (
	"path"
	"strings"
)

// Group is what a parameter is about.
type Group string

// The groups, in the order they are asked: what a garment is comes before how it is made.
const (
	Lines   Group = "lines"
	Upper   Group = "upper"
	Arms    Group = "arms"
	Fit     Group = "fit"
	Closing Group = "closing"
	Inside  Group = "inside"
)

// GroupAbout is a group as it is read.
type GroupAbout struct {
	Group
	Title string
}

// Groups lists all, in the order they are asked.
func Groups() []GroupAbout {
	return []GroupAbout{{Lines, "Lines and lengths"}, {Upper, "Neck and collar"}, {Arms, "Sleeves"}, {Fit, "Ease and fit"},
		{Closing, "Opening and closing"},
		{Inside, "How it is made"}}
}

// partsOf are the prefixes of keys that belong to a part of a joined garment and say nothing of what is asked.
var partsOf = []string{"skirt_", "gores_", "circle_", "breadths_", "tube_", "cape_"}

// grouped are the patterns of keys that belong together beside the lines.
var grouped = []struct {
	of   Group
	keys []string
}{
	{Inside, []string{"allowance", "hem", "*_hem", "lined", "lining*", "canvas", "bone_*", "bones", "boning", "channels", "cord*", "trim*",
		"stay", "shrink", "layers", "wadding", "ends", "steel*", "hoops", "rows", "spacing", "groups", "apart", "angle", "packing", "self",
		"pocket*", "tuck*", "stitched", "modesty", "turned", "heading", "front_grain", "ring*", "thick"}},
	{Closing, []string{"closure", "closes", "closing", "fastens", "placket", "lap", "lap_*", "stand", "extension", "buttons", "eyelet_*",
		"opening", "opens", "slit", "lacing*", "waist_eyelets", "held", "ties", "overlap", "from", "neck_slit"}},
	{Fit, []string{"*ease", "laced_waist", "moved", "bust_*", "scye_drop", "inset", "move_*", "seam_*", "waist_*", "arm*", "snug", "top_snug",
		"gap", "dart*", "*_dart", "give", "along", "lift", "under"}},
	{Upper, []string{"neck*", "collar*", "lapel*", "hood_*", "yoke", "strap*", "cowl"}},
	{Arms, []string{"sleeve*", "cuff*", "wrist"}},
}

// Group is what the parameter is about: by its key, as those of one name are asked alike everywhere.
func (p Parameter) Group() Group {
	key := string(p.Key)
	for _, part := range partsOf {
		if rest, ok := strings.CutPrefix(key, part); ok {
			key = rest
			break
		}
	}
	for _, g := range grouped {
		for _, k := range g.keys {
			if ok, _ := path.Match(k, key); ok {
				return g.of
			}
		}
	}
	return Lines
}
