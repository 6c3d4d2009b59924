// Package ui carries the built front end inside the binary.
package ui

import (
	"embed"
	"io/fs"
)

//go:embed all:dist all:dist-home
var dist embed.FS

// Front is the built front end, with index.html at its top.
func Front() (fs.FS, error) { return fs.Sub(dist, "dist") }

// Home is the built shell of the page that goes home, one file index.html.
func Home() (fs.FS, error) { return fs.Sub(dist, "dist-home") }
