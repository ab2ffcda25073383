package cli_test

import (
	"fmt"
	"os/exec"
	"testing"

	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// BenchmarkTry prints how long a whole trial of one submission takes, from the command's start.
func BenchmarkTry(b *testing.B) {
	binary := built(b)
	for b.Loop() {
		if out, err := exec.Command(binary, "try", "../../demo/class/greta-holm").CombinedOutput(); err != nil {
			b.Fatalf("%v:\n%s", err, out)
		}
	}
}

// largeRun is how many submissions the service grades while its memory is looked at.
const largeRun = 1000

// BenchmarkMemory prints how much memory the service has used at most, in MB, once it has
// graded many submissions and shown their matrix: the high-water mark that the kernel keeps
// (VmHWM, proc_pid_status(5)), of the service itself and not of the programs in their boxes.
func BenchmarkMemory(b *testing.B) {
	binary := built(b)
	for b.Loop() {
		service, url, link := launch(b, binary, servertest.Database(b))
		c := client.New(url).As((&servertest.Service{URL: url}).Welcome(b, link, "ida"))
		ctx := b.Context()
		if _, err := c.CreateCourse(ctx, "evening", "", ""); err != nil {
			b.Fatal(err)
		}
		if _, err := c.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe", Suite: servertest.ShortSuite}, client.Times{}); err != nil {
			b.Fatal(err)
		}
		files := map[string]string{}
		for i := range largeRun {
			files[fmt.Sprintf("student-%04d.py", i)] = servertest.RightProgram
		}
		if _, err := c.Import(ctx, "evening", "ttt", servertest.Archive(b, files), nil); err != nil {
			b.Fatal(err)
		}
		run, err := c.StartRun(ctx, "evening", "ttt", false)
		if err == nil {
			run, err = c.Watch(ctx, run.ID, func(record.Run) {})
		}
		if err == nil {
			_, err = c.Matrix(ctx, run.ID)
		}
		if err != nil || run.Done != largeRun {
			b.Fatalf("%+v, %v", run, err)
		}
		b.ReportMetric(megabytes(b, service.Process.Pid), "MB")
	}
}
