package server

import (
	"bytes"
	"context"
	"crypto/rand"
	"crypto/sha256"
	_ "embed"
	"encoding/hex"
	"fmt"
	"html/template"
	"net"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/labstack/echo/v5"
	"golang.org/x/time/rate"

	"evenladder/access"
	"evenladder/server/api"
)

// Network is how other devices reach the application: by these names alone, with the passphrase.
type Network struct {
	Passphrase string    // its hash
	Hosts      []string  // names and addresses, without ports
	Sessions   scs.Store // who is signed in
	HSTS       bool      // browsers are to come by TLS alone from now on
}

// guard lets in who is signed in; nil lets everyone in, who comes from this machine alone.
type guard struct {
	Network
	sessions *scs.SessionManager
	tries    *tries
}

const (
	signInPath   = "/signin"
	signedIn     = "in" // key of a session
	sessionLasts = 30 * 24 * time.Hour
	sessionIdle  = 7 * 24 * time.Hour
)

func newGuard(n *Network) *guard {
	if n == nil {
		return nil
	}
	m := scs.New()
	m.Store, m.Lifetime, m.IdleTimeout = n.Sessions, sessionLasts, sessionIdle
	m.HashTokenInStore = true // who reads the database cannot sign in by it
	m.Cookie.Name, m.Cookie.Path, m.Cookie.Secure, m.Cookie.HttpOnly, m.Cookie.SameSite = "__Host-even-ladder", "/", true, true, http.SameSiteStrictMode
	return &guard{Network: *n, sessions: m, tries: newTries()}
}

// mark is what a session has by this passphrase: once another is set, those before it are ended.
func (g *guard) mark() string {
	sum := sha256.Sum256([]byte(g.Passphrase))
	return hex.EncodeToString(sum[:8])
}

// open reports whether an address is answered to everyone: whether the application lives, the page
// to sign in, and pages that went home, whose addresses nobody guesses.
func open(path string) bool {
	return path == "/healthz" || path == signInPath || strings.HasPrefix(path, homePath)
}

// letIn turns away who comes by another name, and who is not signed in.
func (g *guard) letIn(next echo.HandlerFunc) echo.HandlerFunc {
	if g == nil {
		return next
	}
	return func(c *echo.Context) error {
		r := c.Request()
		if !slices.Contains(g.Hosts, strings.ToLower(hostOnly(r.Host))) {
			return echo.ErrForbidden
		}
		if g.HSTS {
			c.Response().Header().Set("Strict-Transport-Security", "max-age=31536000")
		}
		path := r.URL.Path
		switch {
		case open(path) || g.sessions.GetString(r.Context(), signedIn) == g.mark():
			return next(c)
		case r.Method != http.MethodGet || strings.HasPrefix(path, "/api/") || strings.HasPrefix(path, "/assets/") || path == "/readyz" || path == "/metrics":
			return echo.ErrUnauthorized
		}
		to := url.Values{"to": {r.URL.RequestURI()}}
		return c.Redirect(http.StatusSeeOther, signInPath+"?"+to.Encode())
	}
}

// hostOnly is a host without its port.
func hostOnly(hostport string) string {
	if host, _, err := net.SplitHostPort(hostport); err == nil {
		return host
	}
	return strings.Trim(hostport, "[]")
}

// load reads the session of a request, and writes it back.
func (g *guard) load(next echo.HandlerFunc) echo.HandlerFunc {
	if g == nil {
		return next
	}
	return echo.WrapMiddleware(g.sessions.LoadAndSave)(next)
}

//go:embed signin.html
var signInText string

var signInPage = template.Must(template.New("signin").Parse(signInText))

// showSignIn is the page to sign in on, with what was wrong where something was.
func showSignIn(c *echo.Context, status int, to, wrong string) error {
	nonce := rand.Text()
	var page bytes.Buffer
	if err := signInPage.Execute(&page, struct{ Nonce, To, Wrong string }{nonce, to, wrong}); err != nil {
		return err
	}
	h := c.Response().Header()
	h.Set("Cache-Control", "no-store")
	h.Set("Content-Security-Policy", fmt.Sprintf("default-src 'none'; style-src 'nonce-%s'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'", nonce))
	return c.HTMLBlob(status, page.Bytes())
}

func (g *guard) signInForm(c *echo.Context) error {
	return showSignIn(c, http.StatusOK, ownPath(c.QueryParam("to")), "")
}

// signIn takes a passphrase, so many times a minute.
func (g *guard) signIn(c *echo.Context) error {
	to := ownPath(c.FormValue("to"))
	if !g.tries.may(hostOnly(c.Request().RemoteAddr), time.Now()) {
		return showSignIn(c, http.StatusTooManyRequests, to, "Too many tries. Wait a minute, then try again.")
	}
	if !g.tries.one(func() bool { return access.Matches(g.Passphrase, c.FormValue("passphrase")) }) {
		return showSignIn(c, http.StatusUnauthorized, to, "That is not the passphrase.")
	}
	ctx := c.Request().Context()
	if err := g.sessions.RenewToken(ctx); err != nil {
		return err
	}
	g.sessions.Put(ctx, signedIn, g.mark())
	return c.Redirect(http.StatusSeeOther, to)
}

// ownPath is a path of the application to go on to: nothing leads elsewhere.
func ownPath(to string) string {
	u, err := url.Parse(to)
	if err != nil || u.IsAbs() || u.Host != "" || !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.ContainsAny(to, "\\\r\n") || strings.HasPrefix(to, signInPath) {
		return "/"
	}
	return to
}

// SignOut ends the session, or all of them.
func (h handlers) SignOut(ctx context.Context, r api.SignOutRequestObject) (api.SignOutResponseObject, error) {
	if h.guard == nil {
		return api.SignOut204Response{}, nil
	}
	if valueOr(r.Params.Everywhere, "") == "true" {
		if err := h.store.SignOutAll(ctx); err != nil {
			return nil, err
		}
	}
	return api.SignOut204Response{}, h.guard.sessions.Destroy(ctx)
}

// tries bounds how often a passphrase is tried: by each address, and by all together; and works on
// one at a time, as each takes memory.
type tries struct {
	lock    sync.Mutex
	working sync.Mutex
	all     *rate.Limiter
	byHost  map[string]*rate.Limiter
}

// Bounds of tries: a few at once, then one every so often.
const (
	triesAtOnce, triesEvery       = 5, 12 * time.Second
	allTriesAtOnce, allTriesEvery = 30, 2 * time.Second
	mostHosts                     = 10_000
)

func newTries() *tries {
	return &tries{all: rate.NewLimiter(rate.Every(allTriesEvery), allTriesAtOnce), byHost: map[string]*rate.Limiter{}}
}

func (t *tries) may(host string, now time.Time) bool {
	t.lock.Lock()
	defer t.lock.Unlock()
	if len(t.byHost) > mostHosts {
		clear(t.byHost) // the bound of all still holds
	}
	own, ok := t.byHost[host]
	if !ok {
		own = rate.NewLimiter(rate.Every(triesEvery), triesAtOnce)
		t.byHost[host] = own
	}
	return own.AllowN(now, 1) && t.all.AllowN(now, 1)
}

func (t *tries) one(try func() bool) bool {
	t.working.Lock()
	defer t.working.Unlock()
	return try()
}
