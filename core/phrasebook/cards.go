package phrasebook

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/game"
)

// cards is what is said at a table of cards.
type cards struct {
	dealer, player               []*regexp.Regexp // whose hand a line is about
	ignore, drawn, total, bank   []*regexp.Regexp
	bust, natural, win           []*regexp.Regexp
	lose, push, broke, surrender []*regexp.Regexp
	owners                       bool // the book says whose hand a line is about, so that it need not say that it shows cards
}

// hiddenCard lies face down.
const hiddenCard = "?"

var (
	cardToken = regexp.MustCompile(
		`(?i)(?:^|[\s\[(,:|])(?P<hidden>\?+(?:\s*of\s*\?+)?)(?:$|[\s\]),|])|(?:\bXX\b|\*\*+|##+|█+|▒+|░+|🂠|[<\[(]?\b(?:cards? )?(?:hidden|face[- ]?down|hole|unknown|concealed)(?: card)?\b[>\])]?)` +
			`|(?:^|[^\pL\pN.$€£])(?P<rank>10|[2-9]|[AJQK]|ace|king|queen|jack|ten|nine|eight|seven|six|five|four|three|two)(?:` + beforeSuit + `(?P<suit>[♠♤♥♡♦♢♣♧]\x{fe0f}?|spades?|hearts?|diamonds?|clubs?)|` + beforeLetter + `(?P<letter>[SHDC]))(?:$|[^\pL\pN])`,
	)
	suitFirst = regexp.MustCompile(`(?P<suit>[♠♤♥♡♦♢♣♧]\x{fe0f}?)\s*(?P<rank>10|[2-9]|[AJQKajqk])(?:$|[^\pL\pN])`)
	rankList  = regexp.MustCompile(
		`(?i)[\[({:]\s*(?P<cards>['"]?(?:10|11|[1-9]|[AJQK]|ace|king|queen|jack|\?+|hidden|XX)['"]?(?:\s*(?:,|\+|and|&|\s)\s*['"]?(?:10|11|[1-9]|[AJQK]|ace|king|queen|jack|\?+|hidden|XX)['"]?)*)\s*(?:[\])}.;(]|$|\s{2,}|-|=)`,
	)
	spelled = map[string]string{
		"ace": "A", "king": "K", "queen": "Q", "jack": "J", "ten": "10", "nine": "9", "eight": "8", "seven": "7",
		"six": "6", "five": "5", "four": "4", "three": "3", "two": "2", "1": "A", "11": "A",
	}
	suitOf = strings.NewReplacer("♠", "S", "♤", "S", "♥", "H", "♡", "H", "♦", "D", "♢", "D", "♣", "C", "♧", "C", "\ufe0f", "")
)

// handLine is what one line says at a table of cards.
type handLine struct {
	owner  game.Player // nobody when the line does not say
	hand   int         // of the player, from 1
	cards  []string    // ranks with suits as in 10S, or alone; ? for one face down
	drawn  bool        // the cards are added to the hand
	total  int         // -1 when none is told
	bank   int         // hundredths, -1 when none is told
	bust   bool
	result string // of a round
	paid   bool   // a natural is spoken of
	broke  bool
}

var handNumber = regexp.MustCompile(`(?i)\bhand\s*#?\s*([1-4])\b`)

// hand reads one line; of a bank where bets are made.
func (b *Book) hand(line string, money bool) handLine {
	said := b.blank(line)
	text := blank(b.cards.ignore, said)
	if !b.cards.owners {
		said = text // the built-in phrases are kept from what they do not mean
	}
	h := handLine{hand: 1, total: -1, bank: -1}
	if money {
		h.bank = number100(b.cards.bank, said)
	}
	switch {
	case matchesAny(b.cards.dealer, text):
		h.owner = game.Second
	case matchesAny(b.cards.player, text):
		h.owner = game.First
	}
	if m := handNumber.FindStringSubmatch(text); m != nil {
		h.hand, _ = strconv.Atoi(m[1])
		if h.owner == game.Nobody {
			h.owner = game.First
		}
	}
	var rest string
	h.cards, rest = cardsIn(text)
	if covered(h.cards) && h.owner != game.Second {
		h.cards = nil // a question mark, and no card
	}
	if covered(h.cards) && h.owner != game.Nobody && b.cards.owners {
		if cards := bare(text, b.holder(h.owner, text)); len(cards)+len(h.cards) > 1 && len(cards) > 0 {
			h.cards = append(cards, h.cards...)
		}
	}
	h.drawn = len(h.cards) > 0 && matchesAny(b.cards.drawn, text)
	if b.cards.owners {
		rest = said
	}
	for _, p := range b.cards.total {
		if m := p.FindStringSubmatch(rest); m != nil && h.bank < 0 {
			h.total, _ = strconv.Atoi(m[p.SubexpIndex("n")])
			break
		}
	}
	h.bust = matchesAny(b.cards.bust, said)
	h.paid = matchesAny(b.cards.natural, said)
	h.broke = matchesAny(b.cards.broke, said)
	switch {
	case matchesAny(b.cards.push, said):
		h.result = "push"
	case matchesAny(b.cards.surrender, said):
		h.result = "surrender"
	case matchesAny(b.cards.lose, said):
		h.result = "lose"
	case matchesAny(b.cards.win, said):
		h.result = "win"
	}
	return h
}

