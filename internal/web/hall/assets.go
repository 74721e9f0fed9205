package hall

import (
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

// styles are the names of the rooms' own styles in the order in which they hold.
func (a Assets) styles() (names []string) {
	for _, room := range a {
		found, err := fs.Glob(room, "*.css")
		if err != nil { // can't be: the pattern is sound
			continue
		}
		names = append(names, found...)
	}
	if i := slices.Index(names, last); i >= 0 {
		names = append(slices.Delete(names, i, i+1), last)
	}
	return names
}

// templates are those of all rooms.
func (a Assets) templates() (*template.Template, error) {
	styles := a.styles()
	all := template.New("").Funcs(functions).Funcs(template.FuncMap{"styles": func() []string { return styles }})
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

// fingerprint is an entity tag for all of them.
func (a Assets) fingerprint() string {
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
	return fmt.Sprintf(`"%x"`, sum.Sum(nil)[:12])
}
