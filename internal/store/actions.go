package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/silhouette"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// LongestName and LongestNote are in characters.
const LongestName, LongestNote = 120, 2000

// FieldError is about one field of what a person entered.
type FieldError struct{ Field, Why string }

func (e *FieldError) Error() string { return e.Why }

// Named makes a name fit to keep: trimmed, on one line. It fails on an empty
// one and on one that is too long.
func Named(field, text string) (string, error) {
	if !utf8.ValidString(text) {
		return "", &FieldError{field, "this is not readable text"}
	}
	name := strings.TrimSpace(strings.Map(func(r rune) rune {
		if unicode.IsControl(r) {
			return ' '
		}
		return r
	}, text))
	if name == "" {
		return "", &FieldError{field, "give it a name"}
	}
	if n := utf8.RuneCountInString(name); n > LongestName {
		return "", &FieldError{field, fmt.Sprintf("%d characters are too many for a name; %d is the most", n, LongestName)}
	}
	return name, nil
}

// Wearers lists all wearers by name.
func (s *Store) Wearers(ctx context.Context) ([]Wearer, error) {
	var out []Wearer
	return out, explain(s.db.WithContext(ctx).Preload("Readings").Order("name, id").Find(&out).Error)
}

// Wearer finds one, with the readings.
func (s *Store) Wearer(ctx context.Context, id uint) (Wearer, error) {
	var w Wearer
	return w, explain(s.db.WithContext(ctx).Preload("Readings").First(&w, id).Error)
}

// AddWearer keeps a new wearer.
func (s *Store) AddWearer(ctx context.Context, name string, group figure.Group) (Wearer, error) {
	name, err := Named("name", name)
	if err != nil {
		return Wearer{}, err
	}
	w := Wearer{Name: name, Group: group}
	return w, explain(s.db.WithContext(ctx).Create(&w).Error)
}

// ChangeWearer sets a wearer's name, group and care.
func (s *Store) ChangeWearer(ctx context.Context, id uint, name string, group figure.Group, care figure.Care) error {
	name, err := Named("name", name)
	if err != nil {
		return err
	}
	if group != figure.Women && group != figure.Men {
		group = figure.AllBodies
	}
	if care != figure.Child && care != figure.Doctor {
		care = figure.Usual
	}
	return s.act(ctx, OfWearer, id, "the wearer's particulars", func(tx *gorm.DB) error {
		return tx.Model(&Wearer{ID: id}).Updates(map[string]any{"name": name, "bodies": group, "care": care}).Error
	})
}

// Entry is what a person enters for a measurement.
type Entry struct {
	Value   measure.Length // 0 takes the reading away, or its side
	Typed   string
	Side    Side
	Again   bool // one more take of the same sitting: the mean counts
	Waiting bool // it is on a string, to be measured later
	// Provisional: worked out from a reading over clothes until it is measured.
	Provisional bool
	Was         measure.Length // what was shown when it was typed; 0 for nothing
}

// SetReading keeps an entry. If another value has been kept since the one that
// was shown, nothing is written and a Conflict is returned.
func (s *Store) SetReading(ctx context.Context, wearer uint, key string, worn figure.Worn, e Entry) error {
	m, ok := figure.MeasurementOf(key)
	if !ok {
		return &FieldError{key, "there is no such measurement"}
	}
	if e.Value != 0 && !(e.Value >= figure.Shortest && e.Value <= figure.Tallest) {
		return &FieldError{key, fmt.Sprintf("%s: %s is not a body's; it lies between %s and %s", m.Label, measure.Tell(e.Value.Float()), measure.Tell(figure.Shortest.Float()), measure.Tell(figure.Tallest.Float()))}
	}
	if e.Side != "" && !(m.Sided && (e.Side == LeftSide || e.Side == RightSide)) {
		return &FieldError{key, m.Label + " has no left and right"}
	}
	return s.act(ctx, OfWearer, wearer, "reading of "+strings.ToLower(m.Label), func(tx *gorm.DB) error {
		r := Reading{WearerID: wearer, Key: key, Worn: worn}
		err := tx.Where("wearer_id = ? and key = ? and worn = ?", wearer, key, worn).First(&r).Error
		if err != nil && !errors.Is(err, gorm.ErrRecordNotFound) {
			return err
		}
		if d := r.MM - e.Was; d > 0.05 || d < -0.05 {
			if r.MM == 0 {
				return &Conflict{Theirs: "nothing", Was: "0"}
			}
			return &Conflict{Theirs: measure.Tell(r.MM.Float()), Was: fmt.Sprint(r.MM.Float())}
		}
		r.take(e, s.now())
		if r.MM == 0 && !r.Waiting {
			return tx.Where("wearer_id = ? and key = ? and worn = ?", wearer, key, worn).Delete(&Reading{}).Error
		}
		return tx.Save(&r).Error
	})
}

