package roster_test

import (
	"archive/zip"
	"bytes"
	"errors"
	"strings"
	"testing"
	"unicode/utf16"

	"durchgang/internal/record"
	"durchgang/internal/roster"
)

func wide(text string, mark bool) string {
	var b strings.Builder
	if mark {
		b.WriteString("\xff\xfe")
	}
	for _, u := range utf16.Encode([]rune(text)) {
		b.WriteByte(byte(u))
		b.WriteByte(byte(u >> 8))
	}
	return b.String()
}

func oneRoster(t testing.TB, users string) string {
	t.Helper()
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for name, text := range map[string]string{
		"manifest.csv":    "propertyName,value\noneroster.version,1.2\n",
		"classes.csv":     "sourcedId,status,title,classCode\nc1,,Evening,E1\nc2,,Morning,M1\nc3,,Empty,X\n",
		"enrollments.csv": "sourcedId,status,classSourcedId,userSourcedId,role\n1,active,c1,u1,student\n2,active,c1,u2,teacher\n3,tobedeleted,c1,u3,student\n4,active,c1,u9,student\n5,active,c2,u3,student\n",
		"users.csv":       users,
	} {
		f, err := w.Create(name)
		if err == nil {
			_, err = f.Write([]byte(text))
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	return out.String()
}

const users = "sourcedId,status,enabledUser,username,givenName,familyName,identifier,email\nu1,active,true,ada,Ada,Brandt,4711,Ada@school.example\nu2,active,true,tia,Tia,Hol,1,\nu3,active,true,bo,Bo,Lind,4712,\n"

func TestRead(t *testing.T) {
	ada := record.Pupil{FullName: "Ada Größe", Number: "4711", Mail: "ada@school.example"}
	tests := []struct {
		name, data, class string
		want              []record.Pupil
		form              string
		problems          []string
		err               error
	}{
		{"columns in any order", "Mail,unused,Student ID,Name\nADA@school.example,x,4711,Ada Größe\n", "", []record.Pupil{ada}, "UTF-8, separated by commas; columns used: Mail, Student ID, Name", nil, nil},
		{"semicolons, two names, a mark", "\ufeffVorname;Nachname;E-Mail;Nr.\nAda;Größe;ada@school.example;4711\n\n", "", []record.Pupil{ada}, "semicolons", nil, nil},
		{"Windows-1252", "name,number,mail\r\nAda Gr\xf6\xdfe,4711,ada@school.example\r\n", "", []record.Pupil{ada}, "Windows-1252", nil, nil},
		{"UTF-16 with a mark", wide("name\tnumber\tmail\nAda Größe\t4711\tada@school.example\n", true), "", []record.Pupil{ada}, "UTF-16 (little-endian), separated by tabs", nil, nil},
		{"UTF-16 without a mark", wide("name,number,mail\nAda Größe,4711,ada@school.example\n", false), "", []record.Pupil{ada}, "UTF-16", nil, nil},
		{"a quoted comma and a line break in a cell", "number,name\n4711,\"Größe,\n Ada\"\n4712,Bo\n", "", []record.Pupil{{Number: "4711", FullName: "Größe, Ada"}, {Number: "4712", FullName: "Bo"}}, "", nil, nil},
		{"duplicates are explained", "number,name,mail\n1,A,a@x.example\n1,B,\n2,C,A@x.example\n3,D,no mail\n", "", []record.Pupil{{Number: "1", FullName: "A", Mail: "a@x.example"}}, "", []string{"line 3: the number 1 stands in line 2 already", "line 4: the mail a@x.example stands in line 2", `line 5: "no mail" is not a mail`}, nil},
		{"two of one name", "name\nAda\nAda\n", "", []record.Pupil{{FullName: "Ada"}}, "", []string{"line 3: the name Ada stands in line 2 already, and nothing else tells"}, nil},
		{"two of one name told apart", "name,number\nAda,1\nAda,2\n", "", []record.Pupil{{FullName: "Ada", Number: "1"}, {FullName: "Ada", Number: "2"}}, "", nil, nil},
		{"no column that says who", "points,grade\n1,2\n", "", nil, "", nil, roster.ErrColumns},
		{"nothing", "", "", nil, "", nil, roster.ErrEmpty},
		{"only a heading", "name\n", "", nil, "", nil, roster.ErrEmpty},
		{"a picture", "\x89PNG\r\n\x1a\n\x00\x00\x00\x0dIHDR", "", nil, "", nil, roster.ErrFile},
		{"OneRoster, one class", oneRoster(t, users), "e1", []record.Pupil{{Name: "ada", FullName: "Ada Brandt", Number: "4711", Mail: "ada@school.example"}}, "the class Evening", []string{`enrollments.csv, line 5: users.csv has no user "u9"`}, nil},
		{"OneRoster, which class", oneRoster(t, users), "", nil, "", nil, roster.ErrClass},
		{"OneRoster, a class that is not there", oneRoster(t, users), "Noon", nil, "", nil, roster.ErrClass},
		{"an archive of something else", string([]byte("PK\x03\x04")), "", nil, "", nil, roster.ErrFile},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			l, err := roster.Read([]byte(tt.data), tt.class)
			if !errors.Is(err, tt.err) {
				t.Fatalf("%v, want %v", err, tt.err)
			}
			if err == nil && (len(l.Students) != len(tt.want) || !strings.Contains(l.Form, tt.form) || len(l.Problems) != len(tt.problems)) {
				t.Fatalf("%+v", l)
			}
			for i := range tt.want {
				if l.Students[i] != tt.want[i] {
					t.Errorf("%+v, want %+v", l.Students[i], tt.want[i])
				}
			}
			for i, want := range tt.problems {
				if got := l.Problems[i].Entry + ": " + l.Problems[i].Reason; !strings.HasPrefix(got, want) {
					t.Errorf("%q, want %q", got, want)
				}
			}
		})
	}
}

// Whatever the bytes are, reading ends, and no student has a control character.
func FuzzRead(f *testing.F) {
	for _, seed := range []string{"name,number\nAda,1\n", wide("name\nAda\n", true), oneRoster(f, users), "\xff\xfe", "\"\n"} {
		f.Add([]byte(seed))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		l, err := roster.Read(data, "")
		for _, p := range l.Students {
			if err == nil && strings.ContainsAny(p.Name+p.FullName+p.Number, "\x00\n\r\t\x1b") {
				t.Errorf("%+v", p)
			}
		}
	})
}
