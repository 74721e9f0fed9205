package hall

import (
	"bytes"
	"crypto/sha256"
	"embed"
	"fmt"
	"html/template"
	"io/fs"
	"path"
	"regexp"
	"slices"
	"strings"
)

// Files are the hall's templates, styles and scripts, with what was made elsewhere.
//
//go:embed *.html *.css *.js icon.svg manifest.webmanifest vendor
var Files embed.FS

// Assets are the folders of the rooms, the hall's first: what a browser may ask for lies in them side by
// side, and no two have a file of one name.
type Assets []fs.FS

// last is the style that comes after those of all rooms, since it changes them.
const last = "narrow.css"

// Open opens a file that is sent as it is; templates are not.
func (a Assets) Open(name string) (fs.File, error) {
	if strings.HasSuffix(name, ".html") || path.Clean(name) == "." {
		return nil, &fs.PathError{Op: "open", Path: name, Err: fs.ErrNotExist}
	}
	for _, room := range a {
		if f, err := room.Open(name); err == nil {
			return f, nil
		}
	}
	return nil, &fs.PathError{Op: "open", Path: name, Err: fs.ErrNotExist}
}

// named are the names of the rooms' files that match a pattern, room by room.
func (a Assets) named(pattern string) (names []string) {
	for _, room := range a {
		found, err := fs.Glob(room, pattern)
		if err != nil { // can't be: the pattern is sound
			continue
		}
		names = append(names, found...)
	}
	return names
}

// styles are the names of the rooms' own styles in the order in which they hold.
func (a Assets) styles() []string {
	names := a.named("*.css")
	if i := slices.Index(names, last); i >= 0 {
		names = append(slices.Delete(names, i, i+1), last)
	}
	return names
}

// allStyles is the name under which the styles of everything are sent as one: a page waits for one file.
const allStyles = "all.css"

// sheet is all styles in the order in which they hold, those made elsewhere first.
func (a Assets) sheet() ([]byte, error) {
	var all bytes.Buffer
	for _, name := range append([]string{"vendor/bulma.min.css"}, a.styles()...) {
		text, err := fs.ReadFile(a, name)
		if err != nil {
			return nil, err
		}
		all.Write(bytes.TrimPrefix(text, []byte(`@charset "UTF-8";`)))
		all.WriteByte('\n')
	}
	return all.Bytes(), nil
}

// modules are the names of the rooms' scripts: a page names them all, so that a browser need not read one to
// learn of the next. The worker is none of a page's.
func (a Assets) modules() []string {
	return slices.DeleteFunc(a.named("*.js"), func(name string) bool { return name == "worker.js" })
}

// templates are those of all rooms; files lie below the address that is theirs in this version.
func (a Assets) templates() (*template.Template, error) {
	below, modules := "/static/"+a.version()+"/", a.modules()
	all := template.New("").Funcs(functions).Funcs(template.FuncMap{
		"static":  func(name string) string { return below + name },
		"modules": func() []string { return modules },
	})
	for _, room := range a {
		names, err := fs.Glob(room, "*.html")
		if err != nil {
			return nil, err
		}
		for _, name := range names {
			text, err := fs.ReadFile(room, name)
			if err != nil {
				return nil, err
			}
			if _, err := all.New(name).Parse(joined(string(text))); err != nil {
				return nil, err
			}
		}
	}
	return all, nil
}

var (
	between = regexp.MustCompile(`(>|\}\})\n\s*(<|\{\{)`)
	broken  = regexp.MustCompile(`\n\s*`)
)

// joined is a template without the line breaks that stand between its tags and actions: they are there to be
// read, and where a page is to have a space between two, one is written. A line break in a text is a space.
func joined(text string) string {
	for range 2 { // what ends one may begin the next
		text = between.ReplaceAllString(text, "$1$2")
	}
	return broken.ReplaceAllString(text, " ")
}

// version is what the addresses of this version's files have before their names: other files, another address, so
// that a browser keeps them for good and never runs the scripts of another version.
func (a Assets) version() string {
	sum := sha256.New()
	for _, room := range a {
		err := fs.WalkDir(room, ".", func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() {
				return err
			}
			b, err := fs.ReadFile(room, path)
			sum.Write([]byte(path))
			sum.Write(b)
			return err
		})
		if err != nil { // can't be: the folders are built in
			return ""
		}
	}
	return fmt.Sprintf("v-%x", sum.Sum(nil)[:12])
}
