// Package gametest checks that an implementation of game.Rules keeps what
// game.Rules promises.
package gametest

import (
	"math/rand/v2"
	"reflect"
	"strconv"
	"testing"

	"durchgang/core/game"
)

// Rules returns the rules of a variant of the games under test.
func Rules(t testing.TB, games game.Registry, variant string) game.Rules {
	t.Helper()
	r, err := games.Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// TestRules plays this many random games, of at most this many moves.
const (
	playouts = 15
	longest  = 150
)

// TestRules plays random games by rules and checks after each move that refused
// moves change nothing, that facts are a function of set-up and moves, that clones
// are independent, that finished games stay finished, that positions with one key
// show the same, that views give away no more of what is hidden than facts have told,
// and that the notation can be read back. Half of the games begin
// with the set-up that is given, the others with one that the rules deal.
func TestRules(t *testing.T, rules game.Rules, setup game.Setup) {
	t.Helper()
	seen := map[string]string{}
	for seed := range uint64(playouts) {
		random := rand.New(rand.NewPCG(seed, 0))
		playout{t, rules, setup, random, seen}.run()
		playout{t, rules, rules.Deal(random), random, seen}.run()
		playout{t, rules, rules.Deal(random), random, seen}.compare(rules.Deal(random))
	}
}

type playout struct {
	*testing.T
	rules  game.Rules
	setup  game.Setup
	random *rand.Rand
	seen   map[string]string // views by key
}

func (p playout) start() game.Position {
	p.Helper()
	pos, err := p.rules.Start(p.setup)
	if err != nil {
		p.Fatal(err)
	}
	return pos
}

func (p playout) run() {
	p.Helper()
	pos := p.start()
	var played []game.Move
	var told [][]game.Fact
	for range longest {
		moves := p.rules.Candidates(pos, nil)
		if len(moves) == 0 {
			p.Fatal("there is no move to think of")
		}
		m := moves[p.random.IntN(len(moves))]
		p.readBack(m)
		before, was := p.picture(pos), pos.Result()
		copied := pos.Clone()
		facts := p.rules.Play(pos, m, nil)
		reason, refused := game.Refused(facts)
		switch {
		case refused && p.picture(pos) != before:
			p.Fatalf("%s was refused and changed the position from %+v to %+v", p.rules.FormatMove(m), before, p.picture(pos))
		case refused && was.Over() != (reason == game.GameOver):
			p.Fatalf("%s was refused as %q when over is %v", p.rules.FormatMove(m), reason, was.Over())
		case !refused && was.Over():
			p.Fatalf("%s was accepted after the end", p.rules.FormatMove(m))
		}
		if p.picture(copied) != before {
			p.Fatalf("%s changed a clone of the position", p.rules.FormatMove(m))
		}
		now := p.picture(pos)
		if views, met := p.seen[now.key]; met && views != now.views {
			p.Fatalf("after %s the views are %q, and were %q in a position with the same key", p.rules.FormatMove(m), now.views, views)
		}
		p.seen[now.key] = now.views
		if over := pos.Turn() == game.Nobody; over != pos.Result().Over() {
			p.Fatalf("after %s it is %v's turn, but the result is %v", p.rules.FormatMove(m), pos.Turn(), pos.Result())
		}
		played, told = append(played, m), append(told, facts)
	}
	p.again(played, told)
	p.spelled(played, told)
}

// compare plays the same moves on two set-ups for as long as they are told the same, and
// expects to be shown the same.
func (p playout) compare(other game.Setup) {
	p.Helper()
	one, two := p.start(), playout{p.T, p.rules, other, p.random, p.seen}.start()
	look := func() bool {
		return reflect.DeepEqual(p.rules.View(one, game.Nobody, nil), p.rules.View(two, game.Nobody, nil))
	}
	if !look() {
		return // something is open from the start, such as the length of a word
	}
	for range longest {
		moves := p.rules.Candidates(one, nil)
		m := moves[p.random.IntN(len(moves))]
		if !reflect.DeepEqual(p.rules.Play(one, m, nil), p.rules.Play(two, m, nil)) || one.Result().Over() {
			return
		}
		if !look() {
			p.Fatalf("set-ups %q and %q were told the same until %s and are seen to differ", p.setup, other, p.rules.FormatMove(m))
		}
	}
}

// again plays the same moves and expects the same facts.
func (p playout) again(played []game.Move, told [][]game.Fact) {
	p.Helper()
	pos := p.start()
	for i, m := range played {
		if facts := p.rules.Play(pos, m, nil); !reflect.DeepEqual(facts, told[i]) {
			p.Fatalf("move %d, %s, gave %v and then %v", i+1, p.rules.FormatMove(m), told[i], facts)
		}
	}
}

// spelled plays the same moves on the set-up written out.
func (p playout) spelled(played []game.Move, told [][]game.Fact) {
	p.Helper()
	p.setup = p.rules.Spell(p.setup)
	p.again(played, told)
}

func (p playout) readBack(m game.Move) {
	p.Helper()
	text := p.rules.FormatMove(m)
	read, err := p.rules.ParseMove(text)
	if err != nil || p.rules.FormatMove(read) != text {
		p.Fatalf("%q was read as %v, %v", text, read, err)
	}
}

// picture is everything that can be asked of a position, in a form that compares.
type picture struct {
	turn   game.Player
	result game.Result
	key    string
	views  string
}

func (p playout) picture(pos game.Position) picture {
	var views []byte
	for _, viewer := range []game.Player{game.Nobody, game.First, game.Second} {
		for _, f := range p.rules.View(pos, viewer, nil) {
			views = append(views, f.Kind...)
			views = append(views, byte(f.Player), byte(f.Cell.Row), byte(f.Cell.Col))
			views = append(views, f.Reason...)
			views = append(views, f.Text...)
			views = strconv.AppendInt(views, int64(f.N), 10)
			views = strconv.AppendInt(views, int64(f.Amount), 10)
		}
		views = append(views, '\n')
	}
	return picture{pos.Turn(), pos.Result(), string(pos.AppendKey(nil)), string(views)}
}
