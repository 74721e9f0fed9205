package main

import (
	"context"

	"ardentgusset/core/stitch"
	"ardentgusset/core/technique"
	"ardentgusset/core/term"
)

// bookOut prints the stitch book and the words of the trade.
func bookOut(_ context.Context, c *call) error {
	if err := c.parse(); err != nil {
		return err
	}
	type pass struct {
		Stitch stitch.Kind `json:"stitch"`
		Layers int         `json:"layers"`
		Factor float64     `json:"length_factor"`
	}
	type allowance struct {
		Asked float64 `json:"asked_mm"`
		Used  float64 `json:"used_mm"`
	}
	type entry struct {
		Key         string    `json:"key"`
		Name        string    `json:"name"`
		Others      []string  `json:"other_names"`
		Family      string    `json:"family"`
		Of          string    `json:"works"`
		What        string    `json:"what"`
		ISO         string    `json:"iso_stitch"`
		Seam        string    `json:"iso_seam"`
		Allowance   allowance `json:"allowance"`
		Passes      []pass    `json:"passes"`
		Thread      float64   `json:"thread_per_m"`
		Minutes     float64   `json:"minutes_per_m"`
		MinutesEach float64   `json:"minutes_each"`
		Needs       []string  `json:"needs"`
		From        int       `json:"from_year"`
		To          int       `json:"to_year"`
		Source      string    `json:"source"`
	}
	type word struct {
		Term    string `json:"term"`
		Meaning string `json:"meaning"`
	}
	out := struct {
		Techniques []entry `json:"techniques"`
		Terms      []word  `json:"terms"`
	}{}
	for _, t := range technique.All() {
		e := entry{Key: t.Key, Name: t.Name, Others: append([]string{}, t.Others...), Family: string(t.Family), Of: string(t.Of),
			What: t.What, Seam: t.Seam, Allowance: allowance{t.Asked, t.Used}, Passes: []pass{}, Thread: t.Thread(threadIn),
			Minutes: t.Minutes(), MinutesEach: t.Each, Needs: []string{}, From: t.From, To: t.To, Source: "from memory"}
		for _, p := range t.Passes {
			e.Passes = append(e.Passes, pass{p.Stitch, p.Layers, p.Times})
			if e.ISO == "" {
				e.ISO = stitch.FormOf(p.Stitch).ISO
			}
		}
		for _, n := range t.Needs {
			e.Needs = append(e.Needs, string(n))
		}
		out.Techniques = append(out.Techniques, e)
	}
	for _, t := range term.All() {
		out.Terms = append(out.Terms, word{t.Word, t.Meaning})
	}
	b, err := asJSON(out)
	if err != nil {
		return err
	}
	return c.write("-", b)
}

// threadIn is the thickness of the cloth that thread is told for, mm.
const threadIn = 0.5
