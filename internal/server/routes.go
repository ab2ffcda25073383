package server

import (
	"context"
	"encoding/json"
	"net/http"
	"net/url"
	"reflect"
	"strconv"
	"unicode/utf8"

	"github.com/gofiber/fiber/v3"

	"durchgang/core/desk"
	"durchgang/core/guide"
	"durchgang/core/play"
	"durchgang/internal/office"
	"durchgang/internal/record"
	"durchgang/internal/report"
)

const prefix = "/api/v1"

// route is one endpoint: what it takes and answers, for the document, and what it does.
type route struct {
	method, path string // the path as OpenAPI writes it, without the prefix
	may          rule
	id, summary  string
	request      any // a struct with path and json tags, or nil
	answer       any
	status       int
	content      string // of the answer when it is not JSON
	handle       func(*Server, fiber.Ctx) error
}

// The parts of requests.
type (
	inCourse struct {
		Course string `path:"course" json:"-"`
	}
	inAssignment struct {
		Course     string `path:"course" json:"-"`
		Assignment string `path:"assignment" json:"-"`
	}
	byID struct {
		ID int64 `path:"id" json:"-"`
	}
	byPicture struct {
		ID      int64  `path:"id" json:"-"`
		Picture string `path:"picture" json:"-" description:"The name that the step has."`
	}
	byScript struct {
		ID     int64 `path:"id" json:"-"`
		Script int   `path:"script" json:"-" description:"Number of the script, from 1."`
	}
)

type (
	newPhrasebook struct {
		inAssignment
		Phrasebook string `json:"phrasebook" maxLength:"300000" description:"YAML; empty for the built-in wording, or to take a student's own away."`
		Student    string `json:"student,omitempty" description:"Whose program it is for; without it all."`
	}
	newReading struct {
		inAssignment
		Phrasebook *string `json:"phrasebook,omitempty" maxLength:"300000" description:"YAML; without it the one in use."`
		Student    string  `json:"student,omitempty" description:"Whose transcript is wanted; without it the first one's."`
		Script     int     `json:"script,omitempty" description:"Number of the script, from 1; without it the first."`
		Key        string  `json:"key,omitempty" description:"With phrase: what it means, one of the answer's meanings."`
		Phrase     string  `json:"phrase,omitempty" description:"Added to the phrasebook before reading."`
	}
)

// The requests about results.
type (
	newComment struct {
		ID      int64  `path:"id" json:"-"`
		Comment string `json:"comment" description:"What the student is told; empty to take it away."`
	}
	newGroupComment struct {
		newComment
		Group int `path:"group" json:"-" description:"Number of the group, from 1."`
	}
	ofFormat struct {
		ID     int64  `path:"id" json:"-"`
		Format string `query:"format" json:"-" description:"The name of one of the formats that GET /report-formats lists. Without it html."`
	}
)

// health says whether the service can work.
type health struct {
	Status string `json:"status" enum:"ready"`
}

