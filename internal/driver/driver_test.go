package driver_test

import (
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/calls"
	"durchgang/internal/channel"
	"durchgang/internal/driver"
	"durchgang/internal/toolchain"
)

// counters are the same program in each language: a counter that takes a step of 1 to 9, and a variable or a static field
// that all counters share.
var counters = map[string]string{
	"counter.py": "made = []\n\nclass Counter:\n    def __init__(self):\n        made.append(1)\n        self.n = 0\n    def step(self, by):\n        if by > 9:\n            raise ValueError('too far')\n" +
		"        self.n += by\n        return [self.n, len(made)]\n",
	"counter.js": "const made = [];\nclass Counter {\n  constructor() { made.push(1); this.n = 0; }\n  step(by) {\n    if (by > 9) throw new RangeError('too far');\n" +
		"    this.n += by;\n    return [this.n, made.length];\n  }\n}\nmodule.exports = { Counter };\n",
	"counter.ts": "const made: number[] = [];\nexport class Counter {\n  n: number = 0;\n  constructor() { made.push(1); }\n  step(by: number): number[] {\n" +
		"    if (by > 9) throw new RangeError('too far');\n    this.n += by;\n    return [this.n, made.length];\n  }\n}\n",
	"Counter.java": "public class Counter {\n  static int made = 0;\n  int n = 0;\n  public Counter() { made++; }\n  public int[] step(int by) {\n" +
		"    if (by > 9) throw new IllegalArgumentException(\"too far\");\n    n += by;\n    return new int[] {n, made};\n  }\n}\n",
	"Counter.cs": "using System;\npublic class Counter {\n  static int made = 0;\n  public int n = 0;\n  public Counter() { made++; }\n  public int[] step(int by) {\n" +
		"    if (by > 9) throw new ArgumentException(\"too far\");\n    n += by;\n    return new[] {n, made};\n  }\n}\n",
	"counter.cpp": "#include <stdexcept>\n#include <vector>\nstatic int made = 0;\nclass Counter {\npublic:\n  int n = 0;\n  Counter() { made++; }\n  std::vector<int> step(int by) {\n" +
		"    if (by > 9) throw std::invalid_argument(\"too far\");\n    n += by;\n    return {n, made};\n  }\n};\n",
	"counter.go": "package counter\n\nimport \"errors\"\n\nvar made int\n\ntype Counter struct{ n int }\n\nfunc NewCounter() *Counter {\n\tmade++\n\treturn &Counter{}\n}\n\n" +
		"func (c *Counter) step(by int) ([]int, error) {\n\tif by > 9 {\n\t\treturn nil, errors.New(\"too far\")\n\t}\n\tc.n += by\n\treturn []int{c.n, made}, nil\n}\n",
	"counter.rb": "$made = []\nclass Counter\n  attr_reader :n\n  def initialize\n    $made << 1\n    @n = 0\n  end\n  def step(by)\n    raise ArgumentError, 'too far' if by > 9\n" +
		"    @n += by\n    [@n, $made.size]\n  end\nend\n",
	"counter.lua": "local Counter = {}\nCounter.__index = Counter\nmade = 0\nfunction Counter.new()\n  made = made + 1\n  return setmetatable({ n = 0 }, Counter)\nend\n" +
		"function Counter:step(by)\n  if by > 9 then error('too far') end\n  self.n = self.n + by\n  return { self.n, made }\nend\nreturn Counter\n",
}

// Each driver calls, tells a failure, another signature and what is not there, and lets each script begin afresh.
func TestDrivers(t *testing.T) {
	makers := map[string]string{"counter.go": "NewCounter", "counter.lua": "counter.new"}
	for file, source := range counters {
		t.Run(file, func(t *testing.T) {
			t.Parallel()
			p, err := driver.Prepare(t.Context(), fstest.MapFS{file: {Data: []byte(source), Mode: 0o644}}, toolchain.UserCache())
			if err != nil {
				t.Fatal(err)
			}
			defer p.Close()
			maker := "Counter"
			if m, is := makers[file]; is {
				maker = m
			}
			s := &channel.Session{Spec: p.Spec, Settings: p.Settings, Patience: channel.DefaultPatience()}
			s.Patience.Rest = 20 * time.Second
			defer s.Close()
			step := func(args ...any) calls.Request { return calls.Request{Do: "call", Name: "step", Args: args, On: true} }
			for range 2 { // the second script finds nothing of the first
				a, err := s.Ask(t.Context(), []calls.Request{
					{Do: "call", Name: maker, Keep: true}, step(4), step(10), step(3), {Do: "get", Name: "n", On: true}, {Do: "call", Name: "jump", On: true},
				})
				if err != nil || len(a.Answers) != 6 {
					t.Fatalf("%v: %+v", err, a)
				}
				if got := calls.Say(a.Answers[1].Value); got != "[4, 1]" {
					t.Errorf("the first step returns %s", a.Answers[1].Text())
				}
				if f := a.Answers[2].Failure; f == nil || f.Kind != calls.Raised || !strings.Contains(f.Says, "too far") {
					t.Errorf("a step too far %s", a.Answers[2].Text())
				}
				if got := calls.Say(a.Answers[3].Value); got != "[7, 1]" {
					t.Errorf("another step returns %s", a.Answers[3].Text())
				}
				if got := calls.Say(a.Answers[4].Value); got != "7" {
					t.Errorf("the field is %s", a.Answers[4].Text())
				}
				if f := a.Answers[5].Failure; f == nil || f.Kind != calls.NoName {
					t.Errorf("what is not there %s", a.Answers[5].Text())
				}
			}
		})
	}
}

// Input that a program asks for is refused at once.
func TestNobodyTypes(t *testing.T) {
	for file, source := range map[string]string{
		"ask.py":   "def ask():\n    return input('? ')\n",
		"ask.c":    "#include <stdio.h>\nint ask(void) { int n = 0; scanf(\"%d\", &n); return n; }\n",
		"ask.cpp":  "#include <iostream>\nint ask() { int n = 0; std::cin >> n; return n; }\n",
		"Ask.java": "public class Ask { public static int ask() { return new java.util.Scanner(System.in).nextInt(); } }\n",
		"ask.rb":   "def ask\n  gets\nend\n",
		"ask.lua":  "function ask() return io.read() end\n",
		"ask.js":   "function ask() { return require('fs').readFileSync(0, 'utf8'); }\n",
	} {
		t.Run(file, func(t *testing.T) {
			t.Parallel()
			p, err := driver.Prepare(t.Context(), fstest.MapFS{file: {Data: []byte(source), Mode: 0o644}}, toolchain.UserCache())
			if err != nil {
				t.Fatal(err)
			}
			defer p.Close()
			s := &channel.Session{Spec: p.Spec, Settings: p.Settings, Patience: channel.DefaultPatience()}
			defer s.Close()
			a, err := s.Ask(t.Context(), []calls.Request{{Do: "call", Name: "ask"}})
			if err != nil || len(a.Answers) != 1 || a.Answers[0].Failure == nil || a.Answers[0].Failure.Kind != calls.NeedsInput {
				t.Errorf("%v: %+v", err, a)
			}
		})
	}
}