// holder is where on a line the name of who holds its cards ends.
func (b *Book) holder(p game.Player, line string) int {
	patterns := b.cards.player
	if p == game.Second {
		patterns = b.cards.dealer
	}
	for _, pattern := range patterns {
		if at := pattern.FindStringIndex(line); at != nil {
			return at[1]
		}
	}
	return 0
}

// number100 is the number that the first of the patterns finds, in hundredths.
func number100(patterns []*regexp.Regexp, text string) int {
	for _, p := range patterns {
		if m := p.FindStringSubmatch(text); m != nil {
			if n, err := strconv.ParseFloat(strings.ReplaceAll(m[p.SubexpIndex("n")], ",", ""), 64); err == nil && n < 1e9 {
				return int(n*100 + 0.5)
			}
		}
	}
	return -1
}

// cardsIn returns the cards that a line names, and the line without them.
func cardsIn(line string) (found []string, rest string) {
	if strings.ContainsAny(line, "♠♤♥♡♦♢♣♧") {
		if m := suitFirst.FindAllStringSubmatch(line, -1); m != nil && cardToken.FindStringSubmatch(line) == nil {
			for _, card := range m {
				found = append(found, strings.ToUpper(card[2])+suitOf.Replace(card[1]))
			}
			return found, suitFirst.ReplaceAllString(line, " ")
		}
	}
	rest = line
	for {
		at := cardToken.FindStringSubmatchIndex(rest)
		if at == nil {
			break
		}
		behind := at[1]
		if letter := at[2*cardToken.SubexpIndex("letter")+1]; letter >= 0 {
			behind = letter
		}
		if isWord(strings.TrimSpace(strings.Trim(rest[at[0]:behind], ".,:;!?()[]<>|")), rest[behind:]) || plural(rest, at) {
			rest = rest[:at[0]] + strings.Repeat(" ", at[1]-at[0]) + rest[at[1]:] // a word, and no ace
			continue
		}
		group := func(name string) string {
			if i := 2 * cardToken.SubexpIndex(name); at[i] >= 0 {
				return rest[at[i]:at[i+1]]
			}
			return ""
		}
		card, end := hiddenCard, at[1]
		if rank := group("rank"); rank != "" {
			suit := suitOf.Replace(group("suit"))
			if letter := group("letter"); letter != "" {
				suit = letter
				end = at[2*cardToken.SubexpIndex("letter")+1]
			} else {
				end = at[2*cardToken.SubexpIndex("suit")+1]
			}
			card = rankOf(rank) + strings.ToUpper(suit[:1])
		}
		found = append(found, card)
		rest = rest[:at[0]] + strings.Repeat(" ", end-at[0]) + rest[end:]
	}
	if covered(found) {
		if m := rankList.FindStringSubmatchIndex(line); m != nil {
			var list []string
			for _, word := range strings.FieldsFunc(line[m[2]:m[3]], func(r rune) bool { return strings.ContainsRune(" ,+&'\"", r) }) {
				switch {
				case strings.EqualFold(word, "and"):
				case strings.Contains(word, "?"), strings.EqualFold(word, "hidden"), strings.EqualFold(word, "xx"):
					list = append(list, hiddenCard)
				default:
					list = append(list, rankOf(word))
				}
			}
			if len(list) < 2 && line[m[0]] != '[' {
				return found, rest
			}
			found, rest = list, line[:m[2]]+strings.Repeat(" ", m[3]-m[2])+line[m[3]:]
		}
	}
	return found, rest
}

