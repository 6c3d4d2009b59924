package server

import (
	"bytes"
	"context"
	"crypto/rand"
	_ "embed"
	"fmt"
	"html/template"
	"mime"
	"net/http"
	"net/url"
	"strings"

	"github.com/labstack/echo/v5"

	"evenladder/access"
	"evenladder/server/api"
)

//go:embed signin.html
var signInText string

var signInPage = template.Must(template.New("signin").Parse(signInText))

// signInForm is what the page to sign in on shows.
type signInForm struct {
	Nonce string
	Named bool   // it asks for a name
	Name  string // that was given
	To    string // where it goes on to
	Wrong string // what was wrong, where something was
}

func showSignIn(c *echo.Context, status int, form signInForm) error {
	return showPage(c, status, signInPage, &form.Nonce, &form)
}

// showPage answers with a page of the server's own, whose styles have a nonce.
func showPage(c *echo.Context, status int, page *template.Template, nonce *string, of any) error {
	*nonce = rand.Text()
	var out bytes.Buffer
	if err := page.Execute(&out, of); err != nil {
		return err
	}
	h := c.Response().Header()
	h.Set("Cache-Control", "no-store")
	h.Set("Content-Security-Policy", fmt.Sprintf("default-src 'none'; style-src 'nonce-%s'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'", *nonce))
	return c.HTMLBlob(status, out.Bytes())
}

func (g *guard) signInForm(c *echo.Context) error {
	return showSignIn(c, http.StatusOK, signInForm{Named: g.Named, To: ownPath(c.QueryParam("to"))})
}

// signInBytes bounds what is posted to sign in: a name, a passphrase and a path.
const signInBytes = 4 << 10

// signIn takes a passphrase, and a name where there are several teachers, so many times a minute. Tries are counted
// before anything of the body is read.
func (g *guard) signIn(c *echo.Context) error {
	r := c.Request()
	form := signInForm{Named: g.Named, To: "/"}
	if !g.tries.may(c.RealIP(), g.device(r)) {
		form.Wrong = "Too many attempts. Wait a minute, then try again."
		return g.refuse(c, http.StatusTooManyRequests, form)
	}
	if kind, _, err := mime.ParseMediaType(r.Header.Get("Content-Type")); err != nil || kind != echo.MIMEApplicationForm {
		return echo.ErrUnsupportedMediaType
	}
	r.Body = http.MaxBytesReader(c.Response(), r.Body, signInBytes)
	if err := r.ParseForm(); err != nil {
		return echo.ErrStatusRequestEntityTooLarge
	}
	form.To = ownPath(r.PostForm.Get("to"))
	if g.Named {
		form.Name = strings.TrimSpace(r.PostForm.Get("name"))
	}
	var who access.Teacher
	if !g.tries.one(func() (ok bool) {
		who, ok = g.Teachers().Enter(form.Name, r.PostForm.Get("passphrase"))
		return ok
	}) {
		form.Wrong = "Wrong passphrase."
		if g.Named {
			form.Wrong = "Wrong name or passphrase."
		}
		return g.refuse(c, http.StatusUnauthorized, form)
	}
	ctx := r.Context()
	if err := g.sessions.RenewToken(ctx); err != nil {
		return err
	}
	g.sessions.Put(ctx, signedIn, mark(who))
	g.sessions.Put(ctx, signedAs, who.Name)
	if err := g.knowDevice(c); err != nil {
		return err
	}
	return c.Redirect(http.StatusSeeOther, form.To)
}

// refuse shows the form again, and writes down from where: one line a refusal, for a tool that bans addresses.
func (g *guard) refuse(c *echo.Context, status int, form signInForm) error {
	g.log.Warn("sign-in refused", "address", c.RealIP(), "status", status)
	return showSignIn(c, status, form)
}

// outEverywhere ends every session of who is signed in.
func (g *guard) outEverywhere(ctx context.Context) error {
	name := g.sessions.GetString(ctx, signedAs)
	all, err := g.Sessions.All()
	if err != nil {
		return err
	}
	for token, data := range all {
		if strings.HasPrefix(token, devicePrefix) {
			continue
		}
		if _, values, err := g.sessions.Codec.Decode(data); err != nil || values[signedAs] == name {
			if err := g.Sessions.Delete(token); err != nil {
				return err
			}
		}
	}
	return nil
}

// ownPath is a path of the application to go on to: nothing leads elsewhere.
func ownPath(to string) string {
	u, err := url.Parse(to)
	if err != nil || u.IsAbs() || u.Host != "" || !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") ||
		strings.ContainsAny(to, "\\\r\n") || strings.HasPrefix(to, signInPath) {
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
		if err := h.guard.outEverywhere(ctx); err != nil {
			return nil, err
		}
	}
	return api.SignOut204Response{}, h.guard.sessions.Destroy(ctx)
}
