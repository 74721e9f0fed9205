package pattern

import (
	"go/ast"
	"go/parser"
	"go/token"
	"strconv"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every kind of mark there is has its line in the table, a name of its own, and is drawn unlike the others.
func TestEveryMarkHasItsLine(t *testing.T) {
	f, err := parser.ParseFile(token.NewFileSet(), "mark.go", nil, 0)
	require.NoError(t, err)
	kinds := map[string]bool{}
	ast.Inspect(f, func(n ast.Node) bool {
		spec, ok := n.(*ast.ValueSpec)
		if !ok {
			return true
		}
		if id, ok := spec.Type.(*ast.Ident); ok && id.Name == "MarkKind" {
			s, err := strconv.Unquote(spec.Values[0].(*ast.BasicLit).Value)
			require.NoError(t, err)
			kinds[s] = true
		}
		return true
	})
	require.Greater(t, len(kinds), 20)
	labels := map[string]bool{}
	for _, l := range LineKinds() {
		assert.False(t, labels[l.Label], "two lines are called %s", l.Label)
		labels[l.Label] = true
		if l.Mark != "" {
			assert.True(t, kinds[string(l.Mark)], "%s is no mark", l.Mark)
			delete(kinds, string(l.Mark))
		}
		if l.Signed() {
			assert.NotEmpty(t, Mark{Kind: l.Mark, Path: []plane.Point{{}}}.Strokes())
		}
	}
	assert.Empty(t, kinds, "marks without a line")
}

// A legend names what occurs and nothing else.
func TestLinesOnPieces(t *testing.T) {
	p := Rectangle("a", "A", 100, 50, 10)
	p.Marks = []Mark{{Kind: Eyelet, Path: []plane.Point{{X: 5, Y: 5}}}, {Kind: Stud, Path: []plane.Point{{X: 9, Y: 5}}}}
	var classes []string
	for _, l := range LinesOn([]Piece{p}) {
		classes = append(classes, l.Class)
	}
	assert.Equal(t, []string{"cut", "sew", "grain", "eyelet", "stud"}, classes)
}
