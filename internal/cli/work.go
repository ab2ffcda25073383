package cli

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"runtime"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"durchgang/internal/office"
	"durchgang/internal/sandbox"
	"durchgang/internal/store"
)

func workCommand() *cobra.Command {
	var database string
	var parallel int
	c := &cobra.Command{
		Use: "work", Short: "Grade for a service that runs elsewhere, from the same database", Args: exactly(),
		Long:    "Run a worker: it takes submissions to grade from the database that a service uses, and keeps what\ncame of them there. Start as many as there are machines.",
		Example: "  durchgang work --database postgres://durchgang@db.example/durchgang --workers 8",
		RunE: func(c *cobra.Command, _ []string) (err error) {
			ctx, stop := signal.NotifyContext(c.Context(), os.Interrupt, syscall.SIGTERM)
			defer stop()
			if database == "" {
				return &usageError{c, errors.New("a worker needs the --database of the service")}
			}
			if err := sandbox.Ready(ctx); err != nil {
				return fmt.Errorf("a worker runs programs in a box only: %w", err)
			}
			records, err := store.Open(ctx, database)
			if err != nil {
				return err
			}
			defer records.Close()
			o, err := office.New(records, newLog(c))
			if err != nil {
				return err
			}
			worker, err := o.StartWorker(ctx, parallel)
			if err != nil {
				return err
			}
			fmt.Fprintln(c.OutOrStdout(), "the worker is ready")
			<-ctx.Done()
			leave, cancel := context.WithTimeout(context.Background(), leaveTime)
			defer cancel()
			return worker.Stop(leave)
		},
	}
	c.Flags().StringVar(&database, "database", os.Getenv("DURCHGANG_DATABASE"), "address of the service's PostgreSQL database; DURCHGANG_DATABASE sets it too")
	c.Flags().IntVar(&parallel, "workers", runtime.NumCPU(), "submissions graded at the same time")
	return c
}

// leaveTime is how long what is being graded may take when a worker is asked to stop; then it
// is left to others.
const leaveTime = 10 * time.Second
