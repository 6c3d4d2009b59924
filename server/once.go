package server

import (
	"github.com/labstack/echo/v5"

	"evenladder/core/base/fault"
	"evenladder/store"
)

// onceHeader names what a request creates, so that it can be sent again without making a double.
const onceHeader = "Idempotency-Key"

// Bounds of such a name, in characters.
const minOnce, maxOnce = 8, 64

// once lets a request be sent again: what it creates is there once.
func once(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		name := r.Header.Get(onceHeader)
		if name == "" {
			return next(c)
		}
		for _, letter := range name {
			if letter <= ' ' || letter > '~' {
				return fault.At(onceHeader, "it has characters other than letters, numbers and punctuation: give %d to %d of those", minOnce, maxOnce)
			}
		}
		if len(name) < minOnce || len(name) > maxOnce {
			return fault.At(onceHeader, "%d characters were given: give %d to %d", len(name), minOnce, maxOnce)
		}
		c.SetRequest(r.WithContext(store.Once(r.Context(), r.URL.Path+"\n"+name)))
		return next(c)
	}
}
