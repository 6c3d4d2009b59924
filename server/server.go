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
	Network *Network     // how other devices reach it; nil where this machine alone does

	BackupEvery time.Duration // how often it is backed up without being asked; 0 for never
}

// New wires the application.
func New(st *store.Store, o Options) (*echo.Echo, error) {
	pages, err := newPages(o.Front)
	if err != nil {
		return nil, err
	}
	built, err := fs.ReadFile(o.ForHome, "index.html")
	if err != nil {
		return nil, errors.New("the page for home is not built: run make build")
	}
	shell, err := home.NewShell(built)
	if err != nil {
		return nil, err
	}
	g := newGuard(o.Network)
	h := handlers{st, newQueue(), shell, o.Program, o.BackupEvery, g}
	e := echo.New()
	e.Logger = o.Log
	e.Binder = jsonBinder{}
	e.HTTPErrorHandler = problemHandler(o.Log)
	whoMayCome := localHostOnly
	if g != nil {
		whoMayCome = g.letIn
	}
	seen := newWatch(o.Program, o.Access)
	e.Pre(headAsGet)
	e.Use(
		requestID(),
		seen.see,
		middleware.Recover(),
		securityHeaders,
		g.load,
		whoMayCome,
		reachable,
		ownPagesOnly(),
		roomForTakes,
		once,
	)
	api.RegisterHandlers(e, api.NewStrictHandler(h, nil))
	e.GET("/metrics", seen.serve())
	if g != nil {
		e.GET(signInPath, g.signInForm)
		e.POST(signInPath, g.signIn)
	}
	e.GET(homePath+":token", h.serveHome, middleware.Gzip())
	e.GET("/*", pages.serve, middleware.Gzip())
	return e, nil
}

// handlers implements the generated interface; its methods are spread over the
// files named after what they serve.
type handlers struct {
	store *store.Store
	heavy queue // drawings, files and rounds
	shell home.Shell

	program     string // version of the application, as backups name it
	backupEvery time.Duration
	guard       *guard // nil where this machine alone reaches it
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
			s.ReadHeaderTimeout, s.ReadTimeout, s.WriteTimeout, s.IdleTimeout = 5*time.Second, 15*time.Second, time.Minute, time.Minute
			s.MaxHeaderBytes = 32 << 10
			return nil
		},
	}
	return s.Start(ctx, e)
}
