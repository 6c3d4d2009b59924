package server

import (
	"context"
	_ "embed"
	"errors"
	"html/template"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"evenladder/rooms"
	"evenladder/store"
)

// roomsAt begins the addresses of rooms, where there are several teachers.
const roomsAt = "/rooms/"

// roomOf is the room that an address is in, and the address within it. The room is empty where the
// application is one teacher's own.
func roomOf(path string) (room, rest string) {
	of, ok := strings.CutPrefix(path, roomsAt)
	if !ok {
		return "", path
	}
	room, rest, _ = strings.Cut(of, "/")
	return room, "/" + rest
}

// House is the application of several teachers, each in rooms of their own.
type House struct {
	*echo.Echo
	Rooms *rooms.Rooms
}

// NewHouse wires the application of several teachers on a data folder. own is the store of the house,
// which has who is signed in; tend begins what goes on beside a store while it is open.
func NewHouse(dir string, own *store.Store, limits rooms.Limits, o Options,
	tend func(*store.Store) (end func())) (House, error) {
	p, err := newParts(o)
	if err != nil {
		return House{}, err
	}
	all := rooms.New(dir, limits, func(ctx context.Context, _, dir string) (rooms.Open, error) {
		st, err := store.Open(context.WithoutCancel(ctx), dir, time.Now)
		if err != nil {
			return rooms.Open{}, err
		}
		end := tend(st)
		room, err := p.room(st)
		return rooms.Open{Handler: room, Close: func() error { end(); return st.Close() }}, err
	})
	p.seen.countRooms(all.OpenNow)
	h := house{p, all}
	e := p.bare()
	e.Pre(knownMethods, headAsGet)
	e.Use(requestID(), middleware.Recover(), securityHeaders, p.guard.load, p.guard.letIn)
	outside := e.Group("", p.seen.see, ownPagesOnly(), middleware.BodyLimit(MaxBodyBytes))
	outside.GET("/healthz", live(own.Ping))
	outside.GET("/readyz", live(sparing(own.Ready)))
	outside.GET(metricsPath, p.seen.serve())
	outside.GET("/", h.list)
	outside.GET("/*", p.pages.serveOnly, middleware.Gzip())
	outside.GET(signInPath, p.guard.signInForm)
	outside.POST(signInPath, p.guard.signIn)
	e.Any(roomsAt+"*", h.enter)
	return House{e, all}, nil
}

type house struct {
	parts
	rooms *rooms.Rooms
}

// sparing asks at most once a second, whoever asks: it is open to everyone, and each time is a write.
func sparing(ask func(context.Context) error) func(context.Context) error {
	var lock sync.Mutex
	var asked time.Time
	var last error
	return func(ctx context.Context) error {
		lock.Lock()
		defer lock.Unlock()
		if time.Since(asked) > time.Second {
			last, asked = ask(context.WithoutCancel(ctx)), time.Now()
		}
		return last
	}
}

func live(ask func(context.Context) error) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if err := ask(c.Request().Context()); err != nil {
			return err
		}
		return c.JSON(http.StatusOK, map[string]string{"status": "ok"})
	}
}

// enter answers in a room. Whoever comes so far may open it.
func (h house) enter(c *echo.Context) error {
	r := c.Request()
	name, rest := roomOf(r.URL.Path)
	room, leave, err := h.rooms.Enter(r.Context(), name)
	if errors.Is(err, rooms.ErrNoRoom) {
		return notYours{name}
	}
	if err != nil {
		return err
	}
	defer leave()
	in := moved(r, rest)
	room.ServeHTTP(c.Response(), in.WithContext(context.WithValue(in.Context(), prefixKey{}, roomsAt+name)))
	return nil
}

//go:embed rooms.html
var roomsText string

var roomsPage = template.Must(template.New("rooms").Parse(roomsText))

// list shows the rooms that who is signed in may open, or goes on to the only one.
func (h house) list(c *echo.Context) error {
	who, _ := h.guard.who(c.Request().Context())
	if len(who.Rooms) == 1 {
		return c.Redirect(http.StatusSeeOther, roomsAt+url.PathEscape(who.Rooms[0])+"/")
	}
	of := struct {
		Nonce, Name, At string
		Rooms           []string
	}{Name: who.Name, At: roomsAt, Rooms: slices.Sorted(slices.Values(who.Rooms))}
	return showPage(c, http.StatusOK, roomsPage, &of.Nonce, &of)
}
