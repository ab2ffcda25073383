// Package roster reads the lists of students that schools' other systems write: CSV with
// whatever columns, and OneRoster 1.2 CSV.
//
// Read Read first.
package roster

import (
	"bytes"
	"cmp"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"durchgang/internal/record"
)

// List is what a file says.
type List struct {
	Students []record.Pupil // their short names may be empty: the course gives them
	Form     string         // how the file was read, for a person
	Problems []record.Skipped
}

// The bounds of a roster's file.
const (
	MaxSize = 10 << 20
	maxRows = 5000
)

// Causes of a file that is refused as a whole, for errors.Is.
var (
	ErrEmpty   = errors.New("the file has no rows of students")
	ErrColumns = errors.New(
		"no column says who the students are: the first row must name at least one of number, mail and name (or given name and family name)",
	)
	ErrClass = errors.New("say which class")
	ErrFile  = errors.New("this is neither a CSV file nor an archive of OneRoster CSV files")
	ErrLarge = fmt.Errorf("a roster has at most %d MB and %d rows", MaxSize>>20, maxRows)
)

// Read reads a roster. class chooses one of several classes of an OneRoster archive, by its
// title, code or sourcedId; it may be empty where there is one.
func Read(data []byte, class string) (List, error) {
	if len(data) > MaxSize {
		return List{}, ErrLarge
	}
	if bytes.HasPrefix(data, []byte("PK\x03\x04")) {
		return readOneRoster(data, class)
	}
	if bytes.IndexByte(data[:min(len(data), 512)], 0) >= 0 && !utf16Like(data) {
		return List{}, ErrFile
	}
	return readCSV(data)
}

// column is what a column of a roster means.
type column int

const (
	other column = iota
	number
	address
	full
	given
	family
	short
)

// headings are what columns are called, in small letters without blanks and signs.
var headings = map[string]column{
	"number": number, "id": number, "studentid": number, "studentnumber": number, "matriculation": number, "matriculationnumber": number,
	"matrikelnummer": number, "matrikelnr": number, "idnumber": number, "nummer": number, "kennung": number, "kennnummer": number, "identifier": number, "nr": number, "no": number,
	"mail": address, "email": address, "emailaddress": address, "mailaddress": address, "epost": address, "emailadresse": address,
	"name": full, "fullname": full, "student": full, "studentname": full, "displayname": full,
	"givenname": given, "firstname": given, "forename": given, "vorname": given, "first": given, "rufname": given,
	"familyname": family, "lastname": family, "surname": family, "nachname": family, "last": family,
	"shortname": short, "login": short, "username": short, "user": short, "account": short, "benutzername": short,
}

func heading(cell string) column {
	return headings[strings.Map(func(r rune) rune {
		if strings.ContainsRune(" _-./#()", r) {
			return -1
		}
		return r
	}, strings.ToLower(strings.TrimSpace(cell)))]
}

func readCSV(data []byte) (List, error) {
	text, encoding := decode(data)
	separator := separatorOf(text)
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.FieldsPerRecord, r.LazyQuotes, r.TrimLeadingSpace = separator, -1, true, true
	head, err := r.Read()
	if errors.Is(err, io.EOF) {
		return List{}, ErrEmpty
	}
	if err != nil {
		return List{}, fmt.Errorf("read the first row: %w", err)
	}
	columns := make([]column, len(head))
	var used []string
	for i, cell := range head {
		if columns[i] = heading(cell); columns[i] != other {
			if slices.Contains(columns[:i], columns[i]) {
				return List{}, fmt.Errorf(
					"two columns say the same: %q is one, and there was another before it; take one away",
					strings.TrimSpace(cell),
				)
			}
			used = append(used, strings.TrimSpace(cell))
		}
	}
	has := func(c column) bool { return slices.Contains(columns, c) }
	if !has(number) && !has(address) && !has(full) && !has(short) && !(has(given) && has(family)) {
		return List{}, fmt.Errorf("%w; it has %s", ErrColumns, quoted(head))
	}
	l := List{
		Form: fmt.Sprintf("CSV in %s, separated by %s; columns used: %s", encoding, separatorNames[separator], strings.Join(used, ", ")),
	}
	return l.rows(r, columns)
}

// rows reads the students' rows.
func (l List) rows(r *csv.Reader, columns []column) (List, error) {
	seen := map[string]int{}
	for {
		row, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		line, _ := r.FieldPos(0)
		if err != nil {
			return l, fmt.Errorf("read the row in line %d: %w", line, err)
		}
		p, cells := record.Pupil{}, map[column]string{}
		for i, cell := range row {
			if i < len(columns) && columns[i] != other {
				cells[columns[i]] = strings.Join(strings.Fields(cell), " ")
			}
		}
		p.Number, p.Mail, p.Name = cells[number], strings.ToLower(cells[address]), cells[short]
		p.FullName = cmp.Or(cells[full], strings.TrimSpace(cells[given]+" "+cells[family]))
		l.take(p, line, seen)
		if line > maxRows+1 {
			return l, ErrLarge
		}
	}
	if len(l.Students)+len(l.Problems) == 0 {
		return l, ErrEmpty
	}
	return l, nil
}

// take adds a student, unless the row is empty, wrong, or there already.
func (l *List) take(p record.Pupil, line int, seen map[string]int) {
	if p == (record.Pupil{}) {
		return
	}
	problem := ""
	switch {
	case p.Mail != "" && !plausible(p.Mail):
		problem = fmt.Sprintf("%q is not a mail address", p.Mail)
	case strings.ContainsFunc(p.FullName+p.Number+p.Name, func(r rune) bool { return r < ' ' || r == 0x7f || r == '\uFFFD' }):
		problem = "it holds characters that cannot be read: save the file as UTF-8"
	case len(p.FullName) > 200 || len(p.Number) > 100 || len(p.Mail) > 200:
		problem = "a name has at most 200 bytes, a number 100"
	}
	for _, key := range []string{keyOf("number", p.Number), keyOf("mail", p.Mail), keyOf("short name", strings.ToLower(p.Name))} {
		if first, twice := seen[key]; twice && problem == "" {
			what, value, _ := strings.Cut(key, "\x00")
			problem = fmt.Sprintf("the %s %s stands in line %d already; the first one counts", what, value, first)
		}
	}
	if p.Number == "" && p.Mail == "" && p.Name == "" && problem == "" {
		if first, twice := seen[keyOf("name", p.FullName)]; twice {
			problem = fmt.Sprintf(
				"the name %s stands in line %d already, and nothing else tells the two apart; add a number or a mail address",
				p.FullName,
				first,
			)
		}
	}
	if problem != "" {
		l.Problems = append(l.Problems, record.Skipped{Entry: fmt.Sprintf("line %d", line), Reason: problem})
		return
	}
	for _, key := range []string{keyOf("number", p.Number), keyOf("mail", p.Mail), keyOf("short name", strings.ToLower(p.Name)), keyOf("name", p.FullName)} {
		if _, there := seen[key]; key != "" && !there {
			seen[key] = line
		}
	}
	l.Students = append(l.Students, p)
}

func keyOf(what, value string) string {
	if value == "" {
		return ""
	}
	return what + "\x00" + value
}

func plausible(mail string) bool {
	name, host, found := strings.Cut(mail, "@")
	return found && name != "" && host != "" && !strings.ContainsAny(mail, " ,;<>") && !strings.Contains(host, "@")
}

func quoted(cells []string) string {
	q := make([]string, min(len(cells), 12))
	for i := range q {
		q[i] = fmt.Sprintf("%q", strings.TrimSpace(cells[i]))
	}
	return strings.Join(q, ", ")
}
