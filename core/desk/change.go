package desk

import (
	"cmp"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Edit is one change of a suite. Do says which; the other fields are those that it needs.
type Edit struct {
	Do        string   `json:"do" enum:"add-criterion,set-criterion,move-criterion,drop-criterion,add-script,set-script,move-script,drop-script,copy-script,split-script,mirror-script,add-position,insert,drop,deal,place-ship"`
	Criterion string   `json:"criterion,omitempty" description:"Its name."`
	Script    int      `json:"script,omitempty" description:"Its number, from 1."`
	At        int      `json:"at,omitempty" description:"Of steps: how many stand before it. Of criteria and of the scripts of a criterion: its place, from 0."`
	Count     int      `json:"count,omitempty" description:"Of steps to drop."`
	Words     string   `json:"words,omitempty" description:"Steps as a script has them; a ! is put where the rules refuse."`
	Name      string   `json:"name,omitempty"`
	Title     string   `json:"title,omitempty"`
	Points    string   `json:"points,omitempty"`
	Shared    *bool    `json:"shared,omitempty"`
	Claims    []string `json:"claims,omitempty"`
	Public    *bool    `json:"public,omitempty"`
	Setup     string   `json:"setup,omitempty"`
	How       string   `json:"how,omitempty" description:"Of a mirrored script: one of the draft's mirrors."`
	Parts     []string `json:"parts,omitempty" description:"Of a position: one text for each of the draft's parts."`
	Player    int      `json:"player,omitempty" description:"Of a ship: whose it is, 1 or 2."`
	Ship      int      `json:"ship,omitempty" description:"Of a ship: its number in the fleet, from 1."`
}

// Changed is a suite after a change, and where one goes on.
type Changed struct {
	Text   string
	Script int  // number, from 1; 0 for none
	Step   int  // 0 for the start
	Stays  bool // one goes on with the script that was chosen before, whatever its number is now
	Says   string
}

// Chosen is the script to go on with, and the step of it, where a script of the text before was chosen.
func (c Changed) Chosen(before string, script, step int, games game.Registry) (int, int) {
	if !c.Stays {
		return c.Script, c.Step
	}
	was, err := suite.Read("before", before, games)
	if err != nil || script < 1 || script > len(was.Scripts) {
		return 0, 0
	}
	now, err := suite.Read("after", c.Text, games)
	if err != nil {
		return 0, 0
	}
	title := was.Scripts[script-1].Title
	i := slices.IndexFunc(now.Scripts, func(s suite.Script) bool { return s.Title == title })
	if i < 0 { // it was dropped
		return min(script, len(now.Scripts)), 0
	}
	return i + 1, step
}

// Errors of changes, for errors.Is.
var (
	ErrUnknownEdit = errors.New("unknown change")
	ErrNoCriterion = errors.New("there is no such criterion")
	ErrNoScript    = errors.New("there is no such script")
	ErrNoStep      = errors.New("there is no such step")
	ErrName        = errors.New("a criterion's name is one word of letters, digits and -, as in last-cell, which no other has")
	ErrTitle       = errors.New("a title has 1 to 200 characters on one line, and no other script has it")
)

var oneWord = regexp.MustCompile(`^[\pL\d][\pL\d_-]{0,39}$`)

// Change makes a change. What is refused changes nothing, and the error says why.
func Change(text string, e Edit, games game.Registry) (Changed, error) {
	s, err := suite.Read("suite", text, games)
	if err != nil {
		return Changed{}, fmt.Errorf("the text is not understood, so that it can only be changed as text: %w", err)
	}
	c := change{suite: s, edit: e}
	acts := map[string]func() error{
		"add-criterion": c.addCriterion, "set-criterion": c.setCriterion, "move-criterion": c.moveCriterion, "drop-criterion": c.dropCriterion,
		"add-script": c.addScript, "set-script": c.setScript, "move-script": c.moveScript, "drop-script": c.dropScript,
		"copy-script": c.copyScript, "split-script": c.splitScript, "mirror-script": c.mirrorScript, "add-position": c.addPosition,
		"insert": c.insert, "drop": c.dropSteps, "deal": c.deal, "place-ship": c.placeShip,
	}
	act, known := acts[e.Do]
	if !known {
		return Changed{}, fmt.Errorf("%q: %w", e.Do, ErrUnknownEdit)
	}
	c.done.Stays = strings.HasSuffix(e.Do, "-criterion") || e.Do == "set-script" && e.Title+e.Setup == ""
	if err := act(); err != nil {
		return Changed{}, err
	}
	c.done.Text = s.String()
	return c.done, nil
}

type change struct {
	suite *suite.Suite
	edit  Edit
	done  Changed
}

// criterion finds the criterion of the change.
func (c *change) criterion() (int, error) {
	i := slices.IndexFunc(c.suite.Criteria, func(k suite.Criterion) bool { return k.Name == c.edit.Criterion })
	if i < 0 {
		return 0, fmt.Errorf("%q: %w", c.edit.Criterion, ErrNoCriterion)
	}
	return i, nil
}

// script finds the script of the change, and goes on there.
func (c *change) script() (*suite.Script, error) {
	if n := c.edit.Script; n < 1 || n > len(c.suite.Scripts) {
		return nil, fmt.Errorf("number %d: %w", n, ErrNoScript)
	}
	c.done.Script = c.edit.Script
	return &c.suite.Scripts[c.edit.Script-1], nil
}

func (c *change) addCriterion() error {
	if !c.free(c.edit.Name) {
		return fmt.Errorf("%q: %w", c.edit.Name, ErrName)
	}
	k := suite.Criterion{
		Name: c.edit.Name, Title: cmp.Or(c.edit.Title, c.edit.Name), Points: 100,
		Grading: suite.Whole, NotShown: suite.Costs, Unsteady: suite.Costs,
	}
	c.suite.Criteria = append(c.suite.Criteria, k)
	return c.fill(len(c.suite.Criteria) - 1)
}

// free reports whether a criterion may have a name.
func (c *change) free(name string) bool {
	_, taken := c.suite.Criterion(name)
	return oneWord.MatchString(name) && !taken
}

// fill sets what is given of a criterion.
func (c *change) fill(i int) error {
	k, e := &c.suite.Criteria[i], c.edit
	if e.Title != "" {
		if !goodTitle(e.Title) {
			return fmt.Errorf("%q: %w", e.Title, ErrTitle)
		}
		k.Title = e.Title
	}
	if e.Points != "" {
		points, err := suite.ParsePoints(e.Points)
		if err != nil {
			return err
		}
		k.Points = points
	}
	if e.Shared != nil {
		k.Grading = map[bool]suite.Grading{true: suite.Share, false: suite.Whole}[*e.Shared]
	}
	if e.Claims != nil {
		k.Claims = nil
		for _, name := range e.Claims {
			if !suite.Aspect(name).Known() {
				return fmt.Errorf("%q: %w", name, suite.ErrAspect)
			}
			k.Claims = append(k.Claims, suite.Aspect(name))
		}
	}
	return nil
}

func goodTitle(title string) bool {
	n := utf8.RuneCountInString(title)
	return n > 0 && n <= 200 && strings.TrimSpace(title) != "" && !strings.ContainsFunc(title, func(r rune) bool { return r < ' ' })
}

func (c *change) setCriterion() error {
	i, err := c.criterion()
	if err != nil {
		return err
	}
	old := c.suite.Criteria[i].Name
	if name := c.edit.Name; name != "" && name != old {
		if !c.free(name) {
			return fmt.Errorf("%q: %w", name, ErrName)
		}
		c.suite.Criteria[i].Name = name
		for k := range c.suite.Scripts {
			if c.suite.Scripts[k].Criterion == old {
				c.suite.Scripts[k].Criterion = name
			}
		}
		for k, r := range c.suite.Policy.Required {
			if r.Criterion == old {
				c.suite.Policy.Required[k].Criterion = name
			}
		}
	}
	return c.fill(i)
}

func (c *change) moveCriterion() error {
	i, err := c.criterion()
	if err != nil {
		return err
	}
	k := c.suite.Criteria[i]
	list := slices.Delete(c.suite.Criteria, i, i+1)
	c.suite.Criteria = slices.Insert(list, min(max(c.edit.At, 0), len(list)), k)
	return nil
}

func (c *change) dropCriterion() error {
	i, err := c.criterion()
	if err != nil {
		return err
	}
	name := c.suite.Criteria[i].Name
	c.suite.Criteria = slices.Delete(c.suite.Criteria, i, i+1)
	c.suite.Scripts = slices.DeleteFunc(c.suite.Scripts, func(s suite.Script) bool { return s.Criterion == name })
	c.suite.Policy.Required = slices.DeleteFunc(c.suite.Policy.Required, func(r suite.Requirement) bool { return r.Criterion == name })
	return nil
}

// add adds a script at a place of its criterion, and goes on at its end. Places count from 0; -1 is the last.
func (c *change) add(script suite.Script, place int) {
	script.Title = unused(c.suite, script.Title)
	script.Steps = marked(c.suite, script)
	at, n := len(c.suite.Scripts), 0
	for i, other := range c.suite.Scripts {
		if other.Criterion == script.Criterion {
			if n == place {
				at = i
				break
			}
			at, n = i+1, n+1
		}
	}
	c.suite.Scripts = slices.Insert(c.suite.Scripts, at, script)
	c.renumber(script.Title)
	c.done.Step = len(script.Steps)
}

// renumber puts the scripts in the order of the text, and goes on at the one of that title.
func (c *change) renumber(title string) {
	place := func(name string) int {
		return slices.IndexFunc(c.suite.Criteria, func(k suite.Criterion) bool { return k.Name == name })
	}
	slices.SortStableFunc(c.suite.Scripts, func(a, b suite.Script) int { return cmp.Compare(place(a.Criterion), place(b.Criterion)) })
	c.done.Script = 1 + slices.IndexFunc(c.suite.Scripts, func(s suite.Script) bool { return s.Title == title })
}

func (c *change) addScript() error {
	if _, err := c.criterion(); err != nil {
		return err
	}
	title := cmp.Or(c.edit.Title, "a script of "+c.edit.Criterion)
	if !goodTitle(title) {
		return fmt.Errorf("%q: %w", title, ErrTitle)
	}
	script := suite.Script{Title: title, Criterion: c.edit.Criterion, Setup: game.Setup(c.edit.Setup)}
	if script.Setup == "" {
		script.Setup = c.usual()
	}
	if _, err := c.suite.Rules.Start(script.Setup); err != nil {
		return err
	}
	var err error
	if script.Steps, err = suite.ReadSteps(c.suite, script, c.edit.Words); err != nil {
		return err
	}
	c.add(script, -1)
	return nil
}

// usual is a set-up for a new script: that of the last one before, or one that is dealt.
func (c *change) usual() game.Setup {
	for i := len(c.suite.Scripts) - 1; i >= 0; i-- {
		if s := c.suite.Scripts[i]; !s.Own && !game.GivesPosition(c.suite.Rules, s.Setup) {
			return s.Setup
		}
	}
	return c.suite.Example(suite.Script{Own: true})
}

func (c *change) setScript() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	e := c.edit
	if e.Title != "" && e.Title != script.Title {
		if !goodTitle(e.Title) || unused(c.suite, e.Title) != strings.TrimSpace(e.Title) {
			return fmt.Errorf("%q: %w", e.Title, ErrTitle)
		}
		script.Title = strings.TrimSpace(e.Title)
	}
	if e.Public != nil {
		script.Public = *e.Public
	}
	c.done.Step = e.At
	if e.Setup != "" {
		return c.setUp(script, game.Setup(e.Setup))
	}
	return nil
}

