package cli_test

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// running is a service that was started by a command.
type running struct {
	run       *exec.Cmd
	url, link string
}

// begin runs a command that starts the service, with a temporary folder of its own, and waits
// until it is ready.
func begin(t *testing.T, temporary string, argv ...string) *running {
	t.Helper()
	r := &running{run: exec.Command(argv[0], argv[1:]...)}
	r.run.Env = append(os.Environ(), "TMPDIR="+temporary)
	out, err := r.run.StdoutPipe()
	if err == nil {
		err = r.run.Start()
	}
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(r.end)
	for lines := bufio.NewScanner(out); lines.Scan(); {
		text := strings.TrimSpace(lines.Text())
		if strings.Contains(text, "/accept-invite#") {
			r.link = text
		}
		if _, address, found := strings.Cut(text, "ready: "); found {
			r.url = address
			return r
		}
	}
	t.Fatal("the service ended before it was ready")
	return nil
}

func (r *running) end() {
	_ = r.run.Process.Signal(syscall.SIGTERM)
	_ = r.run.Wait()
}

// asked is the status of an answer, 0 when there is none.
func asked(url, token string) int {
	request, err := http.NewRequest("GET", url, nil)
	if err != nil {
		return 0
	}
	request.Header.Set("Authorization", "Bearer "+token)
	answer, err := (&http.Client{Timeout: time.Minute}).Do(request)
	if err != nil {
		return 0
	}
	defer answer.Body.Close()
	return answer.StatusCode
}

// until waits until something holds.
func until(t *testing.T, what string, within time.Duration, holds func() bool) time.Duration {
	t.Helper()
	began := time.Now()
	for !holds() {
		if time.Since(began) > within {
			t.Fatalf("%s: not within %v", what, within)
		}
		time.Sleep(50 * time.Millisecond)
	}
	return time.Since(began)
}

