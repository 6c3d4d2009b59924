package server

import (
	"io"
	"mime"
	"net/http"
	"strings"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"evenladder/format/wav"
)

// Bounds of how slowly a body may come or go: so long for any, and so many bytes a second.
const (
	grace     = 20 * time.Second
	leastRate = 32 << 10
)

// patience is when so many bytes have to be through, counted from a start.
func patience(start time.Time, bytes int64) time.Time {
	return start.Add(grace + time.Duration(bytes)*time.Second/leastRate)
}

// largeBodies are the routes whose bodies may be larger than a take, by the end of their addresses.
var largeBodies = []string{"/keeping/backups", "/keeping/import"}

// roomForBodies bounds every body by its route: words, a file of sound or notes, a whole backup.
func roomForBodies(next echo.HandlerFunc) echo.HandlerFunc {
	words, file, backup := middleware.BodyLimit(MaxExportBytes)(next), middleware.BodyLimit(wav.MaxBytes+MaxBodyBytes)(next),
		middleware.BodyLimit(maxBackupBytes)(next)
	return func(c *echo.Context) error {
		kind, _, _ := mime.ParseMediaType(c.Request().Header.Get("Content-Type"))
		if kind != "multipart/form-data" && kind != "application/octet-stream" {
			return words(c)
		}
		for _, end := range largeBodies {
			if strings.HasSuffix(c.Request().URL.Path, end) {
				return backup(c)
			}
		}
		return file(c)
	}
}

// pace gives bodies the longer, the larger they are, in both directions: a long download goes through, and a client that
// stands still does not stay.
func pace(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		control := http.NewResponseController(c.Response())
		if r.Body != nil && r.Body != http.NoBody {
			r.Body = &pacedBody{ReadCloser: r.Body, control: control, start: time.Now()}
		}
		c.SetResponse(&pacedAnswer{ResponseWriter: c.Response(), control: control})
		return next(c)
	}
}

type pacedBody struct {
	io.ReadCloser
	control *http.ResponseController
	start   time.Time
	done    int64
}

func (b *pacedBody) Read(into []byte) (int, error) {
	// Where the connection knows no deadline there is none to be moved.
	_ = b.control.SetReadDeadline(patience(b.start, b.done))
	n, err := b.ReadCloser.Read(into)
	b.done += int64(n)
	if err == io.EOF {
		_ = b.control.SetReadDeadline(time.Time{}) // the work begins: nothing more is to come
	}
	return n, err
}

// pacedAnswer writes in pieces, each with a deadline of its own.
type pacedAnswer struct {
	http.ResponseWriter
	control *http.ResponseController
	start   time.Time // of the first write
	done    int64
}

const pieceBytes = 64 << 10

func (a *pacedAnswer) Write(data []byte) (written int, err error) {
	if a.start.IsZero() {
		a.start = time.Now()
	}
	for {
		_ = a.control.SetWriteDeadline(patience(a.start, a.done))
		n, err := a.ResponseWriter.Write(data[:min(pieceBytes, len(data))])
		written, a.done, data = written+n, a.done+int64(n), data[n:]
		if err != nil || len(data) == 0 {
			return written, err
		}
	}
}

// Unwrap lets others reach what is below.
func (a *pacedAnswer) Unwrap() http.ResponseWriter { return a.ResponseWriter }
