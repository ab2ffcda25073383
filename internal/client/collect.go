package client

import (
	"context"
	"encoding/json"
	"fmt"
	"net/url"
	"strings"

	"durchgang/core/judge"
	"durchgang/internal/record"
)

// Import hands in a class's zip or tar.gz archive. Decisions say by entry whose it is; they
// may be nil.
func (c *Client) Import(
	ctx context.Context, course, assignment string, archive []byte, decisions map[string]string,
) (report record.Import, err error) {
	path := at(course, assignment) + "/submissions"
	if len(decisions) > 0 {
		text, err := json.Marshal(decisions)
		if err != nil {
			return report, err
		}
		path += "?decisions=" + url.QueryEscape(string(text))
	}
	err = c.send(ctx, "POST", path, "application/zip", archive, &report)
	return report, err
}

// Repository is where programs are fetched from with git.
type Repository struct{ URL, Revision, Folder string }

func (r Repository) in() object {
	return object{"url": r.URL, "revision": r.Revision, "folder": r.Folder}
}

// ImportGit hands in a class from a repository.
func (c *Client) ImportGit(
	ctx context.Context, course, assignment string, r Repository, decisions map[string]string,
) (record.Import, error) {
	in := r.in()
	in["decisions"] = decisions
	out, err := answer[struct{ Import record.Import }](ctx, c, "POST", at(course, assignment)+"/submissions/git", in)
	return out.Import, err
}

// SubmitGitFor hands in one student's program from a repository.
func (c *Client) SubmitGitFor(ctx context.Context, course, assignment, student string, r Repository) (record.Submission, error) {
	in := r.in()
	in["student"] = student
	out, err := answer[struct{ Submission record.Submission }](ctx, c, "POST", at(course, assignment)+"/submissions/git", in)
	return out.Submission, err
}

// SubmitGit hands in one's own program from a repository.
func (c *Client) SubmitGit(ctx context.Context, course, assignment string, r Repository) (record.Submission, error) {
	return answer[record.Submission](ctx, c, "POST", at(course, assignment)+"/mine/git", r.in())
}

// Submit hands in one's own program: a source file of that name or, with an empty name, an
// archive. With a student it is handed in for that one.
func (c *Client) Submit(ctx context.Context, course, assignment, student, name string, data []byte) (s record.Submission, err error) {
	path := "/mine"
	if student != "" {
		path = "/submissions/of/" + url.PathEscape(student)
	}
	err = c.send(ctx, "POST", at(course, assignment)+path+"?name="+url.QueryEscape(name), "application/octet-stream", data, &s)
	return s, err
}

// Try plays the public part of the suite with a program that is not handed in.
func (c *Client) Try(ctx context.Context, course, assignment, name string, data []byte) (r record.Run, err error) {
	err = c.send(ctx, "POST", at(course, assignment)+"/mine/tries?name="+url.QueryEscape(name), "application/octet-stream", data, &r)
	return r, err
}

// Submissions lists the submission of each student that counts.
func (c *Client) Submissions(ctx context.Context, course, assignment string) ([]record.Submission, error) {
	return answer[[]record.Submission](ctx, c, "GET", at(course, assignment)+"/submissions", nil)
}

// Mine lists the assignments of a course as the student who asks sees them.
func (c *Client) Mine(ctx context.Context, course string) ([]record.Mine, error) {
	return answer[[]record.Mine](ctx, c, "GET", inCourse(course)+"/mine", nil)
}

// MyAssignment is an assignment as the student who asks sees it.
func (c *Client) MyAssignment(ctx context.Context, course, assignment string) (record.Mine, error) {
	return answer[record.Mine](ctx, c, "GET", at(course, assignment)+"/mine", nil)
}

// StartRun begins to grade every submission of an assignment; with needed only what failed or
// has changed.
func (c *Client) StartRun(ctx context.Context, course, assignment string, needed bool) (record.Run, error) {
	return answer[record.Run](ctx, c, "POST", fmt.Sprintf("%s/runs?needed=%t", at(course, assignment), needed), nil)
}

// Regrade begins a run that counts once it is accepted.
func (c *Client) Regrade(ctx context.Context, course, assignment string) (record.Run, error) {
	return answer[record.Run](ctx, c, "POST", at(course, assignment)+"/regrades", nil)
}

// ChangeRun does one thing to a run: cancel, pause, resume, accept or publish.
func (c *Client) ChangeRun(ctx context.Context, run int64, act string) (record.Run, error) {
	return answer[record.Run](ctx, c, "POST", fmt.Sprintf("/runs/%d/%s", run, act), nil)
}

// DiscardRun throws a regrade away.
func (c *Client) DiscardRun(ctx context.Context, run int64) (record.Run, error) {
	return answer[record.Run](ctx, c, "DELETE", fmt.Sprintf("/runs/%d", run), nil)
}

// Runs lists the runs of an assignment, the newest first.
func (c *Client) Runs(ctx context.Context, course, assignment string) ([]record.Run, error) {
	return answer[[]record.Run](ctx, c, "GET", at(course, assignment)+"/runs", nil)
}

// Withdraw takes back what was handed back.
func (c *Client) Withdraw(ctx context.Context, course, assignment string) (record.Assignment, error) {
	return answer[record.Assignment](ctx, c, "POST", at(course, assignment)+"/withdraw", nil)
}

// Compare puts two runs side by side.
func (c *Client) Compare(ctx context.Context, before, after int64) (record.RunComparison, error) {
	return answer[record.RunComparison](ctx, c, "GET", fmt.Sprintf("/runs/%d/compare/%d", before, after), nil)
}

// Pair puts two results side by side.
func (c *Client) Pair(ctx context.Context, left, right int64) (record.Pair, error) {
	return answer[record.Pair](ctx, c, "GET", fmt.Sprintf("/results/%d/compare/%d", left, right), nil)
}

// GiveByHand gives points by hand, or takes them away.
func (c *Client) GiveByHand(ctx context.Context, result int64, h judge.ByHand, take bool) (record.Result, error) {
	return answer[record.Result](
		ctx, c, "PUT", fmt.Sprintf("/results/%d/by-hand", result),
		object{"criterion": h.Criterion, "points": h.Points, "reason": h.Reason, "take": take},
	)
}

// Ask requests a regrade of a result.
func (c *Client) Ask(ctx context.Context, result int64, question string) (record.Request, error) {
	return answer[record.Request](ctx, c, "POST", fmt.Sprintf("/results/%d/requests", result), object{"question": question})
}

// Reply answers a request for regrading.
func (c *Client) Reply(ctx context.Context, request int64, text string) (record.Request, error) {
	return answer[record.Request](ctx, c, "PUT", fmt.Sprintf("/requests/%d", request), object{"answer": text})
}

// Requests lists the regrade requests, open ones first.
func (c *Client) Requests(ctx context.Context, course, assignment string) ([]record.Request, error) {
	return answer[[]record.Request](ctx, c, "GET", at(course, assignment)+"/requests", nil)
}

// Gradebook fetches the points of a course's students as CSV.
func (c *Client) Gradebook(ctx context.Context, course string, assignments, columns []string) ([]byte, error) {
	return c.fetch(
		ctx,
		fmt.Sprintf(
			"%s/gradebook?assignments=%s&columns=%s", inCourse(course), url.QueryEscape(strings.Join(assignments, ",")),
			url.QueryEscape(strings.Join(columns, ",")),
		),
	)
}

// Workload tells which workers there are, and what waits for them.
func (c *Client) Workload(ctx context.Context) (record.Workload, error) {
	return answer[record.Workload](ctx, c, "GET", "/workload", nil)
}
