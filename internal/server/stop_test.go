package server_test

import (
	"context"
	"io"
	"log/slog"
	"os"
	"testing"
	"time"

	"durchgang/internal/server"
	"durchgang/internal/server/servertest"
)

// A service that is asked to stop before it listens ends as any other.
func TestStoppedBeforeItListens(t *testing.T) {
	o := servertest.StartEmpty(t, nil).Office
	for range 3 {
		s, err := server.New(o, os.DirFS(t.TempDir()), slog.New(slog.NewTextHandler(io.Discard, nil)))
		if err != nil {
			t.Fatal(err)
		}
		listener, err := server.Listen("127.0.0.1:0")
		if err != nil {
			t.Fatal(err)
		}
		ctx, stop := context.WithCancel(t.Context())
		stop()
		done := make(chan error, 1)
		go func() { done <- s.Serve(ctx, listener) }()
		select {
		case err := <-done:
			if err != nil {
				t.Fatal(err)
			}
		case <-time.After(20 * time.Second):
			t.Fatal("it goes on")
		}
	}
}
