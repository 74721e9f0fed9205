package pattern

// LineKind is one kind of line or sign on a piece: how it is drawn and what a legend says of it. Every drawing,
// on screen, in a file or on paper, takes its lines from the table of them, and is told apart by dash and weight,
// never by colour alone.
type LineKind struct {
	Class string   // as drawings call it; that of a mark is its kind
	Mark  MarkKind // "" for the lines of the outline
	Label string
	// Weight and Dash are those in print, mm; Grey is how light its ink is, 0 to 255, 0 for full ink.
	Weight float64
	Dash   []float64
	Grey   int
}

// The lines of a piece's outline.
const (
	CutLineClass = "cut"
	SewClass     = "sew"
	BoundClass   = "bound"
	FoldClass    = "on-fold"
	GrainClass   = "grain"
	NotchClass   = "notch"
)

// plain is the weight of a line that nothing is said of, mm.
const plain = 0.25

// marked is a kind of mark drawn in a plain line.
func marked(k MarkKind, label string, dash ...float64) LineKind {
	return LineKind{Class: string(k), Mark: k, Label: label, Weight: plain, Dash: dash}
}

// weighing is the kind in a line of another weight.
func (l LineKind) weighing(mm float64) LineKind {
	l.Weight = mm
	return l
}

// LineKinds are all of them in the order of a legend.
func LineKinds() []LineKind {
	return []LineKind{
		{Class: CutLineClass, Label: "cutting line", Weight: 0.5},
		{Class: SewClass, Label: "sewing line", Weight: plain, Dash: []float64{3, 1.5}},
		{Class: BoundClass, Label: "bound edge, no allowance", Weight: 0.7},
		{Class: FoldClass, Label: "on the fold of the cloth", Weight: plain, Dash: []float64{8, 1.5, 1.5, 1.5}},
		{Class: GrainClass, Label: "grain", Weight: plain},
		{Class: NotchClass, Label: "notch", Weight: plain},
		marked(WaistLine, "waist level", 0.4, 1.4),
		marked(BustLine, "bust level", 3, 1.4, 0.4, 1.4),
		{Class: string(BoneLine), Mark: BoneLine, Label: "bone", Weight: plain, Grey: 170},
		{Class: string(BuskLine), Mark: BuskLine, Label: "busk", Weight: plain, Grey: 140},
		marked(Eyelet, "eyelet"),
		marked(Dart, "dart"),
		marked(PleatFold, "pleat: fold here"),
		marked(PleatTo, "pleat: bring to here", 2.5, 2.5),
		marked(Gather, "gathering row", 1.2, 1.2),
		marked(FoldLine, "fold", 8, 1.5, 1.5, 1.5),
		marked(Placket, "placket"),
		marked(Section, "set the next piece on here", 0.8, 3),
		marked(Stud, "stud of the busk"),
		marked(Loop, "loop of the busk"),
		marked(TapeLine, "tape inside", 10, 2.5),
		marked(QuiltLine, "quilting").weighing(0.12),
		marked(Meeting, "a line of the next piece ends here"),
		marked(TuckLine, "tuck: both its lines", 5, 1.5, 1, 1.5),
		marked(CordLine, "cord", 0.5, 0.9).weighing(0.5),
		marked(HoopLine, "steel"),
		marked(RingLine, "row through both layers", 1.5, 1.5, 5, 1.5),
		marked(Tuft, "tuft"),
		marked(Flossing, "flossing"),
		marked(SlashLine, "slash", 6, 1.5),
		marked(Button, "button"),
		marked(Tie, "sew a tape or tie on here"),
	}
}

// LineOf is the kind of a class; a plain line without a label for one that is none.
func LineOf(class string) LineKind {
	for _, l := range LineKinds() {
		if l.Class == class {
			return l
		}
	}
	return LineKind{Class: class, Weight: plain}
}

// LinesOn are the kinds that occur on pieces, in the order of a legend: the cutting and the sewing line and the grain
// always.
func LinesOn(pieces []Piece) []LineKind {
	used := map[string]bool{CutLineClass: true, SewClass: true, GrainClass: true}
	for i := range pieces {
		p := &pieces[i]
		for _, m := range p.Marks {
			used[string(m.Kind)] = true
		}
		if len(p.Notches) > 0 {
			used[NotchClass] = true
		}
		for _, e := range p.Edges {
			if e.ID == p.Fold {
				used[FoldClass] = true
			} else if p.WithoutAllowance(e) {
				used[BoundClass] = true
			}
		}
	}
	var out []LineKind
	for _, l := range LineKinds() {
		if used[l.Class] {
			out = append(out, l)
		}
	}
	return out
}

// Signed tells whether the kind is a sign at a point, and not a line.
func (l LineKind) Signed() bool {
	switch l.Mark {
	case Eyelet, Stud, Loop, Meeting, Tuft, Flossing, Button, Tie:
		return true
	}
	return false
}
