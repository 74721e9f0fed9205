package figure

// Rise is the height of the waist over the crotch, mm: half of what the crotch length has more than the way from front to back between
// the legs, which is taken as 62 parts in 100 of the hip's depth (from memory).
func (f Figure) Rise() float64 {
	deep := f.Bare().At(f.Drop(Hip)).Depth()
	return max((f.Length("crotch_length")-0.62*deep)/2, 150)
}
