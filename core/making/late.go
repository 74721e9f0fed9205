package making

// LateCost is what it costs to do a step after one that it should have come before.
type LateCost struct {
	Times float64 // as long as usual
	Why   string
}

// late are the steps that are dear when they come too late, by the step that was done before them (from memory).
var late = map[[2]string]LateCost{
	{"channels", "seams"}:      {3, "the channels are put in by hand or through the round: slower, and weaker"},
	{"channels", "bones"}:      {3, "the bones come out again first"},
	{"stay", "seams"}:          {1.5, "the edges have stretched: they are drawn in by steam and a thread"},
	{"darts", "seams"}:         {2, "the seam over the dart is opened for a hand’s breadth and sewn again"},
	{"darts", "waist"}:         {2.5, "the waist seam is opened over every dart"},
	{"pocket", "seams"}:        {2, "the seam is opened where the pocket goes in"},
	{"press", "close"}:         {1.5, "the seams lie inside a round: over a ham, a hand’s breadth at a time"},
	{"press", "band"}:          {1.5, "the seams end under the band"},
	{"finish", "hem"}:          {1.6, "the allowances are caught in the hem and are finished by hand"},
	{"finish", "band"}:         {1.4, "the allowances are caught in the band and are finished by hand"},
	{"smock", "close"}:         {1.15, "it is worked in the round, the rest of the garment in the way"},
	{"smock", "band"}:          {1.5, "the band holds the edge while its pleats are evened"},
	{"gather", "band"}:         {2, "the band comes off again"},
	{"sleeves", "close"}:       {1.6, "they are set in the round"},
	{"sleeves", "waist"}:       {1.3, "the whole skirt is turned about with them"},
	{"quilt", "seams"}:         {2, "it is quilted in the round, a piece at a time"},
	{"eyelets", "bones"}:       {1.4, "they are worked beside steel"},
	{"seams", "bones"}:         {1.6, "they are sewn beside steel: slowly, the bones pushed aside"},
	{"bind", "bones"}:          {1, ""}, // as it should be
	{"hang", "hem"}:            {2, "the hem is taken up again where it has dropped"},
	{"wash", "cut"}:            {1, "what is cut shrinks: the pieces are washed, pressed and laid on their pattern again"},
	{"mock-up", "cut"}:         {1, "what it would have shown is now altered in the cloth"},
	{"mark", "seams"}:          {2, "the marks are taken from the pattern through sewn pieces"},
	{"buttonholes", "closure"}: {1.5, "the buttons come off again where they do not meet"},
}

// usuallyLate is what a step costs that comes too late for no known reason (from memory).
const usuallyLate = 1.25

// Late is what it costs to do a step after one that it should have come before, both of one garment.
func Late(step, done string) LateCost {
	if c, ok := late[[2]string{step, done}]; ok {
		return c
	}
	return LateCost{usuallyLate, "it is harder to get at"}
}
