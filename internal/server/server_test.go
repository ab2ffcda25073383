package server_test

import (
	"bufio"
	"encoding/json"
	"io"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"durchgang/core/play"
	"durchgang/internal/server"
	"durchgang/internal/server/servertest"
)

func TestMain(m *testing.M) { servertest.Main(m) }

// document is what the tests read of an OpenAPI document.
type document struct {
	OpenAPI string
	Paths   map[string]map[string]struct {
		OperationID string
		Parameters  []struct{ Name, In string }
		Responses   map[string]struct{ Content map[string]any }
	}
}

func call(t *testing.T, s *servertest.Service, method, path, body string, header ...string) (*http.Response, string) {
	t.Helper()
	request, err := http.NewRequestWithContext(t.Context(), method, s.URL+path, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Authorization", "Bearer "+s.Token)
	for i := 0; i < len(header); i += 2 {
		request.Header.Set(header[i], header[i+1])
	}
	answer, err := http.DefaultClient.Do(request)
	if err != nil {
		t.Fatal(err)
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	if err != nil {
		t.Fatal(err)
	}
	return answer, string(text)
}

var braces = regexp.MustCompile(`\{(\w+)\}`)

// Every endpoint in the document answers as an endpoint, the document names each
// path parameter, and the service has no endpoint that the document lacks.
func TestDocumentMatchesTheService(t *testing.T) {
	s := servertest.Start(t, nil)
	answer, text := call(t, s, "GET", "/api/v1/openapi.json", "")
	if answer.StatusCode != http.StatusOK {
		t.Fatalf("the service answered %s", answer.Status)
	}
	var d document
	if err := json.Unmarshal([]byte(text), &d); err != nil {
		t.Fatal(err)
	}
	if !strings.HasPrefix(d.OpenAPI, "3.1") {
		t.Errorf("openapi is %q, want 3.1", d.OpenAPI)
	}
	var documented []string
	for path, methods := range d.Paths {
		for method, op := range methods {
			documented = append(documented, strings.ToUpper(method)+" "+path)
			for _, m := range braces.FindAllStringSubmatch(path, -1) {
				if !slices.ContainsFunc(op.Parameters, func(p struct{ Name, In string }) bool { return p.Name == m[1] && p.In == "path" }) {
					t.Errorf("%s %s does not describe %s", method, path, m[1])
				}
			}
			if op.OperationID == "" || op.Responses["default"].Content["application/problem+json"] == nil {
				t.Errorf("%s %s lacks an id or the answer to failure", method, path)
			}
			_, body := call(t, s, strings.ToUpper(method), "/api/v1"+braces.ReplaceAllString(path, "1"), "{}")
			if strings.Contains(body, "no such endpoint") {
				t.Errorf("%s %s is documented and not served", method, path)
			}
		}
	}
	served := s.Server.Endpoints()
	slices.Sort(documented)
	slices.Sort(served)
	if !slices.Equal(documented, served) {
		t.Errorf("documented\n%s\nserved\n%s", strings.Join(documented, "\n"), strings.Join(served, "\n"))
	}
}

func TestFailuresAreProblemDocuments(t *testing.T) {
	s := servertest.Start(t, nil)
	call(t, s, "POST", "/api/v1/courses", `{"name":"evening"}`)
	tests := []struct {
		name, method, path, body string
		status                   int
		field, says              string
	}{
		{"an unknown endpoint", "GET", "/api/v1/nothing", "", 404, "", "openapi.json"},
		{"an unknown course", "GET", "/api/v1/courses/morning", "", 404, "", `course "morning"`},
		{"an unknown run", "GET", "/api/v1/runs/99", "", 404, "", `run "99"`},
		{"an unknown script", "GET", "/api/v1/results/1/scripts/1", "", 404, "", `result "1"`},
		{"a run that is not a number", "GET", "/api/v1/runs/first", "", 400, "", `"first"`},
		{"a run's events that is not there", "GET", "/api/v1/runs/99/events", "", 404, "", `run "99"`},
		{"a body that is no JSON", "POST", "/api/v1/courses", "{", 400, "", "JSON"},
		{"a name twice", "POST", "/api/v1/courses", `{"name":"evening"}`, 409, "", "exists already"},
		{"a wrong name", "POST", "/api/v1/courses", `{"name":"Evening!"}`, 422, "name", "Evening!"},
		{"a wrong game", "POST", "/api/v1/courses/evening/assignments", `{"name":"a","game":"noughts"}`, 422, "game", "known games"},
		{"a game that is not known", "GET", "/api/v1/games/noughts", "", 404, "", "known games"},
		{"a variant out of bounds", "GET", "/api/v1/games/tic-tac-toe:rows=99", "", 422, "variant", "rows=99"},
		{"a set-up that is wrong", "POST", "/api/v1/play", `{"variant":"hangman","setup":"word=7","moves":[]}`, 422, "setup", "at least one letter"},
		{"an opponent that is not known", "POST", "/api/v1/play", `{"variant":"tic-tac-toe","moves":[],"against":"me"}`, 422, "against", "simple"},
		{"an archive that is none", "POST", "/api/v1/courses/evening/assignments/none/submissions", "hello", 404, "", "assignment"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			answer, text := call(t, s, tt.method, tt.path, tt.body)
			var p server.Problem
			if err := json.Unmarshal([]byte(text), &p); err != nil {
				t.Fatalf("%v: %s", err, text)
			}
			if answer.StatusCode != tt.status || p.Status != tt.status || p.Field != tt.field || !strings.Contains(p.Detail, tt.says) {
				t.Errorf("%s: %+v, want %d, field %q, %q", answer.Status, p, tt.status, tt.field, tt.says)
			}
			if got := answer.Header.Get("Content-Type"); got != "application/problem+json" {
				t.Errorf("content type is %q", got)
			}
		})
	}
}

// Moves are replayed: a refused one is explained, the opponent answers, and what is
// drawn stays the same when the answer's set-up is sent again.
func TestPlay(t *testing.T) {
	s := servertest.Start(t, nil)
	ask := func(body string) (table play.Table) {
		t.Helper()
		answer, text := call(t, s, "POST", "/api/v1/play", body)
		if err := json.Unmarshal([]byte(text), &table); err != nil || answer.StatusCode != http.StatusOK {
			t.Fatalf("%s, %v: %s", answer.Status, err, text)
		}
		return table
	}
	table := ask(`{"variant":"tic-tac-toe","moves":["b2","b2"]}`)
	if len(table.Tries) != 2 || table.Tries[1].Refused != "that is taken already" || table.ToMove != "O" || table.Boards[0].Rows[1][1] != "X" {
		t.Errorf("after a taken cell: %+v", table)
	}
	table = ask(`{"variant":"tic-tac-toe","moves":["a1"],"against":"simple"}`)
	if len(table.Tries) != 2 || table.Tries[1].Player != "O" || table.ToMove != "X" {
		t.Errorf("against an opponent: %+v", table)
	}
	dealt := ask(`{"variant":"hangman","seed":3,"moves":[]}`)
	again := ask(`{"variant":"hangman","seed":9,"setup":"` + string(dealt.Setup) + `","moves":["e"]}`)
	if dealt.Setup == "" || again.Setup != dealt.Setup {
		t.Errorf("the set-up was %q and then %q", dealt.Setup, again.Setup)
	}
}

// A teacher reads the suite for any variant, to edit it.
func TestSuiteForAVariant(t *testing.T) {
	s := servertest.Start(t, nil)
	if answer, text := call(t, s, "POST", "/api/v1/courses", `{"name": "suites", "title": "Suites", "zone": "Europe/Berlin"}`); answer.StatusCode != 201 {
		t.Fatalf("%d %s", answer.StatusCode, text)
	}
	for _, tt := range []struct {
		variant string
		status  int
		want    string
	}{
		{"tic-tac-toe", 200, "game tic-tac-toe"},
		{"hangman:lives=3", 200, "three wrong letters"},
		{"tic-tac-toe:rows=99", 422, "rows=99"},
		{"noughts", 404, "known games"},
	} {
		if answer, text := call(t, s, "GET", "/api/v1/courses/suites/suites/"+tt.variant, ""); answer.StatusCode != tt.status || !strings.Contains(text, tt.want) {
			t.Errorf("%s: %d %.200s", tt.variant, answer.StatusCode, text)
		}
	}
}

func TestOtherSitesMayNotAct(t *testing.T) {
	s := servertest.Start(t, nil)
	for origin, status := range map[string]int{"https://elsewhere.example": 403, s.URL: 201} {
		if answer, text := call(t, s, "POST", "/api/v1/courses", `{"name":"evening"}`, "Origin", origin); answer.StatusCode != status {
			t.Errorf("from %s: %s, want %d: %s", origin, answer.Status, status, text)
		}
	}
}

func TestListsAreNeverNull(t *testing.T) {
	s := servertest.Start(t, nil)
	call(t, s, "POST", "/api/v1/courses", `{"name":"evening"}`)
	call(t, s, "POST", "/api/v1/courses/evening/assignments", `{"name":"ttt","game":"tic-tac-toe"}`)
	for _, path := range []string{"/courses", "/courses/evening/assignments", "/courses/evening/assignments/ttt/submissions", "/courses/evening/assignments/ttt/runs"} {
		if _, text := call(t, s, "GET", "/api/v1"+path, ""); !strings.HasPrefix(text, "[") {
			t.Errorf("%s is %s", path, text)
		}
	}
}

func TestProgressIsStreamed(t *testing.T) {
	s := servertest.Start(t, nil)
	run := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": servertest.RightProgram, "cleo.py": servertest.RightProgram})
	request, err := http.NewRequestWithContext(t.Context(), "GET", s.URL+"/api/v1/runs/"+run+"/events", nil)
	if err != nil {
		t.Fatal(err)
	}
	request.Header.Set("Authorization", "Bearer "+s.Token)
	answer, err := http.DefaultClient.Do(request)
	if err != nil {
		t.Fatal(err)
	}
	defer answer.Body.Close()
	if got := answer.Header.Get("Content-Type"); got != "text/event-stream" {
		t.Errorf("content type is %q", got)
	}
	last, events := "", 0
	for lines := bufio.NewScanner(answer.Body); lines.Scan(); {
		if data, found := strings.CutPrefix(lines.Text(), "data: "); found {
			last = data
			events++
		}
	}
	if events < 2 || !strings.Contains(last, `"state":"done","done":3,"total":3`) {
		t.Errorf("%d events, the last one %s", events, last)
	}
}

// The schema that is published is that of the results that are given.
func TestSchemaIsPublished(t *testing.T) {
	schema, err := server.ResultSchema()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := os.ReadFile("../../docs/result.schema.json")
	if err != nil || strings.TrimSpace(string(kept)) != string(schema) {
		t.Errorf("docs/result.schema.json is another one: %v; durchgang report schema prints it", err)
	}
}