// take works an entry into a reading.
func (r *Reading) take(e Entry, now time.Time) {
	r.Typed, r.TakenAt, r.Provisional = e.Typed, now, e.Provisional
	if e.Value == 0 {
		r.Waiting = e.Waiting
		switch {
		case e.Waiting || e.Side == "":
			r.MM, r.Left, r.Right = 0, 0, 0
			return
		case e.Side == LeftSide:
			r.Left = 0
		default:
			r.Right = 0
		}
		r.settle()
		return
	}
	sitting := 1
	for _, t := range r.Takes {
		sitting = max(sitting, t.Sitting+1)
	}
	if repeats := r.Repeats(e.Side); e.Again && len(repeats) > 0 {
		sitting = repeats[0].Sitting
	}
	r.Takes = append(r.Takes, Take{MM: e.Value, Typed: e.Typed, Side: e.Side, Sitting: sitting, At: now})
	r.Takes = r.Takes[max(0, len(r.Takes)-mostTakes):]
	sum, n := measure.Length(0), 0
	for _, t := range r.Repeats(e.Side) {
		sum, n = sum+t.MM, n+1
	}
	mean := sum / measure.Length(n)
	r.Waiting = false
	switch e.Side {
	case LeftSide:
		r.Left = mean
	case RightSide:
		r.Right = mean
	default:
		r.MM, r.Left, r.Right = mean, 0, 0
		return
	}
	r.settle()
}

// settle finds what counts from the two sides: their mean; of one alone what
// was taken of both together before it, and without that the one.
func (r *Reading) settle() {
	whole := r.Repeats("")
	switch {
	case r.Left > 0 && r.Right > 0:
		r.MM = (r.Left + r.Right) / 2
	case len(whole) > 0:
		sum := measure.Length(0)
		for _, t := range whole {
			sum += t.MM
		}
		r.MM = sum / measure.Length(len(whole))
	default:
		r.MM = r.Left + r.Right
	}
}

// DeleteWearer deletes a wearer nobody's ensemble needs.
func (s *Store) DeleteWearer(ctx context.Context, id uint) error {
	w, err := s.Wearer(ctx, id)
	if err != nil {
		return err
	}
	return s.act(ctx, OfWearer, id, "deleting "+w.Name, func(tx *gorm.DB) error {
		var names []string
		if err := tx.Model(&Ensemble{}).Where("wearer_id = ?", id).Order("name").Pluck("name", &names).Error; err != nil {
			return err
		}
		if len(names) > 0 {
			return &InUse{names}
		}
		return tx.Delete(&Wearer{}, id).Error
	})
}

// Ensembles lists all ensembles, the next event first.
func (s *Store) Ensembles(ctx context.Context) ([]Ensemble, error) {
	var out []Ensemble
	if err := loaded(s.db.WithContext(ctx)).Order("event_date = '', event_date, name, id").Find(&out).Error; err != nil {
		return nil, explain(err)
	}
	for i := range out {
		if err := s.withCuts(ctx, &out[i]); err != nil {
			return nil, err
		}
		if err := s.withStash(ctx, &out[i]); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func loaded(tx *gorm.DB) *gorm.DB {
	return tx.Preload("Wearer.Readings").Preload("Layers", func(tx *gorm.DB) *gorm.DB { return tx.Order("position, id") }).
		Preload("Layers.Steps").Preload("Layers.Timings", func(tx *gorm.DB) *gorm.DB { return tx.Order("id") })
}

// Ensemble finds one with its wearer and layers, from the skin out.
func (s *Store) Ensemble(ctx context.Context, id uint) (Ensemble, error) {
	var e Ensemble
	if err := loaded(s.db.WithContext(ctx)).First(&e, id).Error; err != nil {
		return e, explain(err)
	}
	if err := s.withStash(ctx, &e); err != nil {
		return e, err
	}
	return e, s.withCuts(ctx, &e)
}

// AddEnsemble keeps a new ensemble; its wearer must exist.
func (s *Store) AddEnsemble(ctx context.Context, e Ensemble) (Ensemble, error) {
	name, err := Named("name", e.Name)
	if err != nil {
		return e, err
	}
	e.Name = name
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.First(&Wearer{}, e.WearerID).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return &FieldError{"wearer", "choose a wearer; this one is no longer there"}
			}
			return err
		}
		return tx.Omit("Wearer").Create(&e).Error
	})
	return e, explain(err)
}

