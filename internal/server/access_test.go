package server_test

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"net/http"
	"os"
	"slices"
	"strings"
	"testing"

	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

var update = flag.Bool("update", false, "write testdata/access.txt anew; read what has changed")

// school is two courses with people in every role, and one result that was handed back.
type school struct {
	*servertest.Service
	tokens map[string]string
	result record.Row
	run    record.Run
}

// people are those who ask, from who may least to who may most.
var people = []string{"stranger", "elsewhere", "classmate", "student", "assistant", "teacher", "admin"}

func openSchool(t *testing.T) school {
	t.Helper()
	s := school{Service: servertest.Start(t, nil), tokens: map[string]string{"stranger": ""}}
	ctx := t.Context()
	for _, course := range []string{"evening", "morning"} {
		if _, err := s.Client.CreateCourse(ctx, course, "", ""); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.Client.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe", Suite: servertest.ShortSuite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	s.tokens["elsewhere"] = s.Member(t, "morning", "mo", record.Teacher)
	s.tokens["teacher"] = s.Member(t, "evening", "tia", record.Teacher)
	s.tokens["assistant"] = s.Member(t, "evening", "asa", record.Assistant)
	s.tokens["student"] = s.Pupil(t, "evening", "stu")
	s.tokens["classmate"] = s.Pupil(t, "evening", "sib")
	s.tokens["admin"] = s.Token
	if err := s.Client.DropMember(ctx, "evening", "ida"); err != nil { // she is an administrator, and teaches no more here
		t.Fatal(err)
	}
	tia := s.As(s.tokens["teacher"])
	if _, err := tia.Submit(ctx, "evening", "ttt", "stu", "game.py", []byte(wrongProgram)); err != nil {
		t.Fatal(err)
	}
	run, err := tia.StartRun(ctx, "evening", "ttt", false)
	if err == nil {
		s.run, err = tia.Watch(ctx, run.ID, func(record.Run) {})
	}
	if err == nil {
		_, err = tia.ChangeRun(ctx, run.ID, "publish")
	}
	if err != nil {
		t.Fatal(err)
	}
	m, err := tia.Matrix(ctx, run.ID)
	if err != nil {
		t.Fatal(err)
	}
	s.result = m.Rows[0]
	if _, err := s.As(s.tokens["student"]).Ask(ctx, s.result.Result, "Why?"); err != nil {
		t.Fatal(err)
	}
	return s
}

// ask calls an endpoint with a body that cannot be read, so that who is let in changes little,
// and returns the status: the rule is asked before the body is.
func (s school) ask(t *testing.T, who, method, path string) int {
	t.Helper()
	path = strings.NewReplacer("{course}", "evening", "{assignment}", "ttt", "{student}", "nobody", "{login}", "nobody",
		"{script}", "1", "{group}", "99", "{other}", fmt.Sprint(s.result.Result), "{number}", "1", "{variant}", "hangman",
		"{contest}", "noughts", "{match}", "1", "{game}", "1", "{act}", "pause").Replace(path)
	id := s.result.Result
	switch {
	case strings.HasPrefix(path, "/runs/"):
		id = s.run.ID
	case strings.HasPrefix(path, "/requests/"), strings.HasPrefix(path, "/findings/"):
		id = 1
	case strings.HasPrefix(path, "/account/tokens/"):
		id = 9999
	}
	path = strings.ReplaceAll(path, "{id}", fmt.Sprint(id))
	authorization := ""
	if token := s.tokens[who]; token != "" {
		authorization = "Bearer " + token
	}
	answer, text := call(t, s.Service, method, "/api/v1"+path, "{", "Authorization", authorization)
	var p struct{ Detail string }
	_ = json.Unmarshal([]byte(text), &p)
	own := []string{`course "evening": not found`, fmt.Sprintf(`%s "%d": not found`, strings.TrimSuffix(strings.Split(path, "/")[1], "s"), id)}
	if answer.StatusCode == http.StatusNotFound && !slices.Contains(own, p.Detail) {
		return http.StatusOK // what it names is not there, which who may not call it is not told
	}
	return answer.StatusCode
}

// Every endpoint is called in every role, by a stranger and by a teacher of another course.
// Who was let in stands in testdata/access.txt, which people read; the rules stand in
// routes.go.
func TestEveryEndpointInEveryRole(t *testing.T) {
	s := openSchool(t)
	endpoints := s.Server.Endpoints()
	slices.SortFunc(endpoints, func(a, b string) int {
		last := func(e string) int { // what ends something comes last
			switch {
			case strings.HasPrefix(e, "DELETE") || strings.Contains(e, "/withdraw") || strings.Contains(e, "sign-out"):
				return 1
			}
			return 0
		}
		if n := last(a) - last(b); n != 0 {
			return n
		}
		return strings.Compare(a, b)
	})
	var lines []string
	for _, e := range endpoints {
		method, path, _ := strings.Cut(e, " ")
		var let []string
		for _, who := range people {
			switch s.ask(t, who, method, path) {
			case http.StatusUnauthorized, http.StatusForbidden, http.StatusNotFound, http.StatusTooManyRequests:
			default:
				let = append(let, who)
			}
		}
		lines = append(lines, fmt.Sprintf("%-6s %-62s %s", method, path, strings.Join(let, " ")))
	}
	slices.SortFunc(lines, func(a, b string) int { return strings.Compare(a[7:]+a[:7], b[7:]+b[:7]) })
	got := strings.Join(lines, "\n") + "\n"
	if *update {
		if err := os.WriteFile("testdata/access.txt", []byte(got), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile("testdata/access.txt")
	if err != nil || got != string(want) {
		t.Errorf("%v; who is let in has changed:\n%s", err, got)
	}
}

// What is told to those who may not know that something is there is what is told when it is
// not.
func TestNothingIsToldToOthers(t *testing.T) {
	s := openSchool(t)
	for _, path := range []string{"/courses/%s", "/courses/%s/assignments", "/courses/%s/assignments/ttt"} {
		there := get(t, s, "elsewhere", fmt.Sprintf(path, "evening"))
		gone := get(t, s, "elsewhere", fmt.Sprintf(path, "nowhere"))
		if strings.ReplaceAll(there, "evening", "nowhere") != gone {
			t.Errorf("%s: %s, but without it %s", path, there, gone)
		}
	}
	if there, gone := get(t, s, "classmate", fmt.Sprintf("/results/%d/report", s.result.Result)), get(t, s, "classmate", "/results/9999/report"); strings.ReplaceAll(there, fmt.Sprint(s.result.Result), "9999") != gone {
		t.Errorf("%s, but without it %s", there, gone)
	}
}

func get(t *testing.T, s school, who, path string) string {
	t.Helper()
	_, text := call(t, s.Service, "GET", "/api/v1"+path, "", "Authorization", "Bearer "+s.tokens[who])
	return text
}

// A browser's session acts only with its token against forged requests, its cookie cannot be
// read by scripts nor sent by other sites, and a sign-out ends it.
func TestSessions(t *testing.T) {
	s := servertest.Start(t, nil)
	post := func(path, body string, header ...string) (*http.Response, string) {
		t.Helper()
		return call(t, s, "POST", "/api/v1"+path, body, append([]string{"Authorization", ""}, header...)...)
	}
	answer, text := post("/sign-in", `{"login":"ida","password":"`+servertest.Password+`"}`)
	var session record.Session
	if err := json.Unmarshal([]byte(text), &session); err != nil || answer.StatusCode != 200 || session.Person.Login != "ida" {
		t.Fatalf("%s: %s", answer.Status, text)
	}
	cookie := answer.Cookies()[0]
	if !cookie.HttpOnly || !cookie.Secure || cookie.SameSite != http.SameSiteStrictMode || cookie.Path != "/" {
		t.Errorf("the cookie is %s", answer.Header.Get("Set-Cookie"))
	}
	with := cookie.Name + "=" + cookie.Value
	for name, tt := range map[string]struct {
		header []string
		status int
	}{
		"without the token": {[]string{"Cookie", with}, 403},
		"with a wrong one":  {[]string{"Cookie", with, "X-CSRF-Token", "guess"}, 403},
		"with it":           {[]string{"Cookie", with, "X-CSRF-Token", session.CSRF}, 201},
	} {
		if answer, text := post("/courses", `{"name":"evening"}`, tt.header...); answer.StatusCode != tt.status {
			t.Errorf("%s: %s: %s", name, answer.Status, text)
		}
	}
	post("/sign-out", "", "Cookie", with, "X-CSRF-Token", session.CSRF)
	if answer, _ := call(t, s, "GET", "/api/v1/courses", "", "Authorization", "", "Cookie", with); answer.StatusCode != 401 {
		t.Errorf("after signing out: %s", answer.Status)
	}
}

// Passwords cannot be tried again and again, and a token that was revoked or has expired does
// nothing. Nothing that was told is kept as it was told.
func TestSignInIsSlow(t *testing.T) {
	s := servertest.Start(t, nil)
	right := fmt.Sprintf(`{"login":"ida","password":%q}`, servertest.Password)
	first, _ := call(t, s, "POST", "/api/v1/sign-in", right, "Authorization", "")
	device := ""
	for _, cookie := range first.Cookies() {
		if cookie.Name == "durchgang_device" {
			device = cookie.Name + "=" + cookie.Value
		}
	}
	last := 0
	for i := range 12 { // however the login is written
		login := []string{"ida", "IDA", " Ida "}[i%3]
		answer, _ := call(t, s, "POST", "/api/v1/sign-in", `{"login":"`+login+`","password":"guess and guess"}`, "Authorization", "")
		last = answer.StatusCode
		if last == 429 && answer.Header.Get("Retry-After") == "" {
			t.Error("it does not say when to try again")
		}
	}
	if last != 429 {
		t.Errorf("the twelfth try was answered with %d", last)
	}
	if answer, text := call(t, s, "POST", "/api/v1/sign-in", right, "Authorization", "", "Cookie", device); answer.StatusCode != 200 {
		t.Errorf("a stranger's tries lock the owner out of a known device: %s", text)
	}
	for range 12 {
		answer, _ := call(t, s, "POST", "/api/v1/sign-in", `{"login":"ida","password":"guess and guess"}`, "Authorization", "", "Cookie", device)
		last = answer.StatusCode
	}
	if last != 429 {
		t.Errorf("a device that was stolen may try for ever: %d", last)
	}
	for i := range 70 { // from one address, for other logins; who says to be elsewhere is not believed
		answer, _ := call(t, s, "POST", "/api/v1/invitation", `{"secret":"guess"}`, "Authorization", "", "X-Forwarded-For", fmt.Sprintf("10.0.0.%d", i))
		last = answer.StatusCode
	}
	if last != 429 {
		t.Errorf("after many tries from one address: %d", last)
	}
	token, err := s.Client.NewToken(t.Context(), "laptop", 1)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Client.DropToken(t.Context(), token.ID); err != nil {
		t.Fatal(err)
	}
	if _, err := s.As(token.Secret).Courses(t.Context()); err == nil || !strings.Contains(err.Error(), "revoked") {
		t.Errorf("a revoked token: %v", err)
	}
	auditLog, err := s.Client.AuditLog(t.Context(), "", 0)
	if err != nil {
		t.Fatal(err)
	}
	all, err := json.Marshal(auditLog)
	if err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{`"what":"createToken"`, `"what":"revokeToken"`, `"what":"signIn"`, `"status":429`, `"login":"ida"`} {
		if !bytes.Contains(all, []byte(want)) {
			t.Errorf("the audit log lacks %s: %s", want, all)
		}
	}
	if bytes.Contains(all, []byte(token.Secret)) || bytes.Contains(all, []byte("guess")) {
		t.Errorf("the audit log holds a secret: %s", all)
	}
}

// Whoever is not to act any more cannot: with a session, a token or a link.
func TestDisabledAndReplaced(t *testing.T) {
	s := servertest.Start(t, nil)
	ctx := t.Context()
	first, err := s.Client.AddPerson(ctx, record.Person{Login: "ben"})
	if err != nil {
		t.Fatal(err)
	}
	second, err := s.Client.InvitePerson(ctx, "ben")
	if err != nil {
		t.Fatal(err)
	}
	accept := func(i record.Invitation, password string) error {
		_, secret, _ := strings.Cut(i.Link, "#")
		_, err := client.New(s.URL).Accept(ctx, secret, "", "", password, "tests", 1)
		return err
	}
	if err := accept(first, servertest.Password); err == nil || !strings.Contains(err.Error(), "replaced by a newer one") {
		t.Errorf("an older link: %v", err)
	}
	if err := accept(second, "short"); err == nil || !strings.Contains(err.Error(), "10 to 200 characters") {
		t.Errorf("a short password: %v", err)
	}
	if err := accept(second, servertest.Password); err != nil {
		t.Fatal(err)
	}
	if err := accept(second, servertest.Password); err == nil {
		t.Error("a link works twice")
	}
	ben := s.As(s.SignIn(t, "ben"))
	if _, err := s.Client.SetPerson(ctx, record.Person{Login: "ben", Disabled: true}); err != nil {
		t.Fatal(err)
	}
	if _, err := ben.Courses(ctx); err == nil {
		t.Error("a disabled account acts by its token")
	}
	if _, err := client.New(s.URL).SignIn(ctx, "ben", servertest.Password, "x", 1); err == nil {
		t.Error("a disabled account signs in")
	}
	if _, err := s.Client.SetPerson(ctx, record.Person{Login: "ida", Admin: false}); err == nil {
		t.Error("the last administrator revoked their own rights")
	}
}

// Adding somebody to a course, in whatever way, never gives the adder what opens an account
// that may be more than a student of that course.
func TestNobodyTakesAnAccountOver(t *testing.T) {
	s := servertest.Start(t, nil)
	ctx := t.Context()
	for _, course := range []string{"evening", "morning"} {
		if _, err := s.Client.CreateCourse(ctx, course, course, ""); err != nil {
			t.Fatal(err)
		}
	}
	ben := s.As(s.Member(t, "evening", "ben", record.Teacher))
	mo := s.As(s.Member(t, "morning", "mo", record.Teacher))
	for _, p := range []record.Person{{Login: "boss", Admin: true}, {Login: "uma@school.example"}} { // neither has chosen a password
		if _, err := s.Client.AddPerson(ctx, p); err != nil {
			t.Fatal(err)
		}
	}
	for _, login := range []string{"boss", "uma@school.example", "nobody-yet"} {
		for _, role := range []record.Role{record.Teacher, record.Assistant} {
			if i, err := ben.AddMember(ctx, "evening", record.Participant{Login: login, Role: role}); err != nil || i.Link != "" || i.Chosen {
				t.Errorf("%s as %s: %+v, %v", login, role, i, err)
			}
		}
	}
	if err := ben.DropMember(ctx, "evening", "uma@school.example"); err != nil {
		t.Fatal(err)
	}
	invite := func(c *client.Client, course string, p record.Pupil) record.Invitation {
		t.Helper()
		if _, err := c.SetPupil(ctx, course, p); err != nil {
			t.Fatal(err)
		}
		links, err := c.InvitePupils(ctx, course, p.Name)
		if err != nil || len(links) != 1 {
			t.Fatalf("%+v, %v", links, err)
		}
		return links[0]
	}
	if i := invite(ben, "evening", record.Pupil{Name: "uma", FullName: "Uma", Mail: "uma@school.example"}); i.Link != "" || i.Login != "uma@school.example" {
		t.Errorf("by mail: %+v", i)
	}
	// Whose mail address has no account gets one of the course's, which opens nothing else.
	ada := invite(ben, "evening", record.Pupil{Name: "ada", FullName: "Ada", Mail: "ada@school.example"})
	if ada.Link == "" || ada.Login != "ada.evening" {
		t.Fatalf("a student of the course's own: %+v", ada)
	}
	if _, err := mo.AddMember(ctx, "morning", record.Participant{Login: "ada.evening", Role: record.Assistant}); err == nil || !strings.Contains(err.Error(), "belongs to the course evening") {
		t.Errorf("the course's account in another course: %v", err)
	}
	if _, err := s.Client.SetPerson(ctx, record.Person{Login: "ada.evening", Admin: true}); err == nil {
		t.Error("the account of a course became an administrator")
	}
	if i := invite(mo, "morning", record.Pupil{Name: "ada", FullName: "Ada", Mail: "ada@school.example"}); i.Login != "ada.morning" {
		t.Errorf("the same student in another course: %+v", i)
	}
	// A new link ends the one before, and the audit log has both with whom they are for.
	again, err := ben.InvitePupils(ctx, "evening", "ada")
	if err != nil || len(again) != 1 || again[0].Link == "" {
		t.Fatalf("%+v, %v", again, err)
	}
	_, old, _ := strings.Cut(ada.Link, "#")
	if _, err := client.New(s.URL).Accept(ctx, old, "", "", servertest.Password, "tests", 1); err == nil {
		t.Error("the older link is good")
	}
	auditLog, err := s.Client.AuditLog(ctx, "evening", 0)
	if err != nil {
		t.Fatal(err)
	}
	made := 0
	for _, act := range auditLog {
		if act.What == "linkMade" && act.Subject == "ada.evening" && act.Login == "ben" && act.Address != "" && act.Request != "" {
			made++
		}
	}
	if made != 2 {
		t.Errorf("%d of Ada's 2 links are in the audit log: %+v", made, auditLog)
	}
	// A teacher deletes what a course keeps, and no account of the whole service.
	if _, err := ben.Forget(ctx, "evening", "uma"); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.InvitePerson(ctx, "uma@school.example"); err != nil {
		t.Errorf("the account of the whole service is gone: %v", err)
	}
}

// A new password ends everything that the old one, or a thief, has opened.
func TestANewPasswordEndsTokensAndSessions(t *testing.T) {
	s := servertest.Start(t, nil)
	var opened []string
	var csrf string
	for range 2 {
		answer, text := call(t, s, "POST", "/api/v1/sign-in", fmt.Sprintf(`{"login":"ida","password":%q}`, servertest.Password), "Authorization", "")
		cookie, _, _ := strings.Cut(answer.Header.Get("Set-Cookie"), ";")
		var session record.Session
		if err := json.Unmarshal([]byte(text), &session); err != nil {
			t.Fatal(err)
		}
		opened, csrf = append(opened, cookie), session.CSRF
	}
	const next = "another password for tests"
	if answer, text := call(t, s, "PUT", "/api/v1/account/password", fmt.Sprintf(`{"old":%q,"new":%q}`, servertest.Password, next),
		"Authorization", "", "Cookie", opened[1], "X-CSRF-Token", csrf); answer.StatusCode != 200 {
		t.Fatal(text)
	}
	for cookie, want := range map[string]int{opened[0]: 401, opened[1]: 200} {
		if answer, _ := call(t, s, "GET", "/api/v1/courses", "", "Authorization", "", "Cookie", cookie); answer.StatusCode != want {
			t.Errorf("a session: %d, want %d", answer.StatusCode, want)
		}
	}
	if _, err := s.Client.Courses(t.Context()); err == nil {
		t.Error("a token is still good")
	}
}
