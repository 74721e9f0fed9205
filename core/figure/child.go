package figure

import (
	"sort"

	"ardentgusset/core/measure"
)

// childHeights and childSizes are what children measure at five heights, mm (from memory: size charts of children’s clothes, from
// two to eleven years, boys and girls together). Adults are no guide: a child’s neck, head and waist are larger for its height.
var (
	childHeights = []float64{920, 1040, 1160, 1280, 1400}
	childSizes   = map[string][]float64{
		"bust_girth": {540, 570, 610, 660, 720}, "underbust_girth": {525, 555, 592, 640, 692}, "waist_girth": {520, 540, 565, 595, 635},
		"high_hip_girth": {540, 570, 605, 650, 705}, "hip_girth": {570, 600, 645, 700, 765}, "neck_girth": {260, 270, 283, 298, 315},
		"upper_arm_girth": {165, 172, 182, 195, 212}, "wrist_girth": {120, 124, 130, 136, 143}, "thigh_girth": {330, 350, 380, 415, 455},
		"knee_girth": {235, 250, 265, 285, 305}, "calf_girth": {210, 225, 243, 265, 290}, "ankle_girth": {150, 158, 168, 180, 193},
		"head_girth": {500, 510, 520, 527, 534}, "back_waist_length": {225, 247, 270, 295, 320}, "across_back": {232, 247, 262, 280, 300},
		"across_front": {222, 236, 250, 266, 284}, "shoulder_length": {80, 86, 93, 101, 110}, "scye_depth": {130, 140, 151, 163, 176},
		"arm_length": {300, 350, 395, 440, 485}, "waist_to_hip": {110, 122, 135, 150, 166}, "waist_to_knee": {300, 345, 390, 435, 480},
		"crotch_length": {400, 430, 465, 505, 550}, "waist_to_floor_side": {530, 610, 692, 775, 860},
	}
)

// How far children of one height lie apart, two standard deviations as parts, and how much of what one is stouter at the chest the
// other girths are too (from memory).
const childGirths, childLengths, stouter = 0.09, 0.06, 0.7

// stoutAt are the girths that a stout child has more of.
var stoutAt = map[string]bool{"underbust_girth": true, "waist_girth": true, "high_hip_girth": true, "hip_girth": true,
	"upper_arm_girth": true, "thigh_girth": true}

// young tells whether what was taken is a child's: as much as is known of height and chest.
func young(taken map[string]measure.Length) bool {
	h, known := taken["height"]
	b, told := taken["bust_girth"]
	return known && h >= childLow && h < childTall && (!told || b >= childThin && b < childRound)
}

// childEstimate is a reading that nobody took of a child; false for what children’s tables do not tell.
func childEstimate(key string, taken map[string]measure.Length) (Estimate, bool) {
	sizes, ok := childSizes[key]
	if !ok || !young(taken) {
		return Estimate{}, false
	}
	at := func(sizes []float64) float64 {
		h := float64(taken["height"])
		i := min(max(sort.SearchFloat64s(childHeights, h), 1), len(childHeights)-1)
		t := (h - childHeights[i-1]) / (childHeights[i] - childHeights[i-1])
		return sizes[i-1] + t*(sizes[i]-sizes[i-1])
	}
	v, spread, why := at(sizes), childLengths, "as children of that height measure"
	if m, _ := MeasurementOf(key); m.Girth {
		spread = childGirths
	}
	if chest, known := taken["bust_girth"]; known && stoutAt[key] {
		v *= 1 + stouter*(float64(chest)/at(childSizes["bust_girth"])-1)
		why += ", and its chest"
	}
	return Estimate{measure.Length(v), measure.Length(v * spread), Reason{why, Memory}}, true
}
