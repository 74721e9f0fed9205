package work

import (
	"context"
	"math"
)

// longDay is the most hours that are worked on a day, whoever asks for more (from memory).
const longDay = 16.0

// Enough is how many hours a week bring the chance that all is done before a day to what is wanted, 0 to 1, shared out over the days
// as they are now, or evenly where none has any; rounded up to half an hour. It is not ok where no hours do, because something is
// waited for, or the day is too near. It fails only when the context ends.
func (c Calendar) Enough(ctx context.Context, all []Operation, before Day, want float64, t Trials) (week float64, ok bool, err error) {
	now := 0.0
	for _, h := range c.Hours {
		now += h
	}
	usual := c.Hours
	if now == 0 {
		for i := range usual {
			usual[i] = 1
		}
		now = 7
	}
	with := func(week float64) (Calendar, float64) {
		out, sum := c, 0.0
		for i, h := range usual {
			out.Hours[i] = min(h*week/now, longDay)
			sum += out.Hours[i]
		}
		return out, sum
	}
	does := func(week float64) (bool, error) {
		cal, _ := with(week)
		f, err := cal.Forecast(ctx, all, t)
		return err == nil && f.By(before-1) >= want, err
	}
	least := math.Inf(1)
	for _, h := range usual {
		if h > 0 {
			least = min(least, h)
		}
	}
	high := longDay / least * now // every day that is worked on is full then
	if ok, err = does(high); err != nil || !ok {
		return 0, false, err
	}
	low := 0.0
	sum := func(week float64) float64 { // what is worked in it: days that are full take no more
		_, s := with(week)
		return s
	}
	for sum(high)-sum(low) > 0.25 {
		mid := (low + high) / 2
		fine, err := does(mid)
		if err != nil {
			return 0, false, err
		}
		if fine {
			high = mid
		} else {
			low = mid
		}
	}
	return math.Ceil(sum(high)*2) / 2, true, nil
}
