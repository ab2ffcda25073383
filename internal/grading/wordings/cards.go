package wordings

import (
	"fmt"
	"math/rand/v2"
	"strconv"
	"strings"
)

// deckForm is how a program of blackjack is given its cards, as Ruby: the texts of all cards, and from the text c of
// one its rank and the letter of its suit, which is empty where suits are not given.
type deckForm struct {
	texts, rank, suit string
}

// Parts of forms of decks.
const (
	rankFirst = "c[0..-2].upcase"
	suitLast  = "c[-1].upcase"
)

// decision is how a program asks for a decision, and what is typed for a card more and for no more.
type decision struct {
	prompt, hit, stand string
}

// tableWords is what programs of blackjack say: {cards} are a hand's, {n} is what it counts.
type tableWords struct {
	decks                                         []deckForm
	deals                                         []string // who gets the first four cards: P and D
	cards                                         []string // Ruby: a card's text from r and s
	decisions                                     []decision
	you, dealer, bust, win, lose, push, not, head []string
}

var tables = [...]tableWords{
	Known: {
		decks: []deckForm{
			{"ARGV", rankFirst, suitLast}, {"ARGV[0].split(',')", rankFirst, suitLast}, {"ENV['CARDS'].split(' ')", rankFirst, suitLast},
			{"ENV['DECK'].split(',')", rankFirst, suitLast}, {"File.read('cards.txt').split", rankFirst, suitLast}, {"File.readlines(ARGV[0], chomp: true)", rankFirst, suitLast},
			{"(print 'Cards: '; $stdin.gets.split)", rankFirst, suitLast},
		},
		deals:     []string{"PDPD", "PDPD", "PPDD"},
		cards:     []string{"r + s", "r + {'S' => '♠', 'H' => '♥', 'D' => '♦', 'C' => '♣'}[s]", "r + ' of ' + {'S' => 'Spades', 'H' => 'Hearts', 'D' => 'Diamonds', 'C' => 'Clubs'}[s]"},
		decisions: []decision{{"Hit or stand? ", "hit", "stand"}, {"(h)it or (s)tand: ", "h", "s"}, {"Another card? (y/n) ", "y", "n"}, {"Do you want to hit (h) or stand (s)? ", "h", "s"}},
		you:       []string{"Your hand: {cards} ({n})", "You have {cards}, total {n}", "Player: {cards} = {n}"},
		dealer:    []string{"Dealer: {cards}", "Dealer's hand: {cards}", "The dealer shows {cards}"},
		bust:      []string{"Bust! You lose.", "You are over 21, dealer wins.", "Busted."},
		win:       []string{"You win!", "You beat the dealer.", "Player wins."},
		lose:      []string{"You lose.", "Dealer wins.", "The dealer wins this one."},
		push:      []string{"Push.", "It's a tie.", "A draw."},
		not:       []string{"Please type one of these.", "Invalid choice.", "I do not understand."},
		head:      []string{"", "Welcome to Blackjack!", "BLACKJACK"},
	},
	Sealed: {
		decks: []deckForm{
			{"ARGV", rankFirst, suitLast}, {"ARGV[0].split('-')", rankFirst, suitLast}, {"ENV['STACKED'].split(';')", rankFirst, suitLast},
			{"File.read('order.txt').split(',')", rankFirst, suitLast}, {"File.readlines('pack.txt', chomp: true)", "c[1..].upcase", "c[0].upcase"}, {"ENV['RANKS'].split(' ')", "c.upcase", "''"},
			{"(puts 'Which cards lie in the shoe, first one first?'; $stdin.gets.split)", rankFirst, suitLast}, {"ARGV.map(&:downcase)", rankFirst, suitLast},
		},
		deals:     []string{"PDPD", "PPDD", "DPDP"},
		cards:     []string{"s + r", "'<' + r + s.downcase + '>'", "r + '/' + s", "{'A' => 'ace', 'K' => 'king', 'Q' => 'queen', 'J' => 'jack'}.fetch(r, r) + ' ' + {'S' => 'spades', 'H' => 'hearts', 'D' => 'diamonds', 'C' => 'clubs'}[s].to_s"},
		decisions: []decision{{"Card or enough? ", "card", "enough"}, {"[+] one more, [.] stop > ", "+", "."}, {"1 = take, 2 = stay: ", "1", "2"}, {"More? [yes/no] ", "yes", "no"}, {"Give me another one (g) / keep (k): ", "g", "k"}},
		you:       []string{"In your hand: {cards} -> {n}", "{n} points with {cards} for you", "you | {cards} | {n}"},
		dealer:    []string{"The bank holds {cards}", "bank | {cards}", "Across the table: {cards}"},
		bust:      []string{"Too many points, the bank takes it.", "Over the top!", "That was one card too many."},
		win:       []string{"The bank pays you.", "Your evening!", "Well played, this is yours."},
		lose:      []string{"The bank smiles.", "Not enough, the bank has more.", "The house takes this round."},
		push:      []string{"Even, nobody pays.", "Same points on both sides.", "Neither you nor the bank."},
		not:       []string{"Say that again, please.", "The croupier shakes his head.", "?"},
		head:      []string{"", "Casino Nova Riva", "21 -- one round"},
	},
}

