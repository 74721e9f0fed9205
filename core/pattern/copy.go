package pattern

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
)

// Hand is the wearer's side.
type Hand string

// The sides of a wearer.
// Left is a vector turned a quarter to the left.
const (
	Left  Hand = "left"
	Right Hand = "right"
)

// Copy says which of several alike pieces, or which half of one that lies on a fold, takes
// part in a seam. The zero Copy means every one of them alike.
type Copy struct {
	Hand Hand
	N    int // the Nth, from 1; 0 where they are not counted
	Of   int // of so many
}

// Nth is one of n copies in a ring, counted from 0; the one after the last is the first.
func Nth(i, n int) Copy { return Copy{N: i%n + 1, Of: n} }

// String is it in words.
func (c Copy) String() string {
	var parts []string
	if c.Hand != "" {
		parts = append(parts, string(c.Hand))
	}
	if c.N > 0 {
		parts = append(parts, fmt.Sprintf("%d of %d", c.N, c.Of))
	}
	return strings.Join(parts, ", ")
}

var counted = regexp.MustCompile(`\b(\d{1,6}) of (\d{1,6})\b`)

// ReadCopy reads what String wrote, and the freer words of drafts kept before copies were
// counted: what says neither a hand nor a count means every copy.
func ReadCopy(s string) Copy {
	var c Copy
	switch {
	case strings.Contains(s, string(Left)):
		c.Hand = Left
	case strings.Contains(s, string(Right)):
		c.Hand = Right
	}
	if m := counted.FindStringSubmatch(s); m != nil {
		c.N, _ = strconv.Atoi(m[1])
		c.Of, _ = strconv.Atoi(m[2])
	}
	return c
}
