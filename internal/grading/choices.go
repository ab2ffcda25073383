package grading

import (
	"fmt"
	"slices"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/play/house"
	"durchgang/core/suite"
	"durchgang/internal/channel"
)

// choices adds what the moves that a function has chosen are worth, where the suite asks.
func (g Grader) choices(script suite.Script, moments []suite.Moment, p channel.Performance) {
	asks := func(a suite.Aspect) bool {
		return slices.ContainsFunc(g.Suite.Criteria, func(c suite.Criterion) bool { return c.Claim(a) })
	}
	if p.Called == nil || !asks(suite.Takes) && !asks(suite.Blocks) && !asks(suite.Holds) {
		return
	}
	pos, err := g.Suite.Rules.Start(script.Setup)
	if err != nil {
		return
	}
	at := 0
	for i, m := range moments {
		if i > 0 && m.Step.Act == suite.MakeMove {
			g.Suite.Rules.Play(pos, m.Step.Move, nil)
		}
		for ; i < len(p.Called.Until) && at < p.Called.Until[i]; at++ {
			if p.Called.Calls[at].Role != calls.Choose || p.Called.Answers[at].Failure != nil {
				continue
			}
			text, err := p.Called.Book.ReadChoice(g.Suite.Rules, p.Called.Answers[at].Value)
			if err != nil {
				continue
			}
			chosen, err := g.Suite.Rules.ParseMove(text)
			if err != nil || !slices.Contains(game.Legal(g.Suite.Rules, pos), chosen) {
				continue // which is told by itself
			}
			said := p.Called.Calls[at].Request.Text() + " chose " + text
			for _, check := range g.worth(pos, chosen, said) {
				if asks(check.Aspect) {
					p.Observations[i].Checks = append(p.Observations[i].Checks, check)
				}
			}
		}
	}
}

// worth compares a move with the others that there are.
func (g Grader) worth(pos game.Position, chosen game.Move, said string) []judge.Check {
	rules := g.Suite.Rules
	wins := winning(rules, pos)
	if len(wins) > 0 {
		return append(g.held(pos, chosen, said), judge.Check{
			Aspect: suite.Takes, Agrees: slices.Contains(wins, chosen), Expected: "it takes the win at " + rules.FormatMove(wins[0]), Seen: said,
		})
	}
	list := g.held(pos, chosen, said)
	var safe []game.Move
	legal := game.Legal(rules, pos)
	for _, m := range legal {
		if len(winning(rules, after(rules, pos, m))) == 0 {
			safe = append(safe, m)
		}
	}
	if len(safe) > 0 && len(safe) < len(legal) {
		list = append(list, judge.Check{
			Aspect: suite.Blocks, Agrees: slices.Contains(safe, chosen),
			Expected: "it prevents that the other player wins with the next move, as by " + rules.FormatMove(safe[0]), Seen: said,
		})
	}
	return list
}

// held says what a move gives away by exact values, where these are known.
func (g Grader) held(pos game.Position, chosen game.Move, said string) []judge.Check {
	appraiser := house.NewAppraiser(g.Suite.Rules)
	if appraiser == nil {
		return nil
	}
	a, known := appraiser.Appraise(pos, chosen)
	if !known {
		return nil
	}
	return []judge.Check{{
		Aspect: suite.Holds, Agrees: a.Cost() < 1e-9, Expected: "a move that gives nothing away",
		Seen: fmt.Sprintf("%s, which gives away %.3g", said, a.Cost()),
	}}
}

// winning are the moves that win at once.
func winning(rules game.Rules, pos game.Position) []game.Move {
	mover := pos.Turn()
	return slices.DeleteFunc(game.Legal(rules, pos), func(m game.Move) bool {
		r := after(rules, pos, m).Result()
		return r.Outcome != game.Won || r.Winner != mover
	})
}

func after(rules game.Rules, pos game.Position, m game.Move) game.Position {
	next := pos.Clone()
	rules.Play(next, m, nil)
	return next
}
