package channel

import (
	"testing"

	"durchgang/internal/sandbox"
)

// Unheard makes the test do without a kernel that tells when programs wait.
func Unheard(t *testing.T) {
	startBox = sandbox.Start
	t.Cleanup(func() { startBox = sandbox.StartHeard })
}
