package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pairing"
	"ardentgusset/core/sewn"
	"ardentgusset/core/written"
	"ardentgusset/internal/formats/patternjson"
	"ardentgusset/internal/formats/pieces"
	"ardentgusset/internal/formats/tracejson"
)

// operations is a file of operations.
type operations struct {
	Version int        `json:"version"`
	Ops     []alter.Op `json:"ops"`
}

// ownOut changes pieces of one's own and says how they come out, or lists what can be done to them.
func ownOut(ctx context.Context, c *call) error {
	in := c.String("in", "", "pieces: pattern JSON, a draught, SVG or DXF")
	opsFile := c.String("ops", "", "operations JSON")
	fig := c.String("figure", "", "figure JSON, to compare their girths with")
	unit := c.Float64("unit", 0, "mm a unit of a drawing that does not say how large it is")
	pair := c.Bool("pair", false, "propose which edges are sewn to which, where the pieces name no seams")
	out := c.String("out", "", "file to write")
	if len(c.args) > 0 && c.args[0] == "list" {
		c.args = c.args[1:]
		if err := c.parse(); err != nil {
			return err
		}
		b, err := asJSON(struct {
			Operations []alter.About `json:"operations"`
		}{alter.List()})
		if err != nil {
			return err
		}
		return c.write("-", b)
	}
	if err := c.parse(); err != nil {
		return err
	}
	data, err := c.read("in", *in)
	if err != nil {
		return err
	}
	set, err := c.pieces(data, *unit)
	if err != nil {
		return bad("--in: %s", said(err))
	}
	if *opsFile != "" {
		if data, err = c.read("ops", *opsFile); err != nil {
			return err
		}
		var ops operations
		if err := strict(data, "the operations", &ops); err != nil {
			return err
		}
		if ops.Version > 1 {
			return bad("the operations: version is %d: a newer program wrote it; this one reads 1", ops.Version)
		}
		for i := range ops.Ops {
			if err := sizes(&ops.Ops[i]); err != nil {
				return bad("operation %d, %s, to: %s", i+1, ops.Ops[i].Op, said(err))
			}
		}
		if set, err = alter.Apply(set, ops.Ops); err != nil {
			return bad("%s", said(err))
		}
	}
	var girths []written.Girth
	if *fig != "" {
		if girths, err = c.compared(ctx, *fig, set); err != nil {
			return err
		}
	}
	var proposed []pairing.Pair
	if *pair && len(set.Seams) == 0 {
		proposed = pairing.Propose(pairing.Edges(set.Pieces), nil)
	}
	var b bytes.Buffer
	if err := patternjson.WriteOwn(&b, set, patternjson.Told{Girths: girths, Proposed: proposed}); err != nil {
		return err
	}
	return c.write(*out, b.Bytes())
}

// said is an error with its lengths in words.
func said(err error) string { return measure.Say(err.Error(), measure.CM) }

// pieces reads pieces of any kind of file, and says what of a drawing was left out.
func (c *call) pieces(data []byte, unit float64) (alter.Set, error) {
	set, left, err := pieces.Read(data, unit)
	if err == nil && len(left) > 0 {
		fmt.Fprintf(c.stderr, "left out: %s\n", counted(left))
	}
	return set, err
}

func counted(left map[string]int) string {
	var out []string
	for kind, n := range left {
		out = append(out, fmt.Sprintf("%s %d", kind, n))
	}
	return strings.Join(out, ", ")
}

// sizes reads the pieces of the other size that an operation grades towards.
func sizes(o *alter.Op) error {
	if o.Op != "grade" {
		return nil
	}
	b, err := json.Marshal(o.To)
	if err != nil {
		return err
	}
	if strings.HasPrefix(string(b), "[") { // the pieces alone
		b = []byte(`{"pieces":` + string(b) + `}`)
	}
	set, err := written.Read(b)
	o.Sizes, o.To = set.Pieces, nil
	return err
}

// compared are the girths of pieces as sewn beside those of the figure that a file tells of.
func (c *call) compared(ctx context.Context, file string, set alter.Set) ([]written.Girth, error) {
	data, err := c.read("figure", file)
	if err != nil {
		return nil, err
	}
	var f figureFile
	if err := strict(data, "the figure", &f); err != nil {
		return nil, err
	}
	plan, err := f.plan()
	if err != nil {
		return nil, err
	}
	bare, stages, err := ensemble.Walk(ctx, plan, nil)
	if err != nil {
		return nil, inputError{err}
	}
	on := bare
	for _, s := range stages {
		if s.Err != nil {
			return nil, bad("%s: %v", s.Kind, s.Err)
		}
		on = s.After
	}
	girths := []written.Girth{}
	for _, r := range sewn.Rings(set.Pieces, set.Seams) {
		level := fmt.Sprintf("%.0f mm below the waist", r.Drop)
		for _, l := range figure.Levels() {
			if d := bare.Drop(l) - r.Drop; d < 5 && d > -5 {
				level = string(l)
			}
		}
		girths = append(girths, written.Girth{Level: level, Drop: r.Drop, Sewn: r.Girth, Figure: on.Girth(r.Drop)})
	}
	return girths, nil
}

// traceOut turns what was clicked on a picture into pieces.
func traceOut(_ context.Context, c *call) error {
	in := c.String("in", "", "what was clicked, JSON")
	out := c.String("out", "", "file to write")
	if err := c.parse(); err != nil {
		return err
	}
	data, err := c.read("in", *in)
	if err != nil {
		return err
	}
	var t tracejson.Trace
	if err := strict(data, "the trace", &t); err != nil {
		return err
	}
	set, off, err := t.Pieces()
	if err != nil {
		var at *tracejson.Error
		if errors.As(err, &at) {
			return bad("%s: %s", at.Field, measure.Say(at.Why, measure.CM))
		}
		return bad("%s", said(err))
	}
	var b bytes.Buffer
	if err := patternjson.WriteOwn(&b, set, patternjson.Told{Error: &off}); err != nil {
		return err
	}
	return c.write(*out, b.Bytes())
}
