package work

import "strings"

// ID names a step. Within a garment it is one of those below, or one that the garment has of its own; in a plan the lane
// stands before it (see In). IDs are kept in people's logs and never change.
type ID string

// The steps that rules of making give, in the order they are usually done.
const (
	ToGet        ID = "get" // of what is bought ready made
	ToBuy        ID = "buy"
	ToWash       ID = "wash"
	ToMockUp     ID = "mock-up"
	ToCut        ID = "cut"
	ToMark       ID = "mark"
	ToPiece      ID = "piece"
	ToStay       ID = "stay"
	ToTuck       ID = "tucks"
	ToChannel    ID = "channels"
	ToQuilt      ID = "quilt"
	ToDart       ID = "darts"
	ToPleat      ID = "pleats"
	ToPocket     ID = "pocket"
	ToGusset     ID = "gussets"
	ToBusk       ID = "busk"
	ToJoin       ID = "seams"
	ToPress      ID = "press"
	ToFinish     ID = "finish"
	ToCord       ID = "cords"
	ToTurn       ID = "turn"
	ToRing       ID = "rings"
	ToSleeve     ID = "sleeves"
	ToClose      ID = "close"
	ToFace       ID = "face"
	ToEdge       ID = "edges"
	ToPlacket    ID = "placket"
	ToGather     ID = "gather"
	ToSmock      ID = "smock"
	ToTier       ID = "tiers"
	ToWaist      ID = "waist"
	ToSetOn      ID = "set-on"
	ToCase       ID = "casing"
	ToBand       ID = "band"
	ToEyelet     ID = "eyelets"
	ToBone       ID = "bones"
	ToBind       ID = "bind"
	ToFloss      ID = "floss"
	ToTuft       ID = "tufts"
	ToButtonhole ID = "buttonholes"
	ToFasten     ID = "closure"
	ToTryOn      ID = "try-on"
	ToHang       ID = "hang"
	ToHem        ID = "hem"
	ToMeasure    ID = "measure"
)

// In is the ID that a garment's step has in a plan, where many garments have one of that name.
func (id ID) In(lane string) ID { return ID(lane) + "/" + id }

// Parts are the lane and the garment's own step of an ID that stands in a plan; the lane is "" where there is none.
func (id ID) Parts() (lane string, own ID) {
	lane, step, found := strings.Cut(string(id), "/")
	if !found {
		return "", id
	}
	return lane, ID(step)
}

// The steps that some garments have of their own.
const (
	ToFins      ID = "fins"
	ToNeck      ID = "neck"
	ToWaistStay ID = "waist-stay"
	ToSetStay   ID = "stay" // of a bodice that has no edge to stay-stitch
	ToWaistTape ID = "waist-tape"
	ToTape      ID = "tape"
	ToRibbon    ID = "ribbon"
	ToPads      ID = "pads"
	ToLining    ID = "lining"
	ToLoopUp    ID = "loop-up"
	ToStraps    ID = "straps"
	ToBackStrap ID = "strap"
	ToTie       ID = "ties"
	ToStuff     ID = "stuff"
	ToRim       ID = "rim"
	ToFill      ID = "fill"
	ToCheck     ID = "check"
	ToShrink    ID = "shrink"
	ToMarkRows  ID = "rows"
	ToStarch    ID = "starch"
	ToPoint     ID = "points"
)
