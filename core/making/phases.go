package making

import (
	"sync"

	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// phase is a step of the order of work that rules give. Its ID is kept in people's logs and
// never changes.
type phase struct {
	id, name string
	after    []work.After
}

func after(pairs ...string) []work.After {
	var out []work.After
	for i := 0; i+1 < len(pairs); i += 2 {
		out = append(out, work.After{Step: pairs[i], Why: pairs[i+1]})
	}
	return out
}

// Reasons that several steps share.
const (
	whySteel  = "sewing beside steel breaks needles"
	whyClosed = "the edges are closed only when the bones are in"
	whyFree   = "a change found in the mock-up is free; found in the cloth it costs the cloth"
	whyFlat   = "pieces are handled more easily while they lie flat"
	// whyBlocked is for what takes a smocked edge.
	whyBlocked = "the smocked edge is blocked to its length first"
)

// phases are all steps that rules give, in the order they are usually done, each with what
// must come before it and why (common practice, no source). Those a garment has nothing for
// are left out, and reasons that name them. The list is not to be changed.
var phases = sync.OnceValue(func() []phase {
	return []phase{
		{"buy", "Get the cloth and what goes with it", nil},
		{"wash", "Wash and press the cloth", after("buy", "there must be cloth")},
		{"mock-up", "Mock-up in cheap cloth", nil},
		{"cut", "Check the lay and cut", after("wash", "what is cut must not shrink afterwards", "mock-up", whyFree, "buy",
			"there must be cloth")},
		{"mark", "Mark and label", after("cut", "marks are made on the cut pieces, before they are moved")},
		{"piece", "Piece the parts of what was cut in two", after("cut", "both parts are cut first")},
		{"stay", "Stay-stitch the edges that stretch", after("cut", "before the edges are handled and stretch")},
		{"tucks", "Sew the tucks", after("mark", "both lines of a tuck are marked", "cut", "tucks are sewn while the strip is flat")},
		{"channels", "Stitch the channels", after("mark", "a channel is marked on the cut piece")},
		{"quilt", "Quilt", after("mark", "the lines must meet at the seams", "channels", "lines stop at the channels")},
		{"darts", "Sew the darts", after("mark", "legs and tip are marked", "stay", "the edge must not stretch while it is folded",
			"quilt", "what is quilted is quilted flat")},
		{"pleats", "Fold and baste the pleats", after("mark", "folds and places are marked", "cut", "they are folded on the cut piece")},
		{"pocket", "Sew the pocket", after("darts", "the piece must have its final edge", "cut", "both halves are needed")},
		{"gussets", "Set the gussets", after("cut", "they are set into the flat pieces", "mark", "the points are marked")},
		{"busk", "Set the busk", after("cut", "it is set while the front still lies flat")},
		{"seams", "Join the pieces", after("darts", "a dart is pressed before a seam crosses it", "pocket",
			"pocket halves go on before the seam is closed", "gussets", whyFlat, "busk", "the busk is set while the front panel still "+
				"lies flat",
			"quilt", "pieces are quilted flat", "mark", "notches are matched", "cut", "all pieces must be there to be laid in order",
			"piece", "a piece is whole before it is joined")},
		{"press", "Press every seam", after("seams", "each seam is pressed before the next crosses it")},
		{"finish", "Finish the allowances", after("press", "allowances are finished as they lie", "seams", "there must be a seam")},
		{"cords", "Stitch the cords in", after("press", "a seam is pressed before a cord crosses it", "channels",
			"the rows end at the channels",
			"mark", "a row runs along its mark")},
		{"turn", "Join the layers and turn", after("darts", "both layers are shaped before they meet", "press",
			"seams are pressed while they can be reached", "seams", "each layer is whole before they meet", "cut", "both layers are "+
				"sewn as one")},
		{"rings", "Stitch the rings", after("turn", "rows are measured from the finished hem")},
		{"sleeves", "Sleeves to the body", after("seams", "the head runs over the shoulder seam", "gussets",
			"the gusset joins sleeve and body in one corner")},
		{"close", "Sew the seams that close it", after("sleeves", "the seam runs through sleeve and body in one", "cords",
			"every cord must end in this seam", "channels", "the mouths of the channels lie in this seam", "seams", "they come last")},
		{"face", "Face the edges", after("waist", "it runs on over the waist seam", "seams", "a facing runs over the seams", "close",
			"a facing runs over the seams", "press",
			"the seams beneath are pressed")},
		{"edges", "Turn and stitch the open edges", after("waist", "they run on over the waist seam", "seams", "they end in the seams",
			"cut", "they are turned on the cut piece")},
		{"placket", "Make the placket", after("waist", "it begins at the waist seam", "seams", "it closes the seam’s open end", "press",
			"the slit is measured on the pressed piece",
			"close", "it ends where the last seam begins", "rings", "the layers are one before they are slit", "turn",
			"the layers are one before they are slit")},
		{"gather", "Run the gathering rows", after("press", "rows run over pressed seams", "seams", "rows run over the seams", "close",
			"rows run over the seams", "mark", "quarters are marked", "cut", "they are run on the cut piece")},
		{"smock", "Work the smocking", after("gather", "it is worked on the tops of pleats that are drawn up", "seams",
			"the rows run through all panels in one", "press", "the seams lie flat under the pleats", "mark", "the rows are marked", "cut",
			"it is worked on the cut piece")},
		{"tiers", "Join the tiers", after("gather", "gather, then join", "smock", whyBlocked)},
		{"waist", "Join bodice and skirt", after("pleats", "the pleated edge is as long as the bodice’s then", "gather",
			"gather, then join", "smock", whyBlocked, "sleeves", "there is less to turn about before the skirt hangs on", "close",
			"the round is closed before it is measured", "darts", "darts are shut before the seam crosses them", "seams",
			"the seam runs over the seams of both", "press", "the seams are pressed before it crosses them", "finish",
			"their allowances are caught in it", "tiers", "less cloth to push about")},
		{"set-on", "Set on what is set on", after("gather", "gather, then set on", "smock", whyBlocked, "face",
			"the edge beneath is finished", "seams",
			"what carries it is whole")},
		{"casing", "Sew the casings", after("seams", "a casing runs over the seams", "close", "a casing runs over the seams")},
		{"band", "Set the band", after("pleats", "the band takes the pleated edge", "gather", "gather, then band", "smock",
			whyBlocked, "placket",
			"the opening’s edges must be finished before they go into the band", "tiers", "less cloth to push about", "close",
			"the round is closed before it is measured", "seams", "the band runs over the seams", "finish", "allowances end in the band",
			"face", "faced edges end in the band")},
		{"eyelets", "Work the eyelets", after("channels", "the channels show where they stand", "edges",
			"they stand a set way inside the edge",
			"seams", "two layers carry them")},
		{"bones", "Put the bones in", after("waist", whySteel, "channels", whySteel, "seams", whySteel, "band", whySteel, "close",
			whySteel)},
		{"bind", "Bind the edges", after("bones", whyClosed, "seams", "binding crosses the seams", "close", "binding crosses the seams",
			"face", "faced edges end in the binding", "set-on", "it closes over what is set on", "sleeves", "the edge is final only "+
				"when the sleeves hang from it")},
		{"floss", "Floss the bone ends", after("bind", "the binding decides where the ends lie", "bones",
			"bones are held when they are in")},
		{"tufts", "Work the tufts", after("quilt", "tufts hold the finished filling", "turn", "tufts hold the finished filling")},
		{"buttonholes", "Work the buttonholes", after("band", "the opening runs over the band", "edges",
			"they are worked on the turned edge",
			"bind", "they stand a set way inside the edge", "face", "they are worked on the finished edge")},
		{"closure", "Work the closure", after("waist", "it runs on over the waist seam", "buttonholes",
			"buttons are marked through the finished buttonholes", "band",
			"it is set on the finished band", "bind", "it runs from finished edge to finished edge", "edges",
			"it runs from finished edge to finished edge", "placket", "it is set on the finished placket", "face",
			"it runs from finished edge to finished edge")},
		{"try-on", "Try it on", after("closure", "it must close", "eyelets", "it closes through them", "bones",
			"it hangs and holds only with them",
			"bind", "unbound edges let bones out", "floss", "loose ends let bones out", "band", "it hangs from "+
				"the band", "set-on", "it is carried by what is set on", "casing",
			"it hangs from the tape")},
		{"hang", "Let it hang a night, then level it", after("waist", "it hangs from the bodice", "band",
			"it drops where it hangs off the grain", "bones",
			"the hem is levelled on the steels", "try-on", "the hem is levelled on the body")},
		{"hem", "Hem", after("hang", "a hem levelled before it has dropped is not level", "finish",
			"finished allowances are caught in the hem",
			"seams", "the hem runs over the seams", "cut", "it is turned on the cut piece")},
		{"measure", "Measure over it", after("try-on", "it must sit as it will be worn", "closure", "it must sit as it will be worn")},
	}
})

// StepOf is the ID of the step in which a row is worked.
func StepOf(r Row) string { return phaseOf(r) }

// phaseOf is the step in which a row is worked.
func phaseOf(r Row) string {
	if r.Wait != "" {
		return "close"
	}
	if r.Technique.Key == "smocking" {
		return "smock"
	}
	switch r.Of {
	case technique.Band:
		return "band"
	case technique.Turn:
		return "turn"
	case technique.Face:
		return "face"
	case technique.Placket:
		return "placket"
	case technique.Hem:
		return "hem"
	case technique.Bind:
		return "bind"
	case technique.Opening:
		return "edges"
	case technique.Busk:
		return "busk"
	case technique.Casing:
		return "casing"
	case technique.Join:
		return ofJoin[r.Join]
	}
	return ofWork[r.Of]
}

var ofJoin = map[pattern.Join]string{pattern.Beside: "seams", pattern.Inset: "gussets", pattern.Sleeved: "sleeves", pattern.Tiered: "tiers",
	pattern.AtWaist: "waist", pattern.SetOn: "set-on", pattern.Pocket: "pocket", pattern.Rejoined: "piece"}

var ofWork = map[technique.Work]string{technique.Dart: "darts", technique.Gather: "gather", technique.Pleat: "pleats",
	technique.Tuck: "tucks", technique.Cord: "cords", technique.Ring: "rings", technique.Quilt: "quilt", technique.Channel: "channels",
	technique.Bone: "bones", technique.Eyelet: "eyelets", technique.Floss: "floss", technique.Tuft: "tufts",
	technique.Buttonhole: "buttonholes", technique.Button: "closure", technique.Hook: "closure", technique.Zip: "closure",
	technique.Finish: "finish", technique.Loop: "edges"}
