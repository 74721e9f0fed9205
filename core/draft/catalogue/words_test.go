package catalogue

import (
	"regexp"
	"sync"

	"ardentgusset/core/draft"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/require"
)

// slips are what a text put together from parts goes wrong in: one of several, a
// sentence that begins small, a capital inside one, sentences run together.
var slips = []*regexp.Regexp{
	regexp.MustCompile(`\b1 (?:[a-z]+ )?(?:tufts|pieces|bones|gores|rows|steels|panels|pairs|cups|tiers|darts|pleats|seams|flounces|hoops|eyelets|tucks|copies|breadths|layers|needed bones|ends|studs|buttons|channels|ties)\b`),
	regexp.MustCompile(`[.!?] [a-z]`), regexp.MustCompile(`[a-z)][.!?][A-Z]`), regexp.MustCompile(`\)[A-Z]`), regexp.MustCompile(` [,.;:]`), regexp.MustCompile(`,,|\.\.|  `),
	regexp.MustCompile(`[Tt]he (?:Side|Front|Back|Centre|Band|Tier|Flounce|Waist)`), regexp.MustCompile(`%!|NaN|Inf|<nil>|-0\b`), regexp.MustCompile(`(?:^|[^0-9])0 (?:tufts|pieces|bones|gores|rows)\b`),
	regexp.MustCompile(`\bin every half of\b|of 1 of `), regexp.MustCompile(`parts? in (?:a hundred|100)|\bin 100\b|[Oo]f what would open`),
}

// said is every word a draft says to its maker.
func said(g draft.Garment, d draft.Draft) (out []string) {
	for _, p := range g.Parameters() {
		out = append(out, p.Label, p.Help, p.Rule)
	}
	for _, n := range d.Notes {
		out = append(out, n.Title, n.Text, n.FixLabel)
	}
	for _, s := range making.Of(making.Garment{Draft: d, Cloth: g.About().Usual}, nil, making.Maker{}).Steps {
		out = append(out, s.Name, s.How)
		for _, a := range s.After {
			out = append(out, a.Why)
		}
	}
	for _, n := range d.Shopping(0.5) {
		out = append(out, n.What, n.Why)
	}
	for _, m := range d.Dimensions {
		out = append(out, m.Label)
	}
	for i := range d.Pieces {
		out = append(out, d.Pieces[i].Name, d.Pieces[i].CutNote())
		for _, m := range d.Pieces[i].Marks {
			out = append(out, m.Label)
		}
	}
	return out
}

// read holds what was read already: most of what a draft says it says on every body.
var read sync.Map

// readsWell checks that what is said reads as a person would say it, in both units;
// also why something can't be drafted.
func readsWell(t require.TestingT, g draft.Garment, d draft.Draft, err error) {
	texts := said(g, d)
	if err != nil {
		texts = []string{"Because " + err.Error()}
	}
	for _, text := range texts {
		if _, known := read.Load(text); known {
			continue
		}
		for _, u := range []measure.Unit{measure.CM, measure.IN} {
			shown := measure.Say(text, u)
			for _, slip := range slips {
				if at := slip.FindStringIndex(shown); at != nil {
					require.Fail(t, "reads badly", "%q at %q", shown, shown[max(0, at[0]-15):min(len(shown), at[1]+15)])
				}
			}
		}
		read.Store(text, true)
	}
}
