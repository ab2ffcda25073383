// Package cluster runs a private PostgreSQL server on loopback: Debian's, found on
// the machine, with its data in a folder of its own. It serves the start command
// and the tests; an installation with a database of its own does not need it.
//
// Read Start first.
package cluster

import (
	"bytes"
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"net"
	"net/url"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// ErrMissing means that no PostgreSQL server is installed.
var ErrMissing = errors.New("PostgreSQL is not installed: install Debian's package postgresql, or name a running database with --database")

// account runs the server when root starts it, since PostgreSQL refuses root.
const account = "postgres"

// Cluster is a running server.
type Cluster struct {
	dir      string
	bin      string
	port     int
	password string
	settings string // of the command line
}

// Options settle how a cluster is started.
type Options struct {
	// Throwaway gives up durability for speed, for tests.
	Throwaway bool
}

// Start starts the server whose data are in dir, which it makes when it is not
// there. A server that runs there already is taken over.
func Start(ctx context.Context, dir string, o Options) (*Cluster, error) {
	bin, err := Binaries()
	if err != nil {
		return nil, err
	}
	c := &Cluster{dir: dir, bin: bin}
	if err := c.initialize(ctx); err != nil {
		return nil, err
	}
	there := c.running(ctx)
	if there {
		c.port, err = c.portInUse()
	} else {
		c.port, err = freePort()
	}
	if err != nil {
		return nil, err
	}
	c.settings = fmt.Sprintf("-c listen_addresses=127.0.0.1 -c port=%d -c unix_socket_directories='' -c max_connections=100", c.port)
	if o.Throwaway {
		c.settings += " -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
	}
	if there {
		return c, nil
	}
	if err := c.Resume(ctx); err != nil {
		if full := c.full(); full != nil {
			err = full
		}
		return nil, fmt.Errorf("start PostgreSQL in %s: %w; its log is %s", dir, err, c.log())
	}
	return c, nil
}

// Stop stops the server.
func (c *Cluster) Stop(ctx context.Context) error {
	if err := c.run(ctx, "pg_ctl", "stop", "-m", "fast", "-w", "-t", "30", "-D", c.data()); err != nil {
		return fmt.Errorf("stop PostgreSQL in %s: %w", c.dir, err)
	}
	return nil
}

// Resume starts a stopped server again on its port.
func (c *Cluster) Resume(ctx context.Context) error {
	return c.run(ctx, "pg_ctl", "start", "-w", "-t", "30", "-D", c.data(), "-l", c.log(), "-o", c.settings)
}

// URL is the address of a database of the cluster.
func (c *Cluster) URL(database string) string {
	u := url.URL{
		Scheme: "postgres", User: url.UserPassword(account, c.password),
		Host: net.JoinHostPort("127.0.0.1", strconv.Itoa(c.port)), Path: database,
	}
	return u.String()
}

// Create makes a database, as a copy of template unless that is empty; one that is
// there already is left as it is.
func (c *Cluster) Create(ctx context.Context, database, template string) error {
	conn, err := pgx.Connect(ctx, c.URL("postgres"))
	if err != nil {
		return fmt.Errorf("connect to PostgreSQL: %w", err)
	}
	defer conn.Close(ctx)
	var there bool
	if err := conn.QueryRow(ctx, `select exists (select from pg_database where datname = $1)`, database).Scan(&there); err != nil || there {
		return err
	}
	statement := "create database " + pgx.Identifier{database}.Sanitize()
	if template != "" {
		statement += " template " + pgx.Identifier{template}.Sanitize()
	}
	if _, err := conn.Exec(ctx, statement); err != nil {
		return fmt.Errorf("create the database %s: %w", database, err)
	}
	return nil
}

func (c *Cluster) data() string { return filepath.Join(c.dir, "data") }

// Binaries returns the folder of the newest server installed the way Debian does.
func Binaries() (string, error) {
	found, err := filepath.Glob("/usr/lib/postgresql/*/bin/pg_ctl")
	if err != nil || len(found) == 0 {
		return "", ErrMissing
	}
	slices.SortFunc(found, func(a, b string) int { return version(a) - version(b) })
	return filepath.Dir(found[len(found)-1]), nil
}

func version(path string) int {
	n, _ := strconv.Atoi(strings.Split(path, "/")[4])
	return n
}

// initialize makes the folder, the password and the empty cluster, as far as they
// are not there.
func (c *Cluster) initialize(ctx context.Context) error {
	if err := os.MkdirAll(filepath.Dir(c.dir), 0o755); err != nil {
		return fmt.Errorf("make the folder around the database's: %w", err)
	}
	if err := os.MkdirAll(c.dir, 0o700); err != nil {
		return fmt.Errorf("make the database's folder: %w", err)
	}
	if err := c.own(c.dir); err != nil {
		return err
	}
	secret := filepath.Join(c.dir, "password")
	if text, err := os.ReadFile(secret); err == nil {
		c.password = string(text)
		return nil
	}
	c.password = rand.Text()
	draft := secret + ".new"
	if err := os.WriteFile(draft, []byte(c.password), 0o600); err != nil {
		return fmt.Errorf("keep the database's password: %w", err)
	}
	if err := c.own(draft); err != nil {
		return err
	}
	if err := os.RemoveAll(c.data()); err != nil { // of an attempt that was cut off
		return fmt.Errorf("clear the database's folder: %w", err)
	}
	if err := c.run(ctx, "initdb", "-D", c.data(), "-U", account, "--pwfile", draft,
		"--auth=scram-sha-256", "--encoding=UTF8", "--locale=C.UTF-8", "--no-instructions"); err != nil {
		return fmt.Errorf("make a PostgreSQL cluster in %s, which its account must be able to reach: %w", c.dir, err)
	}
	return os.Rename(draft, secret)
}

// own gives a path to the account that runs the server.
func (c *Cluster) own(path string) error {
	if os.Geteuid() != 0 {
		return nil
	}
	u, err := user.Lookup(account)
	if err != nil {
		return fmt.Errorf("PostgreSQL refuses to run as root, and there is no account %s: %w", account, err)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	return os.Chown(path, uid, gid)
}

// run runs a program of the server, as the server's account when root calls.
func (c *Cluster) run(ctx context.Context, name string, args ...string) error {
	argv := append([]string{filepath.Join(c.bin, name)}, args...)
	if os.Geteuid() == 0 {
		argv = append([]string{"runuser", "-u", account, "--"}, argv...)
	}
	cmd := exec.CommandContext(ctx, argv[0], argv[1:]...)
	cmd.Dir = "/"
	cmd.WaitDelay = time.Second // the server keeps the streams it inherits
	var out bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &out
	err := cmd.Run()
	if err != nil && !errors.Is(err, exec.ErrWaitDelay) {
		return fmt.Errorf("%s: %w: %s", name, err, strings.TrimSpace(out.String()))
	}
	return nil
}

func (c *Cluster) running(ctx context.Context) bool {
	return c.run(ctx, "pg_ctl", "status", "-D", c.data()) == nil
}

// portInUse reads the port from postmaster.pid, whose fourth line it is.
func (c *Cluster) portInUse() (int, error) {
	text, err := os.ReadFile(filepath.Join(c.data(), "postmaster.pid"))
	if err != nil {
		return 0, fmt.Errorf("find the port of the running PostgreSQL: %w", err)
	}
	lines := strings.Split(string(text), "\n")
	if len(lines) < 4 {
		return 0, fmt.Errorf("find the port of the running PostgreSQL: %s/postmaster.pid is cut off", c.data())
	}
	return strconv.Atoi(strings.TrimSpace(lines[3]))
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, fmt.Errorf("find a free port: %w", err)
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}

// Running reports whether a server runs whose data are in dir.
func Running(ctx context.Context, dir string) bool {
	bin, err := Binaries()
	if err != nil {
		return false
	}
	return (&Cluster{dir: dir, bin: bin}).running(ctx)
}

// Beside makes an empty database on the server of another one, whose account must be allowed
// to, and returns its address and what drops it.
func Beside(ctx context.Context, address string) (beside string, drop func(context.Context) error, err error) {
	u, err := url.Parse(address)
	if err != nil {
		return "", nil, fmt.Errorf("read the database's address: %w", err)
	}
	name := fmt.Sprintf("durchgang_check_%d", time.Now().UnixNano())
	statement := func(ctx context.Context, verb string) error {
		conn, err := pgx.Connect(ctx, address)
		if err != nil {
			return err
		}
		defer conn.Close(ctx)
		_, err = conn.Exec(ctx, verb+" database "+pgx.Identifier{name}.Sanitize())
		return err
	}
	u.Path = "/" + name
	return u.String(), func(ctx context.Context) error { return statement(ctx, "drop") }, statement(ctx, "create")
}

// Crash ends the server at once, as when its machine fails; Resume starts it again.
func (c *Cluster) Crash() error {
	pid, err := c.pid()
	if err != nil {
		return err
	}
	return syscall.Kill(pid, syscall.SIGKILL)
}