// Particulars are the fields of an ensemble itself as one text, for telling
// whether another tab changed them.
func (e Ensemble) Particulars() string {
	return strings.Join([]string{e.Name, e.Part, e.Occasion, fmt.Sprint(e.WearerID), e.EventDate, fmt.Sprint(e.Heel), fmt.Sprint(e.Hours)}, "\x1f")
}

// ChangeEnsemble sets the fields of an ensemble itself, not its layers, unless
// they are no longer as they were shown.
func (s *Store) ChangeEnsemble(ctx context.Context, e Ensemble, was string) error {
	name, err := Named("name", e.Name)
	if err != nil {
		return err
	}
	return s.act(ctx, OfEnsemble, e.ID, "the ensemble's particulars", func(tx *gorm.DB) error {
		if err := tx.First(&Wearer{}, e.WearerID).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return &FieldError{"wearer", "choose a wearer; this one is no longer there"}
			}
			return err
		}
		var now Ensemble
		if err := tx.First(&now, e.ID).Error; err != nil {
			return err
		}
		if p := now.Particulars(); p != was {
			return &Conflict{Theirs: "other particulars", Was: p}
		}
		return tx.Model(&Ensemble{ID: e.ID}).Updates(map[string]any{"name": name, "part": e.Part, "occasion": e.Occasion,
			"wearer_id": e.WearerID, "event_date": e.EventDate, "heel_mm": e.Heel, "hours_per_day": e.Hours}).Error
	})
}

// DeleteEnsemble deletes an ensemble with its layers; Undo brings it back.
func (s *Store) DeleteEnsemble(ctx context.Context, id uint) error {
	e, err := s.Ensemble(ctx, id)
	if err != nil {
		return err
	}
	return s.act(ctx, OfEnsemble, id, "deleting "+e.Name, func(tx *gorm.DB) error { return tx.Delete(&Ensemble{}, id).Error })
}

// AddLayer puts a garment on the outside of the stack.
func (s *Store) AddLayer(ctx context.Context, l Layer) (Layer, error) {
	name, err := Named("name", l.Name)
	if err != nil {
		return l, err
	}
	l.Name = name
	if l.Settings == nil {
		l.Settings = draft.Settings{}
	}
	if l.State == "" {
		l.State = Planned
	}
	err = s.act(ctx, OfEnsemble, l.EnsembleID, "adding "+l.Name, func(tx *gorm.DB) error {
		var n int64
		if err := tx.Model(&Layer{}).Where("ensemble_id = ?", l.EnsembleID).Count(&n).Error; err != nil {
			return err
		}
		if n >= 30 {
			return &FieldError{"kind", "thirty layers are the most a stack can hold"}
		}
		l.Position = int(n)
		return tx.Create(&l).Error
	})
	return l, err
}

// layer runs an action on one layer of an ensemble.
func (s *Store) layer(ctx context.Context, id uint, label string, do func(tx *gorm.DB, l *Layer) error) error {
	return s.layerAnd(ctx, id, label, nil, do)
}

// layerAnd is layer for an action that changes cloths of the stash as well.
func (s *Store) layerAnd(ctx context.Context, id uint, label string, stash []uint, do func(tx *gorm.DB, l *Layer) error) error {
	var l Layer
	if err := s.db.WithContext(ctx).First(&l, id).Error; err != nil {
		return explain(err)
	}
	return s.actWith(ctx, OfEnsemble, l.EnsembleID, fmt.Sprintf(label, l.Name), stash, func(tx *gorm.DB) error {
		if err := tx.First(&l, id).Error; err != nil { // again, inside the transaction
			return err
		}
		return do(tx, &l)
	})
}

// MoveLayer moves a layer to a place in the stack, counted from the skin.
func (s *Store) MoveLayer(ctx context.Context, id uint, to int) error {
	return s.layer(ctx, id, "moving %s", func(tx *gorm.DB, l *Layer) error {
		var all []Layer
		if err := tx.Where("ensemble_id = ?", l.EnsembleID).Order("position, id").Find(&all).Error; err != nil {
			return err
		}
		var order []uint
		for _, o := range all {
			if o.ID != id {
				order = append(order, o.ID)
			}
		}
		to = min(max(to, 0), len(order))
		order = append(order[:to], append([]uint{id}, order[to:]...)...)
		return place(tx, order)
	})
}

