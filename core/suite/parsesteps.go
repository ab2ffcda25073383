package suite

import (
	"strings"
)

func (p *parser) steps(words []word) error {
	if len(p.suite.Scripts) == 0 {
		return p.fail(words[0].column, ErrNoScript, words[0].text)
	}
	s := &p.suite.Scripts[len(p.suite.Scripts)-1]
	steps, err := p.read(words, p.suite.Open(*s))
	s.Steps = append(s.Steps, steps...)
	return err
}

// ReadSteps reads steps for a script of the suite, as a script has them. The rules are not asked. Errors are *SyntaxError
// without a file name.
func ReadSteps(s *Suite, script Script, text string) ([]Step, error) {
	p := parser{suite: s, line: 1}
	var steps []Step
	for line := range strings.SplitSeq(text, "\n") {
		words, _, err := p.split(line)
		if err != nil {
			return nil, err
		}
		read, err := p.read(words, s.Open(script))
		if err != nil {
			return nil, err
		}
		steps = append(steps, read...)
		p.line++
	}
	return steps, nil
}

// read reads words as steps of a script, which may be open.
func (p *parser) read(words []word, open bool) (steps []Step, err error) {
	for i := 0; i < len(words); i++ {
		w, leaves := words[i], !words[i].quoted && Act(words[i].text) == Leave
		if leaves {
			if i++; i == len(words) || !words[i].quoted {
				return nil, p.fail(w.column, ErrLeave)
			}
			w = words[i]
		}
		step, err := p.step(w, open)
		if err != nil {
			return nil, err
		}
		if leaves {
			step.Act, step.Refused = Leave, false
		}
		steps = append(steps, step)
	}
	return steps, nil
}

// step reads a step of a script, which may be open.
func (p *parser) step(w word, open bool) (Step, error) {
	step := Step{Line: p.line, Column: w.column}
	if w.quoted {
		if len(w.text) > maxTyped || strings.ContainsFunc(w.text, func(r rune) bool { return r < ' ' || r == 0x7f }) {
			return step, p.fail(w.column, ErrTooLong)
		}
		step.Act, step.Text, step.Refused = TypeLine, w.text, true
		return step, nil
	}
	if act := Act(w.text); act == Again || act == Look || act == Reload || act == Finish && open {
		step.Act = act
		return step, nil
	}
	text, refused := strings.CutPrefix(w.text, "!")
	if Act(text) == Finish && open {
		step.Act, step.Refused = Finish, true
		return step, nil
	}
	move, err := p.suite.Rules.ParseMove(text)
	if err != nil {
		return step, p.fail(w.column, err)
	}
	step.Act, step.Move, step.Refused = MakeMove, move, refused
	return step, nil
}
