package server

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"path"
	"slices"
	"strings"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/labstack/echo/v5"

	"evenladder/access"
)

// Network is how other devices reach the application: by these names alone, and signed in.
type Network struct {
	Teachers func() access.Teachers // who may come in, as it is now
	Named    bool                   // who signs in gives a name
	Hosts    []string               // names and addresses, without ports
	Reached  []string               // addresses such as https://192.0.2.7:8137
	Sessions Sessions               // who is signed in

	// Fingerprint is that of the certificate, where it is of the application's own making; nil otherwise.
	Fingerprint func() string

	Proxies []*net.IPNet // those that are believed when they say for whom they ask; none where there is no proxy

	HSTS bool // browsers are to come by TLS alone from now on

	Now func() time.Time // the clock that tries are counted by; nil is the machine's
}

// Sessions keep who is signed in.
type Sessions interface {
	scs.Store
	scs.IterableStore
}

// guard lets in who is signed in; nil lets everyone in, who comes from this machine alone.
type guard struct {
	Network
	sessions *scs.SessionManager
	tries    *tries
	log      *slog.Logger
}

const (
	signInPath   = "/signin"
	sessionLasts = 30 * 24 * time.Hour
	sessionIdle  = 7 * 24 * time.Hour

	signedIn = "in" // key of a session: the mark of who came in
	signedAs = "as" // and their name
)

func newGuard(n *Network, log *slog.Logger) *guard {
	if n == nil {
		return nil
	}
	own := *n
	if own.Now == nil {
		own.Now = time.Now
	}
	own.Sessions = newRested(n.Sessions)
	m := scs.New()
	m.Store, m.Lifetime, m.IdleTimeout = own.Sessions, sessionLasts, sessionIdle
	m.HashTokenInStore = true // who reads the database cannot sign in by it
	m.Cookie.Name, m.Cookie.Path, m.Cookie.Secure, m.Cookie.HttpOnly, m.Cookie.SameSite = "__Host-even-ladder", "/",
		true, true, http.SameSiteStrictMode
	return &guard{Network: own, sessions: m, tries: newTries(own.Now), log: log}
}

// client is how the address of a client is found: that of the connection, or what a proxy that is trusted says.
func (p parts) client() echo.IPExtractor {
	if p.Network == nil || len(p.Network.Proxies) == 0 {
		return echo.ExtractIPDirect()
	}
	trust := []echo.TrustOption{echo.TrustLoopback(false), echo.TrustLinkLocal(false), echo.TrustPrivateNet(false)}
	for _, proxy := range p.Network.Proxies {
		trust = append(trust, echo.TrustIPRange(proxy))
	}
	return echo.ExtractIPFromXFFHeader(trust...)
}

// routes are the pages to sign in on.
func (g *guard) routes(e *echo.Echo) {
	e.GET(signInPath, g.signInForm)
	e.POST(signInPath, g.signIn)
}

// addresses are those at which other devices reach a room.
func (g *guard) addresses(ctx context.Context) []string {
	all := []string{}
	if g == nil {
		return all
	}
	for _, a := range g.Reached {
		all = append(all, a+prefixOf(ctx)+"/")
	}
	if base, ok := ctx.Value(baseKey{}).(string); ok && len(all) == 0 {
		all = append(all, base+"/") // behind a proxy: as this request came
	}
	return all
}

// fingerprint is what a browser that asks about the certificate is to show; empty where none asks.
func (g *guard) fingerprint() string {
	if g == nil || g.Fingerprint == nil {
		return ""
	}
	return g.Fingerprint()
}

// mark is what a session has by a passphrase: once another is set, those before it are ended.
func mark(t access.Teacher) string {
	sum := sha256.Sum256([]byte(t.Hash))
	return hex.EncodeToString(sum[:8])
}

// who is signed in.
func (g *guard) who(ctx context.Context) (access.Teacher, bool) {
	t, known := g.Teachers().Find(g.sessions.GetString(ctx, signedAs))
	return t, known && g.sessions.GetString(ctx, signedIn) == mark(t)
}

// open reports whether an address of a room is answered to everyone: whether the application lives,
// the figures, which have a token of their own,
// the page to sign in, the program itself as browsers run it, and what has an address that nobody
// guesses: pages that went home, stands.
func open(r *http.Request, address string) bool {
	_, stand := standOf(r.Context())
	file := r.Method == http.MethodGet && strings.Count(address, "/") == 1 && path.Ext(address) != ""
	return stand || file || address == "/healthz" || address == metricsPath || address == signInPath ||
		strings.HasPrefix(address, "/assets/") || strings.HasPrefix(address, homePath) || strings.HasPrefix(address,
		standAt)
}

// notYours says that someone who is signed in may not open a room; whether it is there is not said.
type notYours struct{ room string }

func (e notYours) Error() string { return "room " + e.room + " is not open to who is signed in" }

// letIn turns away who comes by another name, who is not signed in, and who may not open a room.
func (g *guard) letIn(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		if !slices.Contains(g.Hosts, strings.ToLower(hostOnly(r.Host))) {
			return echo.ErrForbidden
		}
		if g.HSTS {
			c.Response().Header().Set("Strict-Transport-Security", "max-age=31536000")
		}
		room, address := roomOf(r.URL.Path)
		if open(r, address) || room == "" && address == "/readyz" {
			return next(c)
		}
		who, in := g.who(r.Context())
		switch {
		case in && !who.May(room):
			return notYours{room}
		case in:
			return next(c)
		case r.Method != http.MethodGet || strings.HasPrefix(address, "/api/") || address == "/readyz":
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
	return echo.WrapMiddleware(g.sessions.LoadAndSave)(next)
}
