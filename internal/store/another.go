package store

import (
	"context"
	"maps"
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
)

// AnotherEnsemble keeps an ensemble like one that is there: the same wearer, layers, settings, cloths and techniques, with nothing cut,
// sewn or done, cloth of the stash left to the one that has it, and no day.
func (s *Store) AnotherEnsemble(ctx context.Context, id uint) (Ensemble, error) {
	e, err := s.Ensemble(ctx, id)
	if err != nil {
		return e, err
	}
	out := Ensemble{Name: another(e.Name), Part: e.Part, WearerID: e.WearerID, Heel: e.Heel, Hours: e.Hours, Stock: e.Stock, Aim: e.Aim,
		Profile: e.Profile, Sewn: maps.Clone(e.Sewn), Prices: map[string]float64{}, Planning: Planning{Hours: e.Planning.Hours}}
	for what, price := range e.Prices { // what is in hand for one has to be bought for the other
		out.Prices[what] = math.Abs(price)
	}
	for _, l := range e.Layers {
		out.Layers = append(out.Layers, Layer{Position: l.Position, Kind: l.Kind, Name: l.Name, State: Planned,
			Settings: maps.Clone(l.Settings), Fabric: toBuy(l.Fabric), Laying: anew(l.Laying), Sewn: maps.Clone(l.Sewn), Had: l.Had})
	}
	return s.AddEnsemble(ctx, out)
}

// another is a name for one like that of a name.
func another(name string) string {
	const more = ", another"
	letters := []rune(name)
	return string(letters[:min(len(letters), LongestName-len(more))]) + more
}

// toBuy is a cloth of which nothing is in hand.
func toBuy(f cloth.Fabric) cloth.Fabric {
	f.InHand, f.Lengths, f.Paid, f.NoMore, f.Prewashed = 0, nil, false, false, false
	return f
}

// anew is how a layer is laid, before anything was found or laid down.
func anew(l ensemble.Laying) ensemble.Laying {
	l.Pinned, l.Kept = nil, nil
	l.Beside = slices.Clone(l.Beside)
	for i := range l.Beside {
		l.Beside[i].Stash, l.Beside[i].Fabric = 0, toBuy(l.Beside[i].Fabric)
	}
	return l
}
