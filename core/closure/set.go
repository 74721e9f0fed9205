package closure

import (
	"fmt"

	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/technique"
)

// Notions are the eyelets, or the floss to work them, and the lace.
func (l Lacing) Notions(float64) []notion.Notion {
	eyelets := notion.Notion{Kind: "eyelet", What: "Eyelets, " + measure.TellStock(5) + ", with washers", Quantity: float64(l.Eyelets()),
		Unit: "piece", Why: fmt.Sprintf("%d pairs %s", l.Pairs(), l.Place)}
	if l.Hand {
		eyelets = notion.Notion{Kind: "eyelet", What: "Floss for eyelets " + l.Place,
			Quantity: float64(l.Eyelets()) * FlossPerEyelet / 1000, Unit: "m",
			Why: fmt.Sprintf("%d eyelets worked by hand × %s in three strands", l.Eyelets(), measure.Tell(FlossPerEyelet))}
	}
	times := 1.0
	if l.Doubled {
		times = 2
	}
	why := fmt.Sprintf("%s through %d pairs, opened %s to get in, tails of %s", l.Style, l.Pairs(), measure.Tell(l.Open),
		measure.Tell(l.Tail))
	if l.Loop > 0 && l.Style == CrissCross {
		why += ", two loops at the waist"
	}
	return []notion.Notion{eyelets, {Kind: "lace", What: "Lace, " + l.Place, Quantity: times * l.Length(l.Open) / 1000, Unit: "m",
		Why: why}}
}

// Works are its eyelets.
func (l Lacing) Works() []notion.Worked {
	said := ""
	if l.Hand {
		said = "eyelet-hand"
	}
	return []notion.Worked{{Key: "eyelets", Name: "eyelet", Each: true, Of: technique.Eyelet, Count: l.Eyelets(), Technique: said}}
}

// Mass is nothing beside what is bought for it.
func (l Lacing) Mass() float64 { return 0 }

// Fastener is a kind of thing that closes an opening, one beside the other.
type Fastener string

// The fasteners there are.
const (
	Hooks   Fastener = "hooks"
	Buttons Fastener = "buttons"
	Zips    Fastener = "zips"
	Loops   Fastener = "loops"
)

// fastened is how a kind of fastener is bought and worked.
type fastened struct {
	notion, unit string
	what         func(size float64) string
	works        []notion.Worked
}

// fasteners are all kinds. A new one is a line here.
var fasteners = map[Fastener]fastened{
	Hooks: {"hook", "pair", func(float64) string { return "Hooks and eyes" },
		[]notion.Worked{{Key: "hooks", Name: "hook and eye", Each: true, Many: "hooks and eyes", Of: technique.Hook}}},
	Zips: {"zip", "piece", func(size float64) string { return "Zip, " + measure.Tell(size) + " long" },
		[]notion.Worked{{Key: "zips", Name: "zip", Each: true, Of: technique.Zip}}},
	Loops: {"button", "piece", func(size float64) string { return "Round buttons with loops, " + measure.TellStock(size) },
		[]notion.Worked{{Key: "loops", Name: "loop", Each: true, Of: technique.Loop}, {Key: "buttons", Name: "button", Each: true,
			Of: technique.Button}}},
	Buttons: {"button", "piece", func(size float64) string { return "Flat buttons, " + measure.TellStock(size) },
		[]notion.Worked{{Key: "buttonholes", Name: "buttonhole", Each: true, Of: technique.Buttonhole},
			{Key: "buttons", Name: "button", Each: true, Of: technique.Button}}},
}

// Fastening is a number of fasteners along an opening.
type Fastening struct {
	Kind  Fastener
	Count int
	Size  float64 // across, mm, of what has one; of a zip its length
	For   string  // what they close, where it is not the garment's opening
	Why   string  // the sum behind the count
}

// Notions are the fasteners.
func (f Fastening) Notions(float64) []notion.Notion {
	k := fasteners[f.Kind]
	what := k.what(f.Size)
	if f.For != "" {
		what += " for " + f.For
	}
	return []notion.Notion{{Kind: k.notion, What: what, Quantity: float64(f.Count), Unit: k.unit, Why: f.Why}}
}

// Works are how they are worked and sewn on.
func (f Fastening) Works() []notion.Worked {
	var out []notion.Worked
	for _, w := range fasteners[f.Kind].works {
		w.Count = f.Count
		if f.Kind == Zips {
			w.Length = f.Size * float64(f.Count)
		}
		out = append(out, w)
	}
	return out
}

// Mass is nothing beside what is bought for it.
func (f Fastening) Mass() float64 { return 0 }