func place(tx *gorm.DB, order []uint) error {
	for i, id := range order {
		if err := tx.Model(&Layer{ID: id}).Update("position", i).Error; err != nil {
			return err
		}
	}
	return nil
}

// RemoveLayer takes a layer out of the stack.
func (s *Store) RemoveLayer(ctx context.Context, id uint) error {
	return s.layer(ctx, id, "removing %s", func(tx *gorm.DB, l *Layer) error {
		if err := tx.Delete(&Layer{}, id).Error; err != nil {
			return err
		}
		var order []uint
		if err := tx.Model(&Layer{}).Where("ensemble_id = ?", l.EnsembleID).Order("position, id").Pluck("id", &order).Error; err != nil {
			return err
		}
		return place(tx, order)
	})
}

// SetSetting sets one parameter of a layer, or returns it to its default when
// value is nil. was is what was shown when it was typed (nil for the
// default): if another tab has set something else meanwhile, nothing is
// written and a Conflict is returned.
func (s *Store) SetSetting(ctx context.Context, id uint, key string, value, was any, show func(any) string) error {
	return s.layer(ctx, id, "a setting of %s", func(tx *gorm.DB, l *Layer) error {
		if now := l.Settings[key]; !same(now, was) {
			return &Conflict{Theirs: show(now), Was: settingText(now)}
		}
		if value == nil {
			delete(l.Settings, key)
		} else {
			if l.Settings == nil {
				l.Settings = draft.Settings{}
			}
			l.Settings[key] = value
		}
		return tx.Model(l).Select("settings").Updates(l).Error
	})
}

// settingText is a setting as a field sends it back: JSON, null for the
// default.
func settingText(v any) string {
	b, err := json.Marshal(v)
	if err != nil { // can't be: settings are numbers and words
		return "null"
	}
	return string(b)
}

// same compares settings as they are kept: numbers to a tenth of a
// millimetre, since what is shown is rounded.
func same(a, b any) bool {
	x, okA := a.(float64)
	y, okB := b.(float64)
	if okA && okB {
		return x-y < 0.05 && y-x < 0.05
	}
	return a == b
}

// ApplySettings sets several parameters at once, as a note's button does.
func (s *Store) ApplySettings(ctx context.Context, id uint, set draft.Settings) error {
	return s.layer(ctx, id, "settings of %s", func(tx *gorm.DB, l *Layer) error {
		if l.Settings == nil {
			l.Settings = draft.Settings{}
		}
		for k, v := range set {
			l.Settings[k] = v
		}
		return tx.Model(l).Select("settings").Updates(l).Error
	})
}

// SetFabric changes a layer's cloth: change works on the cloth as it is kept.
func (s *Store) SetFabric(ctx context.Context, id uint, change func(*cloth.Fabric) error) error {
	return s.layer(ctx, id, "the cloth of %s", func(tx *gorm.DB, l *Layer) error {
		if err := change(&l.Fabric); err != nil {
			return err
		}
		return tx.Model(l).Select("fabric").Updates(l).Error
	})
}

// Cutting is the one act that turns cloth into pieces.
type Cutting struct {
	State  State // cut, or further
	Made   ensemble.Made
	Pieces []string         // keys of every copy on the cut list: all are cut
	Steps  []string         // steps of the work that are done with it
	Takes  []ensemble.Taken // from the stash
}

// CutOut keeps what a layer was cut to, ticks off its pieces and its cutting,
// and takes the cloth from the stash, leaving the remnants. All of it is one
// action: undo brings all of it back.
func (s *Store) CutOut(ctx context.Context, id uint, c Cutting) error {
	if !c.State.Made() {
		return &FieldError{"state", "choose cut, sewn or worn"}
	}
	return s.layerAnd(ctx, id, "cutting %s", stashesOf(c.Takes), func(tx *gorm.DB, l *Layer) error {
		if l.CutHash != "" {
			return &FieldError{"state", "it is cut already"}
		}
		hash, err := keepCut(tx, c.Made)
		if err != nil {
			return err
		}
		l.Taken = nil
		for _, t := range c.Takes {
			if err := l.takeFrom(tx, t); err != nil {
				return err
			}
		}
		l.Pieces = map[string]bool{}
		for _, key := range c.Pieces {
			l.Pieces[key] = true
		}
		now := s.now()
		l.State, l.CutHash, l.CutAt = c.State, hash, &now
		if err := tx.Model(l).Select("state", "cut_hash", "cut_at", "pieces_cut", "taken").Updates(l).Error; err != nil {
			return err
		}
		for _, step := range c.Steps {
			if err := tickStep(tx, id, step, &now); err != nil {
				return err
			}
		}
		return nil
	})
}