func routes() []route {
	ok, created := http.StatusOK, http.StatusCreated
	const inA = "/courses/{course}/assignments/{assignment}"
	return append([]route{
		{"GET", "/health", anyone, "health", "Check that the service and its database answer", nil, health{}, ok, "", (*Server).health},
		{"GET", "/report-formats", anyone, "listReportFormats", "The formats of reports", nil, []report.Format{}, ok, "", (*Server).reportFormats},
		{"GET", "/channels", anyone, "listChannels", "The ways to drive programs", nil, []channelAnswer{}, ok, "", (*Server).channels},
		{"GET", "/games", anyone, "listGames", "The games that Durchgang knows", nil, []gameAnswer{}, ok, "", (*Server).games},
		{"GET", "/games/{variant}", anyone, "getGame", "The guide to a variant: rules, parameters, criteria, mistakes", inGame{}, guide.Guide{}, ok, "", (*Server).guide},
		{"POST", "/play", anyone, "play", "Replay moves by the reference rules, and return the position; nothing is kept", playRequest{}, play.Table{}, ok, "", (*Server).play},
		{"GET", "/session", anyone, "getSession", "Who is signed in", nil, record.Session{}, ok, "", (*Server).session},
		{"POST", "/sign-in", anyone, "signIn", "Sign in with a password; the answer sets the session's cookie", signIn{}, record.Session{}, ok, "", (*Server).signIn},
		{"POST", "/sign-out", person, "signOut", "Sign out", nil, nothing{}, ok, "", (*Server).signOut},
		{"POST", "/invitation", anyone, "lookAtInvitation", "The person that a link invites; the login is empty for the first teacher", invited{}, record.Invitation{}, ok, "", (*Server).lookAtInvitation},
		{"POST", "/invitation/accept", anyone, "acceptInvitation", "Accept an invitation: choose a password, and sign in", accepted{}, record.Session{}, ok, "", (*Server).acceptInvitation},
		{"PUT", "/account/password", person, "changePassword", "Change one's password; tokens and other sessions end", newPassword{}, nothing{}, ok, "", (*Server).changePassword},
		{"GET", "/account/tokens", person, "listTokens", "One's tokens, the newest first", nil, []record.Token{}, ok, "", (*Server).tokens},
		{"POST", "/account/tokens", person, "createToken", "Create a token; the answer has its secret, once", newToken{}, record.Token{}, created, "", (*Server).newToken},
		{"DELETE", "/account/tokens/{id}", person, "revokeToken", "Revoke a token", byID{}, nothing{}, ok, "", (*Server).dropToken},
		{"GET", "/people", admin, "listPeople", "All accounts", nil, []record.Person{}, ok, "", (*Server).people},
		{"POST", "/people", admin, "addPerson", "Add an account; the answer has its invitation link", newPerson{}, record.Invitation{}, created, "", (*Server).addPerson},
		{"PUT", "/people/{login}", admin, "changePerson", "Change an account", changedPerson{}, record.Person{}, ok, "", (*Server).setPerson},
		{"POST", "/people/{login}/invitation", admin, "invitePerson", "Create a new invitation link", byLogin{}, record.Invitation{}, created, "", (*Server).invitePerson},
		{"GET", "/audit-log", admin, "listActs", "The audit log of all courses, the newest entries first", inAuditLog{}, []record.Act{}, ok, "", (*Server).auditLog},
		{"GET", "/courses", person, "listCourses", "All courses", nil, []record.Course{}, ok, "", (*Server).courses},
		{"POST", "/courses", admin, "createCourse", "Create a course", newCourse{}, record.Course{}, created, "", (*Server).createCourse},
		{"GET", "/courses/{course}", student, "getCourse", "One course", inCourse{}, record.Course{}, ok, "", (*Server).course},
		{"PUT", "/courses/{course}", teacher, "changeCourse", "Change a course's title, time zone or terms", changedCourse{}, record.Course{}, ok, "", (*Server).setCourse},
		{"GET", "/courses/{course}/roster", assistant, "listRoster", "The students of a course", inCourse{}, []record.Pupil{}, ok, "", (*Server).roster},
		{"POST", "/courses/{course}/roster", teacher, "importRoster", "Import students into the roster: CSV, or an archive of OneRoster 1.2 CSV", newRoster{}, record.RosterImport{}, ok, "", (*Server).importRoster},
		{"PUT", "/courses/{course}/roster/{student}", teacher, "setStudent", "Change a student on the roster, or add one", changedPupil{}, record.Pupil{}, ok, "", (*Server).setPupil},
		{"DELETE", "/courses/{course}/roster/{student}", teacher, "dropStudent", "Remove a student from the roster; submissions are kept", ofPupil{}, nothing{}, ok, "", (*Server).dropPupil},
		{"POST", "/courses/{course}/invitations", teacher, "inviteStudents", "Create invitation links for students without a password", newInvitations{}, []record.Invitation{}, created, "", (*Server).invitePupils},
		{"GET", "/courses/{course}/members", appoint, "listMembers", "The people of a course", inCourse{}, []record.Participant{}, ok, "", (*Server).members},
		{"POST", "/courses/{course}/members", appoint, "addMember", "Add a teacher or assistant", newMember{}, record.Invitation{}, created, "", (*Server).addMember},
		{"DELETE", "/courses/{course}/members/{login}", appoint, "dropMember", "Remove a person from a course; submissions are kept", ofMember{}, nothing{}, ok, "", (*Server).dropMember},
		{"GET", "/courses/{course}/audit-log", teacher, "listCourseActs", "The audit log of a course, the newest entries first", inCourseAuditLog{}, []record.Act{}, ok, "", (*Server).auditLog},
		{"GET", "/courses/{course}/assignments", assistant, "listAssignments", "The assignments of a course, the newest first", inCourse{}, []record.Assignment{}, ok, "", (*Server).assignments},
		{"POST", "/courses/{course}/assignments", teacher, "createAssignment", "Create an assignment", newAssignment{}, record.Assignment{}, created, "", (*Server).createAssignment},
		{"GET", "/courses/{course}/suites/{variant}", teacher, "getSuite", "The suite for a variant, as a text to edit, and the mistakes that it does not catch", forVariant{}, suiteAnswer{}, ok, "", (*Server).suite},
		{"POST", "/courses/{course}/desk", teacher, "openDesk", "Show a suite that is being made, which may be incomplete, after a change; nothing is kept", deskRequest{}, deskAnswer{}, ok, "", (*Server).desk},
		{"POST", "/courses/{course}/desk/strength", teacher, "measureSuite", "What a suite that is being made catches, and the scripts that would close its holes", strengthRequest{}, desk.DraftStrength{}, ok, "", (*Server).strength},
		{"POST", "/courses/{course}/desk/moves", teacher, "findMoves", "Find the moves that a text in people's words names", movesRequest{}, movesAnswer{}, ok, "", (*Server).moves},
		{"POST", "/courses/{course}/desk/settings", teacher, "checkSettings", "Check a phrasebook, page map or function book", settingsRequest{}, settingsAnswer{}, ok, "", (*Server).settings},
		{"POST", "/courses/{course}/desk/handout", teacher, "readHandout", "What students would read of an assignment that need not exist yet", newAssignment{}, record.Handout{}, ok, "", (*Server).handout},
		{"POST", inA + "/suite-changes", teacher, "compareSuite", "What another suite would change of an assignment, and of its results where that is known without running programs", suiteChangeRequest{}, record.SuiteChange{}, ok, "", (*Server).suiteChange},
		{"POST", "/courses/{course}/dry-runs", teacher, "dryRun", "Test an assignment with a correct program, with every known mistake, and with a given program; nothing is kept, and it need not exist yet", newDryRun{}, record.DryRun{}, ok, "", (*Server).dryRun},
		{"POST", "/courses/{course}/import", teacher, "importAssignment", "Import an assignment from an archive that was exported", inAssignmentArchive{}, record.Assignment{}, created, "", (*Server).importAssignment},
		{"GET", inA, assistant, "getAssignment", "One assignment", inAssignment{}, record.Assignment{}, ok, "", (*Server).assignment},
		{"PUT", inA, teacher, "changeAssignment", "Save an assignment as a new revision; 409 when it was changed since it was read", changedAssignment{}, record.Assignment{}, ok, "", (*Server).changeAssignment},
		{"GET", inA + "/revisions", assistant, "listRevisions", "The revisions of an assignment, the newest first", inAssignment{}, []record.Revision{}, ok, "", (*Server).revisions},
		{"GET", inA + "/revisions/{number}", assistant, "getRevision", "An assignment as it was", ofRevision{}, record.Assignment{}, ok, "", (*Server).revision},
		{"GET", inA + "/export", assistant, "exportAssignment", "The assignment as one archive", inAssignment{}, nil, ok, "application/zip", (*Server).exportAssignment},
		{"GET", inA + "/handout", student, "getHandout", "What students read of an assignment", inAssignment{}, record.Handout{}, ok, "", (*Server).handoutOf},
		{"GET", inA + "/kit", student, "getKit", "The starter kit: handout, public scripts, files to start from", inAssignment{}, nil, ok, "application/zip", (*Server).kit},
		{"PUT", inA + "/phrasebook", teacher, "setPhrasebook", "Change the phrasebook of an assignment, or of one student's program in it, for later runs", newPhrasebook{}, record.Assignment{}, ok, "", (*Server).setPhrasebook},
		{"POST", inA + "/reading", assistant, "readTranscripts", "Read what the programs printed in the newest run, with a phrasebook that need not be kept", newReading{}, record.Transcript{}, ok, "", (*Server).read},
		{"GET", inA + "/submissions", assistant, "listSubmissions", "The last submission of each student", inAssignment{}, []record.Submission{}, ok, "", (*Server).submissions},
		{"POST", inA + "/submissions", assistant, "importSubmissions", "Hand in a class: a zip or tar.gz archive with a folder or source file for each student", newClass{}, record.Import{}, ok, "", (*Server).importClass},
		{"POST", inA + "/submissions/git", assistant, "importRepository", "Hand in a class, or one student's program, from a git repository", newGit{}, gitAnswer{}, ok, "", (*Server).importGit},
		{"POST", inA + "/submissions/of/{student}", assistant, "submitFor", "Hand in one student's program: a source file, or a zip or tar.gz archive", newHandInOf{}, record.Submission{}, created, "", (*Server).submitFor},
		{"GET", "/courses/{course}/mine", student, "listMine", "The assignments of a course, as the student who asks sees them", inCourse{}, []record.Mine{}, ok, "", (*Server).mine},
		{"GET", inA + "/mine", student, "getMine", "An assignment as the student who asks sees it", inAssignment{}, record.Mine{}, ok, "", (*Server).myAssignment},
		{"POST", inA + "/mine", student, "submit", "Hand in one's program: a source file, or a zip or tar.gz archive", newHandIn{}, record.Submission{}, created, "", (*Server).submit},
		{"POST", inA + "/mine/git", student, "submitRepository", "Hand in one's program from a git repository", newGit{}, record.Submission{}, created, "", (*Server).submitGit},
		{"POST", inA + "/mine/tries", student, "try", "Play the public scripts with a program that is not handed in", newHandIn{}, record.Run{}, created, "", (*Server).try},
		{"POST", inA + "/regrades", teacher, "regrade", "Regrade with the current assignment; the results count once they are accepted", inAssignment{}, record.Run{}, created, "", (*Server).regrade},
		{"POST", inA + "/withdraw", teacher, "withdraw", "Withdraw published results: students see no result", inAssignment{}, record.Assignment{}, ok, "", (*Server).withdraw},
		{"GET", inA + "/requests", assistant, "listRequests", "Students' regrade requests, open ones first", inAssignment{}, []record.Request{}, ok, "", (*Server).requests},
		{"GET", "/courses/{course}/gradebook", assistant, "getGradebook", "The gradebook of a course, as CSV", inGradebook{}, nil, ok, "text/csv", (*Server).gradebook},
		{"GET", "/metrics", admin, "getMetrics", "Metrics of the service, in Prometheus' text form", nil, nil, ok, "text/plain", (*Server).metrics},
		{"DELETE", "/courses/{course}/students/{student}", teacher, "forgetStudent", "Delete all data of a student in a course permanently", ofPupil{}, office.Forgotten{}, ok, "", (*Server).forget},
		{"GET", "/workload", admin, "getWorkload", "Workers, and the runs that wait for them", nil, record.Workload{}, ok, "", (*Server).workload},
		{"POST", "/runs/{id}/cancel", assistant, "cancelRun", "Cancel a run: submissions that are not graded yet are left out", byID{}, record.Run{}, ok, "", byNumber((*office.Office).CancelRun)},
		{"POST", "/runs/{id}/pause", assistant, "pauseRun", "Pause a run: gradings under way are finished, no others are started", byID{}, record.Run{}, ok, "", byNumber((*office.Office).PauseRun)},
		{"POST", "/runs/{id}/resume", assistant, "resumeRun", "Resume a paused run", byID{}, record.Run{}, ok, "", byNumber((*office.Office).ResumeRun)},
		{"POST", "/runs/{id}/accept", teacher, "acceptRun", "Accept the results of a regrade", byID{}, record.Run{}, ok, "", byNumber((*office.Office).AcceptRun)},
		{"DELETE", "/runs/{id}", teacher, "discardRun", "Discard a regrade that was not accepted", byID{}, record.Run{}, ok, "", byNumber((*office.Office).DiscardRun)},
		{"POST", "/runs/{id}/publish", teacher, "publishRun", "Publish the results of a run to students", byID{}, record.Run{}, ok, "", byNumber((*office.Office).Publish)},
		{"GET", "/runs/{id}/compare/{other}", assistant, "compareRuns", "Compare two runs of an assignment: whose results differ, and why", againstOther{}, record.RunComparison{}, ok, "", (*Server).compareRuns},
		{"GET", "/results/{id}/compare/{other}", assistant, "compareResults", "Compare two results", againstOther{}, record.Pair{}, ok, "", (*Server).compareResults},
		{"GET", "/results/{id}/files", assistant, "listFiles", "The files of a result's submission", byID{}, []record.File{}, ok, "", byNumber((*office.Office).Files)},
		{"PUT", "/results/{id}/by-hand", teacher, "giveByHand", "Override points, which is kept through regrades, or remove the override", byHand{}, record.Result{}, ok, "", (*Server).giveByHand},
		{"POST", "/results/{id}/requests", own, "ask", "Request a regrade of a result", newRequest{}, record.Request{}, created, "", (*Server).ask},
		{"PUT", "/requests/{id}", assistant, "reply", "Answer a student's regrade request", newAnswer{}, record.Request{}, ok, "", (*Server).reply},
		{"GET", inA + "/runs", assistant, "listRuns", "The runs of an assignment, the newest first", inAssignment{}, []record.Run{}, ok, "", (*Server).runs},
		{"POST", inA + "/runs", assistant, "startRun", "Grade every submission", newRun{}, record.Run{}, created, "", (*Server).startRun},
		{"GET", "/runs/{id}", assistant, "getRun", "The progress of a run", byID{}, record.Run{}, ok, "", byNumber((*office.Office).Run)},
		{"GET", "/runs/{id}/matrix", assistant, "getMatrix", "Students by criteria", byID{}, record.Matrix{}, ok, "", byNumber((*office.Office).Matrix)},
		{"GET", "/runs/{id}/events", assistant, "watchRun", "The progress of a run: an event of type run, with a Run as data, at each change; the last one is over", byID{}, nil, ok, "text/event-stream", (*Server).watch},
		{"GET", "/results/{id}", assistant, "getResult", "The result of one submission, with its findings", byID{}, record.Result{}, ok, "", byNumber((*office.Office).Result)},
		{"GET", "/runs/{id}/class", assistant, "getClass", "Summary of a class: criteria, mistakes, totals", byID{}, record.Class{}, ok, "", byNumber((*office.Office).Class)},
		{"GET", "/runs/{id}/groups", assistant, "listGroups", "Groups of programs that behave the same, the largest first", byID{}, []record.Group{}, ok, "", byNumber((*office.Office).Groups)},
		{"PUT", "/runs/{id}/groups/{group}/comment", assistant, "commentGroup", "Comment on all programs of a group", newGroupComment{}, []record.Group{}, ok, "", (*Server).commentGroup},
		{"GET", "/runs/{id}/report", assistant, "reportClass", "The report of a class, or an export for other tools", ofFormat{}, nil, ok, "text/html", (*Server).reportClass},
		{"PUT", "/results/{id}/comment", assistant, "commentResult", "Comment on a program", newComment{}, record.Result{}, ok, "", (*Server).commentResult},
		{"GET", "/results/{id}/report", own, "reportResult", "The report for a student, or an export for other tools", ofFormat{}, nil, ok, "text/html", (*Server).reportResult},
		{"POST", "/findings/{id}/replay", assistant, "replayFinding", "Replay a finding", byID{}, record.Replay{}, ok, "", byNumber((*office.Office).Replay)},
		{"GET", "/results/{id}/scripts/{script}", assistant, "getEvidence", "The recorded run of one script", byScript{}, record.Evidence{}, ok, "", (*Server).evidence},
		{"GET", "/results/{id}/pictures/{picture}", assistant, "getPicture", "The picture of a page at a step of a script", byPicture{}, nil, ok, "image/jpeg", (*Server).picture},
	}, contestRoutes()...)
}