// setUp gives a script another set-up.
func (c *change) setUp(script *suite.Script, setup game.Setup) error {
	if _, err := c.suite.Rules.Start(setup); err != nil {
		return err
	}
	script.Setup, script.Own = setup, false
	script.Steps = marked(c.suite, *script)
	return nil
}

// moveScript moves a script to a place of a criterion; without one it stays in its own.
func (c *change) moveScript() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	moved := *script
	if c.edit.Criterion != "" {
		if _, err := c.criterion(); err != nil {
			return err
		}
		moved.Criterion = c.edit.Criterion
	}
	c.suite.Scripts = slices.Delete(c.suite.Scripts, c.edit.Script-1, c.edit.Script)
	c.add(moved, c.edit.At)
	return nil
}

func (c *change) dropScript() error {
	if _, err := c.script(); err != nil {
		return err
	}
	c.suite.Scripts = slices.Delete(c.suite.Scripts, c.edit.Script-1, c.edit.Script)
	c.done.Script = min(c.edit.Script, len(c.suite.Scripts))
	return nil
}

func (c *change) copyScript() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	twin := *script
	twin.Public, twin.Comments = false, nil
	c.addAfter(twin)
	return nil
}

// addAfter adds a script after the one of the change.
func (c *change) addAfter(script suite.Script) {
	place := 0
	for _, other := range c.suite.Scripts[:c.edit.Script] {
		if other.Criterion == script.Criterion {
			place++
		}
	}
	c.add(script, place)
}

