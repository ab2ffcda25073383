package grading

import (
	"cmp"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"
	"time"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
)

// typing finds how the set-up is given, how a move is typed and where the board is, unless the
// built-in wording shows moves where they were put.
func (d *drafter) typing() error {
	few := d.scripts(1, fewLessons)
	best, err := d.try(d.text, few)
	d.silent, d.played = best.silent, map[string]bool{}
	for _, s := range few {
		d.played[s.Title] = true
	}
	if err != nil {
		return err
	}
	if d.suite.Program != game.Nobody {
		return d.facing(best, few)
	}
	if d.heaps() {
		return d.taken(best, few)
	}
	if !d.boards() {
		best, err = d.setups(best, few)
		if n, _ := d.fitsSetup(best); err == nil && !d.silent && !(d.guesses() && n > 1) { // what answers guesses asks for them
			_, err = d.questions(best, few)
		}
		return err
	}
	if best.silent || placed(best.verdicts) || prescribes.MatchString(d.settled) {
		return nil
	}
	_, err = d.scout(best, few)
	return err
}

// facing finds what a program that plays one side itself asks first, and how a move is typed to it, by
// whether moves are seen where they were put.
func (d *drafter) facing(best trial, few []suite.Script) error {
	if best.silent || best.seen() || prescribes.MatchString(d.settled) {
		return nil
	}
	type path struct {
		answers [][2]string
		screen  phrasebook.Screen
	}
	paths := []path{{nil, startOf(best)}}
	for n := 0; n < len(paths) && n < mostFacing; n++ {
		text := d.text.clone()
		text.answers = paths[n].answers
		found := fit(func(t trial) (int, bool) { return t.shown(), t.seen() }, trial{})
		if err := d.consider(found, text, few); err != nil {
			return err
		}
		if err := d.aimed(found, text, few); err != nil || found.whole {
			return err
		}
		d.text.move, d.text.base, d.text.answers = nil, 0, nil
		prompt := strings.TrimSpace(paths[n].screen.Prompt())
		if prompt == "" || len(paths[n].answers) == mostQuestions {
			continue
		}
		for _, answer := range channel.Answers(paths[n].screen, len(paths[n].answers)) {
			text.answers = append(slices.Clone(paths[n].answers), [2]string{literal(prompt), answer})
			t, err := d.try(text, few[:1])
			if err != nil {
				return err
			}
			if next := startOf(t); !t.silent && strings.TrimSpace(next.Prompt()) != prompt {
				paths = append(paths, path{text.answers, next})
			}
		}
	}
	return nil
}

// mostFacing bounds the ways to answer what is asked first that are tried.
const mostFacing = 8

// shown is how often a move was seen where it was put, less how often it was not.
func (t trial) shown() (n int) {
	for _, v := range t.verdicts {
		for _, step := range v.Steps {
			for _, c := range step.Comparisons {
				switch {
				case step.Echo || c.Subject != "board":
				case c.State == judge.Agrees:
					n++
				case c.State == judge.Differs:
					n -= 2
				}
			}
		}
	}
	return n
}

// seen reports whether moves are mostly seen where they were put.
func (t trial) seen() bool { return t.shown() > len(t.verdicts) }

// prescribes finds in a phrasebook how moves are typed, or how the board is drawn.
var prescribes = regexp.MustCompile(`(?m)^(?:move|base|forms|board|marks)\s*:`)

// read finds what a program says, once it is known how a move is typed. What was found counts where
// more is explained by it than by the built-in wording.
func (d *drafter) read() error {
	tapes := d.tapes()
	t, err := d.hearAll(tapes)
	if err != nil {
		return err
	}
	if paused, err := d.pauses(t); err != nil {
		return err
	} else if paused {
		if t, err = d.hearAll(tapes); err != nil {
			return err
		}
	}
	known, without, learned := d.known(), d.text.clone(), len(d.learned)
	before := draft.Fits(known, t.plays)
	if err := d.words(known, t); err != nil {
		return err
	}
	if t, err = d.hearAll(tapes); err != nil {
		return err
	}
	if draft.Fits(known, t.plays) <= before {
		d.text, d.learned = without, d.learned[:learned]
	}
	if d.page != nil || d.suite.Program != game.Nobody {
		return nil // another game is begun by a click, or not played
	}
	return d.again()
}

// Bounds of the search for pauses: how many prompts may be ones, and in how many scripts each is tried.
const (
	mostPauses   = 3
	pauseScripts = 3
)

