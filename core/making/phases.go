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
	id    work.ID
	name  string
	after because
}

// because is what a step comes after, each with its reason.
type because []struct {
	step work.ID
	why  string
}

// after says it as an order of work does.
func (b because) after() []work.After {
	out := make([]work.After, len(b))
	for i, a := range b {
		out[i] = work.After{Step: a.step, Why: a.why}
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
		{work.ToBuy, "Get the cloth and what goes with it", nil},
		{work.ToWash, "Wash and press the cloth", because{{work.ToBuy, "there must be cloth"}}},
		{work.ToMockUp, "Mock-up in cheap cloth", nil},
		{work.ToCut, "Check the lay and cut", because{
			{work.ToWash, "what is cut must not shrink afterwards"}, {work.ToMockUp, whyFree},
			{work.ToBuy, "there must be cloth"},
		}},
		{work.ToMark, "Mark and label", because{
			{work.ToCut, "marks are made on the cut pieces, before they are moved"},
		}},
		{work.ToPiece, "Piece the parts of what was cut in two", because{{work.ToCut, "both parts are cut first"}}},
		{work.ToStay, "Stay-stitch the edges that stretch", because{{work.ToCut, "before the edges are handled and stretch"}}},
		{work.ToTuck, "Sew the tucks", because{
			{work.ToMark, "both lines of a tuck are marked"}, {work.ToCut, "tucks are sewn while the strip is flat"},
		}},
		{work.ToChannel, "Stitch the channels", because{{work.ToMark, "a channel is marked on the cut piece"}}},
		{work.ToQuilt, "Quilt", because{
			{work.ToMark, "the lines must meet at the seams"}, {work.ToChannel, "lines stop at the channels"},
		}},
		{work.ToDart, "Sew the darts", because{
			{work.ToMark, "legs and tip are marked"}, {work.ToStay, "the edge must not stretch while it is folded"},
			{work.ToQuilt, "what is quilted is quilted flat"},
		}},
		{work.ToPleat, "Fold and baste the pleats", because{
			{work.ToMark, "folds and places are marked"}, {work.ToCut, "they are folded on the cut piece"},
		}},
		{work.ToPocket, "Sew the pocket", because{
			{work.ToDart, "the piece must have its final edge"}, {work.ToCut, "both halves are needed"},
		}},
		{work.ToGusset, "Set the gussets", because{
			{work.ToCut, "they are set into the flat pieces"}, {work.ToMark, "the points are marked"},
		}},
		{work.ToBusk, "Set the busk", because{{work.ToCut, "it is set while the front still lies flat"}}},
		{work.ToJoin, "Join the pieces", because{
			{work.ToDart, "a dart is pressed before a seam crosses it"},
			{work.ToPocket, "pocket halves go on before the seam is closed"}, {work.ToGusset, whyFlat},
			{work.ToBusk, "the busk is set while the front panel still lies flat"},
			{work.ToQuilt, "pieces are quilted flat"}, {work.ToMark, "notches are matched"},
			{work.ToCut, "all pieces must be there to be laid in order"},
			{work.ToPiece, "a piece is whole before it is joined"},
		}},
		{work.ToPress, "Press every seam", because{{work.ToJoin, "each seam is pressed before the next crosses it"}}},
		{work.ToFinish, "Finish the allowances", because{
			{work.ToPress, "allowances are finished as they lie"}, {work.ToJoin, "there must be a seam"},
		}},
		{work.ToCord, "Stitch the cords in", because{
			{work.ToPress, "a seam is pressed before a cord crosses it"}, {work.ToChannel, "the rows end at the channels"},
			{work.ToMark, "a row runs along its mark"},
		}},
		{work.ToTurn, "Join the layers and turn", because{
			{work.ToDart, "both layers are shaped before they meet"},
			{work.ToPress, "seams are pressed while they can be reached"},
			{work.ToJoin, "each layer is whole before they meet"}, {work.ToCut, "both layers are sewn as one"},
		}},
		{work.ToRing, "Stitch the rings", because{{work.ToTurn, "rows are measured from the finished hem"}}},
		{work.ToSleeve, "Sleeves to the body", because{
			{work.ToJoin, "the head runs over the shoulder seam"},
			{work.ToGusset, "the gusset joins sleeve and body in one corner"},
		}},
		{work.ToClose, "Sew the seams that close it", because{
			{work.ToSleeve, "the seam runs through sleeve and body in one"},
			{work.ToCord, "every cord must end in this seam"},
			{work.ToChannel, "the mouths of the channels lie in this seam"}, {work.ToJoin, "they come last"},
		}},
		{work.ToFace, "Face the edges", because{
			{work.ToWaist, "it runs on over the waist seam"}, {work.ToJoin, "a facing runs over the seams"},
			{work.ToClose, "a facing runs over the seams"}, {work.ToPress, "the seams beneath are pressed"},
		}},
		{work.ToEdge, "Turn and stitch the open edges", because{
			{work.ToWaist, "they run on over the waist seam"}, {work.ToJoin, "they end in the seams"},
			{work.ToCut, "they are turned on the cut piece"},
		}},
		{work.ToPlacket, "Make the placket", because{
			{work.ToWaist, "it begins at the waist seam"}, {work.ToJoin, "it closes the seam’s open end"},
			{work.ToPress, "the slit is measured on the pressed piece"},
			{work.ToClose, "it ends where the last seam begins"}, {work.ToRing, "the layers are one before they are slit"},
			{work.ToTurn, "the layers are one before they are slit"},
		}},
		{work.ToGather, "Run the gathering rows", because{
			{work.ToPress, "rows run over pressed seams"}, {work.ToJoin, "rows run over the seams"},
			{work.ToClose, "rows run over the seams"}, {work.ToMark, "quarters are marked"},
			{work.ToCut, "they are run on the cut piece"},
		}},
		{work.ToSmock, "Work the smocking", because{
			{work.ToGather, "it is worked on the tops of pleats that are drawn up"},
			{work.ToJoin, "the rows run through all panels in one"}, {work.ToPress, "the seams lie flat under the pleats"},
			{work.ToMark, "the rows are marked"}, {work.ToCut, "it is worked on the cut piece"},
		}},
		{work.ToTier, "Join the tiers", because{{work.ToGather, "gather, then join"}, {work.ToSmock, whyBlocked}}},
		{work.ToWaist, "Join bodice and skirt", because{
			{work.ToPleat, "the pleated edge is as long as the bodice’s then"}, {work.ToGather, "gather, then join"},
			{work.ToSmock, whyBlocked}, {work.ToSleeve, "there is less to turn about before the skirt hangs on"},
			{work.ToClose, "the round is closed before it is measured"},
			{work.ToDart, "darts are shut before the seam crosses them"},
			{work.ToJoin, "the seam runs over the seams of both"},
			{work.ToPress, "the seams are pressed before it crosses them"},
			{work.ToFinish, "their allowances are caught in it"}, {work.ToTier, "less cloth to push about"},
		}},
		{work.ToSetOn, "Set on what is set on", because{
			{work.ToGather, "gather, then set on"}, {work.ToSmock, whyBlocked},
			{work.ToFace, "the edge beneath is finished"}, {work.ToJoin, "what carries it is whole"},
		}},
		{work.ToCase, "Sew the casings", because{
			{work.ToJoin, "a casing runs over the seams"}, {work.ToClose, "a casing runs over the seams"},
		}},
		{work.ToBand, "Set the band", because{
			{work.ToPleat, "the band takes the pleated edge"}, {work.ToGather, "gather, then band"},
			{work.ToSmock, whyBlocked},
			{work.ToPlacket, "the opening’s edges must be finished before they go into the band"},
			{work.ToTier, "less cloth to push about"}, {work.ToClose, "the round is closed before it is measured"},
			{work.ToJoin, "the band runs over the seams"}, {work.ToFinish, "allowances end in the band"},
			{work.ToFace, "faced edges end in the band"},
		}},
		{work.ToEyelet, "Work the eyelets", because{
			{work.ToChannel, "the channels show where they stand"}, {work.ToEdge, "they stand a set way inside the edge"},
			{work.ToJoin, "two layers carry them"},
		}},
		{work.ToBone, "Put the bones in", because{
			{work.ToWaist, whySteel}, {work.ToChannel, whySteel}, {work.ToJoin, whySteel}, {work.ToBand, whySteel},
			{work.ToClose, whySteel},
		}},
		{work.ToBind, "Bind the edges", because{
			{work.ToBone, whyClosed}, {work.ToJoin, "binding crosses the seams"},
			{work.ToClose, "binding crosses the seams"}, {work.ToFace, "faced edges end in the binding"},
			{work.ToSetOn, "it closes over what is set on"},
			{work.ToSleeve, "the edge is final only when the sleeves hang from it"},
		}},
		{work.ToFloss, "Floss the bone ends", because{
			{work.ToBind, "the binding decides where the ends lie"}, {work.ToBone, "bones are held when they are in"},
		}},
		{work.ToTuft, "Work the tufts", because{
			{work.ToQuilt, "tufts hold the finished filling"}, {work.ToTurn, "tufts hold the finished filling"},
		}},
		{work.ToButtonhole, "Work the buttonholes", because{
			{work.ToBand, "the opening runs over the band"}, {work.ToEdge, "they are worked on the turned edge"},
			{work.ToBind, "they stand a set way inside the edge"}, {work.ToFace, "they are worked on the finished edge"},
		}},
		{work.ToFasten, "Work the closure", because{
			{work.ToWaist, "it runs on over the waist seam"},
			{work.ToButtonhole, "buttons are marked through the finished buttonholes"},
			{work.ToBand, "it is set on the finished band"}, {work.ToBind, "it runs from finished edge to finished edge"},
			{work.ToEdge, "it runs from finished edge to finished edge"},
			{work.ToPlacket, "it is set on the finished placket"},
			{work.ToFace, "it runs from finished edge to finished edge"},
		}},
		{work.ToTryOn, "Try it on", because{
			{work.ToFasten, "it must close"}, {work.ToEyelet, "it closes through them"},
			{work.ToBone, "it hangs and holds only with them"}, {work.ToBind, "unbound edges let bones out"},
			{work.ToFloss, "loose ends let bones out"}, {work.ToBand, "it hangs from the band"},
			{work.ToSetOn, "it is carried by what is set on"}, {work.ToCase, "it hangs from the tape"},
		}},
		{work.ToHang, "Let it hang a night, then level it", because{
			{work.ToWaist, "it hangs from the bodice"}, {work.ToBand, "it drops where it hangs off the grain"},
			{work.ToBone, "the hem is levelled on the steels"}, {work.ToTryOn, "the hem is levelled on the body"},
		}},
		{work.ToHem, "Hem", because{
			{work.ToHang, "a hem levelled before it has dropped is not level"},
			{work.ToFinish, "finished allowances are caught in the hem"}, {work.ToJoin, "the hem runs over the seams"},
			{work.ToCut, "it is turned on the cut piece"},
		}},
		{work.ToMeasure, "Measure over it", because{
			{work.ToTryOn, "it must sit as it will be worn"}, {work.ToFasten, "it must sit as it will be worn"},
		}},
	}
})

