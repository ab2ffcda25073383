package window

import (
	"context"
	"crypto/rand"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
	"log"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"sync"
	"time"

	"github.com/jezek/xgb"
	"github.com/jezek/xgb/damage"
	"github.com/jezek/xgb/xfixes"
	"github.com/jezek/xgb/xproto"
	"github.com/jezek/xgb/xtest"

	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// ErrMissing means that there is no X server on this machine.
var ErrMissing = errors.New("there is no display here: install Debian's package xvfb")

// The size of the screen in pixels, and how long a server may take to begin on a machine that is very busy.
const (
	screenWidth  = 1280
	screenHeight = 1024
	startTime    = 30 * time.Second
)

// sockets is where X clients look for servers, and cookie where a program finds what it shows the server to be let in.
const (
	sockets = "/tmp/.X11-unix"
	cookie  = "/tmp/.X11-unix/cookie"
)

// display is an X server in a box of its own, and a connection to it. It listens on a socket in a folder that only
// its own program's box shows.
type display struct {
	folder string // with the socket
	dir    string // the server's working folder
	secret []byte
	box    *sandbox.Box
	pids   []int // its processes
	x      *xgb.Conn
	root   xproto.Window
	keys   keyboard
}

func init() { xgb.Logger = log.New(io.Discard, "", 0) }

// idle are displays that nobody uses, as new: starting a server takes longer than most steps.
var idle = make(chan *display, 4)

// CloseDisplays ends the displays that nobody uses, when the process is about to end.
func CloseDisplays() {
	for {
		select {
		case d := <-idle:
			d.close()
		default:
			return
		}
	}
}

// takeDisplay is a display that nobody else uses. The error is about the machine.
func takeDisplay(ctx context.Context) (*display, error) {
	for {
		select {
		case d := <-idle:
			if d.sync() == nil {
				return d, nil
			}
			d.close()
		default:
			return openDisplay(ctx)
		}
	}
}

// free gives a display back, whose program has ended. It is kept for another program when the server has forgotten all
// that was left on it, as it does when its last client goes.
func (d *display) free() {
	go func() {
		for deadline := time.Now().Add(startTime); time.Now().Before(deadline); {
			d.x.Close()
			if d.connect(context.Background()) != nil {
				break
			}
			if fresh, err := d.sign(); err != nil {
				break
			} else if !fresh { // it has seen our new connection before it saw that others had gone
				continue
			}
			select {
			case idle <- d:
				return
			default:
			}
			break
		}
		d.close()
	}()
}

// sign marks a display as used, and reports whether it was not before.
func (d *display) sign() (fresh bool, err error) {
	const name = "DURCHGANG_USED"
	mark, err := xproto.InternAtom(d.x, false, uint16(len(name)), name).Reply()
	if err != nil {
		return false, fmt.Errorf("mark the display: %w", err)
	}
	was, err := xproto.GetProperty(d.x, false, d.root, mark.Atom, xproto.AtomString, 0, 1).Reply()
	if err != nil {
		return false, fmt.Errorf("mark the display: %w", err)
	}
	xproto.ChangeProperty(d.x, xproto.PropModeReplace, d.root, mark.Atom, xproto.AtomString, 8, 1, []byte{'1'})
	return was.ValueLen == 0, d.sync()
}

// openDisplay starts a server.
func openDisplay(ctx context.Context) (d *display, err error) {
	if _, err := exec.LookPath("Xvfb"); err != nil {
		return nil, ErrMissing
	}
	d = &display{}
	defer func() {
		if err != nil {
			d.close()
			d = nil
		}
	}()
	if d.folder, err = scratch.Dir("display"); err != nil {
		return nil, err
	}
	if d.dir, err = scratch.Dir("server"); err != nil {
		return nil, err
	}
	d.secret = make([]byte, 16)
	rand.Read(d.secret)
	if err = os.WriteFile(filepath.Join(d.folder, filepath.Base(cookie)), authority(d.secret), 0o644); err != nil {
		return nil, fmt.Errorf("write the display's cookie: %w", err)
	}
	null, err := os.OpenFile(os.DevNull, os.O_RDWR, 0)
	if err != nil {
		return nil, err
	}
	defer null.Close()
	d.box, err = sandbox.Start(sandbox.Spec{
		Dir: d.dir,
		Argv: []string{
			"/usr/bin/Xvfb", ":0", "-auth", cookie, "-nolisten", "tcp", "-nolisten", "local", "-dpi", "96",
			"-screen", "0", fmt.Sprintf("%dx%dx24", screenWidth, screenHeight), "-extension", "MIT-SHM", "-extension", "GLX",
		},
		Folders: []sandbox.Folder{{Path: sockets, Host: d.folder, Writable: true}},
		Limits:  sandbox.Limits{CPU: time.Hour, Memory: 512 << 20, Processes: 16, Disk: 16 << 20, Files: 1024},
	}, null)
	if err != nil {
		return nil, fmt.Errorf("start the display: %w", err)
	}
	if err = d.connect(ctx); err == nil {
		_, err = d.sign()
	}
	return d, err
}

// authority is a cookie as libXau reads it (Xau, Xauth.h): numbers of two bytes, the highest first. It holds for all
// hosts (family 65535).
func authority(secret []byte) []byte {
	var out []byte
	field := func(data string) {
		out = binary.BigEndian.AppendUint16(out, uint16(len(data)))
		out = append(out, data...)
	}
	out = binary.BigEndian.AppendUint16(out, 65535)
	field("")
	field("0")
	field(cookieKind)
	field(string(secret))
	return out
}

const cookieKind = "MIT-MAGIC-COOKIE-1"

// connect waits until the server answers.
func (d *display) connect(ctx context.Context) error {
	ctx, cancel := context.WithTimeout(ctx, startTime)
	defer cancel()
	socket := filepath.Join(d.folder, "X0")
	for {
		c, err := net.Dial("unix", socket)
		if err == nil {
			if d.x, err = xgb.NewConnNet(&greeting{Conn: c, secret: d.secret}); err == nil {
				break
			}
			d.x = nil // the server is forgetting what was before
		}
		select {
		case <-d.box.Done():
			return fmt.Errorf("start the display: it has ended: %s", d.box.Exit())
		case <-ctx.Done():
			return fmt.Errorf("start the display: %w", ctx.Err())
		case <-time.After(2 * time.Millisecond):
		}
	}
	d.root = xproto.Setup(d.x).DefaultScreen(d.x).Root
	if err := d.extend(); err != nil {
		return err
	}
	if _, err := damage.QueryVersion(d.x, 1, 1).Reply(); err != nil {
		return fmt.Errorf("connect to the display: %w", err)
	}
	if err := xproto.ChangeWindowAttributesChecked(
		d.x, d.root, xproto.CwEventMask, []uint32{xproto.EventMaskSubstructureNotify},
	).Check(); err != nil {
		return fmt.Errorf("watch the display: %w", err)
	}
	const still = "*insertOffTime: 0\n" // of cursors that would blink
	xproto.ChangeProperty(
		d.x, xproto.PropModeReplace, d.root, xproto.AtomResourceManager, xproto.AtomString, 8, uint32(len(still)), []byte(still),
	)
	d.pids = d.box.Processes()
	return d.readKeys()
}

// extensions are those that are used, which all servers that are started here number alike.
var extensions = []struct {
	name string
	init func(*xgb.Conn) error
}{{"XTEST", xtest.Init}, {"XFIXES", xfixes.Init}, {"DAMAGE", damage.Init}}

// initialized is done once: the library keeps the numbers of all connections together, and reads them unguarded.
var initialized sync.Once

// extend makes extensions usable on this connection.
func (d *display) extend() (err error) {
	initialized.Do(func() {
		for _, e := range extensions {
			if err == nil {
				err = e.init(d.x)
			}
		}
	})
	for _, e := range extensions {
		reply, failed := xproto.QueryExtension(d.x, uint16(len(e.name)), e.name).Reply()
		if err = errors.Join(err, failed); err != nil {
			return fmt.Errorf("connect to the display: %w", err)
		}
		if !reply.Present {
			return fmt.Errorf("connect to the display: it has no extension %s", e.name)
		}
		d.x.ExtLock.Lock()
		d.x.Extensions[e.name] = reply.MajorOpcode
		d.x.ExtLock.Unlock()
	}
	return nil
}

// greeting is a connection whose first message is replaced by one that shows the server a cookie, since the library
// takes cookies only from a file of this process (X Window System Protocol, 8: Connection Setup).
type greeting struct {
	net.Conn
	secret []byte
	sent   bool
}

func (g *greeting) Write(p []byte) (int, error) {
	if g.sent {
		return g.Conn.Write(p)
	}
	g.sent = true
	hello := []byte{'l', 0, 11, 0, 0, 0}
	hello = binary.LittleEndian.AppendUint16(hello, uint16(len(cookieKind)))
	hello = binary.LittleEndian.AppendUint16(hello, uint16(len(g.secret)))
	hello = append(hello, 0, 0)
	hello = append(hello, cookieKind...)
	hello = append(hello, make([]byte, (4-len(cookieKind)%4)%4)...)
	if _, err := g.Conn.Write(append(hello, g.secret...)); err != nil {
		return 0, err
	}
	return len(p), nil
}

// shows adds the display to what a program's box shows.
func (d *display) shows(spec sandbox.Spec) sandbox.Spec {
	spec.Folders = append(spec.Folders[:len(spec.Folders):len(spec.Folders)], sandbox.Folder{Path: sockets, Host: d.folder})
	spec.Env = append(spec.Env[:len(spec.Env):len(spec.Env)], "DISPLAY=:0", "XAUTHORITY="+cookie)
	return spec
}

// close ends the server.
func (d *display) close() {
	if d.x != nil {
		d.x.Close()
	}
	if d.box != nil {
		d.box.Kill()
	}
	for _, dir := range []string{d.folder, d.dir} {
		if dir != "" {
			_ = os.RemoveAll(dir)
		}
	}
}
