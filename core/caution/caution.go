// Package caution holds the safety notes and says nothing about when they are
// shown: a draft names those that apply to it.
package caution

// Caution is a short warning that defers to those who know more.
type Caution struct {
	Key   string `json:"key"`
	Title string `json:"title"`
	Text  string `json:"text"`
}

var (
	// Lacing warns of drawing in too far.
	Lacing = Caution{"lacing", "Lacing in",
		"Let out at once on pain, numbness, tingling, dizziness, short breath or reflux. Reduce slowly, over weeks. Not asleep, " +
			"driving, exercising or in heat. " +
			"Not when pregnant, after surgery, or with heart, lung, stomach or back trouble without a doctor’s word; never on a child."}
	// Steel warns of ends that fly.
	Steel = Caution{"steel", "Cutting and capping steel",
		"Goggles and gloves: ends fly and are sharp. Buying bones in the listed lengths avoids cutting. The maker’s data sheet goes " +
			"before this note."}
	// Needle warns of pins and steel under the needle.
	Needle = Caution{"needle", "Sewing near pins and steel",
		"Take pins out before the needle reaches them and sew before the bones go in: a needle that hits either breaks, and pieces fly. " +
			"Wear glasses."}
	// Flame warns of long skirts.
	Flame = Caution{"flame", "Long skirts",
		"Keep skirts away from flames and heaters, and lift them on stairs and near wheels. The event’s own rules go first."}
	// Dust warns of lint and old dyes.
	Dust = Caution{"dust", "Stuffing and old cloth",
		"Shred scraps where there is air, and wear a mask: lint and old dust are bad for lungs. Wash old cloth first; some old dyes are " +
			"poisonous."}
	// Hoops warns of what does not fit through a door.
	Hoops = Caution{"hoops", "Hoops and cages",
		"They pass no narrow door, stair, car seat or turning wheel by themselves: practise sitting and turning, lift them on stairs, " +
			"and keep far from flame. Ends of steel are sharp until they are tipped."}
	// Iron warns of heat and steam.
	Iron = Caution{"iron", "Iron and steam",
		"Try heat on a scrap first; steam burns before it is seen. Use the cloth maker’s limit."}
)
