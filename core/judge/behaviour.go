package judge

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
)

// Behaviour is the same text for programs that do the same over a suite, whatever their
// wording: in the same scripts they part from the rules at the same step, by the same
// facts, and they leave the same criteria unshown.
func Behaviour(v Verdict, scripts []ScriptVerdict) string {
	h := sha256.New()
	for _, c := range v.Criteria {
		fmt.Fprintf(h, "%s %s\n", c.Name, c.State)
	}
	for _, s := range scripts {
		if f := s.Finding; f != nil {
			fmt.Fprintf(h, "%q %d %s %q\n", s.Script.Title, f.Step, f.Aspect, f.Seen)
		}
	}
	return hex.EncodeToString(h.Sum(nil)[:8])
}
