package cli

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net"
	"os"
	"os/signal"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"durchgang/internal/cluster"
	"durchgang/internal/office"
	"durchgang/internal/sandbox"
	"durchgang/internal/server"
	"durchgang/internal/store"
	"durchgang/internal/worker"
)

const defaultListen = "127.0.0.1:8420"

func serveCommand(console fs.FS) *cobra.Command {
	c := &cobra.Command{
		Use:   "serve",
		Short: "Run the service with its console",
		Long: `Run the service: the API, the console, and workers that grade. Without --database
it starts Debian's PostgreSQL on loopback, with its data under --data. docs/configuration.md
lists the settings.`,
		Example: "  durchgang serve\n  durchgang serve --listen 127.0.0.1:9000 --data /srv/durchgang\n  durchgang serve --config /etc/durchgang.yaml",
		Args:    exactly(),
		RunE:    func(c *cobra.Command, _ []string) error { return serve(c, console) },
	}
	addSettings(c)
	return c
}

// listed reads a list with commas between.
func listed(text string) []string {
	return strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ' ' })
}

// workersOf reads how many submissions are graded at the same time.
func workersOf(values map[string]string, least int) (int, error) {
	n, err := strconv.Atoi(values["workers"])
	if err != nil || n < least || n > 1024 {
		return 0, &exitError{exitInput, fmt.Errorf("workers is %q; it is a number from %d to 1024", values["workers"], least)}
	}
	return n, nil
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

func serve(c *cobra.Command, console fs.FS) (err error) {
	if status, is := asInit(); is {
		return &exitError{status, nil}
	}
	ctx, stop := signal.NotifyContext(c.Context(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	values, _, err := settled(c)
	if err != nil {
		return err
	}
	log, err := logOf(c.ErrOrStderr(), values)
	if err != nil {
		return err
	}
	parallel, err := workersOf(values, 0)
	if err != nil {
		return err
	}
	listener, err := server.Listen(values["listen"])
	if err != nil {
		return err
	}
	defer listener.Close()
	if err := sandbox.Ready(ctx); err != nil {
		return fmt.Errorf("the service runs programs in a box only: %w", err)
	}
	address := values["database"]
	var own *cluster.Cluster
	if address == "" {
		own, err = startCluster(ctx, values["data"])
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
	o.GitHosts = listed(values["git-hosts"])
	var house sync.WaitGroup
	defer house.Wait()
	defer stop()
	if own != nil {
		house.Go(func() { own.Keep(ctx, log, o.SetTrouble) })
	}
	if parallel > 0 {
		w, err := worker.Start(ctx, records, parallel, log)
		if err != nil {
			return err
		}
		defer func() {
			ctx, cancel := context.WithTimeout(context.Background(), leaveTime)
			defer cancel()
			err = errors.Join(err, w.Stop(ctx))
		}()
	}
	s, err := server.New(o, console, log, listed(values["proxies"])...)
	if err != nil {
		return err
	}
	if err := welcomeFirst(ctx, c.OutOrStdout(), o, listener.Addr()); err != nil {
		return err
	}
	house.Go(func() { o.KeepHouse(ctx) })
	return s.Serve(ctx, listener)
}

// welcomeFirst says where the service is, and while nobody has an account how to make one.
func welcomeFirst(ctx context.Context, w io.Writer, o *office.Office, at net.Addr) error {
	link, err := o.FirstLink(ctx)
	if err != nil {
		return err
	}
	if link != "" {
		fmt.Fprintf(w, "Nobody has an account yet. The first teacher chooses a password here, once:\n  http://%s%s\n", at, link)
	}
	_, err = fmt.Fprintf(w, "Durchgang is ready: http://%s\n", at)
	return err
}

func startCluster(ctx context.Context, dir string) (*cluster.Cluster, error) {
	c, err := cluster.Start(ctx, dir, cluster.Options{})
	if err != nil {
		return nil, err
	}
	return c, c.Create(ctx, "durchgang", "")
}
