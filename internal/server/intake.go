package server

import (
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/office"
)

// headSize bounds a request's line and headers together, in bytes.
const headSize = 16 << 10

// textBody bounds the JSON of a request whose route says nothing else.
const textBody = 64 << 10

// texts are the bounds of JSON that holds more than a few words, in bytes.
var texts = map[string]int64{
	"createAssignment": 2 << 20, "changeAssignment": 2 << 20, "readHandout": 2 << 20,
	"openDesk": 2 << 20, "measureSuite": 2 << 20, "compareSuite": 2 << 20,
	"dryRun":        16 << 20, // a program of 10 MB in base64
	"setPhrasebook": 1 << 20, "checkSettings": 1 << 20, "readTranscripts": 1 << 20, "createContest": 1 << 20,
}

// upload is a body that is a file.
type upload struct {
	content string // its type
	most    int64  // bytes
}

// uploads are the routes that take files.
var uploads = map[string]upload{
	"importSubmissions": {
		"application/zip",
		64 << 20,
	}, "importAssignment": {"application/zip", office.MaxBundle}, "importRoster": {"application/octet-stream", 4 << 20},
	"submit": {
		"application/octet-stream",
		office.MaxProgram,
	}, "submitFor": {"application/octet-stream", office.MaxProgram}, "try": {"application/octet-stream", office.MaxProgram},
	"enterPlayer": {"application/octet-stream", office.MaxProgram}, "enterMine": {"application/octet-stream", office.MaxProgram},
}

// The time to send a request: its head and what stands in the first packets, and a body
// at the slowest pace that is waited for; and the time to read an answer.
const (
	readTime    = 30 * time.Second
	writeTime   = time.Minute // for an answer, or an event of a stream
	slowestPace = 50 << 10    // bytes a second
)

// spooled is the key of an upload's file.
const spooled key = 100

// take reads the body of a request that was admitted: JSON into memory, a file onto the disk,
// each as far as the route lets it be. Nothing of a body is kept before. The caller calls
// release when the request was answered.
func (s *Server) take(c fiber.Ctx, r route) (release func(), err error) {
	release = func() {}
	conn, _ := c.RequestCtx().Conn().(*visitor)
	defer func() {
		if err != nil { // what was not read must not be taken for the next request
			c.RequestCtx().SetConnectionClose()
		}
		if conn != nil {
			conn.finished()
		}
	}()
	size := int64(c.Request().Header.ContentLength()) // -1 when it comes in chunks
	file, isFile := uploads[r.id]
	most := file.most
	if !isFile {
		if most = texts[r.id]; most == 0 {
			most = textBody
		}
	}
	switch stream := c.Request().BodyStream(); {
	case size > most:
		return release, tooLarge(most)
	case size == 0 || stream == nil:
		return release, nil
	case c.Get(fiber.HeaderContentEncoding) != "":
		return release, fiber.NewError(http.StatusUnsupportedMediaType, "the body is compressed by Content-Encoding: send it as it is")
	case strings.HasPrefix(c.Get(fiber.HeaderContentType), "multipart/"):
		return release, fiber.NewError(
			http.StatusUnsupportedMediaType,
			"the body is a form with parts: send the JSON, or the file, as the whole body",
		)
	default:
		if conn != nil {
			if err := conn.SetReadDeadline(time.Now().Add(readTime + time.Duration(most)*time.Second/slowestPace)); err != nil {
				return release, err
			}
		}
		if isFile {
			return s.spool(c, stream, most)
		}
		text, err := io.ReadAll(io.LimitReader(stream, most+1))
		if err != nil {
			return release, unfinished(err)
		}
		if int64(len(text)) > most {
			return release, tooLarge(most)
		}
		c.Request().SetBody(text)
		return release, nil
	}
}

// spool keeps an upload in a file without a name, which goes with the request.
func (s *Server) spool(c fiber.Ctx, stream io.Reader, most int64) (release func(), err error) {
	f, err := os.CreateTemp("", "durchgang-upload-*")
	if err != nil {
		return func() {}, fmt.Errorf("keep an upload: %w", err)
	}
	release = func() { f.Close() }
	if err := os.Remove(f.Name()); err != nil {
		return release, fmt.Errorf("keep an upload: %w", err)
	}
	size, err := io.Copy(f, io.LimitReader(stream, most+1))
	var disk *os.PathError
	switch {
	case errors.As(err, &disk):
		return release, fmt.Errorf("keep an upload: %w", err)
	case err != nil:
		return release, unfinished(err)
	case size > most:
		return release, tooLarge(most)
	}
	c.Locals(spooled, io.NewSectionReader(f, 0, size))
	return release, nil
}

// uploaded is the file that a request brought; without one it is empty.
func uploaded(c fiber.Ctx) *io.SectionReader {
	if f, ok := c.Locals(spooled).(*io.SectionReader); ok {
		return f
	}
	return io.NewSectionReader(strings.NewReader(""), 0, 0)
}

func tooLarge(most int64) error {
	text := fmt.Sprintf("%d kB", most>>10)
	if most >= 1<<20 {
		text = fmt.Sprintf("%d MB", most>>20)
	}
	return fiber.NewError(http.StatusRequestEntityTooLarge, "the request's body is too large: at most "+text+" are taken here")
}

func unfinished(err error) error {
	return fiber.NewError(http.StatusRequestTimeout, "the request's body did not arrive whole: "+err.Error())
}
