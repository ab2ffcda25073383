package judge

import (
	"cmp"
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Finding is the step at which a program and the reference part in one script.
type Finding struct {
	Criterion string `json:"criterion"`
	Script    string `json:"script"`
	Step      int    `json:"step"` // 0 is the start of the program
	Expected  string `json:"expected"`
	Seen      string `json:"seen"`

	Aspect suite.Aspect `json:"-"` // the rule that the difference concerns
	Under  suite.Aspect `json:"-"` // the rule it would concern in a first game
}

// StepVerdict is how one step compares. Echo marks the steps after the parting one.
type StepVerdict struct {
	Comparisons []Comparison `json:"comparisons"`
	Echo        bool         `json:"echo,omitempty"`
}

// ScriptVerdict is how one script went.
type ScriptVerdict struct {
	Script  suite.Script
	State   State
	Steps   []StepVerdict
	Finding *Finding       // nil when nothing differs
	Showed  []suite.Aspect // the aspects whose rule was seen to be kept
	Excused bool           // it was not reached because of a fault that is fully explained
}

// CriterionVerdict is the state of a criterion and what it earns, and why.
type CriterionVerdict struct {
	Name   string       `json:"name"`
	Title  string       `json:"title"`
	State  State        `json:"state" enum:"agrees,differs,not shown,not read,not reached,unsteady"`
	Points suite.Points `json:"points"`
	Of     suite.Points `json:"of"`
	Reason string       `json:"reason"`
}

// Verdict is what a program earns over a whole suite. The criteria's points and the
// entries of the account add up to the points.
type Verdict struct {
	Points   suite.Points       `json:"points"`
	Of       suite.Points       `json:"of"`
	Criteria []CriterionVerdict `json:"criteria"`
	Account  []Entry            `json:"account"`
	Findings []Finding          `json:"findings"`
}

// JudgeScript compares the moments of a script with what was observed, one
// observation a moment. Observations may be fewer: a program that is gone is not
// observed any more.
func JudgeScript(s *suite.Suite, script suite.Script, moments []suite.Moment, seen []Observation) ScriptVerdict {
	j := newScriptJudge(s, script)
	for i, moment := range moments {
		if i == len(seen) {
			break
		}
		j.step(i, moment, seen[i], newPicture(moment.View), newPicture(seen[i].Facts))
	}
	j.parted = j.finding != nil
	if !j.parted || j.beside != nil && j.beside.Criterion == script.Criterion {
		j.finding = cmp.Or(j.beside, j.finding)
	}
	v := ScriptVerdict{Script: script, State: j.state(), Steps: j.steps, Finding: j.finding}
	for aspect, state := range j.claims {
		if state == Agrees {
			v.Showed = append(v.Showed, aspect)
		}
	}
	return v
}

type scriptJudge struct {
	suite    *suite.Suite
	script   suite.Script
	own      suite.Criterion // of the script
	steps    []StepVerdict
	view     picture // after the step before
	finding  *Finding
	kept     bool
	unsure   suite.Aspect
	gone     bool      // the rest cannot be played: another game was asked for in vain, or a move is not offered
	parted   bool      // the finding ended the judging
	beside   *Finding  // a difference that does not touch the game
	subjects []subject // without those of such differences
	claims   map[suite.Aspect]State
	routine  map[suite.Aspect]bool // agreed where that is no evidence
}

func newScriptJudge(s *suite.Suite, script suite.Script) *scriptJudge {
	j := &scriptJudge{suite: s, script: script, claims: map[suite.Aspect]State{}, routine: map[suite.Aspect]bool{}, subjects: subjects}
	j.own, _ = s.Criterion(script.Criterion)
	return j
}

// step judges a step by the position after it and what was shown of it.
func (j *scriptJudge) step(i int, moment suite.Moment, seen Observation, after, shown picture) {
	if i == 0 {
		j.view = newPicture(moment.Before)
	}
	before := j.view
	j.view = after
	c := comparer{
		rules: j.suite.Rules, moment: moment, seen: seen, kept: j.kept, unsure: j.unsure,
		before: before, after: after, shown: shown, subjects: j.subjects,
	}
	list := c.compare()
	for k := range list {
		if seen.blames(list[k]) {
			list[k].State = NotRead
		}
	}
	j.steps = append(j.steps, StepVerdict{Comparisons: list, Echo: j.finding != nil || j.gone})
	if j.finding != nil || j.gone {
		return
	}
	if seen.Unoffered && !slices.ContainsFunc(list, func(c Comparison) bool { return c.State == Differs && !keptBeside(c.Aspect) }) {
		j.gone = true // a key for what no word needs may be left out, and then the game cannot be followed
		return
	}
	for _, c := range list {
		under := c.Aspect
		if moment.Game > 1 && c.Subject != "program" {
			c.Aspect = suite.NewGame
		}
		if c.State == Differs && (keptBeside(under) || seen.Asked && !j.own.Claim(c.Aspect)) {
			j.setAside(i, c, under)
			continue
		}
		j.note(c)
		if c.State == Differs {
			j.part(i, c, under)
			return
		}
	}
	if moment.Game == 1 && moment.Step.Act == suite.MakeMove && !moment.Step.Refused && !seen.Asked && acceptance(list).State == Agrees {
		if owned(moment, j.suite.Rules) {
			j.claims[suite.Turns] = Agrees // the mark shown is the right player's
		}
		if j.kept && owned(moment, j.suite.Rules) {
			j.claims[suite.TurnKept] = Agrees
		}
		if j.kept && shown.cells > 0 && j.claims[j.unsure] == NotShown {
			j.claims[j.unsure], j.unsure = Agrees, "" // had it been accepted, the other player would have moved
		}
	}
	j.gone = moment.Step.Act == suite.Again && seen.Untyped
	if _, j.kept = game.Refused(moment.Facts); j.kept && !seen.Asked && acceptance(list).State == NotShown {
		j.unsure = acceptance(list).Aspect
	}
}

// owned reports whether what a move leaves shows whose it was, as a mark does.
func owned(m suite.Moment, rules game.Rules) bool {
	whose := func(f game.Fact) bool {
		return f.Player != game.Nobody && f.Kind != game.FactTurn && f.Kind != game.FactWon
	}
	return rules.Solo() || slices.ContainsFunc(m.View, whose) || slices.ContainsFunc(m.Facts, whose)
}

// acceptance is the comparison of whether the move was accepted.
func acceptance(list []Comparison) Comparison {
	i := slices.IndexFunc(list, func(c Comparison) bool { return c.Subject == "move" })
	if i < 0 {
		return Comparison{}
	}
	return list[i]
}

// note keeps what a script has shown of an aspect. Where marks and turns go is
// seen again and again, so once is enough; a refusal or a result counts each time.
func (j *scriptJudge) note(c Comparison) {
	if c.routine && c.State != Differs {
		j.routine[c.Aspect] = j.routine[c.Aspect] || c.State == Agrees
		return
	}
	if suite.Everywhere(c.Aspect) {
		if c.State == Agrees {
			j.claims[c.Aspect] = Agrees
		}
		return
	}
	if before, there := j.claims[c.Aspect]; !there || before == Agrees {
		j.claims[c.Aspect] = c.State
	}
}

func (j *scriptJudge) part(step int, c Comparison, under suite.Aspect) {
	j.finding = j.found(step, c, under)
}

// keptBeside reports whether an aspect is about something that is only counted beside
// the game: a program that counts it wrongly can be judged on.
func keptBeside(a suite.Aspect) bool {
	return a == suite.Lives || a == suite.Money || a == suite.Score || a == suite.Reason
}

// setAside notes a difference that does not touch what follows, and leaves its aspect out
// from there on. Functions that are asked one by one go wrong one by one.
func (j *scriptJudge) setAside(step int, c Comparison, under suite.Aspect) {
	j.subjects = slices.DeleteFunc(slices.Clone(j.subjects), func(s subject) bool { return s.aspect == under })
	j.claims[c.Aspect] = Differs
	if j.beside == nil {
		j.beside = j.found(step, c, under)
	}
}

func (j *scriptJudge) found(step int, c Comparison, under suite.Aspect) *Finding {
	return &Finding{
		Criterion: charge(j.suite, j.script, c.Aspect),
		Script:    j.script.Title,
		Step:      step,
		Expected:  c.Expected,
		Seen:      c.Seen,
		Aspect:    c.Aspect,
		Under:     under,
	}
}

// charge names the criterion that an aspect belongs to: the script's own when it
// claims the aspect, else the first that does, else the script's own.
func charge(s *suite.Suite, script suite.Script, aspect suite.Aspect) string {
	own, _ := s.Criterion(script.Criterion)
	if own.Claim(aspect) {
		return own.Name
	}
	for _, c := range s.Criteria {
		if c.Claim(aspect) {
			return c.Name
		}
	}
	return own.Name
}

// state is how the script ended for its own criterion. A script that another
// criterion's fault cut off holds what it has shown until then, and has not reached the
// rest.
func (j *scriptJudge) state() State {
	if j.finding != nil && j.finding.Criterion == j.script.Criterion {
		return Differs
	}
	own, state := j.own, NotShown
	if len(own.Claims) == 0 && !j.parted {
		state = Agrees
	}
	for _, aspect := range own.Claims {
		switch shown, there := j.claims[aspect]; {
		case shown == NotRead:
			return NotRead
		case there && shown != Agrees:
			return NotShown
		case there, !j.parted && j.routine[aspect]:
			state = Agrees // a script may also show that nothing happens
		}
	}
	if state == NotShown && j.parted {
		return NotReached
	}
	return state
}

// Judge sums the scripts up, for a program that was handed in some days late.
func Judge(s *suite.Suite, scripts []ScriptVerdict, daysLate int) Verdict {
	scripts = MoveInherited(s, scripts)
	v := Verdict{Of: s.Total(), Account: []Entry{}, Findings: []Finding{}}
	for _, sv := range scripts {
		if sv.Finding != nil {
			v.Findings = append(v.Findings, *sv.Finding)
		}
	}
	for _, c := range s.Criteria {
		v.Criteria = append(v.Criteria, earn(c, scripts))
	}
	v.settle(s.Policy, daysLate)
	return v
}

// MoveInherited charges a finding to the general criterion of its rule where the
// particular one only inherits the fault.
//
// Two criteria may claim an aspect, as do "a line wins" and "a win on the last cell
// is a win". When the first fails by itself and the other holds in some of its
// scripts, what fails in the rest is the first one's fault: that line is seen
// nowhere, not only on the last cell. Likewise what fails in a second game and
// fails in first games too is no fault of starting afresh.
func MoveInherited(s *suite.Suite, scripts []ScriptVerdict) []ScriptVerdict {
	type fault struct {
		criterion string
		aspect    suite.Aspect
	}
	agrees, fails := map[string]bool{}, map[fault]bool{}
	for _, sv := range scripts {
		if sv.State == Agrees {
			agrees[sv.Script.Criterion] = true
		}
		if f := sv.Finding; f != nil && f.Criterion == sv.Script.Criterion {
			fails[fault{f.Criterion, f.Aspect}] = true
		}
	}
	moved := slices.Clone(scripts)
	for i, sv := range moved {
		if sv.Finding == nil || sv.State == Unsteady {
			continue
		}
		general := charge(s, suite.Script{}, sv.Finding.Under)
		again := sv.Finding.Aspect != sv.Finding.Under
		if general != sv.Finding.Criterion && fails[fault{general, sv.Finding.Under}] && (again || agrees[sv.Script.Criterion]) {
			finding := *sv.Finding
			finding.Criterion = general
			moved[i].Finding, moved[i].State = &finding, NotReached
		}
	}
	return moved
}

// criterionState is differs when a finding is charged to the criterion. It agrees
// when one of its scripts does and no script that ran to its end left it unshown;
// of those that another criterion's fault cut off there may be no more than agree. What
// can be seen at nearly every step may have been shown in any script.
func criterionState(c suite.Criterion, scripts []ScriptVerdict) State {
	met := map[State]int{}
	elsewhere := len(c.Claims) > 0 && !slices.ContainsFunc(c.Claims, func(a suite.Aspect) bool { return !suite.Everywhere(a) })
	for _, sv := range scripts {
		if sv.Finding != nil && sv.Finding.Criterion == c.Name && sv.State != Unsteady {
			return Differs
		}
		if elsewhere && slices.ContainsFunc(sv.Showed, c.Claim) {
			met[Agrees]++
		}
		if sv.Script.Criterion == c.Name && sv.State == Differs {
			return Differs // though the finding may be another one's, which hides it
		}
		if sv.Script.Criterion == c.Name && !(elsewhere && (sv.State == NotShown || sv.State == NotRead)) ||
			sv.State == Unsteady && sv.Finding != nil && sv.Finding.Criterion == c.Name {
			met[sv.State]++
		}
	}
	switch {
	case met[Unsteady] > 0:
		return Unsteady
	case met[NotRead] > 0:
		return NotRead
	case met[NotShown] > 0:
		return NotShown
	case met[NotReached] > met[Agrees]:
		return NotReached
	case met[Agrees] > 0:
		return Agrees
	}
	return NotShown
}

// Unplayed is the verdict on a program that could not be run: nothing was shown,
// and nothing is earned.
func Unplayed(s *suite.Suite) Verdict {
	v := Verdict{Of: s.Total(), Account: []Entry{}, Findings: []Finding{}}
	for _, c := range s.Criteria {
		v.Criteria = append(
			v.Criteria,
			CriterionVerdict{Name: c.Name, Title: c.Title, State: NotShown, Of: c.Points, Reason: "the program could not be run"},
		)
	}
	return v
}