func (s *Server) health(c fiber.Ctx) error {
	if err := s.office.Ready(c.Context()); err != nil {
		return err
	}
	return c.JSON(health{"ready"})
}

func (s *Server) setPhrasebook(c fiber.Ctx) error {
	var in newPhrasebook
	if err := body(c, &in); err != nil {
		return err
	}
	a, err := s.office.SetPhrasebook(c.Context(), c.Params("course"), c.Params("assignment"), in.Student, in.Phrasebook)
	return reply(c, http.StatusOK, a, err)
}

func (s *Server) read(c fiber.Ctx) error {
	var in newReading
	if err := body(c, &in); err != nil {
		return err
	}
	t, err := s.office.Read(c.Context(), c.Params("course"), c.Params("assignment"),
		office.Reading{Phrasebook: in.Phrasebook, Student: in.Student, Script: in.Script, Key: in.Key, Phrase: in.Phrase})
	return reply(c, http.StatusOK, t, err)
}

func (s *Server) submissions(c fiber.Ctx) error {
	list, err := s.office.Submissions(c.Context(), c.Params("course"), c.Params("assignment"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) runs(c fiber.Ctx) error {
	runs, err := s.office.Runs(c.Context(), c.Params("course"), c.Params("assignment"))
	return reply(c, http.StatusOK, runs, err)
}

// byNumber answers with what a use case finds for a number.
func byNumber[T any](act func(*office.Office, context.Context, int64) (T, error)) func(*Server, fiber.Ctx) error {
	return func(s *Server, c fiber.Ctx) error {
		id, err := number(c, "id")
		if err != nil {
			return err
		}
		found, err := act(s.office, c.Context(), id)
		return reply(c, http.StatusOK, found, err)
	}
}

func (s *Server) evidence(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	script, err := number(c, "script")
	if err != nil {
		return err
	}
	e, err := s.office.Evidence(c.Context(), id, int(script))
	return reply(c, http.StatusOK, e, err)
}

// picture answers with a picture, which never changes.
func (s *Server) picture(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	data, err := s.office.Picture(c.Context(), id, c.Params("picture"))
	if err != nil {
		return err
	}
	c.Set("Content-Type", "image/jpeg")
	c.Set("Cache-Control", "private, max-age=86400, immutable")
	return c.Send(data)
}

func reply(c fiber.Ctx, status int, answer any, err error) error {
	if err == nil {
		answer, err = page(c, answer)
	}
	if err != nil {
		return err
	}
	return c.Status(status).JSON(answer)
}

func body(c fiber.Ctx, into any) error {
	text := c.Request().Body()
	if !utf8.Valid(text) {
		return fiber.NewError(http.StatusBadRequest, "the request's body is not UTF-8")
	}
	if err := json.Unmarshal(text, into); err != nil {
		return fiber.NewError(http.StatusBadRequest, "the request's body is not JSON of this kind: "+err.Error())
	}
	return checkTexts("body", reflect.ValueOf(into), longestText)
}

// param is a parameter of the path as text; an escape that cannot be read stays as it is.
func param(c fiber.Ctx, name string) string {
	if text, err := url.PathUnescape(c.Params(name)); err == nil {
		return text
	}
	return c.Params(name)
}

func number(c fiber.Ctx, name string) (int64, error) {
	n, err := strconv.ParseInt(c.Params(name), 10, 32)
	if err != nil || n < 1 {
		return 0, fiber.NewError(http.StatusBadRequest, name+" "+strconv.Quote(c.Params(name))+" is not a valid ID")
	}
	return n, nil
}

func (s *Server) commentGroup(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	group, err := number(c, "group")
	if err != nil {
		return err
	}
	var in newGroupComment
	if err := body(c, &in); err != nil {
		return err
	}
	groups, err := s.office.CommentGroup(c.Context(), id, int(group), in.Comment)
	return reply(c, http.StatusOK, groups, err)
}

func (s *Server) commentResult(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	var in newComment
	if err := body(c, &in); err != nil {
		return err
	}
	r, err := s.office.CommentResult(c.Context(), id, in.Comment)
	return reply(c, http.StatusOK, r, err)
}

// mediaOf is the media type of a report in a format.
func mediaOf(format string) string {
	f, _ := report.FormatOf(format)
	return f.Media
}

func (s *Server) reportFormats(c fiber.Ctx) error { return c.JSON(report.Formats) }

func (s *Server) reportClass(c fiber.Ctx) error { return s.report(c, s.office.ClassReport) }

func (s *Server) reportResult(c fiber.Ctx) error { return s.report(c, s.office.StudentReport) }

// report answers with a report. A page of one is shown on its own, without scripts.
func (s *Server) report(c fiber.Ctx, write func(context.Context, int64, string) ([]byte, error)) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	format := c.Query("format", "html")
	data, err := write(c.Context(), id, format)
	if err != nil {
		return err
	}
	c.Set("Content-Type", mediaOf(format))
	c.Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'self'")
	return c.Status(http.StatusOK).Send(data)
}
