package bone

import (
	"fmt"

	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/technique"
)

// Set are all bones of a garment; Casing is set where they lie in casings of tape.
type Set struct {
	Bones  []Bone
	Casing bool
}

// Notions are the bones by stock length, with spares, and plastic by the length as well.
func (s Set) Notions(float64) []notion.Notion {
	var out []notion.Notion
	for _, b := range List(s.Bones) {
		why := fmt.Sprintf("%d needed", b.Count)
		if b.Spare > 0 {
			why += fmt.Sprintf(" and %d to spare", b.Spare)
		}
		kind := string(b.Kind)
		what := fmt.Sprintf("%s%s bone, %s wide, %s long", string(kind[0]-'a'+'A'), kind[1:], measure.TellStock(b.Width),
			measure.Tell(b.Length))
		if b.Kind == Wooden {
			what = fmt.Sprintf("Wooden busk, %s wide, %s long", measure.TellStock(b.Width), measure.Tell(b.Length))
		}
		out = append(out, notion.Notion{Kind: "bone", What: what, Quantity: float64(b.Count + b.Spare), Unit: "piece",
			Why: why + "; each channel less its clearance, down to stock"})
	}
	if total := Total(s.Bones, Plastic); total > 0 {
		out = append(out, notion.Notion{Kind: "bone", What: "or plastic boning by the length", Quantity: total / 1000 * 1.05, Unit: "m",
			Why: "all plastic bones end to end, and one part in twenty for the ends"})
	}
	return out
}

// Works are the channels and what is put into them.
func (s Set) Works() []notion.Worked {
	n, long, said := 0, 0.0, ""
	for _, b := range s.Bones {
		n += b.Count
		long += float64(b.Count) * b.Channel
	}
	if s.Casing {
		said = "casing-tape"
	}
	return []notion.Worked{{Key: "channels", Name: "channel", Each: true, Of: technique.Channel, Count: n, Length: long, Technique: said},
		{Key: "bones", Name: "bone", Each: true, Of: technique.Bone, Count: n}}
}

// Mass is what the bones weigh, g.
func (s Set) Mass() float64 {
	sum := 0.0
	for _, b := range s.Bones {
		sum += b.Mass()
	}
	return sum
}

// Hoops are all steels of a cage.
type Hoops []Hoop

// Notions are the steel by the length and its joiners.
func (h Hoops) Notions(float64) []notion.Notion {
	steel := Steel(h)
	if steel <= 0 {
		return nil
	}
	return []notion.Notion{{Kind: "hoop", What: "Hoop steel", Quantity: steel / 1000, Unit: "m",
		Why: measure.Count(h.count(), "steel") + ", overlaps counted in"},
		{Kind: "hoop", What: "Joiners and tips for the steel ends", Quantity: float64(2 * h.count()), Unit: "piece",
			Why: "two ends to every steel"}}
}

func (h Hoops) count() int {
	n := 0
	for _, x := range h {
		n += x.Count
	}
	return n
}

// Works are the channels and the steels in them.
func (h Hoops) Works() []notion.Worked {
	long := 0.0
	for _, x := range h {
		long += float64(x.Count) * x.Around
	}
	return []notion.Worked{{Key: "hoop-channels", Name: "channel", Each: true, Of: technique.Channel, Count: h.count(), Length: long,
		Technique: "hoop-channel"}, {Key: "steels", Name: "steel", Each: true, Of: technique.Bone, Count: h.count()}}
}

// Mass is what the steels weigh, g.
func (h Hoops) Mass() float64 {
	sum := 0.0
	for _, x := range h {
		sum += x.Mass()
	}
	return sum
}