// pauses finds prompts at which a program waits until somebody is ready, as after a refusal: what is
// typed there is lost, and the prompt for a move follows. It reports whether there are any.
func (d *drafter) pauses(t trial) (found bool, err error) {
	if d.page != nil || d.suite.Program != game.Nobody {
		return false, nil
	}
	known := d.known()
	prompts, at := pausing(t.plays)
	for _, prompt := range prompts[:min(len(prompts), mostPauses)] {
		text := d.text.clone()
		text.pauses = append(text.pauses, literal(prompt)+"$")
		var scripts []suite.Script
		var before []draft.Play
		for _, play := range at[prompt][:min(len(at[prompt]), pauseScripts)] {
			scripts, before = append(scripts, play.Script), append(before, play)
		}
		after, err := d.try(text, scripts)
		if err != nil {
			return found, err
		}
		if draft.Shows(known, after.plays) > draft.Shows(known, before) {
			d.text, found = text, true
			d.learned = append(d.learned, draft.Learned{About: "answers", Text: prompt + ": Enter"})
		}
	}
	return found, nil
}

// sentences finds where a sentence of a prompt ends and another one begins.
var sentences = regexp.MustCompile(`[.!?]\s+`)

// lastSentence is the last sentence of a prompt, which is what is asked; before it may stand why.
func lastSentence(prompt string) string {
	parts := sentences.Split(strings.TrimSpace(prompt), -1)
	return parts[len(parts)-1]
}

// pausing are the last sentences of prompts that may be pauses, with the plays in which they are: each is
// followed by another prompt whatever is typed, and no play begins with it.
func pausing(plays []draft.Play) (prompts []string, at map[string][]draft.Play) {
	asked := map[string]bool{} // prompts at a start, and those that come twice in a row
	at = map[string][]draft.Play{}
	for _, play := range plays {
		before := ""
		for k, screen := range play.Screens {
			prompt := lastSentence(screen.Prompt())
			if k >= len(play.Seen) || play.Seen[k].Untyped {
				break
			}
			if k == 0 || prompt == before {
				asked[prompt] = true
			}
			before = prompt
			if typed := k+1 < len(play.Seen) && !play.Seen[k+1].Untyped; !typed ||
				slices.ContainsFunc(at[prompt], func(p draft.Play) bool { return p.Script.Title == play.Script.Title }) {
				continue
			}
			at[prompt] = append(at[prompt], play)
		}
	}
	for _, prompt := range slices.Sorted(maps.Keys(at)) {
		if !asked[prompt] && prompt != "" {
			prompts = append(prompts, prompt)
		}
	}
	slices.SortStableFunc(prompts, func(a, b string) int { return cmp.Compare(len(at[a]), len(at[b])) })
	return prompts, at
}

// tapes are what the scripts are played on: several times where the program does something else each
// time.
func (d *drafter) tapes() []*channel.Tape {
	tapes, more := []*channel.Tape{d.tape}, moreGames
	if d.table().Rounds() {
		more = moreRounds
	}
	for n := 0; n < more && d.tape != nil && d.suite.Open(d.suite.Scripts[0]); n++ {
		tapes = append(tapes, &channel.Tape{})
	}
	return tapes
}

// hearAll plays all scripts, once for each tape.
func (d *drafter) hearAll(tapes []*channel.Tape) (all trial, err error) {
	kept := d.tape
	defer func() { d.tape = kept }()
	began := time.Now()
	for n, tape := range tapes {
		if d.tape = tape; n > 0 && time.Since(began) > longestHearing {
			break
		}
		t, err := d.try(d.text, d.suite.Scripts)
		if err != nil {
			return all, err
		}
		plays := append(all.plays, t.plays...)
		all = t
		all.plays = plays
	}
	return all, nil
}

// longestHearing bounds the time in which more games are heard.
const longestHearing = time.Minute

// moreGames is how often more the scripts are played with a program that plays a side or makes the set-up,
// to hear all that it may say.
const (
	moreGames  = 3
	moreRounds = 8 // which are short, and of which some are rare
)

func (d *drafter) known() mistake.Known { return mistake.For(d.suite.Rules) }

// words finds what the program says.
func (d *drafter) words(known mistake.Known, t trial) error {
	if d.suite.Program != game.Nobody {
		d.learn(draft.Against(d.suite.Rules, t.plays))
		return nil
	}
	w := draft.Words(known, t.plays, d.names())
	for key, list := range d.text.phrases {
		if strings.HasPrefix(key, "heaps.") { // they are not words
			w.Phrases[key] = list
		}
	}
	d.text.own, d.text.phrases, d.uncertain = true, w.Phrases, w.Uncertain
	for p := range d.text.names {
		d.text.names[p] = w.Names[p+1]
	}
	d.learned = append(d.learned, w.Learned...)
	return nil
}

// hear finds the wording of a program, unless the built-in one reads all of it.
func (d *drafter) hear() error {
	if err := d.typing(); err != nil || d.silent {
		return err
	}
	if d.text.String() == "" {
		all, err := d.try(d.text, d.suite.Scripts)
		if err != nil || !slices.ContainsFunc(all.verdicts, unsettled) {
			return err
		}
	}
	return d.read()
}

