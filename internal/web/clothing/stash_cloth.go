package clothing

import (
	"fmt"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/cloth"
	"ardentgusset/core/family"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type stashClothView struct {
	Rec      store.Stashed
	Fields   []clothField
	More     []clothField
	Colours  []string
	Pieces   []stashPiece
	Data     string // the pieces as JSON, for drawing on
	Tests    []testView
	Uses     []store.StashUse
	Suits    []suitRow
	Sums     []string
	Undo     string
	Last     uint // the action that would be undone
	Irons    []string
	TestDays string
}

type stashPiece struct {
	cloth.Cut
	Drawing string
	Wide    measure.Length
	Area    float64
	Index   int // its place, for naming it
	ID      int // of the piece, for changing it
}

type testView struct {
	Test       cloth.Test
	Label, How string
	Results    []testResult
	Fields     []cloth.SwatchField
}

type testResult struct {
	ID    int
	Text  string
	On    string
	Note  string
	Holds bool // the last of its kind
}

type suitRow struct {
	Label    string
	Fitness  cloth.Fitness
	Verdicts []cloth.Verdict
}

func (s *Room) stashCloth(c *hall.Call) error {
	p := s.Page(c, "")
	v, err := s.viewStash(c, p)
	if err != nil {
		return err
	}
	return hall.Render(s.Hall, c, http.StatusOK, "stash-cloth", p, v)
}

func (s *Room) viewStash(c *hall.Call, p *hall.Head) (stashClothView, error) {
	b, err := s.Store.StashCloth(c.Ctx(), hall.ID(c, "cloth"))
	if err != nil {
		return stashClothView{}, err
	}
	uses, err := s.Store.UsesOf(c.Ctx())
	if err != nil {
		return stashClothView{}, err
	}
	p.Title = b.Fabric.Name
	p.Path = fmt.Sprintf("/stash/%d", b.ID)
	f := b.Fabric
	v := stashClothView{Rec: b, Colours: cloth.Colours(), Uses: uses[b.ID], Irons: cloth.Ironings()}
	v.Fields, v.More = clothFields(f, p.Unit)
	// Its length is said piece by piece here.
	v.Fields = slices.DeleteFunc(v.Fields, func(f clothField) bool { return f.Key == "in_hand_mm" })
	for i, cut := range f.Pieces() {
		v.Pieces = append(v.Pieces, stashPiece{Cut: cut, Drawing: svg.ClothCut(f, cut, p.Unit), Wide: cut.Wide(f),
			Area: cut.Area(f) / 1e6, Index: i, ID: max(cut.ID, 1)})
	}
	type corner = [][2]float64
	data := []gin.H{}
	for _, cut := range f.Pieces() {
		flaws := []gin.H{}
		for _, w := range cut.Flaws {
			flaws = append(flaws, gin.H{"what": w.What, "around": w.Around})
		}
		data = append(data, gin.H{"name": cut.Name, "length": float64(cut.Length), "width": float64(cut.Wide(f)),
			"outline": append(corner{}, cut.Outline...), "flaws": flaws})
	}
	v.Data = hall.Encode(data)
	for _, t := range cloth.Tests() {
		label, how := t.About()
		one := testView{Test: t, Label: label, How: how, Fields: t.Fields()}
		last := -1
		for _, sw := range f.Swatches {
			if sw.Test == t {
				one.Results = append(one.Results, testResult{ID: sw.ID, Text: sw.Outcome(), On: hall.LongDay(sw.On), Note: sw.Note})
				last = len(one.Results) - 1
			}
		}
		if last >= 0 {
			one.Results[last].Holds = true
		}
		v.Tests = append(v.Tests, one)
	}
	for _, fam := range family.All() {
		row := suitRow{Label: fam.Label, Verdicts: f.Suits(fam.Kind, cloth.Outer)}
		row.Fitness = cloth.Worst(row.Verdicts)
		v.Suits = append(v.Suits, row)
	}
	for _, r := range []cloth.Role{cloth.Lining, cloth.Interlining, cloth.Interfacing} {
		row := suitRow{Label: "As " + r.Label(), Verdicts: f.Suits("", r)}
		row.Fitness = cloth.Worst(row.Verdicts)
		v.Suits = append(v.Suits, row)
	}
	along, across := f.Shrinks()
	if along > 0 || across > 0 {
		v.Sums = append(v.Sums, fmt.Sprintf("Washed, %s along leaves %s and %s across leaves %s.", measure.Tell(1000),
			measure.Tell(1000*(1-along)), measure.Tell(float64(f.Width)), measure.Tell(float64(f.Washed()))))
	}
	g, tested := f.GathersTo()
	v.Sums = append(v.Sums, fmt.Sprintf("It gathers about %.2g times%s.", g, map[bool]string{true: ", as tested",
		false: ", judged by its thickness"}[tested]))
	area := 0.0
	for _, cut := range f.Pieces() {
		area += cut.Area(f)
	}
	if area > 0 && f.Weight > 0 {
		worth := ""
		if f.Price > 0 {
			worth = " and is worth " + measure.TellMoney(f.Cost(f.Held()))
		}
		v.Sums = append(v.Sums, fmt.Sprintf("What is in hand weighs about %s%s.", measure.TellMass(f.Mass(area)), worth))
	}
	if f.Warp > 0 && f.Weft > 0 {
		v.Sums = append(v.Sums, fmt.Sprintf("%.0f × %.0f threads a centimetre, %.0f × %.0f an inch.", f.Warp, f.Weft, f.Warp*2.54,
			f.Weft*2.54))
	}
	if h, ok := s.Store.LastAction(c.Ctx(), store.OfStash, b.ID); ok {
		v.Undo, v.Last = h.Label, h.ID
	}
	return v, nil
}

// stashParts answers with the parts of the page that follow from the cloth.
func (s *Room) stashParts(c *hall.Call) error {
	p := s.Page(c, "")
	v, err := s.viewStash(c, p)
	if err != nil {
		return err
	}
	fields := answered(v.Rec.Fabric, slices.Concat(v.Fields, v.More))
	return hall.Parts(s.Hall, c, p, v, gin.H{"fields": fields}, "stash-head", "stash-pieces", "stash-judged", "stash-tests")
}

// setStash changes one field of a cloth.
func (s *Room) setStash(c *hall.Call) error {
	if err := s.NoteEnsembles(c, func(store.Ensemble) bool { return true }); err != nil {
		return err
	}
	err := s.Store.SetStash(c.Ctx(), hall.ID(c, "cloth"), func(b *store.Stashed) error {
		if c.PostForm("key") == "note" {
			if was, shown := c.GetPostForm("was"); shown && was != b.Note {
				return &store.Conflict{Theirs: "another text", Was: b.Note}
			}
			b.Note = c.PostForm("value")
			return nil
		}
		return changeField(c, &b.Fabric, hall.UnitOf(c))
	})
	if err != nil {
		return err
	}
	return s.stashParts(c)
}
