package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/figurejson"
	"ardentgusset/internal/formats/patternjson"
	"ardentgusset/internal/formats/pdf"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

// existing opens a data file that must be there, for reading alone.
func existing(path string) (*store.Store, error) {
	if path == "" {
		return nil, bad("--db is missing: name the data file")
	}
	if _, err := os.Stat(path); err != nil {
		return nil, fmt.Errorf("there is no data file %s", path)
	}
	return store.Read(path)
}

// write gives out bytes whole: into a file by way of a temporary one, or to
// standard output for "-".
func (c *call) write(path string, data []byte) error {
	switch path {
	case "":
		return bad("--out is missing: name a file, or - for standard output")
	case "-":
		_, err := c.stdout.Write(data)
		return err
	}
	f, err := os.CreateTemp(filepath.Dir(path), ".writing-*")
	if err != nil {
		return err
	}
	_, err = f.Write(data)
	if err = errors.Join(err, f.Chmod(0o644), f.Close()); err == nil {
		err = os.Rename(f.Name(), path)
	}
	if err != nil {
		return errors.Join(err, os.Remove(f.Name()))
	}
	return nil
}

// read is a whole input file, or standard input for "-".
func (c *call) read(flagName, path string) ([]byte, error) {
	var b []byte
	var err error
	switch path {
	case "":
		return nil, bad("--%s is missing: name a file, or - for standard input", flagName)
	case "-":
		b, err = io.ReadAll(c.stdin)
	default:
		b, err = os.ReadFile(path)
	}
	if err != nil {
		return nil, bad("--%s can't be read: %v", flagName, err)
	}
	return b, nil
}

// strict reads JSON and refuses unknown fields by name.
func strict(data []byte, what string, into any) error {
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.DisallowUnknownFields()
	if err := dec.Decode(into); err != nil {
		return bad("%s can't be read: %s", what, strings.TrimPrefix(err.Error(), "json: "))
	}
	if dec.More() {
		return bad("%s can't be read: something follows after its end", what)
	}
	return nil
}

func asJSON(v any) ([]byte, error) {
	b, err := json.MarshalIndent(v, "", " ")
	return append(b, '\n'), err
}

func list(ctx context.Context, c *call) error {
	db := c.String("db", "", "data file")
	if err := c.parse(); err != nil {
		return err
	}
	st, err := existing(*db)
	if err != nil {
		return err
	}
	defer st.Close()
	type layer struct {
		ID      uint   `json:"id"`
		Garment string `json:"garment"`
		Name    string `json:"name"`
	}
	type wearer struct {
		ID   uint   `json:"id"`
		Name string `json:"name"`
	}
	type worn struct {
		ID     uint    `json:"id"`
		Name   string  `json:"name"`
		Wearer uint    `json:"wearer"`
		Layers []layer `json:"layers"`
	}
	out := struct {
		Wearers   []wearer `json:"wearers"`
		Ensembles []worn   `json:"ensembles"`
	}{[]wearer{}, []worn{}}
	ws, err := st.Wearers(ctx)
	if err != nil {
		return err
	}
	for _, w := range ws {
		out.Wearers = append(out.Wearers, wearer{w.ID, w.Name})
	}
	es, err := st.Ensembles(ctx)
	if err != nil {
		return err
	}
	for _, e := range es {
		one := worn{ID: e.ID, Name: e.Name, Wearer: e.WearerID, Layers: []layer{}}
		for _, l := range e.Layers {
			one.Layers = append(one.Layers, layer{l.ID, l.Kind, l.Name})
		}
		out.Ensembles = append(out.Ensembles, one)
	}
	b, err := asJSON(out)
	if err != nil {
		return err
	}
	return c.write("-", b)
}

