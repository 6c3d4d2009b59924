// Package ui carries the built front end inside the binary.
package ui

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Front is the built front end, with index.html at its top.
func Front() (fs.FS, error) { return fs.Sub(dist, "dist") }