// names are what the players are known to be called: by their marks, or as the game calls them.
func (d *drafter) names() (names [3][]string) {
	for p := game.First; p <= game.Second && !d.suite.Rules.Solo(); p++ {
		if d.page != nil {
			names[p] = d.page.page.Map.Called(int(p - game.First))
			continue
		}
		names[p] = []string{cmp.Or(d.text.marks[p-1], d.suite.Rules.PlayerName(p))}
	}
	return names
}

// boards reports whether two players play at one board, which is looked at.
func (d *drafter) boards() bool {
	return channel.Scouts(d.suite.Rules, d.suite.Example(d.suite.Scripts[0]))
}

// learnable reports whether words are found together with mistakes: for two players at one board, or
// one who guesses a word or a number.
func (d *drafter) learnable() bool {
	_, guesses := d.suite.Rules.(game.Chooses)
	return d.boards() || guesses || d.heaps() || d.guesses()
}

// scout finds what is asked first, how a move is typed and where the board is by what changes
// on the screen, unless the built-in wording reads that.
func (d *drafter) scout(best trial, few []suite.Script) (trial, error) {
	d.report("looking at what changes when a move is typed")
	text := d.text.clone()
	found, ok, err := d.scoutFor(text)
	if err == nil && (!ok || found.Marks[1] == "") && d.tape.Any(phrasebook.HasColors) {
		colored := text.clone()
		colored.colors = true
		if other, is, failed := d.scoutFor(colored); is || failed != nil {
			text, found, ok, err = colored, other, is, failed
		}
	}
	if err != nil || !ok {
		return best, err
	}
	d.replies = found.Replies
	text.move, text.base, text.codes, text.board = found.Move, found.Base, found.Codes, found.Board
	text.marks, text.empty = marksOf(found.Marks), found.Free
	for _, a := range found.Answers {
		text.answers = append(text.answers, [2]string{"^" + regexp.QuoteMeta(strings.TrimSpace(a[0])), a[1]})
	}
	t, err := d.try(text, few)
	known := d.known()
	if err != nil || draft.Shows(known, t.plays) < draft.Shows(known, best.plays) {
		return best, err
	}
	d.text, d.learned = text, append(d.learned, took(text)...)
	return t, nil
}

// marksOf are the players' marks, by those that were seen to be put first and second. A program in
// which the mark that is usually the second player's comes first has a fault, and no marks of its own.
func marksOf(seen [2]string) [2]string {
	drawn := func(mark string, p game.Player) bool { return slices.Contains(phrasebook.Drawings(p), mark) }
	if drawn(seen[0], game.Second) && drawn(seen[1], game.First) {
		return [2]string{seen[1], seen[0]}
	}
	for _, usual := range [][2]string{{"X", "O"}, {"A", "B"}, {"1", "2"}} {
		first, second := strings.ToUpper(seen[0]), strings.ToUpper(seen[1])
		switch {
		case first == usual[1] && second == usual[0]:
			return [2]string{seen[1], seen[0]}
		case first == usual[1] && second == "":
			return [2]string{usual[0], seen[0]}
		case first == usual[0] && second == "":
			return [2]string{seen[0], usual[1]}
		}
	}
	if seen[1] == "" {
		seen[1] = "O"
		if strings.EqualFold(seen[0], "O") {
			seen[1] = "X"
		}
	}
	return seen
}

// scoutFor looks for how a move is typed, what is asked first and where the board is by what changes
// on the screen.
func (d *drafter) scoutFor(text bookText) (channel.Scouted, bool, error) {
	book, _, err := taught(d.settled, text.String(), game.Nobody)
	if err != nil {
		return channel.Scouted{}, false, err
	}
	rows, cols := d.suite.Rules.Shape()
	patience := channel.DefaultPatience()
	patience.Rest /= 2
	return channel.Scout{
		Rows:     rows,
		Cols:     cols,
		Drops:    d.suite.Rules.MoveKind() == game.NamesColumn,
		Patience: patience,
		Tape:     d.tape,
		Source:   d.source,
		Book:     book,
	}.Find(
		d.ctx,
		d.spec,
	)
}

// took says in the report what was found of how a move is typed.
func took(text bookText) []draft.Learned {
	list := []draft.Learned{
		{About: "move", Text: fmt.Sprintf("%q, from %d", text.move, text.base)},
		{About: "marks", Text: text.marks[0] + " and " + text.marks[1]},
	}
	for _, a := range text.answers {
		list = append(list, draft.Learned{About: "answers", Text: fmt.Sprintf("%s: %s", a[0], a[1])})
	}
	return list
}
