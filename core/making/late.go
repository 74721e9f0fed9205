package making

import "ardentgusset/core/work"

// LateCost is what it costs to do a step after one that it should have come before.
type LateCost struct {
	Times float64 // as long as usual
	Why   string
}

// late are the steps that are dear when they come too late, by the step that was done before them (from memory).
var late = map[[2]work.ID]LateCost{
	{work.ToChannel, work.ToJoin}:      {3, "the channels are put in by hand or through the round: slower, and weaker"},
	{work.ToChannel, work.ToBone}:      {3, "the bones come out again first"},
	{work.ToStay, work.ToJoin}:         {1.5, "the edges have stretched: they are drawn in by steam and a thread"},
	{work.ToDart, work.ToJoin}:         {2, "the seam over the dart is opened for a hand’s breadth and sewn again"},
	{work.ToDart, work.ToWaist}:        {2.5, "the waist seam is opened over every dart"},
	{work.ToPocket, work.ToJoin}:       {2, "the seam is opened where the pocket goes in"},
	{work.ToPress, work.ToClose}:       {1.5, "the seams lie inside a round: over a ham, a hand’s breadth at a time"},
	{work.ToPress, work.ToBand}:        {1.5, "the seams end under the band"},
	{work.ToFinish, work.ToHem}:        {1.6, "the allowances are caught in the hem and are finished by hand"},
	{work.ToFinish, work.ToBand}:       {1.4, "the allowances are caught in the band and are finished by hand"},
	{work.ToSmock, work.ToClose}:       {1.15, "it is worked in the round, the rest of the garment in the way"},
	{work.ToSmock, work.ToBand}:        {1.5, "the band holds the edge while its pleats are evened"},
	{work.ToGather, work.ToBand}:       {2, "the band comes off again"},
	{work.ToSleeve, work.ToClose}:      {1.6, "they are set in the round"},
	{work.ToSleeve, work.ToWaist}:      {1.3, "the whole skirt is turned about with them"},
	{work.ToQuilt, work.ToJoin}:        {2, "it is quilted in the round, a piece at a time"},
	{work.ToEyelet, work.ToBone}:       {1.4, "they are worked beside steel"},
	{work.ToJoin, work.ToBone}:         {1.6, "they are sewn beside steel: slowly, the bones pushed aside"},
	{work.ToBind, work.ToBone}:         {1, ""}, // as it should be
	{work.ToHang, work.ToHem}:          {2, "the hem is taken up again where it has dropped"},
	{work.ToWash, work.ToCut}:          {1, "what is cut shrinks: the pieces are washed, pressed and laid on their pattern again"},
	{work.ToMockUp, work.ToCut}:        {1, "what it would have shown is now altered in the cloth"},
	{work.ToMark, work.ToJoin}:         {2, "the marks are taken from the pattern through sewn pieces"},
	{work.ToButtonhole, work.ToFasten}: {1.5, "the buttons come off again where they do not meet"},
}

// usuallyLate is what a step costs that comes too late for no known reason (from memory).
const usuallyLate = 1.25

// Late is what it costs to do a step after one that it should have come before, both of one garment.
func Late(step, done work.ID) LateCost {
	if c, ok := late[[2]work.ID{step, done}]; ok {
		return c
	}
	return LateCost{usuallyLate, "it is harder to get at"}
}
