package server_test

import (
	"encoding/json"
	"flag"
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"testing"
	"time"

	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

var soak = flag.Int("soak", 1, "how many times as much nonsense is sent, and how often attacks are repeated")

// odd are texts that nobody expects, and some that are expected.
var odd = []string{
	"", "evening", "ttt", "stu", "tia", "1", "0", "-1", "99999999999999999999", "2147483648", "1e400", "NaN", "a\x00b", "\x00", "\xff\xfe", "\xed\xa0\x80",
	"../../etc/passwd", "..", ".", "/", "%", "%zz", "%00", "a b", "a/b", "ä", "\u202e", "\U0001f600", "'; drop table person; --", "${7*7}", "<script>",
	strings.Repeat("a", 300), strings.Repeat("ä", 5000), "hangman", "tic-tac-toe", "tic-tac-toe:rows=99999999", "connect-four:rows=-1,cols=0", "hangman:words=\x00",
	"2026-11-30T18:00", "9999999-99-99", "0000-00-00", "Europe/Berlin", "UTC", "teacher", "page", "function", "true", "null", "{}", "[]", "\r\n", "\t", "html", "png", "sgf",
	"a@b.example", "perfect", "random", "pause", "claims\nscript", "game tic-tac-toe\ncriterion a \"b\"\npoints 1\nscript \"x\"\na1\n",
}

// nonsense makes up values.
type nonsense struct{ *rand.Rand }

func (n nonsense) text() string { return odd[n.IntN(len(odd))] }

// value is of the kind that a schema says, or of another.
func (n nonsense) value(schema map[string]any, depth int) any {
	kinds, _ := schema["type"].([]any)
	kind, _ := schema["type"].(string)
	if len(kinds) > 0 {
		kind, _ = kinds[0].(string)
	}
	if n.IntN(6) == 0 {
		kind = []string{"string", "integer", "boolean", "array", "object", "null"}[n.IntN(6)]
	}
	switch kind {
	case "integer", "number":
		return []any{0, 1, -1, 3, 1 << 31, -1 << 40, 1.5, 1e300, 9e18}[n.IntN(9)]
	case "boolean":
		return n.IntN(2) == 0
	case "array":
		items, _ := schema["items"].(map[string]any)
		list := make([]any, n.IntN(4))
		for i := range list {
			list[i] = n.value(items, depth+1)
		}
		return list
	case "object":
		if depth > 3 {
			return map[string]any{}
		}
		return n.object(schema, depth+1)
	case "null":
		return nil
	}
	if choices, _ := schema["enum"].([]any); len(choices) > 0 && n.IntN(3) > 0 {
		return choices[n.IntN(len(choices))]
	}
	return n.text()
}

func (n nonsense) object(schema map[string]any, depth int) map[string]any {
	object := map[string]any{}
	properties, _ := schema["properties"].(map[string]any)
	for name, property := range properties {
		if p, ok := property.(map[string]any); ok && n.IntN(5) > 0 {
			object[name] = n.value(p, depth)
		}
	}
	if n.IntN(5) == 0 {
		object[n.text()] = n.text()
	}
	return object
}

// operation is an endpoint as the API's document has it.
type operation struct {
	method, path string
	parameters   []string // of the query
	body         map[string]any
	file         bool
}

func operations(t *testing.T, s *servertest.Service) []operation {
	t.Helper()
	_, text := call(t, s, "GET", "/api/v1/openapi.json", "")
	var document struct {
		Paths map[string]map[string]struct {
			Parameters  []struct{ Name, In string }
			RequestBody struct {
				Content map[string]struct{ Schema map[string]any }
			}
		}
		Components struct{ Schemas map[string]map[string]any }
	}
	if err := json.Unmarshal([]byte(text), &document); err != nil {
		t.Fatal(err)
	}
	var list []operation
	for path, methods := range document.Paths {
		for method, op := range methods {
			o := operation{method: strings.ToUpper(method), path: path}
			for _, p := range op.Parameters {
				if p.In == "query" {
					o.parameters = append(o.parameters, p.Name)
				}
			}
			for content, body := range op.RequestBody.Content {
				o.body, o.file = body.Schema, content != "application/json"
				if ref, ok := o.body["$ref"].(string); ok {
					o.body = document.Components.Schemas[strings.TrimPrefix(ref, "#/components/schemas/")]
				}
			}
			list = append(list, o)
		}
	}
	slices.SortFunc(list, func(a, b operation) int { return strings.Compare(a.path+a.method, b.path+b.method) })
	return list
}

// Whatever is asked, the answer says what was wrong with it, and is never that the service
// failed; and the service goes on.
func TestNonsenseIsAnsweredAsSuch(t *testing.T) {
	s := openSchool(t)
	list := slices.DeleteFunc(operations(t, s.Service), func(o operation) bool {
		return strings.HasSuffix(o.path, "/events") || strings.Contains(o.path, "/git") // streams, and what reaches out
	})
	n := nonsense{rand.New(rand.NewPCG(2026, uint64(*soak)))}
	statuses := map[int]int{}
	fill := strings.NewReplacer
	client := &http.Client{Timeout: 2 * time.Minute}
	all := 2500 * *soak
	for i := range all {
		o := list[n.IntN(len(list))]
		if i < all*19/20 && (o.method == "DELETE" || o.path == "/account/password" || o.path == "/sign-out" || strings.HasPrefix(o.path, "/people/")) {
			continue // at the end, since there would be nobody left to ask
		}
		path := o.path
		for strings.Contains(path, "{") {
			name := path[strings.Index(path, "{") : strings.Index(path, "}")+1]
			usual := map[string]string{"{course}": "evening", "{assignment}": "ttt", "{id}": fmt.Sprint(s.result.Result), "{student}": "stu", "{script}": "1", "{number}": "1", "{variant}": "tic-tac-toe"}[name]
			if usual == "" || n.IntN(4) == 0 {
				usual = n.text()
			}
			escaped := url.PathEscape(usual)
			if n.IntN(20) == 0 {
				escaped = usual // as it should not be
			}
			path = fill(name, strings.NewReplacer(" ", "%20", "\r", "", "\n", "", "\x00", "%00", "{", "", "}", "", "?", "", "#", "").Replace(escaped)).Replace(path)
		}
		query := url.Values{}
		for _, p := range o.parameters {
			if n.IntN(2) == 0 {
				query.Set(p, n.text())
			}
		}
		body := ""
		switch {
		case o.file:
			body = []string{n.text(), servertest.RightProgram, "name,mail\nAda,a@b.example\n\x00,\xff\n", "PK\x03\x04" + n.text(), "\x1f\x8b" + n.text()}[n.IntN(5)]
		case o.body != nil:
			text, err := json.Marshal(n.object(o.body, 0))
			if err != nil {
				t.Fatal(err)
			}
			if body = string(text); n.IntN(10) == 0 {
				body = body[:n.IntN(len(body)+1)] + n.text()
			}
		}
		request, err := http.NewRequest(o.method, s.URL+"/api/v1"+path+"?"+query.Encode(), strings.NewReader(body))
		if err != nil {
			continue // this client cannot say it
		}
		who := people[n.IntN(len(people))]
		if n.IntN(2) == 0 {
			who = []string{"teacher", "admin"}[n.IntN(2)]
		}
		if token := s.tokens[who]; token != "" {
			request.Header.Set("Authorization", "Bearer "+token)
		}
		answer, err := client.Do(request)
		if err != nil && len(path)+len(query.Encode()) > 12<<10 {
			continue // its head is too large, and the connection is closed
		}
		if err != nil {
			t.Fatalf("request %d, %s %s: %v", i, o.method, path, err)
		}
		answer.Body.Close()
		statuses[answer.StatusCode]++
		if answer.StatusCode >= 500 {
			t.Errorf("%s %s?%s by %s with %.300q: %s", o.method, path, query.Encode(), who, body, answer.Status)
		}
	}
	t.Log("answers by status:", statuses)
	for i := 0; ; i++ { // what was begun ends: a run with nonsense in it stops no other
		o, err := s.Office.Workload(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		waiting := 0
		for _, q := range o.Queue {
			if !q.Paused {
				waiting += q.Queued + q.Running
			}
		}
		if waiting == 0 || i > 1200 {
			if waiting > 0 {
				t.Errorf("%d jobs are still to be done", waiting)
			}
			break
		}
		time.Sleep(50 * time.Millisecond)
	}
	var run record.Run
	if _, text := call(t, s.Service, "GET", fmt.Sprintf("/api/v1/runs/%d", s.run.ID), "", "Authorization", "Bearer "+s.tokens["teacher"]); json.Unmarshal([]byte(text), &run) != nil {
		t.Errorf("the first run cannot be read: %s", text)
	}
}
