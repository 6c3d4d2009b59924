// Package server is the web application: the wire contract of
// api/openapi.yaml over the core, the store and the drawings, and the built
// front end.
package server

import (
	"context"
	"errors"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"evenladder/home"
	"evenladder/server/api"
	"evenladder/store"
)

// MaxBodyBytes is the largest body that a request may have. A brief takes about
// one thousand. An exported plan or round, or the file of a phrase, may have MaxExportBytes.
const (
	MaxBodyBytes   = 128 << 10
	MaxExportBytes = 3 << 20
)

// Options are what an application is made of.
type Options struct {
	Front   fs.FS        // the built front end
	ForHome fs.FS        // the built shell of the page that goes home
	Program string       // its version, as backups name it
	Log     *slog.Logger // of what fails
	Access  *slog.Logger // of every request; nil for none
	Figures string       // token that /metrics is asked with; empty where this machine alone may ask
	Network *Network     // how other devices reach it; nil where this machine alone does

	BackupEvery time.Duration // how often it is backed up without being asked; 0 for never
}

// parts are what all rooms of a process share.
type parts struct {
	Options
	pages pages
	shell home.Shell
	heavy queue
	seen  *watch
	guard *guard
	asked answers
}

func newParts(o Options) (parts, error) {
	pages, err := newPages(o.Front)
	if err != nil {
		return parts{}, err
	}
	built, err := fs.ReadFile(o.ForHome, "index.html")
	if err != nil {
		return parts{}, errors.New("the page for home is not built: run make build")
	}
	shell, err := home.NewShell(built)
	if err != nil {
		return parts{}, err
	}
	asked, err := newAnswers()
	return parts{o, pages, shell, newQueue(), newWatch(o), newGuard(o.Network, o.Log), asked}, err
}

// New wires the application of one teacher.
func New(st *store.Store, o Options) (*echo.Echo, error) {
	p, err := newParts(o)
	if err != nil {
		return nil, err
	}
	if p.guard == nil {
		return p.room(st, localHostOnly)
	}
	e, err := p.room(st, p.guard.load, p.guard.letIn)
	if err != nil {
		return nil, err
	}
	p.guard.routes(e)
	return e, nil
}

// room is the application over a store, behind those who let people in.
func (p parts) room(st *store.Store, door ...echo.MiddlewareFunc) (*echo.Echo, error) {
	onces, err := newOnces()
	if err != nil {
		return nil, err
	}
	h := handlers{st, p.heavy.ofRoom(), p.shell, p.Program, p.BackupEvery, p.guard, sparing(st.Ready)}
	e := p.bare()
	e.Pre(knownMethods, headAsGet, standPath)
	e.Use(requestID(), pace, p.seen.see, middleware.Recover(), p.heavy.land, securityHeaders)
	e.Use(door...)
	e.Use(reachable, ownPagesOnly(), h.standReads, roomForBodies, onces.once)
	api.RegisterHandlers(e, api.NewStrictHandler(h, []api.StrictMiddlewareFunc{p.asked.keep}))
	e.GET(metricsPath, p.seen.serve())
	e.GET(homePath+":token", h.serveHome, middleware.Gzip())
	e.GET("/*", p.pages.serve, middleware.Gzip())
	return e, nil
}

// bare answers nothing yet, and says what goes wrong in the words of the contract.
func (p parts) bare() *echo.Echo {
	e := echo.New()
	e.Logger = p.Log
	e.IPExtractor = p.client()
	e.Binder = jsonBinder{}
	e.HTTPErrorHandler = problemHandler(p.Log)
	return e
}

// handlers implements the generated interface; its methods are spread over the
// files named after what they serve.
type handlers struct {
	store *store.Store
	heavy queue // drawings, files and rounds
	shell home.Shell

	program     string // version of the application, as backups name it
	backupEvery time.Duration
	guard       *guard                      // nil where this machine alone reaches it
	ready       func(context.Context) error // whether what is given can be kept
}

func (h handlers) GetHealth(ctx context.Context, _ api.GetHealthRequestObject) (api.GetHealthResponseObject, error) {
	if err := h.store.Ping(ctx); err != nil {
		return nil, err
	}
	return api.GetHealth200JSONResponse{Status: "ok"}, nil
}

// Serve answers on the listener until the context ends.
func Serve(ctx context.Context, e *echo.Echo, l net.Listener) error {
	s := echo.StartConfig{
		Listener: l, HideBanner: true, HidePort: true, GracefulTimeout: 3 * time.Second,
		BeforeServeFunc: func(s *http.Server) error {
			s.ReadHeaderTimeout, s.ReadTimeout, s.WriteTimeout, s.IdleTimeout = 5*time.Second, 15*time.Second,
				time.Minute, time.Minute
			s.MaxHeaderBytes = 32 << 10
			return nil
		},
	}
	return s.Start(ctx, e)
}
