package ensemble

import "ardentgusset/core/drape"

// Drapes are what hangs in folds of each stage's garment over all that is beneath it, by stage; nothing for what does not hang so.
func Drapes(stages []Stage) [][]*drape.Sheet {
	out := make([][]*drape.Sheet, len(stages))
	var beneath []*drape.Sheet
	for i := range stages {
		s := &stages[i]
		if s.Err != nil {
			continue
		}
		out[i] = drape.Drapes(&s.Draft, s.On, s.Fabric.Bends(), s.Fabric.Thickness.Float(), beneath)
		if out[i] != nil && out[i][0].Shown() == out[i][0].Columns { // an apron leaves what is beneath as it was
			beneath = out[i]
		}
	}
	return out
}
