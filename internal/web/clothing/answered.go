package clothing

import (
	"ardentgusset/core/cloth"

	"github.com/gin-gonic/gin"
)

// answered are the fields of a cloth as the page is to show them now, name and colour too: what each was is what its next change is
// told apart from.
func answered(f cloth.Fabric, all []clothField) map[string]gin.H {
	out := map[string]gin.H{"name": {"value": f.Name, "was": f.Name}, "colour": {"value": f.Colour, "was": f.Colour}}
	for _, one := range all {
		out[one.Key] = gin.H{"value": one.Value, "other": one.Other, "was": one.Was}
	}
	return out
}
