package server

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"regexp"
	"runtime/debug"
	"strings"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"
	recoverer "github.com/gofiber/fiber/v3/middleware/recover"
	"github.com/gofiber/fiber/v3/middleware/static"

	"durchgang/internal/office"
)

// Server answers HTTP.
type Server struct {
	app    *fiber.App
	office *office.Office
	log    *slog.Logger

	proxies []string
	limits  limits
	meters  meters

	summaries map[string]string // of what is done in the audit log, by endpoint
	done      chan struct{}     // closed when the service stops, so that streams end
	writing   sync.Mutex        // of a suite
}

// New returns a server for an office; console holds the built console. Proxies are the
// addresses of machines that pass requests on, and are believed where these are from.
func New(o *office.Office, console fs.FS, log *slog.Logger, proxies ...string) (*Server, error) {
	s := &Server{office: o, log: log, proxies: proxies, limits: newLimits(), meters: newMeters(o), done: make(chan struct{})}
	s.app = fiber.New(fiber.Config{
		AppName:      "Durchgang",
		Immutable:    true, // what a request says may outlive its handler
		ErrorHandler: s.fail,
		ReadTimeout:  readTime,
		IdleTimeout:  75 * time.Second,
		WriteTimeout: writeTime,
		// A body is taken when its request was admitted, and not before (intake.go).
		StreamRequestBody: true, DisablePreParseMultipartForm: true,
		ReduceMemoryUsage: true, ReadBufferSize: headSize,

		TrustProxy: len(proxies) > 0, TrustProxyConfig: fiber.TrustProxyConfig{Proxies: proxies}, ProxyHeader: fiber.HeaderXForwardedFor,
	})
	s.app.Use(s.observe, recoverer.New(recoverer.Config{EnableStackTrace: true, StackTraceHandler: s.panicked}), s.guard)
	document, err := Document()
	if err != nil {
		return nil, err
	}
	s.summaries = map[string]string{
		"expire":        "Delete what students handed in, since the time to keep it is over",
		office.LinkMade: "Make a link with which this person chooses a password",
	}
	for _, r := range routes() {
		s.summaries[r.id], _, _ = strings.Cut(r.summary, ";")
		s.app.Add([]string{r.method}, prefix+colons(r.path), func(c fiber.Ctx) error {
			err := s.answer(c, r)
			s.note(c, r, err)
			return err
		})
	}
	s.app.Get(prefix+"/openapi.json", func(c fiber.Ctx) error {
		c.Set(fiber.HeaderContentType, "application/json")
		return c.Send(document)
	})
	s.app.All("/api/*", func(c fiber.Ctx) error {
		return fiber.NewError(http.StatusNotFound, "there is no such endpoint; "+prefix+"/openapi.json lists them")
	})
	s.pages(console)
	return s, nil
}

// answer admits a request, takes its body and handles it.
func (s *Server) answer(c fiber.Ctx, r route) error {
	err := checkAddress(c)
	if err == nil {
		err = s.admit(c, r)
	}
	if err != nil {
		c.RequestCtx().SetConnectionClose() // its body was not read
		return err
	}
	release, err := s.take(c, r)
	defer release()
	if err != nil {
		return err
	}
	return r.handle(s, c)
}

// Endpoints lists the endpoints of the API that are served, as METHOD /path with
// {name} for a parameter, without the document's own.
func (s *Server) Endpoints() []string {
	var list []string
	for _, r := range s.app.GetRoutes(true) {
		path, found := strings.CutPrefix(r.Path, prefix)
		if found && r.Method != http.MethodHead && path != "/openapi.json" {
			list = append(list, r.Method+" "+parameter.ReplaceAllString(path, "{$1}"))
		}
	}
	return list
}

var parameter = regexp.MustCompile(`:(\w+)`)

// pages serves the console. Every address that is no file is a page of it.
func (s *Server) pages(console fs.FS) {
	s.app.Use("/", static.New("", static.Config{FS: console, NotFoundHandler: func(c fiber.Ctx) error {
		index, err := fs.ReadFile(console, "index.html")
		if err != nil {
			return fiber.NewError(http.StatusNotFound, "the console is not built: run make build")
		}
		c.Status(http.StatusOK)
		c.Set(fiber.HeaderContentType, "text/html; charset=utf-8")
		c.Set(fiber.HeaderCacheControl, "no-cache")
		return c.Send(index)
	}}))
}

// guard keeps other sites' pages from using the service through a teacher's
// browser, and says what the console's pages may load.
func (s *Server) guard(c fiber.Ctx) error {
	c.Set("X-Content-Type-Options", "nosniff")
	c.Set("Referrer-Policy", "same-origin")
	c.Set(
		"Content-Security-Policy",
		"default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'self'; base-uri 'none'; form-action 'self'",
	)
	if origin := c.Get(fiber.HeaderOrigin); origin != "" && c.Method() != http.MethodGet {
		if u, err := url.Parse(origin); err != nil || u.Host != c.Host() {
			return fiber.NewError(http.StatusForbidden, "this request comes from a page of another site")
		}
	}
	return c.Next()
}

// panicked notes what was wrong with Durchgang itself: one request fails, and the service
// goes on.
func (s *Server) panicked(c fiber.Ctx, cause any) {
	s.log.Error("a request could not be handled", "path", c.Path(), "cause", cause, "stack", string(debug.Stack()))
}

// colons writes a path's {name} the way Fiber does.
func colons(path string) string {
	return strings.NewReplacer("{", ":", "}", "").Replace(path)
}

// ErrPortInUse means that something else listens there.
var ErrPortInUse = errors.New("the port is in use")

// Listen opens the address, so that a port in use is known before anything else
// is started.
func Listen(address string) (net.Listener, error) {
	l, err := net.Listen("tcp", address)
	if err != nil && strings.Contains(err.Error(), "address already in use") {
		return nil, fmt.Errorf("listen on %s: %w; stop what runs there or choose another with --listen", address, ErrPortInUse)
	}
	if err != nil {
		return nil, fmt.Errorf("listen on %s: %w", address, err)
	}
	return l, nil
}

// Serve answers on the listener until the context ends, then lets requests finish.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	stopped := make(chan error, 1)
	go func() {
		<-ctx.Done()
		close(s.done)
		err := s.app.ShutdownWithTimeout(5 * time.Second)
		_ = l.Close() // where it was asked to stop before it listened, there was nothing to shut down
		stopped <- err
	}()
	err := s.app.Listener(newGate(l, s.proxies), fiber.ListenConfig{DisableStartupMessage: true})
	if ctx.Err() == nil {
		return err
	}
	return <-stopped
}
