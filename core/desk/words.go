package desk

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Differences says in words what was changed from one suite to another, in the order of the new one; nothing where they are the
// same.
func Differences(old, new *suite.Suite) []string {
	list := []string{}
	say := func(format string, args ...any) { list = append(list, fmt.Sprintf(format, args...)) }
	if old.Rules.Variant() != new.Rules.Variant() {
		say("game: %s → %s", old.Rules.Variant(), new.Rules.Variant())
	}
	if old.Program != new.Program {
		say("programs play %s → %s", sideOf(old), sideOf(new))
	}
	if old.Total() != new.Total() {
		say("total: %s → %s points", old.Total(), new.Total())
	}
	for _, c := range new.Criteria {
		was, there := old.Criterion(c.Name)
		if !there {
			say("criterion %s is new: %s points, %s", c.Name, c.Points, scripts(len(of(new, c.Name))))
			continue
		}
		if was.Points != c.Points {
			say("criterion %s: %s → %s points", c.Name, was.Points, c.Points)
		}
		if was.Title != c.Title {
			say("criterion %s: its title is now %q", c.Name, c.Title)
		}
		if was.Grading != c.Grading {
			say("criterion %s is graded %s and no longer %s", c.Name, c.Grading, was.Grading)
		}
		if was.NotShown != c.NotShown || was.NotReached != c.NotReached || was.Unsteady != c.Unsteady {
			say("criterion %s: what is not shown costs something else", c.Name)
		}
		if !slices.Equal(was.Claims, c.Claims) {
			say("criterion %s is charged for other differences", c.Name)
		}
		list = append(list, scriptChanges(c.Name, of(old, c.Name), of(new, c.Name))...)
	}
	for _, c := range old.Criteria {
		if _, there := new.Criterion(c.Name); !there {
			say("criterion %s is dropped: %s points, %s", c.Name, c.Points, scripts(len(of(old, c.Name))))
		}
	}
	if a, b := order(old), order(new); len(list) == 0 && !slices.Equal(a, b) {
		say("another order")
	}
	a, b := *old, *new
	a.Policy.Declared, b.Policy.Declared = 0, 0
	if policyOf(&a) != policyOf(&b) {
		say("the rules for the total, late submissions or attempts")
	}
	return list
}

func sideOf(s *suite.Suite) string {
	if s.Program == game.Nobody {
		return "both sides"
	}
	return s.Rules.PlayerName(s.Program)
}

// policyOf writes the policy alone.
func policyOf(s *suite.Suite) string {
	return (&suite.Suite{Rules: s.Rules, Policy: s.Policy}).String()
}

func order(s *suite.Suite) (titles []string) {
	for _, script := range s.Scripts {
		titles = append(titles, script.Criterion, script.Title)
	}
	return titles
}

func of(s *suite.Suite, criterion string) (list []scriptText) {
	for _, script := range s.Scripts {
		if script.Criterion == criterion {
			list = append(list, scriptText{script.Title, s.Words(script.Steps) + "\n" + string(script.Setup), script.Public})
		}
	}
	return list
}

type scriptText struct {
	title, words string
	public       bool
}

func scripts(n int) string {
	if n == 1 {
		return "1 script"
	}
	return fmt.Sprintf("%d scripts", n)
}

// scriptChanges says what was changed of the scripts of a criterion.
func scriptChanges(name string, old, new []scriptText) []string {
	var added, changed, shown, hidden int
	for _, s := range new {
		i := slices.IndexFunc(old, func(o scriptText) bool { return o.title == s.title })
		switch {
		case i < 0 && !slices.ContainsFunc(old, func(o scriptText) bool { return o.words == s.words }):
			added++
		case i >= 0 && old[i].words != s.words:
			changed++
		case i >= 0 && s.public && !old[i].public:
			shown++
		case i >= 0 && !s.public && old[i].public:
			hidden++
		}
	}
	dropped := len(old) - (len(new) - added)
	var list []string
	for _, part := range []struct {
		n    int
		says string
	}{{added, "more"}, {dropped, "fewer"}, {changed, "changed"}, {shown, "now public"}, {hidden, "no longer public"}} {
		if part.n > 0 {
			list = append(list, fmt.Sprintf("criterion %s: %s %s", name, scripts(part.n), part.says))
		}
	}
	return list
}

var (
	inWords = regexp.MustCompile(`(?i)\brow (\d+)\W+(?:and )?col(?:umn)? (\d+)\b`)
	tokens  = regexp.MustCompile(`[\pL\d@{=>]+`)
)

// Moves finds the moves that a text in people's words names, as words of a script: cells such as b3, "row 2, column 1", and in
// games where one names less at least two in a row. The rules are not asked.
func Moves(rules game.Rules, text string) string {
	if rules.MoveKind() == game.NamesText && !rules.Solo() {
		return ""
	}
	text = inWords.ReplaceAllStringFunc(text, func(m string) string {
		var row, col int
		parts := inWords.FindStringSubmatch(m)
		fmt.Sscan(parts[1], &row)
		fmt.Sscan(parts[2], &col)
		return game.Cell{Row: int16(row - 1), Col: int16(col - 1)}.String()
	})
	var words, row []string
	end := func() {
		if len(row) > 1 {
			words = append(words, row...)
		}
		row = nil
	}
	for _, token := range tokens.FindAllString(text, -1) {
		token = strings.ToLower(token)
		_, err := rules.ParseMove(token)
		switch {
		case err != nil:
			end()
		case rules.MoveKind() == game.NamesCell || rules.MoveKind() == game.NamesShip:
			words = append(words, token)
		default:
			row = append(row, token)
		}
	}
	end()
	return strings.Join(words, " ")
}
