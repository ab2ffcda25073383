package sandbox_test

import (
	"os/exec"
	"slices"
	"testing"
	"time"

	"durchgang/internal/sandbox"
)

// BenchmarkStart reports the median time from the start of a Python program that does
// nothing to its end, in the box and bare, and their ratio.
func BenchmarkStart(b *testing.B) {
	spec := sandbox.Spec{Dir: b.TempDir(), Writable: false, Argv: []string{"/usr/bin/python3", "-c", "pass"}, Limits: sandbox.DefaultLimits()}
	var boxed, bare []time.Duration
	for b.Loop() {
		began := time.Now()
		if _, exit, err := sandbox.Run(b.Context(), spec, 100); err != nil || exit != (sandbox.Exit{}) {
			b.Fatal(exit, err)
		}
		boxed = append(boxed, time.Since(began))
		began = time.Now()
		if err := exec.Command("/usr/bin/python3", "-c", "pass").Run(); err != nil {
			b.Fatal(err)
		}
		bare = append(bare, time.Since(began))
	}
	slices.Sort(boxed)
	slices.Sort(bare)
	in, out := boxed[len(boxed)/2], bare[len(bare)/2]
	b.ReportMetric(float64(in.Microseconds()), "µs/boxed-start")
	b.ReportMetric(float64(out.Microseconds()), "µs/bare-start")
	b.ReportMetric(float64(in)/float64(out), "ratio")
}
