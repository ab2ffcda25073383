package channel

import (
	"context"
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/driver"
	"durchgang/internal/toolchain"
)

// BenchmarkFunction reports the median time to call a winner function in Python for all
// 5,478 positions of tic-tac-toe, in the box and read into facts, and its ratio to that of a
// plain Python loop over the same boards, both as whole processes.
func BenchmarkFunction(b *testing.B) {
	source, err := os.ReadFile("../grading/testdata/functions/board_functions.py")
	if err != nil {
		b.Fatal(err)
	}
	rules, err := games.All().Rules("tic-tac-toe")
	if err != nil {
		b.Fatal(err)
	}
	positions, all := suite.Positions(rules, suite.MostPositions)
	if !all || len(positions) != 5478 {
		b.Fatalf("%d positions", len(positions))
	}
	book, err := calls.Parse("calls", "functions: {winner: {name: winner}}")
	if err != nil {
		b.Fatal(err)
	}
	program, err := driver.Prepare(context.Background(), fstest.MapFS{"board_functions.py": {Data: source}}, toolchain.Cache{})
	if err != nil {
		b.Fatal(err)
	}
	defer program.Close()
	f := Function{Book: book, Rules: rules}
	loop := plainLoop(b, source, positions)
	var through, bare []time.Duration
	for b.Loop() {
		began := time.Now()
		session := &Session{Spec: program.Spec, Settings: program.Settings, Patience: DefaultPatience()}
		p, err := f.Play(context.Background(), session, positions)
		session.Close()
		if err != nil {
			b.Fatal(err)
		}
		through = append(through, time.Since(began))
		if last := p.Observations[len(positions)-1]; len(last.Facts)+len(last.Condition) == 0 {
			b.Fatal("nothing was observed")
		}
		began = time.Now()
		if out, err := exec.Command("/usr/bin/python3", loop).CombinedOutput(); err != nil {
			b.Fatalf("%v: %s", err, out)
		}
		bare = append(bare, time.Since(began))
	}
	b.ReportMetric(float64(median(through).Microseconds())/1000, "ms")
	b.ReportMetric(float64(median(bare).Microseconds())/1000, "ms/bare")
	b.ReportMetric(float64(median(through))/float64(median(bare)), "ratio")
}

// plainLoop writes a script that calls the function for each of the boards in a file.
func plainLoop(b *testing.B, source []byte, positions []suite.Moment) string {
	dir := b.TempDir()
	var boards [][3][3]string
	for _, m := range positions {
		var board [3][3]string
		for _, f := range m.View {
			if f.Player != game.Nobody {
				board[f.Cell.Row][f.Cell.Col] = []string{"", "X", "O"}[f.Player]
			}
		}
		boards = append(boards, board)
	}
	text, err := json.Marshal(boards)
	if err != nil {
		b.Fatal(err)
	}
	loop := "import json\nfrom board_functions import winner\nfor board in json.load(open('" + dir + "/boards.json')):\n    winner(board)\n"
	for name, data := range map[string][]byte{"boards.json": text, "board_functions.py": source, "loop.py": []byte(loop)} {
		if err := os.WriteFile(filepath.Join(dir, name), data, 0o644); err != nil {
			b.Fatal(err)
		}
	}
	return filepath.Join(dir, "loop.py")
}

// BenchmarkObject reports the median time to play all scripts of a suite of tic-tac-toe with a class in Python, in the box,
// each with a game of its own, read into facts; and its ratio to a plain Python loop that makes the same calls.
func BenchmarkObject(b *testing.B) {
	source, err := os.ReadFile("../grading/called/testdata/py-noughts/noughts.py")
	if err != nil {
		b.Fatal(err)
	}
	rules, err := games.All().Rules("tic-tac-toe")
	if err != nil {
		b.Fatal(err)
	}
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		b.Fatal(err)
	}
	book, err := calls.Parse("calls", "game: {class: Noughts}\ncells: {first: X, second: O, empty: \" \"}\nfunctions:\n"+
		"  move: {name: play, takes: [row, col]}\n  board: {value: squares}\n  turn: {value: to_play}\n  winner: {name: victor}\n  full: {name: full}\n")
	if err != nil {
		b.Fatal(err)
	}
	program, err := driver.Prepare(context.Background(), fstest.MapFS{"noughts.py": {Data: source}}, toolchain.Cache{})
	if err != nil {
		b.Fatal(err)
	}
	defer program.Close()
	var scripts [][]suite.Moment
	loop := "import copy\nfrom noughts import Noughts\n"
	for _, script := range s.Scripts {
		moments, err := script.Moments(rules)
		if err != nil {
			b.Fatal(err)
		}
		scripts = append(scripts, moments)
		for _, c := range book.Calls(rules, script.Setup, moments) {
			text := c.Request.Text()
			if c.Role == calls.Move {
				text = "try:\n    " + text + "\nexcept Exception:\n    pass"
			} else if c.Request.Do == "get" {
				text = "copy.deepcopy(" + text + ")"
			}
			loop += text + "\n"
		}
	}
	dir := b.TempDir()
	for name, data := range map[string][]byte{"noughts.py": source, "loop.py": []byte(loop)} {
		if err := os.WriteFile(filepath.Join(dir, name), data, 0o644); err != nil {
			b.Fatal(err)
		}
	}
	var through, bare []time.Duration
	for b.Loop() {
		began := time.Now()
		session := &Session{Spec: program.Spec, Settings: program.Settings, Patience: DefaultPatience()}
		for _, moments := range scripts {
			p, err := Function{Book: book, Rules: rules}.Play(context.Background(), session, moments)
			if err != nil || len(p.Observations) != len(moments) {
				b.Fatal(err)
			}
		}
		session.Close()
		through = append(through, time.Since(began))
		began = time.Now()
		if out, err := exec.Command("/usr/bin/python3", filepath.Join(dir, "loop.py")).CombinedOutput(); err != nil {
			b.Fatalf("%v: %s", err, out)
		}
		bare = append(bare, time.Since(began))
	}
	b.ReportMetric(float64(len(scripts)), "scripts")
	b.ReportMetric(float64(median(through).Microseconds())/1000, "ms")
	b.ReportMetric(float64(median(bare).Microseconds())/1000, "ms/bare")
	b.ReportMetric(float64(median(through))/float64(median(bare)), "ratio")
}
