package office

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/games"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/store"
)

// SetPhrasebook changes the phrasebook of an assignment or, with a student, of that
// student's programs in it; their own is taken away by an empty text. Runs that begin later
// use it.
func (o *Office) SetPhrasebook(ctx context.Context, course, name, student, text string) (record.Assignment, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return a, err
	}
	s, err := suite.Parse("suite", a.Suite, games.All())
	if err != nil {
		return a, err
	}
	if _, err := grading.New(a.Channel, s, "phrasebook", text); err != nil {
		return a, err
	}
	if student == "" {
		a.Phrasebook = text
		_, err = o.store.ChangeAssignment(ctx, a, By(ctx).Login, "phrasebook")
	} else {
		submissions, listErr := o.store.Submissions(ctx, a.ID)
		if listErr != nil {
			return a, listErr
		}
		if !slices.ContainsFunc(submissions, func(s record.Submission) bool { return s.Student == student }) {
			return a, fmt.Errorf("student %q has handed in nothing: %w", student, store.ErrNotFound)
		}
		err = o.store.SetOwnPhrasebook(ctx, a, student, text, By(ctx).Login)
	}
	if err != nil {
		return a, err
	}
	return o.Assignment(ctx, course, name)
}

// Reading is what is to be read, and with which phrasebook.
type Reading struct {
	Phrasebook *string // nil for the one in use
	Student    string  // whose transcript; the first one's when empty
	Script     int     // from 1; the first one's when 0
	Key        string  // with Phrase: what is added before reading
	Phrase     string
}

// ErrNoTranscript means that nothing has been graded yet.
var ErrNoTranscript = errors.New("no program of this assignment has been graded yet, so that there is nothing to read: grade it first")

// Read reads what programs printed in the newest run of an assignment.
func (o *Office) Read(ctx context.Context, course, name string, in Reading) (record.Transcript, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return record.Transcript{}, err
	}
	if channel, err := grading.ChannelOf(a.Channel); err != nil || !channel.Prints {
		return record.Transcript{}, &record.InputError{
			Field: "channel",
			Err:   fmt.Errorf("programs are driven through the channel %s: they print nothing that a phrasebook reads", a.Channel),
		}
	}
	results, err := o.store.LastResults(ctx, a.ID)
	if err == nil && len(results) == 0 {
		err = &record.InputError{Field: "run", Err: ErrNoTranscript}
	}
	if err != nil {
		return record.Transcript{}, err
	}
	submissions, err := o.store.Submissions(ctx, a.ID)
	if err != nil {
		return record.Transcript{}, err
	}
	r := reader{office: o, assignment: a, own: map[string]string{}, learned: map[string]string{}, books: map[string]*phrasebook.Book{}}
	for _, s := range submissions {
		r.own[s.Student] = s.Phrasebook
	}
	for _, result := range results {
		r.learned[result.Student] = result.Learned
	}
	return r.read(ctx, in, results)
}

// reader reads the transcripts of one assignment.
type reader struct {
	office     *Office
	assignment record.Assignment
	own        map[string]string           // phrasebooks by student
	learned    map[string]string           // what was found by playing, by student
	books      map[string]*phrasebook.Book // by their text; most students share one
	suite      *suite.Suite
	script     suite.Script
}

func (r *reader) read(ctx context.Context, in Reading, results []store.StudentResult) (t record.Transcript, err error) {
	if r.suite, err = suite.Parse("suite", r.assignment.Suite, games.All()); err != nil {
		return t, err
	}
	t.Script, t.Student = max(in.Script, 1), in.Student
	if t.Script > len(r.suite.Scripts) {
		return t, &record.InputError{Field: "script", Err: fmt.Errorf("%d is none: there are %d", t.Script, len(r.suite.Scripts))}
	}
	r.script = r.suite.Scripts[t.Script-1]
	for _, s := range r.suite.Scripts {
		t.Scripts = append(t.Scripts, s.Title)
	}
	for _, m := range phrasebook.Meanings(r.suite.Rules, r.script.Setup) {
		t.Meanings = append(t.Meanings, record.Meaning{Key: m[0], Says: m[1]})
	}
	if t.Student == "" { // whoever is understood least
		if t.Student, err = r.worst(ctx, results, t.Script); err != nil {
			return t, err
		}
	}
	if t.Phrasebook, err = r.text(in, t.Student); err != nil {
		return t, err
	}
	if _, err := r.book(t.Phrasebook, t.Student); err != nil {
		return t, err
	}
	t.Learned = r.learned[t.Student]
	t.Lines, t.Class = []record.TranscriptLine{}, []record.ClassReading{}
	for _, result := range results {
		e, err := r.office.store.Evidence(ctx, result.ID, t.Script)
		if errors.Is(err, store.ErrNotFound) {
			continue // it could not be built
		}
		if err != nil {
			return t, err
		}
		book, err := r.book(t.Phrasebook, result.Student)
		if err != nil {
			return t, err
		}
		lines := r.lines(book, e)
		if result.Student == t.Student {
			t.Lines = lines
		}
		before, err := r.book(r.inUse(result.Student), result.Student)
		if err != nil {
			return t, err
		}
		c := record.ClassReading{Student: result.Student, Own: r.own[result.Student] != ""}
		c.Lines, c.Understood = understood(lines)
		_, c.Before = understood(r.lines(before, e))
		t.Class = append(t.Class, c)
	}
	return t, nil
}

