package client_test

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server"
)

// served is a service that keeps what it was asked for, and answers what it is told to.
type served struct {
	*httptest.Server
	sync.Mutex
	asked  []string // method and path
	answer func(w http.ResponseWriter, r *http.Request)
}

func serve(t *testing.T, answer func(w http.ResponseWriter, r *http.Request)) *served {
	t.Helper()
	s := &served{answer: answer}
	s.Server = httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		s.Lock()
		s.asked = append(s.asked, r.Method+" "+strings.TrimPrefix(r.URL.Path, "/api/v1"))
		s.Unlock()
		s.answer(w, r)
	}))
	t.Cleanup(s.Close)
	return s
}

// operations are the endpoints of the API's document, as patterns of method and path.
func operations(t *testing.T) map[string]*regexp.Regexp {
	t.Helper()
	text, err := server.Document()
	if err != nil {
		t.Fatal(err)
	}
	var document struct {
		Paths map[string]map[string]struct {
			ID string `json:"operationId"`
		}
	}
	if err := json.Unmarshal(text, &document); err != nil {
		t.Fatal(err)
	}
	list := map[string]*regexp.Regexp{}
	for path, methods := range document.Paths {
		for method, o := range methods {
			pattern := regexp.MustCompile(`\\\{[a-z_]+\\\}`).ReplaceAllString(regexp.QuoteMeta(path), `[^/]+`)
			list[o.ID] = regexp.MustCompile("^" + strings.ToUpper(method) + " " + pattern + "$")
		}
	}
	if len(list) < 90 {
		t.Fatalf("the document has %d operations", len(list))
	}
	return list
}

// filled is a value of a type with something in each part.
func filled(t reflect.Type, depth int) reflect.Value {
	v := reflect.New(t).Elem()
	switch {
	case t == reflect.TypeFor[context.Context]():
		return reflect.ValueOf(context.Background())
	case t.Kind() == reflect.String:
		v.SetString("ada")
	case v.CanInt():
		v.SetInt(1)
	case v.CanUint():
		v.SetUint(1)
	case t.Kind() == reflect.Slice:
		v.Set(reflect.Append(v, filled(t.Elem(), depth+1)))
	case t.Kind() == reflect.Struct && depth < 3 && t != reflect.TypeFor[time.Time]():
		for i := range t.NumField() {
			if v.Field(i).CanSet() {
				v.Field(i).Set(filled(t.Field(i).Type, depth+1))
			}
		}
	case t.Kind() == reflect.Func:
		return reflect.MakeFunc(t, func([]reflect.Value) (results []reflect.Value) {
			for i := range t.NumOut() {
				results = append(results, reflect.Zero(t.Out(i)))
			}
			return results
		})
	}
	return v
}

// notCalls are methods that call no endpoint by themselves.
var notCalls = []string{"As", "Device", "On"}

// acts are what a method that has it in its path may do.
var acts = map[string]string{"ChangeRun": "pause"}

// Whatever the client calls, the document has: no path is written wrongly, and none is left over from an endpoint that has gone.
func TestEveryCallIsInTheDocument(t *testing.T) {
	known := operations(t)
	s := serve(t, func(w http.ResponseWriter, r *http.Request) {
		w.WriteHeader(http.StatusTeapot)
		fmt.Fprint(w, `{"title": "refused", "detail": "for this test"}`)
	})
	c := reflect.ValueOf(client.New(s.URL))
	called := map[string]bool{}
	for i := range c.NumMethod() {
		name, method := c.Type().Method(i).Name, c.Method(i)
		if slices.Contains(notCalls, name) {
			continue
		}
		var in []reflect.Value
		for k := range method.Type().NumIn() {
			v := filled(method.Type().In(k), 0)
			if act := acts[name]; act != "" && v.Kind() == reflect.String {
				v = reflect.ValueOf(act)
			}
			in = append(in, v)
		}
		before := len(s.asked)
		out := method.Call(in)
		if err, is := out[len(out)-1].Interface().(error); !is || !strings.Contains(err.Error(), "for this test") {
			t.Errorf("%s: the service's refusal is told as %v", name, out[len(out)-1])
		}
		if len(s.asked) == before {
			t.Errorf("%s calls nothing", name)
		}
		for _, asked := range s.asked[before:] {
			found := false
			for id, pattern := range known {
				if pattern.MatchString(asked) {
					called[id], found = true, true
				}
			}
			if !found {
				t.Errorf("%s calls %s, which the document does not have", name, asked)
			}
		}
	}
	if len(called) < 70 {
		t.Errorf("the client calls %d operations", len(called))
	}
}

// A list that comes in pages is read whole.
func TestPagesAreReadWhole(t *testing.T) {
	s := serve(t, nil)
	s.answer = func(w http.ResponseWriter, r *http.Request) {
		from := r.URL.Query().Get("from")
		if next := map[string]string{"": "2", "2": "3"}[from]; next != "" {
			w.Header().Set("Link", fmt.Sprintf(`</api/v1/courses?from=%s>; rel="next"`, next))
		}
		fmt.Fprintf(w, `[{"name": "course-%s"}]`, from)
	}
	courses, err := client.New(s.URL).Courses(t.Context())
	if err != nil || len(courses) != 3 || courses[2].Name != "course-3" {
		t.Errorf("%v, %v", courses, err)
	}
}

func TestFailuresAreTold(t *testing.T) {
	tests := []struct {
		name   string
		status int
		body   string
		want   string
	}{
		{"a problem document", 409, `{"title": "conflict", "detail": "the course is there already"}`, "the course is there already"},
		{"something else", 502, "<html>bad gateway</html>", "the service answered 502 Bad Gateway"},
		{"an answer that is cut off", 200, `[{"name": "eve`, "read the answer to GET /courses"},
	}
	for _, tt := range tests {
		s := serve(t, func(w http.ResponseWriter, _ *http.Request) {
			w.WriteHeader(tt.status)
			fmt.Fprint(w, tt.body)
		})
		if _, err := client.New(s.URL).Courses(t.Context()); err == nil || !strings.Contains(err.Error(), tt.want) {
			t.Errorf("%s: %v, want %q", tt.name, err, tt.want)
		}
	}
	gone := serve(t, nil)
	gone.Close()
	if _, err := client.New(gone.URL).Courses(t.Context()); err == nil || !strings.Contains(err.Error(), "durchgang serve") {
		t.Errorf("a service that is not there: %v", err)
	}
}

// Progress is followed until the run is over, through streams that are cut off.
func TestWatchGoesOnAfterACut(t *testing.T) {
	streams := 0
	s := serve(t, func(w http.ResponseWriter, _ *http.Request) {
		streams++
		state := map[bool]record.State{true: record.Done, false: record.Running}[streams == 3]
		fmt.Fprintf(w, ": a comment\ndata: {\"id\": 7, \"state\": %q, \"done\": %d}\n\n", state, streams)
	})
	var told []int
	run, err := client.New(s.URL).Watch(t.Context(), 7, func(r record.Run) { told = append(told, r.Done) })
	if err != nil || run.State != record.Done || !slices.Equal(told, []int{1, 2, 3}) {
		t.Errorf("%v after %v: %v", run, told, err)
	}
}