// plural reports whether what the card token found at a place of a line is the name of a rank in the
// plural, and no card of spades.
func plural(line string, at []int) bool {
	rank, letter := 2*cardToken.SubexpIndex("rank"), 2*cardToken.SubexpIndex("letter")
	return at[letter] >= 0 && at[letter] == at[rank+1] && at[rank+1]-at[rank] > 2 && line[at[letter]] == 's'
}

// covered reports whether every card lies face down.
func covered(cards []string) bool {
	return !slices.ContainsFunc(cards, func(c string) bool { return c != hiddenCard })
}

func rankOf(word string) string {
	if rank, known := spelled[strings.ToLower(word)]; known {
		return rank
	}
	return strings.ToUpper(word)
}

// readCards turns what was printed at a table of cards into facts: the hands shown
// last, what they count, how the round ended, and with money the bank.
func (b *Book) readCards(screen Screen, step Step, money bool) []game.Fact {
	r := tableReader{step: step, seats: map[seatOf]*seatHand{}, bank: -1}
	read := &b.hands
	if !money {
		read = &b.plain
	}
	for _, line := range Gather(screen) {
		for _, part := range b.hold(line) {
			if strings.TrimSpace(part) != "" {
				r.line(read.get(part, func() handLine { return b.hand(part, money) }))
			}
		}
	}
	if step.Opening && !slices.ContainsFunc(r.order, func(at seatOf) bool { return r.seats[at].cards != nil }) {
		r.order = nil // before anything is dealt, rules are told and no hand
	}
	return r.facts()
}

// suitBefore finds a card that is written with the letter of its suit before its rank.
var suitBefore = regexp.MustCompile(`\b([SHDC])(10|[2-9AJQK])\b`)

// rankBefore writes the cards of a line with the rank before the suit. Two letters alone on a line may be a word.
func rankBefore(line string) string {
	found := suitBefore.FindAllString(line, -1)
	if len(found) == 0 || len(found) == 1 && !strings.ContainsAny(found[0], "0123456789") && !strings.Contains(line, "?") {
		return line
	}
	return suitBefore.ReplaceAllString(line, "$2$1")
}

// Gather returns the screen of a table of cards with cards that stand one below the other in one line, behind
// what stands over them, and with the rank of each card before its suit.
func Gather(screen Screen) Screen {
	only := func(line string) bool {
		cards, rest := cardsIn(line)
		return len(cards) > 0 && !strings.ContainsFunc(rest, func(c rune) bool { return unicode.IsLetter(c) || unicode.IsDigit(c) })
	}
	gathered := make(Screen, 0, len(screen))
	list := false // the last line takes cards
	for _, line := range screen {
		line = rankBefore(line)
		last := len(gathered) - 1
		if list && only(line) {
			gathered[last] = strings.TrimRight(gathered[last], " ") + " " + strings.TrimSpace(line)
			continue
		}
		gathered = append(gathered, line)
		list = only(line) || strings.HasSuffix(strings.TrimSpace(line), ":")
	}
	return gathered
}

// hold divides a line that shows the cards of both into one of each.
func (b *Book) hold(line string) []string {
	if !strings.ContainsAny(line, "|;/") || !matchesAny(b.cards.dealer, line) || !matchesAny(b.cards.player, line) {
		return []string{line}
	}
	first, second := b.holder(game.First, line), b.holder(game.Second, line)
	at := strings.LastIndexAny(line[:max(first, second)], "|;/")
	if at < min(first, second) {
		return []string{line}
	}
	return []string{line[:at], line[at+1:]}
}

// Hands returns the cards of each player's first hand that facts tell of.
func Hands(facts []game.Fact) [3][]string {
	var hands [3][]string
	for _, f := range facts {
		if f.Kind == game.FactCard && f.N == 1 {
			hands[f.Player] = append(hands[f.Player], f.Text)
		}
	}
	return hands
}

// seatOf is one hand at the table.
type seatOf struct {
	owner game.Player
	n     int
}

// seatHand is what was shown of it last.
type seatHand struct {
	cards  []string
	total  int // -1 when none was told
	bust   bool
	result string
}

