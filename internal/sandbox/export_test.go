package sandbox

import "testing"

// Alone makes the test do without control groups and without a kernel that holds threads.
func Alone(t *testing.T) {
	groups, holds := available, hears
	available = func() hierarchies { return hierarchies{kind: NoGroups} }
	hears = func() bool { return false }
	idleStarters.plain, idleStarters.heard = nil, nil
	t.Cleanup(func() {
		available, hears = groups, holds
		idleStarters.plain, idleStarters.heard = nil, nil
	})
}
