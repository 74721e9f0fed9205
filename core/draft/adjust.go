package draft

import (
	"slices"

	"ardentgusset/core/figure"
)

// Adjustment changes a parameter that a garment takes over from another: its default, or the first of its
// options.
type Adjustment struct {
	Key Key
	do  func(p *Parameter)
}

// Usual gives a number another default than it has by itself, the same on every figure, with its reason
// (from memory).
func Usual(key Key, n float64, why string) Adjustment {
	return Adjustment{key, func(p *Parameter) { p.Default, p.Rule = Fixed(n, why, figure.Memory), why }}
}

// Helped says of a parameter what the garment has to say of it.
func (a Adjustment) Helped(help string) Adjustment {
	do := a.do
	a.do = func(p *Parameter) { do(p); p.Help = help }
	return a
}

// Firstly makes another option of a choice the usual one. It panics for an option that the choice does not
// have.
func Firstly(key Key, option string) Adjustment {
	return Adjustment{key, func(p *Parameter) {
		i := slices.IndexFunc(p.Options, func(o Option) bool { return o.Key == option })
		if i < 0 {
			panic("draft: " + string(key) + " has no option " + option)
		}
		p.First, p.Rule = option, p.Options[i].Label
	}}
}

// Adjust is a list of parameters with changes. It panics for a key that none of them has: a default that
// nobody asks for is a slip of the garment's.
func Adjust(list []Parameter, all ...Adjustment) []Parameter {
	out := slices.Clone(list)
	for _, a := range all {
		a.do(&out[indexOf(out, a.Key)])
	}
	return out
}

// Without is a list of parameters less those with the given keys. It panics for a key that none of them has.
func Without(list []Parameter, keys ...Key) []Parameter {
	for _, k := range keys {
		indexOf(list, k)
	}
	return Less(list, keys...)
}

// Less is a list of parameters less those with the given keys that it has.
func Less(list []Parameter, keys ...Key) []Parameter {
	var out []Parameter
	for _, p := range list {
		if !slices.Contains(keys, p.Key) {
			out = append(out, p)
		}
	}
	return out
}

// indexOf is where the parameter with a key stands in a list. It panics for a key that none of them has.
func indexOf(list []Parameter, key Key) int {
	i := slices.IndexFunc(list, func(p Parameter) bool { return p.Key == key })
	if i < 0 {
		panic("draft: there is no parameter " + string(key) + " to change")
	}
	return i
}