// splitScript ends a script before a step, and makes another one that goes the same way to it and on from there.
func (c *change) splitScript() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	if c.edit.At < 1 || c.edit.At >= len(script.Steps) {
		return fmt.Errorf("a script is split after one of its steps but the last, and not after step %d: %w", c.edit.At, ErrNoStep)
	}
	whole := *script
	whole.Public, whole.Comments, whole.Steps = false, nil, slices.Clone(script.Steps)
	script.Steps = slices.Clone(script.Steps[:c.edit.At])
	c.addAfter(whole)
	c.done.Says = "One script ends there; the other one goes the same way and on."
	return nil
}

func (c *change) insert() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	at := c.edit.At
	if at < 0 || at > len(script.Steps) {
		return fmt.Errorf("after step %d: %w", at, ErrNoStep)
	}
	steps, err := suite.ReadSteps(c.suite, *script, c.edit.Words)
	if err != nil {
		return err
	}
	script.Steps = slices.Insert(slices.Clone(script.Steps), at, steps...)
	script.Steps = marked(c.suite, *script)
	c.done.Step = at + len(steps)
	return nil
}

func (c *change) dropSteps() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	from, to := c.edit.At, c.edit.At+max(c.edit.Count, 1)
	if from < 0 || to > len(script.Steps) {
		return fmt.Errorf("steps %d to %d: %w", from+1, to, ErrNoStep)
	}
	script.Steps = slices.Delete(slices.Clone(script.Steps), from, to)
	script.Steps = marked(c.suite, *script)
	c.done.Step = from
	return nil
}