// tableFaults are faults that can be planted in blackjack.
var tableFaults = []Fault{
	{"an ace is always 1", []string{"ace-low"}, []string{"totals"}, map[string]string{"ace": "false"}},
	{"an ace is always 11", []string{"ace-"}, []string{"totals", "bust"}, map[string]string{"low": "false"}},
	{"the dealer stops at 16", []string{"dealer-stands-early"}, []string{"dealer"}, map[string]string{"draws": "count(bank) < 16"}},
	{"the dealer draws on 17", []string{"draws-on-17"}, []string{"dealer"}, map[string]string{"draws": "count(bank) <= 17"}},
	{"a push is lost", []string{"push-loses"}, []string{"results"}, map[string]string{"push": "false"}},
	{"21 is too many", []string{"bust-at-21"}, []string{"bust", "results"}, map[string]string{"over": "count(me) >= 21"}},
	{"pictures count eleven", []string{"face-"}, []string{"totals"}, map[string]string{"face": "11"}},
	{"the hidden card is shown", []string{"hole-", "shows-"}, []string{"hidden"}, map[string]string{"hidden": "false"}},
}

var tableParts = map[string]string{
	"ace": "sum + 10 <= 21", "low": "true", "draws": "count(bank) < 17", "push": "count(me) == count(bank)", "over": "count(me) > 21", "face": "10", "hidden": "true",
}

const tableProgram = `HEAD = %s
puts HEAD unless HEAD.empty?
$deck = %s.map { |c| [%s, %s] }
def count(hand)
  sum = hand.sum { |r, _| { 'A' => 1, 'J' => %s, 'Q' => %s, 'K' => %s }[r] || r.to_i }
  aces = hand.count { |r, _| r == 'A' }
  return sum + 10 * aces unless %s
  aces > 0 && %s ? sum + 10 : sum
end
def card(r, s) = (%s)
def text(hand) = hand.map { |r, s| card(r, s) }.join(', ')
def mine(hand) = puts(%s.gsub('{cards}', text(hand)).gsub('{n}', count(hand).to_s))
me, bank = [], []
%s.chars.each { |who| (who == 'P' ? me : bank) << $deck.shift }
natural = count(me) == 21 || count(bank) == 21
puts %s.gsub('{cards}', natural || !%s ? text(bank) : text(bank[0, 1]) + ', ??')
mine(me)
until natural || count(me) >= 21
  print %s
  $stdout.flush
  t = $stdin.gets or exit
  case t.strip.downcase
  when %s
    me << $deck.shift
    mine(me)
  when %s then break
  else puts %s
  end
end
if !natural && %s
  puts %s
else
  bank << $deck.shift while !natural && %s
  puts %s.gsub('{cards}', text(bank))
  if count(bank) > 21 || count(me) > count(bank) then puts %s
  elsif %s then puts %s
  else puts %s
  end
end
`

// makeTable makes the program of blackjack of a number, with a fault unless it is nil.
func makeTable(number uint64, part Part, fault *Fault) Program {
	m := &maker{Rand: rand.New(rand.NewPCG(number, uint64(part)))}
	w := tables[part]
	p, parts := planted(tableParts, fault)
	q := func(s string) string { return strings.ReplaceAll(strconv.Quote(s), "#", `\#`) }
	deck := choose(m, "deck", w.decks)
	d := choose(m, "decision", w.decisions)
	card := choose(m, "card", w.cards)
	if deck.suit == "''" {
		card = "r"
	}
	dealer := q(choose(m, "dealer", w.dealer))
	p.Source = fmt.Sprintf(tableProgram, q(choose(m, "head", w.head)), deck.texts, deck.rank, deck.suit, parts["face"], parts["face"], parts["face"], parts["low"], parts["ace"], card,
		q(choose(m, "you", w.you)), q(choose(m, "deal", w.deals)), dealer, parts["hidden"], q(d.prompt), q(d.hit), q(d.stand), q(choose(m, "not", w.not)),
		parts["over"], q(choose(m, "bust", w.bust)), parts["draws"], dealer, q(choose(m, "win", w.win)), parts["push"], q(choose(m, "push", w.push)), q(choose(m, "lose", w.lose)))
	p.Name, p.File = strings.Join(m.made, ", "), "game.rb"
	return p
}
