package cli

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"durchgang/internal/sandbox"
	"durchgang/internal/store"
	"durchgang/internal/worker"
)

func workCommand() *cobra.Command {
	c := &cobra.Command{
		Use: "work", Short: "Run a worker for a service that uses the same database", Args: exactly(),
		Long:    "Run a worker: it takes submissions to grade from the database that a service uses, and keeps what\ncame of them there. Start as many as there are machines.",
		Example: "  durchgang work --database postgres://durchgang@db.example/durchgang --workers 8",
		RunE: func(c *cobra.Command, _ []string) (err error) {
			if status, is := asInit(); is {
				return &exitError{status, nil}
			}
			ctx, stop := signal.NotifyContext(c.Context(), os.Interrupt, syscall.SIGTERM)
			defer stop()
			values, _, err := settled(c)
			if err != nil {
				return err
			}
			if values["database"] == "" {
				return &usageError{c, errors.New("a worker needs the --database of the service")}
			}
			log, err := logOf(c.ErrOrStderr(), values)
			if err != nil {
				return err
			}
			parallel, err := workersOf(values, 1)
			if err != nil {
				return err
			}
			if err := sandbox.Ready(ctx); err != nil {
				return fmt.Errorf("a worker runs programs in a box only: %w", err)
			}
			records, err := store.Open(ctx, values["database"])
			if err != nil {
				return err
			}
			defer records.Close()
			w, err := worker.Start(ctx, records, parallel, log)
			if err != nil {
				return err
			}
			fmt.Fprintln(c.OutOrStdout(), "the worker is ready")
			<-ctx.Done()
			leave, cancel := context.WithTimeout(context.Background(), leaveTime)
			defer cancel()
			return w.Stop(leave)
		},
	}
	addSettings(c)
	return c
}

// leaveTime is how long what is being graded may take when a worker is asked to stop; then it
// is left to others.
const leaveTime = 10 * time.Second
