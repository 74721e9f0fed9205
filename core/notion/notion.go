// Package notion is what is bought beside cloth, how it is sold and what it weighs, and what a
// fitting of a garment, its bones, lacing or buttons, says of itself.
package notion

import (
	"math"
	"strconv"

	"ardentgusset/core/measure"
)

// Notion is something to buy beside the cloth.
type Notion struct {
	Kind     string // bone, busk, eyelet, lace, tape, binding, hook, thread …
	What     string
	Quantity float64
	Unit     string // "piece", "pair", "m", "m²", "g"
	Why      string // the sum behind the quantity
	Grams    float64
}

// sold is how an amount of a unit is bought: by which name and in how many of
// the unit a price is for, for readers in centimetres and in inches.
type sold struct {
	cm, in           string
	perCM, perIN     float64
	amountCM, amount func(q float64) string
}

func plainly(q float64) string {
	return strconv.FormatFloat(math.Round(q*100)/100, 'f', -1, 64)
}

func say(mark string, u measure.Unit) string { return measure.Say(mark, u) }

var sales = map[string]sold{
	"piece": {cm: "piece", in: "piece", perCM: 1, perIN: 1, amountCM: plainly, amount: plainly},
	"pair":  {cm: "pair", in: "pair", perCM: 1, perIN: 1, amountCM: pairs, amount: pairs},
	"m": {cm: "metre", in: "yard", perCM: 1, perIN: float64(measure.Yard / measure.Metre),
		// Rounded up to what is sold.
		amountCM: func(q float64) string { return plainly(math.Ceil(q*10-1e-9)/10) + " m" },
		amount: func(q float64) string {
			return (measure.Length(q) * measure.Metre).Bought(measure.IN).AsBought(measure.IN)
		}},
	"m²": {cm: "square metre", in: "square yard", perCM: 1, perIN: measure.SquareYard,
		amountCM: func(q float64) string { return say(measure.TellArea(q), measure.CM) },
		amount:   func(q float64) string { return say(measure.TellArea(q), measure.IN) }},
	"g": {cm: "kilogram", in: "pound", perCM: 1000, perIN: 16 * measure.Ounce,
		amountCM: func(q float64) string { return say(measure.TellMass(q), measure.CM) },
		amount:   func(q float64) string { return say(measure.TellMass(q), measure.IN) }},
}

func pairs(q float64) string {
	if q == 1 {
		return "1 pair"
	}
	return plainly(q) + " pairs"
}

// Amount is how much is bought, for a reader of lengths in u.
func (n Notion) Amount(u measure.Unit) string {
	if u == measure.IN {
		return sales[n.Unit].amount(n.Quantity)
	}
	return sales[n.Unit].amountCM(n.Quantity)
}

// Spool is how much sewing thread is on one spool as it is counted in a shop, m (common practice, no source: 100, 200 and 500 are
// sold as well).
const Spool = 200.0

// Spools is how many spools a length of sewing thread takes.
func (n Notion) Spools() int { return int(math.Ceil(n.Quantity/Spool - 1e-9)) }

// OnSpools tells whether it is sewing thread by the metre, which is sold on spools.
func (n Notion) OnSpools() bool { return n.Kind == "thread" && n.Unit == "m" }

// Priced is what its price is for one of, and how many of its unit that is.
func (n Notion) Priced(u measure.Unit) (name string, per float64) {
	if n.OnSpools() {
		return "spool", Spool
	}
	if u == measure.IN {
		return sales[n.Unit].in, sales[n.Unit].perIN
	}
	return sales[n.Unit].cm, sales[n.Unit].perCM
}

// weights is what one of a unit of a kind weighs, g (from memory, rounded up:
// they make a few parts in a hundred of a garment).
var weights = map[string]map[string]float64{
	"tape": {"m": 5}, "binding": {"m": 6}, "ribbon": {"m": 5}, "lace": {"m": 6}, "cord": {"m": 6}, "floss": {"m": 0.2},
	"thread": {"m": 0.03}, "hook": {"pair": 0.5}, "zip": {"piece": 12}, "button": {"piece": 0.8}, "eyelet": {"piece": 0.4, "m": 0.1},
	"wadding": {"m²": 120}, "hoop": {"piece": 2},
}

// Mass is what it weighs, g. Bones and steels weigh nothing here: they are
// weighed as what they are.
func (n Notion) Mass() float64 {
	switch {
	case n.Grams > 0:
		return n.Grams
	case n.Unit == "g":
		return n.Quantity
	}
	return weights[n.Kind][n.Unit] * n.Quantity
}