// tableReader reads lines from the top; what comes later counts.
type tableReader struct {
	step    Step
	at      seatOf // of lines that do not say
	order   []seatOf
	seats   map[seatOf]*seatHand
	natural bool
	broke   bool
	bank    int
}

// seat is the hand that a line is about: the one of the line before when it does not say.
func (r *tableReader) seat(h handLine) *seatHand {
	if h.owner != game.Nobody {
		r.at = seatOf{h.owner, h.hand}
	} else if r.at.owner == game.Nobody {
		r.at = seatOf{game.First, 1}
	}
	if r.seats[r.at] == nil {
		r.seats[r.at] = &seatHand{total: -1}
		r.order = append(r.order, r.at)
	}
	return r.seats[r.at]
}

func (r *tableReader) line(h handLine) {
	r.natural, r.broke = r.natural || h.paid, r.broke || h.broke
	if h.bank >= 0 {
		r.bank = h.bank
	}
	if h.owner == game.Nobody && len(h.cards) == 0 && h.total < 0 && !h.bust && h.result == "" {
		return
	}
	seat := r.seat(h)
	switch {
	case len(h.cards) > 0 && h.drawn:
		if seat.cards == nil && r.at.n == 1 {
			seat.cards = slices.Clone(r.step.Known.Hands[r.at.owner])
		}
		if seat.within(h.cards) {
			seat.cards = nil // the line shows the whole hand with what was drawn
		}
		seat.draw(h.cards)
		seat.total = -1
	case len(h.cards) > 0:
		seat.cards, seat.total = slices.Clone(h.cards), -1
	}
	if about := h.owner != game.Nobody || len(h.cards) > 0; h.total >= 0 && (about || seat.total < 0) { // else the hand's was told
		seat.total = h.total
	}
	if h.bust && h.result == "lose" { // the player loses by it, whoever else the line names
		r.own().bust = true
	} else {
		seat.bust = seat.bust || h.bust
	}
	if h.result != "" {
		r.outcome(h)
	}
}

// outcome keeps the result of the player's hand: a line about the dealer may tell it too.
func (r *tableReader) outcome(h handLine) { r.own().result = h.result }

// own is the player's hand that a line is about, or else the first one.
func (r *tableReader) own() *seatHand {
	at := seatOf{game.First, 1}
	if r.at.owner == game.First {
		at = r.at
	}
	if r.seats[at] == nil {
		r.seats[at] = &seatHand{total: -1}
		r.order = append(r.order, at)
	}
	return r.seats[at]
}

// within reports whether cards begin with those of the hand, of which there are several.
func (s *seatHand) within(cards []string) bool {
	if len(s.cards) < 2 || len(cards) <= len(s.cards) {
		return false
	}
	for i, c := range s.cards {
		if c != cards[i] && c != hiddenCard {
			return false
		}
	}
	return true
}

// draw adds cards; one that is turned up takes the place of the one that lay face down.
func (s *seatHand) draw(cards []string) {
	for _, c := range cards {
		if i := slices.Index(s.cards, hiddenCard); i >= 0 && c != hiddenCard {
			s.cards[i] = c
		} else {
			s.cards = append(s.cards, c)
		}
	}
}

func (r *tableReader) facts() []game.Fact {
	var facts []game.Fact
	for _, at := range r.order {
		seat := r.seats[at]
		fact := func(kind game.Kind, text string, amount int) {
			facts = append(facts, game.Fact{Kind: kind, Player: at.owner, N: at.n, Text: text, Amount: amount})
		}
		cards := seat.cards
		if at.owner == game.Second && len(cards) == 2 && cards[0] == hiddenCard { // in whichever place it lies
			cards = []string{cards[1], cards[0]}
		}
		for _, c := range cards {
			fact(game.FactCard, c, 0)
		}
		if seat.total >= 0 {
			fact(game.FactTotal, "", seat.total)
		}
		if seat.bust {
			fact(game.FactBust, "", 0)
		}
		switch {
		case seat.result == "win" && r.natural:
			fact(game.FactResult, "natural", game.Untold)
		case seat.result != "":
			fact(game.FactResult, seat.result, game.Untold)
		}
	}
	if r.bank >= 0 {
		facts = append(facts, game.Fact{Kind: game.FactBank, Player: game.First, Amount: r.bank})
	}
	if r.broke {
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: game.Second})
	}
	return facts
}
