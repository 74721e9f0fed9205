package alter

import "ardentgusset/core/pattern"

// Field is a field of an operation.
type Field struct {
	Key  string   `json:"key"`
	What string   `json:"what"`
	Unit string   `json:"unit,omitempty"`
	Low  *float64 `json:"low,omitempty"`
	High *float64 `json:"high,omitempty"`
	One  []string `json:"one_of,omitempty"`
	May  bool     `json:"optional,omitempty"`
}

// About is an operation as it is listed.
type About struct {
	Op     string  `json:"op"`
	Name   string  `json:"name"`
	What   string  `json:"what"`
	Fields []Field `json:"fields"`
}

func number(x float64) *float64 { return &x }

func within(key, what string, low, high float64) Field {
	return Field{Key: key, What: what, Unit: "mm", Low: number(low), High: number(high)}
}

var (
	thePiece = Field{Key: "piece", What: "the piece"}
	theEdge  = Field{Key: "edge", What: "its edge"}
	byMuch   = within("by_mm", "by how much; less than nothing undoes it", -mostBy, mostBy)
	byMany   = within("by_mm", "by how much; a list is spread evenly along the edge", -mostBy, mostBy)
	from     = Field{Key: "from", What: "where the cut begins, on the outline", Unit: "mm, [x, y]"}
	to       = Field{Key: "to", What: "where it ends, on the outline", Unit: "mm, [x, y]"}
)

func optional(f Field) Field {
	f.May = true
	return f
}

// listed are the operations in the order in which alterations are made: lengths, widths, bust, darts, seams, hems.
var listed = []About{
	{"lengthen", "Lengthen or shorten", "Cuts the piece straight across and draws it apart, or takes a strip out.",
		[]Field{thePiece, within("at_mm", "how high above its lowest point", 0, 10000), byMuch}},
	{"take-in", "Take in", "Moves an edge inwards; the edges beside it end sooner.", []Field{thePiece, theEdge, byMany}},
	{"let-out", "Let out", "Moves an edge outwards; the edges beside it run on to it.", []Field{thePiece, theEdge, byMany}},
	{"slash", "Slash and open", "Cuts from edge to edge and opens the cut, or laps it.", []Field{thePiece, from, to, byMuch,
		{Key: "hinge", What: "which end stays shut", One: []string{"from", "to", "none"}, May: true}}},
	{"spread", "Slash and spread", "Cuts many times from an edge to the one opposite and opens there, for flare or gathers.",
		[]Field{thePiece, theEdge, byMuch, {Key: "cuts", What: "how many cuts", Low: number(1), High: number(60), May: true},
			{Key: "with_edge", What: "the edge that keeps its length"}}},
	{"bust", "Full or small bust", "Opens a front over the bust, from the waist to the armhole and from the side.",
		[]Field{thePiece, {Key: "from", What: "the bust point", Unit: "mm, [x, y]"}, {Key: "to",
			What: "where the armhole is cut, on the outline",
			Unit: "mm, [x, y]"}, {Key: "edge", What: "the side edge, where the dart opens"}, within("at_mm", "how far along it", 0,
			10000), byMuch}},
	{"move-dart", "Move a dart", "Closes a dart and opens it elsewhere about the same point.", []Field{thePiece,
		optional(Field{Key: "dart", What: "its name; left out where there is one"}), theEdge, within("at_mm",
			"how far along the edge", 0, 10000)}},
	{"grade", "Between two sizes", "Draws every piece a share of the way to the same piece of another size.", []Field{optional(thePiece),
		{Key: "to", What: "the pieces of the other size, in the pattern format"}, {Key: "share", What: "how far towards it",
			Low: number(-0.25), High: number(1.25)}}},
	{"allowance", "Find the sewing line", "The edge as it came is the cutting line; the sewing line is found inside it.",
		[]Field{thePiece, optional(theEdge), within("found_mm", "the allowance that is in it", 0, 150)}},
	{"join", "Join two pieces", "Lays a piece against another along a seam; they are cut in one.", []Field{thePiece, theEdge,
		{Key: "with", What: "the other piece"}, {Key: "with_edge", What: "its edge"}}},
	{"split", "Part along a line", "Cuts a piece in two; the cut is a seam.", []Field{thePiece, from, to,
		optional(Field{Key: "name", What: "what the new piece is called"})}},
	{"mirror", "Unfold", "Doubles a piece at a straight edge; it is cut whole.", []Field{thePiece, theEdge}},
	{"hem", "Move the hem", "Moves a lower edge outwards as it is; the edges beside it run on.", []Field{thePiece, theEdge, byMuch,
		optional(within("found_mm", "its allowance from now on", 0, 300))}},
}

// List are all operations.
func List() []About { return listed }

// kinds are what they do.
var kinds = map[string]func(*Set, *pattern.Piece, *Op) *OpError{
	"lengthen": lengthen, "take-in": takeIn, "let-out": letOut, "slash": slash, "spread": spread, "bust": bust, "move-dart": moveDart,
	"grade": grade, "allowance": allowance, "join": join, "split": split, "mirror": mirror, "hem": hem,
}
