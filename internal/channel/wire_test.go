package channel_test

import (
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
	"durchgang/core/wire"
	"durchgang/internal/channel"
	"durchgang/internal/sandbox"
)

// TestMain lets the test's own binary be the program in the box.
func TestMain(m *testing.M) {
	if os.Getenv("DURCHGANG_TEST_WIRE") == "" {
		os.Exit(m.Run())
	}
	if err := wire.Serve(games.All(), os.Stdin, os.Stdout); err != nil {
		os.Exit(1)
	}
}

// reference is the reference rules as a program that speaks the protocol.
func reference(t *testing.T) sandbox.Spec {
	t.Helper()
	self, err := os.Open("/proc/self/exe")
	if err != nil {
		t.Fatal(err)
	}
	defer self.Close()
	dir := t.TempDir()
	for d := dir; d != os.TempDir() && d != "/"; d = filepath.Dir(d) {
		if err := os.Chmod(d, 0o755); err != nil {
			t.Fatal(err)
		}
	}
	binary, err := os.OpenFile(filepath.Join(dir, "reference"), os.O_CREATE|os.O_WRONLY, 0o755)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := io.Copy(binary, self); err != nil {
		t.Fatal(err)
	}
	if err := binary.Close(); err != nil {
		t.Fatal(err)
	}
	return sandbox.Spec{Dir: dir, Argv: []string{"./reference"}, Env: []string{"DURCHGANG_TEST_WIRE=1"}, Limits: sandbox.DefaultLimits()}
}

func wirePerformance(t *testing.T, spec sandbox.Spec, s *suite.Suite, script suite.Script) ([]suite.Moment, channel.Performance) {
	t.Helper()
	moments, err := script.Moments(s.Rules)
	if err != nil {
		t.Fatal(err)
	}
	patience := channel.DefaultPatience()
	patience.Rest = 2 * time.Second
	p, err := channel.Wire{Rules: s.Rules, Setup: script.Setup, Patience: patience}.Play(t.Context(), spec, moments)
	if err != nil {
		t.Fatal(err)
	}
	return moments, p
}

// Over the wire the reference rules of every game get every point of its suite.
func TestReferenceOverTheWire(t *testing.T) {
	spec := reference(t)
	variants := suite.ShippedNames(games.All())
	for _, d := range games.All().Games() {
		if v := game.Variant(d.Name); !slices.Contains(variants, v) {
			variants = append(variants, v)
		}
	}
	for _, name := range variants {
		t.Run(string(name), func(t *testing.T) {
			rules, err := games.All().Rules(string(name))
			if err != nil {
				t.Fatal(err)
			}
			s, _, err := suites.For(rules, false, games.All())
			if err != nil {
				t.Fatal(err)
			}
			var verdicts []judge.ScriptVerdict
			for _, script := range s.Scripts {
				moments, p := wirePerformance(t, spec, s, script)
				verdicts = append(verdicts, judge.JudgeScript(s, script, moments, p.Observations))
			}
			if v := judge.Judge(s, verdicts, 0); v.Points != v.Of || len(v.Findings) > 0 {
				t.Errorf("%s of %s: %+v", v.Points, v.Of, v.Findings)
			}
			if len(mistake.For(s.Rules).Mistakes) == 0 {
				t.Error("the suite ships for a game without mistakes")
			}
		})
	}
}

// What programs do that do not keep to the protocol is told.
func TestBrokenWires(t *testing.T) {
	s, err := suite.Parse("two", "game tic-tac-toe\ncriterion c \"c\"\nscript \"s\"\na1 b2\n", games.All())
	if err != nil {
		t.Fatal(err)
	}
	tests := []struct {
		name, script string
		at           int // moment
		condition    judge.Condition
		detail       string
	}{
		{"ends at once", "", 0, judge.Ended, ""},
		{"fails", "raise ValueError('what')", 0, judge.Crashed, "ValueError: what"},
		{"never answers", "import time\ntime.sleep(9)", 0, judge.Stuck, ""},
		{"answers without end", "while True: print('.')", 0, judge.Flooding, ""},
		{"speaks no such protocol", "while True:\n  input(); print('hello'); print('.')", 0, judge.Asking, "hello"},
		{"knows no version", "input(); print('error version 1 is too old'); print('.')", 0, judge.Ended, ""},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			_, p := wirePerformance(t, prepared(t, "a.py", tt.script).Spec(), s, s.Scripts[0])
			if o := p.Observations[tt.at]; o.Condition != tt.condition || !strings.Contains(o.Detail, tt.detail) {
				t.Errorf("it %s (%s), want %s (%s)", o.Condition, o.Detail, tt.condition, tt.detail)
			}
		})
	}
}
