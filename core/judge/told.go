package judge

import (
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// subject is what facts beside the board, the result and the turn are about.
type subject struct {
	name   string
	aspect suite.Aspect
	kinds  []game.Kind
	owner  game.Player // whose facts they are, nobody for all
}

// subjects are those of all kinds of fact, in the order of game.Kinds.
var subjects = func() (list []subject) {
	for _, k := range game.Kinds {
		for _, about := range k.About {
			if i := slices.IndexFunc(list, func(s subject) bool { return s.name == about.Name }); i >= 0 {
				list[i].kinds = append(list[i].kinds, k.Kind)
				continue
			}
			list = append(list, subject{about.Name, suite.Aspect(about.Aspect), []game.Kind{k.Kind}, about.Owner})
		}
	}
	return list
}()

// covered is the text of a card that lies face down.
const covered = "?"

// topic is what one fact or several are about: the same lives, the same hand.
type topic struct {
	player game.Player
	cell   game.Cell
	hand   int
}

func (s subject) has(f game.Fact) bool {
	return slices.Contains(s.kinds, f.Kind) && (s.owner == game.Nobody || s.owner == f.Player)
}

func (s subject) in(facts []game.Fact) bool { return slices.ContainsFunc(facts, s.has) }

// stands reports whether the subject is about the position, and not about the step.
func (s subject) stands() bool { return s.kinds[0].Stands() }

// about divides the facts of a subject by topic, in the order in which topics come up.
func (s subject) about(facts []game.Fact) (topics []topic, told map[topic][]game.Fact) {
	told = map[topic][]game.Fact{}
	for _, f := range facts {
		if !s.has(f) {
			continue
		}
		t := topic{player: f.Player, cell: f.Cell}
		if known, _ := f.Kind.Known(); !known.Counts {
			t.hand = f.N
		}
		if _, met := told[t]; !met {
			topics = append(topics, t)
		}
		told[t] = append(told[t], f)
	}
	return topics, told
}

// told compares every subject of which something is expected or seen.
func (c *comparer) told() []Comparison {
	var list []Comparison
	for _, s := range c.subjects {
		if comparison, any := c.subject(s); any {
			list = append(list, comparison)
		}
	}
	if c.hides() {
		list = append(list, c.secret())
	}
	return list
}

// hides reports whether something in the position is hidden.
func (c *comparer) hides() bool {
	if _, conceals := c.rules.(game.Conceals); conceals && !c.moment.Result.Over() {
		return true
	}
	return slices.ContainsFunc(c.moment.View, func(f game.Fact) bool {
		return f.Text == game.SeaText || f.Text == covered || f.Kind == game.FactShown && strings.Contains(f.Text, "_")
	})
}

// secret agrees where something was shown: what gives away more than it should has
// differed before.
func (c *comparer) secret() Comparison {
	const kept = "what is hidden stays hidden"
	result := Comparison{Subject: "hidden", Aspect: suite.Hidden, State: NotShown, Expected: kept, routine: true}
	shows := slices.ContainsFunc(subjects, func(s subject) bool { return s.in(c.shown.rest) })
	if shows || c.shown.cells > 0 {
		result.State, result.Seen = Agrees, kept
	}
	return result
}

// expected are the facts that a subject is compared with.
func (c *comparer) expected(s subject) []game.Fact {
	if s.stands() {
		return c.after.rest
	}
	return c.moment.Facts
}

func (c *comparer) subject(s subject) (Comparison, bool) {
	order, expected := s.about(c.expected(s))
	extra, seen := s.about(c.shown.rest)
	if len(expected)+len(seen) == 0 || c.seen.Condition == Anew && s.stands() {
		return Comparison{}, false
	}
	result := Comparison{
		Subject: s.name,
		Aspect:  s.aspect,
		State:   NotShown,
		routine: len(expected) == 0 || s.aspect == suite.Dealer && slices.ContainsFunc(c.after.rest, isCovered),
	}
	if len(seen) == 0 || c.staked(s) {
		result.Expected = c.sayAll(c.expected(s), s)
		return result, true
	}
	result.State = Agrees
	result.Expected, result.Seen = c.sayAll(c.expected(s), s), c.sayAll(c.shown.rest, s)
	for _, t := range append(order, extra...) {
		is, shown := seen[t]
		if !shown || agree(expected[t], is) || c.turnedUp(s, expected[t], is) {
			continue
		}
		result.State, result.Aspect, result.routine = Differs, c.toldAspect(s, expected[t], is), false
		result.worded = result.Aspect != suite.Hidden // what is hidden is not read by chance
		result.Expected, result.Seen = c.sayAll(expected[t], s), c.sayAll(is, s)
		if len(expected[t]) == 0 {
			result.Expected = "nothing of the kind"
		}
		return result, true
	}
	return result, true
}

// staked reports whether more money is shown than the bank holds while a round is played: some programs take
// what is bet when the round ends, which shows by then.
func (c *comparer) staked(s subject) bool {
	if s.aspect != suite.Money || !slices.ContainsFunc(c.after.rest, isCovered) {
		return false
	}
	amount := func(facts []game.Fact) int {
		i := slices.IndexFunc(facts, s.has)
		if i < 0 {
			return 0
		}
		return facts[i].Amount
	}
	return amount(c.shown.rest) > amount(c.after.rest)
}

// turnedUp reports whether a card is shown that should lie face down because the
// program ends the round, which is the difference to tell of.
func (c *comparer) turnedUp(s subject, expected, seen []game.Fact) bool {
	ended := slices.ContainsFunc(c.seen.Facts, func(f game.Fact) bool { return f.Kind == game.FactResult })
	return s.aspect == suite.Dealer && ended && slices.ContainsFunc(expected, isCovered) && !slices.ContainsFunc(seen, isCovered)
}

func isCovered(f game.Fact) bool { return f.Kind == game.FactCard && f.Text == covered }

// agree compares what is told about one topic. The order in which cards lie does not matter, and a card
// that lies face down need not be drawn.
func agree(expected, seen []game.Fact) bool {
	if len(seen) == 0 || seen[0].Kind != game.FactCard {
		return slices.EqualFunc(expected, seen, same)
	}
	left := slices.Clone(expected)
	for _, s := range seen {
		i := slices.IndexFunc(left, func(e game.Fact) bool { return same(e, s) })
		if i < 0 {
			return false
		}
		left = slices.Delete(left, i, i+1)
	}
	return !slices.ContainsFunc(left, func(f game.Fact) bool { return !isCovered(f) })
}

// same compares two facts. What is left out is not told: the name of a ship, the suit of
// a card, what a hand is paid, and then also that a win is a natural. How a text is
// capitalised does not matter.
func same(e, s game.Fact) bool {
	if e.Kind != s.Kind || e.N != s.N {
		return false
	}
	untold := s.Kind == game.FactResult && (s.Amount == game.Untold || e.Amount == game.Untold)
	text := s.Text == "" || strings.EqualFold(e.Text, s.Text) ||
		s.Kind == game.FactCard && rank(s.Text) == s.Text && rank(e.Text) == s.Text ||
		untold && e.Text == "natural" && s.Text == "win"
	return text && (untold || e.Amount == s.Amount)
}

// rank is a card without its suit.
func rank(card string) string { return strings.TrimRight(card, "SHDC") }

// toldAspect tells which rule a difference is about.
func (c *comparer) toldAspect(s subject, expected, seen []game.Fact) suite.Aspect {
	switch {
	case c.unsure != "":
		return c.unsure
	case s.aspect == suite.Word && len(expected) == 0:
		return suite.Hidden
	case s.name == "total" && seen[0].Player == game.Second && slices.ContainsFunc(c.after.rest, isCovered):
		return suite.Hidden
	case s.aspect == suite.Dealer:
		return c.dealerAspect(expected, seen)
	}
	return s.aspect
}

// dealerAspect tells which rule the dealer's cards break.
func (c *comparer) dealerAspect(expected, seen []game.Fact) suite.Aspect {
	isBust := func(f game.Fact) bool { return f.Kind == game.FactBust && f.Player == game.First }
	same := min(len(expected), len(seen))
	switch {
	case slices.ContainsFunc(expected, isCovered) && !slices.ContainsFunc(seen, isCovered):
		return suite.Hidden
	case slices.ContainsFunc(seen, isCovered) && !slices.ContainsFunc(expected, isCovered):
		return suite.Results // the round should be over
	case !agree(expected[:same], seen[:same]):
		return suite.Cards
	case slices.ContainsFunc(c.moment.Facts, isBust) && !slices.ContainsFunc(c.seen.Facts, isBust):
		return suite.Totals // the dealer plays on because the player's hand counts as good
	}
	return suite.Dealer
}

// answered reports whether the step's own events are told as they should be.
func (c *comparer) answered() bool {
	for _, s := range c.subjects {
		if !s.in(c.shown.rest) {
			continue
		}
		if comparison, _ := c.subject(s); comparison.State == Agrees && (!s.stands() || c.moved()) {
			return true
		}
	}
	return false
}

// stands reports whether what the position shows beside a board is told.
func (c *comparer) stands() bool {
	return slices.ContainsFunc(c.subjects, func(s subject) bool { return s.stands() && s.in(c.shown.rest) })
}

// moved reports whether something is told that happened in this step, or that the
// position did not show before.
func (c *comparer) moved() bool {
	for _, s := range c.subjects {
		_, seen := s.about(c.shown.rest)
		_, before := s.about(c.before.rest)
		for t, is := range seen {
			if !s.stands() || !agree(before[t], is) {
				return true
			}
		}
	}
	return false
}

func (c *comparer) sayAll(facts []game.Fact, s subject) string {
	var words []string
	for _, f := range facts {
		if s.has(f) {
			words = append(words, game.Say(c.rules, f))
		}
	}
	return strings.Join(words, ", ")
}
