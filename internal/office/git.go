package office

import (
	"bytes"
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"syscall"
	"time"

	"durchgang/internal/channel"
	"durchgang/internal/record"
	"durchgang/internal/scratch"
)

// Repository is where programs are fetched from, with git.
type Repository struct {
	URL      string // https, http, git or ssh
	Revision string // a branch, tag or commit; without it what the repository stands at
	Folder   string // of the repository; without it all of it
}

// Causes of a repository that cannot be fetched, for errors.Is.
var (
	ErrRepository = errors.New("the repository cannot be fetched")
	ErrPassword   = errors.New(
		"the repository asks for a password, and Durchgang has none: make it readable for the service, by https without a password or with a key of the service's account",
	)
	ErrNoGit = errors.New("git is not installed on the service's machine")
)

const (
	gitTime   = 2 * time.Minute
	gitOutput = 64 << 10
)

var revisionPattern = regexp.MustCompile(`^[A-Za-z0-9][A-Za-z0-9._/@^~+-]{0,199}$`)

// check reports what of a repository's address cannot be meant. What would run a program or
// read the service's own files is not an address of a repository.
func (r Repository) check() error {
	u, err := url.Parse(r.URL)
	if err != nil || u.Host == "" || strings.HasPrefix(u.Host, "-") || strings.HasPrefix(r.URL, "-") {
		return &record.InputError{
			Field: "url",
			Err:   fmt.Errorf("%q is not an address of a repository, as in https://git.school.example/ada/noughts.git", r.URL),
		}
	}
	switch u.Scheme {
	case "https", "http", "git", "ssh":
	default:
		return &record.InputError{Field: "url", Err: fmt.Errorf("repositories are fetched by https, http, git or ssh, not by %q", u.Scheme)}
	}
	if _, with := u.User.Password(); with {
		return &record.InputError{Field: "url", Err: errors.New("a password in the address would be kept in the records: leave it out")}
	}
	if r.Revision != "" && (!revisionPattern.MatchString(r.Revision) || strings.Contains(r.Revision, "..")) {
		return &record.InputError{Field: "revision", Err: fmt.Errorf("%q is not a branch, tag or commit", r.Revision)}
	}
	return nil
}

// fetch writes the files of a repository's revision into an archive, and returns the commit's id.
// Git runs without the caller's settings, hooks, or a way to ask for a password; nothing is
// checked out, and submodules are not followed.
func (r Repository) fetch(ctx context.Context, dir string, archive io.Writer) (commit string, err error) {
	ctx, cancel := context.WithTimeout(ctx, gitTime)
	defer cancel()
	g := git{dir: dir}
	if _, err := g.say(ctx, "init", "--quiet", "--bare"); err != nil {
		return "", err
	}
	fetch := func(depth ...string) error {
		args := append([]string{"fetch", "--quiet", "--no-tags", "--no-recurse-submodules"}, depth...)
		_, err := g.say(ctx, append(args, "--", r.URL, cmp.Or(r.Revision, "HEAD"))...)
		return err
	}
	err = fetch("--depth=1")
	if err != nil && strings.Contains(err.Error(), "does not support shallow") {
		err = fetch() // a repository that is served as plain files
	}
	if err != nil {
		return "", r.explain(ctx, err)
	}
	id, err := g.say(ctx, "rev-parse", "FETCH_HEAD^{commit}")
	if err != nil {
		return "", err
	}
	commit = strings.TrimSpace(id)
	what := commit
	if folder := strings.Trim(r.Folder, "/"); folder != "" {
		what += ":" + folder
	}
	err = g.run(ctx, &limited{to: archive, most: 2 * MaxUnpacked}, "archive", "--format=tar", what)
	if err != nil && r.Folder != "" {
		return "", &record.InputError{Field: "folder", Err: fmt.Errorf("%w: it has no folder %q at %s", ErrRepository, r.Folder, commit)}
	}
	return commit, err
}

// explain says what git's failure means to who gave the address.
func (r Repository) explain(ctx context.Context, err error) error {
	said := err.Error()
	has := func(parts ...string) bool {
		for _, p := range parts {
			if strings.Contains(said, p) {
				return true
			}
		}
		return false
	}
	switch {
	case ctx.Err() != nil:
		return &record.InputError{Field: "url", Err: fmt.Errorf("%w: %s did not send it within %v", ErrRepository, r.URL, gitTime)}
	case has("could not read Username", "could not read Password", "Authentication failed", "Permission denied", "terminal prompts disabled"):
		return &record.InputError{Field: "url", Err: ErrPassword}
	case has("couldn't find remote ref", "no such remote ref", "not our ref", "unadvertised object"):
		return &record.InputError{
			Field: "revision",
			Err:   fmt.Errorf("%w: there is no branch, tag or commit %q in %s", ErrRepository, cmp.Or(r.Revision, "HEAD"), r.URL),
		}
	}
	return &record.InputError{
		Field: "url",
		Err: fmt.Errorf(
			"%w: %s: %s",
			ErrRepository,
			r.URL,
			scratch.WithoutPaths(strings.TrimSpace(strings.TrimPrefix(channel.LastLine(said), "fatal: "))),
		),
	}
}

// git runs git in a bare repository of its own.
type git struct{ dir string }

// say returns the few words that a command prints.
func (g git) say(ctx context.Context, args ...string) (string, error) {
	var out bytes.Buffer
	err := g.run(ctx, &limited{to: &out, most: gitOutput}, args...)
	return out.String(), err
}

