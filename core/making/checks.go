package making

import "ardentgusset/core/work"

// Check is something to look at before or after a step, and what to do when it is not so.
type Check struct {
	Look string
	Else string
}

// Checks are what is looked at before and after a step (common practice, no source): where mistakes are made.
func Checks(s work.Step, own work.ID) (before, after []Check) {
	for _, at := range []struct {
		steps  []work.ID
		before []Check
		after  []Check
	}{
		{[]work.ID{work.ToCut}, []Check{
			{"Both ends of every grain line lie the same distance from the selvedge.", "Move the piece; a skewed piece never hangs."},
			{"Nap, pattern and right side run the same way on all of them.", "Turn or mirror the piece before the first cut."},
			{"Every piece of the list lies on the cloth, pairs mirrored.", "Find the one that is missing now; afterwards there is no " +
				"cloth."}},
			[]Check{{"As many pieces as the list has.", "Look under the table before anything is cut again."}}},
		{[]work.ID{work.ToMark}, nil, []Check{{"The right side of every piece is marked.",
			"Hold it to the light beside another and mark it now."},
			{"Both halves carry the same marks.", "Lay left on right and carry the marks over."}}},
		{[]work.ID{work.ToDart}, []Check{{"The dart’s legs are equally long.",
			"Mark it anew from the pattern; a leg was stretched or misread."}},
			[]Check{{"Left laid on right they end level.", "Mark the shorter one and sew it on; unpick nothing else."}}},
		{[]work.ID{work.ToJoin, work.ToClose, work.ToGusset, work.ToSleeve, work.ToWaist, work.ToTier, work.ToPocket}, []Check{
			{"Right sides together, and the edges that are named.", "Turn the piece: the notches lie on each other when it is right."},
			{"The two edges are as long as each other, notch to notch, but for what is meant to be eased.",
				"Find the stretch that is off; ease or unpick there, never at the end."}},
			[]Check{{"Nothing is caught under the seam.", "Unpick that hand’s breadth now; pressed, it is there for ever."}}},
		{[]work.ID{work.ToPleat, work.ToGather}, []Check{{"The quarters are marked on both edges.", "Fold and fold again, and mark."}},
			[]Check{{"It is as long as what it goes into.", "Let it out or draw it in before it is sewn on."}}},
		{[]work.ID{work.ToEyelet, work.ToButtonhole}, []Check{{"One was tried on a scrap of as many layers.",
			"Make it now: the first one is never the best."},
			{"They stand at the same heights on both edges.", "Lay edge on edge and mark through."}}, nil},
		{[]work.ID{work.ToBone, work.ToBusk}, []Check{{"Every end is tipped, capped or covered.", "Cap it: a raw end cuts through."}},
			[]Check{{"Every bone slides a little and reaches neither seam.", "Take it out and shorten it, with goggles."}}},
		{[]work.ID{work.ToHem}, []Check{{"It hung as long as it should, and was levelled in the shoes.",
			"Let it hang; a hem that is sewn drops all the same."}}, nil},
		{[]work.ID{work.ToTryOn, work.ToHang}, []Check{{"All that is worn under it is on, and the shoes.",
			"Put it on: what is read without it is wrong."}}, nil},
	} {
		for _, id := range at.steps {
			if id == own {
				before, after = append(before, at.before...), append(after, at.after...)
			}
		}
	}
	switch st := work.StationOf(s); st {
	case work.AtMachine:
		before = append(before, Check{"A scrap of as many layers was sewn first: tension, length, no puckers.",
			"Sew one now, and set the machine by it."},
			Check{"No pin lies where the needle comes.", "Take it out; a broken needle flies."})
	case work.AtIron:
		before = append(before, Check{"The heat was tried on a scrap, with a cloth between.", "Try it: scorched wool does not come back."})
	}
	return before, after
}