func stashesOf(takes []ensemble.Taken) []uint {
	var out []uint
	for _, t := range takes {
		if !slices.Contains(out, t.Stash) {
			out = append(out, t.Stash)
		}
	}
	return out
}

// takeFrom takes what a layer is cut from out of a piece in the stash.
func (l *Layer) takeFrom(tx *gorm.DB, t ensemble.Taken) error {
	var b Stashed
	if err := tx.First(&b, t.Stash).Error; err != nil {
		return err
	}
	b.Fabric.Lengths, b.Fabric.InHand = slices.Clone(b.Fabric.Pieces()), 0
	b.Fabric.Number()
	k := slices.IndexFunc(b.Fabric.Lengths, func(o cloth.Cut) bool { return o.ID == max(t.Piece, 1) })
	if k < 0 {
		return &FieldError{"stash", "the piece of " + b.Fabric.Name + " it was laid on is no longer there; load the page again"}
	}
	was := b.Fabric.Lengths[k]
	b.Fabric.Lengths = slices.Delete(b.Fabric.Lengths, k, k+1)
	taken := Taken{Stash: t.Stash, Was: was}
	if t.Left != nil {
		for _, o := range b.Fabric.Lengths {
			taken.Left = max(taken.Left, o.ID)
		}
		left := *t.Left
		taken.Left = max(taken.Left, was.ID) + 1
		left.ID = taken.Left
		b.Fabric.Lengths = append(b.Fabric.Lengths, left)
	}
	l.Taken = append(l.Taken, taken)
	return tx.Save(&b).Error
}

// giveBack puts what a layer took back into the stash. It fails when what
// remained has been cut into or changed since.
func (l *Layer) giveBack(tx *gorm.DB) error {
	for _, t := range slices.Backward(l.Taken) {
		var b Stashed
		err := tx.First(&b, t.Stash).Error
		if errors.Is(err, gorm.ErrRecordNotFound) {
			continue // the cloth is gone from the stash
		}
		if err != nil {
			return err
		}
		if t.Left > 0 {
			k := slices.IndexFunc(b.Fabric.Lengths, func(o cloth.Cut) bool { return o.ID == t.Left })
			if k < 0 {
				return &FieldError{"state", "what was left of " + b.Fabric.Name + " has been cut into since: put its pieces right in the stash first"}
			}
			b.Fabric.Lengths = slices.Delete(slices.Clone(b.Fabric.Lengths), k, k+1)
		}
		b.Fabric.Lengths = append(slices.Clone(b.Fabric.Lengths), t.Was)
		slices.SortFunc(b.Fabric.Lengths, func(a, c cloth.Cut) int { return a.ID - c.ID })
		if err := tx.Save(&b).Error; err != nil {
			return err
		}
	}
	return nil
}

// tickStep marks a step as done at a time, or with nil as not done.
func tickStep(tx *gorm.DB, layer uint, step string, at *time.Time) error {
	return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}}, DoUpdates: clause.AssignmentColumns([]string{"done_at"})}).
		Create(&StepLog{LayerID: layer, Step: step, DoneAt: at}).Error
}

// SetState says how far a layer has come. What is cut was cut by CutOut and
// keeps its draft; put back to planned or drafted it is whole cloth again: the
// stash gets back what was taken, and the cut list and the steps begin anew.
func (s *Store) SetState(ctx context.Context, id uint, state State, steps []string) error {
	if !slices.Contains(States(), state) {
		return &FieldError{"state", "choose planned, drafted, cut, sewn or worn"}
	}
	var l Layer
	if err := s.db.WithContext(ctx).First(&l, id).Error; err != nil {
		return explain(err)
	}
	var also []uint
	if !state.Made() {
		for _, t := range l.Taken {
			also = append(also, t.Stash)
		}
	}
	return s.layerAnd(ctx, id, "how far %s has come", also, func(tx *gorm.DB, l *Layer) error {
		if state.Made() {
			if l.CutHash == "" {
				return &FieldError{"state", "it is not cut yet"}
			}
			return tx.Model(l).Update("state", state).Error
		}
		if err := l.giveBack(tx); err != nil {
			return err
		}
		for _, step := range steps {
			if err := tickStep(tx, id, step, nil); err != nil {
				return err
			}
		}
		l.State, l.CutHash, l.CutAt, l.Pieces, l.Taken = state, "", nil, map[string]bool{}, nil
		return tx.Model(l).Select("state", "cut_hash", "cut_at", "pieces_cut", "taken").Updates(l).Error
	})
}

