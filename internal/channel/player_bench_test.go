package channel_test

import (
	"fmt"
	"io"
	"os/exec"
	"testing"
	"time"

	"durchgang/core/game"
	referee "durchgang/core/play"
	"durchgang/internal/channel"
)

const gamesAtOnce = 400

// BenchmarkGames reports how many games of tic-tac-toe a second two strategies in Python play
// under the referee, and the ratio to a bare ping-pong on pipes of the same lines by the same
// programs, in turn.
func BenchmarkGames(b *testing.B) {
	const body = "        print('move', n, free[0], flush=True)"
	players := [2]*channel.Strategy{strategy(b, body), strategy(b, body)}
	var through, bare time.Duration
	games := 0
	var asked [2][]string
	for b.Loop() {
		for range gamesAtOnce {
			began := time.Now()
			var seats [2]referee.Seat
			for i, p := range players {
				seat, err := p.Sit(b.Context(), game.First+game.Player(i))
				if err != nil {
					b.Fatal(err)
				}
				seats[i] = seat
			}
			r, err := referee.Referee(b.Context(), players[0].Rules, referee.Deal{}, seats)
			if err != nil || r.Foul != nil {
				b.Fatal(r, err)
			}
			if games > 0 { // the first one starts the programs
				through += time.Since(began)
			} else {
				asked = lines(r)
			}
			games++
		}
		bare += pingPong(b, players[0].Spec.Argv, asked)
	}
	rate := float64(games-1) / through.Seconds()
	bareRate := float64(b.N*gamesAtOnce) / bare.Seconds()
	b.ReportMetric(rate, "games/s")
	b.ReportMetric(bareRate, "bare-games/s")
	b.ReportMetric(rate/bareRate, "ratio")
}

// lines are what each player of a game is sent before each of its moves.
func lines(r *referee.Record) (asked [2][]string) {
	var noted [2]string
	for i := range noted {
		noted[i] = fmt.Sprintf("play tic-tac-toe %d\n", i+1)
	}
	for _, p := range r.Plies {
		i := p.Seat - game.First
		asked[i] = append(asked[i], noted[i]+"choose 1234\n")
		noted[i] = ""
		for k := range noted {
			noted[k] += fmt.Sprintf("cell %s %d\n", p.Move, p.Seat)
		}
	}
	return asked
}

// pingPong starts both programs without a box and times the same games on pipes, from the
// first answer on.
func pingPong(b *testing.B, argv []string, asked [2][]string) time.Duration {
	b.Helper()
	var in [2]io.WriteCloser
	var out [2]io.ReadCloser
	for i := range in {
		cmd := exec.Command(argv[0], argv[1:]...)
		var err error
		if in[i], err = cmd.StdinPipe(); err != nil {
			b.Fatal(err)
		}
		if out[i], err = cmd.StdoutPipe(); err != nil {
			b.Fatal(err)
		}
		if err := cmd.Start(); err != nil {
			b.Fatal(err)
		}
		defer cmd.Wait()
		defer in[i].Close()
	}
	answer := make([]byte, 4096)
	play := func() {
		for move := range len(asked[0]) + len(asked[1]) {
			i := move % 2
			if _, err := io.WriteString(in[i], asked[i][move/2]); err != nil {
				b.Fatal(err)
			}
			for n := 0; n == 0 || answer[n-1] != '\n'; { // a program may write a line in parts
				more, err := out[i].Read(answer[n:])
				if n += more; err != nil {
					b.Fatal(string(answer[:n]), err)
				}
			}
		}
	}
	play() // the programs have started
	began := time.Now()
	for range gamesAtOnce {
		play()
	}
	return time.Since(began)
}
