package roster

import (
	"archive/zip"
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"maps"
	"path"
	"slices"
	"strings"

	"durchgang/internal/record"
)

// table is one file of an OneRoster archive: its rows by the names of the columns.
type table []map[string]string

// readOneRoster reads the archive of OneRoster 1.2's CSV binding (1EdTech, "OneRoster 1.2 CSV
// Binding"): classes.csv, enrollments.csv and users.csv. Rows that are not active are left
// out, as are enrolments in another role than that of a student.
func readOneRoster(data []byte, class string) (List, error) {
	archive, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		return List{}, fmt.Errorf("%w: %w", ErrFile, err)
	}
	tables := map[string]table{}
	for _, name := range []string{"classes.csv", "enrollments.csv", "users.csv"} {
		if tables[name], err = readTable(archive, name); err != nil {
			return List{}, err
		}
	}
	id, title, err := chooseClass(tables["classes.csv"], tables["enrollments.csv"], class)
	if err != nil {
		return List{}, err
	}
	l := List{Form: fmt.Sprintf("OneRoster CSV, the class %s", title)}
	users := map[string]map[string]string{}
	for _, u := range tables["users.csv"] {
		users[u["sourcedid"]] = u
	}
	seen := map[string]int{}
	for i, e := range tables["enrollments.csv"] {
		if e["classsourcedid"] != id || !strings.EqualFold(e["role"], "student") || !active(e) {
			continue
		}
		u := users[e["usersourcedid"]]
		if u == nil {
			l.Problems = append(
				l.Problems,
				record.Skipped{
					Entry:  fmt.Sprintf("enrollments.csv, line %d", i+2),
					Reason: fmt.Sprintf("users.csv has no user %q", e["usersourcedid"]),
				},
			)
			continue
		}
		if !active(u) || strings.EqualFold(u["enableduser"], "false") {
			continue
		}
		first := u["preferredgivenname"]
		if first == "" {
			first = u["givenname"]
		}
		l.take(record.Pupil{
			Number: u["identifier"], Mail: strings.ToLower(u["email"]), Name: u["username"],
			FullName: strings.TrimSpace(first + " " + u["familyname"]),
		}, i+2, seen)
	}
	if len(l.Students) == 0 {
		return l, ErrEmpty
	}
	return l, nil
}

// active reports whether a row counts: the column may be empty in a bulk file.
func active(row map[string]string) bool {
	return row["status"] == "" || strings.EqualFold(row["status"], "active")
}

func readTable(archive *zip.Reader, name string) (table, error) {
	i := slices.IndexFunc(archive.File, func(f *zip.File) bool { return strings.EqualFold(path.Base(f.Name), name) })
	if i < 0 {
		return nil, fmt.Errorf("%w: the archive lacks %s", ErrFile, name)
	}
	f, err := archive.File[i].Open()
	if err != nil {
		return nil, fmt.Errorf("open %s: %w", name, err)
	}
	defer f.Close()
	data, err := io.ReadAll(io.LimitReader(f, MaxSize+1))
	if err != nil {
		return nil, fmt.Errorf("read %s: %w", name, err)
	}
	if len(data) > MaxSize {
		return nil, ErrLarge
	}
	text, _ := decode(data)
	r := csv.NewReader(strings.NewReader(text))
	r.FieldsPerRecord = -1
	head, err := r.Read()
	if err != nil {
		return nil, fmt.Errorf("read the first row of %s: %w", name, err)
	}
	var rows table
	for {
		cells, err := r.Read()
		if errors.Is(err, io.EOF) {
			return rows, nil
		}
		if err != nil {
			return nil, fmt.Errorf("read %s: %w", name, err)
		}
		row := map[string]string{}
		for i, c := range cells {
			if i < len(head) {
				row[strings.ToLower(strings.TrimSpace(head[i]))] = strings.TrimSpace(c)
			}
		}
		rows = append(rows, row)
	}
}

// chooseClass finds the class that is meant, among those with students.
func chooseClass(classes, enrolments table, wanted string) (id, title string, err error) {
	known := map[string]string{}
	for _, e := range enrolments {
		if strings.EqualFold(e["role"], "student") && active(e) {
			known[e["classsourcedid"]] = e["classsourcedid"]
		}
	}
	for _, c := range classes {
		id := c["sourcedid"]
		if _, there := known[id]; there && c["title"] != "" {
			known[id] = c["title"]
		}
		if _, there := known[id]; there && wanted != "" &&
			(strings.EqualFold(wanted, id) || strings.EqualFold(wanted, c["title"]) || strings.EqualFold(wanted, c["classcode"])) {
			return id, known[id], nil
		}
	}
	switch {
	case len(known) == 0:
		return "", "", ErrEmpty
	case wanted == "" && len(known) == 1:
		for id, title := range known {
			return id, title, nil
		}
	case wanted != "":
		return "", "", fmt.Errorf("%w: there is no %q; there are %s", ErrClass, wanted, quoted(slices.Sorted(maps.Values(known))))
	}
	return "", "", fmt.Errorf("%w: the archive has %d: %s", ErrClass, len(known), quoted(slices.Sorted(maps.Values(known))))
}
