package office

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"durchgang/core/contest"
	"durchgang/core/games"
	"durchgang/core/play/house"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
	"durchgang/internal/tournament"
)

// masks are what pseudonyms are made of.
var masks = [2][]string{
	{
		"amber", "brisk", "copper", "dusky", "early", "fallow", "gentle", "hazel", "ivory", "jolly", "keen", "lunar",
		"mellow", "nimble", "olive", "plain", "quiet", "russet", "silver", "tawny",
	},
	{
		"adder", "badger", "crane", "dormouse", "egret", "finch", "gecko", "heron", "ibis", "jackdaw", "kestrel", "lark",
		"marten", "newt", "otter", "plover", "quail", "rook", "stoat", "tern",
	},
}

func pseudonym(taken []record.Entrant) string {
	for {
		name := masks[0][rand.IntN(len(masks[0]))] + " " + masks[1][rand.IntN(len(masks[1]))]
		if len(taken) >= 300 || !slices.ContainsFunc(taken, func(e record.Entrant) bool { return e.Pseudonym == name }) {
			return name
		}
	}
}

// Enter puts a strategy into a contest, or changes the one of that name. A student enters under
// the own name. What cannot be built is kept, with what is wrong with it, and loses.
func (o *Office) Enter(ctx context.Context, course, name, player string, in HandIn) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	e := record.Entrant{Name: strings.TrimSpace(player)}
	if st := StandingOf(ctx); st.Role == record.Student {
		if e.Name = st.Student; e.Name == "" {
			return c, &record.InputError{Field: "player", Err: errors.New("you are on no roster of this course; ask your teacher")}
		}
	}
	if e.Name == "" || len(e.Name) > 80 {
		return c, &record.InputError{Field: "player", Err: errors.New("a player has a name of at most 80 bytes")}
	}
	pupils, err := o.pupils(ctx, course)
	if err != nil {
		return c, err
	}
	if slices.Contains(pupils, e.Name) || StandingOf(ctx).Role == record.Student {
		e.Student = e.Name
	}
	release, err := o.room.take(ctx, MaxProgram)
	if err != nil {
		return c, err
	}
	defer release()
	files, err := in.files()
	if err != nil {
		return c, err
	}
	return o.enter(ctx, c, e, files)
}

// pupils are the names on a course's roster.
func (o *Office) pupils(ctx context.Context, course string) ([]string, error) {
	found, err := o.Course(ctx, course)
	if err != nil {
		return nil, err
	}
	list, err := o.store.Roster(ctx, found.ID)
	names := make([]string, len(list))
	for i, p := range list {
		names[i] = p.Name
	}
	return names, err
}

// enter builds a strategy and keeps it.
func (o *Office) enter(ctx context.Context, c record.Contest, e record.Entrant, files map[string][]byte) (record.Contest, error) {
	h := &handIn{student: e.Name, entries: []string{e.Name}, files: files}
	if reason := h.problem(); reason != "" {
		return c, &record.InputError{Field: "program", Err: errors.New(reason)}
	}
	archive, _, err := h.pack()
	if err != nil {
		return c, err
	}
	rules, err := games.All().Rules(string(c.Terms.Variant))
	if err != nil {
		return c, err
	}
	folder, err := grading.Folder(archive)
	if err != nil {
		return c, err
	}
	s, err := tournament.Prepare(ctx, folder, rules, c.Functions, nil, toolchain.UserCache())
	switch {
	case tournament.AtFault(err):
		e.Problem = err.Error()
	case err != nil:
		return c, err
	default:
		e.Channel, e.Language = s.Channel(), s.Language()
		if sides := s.Sides(); sides != nil {
			e.FirstWording, e.SecondWording = sides[0], sides[1]
		}
		s.Close()
	}
	e.Archive = archive
	return o.seat(ctx, c, e)
}

// seat gives a player a place.
func (o *Office) seat(ctx context.Context, c record.Contest, e record.Entrant) (record.Contest, error) {
	if len(c.Entrants) >= contest.MostPlayers {
		return c, &record.InputError{Field: "player", Err: fmt.Errorf("a contest has at most %d players", contest.MostPlayers)}
	}
	e.Pseudonym = pseudonym(c.Entrants)
	late := c.Terms.Format == contest.Ladder && !c.State.Settled()
	if err := o.store.AddEntrant(ctx, c.ID, e, late); err != nil {
		return c, begun(about(err, "player", e.Name))
	}
	return o.Contest(ctx, c.Course, c.Name)
}

// EnterHouse puts a house player into a contest.
func (o *Office) EnterHouse(ctx context.Context, course, name, player string) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	rules, err := games.All().Rules(string(c.Terms.Variant))
	if err != nil {
		return c, err
	}
	if names := house.Names(rules); !slices.Contains(names, player) {
		return c, &record.InputError{
			Field: "house",
			Err:   fmt.Errorf("%w: %q; %s has %s", house.ErrUnknown, player, c.Terms.Variant, strings.Join(names, ", ")),
		}
	}
	return o.seat(ctx, c, record.Entrant{Name: "house: " + player, House: player})
}

// EnterClass puts the last submission of each student of an assignment into a contest.
func (o *Office) EnterClass(ctx context.Context, course, name, assignment string) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	subs, err := o.Submissions(ctx, course, assignment)
	if err != nil {
		return c, err
	}
	if len(subs) == 0 {
		return c, &record.InputError{Field: "assignment", Err: fmt.Errorf("nobody has handed in %s", assignment)}
	}
	for _, sub := range subs {
		archive, err := o.store.Archive(ctx, sub.ID)
		if err != nil {
			return c, err
		}
		files, err := readArchive(bytes.NewReader(archive), MaxUnpacked)
		if err != nil {
			return c, err
		}
		if c, err = o.enter(ctx, c, record.Entrant{Name: sub.Student, Student: sub.Student}, files); err != nil {
			return c, err
		}
	}
	return c, nil
}

// DropPlayer takes a player out of a contest that has not begun.
func (o *Office) DropPlayer(ctx context.Context, course, name string, number int) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		if number < 0 || number >= len(c.Entrants) {
			return Missing("player", fmt.Sprint(number))
		}
		return begun(o.store.DropEntrant(ctx, c.ID, number))
	})
}

// SeedContest orders the players of a contest that has not begun.
func (o *Office) SeedContest(ctx context.Context, course, name string, numbers []int) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		sorted := slices.Sorted(slices.Values(numbers))
		for i := range c.Entrants {
			if len(sorted) != len(c.Entrants) || sorted[i] != i {
				return &record.InputError{Field: "numbers", Err: fmt.Errorf("it lists the numbers 0 to %d, each once", len(c.Entrants)-1)}
			}
		}
		return begun(o.store.SeedEntrants(ctx, c.ID, numbers))
	})
}
