// Package portion lets a test run a part of a long table: `make test` runs tests in short mode, with
// every nth case, `make soak` all of them.
package portion

import "testing"

// Every skips the case with this index, from 0, in short mode, unless it is one of every n.
func Every(t testing.TB, n, index int) {
	t.Helper()
	if testing.Short() && index%n != 0 {
		t.Skip("make soak runs it")
	}
}
