package technique

import (
	"cmp"
	"fmt"
	"slices"
	"sync"

	"ardentgusset/core/measure"
	"ardentgusset/core/stitch"
)

// Profile is what a maker wants from the way a garment is sewn.
type Profile string

const (
	Usual  Profile = ""       // what each garment is usually sewn by
	Then   Profile = "then"   // as it was done then
	Quick  Profile = "quick"  // quick for the event
	Strong Profile = "strong" // strong for many wearings
	First  Profile = "first"  // a first garment
)

// ProfileAbout is a profile as it is chosen.
type ProfileAbout struct {
	Profile     Profile
	Label, What string
}

// Profiles lists all, the usual first.
func Profiles() []ProfileAbout {
	return []ProfileAbout{
		{Usual, "as each garment usually is", "What its makers mostly do."},
		{Then, "as it was done then", "Only what was at home in the year, by hand before there were machines."},
		{Quick, "quick for the event", "The fewest minutes that still hold."},
		{Strong, "strong for many wearings", "Enclosed edges and strong rows before anything else."},
		{First, "a first garment", "Few rows, easily unpicked, nothing to trim closely."},
	}
}

// Situation is where something is worked.
type Situation struct {
	Year     int     // 0 when it is not known
	Seen     bool    // from outside
	Frays    int     // the cloth, 0 to 3
	Sheer    bool    // allowances show through it
	Thick    float64 // of the cloth, mm
	Turn     float64 // through which the edge turns, degrees
	Strain   int     // 0 hangs … 3 laced
	Enclosed bool    // its inside is covered
	Length   float64 // in all, mm
	Fullness float64 // where it is fullest, cut length to finished; 0 where nothing is taken up
	Count    int     // of what is counted
	Ends     float64 // minutes a metre that finishing raw allowances takes, where they need it
	Can      func(stitch.Kind) bool
	// NoButtonholes is set where machines are known and none of them sews any.
	NoButtonholes bool
}

// Ranked is a technique as it suits a situation.
type Ranked struct {
	Technique
	Score   float64
	Speaks  []string // for it
	Against []string
}

// needed is the least fitness for curves that an edge turning so far needs.
func needed(turn float64) int {
	switch {
	case turn > 70:
		return 3
	case turn > 30:
		return 2
	case turn > 8:
		return 1
	}
	return 0
}

// Rank lists the techniques for a kind of work, the best for a situation and a profile first.
// The weights are from memory; each reason is told, so that a maker can judge them.
func Rank(of Work, s Situation, p Profile) []Ranked {
	var out []Ranked
	for _, t := range All() {
		if t.Of == of {
			out = append(out, t.ranked(s, p))
		}
	}
	slices.SortStableFunc(out, func(a, b Ranked) int { return cmp.Compare(b.Score, a.Score) })
	return out
}

// abroad is what speaks against a technique in a year it is not at home in, for who works as it was done then: more than all
// else together, as long as there is one that is.
const abroad = 200.0

func (t Technique) ranked(s Situation, p Profile) Ranked {
	r := Ranked{Technique: t}
	judge := func(points float64, format string, a ...any) {
		r.Score += points
		if text := fmt.Sprintf(format, a...); points >= 0 {
			r.Speaks = append(r.Speaks, text)
		} else {
			r.Against = append(r.Against, text)
		}
	}
	switch home := t.AtHome(s.Year); {
	case s.Year == 0:
	case !home && p == Then:
		judge(-abroad, "not at home in %d", s.Year)
	case !home:
		judge(-2, "not at home in %d", s.Year)
	case t.From > 0 || t.To > 0:
		judge(1, "at home in %d", s.Year)
	}
	if t.Fit.Thick > 0 && s.Thick > t.Fit.Thick {
		judge(-6, "for cloth to %s; this is %s", measure.TellFine(t.Fit.Thick), measure.TellFine(s.Thick))
	}
	if t.Fit.Fuller > 0 && s.Fullness > t.Fit.Fuller {
		judge(-20, "takes up %.2g times the finished length at most; this is %.2g", t.Fit.Fuller, s.Fullness)
	}
	if need := needed(s.Turn); t.Fit.Curve < need {
		judge(-2.5*float64(need-t.Fit.Curve), "the edge curves by %.0f°", s.Turn)
	} else if need > 1 {
		judge(1, "goes round the curve")
	}
	if t.Fit.Strong < s.Strain {
		judge(-3*float64(s.Strain-t.Fit.Strong), "it would give way where this is pulled")
	} else if s.Strain > 1 {
		judge(1, "holds the strain")
	}
	if t.Rests > 0 { // nothing is sewn
		judge(-5, "it holds for a while, not for years")
	}
	t.neat(s, judge)
	if s.Seen && t.Fit.Shows {
		judge(-1, "its rows are seen outside")
	}
	if s.NoButtonholes && t.Key == "buttonhole-machine" {
		judge(-15, "no machine of yours sews buttonholes")
	}
	if s.Can != nil {
		for _, pass := range t.Passes {
			if !s.Can(pass.Stitch) {
				judge(-15, "no machine of yours sews a %s", pass.Stitch)
			}
		}
	}
	r.wanted(s, p, judge)
	return r
}

