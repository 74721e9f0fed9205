package main

import (
	"context"
	"fmt"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
)

type madeReason struct {
	ID  string `json:"id"`
	Why string `json:"why"`
}

type madeOperation struct {
	ID        string       `json:"id"`
	Name      string       `json:"name"`
	Technique string       `json:"technique"`
	On        []string     `json:"on"`
	Minutes   float64      `json:"minutes"`
	Needs     []string     `json:"needs"`
	After     []madeReason `json:"after"`
}

type madeSeam struct {
	Seam      string  `json:"seam"`
	A         string  `json:"a"`
	B         string  `json:"b"`
	Length    float64 `json:"length_mm"`
	Times     int     `json:"times"`
	Technique string  `json:"technique"`
	Finish    string  `json:"finish"`
	AllowA    float64 `json:"allowance_a_mm"`
	AllowB    float64 `json:"allowance_b_mm"`
	Ease      float64 `json:"ease_mm"`
	Absorbed  string  `json:"absorbed"`
	Layers    int     `json:"layers"`
	Thick     float64 `json:"thickness_mm"`
	Thread    float64 `json:"thread_mm"`
	Minutes   float64 `json:"minutes"`
}

type madeEdge struct {
	Piece     string  `json:"piece"`
	Edge      string  `json:"edge"`
	Kind      string  `json:"kind"`
	Length    float64 `json:"length_mm"`
	Times     int     `json:"times"`
	Technique string  `json:"technique"`
	Allowance float64 `json:"allowance_mm"`
	Layers    int     `json:"layers"`
	Thick     float64 `json:"thickness_mm"`
	Thread    float64 `json:"thread_mm"`
	Minutes   float64 `json:"minutes"`
}

type madeWork struct {
	Key       string  `json:"key"`
	Of        string  `json:"of"`
	Technique string  `json:"technique"`
	Count     int     `json:"count"`
	Length    float64 `json:"length_mm"`
	Thread    float64 `json:"thread_mm"`
	Minutes   float64 `json:"minutes"`
}

type madeLayer struct {
	Layer      string          `json:"layer"`
	Garment    string          `json:"garment"`
	Seams      []madeSeam      `json:"seams"`
	Edges      []madeEdge      `json:"edges"`
	Works      []madeWork      `json:"works"`
	Operations []madeOperation `json:"operations"`
}

// makingOut prints how the layers of an ensemble are made.
func makingOut(ctx context.Context, c *call) error {
	db := c.String("db", "", "data file")
	which := c.Uint("ensemble", 0, "ID of the ensemble")
	layer := c.Uint("layer", 0, "ID of the layer (default: all)")
	if err := c.parse(); err != nil {
		return err
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
	_, stages, err := ensemble.Walk(ctx, e.Plan(), nil)
	if err != nil {
		return err
	}
	out := struct {
		Layers []madeLayer `json:"layers"`
	}{[]madeLayer{}}
	for i, s := range stages {
		if *layer != 0 && e.Layers[i].ID != *layer {
			continue
		}
		if s.Err != nil {
			return fmt.Errorf("%s: %w", s.Name, s.Err)
		}
		out.Layers = append(out.Layers, layerMade(s))
	}
	if *layer != 0 && len(out.Layers) == 0 {
		return fmt.Errorf("ensemble %d has no layer %d", *which, *layer)
	}
	b, err := asJSON(out)
	if err != nil {
		return err
	}
	return c.write("-", b)
}

func layerMade(s ensemble.Stage) madeLayer {
	l := madeLayer{Layer: s.ID, Garment: s.Kind, Seams: []madeSeam{}, Edges: []madeEdge{}, Works: []madeWork{},
		Operations: []madeOperation{}}
	for _, r := range s.Making.Rows {
		switch {
		case r.B.Piece != "":
			l.Seams = append(l.Seams, madeSeam{r.Key[len("seam/"):], r.A.Piece + " " + r.A.Edge, r.B.Piece + " " + r.B.Edge, r.Length,
				r.Times,
				r.Technique.Key, r.Finish.Key, r.AllowA, r.AllowB, r.Ease, string(r.Absorbed), r.Layers, r.Thick, r.Thread,
				r.Minutes + r.FinishMinutes})
		case r.A.Piece != "":
			l.Edges = append(l.Edges, madeEdge{r.A.Piece, r.A.Edge, string(r.Edge), r.Length, r.Times, r.Technique.Key, r.AllowA, r.Layers,
				r.Thick, r.Thread, r.Minutes})
		default:
			l.Works = append(l.Works, madeWork{r.Key[len("work/"):], string(r.Of), r.Technique.Key, r.Count, r.Length, r.Thread, r.Minutes})
		}
	}
	for _, st := range s.Making.Steps {
		o := madeOperation{ID: string(st.ID), Name: measure.Say(st.Name, measure.CM), Technique: st.Technique, On: []string{},
			Minutes: st.Minutes,
			Needs:   []string{}, After: []madeReason{}}
		for _, r := range s.Making.Rows {
			if making.StepOf(r) == st.ID {
				o.On = append(o.On, r.Key)
			}
		}
		for _, n := range st.Needs {
			o.Needs = append(o.Needs, string(n))
		}
		for _, a := range st.After {
			o.After = append(o.After, madeReason{string(a.Step), measure.Say(a.Why, measure.CM)})
		}
		l.Operations = append(l.Operations, o)
	}
	return l
}
