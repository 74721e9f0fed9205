package draft

import (
	"fmt"

	"ardentgusset/core/own"
)

// ByHand is the setting that every garment has: what is changed of its pieces after they are drafted, as they are kept.
const ByHand Key = "by_hand"

func readByHand(raw any) error {
	text, ok := raw.(string)
	if !ok {
		return fmt.Errorf("they are no text")
	}
	_, err := own.ReadChanges(text)
	return err
}
