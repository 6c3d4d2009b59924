package server

import (
	"context"
	"net"
	"net/http"
	"net/netip"
	"strings"

	"github.com/labstack/echo/v5"
)

// localHostOnly turns away requests that reached a loopback address under
// another host name: a page elsewhere that points its own name here.
func localHostOnly(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		local, ok := r.Context().Value(http.LocalAddrContextKey).(net.Addr)
		if ok && isLoopback(local.String()) && !isLoopback(r.Host) {
			return echo.ErrForbidden
		}
		return next(c)
	}
}

// prefixKey is the context key of what comes before the addresses of a room, where there are several.
type prefixKey struct{}

func prefixOf(ctx context.Context) string {
	prefix, _ := ctx.Value(prefixKey{}).(string)
	return prefix
}

// moved is a request at another path.
func moved(r *http.Request, path string) *http.Request {
	in := r.WithContext(r.Context())
	u := *r.URL
	u.Path, u.RawPath = path, ""
	in.URL = &u
	return in
}

// baseKey is the context key of the address that a request came to, where other
// devices reach it.
type baseKey struct{}

// reachable notes the address of the application for what is printed.
func reachable(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if r := c.Request(); !isLoopback(r.Host) && r.Host != "" {
			c.SetRequest(r.WithContext(context.WithValue(r.Context(), baseKey{},
				c.Scheme()+"://"+r.Host+prefixOf(r.Context()))))
		}
		return next(c)
	}
}

func isLoopback(hostport string) bool {
	host := hostport
	if h, _, err := net.SplitHostPort(hostport); err == nil {
		host = h
	}
	host = strings.Trim(host, "[]")
	if host == "localhost" || strings.HasSuffix(host, ".localhost") {
		return true
	}
	ip, err := netip.ParseAddr(host)
	return err == nil && ip.IsLoopback()
}

// ownPagesOnly turns away what pages of another origin ask for.
func ownPagesOnly() echo.MiddlewareFunc {
	protection := http.NewCrossOriginProtection()
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			if protection.Check(c.Request()) != nil {
				return echo.ErrForbidden
			}
			return next(c)
		}
	}
}

// headAsGet answers HEAD as GET is answered; the server leaves the body out.
func headAsGet(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if r := c.Request(); r.Method == http.MethodHead {
			asGet := r.Clone(r.Context())
			asGet.Method = http.MethodGet
			c.SetRequest(asGet)
		}
		return next(c)
	}
}

// securityHeaders forbids everything that the application does not use. The
// pages add their own policy with a nonce for styles.
func securityHeaders(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		h := c.Response().Header()
		h.Set("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'")
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Permissions-Policy", "camera=(self), microphone=(self), geolocation=(), midi=(self)")
		if strings.HasPrefix(c.Request().URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		return next(c)
	}
}