func readable(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("", "durchgang-operations-")
	if err == nil {
		err = os.Chmod(dir, 0o755) // accounts of boxes and of the database pass through
	}
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

// The private database is started again when it has ended, one that does not answer makes
// requests fail within a bound and not hang, and what a killed service has left behind is
// cleared by the next.
func TestTheServiceMendsItself(t *testing.T) {
	binary, dir := built(t), readable(t)
	temporary := filepath.Join(dir, "tmp")
	if err := os.Mkdir(temporary, 0o777); err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(temporary, 0o777); err != nil {
		t.Fatal(err)
	}
	argv := []string{binary, "serve", "--listen", "127.0.0.1:0", "--data", filepath.Join(dir, "data")}
	r := begin(t, temporary, argv...)
	token := (&servertest.Service{URL: r.url}).Welcome(t, r.link, "ida")
	health, courses := r.url+"/api/v1/health", r.url+"/api/v1/courses"
	server := func() int { // the number of the database's first process
		text, err := os.ReadFile(filepath.Join(dir, "data", "data", "postmaster.pid"))
		if err != nil {
			return 0
		}
		pid, _ := strconv.Atoi(strings.SplitN(string(text), "\n", 2)[0]) // 0 while it is being written
		return pid
	}

	first := server()
	if err := syscall.Kill(first, syscall.SIGKILL); err != nil {
		t.Fatal(err)
	}
	took := until(t, "the database is started again", 40*time.Second, func() bool {
		return server() != first && asked(health, "") == 200 && asked(courses, token) == 200
	})
	t.Logf("after a crash the service answers again within %v", took.Round(100*time.Millisecond))

	frozen := append(children(server()), server())
	for _, pid := range frozen {
		if err := syscall.Kill(pid, syscall.SIGSTOP); err != nil {
			t.Fatal(err)
		}
	}
	for url, most := range map[string]time.Duration{health: 8 * time.Second, courses: 25 * time.Second} {
		began := time.Now()
		as := token
		if url == health {
			as = "" // whose token it is would be looked for first
		}
		if status := asked(url, as); status != 503 || time.Since(began) > most {
			t.Errorf("%s with a frozen database: %d after %v", url, status, time.Since(began))
		}
	}
	for _, pid := range frozen {
		if err := syscall.Kill(pid, syscall.SIGCONT); err != nil {
			t.Fatal(err)
		}
	}
	until(t, "the database goes on", 30*time.Second, func() bool { return asked(courses, token) == 200 })

	s := &servertest.Service{URL: r.url}
	c := s.As(token)
	handIn(t, c, "import time\ntime.sleep(60)\n") // which is at work when the service is killed
	until(t, "something is at work", 20*time.Second, func() bool { return len(scratches(t, temporary, "program-")) > 0 })
	_ = r.run.Process.Kill()
	_ = r.run.Wait()
	left := scratches(t, temporary, "")
	begin(t, temporary, argv...)
	if len(left) == 0 {
		t.Error("a killed service left nothing behind: this shows nothing")
	}
	until(t, "what was left behind is gone", 20*time.Second, func() bool {
		for _, dir := range left {
			if _, err := os.Stat(dir); err == nil {
				return false
			}
		}
		return true
	})
}

// scratches are the folders of a kind in those of the processes.
func scratches(t *testing.T, temporary, kind string) []string {
	t.Helper()
	dirs, err := filepath.Glob(filepath.Join(temporary, "durchgang-scratch-*", kind+"*"))
	if err != nil {
		t.Fatal(err)
	}
	return dirs
}

// children are the processes that a process has started.
func children(pid int) []int {
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/task/%d/children", pid, pid))
	if err != nil {
		return nil
	}
	var list []int
	for _, word := range strings.Fields(string(text)) {
		if n, err := strconv.Atoi(word); err == nil {
			list = append(list, n)
		}
	}
	return list
}

// handIn makes a course in which one program is graded.
func handIn(t *testing.T, c *client.Client, program string) record.Run {
	t.Helper()
	ctx := t.Context()
	if _, err := c.CreateCourse(ctx, "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	if _, err := c.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe", Suite: servertest.ShortSuite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	if _, err := c.Import(ctx, "evening", "ttt", servertest.Archive(t, map[string]string{"ada.py": program}), nil); err != nil {
		t.Fatal(err)
	}
	run, err := c.StartRun(ctx, "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	return run
}

// As process 1, with nobody else to do it, the service leaves no zombies, ends when it is told
// to, and hands on how it ended.
func TestProcessOneReaps(t *testing.T) {
	if os.Geteuid() != 0 {
		t.Skip("only root makes a namespace of processes without a box")
	}
	binary, dir := built(t), readable(t)
	r := begin(t, dir, "unshare", "--pid", "--fork", "--mount-proc", "--kill-child", binary, "serve", "--listen", "127.0.0.1:0", "--database", servertest.Database(t))
	first := children(r.run.Process.Pid)
	if len(first) != 1 {
		t.Fatalf("process 1 is one of %v", first)
	}
	s := &servertest.Service{URL: r.url}
	c := s.As(s.Welcome(t, r.link, "ida"))
	run := handIn(t, c, "import os\nfor _ in range(20):\n    if os.fork() == 0:\n        if os.fork() == 0: os.setsid()\n        os._exit(0)\n"+servertest.RightProgram)
	if _, err := c.Watch(t.Context(), run.ID, func(record.Run) {}); err != nil {
		t.Fatal(err)
	}
	until(t, "no zombies are left", 5*time.Second, func() bool {
		for _, pid := range children(first[0]) {
			stat, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", pid))
			if err == nil && strings.Contains(string(stat), ") Z ") {
				return false
			}
		}
		return true
	})
	if err := syscall.Kill(first[0], syscall.SIGTERM); err != nil {
		t.Fatal(err)
	}
	if err := r.run.Wait(); err != nil {
		t.Errorf("it ends with %v", err)
	}
}

// mostMemory is what the service uses at most while it is attacked, in MB.
const mostMemory = 300

// Who is not signed in can hold no memory by what they announce or send, and who teaches no
// more than one class's archive takes.
func TestMemoryStaysBoundedUnderAttack(t *testing.T) {
	binary, dir := built(t), readable(t)
	r := begin(t, dir, binary, "serve", "--listen", "127.0.0.1:0", "--database", servertest.Database(t), "--workers", "0")
	s := &servertest.Service{URL: r.url}
	token := s.Welcome(t, r.link, "ida")
	c := s.As(token)
	if _, err := c.CreateCourse(t.Context(), "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	if _, err := c.CreateAssignment(t.Context(), record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe"}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	address := strings.TrimPrefix(r.url, "http://")
	peak := func() int { return status(t, r.run.Process.Pid, "VmHWM") >> 10 }
	t.Logf("at rest: %d MB", peak())

	var conns []net.Conn
	for range 30 { // which announce much and send nothing
		conn, err := net.Dial("tcp", address)
		if err != nil {
			t.Fatal(err)
		}
		conns = append(conns, conn)
		fmt.Fprintf(conn, "POST /api/v1/sign-in HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 60000000\r\n\r\n")
	}
	time.Sleep(500 * time.Millisecond)
	t.Logf("30 announce 60 MB: %d MB", peak())

	post := func(path, token string, body []byte) int {
		request, err := http.NewRequest("POST", r.url+"/api/v1"+path, bytes.NewReader(body))
		if err != nil {
			t.Error(err)
			return 0
		}
		request.Header.Set("Authorization", "Bearer "+token)
		answer, err := http.DefaultClient.Do(request)
		if err != nil {
			return 0 // it was cut off while it was sending
		}
		defer answer.Body.Close()
		_, _ = io.Copy(io.Discard, answer.Body)
		return answer.StatusCode
	}
	large, err := json.Marshal(map[string]string{"login": strings.Repeat("a", 40<<20), "password": "x"})
	if err != nil {
		t.Fatal(err)
	}
	archive := servertest.Archive(t, map[string]string{"ada/game.py": servertest.RightProgram, "ada/noise.txt": noise(9 << 20), "bo/noise.txt": noise(9 << 20), "bo/game.py": "1"})
	noisy := servertest.Archive(t, map[string]string{"ada/game.py": servertest.RightProgram, "ada/noise.txt": noise(49 << 20)})
	for name, attack := range map[string]func() int{
		"a login of 40 MB":           func() int { return post("/sign-in", "", large) },
		"50 MB from nobody":          func() int { return post("/courses/evening/assignments/ttt/submissions", "", noisy) },
		"50 MB of class":             func() int { return post("/courses/evening/assignments/ttt/submissions", token, noisy) },
		"18 MB of class":             func() int { return post("/courses/evening/assignments/ttt/submissions", token, archive) },
		"50 MB where 64 kB are read": func() int { return post("/courses", token, noisy) },
	} {
		var all sync.WaitGroup
		for range 12 {
			all.Go(func() {
				if got := attack(); got >= 500 && got != http.StatusServiceUnavailable {
					t.Errorf("%s: %d", name, got)
				}
			})
		}
		all.Wait()
		t.Logf("12 times %s: %d MB", name, peak())
	}
	for range 400 { // of which most are closed at once
		if conn, err := net.Dial("tcp", address); err == nil {
			conns = append(conns, conn)
			fmt.Fprintf(conn, "POST /api/v1/sign-in HTTP/1.1\r\nHost: x\r\nContent-Length: 60000\r\n\r\n%s", strings.Repeat("x", 8<<10))
		}
	}
	time.Sleep(500 * time.Millisecond)
	for _, conn := range conns {
		conn.Close()
	}
	until(t, "others are served after the attack", 10*time.Second, func() bool { return asked(r.url+"/api/v1/courses", token) == 200 })
	if got := peak(); got > mostMemory {
		t.Errorf("the service used up to %d MB; %d are promised", got, mostMemory)
	} else {
		t.Logf("at most %d MB", got)
	}
}

// noise is text that no archive makes smaller.
func noise(n int) string {
	random := make([]byte, n)
	state := uint64(n)
	for i := range random {
		state = state*6364136223846793005 + 1442695040888963407 // Knuth, MMIX
		random[i] = byte(state >> 56)
	}
	return string(random)
}

// status is a line of /proc/PID/status, in kB.
func status(t *testing.T, pid int, name string) int {
	t.Helper()
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if err != nil {
		t.Fatal(err)
	}
	for line := range strings.Lines(string(text)) {
		if rest, found := strings.CutPrefix(line, name+":"); found {
			n, err := strconv.Atoi(strings.Fields(rest)[0])
			if err != nil {
				t.Fatal(err)
			}
			return n
		}
	}
	t.Fatalf("/proc has no %s", name)
	return 0
}

// While the disk of the private database is full, each answer says so; when there is room
// again, it goes on by itself, and nothing that was kept is lost.
func TestAFullDisk(t *testing.T) {
	binary, dir := built(t), readable(t)
	disk := filepath.Join(dir, "disk")
	if err := os.Mkdir(disk, 0o755); err != nil {
		t.Fatal(err)
	}
	if err := syscall.Mount("none", disk, "tmpfs", 0, "size=300m,mode=755"); err != nil {
		t.Skip("no disk of its own can be mounted here:", err)
	}
	t.Cleanup(func() { _ = syscall.Unmount(disk, syscall.MNT_DETACH) })
	r := begin(t, dir, binary, "serve", "--listen", "127.0.0.1:0", "--data", filepath.Join(disk, "data"))
	token := (&servertest.Service{URL: r.url}).Welcome(t, r.link, "ida")
	c := (&servertest.Service{URL: r.url}).As(token)
	if _, err := c.CreateCourse(t.Context(), "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	filler, err := os.Create(filepath.Join(disk, "filler"))
	if err != nil {
		t.Fatal(err)
	}
	for written := 1; written > 0; {
		written, _ = filler.Write(make([]byte, 1<<20)) // until the disk is full
	}
	filler.Close()
	text, err := os.ReadFile(filepath.Join(disk, "data", "data", "postmaster.pid"))
	if err != nil {
		t.Fatal(err)
	}
	pid, err := strconv.Atoi(strings.SplitN(string(text), "\n", 2)[0])
	if err == nil {
		err = syscall.Kill(pid, syscall.SIGKILL)
	}
	if err != nil {
		t.Fatal(err)
	}
	until(t, "the answer names the disk", 40*time.Second, func() bool {
		answer, err := http.Get(r.url + "/api/v1/health")
		if err != nil {
			return false
		}
		defer answer.Body.Close()
		text, err := io.ReadAll(answer.Body)
		return err == nil && answer.StatusCode == 503 && strings.Contains(string(text), "the disk is full") && !strings.Contains(string(text), disk)
	})
	if err := os.Remove(filler.Name()); err != nil {
		t.Fatal(err)
	}
	until(t, "it goes on by itself", 40*time.Second, func() bool { return asked(r.url+"/api/v1/courses/evening", token) == 200 })
}
