package cli

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"os"
	"os/signal"
	"path/filepath"
	"runtime"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"durchgang/internal/cluster"
	"durchgang/internal/office"
	"durchgang/internal/sandbox"
	"durchgang/internal/server"
	"durchgang/internal/store"
)

const defaultListen = "127.0.0.1:8420"

type serveFlags struct {
	listen, database, data string
	workers                int
}

func serveCommand(console fs.FS) *cobra.Command {
	var f serveFlags
	c := &cobra.Command{
		Use:   "serve",
		Short: "Run the service with its console",
		Long: `Run the service: the API, the console, and workers that grade. Without --database
it starts Debian's PostgreSQL on loopback, with its data under --data.`,
		Example: "  durchgang serve\n  durchgang serve --listen 127.0.0.1:9000 --data /srv/durchgang\n  durchgang serve --database postgres://durchgang@db.example/durchgang",
		Args:    exactly(),
		RunE:    func(c *cobra.Command, _ []string) error { return serve(c, console, f) },
	}
	c.Flags().StringVar(&f.listen, "listen", defaultListen, "address to answer on")
	c.Flags().StringVar(&f.database, "database", os.Getenv("DURCHGANG_DATABASE"), "address of a PostgreSQL database; DURCHGANG_DATABASE sets it too")
	c.Flags().StringVar(&f.data, "data", defaultData(), "folder for the database that is started without --database")
	c.Flags().IntVar(&f.workers, "workers", runtime.NumCPU(), "submissions graded at the same time")
	return c
}

// defaultData is a folder that the account of the database can reach.
func defaultData() string {
	if os.Geteuid() == 0 {
		return "/var/lib/durchgang"
	}
	if home, err := os.UserHomeDir(); err == nil {
		return filepath.Join(home, ".local", "share", "durchgang")
	}
	return filepath.Join(os.TempDir(), "durchgang")
}

func serve(c *cobra.Command, console fs.FS, f serveFlags) (err error) {
	ctx, stop := signal.NotifyContext(c.Context(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	log := newLog(c)
	listener, err := server.Listen(f.listen)
	if err != nil {
		return err
	}
	defer listener.Close()
	if err := sandbox.Ready(ctx); err != nil {
		return fmt.Errorf("the service runs programs in a box only: %w", err)
	}
	address := f.database
	if address == "" {
		own, err := startCluster(ctx, f.data)
		if err != nil {
			return err
		}
		defer func() {
			ctx, cancel := context.WithTimeout(context.Background(), 30*time.Second)
			defer cancel()
			err = errors.Join(err, own.Stop(ctx))
		}()
		address = own.URL("durchgang")
	}
	records, err := store.Open(ctx, address)
	if err != nil {
		return err
	}
	defer records.Close()
	o, err := office.New(records, log)
	if err != nil {
		return err
	}
	worker, err := o.StartWorker(ctx, f.workers)
	if err != nil {
		return err
	}
	defer func() {
		ctx, cancel := context.WithTimeout(context.Background(), leaveTime)
		defer cancel()
		err = errors.Join(err, worker.Stop(ctx))
	}()
	s, err := server.New(o, console, log)
	if err != nil {
		return err
	}
	link, err := o.FirstLink(ctx)
	if err != nil {
		return err
	}
	if link != "" {
		fmt.Fprintf(c.OutOrStdout(), "Nobody has an account yet. The first teacher chooses a password here, once:\n  http://%s%s\n", listener.Addr(), link)
	}
	fmt.Fprintf(c.OutOrStdout(), "Durchgang is ready: http://%s\n", listener.Addr())
	return s.Serve(ctx, listener)
}

func newLog(c *cobra.Command) *slog.Logger {
	return slog.New(slog.NewTextHandler(c.ErrOrStderr(), &slog.HandlerOptions{Level: slog.LevelWarn}))
}

func startCluster(ctx context.Context, dir string) (*cluster.Cluster, error) {
	c, err := cluster.Start(ctx, dir, cluster.Options{})
	if err != nil {
		return nil, err
	}
	return c, c.Create(ctx, "durchgang", "")
}