// neat judges how raw edges fare.
func (t Technique) neat(s Situation, judge func(float64, string, ...any)) {
	if t.Of != Join && t.Of != Finish && t.Of != Hem && t.Of != Opening {
		return
	}
	switch {
	case s.Enclosed && t.Of == Finish && t.Fit.Clean > 0:
		judge(-1, "nobody sees it and nothing rubs it: it is covered")
	case s.Enclosed:
	case s.Sheer && t.Of == Join && t.Fit.Clean >= 3:
		judge(2, "narrow and clean where it shows through")
	case s.Sheer && t.Of == Join:
		judge(-2, "its allowances show through")
	case t.Fit.Clean >= 3 && s.Frays >= 1:
		judge(1.5, "encloses the raw edges")
	case t.Fit.Clean < s.Frays && t.Of != Join:
		judge(-1.5*float64(s.Frays-t.Fit.Clean), "the cloth frays")
	}
}

// wanted judges what the profile asks for.
func (r *Ranked) wanted(s Situation, p Profile, judge func(float64, string, ...any)) {
	t := r.Technique
	per := t.Minutes() + t.Each
	if t.Of == Join && t.Fit.Clean < 2 && !s.Enclosed {
		per += s.Ends
	}
	minutes := (per-t.Each)*s.Length/1000 + t.Each*float64(s.Count)
	slow := func(points float64) {
		if points > felt {
			if t.Each > 0 {
				judge(-points, "slow: %.0f min each", t.Each)
			} else {
				judge(-points, "slow: %.0f min a metre, with its finish", per)
			}
			return
		}
		r.Score -= points
	}
	switch p {
	case Quick:
		judge(-per/4, "%s with its finish", tellMinutes(minutes))
	case Strong:
		judge(1.2*float64(t.Fit.Strong)+0.9*float64(t.Fit.Clean), "strong and neat: %d and %d of 3", t.Fit.Strong, t.Fit.Clean)
		slow(per / 25)
	case First:
		judge(-1.2*float64(len(t.Passes))-per/12, "%s in %d rows", tellMinutes(minutes), max(len(t.Passes), 1))
	default:
		slow(per / 10)
	}
}

// felt is how many points of minutes are worth a word.
const felt = 2.0

func tellMinutes(m float64) string {
	if m < 90 {
		return fmt.Sprintf("about %.0f min", max(m, 1))
	}
	return fmt.Sprintf("about %.1f h", m/60)
}

// Stack is how many layers of cloth lie on each other where the finished work is
// thickest, counted in its section.
func (t Technique) Stack() int { return stacks()[t.Key] }

var stacks = sync.OnceValue(func() map[string]int {
	out := map[string]int{}
	for _, t := range All() {
		out[t.Key] = t.Section.stack()
	}
	return out
})

func (s Section) stack() int {
	layers, _, _ := s.Parts()
	most := 1
	for x := -12.95; x < 13; x += 0.1 {
		n := 0
		for _, l := range layers {
			for k := 1; k < len(l.Line); k++ {
				if (l.Line[k-1].X > x) != (l.Line[k].X > x) {
					n++
				}
			}
		}
		most = max(most, n)
	}
	return most
}

// Needle is how many layers the needle goes through where it is sewn thickest.
func (t Technique) Needle() int {
	most := 1
	for _, p := range t.Passes {
		most = max(most, p.Layers)
	}
	return most
}
