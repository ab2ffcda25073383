package draft_test

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"strings"
	"testing"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// displays are ways to show heaps, as programs have them.
var displays = map[string]func(heaps []int) []string{
	"a line each, with numbers": func(heaps []int) (lines []string) {
		for i, n := range heaps {
			lines = append(lines, fmt.Sprintf("Heap %d: %d", i+1, n))
		}
		return lines
	},
	"strokes behind letters": func(heaps []int) (lines []string) {
		for i, n := range heaps {
			lines = append(lines, strings.TrimRight(fmt.Sprintf("  %c  %s", 'A'+i, strings.Repeat("|", n)), " "))
		}
		return lines
	},
	"signs with blanks, and a number": func(heaps []int) (lines []string) {
		for i, n := range heaps {
			lines = append(lines, fmt.Sprintf("pile %d -> %s[%d]", i+1, strings.Repeat("* ", n), n))
		}
		return lines
	},
	"a triangle": func(heaps []int) (lines []string) {
		for i, n := range heaps {
			lines = append(lines, strings.TrimRight(fmt.Sprintf("%s%d : %s", strings.Repeat(" ", 7-i), i+1, strings.Repeat("!", n)), " "))
		}
		return lines
	},
	"one line": func(heaps []int) []string {
		var parts []string
		for _, n := range heaps {
			parts = append(parts, fmt.Sprint(n))
		}
		return []string{"piles: [" + strings.Join(parts, " ") + "]"}
	},
	"one line with letters": func(heaps []int) []string {
		text := ""
		for i, n := range heaps {
			text += fmt.Sprintf("%c=%d  ", 'A'+i, n)
		}
		return []string{strings.TrimSpace(text)}
	},
	"from the last one up": func(heaps []int) (lines []string) {
		for i := len(heaps) - 1; i >= 0; i-- {
			lines = append(lines, fmt.Sprintf("%d) %s", i, strings.Repeat("#", heaps[i])))
		}
		return lines
	},
}

// shown plays all scripts of a suite by some rules and shows the heaps in a way, among other lines with numbers.
func shown(t *testing.T, s *suite.Suite, rules game.Rules, display func([]int) []string) (plays []draft.Play) {
	t.Helper()
	for _, script := range s.Scripts {
		moments, err := script.Moments(s.Rules)
		if err != nil {
			t.Fatal(err)
		}
		seen, err := judge.Model(rules, script, moments)
		if err != nil {
			t.Fatal(err)
		}
		play := draft.Play{Script: script, Seen: seen}
		turn := 0
		_ = script.Retell(rules, true, func(m suite.Moment) bool { // rules that cannot be told end the script
			turn++
			play.Screens = append(play.Screens, append(append([]string{fmt.Sprintf("--- turn %d of 99 ---", turn)}, display(heapsOf(m.View))...), "your move> "))
			return true
		})
		plays = append(plays, play)
	}
	return plays
}

func heapsOf(view []game.Fact) (heaps []int) {
	for _, f := range view {
		if f.Kind == game.FactHeap {
			heaps = append(heaps, f.Amount)
		}
	}
	return heaps
}

// However heaps are shown, what is found reads any others shown so; a program with a mistake in what it takes is read as well.
func TestHeapsAreFound(t *testing.T) {
	random := rand.New(rand.NewPCG(21, 22))
	for i, variant := range []string{"nim:heaps=15,most=4", "nim", "nim:heaps=1+3+5+7,last=loses"} {
		if testing.Short() && i > 0 {
			break // make soak plays all
		}
		rules, err := games.All().Rules(variant)
		if err != nil {
			t.Fatal(err)
		}
		w, err := suites.Write(rules, suites.Options{})
		if err != nil {
			t.Fatal(err)
		}
		known := mistake.For(rules)
		for name, display := range displays {
			for _, fault := range []string{"", "takes-one", "refused-passes-turn"} {
				played := rules
				if m, is := known.Find(fault); is {
					played = m.Rules
				}
				found := draft.Heaps(known, shown(t, w.Suite, played, display))
				var book strings.Builder
				book.WriteString("heaps:\n")
				count := len(heapsOf(view(t, rules)))
				for i := range count {
					key := string(rune('a' + i))
					if len(found.Phrases["heaps."+key]) == 0 {
						t.Errorf("%s, %s, %s: heap %s is not found", variant, name, fault, key)
					}
					fmt.Fprintf(&book, "  %s:\n", key)
					for _, p := range found.Phrases["heaps."+key] {
						fmt.Fprintf(&book, "    - '%s'\n", strings.ReplaceAll(p, "'", "''"))
					}
				}
				if t.Failed() {
					return
				}
				b, err := phrasebook.Parse("found", book.String())
				if err != nil {
					t.Fatalf("%s, %s: %v\n%s", variant, name, err, book.String())
				}
				for range 20 {
					heaps := make([]int, count)
					for i := range heaps {
						heaps[i] = 1 + random.IntN(9)
					}
					screen := phrasebook.Screen(append(display(heaps), "your move> "))
					got := heapsOf(b.Read(screen, phrasebook.TableOf(rules, ""), phrasebook.Step{}))
					if fmt.Sprint(got) != fmt.Sprint(heaps) {
						t.Fatalf("%s, %s, %s: %v is read as %v by\n%s", variant, name, fault, heaps, got, book.String())
					}
				}
			}
		}
	}
}

func view(t *testing.T, rules game.Rules) []game.Fact {
	t.Helper()
	pos, err := rules.Start("")
	if err != nil {
		t.Fatal(err)
	}
	return rules.View(pos, game.Nobody, nil)
}

// Where no heaps are shown nothing is found, whatever numbers there are.
func TestOtherNumbersAreNotHeaps(t *testing.T) {
	rules, err := games.All().Rules("nim")
	if err != nil {
		t.Fatal(err)
	}
	w, err := suites.Write(rules, suites.Options{})
	if err != nil {
		t.Fatal(err)
	}
	random := rand.New(rand.NewPCG(5, 6))
	noise := func([]int) []string {
		return []string{fmt.Sprintf("score %d to %d", random.IntN(9), random.IntN(9)), "Player 1: 3", strings.Repeat("*", random.IntN(6))}
	}
	if found := draft.Heaps(mistake.For(rules), shown(t, w.Suite, rules, noise)); len(found.Phrases) > 0 {
		t.Errorf("found %v", found.Phrases)
	}
	for _, patterns := range [][]string{{`(?P<n>\d+)`}, {`x(?P<n>o*)`, `(?P<n>-?\d+)`}} {
		var compiled []*regexp.Regexp
		for _, p := range patterns {
			compiled = append(compiled, regexp.MustCompile(p))
		}
		for line, want := range map[string]int{"7 left": 7, "nothing": -1} {
			n, is := phrasebook.Amount(compiled, line)
			if !is {
				n = -1
			}
			if n != want {
				t.Errorf("%v in %q: %d", patterns, line, n)
			}
		}
	}
}
