package server

import (
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"
)

// A device that someone signed in on is known by a cookie that outlives the session. It lets nobody in; its tries are
// only counted apart from those of strangers.
const (
	deviceCookie = "__Host-even-ladder-device"
	devicePrefix = "device-" // of its key among the sessions
	deviceLasts  = 365 * 24 * time.Hour
)

func deviceKey(value string) string {
	sum := sha256.Sum256([]byte(value))
	return devicePrefix + hex.EncodeToString(sum[:])
}

// device is the key of the device that a request comes from; empty where nobody signed in on it.
func (g *guard) device(r *http.Request) string {
	cookie, err := r.Cookie(deviceCookie)
	if err != nil {
		return ""
	}
	key := deviceKey(cookie.Value)
	if _, known, err := g.Sessions.Find(key); err != nil || !known {
		return ""
	}
	return key
}

// knowDevice makes the device of a request a known one.
func (g *guard) knowDevice(c *echo.Context) error {
	if g.device(c.Request()) != "" {
		return nil
	}
	value := rand.Text()
	data, err := g.sessions.Codec.Encode(time.Now().Add(deviceLasts), nil)
	if err != nil {
		return err
	}
	if err := g.Sessions.Commit(deviceKey(value), data, time.Now().Add(deviceLasts)); err != nil {
		return err
	}
	c.SetCookie(&http.Cookie{Name: deviceCookie, Value: value, Path: "/", MaxAge: int(deviceLasts.Seconds()), Secure: true,
		HttpOnly: true, SameSite: http.SameSiteStrictMode})
	return nil
}