// StepOf is the ID of the step in which a row is worked.
func StepOf(r Row) work.ID { return phaseOf(r) }

// phaseOf is the step in which a row is worked.
func phaseOf(r Row) work.ID {
	if r.Wait != pattern.ForNothing {
		return work.ToClose
	}
	if r.Technique.Key == "smocking" {
		return work.ToSmock
	}
	switch r.Of {
	case technique.Band:
		return work.ToBand
	case technique.Turn:
		return work.ToTurn
	case technique.Face:
		return work.ToFace
	case technique.Placket:
		return work.ToPlacket
	case technique.Hem:
		return work.ToHem
	case technique.Bind:
		return work.ToBind
	case technique.Opening:
		return work.ToEdge
	case technique.Busk:
		return work.ToBusk
	case technique.Casing:
		return work.ToCase
	case technique.Join:
		return ofJoin[r.Join]
	}
	return ofWork[r.Of]
}

// ofWait is the step that a seam waits for.
var ofWait = map[pattern.Wait]work.ID{pattern.ForSeams: work.ToJoin, pattern.ForSleeves: work.ToSleeve, pattern.ForCords: work.ToCord,
	pattern.ForChannels: work.ToChannel, pattern.ForSmocking: work.ToSmock}

var ofJoin = map[pattern.Join]work.ID{
	pattern.Beside: work.ToJoin, pattern.Inset: work.ToGusset, pattern.Sleeved: work.ToSleeve, pattern.Tiered: work.ToTier,
	pattern.AtWaist: work.ToWaist, pattern.SetOn: work.ToSetOn, pattern.Pocket: work.ToPocket, pattern.Rejoined: work.ToPiece,
}

var ofWork = map[technique.Work]work.ID{
	technique.Dart: work.ToDart, technique.Gather: work.ToGather, technique.Pleat: work.ToPleat, technique.Tuck: work.ToTuck,
	technique.Cord: work.ToCord, technique.Ring: work.ToRing, technique.Quilt: work.ToQuilt, technique.Channel: work.ToChannel,
	technique.Bone: work.ToBone, technique.Eyelet: work.ToEyelet, technique.Floss: work.ToFloss, technique.Tuft: work.ToTuft,
	technique.Buttonhole: work.ToButtonhole, technique.Button: work.ToFasten, technique.Hook: work.ToFasten,
	technique.Zip: work.ToFasten, technique.Finish: work.ToFinish, technique.Loop: work.ToEdge,
}
