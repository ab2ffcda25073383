package client

import (
	"context"
	"fmt"
	"io"
	"net/url"

	"durchgang/internal/record"
)

// Class sums a run up.
func (c *Client) Class(ctx context.Context, run int64) (class record.Class, err error) {
	err = c.call(ctx, "GET", fmt.Sprintf("/runs/%d/class", run), nil, &class)
	return class, err
}

// Groups lists the groups of a run's programs that do the same.
func (c *Client) Groups(ctx context.Context, run int64) (groups []record.Group, err error) {
	err = c.call(ctx, "GET", fmt.Sprintf("/runs/%d/groups", run), nil, &groups)
	return groups, err
}

// CommentGroup tells all students of a group the same.
func (c *Client) CommentGroup(ctx context.Context, run int64, group int, text string) (groups []record.Group, err error) {
	err = c.call(ctx, "PUT", fmt.Sprintf("/runs/%d/groups/%d/comment", run, group), map[string]string{"comment": text}, &groups)
	return groups, err
}

// CommentResult tells a student something about the program.
func (c *Client) CommentResult(ctx context.Context, id int64, text string) (r record.Result, err error) {
	err = c.call(ctx, "PUT", fmt.Sprintf("/results/%d/comment", id), map[string]string{"comment": text}, &r)
	return r, err
}

// Replay runs the sequence of a finding again.
func (c *Client) Replay(ctx context.Context, finding int64) (r record.Replay, err error) {
	err = c.call(ctx, "POST", fmt.Sprintf("/findings/%d/replay", finding), nil, &r)
	return r, err
}

// ClassReport fetches the report of a run in a format.
func (c *Client) ClassReport(ctx context.Context, run int64, format string) ([]byte, error) {
	return c.fetch(ctx, fmt.Sprintf("/runs/%d/report?format=%s", run, url.QueryEscape(format)))
}

// StudentReport fetches the report of a result in a format.
func (c *Client) StudentReport(ctx context.Context, id int64, format string) ([]byte, error) {
	return c.fetch(ctx, fmt.Sprintf("/results/%d/report?format=%s", id, url.QueryEscape(format)))
}

func (c *Client) fetch(ctx context.Context, path string) ([]byte, error) {
	answer, err := c.do(ctx, "GET", path, "", nil)
	if err != nil {
		return nil, err
	}
	defer answer.Body.Close()
	return io.ReadAll(answer.Body)
}
