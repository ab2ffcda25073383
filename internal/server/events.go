package server

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/record"
)

const (
	lookEvery = 250 * time.Millisecond
	keepAlive = 15 * time.Second
)

// watch streams the progress of a run as server-sent events until it is done or
// the reader goes away.
func (s *Server) watch(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	run, err := s.office.Run(c.Context(), id)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "text/event-stream")
	c.Set(fiber.HeaderCacheControl, "no-store")
	return c.SendStreamWriter(func(w *bufio.Writer) {
		if err := s.stream(w, run); err != nil {
			s.log.Debug("a reader of progress went away", "run", id, "error", err)
		}
	})
}

func (s *Server) stream(w *bufio.Writer, run record.Run) error {
	tick := time.NewTicker(lookEvery)
	defer tick.Stop()
	said := time.Now()
	if err := send(w, run); err != nil {
		return err
	}
	for !run.State.Over() {
		select {
		case <-s.done:
			return nil
		case <-tick.C:
		}
		ctx, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		next, err := s.office.Run(ctx, run.ID)
		cancel()
		switch {
		case err == nil && (next.Done != run.Done || next.State != run.State):
			run, said = next, time.Now()
			err = send(w, run)
		case time.Since(said) > keepAlive:
			said = time.Now()
			_, err = w.WriteString(": still running\n\n")
			if err == nil {
				err = w.Flush()
			}
		default:
			err = nil // the database is away; the run goes on when it is back
		}
		if err != nil {
			return err
		}
	}
	return nil
}

func send(w *bufio.Writer, run record.Run) error {
	data, err := json.Marshal(run)
	if err != nil {
		return err
	}
	if _, err := fmt.Fprintf(w, "event: run\ndata: %s\n\n", data); err != nil {
		return err
	}
	return w.Flush()
}
