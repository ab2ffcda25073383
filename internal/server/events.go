package server

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"net"
	"time"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/record"
)

const (
	lookEvery = 250 * time.Millisecond
	keepAlive = 15 * time.Second
)

// watch streams the progress of a run until it is done.
func (s *Server) watch(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	if _, err := s.office.Run(c.Context(), id); err != nil {
		return err
	}
	return s.stream(c, "run", func(ctx context.Context) (progress, error) {
		run, err := s.office.Run(ctx, id)
		return progress{run, fmt.Sprint(run.State, run.Done), run.State.Over()}, err
	})
}

// watchContest streams the progress of a contest until it is over.
func (s *Server) watchContest(c fiber.Ctx) error {
	found, err := s.office.Contest(c.Context(), param(c, "course"), param(c, "contest"))
	if err != nil {
		return err
	}
	return s.stream(c, "contest", func(ctx context.Context) (progress, error) {
		now, err := s.office.ContestNow(ctx, found.ID)
		now.Entrants = []record.Entrant{} // which names nobody who is to stay unnamed
		now.Terms.Words, now.Terms.Seed = nil, 0
		return progress{now, fmt.Sprint(now.State, now.Done, now.Matches), now.State.Settled()}, err
	})
}

// progress is how far something has come: what is told of it, what tells one progress from
// the next, and whether it was the last.
type progress struct {
	data  any
	state string
	over  bool
}

// stream answers with server-sent events, one at each progress, until the last one or the
// reader goes away. While the database is away there is none.
func (s *Server) stream(c fiber.Ctx, event string, look func(context.Context) (progress, error)) error {
	c.Set(fiber.HeaderContentType, "text/event-stream")
	c.Set(fiber.HeaderCacheControl, "no-store")
	conn := c.RequestCtx().Conn()
	return c.SendStreamWriter(func(w *bufio.Writer) {
		if err := s.send(conn, w, event, look); err != nil {
			s.log.Debug("a reader of progress went away", "event", event, "error", err)
		}
	})
}

func (s *Server) send(conn net.Conn, w *bufio.Writer, event string, look func(context.Context) (progress, error)) error {
	tick := time.NewTicker(lookEvery)
	defer tick.Stop()
	last, said := "", time.Now()
	for {
		ctx, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		now, err := look(ctx)
		cancel()
		text := ""
		switch {
		case err == nil && now.state != last:
			data, err := json.Marshal(now.data)
			if err != nil {
				return err
			}
			last, text = now.state, fmt.Sprintf("event: %s\ndata: %s\n\n", event, data)
		case time.Since(said) > keepAlive:
			text = ": still there\n\n"
		}
		if text != "" {
			said = time.Now()
			if err := conn.SetWriteDeadline(said.Add(writeTime)); err != nil { // it holds for one event, not for all
				return err
			}
			if _, err := w.WriteString(text); err != nil {
				return err
			}
			if err := w.Flush(); err != nil {
				return err
			}
		}
		if err == nil && now.over {
			return nil
		}
		select {
		case <-s.done:
			return nil
		case <-tick.C:
		}
	}
}