// worst is the student of whose transcript least is understood.
func (r *reader) worst(ctx context.Context, results []store.StudentResult, script int) (string, error) {
	student, most := results[0].Student, 0
	for _, result := range results {
		book, err := r.book(r.inUse(result.Student), result.Student)
		if err != nil {
			return "", err
		}
		e, err := r.office.store.Evidence(ctx, result.ID, script)
		if errors.Is(err, store.ErrNotFound) {
			continue
		}
		if err != nil {
			return "", err
		}
		if all, read := understood(r.lines(book, e)); all-read > most {
			student, most = result.Student, all-read
		}
	}
	return student, nil
}

// text is the phrasebook to read with: the one given, or the one in use, and what is added.
func (r *reader) text(in Reading, student string) (string, error) {
	text := r.inUse(student)
	if in.Phrasebook != nil {
		text = *in.Phrasebook
	}
	if in.Key == "" {
		return text, nil
	}
	if strings.TrimSpace(in.Phrase) == "" {
		return text, &record.InputError{Field: "phrase", Err: errors.New("it is empty: select what the program printed")}
	}
	text, err := phrasebook.Add("phrasebook", text, in.Key, in.Phrase)
	if err != nil {
		return text, &record.InputError{Field: "phrasebook", Err: err}
	}
	return text, nil
}

// inUse is the text of the phrasebook for a student's program.
func (r *reader) inUse(student string) string {
	return cmp.Or(r.own[student], r.assignment.Phrasebook)
}

// book reads a phrasebook, once, joined with what was learned of a student's program.
func (r *reader) book(text, student string) (*phrasebook.Book, error) {
	text, err := phrasebook.Merge("phrasebook", text, r.learned[student])
	if err != nil {
		return nil, &record.InputError{Field: "phrasebook", Err: err}
	}
	if known := r.books[text]; known != nil {
		return known, nil
	}
	book, err := phrasebook.ParseOpponent("phrasebook", text, r.suite.Program)
	if err != nil {
		return nil, &record.InputError{Field: "phrasebook", Err: err}
	}
	r.books[text] = book
	return book, nil
}

// lines reads the evidence of one script, step by step as it was read when it was graded.
func (r *reader) lines(book *phrasebook.Book, e record.Evidence) []record.TranscriptLine {
	lines := []record.TranscriptLine{}
	table := phrasebook.TableOf(r.suite.Rules, r.script.Setup)
	var before []byte
	for i, step := range e.Steps {
		var printed strings.Builder
		flush := func() {
			for _, reading := range book.Explain(book.Look(before, printed.String()), table, r.suite.Rules) {
				if step.Act == suite.Start { // a greeting that explains the rules ends nothing
					reading.Says = slices.DeleteFunc(
						reading.Says,
						func(s string) bool { return s == "a draw" || strings.HasSuffix(s, " wins") },
					)
				}
				lines = append(lines, record.TranscriptLine{Step: i, Text: reading.Text, Says: reading.Says})
			}
			before = append(append(before, printed.String()...), '\n')
			printed.Reset()
		}
		for _, event := range step.Events {
			if event.Typed {
				flush()
				if n := len(lines) - 1; n >= 0 && !lines[n].Typed && len(lines[n].Says) == 0 {
					lines[n].Says = []string{"asks for what is typed"} // whatever its wording
				}
				lines = append(lines, record.TranscriptLine{Step: i, Text: event.Text, Typed: true, Says: []string{}})
			} else {
				printed.Write(event.Raw)
			}
		}
		flush()
	}
	return lines
}

// wordy matches a line that has something to say: an echo or the names of columns have not.
var wordy = regexp.MustCompile(`\pL{3}`)

// understood counts different lines that were printed and have words, or are understood
// without any, and those that are understood.
func understood(lines []record.TranscriptLine) (all, read int) {
	met := map[string]bool{}
	for _, l := range lines {
		if l.Typed || met[l.Text] || len(l.Says) == 0 && !wordy.MatchString(l.Text) {
			continue
		}
		met[l.Text] = true
		all++
		if len(l.Says) > 0 {
			read++
		}
	}
	return all, read
}