// run writes what a command prints.
func (g git) run(ctx context.Context, out *limited, args ...string) error {
	c := exec.CommandContext(ctx, "git", append([]string{
		"-c", "protocol.allow=never", "-c", "protocol.https.allow=always", "-c", "protocol.http.allow=always",
		"-c", "protocol.git.allow=always", "-c", "protocol.ssh.allow=always",
		"-c", "core.hooksPath=/dev/null", "-c", "core.fsmonitor=false", "-c", "transfer.fsckObjects=true",
		"-c", "http.lowSpeedLimit=1000", "-c", "http.lowSpeedTime=30", "-c", "credential.helper=",
	}, args...)...)
	c.Dir = g.dir
	c.Env = []string{
		"PATH=" + os.Getenv("PATH"), "HOME=" + g.dir, "GIT_DIR=" + g.dir, "GIT_CONFIG_NOSYSTEM=1", "GIT_CONFIG_GLOBAL=/dev/null",
		"GIT_TERMINAL_PROMPT=0", "GIT_ASKPASS=/bin/false", "SSH_ASKPASS=/bin/false", "LC_ALL=C",
		"GIT_SSH_COMMAND=ssh -o BatchMode=yes -o StrictHostKeyChecking=accept-new -o UserKnownHostsFile=" + filepath.Join(
			g.dir,
			"known_hosts",
		),
	}
	c.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
	c.Cancel = func() error { return syscall.Kill(-c.Process.Pid, syscall.SIGKILL) }
	c.WaitDelay = time.Second
	var said bytes.Buffer
	c.Stdout, c.Stderr = out, &limited{to: &said, most: gitOutput}
	err := c.Run()
	switch {
	case out.over:
		return &record.InputError{Field: "url", Err: ErrUnpacked}
	case err != nil && said.Len() > 0:
		return fmt.Errorf("git %s: %s", args[0], strings.TrimSpace(said.String()))
	case err != nil:
		return fmt.Errorf("git %s: %w", args[0], err)
	}
	return nil
}

// limited writes so many bytes and fails on more.
type limited struct {
	to         io.Writer
	most, done int64
	over       bool
}

func (l *limited) Write(p []byte) (int, error) {
	if l.done += int64(len(p)); l.done > l.most {
		l.over = true
		return 0, errors.New("it prints too much")
	}
	return l.to.Write(p)
}

// ImportGit takes a class from a repository with a folder or source file for each student.
func (o *Office) ImportGit(ctx context.Context, course, assignment string, r Repository, decisions Decisions) (record.Import, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return record.Import{}, err
	}
	files, commit, release, err := o.fetched(ctx, r, MaxUnpacked)
	if err != nil {
		return record.Import{}, err
	}
	defer release()
	return o.importClass(ctx, a, byStudent(stripCommon(files)), decisions, r.origin(commit))
}

// fetched fetches the files of a repository's revision, which may be so many bytes, and the
// commit's id. The caller releases the room that the files take.
func (o *Office) fetched(
	ctx context.Context,
	r Repository,
	most int64,
) (files map[string][]byte, commit string, release func(), err error) {
	if err := r.check(); err != nil {
		return nil, "", nil, err
	}
	if _, err := exec.LookPath("git"); err != nil {
		return nil, "", nil, ErrNoGit
	}
	dir, err := scratch.Private("repository")
	if err != nil {
		return nil, "", nil, fmt.Errorf("make a folder for the repository: %w", err)
	}
	defer os.RemoveAll(dir)
	archive, err := os.Create(filepath.Join(dir, "durchgang-archive.tar"))
	if err != nil {
		return nil, "", nil, fmt.Errorf("make a file for the repository: %w", err)
	}
	defer archive.Close()
	if commit, err = r.fetch(ctx, dir, archive); err != nil {
		return nil, "", nil, err
	}
	size, err := archive.Seek(0, io.SeekEnd)
	if err != nil {
		return nil, "", nil, fmt.Errorf("read the repository: %w", err)
	}
	if release, err = o.room.take(ctx, most); err != nil {
		return nil, "", nil, err
	}
	if files, err = readArchive(io.NewSectionReader(archive, 0, size), most); err != nil {
		release()
		return nil, "", nil, &record.InputError{Field: "url", Err: err}
	}
	return files, commit, release, nil
}

// SubmitGit hands in a student's program from a repository.
func (o *Office) SubmitGit(ctx context.Context, course, assignment, student string, r Repository) (record.Submission, error) {
	if err := r.check(); err != nil {
		return record.Submission{}, err
	}
	if u, err := url.Parse(r.URL); StandingOf(ctx).Role == record.Student && (err != nil || !slices.Contains(o.GitHosts, u.Hostname())) {
		return record.Submission{}, &record.InputError{
			Field: "url",
			Err: fmt.Errorf(
				"this service fetches students' repositories from these machines only: %s; else hand in an archive",
				cmp.Or(strings.Join(o.GitHosts, ", "), "none"),
			),
		}
	}
	files, commit, release, err := o.fetched(ctx, r, MaxProgram)
	if err != nil {
		return record.Submission{}, err
	}
	defer release()
	return o.submit(ctx, course, assignment, student, files, record.Submission{Origin: r.origin(commit)})
}

func (r Repository) origin(commit string) string { return r.URL + " at " + commit }
