package channel

import (
	"bytes"
	"context"
	"os"
	"slices"
	"testing"
	"time"

	"github.com/creack/pty"
	"golang.org/x/sys/unix"

	"durchgang/core/games"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
	"durchgang/internal/toolchain"
)

// The programs of the comparison, with the lines that make eight moves.
var benchmarked = []struct {
	name, folder string
	prompt       string // the end of the prompt for a move
	lines        []string
}{
	{"Python", "../../demo/class/ada-brandt", "(1-3): ", []string{"1 1", "1 2", "1 3", "2 2", "2 1", "2 3", "3 2", "3 1"}},
	{"C", "../../demo/class/elin-okafor", "column? ", []string{"1 1", "1 2", "1 3", "2 2", "2 1", "2 3", "3 2", "3 1"}},
	{"Java", "../grading/testdata/languages/java", "(1-3): ", []string{"1 1", "1 2", "1 3", "2 2", "2 1", "2 3", "3 2", "3 1"}},
	{"JavaScript", "../../demo/class/finn-arlo", "(0-2) > ", []string{"0,0", "0,1", "0,2", "1,1", "1,0", "1,2", "2,1", "2,0"}},
}

// BenchmarkTypedMove reports the median time of one typed move through the channel
// and its ratio to that of a bare ping-pong on a pseudo-terminal with the same
// program, game by game in turn.
func BenchmarkTypedMove(b *testing.B) {
	for _, bm := range benchmarked {
		b.Run(bm.name, func(b *testing.B) {
			program, err := toolchain.Prepare(context.Background(), os.DirFS(bm.folder), toolchain.Cache{})
			if err != nil {
				b.Fatal(err)
			}
			defer program.Close()
			book := phrasebook.Default() // one for all games, as in a run
			var through, bare []time.Duration
			for b.Loop() {
				through = append(through, channelMoves(b, book, program.Spec())...)
				bare = append(bare, bareMoves(b, program.Spec(), bm.prompt, bm.lines)...)
			}
			b.ReportMetric(float64(median(through).Microseconds()), "µs/move")
			b.ReportMetric(float64(median(bare).Microseconds()), "µs/bare-move")
			b.ReportMetric(float64(median(through))/float64(median(bare)), "ratio")
		})
	}
}

func median(list []time.Duration) time.Duration {
	slices.Sort(list)
	return list[len(list)/2]
}

// channelMoves times the eight moves of a full board but one, each from the typing
// to the observation.
func channelMoves(b *testing.B, book *phrasebook.Book, spec sandbox.Spec) []time.Duration {
	s, err := suite.Parse("bench", "game tic-tac-toe\ncriterion c \"c\"\nscript \"s\"\na1 b1 c1 b2 a2 c2 b3 a3\n", games.All())
	if err != nil {
		b.Fatal(err)
	}
	moments, err := s.Scripts[0].Moments(s.Rules)
	if err != nil {
		b.Fatal(err)
	}
	terminal := Terminal{Book: book, Rules: s.Rules, Patience: DefaultPatience()}
	c, err := open(spec, terminal.Patience)
	if err != nil {
		b.Fatal(err)
	}
	defer c.close()
	p := player{Terminal: terminal, console: c, table: phrasebook.Table{Rows: 3, Cols: 3}}
	var times []time.Duration
	for i, m := range moments {
		start := time.Now()
		if !p.moment(m) || p.rest != waits {
			b.Fatalf("the program did not play on: %q", p.text)
		}
		if i > 0 {
			times = append(times, time.Since(start))
		}
	}
	return times
}

// bareMoves times the same moves typed by a loop that knows the program's prompt.
func bareMoves(b *testing.B, spec sandbox.Spec, prompt string, lines []string) []time.Duration {
	master, slave, err := pty.Open()
	if err != nil {
		b.Fatal(err)
	}
	defer master.Close()
	if err := prepare(slave); err != nil {
		b.Fatal(err)
	}
	box, err := sandbox.Start(spec, slave)
	slave.Close()
	if err != nil {
		b.Fatal(err)
	}
	defer box.Kill()
	fd := int(master.Fd())
	buffer := make([]byte, 4096)
	until := func() {
		var out []byte
		for !bytes.HasSuffix(out, []byte(prompt)) {
			n, err := unix.Read(fd, buffer)
			if err != nil {
				b.Fatal(err)
			}
			out = append(out, buffer[:n]...)
		}
	}
	until()
	var times []time.Duration
	for _, line := range lines {
		start := time.Now()
		if _, err := unix.Write(fd, []byte(line+"\n")); err != nil {
			b.Fatal(err)
		}
		until()
		times = append(times, time.Since(start))
	}
	return times
}
