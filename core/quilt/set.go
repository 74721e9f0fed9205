package quilt

import (
	"fmt"

	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/technique"
)

// Set is all quilting of a garment.
type Set []Quilted

// Length is all of it, mm.
func (s Set) Length() float64 {
	sum := 0.0
	for _, q := range s {
		sum += q.Length()
	}
	return sum
}

// Notions are the thread and the bobbins it takes through two cloths and a filling.
func (s Set) Notions(thickness float64) []notion.Notion {
	total := s.Length()
	if total <= 0 {
		return nil
	}
	thread, bobbins := Thread(total, thickness*3)
	return []notion.Notion{{Kind: "thread", What: "Thread for the quilting", Quantity: thread / 1000, Unit: "m",
		Why: fmt.Sprintf("%s of lines; wind %s before you begin", measure.TellLong(total), measure.Count(bobbins, "bobbin"))}}
}

// Works are the lines.
func (s Set) Works() []notion.Worked {
	return []notion.Worked{{Key: "quilting", Name: "the quilting", Of: technique.Quilt, Count: len(s), Length: s.Length()}}
}

// Mass is nothing beside what is bought for it.
func (s Set) Mass() float64 { return 0 }
