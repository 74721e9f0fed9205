package core

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The core is the trade and nothing else: it opens no files, asks no clock,
// speaks no HTTP and no SQL, and imports nothing from outside it but general
// libraries. Of its rooms only ensemble knows all the others.
func TestTheCoreKeepsToItself(t *testing.T) {
	forbidden := []string{"net/http", "net", "database/sql", "html/template", "os", "os/exec", "gorm.io/", "github.com/gin-gonic/", "ardentgusset/internal", "ardentgusset/cmd", "log", "log/slog"}
	base := map[string]bool{"plane": true, "measure": true}
	files := 0
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		require.NoError(t, err)
		room := strings.Split(filepath.ToSlash(path), "/")[0]
		for _, imp := range f.Imports {
			name, err := strconv.Unquote(imp.Path.Value)
			require.NoError(t, err)
			for _, bad := range forbidden {
				assert.False(t, name == bad || (strings.HasSuffix(bad, "/") || strings.HasPrefix(bad, "ardentgusset")) && strings.HasPrefix(name, bad), "%s imports %s", path, name)
			}
			assert.False(t, name == "ardentgusset/core/ensemble" && room != "ensemble", "%s imports the ensemble, which stands above it", path)
			if base[room] {
				assert.False(t, strings.HasPrefix(name, "ardentgusset/"), "%s is a ground floor and imports %s", path, name)
			}
		}
		ast.Inspect(f, func(n ast.Node) bool {
			if sel, ok := n.(*ast.SelectorExpr); ok {
				if x, ok := sel.X.(*ast.Ident); ok && x.Name == "time" && (sel.Sel.Name == "Now" || sel.Sel.Name == "Since" || sel.Sel.Name == "Sleep") {
					t.Errorf("%s asks the clock", path)
				}
			}
			return true
		})
		return nil
	})
	require.NoError(t, err)
	assert.Greater(t, files, 20)
}

// A garment is one file: nothing outside its own file and the catalogue names
// its type.
func TestAGarmentIsOneFile(t *testing.T) {
	for kind, home := range map[string]string{"Shift{}": "underwear", "Corset{}": "foundation", "TieredPetticoat{}": "support", "Gored{}": "skirt"} {
		var named []string
		require.NoError(t, filepath.WalkDir("..", func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
			require.NoError(t, err)
			ast.Inspect(f, func(n ast.Node) bool {
				if c, ok := n.(*ast.CompositeLit); ok {
					if sel, ok := c.Type.(*ast.SelectorExpr); ok && sel.X.(*ast.Ident).Name == home && sel.Sel.Name+"{}" == kind {
						named = append(named, filepath.Base(path))
					}
				}
				return true
			})
			return nil
		}))
		assert.Equal(t, []string{"catalogue.go"}, slices.Compact(named), kind) // there once for each of its kinds
	}
}

// A text never names a length in a unit of its own choosing: it marks it, so that
// every reader gets it in theirs. A cloth's thickness is millimetres to everybody.
func TestLengthsInTextsAreMarked(t *testing.T) {
	bare := regexp.MustCompile(`(?:^|[^⟦~=^0-9./])[0-9]+(?:[./][0-9]+)? (?:mm|cm|m|in|yd|inches)\b`)
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") || strings.HasPrefix(path, "measure") {
			return err
		}
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		require.NoError(t, err)
		ast.Inspect(f, func(n ast.Node) bool {
			lit, ok := n.(*ast.BasicLit)
			if !ok || lit.Kind != token.STRING || strings.Contains(lit.Value, "thickness") || strings.Contains(lit.Value, "2π × 0.4 mm") {
				return true
			}
			if bare.MatchString(lit.Value) {
				t.Errorf("%s: %s", path, lit.Value)
			}
			return true
		})
		return nil
	}))
}