// deal draws another set-up; its number in the suite settles which.
func (c *change) deal() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	random := seeded(string(script.Setup) + strconv.Itoa(c.edit.At))
	setup := c.suite.Rules.Deal(random)
	if setup == "" {
		return errors.New("nothing is drawn in this game")
	}
	c.done.Step = c.edit.At
	return c.setUp(script, setup)
}

// placeShip puts a ship of the set-up to another place.
func (c *change) placeShip() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	ships, is := c.suite.Rules.(game.HasShips)
	if !is || c.edit.Player < 1 || c.edit.Player > 2 {
		return errors.New("a ship belongs to player 1 or 2, in a game with ships")
	}
	pos, err := c.suite.Rules.Start(script.Setup)
	if err != nil {
		return err
	}
	owner := game.Player(c.edit.Player)
	lying := ships.Lying(pos, owner)
	if c.edit.Ship < 1 || c.edit.Ship > len(lying) {
		return fmt.Errorf("there is no ship %d: the fleet has %d", c.edit.Ship, len(lying))
	}
	words := make([]string, len(lying))
	for i, ship := range lying {
		words[i] = ship.Cells[0].String() + map[bool]string{true: "v", false: ">"}[ship.Down]
	}
	words[c.edit.Ship-1] = c.edit.Words
	var parts []string
	for part := range strings.SplitSeq(string(script.Setup), ";") {
		name, _, _ := strings.Cut(part, "=")
		name = strings.TrimSpace(name)
		if name == "fleet" || name == map[game.Player]string{game.First: "first", game.Second: "second"}[owner] {
			part = name + "=" + strings.Join(words, ",")
		}
		parts = append(parts, part)
	}
	c.done.Step = c.edit.At
	return c.setUp(script, game.Setup(strings.Join(parts, ";")))
}
