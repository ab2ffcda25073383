package cli_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"durchgang/core/contest"
	"durchgang/internal/client"
	"durchgang/internal/server/servertest"
)

// hundred is how many players the contest has whose memory is looked at.
const hundred = 100

// strategies are those that play it, again and again under other names.
var strategies = map[string]string{
	"first_free.py": "ada-brandt", "blocker.lua": "elin-okafor", "mirror.rb": "finn-arlo", "completes.c": "dario-feld", "stubborn.py": "hugo-tandy",
}

// BenchmarkHundredPlayers holds a contest of 100 players at tic-tac-toe, all against all, twice, and
// prints how long it took, how much memory the service used when a tenth was played and
// at most (VmHWM, proc_pid_status(5)), and how long its page takes to be read.
func BenchmarkHundredPlayers(b *testing.B) {
	binary := built(b)
	for b.Loop() {
		service, url, link := launch(b, binary, servertest.Database(b))
		c := client.New(url).As((&servertest.Service{URL: url}).Welcome(b, link, "ida"))
		ctx := b.Context()
		if _, err := c.CreateCourse(ctx, "evening", "", ""); err != nil {
			b.Fatal(err)
		}
		if _, err := c.CreateContest(ctx, "evening", client.ContestForm{Name: "noughts", Terms: contest.Terms{Variant: "tic-tac-toe", Rounds: 2}}); err != nil {
			b.Fatal(err)
		}
		for n := 0; n < hundred; {
			for file, folder := range strategies {
				source, err := os.ReadFile(filepath.Join("../../demo/contest/tic-tac-toe", folder, file))
				if err == nil {
					_, err = c.Enter(ctx, "evening", "noughts", fmt.Sprintf("player %d", n), source, file)
				}
				if err != nil {
					b.Fatal(err)
				}
				n++
			}
		}
		began := time.Now()
		if _, err := c.StartContest(ctx, "evening", "noughts"); err != nil {
			b.Fatal(err)
		}
		tenth := 0.0
		for {
			list, err := c.Contests(ctx, "evening")
			if err != nil {
				b.Fatal(err)
			}
			if tenth == 0 && list[0].Done*10 >= hundred*(hundred-1) {
				tenth = megabytes(b, service.Process.Pid)
			}
			if list[0].State.Settled() {
				break
			}
			time.Sleep(time.Second)
		}
		b.ReportMetric(time.Since(began).Seconds(), "s")
		began = time.Now()
		page, err := c.ContestPage(ctx, "evening", "noughts")
		if err != nil || page.Ranking.Games != 2*hundred*(hundred-1) {
			b.Fatalf("%d games, %v", page.Ranking.Games, err)
		}
		b.ReportMetric(time.Since(began).Seconds(), "s/page")
		b.ReportMetric(float64(page.Ranking.Games), "games")
		b.ReportMetric(tenth, "MB-at-a-tenth")
		b.ReportMetric(megabytes(b, service.Process.Pid), "MB")
	}
}

// megabytes is the most memory that a process has used so far.
func megabytes(b *testing.B, pid int) float64 {
	b.Helper()
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if err != nil {
		b.Fatal(err)
	}
	_, rest, _ := strings.Cut(string(status), "VmHWM:")
	var kilobytes float64
	if _, err := fmt.Sscan(rest, &kilobytes); err != nil {
		b.Fatal(err)
	}
	return kilobytes / 1024
}