// SetAim sets the outline an ensemble aims at.
func (s *Store) SetAim(ctx context.Context, id uint, aim silhouette.Aim) error {
	return s.act(ctx, OfEnsemble, id, "the outline to reach", func(tx *gorm.DB) error {
		return tx.Model(&Ensemble{ID: id}).Select("aim").Updates(&Ensemble{Aim: aim}).Error
	})
}

// RenameLayer gives a layer another name.
func (s *Store) RenameLayer(ctx context.Context, id uint, name string) error {
	name, err := Named("name", name)
	if err != nil {
		return err
	}
	return s.layer(ctx, id, "renaming %s", func(tx *gorm.DB, l *Layer) error { return tx.Model(l).Update("name", name).Error })
}

// See records that a person has taken note of a layer's draft. It loses
// nothing and is not an action to undo.
func (s *Store) See(ctx context.Context, seen map[uint]ensemble.Snapshot) error {
	if len(seen) == 0 {
		return nil
	}
	return explain(s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		for id, snap := range seen {
			// What is cut remembers the readings it was cut to.
			var l Layer
			if err := tx.Select("id", "seen", "cut_hash").First(&l, id).Error; err != nil {
				return err
			}
			if l.CutHash != "" && len(l.Seen.Body) > 0 {
				snap.Body, snap.ReadOn = l.Seen.Body, l.Seen.ReadOn
			}
			if err := tx.Model(&Layer{ID: id}).Select("seen").Updates(&Layer{Seen: snap}).Error; err != nil {
				return err
			}
		}
		return nil
	}))
}

// Tick marks a step as done or not done; a timer running on it stops.
func (s *Store) Tick(ctx context.Context, layer uint, step string, done bool) error {
	return s.layer(ctx, layer, "a step of %s", func(tx *gorm.DB, l *Layer) error {
		log := StepLog{LayerID: layer, Step: step}
		if done {
			now := s.now()
			log.DoneAt = &now
			if err := tx.Model(&Timing{}).Where("layer_id = ? and step = ? and ended_at is null", layer, step).Update("ended_at", now).Error; err != nil {
				return err
			}
		}
		return tickStep(tx, layer, step, log.DoneAt)
	})
}

// NoteStep keeps a note on a step, unless another was noted since was was
// shown.
func (s *Store) NoteStep(ctx context.Context, layer uint, step, note, was string) error {
	if n := utf8.RuneCountInString(note); n > LongestNote || !utf8.ValidString(note) {
		return &FieldError{"note", fmt.Sprintf("a note holds at most %d characters", LongestNote)}
	}
	return s.layer(ctx, layer, "a note on %s", func(tx *gorm.DB, l *Layer) error {
		var now []StepLog
		if err := tx.Where("layer_id = ? and step = ?", layer, step).Find(&now).Error; err != nil {
			return err
		}
		if theirs := append(now, StepLog{})[0].Note; theirs != was {
			return &Conflict{Theirs: quoted(theirs), Was: theirs}
		}
		return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}}, DoUpdates: clause.AssignmentColumns([]string{"note"})}).
			Create(&StepLog{LayerID: layer, Step: step, Note: note}).Error
	})
}

// quoted is a text in a message, not too long.
func quoted(text string) string {
	if r := []rune(text); len(r) > 60 {
		text = string(r[:60]) + "…"
	}
	if text == "" {
		return "nothing"
	}
	return "“" + text + "”"
}

// Time starts or stops the timer of a step. Only one runs in an ensemble: to
// start one stops the others.
func (s *Store) Time(ctx context.Context, layer uint, step string, run bool) error {
	return s.layer(ctx, layer, "the timer of %s", func(tx *gorm.DB, l *Layer) error {
		now := s.now()
		mates := tx.Model(&Layer{}).Select("id").Where("ensemble_id = ?", l.EnsembleID)
		if err := tx.Model(&Timing{}).Where("layer_id in (?) and ended_at is null", mates).Update("ended_at", now).Error; err != nil {
			return err
		}
		if !run {
			return nil
		}
		return tx.Create(&Timing{LayerID: layer, Step: step, StartedAt: now}).Error
	})
}
