// Package reckonjson reads what is asked of a reckoner, and writes its answer and what all of them ask.
package reckonjson

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/reckon"
)

// Field is an input or a number of the output.
type Field struct {
	Key     string         `json:"key"`
	Label   string         `json:"label"`
	Unit    string         `json:"unit"`
	Low     *float64       `json:"low,omitempty"`
	High    *float64       `json:"high,omitempty"`
	Options []draft.Option `json:"options,omitempty"`
	Default any            `json:"default,omitempty"`
	Help    string         `json:"help,omitempty"`
}

// About is a reckoner as the list has it. Output are the numbers of its own example; others of the same kind come with other
// choices.
type About struct {
	Name   string  `json:"name"`
	Title  string  `json:"title"`
	What   string  `json:"what"`
	Input  []Field `json:"input"`
	Output []Field `json:"output"`
}

// units are how parameters are counted in the files.
var units = map[draft.Unit]string{draft.Length: "mm", draft.Count: "count", draft.Ratio: "number", draft.Choice: "choice"}

// List is what every reckoner is for, asks and answers.
func List() []About {
	var out []About
	for _, r := range reckon.All() {
		a := r.About()
		one := About{Name: a.Name, Title: a.Title, What: a.What}
		v, _ := reckon.Settle(r, nil)
		for _, p := range r.Parameters() {
			f := Field{Key: string(p.Key), Label: p.Label, Unit: units[p.Unit], Options: p.Options, Help: said(p.Help)}
			if p.Unit == draft.Choice {
				f.Default = p.First
			} else {
				low, high := p.Low, p.High
				f.Low, f.High = &low, &high
				if v.Has(p.Key) {
					f.Default = v.Get(p.Key).Default
				}
			}
			one.Input = append(one.Input, f)
		}
		if answer, err := reckon.Do(r, nil); err == nil {
			for _, n := range answer.Numbers {
				one.Output = append(one.Output, Field{Key: n.Key, Label: said(n.Label), Unit: string(n.Kind)})
			}
		}
		out = append(out, one)
	}
	return out
}

type number struct {
	Key    string  `json:"key"`
	Label  string  `json:"label"`
	Unit   string  `json:"unit"`
	Value  float64 `json:"value"`
	Why    string  `json:"why"`
	Source string  `json:"source"`
}

type mark struct {
	At    float64 `json:"at_mm"`
	Label string  `json:"label"`
	Kind  string  `json:"kind"`
}

type strip struct {
	Name  string  `json:"name"`
	Long  float64 `json:"length_mm"`
	Marks []mark  `json:"marks"`
}

type note struct {
	Title string `json:"title"`
	Text  string `json:"text"`
	Grave bool   `json:"grave"`
}

type answer struct {
	Reckoner string         `json:"reckoner"`
	Input    map[string]any `json:"input"`
	Numbers  []number       `json:"numbers"`
	Strips   []strip        `json:"strips"`
	Working  []string       `json:"working"`
	Folds    string         `json:"folds"`
	Notes    []note         `json:"notes"`
}

// Read reads the inputs of a reckoner: an object with numbers, lengths in mm, and choices by key.
func Read(in io.Reader) (draft.Settings, error) {
	d := json.NewDecoder(io.LimitReader(in, 1<<20))
	var set draft.Settings
	if err := d.Decode(&set); err != nil {
		return nil, fmt.Errorf("the input is no JSON object of numbers and choices: %w", err)
	}
	if _, err := d.Token(); err != io.EOF {
		return nil, fmt.Errorf("something follows the input; it is one JSON object")
	}
	return set, nil
}

// Write writes the answer to settings with all that was settled; lengths in texts are centimetres.
func Write(w io.Writer, r reckon.Reckoner, set draft.Settings) error {
	a, err := reckon.Do(r, set)
	if err != nil {
		return err
	}
	v, _ := reckon.Settle(r, set)
	out := answer{Reckoner: r.About().Name, Input: map[string]any{}, Numbers: []number{}, Strips: []strip{}, Working: []string{},
		Folds: said(a.Folds), Notes: []note{}}
	for _, one := range v.All() {
		if one.Parameter.Unit == draft.Choice {
			out.Input[string(one.Parameter.Key)] = one.Choice
		} else {
			out.Input[string(one.Parameter.Key)] = one.Number
		}
	}
	for _, n := range a.Numbers {
		out.Numbers = append(out.Numbers, number{n.Key, said(n.Label), string(n.Kind), math.Round(n.Value*1e6) / 1e6, said(n.Why.Text),
			string(n.Why.Source)})
	}
	for _, s := range a.Strips {
		one := strip{Name: said(s.Name), Long: s.Long, Marks: []mark{}}
		for _, m := range s.Marks {
			one.Marks = append(one.Marks, mark{math.Round(m.At*1e6) / 1e6, said(m.Label), string(m.Kind)})
		}
		out.Strips = append(out.Strips, one)
	}
	for _, line := range a.Working {
		out.Working = append(out.Working, said(line))
	}
	for _, n := range a.Notes {
		out.Notes = append(out.Notes, note{said(n.Title), said(n.Text), n.Grave})
	}
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	e.SetIndent("", "  ")
	if err := e.Encode(out); err != nil {
		return err
	}
	_, err = w.Write(b.Bytes())
	return err
}

func said(text string) string { return measure.Say(text, measure.CM) }
