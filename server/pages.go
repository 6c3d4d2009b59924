package server

import (
	"bytes"
	"crypto/rand"
	"errors"
	"fmt"
	"html"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"

	"github.com/labstack/echo/v5"
)

// workerName is the script that lets the application open without a connection.
const workerName = "sw.js"

// Marks stand in index.html where each answer puts what is its own.
const (
	nonceMark = "__NONCE__"
	baseMark  = "__BASE__"  // what comes before the addresses of this room
	roomMark  = "__ROOM__"  // its name, where there are several
	standMark = "__STAND__" // yes on a stand
)

// pages serves the built front end: files as they are, and index.html for
// every other address, as the front end reads the address itself.
type pages struct {
	front fs.FS
	index []byte
}

func newPages(front fs.FS) (pages, error) {
	index, err := fs.ReadFile(front, "index.html")
	if errors.Is(err, fs.ErrNotExist) {
		return pages{}, errors.New("the front end is not built: run make build")
	}
	return pages{front, index}, err
}

func (p pages) serve(c *echo.Context) error {
	name := strings.TrimPrefix(path.Clean("/"+c.Request().URL.Path), "/")
	if strings.HasPrefix(name, "api/") {
		return echo.ErrNotFound
	}
	if err := p.serveFile(c, name); err == nil || strings.HasPrefix(name, "assets/") {
		return err
	}
	return p.serveIndex(c)
}

// serveOnly serves files alone.
func (p pages) serveOnly(c *echo.Context) error {
	return p.serveFile(c, strings.TrimPrefix(c.Request().URL.Path, "/"))
}

// kinds are media types that a machine may not know, or calls otherwise.
var kinds = map[string]string{".webmanifest": "application/manifest+json", ".otf": "font/otf", ".woff2": "font/woff2"}

func (p pages) serveFile(c *echo.Context, name string) error {
	data, err := fs.ReadFile(p.front, name)
	if err != nil || name == "index.html" {
		return echo.ErrNotFound
	}
	h := c.Response().Header()
	switch {
	case strings.HasPrefix(name, "assets/"): // a hash of what they hold is in their names
		h.Set("Cache-Control", "public, max-age=31536000, immutable")
	case name != workerName:
		h.Set("Cache-Control", "public, max-age=3600")
	default:
		// What the page may fetch, its worker may.
		h.Set("Cache-Control", "no-cache")
		h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; connect-src 'self'")
	}
	kind := kinds[path.Ext(name)]
	if kind == "" {
		kind = mime.TypeByExtension(path.Ext(name))
	}
	if kind == "" {
		kind = http.DetectContentType(data)
	}
	return c.Blob(http.StatusOK, kind, data)
}

func (p pages) serveIndex(c *echo.Context) error {
	nonce := rand.Text()
	h := c.Response().Header()
	h.Set("Cache-Control", "no-store")
	h.Set("Content-Security-Policy", fmt.Sprintf(
		"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-%s'; font-src 'self'; img-src 'self' data: blob:; connect-src 'self'; worker-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-src 'self' blob:; frame-ancestors 'none'", nonce))
	ctx := c.Request().Context()
	base, stand := prefixOf(ctx), ""
	room, _ := roomOf(base)
	if token, ok := standOf(ctx); ok {
		base, stand = base+standAt+token, "yes"
	}
	index := p.index
	for mark, with := range map[string]string{nonceMark: nonce, baseMark: base, roomMark: room, standMark: stand} {
		index = bytes.ReplaceAll(index, []byte(mark), []byte(html.EscapeString(with)))
	}
	return c.Blob(http.StatusOK, "text/html; charset=utf-8", index)
}
