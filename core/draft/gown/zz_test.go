package gown

import (
	"fmt"
	"os"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
)

func TestZZ(t *testing.T) {
	on, _ := figure.New(nil, figure.Women, 0)
	var g draft.Garment
	for _, x := range []draft.Garment{Fifties(), ShirtDress(), OpenGown(), Regency(), Twenties(), Bias(), SkirtedCoat(), Smocked{}} {
		if x.About().Kind == os.Getenv("K") || os.Getenv("K") == "" {
			g = x
		}
	}
	set := draft.Settings{}
	if s := os.Getenv("SK"); s != "" {
		set["skirt"] = s
	}
	v, wrong := draft.Settle(g, on, set)
	fmt.Println(wrong)
	for _, x := range v.All() {
		fmt.Printf("%s=%.4g%s  ", x.Parameter.Key, x.Number, x.Choice)
	}
	fmt.Println()
	d, err := draft.Make(g, on, v, g.About().Usual)
	fmt.Println(err)
	if err != nil {
		return
	}
	fmt.Println(d.Check())
	for _, s := range pattern.True(d.Pieces, d.Seams) {
		fmt.Printf("%-14s %s.%s %.2f  %s.%s %.2f ease %.2f %s diff %.3f open %.0f %s\n", s.ID, s.A.Piece, s.A.Edge, s.LengthA, s.B.Piece, s.B.Edge, s.LengthB, s.Ease, s.Absorbed, s.Difference, s.Open, s.Join)
	}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		fmt.Println(p.ID, p.Name, p.CutNote())
		for _, e := range p.Edges {
			fmt.Printf("   %s %.1f al %.0f %s;", e.ID, e.Length(), e.Allowance, p.KindOf(e, d.Seams))
		}
		fmt.Println()
	}
	for _, n := range d.Notes {
		fmt.Println("NOTE", n.Grave, n.Title, n.Text)
	}
	for _, f := range d.Fastenings {
		fmt.Printf("%+v\n", f)
	}
}