// Files hold one concept, functions can be seen whole and lines read side by side: what
// the habits name with a little room. Raw strings, which are other languages, and tests are
// as long as they are.
func TestHabits(t *testing.T) {
	const longestFile, longestFunction, longestLine = 500, 100, 142
	for _, root := range []string{"../core", "../internal", "../cmd"} {
		require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			text, err := os.ReadFile(path)
			require.NoError(t, err)
			lines := strings.Split(string(text), "\n")
			assert.LessOrEqual(t, len(lines), longestFile+1, path)
			for i, l := range lines {
				if wide := utf8.RuneCountInString(strings.ReplaceAll(l, "\t", "    ")); wide > longestLine && !strings.Contains(l, "`") {
					t.Errorf("%s:%d is %d wide", path, i+1, wide)
				}
			}
			set := token.NewFileSet()
			f, err := parser.ParseFile(set, path, text, 0)
			require.NoError(t, err)
			for _, decl := range f.Decls {
				if fn, ok := decl.(*ast.FuncDecl); ok {
					if long := set.Position(fn.End()).Line - set.Position(fn.Pos()).Line + 1; long > longestFunction {
						t.Errorf("%s: %s is %d lines long", path, fn.Name.Name, long)
					}
				}
			}
			return nil
		}))
	}
}

// The core holds nothing that changes: what is kept is kept in a book that its owner hands in. Variables of its rooms
// are tables; nothing assigns to them, and none of them is a lock or a map that is filled while the program runs. The
// room that drafts for tests keeps what they all draft to.
func TestTheCoreHoldsNothingThatChanges(t *testing.T) {
	rooms := map[string][]*ast.File{}
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") || strings.Contains(path, "drafttest") {
			return err
		}
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ParseComments)
		require.NoError(t, err)
		rooms[filepath.Dir(path)] = append(rooms[filepath.Dir(path)], f)
		return nil
	}))
	seen := 0
	for room, files := range rooms {
		vars := map[string]bool{}
		for _, f := range files {
			for _, decl := range f.Decls {
				g, ok := decl.(*ast.GenDecl)
				if !ok || g.Tok != token.VAR || g.Doc != nil && strings.Contains(g.Doc.List[len(g.Doc.List)-1].Text, "go:embed") {
					continue
				}
				for _, s := range g.Specs {
					v := s.(*ast.ValueSpec)
					for _, name := range v.Names {
						vars[name.Name] = true
						seen++
					}
					// A lock, a pool or an atomic, or a structure of its own without a value, is there to change.
					assert.False(t, len(v.Values) == 0 && v.Type != nil, "%s: %s begins empty: it can only be there to be filled", room, v.Names[0])
					for _, x := range v.Values {
						ast.Inspect(x, func(n ast.Node) bool {
							if sel, ok := n.(*ast.SelectorExpr); ok {
								if pkg, ok := sel.X.(*ast.Ident); ok && pkg.Name == "memo" {
									t.Errorf("%s: %s is a book; it belongs to whoever asks", room, v.Names[0])
								}
							}
							return true
						})
					}
				}
			}
		}
		for _, f := range files {
			for _, decl := range f.Decls {
				fn, ok := decl.(*ast.FuncDecl)
				if !ok || fn.Body == nil {
					continue
				}
				ast.Inspect(fn.Body, func(n ast.Node) bool {
					var left []ast.Expr
					switch x := n.(type) {
					case *ast.AssignStmt:
						if x.Tok != token.DEFINE {
							left = x.Lhs
						}
					case *ast.IncDecStmt:
						left = []ast.Expr{x.X}
					}
					for _, e := range left {
						if id := rootOf(e); id != nil && vars[id.Name] && (id.Obj == nil || f.Scope.Lookup(id.Name) == id.Obj) {
							t.Errorf("%s: %s changes %s", room, fn.Name.Name, id.Name)
						}
					}
					return true
				})
			}
		}
	}
	assert.Greater(t, seen, 40)
}

// rootOf is the variable that an expression stands in.
func rootOf(e ast.Expr) *ast.Ident {
	for {
		switch x := e.(type) {
		case *ast.Ident:
			return x
		case *ast.SelectorExpr:
			e = x.X
		case *ast.IndexExpr:
			e = x.X
		case *ast.StarExpr:
			e = x.X
		case *ast.ParenExpr:
			e = x.X
		default:
			return nil
		}
	}
}