func catalogueOut(_ context.Context, c *call) error {
	if err := c.parse(); err != nil {
		return err
	}
	type parameter struct {
		Key     string         `json:"key"`
		Label   string         `json:"label"`
		Unit    draft.Unit     `json:"unit"`
		Default string         `json:"default"`
		Low     *float64       `json:"low,omitempty"`
		High    *float64       `json:"high,omitempty"`
		Options []draft.Option `json:"options,omitempty"`
		Help    string         `json:"help"`
	}
	type garment struct {
		Kind       string      `json:"kind"`
		Name       string      `json:"name"`
		Family     string      `json:"family"`
		What       string      `json:"what"`
		Parameters []parameter `json:"parameters"`
	}
	out := struct {
		Garments     []garment            `json:"garments"`
		Measurements []figure.Measurement `json:"measurements"`
	}{nil, figure.Measurements()}
	// Ranges that depend on the figure are given for the mean one.
	mean, err := figure.New(nil, figure.AllBodies, 0)
	if err != nil {
		return err
	}
	for _, g := range catalogue.All() {
		a := g.About()
		one := garment{a.Kind, a.Name, string(a.Family), a.What, nil}
		v, _ := draft.Settle(g, mean, nil)
		for _, val := range v.All() {
			p := val.Parameter
			q := parameter{Key: string(p.Key), Label: p.Label, Unit: p.Unit, Default: measure.Say(p.Rule, measure.CM), Options: p.Options,
				Help: measure.Say(p.Help, measure.CM)}
			if p.Unit != draft.Choice {
				q.Low, q.High = &val.Low, &val.High
			}
			one.Parameters = append(one.Parameters, q)
		}
		out.Garments = append(out.Garments, one)
	}
	b, err := asJSON(out)
	if err != nil {
		return err
	}
	return c.write("-", b)
}

// figureFile is a figure without a data file: readings, and what is worn
// under the garment.
type figureFile struct {
	Readings map[string]float64 `json:"readings"`
	Group    figure.Group       `json:"group"`
	Heel     float64            `json:"heel_mm"`
	Worn     []figureWorn       `json:"worn"`
}

// figureWorn is a garment that a figure wears.
type figureWorn struct {
	Garment string         `json:"garment"`
	Params  draft.Settings `json:"params"`
}

// plan is the figure with what it wears, from the skin out.
func (f *figureFile) plan() (ensemble.Plan, error) {
	plan := ensemble.Plan{Group: f.Group, Heel: measure.Length(f.Heel)}
	for _, m := range figure.Measurements() {
		if v, ok := f.Readings[m.Key]; ok {
			plan.Readings = append(plan.Readings, figure.Reading{Key: m.Key, Worn: figure.Bare, Value: measure.Length(v)})
			delete(f.Readings, m.Key)
		}
	}
	for key := range f.Readings {
		return plan, bad("the figure: there is no measurement %q; ardent-gusset catalogue lists them", key)
	}
	for _, w := range f.Worn {
		g, ok := catalogue.Find(w.Garment)
		if !ok {
			return plan, bad("%q is not a garment of the catalogue", w.Garment)
		}
		plan.Layers = append(plan.Layers, ensemble.Layer{ID: strconv.Itoa(len(plan.Layers)), Kind: w.Garment, Name: g.About().Name,
			Settings: w.Params, Fabric: g.About().Usual})
	}
	return plan, nil
}

func draftOut(ctx context.Context, c *call) error {
	kind := c.String("garment", "", "kind of garment, as ardent-gusset catalogue lists them")
	fig := c.String("figure", "", "figure JSON: readings, and what is worn underneath")
	params := c.String("params", "", "parameters JSON")
	out := c.String("out", "", "file to write")
	if err := c.parse(); err != nil {
		return err
	}
	data, err := c.read("figure", *fig)
	if err != nil {
		return err
	}
	var f figureFile
	if err := strict(data, "the figure", &f); err != nil {
		return err
	}
	set := draft.Settings{}
	if *params != "" {
		if data, err = c.read("params", *params); err != nil {
			return err
		}
		if err := strict(data, "the parameters", &set); err != nil {
			return err
		}
	}
	f.Worn = append(f.Worn, figureWorn{*kind, set})
	plan, err := f.plan()
	if err != nil {
		return err
	}
	_, stages, err := ensemble.Walk(ctx, plan, nil)
	if err != nil {
		return inputError{err}
	}
	for _, s := range stages {
		if len(s.Wrong) > 0 {
			return bad("%s: %v", s.Kind, s.Wrong[0])
		}
		if s.Err != nil {
			return bad("%s: %v", s.Kind, s.Err)
		}
	}
	var b bytes.Buffer
	if err := patternjson.Write(&b, stages[len(stages)-1]); err != nil {
		return err
	}
	return c.write(*out, b.Bytes())
}

