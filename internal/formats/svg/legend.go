package svg

import (
	"fmt"
	"strings"
	"sync"

	"ardentgusset/core/pattern"
)

// lineLanguage styles a sheet that leaves the program, in ink only: the lines of the pattern's own table.
var lineLanguage = sync.OnceValue(func() string {
	var b strings.Builder
	b.WriteString("path{fill:none;stroke:#1e2130;stroke-width:.5}")
	for _, l := range pattern.LineKinds() {
		var dash []string
		for _, mm := range l.Dash {
			dash = append(dash, n(mm))
		}
		style := ""
		if l.Weight != pattern.LineOf("").Weight {
			style += "stroke-width:" + n(2*l.Weight) + ";"
		}
		if len(dash) > 0 {
			style += "stroke-dasharray:" + strings.Join(dash, " ") + ";"
		}
		if style != "" {
			fmt.Fprintf(&b, ".%s{%s}", l.Class, strings.TrimSuffix(style, ";"))
		}
	}
	b.WriteString(".face{stroke:none}.bone-bed,.busk-bed,.hoop-bed{fill:#bbb;stroke:none;opacity:.5}" +
		"text{font-family:sans-serif;text-anchor:middle;fill:#1e2130}")
	return b.String()
})
