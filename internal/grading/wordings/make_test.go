package wordings_test

import (
	"fmt"
	"os/exec"
	"strings"
	"testing"

	"durchgang/internal/grading/wordings"
)

// typed is how a cell of row and column, from zero, is typed, found from the program's text.
func typed(source string, r, c int) string {
	switch {
	case strings.Contains(source, "split(':')"):
		return fmt.Sprintf("%d:%d", r+1, c+1)
	case strings.Contains(source, "c = ord(t[0]) - 65"):
		return fmt.Sprintf("%c%d", 'A'+c, r+1)
	case strings.Contains(source, "r = int(ask(prompt))\n"):
		return fmt.Sprintf("%d\n%d", r, c)
	case strings.Contains(source, "r = int(t[0])\n"):
		return fmt.Sprintf("%d%d", r, c)
	case strings.Contains(source, "r = ord(t[0]) - 97"):
		return fmt.Sprintf("%c%d", 'a'+r, c+1)
	case strings.Contains(source, "n = ord(t) - 65"):
		return string(rune('A' + r*3 + c))
	case strings.Contains(source, "c, r = ask"):
		return fmt.Sprintf("%d %d", c+1, r+1)
	case strings.Contains(source, "split(',')"):
		return fmt.Sprintf("%d,%d", r+1, c+1)
	case strings.Contains(source, "map(int, ask(prompt).split())"):
		return fmt.Sprintf("%d %d", r, c)
	case strings.Contains(source, "ask(prompt).split()"):
		return fmt.Sprintf("%d %d", r+1, c+1)
	case strings.Contains(source, "c = int(ask(second))"):
		return fmt.Sprintf("%d\n%d", r+1, c+1)
	case strings.Contains(source, "r = int(ask(second))"):
		return fmt.Sprintf("%d\n%d", c+1, r+1)
	case strings.Contains(source, "(2 - (n - 1)"):
		return fmt.Sprint((2-r)*3 + c + 1)
	case strings.Contains(source, "n = ord(t) - 97"):
		return string(rune('a' + r*3 + c))
	case strings.Contains(source, "ord(t[0]) - 65"):
		return fmt.Sprintf("%c%d", 'A'+r, c+1)
	case strings.Contains(source, "ord(t[1]) - 97"):
		return fmt.Sprintf("%d%c", r+1, 'a'+c)
	case strings.Contains(source, "ord(t[0]) - 97"):
		return fmt.Sprintf("%c%d", 'a'+c, r+1)
	case strings.Contains(source, "int(t[0]) - 1"):
		return fmt.Sprintf("%d%d", r+1, c+1)
	case strings.Contains(source, "cell = n - 1"), strings.Contains(source, "n = int(ask(prompt)) - 1"):
		return fmt.Sprint(r*3 + c + 1)
	}
	return fmt.Sprint(r*3 + c)
}

// The programs that are called right are so: they take the moves that they announce, refuse a
// taken cell and say who wins; and a fault changes that.
func TestProgramsAreWhatTheyAreCalled(t *testing.T) {
	play := func(p wordings.Program, cells ...[2]int) string {
		answers := ""
		for _, question := range []struct{ in, answer string }{{"Press Enter", "\n"}, {"1) Play", "1\n"}, {"Are you ready", "y\n"}, {"How many of you", "2\n"}, {"Hit return", "\n"}, {"[s]tart", "s\n"}, {"Mode (1", "1\n"}, {"WHO = [input", "Ada\nBo\n"}} {
			if strings.Contains(p.Source, question.in) {
				answers += question.answer
			}
		}
		for _, cell := range cells {
			answers += typed(p.Source, cell[0], cell[1]) + "\n"
		}
		run := exec.Command("/usr/bin/python3", "-c", p.Source)
		run.Stdin = strings.NewReader(answers)
		out, _ := run.CombinedOutput() // at the end of its input it fails
		return string(out)
	}
	said := func(p wordings.Program, what string) string { // the sentence of a kind
		_, after, _ := strings.Cut(p.Source, "\n"+what+" = \"")
		sentence, _, _ := strings.Cut(after, "\"\n")
		before, _, _ := strings.Cut(sentence, "{who}")
		_, behind, _ := strings.Cut(sentence, "{who}")
		if len(behind) > len(before) {
			return strings.ReplaceAll(behind, `\n`, "\n")
		}
		return strings.ReplaceAll(before, `\n`, "\n")
	}
	met := map[string]bool{}
	for n := range uint64(20) {
		for _, part := range []wordings.Part{wordings.Known, wordings.Reserve, wordings.Sealed} {
			p := wordings.Kinds[0].Make(n, part, nil)
			met[p.Source] = true
			out := play(p, [2]int{0, 1}, [2]int{1, 1}, [2]int{1, 1}, [2]int{0, 0}, [2]int{2, 2}, [2]int{2, 0})
			if strings.Count(out, said(p, "TAKEN")) != 1 || strings.Contains(out, said(p, "WINS")) && len(said(p, "WINS")) > 3 {
				t.Errorf("%s: %s\n%s", p.Name, out, p.Source)
			}
			if out := play(p, [2]int{0, 0}, [2]int{1, 0}, [2]int{0, 1}, [2]int{1, 1}, [2]int{0, 2}); !strings.Contains(out, said(p, "WINS")) {
				t.Errorf("%s: no win: %s\n%s", p.Name, out, p.Source)
			}
			if wrong := wordings.Kinds[0].Make(n, part, &wordings.Faults[0]); strings.Contains(play(wrong, [2]int{1, 1}, [2]int{1, 1}), said(wrong, "TAKEN")) {
				t.Errorf("%s refuses a taken cell: %s", wrong.Fault, wrong.Name)
			}
		}
	}
	if len(met) != 60 {
		t.Errorf("there are %d different programs", len(met))
	}
}
