package wordings_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"durchgang/internal/grading/wordings"
)

// saidIn finds the sentence of a kind, without the player, in the text of a program.
func saidIn(p wordings.Program, what string) string {
	found := regexp.MustCompile(`\b` + what + ` = "(.*)";?\n`).FindStringSubmatch(p.Source)
	before, behind, _ := strings.Cut(found[1], "{who}")
	if len(behind) > len(before) {
		before = behind
	}
	return strings.ReplaceAll(before, `\n`, "\n")
}

// built is the command that runs a program; it is built in a folder of its own.
func built(t *testing.T, p wordings.Program) []string {
	t.Helper()
	file := filepath.Join(t.TempDir(), p.File)
	if err := os.WriteFile(file, []byte(p.Source), 0o600); err != nil {
		t.Fatal(err)
	}
	make := map[string][]string{".c": {"gcc", "-o", file + ".out", file}, ".java": {"javac", "-encoding", "UTF-8", file}}[filepath.Ext(file)]
	if make != nil {
		if out, err := exec.Command(make[0], make[1:]...).CombinedOutput(); err != nil {
			t.Fatalf("%s\n%s\n%s", p.Name, out, p.Source)
		}
	}
	return map[string][]string{
		".py": {"/usr/bin/python3", file}, ".js": {"node", file}, ".c": {file + ".out"}, ".java": {"java", "-cp", filepath.Dir(file), "Game"},
	}[filepath.Ext(file)]
}

// The programs that are called right are so: they take the moves that they announce, refuse a
// taken cell and say who wins; and a fault changes that.
func TestProgramsAreWhatTheyAreCalled(t *testing.T) {
	play := func(p wordings.Program, cells ...[2]int) string {
		answers := ""
		for _, question := range []struct{ in, answer string }{
			{"Press Enter", "\n"}, {"1) Play", "1\n"}, {"Are you ready", "y\n"}, {"How many of you", "2\n"}, {"Hit return", "\n"}, {"[s]tart", "s\n"},
			{"Mode (1", "1\n"}, {"<return>", "\n"}, {"(b)egin", "b\n"}, {"WHO = [input", "Ada\nBo\n"}, {"who[0] = ask", "Ada\nBo\n"},
		} {
			if strings.Contains(p.Source, question.in) {
				answers += question.answer
			}
		}
		for _, cell := range cells {
			answers += p.Move(cell[0], cell[1]) + "\n"
		}
		command := built(t, p)
		run := exec.Command(command[0], command[1:]...)
		run.Stdin = strings.NewReader(answers)
		out, _ := run.CombinedOutput() // at the end of its input it fails
		return string(out)
	}
	met, times := map[string]bool{}, 0
	check := func(kind wordings.Kind, n uint64, part wordings.Part) {
		times++
		p := kind.Make(n, part, nil)
		met[p.Source] = true
		out := play(p, [2]int{0, 1}, [2]int{1, 1}, [2]int{1, 1}, [2]int{0, 0}, [2]int{2, 2}, [2]int{2, 0})
		if strings.Count(out, saidIn(p, "TAKEN")) != 1 || strings.Contains(out, saidIn(p, "WINS")) && len(saidIn(p, "WINS")) > 3 {
			t.Errorf("%s: %s\n%s", p.Name, out, p.Source)
		}
		if out := play(p, [2]int{0, 0}, [2]int{1, 0}, [2]int{0, 1}, [2]int{1, 1}, [2]int{0, 2}); !strings.Contains(out, saidIn(p, "WINS")) {
			t.Errorf("%s: no win: %s\n%s", p.Name, out, p.Source)
		}
		if wrong := kind.Make(n, part, &kind.Faults[0]); strings.Contains(play(wrong, [2]int{1, 1}, [2]int{1, 1}), saidIn(wrong, "TAKEN")) {
			t.Errorf("%s refuses a taken cell: %s", wrong.Fault, wrong.Name)
		}
	}
	plain, braced := uint64(20), uint64(6)
	if testing.Short() {
		plain, braced = 7, 2
	}
	for n := range plain {
		for _, part := range []wordings.Part{wordings.Known, wordings.Reserve, wordings.Sealed} {
			check(wordings.Kinds[0], n, part)
		}
	}
	for n := range braced {
		for _, part := range []wordings.Part{wordings.Known, wordings.Sealed} {
			check(wordings.Kinds[5], n, part)
		}
	}
	if len(met) != times {
		t.Errorf("of %d programs %d are different", times, len(met))
	}
}
