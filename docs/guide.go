// Package docs holds the guide, which the program shows beside its work.
package docs

import _ "embed"

// Guide is the guide for costumers, in Markdown; its first line is its title.
//
//go:embed guide.md
var Guide string
