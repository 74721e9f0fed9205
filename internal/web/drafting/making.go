package drafting

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"ardentgusset/core/bone"
	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/quilt"
	"ardentgusset/internal/formats/svg"
)

// makingView is what goes into a garment beside its pieces: bones, lacing,
// steels and quilting, each with its sums.
type makingView struct {
	Bones    []boneStock
	Channels []channel
	Totals   []string // "flat steel, all together 5.2 m"
	Laces    []laceView
	Hoops    string // drawing
	Steels   []bone.Hoop
	Steel    float64
	Quilting *quiltView
	Clashes  []string
}

type boneStock struct {
	bone.Stock
	What, Where string
	Half        float64 // of its width, for the drawing of it
}

// channel is one line of stitching to be boned.
type channel struct {
	bone.Bone
	Stitched float64 // between its stitch lines
	Free     float64 // what stays free at each end
}

type laceView struct {
	closure.Lacing
	What  string
	Steps []laceStep
	Shown int    // the step first shown: as worn
	Floss string // for eyelets worked by hand
}

type laceStep struct {
	Gap, Length float64
	Drawing     string
	Named       string // "as worn", "to get in"
}

type quiltView struct {
	Rows        []quiltRow
	Length      float64
	Spacing     float64
	Thread      float64
	Bobbins     int
	Minutes     float64
	BobbinHolds float64
	Meeting     int // places marked where a line of the next piece ends
}

type quiltRow struct {
	Piece  string
	Lines  int
	Length float64
}

// viewMaking works the making of a draft out; nil when there is nothing but
// seams.
func viewMaking(d draft.Draft, on figure.Figure, thickness float64, u measure.Unit) *makingView {
	if len(d.Bones)+len(d.Laces)+len(d.Hoops)+len(d.Quilting) == 0 {
		return nil
	}
	v := &makingView{Steels: d.Hoops, Steel: bone.Steel(d.Hoops), Hoops: svg.Hoops(on, d.Hoops, u)}
	for _, s := range bone.List(d.Bones) {
		v.Bones = append(v.Bones, boneStock{s, string(s.Kind), strings.Join(s.Places, "; "), s.Width / 2})
	}
	for _, b := range d.Bones {
		v.Channels = append(v.Channels, channel{b, bone.ChannelWidth(b.Width, b.Kind.Thickness()), (b.Channel - b.Length) / 2})
	}
	for _, k := range []bone.Kind{bone.Flat, bone.Spiral, bone.Plastic, bone.Wooden} {
		if total := bone.Total(d.Bones, k); total > 0 {
			v.Totals = append(v.Totals, fmt.Sprintf("%s, end to end %s", k, measure.TellLong(total)))
		}
	}
	for _, l := range d.Laces {
		v.Laces = append(v.Laces, viewLace(l, u))
	}
	if total := quilt.Set(d.Quilting).Length(); total > 0 {
		q := &quiltView{Length: total, BobbinHolds: quilt.BobbinHolds, Minutes: quilt.Minutes(total)}
		q.Thread, q.Bobbins = quilt.Thread(total, 3*thickness)
		names := map[string]string{}
		for i := range d.Pieces {
			names[d.Pieces[i].ID] = d.Pieces[i].Name
			for _, m := range d.Pieces[i].Marks {
				if m.Kind == "meeting" {
					q.Meeting++
				}
			}
		}
		for _, one := range d.Quilting {
			q.Spacing = one.Spacing
			q.Rows = append(q.Rows, quiltRow{names[one.Piece], len(one.Lines), one.Length()})
		}
		v.Quilting = q
	}
	seen := map[string]bool{}
	for _, c := range d.Clashes() {
		if text := c.Piece + ": " + c.What; !seen[text] {
			seen[text] = true
			v.Clashes = append(v.Clashes, text)
		}
	}
	return v
}

// viewLace draws a lacing at every gap it may be worn with: shut, in steps of
// an inch or 25 mm, as worn and open to get in.
func viewLace(l closure.Lacing, u measure.Unit) laceView {
	v := laceView{Lacing: l, What: string(l.Style)}
	step := 25.0
	if u == measure.IN {
		step = 25.4
	}
	gaps := []float64{l.Gap, l.Open}
	for g := 0.0; g <= max(l.Gap+2*step, 4*step); g += step {
		if math.Abs(g-l.Gap) > 4 && math.Abs(g-l.Open) > 4 {
			gaps = append(gaps, g)
		}
	}
	sort.Float64s(gaps)
	for _, g := range gaps {
		s := laceStep{Gap: g, Length: l.Length(g), Drawing: svg.Laced(l, g, l.Open, u)}
		switch g {
		case l.Gap:
			s.Named, v.Shown = "as worn", len(v.Steps)
		case l.Open:
			s.Named = "to get in"
		}
		v.Steps = append(v.Steps, s)
	}
	if l.Hand {
		v.Floss = fmt.Sprintf("worked by hand: %s of floss in three strands, %s an eyelet",
			measure.TellLong(float64(l.Eyelets())*closure.FlossPerEyelet), measure.Tell(closure.FlossPerEyelet))
	}
	return v
}
