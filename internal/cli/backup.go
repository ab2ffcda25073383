package cli

import (
	"context"
	"errors"
	"fmt"
	"io"
	"time"

	"github.com/spf13/cobra"

	"durchgang/internal/backup"
	"durchgang/internal/cluster"
)

// withDatabase calls act with the address of the database that a command's settings name, and
// starts the service's own for as long where that is meant and does not run.
func withDatabase(c *cobra.Command, act func(url string) error) error {
	values, _, err := settled(c)
	if err != nil {
		return err
	}
	if values["database"] != "" {
		return act(values["database"])
	}
	running := cluster.Running(c.Context(), values["data"])
	own, err := startCluster(c.Context(), values["data"])
	if own != nil && !running {
		defer func() {
			ctx, cancel := context.WithTimeout(context.Background(), 30*time.Second)
			defer cancel()
			_ = own.Stop(ctx) // what was asked for is done already
		}()
	}
	if err != nil {
		return err
	}
	return act(own.URL("durchgang"))
}

func backupCommand(o *options) *cobra.Command {
	var check bool
	c := &cobra.Command{
		Use: "backup FILE", Short: "Back up all records of a service into one file", Args: exactly("a FILE"),
		Long: `Write all records of a service into one file, as they are at one moment; the service may go on
meanwhile. With --check the file is brought back into a database of its own on the same server,
compared, and that database is dropped.`,
		Example: "  durchgang backup monday.backup --check\n  durchgang backup monday.backup --database postgres://durchgang@db.example/durchgang",
		RunE: func(c *cobra.Command, args []string) error {
			var m backup.Manifest
			err := withDatabase(c, func(url string) (err error) {
				if m, err = backup.Write(c.Context(), url, args[0]); err == nil && check {
					err = checkBackup(c.Context(), url, args[0])
				}
				return err
			})
			return o.answer(c, m, err, func(w io.Writer) { printManifest(w, m, check) })
		},
	}
	addSettings(c)
	c.Flags().BoolVar(&check, "check", false, "bring it back into a database of its own, and compare")
	return c
}

func printManifest(w io.Writer, m backup.Manifest, checked bool) {
	var rows int64
	for _, t := range m.Tables {
		rows += t.Rows
	}
	fmt.Fprintf(w, "%d rows in %d tables, as of %s", rows, len(m.Tables), local(m.Made))
	if checked {
		fmt.Fprint(w, "; brought back and found to be the same")
	}
	fmt.Fprintln(w)
}

// checkBackup brings a backup back into a database beside the service's.
func checkBackup(ctx context.Context, url, file string) error {
	beside, drop, err := cluster.Beside(ctx, url)
	if err != nil {
		return fmt.Errorf("make a database to check the backup in: %w", err)
	}
	_, err = backup.Restore(ctx, file, beside)
	return errors.Join(err, drop(context.WithoutCancel(ctx)))
}

func restoreCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use: "restore FILE", Short: "Restore a backup into an empty database, and compare", Args: exactly("a FILE"),
		Long:    "Bring a backup back into an empty database: that of --database, or one in the folder --data that\nhas held no service yet. What is there then is compared with what was kept.",
		Example: "  durchgang restore monday.backup --data /srv/durchgang\n  durchgang serve --data /srv/durchgang",
		RunE: func(c *cobra.Command, args []string) error {
			var m backup.Manifest
			err := withDatabase(c, func(url string) (err error) {
				m, err = backup.Restore(c.Context(), args[0], url)
				return err
			})
			if errors.Is(err, backup.ErrNotEmpty) || errors.Is(err, backup.ErrForm) || errors.Is(err, backup.ErrCut) {
				err = &exitError{exitInput, err}
			}
			return o.answer(c, m, err, func(w io.Writer) { printManifest(w, m, true) })
		},
	}
	addSettings(c)
	return c
}