// patience is how long a lay may take for which no seconds and no rounds are given.
const patience = 10 * time.Second

func layOut(ctx context.Context, c *call) error {
	in := c.String("in", "", "job JSON")
	out := c.String("out", "", "result JSON")
	if err := c.parse(); err != nil {
		return err
	}
	data, err := c.read("in", *in)
	if err != nil {
		return err
	}
	job, err := lay.Read(bytes.NewReader(data))
	if err != nil {
		return inputError{err}
	}
	if job.Seconds == 0 && job.Rounds == 0 {
		within, stop := context.WithTimeout(ctx, patience)
		defer stop()
		ctx = within
	}
	r := lay.Search(ctx, job, job.Rounds, nil)
	if ctx.Err() != nil && job.Seconds == 0 {
		fmt.Fprintf(c.stderr, "laid in %.0f seconds, not all that there was to try: give seconds for a longer search\n", patience.Seconds())
	}
	b, err := json.Marshal(r)
	if err != nil {
		return err
	}
	return c.write(*out, append(b, '\n'))
}

func export(ctx context.Context, c *call) error {
	db := c.String("db", "", "data file")
	which := c.Uint("ensemble", 0, "ID of the ensemble")
	layer := c.Uint("layer", 0, "ID of the layer (default: the outermost)")
	what := c.String("what", "", "pattern, svg or pdf; figure for all layers as they are drawn")
	paperKey := c.String("paper", "a4", "a4, letter or a0, for pdf")
	out := c.String("out", "", "file to write")
	if err := c.parse(); err != nil {
		return err
	}
	paper, ok := pdf.PaperOf(*paperKey)
	if !ok {
		return bad("--paper %q: choose a4, letter or a0", *paperKey)
	}
	st, err := existing(*db)
	if err != nil {
		return err
	}
	defer st.Close()
	e, err := st.Ensemble(ctx, *which)
	if err != nil {
		return fmt.Errorf("ensemble %d: %w", *which, err)
	}
	chosen := -1
	for i, l := range e.Layers {
		if l.ID == *layer || *layer == 0 {
			chosen = i
		}
	}
	if chosen < 0 {
		return fmt.Errorf("ensemble %d has no layer %d", *which, *layer)
	}
	_, stages, err := ensemble.Walk(ctx, e.Plan(), nil)
	if err != nil {
		return err
	}
	var b bytes.Buffer
	if *what == "figure" {
		if err = figurejson.Write(&b, stages); err != nil {
			return err
		}
		return c.write(*out, b.Bytes())
	}
	s := stages[chosen]
	if s.Err != nil {
		return s.Err
	}
	title := e.Name + ": " + s.Name
	switch *what {
	case "pattern":
		err = patternjson.Write(&b, s)
	case "svg":
		b.WriteString(svg.Sheet{Unit: measure.CM, Dimensions: true, TrueScale: true, Title: title}.Draw(s.Draft.Pieces))
	case "pdf":
		err = pdf.Print{Garment: s.Name, Ensemble: e.Name, Wearer: e.Wearer.Name, Drafted: time.Now().Format("2 January 2006"),
			Unit: measure.CM, Paper: paper}.Write(ctx, &b, s.Draft.Pieces)
	default:
		return bad("--what %q: choose pattern, svg, pdf or figure", *what)
	}
	if err != nil {
		return err
	}
	return c.write(*out, b.Bytes())
}

func backup(ctx context.Context, c *call) error {
	db := c.String("db", "", "data file")
	out := c.String("out", "", "new file for the copy")
	if err := c.parse(); err != nil {
		return err
	}
	if *out == "" {
		return bad("--out is missing: name a file that is not there yet")
	}
	st, err := existing(*db)
	if err != nil {
		return err
	}
	return errors.Join(st.Backup(ctx, *out), st.Close())
}

func restore(_ context.Context, c *call) error {
	in := c.String("in", "", "backup file")
	db := c.String("db", "", "where the data file shall be; nothing may be there yet")
	if err := c.parse(); err != nil {
		return err
	}
	if *in == "" || *db == "" {
		return bad("--in and --db are both needed")
	}
	return store.Restore(*in, *db)
}
